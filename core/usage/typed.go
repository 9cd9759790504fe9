// This file says of what type the expressions at a site are.

package usage

import (
	"encoding/json"
	"maps"
	"slices"

	"steadysocket/core/evaluate"
	"steadysocket/core/react"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
	"steadysocket/core/vue"
)

// Bounds on what is told of one expression.
const (
	maxTypeText = 400 // longer types are not told
	maxValues   = 40  // values of one closed set
	maxKeys     = 300 // members of one spread
)

// typing is the evaluator with what a scan asks of it. It sees the packages
// that are there beside the app, where the scan itself stops at their names.
type typing struct{ eval *evaluate.Evaluator }

func (s *scanner) typing() *typing {
	if s.types == nil {
		// Both frameworks' names mean what they mean, whichever the app is written in.
		known := react.Modules()
		maps.Copy(known, vue.Modules())
		s.types = &typing{evaluate.New(s.set.Beside(known), react.Names)}
	}
	return s.types
}

// typeScope is what the names in force mean to the evaluator.
func (w *walker) typeScope() *evaluate.Scope { return w.typeScopes[len(w.typeScopes)-1] }

// plain gives the type of an expression; nil where it is not known to the end.
func (t *typing) plain(of evaluate.Type) types.Type {
	if of == nil || evaluate.IsAny(of) {
		return nil
	}
	t.eval.Odd = nil
	plain := t.eval.Plain(of)
	odd := len(t.eval.Odd) > 0
	t.eval.Odd = nil
	if plain == nil || odd || !settled(plain, 0) {
		return nil
	}
	return plain
}

// settled reports whether nothing in a type is any or was not understood.
func settled(t types.Type, depth int) bool {
	if depth > 6 {
		return true
	}
	switch t := t.(type) {
	case types.Basic:
		return t != types.Any && t != types.Unknown
	case *types.Named:
		return t.Name != "Unread" && t.Own()
	case *types.Union:
		for _, m := range t.Members {
			if !settled(m, depth+1) {
				return false
			}
		}
	case *types.Array:
		return settled(t.Elem, depth+1)
	case *types.Object:
		for _, f := range t.Fields {
			if !settled(f.Type, depth+1) {
				return false
			}
		}
	case *types.Func:
		for _, p := range t.Params {
			if !settled(p.Type, depth+1) {
				return false
			}
		}
	}
	return true
}

// describe adds to what is given what the type of its expression says: the
// values that it can be, or the type.
func (w *walker) describe(g *site.Given, x syntax.Expr) {
	if g.All || g.Literal != nil {
		return
	}
	if fn, ok := syntax.Bare(x).(*syntax.Func); ok && !annotated(fn) {
		return // its parameters are of the type that it is held against
	}
	t := w.s.typing()
	if plain := t.plain(t.eval.AsGiven(x, w.typeScope())); plain != nil && (w.checked || !hollow(plain, 0)) {
		typed(g, plain)
		g.Guarded = (len(g.MayBe) > 1 || len(types.Members(plain)) > 1) && w.guarded(x)
	}
}

// hollow reports whether a function of a type takes or gives nothing but undefined or null
// at some place: in a file without types that is what is inferred of a value that is not
// there yet, as of useState(), and stands for anything.
func hollow(t types.Type, depth int) bool {
	nothing := func(t types.Type) bool { return t == types.Type(types.Undefined) || t == types.Type(types.Null) }
	switch t := t.(type) {
	case *types.Func:
		return depth < 6 && slices.ContainsFunc(t.Params, func(p types.Param) bool {
			return slices.ContainsFunc(types.Members(p.Type), nothing) || hollow(p.Type, depth+1)
		})
	case *types.Union:
		return depth < 6 && slices.ContainsFunc(t.Members, func(m types.Type) bool { return hollow(m, depth+1) })
	}
	return false
}

// typed adds what a type says to what is given.
func typed(g *site.Given, plain types.Type) {
	values, open, closed := types.Values(plain)
	if plain == types.Type(types.Boolean) {
		g.MayBe, g.All = []site.Value{{V: true}, {V: false}}, true
		return
	}
	if closed && !open && len(values) <= maxValues && types.Equal(types.Without(plain, types.Undefined), plain) {
		g.MayBe, g.All = nil, true
		for _, v := range values {
			g.MayBe = append(g.MayBe, site.Value{V: valueOf(v)})
		}
		for _, m := range types.Members(plain) {
			if m == types.Type(types.Null) {
				g.MayBe = append(g.MayBe, site.Value{})
			}
		}
		return
	}
	if text := plain.String(); len(text) <= maxTypeText {
		g.Type = text
	}
}

func valueOf(l *types.Literal) any {
	switch l.Of {
	case types.Boolean:
		return l.Value == "true"
	case types.Number:
		if json.Valid([]byte(l.Value)) {
			return json.Number(l.Value)
		}
	}
	return l.Value
}

// annotated reports whether a function says the types of all its parameters.
func annotated(fn *syntax.Func) bool {
	for _, p := range fn.Params {
		if p.Type == nil {
			return false
		}
	}
	return len(fn.Params) > 0
}

// carried says what a spread brings by the type of what is spread: members that
// are surely in it, and others that may be; nothing where the type is not known.
func (w *walker) carried(g *site.Given, x syntax.Expr) {
	t := w.s.typing()
	of := t.eval.Expr(x, w.typeScope())
	if of == nil || evaluate.IsAny(of) || t.eval.Unknown(of) != "" {
		return
	}
	shape := t.eval.Shape(of)
	t.eval.Odd = nil
	if len(shape.Bases) > 0 || len(shape.Members) == 0 && len(shape.Natives) == 0 || len(shape.Members) > maxKeys {
		return
	}
	g.Open = len(shape.Natives) > 0
	g.Keys = nil
	for _, m := range shape.Members {
		if m.Optional {
			g.Perhaps = append(g.Perhaps, m.Name)
		} else {
			g.Keys = append(g.Keys, m.Name)
		}
		inner := site.Given{Spelled: m.Name, Expression: g.Spread + "." + m.Name, At: g.At}
		if m.Type != nil && settled(m.Type, 0) {
			typed(&inner, m.Type)
		}
		g.Holds = append(g.Holds, inner)
	}
}
