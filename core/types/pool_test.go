package types

import "testing"

// TestPool puts types that are made anew each time into a pool: those of one text
// are one, and nothing about them changes.
func TestPool(t *testing.T) {
	texts := []string{
		"string", "any", `"a"`, `"b"`, "1", `"1"`, "true", "a.B", "Named", "Named<string>", "Named<number>", "string[]", "readonly string[]", "(string | number)[]",
		"string | number", "number | string", `"a" | "b"`, "[string]", "[string, number?]", "[a: string]", "[...string[]]", "readonly [string]",
		"{}", "{ a: string }", "{ a?: string }", "{ readonly a: string }", "{ b: string }", "{ [key: string]: number }", "{ a: string; b: { c: 1 } }",
		"() => void", "(a: string) => void", "(a?: string) => void", "(...a: string[]) => void", "(b: string) => void", "<T>(a: T) => T", "<T extends string>(a: T) => T",
		"{ a: 1 } & Named", "Named & { a: 1 }", "`a${string}`", "`b${string}`", "`${string}a`",
	}
	pool := NewPool()
	var one func(t Type) Type
	one = func(t Type) Type {
		t = mapInner(t, one)
		if o, ok := t.(*Object); ok {
			for i, f := range o.Fields {
				o.Fields[i] = pool.Field(*f)
			}
		}
		return pool.One(t)
	}
	seen := map[Type]string{}
	for _, text := range texts {
		first, again := one(MustParse(text)), one(MustParse(text))
		if first != again {
			t.Errorf("%s is two types", text)
		}
		if first.String() != MustParse(text).String() {
			t.Errorf("%s became %s", text, first)
		}
		if other, known := seen[first]; known {
			t.Errorf("%s and %s are one type", text, other)
		}
		seen[first] = text
	}
}
