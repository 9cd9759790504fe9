import { Group, Stack, Text, Paper } from '@mantine/core';
import { Line } from '../ui/Line';
import { Small } from '../ui/Press';
import { Mark } from '../ui/Sign';

export function Queue({ names }: { names: string[] }) {
  return (
    <Stack>
      {names.map((name) => (
        <Paper key={name} p="xs">
          <Line label={name}><Small label="call" onPress={() => {}} /></Line>
          <Group><Mark tone="orange" /><Text>{name}</Text></Group>
        </Paper>
      ))}
    </Stack>
  );
}
