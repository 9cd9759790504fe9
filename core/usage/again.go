// This file makes a scan again from what is kept of the one before: files that changed,
// and those that import them, are walked; what the others gave is taken as it was.
//
// What a file gives rests on its own text, on what it imports (through other files, to
// any depth), on files that declare or register something for all, and on the tags that
// the app's imports bring. Where one of the latter two changed, or a file came or went,
// all is walked.

package usage

import (
	"io/fs"
	"maps"
	"path"
	"runtime"
	"slices"
	"sort"
	"strings"
	"sync"
	"sync/atomic"

	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// Kept is a place where a scan is kept for the next one of the same app. Both may fail
// quietly: a scan that is not there is made anew.
type Kept interface {
	Get(key string) ([]byte, bool)
	Put(key string, data []byte)
}

// keptKey is what a scan is kept under, beside what it is of.
const keptKey = "scan"

// record is a scan as it is kept.
type record struct {
	Fixed string // digest of all that is no file of its own
	Tags  string // digest of the tags that imports bring
	Files map[string]*facts
}

// facts are what one file gave to a scan, and what that rests on.
type facts struct {
	about
	gave
	raw string // what it gave as it is kept, "" for what is new
}

// about is what must be known of a file before it is known whether it is walked.
type about struct {
	Digest  string
	Imports []string // the files of the app that it imports
	Global  bool     // it concerns files that do not import it
	Tags    tagFacts
}

// gave is its part of the scan.
type gave struct {
	Words     []string // of its markup: what a class may be
	Pieces    []string // that a class may begin with
	Uses      []keptUse
	OtherUses []site.OtherUse
	Unread    []site.Unread
	StyleUses []site.StyleUse
	Names     []site.Import
	Loose     []site.Loose
	Defaults  []site.AppDefault
	Marks     []site.Mark
}

// tagFacts are what a file tells of the tags that an app may use.
type tagFacts struct {
	Names   [][2]string // imported names with where they come from
	Effects []string    // modules imported for what they do
}

// keptUse is a use in a form that can be written.
type keptUse struct {
	Pass                              int
	Library, Module, Name, Local      string
	Kinds                             kinds
	Element, Rest, Whole, Slot, Outer bool
	Within                            string
	Forward                           map[string]string
	Drops                             map[string]bool
	Site                              site.Site
}

func keep(u *use) keptUse {
	return keptUse{u.pass, u.to.library, u.to.module, u.to.name, u.to.local, u.kinds, u.element, u.rest, u.whole, u.slot, u.outer, u.within, u.forward, u.drops, u.site}
}

func (k keptUse) use() *use {
	return &use{pass: k.Pass, to: target{k.Library, k.Module, k.Name, k.Local}, kinds: k.Kinds, element: k.Element, rest: k.Rest, whole: k.Whole, slot: k.Slot, outer: k.Outer,
		within: k.Within, forward: k.Forward, drops: k.Drops, site: k.Site}
}

// concernsAll reports whether a file may concern others that do not import it: it
// declares for all, configures a tool, or registers and defines by name.
func concernsAll(name, text string) bool {
	if strings.HasSuffix(name, ".d.ts") || strings.Contains(path.Base(name), ".config.") {
		return true
	}
	for _, mark := range []string{".component(", ".use(", "globalProperties", ".prototype.", "customElements.define", "declare global", "declare module", "AutoImport("} {
		if strings.Contains(text, mark) {
			return true
		}
	}
	return false
}

// fixed is the digest of all that a scan rests on beside the app's own modules.
func (s *scanner) fixed(fsys fs.FS, files []string) string {
	parts := []string{Version, strings.Join(s.libraries, " "), s.set.Settings(), strings.Join(files, "\n")}
	read := []string{"package.json"}
	read = append(read, modules.LockFiles()...)
	for _, table := range []map[string]string{s.set.Manifest.Dependencies, s.set.Manifest.DevDependencies} {
		for _, name := range slices.Sorted(maps.Keys(table)) {
			read = append(read, path.Join("node_modules", name, "package.json"))
		}
	}
	for _, name := range read {
		data, err := fs.ReadFile(fsys, name)
		if err != nil {
			data = nil // it is not there: that counts too
		}
		parts = append(parts, name, string(data))
	}
	return place.DigestOf(parts...)
}

// again finds what of a kept scan still holds. It gives the files that must be walked, all
// of them where nothing is kept or too much changed.
func (s *scanner) again(fsys fs.FS, files []string, k Kept) (walk []string) {
	if k == nil {
		return files
	}
	s.record = &record{Fixed: s.fixed(fsys, files), Files: map[string]*facts{}}
	digests := make([]string, len(files))
	var failed atomic.Bool
	inParallel(len(files), func(i int) {
		text, err := s.set.Text(files[i])
		if err != nil {
			failed.Store(true)
			return
		}
		digests[i] = place.DigestOf(text)
	})
	if failed.Load() {
		s.record = nil
		return files // what cannot be read is told by walking all
	}
	s.digests = map[string]string{}
	for i, name := range files {
		s.digests[name] = digests[i]
	}
	data, ok := k.Get(keptKey)
	var old record
	if !ok || old.read(data) != nil || old.Fixed != s.record.Fixed {
		return files
	}
	importers := map[string][]string{}
	dirty := map[string]bool{}
	var queue []string
	for _, name := range files {
		f := old.Files[name]
		if f == nil {
			return files
		}
		for _, to := range f.Imports {
			importers[to] = append(importers[to], name)
		}
		if f.Digest != s.digests[name] {
			text, err := s.set.Text(name)
			if err != nil || f.Global || concernsAll(name, text) {
				return files
			}
			dirty[name] = true
			queue = append(queue, name)
		}
		if f.Global {
			dirty[name] = true // it is walked each time, for what it tells all
		}
	}
	for len(queue) > 0 {
		name := queue[0]
		queue = queue[1:]
		for _, by := range importers[name] {
			if !dirty[by] {
				dirty[by] = true
				queue = append(queue, by)
			}
		}
	}
	if len(dirty) > len(files)/2 {
		return files
	}
	var clean []string
	for _, name := range files {
		if dirty[name] {
			walk = append(walk, name)
		} else {
			clean = append(clean, name)
		}
	}
	inParallel(len(clean), func(i int) {
		if old.Files[clean[i]].open() != nil {
			failed.Store(true)
		}
	})
	if failed.Load() {
		return files
	}
	s.kept = map[string]*facts{}
	for _, name := range clean {
		s.kept[name] = old.Files[name]
	}
	s.set.Waiting = map[string]bool{}
	for _, name := range files {
		s.set.Waiting[name] = true
	}
	s.only = dirty
	s.keptTags = old.Tags
	return walk
}

// inParallel calls do for each number below n, on all cores.
func inParallel(n int, do func(i int)) {
	var next atomic.Int64
	var wait sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		wait.Go(func() {
			for i := int(next.Add(1)) - 1; i < n; i = int(next.Add(1)) - 1 {
				do(i)
			}
		})
	}
	wait.Wait()
}

// modules lists the modules that are walked.
func (s *scanner) modules() []*modules.Module {
	all := s.set.Modules()
	if s.only == nil {
		return all
	}
	return slices.DeleteFunc(all, func(m *modules.Module) bool { return !s.only[m.Path] })
}

// tagsOf notes what a module tells of tags.
func tagsOf(m *modules.Module) (t tagFacts) {
	for _, i := range m.Imports.All() {
		t.Names = append(t.Names, [2]string{i.Name, i.From})
	}
	slices.SortFunc(t.Names, func(a, b [2]string) int { return strings.Compare(a[1]+" "+a[0], b[1]+" "+b[0]) })
	for _, stmt := range m.File.Body {
		if i, ok := stmt.(*syntax.Import); ok && i.From != nil && i.Default == nil && i.Namespace == nil && len(i.Specs) == 0 {
			t.Effects = append(t.Effects, i.From.Value)
		}
	}
	return t
}

// tagsDigest is the digest of the tags that the app's imports bring.
func (s *scanner) tagsDigest() string {
	t := s.tags()
	var parts []string
	for _, table := range []map[string]target{t.classes, t.defined, t.paths} {
		for _, tag := range slices.Sorted(maps.Keys(table)) {
			to := table[tag]
			parts = append(parts, tag, to.library, to.module, to.name, to.local)
		}
		parts = append(parts, "\n")
	}
	parts = append(parts, t.whole...)
	if t.others {
		parts = append(parts, "others")
	}
	return place.DigestOf(parts...)
}

// merge puts what is kept beside what was walked, in the order of a whole scan.
func (s *scanner) merge() {
	if s.kept != nil {
		scan := s.scan
		for _, name := range slices.Sorted(maps.Keys(s.kept)) {
			f := s.kept[name]
			for _, u := range f.Uses {
				s.uses = append(s.uses, u.use())
			}
			scan.OtherUses = append(scan.OtherUses, f.OtherUses...)
			scan.Unread = append(scan.Unread, f.Unread...)
			scan.StyleUses = append(scan.StyleUses, f.StyleUses...)
			scan.Imports = append(scan.Imports, f.Names...)
			scan.Loose = append(scan.Loose, f.Loose...)
			scan.Defaults = append(scan.Defaults, f.Defaults...)
			scan.Marks = append(scan.Marks, f.Marks...)
		}
	}
	sort.SliceStable(s.uses, func(i, j int) bool {
		a, b := s.uses[i], s.uses[j]
		if a.pass != b.pass {
			return a.pass < b.pass
		}
		return a.site.At.File < b.site.At.File
	})
}

// remember notes what each file gave, before anything of it is told.
func (s *scanner) remember() {
	if s.record == nil {
		return
	}
	of := func(file string) *facts { return s.record.Files[file] }
	for _, m := range s.modules() {
		f := &facts{about: about{Digest: s.digests[m.Path], Global: m.Spreads || concernsAll(m.Path, m.Source), Tags: tagsOf(m)}}
		for _, from := range m.Froms {
			if file, ok := s.set.Resolve(m.Path, from); ok && !slices.Contains(f.Imports, file) {
				f.Imports = append(f.Imports, file)
			}
		}
		f.Words, f.Pieces = given(m)
		s.record.Files[m.Path] = f
	}
	for _, u := range s.uses {
		if f := of(u.site.At.File); f != nil {
			f.Uses = append(f.Uses, keep(u))
		}
	}
	scan := s.scan
	share(of, scan.OtherUses, func(x site.OtherUse) place.Place { return x.At }, func(f *facts) *[]site.OtherUse { return &f.OtherUses })
	share(of, scan.Unread, func(x site.Unread) place.Place { return x.At }, func(f *facts) *[]site.Unread { return &f.Unread })
	share(of, scan.StyleUses, func(x site.StyleUse) place.Place { return x.At }, func(f *facts) *[]site.StyleUse { return &f.StyleUses })
	share(of, scan.Imports, func(x site.Import) place.Place { return x.At }, func(f *facts) *[]site.Import { return &f.Names })
	share(of, scan.Loose, func(x site.Loose) place.Place { return x.At }, func(f *facts) *[]site.Loose { return &f.Loose })
	share(of, scan.Defaults, func(x site.AppDefault) place.Place { return x.At }, func(f *facts) *[]site.AppDefault { return &f.Defaults })
	share(of, scan.Marks, func(x site.Mark) place.Place { return x.At }, func(f *facts) *[]site.Mark { return &f.Marks })
	s.record.Tags = s.tagsDigest()
	for name, f := range s.kept {
		s.record.Files[name] = f
	}
}

// share gives each file its part of a list.
func share[T any](of func(file string) *facts, list []T, at func(T) place.Place, part func(*facts) *[]T) {
	for _, x := range list {
		if f := of(at(x).File); f != nil {
			into := part(f)
			*into = append(*into, x)
		}
	}
}

// put keeps the scan for the next one.
func (s *scanner) put(k Kept) {
	if k == nil || s.record == nil {
		return
	}
	k.Put(keptKey, s.record.write())
}
