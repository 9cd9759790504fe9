// This file reads the props of a Vue component: options of every notation, macros
// with types, decorated fields.

package reading

import (
	"encoding/json"
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

// vueReading is the reading of one Vue component.
type vueReading struct {
	r       *reader
	m       *vueMade
	c       *contract.Contract
	scope   *evaluate.Scope            // of the component's own script
	macros  map[string][]macro         // calls at the top of a script with setup, by name
	types   map[string]types.Type      // of props, by spelling
	bound   map[string]string          // local names of props that are taken apart, by spelling
	props   []string                   // names by which the script reaches all props
	emits   map[string]*contract.Event // by what they are known by
	slots   map[string]*vueSlot
	order   []string // of slots
	drawing *drawing
	loops   []map[string]types.Type // what loops and slot data bind, innermost last
	attrs   map[string]bool         // names that hold what is left over, beside $attrs

	bySending  map[*contract.Event]bool // events whose payload only calls tell of
	fed        map[string]vueProp       // slots that are filled by a prop
	told       bool                     // what it has to do with contexts is being gathered
	inTemplate bool                     // names are those of the template
}

// macro is one call of a macro.
type macro struct {
	call  *syntax.Call
	bound syntax.Pattern // what it is bound to; nil for nothing
	stmt  syntax.Stmt
}

// vueProp is one prop before it is sorted.
type vueProp struct {
	name     string
	of       types.Type // nil where it is not known
	required contract.Fact
	fallback contract.Default
	limits   *contract.Limits
	doc      doc
	written  string
	at       place.Place
	origin   string
}

// vueComponent reads one component.
func (r *reader) vueComponent(name string, m *vueMade) *contract.Contract {
	at := m.at
	c := &contract.Contract{Component: name, Kind: contract.KindComponent, Complete: len(m.bases) == 0, Bases: m.bases, At: &at}
	d := r.doc(docOf(m.doc))
	c.Summary, c.Deprecated = d.text, d.deprecated
	if c.Deprecated == nil {
		for _, o := range m.options[:min(1, len(m.options))] {
			c.Deprecated = r.doc(o.module.File.Doc(o.node)).deprecated
		}
	}
	v := &vueReading{r: r, m: m, c: c, types: map[string]types.Type{}, bound: map[string]string{}, emits: map[string]*contract.Event{},
		slots: map[string]*vueSlot{}, attrs: map[string]bool{}, bySending: map[*contract.Event]bool{}, fed: map[string]vueProp{}}
	v.scope = evaluate.In(m.module)
	if m.script != nil {
		v.scope = r.eval.WithParams(v.scope, m.script.Generic)
		c.TypeParameters = r.declaredParameters(m.script.Generic, v.scope)
	}
	v.gatherMacros()
	if m.of != nil {
		v.declaredType()
		v.describedBy(r.description().webTypes[name])
	} else {
		v.macroProps()
		v.optionProps()
		v.classProps()
		v.functionProps()
		v.declaredEvents()
		v.declaredSlots()
		v.script()
		v.draw()
	}
	v.finishSlots()
	v.models()
	r.drainOdd(name)
	takeAxes(c)
	r.eval.Odd = nil
	return c
}

// macroNames are the macros of a script with setup.
var macroNames = map[string]bool{"defineProps": true, "withDefaults": true, "defineEmits": true, "defineSlots": true, "defineModel": true, "defineExpose": true, "defineOptions": true}

// gatherMacros finds the macros of a script with setup.
func (v *vueReading) gatherMacros() {
	v.macros = map[string][]macro{}
	if v.m.script == nil {
		return
	}
	note := func(x syntax.Expr, bound syntax.Pattern, stmt syntax.Stmt) {
		if call, ok := syntax.Bare(x).(*syntax.Call); ok {
			if name := calledName(call); macroNames[name] {
				v.macros[name] = append(v.macros[name], macro{call, bound, stmt})
			}
		}
	}
	for _, stmt := range v.m.script.Body {
		switch s := stmt.(type) {
		case *syntax.ExprStmt:
			note(s.X, nil, s)
		case *syntax.VarDecl:
			for _, d := range s.Decls {
				if d.Value != nil {
					note(d.Value, d.Name, s)
				}
			}
		}
	}
	for _, mac := range v.macros["defineOptions"] {
		if len(mac.call.Args) == 1 {
			if o, in, ok := v.r.objectOf(v.m.module, mac.call.Args[0], 0); ok {
				v.m.options = append([]standing[*syntax.Object]{{in, o}}, v.m.options...)
			}
		}
	}
}

// option gives an option of the component: its own before those taken over.
func (v *vueReading) option(name string) (*syntax.Property, *modules.Module) {
	for _, o := range v.m.options {
		if p := o.node.Lookup(name); p != nil {
			return p, o.module
		}
	}
	return nil, nil
}

// optionValue is the literal value of an option.
func (v *vueReading) optionValue(name string) any {
	if p, _ := v.option(name); p != nil {
		value, _ := literalValue(p.Value)
		return value
	}
	return nil
}

// macroProps reads defineProps, withDefaults and defineModel.
func (v *vueReading) macroProps() {
	var defaults *syntax.Object
	in := v.m.module
	calls := v.macros["defineProps"]
	for _, mac := range v.macros["withDefaults"] {
		if len(mac.call.Args) == 0 {
			continue
		}
		inner, ok := syntax.Bare(mac.call.Args[0]).(*syntax.Call)
		if !ok {
			continue
		}
		calls = append(calls, macro{inner, mac.bound, mac.stmt})
		if len(mac.call.Args) > 1 {
			var known bool
			if defaults, in, known = v.r.objectOf(v.m.module, mac.call.Args[1], 0); !known {
				defaults, in = nil, v.m.module
			}
		}
	}
	for _, mac := range calls {
		pattern, _ := mac.bound.(*syntax.ObjectPattern)
		if id, ok := mac.bound.(*syntax.Ident); ok {
			v.props = append(v.props, id.Name)
		}
		given := map[string]*syntax.PatternProp{}
		if pattern != nil {
			for _, p := range pattern.Props {
				if name, ok := syntax.KeyName(p.Key); ok && !p.Rest {
					given[name] = p
					if id, ok := p.Target.(*syntax.Ident); ok {
						v.bound[id.Name] = name
					}
				} else if id, ok := p.Target.(*syntax.Ident); ok && p.Rest {
					v.props = append(v.props, id.Name)
				}
			}
		}
		fallback := func(p *vueProp) {
			if g := given[p.name]; g != nil && g.Default != nil {
				p.fallback = vueDefault(v.m.module, g.Default, p.of, false)
				p.required = contract.No
			}
			if defaults != nil {
				if d := defaults.Lookup(p.name); d != nil {
					p.fallback = vueDefault(in, d.Value, p.of, true)
					p.required = contract.No
				} else if method := lookupMethod(defaults, p.name); method != nil {
					p.fallback = vueDefault(in, method, p.of, true)
					p.required = contract.No
				}
			}
		}
		if len(mac.call.TypeArgs) > 0 {
			v.typedProps(v.r.eval.Type(mac.call.TypeArgs[0], v.scope), fallback)
		} else if len(mac.call.Args) > 0 {
			v.propTable(v.m.module, mac.call.Args[0], fallback, 0)
		}
	}
	for _, mac := range v.macros["defineModel"] {
		v.model(mac)
	}
}

// lookupMethod finds a member of a record that is written as a method.
func lookupMethod(o *syntax.Object, name string) syntax.Expr {
	for _, p := range o.Props {
		if key, ok := syntax.KeyName(p.Key); ok && key == name && p.Kind == syntax.MethodProperty {
			return p.Value
		}
	}
	return nil
}

// typedProps reads props from their type.
func (v *vueReading) typedProps(of evaluate.Type, fallback func(*vueProp)) {
	shape := v.r.eval.Shape(of)
	v.takeBases(shape)
	for _, m := range shape.Members {
		if vueOwn[m.Name] {
			continue
		}
		p := v.ofMember(m)
		if fallback != nil {
			fallback(&p)
		}
		v.add(p)
	}
	s := &sorter{r: v.r, c: v.c, props: props{shape: shape, typed: true}}
	s.modes()
	for _, n := range shape.Natives {
		v.c.PassThrough.To = append(v.c.PassThrough.To, contract.Forward{To: "unknown", Element: n.Element, Except: n.Except})
	}
}

// vueOwn are the attributes that Vue keeps for itself: they are no props.
var vueOwn = map[string]bool{"key": true, "ref": true, "ref_for": true, "ref_key": true}

// ofMember is a prop as a member of a type tells of it.
func (v *vueReading) ofMember(m evaluate.Member) vueProp {
	m.At.File = v.r.set.Rel(m.At.File)
	if m.At.File == "" {
		m.At = *v.c.At
	}
	p := vueProp{name: m.Name, of: unfolded(m.Type), required: contract.FactOf(!m.Optional), doc: v.r.doc(m.Doc), written: v.r.texts.one(m.Written), at: m.At, origin: m.Origin}
	if m.Unsure {
		p.required = contract.Unknown
	}
	switch {
	case p.doc.fallback != "":
		p.fallback = documented(p.doc.fallback)
	case v.m.of != nil:
		p.fallback = contract.Default{Kind: contract.DefaultUnknown}
	}
	return p
}

// takeBases notes what a type extends and was not resolved.
func (v *vueReading) takeBases(shape *evaluate.Shape) {
	for _, b := range shape.Bases {
		b.At.File = v.r.set.Rel(b.At.File)
		if b.At.File == "" {
			b.At = *v.c.At
		}
		at := b.At
		v.c.Bases = append(v.c.Bases, contract.Base{Name: b.Name, From: b.From, At: &at})
		v.c.Complete = false
		if b.Why != "" {
			v.r.unread(b.At, v.c.Component, "%s", b.Why)
		}
	}
}

// add sorts a prop into the contract.
func (v *vueReading) add(p vueProp) {
	if _, known := v.types[p.name]; known {
		return // one that stands nearer to the component wins
	}
	p.of = v.valuesOf(p.of)
	v.types[p.name] = p.of
	c := v.c
	kind, name := v.r.framework.spelling(p.name)
	at := p.at
	if p.origin == "" {
		p.origin = "own"
	}
	fn, loose := functionOf(p.of)
	slot := func(form contract.Form) {
		s := &contract.Slot{Name: name, Spelled: contract.SpelledAs(p.name), Form: form, Required: p.required, Fallback: contract.Unknown, InLoop: contract.Unknown,
			Conditional: contract.Unknown, Origin: p.origin, Deprecated: p.doc.deprecated, Description: p.doc.text, At: &at}
		if fn != nil && !loose {
			s.Gives = givesOf(fn)
		}
		s.Type = contract.TypeOf(p.of) // what tells it from one that the template draws
		v.fed[name] = p
		c.Slots = append(c.Slots, s)
	}
	switch {
	case fn != nil && kind == names.Event:
		e := &contract.Event{Name: name, Spelled: contract.SpelledAs(p.name), Required: p.required, Origin: p.origin, Deprecated: p.doc.deprecated, Description: p.doc.text, At: &at}
		e.Returns, e.Payload = contract.TypeOf(fn.Result), payloadOf(fn)
		if loose {
			e.Returns, e.Payload = contract.Type{}, &contract.Payload{Unknown: true}
		}
		v.emits[vueEventKey(p.name)] = e
		c.Events = append(c.Events, e)
		return
	case fn != nil && !loose && isContent(fn.Result):
		slot(contract.FormFunction)
		return
	case p.of != nil && isContent(types.Without(p.of, types.Undefined, types.Null)):
		slot(contract.FormContent)
		return
	case p.of != nil && isComponent(p.of) && p.name != "as" && p.name != "is" && p.name != "tag" && p.name != "component":
		slot(contract.FormComponent)
		return
	}
	if kind != names.Prop {
		name = names.Camel(p.name)
	}
	if c.Prop(name) != nil {
		name = names.Camel(p.name) // the spelling is kept where two would be one
	}
	x := &contract.Prop{Name: name, Spelled: contract.SpelledAs(p.name), Type: contract.TypeOf(p.of), Required: p.required, Limits: p.limits,
		Origin: p.origin, Deprecated: p.doc.deprecated, Description: p.doc.text, Written: p.written, At: &at}
	if p.required != contract.Yes {
		x.Default = p.fallback
		if x.Default.Kind == contract.DefaultNone && !p.said() && isFlag(p.of) {
			x.Default = contract.Default{Kind: contract.DefaultValue, Value: false} // what is not given is false
		}
	}
	if p.of != nil {
		if values, _, ok := types.Values(p.of); ok && len(values) > 1 {
			x.Role = contract.RoleVariant
		}
	}
	c.Props = append(c.Props, x)
}

// said reports whether it is said that a prop has no default.
func (p *vueProp) said() bool {
	return p.fallback.Kind == contract.DefaultNone && p.fallback.Expression == saidNone
}

// saidNone marks a default that is written as undefined.
const saidNone = "undefined"

// isFlag reports whether Vue takes a prop that is not given for false: where true and
// false are among what it may be.
func isFlag(t types.Type) bool {
	if t == nil {
		return false
	}
	for _, m := range types.Members(t) {
		if m == types.Type(types.Boolean) {
			return true
		}
	}
	return false
}

// vueDefault is a default as an option or macro gives it. Where functions makes
// defaults, a function gives the value, unless the prop is a function itself.
func vueDefault(m *modules.Module, x syntax.Expr, of types.Type, functions bool) contract.Default {
	if id, ok := syntax.Bare(x).(*syntax.Ident); ok && id.Name == "undefined" {
		return contract.Default{Expression: saidNone}
	}
	if fn, ok := syntax.Bare(x).(*syntax.Func); ok && functions {
		if f, _ := functionOf(of); f == nil {
			made := fn.X
			if fn.Body != nil && len(fn.Body.Body) == 1 {
				if ret, ok := fn.Body.Body[0].(*syntax.Return); ok {
					made = ret.X
				}
			}
			if made != nil {
				return defaultValue(m, syntax.Bare(made))
			}
		}
	}
	return defaultValue(m, x)
}

// optionProps reads the option props, of what the component takes over too.
func (v *vueReading) optionProps() {
	for _, o := range v.m.options {
		if p := o.node.Lookup("props"); p != nil && p.Value != nil {
			v.propTable(o.module, p.Value, nil, 0)
		}
	}
}

// propTable reads props that are listed: by name, by name and type, as a table.
func (v *vueReading) propTable(m *modules.Module, x syntax.Expr, fallback func(*vueProp), depth int) {
	if depth > maxVueFollows {
		return
	}
	if list, in := v.r.elements(m, x); list != nil {
		for _, elem := range list {
			if value, ok := literalValue(elem); ok {
				if name, ok := value.(string); ok {
					p := vueProp{name: vueName(name), at: v.r.at(in, elem), doc: v.r.doc(in.File.Doc(elem))}
					v.finished(p, fallback)
				}
			}
		}
		return
	}
	table, in, ok := v.r.objectOf(m, x, 0)
	if !ok {
		if fn := v.r.tableOf(m, x, 0); fn != nil {
			v.propTable(fn.module, fn.node, fallback, depth+1)
			return
		}
		if a, isList := syntax.Bare(x).(*syntax.Array); isList && len(a.Elems) == 0 {
			return
		}
		v.lost(m, x)
		return
	}
	for _, p := range table.Props {
		switch {
		case p.Kind == syntax.SpreadProperty:
			v.propTable(in, p.Value, fallback, depth+1)
		default:
			name, ok := syntax.KeyName(p.Key)
			if !ok {
				v.r.unread(v.r.at(in, p), v.c.Component, "the name of a prop is computed")
				continue
			}
			value := p.Value
			if p.Shorthand {
				value = &syntax.Ident{Range: syntax.Between(p.Key.Pos(), p.Key.Stop()), Name: name}
			}
			v.finished(v.propOption(vueName(name), p, in, value), fallback)
		}
	}
}

// lost notes that props come from what is not understood.
func (v *vueReading) lost(m *modules.Module, x syntax.Node) {
	at := v.r.at(m, x)
	v.c.Bases = append(v.c.Bases, contract.Base{Name: evaluate.Clip(evaluate.Written(m, x)), From: importedFrom(m, x), At: &at})
	v.c.Complete = false
}

func (v *vueReading) finished(p vueProp, fallback func(*vueProp)) {
	if fallback != nil {
		fallback(&p)
	}
	v.add(p)
}

// vueName is the spelling of a prop: Vue takes hyphens for capitals.
func vueName(s string) string { return names.Camel(s) }

// tableOf follows a call that gives back a record: a function whose whole body is one,
// or one that is made of a record and gives it back.
func (r *reader) tableOf(m *modules.Module, x syntax.Expr, depth int) *standing[*syntax.Object] {
	call, ok := syntax.Bare(x).(*syntax.Call)
	if !ok || depth > 10 {
		return nil
	}
	id, ok := syntax.Bare(call.Fun).(*syntax.Ident)
	if !ok {
		return nil
	}
	sym, ok := r.set.Local(m, id.Name)
	if !ok || sym.External() || sym.Module == nil {
		return nil
	}
	value, _ := valueOf(sym)
	switch f := syntax.Bare(value).(type) {
	case *syntax.Func:
		made := f.X
		if f.Body != nil {
			syntax.Returns(f.Body, func(x syntax.Expr) { made = x })
		}
		if made == nil || len(f.Params) > 0 && readsParams(f, made) {
			return nil
		}
		if o, in, ok := r.objectOf(sym.Module, made, 0); ok {
			return &standing[*syntax.Object]{in, o}
		}
		return r.tableOf(sym.Module, made, depth+1)
	}
	return nil
}

// readsParams reports whether what a function gives back rests on what it is given.
func readsParams(f *syntax.Func, made syntax.Node) bool {
	for _, p := range f.Params {
		for _, id := range modules.BoundNames(p.Name) {
			if holdsName(made, id.Name) {
				return true
			}
		}
	}
	return false
}

// propOption reads one prop of a table.
func (v *vueReading) propOption(name string, at syntax.Node, m *modules.Module, x syntax.Expr) vueProp {
	p := vueProp{name: name, at: v.r.at(m, at), doc: v.r.doc(m.File.Doc(at))}
	table, in, ok := v.r.objectOf(m, x, 0)
	if !ok {
		p.of = v.r.vueType(m, x, 0)
		if call, isCall := syntax.Bare(x).(*syntax.Call); isCall && p.of == nil {
			p.required = contract.Unknown
			p.fallback = contract.Default{Kind: contract.DefaultUnknown}
			v.r.unread(p.at, v.c.Component, "the prop %s is made by a call: %s", name, evaluate.Clip(evaluate.Written(m, call)))
		}
		p.documented()
		return p
	}
	for _, option := range table.Props {
		key, ok := syntax.KeyName(option.Key)
		if !ok || option.Value == nil {
			if option.Kind == syntax.SpreadProperty {
				p.required = contract.Unknown
			}
			continue
		}
		switch key {
		case "type":
			p.of = v.r.vueType(in, option.Value, 0)
			p.written = v.r.texts.one(writtenType(in, option.Value))
		case "required":
			if value, ok := literalValue(option.Value); ok {
				p.required = contract.FactOf(value == true)
			} else {
				p.required = contract.Unknown
			}
		}
	}
	if d := table.Lookup("default"); d != nil {
		p.fallback = vueDefault(in, d.Value, p.of, true)
	} else if d := lookupMethod(table, "default"); d != nil {
		p.fallback = vueDefault(in, d, p.of, true)
	}
	validator := lookupMethod(table, "validator")
	if d := table.Lookup("validator"); d != nil {
		validator = d.Value
	}
	if validator != nil {
		v.limits(&p, in, validator)
	}
	p.documented()
	return p
}

func (p *vueProp) documented() {
	if p.doc.fallback != "" && p.fallback.Kind == contract.DefaultNone && !p.said() && p.required != contract.Yes {
		p.fallback = documented(p.doc.fallback)
	}
}

// writtenType is the type of an option as people know it: what it is cast to.
func writtenType(m *modules.Module, x syntax.Expr) string {
	cast, ok := x.(*syntax.Cast)
	if !ok || cast.Type == nil {
		return ""
	}
	if n, ok := cast.Type.(*syntax.TypeName); ok && len(n.Args) == 1 {
		return evaluate.Clip(evaluate.Written(m, n.Args[0]))
	}
	return ""
}

// vueConstructors are the types that a prop can be given by a constructor.
var vueConstructors = map[string]types.Type{
	"String": types.String, "Number": types.Number, "Boolean": types.Boolean, "Symbol": types.Symbol, "BigInt": types.BigInt,
	"Array": &types.Array{Elem: types.Any}, "Object": types.MustParse("Record<string, any>"), "Function": anyFunction, "Date": &types.Named{Name: "Date"},
}

// vueType reads the type of a prop as an option gives it; nil where it is not
// understood.
func (r *reader) vueType(m *modules.Module, x syntax.Expr, depth int) types.Type {
	if depth > maxVueFollows || x == nil {
		return nil
	}
	switch x := x.(type) {
	case *syntax.Paren:
		return r.vueType(m, x.X, depth+1)
	case *syntax.Cast:
		if x.Type == nil || x.Op == "!" {
			return r.vueType(m, x.X, depth+1)
		}
		if t := r.cast(m, x.Type); t != nil {
			return t
		}
		return r.vueType(m, x.X, depth+1)
	case *syntax.Literal:
		if x.Kind == syntax.NullLiteral || x.Kind == syntax.BooleanLiteral {
			return types.Any
		}
		return nil
	case *syntax.Array:
		var list []types.Type
		for _, elem := range x.Elems {
			t := r.vueType(m, elem, depth+1)
			if l, ok := elem.(*syntax.Literal); ok && l.Kind == syntax.NullLiteral {
				t = types.Null // beside others it stands for itself
			}
			if t == nil {
				return nil
			}
			list = append(list, t)
		}
		if len(list) == 0 {
			return nil
		}
		return types.NewUnion(list...)
	case *syntax.Ident:
		if sym, ok := r.set.Local(m, x.Name); ok {
			if sym.External() || sym.Module == nil {
				return &types.Named{Name: x.Name, From: sym.Package}
			}
			if value, _ := valueOf(sym); value != nil {
				if _, fn := value.(*syntax.Func); !fn {
					return r.vueType(sym.Module, value, depth+1)
				}
			}
			if classOf(sym) != nil {
				return r.quiet(r.eval.Named(sym)).T
			}
			return nil
		}
		if t, ok := vueConstructors[x.Name]; ok {
			return t
		}
		if x.Name == "undefined" {
			return types.Any
		}
		return &types.Named{Name: x.Name} // a class of the browser
	case *syntax.Call:
		if len(x.TypeArgs) == 1 { // a helper that gives a type: helper<T>(Object)
			return r.quiet(r.eval.Type(x.TypeArgs[0], evaluate.In(m))).T
		}
	case *syntax.Func:
		if x.Returns != nil {
			return r.quiet(r.eval.Type(x.Returns, evaluate.In(m))).T
		}
	}
	if t := r.quiet(r.eval.Expr(x, evaluate.In(m))).T; t != nil {
		return propTypeOf(t)
	}
	return nil
}

// cast is the type of a prop that a constructor is cast to: PropType<T>, () => T.
func (r *reader) cast(m *modules.Module, t syntax.Type) types.Type {
	of := r.quiet(r.eval.Type(t, evaluate.In(m))).T
	if of == nil || of == types.Type(types.Any) || of == types.Type(types.Unknown) {
		return nil
	}
	if known := propTypeOf(of); known != nil {
		return known
	}
	return nil
}

// propTypeOf is the type of a prop by the type of what its option type holds: a
// constructor, PropType<T>, a function that gives it, a list of those. It is nil for
// what is none of them.
func propTypeOf(t types.Type) types.Type {
	switch t := t.(type) {
	case *types.Named:
		if t.Name == "PropType" && len(t.Args) == 1 {
			return t.Args[0]
		}
		if base, ok := strings.CutSuffix(t.Name, "Constructor"); ok && t.From == "" {
			return vueConstructors[base]
		}
	case *types.Func:
		if len(t.Params) == 0 && !isContent(t.Result) {
			return t.Result
		}
	case *types.Array:
		return propTypeOf(t.Elem)
	case *types.Tuple:
		var list []types.Type
		for _, e := range t.Elems {
			of := propTypeOf(e.Type)
			if of == nil {
				return nil
			}
			list = append(list, of)
		}
		return types.NewUnion(list...)
	case *types.Union:
		var list []types.Type
		for _, m := range t.Members {
			if l, literal := m.(*types.Literal); m == types.Type(types.Null) || m == types.Type(types.Undefined) || literal && l.Value == "true" {
				continue // words of options that take anything, beside one that says more
			}
			of := propTypeOf(m)
			if of == nil {
				return nil
			}
			list = append(list, of)
		}
		if len(list) == 0 {
			return types.Any
		}
		return types.NewUnion(list...)
	case types.Basic:
		if t == types.Null {
			return types.Any
		}
	case *types.Literal:
		if t.Value == "true" {
			return types.Any
		}
	case *types.Object:
		for _, f := range t.Fields {
			if f.Name == "$is" {
				return f.Type
			}
		}
	}
	return nil
}

// limits reads what a validator lets through: one of some values, a range, a length,
// a pattern. What it does not understand is said.
func (v *vueReading) limits(p *vueProp, m *modules.Module, validator syntax.Expr) {
	fn, ok := syntax.Bare(validator).(*syntax.Func)
	if !ok {
		if id, isName := syntax.Bare(validator).(*syntax.Ident); isName {
			if sym, known := v.r.set.Local(m, id.Name); known && !sym.External() && sym.Module != nil {
				if value, _ := valueOf(sym); value != nil {
					fn, ok = syntax.Bare(value).(*syntax.Func)
					m = sym.Module
				}
			}
		}
	}
	var test syntax.Expr
	if ok {
		test = fn.X
		if fn.Body != nil && len(fn.Body.Body) == 1 {
			if ret, isReturn := fn.Body.Body[0].(*syntax.Return); isReturn {
				test = ret.X
			}
		}
	}
	param := ""
	if ok && len(fn.Params) > 0 {
		if id, plain := fn.Params[0].Name.(*syntax.Ident); plain {
			param = id.Name
		}
	}
	if test == nil || param == "" || !v.test(p, m, test, param) {
		v.r.unread(v.r.at(m, validator), v.c.Component, "the validator of %s is not understood", p.name)
	}
}

// turned are comparisons read from the other side.
var turned = map[string]string{"<": ">", "<=": ">=", ">": "<", ">=": "<="}

// test reads one condition of a validator; false where it is not understood whole.
func (v *vueReading) test(p *vueProp, m *modules.Module, x syntax.Expr, param string) bool {
	if p.limits == nil {
		p.limits = &contract.Limits{}
	}
	defer func() {
		if *p.limits == (contract.Limits{}) {
			p.limits = nil
		}
	}()
	switch x := syntax.Bare(x).(type) {
	case *syntax.Unary:
		if x.Op == "!!" || x.Op == "!" {
			if inner, ok := syntax.Bare(x.X).(*syntax.Unary); ok && inner.Op == "!" {
				return v.test(p, m, inner.X, param)
			}
			// !~list.indexOf(value) is the other way round
		}
		if x.Op == "~" {
			return v.test(p, m, &syntax.Binary{Range: syntax.Between(x.Pos(), x.Stop()), Op: "!==", X: x.X, Y: &syntax.Unary{Op: "-", X: &syntax.Literal{Kind: syntax.NumberLiteral, Value: "1"}}}, param)
		}
	case *syntax.Binary:
		if x.Op == "&&" {
			a, b := v.test(p, m, x.X, param), v.test(p, m, x.Y, param)
			return a && b
		}
		if call, ok := syntax.Bare(x.X).(*syntax.Call); ok && calledName(call) == "indexOf" && (x.Op == "!==" || x.Op == "!=" || x.Op == ">" || x.Op == ">=") {
			return v.among(p, m, call, param)
		}
		op, left, right := x.Op, x.X, x.Y
		if _, literal := literalValue(left); literal && turned[op] != "" {
			op, left, right = turned[op], right, left
		}
		bound, ok := literalValue(right)
		number, isNumber := bound.(json.Number)
		if !ok || !isNumber {
			return false
		}
		length := false
		switch l := syntax.Bare(left).(type) {
		case *syntax.Ident:
			if l.Name != param {
				return false
			}
		case *syntax.Member:
			if dotted(l) != param+".length" {
				return false
			}
			length = true
		default:
			return false
		}
		whole, isWhole := number.Int64()
		set := func(lower, upper *any, by int64) bool {
			value := any(number)
			if by != 0 {
				if isWhole != nil || !length {
					return false // a bound that is not reached itself has no place in a contract
				}
				value = jsonNumber(json.Number(intText(whole + by)).String())
			}
			if lower != nil {
				*lower = value
			} else {
				*upper = value
			}
			return true
		}
		l := p.limits
		switch op {
		case ">=":
			if length {
				return set(&l.MinLength, nil, 0)
			}
			return set(&l.Min, nil, 0)
		case "<=":
			if length {
				return set(nil, &l.MaxLength, 0)
			}
			return set(nil, &l.Max, 0)
		case ">":
			return length && set(&l.MinLength, nil, 1)
		case "<":
			return length && set(nil, &l.MaxLength, -1)
		case "===", "==":
			return length && set(&l.MinLength, nil, 0) && set(nil, &l.MaxLength, 0)
		}
	case *syntax.Call:
		switch calledName(x) {
		case "includes":
			return v.among(p, m, x, param)
		case "test":
			member, ok := x.Fun.(*syntax.Member)
			if !ok || len(x.Args) != 1 || !isIdent(syntax.Bare(x.Args[0]), param) {
				return false
			}
			if re, ok := syntax.Bare(member.X).(*syntax.Literal); ok && re.Kind == syntax.RegexpLiteral {
				text := re.Value
				end := strings.LastIndexByte(text, '/')
				if end > 0 && text[end+1:] == "" {
					p.limits.Pattern = text[1:end]
					return true
				}
			}
		}
	}
	return false
}

func intText(n int64) string {
	data, _ := json.Marshal(n)
	return string(data)
}

// among reads list.includes(value): the prop is one of the values.
func (v *vueReading) among(p *vueProp, m *modules.Module, call *syntax.Call, param string) bool {
	member, ok := call.Fun.(*syntax.Member)
	if !ok || len(call.Args) != 1 || !isIdent(syntax.Bare(call.Args[0]), param) {
		return false
	}
	var values []types.Type
	add := func(value any, ok bool) bool {
		switch value := value.(type) {
		case string:
			values = append(values, types.StringLiteral(value))
		case json.Number:
			values = append(values, &types.Literal{Of: types.Number, Value: value.String()})
		case bool:
			values = append(values, types.MustParse(map[bool]string{true: "true", false: "false"}[value]))
		default:
			return ok && value == nil // null and undefined pass unasked
		}
		return ok
	}
	if list, _ := v.r.elements(m, member.X); list != nil {
		for _, elem := range list {
			if !add(literalValue(elem)) {
				return false
			}
		}
	} else if t := v.r.valuesOf(m, member.X); t != nil {
		known, open, ok := types.Values(t)
		if !ok || open {
			return false
		}
		for _, l := range known {
			values = append(values, l)
		}
	} else {
		return false
	}
	if len(values) == 0 {
		return false
	}
	// What has a type of its own keeps what is no text or number.
	if p.of != nil {
		for _, t := range types.Members(p.of) {
			if t == types.Type(types.Boolean) && !slices.ContainsFunc(values, func(v types.Type) bool { return v == types.Type(types.True) || v == types.Type(types.False) }) {
				return false // a flag beside values: which of them are let through is not plain
			}
		}
		if _, _, closed := types.Values(p.of); closed {
			return true // the type says it
		}
	}
	p.of = types.NewUnion(values...)
	return true
}

// classProps reads fields that decorators make props.
func (v *vueReading) classProps() {
	if v.m.class == nil {
		return
	}
	for _, member := range v.m.class.Members {
		name, ok := syntax.KeyName(member.Key)
		if !ok {
			continue
		}
		for _, d := range member.Decorators {
			decorator := decoratorName(d)
			if decorator != "Prop" && decorator != "PropSync" && decorator != "Model" && decorator != "VModel" {
				continue
			}
			var args []syntax.Expr
			if call, ok := d.(*syntax.Call); ok {
				args = call.Args
			}
			event := ""
			switch decorator {
			case "PropSync":
				if len(args) > 0 {
					if value, ok := literalValue(args[0]); ok {
						name, _ = value.(string)
					}
					args = args[1:]
				}
				event = "update:" + name
			case "Model":
				if len(args) > 0 {
					if value, ok := literalValue(args[0]); ok {
						event, _ = value.(string)
					}
					args = args[1:]
				}
			case "VModel":
				name, event = "value", "input"
			}
			p := vueProp{name: name, at: v.r.at(v.m.module, member)}
			if len(args) > 0 {
				p = v.propOption(name, member, v.m.module, args[0])
			}
			p.doc = v.r.doc(v.m.module.File.Doc(member))
			if member.Type != nil {
				p.of = v.r.quiet(v.r.eval.Type(member.Type, v.scope)).T
				p.written = v.r.texts.one(evaluate.Clip(evaluate.Written(v.m.module, member.Type)))
			}
			v.add(p)
			if event != "" {
				v.emit(event, v.r.at(v.m.module, member), nil)
				v.c.TwoWay = append(v.c.TwoWay, contract.TwoWay{Value: v.canonical(name), Change: names.VueEvent(event), Held: contract.HeldByApp})
			}
		}
	}
}

// canonical is the canonical name of the prop of a spelling.
func (v *vueReading) canonical(spelled string) string {
	for _, p := range v.c.Props {
		if p.Spelled.Name == spelled {
			return p.Name
		}
	}
	_, name := v.r.framework.spelling(spelled)
	return name
}

// functionProps reads the props of a function that draws or sets up: by its first
// parameter, where no option tells of them.
func (v *vueReading) functionProps() {
	fn := v.m.fn
	if fn == nil || len(fn.Params) == 0 {
		return
	}
	v.takeParameter(fn.Params[0])
	if len(v.c.Props)+len(v.c.Events) > 0 || fn.Params[0].Type == nil {
		return
	}
	v.typedProps(v.r.eval.Type(fn.Params[0].Type, v.r.eval.WithParams(v.scope, fn.TypeParams)), nil)
	if v.m.module.Path != "" && len(v.m.options) == 0 {
		return
	}
}

// takeParameter notes how a function takes its props.
func (v *vueReading) takeParameter(p *syntax.Param) {
	switch name := p.Name.(type) {
	case *syntax.Ident:
		v.props = append(v.props, name.Name)
	case *syntax.ObjectPattern:
		for _, p := range name.Props {
			if key, ok := syntax.KeyName(p.Key); ok && !p.Rest {
				if id, ok := p.Target.(*syntax.Ident); ok {
					v.bound[id.Name] = key
				}
			}
		}
	}
}

// model reads defineModel: a prop and the event that reports its change.
func (v *vueReading) model(mac macro) {
	args := mac.call.Args
	name := "modelValue"
	if len(args) > 0 {
		if value, ok := literalValue(args[0]); ok {
			if s, ok := value.(string); ok {
				name, args = s, args[1:]
			}
		}
	}
	p := vueProp{name: name, at: v.r.at(v.m.module, mac.call), doc: v.r.doc(v.m.module.File.Doc(mac.stmt))}
	if len(args) > 0 {
		table := v.propOption(name, mac.call, v.m.module, args[0])
		table.doc, table.at = p.doc, p.at
		p = table
	}
	if len(mac.call.TypeArgs) > 0 {
		p.of = v.r.quiet(v.r.eval.Type(mac.call.TypeArgs[0], v.scope)).T
		p.written = v.r.texts.one(evaluate.Clip(evaluate.Written(v.m.module, mac.call.TypeArgs[0])))
	}
	if id, ok := mac.bound.(*syntax.Ident); ok {
		v.bound[id.Name] = name
	}
	v.add(p)
	at := p.at
	v.emit("update:"+name, at, &contract.Payload{Positional: true, Fields: []contract.Field{{Name: "value", Type: contract.TypeOf(p.of)}}})
	v.c.TwoWay = append(v.c.TwoWay, contract.TwoWay{Value: v.canonical(name), Change: names.VueEvent("update:" + name), Held: contract.HeldByBoth})
}

// models finds the values that are bound both ways: x with update:x, and what the
// option model or, in Vue 2, usage tells.
func (v *vueReading) models() {
	add := func(prop, event string) {
		value, change := "", ""
		for _, p := range v.c.Props {
			if p.Spelled.Name == prop {
				value = p.Name
			}
		}
		for _, e := range v.c.Events {
			if e.Spelled.Name == event {
				change = e.Name
			}
		}
		known := slices.ContainsFunc(v.c.TwoWay, func(w contract.TwoWay) bool { return w.Value == value })
		if value != "" && change != "" && !known {
			v.c.TwoWay = append(v.c.TwoWay, contract.TwoWay{Value: value, Change: change, Held: contract.HeldByApp})
		}
	}
	if p, m := v.option("model"); p != nil {
		if o, _, ok := v.r.objectOf(m, p.Value, 0); ok {
			prop, event := "value", "input"
			for key, at := range map[string]*string{"prop": &prop, "event": &event} {
				if x := o.Lookup(key); x != nil {
					if value, ok := literalValue(x.Value); ok {
						if s, ok := value.(string); ok {
							*at = s
						}
					}
				}
			}
			add(vueName(prop), event)
		}
	} else if v.r.isVue2() {
		add("value", "input")
	}
	for _, e := range v.c.Events {
		if value, ok := strings.CutPrefix(e.Spelled.Name, "update:"); ok {
			add(vueName(value), e.Spelled.Name)
		}
	}
}

// isVue2 reports whether a package is written for Vue 2.
func (r *reader) isVue2() bool {
	range_ := strings.TrimLeft(r.set.Manifest.Range("vue"), "^~>=v ")
	return strings.HasPrefix(range_, "2") || strings.HasPrefix(range_, "1")
}
