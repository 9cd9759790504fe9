// This file reads package manifests, lock files and compiler configuration.

package modules

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"path"
	"slices"
	"sort"
	"strings"
	"unsafe"

	"github.com/tailscale/hujson"

	"steadysocket/core/jsonlimit"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
)

// maxManifest bounds manifests and lock files, in bytes.
const maxManifest = 64 << 20

// FileError is something wrong in a file that is not source code.
type FileError struct {
	At      place.Place
	Message string
}

func (e *FileError) Error() string { return e.At.String() + ": " + e.Message }

// Manifest is what a package.json says, as far as reading needs it.
type Manifest struct {
	Path             string            // of the file
	Name             string            `json:"name"`
	Version          string            `json:"version"`
	Private          bool              `json:"private"`
	Main             string            `json:"main"`
	Module           string            `json:"module"`
	Types            string            `json:"types"`
	Typings          string            `json:"typings"`
	Source           oneOrMore         `json:"source"`
	TypesVersions    Ordered           `json:"typesVersions"`
	Exports          Ordered           `json:"exports"`
	Imports          Ordered           `json:"imports"`
	Dependencies     map[string]string `json:"dependencies"`
	DevDependencies  map[string]string `json:"devDependencies"`
	PeerDependencies map[string]string `json:"peerDependencies"`
	PeerMeta         map[string]struct {
		Optional bool `json:"optional"`
	} `json:"peerDependenciesMeta"`
	Optional       map[string]string `json:"optionalDependencies"`
	CustomElements string            `json:"customElements"` // a file that describes the package's elements
	WebTypes       json.RawMessage   `json:"web-types"`      // the same, of its components: a file or several
	Workspaces     json.RawMessage   `json:"workspaces"`
}

// Ordered is a JSON value that keeps the order of its keys: a text, or Keys
// with their Values.
type Ordered struct {
	Text   string
	Keys   []string
	Values []Ordered
	List   []Ordered
	Null   bool
}

// UnmarshalJSON keeps the order of keys, which decides among conditions.
func (o *Ordered) UnmarshalJSON(data []byte) error {
	dec := json.NewDecoder(strings.NewReader(string(data)))
	return o.decode(dec, 0)
}

func (o *Ordered) decode(dec *json.Decoder, depth int) error {
	if depth > 32 {
		return errors.New("nested more than 32 deep")
	}
	token, err := dec.Token()
	if err != nil {
		return err
	}
	switch token := token.(type) {
	case string:
		o.Text = token
	case nil:
		o.Null = true
	case json.Delim:
		for dec.More() {
			if token == '{' {
				key, err := dec.Token()
				if err != nil {
					return err
				}
				o.Keys = append(o.Keys, key.(string))
			}
			var inner Ordered
			if err := inner.decode(dec, depth+1); err != nil {
				return err
			}
			if token == '{' {
				o.Values = append(o.Values, inner)
			} else {
				o.List = append(o.List, inner)
			}
		}
		_, err = dec.Token()
	}
	return err
}

// ReadManifest reads the package.json in dir. The error is fs.ErrNotExist where
// there is none.
func ReadManifest(fsys fs.FS, dir string) (*Manifest, error) {
	m := &Manifest{Path: path.Join(dir, "package.json")}
	return m, readJSON(fsys, m.Path, m)
}

// oneOrMore is a word of which some manifests hold a list: the first counts.
type oneOrMore string

// UnmarshalJSON takes a text or a list of them, and nothing of anything else.
func (w *oneOrMore) UnmarshalJSON(data []byte) error {
	var one string
	var several []string
	if json.Unmarshal(data, &one) == nil {
		*w = oneOrMore(one)
	} else if json.Unmarshal(data, &several) == nil && len(several) > 0 {
		*w = oneOrMore(several[0])
	}
	return nil
}

// jsonLimits bound manifests and configuration.
var jsonLimits = jsonlimit.Limits{Depth: 100, Values: 2_000_000}

// readJSON reads JSON, with comments and trailing commas, into v.
func readJSON(fsys fs.FS, name string, v any) error {
	data, err := readBounded(fsys, name, maxManifest)
	if err != nil {
		return err
	}
	if err := jsonlimit.Check(data, jsonLimits); err != nil {
		limit := err.(*jsonlimit.Error)
		return &FileError{place.Place{File: name, Line: limit.At.Line, Column: limit.At.Column}, limit.Message}
	}
	plain, err := hujson.Standardize(data)
	if err == nil {
		err = json.Unmarshal(plain, v)
	}
	if err == nil {
		return nil
	}
	at := place.Place{File: name, Line: 1, Column: 1}
	lines := place.NewLines(string(data))
	var syntax *json.SyntaxError
	var kind *json.UnmarshalTypeError
	message := err.Error()
	switch {
	case errors.As(err, &syntax):
		at = lines.Place(name, int(syntax.Offset)-1, int(syntax.Offset))
	case errors.As(err, &kind):
		at = lines.Place(name, int(kind.Offset)-1, int(kind.Offset))
		message = fmt.Sprintf("%s cannot be %s", kind.Field, kind.Value)
	default:
		// The JSON package names the line in its message.
		fmt.Sscanf(message, "hujson: line %d, column %d:", &at.Line, &at.Column)
		if _, rest, ok := strings.Cut(message, ": "); ok && strings.HasPrefix(message, "hujson") {
			_, message, _ = strings.Cut(rest, ": ")
			if message == "" {
				message = rest
			}
		}
	}
	at.Span = nil
	return &FileError{at, "this is not right JSON: " + message}
}

// readBounded reads a file of at most limit bytes.
func readBounded(fsys fs.FS, name string, limit int64) ([]byte, error) {
	f, err := fsys.Open(name)
	if err != nil {
		return nil, err
	}
	defer f.Close() // what was read of it counts
	info, err := f.Stat()
	if err != nil {
		return nil, err
	}
	if info.Size() > limit {
		return nil, &FileError{place.Place{File: name, Line: 1, Column: 1}, fmt.Sprintf("the file has %d bytes; at most %d are read", info.Size(), limit)}
	}
	data := make([]byte, info.Size())
	n, err := io.ReadFull(f, data)
	if err != nil && !errors.Is(err, io.ErrUnexpectedEOF) && !errors.Is(err, io.EOF) {
		return nil, err
	}
	return data[:n], nil // it may have become shorter
}

// ReadText reads a text file of at most limit bytes; the error says what was wrong.
func ReadText(fsys fs.FS, name string, limit int64) (string, error) {
	data, err := readBounded(fsys, name, limit)
	return unsafe.String(unsafe.SliceData(data), len(data)), err // nobody else has data
}

// Range gives the range under which a package depends on another, "" for none.
func (m *Manifest) Range(name string) string {
	for _, table := range []map[string]string{m.Dependencies, m.DevDependencies, m.PeerDependencies, m.Optional} {
		if r, ok := table[name]; ok {
			return r
		}
	}
	return ""
}

// conditions are the words of an exports map that are followed, where their
// file exists, best first.
var conditions = []string{"types", "typings", "source", "import", "module", "browser", "default", "require", "node"}

// given reports whether anything is said, if not that there is nothing.
func (o Ordered) given() bool { return o.Text != "" || len(o.Keys)+len(o.List) > 0 }

// Targets gives the files that an entry of the exports map may mean, best first.
func (o Ordered) Targets() []string {
	if o.Text != "" {
		return []string{o.Text}
	}
	var list []string
	for _, inner := range o.List {
		list = append(list, inner.Targets()...)
	}
	for _, condition := range conditions {
		for i, key := range o.Keys {
			if key == condition || condition == "types" && typesFor(key) {
				list = append(list, o.Values[i].Targets()...)
			}
		}
	}
	return list
}

// Entry is one module that apps can import from a package.
type Entry struct {
	Module  string   // ".", "./tides" …
	Targets []string // files it may mean, best first
}

// Entries lists the modules of a package. Patterns (./*) are not listed.
func (m *Manifest) Entries() []Entry {
	if !m.lists() {
		return []Entry{m.whole()}
	}
	var list []Entry
	for i, key := range m.Exports.Keys {
		if isModule(key) && !m.Exports.Values[i].Null {
			list = append(list, Entry{key, m.Exports.Values[i].Targets()})
		}
	}
	return list
}

// lists reports whether exports says which modules there are.
func (m *Manifest) lists() bool {
	return len(m.Exports.Keys) > 0 && strings.HasPrefix(m.Exports.Keys[0], ".")
}

// isModule reports whether a key of exports names one module of code. A key that ends in
// a slash is a folder, which nothing resolves any more.
func isModule(key string) bool {
	return !strings.Contains(key, "*") && !strings.HasSuffix(key, "/") && !strings.HasSuffix(key, ".json") && !strings.HasSuffix(key, ".css")
}

// mains are the fields that name the only module, where exports does not.
func (m *Manifest) mains() []string {
	return []string{m.Types, m.Typings, string(m.Source), m.Module, m.Main}
}

// whole is the only module of a package that does not list its modules.
func (m *Manifest) whole() Entry {
	e := m.Exports
	if e.given() {
		return Entry{".", append(e.Targets(), m.Types, m.Typings)}
	}
	var targets []string
	for _, t := range m.mains() {
		if t != "" {
			targets = append(targets, t)
		}
	}
	return Entry{".", append(targets, "./index", "./src/index")}
}

// ModuleFile is a module of a package with the file that it means.
type ModuleFile struct{ Module, File string }

// Patterns lists the modules that patterns of the exports map give out: those
// whose files are there. A pattern that gives out any file whatever its ending
// names no modules. more says that there are others beyond the bound.
func (s *Set) Patterns() (found []ModuleFile, more bool) {
	m := s.Manifest
	seen := map[string]bool{}
	under := map[string][]string{} // files, by the folder that they are looked for under
	for i, key := range m.Exports.Keys {
		before, _, star := strings.Cut(key, "*")
		if !star || m.Exports.Values[i].Null || !strings.HasPrefix(before, "./") {
			continue
		}
		for _, target := range m.Exports.Values[i].Targets() {
			folder, suffix, pattern := strings.Cut(target, "*")
			if !pattern || suffix == "" || strings.Contains(suffix, "*") || !syntax.Parses("x"+suffix) {
				continue
			}
			root := path.Join(s.Dir, path.Dir(folder+"x"))
			prefix := path.Join(root, strings.TrimPrefix(path.Base(folder+"x"), "./"))
			prefix = prefix[:len(prefix)-1] // without the x
			files, known := under[root]
			if !known {
				files = s.filesUnder(root)
				under[root] = files
			}
			for _, name := range files {
				rest, ok := matchStar(prefix+"*"+suffix, name)
				if !ok {
					continue
				}
				module := strings.Replace(key, "*", rest, 1)
				if seen[module] {
					continue
				}
				file, there := s.Entry(module)
				if !there || file != name && stem(file) != stem(name) {
					continue // another key is nearer, or takes it away
				}
				if len(found) == maxPatterns {
					return found, true
				}
				seen[module] = true
				found = append(found, ModuleFile{module, file})
			}
		}
	}
	return found, false
}

// stem is a file's path without its ending: declarations stand beside their code under
// one stem.
func stem(file string) string {
	file = strings.TrimSuffix(file, path.Ext(file))
	return strings.TrimSuffix(file, ".d")
}

// Importable lists the files of a published package that apps can import by their paths
// although no module is listed for them: of a package without exports all, else those
// behind patterns that give out any file whatever its ending. Of code and its
// declarations the declarations are listed. any is false where the package gives out
// listed modules alone; it is true without files where they are not here, as in a
// checkout, of which a build makes what is published.
func (s *Set) Importable() (files []ModuleFile, any bool) {
	type open struct{ module, folder string } // both without ending slash
	var opens []open
	m := s.Manifest
	switch {
	case !m.lists() && m.Exports.given():
		return nil, false
	case !m.lists():
		opens = append(opens, open{".", "."})
		whole := m.whole()
		if _, ok := s.firstFile(s.Dir, whole.Targets[:len(whole.Targets)-2]); !ok {
			return nil, true
		}
	}
	for i, key := range m.Exports.Keys {
		before, after, star := strings.Cut(key, "/*")
		if !star || after != "" || m.Exports.Values[i].Null {
			continue
		}
		for _, target := range m.Exports.Values[i].Targets() {
			if folder, after, star := strings.Cut(target, "/*"); star && after == "" {
				opens = append(opens, open{before, folder})
				break
			}
		}
	}
	seen := map[string]int{}
	for _, o := range opens {
		root := path.Join(s.Dir, o.folder)
		for _, dir := range s.foldersUnder(root) {
			if file, ok := s.standsFor(dir, 0); ok && len(files) < maxImportable {
				module := o.module + strings.TrimPrefix(dir, strings.TrimSuffix(root, "."))
				if root == "." {
					module = o.module + "/" + dir
				}
				seen[module] = len(files)
				files = append(files, ModuleFile{module, file})
			}
		}
		for _, name := range s.filesUnder(root) {
			module := o.module + strings.TrimPrefix(stem(name), root)
			if root == "." {
				module = o.module + "/" + stem(name)
			}
			at, known := seen[module]
			switch {
			case !known && len(files) == maxImportable:
				return nil, true
			case !known:
				seen[module] = len(files)
				files = append(files, ModuleFile{module, name})
			case strings.Contains(path.Base(name), ".d."):
				files[at].File = name
			}
		}
	}
	slices.SortFunc(files, func(a, b ModuleFile) int { return strings.Compare(a.Module, b.Module) })
	return files, len(opens) > 0
}

// foldersUnder lists the folders under another that hold a manifest of their own, by which
// they stand for a file.
func (s *Set) foldersUnder(root string) (list []string) {
	fs.WalkDir(s.FS, root, func(name string, entry fs.DirEntry, err error) error {
		switch {
		case err != nil:
			return fs.SkipAll
		case entry.IsDir() && name != root && skipped[entry.Name()]:
			return fs.SkipDir
		case entry.Name() == manifestName && path.Dir(name) != root:
			list = append(list, path.Dir(name))
		}
		return nil
	})
	return list
}

// Others lists the modules that the exports of a package name and that hold something else
// than code: styles, tables.
func (s *Set) Others() (list []string) {
	m := s.Manifest
	for i, key := range m.Exports.Keys {
		if !m.lists() || strings.Contains(key, "*") || m.Exports.Values[i].Null {
			continue
		}
		for _, target := range m.Exports.Values[i].Targets() {
			name := path.Join(s.Dir, target)
			if !fs.ValidPath(name) || syntax.Parses(name) {
				continue
			}
			if _, err := fs.Stat(s.FS, name); err == nil {
				list = append(list, key)
				break
			}
		}
	}
	return list
}

// maxImportable bounds the files that are listed as importable. The largest published
// packages that list no modules have some 8,000, built in several ways.
const maxImportable = 30000

// maxPatterns bounds the modules that patterns give out.
const maxPatterns = 400

// filesUnder lists the files under a folder that are of a kind that is read, those of
// folders that hold no sources aside. What cannot be looked into holds none.
func (s *Set) filesUnder(root string) (files []string) {
	fs.WalkDir(s.FS, root, func(name string, entry fs.DirEntry, err error) error {
		switch {
		case err != nil:
			return fs.SkipAll
		case entry.IsDir() && name != root && skipped[entry.Name()]:
			return fs.SkipDir
		case !entry.IsDir() && syntax.Parses(name):
			files = append(files, name)
		}
		return nil
	})
	return files
}

// Alone reports whether the package at the root of a source does not say that
// the source holds others.
func (m *Manifest) Alone(fsys fs.FS) bool {
	_, err := fs.Stat(fsys, "pnpm-workspace.yaml")
	return m.Workspaces == nil && err != nil
}

// entry finds one module of the package, through patterns too.
func (m *Manifest) entry(module string) (Entry, bool) {
	if !m.lists() && module == "." {
		return m.whole(), true
	}
	if i := slices.Index(m.Exports.Keys, module); i >= 0 && m.Exports.Values[i].Null {
		return Entry{}, false // it is taken away by name
	} else if i >= 0 && m.lists() && isModule(module) {
		return Entry{module, m.Exports.Values[i].Targets()}, true
	}
	best, found := Entry{}, ""
	for i, key := range m.Exports.Keys {
		rest, ok := matchStar(key, module)
		if !ok || !strings.Contains(key, "*") || len(key) <= len(found) {
			continue
		}
		found, best = key, Entry{Module: module}
		for _, target := range m.Exports.Values[i].Targets() {
			best.Targets = append(best.Targets, strings.Replace(target, "*", rest, 1))
		}
	}
	return best, len(best.Targets) > 0
}

// aliases are the path aliases of a tsconfig.json.
type aliases struct {
	base  string // folder that bare names are looked up in, "" for none
	paths map[string][]string
	root  string // folder that the paths start from
}

type tsconfig struct {
	Extends         json.RawMessage `json:"extends"`
	References      []struct{ Path string }
	CompilerOptions struct {
		BaseURL *string             `json:"baseUrl"`
		Paths   map[string][]string `json:"paths"`
	} `json:"compilerOptions"`
}

// readAliases reads tsconfig.json (or jsconfig.json) in dir, with what it extends.
func readAliases(fsys fs.FS, dir string) (aliases, error) {
	for _, name := range []string{"tsconfig.json", "jsconfig.json", "tsconfig.app.json"} {
		a, err := readConfig(fsys, path.Join(dir, name), 0)
		if errors.Is(err, fs.ErrNotExist) {
			continue
		}
		if err != nil || len(a.paths) > 0 || a.base != "" {
			return a, err
		}
	}
	return aliases{}, nil
}

func readConfig(fsys fs.FS, name string, depth int) (aliases, error) {
	var config tsconfig
	if err := readJSON(fsys, name, &config); err != nil {
		return aliases{}, err
	}
	var a aliases
	dir := path.Dir(name)
	var parents []string
	var one string
	if json.Unmarshal(config.Extends, &one) == nil && one != "" {
		parents = []string{one}
	} else {
		_ = json.Unmarshal(config.Extends, &parents) // neither a text nor a list: nothing to extend
	}
	for _, parent := range parents {
		if !strings.HasPrefix(parent, ".") || depth > 8 {
			continue // in a package: not read
		}
		file := path.Join(dir, parent)
		if path.Ext(file) != ".json" {
			file += ".json"
		}
		inner, err := readConfig(fsys, file, depth+1)
		switch {
		case err == nil:
			a = inner
		case !fs.ValidPath(file), errors.Is(err, fs.ErrNotExist): // above the source, or nowhere
		default:
			return a, err
		}
	}
	if config.CompilerOptions.BaseURL != nil {
		a.base = path.Join(dir, *config.CompilerOptions.BaseURL)
		a.root = a.base
	}
	if config.CompilerOptions.Paths != nil {
		a.paths = config.CompilerOptions.Paths
		a.root = dir
		if config.CompilerOptions.BaseURL != nil {
			a.root = a.base
		}
	}
	return a, nil
}

// OptionalPeers names the peers that a package can do without, sorted.
func (m *Manifest) OptionalPeers() (list []string) {
	for name, meta := range m.PeerMeta {
		if meta.Optional {
			list = append(list, name)
		}
	}
	sort.Strings(list)
	return list
}
