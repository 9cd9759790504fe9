// This file reads what a Vue component draws: slots with what they give, root,
// forwarded attributes, style hooks, the outline of the tree.

package reading

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// vueSlot is one slot before it is sorted into the contract.
type vueSlot struct {
	name     string // as spelled
	at       place.Place
	doc      doc
	gives    *contract.Payload // as drawn
	declared *contract.Payload // as its type tells
	fallback bool
	unsure   bool // what stands in its place is not told where it is drawn
	inLoop   bool
	drawn    bool // by a template, which tells all
	standings
}

// slot gives the slot of a name, which is made where it is new.
func (v *vueReading) slot(name string, at place.Place) *vueSlot {
	if name == "" {
		name = "default"
	}
	s := v.slots[name]
	if s == nil {
		s = &vueSlot{name: name, at: at}
		v.slots[name] = s
		v.order = append(v.order, name)
	}
	return s
}

// declaredSlots reads defineSlots and the option slots.
func (v *vueReading) declaredSlots() {
	for _, mac := range v.macros["defineSlots"] {
		if len(mac.call.TypeArgs) > 0 {
			v.slotsOf(v.r.eval.Type(mac.call.TypeArgs[0], v.scope))
		}
	}
	for _, o := range v.m.options {
		p := o.node.Lookup("slots")
		if p == nil {
			continue
		}
		if cast, ok := p.Value.(*syntax.Cast); ok && cast.Type != nil {
			of := v.r.eval.Type(cast.Type, evaluate.In(o.module))
			if inner, ok := v.r.eval.Part(of, "$ofSlots"); ok {
				of = inner
			}
			v.slotsOf(of)
		}
	}
}

// slotsOf reads slots from a type: a record of what each gives, or of functions that
// take it.
func (v *vueReading) slotsOf(of evaluate.Type) {
	shape := v.r.eval.Shape(of)
	for _, b := range shape.Bases {
		v.r.unread(v.r.rel(b.At), v.c.Component, "slots come from %s, which is not here", b.Name)
	}
	if shape.Open && len(shape.Members) == 0 {
		return // it may be any
	}
	for _, m := range shape.Members {
		if strings.HasPrefix(m.Name, "$") {
			continue
		}
		at := v.r.rel(m.At)
		if at.File == "" {
			at = *v.c.At
		}
		s := v.slot(m.Name, at)
		s.doc = v.r.doc(m.Doc)
		s.declared = slotPayload(unfolded(m.Type))
	}
}

// slotPayload is what a slot gives by its type: the record that a function takes, or a
// record itself.
func slotPayload(t types.Type) *contract.Payload {
	t = types.Without(orAny(t), types.Undefined, types.Null)
	if fn, loose := functionOf(t); fn != nil {
		if loose || len(fn.Params) == 0 {
			return &contract.Payload{}
		}
		return slotPayload(fn.Params[0].Type)
	}
	switch t := t.(type) {
	case *types.Object:
		return namedOf(t)
	case types.Basic:
		if t == types.Any || t == types.Unknown || t == types.Undefined || t == types.Never || t == types.Void {
			return &contract.Payload{}
		}
	case *types.Array:
		if isContent(t.Elem) {
			return &contract.Payload{}
		}
	case *types.Named:
		if t.Name == "Content" {
			return &contract.Payload{}
		}
	case *types.Union:
		var p *contract.Payload
		for _, m := range t.Members {
			o, ok := m.(*types.Object)
			if !ok {
				return &contract.Payload{Unknown: true}
			}
			p = joinGives(p, namedOf(o))
		}
		return p
	}
	return &contract.Payload{Unknown: true}
}

// slotCall notes a slot that the script reaches: drawn says that it is called.
func (v *vueReading) slotCall(name string, m *modules.Module, at syntax.Node, args []syntax.Expr, drawn bool) *vueSlot {
	s := v.slot(name, v.r.at(m, at))
	s.unsure = true
	if !drawn || len(args) == 0 {
		return s
	}
	switch x := syntax.Bare(args[0]).(type) {
	case *syntax.Object:
		p := &contract.Payload{}
		for _, prop := range x.Props {
			key, ok := syntax.KeyName(prop.Key)
			if prop.Kind == syntax.SpreadProperty || !ok || prop.Value == nil {
				v.r.unread(v.r.at(m, prop), v.c.Component, "what the slot %s gives is put together from other records", s.name)
				continue
			}
			p.Fields = append(p.Fields, contract.Field{Name: key, Type: contract.TypeOf(v.typeOf(m, prop.Value))})
		}
		s.gives = joinGives(s.gives, p)
	default:
		s.gives = joinGives(s.gives, v.givenWhole(m, args[0]))
	}
	return s
}

// givenWhole is what a slot gives that is handed one record whole.
func (v *vueReading) givenWhole(m *modules.Module, x syntax.Expr) *contract.Payload {
	if o, ok := v.typeOf(m, x).(*types.Object); ok {
		return namedOf(o)
	}
	return &contract.Payload{Unknown: true}
}

// joinGives brings together what a slot gives at several places: what is not given
// everywhere may be missing.
func joinGives(a, b *contract.Payload) *contract.Payload {
	switch {
	case a == nil:
		return b
	case b == nil:
		return a
	case a.Unknown || b.Unknown:
		return &contract.Payload{Unknown: true}
	}
	out := &contract.Payload{}
	find := func(p *contract.Payload, name string) *contract.Field {
		for i := range p.Fields {
			if p.Fields[i].Name == name {
				return &p.Fields[i]
			}
		}
		return nil
	}
	for _, f := range a.Fields {
		if other := find(b, f.Name); other == nil {
			f.Optional = true
		} else if !f.Type.Known() || !other.Type.Known() || !types.Equal(f.Type.T, other.Type.T) {
			f.Type = contract.Type{}
		}
		out.Fields = append(out.Fields, f)
	}
	for _, f := range b.Fields {
		if find(a, f.Name) == nil {
			f.Optional = true
			out.Fields = append(out.Fields, f)
		}
	}
	return out
}

// finishSlots sorts the slots into the contract.
func (v *vueReading) finishSlots() {
	for _, name := range v.order {
		s := v.slots[name]
		at := s.at
		x := &contract.Slot{Name: names.VueSlot(name), Spelled: contract.SpelledAs(name), Form: contract.FormContent, Origin: "own",
			Description: s.doc.text, Deprecated: s.doc.deprecated, At: &at}
		if p, both := v.fed[x.Name]; both {
			// The place is filled by content or by a prop of its name: each is a member.
			v.c.Slots = slices.DeleteFunc(v.c.Slots, func(s *contract.Slot) bool { return s.Name == x.Name && s.Type.Known() })
			at := p.at
			if v.c.Prop(x.Name) == nil {
				v.c.Props = append(v.c.Props, &contract.Prop{Name: x.Name, Spelled: contract.SpelledAs(p.name), Type: contract.TypeOf(p.of), Required: p.required, Default: p.fallback,
					Role: contract.RoleContent, Origin: p.origin, Description: p.doc.text, Deprecated: p.doc.deprecated, At: &at})
			}
		} else if v.c.Slot(x.Name) != nil {
			x.Name = name
		}
		x.Gives = s.gives
		if s.declared != nil && (!s.declared.Unknown || s.gives == nil) {
			x.Gives = s.declared
		}
		if x.Gives != nil && !x.Gives.Unknown && len(x.Gives.Fields) == 0 {
			x.Gives = nil
		}
		if x.Gives != nil {
			x.Form = contract.FormFunction
		}
		x.Fallback, x.InLoop = contract.FactOf(s.fallback), contract.FactOf(s.inLoop)
		if !s.drawn {
			x.InLoop = contract.Unknown
			if !s.fallback {
				x.Fallback = contract.Unknown
			}
		}
		switch {
		case s.always > 0:
			x.Conditional = contract.No
		case s.sometimes > 0 && s.elsewhere == 0 && s.drawn:
			x.Conditional = contract.Yes
		default:
			x.Conditional = contract.Unknown
		}
		v.c.Slots = append(v.c.Slots, x)
	}
}

// newDrawing makes what reads classes, styles and conditions: the props by the names
// that the component has for them, and what its script computes.
func (v *vueReading) newDrawing() *drawing {
	t := &taken{byName: map[string]*syntax.PatternProp{}}
	for spelled := range v.types {
		t.byName[spelled] = &syntax.PatternProp{Target: &syntax.Ident{Name: spelled}}
	}
	for local, spelled := range v.bound {
		if local != spelled {
			t.byName[spelled] = &syntax.PatternProp{Target: &syntax.Ident{Name: local}}
		}
	}
	t.props = "this"
	if len(v.props) > 0 {
		t.props = v.props[0]
	}
	m := &made{module: v.m.module, fn: &syntax.Func{}}
	if v.m.in != nil {
		m.module = v.m.in
	}
	d := newDrawing(v.r, m, t, v.c)
	d.scope = v.scope
	d.known = func(x syntax.Expr) types.Type { return v.typeOf(v.m.module, x) }
	local := func(name string, x syntax.Expr) {
		if x == nil {
			return
		}
		if call, ok := syntax.Bare(x).(*syntax.Call); ok && calledName(call) == "computed" && len(call.Args) > 0 {
			x = call.Args[0]
			if fn, ok := syntax.Bare(x).(*syntax.Func); ok {
				x = fn.X
				if fn.Body != nil {
					syntax.Returns(fn.Body, func(made syntax.Expr) { d.locals[name] = append(d.locals[name], bound{x: made}) })
					return
				}
			}
		}
		if fn, ok := syntax.Bare(x).(*syntax.Func); ok {
			d.funcs[name] = fn
			return
		}
		d.locals[name] = append(d.locals[name], bound{x: x})
	}
	body := func(n syntax.Node) {
		syntax.Walk(n, func(n syntax.Node) bool {
			switch n := n.(type) {
			case *syntax.Declarator:
				if id, ok := n.Name.(*syntax.Ident); ok && !macroNames[calledNameOf(n.Value)] {
					local(id.Name, n.Value)
				}
			case *syntax.FuncDecl:
				if n.Func.Name != nil {
					d.funcs[n.Func.Name.Name] = n.Func
				}
			}
			return true
		})
	}
	if v.m.script != nil {
		for _, s := range v.m.script.Body {
			body(s)
		}
	}
	if v.m.fn != nil {
		body(v.m.fn)
	}
	for _, o := range v.m.options {
		for _, p := range o.node.Props {
			name, _ := syntax.KeyName(p.Key)
			if fn, ok := p.Value.(*syntax.Func); ok && (name == "setup" || name == "render") {
				body(fn)
			}
			if name != "computed" && name != "methods" {
				continue
			}
			table, _, ok := v.r.objectOf(o.module, p.Value, 0)
			if !ok {
				continue
			}
			for _, c := range table.Props {
				key, named := syntax.KeyName(c.Key)
				fn, isFunc := c.Value.(*syntax.Func)
				switch {
				case !named || !isFunc:
				case name == "methods":
					d.funcs["this."+key], d.funcs[key] = fn, fn
				case fn.Body != nil:
					syntax.Returns(fn.Body, func(made syntax.Expr) { d.locals[key] = append(d.locals[key], bound{x: made}) })
				case fn.X != nil:
					local(key, fn.X)
				}
			}
		}
	}
	return d
}

// calledNameOf is the name of what an expression calls, "" for no call.
func calledNameOf(x syntax.Expr) string {
	if call, ok := syntax.Bare(x).(*syntax.Call); ok {
		return calledName(call)
	}
	return ""
}

// draw reads what the component draws.
func (v *vueReading) draw() {
	v.drawing = v.newDrawing()
	switch {
	case v.m.markup != nil:
		v.drawTemplate()
	default:
		v.drawFunction()
	}
	for _, s := range v.m.module.File.Sections {
		if s.Name == "style" && v.m.in == v.m.module {
			v.drawing.hooks.inText(v.m.module.Source[s.Content.Pos():s.Content.Stop()])
		}
	}
	v.c.StyleHooks = v.drawing.hooks.hooks()
	v.drawing.flagsIn(v)
}

// templateWalk is one walk over a template.
type templateWalk struct {
	v      *vueReading
	script *vueWalk
	groups int // elements at the top, of which those of one condition count once
	nodes  int
	loops  int         // around where the walk stands
	inside int         // components around where the walk stands
	around []condition // on elements around where the walk stands
	roots  []*syntax.Tag
	passed bool // whether what is left over is put somewhere by hand
	open   bool // what stands at the top is not all known
}

// drawTemplate walks the template.
func (v *vueReading) drawTemplate() {
	v.inTemplate = true
	w := &templateWalk{v: v, script: &vueWalk{v: v, in: v.m.in, emit: map[string]bool{"$emit": true}, slots: map[string]bool{"$slots": true, "$scopedSlots": true},
		shows: map[string]bool{}, ctx: map[string]bool{}, self: map[string]bool{}}}
	v.attrs["$attrs"] = true
	for _, mac := range v.macros["defineEmits"] {
		if id, ok := mac.bound.(*syntax.Ident); ok {
			w.script.emit[id.Name] = true
		}
	}
	for _, mac := range v.macros["defineSlots"] {
		if id, ok := mac.bound.(*syntax.Ident); ok {
			w.script.slots[id.Name] = true
		}
	}
	// What a function of the options takes of its context, the template sees too.
	for _, o := range v.m.options {
		for _, p := range o.node.Props {
			if name, _ := syntax.KeyName(p.Key); name == "setup" {
				if fn, ok := p.Value.(*syntax.Func); ok && len(fn.Params) > 1 {
					w.script.context(fn.Params[1].Name)
				}
			}
		}
	}
	v.c.Inside = w.list(v.m.markup.Nodes, nil, true)
	if w.nodes > maxNodes {
		v.c.Inside = nil
		v.r.unread(*v.c.At, v.c.Component, "what %s draws is too large to be kept", v.c.Component)
	}
	w.root()
}

// conditionOf gives the word of the condition that an element stands under.
func conditionOf(t *syntax.Tag) (*syntax.Directive, string) {
	for _, word := range []string{"if", "else-if", "else"} {
		if d := t.Directive(word); d != nil {
			return d, word
		}
	}
	return nil, ""
}

// list outlines nodes that stand beside each other.
func (w *templateWalk) list(nodes []syntax.Node, when []condition, top bool) (out []contract.Outline) {
	var before []condition // what the elements before the next else were asked
	remark := ""
	for _, n := range nodes {
		switch n := n.(type) {
		case *syntax.Remark:
			remark = n.Text
			continue
		case *syntax.Words:
			if strings.TrimSpace(n.Text) != "" {
				remark = ""
				w.open = w.open || top
			}
			continue
		case *syntax.Interpolation:
			w.expression(n.X)
			w.open = w.open || top
			remark = ""
			continue
		case *syntax.Tag:
			here := when
			d, word := conditionOf(n)
			switch word {
			case "if":
				before = nil
				here = w.v.drawing.under(when, orNothing(d.X), true)
				before = w.v.drawing.split(nil, orNothing(d.X), false)
			case "else-if":
				here = w.v.drawing.under(append(slices.Clip(when), before...), orNothing(d.X), true)
				before = w.v.drawing.split(before, orNothing(d.X), false)
			case "else":
				here = append(slices.Clip(when), before...)
				before = nil
			default:
				before = nil
			}
			if top && (word == "" || word == "if") {
				w.groups++
			}
			if d != nil {
				w.expression(d.X)
			}
			out = append(out, w.tag(n, here, top, remark)...)
			remark = ""
		}
	}
	return out
}

// orNothing is x, or an expression that reads nothing.
func orNothing(x syntax.Expr) syntax.Expr {
	if x == nil {
		return &syntax.Bad{}
	}
	return x
}

// expression notes the events and slots in an expression of the template.
func (w *templateWalk) expression(x syntax.Node) {
	if x != nil {
		w.script.walk(x)
	}
}

// vueTransparent are the components of Vue that draw nothing of their own.
var vueTransparent = map[string]bool{"transition": true, "keepalive": true, "suspense": true, "teleport": true, "transitiongroup": true, "fragment": true, "clientonly": true}

func isTransparent(tag string) bool {
	return vueTransparent[strings.ToLower(strings.ReplaceAll(tag, "-", ""))]
}

// tag outlines an element with what stands in it.
func (w *templateWalk) tag(t *syntax.Tag, when []condition, top bool, remark string) []contract.Outline {
	w.nodes++
	v := w.v
	each := ""
	if d := t.Directive("for"); d != nil {
		w.expression(d.X)
		if d.X != nil {
			each = v.drawing.text(d.X)
		}
		w.loops++
		v.loops = append(v.loops, v.loopNames(d))
		defer func() {
			w.loops--
			v.loops = v.loops[:len(v.loops)-1]
		}()
		if top {
			w.groups++ // as many as there are
		}
	}
	for _, a := range t.Attrs {
		if d := a.Directive; d != nil && d.Name != "for" && d.Name != "if" && d.Name != "else-if" {
			if d.ArgX != nil {
				w.expression(d.ArgX)
			}
			for _, s := range d.Body {
				w.expression(s)
			}
			if d.Body == nil && d.X != nil {
				w.expression(d.X)
			}
		}
	}
	mark := func(list []contract.Outline) []contract.Outline {
		for i := range list {
			if list[i].Each == "" {
				list[i].Each = each
			}
		}
		return list
	}
	switch {
	case t.Name == "slot":
		return mark([]contract.Outline{w.slot(t, when, top, remark)})
	case t.Name == "template" && t.Directive("slot") == nil && t.Attr("slot") == nil && t.Directive("slot-scope") == nil && t.Directive("scope") == nil:
		if top && t.Directive("for") == nil {
			w.groups-- // what stands in it counts
		}
		return mark(w.list(t.Nodes, when, top))
	}
	bound := v.slotNames(t)
	if bound != nil {
		v.loops = append(v.loops, bound)
		defer func() { v.loops = v.loops[:len(v.loops)-1] }()
	}
	if t.Name == "template" {
		return mark(w.list(t.Nodes, when, false))
	}
	name, prop := w.nameOf(t)
	if isTransparent(name) && t.Attr("tag") == nil {
		w.attributes(t, name, false)
		if top {
			w.groups--
			w.open = w.open || strings.EqualFold(name, "teleport")
		}
		return mark(w.list(t.Nodes, when, top))
	}
	if top {
		w.roots = append(w.roots, t)
	}
	w.attributes(t, name, top)
	component := prop == "" && isVueComponent(t.Name)
	if component {
		w.inside++
	}
	// What stands in an element under a condition is not said again, but a slot there
	// stands under it all the same, unless the condition asks for that slot.
	around := w.around
	w.around = append(slices.Clip(around), when...)
	children := w.list(t.Nodes, nil, false)
	w.around = around
	if component {
		w.inside--
	}
	if prop != "" {
		name = "{" + prop + "}"
	}
	return mark([]contract.Outline{node(contract.Outline{Element: name, Children: children}, when)})
}

// isVueComponent reports whether a tag of a template is a component: it has a capital
// or a hyphen, as no element of HTML has.
func isVueComponent(tag string) bool {
	return names.MayBeComponent(tag) || strings.Contains(tag, "-") || strings.Contains(tag, ".")
}

// nameOf is what a tag draws: an element, a component by its name, or what a prop
// chooses.
func (w *templateWalk) nameOf(t *syntax.Tag) (name, prop string) {
	if t.Name == "component" || t.Name == "Component" {
		if a := t.Attr("is"); a != nil {
			return w.componentName(a.Text), ""
		}
		for _, a := range t.Attrs {
			if d := a.Directive; d != nil && d.Name == "bind" && d.Arg == "is" && d.X != nil {
				if value, ok := literalValue(d.X); ok {
					if s, ok := value.(string); ok {
						return w.componentName(s), ""
					}
				}
				list := w.v.drawing.props(d.X)
				if id := drawnName(d.X); id != "" && len(list) == 1 {
					return list[0], list[0]
				}
				if len(list) == 1 {
					return list[0], list[0]
				}
				return "{" + w.v.drawing.text(d.X) + "}", ""
			}
		}
	}
	return w.componentName(t.Name), ""
}

func (w *templateWalk) componentName(tag string) string {
	if strings.Contains(tag, "-") && !strings.Contains(tag, ".") {
		return names.UpperFirst(names.Camel(tag))
	}
	return tag
}

// loopNames are the types of what a loop binds.
func (v *vueReading) loopNames(d *syntax.Directive) map[string]types.Type {
	bound := map[string]types.Type{}
	var of types.Type
	if d.X != nil {
		switch list := v.typeOf(v.m.module, d.X).(type) {
		case *types.Array:
			of = list.Elem
		case types.Basic:
			if list == types.Number {
				of = types.Number
			}
		}
	}
	for i, p := range d.Params {
		for _, id := range modules.BoundNames(p.Name) {
			bound[id.Name] = nil
		}
		id, plain := p.Name.(*syntax.Ident)
		switch {
		case plain && i == 0:
			bound[id.Name] = of
		case plain && of != nil:
			bound[id.Name] = types.Number // where it stands in the list
		}
		if o, ok := p.Name.(*syntax.ObjectPattern); ok && i == 0 {
			record, isRecord := of.(*types.Object)
			for _, field := range o.Props {
				key, named := syntax.KeyName(field.Key)
				id, plain := field.Target.(*syntax.Ident)
				if !named || !plain || field.Rest || !isRecord {
					continue
				}
				for _, f := range record.Fields {
					if f.Name == key {
						bound[id.Name] = f.Type
					}
				}
			}
		}
	}
	return bound
}

// slotNames are the names that take what another component's slot gives; nil for none.
func (v *vueReading) slotNames(t *syntax.Tag) map[string]types.Type {
	var bound map[string]types.Type
	for _, word := range []string{"slot", "slot-scope", "scope"} {
		if d := t.Directive(word); d != nil {
			for _, p := range d.Params {
				for _, id := range modules.BoundNames(p.Name) {
					if bound == nil {
						bound = map[string]types.Type{}
					}
					bound[id.Name] = nil
				}
			}
		}
	}
	return bound
}

// slot outlines a place that the app fills.
func (w *templateWalk) slot(t *syntax.Tag, when []condition, top bool, remark string) contract.Outline {
	v := w.v
	at := v.r.at(v.m.in, t)
	at.Span = nil
	var list []string
	gives := &contract.Payload{}
	name := "default"
	for _, a := range t.Attrs {
		d := a.Directive
		switch {
		case d == nil && a.Name == "name":
			name = a.Text
		case d == nil && a.Name != "slot" && a.Name != "key" && a.Name != "ref":
			gives.Fields = append(gives.Fields, contract.Field{Name: names.Camel(a.Name), Type: contract.TypeOf(types.String)})
		case d == nil || d.Name != "bind":
		case d.Arg == "name":
			name = ""
			if text, ok := v.eventName(v.m.in, orNothing(d.X)); ok {
				name = text
			} else if values, open, ok := types.Values(orAny(v.typeOf(v.m.module, orNothing(d.X)))); ok && !open && len(values) <= maxClasses {
				for _, value := range values {
					list = append(list, value.Text())
				}
			} else {
				v.r.unread(at, v.c.Component, "the name of a slot is computed: %s", v.drawing.text(a))
			}
		case d.Arg == "key" || d.Arg == "ref" || d.Arg == "is":
		case d.Arg != "":
			field := d.Arg
			if !slices.Contains(d.Modifiers, "camel") {
				field = names.Camel(field)
			}
			gives.Fields = append(gives.Fields, contract.Field{Name: field, Type: contract.TypeOf(v.typeOf(v.m.module, orNothing(d.X)))})
		case d.ArgX != nil:
			v.r.unread(at, v.c.Component, "the name of what a slot gives is computed")
		case d.X != nil: // v-bind="record"
			if o, ok := syntax.Bare(d.X).(*syntax.Object); ok {
				for _, p := range o.Props {
					if key, ok := syntax.KeyName(p.Key); ok && p.Kind != syntax.SpreadProperty && p.Value != nil {
						gives.Fields = append(gives.Fields, contract.Field{Name: key, Type: contract.TypeOf(v.typeOf(v.m.module, p.Value))})
					} else {
						v.r.unread(at, v.c.Component, "what the slot %s gives is put together from other records", name)
					}
				}
				continue
			}
			whole := v.givenWhole(v.m.module, d.X)
			if whole.Unknown {
				if len(gives.Fields) == 0 {
					gives = whole
				}
				v.r.unread(at, v.c.Component, "what the slot %s gives stands in a record that is not understood: %s", name, v.drawing.text(d.X))
			} else if !gives.Unknown {
				gives.Fields = append(gives.Fields, whole.Fields...)
			}
		}
	}
	if name != "" {
		list = append(list, name)
	}
	fallback := w.list(t.Nodes, nil, false)
	filled := len(fallback) > 0 || slices.ContainsFunc(t.Nodes, syntax.Shows)
	for i := range fallback {
		fallback[i].Fallback = true
	}
	for _, name := range list {
		s := v.slot(name, at)
		s.drawn = true
		s.fallback = s.fallback || filled
		s.inLoop = s.inLoop || w.loops > 0
		if remark != "" && s.doc.text == "" {
			s.doc = v.r.doc(remark)
		}
		s.gives = joinGives(s.gives, gives)
		free := true
		for _, c := range append(slices.Clip(w.around), when...) {
			if !w.asksFor(c.x, name) {
				free = false
			}
		}
		switch {
		case w.inside > 0:
			s.elsewhere++
		case free:
			s.always++
		default:
			s.sometimes++
		}
	}
	if top {
		w.open = true
	}
	o := node(contract.Outline{Slot: names.VueSlot(name), Children: fallback}, when)
	if name == "" {
		o.Slot = strings.Join(list, ", ")
	}
	return o
}

// asksFor reports whether a condition asks for a slot: it does not stand in its way.
func (w *templateWalk) asksFor(x syntax.Expr, slot string) bool {
	found := false
	syntax.Walk(x, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Member:
			id, ok := n.Name.(*syntax.Ident)
			found = found || ok && id.Name == slot && w.script.holdsSlots(n.X)
		case *syntax.Index:
			if value, ok := literalValue(n.Key); ok && value == any(slot) {
				found = found || w.script.holdsSlots(n.X)
			}
		}
		return !found
	})
	return found
}

// attributes reads the style hooks of a tag, and what is left over that is put on it.
func (w *templateWalk) attributes(t *syntax.Tag, name string, top bool) {
	d := w.v.drawing
	for _, a := range t.Attrs {
		dir := a.Directive
		switch {
		case dir == nil && a.Name == "class":
			d.tokens([]string{a.Text}, nil, nil)
		case dir == nil && strings.HasPrefix(a.Name, "data-"):
			d.hooks.add("data", a.Name, nil)
		case dir == nil && a.Name == "style":
			d.hooks.inText(a.Text)
		case dir == nil || dir.Name != "bind":
		case dir.Arg == "class":
			d.classes(dir.X, nil, 0)
		case dir.Arg == "style":
			d.style(dir.X, 0)
		case strings.HasPrefix(dir.Arg, "data-"):
			d.hooks.add("data", dir.Arg, d.props(orNothing(dir.X)))
		case dir.Arg == "" && dir.ArgX == nil && dir.X != nil:
			if w.v.leftOver(dir.X) {
				w.passed = true
				to := "inner"
				if top {
					to = "root"
				}
				w.v.c.PassThrough.To = append(w.v.c.PassThrough.To, contract.Forward{To: to, Element: name})
			} else if o, ok := syntax.Bare(dir.X).(*syntax.Object); ok {
				d.spread(o)
			}
		}
	}
}

// leftOver reports whether an expression holds the attributes that are no props.
func (v *vueReading) leftOver(x syntax.Expr) bool {
	found := false
	syntax.Walk(x, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Ident:
			found = found || v.attrs[n.Name]
		case *syntax.Member:
			if id, ok := n.Name.(*syntax.Ident); ok && id.Name == "$attrs" {
				found = true
			}
			return v.leftOver(n.X) && !found // a single one of them is no pass-through
		}
		return !found
	})
	if m, ok := syntax.Bare(x).(*syntax.Member); ok {
		id, named := m.Name.(*syntax.Ident)
		return named && (id.Name == "$attrs" || id.Name == "attrs")
	}
	return found
}

// root says what the outermost elements are, and where attributes go that are no
// props.
func (w *templateWalk) root() {
	v := w.v
	var elements []string
	chosenBy := ""
	for _, t := range w.roots {
		name, prop := w.nameOf(t)
		if prop != "" {
			chosenBy = prop
			continue
		}
		if strings.HasPrefix(name, "{") {
			w.open = true
			continue
		}
		if !slices.Contains(elements, name) {
			elements = append(elements, name)
		}
	}
	v.setRoot(elements, chosenBy, w.open)
	if w.passed || v.optionValue("inheritAttrs") == false || w.groups != 1 {
		return
	}
	v.fallThrough()
}

// setRoot fills in the root. One that is nothing but a slot draws nothing of its own.
func (v *vueReading) setRoot(elements []string, chosenBy string, open bool) {
	if chosenBy != "" {
		v.r.chosen(v.c, nil, chosenBy, &elements)
	}
	switch {
	case len(elements) == 0 && chosenBy == "" && open && len(v.slots) > 0 && len(v.c.Inside) > 0 && !slices.ContainsFunc(v.c.Inside, func(o contract.Outline) bool { return o.Slot == "" }):
		v.c.Root = contract.Root{None: true}
	case len(elements) == 0 || open && chosenBy == "" && len(elements) == 0:
		v.c.Root = contract.Root{}
	default:
		v.c.Root = contract.Root{Known: true, Elements: elements, ChosenBy: v.c.Root.ChosenBy, Among: v.c.Root.Among}
	}
}

// fallThrough says that what is left over goes to the root, as Vue does where nobody
// says otherwise.
func (v *vueReading) fallThrough() {
	f := contract.Forward{To: "root"}
	f.Element = v.c.Root.First()
	if v.c.Root.None || !v.c.Root.Known {
		return
	}
	v.c.PassThrough.To = append(v.c.PassThrough.To, f)
}

// drawFunction reads what a render function draws, or the function that setup gives
// back.
func (v *vueReading) drawFunction() {
	d := v.drawing
	fns := v.renderers()
	if len(fns) == 0 {
		if v.m.script == nil && len(v.m.options) == 0 {
			v.c.PassThrough.Unknown = true
		}
		return
	}
	for name := range v.slots {
		x := &contract.Slot{Name: name, Spelled: contract.SpelledAs(name), Form: contract.FormContent}
		d.where[name] = &standings{}
		for _, holder := range []string{"slots", "this.$slots", "ctx.slots", "$slots"} {
			d.slots[holder+"."+name] = x
		}
	}
	var list []contract.Outline
	for _, fn := range fns {
		d.m.fn = fn
		list = append(list, d.function(fn, nil, 0)...)
	}
	v.c.Inside = list
	if d.steps > maxSteps || d.nodes > maxNodes {
		v.c.Inside = nil
		v.r.unread(*v.c.At, v.c.Component, "what %s draws is too large to be followed to the end", v.c.Component)
	}
	for name, s := range v.slots {
		if w := d.where[name]; w != nil {
			d.settle(name)
			s.standings = *w
			s.drawn = w.always+w.sometimes > 0 && w.elsewhere == 0
			s.fallback = s.fallback || v.standsIn(fns, name)
			s.inLoop = s.inLoop || looped(list, name, false)
		}
	}
	var elements []string
	chosenBy, open := "", false
	for _, o := range list {
		switch {
		case o.Slot != "":
			open = true
		case strings.HasPrefix(o.Element, "{"):
			chosenBy = v.canonical(strings.Trim(o.Element, "{}"))
			if v.c.Prop(chosenBy) == nil {
				chosenBy, open = "", true
			}
		case o.Element == "" || o.Element == "Fragment":
			open = true
		case !slices.Contains(elements, o.Element):
			elements = append(elements, o.Element)
		}
	}
	v.setRoot(elements, chosenBy, open)
	passed := false
	for _, fn := range fns {
		syntax.Walk(fn, func(n syntax.Node) bool {
			name := ""
			switch n := n.(type) {
			case *syntax.Element:
				for _, a := range n.Attrs {
					if a.Spread && v.leftOver(a.Value) {
						name = tagName(n)
					}
				}
			case *syntax.Call:
				if vueElementCall(n) && len(n.Args) > 1 && v.leftOver(n.Args[1]) {
					if value, ok := literalValue(n.Args[0]); ok {
						name, _ = value.(string)
					} else {
						name = drawnName(n.Args[0])
					}
				}
			}
			if name != "" {
				passed = true
				to := "inner"
				if slices.Contains(v.c.Root.Elements, name) {
					to = "root"
				}
				v.c.PassThrough.To = append(v.c.PassThrough.To, contract.Forward{To: to, Element: name})
			}
			return true
		})
	}
	if !passed && v.optionValue("inheritAttrs") != false && len(list) > 0 {
		v.fallThrough()
	}
	if len(list) == 0 {
		v.c.PassThrough.Unknown = true
	}
}

// standsIn reports whether functions that draw show something in place of a slot that
// is not filled.
func (v *vueReading) standsIn(fns []*syntax.Func, slot string) bool {
	found := false
	is := func(x syntax.Expr) bool {
		name := drawnName(x)
		s := v.drawing.slots[name]
		return s != nil && s.Name == slot
	}
	for _, fn := range fns {
		syntax.Walk(fn, func(n syntax.Node) bool {
			switch n := n.(type) {
			case *syntax.Binary:
				found = found || (n.Op == "??" || n.Op == "||") && is(n.X) && draws(n.Y)
			case *syntax.Conditional:
				s := v.drawing.slots[tested(n.If)]
				if s != nil && s.Name == slot {
					name := tested(n.If)
					found = found || draws(n.Else) && holdsName(n.Then, name) || draws(n.Then) && holdsName(n.Else, name)
				}
			}
			return !found
		})
	}
	return found
}

// looped reports whether a slot is drawn for each of several.
func looped(list []contract.Outline, slot string, each bool) bool {
	return slices.ContainsFunc(list, func(o contract.Outline) bool {
		in := each || o.Each != ""
		return o.Slot == slot && in || looped(o.Children, slot, in)
	})
}

// renderers are the functions that draw: render, what setup gives back, the component
// itself.
func (v *vueReading) renderers() (list []*syntax.Func) {
	inner := func(fn *syntax.Func) {
		add := func(x syntax.Expr) {
			if made, ok := syntax.Bare(x).(*syntax.Func); ok && drawsOrSlots(made) {
				list = append(list, made)
			} else if id, ok := syntax.Bare(x).(*syntax.Ident); ok {
				if made := v.drawing.funcs[id.Name]; made != nil {
					list = append(list, made)
				}
			}
		}
		if fn.X != nil {
			add(fn.X)
		}
		if fn.Body != nil {
			syntax.Returns(fn.Body, add)
		}
	}
	if fn := v.m.fn; fn != nil {
		inner(fn)
		if len(list) == 0 {
			return []*syntax.Func{fn}
		}
		return list
	}
	for _, o := range v.m.options {
		for _, p := range o.node.Props {
			name, _ := syntax.KeyName(p.Key)
			fn, ok := p.Value.(*syntax.Func)
			if !ok || len(list) > 0 {
				continue
			}
			switch name {
			case "render":
				list = append(list, fn)
			case "setup":
				inner(fn)
			}
		}
	}
	return list
}

// drawsOrSlots reports whether a function draws, elements or slots.
func drawsOrSlots(fn *syntax.Func) bool {
	found := drawsVue(fn)
	syntax.Walk(fn, func(n syntax.Node) bool {
		if call, ok := n.(*syntax.Call); ok {
			if m, ok := call.Fun.(*syntax.Member); ok {
				name := drawnName(m.X)
				found = found || name == "slots" || strings.HasSuffix(name, ".slots") || strings.HasSuffix(name, "$slots")
			}
		}
		return !found
	})
	return found
}

// flagsIn finds the flags that decide whether a region is drawn and nothing else.
func (d *drawing) flagsIn(v *vueReading) {
	if v.m.markup == nil {
		return
	}
	reads := map[string]int{}
	count := func(n syntax.Node) {
		for _, name := range d.names(n) {
			reads[name]++
		}
	}
	syntax.Walk(v.m.markup, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Attribute:
			if n.Directive != nil && n.Directive.X != nil {
				count(n.Directive.X)
				return false
			}
		case *syntax.Interpolation:
			if n.X != nil {
				count(n.X)
			}
		}
		return true
	})
	if v.m.script != nil {
		for _, s := range v.m.script.Body {
			count(s)
		}
	}
	for _, o := range v.m.options {
		count(o.node)
	}
	for _, p := range v.c.Props {
		if p.Role == "" && p.Type.Known() && types.Without(p.Type.T, types.Undefined) == types.Type(types.Boolean) {
			if n := d.region[p.Spelled.Name]; n > 0 && n == reads[p.Spelled.Name] {
				p.Role = contract.RoleContent
			}
		}
	}
}
