// This file tells where the members of components went that were split into
// several, or merged into one.

package change

import (
	"maps"
	"slices"
	"strings"

	"steadysocket/core/contract"
)

// Bounds of regrouping: how many of a component's members must stand elsewhere
// for the component to be split or merged and not just gone, how many each of
// the others must have taken over, and how many components may have a member for
// it to tell anything.
const (
	mostMembers = 0.6
	fewMembers  = 2
	commonFrom  = 3
)

// regrouped is what became of a component that is gone: it was split into
// several, or merged with others into one.
type regrouped struct {
	kind Kind
	into []*contract.Contract
}

// regroup finds what became of components that are gone. stay are the
// components of both sides, under one name or two: one of them may have taken
// over the members of another. Of those that were merged into one that did not
// exist there are several.
func (c *comparison) regroup(gone, came []*contract.Contract, stay [][2]*contract.Contract) map[*contract.Contract]regrouped {
	out := map[*contract.Contract]regrouped{}
	if len(gone) == 0 {
		return out
	}
	tells := c.telling(gone, stay)
	newly, gained := map[string][]*contract.Contract{}, map[string][]*contract.Contract{}
	for _, n := range came {
		for m := range c.memberTexts(n) {
			newly[m] = append(newly[m], n)
		}
	}
	for _, pair := range stay {
		if pair[0].InterfaceHash != "" && pair[0].InterfaceHash == pair[1].InterfaceHash {
			continue
		}
		before := c.memberTexts(pair[0])
		for m := range c.memberTexts(pair[1]) {
			if !before[m] {
				gained[m] = append(gained[m], pair[1])
			}
		}
	}
	merged := map[*contract.Contract][]*contract.Contract{} // what came → what went into it
	for _, o := range gone {
		own := tells(o)
		if len(own) < fewMembers {
			continue
		}
		var into []*contract.Contract
		covered := map[string]bool{}
		for _, where := range []map[string][]*contract.Contract{newly, gained} {
			took := map[*contract.Contract]int{}
			for m := range own {
				for _, n := range where[m] {
					took[n]++
				}
			}
			for n, count := range took {
				if count >= fewMembers && !c.refused("component", o.Component, n.Component) {
					into = append(into, n)
				}
			}
			for m := range own {
				covered[m] = slices.ContainsFunc(where[m], func(n *contract.Contract) bool { return slices.Contains(into, n) })
			}
			if len(into) > 0 {
				break
			}
		}
		slices.SortFunc(into, func(a, b *contract.Contract) int { return strings.Compare(a.Component, b.Component) })
		if float64(count(slices.Collect(maps.Values(covered)), func(is bool) bool { return is })) < mostMembers*float64(len(own)) {
			continue
		}
		switch {
		case len(into) > 1:
			out[o] = regrouped{ComponentSplit, into}
		case slices.Contains(came, into[0]):
			merged[into[0]] = append(merged[into[0]], o)
		default:
			out[o] = regrouped{ComponentMerged, into}
		}
	}
	for n, list := range merged {
		if len(list) < 2 {
			continue // alone it was renamed, or is like it by chance
		}
		for _, o := range list {
			out[o] = regrouped{ComponentMerged, []*contract.Contract{n}}
		}
	}
	return out
}

// regroupedAsSaid takes contracts at their word: several that were one before, or
// one that was several.
func (c *comparison) regroupedAsSaid(gone, came []*contract.Contract, stay [][2]*contract.Contract) map[*contract.Contract]regrouped {
	out := map[*contract.Contract]regrouped{}
	says := func(n, o *contract.Contract) bool {
		return slices.ContainsFunc(n.Was, func(w contract.Was) bool { return w.Name == o.Component })
	}
	are := func(n *contract.Contract) func(*contract.Contract) bool {
		return func(o *contract.Contract) bool {
			return (says(n, o) || says(o, n)) && !c.refused("component", o.Component, n.Component)
		}
	}
	for _, o := range gone {
		var into []*contract.Contract
		for _, n := range came {
			if are(n)(o) {
				into = append(into, n)
			}
		}
		merged := len(into) == 1 && count(gone, are(into[0])) > 1
		for _, pair := range stay {
			if len(into) == 0 && are(pair[1])(o) {
				into, merged = append(into, pair[1]), true
			}
		}
		switch {
		case len(into) > 1:
			out[o] = regrouped{ComponentSplit, into}
		case merged:
			out[o] = regrouped{ComponentMerged, into}
		}
	}
	return out
}

func count[T any](list []T, is func(T) bool) (n int) {
	for _, x := range list {
		if is(x) {
			n++
		}
	}
	return n
}

// telling gives a function that lists those members of a component that tell it
// apart from the others of the old side.
func (c *comparison) telling(gone []*contract.Contract, stay [][2]*contract.Contract) func(*contract.Contract) map[string]bool {
	have := map[string]int{}
	before := slices.Clone(gone)
	for _, pair := range stay {
		before = append(before, pair[0])
	}
	for _, o := range before {
		for m := range c.memberTexts(o) {
			have[m]++
		}
	}
	return func(o *contract.Contract) map[string]bool {
		own := maps.Clone(c.memberTexts(o))
		for m := range own {
			if have[m] >= commonFrom {
				delete(own, m)
			}
		}
		return own
	}
}

// componentNames lists components as a sentence names them.
func componentNames(list []*contract.Contract) string {
	names := make([]string, len(list))
	for i, c := range list {
		names[i] = c.Component
	}
	slices.Sort(names)
	if len(names) < 2 {
		return strings.Join(names, "")
	}
	return strings.Join(names[:len(names)-1], ", ") + " and " + names[len(names)-1]
}
