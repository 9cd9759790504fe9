import { memo } from 'react';

interface CrewChipProps {
  person: string;
  rank?: 'deckhand' | 'mate' | 'master';
  /** How large the chip stands. */
  scale?: 's' | 'm';
  onDuty?: boolean;
}

/** One member of the crew, in few words. */
export const CrewChip = memo(function CrewChip({ person, rank = 'deckhand', scale = 'm', onDuty = false }: CrewChipProps) {
  return (
    <span data-rank={rank} data-scale={scale} data-duty={onDuty}>
      {person}
    </span>
  );
});
