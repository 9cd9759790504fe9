// This file proposes changes that leave an interface with fewer states, or with fewer
// that nobody means.

package design

import (
	"fmt"
	"math/big"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// Proposal is one change that would simplify an interface.
type Proposal struct {
	Kind    ProposalKind `json:"kind"`
	Members []string     `json:"members"`
	What    string       `json:"what"`
	Because string       `json:"because"`
	// All and Loose are what is left of all states and of those that no type forbids;
	// nil where they are not known.
	All   *big.Int           `json:"all"`
	Loose *big.Int           `json:"loose"`
	Of    *contract.Contract `json:"-"` // the contract with the change made
}

// ProposalKind is what a proposal does.
type ProposalKind string

// The kinds of proposals.
const (
	FlagsToSet     ProposalKind = "flags to one set"
	FlagFollows    ProposalKind = "a flag that follows"
	ExclusionTyped ProposalKind = "an exclusion by type"
)

// follows is the table of flags that say again what another member says: words of the
// flag's name, and the events, slots or props that tell it.
var follows = []struct {
	words  []string
	told   []string // names of events
	reason string
}{
	{[]string{"closable", "closeable", "dismissible", "dismissable"}, []string{"close", "dismiss"}, "it can be closed where somebody listens to it being closed"},
	{[]string{"clickable", "pressable", "interactive"}, []string{"click", "press", "activate"}, "it can be pressed where somebody listens"},
	{[]string{"selectable", "checkable"}, []string{"select", "selectedChange", "selectionChange", "check", "checkedChange"}, "it can be chosen where somebody hears of the choice"},
	{[]string{"expandable", "collapsible", "collapsable"}, []string{"toggle", "expand", "expandedChange", "openChange"}, "it can be folded where somebody hears of it"},
	{[]string{"editable"}, []string{"edit", "change", "valueChange"}, "it can be edited where somebody hears of the edit"},
	{[]string{"removable", "deletable"}, []string{"remove", "delete"}, "it can be removed where somebody hears of it"},
	{[]string{"sortable"}, []string{"sort", "sortChange"}, "it can be sorted where somebody hears of the order"},
	{[]string{"draggable", "movable"}, []string{"drag", "move", "drop"}, "it can be moved where somebody hears of it"},
}

// regionMarks are words before the name of a region, in flags that say whether it shows.
var regionMarks = []string{"show", "with", "has", "hide", "without", "no"}

// Proposals lists what would simplify a contract, each with the contract that it would
// lead to.
func Proposals(c *contract.Contract) (out []Proposal) {
	s := spaceOf(c)
	add := func(p Proposal, made *contract.Contract) {
		after := spaceOf(made)
		p.Of, p.All = made, after.all()
		if allowed, ok := after.count(nil); ok {
			if written, ok := after.writable(); ok {
				p.Loose = written.Sub(written, allowed)
			}
		}
		out = append(out, p)
	}
	folded := map[string]bool{}
	for _, group := range s.exclusive() {
		for _, name := range group {
			folded[name] = true
		}
		made, axis := foldFlags(c, group)
		add(Proposal{Kind: FlagsToSet, Members: group, What: fmt.Sprintf("fold %s into one set %s", list(group), axis),
			Because: fmt.Sprintf("at most one of them is ever set: %d flags are %d combinations for %d meanings", len(group), 1<<len(group), len(group)+1)}, made)
	}
	for _, p := range c.Props {
		if !isFlag(p) || folded[p.Name] || p.Required == contract.Yes {
			continue
		}
		if by, reason := toldBy(c, p); by != "" {
			made := copied(c)
			made.Props = remove(made.Props, p.Name, named)
			made.Exclusions = slices.DeleteFunc(made.Exclusions, func(x contract.Exclusion) bool { _, names := x.When[p.Name]; return names })
			made.Companions = slices.DeleteFunc(slices.Clone(c.Companions), func(x contract.Companion) bool { return x.Given == p.Name || slices.Contains(x.Needs, p.Name) })
			add(Proposal{Kind: FlagFollows, Members: []string{p.Name, by}, What: "leave out " + p.Name + ": " + by + " tells it", Because: reason}, made)
		}
	}
	for i, x := range c.Exclusions {
		if x.InType || len(x.When) < 2 {
			continue
		}
		if axis, value, ok := discriminating(c, x); ok {
			made := copied(c)
			made.Exclusions[i].InType = true
			add(Proposal{Kind: ExclusionTyped, Members: sortedKeys(x.When), What: fmt.Sprintf("let the type say it: where %s is %s, there is no %s", axis, jsonText(value), others(x, axis)),
				Because: "what a type says, a compiler and an editor tell at once: " + x.Because}, made)
		}
	}
	return out
}

// others names what an exclusion speaks of beside one member.
func others(x contract.Exclusion, axis string) string {
	var rest []string
	for _, name := range sortedKeys(x.When) {
		if name != axis {
			if v := x.When[name]; v != true {
				name += " " + jsonText(v)
			}
			rest = append(rest, name)
		}
	}
	return list(rest)
}

// discriminating gives the member of an exclusion whose value can choose a mode: one of
// a closed set.
func discriminating(c *contract.Contract, x contract.Exclusion) (string, any, bool) {
	for _, name := range sortedKeys(x.When) {
		if p := c.Prop(name); p != nil {
			if values, open := choices(p); values != nil && !open {
				return name, x.When[name], true
			}
		}
	}
	return "", nil, false
}

// foldFlags replaces flags by one closed set, whose values remember what they were.
func foldFlags(c *contract.Contract, flags []string) (made *contract.Contract, axis string) {
	made = copied(c)
	axis = freeName(c, setName(c, flags))
	set := &contract.Prop{Name: axis, Role: contract.RoleVariant, Default: contract.Default{Kind: contract.DefaultValue, Value: "none"}}
	values := []types.Type{types.StringLiteral("none")}
	for _, flag := range flags {
		value := valueName(flag)
		values = append(values, types.StringLiteral(value))
		set.Was = append(set.Was, contract.Was{Member: contract.MemberProp, Name: flag, When: true, Gives: value})
		made.Props = remove(made.Props, flag, named)
	}
	set.Type = contract.Type{T: types.NewUnion(values...)}
	made.Props = append(made.Props, set)
	within := func(x contract.Exclusion) bool {
		for name := range x.When {
			if !slices.Contains(flags, name) {
				return false
			}
		}
		return true
	}
	made.Exclusions = slices.DeleteFunc(made.Exclusions, within)
	for i, x := range made.Exclusions {
		when := map[string]any{}
		for name, v := range x.When {
			switch {
			case !slices.Contains(flags, name):
				when[name] = v
			case v == true:
				when[axis] = valueName(name)
			}
		}
		made.Exclusions[i].When = when
	}
	made.Companions = nil
	for _, x := range c.Companions {
		if !slices.Contains(flags, x.Given) && !slices.ContainsFunc(x.Needs, func(n string) bool { return slices.Contains(flags, n) }) {
			made.Companions = append(made.Companions, x)
		}
	}
	return made, axis
}

// valueName is the value that stands for a flag: its name without is and has.
func valueName(flag string) string {
	w := names.Words(flag)
	if len(w) > 1 && (w[0] == "is" || w[0] == "has") {
		w = w[1:]
	}
	return strings.Join(w, "-")
}

// setName names the set that flags fold into: tone, size or kind, by what they speak of.
func setName(c *contract.Contract, flags []string) string {
	for _, idea := range []struct {
		name  string
		words []string
	}{
		{"size", []string{"small", "large", "compact", "big", "mini", "tiny", "wide", "dense"}},
		{"tone", []string{"primary", "secondary", "danger", "warning", "info", "success", "urgent", "quiet", "calm", "error", "notice"}},
		{"orientation", []string{"vertical", "horizontal", "stacked"}},
	} {
		if !slices.ContainsFunc(flags, func(f string) bool {
			return !hasWord(f, idea.words)
		}) {
			return idea.name
		}
	}
	return "kind"
}

// toldBy finds the member that says what a flag says.
func toldBy(c *contract.Contract, p *contract.Prop) (by, reason string) {
	w := names.Words(p.Name)
	for _, row := range follows {
		if !slices.ContainsFunc(w, func(word string) bool { return slices.Contains(row.words, word) }) {
			continue
		}
		for _, name := range row.told {
			if c.Event(name) != nil {
				return name, row.reason
			}
		}
	}
	if len(w) > 1 && slices.Contains(regionMarks, w[0]) {
		region := names.LowerFirst(camel(w[1:]))
		if c.Slot(region) != nil {
			return region, "the region shows where the slot is filled"
		}
		if other := c.Prop(region); other != nil && !isFlag(other) {
			return region, "the region shows where " + region + " is given"
		}
	}
	for _, x := range c.Companions {
		if x.Given == p.Name && len(x.Needs) == 1 && slices.ContainsFunc(c.Companions, func(y contract.Companion) bool { return y.Given == x.Needs[0] && slices.Contains(y.Needs, p.Name) }) {
			return x.Needs[0], "the two always go together"
		}
	}
	return "", ""
}

// camel joins words as FareTag.
func camel(w []string) string {
	var b strings.Builder
	for _, word := range w {
		b.WriteString(names.UpperFirst(word))
	}
	return b.String()
}
