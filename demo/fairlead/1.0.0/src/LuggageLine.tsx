import type { FC, ReactNode } from 'react';

export interface LuggageLineProps {
  pieces: number;
  /** Kilograms, all pieces together. */
  luggageWeight?: number;
  /** Draws what is wrong with the load. */
  renderWarning?: (over: number) => ReactNode;
}

/** What a passenger brings on board. */
export const LuggageLine: FC<LuggageLineProps> = ({ pieces, luggageWeight = 0, renderWarning }) => (
  <p>
    {pieces} pieces, {luggageWeight} kg
    {luggageWeight > 20 && renderWarning?.(luggageWeight - 20)}
  </p>
);
