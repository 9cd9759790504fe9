// This file finds use sites in React apps.

package usage

import (
	"path"
	"strings"

	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// use is one use of a component, of a library or of the app's own.
type use struct {
	pass    int // the walk that found it
	to      target
	kinds   kinds
	element bool // a custom element
	site    site.Site
	within  string            // the component of the app that it stands in: file#name
	forward map[string]string // what is given here ← the prop of that component
	rest    bool              // all that is left over of that component's props is given here
	whole   bool              // all props of that component are given here
	drops   map[string]bool   // props that the rest does not hold
	slot    bool              // that component's content is given here
	outer   bool              // it is all that the component draws
}

// react walks every module.
func (s *scanner) react() {
	for _, m := range s.modules() {
		w := &walker{s: s, m: m, checked: checked(m)}
		if s.scan.App.Framework == "vue" || path.Ext(m.Path) == ".vue" {
			w.framework = vueKinds
		}
		w.push()
		for _, stmt := range m.File.Body {
			w.statement(stmt)
		}
	}
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
			w.declarator(d, changes(n))
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
		if w.registers(n) {
			return
		}
		if !w.createElement(n) && !w.static(n) {
			if !w.logic(n) {
				w.visit(n.Fun)
			}
			w.call(n)
		}
		return
	case *syntax.Tagged:
		before := len(w.s.uses)
		w.children(n)
		if n.Text != nil {
			for _, u := range w.s.uses[before:] {
				if u.site.Form == site.Reference && u.to.library != "" && u.site.At.Span != nil && u.site.At.Span[1] <= n.Text.Pos() {
					text := blanked(w.m.Source, n.Text)
					u.site.Styles = oneLine(strings.Trim(text, "`"))
				}
			}
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
		if name, ok := syntax.KeyName(n.Key); ok && name == "components" && w.framework == vueKinds {
			return // what is registered is not used yet
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

// registers reports whether a call gives components a name for a whole app: they are
// used where that name stands.
func (w *walker) registers(c *syntax.Call) bool {
	if _, member := c.Fun.(*syntax.Member); !member || w.framework != vueKinds || len(c.Args) == 0 {
		return false
	}
	switch lastName(c.Fun) {
	case "component":
		_, named := literal(c.Args[0])
		return named && len(c.Args) == 2
	case "use":
		_, known := w.resolve(c.Args[0])
		return known
	}
	return false
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

func (w *walker) declarator(d *syntax.Declarator, loose bool) {
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
		b := binding{value: d.Value, loose: loose}
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
