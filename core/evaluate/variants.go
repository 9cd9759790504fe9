// This file reads variant maps: a call that is given a table of axes, each with
// its values, and the type that a package makes of what it gives back. The table
// says it all, so that the package need not be here.

package evaluate

import (
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// variants evaluates Type<typeof made> of a package that is not here, where made
// comes from a call of the same package with a table of variants; nil where it
// is anything else.
func (e *Evaluator) variants(pkg string, args []syntax.Type, s *Scope) Type {
	if len(args) != 1 {
		return nil
	}
	q, ok := unparen(args[0]).(*syntax.QueryType)
	if !ok {
		return nil
	}
	id, ok := q.X.(*syntax.Ident)
	if !ok {
		return nil
	}
	sym, ok := e.Set.Local(s.Module, id.Name)
	if !ok || len(sym.Decls) == 0 {
		return nil
	}
	d, ok := sym.Decls[0].Node.(*syntax.Declarator)
	if !ok || d.Value == nil {
		return nil
	}
	call, ok := syntax.Bare(d.Value).(*syntax.Call)
	if !ok {
		return nil
	}
	maker, ok := call.Fun.(*syntax.Ident)
	if !ok || sym.Module.Imports.Of(maker.Name).From != pkg {
		return nil
	}
	for _, arg := range call.Args {
		table, ok := syntax.Bare(arg).(*syntax.Object)
		if !ok {
			continue
		}
		if axes, ok := bareValue(table, "variants").(*syntax.Object); ok {
			defaults, _ := bareValue(table, "defaultVariants").(*syntax.Object)
			return e.axes(axes, defaults, sym.Module)
		}
	}
	return nil
}

// axes makes the props that a table of variants stands for: each may be left
// out, or be null for none.
func (e *Evaluator) axes(table, defaults *syntax.Object, m *modules.Module) Type {
	return &object{fill: func() *shape {
		made := &shape{}
		for _, axis := range table.Props {
			name, ok := syntax.KeyName(axis.Key)
			values, isTable := axis.Value.(*syntax.Object)
			if !ok || !isTable {
				made.bases = append(made.bases, e.base(e.odd(In(m), axis, "the values of this variant are worked out when it runs")))
				continue
			}
			var all []Type
			for _, v := range values.Props {
				switch key, _ := syntax.KeyName(v.Key); key {
				case "":
					made.bases = append(made.bases, e.base(e.odd(In(m), v, "the values of this variant are worked out when it runs")))
				case "true":
					all = append(all, wordBoolean)
				case "false":
					all = append(all, wordBoolean)
				default:
					all = append(all, text(key))
				}
			}
			x := &member{name: name, is: known(unite(append(all, wordNull)...)), optional: true, module: m, node: axis}
			if defaults != nil {
				x.say(func(r *rarely) { r.fallback = bareValue(defaults, name) })
			}
			made.put(x)
		}
		return made
	}}
}

// bareValue gives the value of a property of an object literal, its casts taken
// off, or nil.
func bareValue(o *syntax.Object, name string) syntax.Expr {
	if p := o.Lookup(name); p != nil {
		return syntax.Bare(p.Value)
	}
	return nil
}
