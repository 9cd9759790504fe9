package types

import "testing"

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
