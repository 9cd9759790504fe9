// This file finds the file that tells the types of a module of another package, where the
// compiler finds it. Source of the method: the rules for packages in Node's documentation
// of modules, and for their types in TypeScript's reference on modules ("bundler").

package modules

import (
	"cmp"
	"path"
	"slices"
	"strings"

	"github.com/Masterminds/semver/v3"
)

// typeEndings are the endings of the files that tell types of what a name ends in, best
// first; other endings are those of texts, images and the like.
var typeEndings = map[string][]string{
	"":     {".ts", ".tsx", ".d.ts"},
	".js":  {".ts", ".tsx", ".d.ts"},
	".ts":  {".ts", ".tsx", ".d.ts"},
	".jsx": {".tsx", ".ts", ".d.ts"},
	".tsx": {".tsx", ".ts", ".d.ts"},
	".mjs": {".mts", ".d.mts"},
	".mts": {".mts", ".d.mts"},
	".cjs": {".cts", ".d.cts"},
	".cts": {".cts", ".d.cts"},
}

// conditionSets are the conditions of an exports map that lead to types, those of the
// compiler first; what only other ways of loading reach is better than nothing.
var conditionSets = [][]string{{"types", "import", "default"}, {"types", "require", "node", "browser", "default"}}

// typed reports whether a file tells types.
func typed(file string) bool {
	return strings.HasSuffix(file, "ts") || strings.HasSuffix(file, ".tsx")
}

// typedFile gives the file itself, where it tells types, or that beside it which does.
func (s *Set) typedFile(name string) (string, bool) {
	if typed(name) {
		return s.isFile(name)
	}
	return s.typedBeside(name)
}

// typedBeside finds what tells the types of a file by its ending.
func (s *Set) typedBeside(name string) (string, bool) {
	ext := path.Ext(name)
	if ext == "" {
		return "", false
	}
	stem := strings.TrimSuffix(strings.TrimSuffix(name, ext), ".d")
	tried, code := typeEndings[ext]
	if !code {
		tried = []string{".d" + ext + ".ts"}
	}
	return s.firstEnding(stem, tried)
}

func (s *Set) firstEnding(stem string, tried []string) (string, bool) {
	for _, ending := range tried {
		if found, ok := s.isFile(stem + ending); ok {
			return found, true
		}
	}
	return "", false
}

// typedPath finds what tells the types of a path with or without ending.
func (s *Set) typedPath(name string) (string, bool) {
	if found, ok := s.typedBeside(name); ok {
		return found, true
	}
	return s.firstEnding(name, typeEndings[""])
}

// typedFolder finds what tells the types of a folder, by its manifest where it has one.
func (s *Set) typedFolder(folder string, m *Manifest) (string, bool) {
	main := ""
	if m != nil {
		main = cmp.Or(m.Typings, m.Types, m.Main)
	}
	if main != "" {
		main = path.Clean(main)
	}
	load := func(name string) (string, bool) {
		if found, ok := s.typedFile(name); ok {
			return found, true
		}
		if found, ok := s.typedPath(name); ok {
			return found, true
		}
		return s.firstEnding(path.Join(name, "index"), typeEndings[""])
	}
	if m != nil && !strings.HasPrefix(main, "..") {
		if found, sent := s.redirect(folder, m, cmp.Or(main, "index"), load); sent {
			return found, found != ""
		}
	}
	if main != "" {
		if found, ok := load(path.Join(folder, main)); ok {
			return found, true
		}
	}
	return s.firstEnding(path.Join(folder, "index"), typeEndings[""])
}

// typedModule finds what tells the types of a module of the package in a folder, under
// such conditions.
func (s *Set) typedModule(folder, module string, conditions []string) (string, bool) {
	m := s.manifest(folder)
	at := path.Join(folder, module)
	if m != nil && m.Exports.given() {
		return s.exported(folder, m, module, conditions) // what is not listed cannot be imported
	}
	if module == "." {
		return s.typedFolder(folder, m)
	}
	load := func(name string) (string, bool) {
		if found, ok := s.typedPath(name); ok {
			return found, true
		}
		return s.typedFolder(name, s.manifest(name))
	}
	if m != nil && s.manifest(at) == nil {
		if found, sent := s.redirect(folder, m, strings.TrimPrefix(module, "./"), load); sent {
			return found, found != ""
		}
	}
	return load(at)
}

// redirect finds where the table of versions of a package sends a path, and what load
// makes of that, "" for nothing. A path that is sent elsewhere stands for nothing here.
func (s *Set) redirect(folder string, m *Manifest, name string, load func(name string) (string, bool)) (file string, sent bool) {
	name = strings.TrimPrefix(name, "./")
	for i, versions := range m.TypesVersions.Keys {
		if versions != "*" && !forCompiler(versions) {
			continue
		}
		table := m.TypesVersions.Values[i]
		best, rest := -1, ""
		for j, pattern := range table.Keys {
			if inner, ok := matchStar(pattern, name); ok && (best < 0 || longerStar(pattern, table.Keys[best])) {
				best, rest = j, inner
			}
		}
		if best < 0 {
			return "", false // of several ranges that hold the compiler the first counts
		}
		for _, to := range table.Values[best].List {
			at := path.Join(folder, to.Text)
			if strings.Contains(table.Keys[best], "*") {
				at = path.Join(folder, strings.Replace(to.Text, "*", rest, 1))
			}
			if found, ok := s.typedFile(at); ok && path.Ext(to.Text) != "" && found == at {
				return found, true
			}
			if found, ok := load(at); ok {
				return found, true
			}
		}
		return "", true
	}
	return "", false
}

// longerStar reports whether a pattern says more than another of what it matches: without
// a star all, else the more stands before the star.
func longerStar(pattern, than string) bool {
	before, _, star := strings.Cut(pattern, "*")
	other, _, otherStar := strings.Cut(than, "*")
	return star != otherStar && !star || star == otherStar && len(before) > len(other)
}

// exported finds what tells the types of a module that the exports map of a package gives
// out under such conditions.
func (s *Set) exported(folder string, m *Manifest, module string, conditions []string) (string, bool) {
	if !m.lists() {
		if module != "." {
			return "", false
		}
		return s.exportTarget(folder, m.Exports, "", conditions)
	}
	best, rest := -1, ""
	for i, key := range m.Exports.Keys {
		if key == module && !strings.Contains(key, "*") && !strings.HasSuffix(key, "/") {
			return s.exportTarget(folder, m.Exports.Values[i], "", conditions)
		}
		inner, ok := matchStar(key, module)
		if before, folder := strings.CutSuffix(key, "/"); folder && !strings.Contains(key, "*") {
			inner, ok = strings.CutPrefix(module, before+"/")
		}
		if ok && (best < 0 || longerStar(key, m.Exports.Keys[best])) {
			best, rest = i, inner
		}
	}
	if best < 0 {
		return "", false
	}
	return s.exportTarget(folder, m.Exports.Values[best], rest, conditions)
}

// exportTarget finds what tells the types of a target of an exports map: of several
// conditions the first that holds and leads somewhere, in the order of the map.
func (s *Set) exportTarget(folder string, target Ordered, star string, conditions []string) (string, bool) {
	if to := target.Text; to != "" {
		inner, ok := strings.CutPrefix(to, "./")
		if !ok || slices.ContainsFunc(strings.Split(inner, "/"), func(part string) bool { return part == ".." || part == "." || part == "node_modules" }) {
			return "", false
		}
		switch {
		case strings.Contains(to, "*"):
			inner = strings.ReplaceAll(inner, "*", star)
		case strings.HasSuffix(to, "/"):
			inner += star
		case star != "":
			return "", false
		}
		return s.typedFile(path.Join(folder, inner))
	}
	for _, inner := range target.List {
		if found, ok := s.exportTarget(folder, inner, star, conditions); ok {
			return found, true
		}
	}
	for i, key := range target.Keys {
		if slices.Contains(conditions, key) || typesFor(key) {
			if found, ok := s.exportTarget(folder, target.Values[i], star, conditions); ok {
				return found, true
			}
		}
	}
	return "", false
}

// compiler is the version of TypeScript for which typesVersions and conditions are read.
var compiler = semver.MustParse("5.9.0")

// forCompiler reports whether a range of versions holds that of the compiler.
func forCompiler(versions string) bool {
	r, err := semver.NewConstraint(versions)
	return err == nil && r.Check(compiler)
}

// typesFor reports whether a condition names types for versions of the compiler among
// which is ours: types@>=5.2.
func typesFor(condition string) bool {
	of, is := strings.CutPrefix(condition, "types@")
	return is && forCompiler(of)
}
