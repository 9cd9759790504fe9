import { Badge } from 'react-bootstrap';
import type { Loudness } from '../kinds';

export function Tag({ how, text }: { how: Loudness; text: string }) {
  return <Badge variant={how} pill>{text}</Badge>;
}

export const Plain = ({ text }: { text: string }) => <Badge>{text}</Badge>;
