// This file lets go of what was evaluated, but for what is needed again and again.

package evaluate

import (
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// apart is an interface of a known module that was taken apart into members, and about
// how many bytes those hold that no other has.
type apart struct {
	of     *object
	weight int
}

// LetGo lets go of all that was evaluated and goes on with a set of the same source. What
// the framework declares stays taken apart, of the interfaces that were taken apart
// first, in so many bytes: most components take over sets of native attributes. The types
// that are given out stay the same ones; those of members that are what they are written
// as are not made again.
func (e *Evaluator) LetGo(set *modules.Set, bytes int) {
	clear(e.declared)
	clear(e.instances)
	clear(e.out)
	clear(e.inferring)
	clear(e.fixed)
	clear(e.shared)
	clear(e.lists)
	before := *e
	*e = Evaluator{Set: set, Names: e.Names, framework: knownNames(set), pool: e.pool, meanings: e.meanings, left: e.left, lasting: e.lasting, always: e.always,
		declared: e.declared, instances: e.instances, out: e.out, inferring: e.inferring, fixed: e.fixed, shared: e.shared, lists: e.lists}
	kept := 0
	for _, a := range before.apart {
		at, ok := a.key(e.framework)
		if !ok {
			continue
		}
		if kept += a.weight; kept > bytes {
			break
		}
		for _, m := range a.of.shape.members {
			m.is, m.stays = nil, true
		}
		e.apart = append(e.apart, a)
		if len(a.of.args) > 0 {
			e.instances[at] = a.of
		} else {
			e.declared[at.declaration] = a.of
		}
		if a.of.shape == before.elements {
			e.elements = before.elements
		}
	}
	for t, list := range e.always {
		if !staying(list) {
			delete(e.always, t)
		}
	}
	for _, a := range e.apart {
		for _, m := range a.of.shape.members {
			m.stays = false
		}
	}
}

// staying takes those that do not stay out of a list of members that are the same with all
// arguments, and reports whether any are left.
func staying(list []*member) (some bool) {
	for i, m := range list {
		if m != nil && !m.stays {
			list[i] = nil
		}
		some = some || list[i] != nil
	}
	return some
}

// key gives what an interface is known by; false where something of the source stands in
// it, so that it must be let go of.
func (a apart) key(framework map[*modules.Module]string) (at instance, ok bool) {
	s := a.of.shape
	at.declaration, ok = a.of.key.(declaration)
	if !ok || len(a.of.args) > len(at.args) || len(s.bases)+len(s.calls)+len(s.news)+len(s.indexes) > 0 {
		return at, false
	}
	for i, arg := range a.of.args {
		n, named := arg.(*named)
		if !isWord(arg) && (!named || len(n.args) > 0) {
			return at, false
		}
		at.args[i] = identity(arg)
	}
	for _, m := range s.members {
		if m.in == nil || m.in.mapped != nil || m.rest != nil {
			return at, false
		}
		if _, known := framework[outermost(m.module)]; !known {
			return at, false
		}
	}
	return at, true
}

func outermost(m *modules.Module) *modules.Module {
	for m.Outer != nil {
		m = m.Outer
	}
	return m
}

// writtenType is the type of a member that depends on nothing but what is written there:
// the file by its number, and the place in it twice, one more where undefined is left out.
type writtenType struct{ file, at int32 }

// lasting are types of members that were given out, by where they are written. There may
// be as many as members in the source, and little is not understood in few of them.
type lasting struct {
	files map[string]int32 // numbers of files
	plain map[writtenType]types.Type
	odd   map[writtenType][]Odd
	long  map[declaredAt]bool // whether declared types are made of more than is given out
}

// declaredAt is where a type is declared.
type declaredAt struct{ file, name string }

func (l *lasting) at(m *member, t syntax.Type) writtenType {
	file := m.in.scope.Module.Path
	number, ok := l.files[file]
	if !ok {
		number = int32(len(l.files))
		l.files[file] = number
	}
	at := writtenType{number, 2 * int32(t.Pos())}
	if m.optional {
		at.at++
	}
	return at
}

func (l *lasting) find(at writtenType) (known givenOut, ok bool) {
	known.plain, ok = l.plain[at]
	return givenOut{known.plain, l.odd[at]}, ok
}

func (l *lasting) keep(at writtenType, given givenOut) {
	l.plain[at] = given.plain
	if len(given.odd) > 0 {
		l.odd[at] = given.odd
	}
}
