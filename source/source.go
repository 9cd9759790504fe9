// Package source opens what is read, directories, git refs and package
// archives, as one kind of thing: a read-only file system. Everything is
// bounded, and nothing outside what was named is reached but the packages that
// are installed around it, where they are asked for.
package source

import (
	"context"
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
)

// Kind is what a source was opened from.
type Kind string

// The kinds of sources.
const (
	Directory Kind = "directory"
	Git       Kind = "git"
	Archive   Kind = "archive"
)

// Limits on what is opened from archives and git, in bytes and entries.
const (
	MaxFile  = 64 << 20
	MaxTotal = 1 << 30
	MaxFiles = 200_000
)

// Source is an opened source. Close must be called when it is done with.
type Source struct {
	FS     fs.FS
	Kind   Kind
	Path   string // as given, without the ref
	Ref    string // as given, "" for directories and archives
	Commit string // of git sources, and of directories in a repository
	Dirty  bool   // a directory in a repository has changes in it
	close  func() error
}

// Close frees what the source holds.
func (s *Source) Close() error {
	if s.close == nil {
		return nil
	}
	return s.close()
}

// Error is a source that could not be opened: what, why, and what would be right.
type Error struct {
	Source string
	Reason string
	Right  string
}

func (e *Error) Error() string {
	s := e.Source + ": " + e.Reason
	if e.Right != "" {
		s += "; " + e.Right
	}
	return s
}

// IsPath reports whether a text can only be a path, by its beginning: '.' or '/'.
func IsPath(text string) bool { return strings.HasPrefix(text, ".") || strings.HasPrefix(text, "/") }

// SplitRef takes a source's text apart at the @ of a git ref. Only a path that
// starts with '.' or '/' can carry one, and an existing path wins.
func SplitRef(text string) (path, ref string) {
	if _, err := os.Stat(text); err == nil || !IsPath(text) {
		return text, ""
	}
	for i := len(text) - 1; i > 0; i-- {
		if text[i] != '@' {
			continue
		}
		if info, err := os.Stat(text[:i]); err == nil && info.IsDir() {
			return text[:i], text[i+1:]
		}
	}
	return text, ""
}

// IsArchive reports whether a path is named like a package archive.
func IsArchive(path string) bool {
	return strings.HasSuffix(path, ".tgz") || strings.HasSuffix(path, ".tar.gz")
}

// Open opens a directory, ./dir@ref or an archive.
func Open(ctx context.Context, text string) (*Source, error) {
	path, ref := SplitRef(text)
	info, err := os.Stat(path)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return nil, &Error{text, "there is no such file or directory", "give a directory, ./dir@git-ref or a .tgz archive"}
	case err != nil:
		return nil, &Error{text, err.Error(), ""}
	case ref != "":
		return openGit(ctx, text, path, ref)
	case info.IsDir():
		return openDirectory(ctx, path)
	case !info.Mode().IsRegular():
		return nil, &Error{text, "this is neither a file nor a directory", "give a directory, ./dir@git-ref or a .tgz archive"}
	case IsArchive(path):
		return openArchive(path)
	}
	return nil, &Error{text, "this is neither a directory nor a .tgz archive", "give a directory, ./dir@git-ref or a .tgz archive"}
}

func openDirectory(ctx context.Context, path string) (*Source, error) {
	root, err := os.OpenRoot(path) // refuses links that lead out of the tree
	if err != nil {
		return nil, &Error{path, err.Error(), ""}
	}
	s := &Source{FS: rootFS{root}, Kind: Directory, Path: filepath.ToSlash(path), close: root.Close}
	s.Commit, s.Dirty = gitState(ctx, path)
	return s, nil
}
