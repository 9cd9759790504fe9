// Package types is the type language of contracts: TypeScript's type syntax, cut
// down to what an interface needs, with names of our own for what every
// framework has. Text goes in through Parse and comes out through String;
// Assignable compares two types.
package types

import (
	"slices"
	"strings"
	"sync"
)

// Type is a type of the language. Its String is its canonical text, which Parse
// reads back to an equal type.
type Type interface {
	String() string
	print(p *printer)
	// level is how loosely the printed form binds; a looser one is put in parentheses.
	level() int
}

// Binding levels, loosest first.
const (
	levelFunc = iota
	levelUnion
	levelIntersection
	levelOperator
	levelPostfix
)

// Basic is a type of one word: any, unknown, never, void, undefined, null,
// string, number, boolean, bigint, symbol or object.
type Basic string

// The basic types that the code names.
const (
	Any       Basic = "any"
	Unknown   Basic = "unknown"
	Never     Basic = "never"
	Void      Basic = "void"
	Undefined Basic = "undefined"
	Null      Basic = "null"
	String    Basic = "string"
	Number    Basic = "number"
	Boolean   Basic = "boolean"
	BigInt    Basic = "bigint"
	Symbol    Basic = "symbol"
	ObjectT   Basic = "object"
)

var basics = map[string]bool{
	"any": true, "unknown": true, "never": true, "void": true, "undefined": true, "null": true, "string": true,
	"number": true, "boolean": true, "bigint": true, "symbol": true, "object": true,
}

// Literal is a single value. Of is String, Number, Boolean or BigInt; Value is
// the decoded text of a string, else the value as written ("3", "true", "5n").
type Literal struct {
	Of    Basic
	Value string
}

// Union is one of several types, in the order written; make it with NewUnion.
type Union struct{ Members []Type }

// Intersection is all of several types; make it with NewIntersection.
type Intersection struct{ Members []Type }

// Array is Elem[] or readonly Elem[].
type Array struct {
	Elem     Type
	Readonly bool
}

// Tuple is a list of elements with a type each.
type Tuple struct {
	Elems    []Elem
	Readonly bool
}

// Elem is one element of a tuple. The type of a rest element is an array.
type Elem struct {
	Name     string
	Type     Type
	Optional bool
	Rest     bool
}

// Object is a record of fields, with index signatures.
type Object struct {
	Fields  []*Field // not to be written to: objects share them
	Indexes []Index
}

// Field is one field of an object.
type Field struct {
	Name     string
	Type     Type
	Optional bool
	Readonly bool
}

// Index is an index signature.
type Index struct {
	Key, Value Type
	Readonly   bool
}

// Func is a function.
type Func struct {
	TypeParams []TypeParam
	Params     []Param
	Result     Type
}

// Param is one parameter of a function.
type Param struct {
	Name     string
	Type     Type
	Optional bool
	Rest     bool
}

// TypeParam is a type parameter; Constraint and Default may be nil.
type TypeParam struct {
	Name                string
	Constraint, Default Type
}

// Template is a template-literal type; Texts is one longer than Types.
type Template struct {
	Texts []string
	Types []Type
}

// Named is a type known by name only: one of our own names (Content, Component,
// Element, Ref, Style), a type parameter, or a named unknown. From is the
// module that an unknown name came from, "" if it was not imported. Mark tells two
// declarations of one name apart where two releases are compared: it is in keys and not in
// what is printed. Def is what the name stands for, nil where that is not known; it is part
// of neither.
type Named struct {
	Name string
	From string
	Args []Type
	Mark string
	Def  *Definition
}

// Bare is the name with the module that it came from, without its arguments.
func (n *Named) Bare() string {
	bare := Named{Name: n.Name, From: n.From}
	return bare.String()
}

// Definition is what a name stands for. There is one for each name with its arguments.
type Definition struct {
	Open func() Type
	fits map[*Definition]Verdict // known of it, against others
}

// Content is anything that can be rendered.
var Content = &Named{Name: "Content"}

// OneElement is an element that was made: content, and neither text nor several.
var OneElement = &Named{Name: "Element", Args: []Type{String}}

// Unread stands for a part of a type that was not read or not understood.
var Unread = &Named{Name: "Unread"}

// IsUnread reports whether a type stands for a part that was not read: two of them are not
// known to be the same.
func IsUnread(t Type) bool {
	n, ok := t.(*Named)
	return ok && n.From == "" && n.Name == Unread.Name
}

// own are our own names; their meaning is the same in every framework.
var own = map[string]bool{"Content": true, "Component": true, "Element": true, "Ref": true, "Style": true}

// Own reports whether n is one of our own names.
func (n *Named) Own() bool { return n.From == "" && own[n.Name] }

// NewUnion joins types to a union: nested unions are flattened, doubles and
// never left out. One type stays itself; no type is never.
func NewUnion(list ...Type) Type {
	flat := make([]Type, 0, len(list))
	for _, t := range list {
		for _, m := range Members(t) {
			if m != Type(Never) {
				flat = append(flat, m)
			}
		}
	}
	return unionOf(distinct(flat))
}

// unionOf is a union of types of which none is another.
func unionOf(list []Type) Type {
	switch len(list) {
	case 0:
		return Never
	case 1:
		return list[0]
	}
	return &Union{list}
}

// fewTypes are held against each other one by one; more are told apart by a table.
const fewTypes = 12

// distinct takes doubles out of a list, which is written over; the rest stay in order.
func distinct(list []Type) []Type {
	kept := list[:0]
	if len(list) <= fewTypes {
		for _, t := range list {
			if !slices.ContainsFunc(kept, func(other Type) bool { return same(t, other) }) {
				kept = append(kept, t)
			}
		}
		return kept
	}
	seen := make(map[any]bool, len(list))
	for _, t := range list {
		var key any = t
		if l, ok := t.(*Literal); ok {
			key = *l
		} else if !simple(t) {
			key = t.String()
		}
		if !seen[key] {
			seen[key] = true
			kept = append(kept, t)
		}
	}
	return kept
}

// simple reports whether a type is a word or a value.
func simple(t Type) bool {
	switch t.(type) {
	case Basic, *Literal:
		return true
	}
	return false
}

// NewIntersection joins types to an intersection: nested ones are flattened,
// doubles left out. One type stays itself; no type is unknown.
func NewIntersection(list ...Type) Type {
	flat := make([]Type, 0, len(list))
	for _, t := range list {
		if i, ok := t.(*Intersection); ok {
			flat = append(flat, i.Members...)
		} else {
			flat = append(flat, t)
		}
	}
	flat = distinct(flat)
	switch len(flat) {
	case 0:
		return Unknown
	case 1:
		return flat[0]
	}
	return &Intersection{flat}
}

// StringLiteral is the type of one string.
func StringLiteral(value string) *Literal { return &Literal{String, value} }

// Members gives the members of a union, or t alone.
func Members(t Type) []Type {
	if u, ok := t.(*Union); ok {
		return u.Members
	}
	return []Type{t}
}

// Without gives t without undefined, which an optional member adds by itself.
func Without(t Type, drop ...Basic) Type {
	dropped := func(m Type) bool {
		b, ok := m.(Basic)
		return ok && slices.Contains(drop, b)
	}
	if !slices.ContainsFunc(Members(t), dropped) {
		return t
	}
	kept := slices.DeleteFunc(slices.Clone(Members(t)), dropped)
	return unionOf(kept)
}

// Equal reports whether two types have one canonical text, the order of unions
// and intersections aside.
func Equal(a, b Type) bool { return a == b || Key(a) == Key(b) }

// Key is the canonical text of t with unions, intersections and fields sorted: equal
// for types that differ in that order alone. Hashes use it.
func Key(t Type) string {
	switch t.(type) {
	case Basic, *Literal:
		return t.String()
	}
	if key, ok := keys.get(t); ok {
		return key
	}
	key := printed(t, true)
	keys.put(t, key)
	return key
}

// keys remembers the keys of types that were asked for lately: members that many
// components share have one type, which is hashed with each of them. Types do not
// change once they are made.
var keys memory

// maxKeys bounds how many are remembered.
const maxKeys = 1 << 15

type memory struct {
	mu  sync.Mutex
	all map[Type]string
}

func (m *memory) get(t Type) (string, bool) {
	m.mu.Lock()
	defer m.mu.Unlock()
	key, ok := m.all[t]
	return key, ok
}

func (m *memory) put(t Type, key string) {
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.all == nil || len(m.all) >= maxKeys {
		m.all = map[Type]string{}
	}
	m.all[t] = key
}

// Forget lets go of the keys that are remembered.
func Forget() {
	keys.mu.Lock()
	defer keys.mu.Unlock()
	keys.all = nil
}

// mapInner gives t with f applied to the types directly inside it.
func mapInner(t Type, f func(Type) Type) Type {
	all := func(list []Type) []Type {
		if list == nil {
			return nil
		}
		out := make([]Type, len(list))
		for i, t := range list {
			out[i] = f(t)
		}
		return out
	}
	opt := func(t Type) Type {
		if t == nil {
			return nil
		}
		return f(t)
	}
	switch t := t.(type) {
	case *Union:
		return NewUnion(all(t.Members)...)
	case *Intersection:
		return NewIntersection(all(t.Members)...)
	case *Array:
		return &Array{f(t.Elem), t.Readonly}
	case *Tuple:
		elems := make([]Elem, len(t.Elems))
		for i, e := range t.Elems {
			e.Type = f(e.Type)
			elems[i] = e
		}
		return &Tuple{elems, t.Readonly}
	case *Object:
		o := &Object{}
		for _, field := range t.Fields {
			made := *field
			made.Type = f(field.Type)
			o.Fields = append(o.Fields, &made)
		}
		for _, index := range t.Indexes {
			index.Key, index.Value = f(index.Key), f(index.Value)
			o.Indexes = append(o.Indexes, index)
		}
		return o
	case *Func:
		fn := &Func{Result: f(t.Result)}
		for _, tp := range t.TypeParams {
			fn.TypeParams = append(fn.TypeParams, TypeParam{tp.Name, opt(tp.Constraint), opt(tp.Default)})
		}
		for _, param := range t.Params {
			param.Type = f(param.Type)
			fn.Params = append(fn.Params, param)
		}
		return fn
	case *Template:
		return &Template{t.Texts, all(t.Types)}
	case *Named:
		return &Named{Name: t.Name, From: t.From, Args: all(t.Args), Mark: t.Mark, Def: t.Def}
	}
	return t
}

// Substitute replaces names that were not imported by the types given for them.
func Substitute(t Type, by map[string]Type) Type {
	if len(by) == 0 {
		return t
	}
	if n, ok := t.(*Named); ok && n.From == "" && len(n.Args) == 0 {
		if to, ok := by[n.Name]; ok {
			return to
		}
		return t
	}
	if fn, ok := t.(*Func); ok && len(fn.TypeParams) > 0 {
		inner := map[string]Type{}
		for name, to := range by {
			inner[name] = to
		}
		for _, tp := range fn.TypeParams {
			delete(inner, tp.Name)
		}
		by = inner
	}
	return mapInner(t, func(t Type) Type { return Substitute(t, by) })
}

// Rename replaces each name in t, innermost first, by what rename gives for it and its
// arguments. Type parameters of functions keep their names.
func Rename(t Type, rename func(n *Named, args []Type) Type) Type {
	switch t := t.(type) {
	case *Named:
		args := make([]Type, len(t.Args))
		for i, a := range t.Args {
			args[i] = Rename(a, rename)
		}
		return rename(t, args)
	case *Func:
		if len(t.TypeParams) > 0 {
			outer, own := rename, map[string]bool{}
			for _, tp := range t.TypeParams {
				own[tp.Name] = true
			}
			rename = func(n *Named, args []Type) Type {
				if own[n.Name] && n.From == "" {
					return &Named{Name: n.Name, Args: args}
				}
				return outer(n, args)
			}
		}
	}
	return mapInner(t, func(t Type) Type { return Rename(t, rename) })
}

// Records replaces each record in t, innermost first, by what rewrite gives for it.
func Records(t Type, rewrite func(o *Object) Type) Type {
	t = mapInner(t, func(t Type) Type { return Records(t, rewrite) })
	if o, ok := t.(*Object); ok {
		return rewrite(o)
	}
	return t
}

// VisitNames calls visit for every name in t.
func VisitNames(t Type, visit func(*Named)) {
	if n, ok := t.(*Named); ok {
		visit(n)
	}
	eachInner(t, func(t Type) { VisitNames(t, visit) })
}

// eachInner calls visit for the types directly inside of t.
func eachInner(t Type, visit func(Type)) {
	all := func(list []Type) {
		for _, t := range list {
			visit(t)
		}
	}
	opt := func(t Type) {
		if t != nil {
			visit(t)
		}
	}
	switch t := t.(type) {
	case *Union:
		all(t.Members)
	case *Intersection:
		all(t.Members)
	case *Array:
		visit(t.Elem)
	case *Tuple:
		for _, e := range t.Elems {
			visit(e.Type)
		}
	case *Object:
		for _, f := range t.Fields {
			visit(f.Type)
		}
		for _, i := range t.Indexes {
			visit(i.Key)
			visit(i.Value)
		}
	case *Func:
		for _, p := range t.TypeParams {
			opt(p.Constraint)
			opt(p.Default)
		}
		for _, p := range t.Params {
			visit(p.Type)
		}
		visit(t.Result)
	case *Template:
		all(t.Types)
	case *Named:
		all(t.Args)
	}
}

// Values reads t as a closed or open set of literals: the values in order and
// whether others are allowed too ('a' | 'b' | (string & {})). ok is false for
// any other type; undefined and null beside the values are passed over.
func Values(t Type) (values []*Literal, open, ok bool) {
	for _, m := range Members(t) {
		switch m := m.(type) {
		case *Literal:
			values = append(values, m)
		case *Intersection:
			if !isOpener(m) {
				return nil, false, false
			}
			open = true
		case Basic:
			if m != Undefined && m != Null {
				return nil, false, false
			}
		default:
			return nil, false, false
		}
	}
	return values, open, len(values) > 0
}

// isOpener recognises string & {} and number & {}.
func isOpener(t *Intersection) bool {
	if len(t.Members) != 2 || t.Members[0] != Type(String) && t.Members[0] != Type(Number) {
		return false
	}
	o, ok := t.Members[1].(*Object)
	return ok && len(o.Fields) == 0 && len(o.Indexes) == 0
}

// Text is the value of a literal as people read it: strings without quotes.
func (l *Literal) Text() string { return l.Value }

// MarshalJSON is the literal as a JSON value; a bigint is a string with its n.
func (l *Literal) MarshalJSON() ([]byte, error) {
	switch l.Of {
	case String, BigInt:
		return []byte(jsonString(l.Value)), nil
	case Number:
		return []byte(jsonNumber(l.Value)), nil
	}
	return []byte(l.Value), nil
}

// isWord reports whether s can stand as a field name without quotes.
func isWord(s string) bool {
	if s == "" || s[0] >= '0' && s[0] <= '9' {
		return false
	}
	return strings.IndexFunc(s, func(r rune) bool {
		return r != '_' && r != '$' && (r < '0' || r > '9') && (r < 'a' || r > 'z') && (r < 'A' || r > 'Z')
	}) < 0
}
