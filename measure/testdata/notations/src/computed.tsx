import type { ReactNode } from 'react';
import type { Base, Size, Tone } from './shared';

type Handlers<T> = { [K in keyof T & string as `on${Capitalize<K>}Change`]?: (value: T[K], before?: T[K]) => void };
export function Computed(props: Handlers<{ tone: Tone; size: Size }> & { tone: Tone }) { return <p>{props.tone}</p>; }

type Responsive<T> = { [K in keyof T]: T[K] | T[K][] };
export function Wide(props: Responsive<{ gap?: 's' | 'm'; columns: 1 | 2 | 3 }>) { return <p>{String(props.gap)}</p>; }

type Writable<T> = { -readonly [K in keyof T]-?: T[K] };
export function Loose(props: Writable<{ readonly a?: 'x' | 'y'; readonly b: string }>) { return <p>{props.a}</p>; }

type NamesOf<T, V> = { [K in keyof T]: T[K] extends V ? K : never }[keyof T];
export function Filtered(props: { text: NamesOf<{ a: string; b: number; c: string }, string>; rest: Exclude<Size | Tone, 's' | 'calm'> }) { return <p>{props.text}</p>; }

type Parts<T extends string> = T extends `${infer Head}/${infer Tail}` ? Head | Parts<Tail> : T;
export function Split(props: { path: Parts<'quay/gate/lane'>; unit: `${1 | 2}${'px' | 'rem'}`; key2: Uppercase<'a' | 'b'> }) { return <p>{props.path}</p>; }

type Mode = { kind: 'link'; href: string; onOpen?: (url: string) => void } | { kind: 'action'; href?: never; onPress: () => void; busy?: boolean };
export function Either(props: Mode & { label: string }) { return <p>{props.label}</p>; }

type Exclusive = { open: boolean; onOpenChange: (open: boolean) => void; start?: never } | { open?: never; onOpenChange?: (open: boolean) => void; start?: boolean };
export function Held(props: Exclusive) { return <p>{String(props.open)}</p>; }

type Decide<T extends boolean> = T extends true ? { many: string[] } : { one: string };
export function Decided(props: Decide<true> & { two: Decide<false>['one'] }) { return <p>{props.many}</p>; }

type Unwrap<T> = T extends Promise<infer V> ? V : T extends (infer E)[] ? E : T;
export function Unwrapped(props: { a: Unwrap<Promise<'p' | 'q'>>; b: Unwrap<Tone[]>; c: Awaited<Promise<Size>> }) { return <p>{props.a}</p>; }

declare function choose(tone: Tone, how: { by: Size }): { picked: Tone; again?: boolean };
export function Called(props: { given: Parameters<typeof choose>[1]['by']; got: ReturnType<typeof choose>['picked'] } & Pick<ReturnType<typeof choose>, 'again'>) { return <p>{props.got}</p>; }

type Tree = { name: string; children?: Tree[] };
export function Recursive(props: { tree: Tree; renderNode?: (node: Tree, depth: number) => ReactNode }) { return <p>{props.tree.name}</p>; }

interface Hub { self: this; near: Base['tone'] }
export function Own(props: { near: Hub['self']['near']; all: NonNullable<Base['tone']>[] }) { return <p>{props.near}</p>; }

type Simplify<T> = { [K in keyof T]: T[K] } & {};
export function Simple(props: Simplify<Base & { extra: [from: string, to?: string] }>) { return <p>{props.id}</p>; }

export function Open(props: { tone: Tone | (string & {}); any: any; nothing?: undefined; text: string | 'known'; flag: true | false; maybe: boolean | 'mixed' }) { return <p>{props.tone}</p>; }
