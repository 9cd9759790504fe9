// This file tells what of a contract cannot be meant as it stands, though it is one.

package design

import (
	"cmp"
	"encoding/json"
	"fmt"
	"slices"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// Doubt is something in a contract that a person should look at again.
type Doubt struct {
	Member string `json:"member"` // "" for the whole
	What   string `json:"what"`
}

// Doubts lists what cannot be meant as it stands: names of types that nobody declares,
// defaults that their types do not take, parts that have nothing to stand in, companions
// of themselves.
func Doubts(c *contract.Contract) []Doubt {
	out := []Doubt{}
	add := func(member, format string, args ...any) {
		out = append(out, Doubt{member, fmt.Sprintf(format, args...)})
	}
	parameters := map[string]bool{}
	for _, p := range c.TypeParameters {
		parameters[p.Name] = true
	}
	said := map[string]bool{}
	names := func(member string, t contract.Type) {
		if !t.Known() {
			return
		}
		types.Rename(t.T, func(n *types.Named, args []types.Type) types.Type {
			if !n.Own() && n.From == "" && !parameters[n.Name] && !global[n.Name] && !slices.Contains([]string{"KeyOf", "MemberOf", "Unread"}, n.Name) && !said[member+" "+n.Name] {
				said[member+" "+n.Name] = true
				add(member, "nobody declares the type %s", n.Name)
			}
			return &types.Named{Name: n.Name, From: n.From, Args: args}
		})
	}
	payload := func(member string, p *contract.Payload) {
		if p != nil {
			for _, f := range p.Fields {
				names(member, f.Type)
			}
		}
	}
	for _, p := range c.Props {
		names(p.Name, p.Type)
		if l := literalOf(p.Default); l != nil && p.Type.Known() && types.Assignable(l, p.Type.T).Answer == types.No {
			add(p.Name, "its default %s is no %s", jsonText(p.Default.Value), p.Type)
		}
	}
	for _, s := range c.Slots {
		names(s.Name, s.Type)
		payload(s.Name, s.Gives)
	}
	for _, e := range c.Events {
		payload(e.Name, e.Payload)
		names(e.Name, e.Returns)
	}
	payload("", c.Result)
	if len(c.Parts) > 0 && !standInside(c) && c.Kind != contract.KindLogic {
		add("", "it has parts and takes no content for them to stand in; give it the slot default")
	}
	for _, x := range c.Companions {
		if slices.Contains(x.Needs, x.Given) {
			add(x.Given, "it is said to need itself")
		}
	}
	for _, x := range c.Exclusions {
		if len(x.When) == 1 {
			for name, v := range x.When {
				add(name, "it must never be %s: leave that out instead (%s)", jsonText(v), cmp.Or(x.Because, "no reason is given"))
			}
		}
	}
	return out
}

// literalOf gives the type of a default's value; nil where it is no text, number or flag.
func literalOf(d contract.Default) types.Type {
	if d.Kind != contract.DefaultValue {
		return nil
	}
	switch v := d.Value.(type) {
	case string:
		return types.StringLiteral(v)
	case bool:
		return &types.Literal{Of: types.Boolean, Value: fmt.Sprint(v)}
	case json.Number:
		return &types.Literal{Of: types.Number, Value: v.String()}
	}
	return nil
}
