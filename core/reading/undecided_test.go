package reading

import (
	"testing"

	"steadysocket/core/contract"
)

// TestRequiredByWhatIsGiven holds what is said of a member that a condition over a type
// parameter requires in one case only: whether an app may leave it out depends on what else
// it gives, but for a default that most apps go by.
func TestRequiredByWhatIsGiven(t *testing.T) {
	const either = "(T extends { label: string } ? {} : { get: (row: T) => string })"
	for _, test := range []struct {
		name, params, props string
		want                contract.Fact
	}{
		{"required in one case", "<T,>", "{ rows: T[] } & " + either, contract.Unknown},
		{"left out elsewhere by a question mark", "<T,>", "{ rows: T[]; get?: (row: T) => string } & " + either, contract.Unknown},
		{"required elsewhere", "<T,>", "{ rows: T[]; get: (row: T) => string } & " + either, contract.Yes},
		{"a default that has the label", "<T = { label: string }>", "{ rows: T[] } & " + either, contract.No},
		{"a default without it", "<T = { id: number }>", "{ rows: T[] } & " + either, contract.Unknown},
		{"required in both cases", "<T,>", "{ rows: T[] } & (T extends string ? { get: () => T } : { get: (row: T) => string })", contract.Yes},
		{"required in neither", "<T,>", "{ rows: T[] } & (T extends string ? { get?: () => T } : { get?: (row: T) => string })", contract.No},
		{"decided", "<T extends { label: string }>", "{ rows: T[] } & (string extends number ? {} : { get: (row: T) => string })", contract.Yes},
	} {
		c, r := component(t, "export const X = "+test.params+"(p: "+test.props+") => <b/>;\n")
		got := contract.Fact(99) // not listed
		for _, p := range c.Props {
			if p.Name == "get" {
				got = p.Required
			}
		}
		for _, s := range c.Slots {
			if s.Name == "get" {
				got = s.Required
			}
		}
		if got != test.want {
			t.Errorf("%s: get is said to be required: %v, not %v; unread %+v", test.name, got, test.want, r.Listing.Unread)
		}
	}
}
