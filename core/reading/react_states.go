// This file tells in which states of a component something of it is drawn.

package reading

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/syntax"
)

// condition is what must hold for something to be drawn.
type condition struct {
	text  string // "" for what is not said in the outline
	x     syntax.Expr
	asked asked // what the place asks as a whole: one question may be taken apart into several conditions
}

// asked is a question with the answer to it.
type asked struct {
	what string
	no   bool
}

// spot is where a slot is drawn: the answers that lead there.
type spot []asked

// maxPlaces bounds the places that are held against each other.
const maxPlaces = 60

// everywhere reports whether a slot that is drawn at some places is drawn in every state:
// whatever the answers are, they lead to one of them.
// Source of the method: iterated consensus (Quine, 1955).
func everywhere(places []spot) bool {
	var all []spot
	known := func(p spot) bool { return slices.ContainsFunc(all, func(q spot) bool { return holdsAll(q, p) }) }
	add := func(p spot) bool {
		p, ok := normal(p)
		if !ok || known(p) {
			return false
		}
		all = append(slices.DeleteFunc(all, func(q spot) bool { return holdsAll(p, q) }), p)
		return true
	}
	for _, p := range places {
		add(p)
	}
	// More follows from two places until nothing does.
	more := func() bool {
		for i := range all {
			for j := range i {
				if p, ok := consensus(all[i], all[j]); ok && add(p) {
					return true
				}
			}
		}
		return false
	}
	for len(all) < maxPlaces && more() {
	}
	return known(spot{})
}

// normal sorts a place; false where its answers contradict each other.
func normal(p spot) (out spot, ok bool) {
	out = append(spot{}, p...)
	slices.SortFunc(out, func(a, b asked) int {
		if c := strings.Compare(a.what, b.what); c != 0 || a.no == b.no {
			return c
		}
		if a.no {
			return 1
		}
		return -1
	})
	out = slices.Compact(out)
	for i := 1; i < len(out); i++ {
		if out[i].what == out[i-1].what {
			return nil, false
		}
	}
	return out, true
}

// holdsAll reports whether all that p asks is asked by q: q is no other place then.
func holdsAll(p, q spot) bool {
	return !slices.ContainsFunc(p, func(a asked) bool { return !slices.Contains(q, a) })
}

// consensus gives the place that two lead to that differ in the answer to one question;
// false for all others.
func consensus(p, q spot) (out spot, ok bool) {
	turned := 0
	for _, a := range p {
		if slices.Contains(q, asked{a.what, !a.no}) {
			turned++
		} else {
			out = append(out, a)
		}
	}
	for _, a := range q {
		if !slices.Contains(p, asked{a.what, !a.no}) {
			out = append(out, a)
		}
	}
	return out, turned == 1
}

// beyond lists what conditions ask besides whether the slot itself is given.
func (d *drawing) beyond(s *contract.Slot, when []condition) (out spot) {
	for _, c := range when {
		if !slices.ContainsFunc(d.names(c.x), func(name string) bool { return d.slots[name] == s }) {
			out = append(out, c.asked)
		}
	}
	return out
}

// sometimes notes a place where a slot is drawn.
func (d *drawing) sometimes(name string, at spot) {
	d.places[name] = append(d.places[name], at)
	d.where[name].places++
}

// forget drops the places of slots that were met since.
func (d *drawing) forget(name string, was standings) {
	d.where[name].places = was.places
	d.places[name] = d.places[name][:was.places]
}

// settle counts a slot as always drawn whose places are everywhere.
func (d *drawing) settle(name string) {
	if w := d.where[name]; w.always == 0 && everywhere(d.places[name]) {
		w.always = 1
	}
}

// under adds a condition, taken apart at && and turned round where it must not hold.
func (d *drawing) under(when []condition, x syntax.Expr, holds bool) []condition {
	for _, name := range d.names(x) {
		d.region[name]++
	}
	return d.split(when, x, holds)
}

func (d *drawing) split(when []condition, x syntax.Expr, holds bool) []condition {
	whole, answer := syntax.Bare(x), holds
	for {
		not, ok := whole.(*syntax.Unary)
		if !ok || not.Op != "!" {
			break
		}
		whole, answer = syntax.Bare(not.X), !answer
	}
	return d.apart(when, x, holds, asked{d.text(whole), !answer})
}

func (d *drawing) apart(when []condition, x syntax.Expr, holds bool, a asked) []condition {
	switch b := syntax.Bare(x).(type) {
	case *syntax.Binary:
		if holds && b.Op == "&&" || !holds && b.Op == "||" {
			return d.apart(d.apart(when, b.X, holds, a), b.Y, holds, a)
		}
	case *syntax.Unary:
		if b.Op == "!" {
			return d.apart(when, b.X, !holds, a)
		}
	}
	text := d.text(syntax.Bare(x))
	if !holds {
		text = "not " + text
	}
	return append(slices.Clip(when), condition{text, x, a})
}

// unless is the condition that holds where some do not that come from one question; where
// they come from several, it is a question of its own.
func unless(list []condition) condition {
	c := list[0]
	for _, other := range list[1:] {
		if other.asked != c.asked {
			return condition{"otherwise", c.x, asked{"otherwise " + other.text + c.text, false}}
		}
	}
	if c.asked.no {
		c.text = c.asked.what
	} else {
		c.text = "not " + c.asked.what
	}
	c.asked.no = !c.asked.no
	return c
}

// switched outlines what a switch gives back: a case without statements of its own goes
// with the next. after are the conditions under which what follows is reached, where some
// cases end.
func (d *drawing) switched(s *syntax.Switch, when []condition, follows int) (out []contract.Outline, after []condition, ends bool) {
	var labels []string
	var otherwise, reached []condition // of the default; of what follows
	hasDefault, defaultEnds, pending := false, false, false
	named := func(labels []string) string {
		var texts []string
		for _, label := range labels {
			texts = append(texts, d.text(s.X)+" === "+label)
		}
		return strings.Join(texts, " || ")
	}
	type group struct {
		what string
		body []syntax.Stmt
	}
	var groups []group
	defaultAt := -1
	for i, c := range s.Cases {
		if c.Cond == nil {
			hasDefault, pending = true, true
		} else {
			labels = append(labels, d.text(c.Cond))
		}
		if len(c.Body) == 0 && i < len(s.Cases)-1 {
			continue
		}
		if pending {
			defaultAt = len(groups)
		}
		groups = append(groups, group{named(labels), c.Body})
		labels, pending = nil, false
	}
	for i, g := range groups {
		if i != defaultAt {
			otherwise = append(otherwise, condition{"not " + g.what, s.X, asked{g.what, true}})
		}
	}
	ends = hasDefault
	var open []string
	for i, g := range groups {
		inner := append(slices.Clip(when), condition{g.what, s.X, asked{g.what, false}})
		if i == defaultAt {
			inner = append(slices.Clip(when), otherwise...)
		}
		more, caseEnds := d.block(g.body, inner, follows)
		out = append(out, more...)
		ends = ends && caseEnds
		switch {
		case caseEnds && i == defaultAt:
			defaultEnds = true
		case caseEnds:
			reached = append(reached, condition{"not " + g.what, s.X, asked{g.what, true}})
		case i != defaultAt:
			open = append(open, g.what)
		}
	}
	if defaultEnds { // one of the cases that do not end was met
		met := condition{d.text(s.X), s.X, asked{"a case of " + d.text(s.X), false}}
		if len(open) == 1 {
			met = condition{open[0], s.X, asked{open[0], false}}
		}
		reached = append(reached, met)
	}
	return out, append(slices.Clip(when), reached...), ends
}
