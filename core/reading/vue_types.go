// This file reads Vue components of which only a declared type is here.

package reading

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/types"
)

// vueParts are the members of an instance's type by which a component is recognised.
var vueParts = []string{"$ofOptions", "$ofProps", "$props"}

// declaresVue reports whether a type is that of a component.
func (r *reader) declaresVue(of evaluate.Type) bool {
	if made := r.eval.Instance(of); made != nil {
		for _, name := range vueParts {
			if _, ok := r.eval.Part(made, name); ok {
				return true
			}
		}
	}
	return r.genericContext(of) != nil || r.eval.PropsType(of) != nil && isComponent(r.quiet(of).T)
}

// genericContext is what the type of a generic component tells of itself: the record
// with props, slots and emit; nil for none.
func (r *reader) genericContext(of evaluate.Type) evaluate.Type {
	for _, sig := range r.eval.Signatures(of) {
		if ctx, ok := r.eval.Part(sig.Result, "__ctx"); ok {
			if _, ok := r.eval.Part(ctx, "props"); ok {
				return ctx
			}
		}
		for _, p := range sig.Params {
			if p.Name == "__VLS_setup" {
				if made := r.eval.Awaited(p.Type); made != nil {
					return made
				}
			}
		}
	}
	return nil
}

// declaredType reads a component from its declared type.
func (v *vueReading) declaredType() {
	r, of := v.r, v.m.of
	v.c.PassThrough.Unknown = true
	part := func(of evaluate.Type, name string) evaluate.Type {
		if of == nil {
			return nil
		}
		if t, ok := r.eval.Part(of, name); ok && !evaluate.IsAny(t) {
			return t
		}
		return nil
	}
	var props, emits, slots, emit, exposed evaluate.Type
	if made := r.eval.Instance(of); made != nil {
		if props = part(made, "$ofOptions"); props == nil {
			if props = part(made, "$ofProps"); props == nil {
				props = part(made, "$props")
			}
		}
		emits, emit = part(made, "$ofEmits"), part(made, "$emit")
		if slots = part(made, "$ofSlots"); slots != nil {
			if inner := part(slots, "$ofSlots"); inner != nil {
				slots = inner
			}
		}
		if strings.Contains(v.m.module.Path, ".vue.d.") || strings.Contains(v.m.module.Path, ".d.vue.") {
			exposed = part(made, "$ofBindings")
		}
		if more := part(made, "$slots"); more != nil {
			v.slotsOf(more)
		}
	} else if ctx := r.genericContext(of); ctx != nil {
		props, slots, emit = part(ctx, "props"), part(ctx, "slots"), part(ctx, "emit")
	} else {
		props = r.eval.PropsType(of)
	}
	if props != nil {
		v.typedOptions(props)
	}
	if emits != nil {
		v.eventsDeclared(emits)
	}
	if emit != nil {
		v.eventsOf(emit, *v.c.At)
	}
	if slots != nil {
		v.slotsOf(slots)
	}
	if exposed != nil {
		for _, m := range r.eval.Shape(exposed).Members {
			if v.c.Handle == nil {
				v.c.Handle = &contract.Handle{}
			}
			at := r.rel(m.At)
			v.c.Handle.Members = append(v.c.Handle.Members, contract.HandleMember{Name: m.Name, Type: contract.TypeOf(v.unref(m.Type)), At: &at})
		}
	}
}

// vuePublic are members of a component's type of props that every component has.
var vuePublic = map[string]bool{"class": true, "style": true, "key": true, "ref": true, "ref_for": true, "ref_key": true, "$slots": true, "v-slots": true}

// typedOptions reads props from a type: that of a table of options, or of the props
// themselves.
func (v *vueReading) typedOptions(of evaluate.Type) {
	r := v.r
	shape := r.eval.Shape(of)
	if inner, ok := r.eval.Part(of, "$ofOptions"); ok {
		v.typedOptions(inner)
	}
	table := len(shape.Members) > 0
	for _, m := range shape.Members {
		if !strings.HasPrefix(m.Name, "$of") && !isOption(m.Type) {
			table = false
		}
	}
	v.takeBases(shape)
	for _, m := range shape.Members {
		if strings.HasPrefix(m.Name, "$of") || vuePublic[m.Name] || strings.HasPrefix(m.Name, "onVnode") {
			continue
		}
		p := v.ofMember(m)
		p.name = vueName(p.name)
		if table {
			v.ofOption(&p, m.Type)
		}
		v.add(p)
	}
	if !table {
		s := &sorter{r: r, c: v.c, props: props{shape: shape, typed: true}}
		s.modes()
	}
}

// isOption reports whether a type is that of one prop's options: a constructor, or a
// record with the words that options have.
func isOption(t types.Type) bool {
	if both, ok := t.(*types.Intersection); ok { // tables that are joined may say it twice
		return slices.ContainsFunc(both.Members, isOption)
	}
	if o, ok := t.(*types.Object); ok {
		known := 0
		for _, f := range o.Fields {
			switch f.Name {
			case "type", "required", "default", "validator":
				known++
			}
		}
		return known > 0
	}
	return t != nil && propTypeOf(t) != nil
}

// ofOption fills in a prop by the type of its options.
func (v *vueReading) ofOption(p *vueProp, t types.Type) {
	p.required, p.fallback, p.written = contract.No, contract.Default{}, ""
	if both, ok := t.(*types.Intersection); ok {
		for _, m := range both.Members { // a record says more than a constructor
			if _, record := m.(*types.Object); record && isOption(m) || !isOption(t) {
				t = m
			}
		}
		if _, still := t.(*types.Intersection); still {
			t = both.Members[slices.IndexFunc(both.Members, isOption)]
		}
	}
	o, ok := t.(*types.Object)
	if !ok {
		p.of = propTypeOf(t)
		return
	}
	p.of = types.Any
	for _, f := range o.Fields {
		switch f.Name {
		case "type":
			if p.of = propTypeOf(f.Type); p.of == nil {
				p.of = nil
				v.r.unread(p.at, v.c.Component, "the type of the prop %s is not understood: %s", p.name, evaluate.Clip(f.Type.String()))
			}
		case "required":
			switch f.Type {
			case types.Type(types.True):
				p.required = contract.Yes
			case types.Type(types.Boolean):
				p.required = contract.Unknown
			}
			if l, ok := f.Type.(*types.Literal); ok {
				p.required = contract.FactOf(l.Value == "true")
			}
		case "default":
			p.fallback = contract.Default{Kind: contract.DefaultUnknown}
			if values, open, ok := types.Values(f.Type); ok && !open && len(values) == 1 {
				p.fallback = contract.Default{Kind: contract.DefaultValue, Value: jsonOf(values[0])}
			}
			if f.Type == types.Type(types.Undefined) {
				p.fallback = contract.Default{Expression: saidNone}
			}
		}
	}
	p.documented()
}

// eventsDeclared reads events from the type of the option emits: names, or a record of
// validators.
func (v *vueReading) eventsDeclared(of evaluate.Type) {
	plain := v.r.quiet(of).T
	var list []types.Type
	switch t := plain.(type) {
	case *types.Array:
		list = types.Members(t.Elem)
	case *types.Tuple:
		for _, e := range t.Elems {
			list = append(list, types.Members(e.Type)...)
		}
	}
	if list != nil {
		for _, m := range list {
			if l, ok := m.(*types.Literal); ok && l.Of == types.String {
				v.emit(l.Text(), *v.c.At, nil)
			}
		}
		return
	}
	for _, m := range v.r.eval.Shape(of).Members {
		d := v.r.doc(m.Doc)
		at := v.r.rel(m.At)
		if at.File == "" {
			at = *v.c.At
		}
		payload := vuePayload(m.Type)
		if fn, loose := functionOf(m.Type); fn != nil && (loose || len(fn.Params) == 0) {
			payload = nil // one that checks nothing tells nothing
			if !loose {
				payload = &contract.Payload{Positional: true}
			}
		}
		e := v.emit(m.Name, at, payload)
		e.Description, e.Deprecated = d.text, d.deprecated
	}
}
