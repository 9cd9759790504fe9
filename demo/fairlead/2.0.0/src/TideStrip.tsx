import type { FC, HTMLAttributes } from 'react';
import type { Tide } from './kinds';

export interface TideStripProps extends HTMLAttributes<HTMLOListElement> {
  readings: Tide[];
  /** The unit of the heights. */
  unit?: 'metres' | 'feet';
  /** Shows the time under each mark. */
  timed?: boolean;
}

/** The tide of one day as a strip of marks. */
export const TideStrip: FC<TideStripProps> = ({ readings, unit, timed = true, ...rest }) => (
  <ol {...rest}>
    {readings.map((tide) => (
      <li key={tide.at}>
        {unit === 'feet' ? tide.height * 3.28 : tide.height}
        {timed && <time>{tide.at}</time>}
      </li>
    ))}
  </ol>
);
