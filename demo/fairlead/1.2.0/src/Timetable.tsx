import { useState } from 'react';
import type { ReactNode } from 'react';
import type { Density, Sailing, Tone } from './kinds';

export interface TimetableProps {
  sailings: Sailing[];
  port: string;
  density?: Density;
  tone?: Tone;
  /** Keeps the times up to date by itself. */
  live?: boolean;
  /** The chosen sailing, when the app holds it. */
  value?: string | null;
  /** The sailing chosen at first, when the table holds it. */
  defaultValue?: string | null;
  onValueChange?: (value: string | null) => void;
  /** Somebody opens a sailing. */
  onSelect?: (sailing: Sailing, via: 'key' | 'press') => void;
  onLateChange?: (minutes: number) => void;
  /** Draws one row. */
  renderRow?: (row: { sailing: Sailing; index: number }) => ReactNode;
  /** What stands there when nothing sails. */
  empty?: ReactNode;
  children?: ReactNode;
}

interface RowProps {
  sailing: Sailing;
  children?: ReactNode;
}

function Row({ sailing, children }: RowProps) {
  return <li data-sailing={sailing.id}>{children}</li>;
}

interface GapProps {
  minutes: number;
}

function Gap({ minutes }: GapProps) {
  return <li aria-hidden>{minutes} min</li>;
}

/** The sailings of one port on one day. */
export function Timetable({
  sailings,
  port,
  density = 'tight',
  tone = 'calm',
  live = false,
  value,
  defaultValue = null,
  onValueChange,
  onSelect,
  onLateChange,
  renderRow,
  empty,
  children,
}: TimetableProps) {
  const [held, setHeld] = useState(defaultValue);
  const chosen = value === undefined ? held : value;
  const choose = (sailing: Sailing) => {
    setHeld(sailing.id);
    onValueChange?.(sailing.id);
    onSelect?.(sailing, 'press');
    if (live) onLateChange?.(sailing.minutesLate);
  };
  return (
    <section data-density={density} data-tone={tone} aria-label={port}>
      {children}
      {sailings.length === 0 && (empty ?? <p>No sailings today</p>)}
      <ol>
        {sailings.map((sailing, index) => (
          <li key={sailing.id} aria-current={sailing.id === chosen} onClick={() => choose(sailing)}>
            {renderRow ? renderRow({ sailing, index }) : <time>{sailing.leaves}</time>}
          </li>
        ))}
      </ol>
    </section>
  );
}

Timetable.Row = Row;
Timetable.Gap = Gap;
