// This file finds out what stands in folders, and keeps as little of it as it can: a
// package may stand among thousands of files of others.

package modules

import (
	"io/fs"
	"path"
	"slices"
	"strings"
	"sync"

	"steadysocket/core/syntax"
)

// manifestName is the file that says what a package is.
const manifestName = "package.json"

// places is what was found out about the folders of a source; its sets share it.
type places struct {
	mu        sync.Mutex
	folders   map[string][]string // names of the sources and manifests in each folder looked into, sorted
	inner     map[inFolder]bool   // whether folders in folders are there, of those that were asked for
	paths     map[string]string   // of files that were found, one of each
	located   map[located]string  // files behind modules of packages, "" for none
	standing  map[string]string   // files that folders stand for, "" for none
	manifests map[string]*Manifest
	real      map[string]string // folders of packages without links
	linked    map[string]string // names of the packages in folders that are no part of a node_modules, by folder
}

type inFolder struct{ dir, name string }

// located is a module of a package in a folder, looked for under the conditions of a
// level.
type located struct {
	folder, module string
	level          int
}

// maxManifests bounds how many manifests of other packages are kept: what they lead to is.
const maxManifests = 16

func newPlaces() *places {
	return &places{folders: map[string][]string{}, inner: map[inFolder]bool{}, paths: map[string]string{}, located: map[located]string{}, standing: map[string]string{}, manifests: map[string]*Manifest{},
		real: map[string]string{}, linked: map[string]string{}}
}

// look gives what is known in a table of p.
func look[K comparable, V any](p *places, table map[K]V, key K) (v V, known bool) {
	p.mu.Lock()
	defer p.mu.Unlock()
	v, known = table[key]
	return v, known
}

// note adds to a table of p.
func note[K comparable, V any](p *places, table map[K]V, key K, v V) {
	p.mu.Lock()
	defer p.mu.Unlock()
	table[key] = v
}

// begins reports whether a name of a sorted list begins so.
func begins(files []string, with string) bool {
	i, _ := slices.BinarySearch(files, with)
	return i < len(files) && strings.HasPrefix(files[i], with)
}

// has reports whether a source or manifest is there.
func (s *Set) has(name string) bool {
	_, ok := slices.BinarySearch(s.folder(path.Dir(name)), path.Base(name))
	return ok
}

// isFile reports whether a source or manifest is there. The path that it gives is
// the same string each time.
func (s *Set) isFile(name string) (found string, ok bool) {
	if !s.has(name) {
		return "", false
	}
	s.places.mu.Lock()
	defer s.places.mu.Unlock()
	if found, ok = s.places.paths[name]; !ok {
		found = name
		s.places.paths[name] = name
	}
	return found, true
}

// folder lists the names of the sources and the manifest that stand in a folder.
func (s *Set) folder(dir string) []string {
	if names, known := look(s.places, s.places.folders, dir); known {
		return names
	}
	entries, _ := fs.ReadDir(s.FS, dir) // what cannot be looked into holds nothing for us
	var names []string
	for _, entry := range entries {
		name := entry.Name()
		if entry.IsDir() || !syntax.Parses(name) && name != manifestName {
			continue
		}
		if !entry.Type().IsRegular() { // a link, perhaps
			if info, err := fs.Stat(s.FS, path.Join(dir, name)); err != nil || !info.Mode().IsRegular() {
				continue
			}
		}
		names = append(names, name)
	}
	if len(names) == 0 {
		return nil // most are asked for once, where a package could be
	}
	slices.Sort(names)
	names = slices.Clip(names)
	note(s.places, s.places.folders, dir, names)
	return names
}

// holds reports whether a folder holds another of this name.
func (s *Set) holds(dir, name string) bool {
	at := inFolder{dir, name}
	there, known := look(s.places, s.places.inner, at)
	if !known {
		info, err := fs.Stat(s.FS, path.Join(dir, name))
		there = err == nil && info.IsDir()
		note(s.places, s.places.inner, at, there)
	}
	return there
}

// RealPather is a file system that knows where links lead to: RealPath gives the path of
// a folder without them, or the path itself where it has none.
type RealPather interface{ RealPath(name string) string }

// realFolder gives the folder of a package without links: its imports are resolved from
// there, as Node and the compiler do it.
func (s *Set) realFolder(folder, pkg string) string {
	links, ok := s.FS.(RealPather)
	if !ok {
		return folder
	}
	real, known := look(s.places, s.places.real, folder)
	if !known {
		real = links.RealPath(folder)
		note(s.places, s.places.real, folder, real)
		if real != folder && path.Base(strings.TrimSuffix(real, "/"+pkg)) != "node_modules" {
			note(s.places, s.places.linked, real, strings.TrimPrefix(pkg, "@types/"))
		}
	}
	return real
}

// linkedPackage gives the package in whose folder a file stands, of those that links in a
// node_modules lead to.
func (s *Set) linkedPackage(file string) (pkg string, ok bool) {
	s.places.mu.Lock()
	defer s.places.mu.Unlock()
	if len(s.places.linked) == 0 {
		return "", false
	}
	for dir := path.Dir(file); dir != "." && path.Base(dir) != "node_modules" && dir != s.Dir; dir = path.Dir(dir) {
		if pkg, ok := s.places.linked[dir]; ok {
			return pkg, true
		}
	}
	return "", false
}

// manifest gives the manifest in a folder, or nil.
func (s *Set) manifest(folder string) *Manifest {
	if m, known := look(s.places, s.places.manifests, folder); known {
		return m
	}
	if !s.has(path.Join(folder, manifestName)) {
		return nil
	}
	var m *Manifest
	if read, err := ReadManifest(s.FS, folder); err == nil {
		m = read.resolving()
	}
	s.places.mu.Lock()
	defer s.places.mu.Unlock()
	if len(s.places.manifests) == maxManifests {
		clear(s.places.manifests)
	}
	s.places.manifests[folder] = m
	return m
}

// resolving is what a manifest says of where its modules are: of the packages around a
// library nothing else is asked, and their lists of dependencies are long.
func (m *Manifest) resolving() *Manifest {
	return &Manifest{Path: m.Path, Name: m.Name, Main: m.Main, Module: m.Module, Types: m.Types, Typings: m.Typings, Source: m.Source,
		TypesVersions: m.TypesVersions, Exports: m.Exports, Imports: m.Imports}
}
