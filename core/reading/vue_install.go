// This file reads what a library registers for a whole app: the components that its
// install function hands to app.component.

package reading

import (
	"steadysocket/core/contract"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/syntax"
)

// installed reads the components that an exported plugin registers, and reports whether
// there are any. One that is exported too is known by that name already.
func (r *reader) installed(e entry) bool {
	m := e.symbol.Module
	value, _ := valueOf(e.symbol)
	if m == nil || value == nil {
		return false
	}
	fn, in := r.installer(e, m, value)
	if fn == nil || fn.Body == nil && fn.X == nil {
		return false
	}
	found := false
	for _, x := range r.registrations(in, fn) {
		export := contract.Export{Module: e.module, Name: x.name, Kind: contract.ExportGlobal}
		known := r.further(x.symbol.Module.Path+"#"+x.symbol.Name, export)
		found = known || r.vueSymbol(x.name, x.symbol, export) || found
	}
	return found
}

// installer is the function that a plugin is: one called install, or a record's method of
// that name.
func (r *reader) installer(e entry, m *modules.Module, value syntax.Expr) (*syntax.Func, *modules.Module) {
	switch x := syntax.Bare(value).(type) {
	case *syntax.Func:
		if e.name == "install" || e.symbol.Name == "install" || e.name == "default" && len(x.Params) > 0 {
			return x, m
		}
	case *syntax.Object:
		given := lookupMethod(x, "install")
		if p := x.Lookup("install"); p != nil && given == nil {
			given = p.Value
		}
		if fn, ok := syntax.Bare(given).(*syntax.Func); ok {
			return fn, m
		}
		if id, ok := syntax.Bare(given).(*syntax.Ident); ok {
			if sym, known := r.set.Local(m, id.Name); known && !sym.External() && sym.Module != nil {
				if of, _ := valueOf(sym); of != nil {
					if fn, ok := syntax.Bare(of).(*syntax.Func); ok {
						return fn, sym.Module
					}
				}
			}
		}
	}
	return nil, nil
}

// registration is a component under the name that an app finds it by.
type registration struct {
	name   string
	symbol modules.Symbol
}

// registrations lists what a function hands to app.component: by name, or all of a list,
// record or module that it goes through.
func (r *reader) registrations(m *modules.Module, fn *syntax.Func) (list []registration) {
	seen := map[string]bool{}
	add := func(name string, sym modules.Symbol) {
		if name = names.UpperFirst(names.Camel(name)); !seen[name] && !sym.External() && sym.Module != nil && len(list) < maxEntries {
			seen[name] = true
			list = append(list, registration{name, sym})
		}
	}
	registers, byName := false, true
	var through []string // names of the module that are gone through
	syntax.Walk(fn, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Call:
			if _, member := n.Fun.(*syntax.Member); !member || calledName(n) != "component" || len(n.Args) < 2 {
				return true
			}
			registers = true
			id, isName := syntax.Bare(n.Args[1]).(*syntax.Ident)
			sym, known := modules.Symbol{}, false
			if isName {
				sym, known = r.set.Local(m, id.Name)
			}
			switch text, _ := literalValue(n.Args[0]); name := text.(type) {
			case string:
				if known {
					add(name, sym)
				}
			default:
				if known { // app.component(FareTag.name, FareTag)
					add(r.registeredName(sym, id.Name), sym)
				} else {
					byName = false
				}
			}
		case *syntax.Ident:
			through = append(through, n.Name)
		}
		return true
	})
	if !registers || byName {
		return list
	}
	for _, name := range through {
		sym, known := r.set.Local(m, name)
		if !known {
			continue
		}
		if sym.Namespace && sym.Module != nil {
			exported, _ := r.set.ExportNames(sym.Module)
			for _, name := range exported {
				if inner, ok := r.set.Export(sym.Module, name); ok && name != "default" {
					add(r.registeredName(inner, name), inner)
				}
			}
			continue
		}
		value, _ := valueOf(sym)
		item := func(x syntax.Expr, called func(of modules.Symbol, name string) string) {
			if id, isName := syntax.Bare(x).(*syntax.Ident); isName {
				if inner, ok := r.set.Local(sym.Module, id.Name); ok {
					add(called(inner, id.Name), inner)
				}
			}
		}
		switch x := syntax.Bare(value).(type) {
		case *syntax.Array:
			for _, elem := range x.Elems {
				item(elem, r.registeredName)
			}
		case *syntax.Object:
			for _, p := range x.Props {
				if key, ok := syntax.KeyName(p.Key); ok && p.Kind != syntax.SpreadProperty {
					item(p.Value, func(modules.Symbol, string) string { return key })
				}
			}
		}
	}
	return list
}

// registeredName is the name that a component says of itself, else the one that it goes
// by where it is registered.
func (r *reader) registeredName(sym modules.Symbol, name string) string {
	if made := r.vueOf(sym, 0); made != nil {
		if own := r.ownName(made); own != "" {
			return own
		}
	}
	return name
}
