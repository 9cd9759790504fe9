// This file holds requests that a team adds, as data.

package design

import (
	"errors"
	"slices"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// OwnRequest is a request that a team added, as data: what it asks, which members meet
// it, and what would be added otherwise.
type OwnRequest struct {
	Name      string   `c:"name" json:"name"`
	Asks      string   `c:"asks" json:"asks"`
	MetBy     []Meets  `c:"metBy" json:"metBy"`
	Otherwise Addition `c:"otherwise" json:"otherwise"`
	ReachesIn bool     `c:"reachesIn" json:"reachesIn"`
}

// Meets names a member that meets a request, by its kind; Value and Gives say more of
// what it must be.
type Meets struct {
	Prop  string `c:"prop" json:"prop,omitempty"`
	Value string `c:"value" json:"value,omitempty"` // that the prop must take
	Slot  string `c:"slot" json:"slot,omitempty"`
	Gives string `c:"gives" json:"gives,omitempty"` // that the slot must hand over
	Event string `c:"event" json:"event,omitempty"`
	Part  string `c:"part" json:"part,omitempty"`
	Hook  string `c:"styleHook" json:"styleHook,omitempty"`
}

// Addition is what a contract would gain, or lose.
type Addition struct {
	Props   []*contract.Prop  `c:"props,keyed" json:"-"`
	Slots   []*contract.Slot  `c:"slots,keyed" json:"-"`
	Events  []*contract.Event `c:"events,keyed" json:"-"`
	Removes []string          `c:"removes" json:"removes,omitempty"`
}

// check reports what is wrong with a request.
func (r *OwnRequest) check() error {
	if r.Asks == "" {
		return errors.New("it asks nothing; write asks: and a sentence")
	}
	if r.Otherwise.empty() {
		return errors.New("it does not say what would be added; write otherwise: with props, slots or events")
	}
	for _, m := range r.MetBy {
		n := 0
		for _, name := range []string{m.Prop, m.Slot, m.Event, m.Part, m.Hook} {
			if name != "" {
				n++
			}
		}
		if n != 1 || m.Value != "" && m.Prop == "" || m.Gives != "" && m.Slot == "" {
			return errors.New("an entry of metBy names one prop (with a value, if that matters), slot (with what it gives), event, part or styleHook")
		}
	}
	return nil
}

func (a *Addition) empty() bool {
	return len(a.Props)+len(a.Slots)+len(a.Events)+len(a.Removes) == 0
}

// by gives the member of a contract that meets a request, or "".
func (m Meets) by(c *contract.Contract) string {
	switch {
	case m.Prop != "":
		p := c.Prop(m.Prop)
		if p == nil || m.Value == "" {
			return named(p)
		}
		values, open := choices(p)
		if open || slices.ContainsFunc(values, func(l *types.Literal) bool { return l.Text() == m.Value }) {
			return p.Name
		}
	case m.Slot != "":
		s := c.Slot(m.Slot)
		if s != nil && (m.Gives == "" || slices.ContainsFunc(given(s.Gives), func(f contract.Field) bool { return f.Name == m.Gives })) {
			return s.Name
		}
	case m.Event != "":
		if e := c.Event(m.Event); e != nil {
			return e.Name
		}
	case m.Part != "":
		if p := c.Part(m.Part); p != nil {
			return p.Name
		}
	default:
		for _, hooks := range []contract.Hooks{c.StyleHooks.CSSParts, c.StyleHooks.Properties, c.StyleHooks.Classes, c.StyleHooks.Data} {
			for _, h := range hooks {
				if h.Name == m.Hook {
					return h.Name
				}
			}
		}
	}
	return ""
}

// remove takes the member of a name out of a list.
func remove[T any](list []*T, name string, nameOf func(*T) string) []*T {
	return slices.DeleteFunc(slices.Clone(list), func(x *T) bool { return nameOf(x) == name })
}

func slotName(s *contract.Slot) string   { return s.Name }
func eventName(e *contract.Event) string { return e.Name }

// request makes a row of the catalogue.
func (r *OwnRequest) request() request {
	row := request{name: r.Name, asks: r.Asks, reaches: r.ReachesIn, reason: "a request of the team's own"}
	for _, m := range r.MetBy {
		row.meets = append(row.meets, met{m.by, "the draft says that it meets this"})
	}
	row.change = func(c *contract.Contract) string {
		var said []string
		for _, p := range r.Otherwise.Props {
			c.Props = append(remove(c.Props, p.Name, named), p)
			said = append(said, "the prop "+p.Name)
		}
		for _, s := range r.Otherwise.Slots {
			c.Slots = append(remove(c.Slots, s.Name, slotName), s)
			said = append(said, slotWord(s.Name))
		}
		for _, e := range r.Otherwise.Events {
			c.Events = append(remove(c.Events, e.Name, eventName), e)
			said = append(said, "the event "+e.Name)
		}
		for _, name := range r.Otherwise.Removes {
			c.Props, c.Slots, c.Events = remove(c.Props, name, named), remove(c.Slots, name, slotName), remove(c.Events, name, eventName)
			said = append(said, "without "+name)
		}
		return list(said)
	}
	return row
}
