import { useRef } from 'react';
import { BerthPicker, DeckMap, Hatch, Lever, PassengerCount } from '@saltmarsh/fairlead';
import { berths, decks } from '../data';

export default function Seats() {
  const ways = useRef<HTMLButtonElement>(null);
  const full = () => console.log('full');
  return (
    <form>
      <PassengerCount label="Grown-ups" defaultValue={2} max={6} />
      <PassengerCount label="Children" value={0} onValueChange={(value, why) => console.log(value, why)} />
      <BerthPicker berths={berths} onFull={full} />
      <BerthPicker berths={berths} label="Second berth" disabled defaultValue="A1" />
      <DeckMap decks={decks} />
      <DeckMap decks={decks} defaultLevel={1} renderCabin={(cabin, deck) => <em key={cabin}>{deck.name} {cabin}</em>} />
      <Hatch heading="Ways on board" trigger={(open) => <Lever ref={ways} onPress={open}>Ways on board</Lever>}>
        By the bow ramp
      </Hatch>
      <Hatch heading="Lifts" defaultOpen side="end" />
      <Lever tone="urgent" busy>Hold my berth</Lever>
      <Lever size="s" type="submit" icon={<i>→</i>}>On</Lever>
    </form>
  );
}
