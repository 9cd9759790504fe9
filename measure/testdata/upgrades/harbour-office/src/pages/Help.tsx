import { Overlay, OverlayTrigger, Popover, Tooltip, Button } from 'react-bootstrap';

const words = (
  <Popover id="words">
    <Popover.Title as="h3">Draught</Popover.Title>
    <Popover.Content>How deep a ship lies.</Popover.Content>
  </Popover>
);

export function Help() {
  return (
    <>
      <OverlayTrigger trigger="click" placement="right" overlay={words}>
        <Button variant="light">What is draught?</Button>
      </OverlayTrigger>
      <OverlayTrigger overlay={<Tooltip id="tip">Opens the chart</Tooltip>}>
        <Button>Chart</Button>
      </OverlayTrigger>
    </>
  );
}

export const Held = ({ at, open }: { at: HTMLElement | null; open: boolean }) => (
  <Overlay target={at} show={open} placement="top">
    <Popover id="held"><Popover.Content>Held</Popover.Content></Popover>
  </Overlay>
);
