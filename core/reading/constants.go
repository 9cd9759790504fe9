// This file follows constants to what is written in them: lists, tables, functions.

package reading

import (
	"slices"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// maxFollowed bounds how many names are followed, and how long a list may become.
const (
	maxFollowed = 20
	maxListed   = 10000
	maxWorked   = 100000 // lists and items that one list is worked out from
)

// constant follows a name, or a member of a module or table, to the value written for it;
// what is none of these stands for itself.
func (r *reader) constant(m *modules.Module, x syntax.Expr, depth int) standing[syntax.Expr] {
	x = syntax.Bare(x)
	if depth > maxFollowed {
		return standing[syntax.Expr]{m, x}
	}
	switch x := x.(type) {
	case *syntax.Ident:
		if sym, ok := r.set.Local(m, x.Name); ok {
			if value, in := written(sym); value != nil {
				return r.constant(in, value, depth+1)
			}
			if taken, in := takenFrom(sym); taken != nil {
				return r.constant(in, taken, depth+1)
			}
		}
	case *syntax.Call:
		if of := frozen(x); of != nil {
			return r.constant(m, of, depth+1)
		}
	case *syntax.Member:
		name, ok := x.Name.(*syntax.Ident)
		if !ok {
			break
		}
		if id, ok := x.X.(*syntax.Ident); ok {
			if sym, found := r.set.Local(m, id.Name); found && sym.Namespace {
				if inner, there := r.set.Member(sym, name.Name); there {
					if value, in := written(inner); value != nil {
						return r.constant(in, value, depth+1)
					}
				}
				break
			}
		}
		if o, in, ok := r.objectOf(m, x.X, depth); ok {
			if p := o.Lookup(name.Name); p != nil {
				return r.constant(in, p.Value, depth+1)
			}
		}
	}
	return standing[syntax.Expr]{m, x}
}

// written is the value that a symbol of the source is declared with, and its module.
func written(sym modules.Symbol) (syntax.Expr, *modules.Module) {
	if sym.External() || sym.Module == nil || sym.Namespace {
		return nil, nil
	}
	value, _ := valueOf(sym)
	if len(sym.Decls) == 1 && sym.Decls[0].Module != nil {
		return value, sym.Decls[0].Module
	}
	return value, sym.Module
}

// calling gives what a function of the source gives back when it is called, as an
// expression of a module in which its parameters stand for the arguments; nil where it
// does more than give one back.
func (r *reader) calling(m *modules.Module, x *syntax.Call, depth int) (syntax.Expr, *modules.Module) {
	if depth > maxFollowed {
		return nil, nil
	}
	at := r.constant(m, x.Fun, depth+1)
	fn, ok := at.node.(*syntax.Func)
	if !ok {
		return nil, nil
	}
	return bind(fn, at.module, m, x.Args)
}

// bind gives what a function gives back for some arguments, which are written in the
// module from.
func bind(fn *syntax.Func, in, from *modules.Module, args []syntax.Expr) (syntax.Expr, *modules.Module) {
	if fn.Async || fn.Generator || fn.Body != nil && len(fn.Body.Body) != 1 || slices.ContainsFunc(args, isSpread) {
		return nil, nil
	}
	values := map[*syntax.Ident]modules.Bind{}
	for i, p := range fn.Params {
		name, plain := p.Name.(*syntax.Ident)
		switch {
		case !plain:
			return nil, nil
		case p.Rest:
			rest := &syntax.Array{Range: syntax.Between(name.Pos(), name.Stop())}
			if i < len(args) {
				rest.Elems = args[i:]
			}
			values[name] = modules.Bind{Module: from, Value: rest}
		case i < len(args):
			values[name] = modules.Bind{Module: from, Value: args[i]}
		case p.Default != nil:
			values[name] = modules.Bind{Module: in, Value: p.Default}
		default: // its name must not stand for another around it
			values[name] = modules.Bind{Module: in, Value: &syntax.Unary{Range: syntax.Between(name.Pos(), name.Stop()), Op: "void", X: name}}
		}
	}
	return result(fn), modules.Bound(in, values)
}

func isSpread(x syntax.Expr) bool {
	_, spread := x.(*syntax.Spread)
	return spread
}

// listed gives the items of a list that is written out, in constants or by the functions
// that make one list of others; false where it is worked out otherwise.
func (r *reader) listed(m *modules.Module, x syntax.Expr, depth int) (items []standing[syntax.Expr], ok bool) {
	if depth == 0 {
		r.worked = 0
	}
	if r.worked++; depth > maxFollowed || r.worked > maxWorked {
		return nil, false
	}
	at := r.constant(m, x, depth)
	switch x := at.node.(type) {
	case *syntax.Array:
		for _, elem := range x.Elems {
			spread, is := elem.(*syntax.Spread)
			if !is {
				if elem != nil {
					items = append(items, standing[syntax.Expr]{at.module, elem})
				}
				continue
			}
			more, ok := r.listed(at.module, spread.X, depth+1)
			if !ok || len(items)+len(more) > maxListed {
				return nil, false
			}
			items = append(items, more...)
		}
		return items, true
	case *syntax.Call:
		if back, in := r.calling(at.module, x, depth); back != nil {
			return r.listed(in, back, depth+1)
		}
		f, ok := x.Fun.(*syntax.Member)
		if !ok {
			return nil, false
		}
		name, _ := f.Name.(*syntax.Ident)
		switch {
		case name == nil:
			return nil, false
		case name.Name == "slice" && len(x.Args) == 0:
			return r.listed(at.module, f.X, depth+1)
		case len(x.Args) == 0:
			return nil, false
		case name.Name == "map":
			return r.mapped(at.module, f.X, x.Args[0], depth)
		case name.Name == "filter":
			return r.filtered(at.module, f.X, x.Args[0], depth)
		case name.Name == "concat":
			return r.joined(at.module, f.X, x.Args, depth)
		}
		if of, _ := f.X.(*syntax.Ident); of == nil || !listing[of.Name] {
			return nil, false
		}
		switch name.Name {
		case "keys", "values":
			return r.entriesOf(at.module, x.Args[0], name.Name == "keys")
		case "without":
			return r.without(at.module, x.Args[0], x.Args[1:], depth)
		}
	}
	return nil, false
}

// entriesOf gives the names of a table, or what stands under them.
func (r *reader) entriesOf(m *modules.Module, x syntax.Expr, keys bool) (items []standing[syntax.Expr], ok bool) {
	table, in, ok := r.objectOf(m, x, 0)
	if !ok || len(table.Props) == 0 {
		return nil, false
	}
	for _, p := range table.Props {
		key, named := syntax.KeyName(p.Key)
		if p.Kind != syntax.InitProperty || !named {
			return nil, false
		}
		value := p.Value
		if keys {
			value = &syntax.Literal{Range: syntax.Between(p.Key.Pos(), p.Key.Stop()), Kind: syntax.StringLiteral, Value: key}
		}
		items = append(items, standing[syntax.Expr]{in, value})
	}
	return items, true
}

// without gives the values of a list that are not among some others.
func (r *reader) without(m *modules.Module, list syntax.Expr, leave []syntax.Expr, depth int) (items []standing[syntax.Expr], ok bool) {
	all, ok := r.listed(m, list, depth+1)
	if !ok {
		return nil, false
	}
	for _, item := range all {
		has, isLiteral := item.node.(*syntax.Literal)
		if !isLiteral {
			return nil, false
		}
		left := false
		for _, arg := range leave {
			l, plain := r.constant(m, arg, 0).node.(*syntax.Literal)
			if !plain {
				return nil, false
			}
			left = left || l.Kind == has.Kind && l.Value == has.Value
		}
		if !left {
			items = append(items, item)
		}
	}
	return items, true
}

// listing are objects whose functions make lists of tables and of other lists: the
// language's own, and the utilities that JavaScript libraries know by a sign of their own.
var listing = map[string]bool{"Object": true, "_": true, "lodash": true}

// handsTo gives which of its arguments a function hands on to: the one that the function
// that it gives back calls for its own answer, as what wraps a validator does.
func (r *reader) handsTo(m *modules.Module, fun syntax.Expr) (arg int, ok bool) {
	fn, isFunc := r.constant(m, fun, 0).node.(*syntax.Func)
	if !isFunc {
		return 0, false
	}
	inner, _ := syntax.Bare(result(fn)).(*syntax.Func)
	if inner == nil {
		return 0, false
	}
	var called func(x syntax.Expr)
	called = func(x syntax.Expr) {
		if either, is := syntax.Bare(x).(*syntax.Conditional); is {
			called(either.Then)
			called(either.Else)
			return
		}
		call, is := syntax.Bare(x).(*syntax.Call)
		if !is {
			return
		}
		id, is := call.Fun.(*syntax.Ident)
		if !is {
			return
		}
		for i, p := range fn.Params {
			if name, plain := p.Name.(*syntax.Ident); plain && name.Name == id.Name {
				arg, ok = i, true
			}
		}
	}
	for _, x := range givenBack(inner) {
		called(x)
	}
	return arg, ok
}
