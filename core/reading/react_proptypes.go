// This file reads tables of prop types, which say what props are where no type
// does.

package reading

import (
	"slices"

	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// propTypes is a table of prop types.
type propTypes struct {
	members []evaluate.Member
	bases   []evaluate.Base
	at      map[string]int // where members stand, by name
}

// put adds a member in place of one before it of the same name.
func (p *propTypes) put(m evaluate.Member) {
	if i, there := p.at[m.Name]; there {
		p.members[i] = m
		return
	}
	if p.at == nil {
		p.at = map[string]int{}
	}
	p.at[m.Name] = len(p.members)
	p.members = append(p.members, m)
}

// doubt says that what stands so far may be otherwise: something follows that is not known.
func (p *propTypes) doubt() {
	for i := range p.members {
		p.members[i].Type, p.members[i].Unsure = nil, true
	}
}

// merge gives the members of the table, then those that the body takes beside
// them.
func (p *propTypes) merge(taken []evaluate.Member) []evaluate.Member {
	out := p.members
	for _, m := range taken {
		if _, known := p.at[m.Name]; !known {
			m.Unsure = true // nothing says whether it may be left out
			out = append(out, m)
		}
	}
	return out
}

// simplePropTypes are the names that stand for one type.
var simplePropTypes = map[string]types.Type{
	"any": types.Any, "array": &types.Array{Elem: types.Any}, "bigint": types.BigInt, "bool": types.Boolean, "func": anyFunction, "number": types.Number,
	"object": types.ObjectT, "string": types.String, "symbol": types.Symbol, "node": types.Content, "element": types.OneElement,
	"elementType": &types.Named{Name: "Component"},
}

// propTypes reads Component.propTypes = { … }.
func (r *reader) propTypes(table part) *propTypes {
	out := &propTypes{}
	r.propTable(out, table.module, table.value, 0)
	return out
}

func (r *reader) propTable(out *propTypes, m *modules.Module, x syntax.Expr, depth int) {
	if of, left, ok := r.lessOf(m, x, 0); ok && depth <= 10 {
		var all propTypes
		r.propTable(&all, of.module, of.node, depth+1)
		for _, member := range all.members {
			if !left(member.Name) {
				out.put(member)
			}
		}
		if len(all.bases) > 0 {
			out.doubt()
			out.bases = append(out.bases, all.bases...)
		}
		return
	}
	o, in, ok := r.objectOf(m, x, 0)
	if !ok || depth > 10 {
		out.doubt()
		out.bases = append(out.bases, evaluate.Base{Name: evaluate.Clip(evaluate.Written(m, x)), At: m.Place(x)})
		return
	}
	for _, p := range o.Props {
		if p.Kind == syntax.SpreadProperty {
			r.propTable(out, in, p.Value, depth+1)
			continue
		}
		name, ok := r.keyName(in, p.Key)
		if !ok || name == "" || p.Kind != syntax.InitProperty {
			out.bases = append(out.bases, evaluate.Base{Name: evaluate.Clip(evaluate.Written(in, p)), At: in.Place(p)})
			continue
		}
		t, required := r.propType(in, p.Value, 0)
		out.put(evaluate.Member{Name: name, Type: t, Optional: !required, Doc: in.File.Doc(p), At: in.Place(p)})
	}
}

// lessOf gives the table that x is with members left out, and which those are: what is
// left of a table when some are taken out of it by name, or what the usual functions give
// back that are called omit and pick. ok is false for any other value.
func (r *reader) lessOf(m *modules.Module, x syntax.Expr, depth int) (of standing[syntax.Expr], left func(name string) bool, ok bool) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident:
		sym, found := r.set.Local(m, x.Name)
		if !found || depth > maxFollowed {
			break
		}
		if value, in := written(sym); value != nil {
			return r.lessOf(in, value, depth+1)
		}
		if value, names := restOf(sym); value != nil {
			return standing[syntax.Expr]{sym.Module, value}, func(name string) bool { return names[name] }, true
		}
	case *syntax.Call:
		name := calledName(x)
		if name != "omit" && name != "pick" || len(x.Args) < 2 {
			break
		}
		names := map[string]bool{}
		for _, arg := range x.Args[1:] {
			items, isList := r.listed(m, arg, 0)
			if !isList {
				items = []standing[syntax.Expr]{{m, arg}}
			}
			for _, item := range items {
				l, isName := r.constant(item.module, item.node, 0).node.(*syntax.Literal)
				if !isName || l.Kind != syntax.StringLiteral {
					return of, nil, false
				}
				names[l.Value] = true
			}
		}
		return standing[syntax.Expr]{m, x.Args[0]}, func(n string) bool { return names[n] == (name == "omit") }, true
	}
	return of, nil, false
}

// objectOf follows a value to the object literal that it is.
func (r *reader) objectOf(m *modules.Module, x syntax.Expr, depth int) (*syntax.Object, *modules.Module, bool) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Object:
		return x, m, true
	case *syntax.Conditional: // a table, or none
		if isNothing(x.Else) {
			return r.objectOf(m, x.Then, depth)
		}
		if isNothing(x.Then) {
			return r.objectOf(m, x.Else, depth)
		}
	case *syntax.Call:
		if o := assigning(x); o != nil {
			return o, m, true
		}
		if of := frozen(x); of != nil && depth < 10 {
			return r.objectOf(m, of, depth+1)
		}
	case *syntax.Ident:
		if sym, ok := r.set.Local(m, x.Name); ok && !sym.External() && depth < 10 {
			if value, in := written(sym); value != nil {
				return r.objectOf(in, value, depth+1)
			}
			if taken, in := takenFrom(sym); taken != nil {
				return r.objectOf(in, taken, depth+1)
			}
		}
	case *syntax.Member:
		// Other.propTypes
		id, plain := x.X.(*syntax.Ident)
		name, named := x.Name.(*syntax.Ident)
		if plain && named && depth < 10 {
			if sym, ok := r.set.Local(m, id.Name); ok && !sym.External() && sym.Module != nil {
				of := &made{module: sym.Module, names: []declared{{sym.Module, sym.Name}}, class: classOf(sym)}
				if value, in := written(sym); value != nil {
					if call, ok := syntax.Bare(value).(*syntax.Call); ok {
						of.parts, _ = attached(in, call)
					}
				}
				if p, ok := r.static(of, name.Name); ok {
					return r.objectOf(p.module, p.value, depth+1)
				}
			}
		}
		if table, in, ok := r.objectOf(m, x.X, depth+1); ok && named && depth < 10 {
			if p := table.Lookup(name.Name); p != nil {
				return r.objectOf(in, p.Value, depth+1)
			}
		}
	}
	return nil, nil, false
}

// isNothing reports whether an expression stands for no table, or for one without members.
func isNothing(x syntax.Expr) bool {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Object:
		return len(x.Props) == 0
	case *syntax.Unary:
		return x.Op == "void"
	case *syntax.Literal:
		return x.Kind == syntax.NullLiteral
	}
	return isIdent(syntax.Bare(x), "undefined")
}

// keyName gives the name that a key stands for, worked out where it is a constant.
func (r *reader) keyName(m *modules.Module, key syntax.Node) (string, bool) {
	if name, ok := syntax.KeyName(key); ok {
		return name, true
	}
	computed, ok := key.(*syntax.Computed)
	if !ok {
		return "", false
	}
	l := (&worked{r: r, module: m, at: syntax.Between(key.Pos(), key.Stop())}).literal(computed.X)
	if l == nil || l.Kind != syntax.StringLiteral {
		return "", false
	}
	return l.Value, true
}

// assigners are the functions that put the members of tables into the first: the
// language's own, and what compilers write in its place.
var assigners = map[string]bool{"assign": true, "objectAssign": true, "_extends": true, "__assign": true, "_objectSpread": true, "_objectSpread2": true}

// assigning gives a call that joins tables as one table that takes them over; nil for
// all else.
func assigning(x *syntax.Call) *syntax.Object {
	if !assigners[calledName(x)] || len(x.Args) == 0 {
		return nil
	}
	if _, written := x.Args[0].(*syntax.Object); !written {
		return nil
	}
	o := &syntax.Object{Range: syntax.Between(x.Pos(), x.Stop())}
	for _, arg := range x.Args {
		o.Props = append(o.Props, &syntax.Property{Range: syntax.Between(arg.Pos(), arg.Stop()), Kind: syntax.SpreadProperty, Value: arg})
	}
	return o
}

// propType reads one entry; nil for what is not understood.
func (r *reader) propType(m *modules.Module, x syntax.Expr, depth int) (t types.Type, required bool) {
	if depth > 20 {
		return nil, false
	}
	depth++
	switch x := syntax.Bare(x).(type) {
	case *syntax.Member:
		name, ok := x.Name.(*syntax.Ident)
		if !ok {
			return nil, false
		}
		if name.Name == "isRequired" {
			t, _ = r.propType(m, x.X, depth)
			return t, true
		}
		if of, ok := x.X.(*syntax.Ident); ok && r.importsPropTypes(m, of.Name) {
			return simplePropTypes[name.Name], false
		}
		return r.propTypeOf(m, x, name.Name, depth)
	case *syntax.Ident:
		if i, ok := m.Imports.Find(x.Name); ok {
			if t, known := simplePropTypes[i.Name]; known && i.From == "prop-types" {
				return t, false
			}
		}
		if sym, ok := r.set.Local(m, x.Name); ok && !sym.External() {
			if value, in := written(sym); value != nil {
				return r.propType(in, value, depth)
			}
			if taken, in := takenFrom(sym); taken != nil {
				return r.propType(in, taken, depth)
			}
		}
	case *syntax.Call:
		if _, wraps := r.handsTo(m, x.Fun); !wraps {
			if back, in := r.calling(m, x, depth); back != nil {
				return r.propType(in, back, depth)
			}
		}
		return r.propTypeCall(m, x, depth), false
	}
	return nil, false
}

// unreadType stands for what was not understood.
var unreadType types.Type = types.Unread

// importsPropTypes reports whether a name stands for the package that makes prop types, or
// for what is no name of the source.
func (r *reader) importsPropTypes(m *modules.Module, name string) bool {
	if i, ok := m.Imports.Find(name); ok {
		return i.From == "prop-types" || i.From == "react"
	}
	_, declared := r.set.Local(m, name)
	return !declared || name == "PropTypes"
}

// propTypeOf reads what stands in another component's table, Other.propTypes.name, or in
// a module or table of the source's own.
func (r *reader) propTypeOf(m *modules.Module, x *syntax.Member, name string, depth int) (types.Type, bool) {
	if of, ok := syntax.Bare(x.X).(*syntax.Member); ok {
		if table, ok := of.Name.(*syntax.Ident); ok && table.Name == "propTypes" {
			var all propTypes
			r.propTable(&all, m, of, depth)
			if i, there := all.at[name]; there {
				return all.members[i].Type, !all.members[i].Optional
			}
			return nil, false
		}
	}
	if at := r.constant(m, x, 0); at.node != syntax.Expr(x) {
		return r.propType(at.module, at.node, depth)
	}
	return simplePropTypes[name], false
}

func (r *reader) propTypeCall(m *modules.Module, x *syntax.Call, depth int) types.Type {
	if arg, ok := r.handsTo(m, x.Fun); ok && arg < len(x.Args) {
		t, _ := r.propType(m, x.Args[arg], depth)
		return t
	}
	if len(x.Args) != 1 {
		return nil
	}
	inner := func() types.Type { t, _ := r.propType(m, x.Args[0], depth); return t }
	switch calledName(x) {
	case "oneOf":
		return r.valuesOf(m, x.Args[0])
	case "oneOfType":
		items, _ := r.listed(m, x.Args[0], 0)
		var list []types.Type
		for _, item := range items {
			// What one of them takes is told where that of another is not known.
			t, _ := r.propType(item.module, item.node, depth)
			if t == nil {
				t = unreadType
			}
			list = append(list, t)
		}
		if slices.ContainsFunc(list, func(t types.Type) bool { return t != unreadType }) {
			return types.NewUnion(list...)
		}
	case "arrayOf":
		if t := inner(); t != nil {
			return &types.Array{Elem: t}
		}
	case "objectOf":
		if t := inner(); t != nil {
			return &types.Object{Indexes: []types.Index{{Key: types.String, Value: t}}}
		}
	case "shape", "exact":
		var fields propTypes
		r.propTable(&fields, m, x.Args[0], depth)
		if len(fields.bases) > 0 {
			return types.ObjectT
		}
		made := &types.Object{}
		for _, f := range fields.members {
			if f.Type == nil {
				f.Type = unreadType
			}
			made.Fields = append(made.Fields, &types.Field{Name: f.Name, Type: f.Type, Optional: f.Optional})
		}
		return made
	case "instanceOf":
		if id, ok := x.Args[0].(*syntax.Ident); ok {
			return &types.Named{Name: id.Name}
		}
	}
	return nil
}

// elements follows a value to the list that it is.
func (r *reader) elements(m *modules.Module, x syntax.Expr) ([]syntax.Expr, *modules.Module) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Array:
		for _, elem := range x.Elems {
			if _, spread := elem.(*syntax.Spread); spread || elem == nil {
				return nil, m
			}
		}
		return x.Elems, m
	case *syntax.Ident:
		if sym, ok := r.set.Local(m, x.Name); ok && !sym.External() {
			if value, _ := valueOf(sym); value != nil {
				if a, ok := syntax.Bare(value).(*syntax.Array); ok {
					return a.Elems, sym.Module
				}
			}
		}
	}
	return nil, m
}

// valuesOf is the union of what a list holds that is written out; nil where it is not.
func (r *reader) valuesOf(m *modules.Module, x syntax.Expr) types.Type {
	items, _ := r.listed(m, x, 0)
	var list []types.Type
	for _, item := range items {
		at := r.constant(item.module, item.node, 0)
		if l, ok := at.node.(*syntax.Literal); ok && l.Kind == syntax.NullLiteral {
			list = append(list, types.Null)
			continue
		}
		t := r.eval.Plain(r.eval.Expr(at.node, evaluate.In(at.module)))
		if _, _, closed := types.Values(t); t == nil || !closed {
			return nil // what is told of a kind only is no value
		}
		list = append(list, t)
	}
	if len(list) == 0 {
		return nil
	}
	return types.NewUnion(list...)
}
