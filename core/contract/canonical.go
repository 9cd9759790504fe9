// This file writes contracts in the form that their hashes are made of.

package contract

import (
	"bytes"
	"crypto/sha256"
	"reflect"
	"slices"
	"strconv"
	"sync"
	"unsafe"

	"steadysocket/core/types"
)

// canonical writes values as JSON without blanks, with the keys and in the order
// of contract files, without positions. A prop, slot or event is written as its digest:
// the components of a library share most of theirs. It writes straight from the model:
// every contract of a library is hashed, and its tree would be thrown away at once.
type canonical struct {
	bytes.Buffer
	face bool // without words: two contracts that differ in words only have one face
	// shared are the digests of members, of contracts that do not change meanwhile; nil
	// where nothing is kept.
	shared map[memberFace]digest
}

type digest = [sha256.Size]byte

// memberFace is a member that several contracts may list, with or without its words.
type memberFace struct {
	member unsafe.Pointer
	face   bool
}

// writers are used again: their buffers have grown to the size of contracts.
var writers = sync.Pool{New: func() any { return &canonical{} }}

// said is what came of writing a value.
type said uint8

const (
	nothing   said = iota // there is no value: nothing was written
	wordsOnly             // words alone, which a face leaves out: {} was written
	more
)

func (w *canonical) value(v reflect.Value) said {
	if v.CanAddr() {
		switch x := v.Addr().Interface().(type) {
		case *Type:
			if x.T == nil {
				return nothing
			}
			writeText(&w.Buffer, types.Key(x.T))
			return more
		case *Spelled:
			if x.Attribute == "" {
				return w.word(x.Name)
			}
		case *Fact:
			switch *x {
			case No:
				return nothing
			case Yes:
				w.WriteString("true")
				return more
			case Unknown:
				w.WriteString(`"unknown"`)
				return more
			}
		case *Default:
			switch x.Kind {
			case DefaultNone:
				return nothing
			case DefaultUnknown:
				w.WriteString(`"unknown"`)
				return more
			}
		case *Payload:
			w.payload(x)
			return more
		}
		if x, ok := v.Addr().Interface().(shaped); ok {
			n := x.encode(contentForm)
			if n == nil {
				return nothing
			}
			compact(&w.Buffer, n)
			return more
		}
	}
	switch v.Kind() {
	case reflect.Struct:
		return w.structure(v, false)
	case reflect.Slice:
		return w.list(v)
	case reflect.Pointer:
		if v.IsNil() {
			return nothing
		}
		what := w.value(v.Elem())
		if what == nothing && v.Elem().Kind() == reflect.Struct {
			w.WriteString("{}")
			what = more
		}
		return what
	case reflect.String:
		return w.word(v.String())
	case reflect.Bool:
		if !v.Bool() {
			return nothing
		}
		w.WriteString("true")
	case reflect.Int:
		w.WriteString(strconv.FormatInt(v.Int(), 10))
	default: // maps and values of any type
		n := encode(v, contentForm)
		if n == nil {
			return nothing
		}
		compact(&w.Buffer, n)
	}
	return more
}

// word writes a text that says nothing where it is empty.
func (w *canonical) word(s string) said {
	if s == "" {
		return nothing
	}
	writeText(&w.Buffer, s)
	return more
}

func (w *canonical) list(v reflect.Value) said {
	if v.Len() == 0 {
		return nothing
	}
	w.WriteByte('[')
	for i := range v.Len() {
		if i > 0 {
			w.WriteByte(',')
		}
		if w.value(v.Index(i)) == nothing {
			w.WriteString(map[reflect.Kind]string{reflect.Struct: "{}", reflect.String: `""`}[v.Index(i).Kind()])
		}
	}
	w.WriteByte(']')
	return more
}

// structure writes the fields of a struct; those of a named entry without its
// name, and as its type alone where nothing else is said. So is what a face shows.
func (w *canonical) structure(v reflect.Value, named bool) said {
	start := w.Len()
	w.WriteByte('{')
	count, typeAlone, hidden := 0, -1, false
	for _, info := range fieldsOf(v.Type()) {
		field := v.Field(info.index)
		switch {
		case info.position || info.derived || named && info.key == "name":
			continue
		case w.face && info.words:
			hidden = hidden || filled(field)
			continue
		case info.silent && field.IsZero():
			continue
		}
		before := w.Len()
		if count > 0 {
			w.WriteByte(',')
		}
		w.WriteString(info.head)
		inner := w.Len()
		what := nothing
		if info.keyed {
			what = w.byName(field)
		} else {
			what = w.value(field)
		}
		if what == nothing || what == wordsOnly && w.face {
			hidden = hidden || what == wordsOnly
			w.Truncate(before)
			continue
		}
		count++
		typeAlone = -1
		if count == 1 && info.key == "type" && w.Bytes()[inner] == '"' {
			typeAlone = inner
		}
	}
	switch {
	case count == 0 && !hidden && !named:
		w.Truncate(start)
		return nothing
	case typeAlone >= 0 && (named || w.face):
		text := bytes.Clone(w.Bytes()[typeAlone:])
		w.Truncate(start)
		w.Write(text)
		return more
	}
	w.WriteByte('}')
	if count == 0 && hidden {
		return wordsOnly
	}
	return more
}

// payload writes what an event hands over. What it says of its fields counts in a face.
func (w *canonical) payload(x *Payload) {
	if x.Unknown {
		w.WriteString(`"unknown"`)
		return
	}
	defer func(face bool) { w.face = face }(w.face)
	w.face = false
	fields := reflect.ValueOf(&x.Fields).Elem()
	switch {
	case x.Positional: // one map for each: the order is a part of it
		w.WriteString(`{"form":"positional","fields":[`)
		for i := range x.Fields {
			if i > 0 {
				w.WriteByte(',')
			}
			w.byName(fields.Slice(i, i+1))
		}
		w.WriteByte(']')
	default:
		w.WriteString(`{"form":"named","fields":`)
		if w.byName(fields) == nothing {
			w.WriteString("{}")
		}
	}
	w.WriteByte('}')
}

// byName writes a list of named entries as a map by name. What is named counts
// even where words alone are said of it.
func (w *canonical) byName(v reflect.Value) said {
	if v.Len() == 0 {
		return nothing
	}
	infos := fieldsOf(pointed(v.Type().Elem()))
	at := infos[slices.IndexFunc(infos, func(info fieldInfo) bool { return info.key == "name" })].index
	w.WriteByte('{')
	for i := range v.Len() {
		if i > 0 {
			w.WriteByte(',')
		}
		item := reflect.Indirect(v.Index(i))
		writeText(&w.Buffer, item.Field(at).String())
		w.WriteByte(':')
		if v.Index(i).Kind() != reflect.Pointer {
			w.structure(item, true)
			continue
		}
		digest := w.member(memberFace{v.Index(i).UnsafePointer(), w.face}, item)
		w.Write(digest[:])
	}
	w.WriteByte('}')
	return more
}

// member gives the digest of a prop, slot or event, which stands for it.
// Source of the method: hash trees (Merkle, 1979).
func (w *canonical) member(key memberFace, item reflect.Value) digest {
	if known, ok := w.shared[key]; ok {
		return known
	}
	start := w.Len()
	w.structure(item, true)
	made := sha256.Sum256(w.Bytes()[start:])
	w.Truncate(start)
	if w.shared != nil {
		w.shared[key] = made
	}
	return made
}

// silent reports whether nothing is written of the zero value of a type.
func silent(t reflect.Type) bool {
	zero := reflect.New(t).Elem()
	return (&canonical{}).value(zero) == nothing && (&canonical{face: true}).value(zero) == nothing
}

// filled reports whether a field holds anything that is written.
func filled(v reflect.Value) bool {
	switch v.Kind() {
	case reflect.String, reflect.Slice, reflect.Map:
		return v.Len() > 0
	}
	return !v.IsZero()
}
