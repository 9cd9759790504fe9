package reading

import (
	"bytes"
	"fmt"
	"io/fs"
	"maps"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/demo"
)

// shelf keeps readings in memory.
type shelf map[string][]byte

func (s shelf) Get(key string) ([]byte, bool) { data, ok := s[key]; return data, ok }
func (s shelf) Put(key string, data []byte)   { s[key] = data }
func (s shelf) String() string                { return fmt.Sprint(len(s), " kept") }

// printed is all that a reading says.
func printed(t *testing.T, r *Result) string {
	t.Helper()
	data, err := r.Listing.JSON()
	if err != nil {
		t.Fatal(err)
	}
	var conflicts []string
	for _, c := range r.Conflicts {
		conflicts = append(conflicts, fmt.Sprintf("%+v", c))
	}
	slices.Sort(conflicts)
	return string(data) + strings.Join(conflicts, "\n")
}

// copied is a file system in memory that can be changed.
func copied(t testing.TB, from fs.FS) fstest.MapFS {
	t.Helper()
	out := fstest.MapFS{}
	err := fs.WalkDir(from, ".", func(name string, e fs.DirEntry, err error) error {
		if err != nil || e.IsDir() {
			return err
		}
		data, err := fs.ReadFile(from, name)
		out[name] = &fstest.MapFile{Data: data}
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	return out
}

// edits are changes to a source, made at random.
var edits = []func(rng *rand.Rand, files fstest.MapFS, name string){
	func(rng *rand.Rand, files fstest.MapFS, name string) { // words and places
		files[name] = &fstest.MapFile{Data: append([]byte("// another line\n"), files[name].Data...)}
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // a member is renamed, everywhere in the file
		files[name] = &fstest.MapFile{Data: bytes.ReplaceAll(files[name].Data, []byte("tone"), []byte("tone2"))}
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // a type is another
		files[name] = &fstest.MapFile{Data: bytes.Replace(files[name].Data, []byte("string"), []byte("number"), 1+rng.IntN(3))}
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // a line is gone, often to something broken
		lines := bytes.Split(files[name].Data, []byte("\n"))
		i := rng.IntN(len(lines))
		files[name] = &fstest.MapFile{Data: bytes.Join(slices.Delete(lines, i, i+1), []byte("\n"))}
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // another component
		files[name] = &fstest.MapFile{Data: append(files[name].Data, fmt.Sprintf("\nexport const Extra%d = ({ a }: { a: string }) => <b>{a}</b>;\n", rng.IntN(1000))...)}
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // the file is gone
		delete(files, name)
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // a file that is nearer
		if base, ok := strings.CutSuffix(name, ".tsx"); ok {
			files[base+".ts"] = &fstest.MapFile{Data: []byte("export interface Other { near: string }\n")}
		}
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // something that holds everywhere
		files[name] = &fstest.MapFile{Data: append(files[name].Data, "\ndeclare global { interface Everywhere { a: string } }\n"...)}
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // a default
		files[name] = &fstest.MapFile{Data: bytes.ReplaceAll(files[name].Data, []byte("'calm'"), []byte("'loud'"))}
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // a slot that is drawn in some states only, or no longer
		text := files[name].Data
		if !bytes.Contains(text, []byte("{0 > 1 && children}")) {
			files[name] = &fstest.MapFile{Data: bytes.ReplaceAll(text, []byte("{children}"), []byte("{0 > 1 && children}"))}
		} else {
			files[name] = &fstest.MapFile{Data: bytes.ReplaceAll(text, []byte("{0 > 1 && children}"), []byte("{children}"))}
		}
	},
	func(rng *rand.Rand, files fstest.MapFS, name string) { // another import
		files[name] = &fstest.MapFile{Data: append([]byte("import type { NewlyImported } from './newly';\nexport type Uses = NewlyImported;\n"), files[name].Data...)}
		files["src/newly.ts"] = &fstest.MapFile{Data: []byte("export interface NewlyImported { a: string }\n")}
	},
}

// handedOn is a source whose components hand their slots to each other, from file
// to file and in rings.
func handedOn() fstest.MapFS {
	files := fstest.MapFS{"package.json": {Data: []byte(`{ "name": "kit", "exports": "./src/index.ts" }`)}, "src/index.ts": {Data: []byte("export * from './all';\nexport { Part0 } from './part0';\n")}}
	all := ""
	for i := range 6 {
		next, far := (i+1)%6, (i*2+3)%6
		files[fmt.Sprintf("src/part%d.tsx", i)] = &fstest.MapFile{Data: fmt.Appendf(nil, "import { Part%d } from './part%d';\nimport * as all from './all';\nexport interface Props { tone?: 'calm' | string; children?: React.ReactNode; head?: React.ReactNode }\n"+
			"export function Part%d({ tone = 'calm', children, head }: Props) { return tone ? <Part%d head={head}>{children}</Part%d> : <b>{head}{children}<all.Part%d head={children} /></b>; }\n", next, next, i, next, next, far)}
		if i%2 == 0 { // the rings are open at one place
			files[fmt.Sprintf("src/part%d.tsx", i)].Data = fmt.Appendf(nil, "export function Part%d({ children, head }: { children?: React.ReactNode; head?: React.ReactNode }) { return <b>{head && <i>{head}</i>}{children}</b>; }\n", i)
		}
		all += fmt.Sprintf("export { Part%d } from './part%d';\n", i, i)
	}
	files["src/all.ts"] = &fstest.MapFile{Data: []byte(all)}
	return files
}

// TestAgainIsTheSame holds, over random edits one after the other, that reading
// again from what was kept says the same to the byte as reading anew.
func TestAgainIsTheSame(t *testing.T) {
	dir := t.TempDir()
	if err := demo.Lay(dir, demo.Releases[len(demo.Releases)-1]); err != nil {
		t.Fatal(err)
	}
	sources := map[string]fstest.MapFS{"demo": copied(t, os.DirFS(dir)), "notations": copied(t, os.DirFS("testdata/react")), "handed on": handedOn()}
	reused, entries := 0, 0
	for name, source := range sources {
		for seed := range 12 {
			rng := rand.New(rand.NewPCG(uint64(seed), 7))
			files, kept := maps.Clone(source), shelf{}
			for step := range 8 {
				names := slices.DeleteFunc(slices.Sorted(maps.Keys(files)), func(n string) bool { return !strings.HasSuffix(n, ".tsx") && !strings.HasSuffix(n, ".ts") })
				if step > 0 && len(names) > 0 {
					edits[rng.IntN(len(edits))](rng, files, names[rng.IntN(len(names))])
				}
				anew, errAnew := Read(files, Options{Name: "kit"})
				again, errAgain := Read(files, Options{Name: "kit", Kept: kept})
				if fmt.Sprint(errAnew) != fmt.Sprint(errAgain) {
					t.Fatalf("%s, seed %d, step %d: %v, again %v", name, seed, step, errAnew, errAgain)
				}
				if errAnew != nil {
					break
				}
				reused += again.Reused
				entries += again.Entries
				a, b := printed(t, anew), printed(t, again)
				if a != b {
					i := 0
					for i < len(a) && i < len(b) && a[i] == b[i] {
						i++
					}
					t.Fatalf("%s, seed %d, step %d: %d of %d reused; they part at\nanew  …%.300s\nagain …%.300s", name, seed, step, again.Reused, again.Entries, a[max(0, i-150):], b[max(0, i-150):])
				}
			}
		}
	}
	if reused*4 < entries {
		t.Errorf("of %d entries only %d were reused: nothing is gained", entries, reused)
	}
	t.Logf("%d of %d entries reused", reused, entries)
}

// TestAgainCostsWhatChanged holds that nothing is read again where nothing
// changed, and little where one file did.
func TestAgainCostsWhatChanged(t *testing.T) {
	dir := t.TempDir()
	if err := demo.Lay(dir, demo.Releases[len(demo.Releases)-1]); err != nil {
		t.Fatal(err)
	}
	files, kept := copied(t, os.DirFS(dir)), shelf{}
	read := func() *Result {
		r, err := Read(files, Options{Kept: kept})
		if err != nil {
			t.Fatal(err)
		}
		return r
	}
	if r := read(); r.Reused != 0 || r.Entries < 15 {
		t.Errorf("at first %d of %d are reused", r.Reused, r.Entries)
	}
	if r := read(); r.Reused != r.Entries {
		t.Errorf("without a change %d of %d are reused", r.Reused, r.Entries)
	}
	edits[0](nil, files, "src/FareTag.tsx")
	if r := read(); r.Entries-r.Reused > 3 || r.Reused == r.Entries {
		t.Errorf("with one change %d of %d are reused", r.Reused, r.Entries)
	}
	for key := range kept {
		kept[key] = []byte("{")
	}
	if r := read(); r.Reused != 0 {
		t.Error("what is kept is broken, and it is used")
	}
	if r := read(); r.Reused != r.Entries {
		t.Error("what was broken is not kept anew")
	}
}

// TestAgainInFolders holds that folders count as modules again as they did, until one
// gives out something else.
func TestAgainInFolders(t *testing.T) {
	part := func(name string) *fstest.MapFile {
		return &fstest.MapFile{Data: []byte("import * as React from 'react';\nexport declare function " + name + "(p: { a: string }): React.JSX.Element;\n")}
	}
	files, kept := fstest.MapFS{"package.json": {Data: []byte(`{ "name": "lib", "types": "index.d.ts" }`)}, "index.d.ts": {Data: []byte("export * from './one';\n")},
		"one/index.d.ts": part("One"), "two/index.d.ts": part("Two"), "three/package.json": {Data: []byte(`{ "types": "../one/index.d.ts" }`)}}, shelf{}
	for _, step := range []struct {
		change     func()
		modules    string
		used, anew bool
	}{
		{func() {}, ". ./three ./two", false, true},
		{func() {}, ". ./three ./two", true, false},
		{func() { files["one/index.d.ts"] = part("Other") }, ". ./three ./two", false, true},
		{func() { files["two/index.d.ts"] = &fstest.MapFile{Data: []byte("export * from '../one';\n")} }, ". ./three", false, true},
		{func() {}, ". ./three", true, false},
		{func() {
			files["three/package.json"] = &fstest.MapFile{Data: []byte(`{ "types": "../two/index.d.ts" }`)}
		}, ". ./three", false, true},
		{func() { files["one/index.d.ts"].Data = append([]byte("// words\n"), files["one/index.d.ts"].Data...) }, ". ./three", false, true},
	} {
		step.change()
		again, err := Read(files, Options{Kept: kept})
		if err != nil {
			t.Fatal(err)
		}
		cold, err := Read(files, Options{})
		if err != nil {
			t.Fatal(err)
		}
		if printed(t, again) != printed(t, cold) {
			t.Error("read again, the package is another")
		}
		if got := strings.Join(again.Listing.Package.Modules, " "); got != step.modules || step.used && again.Reused != again.Entries || step.anew && again.Reused == again.Entries {
			t.Errorf("the modules are %s, want %s; %d of %d are reused", got, step.modules, again.Reused, again.Entries)
		}
	}
}

// FuzzKept holds that nothing that stands where readings are kept changes what
// is read, or brings the reader down.
func FuzzKept(f *testing.F) {
	files := fstest.MapFS{
		"package.json": &fstest.MapFile{Data: []byte(manifest)},
		"src/index.ts": &fstest.MapFile{Data: []byte("export * from './A';")},
		"src/A.tsx":    &fstest.MapFile{Data: []byte("export const A = ({ a }: { a: 'x' | 'y' }) => <b>{a}</b>;")},
	}
	kept := shelf{}
	anew, err := Read(files, Options{Kept: kept})
	if err != nil {
		f.Fatal(err)
	}
	want, err := anew.Listing.JSON()
	if err != nil {
		f.Fatal(err)
	}
	for _, data := range kept {
		f.Add(data, 0)
		f.Add(data[:len(data)/2], 3)
	}
	f.Add([]byte("{"), 0)
	f.Fuzz(func(t *testing.T, data []byte, at int) {
		broken := shelf{}
		for key, whole := range kept {
			// What is kept with some bytes of another.
			mixed := bytes.Clone(whole)
			if len(mixed) > 0 && at >= 0 {
				copy(mixed[at%len(mixed):], data)
			}
			broken[key] = mixed
		}
		r, err := Read(files, Options{Kept: broken})
		if err != nil {
			t.Fatal(err)
		}
		if got, err := r.Listing.JSON(); err != nil || string(got) != string(want) {
			t.Errorf("it is read as %s, %v", got, err)
		}
	})
}
