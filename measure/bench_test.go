package main

import (
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"runtime"
	"strings"
	"testing"
	"time"

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
// core. Packages around the library are not used, as the transpiler uses none. The
// three take turns, and the fastest turn of each counts: what else the machine does
// comes and goes, and holds up all alike.
func BenchmarkLibrary(b *testing.B) {
	defer runtime.GOMAXPROCS(runtime.GOMAXPROCS(1))
	for _, s := range samples(b) {
		works := []struct {
			name string
			do   func() error
		}{{"parse", s.parse}, {"read", func() error { return s.read(nil) }}, {"transpiler", s.transpile}}
		b.Run(s.name, func(b *testing.B) {
			fastest := map[string]time.Duration{}
			for b.Loop() {
				for _, w := range works {
					runtime.GC() // each begins with what it needs, not with what others left
					start := time.Now()
					if err := w.do(); err != nil {
						b.Fatal(w.name, err)
					}
					if took := time.Since(start); fastest[w.name] == 0 || took < fastest[w.name] {
						fastest[w.name] = took
					}
				}
			}
			most := peak(func(look func()) {
				if err := s.read(func(int, int) { look() }); err != nil {
					b.Fatal(err)
				}
			})
			for name, took := range fastest {
				b.ReportMetric(float64(took.Nanoseconds()), name+"-ns")
			}
			b.ReportMetric(most/float64(s.bytes), "memory-x-source")
		})
	}
}

// parse parses all files.
func (s *sample) parse() error {
	for name, text := range s.files {
		syntax.Parse(name, text)
	}
	return nil
}

// read reads the library, from the files on disk.
func (s *sample) read(progress func(done, all int)) error {
	_, err := reading.Read(os.DirFS(s.dir), reading.Options{Name: "sample", Progress: progress})
	return err
}

// transpile transforms all files, from the files on disk as reading does.
func (s *sample) transpile() error {
	for name := range s.files {
		text, err := os.ReadFile(name)
		if err != nil {
			return err
		}
		loader := api.LoaderTS
		if strings.HasSuffix(name, "x") {
			loader = api.LoaderTSX
		}
		if made := api.Transform(string(text), api.TransformOptions{Loader: loader}); len(made.Errors) > 0 {
			return fmt.Errorf("%s: %s", name, made.Errors[0].Text)
		}
	}
	return nil
}
