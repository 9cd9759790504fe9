// This file lays the packages that are installed around a source under it.

package source

import (
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
)

// maxAround bounds how many folders above a source are looked at.
const maxAround = 10

// Around lists the folders of installed packages around a source, nearest first: beside
// it, or beside a folder above. Of a source that is a link, those around what it leads to
// come first, then those around the link. Archives have none.
func Around(text string) []string {
	path, _ := SplitRef(text)
	info, err := os.Stat(path)
	if err != nil || !info.IsDir() {
		return nil
	}
	dir, err := filepath.Abs(path)
	if err != nil {
		return nil
	}
	var list []string
	starts := []string{dir}
	if real, err := filepath.EvalSymlinks(dir); err == nil && real != dir {
		starts = []string{real, dir}
	}
	for _, start := range starts {
		above(start, func(dir string) bool {
			folder := filepath.Join(dir, modules)
			if filepath.Base(dir) == modules {
				folder = dir
			}
			if info, err := os.Stat(folder); err == nil && info.IsDir() && !slices.Contains(list, folder) {
				list = append(list, folder)
			}
			return true
		})
	}
	return list
}

// above visits dir and the folders above it, until visit says no more.
func above(dir string, visit func(dir string) bool) {
	for range maxAround {
		if !visit(dir) || filepath.Dir(dir) == dir {
			return
		}
		dir = filepath.Dir(dir)
	}
}

// roots are files and folders that stand in the top folder of a project.
var roots = []string{".git", "pnpm-workspace.yaml", "pnpm-lock.yaml", "package-lock.json", "yarn.lock", "npm-shrinkwrap.json", "bun.lock"}

// projectOf gives the folder of the project that holds dir: the nearest one with a
// repository or a lock file, else the last of the folders that hold packages around it.
func projectOf(dir string, around []string) string {
	found := ""
	above(dir, func(dir string) bool {
		for _, name := range roots {
			if _, err := os.Lstat(filepath.Join(dir, name)); err == nil {
				found = dir
				return false
			}
		}
		return true
	})
	if found == "" && len(around) > 0 {
		found = filepath.Dir(around[len(around)-1])
	}
	return found
}

// With makes installed packages visible in the source's own node_modules, where it has
// not got them: what stands in a folder earlier in the list is taken first. Packages that
// are links (as package managers make them that keep each version once, and workspaces)
// have their real path: see surrounded.RealPath.
func (s *Source) With(folders []string) {
	around := &surrounded{own: s.FS}
	open := func(folder string) fs.FS {
		root, err := os.OpenRoot(folder)
		if err != nil {
			return nil // gone since it was found: as if it had not been there
		}
		before := s.close
		s.close = func() error {
			if before != nil {
				defer before()
			}
			return root.Close()
		}
		return rootFS{root}
	}
	for _, folder := range folders {
		if fsys := open(folder); fsys != nil {
			around.packages = append(around.packages, installed{fsys, realOf(folder)})
		}
	}
	if len(around.packages) == 0 {
		return
	}
	dir := filepath.Dir(folders[0])
	if s.Kind == Directory {
		around.dir = realOf(s.Path)
		dir = around.dir
	}
	if around.projectDir = projectOf(dir, folders); around.projectDir != "" {
		around.project = open(around.projectDir)
	}
	s.FS = around
}

// realOf gives a path without links, absolute; the path itself where it cannot be told.
func realOf(path string) string {
	if absolute, err := filepath.Abs(path); err == nil {
		path = absolute
	}
	if real, err := filepath.EvalSymlinks(path); err == nil {
		path = real
	}
	return path
}

// surrounded is a source with installed packages around it.
type surrounded struct {
	own        fs.FS
	dir        string // of own, without links; "" where it is no directory
	packages   []installed
	project    fs.FS // the project that holds them, nil for none
	projectDir string
}

// installed is a folder of installed packages with its path, without links.
type installed struct {
	fs.FS
	dir string
}

const modules = "node_modules"

// Elsewhere is the folder under which packages of the same project appear that stand
// neither in the source nor in a folder of installed packages: those of a workspace.
const Elsewhere = modules + "/.project"

// look opens a name in the source, else in the folders around it.
func look[T any](s *surrounded, name string, open func(fsys fs.FS, name string) (T, error)) (T, error) {
	if rest, ok := strings.CutPrefix(name, Elsewhere); ok && s.project != nil && (rest == "" || rest[0] == '/') {
		if rest == "" {
			rest = "/."
		}
		return open(s.project, rest[1:])
	}
	found, err := open(s.own, name)
	rest, inside := strings.CutPrefix(name, modules+"/")
	if name == modules {
		rest, inside = ".", true
	}
	if err == nil || !inside {
		return found, err
	}
	// It is not there, or a link that leads out of the source.
	for _, p := range s.packages {
		if found, err := open(p, rest); err == nil {
			return found, nil
		}
	}
	return found, err
}

// RealPath gives the path under which a folder appears once all links are followed: what
// stands in the folder of a package that is a link sees the packages beside its real path,
// not those beside the link. Links that lead out of the project are not followed. It gives
// the name itself where nothing of it is a link, or nothing is there.
func (s *surrounded) RealPath(name string) string {
	rest, inside := strings.CutPrefix(name, modules+"/")
	at := ""
	switch under, elsewhere := strings.CutPrefix(name, Elsewhere+"/"); {
	case elsewhere && s.project != nil:
		at = existing(s.projectDir, under)
	case s.dir != "" && existing(s.dir, name) != "":
		at = existing(s.dir, name)
	case inside:
		for _, p := range s.packages {
			if at = existing(p.dir, rest); at != "" {
				break
			}
		}
	}
	if at == "" {
		return name
	}
	real, err := filepath.EvalSymlinks(at)
	if err != nil || real == at {
		return name
	}
	if s.dir == real {
		return "."
	}
	if s.dir != "" {
		if rel, ok := within(s.dir, real); ok {
			return rel
		}
	}
	for i, p := range s.packages {
		if rel, ok := within(p.dir, real); ok && !s.hidden(rel, i) {
			return modules + "/" + rel
		}
	}
	if s.project != nil {
		if rel, ok := within(s.projectDir, real); ok {
			return Elsewhere + "/" + rel
		}
	}
	return name
}

// hidden reports whether a path in the nth folder of packages is hidden by one that comes
// before it.
func (s *surrounded) hidden(rel string, n int) bool {
	if s.dir != "" && existing(s.dir, modules+"/"+rel) != "" {
		return true
	}
	return slices.ContainsFunc(s.packages[:n], func(p installed) bool { return existing(p.dir, rel) != "" })
}

// existing gives the path of something in dir, "" where it is not there.
func existing(dir, name string) string {
	at := filepath.Join(dir, filepath.FromSlash(name))
	if _, err := os.Stat(at); err != nil {
		return ""
	}
	return at
}

// within gives the path of what stands in dir.
func within(dir, path string) (string, bool) {
	rel, err := filepath.Rel(dir, path)
	if err != nil || rel == "." || !filepath.IsLocal(rel) {
		return "", false
	}
	return filepath.ToSlash(rel), true
}

func (s *surrounded) Open(name string) (fs.File, error) {
	return look(s, name, func(fsys fs.FS, name string) (fs.File, error) { return fsys.Open(name) })
}

func (s *surrounded) Stat(name string) (fs.FileInfo, error) { return look(s, name, fs.Stat) }

func (s *surrounded) ReadFile(name string) ([]byte, error) { return look(s, name, fs.ReadFile) }

// ReadDir lists a folder; of node_modules itself, the nearest one that is there.
func (s *surrounded) ReadDir(name string) ([]fs.DirEntry, error) { return look(s, name, fs.ReadDir) }

// errNoFile says that something is neither a file nor a folder.
var errNoFile = errors.New("is neither a file nor a folder")

// rootFS is a directory of which only files and folders are opened, and no link that leads
// out of it: opening a pipe would wait for its other end.
type rootFS struct{ root *os.Root }

func (r rootFS) Open(name string) (fs.File, error) {
	if !fs.ValidPath(name) {
		return nil, &fs.PathError{Op: "open", Path: name, Err: fs.ErrInvalid}
	}
	f, err := r.root.OpenFile(name, os.O_RDONLY|nonblocking, 0)
	if err != nil {
		return nil, err
	}
	info, err := f.Stat()
	if err == nil && !info.Mode().IsRegular() && !info.IsDir() {
		err = &fs.PathError{Op: "open", Path: name, Err: errNoFile}
	}
	if err != nil {
		f.Close()
		return nil, err
	}
	return f, nil
}

func (r rootFS) Stat(name string) (fs.FileInfo, error) { return r.root.Stat(filepath.FromSlash(name)) }

func (r rootFS) ReadDir(name string) ([]fs.DirEntry, error) {
	f, err := r.Open(name)
	if err != nil {
		return nil, err
	}
	defer f.Close() // what was listed counts
	dir, ok := f.(fs.ReadDirFile)
	if !ok {
		return nil, &fs.PathError{Op: "readdir", Path: name, Err: errors.ErrUnsupported}
	}
	list, err := dir.ReadDir(-1)
	slices.SortFunc(list, func(a, b fs.DirEntry) int { return strings.Compare(a.Name(), b.Name()) })
	return list, err
}
