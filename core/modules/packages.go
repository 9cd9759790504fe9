// This file finds the files of other packages: in node_modules, and beside the
// package that is read in one source.

package modules

import (
	"path"
	"strings"
)

// SplitName takes a module's name apart: the package, and the module within it
// as "." or "./rest".
func SplitName(name string) (pkg, module string) {
	parts := strings.SplitN(name, "/", 3)
	n := 1
	if strings.HasPrefix(name, "@") {
		n = 2
	}
	if len(parts) <= n {
		return name, "."
	}
	pkg = strings.Join(parts[:n], "/")
	return pkg, "." + strings.TrimPrefix(name, pkg)
}

// Foreign gives the package that a file belongs to, where that is another one
// than the one being read.
func (s *Set) Foreign(file string) (pkg string, foreign bool) {
	if pkg, linked := s.linkedPackage(file); linked {
		return pkg, true
	}
	rel := s.Rel(file)
	if i := strings.LastIndex("/"+rel, "/node_modules/"); i >= 0 {
		pkg, _ = SplitName(rel[i+len("node_modules/"):])
		return strings.TrimPrefix(pkg, "@types/"), true
	}
	if rel != file || s.Dir == "." {
		return "", false
	}
	for name, dir := range s.siblings {
		if strings.HasPrefix(file, dir+"/") && len(dir) > len(s.siblings[pkg]) {
			pkg = name
		}
	}
	return pkg, pkg != ""
}

// installed finds a module of another package, as seen from a folder.
func (s *Set) installed(from, name string) (string, bool) {
	pkg, module := SplitName(name)
	types := "@types/" + strings.Replace(strings.TrimPrefix(pkg, "@"), "/", "__", 1)
	for level := range conditionSets {
		for dir := from; ; dir = path.Dir(dir) {
			if path.Base(dir) != "node_modules" && s.holds(dir, "node_modules") {
				for _, candidate := range []string{pkg, types} {
					folder := s.realFolder(path.Join(dir, "node_modules", candidate), candidate)
					if file, ok := s.moduleOf(folder, module, level); ok {
						return file, true
					}
				}
			}
			if dir == "." || dir == "/" {
				break
			}
		}
	}
	if s.siblings == nil {
		s.mu.Lock()
		if s.Dir != "." || !s.Manifest.Alone(s.FS) {
			s.siblings, _ = Packages(s.FS) // without it, nothing stands beside the package
		}
		if s.siblings == nil {
			s.siblings = map[string]string{}
		}
		s.mu.Unlock()
	}
	if dir, ok := s.siblings[pkg]; ok && dir != s.Dir {
		for level := range conditionSets {
			if file, ok := s.moduleOf(dir, module, level); ok {
				return file, true
			}
		}
		return s.unbuilt(dir, module)
	}
	return "", false
}

// moduleOf finds the file that tells the types of a module in the folder of a package,
// under the conditions of a level.
func (s *Set) moduleOf(folder, module string, level int) (string, bool) {
	at := located{folder, module, level}
	file, known := look(s.places, s.places.located, at)
	if !known {
		if len(s.folder(folder)) == 0 && (module == "." || len(s.folder(path.Dir(path.Join(folder, module)))) == 0) {
			return "", false // there is no such package
		}
		file, _ = s.typedModule(folder, module, conditionSets[level])
		note(s.places, s.places.located, at, file)
	}
	return file, file != ""
}

// unbuilt finds the source of a module of a package beside this one that is not built yet.
func (s *Set) unbuilt(folder, module string) (string, bool) {
	m := s.manifest(folder)
	if m == nil {
		return "", false
	}
	e, ok := m.entry(module)
	if !ok {
		return "", false
	}
	file, ok := s.entryFile(folder, e)
	return file, ok && typed(file)
}
