import { CrewChip, DeckMap, FareTag, Lever, VehicleGauge } from '@saltmarsh/fairlead';
import type { Deck } from '@saltmarsh/fairlead';
import { Toll } from './Toll';

interface YardProps {
  lorries: { plate: string; length: number; toll: number }[];
  decks: Deck[];
  load: (plate: string) => void;
}

export function Yard({ lorries, decks, load }: YardProps) {
  return (
    <div>
      <DeckMap decks={decks} onLevelChange={(level) => console.log(level)} />
      {lorries.map((lorry) => (
        <section key={lorry.plate}>
          <VehicleGauge value={lorry.length} caption={lorry.plate} />
          <Toll pence={lorry.toll} />
          <Lever size="l" onPress={() => load(lorry.plate)}>Load</Lever>
        </section>
      ))}
      <Toll pence={lorries.length} urgent />
      <FareTag amount={lorries.reduce((sum, lorry) => sum + lorry.toll, 0)} as="strong" tone="notice" />
      <CrewChip person="Loader" />
      <CrewChip person="Foreman" rank="mate" onDuty />
    </div>
  );
}
