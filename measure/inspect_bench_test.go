package main

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"steadysocket/core/contract"
	"steadysocket/core/inspect"
	"steadysocket/core/reading"
	"steadysocket/core/usage"
	"steadysocket/demo"
)

// startScript times what a type checker does before it checks anything: it reads and
// parses all files of a project, resolves what they import, and binds their names.
const startScript = `
const [, , typescript, folder] = process.argv;
const ts = require(typescript);
const begin = performance.now();
const config = ts.parseJsonConfigFileContent(ts.readConfigFile(folder + '/tsconfig.json', ts.sys.readFile).config, ts.sys, folder);
const program = ts.createProgram(config.fileNames, { ...config.options, preserveSymlinks: true });
const parsed = performance.now();
program.getTypeChecker();
console.log(JSON.stringify({ lines: program.getSourceFiles().length, program: parsed - begin, start: performance.now() - begin }));
`

// filler is the code of an app beside its components.
const filler = `
export function total%[1]d(list: { pence: number; count: number }[], rebate = 0): number {
  let sum = 0;
  for (const item of list) {
    if (item.count <= 0) continue;
    sum += item.pence * item.count;
  }
  return Math.max(0, sum - Math.round((sum * rebate) / 100));
}

export const labels%[1]d: Record<string, string> = {
  open: 'Open',
  closed: 'Closed for the season',
  late: 'Running late',
};
`

// million lays out an app of at least a million lines: the demo's booking site many times
// over, with other code between. It gives the lines.
func million(b *testing.B, dir string) (lines int) {
	b.Helper()
	laid := b.TempDir()
	if err := demo.LayApp(laid, "booking"); err != nil {
		b.Fatal(err)
	}
	put := func(name, text string) {
		if err := os.MkdirAll(filepath.Dir(name), 0o755); err != nil {
			b.Fatal(err)
		}
		if err := os.WriteFile(name, []byte(text), 0o644); err != nil {
			b.Fatal(err)
		}
		lines += strings.Count(text, "\n")
	}
	files := map[string]string{}
	for _, pattern := range []string{"src/*.ts", "src/*/*.ts", "src/*/*.tsx"} {
		names, err := filepath.Glob(filepath.Join(laid, pattern))
		if err != nil {
			b.Fatal(err)
		}
		for _, name := range names {
			data, err := os.ReadFile(name)
			if err != nil {
				b.Fatal(err)
			}
			text := string(data)
			if !strings.HasSuffix(name, "index.ts") {
				for n := range 3 {
					text += fmt.Sprintf(filler, n)
				}
			}
			files[strings.TrimPrefix(name, filepath.Join(laid, "src")+"/")] = text
		}
	}
	for _, name := range []string{"package.json", "package-lock.json", "tsconfig.json"} {
		data, err := os.ReadFile(filepath.Join(laid, name))
		if err != nil {
			b.Fatal(err)
		}
		put(filepath.Join(dir, name), string(data))
	}
	for n := 0; lines < 1_000_000; n++ {
		for name, text := range files {
			put(filepath.Join(dir, "src", fmt.Sprintf("m%d", n), name), strings.ReplaceAll(text, "'~/", fmt.Sprintf("'~/m%d/", n)))
		}
	}
	return lines
}

// shelf keeps a scan in memory.
type shelf map[string][]byte

func (s shelf) Get(key string) ([]byte, bool) { data, ok := s[key]; return data, ok }
func (s shelf) Put(key string, data []byte)   { s[key] = data }

// BenchmarkInspect inspects an app of a million lines, and times beside it what the app's
// own type checker does before it checks: scan-ns and inspect-ns are ours, rescan-ns is a
// scan after an edit of one file beside what was kept, checker-start-ns is the checker's.
func BenchmarkInspect(b *testing.B) {
	dir, library := b.TempDir(), b.TempDir()
	lines := million(b, dir)
	if err := demo.Lay(library, "1.2.0"); err != nil {
		b.Fatal(err)
	}
	modules, err := filepath.Abs("../console/node_modules")
	if err != nil {
		b.Fatal(err)
	}
	for name, to := range map[string]string{"@saltmarsh/fairlead": library, "react": filepath.Join(modules, "react"), "@types/react": filepath.Join(modules, "@types/react"), "csstype": filepath.Join(modules, "csstype")} {
		at := filepath.Join(dir, "node_modules", name)
		if err := os.MkdirAll(filepath.Dir(at), 0o755); err != nil {
			b.Fatal(err)
		}
		if err := os.Symlink(to, at); err != nil {
			b.Fatal(err)
		}
	}
	read, err := reading.Read(os.DirFS(library), reading.Options{Package: "@saltmarsh/fairlead", Marks: true, Source: contract.SourceInfo{Kind: "directory"}})
	if err != nil {
		b.Fatal(err)
	}
	edited := filepath.Join(dir, "src", "m0", "pages", "Basket.tsx")
	var scanning, again, inspecting, starting time.Duration
	sites, rounds := 0, 0
	for b.Loop() {
		asked := usage.Options{Libraries: []string{"@saltmarsh/fairlead"}}
		begin := time.Now()
		scan, err := usage.Scan(os.DirFS(dir), asked)
		if err != nil {
			b.Fatal(err)
		}
		scanned := time.Now()
		found := inspect.Of(scan, []inspect.Library{{Locked: read.Listing}})
		scanning, inspecting = scanning+scanned.Sub(begin), inspecting+time.Since(scanned)
		asked.Kept = shelf{}
		if _, err := usage.Scan(os.DirFS(dir), asked); err != nil {
			b.Fatal(err)
		}
		text, err := os.ReadFile(edited)
		if err != nil {
			b.Fatal(err)
		}
		if err := os.WriteFile(edited, append([]byte("// edited\n"), text...), 0o644); err != nil {
			b.Fatal(err)
		}
		begin = time.Now()
		if _, err := usage.Scan(os.DirFS(dir), asked); err != nil {
			b.Fatal(err)
		}
		again += time.Since(begin)
		sites, rounds = found.Totals.Sites, rounds+1
		var theirs struct{ Start float64 }
		if err := script(context.Background(), startScript, filepath.Join(modules, "typescript"), dir, &theirs); err != nil {
			b.Fatal(err)
		}
		starting += time.Duration(theirs.Start * float64(time.Millisecond))
	}
	n := float64(rounds)
	b.ReportMetric(float64(lines), "lines")
	b.ReportMetric(float64(sites), "sites")
	b.ReportMetric(float64(scanning.Nanoseconds())/n, "scan-ns")
	b.ReportMetric(float64(again.Nanoseconds())/n, "rescan-ns")
	b.ReportMetric(float64(inspecting.Nanoseconds())/n, "inspect-ns")
	b.ReportMetric(float64(starting.Nanoseconds())/n, "checker-start-ns")
}
