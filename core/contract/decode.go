// This file turns trees into the model, and says what was wrong and would be right.

package contract

import (
	"fmt"
	"reflect"
	"strconv"
	"strings"

	"steadysocket/core/place"
	"steadysocket/core/types"
)

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
	found    bool                      // what a reader found, not what somebody wrote
	base     place.Position            // of the contract, where at does not say more
	beside   *Contract                 // whose members a file may name too, nil for none
}

// seen notes where a value stands. In a listing a contract's own place is exact enough:
// people do not write them.
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
		value, elem := made(v.Type().Elem())
		d.value(value, item, fmt.Sprintf("%s[%d]", path, i))
		v.Set(reflect.Append(v, elem))
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

// made makes one more for a list of t: the value to fill, and what the list holds,
// which is its address in a list of pointers.
func made(t reflect.Type) (value, elem reflect.Value) {
	if t.Kind() == reflect.Pointer {
		elem = reflect.New(t.Elem())
		return elem.Elem(), elem
	}
	value = reflect.New(t).Elem()
	return value, value
}

func (d *decoder) keyedValue(v reflect.Value, n *node, path string) {
	d.seen(path, n.at)
	if n.kind == nullNode || !d.want(n, mapNode, path) {
		return
	}
	for _, e := range n.fields {
		item, elem := made(v.Type().Elem())
		item.FieldByName("Name").SetString(e.key)
		inner := path + "." + e.key
		d.seen(inner, e.at)
		d.structValue(item, e.value, inner, e.key)
		v.Set(reflect.Append(v, elem))
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
		n := Distance(strings.ToLower(word), strings.ToLower(k))
		if n < distance && n <= min(len(word), len(k))/3+1 {
			best, distance = k, n
		}
	}
	return best
}

// Distance is how many characters to add, drop, change or swap with their neighbour make
// the one word of the other; 100 for words that are too long to compare. Source: the
// optimal string alignment form of F. J. Damerau, Communications of the ACM 7 (1964).
func Distance(a, b string) int {
	if len(a) > 100 || len(b) > 100 {
		return 100
	}
	before, last, row := make([]int, len(b)+1), make([]int, len(b)+1), make([]int, len(b)+1)
	for j := range row {
		row[j] = j
	}
	for i := range len(a) {
		before, last, row = last, row, before
		row[0] = i + 1
		for j := range len(b) {
			cost := last[j]
			if a[i] != b[j] {
				cost++
			}
			row[j+1] = min(cost, last[j+1]+1, row[j]+1)
			if i > 0 && j > 0 && a[i] == b[j-1] && a[i-1] == b[j] {
				row[j+1] = min(row[j+1], before[j-1]+1)
			}
		}
	}
	return row[len(b)]
}

// The shaped types.
