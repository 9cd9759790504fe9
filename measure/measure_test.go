package main

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"steadysocket/core/contract"
	"steadysocket/core/impact"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/demo"
)

// console is where the compiler and React's types are installed.
func console(t *testing.T) string {
	t.Helper()
	dir, err := filepath.Abs("../console")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := os.Stat(filepath.Join(dir, "node_modules", "typescript")); err != nil {
		t.Fatalf("the console's packages are not installed; run make console-packages: %v", err)
	}
	return dir
}

// judged reads a folder, asks the compiler of the same modules and compares.
func judged(t *testing.T, dir string, specifier func(module string) string) (*contract.Listing, *comparison) {
	t.Helper()
	l, err := read(dir, true)
	if err != nil {
		t.Fatal(err)
	}
	modules := map[string]string{}
	for _, m := range l.Package.Modules {
		modules[m] = specifier(m)
	}
	k, err := ask(context.Background(), filepath.Join(console(t), "node_modules", "typescript"), console(t), modules)
	if err != nil {
		t.Fatal(err)
	}
	if len(k.Missing) > 0 {
		t.Errorf("the compiler did not find %v", k.Missing)
	}
	return l, compare(l, k, within(dir))
}

// agrees holds that nothing differs, and that there was something to compare.
func agrees(t *testing.T, c *comparison, members int) {
	t.Helper()
	for _, d := range c.Differ {
		t.Errorf("%s.%s: %s: ours %s, the compiler's %s", d.Component, d.Member, d.Kind, d.Ours, d.Theirs)
	}
	if len(c.Lost)+len(c.Invented)+len(c.Unread) > 0 {
		t.Errorf("components lost: %v, invented: %v, unread: %v", c.Lost, c.Invented, c.Unread)
	}
	if c.Members < members {
		t.Errorf("only %d members were compared", c.Members)
	}
}

// TestDemoAgreesWithTheCompiler compares every release of the demo library.
func TestDemoAgreesWithTheCompiler(t *testing.T) {
	for _, release := range append([]string{"working"}, demo.Releases...) {
		dir := t.TempDir()
		if err := demo.Lay(dir, release); err != nil {
			t.Fatal(err)
		}
		entries := map[string]string{".": "src/index.ts", "./tides": "src/tides.ts", "./lever": "src/Lever.tsx"}
		_, c := judged(t, dir, func(module string) string {
			if entries[module] == "" {
				t.Fatalf("%s: the module %s is not known to the test", release, module)
			}
			return filepath.Join(dir, entries[module])
		})
		agrees(t, c, 30)
	}
}

// TestNotationsAgreeWithTheCompiler compares a library that writes its props in
// every way that the language has.
func TestNotationsAgreeWithTheCompiler(t *testing.T) {
	dir, err := filepath.Abs("testdata/notations")
	if err != nil {
		t.Fatal(err)
	}
	l, c := judged(t, dir, func(string) string { return filepath.Join(dir, "src", "index.ts") })
	agrees(t, c, 100)
	for _, u := range l.Unread {
		t.Errorf("unread: %s %s", u.At, u.Why)
	}
}

// TestPublishedFoldersAgreeWithTheCompiler compares a published package whose modules are
// folders that nothing lists, with what declarations of other libraries have taught.
func TestPublishedFoldersAgreeWithTheCompiler(t *testing.T) {
	dir, err := filepath.Abs("testdata/published")
	if err != nil {
		t.Fatal(err)
	}
	l, c := judged(t, dir, func(module string) string { return filepath.Join(dir, module) })
	agrees(t, c, 30)
	if got, want := strings.Join(l.Package.Modules, " "), ". ./lever ./plank"; got != want {
		t.Errorf("the modules are %s, want %s", got, want)
	}
	for _, u := range l.Unread {
		t.Errorf("unread: %s %s", u.At, u.Why)
	}
}

// TestInstalledPackagesAgreeWithTheCompiler compares the published declarations
// of the component packages that the console is built from.
func TestInstalledPackagesAgreeWithTheCompiler(t *testing.T) {
	for name, members := range map[string]int{"react-aria-components": 800, "react-router": 40} {
		dir := filepath.Join(console(t), "node_modules", name)
		_, c := judged(t, dir, func(module string) string { return name + strings.TrimPrefix(module, ".") })
		if c.share() < 1 || c.wrong() > 0 || c.Members < members {
			t.Errorf("%s: %d own members, %.2f %% agree, %v", name, c.Members, 100*c.share(), c.Counts)
			for _, d := range c.Differ[:min(len(c.Differ), 20)] {
				t.Error(fmt.Sprint(d))
			}
		}
		if len(c.Lost)+len(c.Invented) > 0 {
			t.Errorf("%s: components lost %v, invented %v", name, c.Lost, c.Invented)
		}
	}
}

// TestHold holds that errors are put to the right sites, and that each site is
// counted once.
func TestHold(t *testing.T) {
	at := func(start, end int) place.Place {
		return place.Place{File: "a.tsx", Line: 1, Column: start + 1, Span: &place.Span{start, end}}
	}
	scan := &site.Scan{Sites: []site.Site{
		{ID: "outer", Component: "A", Form: site.Element, At: at(0, 100)}, {ID: "inner", Component: "B", Form: site.Element, At: at(10, 50)},
		{ID: "gone", Component: "C.Part", Form: site.Element, At: at(60, 70)}, {ID: "fine", Component: "D", Form: site.Element, At: at(80, 90)},
		{ID: "name", Component: "C", Form: site.Reference, At: at(200, 201)},
	}}
	because := func(silent bool) []impact.Cause {
		return []impact.Cause{{Change: "x", Outcome: impact.Breaks, Why: "gives x", Silent: silent}}
	}
	found := &impact.Impact{Sites: []impact.Site{
		{ID: "outer", Outcome: impact.Breaks, Because: because(true)}, {ID: "inner", Outcome: impact.Breaks, Because: because(false)},
		{ID: "gone", Outcome: impact.Unsure, Because: because(false)}, {ID: "fine", Outcome: impact.Breaks, Because: because(false)},
	}}
	j := upgrade{}.hold(scan, found, []compilerError{{File: "a.tsx", Start: 20}, {File: "a.tsx", Start: 300, Name: "C"}, {File: "b.tsx", Start: 20}})
	if j.Sites != 4 || j.Broken != 2 || j.Found != 1 || j.Unsure != 1 || j.Missed != 0 || j.Breaks != 3 || j.Silent != 1 || j.False != 1 {
		t.Errorf("it is judged %+v", j)
	}
	found.Sites[1].Outcome = impact.Holds
	if j := (upgrade{}).hold(scan, found, []compilerError{{File: "a.tsx", Start: 20}}); j.Missed != 1 {
		t.Errorf("what is missed is judged %+v", j)
	}
}

func TestFigures(t *testing.T) {
	list := benched("goos: linux\nBenchmarkLibrary/demo-sources-2   40   7000000 ns/op\t48.5 memory-x-source\t1500000 parse-ns\t2400000 read-ns\t6000000 transpiler-ns\nPASS\n")
	if got := speedTable(list); !strings.Contains(got, "| demo sources | 1.5 ms | 2.4 ms | 6.0 ms | 0.40 | 48.5 |") {
		t.Errorf("the table is\n%s", got)
	}
}

// TestSourcesThatRun holds that JavaScript is judged by what it declares when it runs: a
// source that agrees does in all, and what is wrong in one is found.
func TestSourcesThatRun(t *testing.T) {
	lib := `import PropTypes from 'prop-types';
const TONES = ['calm', 'loud'];
export function Sign({ text, tone, onGo }) { return <b onClick={onGo}>{text}{tone}</b>; }
Sign.propTypes = { text: PropTypes.string.isRequired, tone: PropTypes.oneOf(TONES).isRequired, onGo: PropTypes.func, check: own };
Sign.defaultProps = { tone: 'calm' };
function own() { return null; }
`
	for _, test := range []struct{ name, built, want string }{
		{"as it is written", "PropTypes.oneOf(['calm', 'loud']).isRequired", ""},
		{"another value", "PropTypes.oneOf(['calm', 'shrill']).isRequired", wrongValues},
		{"no default", "PropTypes.oneOf(['calm', 'loud']).isRequired, more: PropTypes.bool", lost},
	} {
		folder := t.TempDir()
		for name, text := range map[string]string{
			"package.json":    `{"name": "quay", "version": "1.0.0", "main": "./built.js"}`,
			"src/index.js":    lib,
			"src/index.d.ts":  "export declare const Other: number;\n",
			"built.js":        "const PropTypes = require('prop-types');\nfunction Sign() {}\nSign.propTypes = { text: PropTypes.string.isRequired, tone: " + test.built + ", onGo: PropTypes.func, check: () => null };\nSign.defaultProps = { tone: 'calm' };\nexports.Sign = Sign;\n",
			"src/dist/old.js": "export const Old = () => null;\n",
		} {
			at := filepath.Join(folder, "node_modules", "quay", filepath.FromSlash(name))
			if err := os.MkdirAll(filepath.Dir(at), 0o755); err != nil {
				t.Fatal(err)
			}
			if err := os.WriteFile(at, []byte(text), 0o644); err != nil {
				t.Fatal(err)
			}
		}
		r, err := measureSources("", folder, library{Name: "quay", Entry: "src/index.js", Runs: true})
		if err != nil {
			t.Fatal(err)
		}
		var kinds []string
		for _, d := range r.Differ {
			kinds = append(kinds, d.Kind)
		}
		if got := strings.Join(kinds, " "); r.Components != 1 || r.Members < 4 || got != test.want && (test.want != lost || r.Counts[lost] != 1) {
			t.Errorf("%s: %d components, %d members, %v differ, want %q", test.name, r.Components, r.Members, r.Differ, test.want)
		}
	}
}
