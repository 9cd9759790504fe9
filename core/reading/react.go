// This file finds what a React package exports that is a component, and the
// function or class behind it.

package reading

import (
	"path"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
)

// made is a component: its type, and the function or class that draws it where
// that is here.
type made struct {
	module  *modules.Module
	of      evaluate.Type
	fn      *syntax.Func  // the function, or the render method of class
	class   *syntax.Class // nil for a function
	names   []declared    // the names it is bound to, for what is assigned to them
	styled  *styled       // nil for all that is no styled element
	parts   []part
	layers  []layer               // of higher-order components around it, the nearest first
	inside  map[string]part       // what is assigned to it in the body that it is declared in
	written bool                  // its class is written as a function
	doc     standing[syntax.Node] // where the documentation stands
	at      place.Place           // of a declaration without a body
}

// declared is a name in a module.
type declared struct {
	module *modules.Module
	name   string
}

// standing is a node with the module that it stands in: what wraps a component
// need not stand where the component does.
type standing[N syntax.Node] struct {
	module *modules.Module
	node   N
}

// part is a component that hangs on another.
type part struct {
	module *modules.Module
	name   string
	value  syntax.Expr
	at     syntax.Node
}

func docOf(s standing[syntax.Node]) string {
	if s.node == nil {
		return ""
	}
	return s.module.File.Doc(s.node)
}

// reactExport reads an exported name if it is a component or a hook, and reports
// whether it was one (or looked like one and was listed as unread).
func (r *reader) reactExport(e entry) bool {
	if e.symbol.External() {
		if names.IsComponent(e.name) {
			r.unread(r.exportPlace(e), e.name, "%s is passed on from %s, which is not here", e.name, e.symbol.Package)
		}
		return true
	}
	if e.symbol.Namespace {
		return r.space(e)
	}
	name := e.name
	if name == "default" {
		name = r.defaultName(e)
	}
	if names.IsHook(name) {
		return r.hook(name, e)
	}
	if !names.MayBeComponent(name) || r.others[otherKey(e)] {
		return false // it was looked at before
	}
	export := contract.Export{Module: e.module, Name: e.name, Kind: "named"}
	if e.name == "default" {
		export.Kind = "default"
	}
	return r.reactSymbol(name, e.symbol, export)
}

// reactSymbol reads what a symbol stands for, if it is a component.
func (r *reader) reactSymbol(name string, sym modules.Symbol, export contract.Export) bool {
	key := sym.Module.Path + "#" + sym.Name
	if sym.Node == nil {
		if r.further(key, export) {
			return true
		}
	}
	m, why := r.make(sym)
	if m == nil {
		if why == "" || !names.IsComponent(name) {
			return r.bundle(name, sym, export)
		}
		r.unread(r.declaredAt(sym), name, "%s", why)
		return true
	}
	c := r.reactComponent(name, m)
	c.Export = export
	parts := r.parts(c, m, sym)
	r.noteSeen(key)
	r.add(c)
	for _, part := range parts {
		r.add(part)
	}
	return true
}

// declaredAt gives the place where a symbol is declared.
func (r *reader) declaredAt(sym modules.Symbol) place.Place {
	if sym.Node != nil {
		return r.at(sym.Module, sym.Node)
	}
	if value, _ := valueOf(sym); value != nil {
		return r.at(sym.Module, value)
	}
	for _, d := range sym.Decls {
		return r.at(d.Module, d.Node)
	}
	return place.Place{File: r.set.Rel(sym.Module.Path), Line: 1, Column: 1}
}

// make finds out whether a symbol is a component. It gives a reason where
// something may be one and cannot be read.
func (r *reader) make(sym modules.Symbol) (m *made, why string) {
	value, doc := valueOf(sym)
	m = &made{module: sym.Module, of: r.eval.Value(sym), doc: standing[syntax.Node]{sym.Module, doc}, at: r.declaredAt(sym)}
	if sym.Node == nil {
		m.names = append(m.names, declared{sym.Module, sym.Name})
	}
	if value == nil {
		for _, d := range sym.Decls {
			switch n := d.Node.(type) {
			case *syntax.FuncDecl, *syntax.ClassDecl:
				m.doc = standing[syntax.Node]{d.Module, n}
				if c, ok := n.(*syntax.ClassDecl); ok {
					r.classBody(m, c.Class)
				}
			case *syntax.Declarator:
				m.doc = standing[syntax.Node]{d.Module, d.Stmt}
			}
		}
	}
	return r.made(m, value)
}

// made looks behind a component's value and holds against its type whether it
// is a component at all.
func (r *reader) made(m *made, value syntax.Expr) (*made, string) {
	r.unwrap(m, value, 0)
	if r.eval.PropsType(m.of) != nil {
		return m, ""
	}
	if m.styled != nil || m.fn != nil && (m.written || len(m.layers) > 0) {
		return m, ""
	}
	if r.eval.MakesFunctions(m.of) {
		return nil, "" // it is called for what draws, and draws nothing itself
	}
	direct, _ := syntax.Bare(value).(*syntax.Func)
	if m.fn != nil && m.class == nil && drawsJSX(m.fn) && (direct == m.fn || r.eval.Unknown(m.of) == "") {
		return m, ""
	}
	why := r.eval.Unknown(m.of)
	switch {
	case why == "":
	case value == nil:
		if !looksDeclared(m) {
			return nil, ""
		}
	case m.class != nil:
	default:
		if _, call := syntax.Bare(value).(*syntax.Call); !call && m.fn == nil {
			if _, ident := syntax.Bare(value).(*syntax.Ident); !ident {
				return nil, ""
			}
		}
	}
	return nil, why
}

// looksDeclared reports whether a declaration that is not understood is written
// like a component's.
func looksDeclared(m *made) bool {
	if m.doc.node == nil {
		return false
	}
	text := m.doc.module.Source[m.doc.node.Pos():m.doc.node.Stop()]
	for _, word := range []string{"Component", "JSX.Element", "ReactElement", "ReactNode", "FC<"} {
		if strings.Contains(text, word) {
			return true
		}
	}
	return false
}

// space reads a whole module that is given out as one name: its components hang
// on that name.
func (r *reader) space(e entry) bool {
	if !names.IsComponent(e.name) {
		return false
	}
	found := false
	for _, name := range r.set.Names(e.symbol) {
		r.lighten()
		sym, ok := r.set.Member(e.symbol, name)
		if !ok || sym.External() || sym.Namespace || sym.OnlyType || !names.IsComponent(name) {
			continue
		}
		if r.framework.component(r, e.name+"."+name, sym, contract.Export{Module: e.module, Name: name, Kind: "member", Of: e.name}) {
			found = true
		}
	}
	return found
}

// bundle reads a constant that holds components by name; false where it is none.
func (r *reader) bundle(owner string, sym modules.Symbol, export contract.Export) bool {
	of := r.eval.Value(sym)
	if r.eval.Unknown(of) != "" || len(r.eval.Signatures(of)) > 0 {
		return false
	}
	value, _ := valueOf(sym)
	found := false
	for _, name := range r.eval.Statics(of) {
		if r.lighten() {
			of = r.eval.Value(sym)
		}
		s, ok := r.eval.Static(of, name)
		if !ok {
			continue
		}
		found = true
		m := &made{module: sym.Module, of: s.Type, at: r.rel(s.At), doc: standing[syntax.Node]{}}
		if o, ok := syntax.Bare(value).(*syntax.Object); ok {
			if p := o.Lookup(s.Name); p != nil {
				m.doc = standing[syntax.Node]{sym.Module, p}
				r.unwrap(m, p.Value, 0)
			}
		}
		c := r.reactComponent(owner+"."+s.Name, m)
		if c.Summary == "" {
			c.Summary = r.doc(s.Doc).text
		}
		c.Export = contract.Export{Module: export.Module, Name: s.Name, Kind: "member", Of: owner}
		r.add(c)
	}
	return found
}

func (r *reader) rel(p place.Place) place.Place {
	p.File = r.set.Rel(p.File)
	return p
}

// noteSeen notes that the next component listed is that of a declaration.
func (r *reader) noteSeen(key string) {
	i := r.shelf.Len()
	if r.log != nil {
		_, before := r.seen[key]
		if _, ours := r.log.Seen[key]; ours || !before {
			r.log.Seen[key] = i
		}
	}
	r.seen[key] = i
}

// further notes a further way to the component of a declaration; false where that
// was not read yet.
func (r *reader) further(key string, export contract.Export) bool {
	i, known := r.seen[key]
	if !known {
		return false
	}
	if r.log != nil {
		r.log.Again = append(r.log.Again, reached{key, export})
	}
	if r.ways[i] == nil {
		n := sort.Search(len(r.segments), func(n int) bool { return int(r.segments[n].components) > i })
		r.ways[i] = []way{wayOf(int(r.segments[n-1].at), r.shelf.Export(i))}
	}
	r.ways[i] = append(r.ways[i], wayOf(r.position, export))
	return true
}

// way is a way to reach a component, with where it stands among all names. Libraries
// give most of theirs out twice.
type way struct {
	at                     int
	module, name, kind, of string
}

func wayOf(at int, x contract.Export) way { return way{at, x.Module, x.Name, x.Kind, x.Of} }

func (w way) export() contract.Export {
	return contract.Export{Module: w.module, Name: w.name, Kind: w.kind, Of: w.of}
}

// alsoReached notes a further way to reach a component. A name of its own wins over
// the default export, and a name to import over one that is only registered.
func alsoReached(c *contract.Contract, export contract.Export) {
	registered := c.Export.Kind == contract.ExportGlobal && export.Kind != contract.ExportGlobal
	if c.Export.Name == "default" && export.Name != "default" && export.Kind != contract.ExportGlobal || registered {
		c.Export, export = contract.Export{Module: export.Module, Name: export.Name, Kind: export.Kind, Also: c.Export.Also}, c.Export
	}
	name := export.Name
	if export.Kind == "member" {
		name = export.Of + "." + name
	}
	if export.Kind == contract.ExportGlobal && export.Module == c.Export.Module && name == c.Export.Name {
		return // it is registered under the name that it is imported by
	}
	if p := (contract.OtherPath{Module: export.Module, Name: name}); !slices.Contains(c.Paths(), p) {
		c.Export.Also = append(c.Export.Also, p)
	}
}

// defaultName gives what a default export is called by: the name that it is declared by,
// where people gave it that, or the place where it stands.
func (r *reader) defaultName(e entry) string {
	switch e.symbol.Name {
	case "", "default", "_default", "default_1", "__default__": // the compiler puts in the latter three
		file := e.symbol.Module.Path
		name, _, _ := strings.Cut(path.Base(file), ".")
		if name == "index" {
			if name = path.Base(path.Dir(file)); path.Dir(file) == path.Clean(r.set.Dir) {
				name = path.Base(r.set.Manifest.Name)
			}
			name = names.ByPlace(name)
		}
		return name
	}
	return e.symbol.Name
}

func (r *reader) exportPlace(e entry) place.Place {
	if e.symbol.Module != nil {
		return place.Place{File: r.set.Rel(e.symbol.Module.Path), Line: 1, Column: 1}
	}
	for _, s := range r.starts {
		if s.Module == e.module {
			return r.exported(s.File, e.name)
		}
	}
	return place.Place{File: r.set.Rel(r.set.Manifest.Path), Line: 1, Column: 1}
}

// exported gives the place where a file exports a name: its head, where the name
// comes through a star.
func (r *reader) exported(file, name string) place.Place {
	at, ok := r.set.Exported(file, name)
	if !ok {
		at = place.Position{Line: 1, Column: 1}
	}
	return place.Place{File: r.set.Rel(file), Line: at.Line, Column: at.Column}
}

// at gives the place of a node relative to the package.
func (r *reader) at(m *modules.Module, n syntax.Node) place.Place {
	p := m.Place(n)
	p.File = r.set.Rel(p.File)
	return p
}

// valueOf gives the value that a symbol stands for, and the node that its
// documentation stands before.
func valueOf(s modules.Symbol) (syntax.Expr, syntax.Node) {
	if s.Node != nil {
		switch n := s.Node.(type) {
		case *syntax.FuncDecl:
			return n.Func, n
		case syntax.Expr:
			return n, n
		}
		return nil, nil
	}
	for _, d := range s.Decls {
		switch n := d.Node.(type) {
		case *syntax.FuncDecl:
			if n.Func.Body != nil {
				return n.Func, n
			}
		case *syntax.Declarator:
			if n.Value != nil {
				if _, ok := n.Name.(*syntax.Ident); ok {
					return n.Value, d.Stmt
				}
			}
		}
	}
	return nil, nil
}

func classOf(s modules.Symbol) *syntax.Class {
	for _, d := range s.Decls {
		if n, ok := d.Node.(*syntax.ClassDecl); ok {
			return n.Class
		}
	}
	return nil
}

// fromReact gives the name that an expression has in the module react, or "".
func (r *reader) fromReact(m *modules.Module, x syntax.Expr) string {
	switch x := x.(type) {
	case *syntax.Ident:
		if i, ok := m.Imports.Find(x.Name); ok && i.From == "react" {
			return i.Name
		}
	case *syntax.Member:
		id, plain := x.X.(*syntax.Ident)
		name, named := x.Name.(*syntax.Ident)
		if plain && named {
			if i, ok := m.Imports.Find(id.Name); ok && i.From == "react" && (i.Name == "*" || i.Name == "default") {
				return name.Name
			}
		}
	}
	return ""
}

// unwrap looks for the function or class behind a value: through names, casts,
// and the calls that wrap components.
func (r *reader) unwrap(m *made, x syntax.Expr, depth int) {
	if depth > 20 {
		return
	}
	switch x := x.(type) {
	case *syntax.Func:
		m.fn = x
	case *syntax.Class:
		r.classBody(m, x)
	case *syntax.Paren:
		r.unwrap(m, x.X, depth+1)
	case *syntax.Cast:
		r.unwrap(m, x.X, depth+1)
	case *syntax.Ident:
		sym, ok := r.set.Local(m.module, x.Name)
		if !ok || sym.External() || sym.Module == nil || sym.Namespace {
			return
		}
		if _, foreign := r.set.Foreign(sym.Module.Path); foreign {
			return
		}
		value, doc := valueOf(sym)
		inner := &made{module: sym.Module, of: m.of, names: append(m.names, declared{sym.Module, sym.Name}), doc: standing[syntax.Node]{sym.Module, doc}}
		if value != nil {
			r.unwrap(inner, value, depth+1)
		} else if class := classOf(sym); class != nil {
			r.classBody(inner, class)
		}
		if inner.fn == nil && inner.class == nil && inner.styled == nil {
			return
		}
		if docOf(m.doc) == "" {
			m.doc = inner.doc
		}
		m.module, m.fn, m.class, m.styled, m.names = inner.module, inner.fn, inner.class, inner.styled, inner.names
		m.layers, m.inside, m.written = inner.layers, inner.inside, inner.written
		m.parts = append(m.parts, inner.parts...)
	case *syntax.Member:
		// Another component's part.
		id, plain := x.X.(*syntax.Ident)
		name, named := x.Name.(*syntax.Ident)
		if !plain || !named {
			return
		}
		if sym, ok := r.set.Local(m.module, id.Name); ok && !sym.External() && sym.Module != nil {
			if p, ok := r.static(&made{names: []declared{{sym.Module, sym.Name}}, module: sym.Module, class: classOf(sym)}, name.Name); ok {
				inner := *m
				inner.module = p.module
				if r.eval.Unknown(m.of) != "" { // untyped code: the type tells of no parts
					inner.of = r.eval.Expr(p.value, evaluate.In(p.module))
				}
				r.unwrap(&inner, p.value, depth+1)
				if inner.fn != nil || inner.class != nil || inner.styled != nil {
					*m = inner
				}
			}
		}
	case *syntax.Call:
		if r.compiled(m, x) {
			m.written = true
			return
		}
		r.unwrapCall(m, x, depth)
	case *syntax.Tagged:
		r.unwrapStyled(m, x.Tag, x.TypeArgs, x.Text)
	}
}

// wrappers are the calls that give a component back as it is, for its first
// argument; what they add stands in the type.
var wrappers = map[string]bool{"forwardRef": true, "memo": true}

func (r *reader) unwrapCall(m *made, x *syntax.Call, depth int) {
	name := r.fromReact(m.module, x.Fun)
	switch {
	case name == "lazy" && len(x.Args) > 0:
		r.unwrapLazy(m, x.Args[0], depth)
		return
	case r.isStyled(m.module, x.Fun):
		r.unwrapStyled(m, x, nil)
		return
	case name == "createContext" || len(x.Args) == 0:
		return
	}
	if parts, ok := attached(m.module, x); ok {
		m.parts = append(m.parts, parts...)
		r.unwrap(m, x.Args[0], depth+1)
		return
	}
	if wrappers[name] {
		r.unwrap(m, x.Args[0], depth+1)
		return
	}
	r.compose(m, x, depth)
}

// attached lists what Object.assign(Component, { … }) hangs on a component; false for
// any other call.
func attached(in *modules.Module, x *syntax.Call) (parts []part, ok bool) {
	member, ok := x.Fun.(*syntax.Member)
	if !ok || len(x.Args) < 2 || !isIdent(member.X, "Object") {
		return nil, false
	}
	if name, ok := member.Name.(*syntax.Ident); !ok || name.Name != "assign" {
		return nil, false
	}
	for _, arg := range x.Args[1:] {
		o, written := arg.(*syntax.Object)
		if !written {
			continue
		}
		for _, p := range o.Props {
			if name, ok := syntax.KeyName(p.Key); ok && p.Kind == syntax.InitProperty {
				parts = append(parts, part{in, name, p.Value, p})
			}
		}
	}
	return parts, true
}

// unwrapLazy follows lazy(() => import('./x')) to the component that is loaded.
func (r *reader) unwrapLazy(m *made, load syntax.Expr, depth int) {
	syntax.Walk(load, func(n syntax.Node) bool {
		call, ok := n.(*syntax.Call)
		if !ok || len(call.Args) != 1 {
			return true
		}
		k, ok := call.Fun.(*syntax.Keyword)
		l, text := call.Args[0].(*syntax.Literal)
		if !ok || k.Word != "import" || !text {
			return true
		}
		if sym, ok := r.set.Imported(m.module, l.Value, "default"); ok && !sym.External() {
			if value, doc := valueOf(sym); value != nil {
				m.module = sym.Module
				if docOf(m.doc) == "" {
					m.doc = standing[syntax.Node]{sym.Module, doc}
				}
				r.unwrap(m, value, depth+1)
			}
		}
		return false
	})
}

// classBody takes the render method of a class as the function that draws.
func (r *reader) classBody(m *made, c *syntax.Class) {
	m.class = c
	for _, member := range c.Members {
		name, ok := syntax.KeyName(member.Key)
		fn, isFunc := member.Value.(*syntax.Func)
		if ok && isFunc && name == "render" && (fn.Body != nil || fn.X != nil) {
			m.fn = fn
		}
	}
}

// drawsJSX reports whether a function holds JSX or makes elements by call.
func drawsJSX(fn *syntax.Func) bool {
	found := false
	syntax.Walk(fn, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Element:
			found = true
		case *syntax.Call:
			found = found || makesElement(n)
		}
		return !found
	})
	return found
}

// makesElement reports whether a call makes an element: createElement, by any name of its
// module.
func makesElement(x *syntax.Call) bool {
	switch f := x.Fun.(type) {
	case *syntax.Ident:
		return f.Name == "createElement"
	case *syntax.Member:
		name, ok := f.Name.(*syntax.Ident)
		return ok && name.Name == "createElement"
	}
	return false
}

// assigned lists what the top of a module assigns to a member of a name: X.y = z.
// A module is looked through once for all its names.
func (r *reader) assigned(of declared) map[string]part {
	if r.assignments[of.module] == nil {
		r.assignments[of.module] = assignments(of.module)
	}
	return r.assignments[of.module][of.name]
}

// assignments lists what the top of a module assigns to members, by the name of
// what they are members of and their own.
func assignments(m *modules.Module) map[string]map[string]part {
	return assignmentsIn(m, m.File.Body)
}

func assignmentsIn(m *modules.Module, body []syntax.Stmt) map[string]map[string]part {
	found := map[string]map[string]part{}
	for _, s := range body {
		assignedBy(m, s, found)
	}
	return found
}

// assignedBy notes what one statement assigns, for development alone too.
func assignedBy(m *modules.Module, s syntax.Stmt, found map[string]map[string]part) {
	switch s := s.(type) {
	case *syntax.ExprStmt:
		assignedIn(m, s.X, s, found)
	case *syntax.If:
		if !forDevelopment(m, s.Cond) {
			return
		}
		for _, branch := range []syntax.Stmt{s.Then, s.Else} {
			if block, ok := branch.(*syntax.Block); ok {
				for _, inner := range block.Body {
					assignedBy(m, inner, found)
				}
			} else if branch != nil {
				assignedBy(m, branch, found)
			}
		}
	}
}

func assignedIn(m *modules.Module, x syntax.Expr, at syntax.Node, found map[string]map[string]part) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Conditional:
		if forDevelopment(m, x.If) {
			assignedIn(m, x.Then, at, found)
			assignedIn(m, x.Else, at, found)
		}
	case *syntax.Binary:
		if x.Op == "&&" && forDevelopment(m, x.X) {
			assignedIn(m, x.Y, at, found)
		}
		if x.Op != "=" {
			return
		}
		member, ok := syntax.Bare(x.X).(*syntax.Member)
		if !ok {
			return
		}
		id, plain := syntax.Bare(member.X).(*syntax.Ident)
		name, named := member.Name.(*syntax.Ident)
		if !plain || !named {
			return
		}
		if found[id.Name] == nil {
			found[id.Name] = map[string]part{}
		}
		found[id.Name][name.Name] = part{m, name.Name, x.Y, at}
	}
}

// forDevelopment reports whether a condition asks whether the code runs in development:
// tables of prop types are left out elsewhere.
func forDevelopment(m *modules.Module, cond syntax.Expr) bool {
	text := m.Source[cond.Pos():cond.Stop()]
	return strings.Contains(text, "NODE_ENV") || strings.Contains(text, "__DEV__")
}

// static gives the value of a static member of a component: assigned to one of
// its names, or declared in its class.
func (r *reader) static(m *made, name string) (part, bool) {
	if p, ok := m.inside[name]; ok {
		return p, true
	}
	for _, of := range m.names {
		if p, ok := r.assigned(of)[name]; ok {
			return p, true
		}
	}
	for _, p := range slices.Backward(m.parts) { // the last one holds
		if p.name == name {
			return p, true
		}
	}
	if m.class != nil {
		for _, member := range m.class.Members {
			key, ok := syntax.KeyName(member.Key)
			if !ok || key != name || !member.Modifiers.Has(syntax.Static) || member.Value == nil {
				continue
			}
			if fn, getter := member.Value.(*syntax.Func); getter && member.Kind == syntax.GetMember {
				var x syntax.Expr
				if fn.Body != nil && len(fn.Body.Body) == 1 {
					if ret, ok := fn.Body.Body[0].(*syntax.Return); ok {
						x = ret.X
					}
				}
				return part{m.module, name, x, member}, x != nil
			}
			return part{m.module, name, member.Value, member}, true
		}
	}
	return part{}, false
}

// parts reads the components that hang on the one that a symbol stands for: those
// assigned to it, and those that its type tells of.
func (r *reader) parts(c *contract.Contract, m *made, sym modules.Symbol) []*contract.Contract {
	list := m.parts
	for _, of := range m.names {
		for _, p := range r.assigned(of) {
			list = append(list, p)
		}
	}
	if m.class != nil {
		for _, member := range m.class.Members {
			if name, ok := syntax.KeyName(member.Key); ok && member.Modifiers.Has(syntax.Static) && member.Value != nil {
				list = append(list, part{m.module, name, member.Value, member})
			}
		}
	}
	sort.SliceStable(list, func(i, j int) bool {
		a, b := list[i], list[j]
		if a.module != b.module {
			return a.module.Path < b.module.Path
		}
		return a.at.Pos() < b.at.Pos()
	})
	var read []*contract.Contract
	seen := map[string]bool{}
	// What the owner's type says of a part counts more than what is put there.
	typed := func(f part) evaluate.Type {
		if s, ok := r.eval.Static(m.of, f.name); ok {
			return s.Type
		}
		return r.eval.Expr(f.value, evaluate.In(f.module))
	}
	lighten := func() {
		if r.lighten() {
			m.of = r.eval.Value(sym)
		}
	}
	add := func(name string, at place.Place, inner *made) {
		whole := c.Component + "." + name
		c.Parts = append(c.Parts, contract.Part{Name: name, Spelled: contract.SpelledAs(whole), Component: whole, Origin: "own", At: &at})
		x := r.reactComponent(whole, inner)
		x.Export = contract.Export{Module: c.Export.Module, Name: name, Kind: "member", Of: c.Component}
		read = append(read, x)
	}
	for _, f := range list {
		if !names.IsComponent(f.name) || seen[f.name] {
			continue
		}
		lighten()
		at := r.at(f.module, f.at)
		inner, why := r.made(&made{module: f.module, of: typed(f), doc: standing[syntax.Node]{f.module, f.at}, at: at}, f.value)
		if inner == nil {
			if why != "" {
				r.unread(at, c.Component+"."+f.name, "%s.%s: %s", c.Component, f.name, why)
			}
			continue
		}
		seen[f.name] = true
		add(f.name, at, inner)
	}
	for _, name := range r.eval.Statics(m.of) {
		if seen[name] {
			continue
		}
		lighten()
		if s, ok := r.eval.Static(m.of, name); ok {
			add(s.Name, r.rel(s.At), &made{module: m.module, of: s.Type, at: r.rel(s.At)})
		}
	}
	return read
}

// otherKey is the declaration that an exported name stands for, "" where it was
// renamed on its way.
func otherKey(e entry) string {
	if e.symbol.Module == nil || e.symbol.Name != e.name {
		return ""
	}
	if e.symbol.OnlyType {
		return "type " + e.symbol.Module.Path + "#" + e.name // elsewhere its value may be given out
	}
	return e.symbol.Module.Path + "#" + e.name
}

// otherExport lists an exported name that is no component.
func (r *reader) otherExport(e entry) {
	x := contract.Exported{Name: e.name, Kind: "constant"}
	if e.module != "." {
		x.Module = e.module
	}
	if e.symbol.Module == nil {
		return
	}
	if key := otherKey(e); key != "" {
		known := r.others[key]
		r.others[key] = true
		switch {
		case r.log != nil && known:
			r.log.Skipped = append(r.log.Skipped, key)
		case r.log != nil:
			r.log.Others = append(r.log.Others, key)
		}
		if known {
			return
		}
	}
	for _, d := range e.symbol.Decls {
		at := r.at(e.symbol.Module, d.Node)
		x.At = &at
		switch n := d.Node.(type) {
		case *syntax.Interface, *syntax.Alias, *syntax.Enum:
			x.Kind = "type"
			x.Type = r.quiet(r.eval.Named(e.symbol))
		case *syntax.FuncDecl:
			x.Kind = "function"
			x.Type = r.quiet(r.eval.Value(e.symbol))
		case *syntax.ClassDecl:
			x.Kind = "class"
		case *syntax.Declarator:
			if _, ok := n.Value.(*syntax.Func); ok {
				x.Kind = "function"
			}
			if n.Type != nil {
				x.Type = r.quiet(r.eval.Value(e.symbol))
			}
		}
	}
	if e.symbol.OnlyType {
		x.Kind = "type"
	}
	r.listing.Exports = grown(r.listing.Exports, x)
}

// quiet gives a type out without listing what is not understood: the shapes of
// other exports are looked at in full when they are compared.
func (r *reader) quiet(t evaluate.Type) contract.Type {
	plain := unfolded(r.eval.Plain(t))
	r.eval.Odd = nil
	return contract.TypeOf(plain)
}
