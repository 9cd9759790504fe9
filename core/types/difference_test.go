package types

import (
	"strings"
	"testing"
)

func TestDifferences(t *testing.T) {
	for _, test := range []struct{ old, new, want string }{
		{"string", "string", ""},
		{"{ a: 1; b: 2 }", "{ b: 2; a: 1 }", ""},
		{"string", "number", ": string → number"},
		{"{ a: string; b: { c: 'x' | 'y' } }", "{ a: string; b: { c: 'x' } }", ".b.c: 'x' | 'y' → 'x'"},
		{"{ a: string; b: number }", "{ a: string }", ".b: number → –"},
		{"{ a: string }", "{ a: string; 'b-c': number }", "['b-c']: – → number"},
		{"{ a?: string }", "{ a: string }", ": { a?: string } → { a: string }"},
		{"'a' | 'b' | 'c'", "'a' | 'd'", ": 'b' | 'c' → 'd'"},
		{"'a' | 'b'", "'a' | 'b' | 'c'", ": – → 'c'"},
		{"string | { a: 1 }", "string | { a: 2 }", ".a: 1 → 2"},
		{"{ a: string }[]", "{ a: number }[]", "[].a: string → number"},
		{"(at: { x: number }, z: string) => void", "(at: { x: string }, z: string) => void", "(at).x: number → string"},
		{"(a: string) => number", "(a: string) => string", "=>: number → string"},
		{"(a: string) => void", "(a: string, b: string) => void", ": (a: string) => void → (a: string, b: string) => void"},
		{"(a: string) => void", "(a?: string) => void", ": (a: string) => void → (a?: string) => void"},
		{"Ref<{ a: 1 }>", "Ref<{ a: 2 }>", "<1>.a: 1 → 2"},
		{"{ a: 1; b: 2; c: 3 }", "{ a: 2; b: 3; c: 3 }", ".a: 1 → 2, .b: 2 → 3"},
	} {
		var got []string
		text := func(t Type) string {
			if t == nil {
				return "–"
			}
			return t.String()
		}
		for _, d := range Differences(MustParse(test.old), MustParse(test.new)) {
			got = append(got, d.Path+": "+text(d.Old)+" → "+text(d.New))
		}
		if s := strings.Join(got, ", "); s != test.want {
			t.Errorf("%s and %s differ in %q, want %q", test.old, test.new, s, test.want)
		}
	}
}
