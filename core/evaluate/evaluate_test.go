package evaluate

import (
	"fmt"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// frameNames stand in for a framework's.
var frameNames = Names{
	Global: map[string]string{"Frame": "frame"},
	Native: func(name string) (string, bool) { return "button", name == "ButtonAttributes" },
}

const frame = `
export type Node = $Content;
export type Made<P> = $Component<P>;
export type PropsOf<T> = $PropsOf<T>;
export interface ButtonAttributes { type?: 'button' | 'submit'; disabled?: boolean }
export type WithChildren<P> = P & { children?: Node };
export namespace JSX { interface IntrinsicElements { button: ButtonAttributes } }
`

const library = `
import { Node, ButtonAttributes, WithChildren } from 'frame';
import * as F from 'frame';
import { Far } from 'acme-types';
import { Base, list, type Level } from './other';
import * as O from './other';
interface Pair<A, B = A> { first: A; second?: B }
interface Both extends Pair<string>, Base { own: boolean; base: 'narrow' }
interface Merged { a: string }
interface Merged { b?: number }
interface Call { (x: string): void }
interface Tree { name: string; children: Tree[] }
type Alias<T> = T | null;
type Handler<E = string> = (event: E, ...rest: number[]) => void;
enum Size { S = 's', M = 'm' }
class Thing { constructor(readonly size: number) {} private hidden = 1; grow(by: number): Thing { return this } }
type IsText<T> = T extends string ? true : 'no';
type ElementOf<T> = T extends (infer E)[] ? E : T extends Set<infer E> ? E : never;
type First<T> = T extends [infer A, ...any[]] ? A : never;
type Last<T> = T extends [...any[], infer A] ? A : never;
type Tail<T> = T extends [any, ...infer R] ? R : never;
type ResultOf<T> = T extends (...args: any[]) => infer R ? R : never;
type Head<T> = T extends ‵${infer A}-${string}‵ ? A : T;
type Split<T> = T extends ‵${infer A}-${infer B}‵ ? [A, ...Split<B>] : [T];
type Simplify<T> = { [K in keyof T]: T[K] } & {};
type Texts<T> = { [K in keyof T]: string };
type Same<T> = { pair: [T, T] };
type Hack<T extends (...a: any[]) => any> = { f(...args: Parameters<T>): ReturnType<T> }['f'];
interface ThisOne { self: this }
interface Augmented { first: 1 }
declare module './a' { interface Augmented { second: 2 } }
enum Num { A = 4, B, C = 1 }
declare const cast: Level2;
declare class Level2 {}
declare function compute(of: number, how?: string): 'up' | 'down';
const frozen = { calm: 1, loud: 2 } as const;
const nested = { inner: { x: 1, y: 2 } };
const single = 'one';
let changing = 'one';
const fixed = [{ id: 'p' }, { id: 'q' }] as const satisfies readonly { id: string }[];
const { loud: taken } = frozen;
function Draw(props: Base) { return <b/> }
import { Made, PropsOf } from 'frame';
const table = { calm: 1, loud: 2 };
const words = ['x', 'y'] as const;
const spread = ['w', ...words] as const;
namespace Space { export type In = string }
namespace Space.Deep { export type Er = 'er' }
`

const other = `
export interface Base { base: string; more?: number }
export const list = ['a', 'b'] as const;
export type Level = 1 | 2;
export default interface Unnamed { z: string }
`

// whole keeps all that a survey comes by.
func whole(*modules.Module) bool { return true }

func evaluator(t *testing.T, text string) (*Evaluator, *Scope, syntax.Type) {
	t.Helper()
	fsys := fstest.MapFS{"a.tsx": {Data: []byte(strings.ReplaceAll(library, "‵", "`") + "type Asked = " + text + ";\n")}, "other.ts": {Data: []byte(other)}}
	set, err := modules.Open(fsys, ".")
	if err != nil {
		t.Fatal(err)
	}
	set.Known = map[string]*modules.Module{"frame": modules.Parse("frame.d.ts", frame)}
	set.Survey([]string{"a.tsx"}, whole)
	m := set.Module("a.tsx")
	for _, e := range m.File.Errors {
		t.Fatalf("%s: %v", text, e)
	}
	for _, d := range m.Decls.Of("Asked") {
		return New(set, frameNames), In(m), d.Node.(*syntax.Alias).Type
	}
	t.Fatal("nothing was asked")
	return nil, nil, nil
}

func TestType(t *testing.T) {
	tests := []struct{ text, want string }{
		{"string", "string"}, {"-3", "-3"}, {"'a' | \"b\"", "'a' | 'b'"}, {"null | undefined", "null | undefined"}, {"(string)", "string"}, {"5n", "5n"},
		{"Array<string>", "string[]"}, {"ReadonlyArray<'a'>", "readonly 'a'[]"}, {"readonly string[]", "readonly string[]"}, {"readonly [a: string, b?: number, ...c: boolean[]]", "readonly [a: string, b?: number, ...c: boolean[]]"},
		{"Pair<string>", "{ first: string; second?: string }"}, {"Pair<string, number>", "{ first: string; second?: number }"},
		{"Both", "{ own: boolean; base: 'narrow'; first: string; second?: string; more?: number }"},
		{"Merged", "{ a: string; b?: number }"}, {"Call", "(x: string) => void"}, {"{ (y: number): string }", "(y: number) => string"},
		{"Tree", "{ name: string; children: Tree[] }"}, {"Alias<Level>", "1 | 2 | null"}, {"Handler", "(event: string, ...rest: number[]) => void"},
		{"Size", "'s' | 'm'"}, {"Thing", "{ size: number; grow: (by: number) => Thing }"}, {"Far", "import('acme-types').Far"}, {"Far<string>", "import('acme-types').Far<string>"}, {"O.Base", "{ base: string; more?: number }"},
		{"Node", "Content"}, {"F.Node", "Content"}, {"Frame.Node", "Content"}, {"F.Else", "import('frame').Else"}, {"HTMLElement", "HTMLElement"},
		{"{ a: string } & { b: number }", "{ a: string; b: number }"}, {"{ a: string } & Far", "{ a: string } & import('acme-types').Far"}, {"{ a: string } & { a: 'x' }", "{ a: 'x' }"},
		{"Omit<Base, 'more'>", "{ base: string }"}, {"Pick<Base, 'more'>", "{ more?: number }"}, {"Partial<Base>", "{ base?: string; more?: number }"},
		{"Required<Base>", "{ base: string; more: number }"}, {"Readonly<{ a: string }>", "{ readonly a: string }"}, {"Record<'a' | 'b', number>", "{ a: number; b: number }"}, {"Record<string, number>", "{ [key: string]: number }"},
		{"Exclude<'a' | 'b', 'a'>", "'b'"}, {"Extract<'a' | 3, string>", "'a'"}, {"NonNullable<string | null>", "string"},
		{"keyof Base", "'base' | 'more'"}, {"keyof typeof table", "'calm' | 'loud'"}, {"(typeof words)[number]", "'x' | 'y'"}, {"(typeof list)[number]", "'a' | 'b'"}, {"Base['more']", "number | undefined"}, {"Base['base']", "string"},
		{"`a${string}b`", "`a${string}b`"}, {"`plain`", "'plain'"}, {"(this: Thing, x: string) => x is 'a'", "(x: string) => boolean"}, {"<T extends string>(x: T) => T", "<T extends string>(x: T) => T"},
		{"({ a }: { a: string }, [b]: string[]) => void", "(arg1: { a: string }, arg2: string[]) => void"}, {"{ m(x: string): void; get g(): number; set g(v); [k: string]: unknown }", "{ [key: string]: unknown; m: (x: string) => void; g: number }"},
		{"unique symbol", "symbol"}, {"Space.In", "string"}, {"Space.Deep.Er", "'er'"}, {"import('./other').Level", "1 | 2"}, {"import('x').Y", "import('x').Y"},
		{"keyof Far", "KeyOf<import('acme-types').Far>"}, {"Far['x']", "MemberOf<import('acme-types').Far, 'x'>"},
		// Conditions, what they infer and how they go over unions.
		{"'a' extends string ? 1 : 2", "1"}, {"IsText<'a' | 3>", "true | 'no'"}, {"IsText<never>", "never"}, {"[never] extends [string] ? 1 : 2", "1"},
		{"ElementOf<string[]>", "string"}, {"ElementOf<Set<1>>", "1"}, {"First<[1, 2]>", "1"}, {"Last<[1, 2, 3]>", "3"}, {"Tail<[1, 2, 3]>", "[2, 3]"},
		{"ResultOf<(x: string) => 'r'>", "'r'"}, {"ReturnType<typeof compute>", "'up' | 'down'"}, {"Parameters<typeof compute>", "[of: number, how?: string]"}, {"Parameters<typeof compute>[0]", "number"},
		{"Awaited<Promise<Promise<1>>>", "1"}, {"InstanceType<typeof Thing>", "{ size: number; grow: (by: number) => Thing }"}, {"ConstructorParameters<typeof Thing>", "[size: number]"},
		{"Head<'a-b-c'>", "'a'"}, {"Split<'a-b-c'>", "['a', 'b', 'c']"},
		// Mapped types.
		{"{ [K in 'a' | 'b']: K }", "{ a: 'a'; b: 'b' }"}, {"{ [K in keyof Base]: number }", "{ base: number; more?: number }"}, {"{ [K in keyof Base]-?: Base[K] }", "{ base: string; more: number }"},
		{"{ [K in keyof Base as `on${Capitalize<K>}`]: (x: Base[K]) => void }", "{ onBase: (x: string) => void; onMore?: (x: number | undefined) => void }"},
		{"{ [K in keyof Base as K extends 'more' ? never : K]: 1 }", "{ base: 1 }"}, {"{ readonly [K in keyof Base]?: Base[K] }", "{ readonly base?: string; readonly more?: number }"},
		{"Texts<[1, 2]>", "[string, string]"}, {"{ [K in string]: 1 }", "{ [key: string]: 1 }"}, {"Simplify<{ a: 1 } & { b: 2 }>", "{ a: 1; b: 2 }"},
		// Values.
		{"typeof table", "{ calm: number; loud: number }"}, {"(typeof frozen)['calm']", "1"}, {"(typeof frozen)[keyof typeof frozen]", "1 | 2"}, {"keyof typeof nested.inner", "'x' | 'y'"},
		{"typeof words", "readonly ['x', 'y']"}, {"(typeof words)['length']", "2"}, {"(typeof spread)[number]", "'w' | 'x' | 'y'"}, {"typeof single", "'one'"}, {"typeof changing", "string"}, {"typeof cast", "{}"}, {"typeof fixed[number]['id']", "'p' | 'q'"},
		{"Size.S", "'s'"}, {"keyof typeof Size", "'S' | 'M'"}, {"`${Size}`", "'s' | 'm'"}, {"Num.B", "5"}, {"typeof taken", "2"},
		{"`is-${Level | 'a'}`", "'is-1' | 'is-2' | 'is-a'"}, {"Uppercase<'ab'>", "'AB'"}, {"Uncapitalize<'Ab'>", "'ab'"},
		{"[...[1, 2], 3]", "[1, 2, 3]"}, {"[a: string, ...rest: number[]]", "[a: string, ...rest: number[]]"}, {"(...args: [a: string, b?: number]) => void", "(a: string, b?: number) => void"},
		{"Exclude<keyof Base | 'z', 'more'>", "'base' | 'z'"}, {"Extract<{ k: 'a'; x: 1 } | { k: 'b' }, { k: 'a' }>", "{ k: 'a'; x: 1 }"}, {"NonNullable<Base['more']>", "number"},
		{"('a' | 'b' | 'c') & ('b' | 'd')", "'b'"}, {"string & 'a'", "'a'"}, {"'a' | (string & {})", "'a' | (string & {})"}, {"'a' | string", "string"}, {"{ a: 1 } & null", "never"},
		{"Same<string>['pair'][0]", "string"}, {"{ m(): string; m(x: 1): number }", "{ m: (() => string) & ((x: 1) => number) }"}, {"{ (x: string): void; a: string }", "((x: string) => void) & { a: string }"},
		{"Hack<(x: string) => void>", "(x: string) => void"}, {"ThisOne['self']", "{ self: ThisOne }"}, {"Base[keyof Base]", "string | number | undefined"}, {"Augmented", "{ first: 1; second: 2 }"},
		{"Made<{ a: string }>", "Component<{ a: string }>"}, {"PropsOf<Made<Base>>", "{ base: string; more?: number }"}, {"PropsOf<'button'>['type']", "'button' | 'submit' | undefined"}, {"PropsOf<typeof Draw>", "{ base: string; more?: number }"},
		{"Pair<Pair<string>>", "{ first: { first: string; second?: string }; second?: { first: string; second?: string } }"},
	}
	for _, test := range tests {
		e, scope, asked := evaluator(t, test.text)
		got := e.PlainType(asked, scope)
		if got == nil || got.String() != test.want {
			t.Errorf("%s is %v, want %s (odd: %v)", test.text, got, test.want, e.Odd)
			continue
		}
		if _, err := types.Parse(got.String()); err != nil {
			t.Errorf("%s is %s, which is no text of the type language: %v", test.text, got, err)
		}
	}
}

// TestWhatIsNotUnderstoodIsSaid holds that odd types give no type and one reason.
func TestWhatIsNotUnderstoodIsSaid(t *testing.T) {
	for _, text := range []string{"Far extends string ? 1 : 2", "Base[number]", "Base['none']", "Exclude<Far, 'a'>", "ReturnType<string>", "Space", "IsText<Far>", "typeof table.none"} {
		e, scope, asked := evaluator(t, text)
		if got := e.PlainType(asked, scope); got != nil {
			t.Errorf("%s is taken for %s", text, got)
		}
		if len(e.Odd) == 0 || e.Odd[0].Why == "" || e.Odd[0].At.Line == 0 {
			t.Errorf("%s: why is not said: %+v", text, e.Odd)
		}
	}
}

func TestShape(t *testing.T) {
	tests := []struct{ text, want string }{
		{"{ a: string; b?: number; readonly c: boolean }", "a b? c"},
		{"Both", "own base first second? more?"},
		{"Base & ButtonAttributes", "base more? native:button"},
		{"Omit<ButtonAttributes & Base, 'type' | 'base' | 'tone'>", "more? native:button-base,type"}, // there is no tone
		{"Pick<ButtonAttributes, 'type'>", "type?@dom"}, {"Pick<Far & Base, 'title' | 'base'>", "base title?@acme-types"},
		{"WithChildren<Base>", "base more? children?@frame"},
		{"Base & Far", "base more? base:Far@acme-types"},
		{"Base | Far", "base? more? base:Far@acme-types"}, {"{ k: 1; a: string } | { k: 2; a?: string; b: 1 }", "k a? b?"},
		{"Partial<Far & Base>", "base? more? base:Far@acme-types"},
		{"{ k: 1; type?: never } | ({ k: 2 } & Pick<ButtonAttributes, 'type'>)", "k type?@dom"},
		{"({ k: 2 } & Pick<ButtonAttributes, 'type'>) | { k: 1; type?: 'a' }", "k type?"},
		{"Alias<Base>", "base more?"},
		{"Tree", "name children"},
	}
	for _, test := range tests {
		e, scope, asked := evaluator(t, test.text)
		s := e.Shape(e.Type(asked, scope))
		var got []string
		for _, m := range s.Members {
			text := m.Name
			if m.Optional {
				text += "?"
			}
			if m.Origin != "" {
				text += "@" + m.Origin
			}
			got = append(got, text)
			if m.At.Line == 0 {
				t.Errorf("%s: %s has no place", test.text, m.Name)
			}
		}
		for _, n := range s.Natives {
			text := "native:" + n.Element
			if len(n.Except) > 0 {
				text += "-" + strings.Join(n.Except, ",")
			}
			got = append(got, text)
		}
		for _, b := range s.Bases {
			got = append(got, "base:"+b.Name+"@"+b.From)
		}
		if text := strings.Join(got, " "); text != test.want {
			t.Errorf("%s has the shape %q, want %q", test.text, text, test.want)
		}
	}
}

// TestWrittenSaysWhatTheTypeSays holds the written form back where type
// arguments or an intersection make the type another one.
func TestWrittenSaysWhatTheTypeSays(t *testing.T) {
	tests := []struct{ text, written, typed string }{
		{"{ first: Level }", "Level", "1 | 2"},
		{"Pair<string>", "", "string"},
		{"Pair<Level> & { first: 1 }", "", "1"},
		{"{ first: string } & { first: string }", "string", "string"},
		{"{ first: string } & { first: Nowhere['x'] }", "", "string & MemberOf<Nowhere, 'x'>"},
	}
	for _, test := range tests {
		e, scope, asked := evaluator(t, test.text)
		m := e.Shape(e.Type(asked, scope)).Members[0]
		if got := fmt.Sprint(m.Type); m.Written != test.written || got != test.typed {
			t.Errorf("%s: first is written %q and is %s, want %q and %s", test.text, m.Written, got, test.written, test.typed)
		}
	}
}

// TestClipKeepsCharactersWhole cuts between characters, not within one.
func TestClipKeepsCharactersWhole(t *testing.T) {
	if got := Clip(strings.Repeat("é", 100)); got != strings.Repeat("é", 79)+"…" {
		t.Errorf("got %q", got)
	}
	if got := Clip(strings.Repeat("é", 80)); got != strings.Repeat("é", 80) {
		t.Errorf("got %q", got)
	}
}

// TestWhatGrowsIsBounded reads a type that doubles at every step, and a
// set of props with more members than anybody writes.
func TestWhatGrowsIsBounded(t *testing.T) {
	doubling := "string"
	for range 15 {
		doubling = "[" + doubling + ", " + doubling + "]"
	}
	e, scope, asked := evaluator(t, "{ a: "+doubling+" }")
	e.Shape(e.Type(asked, scope))
	if len(e.Odd) != 1 || !strings.Contains(e.Odd[0].Why, "made of more than") {
		t.Errorf("what doubles was said to be odd %d times: %.200v", len(e.Odd), e.Odd)
	}
	var wide strings.Builder
	for i := range maxMembers + 1 {
		fmt.Fprintf(&wide, "m%d: string; ", i)
	}
	e, scope, asked = evaluator(t, "{ "+wide.String()+"}")
	s := e.Shape(e.Type(asked, scope))
	if len(s.Members) != maxMembers || len(s.Bases) != 1 || s.Bases[0].Why == "" || len(e.Odd) != 0 {
		t.Errorf("there are %d members, %d bases and %d remarks", len(s.Members), len(s.Bases), len(e.Odd))
	}
}

// TestRecursionEnds evaluates types that hold, extend and pass on themselves.
func TestRecursionEnds(t *testing.T) {
	for i, text := range []string{"Loop", "Grow<string>", "Self", "A1", "Deep"} {
		var deep strings.Builder
		for n := range 200 {
			fmt.Fprintf(&deep, "type D%d = { d: D%d };\n", n, n+1)
		}
		source := "type Loop = Loop | string; type Grow<T> = { next: Grow<T[]> }; interface Self extends Self { a: string }; type A1 = B1; type B1 = A1; type Deep = D0; type D200 = string;\n" + deep.String() + "type Asked = " + text + ";"
		fsys := fstest.MapFS{"a.ts": {Data: []byte(source)}}
		set, err := modules.Open(fsys, ".")
		if err != nil {
			t.Fatal(err)
		}
		set.Survey([]string{"a.ts"}, whole)
		m := set.Module("a.ts")
		e := New(set, Names{})
		asked := m.Decls.Of("Asked")[0].Node.(*syntax.Alias).Type
		e.PlainType(asked, In(m))
		if s := e.Shape(e.Type(asked, In(m))); s == nil {
			t.Errorf("%d: no shape", i)
		}
	}
}
