import { Children, cloneElement, createContext, isValidElement, useContext, useState } from 'react';
import type { ReactElement, ReactNode } from 'react';

type Zoom = 'harbour' | 'quay' | 'berth';

export interface QuayMapProps {
  /** The quay that is marked. */
  quay: string;
  /** How far the map is drawn in. */
  zoom?: Zoom;
  /** Draws the mark of one ship. */
  renderShip?: (ship: { name: string; moored: boolean }) => ReactNode;
  onQuayChange?: (quay: string) => void;
  /** A tab and a panel for each quay. */
  children?: ReactNode;
}

const Shown = createContext<{ shown: string; show: (quay: string) => void } | null>(null);

function useShown() {
  const value = useContext(Shown);
  if (!value) throw new Error('this stands in no QuayMap');
  return value;
}

interface TabProps {
  quay: string;
  children?: ReactNode;
}

function Tab({ quay, children }: TabProps) {
  const { show } = useShown();
  return <button onClick={() => show(quay)}>{children}</button>;
}

interface PanelProps {
  quay: string;
  zoom?: Zoom;
  children?: ReactNode;
}

function Panel({ quay, zoom = 'quay', children }: PanelProps) {
  const { shown } = useShown();
  return shown === quay ? <div data-zoom={zoom}>{children}</div> : null;
}

/** Where to go in the harbour. */
export function QuayMap({ quay, zoom = 'quay', renderShip, onQuayChange, children }: QuayMapProps) {
  const [shown, show] = useState(quay);
  return (
    <Shown.Provider value={{ shown, show }}>
      <figure>
        <svg data-zoom={zoom} onClick={() => onQuayChange?.(quay)}>
          {renderShip ? renderShip({ name: 'Tern', moored: true }) : <circle r="4" />}
        </svg>
        {Children.map(children, (part) => (isValidElement(part) ? cloneElement(part as ReactElement<{ zoom?: Zoom }>, { zoom }) : part))}
      </figure>
    </Shown.Provider>
  );
}

QuayMap.Tab = Tab;
QuayMap.Panel = Panel;
