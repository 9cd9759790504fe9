// This file gives the types of expressions.

package evaluate

import (
	"slices"
	"strconv"

	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// truthy is what x || y gives where x holds.
func truthy(t Type) Type {
	var all []Type
	for _, m := range values(t) {
		if l, ok := m.(literal); ok && (l.value == "" || l.of == types.Number && l.value == "0" || l == no) {
			continue
		}
		if m != Type(wordNull) && m != Type(wordUndefined) && m != Type(wordVoid) {
			all = append(all, m)
		}
	}
	return unite(all...)
}

// kinds are what typeof may give.
var kinds = unite(text("string"), text("number"), text("bigint"), text("boolean"), text("symbol"), text("undefined"), text("object"), text("function"))

// Expr is the type of an expression; nil for none.
func (e *Evaluator) Expr(x syntax.Expr, s *Scope) Type { return e.expr(x, s, widened) }

// AsGiven is the type of an expression where something is asked for: what stands
// in it is the value that is written, and a list is as long as it is.
func (e *Evaluator) AsGiven(x syntax.Expr, s *Scope) Type { return e.expr(x, s, asGiven) }

// keeping says what becomes of the values in an expression.
type keeping uint8

const (
	widened keeping = iota // another may be put in their place: they stand for their kind
	asGiven                // they are what is given
	frozen                 // none is put in their place, as under "as const"
)

// branch is the type of an expression that another may come to. "as const" around that
// one is not for what is gathered here.
func (e *Evaluator) branch(x syntax.Expr, s *Scope, keep keeping) Type {
	if keep == frozen {
		switch syntax.Unparenthesized(x).(type) {
		case *syntax.Array, *syntax.Object, *syntax.Template:
			keep = widened
		}
	}
	return e.expr(x, s, keep)
}

func isTexts(t Type) bool { _, ok := t.(*texts); return ok }

// expr is the type of an expression.
func (e *Evaluator) expr(x syntax.Expr, s *Scope, keep keeping) Type {
	if x == nil {
		return nil
	}
	defer e.leave()
	if why := e.enter(); why != "" {
		return e.odd(s, x, "%s", why)
	}
	switch x := x.(type) {
	case *syntax.Paren:
		return e.expr(x.X, s, keep)
	case *syntax.Container:
		return e.expr(x.X, s, keep)
	case *syntax.Literal:
		if x.Kind == syntax.RegexpLiteral {
			return &named{name: "RegExp"}
		}
		return literalOf(x.Kind, x.Value)
	case *syntax.Template:
		if len(x.Exprs) == 0 {
			return text(x.Texts[0])
		}
		if keep != frozen {
			return wordString
		}
		var holes []Type
		for _, hole := range x.Exprs {
			of := e.expr(hole, s, keep)
			if slices.ContainsFunc(parts(of), func(m Type) bool { return !isWord(m) && !isTexts(m) }) {
				return wordString // how a record is written out is not known
			}
			holes = append(holes, of)
		}
		return e.template(x.Texts, holes, s, x)
	case *syntax.Element:
		return oneElement
	case *syntax.Ident:
		if x.Name == "undefined" {
			return wordUndefined
		}
		return e.valueNamed(x.Name, nil, s, x)
	case *syntax.Func:
		return e.function(x, s)
	case *syntax.Class:
		return e.class(x, s, nil)
	case *syntax.Object:
		return e.record(x, s, keep)
	case *syntax.Array:
		return e.array(x, s, keep)
	case *syntax.Member:
		if head, rest, ok := entity(x); ok {
			return e.valueNamed(head, rest, s, x)
		}
		if id, ok := x.Name.(*syntax.Ident); ok {
			return e.accessed(e.Expr(x.X, s), text(id.Name), s, x)
		}
	case *syntax.Index:
		return e.accessed(e.Expr(x.X, s), e.Expr(x.Key, s), s, x)
	case *syntax.Cast:
		switch {
		case x.Type == nil && x.Op == "as":
			return e.expr(x.X, s, frozen)
		case x.Op == "!":
			return without(e.branch(x.X, s, keep), wordNull, wordUndefined)
		case x.Op == "satisfies":
			return e.satisfying(x.X, e.Type(x.Type, s), s, keep)
		}
		return e.Type(x.Type, s)
	case *syntax.Conditional:
		return unite(e.branch(x.Then, s, keep), e.branch(x.Else, s, keep))
	case *syntax.Binary:
		return e.binary(x, s, keep)
	case *syntax.Unary:
		return e.unary(x, s, keep)
	case *syntax.Call:
		return e.call(x, s)
	case *syntax.Instance:
		return e.instantiate(e.Expr(x.X, s), e.arguments(x.TypeArgs, s))
	case *syntax.Tagged:
		tag := e.instantiate(e.Expr(x.Tag, s), e.arguments(x.TypeArgs, s))
		if sigs := e.shapeOf(tag).calls; len(sigs) > 0 {
			return sigs[0].result.get()
		}
	case *syntax.Keyword:
		if x.Word == "this" {
			if t, ok := s.typeOf("this"); ok {
				return t
			}
		}
	}
	return e.odd(s, x, "the type of this expression is not known: %s", Clip(Written(s.Module, x)))
}

func (e *Evaluator) binary(x *syntax.Binary, s *Scope, keep keeping) Type {
	switch x.Op {
	case "??":
		left := e.branch(x.X, s, keep)
		if !mayBeNull(left) {
			return left
		}
		return unite(without(left, wordNull, wordUndefined), e.branch(x.Y, s, keep))
	case "||":
		left := e.branch(x.X, s, keep)
		if left != nil && left != Type(wordNever) && falsy(left) == Type(wordNever) {
			return left
		}
		return unite(truthy(left), e.branch(x.Y, s, keep))
	case "&&":
		left := e.branch(x.X, s, keep)
		if left != nil && left != Type(wordNever) && truthy(left) == Type(wordNever) {
			return left
		}
		return unite(falsy(left), e.branch(x.Y, s, keep))
	case "=", ",":
		return e.branch(x.Y, s, keep)
	case "==", "!=", "===", "!==", "<", ">", "<=", ">=", "in", "instanceof":
		return wordBoolean
	case "+":
		a, b := widen(e.Expr(x.X, s)), widen(e.Expr(x.Y, s)) // what is worked out is of a kind
		switch {
		case a == Type(wordString) || b == Type(wordString):
			return wordString
		case a != Type(wordNumber) || b != Type(wordNumber):
			return wordAny
		}
	}
	return wordNumber
}

// mayBeNull reports whether a type may be null or undefined.
func mayBeNull(t Type) bool {
	return slices.ContainsFunc(parts(t), func(m Type) bool {
		switch m := m.(type) {
		case word:
			return m == wordNull || m == wordUndefined || m == wordVoid || m == wordAny || m == wordUnknown || m == wordNever
		case *odd, *named, *param, *access, *choice, nil:
			return true
		}
		return false
	})
}

// falsy is what x && y gives where x does not hold.
func falsy(t Type) Type {
	var all []Type
	for _, m := range parts(t) {
		switch m := m.(type) {
		case word:
			switch types.Basic(m) {
			case types.Boolean:
				all = append(all, literalOf(syntax.BooleanLiteral, "false"))
			case types.String:
				all = append(all, text(""))
			case types.Number:
				all = append(all, number("0"))
			default:
				all = append(all, m)
			}
		case literal:
			if m.value == "" || m.value == "0" || m.value == "false" {
				all = append(all, m)
			}
		case *odd, *named, *param:
			all = append(all, m)
		}
	}
	return unite(all...)
}

func (e *Evaluator) unary(x *syntax.Unary, s *Scope, keep keeping) Type {
	switch x.Op {
	case "!":
		switch of := e.expr(x.X, s, keep); {
		case of == nil || of == Type(wordNever):
		case truthy(of) == Type(wordNever):
			return yes
		case falsy(of) == Type(wordNever):
			return no
		}
		return wordBoolean
	case "delete":
		return wordBoolean
	case "typeof":
		return kinds
	case "void":
		return wordUndefined
	case "await":
		return awaited(e.expr(x.X, s, keep))
	case "-":
		if l, ok := e.Expr(x.X, s).(literal); ok && l.of == types.Number {
			return number("-" + l.value)
		}
	}
	return wordNumber
}

// constant is the type of a value that the compiler works out: that of an enum
// member. Arithmetic is done here and nowhere else, as in the language.
func (e *Evaluator) constant(x syntax.Expr, s *Scope) Type {
	b, ok := syntax.Bare(x).(*syntax.Binary)
	if !ok {
		return e.expr(x, s, frozen)
	}
	a, isA := e.constant(b.X, s).(literal)
	c, isC := e.constant(b.Y, s).(literal)
	if isA && isC && b.Op == "+" && (a.of == types.String || c.of == types.String) {
		return text(a.value + c.value)
	}
	i, errA := strconv.ParseInt(a.value, 0, 64)
	j, errC := strconv.ParseInt(c.value, 0, 64)
	if op := arithmetic[b.Op]; op != nil && isA && isC && errA == nil && errC == nil {
		if out, ok := op(i, j); ok {
			return number(strconv.FormatInt(out, 10))
		}
	}
	return e.odd(s, x, "the value of this enum member is worked out when it runs")
}

// arithmetic are the operators of enum members over whole numbers.
var arithmetic = map[string]func(a, b int64) (int64, bool){
	"+":  func(a, b int64) (int64, bool) { return a + b, true },
	"-":  func(a, b int64) (int64, bool) { return a - b, true },
	"*":  func(a, b int64) (int64, bool) { return a * b, true },
	"|":  func(a, b int64) (int64, bool) { return int64(int32(a) | int32(b)), true },
	"&":  func(a, b int64) (int64, bool) { return int64(int32(a) & int32(b)), true },
	"<<": func(a, b int64) (int64, bool) { return int64(int32(a) << (uint32(b) & 31)), true },
	">>": func(a, b int64) (int64, bool) { return int64(int32(a) >> (uint32(b) & 31)), true },
}

// record is the type of an object literal.
func (e *Evaluator) record(x *syntax.Object, s *Scope, keep keeping) Type {
	return &object{fill: func() *shape {
		made := &shape{}
		for _, p := range x.Props {
			if p.Kind == syntax.SpreadProperty {
				for _, m := range e.shapeOf(e.expr(p.Value, s, keep)).members {
					made.put(m)
				}
				continue
			}
			name, ok := e.keyName(p.Key, s)
			if !ok {
				made.bases = append(made.bases, e.base(e.odd(s, p, "the name of this member is worked out when it runs")))
				continue
			}
			m := &member{name: name, numeric: isNumber(p.Key), readonly: keep == frozen, module: s.Module, node: p}
			switch p.Kind {
			case syntax.GetProperty:
				fn, _ := p.Value.(*syntax.Func)
				m.is = &lazy{eval: func() Type { return e.callable(fn, s).result.get() }}
			case syntax.SetProperty:
				continue
			default:
				m.is = &lazy{eval: func() Type {
					if keep == widened {
						return e.loosened(p.Value, s)
					}
					return e.expr(p.Value, s, keep)
				}}
			}
			made.put(m)
		}
		return made
	}}
}

func (e *Evaluator) array(x *syntax.Array, s *Scope, keep keeping) Type {
	out := &tuple{readonly: keep == frozen}
	var all []Type
	for _, elem := range x.Elems {
		if spread, ok := elem.(*syntax.Spread); ok {
			of := e.expr(spread.X, s, keep)
			switch of := of.(type) {
			case *tuple:
				out.elems = append(out.elems, of.elems...)
				all = append(all, tupleAt(of, wordNumber))
			case *list:
				out.elems = append(out.elems, element{of: known(of), rest: true})
				all = append(all, of.elem.get())
			default:
				return e.odd(s, elem, "what is spread here is not known")
			}
			continue
		}
		of := e.expr(elem, s, keep)
		if of == nil {
			of = wordUndefined
		}
		out.elems = append(out.elems, element{of: known(of)})
		all = append(all, of)
	}
	if keep != widened {
		return out
	}
	return &list{elem: known(loosen(unite(all...), e.fresh(x, s, 0)))}
}
