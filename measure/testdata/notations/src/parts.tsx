import type { Tone } from './shared';
export function Cabin(props: { number: number; tone?: Tone }) { return <p>{props.number}</p>; }
export const Rail = Object.assign(({ long }: { long: boolean }) => <p>{long}</p>, { Post: (props: { at: 'bow' | 'stern' }) => <i>{props.at}</i> });
