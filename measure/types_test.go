package main

import (
	"fmt"
	"math/rand/v2"
	"path/filepath"
	"strings"
	"testing"
)

// aliases are the type functions that random types are made with, as libraries write them.
const aliases = `import type { ComponentProps, ReactElement, ReactNode } from 'react';
type Loose<T> = { [K in keyof T]?: T[K] };
type Firm<T> = { [K in keyof T]-?: T[K] };
type Open<T> = { -readonly [K in keyof T]: T[K] };
type Only<T, V> = { [K in keyof T as T[K] extends V ? K : never]: T[K] };
type Without<T, K extends PropertyKey> = { [P in keyof T as P extends K ? never : P]: T[P] };
type Called<T, P extends string> = { [K in keyof T as ` + "`${P}${Capitalize<K & string>}`" + `]: T[K] };
type Swap<T, U> = Omit<T, keyof U> & U;
type Flat<T> = { [K in keyof T]: T[K] } & {};
type Some<T, K extends keyof T = keyof T> = Pick<T, K> & Partial<Omit<T, K>>;
type Held<T> = T extends { a: infer V } ? { held: V } : T extends { a?: infer V } ? { held?: V } : { none: true };
type Heard<T> = { [K in keyof T & string as ` + "`on${Capitalize<K>}Change`" + `]?: (next: T[K], name: K) => void };
type Values<T> = T[keyof T];
type Either<A, B> = (A & { [K in Exclude<keyof B, keyof A>]?: never }) | (B & { [K in Exclude<keyof A, keyof B>]?: never });
type If<C, A, B> = [C] extends [never] ? B : C extends true ? A : B;
type Has<T, K extends PropertyKey> = K extends keyof T ? true : false;
type Split<S extends string> = S extends ` + "`${infer A}-${infer B}`" + ` ? A | Split<B> : S;
type First<T extends readonly unknown[]> = T extends readonly [infer A, ...unknown[]] ? A : never;
type Rest<T extends readonly unknown[]> = T extends readonly [unknown, ...infer R] ? R : [];
type Paths<T> = { [K in keyof T & string]: T[K] extends object ? ` + "`${K}.${Paths<T[K]>}`" + ` : K }[keyof T & string];
type Deep<T> = { [K in keyof T]?: T[K] extends (...args: any[]) => any ? T[K] : T[K] extends { n: any } ? Deep<T[K]> : T[K] };
type Both<U> = (U extends unknown ? (k: U) => void : never) extends (k: infer I) => void ? I : never;
type Merged<T extends readonly unknown[]> = T extends readonly [infer A, ...infer R] ? Omit<A, keyof Merged<R>> & Merged<R> : {};
type Given<F> = F extends (given: infer P, ...rest: any[]) => unknown ? P : never;
type Nullish<T> = { [K in keyof T]: T[K] | null };
type Filled<T> = { [K in keyof T]-?: Exclude<T[K], null | undefined> };
type Renamed<T, M extends Record<string, string>> = { [K in keyof T as K extends keyof M ? M[K] : K]: T[K] };
interface Box<T> { held: T; tell?: (held: T, old: T) => void }
declare class Boat { kind: 'sail' | 'motor'; length?: number; private hull: string; static make(): Boat; turn(to: string): void }
declare const defaults: { readonly tone: 'calm'; readonly size: 1 | 2; open: boolean };
declare function rig<T>(of: T): { rigged: T; loose?: boolean };
type When<T, C, A, B> = T extends C ? A : B;
type Nested<T> = T extends object ? { inner: T } : never;
const tones = ['calm', 'loud'] as const;
const sizes = { s: 1, m: 2 } as const;
enum Side { Port = 'port', Starboard = 'starboard' }
`

// scalars are types of members. Each is one that the judge tells sets of values of.
var scalars = []string{
	"'x' | 'y'", "string", "number", "boolean", "() => void", "(next: string, spot: number) => void", "ReactNode", "1 | 2", "'x' | null", "string[]", "(typeof tones)[number]", "keyof typeof sizes",
	"Side", "`${'s' | 'm'}-${'x' | 'y'}`", "(typeof sizes)[keyof typeof sizes]", "{ n: string }", "Uppercase<'x' | 'y'>", "Exclude<'x' | 'y' | 'z', 'z'>", "Extract<'x' | 1, string>", "NonNullable<'x' | undefined>", "true",
	"Split<'s-x' | 'm'>", "First<['x', 1]>", "First<Rest<['x', 1 | 2, true]>>", "Awaited<Promise<'x' | 'y'>>", "Parameters<(a: 'x', b: 1) => void>[number]", "ReturnType<() => 'x' | 'y'>", "Boat['kind']",
	"Paths<{ a: { b: 1; c: { d: 2 } } }>", "Capitalize<'x' | 'y'>", "(typeof defaults)['tone']", "keyof typeof defaults", "Given<(given: 'x' | 'y') => void>", "InstanceType<typeof Boat>['length']", "Lowercase<'X'> | 'y'",
	"`${1 | 2}px`", "Exclude<keyof typeof defaults, 'tone'>", "[from: 'x', to?: 'y'][0]", "[from: 'x', to?: 'y'][number]", "'x' & string", "unknown", "(typeof tones)[0]", "Extract<keyof Boat, string>",
}

// typeMaker writes random types of props; nothing it writes is wrong by itself.
type typeMaker struct {
	*rand.Rand
	b            strings.Builder
	bases, added int
}

func (m *typeMaker) of(list ...string) string { return someOf(m.Rand, list) }

// members writes the members of an object type.
func (m *typeMaker) members(readonly bool) string {
	var list []string
	for _, name := range shuffled(m.Rand, []string{"a", "b", "c", "d", "e"})[:1+m.IntN(4)] {
		mark := m.of("?", "")
		if readonly && m.IntN(3) == 0 {
			name = "readonly " + name
		}
		list = append(list, name+mark+": "+m.of(scalars...))
	}
	return strings.Join(list, "; ")
}

// base declares an interface, some with bases of their own, and gives its name.
func (m *typeMaker) base() string {
	name := fmt.Sprint("A", m.bases)
	extends := ""
	if m.bases > 0 && m.IntN(4) == 0 {
		extends = fmt.Sprintf(" extends Omit<A%d, 'a' | 'b' | 'c' | 'd' | 'e'>", m.IntN(m.bases))
	}
	m.bases++
	fmt.Fprintf(&m.b, "export interface %s%s { %s; own%s?: 'k' | 'l' }\n", name, extends, m.members(true), name)
	return name
}

// object writes a type whose members are known.
func (m *typeMaker) object(depth int) string {
	if depth == 0 {
		if m.bases > 0 && m.IntN(2) == 0 {
			return fmt.Sprint("A", m.IntN(m.bases))
		}
		return "{ " + m.members(false) + " }"
	}
	inner := func() string { return m.object(depth - 1) }
	key := func() string { return m.of("'a'", "'a' | 'b'", "'c' | 'd'", "'e'", "'b' | 'nothing'") }
	switch m.IntN(36) {
	case 0:
		of := inner()
		m.added++ // a member of another type under the same name would leave no value at all
		return fmt.Sprintf("(%s & { n%d%s: %s })", of, m.added, m.of("?", ""), m.of(scalars...))
	case 1:
		return "Omit<" + inner() + ", " + key() + ">"
	case 2:
		of := inner()
		return "Pick<" + of + ", Extract<keyof " + parenthesized(of) + ", " + key() + ">>"
	case 3:
		return m.of("Partial", "Required", "Readonly", "Loose", "Firm", "Open", "Flat") + "<" + inner() + ">"
	case 4:
		return "Only<" + inner() + ", " + m.of("string", "number", "boolean", "string | undefined", "Function") + ">"
	case 5:
		return "Called<" + inner() + ", " + m.of("'on'", "'x'", "'first' | 'last'") + ">"
	case 6:
		return "Swap<" + inner() + ", " + inner() + ">"
	case 7:
		return "Held<" + inner() + ">"
	case 8:
		return "Record<" + m.of("'p' | 'q'", "`p${1 | 2}`", "Side", "keyof typeof sizes") + ", " + m.of(scalars...) + ">"
	case 9:
		return "{ [K in " + m.of("'r' | 's'", "(typeof tones)[number]", "`${'r' | 's'}Lit`") + "]" + m.of("?", "", "-?") + ": " + m.of(scalars...) + " }"
	case 10:
		return "(" + inner() + " | " + inner() + ")"
	case 11:
		return "When<" + inner() + ", " + m.of("{ a: any }", "{ b?: any }", "{ c: string }", "{ d?: 'x' | 'y' }") + ", " + inner() + ", " + inner() + ">"
	case 12:
		return "{ v?: Values<" + inner() + "> }"
	case 13:
		return "{ k?: keyof " + parenthesized(inner()) + " }"
	case 14:
		return "Heard<" + inner() + ">"
	case 15:
		return "Without<" + inner() + ", " + key() + ">"
	case 16:
		return "Either<" + inner() + ", " + inner() + ">"
	case 17:
		return "If<Has<" + inner() + ", " + key() + ">, " + inner() + ", " + inner() + ">"
	case 18:
		of := inner()
		return "{ [K in keyof " + parenthesized(of) + " as K extends " + key() + " ? `data${Capitalize<K & string>}` : K]: " + parenthesized(of) + "[K] }"
	case 19:
		return "Nested<" + inner() + ">['inner']"
	case 20:
		return "Parameters<(props: " + inner() + ", at: number) => void>[0]"
	case 21:
		return "ReturnType<() => " + inner() + ">"
	case 23:
		return "Deep<" + inner() + ">"
	case 24:
		m.added += 2
		return fmt.Sprintf("Both<{ n%d: %s } | { n%d?: %s }>", m.added-1, m.of(scalars...), m.added, m.of(scalars...))
	case 25:
		return "Merged<[" + inner() + ", " + inner() + ", { " + m.members(false) + " }]>"
	case 26:
		return "Given<(given: " + inner() + ", more: string) => void>"
	case 27:
		return m.of("Nullish", "Filled") + "<" + inner() + ">"
	case 28:
		return "Renamed<" + inner() + ", { a: 'alpha'; b: 'beta'; none: 'other' }>"
	case 29:
		return "Box<" + m.of(scalars...) + ">"
	case 30:
		return m.of("Pick<Boat, 'kind' | 'length'>", "Omit<Boat, 'turn'>", "Partial<typeof defaults>", "Pick<InstanceType<typeof Boat>, 'kind'>", "ReturnType<typeof rig<'x' | 'y'>>")
	case 31:
		return "Record<keyof " + parenthesized(inner()) + ", 'x' | 'y'>"
	case 32:
		of := inner()
		return "Some<" + of + ", Extract<keyof " + parenthesized(of) + ", " + key() + ">>"
	case 33:
		return "NonNullable<" + inner() + " | undefined>"
	case 34:
		return "{ [K in keyof " + parenthesized(inner()) + "]: K }"
	case 22:
		return "ComponentProps<(props: " + inner() + ") => ReactElement>"
	}
	return inner()
}

func parenthesized(t string) string { return "(" + t + ")" }

// TestRandomTypesAgreeWithTheCompiler writes components whose props are computed in random
// ways, and holds their contracts against the compiler, member by member: what is not
// understood may be said to be unknown, and nothing may be wrong.
func TestRandomTypesAgreeWithTheCompiler(t *testing.T) {
	const components = 400
	m := &typeMaker{Rand: seeded(9, 5)}
	m.b.WriteString(aliases)
	for range 8 {
		m.base()
	}
	props := map[string]string{}
	for i := range components {
		name := fmt.Sprint("X", i)
		props[name] = m.object(1 + m.IntN(3))
		fmt.Fprintf(&m.b, "export declare function %s(props: %s): ReactElement;\n", name, props[name])
	}
	a := newTrialApp(t)
	a.write(`{ "name": "lib", "version": "1.0.0", "types": "./index.d.ts" }`, "lib", "package.json")
	a.write(m.b.String(), "lib", "index.d.ts")
	dir := filepath.Join(a.root, "lib")
	_, c := judged(t, dir, func(string) string { return filepath.Join(dir, "index.d.ts") })
	for _, d := range c.Differ[:min(len(c.Differ), 12)] {
		if d.Kind != unknown {
			t.Errorf("%s.%s: %s: ours %s, the compiler's %s\n of %s", d.Component, d.Member, d.Kind, d.Ours, d.Theirs, props[d.Component])
		}
	}
	for _, key := range append(c.Lost, c.Invented...) {
		_, name, _ := strings.Cut(key, "#")
		t.Errorf("%s is a component for one of the two only, of %s", name, props[name])
	}
	if c.Members < components || c.wrong() > 0 || c.share() < 0.99 {
		t.Errorf("of %d members %.2f %% agree: %v", c.Members, 100*c.share(), c.Counts)
	}
	t.Logf("%d members, %v", c.Members, c.Counts)
}
