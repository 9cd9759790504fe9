// This file writes what is kept of a scan in a compact form that is read back fast: the
// fields of each value in their order, lengths and numbers as varints. It is read by the
// version that wrote it alone, so nothing in it is named.

package usage

import (
	"encoding/binary"
	"encoding/json"
	"errors"
	"reflect"
)

// errKept says that what was kept is not what this version writes.
var errKept = errors.New("what was kept is spoilt")

// Tags of values of any type.
const (
	anyNull byte = iota
	anyText
	anyNumber
	anyTrue
	anyFalse
	anyJSON
)

// appendValue writes a value behind data.
func appendValue(data []byte, v reflect.Value) []byte {
	switch v.Kind() {
	case reflect.String:
		return appendText(data, v.String())
	case reflect.Bool:
		if v.Bool() {
			return append(data, 1)
		}
		return append(data, 0)
	case reflect.Int, reflect.Int64:
		return binary.AppendVarint(data, v.Int())
	case reflect.Slice, reflect.Map:
		if v.IsNil() {
			return append(data, 0)
		}
		data = binary.AppendUvarint(data, uint64(v.Len())+1)
		if v.Kind() == reflect.Slice {
			for i := range v.Len() {
				data = appendValue(data, v.Index(i))
			}
			return data
		}
		for each := v.MapRange(); each.Next(); {
			data = appendValue(appendValue(data, each.Key()), each.Value())
		}
		return data
	case reflect.Array:
		for i := range v.Len() {
			data = appendValue(data, v.Index(i))
		}
		return data
	case reflect.Pointer:
		if v.IsNil() {
			return append(data, 0)
		}
		return appendValue(append(data, 1), v.Elem())
	case reflect.Struct:
		for i := range v.NumField() {
			data = appendValue(data, v.Field(i))
		}
		return data
	case reflect.Interface:
		return appendAny(data, v.Interface())
	}
	panic("usage: " + v.Kind().String() + " is not kept")
}

func appendText(data []byte, s string) []byte {
	return append(binary.AppendUvarint(data, uint64(len(s))), s...)
}

func appendAny(data []byte, v any) []byte {
	switch v := v.(type) {
	case nil:
		return append(data, anyNull)
	case string:
		return appendText(append(data, anyText), v)
	case json.Number:
		return appendText(append(data, anyNumber), v.String())
	case bool:
		if v {
			return append(data, anyTrue)
		}
		return append(data, anyFalse)
	}
	text, err := json.Marshal(v)
	if err != nil {
		return append(data, anyNull) // no value that JSON cannot hold is given at a site
	}
	return appendText(append(data, anyJSON), string(text))
}

// keptReader reads values off the front of a text, which the texts that it gives share.
type keptReader struct {
	data string
	at   int
	bad  bool
}

func (r *keptReader) number() uint64 {
	var n uint64
	for shift := 0; shift < 64; shift += 7 {
		if r.at >= len(r.data) {
			break
		}
		c := r.data[r.at]
		r.at++
		n |= uint64(c&0x7f) << shift
		if c < 0x80 {
			return n
		}
	}
	r.bad = true
	return 0
}

// length reads how many things follow; each takes a byte at least, so that no more can
// be promised than there are.
func (r *keptReader) length() int {
	n := r.number()
	if n > uint64(len(r.data)-r.at)+1 {
		r.bad = true
		return 0
	}
	return int(n)
}

func (r *keptReader) byte() byte {
	if r.at >= len(r.data) {
		r.bad = true
		return 0
	}
	r.at++
	return r.data[r.at-1]
}

func (r *keptReader) text() string {
	n := r.length()
	if r.bad || n > len(r.data)-r.at {
		r.bad = true
		return ""
	}
	r.at += n
	return r.data[r.at-n : r.at]
}

// into reads a value into v.
func (r *keptReader) into(v reflect.Value) {
	if r.bad {
		return
	}
	switch v.Kind() {
	case reflect.String:
		v.SetString(r.text())
	case reflect.Bool:
		v.SetBool(r.byte() == 1)
	case reflect.Int, reflect.Int64:
		n := r.number()
		v.SetInt(int64(n>>1) ^ -int64(n&1))
	case reflect.Slice:
		n := r.length()
		if n == 0 {
			return
		}
		v.Set(reflect.MakeSlice(v.Type(), n-1, n-1))
		for i := range n - 1 {
			r.into(v.Index(i))
		}
	case reflect.Map:
		n := r.length()
		if n == 0 {
			return
		}
		v.Set(reflect.MakeMapWithSize(v.Type(), n-1))
		for range n - 1 {
			key, value := reflect.New(v.Type().Key()).Elem(), reflect.New(v.Type().Elem()).Elem()
			r.into(key)
			r.into(value)
			v.SetMapIndex(key, value)
		}
	case reflect.Array:
		for i := range v.Len() {
			r.into(v.Index(i))
		}
	case reflect.Pointer:
		if r.byte() == 1 {
			v.Set(reflect.New(v.Type().Elem()))
			r.into(v.Elem())
		}
	case reflect.Struct:
		for i := range v.NumField() {
			r.into(v.Field(i))
		}
	case reflect.Interface:
		if x := r.any(); x != nil {
			v.Set(reflect.ValueOf(x))
		}
	default:
		r.bad = true
	}
}

func (r *keptReader) any() any {
	switch r.byte() {
	case anyNull:
		return nil
	case anyText:
		return r.text()
	case anyNumber:
		return json.Number(r.text())
	case anyTrue:
		return true
	case anyFalse:
		return false
	case anyJSON:
		var v any
		if err := json.Unmarshal([]byte(r.text()), &v); err == nil {
			return v
		}
	}
	r.bad = true
	return nil
}

// write writes a record. What of it was read and not changed is written as it was.
func (rec *record) write() []byte {
	data := appendText(appendText(nil, rec.Fixed), rec.Tags)
	data = binary.AppendUvarint(data, uint64(len(rec.Files)))
	for name, f := range rec.Files {
		data = appendText(data, name)
		data = appendValue(data, reflect.ValueOf(f.about))
		if f.raw == "" {
			f.raw = string(appendValue(nil, reflect.ValueOf(f.gave)))
		}
		data = appendText(data, f.raw)
	}
	return data
}

// read reads a record; of what files gave it takes only the text.
func (rec *record) read(data []byte) error {
	r := &keptReader{data: string(data)}
	rec.Fixed, rec.Tags = r.text(), r.text()
	n := r.number()
	rec.Files = map[string]*facts{}
	for range n {
		name := r.text()
		f := &facts{}
		r.into(reflect.ValueOf(&f.about).Elem())
		f.raw = r.text()
		if r.bad {
			return errKept
		}
		rec.Files[name] = f
	}
	if r.bad || r.at != len(r.data) {
		return errKept
	}
	return nil
}

// open reads what a file gave.
func (f *facts) open() error {
	r := &keptReader{data: f.raw}
	r.into(reflect.ValueOf(&f.gave).Elem())
	if r.bad || r.at != len(r.data) {
		return errKept
	}
	return nil
}
