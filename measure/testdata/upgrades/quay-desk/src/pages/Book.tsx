import { useState } from 'react';
import { NumberInput, Select, TextInput, Stack, Group } from '@mantine/core';
import { Press } from '../ui/Press';

export function Book({ ports, onBook }: { ports: string[]; onBook: (name: string, seats: number) => void }) {
  const [name, setName] = useState('');
  const [seats, setSeats] = useState<number | ''>(1);
  const [port, setPort] = useState<string | null>(null);
  return (
    <Stack spacing="md">
      <TextInput label="Name" value={name} onChange={(event) => setName(event.currentTarget.value)} icon={<b>N</b>} required withAsterisk />
      <NumberInput label="Seats" value={seats} onChange={setSeats} min={1} max={9} precision={0} hideControls />
      <Select label="Port" data={ports} value={port} onChange={setPort} searchable nothingFound="no such port" clearable />
      <Group position="right">
        <Press onClick={() => onBook(name, Number(seats))} leftIcon={<i>+</i>}>Book</Press>
      </Group>
    </Stack>
  );
}
