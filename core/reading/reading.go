// Package reading turns the source of a library's package into contracts: what
// each exported component takes, draws, reports and promises. A folder or file
// per framework; this file holds what they share. What is met and not
// understood is listed as unread; nothing is guessed.
package reading

import (
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"path"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/marks"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/react"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
	"steadysocket/core/vue"
)

// Version is the version of the readers. It grows with every change to what
// they find in the same source.
const Version = "20"

// Options say what to read and what is known besides the source.
type Options struct {
	Package   string // which one, where a source holds several
	Framework string // "" to find it out
	Name      string // stands for the package's name where no manifest gives one
	Library   string
	Owner     string
	Source    contract.SourceInfo // the digest is filled in
	// Kept is where a reading is kept for the next one of the same source, so
	// that this one costs what changed since; nil for nowhere.
	Kept Kept
	// Progress is told before each exported name, and behind the last one, how many of
	// all are read; nil for nobody.
	Progress func(done, all int)
	// FromSource says that a package's sources are read where it holds built files too.
	FromSource bool
	// Undescribed leaves the package's description files aside, so that what its code
	// tells can be held against them.
	Undescribed bool
	// Marks says that the fingerprints of the components' sources are taken, by which
	// copies of them are known, and that what they take for granted is listed.
	Marks bool
}

// Result is what was read.
type Result struct {
	Listing   *contract.Listing
	Conflicts []Conflict
	Dir       string // folder of the package within the source
	Entries   int    // exported names that were looked at
	Reused    int    // of them, those that were taken from what was kept
	Bytes     int    // of source that were parsed, those of other packages too
	Built     bool   // built files were read, and their sources are there too
}

// Conflict is a fact on which a component's source differs from the contract
// file beside it, or from itself. Source is taken; File is the other side.
type Conflict struct {
	Claim     Claim
	Component string
	Member    string
	What      string
	Source    string
	File      string
	At        place.Place
}

// SeveralPackages says that a source holds more than one package.
type SeveralPackages struct{ Names []string }

func (e *SeveralPackages) Error() string {
	return fmt.Sprintf("the source holds %d packages; say which with --package: %s", len(e.Names), strings.Join(e.Names, ", "))
}

// NothingToRead says that a source has no module to start from.
type NothingToRead struct{ Reason string }

func (e *NothingToRead) Error() string { return e.Reason }

// Find chooses the package of a source that is to be read and gives its folder.
func Find(fsys fs.FS, name string) (string, error) {
	root, err := modules.ReadManifest(fsys, ".")
	if err != nil && !errors.Is(err, fs.ErrNotExist) {
		return "", err
	}
	if name == "" && err == nil && root.Alone(fsys) {
		return ".", nil // it does not say that it holds others
	}
	packages, err := modules.Packages(fsys)
	if err != nil {
		return "", err
	}
	names := slices.Sorted(maps.Keys(packages))
	if name != "" {
		if dir, ok := packages[name]; ok {
			return dir, nil
		}
		return "", &NothingToRead{fmt.Sprintf("the source holds no package %s; it holds %s", name, strings.Join(names, ", "))}
	}
	if len(names) > 1 && root != nil {
		names = without(names, root.Name)
	}
	switch len(names) {
	case 0:
		return ".", nil
	case 1:
		return packages[names[0]], nil
	}
	return "", &SeveralPackages{names}
}

func without(list []string, drop string) []string {
	var out []string
	for _, s := range list {
		if s != drop {
			out = append(out, s)
		}
	}
	return out
}

// framework is one reader: how its packages are recognised, what its own names mean,
// and how it reads one exported name.
type framework struct {
	name     string
	peers    []string // packages whose presence in the manifest tells
	endings  []string // of files, where the manifest does not tell
	words    []string // in files, where those do not tell either
	modules  func() map[string]*modules.Module
	names    evaluate.Names
	spelling func(spelled string) (names.Kind, string)
	reads    func(r *reader, entry entry) bool
	// joins says that a part is a component whose name begins with that of the one that it
	// belongs to.
	joins bool
	// elementCall reports whether a call makes an element, beside createElement.
	elementCall func(*syntax.Call) bool
	component   func(r *reader, name string, sym modules.Symbol, export contract.Export) bool
	reason      string
}

var frameworks = []framework{
	{name: "react", peers: []string{"react"}, modules: react.Modules, names: react.Names, spelling: names.React,
		reads: (*reader).reactExport, component: (*reader).reactSymbol, reason: "a package that needs react exports React components"},
	{name: "vue", peers: []string{"vue", "@vue/composition-api", "vue-demi", "nuxt", "@nuxt/kit"}, endings: []string{".vue"}, modules: vue.Modules, names: vue.Names, spelling: names.Vue,
		reads: (*reader).vueExport, component: (*reader).vueSymbol, elementCall: vueElementCall, joins: true, reason: "a package that needs vue exports Vue components"},
	{name: "web component", peers: []string{"lit", "lit-element", "@lit/reactive-element", "@microsoft/fast-element"}, words: []string{"customElements.define(", "extends HTMLElement"},
		modules: func() map[string]*modules.Module { return nil }, spelling: names.Element, joins: true, reads: (*reader).elementExport, component: (*reader).elementSymbol,
		reason: "a package that makes elements for the browser exports custom elements"},
}

// Frameworks lists the names that Options.Framework takes.
func Frameworks() []string {
	var list []string
	for _, f := range frameworks {
		list = append(list, f.name)
	}
	return list
}

// entry is one exported name of one module of the package.
type entry struct {
	module string // "." and so on
	name   string
	symbol modules.Symbol
}

type reader struct {
	set       *modules.Set
	eval      *evaluate.Evaluator
	framework framework
	listing   *contract.Listing
	conflicts []Conflict
	seen      map[string]int  // where the component of a declaration stands in listing
	others    map[string]bool // declarations of other exports
	// assignments are what modules assign to members, of those looked through.
	assignments map[*modules.Module]map[string]map[string]part
	said        map[remark]bool                // what stands in listing.Unread
	contexts    map[contextKey]*shared         // nil for what is no context
	found       []*found                       // of each component, in the order of reading
	readable    map[contextKey]bool            // contexts that an app can read
	hooks       map[*syntax.Func]*contextReads // what the library's hooks read themselves, and which they call
	hookNeeds   map[*syntax.Func][]need        // contexts that they read in all
	handed      *following
	log         *kept              // what the entry at hand leaves behind
	starts      []start            // modules of the package
	candidates  []start            // with the folders that do not count
	moreModules bool               // the package gives out more than starts holds
	known       map[string]*known  // files of a reading that is kept
	own         map[string]ownFile // the package's files that a reading rests on
	texts       texts
	defined     map[string]definition               // by the reading that was kept, by name and fingerprint
	used        map[string]string                   // fingerprints of the names that contracts give types by
	exportNames map[string]bool                     // of all modules, nil until asked for
	typeNames   map[types.Type][]contract.NamedType // in types that were looked into
	worked      int                                 // what the list at hand was worked out from so far
	shelf       *contract.Shelf                     // what the names that were read so far stand for
	settled     bool                                // own is whole
	progress    func(done, all int)
	segments    []segment       // in the order of reading
	position    int             // where the name at hand stands among all
	ways        map[int][]way   // to components that are reached in several ways, by where they stand
	readFiles   map[string]bool // files besides modules that were read
	undescribed bool            // description files are left aside
	described   *description    // what the package says of its components in a file of its own; nil until asked for
}

// remark is what is said of a place.
type remark struct {
	at  place.Place
	why string
}

// Read reads one package of a source. The error says what was wrong with the
// source as a whole; what is wrong inside a file is in Unread.
func Read(fsys fs.FS, o Options) (*Result, error) {
	dir, err := Find(fsys, o.Package)
	if err != nil {
		return nil, err
	}
	r, chosen, err := begin(fsys, dir, o)
	if err != nil {
		return nil, err
	}
	result := &Result{Dir: dir}
	again := r.again(o, chosen)
	if o.Kept == nil || !again.replay(result) {
		if o.Kept != nil { // what was tried has left its marks
			if r, chosen, err = begin(fsys, dir, o); err != nil {
				return nil, err
			}
			again = r.again(o, chosen)
		}
		entries, err := r.entries()
		if err != nil {
			return nil, err
		}
		result.Entries, result.Reused = 0, 0
		for e := range entries {
			result.Entries++
			again.read(e)
		}
	}
	if r.shelf.Len() == 0 {
		r.describe()
	}
	r.define()
	again.keep()
	r.log = nil
	if o.Progress != nil {
		o.Progress(result.Entries, result.Entries)
	}
	r.evict() // what was read is all that is needed from here on
	r.arrange()
	r.definedTwice()
	r.connect()
	r.identify()
	r.importable()
	r.finish(o)
	result.Listing, result.Conflicts, result.Bytes = r.listing, r.conflicts, r.set.Bytes()
	result.Built = !o.FromSource && slices.ContainsFunc(r.starts, func(s start) bool { return r.set.Built(s.Module) })
	return result, nil
}

// begin opens the package in a folder for reading.
func begin(fsys fs.FS, dir string, o Options) (*reader, framework, error) {
	set, err := modules.Open(fsys, dir)
	if err != nil {
		return nil, framework{}, err
	}
	chosen, err := choose(set, o.Framework)
	if err != nil {
		return nil, framework{}, err
	}
	set.FromSource = o.FromSource
	r := newReader(set)
	r.progress, r.undescribed = o.Progress, o.Undescribed
	m := set.Manifest
	name := m.Name
	if name == "" {
		name = o.Name
	}
	r.listing.Source = o.Source
	r.listing.Library = contract.LibraryInfo{Name: o.Library, Owner: o.Owner}
	if o.Library == "" {
		r.listing.Library.Name = name
	}
	r.listing.Package = contract.PackageInfo{Name: name, Version: m.Version, Framework: chosen.name, Peers: m.PeerDependencies, OptionalPeers: m.OptionalPeers()}
	set.Installed, set.Known = true, chosen.modules()
	r.eval = evaluate.New(set, chosen.names)
	r.framework = chosen
	return r, chosen, nil
}

func newReader(set *modules.Set) *reader {
	return &reader{set: set, listing: &contract.Listing{Reader: Version}, seen: map[string]int{}, others: map[string]bool{},
		assignments: map[*modules.Module]map[string]map[string]part{}, said: map[remark]bool{}, contexts: map[contextKey]*shared{},
		readable: map[contextKey]bool{}, hooks: map[*syntax.Func]*contextReads{}, hookNeeds: map[*syntax.Func][]need{}, handed: &following{slots: map[contextKey]map[string]became{}, busy: map[contextKey]bool{}}, readFiles: map[string]bool{},
		texts: texts{}, shelf: contract.NewShelf(), ways: map[int][]way{}, used: map[string]string{}, typeNames: map[types.Type][]contract.NamedType{}, known: map[string]*known{}, own: map[string]ownFile{}}
}

func choose(set *modules.Set, name string) (framework, error) {
	for _, f := range frameworks {
		if f.name == name {
			return f, nil
		}
	}
	if name != "" {
		return framework{}, &NothingToRead{fmt.Sprintf("the framework %q is not read; there are readers for %s", name, strings.Join(Frameworks(), ", "))}
	}
	// What an app must bring says more than what a package is developed with.
	m := set.Manifest
	for _, ranges := range []map[string]string{m.PeerDependencies, m.Dependencies, m.DevDependencies, m.Optional} {
		for _, f := range frameworks {
			if named(ranges, f.peers) != "" {
				return f, nil
			}
		}
		if f, by := unreadBy(ranges); by != "" {
			return framework{}, noReader(m, f, "its manifest names "+by)
		}
	}
	files, err := set.Sources()
	if err != nil {
		return framework{}, err
	}
	for _, f := range frameworks {
		for _, ending := range f.endings {
			if slices.ContainsFunc(files, func(name string) bool { return strings.HasSuffix(name, ending) }) {
				return f, nil
			}
		}
	}
	if m.CustomElements != "" {
		return byName("web component"), nil
	}
	if f, ending := unreadFiles(set); ending != "" {
		return framework{}, noReader(m, f, "it holds files that end in "+ending)
	}
	for _, f := range frameworks {
		if len(f.words) > 0 && saysOne(set, files, f.words) {
			return f, nil
		}
	}
	return frameworks[0], nil
}

func byName(name string) framework {
	for _, f := range frameworks {
		if f.name == name {
			return f
		}
	}
	return frameworks[0]
}

// maxAsked bounds the files that are asked for words.
const maxAsked = 300

// saysOne reports whether one of the first sources holds one of some words.
func saysOne(set *modules.Set, files []string, words []string) bool {
	for _, name := range files[:min(len(files), maxAsked)] {
		text, err := fs.ReadFile(set.FS, name)
		if err != nil {
			continue
		}
		for _, word := range words {
			if strings.Contains(string(text), word) {
				return true
			}
		}
	}
	return false
}

// isTest recognises files that are no part of what a package gives.
func isTest(name string) bool {
	base := path.Base(name)
	for _, part := range []string{".test.", ".spec.", ".stories.", ".story."} {
		if strings.Contains(base, part) {
			return true
		}
	}
	return strings.HasSuffix(base, ".config.ts") || strings.HasSuffix(base, ".config.js") || strings.HasSuffix(base, ".d.ts") && strings.HasPrefix(base, "vite-env")
}

func (r *reader) unread(at place.Place, component, format string, args ...any) {
	at.Span = nil
	why := r.texts.one(fmt.Sprintf(format, args...))
	if r.log != nil {
		r.log.Unread = append(r.log.Unread, contract.Unread{At: &at, Component: component, Why: why})
	}
	if r.said[remark{at, why}] {
		return
	}
	r.said[remark{at, why}] = true
	r.listing.Unread = append(r.listing.Unread, contract.Unread{At: &at, Component: component, Why: why})
}

// finish sorts what was read, adds the sidecar files and the digest.
func (r *reader) finish(o Options) {
	l := r.listing
	files := r.files()
	for _, f := range files {
		for _, err := range f.errors {
			at := err.At
			at.File = r.set.Rel(at.File)
			r.unread(at, "", "%s", err.Message)
		}
	}
	for file, err := range r.set.Missing() {
		r.unread(place.Place{File: r.set.Rel(file), Line: 1, Column: 1}, "", "the file could not be read: %v", reason(err))
	}
	sort.SliceStable(l.Components, func(i, j int) bool { return l.Components[i].Component < l.Components[j].Component })
	sort.SliceStable(l.Exports, func(i, j int) bool { return l.Exports[i].Name < l.Exports[j].Name })
	for i := range l.Components {
		c := &l.Components[i]
		c.Library, c.Package, c.Framework = l.Library.Name, l.Package.Name, l.Package.Framework
		if c.Owner == "" {
			c.Owner = o.Owner
		}
		r.sidecar(c)
	}
	if o.Marks {
		r.marks(files)
		r.assumes(files)
	}
	contract.HashAll(l.Components)
	types.Forget() // the next library has others
	sort.SliceStable(l.Unread, func(i, j int) bool { return l.Unread[i].At.Less(*l.Unread[j].At) })
	l.Source.Digest = r.digest(files)
}

// leastMarks is how many nodes a component has at least whose fingerprint is taken.
const leastMarks = 40

// marks takes the fingerprints of the components' sources.
func (r *reader) marks(files []ownFile) {
	byFile := map[string][]*contract.Contract{}
	for i := range r.listing.Components {
		if c := &r.listing.Components[i]; c.At != nil && !strings.HasSuffix(c.At.File, ".d.ts") && len(c.Inside) > 0 {
			byFile[c.At.File] = append(byFile[c.At.File], c)
		}
	}
	for _, f := range files {
		list := byFile[r.set.Rel(f.path)]
		if len(list) == 0 {
			continue
		}
		parsed := syntax.Parse(f.path, f.text)
		lines := place.NewLines(f.text)
		for _, m := range marks.OfFile(parsed, leastMarks) {
			first, last := lines.Position(m.Node.Pos()).Line, lines.Position(m.Node.Stop()).Line
			for _, c := range list {
				if parsed.Markup != nil || first <= c.At.Line && c.At.Line <= last {
					c.Marks = marks.Encode(m.Marks)
				}
			}
		}
	}
}

// ownFile is one file of the package.
type ownFile struct {
	path   string
	text   string
	errors []*syntax.Error
}

// add keeps a component until all are read.
func (r *reader) add(c *contract.Contract) {
	tellApart(c)
	r.succeed(c)
	r.nameTypes(c)
	r.shelf.Put(c)
}

// nameTypes lists the types that a contract gives by name, with the fingerprints of their
// declarations.
func (r *reader) nameTypes(c *contract.Contract) {
	var before map[string]string // what is known of a contract that was read before
	for _, n := range c.Names {
		if before == nil {
			before = map[string]string{}
		}
		before[n.Name] = n.Digest
	}
	found := map[string]string{}
	c.VisitTypes(func(t types.Type) {
		for _, n := range r.namesIn(t, before) {
			r.used[n.Name] = n.Digest
			found[bareName(n.Name)] = n.Digest
		}
	})
	if len(before) > 0 {
		return
	}
	for _, name := range slices.Sorted(maps.Keys(found)) {
		c.Names = append(c.Names, contract.NamedType{Name: name, Digest: found[name]})
	}
}

// maxDefinitions bounds how many types are defined in a listing.
const maxDefinitions = 2000

// define lists what the names stand for that contracts give types by, and the names in
// those.
func (r *reader) define() {
	wanted, now := map[string]string{}, map[string]definition{}
	var list []string
	want := func(n contract.NamedType) {
		if _, known := wanted[n.Name]; !known {
			wanted[n.Name] = n.Digest
			list = append(list, n.Name)
		}
	}
	for _, name := range slices.Sorted(maps.Keys(r.used)) {
		want(contract.NamedType{Name: name, Digest: r.used[name]})
	}
	for i := 0; i < len(list) && i < maxDefinitions; i++ {
		d := contract.Definition{Name: list[i], Digest: wanted[list[i]]}
		if strings.Contains(d.Digest, "+") {
			continue // several declarations have this name: which of them is meant, it does not say
		}
		of, known := r.defined[d.Name+"#"+d.Digest]
		if t := r.eval.Definition(d.Name); t != nil {
			of = definition{contract.TypeOf(t), r.namesIn(t, nil)}
		} else if !known {
			continue // a generic type: it is compared by its fingerprint
		}
		d.Type = of.Type
		for _, n := range of.Names {
			want(n)
		}
		r.listing.Types = append(r.listing.Types, d)
		now[d.Name+"#"+d.Digest] = of
	}
	r.defined = now
	slices.SortFunc(r.listing.Types, func(a, b contract.Definition) int { return strings.Compare(a.Name, b.Name) })
}

// definition is a type that an earlier reading defined, with the names in it.
type definition struct {
	Type  contract.Type
	Names []contract.NamedType
}

// bareName is a name without its arguments.
func bareName(name string) string {
	bare, _, _ := strings.Cut(name, "<")
	return bare
}

// namesIn gives the names in a type whose declarations are known, with their arguments.
// Components share types, so that each is looked into once. Before are fingerprints that
// an earlier reading found.
func (r *reader) namesIn(t types.Type, before map[string]string) []contract.NamedType {
	if _, basic := t.(types.Basic); basic {
		return nil
	}
	if known, ok := r.typeNames[t]; ok && before == nil {
		return known
	}
	var list []contract.NamedType
	types.VisitNames(t, func(n *types.Named) {
		print := r.eval.Meaning(n)
		name := n.String()
		if known := before[bareName(name)]; known != "" {
			print = known
		}
		if print != "" {
			list = append(list, contract.NamedType{Name: name, Digest: print})
		}
	})
	if before == nil {
		r.typeNames[t] = list
	}
	return list
}

// grown gives a list with one more. Lists that stay grow by little: what a
// listing holds is large, and the room would stay too.
func grown[T any](list []T, x T) []T {
	if len(list) == cap(list) {
		list = append(make([]T, 0, len(list)+len(list)/4+4), list...)
	}
	return append(list, x)
}

// texts holds one of each text.
type texts map[string]string

func (t texts) one(s string) string {
	if s == "" {
		return ""
	}
	known, ok := t[s]
	if !ok {
		known = strings.Clone(s)
		t[known] = known
	}
	return known
}

// doc parses a comment. Members that many components inherit share its texts.
func (r *reader) doc(comment string) doc {
	d := parseDoc(comment)
	d.text = r.texts.one(d.text)
	return d
}

// note remembers what is needed of a module when its tree is gone.
func (r *reader) note(m *modules.Module) {
	_, foreign := r.set.Foreign(m.Path)
	if _, noted := r.own[m.Path]; !foreign && !noted {
		r.own[m.Path] = ownFile{m.Path, m.Source, m.File.Errors}
	}
	if r.log != nil && r.known[m.Path] == nil {
		r.known[m.Path] = r.file(m, !foreign)
	}
}

// noteAll remembers what is needed of all modules that are loaded.
func (r *reader) noteAll() {
	for _, m := range r.set.Modules() {
		r.note(m)
	}
}

// files lists the package's own files that the reading rests on, by path.
func (r *reader) files() []ownFile {
	if !r.settled {
		r.noteAll()
	}
	var list []ownFile
	for _, name := range slices.Sorted(maps.Keys(r.own)) {
		list = append(list, r.own[name])
	}
	return list
}

// budget bounds what a reading holds of trees and evaluated types, in bytes as they are
// weighed. What is evicted is made again where it is needed again: only libraries whose
// types are far larger than their source come to it.
var budget = 400 << 20

// nativesBudget is the part of the budget in which the framework's own types stay: nearly
// all components take over sets of native attributes.
func nativesBudget() int { return budget / 8 }

// next makes ready for the next name, which stands somewhere among all, when done of
// them are read.
func (r *reader) next(done, all, at int) {
	l := r.listing
	r.position = at
	begins := segment{int32(at), int32(r.shelf.Len()), int32(len(l.Exports)), int32(len(l.Unread)), int32(len(r.conflicts)), int32(len(r.found))}
	if last := len(r.segments) - 1; last >= 0 && r.segments[last].empty(begins) {
		r.segments[last] = begins // most further ways leave nothing of their own
	} else {
		r.segments = grown(r.segments, begins)
	}
	if r.progress != nil {
		r.progress(done, all)
	}
	if held, _ := r.set.Held(); held+r.eval.Weight() > budget {
		r.evict()
	}
}

// lighten evicts evaluated types in the midst of a name, where they alone are over the
// budget. What was evaluated is to be evaluated again then.
func (r *reader) lighten() bool {
	if r.eval.Weight() <= budget {
		return false
	}
	r.eval.LetGo(r.set, nativesBudget())
	return true
}

// segment is where what one name left behind begins in the lists of a reading.
type segment struct{ at, components, exports, unread, conflicts, found int32 }

// empty reports whether a segment is empty: the next one begins where it does.
func (s segment) empty(next segment) bool {
	next.at = s.at
	return s == next
}

// arrange takes the contracts from the shelf, and brings what was read into the order of
// the names.
func (r *reader) arrange() {
	l := r.listing
	order := make([]int, len(r.segments))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(i, j int) int { return int(r.segments[i].at - r.segments[j].at) })
	numbers := make([]int, r.shelf.Len())
	for n := range numbers {
		numbers[n] = n
	}
	sorted := slices.IsSorted(order)
	if !sorted {
		numbers = arranged(numbers, r.segments, order, func(s segment) int32 { return s.components })
	}
	l.Components, r.shelf = r.shelf.In(numbers), nil
	for i, n := range numbers {
		if ways := r.ways[n]; ways != nil {
			l.Components[i].Export = reachedBy(ways)
		}
	}
	if sorted {
		return
	}
	l.Exports = arranged(l.Exports, r.segments, order, func(s segment) int32 { return s.exports })
	l.Unread = arranged(l.Unread, r.segments, order, func(s segment) int32 { return s.unread })
	r.conflicts = arranged(r.conflicts, r.segments, order, func(s segment) int32 { return s.conflicts })
	r.found = arranged(r.found, r.segments, order, func(s segment) int32 { return s.found })
}

// reachedBy gives the ways to a component in the order of the names. It is known by
// the first; one that was read by a name of its own by the first of those.
func reachedBy(ways []way) contract.Export {
	main := 0
	for i, w := range ways {
		if w.at < ways[main].at && w.kind != "member" && ways[0].kind != "member" {
			main = i
		}
	}
	c := &contract.Contract{Export: ways[main].export()}
	rest := slices.Delete(slices.Clone(ways), main, main+1)
	slices.SortStableFunc(rest, func(a, b way) int { return a.at - b.at })
	for _, w := range rest {
		alsoReached(c, w.export())
	}
	return c.Export
}

// arranged brings a list, of which each segment has a part, into an order of segments.
func arranged[T any](list []T, segments []segment, order []int, start func(segment) int32) []T {
	out := append(make([]T, 0, len(list)), list[:start(segments[0])]...)
	for _, i := range order {
		end := int32(len(list))
		if i+1 < len(segments) {
			end = start(segments[i+1])
		}
		out = append(out, list[start(segments[i]):end]...)
	}
	return out
}

// surveyor gives what visits the modules of a survey: it notes each and says whether
// its tree stays until names are read. That of a file that declares nothing is not needed
// again.
func (r *reader) surveyor() func(m *modules.Module) (keep bool) {
	return func(m *modules.Module) bool {
		r.note(m)
		held, _ := r.set.Held()
		return m.Decls.Len() > 0 && held+m.Weight() <= budget
	}
}

// evict goes on with nothing parsed and nothing evaluated, but for the trees used last and
// some of the framework's own types. What was read stays.
func (r *reader) evict() {
	r.noteAll()
	r.set = r.set.Fresh(budget/4, 0)
	r.eval.LetGo(r.set, nativesBudget())
	clear(r.assignments)
	clear(r.hooks)
	clear(r.hookNeeds)
}

func reason(err error) string {
	var p *fs.PathError
	if errors.As(err, &p) {
		return p.Err.Error()
	}
	return err.Error()
}

// digest is the digest of all that the reading rests on: the manifest, the
// library's settings, the package's modules reached and the sidecar files.
func (r *reader) digest(files []ownFile) string {
	r.readFiles[path.Join(r.set.Dir, "package.json")] = true
	for dir := r.set.Dir; ; dir = path.Dir(dir) { // the settings of the library around it hold, too
		r.readFiles[path.Join(dir, "steady.yaml")] = true
		if dir == "." {
			break
		}
	}
	parts := map[string]string{}
	for _, f := range files {
		parts[f.path] = f.text
	}
	for name := range r.readFiles {
		if data, err := fs.ReadFile(r.set.FS, name); err == nil {
			parts[name] = string(data)
		}
	}
	var flat []string
	for _, name := range slices.Sorted(maps.Keys(parts)) {
		flat = append(flat, r.set.Rel(name), parts[name])
	}
	return place.DigestOf(flat...)
}
