import { BerthPicker, BoardingPass, Hatch, Lever, LuggageLine, PassengerCount, Plank } from '@saltmarsh/fairlead';
import type { Berth, Sailing } from '@saltmarsh/fairlead';

interface ManifestProps {
  drivers: string[];
  sailing: Sailing;
  berths: Berth[];
}

export function Manifest({ drivers, sailing, berths }: ManifestProps) {
  return (
    <Hatch heading={<Plank as="span">Manifest</Plank>} open onOpenChange={(open) => console.log(open)}>
      <PassengerCount defaultValue={drivers.length} max={3} />
      {drivers.map((driver) => (
        <BoardingPass key={driver} passenger={driver} sailing={sailing} />
      ))}
      <BerthPicker berths={berths} value={berths[0].code} onValueChange={(value) => console.log(value)} />
      <LuggageLine pieces={1} />
      <Lever tone="urgent" onPress={(press) => console.log(press.long)} aria-label="Close the manifest">×</Lever>
    </Hatch>
  );
}
