package modules

import (
	"errors"
	"fmt"
	"io/fs"
	"reflect"
	"sort"
	"strings"
	"testing"
	"testing/fstest"
)

func files(texts map[string]string) fstest.MapFS {
	fsys := fstest.MapFS{}
	for name, text := range texts {
		fsys[name] = &fstest.MapFile{Data: []byte(text)}
	}
	return fsys
}

func open(t *testing.T, texts map[string]string) *Set {
	t.Helper()
	s, err := Open(files(texts), ".")
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func TestEntries(t *testing.T) {
	tests := []struct{ name, manifest, want string }{
		{"main", `{"main": "./lib/a.js"}`, ".=./lib/a.js,./index,./src/index"},
		{"types win", `{"main": "a.js", "types": "a.d.ts"}`, ".=a.d.ts,a.js,./index,./src/index"},
		{"one text", `{"exports": "./a.js"}`, ".=./a.js,,"},
		{"conditions alone", `{"exports": {"import": "./a.mjs", "types": "./a.d.ts"}}`, ".=./a.d.ts,./a.mjs,,"},
		{"types for versions", `{"exports": {".": {"types@<5.2": "./old.d.ts", "types@>=5.9 || ^6": "./new.d.ts", "types@x y": "./odd.d.ts", "types": "./all.d.ts", "default": "./a.js"}}}`, ".=./new.d.ts,./all.d.ts,./a.js"},
		{"modules", `{"exports": {".": {"default": "./a.js"}, "./b": "./b.js", "./c/*": "./c/*.js", "./style.css": "./s.css", "./package.json": "./package.json", "./dist/": "./dist/", "./gone": null}}`, ".=./a.js ./b=./b.js"},
		{"nested and listed", `{"exports": {".": [{"import": {"types": "./a.d.mts", "default": "./a.mjs"}}, "./a.cjs"]}}`, ".=./a.d.mts,./a.mjs,./a.cjs"},
	}
	for _, test := range tests {
		m, err := ReadManifest(files(map[string]string{"package.json": test.manifest}), ".")
		if err != nil {
			t.Fatal(test.name, err)
		}
		var got []string
		for _, e := range m.Entries() {
			got = append(got, e.Module+"="+strings.Join(e.Targets, ","))
		}
		if s := strings.Join(got, " "); s != test.want {
			t.Errorf("%s: the entries are %q, want %q", test.name, s, test.want)
		}
	}
}

func TestEntryFiles(t *testing.T) {
	tests := []struct {
		name, manifest string
		files          []string
		want           string
	}{
		{"there", `{"main": "./lib/a.js"}`, []string{"lib/a.js"}, "lib/a.js"},
		{"declarations beside", `{"main": "./lib/a.js"}`, []string{"lib/a.js", "lib/a.d.ts"}, "lib/a.d.ts"},
		{"only the source", `{"exports": {".": {"types": "./dist/index.d.ts", "import": "./dist/index.mjs"}}}`, []string{"src/index.tsx"}, "src/index.tsx"},
		{"source of a deeper output", `{"main": "./dist/esm/thing.js"}`, []string{"src/thing.ts"}, "src/thing.ts"},
		{"by convention", `{"name": "x"}`, []string{"src/index.ts"}, "src/index.ts"},
		{"out of the tree", `{"main": "../../etc/passwd.js"}`, []string{"a.ts"}, ""},
		{"nothing", `{}`, []string{"readme.md"}, ""},
	}
	for _, test := range tests {
		texts := map[string]string{"package.json": test.manifest}
		for _, f := range test.files {
			texts[f] = ""
		}
		if got, _ := open(t, texts).Entry("."); got != test.want {
			t.Errorf("%s: the entry is %q, want %q", test.name, got, test.want)
		}
	}
}

func TestResolve(t *testing.T) {
	s := open(t, map[string]string{
		"package.json":     `{"name": "@saltmarsh/fairlead", "exports": {".": "./src/index.ts", "./tides": "./src/tides.ts"}, "imports": {"#inner/*": "./src/inner/*.ts"}}`,
		"tsconfig.json":    "{\"extends\": [\"../../above.json\", \"./config/base.json\", \"./config/none.json\"], // here\n}",
		"config/base.json": `{"compilerOptions": {"baseUrl": "..", "paths": {"~/*": ["src/*"], "~/special/*": ["other/*"], "exact": ["src/exact.ts"]}}}`,
		"src/index.ts":     "", "src/tides.ts": "", "src/inner/a.ts": "", "src/b.tsx": "", "src/c/index.ts": "", "src/d.d.ts": "", "src/e.js": "", "src/e.ts": "", "other/x.ts": "", "src/exact.ts": "", "src/f.mts": "", "readme.md": "",
	})
	tests := map[string]string{
		"./b": "src/b.tsx", "./b.js": "src/b.tsx", "./c": "src/c/index.ts", "./d": "src/d.d.ts", "./e.js": "src/e.ts", "./f.mjs": "src/f.mts", "./b?raw": "src/b.tsx",
		"~/b": "src/b.tsx", "~/special/x": "other/x.ts", "exact": "src/exact.ts", "src/b": "src/b.tsx", "#inner/a": "src/inner/a.ts",
		"@saltmarsh/fairlead": "src/index.ts", "@saltmarsh/fairlead/tides": "src/tides.ts",
		"./nothing": "", "react": "", "../../../etc/passwd": "", "../readme.md": "", "#none": "", "@saltmarsh/fairlead/none": "",
	}
	for name, want := range tests {
		if got, ok := s.Resolve("src/index.ts", name); got != want || ok != (want != "") {
			t.Errorf("Resolve(%q) = %q, %v, want %q", name, got, ok, want)
		}
	}
}

func TestNames(t *testing.T) {
	s := open(t, map[string]string{
		"d.ts": "export { x } from './b'; export type x = string; export interface w {} export { w } from './b'; export type own = 1;",
		"c.js": "export beyond from './b'; export first, { w as second } from './b';",
		"a.ts": "export * from './b';\nexport { x as y, default as z } from './b';\nexport * as space from './b';\nexport { far } from 'far';\nexport * from 'beyond';\nimport local, { x as mine, type T } from './b';\nimport * as all from './b';\nexport { mine, local as own };\nexport default class {}\nconst inner = 1;",
		"b.ts": "export const x = 1, w = 2;\nexport default function named() {}\nexport interface T {}\nexport const { p, q: [r] } = o;\nexport enum E {}\nexport namespace N {}\nexport * from './a';",
	})
	s.Survey([]string{"a.ts", "c.js", "d.ts"}, whole)
	a := s.Module("a.ts")
	names, unresolved := s.ExportNames(a)
	if got := strings.Join(names, " "); got != "E N T default far mine own p r space w x y z" {
		t.Errorf("a exports %s", got)
	}
	if !reflect.DeepEqual(unresolved, []string{"beyond"}) {
		t.Errorf("unresolved are %v", unresolved)
	}
	for name, want := range map[string]string{"x": "b.ts x", "y": "b.ts x", "z": "b.ts named", "mine": "b.ts x", "own": "b.ts named", "far": "far#far", "p": "b.ts p", "r": "b.ts r", "nothing": "beyond#nothing", "space": "b.ts *"} {
		sym, ok := s.Export(a, name)
		got := sym.Package + "#" + sym.Name
		if !sym.External() && ok {
			got = sym.Module.Path + " " + sym.Name
		}
		if !ok || got != want {
			t.Errorf("%s is %q (%v), want %q", name, got, ok, want)
		}
	}
	d := s.Module("d.ts")
	for name, want := range map[string]string{"x": "b.ts", "w": "b.ts", "own": "d.ts"} {
		if sym, ok := s.Export(d, name); !ok || sym.Module == nil || sym.Module.Path != want {
			t.Errorf("%s of d.ts is %+v, want that of %s", name, sym, want)
		}
	}
	c := s.Module("c.js")
	for name, want := range map[string]string{"beyond": "named", "first": "named", "second": "w"} {
		if sym, ok := s.Export(c, name); !ok || sym.Module == nil || sym.Module.Path != "b.ts" || sym.Name != want {
			t.Errorf("%s of c.js is %+v, want %s of b.ts", name, sym, want)
		}
	}
	if sym, ok := s.Local(a, "inner"); !ok || len(sym.Decls) != 1 {
		t.Errorf("inner is %+v", sym)
	}
	if _, ok := s.Local(a, "absent"); ok {
		t.Error("a name that is nowhere is found")
	}
	if sym, ok := s.Local(a, "all"); !ok || !sym.Namespace {
		t.Errorf("all is %+v", sym)
	}
}

// TestCirclesEnd follows names through barrels that re-export each other.
func TestCirclesEnd(t *testing.T) {
	s := open(t, map[string]string{"a.ts": "export { x } from './b'; export * from './b'", "b.ts": "export { x } from './a'; export * from './a'"})
	s.Survey([]string{"a.ts"}, whole)
	if sym, ok := s.Export(s.Module("a.ts"), "x"); ok {
		t.Errorf("a name that goes in a circle is %+v", sym)
	}
}

func TestLoadFollowsWhatIsImported(t *testing.T) {
	texts := map[string]string{"lone.ts": "", "bad.ts": "\x00"}
	for i := range 50 {
		texts[fmt.Sprintf("m%d.ts", i)] = fmt.Sprintf("import './m%d'; const a = import('./m%d'); require('./m%d')", i+1, (i*7)%50, (i*3)%50)
	}
	s := open(t, texts)
	s.Survey([]string{"m0.ts", "absent.ts"}, whole)
	if n := len(s.Modules()); n != 50 {
		t.Errorf("%d modules are loaded, want 50", n)
	}
	if err := s.Missing()["absent.ts"]; !errors.Is(err, fs.ErrNotExist) {
		t.Errorf("a file that is not there: %v", err)
	}
	if s.Module("lone.ts") != nil {
		t.Error("what nobody imports is loaded")
	}
}

func TestSourcesAndPackages(t *testing.T) {
	fsys := files(map[string]string{
		"package.json": `{"name": "root"}`, "a.ts": "", "b.css": "", "node_modules/x/package.json": `{"name": "x"}`, "node_modules/x/a.js": "", "dist/a.js": "", ".hidden/a.ts": "",
		"packages/one/package.json": `{"name": "one"}`, "packages/one/a.jsx": "", "a/b/c/d/e/package.json": `{"name": "deep"}`, "packages/nameless/package.json": "{}",
	})
	s, err := Open(fsys, ".")
	if err != nil {
		t.Fatal(err)
	}
	got, err := s.Sources()
	if err != nil || strings.Join(got, " ") != "a.ts packages/one/a.jsx" {
		t.Errorf("the sources are %v, %v", got, err)
	}
	packages, err := Packages(fsys)
	var names []string
	for name, dir := range packages {
		names = append(names, name+" "+dir)
	}
	sort.Strings(names)
	if err != nil || strings.Join(names, ", ") != "one packages/one, root ." {
		t.Errorf("the packages are %v, %v", names, err)
	}
}

func TestManifestErrors(t *testing.T) {
	for text, want := range map[string]string{
		"{\n  \"name\": \n}":    "package.json:",
		"{\n  \"name\": [1]\n}": "package.json:2:",
		"{\"exports\": " + strings.Repeat("[", 50) + strings.Repeat("]", 50) + "}": "nested more than 32 deep",
		strings.Repeat("[", 1<<20):                   "package.json:1:101: nested more than 100 deep",
		"{\"a\": " + strings.Repeat("[", 100) + "\n": "package.json:1:106: nested more than 100 deep",
		"{\"a\": " + strings.Repeat("[", 99) + "\n":  "this is not right JSON",
	} {
		if _, err := ReadManifest(files(map[string]string{"package.json": text}), "."); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%.40q: %v, want %q", text, err, want)
		}
	}
	if _, err := ReadManifest(files(nil), "."); !errors.Is(err, fs.ErrNotExist) {
		t.Errorf("no manifest: %v", err)
	}
}

func TestLocked(t *testing.T) {
	tests := map[string]string{
		`{"lockfileVersion": 3, "packages": {"": {"version": "9.9.9"}, "node_modules/@s/f": {"version": "1.2.0"}, "node_modules/a/node_modules/@s/f": {"version": "1.0.0"}, "libs/f": {"version": "5.0.0"}, "node_modules/l": {"link": true}}}`: "1.0.0 1.2.0",
		`{"lockfileVersion": 1, "dependencies": {"@s/f": {"version": "1.1.0"}, "b": {"version": "1.0.0", "dependencies": {"@s/f": {"version": "1.1.0"}}}}}`:                                                                                     "1.1.0",
		`{}`: "",
	}
	for text, want := range tests {
		got, err := Locked(files(map[string]string{"package-lock.json": text}), ".")
		if err != nil || strings.Join(got["@s/f"], " ") != want {
			t.Errorf("%s: %v, %v, want %s", text, got["@s/f"], err, want)
		}
	}
	if got, err := Locked(files(nil), "."); got != nil || err != nil {
		t.Errorf("without a lock file: %v, %v", got, err)
	}
}

func FuzzManifest(f *testing.F) {
	f.Add(`{"name": "a", "exports": {".": {"types": "./a.d.ts"}, "./b/*": ["./b/*.js", null]}, "imports": {"#a": "./a"}}`)
	f.Fuzz(func(t *testing.T, text string) {
		m, err := ReadManifest(files(map[string]string{"package.json": text}), ".")
		if err != nil {
			var file *FileError
			if !errors.As(err, &file) {
				t.Fatalf("an error without a place: %v", err)
			}
			return
		}
		for _, e := range m.Entries() {
			_ = e.Targets
		}
	})
}

// TestLockFiles holds that each kind of lock file gives the versions that it holds.
func TestLockFiles(t *testing.T) {
	const name = "@saltmarsh/fairlead"
	tests := []struct{ file, text string }{
		{"package-lock.json", `{ "packages": { "": {}, "node_modules/@saltmarsh/fairlead": { "version": "1.2.0" }, "a/node_modules/@saltmarsh/fairlead": { "version": "1.0.0" }, "node_modules/near": { "link": true, "version": "9.0.0" } } }`},
		{"package-lock.json", `{ "dependencies": { "@saltmarsh/fairlead": { "version": "1.2.0", "dependencies": { "x": { "version": "1.0.0", "dependencies": { "@saltmarsh/fairlead": { "version": "1.0.0" } } } } } } }`},
		{"yarn.lock", "# yarn lockfile v1\n\n\"@saltmarsh/fairlead@^1.0.0\", \"@saltmarsh/fairlead@^1.2.0\":\n  version \"1.2.0\"\n  dependencies:\n    version \"^3.0.0\"\n\n\"@saltmarsh/fairlead@1.0.0\":\n  version \"1.0.0\"\n"},
		{"yarn.lock", "__metadata:\n  version: 8\n\n\"@saltmarsh/fairlead@npm:^1.2.0\":\n  version: 1.2.0\n  resolution: \"@saltmarsh/fairlead@npm:1.2.0\"\n\n\"@saltmarsh/fairlead@patch:@saltmarsh/fairlead@npm%3A1.0.0#x\":\n  version: 1.0.0\n"},
		{"pnpm-lock.yaml", "lockfileVersion: '9.0'\npackages:\n  '@saltmarsh/fairlead@1.2.0':\n    resolution: {integrity: x}\n  '@saltmarsh/fairlead@1.0.0(vue@3.5.0)':\n    resolution: {}\n"},
		{"pnpm-lock.yaml", "lockfileVersion: 5.4\npackages:\n  /@saltmarsh/fairlead/1.2.0_vue@3.0.0:\n    dev: false\n  /@saltmarsh/fairlead/1.0.0:\n    dev: true\n"},
	}
	for _, test := range tests {
		locked, err := Locked(fstest.MapFS{test.file: {Data: []byte(test.text)}}, ".")
		if err != nil || !reflect.DeepEqual(locked[name], []string{"1.0.0", "1.2.0"}) {
			t.Errorf("%s: found %v, %v of\n%s", test.file, locked[name], err, test.text)
		}
	}
	for file, text := range map[string]string{"package-lock.json": "{\n  \"packages\": [\n", "yarn.lock": "what\n", "pnpm-lock.yaml": "packages: [\n"} {
		_, err := Locked(fstest.MapFS{file: {Data: []byte(text)}}, ".")
		if err == nil || !strings.Contains(err.Error(), file+":") {
			t.Errorf("%s: %v", file, err)
		}
	}
	if why := Disagree("^2.0.0", []string{"1.2.0"}); !strings.Contains(why, "^2.0.0") || Disagree("^1.0.0", []string{"1.2.0"}) != "" || Disagree("workspace:*", []string{"1.2.0"}) != "" {
		t.Errorf("a lock file that disagrees is told as %q", why)
	}
}

func FuzzLocked(f *testing.F) {
	f.Add("\"a@^1\":\n  version \"1.0.0\"\n", uint8(2))
	f.Add("packages:\n  /a/1.0.0:\n    dev: true\n", uint8(3))
	f.Add(`{ "packages": { "node_modules/a": { "version": "1" } } }`, uint8(0))
	f.Fuzz(func(t *testing.T, text string, kind uint8) {
		locked, err := Locked(fstest.MapFS{LockFiles()[int(kind)%len(LockFiles())]: {Data: []byte(text)}}, ".")
		if err != nil && locked != nil {
			t.Error("a lock file is read and is wrong")
		}
	})
}

// manyPackages are lock files of n packages, by name.
func manyPackages(n int) map[string]string {
	var pnpm, npm, yarn strings.Builder
	pnpm.WriteString("lockfileVersion: '9.0'\npackages:\n")
	npm.WriteString(`{"lockfileVersion": 3, "packages": {"": {}`)
	for i := range n {
		fmt.Fprintf(&pnpm, "  p%d@1.0.%d:\n    resolution: {integrity: x}\n", i, i)
		fmt.Fprintf(&npm, `, "node_modules/p%d": {"version": "1.0.%d"}`, i, i)
		fmt.Fprintf(&yarn, "p%d@^1.0.0:\n  version \"1.0.%d\"\n\n", i, i)
	}
	npm.WriteString("}}")
	return map[string]string{"pnpm-lock.yaml": pnpm.String(), "package-lock.json": npm.String(), "yarn.lock": yarn.String()}
}

// TestLargeLockFiles reads lock files of many packages; BenchmarkLockFiles says how fast.
func TestLargeLockFiles(t *testing.T) {
	for name, text := range manyPackages(3000) {
		locked, err := Locked(files(map[string]string{name: text}), ".")
		if err != nil || len(locked) != 3000 || len(locked["p2999"]) != 1 || locked["p2999"][0] != "1.0.2999" {
			t.Errorf("%s: %d packages, p2999 is %v: %v", name, len(locked), locked["p2999"], err)
		}
	}
}

func BenchmarkLockFiles(b *testing.B) {
	for name, text := range manyPackages(100_000) {
		b.Run(name, func(b *testing.B) {
			fsys := files(map[string]string{name: text})
			for b.Loop() {
				if _, err := Locked(fsys, "."); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
