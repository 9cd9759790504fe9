import { Notice, SailingRow, TideStrip, Timetable } from '@saltmarsh/fairlead';
import type { Sailing, Tide } from '@saltmarsh/fairlead';

interface BoardProps {
  sailings: Sailing[];
  tides: Tide[];
  storm?: string;
}

export const Board = ({ sailings, tides, storm }: BoardProps) => (
  <>
    {storm && <Notice title={storm} kind="urgent" onDismiss={() => undefined}>Lash everything down.</Notice>}
    <Notice title="Scales closed" />
    <Timetable sailings={sailings} port="Eelmouth" density="tight" tone="notice" />
    <Timetable sailings={sailings} port="Grey Sands" renderRow={(row) => <b>{row.index}</b>} onSelect={(sailing) => console.log(sailing.id)} />
    {sailings.map((sailing) => (
      <SailingRow key={sailing.id} sailing={sailing} />
    ))}
    <TideStrip readings={tides} unit="feet" className="tides" />
  </>
);
