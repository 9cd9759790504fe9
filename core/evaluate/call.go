// This file gives the types of calls.

package evaluate

import (
	"slices"
	"strings"

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
		if global, is := strings.CutPrefix(f.name, "typeof "); is && x.New && f.from == "" {
			return e.constructed(global, x, s)
		}
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
		arg := argument{x: a, in: s, of: e.expr(a, s, asGiven)}
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

// constructed is what a class makes that JavaScript or the browser has: an object of its
// name. What collections hold is told by what they are made of.
func (e *Evaluator) constructed(name string, x *syntax.Call, s *Scope) Type {
	args := e.arguments(x.TypeArgs, s)
	c, collects := collections[name]
	switch {
	case name == "Array":
		return &list{elem: known(append(args, wordAny)[0])}
	case !collects || len(args) > 0:
	case len(x.Args) == 0:
		args = c.empty
	default:
		if args = e.collected(c, x.Args[0], s); args == nil {
			return e.odd(s, x, "what this collection holds is not known: %s", Clip(Written(s.Module, x)))
		}
	}
	return &named{name: name, args: args, at: s.Module.Place(x)}
}

// collection is a class whose type arguments are inferred.
type collection struct {
	empty []Type // what they are where it is made of nothing
	holds holding
}

type holding uint8

const (
	elements holding = iota
	entries
	untold // what it is made of does not say
)

// collections are by the standard library's declarations of their constructors.
var collections = map[string]collection{
	"Set":     {[]Type{wordUnknown}, elements},
	"WeakSet": {[]Type{wordUnknown}, elements},
	"Map":     {[]Type{wordAny, wordAny}, entries},
	"WeakMap": {[]Type{&named{name: "WeakKey"}, wordAny}, entries},
	"Promise": {[]Type{wordUnknown}, untold},
}

// collected are the type arguments of a collection that is made of a list; nil where they
// are not known.
func (e *Evaluator) collected(c collection, x syntax.Expr, s *Scope) []Type {
	switch c.holds {
	case untold:
		return c.empty
	case elements:
		if held := e.iterated(x, s, widened); held != nil {
			return []Type{held}
		}
		return nil
	}
	var keys, values []Type
	if list, ok := x.(*syntax.Array); ok {
		for _, elem := range list.Elems {
			pair, ok := elem.(*syntax.Array)
			if !ok || len(pair.Elems) != 2 {
				return nil
			}
			keys, values = append(keys, e.loosened(pair.Elems[0], s)), append(values, e.loosened(pair.Elems[1], s))
		}
		return []Type{unite(keys...), unite(values...)}
	}
	for _, t := range parts(e.iterated(x, s, asGiven)) {
		pair, ok := t.(*tuple)
		if !ok || len(pair.elems) != 2 {
			return nil
		}
		keys, values = append(keys, pair.elems[0].of.get()), append(values, pair.elems[1].of.get())
	}
	return []Type{unite(keys...), unite(values...)}
}

// iterated is what a list holds that a collection is made of; nil where it is none.
func (e *Evaluator) iterated(x syntax.Expr, s *Scope, keep keeping) Type {
	switch of := e.expr(x, s, keep).(type) {
	case *tuple:
		if len(of.elems) > 0 {
			return tupleAt(of, wordNumber)
		}
		return wordNever
	case *list:
		return of.elem.get()
	case *named:
		if len(of.args) == 1 && (of.name == "Set" || of.name == "ReadonlySet") {
			return of.args[0]
		}
	}
	return nil
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
	x  syntax.Expr
	in *Scope
	of Type // as it is written
}

// where is the type of an argument where a parameter asks for another: what stands in
// records and lists stands for its kind, but for what is asked for as single values.
func (e *Evaluator) where(g argument, want Type) Type {
	if exact(want) {
		return e.expr(g.x, g.in, frozen)
	}
	switch syntax.Bare(g.x).(type) {
	case *syntax.Object, *syntax.Array:
		return e.among(g.x, contexts(want), g.in)
	}
	return g.of
}

// exact reports whether a type is that of a parameter which is declared const.
func exact(t Type) bool {
	p, ok := t.(*param)
	return ok && p.exact
}

// contexts are what may be asked for by a type: of a parameter, what its constraint asks.
func contexts(t Type) (all []Type) {
	for _, m := range parts(t) {
		p, ok := m.(*param)
		switch {
		case !ok:
			all = append(all, m)
		case p.constraint != nil:
			for _, m := range parts(p.constraint.get()) {
				if _, again := m.(*param); !again {
					all = append(all, m)
				}
			}
		}
	}
	return all
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
	inside := map[*param]bool{} // those that stand inside of what is asked for
	if len(args) == 0 {
		for i, g := range given {
			want := sig.at(i)
			if want == nil {
				continue
			}
			if slices.ContainsFunc(sig.typeParams, func(p *param) bool { return onTop(want, p) }) {
				fresh = append(fresh, e.fresh(g.x, g.in, 0)...)
			}
			before := found.told()
			e.infer(e.where(g, want), want, found, 0)
			for _, p := range sig.typeParams {
				inside[p] = inside[p] || found[p].told() > before[p] && !onTop(want, p)
			}
		}
	}
	for _, p := range sig.typeParams {
		switch {
		case by[p] != nil:
		case found[p].settle() != nil:
			by[p] = found[p].settle()
			if len(fresh) > 0 && !inside[p] && !p.exact && (p.constraint == nil || !holdsLiterals(p.constraint.get())) && !onTop(sig.result.get(), p) {
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

// onTop reports whether a type is a type parameter, or may be.
func onTop(t Type, p *param) bool {
	list := parts(t)
	if b, ok := t.(*both); ok {
		list = b.list
	}
	return slices.Contains(list, Type(p))
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
