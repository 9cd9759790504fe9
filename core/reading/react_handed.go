// This file follows slots that a component hands to other components of the
// library: whether they are drawn is decided there.

package reading

import (
	"steadysocket/core/contract"
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// transparent are React's own components that draw their children in every state.
var transparent = map[string]bool{"Fragment": true, "StrictMode": true, "Suspense": true, "Profiler": true}

// maxHanded bounds how many components a slot is followed through.
const maxHanded = 8

// following is what is known of the slots of components that others draw.
type following struct {
	slots map[contextKey]map[string]contract.Fact // by declaration, then by spelling: whether it is drawn in some states only
	busy  map[contextKey]bool
	cut   int // how often something was not followed; what rests on that is not kept
}

// drawnBy reports whether the component behind a tag draws what it is given
// under a name only in some states. A native element draws it in every state.
func (d *drawing) drawnBy(x *syntax.Element, as string) contract.Fact {
	if as == "children" && transparent[d.r.fromReact(d.m.module, x.Name)] {
		return contract.No
	}
	var sym modules.Symbol
	known := false
	switch name := x.Name.(type) {
	case *syntax.Ident:
		if !isTagName(name.Name) || d.bound(name.Name) {
			return contract.No // what is chosen for it is an element mostly
		}
		sym, known = d.r.set.Local(d.m.module, name.Name)
	case *syntax.Member:
		id, plain := name.X.(*syntax.Ident)
		inner, named := name.Name.(*syntax.Ident)
		if !plain || !named || d.bound(id.Name) || d.t.props == id.Name {
			return contract.No
		}
		if inner.Name == "Provider" && d.r.contextOf(d.m.module, name.X) != nil {
			return contract.No
		}
		if sym, known = d.r.set.Local(d.m.module, id.Name); known {
			sym, known = d.r.set.Member(sym, inner.Name)
		}
	}
	if !known || sym.External() || sym.Module == nil {
		return contract.Unknown
	}
	if d.r.contextOf(d.m.module, x.Name) != nil {
		return contract.No
	}
	if fact, ok := d.r.slotsOf(sym)[as]; ok {
		return fact
	}
	return contract.Unknown
}

// bound reports whether a name is one of the component's own.
func (d *drawing) bound(name string) bool {
	return d.t.propOf(name) != "" || len(d.locals[name]) > 0 || d.funcs[name] != nil
}

// slotsOf draws a component of the library for what becomes of its slots, by
// their spelling; nil where that is not known.
func (r *reader) slotsOf(sym modules.Symbol) map[string]contract.Fact {
	key := contextKey{sym.Module.Path, sym.Name}
	f := r.handed
	if known, ok := f.slots[key]; ok {
		return known
	}
	if _, foreign := r.set.Foreign(sym.Module.Path); foreign {
		return nil
	}
	if f.busy[key] || len(f.busy) == maxHanded {
		f.cut++
		return nil
	}
	f.busy[key] = true
	before := f.cut
	slots := r.aside().drawnSlots(sym)
	delete(f.busy, key)
	if f.cut == before {
		f.slots[key] = slots
	}
	return slots
}

func (r *reader) drawnSlots(sym modules.Symbol) map[string]contract.Fact {
	m, _ := r.make(sym)
	switch {
	case m == nil:
		return nil
	case m.styled != nil && m.fn == nil:
		return map[string]contract.Fact{"children": contract.No}
	}
	slots := map[string]contract.Fact{}
	for _, s := range r.reactComponent(sym.Name, m).Slots {
		slots[s.Spelled.Name] = s.Conditional
	}
	return slots
}

// aside is a reader of the same source that notes nothing in the listing.
func (r *reader) aside() *reader {
	aside := *r
	aside.listing = &contract.Listing{Package: r.listing.Package}
	aside.said, aside.log, aside.found, aside.conflicts = map[remark]bool{}, nil, nil, nil
	return &aside
}

// handTo notes what became of slots that were met since, for they were handed to
// a component that draws them in some states only, or perhaps.
func (d *drawing) handTo(fact contract.Fact, before map[string]standings, when []condition) {
	switch fact {
	case contract.No:
		d.withhold(before, when)
	case contract.Unknown:
		d.move(before)
	default:
		for name, w := range d.where {
			was := before[name]
			w.sometimes += w.always - was.always
			w.always = was.always
			d.forget(name, was)
		}
	}
}
