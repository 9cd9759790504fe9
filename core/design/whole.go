// This file writes whole files around the code of a scenario.

package design

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/types"
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
	c, code = settled(c, code)
	if c.Kind == contract.KindLogic {
		return wholeLogic(c, code, newTypescript(words, c), module)
	}
	return whole[code.Framework](c, code, newTypescript(words, c), module)
}

// settled puts what a type parameter is at least in its place where nothing that is given
// tells more: handlers alone do not, they are told of it.
func settled(c *contract.Contract, code *Code) (*contract.Contract, *Code) {
	given := newTypescript("web component", c)
	var kept []contract.TypeParameter
	instead := map[string]types.Type{}
	for _, p := range c.TypeParameters {
		told := slices.ContainsFunc(code.free, func(f free) bool {
			given.own = map[string]bool{p.Name: true}
			return !strings.HasPrefix(f.name, "handle") && !strings.HasPrefix(f.name, "set") && given.bound(f.is)
		})
		switch {
		case told:
			kept = append(kept, p)
		case p.Default.Known():
			instead[p.Name] = p.Default.T
		case p.Constraint.Known():
			instead[p.Name] = p.Constraint.T
		default:
			instead[p.Name] = types.Unknown
		}
	}
	if len(instead) == 0 {
		return c, code
	}
	bare, made := *c, *code
	bare.TypeParameters, made.free = kept, slices.Clone(code.free)
	for i := range made.free {
		made.free[i].is = types.Substitute(contract.MustType(made.free[i].is).T, instead).String()
	}
	return &bare, &made
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

// generic are the type parameters of a file whose types speak of the component's; "" where
// none does.
func (code *Code) generic(c *contract.Contract, t *typescript) string {
	for _, f := range code.free {
		if t.bound(f.is) {
			return typeParameters(c, t)
		}
	}
	return ""
}

// arguments hands them on.
func (code *Code) arguments(c *contract.Contract, t *typescript) string {
	if code.generic(c, t) == "" {
		return ""
	}
	return typeArguments(c)
}

// genericAttribute declares them on the script of a single-file component.
func (code *Code) genericAttribute(name string, c *contract.Contract, t *typescript) string {
	if code.generic(c, t) == "" {
		return ""
	}
	return strings.Replace(vueGeneric(c, t), "generic=", name+"=", 1)
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
		parameters := code.generic(c, t)
		out.line("interface Around%s {", parameters)
		out.lines(indent(fields))
		out.line("}")
		out.line("")
		out.line("export function Example%s({ %s }: Around%s) {", parameters, strings.Join(taken, ", "), code.arguments(c, t))
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
			if f.must {
				t.need("vue", "Ref")
				state.line("const %s = ref() as Ref<%s>;", f.name, t.of(contract.MustType(f.is)))
			} else {
				state.line("const %s = ref<%s>();", f.name, t.of(contract.MustType(f.is)))
			}
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
	out.line("<script setup lang=\"ts\"%s>", code.genericAttribute("generic", c, t))
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
		switch of := t.of(contract.MustType(f.is)); {
		case f.held && f.must:
			body.line("let %s = $state() as %s;", f.name, of)
		case f.held:
			body.line("let %s = $state<%s>();", f.name, of)
		}
	}
	var out text
	out.line("<script lang=\"ts\"%s>", code.genericAttribute("generics", c, t))
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
		case f.held && !f.must:
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
	out.line("export class Example%s {", code.generic(c, t))
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
	if of, _, dotted := strings.Cut(nameOf(c), "."); dotted && framework == "react" {
		return "./" + of, nil // it hangs on another component
	}
	files, err := Skeleton(c, framework)
	if err != nil {
		return "", err
	}
	return "./" + strings.TrimSuffix(strings.TrimSuffix(files[0].Name, ".tsx"), ".ts"), nil
}
