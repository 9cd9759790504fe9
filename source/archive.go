// This file reads package archives into memory, with every limit that hostile
// input asks for.

package source

import (
	"archive/tar"
	"bytes"
	"compress/gzip"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path"
	"sort"
	"strings"
	"time"
)

func openArchive(name string) (*Source, error) {
	f, err := os.Open(name)
	if err != nil {
		return nil, &Error{name, err.Error(), ""}
	}
	defer f.Close()
	zipped, err := gzip.NewReader(f)
	if err != nil {
		return nil, &Error{name, "this is not a gzip file: " + err.Error(), "give an archive as npm pack makes it"}
	}
	tree, err := readTar(name, zipped)
	if err != nil {
		return nil, err
	}
	// A package archive has one folder that holds everything.
	if top := tree.children["."]; len(top) == 1 && top[0].IsDir() {
		inner, err := fs.Sub(tree, top[0].Name())
		if err != nil {
			return nil, &Error{name, err.Error(), ""}
		}
		return &Source{FS: inner, Kind: Archive, Path: name}, nil
	}
	return &Source{FS: tree, Kind: Archive, Path: name}, nil
}

// readTar reads the plain files of a tar stream. Links are left out; a path
// that leads out of the archive refuses it whole.
func readTar(source string, r io.Reader) (*memory, error) {
	tree := newMemory()
	stream := tar.NewReader(r)
	total := int64(0)
	for {
		header, err := stream.Next()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return nil, &Error{source, "the archive is broken: " + err.Error(), ""}
		}
		name := path.Clean(strings.TrimPrefix(header.Name, "./"))
		if !fs.ValidPath(name) {
			return nil, &Error{source, fmt.Sprintf("the archive holds the path %q, which leads out of it", header.Name), "pack it again from its own folder"}
		}
		if header.Typeflag != tar.TypeReg {
			continue
		}
		if header.Size > MaxFile {
			return nil, &Error{source, fmt.Sprintf("%s has %d bytes; at most %d a file are read", name, header.Size, MaxFile), ""}
		}
		if total += header.Size; total > MaxTotal || len(tree.files) >= MaxFiles {
			return nil, &Error{source, fmt.Sprintf("it unpacks to more than %d bytes or %d files", MaxTotal, MaxFiles), ""}
		}
		data, err := io.ReadAll(io.LimitReader(stream, header.Size))
		if err != nil {
			return nil, &Error{source, "the archive is broken: " + err.Error(), ""}
		}
		tree.add(name, data)
	}
	tree.seal()
	return tree, nil
}

// memory is a read-only file system in memory.
type memory struct {
	files    map[string]*memoryFile
	children map[string][]fs.DirEntry
}

type memoryFile struct {
	name string
	data []byte
	dir  bool
}

func newMemory() *memory {
	return &memory{map[string]*memoryFile{".": {name: ".", dir: true}}, map[string][]fs.DirEntry{}}
}

// add puts a file in place, with the folders above it. A file named twice keeps
// its last content, as unpacking would.
func (m *memory) add(name string, data []byte) {
	m.files[name] = &memoryFile{name: path.Base(name), data: data}
	for dir := path.Dir(name); dir != "."; dir = path.Dir(dir) {
		if _, ok := m.files[dir]; ok {
			break
		}
		m.files[dir] = &memoryFile{name: path.Base(dir), dir: true}
	}
}

func (m *memory) seal() {
	for name, file := range m.files {
		if name != "." {
			dir := path.Dir(name)
			m.children[dir] = append(m.children[dir], file)
		}
	}
	for _, list := range m.children {
		sort.Slice(list, func(i, j int) bool { return list[i].Name() < list[j].Name() })
	}
}

// Open implements fs.FS.
func (m *memory) Open(name string) (fs.File, error) {
	file, ok := m.files[name]
	if !ok || !fs.ValidPath(name) {
		return nil, &fs.PathError{Op: "open", Path: name, Err: fs.ErrNotExist}
	}
	if file.dir {
		return &openDir{file, m.children[name], 0}, nil
	}
	return &openFile{file, bytes.NewReader(file.data)}, nil
}

// ReadFile implements fs.ReadFileFS.
func (m *memory) ReadFile(name string) ([]byte, error) {
	file, ok := m.files[name]
	if !ok || file.dir {
		return nil, &fs.PathError{Op: "read", Path: name, Err: fs.ErrNotExist}
	}
	return bytes.Clone(file.data), nil
}

// ReadDir implements fs.ReadDirFS.
func (m *memory) ReadDir(name string) ([]fs.DirEntry, error) {
	if file, ok := m.files[name]; !ok || !file.dir {
		return nil, &fs.PathError{Op: "read", Path: name, Err: fs.ErrNotExist}
	}
	return m.children[name], nil
}

func (f *memoryFile) Name() string               { return f.name }
func (f *memoryFile) IsDir() bool                { return f.dir }
func (f *memoryFile) Type() fs.FileMode          { return f.Mode().Type() }
func (f *memoryFile) Info() (fs.FileInfo, error) { return f, nil }
func (f *memoryFile) Size() int64                { return int64(len(f.data)) }
func (f *memoryFile) ModTime() time.Time         { return time.Time{} }
func (f *memoryFile) Sys() any                   { return nil }
func (f *memoryFile) Mode() fs.FileMode {
	if f.dir {
		return fs.ModeDir | 0o555
	}
	return 0o444
}

type openFile struct {
	*memoryFile
	*bytes.Reader
}

func (f *openFile) Stat() (fs.FileInfo, error) { return f.memoryFile, nil }
func (f *openFile) Close() error               { return nil }
func (f *openFile) Size() int64                { return f.memoryFile.Size() }

type openDir struct {
	*memoryFile
	entries []fs.DirEntry
	next    int
}

func (d *openDir) Stat() (fs.FileInfo, error) { return d.memoryFile, nil }
func (d *openDir) Close() error               { return nil }
func (d *openDir) Read([]byte) (int, error) {
	return 0, &fs.PathError{Op: "read", Path: d.name, Err: errors.New("is a directory")}
}

func (d *openDir) ReadDir(n int) ([]fs.DirEntry, error) {
	rest := d.entries[d.next:]
	if n <= 0 {
		d.next = len(d.entries)
		return rest, nil
	}
	if len(rest) == 0 {
		return nil, io.EOF
	}
	rest = rest[:min(n, len(rest))]
	d.next += len(rest)
	return rest, nil
}
