// This file makes the tables of names of a module from its statements.

package modules

import (
	"path"
	"regexp"
	"slices"
	"strings"

	"steadysocket/core/syntax"
)

// tables fills the tables of m from its statements.
func (m *Module) tables() {
	m.fill(m.File.Body)
	m.singleFile()
	m.script = m.Imports.Len()+m.Exports.Len()+len(m.Stars) == 0 && m.declares()
	if m.declares() && !m.script {
		m.exportAll(m.File.Body)
	}
	m.calls()
	m.references()
}

// singleFile notes that a single-file component gives itself out, whatever its scripts
// say, and what its blocks take from other files.
func (m *Module) singleFile() {
	if path.Ext(m.Path) != ".vue" {
		return
	}
	m.Exports.set("default", Export{At: m.File})
	for _, s := range m.File.Sections {
		if src := s.Attr("src"); src != nil && s.Name == "script" {
			m.from(src.Text)
			m.Stars = append(m.Stars, Star{From: src.Text})
		}
	}
}

// onlyType reports whether what is exported is a type and nothing else.
func (e Export) onlyType() bool {
	switch e.At.(type) {
	case *syntax.Alias, *syntax.Interface:
		return true
	}
	return e.TypeOnly
}

// fill fills the tables from statements: a file's, or those of a namespace.
func (m *Module) fill(body []syntax.Stmt) {
	m.room(body)
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
			m.Imports.set(name, i)
		}
	}
	export := func(name string, e Export) {
		if name != "" {
			m.Exports.set(name, e)
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
				m.note(s.Name.Name, Declared{s, s, m})
			}
			if s.Modifiers.Has(syntax.Export) {
				export(s.Name.Name, Export{Name: s.Name.Name, At: s})
			}
		case *syntax.ExportList:
			module := from(s.From)
			for _, spec := range s.Specs {
				name, _ := syntax.KeyName(spec.Name)
				as, _ := syntax.KeyName(spec.As)
				export(as, Export{From: module, Name: name, TypeOnly: s.TypeOnly || spec.TypeOnly, At: spec})
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
			m.Exports.set("default", expression(s.X, s))
		case *syntax.ExportAssign:
			m.Exports.set("=", expression(s.X, s))
		default:
			m.declare(s)
		}
	}
}

// expression is the export of an expression; a name alone stands for what it names.
func expression(x syntax.Expr, at syntax.Node) Export {
	if id, ok := x.(*syntax.Ident); ok {
		return Export{Name: id.Name, At: at}
	}
	return Export{At: at}
}

// room makes room for what statements import, export and declare.
func (m *Module) room(body []syntax.Stmt) {
	imports, exports, decls := 0, 0, 0
	for _, s := range body {
		switch s := s.(type) {
		case *syntax.Import:
			imports += len(s.Specs)
			if s.Default != nil || s.Namespace != nil {
				imports++
			}
		case *syntax.ExportList:
			exports += len(s.Specs)
		case *syntax.ExportAll, *syntax.ExprStmt:
		default:
			decls++
		}
	}
	m.Imports.room(imports)
	m.Exports.room(exports)
	m.Decls.room(decls)
	if decls > 0 {
		m.single = make([]Declared, 0, decls)
	}
}

func set[K comparable, V any](table *map[K]V, key K, value V) {
	if *table == nil {
		*table = map[K]V{}
	}
	(*table)[key] = value
}

// note notes a declaration. Most names have one, which stands with those of others.
func (m *Module) note(name string, d Declared) {
	if before, known := m.Decls.Find(name); known {
		m.Decls.set(name, append(before, d))
		return
	}
	if len(m.single) == cap(m.single) {
		m.single = make([]Declared, 0, 8)
	}
	m.single = append(m.single, d)
	n := len(m.single)
	m.Decls.set(name, m.single[n-1:n:n])
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
	if m.declares() || !strings.Contains(m.Source, "import(") && !strings.Contains(m.Source, "require(") {
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
		text := m.Source[c.Start:c.End]
		if !strings.HasPrefix(text, "///") {
			continue // most comments: an expression holds room for the longest that it has seen
		}
		if found := reference.FindStringSubmatch(text); found != nil {
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
	if s.Body != nil && (s.Modifiers.Has(syntax.Declare) || m.Outer != nil || m.declares()) {
		inner.exportAll(s.Body.Body)
	}
	return inner
}

// declares reports whether m holds declarations without code.
func (m *Module) declares() bool { return strings.Contains(path.Base(m.Path), ".d.") }

// exportAll exports all that declarations without code declare, unless a statement lists
// what is exported. Source: "export context" of the TypeScript compiler's binder.
func (m *Module) exportAll(body []syntax.Stmt) {
	for _, s := range body {
		switch s.(type) {
		case *syntax.ExportList, *syntax.ExportAll, *syntax.ExportDefault, *syntax.ExportAssign:
			return
		}
	}
	for name, decls := range m.Decls.All() {
		if _, alias := decls[0].Node.(*syntax.ImportEquals); !alias && !m.Exports.Has(name) {
			m.Exports.set(name, Export{Name: name, At: decls[0].Node})
		}
	}
}

// Space gives the body of a namespace that m declares.
func (m *Module) Space(s *syntax.Module) *Module { return m.spaces[s] }

// declare notes what a statement declares and exports.
func (m *Module) declare(s syntax.Stmt) {
	note := func(name string, node syntax.Node, mods syntax.Modifiers) {
		if name != "" {
			m.note(name, Declared{node, s, m})
		}
		switch {
		case mods.Has(syntax.Export | syntax.Default):
			m.Exports.set("default", Export{Name: name, At: node})
		case mods.Has(syntax.Export) && name != "":
			e := Export{Name: name, At: node}
			_, space := node.(*syntax.Module)
			if before, known := m.Exports.Find(name); known && before.From != "" && (space || e.onlyType() && !before.TypeOnly) {
				return // a namespace or type beside a name that is passed on adds to it
			}
			m.Exports.set(name, e)
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
		set(&m.spaces, s, inner)
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
	outer := &Module{Path: m.Path, Source: m.Source, File: m.File, Lines: m.Lines, Outer: m, spaces: map[*syntax.Module]*Module{s: inner}}
	outer.note(last.Name, Declared{s, s, outer})
	outer.Exports.set(last.Name, Export{Name: last.Name, At: s})
	inner.Outer = outer
	set(&m.spaces, head, outer)
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
