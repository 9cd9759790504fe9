import * as React from 'react';

// What is declared in the bodies of functions, told by tables, or said by patterns.

const tones = ['calm', 'loud'] as const;
const steps = ['1', '2', '3'] as const;

type FlagEntry = { kind: 'flag'; fallback?: boolean; wide?: true };
type ChoiceEntry<T> = { kind: 'choice'; values: readonly T[]; fallback?: T; wide?: true };
type TextEntry<T> = { kind: 'choice or text'; values: readonly T[]; fallback?: T | string; wide?: true };
type Entry<T = any> = FlagEntry | ChoiceEntry<T> | TextEntry<T>;
const widths = new Set(['narrow', 'broad'] as const);
type Width = typeof widths extends Set<infer W> ? W : never;
type Wide<T> = T | Partial<Record<Width, T>>;
type ValueOf<E> = E extends FlagEntry ? boolean
  : E extends TextEntry<infer T> ? (E extends { wide: true } ? Wide<T | Omit<string, T & string>> : T | (string & {}))
  : E extends ChoiceEntry<infer T> ? (E extends { wide: true } ? Wide<T> : T)
  : never;
type PropsOf<T> = { [K in keyof T]?: ValueOf<T[K]> };

const boardEntries = {
  tone: { kind: 'choice', values: tones, fallback: 'calm' },
  step: { kind: 'choice', values: steps, fallback: '2', wide: true },
  gap: { kind: 'choice or text', values: steps, wide: true },
  struck: { kind: 'flag', fallback: undefined },
} satisfies { tone: Entry<(typeof tones)[number]>; step: Entry<(typeof steps)[number]>; gap: Entry<(typeof steps)[number]>; struck: Entry };

/** Props computed from a table that satisfies a union. */
export function Board(props: PropsOf<typeof boardEntries> & { title: string }) {
  return <b title={props.title} data-tone={props.tone} />;
}

type LineProps = { text: string } & ({ as?: 'span'; inline: boolean } | { as: 'p'; indent: number });
/** A union through forwardRef keeps its modes. */
export const Line = React.forwardRef<HTMLElement, LineProps>((props, ref) => <i ref={ref}>{props.text}</i>);
/** One mode picked out of a component's props. */
export const Paragraph = (props: Omit<Extract<React.ComponentPropsWithoutRef<typeof Line>, { as: 'p' }>, 'as'>) => <Line as="p" {...props} />;

interface FloatProps { float: number; title?: string }
function floating<T extends FloatProps>(Of: React.ComponentType<T>) {
  type Rest = Omit<T, 'float'> & Settings;
  interface Settings { side?: Side; offset: number }
  enum Side { Left = 'left', Right = 'right' }
  function Floating(props: Rest): React.ReactElement {
    return <Of {...(props as unknown as T)} float={props.offset} />;
  }
  Floating.displayName = 'Floating';
  return Floating;
}
const Hint: React.FC<FloatProps & { words: string }> = (props) => <em title={props.title}>{props.words}</em>;
/** Types that are declared in the body of the function that makes it. */
export const FloatingHint = floating(Hint);
/** The same, asked for by the component. */
export class Card extends React.Component<Omit<React.ComponentProps<typeof FloatingHint>, 'offset'> & { count: number; label: string }> {
  static get defaultProps() {
    return { count: 3, scroll: true };
  }
  render() {
    return <u>{this.props.label}</u>;
  }
}

function keeping<C extends React.ComponentType<any>>(of: C): React.ComponentType<{ theme?: string }> & Pick<typeof of, Exclude<keyof typeof of, 'prototype' | 'contextTypes' | 'propTypes' | 'defaultProps' | 'getDerivedStateFromProps' | 'getDerivedStateFromError'>> {
  return of as never;
}
class Port extends React.Component<{ name: string }> {
  static Berth = (props: { no: number }) => <s>{props.no}</s>;
  render() {
    return this.props.name;
  }
}
/** Statics by the type of the parameter. */
export const Harbour = keeping(Port);

/** A pattern without a type. */
export const Loose = ({ words, times = 2, at: { deck }, ...rest }) => <q {...rest}>{words}{times}{deck}</q>;
/** Nothing is drawn. */
export const Silent = (props: { on: boolean }) => {
  if (!props.on) return null;
  return null;
};

type Styles = { color?: string; WebkitColor?: string; MozColor?: string; width?: number };
/** Members left out by a template, picked from an index. */
export function Styled(props: Omit<Styles, `${'Webkit' | 'Moz'}${string}`> & Partial<Pick<{ [name: string]: number }, 'depth'>>) {
  return <b color={props.color} />;
}

declare function model<D extends {}, R extends {} = {}>(of: { defaults?: D; required?: R }): (given: Partial<D> & R) => D & R;
const useSignal = model({ defaults: { id: '', lit: false, tone: 'calm' as (typeof tones)[number] }, required: { of: 1 } });
/** What a call was given stands for its kind. */
export function Signal(props: Parameters<typeof useSignal>[0]) {
  return <b id={props.id} />;
}

type Forwarded<T, P = {}> = React.ForwardRefExoticComponent<React.PropsWithoutRef<P> & React.RefAttributes<T>>;
const forwarded: <T, P = {}>(render: React.ForwardRefRenderFunction<T, React.PropsWithoutRef<P>>) => Forwarded<T, P> = React.forwardRef;
interface PressProps { depth: number; onPress?: (at: string) => void; ref?: React.Ref<HTMLElement> }
const Press = (props: Omit<PressProps, 'depth'> & { words: string }, ref: React.ForwardedRef<HTMLElement>) => <s ref={ref}>{props.words}</s>;
/** Through the library's own forwardRef. */
export const Pressed = forwarded(Press);
/** And what is made of that. */
export const Pressing = (props: Omit<React.ComponentProps<typeof Pressed>, 'words'> & { onPress?: (e: string) => void }) => <Pressed {...props} words="x" />;

type Constructor<T> = new (...args: any[]) => T;
interface Anchored { anchor(): void }
declare class BuoyParts extends React.Component<{ onDrift?: (metres: number) => void; lamp: boolean }> {}
declare const BuoyBase: Constructor<Anchored> & Constructor<{ chain: number }> & typeof BuoyParts;
/** A class that extends several constructors at once. */
export class Buoy extends BuoyBase {
  clear = () => {};
}
