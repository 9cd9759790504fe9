// This file recognises components among types, and takes their props.

package evaluate

import (
	"slices"

	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// PropsType gives the props of a component's type: of a component by name, of a
// function from props to content, of a class whose instances have props; nil
// for anything else. Of an overloaded one they are a union.
func (e *Evaluator) PropsType(t Type) Type {
	defer e.leave()
	if why := e.enter(); why != "" {
		return nil
	}
	switch t := settledOn(t).(type) {
	case *component:
		return t.props.get()
	case *union:
		var all []Type
		for _, m := range t.list {
			props := e.PropsType(m)
			if props == nil {
				return nil
			}
			all = append(all, props)
		}
		return intersect(all...) // whichever it is, it gets what it asks for
	case *both:
		// Each part may be called: they are ways to draw one component.
		var all []Type
		for _, m := range t.list {
			if props := e.PropsType(m); props != nil {
				all = append(all, props)
			}
		}
		if len(all) > 0 {
			return unite(all...)
		}
	case *param:
		if t.constraint != nil {
			return e.PropsType(t.constraint.get())
		}
	case *object:
		if t.opaque {
			return nil
		}
		return e.propsOfShape(t.get())
	}
	return nil
}

func (e *Evaluator) propsOfShape(s *shape) Type {
	var all []Type
	for _, sig := range s.calls {
		sig = e.settled(sig)
		if len(sig.params) > 2 && !sig.params[2].optional || !e.renders(sig) {
			continue
		}
		if len(sig.params) == 0 {
			all = append(all, nothing())
			continue
		}
		props := without(sig.at(0), wordUndefined)
		if isPropsLike(props) {
			all = append(all, props)
		}
	}
	for _, sig := range s.news {
		instance := e.shapeOf(e.settled(sig).result.get())
		m := instance.member("props")
		if m == nil || len(all) > 0 || !e.rendered(instance) {
			continue
		}
		all = append(all, m.of().get())
	}
	if len(all) == 0 {
		return nil
	}
	return unite(all...)
}

// rendered reports whether the instances of a class may be rendered: what has props and
// does not give back what it shows is something else.
func (e *Evaluator) rendered(instance *shape) bool {
	m := instance.member("render")
	if m == nil {
		return len(instance.bases) > 0
	}
	calls := e.shapeOf(m.of().get()).calls
	return !slices.ContainsFunc(calls, func(sig *signature) bool { return sig.result.get() == Type(wordVoid) })
}

// renders reports whether what a function gives back is meant to be rendered: content, or
// nothing at all. One that is declared may give back texts, or anything; one that is not
// may be anything where it takes a record.
func (e *Evaluator) renders(sig *signature) bool {
	result := sig.result.get()
	return e.isContent(result) || result == Type(wordNull) || len(sig.params) > 0 && (sig.declared && maybeContent(result) || result == Type(wordAny) && isRecord(sig.at(0)))
}

// isRecord reports whether a type is that of an object with members.
func isRecord(t Type) bool {
	switch without(t, wordUndefined).(type) {
	case *object, *both:
		return true
	}
	return false
}

// maybeContent reports whether a type is anything, or texts, which can be rendered too.
func maybeContent(t Type) bool {
	return slices.Contains(parts(t), Type(wordAny)) || !slices.ContainsFunc(parts(t), func(m Type) bool { return !isText(m) })
}

// isText reports whether a type is one of texts, or of lists of them.
func isText(t Type) bool {
	if l, ok := t.(*list); ok {
		return isText(l.elem.get())
	}
	of, simple := simpleKind(t)
	return simple && of == types.String
}

// isPropsLike reports whether a first parameter may be props.
func isPropsLike(t Type) bool {
	switch t := t.(type) {
	case *list, *tuple, literal, *texts:
		return false
	case word:
		return t == wordAny || t == wordUnknown || t == wordObject
	}
	return true
}

// settled gives a signature in which each type parameter that chooses a
// component or an element is what it is when the app chooses nothing.
func (e *Evaluator) settled(sig *signature) *signature {
	by := e.settledParams(sig)
	if len(by) == 0 {
		return sig
	}
	for _, p := range sig.typeParams {
		if by[p] == nil {
			by[p] = p
		}
	}
	return e.given(sig, by)
}

// settledParams gives what the type parameters of a signature are that choose a component
// or an element.
func (e *Evaluator) settledParams(sig *signature) map[*param]Type {
	by := map[*param]Type{}
	for _, p := range sig.typeParams {
		if e.listsFeatures(p) {
			by[p] = p.fallback.get()
			continue
		}
		chooses := p.constraint != nil && e.choosesElement(p.constraint.get())
		if p.constraint == nil && p.fallback != nil {
			chooses = e.isElement(p.fallback.get())
		}
		if !chooses {
			continue
		}
		of := &choice{shown: unite(&component{known(wordAny)}, elementName)}
		if p.constraint != nil {
			of.shown = p.constraint.get()
			of.settled = of.shown
			of.open = slices.Contains(parts(of.shown), Type(elementName)) // it may be anything
		}
		if p.fallback != nil && !e.erasing {
			of.settled, of.open = p.fallback.get(), false
		}
		by[p] = of
	}
	return by
}

// listsFeatures reports whether a type parameter is a list that what is taken is computed
// from: nothing that is given tells of it, so it is its default.
func (e *Evaluator) listsFeatures(p *param) bool {
	if p.constraint == nil || p.fallback == nil {
		return false
	}
	of, isList := p.constraint.get().(*list)
	_, told := p.fallback.get().(*tuple)
	return isList && of.readonly && told
}

// choosesElement reports whether a constraint asks for a component or the name
// of an element.
func (e *Evaluator) choosesElement(t Type) bool {
	for _, m := range parts(t) {
		switch m := m.(type) {
		case *component:
			return true
		case *named:
			if m == elementName {
				return true
			}
		case literal:
			if m == Type(text("div")) {
				return true
			}
		}
	}
	return false
}

// isElement reports whether a type is a component or the name of an element.
func (e *Evaluator) isElement(t Type) bool {
	if u, ok := t.(*union); ok {
		return !slices.ContainsFunc(u.list, func(m Type) bool { return !e.isElement(m) })
	}
	if l, ok := t.(literal); ok && l.of == types.String {
		_, native := e.element(l.value)
		return native
	}
	return t == Type(elementName) || e.PropsType(t) != nil
}

// isContent reports whether what a function gives back can be rendered.
func (e *Evaluator) isContent(t Type) bool {
	found := false
	for _, m := range parts(t) {
		switch m := m.(type) {
		case *named:
			if m.from == "" && (m.name == "Content" || m.name == "JSX.Element") || isElement(m) {
				found = true
				continue
			}
			if (m.name == "Promise" || m.name == "Iterable") && len(m.args) == 1 && e.isContent(m.args[0]) {
				found = true
				continue
			}
			return false
		case word:
			switch m {
			case wordNull, wordUndefined, wordString, wordNumber, wordBoolean, wordBigInt, wordVoid:
				continue
			}
			return false
		case literal:
			continue
		case *list:
			if e.isContent(m.elem.get()) {
				found = true
				continue
			}
			return false
		default:
			return false
		}
	}
	return found
}

// propsOfEach is PropsOf<T>: the props of a component, or the attributes of a
// native element.
func (e *Evaluator) propsOfEach(t Type, s *Scope, at syntax.Node) Type {
	var all []Type
	list := parts(settledOn(t))
	if c, ok := t.(*choice); ok && c.open {
		// Any props of what is chosen, beside those that are listed.
		return &object{shape: &shape{indexes: []index{{key: known(wordString), of: known(wordAny)}}}}
	}
	for _, m := range list {
		m = settledOn(m)
		switch m := m.(type) {
		case literal:
			if m.of == types.String {
				of, native := e.element(m.value)
				if !native {
					of = &named{name: "attributes of " + m.value, at: s.Module.Place(at)}
				}
				all = append(all, of)
			}
			continue
		case *named:
			if m == elementName {
				// Of the elements only those count that take what the component
				// beside them takes: it says what can be given.
				if slices.ContainsFunc(list, func(t Type) bool { c, ok := t.(*component); return ok && !IsAny(e.PropsType(c)) }) {
					continue
				}
				return wordAny
			}
		case *odd:
			return m
		case word:
			if m == wordAny {
				return wordAny
			}
		}
		if props := e.erasedProps(m); props != nil {
			all = append(all, props)
			continue
		}
		n, ok := m.(*named)
		if !ok {
			return &named{name: "props of " + e.label(m), at: s.Module.Place(at)}
		}
		all = append(all, &named{name: "props of " + e.label(m), from: n.from, at: n.at})
	}
	return unite(all...)
}

// erasedProps is PropsType as the compiler infers it: of a generic component, the
// parameters stand for their constraints. Whatever is computed from a component in a type
// takes this, so that it does not matter who asks first.
func (e *Evaluator) erasedProps(t Type) Type {
	defer func(before bool) { e.erasing = before }(e.erasing)
	e.erasing = true
	return e.PropsType(t)
}

// element is the set of attributes of a native element, from the table that the
// framework's names declare.
func (e *Evaluator) element(name string) (Type, bool) {
	table := e.elements
	if table == nil {
		// At the bound of depth there is nothing to keep.
		if table = e.elementTable(); len(table.members) > 0 {
			e.elements = table
		}
	}
	if m := table.member(name); m != nil {
		return m.of().get(), true
	}
	return nil, false
}

func (e *Evaluator) elementTable() *shape {
	for _, m := range e.Set.Known {
		sym, ok := e.Set.Export(m, "JSX")
		if ok {
			sym, ok = e.Set.Member(sym, "IntrinsicElements")
		}
		if ok {
			return e.shapeOf(e.symbol(sym, nil, In(sym.Module), sym.Module.File))
		}
	}
	return &shape{}
}

// Managed gives the props that a component takes as a tag: what its static table
// of defaults holds may be left out, and given too where it is no prop. Where any name is
// a prop, the table changes nothing, nor where no props are typed: then it is no prop that is
// missing. Source: LibraryManagedAttributes of React's types.
func (e *Evaluator) Managed(of, props Type) Type {
	m := e.shapeOf(of).member("defaultProps")
	if m == nil || m.optional || !slices.ContainsFunc(parts(props), func(part Type) bool { return !e.shapeOf(part).empty() }) {
		return props
	}
	table := m.of().get()
	defaults := e.shapeOf(table)
	// A table that may hold anything may hold each of them.
	anything := table == Type(wordAny) || defaults.open()
	mark := func(m, _ *member) {
		if anything || defaults.member(m.name) != nil {
			m.optional = true
		}
	}
	var all []Type
	for _, part := range parts(props) {
		of := e.shapeOf(part)
		if of.open() {
			all = append(all, part)
			continue
		}
		managed := e.marked(part, mark)
		if more := of.lacking(defaults); len(more.members) > 0 {
			managed = intersect(managed, &object{shape: more})
		}
		all = append(all, managed)
	}
	return unite(all...)
}

// lacking gives the members of another shape that s has not, as ones that may be left out;
// none where s may have them all the same.
func (s *shape) lacking(other *shape) *shape {
	more := &shape{}
	for _, m := range other.members {
		if len(s.bases) == 0 && s.member(m.name) == nil {
			m.of()
			given := *m
			given.optional = true
			more.add(&given)
		}
	}
	return more
}

// Given is a set of props of which some are given already: they may be left out.
func (e *Evaluator) Given(props Type, names []string) Type {
	if len(names) == 0 {
		return props
	}
	return e.marked(props, func(m, _ *member) { m.optional = m.optional || slices.Contains(names, m.name) })
}

// Static is a component that hangs on another, as its type tells.
type Static struct {
	Name string
	Type Type
	At   place.Place
	Doc  string
}

// Statics lists the members of a type that may be components, in their order: Static
// tells whether they are. What each is need not be held at a time.
func (e *Evaluator) Statics(t Type) []string {
	var list []string
	for _, m := range e.shapeOf(t).members {
		if e.mayBeStatic(m) {
			list = append(list, m.name)
		}
	}
	return list
}

func (e *Evaluator) mayBeStatic(m *member) bool {
	return m.module != nil && m.node != nil && names.MayBeComponent(m.name) && e.known(m.module) == ""
}

// Static gives the component that is a member of a type; false where that is none.
func (e *Evaluator) Static(t Type, name string) (Static, bool) {
	m := e.shapeOf(t).member(name)
	if m == nil || !e.mayBeStatic(m) {
		return Static{}, false
	}
	of := without(m.of().get(), wordUndefined)
	return Static{m.name, of, m.module.Place(m.node), m.module.File.Doc(m.node)}, e.PropsType(of) != nil
}

// Unknown gives the reason where nothing is known of a type, "" where something is.
func (e *Evaluator) Unknown(t Type) string {
	switch t := t.(type) {
	case *odd:
		return t.why
	case *named:
		return "its type " + t.name + " is declared in " + orNot(t.from)
	case *both:
		for _, m := range t.list {
			if why := e.Unknown(m); why != "" {
				return why
			}
		}
	}
	return ""
}

// IsAny reports whether a type says nothing: that of a parameter without type.
func IsAny(t Type) bool { return t == Type(wordAny) }

// nothing is a set of props without members. Each is one of its own, for an
// alias may give it a name.
func nothing() Type { return &object{shape: &shape{}} }

// ParamType is the type of a parameter of a function, without members where it has fewer.
func (e *Evaluator) ParamType(fn *syntax.Func, i int, s *Scope) Type {
	sig := e.settled(e.callable(fn, s))
	if t := sig.at(i); t != nil {
		return t
	}
	return nothing()
}

// ElementProps are the attributes of a native element by its name, with what
// more is given.
func (e *Evaluator) ElementProps(name string, more ...Type) Type {
	of, native := e.element(name)
	if !native {
		of = &named{name: "attributes of " + name}
	}
	return intersect(append([]Type{of}, more...)...)
}

// Join is the intersection of types.
func (e *Evaluator) Join(all ...Type) Type { return intersect(all...) }

// Part gives the type of one member of props; false where there is none.
func (e *Evaluator) Part(t Type, name string) (Type, bool) {
	m := e.shapeOf(t).member(name)
	if m == nil {
		return nil, false
	}
	return without(m.of().get(), wordUndefined), true
}

// Instance is what a class or constructor makes: of several ways, all of them
// together; nil where a type constructs nothing.
func (e *Evaluator) Instance(t Type) Type {
	var all []Type
	for _, sig := range e.shapeOf(t).news {
		all = append(all, sig.result.get())
	}
	if len(all) == 0 {
		return nil
	}
	return intersect(all...)
}

// RefTarget is what a ref of this type reaches; false where it is no ref.
func (e *Evaluator) RefTarget(t Type) (Type, bool) {
	for _, m := range parts(t) {
		if n, ok := m.(*named); ok && n.name == "Ref" && n.from == "" && len(n.args) == 1 {
			return n.args[0], true
		}
	}
	return nil, false
}

// RefTo is a ref that reaches target.
func (e *Evaluator) RefTo(target Type) Type { return &named{name: "Ref", args: []Type{target}} }

// Signature is one way to call something, given out.
type Signature struct {
	Params []Parameter
	Result Type
}

// TypeParameter is one that an app may choose, or that what it gives chooses. Constraint
// and Default are nil where there is none.
type TypeParameter struct {
	Name                string
	Constraint, Default Type
}

// TypeParameters lists the type parameters of a component that is declared by its type:
// those of the way to call it that is rendered, without those that choose an element.
func (e *Evaluator) TypeParameters(t Type) (out []TypeParameter) {
	t = settledOn(t)
	if all, ok := t.(*both); ok {
		for _, part := range all.list {
			if out = e.TypeParameters(part); len(out) > 0 {
				break
			}
		}
		return out
	}
	o, ok := t.(*object)
	if !ok || o.opaque {
		return nil
	}
	for _, sig := range o.get().calls {
		if !e.renders(sig) {
			continue
		}
		chosen := e.settledParams(sig)
		for _, p := range sig.typeParams {
			if chosen[p] != nil {
				continue
			}
			made := TypeParameter{Name: p.name}
			if p.constraint != nil {
				made.Constraint = p.constraint.get()
			}
			if p.fallback != nil {
				made.Default = p.fallback.get()
			}
			out = append(out, made)
		}
		return out
	}
	return nil
}

// MakesFunctions reports whether a function gives back functions and nothing else.
func (e *Evaluator) MakesFunctions(t Type) bool {
	calls := e.shapeOf(t).calls
	return len(calls) > 0 && !slices.ContainsFunc(calls, func(sig *signature) bool {
		return slices.ContainsFunc(parts(sig.result.get()), func(t Type) bool { return len(e.shapeOf(t).calls) == 0 })
	})
}

// Parameter is one parameter of a Signature.
type Parameter struct {
	Name     string
	Type     Type
	Optional bool
	Rest     bool
}

// Signatures lists the ways to call a type.
func (e *Evaluator) Signatures(t Type) []Signature {
	var out []Signature
	for _, sig := range e.shapeOf(t).calls {
		made := Signature{Result: sig.result.get()}
		for _, p := range sig.params {
			made.Params = append(made.Params, Parameter{p.name, p.of.get(), p.optional, p.rest})
		}
		out = append(out, made)
	}
	return out
}

// Hiding is the scope in which names of values stand for what is not known, whatever
// they stand for around it.
func (e *Evaluator) Hiding(s *Scope, names ...string) *Scope {
	inner := Block(s)
	for _, name := range names {
		inner.values[name] = known(wordAny)
	}
	return inner
}

// Awaited is what a promise comes to; nil where a type is none.
func (e *Evaluator) Awaited(t Type) Type {
	for _, m := range parts(t) {
		if n, ok := m.(*named); ok && n.name == "Promise" && len(n.args) == 1 {
			return n.args[0]
		}
	}
	return nil
}
