// This file finds the modules of packages that list none: apps import the folders that
// stand beside the root.

package modules

import (
	"io/fs"
	"path"
	"strings"
)

// Folder is a module of a package that stands in a folder of its own.
type Folder struct {
	Module string // "./button"
	File   string // that it means
	Said   bool   // a manifest says so
}

// folderRules say which folders of a package without exports are modules of it. Any path
// of such a package can be imported; these are those that it is published for.
var folderRules = []struct {
	depth int // how many folders deep
	said  bool
	file  func(s *Set, dir, root string) (file string, ok bool)
	why   string
}{
	{2, true, (*Set).published, "a manifest that says nothing but which files a folder stands for was put there for those who import the folder"},
	{1, false, (*Set).declaredBeside, "declarations are published as they stand: where those of the root stand at the top, or there is no root, the folders beside it are as public"},
}

// Folders lists the folders that are modules of a package without exports, by path. root is
// the file behind the package itself, "" for none. Folders that builds write are left out:
// they hold the same once more. more says that there are others beyond the bound.
func (s *Set) Folders(root string) (found []Folder, more bool) {
	m := s.Manifest
	if m.Name == "" || m.Workspaces != nil || m.Exports.given() {
		return nil, false
	}
	var look func(dir string, depth int)
	look = func(dir string, depth int) {
		entries, _ := fs.ReadDir(s.FS, dir) // what cannot be looked into holds nothing for us
		for _, entry := range entries {
			inner := path.Join(dir, entry.Name())
			if !entry.IsDir() || HoldsNoSource(entry.Name()) || outputs[entry.Name()] {
				continue
			}
			for _, rule := range folderRules {
				if file, ok := rule.file(s, inner, root); depth <= rule.depth && ok {
					if more = len(found) == maxPatterns; more {
						return
					}
					found = append(found, Folder{"./" + s.Rel(inner), file, rule.said})
					break
				}
			}
			if depth < folderRules[0].depth && !more {
				look(inner, depth+1)
			}
		}
	}
	look(s.Dir, 1)
	return found, more
}

// published gives the file that the manifest of a folder says it stands for. One that
// has a name of its own, or depends on something, is that of another project.
func (s *Set) published(dir, _ string) (string, bool) {
	if !s.has(path.Join(dir, manifestName)) {
		return "", false
	}
	m, err := ReadManifest(s.FS, dir)
	if err != nil || m.Name != "" && m.Name != s.Manifest.Name+"/"+s.Rel(dir) || len(m.Dependencies)+len(m.DevDependencies) > 0 || m.Workspaces != nil {
		return "", false
	}
	return s.standsFor(dir, 0)
}

// declaredBeside gives the declarations of a folder's index, where those of the root
// stand beside the folder, or there are none.
func (s *Set) declaredBeside(dir, root string) (string, bool) {
	if root != "" && (path.Dir(root) != path.Dir(dir) || !strings.HasSuffix(root, ".d.ts")) {
		return "", false
	}
	return s.isFile(path.Join(dir, "index.d.ts"))
}

// Minified reports whether a file is a script without the names that people gave.
func Minified(file string) bool { return strings.HasSuffix(path.Base(file), ".min.js") }
