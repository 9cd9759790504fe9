// This file gives the types of functions, and of what they hold.

package evaluate

import (
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

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
			sig.result, sig.declared = e.later(fn.Returns, e.knowing(fn.Params, fn.Returns, inner)), true
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
	declared := modules.Declared{Node: stmt, Stmt: stmt, Module: s.Module}
	typed := func(name *syntax.Ident) {
		if name == nil {
			return
		}
		if s.local == nil {
			s.local = map[string]*localType{}
		}
		if s.local[name.Name] == nil {
			s.local[name.Name] = &localType{in: s}
		}
		l := s.local[name.Name]
		l.decls = append(l.decls, declared)
	}
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
		typed(stmt.Class.Name)
	case *syntax.Alias:
		typed(stmt.Name)
	case *syntax.Interface:
		typed(stmt.Name)
	case *syntax.Enum:
		typed(stmt.Name)
		sym := modules.Symbol{Module: s.Module, Name: stmt.Name.Name, Decls: []modules.Declared{declared}}
		s.values[sym.Name] = &lazy{eval: func() Type { return e.value(sym) }}
	}
}
