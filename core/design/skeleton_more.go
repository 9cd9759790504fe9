// This file writes components of Vue, Svelte and Angular, and custom elements.

package design

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// simpleName is a component's own name, without the one that it hangs on.
func simpleName(c *contract.Contract) string {
	return c.Component[strings.LastIndexByte(c.Component, '.')+1:]
}

// fieldList writes the fields of a payload as those of a record type.
func fieldList(p *contract.Payload, t *typescript) string {
	if p == nil || len(p.Fields) == 0 {
		return "Record<string, never>"
	}
	var list []string
	for i, f := range given(p) {
		name := f.Name
		if !p.Positional {
			name = key(p.Fields[i].Name)
		}
		mark := ""
		if f.Optional {
			mark = "?"
		}
		list = append(list, name+mark+": "+t.of(f.Type))
	}
	return "{ " + strings.Join(list, "; ") + " }"
}

func vueSkeleton(c *contract.Contract) ([]Source, error) {
	t := newTypescript("vue", c)
	var script, body text
	nativeOf, forwards := passes(c)
	rootName := rootOf(c)
	var props []member
	models := map[string]string{}
	var bindings []string
	for _, p := range c.Props {
		if h := heldBy(c, p.Name); h != nil && h.Held != contract.HeldBySelf && h.Change == p.Name+"Change" {
			models[h.Change] = p.Name
			call := "const " + local(p.Name) + " = defineModel<" + t.of(p.Type) + ">('" + p.Name + "'"
			switch fallback := defaultOf(p); {
			case p.Required == contract.Yes:
				call += ", { required: true }"
			case fallback != "":
				call += ", { default: " + fallback + " }"
			}
			script.lines(doc("", p.Description, p.Deprecated))
			script.line("%s);", call)
			continue
		}
		m := member{p.Name, local(p.Name), t.of(p.Type), p.Description, p.Required != contract.Yes, p.Deprecated, defaultOf(p)}
		props = append(props, m)
		if m.fallback != "" || hooked(c, p) || p.Name == c.Root.ChosenBy || sharedInParts(c, p.Name) {
			if p.Name == c.Root.ChosenBy && m.fallback == "" && m.optional {
				m.fallback = "'" + rootName + "'"
			}
			bindings = append(bindings, m.binding())
		}
	}
	for _, s := range c.Slots {
		if s.Form == contract.FormComponent {
			of := s.Type
			if !of.Known() {
				of = contract.MustType("Component")
			}
			props = append(props, member{s.Name, local(s.Name), t.of(of), s.Description, s.Required != contract.Yes, s.Deprecated, ""})
			bindings = append(bindings, local(s.Name))
		}
	}
	if len(props) > 0 {
		script.line("interface Props {")
		for _, m := range props {
			script.lines(m.lines("  "))
		}
		script.line("}")
		if len(bindings) > 0 {
			script.line("const { %s } = defineProps<Props>();", strings.Join(bindings, ", "))
		} else {
			script.line("defineProps<Props>();")
		}
	}
	var emits text
	for _, e := range c.Events {
		if models[e.Name] != "" {
			continue // the model tells of it
		}
		var list []string
		for _, f := range given(e.Payload) {
			mark := ""
			if f.Optional {
				mark = "?"
			}
			list = append(list, f.Name+mark+": "+t.of(f.Type))
		}
		if e.Payload != nil && !e.Payload.Positional && len(list) > 0 {
			list = []string{fieldList(e.Payload, t)} // a record without a name is its fields
		}
		emits.lines(doc("  ", e.Description, e.Deprecated))
		emits.line("  %s: [%s];", key(e.Name), strings.Join(list, ", "))
	}
	if emits.Len() > 0 {
		emit := ""
		if len(ownParts(c)) > 0 {
			emit = "const emit = " // parts may send, too
		}
		script.line("%sdefineEmits<{", emit)
		script.WriteString(emits.String())
		script.line("}>();")
	}
	root := rootElement(c, rootName, func(prop *contract.Prop) string { return local(prop.Name) }, ":%s=\"%s\"")
	var slots text
	for _, s := range c.Slots {
		if s.Form == contract.FormComponent {
			root.children = append(root.children, "<component :is=\""+local(s.Name)+"\" v-if=\""+local(s.Name)+"\" />")
			continue
		}
		mark := "?"
		if s.Required == contract.Yes {
			mark = ""
		}
		slots.lines(doc("  ", s.Description, s.Deprecated))
		takes := ""
		if len(given(s.Gives)) > 0 {
			takes = "given: " + fieldList(s.Gives, t)
		}
		slots.line("  %s%s(%s): unknown;", key(s.Name), mark, takes)
		e := element{tag: "slot"}
		if s.Name != "default" {
			e.attrs = append(e.attrs, `name="`+s.Name+`"`)
		}
		for _, f := range given(s.Gives) {
			e.attrs = append(e.attrs, `:`+hyphened(f.Name)+`="todo('`+f.Name+`')"`)
		}
		if s.Fallback == contract.Yes {
			e.children = []string{sentence(s.Name)}
		}
		if s.InLoop == contract.Yes {
			e.attrs = append([]string{`v-for="index in 1"`, `:key="index"`}, e.attrs...)
		}
		root.children = append(root.children, e.lines()...)
	}
	if slots.Len() > 0 {
		script.line("defineSlots<{")
		script.WriteString(slots.String())
		script.line("}>();")
	}
	if forwards && nativeOf != rootName && c.Root.ChosenBy == "" {
		script.line("// Undeclared attributes go to the root, as those of <%s>.", nativeOf)
	}
	if c.Handle != nil && len(c.Handle.Members) > 0 {
		var list []string
		for _, m := range c.Handle.Members {
			list = append(list, key(m.Name)+": todo('"+m.Name+"') as "+t.of(m.Type))
		}
		script.line("defineExpose({ %s });", strings.Join(list, ", "))
	}
	if c.Root.ChosenBy != "" && c.Prop(c.Root.ChosenBy) != nil {
		root.tag = "component"
		root.attrs = append([]string{`:is="` + local(c.Root.ChosenBy) + `"`}, root.attrs...)
	}
	parts := vueParts(c, &script)
	todo := strings.Contains(script.String(), "todo('") || strings.Contains(strings.Join(root.lines(), ""), "todo('")
	body.line("<script setup lang=\"ts\"%s>", vueGeneric(c, t))
	body.lines(doc("", c.Summary, c.Deprecated))
	var head text
	if len(parts) > 0 {
		head.line("import { provide } from 'vue';")
		head.line("import { %sKey } from './%s';", names.LowerFirst(simpleName(c)), sharedModule(c))
	}
	head.lines(t.importLines())
	if head.Len() > 0 {
		head.line("")
	}
	head.lines(nonExported(t.declarations()))
	var options []string
	if head.Len() == 0 && len(models) > 0 && c.Summary != "" { // what is said first is said of the component
		options = append(options, "name: '"+simpleName(c)+"'")
	}
	if !forwards {
		options = append(options, "inheritAttrs: false")
	}
	if len(options) > 0 {
		head.line("defineOptions({ %s });", strings.Join(options, ", "))
	}
	body.WriteString(head.String())
	body.WriteString(script.String())
	if todo {
		body.lines(todoFunction)
	}
	body.line("</script>")
	body.line("")
	body.line("<template>")
	body.lines(indent(root.lines()))
	body.line("</template>")
	return append([]Source{{simpleName(c) + ".vue", body.String()}}, parts...), nil
}

// sharedInParts reports whether a component's parts share a prop of it.
func sharedInParts(c *contract.Contract, name string) bool {
	return len(ownParts(c)) > 0 && (slices.ContainsFunc(c.Parts, func(p contract.Part) bool { return slices.Contains(p.Shares, name) }) ||
		slices.ContainsFunc(c.Context.Provides, func(x contract.Carried) bool { return x.Name == name }))
}

// hooked reports whether a prop is used by a style hook.
func hooked(c *contract.Contract, p *contract.Prop) bool {
	for _, hook := range dataHooks(c) {
		if hook.prop == p {
			return true
		}
	}
	return false
}

func vueGeneric(c *contract.Contract, t *typescript) string {
	if p := typeParameters(c, t); p != "" {
		return ` generic="` + strings.ReplaceAll(strings.Trim(p, "<>"), `"`, "'") + `"`
	}
	return ""
}

// nonExported turns exported declarations into local ones: single-file components
// export themselves alone.
func nonExported(lines []string) []string {
	out := make([]string, len(lines))
	for i, l := range lines {
		out[i] = strings.TrimPrefix(l, "export ")
	}
	return out
}

// rootElement is a root element with its data attributes, each bound in a framework's form.
func rootElement(c *contract.Contract, tag string, name func(*contract.Prop) string, form string) element {
	e := element{tag: tag}
	for _, h := range dataHooks(c) {
		if h.prop == nil {
			e.attrs = append(e.attrs, h.name+`=""`)
			continue
		}
		attr := strings.Replace(form, "%s", h.name, 1)
		e.attrs = append(e.attrs, strings.Replace(attr, "%s", name(h.prop), 1))
	}
	return e
}

func svelteSkeleton(c *contract.Contract) ([]Source, error) {
	t := newTypescript("svelte", c)
	nativeOf, forwards := passes(c)
	rootName := rootOf(c)
	var members []member
	for _, p := range c.Props {
		m := member{p.Name, local(p.Name), t.of(p.Type), p.Description, p.Required != contract.Yes, p.Deprecated, defaultOf(p)}
		if h := heldBy(c, p.Name); h != nil && h.Held != contract.HeldBySelf {
			m.fallback = "$bindable(" + m.fallback + ")"
		}
		if p.Name == c.Root.ChosenBy && m.fallback == "" && m.optional {
			m.fallback = "'" + rootName + "'"
		}
		members = append(members, m)
	}
	for _, s := range c.Slots {
		name := s.Name
		if name == "default" {
			name = "children"
		}
		of := "Snippet"
		if s.Form == contract.FormComponent {
			of = t.of(contract.MustType("Component"))
		} else {
			t.need("svelte", "Snippet")
			if fields := given(s.Gives); len(fields) > 0 {
				var list []string
				for _, f := range fields {
					mark := ""
					if f.Optional {
						mark = "?"
					}
					list = append(list, f.Name+mark+": "+t.of(f.Type))
				}
				if !s.Gives.Positional {
					list = []string{"given: " + fieldList(s.Gives, t)}
				}
				of = "Snippet<[" + strings.Join(list, ", ") + "]>"
			}
		}
		m := member{name, local(name), of, s.Description, s.Required != contract.Yes, s.Deprecated, ""}
		if s.Form == contract.FormComponent {
			m.local = names.UpperFirst(m.local)
		}
		members = append(members, m)
	}
	for _, e := range c.Events {
		name := "on" + strings.ToLower(e.Name)
		members = append(members, member{name, name, t.handler(e), e.Description, e.Required != contract.Yes, e.Deprecated, ""})
	}
	var script, body text
	head := "interface Props"
	if forwards {
		t.need("svelte/elements", "SvelteHTMLElements")
		native := without("SvelteHTMLElements['"+nativeOf+"']", members)
		script.line("type Native = %s;", native)
		head += " extends Native"
	}
	script.line("%s {", head)
	for _, m := range members {
		script.lines(m.lines("  "))
	}
	script.line("}")
	var bindings []string
	for _, m := range members {
		bindings = append(bindings, m.binding())
	}
	if forwards {
		bindings = append(bindings, "...rest")
	}
	if len(bindings) > 0 {
		script.line("let {\n  %s\n}: Props = $props();", strings.Join(bindings, ",\n  "))
	}
	if c.Handle != nil {
		for _, m := range c.Handle.Members {
			if isFunction(m.Type) {
				script.line("export const %s: %s = () => todo('%s');", local(m.Name), t.of(m.Type), m.Name)
			}
		}
	}
	root := rootElement(c, rootName, func(p *contract.Prop) string { return local(p.Name) }, "%s={%s}")
	if c.Root.ChosenBy != "" && c.Prop(c.Root.ChosenBy) != nil {
		root.tag = "svelte:element"
		root.attrs = append([]string{"this={" + local(c.Root.ChosenBy) + "}"}, root.attrs...)
	}
	if forwards {
		root.attrs = append(root.attrs, "{...rest}")
	}
	for _, s := range c.Slots {
		name := s.Name
		if name == "default" {
			name = "children"
		}
		name = local(name)
		shown := "{@render " + name + "(" + samplePayload(s.Gives) + ")}"
		if s.Form == contract.FormComponent {
			name = names.UpperFirst(name)
			shown = "<" + name + " />"
		}
		lines := []string{"{#if " + name + "}", "  " + shown}
		if s.Fallback == contract.Yes {
			lines = append(lines, "{:else}", "  <span>"+sentence(s.Name)+"</span>")
		}
		lines = append(lines, "{/if}")
		if s.InLoop == contract.Yes {
			lines = append(append([]string{"{#each [0] as index (index)}"}, indent(lines)...), "{/each}")
		}
		root.children = append(root.children, lines...)
	}
	parts := svelteParts(c, &script)
	if strings.Contains(script.String(), "todo('") || strings.Contains(strings.Join(root.lines(), ""), "todo('") {
		script.lines(todoFunction)
	}
	generics := ""
	if p := typeParameters(c, t); p != "" {
		generics = ` generics="` + strings.ReplaceAll(strings.Trim(p, "<>"), `"`, "'") + `"`
	}
	body.line("<script lang=\"ts\"%s>", generics)
	var beside []string
	if len(parts) > 0 {
		beside = []string{"import { setContext } from 'svelte';", "import { " + names.LowerFirst(simpleName(c)) + "Key, type " + simpleName(c) + "Shared } from './" + sharedModule(c) + "';"}
	}
	inner := append(append(beside, t.importLines()...), nonExported(t.declarations())...)
	body.lines(indent(append(append(doc("", c.Summary, c.Deprecated), inner...), strings.Split(strings.TrimRight(script.String(), "\n"), "\n")...)))
	body.line("</script>")
	body.line("")
	body.lines(root.lines())
	return append([]Source{{simpleName(c) + ".svelte", body.String()}}, parts...), nil
}

func angularSkeleton(c *contract.Contract) ([]Source, error) {
	t := newTypescript("angular", c)
	values := map[string]bool{"Component": true}
	var class, body text
	models := map[string]string{}
	for _, p := range c.Props {
		call := "input"
		values["input"] = true
		if h := heldBy(c, p.Name); h != nil && h.Held != contract.HeldBySelf && h.Change == p.Name+"Change" {
			call = "model"
			models[h.Change] = p.Name
			values["model"] = true
		}
		class.lines(doc("  ", p.Description, p.Deprecated))
		switch fallback := defaultOf(p); {
		case p.Required == contract.Yes:
			class.line("  readonly %s = %s.required<%s>();", key(p.Name), call, t.of(p.Type))
		case fallback != "":
			class.line("  readonly %s = %s<%s>(%s);", key(p.Name), call, t.of(p.Type), fallback)
		default:
			class.line("  readonly %s = %s<%s>();", key(p.Name), call, t.of(p.Type))
		}
	}
	for _, e := range c.Events {
		if models[e.Name] != "" {
			continue
		}
		values["output"] = true
		of := "void"
		switch fields := given(e.Payload); {
		case len(fields) == 1 && e.Payload.Positional:
			of = t.of(fields[0].Type)
		case len(fields) > 0:
			of = fieldList(e.Payload, t)
		}
		class.lines(doc("  ", e.Description, e.Deprecated))
		class.line("  readonly %s = output<%s>();", key(e.Name), of)
	}
	root := element{tag: rootOf(c), open: true}
	for _, h := range dataHooks(c) {
		if h.prop == nil {
			root.attrs = append(root.attrs, h.name+`=""`)
			continue
		}
		root.attrs = append(root.attrs, "[attr."+h.name+`]="`+memberAccess(h.prop.Name)+`()"`)
	}
	outlets := false
	for _, s := range c.Slots {
		switch {
		case s.Form == contract.FormComponent:
			values["input"] = true
			class.lines(doc("  ", s.Description, s.Deprecated))
			class.line("  readonly %s = input<%s>();", key(s.Name), t.of(contract.MustType("Component")))
			continue
		case s.Form == contract.FormFunction || len(given(s.Gives)) > 0:
			values["contentChild"], values["TemplateRef"], outlets = true, true, true
			name := names.LowerFirst(slotVariable(s.Name)) + "Template"
			class.lines(doc("  ", s.Description, s.Deprecated))
			context := "void"
			var object []string
			if fields := given(s.Gives); len(fields) > 0 {
				var list []string
				for i, f := range fields {
					field := f.Name
					if s.Gives.Positional && i == 0 {
						field = "$implicit"
					}
					list = append(list, field+": "+t.of(f.Type))
					object = append(object, field+": todo('"+f.Name+"')")
				}
				context = "{ " + strings.Join(list, "; ") + " }"
			}
			class.line("  readonly %s = contentChild<TemplateRef<%s>>('%s');", name, context, names.LowerFirst(slotVariable(s.Name)))
			e := element{tag: "ng-container", open: true, attrs: []string{`[ngTemplateOutlet]="` + name + `() ?? null"`}}
			if len(object) > 0 {
				e.attrs = append(e.attrs, `[ngTemplateOutletContext]="{ `+strings.Join(object, ", ")+` }"`)
			}
			root.children = append(root.children, e.lines()...)
		default:
			e := element{tag: "ng-content", open: true}
			if s.Name != "default" {
				e.attrs = append(e.attrs, `select="[`+hyphened(s.Name)+`]"`)
			}
			if s.Fallback == contract.Yes {
				e.children = []string{sentence(s.Name)}
			}
			root.children = append(root.children, e.lines()...)
		}
	}
	template := strings.Join(root.lines(), "\n")
	if strings.Contains(template, "todo('") {
		class.line("")
		class.line("  protected todo(what: string): never {")
		class.line("    throw new Error(what + ' is not written yet');")
		class.line("  }")
	}
	if c.Handle != nil {
		for _, m := range c.Handle.Members {
			class.lines(doc("  ", m.Description, m.Deprecated))
			class.line("  declare %s: %s;", key(m.Name), t.of(m.Type))
		}
	}
	parts := angularParts(c, values)
	if values["TemplateRef"] { // it is imported with the values
		delete(t.imports["@angular/core"], "TemplateRef")
		if len(t.imports["@angular/core"]) == 0 {
			delete(t.imports, "@angular/core")
		}
	}
	if outlets {
		body.line("import { NgTemplateOutlet } from '@angular/common';")
	}
	body.line("import { %s } from '@angular/core';", strings.Join(sortedNames(values), ", "))
	body.lines(t.importLines())
	body.line("")
	body.lines(t.declarations())
	body.lines(doc("", c.Summary, c.Deprecated))
	body.line("@Component({")
	body.line("  selector: '%s',", hyphenedTag(c.Component))
	if outlets {
		body.line("  imports: [NgTemplateOutlet],")
	}
	body.line("  template: `")
	body.lines(indent(indent(strings.Split(strings.NewReplacer("\\", "\\\\", "`", "\\`", "${", "\\${").Replace(template), "\n"))))
	body.line("  `,")
	body.line("})")
	body.line("export class %s%s {", simpleName(c), typeParameters(c, t))
	body.WriteString(class.String())
	body.line("}")
	body.WriteString(parts)
	return []Source{{hyphened(simpleName(c)) + ".component.ts", body.String()}}, nil
}

// memberAccess writes a member of the component in a template.
func memberAccess(name string) string {
	if key(name) == name {
		return name
	}
	return "this[" + types.Quote(name) + "]"
}

// elementParameters are the type parameters of an element's class. Each has a default:
// what finds an element in a document cannot name them.
func elementParameters(c *contract.Contract, t *typescript) string {
	if len(c.TypeParameters) == 0 {
		return ""
	}
	made := *c
	made.TypeParameters = slices.Clone(c.TypeParameters)
	settle(made.TypeParameters)
	return typeParameters(&made, t)
}

func elementSkeleton(c *contract.Contract) ([]Source, error) {
	t := newTypescript("web component", c)
	name := simpleName(c)
	class := name + "Element"
	var body text
	var observed []string
	for _, p := range c.Props {
		if attributeType(p) != "" && !serves(p) {
			observed = append(observed, types.Quote(hyphened(p.Name)))
		}
	}
	body.lines(doc("", c.Summary, c.Deprecated))
	body.line("export class %s%s extends HTMLElement {", class, elementParameters(c, t))
	body.line("  static observedAttributes = [%s];", strings.Join(observed, ", "))
	body.line("")
	for _, p := range c.Props {
		of, fallback := t.of(p.Type), defaultOf(p)
		if serves(p) {
			body.line("  // %s: the property that every element has serves.", p.Name)
			continue
		}
		body.lines(doc("  ", p.Description, p.Deprecated))
		switch name := elementProperty(p.Name); {
		case fallback != "":
			body.line("  %s: %s = %s;", key(name), of, fallback)
		case p.Required == contract.Yes:
			body.line("  %s!: %s;", key(name), of)
		default:
			body.line("  %s?: %s;", key(name), of)
		}
	}
	for _, s := range c.Slots {
		if s.Form == contract.FormComponent || len(given(s.Gives)) > 0 {
			body.lines(doc("  ", s.Description, s.Deprecated))
			body.line("  %s?: %s => Node;", reactSlotNameOf(s), t.signature(s.Gives))
		}
	}
	body.line("")
	body.line("  constructor() {")
	body.line("    super();")
	body.line("    this.attachShadow({ mode: 'open' }).innerHTML = `")
	root := element{tag: rootOf(c), open: true}
	for _, h := range c.StyleHooks.CSSParts {
		root.attrs = append(root.attrs, `part="`+h.Name+`"`)
		break
	}
	for _, h := range dataHooks(c) {
		root.attrs = append(root.attrs, h.name+`=""`)
	}
	for _, s := range c.Slots {
		if s.Form == contract.FormComponent || len(given(s.Gives)) > 0 {
			continue
		}
		e := element{tag: "slot", open: true}
		if s.Name != "default" {
			e.attrs = []string{`name="` + hyphened(s.Name) + `"`}
		}
		if s.Fallback == contract.Yes {
			e.children = []string{sentence(s.Name)}
		}
		if text := strings.TrimSpace(strings.NewReplacer("/**", "", "*/", "", "--", "-").Replace(strings.Join(doc("", s.Description, s.Deprecated), " "))); text != "" {
			root.children = append(root.children, "<!-- "+text+" -->")
		}
		root.children = append(root.children, e.lines()...)
	}
	body.lines(indent(indent(indent(root.lines()))))
	body.line("    `;")
	body.line("  }")
	shows := false
	for _, h := range dataHooks(c) {
		shows = shows || h.prop != nil
	}
	if shows {
		body.line("")
		body.line("  /** Brings what styles hook on up to date. */")
		body.line("  protected show(): void {")
		for _, h := range dataHooks(c) {
			if h.prop != nil {
				body.line("    this.shadowRoot?.firstElementChild?.setAttribute('%s', String(this%s));", h.name, propertyAccess(elementProperty(h.prop.Name)))
			}
		}
		body.line("  }")
		body.line("")
		body.line("  connectedCallback(): void {")
		body.line("    this.show();")
		body.line("  }")
	}
	if len(observed) > 0 {
		body.line("")
		body.line("  attributeChangedCallback(name: string, _before: string | null, value: string | null): void {")
		body.line("    switch (name) {")
		for _, p := range c.Props {
			of := t.of(p.Type)
			access := "this" + propertyAccess(elementProperty(p.Name))
			if serves(p) {
				continue
			}
			written := ""
			switch attributeType(p) {
			case "boolean":
				written = "value !== null"
			case "number":
				written = "Number(value) as " + castable(of)
			case "text":
				written = "(value ?? undefined) as " + castable(of)
				if p.Required == contract.Yes || defaultOf(p) != "" {
					written = "(value ?? " + orElse(defaultOf(p)) + ") as " + castable(of)
				}
			default:
				continue
			}
			body.line("      case %s:", types.Quote(hyphened(p.Name)))
			body.line("        %s = %s;", access, written)
			body.line("        break;")
		}
		body.line("    }")
		if shows {
			body.line("    this.show();")
		}
		body.line("  }")
	}
	for _, e := range c.Events {
		detail := fieldList(e.Payload, t)
		body.line("")
		body.lines(doc("  ", e.Description, e.Deprecated))
		options := ""
		if e.Bubbles == contract.Yes {
			options += ", bubbles: true, composed: true"
		}
		if e.Cancelable == contract.Yes {
			options += ", cancelable: true"
		}
		body.line("  protected send%s(detail: %s): boolean {", names.UpperFirst(local(e.Name)), detail)
		body.line("    return this.dispatchEvent(new CustomEvent<%s>(%s, { detail%s }));", detail, types.Quote(hyphened(e.Name)), options)
		body.line("  }")
	}
	if c.Handle != nil {
		for _, m := range c.Handle.Members {
			body.line("")
			body.lines(doc("  ", m.Description, m.Deprecated))
			body.line("  declare %s: %s;", key(m.Name), t.of(m.Type))
		}
	}
	body.line("}")
	body.line("")
	body.line("customElements.define('%s', %s);", customTag(name), class)
	body.WriteString(elementParts(c))
	var out text
	out.lines(t.importLines())
	out.lines(t.declarations())
	out.WriteString(body.String())
	return []Source{{customTag(name) + ".ts", out.String()}}, nil
}

// everyElement are the properties that HTML gives to every element, and may be what a
// contract calls its own: true for those that are texts. Sources: DOM, HTML and WAI-ARIA,
// the interfaces Element and HTMLElement.
var everyElement = map[string]bool{
	"title": true, "lang": true, "dir": true, "id": true, "slot": true, "className": true, "accessKey": true, "innerText": true, "textContent": true, "nonce": true, "contentEditable": true,
	"hidden": false, "draggable": false, "translate": false, "spellcheck": false, "inert": false, "autofocus": false, "tabIndex": false, "style": false, "dataset": false, "children": false,
	"attributes": false, "part": false, "role": false, "popover": false, "prefix": false, "click": false, "focus": false, "blur": false, "append": false, "prepend": false, "remove": false,
	"before": false, "after": false, "closest": false, "matches": false, "animate": false, "scroll": false, "isContentEditable": false, "offsetWidth": false, "offsetHeight": false,
	"parentElement": false, "firstChild": false, "lastChild": false, "tagName": false, "localName": false, "namespaceURI": false, "outerText": false, "innerHTML": false, "outerHTML": false,
}

// serves reports whether the property that every element has is what a prop asks for: a
// text of that name.
func serves(p *contract.Prop) bool {
	return everyElement[p.Name] && attributeType(p) == "text" && defaultOf(p) == ""
}

// elementProperty names a property of a custom element so that it hides none that every
// element has.
func elementProperty(name string) string {
	if _, taken := everyElement[name]; taken {
		return "own" + names.UpperFirst(name)
	}
	return name
}

// propertyAccess writes a property behind an object.
func propertyAccess(name string) string {
	if key(name) != name {
		return "[" + key(name) + "]"
	}
	return "." + name
}

// reactSlotNameOf is the property that fills a slot by a function.
func reactSlotNameOf(s *contract.Slot) string {
	if s.Form == contract.FormComponent {
		return key(s.Name)
	}
	return "render" + names.UpperFirst(local(slotVariable(s.Name)))
}

func castable(of string) string {
	if strings.ContainsAny(of, "|&=> ") {
		return "(" + of + ")"
	}
	return of
}

func orElse(fallback string) string {
	if fallback == "" {
		return "''"
	}
	return fallback
}

// attributeType says how an attribute shows a prop: boolean, number or text; "" where
// it cannot.
func attributeType(p *contract.Prop) string {
	if !p.Type.Known() {
		return ""
	}
	kind := ""
	for _, m := range types.Members(types.Without(p.Type.T, types.Undefined, types.Null)) {
		of := ""
		switch m := m.(type) {
		case types.Basic:
			of = map[types.Basic]string{types.String: "text", types.Number: "number", types.Boolean: "boolean"}[m]
		case *types.Literal:
			of = map[types.Basic]string{types.String: "text", types.Number: "number", types.Boolean: "boolean"}[m.Of]
		}
		if of == "" || kind != "" && kind != of {
			return ""
		}
		kind = of
	}
	return kind
}

// settle gives each type parameter without a default what bounds it, for where nobody can
// name an argument.
func settle(list []contract.TypeParameter) {
	for i := range list {
		p := &list[i]
		switch {
		case p.Default.Known():
		case p.Constraint.Known():
			p.Default = p.Constraint
		default:
			p.Default = contract.Type{T: types.Unknown}
		}
	}
}
