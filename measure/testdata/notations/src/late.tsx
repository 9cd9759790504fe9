import type { Size } from './shared';
export default function Late(props: { late: Size; hours?: number }) { return <p>{props.late}</p>; }
