import { MultiSelect, SegmentedControl, Radio, Chip, Group } from '@mantine/core';

export function Choose({ decks, onDecks }: { decks: string[]; onDecks: (decks: string[]) => void }) {
  return (
    <>
      <MultiSelect data={decks} label="Decks" onChange={onDecks} creatable getCreateLabel={(query) => `new: ${query}`} />
      <SegmentedControl data={['day', 'night']} fullWidth size="sm" color="blue" />
      <Radio.Group label="Side" name="side" defaultValue="port">
        <Group mt="xs">
          <Radio value="port" label="port" />
          <Radio value="starboard" label="starboard" disabled />
        </Group>
      </Radio.Group>
      <Chip.Group multiple><Group spacing={4}><Chip value="wind">wind</Chip></Group></Chip.Group>
    </>
  );
}
