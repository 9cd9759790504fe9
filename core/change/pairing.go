// This file pairs what went with what came: renames.

package change

import (
	"fmt"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// item is a member on its way to being paired.
type item struct {
	name     string
	spelled  string
	was      []contract.Was
	t        types.Type
	role     contract.Role
	value    string // the default
	required contract.Fact
	position int
}

// memberPair is two members taken for one; pairing is nil where the name stayed.
type memberPair struct {
	old, new string
	pairing  *Pairing
}

// Thresholds of likeness. A pair must reach the score, be so much better than
// any other, and its names must have something in common.
const (
	enoughAlike = 0.65
	clearlyMore = 0.05
	namesAlike  = 0.3
)

// weights of what makes two members alike; they sum to 1.
const (
	weightName     = 0.4
	weightType     = 0.35
	weightDefault  = 0.1
	weightRole     = 0.05
	weightPosition = 0.1
)

// match pairs the members of one kind: by name, by what the contract or a
// person says, then by likeness.
func (c *comparison) match(kind string, old, new []item) (pairs []memberPair, gone, came []string) {
	usedOld, usedNew := make([]bool, len(old)), make([]bool, len(new))
	take := func(i, j int, p *Pairing) {
		usedOld[i], usedNew[j] = true, true
		pairs = append(pairs, memberPair{old[i].name, new[j].name, p})
	}
	byName := make(map[string]int, len(new))
	for j := len(new) - 1; j >= 0; j-- {
		byName[new[j].name] = j
	}
	for i, a := range old {
		if j, ok := byName[a.name]; ok && !usedNew[j] {
			take(i, j, nil)
		}
	}
	for i, a := range old {
		for j := 0; j < len(new) && !usedOld[i]; j++ {
			b := new[j]
			if usedNew[j] {
				continue
			}
			if c.confirmed(kind, a.name, b.name) {
				take(i, j, &Pairing{a.name, b.name, 1, "confirmed"})
			} else if (formerly(b.was, kind, a) || formerly(a.was, kind, b)) && !c.refused(kind, a.name, b.name) {
				take(i, j, &Pairing{a.name, b.name, 1, "the contract says so"})
			}
		}
	}
	for i := range old {
		if usedOld[i] {
			continue
		}
		best, bestScore, reason, second := -1, 0.0, "", 0.0
		for j := range new {
			if usedNew[j] || c.refused(kind, old[i].name, new[j].name) {
				continue
			}
			score, why := alike(old[i], new[j])
			if score > bestScore {
				best, bestScore, second, reason = j, score, bestScore, why
			} else if score > second {
				second = score
			}
		}
		if best < 0 || bestScore < enoughAlike || bestScore-second < clearlyMore || rival(old, usedOld, i, new[best], bestScore) {
			continue
		}
		take(i, best, &Pairing{old[i].name, new[best].name, float64(int(bestScore*100)) / 100, reason})
	}
	for i, a := range old {
		if !usedOld[i] {
			gone = append(gone, a.name)
		}
	}
	for j, b := range new {
		if !usedNew[j] {
			came = append(came, b.name)
		}
	}
	return pairs, gone, came
}

// rival reports whether another member that went is as like the same one.
func rival(old []item, used []bool, me int, to item, score float64) bool {
	for i := range old {
		if i != me && !used[i] {
			if s, _ := alike(old[i], to); s > score-clearlyMore {
				return true
			}
		}
	}
	return false
}

// formerly reports whether a contract says that a member was the old one, as a
// whole: with a value it was folded or renamed, which other rows tell. It holds
// in both directions, for a release may go back to a former name.
func formerly(was []contract.Was, kind string, old item) bool {
	for _, w := range was {
		sameKind := w.Member == "" || string(w.Member) == kind
		if sameKind && (w.Name == old.name || w.Name == old.spelled) && w.Gives == nil && w.When == nil {
			return true
		}
	}
	return false
}

func (c *comparison) confirmed(kind, old, new string) bool { return c.said(kind, old, new, false) }
func (c *comparison) refused(kind, old, new string) bool   { return c.said(kind, old, new, true) }

func (c *comparison) said(kind, old, new string, refused bool) bool {
	for _, p := range c.options.Pairings {
		component := kind == "component" || c.old != nil && p.Component == c.old.Component
		if p.Kind == kind && component && p.Old == old && p.New == new && p.Refused == refused {
			return true
		}
	}
	return false
}

// alike scores how likely two members are one, from 0 to 1, and says why.
func alike(a, b item) (float64, string) {
	name := nameLikeness(a.name, b.name)
	if name < namesAlike {
		return 0, ""
	}
	score := weightName * name
	var why []string
	if name == 1 {
		why = append(why, "the same words")
	} else {
		why = append(why, fmt.Sprintf("names %.0f %% alike", name*100))
	}
	switch relate(a.t, b.t) {
	case same, rewritten:
		score += weightType
		why = append(why, "the same type")
	case widened, narrowed:
		score += weightType / 2
		why = append(why, "a related type")
	}
	if a.value == b.value && a.required == b.required {
		score += weightDefault
	}
	if a.role == b.role {
		score += weightRole
	}
	if a.position == b.position {
		score += weightPosition
		why = append(why, "the same place")
	}
	return score, strings.Join(why, ", ")
}

// nameLikeness compares names by their words and by their letters.
func nameLikeness(a, b string) float64 {
	x, y := names.Words(a), names.Words(b)
	shared := 0
	for _, w := range x {
		for _, v := range y {
			if w == v {
				shared++
				break
			}
		}
	}
	words := 0.0
	if total := len(x) + len(y) - shared; total > 0 {
		words = float64(shared) / float64(total)
	}
	return max(words, letters(strings.ToLower(a), strings.ToLower(b)))
}

// letters is the share of letter pairs that two words have in common.
// Source: L. R. Dice, Ecology 26 (1945).
func letters(a, b string) float64 {
	if len(a) < 2 || len(b) < 2 {
		return 0
	}
	pairs := map[string]int{}
	for i := 0; i+1 < len(a); i++ {
		pairs[a[i:i+2]]++
	}
	shared := 0
	for i := 0; i+1 < len(b); i++ {
		if pairs[b[i:i+2]] > 0 {
			pairs[b[i:i+2]]--
			shared++
		}
	}
	return 2 * float64(shared) / float64(len(a)+len(b)-2)
}

func propItems(c *contract.Contract) []item {
	list := make([]item, len(c.Props))
	for i, p := range c.Props {
		list[i] = item{p.Name, p.Spelled.Name, p.Was, orUnknown(p.Type), p.Role, defaultText(p.Default), p.Required, i}
	}
	return list
}

func slotItems(c *contract.Contract) []item {
	list := make([]item, len(c.Slots))
	for i, s := range c.Slots {
		t := &types.Func{Params: Params(s.Gives), Result: &types.Named{Name: "Content"}}
		list[i] = item{s.Name, s.Spelled.Name, s.Was, t, contract.Role(s.Form), s.Fallback.String(), s.Required, i}
	}
	return list
}

func eventItems(c *contract.Contract) []item {
	list := make([]item, len(c.Events))
	for i, e := range c.Events {
		list[i] = item{e.Name, e.Spelled.Name, e.Was, &types.Func{Params: Params(e.Payload), Result: orUnknown(e.Returns)}, "", "", e.Required, i}
	}
	return list
}

func partItems(c *contract.Contract) []item {
	list := make([]item, len(c.Parts))
	for i, p := range c.Parts {
		list[i] = item{p.Name, p.Spelled.Name, p.Was, types.Unknown, "", "", p.Required, i}
	}
	return list
}

// componentPair is a component that went with the one that it became.
type componentPair struct {
	new     *contract.Contract
	pairing *Pairing
}

// pairComponents pairs components: by what is said, then by the likeness of
// their names and members.
func (c *comparison) pairComponents(gone, came []*contract.Contract) map[*contract.Contract]componentPair {
	pairs := map[*contract.Contract]componentPair{}
	used := map[*contract.Contract]bool{}
	c.old, c.new = nil, nil
	for _, o := range gone {
		for _, n := range came {
			if used[n] || pairs[o].new != nil {
				continue
			}
			said := false
			for _, w := range n.Was {
				said = said || w.Name == o.Component
			}
			for _, w := range o.Was { // the new one goes back to the former name
				said = said || w.Name == n.Component
			}
			switch {
			case c.confirmed("component", o.Component, n.Component):
				pairs[o] = componentPair{n, &Pairing{o.Component, n.Component, 1, "confirmed"}}
			case said && !c.refused("component", o.Component, n.Component):
				pairs[o] = componentPair{n, &Pairing{o.Component, n.Component, 1, "the contract says so"}}
			default:
				continue
			}
			used[n] = true
		}
	}
	// Without a member in common none are alike enough.
	having := map[string][]*contract.Contract{}
	if len(gone) > 0 {
		for _, n := range came {
			for m := range c.memberTexts(n) {
				having[m] = append(having[m], n)
			}
		}
	}
	for _, o := range gone {
		if pairs[o].new != nil {
			continue
		}
		shares := map[*contract.Contract]bool{}
		for m := range c.memberTexts(o) {
			for _, n := range having[m] {
				shares[n] = true
			}
		}
		var best *contract.Contract
		bestScore, second := 0.0, 0.0
		for _, n := range came {
			if !shares[n] || used[n] || c.refused("component", o.Component, n.Component) {
				continue
			}
			if score := c.componentLikeness(o, n); score > bestScore {
				best, bestScore, second = n, score, bestScore
			} else if score > second {
				second = score
			}
		}
		if best == nil || bestScore < enoughAlike || bestScore-second < clearlyMore {
			continue
		}
		pairs[o] = componentPair{best, &Pairing{o.Component, best.Component, float64(int(bestScore*100)) / 100, "members and name are alike"}}
		used[best] = true
	}
	return pairs
}

// componentLikeness is the share of members that two components have in common,
// with their names beside it.
func (c *comparison) componentLikeness(a, b *contract.Contract) float64 {
	x, y := c.memberTexts(a), c.memberTexts(b)
	shared := 0
	for m := range x {
		if y[m] {
			shared++
		}
	}
	total := len(x) + len(y) - shared
	if total < 2 {
		return 0
	}
	members := 0.7 * float64(shared) / float64(total)
	if members+0.3 < enoughAlike-clearlyMore {
		return 0 // no name would make them alike, nor a rival
	}
	return members + 0.3*nameLikeness(a.Component, b.Component)
}

// memberTexts are the members of a component, each in one text with its type.
func (c *comparison) memberTexts(of *contract.Contract) map[string]bool {
	if m, known := c.texts[of]; known {
		return m
	}
	m := map[string]bool{}
	if c.texts == nil {
		c.texts = map[*contract.Contract]map[string]bool{}
	}
	c.texts[of] = m
	for _, p := range of.Props {
		m["prop "+p.Name+" "+p.Type.String()] = true
	}
	for _, s := range of.Slots {
		m["slot "+s.Name] = true
	}
	for _, e := range of.Events {
		m["event "+e.Name+" "+payloadText(e.Payload)] = true
	}
	return m
}
