// This file reads React function components.

package reading

import (
	"cmp"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// made is a component function with what its wrappers say about it.
type made struct {
	module *modules.Module
	fn     *syntax.Func
	props  standing[syntax.Type] // from FC<P> or forwardRef<R, P>
	ref    standing[syntax.Type] // from forwardRef<R, P>
	refs   bool                  // wrapped by forwardRef
	typed  bool                  // declared to be a component
	parts  []part
	doc    standing[syntax.Node] // where the documentation stands
}

// standing is a node with the module that it stands in: what wraps a component
// need not stand where the component does.
type standing[N syntax.Node] struct {
	module *modules.Module
	node   N
}

// part is a component that hangs on another.
type part struct {
	module *modules.Module
	name   string
	value  syntax.Expr
	at     syntax.Node
}

func docOf(s standing[syntax.Node]) string {
	if s.node == nil {
		return ""
	}
	return s.module.File.Doc(s.node)
}

// reactExport reads an exported name if it is a component, and reports whether
// it was one (or looked like one and was listed as unread).
func (r *reader) reactExport(e entry) bool {
	if e.symbol.External() {
		if names.IsComponent(e.name) {
			r.unread(r.exportPlace(e), e.name, "%s is passed on from %s, which is not here", e.name, e.symbol.Package)
		}
		return true
	}
	if e.symbol.Namespace {
		r.unread(r.exportPlace(e), "", "%s is a whole module given out as one name; what stands in it is not read yet", e.name)
		return true
	}
	name := e.name
	if name == "default" {
		name = r.defaultName(e)
	}
	if !names.IsComponent(name) {
		return false
	}
	value, doc := valueOf(e.symbol)
	if value == nil {
		if class := classOf(e.symbol); class != nil && class.Extends != nil {
			r.unread(r.at(e.symbol.Module, class), name, "%s is a class; class components are not read yet", name)
			return true
		}
		if at := declaredComponent(e.symbol); at != nil {
			r.unread(r.at(e.symbol.Module, at), name, "only the declaration of %s is here; components are not read from declarations yet", name)
			return true
		}
		return false
	}
	key := e.symbol.Module.Path + "#" + e.symbol.Name
	export := contract.Export{Module: e.module, Name: e.name, Kind: "named"}
	if e.name == "default" {
		export.Kind = "default"
	}
	if i, known := r.seen[key]; known {
		r.again(&r.listing.Components[i], export)
		return true
	}
	m := &made{module: e.symbol.Module, doc: standing[syntax.Node]{e.symbol.Module, doc}}
	why := r.unwrap(m, value, 0)
	if m.fn == nil {
		if why == "" {
			return false
		}
		r.unread(r.at(e.symbol.Module, value), name, "%s", why)
		return true
	}
	if !m.typed && !drawsJSX(m.fn) {
		return false
	}
	c := r.reactComponent(name, m)
	c.Export = export
	parts := r.parts(c, m, e.symbol)
	r.seen[key] = len(r.listing.Components)
	r.listing.Components = append(r.listing.Components, *c)
	for _, part := range parts {
		r.listing.Components = append(r.listing.Components, *part)
	}
	return true
}

// again notes a further way to reach a component. A name of its own wins over
// the default export.
func (r *reader) again(c *contract.Contract, export contract.Export) {
	if c.Export.Name == "default" && export.Name != "default" {
		c.Export, export = contract.Export{Module: export.Module, Name: export.Name, Kind: export.Kind, Also: c.Export.Also}, c.Export
	}
	c.Export.Also = append(c.Export.Also, contract.OtherPath{Module: export.Module, Name: export.Name})
}

func (r *reader) defaultName(e entry) string {
	if e.symbol.Name != "" && e.symbol.Name != "default" {
		return e.symbol.Name
	}
	base := e.symbol.Module.Path[strings.LastIndexByte(e.symbol.Module.Path, '/')+1:]
	return base[:strings.IndexByte(base, '.')]
}

func (r *reader) exportPlace(e entry) place.Place {
	if e.symbol.Module != nil {
		return place.Place{File: r.set.Rel(e.symbol.Module.Path), Line: 1, Column: 1}
	}
	if file, ok := r.set.Entry(e.module); ok {
		return r.exported(r.set.Module(file), e.name)
	}
	return place.Place{File: r.set.Rel(r.set.Manifest.Path), Line: 1, Column: 1}
}

// exported gives the place where a module exports a name: its head, where the
// name comes through a star.
func (r *reader) exported(m *modules.Module, name string) place.Place {
	if x, ok := m.Exports[name]; ok {
		return r.at(m, x.At)
	}
	return place.Place{File: r.set.Rel(m.Path), Line: 1, Column: 1}
}

// at gives the place of a node relative to the package.
func (r *reader) at(m *modules.Module, n syntax.Node) place.Place {
	p := m.Place(n)
	p.File = r.set.Rel(p.File)
	return p
}

// valueOf gives the value that a symbol stands for, and the node that its
// documentation stands before.
func valueOf(s modules.Symbol) (syntax.Expr, syntax.Node) {
	if s.Node != nil {
		switch n := s.Node.(type) {
		case *syntax.FuncDecl:
			return n.Func, n
		case syntax.Expr:
			return n, n
		}
		return nil, nil
	}
	for _, d := range s.Decls {
		switch n := d.Node.(type) {
		case *syntax.FuncDecl:
			if n.Func.Body != nil {
				return n.Func, n
			}
		case *syntax.Declarator:
			if n.Value != nil {
				if _, ok := n.Name.(*syntax.Ident); ok {
					return n.Value, d.Stmt
				}
			}
		}
	}
	return nil, nil
}

// declaredComponent finds a declaration without a value whose type is that of a
// component: it names a component type, or what a component returns.
func declaredComponent(s modules.Symbol) syntax.Node {
	for _, d := range s.Decls {
		var t syntax.Node
		switch n := d.Node.(type) {
		case *syntax.FuncDecl:
			if n.Func.Body == nil && n.Func.Returns != nil {
				t = n.Func.Returns
			}
		case *syntax.Declarator:
			if n.Value == nil && n.Type != nil {
				t = n.Type
			}
		}
		if t == nil {
			continue
		}
		text := s.Module.Source[t.Pos():t.Stop()]
		for _, word := range []string{"Component<", "JSX.Element", "ReactElement", "ReactNode", "FC<"} {
			if strings.Contains(text, word) {
				return d.Node
			}
		}
	}
	return nil
}

func classOf(s modules.Symbol) *syntax.Class {
	for _, d := range s.Decls {
		if n, ok := d.Node.(*syntax.ClassDecl); ok {
			return n.Class
		}
	}
	return nil
}

// fromReact gives the name that an expression has in the module react, or "".
func (r *reader) fromReact(m *modules.Module, x syntax.Expr) string {
	switch x := x.(type) {
	case *syntax.Ident:
		if i, ok := m.Imports[x.Name]; ok && i.From == "react" {
			return i.Name
		}
	case *syntax.Member:
		id, plain := x.X.(*syntax.Ident)
		name, named := x.Name.(*syntax.Ident)
		if plain && named {
			if i, ok := m.Imports[id.Name]; ok && i.From == "react" && (i.Name == "*" || i.Name == "default") {
				return name.Name
			}
		}
	}
	return ""
}

// componentTypes are the types that declare a variable to be a component.
var componentTypes = map[string]bool{"FC": true, "FunctionComponent": true, "VFC": true, "ComponentType": true}

// unwrap finds the function in a component's value and fills m. It gives a
// reason where something looks like a component and is not understood.
func (r *reader) unwrap(m *made, x syntax.Expr, depth int) (why string) {
	if depth > 20 {
		return "the component is wrapped too deep"
	}
	switch x := x.(type) {
	case *syntax.Func:
		m.fn = x
		r.declaredType(m)
	case *syntax.Paren:
		return r.unwrap(m, x.X, depth+1)
	case *syntax.Cast:
		if p := r.propsOfComponentType(x.Type, m.module); p != nil {
			m.props, m.typed = standing[syntax.Type]{m.module, p}, true
		}
		return r.unwrap(m, x.X, depth+1)
	case *syntax.Ident:
		sym, ok := r.set.Local(m.module, x.Name)
		if !ok || sym.External() {
			if ok && names.IsComponent(x.Name) {
				return "it is another name of " + x.Name + " from " + sym.Package + ", which is not here"
			}
			return ""
		}
		value, doc := valueOf(sym)
		if value == nil {
			return ""
		}
		inner := &made{module: sym.Module, doc: standing[syntax.Node]{sym.Module, doc}}
		why := r.unwrap(inner, value, depth+1)
		if inner.fn != nil {
			if docOf(m.doc) == "" {
				m.doc = inner.doc
			}
			m.module, m.fn = inner.module, inner.fn
			m.props, m.ref, m.refs = cmp.Or(m.props, inner.props), cmp.Or(m.ref, inner.ref), m.refs || inner.refs
			m.typed = m.typed || inner.typed
			m.parts = append(m.parts, inner.parts...)
		}
		return why
	case *syntax.Call:
		return r.unwrapCall(m, x, depth)
	case *syntax.Tagged:
		return "it is a styled element; those are not read yet"
	}
	return ""
}

func (r *reader) unwrapCall(m *made, x *syntax.Call, depth int) string {
	switch r.fromReact(m.module, x.Fun) {
	case "forwardRef":
		m.refs, m.typed = true, true
		if len(x.TypeArgs) > 0 {
			m.ref = standing[syntax.Type]{m.module, x.TypeArgs[0]}
		}
		if len(x.TypeArgs) > 1 {
			m.props = standing[syntax.Type]{m.module, x.TypeArgs[1]}
		}
	case "memo":
		m.typed = true
		if len(x.TypeArgs) > 0 && r.propsOfComponentType(x.TypeArgs[0], m.module) == nil {
			m.props = standing[syntax.Type]{m.module, x.TypeArgs[0]}
		}
	case "createContext":
		return ""
	case "lazy":
		return "it is loaded when it is first drawn; such components are not read yet"
	default:
		if member, ok := x.Fun.(*syntax.Member); ok && len(x.Args) > 1 {
			object, plain := member.X.(*syntax.Ident)
			name, named := member.Name.(*syntax.Ident)
			if plain && named && object.Name == "Object" && name.Name == "assign" {
				for _, arg := range x.Args[1:] {
					if o, ok := arg.(*syntax.Object); ok {
						for _, p := range o.Props {
							if name, ok := syntax.KeyName(p.Key); ok && p.Kind == syntax.InitProperty {
								m.parts = append(m.parts, part{m.module, name, p.Value, p})
							}
						}
					}
				}
				return r.unwrap(m, x.Args[0], depth+1)
			}
		}
		return "it is made by a call that is not read yet: " + evaluate.Clip(evaluate.Written(evaluate.In(m.module), x.Fun))
	}
	if len(x.Args) == 0 {
		return "it wraps nothing"
	}
	return r.unwrap(m, x.Args[0], depth+1)
}

// declaredType takes the props from the type of the variable that holds m.fn.
func (r *reader) declaredType(m *made) {
	v, ok := m.doc.node.(*syntax.VarDecl)
	if !ok {
		return
	}
	for _, d := range v.Decls {
		if d.Type != nil && d.Value != nil && d.Value.Pos() <= m.fn.Pos() && m.fn.Stop() <= d.Value.Stop() {
			if p := r.propsOfComponentType(d.Type, m.module); p != nil {
				m.props, m.typed = standing[syntax.Type]{m.module, p}, true
			}
		}
	}
}

// propsOfComponentType gives P of FC<P>, or nil.
func (r *reader) propsOfComponentType(t syntax.Type, m *modules.Module) syntax.Type {
	n, ok := t.(*syntax.TypeName)
	if !ok || len(n.Args) != 1 || !componentTypes[r.fromReact(m, n.Name)] {
		return nil
	}
	return n.Args[0]
}

// drawsJSX reports whether a function holds JSX or makes elements by call.
func drawsJSX(fn *syntax.Func) bool {
	found := false
	syntax.Walk(fn, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Element:
			found = true
		case *syntax.Call:
			switch f := n.Fun.(type) {
			case *syntax.Ident:
				found = found || f.Name == "createElement"
			case *syntax.Member:
				name, ok := f.Name.(*syntax.Ident)
				found = found || ok && name.Name == "createElement"
			}
		}
		return !found
	})
	return found
}

// scope is where a type of the component is evaluated: its type parameters are
// in force only where it is written itself.
func (m *made) scope(in *modules.Module) evaluate.Scope {
	scope := evaluate.In(in)
	if in == m.module {
		scope = scope.WithParams(m.fn.TypeParams)
	}
	return scope
}

// reactComponent reads one component function.
func (r *reader) reactComponent(name string, m *made) *contract.Contract {
	at := r.at(m.module, m.fn)
	c := &contract.Contract{Component: name, Kind: contract.KindComponent, Complete: true, At: &at}
	doc := parseDoc(docOf(m.doc))
	c.Summary, c.Deprecated = doc.text, doc.deprecated
	scope := m.scope(m.module)
	for _, p := range m.fn.TypeParams {
		tp := contract.TypeParameter{Name: p.Name.Name}
		if p.Constraint != nil {
			tp.Constraint = contract.TypeOf(r.eval.Type(p.Constraint, scope))
		}
		if p.Default != nil {
			tp.Default = contract.TypeOf(r.eval.Type(p.Default, scope))
		}
		c.TypeParameters = append(c.TypeParameters, tp)
	}
	taken := takenOf(m.fn)
	body := r.body(m, taken)

	var shape *evaluate.Shape
	propsType := m.props
	if len(m.fn.Params) > 0 && m.fn.Params[0].Type != nil {
		propsType = standing[syntax.Type]{m.module, m.fn.Params[0].Type}
	}
	typed := propsType.node != nil
	if typed {
		shape = r.eval.Shape(propsType.node, m.scope(propsType.module))
	} else {
		shape = taken.shape(m.module, m.fn)
	}
	r.drainOdd(name)
	for _, b := range shape.Bases {
		b.At.File = r.set.Rel(b.At.File)
		at := b.At
		c.Bases = append(c.Bases, contract.Base{Name: b.Name, From: b.From, At: &at})
		c.Complete = false
	}
	for _, member := range shape.Members {
		r.member(c, member, taken, body, typed)
	}
	r.root(c, m, taken, body)
	r.twoWay(c)
	for _, p := range c.Props {
		if p.Role == contract.RoleVariant {
			c.Axes = append(c.Axes, p.Name)
		}
	}
	if m.ref.node != nil {
		c.Handle = &contract.Handle{Type: contract.TypeOf(&types.Named{Name: "Ref", Args: []types.Type{r.orUnknown(r.eval.Type(m.ref.node, m.scope(m.ref.module)))}})}
	} else if m.refs {
		c.Handle = &contract.Handle{}
	}
	r.drainOdd(name)
	return c
}

func (r *reader) orUnknown(t types.Type) types.Type {
	if t == nil {
		return types.Unknown
	}
	return t
}

// drainOdd lists what the evaluator did not understand.
func (r *reader) drainOdd(component string) {
	for _, odd := range r.eval.Odd {
		odd.At.File = r.set.Rel(odd.At.File)
		r.unread(odd.At, component, "%s", odd.Why)
	}
	r.eval.Odd = nil
}

// member sorts one member of the props into the contract.
func (r *reader) member(c *contract.Contract, m evaluate.Member, taken *taken, body *body, typed bool) {
	doc := parseDoc(m.Doc)
	m.At.File = r.set.Rel(m.At.File)
	at := m.At
	origin := m.Origin
	if origin == "" {
		origin = "own"
	}
	required := contract.FactOf(!m.Optional)
	if !typed {
		required = contract.Unknown
	}
	kind, name := names.React(m.Name)
	use := body.use(taken, m.Name)
	fn := functionOf(m.Type)
	switch {
	case fn != nil && kind == names.Event:
		e := contract.Event{Name: name, Spelled: contract.SpelledAs(m.Name), Required: required, Origin: origin,
			Deprecated: doc.deprecated, Description: doc.text, At: &at, Returns: contract.TypeOf(fn.Result), Payload: payloadOf(fn)}
		c.Events = append(c.Events, e)
		return
	case fn != nil && isContent(fn.Result):
		gives := payloadOf(fn)
		if len(fn.Params) == 1 {
			if o, ok := fn.Params[0].Type.(*types.Object); ok {
				gives = &contract.Payload{}
				for _, f := range o.Fields {
					gives.Fields = append(gives.Fields, contract.Field{Name: f.Name, Type: contract.TypeOf(f.Type), Optional: f.Optional})
				}
			}
		}
		c.Slots = append(c.Slots, contract.Slot{Name: name, Spelled: contract.SpelledAs(m.Name), Form: contract.FormFunction, Required: required,
			Fallback: use.fallback, InLoop: use.inLoop, Gives: gives, Origin: origin, Deprecated: doc.deprecated, Description: doc.text, At: &at})
		return
	case isContent(types.Without(orAny(m.Type), types.Undefined, types.Null)) || !typed && kind == names.Slot:
		form := contract.FormContent
		slot := contract.Slot{Name: name, Spelled: contract.SpelledAs(m.Name), Form: form, Required: required,
			Fallback: use.fallback, InLoop: use.inLoop, Origin: origin, Deprecated: doc.deprecated, Description: doc.text, At: &at}
		if !typed && name != "default" {
			slot.Form = contract.FormFunction
		}
		c.Slots = append(c.Slots, slot)
		return
	case isComponent(m.Type) && taken.local(m.Name) != "" && !use.root:
		c.Slots = append(c.Slots, contract.Slot{Name: name, Spelled: contract.SpelledAs(m.Name), Form: contract.FormComponent, Type: contract.TypeOf(m.Type),
			Required: required, Fallback: use.fallback, InLoop: use.inLoop, Origin: origin, Deprecated: doc.deprecated, Description: doc.text, At: &at})
		return
	}
	p := contract.Prop{Name: names.Camel(m.Name), Spelled: contract.SpelledAs(m.Name), Type: contract.TypeOf(m.Type), Required: required,
		Origin: origin, Deprecated: doc.deprecated, Description: doc.text, Written: m.Written, At: &at}
	if m.Name == "className" || m.Name == "style" {
		p.Name = m.Name
	}
	if required != contract.Yes {
		p.Default = r.defaultOf(taken, m.Name)
	}
	if !typed && p.Default.Kind != contract.DefaultNone {
		p.Required = contract.No
	}
	if m.Type != nil {
		if values, _, ok := types.Values(m.Type); ok && len(values) > 1 {
			p.Role = contract.RoleVariant
		}
	}
	c.Props = append(c.Props, p)
}

// orAny is t, or any where none is known.
func orAny(t types.Type) types.Type {
	if t == nil {
		return types.Any
	}
	return t
}

func functionOf(t types.Type) *types.Func {
	var found *types.Func
	if t == nil {
		return nil
	}
	for _, m := range types.Members(t) {
		switch m := m.(type) {
		case *types.Func:
			if found != nil {
				return nil
			}
			found = m
		case types.Basic:
			if m != types.Undefined && m != types.Null {
				return nil
			}
		default:
			return nil
		}
	}
	return found
}

func payloadOf(fn *types.Func) *contract.Payload {
	p := &contract.Payload{Positional: true}
	for _, param := range fn.Params {
		t := param.Type
		p.Fields = append(p.Fields, contract.Field{Name: param.Name, Type: contract.TypeOf(t), Optional: param.Optional || param.Rest})
	}
	return p
}

// isContent recognises what can be rendered: Content, alone or with others that
// can be too.
func isContent(t types.Type) bool {
	content := false
	for _, m := range types.Members(t) {
		n, ok := m.(*types.Named)
		if ok && n.Own() && n.Name == "Content" {
			content = true
		}
		if types.Assignable(m, types.Content).Answer != types.Yes {
			return false
		}
	}
	return content
}

func isComponent(t types.Type) bool {
	if t == nil {
		return false
	}
	for _, m := range types.Members(types.Without(t, types.Undefined, types.Null)) {
		n, ok := m.(*types.Named)
		if !ok || !n.Own() || n.Name != "Component" {
			return false
		}
	}
	return true
}

// twoWay finds values with their initial prop and their change event.
func (r *reader) twoWay(c *contract.Contract) {
	for _, p := range c.Props {
		w := contract.TwoWay{Value: p.Name}
		initial := names.Initial(p.Name)
		if c.Prop(initial) != nil {
			w.Initial = initial
		}
		for _, change := range changeNames(p.Name) {
			if c.Event(change) != nil {
				w.Change = change
				break
			}
		}
		switch {
		case w.Change != "" && w.Initial != "":
			w.Held = contract.HeldByBoth
		case w.Change != "":
			w.Held = contract.HeldByApp
		default:
			continue
		}
		c.TwoWay = append(c.TwoWay, w)
	}
}

// changeNames are the events that may report a change of a value.
func changeNames(value string) []string {
	list := []string{value + "Change", "change" + names.UpperFirst(value)}
	if value == "value" || value == "checked" {
		list = append(list, "change")
	}
	return list
}

// parts reads the components that hang on a component: X.Row = Row, and what
// Object.assign adds.
func (r *reader) parts(c *contract.Contract, m *made, sym modules.Symbol) []*contract.Contract {
	list := m.parts
	for _, s := range sym.Module.File.Body {
		e, ok := s.(*syntax.ExprStmt)
		if !ok {
			continue
		}
		b, ok := e.X.(*syntax.Binary)
		if !ok || b.Op != "=" {
			continue
		}
		member, ok := b.X.(*syntax.Member)
		if !ok {
			continue
		}
		id, plain := member.X.(*syntax.Ident)
		name, named := member.Name.(*syntax.Ident)
		if plain && named && id.Name == sym.Name && names.IsComponent(name.Name) {
			list = append(list, part{sym.Module, name.Name, b.Y, e})
		}
	}
	var read []*contract.Contract
	for _, f := range list {
		if !names.IsComponent(f.name) {
			continue
		}
		whole := c.Component + "." + f.name
		inner := &made{module: f.module, doc: standing[syntax.Node]{f.module, f.at}}
		why := r.unwrap(inner, f.value, 0)
		at := r.at(f.module, f.at)
		c.Parts = append(c.Parts, contract.Part{Name: f.name, Spelled: contract.SpelledAs(whole), Component: whole, Origin: "own", At: &at})
		if inner.fn == nil {
			if why == "" {
				why = "it is no function that is read here"
			}
			r.unread(at, whole, "%s: %s", whole, why)
			continue
		}
		x := r.reactComponent(whole, inner)
		x.Export = contract.Export{Module: c.Export.Module, Name: f.name, Kind: "member", Of: c.Component}
		read = append(read, x)
	}
	return read
}

// otherExport lists an exported name that is no component.
func (r *reader) otherExport(e entry) {
	x := contract.Exported{Name: e.name, Kind: "constant"}
	if e.symbol.Module == nil {
		return
	}
	scope := evaluate.In(e.symbol.Module)
	for _, d := range e.symbol.Decls {
		at := r.at(e.symbol.Module, d.Node)
		x.At = &at
		switch n := d.Node.(type) {
		case *syntax.Interface, *syntax.Alias, *syntax.Enum:
			x.Kind = "type"
			name := &syntax.TypeName{Range: syntax.Range{Start: d.Node.Pos(), End: d.Node.Stop()}, Name: &syntax.Ident{Name: e.symbol.Name}}
			x.Type = contract.TypeOf(r.quiet(func() types.Type { return r.eval.Type(name, scope) }))
		case *syntax.FuncDecl:
			x.Kind = "function"
			x.Type = contract.TypeOf(r.quiet(func() types.Type {
				return r.eval.Type(&syntax.FuncType{Range: n.Func.Range, TypeParams: n.Func.TypeParams, Params: n.Func.Params, Returns: n.Func.Returns}, scope)
			}))
		case *syntax.ClassDecl:
			x.Kind = "class"
		case *syntax.Declarator:
			if _, ok := n.Value.(*syntax.Func); ok {
				x.Kind = "function"
			}
			if n.Type != nil {
				x.Type = contract.TypeOf(r.quiet(func() types.Type { return r.eval.Type(n.Type, scope) }))
			}
		}
	}
	r.listing.Exports = append(r.listing.Exports, x)
}

// quiet evaluates without listing what is not understood: the shapes of other
// exports are looked at in full when they are compared.
func (r *reader) quiet(f func() types.Type) types.Type {
	t := f()
	r.eval.Odd = nil
	return t
}
