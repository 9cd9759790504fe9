import { SimpleGrid, Card, Text, Stack } from '@mantine/core';
import type { Crossing } from '../kinds';
import { Sign } from '../ui/Sign';

export function Board({ crossings }: { crossings: Crossing[] }) {
  return (
    <SimpleGrid cols={3} spacing="lg" breakpoints={[{ maxWidth: 'sm', cols: 1 }]}>
      {crossings.map((crossing) => (
        <Card key={crossing.id} shadow="sm" withBorder padding="lg">
          <Card.Section inheritPadding py="xs">{crossing.leaves}</Card.Section>
          <Stack spacing="xs" align="flex-start">
            <Text weight={700} transform="uppercase">{crossing.from}</Text>
            <Text color="dimmed" align="right">{crossing.to}</Text>
            <Sign tone={crossing.tone} text={crossing.late ? 'late' : 'on time'} />
          </Stack>
        </Card>
      ))}
    </SimpleGrid>
  );
}
