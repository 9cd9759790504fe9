import { Affix, Transition, Collapse, Portal, Button } from '@mantine/core';
import type { Room } from '../kinds';

export function Times({ open, room }: { open: boolean; room: Room }) {
  const look = { size: room, radius: room } as const;
  return (
    <>
      <Affix position={{ bottom: 20, right: 20 }}>
        <Transition transition="slide-up" mounted={open} duration={200}>{(style) => <Button {...look} style={style}>Up</Button>}</Transition>
      </Affix>
      <Collapse in={open} transitionDuration={100} animateOpacity>times</Collapse>
      <Portal target="body">over</Portal>
      <Button {...look} compact gradient={{ from: 'blue', to: 'red' }} variant="gradient">Go</Button>
    </>
  );
}
