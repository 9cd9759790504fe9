// This file merges the contract file beside a component's source into what was
// read from the source.

package reading

import (
	"errors"
	"fmt"
	"io/fs"
	"path"
	"reflect"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/place"
)

// sidecar merges <Component>.contract.yaml from beside the source. Where both
// speak and differ the source is taken and a conflict noted.
func (r *reader) sidecar(c *contract.Contract) {
	if c.At == nil {
		return
	}
	name := path.Join(r.set.Dir, path.Dir(c.At.File), c.Component+".contract.yaml")
	data, err := fs.ReadFile(r.set.FS, name)
	if err != nil {
		if !errors.Is(err, fs.ErrNotExist) {
			r.unread(place.Place{File: r.set.Rel(name), Line: 1, Column: 1}, c.Component, "the contract file could not be read: %v", reason(err))
		}
		return
	}
	r.readFiles[name] = true
	beside, err := contract.ParseBeside(r.set.Rel(name), data, c)
	if err != nil {
		var problems contract.Problems
		if errors.As(err, &problems) {
			for _, p := range problems {
				r.unread(place.Place{File: p.File, Line: p.At.Line, Column: p.At.Column}, c.Component, "%s", p.Message)
			}
		}
		return
	}
	m := &merger{r, c.Component, r.set.Rel(name)}
	if beside.Component != c.Component {
		m.differ("", "component", c.Component, beside.Component)
		return
	}
	m.fields(reflect.ValueOf(c).Elem(), reflect.ValueOf(beside).Elem(), "", authored)
}

// authored are the fields of a contract that people write and a source does not
// show; for all others the source wins. The file wins here.
var authored = map[string]bool{
	"Owner": true, "Stage": true, "Was": true, "Counterpart": true, "Unit": true, "Limits": true, "Guarantees": true, "Words": true,
	"ValueSet": true, "ValueSets": true, "Deprecated": true, "Pairs": true, "StateChanges": true, "Exclusions": true, "Companions": true,
	"Theming": true,
}

// never are the fields that a file does not set beside a source.
var never = map[string]bool{
	"Component": true, "Library": true, "Package": true, "Framework": true, "At": true, "ContentHash": true, "InterfaceHash": true,
	"InsideHash": true, "Complete": true, "Bases": true, "Name": true, "Values": true, "Open": true, "Kind": true,
}

// union are the fields of which a source shows some and a file adds others.
var union = map[string]bool{"StyleHooks": true, "Context": true}

// together adds what only the file names to the lists of a struct.
func (m *merger) together(source, file reflect.Value) {
	for i := range source.NumField() {
		a, b := source.Field(i), file.Field(i)
		for j := range b.Len() {
			entry := b.Index(j)
			name := entry.FieldByName("Name").String()
			known := false
			for k := range a.Len() {
				known = known || a.Index(k).FieldByName("Name").String() == name
			}
			if !known {
				a.Set(reflect.Append(a, entry))
			}
		}
	}
}

type merger struct {
	r         *reader
	component string
	file      string
}

func (m *merger) differ(member, what, source, file string) {
	m.r.conflicts = append(m.r.conflicts, Conflict{
		Component: m.component, Member: member, What: what, Source: source, File: file,
		At: place.Place{File: m.file, Line: 1, Column: 1},
	})
}

// fields merges one struct of the file into that of the source.
func (m *merger) fields(source, file reflect.Value, member string, authored map[string]bool) {
	for i := range source.NumField() {
		field := source.Type().Field(i)
		a, b := source.Field(i), file.Field(i)
		if never[field.Name] || b.IsZero() {
			continue
		}
		if a.Kind() == reflect.Slice && hasName(a.Type().Elem()) && !authored[field.Name] {
			m.members(a, b, strings.ToLower(strings.TrimSuffix(field.Name, "s")))
			continue
		}
		if union[field.Name] {
			m.together(a, b)
			continue
		}
		switch {
		case a.IsZero() || authored[field.Name] || unknownFact(a):
			a.Set(b)
		case !same(a, b):
			m.differ(member, names.LowerFirst(field.Name), show(a), show(b))
		}
	}
}

// hasName reports whether a list of t holds what goes by a name.
func hasName(t reflect.Type) bool {
	if t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	if t.Kind() != reflect.Struct {
		return false
	}
	_, ok := t.FieldByName("Name")
	return ok
}

// unknownFact reports whether a value says that the source could not show it.
func unknownFact(v reflect.Value) bool {
	switch x := v.Interface().(type) {
	case contract.Fact:
		return x == contract.Unknown
	case contract.Default:
		return x.Kind == contract.DefaultUnknown
	case contract.Type:
		return !x.Known()
	case contract.Root:
		return !x.Known
	case contract.PassThrough:
		return x.Unknown
	}
	return false
}

func same(a, b reflect.Value) bool {
	if x, ok := a.Interface().(contract.Type); ok {
		return x.String() == b.Interface().(contract.Type).String()
	}
	return reflect.DeepEqual(a.Interface(), b.Interface())
}

func show(v reflect.Value) string {
	switch x := v.Interface().(type) {
	case contract.Default:
		if x.Kind == contract.DefaultValue {
			return fmt.Sprint(x.Value)
		}
		return x.Expression
	case fmt.Stringer:
		return x.String()
	}
	return fmt.Sprintf("%v", v.Interface())
}

// members merges a list of members by name. A member that only the file knows
// is a conflict: the source has no such member. Members that other contracts may
// share are copied first.
func (m *merger) members(source, file reflect.Value, kind string) {
	for i := range file.Len() {
		b := reflect.Indirect(file.Index(i))
		name := b.FieldByName("Name").String()
		found := false
		for j := range source.Len() {
			a := source.Index(j)
			if reflect.Indirect(a).FieldByName("Name").String() != name {
				continue
			}
			found = true
			if a.Kind() == reflect.Pointer {
				own := reflect.New(a.Type().Elem())
				own.Elem().Set(a.Elem())
				a.Set(own)
				a = own.Elem()
			}
			m.fields(a, b, kind+" "+name, authored)
		}
		if !found {
			m.differ(kind+" "+name, kind, "none", name)
		}
	}
}
