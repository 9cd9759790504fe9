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

// defaulting is the type of a name that a pattern binds with a default: what it is bound
// to, or the default. A value that is listed among the former stands for itself.
func (e *Evaluator) defaulting(of Type, x syntax.Expr, s *Scope) Type {
	listed := map[any]bool{}
	for _, m := range parts(of) {
		if l, ok := m.(literal); ok {
			listed[identity(l)] = true
		}
	}
	fresh := slices.DeleteFunc(e.fresh(x, s, 0), func(l literal) bool { return listed[identity(l)] })
	return unite(of, loosen(e.expr(x, s, widened), fresh))
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
// values stay as they are written where single values of their kind are asked for.
func (e *Evaluator) satisfying(x syntax.Expr, asked Type, s *Scope, keep keeping) Type {
	if keep != widened {
		return e.expr(x, s, keep)
	}
	return e.among(x, parts(asked), s)
}

// among is the type of an expression where one of several types is asked for. They are
// not joined, for a union forgets the values beside their kind.
func (e *Evaluator) among(x syntax.Expr, asked []Type, s *Scope) Type {
	switch bare := x.(type) {
	case *syntax.Paren:
		return e.among(bare.X, asked, s)
	case *syntax.Object:
		return &object{fill: func() *shape {
			made := e.shapeOf(e.record(bare, s, widened))
			out := &shape{indexes: made.indexes, bases: made.bases}
			from := e.told(bare, asked, s)
			for _, m := range made.members {
				if p := bare.Lookup(m.name); p != nil && p.Kind == syntax.InitProperty {
					if want := e.wanted(from, m.name); len(want) > 0 {
						changed := *m
						changed.is = &lazy{eval: func() Type { return e.inside(p.Value, want, s) }}
						m = &changed
					}
				}
				out.put(m)
			}
			return out
		}}
	case *syntax.Array:
		var elems []Type
		for _, t := range asked {
			switch t := t.(type) {
			case *tuple:
				return e.array(bare, s, asGiven)
			case *list:
				elems = append(elems, parts(t.elem.get())...)
			case *param:
				if t.constraint != nil {
					return e.among(x, contexts(t), s)
				}
			}
		}
		spread := slices.ContainsFunc(bare.Elems, func(x syntax.Expr) bool { _, is := x.(*syntax.Spread); return is })
		if len(elems) > 0 && !spread {
			var all []Type
			for _, elem := range bare.Elems {
				all = append(all, e.inside(elem, elems, s))
			}
			return &list{elem: known(unite(all...))}
		}
	}
	return e.expr(x, s, widened)
}

// inside is what stands in a record or list where one of several types is asked for.
func (e *Evaluator) inside(x syntax.Expr, asked []Type, s *Scope) Type {
	fresh := slices.DeleteFunc(e.fresh(x, s, 0), func(l literal) bool { return asksForValues(asked, l.of) })
	return loosen(e.among(x, asked, s), fresh)
}

// asksForValues reports whether single values of a kind are among what is asked for.
// Both values of a flag are.
func asksForValues(asked []Type, of types.Basic) bool {
	return slices.ContainsFunc(asked, func(t Type) bool {
		switch t := t.(type) {
		case literal:
			return t.of == of
		case word:
			return t == wordBoolean && of == types.Boolean
		case *texts, *keys:
			return of == types.String
		case *both:
			return asksForValues(t.list, of)
		case *param:
			return t.constraint != nil && holdsLiterals(t.constraint.get())
		}
		return false
	})
}

// maxTold bounds the types that a record is held against, one by one.
const maxTold = 300

// told leaves those of several types of records that a record's plain values single out,
// as the compiler discriminates what it asks of an object literal; all where none fits.
func (e *Evaluator) told(x *syntax.Object, asked []Type, s *Scope) []Type {
	left := slices.DeleteFunc(slices.Clone(asked), func(t Type) bool { _, isWord := t.(word); return isWord })
	if len(left) < 2 || len(left) > maxTold {
		return left
	}
	tells := func(name string, given Type) {
		fits := func(t Type) bool {
			want := e.wanted([]Type{t}, name)
			return len(want) > 0 && e.assignable(given, unite(want...)) == types.Yes
		}
		apart := slices.ContainsFunc(left, func(t Type) bool { return slices.ContainsFunc(e.wanted([]Type{t}, name), isUnit) })
		if apart && slices.ContainsFunc(left, fits) {
			left = slices.DeleteFunc(left, func(t Type) bool { return !fits(t) })
		}
	}
	for _, p := range x.Props {
		if p.Kind != syntax.InitProperty {
			continue
		}
		name, named := e.keyName(p.Key, s)
		if !named {
			continue
		}
		switch syntax.Bare(p.Value).(type) {
		case *syntax.Literal, *syntax.Ident, *syntax.Member:
			tells(name, e.expr(p.Value, s, asGiven))
		}
	}
	return left
}

// isUnit reports whether a type is a single value.
func isUnit(t Type) bool {
	return isLiteral(t) || t == Type(wordUndefined) || t == Type(wordNull)
}

// wanted is what types ask for under a name, as the members of a union; nil for nothing.
func (e *Evaluator) wanted(asked []Type, name string) (all []Type) {
	for _, t := range asked {
		from := e.shapeOf(t)
		if m := from.member(name); m != nil {
			all = append(all, parts(m.of().get())...)
			if m.optional {
				all = append(all, wordUndefined)
			}
			continue
		}
		for _, i := range from.indexes {
			if e.assignable(text(name), i.key.get()) == types.Yes {
				all = append(all, parts(i.of.get())...)
				break
			}
		}
	}
	return all
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
