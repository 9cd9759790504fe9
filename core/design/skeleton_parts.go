// This file writes the parts of components, with the state that they share, for the
// frameworks beside React.

package design

import (
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
)

// ownParts are the parts that stand or fall with a component: those whose component hangs
// on its name, or that name none.
func ownParts(c *contract.Contract) (list []contract.Part) {
	for _, p := range c.Parts {
		if of, _, dotted := strings.Cut(p.Component, "."); dotted && of == simpleName(c) || p.Component == "" {
			list = append(list, p)
		}
	}
	return list
}

// sharedState lists what parts share as a framework's component holds it: props by their
// local names, events as what sends them, all else still to be written.
func sharedState(c *contract.Contract, t *typescript, send func(e *contract.Event) (local, of string)) (list []sharedField) {
	var members []member
	for _, p := range c.Props {
		members = append(members, member{name: p.Name, local: local(p.Name), of: t.of(p.Type), optional: p.Required != contract.Yes, fallback: defaultOf(p)})
	}
	bare := *c
	bare.Framework = t.framework
	for _, f := range sharedBy(&bare, members, t) {
		if c.Prop(f.name) == nil {
			f.local = "todo('" + f.name + "')"
			if e := c.Event(f.name); e != nil {
				f.local, f.of = send(e)
			}
		}
		if t.bound(f.of) {
			f.of = "unknown" // what parts share is declared apart from the component
		}
		list = append(list, f)
	}
	return list
}

// getters writes shared state as a record that is read anew each time.
func getters(shared []sharedField) []string {
	var lines []string
	for _, f := range shared {
		lines = append(lines, "  get "+key(f.name)+"() {", "    return "+f.local+";", "  },")
	}
	return lines
}

// sharedFile declares what parts share, and the key that it goes by.
func sharedFile(c *contract.Contract, t *typescript, shared []sharedField, keyLine string) Source {
	var out text
	out.lines(t.importLines())
	if out.Len() > 0 {
		out.line("")
	}
	out.lines(t.declarations())
	out.line("/** What the parts of %s share. */", simpleName(c))
	out.line("export interface %sShared {", simpleName(c))
	for _, f := range shared {
		out.line("  readonly %s: %s;", key(f.name), f.of)
	}
	out.line("}")
	out.line("")
	out.line("%s", keyLine)
	return Source{sharedModule(c) + ".ts", out.String()}
}

func sharedModule(c *contract.Contract) string { return hyphened(simpleName(c)) + "-shared" }

// vueParts writes the parts of a Vue component: what it provides, and a file for each.
func vueParts(c *contract.Contract, script *text) []Source {
	parts := ownParts(c)
	if len(parts) == 0 {
		return nil
	}
	name := simpleName(c)
	keyName := names.LowerFirst(name) + "Key"
	t := newTypescript("vue", c)
	shared := sharedState(c, t, func(e *contract.Event) (string, string) {
		if fields := given(e.Payload); len(fields) > 0 && !e.Payload.Positional {
			return "(event: " + fieldList(e.Payload, t) + ") => emit('" + e.Name + "', event)", "(event: " + fieldList(e.Payload, t) + ") => void"
		}
		rest := strings.TrimPrefix(parameters(e.Payload), "(")
		if rest != ")" {
			rest = ", " + rest
		}
		return t.signature(e.Payload) + " => emit('" + e.Name + "'" + rest, t.signature(e.Payload) + " => void"
	})
	t.need("vue", "InjectionKey")
	files := []Source{sharedFile(c, t, shared, "export const "+keyName+": InjectionKey<"+name+"Shared> = Symbol('"+name+"');")}
	script.line("provide(%s, {", keyName)
	script.lines(getters(shared))
	script.line("});")
	for _, p := range parts {
		var out text
		out.line("<script setup lang=\"ts\">")
		out.lines(doc("", p.Description, p.Deprecated))
		out.line("import { inject } from 'vue';")
		out.line("import { %s } from './%s';", keyName, sharedModule(c))
		out.line("")
		out.line("const shared = inject(%s);", keyName)
		out.line("if (!shared) throw new Error('%s stands outside of %s');", joined(name, p.Name), name)
		out.line("defineSlots<{ default?(): unknown }>();")
		out.line("</script>")
		out.line("")
		out.line("<template>")
		out.lines(indent(element{tag: "div", attrs: partAttributes(p, shared, `:%s="String(shared.%s)"`), children: []string{"<slot />"}}.lines()))
		out.line("</template>")
		files = append(files, Source{joined(name, p.Name) + ".vue", out.String()})
	}
	return files
}

// partAttributes shows what a part shares as data attributes, in a framework's form of an
// attribute's name and a field's.
func partAttributes(p contract.Part, shared []sharedField, form string) (attrs []string) {
	for _, share := range p.Shares {
		for _, f := range shared {
			if f.name == share && f.prop && identifier(share) {
				attr := strings.Replace(form, "%s", "data-"+hyphened(share), 1)
				attrs = append(attrs, strings.Replace(attr, "%s", share, 1))
			}
		}
	}
	return attrs
}

// svelteParts writes the parts of a Svelte component likewise.
func svelteParts(c *contract.Contract, script *text) []Source {
	parts := ownParts(c)
	if len(parts) == 0 {
		return nil
	}
	name := simpleName(c)
	keyName := names.LowerFirst(name) + "Key"
	t := newTypescript("svelte", c)
	shared := sharedState(c, t, func(e *contract.Event) (string, string) {
		of := t.handler(e)
		if e.Required != contract.Yes {
			of = "(" + of + ") | undefined"
		}
		return "on" + strings.ToLower(e.Name), of
	})
	files := []Source{sharedFile(c, t, shared, "export const "+keyName+" = Symbol('"+name+"');")}
	script.line("setContext<%sShared>(%s, {", name, keyName)
	script.lines(getters(shared))
	script.line("});")
	for _, p := range parts {
		var out text
		out.line("<script lang=\"ts\">")
		out.lines(doc("  ", p.Description, p.Deprecated))
		out.line("  import { getContext, type Snippet } from 'svelte';")
		out.line("  import { %s, type %sShared } from './%s';", keyName, name, sharedModule(c))
		out.line("")
		out.line("  const shared = getContext<%sShared | undefined>(%s);", name, keyName)
		out.line("  if (!shared) throw new Error('%s stands outside of %s');", joined(name, p.Name), name)
		out.line("  let { children }: { children?: Snippet } = $props();")
		out.line("</script>")
		out.line("")
		out.lines(element{tag: "div", attrs: partAttributes(p, shared, "%s={String(shared.%s)}"), children: []string{"{@render children?.()}"}}.lines())
		files = append(files, Source{joined(name, p.Name) + ".svelte", out.String()})
	}
	return files
}

// angularParts writes the parts of an Angular component into its file: they are given the
// component that they stand in.
func angularParts(c *contract.Contract, values map[string]bool) string {
	var out text
	for _, p := range ownParts(c) {
		values["inject"] = true
		out.line("")
		out.lines(doc("", p.Description, p.Deprecated))
		out.line("@Component({")
		out.line("  selector: '%s',", hyphenedPart(c.Component, p.Name))
		out.line("  template: `<ng-content></ng-content>`,")
		out.line("})")
		out.line("export class %s {", joined(simpleName(c), p.Name))
		if len(p.Shares) > 0 {
			out.line("  /** Shared: %s. */", list(p.Shares))
		}
		out.line("  protected readonly %s = inject(%s);", names.LowerFirst(simpleName(c)), simpleName(c))
		out.line("}")
	}
	return out.String()
}

// elementParts writes the parts of a custom element: each finds the element that it
// stands in.
func elementParts(c *contract.Contract) string {
	var out text
	for _, p := range ownParts(c) {
		class := joined(simpleName(c), p.Name) + "Element"
		out.line("")
		out.lines(doc("", p.Description, p.Deprecated))
		out.line("export class %s extends HTMLElement {", class)
		if len(p.Shares) > 0 {
			out.line("  /** Shared: %s. */", list(p.Shares))
		}
		out.line("  protected get shared(): %sElement {", simpleName(c))
		out.line("    const found = this.closest<%sElement>('%s');", simpleName(c), customTag(simpleName(c)))
		out.line("    if (!found) throw new Error('%s stands outside of %s');", customPart(simpleName(c), p.Name), customTag(simpleName(c)))
		out.line("    return found;")
		out.line("  }")
		out.line("")
		out.line("  constructor() {")
		out.line("    super();")
		out.line("    this.attachShadow({ mode: 'open' }).innerHTML = `<slot></slot>`;")
		out.line("  }")
		out.line("}")
		out.line("")
		out.line("customElements.define('%s', %s);", customPart(simpleName(c), p.Name), class)
	}
	return out.String()
}
