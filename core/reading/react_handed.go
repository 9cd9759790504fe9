// This file follows slots that a component hands to other components of the
// library: whether they are drawn is decided there.

package reading

import (
	"slices"

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
	slots map[contextKey]map[string]became // by declaration, then by spelling
	busy  map[contextKey]bool
	cut   int // how often something was not followed; what rests on that is not kept
}

// became is what a component does with a slot.
type became struct{ conditional, inLoop, fallback contract.Fact }

var (
	drawnPlainly = became{contract.No, contract.No, contract.No}
	drawnSomehow = became{contract.Unknown, contract.Unknown, contract.Unknown}
)

// drawnBy tells what the component behind a tag does with what it is given under a name.
// A native element draws it in every state.
func (d *drawing) drawnBy(x *syntax.Element, as string) became {
	if as == "children" && transparent[d.r.fromReact(d.m.module, x.Name)] {
		return drawnPlainly
	}
	var sym modules.Symbol
	known := false
	switch name := x.Name.(type) {
	case *syntax.Ident:
		if !isTagName(name.Name) || d.bound(name.Name) {
			return drawnPlainly // what is chosen for it is an element mostly
		}
		sym, known = d.r.set.Local(d.m.module, name.Name)
	case *syntax.Member:
		id, plain := name.X.(*syntax.Ident)
		inner, named := name.Name.(*syntax.Ident)
		if !plain || !named || d.bound(id.Name) || d.t.props == id.Name {
			return drawnPlainly
		}
		if inner.Name == "Provider" && d.r.contextOf(d.m.module, name.X) != nil {
			return drawnPlainly
		}
		if sym, known = d.r.set.Local(d.m.module, id.Name); known {
			sym, known = d.r.set.Member(sym, inner.Name)
		}
	}
	if !known || sym.External() || sym.Module == nil {
		return drawnSomehow
	}
	if d.r.contextOf(d.m.module, x.Name) != nil {
		return drawnPlainly
	}
	if of, ok := d.r.slotsOf(sym)[as]; ok {
		return of
	}
	return drawnSomehow
}

// handAll notes what becomes of the slots that a component of the library is handed with
// all props, or with what is left of them. An attribute of their name says otherwise.
func (d *drawing) handAll(x *syntax.Element, given syntax.Expr, when []condition) {
	name := dottedName(syntax.Bare(given))
	if !isTagName(tagName(x)) || name == "" || name != d.t.props && name != d.t.rest {
		return
	}
	for _, s := range d.c.Slots {
		spelled := s.Spelled.Or(s.Name)
		said := slices.ContainsFunc(x.Attrs, func(a *syntax.Attr) bool {
			as, _ := syntax.KeyName(a.Name)
			return !a.Spread && as == spelled
		})
		if said || name == d.t.rest && d.t.local(spelled) != "" || spelled == "children" && len(x.Children) > 0 {
			continue
		}
		before := d.count()
		d.slot(s, when)
		d.handTo(d.drawnBy(x, spelled), before, when)
	}
}

// bound reports whether a name is one of the component's own.
func (d *drawing) bound(name string) bool {
	return d.t.propOf(name) != "" || len(d.locals[name]) > 0 || d.funcs[name] != nil
}

// slotsOf draws a component of the library for what becomes of its slots, by
// their spelling; nil where that is not known.
func (r *reader) slotsOf(sym modules.Symbol) map[string]became {
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

func (r *reader) drawnSlots(sym modules.Symbol) map[string]became {
	m, _ := r.make(sym)
	switch {
	case m == nil:
		return nil
	case m.styled != nil && m.fn == nil:
		return map[string]became{"children": drawnPlainly}
	}
	slots := map[string]became{}
	for _, s := range r.reactComponent(sym.Name, m).Slots {
		slots[s.Spelled.Name] = became{s.Conditional, s.InLoop, s.Fallback}
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
func (d *drawing) handTo(of became, before map[string]standings, when []condition) {
	for name, w := range d.where {
		if *w != before[name] {
			d.repeats[name] = d.repeats[name] || of.inLoop == contract.Yes
			d.replaced[name] = d.replaced[name] || of.fallback == contract.Yes
			d.vague[name] = d.vague[name] || of.inLoop == contract.Unknown || of.fallback == contract.Unknown
		}
	}
	switch of.conditional {
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
