import type { ReactNode } from 'react';

export type PlankProps = {
  as?: 'p' | 'span' | 'div';
  tone?: 'calm' | 'notice' | 'urgent';
  children?: ReactNode;
};

/** A plain block of text. */
export function Plank({ as: Root = 'p', tone = 'calm', children }: PlankProps) {
  return <Root data-tone={tone}>{children}</Root>;
}
