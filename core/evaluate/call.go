// This file gives the types of calls.

package evaluate

import (
	"slices"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// call is the type of what a call gives back.
func (e *Evaluator) call(x *syntax.Call, s *Scope) Type {
	if made := e.builtin(x, s); made != nil {
		return made
	}
	fun := e.Expr(x.Fun, s)
	switch f := fun.(type) {
	case *odd:
		return f
	case *named:
		return e.odd(s, x, "what this call gives back is declared in %s", orNot(f.from))
	case word:
		return wordAny
	}
	shape := e.shapeOf(fun)
	sigs := shape.calls
	if x.New {
		sigs = shape.news
	}
	args := e.arguments(x.TypeArgs, s)
	var given []Type
	var written []argument
	spread := false
	for _, a := range x.Args {
		if _, ok := a.(*syntax.Spread); ok {
			spread = true
			break
		}
		arg := argument{of: e.expr(a, s, asGiven), fresh: e.fresh(a, s, 0)}
		switch syntax.Bare(a).(type) {
		case *syntax.Object, *syntax.Array:
			arg.loose = e.expr(a, s, widened)
		}
		given, written = append(given, arg.of), append(written, arg)
	}
	for i, sig := range sigs {
		if len(args) > len(sig.typeParams) || !spread && !accepts(sig, len(given)) {
			continue
		}
		if i < len(sigs)-1 && !e.admits(sig, args) {
			continue
		}
		made := e.applied(sig, args, written)
		if i < len(sigs)-1 && !e.takes(made, given) {
			continue
		}
		return made.result.get()
	}
	if len(shape.bases) > 0 {
		return e.odd(s, x, "what this call gives back is not known: %s", Clip(Written(s.Module, x.Fun)))
	}
	return e.odd(s, x, "this call fits no way to call %s", Clip(Written(s.Module, x.Fun)))
}

func accepts(sig *signature, n int) bool {
	least, most := 0, 0
	for _, p := range sig.params {
		switch {
		case p.rest:
			most = 1 << 20
		case p.optional:
			most++
		default:
			least++
			most++
		}
	}
	return n >= least && n <= most
}

// admits reports whether type arguments keep to the constraints.
func (e *Evaluator) admits(sig *signature, args []Type) bool {
	for i, a := range args {
		if c := sig.typeParams[i].constraint; c != nil && e.assignable(a, c.get()) == types.No {
			return false
		}
	}
	return true
}

func (e *Evaluator) takes(sig *signature, given []Type) bool {
	for i, g := range given {
		if want := sig.at(i); want != nil && e.assignable(g, want) == types.No {
			return false
		}
	}
	return true
}

// argument is what a call is given.
type argument struct {
	of    Type      // as it is written
	loose Type      // of a record or list, with the kinds of what is written in it; nil for all else
	fresh []literal // the values that are written out
}

// applied gives a signature its type arguments: those written, else what the
// arguments tell.
func (e *Evaluator) applied(sig *signature, args []Type, given []argument) *signature {
	if len(sig.typeParams) == 0 {
		return sig
	}
	by := map[*param]Type{}
	found := asking(sig.typeParams)
	for i, a := range args {
		by[sig.typeParams[i]] = a
	}
	var fresh []literal
	// Where a parameter asks for single values, they are told as they are written.
	free := !slices.ContainsFunc(sig.typeParams, func(p *param) bool {
		if p.constraint == nil {
			return false
		}
		_, keys := p.constraint.get().(*keys)
		return !keys
	})
	if len(args) == 0 {
		for i, g := range given {
			want := sig.at(i)
			if want == nil {
				continue
			}
			of := g.of
			if free && g.loose != nil {
				of = g.loose
			}
			fresh = append(fresh, g.fresh...)
			e.infer(of, want, found, 0)
		}
	}
	for _, p := range sig.typeParams {
		switch {
		case by[p] != nil:
		case found[p].settle() != nil:
			by[p] = found[p].settle()
			if p.constraint == nil || !holdsLiterals(p.constraint.get()) {
				by[p] = loosen(by[p], fresh)
			}
		case p.fallback != nil:
			by[p] = e.substitute(p.fallback.get(), by, 0)
		case p.constraint != nil:
			by[p] = e.substitute(p.constraint.get(), by, 0)
		default:
			by[p] = wordUnknown
		}
	}
	return e.given(sig, by)
}

// builtin evaluates calls of the language's own functions, or gives nil.
func (e *Evaluator) builtin(x *syntax.Call, s *Scope) Type {
	if k, ok := x.Fun.(*syntax.Keyword); ok && k.Word == "import" && len(x.Args) > 0 {
		if l, ok := x.Args[0].(*syntax.Literal); ok {
			sym, _ := e.Set.Imported(s.Module, l.Value, "*")
			return &named{name: "Promise", args: []Type{e.Value(sym)}}
		}
	}
	m, ok := x.Fun.(*syntax.Member)
	if !ok {
		if id, ok := x.Fun.(*syntax.Ident); ok && id.Name == "require" && len(x.Args) == 1 {
			if l, ok := x.Args[0].(*syntax.Literal); ok {
				sym, _ := e.Set.Imported(s.Module, l.Value, "=")
				return e.Value(sym)
			}
		}
		return nil
	}
	name, ok := m.Name.(*syntax.Ident)
	if !ok || len(x.Args) == 0 {
		return nil
	}
	if id, ok := m.X.(*syntax.Ident); ok && id.Name == "Object" {
		switch name.Name {
		case "assign":
			var all []Type
			for _, a := range x.Args {
				all = append(all, e.Expr(a, s))
			}
			return intersect(all...)
		case "freeze", "seal":
			return e.expr(x.Args[0], s, frozen)
		case "keys":
			return &list{elem: known(wordString)}
		}
	}
	if name.Name == "then" {
		if p, ok := e.Expr(m.X, s).(*named); ok && p.name == "Promise" && len(p.args) == 1 {
			if fn, ok := x.Args[0].(*syntax.Func); ok && len(fn.Params) > 0 {
				inner := &Scope{Module: s.Module, outer: s, values: map[string]*lazy{}}
				for _, id := range modules.BoundNames(fn.Params[0].Name) {
					inner.values[id.Name] = &lazy{eval: func() Type { return e.bound(fn.Params[0].Name, p.args[0], id.Name, inner) }}
				}
				if fn.X != nil {
					return &named{name: "Promise", args: []Type{awaited(e.Expr(fn.X, inner))}}
				}
			}
		}
	}
	return nil
}
