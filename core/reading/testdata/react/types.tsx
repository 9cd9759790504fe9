import type { HTMLAttributes, ReactNode } from 'react';
import type { Far } from 'acme-types';
import { sizes } from './constants';
import type { Base, Loud as Noisy } from './constants';
import * as C from './constants';

interface Parent<T> {
  value: T; //= prop value: 'on' | 'off' required variant
  shared?: string;
}
interface Child extends Omit<Parent<'on' | 'off'>, 'shared'>, Base {
  shared?: number; //= prop shared: number
}
enum Level { Low, High = 5, Top }

export function Many(props: Child & Pick<Far, 'one'> & { //= prop one: unknown maybe unread //= root p
  noisy: Noisy; //= prop noisy: 'loud' | 'louder' required variant
  size: (typeof sizes)[number]; //= prop size: 's' | 'm' | 'l' required variant
  level: Level; //= prop level: 0 | 5 | 6 required variant
  key2: keyof Base; //= prop key2: 'base' | 'more' required variant
  far: Far; //= prop far: import('acme-types').Far required
  named: C.Base['base']; //= prop named: string required
  not: Exclude<Noisy | 'quiet', 'louder'>; //= prop not: 'loud' | 'quiet' required variant
  open: 'a' | 'b' | (string & {}); //= prop open: 'a' | 'b' | (string & {}) required variant
  record: Record<'x' | 'y', number>; //= prop record: { x: number; y: number } required
  tuple: readonly [a: string, b?: number]; //= prop tuple: readonly [a: string, b?: number] required
  pattern: `#${string}`; //= prop pattern: `#${string}` required
  tree: Node2; //= prop tree: { name: string; children: Node2[] } required
  odd: Far extends string ? 1 : 2; //= prop odd: unknown required unread
}) {
  return <p>{props.size}</p>; 
}
interface Node2 { name: string; children: Node2[] }

export function Partly(props: Partial<Base> & HTMLAttributes<HTMLElement>) { //= root p //= pass root p
  return <p {...props} />;
}
