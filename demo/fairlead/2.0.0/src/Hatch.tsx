import { useState } from 'react';
import type { ReactNode } from 'react';

export interface HatchProps {
  open?: boolean;
  defaultOpen?: boolean;
  onOpenChange?: (open: boolean) => void;
  /** The side it comes from. */
  side?: 'start' | 'end';
  heading: ReactNode;
  children?: ReactNode;
  /** What the panel is opened by. */
  trigger?: ReactNode;
}

/** A panel that comes over the page. */
export function Hatch({ open, defaultOpen = false, onOpenChange, side = 'start', heading, children, trigger }: HatchProps) {
  const [held, setHeld] = useState(defaultOpen);
  const shown = open ?? held;
  const turn = (next: boolean) => {
    setHeld(next);
    onOpenChange?.(next);
  };
  return (
    <>
      <span onClick={() => turn(true)}>{trigger}</span>
      {shown && (
        <dialog open data-side={side}>
          <h2>{heading}</h2>
          {children}
          <button onClick={() => turn(false)}>Close</button>
        </dialog>
      )}
    </>
  );
}
