package design

import (
	"bytes"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"steadysocket/core/contract"
	"steadysocket/core/reading"
	"steadysocket/demo"
)

// refusal is what a compiler said of a file.
type refusal struct{ File, Message string }

// judge runs a framework's own compiler over the files of a folder.
func judge(t *testing.T, folder, by string) []refusal {
	t.Helper()
	absolute := func(name string) string {
		path, err := filepath.Abs(name)
		if err != nil {
			t.Fatal(err)
		}
		return path
	}
	compilers := absolute("../../measure/frameworks")
	if err := os.Symlink(filepath.Join(compilers, "node_modules"), filepath.Join(folder, "node_modules")); err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", absolute("testdata/judge.cjs"), compilers, absolute("../../console/node_modules/typescript"), folder, by)
	var out, problems bytes.Buffer
	cmd.Stdout, cmd.Stderr = &out, &problems
	if err := cmd.Run(); err != nil {
		t.Fatalf("the compiler of %s could not be run: %v\n%s", by, err, problems.String())
	}
	var found []refusal
	if err := json.Unmarshal(out.Bytes(), &found); err != nil {
		t.Fatalf("what the compiler of %s said could not be read: %v\n%s", by, err, out.String())
	}
	return found
}

// judged are the frameworks with the compiler that judges them.
var judged = []struct{ framework, by string }{
	{"react", "typescript"}, {"web component", "typescript"}, {"vue", "vue"}, {"svelte", "svelte"}, {"angular", "angular"}, {"ember", "ember"},
}

// TestCompilersTakeWhatIsWritten writes skeletons and uses of random contracts, and has
// each framework's own compiler judge all of them.
func TestCompilersTakeWhatIsWritten(t *testing.T) {
	for _, j := range judged {
		t.Run(j.framework, func(t *testing.T) {
			t.Parallel()
			r := newRandom(t, 2)
			dir := t.TempDir()
			count := 0
			for n := range 40 {
				c := r.next()
				count += writeAll(t, filepath.Join(dir, fmt.Sprintf("c%02d", n)), c, j.framework, Proposed(c))
			}
			for _, name := range []string{"notice-bar", "sailing-list", "lever"} {
				d := demoDraft(t, name)
				for i := range d.Alternatives {
					a := &d.Alternatives[i]
					var can []Scenario // a draft's own scenarios need not suit each alternative
					for _, s := range d.ScenariosOf(a) {
						if _, err := CodeOf(a.Of, s, j.framework); err == nil {
							can = append(can, s)
						}
					}
					count += writeAll(t, filepath.Join(dir, name, a.Name), a.Of, j.framework, can)
				}
			}
			for _, c := range demoLibrary(t) {
				if c.Export.Kind != "member" { // a member's uses import what it hangs on
					count += writeAll(t, filepath.Join(dir, "fairlead", c.Component), &c, j.framework, Proposed(&c))
				}
			}
			refused := judge(t, dir, j.by)
			for i, x := range refused {
				if i == 6 {
					t.Errorf("and %d more", len(refused)-i)
					break
				}
				text, err := os.ReadFile(filepath.Join(dir, x.File))
				t.Errorf("%s: %s (%v)\n%s", x.File, x.Message, err, text)
			}
			if count < 100 {
				t.Errorf("only %d files were judged", count)
			}
		})
	}
}

// demoLibrary reads the components of the demo's library.
func demoLibrary(t *testing.T) []contract.Contract {
	t.Helper()
	dir := t.TempDir()
	if err := demo.Lay(dir, demo.Releases[len(demo.Releases)-1]); err != nil {
		t.Fatal(err)
	}
	r, err := reading.Read(os.DirFS(dir), reading.Options{})
	if err != nil {
		t.Fatal(err)
	}
	if len(r.Listing.Components) < 12 {
		t.Fatalf("only %d components are read", len(r.Listing.Components))
	}
	return r.Listing.Components
}

// TestCompilersTakeLogic writes shared logic made of random contracts and its calls. The
// functions that the compilers of Vue and Svelte do not look at are TypeScript's to judge.
func TestCompilersTakeLogic(t *testing.T) {
	for _, j := range append(judged, []struct{ framework, by string }{{"vue", "typescript"}, {"svelte", "typescript"}}...) {
		t.Run(j.framework+" by "+j.by, func(t *testing.T) {
			t.Parallel()
			r := newRandom(t, 3)
			dir := t.TempDir()
			for n := range 30 {
				c, err := Shaped(r.next(), "logic without markup")
				if err != nil {
					t.Fatal(err)
				}
				c.Result.Fields = append(c.Result.Fields, contract.Field{Name: "again", Type: contract.MustType("(count: number) => void")})
				c.Result.Positional = n%3 == 0
				writeAll(t, filepath.Join(dir, fmt.Sprintf("c%02d", n)), c, j.framework, Proposed(c))
			}
			for i, x := range judge(t, dir, j.by) {
				if i == 6 {
					break
				}
				text, err := os.ReadFile(filepath.Join(dir, x.File))
				t.Errorf("%s: %s (%v)\n%s", x.File, x.Message, err, text)
			}
		})
	}
}

// writeAll writes a contract's skeleton and its scenarios into folders, each a project of
// its own, and tells how many files there are.
func writeAll(t *testing.T, dir string, c *contract.Contract, framework string, scenarios []Scenario) (count int) {
	t.Helper()
	put := func(dir string, files ...Source) {
		if err := os.MkdirAll(dir, 0o755); err != nil {
			t.Fatal(err)
		}
		for _, f := range files {
			count++
			if err := os.WriteFile(filepath.Join(dir, f.Name), []byte(f.Text), 0o644); err != nil {
				t.Fatal(err)
			}
		}
	}
	var files []Source
	module := ""
	if framework != "ember" {
		var err error
		if files, err = Skeleton(c, framework); err != nil {
			t.Fatal(err)
		}
		if module, err = ModuleOf(c, framework); err != nil {
			t.Fatal(err)
		}
	}
	for i, s := range scenarios {
		code, err := CodeOf(c, s, framework)
		if err != nil {
			t.Fatal(err)
		}
		put(filepath.Join(dir, fmt.Sprint("s", i)), append(files, code.File(c, module))...)
	}
	return count
}

// TestJudgesRefuse holds that each compiler refuses what is wrong: a judge that takes
// everything would prove nothing.
func TestJudgesRefuse(t *testing.T) {
	for by, file := range map[string]Source{
		"typescript": {"a.ts", "export const a: string = 1;\n"},
		"vue":        {"A.vue", "<template><b :x=\"a b\" /></template>\n<script setup lang=\"ts\"></script>\n"},
		"svelte":     {"A.svelte", "{#if x}<b>{x}</b>\n"},
		"angular":    {"a.component.ts", "import { Component } from '@angular/core';\n@Component({ selector: 'app-a', template: '{{ missing }}' })\nexport class A {}\n"},
		"ember":      {"a.hbs", "<A @b={{c />\n"},
	} {
		t.Run(by, func(t *testing.T) {
			t.Parallel()
			dir := t.TempDir()
			if err := os.WriteFile(filepath.Join(dir, file.Name), []byte(file.Text), 0o644); err != nil {
				t.Fatal(err)
			}
			if refused := judge(t, dir, by); len(refused) == 0 || !strings.Contains(refused[0].File, "") {
				t.Errorf("%s takes %s", by, file.Text)
			}
		})
	}
}
