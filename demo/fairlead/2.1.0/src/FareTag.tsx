import type { HTMLAttributes, ReactNode } from 'react';

export interface FareTagProps extends HTMLAttributes<HTMLElement> {
  /** The fare in pence. */
  amount: number;
  /** How loudly the fare speaks. */
  tone?: 'calm' | 'notice' | 'urgent';
  /** How large the figures stand. */
  size?: 's' | 'm';
  /** The fare no longer holds. */
  struck?: boolean;
  /** The quay where the fare holds. */
  quay?: string;
  /**
   * The element that is rendered.
   * @deprecated since 2.1.0: the fare is always a span from 3.0.0 on
   */
  as?: 'span' | 'strong' | 'td';
  /** Draws a note behind the fare. */
  renderNote?: (note: { amount: number }) => ReactNode;
  /** Somebody asks why the fare is what it is. */
  onExplain?: (reason: 'concession' | 'season' | 'surcharge') => void;
}

/** What one passenger pays for one crossing. */
export function FareTag({
  amount,
  tone = 'calm',
  size = 's',
  struck = false,
  quay = '',
  as: Root = 'span',
  renderNote,
  onExplain,
  ...rest
}: FareTagProps) {
  const pounds = (amount / 100).toFixed(2);
  return (
    <Root {...rest} data-tone={tone} data-size={size}>
      {quay}
      {struck ? <s>£{pounds}</s> : <>£{pounds}</>}
      {renderNote ? renderNote({ amount }) : <small>per crossing</small>}
      {onExplain && <i onClick={() => onExplain(amount < 500 ? 'concession' : 'surcharge')}>?</i>}
    </Root>
  );
}
