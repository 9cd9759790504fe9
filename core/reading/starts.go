// This file finds the modules of a package, and the names that they give out.

package reading

import (
	"iter"
	"path"
	"slices"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/place"
)

// start is a module of the package with the file behind it.
type start struct {
	Module string
	File   string
	Folder bool // of a package that lists no modules
	Said   bool // a manifest says so of the folder; another counts where the root lacks what it gives
}

// findStarts lists the modules of the package. missing are those that have no
// file.
func (r *reader) findStarts() (starts []start, missing []modules.Entry, err error) {
	hasManifest := r.set.Manifest.Name != "" || len(r.set.Manifest.Exports.Keys) > 0 || r.set.Manifest.Main != ""
	for _, e := range r.set.Manifest.Entries() {
		if file, ok := r.set.Entry(e.Module); ok {
			starts = append(starts, start{Module: e.Module, File: file})
		} else if hasManifest && len(r.set.Manifest.Exports.Keys) > 0 {
			missing = append(missing, e)
		}
	}
	patterns, more := r.set.Patterns()
	for _, p := range patterns {
		starts = append(starts, start{Module: p.Module, File: p.File})
	}
	root := ""
	if len(starts) > 0 {
		root = starts[0].File
	}
	folders, evenMore := r.set.Folders(root)
	for _, f := range folders {
		starts = append(starts, start{f.Module, f.File, true, f.Said})
		r.readFiles[path.Join(r.set.Dir, f.Module, "package.json")] = true
	}
	if r.framework.name == "web component" {
		for _, more := range r.definedModules() {
			if !slices.ContainsFunc(starts, func(s start) bool { return s.File == more.File }) {
				starts = append(starts, more)
			}
		}
	}
	r.moreModules = more || evenMore
	if len(starts) == 0 {
		// A folder of components without an index: each file is a module.
		files, err := r.set.Sources()
		if err != nil {
			return nil, nil, err
		}
		for _, file := range files {
			if !isTest(file) {
				rel := r.set.Rel(file)
				starts = append(starts, start{Module: "./" + strings.TrimSuffix(strings.TrimSuffix(rel, path.Ext(rel)), ".d"), File: file})
			}
		}
		if len(starts) == 0 {
			return nil, nil, &NothingToRead{"the source holds no module to read; there should be a package.json with exports or main, or files that end in .ts, .tsx, .js, .jsx or .vue"}
		}
	}
	r.candidates = starts
	return starts, missing, nil
}

// entries loads the package from its modules on and goes over all they export.
func (r *reader) entries() (iter.Seq[entry], error) {
	starts, missing, err := r.findStarts()
	if err != nil {
		return nil, err
	}
	if r.moreModules {
		r.listing.Package.MoreModules = true
		r.unread(place.Place{File: r.set.Rel(r.set.Manifest.Path), Line: 1, Column: 1}, "", "the package gives out more modules than are listed")
	}
	for _, e := range missing {
		r.unread(place.Place{File: r.set.Rel(r.set.Manifest.Path), Line: 1, Column: 1}, "", "the module %q of the package is not there: %s", e.Module, strings.Join(e.Targets, ", "))
	}
	files := make([]string, len(starts))
	for i, s := range starts {
		files[i] = s.File
	}
	r.set.Survey(files, r.surveyor())
	r.counting(starts)
	all := r.given(r.starts)
	return func(yield func(entry) bool) {
		for i, g := range all.list {
			r.next(i, len(all.list), int(g.at))
			sym, ok := r.set.Stands(all.from(g))
			start := r.starts[g.start]
			if !ok {
				r.unread(r.exported(start.File, g.name), "", "the exported name %s is declared nowhere", g.name)
				continue
			}
			name := g.name
			if compilerNames[name] {
				name = "default"
			}
			if !yield(entry{start.Module, name, sym}) {
				return
			}
		}
	}, nil
}

// compilerNames are names that compilers and bundlers make up for what is exported without
// one: apps import it as the default.
var compilerNames = map[string]bool{"_default": true, "default_1": true, "__default__": true}

// counting keeps of the modules found those that count: of the folders of a package that
// lists no modules, those with a manifest, and those that give out what its root does
// not. A root that is a minified script says nothing of what it gives out, and is left to
// the folders.
func (r *reader) counting(found []start) {
	folders := slices.ContainsFunc(found, func(s start) bool { return s.Folder })
	names, declared := map[string]bool{}, map[modules.Origin]bool{}
	// The root may give out the default of a folder by a name, so that what it gives out
	// is told by where that is declared.
	lacks := func(file string) func(name string) bool {
		return func(name string) bool {
			return (name == "default" || !names[name]) && !declared[r.set.Past(file, name)]
		}
	}
	r.starts = nil
	for _, s := range found {
		if folders && !s.Folder && modules.Minified(s.File) {
			r.unread(place.Place{File: r.set.Rel(s.File), Line: 1, Column: 1}, "", "the module %q is a minified script; the folders beside it are read", s.Module)
			continue
		}
		if folders && !s.Said {
			given, _, _ := r.set.FileNames(s.File) // what could not be read is told when they are listed
			if s.Folder && !slices.ContainsFunc(given, lacks(s.File)) {
				continue
			}
			if !s.Folder {
				for _, name := range given {
					names[name], declared[r.set.Past(s.File, name)] = true, true
				}
			}
		}
		r.starts = append(r.starts, s)
		r.listing.Package.Modules = append(r.listing.Package.Modules, s.Module)
	}
}

// given is a name that a module of the package gives out.
type given struct {
	name     string
	as       string // in the file that it comes from
	from     int32  // that file
	start    int32  // the module
	at       int32  // among all, by modules and names
	onlyType bool   // no more than its type is passed on
}

// allGiven are the names that all modules of a package give out.
type allGiven struct {
	list  []given
	files []string // that they come from
}

// from is where a name comes from.
func (a *allGiven) from(g given) modules.Origin {
	return modules.Origin{File: a.files[g.from], Name: g.as, OnlyType: g.onlyType}
}

// given lists all names that the modules of the package give out, those that one file
// declares together, so that each file is needed in one go. They stay in their order:
// the first name of a component is the one that it is known by.
func (r *reader) given(starts []start) *allGiven {
	var of [][]string // the names of each module
	count := 0
	for _, s := range starts {
		names, unresolved, _ := r.set.FileNames(s.File) // what could not be read is listed as such
		for _, from := range unresolved {
			r.unread(place.Place{File: r.set.Rel(s.File), Line: 1, Column: 1}, "", "all of %s is passed on, and that package is not here", from)
		}
		if len(names) == 0 && len(unresolved) == 0 && r.commonJS(s.File) {
			r.unread(place.Place{File: r.set.Rel(s.File), Line: 1, Column: 1}, "", "this module gives out its names by exports.x = …, which is not read; there should be declarations beside it, or a module with export")
		}
		room := maxEntries - count
		of = append(of, names[:min(len(names), room)])
		if len(names) > room {
			r.unread(r.exported(s.File, names[room]), "", "the package gives out more than %d names; those from %s on are not read", maxEntries, names[room])
			break
		}
		count += len(names)
	}
	all := &allGiven{list: make([]given, 0, count)}
	numbers := map[string]int32{}
	var last []int32                // by file: the last name so far that it declares, -1 for none
	next := make([]int32, 0, count) // by name: the next one that the same file declares, 0 for none
	heads := make([]int32, 0, count)
	for i, names := range of {
		for _, name := range names {
			at := int32(len(next))
			from := r.set.Past(starts[i].File, name)
			file, known := numbers[from.File]
			if !known {
				file = int32(len(all.files))
				numbers[from.File] = file
				all.files, last = append(all.files, from.File), append(last, -1)
			}
			next = append(next, 0)
			// until they are brought into order, all stand as they are met
			all.list = append(all.list, given{name, from.Name, file, int32(i), at, from.OnlyType})
			switch {
			case !from.Declared:
				heads = append(heads, at)
			case last[file] < 0:
				heads, last[file] = append(heads, at), at
			default:
				next[last[file]], last[file] = at, at
			}
		}
	}
	met := all.list
	all.list = make([]given, 0, count)
	for _, at := range heads {
		all.list = append(all.list, met[at])
		for at = next[at]; at > 0; at = next[at] {
			all.list = append(all.list, met[at])
		}
	}
	return all
}

// commonJS reports whether a script gives out what it has by assignments.
func (r *reader) commonJS(file string) bool {
	if !strings.Contains(path.Ext(file), "js") {
		return false
	}
	text, err := r.set.Text(file)
	return err == nil && (strings.Contains(text, "exports.") || strings.Contains(text, "exports[") || strings.Contains(text, "exports ="))
}

// maxEntries bounds the names of one package that are read. Real libraries stay
// far below it.
const maxEntries = 20000
