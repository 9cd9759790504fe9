// This file finds use sites in React apps.

package usage

import (
	"strings"

	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// use is one use of a component, of a library or of the app's own.
type use struct {
	to      target
	site    site.Site
	within  string            // the component of the app that it stands in: file#name
	forward map[string]string // what is given here ← the prop of that component
	rest    bool              // all that is left over of that component's props is given here
	whole   bool              // all props of that component are given here
	drops   map[string]bool   // props that the rest does not hold
	slot    bool              // that component's content is given here
}

// react walks every module.
func (s *scanner) react() {
	for _, m := range s.set.Modules() {
		w := &walker{s: s, m: m, checked: checked(m)}
		w.push()
		for _, stmt := range m.File.Body {
			w.statement(stmt)
		}
	}
}

// binding is what a local name stands for.
type binding struct {
	to    target
	known bool        // it stands for a component or export
	value syntax.Expr // of a constant
	prop  string      // it was taken from this prop of the enclosing component
	rest  bool        // it is what is left over of the props
	props bool        // it is all props
}

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
		if to, ok := other.resolve(d.Value); ok {
			if to, ok := other.taken(to, d.Name, sym.Name); ok {
				return binding{to: to, known: true, value: d.Value}, true
			}
		}
		if !plain {
			return binding{}, true
		}
		return binding{to: target{local: sym.Module.Path + "#" + sym.Name}, known: names.IsComponent(sym.Name), value: d.Value}, true
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
		if i, ok := w.m.Imports[f.Name]; ok && i.From == "react" {
			return i.Name
		}
	case *syntax.Member:
		id, plain := f.X.(*syntax.Ident)
		name, named := f.Name.(*syntax.Ident)
		if plain && named {
			if i, ok := w.m.Imports[id.Name]; ok && i.From == "react" {
				return name.Name
			}
		}
	}
	return ""
}

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
		if i, ok := w.m.Imports[f.Name]; ok && styles[i.From] {
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
	case names.IsComponent(to.name) && names.IsComponent(name):
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

// statement visits a statement at the top of the module.
func (w *walker) statement(stmt syntax.Stmt) {
	w.in = declaredName(stmt)
	w.visit(stmt)
	w.in = ""
}

// declaredName names the declaration that a site stands in; several variables
// of one statement are told apart while they are visited.
func declaredName(stmt syntax.Stmt) string {
	switch s := stmt.(type) {
	case *syntax.FuncDecl:
		if s.Func.Name != nil {
			return s.Func.Name.Name
		}
		return "default"
	case *syntax.ClassDecl:
		if s.Class.Name != nil {
			return s.Class.Name.Name
		}
		return "default"
	case *syntax.ExportDefault:
		return "default"
	}
	return "module"
}

func (w *walker) children(n syntax.Node) { syntax.Children(n, w.visit) }

// visit walks one node with the names in force.
func (w *walker) visit(n syntax.Node) {
	switch n := n.(type) {
	case *syntax.Import, *syntax.ImportEquals, *syntax.ExportList, *syntax.ExportAll:
		return // import lines are no sites
	case syntax.Type:
		w.types(n)
		return
	case *syntax.Interface, *syntax.Alias:
		w.types(n)
		return
	case *syntax.FuncDecl:
		if len(w.scopes) > 1 && n.Func.Name != nil {
			w.bind(n.Func.Name.Name, binding{})
		}
		w.function(n.Func, nameOf(n.Func.Name, w.in))
		return
	case *syntax.Func:
		w.function(n, nameOf(n.Name, ""))
		return
	case *syntax.Block:
		w.push()
		w.hoist(n.Body)
		w.children(n)
		w.pop()
		return
	case *syntax.ExprStmt:
		w.visit(n.X)
		if c, ok := n.X.(*syntax.Call); ok && w.calls[c] != nil {
			w.calls[c].site.Result = &site.Takes{}
		}
		return
	case *syntax.VarDecl:
		if len(w.scopes) > 1 {
			w.s.typing().eval.Locals(n, w.typeScope())
		}
		for _, d := range n.Decls {
			w.declarator(d)
		}
		return
	case *syntax.Class:
		if n.Extends != nil {
			if to, ok := w.resolve(n.Extends); ok && to.library != "" {
				w.site(to, site.Extension, n.Extends, n.Extends, nil)
				for _, m := range n.Members {
					w.visit(m)
				}
				return
			}
		}
	case *syntax.Element:
		w.element(n)
		return
	case *syntax.Call:
		if !w.createElement(n) && !w.static(n) {
			if !w.logic(n) {
				w.visit(n.Fun)
			}
			w.call(n)
		}
		return
	case *syntax.Ident:
		w.reference(n)
		return
	case *syntax.Member:
		if to, ok := w.resolve(n); ok {
			w.referenceTo(to, n)
			return
		}
		w.visit(n.X)
		return
	case *syntax.Property:
		if n.Key != nil && !n.Shorthand {
			if c, ok := n.Key.(*syntax.Computed); ok {
				w.visit(c)
			}
		}
		if n.Value != nil {
			w.visit(n.Value)
		}
		if n.Default != nil {
			w.visit(n.Default)
		}
		return
	case *syntax.ClassMember:
		if c, ok := n.Key.(*syntax.Computed); ok {
			w.visit(c)
		}
		if n.Type != nil {
			w.visit(n.Type)
		}
		if n.Value != nil {
			w.visit(n.Value)
		}
		return
	case *syntax.PatternProp:
		if n.Target != nil {
			w.pattern(n.Target)
		}
		if n.Default != nil {
			w.visit(n.Default)
		}
		return
	case *syntax.Labeled:
		w.visit(n.Body)
		return
	case *syntax.Enum, *syntax.Simple:
		return
	}
	w.children(n)
}

func nameOf(id *syntax.Ident, otherwise string) string {
	if id != nil {
		return id.Name
	}
	return otherwise
}

// hoist binds the functions and classes of a block before it is visited.
func (w *walker) hoist(body []syntax.Stmt) {
	for _, s := range body {
		switch s := s.(type) {
		case *syntax.FuncDecl:
			if s.Func.Name != nil {
				w.bind(s.Func.Name.Name, binding{})
				w.s.typing().eval.Locals(s, w.typeScope())
			}
		case *syntax.ClassDecl:
			if s.Class.Name != nil {
				w.bind(s.Class.Name.Name, binding{})
				w.s.typing().eval.Locals(s, w.typeScope())
			}
		}
	}
}

// pattern binds the names of a pattern to nothing that is known, and visits its
// defaults.
func (w *walker) pattern(p syntax.Pattern) {
	for _, id := range modules.BoundNames(p) {
		w.bind(id.Name, binding{})
	}
	var props []*syntax.PatternProp
	switch p := p.(type) {
	case *syntax.ObjectPattern:
		props = p.Props
	case *syntax.ArrayPattern:
		props = p.Elems
	}
	for _, prop := range props {
		w.visit(prop)
	}
}

func (w *walker) declarator(d *syntax.Declarator) {
	if d.Type != nil {
		w.visit(d.Type)
	}
	id, plain := d.Name.(*syntax.Ident)
	top := len(w.scopes) == 1
	in := w.in
	if top && plain {
		w.in = id.Name
	}
	if d.Value != nil {
		if fn := componentFunc(d.Value); fn != nil && plain {
			w.wrapped(d.Value, fn, id.Name)
		} else {
			w.visit(d.Value)
			w.takesResult(d)
		}
	}
	w.in = in
	if top {
		if !plain { // for the defaults in it
			w.push()
			w.pattern(d.Name)
			w.pop()
		}
		return // found through the module's tables
	}
	switch {
	case plain && d.Value != nil:
		b := binding{value: d.Value}
		if to, ok := w.resolve(d.Value); ok {
			b.to, b.known = to, true
		} else if id2, ok := d.Value.(*syntax.Ident); ok {
			if old, ok := w.lookup(id2.Name); ok {
				b = old
			}
		}
		if d.Type != nil {
			b.value = nil
		}
		w.bind(id.Name, b)
	case plain:
		w.bind(id.Name, binding{})
	default:
		w.destructure(d)
	}
}

// destructure binds the names of const { Row } = Timetable and const { a, ...rest } = props.
func (w *walker) destructure(d *syntax.Declarator) {
	o, ok := d.Name.(*syntax.ObjectPattern)
	if !ok || d.Value == nil {
		w.pattern(d.Name)
		return
	}
	if to, ok := w.resolve(d.Value); ok && (to.library != "" || to.name == "*") {
		w.pattern(d.Name)
		for _, id := range modules.BoundNames(o) {
			if part, ok := w.taken(to, o, id.Name); ok {
				w.bind(id.Name, binding{to: part, known: true})
			}
		}
		return
	}
	if id, ok := d.Value.(*syntax.Ident); ok {
		if b, ok := w.lookup(id.Name); ok && b.props {
			w.takeProps(o)
			return
		}
	}
	w.pattern(d.Name)
}

// takeProps binds what a pattern takes from the props of the enclosing component.
func (w *walker) takeProps(o *syntax.ObjectPattern) {
	if w.drops == nil {
		w.drops = map[string]bool{}
	}
	for _, p := range o.Props {
		if p.Default != nil {
			w.visit(p.Default)
		}
		id, plain := p.Target.(*syntax.Ident)
		switch {
		case p.Rest && plain:
			w.bind(id.Name, binding{rest: true})
		case plain:
			if name, ok := syntax.KeyName(p.Key); ok {
				w.drops[name] = true
				b := binding{prop: name}
				if p.Default != nil {
					b.value = nil
				}
				w.bind(id.Name, b)
			}
		case p.Target != nil:
			if name, ok := syntax.KeyName(p.Key); ok {
				w.drops[name] = true
			}
			w.pattern(p.Target)
		}
	}
}

// componentFunc gives the function of a component's value, through the usual wrappers.
func componentFunc(x syntax.Expr) *syntax.Func {
	for range 10 {
		switch inner := x.(type) {
		case *syntax.Func:
			return inner
		case *syntax.Paren:
			x = inner.X
		case *syntax.Cast:
			x = inner.X
		case *syntax.Call:
			name := ""
			switch f := inner.Fun.(type) {
			case *syntax.Ident:
				name = f.Name
			case *syntax.Member:
				if id, ok := f.Name.(*syntax.Ident); ok {
					name = id.Name
				}
			}
			if name != "memo" && name != "forwardRef" || len(inner.Args) == 0 {
				return nil
			}
			x = inner.Args[0]
		default:
			return nil
		}
	}
	return nil
}

// wrapped visits the value of a component that is a function in wrappers.
func (w *walker) wrapped(x syntax.Expr, fn *syntax.Func, name string) {
	if x == syntax.Expr(fn) {
		w.function(fn, name)
		return
	}
	switch x := x.(type) {
	case *syntax.Paren:
		w.wrapped(x.X, fn, name)
	case *syntax.Cast:
		w.wrapped(x.X, fn, name)
		if x.Type != nil {
			w.visit(x.Type)
		}
	case *syntax.Call:
		for _, t := range x.TypeArgs {
			w.visit(t)
		}
		w.wrapped(x.Args[0], fn, name)
		for _, arg := range x.Args[1:] {
			w.visit(arg)
		}
	}
}

// function visits a function. One with a component's name at the top of the
// module may be a wrapper: what it takes from its props is followed.
func (w *walker) function(fn *syntax.Func, name string) { w.functionIn(fn, name, nil) }

// functionIn visits a function that is of a type by the place where it stands.
func (w *walker) functionIn(fn *syntax.Func, name string, of evaluate.Type) {
	eval := w.s.typing().eval
	w.enter(eval.Inside(fn, eval.WithParams(w.typeScope(), fn.TypeParams), of))
	within, drops, around := w.within, w.drops, w.fn
	w.fn = fn
	component := len(w.scopes) == 2 && names.IsComponent(name)
	if component {
		w.within, w.drops = w.m.Path+"#"+w.in, nil
	}
	for i, p := range fn.Params {
		if p.Type != nil {
			w.visit(p.Type)
		}
		if component && i == 0 {
			switch target := p.Name.(type) {
			case *syntax.ObjectPattern:
				w.takeProps(target)
				continue
			case *syntax.Ident:
				w.bind(target.Name, binding{props: true})
				continue
			}
		}
		w.pattern(p.Name)
		if p.Default != nil {
			w.visit(p.Default)
		}
	}
	if fn.Returns != nil {
		w.visit(fn.Returns)
	}
	if fn.Body != nil {
		w.hoist(fn.Body.Body)
		for _, s := range fn.Body.Body {
			w.visit(s)
		}
	}
	if fn.X != nil {
		w.visit(fn.X)
	}
	w.within, w.drops, w.fn = within, drops, around
	w.pop()
}

// call visits the arguments of a call. What a list hands to a function is of the type of its items.
func (w *walker) call(c *syntax.Call) {
	for _, t := range c.TypeArgs {
		w.visit(t)
	}
	for i, arg := range c.Args {
		if fn, ok := arg.(*syntax.Func); ok && !annotated(fn) && len(fn.Params) > 0 {
			w.functionIn(fn, nameOf(fn.Name, ""), w.s.typing().eval.Argument(c, i, w.typeScope()))
			continue
		}
		w.visit(arg)
	}
}

// types notes the library's names in a type.
func (w *walker) types(n syntax.Node) {
	syntax.Walk(n, func(n syntax.Node) bool {
		var x syntax.Expr
		switch n := n.(type) {
		case *syntax.TypeName:
			x = n.Name
		case *syntax.QueryType:
			x = n.X
		default:
			return true
		}
		if to, ok := w.typeTarget(x); ok {
			w.s.scan.OtherUses = append(w.s.scan.OtherUses, site.OtherUse{Package: to.library, Name: to.name, Kind: "type", At: w.m.Place(x)})
		}
		return true
	})
}

// typeTarget resolves a name in a type; only what comes from a library counts.
func (w *walker) typeTarget(x syntax.Expr) (target, bool) {
	switch x := x.(type) {
	case *syntax.Ident:
		sym, ok := w.s.set.Local(w.m, x.Name)
		if !ok || !sym.External() {
			return target{}, false
		}
		library, module, ok := w.s.library(sym.Package)
		return target{library: library, module: module, name: sym.Name}, ok
	case *syntax.Member:
		to, ok := w.typeTarget(x.X)
		name, plain := x.Name.(*syntax.Ident)
		if !ok || !plain {
			return target{}, false
		}
		if to.name == "*" {
			to.name = name.Name
		} else {
			to.name += "." + name.Name
		}
		return to, true
	}
	return target{}, false
}

// reference notes a name that stands as a value.
func (w *walker) reference(id *syntax.Ident) {
	if to, ok := w.resolve(id); ok {
		w.referenceTo(to, id)
	}
}

func (w *walker) referenceTo(to target, x syntax.Expr) {
	switch {
	case to.library == "":
	case to.name == "*":
		w.s.scan.Unread = append(w.s.scan.Unread, site.Unread{At: w.m.Place(x), Why: "the whole of " + to.library + " is handed on here; what is taken from it is not followed"})
	case names.IsComponent(to.name):
		w.site(to, site.Reference, x, x, nil)
	default:
		w.s.scan.OtherUses = append(w.s.scan.OtherUses, site.OtherUse{Package: to.library, Name: to.name, Kind: "value", At: w.m.Place(x)})
	}
}

// maxText bounds how much of the source is kept with a site.
const maxText = 2000

// site notes one use.
func (w *walker) site(to target, form site.Form, at syntax.Node, text syntax.Node, given []site.Given) *use {
	source := w.m.Source[text.Pos():min(text.Stop(), text.Pos()+maxText)]
	in := w.in
	if in == "" {
		in = "module"
	}
	u := &use{to: to, within: w.within, drops: w.drops, site: site.Site{
		Package: to.library, Module: to.module, Component: to.name, Form: form, In: in, Checked: w.checked,
		At: w.m.Place(at), Text: strings.ToValidUTF8(source, ""), Props: []site.Given{}, Slots: []site.Given{}, Events: []site.Given{}, Via: []string{},
	}}
	for _, g := range given {
		u.add(g)
	}
	w.s.uses = append(w.s.uses, u)
	return u
}

// add sorts what is given by its form and by the canonical names.
func (u *use) add(g site.Given) {
	kind, name := names.React(g.Spelled)
	switch {
	case g.Spread != "":
		u.site.Props = append(u.site.Props, g)
	case kind == names.Event && g.Literal == nil && len(g.MayBe) == 0:
		g.Name = name
		u.site.Events = append(u.site.Events, g)
	case kind == names.Slot && g.Literal == nil || g.Expression == content:
		g.Name = name
		if g.Expression == content {
			g.Expression = ""
		}
		u.site.Slots = append(u.site.Slots, g)
	default:
		g.Name = names.Camel(g.Spelled)
		u.site.Props = append(u.site.Props, g)
	}
}

// content marks a given thing that is markup.
const content = "\x00content"

// markup is the type of an element that stands there written out.
const markup = "Element"

// element notes an element if it is a component, and visits what stands in it.
func (w *walker) element(e *syntax.Element) {
	var uses []*use
	if e.Name != nil {
		list := w.tagTargets(e.Name)
		for _, to := range list {
			uses = append(uses, w.site(to, site.Element, e, e.Open, nil))
		}
		if member, ok := e.Name.(*syntax.Member); ok && len(list) == 0 {
			w.visit(member.X)
		}
	}
	for _, t := range e.TypeArgs {
		w.visit(t)
	}
	for _, a := range e.Attrs {
		for _, u := range uses {
			w.attr(u, a)
		}
		if a.Value != nil {
			w.visit(a.Value)
		}
	}
	for _, u := range uses {
		w.childContent(u, e)
	}
	for _, c := range e.Children {
		w.visit(c)
	}
}

// tagTargets finds the components that a tag may stand for.
func (w *walker) tagTargets(tag syntax.Expr) (list []target) {
	seen := map[target]bool{}
	for _, to := range w.oneOf(tag, 0) {
		if to.name != "*" && !seen[to] {
			seen[to] = true
			list = append(list, to)
		}
	}
	return list
}

// attr notes one attribute of a use.
func (w *walker) attr(u *use, a *syntax.Attr) {
	if a.Spread {
		w.spread(u, a.Value, a)
		return
	}
	g := site.Given{At: w.m.Place(a)}
	g.At.Span = nil
	switch n := a.Name.(type) {
	case *syntax.Ident:
		g.Spelled = n.Name
	case *syntax.JSXNamespaced:
		g.Spelled = n.Space.Name + ":" + n.Name.Name
	}
	value := a.Value
	if c, ok := value.(*syntax.Container); ok {
		value = c.X
	}
	w.value(&g, value)
	w.forwarded(u, g.Spelled, value)
	u.add(g)
}

// value describes what an attribute is given.
func (w *walker) value(g *site.Given, x syntax.Expr) {
	if x == nil {
		g.Literal = &site.Value{V: true}
		return
	}
	if v, ok := literal(x); ok {
		g.Literal = &v
		return
	}
	switch b := syntax.Bare(x).(type) {
	case *syntax.Element:
		g.Expression, g.Type = content, markup
		return
	case *syntax.Func:
		g.Takes = w.takes(b)
	case *syntax.Ident:
		if bound, ok := w.lookup(b.Name); ok && bound.value != nil {
			if v, ok := literal(bound.value); ok {
				g.MayBe, g.All = []site.Value{v}, true
			}
		}
	}
	if g.Takes == nil && g.MayBe == nil {
		if kind, _ := names.React(g.Spelled); kind != names.Prop {
			g.Takes = w.takesElsewhere(x)
		}
	}
	if values, all := w.mayBe(x, 0); len(values) > 0 && g.MayBe == nil {
		g.MayBe, g.All = values, all
	}
	g.Expression = w.text(x)
	w.describe(g, x)
	if g.Spelled == "ref" {
		g.Takes = w.reached(x)
	}
}

func (w *walker) text(n syntax.Node) string {
	text := strings.Join(strings.Fields(w.m.Source[n.Pos():n.Stop()]), " ")
	if len(text) > maxText {
		text = strings.ToValidUTF8(text[:maxText], "")
	}
	return text
}

// forwarded notes that a use hands on a prop of the component it stands in.
func (w *walker) forwarded(u *use, spelled string, x syntax.Expr) {
	if w.within == "" {
		return
	}
	prop := w.propBehind(x)
	if prop == "" {
		return
	}
	if u.forward == nil {
		u.forward = map[string]string{}
	}
	u.forward[spelled] = prop
}

// propBehind gives the prop of the enclosing component that an expression hands
// on as it is, or "".
func (w *walker) propBehind(x syntax.Expr) string {
	switch b := syntax.Bare(x).(type) {
	case *syntax.Ident:
		if bound, ok := w.lookup(b.Name); ok {
			return bound.prop
		}
	case *syntax.Member:
		id, plain := b.X.(*syntax.Ident)
		name, named := b.Name.(*syntax.Ident)
		if plain && named {
			if bound, ok := w.lookup(id.Name); ok && bound.props {
				return name.Name
			}
		}
	}
	return ""
}

// childContent notes what stands between the tags as the unnamed slot.
func (w *walker) childContent(u *use, e *syntax.Element) {
	var filled []syntax.Expr
	for _, c := range e.Children {
		switch c := c.(type) {
		case *syntax.Text:
			if strings.TrimSpace(c.Value) != "" {
				filled = append(filled, c)
			}
		case *syntax.Container:
			if c.X != nil {
				filled = append(filled, c.X)
			}
		default:
			filled = append(filled, c)
		}
	}
	if len(filled) == 0 {
		return
	}
	g := site.Given{Spelled: "children", At: w.m.Place(filled[0])}
	g.At.Span = nil
	if len(filled) == 1 {
		if fn, ok := syntax.Bare(filled[0]).(*syntax.Func); ok {
			g.Takes = w.takes(fn)
		}
		w.forwarded(u, "children", filled[0])
		if u.forward["children"] == "children" {
			u.slot = true
		}
	}
	_, g.Name = names.React("children")
	u.site.Slots = append(u.site.Slots, g)
}

// spread notes {...x}: what is surely in it, and whether there may be more.
func (w *walker) spread(u *use, x syntax.Expr, at syntax.Node) {
	g := site.Given{Spread: w.text(x), Open: true, At: w.m.Place(at)}
	g.At.Span = nil
	if id, ok := syntax.Bare(x).(*syntax.Ident); ok {
		if b, ok := w.lookup(id.Name); ok {
			switch {
			case b.rest && w.within != "":
				u.rest = true
			case b.props && w.within != "":
				u.whole = true
			case b.value != nil:
				x = b.value
			}
		}
	}
	if o, ok := syntax.Bare(x).(*syntax.Object); ok {
		w.record(&g, o)
	} else if !u.rest && !u.whole {
		w.carried(&g, x)
	}
	u.site.Props = append(u.site.Props, g)
}

// record notes what an object literal holds.
func (w *walker) record(g *site.Given, o *syntax.Object) {
	g.Open = false
	for _, p := range o.Props {
		name, known := "", false
		if p.Key != nil {
			name, known = syntax.KeyName(p.Key)
		}
		if p.Kind == syntax.SpreadProperty || !known {
			g.Open = true
			continue
		}
		g.Keys = append(g.Keys, name)
		if p.Kind == syntax.InitProperty && !p.Shorthand {
			inner := site.Given{Spelled: name, At: g.At}
			w.value(&inner, p.Value)
			inner.Expression = strings.TrimPrefix(inner.Expression, content)
			g.Holds = append(g.Holds, inner)
		}
	}
}

// createElement notes createElement(X, props, …children).
func (w *walker) createElement(c *syntax.Call) bool {
	if w.reactName(c.Fun) != "createElement" || len(c.Args) == 0 {
		return false
	}
	list := w.tagTargets(c.Args[0])
	for _, to := range list {
		w.madeElement(w.site(to, site.Call, c, c, nil), c)
	}
	if len(list) > 0 {
		for _, arg := range c.Args[1:] {
			w.visit(arg)
		}
	}
	return len(list) > 0
}

// madeElement notes what createElement is given for one component.
func (w *walker) madeElement(u *use, c *syntax.Call) {
	if len(c.Args) > 1 {
		switch o := syntax.Bare(c.Args[1]).(type) {
		case *syntax.Object:
			for _, p := range o.Props {
				if p.Kind == syntax.SpreadProperty {
					w.spread(u, p.Value, p)
					continue
				}
				spelled, known := syntax.KeyName(p.Key)
				if !known {
					u.site.Props = append(u.site.Props, site.Given{Spread: w.text(p), Open: true, At: w.m.Place(p)})
					continue
				}
				g := site.Given{Spelled: spelled, At: w.m.Place(p)}
				g.At.Span = nil
				w.value(&g, p.Value)
				w.forwarded(u, spelled, p.Value)
				u.add(g)
			}
		case *syntax.Literal:
		default:
			w.spread(u, c.Args[1], c.Args[1])
		}
	}
	if len(c.Args) > 2 {
		g := site.Given{Spelled: "children", At: w.m.Place(c.Args[2])}
		g.At.Span = nil
		_, g.Name = names.React("children")
		u.site.Slots = append(u.site.Slots, g)
	}
}
