// Package match sorts what a site gives by the contract that it is held against:
// which member each thing given is for, whether it is surely given, and what it
// is. Impact and inspection rest on it.
package match

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/core/types"
)

// Given is what a site gives, by spelling, with what a spread may carry.
type Given struct {
	By        map[string]site.Given
	index     map[string]int
	Spreads   []Spread
	Framework string
	contract  *contract.Contract
}

// Spread is what a spread may carry; Open says that there may be more than its keys.
type Spread struct {
	index   int
	Open    bool
	Keys    map[string]bool
	Perhaps map[string]bool
	At      place.Place
}

// Of sorts what a site gives by spelling. Arguments to logic are given the
// names of the parameters that they stand for.
func Of(s *site.Site, c *contract.Contract) *Given {
	g := &Given{By: map[string]site.Given{}, index: map[string]int{}, contract: c}
	if c != nil {
		g.Framework = c.Framework
	}
	kind := contract.MemberProp
	add := func(i int, x site.Given) {
		key := g.Key(kind, x.Spelled)
		if g.Framework == "web component" && kind == contract.MemberProp {
			x = asAttributeValue(x, c)
		}
		g.By[key] = x
		g.index[key] = i
	}
	for i, x := range s.All() {
		kind = KindAt(s, x)
		switch {
		case x.Position > 0:
			for _, named := range argument(x, c) {
				if named.Spread != "" {
					g.Spreads = append(g.Spreads, Spread{index: i, Open: true, At: x.At})
					continue
				}
				add(i, named)
			}
		case x.Spread != "":
			sp := Spread{i, x.Open, set(x.Keys), set(x.Perhaps), x.At}
			for _, inner := range x.Holds {
				if before, ok := g.By[g.Key(kind, inner.Spelled)]; sp.Keys[inner.Spelled] && (!ok || before.At.Less(x.At)) {
					add(i, inner)
				}
			}
			g.Spreads = append(g.Spreads, sp)
		default:
			add(i, x)
		}
	}
	return g
}

// KindAt is the kind as which something is given at a site.
func KindAt(s *site.Site, x site.Given) contract.MemberKind {
	is := func(y site.Given) bool {
		return y.Spelled == x.Spelled && y.Spread == x.Spread && y.At == x.At && y.Name == x.Name
	}
	switch {
	case slices.ContainsFunc(s.Events, is):
		return contract.MemberEvent
	case slices.ContainsFunc(s.Slots, is):
		return contract.MemberSlot
	}
	return contract.MemberProp
}

// asAttributeValue gives what an attribute gives the property that it shows: a number
// or a flag, where the property is one.
func asAttributeValue(x site.Given, c *contract.Contract) site.Given {
	for _, p := range c.Props {
		if p.Spelled.Attribute == "" || !strings.EqualFold(p.Spelled.Attribute, x.Spelled) || x.Literal == nil || !p.Type.Known() {
			continue
		}
		text, isText := x.Literal.V.(string)
		if !isText || types.Assignable(types.StringLiteral(text), p.Type.T).Answer == types.Yes {
			return x
		}
		switch {
		case types.Assignable(types.True, p.Type.T).Answer == types.Yes:
			x.Literal = &site.Value{V: true}
		case json.Valid([]byte(text)) && types.Assignable(&types.Literal{Of: types.Number, Value: text}, p.Type.T).Answer == types.Yes:
			x.Literal = &site.Value{V: json.Number(text)}
		}
	}
	return x
}

// Key is what something given is known by: that of the member which it is by the
// contract, where the notation leaves that open.
func (g *Given) Key(kind contract.MemberKind, spelled string) string {
	if c := g.contract; c != nil && kind == contract.MemberProp && g.Framework == "web component" {
		for _, p := range c.Props {
			if p.Spelled.Attribute != "" && strings.EqualFold(p.Spelled.Attribute, spelled) || p.Spelled.Name == spelled {
				return change.Key(g.Framework, kind, p.Spelled.Name)
			}
		}
	}
	if c := g.contract; c != nil && kind == contract.MemberProp && change.Key(g.Framework, contract.MemberSlot, "x") != "x" {
		for _, s := range c.Slots { // one that is filled by a property
			if s.Spelled.Name == spelled && (s.Type.Known() || s.Spelled.Name != s.Name) {
				return change.Key(g.Framework, contract.MemberSlot, spelled)
			}
		}
	}
	return change.Key(g.Framework, kind, spelled)
}

func set(list []string) map[string]bool {
	m := make(map[string]bool, len(list))
	for _, s := range list {
		m[s] = true
	}
	return m
}

// argument gives an argument to logic the names of the parameters that it stands
// for: its own parameter by place, or those that a record of them holds.
func argument(x site.Given, c *contract.Contract) []site.Given {
	if c == nil || len(c.Props) == 0 {
		return nil
	}
	record := len(x.Keys) > 0
	for _, key := range x.Keys {
		record = record && slices.ContainsFunc(c.Props, func(p *contract.Prop) bool { return p.Spelled.Or(p.Name) == key })
	}
	at := x.Position - 1
	if last := len(c.Props) - 1; at > last && c.Props[last].Rest {
		at = last
	}
	switch {
	case record:
		var list []site.Given
		for _, key := range x.Keys {
			named := site.Given{Spelled: key, Expression: x.Expression, At: x.At}
			for _, inner := range x.Holds {
				if inner.Spelled == key {
					named = inner
				}
			}
			list = append(list, named)
		}
		if x.Open {
			list = append(list, site.Given{Spread: x.Expression, At: x.At})
		}
		return list
	case at >= len(c.Props):
		return nil
	case at == 0 && len(c.Props) > 1 && x.Literal == nil && x.Type == "" && len(x.MayBe) == 0:
		return []site.Given{{Spread: x.Expression, At: x.At}} // it may be a record of them
	}
	x.Spelled = c.Props[at].Spelled.Or(c.Props[at].Name)
	return []site.Given{x}
}

// Presence is whether a member is given.
type Presence int

// The presences.
const (
	Absent Presence = iota
	Perhaps
	Present
)

// Is says whether a member is given: written out or surely in a spread, yes;
// else an open spread leaves it unsure.
func (g *Given) Is(spelled string) (Presence, place.Place) {
	if x, ok := g.By[spelled]; ok {
		if IsUndefined(x) {
			return Absent, place.Place{} // the default is taken
		}
		return Present, x.At
	}
	open := Absent
	var at place.Place
	for _, s := range g.Spreads {
		if s.Keys[spelled] {
			return Present, s.At
		}
		if s.Open || s.Perhaps[spelled] {
			open, at = Perhaps, s.At
		}
	}
	return open, at
}

// Spread reports whether a member is given by a spread and not by name.
func (g *Given) Spread(spelled string) bool {
	i, written := g.index[spelled]
	for _, s := range g.Spreads {
		if s.Keys[spelled] && (!written || s.index == i) {
			return true
		}
	}
	return false
}

// IsUndefined reports whether a member is given as undefined: the default is taken.
func IsUndefined(x site.Given) bool { return x.Literal == nil && x.Expression == "undefined" }

// Value gives what is given for a member, and whether it is sure: no spread
// behind it may carry another.
func (g *Given) Value(spelled string) (site.Given, bool) {
	x, ok := g.By[spelled]
	if !ok {
		return x, false
	}
	for _, s := range g.Spreads {
		if s.index > g.index[spelled] && (s.Open || s.Keys[spelled] || s.Perhaps[spelled]) {
			return x, false
		}
	}
	return x, true
}

// Content is what content between the tags is known by.
func (g *Given) Content() string {
	if key := change.Key(g.Framework, contract.MemberSlot, "default"); key != "default" {
		return key
	}
	return "children"
}

// SpelledIn gives the spelling of a member by its canonical name.
func SpelledIn(c *contract.Contract, name string) string {
	spelled, _ := c.SpelledOf(name)
	kind := contract.MemberProp
	switch {
	case c.Prop(name) != nil:
	case c.Slot(name) != nil:
		kind = contract.MemberSlot
	case c.Event(name) != nil:
		kind = contract.MemberEvent
	}
	return change.Key(c.Framework, kind, spelled)
}

// Spellings are the spellings of all props, slots and events of a contract.
func Spellings(c *contract.Contract) map[string]bool {
	m := map[string]bool{}
	if c == nil {
		return m
	}
	for _, p := range c.Props {
		m[p.Spelled.Or(p.Name)] = true
	}
	for _, s := range c.Slots {
		m[s.Spelled.Or(s.Name)] = true
	}
	for _, e := range c.Events {
		m[e.Spelled.Or(e.Name)] = true
	}
	return m
}

// TypeOf gives the type of a literal.
func TypeOf(v any) types.Type {
	switch v := v.(type) {
	case nil:
		return types.Null
	case string:
		return types.StringLiteral(v)
	case bool:
		return &types.Literal{Of: types.Boolean, Value: fmt.Sprint(v)}
	case fmt.Stringer:
		return &types.Literal{Of: types.Number, Value: v.String()}
	}
	return nil
}

// KeyOf is what a member of a kind is known by among all that a site can give.
func KeyOf(c *contract.Contract, kind contract.MemberKind, spelled string) string {
	return change.Key(c.Framework, kind, spelled)
}

// ReachIn is a style or query that relies on what stands inside of a component and is no
// style hook. Still says whether the newest release has it: yes, no or unknown.
type ReachIn struct {
	Package   string      `json:"package"`
	Component string      `json:"component"`
	Selector  string      `json:"selector"`
	Query     string      `json:"query,omitempty"`
	Relies    string      `json:"relies"` // on what: an element, a class, an attribute, a place
	Sure      string      `json:"sure"`   // sure, likely or unsure
	Still     string      `json:"still"`
	At        place.Place `json:"at"`
}
