// This file writes what tools and people read of a contract: a custom-elements manifest,
// a JSON Schema of the props, a page of documentation.

package design

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// indentedJSON writes a value as JSON that people can read.
func indentedJSON(v any) (string, error) {
	var buf bytes.Buffer
	enc := json.NewEncoder(&buf)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	err := enc.Encode(v)
	return buf.String(), err
}

// record is a JSON object that leaves out what is empty.
type record map[string]any

func (r record) put(key string, v any) record {
	switch x := v.(type) {
	case string:
		if x == "" {
			return r
		}
	case []any:
		if len(x) == 0 {
			return r
		}
	}
	r[key] = v
	return r
}

// manifestOf writes a custom-elements manifest. Source: the open schema of custom
// elements manifests, version 1.0.0.
func manifestOf(c *contract.Contract) ([]Source, error) {
	if c.Kind == contract.KindLogic {
		return logicManifest(c)
	}
	t := newTypescript("web component", c)
	name := simpleName(c) + "Element"
	tag := customTag(simpleName(c))
	file := tag + ".ts"
	var members, attributes, events, slots, parts, properties []any
	for _, p := range c.Props {
		fallback := defaultOf(p)
		field := record{"kind": "field", "name": p.Name, "type": record{"text": t.of(p.Type)}}.put("description", p.Description).put("default", fallback)
		if p.Deprecated != nil {
			field["deprecated"] = deprecation(p.Deprecated)
		}
		members = append(members, field)
		if attributeType(p) != "" {
			attributes = append(attributes, record{"name": hyphened(p.Name), "fieldName": p.Name, "type": record{"text": t.of(p.Type)}}.put("description", p.Description).put("default", fallback))
		}
	}
	if c.Handle != nil {
		for _, m := range c.Handle.Members {
			kind := "field"
			if isFunction(m.Type) {
				kind = "method"
			}
			entry := record{"kind": kind, "name": m.Name}.put("description", m.Description)
			if kind == "field" {
				entry["type"] = record{"text": t.of(m.Type)}
			}
			members = append(members, entry)
		}
	}
	for _, e := range c.Events {
		events = append(events, record{"name": hyphened(e.Name), "type": record{"text": "CustomEvent<" + fieldList(e.Payload, t) + ">"}}.put("description", e.Description))
	}
	for _, s := range c.Slots {
		if s.Form == contract.FormComponent || len(given(s.Gives)) > 0 {
			continue
		}
		slot := s.Name
		if slot == "default" {
			slot = ""
		}
		slots = append(slots, record{"name": hyphened(slot)}.put("description", s.Description))
	}
	for _, h := range c.StyleHooks.CSSParts {
		parts = append(parts, record{"name": h.Name}.put("description", h.Reflects))
	}
	for _, h := range c.StyleHooks.Properties {
		properties = append(properties, record{"name": h.Name}.put("description", h.Reflects))
	}
	class := record{"kind": "class", "name": name, "customElement": true, "tagName": tag, "superclass": record{"name": "HTMLElement"}}.
		put("summary", c.Summary).put("description", c.Words.Description).put("members", members).put("attributes", attributes).put("events", events).
		put("slots", slots).put("cssParts", parts).put("cssProperties", properties)
	text, err := indentedJSON(record{"schemaVersion": "1.0.0", "readme": "", "modules": []any{record{
		"kind": "javascript-module", "path": file, "declarations": []any{class},
		"exports": []any{
			record{"kind": "js", "name": name, "declaration": record{"name": name, "module": file}},
			record{"kind": "custom-element-definition", "name": tag, "declaration": record{"name": name, "module": file}},
		},
	}}})
	return []Source{{"custom-elements.json", text}}, err
}

// logicManifest writes a manifest of a function: logic is no element.
func logicManifest(c *contract.Contract) ([]Source, error) {
	t, f := newTypescript("web component", c), logicFormOf("web component")
	var fields []string
	for _, m := range optionsOf(c, t) {
		mark := ""
		if m.optional {
			mark = "?"
		}
		fields = append(fields, key(m.name)+mark+": "+m.of)
	}
	gives := strings.ReplaceAll(f.gives(c, t, func(_, of string) string { return of }), "\n", " ")
	file := c.Component + f.ending
	function := record{"kind": "function", "name": c.Component, "parameters": []any{record{"name": "options", "type": record{"text": "{ " + strings.Join(fields, "; ") + " }"}}},
		"return": record{"type": record{"text": gives}}}.put("summary", c.Summary).put("description", c.Words.Description)
	if c.Deprecated != nil {
		function["deprecated"] = deprecation(c.Deprecated)
	}
	text, err := indentedJSON(record{"schemaVersion": "1.0.0", "readme": "", "modules": []any{record{
		"kind": "javascript-module", "path": file, "declarations": []any{function},
		"exports": []any{record{"kind": "js", "name": c.Component, "declaration": record{"name": c.Component, "module": file}}},
	}}})
	return []Source{{"custom-elements.json", text}}, err
}

func deprecation(d *contract.Deprecated) any {
	if d.Note != "" {
		return d.Note
	}
	if d.Successor != "" {
		return "use " + d.Successor
	}
	return true
}

// schemaOf writes a JSON Schema of the props. What JSON cannot hold (functions, content)
// is left open. Source: JSON Schema, draft 2020-12.
func schemaOf(c *contract.Contract) ([]Source, error) {
	properties, required := record{}, []any{}
	for _, p := range c.Props {
		s := schemaOfType(p.Type, 0)
		s.put("description", p.Description)
		if p.Default.Kind == contract.DefaultValue {
			s["default"] = p.Default.Value
		}
		if p.Deprecated != nil {
			s["deprecated"] = true
		}
		if l := p.Limits; l != nil {
			for key, v := range map[string]any{"minimum": l.Min, "maximum": l.Max, "minLength": l.MinLength, "maxLength": l.MaxLength} {
				if v != nil {
					s[key] = v
				}
			}
			s.put("pattern", l.Pattern)
		}
		properties[p.Name] = s
		if p.Required == contract.Yes {
			required = append(required, p.Name)
		}
	}
	_, forwards := passes(c)
	schema := record{"$schema": "https://json-schema.org/draft/2020-12/schema", "title": c.Component, "type": "object", "properties": properties, "additionalProperties": forwards}.
		put("description", c.Summary).put("required", required)
	text, err := indentedJSON(schema)
	return []Source{{simpleName(c) + ".props.schema.json", text}}, err
}

// maxSchemaDepth bounds how deep types are written into a schema.
const maxSchemaDepth = 12

// schemaOfType gives the JSON Schema of what JSON can hold of a type; {} takes anything.
func schemaOfType(t contract.Type, depth int) record {
	if !t.Known() || depth > maxSchemaDepth {
		return record{}
	}
	of := func(x types.Type) record { return schemaOfType(contract.Type{T: x}, depth+1) }
	switch x := types.Without(t.T, types.Undefined).(type) {
	case types.Basic:
		if word := map[types.Basic]string{types.String: "string", types.Number: "number", types.Boolean: "boolean", types.Null: "null", types.ObjectT: "object"}[x]; word != "" {
			return record{"type": word}
		}
	case *types.Literal:
		data, err := x.MarshalJSON()
		if err == nil {
			return record{"const": json.RawMessage(data)}
		}
	case *types.Union:
		if values, open, ok := types.Values(x); ok && !open {
			var all []any
			for _, v := range values {
				if data, err := v.MarshalJSON(); err == nil {
					all = append(all, json.RawMessage(data))
				}
			}
			for _, m := range x.Members {
				if m == types.Type(types.Null) {
					all = append(all, nil)
				}
			}
			return record{"enum": all}
		}
		var any_ []any
		for _, m := range x.Members {
			any_ = append(any_, of(m))
		}
		return record{"anyOf": any_}
	case *types.Intersection:
		var all []any
		for _, m := range x.Members {
			all = append(all, of(m))
		}
		return record{"allOf": all}
	case *types.Array:
		return record{"type": "array", "items": of(x.Elem)}
	case *types.Tuple:
		var items []any
		least := 0
		for _, e := range x.Elems {
			if e.Rest {
				return record{"type": "array"}
			}
			items = append(items, of(e.Type))
			if !e.Optional {
				least++
			}
		}
		return record{"type": "array", "minItems": least, "maxItems": len(items)}.put("prefixItems", items)
	case *types.Object:
		properties, required := record{}, []any{}
		for _, f := range x.Fields {
			properties[f.Name] = of(f.Type)
			if !f.Optional {
				required = append(required, f.Name)
			}
		}
		s := record{"type": "object", "properties": properties}.put("required", required)
		for _, i := range x.Indexes {
			s["additionalProperties"] = of(i.Value)
		}
		return s
	}
	return record{}
}

// pageOf writes a page of documentation: what it is, a first use, its members, its
// promises.
func pageOf(c *contract.Contract) ([]Source, error) {
	var b text
	b.line("# %s", c.Component)
	b.line("")
	if c.Summary != "" {
		b.line("%s", c.Summary)
		b.line("")
	}
	if c.Words.Description != "" {
		b.line("%s", c.Words.Description)
		b.line("")
	}
	if a := c.Words.Advice; a != nil && a.Use != "" {
		b.line("**When to use it.** %s", a.Use)
		b.line("")
	}
	framework := c.Framework
	if _, err := dialectOf(framework); err != nil {
		framework = "react"
	}
	code, err := CodeOf(c, Proposed(c)[0], framework)
	if err != nil {
		return nil, err
	}
	b.line("```%s", map[string]string{"react": "tsx", "angular": "html", "web component": "html", "ember": "handlebars"}[framework])
	b.line("%s", code.Text)
	b.line("```")
	b.line("")
	if known := MustKnow(c); len(known) > 0 {
		b.line("Before the first use one must know %s:", plural(len(known), "thing"))
		b.line("")
		for _, k := range known {
			b.line("- %s", k.What)
		}
		b.line("")
	}
	table := func(title string, head []string, rows [][]string) {
		if len(rows) == 0 {
			return
		}
		b.line("## %s", title)
		b.line("")
		b.line("| %s |", strings.Join(head, " | "))
		b.line("|%s", strings.Repeat(" --- |", len(head)))
		for _, r := range rows {
			for i := range r {
				r[i] = cell(r[i])
			}
			b.line("| %s |", strings.Join(r, " | "))
		}
		b.line("")
	}
	var props, slots, events, parts, hooks, promises, back [][]string
	for _, p := range c.Props {
		fallback := ""
		switch p.Default.Kind {
		case contract.DefaultValue:
			fallback = "`" + script(p.Default.Value, '\'') + "`"
		case contract.DefaultExpression:
			fallback = "`" + p.Default.Expression + "`"
		}
		if p.Required == contract.Yes {
			fallback = "must be given"
		}
		props = append(props, []string{"`" + p.Name + "`", "`" + p.Type.String() + "`", fallback, said(p.Description, p.Deprecated, p.Unit)})
	}
	for _, s := range c.Slots {
		gives := ""
		if len(given(s.Gives)) > 0 {
			gives = fieldNames(s.Gives)
		}
		slots = append(slots, []string{"`" + s.Name + "`", gives, map[contract.Fact]string{contract.Yes: "yes", contract.No: "no", contract.Unknown: "unknown"}[s.Fallback], said(s.Description, s.Deprecated, "")})
	}
	for _, e := range c.Events {
		events = append(events, []string{"`" + e.Name + "`", fieldNames(e.Payload), said(e.Description, e.Deprecated, "")})
	}
	for _, p := range c.Parts {
		parts = append(parts, []string{"`" + p.Name + "`", list(p.Within), said(p.Description, p.Deprecated, "")})
	}
	for _, group := range []struct {
		kind  string
		hooks contract.Hooks
	}{{"class", c.StyleHooks.Classes}, {"CSS part", c.StyleHooks.CSSParts}, {"custom property", c.StyleHooks.Properties}, {"data attribute", c.StyleHooks.Data}} {
		for _, h := range group.hooks {
			hooks = append(hooks, []string{"`" + h.Name + "`", group.kind, h.Reflects})
		}
	}
	if c.Result != nil {
		for _, f := range c.Result.Fields {
			of := f.Type.String()
			if f.Optional {
				of = grouped(of) + " | undefined"
			}
			back = append(back, []string{"`" + f.Name + "`", "`" + of + "`"})
		}
	}
	for _, g := range c.Guarantees {
		promises = append(promises, []string{g.State, g.Event, g.Promise})
	}
	table("Props", []string{"prop", "type", "default", "what it says"}, props)
	table("Slots", []string{"slot", "gives", "fallback", "what it is for"}, slots)
	table("Events", []string{"event", "tells", "when"}, events)
	table("What it gives back", []string{"name", "type"}, back)
	table("Parts", []string{"part", "stands within", "what it is"}, parts)
	table("Style hooks", []string{"name", "kind", "shows"}, hooks)
	table("Promises", []string{"in the state", "on", "promise"}, promises)
	if a := c.Words.Advice; a != nil && len(a.Values) > 0 {
		b.line("## Which value when")
		b.line("")
		for _, axis := range sortedNames(a.Values) {
			for _, value := range sortedNames(a.Values[axis]) {
				b.line("- `%s = %s`: %s", axis, value, a.Values[axis][value])
			}
		}
		b.line("")
	}
	if len(c.Exclusions) > 0 {
		b.line("## What must not be combined")
		b.line("")
		for _, x := range c.Exclusions {
			var parts []string
			for _, name := range sortedKeys(x.When) {
				parts = append(parts, fmt.Sprintf("`%s` = %s", name, jsonText(x.When[name])))
			}
			b.line("- %s%s", list(parts), because(x.Because))
		}
		b.line("")
	}
	return []Source{{simpleName(c) + ".md", strings.TrimRight(b.String(), "\n") + "\n"}}, nil
}

func because(reason string) string {
	if reason == "" {
		return ""
	}
	return ": " + reason
}

// said joins what is said of a member.
func said(description string, deprecated *contract.Deprecated, unit string) string {
	parts := []string{description}
	if unit != "" {
		parts = append(parts, "In "+unit+".")
	}
	if deprecated != nil {
		note := "Going away"
		if deprecated.Successor != "" {
			note += ": use `" + deprecated.Successor + "`"
		}
		parts = append(parts, note+".")
	}
	return pieces(parts...)
}

// cell writes a text so that it stays within its cell.
func cell(s string) string {
	return strings.NewReplacer("|", "\\|", "\n", " ").Replace(s)
}
