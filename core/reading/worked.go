// This file works out what small functions make of constants: the members of one list
// made of those of another, as libraries write sets of values.

package reading

import (
	"strconv"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// worked works out expressions of a module.
type worked struct {
	r      *reader
	module *modules.Module
	at     syntax.Range // of what the texts that are made stand for
	depth  int          // of the list that is worked out
}

// literal works out an expression that comes to a text or number; nil for any other.
func (a *worked) literal(x syntax.Expr) *syntax.Literal {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Literal:
		return x
	case *syntax.Ident, *syntax.Member:
		l, _ := a.r.constant(a.module, x, 0).node.(*syntax.Literal)
		return l
	case *syntax.Template:
		var b strings.Builder
		for i, text := range x.Texts {
			if strings.Contains(text, `\`) {
				return nil
			}
			b.WriteString(text)
			if i == len(x.Exprs) {
				break
			}
			part := a.literal(x.Exprs[i])
			if part == nil || part.Kind != syntax.StringLiteral && part.Kind != syntax.NumberLiteral {
				return nil
			}
			b.WriteString(part.Value)
		}
		return a.text(b.String())
	case *syntax.Binary:
		left, right := a.literal(x.X), a.literal(x.Y)
		if x.Op == "+" && left != nil && right != nil && (left.Kind == syntax.StringLiteral || right.Kind == syntax.StringLiteral) {
			return a.text(left.Value + right.Value)
		}
	case *syntax.Index: // TABLE[name]
		key := a.literal(x.Key)
		if table, in, ok := a.r.objectOf(a.module, x.X, 0); ok && key != nil {
			if p := table.Lookup(key.Value); p != nil {
				l, _ := a.r.constant(in, p.Value, 0).node.(*syntax.Literal)
				return l
			}
		}
	case *syntax.Call:
		return a.call(x)
	}
	return nil
}

func (a *worked) text(s string) *syntax.Literal {
	return &syntax.Literal{Range: a.at, Kind: syntax.StringLiteral, Value: s}
}

// changing are the functions of texts that are worked out.
var changing = map[string]func(string) string{
	"toUpperCase": strings.ToUpper, "toLowerCase": strings.ToLower, "trim": strings.TrimSpace, "toString": strings.Clone,
}

func (a *worked) call(x *syntax.Call) *syntax.Literal {
	switch f := x.Fun.(type) {
	case *syntax.Ident:
		if len(x.Args) != 1 {
			return nil
		}
		if of := a.literal(x.Args[0]); of != nil {
			return converted(of, f.Name)
		}
	case *syntax.Member:
		name, _ := f.Name.(*syntax.Ident)
		of := a.literal(f.X)
		if name == nil || of == nil || of.Kind != syntax.StringLiteral || len(x.Args) > 0 || changing[name.Name] == nil {
			return nil
		}
		return a.text(changing[name.Name](of.Value))
	}
	return nil
}

// converted makes a text or number of a literal, by the name of the type; nil where that
// is no plain one.
func converted(l *syntax.Literal, to string) *syntax.Literal {
	if l.Kind != syntax.StringLiteral && l.Kind != syntax.NumberLiteral {
		return nil
	}
	made := *l
	switch to {
	case "String":
		made.Kind = syntax.StringLiteral
	case "Number":
		if _, err := strconv.Atoi(l.Value); err != nil {
			return nil
		}
		made.Kind = syntax.NumberLiteral
	default:
		return nil
	}
	return &made
}

// holds works out whether a condition holds; known is false where that cannot be told.
func (a *worked) holds(x syntax.Expr) (holds, known bool) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Unary:
		if x.Op == "!" {
			holds, known = a.holds(x.X)
			return !holds, known
		}
	case *syntax.Binary:
		switch x.Op {
		case "===", "!==", "==", "!=":
			left, right := a.literal(x.X), a.literal(x.Y)
			if left == nil || right == nil || left.Kind != right.Kind {
				return false, false
			}
			return (left.Value == right.Value) == (x.Op[0] == '='), true
		case "&&", "||":
			left, known := a.holds(x.X)
			if !known || left == (x.Op == "||") {
				return left, known
			}
			return a.holds(x.Y)
		}
	case *syntax.Call: // LIST.includes(name)
		f, member := x.Fun.(*syntax.Member)
		if !member || len(x.Args) != 1 {
			break
		}
		if name, ok := f.Name.(*syntax.Ident); !ok || name.Name != "includes" {
			break
		}
		of := a.literal(x.Args[0])
		list, ok := a.r.listed(a.module, f.X, a.depth+1)
		if of == nil || !ok {
			break
		}
		for _, item := range list {
			l, isLiteral := a.r.constant(item.module, item.node, 0).node.(*syntax.Literal)
			if !isLiteral {
				return false, false
			}
			holds = holds || l.Kind == of.Kind && l.Value == of.Value
		}
		return holds, true
	}
	return false, false
}

// mapped gives the items of list.map(by), each made of one of the list.
func (r *reader) mapped(m *modules.Module, list, by syntax.Expr, depth int) (items []standing[syntax.Expr], ok bool) {
	id, _ := by.(*syntax.Ident)
	return r.eachOf(m, list, by, depth, func(a *worked, back syntax.Expr, l *syntax.Literal) (made *syntax.Literal, ok bool) {
		if back != nil {
			made = a.literal(back)
		} else if id != nil {
			made = converted(l, id.Name)
		}
		return made, made != nil
	})
}

// filtered gives the items of list.filter(by).
func (r *reader) filtered(m *modules.Module, list, by syntax.Expr, depth int) (items []standing[syntax.Expr], ok bool) {
	return r.eachOf(m, list, by, depth, func(a *worked, back syntax.Expr, l *syntax.Literal) (*syntax.Literal, bool) {
		if back == nil {
			return nil, false
		}
		holds, known := a.holds(back)
		if !holds {
			l = nil
		}
		return l, known
	})
}

// eachOf gives what comes of each literal of a list, without those that nothing comes of.
// It is made by what a function gives back for the literal; nil where that is none of the
// source.
func (r *reader) eachOf(m *modules.Module, list, by syntax.Expr, depth int, make func(a *worked, back syntax.Expr, l *syntax.Literal) (*syntax.Literal, bool)) (items []standing[syntax.Expr], ok bool) {
	all, ok := r.listed(m, list, depth+1)
	if !ok {
		return nil, false
	}
	of := r.constant(m, by, depth+1)
	fn, _ := of.node.(*syntax.Func)
	for _, item := range all {
		at := r.constant(item.module, item.node, 0)
		l, is := at.node.(*syntax.Literal)
		if r.worked++; !is || r.worked > maxWorked {
			return nil, false
		}
		a, back := &worked{r: r, at: syntax.Between(l.Pos(), l.Stop()), depth: depth + 1}, syntax.Expr(nil)
		if fn != nil {
			if back, a.module = bind(fn, of.module, at.module, []syntax.Expr{l}); back == nil {
				return nil, false
			}
		}
		made, ok := make(a, back, l)
		if !ok {
			return nil, false
		}
		if made != nil {
			items = append(items, standing[syntax.Expr]{at.module, made})
		}
	}
	return items, true
}

// joined gives the items of a list and those of the lists and single values that are added
// to it.
func (r *reader) joined(m *modules.Module, list syntax.Expr, more []syntax.Expr, depth int) (items []standing[syntax.Expr], ok bool) {
	items, ok = r.listed(m, list, depth+1)
	for _, x := range more {
		if !ok {
			return nil, false
		}
		at := r.constant(m, x, 0)
		if _, single := at.node.(*syntax.Literal); single {
			items = append(items, at)
			continue
		}
		var others []standing[syntax.Expr]
		others, ok = r.listed(m, x, depth+1)
		items = append(items, others...)
	}
	return items, ok && len(items) <= maxListed
}

// frozen gives what Object.freeze, or seal, is called for: it gives that back; nil for
// any other call.
func frozen(x *syntax.Call) syntax.Expr {
	f, member := x.Fun.(*syntax.Member)
	if !member || len(x.Args) != 1 || !isIdent(f.X, "Object") {
		return nil
	}
	if name, ok := f.Name.(*syntax.Ident); ok && (name.Name == "freeze" || name.Name == "seal") {
		return x.Args[0]
	}
	return nil
}

// takenFrom gives the member that a name stands for that is taken out of an object, as in
// const { name } = object; nil for any other.
func takenFrom(sym modules.Symbol) (*syntax.Member, *modules.Module) {
	if sym.External() || sym.Module == nil {
		return nil, nil
	}
	for _, d := range sym.Decls {
		v, ok := d.Node.(*syntax.Declarator)
		if !ok || v.Value == nil {
			continue
		}
		pattern, ok := v.Name.(*syntax.ObjectPattern)
		if !ok {
			continue
		}
		for _, p := range pattern.Props {
			key, named := syntax.KeyName(p.Key)
			if named && !p.Rest && p.Default == nil && isIdent(p.Target, sym.Name) {
				at := syntax.Between(p.Key.Pos(), p.Key.Stop())
				return &syntax.Member{Range: at, X: v.Value, Name: &syntax.Ident{Range: at, Name: key}}, sym.Module
			}
		}
	}
	return nil, nil
}

// restOf gives the object that a name holds the rest of, as in const { a, ...name } =
// object, and the names that were taken out; nil for any other name.
func restOf(sym modules.Symbol) (object syntax.Expr, taken map[string]bool) {
	if sym.External() || sym.Module == nil || len(sym.Decls) != 1 {
		return nil, nil
	}
	v, ok := sym.Decls[0].Node.(*syntax.Declarator)
	if !ok || v.Value == nil {
		return nil, nil
	}
	pattern, ok := v.Name.(*syntax.ObjectPattern)
	if !ok {
		return nil, nil
	}
	taken = map[string]bool{}
	for _, p := range pattern.Props {
		if p.Rest {
			if isIdent(p.Target, sym.Name) {
				return v.Value, taken
			}
			return nil, nil
		}
		key, named := syntax.KeyName(p.Key)
		if !named {
			return nil, nil
		}
		taken[key] = true
	}
	return nil, nil
}
