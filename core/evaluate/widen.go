// This file says which values a type stands for: those that are written, or their
// kind.

package evaluate

import (
	"slices"

	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// widen gives the type that a value has where it may change: string for 'a'.
func widen(t Type) Type {
	switch t := t.(type) {
	case literal:
		return word(t.of)
	case *union:
		var all []Type
		for _, m := range t.list {
			all = append(all, widen(m))
		}
		return unite(all...)
	}
	return t
}

// loosened is the type that an expression leaves in a place that may change:
// values that it writes out stand for their kind there, declared ones do not.
func (e *Evaluator) loosened(x syntax.Expr, s *Scope) Type {
	return loosen(e.expr(x, s, widened), e.fresh(x, s, 0))
}

func loosen(t Type, fresh []literal) Type {
	if len(fresh) == 0 {
		return t
	}
	written := make(map[any]bool, len(fresh))
	for _, l := range fresh {
		written[identity(l)] = true
	}
	var all []Type
	for _, m := range parts(t) {
		if l, ok := m.(literal); ok && written[identity(l)] {
			m = word(l.of)
		}
		all = append(all, m)
	}
	return unite(all...)
}

// fresh lists the values that an expression writes out where its result comes
// from, through names of constants without a type.
func (e *Evaluator) fresh(x syntax.Expr, s *Scope, depth int) []literal {
	if depth > 10 {
		return nil
	}
	depth++
	switch x := x.(type) {
	case *syntax.Paren:
		return e.fresh(x.X, s, depth)
	case *syntax.Container:
		return e.fresh(x.X, s, depth)
	case *syntax.Literal, *syntax.Template, *syntax.Unary:
		if l, ok := e.expr(x, s, widened).(literal); ok {
			return []literal{l}
		}
	case *syntax.Conditional:
		return append(e.fresh(x.Then, s, depth), e.fresh(x.Else, s, depth)...)
	case *syntax.Binary:
		switch x.Op {
		case "??", "||", "&&":
			return append(e.fresh(x.X, s, depth), e.fresh(x.Y, s, depth)...)
		case ",", "=":
			return e.fresh(x.Y, s, depth)
		}
	case *syntax.Array:
		var all []literal
		for _, elem := range x.Elems {
			if _, spread := elem.(*syntax.Spread); !spread {
				all = append(all, e.fresh(elem, s, depth)...)
			}
		}
		return all
	case *syntax.Cast:
		if x.Op == "!" || x.Op == "satisfies" {
			return e.fresh(x.X, s, depth)
		}
	case *syntax.Call:
		if fn, ok := syntax.Bare(x.Fun).(*syntax.Func); ok && fn.Returns == nil && len(fn.Params) == 0 {
			var all []literal
			if fn.X != nil {
				return e.fresh(fn.X, s, depth)
			}
			if fn.Body != nil {
				syntax.Returns(fn.Body, func(x syntax.Expr) { all = append(all, e.fresh(x, s, depth)...) })
			}
			return all
		}
	case *syntax.Ident:
		if _, local := s.valueOf(x.Name); local {
			return nil
		}
		sym, ok := e.Set.Local(s.Module, x.Name)
		if !ok || sym.Module == nil || len(sym.Decls) != 1 {
			return nil
		}
		d, ok := sym.Decls[0].Node.(*syntax.Declarator)
		if v, isVar := sym.Decls[0].Stmt.(*syntax.VarDecl); ok && isVar && v.Word == "const" && d.Type == nil && d.Value != nil {
			if _, plain := d.Name.(*syntax.Ident); plain {
				return e.fresh(d.Value, In(sym.Decls[0].Module), depth)
			}
		}
	}
	return nil
}

// satisfying is the type of an expression where a type says what is asked for:
// values stay as they are written where single values are asked for.
func (e *Evaluator) satisfying(x syntax.Expr, asked Type, s *Scope, keep keeping) Type {
	if paren, ok := x.(*syntax.Paren); ok {
		return e.satisfying(paren.X, asked, s, keep)
	}
	if keep != widened {
		return e.expr(x, s, keep)
	}
	asked = without(asked, wordNull, wordUndefined)
	switch bare := x.(type) {
	case *syntax.Object:
		from := e.shapeOf(asked)
		return &object{fill: func() *shape {
			made := e.shapeOf(e.record(bare, s, widened))
			out := &shape{indexes: made.indexes, bases: made.bases}
			for _, m := range made.members {
				if p := bare.Lookup(m.name); p != nil && p.Kind == syntax.InitProperty {
					if want := from.wanted(e, m.name); want != nil {
						changed := *m
						changed.is = &lazy{eval: func() Type { return e.inside(p.Value, want.get(), s) }}
						m = &changed
					}
				}
				out.put(m)
			}
			return out
		}}
	case *syntax.Array:
		switch of := asked.(type) {
		case *tuple:
			return e.array(bare, s, asGiven)
		case *list:
			var all []Type
			for _, elem := range bare.Elems {
				if _, spread := elem.(*syntax.Spread); spread {
					return e.expr(x, s, keep)
				}
				all = append(all, e.inside(elem, of.elem.get(), s))
			}
			return &list{elem: known(unite(all...))}
		}
	}
	return e.expr(x, s, keep)
}

// inside is what stands in a record or list where a type says what is asked for.
func (e *Evaluator) inside(x syntax.Expr, asked Type, s *Scope) Type {
	of := e.satisfying(x, asked, s, widened)
	if slices.ContainsFunc(parts(asked), isLiteral) {
		return of
	}
	return loosen(of, e.fresh(x, s, 0))
}

// wanted is what a type asks for under a name; nil for nothing.
func (s *shape) wanted(e *Evaluator, name string) *lazy {
	if m := s.member(name); m != nil {
		return m.of()
	}
	for _, i := range s.indexes {
		if e.assignable(text(name), i.key.get()) == types.Yes {
			return i.of
		}
	}
	return nil
}

// oneValue is what a function gives back: one value that it writes out stands for
// its kind, of several each is told.
func oneValue(t Type, fresh []literal) Type {
	if _, one := t.(literal); one {
		return loosen(t, fresh)
	}
	return t
}

// holdsLiterals reports whether a constraint keeps literals as they are.
func holdsLiterals(t Type) bool {
	for _, m := range parts(t) {
		switch m.(type) {
		case word, literal, *texts, *keys:
			return true
		}
	}
	return false
}
