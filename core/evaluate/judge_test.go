package evaluate

import (
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// judgedLibrary is what the judged types are made of. Nothing in it is missing:
// all of them can be known.
const judgedLibrary = `
export interface Berth { deck: string; level?: number; readonly code: 'a' | 'b'; tags: string[] }
export interface Cabin extends Berth { beds: 1 | 2; window?: boolean }
export interface Suite extends Pick<Cabin, 'deck' | 'beds'>, Priced<number> { butler(at: string, again?: boolean): void }
export interface Priced<T, U = T | null> { price: T; before?: U }
export interface Shelf { [name: string]: number | string; top: number }
export interface Rows { [at: number]: { row: string } }
export interface Bunk { (x: string): 'lower'; (x: number): 'upper' }
export interface Chain { next?: Chain; at: number }
export interface Held { a: { b?: { c: 'deep'; d: [1, 2] } } }
export type Fare = { kind: 'low'; seat: string } | { kind: 'high'; seat: number; lounge?: boolean };
export type Tone = 'calm' | 'loud' | 'urgent';
export type Size = 1 | 2 | 3;
export type Wide = 'a1' | 'a2' | 'a3' | 'a4' | 'a5' | 'a6' | 'a7' | 'a8' | 'a9' | 'b1' | 'b2' | 'b3';
export type Wider = 'z' | 'b3' | 'b2' | 'a1' | 'c1' | 'c2' | 'c3' | 'c4' | 'c5' | 'c6' | 'c7' | 'c8' | 'c9' | 'a4';
export type Chooses<T> = T extends 'a' ? { a: T } : {} & T extends 'b' ? { b: T } : never;
export type Key = keyof Cabin;
export type Pairs = [string, number?, ...boolean[]];
export type Named = readonly [from: 'x', to: 'y'];
export type Handler<E = string> = (event: E, ...rest: number[]) => boolean | void;
export type Either<A, B> = { left: A } | { right: B };
export type Wrapped<T> = { value: T; list: T[]; again: () => Wrapped<T>['value'] };
export type ValueOf<T> = T[keyof T];
export type Writable<T> = { -readonly [K in keyof T]: T[K] };
export type Nullable<T> = { [K in keyof T]: T[K] | null };
export type Getters<T> = { [K in keyof T as K extends string ? 'get' | 'is' extends infer P extends string ? ‵${P}${Capitalize<K>}‵ : never : never]: () => T[K] };
export type Without<T, V> = { [K in keyof T as T[K] extends V ? never : K]: T[K] };
export type Ones<T> = { [K in keyof T]: 1 };
export type Deep<T> = T extends (infer E)[] ? Deep<E>[] : T extends object ? { [K in keyof T]?: Deep<T[K]> } : T;
export type Flat<T> = T extends readonly (infer E)[] ? Flat<E> : T;
export type Joined<T extends readonly string[]> = T extends readonly [infer A extends string, ...infer R extends readonly string[]] ? R['length'] extends 0 ? A : ‵${A}.${Joined<R>}‵ : '';
export type Reversed<T extends readonly unknown[]> = T extends readonly [infer A, ...infer R] ? [...Reversed<R>, A] : [];
export type Params<F> = F extends (...args: infer P) => unknown ? P : 'none';
export type Second<F> = F extends (a: infer _A, b: infer B, ...rest: never[]) => unknown ? B : 'none';
export type IsNever<T> = [T] extends [never] ? 'never' : 'some';
export type Only<T, U> = T extends U ? T : never;
export type Picked<T, K extends keyof T = keyof T> = { [P in K]: T[P] };
export type Strict<T, K extends keyof T> = Omit<T, K> & Required<Pick<T, K>>;
export const scale = { small: 1, large: 3, of: { deep: 'x' } } as const;
export const words = ['one', 'two', 'three'] as const;
export const loose = { a: 1, b: 'text', c: [1, 'x'], d: () => 3 };
export function quote(of: number, how?: Tone): { sum: number; tone: Tone | undefined } { return { sum: of, tone: how }; }
export enum Deck { Low = 'low', High = 'high' }
export enum Level { One = 1, Two, Ten = 10, Eleven }
export class Ship { constructor(readonly name: string, public decks: number = 3) {} private hidden = 1; protected near = 2; static count = 0; sail(to: string): Ship { return this } get full(): boolean { return true } at?: Berth }
`

// judgedTypes are types whose meaning the TypeScript compiler is asked for.
var judgedTypes = []string{
	"3n | -3n", "0x10n", "1_000n | 0b11n", "`${0x1fn}`", "0x1f | 1_000 | 1e3 | 0b11", "Berth", "Cabin", "Suite", "Priced<string>", "Priced<1, 2>", "Chain", "Held", "Held['a']['b']", "NonNullable<Held['a']['b']>['d']", "Fare", "Fare['kind']", "Fare['seat']",
	"Shelf['anything']", "Shelf['top']", "Rows[3]['row']", "keyof Shelf", "keyof Rows", "keyof Berth", "keyof Fare", "keyof (Berth & { more: 1 })", "keyof (Berth | Cabin)", "Key",
	"Partial<Cabin>", "Required<Cabin>", "Readonly<Cabin>", "Pick<Cabin, 'beds' | 'deck'>", "Omit<Cabin, 'tags'>", "Omit<Cabin, Key>", "Omit<Fare, 'seat'>", "Omit<({ a?: string; b: number } | { [name: string]: string | number }) & { c: Tone }, 'b'>", "keyof ({ [name: string]: Tone } | { a: Tone; b?: Tone })", "Pick<{ [name: string]: Tone } | { a: Tone; b?: Tone }, 'a' | 'b'>", "Omit<Cabin, `${'b' | 't'}${string}`>", "Pick<Fare, 'kind'>", "Pick<Record<string, Tone>, 'any'>", "Parameters<any>", "Parameters<any>[0] extends {} ? 'y' : 'n'", "ReturnType<any>", "Parameters<never>", "InstanceType<any>", "Pick<{ [name: string]: string | number; code: string }, 'code' | 'other'>", "Partial<Fare>",
	"Record<Tone, number>", "Record<Size, Tone>", "Record<'a' | 'b', Record<'c', 1>>", "Partial<Record<Tone, Berth>>", "Record<string, Tone>", "Record<number, 1>['x' extends string ? number : never]",
	"Exclude<Tone, 'calm'>", "Extract<Tone | Size, string>", "Exclude<Fare, { kind: 'low' }>", "Extract<Fare, { kind: 'low' }>", "NonNullable<string | null | undefined>", "Exclude<Tone, string>",
	"Parameters<Handler>", "Parameters<Handler<3>>[0]", "ReturnType<Handler>", "Parameters<Bunk>", "ReturnType<Bunk>", "ReturnType<typeof quote>", "Parameters<typeof quote>", "ReturnType<typeof loose.d>",
	"ConstructorParameters<typeof Ship>", "InstanceType<typeof Ship>['sail']", "Pick<Ship, 'name' | 'decks' | 'full' | 'at'>", "keyof Ship", "Awaited<Promise<Promise<Tone>>>", "Awaited<string | Promise<1>>",
	"Pairs", "Pairs[0]", "Pairs[1]", "Pairs[number]", "Named", "Named['length']", "Named[number]", "[...Named, 'z']", "[...Pairs]", "Reversed<[1, 2, 3]>", "Joined<['a', 'b', 'c']>", "Joined<Named>", "Flat<1[][][]>",
	"Either<1, 2>", "Wrapped<Tone>", "Wrapped<Tone>['again']", "ValueOf<Pick<Cabin, 'beds' | 'deck'>>", "ValueOf<typeof scale>", "Writable<Berth>", "Nullable<Berth>", "Getters<Pick<Cabin, 'deck' | 'window'>>",
	"Without<Cabin, string>", "Without<Cabin, number | undefined>", "Deep<Held>", "Deep<Cabin>", "Params<Handler>", "Params<string>", "Second<(a: 1, b: 2) => void>", "Second<() => void>", "IsNever<never>", "IsNever<'a'>",
	"Only<Tone, 'calm' | 'x'>", "Only<boolean, true>", "Picked<Berth>", "Picked<Berth, 'deck'>", "Strict<Cabin, 'window'>", "Strict<Cabin, 'level' | 'window'>",
	"typeof scale", "typeof scale.of", "(typeof scale)[keyof typeof scale]", "keyof typeof scale", "(typeof words)[number]", "(typeof words)[1]", "(typeof words)['length']", "typeof loose.a", "typeof loose.c", "typeof loose.b",
	"Deck", "keyof typeof Deck", "`${Deck}`", "Deck.Low", "Level.Two", "`${Level}`", "Exclude<Deck, Deck.Low>", "Record<Deck, 1>", "`${Tone}-${Size}`", "`${Uppercase<Tone>}`", "Capitalize<Tone>", "`x${string}` & `${string}y`",
	"{ [K in Tone]: K }", "{ [K in Tone as `on${Capitalize<K>}`]?: (x: K) => void }", "{ [K in keyof Cabin]: Cabin[K] extends string ? 'text' : 'other' }", "Ones<Pairs>", "Partial<Named>", "Required<Pairs>", "Readonly<string[]>", "Partial<string[]>", "Ones<Fare | null>", "Ones<Tone>", "Without<Fare, number>", "{ [K in 'a']-?: K }",
	"Tone extends string ? 1 : 2", "Tone extends 'calm' ? 1 : 2", "{ a: 1 } extends { a: number } ? 'y' : 'n'", "{ a?: 1 } extends { a: 1 } ? 'y' : 'n'", "(() => 1) extends (() => number) ? 'y' : 'n'", "((a: string) => void) extends ((a: 'x') => void) ? 'y' : 'n'",
	"[1, 2] extends readonly number[] ? 'y' : 'n'", "string[] extends readonly unknown[] ? 'y' : 'n'", "{} extends { a?: 1 } ? 'y' : 'n'", "null extends object ? 'y' : 'n'", "Berth extends object ? 'y' : 'n'", "'a1' extends `a${number}` ? 'y' : 'n'",
	"'a-b' extends `${infer A}-${infer B}` ? [A, B] : 0", "{ a: { b: 3 } } extends { a: { b: infer X } } ? X : 0", "[1, 2, 3] extends [infer A, ...infer R] ? [A, R] : 0", "((x: 1, y: 2) => 3) extends (...a: infer P) => infer R ? [P, R] : 0",
	"Berth & { deck: 'x' }", "Berth & Priced<1>", "{ a: string } & { a: number }", "{ a: 'x' | 'y' } & { a: 'y' | 'z' }", "('a' | 'b') & ('b' | 'c')", "string & 'a'", "unknown & 1", "never | 1", "unknown | 1", "(1 | 2) & number",
	"Fare & { more: 1 }", "(Fare & { kind: 'low' })['seat']", "{ a: 1 } | { a: 2 }", "boolean | true", "true | false", "1 | number", "'a' | string", "string | (string & {})", "Handler | null", "(Handler | null)[]",
	"{ a?: 'x' | 'y' } & { a: 1 | undefined }", "({ a?: 'x'; b: 1 } | { c: 2 }) & { a: number | undefined }", "Wide & Wider", "Wide & (Wider | (string & {}))", "Wide & string", "(Wide | 1 | 2) & (number | 'a1')", "keyof any extends string ? 1 : 2", "((x: any) => 1) extends ((x: string) => number) ? 'y' : 'n'", "{ a: any } extends { a: string } ? 'y' : 'n'", "{ a: any } extends { a: never } ? 'y' : 'n'", "Exclude<any, string>", "Chooses<'a'>", "Chooses<'a' | 'b'>",
	"[1] extends [infer A extends string] ? A : 'no'", "['x'] extends [infer A extends string] ? A : 'no'", "'a1' extends `a${infer N extends number}` ? N : 0", "never extends `${infer X}l` ? X : 0", "'is-true' extends `is-${infer B extends boolean}` ? B : 0", "'12' extends `${infer B extends bigint}` ? B : 0", "'x' extends `${infer B extends number | 'x'}` ? B : 0", "[] extends [...infer R] ? R : 0",
	"Lowercase<'ABC'>", "Uncapitalize<Capitalize<'abc'>>", "Required<Priced<1>>['before']", "Partial<Berth>['code']", "(Berth | Cabin)['deck']", "(Berth | null)[]", "Cabin['window' | 'beds']", "Cabin[Exclude<Key, 'tags'>]",
}

// asked are random types, made of the library's and of each other. What is no
// right type is left out by the compiler.
func asked(rng *rand.Rand, depth int) string {
	pick := func(list ...string) string { return list[rng.IntN(len(list))] }
	object := func() string {
		return pick("Berth", "Cabin", "Suite", "Priced<Tone>", "Held", "Fare", "Either<1, 'x'>", "typeof scale", "Record<Tone, Size>", "{ deck: Tone; extra?: 1 }", "{ level: Size } | { code: 'a' }", "Wrapped<Size>")
	}
	keys := func() string {
		return pick("'deck'", "'level'", "'code'", "'deck' | 'beds'", "'kind'", "'price'", "Key", "keyof Berth", "Tone")
	}
	if depth <= 0 {
		return pick(object(), object(), "Tone", "Size", "string", "number", "boolean", "null", "undefined", "Pairs", "Named", "Handler", "'x'", "3", "never", "Deck", "string[]", keys())
	}
	inner := func() string { return "(" + asked(rng, depth-1) + ")" }
	// What members are taken from is an object: those of texts and lists are
	// JavaScript's own.
	var shaped func(depth int) string
	shaped = func(depth int) string {
		if depth <= 0 {
			return object()
		}
		a, b := "("+shaped(depth-1)+")", "("+shaped(depth-1)+")"
		return pick(object(), a+" & "+b, a+" | "+b, "Partial<"+a+">", "Omit<"+a+", "+keys()+">", "Required<"+a+">", "{ a: "+inner()+"; b?: "+inner()+" }", "{ [K in keyof "+a+"]: "+inner()+" }")
	}
	of := func() string { return "(" + shaped(rng.IntN(depth+1)) + ")" }
	switch rng.IntN(30) {
	case 0:
		return "Partial<" + of() + ">"
	case 1:
		return "Required<" + of() + ">"
	case 2:
		o := object()
		return "Pick<" + o + ", keyof (" + o + ") & (" + keys() + ")>"
	case 3:
		return "Omit<" + of() + ", " + keys() + ">"
	case 4:
		return "keyof " + of()
	case 5:
		o := object()
		return o + "[keyof " + o + "]"
	case 6:
		return "Exclude<" + inner() + ", " + inner() + ">"
	case 7:
		return "Extract<" + inner() + ", " + inner() + ">"
	case 8:
		return "Record<" + pick("Tone", "Size", "Deck", "'a' | 'b'", "string", "keyof Berth") + ", " + inner() + ">"
	case 9, 10:
		return inner() + " | " + inner()
	case 11, 12:
		return of() + " & " + of()
	case 13:
		return "(" + inner() + ")[]"
	case 14:
		return "[" + inner() + ", ..." + pick("Pairs", "Named", "string[]", "[1, 2?]") + "]"
	case 15:
		return inner() + " extends " + inner() + " ? " + inner() + " : " + inner()
	case 16:
		return "{ [K in keyof " + of() + "]: K }"
	case 17:
		o := of()
		return "{ [K in keyof " + o + pick(" as K", " as Exclude<K, 'deck'>", " as K extends string ? `on${Capitalize<K>}` : never") + "]" + pick("", "?", "-?") + ": " + o + "[K] }"
	case 18:
		return pick("Writable", "Nullable", "Deep", "ValueOf", "Picked", "Flat", "IsNever", "Params", "Wrapped", "Priced", "Getters") + "<" + of() + ">"
	case 19:
		return pick("Without", "Only", "Either") + "<" + of() + ", " + inner() + ">"
	case 20:
		return "`" + pick("", "a-") + "${" + pick("Tone", "Size", "Deck", "boolean", "string", "Capitalize<Tone>") + "}" + pick("", "-z") + "`"
	case 21:
		return inner() + " extends " + pick("(infer X)[]", "{ deck: infer X }", "[infer X, ...any[]]", "(...a: infer X) => any", "`${infer X}l${string}`", "Priced<infer X>") + " ? X : 'none'"
	case 22:
		return "(a: " + inner() + ", b?: " + inner() + ") => " + inner()
	case 23:
		return "Parameters<(a: " + inner() + ", ...r: " + pick("Pairs", "Named", "Size[]") + ") => 1>" + pick("", "[0]", "[number]")
	case 24:
		return "{ a: " + inner() + "; b?: " + inner() + "; readonly c: " + inner() + " }" + pick("", "['a' | 'b']", "['c']")
	case 25:
		return "NonNullable<" + inner() + ">"
	case 26:
		return "Readonly<" + of() + ">" + pick("", "['deck' & keyof Cabin]")
	case 27:
		return "ReturnType<() => " + inner() + ">"
	case 28:
		return "Strict<Cabin, " + pick("'window'", "'level' | 'beds'", "'deck'") + ">"
	}
	return "Awaited<Promise<" + inner() + "> | " + inner() + ">"
}

// judgedValues are what expressions are made of, beside the library.
const judgedValues = `
export declare const tone: Tone, size: Size, flag: boolean, chosen: boolean, berth: Berth, cabin: Cabin, fare: Fare, list: string[], pairs: Pairs, named: Named, some: Berth | undefined, none: string | null;
export declare const handler: Handler, ship: Ship, shelf: Shelf, held: Held, count: number, wrapped: Wrapped<Tone>;
export declare function pick<T, K extends keyof T>(of: T, name: K): T[K];
export declare function first<T>(of: readonly T[]): T | undefined;
export declare function same<T extends string>(of: T): T;
export declare function over(of: string): 'text'; export declare function over(of: number): 'number';
export declare function make<D extends {}>(o: { cfg?: D; size?: number }): D; export declare function open<D extends Record<string, unknown>>(o: D): D; export declare function kept<const D>(o: D): D;
export declare function words1<K extends string>(o: { names: K[]; main?: K }): K; export declare function axes<T extends Record<string, Record<string, string>>>(o: { variants: T; first?: { [K in keyof T]?: keyof T[K] } }): { [K in keyof T]?: keyof T[K] };
export declare function bag<T>(o: { of: T }): T; export declare function itself<T>(o: T): T; export declare function listOf<T>(all: T[]): T; export declare function keyed<K extends string, V>(o: Record<K, V>): [K, V]; export declare function choose<T, K extends keyof T>(o: T, k: K[]): K;
export declare function named2<K extends string, V>(o: { [P in K]: V[] }): { [P in K]?: V };
export declare function held1<V extends string | number, T extends { [key: string]: V }>(o: T): T; export declare function shelved<T extends { [key: string]: string[] }>(o: T): T; export declare function wrapped1<T>(o: T): { of: T };
export const later = async () => tone;
`

// judgedExpressions are expressions whose type the compiler is asked for.
var judgedExpressions = []string{
	"'x'", "3", "-3", "true", "null", "undefined", "`plain`", "`${count} left`", "tone", "[1, 'x']", "[]", "[tone, size]", "['a', 'b'] as const", "{ a: 1, b: 'x' }", "{ a: 1, b: { c: tone } } as const", "{ ...berth, deck: 3 }", "{ ...berth, ...cabin }",
	"{ [tone]: 1 }", "{ tone }", "{ get a() { return tone; } }", "{ m(x: string) { return x; } }", "[...list, 3]", "[...named, 'z'] as const", "berth.deck", "berth.level", "cabin.tags[0]", "pairs[0]", "pairs[1]", "named[1]", "named.length", "shelf.top", "shelf.anything", "shelf['x']",
	"some?.deck", "some?.level", "some!.deck", "held.a.b?.d[1]", "held.a?.b!.c", "fare.kind", "fare.seat", "flag ? tone : size", "flag ? 'a' : 'b'", "some ?? berth", "none ?? 'x'", "none || 3", "flag && tone", "some && some.deck", "!flag", "!tone", "-count", "+tone", "count + 1", "tone + 1", "count > 1", "tone === 'calm'", "typeof tone", "void 0",
	"(x: number) => x", "(x: string, y = 3) => [x, y]", "() => ({ tone })", "() => { if (flag) { return tone; } return 3; }", "async () => tone", "() => {}", "function (this: Ship, a: string) { return a; }", "<T extends string>(x: T) => x", "(...all: Tone[]) => all", "({ deck, level = 2 }: Berth) => level",
	"quote(1)", "quote(1).tone", "quote(1, 'calm').sum", "over('x')", "over(3)", "first(list)", "first([1, 2])", "first(named)", "pick(cabin, 'beds')", "pick(berth, 'level')", "same('x')", "same(tone)", "handler('x')", "wrapped.again()", "(() => tone)()", "ship.sail('x')", "ship.sail('x').decks", "ship.full", "ship.at?.deck", "new Ship('x')", "new Ship('x').name", "Ship", "Ship.count",
	"Deck.Low", "Deck", "Level.Two", "scale", "scale.of.deep", "words", "words[0]", "loose", "loose.c", "loose.d()", "loose.c[0]", "tone as string", "'x' as const", "{ a: 'x' } satisfies { a: string }", "({ a: 'x' } as { a: 'x' | 'y' })", "tone satisfies string", "(tone)",
	"make({ cfg: { id: '', on: false, n: 3, list: ['x'], deep: { x: 'a' } } })", "make({ cfg: { tone, pairs, id: 'a' as const } })", "open({ id: 'x', n: 3, deep: { a: true } })", "kept({ id: 'x', list: ['a', 1], deep: { on: true } })", "words1({ names: ['a', 'b'] })", "words1({ names: ['a'], main: 'a' })",
	"axes({ variants: { size: { s: 'x', m: 'y' }, tone: { calm: 'z' } } })", "axes({ variants: { size: { s: 'x', m: 'y' }, tone: { calm: 'z' } }, first: { size: 's' } })", "bag({ of: 'x' })", "bag({ of: { id: 'x' } })", "itself('x')", "itself({ id: 'x' })", "itself(['x'])", "listOf(['x', 'y'])", "listOf([{ id: 'x' }])", "keyed({ a: 1, b: 2 })", "keyed({ a: 'x' })", "named2({ a: [1], b: [2] })",
	"choose({ a: 1, b: 2 }, ['a'])", "held1({ a: 'x', b: 3 })", "shelved({ a: ['x'] })", "wrapped1('x')", "wrapped1({ a: 'x' })", "wrapped1(tone)", "wrapped1([1, 2])", "itself(true)", "itself(flag ? 'x' : 'y')", "wrapped1(flag ? 'x' : 'y')",
	"{ a: 'x', on: true } satisfies { a: string; on: boolean }", "{ kind: 'a', of: 'x' } satisfies { kind: 'a'; of: 'x' | 'y' } | { kind: 'b'; of: string }", "{ kind: 'b', of: 'x' } satisfies { kind: 'a'; of: 'x' | 'y' } | { kind: 'b'; of: string }",
	"{ a: { kind: 'a', on: true, n: 3 } } satisfies Record<string, { kind: 'a'; n?: number; on: true } | { kind: string }>", "['x', 3] satisfies ('x' | number)[]", "{ all: ['x', 'y'], deep: [{ a: 'x' }] } satisfies { all: readonly Tone[] | string[]; deep: { a: 'x' | 'y' }[] }",
	"[{ kind: 'a', on: true }, { kind: 'b' }] satisfies ({ kind: 'a'; on?: boolean } | { kind: 'b' })[]", "new Set(words)", "new Set(['a', 'b'])", "new Set([{ a: 1 }])", "new Set()", "new Set<Tone>()", "new Map([['a', 1]])", "new Map([['a', tone]] as const)", "new Map([['a', { n: 1 }], ['b', { n: 2 }]])", "new Map()", "new Date()", "new WeakMap<Berth, Tone>()", "new Set(new Set(named))", "new Promise<Tone>((done) => done('calm'))", "await later()",
	"list.map((x) => x.length)", "list.filter((x) => x)", "cabin.tags.includes('a')", "tone.length", "tone.toUpperCase()", "list.length", "list.join('')", "count.toFixed(2)", "[1, 2, 3].map((x) => ({ x }))", "Object.keys(berth)", "list.at(0)", "tone.split('')", "list.slice(1)", "list.concat(['x'])", "[...list].reverse()", "list.find((x) => x === 'a')", "list.some((x) => !x)", "Math.max(1, 2)", "String(count)", "Number(tone)", "Boolean(tone)", "JSON.stringify(berth)", "parseInt('3')", "new Set(list)", "new Map<string, number>()", "Promise.resolve(tone)",
}

// expressed are random expressions.
func expressed(rng *rand.Rand, depth int) string {
	pick := func(list ...string) string { return list[rng.IntN(len(list))] }
	if depth <= 0 {
		return pick("'x'", "3", "true", "null", "undefined", "tone", "size", "flag", "berth", "cabin", "fare", "list", "pairs", "named", "some", "none", "ship", "count", "scale", "words", "held", "loose", "wrapped", "Deck.Low", "shelf")
	}
	inner := func() string { return "(" + expressed(rng, depth-1) + ")" }
	switch rng.IntN(20) {
	case 0, 1:
		return "{ a: " + inner() + ", b: " + inner() + " }" + pick("", "", ".a", " as const")
	case 2:
		return "{ ...berth, deck: " + inner() + " }" + pick("", ".deck", ".code")
	case 3:
		return "[" + inner() + ", " + inner() + "]" + pick("", "[0]", " as const", ".length")
	case 4:
		return "chosen ? " + inner() + " : " + inner()
	case 5:
		return inner() + " ?? " + inner()
	case 6:
		return inner() + " || " + inner()
	case 7:
		return inner() + " && " + inner()
	case 8:
		return "(x: " + pick("Tone", "Berth", "number") + ", y = " + inner() + ") => " + pick("x", "y", "[x, y]", "({ x, y })", inner())
	case 9:
		return pick("!", "typeof ", "void ") + inner()
	case 10:
		return inner() + pick(" === ", " !== ") + inner()
	case 11:
		return "(() => " + inner() + ")()"
	case 12:
		return "first([" + inner() + ", " + inner() + "])"
	case 13:
		return "pick({ a: " + inner() + ", b: 3 }, " + pick("'a'", "'b'") + ")"
	case 14:
		return "({ a: " + inner() + " }).a"
	case 15:
		return "(" + pick("some", "none", "held.a.b", "berth.level", "ship.at") + ")" + pick("", "!", " ?? 'x'", " || 0", " && 1")
	case 16:
		return "`${" + pick("tone", "count", "flag") + "}-" + pick("x", "${size}") + "`" + pick("", " as const")
	case 17:
		return "(() => { if (chosen) { return " + inner() + "; } return " + inner() + "; })()"
	case 18:
		return "[" + inner() + ", ..." + pick("list", "named", "words", "[1, 2]") + "]" + pick("", " as const", "[0]")
	}
	return "(" + inner() + ") satisfies unknown"
}

// TestExpressionsAgreeWithTheCompiler evaluates expressions, listed and random
// ones, and has the compiler hold the type that comes out against its own. What we
// do not know is said to be unknown: the members that JavaScript itself gives.
func TestExpressionsAgreeWithTheCompiler(t *testing.T) {
	all := slices.Clone(judgedExpressions)
	rng := rand.New(rand.NewPCG(seedOf(), 9))
	for range 500 {
		all = append(all, expressed(rng, 1+rng.IntN(3)))
	}
	j := judge(t, strings.ReplaceAll(judgedLibrary, "‵", "`")+judgedValues, all, "export const v%[1]d = %[2]s; export type Asked%[1]d = typeof v%[1]d;")
	// What is private tells classes apart that have the same members.
	j.tell(t, len(judgedExpressions), func(text string) bool {
		return strings.Contains(text, "Deck") || strings.Contains(text, "Level") || strings.Contains(strings.ToLower(text), "ship")
	})
	if j.judged < len(all)*2/3 {
		t.Errorf("of %d expressions only %d were judged", len(all), j.judged)
	}
	if j.unknown*5 > j.judged {
		t.Errorf("of %d expressions %d are said to be unknown", j.judged, j.unknown)
	}
}

// TestTypesAgreeWithTheCompiler evaluates types, listed and random ones, and has
// the TypeScript compiler hold what comes out against what was written: each must
// be assignable to the other, and any only where the other is. What is right
// nowhere is no type, and is left out.
func TestTypesAgreeWithTheCompiler(t *testing.T) {
	all := slices.Clone(judgedTypes)
	for name := range domSets {
		all = append(all, name)
	}
	for name := range domKeys {
		all = append(all, "keyof "+name)
	}
	listed := len(all)
	rng := rand.New(rand.NewPCG(seedOf(), 5))
	for range 900 {
		all = append(all, asked(rng, 1+rng.IntN(3)))
	}
	j := judge(t, strings.ReplaceAll(judgedLibrary, "‵", "`"), all, "export type Asked%[1]d = %[2]s;")
	// The compiler tells the members of enumerations from the same values.
	j.tell(t, listed, func(text string) bool { return strings.Contains(text, "Deck") || strings.Contains(text, "Level") })
	for i, text := range all[:listed] {
		if j.ours[i] == "" {
			t.Errorf("%s is not known: %s", text, j.why[i])
		}
	}
	if j.judged < len(all)/2 {
		t.Errorf("of %d types only %d were judged", len(all), j.judged)
	}
	if j.unknown*8 > j.judged {
		t.Errorf("of %d types %d are said to be unknown", j.judged, j.unknown)
	}
}

// judgement is what we say of a list of types or expressions, and what the
// compiler says of that.
type judgement struct {
	all             []string
	ours, why       []string // "" in ours for what is unknown, and then why
	rejected        map[line]string
	judged, unknown int
}

// judge evaluates what is declared by a form, which is given the number and the
// text of each and must declare the type Asked with the number.
func judge(t *testing.T, declared string, all []string, form string) *judgement {
	t.Helper()
	source := declared
	for i, text := range all {
		source += fmt.Sprintf(form+"\n", i, text)
	}
	set, err := modules.Open(fstest.MapFS{"a.ts": {Data: []byte(source)}}, ".")
	if err != nil {
		t.Fatal(err)
	}
	set.Survey([]string{"a.ts"}, whole)
	m := set.Module("a.ts")
	for _, e := range m.File.Errors {
		t.Fatalf("what is asked does not parse: %v", e)
	}
	e := New(set, Names{})
	j := &judgement{all: all, ours: make([]string, len(all)), why: make([]string, len(all))}
	for i := range all {
		e.Odd = nil
		of := e.PlainType(m.Decls.Of(fmt.Sprint("Asked", i))[0].Node.(*syntax.Alias).Type, In(m))
		if of == nil || len(e.Odd) > 0 || strings.Contains(of.String(), "Unread") || strings.Contains(of.String(), "KeyOf<") || strings.Contains(of.String(), "MemberOf<") {
			j.why[i] = fmt.Sprint(of, " ", e.Odd)
			continue
		}
		j.ours[i] = of.String()
	}
	j.rejected = compile(t, declared, all, j.ours, form)
	return j
}

// tell says where the two differ. The first are listed and must be right as they
// are asked. loosely is what fits in one direction only.
func (j *judgement) tell(t *testing.T, listed int, loosely func(text string) bool) {
	t.Helper()
	wrong := 0
	for i, text := range j.all {
		if problem, is := j.rejected[line{i, 0}]; is {
			if i < listed {
				t.Errorf("%s is not right: %s", text, problem)
			}
			continue
		}
		if j.ours[i] == "" {
			j.unknown++
			continue
		}
		j.judged++
		for side, what := range []string{1: "it does not fit ours", 2: "ours does not fit it", 3: "one of the two is any"} {
			if _, is := j.rejected[line{i, side}]; side > 0 && is && !(loosely(text) && (side == 2 || i >= listed)) {
				if wrong++; wrong <= 60 {
					t.Errorf("%s\n is not %s: %s", text, j.ours[i], what)
				}
			}
		}
	}
	t.Logf("%d judged, %d wrong, %d unknown", j.judged, wrong, j.unknown)
}

// line is what a line of the compiled file holds: what is asked, then the three
// ways in which ours is held against it.
type line struct{ of, side int }

// compile gives the lines that the compiler rejects, with its words.
func compile(t *testing.T, declared string, all, ours []string, form string) map[line]string {
	t.Helper()
	dir := t.TempDir()
	var b strings.Builder
	b.WriteString(declared + "type IsAny<T> = 0 extends 1 & T ? true : false;\n")
	first := strings.Count(b.String(), "\n") + 1
	var lines []line
	add := func(l line, format string, args ...any) {
		lines = append(lines, l)
		fmt.Fprintf(&b, format+"\n", args...)
	}
	for i, text := range all {
		add(line{i, 0}, form, i, text)
		if ours[i] == "" {
			continue
		}
		add(line{i, 1}, "export const to%d = (x: Asked%d): %s => x;", i, i, ours[i])
		add(line{i, 2}, "export const from%d = (x: %s): Asked%d => x;", i, ours[i], i)
		add(line{i, 3}, "export const any%d = (x: IsAny<%s>): IsAny<Asked%d> => x;", i, ours[i], i)
	}
	if err := os.WriteFile(filepath.Join(dir, "asked.ts"), []byte(b.String()), 0o644); err != nil {
		t.Fatal(err)
	}
	tsc, err := filepath.Abs("../../console/node_modules/typescript/bin/tsc")
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", tsc, "--noEmit", "--strict", "--target", "es2023", "--module", "esnext", "asked.ts")
	cmd.Dir = dir
	out, _ := cmd.Output() // that it rejects something says nothing of the run
	rejected := map[line]string{}
	for _, found := range regexp.MustCompile(`(?m)^asked\.ts\((\d+),\d+\): (.*)`).FindAllStringSubmatch(string(out), -1) {
		var at int
		fmt.Sscan(found[1], &at)
		if at < first {
			t.Fatalf("the library itself is wrong: %s", out[:min(len(out), 600)])
		}
		rejected[lines[at-first]] = found[2]
	}
	if len(rejected) == 0 {
		t.Fatalf("the compiler did not run: %s", out)
	}
	return rejected
}

// seedOf is the seed of what is random: another one asks for others.
func seedOf() uint64 {
	seed, err := strconv.ParseUint(os.Getenv("STEADY_SEED"), 10, 64)
	if err != nil {
		return 11
	}
	return seed
}
