// This file looks through higher-order components that have no types: what they give back
// draws the component that they are given, with props added and taken.

package reading

import (
	"maps"

	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// layer is what a higher-order component puts around another.
type layer struct {
	outer  *made           // the component that it gives back
	given  map[string]bool // props that it gives the inner one itself
	passes bool            // whatever else it gets goes on to the inner one
}

// compose looks through a call that makes a component of another. The component is still
// the inner one: what it draws, and its documentation, stand there.
func (r *reader) compose(m *made, x *syntax.Call, depth int) {
	if props := r.eval.PropsType(m.of); props != nil && !evaluate.IsAny(props) && !tellsNothing(r.eval.Shape(props)) {
		return // the types tell
	}
	fn, in := r.function(m.module, x.Fun, 0)
	if fn == nil {
		return
	}
	outer := &made{module: in}
	r.localComponent(outer, fn, result(fn), 0)
	if outer.fn == nil {
		return
	}
	for i, p := range fn.Params {
		name, plain := p.Name.(*syntax.Ident)
		if !plain || i >= len(x.Args) {
			continue
		}
		l, drawn := layerOf(outer, name.Name)
		if !drawn {
			continue
		}
		inner := &made{module: m.module, of: r.eval.Expr(x.Args[i], evaluate.In(m.module))}
		r.unwrap(inner, x.Args[i], depth+1)
		if inner.fn == nil && inner.class == nil && inner.styled == nil {
			return
		}
		inner.layers, inner.names, inner.parts = append(inner.layers, l), append(inner.names, m.names...), append(m.parts, inner.parts...)
		if docOf(inner.doc) == "" {
			inner.doc = m.doc
		}
		*m = *inner
		return
	}
}

// function follows a callee to the function of the source that it is: by its name, or as
// what another function gives back.
func (r *reader) function(m *modules.Module, x syntax.Expr, depth int) (*syntax.Func, *modules.Module) {
	if depth > 3 {
		return nil, nil
	}
	at := r.constant(m, x, 0)
	switch x := at.node.(type) {
	case *syntax.Func:
		return x, at.module
	case *syntax.Call:
		fn, in := r.function(at.module, x.Fun, depth+1)
		if fn == nil {
			return nil, nil
		}
		inner, _ := syntax.Bare(result(fn)).(*syntax.Func)
		return inner, in
	}
	return nil, nil
}

// result is what a function gives back at its end; nil for nothing.
func result(fn *syntax.Func) (x syntax.Expr) {
	if fn.Body != nil {
		syntax.Returns(fn.Body, func(of syntax.Expr) {
			// return (define(X, members), X)
			for {
				b, ok := syntax.Bare(of).(*syntax.Binary)
				if !ok || b.Op != "," {
					break
				}
				of = b.Y
			}
			x = of
		})
		return x
	}
	return fn.X
}

// localComponent finds the component that a function gives back as x: written there, or
// declared in its body, be it handed through calls that change no props.
func (r *reader) localComponent(m *made, fn *syntax.Func, x syntax.Expr, depth int) {
	if depth > 5 {
		return
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Func:
		m.fn = x
	case *syntax.Class:
		r.classBody(m, x)
	case *syntax.Call:
		if r.compiled(m, x) {
			return
		}
		for _, arg := range x.Args {
			if r.localComponent(m, fn, arg, depth+1); m.fn != nil {
				return
			}
		}
	case *syntax.Ident:
		if fn.Body == nil {
			return
		}
		for _, s := range fn.Body.Body {
			switch s := s.(type) {
			case *syntax.FuncDecl:
				if s.Func.Name != nil && s.Func.Name.Name == x.Name {
					m.fn = s.Func
				}
			case *syntax.ClassDecl:
				if s.Class.Name != nil && s.Class.Name.Name == x.Name {
					r.classBody(m, s.Class)
				}
			case *syntax.VarDecl:
				for _, d := range s.Decls {
					if name, plain := d.Name.(*syntax.Ident); plain && name.Name == x.Name && d.Value != nil {
						r.localComponent(m, fn, d.Value, depth+1)
					}
				}
			}
		}
		if m.fn != nil {
			if m.inside == nil {
				m.inside = map[string]part{}
			}
			maps.Copy(m.inside, assignmentsIn(m.module, fn.Body.Body)[x.Name])
		}
	}
}

// layerOf says what a component does with its props where it draws another, by the name
// that this has in it; false where it does not draw it.
func layerOf(outer *made, name string) (l layer, drawn bool) {
	l = layer{outer: outer, given: map[string]bool{}}
	syntax.Walk(outer.fn, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Element:
			if tag, ok := n.Name.(*syntax.Ident); !ok || tag.Name != name {
				break
			}
			drawn = true
			for _, a := range n.Attrs {
				if key, ok := syntax.KeyName(a.Name); ok && !a.Spread {
					l.given[key] = true
				}
				l.passes = l.passes || a.Spread
			}
		case *syntax.Call:
			if !makesElement(n) || len(n.Args) == 0 || !isIdent(n.Args[0], name) {
				break
			}
			drawn = true
			if len(n.Args) < 2 {
				break
			}
			o, written := n.Args[1].(*syntax.Object)
			l.passes = l.passes || !written
			if !written {
				break
			}
			for _, p := range o.Props {
				if key, ok := syntax.KeyName(p.Key); ok && p.Kind != syntax.SpreadProperty {
					l.given[key] = true
				}
				l.passes = l.passes || p.Kind == syntax.SpreadProperty
			}
		}
		return true
	})
	return l, drawn
}

// through gives the members of a component as they are behind a layer.
func (r *reader) through(l layer, members []evaluate.Member) []evaluate.Member {
	t := takenOf(l.outer)
	own := t.shape(l.outer).Members
	var table propTypes
	if p, ok := r.static(l.outer, "propTypes"); ok {
		table = *r.propTypes(p)
	}
	own = table.merge(own)
	r.defaulted(l.outer, own)
	var out propTypes
	if l.passes {
		for _, m := range members {
			if !l.given[m.Name] {
				out.put(m)
			}
		}
	}
	for _, m := range own {
		if _, known := out.at[m.Name]; !known || !m.Unsure {
			out.put(m)
		}
	}
	return out.members
}

// defaulted marks the members that a component has defaults for: they may be left out.
func (r *reader) defaulted(m *made, members []evaluate.Member) {
	table, in := r.defaults(m)
	if table == nil {
		return
	}
	for i := range members {
		if x, _ := r.lookup(in, table, members[i].Name, 0); x != nil {
			members[i].Optional = true
		}
	}
}

// lookup finds what a table holds under a name, through the tables that it takes over.
func (r *reader) lookup(m *modules.Module, table *syntax.Object, name string, depth int) (syntax.Expr, *modules.Module) {
	for i := len(table.Props) - 1; i >= 0; i-- {
		p := table.Props[i]
		if p.Kind == syntax.SpreadProperty {
			if depth < 10 {
				if o, in, ok := r.objectOf(m, p.Value, 0); ok {
					if x, at := r.lookup(in, o, name, depth+1); x != nil {
						return x, at
					}
				}
			}
			continue
		}
		if key, ok := syntax.KeyName(p.Key); ok && key == name && p.Kind == syntax.InitProperty {
			return p.Value, m
		}
	}
	return nil, nil
}
