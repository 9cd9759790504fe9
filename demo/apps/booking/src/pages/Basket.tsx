import { FareTag, Lever, LuggageLine, Plank } from '@saltmarsh/fairlead';
import { Fare, Go } from '~/ui';
import { fares } from '../data';

interface BasketProps {
  wide: boolean;
  ask: (reason: string) => void;
}

export function Basket({ wide, ask }: BasketProps) {
  const rest = { struck: false, title: 'The fare of one passenger' };
  return (
    <section>
      <Plank as="p" className="basket-lead">Your crossings</Plank>
      {fares.map((fare) => (
        <FareTag key={fare.id} amount={fare.total} tone="calm" size={wide ? 'm' : 's'} {...rest} renderNote={({ amount }) => amount} onExplain={(reason) => ask(reason)} />
      ))}
      <Fare amount={1850} struck />
      <Fare amount={925} tone="hush" />
      <FareTag amount={300} isUrgent />
      <LuggageLine pieces={2} luggageWeight={24} renderWarning={(over) => <b>{over} kg too many</b>} />
      <Lever onPress={({ at, long }) => ask(long ? 'long' : String(at))}>Why so much?</Lever>
      <Go onPress={() => ask('pay')}>Pay</Go>
    </section>
  );
}
