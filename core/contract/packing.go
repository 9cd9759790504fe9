// This file packs the parts of a contract into bytes, by their Go types.

package contract

import (
	"encoding/binary"
	"encoding/json"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"

	"steadysocket/core/types"
)

// packing is how values of one Go type are packed: put appends one to bytes, take
// reads one from the front of some and gives the rest.
type packing struct {
	put   func(s *Shelf, to []byte, v reflect.Value) []byte
	take  func(s *Shelf, from []byte, v reflect.Value) []byte
	parts []part // of a struct
}

// part is one field of a struct.
type part struct {
	field   int
	of      *packing
	spelled bool // it is how the name in the first field is spelled
}

// These are the kinds of parts that contracts share, each with the first byte of its
// records. A pointer or list of another type stands in the record of what holds it.
var sharedKinds = map[reflect.Type]byte{
	reflect.TypeFor[*Prop]():     'p',
	reflect.TypeFor[*Slot]():     's',
	reflect.TypeFor[*Event]():    'e',
	reflect.TypeFor[[]*Prop]():   'P',
	reflect.TypeFor[[]*Slot]():   'S',
	reflect.TypeFor[[]*Event]():  'E',
	reflect.TypeFor[*Handle]():   'h',
	reflect.TypeFor[[]Forward](): 'f',
}

var (
	ofContract  = packingOf(reflect.TypeFor[Contract](), map[reflect.Type]*packing{})
	exportField = fieldNamed(reflect.TypeFor[Contract](), "Export")
)

func fieldNamed(t reflect.Type, name string) int {
	f, _ := t.FieldByName(name)
	return f.Index[0]
}

func packingOf(t reflect.Type, known map[reflect.Type]*packing) *packing {
	if p := known[t]; p != nil {
		return p
	}
	p := &packing{}
	known[t] = p
	switch {
	case t == reflect.TypeFor[types.Type]():
		p.put = func(s *Shelf, to []byte, v reflect.Value) []byte {
			return binary.AppendUvarint(to, s.types.number(v.Interface().(types.Type)))
		}
		p.take = func(s *Shelf, from []byte, v reflect.Value) []byte {
			n, from := uvarint(from)
			v.Set(reflect.ValueOf(s.types.all[n]))
			return from
		}
	case t.Kind() == reflect.Interface:
		p.put = func(s *Shelf, to []byte, v reflect.Value) []byte { return s.putAny(to, v.Interface()) }
		p.take = func(s *Shelf, from []byte, v reflect.Value) []byte {
			x, from := s.takeAny(from)
			if x != nil {
				v.Set(reflect.ValueOf(x))
			}
			return from
		}
	case t.Kind() == reflect.String && t != reflect.TypeFor[string](): // there are few of them
		p.put = func(s *Shelf, to []byte, v reflect.Value) []byte {
			return binary.AppendUvarint(to, s.texts.number(v.String()))
		}
		p.take = func(s *Shelf, from []byte, v reflect.Value) []byte {
			n, from := uvarint(from)
			v.SetString(s.texts.all[n])
			return from
		}
	case t.Kind() == reflect.String:
		p.put = func(s *Shelf, to []byte, v reflect.Value) []byte { return s.putText(to, v.String()) }
		p.take = func(s *Shelf, from []byte, v reflect.Value) []byte {
			text, from := s.takeText(from)
			v.SetString(text)
			return from
		}
	case t.Kind() == reflect.Bool:
		p.put = func(s *Shelf, to []byte, v reflect.Value) []byte {
			if v.Bool() {
				return append(to, 1)
			}
			return append(to, 0)
		}
		p.take = func(s *Shelf, from []byte, v reflect.Value) []byte { v.SetBool(from[0] != 0); return from[1:] }
	case t.Kind() == reflect.Uint8:
		p.put = func(s *Shelf, to []byte, v reflect.Value) []byte { return append(to, byte(v.Uint())) }
		p.take = func(s *Shelf, from []byte, v reflect.Value) []byte { v.SetUint(uint64(from[0])); return from[1:] }
	case t.Kind() == reflect.Int:
		p.put = func(s *Shelf, to []byte, v reflect.Value) []byte { return binary.AppendVarint(to, v.Int()) }
		p.take = func(s *Shelf, from []byte, v reflect.Value) []byte {
			n, read := binary.Varint(from)
			v.SetInt(n)
			return from[read:]
		}
	case t.Kind() == reflect.Pointer:
		*p = packedPointer(t, packingOf(t.Elem(), known))
	case t.Kind() == reflect.Slice:
		*p = packedList(packingOf(t.Elem(), known))
	case t.Kind() == reflect.Array:
		*p = packedArray(t.Len(), packingOf(t.Elem(), known))
	case t.Kind() == reflect.Map && t.Key().Kind() == reflect.String:
		*p = packedMap(t, packingOf(t.Elem(), known))
	case t.Kind() == reflect.Struct:
		p.parts = partsOf(t, known)
		p.put, p.take = p.putFields, func(s *Shelf, from []byte, v reflect.Value) []byte { return p.fields(s, from, v, -1) }
		if t == reflect.TypeFor[Prop]() {
			p.take = func(s *Shelf, from []byte, v reflect.Value) []byte {
				from = p.fields(s, from, v, -1)
				v.Addr().Interface().(*Prop).derive()
				return from
			}
		}
	default:
		panic("contract: no packing of " + t.String()) // a fault of this program, found by any test
	}
	if first, isShared := sharedKinds[t]; isShared {
		*p = shared(t, first, *p)
	}
	return p
}

// partsOf lists the fields of a struct that are packed: what is derived is not.
func partsOf(t reflect.Type, known map[reflect.Type]*packing) []part {
	var list []part
	for i := range t.NumField() {
		f := t.Field(i)
		if _, how, _ := strings.Cut(f.Tag.Get("c"), ","); !slices.Contains(strings.Split(how, ","), "derived") {
			list = append(list, part{i, packingOf(f.Type, known), f.Type == reflect.TypeFor[Spelled]() && t.Field(0).Name == "Name"})
		}
	}
	return list
}

// asNamed stands before the number of a field that says no more than the name, which is
// the first field: how a member is spelled, mostly. No struct has as many fields.
const asNamed = 0xff

// putFields packs those fields of a struct that hold something, each behind its number,
// and 0.
func (p *packing) putFields(s *Shelf, to []byte, v reflect.Value) []byte {
	for i, part := range p.parts {
		f := v.Field(part.field)
		if part.spelled && !f.IsZero() && f.Interface() == any(SpelledAs(v.Field(0).String())) {
			to = append(to, asNamed, byte(i))
			continue
		}
		if !f.IsZero() {
			to = part.of.put(s, append(to, byte(i+1)), f)
		}
	}
	return append(to, 0)
}

// fields takes the fields of a struct, up to one of them where that is not negative.
func (p *packing) fields(s *Shelf, from []byte, v reflect.Value, last int) []byte {
	for {
		n := from[0]
		from = from[1:]
		if n == asNamed {
			v.Field(p.parts[from[0]].field).Field(0).SetString(v.Field(0).String())
			from = from[1:]
			continue
		}
		if n == 0 || last >= 0 && p.parts[n-1].field > last {
			return from
		}
		part := p.parts[n-1]
		from = part.of.take(s, from, v.Field(part.field))
	}
}

// packedPointer packs what a pointer leads to, behind 1, or 0 for none.
func packedPointer(t reflect.Type, inner *packing) packing {
	return packing{put: func(s *Shelf, to []byte, v reflect.Value) []byte {
		if v.IsNil() {
			return append(to, 0)
		}
		return inner.put(s, append(to, 1), v.Elem())
	}, take: func(s *Shelf, from []byte, v reflect.Value) []byte {
		if from[0] == 0 {
			return from[1:]
		}
		v.Set(reflect.New(t.Elem()))
		return inner.take(s, from[1:], v.Elem())
	}}
}

// packedList packs a list behind one more than its length, or 0 for none.
func packedList(inner *packing) packing {
	return packing{put: func(s *Shelf, to []byte, v reflect.Value) []byte {
		if v.IsNil() {
			return append(to, 0)
		}
		to = binary.AppendUvarint(to, uint64(v.Len())+1)
		for i := range v.Len() {
			to = inner.put(s, to, v.Index(i))
		}
		return to
	}, take: func(s *Shelf, from []byte, v reflect.Value) []byte {
		n, from := uvarint(from)
		if n == 0 {
			return from
		}
		v.Set(reflect.MakeSlice(v.Type(), int(n-1), int(n-1)))
		for i := range v.Len() {
			from = inner.take(s, from, v.Index(i))
		}
		return from
	}}
}

func packedArray(n int, inner *packing) packing {
	return packing{put: func(s *Shelf, to []byte, v reflect.Value) []byte {
		for i := range n {
			to = inner.put(s, to, v.Index(i))
		}
		return to
	}, take: func(s *Shelf, from []byte, v reflect.Value) []byte {
		for i := range n {
			from = inner.take(s, from, v.Index(i))
		}
		return from
	}}
}

// packedMap packs a map by name as a list does, in the order of the names.
func packedMap(t reflect.Type, inner *packing) packing {
	return packing{put: func(s *Shelf, to []byte, v reflect.Value) []byte {
		if v.IsNil() {
			return append(to, 0)
		}
		keys := v.MapKeys()
		slices.SortFunc(keys, func(a, b reflect.Value) int { return strings.Compare(a.String(), b.String()) })
		to = binary.AppendUvarint(to, uint64(len(keys))+1)
		for _, key := range keys {
			to = inner.put(s, s.putText(to, key.String()), v.MapIndex(key))
		}
		return to
	}, take: func(s *Shelf, from []byte, v reflect.Value) []byte {
		n, from := uvarint(from)
		if n == 0 {
			return from
		}
		v.Set(reflect.MakeMap(t))
		for range n - 1 {
			var key string
			key, from = s.takeText(from)
			x := reflect.New(t.Elem()).Elem()
			from = inner.take(s, from, x)
			v.SetMapIndex(reflect.ValueOf(key).Convert(t.Key()), x)
		}
		return from
	}}
}

// shared packs something into a record of its own, of which there is one, and gives its
// number.
func shared(t reflect.Type, first byte, inner packing) packing {
	return packing{put: func(s *Shelf, to []byte, v reflect.Value) []byte {
		begin := len(to)
		to = inner.put(s, append(to, first), v)
		return binary.AppendUvarint(to[:begin], uint64(s.one(to[begin:])))
	}, take: func(s *Shelf, from []byte, v reflect.Value) []byte {
		n, from := uvarint(from)
		x, known := s.made[uint32(n)]
		if !known {
			x = reflect.New(t).Elem()
			inner.take(s, s.record(uint32(n))[1:], x)
			s.made[uint32(n)] = x
		}
		v.Set(x)
		return from
	}}
}

func uvarint(from []byte) (uint64, []byte) {
	n, read := binary.Uvarint(from)
	return n, from[read:]
}

// longText is how many bytes a text has at least that is kept by its number.
const longText = 20

// putText packs a text: the length doubled and the text itself, or the number doubled
// and one more.
func (s *Shelf) putText(to []byte, text string) []byte {
	if len(text) >= longText {
		return binary.AppendUvarint(to, s.texts.number(text)<<1|1)
	}
	return append(binary.AppendUvarint(to, uint64(len(text))<<1), text...)
}

func (s *Shelf) takeText(from []byte) (string, []byte) {
	n, from := uvarint(from)
	if n&1 != 0 {
		return s.texts.all[n>>1], from
	}
	bytes, from := from[:n>>1], from[n>>1:]
	text, known := s.short[string(bytes)]
	if !known {
		text = string(bytes)
		s.short[text] = text
	}
	return text, from
}

// The kinds of values, as they are packed.
const (
	isNull byte = iota
	isFalse
	isTrue
	isText
	isNumber
	isList
	isObject
	isOther
)

// putAny packs a JSON value.
func (s *Shelf) putAny(to []byte, x any) []byte {
	switch x := x.(type) {
	case nil:
		return append(to, isNull)
	case bool:
		if x {
			return append(to, isTrue)
		}
		return append(to, isFalse)
	case string:
		return s.putText(append(to, isText), x)
	case json.Number:
		return s.putText(append(to, isNumber), string(x))
	case []any:
		to = binary.AppendUvarint(append(to, isList), uint64(len(x)))
		for _, y := range x {
			to = s.putAny(to, y)
		}
		return to
	case map[string]any:
		to = binary.AppendUvarint(append(to, isObject), uint64(len(x)))
		for _, key := range slices.Sorted(maps.Keys(x)) {
			to = s.putAny(s.putText(to, key), x[key])
		}
		return to
	}
	s.others = append(s.others, x)
	return binary.AppendUvarint(append(to, isOther), uint64(len(s.others)-1))
}

func (s *Shelf) takeAny(from []byte) (any, []byte) {
	kind, from := from[0], from[1:]
	switch kind {
	case isNull:
		return nil, from
	case isFalse, isTrue:
		return kind == isTrue, from
	case isText:
		text, from := s.takeText(from)
		return text, from
	case isNumber:
		text, from := s.takeText(from)
		return json.Number(text), from
	case isList:
		n, from := uvarint(from)
		list := make([]any, n)
		for i := range list {
			list[i], from = s.takeAny(from)
		}
		return list, from
	case isObject:
		n, from := uvarint(from)
		object := make(map[string]any, n)
		for range n {
			var key string
			key, from = s.takeText(from)
			object[key], from = s.takeAny(from)
		}
		return object, from
	case isOther:
		n, from := uvarint(from)
		return s.others[n], from
	}
	panic(fmt.Sprintf("contract: a shelf has no values of kind %d", kind)) // a fault of this file
}
