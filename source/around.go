// This file finds the packages that are installed around a source, for the
// types that its own packages take from them.

package source

import (
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
)

// maxAround bounds how many folders up packages are looked for.
const maxAround = 10

// Around finds the folders of installed packages that an import in a source
// would reach, nearest first: node_modules in its folder and in those above it.
// An archive stands alone.
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
	for range maxAround {
		folder := filepath.Join(dir, "node_modules")
		if filepath.Base(dir) == "node_modules" {
			folder = dir
		}
		if info, err := os.Stat(folder); err == nil && info.IsDir() {
			list = append(list, folder)
		}
		parent := filepath.Dir(dir)
		if parent == dir {
			break
		}
		dir = parent
	}
	return list
}

// With puts folders of installed packages where the imports of a source look for
// them. What the source holds itself stays nearer.
func (s *Source) With(folders []string) {
	around := &surrounded{own: s.FS}
	for _, folder := range folders {
		root, err := os.OpenRoot(folder)
		if err != nil {
			continue // gone since it was found: as if it had not been there
		}
		around.packages = append(around.packages, root.FS())
		before := s.close
		s.close = func() error {
			if before != nil {
				defer before()
			}
			return root.Close()
		}
	}
	if len(around.packages) > 0 {
		s.FS = around
	}
}

// surrounded is a file system with packages beside it.
type surrounded struct {
	own      fs.FS
	packages []fs.FS
}

const modules = "node_modules"

// look calls open for the source, then for each folder around it, until one has
// the file.
func look[T any](s *surrounded, name string, open func(fsys fs.FS, name string) (T, error)) (T, error) {
	found, err := open(s.own, name)
	rest, inside := strings.CutPrefix(name, modules+"/")
	if name == modules {
		rest, inside = ".", true
	}
	if err == nil || !inside || !errors.Is(err, fs.ErrNotExist) {
		return found, err
	}
	for _, p := range s.packages {
		if found, err := open(p, rest); err == nil {
			return found, nil
		}
	}
	return found, err
}

func (s *surrounded) Open(name string) (fs.File, error) {
	return look(s, name, func(fsys fs.FS, name string) (fs.File, error) { return fsys.Open(name) })
}

func (s *surrounded) Stat(name string) (fs.FileInfo, error) { return look(s, name, fs.Stat) }

func (s *surrounded) ReadFile(name string) ([]byte, error) { return look(s, name, fs.ReadFile) }

func (s *surrounded) ReadDir(name string) ([]fs.DirEntry, error) { return look(s, name, fs.ReadDir) }
