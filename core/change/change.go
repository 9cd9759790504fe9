// Package change compares contracts: two readings of a package go in, the
// differences that mean something to an app come out, each with its verdict,
// how silent it is, and the step in the version number that all of them owe.
package change

import (
	"net/url"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/place"
)

// Format names the format of a comparison.
const Format = "steady.changes/1"

// Verdict is what a change means to an app.
type Verdict string

// The verdicts.
const (
	Breaking    Verdict = "breaking"
	Behavioural Verdict = "behavioural"
	Additive    Verdict = "additive"
	Neutral     Verdict = "neutral"
	Unsure      Verdict = "unsure"
)

// Silence says whether anybody would be told.
type Silence string

// The silences.
const (
	Never     Silence = "never"     // a compiler or an error tells
	Unchecked Silence = "unchecked" // silent only where no type checker sees the site
	Always    Silence = "always"
)

// Change is one difference between two contracts.
type Change struct {
	ID        string   `json:"id"`
	Component string   `json:"component"` // as the old release names it; the new one if it was added
	Member    Member   `json:"member"`
	Kind      Kind     `json:"kind"`
	Verdict   Verdict  `json:"verdict"`
	Silent    Silence  `json:"silent"`
	Why       string   `json:"why"`
	Before    *Side    `json:"before"`
	After     *Side    `json:"after"`
	Pairing   *Pairing `json:"pairing"`
	Detail    Detail   `json:"-"`
}

// Member names what changed. Kind is prop, slot, event, part, handle, root,
// passThrough, twoWay, component or package.
type Member struct {
	Kind    string `json:"kind"`
	Name    string `json:"name"`
	Spelled string `json:"spelled"`
}

// Side is one side of a change as people read it.
type Side struct {
	Text string       `json:"text"`
	At   *place.Place `json:"at"`
}

// Pairing says why a removed and an added member are taken for one.
type Pairing struct {
	Old    string  `json:"old"`
	New    string  `json:"new"`
	Score  float64 `json:"score"` // 1 where somebody said so
	Reason string  `json:"reason"`
}

// Detail is what the rules for sites need beside what people read.
type Detail struct {
	Old, New *contract.Contract
	Members  []string // of a change that stands for several members
	Value    any      // the value that went, of a closed set
	Field    []string // the field that changed: its name, and within a record the inner name
	Position int      // of a positional field, from 1; 0 for a named one
	Names    []string // members of a combination
}

// Ref names one side of a comparison.
type Ref struct {
	Package string `json:"package"`
	Version string `json:"version"`
}

// Changes is the outcome of a comparison.
type Changes struct {
	Format       string `json:"format"`
	From         Ref    `json:"from"`
	To           Ref    `json:"to"`
	Owed         Step   `json:"owed"`
	OwedIfUnsure Step   `json:"owedIfUnsure"`
	Given        Step   `json:"given"`
	Enough       bool   `json:"enough"`
	// Incomplete says what could not be read of each side, null where all was: what differs
	// there is not known.
	Incomplete Sides    `json:"incomplete"`
	Changes    []Change `json:"changes"`
}

// Sides is what could not be read of the two sides of a comparison.
type Sides struct {
	From *contract.Incomplete `json:"from"`
	To   *contract.Incomplete `json:"to"`
}

// Confirmed is a pairing that a person confirmed or refused.
type Confirmed struct {
	Component string // the old name, "" for components themselves
	Kind      string // component, prop, slot, event or part
	Old, New  string
	Refused   bool
}

// Options are what a library says about comparing.
type Options struct {
	Pairings        []Confirmed
	BehaviouralOwes Step // "" for minor
	GateHoldsToOwed bool // hold the given step against what is owed, not against owedIfUnsure
}

// Compare compares two listings of one package.
func Compare(old, new *contract.Listing, o Options) *Changes {
	c := &comparison{options: o, framework: new.Package.Framework, notation: notationOf(new.Package.Framework)}
	c.gone, c.unlisted = missingFrom(old.Package.Modules, new.Package.Modules), map[string]bool{}
	c.sides = sidesOf(old, new)
	c.components(old, new)
	c.packages(old, new)
	out := &Changes{Format: Format, From: ref(old), To: ref(new), Changes: c.changes, Incomplete: Sides{old.Incomplete(), new.Incomplete()}}
	if out.Changes == nil {
		out.Changes = []Change{}
	}
	sortChanges(out.Changes)
	weigh(out, o)
	return out
}

func ref(l *contract.Listing) Ref { return Ref{l.Package.Name, l.Package.Version} }

// id writes the id of a change: its pieces, each percent-encoded.
func id(pieces ...string) string {
	kept := pieces[:0:0]
	for _, p := range pieces {
		if p != "" {
			kept = append(kept, strings.ReplaceAll(strings.ReplaceAll(p, "%", "%25"), "/", url.PathEscape("/")))
		}
	}
	return strings.Join(kept, "/")
}
