// This file writes the code that an app would write, in the manner of each framework.

package design

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"unicode"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// Code is one scenario as an app writes it in one framework.
type Code struct {
	Framework string `json:"framework"`
	Text      string `json:"text"`
	// Cannot says what of the scenario the framework has no way to write.
	Cannot []string `json:"cannot,omitempty"`
	// Besides says what the app must write that is neither shown nor counted.
	Besides string `json:"besides,omitempty"`
	// Uses are what a use consists of, counted over all uses of the scenario.
	Decisions   int `json:"decisions"`   // things that the app decides: a value, content, a handler, an order of parts
	Members     int `json:"members"`     // different names of the component that must be known, those of slot data too
	Boilerplate int `json:"boilerplate"` // characters that are neither value nor content nor handler, blanks left out
	free        []free
	script      []string // what must stand outside of the markup
	uses        int
	parts       []string // that stand in it
}

// free is a name that the code takes from around it, with its type in the type language.
type free struct {
	name, is string
	held     bool // it is state of the app's
	must     bool // and must never be undefined
}

// need notes that the code takes a name from around it.
func (code *Code) need(f free) {
	if !slices.ContainsFunc(code.free, func(known free) bool { return known.name == f.name }) {
		code.free = append(code.free, f)
	}
}

// dialect is how one framework writes uses. Its functions give whole attributes or
// elements.
type dialect struct {
	name   string
	reason string // for what it is spelled like
	tag    func(component string) string
	part   func(component, part string) string
	open   bool // tags are closed apart
	prop   func(name string, v UsedProp) string
	event  func(e *contract.Event, name, calls string) string
	held   func(name string, h UsedHeld) []string
	slot   func(s UsedSlot, only bool) slotted
}

// slotted is how a filled slot is written: as an attribute, as a child, or not at all.
type slotted struct {
	attr, cannot string
	child        []string
	free         []free
}

// Frameworks lists the frameworks that code is written for.
func Frameworks() []string {
	var all []string
	for _, d := range dialects {
		all = append(all, d.name)
	}
	return all
}

// dialects is the table of frameworks.
var dialects = []dialect{
	{name: "react", reason: "attributes hold JavaScript in braces; slots are members", tag: same, part: dotted,
		prop: func(name string, v UsedProp) string { return braces(name, v, "=") },
		event: func(e *contract.Event, name, calls string) string {
			return "on" + names.UpperFirst(name) + "={" + arrow(e, calls) + "}"
		},
		held: func(name string, h UsedHeld) []string {
			out := []string{name + "={" + h.Variable + "}"}
			if h.Event != nil {
				out = append(out, "on"+names.UpperFirst(h.Event.Name)+"={"+setter(h.Variable)+"}")
			}
			return out
		},
		slot: reactSlot},
	{name: "vue", reason: "attributes in templates are hyphenated, expressions bound with a colon, events with an at sign", tag: same, part: joined,
		prop: func(name string, v UsedProp) string { return quoted(hyphened(name), v, ":", "") },
		event: func(e *contract.Event, name, calls string) string {
			return "@" + hyphened(name) + `="` + arrow(e, calls) + `"`
		},
		held: func(name string, h UsedHeld) []string {
			if name == "value" || name == "modelValue" {
				return []string{`v-model="` + h.Variable + `"`}
			}
			return []string{"v-model:" + hyphened(name) + `="` + h.Variable + `"`}
		},
		slot: vueSlot},
	{name: "svelte", reason: "events are members in lower case; content with data is a snippet", tag: same, part: joined,
		prop: func(name string, v UsedProp) string { return braces(name, v, "=") },
		event: func(e *contract.Event, name, calls string) string {
			return "on" + strings.ToLower(name) + "={" + arrow(e, calls) + "}"
		},
		held: func(name string, h UsedHeld) []string {
			if name == h.Variable {
				return []string{"bind:" + name}
			}
			return []string{"bind:" + name + "={" + h.Variable + "}"}
		},
		slot: svelteSlot},
	{name: "angular", reason: "expressions are bound in brackets, events in parentheses", tag: hyphenedTag, part: hyphenedPart,
		prop: func(name string, v UsedProp) string { return quoted(name, v, "[", "]") },
		event: func(e *contract.Event, name, calls string) string {
			if len(given(e.Payload)) == 0 {
				return "(" + name + `)="` + calls + `()"`
			}
			return "(" + name + `)="` + calls + `($event)"`
		},
		held: func(name string, h UsedHeld) []string { return []string{"[(" + name + ")]=\"" + h.Variable + `"`} },
		slot: angularSlot},
	{name: "web component", reason: "attributes are texts; what is no text is set as a property, events are listened to in script", tag: customTag, part: customPart, open: true,
		prop:  attribute,
		event: func(*contract.Event, string, string) string { return "" },
		held:  func(string, UsedHeld) []string { return nil },
		slot:  elementSlot},
	{name: "ember", reason: "arguments begin with an at sign; content with data is a named block", tag: same, part: emberPart,
		prop: func(name string, v UsedProp) string { return mustache("@"+name, v) },
		event: func(_ *contract.Event, name, calls string) string {
			return "@on" + names.UpperFirst(name) + "={{this." + calls + "}}"
		},
		held: func(name string, h UsedHeld) []string {
			out := []string{"@" + name + "={{this." + h.Variable + "}}"}
			if h.Event != nil {
				out = append(out, "@on"+names.UpperFirst(h.Event.Name)+"={{this."+setter(h.Variable)+"}}")
			}
			return out
		},
		slot: emberSlot},
}

func dialectOf(framework string) (*dialect, error) {
	for i := range dialects {
		if dialects[i].name == framework {
			return &dialects[i], nil
		}
	}
	return nil, fmt.Errorf("no code is written for %q; there is %s", framework, strings.Join(Frameworks(), ", "))
}

// CodeOf writes a scenario of a contract in one framework.
func CodeOf(c *contract.Contract, s Scenario, framework string) (*Code, error) {
	d, err := dialectOf(framework)
	if err != nil {
		return nil, err
	}
	out := &Code{Framework: framework}
	if c.Kind == contract.KindLogic {
		out.Besides = "all markup is the app's own"
	}
	known := map[string]bool{}
	var parts []string
	for i, given := range append([]map[string]any{s.Given}, s.Then...) {
		u, err := use(c, given)
		if err != nil {
			return nil, fmt.Errorf("the scenario %s: %w", s.Name, err)
		}
		if c.Kind == contract.KindLogic {
			number := i + 1
			if len(s.Then) == 0 {
				number = 0
			}
			parts = append(parts, d.writeLogic(c, u, out, known, number))
		} else {
			parts = append(parts, d.write(c, u, out, known, i))
		}
	}
	out.Text = strings.Join(parts, "\n")
	for _, line := range out.script {
		out.Boilerplate += solid(line)
	}
	if len(out.script) > 0 {
		out.Text += "\n\n<script>\n" + strings.Join(indent(out.script), "\n") + "\n</script>"
	}
	out.Members, out.uses = len(known), len(parts)
	return out, nil
}

// write writes one use and counts it into out.
func (d *dialect) write(c *contract.Contract, u *Use, out *Code, known map[string]bool, number int) string {
	e := element{tag: d.tag(nameOf(c)), open: d.open}
	content := 0 // characters that are the app's own
	own := func(text string) { content += solid(text) }
	say := func(name string) {
		known[name] = true
		out.Decisions++
	}
	cannot := func(text string) {
		if text != "" && !slices.Contains(out.Cannot, text) {
			out.Cannot = append(out.Cannot, text)
		}
	}
	variable := names.LowerFirst(strings.ReplaceAll(nameOf(c), ".", ""))
	if number > 0 {
		variable += fmt.Sprint(number + 1)
	}
	set := func(name, value string) {
		if len(out.script) == 0 || !slices.Contains(out.script, "const "+variable+" = document.getElementById('"+variable+"');") {
			out.script = append(out.script, "const "+variable+" = document.getElementById('"+variable+"');")
			e.attrs = append([]string{`id="` + variable + `"`}, e.attrs...)
		}
		out.script = append(out.script, variable+name+value)
	}
	attr := func(text string) {
		if text != "" {
			e.attrs = append(e.attrs, text)
		}
	}
	for _, p := range u.Props {
		say(p.Prop.Name)
		if p.Name != "" {
			out.need(free{name: p.Name, is: p.Type.String()})
			own(p.Name)
		} else {
			own(jsonText(p.Value))
		}
		if d.open && !textual(p) {
			set("."+p.Prop.Name, " = "+expression(p, '\'')+";")
			continue
		}
		attr(d.prop(spelledFor(d.name, c, p.Prop.Name, p.Spelled), p))
	}
	for _, h := range u.Held {
		say(h.Prop.Name)
		out.need(free{name: h.Variable, is: h.Prop.Type.String(), held: true, must: h.Prop.Required == contract.Yes})
		own(h.Variable)
		if h.Event != nil {
			known[h.Event.Name] = true
			out.need(free{name: setter(h.Variable), is: handlerType(h.Event)})
		}
		if d.open {
			set("."+h.Prop.Name, " = "+h.Variable+";")
			if h.Event != nil {
				set(".addEventListener('"+hyphened(h.Event.Name)+"', ", "(event) => "+setter(h.Variable)+"(event.detail));")
			}
			continue
		}
		for _, text := range d.held(spelledFor(d.name, c, h.Prop.Name, h.Prop.Spelled), h) {
			attr(text)
		}
	}
	var children []string
	for _, s := range u.Slots {
		say(s.Name)
		own(s.Text)
		for _, f := range given(s.Gives) {
			known[s.Name+"."+f.Name] = true
		}
		made := d.slot(s, len(u.Slots) == 1 && len(u.Parts) == 0)
		for _, f := range made.free {
			out.need(f)
		}
		attr(made.attr)
		cannot(made.cannot)
		children = append(children, made.child...)
	}
	for _, ev := range u.Events {
		say(ev.Name)
		out.need(free{name: ev.Calls, is: handlerType(ev.Event)})
		own(ev.Calls)
		if d.open {
			set(".addEventListener('"+hyphened(ev.Name)+"', ", "(event) => "+ev.Calls+"(event.detail));")
			continue
		}
		attr(d.event(ev.Event, ev.Name, ev.Calls))
	}
	for _, part := range u.Parts {
		if !slices.Contains(out.parts, part) {
			out.parts = append(out.parts, part)
		}
		say(part)
		children = append(children, element{tag: d.part(nameOf(c), part), open: d.open}.lines()...)
	}
	if d.name == "ember" && len(u.Parts) > 0 {
		e.attrs = append(e.attrs, "as |"+names.LowerFirst(nameOf(c))+"|")
	}
	e.children = children
	text := e.text()
	out.Boilerplate += max(0, solid(text)-content)
	return text
}

// nameOf is the name that a component is imported by.
func nameOf(c *contract.Contract) string {
	if c.Export.Kind == "member" && c.Export.Of != "" {
		return c.Export.Of + "." + c.Export.Name
	}
	return c.Component
}

// spelledFor is how a framework spells a prop: as the contract says where it is the
// contract's own framework, else by the canonical name.
func spelledFor(framework string, c *contract.Contract, name string, s contract.Spelled) string {
	if c.Framework == framework {
		return s.Or(name)
	}
	return name
}

// solid counts the characters that are no blanks.
func solid(text string) int {
	n := 0
	for _, r := range text {
		if !unicode.IsSpace(r) {
			n++
		}
	}
	return n
}

// given are the fields that a slot or event hands over.
func given(p *contract.Payload) []contract.Field {
	if p == nil {
		return nil
	}
	fields := slices.Clone(p.Fields)
	for i := range fields {
		if !identifier(fields[i].Name) {
			fields[i].Name = fmt.Sprintf("value%d", i+1)
		}
	}
	return fields
}

// reserved are words that cannot name a parameter.
var reserved = words("default", "class", "delete", "in", "new", "return", "this", "typeof", "var", "void", "with", "for", "if", "do", "else", "function", "import", "export", "switch", "case", "null", "true", "false", "super", "enum", "while", "yield", "let", "static", "await", "break", "const", "continue", "throw", "try", "catch", "finally", "debugger", "instanceof", "extends", "implements", "interface", "package", "private", "protected", "public", "arguments", "eval")

// identifier reports whether a name can name a variable.
func identifier(name string) bool {
	for i, r := range name {
		if !unicode.IsLetter(r) && r != '_' && r != '$' && (i == 0 || !unicode.IsDigit(r)) {
			return false
		}
	}
	return name != "" && !reserved[name]
}

// parameters writes what a function takes: (a, b) or ({ a, b }).
func parameters(p *contract.Payload) string {
	fields := given(p)
	if len(fields) == 0 {
		return "()"
	}
	if p.Positional {
		var list []string
		for _, f := range fields {
			list = append(list, f.Name)
		}
		return "(" + strings.Join(list, ", ") + ")"
	}
	return "({ " + strings.Join(takenApart(p), ", ") + " })"
}

// takenApart writes the fields of a record as a pattern takes them: by their names, or
// under names that can be variables.
func takenApart(p *contract.Payload) (list []string) {
	for i, f := range given(p) {
		if name := key(p.Fields[i].Name); name != f.Name {
			list = append(list, name+": "+f.Name)
		} else {
			list = append(list, f.Name)
		}
	}
	return list
}

// arrow writes a handler that calls the app's function with all it is told.
func arrow(e *contract.Event, calls string) string {
	fields := given(e.Payload)
	var list []string
	for i, f := range fields {
		name := f.Name
		if !e.Payload.Positional {
			if k := key(e.Payload.Fields[i].Name); k != name {
				name = k + ": " + name
			}
		}
		list = append(list, name)
	}
	handed := "(" + strings.Join(list, ", ") + ")"
	if len(fields) > 0 && !e.Payload.Positional {
		handed = "({ " + strings.Join(list, ", ") + " })"
	}
	return parameters(e.Payload) + " => " + calls + handed
}

// handlerType is the type of what a handler calls.
func handlerType(e *contract.Event) string {
	fields := given(e.Payload)
	returns := "void"
	if e.Returns.Known() {
		returns = e.Returns.String()
	}
	var list []string
	for i, f := range fields {
		mark, name := "", f.Name
		if f.Optional {
			mark = "?"
		}
		if !e.Payload.Positional {
			name = key(e.Payload.Fields[i].Name)
		}
		list = append(list, name+mark+": "+f.Type.String())
	}
	switch {
	case len(list) == 0:
		return "() => " + returns
	case e.Payload.Positional:
		return "(" + strings.Join(list, ", ") + ") => " + returns
	}
	return "(event: { " + strings.Join(list, "; ") + " }) => " + returns
}

// slotComponent is the type of a component that fills a slot.
func slotComponent(s *contract.Slot) string {
	if s.Type.Known() {
		return types.Without(s.Type.T, types.Undefined, types.Null).String()
	}
	if s.Gives != nil && len(s.Gives.Fields) > 0 {
		var list []string
		for _, f := range s.Gives.Fields {
			mark := ""
			if f.Optional {
				mark = "?"
			}
			list = append(list, key(f.Name)+mark+": "+f.Type.String())
		}
		return "Component<{ " + strings.Join(list, "; ") + " }>"
	}
	return "Component<object>"
}

func setter(variable string) string { return "set" + names.UpperFirst(variable) }

func same(component string) string { return component }

func dotted(component, part string) string { return component + "." + part }

func joined(component, part string) string { return strings.ReplaceAll(component, ".", "") + part }

func emberPart(component, part string) string { return names.LowerFirst(component) + "." + part }

// hyphened writes openChange as open-change.
func hyphened(name string) string { return strings.Join(names.Words(name), "-") }

func hyphenedTag(component string) string { return hyphened(component) }

func hyphenedPart(component, part string) string { return hyphened(component) + "-" + hyphened(part) }

// customTag is the name of a custom element, which must hold a hyphen. Source: HTML,
// valid custom element names.
func customTag(component string) string {
	if tag := hyphened(component); strings.Contains(tag, "-") {
		return tag
	}
	return hyphened(component) + "-element"
}

func customPart(component, part string) string { return customTag(component) + "-" + hyphened(part) }

// expression writes what a prop is given as JavaScript.
func expression(v UsedProp, quote rune) string {
	if v.Name != "" {
		return v.Name
	}
	return script(v.Value, quote)
}

// script writes a JSON value as JavaScript, with texts in one kind of quotes.
func script(v any, quote rune) string {
	switch v := v.(type) {
	case string:
		text, _ := json.Marshal(v) // a text can be marshalled
		inner := string(text[1 : len(text)-1])
		if quote == '"' {
			return `"` + inner + `"`
		}
		return "'" + strings.ReplaceAll(strings.ReplaceAll(inner, `\"`, `"`), "'", `\'`) + "'"
	case nil:
		return "null"
	case []any:
		var list []string
		for _, x := range v {
			list = append(list, script(x, quote))
		}
		return "[" + strings.Join(list, ", ") + "]"
	case map[string]any:
		var list []string
		for _, key := range sortedKeys(v) {
			k := key
			if !identifier(k) {
				k = script(k, quote)
			}
			list = append(list, k+": "+script(v[key], quote))
		}
		if len(list) == 0 {
			return "{}"
		}
		return "{ " + strings.Join(list, ", ") + " }"
	}
	return fmt.Sprint(v)
}

// plainText is a value that can stand in quotes as it is; false where it cannot.
func plainText(v UsedProp) (string, bool) {
	text, ok := v.Value.(string)
	return text, ok && v.Name == "" && !strings.ContainsAny(text, "\"{}<>&\n\\")
}

// braces writes an attribute whose value is an expression in braces.
func braces(name string, v UsedProp, equals string) string {
	if text, ok := plainText(v); ok {
		return name + equals + `"` + text + `"`
	}
	if v.Value == true && v.Name == "" {
		return name
	}
	return name + equals + "{" + expression(v, '\'') + "}"
}

// quoted writes an attribute whose value is an expression in quotes, marked as one.
func quoted(name string, v UsedProp, before, after string) string {
	if text, ok := plainText(v); ok {
		return name + `="` + text + `"`
	}
	if v.Value == true && v.Name == "" && before == ":" {
		return name
	}
	return before + name + after + `="` + strings.ReplaceAll(expression(v, '\''), `"`, "&quot;") + `"`
}

func mustache(name string, v UsedProp) string {
	if text, ok := plainText(v); ok {
		return name + `="` + text + `"`
	}
	switch {
	case v.Name != "":
		return name + "={{this." + v.Name + "}}"
	case isScalar(v.Value):
		return name + "={{" + script(v.Value, '"') + "}}"
	}
	return name + "={{this." + v.Prop.Name + "}}"
}

func isScalar(v any) bool {
	switch v.(type) {
	case []any, map[string]any:
		return false
	}
	return true
}

// textual reports whether an attribute can say what a prop is given.
func textual(v UsedProp) bool {
	if v.Name != "" {
		return false
	}
	switch v.Value.(type) {
	case string, bool, json.Number, int, float64:
		return true
	}
	return false
}

func attribute(name string, v UsedProp) string {
	switch x := v.Value.(type) {
	case bool:
		if x {
			return hyphened(name)
		}
		return ""
	case string:
		return hyphened(name) + `="` + strings.NewReplacer("&", "&amp;", `"`, "&quot;").Replace(x) + `"`
	}
	return hyphened(name) + `="` + fmt.Sprint(v.Value) + `"`
}

// shown is what content shows: its text, or the data that it is given.
func shown(s UsedSlot, open, close, through string) string {
	var list []string
	for _, f := range given(s.Gives) {
		if isShowable(f.Type) {
			list = append(list, open+through+f.Name+close)
		}
	}
	if len(list) > 0 {
		return strings.Join(list, " ")
	}
	return s.Text
}

// isShowable reports whether a value of a type can be drawn as a text.
func isShowable(t contract.Type) bool {
	if !t.Known() {
		return false
	}
	for _, m := range types.Members(t.T) {
		switch m := m.(type) {
		case *types.Literal:
		case types.Basic:
			if m != types.String && m != types.Number && m != types.Undefined {
				return false
			}
		default:
			return false
		}
	}
	return true
}

func reactSlot(s UsedSlot, _ bool) slotted {
	name := s.Name
	if name == "default" {
		name = "children"
	}
	span := func(text string) string { return "<span>" + text + "</span>" }
	switch {
	case s.Form == contract.FormComponent:
		component := names.UpperFirst(name)
		return slotted{attr: name + "={" + component + "}", free: []free{{name: component, is: slotComponent(s.Slot)}}}
	case s.Form == contract.FormFunction:
		fn := parameters(s.Gives) + " => " + span(shown(s, "{", "}", ""))
		if name == "children" {
			return slotted{child: []string{"{" + fn + "}"}}
		}
		return slotted{attr: reactSlotName(s.Slot) + "={" + fn + "}"}
	case name == "children" && s.Form == contract.FormElement:
		return slotted{child: []string{span(s.Text)}}
	case name == "children":
		return slotted{child: []string{s.Text}}
	}
	return slotted{attr: name + "={" + span(s.Text) + "}"}
}

// reactSlotName spells a slot that is filled by a function.
func reactSlotName(s *contract.Slot) string {
	if s.Name == "default" {
		return "children"
	}
	if s.Form == contract.FormFunction {
		if s.Spelled.Name != "" {
			return s.Spelled.Name
		}
		return "render" + names.UpperFirst(s.Name)
	}
	return s.Name
}

func vueSlot(s UsedSlot, only bool) slotted {
	if s.Form == contract.FormComponent {
		component := names.UpperFirst(s.Name)
		return slotted{attr: ":" + hyphened(s.Name) + `="` + component + `"`, free: []free{{name: component, is: slotComponent(s.Slot)}}}
	}
	text := shown(s, "{{ ", " }}", "")
	fields := given(s.Gives)
	if s.Name == "default" && only && len(fields) == 0 {
		return slotted{child: []string{text}}
	}
	attr := "#" + s.Name
	if len(fields) > 0 {
		attr += `="{ ` + strings.ReplaceAll(strings.Join(takenApart(s.Gives), ", "), `"`, "&quot;") + ` }"`
	}
	return slotted{child: element{tag: "template", attrs: []string{attr}, children: []string{text}}.lines()}
}

func svelteSlot(s UsedSlot, _ bool) slotted {
	if s.Form == contract.FormComponent {
		component := names.UpperFirst(s.Name)
		return slotted{attr: s.Name + "={" + component + "}", free: []free{{name: component, is: slotComponent(s.Slot)}}}
	}
	text := shown(s, "{", "}", "")
	fields := given(s.Gives)
	name := s.Name
	if name == "default" {
		if len(fields) == 0 {
			return slotted{child: []string{text}}
		}
		name = "children"
	}
	return slotted{child: []string{"{#snippet " + name + parameters(s.Gives) + "}", "  " + text, "{/snippet}"}}
}

func angularSlot(s UsedSlot, _ bool) slotted {
	if s.Form == contract.FormComponent {
		component := names.UpperFirst(s.Name)
		return slotted{attr: "[" + s.Name + `]="` + component + `"`, free: []free{{name: component, is: slotComponent(s.Slot)}}}
	}
	text := shown(s, "{{ ", " }}", "")
	fields := given(s.Gives)
	if len(fields) > 0 || s.Form == contract.FormFunction {
		attrs := []string{"#" + names.LowerFirst(slotVariable(s.Name))}
		for i, f := range fields {
			switch {
			case s.Gives.Positional && i == 0:
				attrs = append(attrs, "let-"+f.Name)
			default:
				attrs = append(attrs, "let-"+f.Name+`="`+f.Name+`"`)
			}
		}
		return slotted{child: element{tag: "ng-template", attrs: attrs, children: []string{text}, open: true}.lines()}
	}
	if s.Name == "default" {
		return slotted{child: []string{text}}
	}
	return slotted{child: element{tag: "span", attrs: []string{hyphened(s.Name)}, children: []string{text}, open: true}.lines()}
}

// slotVariable names a slot where it stands for a template.
func slotVariable(name string) string {
	if name == "default" {
		return "content"
	}
	return name
}

func elementSlot(s UsedSlot, _ bool) slotted {
	if s.Form == contract.FormComponent || len(given(s.Gives)) > 0 {
		return slotted{cannot: "a custom element hands no data to its content: " + slotWord(s.Name) + " needs a property that takes a function"}
	}
	if s.Name == "default" {
		return slotted{child: []string{s.Text}}
	}
	return slotted{child: element{tag: "span", attrs: []string{`slot="` + hyphened(s.Name) + `"`}, children: []string{s.Text}, open: true}.lines()}
}

func emberSlot(s UsedSlot, only bool) slotted {
	if s.Form == contract.FormComponent {
		component := names.UpperFirst(s.Name)
		return slotted{attr: "@" + s.Name + "={{this." + names.LowerFirst(component) + "}}", free: []free{{name: names.LowerFirst(component), is: slotComponent(s.Slot)}}}
	}
	fields := given(s.Gives)
	if s.Name == "default" && only && len(fields) == 0 {
		return slotted{child: []string{s.Text}}
	}
	var attrs []string
	through := ""
	if len(fields) > 0 {
		var list []string
		for _, f := range fields {
			list = append(list, f.Name)
		}
		if !s.Gives.Positional {
			list, through = []string{"given"}, "given."
		}
		attrs = append(attrs, "as |"+strings.Join(list, " ")+"|")
	}
	return slotted{child: element{tag: ":" + s.Name, attrs: attrs, children: []string{shown(s, "{{", "}}", through)}, open: true}.lines()}
}

func sortedKeys(m map[string]any) []string {
	keys := make([]string, 0, len(m))
	for k := range m {
		keys = append(keys, k)
	}
	slices.Sort(keys)
	return keys
}
