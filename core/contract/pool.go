// This file keeps one of each member.

package contract

import (
	"hash/maphash"
	"reflect"

	"steadysocket/core/place"
	"steadysocket/core/types"
)

// Pool holds one of each prop, slot and event put into it: the components of a
// library repeat what they inherit. What is shared must not be written to any
// more. It is not for use by several goroutines at once.
// Source of the method: hash consing (Ershov, 1958).
type Pool struct {
	seed   maphash.Seed
	props  map[uint64]*Prop // by the hash of what is looked at first; taken places are walked past
	slots  map[uint64]*Slot
	events map[uint64]*Event
}

// NewPool makes an empty pool.
func NewPool() *Pool {
	return &Pool{maphash.MakeSeed(), map[uint64]*Prop{}, map[uint64]*Slot{}, map[uint64]*Event{}}
}

// Len is the number of members that are in the pool.
func (p *Pool) Len() int { return len(p.props) + len(p.slots) + len(p.events) }

// Share puts the members of c into the pool, or what is there in their place. Types
// are told apart by which they are: they should come from a types.Pool.
func (p *Pool) Share(c *Contract) {
	c.Derive()
	c.Props = share(p.props, c.Props, p.prop, sameProp)
	c.Slots = share(p.slots, c.Slots, p.slot, sameSlot)
	c.Events = share(p.events, c.Events, p.event, sameEvent)
}

// share gives a list of its own, without room for more.
func share[T any](all map[uint64]*T, list []*T, hash func(*T) uint64, same func(a, b *T) bool) []*T {
	if len(list) == 0 {
		return nil
	}
	out := make([]*T, len(list))
	for i, x := range list {
		for key := hash(x); ; key++ {
			known, ok := all[key]
			if !ok {
				all[key], out[i] = x, x
				break
			}
			if same(known, x) {
				out[i] = known
				break
			}
		}
	}
	return out
}

// looked is what is looked at first in a member: it tells most of them apart.
type looked struct {
	name, spelled, origin string
	of                    types.Type
	file                  string
	line, column          int
}

func (l looked) in(p *Pool, at *place.Place) uint64 {
	if at != nil {
		l.file, l.line, l.column = at.File, at.Line, at.Column
	}
	return maphash.Comparable(p.seed, l)
}

func (p *Pool) prop(x *Prop) uint64 {
	return looked{name: x.Name, spelled: x.Spelled.Name, origin: x.Origin, of: x.Type.T}.in(p, x.At)
}

func (p *Pool) slot(x *Slot) uint64 {
	return looked{name: x.Name, spelled: x.Spelled.Name, origin: x.Origin, of: x.Type.T}.in(p, x.At)
}

func (p *Pool) event(x *Event) uint64 {
	return looked{name: x.Name, spelled: x.Spelled.Name, origin: x.Origin, of: x.Returns.T}.in(p, x.At)
}

func sameProp(a, b *Prop) bool {
	return a.Name == b.Name && a.Spelled == b.Spelled && a.Type == b.Type && a.Open == b.Open && a.Required == b.Required &&
		a.Default.Kind == b.Default.Kind && a.Default.Expression == b.Default.Expression && a.Unit == b.Unit && a.Role == b.Role &&
		a.Origin == b.Origin && a.ValueSet == b.ValueSet && a.Description == b.Description && a.Written == b.Written &&
		samePlace(a.At, b.At) && sameValue(a.Default.Value, b.Default.Value) && alike(a.Values, b.Values) && equal(a.Limits, b.Limits) &&
		alike(a.PerMode, b.PerMode) && equal(a.Deprecated, b.Deprecated) && alike(a.Was, b.Was)
}

func sameSlot(a, b *Slot) bool {
	return a.Name == b.Name && a.Spelled == b.Spelled && a.Form == b.Form && a.Type == b.Type && a.Required == b.Required &&
		a.Fallback == b.Fallback && a.InLoop == b.InLoop && a.Conditional == b.Conditional && a.Origin == b.Origin &&
		a.Description == b.Description && samePlace(a.At, b.At) && equal(a.Count, b.Count) && alike(a.Accepts, b.Accepts) &&
		samePayload(a.Gives, b.Gives) && equal(a.Deprecated, b.Deprecated) && alike(a.Was, b.Was)
}

func sameEvent(a, b *Event) bool {
	return a.Name == b.Name && a.Spelled == b.Spelled && a.Required == b.Required && a.Returns == b.Returns &&
		a.Cancelable == b.Cancelable && a.Bubbles == b.Bubbles && a.Origin == b.Origin && a.Description == b.Description &&
		samePlace(a.At, b.At) && samePayload(a.Payload, b.Payload) && equal(a.Deprecated, b.Deprecated) && alike(a.Was, b.Was)
}

func samePlace(a, b *place.Place) bool {
	if a == nil || b == nil {
		return a == b
	}
	return a.File == b.File && a.Line == b.Line && a.Column == b.Column && equal(a.Span, b.Span)
}

func samePayload(a, b *Payload) bool {
	if a == nil || b == nil {
		return a == b
	}
	if a.Positional != b.Positional || a.Unknown != b.Unknown || len(a.Fields) != len(b.Fields) {
		return false
	}
	for i := range a.Fields {
		x, y := &a.Fields[i], &b.Fields[i]
		if x.Name != y.Name || x.Type != y.Type || x.Optional != y.Optional || x.Was != y.Was || !equal(x.Deprecated, y.Deprecated) {
			return false
		}
	}
	return true
}

func sameValue(a, b any) bool {
	if a == nil || b == nil {
		return a == b
	}
	return reflect.DeepEqual(a, b)
}

// equal compares what few members have, alike lists of it.
func equal[T any](a, b *T) bool {
	return a == b || a != nil && b != nil && reflect.DeepEqual(a, b)
}

func alike[T any](a, b []T) bool {
	return len(a) == len(b) && (len(a) == 0 || reflect.DeepEqual(a, b))
}
