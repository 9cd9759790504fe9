import { useState } from 'react';
import type { ReactNode } from 'react';

export interface HatchProps {
  open?: boolean;
  defaultOpen?: boolean;
  onOpenChange?: (open: boolean) => void;
  heading: ReactNode;
  children?: ReactNode;
  /** What the panel is opened by; gets the function that opens it. */
  trigger?: (open: () => void) => ReactNode;
}

/** A panel that comes over the page. */
export function Hatch({ open, defaultOpen = false, onOpenChange, heading, children, trigger }: HatchProps) {
  const [held, setHeld] = useState(defaultOpen);
  const shown = open ?? held;
  const turn = (next: boolean) => {
    setHeld(next);
    onOpenChange?.(next);
  };
  return (
    <>
      {trigger?.(() => turn(true))}
      {shown && (
        <dialog open>
          <h2>{heading}</h2>
          {children}
          <button onClick={() => turn(false)}>Close</button>
        </dialog>
      )}
    </>
  );
}
