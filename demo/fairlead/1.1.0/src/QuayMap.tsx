import type { ReactNode } from 'react';

export interface QuayMapProps {
  /** The quay that is marked. */
  quay: string;
  /** How far the map is drawn in. */
  zoom?: 'harbour' | 'quay' | 'berth';
  /** Draws the mark of one ship. */
  renderShip?: (ship: { name: string; moored: boolean }) => ReactNode;
  onQuayChange?: (quay: string) => void;
}

/** Where to go in the harbour. */
export function QuayMap({ quay, zoom = 'quay', renderShip, onQuayChange }: QuayMapProps) {
  return (
    <svg data-zoom={zoom} onClick={() => onQuayChange?.(quay)}>
      {renderShip ? renderShip({ name: 'Tern', moored: true }) : <circle r="4" />}
    </svg>
  );
}
