// This file gives evaluated props out: their members with names, places and
// documentation, and the modes of a union.

package evaluate

import (
	"slices"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// Shape is a set of props taken apart.
type Shape struct {
	Members []Member
	Natives []Native
	Bases   []Base
	Open    bool // members of any name are taken
	// Modes are the members of a union of object types: in each, its members by
	// name. Members then holds those of all modes.
	Modes []map[string]ModeMember
}

// Member is one member of a shape.
type Member struct {
	Name     string
	Type     types.Type // nil where it was not understood or not shown
	Written  string     // the type as written, where that says what Type says
	Optional bool
	Unsure   bool // whether it is optional is not known
	Readonly bool
	Doc      string
	At       place.Place
	Default  syntax.Expr     // what it is where it is not given; nil where the type does not say
	In       *modules.Module // that Default stands in
	Origin   string          // "" for own; "dom", the framework, or the package that declares it
}

// ModeMember is a member in one mode. One that can only be undefined there is
// absent.
type ModeMember struct {
	Type     types.Type
	Optional bool
	Absent   bool
}

// Native is a set of native attributes that was taken over whole.
type Native struct {
	Name    string // as written
	From    string
	Element string // "" where the element is not said
	Except  []string
}

// withNative adds a set of native attributes to others. The same set taken over twice
// takes what the one or the other takes: a type that leaves attributes out of one set and
// joins them with those of another has them all.
func withNative(list []Native, n Native) []Native {
	for i := range list {
		if o := &list[i]; o.Name == n.Name && o.Element == n.Element {
			o.Except = Both(o.Except, n.Except)
			return list
		}
	}
	return append(list, n)
}

// Both gives what two sorted lists have in common, as a list of its own.
func Both(a, b []string) (list []string) {
	for len(a) > 0 && len(b) > 0 {
		switch d := strings.Compare(a[0], b[0]); {
		case d < 0:
			a = a[1:]
		case d > 0:
			b = b[1:]
		default:
			list, a, b = append(list, a[0]), a[1:], b[1:]
		}
	}
	return list
}

// Base is a type that is extended and was not resolved.
type Base struct {
	Name string
	From string
	At   place.Place
	Why  string // "" where the name says it: it is not here
	of   Type   // nil where there is none
}

// maxModes bounds the modes that are told apart.
const maxModes = 64

// Shape takes props apart.
func (e *Evaluator) Shape(props Type) *Shape {
	var shapes []*shape
	for _, mode := range parts(props) {
		if mode = e.reduced(mode); mode == Type(wordNever) {
			continue
		}
		if mode == Type(wordUndefined) || mode == Type(wordNull) {
			continue
		}
		s := e.shapeOf(mode)
		if !e.impossible(s) {
			shapes = append(shapes, s)
		}
	}
	// A function is no set of attributes; beside one that is, it says nothing.
	if attributes := slices.DeleteFunc(slices.Clone(shapes), func(s *shape) bool { return len(s.calls) > 0 && len(s.members) == 0 }); len(attributes) > 0 {
		shapes = attributes
	}
	if len(shapes) == 0 {
		return &Shape{}
	}
	out := &Shape{}
	for _, s := range shapes {
		out.Open = out.Open || s.open()
		for _, n := range s.natives {
			out.Natives = withNative(out.Natives, n)
		}
		for _, b := range s.bases {
			if !slices.ContainsFunc(out.Bases, func(o Base) bool { return o.Name == b.Name && o.From == b.From }) {
				out.Bases = append(out.Bases, b)
			}
		}
	}
	order, all := gathered(shapes)
	names := make(map[string]int, len(order))
	out.Members = make([]Member, 0, min(len(order), maxMembers))
	for i, list := range all {
		if len(out.Members) == maxMembers {
			out.Bases = append(out.Bases, Base{Name: order[i], Why: "there are more members than are listed"})
			break
		}
		names[order[i]] = i
		made := e.listed(list, len(shapes))
		if len(list) < len(shapes) && !slices.ContainsFunc(list, func(m *member) bool { return m.optional }) {
			// Where it is not listed, it may be among what could not be read.
			made.Unsure = made.Unsure || !slices.ContainsFunc(shapes, func(s *shape) bool { return len(s.bases) == 0 && s.member(order[i]) == nil })
		}
		out.Members = append(out.Members, made)
	}
	if len(shapes) > 1 && len(shapes) <= maxModes {
		for _, s := range shapes {
			mode := map[string]ModeMember{}
			for _, m := range s.members {
				i, ok := names[m.name]
				if !ok {
					continue
				}
				of := without(m.of().get(), wordUndefined)
				if of == Type(wordNever) {
					mode[m.name] = ModeMember{Absent: true, Optional: true}
					continue
				}
				t := out.Members[i].Type
				if len(all[i]) > 1 || t == nil {
					t = e.quiet(of)
				}
				mode[m.name] = ModeMember{Type: t, Optional: m.optional}
			}
			out.Modes = append(out.Modes, mode)
		}
	}
	return out
}

// gathered gives the names that shapes list, and of each its members in all of them.
func gathered(shapes []*shape) (order []string, all [][]*member) {
	at := map[string]int{}
	for _, s := range shapes {
		natives := len(s.natives) > 0
		for i, m := range s.members {
			if natives && m.native || strings.HasPrefix(m.name, symbolKey) {
				continue
			}
			if len(shapes) == 1 { // no other has its name
				order, all = append(order, m.name), append(all, s.members[i:i+1:i+1])
				continue
			}
			n, known := at[m.name]
			if !known {
				n = len(order)
				at[m.name] = n
				order, all = append(order, m.name), append(all, nil)
			}
			all[n] = append(all[n], m)
		}
	}
	// What one mode takes as its own and another among native attributes is of
	// either type.
	for _, s := range shapes {
		for _, m := range s.members {
			if n, known := at[m.name]; known && len(s.natives) > 0 && m.native {
				all[n] = append(all[n], m)
			}
		}
	}
	return order, all
}

// quiet gives a type out without saying again what was not understood.
func (e *Evaluator) quiet(t Type) types.Type {
	said := len(e.Odd)
	plain := e.Plain(t)
	e.Odd = e.Odd[:said]
	return plain
}

// impossible reports whether a member that must be given can be nothing: no app
// can use that mode.
func (e *Evaluator) impossible(s *shape) bool {
	return slices.ContainsFunc(s.members, func(m *member) bool {
		// What two declarations say is looked at; what one says is known by itself.
		return !m.optional && (m.is != nil && m.is.t == Type(wordNever) || len(m.more().beside) > 0 && m.of().get() == Type(wordNever))
	})
}

// listed joins a member of all modes, of which there are count.
func (e *Evaluator) listed(list []*member, count int) Member {
	first := list[0]
	out := Member{Name: first.name, Optional: len(list) < count, Unsure: slices.ContainsFunc(list, func(m *member) bool { return m.unsure }), Readonly: first.readonly, Origin: e.origin(first)}
	var all []Type
	given, before := e.givenBefore(list)
	for _, m := range list {
		var of Type
		if before {
			of = wordUnknown // not looked at: the type was given out before
		} else if of = m.of().get(); m.optional {
			of = without(of, wordUndefined)
		}
		out.Optional = out.Optional || m.optional
		if of == Type(wordNever) && len(list) > 1 {
			continue // absent there
		}
		if len(list) > 1 { // of the first mode that takes it, or the library's own
			if origin := e.origin(m); len(all) == 0 || origin == "" {
				out.Origin = origin
			}
		}
		if p, ok := of.(*param); ok && p.constraint != nil && finite(p.constraint.get()) {
			of = p.constraint.get() // it takes those values and no others
		}
		all = append(all, of)
		if m.node == nil || m.module == nil {
			continue
		}
		if fallback := m.more().fallback; fallback != nil {
			out.Default, out.In = fallback, m.module
		}
		if out.At.File == "" {
			out.At = m.module.Place(m.node)
		}
		if out.Doc == "" {
			out.Doc = m.module.File.Doc(m.node)
		}
	}
	said := len(e.Odd)
	switch {
	case before:
		out.Type = given.plain
		e.Odd = append(e.Odd, given.odd...)
	case len(list) > 1:
		out.Type = e.Plain(unite(all...))
	default:
		out.Type = e.Plain(all[0])
		e.share(first, givenOut{out.Type, slices.Clone(e.Odd[said:])})
	}
	for i := said; i < len(e.Odd); i++ {
		if e.Odd[i].At.File == "" {
			e.Odd[i].At = out.At
		}
	}
	if out.At.File == "" && len(e.Odd) > said {
		out.At = e.Odd[said].At
	}
	if t, in := first.written(); t != nil && len(list) == 1 && stands(t, in) {
		out.Written = Written(in.Module, t)
	}
	return out
}

// origin says where a member comes from, "" for the package being read.
func (e *Evaluator) origin(m *member) string {
	for _, other := range m.more().beside {
		if e.origin(other) == "" {
			return "" // declared here too
		}
	}
	switch {
	case m.native:
		return "dom"
	case m.more().origin != "" || m.module == nil:
		return m.more().origin
	}
	if known := e.known(m.module); known != "" {
		return known
	}
	pkg, _ := e.Set.Foreign(m.module.Path)
	return pkg
}

// stands reports whether t means the same outside of its declaration: no type
// parameter in it stands for an argument.
func stands(t syntax.Type, s *Scope) bool {
	same := true
	syntax.Walk(t, func(n syntax.Node) bool {
		if id, ok := n.(*syntax.Ident); ok {
			bound, local := s.typeNamed(id.Name)
			if _, free := bound.(*param); bound != nil && !free || local != nil {
				same = false
			}
		}
		return same
	})
	return same
}

// givenBefore gives the type of a member that one mode has, where it was given out before.
func (e *Evaluator) givenBefore(list []*member) (known givenOut, ok bool) {
	if len(list) > 1 {
		return known, false
	}
	m := list[0]
	if t, plainly := m.plainly(); plainly {
		if known, ok = e.lasting.find(e.lasting.at(m, t)); ok {
			return known, true
		}
	}
	known, ok = e.shared[memberType{m.of(), m.optional}]
	return known, ok
}

// share keeps the type of a member for others that have it.
func (e *Evaluator) share(m *member, given givenOut) {
	if t, plainly := m.plainly(); plainly && m.in.scope.free(t) {
		e.lasting.keep(e.lasting.at(m, t), given)
		return
	}
	e.shared[memberType{m.of(), m.optional}] = given
}
