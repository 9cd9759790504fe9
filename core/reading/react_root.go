// This file finds what stands outermost in what a component draws, and where the
// attributes go that it does not name: root and pass-through.

package reading

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// spread is one place where a record of attributes is put on an element.
type spread struct {
	of      syntax.Expr
	element *syntax.Element
}

// elementMade gives the tag that createElement(tag, props, …children) stands for; nil for
// any other call, and where the tag is worked out.
func (r *reader) elementMade(m *modules.Module, x *syntax.Call) *syntax.Element {
	if len(x.Args) == 0 || r.fromReact(m, x.Fun) != "createElement" {
		return nil
	}
	e := &syntax.Element{Range: syntax.Between(x.Pos(), x.Stop()), Closed: true}
	switch tag := syntax.Bare(x.Args[0]).(type) {
	case *syntax.Literal:
		if tag.Kind != syntax.StringLiteral {
			return nil
		}
		e.Name = &syntax.Ident{Range: syntax.Between(tag.Pos(), tag.Stop()), Name: tag.Value}
	case *syntax.Ident, *syntax.Member:
		if dottedName(tag) == "" {
			return nil
		}
		if e.Name = tag; r.fromReact(m, tag) == "Fragment" {
			e.Name = nil
		}
	default:
		return nil
	}
	if len(x.Args) > 1 {
		e.Attrs = attributesMade(x.Args[1])
		for _, child := range x.Args[2:] {
			e.Children = append(e.Children, &syntax.Container{Range: syntax.Between(child.Pos(), child.Stop()), X: child})
		}
	}
	return e
}

// attributesMade gives the attributes that a record stands for.
func attributesMade(props syntax.Expr) (list []*syntax.Attr) {
	at := syntax.Between(props.Pos(), props.Stop())
	switch x := syntax.Bare(props).(type) {
	case *syntax.Literal: // null
	case *syntax.Object:
		for _, p := range x.Props {
			at := syntax.Between(p.Pos(), p.Stop())
			switch {
			case p.Kind == syntax.SpreadProperty:
				list = append(list, &syntax.Attr{Range: at, Value: p.Value, Spread: true})
			case p.Value != nil:
				list = append(list, &syntax.Attr{Range: at, Name: p.Key, Value: &syntax.Container{Range: at, X: p.Value}})
			}
		}
	default:
		list = append(list, &syntax.Attr{Range: at, Value: x, Spread: true})
	}
	return list
}

// outermost finds the elements that may stand outermost in what is given back. known
// is false where something else may. Elements that draw nothing themselves, as provides
// says of them and as fragments do, are looked through; so are names of the body and its
// functions.
func (b *body) outermost(provides func(*syntax.Element) bool) (elements []*syntax.Element, known bool) {
	known = len(b.roots) > 0
	busy, steps := map[string]bool{}, 0
	var visit func(x syntax.Expr, depth int)
	follow := func(name string, values []syntax.Expr, depth int) {
		if len(values) == 0 || busy[name] {
			known = false
			return
		}
		busy[name] = true
		for _, value := range values {
			visit(value, depth+1)
		}
		delete(busy, name)
	}
	element := func(x *syntax.Element, depth int) {
		if x.Name == nil || !provides(x) {
			elements = append(elements, x)
		}
		if x.Name != nil && !provides(x) {
			return
		}
		// A fragment or a provider: what stands in it is outermost.
		for _, child := range x.Children {
			switch child := child.(type) {
			case *syntax.Text:
				if strings.TrimSpace(child.Value) != "" {
					known = false
				}
			case *syntax.Container:
				if child.X != nil {
					visit(child.X, depth+1)
				}
			default:
				visit(child, depth+1)
			}
		}
	}
	visit = func(x syntax.Expr, depth int) {
		if steps++; depth > 50 || steps > maxSteps || len(elements) > maxNodes {
			known = false
			return
		}
		switch x := syntax.Bare(x).(type) {
		case *syntax.Element:
			element(x, depth)
		case *syntax.Conditional:
			visit(x.Then, depth+1)
			visit(x.Else, depth+1)
		case *syntax.Binary:
			switch x.Op {
			case "&&":
				visit(x.Y, depth+1)
			case "||", "??":
				visit(x.X, depth+1)
				visit(x.Y, depth+1)
			default:
				known = false
			}
		case *syntax.Literal:
			if x.Kind != syntax.NullLiteral && x.Kind != syntax.BooleanLiteral {
				known = false
			}
		case *syntax.Ident:
			if x.Name != "undefined" {
				follow(x.Name, b.values[x.Name], depth)
			}
		case *syntax.Call:
			if made := b.made[x]; made != nil {
				element(made, depth)
				return
			}
			name := drawnName(x.Fun)
			if fn := b.funcs[name]; fn != nil && (fn.X != nil || fn.Body != nil) {
				follow(name, givenBack(fn), depth)
				return
			}
			known = false
		default:
			known = false
		}
	}
	for _, x := range b.roots {
		visit(x, 0)
	}
	return elements, known
}

// givenBack lists what a function gives back.
func givenBack(fn *syntax.Func) (list []syntax.Expr) {
	if fn.X != nil {
		return []syntax.Expr{fn.X}
	}
	if fn.Body != nil {
		syntax.Returns(fn.Body, func(x syntax.Expr) { list = append(list, x) })
	}
	return list
}

// root fills the root, pass-through and, of the prop that chooses the root, the role.
// Where attributes that are not named are handed to what is not followed, and what comes
// of it is put on an element, unknown is true: nothing tells whether they are among that.
func (r *reader) root(c *contract.Contract, m *made, t *taken, b *body) (unknown bool) {
	var elements []string
	outer := map[*syntax.Element]bool{}
	chosenBy := ""
	add := func(name string) {
		if !slices.Contains(elements, name) {
			elements = append(elements, name)
		}
	}
	list, known := b.outermost(r.provider(m.module))
	for _, x := range list {
		outer[x] = true
		switch name := x.Name.(type) {
		case nil:
		case *syntax.Ident:
			if prop := t.propOfTag(name.Name); prop != "" {
				chosenBy = prop
			} else {
				add(name.Name)
			}
		case *syntax.Member:
			text := dotted(name)
			if rest, ok := strings.CutPrefix(text, t.props+"."); ok && t.props != "" {
				chosenBy = rest
			} else if name := r.fromReact(m.module, name); name == "Fragment" {
				known = false
			} else {
				add(text)
			}
		default:
			known = false
		}
	}
	if chosenBy != "" {
		r.chosen(c, t, chosenBy, &elements)
	}
	c.Root = contract.Root{Known: known && len(elements) > 0, Elements: elements, ChosenBy: c.Root.ChosenBy, Among: c.Root.Among}
	if !c.Root.Known {
		c.Root = contract.Root{}
	}
	for _, s := range b.spreads {
		whole, vague := b.holds(s.of, t, 0)
		unknown = unknown || vague && b.handed
		if !whole {
			continue
		}
		f := contract.Forward{To: "root"}
		tag := tagName(s.element)
		if prop := t.propOfTag(tag); prop != "" {
			tag = c.Root.First()
		}
		f.Element = tag
		if !outer[s.element] {
			f.To = "inner"
		}
		c.PassThrough.To = append(c.PassThrough.To, f)
	}
	return unknown && len(c.PassThrough.To) == 0
}

// maxHeld bounds how deep records are looked into for what is left over.
const maxHeld = 8

// holds reports whether a record holds all attributes that are not named: the props, or
// what is left over of them. vague says that it may, for it comes from what is not
// followed.
func (b *body) holds(x syntax.Expr, t *taken, depth int) (whole, vague bool) {
	if x == nil || depth > maxHeld {
		return false, true
	}
	either := func(list ...syntax.Expr) {
		for _, x := range list {
			w, v := b.holds(x, t, depth+1)
			whole, vague = whole || w, vague || v
		}
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident, *syntax.Member:
		name := dottedName(x)
		switch {
		case name != "" && (name == t.rest || name == t.props):
			return true, false
		case len(b.values[name]) > 0 && depth < maxHeld/2:
			either(b.values[name]...)
		default:
			return false, t.propOf(name) == "" // what a prop holds is no more than that
		}
	case *syntax.Object:
		for _, p := range x.Props {
			if p.Kind == syntax.SpreadProperty {
				either(p.Value)
			}
		}
	case *syntax.Conditional:
		either(x.Then, x.Else)
	case *syntax.Binary:
		if x.Op != "&&" {
			either(x.X)
		}
		either(x.Y)
	case *syntax.Literal:
	case *syntax.Call:
		if o := assigning(x); o != nil {
			either(o)
			break
		}
		return false, true
	default:
		return false, true
	}
	return whole, vague
}
