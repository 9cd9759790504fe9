import { Dropdown, DropdownButton, SplitButton } from 'react-bootstrap';

const duties = ['pilot', 'tug', 'lines'];

export function Duties({ onPick }: { onPick: (duty: string | null) => void }) {
  return (
    <>
      <Dropdown alignRight onSelect={onPick}>
        <Dropdown.Toggle variant="secondary">Duties</Dropdown.Toggle>
        <Dropdown.Menu alignRight>
          {duties.map((duty) => <Dropdown.Item key={duty} eventKey={duty}>{duty}</Dropdown.Item>)}
        </Dropdown.Menu>
      </Dropdown>
      <DropdownButton title="More" menuAlign="right" id="more">
        <Dropdown.Item eventKey="crane">crane</Dropdown.Item>
        <Dropdown.Divider />
      </DropdownButton>
      <SplitButton title="Now" id="now" menuAlign={{ lg: 'right' }}>
        <Dropdown.Item eventKey="call">call</Dropdown.Item>
      </SplitButton>
    </>
  );
}
