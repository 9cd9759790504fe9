// This file checks what a contract means: references and contradictions.

package contract

import (
	"encoding/json"
	"fmt"
	"strings"

	"steadysocket/core/place"
	"steadysocket/core/types"
)

// validate reports what cannot be meant, at the position where it stands.
func (d *decoder) validate(c *Contract) {
	at := func(path string) place.Position {
		for path != "" {
			if p, ok := d.at[path]; ok {
				return p
			}
			cut := strings.LastIndexAny(path, ".[")
			if cut < 0 {
				break
			}
			path = path[:cut]
		}
		if d.base.Line > 0 {
			return d.base
		}
		return place.Position{Line: 1, Column: 1}
	}
	members, props, events := c.memberNames(), names(c.Props, (*Prop).named), names(c.Events, (*Event).named)
	if b := d.beside; b != nil {
		members, props, events = append(members, b.memberNames()...), append(props, names(b.Props, (*Prop).named)...), append(events, names(b.Events, (*Event).named)...)
	}
	twice := func(kind string, names []string) {
		seen := map[string]bool{}
		for _, name := range names {
			if seen[name] {
				d.problem(at(kind), "%s list %q twice", kind, name)
			}
			seen[name] = true
		}
	}
	twice("props", names(c.Props, (*Prop).named))
	twice("slots", names(c.Slots, (*Slot).named))
	twice("events", names(c.Events, (*Event).named))
	twice("parts", names(c.Parts, func(p Part) string { return p.Name }))
	mentions := func(path, name string, known []string) {
		for _, k := range known {
			if k == name {
				return
			}
		}
		hint := ""
		if near := Nearest(name, known); near != "" {
			hint = fmt.Sprintf("; did you mean %q?", near)
		}
		d.problem(at(path), "%s names %q, which this contract does not have%s", path, name, hint)
	}
	if c.Root.ChosenBy != "" {
		mentions("root.chosenBy", c.Root.ChosenBy, props)
	}
	for i, axis := range c.Axes {
		mentions(fmt.Sprintf("axes[%d]", i), axis, props)
	}
	for i, w := range c.TwoWay {
		path := fmt.Sprintf("twoWay[%d]", i)
		mentions(path+".value", w.Value, props)
		if w.Initial != "" {
			mentions(path+".initial", w.Initial, props)
		}
		if w.Change != "" {
			mentions(path+".change", w.Change, events)
		}
	}
	for i, x := range c.Exclusions {
		for name := range x.When {
			mentions(fmt.Sprintf("exclusions[%d].when", i), name, members)
		}
	}
	for i, x := range c.Companions {
		mentions(fmt.Sprintf("companions[%d].given", i), x.Given, members)
		for _, name := range x.Needs {
			mentions(fmt.Sprintf("companions[%d].needs", i), name, members)
		}
	}
	for i, m := range c.Modes {
		for name := range m.When {
			mentions(fmt.Sprintf("modes[%d].when", i), name, members)
		}
		for _, member := range m.Members {
			mentions(fmt.Sprintf("modes[%d].members", i), member.Name, members)
		}
	}
	for _, p := range c.Props {
		path := "props." + p.Name
		if p.ValueSet != "" {
			mentions(path+".valueSet", p.ValueSet, names(c.ValueSets, func(v ValueSet) string { return v.Name }))
		}
		// What a reader found is what the source says, contradictions too: they are findings.
		if d.found {
			continue
		}
		if p.Required == Yes && p.Default.Kind == DefaultValue {
			d.problem(at(path+".default"), "%s is required and has a default; one of the two is never used", path)
		}
		if p.Default.Kind != DefaultValue || !p.Type.Known() {
			continue
		}
		if values, open, ok := types.Values(p.Type.T); ok && !open && !holds(values, p.Default.Value) {
			d.problem(at(path+".default"), "the default %v of %s is none of its values %s", p.Default.Value, path, p.Type)
		}
	}
	for _, p := range c.Parts {
		if p.HandedOut != "" {
			mentions("parts."+p.Name+".handedOut", p.HandedOut, names(c.Slots, (*Slot).named))
		}
	}
}

// memberNames are what members may be referred to by: their names, and their spellings,
// which tell two members of one name apart.
func (c *Contract) memberNames() []string {
	var list []string
	for _, p := range c.Props {
		list = append(list, p.Name, p.Spelled.Or(p.Name))
	}
	for _, x := range c.Slots {
		list = append(list, x.Name, x.Spelled.Or(x.Name))
	}
	for _, e := range c.Events {
		list = append(list, e.Name, e.Spelled.Or(e.Name))
	}
	return append(list, names(c.Parts, func(p Part) string { return p.Name })...)
}

func names[T any](list []T, nameOf func(T) string) []string {
	out := make([]string, len(list))
	for i, item := range list {
		out[i] = nameOf(item)
	}
	return out
}

// holds reports whether a JSON value is one of the literals.
func holds(values []*types.Literal, v any) bool {
	for _, l := range values {
		switch v := v.(type) {
		case string:
			if l.Of == types.String && l.Value == v {
				return true
			}
		case bool:
			if l.Of == types.Boolean && l.Value == fmt.Sprint(v) {
				return true
			}
		case json.Number:
			if l.Of == types.Number {
				a, err := v.Float64()
				b, errB := json.Number(l.Value).Float64()
				if err == nil && errB == nil && a == b {
					return true
				}
			}
		case nil:
			return true
		}
	}
	return false
}
