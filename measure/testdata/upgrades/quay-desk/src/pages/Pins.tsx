import { PinInput, CopyButton, ColorSwatch, FocusTrap, Button, NativeSelect, Autocomplete } from '@mantine/core';

export function Pins({ ports }: { ports: string[] }) {
  return (
    <FocusTrap active>
      <div>
        <PinInput length={4} type="number" mask placeholder="o" spacing="xs" />
        <CopyButton value="QD-4" timeout={500}>{({ copied, copy }) => <Button color={copied ? 'teal' : 'blue'} onClick={copy}>code</Button>}</CopyButton>
        <ColorSwatch color="#0af" size={20} withShadow />
        <NativeSelect data={ports} label="Port" icon={<b>P</b>} />
        <Autocomplete data={ports} label="Quay" limit={5} icon={<i>Q</i>} onItemSubmit={(item) => console.log(item.value)} />
      </div>
    </FocusTrap>
  );
}
