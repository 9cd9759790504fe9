import { useState } from 'react';
import { SailingRow, TideStrip, Timetable, ports } from '@saltmarsh/fairlead';
import type { Sailing } from '@saltmarsh/fairlead';
import { sailings, tides } from '../data';
import { Message, Panel } from '../ui';

export function Departures() {
  const [chosen, setChosen] = useState<string | null>(null);
  const [shown, setShown] = useState<Sailing>();
  const open = (sailing: Sailing) => setShown(sailing);
  return (
    <main>
      {ports.map((port) => (
        <Timetable key={port} sailings={sailings} port={port} value={chosen} onValueChange={setChosen}>
          <h1>{port}</h1>
        </Timetable>
      ))}
      <Timetable
        sailings={sailings}
        port="Eelmouth"
        density="airy"
        onSelect={(sailing, via) => (via === 'press' ? open(sailing) : undefined)}
        renderRow={({ sailing, index }) => (
          <Timetable.Row sailing={sailing}>
            {index + 1}. {sailing.vessel}
          </Timetable.Row>
        )}
      />
      <Timetable sailings={[]} port="Tern Holm" live empty={<p>Nothing sails from here in winter</p>} onLateChange={(minutes) => console.log(minutes)} />
      <Timetable.Gap minutes={40} />
      {sailings.map((sailing) => (
        <SailingRow key={sailing.id} sailing={sailing} onSelect={open} aside={<b>{sailing.minutesLate}</b>} />
      ))}
      <SailingRow sailing={sailings[0]} isBoarding density="tight" />
      <TideStrip readings={tides} unit="metres" />
      <TideStrip readings={tides} timed={false} id="tides" />
      <Message title="Fog at Grey Sands">Sailings may be late.</Message>
      <Message title="Sailing cancelled" kind="urgent" dismissable onDismiss={() => setShown(undefined)} />
      <Panel heading="Sailing" open={shown !== undefined} onOpenChange={() => setShown(undefined)}>
        {shown?.vessel}
      </Panel>
    </main>
  );
}
