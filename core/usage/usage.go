// Package usage finds the use sites of library components in the source of an
// app: what each site gives, through the app's own barrels, aliases and
// wrappers. A scan knows no contract; it sorts what is given by form and by the
// canonical names. A folder or file per framework; this file holds what they
// share.
package usage

import (
	"fmt"
	"io/fs"
	"path"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// Version is the version of the scanners.
const Version = "12"

// Options say what to look for.
type Options struct {
	Libraries []string // package names, all modules of each
	App       site.App // name, path and commit; the rest is filled in
	// Kept is where a scan is kept for the next one of the same app, so that this one
	// costs what changed since; nil for nowhere.
	Kept Kept
	// Ignored reports whether version control leaves a file out; nil for none.
	Ignored func(name string) bool
}

// Scan finds every use of the libraries in the app whose root is fsys. The
// error says what was wrong with the source as a whole.
func Scan(fsys fs.FS, o Options) (*site.Scan, error) {
	set, err := modules.Open(fsys, ".")
	if err != nil {
		return nil, err
	}
	set.Outside = o.Libraries
	files, err := set.Sources()
	if err != nil {
		return nil, err
	}
	if len(files) == 0 && !holdsPages(fsys) {
		return nil, fmt.Errorf("the app holds no source file that is read; those end in .ts, .tsx, .js, .jsx, .vue or .html")
	}
	minified := slices.DeleteFunc(slices.Clone(files), func(name string) bool { return !isMinified(name) })
	files = slices.DeleteFunc(files, isMinified)
	files, madeBy := written(set, files, o.Ignored)
	locked, err := modules.Locked(fsys, ".")
	if err != nil {
		return nil, err
	}
	scan := &site.Scan{Format: site.Format, Reader: Version, App: o.App, Covers: o.Libraries,
		Packages: []site.PackageUse{}, Sites: []site.Site{}, OtherUses: []site.OtherUse{}, StyleUses: []site.StyleUse{},
		Imports: []site.Import{}, Own: []site.OwnUse{}, Loose: []site.Loose{},
		Wrappers: []site.Wrapper{}, Defaults: []site.AppDefault{}, Beside: []site.PackageUse{}, Marks: []site.Mark{}, StyleScans: []site.StyleScan{}, Augments: []site.Augment{}, Unread: []site.Unread{}}
	scan.App.Framework = frameworkOf(set, files)
	if scan.App.Name == "" {
		scan.App.Name = set.Manifest.Name
	}
	if scan.App.Path == "" {
		scan.App.Path = "."
	}
	for _, library := range o.Libraries {
		use := site.PackageUse{Name: library, Range: set.Range(library), Locked: locked[library]}
		if use.Locked == nil {
			use.Locked = []string{}
		}
		if why := modules.Disagree(use.Range, use.Locked); why != "" {
			scan.Unread = append(scan.Unread, site.Unread{At: place.Place{File: "package.json", Line: 1, Column: 1}, Why: library + ": " + why})
		}
		scan.Packages = append(scan.Packages, use)
	}
	s := &scanner{set: set, scan: scan, libraries: o.Libraries}
	walk := s.again(fsys, files, o.Kept)
	set.Load(walk)
	for _, name := range minified {
		s.unreadTag(place.Place{File: set.Rel(name), Line: 1, Column: 1}, "a minified file is not read: what it uses stands in the source that it was made from")
	}
	s.saidOfMade(madeBy)
	pages := s.findPages(fsys)
	if s.only != nil && s.tagsDigest() != s.keptTags {
		// The tags that imports bring are others now: what any file names may be, too.
		s.only, s.kept, s.elements = nil, nil, nil
		set.Load(files)
	}
	for pass, walk := range []func(){s.react, s.vueTemplates, s.pages, s.elementScripts} {
		s.pass = pass
		walk()
	}
	s.layersSaid()
	s.imports()
	s.looseNames()
	s.defaults()
	s.beside(locked)
	s.styleScans()
	s.augments()
	for _, m := range s.modules() {
		s.inSource(m)
		s.marks(m)
		for _, err := range m.File.Errors {
			scan.Unread = append(scan.Unread, site.Unread{At: err.At, Why: err.Message})
		}
	}
	s.remember()
	s.merge()
	digest := []string{}
	for _, name := range files {
		if text, err := set.Text(name); err == nil {
			digest = append(digest, name, text)
		}
	}
	digest = append(append(digest, pages...), s.styles(fsys)...)
	for file, err := range set.Missing() {
		scan.Unread = append(scan.Unread, site.Unread{At: place.Place{File: file, Line: 1, Column: 1}, Why: "the file could not be read: " + err.Error()})
	}
	for _, name := range append([]string{"package.json"}, modules.LockFiles()...) {
		if data, err := fs.ReadFile(fsys, name); err == nil {
			digest = append(digest, name, string(data))
		}
	}
	s.foreign()
	scan.App.Digest = place.DigestOf(digest...)
	s.number()
	s.put(o.Kept)
	sort.SliceStable(scan.Imports, func(i, j int) bool {
		a, b := scan.Imports[i], scan.Imports[j]
		return a.At.Less(b.At) || !b.At.Less(a.At) && a.Name < b.Name
	})
	sort.SliceStable(scan.Defaults, func(i, j int) bool { return scan.Defaults[i].At.Less(scan.Defaults[j].At) })
	sort.SliceStable(scan.Marks, func(i, j int) bool { return scan.Marks[i].At.Less(scan.Marks[j].At) })
	sort.SliceStable(scan.StyleScans, func(i, j int) bool { return scan.StyleScans[i].At.Less(scan.StyleScans[j].At) })
	sort.SliceStable(scan.Augments, func(i, j int) bool { return scan.Augments[i].At.Less(scan.Augments[j].At) })
	sort.SliceStable(scan.Own, func(i, j int) bool { return scan.Own[i].At.Less(scan.Own[j].At) })
	sort.SliceStable(scan.Loose, func(i, j int) bool { return scan.Loose[i].At.Less(scan.Loose[j].At) })
	sort.SliceStable(scan.OtherUses, func(i, j int) bool { return scan.OtherUses[i].At.Less(scan.OtherUses[j].At) })
	sort.SliceStable(scan.StyleUses, func(i, j int) bool { return scan.StyleUses[i].At.Less(scan.StyleUses[j].At) })
	sort.SliceStable(scan.Unread, func(i, j int) bool { return scan.Unread[i].At.Less(scan.Unread[j].At) })
	return scan, nil
}

// isMinified reports whether a file is called as one that a tool has shortened.
func isMinified(name string) bool {
	base := path.Base(name)
	stem := strings.TrimSuffix(base, path.Ext(base))
	return strings.HasSuffix(stem, ".min") || strings.HasSuffix(stem, "-min")
}

// holdsPages reports whether a source holds a page of markup.
func holdsPages(fsys fs.FS) bool {
	found := false
	err := fs.WalkDir(fsys, ".", func(name string, entry fs.DirEntry, err error) error {
		if err == nil && entry.IsDir() && name != "." && modules.HoldsNoSource(entry.Name()) {
			return fs.SkipDir
		}
		page, _ := syntax.IsPage(name)
		if found = found || page; found {
			return fs.SkipAll
		}
		return nil
	})
	return found && err == nil
}

// appFrameworks are the packages by which an app's framework is told.
var appFrameworks = []struct{ framework, peer string }{{"react", "react"}, {"vue", "vue"}, {"vue", "nuxt"}, {"vue", "@vue/composition-api"}}

// frameworkOf tells what an app is written in: by what it depends on, else by its files.
func frameworkOf(set *modules.Set, files []string) string {
	for _, f := range appFrameworks {
		if set.Manifest.Range(f.peer) != "" {
			return f.framework
		}
	}
	count := map[string]int{}
	for _, name := range files {
		count[path.Ext(name)]++
	}
	switch {
	case count[".vue"] > 0:
		return "vue"
	case count[".tsx"]+count[".jsx"] > 0:
		return "react"
	}
	return "web component"
}

type scanner struct {
	set         *modules.Set
	scan        *site.Scan
	libraries   []string
	uses        []*use // of library components and of the app's own
	wrappers    map[string]*wrapper
	types       *typing                             // nil until a type is asked for
	asked       map[*modules.Module]map[string]bool // the names that conditions ask about
	byName      *places                             // nil until a name is asked for
	said        map[site.Unread]bool
	elements    *elementTags // nil until a tag is asked for
	pass        int          // which walk is under way
	record      *record      // what is kept for the next scan, nil for nothing
	digests     map[string]string
	kept        map[string]*facts // of the files that are not walked
	keptTags    string
	only        map[string]bool // the files that are walked, nil for all
	pageModules []*modules.Module
}

// target is what a name in an app stands for: a component (or other export) of
// a library, or a component of the app itself.
type target struct {
	library string // package name, "" for the app's own
	module  string // "" for the main module
	name    string // exported name, with parts behind dots; "*" for a namespace
	local   string // of the app's own: file#name
}

// library splits the name of an import into a library that is looked for and
// its module.
func (s *scanner) library(from string) (library, module string, ok bool) {
	for _, name := range s.libraries {
		if from == name {
			return name, "", true
		}
		if rest, found := strings.CutPrefix(from, name+"/"); found {
			return name, "./" + rest, true
		}
	}
	return "", "", false
}

// number sorts the sites by place and gives them their ids. The sites behind
// wrappers point at the site they feed, whose id is known only now.
func (s *scanner) number() {
	type numbered struct {
		site *site.Site
		feed *site.Site
	}
	var list []numbered
	for _, u := range s.uses {
		if u.to.library != "" {
			list = append(list, numbered{&u.site, nil})
		}
	}
	for _, u := range s.uses {
		if u.to.library == "" {
			s.scan.Own = append(s.scan.Own, site.OwnUse{Of: u.to.local, In: u.within, At: u.site.At})
			for _, behind := range s.expand(u) {
				list = append(list, numbered{&behind.site, behind.feed})
			}
		}
	}
	sort.SliceStable(list, func(i, j int) bool { return list[i].site.At.Less(list[j].site.At) })
	ordinals := map[string]int{}
	for _, n := range list {
		key := n.site.At.File + "#" + n.site.In + "/" + n.site.Component
		ordinals[key]++
		n.site.ID = site.MakeID(n.site.At.File, n.site.In, n.site.Component, ordinals[key])
	}
	s.wrappersSaid()
	for _, n := range list {
		if n.feed != nil {
			n.site.Through = n.feed.ID
		}
		s.scan.Sites = append(s.scan.Sites, *n.site)
	}
}

// checked reports whether a type checker looks at a file.
func checked(m *modules.Module) bool {
	head := m.Source[:min(len(m.Source), 2000)]
	switch path.Ext(m.Path) {
	case ".ts", ".tsx", ".mts", ".cts":
		return !strings.Contains(head, "@ts-nocheck")
	}
	return strings.Contains(head, "@ts-check")
}
