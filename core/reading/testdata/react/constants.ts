export const sizes = ['s', 'm', 'l'] as const;
export interface Base {
  base: string;
  more?: number;
}
export type Loud = 'loud' | 'louder';
