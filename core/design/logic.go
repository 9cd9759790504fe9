// This file writes shared logic: a function of one record of options that gives back
// state, and its calls. Nothing of it is drawn.

package design

import (
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// logicForm is how one framework writes shared logic. The formats take a type, or the
// name of an option and that of a variable.
type logicForm struct {
	framework, reason   string
	ending              string // of the file that holds the function
	module              string // that the wrapping types come from
	imports             []string
	given, held, result string // what wraps the type of an option, of a two-way value, of state that is given back
	option, bound       string // an option whose value is a variable; a two-way one
	setters             bool   // a change of a two-way value is told to a handler
	calls               string // what stands before a handler of the app's
	apart               bool   // the result is taken apart where it is declared
}

// logicForms is the table of frameworks.
var logicForms = []logicForm{
	{framework: "react", reason: "a hook is called anew with each drawing", ending: ".ts", given: "%s", held: "%s", result: "%s",
		option: "%[1]s: %[2]s", bound: "%[1]s: %[2]s", setters: true, apart: true},
	{framework: "vue", reason: "a composable runs once: what may change goes in and out as refs", ending: ".ts", module: "vue", imports: []string{"MaybeRefOrGetter", "Ref"},
		given: "MaybeRefOrGetter<%s>", held: "Ref<%s | undefined>", result: "Readonly<Ref<%s>>", option: "%[1]s: () => %[2]s", bound: "%[1]s: %[2]s", apart: true},
	{framework: "svelte", reason: "a function runs once: what may change is read through accessors", ending: ".svelte.ts", given: "%s", held: "%s", result: "%s",
		option: "get %[1]s() { return %[2]s; }", bound: "get %[1]s() { return %[2]s; }, set %[1]s(%[2]sNow) { %[2]s = %[2]sNow; }"},
	{framework: "angular", reason: "a function runs once, in the constructor: what may change goes in and out as signals", ending: ".ts", module: "@angular/core", imports: []string{"Signal", "WritableSignal"},
		given: "Signal<%[1]s> | (%[1]s)", held: "WritableSignal<%s | undefined>", result: "Signal<%s>", option: "%[1]s: this.%[2]s", bound: "%[1]s: this.%[2]s", calls: "this."},
	{framework: "web component", reason: "a plain function", ending: ".ts", given: "%s", held: "%s", result: "%s",
		option: "%[1]s: %[2]s", bound: "%[1]s: %[2]s", setters: true, apart: true},
	{framework: "ember", reason: "a function is a helper: named arguments are its record", given: "%s", held: "%s", result: "%s",
		option: "%[1]s=this.%[2]s", bound: "%[1]s=this.%[2]s", setters: true, calls: "this."},
}

func logicFormOf(framework string) logicForm {
	i := slices.IndexFunc(logicForms, func(f logicForm) bool { return f.framework == framework })
	return logicForms[i] // every dialect has its row
}

// logicSkeleton writes the function of shared logic.
func logicSkeleton(c *contract.Contract, framework string) ([]Source, error) {
	f, t := logicFormOf(framework), newTypescript(framework, c)
	wrap := func(format, of string) string {
		for _, name := range f.imports {
			if strings.HasPrefix(format, name) || strings.Contains(format, "<"+name) {
				t.need(f.module, name)
			}
		}
		return fmt.Sprintf(format, of)
	}
	var out, body text
	about := names.UpperFirst(strings.TrimPrefix(c.Component, "use"))
	options := about + "Options"
	changing := map[string]bool{}
	body.line("export interface %s%s {", options, typeParameters(c, t))
	for _, m := range optionsOf(c, t) {
		switch held := heldBy(c, m.name); {
		case held != nil && held.Held != contract.HeldBySelf:
			m.of = wrap(f.held, grouped(m.of))
			changing[held.Change] = !f.setters
		case m.value:
			m.of = wrap(f.given, m.of)
		case changing[m.event]:
			continue // the two-way value itself tells
		}
		body.lines(m.lines("  "))
	}
	body.line("}")
	body.line("")
	gives := f.gives(c, t, wrap)
	if record, ok := strings.CutPrefix(gives, "{ "); ok {
		body.line("export interface %sState%s {", about, typeParameters(c, t))
		for _, line := range strings.Split(strings.TrimSuffix(record, " }"), ";\n") {
			body.line("  %s;", line)
		}
		body.line("}")
		body.line("")
		gives = about + "State" + typeArguments(c)
	}
	body.lines(doc("", c.Summary, c.Deprecated))
	body.line("export function %s%s(_options: %s%s): %s {", c.Component, typeParameters(c, t), options, typeArguments(c), gives)
	body.line("  throw new Error('%s is not written yet');", c.Component)
	body.line("}")
	out.lines(t.importLines())
	if out.Len() > 0 {
		out.line("")
	}
	out.lines(t.declarations())
	out.WriteString(body.String())
	return []Source{{c.Component + f.ending, out.String()}}, nil
}

// logicMember is an option: a value, or the handler of an event.
type logicMember struct {
	member
	value bool
	event string
}

// optionsOf lists the options in the order of the contract, two-way values before
// their events.
func optionsOf(c *contract.Contract, t *typescript) (list []logicMember) {
	for _, p := range c.Props {
		said := p.Description
		if of := defaultOf(p); of != "" {
			said += "\n@default " + of
		}
		list = append(list, logicMember{member{p.Name, local(p.Name), t.of(p.Type), said, p.Required != contract.Yes, p.Deprecated, ""}, true, ""})
	}
	for _, e := range c.Events {
		name := "on" + names.UpperFirst(e.Name)
		list = append(list, logicMember{member{name, local(name), t.handler(e), e.Description, e.Required != contract.Yes, e.Deprecated, ""}, false, e.Name})
	}
	return list
}

// grouped puts a type in parentheses where something follows it.
func grouped(of string) string {
	if strings.Contains(of, "=>") {
		return "(" + of + ")"
	}
	return of
}

// gives is the type of what the function gives back: functions as they are, all else as
// state of the framework's. A record has a line for each field.
func (f logicForm) gives(c *contract.Contract, t *typescript, wrap func(format, of string) string) string {
	if c.Result == nil {
		return "void"
	}
	var list []string
	for _, field := range c.Result.Fields {
		of := t.of(field.Type)
		if _, function := field.Type.T.(*types.Func); !function {
			of = wrap(f.result, of)
		}
		name, mark := field.Name, ""
		if !c.Result.Positional {
			name = key(name)
		}
		if field.Optional {
			mark = "?"
		}
		list = append(list, name+mark+": "+of)
	}
	switch {
	case c.Result.Positional && len(list) == 0:
		return "void"
	case c.Result.Positional:
		return "[" + strings.Join(list, ", ") + "]"
	case len(list) == 0:
		return "object"
	}
	return "{ " + strings.Join(list, ";\n") + " }"
}

// writeLogic writes one call and counts it into out; number is that of the call among the
// scenario's, 0 where it is the only one.
func (d *dialect) writeLogic(c *contract.Contract, u *Use, out *Code, known map[string]bool, number int) string {
	f := logicFormOf(d.name)
	content := 0
	say := func(name, own string) {
		known[name] = true
		out.Decisions++
		content += solid(own)
	}
	var options []string
	for _, p := range u.Props {
		name := logicKey(d.name, p.Prop.Name)
		switch {
		case p.Name != "":
			out.need(free{name: p.Name, is: p.Type.String()})
			say(p.Prop.Name, p.Name)
			options = append(options, fmt.Sprintf(f.option, name, p.Name))
		case d.name == "ember":
			say(p.Prop.Name, jsonText(p.Value))
			options = append(options, name+"="+emberValue(p))
		default:
			say(p.Prop.Name, jsonText(p.Value))
			options = append(options, name+": "+script(p.Value, '\''))
		}
	}
	for _, h := range u.Held {
		out.need(free{name: h.Variable, is: h.Prop.Type.String(), held: true, must: h.Prop.Required == contract.Yes})
		say(h.Prop.Name, h.Variable)
		options = append(options, fmt.Sprintf(f.bound, logicKey(d.name, h.Prop.Name), h.Variable))
		if h.Event != nil && f.setters {
			known[h.Event.Name] = true
			out.need(free{name: setter(h.Variable), is: handlerType(h.Event)})
			options = append(options, fmt.Sprintf(f.bound, "on"+names.UpperFirst(h.Event.Name), setter(h.Variable)))
		}
	}
	for _, e := range u.Events {
		out.need(free{name: e.Calls, is: handlerType(e.Event)})
		say(e.Name, e.Calls)
		name := "on" + names.UpperFirst(e.Name)
		if d.name == "ember" {
			options = append(options, name+"=this."+e.Calls)
		} else {
			options = append(options, name+": "+arrow(e.Event, f.calls+e.Calls))
		}
	}
	for _, s := range u.Slots {
		out.Cannot = append(out.Cannot, "logic draws nothing: "+slotWord(s.Name)+" has no place")
	}
	for _, p := range u.Parts {
		out.Cannot = append(out.Cannot, "logic draws nothing: the part "+p+" has no place")
	}
	for i, option := range options { // a name for itself need not be said twice
		if name, value, ok := strings.Cut(option, ": "); ok && name == value {
			options[i] = name
		}
	}
	for _, field := range given(c.Result) {
		known["result."+field.Name] = true
	}
	text := f.call(c, options, f.taken(c, out.free, number))
	out.Boilerplate += max(0, solid(text)-content)
	return text
}

// logicKey spells the name of an option.
func logicKey(framework, name string) string {
	if framework == "ember" {
		return name
	}
	return key(name)
}

// emberValue writes a literal as an argument of a helper.
func emberValue(p UsedProp) string {
	if isScalar(p.Value) {
		return script(p.Value, '"')
	}
	return "this." + p.Prop.Name
}

// taken is what the result is called: its fields where they can be taken apart, else one
// name for all.
func (f logicForm) taken(c *contract.Contract, around []free, number int) string {
	whole := "state"
	if number > 1 {
		whole += fmt.Sprint(number)
	}
	if slices.ContainsFunc(around, func(n free) bool { return n.name == whole }) {
		whole += "Of" + names.UpperFirst(strings.TrimPrefix(c.Component, "use"))
	}
	fields := given(c.Result)
	if len(fields) == 0 {
		return ""
	}
	for _, field := range fields {
		if !f.apart || number > 0 || field.Name == c.Component || field.Name == "ref" || slices.ContainsFunc(around, func(n free) bool { return n.name == field.Name }) {
			return whole
		}
	}
	if c.Result.Positional {
		var list []string
		for _, field := range fields {
			list = append(list, field.Name)
		}
		return "[" + strings.Join(list, ", ") + "]"
	}
	return "{ " + strings.Join(takenApart(c.Result), ", ") + " }"
}

// call writes the call itself, over several lines where one would be long.
func (f logicForm) call(c *contract.Contract, options []string, taken string) string {
	const wide = 88
	if f.framework == "ember" {
		helper := strings.Join(append([]string{c.Component}, options...), " ")
		if taken == "" {
			return "{{" + helper + "}}"
		}
		return "{{#let (" + helper + ") as |" + taken + "|}}\n  {{! … }}\n{{/let}}"
	}
	head := ""
	switch {
	case f.framework == "angular" && taken == "":
		head = "private readonly started = "
	case f.framework == "angular":
		head = "protected readonly " + taken + " = "
	case taken != "":
		head = "const " + taken + " = "
	}
	one := head + c.Component + "({ " + strings.Join(options, ", ") + " });"
	switch {
	case len(options) == 0:
		return head + c.Component + "({});"
	case len(one) <= wide:
		return one
	}
	var lines []string
	for _, o := range options {
		lines = append(lines, "  "+strings.Replace(o, "; }, set ", "; },\n  set ", 1)+",")
	}
	return head + c.Component + "({\n" + strings.Join(lines, "\n") + "\n});"
}

// wholeLogic writes a file around a call.
func wholeLogic(c *contract.Contract, code *Code, t *typescript, module string) Source {
	wanted := "import { " + c.Component + " } from '" + module + "';"
	call := strings.Split(code.Text, "\n")
	var out, body text
	switch code.Framework {
	case "react", "web component":
		fields, taken := code.fields(t, always)
		around, parameters := "", code.generic(c, t)
		if len(fields) > 0 {
			body.line("interface Around%s {", parameters)
			body.lines(indent(fields))
			body.line("}")
			body.line("")
			around = "{ " + strings.Join(taken, ", ") + " }: Around" + code.arguments(c, t)
		}
		name, drawn, file := "Example", "  return null; // all markup is the app's", "Example.tsx"
		if code.Framework == "web component" {
			name, drawn, file = "example", "  // all markup is the app's", "example.ts"
		}
		body.line("export function %s%s(%s) {", name, parameters, around)
		body.lines(indent(call))
		body.line("%s", drawn)
		body.line("}")
		out.lines(append(t.importLines(), wanted, ""))
		out.lines(t.declarations())
		out.WriteString(body.String())
		return Source{file, out.String()}
	case "vue":
		fields, taken := code.fields(t, handedIn)
		if len(fields) > 0 {
			body.line("const { %s } = defineProps<{", strings.Join(taken, ", "))
			body.lines(indent(fields))
			body.line("}>();")
		}
		held := code.heldLines(t, "const %s = ref<%s>();")
		body.lines(append(held, call...))
		out.line("<script setup lang=\"ts\"%s>", code.genericAttribute("generic", c, t))
		if len(held) > 0 {
			out.line("import { ref } from 'vue';")
		}
		out.lines(append(append(t.importLines(), wanted, ""), nonExported(t.declarations())...))
		out.WriteString(body.String())
		out.line("</script>")
		out.line("")
		out.line("<template>")
		out.line("  <!-- all markup is the app's -->")
		out.line("</template>")
		return Source{"Example.vue", out.String()}
	case "svelte":
		fields, taken := code.fields(t, handedIn)
		if len(fields) > 0 {
			body.line("interface Around {")
			body.lines(indent(fields))
			body.line("}")
			body.line("let { %s }: Around = $props();", strings.Join(taken, ", "))
		}
		body.lines(append(code.heldLines(t, "let %s = $state<%s>();"), call...))
		out.line("<script lang=\"ts\"%s>", code.genericAttribute("generics", c, t))
		out.lines(indent(append(append(t.importLines(), wanted, ""), nonExported(t.declarations())...)))
		out.lines(indent(strings.Split(strings.TrimRight(body.String(), "\n"), "\n")))
		out.line("</script>")
		return Source{"Example.svelte", out.String()}
	case "angular":
		values := []string{"Component"}
		for _, n := range code.free {
			of := t.of(contract.MustType(n.is))
			switch {
			case n.held:
				values = append(values, "signal")
				body.line("  protected readonly %s = signal<%s | undefined>(undefined);", n.name, grouped(of))
			case strings.HasPrefix(n.name, "handle"):
				body.line("  declare %s: %s;", n.name, of)
			default:
				values = append(values, "input")
				body.line("  readonly %s = input.required<%s>();", n.name, of)
			}
		}
		slices.Sort(values)
		out.line("import { %s } from '@angular/core';", strings.Join(slices.Compact(values), ", "))
		out.lines(append(append(t.importLines(), wanted, ""), nonExported(t.declarations())...))
		out.line("@Component({ selector: 'app-example', template: `<!-- all markup is the app's -->` })")
		out.line("export class Example%s {", code.generic(c, t))
		out.WriteString(body.String())
		out.lines(indent(call))
		out.line("}")
		return Source{"example.component.ts", out.String()}
	}
	return Source{"example.hbs", code.Text + "\n"}
}

// heldLines declares the state that the app holds.
func (code *Code) heldLines(t *typescript, format string) (lines []string) {
	for _, n := range code.free {
		if n.held {
			lines = append(lines, fmt.Sprintf(format, n.name, t.of(contract.MustType(n.is))))
		}
	}
	return lines
}
