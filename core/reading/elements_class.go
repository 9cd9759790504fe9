// This file reads the interface of a custom element from its class: properties and
// attributes, events that it dispatches, methods.

package reading

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// elementReading is the reading of one custom element.
type elementReading struct {
	r        *reader
	m        *elementMade
	c        *contract.Contract
	seen     map[string]bool // names of members that a nearer class has
	observed map[string]bool // attributes that are observed
	reactive bool            // properties are declared as such: other fields are none
	hooks    hookList
	slots    map[string]*elementSlot
	order    []string
	in       standing[*syntax.Class] // that is being read
	methods  map[string]standing[*syntax.Func]
	drawn    map[*syntax.Tagged]bool
	calls    map[*modules.Module][]*syntax.Call // that decorate
	declared map[*syntax.Class]bool             // whose declarations are here
	written  map[string]types.Type              // that comments of the class at hand tell
	told     map[string]declaredProperty        // of all classes, the nearest first
	tables   map[*syntax.Class]propertyTable
	found    *found
}

// element reads one custom element.
func (r *reader) element(name string, m *elementMade) *contract.Contract {
	at := m.at
	c := &contract.Contract{Component: name, Kind: contract.KindComponent, Complete: len(m.bases) == 0, Bases: m.bases, At: &at}
	text := docOf(m.doc)
	d := r.doc(text)
	c.Summary, c.Deprecated = d.text, d.deprecated
	e := &elementReading{r: r, m: m, c: c, seen: map[string]bool{}, observed: map[string]bool{}, hooks: hookList{}, slots: map[string]*elementSlot{},
		methods: map[string]standing[*syntax.Func]{}, drawn: map[*syntax.Tagged]bool{}, calls: map[*modules.Module][]*syntax.Call{},
		tables: map[*syntax.Class]propertyTable{}, declared: map[*syntax.Class]bool{}, told: map[string]declaredProperty{}}
	c.TypeParameters = r.declaredParameters(m.chain[0].node.TypeParams, e.scope(m.chain[0]))
	e.found = &found{Component: name}
	r.found = append(r.found, e.found)
	if m.tag != "" {
		e.found.Provides = []contextKey{{elementKey, m.tag}}
		c.Root = contract.Root{Known: true, Elements: []string{m.tag}}
	}
	c.PassThrough = contract.PassThrough{To: []contract.Forward{{To: "root", Element: m.tag}}} // attributes stay where they are written
	for _, code := range m.code {
		e.declared[code.node] = true
	}
	for _, part := range m.chain {
		e.observes(part)
		table := e.propertyTable(part)
		e.tables[part.node] = table
		e.reactive = e.reactive || table.static || len(table.by) > 0
		for name, d := range table.by {
			if _, nearer := e.told[name]; !nearer {
				e.told[name] = d
			}
		}
	}
	for _, part := range m.chain {
		e.in = part
		e.members(part)
	}
	e.attributesOnly()
	for _, part := range m.chain {
		e.in = part
		e.events(part)
		e.styles(part)
	}
	e.draw()
	e.tags(text)
	e.finish()
	r.twoWay(c)
	takeAxes(c)
	r.eval.Odd = nil
	return c
}

// declaredProperty is what a table or decorator says of a property.
type declaredProperty struct {
	of        types.Type
	attribute string
	reflects  bool
	internal  bool
}

// propertyDecorators declare properties; those with an attribute say so.
var propertyDecorators = map[string]bool{"property": true, "attr": true, "observable": true, "state": true, "internalProperty": true}

// internalDecorators mark what is nobody's but the element's own.
var internalDecorators = map[string]bool{"state": true, "internalProperty": true, "query": true, "queryAll": true, "queryAsync": true, "queryAssignedElements": true,
	"queryAssignedNodes": true, "eventOptions": true, "consume": true, "provide": true}

// observes notes the attributes that a class observes.
func (e *elementReading) observes(part standing[*syntax.Class]) {
	for _, member := range part.node.Members {
		name, _ := syntax.KeyName(member.Key)
		if name == "observedAttributes" && member.Modifiers.Has(syntax.Static) {
			x := staticValue(member)
			list, _ := e.r.elements(part.module, x)
			if list == nil && x != nil {
				if a, ok := syntax.Bare(x).(*syntax.Array); ok {
					list = a.Elems
				} else {
					e.r.unread(e.r.at(part.module, member), e.c.Component, "the attributes that are observed are computed")
				}
			}
			for _, elem := range list {
				if v, ok := literalValue(elem); ok {
					if s, ok := v.(string); ok {
						e.observed[s] = true
					}
				}
			}
		}
	}
}

// staticValue is the value of a static member: what it is set to, or what its getter
// gives back.
func staticValue(member *syntax.ClassMember) syntax.Expr {
	fn, ok := member.Value.(*syntax.Func)
	if !ok {
		return member.Value
	}
	x := fn.X
	if fn.Body != nil {
		syntax.Returns(fn.Body, func(made syntax.Expr) { x = made })
	}
	return x
}

// lifecycle are methods that the browser or a base class calls: no app does.
var lifecycle = map[string]bool{"connectedCallback": true, "disconnectedCallback": true, "adoptedCallback": true, "attributeChangedCallback": true,
	"connectedMoveCallback": true, "formAssociatedCallback": true, "formDisabledCallback": true, "formResetCallback": true, "formStateRestoreCallback": true,
	"render": true, "update": true, "updated": true, "firstUpdated": true, "willUpdate": true, "shouldUpdate": true, "createRenderRoot": true, "scheduleUpdate": true,
	"requestUpdate": true, "performUpdate": true, "getUpdateComplete": true, "constructor": true, "toString": true}

// members reads the properties and methods of a class.
func (e *elementReading) members(part standing[*syntax.Class]) {
	own := e.tables[part.node]
	table := own.by
	if code, ok := e.m.code[part.node]; ok { // declarations name the members, their code says what each is
		table = e.tables[code.node].by
	}
	initial := assignedInConstructor(part.node)
	e.written = map[string]types.Type{}
	for name, set := range initial {
		e.written[name] = typeInDoc(part.module.File.Doc(set.by))
	}
	fields := map[string]bool{}
	for _, member := range part.node.Members {
		name, ok := syntax.KeyName(member.Key)
		if !ok || member.Modifiers.Has(syntax.Static) || member.Kind == syntax.StaticBlock {
			continue
		}
		if _, private := member.Key.(*syntax.PrivateName); private {
			continue
		}
		fn, method := member.Value.(*syntax.Func)
		if method && member.Kind == syntax.MethodMember {
			if _, known := e.methods[name]; !known {
				e.methods[name] = standing[*syntax.Func]{part.module, fn}
			}
		}
		hidden := member.Modifiers&(syntax.Private|syntax.Protected) != 0 || strings.HasPrefix(name, "_")
		declared, reactive := table[name]
		if d, known := e.told[name]; known && !reactive { // a class that this one extends declares it
			declared, reactive = d, true
		}
		inner := declared.internal // its own state, or what it finds inside of itself
		if hidden || fields[name] || e.seen[name] || lifecycle[name] {
			if hidden {
				e.seen[name] = true
			}
			continue
		}
		accessor := member.Kind == syntax.GetMember || member.Kind == syntax.SetMember
		switch {
		case inner, method && !accessor:
			fields[name] = true
			e.handle(part, name, member)
		case member.Kind == syntax.GetMember && !settable(part.node, name) && !reactive:
			fields[name] = true
			e.handle(part, name, member)
		case member.Modifiers.Has(syntax.Readonly), member.Modifiers.Has(syntax.Declare) && !reactive, e.reactive && !reactive && !e.observed[hyphenate(name)] && !e.observed[strings.ToLower(name)]:
			fields[name] = true
			e.handle(part, name, member)
		default:
			fields[name] = true
			if !reactive {
				declared.attribute = e.observedAs(name)
			}
			e.property(part, name, member, declared, initial[name].value)
		}
	}
	for _, name := range own.order {
		if !fields[name] && !e.seen[name] && !table[name].internal && !strings.HasPrefix(name, "_") {
			e.add(part.module, name, own.at[name], table[name], table[name].of, initial[name].value, false)
			fields[name] = true
		}
	}
	for name := range fields {
		e.seen[name] = true
	}
}

// settable reports whether a class has a setter of a name.
func settable(c *syntax.Class, name string) bool {
	return slices.ContainsFunc(c.Members, func(m *syntax.ClassMember) bool {
		key, _ := syntax.KeyName(m.Key)
		return m.Kind == syntax.SetMember && key == name
	})
}

// observedAs is the observed attribute that shows a property, "" for none.
func (e *elementReading) observedAs(name string) string {
	for _, attribute := range []string{hyphenate(name), strings.ToLower(name), name} {
		if e.observed[attribute] {
			return attribute
		}
	}
	return ""
}

// declaredBy reads one entry of a table of properties.
func (e *elementReading) declaredBy(m *modules.Module, name string, x syntax.Expr) declaredProperty {
	return e.decorated(m, declaredProperty{attribute: strings.ToLower(name)}, x)
}

// decoratedBy reads what a decorator says of a property.
func (e *elementReading) decoratedBy(m *modules.Module, word, name string, x syntax.Expr) declaredProperty {
	d := declaredProperty{attribute: strings.ToLower(name)}
	switch word {
	case "attr":
		d.attribute, d.reflects = hyphenate(name), true
	case "observable":
		d.attribute = ""
	}
	if call, ok := x.(*syntax.Call); ok && len(call.Args) > 0 {
		d = e.decorated(m, d, call.Args[0])
	}
	return d
}

// decorated reads the options of a property.
func (e *elementReading) decorated(m *modules.Module, d declaredProperty, x syntax.Expr) declaredProperty {
	if v, ok := literalValue(x); ok { // @attr('name')
		if s, ok := v.(string); ok {
			d.attribute = s
		}
	}
	o, _, ok := e.r.objectOf(m, x, 0)
	if !ok {
		if id, isName := syntax.Bare(x).(*syntax.Ident); isName {
			d.of = vueConstructors[id.Name]
		}
		return d
	}
	for _, p := range o.Props {
		key, _ := syntax.KeyName(p.Key)
		value, known := literalValue(p.Value)
		switch key {
		case "type":
			if id, ok := syntax.Bare(p.Value).(*syntax.Ident); ok {
				d.of = vueConstructors[id.Name]
			}
		case "attribute":
			if s, ok := value.(string); ok {
				d.attribute = s
			} else if value == false {
				d.attribute = ""
			}
		case "reflect":
			d.reflects = known && value == true
		case "state":
			d.internal = known && value == true
		case "mode":
			if value == "fromView" {
				d.reflects = false
			}
			if value == "boolean" {
				d.of = types.Boolean
			}
		}
	}
	return d
}

// assigned is what a constructor sets a property to, and the statement that does.
type assigned struct {
	value syntax.Expr
	by    *syntax.ExprStmt
}

// assignedInConstructor gives what a constructor sets properties to.
func assignedInConstructor(c *syntax.Class) map[string]assigned {
	found := map[string]assigned{}
	for _, m := range c.Members {
		fn, ok := m.Value.(*syntax.Func)
		if !ok || m.Kind != syntax.ConstructMember || fn.Body == nil {
			continue
		}
		for _, s := range fn.Body.Body {
			if x, ok := s.(*syntax.ExprStmt); ok {
				if b, ok := x.X.(*syntax.Binary); ok && b.Op == "=" {
					if target, ok := b.X.(*syntax.Member); ok {
						if name, ok := strings.CutPrefix(dotted(target), "this."); ok {
							found[name] = assigned{b.Y, x}
						}
					}
				}
			}
		}
	}
	return found
}

// property reads a field or accessor as a property.
func (e *elementReading) property(part standing[*syntax.Class], name string, member *syntax.ClassMember, d declaredProperty, initial syntax.Expr) {
	m := part.module
	var of types.Type
	scope := e.scope(part)
	written := ""
	if member.Type != nil {
		of = e.r.quiet(e.r.eval.Type(member.Type, scope)).T
		written = evaluate.Clip(evaluate.Written(m, member.Type))
	}
	value := initial
	if fn, accessor := member.Value.(*syntax.Func); accessor && (member.Kind == syntax.GetMember || member.Kind == syntax.SetMember) {
		if fn.Returns != nil && member.Kind == syntax.GetMember {
			of = e.r.quiet(e.r.eval.Type(fn.Returns, scope)).T
		} else if member.Kind == syntax.SetMember && len(fn.Params) == 1 && fn.Params[0].Type != nil {
			of = e.r.quiet(e.r.eval.Type(fn.Params[0].Type, scope)).T
		}
		e.add(m, name, member, d, of, value, true)
		return
	}
	if member.Value != nil {
		value = member.Value
	}
	p := e.add(m, name, member, d, of, value, false)
	if p != nil {
		p.Written = e.r.texts.one(written)
		if member.Definite && value == nil {
			p.Required = contract.Yes // it says that who uses it sets it
		}
	}
}

// typeInDoc is the type that a comment tells of a value, @type {'a' | 'b'}; nil for none,
// or one with names that are explained elsewhere.
func typeInDoc(text string) types.Type {
	_, rest, ok := strings.Cut(text, "@type {")
	if !ok {
		return nil
	}
	depth := 1
	for i, r := range rest {
		switch r {
		case '{':
			depth++
		case '}':
			depth--
		}
		if depth > 0 {
			continue
		}
		of := typeText(rest[:i])
		if of != nil {
			types.VisitNames(of, func(*types.Named) { of = nil })
		}
		return of
	}
	return nil
}

// scope is where the types of a class stand.
func (e *elementReading) scope(part standing[*syntax.Class]) *evaluate.Scope {
	return e.r.eval.WithParams(evaluate.In(part.module), part.node.TypeParams)
}

// add sorts a property into the contract; nil where it is a slot.
func (e *elementReading) add(m *modules.Module, name string, node syntax.Node, d declaredProperty, of types.Type, value syntax.Expr, accessor bool) *contract.Prop {
	text := m.File.Doc(node)
	doc := e.r.doc(text)
	at := e.r.at(m, node)
	if told := typeInDoc(text); isScript(m) && told != nil {
		of = told
	} else if told := e.written[name]; isScript(m) && told != nil {
		of = told
	}
	fallback := contract.Default{}
	if value != nil {
		fallback = defaultValue(m, value)
		if of == nil {
			of = widened(e.r.quiet(e.r.eval.Expr(value, evaluate.In(m))).T)
		}
	} else if accessor {
		fallback = contract.Default{Kind: contract.DefaultUnknown}
	}
	if of == nil {
		of = d.of
	}
	if fallback.Kind == contract.DefaultNone && doc.fallback != "" {
		fallback = documented(doc.fallback)
	}
	fn, loose := functionOf(of)
	kind, canonical := names.Element(name)
	if kind != names.Slot {
		canonical = names.Camel(canonical)
	}
	if fn != nil && !loose && isNode(fn.Result) {
		s := &contract.Slot{Name: canonical, Spelled: contract.SpelledAs(name), Form: contract.FormFunction, Gives: givesOf(fn),
			Fallback: contract.Unknown, InLoop: contract.Unknown, Conditional: contract.Unknown, Origin: "own", Description: doc.text, Deprecated: doc.deprecated, At: &at}
		if len(fn.Params) == 0 {
			s.Gives = nil
		}
		e.c.Slots = append(e.c.Slots, s)
		return nil
	}
	if kind == names.Event && fn != nil {
		ev := &contract.Event{Name: canonical, Spelled: contract.SpelledAs(name), Origin: "own", Description: doc.text, Deprecated: doc.deprecated, At: &at, Payload: payloadOf(fn), Returns: contract.TypeOf(fn.Result)}
		if loose {
			ev.Payload = &contract.Payload{Unknown: true}
		}
		e.c.Events = append(e.c.Events, ev)
		return nil
	}
	p := &contract.Prop{Name: names.Camel(name), Spelled: contract.Spelled{Name: name, Attribute: d.attribute}, Type: contract.TypeOf(of), Default: fallback, Origin: "own",
		Description: doc.text, Deprecated: doc.deprecated, At: &at}
	if of != nil {
		if values, _, ok := types.Values(types.Without(of, types.Undefined)); ok && len(values) > 1 {
			p.Role = contract.RoleVariant
		}
	}
	if d.reflects && d.attribute != "" {
		e.hooks.add("data", d.attribute, []string{p.Name})
	}
	e.c.Props = append(e.c.Props, p)
	return p
}

// widened is the type of a field by its first value: more than that one may come.
func widened(t types.Type) types.Type {
	if l, ok := t.(*types.Literal); ok {
		return l.Of
	}
	if u, ok := t.(*types.Union); ok {
		all := true
		for _, m := range u.Members {
			l, literal := m.(*types.Literal)
			all = all && literal && l.Of == types.Boolean
		}
		if all {
			return types.Boolean
		}
	}
	return t
}

// isNode reports whether a function gives back what can be put into a document.
func isNode(t types.Type) bool {
	if isContent(t) {
		return true
	}
	for _, m := range types.Members(types.Without(t, types.Undefined, types.Null)) {
		n, ok := m.(*types.Named)
		if !ok || n.From == "" && n.Name != "Node" && n.Name != "HTMLElement" && n.Name != "Element" && n.Name != "DocumentFragment" || n.From != "" && n.Name != "TemplateResult" {
			return false
		}
	}
	return true
}

// attributesOnly adds observed attributes that no property shows.
func (e *elementReading) attributesOnly() {
	known := map[string]bool{}
	for _, p := range e.c.Props {
		known[p.Spelled.Attribute] = true
	}
	for _, part := range e.m.chain {
		for _, member := range part.node.Members {
			if name, _ := syntax.KeyName(member.Key); name != "observedAttributes" {
				continue
			}
			for _, attribute := range sortedKeys(e.observed) {
				if known[attribute] || e.seen[names.Camel(attribute)] {
					continue
				}
				known[attribute] = true
				at := e.r.at(part.module, member)
				e.c.Props = append(e.c.Props, &contract.Prop{Name: names.Camel(attribute), Spelled: contract.Spelled{Name: names.Camel(attribute), Attribute: attribute},
					Type: contract.TypeOf(types.String), Origin: "own", At: &at})
			}
		}
	}
}

func sortedKeys(set map[string]bool) []string {
	var list []string
	for name := range set {
		list = append(list, name)
	}
	slices.Sort(list)
	return list
}

// handle notes a method or field that an app reaches on the element.
func (e *elementReading) handle(part standing[*syntax.Class], name string, member *syntax.ClassMember) {
	if e.c.Handle == nil {
		e.c.Handle = &contract.Handle{}
	}
	doc := e.r.doc(part.module.File.Doc(member))
	at := e.r.at(part.module, member)
	x := contract.HandleMember{Name: name, Description: doc.text, Deprecated: doc.deprecated, At: &at}
	scope := e.scope(part)
	fn, isFunc := member.Value.(*syntax.Func)
	switch {
	case member.Type != nil:
		x.Type = e.r.quiet(e.r.eval.Type(member.Type, scope))
	case isFunc && member.Kind == syntax.GetMember:
		if fn.Returns != nil {
			x.Type = e.r.quiet(e.r.eval.Type(fn.Returns, scope))
		}
	case member.Value != nil:
		x.Type = e.r.quiet(e.r.eval.Expr(member.Value, scope))
	}
	e.c.Handle.Members = append(e.c.Handle.Members, x)
}

// sendingMethods are what bases and libraries call the method that dispatches an event
// by its name.
var sendingMethods = map[string]bool{"emit": true, "$emit": true, "fire": true, "fireEvent": true, "dispatch": true, "dispatchCustomEvent": true, "sendEvent": true}

// events reads the events that a class dispatches.
func (e *elementReading) events(part standing[*syntax.Class]) {
	m := part.module
	for _, member := range part.node.Members {
		if member.Value == nil {
			continue
		}
		syntax.Walk(member.Value, func(n syntax.Node) bool {
			call, ok := n.(*syntax.Call)
			if !ok || len(call.Args) == 0 {
				return true
			}
			name := calledName(call)
			target, onThis := "", false
			if f, ok := call.Fun.(*syntax.Member); ok {
				k, isThis := f.X.(*syntax.Keyword)
				onThis = isThis && k.Word == "this"
				target = drawnName(f.X)
			}
			switch {
			case name == "closest" && onThis:
				e.standsIn(member.Value, call)
			case name == "dispatchEvent" && (onThis || target == "" || strings.HasPrefix(target, "host") || strings.HasPrefix(target, "this.")):
				x := syntax.Bare(call.Args[0])
				if id, ok := x.(*syntax.Ident); ok {
					if value := localIn(member.Value, id.Name); value != nil {
						x = syntax.Bare(value)
					}
				}
				if made, ok := x.(*syntax.Call); ok && made.New {
					e.dispatched(m, member, made)
				} else if onThis {
					e.r.unread(e.r.at(m, call), e.c.Component, "the event that is dispatched is made elsewhere: %s", evaluate.Clip(evaluate.Written(m, call.Args[0])))
				}
			case onThis && sendingMethods[name]:
				if v, ok := literalValue(call.Args[0]); ok {
					if text, ok := v.(string); ok && text != "" {
						e.send(m, member, call, text, call.Args[1:], call.TypeArgs, name == "$emit")
					}
				}
			}
			return true
		})
	}
}

// standsIn notes the element of the library that another must stand in: it looks for it
// above, and does not go on where there is none.
func (e *elementReading) standsIn(method syntax.Node, call *syntax.Call) {
	tag, ok := firstText(call.Args)
	if !ok || !strings.Contains(tag, "-") || strings.ContainsAny(tag, " .#[:,>") {
		return
	}
	throws := false
	syntax.Walk(method, func(n syntax.Node) bool {
		ret, ok := n.(*syntax.Return)
		throws = throws || ok && ret.Throw
		return !throws
	})
	if !slices.ContainsFunc(e.found.Needs, func(n need) bool { return n.Key.Name == tag }) {
		e.found.Needs = append(e.found.Needs, need{contextKey{elementKey, tag}, !throws})
	}
}

// elementKey marks the key of an element that others look for above them.
const elementKey = "<element>"

// localIn is what a name is bound to within a function.
func localIn(fn syntax.Node, name string) (value syntax.Expr) {
	syntax.Walk(fn, func(n syntax.Node) bool {
		if d, ok := n.(*syntax.Declarator); ok {
			if id, ok := d.Name.(*syntax.Ident); ok && id.Name == name {
				value = d.Value
			}
		}
		return value == nil
	})
	return value
}

// dispatched reads new CustomEvent('name', { detail }), or an event of a class of its
// own.
func (e *elementReading) dispatched(m *modules.Module, member *syntax.ClassMember, made *syntax.Call) string {
	class := calledName(made)
	args, typeArgs := made.Args, made.TypeArgs
	if v, ok := firstText(args); ok && strings.HasSuffix(class, "Event") {
		e.send(m, member, made, v, args[1:], typeArgs, false)
		return v
	}
	if id, ok := syntax.Bare(made.Fun).(*syntax.Ident); ok {
		if sym, found := e.r.set.Local(m, id.Name); found && !sym.External() && sym.Module != nil {
			if c, _ := elementClass(sym); c != nil {
				name := ""
				syntax.Walk(c, func(n syntax.Node) bool {
					if call, ok := n.(*syntax.Call); ok && name == "" {
						if k, ok := call.Fun.(*syntax.Keyword); ok && k.Word == "super" {
							name, _ = firstText(call.Args)
						}
					}
					return name == ""
				})
				if name != "" {
					e.note(m, made, name, &contract.Payload{Unknown: true}, contract.Unknown, contract.Unknown)
					return name
				}
			}
		}
	}
	e.r.unread(e.r.at(m, made), e.c.Component, "the name of an event is computed: %s", evaluate.Clip(evaluate.Written(m, made)))
	return ""
}

func firstText(args []syntax.Expr) (string, bool) {
	if len(args) == 0 {
		return "", false
	}
	v, ok := literalValue(args[0])
	s, isText := v.(string)
	return s, ok && isText && s != ""
}

// send notes an event with what it carries. direct says that the detail itself is
// handed over, not in a record of options.
func (e *elementReading) send(m *modules.Module, member *syntax.ClassMember, at syntax.Node, name string, args []syntax.Expr, typeArgs []syntax.Type, direct bool) {
	payload := &contract.Payload{Positional: true}
	bubbles, cancelable := contract.No, contract.No
	if sendingMethods[calledNameOf(asExpr(at))] {
		bubbles, cancelable = contract.Unknown, contract.Unknown
	}
	var detail syntax.Expr
	if len(args) > 0 {
		o, _, ok := e.r.objectOf(m, args[0], 0)
		switch {
		case direct:
			detail = args[0]
		case ok:
			for _, p := range o.Props {
				key, _ := syntax.KeyName(p.Key)
				v, known := literalValue(p.Value)
				fact := contract.Unknown
				if known {
					fact = contract.FactOf(v == true)
				}
				switch key {
				case "detail":
					detail = p.Value
					if p.Shorthand {
						detail = &syntax.Ident{Range: syntax.Between(p.Key.Pos(), p.Key.Stop()), Name: "detail"}
					}
				case "bubbles":
					bubbles = fact
				case "cancelable":
					cancelable = fact
				}
				if p.Kind == syntax.SpreadProperty {
					bubbles, cancelable = contract.Unknown, contract.Unknown
				}
			}
		default:
			payload, bubbles, cancelable = &contract.Payload{Unknown: true}, contract.Unknown, contract.Unknown
		}
	}
	switch {
	case len(typeArgs) == 1:
		payload = detailPayload(e.r.quiet(e.r.eval.Type(typeArgs[0], e.scope(e.in))).T)
	case detail != nil:
		payload = e.detailOf(m, member, detail)
	}
	e.note(m, at, name, payload, bubbles, cancelable)
}

func asExpr(n syntax.Node) syntax.Expr {
	x, _ := n.(syntax.Expr)
	return x
}

// detailPayload is what an event carries by the type of its detail.
func detailPayload(t types.Type) *contract.Payload {
	switch t := t.(type) {
	case nil:
		return &contract.Payload{Unknown: true}
	case *types.Object:
		if len(t.Indexes) == 0 {
			return namedOf(t)
		}
		if len(t.Fields) == 0 && len(t.Indexes) == 1 && t.Indexes[0].Value == types.Type(types.Never) {
			return &contract.Payload{Positional: true}
		}
	case *types.Named:
		if t.Name == "Record" && len(t.Args) == 2 && t.Args[1] == types.Type(types.Never) {
			return &contract.Payload{Positional: true}
		}
	case types.Basic:
		if t == types.Void || t == types.Undefined || t == types.Null || t == types.Never {
			return &contract.Payload{Positional: true}
		}
		if t == types.Any || t == types.Unknown {
			return &contract.Payload{Unknown: true}
		}
	}
	return &contract.Payload{Positional: true, Fields: []contract.Field{{Name: "detail", Type: contract.TypeOf(t)}}}
}

// detailOf is what an event carries by the value of its detail.
func (e *elementReading) detailOf(m *modules.Module, member *syntax.ClassMember, x syntax.Expr) *contract.Payload {
	if fn, ok := member.Value.(*syntax.Func); ok {
		if id, ok := syntax.Bare(x).(*syntax.Ident); ok {
			for _, p := range fn.Params {
				if name, ok := p.Name.(*syntax.Ident); ok && name.Name == id.Name && p.Type != nil {
					return detailPayload(e.r.quiet(e.r.eval.Type(p.Type, e.scope(e.in))).T)
				}
			}
		}
	}
	if o, ok := syntax.Bare(x).(*syntax.Object); ok {
		p := &contract.Payload{}
		for _, f := range o.Props {
			key, named := syntax.KeyName(f.Key)
			if !named || f.Kind == syntax.SpreadProperty || f.Value == nil {
				return &contract.Payload{Unknown: true}
			}
			p.Fields = append(p.Fields, contract.Field{Name: key, Type: contract.TypeOf(e.typeOf(m, f.Value))})
		}
		return p
	}
	return detailPayload(e.typeOf(m, x))
}

// typeOf is the type of an expression of the element: of its own properties, of what
// its module declares; nil for all else.
func (e *elementReading) typeOf(m *modules.Module, x syntax.Expr) types.Type {
	x = syntax.Bare(x)
	if member, ok := x.(*syntax.Member); ok {
		if name, ok := strings.CutPrefix(dotted(member), "this."); ok {
			for _, p := range e.c.Props {
				if p.Spelled.Name == name {
					return p.Type.T
				}
			}
			return nil
		}
	}
	if l, ok := x.(*syntax.Literal); ok {
		return map[syntax.LiteralKind]types.Type{syntax.StringLiteral: types.String, syntax.NumberLiteral: types.Number, syntax.BooleanLiteral: types.Boolean}[l.Kind]
	}
	if _, ok := x.(*syntax.Template); ok {
		return types.String
	}
	of := e.r.eval.Expr(x, e.scope(e.in))
	if of == nil || e.r.eval.Unknown(of) != "" {
		return nil
	}
	t := e.r.quiet(of).T
	if t == types.Type(types.Any) {
		return nil
	}
	return widened(t)
}

// note adds an event, or what another place tells of it.
func (e *elementReading) note(m *modules.Module, at syntax.Node, name string, payload *contract.Payload, bubbles, cancelable contract.Fact) {
	canonical := names.Camel(name)
	if x := e.c.Event(canonical); x != nil {
		if x.Payload.Unknown {
			x.Payload = payload
		}
		if x.Bubbles != bubbles {
			x.Bubbles = contract.Unknown
		}
		if x.Cancelable != cancelable {
			x.Cancelable = contract.Unknown
		}
		return
	}
	place := e.r.at(m, at)
	x := &contract.Event{Name: canonical, Spelled: contract.SpelledAs(name), Payload: payload, Bubbles: bubbles, Cancelable: cancelable, Origin: "own", At: &place}
	x.Description, x.Deprecated = e.methodDoc(m, at)
	e.c.Events = append(e.c.Events, x)
}

// methodDoc is the documentation of the method that is nothing but the sending of an
// event.
func (e *elementReading) methodDoc(m *modules.Module, at syntax.Node) (string, *contract.Deprecated) {
	for _, member := range e.in.node.Members {
		fn, ok := member.Value.(*syntax.Func)
		if !ok || at.Pos() < member.Pos() || at.Stop() > member.Stop() || fn.Body == nil || len(fn.Body.Body) != 1 {
			continue
		}
		d := e.r.doc(m.File.Doc(member))
		return d.text, d.deprecated
	}
	return "", nil
}

// tagLine is one line of documentation that names what the class does not show:
// @slot name - text.
func (e *elementReading) tags(doc string) {
	for _, line := range strings.Split(doc, "\n") {
		line = strings.TrimSpace(line)
		if !strings.HasPrefix(line, "@") {
			continue
		}
		word, rest, _ := strings.Cut(line[1:], " ")
		rest = strings.TrimSpace(rest)
		var of types.Type
		if strings.HasPrefix(rest, "{") {
			if end := strings.IndexByte(rest, '}'); end > 0 {
				of, _ = types.Parse(strings.TrimSpace(rest[1:end]))
				rest = strings.TrimSpace(rest[end+1:])
			}
		}
		name, text, dashed := strings.Cut(rest, "- ")
		name, text = strings.TrimSpace(name), strings.TrimSpace(text)
		if !dashed {
			name, text, _ = strings.Cut(rest, " ")
		}
		at := *e.c.At
		switch word {
		case "slot":
			s := e.slot(name, at)
			if s.text == "" {
				s.text = text
			}
		case "csspart":
			e.hooks.add("part", name, nil)
		case "cssprop", "cssproperty":
			name, _, _ = strings.Cut(strings.Trim(name, "[]"), "=")
			e.hooks.add("property", name, nil)
		case "fires", "event":
			if !eventName(name) {
				continue
			}
			canonical := names.Camel(name)
			x := e.c.Event(canonical)
			if x == nil {
				x = &contract.Event{Name: canonical, Spelled: contract.SpelledAs(name), Payload: &contract.Payload{Unknown: true}, Bubbles: contract.Unknown, Cancelable: contract.Unknown, Origin: "own", At: &at}
				e.c.Events = append(e.c.Events, x)
			}
			if x.Description == "" {
				x.Description = text
			}
			if n, ok := of.(*types.Named); ok && x.Payload.Unknown && n.Name == "CustomEvent" && len(n.Args) == 1 {
				x.Payload = detailPayload(n.Args[0])
			}
		}
	}
}

// eventName reports whether a word of documentation can be an event's name.
func eventName(s string) bool { return s != "" && !strings.ContainsAny(s, " <>{}()[]") }
