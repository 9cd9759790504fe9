package modules

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"testing"
)

// whole keeps all that a survey comes by.
func whole(*Module) bool { return true }

func none(*Module) bool { return false }

// surveyed are sources in which names go through files in every way there is.
var surveyed = map[string]string{
	"package.json": `{"name": "p"}`,
	"index.ts": "export * from './a';\nexport * from './b';\nexport { one as uno, default as first } from './a';\nimport { two } from './b';\nexport { two as dos };\n" +
		"export * as space from './b';\nimport * as whole from './b';\nexport { whole };\nexport { Both } from './a';\nexport namespace Both { export const more: 1 }\n" +
		"export * from 'elsewhere';\nexport { far } from 'elsewhere';\nexport { nowhere } from './a';\nconst own = 1;\nexport { own };\n",
	"a.ts": "export const one = 1;\nexport default function main() {}\nexport interface Both { a: 1 }\nexport * from './deep';\n",
	"b.ts": "export const two = 2;\nexport * from './assigned';\nexport * from './round';\n",
	// These hold each other.
	"round.ts":      "export * from './b';\nexport const round = 1;\nexport * from './round';\n",
	"deep.ts":       "export { three as drei } from './three';\nexport type { Three } from './three';\n",
	"three.ts":      "export const three = 3;\nexport type Three = typeof three;\n",
	"assigned.d.ts": "declare namespace Held { const inner: 1 }\nexport = Held;\n",
	"adds.ts":       "declare module './three' { export const added: 1 }\nexport {};\n",
}

// TestSurvey holds that what is known of surveyed files without their trees is what
// the trees say.
func TestSurvey(t *testing.T) {
	s := open(t, surveyed)
	s.Installed = true
	starts := []string{"index.ts", "adds.ts"}
	visited := map[string]int{}
	s.Survey(append(starts, "absent.ts", "index.ts"), func(m *Module) bool {
		visited[m.Path]++
		return false
	})
	if len(visited) != len(surveyed)-1 || s.Missing()["absent.ts"] == nil {
		t.Errorf("the survey came by %v and missed %v", visited, s.Missing())
	}
	for name, times := range visited {
		if times != 1 {
			t.Errorf("the survey came by %s %d times", name, times)
		}
	}
	if s.Module("adds.ts") == nil || s.Module("index.ts") != nil {
		t.Error("the survey holds other trees than those that add to others")
	}
	all := open(t, surveyed)
	all.Installed = true
	all.Survey(starts, whole)
	for name := range visited {
		holdSurvey(t, s, all, name)
	}
	for name, want := range map[string]string{"one": "a.ts", "uno": "a.ts", "first": "a.ts", "dos": "b.ts", "drei": "", "own": "index.ts", "Both": "index.ts", "absent": "", "space": "", "whole": "", "far": ""} {
		if at := s.Past("index.ts", name); at.Declared != (want != "") || at.Declared && at.File != want || at.OnlyType {
			t.Errorf("%s of index.ts comes from %+v, want %s", name, at, want)
		}
	}
}

// TestOnlyTypes holds that what is passed on as a type is said to be one, whichever word on
// the way says so, and nothing else is.
func TestOnlyTypes(t *testing.T) {
	s := open(t, map[string]string{
		"index.ts": "export type { A } from './b'; export { type B, B as Bee, type B as BProps } from './b'; export * from './c'; export type * from './d'; export * as Space from './space';\n" +
			"import type { E } from './b'; import { type F, F as Eff } from './b'; export { E, F, Eff }; export { G as default } from './g';",
		"b.ts":     "export const A = 1, B = 2, E = 3, F = 4, G = 5;",
		"c.ts":     "export { type A as C, B as Cee } from './b';",
		"d.ts":     "export const D = 1;",
		"g.ts":     "import type { G } from './b'; export type { G };",
		"space.ts": "export { A as Root, type A as RootProps } from './b';",
	})
	s.Survey([]string{"index.ts"}, whole)
	for name, want := range map[string]bool{"A": true, "B": true, "Bee": false, "BProps": true, "C": true, "Cee": false, "D": true, "E": true, "F": true, "Eff": false, "default": true} {
		sym, ok := s.Given("index.ts", name)
		if !ok || sym.Module == nil || sym.OnlyType != want {
			t.Errorf("%s is %+v, only a type: want %v", name, sym, want)
		}
		if direct, ok := s.Export(s.Module("index.ts"), name); s.Module("index.ts") != nil && (!ok || direct.OnlyType != want) {
			t.Errorf("%s of the tree is %+v, only a type: want %v", name, direct, want)
		}
	}
	space, _ := s.Given("index.ts", "Space")
	for name, want := range map[string]bool{"Root": false, "RootProps": true} {
		if sym, ok := s.Member(space, name); !ok || sym.OnlyType != want {
			t.Errorf("Space.%s is %+v, only a type: want %v", name, sym, want)
		}
	}
}

// TestRings holds that files that pass on all of each other cost no more than their
// number: a name is asked of each once.
func TestRings(t *testing.T) {
	texts := map[string]string{"last.ts": "export const deep = 1;\n"}
	for i := range 30 { // each passes on two others that pass on the same two
		for _, side := range []string{"a", "b"} {
			texts[fmt.Sprintf("%s%d.ts", side, i)] = fmt.Sprintf("export * from './a%[1]d';\nexport * from './b%[1]d';\nexport * from './a0';\n", i+1)
		}
	}
	texts["a30.ts"] = "export * from './a0';\nexport * from './last';\n"
	for name, keep := range map[string]func(*Module) bool{"by trees": nil, "by survey": none} {
		s := open(t, texts)
		s.Installed = true
		if keep != nil {
			s.Survey([]string{"a0.ts"}, keep)
		}
		if sym, ok := s.Given("a0.ts", "deep"); !ok || sym.Module.Path != "last.ts" {
			t.Errorf("%s: the name means %+v", name, sym)
		}
		if _, ok := s.Given("a0.ts", "absent"); ok {
			t.Errorf("%s: a name that is not there is found", name)
		}
	}
}

// holdSurvey holds what a surveyed set says of a file against one of whole trees.
func holdSurvey(t *testing.T, s, all *Set, file string) {
	t.Helper()
	names, unresolved, ok := s.FileNames(file)
	wantNames, wantUnresolved := all.ExportNames(all.Loaded(file))
	slices.Sort(unresolved)
	slices.Sort(wantUnresolved)
	if !ok || !slices.Equal(names, wantNames) || !slices.Equal(unresolved, wantUnresolved) {
		t.Errorf("%s gives out %v (%v), want %v (%v)", file, names, unresolved, wantNames, wantUnresolved)
	}
	for _, name := range append(names, "absent") {
		got, ok := s.Given(file, name)
		want, wantOK := all.Export(all.Loaded(file), name)
		if ok != wantOK || got.Name != want.Name || got.Package != want.Package || got.Namespace != want.Namespace || len(got.Decls) != len(want.Decls) {
			t.Errorf("%s of %s is %+v (%v), want %+v (%v)", name, file, got, ok, want, wantOK)
			continue
		}
		for i := range got.Decls {
			if got.Decls[i].Module.Path != want.Decls[i].Module.Path || got.Decls[i].Node.Pos() != want.Decls[i].Node.Pos() {
				t.Errorf("%s of %s is declared elsewhere", name, file)
			}
		}
	}
}

// TestSurveyOfALibrary does the same with a library of many barrels.
func TestSurveyOfALibrary(t *testing.T) {
	fsys := os.DirFS("../../console/node_modules/react-aria-components")
	var sets [2]*Set
	for i, keep := range []func(*Module) bool{none, whole} {
		s, err := Open(fsys, ".")
		if err != nil {
			t.Fatal(err)
		}
		s.Installed = true
		file, ok := s.Entry(".")
		if !ok {
			t.Fatal("the library has no entry")
		}
		s.Survey([]string{file}, keep)
		sets[i] = s
	}
	if held, _ := sets[0].Held(); held != 0 || len(sets[1].Modules()) < 50 {
		t.Fatalf("%d bytes and %d modules are held", held, len(sets[1].Modules()))
	}
	for _, m := range sets[1].Modules() {
		holdSurvey(t, sets[0], sets[1], m.Path)
	}
}

// TestFresh holds what a fresh set keeps: what holds for others, what was used last
// within its bytes, and that no text is read twice.
func TestFresh(t *testing.T) {
	texts := map[string]string{
		"global.d.ts": "declare global { type Wide = 1 }\nexport {};\n",
		"a.ts":        "export const a = 1;\n", "b.ts": "export const b = 2;\n", "c.ts": "export const c = 3;\n",
	}
	fsys := files(texts)
	s, err := Open(fsys, ".")
	if err != nil {
		t.Fatal(err)
	}
	for _, name := range []string{"global.d.ts", "a.ts", "b.ts", "c.ts", "a.ts"} {
		s.Loaded(name)
	}
	before := s.Module("a.ts")
	clear(fsys) // what is parsed again is not read again
	global, a := s.Module("global.d.ts").Weight(), before.Weight()
	f := s.Fresh(global+2*a, 0)
	if _, ok := f.Global("Wide"); !ok {
		t.Error("what holds everywhere is gone")
	}
	if f.Module("a.ts") != before || f.Module("c.ts") == nil || f.Module("b.ts") != nil {
		t.Errorf("of %v the fresh set holds %v", s.Modules(), f.Modules())
	}
	if m := f.Loaded("b.ts"); m == nil || m.Source != texts["b.ts"] {
		t.Errorf("what was let go of is read as %+v", m)
	}
	if f.Bytes() != s.Bytes() || f.Parsed() != f.Bytes()+len(texts["b.ts"])+len(texts["global.d.ts"]) {
		t.Errorf("of %d bytes %d were parsed", f.Bytes(), f.Parsed())
	}
	again := f.Fresh(0, 0)
	held, idle := again.Held()
	if _, ok := again.Global("Wide"); !ok || held != global || idle != 0 {
		t.Errorf("a second fresh set weighs %d, %d of them idle", held, idle)
	}
}

// TestLinkedFiles holds that files are found behind links, and folders are no files.
func TestLinkedFiles(t *testing.T) {
	dir := t.TempDir()
	for name, text := range map[string]string{"real/lamp.ts": "export const lamp = 1;", "lib/folder.ts/index.ts": "export const inner = 1;"} {
		if err := os.MkdirAll(filepath.Dir(filepath.Join(dir, name)), 0o755); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(filepath.Join(dir, name), []byte(text), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	for from, to := range map[string]string{"lib/lamp.ts": "../real/lamp.ts", "lib/gone.ts": "../absent.ts", "linked": "real"} {
		if err := os.Symlink(filepath.FromSlash(to), filepath.Join(dir, from)); err != nil {
			t.Fatal(err)
		}
	}
	s, err := Open(os.DirFS(dir), ".")
	if err != nil {
		t.Fatal(err)
	}
	for name, want := range map[string]string{"./lib/lamp": "lib/lamp.ts", "./linked/lamp": "linked/lamp.ts", "./lib/gone": "", "./lib/folder": "", "./lib/folder.ts": "lib/folder.ts/index.ts", "./lib": ""} {
		if got, _ := s.Resolve("a.ts", name); got != want {
			t.Errorf("%s means %q, want %q", name, got, want)
		}
	}
}
