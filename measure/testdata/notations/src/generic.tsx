import * as React from 'react';
import type { Tone } from './shared';

export function List<T extends { id: string }>(props: { items: T[]; onPick?: (item: T, index: number) => void; renderItem: (item: T) => React.ReactNode; by?: string }) { return <p>{props.items.length}</p>; }
export function Fixed<T extends 'a' | 'b'>(props: { value: T; values?: T[]; on: T extends 'a' ? string : number }) { return <p>{props.value}</p>; }

type AsProps<E extends React.ElementType> = { as?: E; tone?: Tone } & Omit<React.ComponentPropsWithoutRef<E>, 'as' | 'tone'>;
export function Box<E extends React.ElementType = 'div'>({ as, ...rest }: AsProps<E>) { const Tag = (as ?? 'div') as React.ElementType; return <Tag {...rest} />; }

interface Polymorphic<Default extends React.ElementType, P> {
  <E extends React.ElementType = Default>(props: { as?: E } & P & Omit<React.ComponentPropsWithRef<E>, keyof P | 'as'>): React.ReactElement | null;
  displayName?: string;
}
export const Stack = Box as unknown as Polymorphic<'section', { gap: 's' | 'm'; wrap?: boolean }>;

export function Over(props: { href: string; tone?: Tone }): React.ReactElement;
export function Over(props: { onPress: () => void; tone?: Tone }): React.ReactElement;
export function Over(props: { href?: string; onPress?: () => void; tone?: Tone }) { return <p>{props.tone}</p>; }
