// This file turns the model into trees and back, driven by its struct tags.

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
	"steadysocket/core/types"
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
		list = append(list, fieldInfo{i, key, has("keyed"), has("always"), has("words"), has("position"), has("derived")})
	}
	fieldCache.Store(t, list)
	return list
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

// Problem is something wrong in a file, at its position.
type Problem struct {
	File    string
	At      place.Position
	Message string
}

func (p *Problem) Error() string {
	return fmt.Sprintf("%s:%d:%d: %s", p.File, p.At.Line, p.At.Column, p.Message)
}

// maxProblems bounds what is reported about one file.
const maxProblems = 30

// decoder fills the model from a tree and collects what is wrong.
type decoder struct {
	file     string
	form     form
	problems []*Problem
	at       map[string]place.Position // of what was read, by path; for files only
	types    map[string]types.Type     // read before, by their text
}

// seen notes where a value stands. What a reader printed is not checked for
// meaning, so that nobody asks.
func (d *decoder) seen(path string, at place.Position) {
	if d.form != listForm {
		d.at[path] = at
	}
}

func (d *decoder) problem(at place.Position, format string, args ...any) {
	if len(d.problems) < maxProblems {
		d.problems = append(d.problems, &Problem{d.file, at, fmt.Sprintf(format, args...)})
	}
}

// want reports whether n is of the kind, and says so if not.
func (d *decoder) want(n *node, kind nodeKind, path string) bool {
	if n.kind == kind {
		return true
	}
	d.problem(n.at, "%s must be %s, not %s", path, kind, n.kind)
	return false
}

func (d *decoder) value(v reflect.Value, n *node, path string) {
	d.seen(path, n.at)
	if s, ok := v.Addr().Interface().(shaped); ok {
		s.decode(d, n, path)
		return
	}
	if n.kind == nullNode && v.Kind() != reflect.Interface {
		return // nothing is the same as no key
	}
	switch v.Kind() {
	case reflect.String:
		if allowed, ok := words[v.Type()]; ok {
			d.oneOf(v, n, path, allowed)
			return
		}
		if d.want(n, textNode, path) {
			v.SetString(n.text)
		}
	case reflect.Bool:
		if d.want(n, boolNode, path) {
			v.SetBool(n.truth)
		}
	case reflect.Int:
		if d.want(n, numberNode, path) {
			i, err := strconv.Atoi(n.text)
			if err != nil {
				d.problem(n.at, "%s must be a whole number, not %s", path, n.text)
			}
			v.SetInt(int64(i))
		}
	case reflect.Pointer:
		if v.Type() == reflect.TypeFor[*place.Place]() {
			v.Set(reflect.ValueOf(decodePlace(n)))
			return
		}
		v.Set(reflect.New(v.Type().Elem()))
		d.value(v.Elem(), n, path)
	case reflect.Interface:
		if x := n.anyOf(); x != nil {
			v.Set(reflect.ValueOf(x))
		}
	case reflect.Map:
		d.mapValue(v, n, path)
	case reflect.Slice:
		d.sliceValue(v, n, path)
	case reflect.Struct:
		d.structValue(v, n, path, "")
	}
}

func (d *decoder) mapValue(v reflect.Value, n *node, path string) {
	if !d.want(n, mapNode, path) {
		return
	}
	m := reflect.MakeMap(v.Type())
	for _, e := range n.fields {
		value := reflect.New(v.Type().Elem()).Elem()
		d.value(value, e.value, path+"."+e.key)
		m.SetMapIndex(reflect.ValueOf(e.key), value)
	}
	v.Set(m)
}

func (d *decoder) sliceValue(v reflect.Value, n *node, path string) {
	if !d.want(n, listNode, path) {
		return
	}
	for i, item := range n.list {
		value := reflect.New(v.Type().Elem()).Elem()
		d.value(value, item, fmt.Sprintf("%s[%d]", path, i))
		v.Set(reflect.Append(v, value))
	}
}

// structValue fills a struct; name is set where it stood as the key of a map.
func (d *decoder) structValue(v reflect.Value, n *node, path, name string) {
	if name != "" && n.kind == textNode {
		// The short form: a type alone.
		if f := v.FieldByName("Type"); f.IsValid() {
			d.value(f, n, path+".type")
			return
		}
	}
	if name != "" && n.kind == nullNode {
		return
	}
	if !d.want(n, mapNode, path) {
		return
	}
	infos := fieldsOf(v.Type())
next:
	for _, e := range n.fields {
		for _, info := range infos {
			if info.key != e.key || d.form == fileForm && (info.position || info.derived) || name != "" && e.key == "name" {
				continue
			}
			if info.derived && v.Type() == reflect.TypeFor[Prop]() {
				continue next // values and open follow from the type
			}
			inner := strings.TrimPrefix(path+"."+e.key, ".")
			if info.keyed && d.form == fileForm {
				d.keyedValue(v.Field(info.index), e.value, inner)
			} else {
				d.value(v.Field(info.index), e.value, inner)
			}
			continue next
		}
		known := make([]string, 0, len(infos))
		for _, info := range infos {
			if d.form == listForm || !info.position && !info.derived {
				known = append(known, info.key)
			}
		}
		d.unknownKey(e, path, known)
	}
}

func (d *decoder) keyedValue(v reflect.Value, n *node, path string) {
	d.seen(path, n.at)
	if n.kind == nullNode || !d.want(n, mapNode, path) {
		return
	}
	for _, e := range n.fields {
		item := reflect.New(v.Type().Elem()).Elem()
		item.FieldByName("Name").SetString(e.key)
		inner := path + "." + e.key
		d.seen(inner, e.at)
		d.structValue(item, e.value, inner, e.key)
		v.Set(reflect.Append(v, item))
	}
}

func (d *decoder) unknownKey(e entry, path string, known []string) {
	where := "in " + path
	if path == "" {
		where = "here"
	}
	hint := "known are " + strings.Join(known, ", ")
	if near := Nearest(e.key, known); near != "" {
		hint = "did you mean " + strconv.Quote(near) + "?"
	}
	d.problem(e.at, "the key %q means nothing %s; %s", e.key, where, hint)
}

// words are the values of the closed word types.
var words = map[reflect.Type][]string{
	reflect.TypeFor[Kind]():       {"component", "logic"},
	reflect.TypeFor[Stage]():      {"draft", "ready", "retiring", "retired"},
	reflect.TypeFor[Role]():       {"variant", "data", "content", "state", "behaviour", "identity"},
	reflect.TypeFor[Form]():       {"content", "function", "element", "component"},
	reflect.TypeFor[Held]():       {"app", "self", "both"},
	reflect.TypeFor[MemberKind](): {"prop", "slot", "event", "part", "styleHook", "handle"},
}

func (d *decoder) oneOf(v reflect.Value, n *node, path string, allowed []string) {
	if !d.want(n, textNode, path) {
		return
	}
	for _, w := range allowed {
		if n.text == w {
			v.SetString(w)
			return
		}
	}
	hint := ""
	if near := Nearest(n.text, allowed); near != "" {
		hint = "; did you mean " + strconv.Quote(near) + "?"
	}
	d.problem(n.at, "%s must be one of %s, not %q%s", path, strings.Join(allowed, ", "), n.text, hint)
}

func decodePlace(n *node) *place.Place {
	p := &place.Place{}
	whole := func(n *node) int {
		if n == nil {
			return 0
		}
		i, _ := strconv.Atoi(n.text) // a place that is not whole is only less exact
		return i
	}
	if file := n.get("file"); file != nil {
		p.File = file.text
	}
	p.Line, p.Column = whole(n.get("line")), whole(n.get("column"))
	if span := n.get("span"); span != nil && len(span.list) == 2 {
		p.Span = &place.Span{whole(span.list[0]), whole(span.list[1])}
	}
	return p
}

// Nearest gives the word among known that is so near to the given one that it
// may have been meant, or "".
func Nearest(word string, known []string) string {
	best, distance := "", 100
	for _, k := range known {
		n := edits(strings.ToLower(word), strings.ToLower(k))
		if n < distance && n <= min(len(word), len(k))/3+1 {
			best, distance = k, n
		}
	}
	return best
}

// edits is the Levenshtein distance: how many characters to add, drop or
// change. Source: V. I. Levenshtein, Soviet Physics Doklady 10 (1966).
func edits(a, b string) int {
	if len(a) > 100 || len(b) > 100 {
		return 100
	}
	row := make([]int, len(b)+1)
	for j := range row {
		row[j] = j
	}
	for i := range len(a) {
		last := row[0]
		row[0] = i + 1
		for j := range len(b) {
			cost := last
			if a[i] != b[j] {
				cost++
			}
			last = row[j+1]
			row[j+1] = min(cost, row[j+1]+1, row[j]+1)
		}
	}
	return row[len(b)]
}

// The shaped types.

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
