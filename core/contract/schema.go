// This file gives the JSON Schema of the written forms, from the same struct
// tags that the Go code reads them by. Source: JSON Schema, draft 2020-12.

package contract

import (
	"bytes"
	"encoding/json"
	"reflect"

	"steadysocket/core/place"
)

// FileSchema is the JSON Schema of contract files.
func FileSchema() ([]byte, error) {
	s := &schemas{form: fileForm, defs: map[string]any{}}
	root := s.fields(reflect.TypeFor[Contract](), "")
	root["properties"].(map[string]any)["contract"] = map[string]any{"const": Version}
	root["properties"].(map[string]any)["$schema"] = map[string]any{"type": "string"}
	root["properties"].(map[string]any)["component"] = map[string]any{"type": "string", "minLength": 1}
	root["required"] = []any{"contract", "component"}
	return s.document("A contract file of Steady Socket", root)
}

// ListingSchema is the JSON Schema of what steady read prints.
func ListingSchema() ([]byte, error) {
	s := &schemas{form: listForm, defs: map[string]any{}}
	root := s.fields(reflect.TypeFor[Listing](), "")
	root["properties"].(map[string]any)["format"] = map[string]any{"const": ListingFormat}
	root["required"] = []any{"format", "reader", "source", "package", "components", "unread"}
	return s.document("What steady read prints: the contracts of one source", root)
}

func (s *schemas) document(title string, root map[string]any) ([]byte, error) {
	root["$schema"] = "https://json-schema.org/draft/2020-12/schema"
	root["title"] = title
	root["$defs"] = s.defs
	var buf bytes.Buffer
	enc := json.NewEncoder(&buf)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	err := enc.Encode(root)
	return buf.Bytes(), err
}

type schemas struct {
	form form
	defs map[string]any
}

// object is the schema of a map with the given keys and no others.
func object(keys map[string]any, required ...any) map[string]any {
	o := map[string]any{"type": "object", "additionalProperties": false, "properties": keys}
	if len(required) > 0 {
		o["required"] = required
	}
	return o
}

// of gives the schema of a type; structs are referred to by name.
func (s *schemas) of(t reflect.Type) any {
	if t == reflect.TypeFor[place.Place]() {
		whole := map[string]any{"type": "integer", "minimum": 0}
		return object(map[string]any{"file": map[string]any{"type": "string"}, "line": whole, "column": whole,
			"span": map[string]any{"type": "array", "items": whole, "minItems": 2, "maxItems": 2}})
	}
	if shape, ok := reflect.New(t).Interface().(shaped); ok {
		if t == reflect.TypeFor[Was]() {
			return shape.schema(s) // a former name that is nothing names nothing
		}
		return nullable(shape.schema(s))
	}
	if allowed, ok := words[t]; ok {
		list := make([]any, len(allowed))
		for i, w := range allowed {
			list[i] = w
		}
		return map[string]any{"enum": append(list, nil)}
	}
	switch t.Kind() {
	case reflect.String:
		return map[string]any{"type": []any{"string", "null"}}
	case reflect.Bool:
		return map[string]any{"type": []any{"boolean", "null"}}
	case reflect.Int:
		return map[string]any{"type": []any{"integer", "null"}}
	case reflect.Pointer:
		return s.of(t.Elem())
	case reflect.Slice:
		return nullable(map[string]any{"type": "array", "items": s.of(t.Elem())})
	case reflect.Map:
		return nullable(map[string]any{"type": "object", "additionalProperties": s.of(t.Elem())})
	case reflect.Struct:
		name := t.Name()
		if _, ok := s.defs[name]; !ok {
			s.defs[name] = true // taken, for types that hold themselves
			s.defs[name] = nullable(s.fields(t, ""))
		}
		return map[string]any{"$ref": "#/$defs/" + name}
	}
	return map[string]any{}
}

// entry gives the schema of an entry that stands under its name in a map.
func (s *schemas) entry(t reflect.Type) any {
	name := t.Name() + "Entry"
	if _, ok := s.defs[name]; !ok {
		s.defs[name] = true
		options := []any{s.fields(t, "name"), map[string]any{"type": "null"}}
		if _, ok := t.FieldByName("Type"); ok {
			options = append(options, map[string]any{"type": "string"})
		}
		s.defs[name] = map[string]any{"oneOf": options}
	}
	return map[string]any{"$ref": "#/$defs/" + name}
}

func (s *schemas) fields(t reflect.Type, without string) map[string]any {
	keys := map[string]any{}
	for _, info := range fieldsOf(t) {
		if info.key == without || s.form == fileForm && (info.position || info.derived) {
			continue
		}
		ft := t.Field(info.index).Type
		if info.keyed && s.form == fileForm {
			keys[info.key] = map[string]any{"type": []any{"object", "null"}, "additionalProperties": s.entry(pointed(ft.Elem()))}
			continue
		}
		keys[info.key] = s.of(ft)
	}
	return object(keys)
}

// nullable allows nothing as well, which means the same as no key.
func nullable(schema any) any {
	return map[string]any{"anyOf": []any{schema, map[string]any{"type": "null"}}}
}
