import React, { type ButtonHTMLAttributes, type ComponentProps, type HTMLAttributes, type PropsWithChildren } from 'react';
import { sizes, Tide, Level, type Base, type Crew, type Port, type Size, type Tone } from './shared';
import type * as Shared from './shared';

interface One extends Base<number>, Pick<Port.Berth, 'taken'> { own: boolean; tone?: Exclude<Tone, 'urgent'> }
export function Several(props: One & Omit<Crew<'master' | 'mate'>, 'extra'>) { return <p>{props.own}</p>; }

interface Merged { first: string }
interface Merged { second?: 1 | 2 }
export const Joined = (props: Merged & { first: 'a' | 'b' } & Partial<Record<'x' | 'y', Size>>) => <p>{props.first}</p>;

export function Native({ kind = 'ferry', ...rest }: { kind?: Port.Kind } & Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'type' | 'title'>) {
  return <button {...rest}>{kind}</button>;
}
export function Picked(props: Pick<ButtonHTMLAttributes<HTMLButtonElement>, 'type' | 'disabled' | 'onClick'> & { scale: Size }) { return <b>{props.scale}</b>; }
export function Redeclared(props: Omit<HTMLAttributes<HTMLElement>, 'color'> & { color: Tone; onSelect?: (tone: Tone, by: Level) => void }) { return <i>{props.color}</i>; }
export function Borrowed(props: ComponentProps<typeof Several> & { more?: ComponentProps<typeof Native>['kind'] }) { return <p>{props.id}</p>; }
export function Enumerated(props: { tide: Tide; only: Tide.Low; level?: Level; width: (typeof sizes)[Size]['width']; far: Shared.Port.Kind; weight?: keyof typeof Shared.weights }) { return <p>{props.tide}</p>; }
export const Children: React.FC<PropsWithChildren<Required<Base>>> = props => <p>{props.children}</p>;
export function Imported(props: import('./shared').Base<import('./shared').Size>) { return <p>{props.id}</p>; }
export function Elements(props: { [K in 'input' | 'a' | 'td' as `of-${K}`]: keyof React.JSX.IntrinsicElements[K] }) { return <p>{props['of-a']}</p>; }
