// This file reads a source again for what changed since. What each exported name
// left behind is kept with the files that the reading rested on; where no file
// that a name depends on has changed, it is taken from there. Whatever makes that
// doubtful (other exports, other settings, declarations that hold everywhere)
// makes the whole source be read anew: the outcome is the same to the byte.

package reading

import (
	"bytes"
	"encoding/gob"
	"io/fs"
	"maps"
	"path"
	"runtime"
	"slices"
	"strconv"
	"strings"
	"sync"

	"steadysocket/core/contract"
	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
)

// Kept is a place where readings are kept, by key: a folder, a table. Both may
// fail quietly: a reading that is not there is made anew.
type Kept interface {
	Get(key string) ([]byte, bool)
	Put(key string, data []byte)
}

// record is one reading as it is kept.
type record struct {
	Reader  string
	Fixed   string  // digest of manifests and settings
	Found   []start // modules of the package; of folders, those too that do not count
	Starts  []start
	Files   map[string]*known
	Entries []*kept
	Early   []contract.Unread // said of the package as a whole
	Defined map[string]definition
}

// known is one file of a reading.
type known struct {
	Digest  string
	Own     bool
	Spreads bool
	Surface string            // digest of what it gives out
	Imports map[string]string // the file behind each import, "" for none
	Asked   map[string]string // the same of import('…') in types, which are followed only where they are looked at
	Errors  []*syntax.Error
}

// kept is what reading one exported name left behind.
type kept struct {
	Module     string
	Name       string
	At         int      // where it stands among all names
	File       string   // where it is declared, "" for another package
	Symbol     string   // its name there
	Direct     bool     // file and symbol say all that it is
	Rests      []string // files that its declarations stand in
	Components []contract.Contract
	Exports    []contract.Exported
	Unread     []contract.Unread
	Conflicts  []Conflict
	Found      []*found
	Contexts   []*shared
	Readable   []contextKey
	Seen       map[string]int // components by declaration, from its first one
	Again      []reached      // further ways to components read before
	Others     []string
	Skipped    []string // other exports that were listed before
}

// reached is a further way to a component that was read before.
type reached struct {
	Key    string
	Export contract.Export
}

// rereading goes over the entries of a source and keeps what they leave.
type rereading struct {
	r      *reader
	o      Options
	chosen framework
	key    string
	list   []*kept
	early  []contract.Unread
	same   bool // nothing changed: what is kept stays
	fixed  func() string
}

func (r *reader) again(o Options, chosen framework) *rereading {
	a := &rereading{r: r, o: o, chosen: chosen, fixed: sync.OnceValue(r.fixed)} // asked before and after
	if o.Kept != nil {
		a.key = place.DigestOf(Version, r.set.Dir, o.Package, o.Framework, o.Name, o.Library, o.Owner, chosen.name, strconv.FormatBool(o.FromSource), strconv.FormatBool(o.Undescribed))
		r.log = &kept{}
	}
	return a
}

// restsOn notes a file that the reading of a name looks into besides those that declare
// what it reads.
func (r *reader) restsOn(file string) {
	if r.log != nil && !slices.Contains(r.log.Rests, file) {
		r.log.Rests = append(r.log.Rests, file)
	}
}

// read reads one entry and notes what it leaves behind.
func (a *rereading) read(e entry) {
	r := a.r
	if a.o.Kept != nil {
		a.early = append(a.early, r.log.Unread...)
		r.log = &kept{Module: e.module, Name: e.name, At: r.position, Symbol: e.symbol.Name, Seen: map[string]int{}}
	}
	first, exports, conflicts, found := r.shelf.Len(), len(r.listing.Exports), len(r.conflicts), len(r.found)
	r.noteReadable(e)
	// What is passed on as a type cannot be drawn, whatever it is the type of.
	if only := e.symbol.OnlyType && !e.symbol.External(); only || !a.chosen.reads(r, e) {
		r.otherExport(e)
	}
	if a.o.Kept == nil {
		return
	}
	k := r.log
	r.log = &kept{}
	if e.symbol.Module != nil && !e.symbol.External() {
		k.File = e.symbol.Module.Path
		rests := map[string]bool{k.File: true}
		for _, file := range k.Rests { // what the reader of the framework has looked at besides
			rests[file] = true
		}
		for _, d := range e.symbol.Decls {
			for m := d.Module; m != nil; m = m.Outer {
				rests[m.Path] = true
			}
		}
		k.Rests = slices.Sorted(maps.Keys(rests))
		again, ok := r.set.Local(e.symbol.Module, e.symbol.Name)
		k.Direct = ok && !e.symbol.OnlyType && e.symbol.Node == nil && !e.symbol.Namespace && again.Module == e.symbol.Module && again.Name == e.symbol.Name && slices.Equal(again.Decls, e.symbol.Decls)
	} else {
		for _, s := range r.starts {
			if s.Module == e.module {
				k.Rests = []string{s.File} // it is told where it is passed on
			}
		}
	}
	// What later entries add to these (further ways to them) is told by those.
	k.Components = r.shelf.From(first)
	k.Exports = slices.Clone(r.listing.Exports[exports:])
	k.Conflicts = slices.Clone(r.conflicts[conflicts:])
	k.Found = slices.Clone(r.found[found:])
	k.Contexts = r.contextsOf(k.Found)
	for key := range k.Seen {
		k.Seen[key] -= first
	}
	// A way to one of its own components stands in it already.
	k.Again = slices.DeleteFunc(k.Again, func(x reached) bool { _, own := k.Seen[x.Key]; return own })
	slices.Sort(k.Others)
	a.list = append(a.list, k)
}

// contextsOf lists the contexts that components have to do with.
func (r *reader) contextsOf(list []*found) (out []*shared) {
	add := func(key contextKey) {
		if s := r.contexts[key]; s != nil && !slices.Contains(out, s) {
			out = append(out, s)
		}
	}
	for _, f := range list {
		for _, key := range f.Provides {
			add(key)
		}
		for _, n := range f.Needs {
			add(n.Key)
		}
	}
	return out
}

// fixed is the digest of all that decides how names are resolved beside the
// files themselves.
func (r *reader) fixed() string {
	parts := []string{r.set.Settings()}
	packages, err := modules.Packages(r.set.FS)
	if err != nil {
		return ""
	}
	for _, dir := range append(slices.Sorted(maps.Values(packages)), r.set.Dir) {
		name := path.Join(dir, "package.json")
		if data, err := fs.ReadFile(r.set.FS, name); err == nil {
			parts = append(parts, name, string(data))
		}
	}
	for _, name := range descriptionFiles(r.set.Dir, r.set.Manifest) {
		if data, err := fs.ReadFile(r.set.FS, name); err == nil {
			parts = append(parts, name, string(data))
		}
	}
	return place.DigestOf(parts...)
}

// surface is the digest of what a module gives out by name, and of the files
// that it takes that from.
func (r *reader) surface(m *modules.Module) string {
	var parts []string
	from := func(name string) string {
		file, ok := r.set.Resolve(m.Path, name)
		if !ok {
			return name
		}
		return file
	}
	exports := maps.Collect(m.Exports.All())
	for _, name := range slices.Sorted(maps.Keys(exports)) {
		x := exports[name]
		parts = append(parts, name, x.Name, strconv.FormatBool(x.TypeOnly))
		switch i, imported := m.Imports.Find(x.Local()); {
		case x.From != "":
			parts = append(parts, from(x.From))
		case imported:
			parts = append(parts, from(i.From), i.Name, strconv.FormatBool(i.TypeOnly))
		}
	}
	for _, s := range m.Stars {
		parts = append(parts, "*", from(s.From), strconv.FormatBool(s.TypeOnly))
	}
	return place.DigestOf(parts...)
}

// file describes a loaded module for keeping.
func (r *reader) file(m *modules.Module, own bool) *known {
	k := &known{Digest: place.DigestOf(m.Source), Own: own, Spreads: m.Spreads, Surface: r.surface(m), Imports: map[string]string{}, Errors: m.File.Errors}
	for _, from := range m.Froms {
		file, ok := r.set.Resolve(m.Path, from)
		if !ok {
			file = ""
		}
		k.Imports[from] = file
	}
	if strings.Contains(m.Source, "import(") {
		syntax.WalkFile(m.File, func(n syntax.Node) bool {
			t, ok := n.(*syntax.ImportType)
			if !ok {
				return true
			}
			l, ok := t.From.(*syntax.LiteralType)
			if !ok {
				return true
			}
			if _, imported := k.Imports[l.Value.Value]; imported {
				return true
			}
			if k.Asked == nil {
				k.Asked = map[string]string{}
			}
			k.Asked[l.Value.Value], _ = r.set.Resolve(m.Path, l.Value.Value)
			return true
		})
	}
	return k
}

// keep writes the reading down.
func (a *rereading) keep() {
	if a.o.Kept == nil || a.same || len(a.r.set.Missing()) > 0 {
		return
	}
	early := append(a.early, a.r.log.Unread...)
	rec := &record{Reader: Version, Fixed: a.fixed(), Found: a.r.candidates, Starts: a.r.starts, Files: map[string]*known{}, Entries: a.list, Early: early, Defined: a.r.defined}
	a.r.noteAll()
	maps.Copy(rec.Files, a.r.known)
	// What is read of the package is what its modules lead to, and nothing else.
	reach := rec.reach(true)
	for name, k := range rec.Files {
		if k.Own && !reach[name] {
			return
		}
	}
	var buf bytes.Buffer
	if gob.NewEncoder(&buf).Encode(rec) == nil { // what cannot be written is read anew
		a.o.Kept.Put(a.key, append([]byte(place.DigestOf(buf.String())), buf.Bytes()...))
	}
}

// reach lists the package's own files that its modules lead to, with or without
// what is only asked for in types.
func (rec *record) reach(asked bool) map[string]bool {
	reach := map[string]bool{}
	var visit func(name string)
	visit = func(name string) {
		k := rec.Files[name]
		if k == nil || !k.Own || reach[name] {
			return
		}
		reach[name] = true
		for _, to := range k.Imports {
			visit(to)
		}
		if asked {
			for _, to := range k.Asked {
				visit(to)
			}
		}
	}
	for _, s := range rec.Found {
		visit(s.File)
	}
	return reach
}

// replay takes what it can from what was kept, and reads the rest. It gives
// false where the source must be read anew, by another reader.
func (a *rereading) replay(result *Result) bool {
	data, ok := a.o.Kept.Get(a.key)
	head := len(place.DigestOf())
	if !ok || len(data) < head || place.DigestOf(string(data[head:])) != string(data[:head]) {
		return false // it is not there, or not as it was written
	}
	data = data[head:]
	rec := &record{}
	if gob.NewDecoder(bytes.NewReader(data)).Decode(rec) != nil || rec.Reader != Version || rec.Fixed != a.fixed() {
		return false
	}
	r := a.r
	starts, _, err := r.findStarts()
	if err != nil || !slices.Equal(starts, rec.Found) {
		return false
	}
	texts, changed := rec.changed(r.set)
	// What was said of the package as a whole has its places in these.
	if slices.ContainsFunc(rec.Early, func(u contract.Unread) bool { return changed[path.Join(r.set.Dir, u.At.File)] }) || !a.follow(rec, changed) {
		return false
	}
	affected := rec.affected(changed)
	// From here on the reading is settled.
	for name, k := range rec.Files {
		if !changed[name] {
			r.known[name] = k
		}
	}
	r.starts = rec.Starts // what they give out has not changed
	for _, s := range r.starts {
		r.listing.Package.Modules = append(r.listing.Package.Modules, s.Module)
	}
	for _, u := range rec.Early {
		r.unread(*u.At, u.Component, "%s", u.Why)
	}
	a.early = slices.Clone(rec.Early)
	r.defined = rec.Defined
	r.listing.Package.MoreModules = r.moreModules
	r.log = &kept{} // that is noted now
	a.same = len(changed) == 0
	reach := rec.reach(true)
	if !a.same && len(rec.reach(false)) < len(reach) {
		return false // which of those that are only asked for are looked at may differ now
	}
	result.Entries = len(rec.Entries)
	for i, k := range rec.Entries {
		r.next(i, len(rec.Entries), k.At)
		stale := slices.ContainsFunc(k.Rests, func(name string) bool { return affected[name] })
		if !stale && r.fits(k) {
			r.put(k)
			a.list = append(a.list, k)
			result.Reused++
			continue
		}
		e, ok := r.entryAgain(k)
		if !ok {
			return false // what it stood for is gone although no export changed
		}
		a.read(e)
	}
	r.noteAll()
	own := map[string]ownFile{}
	for name := range reach {
		f, noted := r.own[name]
		if !noted {
			f = ownFile{name, texts[name], rec.Files[name].Errors}
		}
		own[name] = f
	}
	r.own, r.settled = own, true // to others nothing leads any more
	maps.DeleteFunc(r.known, func(name string, k *known) bool { return k.Own && !reach[name] })
	return true
}

// changed finds the files that are not as they were, and those whose imports
// lead elsewhere now. texts are those of the package's own files.
func (rec *record) changed(set *modules.Set) (texts map[string]string, changed map[string]bool) {
	texts, changed = map[string]string{}, map[string]bool{}
	names := slices.Sorted(maps.Keys(rec.Files))
	var mu sync.Mutex
	work := make(chan string)
	var wg sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		wg.Go(func() {
			for name := range work {
				k := rec.Files[name]
				text, err := modules.ReadText(set.FS, name, syntax.MaxBytes)
				same := err == nil && place.DigestOf(text) == k.Digest
				mu.Lock()
				if !same {
					changed[name] = true
				} else if k.Own {
					texts[name] = text
				}
				mu.Unlock()
			}
		})
	}
	for _, name := range names {
		work <- name
	}
	close(work)
	wg.Wait()
	for _, name := range names {
		for _, imports := range []map[string]string{rec.Files[name].Imports, rec.Files[name].Asked} {
			for from, to := range imports {
				if file, _ := set.Resolve(name, from); !changed[name] && file != to {
					changed[name] = true
				}
			}
		}
	}
	return texts, changed
}

// follow reads the changed files and those that they newly lead to, and puts
// them into the record. It gives false where they change more than themselves.
func (a *rereading) follow(rec *record, changed map[string]bool) bool {
	set := a.r.set
	queue := slices.Sorted(maps.Keys(changed))
	for len(queue) > 0 {
		name := queue[0]
		queue = queue[1:]
		before := rec.Files[name]
		m := set.Loaded(name)
		if m == nil {
			return false // it is gone, or cannot be read
		}
		if m.Spreads || before != nil && (before.Spreads || before.Surface != a.r.surface(m)) {
			return false
		}
		_, foreign := set.Foreign(name)
		now := a.r.file(m, !foreign)
		rec.Files[name] = now
		for _, to := range now.Imports {
			if to != "" && rec.Files[to] == nil && !changed[to] {
				changed[to] = true
				queue = append(queue, to)
			}
		}
	}
	for _, name := range slices.Sorted(maps.Keys(rec.Files)) {
		if rec.Files[name].Spreads {
			set.Loaded(name) // what it declares holds for all that is read now
		}
	}
	return true
}

// affected lists the files from which a changed one can be reached.
func (rec *record) affected(changed map[string]bool) map[string]bool {
	back := map[string][]string{}
	for name, k := range rec.Files {
		for _, imports := range []map[string]string{k.Imports, k.Asked} {
			for _, to := range imports {
				back[to] = append(back[to], name)
			}
		}
	}
	affected := map[string]bool{}
	queue := slices.Collect(maps.Keys(changed))
	for len(queue) > 0 {
		name := queue[len(queue)-1]
		queue = queue[:len(queue)-1]
		if affected[name] {
			continue
		}
		affected[name] = true
		queue = append(queue, back[name]...)
	}
	return affected
}

// fits reports whether what an entry left behind goes with what was read before
// it: the same things are known by now.
func (r *reader) fits(k *kept) bool {
	for key := range k.Seen {
		if _, known := r.seen[key]; known {
			return false
		}
	}
	for _, x := range k.Again {
		if _, known := r.seen[x.Key]; !known {
			return false
		}
	}
	for _, key := range k.Others {
		if r.others[key] {
			return false
		}
	}
	for _, key := range k.Skipped {
		if !r.others[key] {
			return false
		}
	}
	return true
}

// put adds what an entry left behind.
func (r *reader) put(k *kept) {
	first := r.shelf.Len()
	for i := range k.Components {
		r.add(&k.Components[i])
	}
	r.listing.Exports = append(r.listing.Exports, k.Exports...)
	for key, i := range k.Seen {
		r.seen[key] = first + i
	}
	for _, key := range k.Others {
		r.others[key] = true
	}
	for _, x := range k.Again {
		r.further(x.Key, x.Export)
	}
	log := r.log
	r.log = nil
	for _, u := range k.Unread {
		r.unread(*u.At, u.Component, "%s", u.Why)
	}
	r.log = log
	r.conflicts = append(r.conflicts, k.Conflicts...)
	r.found = append(r.found, k.Found...)
	for _, s := range k.Contexts {
		if r.contexts[s.Key] == nil {
			r.contexts[s.Key] = s
		}
	}
	for _, key := range k.Readable {
		r.readable[key] = true
	}
}

// entryAgain finds what an entry stands for.
func (r *reader) entryAgain(k *kept) (entry, bool) {
	if k.Direct {
		m := r.set.Loaded(k.File)
		if m == nil {
			return entry{}, false
		}
		sym, ok := r.set.Local(m, k.Symbol)
		return entry{k.Module, k.Name, sym}, ok && sym.Module == m && sym.Name == k.Symbol
	}
	for _, s := range r.starts {
		if s.Module != k.Module {
			continue
		}
		m := r.set.Loaded(s.File)
		if m == nil {
			return entry{}, false
		}
		sym, ok := r.set.Export(m, k.Name)
		return entry{k.Module, k.Name, sym}, ok
	}
	return entry{}, false
}
