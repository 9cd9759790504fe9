// This file opens helpers of libraries that take the options of a prop apart.

package reading

import (
	"steadysocket/core/types"
)

// optionTables are Vue's helpers that make values of a table of options.
var optionTables = map[string]bool{"ExtractPropTypes": true, "ExtractPublicPropTypes": true}

// valuesOf gives a type in which a helper that takes the values out of a table of options
// is those values: type Value<T> = T[keyof T], over ExtractPropTypes<{ key: … }>.
func (v *vueReading) valuesOf(t types.Type) types.Type {
	concerned := false
	if t != nil {
		types.VisitNames(t, func(n *types.Named) { concerned = concerned || optionTables[n.Name] })
	}
	if !concerned {
		return t
	}
	return types.Rename(t, func(n *types.Named, args []types.Type) types.Type {
		if values := v.valueOf(n); values != nil {
			return values
		}
		return &types.Named{Name: n.Name, From: n.From, Args: args, Mark: n.Mark, Def: n.Def}
	})
}

// valueOf gives the values that one name stands for; nil where it is no such helper, or
// where some option is not understood. In our declarations of Vue the table is a record
// of the options alone, so that a helper which stands for those takes the values out.
func (v *vueReading) valueOf(n *types.Named) types.Type {
	if len(n.Args) != 1 {
		return nil
	}
	table, ok := n.Args[0].(*types.Named)
	if !ok || !optionTables[table.Name] || len(table.Args) != 1 {
		return nil
	}
	options, ok := table.Args[0].(*types.Object)
	stands := v.r.eval.Definition(n.String())
	if !ok || stands == nil || stands.String() != options.String() {
		return nil
	}
	var list []types.Type
	for _, option := range options.Fields {
		o, record := option.Type.(*types.Object)
		if !record {
			return nil
		}
		if option.Optional {
			return unreadType // what Vue's InferPropType makes of options that may be undefined depends on their form
		}
		sure := false
		for _, word := range o.Fields {
			switch word.Name {
			case "type":
				of := v.optionType(word.Type)
				if of == nil {
					return nil
				}
				list = append(list, of)
			case "required":
				l, literal := word.Type.(*types.Literal)
				sure = literal && l.Value == "true" && !word.Optional
			}
		}
		if !sure {
			list = append(list, types.Undefined)
		}
	}
	if len(list) == 0 {
		return nil
	}
	return types.NewUnion(list...)
}

// optionType is the type of the values that the word type of options lets through; nil
// where it is not understood. Vue's PropType is a constructor, which the language of types
// does not have, or a function without parameters, or a list of those.
func (v *vueReading) optionType(t types.Type) types.Type {
	switch t := t.(type) {
	case *types.Named:
		if of := propTypeOf(t); of != nil {
			return of
		}
		if of := v.r.eval.Definition(t.String()); of != nil {
			return v.optionType(of)
		}
		return nil
	case *types.Array:
		return v.optionType(t.Elem)
	case *types.Intersection:
		for _, m := range t.Members {
			if fn, ok := m.(*types.Func); ok && len(fn.Params) == 0 {
				return fn.Result
			}
		}
		return nil
	case *types.Union:
		var list []types.Type
		unread, called := false, false
		for _, m := range t.Members {
			if types.IsUnread(m) {
				unread = true
				continue
			}
			if m == types.Type(types.Null) || m == types.Type(types.Undefined) {
				continue
			}
			of := v.optionType(m)
			if of == nil {
				return nil
			}
			switch m.(type) {
			case *types.Func, *types.Intersection:
				called = true
			}
			list = append(list, of)
		}
		if unread && !called || len(list) == 0 {
			return nil // a constructor that no function says the same beside
		}
		return types.NewUnion(list...)
	}
	return propTypeOf(t)
}
