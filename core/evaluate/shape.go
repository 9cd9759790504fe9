// This file evaluates types to shapes: their members with names, places and
// documentation.

package evaluate

import (
	"maps"
	"slices"

	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// Shape is an object type taken apart.
type Shape struct {
	Members []Member
	Indexes []types.Index
	Natives []Native
	Bases   []Base
	Calls   bool // can be called
}

// Member is one member of a shape.
type Member struct {
	Name     string
	Type     types.Type // nil where it was not understood or not shown
	Written  string     // the type as written, where that says what Type says
	Optional bool
	Readonly bool
	Doc      string
	At       place.Place
	Origin   string // "" for own, else where it was picked from
}

// Native is a set of native attributes that was taken over whole.
type Native struct {
	Name    string // as written
	From    string
	Element string // "" where the element is not said
	Except  []string
}

// Base is a type that is extended and was not resolved.
type Base struct {
	Name string
	From string
	At   place.Place
}

func (s *Shape) member(name string) *Member {
	for i := range s.Members {
		if s.Members[i].Name == name {
			return &s.Members[i]
		}
	}
	return nil
}

// add merges a member: in an interface the nearer one wins, in an intersection
// both hold.
func (s *Shape) add(m Member, both bool) {
	old := s.member(m.Name)
	if old == nil {
		s.Members = append(s.Members, m)
		return
	}
	if !both {
		return
	}
	if old.Type != nil && m.Type != nil {
		old.Type = types.NewIntersection(old.Type, m.Type)
	} else {
		old.Type = nil // half of it is not known
	}
	if old.Written != m.Written {
		old.Written = ""
	}
	old.Optional = old.Optional && m.Optional
}

func (s *Shape) merge(other *Shape, both bool) {
	for _, m := range other.Members {
		s.add(m, both)
	}
	s.Indexes = append(s.Indexes, other.Indexes...)
	s.Natives = append(s.Natives, other.Natives...)
	s.Bases = append(s.Bases, other.Bases...)
	s.Calls = s.Calls || other.Calls
}

// Shape takes an object type apart. What it does not understand becomes a base
// that is not resolved.
func (e *Evaluator) Shape(t syntax.Type, scope Scope) *Shape {
	s := &Shape{}
	if !e.enter(scope, t) {
		e.leave()
		s.Bases = append(s.Bases, e.base(t, scope, ""))
		return s
	}
	defer e.leave()
	switch t := t.(type) {
	case *syntax.ParenType:
		return e.Shape(t.Type, scope)
	case *syntax.ObjectType:
		e.members(s, t, scope)
		return s
	case *syntax.ListType:
		if t.Op == "&" || len(t.Types) == 1 {
			for _, inner := range t.Types {
				s.merge(e.Shape(inner, scope), true)
			}
			return s
		}
		e.odd(scope, t, "props that are a union of several shapes are not read yet")
	case *syntax.TypeName:
		return e.namedShape(t, scope)
	default:
		e.odd(scope, t, "this kind of type is not read yet as a set of members: %s", Clip(Written(scope, t)))
	}
	s.Bases = append(s.Bases, e.base(t, scope, ""))
	return s
}

func (e *Evaluator) base(t syntax.Node, scope Scope, from string) Base {
	return Base{Name: Clip(Written(scope, t)), From: from, At: scope.Module.Place(t)}
}

// members adds the members of an object type.
func (e *Evaluator) members(s *Shape, t *syntax.ObjectType, scope Scope) {
	for i, m := range t.Members {
		if i == maxMembers {
			e.odd(scope, m, "there are more than %d members; those from here on are left out", maxMembers)
			s.Bases = append(s.Bases, e.base(m, scope, ""))
			return
		}
		switch m.Kind {
		case syntax.CallMember, syntax.ConstructMember:
			s.Calls = true
			continue
		case syntax.IndexMember:
			if len(m.Params) == 1 {
				key, value := e.Type(m.Params[0].Type, scope), e.Type(m.Type, scope)
				if key != nil && value != nil {
					s.Indexes = append(s.Indexes, types.Index{Key: key, Value: value, Readonly: m.Modifiers.Has(syntax.Readonly)})
				}
			}
			continue
		case syntax.SetMember:
			continue
		}
		name, ok := syntax.KeyName(m.Key)
		if !ok {
			e.odd(scope, m, "the name of this member is worked out when it runs")
			continue
		}
		if name == "" {
			e.odd(scope, m, "a member with no name cannot be given by name")
			continue
		}
		member := Member{
			Name: name, Optional: m.Optional, Readonly: m.Modifiers.Has(syntax.Readonly),
			Doc: scope.Module.File.Doc(m), At: scope.Module.Place(m),
		}
		if m.Kind == syntax.MethodMember {
			member.Type = e.function(m.TypeParams, m.Params, m.Type, scope)
		} else {
			member.Type = e.Type(m.Type, scope)
			if scope.stands(m.Type) {
				member.Written = Written(scope, m.Type)
			}
		}
		if m.Optional && member.Type != nil {
			member.Type = types.Without(member.Type, types.Undefined)
		}
		s.add(member, m.Kind == syntax.MethodMember)
	}
}

// namedShape takes a named type apart.
func (e *Evaluator) namedShape(t *syntax.TypeName, scope Scope) *Shape {
	s := &Shape{}
	to, ok := e.resolve(t.Name, scope)
	switch {
	case !ok:
	case to.param != nil:
		if to.param.node != nil {
			return e.Shape(to.param.node, to.param.scope)
		}
	case len(to.symbol.Decls) > 0:
		return e.declaredShape(t, to.symbol, scope)
	case to.module == "" && e.shapeOfUtility(s, t, to.name, scope):
		return s
	default:
		if e.Names.Children != nil && e.Names.Children(to.module, to.name) {
			if len(t.Args) > 0 {
				s.merge(e.Shape(t.Args[0], scope), true)
			}
			s.add(Member{Name: "children", Type: types.Content, Optional: true, At: scope.Module.Place(t)}, false)
			return s
		}
		if e.Names.Native != nil {
			odd := len(e.Odd)
			args := e.list(t.Args, scope)
			if element, ok := e.Names.Native(to.module, to.name, args); ok {
				s.Natives = append(s.Natives, Native{Name: to.name, From: to.module, Element: element})
				return s
			}
			e.Odd = e.Odd[:odd] // the base below says it once
		}
	}
	s.Bases = append(s.Bases, e.base(t, scope, to.module))
	return s
}

func (e *Evaluator) declaredShape(t *syntax.TypeName, sym modules.Symbol, scope Scope) *Shape {
	s := &Shape{}
	key := "shape " + sym.Module.Path + "#" + sym.Name
	if e.active[key] {
		s.Bases = append(s.Bases, e.base(t, scope, ""))
		return s
	}
	e.active[key] = true
	defer delete(e.active, key)
	known := false
	// Every declaration of an interface adds its members first, then its bases.
	var inherited []*Shape
	for _, d := range sym.Decls {
		switch d := d.Node.(type) {
		case *syntax.Alias:
			return e.Shape(d.Type, bind(sym.Module, d.TypeParams, t.Args, scope))
		case *syntax.Interface:
			known = true
			inner := bind(sym.Module, d.TypeParams, t.Args, scope)
			e.members(s, d.Body, inner)
			for _, parent := range d.Extends {
				inherited = append(inherited, e.Shape(parent, inner))
			}
		}
	}
	for _, parent := range inherited {
		s.merge(parent, false)
	}
	if !known {
		s.Bases = append(s.Bases, e.base(t, scope, ""))
	}
	return s
}

// shapeOfUtility takes TypeScript's own mapped types apart.
func (e *Evaluator) shapeOfUtility(s *Shape, t *syntax.TypeName, name string, scope Scope) bool {
	if len(t.Args) == 0 {
		return false
	}
	names := func() (map[string]bool, bool) {
		keys := map[string]bool{}
		if len(t.Args) != 2 {
			return nil, false
		}
		inner := e.Type(t.Args[1], scope)
		if inner == nil {
			return nil, false
		}
		for _, m := range types.Members(inner) {
			l, ok := m.(*types.Literal)
			if !ok {
				return nil, m == types.Type(types.Never)
			}
			keys[l.Value] = true
		}
		return keys, true
	}
	switch name {
	case "Partial", "Required", "Readonly":
		s.merge(e.Shape(t.Args[0], scope), true)
		for i := range s.Members {
			switch name {
			case "Partial":
				s.Members[i].Optional = true
			case "Required":
				s.Members[i].Optional = false
			case "Readonly":
				s.Members[i].Readonly = true
			}
		}
		return true
	case "Omit":
		keys, ok := names()
		if !ok {
			return false
		}
		inner := e.Shape(t.Args[0], scope)
		for _, m := range inner.Members {
			if !keys[m.Name] {
				s.Members = append(s.Members, m)
			}
		}
		for _, n := range inner.Natives {
			n.Except = append(append([]string(nil), n.Except...), slices.Sorted(maps.Keys(keys))...)
			s.Natives = append(s.Natives, n)
		}
		s.Bases, s.Indexes = inner.Bases, inner.Indexes
		return true
	case "Pick":
		keys, ok := names()
		if !ok {
			return false
		}
		inner := e.Shape(t.Args[0], scope)
		for _, key := range slices.Sorted(maps.Keys(keys)) {
			if m := inner.member(key); m != nil {
				s.Members = append(s.Members, *m)
				continue
			}
			origin := ""
			switch {
			case len(inner.Natives) > 0:
				origin = "dom"
			case len(inner.Bases) > 0:
				origin = inner.Bases[0].From
			default:
				continue
			}
			s.Members = append(s.Members, Member{Name: key, Optional: true, At: scope.Module.Place(t), Origin: origin})
		}
		return true
	case "Record":
		if len(t.Args) != 2 {
			return false
		}
		key, value := e.Type(t.Args[0], scope), e.Type(t.Args[1], scope)
		if key == nil || value == nil {
			return false
		}
		for _, m := range types.Members(key) {
			if l, ok := m.(*types.Literal); ok {
				s.Members = append(s.Members, Member{Name: l.Value, Type: value, At: scope.Module.Place(t)})
			} else {
				s.Indexes = append(s.Indexes, types.Index{Key: m, Value: value})
			}
		}
		return true
	}
	return false
}
