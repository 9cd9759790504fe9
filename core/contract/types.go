// This file visits and replaces the types of a contract.

package contract

import (
	"slices"

	"steadysocket/core/types"
)

// NamedType is a type that the contract gives by its name alone, with a fingerprint of
// what its declaration says: the same name is the same type only where that is the same.
type NamedType struct {
	Name   string `c:"name"`
	Digest string `c:"digest"`
}

// WithTypes gives a copy of c whose types are what f gives for them.
func (c *Contract) WithTypes(f func(t types.Type) types.Type) *Contract {
	of := func(t Type) Type {
		if !t.Known() {
			return t
		}
		return Type{T: f(t.T)}
	}
	payload := func(p *Payload) *Payload {
		if p == nil {
			return nil
		}
		out := *p
		out.Fields = slices.Clone(p.Fields)
		for i := range out.Fields {
			out.Fields[i].Type = of(out.Fields[i].Type)
		}
		return &out
	}
	out := *c
	out.TypeParameters = slices.Clone(c.TypeParameters)
	for i := range out.TypeParameters {
		p := &out.TypeParameters[i]
		p.Constraint, p.Default = of(p.Constraint), of(p.Default)
	}
	out.Props = make([]*Prop, len(c.Props))
	for i, p := range c.Props {
		made := *p
		made.Type = of(p.Type)
		made.PerMode = slices.Clone(p.PerMode)
		for j := range made.PerMode {
			made.PerMode[j].Type = of(made.PerMode[j].Type)
		}
		out.Props[i] = &made
	}
	out.Slots = make([]*Slot, len(c.Slots))
	for i, x := range c.Slots {
		made := *x
		made.Type, made.Gives = of(x.Type), payload(x.Gives)
		out.Slots[i] = &made
	}
	out.Events = make([]*Event, len(c.Events))
	for i, e := range c.Events {
		made := *e
		made.Payload, made.Returns = payload(e.Payload), of(e.Returns)
		out.Events[i] = &made
	}
	out.Modes = slices.Clone(c.Modes)
	for i := range out.Modes {
		out.Modes[i].Members = slices.Clone(out.Modes[i].Members)
		for j := range out.Modes[i].Members {
			out.Modes[i].Members[j].Type = of(out.Modes[i].Members[j].Type)
		}
	}
	if c.Handle != nil {
		handle := *c.Handle
		handle.Type = of(handle.Type)
		handle.Members = slices.Clone(handle.Members)
		for i := range handle.Members {
			handle.Members[i].Type = of(handle.Members[i].Type)
		}
		out.Handle = &handle
	}
	out.Context.Provides = slices.Clone(c.Context.Provides)
	for i := range out.Context.Provides {
		out.Context.Provides[i].Type = of(out.Context.Provides[i].Type)
	}
	out.Context.Injects = slices.Clone(c.Context.Injects)
	for i := range out.Context.Injects {
		out.Context.Injects[i].Type = of(out.Context.Injects[i].Type)
	}
	out.StateChanges = slices.Clone(c.StateChanges)
	for i := range out.StateChanges {
		out.StateChanges[i].Payload = payload(out.StateChanges[i].Payload)
	}
	out.Result = payload(c.Result)
	return &out
}

// VisitTypes calls visit for each type of c.
func (c *Contract) VisitTypes(visit func(t types.Type)) {
	of := func(t Type) {
		if t.Known() {
			visit(t.T)
		}
	}
	payload := func(p *Payload) {
		if p != nil {
			for i := range p.Fields {
				of(p.Fields[i].Type)
			}
		}
	}
	for _, p := range c.TypeParameters {
		of(p.Constraint)
		of(p.Default)
	}
	for _, p := range c.Props {
		of(p.Type)
		for _, m := range p.PerMode {
			of(m.Type)
		}
	}
	for _, x := range c.Slots {
		of(x.Type)
		payload(x.Gives)
	}
	for _, e := range c.Events {
		payload(e.Payload)
		of(e.Returns)
	}
	for _, m := range c.Modes {
		for _, member := range m.Members {
			of(member.Type)
		}
	}
	if c.Handle != nil {
		of(c.Handle.Type)
		for _, m := range c.Handle.Members {
			of(m.Type)
		}
	}
	for _, p := range c.Context.Provides {
		of(p.Type)
	}
	for _, i := range c.Context.Injects {
		of(i.Type)
	}
	for _, s := range c.StateChanges {
		payload(s.Payload)
	}
	payload(c.Result)
}
