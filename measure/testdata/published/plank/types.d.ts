import { Tone } from '..';

// Declarations export all that they declare, unless they list what they export.
type Shared = { tone?: Tone; width?: number };

export interface Own extends Shared {
  length: number;
}
