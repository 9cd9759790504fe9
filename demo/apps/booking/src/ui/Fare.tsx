import { FareTag } from '@saltmarsh/fairlead';
import type { FareTagProps } from '@saltmarsh/fairlead';

/** Every fare of the booking site, with the site's own note. */
export function Fare({ amount, ...rest }: FareTagProps) {
  return <FareTag amount={amount} renderNote={({ amount }) => (amount > 5000 ? 'with berth' : 'deck only')} {...rest} />;
}
