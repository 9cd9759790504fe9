import { Select, Stack, Radio } from '@mantine/core';

export function Channel({ channels, onPick }: { channels: { value: string; label: string; group: string }[]; onPick: (to: string | null) => void }) {
  return (
    <Stack align="stretch">
      <Select data={channels} onChange={onPick} itemComponent={({ label }: { label: string }) => <b>{label}</b>} maxDropdownHeight={200} dropdownPosition="bottom" />
      <Select data={channels} value="16" readOnly icon={<b>c</b>} rightSection={<i>v</i>} />
      <Radio.Group onChange={(value) => onPick(value)} size="md"><Radio value="16" label="16" /></Radio.Group>
    </Stack>
  );
}
