// This file holds what types are taken apart into: members, found by name.

package evaluate

import (
	"encoding/binary"
	"hash/maphash"
	"math"
	"math/bits"
	"slices"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// shape is a type taken apart.
type shape struct {
	members []*member
	table   []byte // of the first tabled members by name, made when it is asked for
	tabled  int
	mask    uint32 // one less than the slots of table, a power of two
	wide    bool   // a slot has four bytes instead of two
	indexes []index
	calls   []*signature
	news    []*signature
	natives []Native // sets of native attributes taken over whole; their members stand in members too
	bases   []Base   // what belongs to it and could not be resolved
}

// member is one member of a type.
type member struct {
	name     string
	is       *lazy   // its type; nil until it is asked for, where that is written
	in       *within // where it is written; nil where it is made of others
	module   *modules.Module
	node     syntax.Node
	rest     *rarely // nil for most
	optional bool
	readonly bool
	numeric  bool // its key is a number
	unsure   bool // whether it is optional is not known
	native   bool // of a set of native attributes
	number   bool // the key that a mapped type made it of is a number
	there    bool // what a mapped type says is taken without undefined
	stays    bool // while LetGo looks for what stays
}

// rarely is what few members have. Copies of a member share it.
type rarely struct {
	origin   string      // "" for that of the module
	beside   []*member   // declarations that hold too
	like     *member     // the one as which its type is written, though it is made of others
	fallback syntax.Expr // what it is where it is not given, nil where that is not said here
}

// more gives what is said of m rarely.
func (m *member) more() rarely {
	if m.rest == nil {
		return rarely{}
	}
	return *m.rest
}

// say changes what is said of m, and of no copy of it.
func (m *member) say(change func(r *rarely)) {
	rest := m.more()
	change(&rest)
	m.rest = &rest
}

// within is where types are written, and who evaluates them.
type within struct {
	e      *Evaluator
	scope  *Scope
	mapped *syntax.MappedType // that makes the members of its keys, which are their names; nil for none
}

// of gives the type of a member, without the undefined that an optional one adds. Of
// most members of native sets nobody asks.
func (m *member) of() *lazy {
	if m.is != nil {
		return m.is
	}
	in := m.in
	m.is = &lazy{e: in.e, node: typeOf(m.node), scope: in.scope}
	if in.mapped != nil {
		key := literal{of: types.String, value: m.name}
		if m.number {
			key.of = types.Number
		}
		m.is.node, m.is.scope, m.is.there = in.mapped.Type, in.scope.with(binding{in.mapped.Param.Name.Name, key}), m.there
	}
	return m.is
}

// read gives the type of what a member holds: undefined too, where it is optional.
func (m *member) read() Type {
	if m.optional {
		return unite(m.of().get(), wordUndefined)
	}
	return m.of().get()
}

// typeOf gives the type that a declaration of a member writes, nil for none.
func typeOf(n syntax.Node) syntax.Type {
	switch n := n.(type) {
	case *syntax.TypeMember:
		return n.Type
	case *syntax.ClassMember:
		return n.Type
	}
	return nil
}

// written gives what the source says of the type, and where; nil where it is made of
// others.
func (m *member) written() (syntax.Type, *Scope) {
	if like := m.more().like; like != nil {
		return like.written()
	}
	if m.in == nil || m.in.mapped != nil {
		return nil, nil
	}
	return typeOf(m.node), m.in.scope
}

// absent reports whether m says no more than that it must not be given, as a mapped type
// writes it.
func (m *member) absent() bool {
	if m.in == nil || m.in.mapped == nil {
		return false
	}
	n, ok := m.in.mapped.Type.(*syntax.TypeName)
	if !ok {
		return false
	}
	head, rest, ok := entity(n.Name)
	return ok && len(rest) == 0 && head == "never"
}

// plainly gives the type of m as it is written, where it is nothing else.
func (m *member) plainly() (t syntax.Type, ok bool) {
	in := m.in
	if in == nil || in.mapped != nil || in.scope == nil {
		return nil, false
	}
	t = typeOf(m.node)
	return t, t != nil && (m.is == nil || m.is.eval == nil && m.is.node == t && m.is.scope == in.scope)
}

// become gives m a type that is made of others.
func (m *member) become(t *lazy) {
	m.is, m.in = t, nil
	if m.more().like != nil {
		m.say(func(r *rarely) { r.like = nil })
	}
}

// index is an index signature.
type index struct {
	key, of  *lazy
	readonly bool
}

var seed = maphash.MakeSeed()

func hashed(name string) uint32 { return uint32(maphash.String(seed, name)) }

// fewMembers are looked through one by one; more have a table.
const fewMembers = 12

// place finds a member; -1 where there is none.
func (s *shape) place(name string) int { return s.placeAmong(len(s.members), name) }

// placeAmong finds a member among the first n. No other has its name.
func (s *shape) placeAmong(n int, name string) int {
	if n <= fewMembers {
		return slices.IndexFunc(s.members[:n], func(m *member) bool { return m.name == name })
	}
	s.tabulate(n)
	for i := hashed(name) & s.mask; ; i = (i + 1) & s.mask {
		switch at := s.slot(i); {
		case at == 0:
			return -1
		case s.members[at-1].name == name:
			return at - 1
		}
	}
}

// tabulate brings the first n members into the table: open addressing, at most three
// quarters full. It holds places counted from 1; 0 is free. A slot has two bytes where
// there are few members: most sets of attributes have some hundreds.
func (s *shape) tabulate(n int) {
	if s.tabled >= n {
		return
	}
	if 4*n > 3*(int(s.mask)+1) || s.table == nil {
		slots := 1 << bits.Len(uint((4*max(n, cap(s.members))-1)/3))
		s.mask, s.tabled = uint32(slots-1), 0
		s.wide = slots > math.MaxUint16
		if s.wide {
			slots *= 2
		}
		s.table = make([]byte, 2*slots)
	}
	for ; s.tabled < n; s.tabled++ {
		i := hashed(s.members[s.tabled].name) & s.mask
		for s.slot(i) != 0 {
			i = (i + 1) & s.mask
		}
		if s.wide {
			binary.NativeEndian.PutUint32(s.table[4*i:], uint32(s.tabled+1))
		} else {
			binary.NativeEndian.PutUint16(s.table[2*i:], uint16(s.tabled+1))
		}
	}
}

// slot gives what the table holds at i.
func (s *shape) slot(i uint32) int {
	if s.wide {
		return int(binary.NativeEndian.Uint32(s.table[4*i:]))
	}
	return int(binary.NativeEndian.Uint16(s.table[2*i:]))
}

func (s *shape) member(name string) *member {
	if i := s.place(name); i >= 0 {
		return s.members[i]
	}
	return nil
}

// own finds a member that is not one of a set of native attributes.
func (s *shape) own(name string) *member {
	if m := s.member(name); m != nil && !m.native {
		return m
	}
	return nil
}

// open reports whether any text may be the name of a member.
func (s *shape) open() bool {
	return s.indexed() != nil
}

// indexed is what s holds under any name; nil where it has an index signature for none.
func (s *shape) indexed() *lazy {
	for _, i := range s.indexes {
		if i.key.get() == Type(wordString) {
			return i.of
		}
	}
	return nil
}

// empty reports whether nothing is known to belong to s, and nothing could not be read.
func (s *shape) empty() bool { return len(s.members)+len(s.natives)+len(s.bases) == 0 }

// weak reports whether a type asks for nothing: what has members, but none of
// its own, does not fit it.
func (s *shape) weak() bool {
	return len(s.members) > 0 && len(s.indexes)+len(s.calls)+len(s.news)+len(s.bases) == 0 && !slices.ContainsFunc(s.members, func(m *member) bool { return !m.optional })
}

// put adds a member, in place of one of its name. Shapes share their members,
// so that none is changed.
func (s *shape) put(m *member) {
	if i := s.place(m.name); i >= 0 {
		s.members[i] = m
		return
	}
	s.add(m)
}

// add adds a member of a name that no other has.
func (s *shape) add(m *member) { s.members = append(s.members, m) }

// inherit adds what a nearer declaration does not have.
func (s *shape) inherit(from *shape) {
	before := len(s.members)
	s.members = slices.Grow(s.members, len(from.members))
	for _, m := range from.members {
		if s.placeAmong(before, m.name) < 0 {
			s.add(m)
		}
	}
	if len(s.indexes) == 0 {
		s.indexes = from.indexes
	}
	s.calls, s.news = append(s.calls, from.calls...), append(s.news, from.news...)
	s.natives, s.bases = append(s.natives, from.natives...), append(s.bases, from.bases...)
}

// join adds what must hold too, as an intersection does.
func (s *shape) join(from *shape) {
	n := len(s.members)
	s.members = slices.Grow(s.members, len(from.members))
	for _, m := range from.members {
		at := s.placeAmong(n, m.name)
		if at < 0 {
			s.add(m)
			continue
		}
		before := s.members[at]
		joined := *before
		of, more := before.of(), m.of()
		joined.is, joined.in = &lazy{eval: func() Type { return intersect(of.get(), more.get()) }}, nil
		if before.optional != m.optional { // undefined is what the optional one may be all the same
			joined.is = &lazy{eval: func() Type { return intersect(before.read(), m.read()) }}
		}
		joined.optional = before.optional && m.optional
		surely := func(m *member) bool { return !m.optional && !m.unsure }
		joined.unsure = !surely(before) && !surely(m) && (before.unsure || m.unsure)
		joined.say(func(r *rarely) {
			r.like = nil
			if alike(before, m) {
				r.like = before
			}
			r.beside = append(slices.Clip(r.beside), m)
			if origin := m.more().origin; before.native && !m.native || r.origin != "" && origin == "" && !m.native {
				r.origin = origin
				joined.native, joined.module, joined.node = m.native, m.module, m.node
			}
		})
		s.members[at] = &joined
	}
	s.indexes = append(s.indexes, from.indexes...)
	s.calls, s.news = append(s.calls, from.calls...), append(s.news, from.news...)
	s.natives, s.bases = append(s.natives, from.natives...), append(s.bases, from.bases...)
}

// alike reports whether the types of two members are written, and in the same words.
func alike(a, b *member) bool {
	t, in := a.written()
	u, at := b.written()
	return t != nil && u != nil && (t == u || Written(in.Module, t) == Written(at.Module, u))
}

// each gives a shape with a change to each member, made from what it was. What stays as
// it is, is shared: most members of the sets of native attributes are optional already.
func (s *shape) each(change func(m, was *member)) *shape {
	out := &shape{indexes: s.indexes, natives: s.natives, bases: s.bases, members: slices.Clone(s.members)}
	var changed member
	for i, m := range s.members {
		changed = *m
		if change(&changed, m); changed != *m {
			own := changed
			if own.is == nil {
				own.is = m.of() // both are evaluated as one
			}
			out.members[i] = &own
		}
	}
	return out
}
