package main

import (
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"io/fs"
	"maps"
	"math/rand/v2"
	"os"
	"path"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/modules"
)

//go:embed resolve.cjs
var resolving string

// layout is a source with packages beside it, and names that its files import.
type layout struct {
	Files    map[string]string `json:"files"`
	Asks     []asking          `json:"asks"`
	Settings map[string]any    `json:"settings,omitempty"` // of the compiler
}

type asking struct {
	From string `json:"from"`
	Name string `json:"name"`
}

// packageFiles may be there in a package; each tells types, or has them beside it.
var packageFiles = []string{
	"index.d.ts", "index.js", "index.d.mts", "main.d.ts", "main.js", "dist/index.d.ts", "dist/index.js", "dist/index.mjs", "dist/index.d.mts", "dist/index.cjs", "dist/index.d.cts",
	"lib/tides.d.ts", "lib/tides.js", "lib/tides/index.d.ts", "lib/buoy.ts", "lib/buoy.d.ts", "types/index.d.ts", "types/tides.d.ts", "ts5/index.d.ts", "ts5/lib/tides.d.ts", "tides.d.ts", "tides.js", "tides/index.d.ts",
}

// packageNames are asked for.
var packageNames = []string{"", "", "/tides", "/lib/tides", "/lib/tides.js", "/lib/buoy", "/tides/index", "/none", "/parts/tides", "/parts/buoy", "/dist/index", "/main"}

// randomTarget is what an entry of an exports map leads to, a few conditions deep.
func randomTarget(rng *rand.Rand, depth int, star bool) any {
	file := func() string {
		name := "./" + someOf(rng, packageFiles)
		if star {
			name = someOf(rng, []string{"./lib/*.js", "./lib/*.d.ts", "./types/*.d.ts", "./lib/*", "./*.js", "./lib/*/index.js"})
		}
		return name
	}
	switch n := rng.IntN(10); {
	case depth == 0 || n < 3:
		return file()
	case n == 3 && depth < 3:
		return nil
	case n == 4:
		return []any{randomTarget(rng, depth-1, star), file()}
	}
	var out ordered
	for _, condition := range shuffled(rng, []string{"types", "import", "require", "default", "browser", "types@<5.0", "types@>=5.2"})[:1+rng.IntN(4)] {
		out = append(out, pair{condition, randomTarget(rng, depth-1, star)})
	}
	return out
}

// pair and ordered write an object whose keys keep their order, which decides.
type (
	pair struct {
		key   string
		value any
	}
	ordered []pair
)

func (o ordered) MarshalJSON() ([]byte, error) {
	var b strings.Builder
	for i, p := range o {
		value, err := json.Marshal(p.value)
		if err != nil {
			return nil, err
		}
		fmt.Fprintf(&b, "%s%q: %s", map[bool]string{true: ", "}[i > 0], p.key, value)
	}
	return []byte("{" + b.String() + "}"), nil
}

func shuffled(rng *rand.Rand, list []string) []string {
	list = slices.Clone(list)
	rng.Shuffle(len(list), func(i, j int) { list[i], list[j] = list[j], list[i] })
	return list
}

// randomManifest says in one of the ways that there are where a package's modules are.
func randomManifest(rng *rand.Rand, name string) string {
	m := ordered{{"name", name}, {"version", "1.0.0"}}
	for _, field := range []string{"main", "module", "types", "typings"} {
		if rng.IntN(3) == 0 {
			m = append(m, pair{field, someOf(rng, []string{"./", ""}) + strings.TrimSuffix(someOf(rng, packageFiles), someOf(rng, []string{".js", "none"}))})
		}
	}
	if rng.IntN(4) == 0 {
		// A file by its name is left to "*": the compiler takes what "main" is sent to even
		// where it looks for scripts, after all else.
		table := pair{someOf(rng, []string{"*", "lib/*", "index.d.ts"}), []string{someOf(rng, []string{"ts5/*", "types/*"})}}
		if table.key == "*" && rng.IntN(3) == 0 {
			table.value = []string{"ts5/index.d.ts"}
		}
		m = append(m, pair{"typesVersions", ordered{{someOf(rng, []string{"<4.0", ">=5.0", "*"}), ordered{table}}}})
	}
	if rng.IntN(2) == 0 {
		exports := ordered{{".", randomTarget(rng, 3, false)}}
		for _, key := range shuffled(rng, []string{"./tides", "./lib/tides", "./lib/*", "./parts/*", "./parts/buoy", "./package.json"})[:rng.IntN(4)] {
			exports = append(exports, pair{key, randomTarget(rng, 2, strings.Contains(key, "*"))})
		}
		if rng.IntN(4) == 0 {
			m = append(m, pair{"exports", exports[0].value})
		} else {
			m = append(m, pair{"exports", exports})
		}
	}
	data, err := json.Marshal(m)
	if err != nil {
		panic(err)
	}
	return string(data)
}

func newLayout(rng *rand.Rand) layout {
	l := layout{Files: map[string]string{"package.json": `{ "name": "app", "version": "1.0.0", "imports": { "#e": "./src/e.js", "#inner/*": "./src/inner/*.ts", "#inner/none/*": null } }`}}
	own := []string{"src/a.ts", "src/b.tsx", "src/deck/index.ts", "src/deck/c.d.ts", "src/deck.ts", "src/e.d.ts", "src/f.mts", "src/inner/index.tsx", "src/inner/g.ts"}
	for _, name := range own {
		if name == "src/a.ts" || name == "src/inner/g.ts" || rng.IntN(3) > 0 {
			l.Files[name] = "export {};"
		}
	}
	for _, pkg := range []string{"buoy", "@mole/hull"} {
		folder := "node_modules/" + pkg + "/"
		l.Files[folder+"package.json"] = randomManifest(rng, pkg)
		for _, name := range packageFiles {
			// The folders are there: the compiler gives a path into another up, and we do not.
			l.Files[folder+path.Join(path.Dir(name), "look.css")] = ""
			if rng.IntN(2) == 0 {
				l.Files[folder+name] = "export {};"
			}
		}
		if rng.IntN(4) == 0 {
			l.Files[folder+"tides/package.json"] = randomManifest(rng, pkg+"/tides")
		}
		if rng.IntN(4) == 0 {
			l.Files["node_modules/@types/"+strings.ReplaceAll(strings.TrimPrefix(pkg, "@"), "/", "__")+"/index.d.ts"] = "export {};"
		}
	}
	if rng.IntN(2) == 0 {
		l.Files["src/node_modules/buoy/index.d.ts"] = "export {};"
	}
	if rng.IntN(2) == 0 {
		at := someOf(rng, []string{"src", "."})
		l.Settings = map[string]any{"baseUrl": at, "paths": map[string][]string{"~/*": {someOf(rng, []string{"src/*", "src/inner/*"})}, "deck": {"./src/deck.ts", "./src/deck/index.ts"}, "~/inner/*": {"./src/inner/*"}}}
		if at == "src" {
			l.Settings["paths"] = map[string][]string{"~/*": {"./*"}, "~/inner/*": {"./inner/*"}}
		}
		data, err := json.Marshal(map[string]any{"compilerOptions": l.Settings})
		if err != nil {
			panic(err)
		}
		l.Files["tsconfig.json"] = string(data)
	}
	for _, from := range []string{"src/a.ts", "src/inner/g.ts"} {
		for _, name := range []string{"./b", "./b.js", "./deck", "../deck", "./deck/c", "../e", "./e.js", "../f.mjs", "./inner", ".", "..", "./f", "~/b", "~/inner/g", "deck", "b", "inner/g", "./none", "#e", "#inner/g", "#inner/none/g", "#none"} {
			l.Asks = append(l.Asks, asking{from, name})
		}
		for _, pkg := range []string{"buoy", "@mole/hull"} {
			for _, module := range packageNames {
				l.Asks = append(l.Asks, asking{from, pkg + module})
			}
		}
	}
	return l
}

// fsOf is the source of a layout.
func (l layout) fsOf() fs.FS {
	out := fstest.MapFS{}
	for name, text := range l.Files {
		out[name] = &fstest.MapFile{Data: []byte(text)}
	}
	return out
}

// otherwise are conditions that the compiler does not follow for an import.
var otherwise = regexp.MustCompile(`"exports":.*"(require|browser|node)"`)

// TestRandomModulesAreFoundWhereTheCompilerFindsThem lays out random sources and packages
// and holds where a name leads against the compiler: where it finds a file that tells
// types, so do we, and the same one; where it finds none in a package, neither do we.
func TestRandomModulesAreFoundWhereTheCompilerFindsThem(t *testing.T) {
	const layouts = 400
	rng := seeded(7, 4)
	cases := make([]layout, layouts)
	for i := range cases {
		cases[i] = newLayout(rng)
	}
	data, err := json.Marshal(cases)
	if err != nil {
		t.Fatal(err)
	}
	folder := t.TempDir()
	if err := os.WriteFile(filepath.Join(folder, "cases.json"), data, 0o600); err != nil {
		t.Fatal(err)
	}
	var found [][]string
	if err := script(context.Background(), resolving, filepath.Join(console(t), "node_modules", "typescript"), folder, &found); err != nil {
		t.Fatal(err)
	}
	wrong, right := 0, 0
	for i, l := range cases {
		set, err := modules.Open(l.fsOf(), ".")
		if err != nil {
			t.Fatal(err)
		}
		set.Installed = true
		for j, ask := range l.Asks {
			ours, _ := set.Resolve(ask.From, ask.Name)
			theirs := found[i][j]
			switch {
			case ours == theirs:
				right++
			case theirs == "" && (l.said(ask.Name) == "" || otherwise.MatchString(l.said(ask.Name))):
				// A script of the source has no types, and what only bundlers or other ways of
				// loading reach is better than nothing.
			default:
				if wrong++; wrong <= 10 {
					t.Errorf("%s imports %q: we find %q, the compiler %q\nfiles: %v\n%s %s", ask.From, ask.Name, ours, theirs, slices.Sorted(maps.Keys(l.Files)), l.said(ask.Name), l.Files["tsconfig.json"])
				}
			}
		}
	}
	if right < layouts*25 {
		t.Errorf("only %d names were found", right)
	}
	t.Logf("%d names found, %d elsewhere", right, wrong)
}

// said is the manifest of the package that a name belongs to, "" for the source itself.
func (l layout) said(name string) string {
	pkg, _ := modules.SplitName(name)
	return l.Files["node_modules/"+pkg+"/package.json"]
}
