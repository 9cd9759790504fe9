// This file reads what the script of a Vue component does: which events it sends,
// which slots it draws, what it provides, needs and exposes.

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
	"steadysocket/core/vue"
)

// vueEventKey is what an event is known by, however it is spelled: Vue hears fareTag,
// fare-tag and the prop onFareTag as one.
func vueEventKey(spelled string) string {
	if rest, ok := strings.CutPrefix(spelled, "on"); ok && rest != "" && names.LowerFirst(rest) != rest {
		spelled = names.LowerFirst(rest)
	}
	return names.Camel(spelled)
}

// emit notes an event that the component sends. payload is nil where nothing is known
// of it; what is known first stays.
func (v *vueReading) emit(spelled string, at place.Place, payload *contract.Payload) *contract.Event {
	key := vueEventKey(spelled)
	e := v.emits[key]
	if e == nil {
		name := names.VueEvent(spelled)
		if v.c.Event(name) != nil {
			name = names.Camel(strings.ReplaceAll(spelled, ":", "-"))
		}
		e = &contract.Event{Name: name, Spelled: contract.SpelledAs(spelled), Origin: "own", At: &at, Payload: &contract.Payload{Unknown: true}}
		v.emits[key] = e
		v.c.Events = append(v.c.Events, e)
	}
	if payload != nil && e.Payload.Unknown {
		e.Payload = payload
	}
	return e
}

// declaredEvents reads emits and defineEmits.
func (v *vueReading) declaredEvents() {
	for _, mac := range v.macros["defineEmits"] {
		if len(mac.call.TypeArgs) > 0 {
			v.eventsOf(v.r.eval.Type(mac.call.TypeArgs[0], v.scope), v.r.at(v.m.module, mac.call))
		} else if len(mac.call.Args) > 0 {
			v.eventTable(v.m.module, mac.call.Args[0], 0)
		}
	}
	for _, o := range v.m.options {
		if p := o.node.Lookup("emits"); p != nil && p.Value != nil {
			v.eventTable(o.module, p.Value, 0)
		}
	}
	if v.m.class != nil {
		for _, member := range v.m.class.Members {
			for _, d := range member.Decorators {
				if decoratorName(d) == "Emit" {
					v.emitted(member, d)
				}
			}
		}
	}
}

// emitted reads a method that a decorator makes send an event: what it gives back, and
// what it is called with behind that.
func (v *vueReading) emitted(member *syntax.ClassMember, d syntax.Expr) {
	name, _ := syntax.KeyName(member.Key)
	spelled := hyphenate(name)
	if call, ok := d.(*syntax.Call); ok && len(call.Args) > 0 {
		if value, ok := literalValue(call.Args[0]); ok {
			if s, ok := value.(string); ok {
				spelled = s
			}
		}
	}
	payload := &contract.Payload{Unknown: true}
	if fn, ok := member.Value.(*syntax.Func); ok {
		gives := false
		if fn.Body != nil {
			syntax.Returns(fn.Body, func(syntax.Expr) { gives = true })
		}
		if !gives {
			payload = &contract.Payload{Positional: true}
			for _, p := range fn.Params {
				if id, ok := p.Name.(*syntax.Ident); ok {
					f := contract.Field{Name: id.Name, Optional: p.Optional || p.Default != nil}
					if p.Type != nil {
						f.Type = v.r.quiet(v.r.eval.Type(p.Type, v.scope))
					}
					payload.Fields = append(payload.Fields, f)
				}
			}
		}
	}
	v.emit(spelled, v.r.at(v.m.module, member), payload)
}

// hyphenate writes fareTag as fare-tag.
func hyphenate(s string) string {
	var b strings.Builder
	for i, r := range s {
		if r >= 'A' && r <= 'Z' {
			if i > 0 {
				b.WriteByte('-')
			}
			r += 'a' - 'A'
		}
		b.WriteRune(r)
	}
	return b.String()
}

// eventsOf reads events from a type: a record of payloads, or ways to call emit.
func (v *vueReading) eventsOf(of evaluate.Type, at place.Place) {
	for _, sig := range v.r.eval.Signatures(of) {
		if len(sig.Params) == 0 {
			continue
		}
		list, _, ok := types.Values(orAny(v.r.quiet(sig.Params[0].Type).T))
		if !ok {
			continue
		}
		payload := &contract.Payload{Positional: true}
		for _, p := range sig.Params[1:] {
			payload.Fields = append(payload.Fields, contract.Field{Name: p.Name, Type: v.r.quiet(p.Type), Optional: p.Optional || p.Rest, Rest: p.Rest})
		}
		for _, name := range list {
			v.emit(name.Text(), at, payload)
		}
	}
	shape := v.r.eval.Shape(of)
	for _, b := range shape.Bases {
		v.r.unread(at, v.c.Component, "events come from %s, which is not here", b.Name)
	}
	for _, m := range shape.Members {
		d := v.r.doc(m.Doc)
		e := v.emit(m.Name, v.r.rel(m.At), vuePayload(unfolded(m.Type)))
		e.Description, e.Deprecated = d.text, d.deprecated
	}
}

// vuePayload is what an event carries by the type that declares it: a list of what is
// handed over, or a function that takes it. A list of one record without a name is
// that record's fields.
func vuePayload(t types.Type) *contract.Payload {
	switch t := t.(type) {
	case *types.Tuple:
		if len(t.Elems) == 1 && t.Elems[0].Name == "" && !t.Elems[0].Rest {
			if o, ok := t.Elems[0].Type.(*types.Object); ok && len(o.Indexes) == 0 {
				return namedOf(o)
			}
		}
		p := &contract.Payload{Positional: true}
		for i, e := range t.Elems {
			name := e.Name
			if name == "" {
				name = "value"
				if i > 0 {
					name += string(rune('1' + i))
				}
			}
			p.Fields = append(p.Fields, contract.Field{Name: name, Type: contract.TypeOf(e.Type), Optional: e.Optional || e.Rest, Rest: e.Rest})
		}
		return p
	case *types.Func:
		return payloadOf(t)
	case *types.Union:
		var longest *contract.Payload
		shortest := -1
		for _, m := range t.Members {
			p := vuePayload(m)
			if p == nil || !p.Positional {
				return nil
			}
			if longest == nil || len(p.Fields) > len(longest.Fields) {
				longest = p
			}
			if shortest < 0 || len(p.Fields) < shortest {
				shortest = len(p.Fields)
			}
		}
		for i := range longest.Fields {
			longest.Fields[i].Optional = longest.Fields[i].Optional || i >= shortest
		}
		return longest
	}
	return nil
}

// eventTable reads events that are listed: by name, or as a table of validators.
func (v *vueReading) eventTable(m *modules.Module, x syntax.Expr, depth int) {
	if depth > maxVueFollows {
		return
	}
	if cast, ok := x.(*syntax.Cast); ok && cast.Type != nil {
		if of := v.r.eval.Type(cast.Type, evaluate.In(m)); v.r.eval.Unknown(of) == "" && len(v.r.eval.Shape(of).Members) > 0 {
			v.eventsOf(of, v.r.at(m, x))
			return
		}
	}
	if list, in := v.r.elements(m, x); list != nil {
		for _, elem := range list {
			if value, ok := literalValue(elem); ok {
				if name, ok := value.(string); ok {
					d := v.r.doc(in.File.Doc(elem))
					e := v.emit(name, v.r.at(in, elem), nil)
					e.Description, e.Deprecated = d.text, d.deprecated
					continue
				}
			}
			if text, ok := v.eventName(in, elem); ok {
				v.emit(text, v.r.at(in, elem), nil)
			}
		}
		return
	}
	if a, ok := syntax.Bare(x).(*syntax.Array); ok {
		for _, elem := range a.Elems {
			if s, ok := elem.(*syntax.Spread); ok {
				v.eventTable(m, s.X, depth+1)
			} else if text, ok := v.eventName(m, elem); ok {
				v.emit(text, v.r.at(m, elem), nil)
			}
		}
		return
	}
	table, in, ok := v.r.objectOf(m, x, 0)
	if !ok {
		if made := v.r.tableOf(m, x, 0); made != nil {
			table, in = made.node, made.module
		} else {
			v.r.unread(v.r.at(m, x), v.c.Component, "events come from what is not understood: %s", evaluate.Clip(evaluate.Written(m, x)))
			return
		}
	}
	for _, p := range table.Props {
		if p.Kind == syntax.SpreadProperty {
			v.eventTable(in, p.Value, depth+1)
			continue
		}
		name, ok := syntax.KeyName(p.Key)
		if c, computed := p.Key.(*syntax.Computed); !ok && computed {
			name, ok = v.eventName(in, c.X)
		}
		if !ok {
			v.r.unread(v.r.at(in, p), v.c.Component, "the name of an event is computed")
			continue
		}
		var payload *contract.Payload
		fn, isFunc := syntax.Bare(p.Value).(*syntax.Func)
		if isFunc && (len(fn.Params) > 0 || p.Kind == syntax.MethodProperty || fn.Arrow) {
			payload = &contract.Payload{Positional: true}
			if of, _ := functionOf(v.r.quiet(v.r.eval.Expr(fn, evaluate.In(in))).T); of != nil {
				payload = payloadOf(of)
			}
			for i := range payload.Fields {
				if i < len(fn.Params) && fn.Params[i].Type == nil {
					payload.Fields[i].Type = contract.Type{}
				}
			}
			if len(fn.Params) == 0 && payload.Positional {
				payload = nil // it checks nothing, whatever comes
			}
		} else if cast, ok := p.Value.(*syntax.Cast); ok && cast.Type != nil {
			payload = vuePayload(v.r.quiet(v.r.eval.Type(cast.Type, evaluate.In(in))).T)
		}
		d := v.r.doc(in.File.Doc(p))
		e := v.emit(name, v.r.at(in, p), payload)
		e.Description, e.Deprecated = d.text, d.deprecated
	}
}

// eventName is the text that an expression surely is.
func (v *vueReading) eventName(m *modules.Module, x syntax.Expr) (string, bool) {
	if x == nil {
		return "", false
	}
	if value, ok := literalValue(x); ok {
		s, ok := value.(string)
		return s, ok
	}
	t := v.r.quiet(v.r.eval.AsGiven(x, evaluate.In(m))).T
	if t == nil {
		return "", false
	}
	values, open, ok := types.Values(t)
	if !ok || open || len(values) != 1 {
		return "", false
	}
	return values[0].Text(), true
}

// vueWalk is one walk over the script of a component.
type vueWalk struct {
	v     *vueReading
	in    *modules.Module
	emit  map[string]bool // names that send events
	slots map[string]bool // names that hold the slots
	shows map[string]bool // names that expose
	ctx   map[string]bool // names that hold the context
	self  map[string]bool // names that hold the component
}

// script reads what the scripts of the component do.
func (v *vueReading) script() {
	walk := func(m *modules.Module, fns []*syntax.Func, parts ...syntax.Node) {
		w := &vueWalk{v: v, in: m, emit: map[string]bool{}, slots: map[string]bool{}, shows: map[string]bool{}, ctx: map[string]bool{}, self: map[string]bool{}}
		for _, mac := range v.macros["defineEmits"] {
			if id, ok := mac.bound.(*syntax.Ident); ok {
				w.emit[id.Name] = true
			}
		}
		for _, mac := range v.macros["defineSlots"] {
			if id, ok := mac.bound.(*syntax.Ident); ok {
				w.slots[id.Name] = true
			}
		}
		for _, fn := range fns {
			if len(fn.Params) > 0 {
				v.takeParameter(fn.Params[0])
			}
			if len(fn.Params) > 1 {
				w.context(fn.Params[1].Name)
			}
		}
		for _, part := range parts {
			w.names(part)
		}
		for _, part := range parts {
			w.walk(part)
		}
	}
	if v.m.script != nil {
		parts := make([]syntax.Node, len(v.m.script.Body))
		for i, s := range v.m.script.Body {
			parts[i] = s
		}
		walk(v.m.module, nil, parts...)
		for _, mac := range v.macros["defineExpose"] {
			if len(mac.call.Args) == 1 {
				v.expose(v.m.module, mac.call.Args[0])
			}
		}
	}
	for _, o := range v.m.options {
		var fns []*syntax.Func
		for _, p := range o.node.Props {
			name, _ := syntax.KeyName(p.Key)
			fn, ok := p.Value.(*syntax.Func)
			if ok && (name == "setup" || name == "render" && v.optionValue("functional") == true) {
				fns = append(fns, fn)
			}
		}
		walk(o.module, fns, o.node)
		v.optionContext(o)
	}
	if v.m.fn != nil {
		walk(v.m.module, []*syntax.Func{v.m.fn}, v.m.fn)
	}
	if v.m.class != nil {
		walk(v.m.module, nil, v.m.class)
	}
}

// context notes what a function takes of its context: emit, slots, attrs, expose.
func (w *vueWalk) context(p syntax.Pattern) {
	switch p := p.(type) {
	case *syntax.Ident:
		w.ctx[p.Name] = true
	case *syntax.ObjectPattern:
		for _, prop := range p.Props {
			name, ok := syntax.KeyName(prop.Key)
			id, plain := prop.Target.(*syntax.Ident)
			if !ok || !plain {
				continue
			}
			switch name {
			case "emit":
				w.emit[id.Name] = true
			case "slots":
				w.slots[id.Name] = true
			case "expose":
				w.shows[id.Name] = true
			case "attrs":
				w.v.attrs[id.Name] = true
			}
		}
	}
}

// names notes what names of the script hold: the slots, what is left over, the
// component itself.
func (w *vueWalk) names(n syntax.Node) {
	syntax.Walk(n, func(n syntax.Node) bool {
		d, ok := n.(*syntax.Declarator)
		if !ok || d.Value == nil {
			return true
		}
		switch x := syntax.Bare(d.Value).(type) {
		case *syntax.Call:
			id, plain := d.Name.(*syntax.Ident)
			if !plain {
				return true
			}
			switch calledName(x) {
			case "useSlots":
				w.slots[id.Name] = true
			case "useAttrs":
				w.v.attrs[id.Name] = true
			case "getCurrentInstance":
				w.ctx[id.Name] = true
			}
		case *syntax.Keyword:
			switch name := d.Name.(type) {
			case *syntax.Ident:
				if x.Word == "this" {
					w.self[name.Name] = true
				}
			case *syntax.ObjectPattern: // const { $slots } = this
				for _, p := range name.Props {
					key, _ := syntax.KeyName(p.Key)
					if id, ok := p.Target.(*syntax.Ident); ok {
						switch key {
						case "$slots", "$scopedSlots":
							w.slots[id.Name] = true
						case "$emit":
							w.emit[id.Name] = true
						case "$attrs":
							w.v.attrs[id.Name] = true
						default:
							w.v.bound[id.Name] = key
						}
					}
				}
			}
		case *syntax.Ident:
			if o, ok := d.Name.(*syntax.ObjectPattern); ok && w.ctx[x.Name] {
				w.context(o)
			}
		}
		return true
	})
}

// isSelf reports whether an expression is the component itself.
func (w *vueWalk) isSelf(x syntax.Expr) bool {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Keyword:
		return x.Word == "this"
	case *syntax.Ident:
		return w.self[x.Name]
	}
	return false
}

// holdsSlots reports whether an expression is the slots of the component.
func (w *vueWalk) holdsSlots(x syntax.Expr) bool {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident:
		return w.slots[x.Name]
	case *syntax.Member:
		name, ok := x.Name.(*syntax.Ident)
		if !ok {
			return false
		}
		switch name.Name {
		case "$slots", "$scopedSlots":
			return w.isSelf(x.X)
		case "slots", "scopedSlots":
			id, ok := syntax.Bare(x.X).(*syntax.Ident)
			return ok && w.ctx[id.Name]
		}
	case *syntax.Call: // context.slots() of a function that draws, in Vue 2
		if member, ok := x.Fun.(*syntax.Member); ok && len(x.Args) == 0 {
			return w.holdsSlots(member)
		}
	}
	return false
}

// walk notes the events and slots in a part of the script.
func (w *vueWalk) walk(n syntax.Node) {
	v := w.v
	taken := map[syntax.Node]bool{} // slots that a call around them has told of
	syntax.Walk(n, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Declarator:
			if o, ok := n.Name.(*syntax.ObjectPattern); ok && n.Value != nil && w.holdsSlots(n.Value) {
				for _, p := range o.Props {
					if name, ok := syntax.KeyName(p.Key); ok && !p.Rest {
						v.slotCall(name, w.in, p, nil, false)
					}
				}
			}
		case *syntax.Call:
			w.call(n)
			switch f := syntax.Bare(n.Fun).(type) {
			case *syntax.Member:
				if w.holdsSlots(f.X) {
					if id, ok := f.Name.(*syntax.Ident); ok {
						taken[f] = true
						v.slotCall(id.Name, w.in, n, n.Args, true)
					}
				}
			case *syntax.Index:
				if w.holdsSlots(f.X) {
					taken[f] = true
					w.indexed(f, n, n.Args, true)
				}
			}
			if name := calledName(n); (name == "renderSlot" || name == "_renderSlot" || name == "_t") && len(n.Args) > 0 {
				args := n.Args
				if name != "_t" {
					args = args[1:]
				}
				if len(args) > 0 {
					if slot, ok := v.eventName(w.in, args[0]); ok {
						s := v.slotCall(slot, w.in, n, args[1:], true)
						if len(args) > 2 {
							s.fallback = true
						}
					}
				}
			}
		case *syntax.Member:
			if !taken[n] && w.holdsSlots(n.X) {
				if id, ok := n.Name.(*syntax.Ident); ok && id.Name != "$stable" {
					v.slotCall(id.Name, w.in, n, nil, false)
				}
			}
		case *syntax.Index:
			if !taken[n] && w.holdsSlots(n.X) {
				w.indexed(n, n, nil, false)
			}
		}
		return true
	})
}

// indexed notes a slot that is reached by a computed name.
func (w *vueWalk) indexed(x *syntax.Index, at syntax.Node, args []syntax.Expr, drawn bool) {
	if name, ok := w.v.eventName(w.in, x.Key); ok {
		w.v.slotCall(name, w.in, at, args, drawn)
		return
	}
	w.v.r.unread(w.v.r.at(w.in, at), w.v.c.Component, "the name of a slot is computed: %s", evaluate.Clip(evaluate.Written(w.in, x.Key)))
}

// call notes what a call sends, exposes, provides or needs.
func (w *vueWalk) call(n *syntax.Call) {
	v := w.v
	sends := false
	switch f := syntax.Bare(n.Fun).(type) {
	case *syntax.Ident:
		sends = w.emit[f.Name]
		if w.shows[f.Name] && len(n.Args) == 1 {
			v.expose(w.in, n.Args[0])
		}
		switch f.Name {
		case "provide":
			if v.m.script != nil || len(v.m.options) > 0 || v.m.fn != nil {
				v.provided(w.in, n)
			}
		case "inject":
			v.injected(w.in, n)
		}
	case *syntax.Member:
		name, ok := f.Name.(*syntax.Ident)
		if !ok {
			return
		}
		switch name.Name {
		case "$emit":
			sends = w.isSelf(f.X)
			if id, ok := syntax.Bare(f.X).(*syntax.Ident); ok && w.v.m.fn != nil {
				sends = sends || w.ctx[id.Name]
			}
		case "emit":
			id, ok := syntax.Bare(f.X).(*syntax.Ident)
			sends = ok && w.ctx[id.Name]
		case "expose":
			if id, ok := syntax.Bare(f.X).(*syntax.Ident); ok && w.ctx[id.Name] && len(n.Args) == 1 {
				v.expose(w.in, n.Args[0])
			}
		}
	}
	if sends && len(n.Args) > 0 {
		v.sent(w.in, n)
	}
}

// sent notes the event that a call sends, with what it carries.
func (v *vueReading) sent(m *modules.Module, call *syntax.Call) {
	first := syntax.Bare(call.Args[0])
	var list []string
	if c, ok := first.(*syntax.Conditional); ok {
		for _, x := range []syntax.Expr{c.Then, c.Else} {
			if name, ok := v.eventName(m, x); ok {
				list = append(list, name)
			}
		}
	} else if name, ok := v.eventName(m, first); ok {
		list = append(list, name)
	}
	if len(list) == 0 {
		v.r.unread(v.r.at(m, call), v.c.Component, "the name of an event is computed: %s", evaluate.Clip(evaluate.Written(m, first)))
		return
	}
	for _, name := range list {
		e := v.emit(name, v.r.at(m, call), nil)
		if !e.Payload.Unknown {
			if v.bySending[e] {
				v.joinSent(e, call.Args[1:])
			}
			continue
		}
		p := &contract.Payload{Positional: true}
		used := map[string]int{}
		for i, arg := range call.Args[1:] {
			if _, spread := arg.(*syntax.Spread); spread {
				p = &contract.Payload{Unknown: true} // how much comes is not told
				break
			}
			p.Fields = append(p.Fields, contract.Field{Name: argumentName(arg, i, used), Type: contract.TypeOf(v.typeOf(m, arg))})
		}
		e.Payload = p
		v.bySending[e] = !p.Unknown
	}
}

// joinSent brings what an event carries at one call together with what it carries at
// others: what is not handed over everywhere may be missing, what differs is unknown.
func (v *vueReading) joinSent(e *contract.Event, args []syntax.Expr) {
	fields := e.Payload.Fields
	for i := range fields {
		fields[i].Optional = fields[i].Optional || i >= len(args)
	}
	for i, arg := range args {
		if _, spread := arg.(*syntax.Spread); spread {
			e.Payload, v.bySending[e] = &contract.Payload{Unknown: true}, false
			return
		}
		if i < len(fields) {
			if of := v.typeOf(v.m.module, arg); of == nil || !fields[i].Type.Known() || !types.Equal(of, fields[i].Type.T) {
				fields[i].Type = contract.Type{}
			}
			continue
		}
		used := map[string]int{}
		for _, f := range fields {
			used[f.Name]++
		}
		fields = append(fields, contract.Field{Name: argumentName(arg, i, used), Optional: true, Type: contract.TypeOf(v.typeOf(v.m.module, arg))})
	}
	e.Payload.Fields = fields
}

// argumentName is what an argument is called where its parameter has no name.
func argumentName(x syntax.Expr, i int, used map[string]int) string {
	name := ""
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident:
		name = strings.TrimLeft(x.Name, "$_")
	case *syntax.Member:
		if id, ok := x.Name.(*syntax.Ident); ok && id.Name != "value" {
			name = strings.TrimLeft(id.Name, "$_")
		} else if inner, ok := x.X.(*syntax.Ident); ok && id != nil {
			name = inner.Name
		}
	}
	if name == "" {
		name = "value"
	}
	used[name]++
	if used[name] > 1 {
		name += intText(int64(i + 1))
	}
	return name
}

// expose notes what the component gives out to who holds it.
func (v *vueReading) expose(m *modules.Module, x syntax.Expr) {
	o, in, ok := v.r.objectOf(m, x, 0)
	if !ok {
		v.r.unread(v.r.at(m, x), v.c.Component, "what is exposed is not understood: %s", evaluate.Clip(evaluate.Written(m, x)))
		v.c.Handle = &contract.Handle{}
		return
	}
	if v.c.Handle == nil {
		v.c.Handle = &contract.Handle{}
	}
	for _, p := range o.Props {
		name, ok := syntax.KeyName(p.Key)
		if !ok || p.Kind == syntax.SpreadProperty {
			v.r.unread(v.r.at(in, p), v.c.Component, "what is exposed is put together from other records")
			continue
		}
		at := v.r.at(in, p)
		var of types.Type
		switch {
		case p.Value == nil:
		case p.Kind == syntax.MethodProperty || p.Kind == syntax.InitProperty:
			of = v.unref(v.r.quiet(v.r.eval.Expr(p.Value, v.scopeIn(in))).T)
		}
		v.c.Handle.Members = append(v.c.Handle.Members, contract.HandleMember{Name: name, Type: contract.TypeOf(of), At: &at, Description: v.r.doc(in.File.Doc(p)).text})
	}
}

// scopeIn is the scope of the component's script, or that at the top of another module.
func (v *vueReading) scopeIn(m *modules.Module) *evaluate.Scope {
	if m == v.m.module {
		return v.scope
	}
	return evaluate.In(m)
}

// unref takes the value out of a type that holds one, as templates do.
func (v *vueReading) unref(t types.Type) types.Type {
	if n, ok := t.(*types.Named); ok && n.From == "vue" && vue.Refs[n.Name] {
		if len(n.Args) == 0 {
			return nil
		}
		return n.Args[0]
	}
	return t
}

// injectionKey names what is provided: by the text that it goes under, or by the
// declaration of its key.
func (v *vueReading) injectionKey(m *modules.Module, x syntax.Expr) (contextKey, bool) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident:
		sym, ok := v.r.set.Local(m, x.Name)
		if !ok {
			return contextKey{}, false
		}
		if sym.External() || sym.Module == nil {
			return contextKey{sym.Package, sym.Name}, true
		}
		if value, _ := valueOf(sym); value != nil {
			if text, ok := literalValue(value); ok {
				if s, ok := text.(string); ok {
					return contextKey{"", s}, true
				}
			}
		}
		return contextKey{sym.Module.Path, sym.Name}, true
	}
	if name, ok := v.eventName(m, x); ok {
		return contextKey{"", name}, true
	}
	return contextKey{}, false
}

// provided notes what provide() hands down.
func (v *vueReading) provided(m *modules.Module, call *syntax.Call) {
	if len(call.Args) < 2 {
		return
	}
	key, ok := v.injectionKey(m, call.Args[0])
	if !ok {
		v.r.unread(v.r.at(m, call), v.c.Component, "the key of what is provided is computed")
		return
	}
	v.provide(key, m, call.Args[1])
}

// provide notes what is handed down under a key. What goes under a text can be read by
// whoever stands below; what goes under a key of the library only where that is
// exported.
func (v *vueReading) provide(key contextKey, m *modules.Module, x syntax.Expr) {
	s := v.r.contexts[key]
	if s == nil {
		s = &shared{Key: key}
		v.r.contexts[key] = s
		if key.Module == "" {
			v.r.readable[key] = true
		}
	}
	if o, in, ok := v.r.objectOf(m, x, 0); ok && s.Fields == nil {
		s.Fields = []contract.Field{}
		for _, p := range o.Props {
			if name, ok := syntax.KeyName(p.Key); ok && p.Kind != syntax.SpreadProperty && p.Value != nil {
				s.Fields = append(s.Fields, contract.Field{Name: name, Type: contract.TypeOf(v.unref(v.r.quiet(v.r.eval.Expr(p.Value, v.scopeIn(in))).T))})
			}
		}
	} else if !ok && !s.Whole.Known() {
		s.Whole = contract.TypeOf(v.unref(v.r.quiet(v.r.eval.Expr(x, v.scopeIn(m))).T))
	}
	f := v.contexts()
	if !slices.Contains(f.Provides, key) {
		f.Provides = append(f.Provides, key)
	}
}

// injected notes what inject() needs from above.
func (v *vueReading) injected(m *modules.Module, call *syntax.Call) {
	if len(call.Args) == 0 {
		return
	}
	key, ok := v.injectionKey(m, call.Args[0])
	if !ok {
		v.r.unread(v.r.at(m, call), v.c.Component, "the key of what is injected is computed")
		return
	}
	v.need(key, len(call.Args) > 1)
}

func (v *vueReading) need(key contextKey, optional bool) {
	f := v.contexts()
	if !slices.ContainsFunc(f.Needs, func(n need) bool { return n.Key == key }) {
		f.Needs = append(f.Needs, need{key, optional})
	}
}

// contexts is what the component has to do with what goes through the tree.
func (v *vueReading) contexts() *found {
	if n := len(v.r.found); n > 0 && v.r.found[n-1].Component == v.c.Component && v.told {
		return v.r.found[n-1]
	}
	v.told = true
	f := &found{Component: v.c.Component}
	v.r.found = append(v.r.found, f)
	return f
}

// optionContext reads the options provide, inject and expose.
func (v *vueReading) optionContext(o standing[*syntax.Object]) {
	for _, p := range o.node.Props {
		name, _ := syntax.KeyName(p.Key)
		switch name {
		case "provide":
			x := p.Value
			if fn, ok := syntax.Bare(x).(*syntax.Func); ok {
				x = fn.X
				if fn.Body != nil {
					syntax.Returns(fn.Body, func(made syntax.Expr) { x = made })
				}
			}
			table, ok := syntax.Bare(x).(*syntax.Object)
			if !ok {
				continue
			}
			for _, entry := range table.Props {
				key, named := syntax.KeyName(entry.Key)
				if entry.Kind == syntax.SpreadProperty || entry.Value == nil {
					continue
				}
				if c, computed := entry.Key.(*syntax.Computed); !named && computed {
					if k, ok := v.injectionKey(o.module, c.X); ok {
						v.provide(k, o.module, entry.Value)
					}
					continue
				}
				v.provide(contextKey{"", key}, o.module, entry.Value)
			}
		case "inject":
			if list, _ := v.r.elements(o.module, p.Value); list != nil {
				for _, x := range list {
					if key, ok := v.injectionKey(o.module, x); ok {
						v.need(key, false)
					}
				}
				continue
			}
			table, in, ok := v.r.objectOf(o.module, p.Value, 0)
			if !ok {
				continue
			}
			for _, entry := range table.Props {
				local, named := syntax.KeyName(entry.Key)
				if !named || entry.Value == nil {
					continue
				}
				key, optional := contextKey{"", local}, false
				from := entry.Value
				if settings, ok := syntax.Bare(entry.Value).(*syntax.Object); ok {
					from = nil
					if x := settings.Lookup("from"); x != nil {
						from = x.Value
					}
					optional = settings.Lookup("default") != nil || lookupMethod(settings, "default") != nil
				}
				if from != nil {
					if k, ok := v.injectionKey(in, from); ok {
						key = k
					}
				}
				v.need(key, optional)
			}
		case "expose":
			if list, in := v.r.elements(o.module, p.Value); list != nil {
				if v.c.Handle == nil {
					v.c.Handle = &contract.Handle{}
				}
				for _, x := range list {
					if value, ok := literalValue(x); ok {
						if s, ok := value.(string); ok {
							at := v.r.at(in, x)
							v.c.Handle.Members = append(v.c.Handle.Members, contract.HandleMember{Name: s, Type: contract.TypeOf(v.methodType(s)), At: &at})
						}
					}
				}
			}
		}
	}
}

// methodType is the type of a method of the component; nil where there is none.
func (v *vueReading) methodType(name string) types.Type {
	for _, o := range v.m.options {
		p := o.node.Lookup("methods")
		if p == nil {
			continue
		}
		if table, in, ok := v.r.objectOf(o.module, p.Value, 0); ok {
			for _, m := range table.Props {
				if key, ok := syntax.KeyName(m.Key); ok && key == name && m.Value != nil {
					return v.r.quiet(v.r.eval.Expr(m.Value, evaluate.In(in))).T
				}
			}
		}
	}
	return nil
}

// typeOf is the type of an expression of the component's script or template, as far as
// it can be known: of props, of what loops bind, of what the script declares; nil for
// all else.
func (v *vueReading) typeOf(m *modules.Module, x syntax.Expr) types.Type {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Literal:
		switch x.Kind {
		case syntax.StringLiteral:
			return types.String
		case syntax.NumberLiteral:
			return types.Number
		case syntax.BooleanLiteral:
			return types.Boolean
		}
		return nil
	case *syntax.Template:
		return types.String
	case *syntax.Unary:
		switch x.Op {
		case "!":
			return types.Boolean
		case "-", "+", "++", "--":
			return types.Number
		case "typeof":
			return types.String
		}
		return nil
	case *syntax.Binary:
		switch x.Op {
		case "===", "!==", "==", "!=", "<", ">", "<=", ">=", "in", "instanceof":
			return types.Boolean
		case "-", "*", "/", "%", "**":
			return types.Number
		}
		return nil
	case *syntax.Ident:
		for i := len(v.loops) - 1; i >= 0; i-- {
			if t, ok := v.loops[i][x.Name]; ok {
				return t
			}
		}
		if spelled, ok := v.bound[x.Name]; ok {
			return v.types[spelled]
		}
		if t, ok := v.types[x.Name]; ok && v.inTemplate {
			return t
		}
		return v.scriptType(m, x)
	case *syntax.Member:
		id, ok := x.Name.(*syntax.Ident)
		if !ok {
			return nil
		}
		switch inner := syntax.Bare(x.X).(type) {
		case *syntax.Ident:
			if slices.Contains(v.props, inner.Name) || inner.Name == "$props" {
				return v.types[id.Name]
			}
		case *syntax.Keyword:
			if inner.Word == "this" {
				return v.types[id.Name]
			}
		}
		of := v.typeOf(m, x.X)
		switch of := of.(type) {
		case *types.Object:
			for _, f := range of.Fields {
				if f.Name == id.Name {
					if f.Optional {
						return types.NewUnion(f.Type, types.Undefined)
					}
					return f.Type
				}
			}
		case *types.Array, *types.Tuple:
			if id.Name == "length" {
				return types.Number
			}
		case nil:
			return v.scriptType(m, x)
		}
		return nil
	case *syntax.Func, *syntax.Call:
		return v.scriptType(m, x)
	case *syntax.Object:
		o := &types.Object{}
		for _, p := range x.Props {
			name, ok := syntax.KeyName(p.Key)
			if !ok || p.Kind != syntax.InitProperty {
				return nil
			}
			of := v.typeOf(m, p.Value)
			if of == nil {
				return nil
			}
			o.Fields = append(o.Fields, &types.Field{Name: name, Type: of})
		}
		return o
	case *syntax.Conditional:
		a, b := v.typeOf(m, x.Then), v.typeOf(m, x.Else)
		if a != nil && b != nil {
			return types.NewUnion(a, b)
		}
	}
	return nil
}

// scriptType is the type of an expression by what the script declares at its top.
func (v *vueReading) scriptType(m *modules.Module, x syntax.Expr) types.Type {
	if v.m.script == nil {
		return nil // what options declare stands in no scope
	}
	of := v.r.eval.Expr(x, v.scopeIn(m))
	if of == nil || v.r.eval.Unknown(of) != "" {
		return nil
	}
	t := v.unref(v.r.quiet(of).T)
	if t == types.Type(types.Any) || t == types.Type(types.Unknown) {
		return nil
	}
	return t
}
