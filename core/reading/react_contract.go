// This file makes the contract of a React component from its props and body.

package reading

import (
	"path"
	"reflect"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/react"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// props is what is known of a component's props before they are sorted.
type props struct {
	shape *evaluate.Shape
	of    evaluate.Type // nil where they are not typed
	typed bool          // whether what is required is said
	table *propTypes    // nil where there is none
}

// reactComponent reads one component.
func (r *reader) reactComponent(name string, m *made) *contract.Contract {
	at := m.at
	switch {
	case m.class != nil:
		at = r.at(m.module, m.class)
	case m.fn != nil:
		at = r.at(m.module, m.fn)
	}
	c := &contract.Contract{Component: name, Kind: contract.KindComponent, Complete: true, At: &at}
	doc := r.doc(docOf(m.doc))
	c.Summary, c.Deprecated = doc.text, doc.deprecated
	c.TypeParameters = r.typeParameters(m)
	taken := r.takenBy(m)
	var drawn *body
	if m.fn != nil {
		drawn = r.body(m, taken)
	}
	p := r.propsOf(m, taken)
	for _, b := range p.shape.Bases {
		b.At.File = r.set.Rel(b.At.File)
		if b.At.File == "" {
			b.At = at
		}
		at := b.At // the base itself would keep all that was evaluated
		c.Bases = append(c.Bases, contract.Base{Name: b.Name, From: b.From, At: &at})
		c.Complete = false
		if b.Why != "" {
			r.unread(b.At, name, "%s", b.Why)
		}
	}
	s := &sorter{r: r, m: m, c: c, taken: taken, body: drawn, props: p}
	s.defaults, s.tableIn = r.defaults(m)
	for _, member := range p.shape.Members {
		if member.Name != "ref" && member.Name != "key" {
			s.member(member)
		}
	}
	r.drainOdd(name)
	switch {
	case m.styled != nil:
		m.styled.root(c)
	case m.fn != nil:
		if r.root(c, m, taken, drawn) {
			c.PassThrough = accepted(p.shape)
		}
	default:
		c.PassThrough = accepted(p.shape)
	}
	r.twoWay(c)
	takeAxes(c)
	s.appDefaults()
	s.modes()
	s.stateChanges()
	r.handle(c, m, p)
	if m.fn != nil {
		s.claims()
		r.draw(c, m, taken)
		if g := marker(m.module); g != nil {
			c.Guarantees = append(c.Guarantees, *g)
		}
	}
	if m.styled != nil {
		r.styledHooks(c, m)
	}
	r.drainOdd(name)
	return c
}

// accepted is what a type says of undeclared attributes: which are taken, not
// where they go.
func accepted(s *evaluate.Shape) contract.PassThrough {
	p := contract.PassThrough{Unknown: true}
	for _, n := range s.Natives {
		if react.Names.Identity[n.Name] {
			continue
		}
		if i := slices.IndexFunc(p.To, func(f contract.Forward) bool { return f.Element == n.Element }); i >= 0 {
			p.To[i].Except = evaluate.Both(p.To[i].Except, n.Except)
			continue
		}
		p.To = append(p.To, contract.Forward{To: "unknown", Element: n.Element, Except: n.Except})
	}
	if s.Open {
		p.To = append(p.To, contract.Forward{To: "unknown", Element: "*"})
	}
	return p
}

// typeParameters gives those of the component's own function, or of the way to call it that
// is declared.
func (r *reader) typeParameters(m *made) (list []contract.TypeParameter) {
	switch {
	case m.class != nil:
	case m.fn != nil:
		list = r.declaredParameters(m.fn.TypeParams, r.eval.WithParams(evaluate.In(m.module), m.fn.TypeParams))
	default:
		for _, p := range r.eval.TypeParameters(m.of) {
			made := contract.TypeParameter{Name: p.Name}
			if p.Constraint != nil {
				made.Constraint = contract.TypeOf(r.eval.Plain(p.Constraint))
			}
			if p.Default != nil {
				made.Default = contract.TypeOf(r.eval.Plain(p.Default))
			}
			list = append(list, made)
		}
	}
	return list
}

// declaredParameters gives type parameters as they are written.
func (r *reader) declaredParameters(params []*syntax.TypeParam, scope *evaluate.Scope) (list []contract.TypeParameter) {
	for _, p := range params {
		made := contract.TypeParameter{Name: p.Name.Name}
		if p.Constraint != nil {
			made.Constraint = contract.TypeOf(r.eval.PlainType(p.Constraint, scope))
		}
		if p.Default != nil {
			made.Default = contract.TypeOf(r.eval.PlainType(p.Default, scope))
		}
		list = append(list, made)
	}
	return list
}

// propsOf gives the props of a component: by its type; where that says nothing,
// by its table of prop types; else the names that its function takes.
func (r *reader) propsOf(m *made, t *taken) props {
	p := r.ownProps(m, t)
	for _, l := range m.layers {
		p.shape.Members, p.typed = r.through(l, p.shape.Members), true
	}
	return p
}

func (r *reader) ownProps(m *made, t *taken) props {
	var p props
	p.of = r.eval.PropsType(m.of)
	switch {
	case m.styled != nil && p.of == nil:
		p.of = m.styled.props
	case p.of == nil && m.fn != nil && m.class == nil:
		p.of = r.eval.ParamType(m.fn, 0, evaluate.In(m.module))
	}
	if m.styled != nil && m.styled.props != nil && p.of != nil {
		// What is styled says it plainly; the library's own types compute it.
		if plain := r.eval.Shape(m.styled.props); len(plain.Bases) == 0 {
			p.of = m.styled.props
		}
	}
	table, tabled := r.static(m, "propTypes")
	if p.of != nil && !evaluate.IsAny(p.of) {
		p.shape, p.typed = r.eval.Shape(r.eval.Managed(m.of, p.of)), true
		// A table says more than the names that an untyped parameter is taken apart into.
		if !tellsNothing(p.shape) && !(tabled && r.eval.Implied(p.of)) || m.fn == nil || !tabled && !strings.Contains(path.Ext(m.module.Path), "js") {
			return p
		}
		p.typed = false // a class that JavaScript writes has no type of its props
	}
	p.of = nil
	if tabled {
		p.table = r.propTypes(table)
	}
	p.shape = t.shape(m)
	if p.table != nil {
		p.typed = true
		p.shape.Members = p.table.merge(p.shape.Members)
		p.shape.Bases = p.table.bases // the table says what there is
		r.defaulted(m, p.shape.Members)
	}
	return p
}

// tellsNothing reports whether a shape holds no more than what every component takes.
func tellsNothing(s *evaluate.Shape) bool {
	return len(s.Bases) == 0 &&
		!slices.ContainsFunc(s.Members, func(m evaluate.Member) bool { return m.Name != "ref" && m.Name != "key" }) &&
		!slices.ContainsFunc(s.Natives, func(n evaluate.Native) bool { return !react.Names.Identity[n.Name] })
}

// handle says what a ref reaches.
func (r *reader) handle(c *contract.Contract, m *made, p props) {
	if p.of == nil {
		if m.fn != nil && m.class == nil && len(m.fn.Params) > 1 {
			c.Handle = &contract.Handle{} // takes a ref of unknown type
		}
		return
	}
	of, ok := r.eval.Part(p.of, "ref")
	if !ok {
		return
	}
	target, ok := r.eval.RefTarget(of)
	if !ok {
		c.Handle = &contract.Handle{}
		return
	}
	c.Handle = &contract.Handle{Type: r.quiet(r.eval.RefTo(target))}
	plain := r.quiet(target)
	if o, ok := plain.T.(*types.Object); ok {
		for _, f := range o.Fields {
			c.Handle.Members = append(c.Handle.Members, contract.HandleMember{Name: f.Name, Type: contract.TypeOf(f.Type)})
		}
	}
}

// drainOdd lists what the evaluator did not understand.
func (r *reader) drainOdd(component string) {
	for _, odd := range r.eval.Odd {
		odd.At.File = r.set.Rel(odd.At.File)
		r.unread(odd.At, component, "%s", odd.Why)
	}
	r.eval.Odd = nil
}

// sorter sorts the members of the props into a contract.
type sorter struct {
	r        *reader
	m        *made
	c        *contract.Contract
	taken    *taken
	body     *body // nil where only a declaration is here
	props    props
	defaults *syntax.Object // of the static table, or nil
	tableIn  *modules.Module
}

// member sorts one member of the props.
func (s *sorter) member(m evaluate.Member) {
	c, typed := s.c, s.props.typed
	doc := s.r.doc(m.Doc)
	m.At.File = s.r.set.Rel(m.At.File)
	if m.At.File == "" {
		m.At = *c.At
	}
	at := m.At
	origin := m.Origin
	if origin == "" {
		origin = "own"
	}
	required := contract.FactOf(!m.Optional)
	if !typed || m.Unsure {
		required = contract.Unknown
	}
	kind, name := names.React(m.Name)
	use := s.use(m.Name)
	fn, loose := functionOf(m.Type)
	slot := func(form contract.Form) *contract.Slot {
		return &contract.Slot{Name: name, Spelled: contract.SpelledAs(m.Name), Form: form, Required: required,
			Fallback: use.fallback, InLoop: use.inLoop, Conditional: contract.Unknown, Origin: origin, Deprecated: doc.deprecated, Description: doc.text, At: &at}
	}
	switch {
	case fn != nil && kind == names.Event:
		payload := payloadOf(fn)
		if loose {
			payload = &contract.Payload{Unknown: true}
		}
		c.Events = append(c.Events, &contract.Event{Name: name, Spelled: contract.SpelledAs(m.Name), Required: required, Origin: origin,
			Deprecated: doc.deprecated, Description: doc.text, At: &at, Returns: contract.TypeOf(fn.Result), Payload: payload})
		return
	case fn != nil && !loose && isContent(fn.Result):
		x := slot(contract.FormFunction)
		x.Gives = givesOf(fn)
		c.Slots = append(c.Slots, x)
		return
	case isElement(m.Type):
		c.Slots = append(c.Slots, slot(contract.FormElement))
		return
	case isContent(types.Without(orAny(m.Type), types.Undefined, types.Null)) || !typed && kind == names.Slot || loose && kind == names.Slot:
		x := slot(contract.FormContent)
		if (!typed || loose) && name != "default" {
			x.Form = contract.FormFunction
		}
		c.Slots = append(c.Slots, x)
		return
	case isComponent(m.Type) && (s.body == nil || s.taken.local(m.Name) != "" && !use.root):
		if s.body != nil || m.Name != "as" && m.Name != "component" {
			x := slot(contract.FormComponent)
			x.Type = contract.TypeOf(m.Type)
			c.Slots = append(c.Slots, x)
			return
		}
	}
	p := &contract.Prop{Name: names.Camel(m.Name), Spelled: contract.SpelledAs(m.Name), Type: contract.TypeOf(m.Type), Required: required,
		Origin: origin, Deprecated: doc.deprecated, Description: doc.text, Written: s.r.texts.one(m.Written), At: &at}
	if required != contract.Yes {
		p.Default = s.defaultOf(m.Name, doc)
		if p.Default.Kind == contract.DefaultNone && m.Default != nil {
			p.Default = defaultValue(m.In, m.Default)
		}
	}
	if !typed && p.Default.Kind != contract.DefaultNone && p.Default.Kind != contract.DefaultUnknown {
		p.Required = contract.No
	}
	if m.Type != nil {
		if values, _, ok := types.Values(m.Type); ok && len(values) > 1 {
			p.Role = contract.RoleVariant
		}
	}
	c.Props = append(c.Props, p)
}

// use is what the body does with a prop; unknown where there is no body.
func (s *sorter) use(name string) use {
	if s.body == nil {
		return use{fallback: contract.Unknown, inLoop: contract.Unknown}
	}
	return s.body.use(s.taken, name)
}

// modes tells which members go together, from a union of object types.
func (s *sorter) modes() {
	modes := s.props.shape.Modes
	if len(modes) < 2 {
		return
	}
	spelled := map[string]bool{}
	var order []string
	for _, m := range s.props.shape.Members {
		if m.Name != "ref" && m.Name != "key" {
			spelled[m.Name] = true
			order = append(order, m.Name)
		}
	}
	called := s.called(order)
	var choosers []string
	for _, name := range order {
		if chooses(modes, name) {
			choosers = append(choosers, name)
		}
	}
	if len(choosers) == 0 {
		s.exclusions(order, called)
		return
	}
	for _, mode := range modes {
		out := contract.Mode{When: map[string]any{}}
		for _, name := range choosers {
			out.When[called[name]] = modeValue(mode[name])
		}
		for _, name := range order {
			if slices.Contains(choosers, name) || sameInAll(modes, name) {
				continue
			}
			m, there := mode[name]
			x := contract.ModeMember{Name: called[name], Absent: !there || m.Absent}
			if !x.Absent {
				x.Type, x.Required = contract.TypeOf(m.Type), contract.FactOf(!m.Optional)
			}
			out.Members = append(out.Members, x)
		}
		if !slices.ContainsFunc(s.c.Modes, func(o contract.Mode) bool { return reflect.DeepEqual(o.When, out.When) }) {
			s.c.Modes = append(s.c.Modes, out)
		}
	}
}

func (r *reader) canonical(spelled string) string {
	_, name := r.framework.spelling(spelled)
	return name
}

// called gives what members are referred to by: the name that the contract has for each,
// or where two of them have one name (change beside onChange), the spelling.
func (s *sorter) called(order []string) map[string]string {
	names := map[string]string{}
	for _, p := range s.c.Props {
		names[p.Spelled.Name] = p.Name
	}
	for _, x := range s.c.Slots {
		names[x.Spelled.Name] = x.Name
	}
	for _, e := range s.c.Events {
		names[e.Spelled.Name] = e.Name
	}
	count := map[string]int{}
	out := map[string]string{}
	for _, spelled := range order {
		name, ok := names[spelled]
		if !ok {
			name = s.r.canonical(spelled)
		}
		out[spelled] = name
		count[name]++
	}
	for spelled, name := range out {
		if count[name] > 1 {
			out[spelled] = spelled
		}
	}
	return out
}

// chooses reports whether a member tells modes apart: it is there in every one,
// a closed set of values, and no value in two of them.
func chooses(modes []map[string]evaluate.ModeMember, name string) bool {
	seen := map[string]int{}
	for i, mode := range modes {
		m, ok := mode[name]
		if !ok || m.Type == nil {
			return false
		}
		values, open, ok := modeValues(m)
		if !ok || open {
			return false
		}
		for _, v := range values {
			if at, twice := seen[v]; twice && at != i {
				return false
			}
			seen[v] = i
		}
	}
	return len(seen) > 1
}

func modeValues(m evaluate.ModeMember) (list []string, open, ok bool) {
	if m.Absent {
		return []string{"absent"}, false, true
	}
	if m.Type == types.Type(types.Boolean) {
		return []string{"true", "false"}, false, true
	}
	values, open, ok := types.Values(m.Type)
	for _, v := range values {
		list = append(list, v.String())
	}
	if m.Optional {
		list = append(list, "absent")
	}
	return list, open, ok
}

// modeValue is the value, or list of values, that chooses a mode; nil for none.
func modeValue(m evaluate.ModeMember) any {
	if m.Absent || m.Type == nil {
		return nil
	}
	values, _, _ := types.Values(m.Type)
	var list []any
	for _, v := range values {
		list = append(list, jsonOf(v))
	}
	if len(list) == 1 {
		return list[0]
	}
	return list
}

func sameInAll(modes []map[string]evaluate.ModeMember, name string) bool {
	first, ok := modes[0][name]
	for _, mode := range modes[1:] {
		m, there := mode[name]
		if there != ok || m.Absent != first.Absent || m.Optional != first.Optional || (m.Type == nil) != (first.Type == nil) {
			return false
		}
		if m.Type != nil && !types.Equal(m.Type, first.Type) {
			return false
		}
	}
	return ok
}

// maxExclusions bounds the pairs that are listed for one component.
const maxExclusions = 20

// exclusions finds pairs of which one can only be absent where the other can be
// given.
func (s *sorter) exclusions(order []string, called map[string]string) {
	modes := s.props.shape.Modes
	for i, a := range order {
		for _, b := range order[i+1:] {
			apart, said := true, false
			for _, mode := range modes {
				x, hasA := mode[a]
				y, hasB := mode[b]
				if hasA && hasB && !x.Absent && !y.Absent || !hasA || !hasB {
					apart = false
					break
				}
				said = said || !x.Absent || !y.Absent
			}
			if apart && said && len(s.c.Exclusions) < maxExclusions {
				s.c.Exclusions = append(s.c.Exclusions, contract.Exclusion{When: map[string]any{called[a]: true, called[b]: true}, InType: true})
			}
		}
	}
}

// orAny is t, or any where none is known.
func orAny(t types.Type) types.Type {
	if t == nil {
		return types.Any
	}
	return t
}

// anyFunction is what a function is of which nothing more is known.
var anyFunction = &types.Func{Params: []types.Param{{Name: "args", Type: &types.Array{Elem: types.Any}, Rest: true}}, Result: types.Any}

// functionOf gives the function that a type is, beside undefined and null.
// loose says that nothing but that is known of it.
func functionOf(t types.Type) (found *types.Func, loose bool) {
	if t == nil {
		return nil, false
	}
	for _, m := range types.Members(t) {
		switch m := m.(type) {
		case *types.Func:
			if found != nil {
				return nil, false
			}
			found = m
			loose = reflect.DeepEqual(m, anyFunction)
		case *types.Named:
			if m.Name != "Function" || m.From != "" || found != nil {
				return nil, false
			}
			found, loose = anyFunction, true
		case types.Basic:
			if m != types.Undefined && m != types.Null {
				return nil, false
			}
		case *types.Literal:
			if m.Value != "false" {
				return nil, false
			}
		default:
			return nil, false
		}
	}
	return found, loose
}

func payloadOf(fn *types.Func) *contract.Payload {
	if len(fn.Params) == 1 && fn.Params[0].Name == evaluate.Unnamed(0) {
		if o, ok := fn.Params[0].Type.(*types.Object); ok {
			return namedOf(o) // it is taken apart: the names are what counts
		}
	}
	p := &contract.Payload{Positional: true}
	for _, param := range fn.Params {
		p.Fields = append(p.Fields, contract.Field{Name: param.Name, Type: contract.TypeOf(param.Type), Optional: param.Optional || param.Rest, Rest: param.Rest})
	}
	return p
}

// givesOf is what a render function is given: the fields of its one record, or
// its parameters.
func givesOf(fn *types.Func) *contract.Payload {
	if len(fn.Params) == 1 {
		if o, ok := fn.Params[0].Type.(*types.Object); ok && len(o.Indexes) == 0 {
			return namedOf(o)
		}
	}
	return payloadOf(fn)
}

func namedOf(o *types.Object) *contract.Payload {
	p := &contract.Payload{}
	for _, f := range o.Fields {
		p.Fields = append(p.Fields, contract.Field{Name: f.Name, Type: contract.TypeOf(f.Type), Optional: f.Optional})
	}
	return p
}

// isContent recognises what can be rendered: Content, alone or with others that
// can be too.
func isContent(t types.Type) bool {
	members := types.Members(t)
	if !slices.ContainsFunc(members, isContentName) {
		return false
	}
	return !slices.ContainsFunc(members, func(m types.Type) bool {
		return !isContentName(m) && types.Assignable(m, types.Content).Answer != types.Yes
	})
}

func isContentName(t types.Type) bool {
	n, ok := t.(*types.Named)
	return ok && n.Own() && n.Name == "Content" || isElement(t)
}

func isComponent(t types.Type) bool {
	if t == nil {
		return false
	}
	found := false
	for _, m := range types.Members(types.Without(t, types.Undefined, types.Null)) {
		n, ok := m.(*types.Named)
		if !ok || !n.Own() || n.Name != "Component" && (n.Name != "Element" || len(n.Args) > 0) {
			return false
		}
		found = found || n.Name == "Component"
	}
	return found
}

// isElement recognises one element that the app makes.
func isElement(t types.Type) bool {
	if t == nil {
		return false
	}
	n, ok := types.Without(t, types.Undefined, types.Null).(*types.Named)
	return ok && n.Own() && n.Name == "Element" && len(n.Args) == 1
}

// stateChanges finds functions that decide new state from old state and a
// change: they give back what they take first. The kinds of the change are what
// an app can amend.
func (s *sorter) stateChanges() {
	for _, p := range s.c.Props {
		if !p.Type.Known() || p.Origin != "own" {
			continue
		}
		fn, loose := functionOf(p.Type.T)
		if fn == nil || loose || len(fn.Params) != 2 || !types.Equal(fn.Params[0].Type, fn.Result) {
			continue
		}
		kinds := changeKinds(fn.Params[1].Type)
		if len(kinds) == 0 {
			continue
		}
		p.Role = contract.RoleBehaviour
		s.c.StateChanges = append(s.c.StateChanges, kinds...)
	}
}

// changeKinds takes a change apart by the member that names its kind.
func changeKinds(t types.Type) (list []contract.StateChange) {
	for _, m := range types.Members(t) {
		o, ok := m.(*types.Object)
		if !ok {
			return nil
		}
		payload := &contract.Payload{}
		var kinds []*types.Literal
		for _, f := range o.Fields {
			values, open, closed := types.Values(f.Type)
			if kinds == nil && closed && !open && !f.Optional && (f.Name == "type" || f.Name == "kind") {
				kinds = values
				continue
			}
			payload.Fields = append(payload.Fields, contract.Field{Name: f.Name, Type: contract.TypeOf(f.Type), Optional: f.Optional})
		}
		if kinds == nil {
			return nil
		}
		for _, k := range kinds {
			list = append(list, contract.StateChange{Name: k.Text(), Payload: payload})
		}
	}
	return list
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

// hook reads shared logic: what it takes and what it gives back.
func (r *reader) hook(name string, e entry) bool {
	if e.symbol.External() {
		return false
	}
	of := r.eval.Value(e.symbol)
	sigs := r.eval.Signatures(of)
	if len(sigs) == 0 {
		return false
	}
	at := r.declaredAt(e.symbol)
	export := contract.Export{Module: e.module, Name: e.name, Kind: "named"}
	if e.name == "default" {
		export.Kind = "default"
	}
	key := e.symbol.Module.Path + "#" + e.symbol.Name
	if r.further(key, export) {
		return true
	}
	c := &contract.Contract{Component: name, Kind: contract.KindLogic, Complete: true, At: &at, Export: export, Root: contract.Root{None: true}}
	if len(e.symbol.Decls) > 0 {
		d := e.symbol.Decls[0]
		node := d.Node
		if _, variable := node.(*syntax.Declarator); variable {
			node = d.Stmt
		}
		doc := r.doc(d.Module.File.Doc(node))
		c.Summary, c.Deprecated = doc.text, doc.deprecated
	}
	sig := sigs[len(sigs)-1]
	for i, p := range sig.Params {
		plain := unfolded(r.eval.Plain(p.Type)) // composables of Vue are logic too
		if o, ok := plain.(*types.Object); ok && len(sig.Params) == 1 && len(o.Indexes) == 0 {
			for _, f := range o.Fields {
				c.Props = append(c.Props, &contract.Prop{Name: f.Name, Spelled: contract.SpelledAs(f.Name), Type: contract.TypeOf(f.Type),
					Required: contract.FactOf(!f.Optional && !p.Optional), Origin: "own", At: &at, Default: unknownUnless(f.Optional || p.Optional)})
			}
			break
		}
		pname := p.Name
		for _, before := range sig.Params[:i] {
			if before.Name == pname {
				pname += "2"
			}
		}
		c.Props = append(c.Props, &contract.Prop{Name: pname, Spelled: contract.SpelledAs(pname), Type: contract.TypeOf(plain),
			Required: contract.FactOf(!p.Optional && !p.Rest), Rest: p.Rest, Origin: "own", At: &at, Default: unknownUnless(p.Optional)})
	}
	c.Result = r.result(sig.Result)
	r.eval.Odd = nil
	r.noteSeen(key)
	r.add(c)
	return true
}

// unknownUnless is an unknown default for what may be left out.
func unknownUnless(optional bool) contract.Default {
	if optional {
		return contract.Default{Kind: contract.DefaultUnknown}
	}
	return contract.Default{}
}

// result is what logic gives back: fields by name, or by position.
func (r *reader) result(t evaluate.Type) *contract.Payload {
	switch plain := unfolded(r.eval.Plain(t)).(type) {
	case *types.Object:
		if len(plain.Indexes) == 0 {
			p := namedOf(plain)
			sort.SliceStable(p.Fields, func(i, j int) bool { return p.Fields[i].Name < p.Fields[j].Name })
			return p
		}
	case *types.Tuple:
		p := &contract.Payload{Positional: true}
		for i, elem := range plain.Elems {
			name := elem.Name
			if name == "" {
				name = []string{"first", "second", "third", "fourth", "fifth"}[min(i, 4)]
			}
			p.Fields = append(p.Fields, contract.Field{Name: name, Type: contract.TypeOf(elem.Type), Optional: elem.Optional || elem.Rest, Rest: elem.Rest})
		}
		return p
	case types.Basic:
		if plain == types.Void || plain == types.Undefined {
			return &contract.Payload{Positional: true}
		}
		return &contract.Payload{Positional: true, Fields: []contract.Field{{Name: "result", Type: contract.TypeOf(plain)}}}
	case nil:
	default:
		return &contract.Payload{Positional: true, Fields: []contract.Field{{Name: "result", Type: contract.TypeOf(plain)}}}
	}
	return &contract.Payload{Unknown: true}
}

// takeAxes lists the props of a contract that are axes of its variants.
func takeAxes(c *contract.Contract) {
	for _, p := range c.Props {
		if p.Role == contract.RoleVariant {
			c.Axes = append(c.Axes, p.Name)
		}
	}
}
