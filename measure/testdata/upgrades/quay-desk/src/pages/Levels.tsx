import { Slider, RangeSlider, Switch, Checkbox, ColorInput, Stack } from '@mantine/core';

export function Levels({ level, onLevel }: { level: number; onLevel: (level: number) => void }) {
  return (
    <Stack spacing={0} justify="center">
      <Slider value={level} onChange={onLevel} marks={[{ value: 50, label: 'half' }]} label={(value) => `${value} m`} labelTransitionDuration={10} thumbSize={14} />
      <RangeSlider defaultValue={[10, 20]} minRange={2} precision={1} step={0.5} />
      <Switch label="Fog horn" onLabel="ON" offLabel="OFF" labelPosition="left" defaultChecked />
      <Checkbox label="Pilot aboard" indeterminate size="md" transitionDuration={0} />
      <ColorInput label="Flag" format="hex" withEyeDropper swatchesPerRow={5} dropdownZIndex={3} />
    </Stack>
  );
}
