// This file writes whole files around the code of a scenario.

package design

import (
	"strings"

	"steadysocket/core/contract"
)

// whole is the table of how frameworks write a file around a use. Each is given the
// names that the code takes from around it; module is where the component stands.
var whole = map[string]func(c *contract.Contract, code *Code, t *typescript, module string) Source{
	"react":   wholeReact,
	"vue":     wholeVue,
	"svelte":  wholeSvelte,
	"angular": wholeAngular,
	"web component": func(_ *contract.Contract, code *Code, _ *typescript, _ string) Source {
		return Source{"Example.html", code.Text + "\n"}
	},
	"ember": func(_ *contract.Contract, code *Code, _ *typescript, _ string) Source {
		return Source{"example.hbs", code.Text + "\n"}
	},
}

// File writes a whole file around the code of a scenario: the component imported from
// module, and all that the code takes from around it handed in.
func (code *Code) File(c *contract.Contract, module string) Source {
	words := code.Framework
	if _, ok := vocabularies[words]; !ok {
		words = "web component"
	}
	if c.Kind == contract.KindLogic {
		return wholeLogic(c, code, newTypescript(words, c), module)
	}
	return whole[code.Framework](c, code, newTypescript(words, c), module)
}

// fields writes free names as the fields of a record type.
func (code *Code) fields(t *typescript, pick func(free) bool) (fields, taken []string) {
	for _, f := range code.free {
		if pick(f) {
			fields = append(fields, f.name+": "+t.of(contract.MustType(f.is))+";")
			taken = append(taken, f.name)
		}
	}
	return fields, taken
}

func always(free) bool { return true }

func handedIn(f free) bool { return !f.held }

func wholeReact(c *contract.Contract, code *Code, t *typescript, module string) Source {
	fields, taken := code.fields(t, always)
	markup := strings.Split(code.Text, "\n")
	if code.uses > 1 {
		markup = append(append([]string{"<>"}, indent(markup)...), "</>")
	}
	var out text
	out.lines(t.importLines())
	name, _, _ := strings.Cut(nameOf(c), ".")
	out.line("import { %s } from '%s';", name, module)
	out.line("")
	out.lines(t.declarations())
	if len(fields) > 0 {
		out.line("interface Around {")
		out.lines(indent(fields))
		out.line("}")
		out.line("")
		out.line("export function Example({ %s }: Around) {", strings.Join(taken, ", "))
	} else {
		out.line("export function Example() {")
	}
	out.line("  return (")
	out.lines(indent(indent(markup)))
	out.line("  );")
	out.line("}")
	return Source{"Example.tsx", out.String()}
}

func wholeVue(c *contract.Contract, code *Code, t *typescript, module string) Source {
	fields, _ := code.fields(t, handedIn)
	var body text
	body.line("import %s from '%s';", joined(nameOf(c), ""), module)
	for _, part := range code.parts {
		body.line("import %s from './%s.vue';", joined(nameOf(c), part), joined(nameOf(c), part))
	}
	held := false
	var state text
	for _, f := range code.free {
		if f.held {
			held = true
			state.line("const %s = ref<%s>();", f.name, t.of(contract.MustType(f.is)))
		}
	}
	if len(fields) > 0 {
		body.line("")
		body.line("defineProps<{")
		body.lines(indent(fields))
		body.line("}>();")
	}
	body.WriteString(state.String())
	var out text
	out.line("<script setup lang=\"ts\">")
	if held {
		out.line("import { ref } from 'vue';")
	}
	out.lines(t.importLines())
	out.lines(nonExported(t.declarations()))
	out.WriteString(body.String())
	out.line("</script>")
	out.line("")
	out.line("<template>")
	out.lines(indent(strings.Split(code.Text, "\n")))
	out.line("</template>")
	return Source{"Example.vue", out.String()}
}

func wholeSvelte(c *contract.Contract, code *Code, t *typescript, module string) Source {
	fields, taken := code.fields(t, handedIn)
	var body text
	name, _, _ := strings.Cut(nameOf(c), ".")
	body.line("import %s from '%s';", name, module)
	for _, part := range code.parts {
		body.line("import %s from './%s.svelte';", joined(nameOf(c), part), joined(nameOf(c), part))
	}
	if len(fields) > 0 {
		body.line("")
		body.line("interface Around {")
		body.lines(indent(fields))
		body.line("}")
		body.line("let { %s }: Around = $props();", strings.Join(taken, ", "))
	}
	for _, f := range code.free {
		if f.held {
			body.line("let %s = $state<%s>();", f.name, t.of(contract.MustType(f.is)))
		}
	}
	var out text
	out.line("<script lang=\"ts\">")
	out.lines(indent(append(t.importLines(), nonExported(t.declarations())...)))
	out.lines(indent(strings.Split(strings.TrimRight(body.String(), "\n"), "\n")))
	out.line("</script>")
	out.line("")
	out.line("%s", code.Text)
	return Source{"Example.svelte", out.String()}
}

func wholeAngular(c *contract.Contract, code *Code, t *typescript, module string) Source {
	var fields []string
	for _, f := range code.free {
		of := contract.MustType(f.is)
		switch {
		case strings.HasPrefix(f.name, "handle"):
			fields = append(fields, f.name+"(_event?: unknown): void {}")
		case f.held:
			fields = append(fields, f.name+": "+t.of(of)+" | undefined;")
		case strings.HasPrefix(f.name, "set") && strings.Contains(f.is, "=>"):
			// A two-way binding sets the value by itself.
		default:
			fields = append(fields, f.name+"!: "+t.of(of)+";")
		}
	}
	var out text
	out.line("import { Component } from '@angular/core';")
	out.lines(t.importLines())
	used := []string{simpleName(c)}
	for _, part := range code.parts {
		used = append(used, joined(simpleName(c), part))
	}
	out.line("import { %s } from '%s';", strings.Join(used, ", "), module)
	out.line("")
	out.lines(nonExported(t.declarations()))
	out.line("@Component({")
	out.line("  selector: 'app-example',")
	out.line("  imports: [%s],", strings.Join(used, ", "))
	out.line("  template: `")
	out.lines(indent(indent(strings.Split(strings.NewReplacer("\\", "\\\\", "`", "\\`", "${", "\\${").Replace(code.Text), "\n"))))
	out.line("  `,")
	out.line("})")
	out.line("export class Example {")
	out.lines(indent(fields))
	out.line("}")
	return Source{"example.component.ts", out.String()}
}

// ModuleOf is where the skeleton of a contract in a framework is imported from by a file
// beside it.
func ModuleOf(c *contract.Contract, framework string) (string, error) {
	if framework == "ember" { // no skeleton is written: files are found by the component's name
		return "./" + simpleName(c), nil
	}
	files, err := Skeleton(c, framework)
	if err != nil {
		return "", err
	}
	return "./" + strings.TrimSuffix(strings.TrimSuffix(files[0].Name, ".tsx"), ".ts"), nil
}
