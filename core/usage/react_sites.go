// This file makes the sites of React: what each element is given, and how.

package usage

import (
	"strings"

	"steadysocket/core/names"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// maxText bounds how much of the source is kept with a site.
const maxText = 2000

// site notes one use.
func (w *walker) site(to target, form site.Form, at syntax.Node, text syntax.Node, given []site.Given) *use {
	source := w.m.Source[text.Pos():min(text.Stop(), text.Pos()+maxText)]
	in := w.in
	if in == "" {
		in = "module"
	}
	u := &use{pass: w.s.pass, to: to, kinds: w.framework, within: w.within, drops: w.drops, outer: w.nested == 0, site: site.Site{
		Package: to.library, Module: to.module, Component: to.name, Form: form, In: in, Checked: w.checked,
		At: w.m.Place(at), Text: strings.ToValidUTF8(source, ""), Props: []site.Given{}, Slots: []site.Given{}, Events: []site.Given{}, Via: []string{},
	}}
	for _, g := range given {
		u.sort(g)
	}
	w.s.uses = append(w.s.uses, u)
	return u
}

// kinds says how the members of a framework are told apart at a site.
// By default all members are props, and their spelling tells.
type kinds int

// vueKinds: each kind has a notation of its own, and names of its own.
const vueKinds kinds = 1

// givenKind is the kind that the notation of what is given shows.
type givenKind int

const (
	vueProp givenKind = iota
	vueEvent
	vueSlot
)

// sign marks the kind of a member where kinds have names of their own.
func (k givenKind) sign() string { return [...]string{"", "@", "#"}[k] }

// add sorts what is given in a notation that shows its kind.
func (u *use) add(kind givenKind, g site.Given) {
	switch kind {
	case vueEvent:
		g.Name = names.VueEvent(g.Spelled)
		u.site.Events = append(u.site.Events, g)
	case vueSlot:
		g.Name = names.VueSlot(g.Spelled)
		u.site.Slots = append(u.site.Slots, g)
	default:
		_, g.Name = names.Vue(g.Spelled)
		g.Name = names.Camel(g.Name)
		u.site.Props = append(u.site.Props, g)
	}
}

// sort sorts what is given by its form and by the canonical names.
func (u *use) sort(g site.Given) {
	if u.kinds == vueKinds {
		u.sortVue(g)
		return
	}
	kind, name := names.React(g.Spelled)
	switch {
	case g.Spread != "":
		u.site.Props = append(u.site.Props, g)
	case kind == names.Event && g.Literal == nil && len(g.MayBe) == 0:
		g.Name = name
		u.site.Events = append(u.site.Events, g)
	case kind == names.Slot && g.Literal == nil || g.Expression == content:
		g.Name = name
		if g.Expression == content {
			g.Expression = ""
		}
		u.site.Slots = append(u.site.Slots, g)
	default:
		g.Name = names.Camel(g.Spelled)
		u.site.Props = append(u.site.Props, g)
	}
}

// sortVue sorts what JSX or a call gives a component of Vue: listeners are written as
// props that begin with on.
func (u *use) sortVue(g site.Given) {
	kind, _ := names.Vue(g.Spelled)
	switch {
	case g.Spread != "":
		u.site.Props = append(u.site.Props, g)
	case g.Spelled == "children":
		g.Spelled = "default"
		u.add(vueSlot, g)
	case kind == names.Event && g.Literal == nil && len(g.MayBe) == 0:
		g.Spelled = names.LowerFirst(strings.TrimPrefix(g.Spelled, "on"))
		u.add(vueEvent, g)
	default:
		if g.Expression == content {
			g.Expression = ""
		}
		g.Spelled = names.Camel(g.Spelled)
		u.add(vueProp, g)
	}
}

// content marks a given thing that is markup.
const content = "\x00content"

// markup is the type of an element that stands there written out.
var markup = types.OneElement.String()

// element notes an element if it is a component, and visits what stands in it.
func (w *walker) element(e *syntax.Element) {
	var uses []*use
	if e.Name != nil {
		list := w.tagTargets(e.Name)
		for _, to := range list {
			uses = append(uses, w.site(to, site.Element, e, e.Open, nil))
		}
		if id, ok := e.Name.(*syntax.Ident); ok && strings.Contains(id.Name, "-") {
			if to, ok := w.s.tagTarget(id.Name); ok {
				u := w.site(to, site.Element, e, e.Open, nil)
				u.site.Found, u.element = foundTag, true
				uses = append(uses, u)
			} else {
				w.s.undecidedTag(id.Name, w.m.Place(e))
			}
		}
		if member, ok := e.Name.(*syntax.Member); ok && len(list) == 0 {
			w.visit(member.X)
		}
	}
	w.nested++
	defer func() { w.nested-- }()
	for _, t := range e.TypeArgs {
		w.visit(t)
	}
	for _, a := range e.Attrs {
		for _, u := range uses {
			w.attr(u, a)
		}
		if a.Value != nil {
			w.visit(a.Value)
		}
	}
	for _, u := range uses {
		w.childContent(u, e)
	}
	for _, c := range e.Children {
		w.visit(c)
	}
}

// tagTargets finds the components that a tag may stand for.
func (w *walker) tagTargets(tag syntax.Expr) (list []target) {
	seen := map[target]bool{}
	for _, to := range w.oneOf(tag, 0) {
		if to.name != "*" && !seen[to] {
			seen[to] = true
			list = append(list, to)
		}
	}
	return list
}

// attr notes one attribute of a use.
func (w *walker) attr(u *use, a *syntax.Attr) {
	if a.Spread {
		w.spread(u, a.Value, a)
		return
	}
	g := site.Given{At: w.m.Place(a)}
	g.At.Span = nil
	switch n := a.Name.(type) {
	case *syntax.Ident:
		g.Spelled = n.Name
	case *syntax.JSXNamespaced:
		g.Spelled = n.Space.Name + ":" + n.Name.Name
	}
	value := a.Value
	if c, ok := value.(*syntax.Container); ok {
		value = c.X
	}
	w.value(&g, value)
	w.forwarded(u, g.Spelled, value)
	if u.element {
		if fn, ok := syntax.Bare(value).(*syntax.Func); ok {
			g.Takes = ofDetail(fn)
		}
		u.addElement(g)
		return
	}
	u.sort(g)
}

// value describes what an attribute is given.
func (w *walker) value(g *site.Given, x syntax.Expr) {
	if x == nil {
		g.Literal = &site.Value{V: true}
		return
	}
	if asserted(x) {
		if w.describe(g, x); g.All || g.Type != "" {
			g.Expression = w.text(x)
			return
		}
	}
	if v, ok := literal(x); ok {
		g.Literal = &v
		return
	}
	switch b := syntax.Bare(x).(type) {
	case *syntax.Element:
		g.Expression, g.Type = content, markup
		return
	case *syntax.Func:
		g.Takes = w.takes(b)
	case *syntax.Object:
		w.record(g, b)
	case *syntax.Ident:
		if bound, ok := w.lookup(b.Name); ok && bound.value != nil {
			if v, ok := literal(bound.value); ok {
				g.MayBe, g.All = []site.Value{v}, !bound.loose
			}
		}
	}
	if g.Takes == nil && g.MayBe == nil {
		if kind, _ := names.React(g.Spelled); kind != names.Prop {
			g.Takes = w.takesElsewhere(x)
		}
	}
	if values, all := w.mayBe(x, 0); len(values) > 0 && g.MayBe == nil {
		g.MayBe, g.All = values, all
	}
	g.Expression = w.text(x)
	w.describe(g, x)
	if g.Spelled == "ref" {
		g.Takes = w.reached(x)
	}
}

// asserted reports whether the app says of which type an expression is: so it counts,
// whatever the expression is.
func asserted(x syntax.Expr) bool {
	c, ok := syntax.Unparenthesized(x).(*syntax.Cast)
	return ok && c.Type != nil && c.Op != "satisfies"
}

// oneLine writes a text with single blanks.
func oneLine(text string) string { return strings.Join(strings.Fields(text), " ") }

func (w *walker) text(n syntax.Node) string {
	text := oneLine(w.m.Source[n.Pos():n.Stop()])
	if len(text) > maxText {
		text = strings.ToValidUTF8(text[:maxText], "")
	}
	return text
}

// forwarded notes that a use hands on a prop of the component it stands in.
func (w *walker) forwarded(u *use, spelled string, x syntax.Expr) {
	if w.within == "" {
		return
	}
	prop := w.propBehind(x)
	if prop == "" {
		return
	}
	if u.forward == nil {
		u.forward = map[string]string{}
	}
	u.forward[spelled] = prop
}

// propBehind gives the prop of the enclosing component that an expression hands
// on as it is, or "".
func (w *walker) propBehind(x syntax.Expr) string {
	switch b := syntax.Bare(x).(type) {
	case *syntax.Ident:
		if bound, ok := w.lookup(b.Name); ok {
			return bound.prop
		}
	case *syntax.Member:
		id, plain := b.X.(*syntax.Ident)
		name, named := b.Name.(*syntax.Ident)
		if plain && named {
			if bound, ok := w.lookup(id.Name); ok && bound.props {
				return name.Name
			}
		}
	}
	return ""
}

// childContent notes what stands between the tags as the unnamed slot. What stands in a
// custom element may say which slot it is for.
func (w *walker) childContent(u *use, e *syntax.Element) {
	var filled []syntax.Expr
	for _, c := range e.Children {
		if inner, ok := c.(*syntax.Element); ok && u.element {
			if name := slotAttribute(inner); name != "" {
				at := w.m.Place(inner)
				at.Span = nil
				u.add(vueSlot, site.Given{Spelled: name, At: at})
				continue
			}
		}
		switch c := c.(type) {
		case *syntax.Text:
			if strings.TrimSpace(c.Value) != "" {
				filled = append(filled, c)
			}
		case *syntax.Container:
			if c.X != nil {
				filled = append(filled, c.X)
			}
		default:
			filled = append(filled, c)
		}
	}
	if len(filled) == 0 {
		return
	}
	g := site.Given{Spelled: "children", At: w.m.Place(filled[0])}
	g.At.Span = nil
	if len(filled) == 1 {
		switch x := syntax.Bare(filled[0]).(type) {
		case *syntax.Text:
			g.Literal = &site.Value{V: oneLine(x.Value)}
		case *syntax.Func:
			g.Takes = w.takes(x)
		case *syntax.Element:
			g.Type = markup
		default:
			w.describe(&g, x)
		}
		w.forwarded(u, "children", filled[0])
		if u.forward["children"] == "children" {
			u.slot = true
		}
	}
	if len(filled) > 1 {
		g.Type = (&types.Array{Elem: types.Content}).String()
	}
	g.Name = "default"
	if u.kinds == vueKinds || u.element {
		g.Spelled = "default"
	}
	u.site.Slots = append(u.site.Slots, g)
}

// slotAttribute is the slot that an element of JSX says it is for, "" for none.
func slotAttribute(e *syntax.Element) string {
	for _, a := range e.Attrs {
		if id, ok := a.Name.(*syntax.Ident); ok && id.Name == "slot" {
			if v, ok := literal(a.Value); ok {
				name, _ := v.V.(string)
				return name
			}
		}
	}
	return ""
}

// spread notes {...x}: what is surely in it, and whether there may be more.
func (w *walker) spread(u *use, x syntax.Expr, at syntax.Node) {
	g := site.Given{Spread: w.text(x), Open: true, At: w.m.Place(at)}
	g.At.Span = nil
	written := x
	if id, ok := syntax.Bare(x).(*syntax.Ident); ok {
		if b, ok := w.lookup(id.Name); ok {
			switch {
			case b.rest && w.within != "":
				u.rest = true
			case b.props && w.within != "":
				u.whole = true
			case b.value != nil && !asserted(x):
				written = b.value
			}
		}
	}
	if o, ok := syntax.Bare(written).(*syntax.Object); ok {
		w.record(&g, o)
	} else if !u.rest && !u.whole {
		w.carried(&g, x)
	}
	u.site.Props = append(u.site.Props, g)
}

// record notes what an object literal holds.
func (w *walker) record(g *site.Given, o *syntax.Object) {
	g.Open = false
	for _, p := range o.Props {
		name, known := "", false
		if p.Key != nil {
			name, known = syntax.KeyName(p.Key)
		}
		if p.Kind == syntax.SpreadProperty || !known {
			g.Open = true
			continue
		}
		g.Keys = append(g.Keys, name)
		if p.Kind == syntax.InitProperty && !p.Shorthand {
			inner := site.Given{Spelled: name, At: g.At}
			w.value(&inner, p.Value)
			inner.Expression = strings.TrimPrefix(inner.Expression, content)
			g.Holds = append(g.Holds, inner)
		}
	}
}

// createElement notes createElement(X, props, …children).
func (w *walker) createElement(c *syntax.Call) bool {
	if w.reactName(c.Fun) != "createElement" || len(c.Args) == 0 {
		return false
	}
	list := w.tagTargets(c.Args[0])
	for _, to := range list {
		w.madeElement(w.site(to, site.Call, c, c, nil), c)
	}
	if len(list) > 0 {
		for _, arg := range c.Args[1:] {
			w.visit(arg)
		}
	}
	return len(list) > 0
}

// madeElement notes what createElement is given for one component.
func (w *walker) madeElement(u *use, c *syntax.Call) {
	if len(c.Args) > 1 {
		switch o := syntax.Bare(c.Args[1]).(type) {
		case *syntax.Object:
			for _, p := range o.Props {
				if p.Kind == syntax.SpreadProperty {
					w.spread(u, p.Value, p)
					continue
				}
				spelled, known := syntax.KeyName(p.Key)
				if !known {
					u.site.Props = append(u.site.Props, site.Given{Spread: w.text(p), Open: true, At: w.m.Place(p)})
					continue
				}
				g := site.Given{Spelled: spelled, At: w.m.Place(p)}
				g.At.Span = nil
				w.value(&g, p.Value)
				w.forwarded(u, spelled, p.Value)
				u.sort(g)
			}
		case *syntax.Literal:
		default:
			w.spread(u, c.Args[1], c.Args[1])
		}
	}
	if len(c.Args) > 2 && u.kinds == vueKinds {
		if o, ok := syntax.Bare(c.Args[2]).(*syntax.Object); ok { // slots by name
			for _, p := range o.Props {
				name, ok := syntax.KeyName(p.Key)
				if !ok || strings.HasPrefix(name, "_") || p.Value == nil {
					continue
				}
				g := site.Given{Spelled: name, At: w.m.Place(p)}
				g.At.Span = nil
				if fn, ok := syntax.Bare(p.Value).(*syntax.Func); ok && len(fn.Params) > 0 {
					g.Takes = w.takes(fn)
				}
				u.add(vueSlot, g)
			}
			return
		}
	}
	if len(c.Args) > 2 && u.kinds == vueKinds && !isContent(c.Args[2]) {
		// A record of slots, or a list of what is drawn: what it is stands elsewhere.
		u.site.Slots = append(u.site.Slots, site.Given{Spread: w.text(c.Args[2]), Open: true, At: w.m.Place(c.Args[2])})
		return
	}
	if len(c.Args) > 2 {
		g := site.Given{Spelled: "children", At: w.m.Place(c.Args[2])}
		g.At.Span = nil
		g.Name = "default"
		if u.kinds == vueKinds {
			g.Spelled = "default"
		}
		u.site.Slots = append(u.site.Slots, g)
	}
}

// isContent reports whether the third argument of Vue's h is what is drawn, rather than a
// record of slots, by its form.
func isContent(x syntax.Expr) bool {
	switch syntax.Bare(x).(type) {
	case *syntax.Array, *syntax.Literal, *syntax.Template, *syntax.Call, *syntax.Element, *syntax.Func:
		return true
	}
	return false
}
