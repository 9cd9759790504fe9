// This file lists what a person must know before the first use works.

package design

import (
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// Needed is one thing that must be known before a component can be used.
type Needed struct {
	What string `json:"what"` // in words
	Kind string `json:"kind"` // prop, field, slot, event, part, provider, companion, mode, value set
	Name string `json:"name"`
}

// MustKnow lists what an outsider must know before the first successful use: its
// length is the count. Nothing that may be left out is in it.
func MustKnow(c *contract.Contract) []Needed {
	var out []Needed
	add := func(kind, name, format string, args ...any) {
		out = append(out, Needed{fmt.Sprintf(format, args...), kind, name})
	}
	given := map[string]bool{}
	for _, p := range c.Props {
		if p.Required != contract.Yes {
			continue
		}
		given[p.Name] = true
		add("prop", p.Name, "%s must be given, a %s", p.Name, short(p.Type))
		if p.Type.Known() {
			whose := p.Name
			if _, several := types.Without(p.Type.T, types.Undefined, types.Null).(*types.Array); several {
				whose = "each of " + p.Name
			}
			for _, field := range fieldsNeeded(p.Type.T) {
				add("field", p.Name+"."+field, "%s must have %s", whose, field)
			}
		}
		if p.ValueSet != "" {
			add("value set", p.ValueSet, "%s takes its values from %s", p.Name, p.ValueSet)
		}
		if p.Unit != "" {
			add("unit", p.Name, "%s is in %s", p.Name, p.Unit)
		}
	}
	for _, s := range c.Slots {
		if s.Required == contract.Yes {
			given[s.Name] = true
			add("slot", s.Name, "%s must be filled", slotWord(s.Name))
			if s.Form == contract.FormFunction {
				add("slot data", s.Name, "%s is a function of what it is given: %s", slotWord(s.Name), fieldNames(s.Gives))
			}
		}
	}
	for _, e := range c.Events {
		if e.Required == contract.Yes {
			given[e.Name] = true
			add("event", e.Name, "%s must be listened to", e.Name)
		}
	}
	for _, p := range c.Parts {
		if p.Required == contract.Yes {
			given[p.Name] = true
			where := "inside"
			if len(p.Within) > 0 {
				where = "inside " + strings.Join(p.Within, " or ")
			}
			add("part", p.Name, "%s must stand %s", p.Name, where)
		}
	}
	for _, n := range c.Context.Needs {
		if !n.Optional {
			add("provider", n.Name, "%s must stand above", n.Name)
		}
	}
	for _, x := range c.Companions {
		if given[x.Given] {
			for _, need := range x.Needs {
				if !given[need] {
					add("companion", need, "%s must be given, because %s is", need, x.Given)
				}
			}
		}
	}
	if len(c.Modes) > 0 {
		var by []string
		for _, m := range c.Modes {
			for name := range m.When {
				if !slices.Contains(by, name) && !given[name] {
					by = append(by, name)
				}
			}
		}
		slices.Sort(by)
		for _, name := range by {
			add("mode", name, "%s decides which other members there are", name)
		}
	}
	return out
}

// fieldsNeeded lists the fields that a record, or each of a list of records, must have.
func fieldsNeeded(t types.Type) (names []string) {
	switch t := types.Without(t, types.Undefined, types.Null).(type) {
	case *types.Array:
		return fieldsNeeded(t.Elem)
	case *types.Object:
		for _, f := range t.Fields {
			if !f.Optional {
				names = append(names, f.Name)
			}
		}
	}
	return names
}

// short writes a type in few words.
func short(t contract.Type) string {
	text := t.String()
	if len(text) > 40 {
		return "record or value of the type " + text[:37] + "…"
	}
	return text
}

// slotWord names a slot in a sentence.
func slotWord(name string) string {
	if name == "default" {
		return "the content"
	}
	return "the slot " + name
}

func fieldNames(p *contract.Payload) string {
	if p == nil || len(p.Fields) == 0 {
		return "nothing"
	}
	var names []string
	for _, f := range p.Fields {
		names = append(names, f.Name)
	}
	return list(names)
}
