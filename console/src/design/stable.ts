import { useCallback, useLayoutEffect, useRef } from 'react';

/** A function that stays the same from one drawing to the next and always does what the newest one does. */
export function useStable<A extends unknown[]>(run: (...args: A) => void): (...args: A) => void {
  const newest = useRef(run);
  useLayoutEffect(() => {
    newest.current = run;
  });
  return useCallback((...args: A) => newest.current(...args), []);
}
