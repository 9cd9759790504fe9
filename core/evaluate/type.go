// This file declares evaluated types and joins them.

package evaluate

import (
	"hash/maphash"
	"slices"

	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// Type is an evaluated type. Its parts are evaluated when they are first looked
// at, so that a type may hold itself and only what is asked for costs.
type Type interface{ evaluated() }

type (
	// word is a type of one word, as types.Basic.
	word types.Basic
	// literal is a single value.
	literal struct {
		of    types.Basic
		value string
		enum  bool // of an enumeration: any number fits it
	}
	// union is one of several types; make it with unite.
	union struct {
		list []Type
		name string // of the alias that it was declared as, "" for none
		args []Type
		from *modules.Module // of that alias
	}
	// both is all of several types, none of them a union; make it with intersect.
	both struct {
		list    []Type
		nothing answered // whether no value is all of them
	}
	// list is an array.
	list struct {
		elem     *lazy
		readonly bool
	}
	// tuple is a list of elements with a type each.
	tuple struct {
		elems    []element
		readonly bool
	}
	// texts is a template-literal type.
	texts struct {
		parts []string
		types []Type
	}
	// object is anything with members or signatures: records, functions,
	// interfaces, classes, modules.
	object struct {
		name    string // of its declaration, "" for none
		key     any    // identity of the declaration, nil for none
		args    []Type
		fill    func() *shape
		shape   *shape
		over    *keyed // the type parameter that gives it its names, nil for none
		busy    bool
		opaque  bool // given out by its name
		implied bool // by the pattern of a parameter that has no type
		from    string
		where   *modules.Module // of the alias that gave the name
	}
	// keyed is what the members of an object are that a type parameter names.
	keyed struct {
		by *param
		of *lazy
	}
	// param is a type parameter that stands for itself.
	param struct {
		name       string
		constraint *lazy // nil for none
		fallback   *lazy // nil for none
		exact      bool  // declared const: what it stands for is told as it is written
	}
	// named is a type known by name only.
	named struct {
		name, from string
		args       []Type
		at         place.Place
	}
	// component is a component with its props.
	component struct{ props *lazy }
	// choice stands for a component or element that the app chooses: settled is
	// what it is when the app chooses nothing, shown what it may be.
	choice struct {
		settled, shown Type
		open           bool // the app must choose: nothing is chosen for it
	}
	// keys is keyof of what is not wholly known.
	keys struct{ of Type }
	// access is the member of what is not wholly known.
	access struct{ of, key Type }
	// odd could not be evaluated.
	odd struct {
		at     place.Place
		name   string // as written
		why    string
		absent bool // it asks for a member that is not there
	}
)

func (word) evaluated()       {}
func (literal) evaluated()    {}
func (*union) evaluated()     {}
func (*both) evaluated()      {}
func (*list) evaluated()      {}
func (*tuple) evaluated()     {}
func (*texts) evaluated()     {}
func (*object) evaluated()    {}
func (*param) evaluated()     {}
func (*named) evaluated()     {}
func (*component) evaluated() {}
func (*choice) evaluated()    {}
func (*keys) evaluated()      {}
func (*access) evaluated()    {}
func (*odd) evaluated()       {}

// The words that the code names.
const (
	wordAny       = word(types.Any)
	wordUnknown   = word(types.Unknown)
	wordNever     = word(types.Never)
	wordVoid      = word(types.Void)
	wordUndefined = word(types.Undefined)
	wordNull      = word(types.Null)
	wordString    = word(types.String)
	wordNumber    = word(types.Number)
	wordBoolean   = word(types.Boolean)
	wordBigInt    = word(types.BigInt)
	wordSymbol    = word(types.Symbol)
	wordObject    = word(types.ObjectT)
)

var (
	yes     = literal{of: types.Boolean, value: "true"}
	no      = literal{of: types.Boolean, value: "false"}
	content = &named{name: "Content"}
	// oneElement is an element that was made: content, and neither text nor several.
	oneElement = &named{name: "Element", args: []Type{wordString}}
	// elementName is the name of any native element.
	elementName = &named{name: "$Element"}
)

func text(s string) literal { return literal{of: types.String, value: s} }

func number(s string) literal { return literal{of: types.Number, value: s} }

// element is one element of a tuple.
type element struct {
	name           string
	of             *lazy // of a rest, the type of the whole rest
	optional, rest bool
}

// lazy is a type that is evaluated when it is first looked at: by eval, or from
// what the source says.
type lazy struct {
	t     Type
	eval  func() Type
	e     *Evaluator
	node  syntax.Type // as written, nil where eval says what it is
	scope *Scope      // of node
	busy  bool
	there bool // what node says is taken without undefined
}

// get evaluates the type. A type that needs itself to be known is odd.
func (l *lazy) get() Type {
	if l.t == nil {
		if l.busy {
			return &odd{why: "the type is defined by itself"}
		}
		l.busy = true
		if l.eval != nil {
			l.t = l.eval()
		} else {
			l.t = l.e.Type(l.node, l.scope)
		}
		if l.there {
			l.t = without(l.t, wordUndefined)
		}
		l.busy, l.eval = false, nil
	}
	return l.t
}

func known(t Type) *lazy { return &lazy{t: t} }

func (e *Evaluator) later(t syntax.Type, s *Scope) *lazy {
	return &lazy{e: e, node: t, scope: s}
}

// settledOn gives what a type is when the app chooses nothing.
func settledOn(t Type) Type {
	if c, ok := t.(*choice); ok {
		return c.settled
	}
	return t
}

// parts gives the members of a union, or t alone.
func parts(t Type) []Type {
	if u, ok := t.(*union); ok {
		return u.list
	}
	return []Type{t}
}

// unite joins types to a union as the language does: flat, without doubles, and
// without what another member holds already.
func unite(all ...Type) Type {
	if len(all) == 1 && all[0] != nil && len(parts(all[0])) == 1 {
		return all[0]
	}
	flat := make([]Type, 0, len(all))
	var seen identities
	var add func(t Type)
	add = func(t Type) {
		switch t := t.(type) {
		case *union:
			for _, m := range t.list {
				add(m)
			}
			return
		case nil:
			return
		case word:
			if t == wordNever {
				return
			}
			if t == wordBoolean {
				add(no)
				add(yes)
				return
			}
		}
		if seen.add(t) {
			flat = append(flat, t)
		}
	}
	for _, t := range all {
		add(t)
	}
	kept := flat[:0]
	for _, t := range flat {
		switch t := t.(type) {
		case *named:
			if isElement(t) && seen.has(content) {
				continue
			}
		case word:
			if t == wordAny || t == wordUnknown {
				return t
			}
		case literal:
			if seen.has(word(t.of)) {
				continue
			}
			if t.of == types.Boolean && seen.has(yes) && seen.has(no) {
				// Both values are the whole type, at the place of the first.
				if seen.add(wordBoolean) {
					kept = append(kept, wordBoolean)
				}
				continue
			}
		}
		kept = append(kept, t)
	}
	if cap(kept) > len(kept)+len(kept)/4 {
		kept = slices.Clone(kept) // unions stay; what they were gathered in need not
	}
	return oneOf(kept)
}

// oneOf is a union of distinct types.
func oneOf(list []Type) Type {
	switch len(list) {
	case 0:
		return wordNever
	case 1:
		return list[0]
	}
	return &union{list: list}
}

// isElement reports whether a type is that of an element that was made.
func isElement(t Type) bool {
	n, ok := t.(*named)
	return ok && n.from == "" && n.name == "Element" && len(n.args) == 1
}

// manyMembers is from how many members on one list is kept for unions of the same ones:
// design tokens make hundreds, and each of as many members takes them.
const manyMembers = 16

// once gives t, where it is a union with the list of another that has the same members in
// the same order.
func (e *Evaluator) once(t Type) Type {
	u, ok := t.(*union)
	if !ok || len(u.list) < manyMembers {
		return t
	}
	u.list = keepList(e.lists, u.list, identity)
	return t
}

// keepList gives the list of a table that holds the same as list. Where there is none
// yet, it becomes list, without room for more; of is what its parts are told apart by
// first.
// Source of the method: hash consing (Ershov, 1958).
func keepList[T comparable](table map[uint64][]T, list []T, of func(T) any) []T {
	var h maphash.Hash
	h.SetSeed(seed)
	for _, x := range list {
		maphash.WriteComparable(&h, of(x))
	}
	for key := h.Sum64(); ; key++ {
		known, ok := table[key]
		if !ok {
			known = slices.Clone(list)
			table[key] = known
		}
		if !ok || slices.Equal(known, list) {
			return known
		}
	}
}

// componentOf is the identity of a component: that of its props.
type componentOf struct{ props any }

// identity is equal for types that are the same beyond doubt.
func identity(t Type) any {
	if l, ok := t.(literal); ok && l.enum {
		l.enum = false
		return l
	}
	if n, ok := t.(*named); ok && len(n.args) == 0 {
		return [2]string{n.name, n.from}
	}
	if o, ok := t.(*object); ok && o.key != nil && len(o.args) == 0 {
		return o.key
	}
	if c, ok := t.(*component); ok && c.props.t != nil {
		return componentOf{identity(c.props.t)}
	}
	return t
}

// identities is a set of types by their identity.
type identities struct {
	few  []any // looked through one by one
	many map[any]bool
}

// fewIdentities are looked through; more are hashed.
const fewIdentities = 8

func (s *identities) has(t Type) bool {
	id := identity(t)
	return s.many[id] || slices.Contains(s.few, id)
}

// add adds a type and reports whether it was not there.
func (s *identities) add(t Type) bool {
	id := identity(t)
	if s.many[id] || slices.Contains(s.few, id) {
		return false
	}
	if len(s.few) < fewIdentities {
		s.few = append(s.few, id)
		return true
	}
	if s.many == nil {
		s.many = map[any]bool{}
	}
	s.many[id] = true
	return true
}

// without gives t without some words.
func without(t Type, drop ...word) Type {
	if !slices.ContainsFunc(parts(t), func(m Type) bool { w, ok := m.(word); return ok && slices.Contains(drop, w) }) {
		return t
	}
	// What is left of a union is one: nothing needs to be joined again.
	kept := make([]Type, 0, len(parts(t))-1)
	for _, m := range parts(t) {
		if w, ok := m.(word); !ok || !slices.Contains(drop, w) {
			kept = append(kept, m)
		}
	}
	return oneOf(kept)
}

// intersect joins types to an intersection as the language does: over the
// members of unions, and never where nothing is both.
func intersect(all ...Type) Type {
	products := [][]Type{nil}
	for _, t := range all {
		var inner []Type
		switch t := t.(type) {
		case *both:
			inner = []Type{t}
		default:
			inner = parts(t)
			if t == Type(wordBoolean) {
				inner = []Type{t}
			}
		}
		with := func([]Type) []Type { return inner }
		if len(products)*len(inner) > maxProduct {
			with = alternativesOf(inner).within(products, t)
		}
		next := make([][]Type, 0, len(products))
		for _, p := range products {
			for _, m := range with(p) {
				next = append(next, append(p[:len(p):len(p)], m))
			}
		}
		products = next
	}
	var out []Type
	for _, p := range products {
		out = append(out, meet(p))
	}
	return unite(out...)
}

// alternatives are the members of a union that is intersected with others.
type alternatives struct {
	all    []Type
	values map[Type]bool
	others []Type // those that are no values
}

func alternativesOf(list []Type) *alternatives {
	a := &alternatives{all: list, values: map[Type]bool{}}
	for _, t := range list {
		if isLiteral(t) {
			a.values[t] = true
		} else {
			a.others = append(a.others, t)
		}
	}
	return a
}

// with lists those that may hold beside others: of two values one at most does.
func (a *alternatives) with(others []Type) []Type {
	i := slices.IndexFunc(others, isLiteral)
	switch {
	case i < 0 || len(a.values) == 0:
		return a.all
	case a.values[others[i]]:
		return append([]Type{others[i]}, a.others...)
	}
	return a.others
}

// cost is how many intersections they give beside others, those of basic types and
// values not counted.
func (a *alternatives) cost(others []Type) int {
	list := a.with(others)
	if slices.ContainsFunc(others, notSimple) {
		return len(list)
	}
	n := 0
	for _, t := range a.others {
		if notSimple(t) {
			n++
		}
	}
	return n
}

// within gives what is taken beside each of several products: the alternatives that may
// hold beside it, or, where that comes to too many, the union as a whole: its common
// members count.
func (a *alternatives) within(products [][]Type, whole Type) func(others []Type) []Type {
	cost := 0
	for _, p := range products {
		cost += a.cost(p)
	}
	if cost > maxProduct {
		return func([]Type) []Type { return []Type{whole} }
	}
	return a.with
}

func notSimple(t Type) bool {
	_, simple := simpleKind(t)
	return !simple
}

// meet intersects types of which none is a union.
func meet(all []Type) Type {
	var flat []Type
	var seen identities
	for _, t := range all {
		inner := []Type{t}
		if b, ok := t.(*both); ok {
			inner = b.list
		}
		for _, m := range inner {
			switch {
			case m == Type(wordAny):
				return wordAny
			case m == Type(wordNever):
				return wordNever
			case m != Type(wordUnknown) && seen.add(m):
				flat = append(flat, m)
			}
		}
	}
	// Of a type and one of its values, the value stays; two values are nothing.
	var single Type
	var rest []Type
	for _, t := range flat {
		of, simple := simpleKind(t)
		if !simple {
			rest = append(rest, t)
			continue
		}
		switch before := single.(type) {
		case nil:
			single = t
		case word:
			if types.Basic(before) != of {
				return wordNever
			}
			single = t
		case literal:
			if before.of != of || isLiteral(t) && t.(literal).value != before.value {
				return wordNever
			}
		}
	}
	// Of what can be drawn and a part of it, the part stays.
	if part := single != nil && single != Type(wordVoid) && single != Type(wordSymbol); part || slices.ContainsFunc(rest, func(t Type) bool { return isTexts(t) || isElement(t) }) {
		rest = slices.DeleteFunc(rest, func(t Type) bool { return t == Type(content) })
	}
	if single != nil {
		if single == Type(wordUndefined) || single == Type(wordNull) || single == Type(wordVoid) {
			for _, t := range rest {
				switch t.(type) {
				case *object, *component, *list, *tuple:
					return wordNever
				}
				if t == Type(elementName) || isElement(t) {
					return wordNever
				}
			}
		}
		of, _ := simpleKind(single)
		if of != types.String && slices.ContainsFunc(rest, func(t Type) bool { _, ok := t.(*texts); return ok }) {
			return wordNever
		}
		if of == types.String {
			// Of a text and a template that it fits, the narrower stays.
			kept := rest[:0:0]
			for _, t := range rest {
				template, ok := t.(*texts)
				switch l, isValue := single.(literal); {
				case !ok:
					kept = append(kept, t)
				case isValue && !matchTexts(l.value, template, func(Type, string) {}):
					return wordNever
				case !isValue:
					kept, single = append(kept, t), nil
				}
			}
			rest = kept
			if single == nil {
				return meet(rest)
			}
		}
		if isLiteral(single) {
			// A value with a brand of {} or of its own type is the value.
			kept := rest[:0:0]
			for _, t := range rest {
				if o, ok := t.(*object); !ok || !o.empty() {
					kept = append(kept, t)
				}
			}
			rest = kept
		}
		rest = append([]Type{single}, rest...)
	}
	if slices.Contains(rest, Type(elementName)) {
		// The name of an element is a text.
		for _, t := range rest {
			switch t.(type) {
			case *component, *list, *tuple:
				return wordNever
			}
		}
	}
	// What is an object anyway is no other with {} beside it.
	full := slices.DeleteFunc(slices.Clone(rest), func(t Type) bool { o, ok := t.(*object); return ok && o.empty() })
	if slices.ContainsFunc(full, func(t Type) bool { _, ok := t.(*object); return ok }) {
		rest = full
	}
	switch len(rest) {
	case 0:
		return wordUnknown
	case 1:
		return rest[0]
	}
	return &both{list: rest}
}

// answered is a question that is answered once.
type answered uint8

const (
	unasked answered = iota
	saidNo
	saidYes
)

// reduced gives never for an intersection of objects of which no value is all:
// those that tell each other apart by a member of single values.
// Source: the language reduces intersections by discriminants since TypeScript 3.9.
func (e *Evaluator) reduced(t Type) Type {
	b, ok := t.(*both)
	if !ok {
		return t
	}
	if b.nothing == unasked {
		b.nothing = saidNo // while it is looked at
		if e.contradicts(b) {
			b.nothing = saidYes
		}
	}
	if b.nothing == saidYes {
		return wordNever
	}
	return t
}

func (e *Evaluator) contradicts(b *both) bool {
	var objects []*object
	for _, part := range b.list {
		if o, ok := part.(*object); ok {
			objects = append(objects, o)
		}
	}
	if len(objects) < 2 {
		return false
	}
	shapes := make([]*shape, len(objects))
	for i, o := range objects {
		shapes[i] = o.get()
	}
	for i, s := range shapes {
		for _, m := range s.members {
			if m.native || slices.ContainsFunc(shapes[:i], func(before *shape) bool { return before.own(m.name) != nil }) {
				continue // it was looked at with the first that says it
			}
			required, of := !m.optional, []Type(nil)
			for _, other := range shapes[i+1:] {
				if also := other.own(m.name); also != nil {
					if of == nil {
						of = []Type{m.read()}
					}
					of, required = append(of, also.read()), required || !also.optional
				}
			}
			if required && slices.ContainsFunc(of, finite) && !slices.Contains(of, Type(wordNever)) && intersect(of...) == Type(wordNever) {
				return true
			}
		}
	}
	return false
}

// simpleKind gives the basic type that t is, or is a value of.
func simpleKind(t Type) (types.Basic, bool) {
	switch t := t.(type) {
	case word:
		switch t {
		case wordObject, wordUnknown, wordAny:
			return "", false
		}
		return types.Basic(t), true
	case literal:
		return t.of, true
	}
	return "", false
}

func isLiteral(t Type) bool {
	_, ok := t.(literal)
	return ok
}
