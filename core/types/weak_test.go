package types

import (
	"sync"
	"testing"
)

// TestWeakIntersections holds the compiler's rule for types of which all fields may be left
// out: one field in common with the whole is asked for, not with each part.
func TestWeakIntersections(t *testing.T) {
	for _, test := range []struct {
		from, to string
		want     Answer
	}{
		{"{ a: 1 }", "{ b?: 1 }", No},
		{"{ a: 1 }", "{ b?: 1 } & { a: number }", Yes},
		{"{ a: 1 }", "{ b?: 1 } & { a?: number }", Yes},
		{"{ a: 1 }", "{ b?: 1 } & { c?: number }", No},
		{"{ a: 1 }", "{ b?: 1 } & { a: string }", No},
		{"{ a: 1 }", "{ b?: 1 } & import('x').Y", Undecided},
		{"{ a: 1; b: 2 }", "{ b?: 1 } & { a: number }", No},
	} {
		if got := Assignable(MustParse(test.from), MustParse(test.to)); got.Answer != test.want {
			t.Errorf("%s to %s: %s (%s), want %s", test.from, test.to, got.Answer, got.Why, test.want)
		}
	}
}

// TestBesideAttributes holds objects that stand beside sets of attributes, and names that
// nothing declares, against what the compiler says of them.
func TestBesideAttributes(t *testing.T) {
	const set = "import('react').HTMLAttributes"
	for _, test := range []struct {
		from, to string
		want     Answer
	}{
		{"{ tone?: 'x' | 'y'; b?: string } & " + set, "{ tone?: 'x'; b?: string } & " + set, No},
		{"{ tone?: 'x'; b?: string } & " + set, "{ tone?: 'x' | 'y'; b?: string } & " + set, Yes},
		{"{ tone?: 'x' } & " + set, "{ tone?: 'x'; extra?: number } & " + set, Yes},
		{"{ tone?: 'x' } & " + set, "{ tone?: 'x'; title?: number } & " + set, Undecided}, // an attribute
		{"{ tone?: 'x' } & " + set, "{ tone: 'x' } & " + set, No},
		{"{ tone?: 'x' } & " + set, "false | ({ tone?: 'y' } & " + set + ")", No},
		{"string", set, No},
		{set, "string", No},
		{set, "string[]", No},
		{set, "Content", No},
		{set, "{ tone?: string }", Undecided},
		// What else a module declares may be anything.
		{"{ tone?: 'x' | 'y' } & import('kit').Base", "{ tone?: 'x' } & import('kit').Base", No},
		{"{ tone?: 'x' } & import('kit').Base", "{ tone?: 'x'; extra: number } & import('kit').Base", Undecided},
		{"string", "import('kit').Base", Undecided},
		{"string", "Date", No},
		{"Date", "string", No},
		{"Date", "{ tone?: string }", Undecided},
		{"string", "Dates", Undecided},
		{"'x'", "HTMLElement", No},
		// What may be left out is held against all members together.
		{"{ a: 1 } & { b?: string }", "{ a: 1; b?: number }", No},
		{"{ a: 1 } & { b?: 'x' }", "{ a: 1; b?: string }", Yes},
	} {
		if got := Assignable(MustParse(test.from), MustParse(test.to)); got.Answer != test.want {
			t.Errorf("%s to %s: %s (%s), want %s", test.from, test.to, got.Answer, got.Why, test.want)
		}
	}
}

// TestTypesThatHoldThemselves relates names that stand for types which hold them. What a
// member rests on, taken to fit while it is looked at, is no answer once it turns out not
// to.
func TestTypesThatHoldThemselves(t *testing.T) {
	define := func(text, mark string) *Named {
		n := &Named{Name: "Props", Mark: mark} // they are declared differently
		n.Def = &Definition{Open: sync.OnceValue(func() Type {
			return Rename(MustParse(text), func(in *Named, args []Type) Type {
				if in.Name == "Props" {
					return n
				}
				return &Named{Name: in.Name, From: in.From, Args: args, Mark: in.Mark}
			})
		})}
		return n
	}
	for _, test := range []struct {
		name, old, new string
		forth, back    Answer
	}{
		{"the same", "{ next?: Props; a: string }", "{ next?: Props; a: string }", Yes, Yes},
		{"wider", "{ next?: Props; a: 'x' }", "{ next?: Props; a: string }", Yes, No},
		{"in a callback, both ways", "{ style?: (of: Props) => void; a: 'x' }", "{ style?: (of: Props) => void; a: 'x' | 'y' }", No, No},
		{"the callback takes more", "{ style?: (of: Props) => void }", "{ style?: (of: Props, more: number) => void }", No, No},
		{"a branch that rests on what fails", "{ one: { of: Props } | { other: 1 }; a: 'x' }", "{ one: { of: Props } | { other: 2 }; a: 'y' }", No, No},
		{"a part of both was not read", "{ next?: Props; a: Unread }", "{ next?: Props; a: Unread }", Undecided, Undecided},
	} {
		// Both orders, and again: what is kept of one question does not change another.
		old, new := define(test.old, "old"), define(test.new, "new")
		for range 2 {
			if got := Assignable(old, new); got.Answer != test.forth {
				t.Errorf("%s: old to new %s (%s), want %s", test.name, got.Answer, got.Why, test.forth)
			}
			if got := Assignable(new, old); got.Answer != test.back {
				t.Errorf("%s: new to old %s (%s), want %s", test.name, got.Answer, got.Why, test.back)
			}
		}
	}
}
