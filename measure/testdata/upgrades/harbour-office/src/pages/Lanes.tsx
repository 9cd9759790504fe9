import { Breadcrumb, CloseButton, Image, Nav, Tooltip } from 'react-bootstrap';

export function Lanes({ lane, onShut }: { lane: string; onShut: () => void }) {
  return (
    <>
      <Nav justify variant="tabs" as="ul" onSelect={(key) => console.log(key)}>
        <Nav.Item as="li"><Nav.Link href="#in" active>{lane}</Nav.Link></Nav.Item>
      </Nav>
      <Breadcrumb.Item linkAs="span">in</Breadcrumb.Item>
      <Image src="/lane.png" fluid roundedCircle thumbnail />
      <CloseButton label="Shut" onClick={onShut} />
      <Tooltip id="lane" placement="left">lane</Tooltip>
    </>
  );
}
