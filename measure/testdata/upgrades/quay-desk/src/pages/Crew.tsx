import { Avatar, Indicator, Tooltip, Rating, Kbd, Group } from '@mantine/core';

export function Crew({ names }: { names: string[] }) {
  return (
    <Group spacing="xs" grow>
      {names.map((name) => (
        <Tooltip key={name} label={name} withArrow position="top" width={220} multiline color="dark">
          <Indicator inline processing color="red" position="bottom-end"><Avatar radius="xl" size="md" color="cyan">{name[0]}</Avatar></Indicator>
        </Tooltip>
      ))}
      <Rating defaultValue={4} count={5} readOnly fractions={2} />
      <Kbd size="xs">F1</Kbd>
    </Group>
  );
}
