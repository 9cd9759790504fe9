// This file reads other formats that share the manner of contract files.

package contract

import (
	"fmt"
	"reflect"
	"strconv"

	"steadysocket/core/place"
)

// ReadDocument reads a versioned YAML or JSON file into v, a pointer to a struct
// whose fields carry tags as the model here does. The key names the format and
// holds its version. The error is Problems, in the same manner as ParseFile.
func ReadDocument(name string, data []byte, key string, version int, v any) error {
	tree, err := parseTree(name, data, MaxBytes)
	if err != nil {
		return err
	}
	d := &decoder{file: name, form: fileForm, at: map[string]place.Position{}}
	if tree.kind != mapNode {
		d.problem(tree.at, "the file is a map that starts with %s: %d", key, version)
		return Problems(d.problems)
	}
	switch n := tree.get(key); {
	case n == nil:
		d.problem(tree.at, "the key %s is missing; write %s: %d", key, key, version)
	case n.kind != numberNode || n.text != strconv.Itoa(version):
		d.problem(n.at, "this is format %s; formats up to %d are read", n.text, version)
	}
	rest := *tree
	rest.fields = nil
	for _, e := range tree.fields {
		if e.key != key && e.key != "$schema" {
			rest.fields = append(rest.fields, e)
		}
	}
	d.structValue(reflect.ValueOf(v).Elem(), &rest, "", "")
	if len(d.problems) > 0 {
		return Problems(d.problems)
	}
	return nil
}

// WriteDocument writes v, a pointer to a struct, as the YAML that ReadDocument reads.
// Schema names the JSON Schema for editors; "" for none.
func WriteDocument(key string, version int, schema string, v any) ([]byte, error) {
	return writeYAML(documentTree(key, version, schema, v))
}

// WriteDocumentJSON writes v as JSON in the shape of the YAML, which ReadDocument reads
// too.
func WriteDocumentJSON(key string, version int, v any) ([]byte, error) {
	return indent(documentTree(key, version, "", v))
}

func documentTree(key string, version int, schema string, v any) *node {
	tree := &node{kind: mapNode}
	if schema != "" {
		tree.set("$schema", text(schema))
	}
	tree.set(key, number(strconv.Itoa(version)))
	if inner := encode(reflect.ValueOf(v).Elem(), fileForm); inner != nil {
		tree.fields = append(tree.fields, inner.fields...)
	}
	return tree
}

// DocumentSchema is the JSON Schema of what ReadDocument accepts for v.
func DocumentSchema(title, key string, version int, v any) ([]byte, error) {
	s := &schemas{form: fileForm, defs: map[string]any{}}
	t := reflect.TypeOf(v)
	if t.Kind() != reflect.Pointer {
		return nil, fmt.Errorf("contract: DocumentSchema wants a pointer, not %s", t)
	}
	root := s.fields(t.Elem(), "")
	root["properties"].(map[string]any)[key] = map[string]any{"const": version}
	root["properties"].(map[string]any)["$schema"] = map[string]any{"type": "string"}
	root["required"] = []any{key}
	return s.document(title, root)
}
