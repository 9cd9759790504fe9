import { Card, Divider, Switch, Text, Title } from '@mantine/core';

export function Holds({ holds }: { holds: { name: string; full: boolean }[] }) {
  return (
    <Card p="md" radius="lg">
      <Title order={4} transform="capitalize">Holds</Title>
      <Divider size="xs" variant="dotted" labelProps={{ size: 'sm' }} />
      {holds.map((hold) => <Switch key={hold.name} checked={hold.full} label={<Text color="dimmed" size="xs">{hold.name}</Text>} readOnly />)}
    </Card>
  );
}
