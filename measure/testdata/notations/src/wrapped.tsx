import * as React from 'react';
import { forwardRef, memo, lazy } from 'react';
import type { Base, Size, Tone } from './shared';

export const Signal = forwardRef<HTMLElement, Base & { size?: Size }>(function Signal({ size = 'm', label }, ref) { return <em ref={ref}>{size}{label}</em>; });
export default Signal;
export const Quiet = memo(Signal);
export const Inferred = forwardRef((props: { tone: Tone }, ref: React.Ref<HTMLElement>) => <p ref={ref as never}>{props.tone}</p>);
export const Kept = memo(({ tone }: { tone: Tone }) => <p>{tone}</p>);
export const Later = lazy(() => import('./late'));

export function withPort<P extends object>(Inner: React.ComponentType<P>): React.FC<Omit<P, 'port'> & { quay: number }> {
  return props => <Inner {...(props as unknown as P)} port={props.quay} />;
}
const Plain = (props: { port: number; tone?: Tone }) => <p>{props.port}</p>;
export const Ported = withPort(Plain);

function make<K extends string>(kinds: readonly K[]) { return function Made(props: { kind: K; size?: Size }) { return <p>{props.kind}{kinds.length}</p>; }; }
export const Made = make(['bow', 'stern'] as const);
export const Cast = Plain as React.ComponentType<{ other: 'cast' }>;
export const Held2: { (props: { held: Tone }): React.ReactElement; title: string } = Object.assign((props: { held: Tone }) => <p>{props.held}</p>, { title: 'held' });
export const notOne = 3;
export const Constants = { Low: 1, High: 2 };
