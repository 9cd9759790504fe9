// This file follows the names of a module to the components that they stand for.

package usage

import (
	"strings"

	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/syntax"
	"steadysocket/core/vue"
)

// binding is what a local name stands for.
type binding struct {
	to    target
	known bool        // it stands for a component or export
	value syntax.Expr // that it begins with
	loose bool        // it is no constant: it may be something else later
	prop  string      // it was taken from this prop of the enclosing component
	rest  bool        // it is what is left over of the props
	props bool        // it is all props
}

// changes reports whether what a declaration names may be something else later.
func changes(d *syntax.VarDecl) bool { return d.Word == "let" || d.Word == "var" }

// maxHops bounds how many names a name is followed through.
const maxHops = 100

// walker visits one module with the names in force.
type walker struct {
	s          *scanner
	m          *modules.Module
	checked    bool
	scopes     []map[string]binding
	typeScopes []*evaluate.Scope // the same for the evaluator
	fn         *syntax.Func      // the function around
	calls      map[*syntax.Call]*use
	in         string // enclosing top-level declaration
	within     string // enclosing component of the app
	hops       int    // how many names were followed to get here
	drops      map[string]bool
	framework  kinds // how what is given is sorted
	apart      bool  // what stands at the top of the module has no name here
	nested     int   // elements around
}

func (w *walker) push() {
	scope := evaluate.In(w.m)
	if len(w.typeScopes) > 0 {
		scope = evaluate.Block(w.typeScope())
	}
	w.enter(scope)
}

// enter opens a scope that the evaluator knows already.
func (w *walker) enter(scope *evaluate.Scope) {
	w.scopes = append(w.scopes, map[string]binding{})
	w.typeScopes = append(w.typeScopes, scope)
}

func (w *walker) pop() {
	w.scopes = w.scopes[:len(w.scopes)-1]
	w.typeScopes = w.typeScopes[:len(w.typeScopes)-1]
}

func (w *walker) bind(name string, b binding) { w.scopes[len(w.scopes)-1][name] = b }

// lookup finds what a name stands for here.
func (w *walker) lookup(name string) (binding, bool) {
	for i := len(w.scopes) - 1; i >= 0; i-- {
		if b, ok := w.scopes[i][name]; ok {
			return b, true
		}
	}
	if w.apart {
		return binding{}, false
	}
	sym, ok := w.s.set.Local(w.m, name)
	if !ok {
		return binding{}, false
	}
	return w.symbol(sym)
}

func (w *walker) symbol(sym modules.Symbol) (binding, bool) {
	if sym.External() {
		library, module, ok := w.s.library(sym.Package)
		if !ok {
			return binding{}, false
		}
		return binding{to: target{library: library, module: module, name: sym.Name}, known: true}, true
	}
	if _, file := sym.Node.(*syntax.File); file { // a single-file component of the app
		return binding{to: target{local: sym.Module.Path + "#default"}, known: true}, true
	}
	if sym.Namespace {
		return binding{to: target{local: sym.Module.Path, name: "*"}, known: true}, true
	}
	if len(sym.Decls) == 0 {
		return binding{}, false
	}
	if d, ok := sym.Decls[0].Node.(*syntax.Declarator); ok && d.Value != nil {
		// Another name of a library's component, in whichever module it stands.
		other := &walker{s: w.s, m: sym.Module, hops: w.hops + 1}
		other.push()
		if other.hops > maxHops {
			return binding{}, false // const A = B, B = A
		}
		_, plain := d.Name.(*syntax.Ident)
		decl, _ := sym.Decls[0].Stmt.(*syntax.VarDecl)
		loose := decl != nil && changes(decl)
		if to, ok := other.resolve(d.Value); ok {
			if to, ok := other.taken(to, d.Name, sym.Name); ok {
				return binding{to: to, known: true, value: d.Value, loose: loose}, true
			}
		}
		if !plain {
			return binding{}, true
		}
		value := d.Value
		if loose && d.Type != nil {
			value = nil // its type says more
		}
		return binding{to: target{local: sym.Module.Path + "#" + sym.Name}, known: names.IsComponent(sym.Name), value: value, loose: loose}, true
	}
	return binding{to: target{local: sym.Module.Path + "#" + sym.Name}, known: names.IsComponent(sym.Name)}, true
}

// resolve finds what an expression that is a name or a dotted name stands for.
func (w *walker) resolve(x syntax.Expr) (target, bool) {
	switch x := x.(type) {
	case *syntax.Ident:
		b, ok := w.lookup(x.Name)
		return b.to, ok && b.known
	case *syntax.Member:
		to, ok := w.resolve(x.X)
		name, plain := x.Name.(*syntax.Ident)
		if !ok || !plain {
			return target{}, false
		}
		return w.field(to, name.Name)
	case *syntax.Paren:
		return w.resolve(x.X)
	case *syntax.Cast:
		return w.resolve(x.X)
	case *syntax.Call:
		return w.handedThrough(x)
	case *syntax.Tagged:
		if c, ok := x.Tag.(*syntax.Call); ok {
			return w.styledBase(c)
		}
	}
	return target{}, false
}

// reactName gives the name that a callee has in the module react, or "".
func (w *walker) reactName(x syntax.Expr) string {
	switch f := x.(type) {
	case *syntax.Ident:
		i := w.m.Imports.Of(f.Name)
		if i.From == "react" {
			return i.Name
		}
		if vueElementCalls[i.Name] && vue.IsVue(i.From) {
			return "createElement"
		}
	case *syntax.Member:
		id, plain := f.X.(*syntax.Ident)
		name, named := f.Name.(*syntax.Ident)
		if plain && named {
			if i, ok := w.m.Imports.Find(id.Name); ok && i.From == "react" {
				return name.Name
			}
		}
	}
	return ""
}

// vueElementCalls are Vue's own calls that make an element.
var vueElementCalls = map[string]bool{"h": true, "createVNode": true}

// handedThrough finds the component behind memo(X), lazy(() => import('x')) and
// styled(X): what is given to the one goes to the other.
func (w *walker) handedThrough(c *syntax.Call) (target, bool) {
	if len(c.Args) == 0 {
		return target{}, false
	}
	switch w.reactName(c.Fun) {
	case "memo":
		return w.resolve(syntax.Bare(c.Args[0]))
	case "lazy":
		return w.loaded(c.Args[0])
	}
	return w.styledBase(c)
}

// styledBase finds what is styled in styled(X), styled(X).attrs(…).
func (w *walker) styledBase(c *syntax.Call) (target, bool) {
	if len(c.Args) != 1 {
		return target{}, false
	}
	switch f := c.Fun.(type) {
	case *syntax.Ident:
		if i, ok := w.m.Imports.Find(f.Name); ok && styles[i.From] {
			return w.resolve(syntax.Bare(c.Args[0]))
		}
	case *syntax.Member:
		if inner, ok := f.X.(*syntax.Call); ok {
			return w.styledBase(inner)
		}
	}
	return target{}, false
}

// styles are the modules whose styled gives a component back with styles.
var styles = map[string]bool{"styled-components": true, "@emotion/styled": true, "@linaria/react": true}

// loaded finds the component that a function loads: its module's default, or
// the name that .then makes the default.
func (w *walker) loaded(load syntax.Expr) (to target, found bool) {
	from, name := "", "default"
	syntax.Walk(load, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Call:
			k, ok := n.Fun.(*syntax.Keyword)
			if ok && k.Word == "import" && len(n.Args) > 0 {
				if v, ok := literal(n.Args[0]); ok {
					from, _ = v.V.(string)
				}
			}
		case *syntax.Property:
			if key, ok := syntax.KeyName(n.Key); ok && key == "default" {
				if m, ok := syntax.Bare(n.Value).(*syntax.Member); ok {
					if id, ok := m.Name.(*syntax.Ident); ok {
						name = id.Name
					}
				}
			}
		}
		return true
	})
	sym, ok := w.s.set.Imported(w.m, from, name)
	if from == "" || !ok {
		return target{}, false
	}
	b, ok := w.symbol(sym)
	return b.to, ok && b.known
}

// oneOf finds the components that a name may stand for: the branches of a
// condition, the values of a table.
func (w *walker) oneOf(x syntax.Expr, depth int) (list []target) {
	if depth > 5 {
		return nil
	}
	if to, ok := w.resolve(x); ok {
		return []target{to}
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Conditional:
		return append(w.oneOf(x.Then, depth+1), w.oneOf(x.Else, depth+1)...)
	case *syntax.Binary:
		if x.Op == "||" || x.Op == "??" {
			return append(w.oneOf(x.X, depth+1), w.oneOf(x.Y, depth+1)...)
		}
	case *syntax.Ident:
		if b, ok := w.lookup(x.Name); ok && b.value != nil {
			return w.oneOf(b.value, depth+1)
		}
	case *syntax.Index:
		if o := w.table(x.X); o != nil {
			key, fixed := literal(x.Key)
			for _, p := range o.Props {
				name, ok := syntax.KeyName(p.Key)
				if ok && p.Kind == syntax.InitProperty && (!fixed || key.V == any(name)) {
					list = append(list, w.oneOf(p.Value, depth+1)...)
				}
			}
		}
	case *syntax.Member:
		if o, name := w.table(x.X), x.Name; o != nil {
			if id, ok := name.(*syntax.Ident); ok {
				if p := o.Lookup(id.Name); p != nil {
					return w.oneOf(p.Value, depth+1)
				}
			}
		}
	}
	return list
}

// table gives the object literal behind a name, or nil.
func (w *walker) table(x syntax.Expr) *syntax.Object {
	id, ok := syntax.Bare(x).(*syntax.Ident)
	if !ok {
		return nil
	}
	b, ok := w.lookup(id.Name)
	if !ok || b.value == nil {
		return nil
	}
	o, _ := syntax.Bare(b.value).(*syntax.Object)
	return o
}

// field is the export of a namespace or the part of a component with this name.
func (w *walker) field(to target, name string) (target, bool) {
	switch {
	case name == "":
		return target{}, false // the source is broken there
	case to.library == "" && to.name == "*":
		sym, ok := w.s.set.Export(w.s.set.Module(to.local), name)
		if !ok {
			return target{}, false
		}
		b, ok := w.symbol(sym)
		return b.to, ok && b.known
	case to.library == "":
		return target{}, false
	case to.name == "*":
		to.name = name
	case (to.name == "default" || names.IsComponent(strings.TrimPrefix(to.name, "default."))) && names.IsComponent(name):
		to.name += "." + name
	default:
		return target{}, false // a field of a value
	}
	return to, true
}

// taken finds what a pattern that takes to apart gives to the name it binds.
func (w *walker) taken(to target, p syntax.Pattern, name string) (target, bool) {
	if id, ok := p.(*syntax.Ident); ok {
		return to, id.Name == name
	}
	o, ok := p.(*syntax.ObjectPattern)
	if !ok {
		return target{}, false
	}
	for _, prop := range o.Props {
		part, ok := to, prop.Rest // what is left over holds the same names
		if !ok && prop.Key != nil {
			if key, named := syntax.KeyName(prop.Key); named {
				part, ok = w.field(to, key)
			}
		}
		if ok && prop.Target != nil {
			if found, ok := w.taken(part, prop.Target, name); ok {
				return found, true
			}
		}
	}
	return target{}, false
}
