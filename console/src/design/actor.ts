import { useState } from 'react';

const key = 'steady-actor';

/** Who signs what is written; the browser remembers it. */
export function useActor(): [string, (actor: string) => void] {
  const [actor, setActor] = useState(() => localStorage.getItem(key) ?? '');
  return [
    actor,
    (next) => {
      localStorage.setItem(key, next);
      setActor(next);
    },
  ];
}
