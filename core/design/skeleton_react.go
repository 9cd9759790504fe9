// This file writes React components.

package design

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// reactNames are how a React component spells the members of a contract.
type reactNames struct{ c *contract.Contract }

func (n reactNames) prop(p *contract.Prop) string {
	if n.c.Framework == "react" {
		return p.Spelled.Or(p.Name)
	}
	return p.Name
}

func (n reactNames) slot(s *contract.Slot) string {
	if n.c.Framework == "react" && s.Spelled.Name != "" {
		return s.Spelled.Name
	}
	return reactSlotName(s)
}

func (n reactNames) event(e *contract.Event) string {
	if n.c.Framework == "react" && e.Spelled.Name != "" {
		return e.Spelled.Name
	}
	return "on" + names.UpperFirst(e.Name)
}

// member is one member of the props type.
type member struct {
	name, local, of, description string
	optional                     bool
	deprecated                   *contract.Deprecated
	fallback                     string // written as JavaScript, "" for none
}

// without leaves members out of a type whose own they take the place of.
func without(of string, members []member) string {
	if len(members) == 0 {
		return of
	}
	var names []string
	for _, m := range members {
		names = append(names, types.Quote(m.name))
	}
	return "Omit<" + of + ", " + strings.Join(names, " | ") + ">"
}

// lines writes it in a type.
func (m member) lines(indent string) []string {
	mark := ""
	if m.optional {
		mark = "?"
	}
	return append(doc(indent, m.description, m.deprecated), indent+key(m.name)+mark+": "+m.of+";")
}

// binding writes it where props are taken apart.
func (m member) binding() string {
	out := key(m.name)
	if m.local != m.name {
		out += ": " + m.local
	}
	if m.fallback != "" {
		out += " = " + m.fallback
	}
	return out
}

// defaultOf writes a default value, "" where there is none that source can hold.
func defaultOf(p *contract.Prop) string {
	if p.Default.Kind != contract.DefaultValue || p.Required == contract.Yes {
		return ""
	}
	return script(p.Default.Value, '\'')
}

// reactMembers lists the props of a React component in the order of the contract.
func reactMembers(c *contract.Contract, t *typescript) (list []member) {
	n := reactNames{c}
	for _, p := range c.Props {
		name := n.prop(p)
		list = append(list, member{name, local(name), t.of(p.Type), p.Description, p.Required != contract.Yes, p.Deprecated, defaultOf(p)})
	}
	for _, s := range c.Slots {
		name := n.slot(s)
		of := ""
		switch s.Form {
		case contract.FormFunction:
			t.need("react", "ReactNode")
			of = t.signature(s.Gives) + " => ReactNode"
		case contract.FormElement:
			t.need("react", "ReactElement")
			of = "ReactElement"
		case contract.FormComponent:
			t.need("react", "ComponentType")
			of = "ComponentType<" + componentProps(s, t) + ">"
		default:
			t.need("react", "ReactNode")
			of = "ReactNode"
		}
		list = append(list, member{name, slotLocal(c, s), of, s.Description, s.Required != contract.Yes, s.Deprecated, ""})
	}
	for _, e := range c.Events {
		name := n.event(e)
		list = append(list, member{name, local(name), t.handler(e), e.Description, e.Required != contract.Yes, e.Deprecated, ""})
	}
	return list
}

// componentProps is what a component that fills a slot must take.
func componentProps(s *contract.Slot, t *typescript) string {
	p := accepted(s)
	if len(p.Fields) == 0 {
		return "object"
	}
	return fieldList(p, t)
}

// accepted is what a component must take that fills a slot: as its type says, else what
// the slot gives.
func accepted(s *contract.Slot) *contract.Payload {
	if s.Type.Known() {
		if n, ok := types.Without(s.Type.T, types.Undefined, types.Null).(*types.Named); ok && len(n.Args) == 1 {
			if o, ok := n.Args[0].(*types.Object); ok {
				p := &contract.Payload{}
				for _, f := range o.Fields {
					p.Fields = append(p.Fields, contract.Field{Name: f.Name, Type: contract.Type{T: f.Type}, Optional: f.Optional})
				}
				return p
			}
		}
	}
	if s.Gives != nil {
		return s.Gives
	}
	return &contract.Payload{}
}

func reactSkeleton(c *contract.Contract) ([]Source, error) {
	t, n := newTypescript("react", c), reactNames{c}
	members := reactMembers(c, t)
	name := c.Component
	if i := strings.LastIndexByte(name, '.'); i >= 0 {
		name = name[i+1:]
	}
	nativeOf, forwards := passes(c)
	handle := ""
	if c.Handle != nil && len(c.Handle.Members) > 0 {
		t.need("react", "Ref")
		handle = name + "Handle"
	}
	var out, body text
	parameters := typeParameters(c, t)
	arguments := typeArguments(c)

	// The type of the props.
	head := "export interface " + name + "Props" + parameters
	if forwards {
		t.need("react", "ComponentPropsWithoutRef")
		native := without("ComponentPropsWithoutRef<'"+nativeOf+"'>", members)
		head += " extends " + native
	}
	body.line("%s {", head)
	for _, m := range members {
		if !modal(c, m.name) {
			body.lines(m.lines("  "))
		}
	}
	if handle != "" {
		body.line("  ref?: Ref<%s>;", handle)
	}
	body.line("}")
	body.line("")
	propsType := name + "Props" + arguments
	if len(c.Modes) > 0 {
		propsType = modesType(c, t, members, name, arguments, &body)
	}
	if handle != "" {
		body.line("/** What a ref reaches. */")
		body.line("export interface %s {", handle)
		for _, m := range c.Handle.Members {
			body.lines(doc("  ", m.Description, m.Deprecated))
			body.line("  %s: %s;", key(m.Name), t.of(m.Type))
		}
		body.line("}")
		body.line("")
	}

	// The function.
	var bindings []string
	rootName := rootOf(c)
	for _, m := range members {
		if c.Root.ChosenBy != "" && m.name == c.Root.ChosenBy {
			m.local, rootName = "Root", "Root"
			if m.fallback == "" && m.optional {
				m.fallback = "'" + rootOf(c) + "'"
			}
		}
		bindings = append(bindings, m.binding())
	}
	if handle != "" {
		bindings = append(bindings, "ref")
	}
	if forwards {
		bindings = append(bindings, "...rest")
	}
	body.lines(doc("", c.Summary, c.Deprecated))
	given := "{ " + strings.Join(bindings, ", ") + " }"
	if len(bindings) == 0 {
		given = "_props"
	}
	line := "export function " + name + parameters + "(" + given + ": " + propsType + ") {"
	if len(line) > 120 {
		line = "export function " + name + parameters + "({\n  " + strings.Join(bindings, ",\n  ") + ",\n}: " + propsType + ") {"
	}
	body.line("%s", strings.ReplaceAll(line, "...rest,\n", "...rest\n"))
	var values []string
	if handle != "" {
		values = append(values, "useImperativeHandle")
		body.line("  useImperativeHandle(ref, () => {")
		body.line("    throw new Error('nothing of %s is written yet');", handle)
		body.line("  });")
	}
	root := rootElement(c, rootName, func(p *contract.Prop) string {
		if p.Name == c.Root.ChosenBy {
			return "Root"
		}
		return local(n.prop(p))
	}, "%s={%s}")
	if forwards {
		root.attrs = append(root.attrs, "{...rest}")
	}
	for _, s := range c.Slots {
		root.children = append(root.children, reactPlace(c, s)...)
	}
	shared := sharedBy(c, members, t)
	whole := root
	if len(shared) > 0 {
		var given []string
		for _, f := range shared {
			given = append(given, f.given())
		}
		whole = element{tag: "Shared.Provider", attrs: []string{"value={{ " + strings.Join(given, ", ") + " }}"}, children: root.lines()}
	}
	body.line("  return (")
	body.lines(indent(indent(whole.lines())))
	body.line("  );")
	body.line("}")
	if len(shared) > 0 {
		values = append(values, "createContext", "useContext")
		var context text
		context.line("/** What the parts of %s share. */", name)
		context.line("export interface %sShared {", name)
		for _, f := range shared {
			context.line("  %s: %s;", key(f.name), f.of)
		}
		context.line("}")
		context.line("")
		context.line("const Shared = createContext<%sShared | null>(null);", name)
		context.line("")
		written := body.String()
		body.Reset()
		body.WriteString(context.String() + written)
	}
	for _, p := range ownParts(c) {
		reactPart(&body, t, name, p, shared)
	}
	if strings.Contains(body.String(), "todo('") {
		body.lines(todoFunction)
	}
	if strings.Contains(body.String(), "<Fragment ") {
		values = append(values, "Fragment")
	}
	if len(values) > 0 {
		out.line("import { %s } from 'react';", strings.Join(values, ", "))
	}
	out.lines(t.importLines())
	if out.Len() > 0 {
		out.line("")
	}
	out.lines(t.declarations())
	out.WriteString(body.String())
	return []Source{{name + ".tsx", out.String()}}, nil
}

// reactPlace writes where a slot appears, with its fallback.
func reactPlace(c *contract.Contract, s *contract.Slot) []string {
	name := slotLocal(c, s)
	optional := s.Required != contract.Yes
	shown := name
	switch s.Form {
	case contract.FormFunction:
		call := "("
		if optional && s.Fallback != contract.Yes {
			call = "?.("
		}
		shown = name + call + samplePayload(s.Gives) + ")"
	case contract.FormComponent:
		e := element{tag: name}
		for _, f := range accepted(s).Fields {
			if identifier(f.Name) && !f.Optional {
				e.attrs = append(e.attrs, f.Name+"={todo('"+f.Name+"')}")
			}
		}
		shown = strings.Join(e.lines(), " ")
		if optional && s.Fallback != contract.Yes {
			shown = name + " && " + shown
		}
	}
	if s.Fallback == contract.Yes {
		fallback := "<span>" + sentence(s.Name) + "</span>"
		if s.Form == contract.FormFunction || s.Form == contract.FormComponent {
			shown = name + " ? " + shown + " : " + fallback
		} else {
			shown = name + " ?? " + fallback
		}
	}
	if s.InLoop == contract.Yes {
		return []string{"{[0].map((index) => (", "  <Fragment key={index}>{" + shown + "}</Fragment>", "))}"}
	}
	return []string{"{" + shown + "}"}
}

// slotLocal is what the content of a slot is called inside: a component begins with a
// capital, or its tag would be an element of the page.
func slotLocal(c *contract.Contract, s *contract.Slot) string {
	name := local(reactNames{c}.slot(s))
	if s.Form == contract.FormComponent {
		return names.UpperFirst(name)
	}
	return name
}

// samplePayload writes values that stand for what is handed over.
func samplePayload(p *contract.Payload) string {
	var list []string
	for i, f := range given(p) {
		value := "todo('" + f.Name + "')"
		if !p.Positional {
			value = key(p.Fields[i].Name) + ": " + value
		}
		list = append(list, value)
	}
	switch {
	case len(list) == 0:
		return ""
	case p.Positional:
		return strings.Join(list, ", ")
	}
	return "{ " + strings.Join(list, ", ") + " }"
}

// todoFunction stands for values that are not written yet.
var todoFunction = []string{"", "function todo(what: string): never {", "  throw new Error(what + ' is not written yet');", "}"}

// sharedField is one thing that parts share: its name, its type, and what it is inside;
// prop where it is a value that the app hands in.
type sharedField struct {
	name, of, local string
	prop            bool
}

// given writes the field where the context is provided. What is not written yet is asked
// for by the part that needs it.
func (f sharedField) given() string {
	if strings.HasPrefix(f.local, "todo(") {
		return "get " + key(f.name) + "() { return " + f.local + "; }"
	}
	if f.local == f.name {
		return f.name
	}
	return key(f.name) + ": " + f.local
}

// sharedBy lists what the parts of a component share: what its context provides, and
// what its parts name besides. Each has the type that the context says, else that of the
// member of its name.
func sharedBy(c *contract.Contract, members []member, t *typescript) (list []sharedField) {
	n := reactNames{c}
	add := func(name string, of contract.Type) {
		if slices.ContainsFunc(list, func(f sharedField) bool { return f.name == name }) {
			return
		}
		f := sharedField{name: name, of: "unknown", local: "todo('" + name + "')"}
		spelled := name
		if e := c.Event(name); e != nil && c.Prop(name) == nil {
			spelled = n.event(e)
		} else if p := c.Prop(name); p != nil {
			spelled, f.prop = n.prop(p), true
		}
		for _, m := range members {
			if m.name == spelled {
				f.local, f.of = m.local, m.of
				if m.optional && m.fallback == "" {
					if strings.Contains(f.of, "=>") {
						f.of = "(" + f.of + ")"
					}
					f.of += " | undefined"
				}
			}
		}
		if of.Known() {
			f.of = t.of(of)
		}
		if t.bound(f.of) {
			f.of = "unknown" // what parts share is declared apart from the component
		}
		list = append(list, f)
	}
	for _, x := range c.Context.Provides {
		add(x.Name, x.Type)
	}
	for _, p := range c.Parts {
		for _, name := range p.Shares {
			add(name, contract.Type{})
		}
	}
	return list
}

// reactPart writes a part that hangs on the component, with what it takes from the state
// that they share.
func reactPart(body *text, t *typescript, name string, p contract.Part, shared []sharedField) {
	t.need("react", "ReactNode")
	body.line("")
	body.lines(doc("", p.Description, p.Deprecated))
	body.line("%s.%s = function %s%s({ children }: { children?: ReactNode }) {", name, p.Name, name, p.Name)
	if len(p.Shares) > 0 {
		var taken, attrs []string
		for _, share := range p.Shares {
			inner := local(share)
			if inner == share {
				taken = append(taken, share)
			} else {
				taken = append(taken, key(share)+": "+inner)
			}
			for _, f := range shared {
				if f.name == share && f.prop {
					attrs = append(attrs, " data-"+hyphened(share)+"={String("+inner+")}")
				}
			}
		}
		body.line("  const shared = useContext(Shared);")
		body.line("  if (!shared) throw new Error('%s.%s stands outside of %s');", name, p.Name, name)
		body.line("  const { %s } = shared;", strings.Join(taken, ", "))
		body.line("  return <div%s>{children}</div>;", strings.Join(attrs, ""))
	} else {
		body.line("  return <div>{children}</div>;")
	}
	body.line("};")
}

// modal reports whether a member's place is in the modes: it is listed in all of them
// or chooses among them.
func modal(c *contract.Contract, spelled string) bool {
	for _, m := range c.Modes {
		for name := range m.When {
			if name == spelled {
				return true
			}
		}
		if slices.ContainsFunc(m.Members, func(x contract.ModeMember) bool { return x.Name == spelled }) {
			return true
		}
	}
	return false
}

// modesType writes the union of a component's modes and gives the type of its props.
func modesType(c *contract.Contract, t *typescript, members []member, name, arguments string, body *text) string {
	body.line("/** Which members go together. */")
	body.line("export type %sModes =", name)
	for i, mode := range c.Modes {
		var fields []string
		for _, m := range members {
			if v, ok := mode.When[m.name]; ok {
				var alternatives []string
				for _, x := range chosen(v) {
					alternatives = append(alternatives, script(x, '\''))
				}
				mark := ""
				if m.optional {
					mark = "?"
				}
				fields = append(fields, key(m.name)+mark+": "+strings.Join(alternatives, " | "))
				continue
			}
			for _, x := range mode.Members {
				if x.Name != m.name {
					continue
				}
				of := m.of
				if x.Type.Known() {
					of = t.of(x.Type)
				}
				switch {
				case x.Absent:
					fields = append(fields, key(m.name)+"?: undefined")
				case x.Required == contract.Yes:
					fields = append(fields, key(m.name)+": "+of)
				default:
					fields = append(fields, key(m.name)+"?: "+of)
				}
			}
		}
		end := ""
		if i == len(c.Modes)-1 {
			end = ";"
		}
		body.line("  | { %s }%s", strings.Join(fields, "; "), end)
	}
	body.line("")
	return name + "Props" + arguments + " & " + name + "Modes"
}

// chosen are the values by which a mode is chosen.
func chosen(v any) []any {
	if m, ok := v.(map[string]any); ok {
		if list, ok := m["one"].([]any); ok {
			return list
		}
	}
	if list, ok := v.([]any); ok {
		return list
	}
	return []any{v}
}

func typeParameters(c *contract.Contract, t *typescript) string {
	if len(c.TypeParameters) == 0 {
		return ""
	}
	var list []string
	for _, p := range c.TypeParameters {
		text := p.Name
		if p.Constraint.Known() {
			text += " extends " + t.of(p.Constraint)
		}
		if p.Default.Known() {
			text += " = " + t.of(p.Default)
		}
		list = append(list, text)
	}
	return "<" + strings.Join(list, ", ") + ">"
}

func typeArguments(c *contract.Contract) string {
	if len(c.TypeParameters) == 0 {
		return ""
	}
	var list []string
	for _, p := range c.TypeParameters {
		list = append(list, p.Name)
	}
	return "<" + strings.Join(list, ", ") + ">"
}

// ForReact gives a contract as a React component of this interface is read: spelled as
// React spells it. A contract that is React's own already stays as it is.
func ForReact(c *contract.Contract) *contract.Contract {
	if c.Framework == "react" {
		return c
	}
	made, n := copied(c), reactNames{c}
	made.Framework = "react"
	for _, p := range made.Props {
		p.Spelled = contract.SpelledAs(n.prop(p))
	}
	for _, s := range made.Slots {
		s.Spelled = contract.SpelledAs(n.slot(s))
	}
	for _, e := range made.Events {
		e.Spelled = contract.SpelledAs(n.event(e))
		if !e.Returns.Known() {
			e.Returns = contract.Type{T: types.Void}
		}
	}
	return made
}
