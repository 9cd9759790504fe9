// This file compares published libraries with themselves: what is read, written, read
// again, packed and compared is one library, so that nothing may differ.

package main

import (
	"archive/tar"
	"bytes"
	"compress/gzip"
	"context"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"time"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/reading"
	"steadysocket/source"
)

// itself is what came of comparing one library with itself. All but the counts of what
// there is should be 0.
type itself struct {
	library
	Components, Types int
	Incomplete        int           // components whose types were not all there
	Bytes             int           // of the listing
	Problems          int           // of the listing when it is read back
	Rewritten         int           // bytes by which it differs when it is written again
	Kept              int           // contracts that a store could not read back
	Self              int           // changes between the reading and what was read back
	Archive           int           // changes between the folder and an archive of it, both ways
	Read, Compared    time.Duration // one reading, one comparison
}

// wrong counts what differs.
func (i *itself) wrong() int { return i.Problems + i.Rewritten + i.Kept + i.Self + i.Archive }

// compareItself reads the package in a folder and compares it with itself.
func compareItself(dir string) (*itself, error) {
	start := time.Now()
	l, err := read(dir, true)
	if err != nil {
		return nil, err
	}
	out := &itself{Read: time.Since(start), Components: len(l.Components), Types: len(l.Types)}
	for i := range l.Components {
		c := &l.Components[i]
		if !c.Complete {
			out.Incomplete++
		}
		bare := c.Canonical()
		body, err := bare.JSON()
		if err != nil {
			return nil, err
		}
		kept, err := contract.ParseKept(c.Component, body)
		if err != nil {
			out.Kept++
			continue
		}
		bare.Hashes()
		kept.Hashes()
		if kept.ContentHash != bare.ContentHash || kept.InterfaceHash != bare.InterfaceHash {
			out.Kept++
		}
	}
	data, err := l.JSON()
	if err != nil {
		return nil, err
	}
	out.Bytes = len(data)
	again, err := contract.ParseListing("listing", data)
	if err != nil {
		out.Problems = strings.Count(err.Error(), "\n") + 1
		return out, nil
	}
	written, err := again.JSON()
	if err != nil {
		return nil, err
	}
	if !bytes.Equal(data, written) {
		out.Rewritten = max(1, len(data)-len(written), len(written)-len(data))
	}
	start = time.Now()
	out.Self = len(change.Compare(l, again, change.Options{}).Changes)
	out.Compared = time.Since(start)
	out.Self += len(change.Compare(again, l, change.Options{}).Changes)
	packed, err := readPacked(dir)
	if err != nil {
		return nil, err
	}
	out.Archive = len(change.Compare(l, packed, change.Options{}).Changes) + len(change.Compare(packed, l, change.Options{}).Changes)
	return out, nil
}

// readPacked packs a folder as npm does, and reads the archive with the packages around
// the folder.
func readPacked(dir string) (*contract.Listing, error) {
	f, err := os.CreateTemp("", "packed-*.tgz")
	if err != nil {
		return nil, err
	}
	defer os.Remove(f.Name())
	zipped := gzip.NewWriter(f)
	stream := tar.NewWriter(zipped)
	root := os.DirFS(dir)
	err = fs.WalkDir(root, ".", func(name string, entry fs.DirEntry, err error) error {
		switch {
		case err != nil:
			return err
		case entry.IsDir() && entry.Name() == "node_modules":
			return fs.SkipDir
		case !entry.Type().IsRegular():
			return nil
		}
		data, err := fs.ReadFile(root, name)
		if err != nil {
			return err
		}
		if err := stream.WriteHeader(&tar.Header{Name: "package/" + name, Mode: 0o644, Size: int64(len(data))}); err != nil {
			return err
		}
		_, err = stream.Write(data)
		return err
	})
	for _, close := range []func() error{stream.Close, zipped.Close, f.Close} {
		if closed := close(); err == nil {
			err = closed
		}
	}
	if err != nil {
		return nil, err
	}
	src, err := source.Open(context.Background(), f.Name())
	if err != nil {
		return nil, err
	}
	defer src.Close()
	src.With(source.Around(dir))
	result, err := reading.Read(src.FS, reading.Options{})
	if err != nil {
		return nil, err
	}
	return result.Listing, nil
}

// measureItself compares the libraries of all lists with themselves and writes the figures
// down.
func measureItself(only, folder string) error {
	root, err := os.Getwd()
	if err != nil {
		return err
	}
	var rows []*itself
	for _, list := range []struct {
		text []byte
		with func(l library) []string
	}{{librariesText, reactFor}, {vueLibraries, beside("vue@3")}, {elementLibraries, beside()}} {
		err := eachLibrary(list.text, root, only, folder, list.with, func(dir string, l library) error {
			row, err := compareItself(filepath.Join(dir, "node_modules", filepath.FromSlash(l.Name)))
			if err != nil {
				return err
			}
			row.library = l
			fmt.Printf("%s %s: %d components, %d types, %d wrong; read in %v, compared in %v\n", l.Name, l.Version, row.Components, row.Types, row.wrong(), row.Read.Round(time.Millisecond), row.Compared.Round(time.Millisecond))
			rows = append(rows, row)
			if only != "" {
				return nil
			}
			return writeItself(rows) // each time: a run over all takes long
		})
		if err != nil {
			return err
		}
	}
	return nil
}

// writeItself puts the figures into their place.
func writeItself(rows []*itself) error {
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s.\n\n| library | components | incomplete | named types | listing | problems | written otherwise | not kept | changes from itself | from its archive | read | compared |\n|---|---|---|---|---|---|---|---|---|---|---|---|\n", time.Now().Format("2006-01-02"))
	for _, r := range rows {
		fmt.Fprintf(&b, "| %s %s | %d | %d | %d | %.1f MB | %d | %d | %d | %d | %d | %.2f s | %.2f s |\n", r.Name, r.Version, r.Components, r.Incomplete, r.Types, float64(r.Bytes)/1e6, r.Problems, r.Rewritten, r.Kept, r.Self, r.Archive, r.Read.Seconds(), r.Compared.Seconds())
	}
	return between(filepath.Join("docs", "reading.md"), "itself", b.String())
}
