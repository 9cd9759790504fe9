// This file makes the tables of names of a module and follows names through them.

package modules

import (
	"maps"
	"path"
	"regexp"
	"slices"
	"strings"

	"steadysocket/core/syntax"
)

// tables fills the tables of m from its statements.
func (m *Module) tables() {
	m.fill(m.File.Body)
	m.script = len(m.Imports)+len(m.Exports)+len(m.Stars) == 0 && strings.Contains(path.Base(m.Path), ".d.")
	m.calls()
	m.references()
}

// fill fills the tables from statements: a file's, or those of a namespace.
func (m *Module) fill(body []syntax.Stmt) {
	m.Imports, m.Exports, m.Decls = map[string]Import{}, map[string]Export{}, map[string][]Declared{}
	m.spaces = map[*syntax.Module]*Module{}
	from := func(l *syntax.Literal) string {
		if l == nil {
			return ""
		}
		m.from(l.Value)
		return l.Value
	}
	// Where the source is broken, the parser puts in names that are empty.
	bind := func(name string, i Import) {
		if name != "" {
			m.Imports[name] = i
		}
	}
	export := func(name string, e Export) {
		if name != "" {
			m.Exports[name] = e
		}
	}
	for _, s := range body {
		switch s := s.(type) {
		case *syntax.Import:
			module := from(s.From)
			if s.Default != nil {
				bind(s.Default.Name, Import{module, "default", s.TypeOnly, s.Default})
			}
			if s.Namespace != nil {
				bind(s.Namespace.Name, Import{module, "*", s.TypeOnly, s.Namespace})
			}
			for _, spec := range s.Specs {
				name, _ := syntax.KeyName(spec.Name)
				as, _ := syntax.KeyName(spec.As)
				bind(as, Import{module, name, s.TypeOnly || spec.TypeOnly, spec})
			}
		case *syntax.ImportEquals:
			switch {
			case s.Require != nil:
				bind(s.Name.Name, Import{from(s.Require), "=", s.TypeOnly, s})
			case s.Name.Name != "":
				m.Decls[s.Name.Name] = append(m.Decls[s.Name.Name], Declared{s, s, m})
			}
			if s.Modifiers.Has(syntax.Export) {
				export(s.Name.Name, Export{Local: s.Name.Name, At: s})
			}
		case *syntax.ExportList:
			module := from(s.From)
			for _, spec := range s.Specs {
				name, _ := syntax.KeyName(spec.Name)
				as, _ := syntax.KeyName(spec.As)
				e := Export{TypeOnly: s.TypeOnly || spec.TypeOnly, At: spec}
				if s.From != nil {
					e.From, e.Name = module, name
				} else {
					e.Local = name
				}
				export(as, e)
			}
		case *syntax.ExportAll:
			module := from(s.From)
			if s.As != nil {
				as, _ := syntax.KeyName(s.As)
				export(as, Export{From: module, Name: "*", TypeOnly: s.TypeOnly, At: s})
			} else {
				m.Stars = append(m.Stars, Star{module, s.TypeOnly})
			}
		case *syntax.ExportDefault:
			e := Export{Node: s.X, At: s}
			if id, ok := s.X.(*syntax.Ident); ok {
				e = Export{Local: id.Name, At: s}
			}
			m.Exports["default"] = e
		case *syntax.ExportAssign:
			e := Export{Node: s.X, At: s}
			if id, ok := s.X.(*syntax.Ident); ok {
				e = Export{Local: id.Name, At: s}
			}
			m.Exports["="] = e
		default:
			m.declare(s)
		}
	}
}

// from notes a module that is imported from.
func (m *Module) from(name string) {
	for m.Outer != nil {
		m = m.Outer
	}
	if !slices.Contains(m.Froms, name) {
		m.Froms = append(m.Froms, name)
	}
}

// calls notes what import() and require() name.
func (m *Module) calls() {
	if strings.Contains(path.Base(m.Path), ".d.") || !strings.Contains(m.Source, "import(") && !strings.Contains(m.Source, "require(") {
		return
	}
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		call, ok := n.(*syntax.Call)
		if !ok || len(call.Args) == 0 {
			return true
		}
		l, text := call.Args[0].(*syntax.Literal)
		if !text || l.Kind != syntax.StringLiteral {
			return true
		}
		switch f := call.Fun.(type) {
		case *syntax.Keyword:
			if f.Word == "import" {
				m.from(l.Value)
			}
		case *syntax.Ident:
			if f.Name == "require" {
				m.from(l.Value)
			}
		}
		return true
	})
}

var reference = regexp.MustCompile(`^///\s*<reference\s+(path|types)\s*=\s*["']([^"']+)["']`)

// references notes what triple-slash comments at the head of a file name.
func (m *Module) references() {
	for _, c := range m.File.Comments {
		if len(m.File.Body) > 0 && c.Pos() > m.File.Body[0].Pos() {
			return
		}
		if found := reference.FindStringSubmatch(m.Source[c.Start:c.End]); found != nil {
			if found[1] == "path" && !strings.HasPrefix(found[2], ".") {
				found[2] = "./" + found[2]
			}
			m.from(found[2])
		}
	}
}

// space makes the tables of the body of a namespace or declared module.
func (m *Module) space(s *syntax.Module) *Module {
	inner := &Module{Path: m.Path, Source: m.Source, File: m.File, Lines: m.Lines, Outer: m}
	if s.Body != nil {
		inner.fill(s.Body.Body)
	}
	// In declarations all is exported, unless some exports are listed.
	if _, listed := inner.Exports["="]; !listed && (s.Modifiers.Has(syntax.Declare) || m.Outer != nil || strings.Contains(path.Base(m.Path), ".d.")) {
		for name := range inner.Decls {
			if _, known := inner.Exports[name]; !known {
				inner.Exports[name] = Export{Local: name, At: s}
			}
		}
	}
	return inner
}

// Space gives the body of a namespace that m declares.
func (m *Module) Space(s *syntax.Module) *Module { return m.spaces[s] }

// declare notes what a statement declares and exports.
func (m *Module) declare(s syntax.Stmt) {
	note := func(name string, node syntax.Node, mods syntax.Modifiers) {
		if name != "" {
			m.Decls[name] = append(m.Decls[name], Declared{node, s, m})
		}
		switch {
		case mods.Has(syntax.Export | syntax.Default):
			e := Export{Local: name, At: node}
			if name == "" {
				e = Export{Node: node, At: node}
			}
			m.Exports["default"] = e
		case mods.Has(syntax.Export) && name != "":
			_, space := node.(*syntax.Module)
			if before, known := m.Exports[name]; space && known && before.From != "" {
				return // a namespace beside a name that is passed on adds to it
			}
			m.Exports[name] = Export{Local: name, At: node}
		}
	}
	name := func(id *syntax.Ident) string {
		if id == nil {
			return ""
		}
		return id.Name
	}
	switch s := s.(type) {
	case *syntax.FuncDecl:
		note(name(s.Func.Name), s, s.Modifiers)
	case *syntax.ClassDecl:
		note(name(s.Class.Name), s, s.Modifiers)
	case *syntax.Interface:
		note(s.Name.Name, s, s.Modifiers)
	case *syntax.Alias:
		note(s.Name.Name, s, s.Modifiers)
	case *syntax.Enum:
		note(s.Name.Name, s, s.Modifiers)
	case *syntax.Module:
		inner := m.space(s)
		m.spaces[s] = inner
		switch name := s.Name.(type) {
		case *syntax.Literal:
			m.extras = append(m.extras, extra{name.Value, inner})
		case *syntax.Ident:
			if s.Word == "global" {
				m.extras = append(m.extras, extra{"", inner})
			} else {
				note(name.Name, s, s.Modifiers)
			}
		case *syntax.Member:
			m.nested(s, name, inner, note)
		}
	case *syntax.VarDecl:
		for _, d := range s.Decls {
			for _, id := range BoundNames(d.Name) {
				note(id.Name, d, s.Modifiers)
			}
		}
	}
}

// nested declares namespace A.B: a namespace A that holds B.
func (m *Module) nested(s *syntax.Module, name *syntax.Member, inner *Module, note func(string, syntax.Node, syntax.Modifiers)) {
	last, ok := name.Name.(*syntax.Ident)
	if !ok {
		return
	}
	head := &syntax.Module{Range: s.Range, Modifiers: s.Modifiers | syntax.Declare, Word: s.Word, Name: name.X}
	outer := &Module{Path: m.Path, Source: m.Source, File: m.File, Lines: m.Lines, Outer: m, Imports: map[string]Import{}, spaces: map[*syntax.Module]*Module{s: inner},
		Decls: map[string][]Declared{last.Name: {{s, s, nil}}}, Exports: map[string]Export{last.Name: {Local: last.Name, At: s}}}
	outer.Decls[last.Name][0].Module = outer
	inner.Outer = outer
	m.spaces[head] = outer
	switch rest := name.X.(type) {
	case *syntax.Ident:
		note(rest.Name, head, s.Modifiers)
	case *syntax.Member:
		m.nested(head, rest, outer, note)
	}
}

// BoundNames lists the names that a pattern binds.
func BoundNames(p syntax.Pattern) []*syntax.Ident {
	switch p := p.(type) {
	case *syntax.Ident:
		return []*syntax.Ident{p}
	case *syntax.ObjectPattern:
		return boundProps(p.Props)
	case *syntax.ArrayPattern:
		return boundProps(p.Elems)
	}
	return nil
}

func boundProps(props []*syntax.PatternProp) (list []*syntax.Ident) {
	for _, prop := range props {
		if prop.Target != nil {
			list = append(list, BoundNames(prop.Target)...)
		}
	}
	return list
}

// Symbol is what a name stands for: declarations in a module of the source, a
// whole module (Namespace), an expression, or a name of another package.
type Symbol struct {
	Module    *Module
	Name      string // declared name, or exported name in the other package; "*" for its namespace
	Decls     []Declared
	Node      syntax.Node // of an exported expression
	Namespace bool
	Package   string   // module name as imported, where it was not resolved
	Via       []string // files of barrels passed on the way
}

// External reports whether the name belongs to another package.
func (s Symbol) External() bool { return s.Package != "" }

// maxHops bounds how many barrels a name is followed through.
const maxHops = 100

// Local finds what a name means in a module: what stands at its top, or around
// it where it is the body of a namespace.
func (s *Set) Local(m *Module, name string) (Symbol, bool) { return s.local(m, name, 0) }

func (s *Set) local(m *Module, name string, hops int) (Symbol, bool) {
	if hops > maxHops {
		return Symbol{}, false
	}
	if decls := s.decls(m, name); len(decls) > 0 {
		if alias, ok := decls[0].Node.(*syntax.ImportEquals); ok {
			return s.entity(decls[0].Module, alias.Entity, hops+1)
		}
		return Symbol{Module: m, Name: name, Decls: decls}, true
	}
	if i, ok := m.Imports[name]; ok {
		return s.imported(m, i.From, i.Name, hops)
	}
	if m.Outer != nil {
		return s.local(m.Outer, name, hops+1)
	}
	return Symbol{}, false
}

// decls gives the declarations of a name in a module, with those that other
// modules add.
func (s *Set) decls(m *Module, name string) []Declared {
	decls := m.Decls[name]
	if m.Outer != nil {
		return decls
	}
	for i, body := range s.additions[m.Path] {
		if i == 0 {
			decls = slices.Clip(decls)
		}
		decls = append(decls, body.Decls[name]...)
	}
	return decls
}

// Global finds what a name means that no module declares or imports.
func (s *Set) Global(name string) (Symbol, bool) {
	decls := s.globals[name]
	if len(decls) == 0 {
		return Symbol{}, false
	}
	return Symbol{Module: decls[0].Module, Name: name, Decls: decls}, true
}

// entity finds what a dotted name means.
func (s *Set) entity(m *Module, x syntax.Expr, hops int) (Symbol, bool) {
	switch x := x.(type) {
	case *syntax.Ident:
		if sym, ok := s.local(m, x.Name, hops); ok {
			return sym, true
		}
		return s.Global(x.Name)
	case *syntax.Member:
		id, plain := x.Name.(*syntax.Ident)
		if sym, ok := s.entity(m, x.X, hops+1); ok && plain {
			return s.member(sym, id.Name, hops+1)
		}
	}
	return Symbol{}, false
}

// Member finds a name inside of what another stands for: an export of a module,
// a declaration in a namespace.
func (s *Set) Member(sym Symbol, name string) (Symbol, bool) { return s.member(sym, name, 0) }

func (s *Set) member(sym Symbol, name string, hops int) (Symbol, bool) {
	switch {
	case sym.External():
		if sym.Name == "*" || sym.Name == "default" || sym.Name == "=" {
			return Symbol{Package: sym.Package, Name: name}, true
		}
		return Symbol{Package: sym.Package, Name: sym.Name + "." + name}, true
	case sym.Namespace:
		return s.export(sym.Module, name, hops+1)
	}
	// Bodies of one namespace may stand in several places.
	var found Symbol
	for _, d := range sym.Decls {
		space, ok := d.Node.(*syntax.Module)
		if !ok || d.Module.Space(space) == nil {
			continue
		}
		if inner, ok := s.export(d.Module.Space(space), name, hops+1); ok {
			if found.Module == nil {
				found = inner
			} else {
				found.Decls = append(slices.Clip(found.Decls), inner.Decls...)
			}
		}
	}
	return found, found.Module != nil || found.External()
}

// Imported finds a name of a module as seen from a file; "*" for all of it.
func (s *Set) Imported(m *Module, from, name string) (Symbol, bool) {
	return s.imported(m, from, name, 0)
}

func (s *Set) imported(m *Module, from, name string, hops int) (Symbol, bool) {
	if known := s.Known[from]; known != nil {
		if name == "*" || name == "=" || name == "default" {
			return Symbol{Module: known, Name: "*", Namespace: true}, true
		}
		if sym, ok := s.export(known, name, hops+1); ok {
			return sym, true
		}
		return Symbol{Name: name, Package: from}, true
	}
	target := s.target(m, from)
	if target == nil {
		return Symbol{Name: name, Package: from}, true
	}
	_, assigned := target.Exports["="]
	if name == "=" {
		name = "*"
	}
	if name == "*" && assigned {
		if sym, ok := s.export(target, "=", hops+1); ok {
			return sym, true
		}
	}
	if name == "*" {
		return Symbol{Module: target, Name: "*", Namespace: true}, true
	}
	return s.export(target, name, hops+1)
}

// target is the module that an import in m reaches, or nil.
func (s *Set) target(m *Module, from string) *Module {
	at := m.Path
	for _, known := range s.Known {
		if known == m {
			at = path.Join(s.Dir, m.Path) // it stands wherever it is imported
		}
	}
	if file, ok := s.Resolve(at, from); ok {
		if s.Installed {
			return s.load(file)
		}
		return s.modules[file]
	}
	return s.ambient[from]
}

// Export finds what an exported name of a module stands for, through barrels.
func (s *Set) Export(m *Module, name string) (Symbol, bool) { return s.export(m, name, 0) }

func (s *Set) export(m *Module, name string, hops int) (Symbol, bool) {
	if hops > maxHops {
		return Symbol{}, false
	}
	e, ok := m.Exports[name]
	whole, assigned := m.Exports["="]
	if !ok && assigned && name == "default" {
		e, ok = whole, true
	}
	if ok {
		var sym Symbol
		switch {
		case e.From != "":
			if sym, ok = s.imported(m, e.From, e.Name, hops); ok && !sym.External() && !sym.Namespace {
				sym.Decls = append(slices.Clip(sym.Decls), m.Decls[name]...)
			}
		case e.Local != "":
			if sym, ok = s.local(m, e.Local, hops+1); !ok {
				sym, ok = s.Global(e.Local)
			}
		default:
			return Symbol{Module: m, Name: name, Node: e.Node}, true
		}
		if ok && sym.Module != m {
			sym.Via = append([]string{m.Path}, sym.Via...)
		}
		return sym, ok
	}
	if assigned && name != "=" {
		if sym, ok := s.export(m, "=", hops+1); ok {
			return s.member(sym, name, hops+1)
		}
	}
	if m.Outer == nil {
		for _, body := range s.additions[m.Path] {
			if decls := body.Decls[name]; len(decls) > 0 {
				return Symbol{Module: body, Name: name, Decls: decls}, true
			}
		}
	}
	if name == "default" || name == "=" {
		return Symbol{}, false
	}
	var external []string
	for _, star := range m.Stars {
		if s.Known[star.From] != nil {
			if sym, ok := s.export(s.Known[star.From], name, hops+1); ok {
				return sym, true
			}
			continue
		}
		target := s.target(m, star.From)
		if target == nil {
			external = append(external, star.From)
			continue
		}
		if sym, ok := s.export(target, name, hops+1); ok && !sym.External() {
			sym.Via = append([]string{m.Path}, sym.Via...)
			return sym, true
		}
	}
	if len(external) > 0 {
		// It comes from one of them; which one, only they can tell.
		return Symbol{Name: name, Package: strings.Join(external, " or ")}, true
	}
	return Symbol{}, false
}

// ExportNames lists the names that a module exports, those of its stars
// included, sorted. Packages that are not there are listed in unresolved.
func (s *Set) ExportNames(m *Module) (names []string, unresolved []string) {
	seen := map[string]bool{}
	visited := map[*Module]bool{}
	var visit func(m *Module, star bool)
	visit = func(m *Module, star bool) {
		if visited[m] {
			return
		}
		visited[m] = true
		for name := range m.Exports {
			switch {
			case name == "=":
				if !star {
					seen["default"] = true
				}
				if sym, ok := s.export(m, "=", 0); ok {
					for _, inner := range s.inside(sym) {
						seen[inner] = true
					}
				}
			case !star || name != "default":
				seen[name] = true
			}
		}
		for _, from := range m.Stars {
			target := s.target(m, from.From)
			if target == nil {
				if s.Known[from.From] == nil {
					unresolved = append(unresolved, from.From)
				}
				continue
			}
			visit(target, true)
		}
	}
	visit(m, false)
	return slices.Sorted(maps.Keys(seen)), unresolved
}

// inside lists the names that a namespace gives out.
func (s *Set) inside(sym Symbol) (names []string) {
	for _, d := range sym.Decls {
		if space, ok := d.Node.(*syntax.Module); ok && d.Module.Space(space) != nil {
			inner, _ := s.ExportNames(d.Module.Space(space))
			names = append(names, inner...)
		}
	}
	return names
}

// Names lists what a whole module or a namespace gives out, sorted.
func (s *Set) Names(sym Symbol) []string {
	if sym.Namespace {
		names, _ := s.ExportNames(sym.Module)
		return names
	}
	return s.inside(sym)
}
