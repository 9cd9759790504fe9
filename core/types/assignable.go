// This file answers whether a value of one type may stand where another is
// wanted, in three values. The rules are those of the TypeScript compiler in
// its strict mode, which the tests ask for every pair they hold.

package types

import (
	"regexp"
	"slices"
	"strings"

	"steadysocket/core/html"
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
	r := &relation{memo: map[[2]Type]answered{}, optional: map[Type]Type{}, low: independent}
	return r.rel(from, to)
}

// relation is one question on its way to its answer. Types that hold themselves fit where
// nothing else speaks against it: while a pair of names is being opened, it is taken to
// fit. Source: the subtyping of recursive types of R. M. Amadio and L. Cardelli, TOPLAS 15
// (1993).
type relation struct {
	steps int
	memo  map[[2]Type]answered
	trail [][2]Type // the keys of memo in their order
	depth int       // pairs of names that are being opened
	low   int       // the outermost of them that what was answered since rests on

	optional map[Type]Type // each type with undefined beside it
}

// answered is an answer, and the depth of the outermost open pair that it rests on.
type answered struct {
	Verdict
	low int
}

// independent is the depth of an answer that rests on no pair that is open.
const independent = 1 << 30

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
	if known, ok := r.memo[key]; ok {
		r.low = min(r.low, known.low)
		return known.Verdict
	}
	opening := opens(from) || opens(to)
	around, began := r.low, len(r.trail)
	r.low = independent
	if opening {
		r.depth++
		r.memo[key] = answered{yes, r.depth}
	}
	v := r.structural(from, to)
	low := r.low
	if opening {
		if low >= r.depth { // on itself alone
			low = independent
		}
		if v.Answer != Yes {
			r.forget(began)
		}
		if low == independent || v.Answer == No { // what does not fit does not fit under any assumption
			r.keep(from, to, v)
		}
		r.depth--
	}
	r.memo[key] = answered{v, low}
	r.trail = append(r.trail, key)
	r.low = min(around, low)
	return v
}

// forget forgets the answers since a point that rest on the innermost open pair, which does
// not fit after all.
func (r *relation) forget(began int) {
	for _, key := range r.trail[began:] {
		if known := r.memo[key]; known.low <= r.depth && known.Answer != No {
			delete(r.memo, key)
		}
	}
}

// keep keeps an answer about two names for other questions.
func (r *relation) keep(from, to Type, v Verdict) {
	a, named := from.(*Named)
	b, other := to.(*Named)
	if !named || !other || a.Def == nil || b.Def == nil || r.steps > maxSteps {
		return
	}
	if a.Def.fits == nil {
		a.Def.fits = map[*Definition]Verdict{}
	}
	a.Def.fits[b.Def] = v
}

func opens(t Type) bool {
	n, ok := t.(*Named)
	return ok && n.Def != nil
}

// opened relates types of which one or both are names whose declarations are known; false
// where neither is.
func (r *relation) opened(from, to Type) (Verdict, bool) {
	a, named := from.(*Named)
	b, other := to.(*Named)
	named, other = named && a.Def != nil, other && b.Def != nil
	switch {
	case named && other:
		if v, known := a.Def.fits[b.Def]; known {
			return v, true
		}
		return r.within(a.Name, a.Def.Open(), b.Def.Open(), from, to), true
	case named:
		if u, ok := to.(*Union); ok {
			for _, m := range u.Members {
				if n, ok := m.(*Named); ok && n.Name == a.Name && n.From == a.From && r.rel(a, n).Answer == Yes {
					return yes, true
				}
			}
		}
		return r.within(a.Name, a.Def.Open(), to, from, to), true
	case other:
		if _, union := from.(*Union); union {
			return Verdict{}, false // member by member
		}
		return r.within(b.Name, from, b.Def.Open(), from, to), true
	}
	return Verdict{}, false
}

// within relates what names stand for, and says in which name it was that they differ.
func (r *relation) within(name string, from, to, asFrom, asTo Type) Verdict {
	if from == nil || to == nil {
		if from == nil {
			return unresolved(asFrom)
		}
		return unresolved(asTo)
	}
	v := r.rel(from, to)
	if v.Answer != Yes && !strings.HasPrefix(v.Why, "in ") {
		v.Why = "in " + name + ": " + v.Why
	}
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
	if identical(from, to) {
		return yes
	}
	if v, ok := r.opened(from, to); ok {
		return v
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
		apart := 0 // members of which all fields may be left out, and none is there
		for _, m := range i.Members {
			// What all fields may be left out of asks for one in common with the whole.
			if o, ok := m.(*Object); ok && weak(o) && !sharesField(from, o) {
				apart++
				continue
			}
			if v = both(v, r.rel(from, m)); v.Answer == No {
				return v
			}
		}
		if apart == len(i.Members) {
			return no(from.String() + " has no field in common with " + to.String())
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
	OneElement, &Array{Content, true})

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
	why, marked := "a name is not resolved: "+t.String(), ""
	VisitNames(t, func(n *Named) {
		switch {
		case IsUnread(n):
			why = "a part of it was not read"
		case n.Mark != "":
			marked = "the type " + n.Bare() + " is declared otherwise now"
		case !n.Own():
			why = "the name " + n.String() + " is not resolved"
		}
	})
	if marked != "" {
		why = marked
	}
	return unknown(why)
}

// identical reports whether two types have one text, and all of it was read.
func identical(a, b Type) bool {
	if !same(a, b) {
		return false
	}
	whole := true
	VisitNames(a, func(n *Named) { whole = whole && !IsUnread(n) })
	return whole
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
				fields, one := slices.Clone(c.Fields), *f
				one.Type = m
				fields[i] = &one
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
	for _, f := range o.Fields {
		if f.Name == name {
			return f
		}
	}
	return nil
}

// flat lists the members of an intersection, with what names in it stand for.
func flat(list []Type, depth int) (out []Type) {
	const most = 8 // names that stand for each other
	for _, m := range list {
		switch t := m.(type) {
		case *Intersection:
			out = append(out, flat(t.Members, depth)...)
			continue
		case *Named:
			if t.Def != nil && depth < most {
				if stands := t.Def.Open(); stands != nil {
					out = append(out, flat([]Type{stands}, depth+1)...)
					continue
				}
			}
		}
		out = append(out, m)
	}
	return out
}

// fromIntersection relates an intersection to what is none. One member that fits is
// enough, but what the target lets be left out is held against all members as one object:
// so the TypeScript compiler has it.
func (r *relation) fromIntersection(from *Intersection, to Type) Verdict {
	v := no("")
	merged := &Object{}
	whole, attributes := true, false
	for _, m := range flat(from.Members, 0) {
		if identical(m, to) {
			return yes
		}
		if isAttributeSet(m) {
			attributes = true
			continue
		}
		v = either(v, r.rel(m, to))
		if o, ok := m.(*Object); ok {
			for _, f := range o.Fields {
				if old := merged.field(f.Name); old != nil {
					old.Type = NewIntersection(old.Type, f.Type)
					old.Optional = old.Optional && f.Optional
				} else {
					own := *f
					merged.Fields = append(merged.Fields, &own)
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
	if want, ok := to.(*Object); ok && whole && attributes {
		v = r.besideAttributes(merged, want)
	} else if whole && !attributes {
		v = r.rel(merged, to)
	} else if want, ok := to.(*Object); ok && v.Answer != No {
		// What else stands there may have the other fields. Those that are declared are as
		// they are declared: evaluated types give a set of attributes beside what is laid
		// over it.
		for _, f := range want.Fields {
			if merged.field(f.Name) == nil {
				continue
			}
			if w := r.field(from, merged, f); w.Answer == No {
				return w
			}
		}
	}
	if v.Answer == No {
		return misfit(from, to)
	}
	return v
}

// besideAttributes relates an object that stands beside a set of attributes to another. What
// the set says of a field that is named as an attribute is not known.
func (r *relation) besideAttributes(from, to *Object) Verdict {
	v := yes
	for _, f := range to.Fields {
		if from.field(f.Name) == nil && html.Attribute("", f.Name) {
			v = both(v, unknown("whether the attribute "+f.Name+" fits is not known here"))
			continue
		}
		if v = both(v, r.field(from, from, f)); v.Answer == No {
			return v
		}
	}
	for _, index := range to.Indexes {
		v = both(v, r.index(from, index))
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
		if (isBuiltIn(to) || isAttributeSet(to)) && isPrimitive(from) {
			return misfit(from, to)
		}
		return unresolved(to)
	}
	if named && !n.Own() {
		if isAttributeSet(n) && (to.Name == "Content" || to.Name == "Element" || to.Name == "Component") {
			return misfit(from, to)
		}
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
					elem = ElementOf(elem)
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
		if (isBuiltIn(from) || isAttributeSet(from)) && isPrimitive(to) || isAttributeSet(from) && !hasFields(to) {
			return misfit(from, to)
		}
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
