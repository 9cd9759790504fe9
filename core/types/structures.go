// This file holds lists, functions and records against each other.

package types

import (
	"slices"
	"strconv"
	"strings"
)

// ElementOf is what stands in a list of a type; what is no list is given as it is.
func ElementOf(t Type) Type {
	switch t := t.(type) {
	case *Array:
		return t.Elem
	case *Tuple:
		var list []Type
		for _, e := range t.Elems {
			list = append(list, tupleElement(e))
		}
		return NewUnion(list...)
	}
	return t
}

// tupleElement is what may stand in the place of an element.
func tupleElement(e Elem) Type {
	switch {
	case e.Rest:
		return ElementOf(e.Type)
	case e.Optional:
		return NewUnion(e.Type, Undefined)
	}
	return e.Type
}

func (r *relation) toArray(from Type, to *Array) Verdict {
	switch from := from.(type) {
	case *Array:
		if from.Readonly && !to.Readonly {
			return no(from.String() + " may not be written to, " + to.String() + " may")
		}
		return r.rel(from.Elem, to.Elem)
	case *Tuple:
		if from.Readonly && !to.Readonly {
			return no(from.String() + " may not be written to, " + to.String() + " may")
		}
		v := yes
		for _, e := range from.Elems {
			v = both(v, r.rel(tupleElement(e), to.Elem))
		}
		return v
	}
	return misfit(from, to)
}

// shape gives the fixed elements of a tuple, how many must be there, and the
// type of the rest, nil for none.
func (t *Tuple) shape() (fixed []Elem, required int, rest Type) {
	for _, e := range t.Elems {
		if e.Rest {
			rest = ElementOf(e.Type)
			continue
		}
		fixed = append(fixed, e)
		if !e.Optional {
			required = len(fixed)
		}
	}
	return
}

func (r *relation) toTuple(from Type, to *Tuple) Verdict {
	toFixed, toRequired, toRest := to.shape()
	if a, ok := from.(*Array); ok {
		if a.Readonly && !to.Readonly || toRequired > 0 || toRest == nil {
			return misfit(from, to)
		}
		v := r.rel(a.Elem, toRest)
		for _, e := range toFixed {
			v = both(v, r.rel(a.Elem, tupleElement(e)))
		}
		return v
	}
	f, ok := from.(*Tuple)
	if !ok || f.Readonly && !to.Readonly {
		return misfit(from, to)
	}
	fixed, required, rest := f.shape()
	if required < toRequired || toRest == nil && (len(fixed) > len(toFixed) || rest != nil) {
		return no(from.String() + " has another length than " + to.String())
	}
	v := yes
	for i := range max(len(fixed), len(toFixed)) {
		var a, b Type
		switch {
		case i < len(fixed) && i < len(toFixed):
			a, b = fixed[i].Type, toFixed[i].Type
			if fixed[i].Optional {
				a = NewUnion(a, Undefined)
			}
			if toFixed[i].Optional {
				b = NewUnion(b, Undefined)
			}
		case i < len(fixed):
			a, b = tupleElement(fixed[i]), toRest
		default:
			if rest == nil {
				continue
			}
			a, b = rest, tupleElement(toFixed[i])
		}
		v = both(v, r.rel(a, b))
	}
	if rest != nil && toRest != nil {
		v = both(v, r.rel(rest, toRest))
	}
	return v
}

// paramAt is what the parameter i of f takes, nil past the last; optional says
// that it need not be given.
func (f *Func) paramAt(i int) (t Type, optional bool) {
	if n := len(f.Params); n > 0 && f.Params[n-1].Rest && i >= n-1 {
		rest := f.Params[n-1].Type
		if tuple, ok := rest.(*Tuple); ok {
			if i-(n-1) < len(tuple.Elems) {
				e := tuple.Elems[i-(n-1)]
				return tupleElement(e), e.Optional || e.Rest
			}
			return nil, true
		}
		return ElementOf(rest), true
	}
	if i >= len(f.Params) {
		return nil, true
	}
	p := f.Params[i]
	if p.Optional {
		return NewUnion(p.Type, Undefined), true
	}
	return p.Type, false
}

func (f *Func) required() int {
	n := 0
	for i, p := range f.Params {
		if !p.Optional && !p.Rest {
			n = i + 1
		}
	}
	return n
}

func (f *Func) hasRest() bool { return len(f.Params) > 0 && f.Params[len(f.Params)-1].Rest }

// funcs relates functions: parameters are turned round, the result is not.
func (r *relation) funcs(from, to *Func) Verdict {
	if len(from.TypeParams) != len(to.TypeParams) {
		return unknown("one function has type parameters that the other has not")
	}
	if len(from.TypeParams) > 0 {
		by := map[string]Type{}
		for i, p := range from.TypeParams {
			by[p.Name] = &Named{Name: to.TypeParams[i].Name}
		}
		plain := *from
		plain.TypeParams = nil
		from = Substitute(&plain, by).(*Func)
	}
	if from.required() > len(to.Params) && !to.hasRest() {
		return no(from.String() + " needs more arguments than " + to.String() + " is given")
	}
	v := yes
	for i := range max(len(from.Params), len(to.Params)) {
		a, _ := from.paramAt(i)
		b, _ := to.paramAt(i)
		if a == nil || b == nil {
			continue
		}
		if v = both(v, r.rel(b, a)); v.Answer == No {
			return v
		}
	}
	if to.Result == Type(Void) {
		return v
	}
	return both(v, r.rel(from.Result, to.Result))
}

// apparent names the members that every value of a kind has in JavaScript,
// besides length. Their types stand in the compiler's library, not here.
var apparent = map[Basic]string{
	String: " at charAt charCodeAt codePointAt concat endsWith includes indexOf lastIndexOf localeCompare match matchAll normalize padEnd padStart repeat replace replaceAll search slice split startsWith substring substr toLowerCase toUpperCase trim trimEnd trimStart toString valueOf ",
	Number: " toExponential toFixed toLocaleString toPrecision toString valueOf ",
	"array": " at concat copyWithin entries every fill filter find findIndex findLast findLastIndex flat flatMap forEach includes indexOf join keys lastIndexOf map pop push reduce " +
		"reduceRight reverse shift slice some sort splice toReversed toSorted toSpliced unshift values with toString toLocaleString ",
	"func": " apply bind call name prototype toString caller arguments ",
	"any":  " constructor hasOwnProperty isPrototypeOf propertyIsEnumerable toLocaleString toString valueOf ",
}

// memberOf gives the type of a field of a value that is no object literal type.
func memberOf(t Type, name string) (member Type, known bool) {
	kind := Basic("")
	switch t := t.(type) {
	case Basic:
		kind = t
	case *Literal:
		kind = t.Of
	case *Template:
		kind = String
	case *Array:
		kind = "array"
	case *Tuple:
		kind = "array"
		if i, err := strconv.Atoi(name); err == nil && i >= 0 && i < len(t.Elems) && !t.Elems[i].Rest {
			return tupleElement(t.Elems[i]), true
		}
	case *Func:
		kind = "func"
	}
	if name == "length" && (kind == String || kind == "array" || kind == "func") {
		return Number, true
	}
	if strings.Contains(apparent[kind], " "+name+" ") || strings.Contains(apparent["any"], " "+name+" ") {
		return nil, true
	}
	return nil, false
}

func (r *relation) toObject(from Type, to *Object) Verdict {
	if b, ok := from.(Basic); ok && (b == Null || b == Undefined || b == Void) {
		return misfit(from, to)
	}
	if len(to.Fields)+len(to.Indexes) == 0 {
		return yes
	}
	source, object := from.(*Object)
	if weak(to) && !sharesField(from, to) {
		return no(from.String() + " has no field in common with " + to.String())
	}
	v := yes
	for _, f := range to.Fields {
		if v = both(v, r.field(from, source, f)); v.Answer == No {
			return v
		}
	}
	for _, index := range to.Indexes {
		if object {
			v = both(v, r.index(source, index))
			continue
		}
		switch from := from.(type) {
		case *Array, *Tuple:
			if index.Key != Type(Number) {
				return no(from.String() + " has no index of " + index.Key.String())
			}
			v = both(v, r.rel(ElementOf(from), index.Value))
		case *Literal, *Template, Basic:
			if index.Key != Type(Number) || memberKind(from) != String {
				return misfit(from, to)
			}
			v = both(v, r.rel(String, index.Value))
		case *Func:
			v = both(v, no(from.String()+" has no index of "+index.Key.String()))
		}
	}
	return v
}

func memberKind(t Type) Basic {
	switch t := t.(type) {
	case Basic:
		return t
	case *Literal:
		return t.Of
	case *Template:
		return String
	}
	return ""
}

// orUndefined is a type or undefined: one of each, so that what was answered of it is found
// again.
func (r *relation) orUndefined(t Type) Type {
	made := r.optional[t]
	if made == nil {
		made = NewUnion(t, Undefined)
		r.optional[t] = made
	}
	return made
}

// field relates one field of the target to what the source has under its name.
func (r *relation) field(from Type, source *Object, want *Field) Verdict {
	to := want.Type
	if want.Optional {
		to = r.orUndefined(to)
	}
	if source == nil {
		member, known := memberOf(from, want.Name)
		switch {
		case member != nil:
			return r.rel(member, to)
		case known:
			return unknown("the type of " + want.Name + " is JavaScript's own")
		case want.Optional:
			return yes
		}
		return no(from.String() + " has no field " + want.Name)
	}
	f := source.field(want.Name)
	if f == nil {
		if want.Optional {
			return yes
		}
		if strings.Contains(apparent["any"], " "+want.Name+" ") {
			return unknown("the type of " + want.Name + " is JavaScript's own")
		}
		return no("the field " + want.Name + " is missing")
	}
	if f.Optional && !want.Optional {
		return no("the field " + want.Name + " may be missing")
	}
	t := f.Type
	if f.Optional {
		t = r.orUndefined(t)
	}
	v := r.rel(t, to)
	if v.Answer == No {
		v.Why = "the field " + want.Name + ": " + v.Why
	}
	return v
}

// index relates an index signature of the target to all that the source has.
func (r *relation) index(from *Object, want Index) Verdict {
	v := yes
	for _, f := range from.Fields {
		fits := want.Key == Type(String)
		if want.Key == Type(Number) {
			_, fits = number(f.Name)
		} else if !fits {
			fits = r.rel(StringLiteral(f.Name), want.Key).Answer == Yes
		}
		if !fits {
			continue
		}
		v = both(v, r.rel(f.Type, want.Value)) // optional adds no undefined here
	}
	for _, index := range from.Indexes {
		if Equal(index.Key, want.Key) || want.Key == Type(Number) && index.Key == Type(String) || want.Key == Type(String) {
			v = both(v, r.rel(index.Value, want.Value))
		}
	}
	return v
}

// weak reports whether all fields are optional, so that anything would fit; the
// compiler then asks for one field in common.
func weak(o *Object) bool {
	for _, f := range o.Fields {
		if !f.Optional {
			return false
		}
	}
	return len(o.Fields) > 0 && len(o.Indexes) == 0
}

func sharesField(from Type, to *Object) bool {
	if from == Type(ObjectT) {
		return true
	}
	if o, ok := from.(*Object); ok {
		if len(o.Fields) == 0 {
			return true
		}
		for _, f := range to.Fields {
			if o.field(f.Name) != nil {
				return true
			}
		}
		return false
	}
	if i, ok := from.(*Intersection); ok {
		return slices.ContainsFunc(i.Members, func(m Type) bool { return sharesField(m, to) })
	}
	if n, ok := from.(*Named); ok && !n.Own() && !isBuiltIn(n) {
		return true // which fields it has is not known
	}
	for _, f := range to.Fields {
		if _, known := memberOf(from, f.Name); known {
			return true
		}
	}
	return false
}
