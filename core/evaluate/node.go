// This file evaluates the types of the syntax tree, one rule for each kind.

package evaluate

import (
	"fmt"
	"math/big"
	"path"
	"slices"
	"strconv"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// Type evaluates a type as written. What cannot be known is said when the type
// is given out.
func (e *Evaluator) Type(t syntax.Type, s *Scope) Type {
	if t == nil {
		return wordAny
	}
	defer e.leave()
	if why := e.enter(); why != "" {
		return e.odd(s, t, "%s", why)
	}
	switch t := t.(type) {
	case *syntax.ParenType:
		return e.Type(t.Type, s)
	case *syntax.LiteralType:
		return literalType(t)
	case *syntax.TypeName:
		return e.named(t, s)
	case *syntax.ListType:
		all := make([]Type, len(t.Types))
		for i, inner := range t.Types {
			all[i] = e.Type(inner, s)
		}
		if t.Op == "|" {
			return e.once(unite(all...))
		}
		return intersect(all...)
	case *syntax.ArrayType:
		return &list{elem: e.later(t.Elem, s)}
	case *syntax.TupleType:
		return e.tuple(t, s)
	case *syntax.FuncType:
		sig := e.signature(t.TypeParams, t.Params, t.Returns, s)
		return &object{fill: func() *shape {
			if t.New {
				return &shape{news: []*signature{sig}}
			}
			return &shape{calls: []*signature{sig}}
		}}
	case *syntax.ObjectType:
		return &object{fill: func() *shape {
			made := &shape{}
			e.members(made, t, s)
			return made
		}}
	case *syntax.MappedType:
		return e.mapped(t, s)
	case *syntax.ConditionalType:
		return e.conditional(t, s)
	case *syntax.InferType:
		if bound, ok := s.typeOf(t.Param.Name.Name); ok {
			return bound
		}
	case *syntax.OperatorType:
		return e.operator(t, s)
	case *syntax.TemplateType:
		all := make([]Type, len(t.Types))
		for i, inner := range t.Types {
			all[i] = e.Type(inner, s)
		}
		return e.template(t.Texts, all, s, t)
	case *syntax.IndexedType:
		of := e.accessed(e.Type(t.Object, s), e.Type(t.Index, s), s, t)
		if o, ok := of.(*odd); ok && o.absent && !stands(t, s) {
			return wordUnknown // so the language has it, where a type argument lacks a member
		}
		return of
	case *syntax.QueryType:
		return e.query(t, s)
	case *syntax.ImportType:
		return e.imported(t, s)
	case *syntax.PredicateType:
		if t.Asserts {
			return wordVoid
		}
		return wordBoolean
	case *syntax.JSDocType:
		if t.Type == nil {
			return wordAny
		}
		inner := e.Type(t.Type, s)
		if t.Mark == "?" {
			return unite(inner, wordNull)
		}
		return inner
	}
	return e.odd(s, t, "this kind of type is not read: %s", Clip(Written(s.Module, t)))
}

func literalType(t *syntax.LiteralType) Type {
	value := t.Value.Value
	if t.Negative {
		value = "-" + value
	}
	return literalOf(t.Value.Kind, value)
}

// literalOf gives the type of one value.
func literalOf(kind syntax.LiteralKind, value string) Type {
	switch kind {
	case syntax.StringLiteral:
		return text(value)
	case syntax.BooleanLiteral:
		return literal{of: types.Boolean, value: value}
	case syntax.BigIntLiteral:
		if i, ok := integer(strings.TrimSuffix(value, "n")); ok {
			return literal{of: types.BigInt, value: i.String() + "n"}
		}
		return wordBigInt // too large to be one of a set, or broken
	case syntax.NullLiteral:
		return wordNull
	}
	return numberOf(value)
}

// maxDigits bounds the integers that are told apart.
const maxDigits = 1000

// integer parses an integer as written; false where it is broken, or far too long.
func integer(written string) (*big.Int, bool) {
	if len(written) > maxDigits {
		return nil, false
	}
	return new(big.Int).SetString(written, 0)
}

// numberOf gives the type of a number as written, in its usual form.
func numberOf(written string) Type {
	plain := strings.ReplaceAll(written, "_", "")
	digits, sign := strings.TrimPrefix(plain, "-"), ""
	if digits != plain {
		sign = "-"
	}
	if i, err := strconv.ParseInt(digits, 0, 64); err == nil && (len(digits) < 2 || digits[0] != '0' || digits[1] > '9') {
		return number(sign + strconv.FormatInt(i, 10))
	}
	f, err := strconv.ParseFloat(digits, 64)
	if err != nil || f > 1e20 {
		return wordNumber // too large to be one of a set, or broken
	}
	return number(sign + strconv.FormatFloat(f, 'f', -1, 64))
}

// tuple evaluates a tuple; what is spread in it and known in length stands in
// its place.
func (e *Evaluator) tuple(t *syntax.TupleType, s *Scope) Type {
	out := &tuple{}
	for _, x := range t.Elems {
		elem := element{of: e.later(x.Type, s), optional: x.Optional, rest: x.Rest}
		if x.Name != nil {
			elem.name = x.Name.Name
		}
		if x.Rest {
			if inner, ok := elem.of.get().(*tuple); ok {
				out.elems = append(out.elems, inner.elems...)
				continue
			}
		}
		out.elems = append(out.elems, elem)
	}
	return out
}

func (e *Evaluator) operator(t *syntax.OperatorType, s *Scope) Type {
	switch t.Op {
	case "readonly":
		switch inner := e.Type(t.Type, s).(type) {
		case *list:
			return &list{elem: inner.elem, readonly: true}
		case *tuple:
			return &tuple{elems: inner.elems, readonly: true}
		default:
			return inner
		}
	case "keyof":
		return e.keysOf(e.Type(t.Type, s))
	}
	return wordSymbol // unique symbol
}

// template joins texts and types; over unions of values it is the union of all
// that can come out.
func (e *Evaluator) template(pieces []string, holes []Type, s *Scope, at syntax.Node) Type {
	outs := []*texts{{parts: []string{pieces[0]}}}
	for i, hole := range holes {
		var next []*texts
		members := parts(hole)
		if hole == Type(wordBoolean) {
			members = []Type{no, yes}
		}
		if len(outs)*len(members) > maxSteps/10 {
			return e.odd(s, at, "the template has more than %d results", maxSteps/10)
		}
		for _, out := range outs {
			for _, m := range members {
				grown := &texts{append([]string(nil), out.parts...), append([]Type(nil), out.types...)}
				last := len(grown.parts) - 1
				switch m := m.(type) {
				case literal:
					spelled := m.value
					if m.of == types.BigInt {
						spelled = strings.TrimSuffix(spelled, "n")
					}
					grown.parts[last] += spelled + pieces[i+1]
				case word:
					if m == wordNull || m == wordUndefined {
						grown.parts[last] += string(m) + pieces[i+1]
						break
					}
					grown.parts, grown.types = append(grown.parts, pieces[i+1]), append(grown.types, m)
				case *texts:
					grown.parts[last] += m.parts[0]
					grown.types = append(grown.types, m.types...)
					grown.parts = append(grown.parts, m.parts[1:]...)
					grown.parts[len(grown.parts)-1] += pieces[i+1]
				case *odd:
					return m
				default:
					grown.parts, grown.types = append(grown.parts, pieces[i+1]), append(grown.types, m)
				}
				next = append(next, grown)
			}
		}
		outs = next
	}
	all := make([]Type, len(outs))
	for i, out := range outs {
		switch {
		case len(out.types) == 0:
			all[i] = text(out.parts[0])
		case len(out.types) == 1 && out.parts[0]+out.parts[1] == "" && out.types[0] == Type(wordString):
			all[i] = wordString
		default:
			all[i] = out
		}
	}
	return unite(all...)
}

// signature is one way to call something.
type signature struct {
	typeParams []*param
	params     []parameter
	result     *lazy
	declared   bool                             // what it gives back is said, not found out
	again      func(bound []binding) *signature // evaluates it with type parameters bound; may be nil
}

// parameter is one parameter of a signature.
type parameter struct {
	name     string
	of       *lazy // of a rest, the type of the whole rest
	optional bool
	rest     bool
}

// at gives the type of the i-th argument.
func (sig *signature) at(i int) Type {
	for j, p := range sig.params {
		if j == i && !p.rest {
			return p.of.get()
		}
		if p.rest {
			switch t := p.of.get().(type) {
			case *list:
				return t.elem.get()
			case *tuple:
				if i-j < len(t.elems) {
					return t.elems[i-j].of.get()
				}
			default:
				return t
			}
		}
	}
	return nil
}

func (e *Evaluator) signature(typeParams []*syntax.TypeParam, params []*syntax.Param, returns syntax.Type, s *Scope) *signature {
	inner, free := e.free(s, typeParams)
	make := func(inner *Scope) *signature {
		return &signature{params: e.parameters(params, inner), result: e.later(returns, e.knowing(params, returns, inner)), declared: true}
	}
	sig := make(inner)
	sig.typeParams = free
	if len(free) > 0 {
		sig.again = func(bound []binding) *signature { return make(s.with(bound...)) }
	}
	return sig
}

// knowing is the scope of what a function says that it gives back: one that knows the
// parameters, where it asks for the type of one of them.
func (e *Evaluator) knowing(params []*syntax.Param, returns syntax.Type, s *Scope) *Scope {
	if len(params) == 0 || returns == nil {
		return s
	}
	inner := s
	syntax.Walk(returns, func(n syntax.Node) bool {
		q, ok := n.(*syntax.QueryType)
		if !ok {
			return true
		}
		head, _, _ := entity(q.X)
		for _, p := range params {
			if id, named := p.Name.(*syntax.Ident); named && id.Name == head {
				if inner == s {
					inner = Block(s)
				}
				inner.values[head] = e.typeOfParam(p, s)
			}
		}
		return true
	})
	return inner
}

func (e *Evaluator) parameters(params []*syntax.Param, s *Scope) (out []parameter) {
	for i, p := range params {
		made := parameter{name: Unnamed(i), optional: p.Optional || p.Default != nil, rest: p.Rest}
		if id, ok := p.Name.(*syntax.Ident); ok {
			if id.Name == "this" {
				continue
			}
			made.name = id.Name
		}
		made.of = e.typeOfParam(p, s)
		if made.rest {
			if t, ok := made.of.get().(*tuple); ok {
				for j, elem := range t.elems {
					name := elem.name
					if name == "" {
						name = fmt.Sprintf("%s%d", made.name, j+1)
					}
					out = append(out, parameter{name, elem.of, elem.optional, elem.rest})
				}
				continue
			}
		}
		out = append(out, made)
	}
	return out
}

// typeOfParam is the declared type of a parameter, or that of its default.
func (e *Evaluator) typeOfParam(p *syntax.Param, s *Scope) *lazy {
	switch {
	case p.Type == nil && p.Default != nil:
		return &lazy{eval: func() Type { return e.loosened(p.Default, s) }}
	case p.Type == nil && p.Default == nil && impliesTypes(s.Module):
		if pattern, ok := p.Name.(*syntax.ObjectPattern); ok {
			return known(e.implied(pattern, s))
		}
	case p.Type != nil && (p.Optional || p.Default != nil):
		return &lazy{eval: func() Type { return without(e.Type(p.Type, s), wordUndefined) }}
	}
	return e.later(p.Type, s)
}

// impliesTypes reports whether a parameter without a type says by its pattern what must be
// given: in TypeScript. Scripts may leave anything out.
func impliesTypes(m *modules.Module) bool {
	switch path.Ext(m.Path) {
	case ".ts", ".tsx", ".mts", ".cts":
		return true
	}
	return false
}

// implied is the type that a pattern gives a parameter which has none: each name is there,
// of any type or that of its default, and where the rest is kept, so may be any other.
func (e *Evaluator) implied(pattern *syntax.ObjectPattern, s *Scope) Type {
	return &object{implied: true, fill: func() *shape {
		made := &shape{}
		for _, p := range pattern.Props {
			if p.Rest {
				made.indexes = append(made.indexes, index{known(wordString), known(wordAny), false})
				continue
			}
			name, ok := e.keyName(p.Key, s)
			if !ok {
				continue
			}
			m := &member{name: name, optional: p.Default != nil, is: known(wordAny), module: s.Module, node: p}
			if p.Default != nil {
				m.is = &lazy{eval: func() Type { return widen(e.loosened(p.Default, s)) }}
			} else if inner, deeper := p.Target.(*syntax.ObjectPattern); deeper {
				m.is = known(e.implied(inner, s))
			}
			made.put(m)
		}
		return made
	}}
}

// Implied reports whether a type is that of a parameter which has none but a pattern.
func (e *Evaluator) Implied(t Type) bool {
	o, ok := t.(*object)
	return ok && o.implied
}

// varies stands for a member that is another one with other arguments.
var varies = &member{}

// members adds the members of an object type.
func (e *Evaluator) members(to *shape, t *syntax.ObjectType, s *Scope) {
	var block []member // in one piece
	to.members = slices.Grow(to.members, min(len(t.Members), maxMembers))
	in, all := &within{e, s, nil}, e.fixed
	if e.known(s.Module) != "" {
		all = e.always
	}
	fixed := all[t]
	for i, m := range t.Members {
		if i == maxMembers {
			to.bases = append(to.bases, e.base(e.odd(s, m, "there are more than %d members; those from here on are left out", maxMembers)))
			return
		}
		takes := m.Takes()
		switch m.Kind {
		case syntax.CallMember:
			to.calls = append(to.calls, e.signature(takes.TypeParams, takes.Params, m.Type, s))
			continue
		case syntax.ConstructMember:
			to.news = append(to.news, e.signature(takes.TypeParams, takes.Params, m.Type, s))
			continue
		case syntax.IndexMember:
			if len(takes.Params) == 1 {
				to.indexes = append(to.indexes, index{e.later(takes.Params[0].Type, s), e.later(m.Type, s), m.Modifiers.Has(syntax.Readonly)})
			}
			continue
		}
		name, ok := e.keyName(m.Key, s)
		if ok && name == "" {
			e.Odd = append(e.Odd, Odd{s.Module.Place(m), "a member with no name cannot be given by name"})
			continue
		}
		if !ok {
			to.bases = append(to.bases, e.base(e.odd(s, m, "the name of this member is worked out when it runs")))
			continue
		}
		if fixed != nil && fixed[i] != nil && fixed[i] != varies {
			to.put(fixed[i])
			continue
		}
		if len(block) == 0 {
			block = make([]member, min(len(t.Members)-i, maxMembers-i))
			e.weight += memberWeight * len(block)
		}
		made := &block[0]
		block = block[1:]
		*made = member{name: name, numeric: isNumber(m.Key), optional: m.Optional, readonly: m.Modifiers.Has(syntax.Readonly), module: s.Module, node: m}
		switch {
		case m.Kind == syntax.SetMember:
			if to.member(name) == nil && len(takes.Params) > 0 {
				made.is = e.typeOfParam(takes.Params[0], s)
				to.put(made)
			}
			continue
		case m.Kind == syntax.MethodMember:
			sig := e.signature(takes.TypeParams, takes.Params, m.Type, s)
			if before := to.member(name); before != nil {
				more := *before
				more.is = overload(before.of(), sig)
				to.put(&more)
				continue
			}
			made.is = known(function(sig))
		default:
			made.in = in
			if len(s.types) > 0 && (fixed == nil || fixed[i] == nil) {
				if fixed == nil {
					fixed = make([]*member, len(t.Members))
					all[t] = fixed
				}
				fixed[i] = varies
				if s.free(m.Type) {
					fixed[i] = made
				}
			}
		}
		to.put(made)
	}
}

// function is the type of a function with these signatures.
func function(sigs ...*signature) *object {
	return &object{fill: func() *shape { return &shape{calls: sigs} }}
}

// overload adds a signature to the type of a method.
func overload(before *lazy, sig *signature) *lazy {
	return &lazy{eval: func() Type {
		if o, ok := before.get().(*object); ok {
			return function(append(o.get().calls[:len(o.get().calls):len(o.get().calls)], sig)...)
		}
		return function(sig)
	}}
}

// symbolKey begins the names of members whose key is a symbol: no app gives
// them by name.
const symbolKey = "@@"

// keyName gives the name of a member, that of a constant too.
func (e *Evaluator) keyName(key syntax.Node, s *Scope) (string, bool) {
	if name, ok := syntax.KeyName(key); ok {
		return name, true
	}
	if c, ok := key.(*syntax.Computed); ok {
		switch t := e.Expr(c.X, s).(type) {
		case literal:
			return t.value, true
		case word:
			if t == wordSymbol {
				return symbolKey + Written(s.Module, c.X), true
			}
		}
		if m, ok := c.X.(*syntax.Member); ok {
			if id, ok := m.X.(*syntax.Ident); ok && id.Name == "Symbol" {
				return symbolKey + Written(s.Module, c.X), true
			}
		}
	}
	return "", false
}

// entity takes a name apart: its first part and those behind dots.
func entity(x syntax.Node) (head string, rest []string, ok bool) {
	switch x := x.(type) {
	case *syntax.Ident:
		return x.Name, nil, true
	case *syntax.Member:
		head, rest, ok = entity(x.X)
		id, plain := x.Name.(*syntax.Ident)
		if !plain {
			return "", nil, false
		}
		return head, append(rest, id.Name), ok
	}
	return "", nil, false
}

// imported evaluates import("m").Name<Args>.
func (e *Evaluator) imported(t *syntax.ImportType, s *Scope) Type {
	from, ok := e.Type(t.From, s).(literal)
	if !ok {
		return e.odd(s, t, "the module's name is no text: %s", Clip(Written(s.Module, t)))
	}
	sym, _ := e.Set.Imported(s.Module, from.value, "*")
	var names []string
	if t.Name != nil {
		head, rest, ok := entity(t.Name)
		if !ok {
			return e.odd(s, t, "this name is not read: %s", Clip(Written(s.Module, t)))
		}
		names = append([]string{head}, rest...)
	}
	if t.Query {
		return e.valueIn(sym, names, s, t)
	}
	return e.typeIn(sym, names, e.arguments(t.Args, s), s, t)
}

func (e *Evaluator) arguments(args []syntax.Type, s *Scope) []Type {
	var out []Type
	for _, a := range args {
		out = append(out, e.Type(a, s))
	}
	return out
}

// typeIn evaluates a name inside of what a symbol stands for.
func (e *Evaluator) typeIn(sym modules.Symbol, rest []string, args []Type, s *Scope, at syntax.Node) Type {
	for _, part := range rest {
		if value, ok := e.enumMember(sym, part); ok {
			return value
		}
		inner, ok := e.Set.Member(sym, part)
		if !ok && sym.Namespace && e.known(sym.Module) != "" {
			return &named{name: part, from: e.known(sym.Module), args: args, at: s.Module.Place(at)}
		}
		if !ok {
			return e.odd(s, at, "%s is declared nowhere in %s", part, sym.Name)
		}
		sym = inner
	}
	if sym.External() {
		return &named{name: sym.Name, from: sym.Package, args: args, at: s.Module.Place(at)}
	}
	return e.symbol(sym, args, s, at)
}

// Unnamed is what a parameter is called that has no name because it is taken apart, by
// where it stands, from 0.
func Unnamed(i int) string { return fmt.Sprintf("arg%d", i+1) }
