import * as Fairlead from '@saltmarsh/fairlead';
import { BoardingPass as Pass, CrewChip, QuayMap } from '@saltmarsh/fairlead';
import { sailings } from '../data';

const Chip = CrewChip;

export function PassPage({ passenger }: { passenger: string }) {
  return (
    <>
      <Pass passenger={passenger} sailing={sailings[0]} paper="sheet">
        <footer>Gate closes at 07:30</footer>
      </Pass>
      <Pass passenger="A. N. Other" sailing={sailings[1]} berth="A2" />
      <Fairlead.VehicleGauge value={460} limit={1200} />
      <Fairlead.VehicleGauge value={1900} caption="Lorry" />
      <Fairlead.FareTag amount={1200} as="td" size="s" data-row="pass" />
      <QuayMap quay="North" zoom="berth" renderShip={(ship) => <text>{ship.name}</text>} />
      <QuayMap quay="South" />
      <Chip person="Mate Orla" rank="mate" />
      <CrewChip person="Captain Bram" rank="master" scale="s" onDuty />
    </>
  );
}
