import type { ReactNode } from 'react';
import type { Deck } from './kinds';

export type DeckMapProps = {
  decks: Deck[];
  /** The deck that is open at first. */
  defaultLevel?: number;
  renderCabin?: (cabin: string, deck: Deck) => ReactNode;
  onLevelChange?: (level: number) => void;
};

/** The decks of a vessel, one above the other. */
export function DeckMap({ decks, defaultLevel = 0, renderCabin, onLevelChange }: DeckMapProps) {
  return (
    <figure>
      {decks.map((deck) => (
        <div key={deck.level} data-open={deck.level === defaultLevel} onClick={() => onLevelChange?.(deck.level)}>
          <h3>{deck.name}</h3>
          {deck.cabins.map((cabin) => (renderCabin ? renderCabin(cabin, deck) : <span key={cabin}>{cabin}</span>))}
        </div>
      ))}
    </figure>
  );
}
