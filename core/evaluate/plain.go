// This file gives evaluated types out as types of the type language.

package evaluate

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"steadysocket/core/types"
)

// Bounds on types given out: a declared type that stands deeper, or after so
// many parts, is given by its name.
const (
	maxDeclared = 2
	maxParts    = 80
	maxWhole    = 500 // after so many, nothing more is given out
	maxValues   = 30  // values of an open set that has a name
	maxInner    = 60  // members of a declared type inside of another
	maxFew      = 12  // members of one of which it is not asked whether it is too long by itself
)

// unread stands for a part that was not understood inside of a type that was.
var unread = types.Unread

// Plain gives a type out; nil where nothing is known of it. What was not
// understood is added to Odd.
func (e *Evaluator) Plain(t Type) types.Type {
	p := &plainer{e: e}
	switch t := t.(type) {
	case *odd:
		p.odd(t)
		return nil
	case *named:
		if t != elementName && !isName(t.name) {
			p.odd(&odd{at: t.at, why: "what " + t.name + " is cannot be known here"})
			return nil
		}
	}
	if _, leaf := simpleKind(t); leaf {
		return p.of(t)
	}
	if before, ok := e.out[t]; ok {
		e.Odd = append(e.Odd, before.odd...)
		return before.plain
	}
	said := len(e.Odd)
	plain := p.of(t)
	// What is too long is said by the names inside of it, and a type without a name that
	// holds itself by the names around it: so they are said whole.
	if p.cut {
		plain, p = e.orElse(plain, p, t, &plainer{e: e, brief: 1, opens: true}, said, func(other *plainer) bool { return !other.cut && !other.round })
	}
	if p.round {
		plain, _ = e.orElse(plain, p, t, &plainer{e: e, brief: 1}, said, func(other *plainer) bool { return !other.round })
	}
	e.out[t] = givenOut{plain, slices.Clone(e.Odd[said:])}
	return plain
}

// long reports whether a declared type is made of more than is given out, whoever asks:
// inside of others it is given by its name.
func (e *Evaluator) long(o *object) bool {
	key, ok := o.key.(declaration)
	if !ok || len(o.args) > 0 || key.module.Outer != nil || len(o.get().members) <= maxFew {
		return false
	}
	at := declaredAt{key.module.Path, key.name}
	long, known := e.lasting.long[at]
	if !known {
		said := len(e.Odd)
		alone := &plainer{e: e, alone: true}
		alone.of(o)
		long, e.Odd = alone.cut, e.Odd[:said]
		e.lasting.long[at] = long
	}
	return long
}

// orElse gives a type out in another way where that is better; said is how much was not
// understood before either.
func (e *Evaluator) orElse(plain types.Type, p *plainer, t Type, other *plainer, said int, better func(other *plainer) bool) (types.Type, *plainer) {
	before := slices.Clone(e.Odd[said:])
	e.Odd = e.Odd[:said]
	if again := other.of(t); better(other) {
		return again, other
	}
	e.Odd = append(e.Odd[:said], before...)
	return plain, p
}

type plainer struct {
	e        *Evaluator
	busy     []any // objects being given out
	declared int   // how many declared types stand around
	parts    int
	depth    int
	cut      bool
	brief    int            // more than 0 inside of what is given by name
	opens    bool           // the outermost type is not given by name
	defines  bool           // it gives out what a name stands for
	alone    bool           // it is asked how long one type is
	round    bool           // a type without a name was met inside of itself
	fields   []*types.Field // of the objects being given out, one after another
	params   []types.Param  // of the functions being given out
}

func (p *plainer) odd(o *odd) {
	p.e.Odd = append(p.e.Odd, Odd{o.at, o.why})
}

func (p *plainer) all(list []Type) []types.Type {
	if len(list) == 0 {
		return nil
	}
	out := make([]types.Type, len(list))
	for i, t := range list {
		out[i] = p.of(t)
	}
	return out
}

func plainLiteral(l literal) *types.Literal { return &types.Literal{Of: l.of, Value: l.value} }

// one gives the type of the pool that is made as t is.
func (p *plainer) one(t types.Type) types.Type { return p.e.pool.One(t) }

func (p *plainer) named(name, from string, args ...types.Type) types.Type {
	return p.e.pool.Named(name, from, args)
}

// of gives a type out, one of each.
func (p *plainer) of(t Type) types.Type {
	p.parts++
	p.depth++
	defer func() { p.depth-- }()
	if _, leaf := simpleKind(t); p.parts > 4*p.whole() && p.depth > 2 || !leaf && (p.depth > 60 || p.parts > p.whole()) {
		p.tooLong()
		return unread
	}
	switch t := t.(type) {
	case word:
		return types.Boxed(types.Basic(t))
	case literal:
		return p.e.pool.Literal(t.of, t.value)
	case *union:
		if t.name != "" && !simple(t) && (p.briefly() || p.parts > maxParts || len(t.list) > maxValues) {
			from, _ := p.e.Set.Foreign(t.from.Path)
			made := p.named(t.name, from, p.arguments(t.args)...)
			p.noteName(made, t.from, t.name, t)
			return made
		}
		return p.one(types.NewUnion(p.all(t.list)...))
	case *both:
		if p.e.reduced(t) == Type(wordNever) {
			return types.Never
		}
		return p.intersection(t)
	case *list:
		return p.one(&types.Array{Elem: p.of(t.elem.get()), Readonly: t.readonly})
	case *tuple:
		out := &types.Tuple{Readonly: t.readonly}
		for _, elem := range t.elems {
			out.Elems = append(out.Elems, types.Elem{Name: elem.name, Type: p.of(elem.of.get()), Optional: elem.optional, Rest: elem.rest})
		}
		return p.one(out)
	case *texts:
		return p.one(&types.Template{Texts: t.parts, Types: p.all(t.types)})
	case *object:
		return p.object(t)
	case *param:
		return p.named(t.name, "")
	case *choice:
		return p.of(t.shown)
	case *named:
		if t == elementName {
			return p.named("Element", "")
		}
		if !isName(t.name) {
			return unread
		}
		return p.named(t.name, t.from, p.all(t.args)...)
	case *component:
		props := t.props.get()
		if props == Type(wordAny) {
			return p.named("Component", "")
		}
		return p.named("Component", "", p.of(props))
	case *keys:
		return p.named("KeyOf", "", p.of(t.of))
	case *access:
		return p.named("MemberOf", "", p.of(t.of), p.of(t.key))
	case *odd:
		p.odd(t)
	}
	return unread
}

// isName reports whether a name is one of the type language: words with dots.
func isName(s string) bool {
	for part := range strings.SplitSeq(s, ".") {
		if part == "" || '0' <= part[0] && part[0] <= '9' {
			return false
		}
		for _, r := range part {
			if r != '_' && r != '$' && !unicode.IsLetter(r) && !unicode.IsDigit(r) {
				return false
			}
		}
	}
	return true
}

func (p *plainer) tooLong() {
	if !p.cut {
		p.cut = true
		p.e.Odd = append(p.e.Odd, Odd{Why: fmt.Sprintf("the type is made of more than %d types; the rest of it is not given out", p.whole())})
	}
}

// simple reports whether a union is one of values and words.
func simple(u *union) bool {
	for _, m := range u.list {
		if _, leaf := simpleKind(m); !leaf {
			return false
		}
	}
	return true
}

// intersection gives an intersection out: its objects as one.
func (p *plainer) intersection(t *both) types.Type {
	// What the app chooses is shown by what may be chosen, not by what it is met
	// with: names of elements, mostly.
	if i := slices.IndexFunc(t.list, isChoice); i >= 0 {
		return p.of(t.list[i].(*choice).shown)
	}
	var rest []types.Type
	made := &shape{}
	objects, members := 0, 0
	for _, m := range t.list {
		if o, ok := m.(*object); ok {
			members += len(o.get().members)
		}
	}
	if members > maxInner {
		return p.both(p.all(t.list))
	}
	// What an index signature says of members need not hold for those beside it.
	apart := slices.ContainsFunc(t.list, func(m Type) bool { o, ok := m.(*object); return ok && len(o.get().indexes) > 0 })
	tells := slices.ContainsFunc(t.list, func(m Type) bool { return !p.identifies(m) })
	for _, m := range t.list {
		if tells && p.identifies(m) {
			continue
		}
		o, ok := m.(*object)
		if !ok || apart || o.opaque || o.empty() || len(o.get().calls)+len(o.get().news) > 0 {
			rest = append(rest, p.of(m))
			continue
		}
		objects++
		made.join(o.get())
	}
	if objects > 0 {
		rest = append([]types.Type{p.shape(made)}, rest...)
	}
	return p.both(rest)
}

// identifies reports whether a type says nothing but what an instance is known by.
func (p *plainer) identifies(t Type) bool {
	o, ok := t.(*object)
	return ok && o.opaque && p.e.Names.Identity[o.name]
}

// whole is after how many parts nothing more is given out. A definition is read by nobody:
// it is there to be compared to its end.
func (p *plainer) whole() int {
	if p.defines {
		return 8 * maxWhole
	}
	return maxWhole
}

// briefly reports whether the type at hand is given by its name, where it has one.
func (p *plainer) briefly() bool { return p.brief > 0 && !(p.opens && p.depth == 1) }

// both is the intersection of types of the pool.
func (p *plainer) both(list []types.Type) types.Type {
	if len(list) == 1 {
		return list[0]
	}
	return p.one(types.NewIntersection(list...))
}

func isChoice(t Type) bool { _, ok := t.(*choice); return ok }

func (p *plainer) object(o *object) types.Type {
	byName := func() types.Type {
		if o.name == "" {
			p.round = true
			return unread
		}
		from := o.from
		key, declared := o.key.(declaration)
		in, as := key.module, key.name
		if !declared && o.where != nil { // an alias names it
			in, as = o.where, o.name
		}
		if in != nil && from == "" {
			from, _ = p.e.Set.Foreign(in.Path)
		}
		made := p.named(o.name, from, p.arguments(o.args)...)
		if in != nil {
			p.noteName(made, in, as, o)
		}
		return made
	}
	if o.opaque && o.name == p.e.Names.Style {
		return p.named("Style", "")
	}
	if o.opaque {
		return byName()
	}
	if key, ok := o.key.(declaration); ok {
		if _, foreign := p.e.Set.Foreign(key.module.Path); foreign && !(p.opens && p.depth == 1) {
			return byName()
		}
		p.declared++
		defer func() { p.declared-- }()
	}
	id := identity(o)
	if slices.Contains(p.busy, id) || o.name != "" && (p.briefly() || p.declared > maxDeclared || p.parts > maxParts) {
		return byName()
	}
	p.busy = append(p.busy, id)
	defer func() { p.busy = p.busy[:len(p.busy)-1] }()
	s := o.get()
	if len(s.news) > 0 || len(s.calls) > 1 {
		if props := p.e.PropsType(o); props != nil {
			return p.named("Component", "", p.arguments([]Type{props})...)
		}
	}
	if p.depth > 1 && len(s.members) > maxInner {
		if o.name == "" {
			p.tooLong()
		}
		return byName()
	}
	if p.depth > 1 && !p.alone && p.e.long(o) {
		return byName()
	}
	return p.shape(s)
}

// shape gives members and signatures out.
func (p *plainer) shape(s *shape) types.Type {
	var list []types.Type
	begins := len(p.fields)
	defer func() { p.fields = p.fields[:begins] }()
	for _, m := range s.members {
		if m.native && len(s.natives) > 0 {
			continue
		}
		if p.parts > 4*p.whole() {
			p.tooLong()
			list = append(list, unread) // the members from here on
			break
		}
		of := m.of().get()
		if m.optional {
			of = without(of, wordUndefined)
		}
		p.fields = append(p.fields, p.e.pool.Field(types.Field{Name: m.name, Type: p.of(of), Optional: m.optional, Readonly: m.readonly}))
	}
	var indexes []types.Index
	for _, i := range s.indexes {
		indexes = append(indexes, types.Index{Key: p.of(i.key.get()), Value: p.of(i.of.get()), Readonly: i.readonly})
	}
	for _, sig := range s.calls {
		list = append(list, p.signature(sig))
	}
	if fields := p.fields[begins:]; len(fields)+len(indexes) > 0 || len(s.bases)+len(s.natives)+len(s.calls)+len(s.news) == 0 {
		list = append(list, p.e.pool.Object(fields, indexes))
	}
	if len(s.news) > 0 {
		list = append(list, unread) // the language has no constructors
	}
	for _, b := range s.bases {
		if b.of == nil {
			list = append(list, unread)
			continue
		}
		list = append(list, p.of(b.of))
	}
	for _, n := range s.natives {
		if p.e.Names.Identity[n.Name] && len(list) > 0 {
			continue
		}
		list = append(list, p.named(n.Name, n.From))
	}
	return p.both(list)
}

// arguments gives the arguments of a type that is given by its name: declared
// ones by theirs.
func (p *plainer) arguments(list []Type) []types.Type {
	p.brief++
	defer func() { p.brief-- }()
	return p.all(list)
}

func (p *plainer) signature(sig *signature) types.Type {
	var typeParams []types.TypeParam
	for _, tp := range sig.typeParams {
		made := types.TypeParam{Name: tp.name}
		if tp.constraint != nil {
			made.Constraint = p.of(tp.constraint.get())
		}
		if tp.fallback != nil {
			made.Default = p.of(tp.fallback.get())
		}
		typeParams = append(typeParams, made)
	}
	begins := len(p.params)
	for _, param := range sig.params {
		p.params = append(p.params, types.Param{Name: param.name, Type: p.of(param.of.get()), Optional: param.optional && !param.rest, Rest: param.rest})
	}
	result := p.of(sig.result.get())
	made := p.e.pool.Func(typeParams, p.params[begins:], result)
	p.params = p.params[:begins]
	return made
}
