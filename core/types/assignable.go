// This file answers whether a value of one type may stand where another is
// wanted, in three values. The rules are those of the TypeScript compiler in
// its strict mode, which the tests ask for every pair they hold.

package types

import (
	"regexp"
	"strconv"
	"strings"
)

// Answer is yes, no, or unknown: unknown only where a name is not resolved or
// any stands on one side.
type Answer int

// The answers. Their order makes min an "and" and max an "or".
const (
	No Answer = iota
	Undecided
	Yes
)

func (a Answer) String() string { return [...]string{"no", "unknown", "yes"}[a] }

// Verdict is an answer with its reason; the reason of a plain yes is empty.
type Verdict struct {
	Answer Answer
	Why    string
}

var yes = Verdict{Answer: Yes}

func no(why string) Verdict      { return Verdict{No, why} }
func unknown(why string) Verdict { return Verdict{Undecided, why} }

// both is the worse of two verdicts, either the better.
func both(a, b Verdict) Verdict {
	if b.Answer < a.Answer {
		return b
	}
	return a
}

func either(a, b Verdict) Verdict {
	if b.Answer > a.Answer {
		return b
	}
	return a
}

// maxSteps bounds the work of one question; hostile types can ask for more.
const maxSteps = 200_000

// Assignable reports whether a value of type from may stand where type to is wanted.
func Assignable(from, to Type) Verdict {
	r := &relation{memo: map[[2]Type]Verdict{}}
	return r.rel(from, to)
}

type relation struct {
	steps int
	memo  map[[2]Type]Verdict
}

func misfit(from, to Type) Verdict { return no(from.String() + " does not fit " + to.String()) }

func (r *relation) rel(from, to Type) Verdict {
	if r.steps++; r.steps > maxSteps {
		return unknown("the types are too large to compare")
	}
	if from == to {
		return yes
	}
	_, fb := from.(Basic)
	_, tb := to.(Basic)
	if fb && tb {
		return basicToBasic(from.(Basic), to.(Basic))
	}
	key := [2]Type{from, to}
	if v, ok := r.memo[key]; ok {
		return v
	}
	v := r.structural(from, to)
	r.memo[key] = v
	return v
}

func basicToBasic(from, to Basic) Verdict {
	switch {
	case from == to, from == Never, to == Unknown, from == Undefined && to == Void:
		return yes
	case from == Any || to == Any:
		return anyVerdict
	}
	return misfit(from, to)
}

var anyVerdict = unknown("any on one side says nothing about the other")

func (r *relation) structural(from, to Type) Verdict {
	switch {
	case from == Type(Never), to == Type(Unknown):
		return yes
	case from == Type(Any), to == Type(Any):
		return anyVerdict
	}
	if same(from, to) {
		return yes
	}
	if n, ok := from.(*Named); ok && n.Own() && n.Name == "Content" {
		if t, ok := to.(*Union); ok && hasContent(t) {
			return yes
		}
		if _, named := to.(*Named); !named {
			return r.rel(contentMembers, to)
		}
	}
	if from == Type(Unknown) {
		return r.fromUnknown(to)
	}
	if t, ok := from.(*Template); ok {
		if spelled := t.spelledOut(); spelled != nil {
			from = spelled
		}
	}
	// What is on the side of the source is taken apart first, as far as all of it
	// must fit; then the target.
	if u, ok := from.(*Union); ok {
		v := yes
		for _, m := range u.Members {
			if v = both(v, r.rel(m, to)); v.Answer == No {
				return v
			}
		}
		return v
	}
	if i, ok := to.(*Intersection); ok {
		v := yes
		for _, m := range i.Members {
			if v = both(v, r.rel(from, m)); v.Answer == No {
				return v
			}
		}
		return v
	}
	if u, ok := to.(*Union); ok {
		return r.toUnion(from, u)
	}
	if i, ok := from.(*Intersection); ok {
		if isOpener(i) {
			if to == Type(ObjectT) { // a corner of the compiler: {} is an object
				return yes
			}
			return r.rel(i.Members[0], to)
		}
		return r.fromIntersection(i, to)
	}
	if n, ok := to.(*Named); ok {
		return r.toNamed(from, n)
	}
	if n, ok := from.(*Named); ok {
		return r.fromNamed(n, to)
	}
	return r.plain(from, to)
}

func hasContent(u *Union) bool {
	for _, m := range u.Members {
		if n, ok := m.(*Named); ok && n.Own() && n.Name == "Content" {
			return true
		}
	}
	return false
}

// contentMembers is what Content consists of where it must be taken apart.
var contentMembers = NewUnion(String, Number, BigInt, Boolean, Null, Undefined,
	&Named{Name: "Element", Args: []Type{String}}, &Array{Content, true})

// fromUnknown: unknown fits a union of {}, null and undefined besides itself.
func (r *relation) fromUnknown(to Type) Verdict {
	var object, null, undefined, name bool
	for _, m := range Members(to) {
		switch m := m.(type) {
		case Basic:
			null = null || m == Null
			undefined = undefined || m == Undefined
			if m == Unknown {
				return yes
			}
		case *Object:
			object = object || len(m.Fields)+len(m.Indexes) == 0
		case *Named:
			name = name || !m.Own()
		}
	}
	switch {
	case object && null && undefined:
		return yes
	case name:
		return unresolved(to)
	}
	return misfit(Unknown, to)
}

func unresolved(t Type) Verdict {
	why := "a name is not resolved: " + t.String()
	VisitNames(t, func(n *Named) {
		if !n.Own() {
			why = "the name " + n.String() + " is not resolved"
		}
	})
	return unknown(why)
}

// elementTag is the name of a native element.
var elementTag = regexp.MustCompile(`^[a-z][a-z0-9-]*$`)

// choosesElement reports whether a type takes components and elements by name:
// Component | Element.
func choosesElement(to *Union) bool {
	component, element := false, false
	for _, m := range to.Members {
		if n, ok := m.(*Named); ok && n.Own() {
			component = component || n.Name == "Component"
			element = element || n.Name == "Element" && len(n.Args) == 0
		}
	}
	return component && element
}

func (r *relation) toUnion(from Type, to *Union) Verdict {
	if l, ok := from.(*Literal); ok && l.Of == String && elementTag.MatchString(l.Value) && choosesElement(to) {
		return yes
	}
	if from == Type(Void) && r.fromUnknown(to).Answer == Yes {
		return yes
	}
	v := r.anyMember(from, to)
	if from == Type(Boolean) {
		v = either(v, both(r.anyMember(True, to), r.anyMember(False, to)))
	}
	if v.Answer == Yes {
		return v
	}
	if i, ok := from.(*Intersection); ok {
		v = either(v, r.fromIntersection(i, to))
	}
	if o, ok := from.(*Object); ok && v.Answer != Yes {
		v = either(v, r.byDiscriminant(o, to))
	}
	if v.Answer == No {
		return misfit(from, to)
	}
	return v
}

// True and False are the two boolean literals.
var (
	True  = &Literal{Boolean, "true"}
	False = &Literal{Boolean, "false"}
)

func (r *relation) anyMember(from Type, to *Union) Verdict {
	v := no("")
	for _, m := range to.Members {
		if v = either(v, r.rel(from, m)); v.Answer == Yes {
			return v
		}
	}
	return v
}

// maxCombinations bounds the splitting of an object by its closed fields, as
// the TypeScript compiler bounds it.
const maxCombinations = 25

// byDiscriminant splits an object by its fields of closed types: each
// combination must fit some member.
func (r *relation) byDiscriminant(from *Object, to *Union) Verdict {
	combos := []*Object{from}
	for i, f := range from.Fields {
		members := Members(f.Type)
		if f.Type == Type(Boolean) {
			members = []Type{True, False}
		}
		if len(members) < 2 || !discriminates(f.Name, to) {
			continue
		}
		if len(combos)*len(members) > maxCombinations {
			return no("")
		}
		var next []*Object
		for _, c := range combos {
			for _, m := range members {
				fields := append([]Field(nil), c.Fields...)
				fields[i].Type = m
				next = append(next, &Object{fields, c.Indexes})
			}
		}
		combos = next
	}
	if len(combos) == 1 {
		return no("")
	}
	v := yes
	for _, c := range combos {
		if v = both(v, r.anyMember(c, to)); v.Answer == No {
			return v
		}
	}
	return v
}

// discriminates reports whether a field has a literal type in some member.
func discriminates(name string, to *Union) bool {
	for _, m := range to.Members {
		if o, ok := m.(*Object); ok {
			if f := o.field(name); f != nil {
				for _, t := range Members(f.Type) {
					switch t.(type) {
					case *Literal:
						return true
					case Basic:
						if t == Type(Undefined) || t == Type(Null) {
							return true
						}
					}
				}
			}
		}
	}
	return false
}

func (o *Object) field(name string) *Field {
	for i := range o.Fields {
		if o.Fields[i].Name == name {
			return &o.Fields[i]
		}
	}
	return nil
}

func (r *relation) fromIntersection(from *Intersection, to Type) Verdict {
	v := no("")
	merged := &Object{}
	whole := true
	for _, m := range from.Members {
		v = either(v, r.rel(m, to))
		if o, ok := m.(*Object); ok {
			for _, f := range o.Fields {
				if old := merged.field(f.Name); old != nil {
					old.Type = NewIntersection(old.Type, f.Type)
					old.Optional = old.Optional && f.Optional
				} else {
					merged.Fields = append(merged.Fields, f)
				}
			}
			merged.Indexes = append(merged.Indexes, o.Indexes...)
		} else {
			whole = false
		}
	}
	if disjoint(from) {
		return yes
	}
	if whole {
		v = r.rel(merged, to)
	}
	if v.Answer == Yes {
		return v
	}
	if v.Answer == No {
		return misfit(from, to)
	}
	return v
}

// disjoint reports whether an intersection holds no value, as string & number.
func disjoint(t *Intersection) bool {
	var kind Basic
	var value string
	for _, m := range t.Members {
		k, v := Basic(""), ""
		switch m := m.(type) {
		case Basic:
			if m == ObjectT || m == Unknown || m == Any {
				continue
			}
			k = m
		case *Literal:
			k, v = m.Of, m.Value
		default:
			continue
		}
		if kind != "" && k != kind || value != "" && v != "" && v != value {
			return true
		}
		kind = k
		if v != "" {
			value = v
		}
	}
	return false
}

func (r *relation) toNamed(from Type, to *Named) Verdict {
	n, named := from.(*Named)
	if named {
		if v, ok := dom(n, to); ok {
			return v
		}
	}
	if !to.Own() {
		return unresolved(to)
	}
	if named && !n.Own() {
		return unresolved(n)
	}
	if to.Name == "Content" {
		switch from := from.(type) {
		case Basic:
			switch from {
			case String, Number, BigInt, Boolean, Null, Undefined:
				return yes
			}
		case *Literal, *Template:
			return yes
		case *Array:
			return r.rel(from.Elem, Content)
		case *Tuple:
			v := yes
			for _, e := range from.Elems {
				elem := e.Type
				if e.Rest {
					elem = elementOf(elem)
				}
				v = both(v, r.rel(elem, Content))
			}
			return v
		case *Named:
			if from.Name == "Element" || from.Name == "Content" {
				return yes
			}
		}
		return misfit(from, to)
	}
	if named && n.Name == to.Name {
		return r.sameName(n, to)
	}
	switch from := from.(type) {
	case *Func:
		if to.Name == "Component" && len(to.Args) == 1 {
			return r.rel(from, &Func{Params: []Param{{Name: "props", Type: to.Args[0]}}, Result: Content})
		}
		if to.Name == "Ref" {
			return unknown("the shape of " + to.String() + " is the framework's own")
		}
	case *Object:
		if to.Name == "Ref" || to.Name == "Style" {
			return unknown("the shape of " + to.String() + " is the framework's own")
		}
	}
	return misfit(from, to)
}

// sameName relates two uses of one of our own names by their arguments.
func (r *relation) sameName(from, to *Named) Verdict {
	if len(from.Args) != len(to.Args) {
		if len(to.Args) == 0 {
			return yes
		}
		return unknown("the arguments of " + from.String() + " are not given")
	}
	v := yes
	for i := range from.Args {
		switch from.Name {
		case "Component": // takes its props: turned round, as a parameter
			v = both(v, r.rel(to.Args[i], from.Args[i]))
		case "Ref": // read and written
			v = both(v, both(r.rel(from.Args[i], to.Args[i]), r.rel(to.Args[i], from.Args[i])))
		default:
			v = both(v, r.rel(from.Args[i], to.Args[i]))
		}
	}
	return v
}

func (r *relation) fromNamed(from *Named, to Type) Verdict {
	if !from.Own() {
		return unresolved(from)
	}
	if from.Name == "Content" {
		return r.rel(contentMembers, to)
	}
	switch to := to.(type) {
	case *Object:
		if len(to.Fields)+len(to.Indexes) == 0 {
			return yes
		}
		if from.Name == "Ref" || from.Name == "Style" {
			return unknown("the shape of " + from.String() + " is the framework's own")
		}
	case *Func:
		if from.Name == "Component" || from.Name == "Ref" {
			return unknown("the shape of " + from.String() + " is the framework's own")
		}
	case Basic:
		if to == ObjectT {
			return yes
		}
	}
	return misfit(from, to)
}

// plain relates two types that are neither unions, intersections nor names.
func (r *relation) plain(from, to Type) Verdict {
	switch to := to.(type) {
	case Basic:
		return r.toBasic(from, to)
	case *Literal:
		if l, ok := from.(*Literal); ok && l.Of == to.Of && sameValue(l, to) {
			return yes
		}
		return misfit(from, to)
	case *Template:
		return toTemplate(from, to)
	case *Array:
		return r.toArray(from, to)
	case *Tuple:
		return r.toTuple(from, to)
	case *Func:
		if f, ok := from.(*Func); ok {
			return r.funcs(f, to)
		}
		return misfit(from, to)
	case *Object:
		return r.toObject(from, to)
	}
	return misfit(from, to)
}

func sameValue(a, b *Literal) bool {
	if a.Of == Number {
		x, okX := number(a.Value)
		y, okY := number(b.Value)
		return okX && okY && x == y
	}
	return a.Value == b.Value
}

func (r *relation) toBasic(from Type, to Basic) Verdict {
	switch from := from.(type) {
	case *Literal:
		if from.Of == to {
			return yes
		}
	case *Template:
		if to == String {
			return yes
		}
	case *Array, *Tuple, *Func:
		if to == ObjectT {
			return yes
		}
	case *Object:
		if to == ObjectT {
			return yes
		}
	}
	return misfit(from, to)
}

func elementOf(t Type) Type {
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
		return elementOf(e.Type)
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
			rest = elementOf(e.Type)
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
		return elementOf(rest), true
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
			v = both(v, r.rel(elementOf(from), index.Value))
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

// field relates one field of the target to what the source has under its name.
func (r *relation) field(from Type, source *Object, want Field) Verdict {
	to := want.Type
	if want.Optional {
		to = NewUnion(to, Undefined)
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
		t = NewUnion(t, Undefined)
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
	for _, f := range to.Fields {
		if _, known := memberOf(from, f.Name); known {
			return true
		}
	}
	return false
}
