// This file prints comparisons for people: the answer first, then one row for each fact.

package cli

import (
	"fmt"
	"slices"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"
	"github.com/spf13/cobra"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// chosen says which changes are listed.
type chosen struct {
	all        bool // each change, and those of words
	verdicts   []string
	components []string
	kinds      []string
}

func (c *chosen) flags(cmd *cobra.Command) {
	cmd.Flags().BoolVar(&c.all, "all", false, "list each change by itself, those of words too")
	cmd.Flags().StringSliceVar(&c.verdicts, "only", nil, "list changes of these verdicts only: breaking, behavioural, unsure, additive, neutral")
	cmd.Flags().StringSliceVar(&c.components, "component", nil, "list changes of these components only")
	cmd.Flags().StringSliceVar(&c.kinds, "kind", nil, "list changes of these kinds only")
}

// verdicts are the verdicts in the order in which they are told.
var verdicts = []change.Verdict{change.Breaking, change.Behavioural, change.Unsure, change.Additive, change.Neutral}

// check says what is wrong with a choice.
func (c *chosen) check() error {
	for _, v := range c.verdicts {
		if !slices.Contains(verdicts, change.Verdict(v)) {
			return &callError{fmt.Sprintf("--only %s is no verdict; there are breaking, behavioural, unsure, additive and neutral", v)}
		}
	}
	var known []string
	for _, row := range change.Rows {
		known = append(known, string(row.Kind))
	}
	for _, k := range c.kinds {
		if !slices.Contains(known, k) {
			hint := "docs/kinds.md lists them"
			if near := contract.Nearest(k, known); near != "" {
				hint = "did you mean " + near + "?"
			}
			return &callError{fmt.Sprintf("--kind %s is no kind of change; %s", k, hint)}
		}
	}
	return nil
}

// of gives the changes that are chosen.
func (c *chosen) of(list []change.Change) []change.Change {
	among := func(chosen []string, s string) bool { return len(chosen) == 0 || slices.Contains(chosen, s) }
	out := []change.Change{}
	for _, x := range list {
		if among(c.verdicts, string(x.Verdict)) && among(c.components, x.Component) && among(c.kinds, string(x.Kind)) {
			out = append(out, x)
		}
	}
	return out
}

// quiet are kinds that are counted and not listed unless all are: nobody relies on words.
var quiet = map[change.Kind]bool{change.WordsChanged: true, change.TypeRewritten: true}

// fact is one thing that changed, perhaps in several components.
type fact struct {
	change.Change
	members []string
}

// facts puts changes together that say the same of several components.
func facts(list []change.Change) []fact {
	type key struct{ kind, verdict, member, why, before, after string }
	at := map[key]int{}
	var out []fact
	for _, x := range list {
		k := key{string(x.Kind), string(x.Verdict), x.Member.Kind + " " + spelledOr(x.Member), x.Why, sideText(x.Before), sideText(x.After)}
		if x.Member.Kind == "component" || x.Member.Kind == "package" {
			k.member = x.Component + " " + x.ID // each is a fact of its own
		}
		i, known := at[k]
		if !known {
			i = len(out)
			at[k] = i
			out = append(out, fact{Change: x})
		}
		out[i].members = append(out[i].members, x.Component)
	}
	return out
}

func sideText(s *change.Side) string {
	if s == nil {
		return ""
	}
	return s.Text
}

// name names the members that a fact is about.
func (f *fact) name() string {
	if len(f.members) == 1 {
		return member(f.Component, f.Member)
	}
	return fmt.Sprintf("%s of %s and %d more", spelledOr(f.Member), f.members[0], len(f.members)-1)
}

func (s *shell) printChanges(c *change.Changes, which chosen) {
	s.line("%s %s → %s", c.From.Package, orDash(c.From.Version), orDash(c.To.Version))
	s.line("%s", required(c))
	components := map[string]bool{}
	counts := map[change.Verdict]int{}
	kinds := map[change.Verdict]map[change.Kind]int{}
	for _, x := range c.Changes {
		if x.Member.Kind != "package" {
			components[x.Component] = true
		}
		counts[x.Verdict]++
		if kinds[x.Verdict] == nil {
			kinds[x.Verdict] = map[change.Kind]int{}
		}
		kinds[x.Verdict][x.Kind]++
	}
	if len(c.Changes) == 0 {
		s.line("no changes")
	} else {
		s.line("%s in %s", count(len(c.Changes), "change", "changes"), count(len(components), "component", "components"))
	}
	for _, v := range verdicts {
		if counts[v] > 0 {
			s.line("  %-12s %4d  %s", v, counts[v], kindCounts(kinds[v]))
		}
	}
	s.printIncomplete(c.From.Version, c.Incomplete.From)
	s.printIncomplete(c.To.Version, c.Incomplete.To)
	list := which.of(c.Changes)
	if len(list) == 0 {
		return
	}
	s.line("")
	if which.all {
		s.printChangeRows(list)
		return
	}
	shown := slices.DeleteFunc(slices.Clone(list), func(x change.Change) bool { return quiet[x.Kind] && !slices.Contains(which.kinds, string(x.Kind)) })
	var rows []table.Row
	for _, f := range facts(shown) {
		rows = append(rows, table.Row{string(f.Verdict), caughtBy[f.Silent], f.name(), string(f.Kind), f.Why, sides(f.Change)})
	}
	if len(rows) > 0 {
		s.grid(changeHeader, rows, 2, 4, 5)
	}
	if len(rows) < len(list) {
		s.line("")
		s.line("%s for %s; --all lists each", count(len(rows), "row", "rows"), count(len(list), "change", "changes"))
	}
}

// required says which step in the number the changes ask for, and whether it was made.
func required(c *change.Changes) string {
	unsure := ""
	if c.OwedIfUnsure != c.Owed {
		unsure = fmt.Sprintf(" (%s if what is unsure breaks)", c.OwedIfUnsure)
	}
	version := orDash(c.To.Version)
	if c.Enough {
		return fmt.Sprintf("required bump: %s%s, declared: %s; %s satisfies it", c.Owed, unsure, c.Given, version)
	}
	return fmt.Sprintf("required bump: %s%s, declared: %s; %s does not satisfy it", c.Owed, unsure, c.Given, version)
}

// maxKinds bounds the kinds that are counted in a line.
const maxKinds = 5

func kindCounts(counts map[change.Kind]int) string {
	type kindCount struct {
		kind change.Kind
		n    int
	}
	var list []kindCount
	for k, n := range counts {
		list = append(list, kindCount{k, n})
	}
	slices.SortFunc(list, func(a, b kindCount) int {
		if a.n != b.n {
			return b.n - a.n
		}
		return strings.Compare(string(a.kind), string(b.kind))
	})
	var words []string
	for _, x := range list[:min(len(list), maxKinds)] {
		words = append(words, fmt.Sprintf("%s %d", x.kind, x.n))
	}
	if more := len(list) - maxKinds; more > 0 {
		words = append(words, fmt.Sprintf("%d more kinds", more))
	}
	return strings.Join(words, ", ")
}

// maxPackages bounds the packages that are named in a line.
const maxPackages = 4

// printIncomplete says what could not be read of one side, what that may hide, and what to
// do.
func (s *shell) printIncomplete(version string, x *contract.Incomplete) {
	if x == nil {
		return
	}
	types := "types that are not here"
	if n := len(x.Packages); n > 0 {
		types = "types of " + strings.Join(x.Packages[:min(n, maxPackages)], ", ")
		if n > maxPackages {
			types += fmt.Sprintf(" and %d more", n-maxPackages)
		}
	}
	s.line("incomplete: %d of %s in %s need %s: what differs there is not seen. Install them, or name a folder that has them with --beside node_modules",
		x.Components, count(x.Of, "component", "components"), orDash(version), types)
}

var changeHeader = table.Row{"verdict", "caught by", "member", "kind", "why", "before → after"}

// caughtBy are the words for who tells an app of a change.
var caughtBy = map[change.Silence]string{change.Always: "nothing", change.Unchecked: "type checker", change.Never: "build"}

func (s *shell) printChangeRows(list []change.Change) {
	var rows []table.Row
	for _, x := range list {
		rows = append(rows, table.Row{string(x.Verdict), caughtBy[x.Silent], member(x.Component, x.Member), string(x.Kind), x.Why, sides(x)})
	}
	s.grid(changeHeader, rows, 4, 5)
}

// Bounds on what is shown of a change.
const (
	maxSide   = 68 // characters of one side
	maxPlaces = 3  // places where two long types differ
)

// sides shows what was and what is; of types that are too long, the places where they
// differ.
func sides(c change.Change) string {
	if c.Before != nil && c.After != nil && (len(c.Before.Text) > maxSide || len(c.After.Text) > maxSide) {
		if places := places(c.Before.Text, c.After.Text); places != "" {
			return places
		}
	}
	side := func(s *change.Side) string {
		if s == nil || s.Text == "" {
			return "–"
		}
		return text.Snip(s.Text, maxSide, "…")
	}
	return side(c.Before) + " → " + side(c.After)
}

// places shows where two types or payloads differ; "" where they are none, or differ as a
// whole.
func places(before, after string) string {
	old, errOld := typeOf(before)
	now, errNow := typeOf(after)
	if errOld != nil || errNow != nil {
		return ""
	}
	list := types.Differences(old, now)
	if len(list) == 0 || list[0].Path == "" {
		return ""
	}
	shown := func(t types.Type) string {
		if t == nil {
			return "–"
		}
		return text.Snip(t.String(), maxSide, "…")
	}
	var lines []string
	for _, d := range list[:min(len(list), maxPlaces)] {
		lines = append(lines, strings.TrimPrefix(d.Path, ".")+": "+shown(d.Old)+" → "+shown(d.New))
	}
	if more := len(list) - maxPlaces; more > 0 {
		lines = append(lines, fmt.Sprintf("and %s", count(more, "more place", "more places")))
	}
	return strings.Join(lines, "\n")
}

// typeOf reads what a side of a change says: a type, with its default behind it, or what is
// handed over by position.
func typeOf(text string) (types.Type, error) {
	if t, err := types.Parse(text); err == nil {
		return t, nil
	}
	if i := strings.LastIndex(text, " = "); i > 0 {
		if t, err := types.Parse(text[:i]); err == nil {
			return t, nil
		}
	}
	return types.Parse(text + " => void")
}
