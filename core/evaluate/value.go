// This file gives the types of what is declared: constants, classes, modules.

package evaluate

import (
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// Value is the type of what a symbol stands for.
func (e *Evaluator) Value(sym modules.Symbol) Type {
	if sym.External() {
		return &named{name: sym.Name, from: sym.Package}
	}
	if sym.Node != nil {
		switch n := sym.Node.(type) {
		case *syntax.FuncDecl:
			return e.function(n.Func, In(sym.Module))
		case *syntax.ClassDecl:
			return e.class(n.Class, In(sym.Module), nil)
		case syntax.Expr:
			return e.Expr(n, In(sym.Module))
		}
	}
	key := declaration{sym.Module, sym.Name, true}
	if made, ok := e.declared[key]; ok {
		if made == nil {
			return &odd{name: sym.Name, why: "the type is defined by itself"}
		}
		return made
	}
	e.declared[key] = nil // it is being evaluated
	made := e.value(sym)
	e.declared[key] = made
	return made
}

func (e *Evaluator) value(sym modules.Symbol) Type {
	if sym.Namespace {
		return e.namespace(sym)
	}
	var functions []*signature
	var whole Type
	space := false
	for _, d := range sym.Decls {
		s := In(d.Module)
		switch n := d.Node.(type) {
		case *syntax.FuncDecl:
			// The body of an overloaded function is no way to call it.
			if n.Func.Body == nil || len(functions) == 0 {
				functions = append(functions, e.callable(n.Func, s))
			}
		case *syntax.ClassDecl:
			made := e.class(n.Class, s, func(args []Type) Type { return e.symbol(sym, args, s, n) })
			made.key, made.name = declaration{sym.Module, sym.Name, true}, sym.Name
			whole = made
		case *syntax.Declarator:
			whole = e.declarator(n, d, sym.Name, s)
		case *syntax.Enum:
			whole = &object{fill: func() *shape {
				made := &shape{}
				for _, m := range e.enumMembers(sym) {
					made.put(m)
				}
				return made
			}}
		case *syntax.Module:
			space = true
		}
	}
	if functions != nil {
		whole = function(functions...)
	}
	switch {
	case whole == nil && space:
		return e.namespace(sym)
	case whole == nil:
		return &odd{name: sym.Name, why: sym.Name + " is no value"}
	case space:
		if _, ok := whole.(*object); ok {
			return intersect(whole, e.namespace(sym))
		}
	}
	return whole
}

// namespace is a module or namespace as an object of what it gives out.
func (e *Evaluator) namespace(sym modules.Symbol) Type {
	return &object{name: sym.Name, fill: func() *shape {
		made := &shape{}
		for _, name := range e.Set.Names(sym) {
			inner, ok := e.Set.Member(sym, name)
			if !ok {
				continue
			}
			m := &member{name: name, is: &lazy{eval: func() Type { return e.Value(inner) }}}
			if inner.Module != nil {
				m.module, m.node = inner.Module, inner.Module.File
			}
			made.put(m)
		}
		return made
	}}
}

func (e *Evaluator) declarator(n *syntax.Declarator, d modules.Declared, name string, s *Scope) Type {
	if _, plain := n.Name.(*syntax.Ident); plain {
		switch {
		case n.Type != nil:
			return e.Type(n.Type, s)
		case n.Value != nil:
			of := e.Expr(n.Value, s)
			if v, ok := d.Stmt.(*syntax.VarDecl); ok && v.Word != "const" {
				of = loosen(of, e.fresh(n.Value, s, 0))
			}
			return of
		}
		return wordAny
	}
	var of Type = wordAny
	if n.Type != nil {
		of = e.Type(n.Type, s)
	} else if n.Value != nil {
		of = e.Expr(n.Value, s)
	}
	if found := e.bound(n.Name, of, name, s); found != nil {
		return found
	}
	return e.odd(s, n, "%s is taken apart in a way that is not read", name)
}

// bound is the type that a pattern gives to one of its names, or nil.
func (e *Evaluator) bound(p syntax.Pattern, of Type, name string, s *Scope) Type {
	switch p := p.(type) {
	case *syntax.Ident:
		if p.Name == name {
			return of
		}
	case *syntax.ObjectPattern:
		taken := map[string]bool{}
		for _, prop := range p.Props {
			if prop.Rest {
				if id, ok := prop.Target.(*syntax.Ident); ok && id.Name == name {
					var keys []Type
					for key := range taken {
						keys = append(keys, text(key))
					}
					return e.omit(of, unite(keys...))
				}
				continue
			}
			key, ok := syntax.KeyName(prop.Key)
			if !ok || prop.Target == nil {
				continue
			}
			taken[key] = true
			if binds(prop.Target, name) {
				inner := e.accessed(of, text(key), s, prop)
				if prop.Default != nil {
					inner = e.defaulting(without(inner, wordUndefined), prop.Default, s)
				}
				return e.bound(prop.Target, inner, name, s)
			}
		}
	case *syntax.ArrayPattern:
		for i, elem := range p.Elems {
			if elem.Target != nil && !elem.Rest && binds(elem.Target, name) {
				inner := e.accessed(of, number(itoa(i)), s, elem)
				if l, ok := of.(*list); ok {
					inner = l.elem.get()
				}
				return e.bound(elem.Target, inner, name, s)
			}
		}
	}
	return nil
}

func binds(p syntax.Pattern, name string) bool {
	for _, id := range modules.BoundNames(p) {
		if id.Name == name {
			return true
		}
	}
	return false
}

// class is the type of a class as a value: what constructs its instances, with
// its static members. of gives the instances of a declared class.
func (e *Evaluator) class(c *syntax.Class, s *Scope, of func(args []Type) Type) *object {
	instance := func(inner *Scope, args []Type) Type {
		if of != nil {
			return of(args)
		}
		made := &object{}
		inner = inner.with(binding{"this", made})
		made.fill = func() *shape {
			out := &shape{}
			e.instance(out, c, inner)
			if parent := e.superInstance(c, inner); parent != nil {
				out.inherit(e.shapeOf(parent))
			}
			return out
		}
		return made
	}
	return &object{fill: func() *shape {
		made := &shape{}
		inner, free := e.free(s, c.TypeParams)
		var args []Type
		for _, p := range free {
			args = append(args, p)
		}
		build := func(inner *Scope, args []Type) *signature {
			sig := &signature{result: &lazy{eval: func() Type { return instance(inner, args) }}}
			for _, m := range c.Members {
				if fn, ok := m.Value.(*syntax.Func); ok && m.Kind == syntax.ConstructMember {
					sig.params = e.parameters(fn.Params, inner)
				}
			}
			return sig
		}
		sig := build(inner, args)
		sig.typeParams = free
		if len(free) > 0 {
			sig.again = func(bound []binding) *signature {
				args := make([]Type, len(bound))
				for i, b := range bound {
					args[i] = b.of
				}
				return build(s.with(bound...), args)
			}
		}
		made.news = []*signature{sig}
		for _, m := range c.Members {
			if m.Modifiers.Has(syntax.Static) && m.Modifiers&(syntax.Private|syntax.Protected) == 0 {
				e.classMember(made, m, s)
			}
		}
		if c.Extends != nil {
			for _, m := range e.shapeOf(e.Expr(c.Extends, s)).members {
				if made.member(m.name) == nil {
					made.put(m)
				}
			}
		}
		return made
	}}
}
