// This file follows names through the tables of modules.

package modules

import (
	"path"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/place"
	"steadysocket/core/syntax"
)

// Symbol is what a name stands for: declarations in a module of the source, a
// whole module (Namespace), an expression, or a name of another package.
type Symbol struct {
	Module    *Module
	Name      string // declared name, or exported name in the other package; "*" for its namespace
	Decls     []Declared
	Node      syntax.Node // of an exported expression
	Namespace bool
	Package   string // module name as imported, where it was not resolved
	OnlyType  bool   // a module on the way passes on no more than its type
}

// External reports whether the name belongs to another package.
func (s Symbol) External() bool { return s.Package != "" }

// way is how a name is followed: how far, and which modules were asked for which
// names on the way, so that none is asked twice where they pass each other on whole.
// Source: ResolveExport of ECMA-262.
type way struct {
	hops int
	seen map[wanted]bool // nil before the first export *
}

// wanted is a name that a module is asked for.
type wanted struct {
	module *Module
	name   string
}

// on is the way one step further.
func (w way) on() way { return way{w.hops + 1, w.seen} }

// maxHops bounds how many barrels a name is followed through.
const maxHops = 100

// Local finds what a name means in a module: what stands at its top, or around
// it where it is the body of a namespace.
func (s *Set) Local(m *Module, name string) (Symbol, bool) { return s.local(m, name, way{}) }

func (s *Set) local(m *Module, name string, w way) (Symbol, bool) {
	if w.hops > maxHops {
		return Symbol{}, false
	}
	if decls := s.decls(m, name); len(decls) > 0 {
		if alias, ok := decls[0].Node.(*syntax.ImportEquals); ok {
			return s.entity(decls[0].Module, alias.Entity, w.on())
		}
		return Symbol{Module: m, Name: name, Decls: decls}, true
	}
	if i, ok := m.Imports.Find(name); ok {
		return s.imported(m, i.From, i.Name, w)
	}
	if m.adds != "" {
		if sym, ok := s.imported(m.Outer, m.adds, name, w.on()); ok && !sym.External() {
			return sym, true // what a module gives out is known where it is added to
		}
	}
	if m.Outer != nil {
		return s.local(m.Outer, name, w.on())
	}
	return Symbol{}, false
}

// decls gives the declarations of a name in a module, with those that other
// modules add.
func (s *Set) decls(m *Module, name string) []Declared {
	decls := m.Decls.Of(name)
	if m.Outer != nil {
		return decls
	}
	decls = slices.Clip(decls)
	for _, body := range s.additions[m.Path] {
		decls = append(decls, body.Decls.Of(name)...)
	}
	for _, a := range s.augmented[name] {
		if a.file != m.Path && s.passedOn(a, name) == m {
			decls = append(decls, a.body.Decls.Of(name)...)
		}
	}
	return decls
}

// augmentation is a body that adds to what a file declares, or passes on whole.
type augmentation struct {
	file string
	body *Module
}

// addedName is a name that a body adds to.
type addedName struct {
	body *Module
	name string
}

// passedOn gives the module that declares a name which a file passes on whole, where a
// body adds to it under the name of that file; nil for none. Source: the merging of
// module augmentations by the TypeScript compiler.
func (s *Set) passedOn(a augmentation, name string) *Module {
	key := addedName{a.body, name}
	if at, known := s.passes[key]; known {
		return at
	}
	set(&s.passes, key, nil) // while it is looked for
	file := s.modules[a.file]
	if s.Installed || s.Waiting[a.file] {
		file = s.load(a.file)
	}
	if file == nil || file.Exports.Has(name) {
		return nil
	}
	for _, star := range file.Stars {
		if target := s.target(file, star.From); target != nil {
			if sym, ok := s.export(target, name, way{}); ok && !sym.External() {
				s.passes[key] = sym.Module
				break
			}
		}
	}
	return s.passes[key]
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
func (s *Set) entity(m *Module, x syntax.Expr, w way) (Symbol, bool) {
	switch x := x.(type) {
	case *syntax.Ident:
		if sym, ok := s.local(m, x.Name, w); ok {
			return sym, true
		}
		return s.Global(x.Name)
	case *syntax.Member:
		id, plain := x.Name.(*syntax.Ident)
		if sym, ok := s.entity(m, x.X, w.on()); ok && plain {
			return s.member(sym, id.Name, w.on())
		}
	}
	return Symbol{}, false
}

// Member finds a name inside of what another stands for: an export of a module,
// a declaration in a namespace.
func (s *Set) Member(sym Symbol, name string) (Symbol, bool) { return s.member(sym, name, way{}) }

func (s *Set) member(sym Symbol, name string, w way) (Symbol, bool) {
	switch {
	case sym.External():
		if sym.Name == "*" || sym.Name == "default" || sym.Name == "=" {
			return Symbol{Package: sym.Package, Name: name}, true
		}
		return Symbol{Package: sym.Package, Name: sym.Name + "." + name}, true
	case sym.Namespace:
		return s.export(sym.Module, name, w.on())
	}
	// Bodies of one namespace may stand in several places.
	var found Symbol
	for _, d := range sym.Decls {
		space, ok := d.Node.(*syntax.Module)
		if !ok || d.Module.Space(space) == nil {
			continue
		}
		if inner, ok := s.export(d.Module.Space(space), name, w.on()); ok {
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
	return s.imported(m, from, name, way{})
}

func (s *Set) imported(m *Module, from, name string, w way) (Symbol, bool) {
	if file, ok := s.Resolve(m.Path, from); ok && s.Installed && s.Known[from] == nil && s.surfaces[file] != nil {
		at := s.Past(file, name)
		if target := s.load(at.File); target != nil && at.Name != "*" && at.Name != "=" {
			sym, ok := s.export(target, at.Name, w.on())
			sym.OnlyType = sym.OnlyType || at.OnlyType
			return sym, ok
		}
		name = at.Name
	}
	if known := s.Known[from]; known != nil {
		if name == "*" || name == "=" || name == "default" {
			return Symbol{Module: known, Name: "*", Namespace: true}, true
		}
		if sym, ok := s.export(known, name, w.on()); ok {
			return sym, true
		}
		return Symbol{Name: name, Package: from}, true
	}
	target := s.target(m, from)
	if target == nil {
		return Symbol{Name: name, Package: from}, true
	}
	assigned := target.Exports.Has("=")
	if name == "=" {
		name = "*"
	}
	if name == "*" && assigned {
		if sym, ok := s.export(target, "=", w.on()); ok {
			return sym, true
		}
	}
	if name == "*" {
		return Symbol{Module: target, Name: "*", Namespace: true}, true
	}
	return s.export(target, name, w.on())
}

// target is the module that an import in m reaches, or nil.
func (s *Set) target(m *Module, from string) *Module {
	at := m.Path
	for _, known := range s.Known {
		if known == m {
			at = path.Join(s.Dir, m.Path) // it stands wherever it is imported
		}
	}
	return s.reached(at, from)
}

// reached is the module that an import in a file reaches, or nil.
func (s *Set) reached(at, from string) *Module {
	if file, ok := s.Resolve(at, from); ok {
		if s.Installed || s.Waiting[file] {
			return s.load(file)
		}
		return s.modules[file]
	}
	return s.ambient[from]
}

// Past follows an exported name of a file through files that only pass it on, to the
// first one that may do more. The files on the way are not parsed.
func (s *Set) Past(file, name string) Origin {
	at := Origin{File: file, Name: name}
	for range maxHops {
		known := s.surface(at.File)
		if known == nil || len(s.additions[at.File]) > 0 {
			break
		}
		g, ok := known.find(at.Name)
		if !ok && at.Name != "default" {
			star := s.passing(at.File, at.Name, known.stars)
			g = given{from: star.From, as: at.Name, onlyType: star.TypeOnly}
		}
		if g.from == "" {
			at.Declared = ok
			return at
		}
		to, found := s.Resolve(at.File, g.from)
		if !found || s.Known[g.from] != nil || g.as == "*" || g.as == "=" {
			break
		}
		at.File, at.Name, at.OnlyType = to, g.as, at.OnlyType || g.onlyType
	}
	return at
}

// Origin is where a name comes from that a file gives out.
type Origin struct {
	File, Name string
	Declared   bool // the file declares it, as far as is known without its tree
	OnlyType   bool // a file on the way passes on no more than its type
}

// Given finds what an exported name of a file stands for, through barrels, which
// are not parsed where they only pass it on.
func (s *Set) Given(file, name string) (Symbol, bool) {
	return s.Stands(Origin{File: file, Name: name})
}

// Stands is what a name stands for, from where it was followed to.
func (s *Set) Stands(from Origin) (Symbol, bool) {
	at := s.Past(from.File, from.Name)
	at.OnlyType = at.OnlyType || from.OnlyType
	file, name := at.File, at.Name
	if known := s.surface(file); known != nil && len(s.additions[file]) == 0 {
		if g, ok := known.find(name); ok && g.from != "" && s.Known[g.from] == nil && s.ambient[g.from] == nil {
			if _, here := s.Resolve(file, g.from); !here {
				return Symbol{Name: g.as, Package: g.from}, true
			}
		}
	}
	m := s.load(file)
	if m == nil {
		return Symbol{}, false
	}
	sym, ok := s.export(m, name, way{})
	sym.OnlyType = sym.OnlyType || at.OnlyType
	return sym, ok
}

// Exported gives the place where a file exports a name; false where the name comes
// through a star, or from an assignment to all exports.
func (s *Set) Exported(file, name string) (place.Position, bool) {
	if known := s.surface(file); known != nil {
		g, ok := known.find(name)
		return place.Position{Line: int(g.line), Column: int(g.column)}, ok
	}
	if m := s.load(file); m != nil {
		if x, ok := m.Exports.Find(name); ok {
			return m.Lines.Position(x.At.Pos()), true
		}
	}
	return place.Position{}, false
}

// Export finds what an exported name of a module stands for, through barrels.
func (s *Set) Export(m *Module, name string) (Symbol, bool) { return s.export(m, name, way{}) }

func (s *Set) export(m *Module, name string, w way) (Symbol, bool) {
	if w.hops > maxHops {
		return Symbol{}, false
	}
	for _, face := range s.facesOf(m) {
		if sym, ok := s.export(face, name, w.on()); ok {
			return sym, true
		}
	}
	e, ok := m.Exports.Find(name)
	whole, assigned := m.Exports.Find("=")
	if !ok && assigned && name == "default" {
		e, ok = whole, true
	}
	if ok {
		var sym Symbol
		switch {
		case e.From != "":
			if sym, ok = s.imported(m, e.From, e.Name, w); ok && !sym.External() && !sym.Namespace {
				sym.Decls = append(slices.Clip(sym.Decls), m.Decls.Of(name)...)
			}
			sym.OnlyType = sym.OnlyType || e.TypeOnly
		case e.Name != "":
			if sym, ok = s.local(m, e.Name, w.on()); !ok {
				sym, ok = s.Global(e.Name)
			}
			sym.OnlyType = sym.OnlyType || e.TypeOnly || !m.Decls.Has(e.Name) && m.Imports.Of(e.Name).TypeOnly
		default:
			return Symbol{Module: m, Name: name, Node: e.Node()}, true
		}
		return sym, ok
	}
	if assigned && name != "=" {
		if sym, ok := s.export(m, "=", w.on()); ok {
			return s.member(sym, name, w.on())
		}
	}
	// What others add by this name, where it is not what is passed on.
	var added Symbol
	if m.Outer == nil {
		for _, body := range s.additions[m.Path] {
			if decls := body.Decls.Of(name); len(decls) > 0 {
				added = Symbol{Module: body, Name: name, Decls: decls}
				break
			}
		}
	}
	if name == "default" || name == "=" || added.Module != nil && len(m.Stars) == 0 {
		return added, added.Module != nil
	}
	if w.seen == nil && len(m.Stars) > 0 {
		w.seen = map[wanted]bool{}
	}
	var external []string
	for _, star := range m.Stars {
		if s.Known[star.From] != nil {
			if sym, ok := s.export(s.Known[star.From], name, w.on()); ok {
				return sym, true
			}
			continue
		}
		if _, here := s.Resolve(m.Path, star.From); here && s.gives(m.Path, star, name, map[string]bool{m.Path: true}) == never {
			continue
		}
		target := s.target(m, star.From)
		if target == nil {
			external = append(external, star.From)
			continue
		}
		if w.seen[wanted{target, name}] {
			continue
		}
		w.seen[wanted{target, name}] = true
		if sym, ok := s.export(target, name, w.on()); ok && !sym.External() {
			sym.OnlyType = sym.OnlyType || star.TypeOnly
			return sym, true
		}
	}
	if added.Module != nil {
		return added, true
	}
	if len(external) > 0 {
		// It comes from one of them; which one, only they can tell.
		return Symbol{Name: name, Package: strings.Join(external, " or ")}, true
	}
	return Symbol{}, false
}

// facesOf gives the bodies that stand for a module: a file of declared modules may hold
// its own.
func (s *Set) facesOf(m *Module) []*Module {
	if m.Outer != nil {
		return nil
	}
	return s.faces[m.Path]
}

// surface is what a file gives out by name, and from where all is passed on. It
// tells without the tree what is only passed on. Packages have one for each file, so that
// it is kept small.
type surface struct {
	names   []listed // by name
	froms   []string // modules that names are passed on from
	renamed map[string]string
	stars   []Star
}

// listed is one name of a surface; from is the number of a module in froms, from 1 on.
type listed struct {
	name               string
	line, column, from int32
	onlyType           bool
}

// given is one name that a file gives out, and where. from and as are set where it is
// only passed on: the module that it comes from and its name there; "*" for all of it.
type given struct {
	name, from, as string
	line, column   int32
	onlyType       bool
}

// surfaceOf gives the surface of a module; nil for one of export =, whose names are
// those of something else.
func surfaceOf(m *Module) *surface {
	if m.Exports.Has("=") {
		return nil
	}
	s := &surface{names: make([]listed, 0, m.Exports.Len()), stars: m.Stars}
	froms := map[string]int32{}
	for name, e := range m.Exports.All() {
		at := m.Lines.Position(e.At.Pos())
		g := given{name: name, line: int32(at.Line), column: int32(at.Column)}
		if i, imported := m.Imports.Find(e.Local()); e.From != "" {
			g.from, g.as, g.onlyType = e.From, e.Name, e.TypeOnly
		} else if imported {
			g.from, g.as, g.onlyType = i.From, i.Name, e.TypeOnly || i.TypeOnly
		}
		if m.Decls.Has(name) || m.Decls.Has(e.Local()) {
			g.from, g.as = "", "" // more is declared here
		}
		if g.from != "" && froms[g.from] == 0 {
			s.froms = append(s.froms, g.from)
			froms[g.from] = int32(len(s.froms))
		}
		if g.from != "" && g.as != name {
			set(&s.renamed, name, g.as)
		}
		s.names = append(s.names, listed{name, g.line, g.column, froms[g.from], g.onlyType})
	}
	slices.SortFunc(s.names, func(a, b listed) int { return strings.Compare(a.name, b.name) })
	return s
}

// surface gives the surface of a file; nil where it has none or cannot be read.
func (s *Set) surface(file string) *surface {
	known, there := s.surfaces[file]
	if !there && s.Installed && s.load(file) != nil {
		known = s.surfaces[file]
	}
	return known
}

// find finds a name.
func (s *surface) find(name string) (given, bool) {
	i := sort.Search(len(s.names), func(i int) bool { return s.names[i].name >= name })
	if i == len(s.names) || s.names[i].name != name {
		return given{}, false
	}
	l := s.names[i]
	g := given{name: name, line: l.line, column: l.column, onlyType: l.onlyType}
	if l.from > 0 {
		g.from, g.as = s.froms[l.from-1], name
		if as, other := s.renamed[name]; other {
			g.as = as
		}
	}
	return g, true
}

// passing finds the module whose names a file passes on and that gives a name out;
// nothing where that is not sure.
func (s *Set) passing(file, name string, stars []Star) Star {
	seen := map[string]bool{file: true}
	for _, star := range stars {
		switch s.gives(file, star, name, seen) {
		case surely:
			return star
		case perhaps:
			return Star{}
		}
	}
	return Star{}
}

// certainty is what is known without a tree.
type certainty uint8

const (
	perhaps certainty = iota
	surely
	never
)

// gives tells whether what a file passes on whole holds a name.
func (s *Set) gives(file string, star Star, name string, seen map[string]bool) certainty {
	if known := s.Known[star.From]; known != nil {
		if known.Exports.Has(name) {
			return perhaps
		}
		return never
	}
	to, ok := s.Resolve(file, star.From)
	if !ok {
		return never // so it is passed over where trees are followed, too
	}
	known := s.surface(to)
	if known == nil || len(s.additions[to]) > 0 {
		return perhaps
	}
	if seen[to] {
		return never // not by this way, at least
	}
	seen[to] = true
	if _, found := known.find(name); found {
		return surely
	}
	for _, inner := range known.stars {
		if what := s.gives(to, inner, name, seen); what != never {
			return what
		}
	}
	return never
}

// ExportNames lists the names that a module exports, those of its stars
// included, sorted. Packages that are not there are listed in unresolved.
func (s *Set) ExportNames(m *Module) (names []string, unresolved []string) {
	c := &collector{set: s, visited: map[any]bool{}}
	c.module(m, false)
	return c.sorted(), c.unresolved
}

// FileNames lists the names that a file exports as ExportNames does, without its
// tree where it was surveyed; false where the file cannot be read.
func (s *Set) FileNames(file string) (names []string, unresolved []string, ok bool) {
	c := &collector{set: s, visited: map[any]bool{}}
	ok = c.file(file, false)
	return c.sorted(), c.unresolved, ok
}

// collector gathers the names that modules give out.
type collector struct {
	set        *Set
	names      []string     // some of them several times
	visited    map[any]bool // paths of files, bodies of namespaces
	unresolved []string
}

// sorted gives the names, each once.
func (c *collector) sorted() []string {
	slices.Sort(c.names)
	return slices.Compact(c.names)
}

// file gathers those of a file; star for what another passes on whole.
func (c *collector) file(file string, star bool) bool {
	known := c.set.surfaces[file]
	if known == nil {
		m := c.set.load(file)
		if m != nil {
			c.module(m, star)
		}
		return m != nil
	}
	if !c.visited[file] {
		c.visited[file] = true
		c.names = slices.Grow(c.names, len(known.names))
		for _, l := range known.names {
			c.add(l.name, star)
		}
		c.stars(file, known.stars)
	}
	return true
}

// module gathers those of a module by its tree.
func (c *collector) module(m *Module, star bool) {
	var key any = m
	if m.Outer == nil {
		key = m.Path
	}
	if c.visited[key] {
		return
	}
	c.visited[key] = true
	for _, face := range c.set.facesOf(m) {
		c.module(face, star)
	}
	for name := range m.Exports.All() {
		if name != "=" {
			c.add(name, star)
			continue
		}
		c.add("default", star)
		if sym, ok := c.set.export(m, "=", way{}); ok {
			c.names = append(c.names, c.set.inside(sym)...)
		}
	}
	c.stars(m.Path, m.Stars)
}

// add adds a name. What is passed on whole leaves the default out.
func (c *collector) add(name string, star bool) {
	if !star || name != "default" {
		c.names = append(c.names, name)
	}
}

func (c *collector) stars(file string, stars []Star) {
	for _, star := range stars {
		to, ok := c.set.Resolve(file, star.From)
		if ok && c.set.surfaces[to] != nil {
			c.file(to, true)
		} else if target := c.set.reached(file, star.From); target != nil {
			c.module(target, true)
		} else if c.set.Known[star.From] == nil {
			c.unresolved = append(c.unresolved, star.From)
		}
	}
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
