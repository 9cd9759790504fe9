import type { HTMLAttributes, ReactNode } from 'react';

export type PlankProps = HTMLAttributes<HTMLElement> & {
  as?: 'p' | 'span' | 'div';
  tone?: 'calm' | 'notice' | 'urgent';
  children?: ReactNode;
};

/** A plain block of text. */
export function Plank({ as: Root = 'p', tone = 'calm', children, ...rest }: PlankProps) {
  return <Root {...rest} data-tone={tone}>{children}</Root>;
}
