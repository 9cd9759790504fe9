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
	fallbacks := map[string]bool{} // names that need not be given, whatever the props' type says
	part := func(of evaluate.Type, name string) evaluate.Type {
		if of == nil {
			return nil
		}
		if t, ok := r.eval.Part(of, name); ok && !evaluate.IsAny(t) {
			return t
		}
		return nil
	}
	var emits, slots, emit, exposed evaluate.Type
	var props []evaluate.Type // what stands nearer to the source first
	if made := r.eval.Instance(of); made != nil {
		for _, name := range vueParts {
			if told := part(made, name); told != nil {
				props = append(props, told)
			}
		}
		emits, emit = part(made, "$ofEmits"), part(made, "$emit")
		if told := part(made, "$ofDefaults"); told != nil {
			for _, m := range r.eval.Shape(told).Members {
				fallbacks[m.Name] = true
			}
		}
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
		slots, emit = part(ctx, "slots"), part(ctx, "emit")
		if told := part(ctx, "props"); told != nil {
			props = append(props, told)
		}
	} else {
		props = append(props, r.eval.PropsType(of))
	}
	for _, told := range props {
		v.typedOptions(told, false, fallbacks)
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

// vuePublic are members of a component's type of props that every component has. Those
// that begin with $ or v-slot: are how slots are filled in TSX.
var vuePublic = map[string]bool{"class": true, "style": true, "key": true, "ref": true, "ref_for": true, "ref_key": true, "v-slots": true}

// typedOptions reads props from a type: that of a table of options (surely, or as its
// members look), or of the props themselves.
func (v *vueReading) typedOptions(of evaluate.Type, surely bool, fallbacks map[string]bool) {
	r := v.r
	shape := r.eval.Shape(of)
	if inner, ok := r.eval.Part(of, "$ofOptions"); ok {
		v.typedOptions(inner, true, fallbacks)
	}
	options, others := 0, 0
	for i := range shape.Members {
		m := &shape.Members[i]
		m.Type = v.optionOf(of, m)
		switch {
		case strings.HasPrefix(m.Name, "$of") || maybeOption(m.Type):
		case isOption(m.Type):
			options++
		default:
			others++
		}
	}
	table := surely && len(shape.Members) > 0 || options > 0 && others == 0
	v.takeBases(shape)
	for _, m := range shape.Members {
		if strings.HasPrefix(m.Name, "$") || vuePublic[m.Name] || strings.HasPrefix(m.Name, "onVnode") || strings.HasPrefix(m.Name, "v-slot:") {
			continue
		}
		p := v.ofMember(m)
		p.name = vueName(p.name)
		if table {
			v.ofOption(&p, m.Type)
		} else if fallbacks[m.Name] {
			p.required = contract.No
		}
		v.add(p)
	}
	if !table {
		s := &sorter{r: r, c: v.c, props: props{shape: shape, typed: true}}
		s.modes()
	}
}

// optionOf is the type of a member with names taken apart that may hold one prop's
// options: vue-types and its like write VueTypeDef<T>.
func (v *vueReading) optionOf(of evaluate.Type, m *evaluate.Member) types.Type {
	named := false
	for _, t := range parts(m.Type) {
		switch t := t.(type) {
		case *types.Named:
			named = named || !isContentName(t) && propTypeOf(t) == nil
		case *types.Object: // one that was cut off, as it holds itself
			named = named || slices.ContainsFunc(t.Fields, func(f *types.Field) bool { return types.IsUnread(f.Type) })
		}
	}
	if !named {
		return m.Type
	}
	inner, ok := v.r.eval.Part(of, m.Name)
	if !ok {
		return m.Type
	}
	o := &types.Object{}
	for _, word := range v.r.eval.Shape(inner).Members {
		switch word.Name {
		case "type", "required", "default", "validator":
			o.Fields = append(o.Fields, &types.Field{Name: word.Name, Type: word.Type, Optional: word.Optional})
		}
	}
	if len(o.Fields) == 0 {
		return m.Type
	}
	return o
}

// parts lists what a type is made of at once.
func parts(t types.Type) []types.Type {
	if both, ok := t.(*types.Intersection); ok {
		return both.Members
	}
	return []types.Type{t}
}

// unfolded gives a type in which tables of options that stand for the values they let
// through are those values.
func unfolded(t types.Type) types.Type {
	if t == nil {
		return nil
	}
	return types.Records(t, func(o *types.Object) types.Type {
		if !slices.ContainsFunc(o.Fields, func(f *types.Field) bool { return f.Name == "$ofOptions" }) {
			return o
		}
		made := &types.Object{Indexes: o.Indexes}
		for _, f := range o.Fields {
			table, ok := f.Type.(*types.Object)
			switch {
			case f.Name != "$ofOptions":
				made.Fields = append(made.Fields, f)
			case !ok:
				return types.Unknown
			default:
				for _, option := range table.Fields {
					made.Fields = append(made.Fields, letThrough(option))
				}
			}
		}
		return made
	})
}

// letThrough is the member that a component sees for one prop's options: always there where
// it is required, has a default or is a flag, as in Vue's ExtractPropTypes.
func letThrough(option *types.Field) *types.Field {
	f := *option
	f.Optional = true
	var of types.Type = types.Any
	if o, ok := option.Type.(*types.Object); ok && isOption(o) {
		for _, word := range o.Fields {
			switch word.Name {
			case "type":
				of = propTypeOf(word.Type)
			case "required", "default":
				f.Optional = f.Optional && word.Optional
			}
		}
	} else {
		of = propTypeOf(option.Type)
	}
	if f.Type = of; of == nil {
		f.Type = unreadType
	}
	f.Optional = f.Optional && of != types.Type(types.Boolean)
	return &f
}

// maybeOption reports whether a type may be that of one prop's options as well as that of
// its values: a name that leads nowhere, anything, or a function without parameters.
func maybeOption(t types.Type) bool {
	switch t := t.(type) {
	case *types.Named:
		return propTypeOf(t) == nil
	case *types.Func:
		return len(t.Params) == 0
	case types.Basic:
		return t == types.Any
	}
	return false
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
		if p.of = propTypeOf(t); p.of == nil && t != types.Type(types.Any) {
			p.required = contract.Unknown
			v.r.unread(p.at, v.c.Component, "the options of the prop %s are not understood: %s", p.name, evaluate.Clip(t.String()))
		}
		return
	}
	p.of = types.Any
	for _, f := range o.Fields {
		switch f.Name {
		case "type":
			if p.of = propTypeOf(f.Type); p.of == nil {
				v.r.unread(p.at, v.c.Component, "the type of the prop %s is not understood: %s", p.name, evaluate.Clip(f.Type.String()))
			}
		case "required":
			// A table that is no constant has lost which one it is; a word that may be
			// left out asks for nothing.
			if f.Type == types.Type(types.Boolean) && !f.Optional {
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
		payload := vuePayload(unfolded(m.Type))
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
