// This file follows props through a call that hands them back with something
// added: defaults from a table, defaults that an app sets for all uses.

package reading

import (
	"slices"

	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// merged is a call that hands the props of a component back.
type merged struct {
	table   *syntax.Object // of defaults that it is given, or nil
	tableIn *modules.Module
	appWide bool // it reads a context: an app may set defaults for all uses there
}

// takenBy is what the body of a component takes of its props, those that a call
// hands back included.
func (r *reader) takenBy(m *made) *taken {
	t := takenOf(m)
	if m.class != nil || m.fn == nil || m.fn.Body == nil || t.props == "" {
		return t
	}
	of := r.eval.PropsType(m.of)
	if of == nil {
		of = r.eval.ParamType(m.fn, 0, evaluate.In(m.module))
	}
	for _, s := range m.fn.Body.Body {
		v, ok := s.(*syntax.VarDecl)
		if !ok {
			continue
		}
		for _, d := range v.Decls {
			call, ok := syntax.Bare(d.Value).(*syntax.Call)
			if !ok || t.merged != nil {
				continue
			}
			at := slices.IndexFunc(call.Args, func(x syntax.Expr) bool { return handsOver(x, t.props) })
			if at < 0 || !r.handsBack(m, of, call, at, t.props) {
				continue
			}
			switch name := d.Name.(type) {
			case *syntax.Ident:
				t.props = name.Name
			case *syntax.ObjectPattern:
				t.pattern(name)
			default:
				continue
			}
			t.merged = r.merging(m, of, call)
		}
		t.from(v)
	}
	return t
}

// handsOver reports whether an argument holds the props as a whole: the name
// itself, or a record that has it or all of its members.
func handsOver(x syntax.Expr, props string) bool {
	if isIdent(syntax.Bare(x), props) {
		return true
	}
	o, ok := syntax.Bare(x).(*syntax.Object)
	return ok && slices.ContainsFunc(o.Props, func(p *syntax.Property) bool { return p.Value != nil && isIdent(syntax.Bare(p.Value), props) })
}

// handsBack reports whether a call gives back what has all the members of the
// props: by the types; where those say nothing, by what the function returns.
func (r *reader) handsBack(m *made, of evaluate.Type, call *syntax.Call, at int, props string) bool {
	defer func() { r.eval.Odd = nil }()
	if !evaluate.IsAny(of) {
		own := r.eval.Shape(of).Members
		back := r.eval.Shape(r.eval.Expr(call, r.eval.Holding(r.scope(m), props, of))).Members
		// One member alone may be what the call is about: useHeld(props) gives the value.
		if len(own) > 1 && len(back) >= len(own) {
			has := map[string]bool{}
			for _, b := range back {
				has[b.Name] = true
			}
			return !slices.ContainsFunc(own, func(o evaluate.Member) bool { return !has[o.Name] })
		}
	}
	fn, _ := r.called(m.module, call)
	if fn == nil || at >= len(fn.Params) {
		return false
	}
	param, ok := fn.Params[at].Name.(*syntax.Ident)
	if !ok {
		return false
	}
	returns := func(x syntax.Expr) bool {
		o, ok := syntax.Bare(x).(*syntax.Object)
		return isIdent(syntax.Bare(x), param.Name) || ok && slices.ContainsFunc(o.Props, func(p *syntax.Property) bool {
			return p.Kind == syntax.SpreadProperty && isIdent(syntax.Bare(p.Value), param.Name)
		})
	}
	return slices.ContainsFunc(givenBack(fn), returns)
}

// called gives the function of the library that a call calls, with its module.
func (r *reader) called(m *modules.Module, call *syntax.Call) (*syntax.Func, *modules.Module) {
	id, ok := call.Fun.(*syntax.Ident)
	if !ok {
		return nil, nil
	}
	sym, ok := r.set.Local(m, id.Name)
	if !ok || sym.External() || sym.Module == nil {
		return nil, nil
	}
	value, _ := valueOf(sym)
	fn, _ := syntax.Bare(value).(*syntax.Func)
	return fn, sym.Module
}

// merging tells what a call adds to the props.
func (r *reader) merging(m *made, of evaluate.Type, call *syntax.Call) *merged {
	out := &merged{}
	look := func(x syntax.Expr) {
		if o, in, ok := r.objectOf(m.module, x, 0); ok && out.table == nil && r.isTable(o, of) {
			out.table, out.tableIn = o, in
		}
	}
	for _, x := range call.Args {
		look(x)
		if o, ok := syntax.Bare(x).(*syntax.Object); ok {
			for _, p := range o.Props {
				if p.Value != nil {
					look(p.Value)
				}
			}
		}
	}
	if fn, in := r.called(m.module, call); fn != nil {
		out.appWide = len(r.needsOf(hookOf{fn, in})) > 0
	}
	return out
}

// isTable reports whether an object holds values of members of the props, by
// name, and nothing else.
func (r *reader) isTable(o *syntax.Object, of evaluate.Type) bool {
	return len(o.Props) > 0 && !evaluate.IsAny(of) && !slices.ContainsFunc(o.Props, func(p *syntax.Property) bool {
		name, named := syntax.KeyName(p.Key)
		if !named || p.Kind != syntax.InitProperty {
			return true
		}
		_, is := r.eval.Part(of, name)
		return !is
	})
}

// appDefaults lists the members whose default an app may set for all uses.
func (s *sorter) appDefaults() {
	if s.taken.merged == nil || !s.taken.merged.appWide {
		return
	}
	for _, p := range s.c.Props {
		if p.Origin == "" || p.Origin == "own" {
			s.c.Theming.AppDefaults = append(s.c.Theming.AppDefaults, p.Name)
		}
	}
}
