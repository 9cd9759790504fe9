// Package modules finds out what names mean across files: it parses the files
// of a package or app, each once and in parallel, resolves what they import,
// and follows names through imports, exports and barrels to the declaration
// they stand for.
package modules

import (
	"errors"
	"io/fs"
	"path"
	"runtime"
	"sort"
	"strings"
	"sync"

	"steadysocket/core/place"
	"steadysocket/core/syntax"
)

// Module is one parsed file with its tables of names.
type Module struct {
	Path    string
	Source  string
	File    *syntax.File
	Lines   *place.Lines
	Imports map[string]Import     // by local name
	Exports map[string]Export     // by exported name
	Stars   []Star                // export * from
	Decls   map[string][]Declared // top-level declarations by name, types and values
	Froms   []string              // all module names imported from, in order
}

// Import is what a local name was imported as. Name is "*" for a namespace.
type Import struct {
	From     string
	Name     string
	TypeOnly bool
	At       syntax.Node
}

// Export is what an exported name stands for: a local name, a name of another
// module (From; Name "*" for its namespace), or an expression (Node).
type Export struct {
	Local    string
	From     string
	Name     string
	Node     syntax.Node
	TypeOnly bool
	At       syntax.Node
}

// Star is one export * from.
type Star struct {
	From     string
	TypeOnly bool
}

// Declared is one top-level declaration: the statement and, of a variable, its
// declarator.
type Declared struct {
	Node syntax.Node // *FuncDecl, *ClassDecl, *Declarator, *Interface, *Alias, *Enum, *Module
	Stmt syntax.Stmt
}

// Place gives the place of a node of m.
func (m *Module) Place(n syntax.Node) place.Place { return m.Lines.Place(m.Path, n.Pos(), n.Stop()) }

// Set is the modules of one source.
type Set struct {
	FS       fs.FS
	Dir      string // folder of the package, "." for the root
	Manifest *Manifest

	aliases aliases
	mu      sync.Mutex
	modules map[string]*Module
	missing map[string]error
	exists  map[string]bool
}

// Open prepares the package or app in dir of a source; nothing is parsed yet.
// A missing package.json is no error: Manifest is then empty.
func Open(fsys fs.FS, dir string) (*Set, error) {
	s := &Set{FS: fsys, Dir: dir, modules: map[string]*Module{}, missing: map[string]error{}, exists: map[string]bool{}}
	var err error
	if s.Manifest, err = ReadManifest(fsys, dir); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return nil, err
	}
	if s.aliases, err = readAliases(fsys, dir); err != nil {
		return nil, err
	}
	return s, nil
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
			if name != s.Dir && (skipped[entry.Name()] || strings.HasPrefix(entry.Name(), ".") || built[entry.Name()]) {
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

// Load parses files and, with follow, all that they import within the source.
// What could not be read is in Problems.
func (s *Set) Load(files []string, follow bool) {
	for len(files) > 0 {
		s.parseAll(files)
		if !follow {
			return
		}
		next := map[string]bool{}
		for _, name := range files {
			m := s.modules[name]
			if m == nil {
				continue
			}
			for _, from := range m.Froms {
				if file, ok := s.Resolve(m.Path, from); ok && s.modules[file] == nil && s.missing[file] == nil {
					next[file] = true
				}
			}
		}
		files = files[:0:0]
		for name := range next {
			files = append(files, name)
		}
		sort.Strings(files)
	}
}

func (s *Set) parseAll(files []string) {
	work := make(chan string)
	var wg sync.WaitGroup
	for range min(runtime.GOMAXPROCS(0), len(files)) {
		wg.Go(func() {
			for name := range work {
				m, err := s.parse(name)
				s.mu.Lock()
				if err != nil {
					s.missing[name] = err
				} else {
					s.modules[name] = m
				}
				s.mu.Unlock()
			}
		})
	}
	for _, name := range files {
		s.mu.Lock()
		known := s.modules[name] != nil || s.missing[name] != nil
		s.mu.Unlock()
		if !known {
			work <- name
		}
	}
	close(work)
	wg.Wait()
}

func (s *Set) parse(name string) (*Module, error) {
	data, err := readBounded(s.FS, name, syntax.MaxBytes)
	if err != nil {
		return nil, err
	}
	text := string(data)
	m := &Module{Path: name, Source: text, File: syntax.Parse(name, text), Lines: place.NewLines(text)}
	m.tables()
	return m, nil
}

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

// endings are tried behind a module's name, in this order.
var endings = []string{"", ".ts", ".tsx", ".d.ts", ".mts", ".d.mts", ".js", ".jsx", ".mjs", ".cts", ".d.cts", ".cjs",
	"/index.ts", "/index.tsx", "/index.d.ts", "/index.mts", "/index.js", "/index.jsx", "/index.mjs"}

// swaps are the endings of built files with those of the sources they come from.
var swaps = map[string][]string{".js": {".ts", ".tsx", ".d.ts", ".jsx"}, ".mjs": {".mts", ".d.mts"}, ".cjs": {".cts", ".d.cts"}, ".jsx": {".tsx"}}

// file finds the file that a path without or with ending means.
func (s *Set) file(name string) (string, bool) {
	name = path.Clean(name)
	if !fs.ValidPath(name) {
		return "", false
	}
	ext := path.Ext(name)
	for _, swap := range swaps[ext] {
		if other := strings.TrimSuffix(name, ext) + swap; s.isFile(other) {
			return other, true
		}
	}
	for _, ending := range endings {
		if candidate := name + ending; syntax.Parses(candidate) && s.isFile(candidate) {
			return candidate, true
		}
	}
	return "", false
}

func (s *Set) isFile(name string) bool {
	s.mu.Lock()
	yes, known := s.exists[name]
	s.mu.Unlock()
	if known {
		return yes
	}
	info, err := fs.Stat(s.FS, name)
	yes = err == nil && info.Mode().IsRegular()
	s.mu.Lock()
	s.exists[name] = yes
	s.mu.Unlock()
	return yes
}

// Resolve finds the file that a module's name means when it is imported from a
// file. Names of other packages are not resolved.
func (s *Set) Resolve(from, name string) (string, bool) {
	if i := strings.IndexAny(name, "?"); i > 0 {
		name = name[:i] // a bundler's query
	}
	switch {
	case strings.HasPrefix(name, "."):
		return s.file(path.Join(path.Dir(from), name))
	case strings.HasPrefix(name, "#"):
		for i, key := range s.Manifest.Imports.Keys {
			if rest, ok := matchStar(key, name); ok {
				for _, target := range s.Manifest.Imports.Values[i].Targets() {
					if file, ok := s.file(path.Join(s.Dir, strings.Replace(target, "*", rest, 1))); ok {
						return file, true
					}
				}
			}
		}
		return "", false
	}
	best, bestRest := "", ""
	for pattern := range s.aliases.paths {
		if rest, ok := matchStar(pattern, name); ok && len(pattern) > len(best) {
			best, bestRest = pattern, rest
		}
	}
	if best != "" {
		for _, target := range s.aliases.paths[best] {
			if file, ok := s.file(path.Join(s.aliases.root, strings.Replace(target, "*", bestRest, 1))); ok {
				return file, true
			}
		}
	}
	if s.aliases.base != "" {
		if file, ok := s.file(path.Join(s.aliases.base, name)); ok {
			return file, true
		}
	}
	if self := s.Manifest.Name; self != "" && (name == self || strings.HasPrefix(name, self+"/")) {
		return s.Entry("." + strings.TrimPrefix(name, self))
	}
	return "", false
}

// matchStar matches a name with a pattern that may hold one *.
func matchStar(pattern, name string) (rest string, ok bool) {
	before, after, star := strings.Cut(pattern, "*")
	if !star {
		return "", pattern == name
	}
	if len(name) < len(before)+len(after) || !strings.HasPrefix(name, before) || !strings.HasSuffix(name, after) {
		return "", false
	}
	return name[len(before) : len(name)-len(after)], true
}

// Entry finds the file behind a module of the package itself ("." and so on).
func (s *Set) Entry(module string) (string, bool) {
	for _, e := range s.Manifest.Entries() {
		if e.Module == module {
			return s.entryFile(e)
		}
	}
	return "", false
}

// outputs are the usual folders that a build writes to; their sources stand in src.
var outputs = map[string]bool{"dist": true, "lib": true, "build": true, "es": true, "esm": true, "cjs": true, "out": true}

func (s *Set) entryFile(e Entry) (string, bool) {
	for _, target := range e.Targets {
		if target == "" {
			continue
		}
		if file, ok := s.file(path.Join(s.Dir, target)); ok {
			return file, true
		}
	}
	// A checkout holds the sources that the built files come from.
	for _, target := range e.Targets {
		parts := strings.Split(path.Clean(target), "/")
		for i := 0; i < len(parts)-1; i++ {
			if !outputs[parts[i]] {
				continue
			}
			base := strings.Join(parts[i+1:], "/")
			for _, ext := range []string{".d.ts", ".d.mts", ".d.cts"} {
				base = strings.TrimSuffix(base, ext)
			}
			for j := i; j >= 0; j-- {
				if file, ok := s.file(path.Join(append([]string{s.Dir}, append(append([]string{}, parts[:j]...), "src", strings.TrimSuffix(base, path.Ext(base)))...)...)); ok {
					return file, true
				}
			}
		}
	}
	if e.Module == "." {
		for _, name := range []string{"src/index", "index", "src/main", "lib/index"} {
			if file, ok := s.file(path.Join(s.Dir, name)); ok {
				return file, true
			}
		}
	}
	return "", false
}
