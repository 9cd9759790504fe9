// This file holds the types that have written forms of their own.

package contract

import (
	"fmt"
	"reflect"

	"steadysocket/core/types"
)

func (t *Type) encode(f form) *node {
	if t.T == nil {
		return nil
	}
	if f == contentForm {
		return text(types.Key(t.T))
	}
	return text(t.T.String())
}

func (t *Type) decode(d *decoder, n *node, path string) {
	if n.kind == nullNode || !d.want(n, textNode, path) {
		return
	}
	parsed, known := d.types[n.text]
	if !known {
		var err error
		if parsed, err = types.Parse(n.text); err != nil {
			d.problem(n.at, "%s is not a type: %v", path, err)
			return
		}
		if d.types == nil {
			d.types = map[string]types.Type{}
		}
		d.types[n.text] = parsed
	}
	t.T = parsed
}

func (t *Type) schema(*schemas) any { return map[string]any{"type": "string"} }

func (x *Fact) encode(form) *node {
	switch *x {
	case Yes:
		return truth(true)
	case Unknown:
		return text("unknown")
	}
	return nil
}

func (x *Fact) decode(d *decoder, n *node, path string) {
	switch {
	case n.kind == nullNode:
	case n.kind == boolNode:
		*x = FactOf(n.truth)
	case n.kind == textNode && n.text == "unknown":
		*x = Unknown
	default:
		d.problem(n.at, "%s must be true, false or unknown", path)
	}
}

func (x *Fact) schema(*schemas) any { return map[string]any{"enum": []any{true, false, "unknown"}} }

func (x *Default) encode(form) *node {
	n := &node{kind: mapNode}
	switch x.Kind {
	case DefaultValue:
		n.set("value", encodeAny(x.Value))
	case DefaultExpression:
		n.set("expression", text(x.Expression))
	case DefaultUnknown:
		return text("unknown")
	default:
		return nil
	}
	return n
}

func (x *Default) decode(d *decoder, n *node, path string) {
	switch {
	case n.kind == nullNode, n.kind == textNode && n.text == "none":
	case n.kind == textNode && n.text == "unknown":
		x.Kind = DefaultUnknown
	case n.kind == mapNode && len(n.fields) == 1 && n.fields[0].key == "value":
		x.Kind, x.Value = DefaultValue, n.fields[0].value.anyOf()
	case n.kind == mapNode && len(n.fields) == 1 && n.fields[0].key == "expression" && n.fields[0].value.kind == textNode:
		x.Kind, x.Expression = DefaultExpression, n.fields[0].value.text
	default:
		d.problem(n.at, "%s must be { value: … }, { expression: … }, none or unknown", path)
	}
}

func (x *Default) schema(*schemas) any {
	return map[string]any{"oneOf": []any{
		map[string]any{"enum": []any{"none", "unknown"}},
		object(map[string]any{"value": map[string]any{}}, "value"),
		object(map[string]any{"expression": map[string]any{"type": "string"}}, "expression"),
	}}
}

func (x *Spelled) encode(form) *node {
	if x.Attribute == "" {
		if x.Name == "" {
			return nil
		}
		return text(x.Name)
	}
	n := &node{kind: mapNode}
	n.set("property", text(x.Name))
	n.set("attribute", text(x.Attribute))
	return n
}

func (x *Spelled) decode(d *decoder, n *node, path string) {
	switch n.kind {
	case nullNode:
	case textNode:
		x.Name = n.text
	case mapNode:
		for _, e := range n.fields {
			switch {
			case e.value.kind != textNode:
				d.problem(e.at, "%s must be a text, not %s", path+"."+e.key, e.value.kind)
			case e.key == "property":
				x.Name = e.value.text
			case e.key == "attribute":
				x.Attribute = e.value.text
			default:
				d.unknownKey(e, path, []string{"property", "attribute"})
			}
		}
	default:
		d.problem(n.at, "%s must be a text or { property, attribute }", path)
	}
}

func (x *Spelled) schema(*schemas) any {
	s := map[string]any{"type": "string"}
	return map[string]any{"oneOf": []any{s, object(map[string]any{"property": s, "attribute": s})}}
}

func (x *Was) encode(form) *node {
	if x.Member == "" && x.When == nil && x.Gives == nil {
		return text(x.Name)
	}
	n := &node{kind: mapNode}
	kind := x.Member
	if kind == "" {
		kind = MemberProp
	}
	n.set(string(kind), text(x.Name))
	if x.When != nil {
		n.set("when", encodeAny(x.When))
	}
	if x.Gives != nil {
		n.set("gives", encodeAny(x.Gives))
	}
	return n
}

func (x *Was) decode(d *decoder, n *node, path string) {
	switch n.kind {
	case textNode:
		x.Name = n.text
	case mapNode:
		kinds := words[reflect.TypeFor[MemberKind]()]
	next:
		for _, e := range n.fields {
			for _, kind := range kinds {
				if e.key == kind {
					if d.want(e.value, textNode, path+"."+e.key) {
						x.Member, x.Name = MemberKind(kind), e.value.text
					}
					continue next
				}
			}
			switch e.key {
			case "when":
				x.When = e.value.anyOf()
			case "gives":
				x.Gives = e.value.anyOf()
			default:
				d.unknownKey(e, path, append([]string{"when", "gives"}, kinds...))
			}
		}
		if x.Name == "" {
			d.problem(n.at, "%s names no former member; write { prop: name } or the name alone", path)
		}
	default:
		d.problem(n.at, "%s must be a name or { prop: name, when, gives }", path)
	}
}

func (x *Was) schema(*schemas) any {
	s := map[string]any{"type": "string"}
	keys := map[string]any{"when": map[string]any{}, "gives": map[string]any{}}
	var one []any
	for _, kind := range words[reflect.TypeFor[MemberKind]()] {
		keys[kind] = s
		one = append(one, map[string]any{"required": []any{kind}})
	}
	o := object(keys)
	o["anyOf"] = one
	return map[string]any{"oneOf": []any{s, o}}
}

func (x *Root) encode(f form) *node {
	switch {
	case x.None:
		return text("none")
	case !x.Known && f == listForm:
		return text("unknown")
	case !x.Known:
		return nil // the same as no key
	}
	n := &node{kind: mapNode}
	n.set("elements", texts(x.Elements))
	if x.ChosenBy != "" {
		n.set("chosenBy", text(x.ChosenBy))
	}
	if len(x.Among) > 0 {
		n.set("among", texts(x.Among))
	}
	return n
}

func texts(list []string) *node {
	n := &node{kind: listNode}
	for _, s := range list {
		n.list = append(n.list, text(s))
	}
	return n
}

func (x *Root) decode(d *decoder, n *node, path string) {
	switch {
	case n.kind == textNode && n.text == "unknown", n.kind == nullNode:
		return
	case n.kind == textNode && n.text == "none":
		x.Known, x.None = true, true
		return
	case n.kind != mapNode:
		d.problem(n.at, "%s must be { elements: […] }, none or unknown", path)
		return
	}
	x.Known = true
	for _, e := range n.fields {
		inner := path + "." + e.key
		switch e.key {
		case "elements":
			d.value(reflect.ValueOf(&x.Elements).Elem(), e.value, inner)
		case "chosenBy":
			d.value(reflect.ValueOf(&x.ChosenBy).Elem(), e.value, inner)
		case "among":
			d.value(reflect.ValueOf(&x.Among).Elem(), e.value, inner)
		default:
			d.unknownKey(e, path, []string{"elements", "chosenBy", "among"})
		}
	}
}

func (x *Root) schema(s *schemas) any {
	list := s.of(reflect.TypeFor[[]string]())
	return map[string]any{"oneOf": []any{
		map[string]any{"enum": []any{"none", "unknown"}},
		object(map[string]any{"elements": list, "chosenBy": s.of(reflect.TypeFor[string]()), "among": list}),
	}}
}

func (x *PassThrough) encode(f form) *node {
	if x.Unknown && len(x.To) == 0 {
		return text("unknown")
	}
	return encode(reflect.ValueOf(&x.To).Elem(), f)
}

func (x *PassThrough) decode(d *decoder, n *node, path string) {
	switch {
	case n.kind == textNode && n.text == "unknown":
		x.Unknown = true
	case n.kind == textNode && n.text == "none":
	default:
		d.value(reflect.ValueOf(&x.To).Elem(), n, path)
		for _, f := range x.To {
			x.Unknown = x.Unknown || f.To == "unknown"
		}
	}
}

func (x *PassThrough) schema(s *schemas) any {
	return map[string]any{"oneOf": []any{
		map[string]any{"enum": []any{"none", "unknown"}},
		s.of(reflect.TypeFor[[]Forward]()),
	}}
}

func (x *Payload) encode(f form) *node {
	if x.Unknown {
		return text("unknown")
	}
	n := &node{kind: mapNode}
	word := "named"
	if x.Positional {
		word = "positional"
	}
	n.set("form", text(word))
	fields := encode(reflect.ValueOf(&x.Fields).Elem(), f)
	switch {
	case fields == nil:
		fields = &node{kind: listNode}
		if !x.Positional && f != listForm {
			fields.kind = mapNode
		}
	case f == listForm:
	case x.Positional:
		for i, item := range fields.list {
			fields.list[i] = byName(&node{list: []*node{item}})
		}
	default:
		fields = byName(fields)
	}
	n.set("fields", fields)
	return n
}

func (x *Payload) decode(d *decoder, n *node, path string) {
	if n.kind == textNode && n.text == "unknown" {
		x.Unknown = true
		return
	}
	if n.kind != mapNode {
		d.problem(n.at, "%s must be { form: positional or named, fields } or unknown", path)
		return
	}
	for _, e := range n.fields {
		if e.key != "form" && e.key != "fields" {
			d.unknownKey(e, path, []string{"form", "fields"})
		}
	}
	switch word := n.get("form"); {
	case word != nil && word.kind == textNode && word.text == "positional":
		x.Positional = true
	case word != nil && word.kind == textNode && word.text == "named":
	default:
		at := n.at
		if word != nil {
			at = word.at
		}
		d.problem(at, "%s.form must be positional or named", path)
		return
	}
	fields := n.get("fields")
	if fields == nil || fields.kind == nullNode {
		return
	}
	path += ".fields"
	list := reflect.ValueOf(&x.Fields).Elem()
	switch {
	case d.form == listForm:
		d.value(list, fields, path)
	case !x.Positional:
		d.keyedValue(list, fields, path)
	case d.want(fields, listNode, path):
		for i, item := range fields.list {
			if item.kind != mapNode || len(item.fields) != 1 {
				d.problem(item.at, "%s[%d] must be one name with its type: { name: type }", path, i)
				continue
			}
			d.keyedValue(list, item, path)
		}
	}
}

func (x *Payload) schema(s *schemas) any {
	field := s.entry(reflect.TypeFor[Field]())
	variant := func(word string, fields any) any {
		return object(map[string]any{"form": map[string]any{"const": word}, "fields": fields}, "form")
	}
	if s.form == listForm {
		list := s.of(reflect.TypeFor[[]Field]())
		return map[string]any{"oneOf": []any{map[string]any{"const": "unknown"}, variant("positional", list), variant("named", list)}}
	}
	one := map[string]any{"type": "object", "minProperties": 1, "maxProperties": 1, "additionalProperties": field}
	return map[string]any{"oneOf": []any{
		map[string]any{"const": "unknown"},
		variant("positional", nullable(map[string]any{"type": "array", "items": one})),
		variant("named", nullable(map[string]any{"type": "object", "additionalProperties": field})),
	}}
}

func (x *Hooks) encode(form) *node {
	if len(*x) == 0 {
		return nil
	}
	plain := true
	for _, h := range *x {
		plain = plain && h.Reflects == ""
	}
	n := &node{kind: mapNode}
	if plain {
		n.kind = listNode
	}
	for _, h := range *x {
		if plain {
			n.list = append(n.list, text(h.Name))
		} else {
			n.set(h.Name, text(h.Reflects))
		}
	}
	return n
}

func (x *Hooks) decode(d *decoder, n *node, path string) {
	switch n.kind {
	case nullNode:
	case listNode:
		for i, item := range n.list {
			if d.want(item, textNode, fmt.Sprintf("%s[%d]", path, i)) {
				*x = append(*x, Hook{Name: item.text})
			}
		}
	case mapNode:
		for _, e := range n.fields {
			switch e.value.kind {
			case textNode, nullNode:
				*x = append(*x, Hook{e.key, e.value.text})
			default:
				d.problem(e.value.at, "%s must say in a text what it reflects, not %s", path+"."+e.key, e.value.kind)
			}
		}
	default:
		d.problem(n.at, "%s must be a list of names, or names with what they reflect", path)
	}
}

func (x *Hooks) schema(*schemas) any {
	s := map[string]any{"type": "string"}
	return map[string]any{"oneOf": []any{
		map[string]any{"type": "array", "items": s},
		map[string]any{"type": "object", "additionalProperties": map[string]any{"type": []any{"string", "null"}}},
	}}
}
