// This file holds what a component declares against what its body does: members
// that are declared and never read, read and not declared, types that are
// written and not attached, defaults in several places, handles.

package reading

import (
	"fmt"
	"reflect"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
)

// Claim says what a conflict is about.
type Claim string

// The claims. The zero claim is one of the contract file beside the source.
const (
	ClaimUnread     Claim = "declared, never read"
	ClaimUndeclared Claim = "read, not declared"
	ClaimUnattached Claim = "written, not attached"
	ClaimDefault    Claim = "two defaults"
	ClaimHandle     Claim = "handle"
)

// claims holds the declared members of a component against its body.
func (s *sorter) claims() {
	if s.m.fn == nil {
		return
	}
	note := func(claim Claim, member, what, source, other string, at place.Place) {
		at.Span = nil
		s.r.conflicts = append(s.r.conflicts, Conflict{Claim: claim, Component: s.c.Component, Member: member, What: what, Source: source, File: other, At: at})
	}
	s.unattached(note)
	s.defaultsApart(note)
	s.imperative(note)
	reads := s.readsOf()
	if reads == nil {
		return // what is not named goes somewhere as a whole
	}
	for _, m := range s.props.shape.Members {
		if m.Origin != "" || m.Name == "ref" || m.Name == "key" || m.Type == nil && s.props.table == nil {
			continue
		}
		if !reads[m.Name] && s.declares(m.Name) {
			note(ClaimUnread, m.Name, m.Name, "it is declared", "nothing in the component reads it", s.r.rel(m.At))
		}
	}
	if s.props.table == nil {
		return // a compiler tells what is read of a type that does not have it
	}
	for _, name := range s.taken.order {
		known := slices.ContainsFunc(s.props.table.members, func(m evaluate.Member) bool { return m.Name == name })
		if !known && len(s.props.table.bases) == 0 && name != "children" {
			note(ClaimUndeclared, name, name, "the component reads it", "its table of prop types does not name it", s.m.module.Place(s.taken.byName[name]))
		}
	}
}

// declares reports whether a member is declared by a type or table, and not
// only taken.
func (s *sorter) declares(name string) bool {
	if s.props.table != nil {
		return slices.ContainsFunc(s.props.table.members, func(m evaluate.Member) bool { return m.Name == name })
	}
	return s.props.typed
}

// readsOf lists the props that the body reads; nil where the props, or what is
// left over of them, go somewhere as a whole.
func (s *sorter) readsOf() map[string]bool {
	t := s.taken
	if t.rest != "" {
		return nil
	}
	reads := map[string]bool{}
	whole := false
	locals := map[string]string{}
	for name, p := range t.byName {
		switch target := p.Target.(type) {
		case *syntax.Ident:
			locals[target.Name] = name
		default:
			reads[name] = true // taken apart further
		}
	}
	var root syntax.Node = s.m.fn
	if s.m.class != nil {
		root = s.m.class
	}
	var visit func(n syntax.Node)
	visit = func(n syntax.Node) {
		switch n := n.(type) {
		case *syntax.Member:
			if rest, ok := strings.CutPrefix(dotted(n), t.props+"."); ok && t.props != "" {
				reads[rest] = true
				return
			}
			if dotted(n) == t.props && t.props != "" {
				whole = true
			}
			visit(n.X)
			return
		case *syntax.Declarator:
			if id, ok := n.Value.(*syntax.Ident); ok && id.Name == t.props {
				if _, apart := n.Name.(*syntax.ObjectPattern); apart {
					return
				}
			}
			if m, ok := n.Value.(*syntax.Member); ok && t.props != "" && dotted(m) == t.props {
				if _, apart := n.Name.(*syntax.ObjectPattern); apart {
					return
				}
			}
			if n.Value != nil {
				visit(n.Value)
			}
			return
		case *syntax.PatternProp:
			if n.Default != nil {
				visit(n.Default)
			}
			if _, plain := n.Target.(*syntax.Ident); !plain && n.Target != nil {
				visit(n.Target)
			}
			return
		case *syntax.Param:
			if n.Default != nil {
				visit(n.Default)
			}
			if _, plain := n.Name.(*syntax.Ident); !plain {
				visit(n.Name)
			}
			return
		case *syntax.Property:
			if n.Value != nil {
				visit(n.Value)
			}
			if n.Shorthand {
				if id, ok := n.Key.(*syntax.Ident); ok {
					visit(id)
				}
			}
			return
		case *syntax.Attr:
			if n.Value != nil {
				visit(n.Value)
			}
			return
		case *syntax.Element:
			if n.Name != nil && isTagName(tagName(n)) {
				visit(n.Name)
			}
			for _, a := range n.Attrs {
				visit(a)
			}
			for _, c := range n.Children {
				visit(c)
			}
			return
		case *syntax.ClassMember:
			if fn, ok := n.Value.(*syntax.Func); ok && len(fn.Params) > 0 {
				whole = true // a method that is handed the props may read any of them
			}
		case *syntax.Keyword:
			if n.Word == "super" || n.Word == "arguments" {
				return
			}
		case *syntax.Ident:
			if name, ok := locals[n.Name]; ok {
				reads[name] = true
			}
			whole = whole || n.Name == t.props
			return
		case syntax.Type:
			return
		}
		syntax.Children(n, visit)
	}
	visit(root)
	if whole {
		return nil
	}
	return reads
}

// notes tells of one claim.
type notes func(claim Claim, member, what, source, other string, at place.Place)

// unattached finds a type that is named after the component, and given to nothing.
func (s *sorter) unattached(note notes) {
	if s.props.of != nil || s.m.class != nil || len(s.m.fn.Params) == 0 || s.m.fn.Params[0].Type != nil {
		return
	}
	name := s.c.Component[strings.LastIndexByte(s.c.Component, '.')+1:] + "Props"
	for _, d := range s.m.module.Decls.Of(name) {
		switch d.Node.(type) {
		case *syntax.Interface, *syntax.Alias:
			if !mentions(s.m.module, name) {
				note(ClaimUnattached, "", name, name+" is written", "the component takes its props without it", s.m.module.Place(d.Node))
			}
		}
	}
}

// mentions reports whether a type's name stands in a module elsewhere than in
// its declaration.
func mentions(m *modules.Module, name string) bool {
	found := false
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		if t, ok := n.(*syntax.TypeName); ok {
			if id, ok := t.Name.(*syntax.Ident); ok && id.Name == name {
				found = true
			}
		}
		return !found
	})
	return found
}

// defaultsApart finds defaults that stand in several places and differ. The
// static table is filled in first, so it wins.
func (s *sorter) defaultsApart(note notes) {
	for _, name := range s.taken.order {
		p := s.taken.byName[name]
		var places []contract.Default
		var words []string
		add := func(x contract.Default, word string) {
			places, words = append(places, x), append(words, word)
		}
		if s.defaults != nil {
			if entry := s.defaults.Lookup(name); entry != nil {
				add(defaultValue(s.tableIn, entry.Value), "the static table")
			}
		}
		if m := s.taken.merged; m != nil && m.table != nil {
			if entry := m.table.Lookup(name); entry != nil {
				add(defaultValue(m.tableIn, entry.Value), "the table that the call is given")
			}
		}
		if p.Default != nil {
			add(defaultValue(s.m.module, p.Default), "where it is taken apart")
		}
		if x := s.body.assigned[s.localOf(name)]; x != nil {
			add(defaultValue(s.m.module, x), "the body")
		}
		for i := 1; i < len(places); i++ {
			if !reflect.DeepEqual(places[0], places[i]) {
				note(ClaimDefault, name, "the default of "+name, fmt.Sprintf("%s says %s", words[0], defaultWord(places[0])), fmt.Sprintf("%s says %s and never comes to pass", words[i], defaultWord(places[i])), s.m.module.Place(p))
			}
		}
	}
}

func defaultWord(d contract.Default) string {
	if d.Kind == contract.DefaultValue {
		return fmt.Sprint(d.Value)
	}
	return d.Expression
}

// imperative holds what is put on a ref against what the ref's type says, and
// takes it for the handle where no type says anything.
func (s *sorter) imperative(note notes) {
	syntax.Walk(s.m.fn, func(n syntax.Node) bool {
		call, ok := n.(*syntax.Call)
		if !ok || len(call.Args) < 2 || s.r.fromReact(s.m.module, call.Fun) != "useImperativeHandle" {
			return true
		}
		fn, ok := syntax.Bare(call.Args[1]).(*syntax.Func)
		if !ok {
			return false
		}
		var o *syntax.Object
		if fn.X != nil {
			o, _ = syntax.Bare(fn.X).(*syntax.Object)
		} else if fn.Body != nil {
			syntax.Returns(fn.Body, func(x syntax.Expr) {
				if made, ok := syntax.Bare(x).(*syntax.Object); ok {
					o = made
				}
			})
		}
		if o != nil {
			s.attached(o, note)
		}
		return false
	})
}

func (s *sorter) attached(o *syntax.Object, note notes) {
	var given []contract.HandleMember
	scope := s.r.eval.Inside(s.m.fn, s.r.scope(s.m), nil)
	for _, p := range o.Props {
		name, ok := syntax.KeyName(p.Key)
		if !ok || p.Kind == syntax.SpreadProperty {
			return // there may be more
		}
		at := s.r.at(s.m.module, p)
		made := contract.HandleMember{Name: name, At: &at}
		if p.Value != nil {
			made.Type = s.r.quiet(s.r.eval.Expr(p.Value, scope))
		}
		given = append(given, made)
	}
	h := s.c.Handle
	if h == nil {
		return
	}
	if len(h.Members) == 0 {
		if !h.Type.Known() {
			h.Members = given
		}
		return
	}
	for _, m := range h.Members {
		if !slices.ContainsFunc(given, func(g contract.HandleMember) bool { return g.Name == m.Name }) {
			note(ClaimHandle, m.Name, m.Name, "the type of the ref has it", "the component does not put it on the ref", s.m.module.Place(o))
		}
	}
	for _, g := range given {
		if !slices.ContainsFunc(h.Members, func(m contract.HandleMember) bool { return m.Name == g.Name }) {
			note(ClaimHandle, g.Name, g.Name, "the component puts it on the ref", "the type of the ref does not have it", *g.At)
		}
	}
}

// marker is what a module says of where it runs, as a promise; nil for none.
// Source: React, directives of server components.
func marker(m *modules.Module) *contract.Guarantee {
	for _, stmt := range m.File.Body {
		e, ok := stmt.(*syntax.ExprStmt)
		if !ok {
			return nil
		}
		l, ok := e.X.(*syntax.Literal)
		if !ok || l.Kind != syntax.StringLiteral {
			return nil
		}
		switch l.Value {
		case "use client":
			return &contract.Guarantee{State: "on the server", Promise: "it is drawn there and comes to life in the browser: its module says use client"}
		case "use server":
			return &contract.Guarantee{State: "on the server", Promise: "it runs there only: its module says use server"}
		}
	}
	return nil
}
