// This file knows classes that compilers wrote as functions, for engines without classes.

package reading

import "steadysocket/core/syntax"

// compiled takes a class that a compiler wrote as a function; false where it is none.
func (r *reader) compiled(m *made, x *syntax.Call) bool {
	class, fn := compiledClass(x)
	if class == nil {
		return false
	}
	r.classBody(m, class)
	m.inside = assignmentsIn(m.module, fn.Body.Body)[class.Name.Name]
	return m.fn != nil
}

// compiledClass gives the class that a function stands for which is called with the class
// that it extends: it declares a function, puts members on its prototype and gives it
// back. nil for all else.
func compiledClass(x *syntax.Call) (*syntax.Class, *syntax.Func) {
	fn, ok := syntax.Bare(x.Fun).(*syntax.Func)
	if !ok || fn.Body == nil || len(x.Args) == 0 {
		return nil, nil
	}
	name, _ := syntax.Bare(result(fn)).(*syntax.Ident)
	if name == nil {
		return nil, nil
	}
	class := &syntax.Class{Range: syntax.Between(x.Pos(), x.Stop()), Name: name, Extends: x.Args[0]}
	member := func(at syntax.Node, key syntax.Node, value syntax.Expr) {
		of, is := syntax.Bare(value).(*syntax.Func)
		if is {
			class.Members = append(class.Members, &syntax.ClassMember{Range: syntax.Between(at.Pos(), at.Stop()), Kind: syntax.MethodMember, Key: key, Value: of})
		}
	}
	declared, prototypes := false, map[string]bool{}
	for _, s := range fn.Body.Body {
		switch s := s.(type) {
		case *syntax.FuncDecl:
			declared = declared || s.Func.Name != nil && s.Func.Name.Name == name.Name
		case *syntax.VarDecl:
			// var proto = X.prototype
			for _, d := range s.Decls {
				if as, plain := d.Name.(*syntax.Ident); plain && d.Value != nil && isPrototype(d.Value, name.Name) {
					prototypes[as.Name] = true
				}
			}
		case *syntax.ExprStmt:
			switch e := s.X.(type) {
			case *syntax.Binary:
				// X.prototype.render = function
				to, is := e.X.(*syntax.Member)
				if !is || e.Op != "=" {
					continue
				}
				of, plain := to.X.(*syntax.Ident)
				if plain && prototypes[of.Name] || isPrototype(to.X, name.Name) {
					member(s, to.Name, e.Y)
				}
			case *syntax.Call:
				createdMembers(e, name.Name, member)
			}
		case *syntax.Return:
			// return define(X, members), X
			for x := syntax.Bare(s.X); ; {
				b, is := x.(*syntax.Binary)
				if !is || b.Op != "," {
					break
				}
				if call, is := syntax.Bare(b.X).(*syntax.Call); is {
					createdMembers(call, name.Name, member)
				}
				x = syntax.Bare(b.X)
			}
		}
	}
	if !declared {
		return nil, nil
	}
	return class, fn
}

// createdMembers finds the members in a call that defines them on a class: they stand in a
// list of records with key and value.
func createdMembers(x *syntax.Call, class string, member func(at, key syntax.Node, value syntax.Expr)) {
	if len(x.Args) < 2 || !isIdent(x.Args[0], class) {
		return
	}
	list, ok := x.Args[1].(*syntax.Array)
	if !ok {
		return
	}
	for _, elem := range list.Elems {
		o, ok := elem.(*syntax.Object)
		if !ok {
			continue
		}
		key, value := o.Lookup("key"), o.Lookup("value")
		if key != nil && value != nil {
			member(o, key.Value, value.Value)
		}
	}
}

// isPrototype reports whether an expression is the prototype of a name.
func isPrototype(x syntax.Expr, of string) bool {
	m, ok := x.(*syntax.Member)
	if !ok || !isIdent(m.X, of) {
		return false
	}
	name, ok := m.Name.(*syntax.Ident)
	return ok && name.Name == "prototype"
}
