// This file finds the file that a name means: a path without ending, a module of the
// package, a name that stands for another.

package modules

import (
	"io/fs"
	"path"
	"slices"
	"strings"

	"steadysocket/core/syntax"
)

// endings are tried behind a module's name, in this order.
var endings = []string{"", ".ts", ".tsx", ".d.ts", ".mts", ".d.mts", ".js", ".jsx", ".mjs", ".cts", ".d.cts", ".cjs", ".vue"}

// indexes stand for a folder, after files of its name.
var indexes = []string{"/index.ts", "/index.tsx", "/index.d.ts", "/index.mts", "/index.js", "/index.jsx", "/index.mjs", "/index.vue"}

// made are the endings of declarations by those of the sources they were made from.
var made = map[string]string{".ts": ".d.ts", ".tsx": ".d.ts", ".mts": ".d.mts"}

// swaps are the endings of built files with those of the sources they come from.
var swaps = map[string][]string{".js": {".ts", ".tsx", ".d.ts", ".jsx"}, ".mjs": {".mts", ".d.mts"}, ".cjs": {".cts", ".d.cts"}, ".jsx": {".tsx"}}

// file finds the file that a path without or with ending means.
func (s *Set) file(name string) (string, bool) { return s.redirected(name, 0) }

// maxRedirects bounds how many manifests of folders send a path on to another.
const maxRedirects = 4

// redirected is file after so many manifests.
func (s *Set) redirected(name string, redirects int) (string, bool) {
	name = path.Clean(name)
	if !fs.ValidPath(name) {
		return "", false
	}
	ext := path.Ext(name)
	stem := strings.TrimSuffix(name, ext)
	if begins(s.folder(path.Dir(name)), path.Base(stem)) {
		for _, swap := range swaps[ext] {
			if other, ok := s.isFile(stem + swap); ok {
				return other, true
			}
		}
		for _, ending := range endings {
			if candidate := name + ending; syntax.Parses(candidate) {
				if found, ok := s.isFile(candidate); ok {
					return found, true
				}
			}
		}
		// Declarations may name the sources that they were made from.
		if to, ok := made[ext]; ok {
			if found, ok := s.isFile(stem + to); ok {
				return found, true
			}
		}
	}
	files := s.folder(name)
	if len(files) == 0 {
		return "", false
	}
	if _, manifest := slices.BinarySearch(files, manifestName); manifest && name != s.Dir {
		if found, ok := s.standsFor(name, redirects); ok {
			return found, true
		}
	}
	for _, ending := range indexes {
		if found, ok := s.isFile(path.Clean(name + ending)); ok {
			return found, true
		}
	}
	return "", false
}

// standsFor finds the file that the manifest of a folder says it stands for.
func (s *Set) standsFor(dir string, redirects int) (string, bool) {
	if redirects == maxRedirects {
		return "", false
	}
	if redirects == 0 {
		if found, known := look(s.places, s.places.standing, dir); known {
			return found, found != ""
		}
	}
	found := ""
	if m := s.manifest(dir); m != nil {
		for _, target := range m.mains() {
			if target == "" || path.Clean(target) == "." {
				continue
			}
			var ok bool
			if found, ok = s.redirected(path.Join(dir, target), redirects+1); ok {
				break
			}
		}
	}
	if redirects == 0 {
		note(s.places, s.places.standing, dir, found)
	}
	return found, found != ""
}

// At finds the file that a path means, or, where code is asked for, the file itself
// rather than its declarations.
func (s *Set) At(name string, code bool) (string, bool) {
	if code {
		if found, ok := s.isFile(path.Clean(name)); ok {
			return found, true
		}
	}
	return s.file(name)
}

// Resolve finds the file that a module's name means when it is imported from a
// file. Names of other packages are not resolved.
func (s *Set) Resolve(from, name string) (string, bool) {
	key := asked{path.Dir(from), name, s.Installed}
	s.mu.Lock()
	file, known := s.resolved[key]
	s.mu.Unlock()
	if !known {
		file, _ = s.resolve(from, name)
		s.mu.Lock()
		if s.resolved == nil {
			s.resolved = map[asked]string{}
		}
		s.resolved[key] = file
		s.mu.Unlock()
	}
	return file, file != ""
}

// resolve finds the file anew. What a name means depends on the folder only.
func (s *Set) resolve(from, name string) (string, bool) {
	if i := strings.IndexAny(name, "?"); i > 0 {
		name = name[:i] // a bundler's query
	}
	switch {
	case strings.HasPrefix(name, "."):
		return s.file(path.Join(path.Dir(from), name))
	case strings.HasPrefix(name, "#"):
		dir, manifest := s.Dir, s.Manifest
		if _, foreign := s.Foreign(from); foreign {
			for dir = path.Dir(from); dir != "."; dir = path.Dir(dir) {
				if m := s.manifest(dir); m != nil {
					manifest = m
					break
				}
			}
		}
		for i, key := range manifest.Imports.Keys {
			if rest, ok := matchStar(key, name); ok {
				for _, target := range manifest.Imports.Values[i].Targets() {
					if file, ok := s.file(path.Join(dir, strings.Replace(target, "*", rest, 1))); ok {
						return file, true
					}
				}
			}
		}
		return "", false
	}
	if _, foreign := s.Foreign(from); foreign {
		return s.installed(path.Dir(from), name)
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
		if file, ok := s.Entry("." + strings.TrimPrefix(name, self)); ok {
			return file, true
		}
	}
	// No package can be called so: it is the usual alias of the sources, whose settings
	// stand in a bundler's configuration or were left out of what is published.
	for _, alias := range []string{"@/", "~/"} {
		if rest, ok := strings.CutPrefix(name, alias); ok {
			for _, dir := range []string{"src", "."} {
				if file, ok := s.file(path.Join(s.Dir, dir, rest)); ok {
					return file, true
				}
			}
			return "", false
		}
	}
	if s.Installed {
		return s.installed(path.Dir(from), name)
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
func (s *Set) Entry(module string) (string, bool) { return s.entry(s.Dir, s.Manifest, module) }

func (s *Set) entry(dir string, m *Manifest, module string) (string, bool) {
	if e, ok := m.entry(module); ok {
		return s.entryFile(dir, e)
	}
	return "", false
}

// firstFile finds the first file that is there.
func (s *Set) firstFile(dir string, targets []string) (string, bool) {
	for _, target := range targets {
		if target == "" {
			continue
		}
		if file, ok := s.file(path.Join(dir, target)); ok {
			return file, true
		}
	}
	return "", false
}

// outputs are the usual folders that a build writes to; their sources stand in src.
var outputs = map[string]bool{"dist": true, "lib": true, "build": true, "es": true, "esm": true, "cjs": true, "out": true, "types": true}

func (s *Set) entryFile(dir string, e Entry) (string, bool) {
	if s.FromSource {
		if file, ok := s.sourceFile(dir, e); ok {
			return file, true
		}
		if file, ok := s.scriptFile(dir, e); ok {
			return file, true
		}
	}
	if file, ok := s.firstFile(dir, e.Targets); ok {
		return file, true
	}
	// A checkout holds the sources that the built files come from.
	if file, ok := s.sourceFile(dir, e); ok {
		return file, true
	}
	if e.Module == "." {
		for _, name := range []string{"src/index", "index", "src/main", "lib/index"} {
			if file, ok := s.file(path.Join(dir, name)); ok {
				return file, true
			}
		}
	}
	return "", false
}

// scriptFile finds the script of an entry that no build wrote: its declarations were made
// from it.
func (s *Set) scriptFile(dir string, e Entry) (string, bool) {
	for _, target := range e.Targets {
		top, _, _ := strings.Cut(path.Clean(target), "/")
		if outputs[top] || !strings.HasSuffix(target, "js") {
			continue
		}
		if found, ok := s.isFile(path.Join(dir, target)); ok {
			return found, true
		}
	}
	return "", false
}

// Built reports whether a module of the package has a built file and beside it
// the source that it was made from.
func (s *Set) Built(module string) bool {
	e, ok := s.Manifest.entry(module)
	if !ok {
		return false
	}
	built, isBuilt := s.firstFile(s.Dir, e.Targets)
	from, ok := s.sourceFile(s.Dir, e)
	return isBuilt && ok && built != from
}

// sourceFile finds the source of an entry whose files stand where a build puts
// them.
func (s *Set) sourceFile(dir string, e Entry) (string, bool) {
	for _, target := range e.Targets {
		parts := strings.Split(path.Clean(target), "/")
		for i := 0; i < len(parts)-1; i++ {
			if !outputs[parts[i]] {
				continue
			}
			for j := i; j >= 0; j-- {
				around := path.Join(dir, strings.Join(parts[:j], "/"))
				if !s.holds(around, "src") {
					continue
				}
				base := strings.Join(parts[i+1:], "/")
				for _, ext := range []string{".d.ts", ".d.mts", ".d.cts"} {
					base = strings.TrimSuffix(base, ext)
				}
				if file, ok := s.file(path.Join(around, "src", strings.TrimSuffix(base, path.Ext(base)))); ok {
					return file, true
				}
			}
		}
	}
	return "", false
}
