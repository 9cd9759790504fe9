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

// names stand in for a framework's.
var names = Names{
	Global: map[string]string{"Frame": "frame"},
	Type: func(module, name string, args []types.Type) (types.Type, bool) {
		if module == "frame" && name == "Node" {
			return types.Content, true
		}
		return nil, false
	},
	Native: func(module, name string, args []types.Type) (string, bool) {
		return "button", module == "frame" && name == "ButtonAttributes"
	},
	Children: func(module, name string) bool { return module == "frame" && name == "WithChildren" },
}

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
class Thing {}
const table = { calm: 1, loud: 2 };
const words = ['x', 'y'] as const;
namespace Space { export type In = string }
`

const other = `
export interface Base { base: string; more?: number }
export const list = ['a', 'b'] as const;
export type Level = 1 | 2;
export default interface Unnamed { z: string }
`

func evaluator(t *testing.T, text string) (*Evaluator, Scope, syntax.Type) {
	t.Helper()
	fsys := fstest.MapFS{"a.ts": {Data: []byte(library + "type Asked = " + text + ";\n")}, "other.ts": {Data: []byte(other)}}
	set, err := modules.Open(fsys, ".")
	if err != nil {
		t.Fatal(err)
	}
	set.Load([]string{"a.ts"}, true)
	m := set.Module("a.ts")
	for _, e := range m.File.Errors {
		t.Fatalf("%s: %v", text, e)
	}
	for _, d := range m.Decls["Asked"] {
		return New(set, names), In(m), d.Node.(*syntax.Alias).Type
	}
	t.Fatal("nothing was asked")
	return nil, Scope{}, nil
}

func TestType(t *testing.T) {
	tests := []struct{ text, want string }{
		{"string", "string"}, {"-3", "-3"}, {"'a' | \"b\"", "'a' | 'b'"}, {"null | undefined", "null | undefined"}, {"(string)", "string"}, {"5n", "5n"},
		{"Array<string>", "string[]"}, {"ReadonlyArray<'a'>", "readonly 'a'[]"}, {"readonly string[]", "readonly string[]"}, {"readonly [a: string, b?: number, ...c: boolean[]]", "readonly [a: string, b?: number, ...c: boolean[]]"},
		{"Pair<string>", "{ first: string; second?: string }"}, {"Pair<string, number>", "{ first: string; second?: number }"},
		{"Both", "{ own: boolean; base: 'narrow'; first: string; second?: string; more?: number }"},
		{"Merged", "{ a: string; b?: number }"}, {"Call", "(x: string) => void"}, {"{ (y: number): string }", "(y: number) => string"},
		{"Tree", "{ name: string; children: Tree[] }"}, {"Alias<Level>", "1 | 2 | null"}, {"Handler", "(event: string, ...rest: number[]) => void"},
		{"Size", "'s' | 'm'"}, {"Thing", "Thing"}, {"Far", "import('acme-types').Far"}, {"Far<string>", "import('acme-types').Far<string>"}, {"O.Base", "{ base: string; more?: number }"},
		{"Node", "Content"}, {"F.Node", "Content"}, {"Frame.Node", "Content"}, {"F.Else", "import('frame').Else"}, {"HTMLElement", "HTMLElement"},
		{"{ a: string } & { b: number }", "{ a: string; b: number }"}, {"{ a: string } & Far", "{ a: string } & import('acme-types').Far"}, {"{ a: string } & { a: 'x' }", "{ a: string & 'x' }"},
		{"Omit<Base, 'more'>", "{ base: string }"}, {"Pick<Base, 'more'>", "{ more?: number }"}, {"Partial<Base>", "{ base?: string; more?: number }"},
		{"Required<Base>", "{ base: string; more: number }"}, {"Readonly<{ a: string }>", "{ readonly a: string }"}, {"Record<'a' | 'b', number>", "{ a: number; b: number }"}, {"Record<string, number>", "{ [key: string]: number }"},
		{"Exclude<'a' | 'b', 'a'>", "'b'"}, {"Extract<'a' | 3, string>", "'a'"}, {"NonNullable<string | null>", "string"},
		{"keyof Base", "'base' | 'more'"}, {"keyof typeof table", "'calm' | 'loud'"}, {"(typeof words)[number]", "'x' | 'y'"}, {"(typeof list)[number]", "'a' | 'b'"}, {"Base['more']", "number | undefined"}, {"Base['base']", "string"},
		{"`a${string}b`", "`a${string}b`"}, {"`plain`", "'plain'"}, {"(this: Thing, x: string) => x is 'a'", "(x: string) => boolean"}, {"<T extends string>(x: T) => T", "<T extends string>(x: T) => T"},
		{"({ a }: { a: string }, [b]: string[]) => void", "(arg1: { a: string }, arg2: string[]) => void"}, {"{ m(x: string): void; get g(): number; set g(v); [k: string]: unknown }", "{ [key: string]: unknown; m: (x: string) => void; g: number }"},
		{"unique symbol", "symbol"}, {"Space.In", "Space.In"},
	}
	for _, test := range tests {
		e, scope, asked := evaluator(t, test.text)
		got := e.Type(asked, scope)
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
	for _, text := range []string{"Far extends string ? 1 : 2", "{ [K in 'a' | 'b']: K }", "typeof table", "abstract new () => Thing", "keyof Far", "import('x').Y", "{ (x: string): void; a: string }", "Base[number]", "Exclude<Far, 'a'>"} {
		e, scope, asked := evaluator(t, text)
		if got := e.Type(asked, scope); got != nil {
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
		{"Omit<ButtonAttributes & Base, 'title' | 'base'>", "more? native:button-base,title"},
		{"Pick<ButtonAttributes, 'title'>", "title?@dom"},
		{"WithChildren<Base>", "base more? children?"},
		{"Base & Far", "base more? base:Far@acme-types"},
		{"Base | Far", "base:Base | Far@"},
		{"Partial<Far & Base>", "base? more? base:Far@acme-types"},
		{"Alias<Base>", "base:T | null@"},
		{"Tree", "name children"},
	}
	for _, test := range tests {
		e, scope, asked := evaluator(t, test.text)
		s := e.Shape(asked, scope)
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
		{"Pair<Level> & { first: 1 }", "", "(1 | 2) & 1"},
		{"{ first: string } & { first: string }", "string", "string"},
		{"{ first: string } & { first: Nowhere['x'] }", "", "<nil>"},
	}
	for _, test := range tests {
		e, scope, asked := evaluator(t, test.text)
		m := e.Shape(asked, scope).member("first")
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
	e.Shape(asked, scope)
	if len(e.Odd) != 1 || !strings.Contains(e.Odd[0].Why, "made of more than") {
		t.Errorf("what doubles was said to be odd %d times: %.200v", len(e.Odd), e.Odd)
	}
	var wide strings.Builder
	for i := range maxMembers + 1 {
		fmt.Fprintf(&wide, "m%d: string; ", i)
	}
	e, scope, asked = evaluator(t, "{ "+wide.String()+"}")
	s := e.Shape(asked, scope)
	if len(s.Members) != maxMembers || len(s.Bases) != 1 || len(e.Odd) != 1 {
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
		set.Load([]string{"a.ts"}, true)
		m := set.Module("a.ts")
		e := New(set, Names{})
		asked := m.Decls["Asked"][0].Node.(*syntax.Alias).Type
		e.Type(asked, In(m))
		if s := e.Shape(asked, In(m)); s == nil {
			t.Errorf("%d: no shape", i)
		}
	}
}
