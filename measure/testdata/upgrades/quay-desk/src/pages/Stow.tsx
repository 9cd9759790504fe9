import { Checkbox, Group, NumberInput, Textarea } from '@mantine/core';

export function Stow({ onWeight }: { onWeight: (weight: number | '') => void }) {
  return (
    <Group position="center" spacing="xl">
      <NumberInput onChange={onWeight} precision={2} step={0.5} icon={<b>t</b>} decimalSeparator="," stepHoldDelay={500} />
      <NumberInput defaultValue={3} formatter={(value) => `${value} t`} parser={(value) => value.replace(' t', '')} noClampOnBlur />
      <Checkbox.Group defaultValue={['a']} label="Hazards"><Checkbox value="a" label="flammable" /></Checkbox.Group>
      <Textarea minRows={2} withAsterisk rightSectionWidth={20} />
    </Group>
  );
}
