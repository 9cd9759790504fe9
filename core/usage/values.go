// This file says what expressions at a site can be and what functions take.

package usage

import (
	"encoding/json"
	"slices"
	"sort"

	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// literal gives the value of a literal expression.
func literal(x syntax.Expr) (site.Value, bool) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Literal:
		switch x.Kind {
		case syntax.StringLiteral:
			return site.Value{V: x.Value}, true
		case syntax.BooleanLiteral:
			return site.Value{V: x.Value == "true"}, true
		case syntax.NullLiteral:
			return site.Value{}, true
		case syntax.NumberLiteral:
			if json.Valid([]byte(x.Value)) {
				return site.Value{V: json.Number(x.Value)}, true
			}
		}
	case *syntax.Unary:
		if l, ok := x.X.(*syntax.Literal); ok && x.Op == "-" && l.Kind == syntax.NumberLiteral && json.Valid([]byte(l.Value)) {
			return site.Value{V: json.Number("-" + l.Value)}, true
		}
	case *syntax.Template:
		if len(x.Exprs) == 0 {
			return site.Value{V: x.Texts[0]}, true
		}
	}
	return site.Value{}, false
}

// mayBe gives the literals that an expression may be, and whether it can be
// nothing else.
func (w *walker) mayBe(x syntax.Expr, depth int) (values []site.Value, all bool) {
	if depth > 20 {
		return nil, false
	}
	if v, ok := literal(x); ok {
		return []site.Value{v}, true
	}
	join := func(a, b syntax.Expr) ([]site.Value, bool) {
		va, allA := w.mayBe(a, depth+1)
		vb, allB := w.mayBe(b, depth+1)
		return distinct(append(va, vb...)), allA && allB
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Conditional:
		return join(x.Then, x.Else)
	case *syntax.Binary:
		switch x.Op {
		case "||", "??":
			values, _ := join(x.X, x.Y)
			return values, false
		case "&&":
			values, _ := w.mayBe(x.Y, depth+1)
			return values, false
		case "===", "!==", "==", "!=", "<", ">", "<=", ">=", "in", "instanceof":
			return []site.Value{{V: true}, {V: false}}, true
		}
	case *syntax.Unary:
		if x.Op == "!" {
			return []site.Value{{V: true}, {V: false}}, true
		}
	case *syntax.Ident:
		if b, ok := w.lookup(x.Name); ok && b.value != nil {
			values, all = w.mayBe(b.value, depth+5)
			return values, all && !b.loose
		}
	}
	return nil, false
}

func distinct(list []site.Value) []site.Value {
	seen := map[string]bool{}
	var out []site.Value
	for _, v := range list {
		if key := v.String(); !seen[key] {
			seen[key] = true
			out = append(out, v)
		}
	}
	return out
}

// takesElsewhere says what a function takes that is written elsewhere: a
// function of the same module is looked at, all else is unknown.
func (w *walker) takesElsewhere(x syntax.Expr) *site.Takes {
	if id, ok := syntax.Bare(x).(*syntax.Ident); ok {
		if b, ok := w.lookup(id.Name); ok {
			if fn, ok := b.value.(*syntax.Func); ok {
				return w.takes(fn)
			}
		}
		if sym, ok := w.s.set.Local(w.m, id.Name); ok && sym.Module != nil && len(sym.Decls) == 1 {
			if d, ok := sym.Decls[0].Node.(*syntax.FuncDecl); ok {
				return w.takes(d.Func)
			}
		}
	}
	return &site.Takes{Unknown: true}
}

// takes says what a function uses of each of its parameters.
func (w *walker) takes(fn *syntax.Func) *site.Takes {
	// What takes whatever comes says nothing of single values; without a body,
	// nothing says what is used.
	if slices.ContainsFunc(fn.Params, func(p *syntax.Param) bool { return p.Rest }) || fn.Body == nil && fn.X == nil {
		return &site.Takes{Unknown: true}
	}
	t := &site.Takes{Params: []site.Taken{}}
	for i, p := range fn.Params {
		taken := site.Taken{Position: i + 1}
		switch target := p.Name.(type) {
		case *syntax.ObjectPattern:
			for _, prop := range target.Props {
				name, ok := "", false
				if prop.Key != nil {
					name, ok = syntax.KeyName(prop.Key)
				}
				if prop.Rest || !ok {
					taken.All = true
					continue
				}
				taken.Fields = append(taken.Fields, name)
			}
		case *syntax.Ident:
			taken.Fields, taken.All = fieldsUsed(fn, target.Name)
		default:
			taken.All = true
		}
		if taken.All {
			taken.Fields = nil
		}
		t.Params = append(t.Params, taken)
	}
	return t
}

// fieldsUsed lists the fields of a parameter that a function reads; all is true
// where the parameter is used whole.
func fieldsUsed(fn *syntax.Func, name string) (fields []string, all bool) {
	seen := map[string]bool{}
	var visit func(n syntax.Node)
	visit = func(n syntax.Node) {
		switch n := n.(type) {
		case *syntax.Member:
			id, plain := n.X.(*syntax.Ident)
			field, named := n.Name.(*syntax.Ident)
			if plain && named && id.Name == name {
				seen[field.Name] = true
				return
			}
			visit(n.X)
			return
		case *syntax.Property:
			if n.Key != nil && !n.Shorthand {
				if c, ok := n.Key.(*syntax.Computed); ok {
					visit(c)
				}
			}
			if n.Value != nil {
				visit(n.Value)
			}
			return
		case *syntax.Attr:
			if n.Value != nil {
				visit(n.Value)
			}
			return
		case *syntax.Declarator:
			// const { a } = row takes a.
			if id, ok := n.Name.(*syntax.Ident); ok && id.Name == name {
				if n.Value != nil {
					visit(n.Value)
				}
				return
			}
			o, pattern := n.Name.(*syntax.ObjectPattern)
			id, plain := n.Value.(*syntax.Ident)
			if pattern && plain && id.Name == name {
				for _, p := range o.Props {
					field, ok := "", false
					if p.Key != nil {
						field, ok = syntax.KeyName(p.Key)
					}
					if p.Rest || !ok {
						all = true
						continue
					}
					seen[field] = true
				}
				return
			}
		case *syntax.Ident:
			if n.Name == name {
				all = true
			}
			return
		case syntax.Type:
			return
		}
		syntax.Children(n, visit)
	}
	inBody(fn, visit)
	for field := range seen {
		fields = append(fields, field)
	}
	sort.Strings(fields)
	return fields, all
}

// inBody calls visit for the body of a function, or for the expression that it is.
func inBody(fn *syntax.Func, visit func(n syntax.Node)) {
	if fn.Body != nil {
		visit(fn.Body)
	}
	if fn.X != nil {
		visit(fn.X)
	}
}
