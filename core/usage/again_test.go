package usage_test

import (
	"encoding/json"
	"fmt"
	"maps"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/usage"
	"steadysocket/demo"
)

// memory keeps a scan in memory.
type memory map[string][]byte

func (m memory) Get(key string) ([]byte, bool) { data, ok := m[key]; return data, ok }
func (m memory) Put(key string, data []byte)   { m[key] = data }

// laidOut gives an app of the demo as files in memory.
func laidOut(t testing.TB, app string) fstest.MapFS {
	t.Helper()
	dir := t.TempDir()
	if err := demo.LayApp(dir, app); err != nil {
		t.Fatal(err)
	}
	fsys := fstest.MapFS{}
	err := filepath.WalkDir(dir, func(name string, entry os.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			return err
		}
		data, err := os.ReadFile(name)
		rel, _ := filepath.Rel(dir, name)
		fsys[filepath.ToSlash(rel)] = &fstest.MapFile{Data: data}
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	return fsys
}

func scanned(t testing.TB, fsys fstest.MapFS, libraries []string, kept usage.Kept) string {
	t.Helper()
	s, err := usage.Scan(fsys, usage.Options{Libraries: libraries, Kept: kept})
	if err != nil {
		t.Fatal(err)
	}
	data, err := json.MarshalIndent(s, "", " ")
	if err != nil {
		t.Fatal(err)
	}
	return string(data)
}

// edits are what somebody may do to an app, each to a file that is chosen.
var edits = []func(r *rand.Rand, fsys fstest.MapFS, name string){
	func(_ *rand.Rand, fsys fstest.MapFS, name string) { // a line on top: all places move
		fsys[name] = &fstest.MapFile{Data: append([]byte("\n"), fsys[name].Data...)}
	},
	func(r *rand.Rand, fsys fstest.MapFS, name string) { // a word is another
		words := strings.Fields(string(fsys[name].Data))
		if len(words) > 0 {
			word := words[r.IntN(len(words))]
			fsys[name] = &fstest.MapFile{Data: []byte(strings.Replace(string(fsys[name].Data), word, []string{"x", "Lever", "tone", "'calm'", "desk-fare", ""}[r.IntN(6)], 1))}
		}
	},
	func(r *rand.Rand, fsys fstest.MapFS, name string) { // a line goes
		lines := strings.Split(string(fsys[name].Data), "\n")
		at := r.IntN(len(lines))
		fsys[name] = &fstest.MapFile{Data: []byte(strings.Join(slices.Delete(lines, at, at+1), "\n"))}
	},
	func(r *rand.Rand, fsys fstest.MapFS, _ string) { // a file comes
		fsys[fmt.Sprintf("src/new%d.tsx", r.IntN(3))] = &fstest.MapFile{Data: []byte("import { Lever } from '@saltmarsh/fairlead';\nimport { Fare } from './ui';\nexport const A = () => <Lever tone=\"calm\"><Fare amount={1} /></Lever>;\n")}
	},
	func(_ *rand.Rand, fsys fstest.MapFS, name string) { // a file goes
		if strings.HasPrefix(name, "src/") && len(fsys) > 6 {
			delete(fsys, name)
		}
	},
	func(_ *rand.Rand, fsys fstest.MapFS, name string) { // something is registered for all
		if strings.HasSuffix(name, ".ts") || strings.HasSuffix(name, ".js") {
			fsys[name] = &fstest.MapFile{Data: append(fsys[name].Data, []byte("\nimport { Notice as N } from '@saltmarsh/fairlead-vue';\napp.component('FareNotice', N);\n")...)}
		}
	},
	func(_ *rand.Rand, fsys fstest.MapFS, name string) { // an import that brings tags
		if strings.HasSuffix(name, "x") {
			fsys[name] = &fstest.MapFile{Data: append([]byte("import '@saltmarsh/fairlead-elements';\n"), fsys[name].Data...)}
		}
	},
}

// TestAgain holds that a scan beside what is kept says the same as a cold one, after
// random edits one after the other.
func TestAgain(t *testing.T) {
	libraries := []string{"@saltmarsh/fairlead", "@saltmarsh/fairlead-vue", "@saltmarsh/fairlead-elements"}
	for _, app := range []string{"booking", "kiosk", "quay-signs", "freight"} {
		for seed := range uint64(6) {
			r := rand.New(rand.NewPCG(seed, 7))
			fsys, kept := laidOut(t, app), memory{}
			scanned(t, fsys, libraries, kept)
			var done []string
			for range 12 {
				names := slices.Sorted(maps.Keys(fsys))
				name := names[r.IntN(len(names))]
				edit := r.IntN(len(edits))
				if strings.HasSuffix(name, ".json") || strings.Contains(name, "lock") {
					continue // what is no source any more is no app
				}
				edits[edit](r, fsys, name)
				done = append(done, fmt.Sprintf("%d of %s", edit, name))
				again, cold := scanned(t, fsys, libraries, kept), scanned(t, fsys, libraries, nil)
				if again != cold {
					a, b := strings.Split(again, "\n"), strings.Split(cold, "\n")
					for i := range min(len(a), len(b)) {
						if a[i] != b[i] {
							t.Fatalf("%s, seed %d, after %v: line %d is\n%s\nwant\n%s\nbehind\n%s", app, seed, done, i, a[i], b[i], strings.Join(b[max(0, i-12):i], "\n"))
						}
					}
					t.Fatalf("%s, seed %d, after %v: %d lines, want %d", app, seed, done, len(a), len(b))
				}
			}
		}
	}
}

// TestAgainWalksWhatChanged holds that a file that nobody imports is walked alone, and one
// that others import with those.
func TestAgainWalksWhatChanged(t *testing.T) {
	fsys, kept := laidOut(t, "booking"), memory{}
	libraries := []string{"@saltmarsh/fairlead"}
	scanned(t, fsys, libraries, kept)
	// What is kept of a file is put in its place where it is not walked: a mark left there shows which.
	marked := strings.ReplaceAll(string(kept["scan"]), "Your crossings", "YOUR CROSSINGS")
	for name, want := range map[string]bool{"src/pages/Pass.tsx": true, "src/ui/Fare.tsx": false, "src/pages/Basket.tsx": false} {
		again := memory{"scan": []byte(marked)}
		before := fsys[name]
		fsys[name] = &fstest.MapFile{Data: append([]byte("\n"), before.Data...)}
		if got := strings.Contains(scanned(t, fsys, libraries, again), "YOUR CROSSINGS"); got != want {
			t.Errorf("after an edit of %s what is kept of Basket is taken: %v, want %v", name, got, want)
		}
		fsys[name] = before
	}
	// What is spoilt is as if it were not there.
	if got := scanned(t, fsys, libraries, memory{"scan": kept["scan"][:len(kept["scan"])/2]}); got != scanned(t, fsys, libraries, nil) {
		t.Error("beside what is spoilt the scan is another")
	}
}
