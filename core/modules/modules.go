// Package modules finds out what names mean across files: it parses the files
// of a package or app, each once and in parallel, resolves what they import,
// and follows names through imports, exports and barrels to the declaration
// they stand for.
package modules

import (
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"path"
	"runtime"
	"slices"
	"sort"
	"strings"
	"sync"

	"steadysocket/core/place"
	"steadysocket/core/syntax"
)

// Module is one parsed file with its tables of names, or the body of a
// namespace in one.
type Module struct {
	Path    string
	Source  string
	File    *syntax.File
	Lines   *place.Lines
	Outer   *Module           // of a namespace: what it stands in
	Imports Table[Import]     // by local name
	Exports Table[Export]     // by exported name; "=" for export =
	Stars   []Star            // export * from
	Decls   Table[[]Declared] // top-level declarations by name, types and values
	Froms   []string          // all module names imported from, in order

	spaces map[*syntax.Module]*Module // bodies of namespaces, by declaration
	single []Declared                 // what Decls holds of most names, in one piece
	extras []extra                    // declare module, declare global
	adds   string                     // of a declare module that adds to another: the name of that
	script bool                       // neither imports nor exports: what it declares holds everywhere
	// Spreads says that what the module declares concerns others that do not
	// import it.
	Spreads bool
}

// extra is a body whose declarations belong to another module, or with the
// name "" to all.
type extra struct {
	name string
	body *Module
}

// Import is what a local name was imported as. Name is "*" for a namespace.
type Import struct {
	From     string
	Name     string
	TypeOnly bool
	At       syntax.Node
}

// Export is what an exported name stands for: a name of another module (From; Name
// "*" for its namespace), a local name, or, without a name, an expression.
type Export struct {
	From     string
	Name     string
	TypeOnly bool
	At       syntax.Node
}

// Local gives the local name that is exported, "" for none.
func (e Export) Local() string {
	if e.From != "" {
		return ""
	}
	return e.Name
}

// Node gives what is exported without a name: an expression, a declaration, a
// single-file component; nil where there is a name.
func (e Export) Node() syntax.Node {
	if e.Name != "" {
		return nil
	}
	switch at := e.At.(type) {
	case *syntax.ExportDefault:
		return at.X
	case *syntax.ExportAssign:
		return at.X
	}
	return e.At
}

// Star is one export * from.
type Star struct {
	From     string
	TypeOnly bool
}

// Bound gives a body within m in which some names stand for values, each with the module
// that it is written in: what a function does with its arguments.
func Bound(m *Module, values map[*syntax.Ident]Bind) *Module {
	inner := &Module{Path: m.Path, Source: m.Source, File: m.File, Lines: m.Lines, Outer: m}
	for name, v := range values {
		d := &syntax.Declarator{Range: syntax.Between(name.Pos(), name.Stop()), Name: name, Value: v.Value}
		inner.Decls.set(name.Name, []Declared{{Node: d, Module: v.Module}})
	}
	return inner
}

// Bind is a value that a name stands for.
type Bind struct {
	Module *Module
	Value  syntax.Expr
}

// Declared is one top-level declaration: the statement and, of a variable, its
// declarator.
type Declared struct {
	Node   syntax.Node // *FuncDecl, *ClassDecl, *Declarator, *Interface, *Alias, *Enum, *Module, *ImportEquals
	Stmt   syntax.Stmt
	Module *Module // that it stands in
}

// What a tree with its tables holds on average, in bytes: for each token of a script, and
// for each byte of a page or single-file component. Files differ by a third at most.
const (
	tokenWeight = 50
	byteWeight  = 6
)

// Weight is about how many bytes the tree of m holds with its tables.
func (m *Module) Weight() int {
	if m.File.Tokens == 0 {
		return byteWeight * len(m.Source)
	}
	return tokenWeight * m.File.Tokens
}

// Place gives the place of a node of m.
func (m *Module) Place(n syntax.Node) place.Place { return m.Lines.Place(m.Path, n.Pos(), n.Stop()) }

// Set is the modules of one source.
type Set struct {
	FS       fs.FS
	Dir      string // folder of the package, "." for the root
	Manifest *Manifest
	// Installed says whether names are followed into other packages, where
	// those are there: in node_modules, or beside this one in the source.
	Installed bool
	// FromSource says that the source of a module is taken where its built file is
	// there too.
	FromSource bool
	// Waiting are files of the source that are parsed when a name leads there; others
	// are there when they were loaded.
	Waiting map[string]bool
	// Known are modules whose names are known by meaning, whether their
	// package is there or not.
	Known map[string]*Module
	// Outside are packages whose names are never taken from what the source declares for
	// them: such a declaration adds to the package's own.
	Outside []string

	aliases   aliases
	mu        sync.Mutex
	modules   map[string]*Module
	missing   map[string]error
	places    *places                   // what was found out about folders
	resolved  map[asked]string          // files, "" for none
	siblings  map[string]string         // folders of the packages of the source, by name
	ambient   map[string]*Module        // declare module "name" without a file
	additions map[string][]*Module      // bodies that add to a file's declarations
	augmented map[string][]augmentation // the same by the names that they add to, in the order of loading
	passes    map[addedName]*Module     // where what they add to is declared, as far as it was asked for
	faces     map[string][]*Module      // declare module "name" in the very file that the name leads to
	globals   map[string][]Declared     // what holds everywhere
	texts     *texts                    // of files that were parsed
	held      int                       // weight of the trees that are held
	idle      map[string]bool           // files that were surveyed and not asked for yet, whose trees are held
	resting   int                       // weight of those
	used      map[string]int            // when each file was used last, counted in uses
	uses      int
	spreading []string            // files that declare something for others, in the order of loading
	surfaces  map[string]*surface // of files that were surveyed
}

// asked is a name that was resolved, with what decides what it means.
type asked struct {
	folder, name string
	installed    bool
}

// Open prepares the package or app in dir of a source; nothing is parsed yet.
// A missing package.json is no error: Manifest is then empty.
func Open(fsys fs.FS, dir string) (*Set, error) {
	s := &Set{FS: fsys, Dir: dir, modules: map[string]*Module{}, missing: map[string]error{}, places: newPlaces(), used: map[string]int{},
		ambient: map[string]*Module{}, additions: map[string][]*Module{}, faces: map[string][]*Module{}, globals: map[string][]Declared{}, texts: &texts{all: map[string]string{}}, surfaces: map[string]*surface{}}
	var err error
	if s.Manifest, err = ReadManifest(fsys, dir); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return nil, err
	}
	if s.aliases, err = readAliases(fsys, dir); err != nil {
		return nil, err
	}
	return s, nil
}

// Beside is a view on the same modules that follows names into other packages
// too; known as in Set. What it loads is not in s.
func (s *Set) Beside(known map[string]*Module) *Set {
	return &Set{FS: s.FS, Dir: s.Dir, Manifest: s.Manifest, Installed: true, Known: known, Outside: s.Outside, aliases: s.aliases,
		modules: maps.Clone(s.modules), missing: maps.Clone(s.missing), places: s.places, used: map[string]int{},
		ambient: maps.Clone(s.ambient), additions: maps.Clone(s.additions), augmented: maps.Clone(s.augmented), faces: maps.Clone(s.faces), globals: maps.Clone(s.globals), texts: s.texts, surfaces: maps.Clone(s.surfaces)}
}

// Fresh gives a set of the same source that holds few trees: those of files that
// declare something for others, of those that were surveyed and not asked for yet as many
// as weigh up to idle bytes, and of those used last as many as weigh up to last. What was
// found out about files is kept, their texts too: a tree that is needed again is parsed
// again.
func (s *Set) Fresh(last, idle int) *Set {
	fresh := &Set{FS: s.FS, Dir: s.Dir, Manifest: s.Manifest, Installed: s.Installed, FromSource: s.FromSource, Known: s.Known, Outside: s.Outside, aliases: s.aliases,
		modules: map[string]*Module{}, missing: s.missing, places: s.places, resolved: s.resolved, siblings: s.siblings,
		ambient: map[string]*Module{}, additions: map[string][]*Module{}, faces: map[string][]*Module{}, globals: map[string][]Declared{}, texts: s.texts, surfaces: s.surfaces,
		used: map[string]int{}, uses: s.uses}
	for _, name := range s.spreading {
		fresh.load(name)
	}
	for _, name := range slices.Sorted(maps.Keys(s.idle)) {
		if m := s.modules[name]; fresh.modules[name] == nil && fresh.resting+m.Weight() <= idle {
			fresh.hold(m)
			fresh.rest(m)
		}
	}
	for _, name := range slices.SortedFunc(maps.Keys(s.used), func(a, b string) int { return s.used[b] - s.used[a] }) {
		if m := s.modules[name]; m != nil && fresh.modules[name] == nil && fresh.held-fresh.resting+m.Weight() <= last {
			fresh.hold(m)
			fresh.used[name] = s.used[name]
		}
	}
	return fresh
}

// texts holds the texts of files, each read once.
type texts struct {
	mu     sync.Mutex
	all    map[string]string
	bytes  int
	parsed int
}

func (t *texts) of(fsys fs.FS, name string) (string, error) {
	t.mu.Lock()
	text, known := t.all[name]
	t.parsed += len(text)
	t.mu.Unlock()
	if known {
		return text, nil
	}
	text, err := ReadText(fsys, name, syntax.MaxBytes)
	if err != nil {
		return "", err
	}
	t.mu.Lock()
	defer t.mu.Unlock()
	t.all[name] = text
	t.bytes += len(text)
	t.parsed += len(text)
	return text, nil
}

// Bytes is how many bytes of source were parsed so far, each file once.
func (s *Set) Bytes() int {
	s.texts.mu.Lock()
	defer s.texts.mu.Unlock()
	return s.texts.bytes
}

// Held is the weight of the trees that are held; idle, of them, of those that were
// surveyed and not asked for yet.
func (s *Set) Held() (held, idle int) { return s.held, s.resting }

// Parsed is how many bytes of source were parsed so far, those of files that were
// parsed again counted again.
func (s *Set) Parsed() int {
	s.texts.mu.Lock()
	defer s.texts.mu.Unlock()
	return s.texts.parsed
}

// Survey looks at files and all that they lead to within the package, each once
// and in parallel. A module is let go of after visit, unless that asks to keep it or
// it declares something for others. What could not be read is in Missing.
func (s *Set) Survey(files []string, visit func(m *Module) (keep bool)) {
	files = distinct(files)
	seen := map[string]bool{}
	for len(files) > 0 {
		next := map[string]bool{}
		s.each(files, func(m *Module) {
			seen[m.Path] = true
			s.surfaces[m.Path] = surfaceOf(m)
			if visit(m) || m.Spreads {
				s.hold(m)
				s.rest(m)
			}
			for _, from := range m.Froms {
				file, ok := s.Resolve(m.Path, from)
				if _, foreign := s.Foreign(file); ok && !foreign {
					next[file] = true
				}
			}
		})
		for _, name := range files {
			if m := s.modules[name]; m != nil {
				s.spread(m)
			}
		}
		files = files[:0:0]
		for name := range next {
			if !seen[name] && s.missing[name] == nil {
				files = append(files, name)
			}
		}
		sort.Strings(files)
	}
}

// hold keeps a module.
func (s *Set) hold(m *Module) {
	if _, known := s.surfaces[m.Path]; !known && s.Installed {
		s.surfaces[m.Path] = surfaceOf(m)
	}
	s.modules[m.Path] = m
	s.held += m.Weight()
}

// rest notes that a module that is held was not asked for yet.
func (s *Set) rest(m *Module) {
	if s.idle == nil {
		s.idle = map[string]bool{}
	}
	s.idle[m.Path] = true
	s.resting += m.Weight()
}

// distinct gives a list without doubles, in its order.
func distinct(list []string) []string {
	seen := map[string]bool{}
	return slices.DeleteFunc(slices.Clone(list), func(s string) bool {
		before := seen[s]
		seen[s] = true
		return before
	})
}

// each parses files in parallel and hands their modules on one by one, in the order
// of the files; few are held meanwhile.
func (s *Set) each(files []string, take func(m *Module)) {
	workers := min(runtime.GOMAXPROCS(0), len(files))
	if workers < 2 {
		for _, name := range files {
			if m := s.parse(name); m != nil {
				take(m)
			}
		}
		return
	}
	ahead := make(chan struct{}, 2*workers)
	work, made := make(chan int), make([]chan *Module, len(files))
	for i := range made {
		made[i] = make(chan *Module, 1)
	}
	for range workers {
		go func() {
			for i := range work {
				made[i] <- s.parse(files[i])
			}
		}()
	}
	go func() {
		for i := range files {
			ahead <- struct{}{}
			work <- i
		}
		close(work)
	}()
	for i := range made {
		if m := <-made[i]; m != nil {
			take(m)
		}
		<-ahead
	}
}

// Settings tells of the path aliases that imports are resolved by, as one text.
func (s *Set) Settings() string {
	return fmt.Sprint(s.aliases.root, "\n", s.aliases.base, "\n", s.aliases.paths)
}

// skipped are folders that hold no source of the package itself.
var skipped = map[string]bool{"node_modules": true, ".git": true}

// Packages lists the folders of a source that hold a named package.json.
func Packages(fsys fs.FS) (map[string]string, error) {
	found := map[string]string{}
	err := fs.WalkDir(fsys, ".", func(name string, entry fs.DirEntry, err error) error {
		if err != nil {
			if name == "." {
				return err
			}
			return nil // what cannot be looked into holds no package for us
		}
		if entry.IsDir() {
			if name != "." && (skipped[entry.Name()] || strings.HasPrefix(entry.Name(), ".") || strings.Count(name, "/") >= 4) {
				return fs.SkipDir
			}
			return nil
		}
		if entry.Name() == "package.json" {
			m, err := ReadManifest(fsys, path.Dir(name))
			if err != nil {
				return err
			}
			if m.Name != "" {
				found[m.Name] = path.Dir(name)
			}
		}
		return nil
	})
	return found, err
}

// Sources lists every parseable file of the set's folder, sorted.
func (s *Set) Sources() ([]string, error) {
	var files []string
	err := fs.WalkDir(s.FS, s.Dir, func(name string, entry fs.DirEntry, err error) error {
		if err != nil {
			if name == s.Dir {
				return err
			}
			return nil
		}
		if entry.IsDir() {
			if name != s.Dir && HoldsNoSource(entry.Name()) {
				return fs.SkipDir
			}
			return nil
		}
		if syntax.Parses(name) {
			files = append(files, name)
		}
		return nil
	})
	sort.Strings(files)
	return files, err
}

// built are the usual folders of built files, which repeat what the source says.
var built = map[string]bool{"dist": true, "build": true, "coverage": true, "out": true}

// HoldsNoSource reports whether a folder of this name holds nothing that people
// write: installed packages, built files, what tools keep.
func HoldsNoSource(name string) bool {
	return skipped[name] || strings.HasPrefix(name, ".") || built[name]
}

// Load parses files, each once and in parallel. What could not be read is in Missing.
func (s *Set) Load(files []string) {
	files = slices.DeleteFunc(distinct(files), func(name string) bool { return s.modules[name] != nil || s.missing[name] != nil })
	s.each(files, s.hold)
	for _, name := range files {
		if m := s.modules[name]; m != nil {
			s.spread(m)
		}
	}
}

// Loaded gives the module of a file, which is parsed where that has not happened
// yet; nil where it cannot be read.
func (s *Set) Loaded(file string) *Module { return s.load(file) }

// load gives the module of a file, which is parsed where that has not happened
// yet; nil where it cannot be read.
func (s *Set) load(file string) *Module {
	m := s.modules[file]
	if s.idle[file] {
		delete(s.idle, file)
		s.resting -= m.Weight()
	}
	s.uses++
	s.used[file] = s.uses
	if m != nil || s.missing[file] != nil {
		return m
	}
	s.Load([]string{file})
	return s.modules[file]
}

// spread hands what m declares for other modules to those. Each body is handed
// over once.
func (s *Set) spread(m *Module) {
	if m.Spreads {
		s.spreading = append(s.spreading, m.Path)
	}
	extras := m.extras
	m.extras = nil
	for _, x := range extras {
		if known := s.Known[x.name]; known != nil {
			x.body.adds = x.name
			s.additions[known.Path] = append(s.additions[known.Path], x.body)
		} else if x.name == "" {
			s.everywhere(x.body)
		} else if file, ok := s.Resolve(m.Path, x.name); ok && file == m.Path && m.Exports.Len()+len(m.Stars)+m.Decls.Len() == 0 {
			s.faces[file], s.surfaces[file] = append(s.faces[file], x.body), nil
		} else if ok {
			x.body.adds = x.name
			s.additions[file] = append(s.additions[file], x.body)
			for name := range x.body.Decls.All() {
				set(&s.augmented, name, append(slices.Clip(s.augmented[name]), augmentation{file, x.body}))
			}
		} else if s.ambient[x.name] == nil && !s.outside(x.name) {
			s.ambient[x.name] = x.body
		}
	}
	if m.script {
		m.script = false
		s.everywhere(m)
	}
}

// outside reports whether a name leads into a package of which nothing is declared here.
func (s *Set) outside(name string) bool {
	return slices.ContainsFunc(s.Outside, func(pkg string) bool { return name == pkg || strings.HasPrefix(name, pkg+"/") })
}

// everywhere notes that what m declares holds in every module.
func (s *Set) everywhere(m *Module) {
	for name, decls := range m.Decls.All() {
		s.globals[name] = append(s.globals[name], decls...)
	}
}

// Parse makes a module of a text that is no file of the source.
func Parse(name, text string) *Module {
	m := &Module{Path: name, Source: text, File: syntax.Parse(name, text), Lines: place.NewLines(text)}
	m.tables()
	m.Spreads = len(m.extras) > 0 || m.script
	return m
}

// parse parses a file; what cannot be read is missing, and nil.
func (s *Set) parse(name string) *Module {
	text, err := s.texts.of(s.FS, name)
	if err != nil {
		s.mu.Lock()
		s.missing[name] = err
		s.mu.Unlock()
		return nil
	}
	return Parse(name, text)
}

// Text gives the text of a file, which is read once and not parsed.
func (s *Set) Text(name string) (string, error) { return s.texts.of(s.FS, name) }

// Module gives a loaded module, or nil.
func (s *Set) Module(name string) *Module { return s.modules[name] }

// Modules lists the loaded modules by path.
func (s *Set) Modules() []*Module {
	list := make([]*Module, 0, len(s.modules))
	for _, m := range s.modules {
		list = append(list, m)
	}
	sort.Slice(list, func(i, j int) bool { return list[i].Path < list[j].Path })
	return list
}

// Missing gives the files that could not be read, with the reason.
func (s *Set) Missing() map[string]error { return s.missing }

// Rel gives a path relative to the set's folder.
func (s *Set) Rel(name string) string {
	if s.Dir == "." {
		return name
	}
	return strings.TrimPrefix(name, s.Dir+"/")
}
