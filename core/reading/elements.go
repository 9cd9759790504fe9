// This file finds the custom elements that a package gives out, and what of each is
// here: its class with those that it is made from, and the name of its tag.

package reading

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
)

// elementMade is a custom element: what of it is here.
type elementMade struct {
	module *modules.Module
	chain  []standing[*syntax.Class]                 // its class first, then those that it extends
	given  []string                                  // names of what mixins are applied to
	code   map[*syntax.Class]standing[*syntax.Class] // of those that are declared only
	next   standing[*syntax.Class]                   // the code of what the class at hand extends
	tag    string                                    // "" where it is defined nowhere that was looked
	bases  []contract.Base                           // what it extends and is not here
	doc    standing[syntax.Node]
	at     place.Place
}

// elementExport reads an exported name if it is a custom element, and reports whether
// it was one.
func (r *reader) elementExport(e entry) bool {
	if d := r.description(); d != nil && d.reads(r, e) {
		return true
	}
	switch {
	case e.symbol.External():
		return false
	case e.symbol.Namespace:
		return r.space(e)
	case r.others[otherKey(e)]:
		return false
	}
	export := contract.Export{Module: e.module, Name: e.name, Kind: "named"}
	name := e.name
	if e.name == "default" {
		export.Kind = "default"
		name = r.defaultName(e)
	}
	return r.elementSymbol(name, e.symbol, export)
}

// elementSymbol reads what a symbol stands for, if it is a custom element.
func (r *reader) elementSymbol(name string, sym modules.Symbol, export contract.Export) bool {
	key := sym.Module.Path + "#" + sym.Name
	if r.further(key, export) {
		return true
	}
	class, doc := elementClass(sym)
	if class == nil {
		return false
	}
	m := &elementMade{module: sym.Module, at: r.at(sym.Module, class), doc: standing[syntax.Node]{sym.Module, doc}}
	if !r.elementChain(m, sym.Module, class, 0) {
		return false
	}
	m.tag = r.tagOf(sym, class, export)
	if m.tag == "" && abstractClass(sym) {
		return false // others are made from it; nobody can use it
	}
	c := r.element(elementName(name, m.tag), m)
	c.Export = export
	r.noteSeen(key)
	r.add(c)
	return true
}

// definedTwice tells of tags that two classes are defined under: a page takes the first
// and fails at the other.
func (r *reader) definedTwice() {
	if r.framework.name != "web component" {
		return
	}
	by := map[string]*contract.Contract{}
	for i := range r.listing.Components {
		c := &r.listing.Components[i]
		for _, tag := range c.Root.Elements {
			if first := by[tag]; first != nil && c.At != nil && first.At != nil {
				r.unread(*c.At, c.Component, "the tag %s is defined twice, by %s at %s:%d too: a browser takes the first and refuses the other", tag, first.Component, first.At.File, first.At.Line)
			} else {
				by[tag] = c
			}
		}
	}
}

// elementName is the name that an element is known by: that of its class without the
// word Element, else that of its tag.
func elementName(class, tag string) string {
	if short := strings.TrimSuffix(class, "Element"); names.IsComponent(short) {
		return short
	}
	if tag != "" {
		return names.UpperFirst(names.Camel(tag))
	}
	return class
}

// elementClass gives the class that a symbol declares or stands for.
func elementClass(sym modules.Symbol) (*syntax.Class, syntax.Node) {
	if sym.Node != nil {
		switch n := sym.Node.(type) {
		case *syntax.ClassDecl:
			return n.Class, n
		case *syntax.Class:
			return n, n
		}
	}
	for _, d := range sym.Decls {
		switch n := d.Node.(type) {
		case *syntax.ClassDecl:
			return n.Class, n
		case *syntax.Declarator:
			if c, ok := syntax.Bare(n.Value).(*syntax.Class); ok {
				return c, d.Stmt
			}
		}
	}
	return nil, nil
}

func abstractClass(sym modules.Symbol) bool {
	for _, d := range sym.Decls {
		if n, ok := d.Node.(*syntax.ClassDecl); ok && n.Modifiers.Has(syntax.Abstract) {
			return true
		}
	}
	return false
}

// elementBases are the classes that elements are made from in the usual packages, with
// what they bring themselves: nothing that an app relies on.
var elementBases = map[string]bool{"HTMLElement": true, "LitElement": true, "ReactiveElement": true, "UpdatingElement": true, "FASTElement": true}

// elementChain follows a class to what it extends; false where it is no element.
func (r *reader) elementChain(m *elementMade, in *modules.Module, c *syntax.Class, depth int) bool {
	m.chain = append(m.chain, standing[*syntax.Class]{in, c})
	if c.Extends == nil || depth > maxVueFollows {
		return false
	}
	code, built := r.codeOf(in, c)
	if !built && m.next.node != nil && isDeclaration(in) {
		code, built = m.next, true
	}
	m.next = standing[*syntax.Class]{}
	if built {
		m.next = r.extended(code)
		if m.code == nil {
			m.code = map[*syntax.Class]standing[*syntax.Class]{}
		}
		m.code[c] = code
		m.chain = append(m.chain, code)
	}
	if r.elementBase(m, in, c.Extends, depth) {
		return true
	}
	// Declarations give what a call made a name of its own; the code says of what.
	return built && code.node.Extends != nil && r.elementBase(m, code.module, code.node.Extends, depth)
}

func (r *reader) elementBase(m *elementMade, in *modules.Module, x syntax.Expr, depth int) bool {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident:
		sym, ok := r.set.Local(in, x.Name)
		switch {
		case !ok && slices.Contains(m.given, x.Name):
			return true // what the mixin is applied to
		case !ok:
			return elementBases[x.Name] || strings.HasPrefix(x.Name, "HTML") && strings.HasSuffix(x.Name, "Element")
		case sym.External() || sym.Module == nil:
			if elementBases[sym.Name] {
				return true
			}
			at := r.at(in, x)
			m.bases = append(m.bases, contract.Base{Name: x.Name, From: sym.Package, At: &at})
			return strings.HasSuffix(sym.Name, "Element") || strings.HasSuffix(x.Name, "Element")
		}
		if _, foreign := r.set.Foreign(sym.Module.Path); foreign && elementBases[sym.Name] {
			return true
		}
		if class, _ := elementClass(sym); class != nil {
			return r.elementChain(m, sym.Module, class, depth+1)
		}
		if value, _ := valueOf(sym); value != nil {
			return r.elementBase(m, sym.Module, value, depth+1)
		}
	case *syntax.Call:
		// Mixin(Base): what it adds stands in the class that it gives back, nearer than
		// what it is applied to.
		class, fn, at := r.mixed(in, x)
		if class != nil {
			m.chain = append(m.chain, standing[*syntax.Class]{at, class})
			if class.Extends != nil && depth < maxVueFollows { // it may apply others
				for _, p := range fn.Params {
					if id, isName := p.Name.(*syntax.Ident); isName {
						m.given = append(m.given, id.Name)
					}
				}
				r.elementBase(m, at, class.Extends, depth+1)
			}
		}
		found := false
		for _, arg := range x.Args {
			if !found {
				found = r.elementBase(m, in, arg, depth+1)
			}
		}
		if class == nil && found {
			at := r.at(in, x)
			m.bases = append(m.bases, contract.Base{Name: evaluate.Clip(evaluate.Written(in, x.Fun)), From: importedFrom(in, x.Fun), At: &at})
		}
		return found
	}
	return false
}

// mixed gives the class that a function makes of another one.
func (r *reader) mixed(in *modules.Module, x *syntax.Call) (*syntax.Class, *syntax.Func, *modules.Module) {
	fn, in := r.mixin(in, x.Fun, 0)
	if fn == nil {
		return nil, nil, nil
	}
	var class *syntax.Class
	syntax.Walk(fn, func(n syntax.Node) bool {
		if c, ok := n.(*syntax.Class); ok && class == nil {
			class = c
		}
		return class == nil
	})
	return class, fn, in
}

// mixin finds the function behind a mixin: itself, or what a helper was given that hands
// it on, as one does that applies it once.
func (r *reader) mixin(in *modules.Module, x syntax.Expr, depth int) (*syntax.Func, *modules.Module) {
	if depth > maxVueFollows {
		return nil, nil
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Func:
		return x, in
	case *syntax.Call:
		for _, arg := range x.Args {
			if fn, at := r.mixin(in, arg, depth+1); fn != nil {
				return fn, at
			}
		}
	case *syntax.Ident:
		sym, ok := r.set.Local(in, x.Name)
		if !ok || sym.External() || sym.Module == nil {
			return nil, nil
		}
		value, _ := valueOf(sym)
		if value == nil {
			if code := r.codeBeside(sym.Module); code != nil {
				if built, found := r.set.Export(code, sym.Name); found && built.Module != nil {
					sym = built
					value, _ = valueOf(sym)
				}
			}
		}
		if value != nil {
			return r.mixin(sym.Module, value, depth+1)
		}
	}
	return nil, nil
}

// tagOf finds the tag that a class is defined under: by a decorator, or by a call in
// its module or the one that gives it out.
func (r *reader) tagOf(sym modules.Symbol, c *syntax.Class, export contract.Export) string {
	for _, d := range c.Decorators {
		if call, ok := d.(*syntax.Call); ok && len(call.Args) > 0 && (calledName(call) == "customElement" || calledName(call) == "element") {
			if tag := r.tagText(sym.Module, call.Args[0]); tag != "" {
				return tag
			}
			if o, ok := syntax.Bare(call.Args[0]).(*syntax.Object); ok {
				if p := o.Lookup("name"); p != nil {
					if tag := r.tagText(sym.Module, p.Value); tag != "" {
						return tag
					}
				}
			}
		}
	}
	looked := []*modules.Module{sym.Module}
	for _, s := range r.starts {
		if s.Module == export.Module {
			if m := r.set.Loaded(s.File); m != nil && m != sym.Module {
				looked = append(looked, m)
			}
			r.restsOn(s.File)
		}
	}
	for _, m := range looked {
		if tag := r.definedIn(m, sym, c); tag != "" {
			return tag
		}
	}
	return ""
}

// tagText is a tag's name as an expression surely gives it.
func (r *reader) tagText(m *modules.Module, x syntax.Expr) string {
	text, ok := "", false
	if value, known := literalValue(x); known {
		text, ok = value.(string)
	} else if id, isName := syntax.Bare(x).(*syntax.Ident); isName {
		if sym, found := r.set.Local(m, id.Name); found && !sym.External() && sym.Module != nil {
			if value, _ := valueOf(sym); value != nil {
				if v, known := literalValue(value); known {
					text, ok = v.(string)
				}
			}
		}
	}
	if !ok || !strings.Contains(text, "-") {
		return ""
	}
	return text
}

// definedIn finds customElements.define('tag', Class), or a helper of that form, in a
// module.
func (r *reader) definedIn(m *modules.Module, of modules.Symbol, c *syntax.Class) (tag string) {
	if !strings.Contains(m.Source, "efine") {
		return ""
	}
	is := func(x syntax.Expr) bool {
		switch x := syntax.Bare(x).(type) {
		case *syntax.Class:
			return x == c
		case *syntax.Ident:
			sym, ok := r.set.Local(m, x.Name)
			return ok && sym.Module == of.Module && sym.Name == of.Name
		}
		return false
	}
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		call, ok := n.(*syntax.Call)
		if !ok || len(call.Args) == 0 || tag != "" {
			return tag == ""
		}
		name := calledName(call)
		if !strings.HasPrefix(name, "define") && !strings.HasSuffix(name, "Define") {
			return true
		}
		if len(call.Args) > 1 && is(call.Args[1]) {
			tag = r.tagText(m, call.Args[0])
		} else if member, ok := call.Fun.(*syntax.Member); ok && is(member.X) { // Class.define('tag')
			tag = r.tagText(m, call.Args[0])
		}
		return tag == ""
	})
	return tag
}
