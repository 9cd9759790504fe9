package main

import (
	"io/fs"
	"os"
	"path/filepath"
	"runtime"
	"strings"
	"testing"

	"github.com/evanw/esbuild/pkg/api"

	"steadysocket/core/reading"
	"steadysocket/core/syntax"
	"steadysocket/demo"
)

// sample is a library to measure with, and its own files.
type sample struct {
	name  string
	dir   string
	files map[string]string
	bytes int64
}

// samples are a library of sources and one of declarations.
func samples(b *testing.B) []sample {
	b.Helper()
	laid := b.TempDir()
	if err := demo.Lay(laid, "2.1.0"); err != nil {
		b.Fatal(err)
	}
	console, err := filepath.Abs("../console")
	if err != nil {
		b.Fatal(err)
	}
	list := []sample{
		{name: "demo-sources", dir: laid},
		{name: "react-aria-components-declarations", dir: filepath.Join(console, "node_modules", "react-aria-components")},
		{name: "console-sources", dir: filepath.Join(console, "src")},
	}
	for i := range list {
		s := &list[i]
		s.files = map[string]string{}
		err := filepath.WalkDir(s.dir, func(name string, entry fs.DirEntry, err error) error {
			if err != nil {
				return err
			}
			declarations := strings.HasSuffix(s.name, "declarations")
			if entry.IsDir() || !syntax.Parses(name) || declarations && !strings.HasSuffix(name, ".d.ts") || !declarations && !strings.Contains(name, ".ts") {
				return nil
			}
			data, err := os.ReadFile(name)
			s.files[name] = string(data)
			s.bytes += int64(len(data))
			return err
		})
		if err != nil || s.bytes == 0 {
			b.Fatal(s.name, err)
		}
	}
	return list
}

// BenchmarkLibrary holds our parsing, and our reading of whole contracts,
// against a general-purpose transpiler's transform of the same files, all on one
// core. Packages around the library are not used, as the transpiler uses none.
func BenchmarkLibrary(b *testing.B) {
	defer runtime.GOMAXPROCS(runtime.GOMAXPROCS(1))
	for _, s := range samples(b) {
		b.Run(s.name+"/parse", func(b *testing.B) {
			b.SetBytes(s.bytes)
			b.ReportAllocs()
			for b.Loop() {
				for name, text := range s.files {
					syntax.Parse(name, text)
				}
			}
		})
		b.Run(s.name+"/read", func(b *testing.B) {
			b.SetBytes(s.bytes)
			b.ReportAllocs()
			for b.Loop() {
				if _, err := reading.Read(os.DirFS(s.dir), reading.Options{Name: "sample"}); err != nil {
					b.Fatal(err)
				}
			}
		})
		b.Run(s.name+"/memory", func(b *testing.B) {
			var most float64
			for b.Loop() {
				most = max(most, peak(func(look func()) {
					if _, err := reading.Read(os.DirFS(s.dir), reading.Options{Name: "sample", Progress: func(int, int) { look() }}); err != nil {
						b.Fatal(err)
					}
				}))
			}
			b.ReportMetric(most/float64(s.bytes), "x-source")
		})
		b.Run(s.name+"/transpiler", func(b *testing.B) {
			b.SetBytes(s.bytes)
			b.ReportAllocs()
			for b.Loop() {
				for name := range s.files {
					text, err := os.ReadFile(name) // as reading does
					if err != nil {
						b.Fatal(err)
					}
					loader := api.LoaderTS
					if strings.HasSuffix(name, "x") {
						loader = api.LoaderTSX
					}
					api.Transform(string(text), api.TransformOptions{Loader: loader})
				}
			}
		})
	}
}
