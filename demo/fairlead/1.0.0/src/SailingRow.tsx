import type { ReactNode } from 'react';
import type { Density, Sailing } from './kinds';

export interface SailingRowProps {
  sailing: Sailing;
  density?: Density;
  /** Passengers are going on board. */
  isBoarding?: boolean;
  /** Stands behind the times. */
  aside?: ReactNode;
  onSelect?: (sailing: Sailing, via: 'key' | 'press') => void;
}

/** One crossing in one line. */
export const SailingRow = ({ sailing, density = 'regular', isBoarding = false, aside, onSelect }: SailingRowProps) => (
  <div data-density={density} data-boarding={isBoarding} onClick={() => onSelect?.(sailing, 'press')}>
    <time>{sailing.leaves}</time>
    <span>{sailing.vessel}</span>
    {aside}
  </div>
);
