// This file finds use sites in the templates of Vue apps.

package usage

import (
	"path"
	"slices"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// templateWalker walks the template of one component, or a page.
type templateWalker struct {
	*walker
	file   *component      // of the component; nil for a page
	events map[string]bool // names that send events
	bare   bool            // names of the script are not those of the template
	page   bool            // markup that a browser reads as it is
	kept   []*syntax.Tag   // around where the walk stands
}

// component is what is known of a single-file component of the app.
type component struct {
	module     *modules.Module
	registered map[string]syntax.Expr // by the name that it is registered under
	props      map[string]bool        // declared
	refs       map[string][]string    // what is reached through a template ref; nil list for nothing
	whole      map[string]bool        // refs that go elsewhere as they are
	setup      bool
	checked    bool
	open       bool // what it declares is not known to the end
}

// vueTemplates walks the templates of the app's single-file components.
func (s *scanner) vueTemplates() {
	for _, m := range s.modules() {
		if path.Ext(m.Path) != ".vue" || m.File.Markup == nil {
			continue
		}
		s.vueTemplate(m)
	}
}

func (s *scanner) vueTemplate(m *modules.Module) {
	c := s.componentOf(m)
	name := strings.TrimSuffix(path.Base(m.Path), ".vue")
	w := &templateWalker{walker: &walker{s: s, m: m, checked: c.checked, in: name, within: m.Path + "#default"}, file: c, events: map[string]bool{"$emit": true}, bare: !c.setup}
	w.framework = vueKinds
	w.push()
	w.apart = w.bare
	for name := range c.props {
		if !strings.HasPrefix(name, "@") {
			w.bind(name, binding{prop: name})
		}
	}
	for _, stmt := range m.File.Body {
		syntax.Walk(stmt, func(n syntax.Node) bool {
			d, ok := n.(*syntax.Declarator)
			if !ok {
				return true
			}
			call, ok := syntax.Bare(d.Value).(*syntax.Call)
			if !ok {
				return true
			}
			if inner, ok := lastArg(call).(*syntax.Call); ok && lastName(call.Fun) == "withDefaults" {
				call = inner
			}
			id, plain := d.Name.(*syntax.Ident)
			switch lastName(call.Fun) {
			case "defineEmits":
				if plain {
					w.events[id.Name] = true
				}
			case "defineProps":
				if plain {
					w.bind(id.Name, binding{props: true})
				}
			}
			return true
		})
	}
	w.drops = c.props // with the events that it declares
	w.nodes(m.File.Markup.Nodes)
	w.pop()
}

func lastArg(call *syntax.Call) syntax.Expr {
	if len(call.Args) == 0 {
		return nil
	}
	return syntax.Bare(call.Args[0])
}

// lastName is the last part of a dotted name, "" for none.
func lastName(x syntax.Expr) string {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident:
		return x.Name
	case *syntax.Member:
		if id, ok := x.Name.(*syntax.Ident); ok {
			return id.Name
		}
	}
	return ""
}

// componentOf reads what a component of the app declares that its template rests on.
func (s *scanner) componentOf(m *modules.Module) *component {
	c := &component{module: m, registered: map[string]syntax.Expr{}, props: map[string]bool{}, refs: map[string][]string{}, whole: map[string]bool{}}
	for _, sec := range m.File.Sections {
		if sec.Name != "script" {
			continue
		}
		lang := ""
		if a := sec.Attr("lang"); a != nil {
			lang = a.Text
		}
		c.checked = c.checked || (lang == "ts" || lang == "tsx") && s.checksTemplates()
		c.setup = c.setup || sec.Attr("setup") != nil
	}
	note := func(o *syntax.Object) {
		if p := o.Lookup("components"); p != nil {
			if table, ok := syntax.Bare(p.Value).(*syntax.Object); ok {
				for _, x := range table.Props {
					if name, ok := syntax.KeyName(x.Key); ok && x.Value != nil {
						c.registered[name] = x.Value
					}
				}
			}
		}
		if p := o.Lookup("props"); p != nil {
			declaredProps(p.Value, "", c.props)
		}
		if p := o.Lookup("emits"); p != nil {
			declaredProps(p.Value, "@", c.props)
		}
	}
	for _, stmt := range m.File.Body {
		syntax.Walk(stmt, func(n syntax.Node) bool {
			switch n := n.(type) {
			case *syntax.ExportDefault:
				switch x := syntax.Bare(n.X).(type) {
				case *syntax.Object:
					note(x)
				case *syntax.Call:
					for _, arg := range x.Args {
						if o, ok := syntax.Bare(arg).(*syntax.Object); ok {
							note(o)
						}
					}
				}
			case *syntax.Call:
				switch lastName(n.Fun) {
				case "defineProps":
					for _, arg := range n.Args {
						declaredProps(arg, "", c.props)
					}
					if len(n.TypeArgs) == 1 && !s.typedProps(m, n.TypeArgs[0], "", c.props) {
						c.open = true
					}
				case "defineEmits":
					for _, arg := range n.Args {
						declaredProps(arg, "@", c.props)
					}
					if len(n.TypeArgs) == 1 {
						s.typedProps(m, n.TypeArgs[0], "@", c.props)
					}
				case "defineModel":
					name := "modelValue"
					if len(n.Args) > 0 {
						if v, ok := literal(n.Args[0]); ok {
							if text, ok := v.V.(string); ok {
								name = text
							}
						}
					}
					c.props[name] = true
				}
			case *syntax.Member:
				c.reached(n)
			}
			return true
		})
	}
	return c
}

// declaredProps notes the names of props or events that are listed, each behind a sign.
func declaredProps(x syntax.Expr, sign string, into map[string]bool) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Array:
		for _, elem := range x.Elems {
			if v, ok := literal(elem); ok {
				if name, ok := v.V.(string); ok {
					into[sign+names.Camel(name)] = true
				}
			}
		}
	case *syntax.Object:
		for _, p := range x.Props {
			if name, ok := syntax.KeyName(p.Key); ok {
				into[sign+names.Camel(name)] = true
			}
		}
	}
}

// typedProps notes the names of props that a type declares; it reports whether those
// are all.
func (s *scanner) typedProps(m *modules.Module, t syntax.Type, sign string, into map[string]bool) (all bool) {
	w := &walker{s: s, m: m}
	w.push()
	eval := s.typing().eval
	eval.Odd = nil
	shape := eval.Shape(eval.Type(t, w.typeScope()))
	for _, member := range shape.Members {
		into[sign+member.Name] = true
	}
	all = len(shape.Bases) == 0 && len(eval.Odd) == 0
	eval.Odd = nil
	return all
}

// reached notes what a script does with a template ref: this.$refs.row.focus(),
// row.value?.focus().
func (c *component) reached(n *syntax.Member) {
	field, named := n.Name.(*syntax.Ident)
	inner, ok := syntax.Bare(n.X).(*syntax.Member)
	if !ok || !named {
		return
	}
	name, ok := inner.Name.(*syntax.Ident)
	if !ok {
		return
	}
	switch of := syntax.Bare(inner.X).(type) {
	case *syntax.Member: // this.$refs.row.focus
		if id, ok := of.Name.(*syntax.Ident); ok && id.Name == "$refs" {
			c.refs[name.Name] = append(c.refs[name.Name], field.Name)
		}
	case *syntax.Ident: // row.value.focus
		if name.Name == "value" {
			c.refs[of.Name] = append(c.refs[of.Name], field.Name)
		}
	}
}

// checksTemplates reports whether the app has a type checker of Vue's templates.
func (s *scanner) checksTemplates() bool {
	return s.set.Manifest.Range("vue-tsc") != "" || s.set.Manifest.Range("nuxt") != "" && s.set.Manifest.Range("typescript") != ""
}

// nodes walks what stands beside each other.
func (w *templateWalker) nodes(list []syntax.Node) {
	for _, n := range list {
		switch n := n.(type) {
		case *syntax.Tag:
			w.tag(n)
		case *syntax.Interpolation:
			w.expression(n.X)
		}
	}
}

// expression visits what a template computes: components in it are uses too.
func (w *templateWalker) expression(x syntax.Node) {
	if x != nil && !w.bare {
		w.visit(x)
	}
}

// tag notes a tag if it is a component, and walks what stands in it.
func (w *templateWalker) tag(t *syntax.Tag) {
	w.push()
	defer w.pop()
	if d := t.Directive("for"); d != nil {
		w.expression(d.X)
		w.params(d)
	}
	uses := w.uses(t)
	for _, a := range t.Attrs {
		for _, u := range uses {
			w.attribute(u, t, a)
		}
		if d := a.Directive; d != nil && d.Name != "for" {
			if d.Name == "bind" && d.Arg == "is" && strings.EqualFold(t.Name, "component") {
				continue // told of as what is drawn
			}
			w.inDirective(d)
		}
	}
	for _, u := range uses {
		w.contents(u, t)
	}
	if w.page && len(uses) > 0 {
		w.sharedMarks(t)
	}
	for _, a := range t.Attrs {
		if d := a.Directive; d != nil && (d.Name == "slot" || d.Name == "slot-scope" || d.Name == "scope") {
			w.params(d)
		}
	}
	w.kept = append(w.kept, t)
	w.nodes(t.Nodes)
	w.kept = w.kept[:len(w.kept)-1]
}

// sharedMarks finds interpolations in a component's tags that the language of the server
// takes for its own: the tag is written for a script of the page, by its directives.
func (w *templateWalker) sharedMarks(t *syntax.Tag) {
	if _, served := syntax.IsPage(w.m.Path); !served || !slices.ContainsFunc(t.Attrs, func(a *syntax.Attribute) bool { return a.Directive != nil }) {
		return
	}
	note := func(n syntax.Node) {
		if text := w.text(n); strings.Contains(text, "{{") {
			w.s.loose(w.m, n, site.Loose{Name: text, Kind: site.LooseMarks})
		}
	}
	for _, n := range t.Nodes {
		if f, ok := n.(*syntax.Foreign); ok {
			note(f)
		}
	}
	for _, a := range t.Attrs {
		if a.Foreign {
			note(a)
		}
	}
}

// params binds what a loop or a slot gives: nothing is known of it.
func (w *templateWalker) params(d *syntax.Directive) {
	var list []string
	for _, p := range d.Params {
		for _, id := range modules.BoundNames(p.Name) {
			w.bind(id.Name, binding{})
			list = append(list, id.Name)
		}
	}
	if len(list) > 0 && !w.bare {
		last := len(w.typeScopes) - 1
		w.typeScopes[last] = w.s.typing().eval.Hiding(w.typeScopes[last], list...)
	}
}

func (w *templateWalker) inDirective(d *syntax.Directive) {
	w.expression(d.ArgX)
	if d.Body != nil {
		for _, s := range d.Body {
			w.expression(s)
		}
	} else if !d.Short {
		w.expression(d.X)
	}
}

// uses makes the uses that a tag is.
func (w *templateWalker) uses(t *syntax.Tag) (list []*use) {
	for _, f := range w.targets(t) {
		u := w.site(f.to, site.Element, t, t.Open, nil)
		u.site.Found = f.how
		u.element = f.how == foundTag
		u.outer = len(w.kept) == 0
		// What a component is given and does not declare falls through to its root.
		u.rest = u.rest || w.file != nil && len(w.kept) == 0 && w.alone()
		list = append(list, u)
	}
	return list
}

// alone reports whether the component has one root, to which attributes fall through.
func (w *templateWalker) alone() bool {
	roots := 0
	for _, n := range w.file.module.File.Markup.Nodes {
		if t, ok := n.(*syntax.Tag); ok && t.Directive("else") == nil && t.Directive("else-if") == nil {
			roots++
		}
	}
	return roots == 1 && !strings.Contains(w.m.Source, "inheritAttrs: false")
}

// found is a target with how its name was found; "" for an import.
type foundTarget struct {
	to  target
	how string
}

// targets finds the components that a tag may stand for.
func (w *templateWalker) targets(t *syntax.Tag) []foundTarget {
	if t.Name == "component" || t.Name == "Component" {
		if a := t.Attr("is"); a != nil && a.HasValue {
			return w.named(a.Text, w.m.Place(t))
		}
		for _, a := range t.Attrs {
			d := a.Directive
			if d == nil || d.Name != "bind" || d.Arg != "is" || d.X == nil {
				continue
			}
			if v, ok := literal(d.X); ok {
				if name, ok := v.V.(string); ok {
					return w.named(name, w.m.Place(t))
				}
			}
			var list []foundTarget
			values, all := w.mayBe(d.X, 0)
			for _, v := range values {
				if name, ok := v.V.(string); ok {
					list = append(list, w.named(name, w.m.Place(t))...)
				}
			}
			if !w.bare {
				for _, to := range w.tagTargets(d.X) {
					list = append(list, foundTarget{to: to})
				}
			}
			if len(list) == 0 && !all {
				w.s.unreadTag(w.m.Place(t), "which component is drawn here is computed: "+w.text(d.X))
			}
			return list
		}
		return nil
	}
	return w.named(t.Name, w.m.Place(t))
}

// named finds the component that a name stands for in a template.
func (w *templateWalker) named(name string, at place.Place) []foundTarget {
	if strings.Contains(name, ".") && !w.bare { // Timetable.Row
		x := syntax.Expr(&syntax.Ident{Name: name[:strings.IndexByte(name, '.')]})
		for _, part := range strings.Split(name, ".")[1:] {
			x = &syntax.Member{X: x, Name: &syntax.Ident{Name: part}}
		}
		if to, ok := w.resolve(x); ok {
			return []foundTarget{{to: to}}
		}
		return nil
	}
	if w.file != nil {
		for registered, x := range w.file.registered {
			if sameComponent(registered, name) {
				module := &walker{s: w.s, m: w.m}
				module.push()
				if to, ok := module.resolveComponent(x); ok {
					return []foundTarget{{to: to, how: ""}}
				}
				return nil
			}
		}
		if !w.bare {
			for _, spelled := range []string{name, names.Camel(name), names.UpperFirst(names.Camel(name))} {
				if to, ok := w.resolve(&syntax.Ident{Name: spelled}); ok && to.name != "*" {
					return []foundTarget{{to: to}}
				}
				if base := path.Base(w.m.Path); strings.TrimSuffix(base, path.Ext(base)) == spelled {
					return nil // it draws itself, by the name of its file
				}
				if _, ok := w.m.Imports.Find(spelled); ok {
					return nil // of a package that is not asked for, or by an alias that is not known
				}
			}
		}
	}
	return w.s.byPlace(w.m, name, at)
}

// sameComponent reports whether Vue takes two spellings for one component.
func sameComponent(registered, used string) bool {
	return registered == used || names.UpperFirst(names.Camel(registered)) == names.UpperFirst(names.Camel(used))
}

// resolveComponent resolves a name, or what a component is loaded by.
func (w *walker) resolveComponent(x syntax.Expr) (target, bool) {
	if to, ok := w.resolve(x); ok {
		return to, ok
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Func: // () => import('x')
		return w.loaded(x)
	case *syntax.Call:
		if lastName(x.Fun) == "defineAsyncComponent" || lastName(x.Fun) == "require" {
			return w.loaded(x)
		}
	case *syntax.Ident:
		// A single-file component of the app.
		if sym, ok := w.s.set.Local(w.m, x.Name); ok && !sym.External() && sym.Module != nil {
			if _, file := sym.Node.(*syntax.File); file {
				return target{local: sym.Module.Path + "#default"}, true
			}
		}
	}
	return target{}, false
}

// attribute notes one attribute of a use.
func (w *templateWalker) attribute(u *use, t *syntax.Tag, a *syntax.Attribute) {
	at := w.m.Place(a)
	at.Span = nil
	d := a.Directive
	if d == nil {
		switch {
		case a.Foreign:
			u.add(vueProp, site.Given{Spelled: names.Camel(a.Name), Expression: w.text(a), At: at})
		case u.element && strings.HasPrefix(a.Name, "on"):
			u.add(vueEvent, site.Given{Spelled: a.Name[2:], Expression: a.Text, Takes: &site.Takes{Unknown: true}, At: at})
		case a.Name == "slot" || a.Name == "is" && t.Name == "component" || strings.HasPrefix(a.Name, "v-"):
		case a.Name == "ref":
			u.add(vueProp, site.Given{Spelled: "ref", Expression: a.Text, Takes: w.reachedThrough(a.Text), At: at})
		case a.Name != "key":
			v := site.Value{V: a.Text}
			if !a.HasValue {
				v.V = true
			}
			u.add(vueProp, site.Given{Spelled: u.spelled(a.Name), Literal: &v, At: at})
		}
		return
	}
	switch d.Name {
	case "bind":
		w.bound(u, t, a, at)
	case "on":
		w.listener(u, a, at)
	case "model":
		name := d.Arg
		value, event := name, "update:"+name
		if name == "" {
			value, event = "modelValue", "update:modelValue"
			if w.s.vue2() {
				value, event = "value", "input"
			}
		}
		if w.page {
			return
		}
		g := site.Given{Spelled: names.Camel(value), At: at}
		if d.X != nil {
			w.given(&g, d.X)
		}
		w.forwardedAs(u, value, d.X)
		u.add(vueProp, g)
		// What the event brings is put into the value whole.
		u.add(vueEvent, site.Given{Spelled: event, Takes: &site.Takes{Params: []site.Taken{{Position: 1, All: true}}}, At: at})
	}
}

// spelled is how a member is spelled that an attribute gives: a custom element has
// attributes of its own, a component props, for which Vue takes hyphens for capitals.
func (u *use) spelled(name string) string {
	if u.element {
		return name
	}
	return names.Camel(name)
}

// bound notes :x="…" and v-bind="…".
func (w *templateWalker) bound(u *use, t *syntax.Tag, a *syntax.Attribute, at place.Place) {
	d := a.Directive
	switch {
	case d.ArgX != nil:
		u.site.Props = append(u.site.Props, site.Given{Spread: w.text(a), Open: true, At: at})
	case d.Arg == "key" || d.Arg == "is" && (t.Name == "component" || t.Name == "Component"):
	case d.Arg != "":
		g := site.Given{Spelled: u.spelled(d.Arg), At: at}
		if d.X == nil {
			g.Expression = w.text(a)
		} else {
			w.given(&g, d.X)
			w.forwardedAs(u, g.Spelled, d.X)
		}
		if g.Spelled == "ref" {
			g.Takes = &site.Takes{Unknown: true}
		}
		u.add(vueProp, g)
		if slices.Contains(d.Modifiers, "sync") {
			u.add(vueEvent, site.Given{Spelled: "update:" + names.Camel(d.Arg), Takes: &site.Takes{Params: []site.Taken{{Position: 1, All: true}}}, At: at})
		}
	case d.X != nil:
		w.spreadOf(u, d.X, a, at)
	}
}

// spreadOf notes v-bind="record".
func (w *templateWalker) spreadOf(u *use, x syntax.Expr, a *syntax.Attribute, at place.Place) {
	g := site.Given{Spread: w.text(x), Open: true, At: at}
	switch lastName(x) {
	case "$attrs":
		u.rest = true
		u.site.Props = append(u.site.Props, g)
		return
	case "$props":
		u.whole = true
		u.site.Props = append(u.site.Props, g)
		return
	}
	if id, ok := syntax.Bare(x).(*syntax.Ident); ok {
		if b, ok := w.lookup(id.Name); ok {
			if b.props {
				u.whole = true
			}
			if b.value != nil {
				x = b.value
			}
		}
	}
	if o, ok := syntax.Bare(x).(*syntax.Object); ok {
		w.record(&g, o)
		for i := range g.Keys {
			g.Keys[i] = names.Camel(g.Keys[i])
		}
	} else if !w.bare && !u.whole {
		w.carried(&g, x)
		if len(g.Keys) == 1 && g.Keys[0] == "value" { // a ref, which templates take the value out of: what that holds is not known
			g.Keys, g.Perhaps, g.Holds, g.Open = nil, nil, nil, true
		}
	}
	u.site.Props = append(u.site.Props, g)
}

// given describes what an expression gives.
func (w *templateWalker) given(g *site.Given, x syntax.Expr) {
	if v, ok := literal(x); ok {
		g.Literal = &v
		return
	}
	if id, ok := syntax.Bare(x).(*syntax.Ident); ok {
		if id.Name == "undefined" {
			g.Expression = "undefined"
			return
		}
		if bound, ok := w.lookup(id.Name); ok && bound.value != nil {
			if v, ok := literal(bound.value); ok {
				g.MayBe, g.All = []site.Value{v}, !bound.loose
			}
		}
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Func:
		g.Takes = w.takes(x)
	case *syntax.Object:
		w.record(g, x)
	}
	if values, all := w.mayBe(x, 0); len(values) > 0 && g.MayBe == nil {
		g.MayBe, g.All = values, all
	}
	g.Expression = w.text(x)
	if !w.bare {
		w.describe(g, x)
	}
}

// forwardedAs notes that a use hands on a prop of the component it stands in.
func (w *templateWalker) forwardedAs(u *use, spelled string, x syntax.Expr) {
	if w.within == "" || x == nil {
		return
	}
	prop := w.propBehind(x)
	if prop == "" {
		if m, ok := syntax.Bare(x).(*syntax.Member); ok && lastName(m.X) == "$props" {
			prop = lastName(m)
		}
	}
	if prop != "" {
		u.hand(spelled, prop)
	}
}

func (u *use) hand(to, from string) {
	if u.forward == nil {
		u.forward = map[string]string{}
	}
	u.forward[to] = from
}

// listener notes @x="…".
func (w *templateWalker) listener(u *use, a *syntax.Attribute, at place.Place) {
	d := a.Directive
	if slices.Contains(d.Modifiers, "native") {
		return // of the element, whatever the component sends
	}
	if d.Arg == "" {
		if d.ArgX == nil && d.X == nil {
			return
		}
		g := site.Given{Spread: w.text(a), Open: true, At: at}
		if o, ok := syntax.Bare(d.X).(*syntax.Object); ok && d.ArgX == nil {
			g.Open = false
			for _, p := range o.Props {
				if name, ok := syntax.KeyName(p.Key); ok && p.Value != nil {
					u.add(vueEvent, site.Given{Spelled: name, Expression: w.text(p.Value), Takes: w.handled(p.Value), At: at})
				} else {
					g.Open = true
				}
			}
			if !g.Open {
				return
			}
		}
		u.site.Events = append(u.site.Events, g)
		return
	}
	g := site.Given{Spelled: d.Arg, At: at}
	switch {
	case d.X != nil:
		g.Expression = w.text(d.X)
		if g.Takes = w.handled(d.X); u.element {
			g.Takes = w.detailTaken(d.X)
		}
		if call, ok := syntax.Bare(d.X).(*syntax.Call); ok && w.events[lastName(call.Fun)] && len(call.Args) > 0 {
			if v, ok := literal(call.Args[0]); ok {
				if name, ok := v.V.(string); ok {
					u.hand("@"+d.Arg, "@"+name)
				}
			}
		}
	case len(d.Body) > 0:
		g.Expression = strings.Join(strings.Fields(a.Text), " ")
		g.Takes = w.takesIn(asNodes(d.Body)...)
	default:
		g.Takes = &site.Takes{Params: []site.Taken{}}
	}
	u.add(vueEvent, g)
}

// handled says what a handler takes: of a function its parameters, of statements what
// they do with $event.
func (w *templateWalker) handled(x syntax.Expr) *site.Takes {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Func:
		return w.takes(x)
	case *syntax.Ident:
		if fn := w.method(x.Name); fn != nil {
			return w.takes(fn)
		}
		if w.bare {
			return &site.Takes{Unknown: true}
		}
		return w.takesElsewhere(x)
	case *syntax.Member:
		return &site.Takes{Unknown: true}
	}
	return w.takesIn(x)
}

// method finds a method of the component's options.
func (w *templateWalker) method(name string) (fn *syntax.Func) {
	if w.file == nil || w.file.setup {
		return nil
	}
	for _, stmt := range w.m.File.Body {
		syntax.Walk(stmt, func(n syntax.Node) bool {
			o, ok := n.(*syntax.Object)
			if !ok || fn != nil {
				return fn == nil
			}
			if p := o.Lookup("methods"); p != nil {
				if table, ok := syntax.Bare(p.Value).(*syntax.Object); ok {
					for _, m := range table.Props {
						if key, ok := syntax.KeyName(m.Key); ok && key == name {
							fn, _ = m.Value.(*syntax.Func)
						}
					}
				}
			}
			return fn == nil
		})
	}
	return fn
}

func asNodes[N syntax.Node](list []N) []syntax.Node {
	out := make([]syntax.Node, len(list))
	for i, n := range list {
		out[i] = n
	}
	return out
}

// takesIn says what statements of a template take of $event.
func (w *templateWalker) takesIn(list ...syntax.Node) *site.Takes {
	body := &syntax.Block{}
	for _, n := range list {
		switch n := n.(type) {
		case syntax.Stmt:
			body.Body = append(body.Body, n)
		case syntax.Expr:
			body.Body = append(body.Body, &syntax.ExprStmt{X: n})
		}
	}
	fields, all := fieldsUsed(&syntax.Func{Body: body}, "$event")
	if !all && len(fields) == 0 {
		return &site.Takes{Params: []site.Taken{}}
	}
	if all {
		fields = nil
	}
	return &site.Takes{Params: []site.Taken{{Position: 1, Fields: fields, All: all}}}
}

// reachedThrough says what the script takes of a template ref.
func (w *templateWalker) reachedThrough(name string) *site.Takes {
	if w.file == nil {
		return &site.Takes{Unknown: true}
	}
	fields := slices.Clone(w.file.refs[name])
	slices.Sort(fields)
	return &site.Takes{Params: []site.Taken{{Position: 1, Fields: slices.Compact(fields)}}}
}

// contents notes the slots that stand between the tags of a component.
func (w *templateWalker) contents(u *use, t *syntax.Tag) {
	if d := t.Directive("slot"); d != nil { // on the component itself: all of it is one slot
		w.fill(u, t, d, d, t.Nodes)
		return
	}
	var rest []syntax.Node
	for _, n := range t.Nodes {
		inner, ok := n.(*syntax.Tag)
		if !ok {
			if syntax.Shows(n) {
				rest = append(rest, n)
			}
			continue
		}
		scope := inner.Directive("slot-scope")
		if scope == nil {
			scope = inner.Directive("scope")
		}
		named := inner.Attr("slot")
		d := inner.Directive("slot")
		switch {
		case inner.Name == "template" && d != nil:
			w.fill(u, inner, d, d, inner.Nodes)
		case named != nil && !u.element || scope != nil:
			name := &syntax.Directive{Range: inner.Open, Name: "slot"}
			if named != nil {
				name.Arg, name.Range = named.Text, named.Range
			}
			w.fill(u, inner, name, scope, inner.Nodes)
		case named != nil:
			w.fill(u, inner, &syntax.Directive{Range: named.Range, Name: "slot", Arg: named.Text}, nil, inner.Nodes)
		default:
			rest = append(rest, inner)
		}
	}
	if len(rest) == 0 {
		return
	}
	w.fill(u, t, &syntax.Directive{Range: syntax.Between(rest[0].Pos(), rest[0].Stop()), Name: "slot"}, nil, rest)
}

// fill notes one slot with what its content takes.
func (w *templateWalker) fill(u *use, t *syntax.Tag, slot, data *syntax.Directive, content []syntax.Node) {
	at := w.m.Place(slot)
	at.Span = nil
	name := slot.Arg
	if slot.ArgX != nil {
		v, ok := literal(slot.ArgX)
		text, isText := v.V.(string)
		if !ok || !isText {
			w.s.unreadTag(at, "the name of the slot that is filled is computed: "+w.text(slot.ArgX))
			u.site.Slots = append(u.site.Slots, site.Given{Spread: w.text(slot.ArgX), Open: true, At: at})
			return
		}
		name = text
	}
	if name == "" {
		name = "default"
	}
	g := site.Given{Spelled: name, At: at}
	if len(content) == 1 {
		if words, ok := content[0].(*syntax.Words); ok {
			g.Literal = &site.Value{V: oneLine(words.Text)}
		}
	}
	switch {
	case data != nil && len(data.Params) > 0:
		g.Takes = takenBy(data.Params, content)
	case !u.element:
		g.Takes = &site.Takes{Params: []site.Taken{}} // nothing of what it is given
	}
	for _, n := range content { // <template #note><slot name="note" /></template>
		if s, ok := n.(*syntax.Tag); ok && s.Name == "slot" && w.within != "" {
			from := "default"
			if a := s.Attr("name"); a != nil {
				from = a.Text
			}
			u.hand("#"+name, "#"+from)
		}
	}
	u.add(vueSlot, g)
}

// takenBy says what content takes of the record that a slot gives.
func takenBy(params []*syntax.Param, content []syntax.Node) *site.Takes {
	taken := site.Taken{Position: 1}
	switch p := params[0].Name.(type) {
	case *syntax.ObjectPattern:
		for _, field := range p.Props {
			name, ok := "", false
			if field.Key != nil {
				name, ok = syntax.KeyName(field.Key)
			}
			if field.Rest || !ok {
				taken.All = true
				continue
			}
			taken.Fields = append(taken.Fields, name)
		}
	case *syntax.Ident:
		body := &syntax.Block{}
		for _, n := range content {
			syntax.Walk(n, func(n syntax.Node) bool {
				switch n := n.(type) {
				case *syntax.Attribute:
					if d := n.Directive; d != nil {
						body.Body = append(body.Body, d.Body...)
						if d.Body == nil && d.X != nil {
							body.Body = append(body.Body, &syntax.ExprStmt{X: d.X})
						}
					}
					return false
				case *syntax.Interpolation:
					if n.X != nil {
						body.Body = append(body.Body, &syntax.ExprStmt{X: n.X})
					}
					return false
				}
				return true
			})
		}
		taken.Fields, taken.All = fieldsUsed(&syntax.Func{Body: body}, p.Name)
	default:
		taken.All = true
	}
	if taken.All {
		taken.Fields = nil
	}
	return &site.Takes{Params: []site.Taken{taken}}
}
