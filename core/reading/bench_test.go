package reading

import (
	"io/fs"
	"os"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/contract"
	"steadysocket/demo"
)

// BenchmarkReadTheDemo reads the demo library as it is released.
func BenchmarkReadTheDemo(b *testing.B) {
	dir := b.TempDir()
	if err := demo.Lay(dir, "2.1.0"); err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	for b.Loop() {
		r, err := Read(os.DirFS(dir), Options{Library: "Fairlead", Source: contract.SourceInfo{Kind: "directory"}})
		if err != nil || len(r.Listing.Components) < 15 {
			b.Fatal(err)
		}
	}
}

// BenchmarkAgain reads a source again: after nothing changed, and after one file
// did. Cold is the same without what was kept.
func BenchmarkAgain(b *testing.B) {
	files := copied(b, os.DirFS("../../console/node_modules/react-aria-components"))
	around := fs.FS(files)
	name := ""
	for n := range files {
		if strings.HasSuffix(n, "/Button.d.ts") && (name == "" || len(n) < len(name)) {
			name = n
		}
	}
	read := func(kept Kept) *Result {
		r, err := Read(around, Options{Kept: kept})
		if err != nil {
			b.Fatal(err)
		}
		return r
	}
	b.Run("cold", func(b *testing.B) {
		for b.Loop() {
			read(nil)
		}
	})
	kept := shelf{}
	read(kept)
	b.Run("nothing-changed", func(b *testing.B) {
		for b.Loop() {
			read(kept)
		}
	})
	b.Run("one-file-changed", func(b *testing.B) {
		n := 0
		for b.Loop() {
			n++
			files[name] = &fstest.MapFile{Data: append([]byte(strings.Repeat("\n", n%7+1)), files[name].Data...)}
			read(kept)
		}
	})
}
