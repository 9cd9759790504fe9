// This file finds uses of shared logic, of a component's own functions, and
// what is reached through a ref.

package usage

import (
	"strings"

	"steadysocket/core/names"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// logic notes a call of logic that a library gives out, with its arguments.
// What is taken of its result is known where a declaration takes it apart. It
// reports whether the call was one.
func (w *walker) logic(c *syntax.Call) bool {
	to, ok := w.resolveLogic(c.Fun)
	if !ok {
		return false
	}
	u := w.site(to, site.Call, c, c, nil)
	u.site.Result = &site.Takes{Unknown: true}
	for i, arg := range c.Args {
		g := site.Given{Position: i + 1, At: w.m.Place(arg)}
		g.At.Span = nil
		if o, ok := syntax.Bare(arg).(*syntax.Object); ok {
			w.record(&g, o)
			g.Expression = w.text(arg)
		} else if _, spread := arg.(*syntax.Spread); spread {
			g.Expression, g.Open = w.text(arg), true
		} else {
			w.value(&g, arg)
			g.Expression = strings.TrimPrefix(g.Expression, content)
		}
		u.site.Props = append(u.site.Props, g)
	}
	if w.calls == nil {
		w.calls = map[*syntax.Call]*use{}
	}
	w.calls[c] = u
	return true
}

// resolveLogic finds the library's logic behind the name that is called.
func (w *walker) resolveLogic(x syntax.Expr) (target, bool) {
	var to target
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident:
		b, ok := w.lookup(x.Name)
		if !ok {
			return target{}, false
		}
		to = b.to
	case *syntax.Member:
		space, ok := w.resolve(x.X)
		name, plain := x.Name.(*syntax.Ident)
		if !ok || !plain || space.library == "" || space.name != "*" {
			return target{}, false
		}
		to = space
		to.name = name.Name
	default:
		return target{}, false
	}
	return to, to.library != "" && names.IsHook(to.name)
}

// takesResult notes what a declaration takes of the result of logic.
func (w *walker) takesResult(d *syntax.Declarator) {
	c, ok := syntax.Bare(d.Value).(*syntax.Call)
	if !ok || w.calls[c] == nil {
		return
	}
	w.calls[c].site.Result = w.takesPattern(d.Name)
}

// takesPattern says what a name or pattern takes of a value.
func (w *walker) takesPattern(p syntax.Pattern) *site.Takes {
	switch p := p.(type) {
	case *syntax.ObjectPattern:
		taken := site.Taken{Position: 1}
		for _, prop := range p.Props {
			name, ok := "", false
			if prop.Key != nil {
				name, ok = syntax.KeyName(prop.Key)
			}
			if prop.Rest || !ok {
				return &site.Takes{Params: []site.Taken{{Position: 1, All: true}}}
			}
			taken.Fields = append(taken.Fields, name)
		}
		return &site.Takes{Params: []site.Taken{taken}}
	case *syntax.ArrayPattern:
		t := &site.Takes{Params: []site.Taken{}}
		for i, elem := range p.Elems {
			if elem != nil && elem.Target != nil {
				t.Params = append(t.Params, site.Taken{Position: i + 1, All: true})
			}
		}
		return t
	case *syntax.Ident:
		if w.fn == nil {
			break
		}
		taken := site.Taken{Position: 1}
		taken.Fields, taken.All = fieldsUsed(w.fn, p.Name)
		if taken.All {
			taken.Fields = nil
		}
		return &site.Takes{Params: []site.Taken{taken}}
	}
	return &site.Takes{Unknown: true}
}

// static notes X.show(): a call of a function that hangs on a component is no
// use of the component.
func (w *walker) static(c *syntax.Call) bool {
	member, ok := c.Fun.(*syntax.Member)
	if !ok {
		return false
	}
	to, ok := w.resolve(member.X)
	name, plain := member.Name.(*syntax.Ident)
	if !ok || !plain || to.library == "" || to.name == "*" || !names.IsComponent(to.name) || names.IsComponent(name.Name) {
		return false
	}
	w.s.scan.OtherUses = append(w.s.scan.OtherUses, site.OtherUse{Package: to.library, Name: to.name + "." + name.Name, Kind: "value", At: w.m.Place(c.Fun)})
	for _, arg := range c.Args {
		w.visit(arg)
	}
	return true
}

// reached says what is called or read on what a ref reaches: the fields of
// r.current in the function around.
func (w *walker) reached(x syntax.Expr) *site.Takes {
	unknown := &site.Takes{Unknown: true}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Func:
		return w.takes(x)
	case *syntax.Ident:
		if w.fn == nil {
			return unknown
		}
		if b, ok := w.lookup(x.Name); !ok || b.value == nil {
			return unknown
		}
		fields, whole := reachedBy(w.fn, x.Name)
		if whole {
			return unknown
		}
		return &site.Takes{Params: []site.Taken{{Position: 1, Fields: fields}}}
	}
	return unknown
}

// reachedBy lists the fields of name.current that a function uses; whole is
// true where the ref itself, or what it reaches, goes elsewhere.
func reachedBy(fn *syntax.Func, name string) (fields []string, whole bool) {
	seen := map[string]bool{}
	var visit func(n syntax.Node)
	current := func(n syntax.Node) bool {
		m, ok := syntax.Node(n).(*syntax.Member)
		if !ok {
			return false
		}
		id, plain := syntax.Bare(m.X).(*syntax.Ident)
		field, named := m.Name.(*syntax.Ident)
		return plain && named && id.Name == name && field.Name == "current"
	}
	visit = func(n syntax.Node) {
		switch n := n.(type) {
		case *syntax.Attr:
			if id, ok := n.Name.(*syntax.Ident); ok && id.Name == "ref" {
				return // where it is passed is what is asked about
			}
		case *syntax.Declarator:
			if id, ok := n.Name.(*syntax.Ident); ok && id.Name == name {
				return
			}
		case *syntax.Member:
			if inner := syntax.Bare(n.X); current(inner) {
				if field, ok := n.Name.(*syntax.Ident); ok {
					if !seen[field.Name] {
						seen[field.Name] = true
						fields = append(fields, field.Name)
					}
					return
				}
			}
			if current(n) {
				whole = true
				return
			}
			visit(n.X)
			return
		case *syntax.Property:
			if n.Value != nil {
				visit(n.Value)
			}
			return
		case *syntax.Conditional:
			if current(syntax.Bare(n.If)) {
				visit(n.Then)
				visit(n.Else)
				return
			}
		case *syntax.If:
			if current(syntax.Bare(n.Cond)) {
				visit(n.Then)
				if n.Else != nil {
					visit(n.Else)
				}
				return
			}
		case *syntax.Ident:
			whole = whole || n.Name == name
			return
		case syntax.Type:
			return
		}
		syntax.Children(n, visit)
	}
	inBody(fn, visit)
	return fields, whole
}
