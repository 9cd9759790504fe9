// This file takes positions out of contracts and puts them back: a contract is
// kept once, its positions with each reading.

package contract

import (
	"slices"

	"steadysocket/core/place"
)

// Position is what a reading knows about one member beside the contract: where
// it stands and how its type is written.
type Position struct {
	At      *place.Place `json:"at"`
	Written string       `json:"written,omitempty"`
}

// Positions lists the positions of a contract by member: "" for the component,
// else kind/name.
func (c *Contract) Positions() map[string]Position {
	m := map[string]Position{}
	c.eachPosition(func(key string, at **place.Place, written *string) {
		p := Position{At: *at}
		if written != nil {
			p.Written = *written
		}
		if p.At != nil || p.Written != "" {
			m[key] = p
		}
	})
	return m
}

// SetPositions puts positions back. The members get copies of their own: others may
// share them.
func (c *Contract) SetPositions(m map[string]Position) {
	c.Props, c.Slots, c.Events = copies(c.Props), copies(c.Slots), copies(c.Events)
	c.Parts, c.Bases = slices.Clone(c.Parts), slices.Clone(c.Bases)
	c.eachPosition(func(key string, at **place.Place, written *string) {
		p := m[key]
		*at = p.At
		if written != nil {
			*written = p.Written
		}
	})
}

func copies[T any](list []*T) []*T {
	out := slices.Clone(list)
	for i, x := range list {
		own := *x
		out[i] = &own
	}
	return out
}

func (c *Contract) eachPosition(visit func(key string, at **place.Place, written *string)) {
	visit("", &c.At, &c.Marks)
	for _, p := range c.Props {
		visit("prop/"+p.Name, &p.At, &p.Written)
	}
	for _, s := range c.Slots {
		visit("slot/"+s.Name, &s.At, nil)
	}
	for _, e := range c.Events {
		visit("event/"+e.Name, &e.At, nil)
	}
	for i := range c.Parts {
		visit("part/"+c.Parts[i].Name, &c.Parts[i].At, nil)
	}
	for i := range c.Bases {
		visit("base/"+c.Bases[i].Name, &c.Bases[i].At, nil)
	}
}
