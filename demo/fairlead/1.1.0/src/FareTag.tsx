import type { HTMLAttributes, ReactNode } from 'react';

export interface FareTagProps extends HTMLAttributes<HTMLElement> {
  /** The fare in pence. */
  amount: number;
  /** How loudly the fare speaks. */
  tone?: 'calm' | 'hush' | 'notice';
  /** How large the figures stand. */
  size?: 's' | 'm';
  /** The fare no longer holds. */
  struck?: boolean;
  /**
   * Marks a fare that ends today.
   * @deprecated since 1.1.0, until 2.0.0: use tone
   */
  isUrgent?: boolean;
  /** The element that is rendered. */
  as?: 'span' | 'strong' | 'td';
  /** Draws a note behind the fare. */
  renderNote?: (note: { amount: number }) => ReactNode;
  /** Somebody asks why the fare is what it is. */
  onExplain?: (reason: 'concession' | 'surcharge') => void;
}

/** What one passenger pays for one crossing. */
export function FareTag({
  amount,
  tone = 'calm',
  size = 'm',
  struck = false,
  isUrgent = false,
  as: Root = 'span',
  renderNote,
  onExplain,
  ...rest
}: FareTagProps) {
  const pounds = (amount / 100).toFixed(2);
  return (
    <Root {...rest} data-tone={isUrgent ? 'urgent' : tone} data-size={size}>
      {struck ? <s>£{pounds}</s> : <>£{pounds}</>}
      {renderNote ? renderNote({ amount }) : <small>per crossing</small>}
      {onExplain && <i onClick={() => onExplain(amount < 500 ? 'concession' : 'surcharge')}>?</i>}
    </Root>
  );
}
