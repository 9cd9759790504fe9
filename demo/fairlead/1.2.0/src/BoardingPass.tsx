import { forwardRef } from 'react';
import type { ReactNode } from 'react';
import type { Sailing } from './kinds';

export interface BoardingPassProps {
  passenger: string;
  sailing: Sailing;
  berth?: string;
  /** How the pass is printed. */
  paper?: 'roll' | 'sheet';
  children?: ReactNode;
}

/** What a passenger shows at the gate. */
export const BoardingPass = forwardRef<HTMLElement, BoardingPassProps>(function BoardingPass(
  { passenger, sailing, berth = 'none', paper = 'roll', children },
  ref,
) {
  return (
    <article ref={ref} data-paper={paper}>
      <h2>{passenger}</h2>
      <p>{sailing.vessel}, berth {berth}</p>
      {children ?? <footer>Please be at the quay in good time</footer>}
    </article>
  );
});
