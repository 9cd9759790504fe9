// This file finds the files of other packages: in node_modules, and beside the
// package that is read in one source.

package modules

import (
	"path"
	"strings"

	"github.com/Masterminds/semver/v3"
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
	for dir := from; ; dir = path.Dir(dir) {
		if path.Base(dir) != "node_modules" && s.holdsPackages(dir) {
			for _, candidate := range []string{pkg, types} {
				folder := path.Join(dir, "node_modules", candidate)
				if file, ok := s.moduleOf(folder, module); ok {
					return file, true
				}
			}
		}
		if dir == "." || dir == "/" {
			break
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
		return s.moduleOf(dir, module)
	}
	return "", false
}

// moduleOf finds the file of a module in the folder of a package. Files that
// hold no types are passed over.
func (s *Set) moduleOf(folder, module string) (string, bool) {
	at := located{folder, module}
	file, known := look(s.places, s.places.located, at)
	if !known {
		m := s.manifest(folder)
		if m == nil {
			return "", false
		}
		var ok bool
		if file, ok = s.moduleBy(folder, m, module); !ok {
			file = ""
		}
		note(s.places, s.places.located, at, file)
	}
	return file, file != ""
}

// moduleBy finds it by the manifest of the package.
func (s *Set) moduleBy(folder string, m *Manifest, module string) (string, bool) {
	exports := len(m.Exports.Keys) > 0 || m.Exports.Text != ""
	if !exports {
		for _, target := range m.TypesVersions.redirect(module, m.Types, m.Typings) {
			if file, ok := s.file(path.Join(folder, target)); ok {
				return file, typed(file)
			}
		}
		if module != "." {
			at := path.Join(folder, module)
			if inner := s.manifest(at); inner != nil { // a folder of its own
				if file, ok := s.typesOf(at, inner, "."); ok {
					return file, true
				}
			}
			file, ok := s.file(at)
			return file, ok && typed(file)
		}
	}
	if file, ok := s.typesOf(folder, m, module); ok || module != "." || exports {
		return file, ok
	}
	file, ok := s.file(path.Join(folder, "index.d.ts")) // main leads to no types, as for Node's own resolution
	return file, ok
}

// typesOf finds the file that tells the types of a module.
func (s *Set) typesOf(folder string, m *Manifest, module string) (string, bool) {
	e, ok := m.typeEntry(module)
	if !ok {
		return "", false
	}
	file, ok := s.firstFile(folder, e.Targets)
	if !strings.Contains(folder, "node_modules") && !ok {
		file, ok = s.entryFile(folder, e) // a package beside this one, not built yet
	}
	return file, ok && typed(file)
}

// typed reports whether a file of another package tells types.
func typed(file string) bool {
	return strings.HasSuffix(file, "ts") || strings.HasSuffix(file, ".tsx")
}

// compiler is the version of TypeScript for which typesVersions and conditions are read.
var compiler = semver.MustParse("5.9.0")

// forCompiler reports whether a range of versions holds that of the compiler.
func forCompiler(versions string) bool {
	r, err := semver.NewConstraint(versions)
	return err == nil && r.Check(compiler)
}

// redirect gives the files that a typesVersions table names for a module.
func (o Ordered) redirect(module string, main ...string) []string {
	for i, key := range o.Keys {
		if key != "*" && !forCompiler(key) {
			continue
		}
		paths := []string{strings.TrimPrefix(module, "./")}
		if module == "." {
			paths = append(main, "index.d.ts", ".")
		}
		var found []string
		for _, p := range paths {
			p = strings.TrimPrefix(p, "./")
			if p == "" {
				continue
			}
			for j, pattern := range o.Values[i].Keys {
				if rest, ok := matchStar(pattern, p); ok {
					for _, target := range o.Values[i].Values[j].Targets() {
						found = append(found, strings.Replace(target, "*", rest, 1))
					}
					break
				}
			}
		}
		return found
	}
	return nil
}
