// This file holds the packages of one library against each other: the same component
// in two frameworks, member by member under canonical names.

package style

import (
	"encoding/json"
	"fmt"
	"slices"
	"sort"
	"strings"
	"time"

	"steadysocket/core/contract"
	"steadysocket/core/place"
	"steadysocket/core/types"
)

// ParityFormat names the format of what packages differ in.
const ParityFormat = "steady.parity/1"

// Parity is what the packages of one library have in common, and in what they differ.
type Parity struct {
	Format     string            `json:"format"`
	Packages   []ParityPackage   `json:"packages"`
	Components []ParityComponent `json:"components"`
	Gaps       []Gap             `json:"gaps"`
	Findings   []*Findings       `json:"findings,omitempty"` // of each package by itself, where those were looked for
}

// ParityPackage is one of the packages that are held against each other.
type ParityPackage struct {
	Name      string `json:"name"`
	Version   string `json:"version"`
	Framework string `json:"framework"`
}

// ParityComponent is one component under its canonical name: what it is called in each
// package, "" where it is not there, and how many members all have alike.
type ParityComponent struct {
	Component string   `json:"component"`
	Names     []string `json:"names"` // in the order of the packages
	Alike     int      `json:"alike"`
	Gaps      int      `json:"gaps"`
}

// Gap is one difference between packages. Sides says what stands in each, in their
// order; "" where nothing does.
type Gap struct {
	Rule        string         `json:"rule"`
	Weight      Weight         `json:"weight"`
	Component   string         `json:"component"`
	Member      string         `json:"member"`
	Kind        string         `json:"kind"` // of the member; "component" for the whole
	Why         string         `json:"why"`
	Sides       []string       `json:"sides"`
	At          []*place.Place `json:"at"`
	Fingerprint string         `json:"fingerprint"`
	Waived      *Waived        `json:"waived"`
}

// The rules of parity stand beside the others: they have weights, and a gap is accepted
// by a waiver with a reason.
var parityRules = []Rule{
	{ID: "P01", Title: "a component stands in every package", Weight: Should, Reason: "a team that changes its framework looks for it", Example: "TideStrip in one package alone"},
	{ID: "P02", Title: "a member stands in every package", Weight: Should, Reason: "what one app can say another cannot", Example: "quay on FareTag in React alone"},
	{ID: "P03", Title: "a member is of one kind", Weight: Should, Reason: "text in one framework and markup in the other are not the same promise", Example: "title a prop here and a slot there"},
	{ID: "P04", Title: "a value is of one type", Weight: Should, Reason: "a value that one accepts is refused by the other", Example: "tone 'calm' | 'hush' here and 'calm' | 'urgent' there"},
	{ID: "P05", Title: "a default is one", Weight: Should, Reason: "the same use looks different", Example: "size = 's' here and size = 'm' there"},
	{ID: "P06", Title: "an event carries the same", Weight: Should, Reason: "a handler is carried over and finds nothing", Example: "dismiss (by) here and dismiss () there"},
	{ID: "P07", Title: "a slot gives the same", Weight: Should, Reason: "content is carried over and prints nothing", Example: "row gives place here and rowNo there"},
	{ID: "P08", Title: "what must be given must be given everywhere", Weight: Note, Reason: "a use that is right here is refused there", Example: "line required here and optional there"},
	{ID: "P09", Title: "a slot shows the same where nothing is given", Weight: Note, Reason: "the same use looks different", Example: "note with a fallback here and empty there"},
}

// cannotSay are the facts that the members of a framework do not have: no difference in
// them is a gap, for each with its reason.
var cannotSay = map[string]map[string]string{
	"vue":           {"required slot": "nothing asks for content", "required event": "nobody has to listen"},
	"web component": {"required slot": "nothing asks for content", "required event": "nobody has to listen", "slot data": "content cannot receive", "initial": "an attribute is where a value begins"},
	"svelte":        {"initial": "a value that is bound begins where the app has it"},
}

// side is a component in one package; nil where it is not there.
type paritySide struct {
	c         *contract.Contract
	framework string
}

func (s paritySide) says(fact string) bool {
	_, not := cannotSay[s.framework][fact]
	return !not
}

// componentKey is what a component is called in every package.
func componentKey(name string) string { return strings.ReplaceAll(name, ".", "") }

// Compared holds the packages of a library against each other. Today decides which
// waivers have run out.
func Compared(list []*contract.Listing, s *Settings, today time.Time) *Parity {
	p := &Parity{Format: ParityFormat, Packages: []ParityPackage{}, Components: []ParityComponent{}, Gaps: []Gap{}}
	by := map[string][]paritySide{}
	for i, l := range list {
		p.Packages = append(p.Packages, ParityPackage{l.Package.Name, l.Package.Version, l.Package.Framework})
		for j := range l.Components {
			c := &l.Components[j]
			key := componentKey(c.Component)
			for _, known := range c.Counterpart { // the contract says which it is
				for k, other := range list {
					if k < i && other.Package.Name == known.Package {
						key = componentKey(known.Component)
					}
				}
			}
			if by[key] == nil {
				by[key] = make([]paritySide, len(list))
				for k, other := range list {
					by[key][k].framework = other.Package.Framework
				}
			}
			by[key][i].c = c
		}
	}
	keys := make([]string, 0, len(by))
	for key := range by {
		keys = append(keys, key)
	}
	sort.Strings(keys)
	for _, key := range keys {
		h := &held{parity: p, settings: s, today: today, sides: by[key]}
		row := ParityComponent{Component: key}
		for _, side := range by[key] {
			name := ""
			if side.c != nil {
				name = side.c.Component
			}
			row.Names = append(row.Names, name)
		}
		h.component = key
		h.compare()
		row.Alike, row.Gaps = h.alike, h.gaps
		p.Components = append(p.Components, row)
	}
	return p
}

// held is one component that is held against itself in other packages.
type held struct {
	parity    *Parity
	settings  *Settings
	today     time.Time
	component string
	sides     []paritySide
	alike     int
	gaps      int
}

// gap notes a difference, unless the house style has turned its rule off.
func (h *held) gap(rule, member, kind, why string, text func(paritySide) (string, *place.Place)) {
	r := byID[rule]
	weight := r.Weight
	switch w := h.settings.Weights[rule]; w {
	case "":
	case "off":
		return
	default:
		weight = Weight(w)
	}
	g := Gap{Rule: rule, Weight: weight, Component: h.component, Member: member, Kind: kind, Why: why}
	for _, side := range h.sides {
		said, at := "", (*place.Place)(nil)
		if side.c != nil {
			said, at = text(side)
		}
		g.Sides, g.At = append(g.Sides, said), append(g.At, at)
	}
	g.Fingerprint = place.DigestOf(append([]string{rule, h.component, kind, member}, g.Sides...)...)[len("sha256:"):][:16]
	g.Waived = h.settings.waiver(Finding{Rule: rule, Component: h.component, Member: member}, h.today)
	h.gaps++
	h.parity.Gaps = append(h.parity.Gaps, g)
}

// compare holds the component's members against each other.
func (h *held) compare() {
	present := 0
	for _, s := range h.sides {
		if s.c != nil {
			present++
		}
	}
	if present < len(h.sides) {
		h.gap("P01", "", "component", h.component+" stands in "+h.where(func(s paritySide) bool { return s.c != nil })+" alone", func(s paritySide) (string, *place.Place) {
			return s.c.Component, s.c.At
		})
	}
	if present < 2 {
		return
	}
	for _, name := range h.names() {
		h.member(name)
	}
}

// where names the frameworks of which something is true.
func (h *held) where(is func(paritySide) bool) string {
	var list []string
	for i, s := range h.sides {
		if is(s) {
			list = append(list, h.parity.Packages[i].Framework)
		}
	}
	return strings.Join(list, " and ")
}

// names lists the canonical names of all members, in the order of the packages.
func (h *held) names() (list []string) {
	seen := map[string]bool{}
	add := func(name string) {
		if !seen[name] {
			seen[name] = true
			list = append(list, name)
		}
	}
	for _, s := range h.sides {
		if s.c == nil {
			continue
		}
		for _, p := range s.c.Props {
			if p.Origin == "" || p.Origin == "own" {
				add(p.Name)
			}
		}
		for _, x := range s.c.Slots {
			add(x.Name)
		}
		for _, e := range s.c.Events {
			if e.Origin == "" || e.Origin == "own" {
				add(e.Name)
			}
		}
	}
	return list
}

// kindOf is the kind of a member in one package, "" where it is not there.
func kindOf(c *contract.Contract, name string) contract.MemberKind {
	switch {
	case c == nil:
	case c.Prop(name) != nil:
		return contract.MemberProp
	case c.Slot(name) != nil:
		return contract.MemberSlot
	case c.Event(name) != nil:
		return contract.MemberEvent
	}
	return ""
}

// member holds one member against itself.
func (h *held) member(name string) {
	kinds := map[contract.MemberKind]bool{}
	var missing []string
	first := contract.MemberKind("")
	for _, s := range h.sides {
		if s.c == nil {
			continue
		}
		kind := kindOf(s.c, name)
		if kind == "" {
			if !h.saidOtherwise(s, name) {
				missing = append(missing, s.framework)
			}
			continue
		}
		if first == "" {
			first = kind
		}
		kinds[kind] = true
	}
	before := h.gaps
	switch {
	case len(kinds) > 1:
		h.gap("P03", name, string(first), "it is of one kind here and of another there", func(s paritySide) (string, *place.Place) { return memberSays(s.c, name) })
	case len(missing) > 0:
		h.gap("P02", name, string(first), "it is not in "+strings.Join(missing, " and "), func(s paritySide) (string, *place.Place) { return memberSays(s.c, name) })
	}
	if len(kinds) == 1 {
		switch first {
		case contract.MemberProp:
			h.prop(name)
		case contract.MemberSlot:
			h.slot(name)
		case contract.MemberEvent:
			h.event(name)
		}
	}
	if h.gaps == before {
		h.alike++
	}
}

// saidOtherwise reports whether a package says in another way what a member of others
// says: a value that is bound both ways needs no initial prop.
func (h *held) saidOtherwise(s paritySide, name string) bool {
	for _, other := range h.sides {
		if other.c == nil {
			continue
		}
		for _, w := range other.c.TwoWay {
			if w.Initial == name && (s.c.Prop(w.Value) != nil && slices.ContainsFunc(s.c.TwoWay, func(x contract.TwoWay) bool { return x.Value == w.Value }) || !s.says("initial")) {
				return true
			}
			if w.Change == name && w.Change != w.Value+"Change" && slices.ContainsFunc(s.c.TwoWay, func(x contract.TwoWay) bool { return x.Value == w.Value }) {
				return true
			}
		}
	}
	return false
}

// memberSays writes a member of one package in words.
func memberSays(c *contract.Contract, name string) (string, *place.Place) {
	switch kindOf(c, name) {
	case contract.MemberProp:
		p := c.Prop(name)
		return "prop " + p.Type.String() + defaultSays(p.Default), p.At
	case contract.MemberSlot:
		s := c.Slot(name)
		return strings.TrimSpace("slot " + givesSays(s.Gives)), s.At
	case contract.MemberEvent:
		e := c.Event(name)
		return "event " + payloadSays(e.Payload), e.At
	}
	return "", nil
}

func defaultSays(d contract.Default) string {
	switch d.Kind {
	case contract.DefaultValue:
		data, err := json.Marshal(d.Value)
		if err != nil {
			return ""
		}
		return " = " + string(data)
	case contract.DefaultExpression:
		return " = " + d.Expression
	case contract.DefaultUnknown:
		return " = unknown"
	}
	return ""
}

func givesSays(p *contract.Payload) string {
	if p == nil || len(p.Fields) == 0 && !p.Unknown {
		return ""
	}
	return "gives " + payloadSays(p)
}

func payloadSays(p *contract.Payload) string {
	if p == nil {
		return "()"
	}
	return p.Text("; ")
}

// differ reports whether what the packages say of one fact differs: said gives it, and
// false where a package does not say it.
func (h *held) differ(said func(paritySide) (any, bool), same func(a, b any) bool) bool {
	var first any
	known := false
	for _, s := range h.sides {
		if s.c == nil {
			continue
		}
		x, ok := said(s)
		if !ok {
			continue
		}
		if known && !same(first, x) {
			return true
		}
		if !known {
			first, known = x, true
		}
	}
	return false
}

func (h *held) prop(name string) {
	says := func(s paritySide) (string, *place.Place) {
		p := s.c.Prop(name)
		if p == nil {
			return "", nil
		}
		return p.Type.String() + defaultSays(p.Default), p.At
	}
	if h.differ(func(s paritySide) (any, bool) {
		p := s.c.Prop(name)
		if p == nil || !p.Type.Known() {
			return nil, false
		}
		return types.Without(p.Type.T, types.Undefined), true
	}, func(a, b any) bool { return sameType(a.(types.Type), b.(types.Type)) }) {
		h.gap("P04", name, "prop", "its type is not the same", says)
	}
	if h.differ(func(s paritySide) (any, bool) {
		p := s.c.Prop(name)
		if p == nil || p.Default.Kind == contract.DefaultUnknown || p.Required == contract.Yes {
			return nil, false
		}
		text := defaultSays(beginsAs(s.c, p))
		if text == "" && p.Type.Known() && slices.Contains(types.Members(p.Type.T), types.Type(types.Boolean)) {
			text = " = false" // what is not given is as good as false
		}
		return text, true
	}, func(a, b any) bool { return a == b }) {
		h.gap("P05", name, "prop", "its default is not the same", says)
	}
	h.required(name, "prop", func(s paritySide) (contract.Fact, bool) {
		p := s.c.Prop(name)
		if p == nil {
			return 0, false
		}
		return p.Required, s.says("required prop")
	})
}

// beginsAs is what a prop is when nothing is given: of a value that may be held by the
// component itself, what its initial prop is then.
func beginsAs(c *contract.Contract, p *contract.Prop) contract.Default {
	for _, w := range c.TwoWay {
		if w.Value == p.Name && p.Default.Kind == contract.DefaultNone {
			if initial := c.Prop(w.Initial); initial != nil {
				return initial.Default
			}
		}
	}
	return p.Default
}

// sameType reports whether values of either type fit the other; what cannot be decided
// is no difference.
func sameType(a, b types.Type) bool {
	return types.Assignable(a, b).Answer != types.No && types.Assignable(b, a).Answer != types.No
}

func (h *held) required(name, kind string, fact func(paritySide) (contract.Fact, bool)) {
	if h.differ(func(s paritySide) (any, bool) {
		f, ok := fact(s)
		return f, ok && f != contract.Unknown
	}, func(a, b any) bool { return a == b }) {
		h.gap("P08", name, kind, "it must be given here and may be left out there", func(s paritySide) (string, *place.Place) {
			f, ok := fact(s)
			if !ok {
				return "", nil
			}
			return map[contract.Fact]string{contract.Yes: "required", contract.No: "optional", contract.Unknown: "unknown"}[f], nil
		})
	}
}

func (h *held) slot(name string) {
	if h.differ(func(s paritySide) (any, bool) {
		x := s.c.Slot(name)
		if x == nil || !s.says("slot data") || x.Gives != nil && x.Gives.Unknown {
			return nil, false
		}
		return x.Gives, true
	}, func(a, b any) bool { return sameFields(a.(*contract.Payload), b.(*contract.Payload)) }) {
		h.gap("P07", name, "slot", "what it gives is not the same", func(s paritySide) (string, *place.Place) {
			x := s.c.Slot(name)
			if x == nil {
				return "", nil
			}
			if text := givesSays(x.Gives); text != "" {
				return text, x.At
			}
			return "gives nothing", x.At
		})
	}
	if h.differ(func(s paritySide) (any, bool) {
		x := s.c.Slot(name)
		if x == nil || x.Fallback == contract.Unknown {
			return nil, false
		}
		return x.Fallback, true
	}, func(a, b any) bool { return a == b }) {
		h.gap("P09", name, "slot", "where it is not filled something stands here and nothing there", func(s paritySide) (string, *place.Place) {
			x := s.c.Slot(name)
			if x == nil {
				return "", nil
			}
			return map[contract.Fact]string{contract.Yes: "a fallback", contract.No: "nothing", contract.Unknown: "unknown"}[x.Fallback], x.At
		})
	}
	h.required(name, "slot", func(s paritySide) (contract.Fact, bool) {
		x := s.c.Slot(name)
		if x == nil {
			return 0, false
		}
		return x.Required, s.says("required slot")
	})
}

func (h *held) event(name string) {
	if h.differ(func(s paritySide) (any, bool) {
		x := s.c.Event(name)
		if x == nil || x.Payload != nil && x.Payload.Unknown {
			return nil, false
		}
		return x.Payload, true
	}, func(a, b any) bool { return sameFields(a.(*contract.Payload), b.(*contract.Payload)) }) {
		h.gap("P06", name, "event", "what it carries is not the same", func(s paritySide) (string, *place.Place) {
			x := s.c.Event(name)
			if x == nil {
				return "", nil
			}
			return payloadSays(x.Payload), x.At
		})
	}
	h.required(name, "event", func(s paritySide) (contract.Fact, bool) {
		x := s.c.Event(name)
		if x == nil {
			return 0, false
		}
		return x.Required, s.says("required event")
	})
}

// sameFields reports whether two payloads hand over the same. A framework that knows one
// form alone writes the other in it: what is handed over one by one is a record there.
func sameFields(a, b *contract.Payload) bool {
	list := func(p *contract.Payload) []contract.Field {
		if p == nil {
			return nil
		}
		return p.Fields
	}
	x, y := list(a), list(b)
	if one, ok := onlyRecord(a); ok && b != nil && !b.Positional {
		x = one
	}
	if one, ok := onlyRecord(b); ok && a != nil && !a.Positional {
		y = one
	}
	if len(x) != len(y) {
		return false
	}
	bothByPlace := a != nil && b != nil && a.Positional && b.Positional
	for i, f := range x {
		g := y[i]
		if !bothByPlace {
			at := slices.IndexFunc(y, func(g contract.Field) bool { return g.Name == f.Name })
			if at < 0 {
				return false
			}
			g = y[at]
		}
		if f.Type.Known() && g.Type.Known() && !sameType(f.Type.T, g.Type.T) {
			return false
		}
	}
	return true
}

// onlyRecord gives the fields of the one record that is handed over.
func onlyRecord(p *contract.Payload) ([]contract.Field, bool) {
	if p == nil || !p.Positional || len(p.Fields) != 1 {
		return nil, false
	}
	o, ok := p.Fields[0].Type.T.(*types.Object)
	if !ok {
		return nil, false
	}
	var list []contract.Field
	for _, f := range o.Fields {
		list = append(list, contract.Field{Name: f.Name, Type: contract.TypeOf(f.Type), Optional: f.Optional})
	}
	return list, true
}

// Refused reports whether an unwaived must is among the gaps.
func (p *Parity) Refused() bool {
	return slices.ContainsFunc(p.Gaps, func(g Gap) bool { return g.Weight == Must && g.Waived == nil })
}

// Of gives what a comparison says of one component, by its name in any package.
func (p *Parity) Of(name string) *Parity {
	out := *p
	key := componentKey(name)
	out.Components = slices.DeleteFunc(slices.Clone(p.Components), func(c ParityComponent) bool { return c.Component != key && !slices.Contains(c.Names, name) })
	out.Gaps = slices.DeleteFunc(slices.Clone(p.Gaps), func(g Gap) bool {
		return !slices.ContainsFunc(out.Components, func(c ParityComponent) bool { return c.Component == g.Component })
	})
	return &out
}

// AsFindings gives the gaps as findings of the first package that has the component.
func (p *Parity) AsFindings() *Findings {
	out := &Findings{Format: Format, Findings: []Finding{}, Overdue: []string{}}
	var of []string
	for _, x := range p.Packages {
		of = append(of, x.Name)
	}
	out.Package = strings.Join(of, " ↔ ")
	for _, g := range p.Gaps {
		f := Finding{Rule: g.Rule, Weight: g.Weight, Component: g.Component, Member: g.Member, Why: g.Why, Mend: "bring the packages together, or accept it with a reason", Fingerprint: g.Fingerprint, Waived: g.Waived}
		for _, at := range g.At {
			if f.At == nil {
				f.At = at
			}
		}
		out.Findings = append(out.Findings, f)
	}
	return out
}

// AllRules lists the rules of one package and those of parity.
func AllRules() []Rule { return append(slices.Clone(Rules), parityRules...) }

// Text says in one sentence how far the packages are apart.
func (p *Parity) Text() string {
	alike, accepted := 0, 0
	for _, c := range p.Components {
		alike += c.Alike
	}
	for _, g := range p.Gaps {
		if g.Waived != nil {
			accepted++
		}
	}
	return fmt.Sprintf("%d members alike, %d gaps, %d of them accepted", alike, len(p.Gaps), accepted)
}
