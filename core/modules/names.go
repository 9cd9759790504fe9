// This file makes the tables of names of a module and follows names through them.

package modules

import (
	"sort"

	"steadysocket/core/syntax"
)

// tables fills the tables of m from its statements.
func (m *Module) tables() {
	m.Imports, m.Exports, m.Decls = map[string]Import{}, map[string]Export{}, map[string][]Declared{}
	seen := map[string]bool{}
	from := func(l *syntax.Literal) string {
		if l == nil {
			return ""
		}
		if !seen[l.Value] {
			seen[l.Value] = true
			m.Froms = append(m.Froms, l.Value)
		}
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
	for _, s := range m.File.Body {
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
			if s.Require != nil {
				bind(s.Name.Name, Import{from(s.Require), "*", s.TypeOnly, s})
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
			m.Exports["default"] = e
		default:
			m.declare(s)
		}
	}
	// What import() and require() name is loaded too.
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
				from(l)
			}
		case *syntax.Ident:
			if f.Name == "require" {
				from(l)
			}
		}
		return true
	})
}

// declare notes what a statement declares and exports.
func (m *Module) declare(s syntax.Stmt) {
	note := func(name string, node syntax.Node, mods syntax.Modifiers) {
		if name != "" {
			m.Decls[name] = append(m.Decls[name], Declared{node, s})
		}
		switch {
		case mods.Has(syntax.Export | syntax.Default):
			e := Export{Local: name, At: node}
			if name == "" {
				e = Export{Node: node, At: node}
			}
			m.Exports["default"] = e
		case mods.Has(syntax.Export) && name != "":
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
		if id, ok := s.Name.(*syntax.Ident); ok && s.Word != "global" {
			note(id.Name, s, s.Modifiers)
		}
	case *syntax.VarDecl:
		for _, d := range s.Decls {
			for _, id := range BoundNames(d.Name) {
				note(id.Name, d, s.Modifiers)
			}
		}
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

// Local finds what a name at the top of a module stands for.
func (s *Set) Local(m *Module, name string) (Symbol, bool) { return s.local(m, name, 0) }

func (s *Set) local(m *Module, name string, hops int) (Symbol, bool) {
	if hops > maxHops {
		return Symbol{}, false
	}
	if decls := m.Decls[name]; len(decls) > 0 {
		return Symbol{Module: m, Name: name, Decls: decls}, true
	}
	if i, ok := m.Imports[name]; ok {
		return s.imported(m, i.From, i.Name, hops)
	}
	return Symbol{}, false
}

func (s *Set) imported(m *Module, from, name string, hops int) (Symbol, bool) {
	file, ok := s.Resolve(m.Path, from)
	if !ok {
		return Symbol{Name: name, Package: from}, true
	}
	target := s.modules[file]
	if target == nil {
		return Symbol{Name: name, Package: from}, true
	}
	if name == "*" {
		return Symbol{Module: target, Name: "*", Namespace: true}, true
	}
	return s.export(target, name, hops+1)
}

// Export finds what an exported name of a module stands for, through barrels.
func (s *Set) Export(m *Module, name string) (Symbol, bool) { return s.export(m, name, 0) }

func (s *Set) export(m *Module, name string, hops int) (Symbol, bool) {
	if hops > maxHops {
		return Symbol{}, false
	}
	if e, ok := m.Exports[name]; ok {
		var sym Symbol
		switch {
		case e.From != "":
			sym, ok = s.imported(m, e.From, e.Name, hops)
		case e.Local != "":
			sym, ok = s.local(m, e.Local, hops+1)
		default:
			return Symbol{Module: m, Name: name, Node: e.Node}, true
		}
		if ok && sym.Module != m {
			sym.Via = append([]string{m.Path}, sym.Via...)
		}
		return sym, ok
	}
	if name == "default" {
		return Symbol{}, false
	}
	var external *Symbol
	for _, star := range m.Stars {
		file, ok := s.Resolve(m.Path, star.From)
		if !ok || s.modules[file] == nil {
			if external == nil {
				external = &Symbol{Name: name, Package: star.From}
			}
			continue
		}
		if sym, ok := s.export(s.modules[file], name, hops+1); ok && !sym.External() {
			sym.Via = append([]string{m.Path}, sym.Via...)
			return sym, true
		}
	}
	if external != nil {
		return *external, true
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
			if !star || name != "default" {
				seen[name] = true
			}
		}
		for _, from := range m.Stars {
			file, ok := s.Resolve(m.Path, from.From)
			if !ok || s.modules[file] == nil {
				unresolved = append(unresolved, from.From)
				continue
			}
			visit(s.modules[file], true)
		}
	}
	visit(m, false)
	for name := range seen {
		names = append(names, name)
	}
	sort.Strings(names)
	return names, unresolved
}
