// This file keeps one of each member.

package contract

import (
	"hash/maphash"
	"reflect"
	"slices"

	"steadysocket/core/place"
	"steadysocket/core/types"
)

// Pool holds one of each prop, slot and event put into it: the components of a
// library repeat what they inherit. What is shared must not be written to any
// more. It is not for use by several goroutines at once.
// Source of the method: hash consing (Ershov, 1958).
type Pool struct {
	seed    maphash.Seed
	props   kept[Prop]
	slots   kept[Slot]
	events  kept[Event]
	handles map[uint64]*Handle
	passes  map[uint64][]Forward
}

// kept are members of a kind, and the lists of them that components have.
type kept[T any] struct {
	all   map[uint64]*T // by the hash of what is looked at first; taken places are walked past
	lists map[uint64][]*T
}

func keeping[T any]() kept[T] { return kept[T]{map[uint64]*T{}, map[uint64][]*T{}} }

// NewPool makes an empty pool.
func NewPool() *Pool {
	return &Pool{maphash.MakeSeed(), keeping[Prop](), keeping[Slot](), keeping[Event](), map[uint64]*Handle{}, map[uint64][]Forward{}}
}

// Len is the number of members that are in the pool.
func (p *Pool) Len() int { return len(p.props.all) + len(p.slots.all) + len(p.events.all) }

// Share puts the members of c into the pool, or what is there in their place, and its
// lists of them, handle and pass-through. Types are told apart by which they are: they
// should come from a types.Pool.
func (p *Pool) Share(c *Contract) {
	c.Derive()
	c.Props = p.props.share(p.seed, c.Props, p.prop, sameProp)
	c.Slots = p.slots.share(p.seed, c.Slots, p.slot, sameSlot)
	c.Events = p.events.share(p.seed, c.Events, p.event, sameEvent)
	if h := c.Handle; h != nil {
		key := maphash.Comparable(p.seed, struct {
			of types.Type
			n  int
		}{h.Type.T, len(h.Members)})
		c.Handle = keepOne(p.handles, key, h, func(a, b *Handle) bool { return a.Type == b.Type && alike(a.Members, b.Members) })
	}
	if to := c.PassThrough.To; len(to) > 0 {
		key := maphash.Comparable(p.seed, [3]any{to[0].Element, len(to), len(to[0].Except)})
		c.PassThrough.To = keepOne(p.passes, key, to, alike[Forward])
	}
}

// keepOne gives what is kept in the place of x, or keeps x.
func keepOne[T any](all map[uint64]T, key uint64, x T, same func(a, b T) bool) T {
	for ; ; key++ {
		known, ok := all[key]
		if !ok {
			all[key] = x
			return x
		}
		if same(known, x) {
			return known
		}
	}
}

// share gives a list that others may have too, without room for more.
func (k kept[T]) share(seed maphash.Seed, list []*T, hash func(*T) uint64, same func(a, b *T) bool) []*T {
	if len(list) == 0 {
		return nil
	}
	out := make([]*T, len(list))
	var h maphash.Hash
	h.SetSeed(seed)
	for i, x := range list {
		out[i] = keepOne(k.all, hash(x), x, same)
		maphash.WriteComparable(&h, out[i])
	}
	return keepOne(k.lists, h.Sum64(), out, slices.Equal[[]*T])
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
