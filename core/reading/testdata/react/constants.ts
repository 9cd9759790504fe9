export const sizes = ['s', 'm', 'l'] as const;
export interface Base {
  base: string; //= prop base: string //= prop base: string required
  more?: number; //= prop more: number
}
export type Loud = 'loud' | 'louder';
