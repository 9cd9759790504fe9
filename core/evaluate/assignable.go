// This file decides whether a type can stand for another, as far as conditions
// need it.

package evaluate

import (
	"slices"
	"strings"

	"steadysocket/core/types"
)

// assignable tells whether a value of type a fits where b is asked for. It is
// undecided where a name is not known.
func (e *Evaluator) assignable(a, b Type) types.Answer {
	r := &relation{e: e, busy: map[[2]any]bool{}}
	return r.fits(a, b, 0)
}

type relation struct {
	e    *Evaluator
	busy map[[2]any]bool // pairs being compared: taken for fitting
	part bool            // what is asked for next is part of an intersection
}

// maxRelation bounds how deep two types are compared.
const maxRelation = 20

func answer(b bool) types.Answer {
	if b {
		return types.Yes
	}
	return types.No
}

func (r *relation) fits(a, b Type, depth int) types.Answer {
	if depth > maxRelation {
		return types.Undecided
	}
	depth++
	a, b = r.e.reduced(settledOn(a)), r.e.reduced(settledOn(b))
	if identity(a) == identity(b) || b == Type(wordUnknown) || b == Type(wordAny) || a == Type(wordNever) {
		return types.Yes
	}
	if _, is := a.(*odd); is {
		return types.Undecided
	}
	if _, is := b.(*odd); is {
		return types.Undecided
	}
	if a == Type(wordAny) {
		if depth > 1 {
			return answer(b != Type(wordNever))
		}
		return types.Undecided // any by itself is what is asked for, and is not
	}
	if a == Type(wordBoolean) {
		if u, ok := b.(*union); ok {
			return min(r.anyOf(no, u, depth), r.anyOf(yes, u, depth))
		}
	}
	if u, ok := a.(*union); ok {
		out := types.Yes
		for _, m := range u.list {
			if out = min(out, r.fits(m, b, depth)); out == types.No {
				break
			}
		}
		return out
	}
	switch b := b.(type) {
	case *union:
		if a == Type(elementName) && slices.Contains(b.list, Type(text("div"))) {
			return types.Yes // the names of all elements are among them
		}
		return r.anyOf(a, b, depth)
	case *both:
		out := types.Yes
		for _, m := range b.list {
			r.part = true
			out = min(out, r.fits(a, m, depth))
			r.part = false
			if out == types.No {
				break
			}
		}
		return out
	case *keys:
		if l, ok := a.(literal); ok && l.of == types.String && primitive(b.of) && !wrapped[l.value] {
			return types.No
		}
		return types.Undecided
	case *param, *access:
		return types.Undecided
	case *named:
		return r.fitsNamed(a, b, depth)
	}
	switch a := a.(type) {
	case *both:
		best := types.No
		for _, m := range a.list {
			best = max(best, r.fits(m, b, depth))
		}
		if o, isObject := b.(*object); isObject && best != types.Yes {
			return max(best, r.structure(a, o, depth))
		}
		if _, simple := simpleKind(b); simple && best == types.Undecided && holdsObject(a) {
			return types.No // an object is no text or number, whatever else it is
		}
		return best
	case *param:
		if a.constraint != nil && r.fits(a.constraint.get(), b, depth) == types.Yes {
			return types.Yes
		}
		return types.Undecided
	case *keys:
		if b == Type(wordString) {
			return types.Undecided
		}
		return r.fits(unite(wordString, wordNumber, wordSymbol), b, depth)
	case *access:
		return types.Undecided
	case *named:
		return fromNamed(a, b)
	}
	switch b := b.(type) {
	case word:
		return r.fitsWord(a, b)
	case literal:
		// An equal one was found above; any number fits an enumeration.
		return answer(b.enum && a == Type(wordNumber))
	case *texts:
		if l, ok := a.(literal); ok {
			out := types.Yes
			if !matchTexts(l.value, b, func(hole Type, value string) {
				if hole == Type(wordNumber) && strings.Trim(value, "0123456789.-") != "" {
					out = types.No
				} else if hole != Type(wordString) && hole != Type(wordNumber) {
					out = min(out, r.fits(text(value), hole, depth))
				}
			}) {
				return types.No
			}
			return out
		}
		if t, ok := a.(*texts); ok {
			return r.fitsTexts(t, b, depth)
		}
		return types.No
	case *list:
		switch a := a.(type) {
		case *list:
			return min(answer(!a.readonly || b.readonly), r.fits(a.elem.get(), b.elem.get(), depth))
		case *tuple:
			return min(answer(!a.readonly || b.readonly), r.fits(tupleAt(a, wordNumber), b.elem.get(), depth))
		}
		return types.No
	case *tuple:
		return r.fitsTuple(a, b, depth)
	case *component:
		if props := r.e.erasedProps(a); props != nil {
			return r.fits(b.props.get(), props, depth)
		}
		return types.No
	case *object:
		return r.structure(a, b, depth)
	}
	return types.Undecided
}

func (r *relation) anyOf(a Type, b *union, depth int) types.Answer {
	best := types.No
	if l, ok := a.(literal); ok {
		// Most unions are sets of values: one look at each is enough.
		composed := false
		for _, m := range b.list {
			switch m := m.(type) {
			case literal:
				if m.value == l.value && m.of == l.of {
					return types.Yes
				}
			case word:
				if types.Basic(m) == l.of {
					return types.Yes
				}
			default:
				composed = true
			}
		}
		if !composed {
			return types.No
		}
	}
	for _, m := range b.list {
		if best = max(best, r.fits(a, m, depth)); best == types.Yes {
			break
		}
	}
	return best
}

func (r *relation) fitsWord(a Type, b word) types.Answer {
	switch b {
	case wordObject:
		switch a.(type) {
		case *object, *list, *tuple, *component:
			return types.Yes
		}
		return types.No
	case wordVoid:
		return answer(a == Type(wordUndefined))
	case wordString:
		if _, ok := a.(*texts); ok {
			return types.Yes
		}
	}
	l, ok := a.(literal)
	return answer(ok && word(l.of) == b)
}

func holdsObject(b *both) bool {
	return slices.ContainsFunc(b.list, func(t Type) bool {
		switch t.(type) {
		case *object, *component, *list, *tuple:
			return true
		}
		return false
	})
}

// objects are global names of objects that the standard library declares.
var objects = map[string]bool{"Promise": true, "PromiseLike": true, "Date": true, "Map": true, "Set": true, "WeakMap": true, "WeakSet": true, "RegExp": true,
	"Error": true, "Element": true, "HTMLElement": true, "Node": true, "Event": true, "File": true, "Blob": true, "Style": true, "Ref": true}

// record decides about an object where one is asked for that has a member of a
// name: without it, it is none.
func (r *relation) record(a Type, name string, depth int) types.Answer {
	if b, ok := a.(*both); ok && !holdsObject(b) {
		best := types.No
		for _, m := range b.list {
			best = max(best, r.fits(m, content, depth))
		}
		return best
	}
	s := r.e.shapeOf(a)
	if len(s.bases) > 0 || len(s.indexes) > 0 {
		return types.Undecided
	}
	for _, m := range s.members {
		if m.name == name || name == symbolKey && strings.HasPrefix(m.name, symbolKey) {
			return types.Undecided
		}
	}
	return types.No
}

// fitsNamed decides about a type that is known by name only.
func (r *relation) fitsNamed(a Type, b *named, depth int) types.Answer {
	if n, ok := a.(*named); ok && n.name == b.name && n.from == b.from {
		if out := r.fitsEach(n.args, b.args, depth); out != types.No {
			return out
		}
		return types.Undecided
	}
	switch {
	case b.from != "":
	case b == elementName:
		switch a := a.(type) {
		case literal:
			if _, native := r.e.element(a.value); native || strings.Contains(a.value, "-") {
				return types.Yes
			}
			return types.No
		case *object, *component, *list, *tuple, word:
			return types.No
		case *named:
			if isDrawn(a) {
				return types.No
			}
		case *both:
			if holdsObject(a) {
				return types.No
			}
		}
	case isElement(b):
		switch a := a.(type) {
		case word, literal, *texts, *list, *tuple, *component:
			return types.No
		case *object, *both:
			return r.record(a, "props", depth)
		case *named:
			if a == content || a.from == "" && a.name == "Iterable" {
				return types.No // it may be a text, or several
			}
		}
	case b.name == "Content":
		switch a := a.(type) {
		case word:
			return answer(a == wordString || a == wordNumber || a == wordBoolean || a == wordNull || a == wordUndefined || a == wordBigInt)
		case literal, *texts:
			return types.Yes
		case *list:
			return r.fits(a.elem.get(), b, depth)
		case *component:
			return types.No
		case *object, *both:
			return r.record(a, "props", depth)
		case *named:
			if a.name == "Iterable" && a.from == "" || isElement(a) {
				return types.Yes
			}
		}
	case b.name == "Iterable" || b.name == "AsyncIterable":
		switch a := a.(type) {
		case word:
			return answer(a == wordString && b.name == "Iterable")
		case literal, *texts:
			return types.Undecided
		case *object, *both:
			return r.record(a, symbolKey, depth)
		case *list:
			if len(b.args) == 1 {
				return r.fits(a.elem.get(), b.args[0], depth)
			}
		}
	case b.name == "Function":
		switch a := a.(type) {
		case word, literal, *list, *tuple, *texts:
			return types.No
		case *component:
			return types.Yes
		case *object:
			if s := a.get(); len(s.bases) == 0 {
				return answer(len(s.calls)+len(s.news) > 0)
			}
		}
	case objects[b.name] || strings.HasPrefix(b.name, "HTML") || strings.HasPrefix(b.name, "SVG"):
		switch a.(type) {
		case word, literal, *texts, *list, *tuple:
			return types.No
		}
	}
	return types.Undecided
}

// isDrawn reports whether a type is one of what can be drawn.
func isDrawn(n *named) bool {
	return n.from == "" && (n.name == "Content" || n.name == "Iterable") || isElement(n)
}

// fromNamed decides about what only the name of is known.
func fromNamed(a *named, b Type) types.Answer {
	if isDrawn(a) {
		switch b := b.(type) {
		case word:
			return answer(b == wordUnknown || b == wordAny || b == wordObject && isElement(a))
		case literal, *texts, *component, *tuple:
			return types.No
		case *list:
			if a.name != "Iterable" {
				return types.No
			}
		case *object:
			s := b.get()
			switch {
			case a.name == "Content":
				return types.No // it may be nothing at all
			case len(s.calls)+len(s.news) > 0:
				return types.No // nothing that is drawn can be called
			case isElement(a) && b.empty():
				return types.Yes
			case isElement(a) && slices.ContainsFunc(s.members, func(m *member) bool { return !m.optional && m.name != "type" && m.name != "props" && m.name != "key" }):
				return types.No // an element has those and no others
			}
		}
	}
	if a == elementName {
		switch b := b.(type) {
		case literal, *texts:
			return types.Undecided // it is a text of which not all are named here
		case *object:
			return answer(b.empty())
		}
		return answer(b == Type(wordString))
	}
	if b, ok := b.(*object); ok && b.empty() && (objects[a.name] || strings.HasPrefix(a.name, "HTML")) {
		return types.Yes
	}
	if objects[a.name] && a.from == "" {
		switch b := b.(type) {
		case literal, *texts, *list, *tuple:
			return types.No
		case word:
			return answer(b == wordObject)
		}
	}
	if a.name == "Function" && a.from == "" {
		switch b.(type) {
		case word, literal:
			return answer(b == Type(wordObject))
		}
	}
	return types.Undecided
}

// fitsTexts decides about two templates: one of the same texts fits by its
// holes; of others nothing is decided.
func (r *relation) fitsTexts(a, b *texts, depth int) types.Answer {
	if !slices.Equal(a.parts, b.parts) {
		return types.Undecided
	}
	return r.fitsEach(a.types, b.types, depth)
}

// fitsEach holds types of two lists against each other, place by place.
func (r *relation) fitsEach(a, b []Type, depth int) types.Answer {
	out := types.Yes
	for i := range min(len(a), len(b)) {
		out = min(out, r.fits(a[i], b[i], depth))
	}
	return out
}

func (r *relation) fitsTuple(a Type, b *tuple, depth int) types.Answer {
	t, ok := a.(*tuple)
	if !ok {
		return types.No
	}
	out := answer(!t.readonly || b.readonly)
	for i, want := range b.elems {
		if want.rest {
			for _, have := range t.elems[min(i, len(t.elems)):] {
				if l, ok := want.of.get().(*list); ok && !have.rest {
					out = min(out, r.fits(have.of.get(), l.elem.get(), depth))
				} else {
					out = min(out, r.fits(have.of.get(), want.of.get(), depth))
				}
			}
			return out
		}
		if i >= len(t.elems) {
			return min(out, answer(want.optional))
		}
		if have := t.elems[i]; have.rest || have.optional && !want.optional {
			return types.No
		} else {
			out = min(out, r.fits(have.of.get(), want.of.get(), depth))
		}
	}
	if len(t.elems) > len(b.elems) {
		return types.No
	}
	return out
}

// structure compares members and signatures.
func (r *relation) structure(a Type, b *object, depth int) types.Answer {
	if a == Type(wordNull) || a == Type(wordUndefined) || a == Type(wordVoid) || a == Type(wordUnknown) {
		return types.No
	}
	if b.empty() {
		return types.Yes
	}
	key := [2]any{identity(a), identity(b)}
	if r.busy[key] {
		return types.Yes
	}
	r.busy[key] = true
	defer delete(r.busy, key)
	if o, ok := a.(*object); ok && o.key != nil && o.key == b.key {
		if r.fitsEach(o.args, b.args, depth) == types.Yes {
			return types.Yes
		}
	}
	want := b.get()
	// Of an intersection, the whole would have to ask for nothing.
	weak := want.weak() && !r.part
	r.part = false
	var have *shape
	switch a := a.(type) {
	case word, literal, *texts:
		_, simple := simpleKind(a)
		return fitsWrapped(want, simple, weak)
	case *list, *tuple:
		return fitsWrapped(want, true, weak)
	default:
		have = r.e.shapeOf(a)
	}
	out := types.Yes
	if len(want.bases) > 0 {
		out = types.Undecided
	}
	missing := types.No
	if len(have.bases) > 0 {
		missing = types.Undecided
	}
	if weak && len(have.members)+len(have.calls)+len(have.news) > 0 && len(have.bases) == 0 &&
		!slices.ContainsFunc(want.members, func(m *member) bool { return have.member(m.name) != nil }) {
		return types.No
	}
	for _, m := range want.members {
		other := have.member(m.name)
		switch {
		case other == nil && !m.optional:
			out = min(out, missing)
		case other == nil:
		case other.optional && !m.optional:
			return types.No
		default:
			of := m.of().get()
			if m.optional {
				of = unite(of, wordUndefined)
			}
			out = min(out, r.fits(other.of().get(), of, depth))
		}
		if out == types.No {
			return out
		}
	}
	for _, i := range want.indexes {
		for _, m := range have.members {
			if r.fits(text(m.name), i.key.get(), depth) == types.Yes {
				out = min(out, r.fits(m.of().get(), i.of.get(), depth))
			}
		}
		for _, other := range have.indexes {
			out = min(out, r.fits(other.of.get(), i.of.get(), depth))
		}
		if o, ok := a.(*object); ok && o.key != nil && len(have.indexes) == 0 {
			out = min(out, types.No) // only aliases and literals fit an index signature by their members
		}
	}
	for _, pair := range [][2][]*signature{{have.calls, want.calls}, {have.news, want.news}} {
		if len(pair[1]) > 0 && len(pair[0]) == 0 {
			return min(out, missing)
		}
		for _, target := range pair[1] {
			best := types.No
			for _, source := range pair[0] {
				best = max(best, r.signature(source, target, depth))
			}
			out = min(out, best)
		}
	}
	return out
}

// fitsWrapped decides for a type whose members are those of a wrapper (String, Array), which are not listed here: it never says yes. closed tells whether
// the type has no other members than its wrapper; weak, whether what is wanted asks for nothing and so must share a member.
func fitsWrapped(want *shape, closed, weak bool) types.Answer {
	if len(want.calls)+len(want.news)+len(want.indexes) > 0 {
		return types.No
	}
	for _, m := range want.members {
		if closed && !m.optional && !wrapped[m.name] {
			return types.No
		}
		weak = weak && !wrapped[m.name]
	}
	if weak {
		return types.No
	}
	return types.Undecided
}

// wrapped are the names of the members that JavaScript gives to texts, numbers,
// truth values, symbols and lists. Source: ECMA-262, 14th edition (2023).
var wrapped = func() map[string]bool {
	names := map[string]bool{}
	for _, name := range strings.Fields(`
		at anchor big blink bold charAt charCodeAt codePointAt concat endsWith fixed fontcolor fontsize includes indexOf isWellFormed italics lastIndexOf length
		link localeCompare match matchAll normalize padEnd padStart repeat replace replaceAll search slice small split startsWith strike sub substr substring sup
		toLocaleLowerCase toLocaleUpperCase toLowerCase toString toUpperCase toWellFormed trim trimEnd trimLeft trimRight trimStart valueOf
		toExponential toFixed toLocaleString toPrecision description
		copyWithin entries every fill filter find findIndex findLast findLastIndex flat flatMap forEach join keys map pop push reduce reduceRight reverse shift some
		sort splice toReversed toSorted toSpliced unshift values with`) {
		names[name] = true
	}
	return names
}()

// signature compares two signatures; parameters turn the direction round.
func (r *relation) signature(a, b *signature, depth int) types.Answer {
	out := types.Yes
	if len(a.typeParams) > 0 {
		by := map[*param]Type{}
		found := asking(a.typeParams)
		r.e.inferSignature(b, a, found, depth)
		for p, c := range found {
			by[p] = c.settle()
			switch {
			case by[p] != nil:
			case p.constraint != nil:
				by[p] = p.constraint.get()
			default:
				by[p] = wordUnknown
			}
		}
		a = r.e.given(a, by)
	}
	for i, p := range a.params {
		if p.rest {
			break
		}
		other := b.at(i)
		if other == nil {
			if !p.optional {
				return types.No // it asks for more than it is given
			}
			continue
		}
		if other == Type(wordAny) {
			continue
		}
		of := p.of.get()
		if p.optional {
			of = unite(of, wordUndefined)
		}
		// Methods take parameters both ways.
		out = min(out, max(r.fits(other, of, depth), min(r.fits(of, other, depth), types.Undecided)))
	}
	if b.result.get() == Type(wordVoid) || a.result.get() == Type(wordAny) {
		return out
	}
	return min(out, r.fits(a.result.get(), b.result.get(), depth))
}
