package demo_test

import (
	"fmt"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"steadysocket/core/contract"
	"steadysocket/core/inspect"
	"steadysocket/core/place"
	"steadysocket/core/reading"
	"steadysocket/core/usage"
	"steadysocket/demo"
)

// locked are the packages that the apps are locked to.
var locked = map[string]struct{ name, dir, release string }{
	"booking":    {packageName, ".", "1.2.0"},
	"freight":    {packageName, ".", "1.0.0"},
	"kiosk":      {packageName + "-vue", "packages/vue", "1.2.0"},
	"quay-signs": {packageName + "-elements", "packages/elements", "2.0.0"},
}

// lockedListing reads the contracts that an app is locked to.
func lockedListing(t *testing.T, app string) *contract.Listing {
	t.Helper()
	l := locked[app]
	dir := t.TempDir()
	if err := demo.Lay(dir, l.release); err != nil {
		t.Fatal(err)
	}
	r, err := reading.Read(os.DirFS(dir), reading.Options{Package: l.name, Marks: true})
	if err != nil {
		t.Fatal(err)
	}
	return r.Listing
}

// inspected inspects the app that is laid out at dir.
func inspected(t *testing.T, dir, app string, l *contract.Listing) *inspect.Inspection {
	t.Helper()
	scan, err := usage.Scan(os.DirFS(dir), usage.Options{Libraries: []string{locked[app].name}})
	if err != nil {
		t.Fatal(err)
	}
	return inspect.Of(scan, []inspect.Library{{Locked: l}})
}

func laid(t *testing.T, app string) string {
	t.Helper()
	dir := t.TempDir()
	if err := demo.LayApp(dir, app); err != nil {
		t.Fatal(err)
	}
	return dir
}

// lineOf finds the line of a text that stands once in a file.
func lineOf(t *testing.T, dir, file, text string) int {
	t.Helper()
	data, err := os.ReadFile(filepath.Join(dir, filepath.FromSlash(file)))
	if err != nil {
		t.Fatal(err)
	}
	if n := strings.Count(string(data), text); n != 1 {
		t.Fatalf("%s holds %q %d times", file, text, n)
	}
	return 1 + strings.Count(string(data)[:strings.Index(string(data), text)], "\n")
}

// elsewhere are the kinds that the scenario has no place for, with where they are held.
var elsewhere = map[string]string{
	"provider-missing":   "Fairlead's parts need no other provider than their main component: core/inspect",
	"peer-missing":       "every app has what Fairlead needs: core/inspect",
	"package-assumed":    "Fairlead brings all that it imports: core/inspect",
	"style-scan-missing": "Fairlead's styles are made by no tool that scans: core/inspect",
}

// TestEveryMistakeIsFound holds the table of mistakes against what inspecting finds: all
// of it, and nothing else; and every kind is in the table.
func TestEveryMistakeIsFound(t *testing.T) {
	missing := map[string]bool{}
	for _, row := range inspect.Rows {
		missing[string(row.Kind)] = true
	}
	for _, m := range demo.Mistakes {
		delete(missing, m.Kind)
	}
	for kind, why := range elsewhere {
		if !missing[kind] || why == "" {
			t.Errorf("%s is said to be made elsewhere, and is made here", kind)
		}
		delete(missing, kind)
	}
	for kind := range missing {
		t.Errorf("no app makes the mistake %s", kind)
	}
	for app := range locked {
		dir := laid(t, app)
		found := map[string]int{}
		for _, f := range inspected(t, dir, app, lockedListing(t, app)).Findings {
			found[fmt.Sprintf("%s:%d %s %s", f.At.File, f.At.Line, f.Kind, f.Member)]++
		}
		for _, m := range demo.Mistakes {
			if m.App != app {
				continue
			}
			line := lineOf(t, dir, m.File, m.Text)
			if m.File == "package.json" {
				line = 1 // a manifest is told of as a whole
			}
			key := fmt.Sprintf("%s:%d %s %s", m.File, line, m.Kind, m.Member)
			if found[key] == 0 {
				t.Errorf("%s: not found: %s", app, key)
			}
			delete(found, key)
		}
		for key, n := range found {
			t.Errorf("%s: found and not in the table, %d times: %s", app, n, key)
		}
	}
}

// TestEditsMend makes each edit by itself: its old text stands at its place, the finding
// goes, and no other comes.
func TestEditsMend(t *testing.T) {
	made := 0
	for app := range locked {
		l := lockedListing(t, app)
		dir := laid(t, app)
		before := inspected(t, dir, app, l)
		prints := func(i *inspect.Inspection) map[string]inspect.Finding {
			m := map[string]inspect.Finding{}
			for _, f := range i.Findings {
				m[f.Fingerprint] = f
			}
			if len(m) != len(i.Findings) {
				t.Errorf("%s: two findings have one fingerprint", app)
			}
			return m
		}
		known := prints(before)
		for _, f := range before.Findings {
			if len(f.Edits) == 0 {
				continue
			}
			made++
			edited := laid(t, app)
			for _, e := range f.Edits {
				apply(t, edited, e)
			}
			after := prints(inspected(t, edited, app, l))
			if _, still := after[f.Fingerprint]; still {
				t.Errorf("%s: %s %s is found after its edit %+v", app, f.At, f.Kind, f.Edits)
			}
			for print, other := range after {
				if _, ok := known[print]; !ok {
					t.Errorf("%s: the edit %+v of %s brings %s at %s: %s", app, f.Edits, f.Kind, other.Kind, other.At, other.Why)
				}
			}
		}
	}
	t.Logf("%d findings have edits", made)
	if made < 12 {
		t.Errorf("only %d findings have edits", made)
	}
}

// apply makes one edit.
func apply(t *testing.T, dir string, e inspect.Edit) {
	t.Helper()
	name := filepath.Join(dir, filepath.FromSlash(e.At.File))
	data, err := os.ReadFile(name)
	if err != nil {
		t.Fatal(err)
	}
	text := string(data)
	lines := place.NewLines(text)
	for i := range text {
		if p := lines.Position(i); p.Line != e.At.Line || p.Column != e.At.Column {
			continue
		}
		if !strings.HasPrefix(text[i:], e.Old) {
			t.Fatalf("%s: %q does not stand there but %q", e.At, e.Old, text[i:min(len(text), i+30)])
		}
		if err := os.WriteFile(name, []byte(text[:i]+e.New+text[i+len(e.Old):]), 0o644); err != nil {
			t.Fatal(err)
		}
		return
	}
	t.Fatalf("%s is not in the file", e.At)
}

// untold are the findings of kinds that a type checker tells of, where it does not, each
// with its reason.
var untold = map[string]string{
	"style-key-unknown colour": "the compiler tells of the first key that is too much",
	"value-unknown quay":       "the values of an outside set stand in no type",
}

// TestFindingsAgreeWithTheCompiler puts the files that nothing checks to the TypeScript
// compiler: where it can see a mistake it says so on the line of a finding, and all that
// it says stands on such a line.
func TestFindingsAgreeWithTheCompiler(t *testing.T) {
	l := lockedListing(t, "booking")
	findings := inspected(t, laid(t, "booking"), "booking", l).Findings
	dir := layApp(t, "booking", layLibrary(t, locked["booking"].release))
	for _, file := range []string{"src/desk/Counter", "src/desk/Harbour"} {
		if err := os.Rename(filepath.Join(dir, file+".jsx"), filepath.Join(dir, file+".tsx")); err != nil {
			t.Fatal(err)
		}
	}
	told := map[string][]string{}
	for _, e := range compile(t, dir) {
		if strings.HasPrefix(e.text, "TS7006") || strings.HasPrefix(e.text, "TS7031") {
			continue // a parameter without a type: the file was never checked
		}
		at := fmt.Sprintf("%s:%d", strings.TrimSuffix(e.file, ".tsx"), e.line)
		told[at] = append(told[at], e.text)
	}
	agreed, used := 0, map[string]bool{}
	for _, f := range findings {
		if !strings.HasSuffix(f.At.File, ".jsx") {
			continue
		}
		at := fmt.Sprintf("%s:%d", strings.TrimSuffix(f.At.File, ".jsx"), f.At.Line)
		who := inspect.ToldBy(f.Kind)
		switch {
		case len(told[at]) > 0:
			used[at] = true
			agreed++
		case who != inspect.Nobody && untold[string(f.Kind)+" "+f.Member] == "":
			t.Errorf("%s %s (%s): the compiler says nothing there", at, f.Kind, f.Why)
		}
	}
	for _, at := range slices.Sorted(maps.Keys(told)) {
		if !used[at] {
			t.Errorf("%s: the compiler says %v, and nothing is found there", at, told[at])
		}
	}
	t.Logf("%d findings on lines of which the compiler tells", agreed)
}
