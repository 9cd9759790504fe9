// This file holds scenarios: what an app gives to a component in one situation.

package design

import (
	"cmp"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// Scenario is a situation in which a component is used: which members are given, with
// which values. For a slot, true fills it, and so does a text; for an event, true
// listens; for a prop of any other type than its value's, true gives it something that
// fits. Then holds further uses that stand beside the first.
type Scenario struct {
	Name  string           `c:"name" json:"name"`
	Why   string           `c:"why" json:"why"`
	Given map[string]any   `c:"given" json:"given"`
	Then  []map[string]any `c:"then" json:"then,omitempty"`
	// Instead is what is given to alternatives that say the same otherwise, by their names.
	Instead map[string]map[string]any `c:"instead" json:"instead,omitempty"`
}

// ScenariosOf gives the scenarios of one of a draft's alternatives: the draft's own, then
// those that every contract is looked at by.
func (d *Draft) ScenariosOf(a *Alternative) []Scenario {
	var all []Scenario
	for _, s := range d.Scenarios {
		if given, ok := s.Instead[a.Name]; ok {
			s.Given = given
		}
		all = append(all, s)
	}
	return append(all, Proposed(a.Of)...)
}

// Proposed gives the scenarios that every contract is looked at by, as far as it has
// what they need.
func Proposed(c *contract.Contract) []Scenario {
	needed, absent := requiredOf(c)
	with := func(more map[string]any) map[string]any {
		all := maps.Clone(needed)
		for name, v := range more {
			if !absent[name] {
				all[name] = v
			}
		}
		return all
	}
	list := []Scenario{{Name: "simplest use", Why: "what a first use costs", Given: with(nil)}}
	filled := map[string]any{}
	for _, s := range c.Slots {
		filled[s.Name] = true
	}
	if standInside(c) {
		for _, p := range c.Parts {
			filled[p.Name] = true
		}
	}
	if len(filled) > 0 {
		list = append(list, Scenario{Name: "everything filled", Why: "what it costs to draw all of one's own", Given: with(filled)})
	}
	heard := map[string]any{}
	for _, e := range c.Events {
		if e.Origin != "dom" && !changes(c, e.Name) {
			heard[e.Name] = true
		}
	}
	if len(heard) > 0 {
		list = append(list, Scenario{Name: "every event heard", Why: "what it costs to know all that happens", Given: with(heard)})
	}
	held := map[string]any{}
	for _, t := range c.TwoWay {
		if t.Held != contract.HeldBySelf && c.Prop(t.Value) != nil {
			held[t.Value] = true
		}
	}
	if len(held) > 0 {
		list = append(list, Scenario{Name: "the app holds the value", Why: "what it costs to keep state outside", Given: with(held)})
	}
	if first, second := differing(c); first != nil {
		list = append(list, Scenario{Name: "two that differ", Why: "what it takes to make one unlike the other", Given: with(first), Then: []map[string]any{with(second)}})
	}
	return list
}

// standInside reports whether a component takes content that parts can stand in.
func standInside(c *contract.Contract) bool {
	s := c.Slot("default")
	return s != nil && s.Form != contract.FormFunction && s.Form != contract.FormComponent
}

// changes reports whether an event is that of a two-way value.
func changes(c *contract.Contract, event string) bool {
	return slices.ContainsFunc(c.TwoWay, func(t contract.TwoWay) bool { return t.Change == event })
}

// requiredOf gives all that must be given. Where modes are chosen by what must be given,
// the first one is, with what it needs; absent is what there is not in it.
func requiredOf(c *contract.Contract) (given map[string]any, absent map[string]bool) {
	given, absent = map[string]any{}, map[string]bool{}
	for _, p := range c.Props {
		if p.Required == contract.Yes {
			given[p.Name] = true
		}
	}
	for _, s := range c.Slots {
		if s.Required == contract.Yes {
			given[s.Name] = true
		}
	}
	for _, e := range c.Events {
		if e.Required == contract.Yes {
			given[e.Name] = true
		}
	}
	for _, p := range c.Parts {
		if p.Required == contract.Yes {
			given[p.Name] = true
		}
	}
	if len(c.Modes) == 0 {
		return given, absent
	}
	for name, v := range c.Modes[0].When {
		if given[name] == nil {
			return given, absent // no mode need be chosen
		}
		given[name] = chosen(v)[0]
	}
	for _, m := range c.Modes[0].Members {
		switch {
		case m.Absent:
			absent[m.Name] = true
			delete(given, m.Name)
		case m.Required == contract.Yes:
			given[m.Name] = true
		}
	}
	return given, absent
}

// differing gives what two uses are told apart by: two values of the first axis, else
// the first flag or slot given to one of them; nil where nothing can differ.
func differing(c *contract.Contract) (first, second map[string]any) {
	for _, p := range c.Props {
		if values, _ := choices(p); len(values) > 1 && own(p.Origin) && !choosesMode(c, p.Name) {
			a, b := values[0], values[1]
			return map[string]any{p.Name: valueOfLiteral(a)}, map[string]any{p.Name: valueOfLiteral(b)}
		}
	}
	for _, p := range c.Props {
		if isFlag(p) && own(p.Origin) && p.Required != contract.Yes {
			return map[string]any{}, map[string]any{p.Name: true}
		}
	}
	for _, s := range c.Slots {
		if s.Required != contract.Yes {
			return map[string]any{}, map[string]any{s.Name: true}
		}
	}
	return nil, nil
}

// choosesMode reports whether a prop decides which other members there are.
func choosesMode(c *contract.Contract, name string) bool {
	return slices.ContainsFunc(c.Modes, func(m contract.Mode) bool { _, ok := m.When[name]; return ok })
}

// valueOfLiteral is a literal as a JSON value.
func valueOfLiteral(l *types.Literal) any {
	switch l.Of {
	case types.Number:
		return json.Number(l.Value)
	case types.Boolean:
		return l.Value == "true"
	}
	return l.Value
}

// Use is one use of a component, apart from how a framework writes it.
type Use struct {
	Props  []UsedProp
	Slots  []UsedSlot
	Events []UsedEvent
	Held   []UsedHeld
	Parts  []string
}

// UsedProp is a prop with what it is given.
type UsedProp struct {
	*contract.Prop
	Value any    // a literal; nil where Name is given
	Name  string // of a variable
}

// UsedSlot is a filled slot. Text is what it shows besides its data.
type UsedSlot struct {
	*contract.Slot
	Text string
}

// UsedEvent is an event that is listened to, with the name of what is called.
type UsedEvent struct {
	*contract.Event
	Calls string
}

// UsedHeld is a two-way value that the app holds in a variable.
type UsedHeld struct {
	contract.TwoWay
	Prop     *contract.Prop
	Event    *contract.Event // nil where none tells of changes
	Variable string
}

// use works out what a contract is given. What it has no member for is an error.
func use(c *contract.Contract, given map[string]any) (*Use, error) {
	u := &Use{}
	left := map[string]bool{}
	for name := range given {
		left[name] = true
	}
	holder := func(name string) *contract.TwoWay {
		for i := range c.TwoWay {
			if c.TwoWay[i].Value == name && c.TwoWay[i].Held != contract.HeldBySelf {
				return &c.TwoWay[i]
			}
		}
		return nil
	}
	for _, p := range c.Props {
		v, ok := given[p.Name]
		if !ok {
			continue
		}
		delete(left, p.Name)
		if t := holder(p.Name); t != nil && v == true {
			event := c.Event(t.Change)
			u.Held = append(u.Held, UsedHeld{*t, p, event, p.Name})
			if event != nil {
				delete(left, event.Name)
			}
			continue
		}
		made, err := fitting(p, v)
		if err != nil {
			return nil, err
		}
		u.Props = append(u.Props, made)
	}
	for _, s := range c.Slots {
		v, ok := given[s.Name]
		if !ok || v == false {
			delete(left, s.Name)
			continue
		}
		delete(left, s.Name)
		text := sentence(s.Name)
		if said, ok := v.(string); ok {
			text = said
		}
		u.Slots = append(u.Slots, UsedSlot{s, text})
	}
	for _, e := range c.Events {
		held := slices.ContainsFunc(u.Held, func(h UsedHeld) bool { return h.Event == e })
		if given[e.Name] == true && !held {
			u.Events = append(u.Events, UsedEvent{e, handlerName(c, e.Name)})
		}
		delete(left, e.Name)
	}
	for _, p := range c.Parts {
		if given[p.Name] == true {
			u.Parts = append(u.Parts, p.Name)
		}
		delete(left, p.Name)
	}
	if len(u.Parts) > 0 { // they are the content
		u.Slots = slices.DeleteFunc(u.Slots, func(s UsedSlot) bool {
			return s.Name == "default" && s.Form != contract.FormFunction && s.Form != contract.FormComponent
		})
	}
	for name := range left {
		near := contract.Nearest(name, memberNames(c))
		if near != "" {
			near = fmt.Sprintf("; did you mean %q?", near)
		}
		return nil, fmt.Errorf("%s has no member %q%s", c.Component, name, near)
	}
	return u, nil
}

func memberNames(c *contract.Contract) (all []string) {
	for _, p := range c.Props {
		all = append(all, p.Name)
	}
	for _, s := range c.Slots {
		all = append(all, s.Name)
	}
	for _, e := range c.Events {
		all = append(all, e.Name)
	}
	for _, p := range c.Parts {
		all = append(all, p.Name)
	}
	return all
}

// handlerName names what a handler calls, so that it is no name of a member.
func handlerName(c *contract.Contract, event string) string {
	name := "handle" + names.UpperFirst(event)
	if c.Prop(name) != nil || c.Slot(name) != nil {
		name += "Here"
	}
	return name
}

// fitting gives a prop a value that fits its type: the one that is said, a literal of
// its set, a sample, or a variable.
func fitting(p *contract.Prop, v any) (UsedProp, error) {
	values, open := choices(p)
	if v != true || isFlag(p) {
		if len(values) > 0 && !open && !slices.ContainsFunc(values, func(l *types.Literal) bool { return is(v, l) }) {
			return UsedProp{}, fmt.Errorf("%s is none of %s's values: %s", jsonText(v), p.Name, p.Type)
		}
		return UsedProp{Prop: p, Value: v}, nil
	}
	if len(values) > 0 {
		return UsedProp{Prop: p, Value: valueOfLiteral(values[0])}, nil
	}
	if p.Type.Known() {
		for _, m := range types.Members(types.Without(p.Type.T, types.Undefined, types.Null)) {
			switch m {
			case types.Type(types.String):
				return UsedProp{Prop: p, Value: sentence(p.Name)}, nil
			case types.Type(types.Number):
				return UsedProp{Prop: p, Value: sampleNumber(p)}, nil
			case types.Type(types.Boolean):
				return UsedProp{Prop: p, Value: true}, nil
			}
			if l, ok := m.(*types.Literal); ok {
				return UsedProp{Prop: p, Value: valueOfLiteral(l)}, nil
			}
		}
	}
	return UsedProp{Prop: p, Name: p.Name}, nil
}

// sampleNumber is a number within the limits of a prop.
func sampleNumber(p *contract.Prop) any {
	if p.Limits != nil {
		if min := cmp.Or(fmt.Sprint(p.Limits.Min), "0"); p.Limits.Min != nil && min != "0" {
			return json.Number(min)
		}
		if p.Limits.Max != nil {
			return json.Number(fmt.Sprint(p.Limits.Max))
		}
	}
	return json.Number("3")
}

// sentence writes a name as words that stand in a sentence.
func sentence(name string) string {
	if name == "default" {
		return "Content"
	}
	return names.UpperFirst(strings.Join(names.Words(name), " "))
}
