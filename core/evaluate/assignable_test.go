package evaluate

import (
	"testing"

	"steadysocket/core/types"
)

// TestAssignable decides pairs as conditional types ask for them. The answers
// are the compiler's; where a name is not known there is none.
func TestAssignable(t *testing.T) {
	yes, no, undecided := types.Yes, types.No, types.Undecided
	tests := []struct {
		from, to string
		want     types.Answer
	}{
		{"'a'", "string", yes}, {"string", "'a'", no}, {"3", "number", yes}, {"null", "undefined", no}, {"undefined", "void", yes}, {"never", "'a'", yes}, {"'a'", "unknown", yes},
		{"'a' | 'b'", "'a' | 'b' | 'c'", yes}, {"'a' | 'z'", "'a' | 'b'", no}, {"boolean", "true | false", yes}, {"true", "boolean", yes}, {"boolean", "true", no},
		{"{ a: string }", "{ a: string; b?: 1 }", yes}, {"{ a: string }", "{ a: string; b: 1 }", no}, {"{ a?: string }", "{ a: string }", no}, {"{ a: 'x' }", "{ a: string }", yes},
		{"{ a: string }", "{}", yes}, {"'a'", "{}", yes}, {"null", "{}", no}, {"{ a: 1 }", "object", yes}, {"'a'", "object", no}, {"'a'", "{ b: 1 }", no}, {"string", "{ length: number }", undecided},
		{"Base", "{ base: string }", yes}, {"Base", "Tree", no}, {"Tree", "Tree", yes}, {"Tree", "{ name: string; children: Tree[] }", yes}, {"{ [k: string]: 1 }", "{ [k: string]: number }", yes},
		{"string[]", "readonly string[]", yes}, {"readonly string[]", "string[]", no}, {"[1, 2]", "number[]", yes}, {"number[]", "[1]", no}, {"[1]", "[1, 2?]", yes}, {"[1, 2]", "[1]", no}, {"[1, 'a']", "[number, ...string[]]", yes},
		{"() => 'a'", "() => string", yes}, {"(x: string) => void", "() => void", no}, {"() => void", "(x: string) => void", yes}, {"(x: string) => 1", "(...a: any[]) => any", yes}, {"() => string", "() => void", yes},
		{"(x: string) => void", "(x: 'a') => void", yes}, {"<T>(x: T) => T", "(x: 'a') => 'a'", yes}, {"(x: string) => void", "Function", yes}, {"{ a: 1 }", "Function", no}, {"'a'", "Function", no},
		{"'row-1'", "`row-${number}`", yes}, {"'row-x'", "`row-${number}`", no}, {"'col'", "`row-${string}`", no}, {"`a${string}`", "string", yes},
		{"'a' & { brand: 1 }", "string", yes}, {"{ a: 1 } & { b: 2 }", "{ a: 1; b: 2 }", yes}, {"{ a: 1 } & Far", "string", no}, {"{ a: 1 } & Far", "{ a: 1 }", yes}, {"{ a: 1 } & Far", "{ z: 1 }", undecided},
		{"Far", "string", undecided}, {"string", "Far", undecided}, {"Far", "Far", yes}, {"Far<1>", "Far<2>", undecided}, {"any", "string", undecided}, {"'a'", "any", yes},
		{"Size.S", "'s'", yes}, {"Num.A", "number", yes}, {"number", "Num", yes}, {"number", "4", no}, {"Promise<1>", "string", no}, {"'a'", "Promise<1>", no}, {"Promise<1>", "Promise<1>", yes},
		{"string", "Node", yes}, {"Node", "Node", yes}, {"string[]", "Node", yes}, {"() => void", "Node", no}, {"Made<Base>", "Node", no},
		{"Made<{ base: string }>", "Made<Base>", yes}, {"Made<Base & { extra: 1 }>", "Made<Base>", no}, {"typeof Draw", "Made<Base>", yes}, {"'button'", "Made<any>", no}, {"typeof Thing", "new (x: number) => Thing", yes},
	}
	for _, test := range tests {
		e, scope, asked := evaluator(t, "[("+test.from+"), ("+test.to+")]")
		pair := e.Type(asked, scope).(*tuple)
		if got := e.assignable(pair.elems[0].of.get(), pair.elems[1].of.get()); got != test.want {
			t.Errorf("%s to %s is %v, want %v", test.from, test.to, got, test.want)
		}
	}
}

// TestSwappedSides holds that a type fits itself, and that two that fit each
// other are kept apart by no condition.
func TestSwappedSides(t *testing.T) {
	list := []string{"'a'", "string", "Base", "Tree", "Merged", "[1, 2?]", "string[]", "Size", "(() => void)", "Pair<string>", "Made<Base>", "{ [k: string]: 1 }", "`a${string}`", "null"}
	for _, a := range list {
		for _, b := range list {
			e, scope, asked := evaluator(t, "["+a+", "+b+"]")
			pair := e.Type(asked, scope).(*tuple)
			left, right := pair.elems[0].of.get(), pair.elems[1].of.get()
			there, back := e.assignable(left, right), e.assignable(right, left)
			if a == b && there != types.Yes {
				t.Errorf("%s does not fit itself", a)
			}
			if there != types.Yes || back != types.Yes {
				continue
			}
			for _, by := range list {
				e2, scope2, asked2 := evaluator(t, "["+a+" extends "+by+" ? 1 : 2, "+b+" extends "+by+" ? 1 : 2]")
				got := e2.PlainType(asked2, scope2).(*types.Tuple)
				if got.Elems[0].Type.String() != got.Elems[1].Type.String() {
					t.Errorf("%s and %s fit each other, yet by %s they are %s", a, b, by, got)
				}
			}
		}
	}
}
