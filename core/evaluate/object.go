// This file takes types apart into members, and makes types from the members
// of others.

package evaluate

import (
	"maps"
	"slices"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

func (o *object) get() *shape {
	if o.shape == nil {
		if o.busy {
			return &shape{bases: []Base{{Name: o.name}}}
		}
		o.busy = true
		o.shape = o.fill()
		o.busy, o.fill = false, nil
	}
	return o.shape
}

// empty reports whether o is {}.
func (o *object) empty() bool {
	if o.key != nil {
		return false
	}
	s := o.get()
	return len(s.members)+len(s.indexes)+len(s.calls)+len(s.news)+len(s.bases)+len(s.natives) == 0
}

func (e *Evaluator) base(t Type) Base {
	switch t := t.(type) {
	case *odd:
		return Base{Name: t.name, At: t.at, Why: t.why}
	case *named:
		return Base{Name: e.label(t), From: t.from, At: t.at, of: t}
	}
	return Base{Name: Clip(e.label(t)), of: t}
}

// label names a type in messages.
func (e *Evaluator) label(t Type) string {
	switch t := t.(type) {
	case *odd:
		return t.name
	case *named:
		if len(t.args) == 0 {
			return t.name
		}
		var args []string
		for _, a := range t.args {
			args = append(args, e.label(a))
		}
		return t.name + "<" + strings.Join(args, ", ") + ">"
	case *param:
		return t.name
	case *choice:
		return e.label(t.settled)
	case *keys:
		return "keyof " + e.label(t.of)
	case *access:
		return e.label(t.of) + "[" + e.label(t.key) + "]"
	case word:
		return string(t)
	case literal:
		return plainLiteral(t).String()
	case *object:
		if t.name != "" {
			return t.name
		}
		return "{ … }"
	case *union:
		var list []string
		for _, m := range t.list {
			list = append(list, e.label(m))
		}
		return strings.Join(list, " | ")
	}
	return "…"
}

// shapeOf takes any type apart.
func (e *Evaluator) shapeOf(t Type) *shape {
	defer e.leave()
	if why := e.enter(); why != "" {
		return &shape{bases: []Base{{Name: e.label(t), Why: why}}}
	}
	switch t := settledOn(t).(type) {
	case *object:
		if t.shape == nil {
			s := t.get()
			e.weight += placeWeight * len(s.members)
			return s
		}
		return t.shape
	case *both:
		made := &shape{}
		for _, part := range t.list {
			made.join(e.shapeOf(part))
			if primitive(part) {
				made.bases = append(made.bases, e.base(&keys{of: part}))
			}
		}
		return made
	case *union:
		return e.common(t)
	case *param:
		made := &shape{}
		if t.constraint != nil {
			made.join(e.shapeOf(t.constraint.get()))
		}
		made.bases = append(made.bases, Base{Name: t.name, of: t})
		return made
	case *component:
		return &shape{calls: []*signature{{params: []parameter{{name: "props", of: t.props}}, result: known(content)}}}
	case word:
		if t == wordAny {
			return &shape{bases: []Base{{Name: "any", of: t}}}
		}
		return &shape{}
	case *named, *odd, *keys, *access:
		return &shape{bases: []Base{e.base(t)}}
	}
	return &shape{}
}

// isWord reports whether a type is one word or one value.
func isWord(t Type) bool {
	switch t.(type) {
	case word, literal:
		return true
	}
	return false
}

// primitive reports whether a type has members that JavaScript gives it, which
// are not listed here.
func primitive(t Type) bool {
	switch t := settledOn(t).(type) {
	case literal, *texts, *list, *tuple:
		return true
	case word:
		return t == wordString || t == wordNumber || t == wordBoolean || t == wordBigInt || t == wordSymbol
	case *union:
		return slices.ContainsFunc(t.list, primitive)
	}
	return false
}

// common is what all members of a union have.
func (e *Evaluator) common(u *union) *shape {
	var shapes []*shape
	for _, m := range u.list {
		if m = e.reduced(m); m != Type(wordUndefined) && m != Type(wordNull) && m != Type(wordNever) {
			shapes = append(shapes, e.shapeOf(m))
		}
	}
	made := &shape{}
	if len(shapes) == 0 {
		return made
	}
	// What takes any name has each that another lists.
	first := max(0, slices.IndexFunc(shapes, func(s *shape) bool { return !s.open() }))
next:
	for _, m := range shapes[first].members {
		joined := *m
		ofs := []*lazy{m.of()}
		for i, other := range shapes {
			if i == first {
				continue
			}
			o := other.member(m.name)
			if o == nil && other.open() {
				ofs = append(ofs, other.indexed())
				continue
			}
			if o == nil {
				continue next
			}
			joined.optional = joined.optional || o.optional
			joined.native = joined.native && o.native
			ofs = append(ofs, o.of())
			if m.absent() && !o.absent() { // it comes from where it can be given
				joined.module, joined.node, joined.rest = o.module, o.node, o.rest
			}
		}
		joined.become(&lazy{eval: func() Type {
			var all []Type
			for _, of := range ofs {
				all = append(all, of.get())
			}
			return unite(all...)
		}})
		made.put(&joined)
	}
	for _, s := range shapes {
		for _, n := range s.natives {
			made.natives = withNative(made.natives, n)
		}
		made.bases = append(made.bases, s.bases...)
	}
	return made
}

// keysOf is keyof t.
func (e *Evaluator) keysOf(t Type) Type {
	t = e.reduced(t)
	switch t := t.(type) {
	case *odd:
		return t
	case *named:
		if list := domKeys[t.name]; list != nil && t.from == "" {
			return oneOfTexts(list)
		}
	case word:
		if t == wordAny || t == wordNever {
			return unite(wordString, wordNumber, wordSymbol)
		}
	case *union:
		if slices.Contains(t.list, Type(wordUndefined)) || slices.Contains(t.list, Type(wordNull)) {
			return wordNever
		}
	}
	if primitive(t) {
		return &keys{of: t}
	}
	s := e.shapeOf(t)
	var all []Type
	for _, m := range s.members {
		switch {
		case strings.HasPrefix(m.name, symbolKey):
		case m.numeric:
			all = append(all, number(m.name))
		default:
			all = append(all, text(m.name))
		}
	}
	for _, i := range s.indexes {
		key := i.key.get()
		all = append(all, key)
		if key == Type(wordString) {
			all = append(all, wordNumber)
		}
	}
	if len(s.bases) > 0 {
		all = append(all, &keys{of: t})
	}
	e.weight += keyWeight * len(all)
	if len(s.indexes)+len(s.bases) == 0 {
		return oneOf(all) // no two members have one name
	}
	return unite(all...)
}

// accessed is of[key].
func (e *Evaluator) accessed(of, key Type, s *Scope, at syntax.Node) Type {
	defer e.leave()
	if why := e.enter(); why != "" {
		return e.odd(s, at, "%s", why)
	}
	of, key = e.reduced(settledOn(of)), settledOn(key)
	if key == Type(wordNever) {
		return wordNever
	}
	if u, ok := of.(*union); ok {
		var all []Type
		for _, m := range u.list {
			all = append(all, e.accessed(m, key, s, at))
		}
		return unite(all...)
	}
	if u, ok := key.(*union); ok {
		var all []Type
		for _, m := range u.list {
			all = append(all, e.accessed(of, m, s, at))
		}
		return unite(all...)
	}
	switch of := of.(type) {
	case *odd:
		return of
	case word:
		if of == wordAny || of == wordNever {
			return of
		}
	case *list:
		if key == Type(wordNumber) {
			return of.elem.get()
		}
		if k, ok := key.(literal); ok {
			if k.of == types.Number {
				return of.elem.get()
			}
			if k.value == "length" {
				return wordNumber
			}
		}
	case *tuple:
		if found := tupleAt(of, key); found != nil {
			return found
		}
	}
	shape := e.shapeOf(of)
	switch key := key.(type) {
	case *odd:
		return key
	case literal:
		if m := shape.member(key.value); m != nil {
			if m.optional {
				return unite(m.of().get(), wordUndefined)
			}
			return m.of().get()
		}
		for _, i := range shape.indexes {
			if e.assignable(key, i.key.get()) == types.Yes {
				return i.of.get()
			}
		}
	case word:
		for _, i := range shape.indexes {
			if e.assignable(key, i.key.get()) == types.Yes {
				return i.of.get()
			}
		}
	case *keys:
		if p, ok := key.of.(*param); ok && of == Type(p) {
			return &access{of, key}
		}
	}
	if len(shape.bases) > 0 || deferred(key) {
		return &access{of, key}
	}
	return &odd{at: s.Module.Place(at), name: Clip(Written(s.Module, at)), why: "there is no member " + e.label(key), absent: true}
}

// deferred reports whether a key stands for itself until its parameter is known.
func deferred(key Type) bool {
	switch key.(type) {
	case *param, *keys, *access, *named:
		return true
	}
	return false
}

// lengthOf gives the lengths that a tuple may have.
func lengthOf(of *tuple) Type {
	var all []Type
	for i, elem := range of.elems {
		if elem.rest {
			return wordNumber
		}
		if elem.optional {
			all = append(all, number(itoa(i)))
		}
	}
	return unite(append(all, number(itoa(len(of.elems))))...)
}

func tupleAt(of *tuple, key Type) Type {
	if key == Type(wordNumber) {
		var all []Type
		for _, elem := range of.elems {
			t := elem.of.get()
			if l, ok := t.(*list); ok && elem.rest {
				t = l.elem.get()
			}
			all = append(all, t)
			if elem.optional {
				all = append(all, wordUndefined)
			}
		}
		return unite(all...)
	}
	k, ok := key.(literal)
	if !ok {
		return nil
	}
	if k.value == "length" {
		return lengthOf(of)
	}
	for i, elem := range of.elems {
		if k.value == itoa(i) && !elem.rest {
			if elem.optional {
				return unite(elem.of.get(), wordUndefined)
			}
			return elem.of.get()
		}
	}
	return nil
}

// mapped evaluates { [K in C as N]: V }.
func (e *Evaluator) mapped(t *syntax.MappedType, s *Scope) Type {
	name := t.Param.Name.Name
	// What the members keep of the type that they are taken from: keyof T says
	// which that is, and T[K] as the value.
	var source Type
	op, keyof := unparen(t.Param.Constraint).(*syntax.OperatorType)
	keyof = keyof && op.Op == "keyof"
	if keyof {
		source = e.reduced(e.Type(op.Type, s))
	} else if i, ok := unparen(t.Type).(*syntax.IndexedType); ok {
		if id, ok := i.Index.(*syntax.TypeName); ok {
			if head, rest, ok := entity(id.Name); ok && head == name && len(rest) == 0 {
				source = e.Type(i.Object, s)
			}
		}
	}
	whole := keyof && t.As == nil
	param := ""
	if keyof {
		if id, ok := unparen(op.Type).(*syntax.TypeName); ok {
			if head, rest, ok := entity(id.Name); ok && len(rest) == 0 {
				if _, bound := s.typeOf(head); bound {
					param = head
				}
			}
		}
	}
	if of, ok := source.(*union); ok && param != "" {
		// Each member of a union by itself.
		var all []Type
		for _, m := range of.list {
			all = append(all, e.mapped(t, s.with(binding{param, m})))
		}
		return unite(all...)
	}
	if keyof {
		_, isList := source.(*list)
		_, isTuple := source.(*tuple)
		switch {
		case isList && param != "" && whole, isTuple && param != "" && whole:
		case isWord(source) && (param != "" || source == Type(wordAny)):
			return source
		case primitive(source), source == Type(wordNever):
			// JavaScript's own members are among them.
			return &object{shape: &shape{bases: []Base{e.base(&keys{of: source})}}}
		}
	}
	if whole {
		switch of := source.(type) {
		case *list:
			return &list{elem: e.mappedElement(t, s, wordNumber, nil), readonly: marks(of.readonly, t.ReadonlyMark)}
		case *tuple:
			out := &tuple{readonly: marks(of.readonly, t.ReadonlyMark)}
			for i, elem := range of.elems {
				if elem.rest {
					elem.of = known(&list{elem: e.mappedElement(t, s, wordNumber, elem.of)})
				} else {
					elem.of, elem.optional = e.mappedElement(t, s, text(itoa(i)), nil), marks(elem.optional, t.OptionalMark)
				}
				out.elems = append(out.elems, elem)
			}
			return out
		}
	}
	return &object{over: e.keyed(t, source, s), fill: func() *shape {
		made := &shape{}
		var from *shape
		var all Type
		if source != nil {
			from = e.shapeOf(source)
		}
		if keyof {
			var names []Type
			for _, m := range from.members {
				names = append(names, text(m.name))
			}
			for _, i := range from.indexes {
				names = append(names, i.key.get())
			}
			all = &union{list: names}
			made.bases = from.bases
			if whole {
				made.natives = from.natives
			}
		} else {
			all = e.Type(t.Param.Constraint, s)
			if source != nil {
				made.bases = from.bases
			}
		}
		keys := parts(all)
		e.weight += memberWeight * len(keys)
		block, in := make([]member, len(keys)), &within{e, s, t}
		made.members = make([]*member, 0, len(keys))
		for i, key := range keys {
			e.mapKey(made, &block[i], in, key, from)
		}
		if !whole && from != nil {
			made.natives = e.settleNatives(from, made)
		}
		return made
	}}
}

// marks is a mark as a mapped type leaves it: + sets it, - takes it away.
func marks(before bool, mark string) bool { return mark == "+" || before && mark != "-" }

// keyed is the type parameter that gives a mapped type its names, nil where none does.
func (e *Evaluator) keyed(t *syntax.MappedType, source Type, s *Scope) *keyed {
	if source != nil || t.As != nil {
		return nil
	}
	by, ok := e.Type(t.Param.Constraint, s).(*param)
	if !ok {
		return nil
	}
	return &keyed{by, e.later(t.Type, s.with(binding{t.Param.Name.Name, by}))}
}

// mappedElement is what a mapped type makes of an element of a list or tuple.
// Of a rest, the type that is mapped stands for the rest alone.
func (e *Evaluator) mappedElement(t *syntax.MappedType, s *Scope, key Type, rest *lazy) *lazy {
	inner := s.with(binding{t.Param.Name.Name, key})
	if rest != nil {
		if op, ok := unparen(t.Param.Constraint).(*syntax.OperatorType); ok {
			if name, ok := unparen(op.Type).(*syntax.TypeName); ok {
				if head, parts, ok := entity(name.Name); ok && len(parts) == 0 {
					inner = inner.with(binding{head, rest.get()})
				}
			}
		}
	}
	return e.later(t.Type, inner)
}

// mapKey adds the member that a mapped type makes of one key, in a place that is free.
func (e *Evaluator) mapKey(made *shape, free *member, in *within, key Type, from *shape) {
	t, s := in.mapped, in.scope
	var before *member
	l, plain := key.(literal)
	if plain && from != nil {
		before = from.member(l.value)
	}
	plain = plain && !l.enum && (l.of == types.String || l.of == types.Number)
	name, inner := key, s
	if t.As != nil || !plain {
		inner = s.with(binding{t.Param.Name.Name, key})
	}
	if t.As != nil {
		name = e.Type(t.As, inner)
	}
	for _, name := range parts(name) {
		switch name := name.(type) {
		case literal:
			m := free
			if m == nil {
				m = &member{} // this key has several names
			}
			*m = member{name: name.value, numeric: name.of == types.Number, module: s.Module, node: t}
			if before != nil {
				*m = *before
				m.name = name.value
			}
			optional := m.optional
			m.optional, m.readonly = marks(optional, t.OptionalMark), marks(m.readonly, t.ReadonlyMark)
			there := optional || m.optional
			if inner == s {
				m.become(nil)
				m.in, m.there, m.number = in, there, l.of == types.Number
			} else {
				m.become(&lazy{e: e, node: t.Type, scope: inner, there: there})
			}
			if t.As != nil {
				if first := made.member(m.name); first != nil { // of several keys with one name
					one, other := first.of(), m.of()
					m.optional, m.readonly = first.optional, first.readonly
					m.become(&lazy{eval: func() Type { return unite(one.get(), other.get()) }})
				}
			}
			made.put(m)
			free = nil
		case word:
			if name != wordNever {
				made.indexes = append(made.indexes, index{key: known(name), of: e.later(t.Type, inner), readonly: t.ReadonlyMark == "+"})
			}
		case *texts:
			made.indexes = append(made.indexes, index{key: known(name), of: e.later(t.Type, inner), readonly: t.ReadonlyMark == "+"})
		default:
			made.bases = append(made.bases, e.base(name))
		}
	}
}

func unparen(t syntax.Type) syntax.Type {
	for {
		p, ok := t.(*syntax.ParenType)
		if !ok {
			return t
		}
		t = p.Type
	}
}

// chosen gives the names of a union of keys. open says that it holds more than
// names; so does what is left in rest.
func chosen(t Type) (names map[string]bool, rest []Type) {
	names = map[string]bool{}
	for _, m := range parts(settledOn(t)) {
		switch m := settledOn(m).(type) {
		case literal:
			names[m.value] = true
		default:
			if m != Type(wordNever) {
				rest = append(rest, m)
			}
		}
	}
	return names, rest
}

// omit is Omit<of, keys>: over a union, only what its members share is kept.
func (e *Evaluator) omit(of, leave Type) Type {
	if primitive(of) {
		if names, rest := chosen(leave); len(rest) == 0 && len(names) > 0 {
			// Values are left out of a kind to have them shown beside it: any of the kind fits.
			return intersect(widen(of), nothing())
		}
		return &object{shape: &shape{bases: []Base{e.base(&keys{of: of})}}} // what is left are JavaScript's own members
	}
	return &object{fill: func() *shape {
		names, rest := chosen(leave)
		from := e.shapeOf(of)
		if of == Type(wordAny) {
			return &shape{indexes: []index{{known(wordString), known(wordAny), false}}}
		}
		if from.open() {
			// keyof is string then, and no member is left by its name.
			return &shape{indexes: from.indexes, bases: from.bases}
		}
		made := &shape{indexes: from.indexes, members: make([]*member, 0, max(0, len(from.members)-len(names)))}
		for _, r := range rest {
			if form, ok := r.(*texts); ok {
				for _, m := range from.members {
					if e.assignable(text(m.name), form) == types.Yes {
						names[m.name] = true
					}
				}
			}
		}
		for _, m := range from.members {
			if !names[m.name] {
				made.add(m)
			}
		}
		var except []string // what was there: libraries leave out hundreds of names of their own
		for name := range names {
			if len(from.natives) > 0 && from.member(name) != nil {
				except = append(except, name)
			}
		}
		for _, n := range from.natives {
			n.Except = e.exceptions(n.Except, except)
			made.natives = append(made.natives, n)
		}
		made.bases = from.bases
		for _, r := range rest {
			switch r := r.(type) {
			case word:
				made.indexes = nil // keyof of an index signature
			case *texts:
			default:
				made.bases = append(made.bases[:len(made.bases):len(made.bases)], Base{Name: "Omit by " + e.label(r), Why: "which members are left out depends on " + e.label(r)})
			}
		}
		return made
	}}
}

// pick is Pick<of, keys>.
func (e *Evaluator) pick(of, keys Type) Type {
	return &object{fill: func() *shape {
		names, rest := chosen(keys)
		from := e.shapeOf(of)
		made := &shape{}
		for _, m := range from.members {
			if names[m.name] {
				picked := *m
				picked.is = m.of() // both are evaluated as one
				made.add(&picked)
				delete(names, m.name)
			}
		}
		made.natives = e.settleNatives(from, made)
		for _, name := range slices.Sorted(maps.Keys(names)) {
			switch {
			case of == Type(wordAny):
				made.put(&member{name: name, is: known(wordAny)})
			case len(from.bases) > 0:
				// Of what is not here, the names are known at least.
				made.put(&member{name: name, optional: true, unsure: true, rest: &rarely{origin: from.bases[0].From}, is: known(&odd{at: from.bases[0].At, name: name, why: "its type is declared in " + orNot(from.bases[0].From)})})
			case len(from.indexes) > 0:
				// Any name is one of its own: what it holds is what the signature says.
				if held := e.wanted([]Type{of}, name); len(held) > 0 {
					made.put(&member{name: name, is: known(unite(held...))})
				}
			case of != Type(wordNever):
				// Published declarations name what another version of the framework had; the
				// compiler lets it be given.
				made.put(&member{name: name, unsure: true, is: known(wordAny)})
			}
		}
		for _, r := range rest {
			if w, ok := r.(word); ok {
				for _, i := range from.indexes {
					if i.key.get() == r {
						made.indexes = append(made.indexes, i)
					}
				}
				if of == Type(wordAny) && w != wordSymbol {
					made.indexes = append(made.indexes, index{known(w), known(wordAny), false})
				}
				continue
			}
			made.bases = append(made.bases, Base{Name: "Pick by " + e.label(r), Why: "which members are picked depends on " + e.label(r)})
		}
		return made
	}}
}

// settleNatives gives the sets of native attributes that are still taken over
// whole: those of which most is left, without the rest. Of another, what is left
// was picked by name.
func (e *Evaluator) settleNatives(from, made *shape) []Native {
	all, left := 0, 0
	var except []string
	for _, m := range from.members {
		if !m.native {
			continue
		}
		all++
		if kept := made.member(m.name); kept != nil && kept.native {
			left++
		} else {
			except = append(except, m.name)
		}
	}
	if left*2 <= all {
		for _, m := range made.members {
			if m.native {
				m.native = false
				m.say(func(r *rarely) { r.origin = "dom" })
			}
		}
		return nil
	}
	var natives []Native
	for _, n := range from.natives {
		n.Except = e.exceptions(n.Except, except)
		natives = append(natives, n)
	}
	return natives
}

// exceptions gives one list of what is left out of a set of native attributes, in
// order. Many components leave out the same.
func (e *Evaluator) exceptions(before, more []string) []string {
	list := slices.Concat(before, more)
	slices.Sort(list)
	return keepList(e.left, slices.Compact(list), func(name string) any { return name })
}

func orNot(from string) string {
	if from == "" {
		return "what is not here"
	}
	return from + ", which is not here"
}

// instance adds the members that instances of a class have.
func (e *Evaluator) instance(to *shape, c *syntax.Class, s *Scope) {
	for _, m := range c.Members {
		if m.Modifiers&(syntax.Static|syntax.Private|syntax.Protected) != 0 {
			continue
		}
		if m.Kind == syntax.ConstructMember {
			if fn, ok := m.Value.(*syntax.Func); ok {
				for _, p := range fn.Params {
					if id, ok := p.Name.(*syntax.Ident); ok && p.Modifiers&(syntax.Public|syntax.Readonly) != 0 && p.Modifiers&(syntax.Private|syntax.Protected) == 0 {
						to.put(&member{name: id.Name, is: e.typeOfParam(p, s), optional: p.Optional, module: s.Module, node: p})
					}
				}
			}
			continue
		}
		e.classMember(to, m, s)
	}
}

func (e *Evaluator) classMember(to *shape, m *syntax.ClassMember, s *Scope) {
	if m.Kind == syntax.StaticBlock || m.Kind == syntax.ConstructMember {
		return
	}
	if m.Kind == syntax.IndexMember {
		if len(m.Params) == 1 {
			to.indexes = append(to.indexes, index{e.later(m.Params[0].Type, s), e.later(m.Type, s), m.Modifiers.Has(syntax.Readonly)})
		}
		return
	}
	if _, private := m.Key.(*syntax.PrivateName); private {
		return
	}
	name, ok := e.keyName(m.Key, s)
	if !ok {
		return
	}
	made := &member{name: name, optional: m.Optional, readonly: m.Modifiers.Has(syntax.Readonly), module: s.Module, node: m}
	fn, _ := m.Value.(*syntax.Func)
	switch {
	case m.Kind == syntax.MethodMember && fn != nil:
		sig := e.callable(fn, s)
		if before := to.member(name); before != nil {
			if fn.Body == nil {
				before.is = overload(before.of(), sig)
			}
			return
		}
		made.is = known(function(sig))
	case m.Kind == syntax.GetMember && fn != nil:
		made.is = e.callable(fn, s).result
	case m.Kind == syntax.SetMember && fn != nil:
		if to.member(name) != nil || len(fn.Params) == 0 {
			return
		}
		made.is = e.typeOfParam(fn.Params[0], s)
	case m.Type != nil:
		made.in = &within{e, s, nil}
	default:
		made.is = &lazy{eval: func() Type { return e.loosened(m.Value, s) }}
	}
	to.put(made)
}

// superInstance is what instances of the class that c extends are, or nil.
func (e *Evaluator) superInstance(c *syntax.Class, s *Scope) Type {
	if c.Extends == nil {
		return nil
	}
	args := e.arguments(c.ExtendArgs, s)
	// A class by its name; else what the value constructs.
	if head, rest, ok := entity(c.Extends); ok {
		name := &syntax.TypeName{Range: syntax.Between(c.Extends.Pos(), c.Extends.Stop()), Name: c.Extends, Args: c.ExtendArgs}
		sym, found := e.Set.Local(s.Module, head)
		for _, part := range rest {
			if found {
				sym, found = e.Set.Member(sym, part)
			}
		}
		if found && (sym.External() || isClass(sym)) || !found {
			return e.named(name, s)
		}
	}
	of := e.instantiate(e.Expr(c.Extends, s), args)
	if _, mixed := of.(*both); mixed { // constructors of mixins: instances are all of them
		if made := e.Instance(of); made != nil {
			return made
		}
	}
	for _, sig := range e.shapeOf(of).news {
		return sig.result.get()
	}
	return e.odd(s, c.Extends, "what this class extends is not known")
}

func isNumber(key syntax.Node) bool {
	l, ok := key.(*syntax.Literal)
	return ok && l.Kind == syntax.NumberLiteral
}

func isClass(sym modules.Symbol) bool {
	for _, d := range sym.Decls {
		switch d.Node.(type) {
		case *syntax.ClassDecl, *syntax.Interface:
			return true
		}
	}
	return false
}
