// This file turns the model into trees, driven by its struct tags.

package contract

import (
	"encoding/json"
	"fmt"
	"reflect"
	"sort"
	"strconv"
	"strings"
	"sync"

	"steadysocket/core/place"
)

// node is a value of JSON or YAML with its position.
type node struct {
	kind   nodeKind
	text   string // of strings and numbers
	truth  bool
	list   []*node
	fields []entry
	at     place.Position
}

type entry struct {
	key   string
	at    place.Position
	value *node
}

type nodeKind uint8

const (
	nullNode nodeKind = iota
	textNode
	numberNode
	boolNode
	listNode
	mapNode
)

func (k nodeKind) String() string {
	return [...]string{"nothing", "a text", "a number", "true or false", "a list", "a map"}[k]
}

func text(s string) *node   { return &node{kind: textNode, text: s} }
func truth(b bool) *node    { return &node{kind: boolNode, truth: b} }
func number(s string) *node { return &node{kind: numberNode, text: s} }

func (n *node) get(key string) *node {
	for _, e := range n.fields {
		if e.key == key {
			return e.value
		}
	}
	return nil
}

func (n *node) set(key string, value *node) {
	n.fields = append(n.fields, entry{key: key, value: value})
}

// form is which of the two written forms is meant, and for hashes which parts.
type form uint8

const (
	fileForm    form = iota // maps by name, no positions
	listForm                // lists, positions, derived keys
	contentForm             // as files, for the hashes
)

// shaped is a type that has written forms of its own. encode gives nil where
// nothing is to be written.
type shaped interface {
	encode(f form) *node
	decode(d *decoder, n *node, path string)
	schema(s *schemas) any
}

// field is what the tags of one struct field say.
type fieldInfo struct {
	index                                   int
	key                                     string
	keyed, always, words, position, derived bool
	silent                                  bool   // nothing is hashed of its zero value
	head                                    string // what stands before its value in what is hashed
}

var fieldCache sync.Map // reflect.Type → []fieldInfo

func fieldsOf(t reflect.Type) []fieldInfo {
	if list, ok := fieldCache.Load(t); ok {
		return list.([]fieldInfo)
	}
	var list []fieldInfo
	for i := range t.NumField() {
		tag, ok := t.Field(i).Tag.Lookup("c")
		if !ok {
			continue
		}
		key, options, _ := strings.Cut(tag, ",")
		has := func(o string) bool { return options == o }
		list = append(list, fieldInfo{i, key, has("keyed"), has("always"), has("words"), has("position"), has("derived"), silent(t.Field(i).Type), strconv.Quote(key) + ":"})
	}
	fieldCache.Store(t, list)
	return list
}

// pointed is what a pointer type points to, or the type itself: members that
// contracts share are listed by pointers.
func pointed(t reflect.Type) reflect.Type {
	if t.Kind() == reflect.Pointer {
		return t.Elem()
	}
	return t
}

// encode gives the tree of v, or nil for a zero value.
func encode(v reflect.Value, f form) *node {
	if v.CanAddr() {
		if s, ok := v.Addr().Interface().(shaped); ok {
			return s.encode(f)
		}
	}
	switch v.Kind() {
	case reflect.String:
		if v.Len() == 0 {
			return nil
		}
		return text(v.String())
	case reflect.Bool:
		if !v.Bool() {
			return nil
		}
		return truth(true)
	case reflect.Int:
		return number(strconv.FormatInt(v.Int(), 10))
	case reflect.Pointer:
		if v.IsNil() {
			return nil
		}
		if v.Elem().Kind() == reflect.Struct {
			if p, ok := v.Interface().(*place.Place); ok {
				return encodePlace(*p)
			}
			if n := encode(v.Elem(), f); n != nil {
				return n
			}
			return &node{kind: mapNode}
		}
		return encode(v.Elem(), f)
	case reflect.Interface:
		if v.IsNil() {
			return nil
		}
		return encodeAny(v.Interface())
	case reflect.Map:
		if v.Len() == 0 {
			return nil
		}
		n := &node{kind: mapNode}
		keys := v.MapKeys()
		sort.Slice(keys, func(i, j int) bool { return keys[i].String() < keys[j].String() })
		for _, key := range keys {
			value := v.MapIndex(key)
			var inner *node
			if value.Kind() == reflect.Interface {
				inner = encodeAny(value.Interface())
			} else {
				inner = encode(value, f)
			}
			if inner == nil {
				inner = &node{}
			}
			n.set(key.String(), inner)
		}
		return n
	case reflect.Slice:
		if v.Len() == 0 {
			return nil
		}
		n := &node{kind: listNode}
		for i := range v.Len() {
			item := encode(v.Index(i), f)
			if item == nil && v.Index(i).Kind() == reflect.Struct {
				item = &node{kind: mapNode}
			}
			if item == nil {
				item = &node{}
				if v.Index(i).Kind() == reflect.String {
					item = text("")
				}
			}
			n.list = append(n.list, item)
		}
		return n
	case reflect.Struct:
		return encodeStruct(v, f)
	}
	panic(fmt.Sprintf("contract: no written form for %s", v.Type()))
}

func encodeStruct(v reflect.Value, f form) *node {
	n := &node{kind: mapNode}
	for _, info := range fieldsOf(v.Type()) {
		if f != listForm && (info.position || info.derived) {
			continue
		}
		inner := encode(v.Field(info.index), f)
		switch {
		case inner == nil && info.always && f == listForm:
			switch v.Field(info.index).Kind() {
			case reflect.Slice:
				inner = &node{kind: listNode}
			case reflect.Bool, reflect.Uint8:
				inner = truth(false)
			default:
				continue
			}
		case inner == nil:
			continue
		case info.keyed && f != listForm:
			inner = byName(inner)
		}
		n.fields = append(n.fields, entry{key: info.key, value: inner})
	}
	if len(n.fields) == 0 {
		return nil
	}
	return n
}

// byName turns a list of named entries into a map by name.
func byName(list *node) *node {
	n := &node{kind: mapNode}
	for _, item := range list.list {
		rest := &node{kind: mapNode}
		name := ""
		for _, e := range item.fields {
			if e.key == "name" {
				name = e.value.text
			} else {
				rest.fields = append(rest.fields, e)
			}
		}
		n.fields = append(n.fields, entry{key: name, value: short(rest)})
	}
	return n
}

// short writes an entry that has nothing but a type as that type.
func short(n *node) *node {
	if len(n.fields) == 1 && n.fields[0].key == "type" && n.fields[0].value.kind == textNode {
		return n.fields[0].value
	}
	return n
}

func encodeAny(v any) *node {
	switch v := v.(type) {
	case nil:
		return &node{}
	case string:
		return text(v)
	case bool:
		return truth(v)
	case json.Number:
		return number(string(v))
	case int:
		return number(strconv.Itoa(v))
	case float64:
		return number(strconv.FormatFloat(v, 'g', -1, 64))
	case []any:
		n := &node{kind: listNode}
		for _, item := range v {
			n.list = append(n.list, encodeAny(item))
		}
		return n
	case map[string]any:
		n := &node{kind: mapNode}
		keys := make([]string, 0, len(v))
		for key := range v {
			keys = append(keys, key)
		}
		sort.Strings(keys)
		for _, key := range keys {
			n.set(key, encodeAny(v[key]))
		}
		return n
	}
	panic(fmt.Sprintf("contract: no written form for a value of type %T", v))
}

// anyOf gives the value that a tree holds.
func (n *node) anyOf() any {
	switch n.kind {
	case textNode:
		return n.text
	case boolNode:
		return n.truth
	case numberNode:
		return json.Number(n.text)
	case listNode:
		list := make([]any, len(n.list))
		for i, item := range n.list {
			list[i] = item.anyOf()
		}
		return list
	case mapNode:
		m := map[string]any{}
		for _, e := range n.fields {
			m[e.key] = e.value.anyOf()
		}
		return m
	}
	return nil
}

func encodePlace(p place.Place) *node {
	n := &node{kind: mapNode}
	n.set("file", text(p.File))
	n.set("line", number(strconv.Itoa(p.Line)))
	n.set("column", number(strconv.Itoa(p.Column)))
	if p.Span != nil {
		n.set("span", &node{kind: listNode, list: []*node{number(strconv.Itoa(p.Span[0])), number(strconv.Itoa(p.Span[1]))}})
	}
	return n
}
