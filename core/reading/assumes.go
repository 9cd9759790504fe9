// This file finds what components take for granted: packages that their sources import
// and that nothing brings along.

package reading

import (
	"maps"
	"regexp"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// aPackage is a name that a package can have; what else is imported is made by a tool.
var aPackage = regexp.MustCompile(`^(?:@[a-z0-9][\w.-]*/)?[a-z0-9][\w.-]*$`)

// assumes finds the packages that the sources of components import, in their own files
// and in what these import, and that the package's manifest does not bring: an app must
// have them. Packages for development do not come along, and types need nothing.
func (r *reader) assumes(files []ownFile) {
	byName := map[string]ownFile{}
	for _, f := range files {
		byName[r.set.Rel(f.path)] = f
	}
	m := r.set.Manifest
	brought := func(name string) bool {
		for _, table := range []map[string]string{m.Dependencies, m.PeerDependencies, m.Optional} {
			if _, ok := table[name]; ok {
				return true
			}
		}
		return name == m.Name
	}
	type needs struct{ own, packages []string }
	imports := map[string]needs{}
	of := func(file string) needs {
		if known, ok := imports[file]; ok {
			return known
		}
		var out needs
		f := byName[file]
		for _, from := range importedBy(syntax.Parse(f.path, f.text)) {
			if to, ok := r.set.Resolve(f.path, from); ok {
				if own := r.set.Rel(to); byName[own].text != "" {
					out.own = append(out.own, own)
				}
				continue
			}
			if name, _ := modules.SplitName(from); aPackage.MatchString(name) && !strings.Contains(from, ":") && !builtin[name] && !brought(name) {
				out.packages = append(out.packages, name)
			}
		}
		imports[file] = out
		return out
	}
	by := map[string][]string{}
	for i := range r.listing.Components {
		c := &r.listing.Components[i]
		if c.At == nil || strings.HasSuffix(c.At.File, ".d.ts") || byName[c.At.File].text == "" {
			continue
		}
		seen := map[string]bool{c.At.File: true}
		for queue := []string{c.At.File}; len(queue) > 0; queue = queue[1:] {
			next := of(queue[0])
			for _, name := range next.packages {
				if !slices.Contains(by[name], c.Component) {
					by[name] = append(by[name], c.Component)
				}
			}
			for _, own := range next.own {
				if !seen[own] {
					seen[own] = true
					queue = append(queue, own)
				}
			}
		}
	}
	for _, name := range slices.Sorted(maps.Keys(by)) {
		r.listing.Package.Assumes = append(r.listing.Package.Assumes, contract.Assumed{Package: name, By: by[name]})
	}
}

// builtin are modules of Node itself, as far as sources of components import them.
var builtin = map[string]bool{"assert": true, "buffer": true, "child_process": true, "crypto": true, "events": true, "fs": true, "http": true, "https": true, "module": true, "os": true, "path": true,
	"process": true, "querystring": true, "stream": true, "string_decoder": true, "timers": true, "tty": true, "url": true, "util": true, "v8": true, "vm": true, "worker_threads": true, "zlib": true}

// importedBy lists the modules that a file imports for more than types.
func importedBy(f *syntax.File) (list []string) {
	add := func(from *syntax.Literal, types bool) {
		if from != nil && !types && !slices.Contains(list, from.Value) {
			list = append(list, from.Value)
		}
	}
	for _, stmt := range f.Body {
		switch s := stmt.(type) {
		case *syntax.Import:
			onlyTypes := len(s.Specs) > 0 && s.Default == nil && s.Namespace == nil && !slices.ContainsFunc(s.Specs, func(x *syntax.Spec) bool { return !x.TypeOnly })
			add(s.From, s.TypeOnly || onlyTypes)
		case *syntax.ExportList:
			add(s.From, s.TypeOnly)
		case *syntax.ExportAll:
			add(s.From, s.TypeOnly)
		}
	}
	return list
}
