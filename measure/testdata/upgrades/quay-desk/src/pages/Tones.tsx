import { Badge, Button, Group } from '@mantine/core';
import { rooms } from '../kinds';
import type { Crossing } from '../kinds';

const place = { one: 'left', two: 'apart' } as const;

export function Tones({ crossings, wide }: { crossings: Crossing[]; wide: boolean }) {
  return (
    <Group position={wide ? 'apart' : 'left'} spacing={rooms[0]}>
      {crossings.map(({ id, tone }) => <Badge key={id} color={tone} fullWidth variant="dot">{id}</Badge>)}
      <Group position={place.two}><Button leftIcon={wide && <b>w</b>}>a</Button></Group>
      <Group align="center"><Button fullWidth={wide} component="a" href="/b">b</Button></Group>
    </Group>
  );
}
