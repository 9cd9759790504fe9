import type { ReactNode } from 'react';

export interface Base<T = string> {
  id: T;
  label?: ReactNode;
  tone?: Tone;
}
export type Tone = (typeof tones)[number];
export const tones = ['calm', 'notice', 'urgent'] as const;
export const sizes = { s: { width: 10 }, m: { width: 20 }, l: { width: 30 } } as const;
export const weights = { 300: 'light', 700: 'bold' } satisfies Record<number, string>;
export enum Tide { Low = 'low', High = 'high' }
export enum Level { One = 1, Two, Four = Two * 2 }
export type Size = keyof typeof sizes;
export namespace Port {
  export interface Berth { number: number; taken?: boolean }
  export type Kind = 'ferry' | 'freight';
}
export interface Crew<Rank extends string = 'mate', Extra = {}> { rank: Rank; extra?: Extra }
