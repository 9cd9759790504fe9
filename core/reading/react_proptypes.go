// This file reads tables of prop types, which say what props are where no type
// does.

package reading

import (
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// propTypes is a table of prop types.
type propTypes struct {
	members []evaluate.Member
	bases   []evaluate.Base
}

// merge gives the members of the table, then those that the body takes beside
// them.
func (p *propTypes) merge(taken []evaluate.Member) []evaluate.Member {
	known := map[string]bool{}
	for _, m := range p.members {
		known[m.Name] = true
	}
	out := p.members
	for _, m := range taken {
		if !known[m.Name] {
			m.Unsure = true // nothing says whether it may be left out
			out = append(out, m)
		}
	}
	return out
}

// simplePropTypes are the names that stand for one type.
var simplePropTypes = map[string]types.Type{
	"any": types.Any, "array": &types.Array{Elem: types.Any}, "bigint": types.BigInt, "bool": types.Boolean, "func": anyFunction, "number": types.Number,
	"object": types.ObjectT, "string": types.String, "symbol": types.Symbol, "node": types.Content, "element": types.Content,
	"elementType": &types.Named{Name: "Component"},
}

// propTypes reads Component.propTypes = { … }.
func (r *reader) propTypes(table part) *propTypes {
	out := &propTypes{}
	r.propTable(out, table.module, table.value, 0)
	return out
}

func (r *reader) propTable(out *propTypes, m *modules.Module, x syntax.Expr, depth int) {
	o, in, ok := r.objectOf(m, x, 0)
	if !ok || depth > 10 {
		out.bases = append(out.bases, evaluate.Base{Name: evaluate.Clip(evaluate.Written(m, x)), At: m.Place(x)})
		return
	}
	for _, p := range o.Props {
		if p.Kind == syntax.SpreadProperty {
			r.propTable(out, in, p.Value, depth+1)
			continue
		}
		name, ok := syntax.KeyName(p.Key)
		if !ok || name == "" || p.Kind != syntax.InitProperty {
			out.bases = append(out.bases, evaluate.Base{Name: evaluate.Clip(evaluate.Written(in, p)), At: in.Place(p)})
			continue
		}
		t, required := r.propType(in, p.Value, 0)
		out.members = append(out.members, evaluate.Member{Name: name, Type: t, Optional: !required, Doc: in.File.Doc(p), At: in.Place(p)})
	}
}

// objectOf follows a value to the object literal that it is.
func (r *reader) objectOf(m *modules.Module, x syntax.Expr, depth int) (*syntax.Object, *modules.Module, bool) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Object:
		return x, m, true
	case *syntax.Ident:
		if sym, ok := r.set.Local(m, x.Name); ok && !sym.External() && depth < 10 {
			if value, _ := valueOf(sym); value != nil {
				return r.objectOf(sym.Module, value, depth+1)
			}
		}
	case *syntax.Member:
		// Other.propTypes
		id, plain := x.X.(*syntax.Ident)
		name, named := x.Name.(*syntax.Ident)
		if plain && named && depth < 10 {
			if sym, ok := r.set.Local(m, id.Name); ok && !sym.External() && sym.Module != nil {
				of := &made{module: sym.Module, names: []declared{{sym.Module, sym.Name}}, class: classOf(sym)}
				if p, ok := r.static(of, name.Name); ok {
					return r.objectOf(p.module, p.value, depth+1)
				}
			}
		}
	}
	return nil, nil, false
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
		return simplePropTypes[name.Name], false
	case *syntax.Ident:
		if i, ok := m.Imports.Find(x.Name); ok {
			if t, known := simplePropTypes[i.Name]; known && i.From == "prop-types" {
				return t, false
			}
		}
		if sym, ok := r.set.Local(m, x.Name); ok && !sym.External() {
			if value, _ := valueOf(sym); value != nil {
				return r.propType(sym.Module, value, depth)
			}
		}
	case *syntax.Call:
		return r.propTypeCall(m, x, depth), false
	}
	return nil, false
}

func (r *reader) propTypeCall(m *modules.Module, x *syntax.Call, depth int) types.Type {
	name := ""
	switch f := x.Fun.(type) {
	case *syntax.Ident:
		name = f.Name
	case *syntax.Member:
		if id, ok := f.Name.(*syntax.Ident); ok {
			name = id.Name
		}
	}
	if len(x.Args) != 1 {
		return nil
	}
	inner := func() types.Type { t, _ := r.propType(m, x.Args[0], depth); return t }
	switch name {
	case "oneOf", "oneOfType":
		elems, in := r.elements(m, x.Args[0])
		var list []types.Type
		for _, elem := range elems {
			var t types.Type
			if name == "oneOfType" {
				t, _ = r.propType(in, elem, depth)
			} else {
				t = r.eval.Plain(r.eval.Expr(elem, evaluate.In(in)))
			}
			if t == nil {
				return nil
			}
			list = append(list, t)
		}
		if len(list) > 0 {
			return types.NewUnion(list...)
		}
		if name == "oneOf" {
			return r.valuesOf(m, x.Args[0])
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
		o, in, ok := r.objectOf(m, x.Args[0], 0)
		if !ok {
			return types.ObjectT
		}
		made := &types.Object{}
		for _, p := range o.Props {
			key, ok := syntax.KeyName(p.Key)
			if !ok || p.Kind != syntax.InitProperty {
				return nil
			}
			t, required := r.propType(in, p.Value, depth)
			if t == nil {
				t = &types.Named{Name: "Unread"}
			}
			made.Fields = append(made.Fields, &types.Field{Name: key, Type: t, Optional: !required})
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

// valuesOf gives the values that a computed list of a constant holds:
// Object.keys(table), Object.values(table).
func (r *reader) valuesOf(m *modules.Module, x syntax.Expr) types.Type {
	call, ok := syntax.Bare(x).(*syntax.Call)
	if !ok || len(call.Args) != 1 {
		return nil
	}
	f, ok := call.Fun.(*syntax.Member)
	if !ok {
		return nil
	}
	object, _ := f.X.(*syntax.Ident)
	name, _ := f.Name.(*syntax.Ident)
	table, in, found := r.objectOf(m, call.Args[0], 0)
	if object == nil || name == nil || object.Name != "Object" || !found {
		return nil
	}
	var list []types.Type
	for _, p := range table.Props {
		key, ok := syntax.KeyName(p.Key)
		if !ok || p.Kind != syntax.InitProperty {
			return nil
		}
		switch name.Name {
		case "keys":
			list = append(list, types.StringLiteral(key))
		case "values":
			t := r.eval.Plain(r.eval.Expr(p.Value, evaluate.In(in)))
			if t == nil {
				return nil
			}
			list = append(list, t)
		default:
			return nil
		}
	}
	if len(list) == 0 {
		return nil
	}
	return types.NewUnion(list...)
}
