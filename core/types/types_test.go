package types

import (
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
)

// judged are types whose pairs are all put to the TypeScript compiler.
var judged = []string{
	"string", "number", "boolean", "bigint", "symbol", "object", "null", "undefined", "void", "never", "unknown",
	"'a'", "'b'", "3", "-1", "true", "false", "5n",
	"'a' | 'b'", "'a' | 'b' | 'c'", "'a' | undefined", "string | number", "'a' | (string & {})", "boolean | undefined", "1 | 2 | 3",
	"string & {}", "{}", "{} | null | undefined",
	"string[]", "readonly string[]", "('a' | 'b')[]", "number[][]", "unknown[]",
	"[]", "[string]", "[string, number]", "[string, number?]", "[string, ...number[]]", "readonly [string, number]", "[a: 'a', b?: 1]",
	"{ a: string }", "{ a?: string }", "{ a: 'a' }", "{ a: string; b: number }", "{ a: string | undefined }", "{ readonly a: string }", "{ b?: number; c?: string }",
	"{ a: { b: string } }", "{ a: { b: 'x' | 'y' } }", "{ length: number }", "{ [key: string]: string }", "{ [key: string]: string | number }", "{ [key: number]: string }", "{ a: string } & { b: number }",
	"{ kind: 'x'; x: number } | { kind: 'y'; y: string }", "{ kind: 'x' | 'y'; x: number; y: string }", "{ on: boolean }", "{ on: true } | { on: false }",
	"() => void", "() => string", "(a: string) => void", "(a: 'a') => void", "(a?: string) => void", "(a: string, b: number) => void", "(...a: string[]) => void", "(a: string) => 'a' | 'b'", "(a: string) => string", "(a: { b: string }) => void", "(a: (b: string) => void) => void",
	"`a${string}`", "`a${string}b`", "`${number}px`", "`${boolean}`", "'a1b'", "'12px'", "`a${number}b`", "'true' | 'false'",
	"Content", "Content[]", "Element<'button'>", "Element<string>", "Content | (() => string)",
}

// prelude gives the compiler the meaning of our own names.
const prelude = `export {};
interface Element<T extends string> { readonly __element: T }
type Content = string | number | bigint | boolean | null | undefined | Element<string> | readonly Content[];
`

// TestAssignableAgreesWithTheCompiler puts every pair of the types above to the
// TypeScript compiler. Nothing in them is unresolved or any, so unknown is wrong
// everywhere.
func TestAssignableAgreesWithTheCompiler(t *testing.T) {
	dir := t.TempDir()
	var b strings.Builder
	b.WriteString(prelude)
	for i, text := range judged {
		fmt.Fprintf(&b, "declare const v%d: %s; type T%d = %s;\n", i, text, i, text)
	}
	first := strings.Count(b.String(), "\n") + 1
	for i := range judged {
		for j := range judged {
			fmt.Fprintf(&b, "{ const x: T%d = v%d }\n", j, i)
		}
	}
	if err := os.WriteFile(filepath.Join(dir, "pairs.ts"), []byte(b.String()), 0o644); err != nil {
		t.Fatal(err)
	}
	tsc, err := filepath.Abs("../../console/node_modules/typescript/bin/tsc")
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", tsc, "--noEmit", "--strict", "--target", "es2022", "--ignoreConfig", "pairs.ts")
	cmd.Args = append(cmd.Args[:len(cmd.Args)-2], "pairs.ts")
	cmd.Dir = dir
	out, err := cmd.Output()
	if err == nil {
		t.Fatal("the compiler found no error among pairs that do not fit")
	}
	rejected := map[int]bool{}
	for _, m := range regexp.MustCompile(`(?m)^pairs\.ts\((\d+),`).FindAllStringSubmatch(string(out), -1) {
		var line int
		fmt.Sscan(m[1], &line)
		if line < first {
			t.Fatalf("the types themselves are wrong: %s", out[:min(len(out), 600)])
		}
		rejected[line-first] = true
	}
	if len(rejected) < 1000 {
		t.Fatalf("the compiler did not run: %d rejections\n%s", len(rejected), out[:min(len(out), 600)])
	}
	wrong := 0
	for i, from := range judged {
		for j, to := range judged {
			got := Assignable(MustParse(from), MustParse(to))
			want := Yes
			if rejected[i*len(judged)+j] {
				want = No
			}
			if got.Answer != want {
				if wrong++; wrong <= 40 {
					t.Errorf("Assignable(%s, %s) = %v (%s); the compiler says %v", from, to, got.Answer, got.Why, want)
				}
			}
			if got.Answer != Yes && got.Why == "" {
				t.Errorf("Assignable(%s, %s) = %v without a reason", from, to, got.Answer)
			}
		}
	}
	t.Logf("%d pairs, %d disagree", len(judged)*len(judged), wrong)
}

func TestAssignableUnknown(t *testing.T) {
	tests := []struct {
		from, to string
		want     Answer
	}{
		{"any", "any", Yes},
		{"any", "string", Undecided},
		{"string", "any", Undecided},
		{"string[]", "any[]", Undecided},
		{"any", "unknown", Yes},
		{"never", "any", Yes},
		{"import('acme-types').Thing", "string", Undecided},
		{"string", "import('acme-types').Thing", Undecided},
		{"import('acme-types').Thing", "import('acme-types').Thing", Yes},
		{"import('acme-types').Thing", "import('other').Thing", Undecided},
		{"Thing<string>", "Thing<number>", Undecided},
		{"'a'", "'a' | Thing", Yes},
		{"'b'", "'a' | Thing", Undecided},
		{"{ a: Thing; b: string }", "{ a: Thing; b: number }", No},
		{"{ a: Thing }", "{ a: string }", Undecided},
		{"T", "T", Yes},
		{"Component<{ a: string }>", "Component<{ a: 'x' }>", Yes},
		{"Component<{ a: 'x' }>", "Component<{ a: string }>", No},
		{"Ref<'a'>", "Ref<string>", No},
		{"Ref<string>", "Ref<string>", Yes},
		{"string", "Content", Yes},
		{"Content", "string", No},
		{"(a: string) => void", "Content", No},
		{"<T>(a: T) => T", "<U>(b: U) => U", Yes},
	}
	for _, test := range tests {
		got := Assignable(MustParse(test.from), MustParse(test.to))
		if got.Answer != test.want {
			t.Errorf("Assignable(%s, %s) = %v (%s), want %v", test.from, test.to, got.Answer, got.Why, test.want)
		}
	}
}

// TestParsePrintIsIdentity holds for generated types that their text reads back
// to the same text and the same tree.
func TestParsePrintIsIdentity(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 11))
	for i := range 20_000 {
		want := generate(rng, 1+i%4)
		got, err := Parse(want.String())
		if err != nil {
			t.Fatalf("%s: %v", want, err)
		}
		if got.String() != want.String() {
			t.Fatalf("%s reads back as %s", want, got)
		}
		if a, b := fmt.Sprintf("%#v", flatten(got)), fmt.Sprintf("%#v", flatten(want)); a != b {
			t.Fatalf("%s reads back as another tree:\n%v\n%v", want, flatten(got), flatten(want))
		}
		if v := Assignable(want, got); v.Answer != Yes {
			t.Fatalf("%s does not fit itself: %s", want, v.Why)
		}
	}
}

// flatten gives a tree as nested values, so that trees can be compared.
func flatten(t Type) any {
	list := []any{fmt.Sprintf("%T", t)}
	switch t := t.(type) {
	case Basic:
		list = append(list, string(t))
	case *Literal:
		list = append(list, string(t.Of), t.Value)
	case *Named:
		list = append(list, t.Name, t.From)
	case *Array:
		list = append(list, t.Readonly)
	case *Template:
		list = append(list, strings.Join(t.Texts, "\x00"))
	}
	mapInner(t, func(t Type) Type { list = append(list, flatten(t)); return t })
	return list
}

func generate(rng *rand.Rand, depth int) Type {
	names := []string{"a", "b", "lateBy", "data-x", "it's", "\n", "ü"}
	name := func() string { return names[rng.IntN(len(names))] }
	word := func() string { return names[rng.IntN(3)] }
	some := func(f func(i int)) {
		for i := range 1 + rng.IntN(3) {
			f(i)
		}
	}
	if depth == 0 {
		switch rng.IntN(4) {
		case 0:
			return StringLiteral(name())
		case 1:
			return &Literal{Number, "-2.5"}
		case 2:
			return &Named{Name: "Thing", From: []string{"", "acme-types"}[rng.IntN(2)]}
		}
		return []Basic{String, Number, Boolean, Any, Unknown, Void, Null}[rng.IntN(7)]
	}
	inner := func() Type { return generate(rng, depth-1) }
	var list []Type
	switch rng.IntN(9) {
	case 0:
		some(func(int) { list = append(list, inner()) })
		return NewUnion(list...)
	case 1:
		some(func(int) { list = append(list, inner()) })
		return NewIntersection(list...)
	case 2:
		return &Array{inner(), rng.IntN(2) == 0}
	case 3:
		t := &Tuple{Readonly: rng.IntN(2) == 0}
		some(func(i int) {
			e := Elem{Type: inner(), Optional: rng.IntN(3) == 0}
			if rng.IntN(2) == 0 {
				e.Name = word()
			}
			t.Elems = append(t.Elems, e)
		})
		if rng.IntN(3) == 0 {
			t.Elems = append(t.Elems, Elem{Type: &Array{Elem: inner()}, Rest: true})
		}
		return t
	case 4:
		o := &Object{}
		seen := map[string]bool{}
		some(func(int) {
			if n := name(); !seen[n] {
				seen[n] = true
				o.Fields = append(o.Fields, &Field{n, inner(), rng.IntN(2) == 0, rng.IntN(2) == 0})
			}
		})
		if rng.IntN(3) == 0 {
			o.Indexes = append(o.Indexes, Index{String, inner(), rng.IntN(2) == 0})
		}
		return o
	case 5:
		f := &Func{Result: inner()}
		some(func(i int) {
			f.Params = append(f.Params, Param{Name: fmt.Sprint("p", i), Type: inner(), Optional: rng.IntN(2) == 0})
		})
		if rng.IntN(4) == 0 {
			f.TypeParams = []TypeParam{{Name: "T", Constraint: inner()}}
		}
		return f
	case 6:
		return &Template{[]string{"x`$", "${y"}, []Type{inner()}}
	case 7:
		some(func(int) { list = append(list, inner()) })
		return &Named{Name: "Box.Thing", From: "acme-types", Args: list}
	}
	return inner()
}

func TestParseErrors(t *testing.T) {
	tests := []struct{ text, want string }{
		{"", "expected a type, found the end of the type (at character 1 of the type)"},
		{"'a' |", "expected a type, found the end of the type (at character 6 of the type)"},
		{"'a", "a string is opened here and never closed (at character 1 of the type)"},
		{"{ a: string", `expected "}", found the end of the type (at character 12 of the type)`},
		{"{ a: string; a: number }", "the field a stands twice (at character 14 of the type)"},
		{"string number", `expected the end of the type, found "number" (at character 8 of the type)`},
		{"readonly string", "readonly stands before an array or a tuple only (at character 1 of the type)"},
		{"import('').X", "the module's name is empty (at character 13 of the type)"},
		{"`a${string", `expected "}", found the end of the type (at character 11 of the type)`},
		{"#", `unexpected "#" (at character 1 of the type)`},
		{strings.Repeat("(", 1000), "the type is nested more than 200 deep (at character 201 of the type)"},
		{strings.Repeat("x", MaxBytes+1), "the type has 262145 bytes; at most 262144 are read (at character 1 of the type)"},
	}
	for _, test := range tests {
		_, err := Parse(test.text)
		if err == nil || err.Error() != test.want {
			t.Errorf("Parse(%.40q): %v, want %s", test.text, err, test.want)
		}
	}
}

func TestValues(t *testing.T) {
	tests := []struct {
		text   string
		values string
		open   bool
		ok     bool
	}{
		{"'a' | 'b'", "a b", false, true},
		{"'b' | 'a' | undefined", "b a", false, true},
		{"'a' | (string & {})", "a", true, true},
		{"1 | 2", "1 2", false, true},
		{"boolean", "", false, false},
		{"'a' | number", "", false, false},
		{"string", "", false, false},
	}
	for _, test := range tests {
		values, open, ok := Values(MustParse(test.text))
		var got []string
		for _, v := range values {
			got = append(got, v.Text())
		}
		if strings.Join(got, " ") != test.values || open != test.open || ok != test.ok {
			t.Errorf("Values(%s) = %v, %v, %v", test.text, got, open, ok)
		}
	}
}

func TestEqualIgnoresTheOrderOfUnions(t *testing.T) {
	if !Equal(MustParse("{ a: 'x' | 'y' }"), MustParse("{ a: 'y' | 'x' }")) {
		t.Error("the order of a union makes a difference")
	}
	if Equal(MustParse("'x'"), MustParse("'y'")) {
		t.Error("two literals are equal")
	}
}

func FuzzParse(f *testing.F) {
	for _, seed := range judged {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		parsed, err := Parse(text)
		if err != nil {
			return
		}
		printed := parsed.String()
		again, err := Parse(printed)
		if err != nil {
			t.Fatalf("%q prints as %q, which does not parse: %v", text, printed, err)
		}
		if again.String() != printed {
			t.Fatalf("%q prints as %q, then as %q", text, printed, again.String())
		}
		Assignable(parsed, MustParse("{ a: string } | 'x'"))
		Key(parsed)
	})
}

func TestUnionsAndIntersections(t *testing.T) {
	parse := MustParse
	tests := []struct {
		got  Type
		want string
	}{
		{NewUnion(), "never"},
		{NewUnion(String), "string"},
		{NewUnion(parse("'a' | 'b'"), parse("'b' | 'c'"), Never), "'a' | 'b' | 'c'"},
		{NewIntersection(), "unknown"},
		{NewIntersection(parse("{ a: string } & { b: string }"), parse("{ a: string }")), "{ a: string } & { b: string }"},
		{Without(parse("string | undefined | null"), Undefined), "string | null"},
		{Without(parse("string | undefined | null"), Undefined, Null), "string"},
		{Without(String, Undefined), "string"},
		{Without(Undefined, Undefined), "never"},
		{Substitute(parse("{ a: T; b: (x: T[]) => U }"), map[string]Type{"T": String}), "{ a: string; b: (x: string[]) => U }"},
		{Substitute(parse("<T>(x: T) => U"), map[string]Type{"T": String, "U": Number}), "<T>(x: T) => number"},
		{Substitute(parse("import('m').T"), map[string]Type{"T": String}), "import('m').T"},
	}
	for i, test := range tests {
		if got := test.got.String(); got != test.want {
			t.Errorf("%d: %s, want %s", i, got, test.want)
		}
	}
}

// TestSameIsOneText holds that types are told apart as their texts are.
func TestSameIsOneText(t *testing.T) {
	list := []Type{}
	for _, text := range judged {
		if parsed, err := Parse(text); err == nil {
			list = append(list, parsed, Substitute(parsed, map[string]Type{"T": String}), MustParse(parsed.String()))
		}
	}
	alike := 0
	for _, a := range list {
		for _, b := range list {
			if got, want := same(a, b), a.String() == b.String(); got != want {
				t.Errorf("%s and %s are the same: %v", a, b, got)
			} else if got {
				alike++
			}
		}
	}
	if alike <= len(list) {
		t.Errorf("of %d types only %d pairs are alike", len(list), alike)
	}
	// Doubles are found in short lists and in long ones.
	if all := distinct(slices.Concat(list, list)); len(distinct(slices.Clone(all))) != len(all) || len(all) > len(list)/2 {
		t.Errorf("of %d types twice, %d are distinct", len(list), len(all))
	}
}

func TestKeysSortWhatHasNoOrder(t *testing.T) {
	same := [][2]string{{"'a' | 'b'", "'b' | 'a'"}, {"{ x: ('a' | 'b')[] }", "{ x: ('b' | 'a')[] }"}, {"A & B", "B & A"}, {"(x: 'a' | 'b') => void", "(x: 'b' | 'a') => void"}}
	other := [][2]string{{"[string, number]", "[number, string]"}, {"(x: string) => void", "(y: string) => void"}, {"{ a?: string }", "{ a: string }"}, {"import('m').A", "import('n').A"}}
	for _, p := range same {
		if Key(MustParse(p[0])) != Key(MustParse(p[1])) {
			t.Errorf("%s and %s have two keys", p[0], p[1])
		}
	}
	for _, p := range other {
		if Key(MustParse(p[0])) == Key(MustParse(p[1])) {
			t.Errorf("%s and %s have one key", p[0], p[1])
		}
	}
}

func TestReasons(t *testing.T) {
	tests := []struct{ from, to, want string }{
		{"'hush'", "'calm' | 'notice'", "'hush' does not fit 'calm' | 'notice'"},
		{"{ a: string }", "{ a: string; b: number }", "the field b is missing"},
		{"{ a?: string }", "{ a: string }", "the field a may be missing"},
		{"{ a: { b: string } }", "{ a: { b: number } }", "the field a: the field b: string does not fit number"},
		{"readonly string[]", "string[]", "readonly string[] may not be written to, string[] may"},
		{"[string]", "[string, number]", "[string] has another length than [string, number]"},
		{"(a: string, b: string) => void", "(a: string) => void", "(a: string, b: string) => void needs more arguments than (a: string) => void is given"},
		{"{ z: string }", "{ a?: string; b?: string }", "{ z: string } has no field in common with { a?: string; b?: string }"},
		{"import('acme').Thing", "string", "the name import('acme').Thing is not resolved"},
		{"any", "string", "any on one side says nothing about the other"},
		{"string", "{ trim: () => string }", "the type of trim is JavaScript's own"},
		{"{ current: string }", "Ref<string>", "the shape of Ref<string> is the framework's own"},
	}
	for _, test := range tests {
		if got := Assignable(MustParse(test.from), MustParse(test.to)); got.Why != test.want {
			t.Errorf("%s → %s: %v because %q, want %q", test.from, test.to, got.Answer, got.Why, test.want)
		}
	}
}

// TestDeepTypesAreWrittenOnce holds that the cost of a key does not double with
// each level.
func TestDeepTypesAreWrittenOnce(t *testing.T) {
	const levels = 60
	deep := "string"
	for range levels {
		deep = "({ a: " + deep + " } | 'x')"
	}
	key := Key(MustParse(deep))
	if got, want := strings.Count(key, "{ a: "), levels; got != want {
		t.Errorf("the key holds %d of %d levels", got, want)
	}
	if again := Key(MustParse(key)); again != key {
		t.Errorf("the key of a key differs")
	}
}

// TestLargeTypesAreGivenUp holds that a question about hostile types ends.
func TestLargeTypesAreGivenUp(t *testing.T) {
	var b strings.Builder
	for i := range 700 {
		fmt.Fprintf(&b, "| { f%d: { a: string; b: { c: 'x%d' } } } ", i, i)
	}
	big := MustParse(b.String())
	other := MustParse(strings.ReplaceAll(b.String(), "'x", "'y"))
	if got := Assignable(big, other); got.Answer == Yes {
		t.Errorf("two other unions fit: %v", got)
	}
}

func TestLiteralsAsJSON(t *testing.T) {
	for text, want := range map[string]string{"'a\"b'": `"a\"b"`, "-2.50": "-2.5", "0x10": "16", "1_000": "1000", "true": "true", "5n": `"5n"`} {
		l := MustParse(text).(*Literal)
		if data, err := l.MarshalJSON(); err != nil || string(data) != want {
			t.Errorf("%s is %s as JSON, %v, want %s", text, data, err, want)
		}
	}
}
