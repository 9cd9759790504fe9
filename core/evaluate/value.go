// This file gives the types of values: of constants, functions, classes and
// calls, as far as they are declared or plain to see.

package evaluate

import (
	"slices"
	"strconv"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// Value is the type of what a symbol stands for.
func (e *Evaluator) Value(sym modules.Symbol) Type {
	if sym.External() {
		return &named{name: sym.Name, from: sym.Package}
	}
	if sym.Node != nil {
		switch n := sym.Node.(type) {
		case *syntax.FuncDecl:
			return e.function(n.Func, In(sym.Module))
		case *syntax.ClassDecl:
			return e.class(n.Class, In(sym.Module), nil)
		case syntax.Expr:
			return e.Expr(n, In(sym.Module))
		}
	}
	key := declaration{sym.Module, sym.Name, true}
	if made, ok := e.declared[key]; ok {
		return made
	}
	e.declared[key] = &odd{name: sym.Name, why: "the type is defined by itself"}
	made := e.value(sym)
	e.declared[key] = made
	return made
}

func (e *Evaluator) value(sym modules.Symbol) Type {
	if sym.Namespace {
		return e.namespace(sym)
	}
	var functions []*signature
	var whole Type
	space := false
	for _, d := range sym.Decls {
		s := In(d.Module)
		switch n := d.Node.(type) {
		case *syntax.FuncDecl:
			// The body of an overloaded function is no way to call it.
			if n.Func.Body == nil || len(functions) == 0 {
				functions = append(functions, e.callable(n.Func, s))
			}
		case *syntax.ClassDecl:
			made := e.class(n.Class, s, func(args []Type) Type { return e.symbol(sym, args, s, n) })
			made.key, made.name = declaration{sym.Module, sym.Name, true}, sym.Name
			whole = made
		case *syntax.Declarator:
			whole = e.declarator(n, d, sym.Name, s)
		case *syntax.Enum:
			whole = &object{fill: func() *shape {
				made := &shape{}
				for _, m := range e.enumMembers(sym) {
					made.put(m)
				}
				return made
			}}
		case *syntax.Module:
			space = true
		}
	}
	if functions != nil {
		whole = function(functions...)
	}
	switch {
	case whole == nil && space:
		return e.namespace(sym)
	case whole == nil:
		return &odd{name: sym.Name, why: sym.Name + " is no value"}
	case space:
		if _, ok := whole.(*object); ok {
			return intersect(whole, e.namespace(sym))
		}
	}
	return whole
}

// namespace is a module or namespace as an object of what it gives out.
func (e *Evaluator) namespace(sym modules.Symbol) Type {
	return &object{name: sym.Name, fill: func() *shape {
		made := &shape{}
		for _, name := range e.Set.Names(sym) {
			inner, ok := e.Set.Member(sym, name)
			if !ok {
				continue
			}
			m := &member{name: name, of: &lazy{eval: func() Type { return e.Value(inner) }}}
			if inner.Module != nil {
				m.module, m.node = inner.Module, inner.Module.File
			}
			made.put(m)
		}
		return made
	}}
}

func (e *Evaluator) declarator(n *syntax.Declarator, d modules.Declared, name string, s *Scope) Type {
	if _, plain := n.Name.(*syntax.Ident); plain {
		switch {
		case n.Type != nil:
			return e.Type(n.Type, s)
		case n.Value != nil:
			of := e.Expr(n.Value, s)
			if v, ok := d.Stmt.(*syntax.VarDecl); ok && v.Word != "const" {
				of = loosen(of, e.fresh(n.Value, s, 0))
			}
			return of
		}
		return wordAny
	}
	var of Type = wordAny
	if n.Type != nil {
		of = e.Type(n.Type, s)
	} else if n.Value != nil {
		of = e.Expr(n.Value, s)
	}
	if found := e.bound(n.Name, of, name, s); found != nil {
		return found
	}
	return e.odd(s, n, "%s is taken apart in a way that is not read", name)
}

// bound is the type that a pattern gives to one of its names, or nil.
func (e *Evaluator) bound(p syntax.Pattern, of Type, name string, s *Scope) Type {
	switch p := p.(type) {
	case *syntax.Ident:
		if p.Name == name {
			return of
		}
	case *syntax.ObjectPattern:
		taken := map[string]bool{}
		for _, prop := range p.Props {
			if prop.Rest {
				if id, ok := prop.Target.(*syntax.Ident); ok && id.Name == name {
					var keys []Type
					for key := range taken {
						keys = append(keys, text(key))
					}
					return e.omit(of, unite(keys...))
				}
				continue
			}
			key, ok := syntax.KeyName(prop.Key)
			if !ok || prop.Target == nil {
				continue
			}
			taken[key] = true
			if binds(prop.Target, name) {
				inner := e.accessed(of, text(key), s, prop)
				if prop.Default != nil {
					inner = unite(without(inner, wordUndefined), e.loosened(prop.Default, s))
				}
				return e.bound(prop.Target, inner, name, s)
			}
		}
	case *syntax.ArrayPattern:
		for i, elem := range p.Elems {
			if elem.Target != nil && !elem.Rest && binds(elem.Target, name) {
				inner := e.accessed(of, number(itoa(i)), s, elem)
				if l, ok := of.(*list); ok {
					inner = l.elem.get()
				}
				return e.bound(elem.Target, inner, name, s)
			}
		}
	}
	return nil
}

func binds(p syntax.Pattern, name string) bool {
	for _, id := range modules.BoundNames(p) {
		if id.Name == name {
			return true
		}
	}
	return false
}

// widen gives the type that a value has where it may change: string for 'a'.
func widen(t Type) Type {
	switch t := t.(type) {
	case literal:
		return word(t.of)
	case *union:
		var all []Type
		for _, m := range t.list {
			all = append(all, widen(m))
		}
		return unite(all...)
	}
	return t
}

// loosened is the type that an expression leaves in a place that may change:
// values that it writes out stand for their kind there, declared ones do not.
func (e *Evaluator) loosened(x syntax.Expr, s *Scope) Type {
	return loosen(e.expr(x, s, widened), e.fresh(x, s, 0))
}

func loosen(t Type, fresh []literal) Type {
	if len(fresh) == 0 {
		return t
	}
	written := make(map[any]bool, len(fresh))
	for _, l := range fresh {
		written[identity(l)] = true
	}
	var all []Type
	for _, m := range parts(t) {
		if l, ok := m.(literal); ok && written[identity(l)] {
			m = word(l.of)
		}
		all = append(all, m)
	}
	return unite(all...)
}

// fresh lists the values that an expression writes out where its result comes
// from, through names of constants without a type.
func (e *Evaluator) fresh(x syntax.Expr, s *Scope, depth int) []literal {
	if depth > 10 {
		return nil
	}
	depth++
	switch x := x.(type) {
	case *syntax.Paren:
		return e.fresh(x.X, s, depth)
	case *syntax.Container:
		return e.fresh(x.X, s, depth)
	case *syntax.Literal, *syntax.Template, *syntax.Unary:
		if l, ok := e.expr(x, s, widened).(literal); ok {
			return []literal{l}
		}
	case *syntax.Conditional:
		return append(e.fresh(x.Then, s, depth), e.fresh(x.Else, s, depth)...)
	case *syntax.Binary:
		switch x.Op {
		case "??", "||", "&&":
			return append(e.fresh(x.X, s, depth), e.fresh(x.Y, s, depth)...)
		case ",", "=":
			return e.fresh(x.Y, s, depth)
		}
	case *syntax.Array:
		var all []literal
		for _, elem := range x.Elems {
			if _, spread := elem.(*syntax.Spread); !spread {
				all = append(all, e.fresh(elem, s, depth)...)
			}
		}
		return all
	case *syntax.Cast:
		if x.Op == "!" || x.Op == "satisfies" {
			return e.fresh(x.X, s, depth)
		}
	case *syntax.Call:
		if fn, ok := syntax.Bare(x.Fun).(*syntax.Func); ok && fn.Returns == nil && len(fn.Params) == 0 {
			var all []literal
			if fn.X != nil {
				return e.fresh(fn.X, s, depth)
			}
			if fn.Body != nil {
				syntax.Returns(fn.Body, func(x syntax.Expr) { all = append(all, e.fresh(x, s, depth)...) })
			}
			return all
		}
	case *syntax.Ident:
		if _, local := s.valueOf(x.Name); local {
			return nil
		}
		sym, ok := e.Set.Local(s.Module, x.Name)
		if !ok || sym.Module == nil || len(sym.Decls) != 1 {
			return nil
		}
		d, ok := sym.Decls[0].Node.(*syntax.Declarator)
		if v, isVar := sym.Decls[0].Stmt.(*syntax.VarDecl); ok && isVar && v.Word == "const" && d.Type == nil && d.Value != nil {
			if _, plain := d.Name.(*syntax.Ident); plain {
				return e.fresh(d.Value, In(sym.Decls[0].Module), depth)
			}
		}
	}
	return nil
}

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
			holes = append(holes, e.expr(hole, s, keep))
		}
		return e.template(x.Texts, holes, s, x)
	case *syntax.Element:
		return content
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
			return without(e.expr(x.X, s, keep), wordNull, wordUndefined)
		case x.Op == "satisfies":
			return e.satisfying(x.X, e.Type(x.Type, s), s, keep)
		}
		return e.Type(x.Type, s)
	case *syntax.Conditional:
		return unite(e.expr(x.Then, s, keep), e.expr(x.Else, s, keep))
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

// satisfying is the type of an expression where a type says what is asked for:
// values stay as they are written where single values are asked for.
func (e *Evaluator) satisfying(x syntax.Expr, asked Type, s *Scope, keep keeping) Type {
	if paren, ok := x.(*syntax.Paren); ok {
		return e.satisfying(paren.X, asked, s, keep)
	}
	if keep != widened {
		return e.expr(x, s, keep)
	}
	asked = without(asked, wordNull, wordUndefined)
	switch bare := x.(type) {
	case *syntax.Object:
		from := e.shapeOf(asked)
		return &object{fill: func() *shape {
			made := e.shapeOf(e.record(bare, s, widened))
			out := &shape{indexes: made.indexes, bases: made.bases}
			for _, m := range made.members {
				if p := bare.Lookup(m.name); p != nil && p.Kind == syntax.InitProperty {
					if want := from.wanted(e, m.name); want != nil {
						changed := *m
						changed.of = &lazy{eval: func() Type { return e.inside(p.Value, want.get(), s) }}
						m = &changed
					}
				}
				out.put(m)
			}
			return out
		}}
	case *syntax.Array:
		switch of := asked.(type) {
		case *tuple:
			return e.array(bare, s, asGiven)
		case *list:
			var all []Type
			for _, elem := range bare.Elems {
				if _, spread := elem.(*syntax.Spread); spread {
					return e.expr(x, s, keep)
				}
				all = append(all, e.inside(elem, of.elem.get(), s))
			}
			return &list{elem: known(unite(all...))}
		}
	}
	return e.expr(x, s, keep)
}

// inside is what stands in a record or list where a type says what is asked for.
func (e *Evaluator) inside(x syntax.Expr, asked Type, s *Scope) Type {
	of := e.satisfying(x, asked, s, widened)
	if slices.ContainsFunc(parts(asked), isLiteral) {
		return of
	}
	return loosen(of, e.fresh(x, s, 0))
}

// wanted is what a type asks for under a name; nil for nothing.
func (s *shape) wanted(e *Evaluator, name string) *lazy {
	if m := s.member(name); m != nil {
		return m.of
	}
	for _, i := range s.indexes {
		if e.assignable(text(name), i.key.get()) == types.Yes {
			return i.of
		}
	}
	return nil
}

func (e *Evaluator) binary(x *syntax.Binary, s *Scope, keep keeping) Type {
	switch x.Op {
	case "??":
		left := e.expr(x.X, s, keep)
		if !mayBeNull(left) {
			return left
		}
		return unite(without(left, wordNull, wordUndefined), e.expr(x.Y, s, keep))
	case "||":
		left := e.expr(x.X, s, keep)
		if left != nil && left != Type(wordNever) && falsy(left) == Type(wordNever) {
			return left
		}
		return unite(truthy(left), e.expr(x.Y, s, keep))
	case "&&":
		left := e.expr(x.X, s, keep)
		if left != nil && left != Type(wordNever) && truthy(left) == Type(wordNever) {
			return left
		}
		return unite(falsy(left), e.expr(x.Y, s, keep))
	case "=", ",":
		return e.expr(x.Y, s, keep)
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
				m.of = &lazy{eval: func() Type { return e.callable(fn, s).result.get() }}
			case syntax.SetProperty:
				continue
			default:
				m.of = &lazy{eval: func() Type {
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

// function is the type of a function's value.
func (e *Evaluator) function(fn *syntax.Func, s *Scope) Type { return function(e.callable(fn, s)) }

// callable is the signature of a function. Where it does not say what it gives
// back, its body is looked at.
func (e *Evaluator) callable(fn *syntax.Func, s *Scope) *signature {
	if fn == nil {
		return &signature{result: known(wordAny)}
	}
	inner, free := e.free(s, fn.TypeParams)
	make := func(inner *Scope) *signature {
		sig := &signature{params: e.parameters(fn.Params, inner)}
		if fn.Returns != nil {
			sig.result, sig.declared = e.later(fn.Returns, inner), true
		} else {
			sig.result = &lazy{eval: func() Type { return e.returned(fn, inner) }}
		}
		return sig
	}
	sig := make(inner)
	sig.typeParams = free
	if len(free) > 0 {
		sig.again = func(bound []binding) *signature { return make(s.with(bound...)) }
	}
	return sig
}

// returned is what the body of a function gives back.
func (e *Evaluator) returned(fn *syntax.Func, s *Scope) Type {
	inner := e.Inside(fn, s, nil)
	wrap := func(t Type) Type {
		if fn.Async {
			return &named{name: "Promise", args: []Type{awaited(t)}}
		}
		return t
	}
	if fn.X != nil {
		return wrap(oneValue(e.Expr(fn.X, inner), e.fresh(fn.X, inner, 0)))
	}
	if fn.Body == nil {
		return wordAny
	}
	for _, stmt := range fn.Body.Body {
		e.Locals(stmt, inner)
	}
	var all []Type
	drawn := false
	syntax.Returns(fn.Body, func(x syntax.Expr) {
		if _, element := syntax.Bare(x).(*syntax.Element); element {
			drawn = true
		}
	})
	if drawn {
		return wrap(content)
	}
	var fresh []literal
	syntax.Returns(fn.Body, func(x syntax.Expr) {
		all = append(all, e.Expr(x, inner))
		fresh = append(fresh, e.fresh(x, inner, 0)...)
	})
	for _, t := range all {
		if e.isContent(t) {
			return wrap(content)
		}
	}
	if len(all) == 0 {
		return wrap(wordVoid)
	}
	return wrap(oneValue(unite(all...), fresh))
}

// oneValue is what a function gives back: one value that it writes out stands for
// its kind, of several each is told.
func oneValue(t Type, fresh []literal) Type {
	if _, one := t.(literal); one {
		return loosen(t, fresh)
	}
	return t
}

// Block is a scope inside of another, for what is declared there.
func Block(s *Scope) *Scope {
	return &Scope{Module: s.Module, outer: s, values: map[string]*lazy{}}
}

// Holding is the scope in which the name of a value stands for a type.
func (e *Evaluator) Holding(s *Scope, name string, of Type) *Scope {
	inner := Block(s)
	inner.values[name] = known(of)
	return inner
}

// Inside is the scope in the body of a function. of is the type that the place
// where it stands gives it, for parameters that do not say their own; nil for none.
func (e *Evaluator) Inside(fn *syntax.Func, s *Scope, of Type) *Scope {
	inner := Block(s)
	var given []parameter
	if of != nil {
		if sigs := e.shapeOf(of).calls; len(sigs) == 1 {
			given = sigs[0].params
		}
	}
	for i, p := range fn.Params {
		declared := e.typeOfParam(p, s)
		if p.Type == nil && p.Default == nil && !p.Rest && i < len(given) && !given[i].rest {
			declared = given[i].of
		}
		for _, id := range modules.BoundNames(p.Name) {
			inner.values[id.Name] = &lazy{eval: func() Type {
				if found := e.bound(p.Name, declared.get(), id.Name, inner); found != nil {
					return found
				}
				return wordAny
			}}
		}
	}
	return inner
}

// handed are the methods of lists that hand one item after the other to a function.
var handed = map[string]bool{"map": true, "flatMap": true, "forEach": true, "filter": true, "find": true, "some": true, "every": true}

// Argument is the type that a call gives to a function among its arguments; nil
// where it is not known.
func (e *Evaluator) Argument(x *syntax.Call, i int, s *Scope) Type {
	if m, ok := x.Fun.(*syntax.Member); ok && i == 0 {
		if name, ok := m.Name.(*syntax.Ident); ok && handed[name.Name] {
			switch of := e.Expr(m.X, s).(type) {
			case *list:
				return function(&signature{params: []parameter{{name: "item", of: of.elem}, {name: "index", of: known(wordNumber)}}, result: known(wordAny)})
			case *tuple:
				var all []Type
				for _, elem := range of.elems {
					all = append(all, elem.of.get())
				}
				return function(&signature{params: []parameter{{name: "item", of: known(unite(all...))}, {name: "index", of: known(wordNumber)}}, result: known(wordAny)})
			}
			return nil
		}
	}
	sigs := e.shapeOf(e.Expr(x.Fun, s)).calls
	if len(sigs) != 1 || len(sigs[0].typeParams) > 0 || i >= len(sigs[0].params) {
		return nil
	}
	return sigs[0].params[i].of.get()
}

// Locals notes what a statement at the top of a body declares.
func (e *Evaluator) Locals(stmt syntax.Stmt, s *Scope) {
	switch stmt := stmt.(type) {
	case *syntax.VarDecl:
		for _, d := range stmt.Decls {
			declared := modules.Declared{Node: d, Stmt: stmt, Module: s.Module}
			for _, id := range modules.BoundNames(d.Name) {
				s.values[id.Name] = &lazy{eval: func() Type { return e.declarator(d, declared, id.Name, s) }}
			}
		}
	case *syntax.FuncDecl:
		if stmt.Func.Name != nil {
			s.values[stmt.Func.Name.Name] = &lazy{eval: func() Type { return e.function(stmt.Func, s) }}
		}
	case *syntax.ClassDecl:
		if stmt.Class.Name != nil {
			s.values[stmt.Class.Name.Name] = &lazy{eval: func() Type { return e.class(stmt.Class, s, nil) }}
		}
	case *syntax.Alias, *syntax.Interface:
		// Types declared in bodies are seen in their statements only.
	}
}

// class is the type of a class as a value: what constructs its instances, with
// its static members. of gives the instances of a declared class.
func (e *Evaluator) class(c *syntax.Class, s *Scope, of func(args []Type) Type) *object {
	instance := func(inner *Scope, args []Type) Type {
		if of != nil {
			return of(args)
		}
		made := &object{}
		inner = inner.with(binding{"this", made})
		made.fill = func() *shape {
			out := &shape{}
			e.instance(out, c, inner)
			if parent := e.superInstance(c, inner); parent != nil {
				out.inherit(e.shapeOf(parent))
			}
			return out
		}
		return made
	}
	return &object{fill: func() *shape {
		made := &shape{}
		inner, free := e.free(s, c.TypeParams)
		var args []Type
		for _, p := range free {
			args = append(args, p)
		}
		build := func(inner *Scope, args []Type) *signature {
			sig := &signature{result: &lazy{eval: func() Type { return instance(inner, args) }}}
			for _, m := range c.Members {
				if fn, ok := m.Value.(*syntax.Func); ok && m.Kind == syntax.ConstructMember {
					sig.params = e.parameters(fn.Params, inner)
				}
			}
			return sig
		}
		sig := build(inner, args)
		sig.typeParams = free
		if len(free) > 0 {
			sig.again = func(bound []binding) *signature {
				args := make([]Type, len(bound))
				for i, b := range bound {
					args[i] = b.of
				}
				return build(s.with(bound...), args)
			}
		}
		made.news = []*signature{sig}
		for _, m := range c.Members {
			if m.Modifiers.Has(syntax.Static) && m.Modifiers&(syntax.Private|syntax.Protected) == 0 {
				e.classMember(made, m, s)
			}
		}
		if c.Extends != nil {
			for _, m := range e.shapeOf(e.Expr(c.Extends, s)).members {
				if made.member(m.name) == nil {
					made.put(m)
				}
			}
		}
		return made
	}}
}

// call is the type of what a call gives back.
func (e *Evaluator) call(x *syntax.Call, s *Scope) Type {
	if made := e.builtin(x, s); made != nil {
		return made
	}
	fun := e.Expr(x.Fun, s)
	switch f := fun.(type) {
	case *odd:
		return f
	case *named:
		return e.odd(s, x, "what this call gives back is declared in %s", orNot(f.from))
	case word:
		return wordAny
	}
	shape := e.shapeOf(fun)
	sigs := shape.calls
	if x.New {
		sigs = shape.news
	}
	args := e.arguments(x.TypeArgs, s)
	var given []Type
	var written []argument
	spread := false
	for _, a := range x.Args {
		if _, ok := a.(*syntax.Spread); ok {
			spread = true
			break
		}
		arg := argument{of: e.expr(a, s, asGiven), fresh: e.fresh(a, s, 0)}
		switch syntax.Bare(a).(type) {
		case *syntax.Object, *syntax.Array:
			arg.loose = e.expr(a, s, widened)
		}
		given, written = append(given, arg.of), append(written, arg)
	}
	for i, sig := range sigs {
		if len(args) > len(sig.typeParams) || !spread && !accepts(sig, len(given)) {
			continue
		}
		if i < len(sigs)-1 && !e.admits(sig, args) {
			continue
		}
		made := e.applied(sig, args, written)
		if i < len(sigs)-1 && !e.takes(made, given) {
			continue
		}
		return made.result.get()
	}
	if len(shape.bases) > 0 {
		return e.odd(s, x, "what this call gives back is not known: %s", Clip(Written(s.Module, x.Fun)))
	}
	return e.odd(s, x, "this call fits no way to call %s", Clip(Written(s.Module, x.Fun)))
}

func accepts(sig *signature, n int) bool {
	least, most := 0, 0
	for _, p := range sig.params {
		switch {
		case p.rest:
			most = 1 << 20
		case p.optional:
			most++
		default:
			least++
			most++
		}
	}
	return n >= least && n <= most
}

// admits reports whether type arguments keep to the constraints.
func (e *Evaluator) admits(sig *signature, args []Type) bool {
	for i, a := range args {
		if c := sig.typeParams[i].constraint; c != nil && e.assignable(a, c.get()) == types.No {
			return false
		}
	}
	return true
}

func (e *Evaluator) takes(sig *signature, given []Type) bool {
	for i, g := range given {
		if want := sig.at(i); want != nil && e.assignable(g, want) == types.No {
			return false
		}
	}
	return true
}

// argument is what a call is given.
type argument struct {
	of    Type      // as it is written
	loose Type      // of a record or list, with the kinds of what is written in it; nil for all else
	fresh []literal // the values that are written out
}

// applied gives a signature its type arguments: those written, else what the
// arguments tell.
func (e *Evaluator) applied(sig *signature, args []Type, given []argument) *signature {
	if len(sig.typeParams) == 0 {
		return sig
	}
	by := map[*param]Type{}
	found := asking(sig.typeParams)
	for i, a := range args {
		by[sig.typeParams[i]] = a
	}
	var fresh []literal
	// Where a parameter asks for single values, they are told as they are written.
	free := !slices.ContainsFunc(sig.typeParams, func(p *param) bool {
		if p.constraint == nil {
			return false
		}
		_, keys := p.constraint.get().(*keys)
		return !keys
	})
	if len(args) == 0 {
		for i, g := range given {
			want := sig.at(i)
			if want == nil {
				continue
			}
			of := g.of
			if free && g.loose != nil {
				of = g.loose
			}
			fresh = append(fresh, g.fresh...)
			e.infer(of, want, found, 0)
		}
	}
	for _, p := range sig.typeParams {
		switch {
		case by[p] != nil:
		case found[p].settle() != nil:
			by[p] = found[p].settle()
			if p.constraint == nil || !holdsLiterals(p.constraint.get()) {
				by[p] = loosen(by[p], fresh)
			}
		case p.fallback != nil:
			by[p] = e.substitute(p.fallback.get(), by, 0)
		case p.constraint != nil:
			by[p] = e.substitute(p.constraint.get(), by, 0)
		default:
			by[p] = wordUnknown
		}
	}
	return e.given(sig, by)
}

// holdsLiterals reports whether a constraint keeps literals as they are.
func holdsLiterals(t Type) bool {
	for _, m := range parts(t) {
		switch m.(type) {
		case word, literal, *texts, *keys:
			return true
		}
	}
	return false
}

// builtin evaluates calls of the language's own functions, or gives nil.
func (e *Evaluator) builtin(x *syntax.Call, s *Scope) Type {
	if k, ok := x.Fun.(*syntax.Keyword); ok && k.Word == "import" && len(x.Args) > 0 {
		if l, ok := x.Args[0].(*syntax.Literal); ok {
			sym, _ := e.Set.Imported(s.Module, l.Value, "*")
			return &named{name: "Promise", args: []Type{e.Value(sym)}}
		}
	}
	m, ok := x.Fun.(*syntax.Member)
	if !ok {
		if id, ok := x.Fun.(*syntax.Ident); ok && id.Name == "require" && len(x.Args) == 1 {
			if l, ok := x.Args[0].(*syntax.Literal); ok {
				sym, _ := e.Set.Imported(s.Module, l.Value, "=")
				return e.Value(sym)
			}
		}
		return nil
	}
	name, ok := m.Name.(*syntax.Ident)
	if !ok || len(x.Args) == 0 {
		return nil
	}
	if id, ok := m.X.(*syntax.Ident); ok && id.Name == "Object" {
		switch name.Name {
		case "assign":
			var all []Type
			for _, a := range x.Args {
				all = append(all, e.Expr(a, s))
			}
			return intersect(all...)
		case "freeze", "seal":
			return e.expr(x.Args[0], s, frozen)
		case "keys":
			return &list{elem: known(wordString)}
		}
	}
	if name.Name == "then" {
		if p, ok := e.Expr(m.X, s).(*named); ok && p.name == "Promise" && len(p.args) == 1 {
			if fn, ok := x.Args[0].(*syntax.Func); ok && len(fn.Params) > 0 {
				inner := &Scope{Module: s.Module, outer: s, values: map[string]*lazy{}}
				for _, id := range modules.BoundNames(fn.Params[0].Name) {
					inner.values[id.Name] = &lazy{eval: func() Type { return e.bound(fn.Params[0].Name, p.args[0], id.Name, inner) }}
				}
				if fn.X != nil {
					return &named{name: "Promise", args: []Type{awaited(e.Expr(fn.X, inner))}}
				}
			}
		}
	}
	return nil
}
