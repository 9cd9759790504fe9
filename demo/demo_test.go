package demo_test

import (
	"encoding/json"
	"fmt"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/impact"
	"steadysocket/core/reading"
	"steadysocket/core/site"
	"steadysocket/core/style"
	"steadysocket/core/usage"
	"steadysocket/demo"
)

const packageName = "@saltmarsh/fairlead"

// installed is where the console's packages stand; React's types are taken from there.
func installed(t *testing.T) string {
	t.Helper()
	dir, err := filepath.Abs("../console/node_modules")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := os.Stat(filepath.Join(dir, "typescript")); err != nil {
		t.Fatalf("the console's packages are not installed; run make console-packages: %v", err)
	}
	return dir
}

// compilerError is one error of the TypeScript compiler.
type compilerError struct {
	file         string
	line, column int
	text         string
}

func (e compilerError) String() string {
	return fmt.Sprintf("%s:%d:%d %s", e.file, e.line, e.column, e.text)
}

var errorLine = regexp.MustCompile(`(?m)^(\S+?)\((\d+),(\d+)\): error (.*)$`)

// compile runs the TypeScript compiler over the project in dir.
func compile(t *testing.T, dir string) []compilerError {
	t.Helper()
	cmd := exec.Command("node", filepath.Join(installed(t), "typescript/bin/tsc"), "-p", dir, "--preserveSymlinks", "--pretty", "false")
	cmd.Dir = dir
	out, err := cmd.Output()
	var list []compilerError
	for _, m := range errorLine.FindAllStringSubmatch(string(out), -1) {
		e := compilerError{file: filepath.ToSlash(m[1]), text: m[4]}
		fmt.Sscan(m[2], &e.line)
		fmt.Sscan(m[3], &e.column)
		list = append(list, e)
	}
	if err != nil && len(list) == 0 {
		t.Fatalf("the compiler did not run in %s: %v\n%s", dir, err, out)
	}
	return list
}

// link makes an installed package visible in dir.
func link(t *testing.T, dir, name, to string) {
	t.Helper()
	at := filepath.Join(dir, "node_modules", name)
	if err := os.MkdirAll(filepath.Dir(at), 0o755); err != nil {
		t.Fatal(err)
	}
	if err := os.Symlink(to, at); err != nil {
		t.Fatal(err)
	}
}

// layLibrary lays out a state of the library, ready to compile.
func layLibrary(t *testing.T, release string) string {
	t.Helper()
	dir := t.TempDir()
	if err := demo.Lay(dir, release); err != nil {
		t.Fatal(err)
	}
	link(t, dir, "@types/react", filepath.Join(installed(t), "@types/react"))
	link(t, dir, "csstype", filepath.Join(installed(t), "csstype"))
	link(t, dir, "react", filepath.Join(installed(t), "react"))
	return dir
}

// layApp lays out an app against a state of the library, ready to compile.
func layApp(t *testing.T, app, library string) string {
	t.Helper()
	dir := t.TempDir()
	if err := demo.LayApp(dir, app); err != nil {
		t.Fatal(err)
	}
	link(t, dir, "@types/react", filepath.Join(installed(t), "@types/react"))
	link(t, dir, "csstype", filepath.Join(installed(t), "csstype"))
	link(t, dir, "react", filepath.Join(installed(t), "react"))
	link(t, dir, packageName, library)
	return dir
}

func read(t *testing.T, dir string) *reading.Result {
	t.Helper()
	settings, err := style.ReadSettings(os.DirFS(dir), ".")
	if err != nil {
		t.Fatal(err)
	}
	r, err := reading.Read(os.DirFS(dir), reading.Options{Library: settings.Library, Owner: settings.Owner, Source: contract.SourceInfo{Kind: "directory"}})
	if err != nil {
		t.Fatal(err)
	}
	return r
}

// TestEverySourceCompiles holds that all demo source is what the TypeScript
// compiler accepts, and that reading it leaves nothing unread.
func TestEverySourceCompiles(t *testing.T) {
	for _, release := range append(append([]string{}, demo.Releases...), "working") {
		dir := layLibrary(t, release)
		for _, e := range compile(t, dir) {
			t.Errorf("fairlead %s: %s", release, e)
		}
		r := read(t, dir)
		for _, u := range r.Listing.Unread {
			t.Errorf("fairlead %s: unread: %s: %s", release, u.At, u.Why)
		}
		for _, c := range r.Conflicts {
			t.Errorf("fairlead %s: the contract file differs: %+v", release, c)
		}
		if n := len(r.Listing.Components); n < 15 {
			t.Errorf("fairlead %s has %d components", release, n)
		}
	}
	for app, release := range map[string]string{"booking": "1.2.0", "freight": "1.0.0"} {
		for _, e := range compile(t, layApp(t, app, layLibrary(t, release))) {
			t.Errorf("%s: %s", app, e)
		}
	}
}

func scan(t *testing.T, app string) *site.Scan {
	t.Helper()
	dir := t.TempDir()
	if err := demo.LayApp(dir, app); err != nil {
		t.Fatal(err)
	}
	s, err := usage.Scan(os.DirFS(dir), usage.Options{Libraries: []string{packageName}})
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func TestScopeOfTheDemo(t *testing.T) {
	sites := 0
	for _, app := range demo.Apps {
		s := scan(t, app)
		sites += len(s.Sites)
		if len(s.Unread) > 0 {
			t.Errorf("%s: unread: %+v", app, s.Unread)
		}
	}
	if sites < 60 {
		t.Errorf("the apps have %d sites together, want at least 60", sites)
	}
}

// explained are the breaks to which no compiler error stands at the site, each
// with its reason; docs/judges.md tells the same.
var explained = map[string]string{
	"component-renamed": "the compiler's error stands at the import line, which is no site",
}

// TestBreaksAgreeWithTheCompiler puts each app to the TypeScript compiler
// against later releases: every new error at a site is a break of ours, and
// every break that is not silent there has an error.
func TestBreaksAgreeWithTheCompiler(t *testing.T) {
	for app, from := range map[string]string{"booking": "1.2.0", "freight": "1.0.0"} {
		s := scan(t, app)
		old := read(t, layLibrary(t, from)).Listing
		for _, to := range demo.Releases {
			if to <= from {
				continue
			}
			library := layLibrary(t, to)
			now := read(t, library).Listing
			found := impact.Of(change.Compare(old, now, change.Options{}), old, s, impact.Options{All: true})
			kinds := map[string]string{}
			for _, c := range found.Changes {
				kinds[c.ID] = string(c.Kind)
			}
			errors := compile(t, layApp(t, app, library))
			spans := map[string]*site.Site{}
			for i := range s.Sites {
				spans[s.Sites[i].ID] = &s.Sites[i]
			}
			used := map[int]bool{}
			at := func(x impact.Site) []int {
				var list []int
				for i, e := range errors {
					if e.file == x.At.File && within(t, app, e, spans[x.ID]) {
						list = append(list, i)
					}
				}
				return list
			}
			for _, x := range found.Sites {
				here := at(x)
				if x.Outcome == impact.Breaks || x.Outcome == impact.Unsure {
					for _, i := range here {
						used[i] = true
					}
				}
				if x.Outcome != impact.Breaks || x.Behind > 0 && len(here) == 0 {
					continue // a wrapper breaks where it is used: told there too
				}
				loud := false
				for _, cause := range x.Because {
					if cause.Outcome == impact.Breaks && !cause.Silent && explained[kinds[cause.Change]] == "" {
						loud = true
					}
				}
				if loud && len(here) == 0 {
					t.Errorf("%s %s → %s: %s breaks and is told, but the compiler says nothing: %+v", app, from, to, x.ID, x.Because)
				}
			}
			for i, e := range errors {
				if !used[i] && !strings.Contains(e.text, "has no exported member") && !strings.HasPrefix(e.text, "TS7006") {
					t.Errorf("%s %s → %s: the compiler says %s; no site of ours breaks there", app, from, to, e)
				}
			}
			t.Logf("%s %s → %s: %d errors, %+v", app, from, to, len(errors), found.Totals)
		}
	}
}

// within reports whether an error stands inside a site.
func within(t *testing.T, app string, e compilerError, s *site.Site) bool {
	t.Helper()
	if s == nil || e.file != s.At.File || s.At.Span == nil {
		return false
	}
	dir := t.TempDir()
	if err := demo.LayApp(dir, app); err != nil {
		t.Fatal(err)
	}
	data, err := os.ReadFile(filepath.Join(dir, filepath.FromSlash(e.file)))
	if err != nil {
		t.Fatal(err)
	}
	offset := 0
	for line, rest := 1, string(data); ; line++ {
		text, more, _ := strings.Cut(rest, "\n")
		if line == e.line {
			offset += e.column - 1
			break
		}
		offset += len(text) + 1
		rest = more
	}
	return offset >= s.At.Span[0] && offset < s.At.Span[1]
}

// TestPlantedFindings holds that the rules find the planted inconsistencies and
// nothing else.
func TestPlantedFindings(t *testing.T) {
	planted := []string{
		"H01 VehicleGauge.value", "H02 DeckPlan.defaultLevel", "R01 LuggageLine.luggageWeight", "R12 TideStrip.unit", "R18 SailingRow.isBoarding",
		"R21 CrewChip.scale", "R21 Lever.size", "R21 Notice.kind", "R21 Timetable.density", "R21 VehicleGauge.caption",
	}
	dir := layLibrary(t, "2.1.0")
	r := read(t, dir)
	settings, err := style.ReadSettings(os.DirFS(dir), ".")
	if err != nil {
		t.Fatal(err)
	}
	found := style.Check(r.Listing, nil, settings, day(t))
	want := map[string]bool{}
	for _, p := range planted {
		want[p] = true
	}
	for _, f := range found.Findings {
		key := f.Rule + " " + f.Component + "." + f.Member
		if !want[key] {
			t.Errorf("found and not planted: %s: %s", key, f.Why)
		}
		delete(want, key)
		if f.At == nil || f.Mend == "" || f.Why == "" || f.Fingerprint == "" {
			t.Errorf("a finding is not whole: %+v", f)
		}
	}
	for key := range want {
		t.Errorf("planted and not found: %s", key)
	}
}

// TestManifestsAreRight holds that each state of the library bears its own number.
func TestManifestsAreRight(t *testing.T) {
	for _, release := range demo.Releases {
		dir := t.TempDir()
		if err := demo.Lay(dir, release); err != nil {
			t.Fatal(err)
		}
		data, err := fs.ReadFile(os.DirFS(dir), "package.json")
		if err != nil {
			t.Fatal(err)
		}
		var m struct{ Name, Version string }
		if err := json.Unmarshal(data, &m); err != nil || m.Name != packageName || m.Version != release {
			t.Errorf("package.json of %s is %+v, %v", release, m, err)
		}
	}
}

// day is the day on which the tests look at waivers.
func day(t *testing.T) time.Time {
	t.Helper()
	d, err := time.Parse(time.DateOnly, "2026-11-23")
	if err != nil {
		t.Fatal(err)
	}
	return d
}

// declarations makes a package of a state of the library that holds nothing but
// what the compiler declares of it, and the contract files.
func declarations(t *testing.T, library string) string {
	t.Helper()
	dir := t.TempDir()
	cmd := exec.Command("node", filepath.Join(installed(t), "typescript/bin/tsc"), "-p", library, "--declaration", "--emitDeclarationOnly", "--noEmit", "false",
		"--outDir", filepath.Join(dir, "src"), "--rootDir", filepath.Join(library, "src"), "--preserveSymlinks")
	if out, err := cmd.CombinedOutput(); err != nil {
		t.Fatalf("the declarations were not made: %v\n%s", err, out)
	}
	manifest, err := os.ReadFile(filepath.Join(library, "package.json"))
	if err != nil {
		t.Fatal(err)
	}
	text := regexp.MustCompile(`\./src/(\w+)\.ts"`).ReplaceAllString(string(manifest), `./src/$1.d.ts"`)
	if err := os.WriteFile(filepath.Join(dir, "package.json"), []byte(text), 0o644); err != nil {
		t.Fatal(err)
	}
	beside, err := filepath.Glob(filepath.Join(library, "src", "*.contract.yaml"))
	if err != nil {
		t.Fatal(err)
	}
	for _, name := range beside {
		data, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(filepath.Join(dir, "src", filepath.Base(name)), data, 0o644); err != nil {
			t.Fatal(err)
		}
	}
	return dir
}

// TestDeclarationsMakeNoPhantomChanges compares each release with its own
// declarations, both ways: what those cannot show is unsure, once for each
// component and fact, and nothing else differs.
func TestDeclarationsMakeNoPhantomChanges(t *testing.T) {
	for _, release := range []string{"1.2.0", "2.0.0", "2.1.0"} {
		library := layLibrary(t, release)
		source, declared := read(t, library).Listing, read(t, declarations(t, library)).Listing
		if len(declared.Components) != len(source.Components) {
			t.Errorf("%s: %d components are declared, %d are written", release, len(declared.Components), len(source.Components))
		}
		for _, sides := range [][2]*contract.Listing{{source, declared}, {declared, source}} {
			seen := map[string]bool{}
			compared := change.Compare(sides[0], sides[1], change.Options{})
			for _, ch := range compared.Changes {
				key := ch.Component + " " + ch.ID[strings.LastIndexByte(ch.ID, '/'):]
				if ch.Verdict != change.Unsure || seen[key] {
					t.Errorf("%s: %s %s: %v → %v", release, ch.Verdict, ch.ID, ch.Before, ch.After)
				}
				seen[key] = true
			}
			if len(compared.Changes) == 0 {
				t.Errorf("%s: declarations show all that the source does", release)
			}
		}
		again := change.Compare(declared, declared, change.Options{})
		if len(again.Changes) > 0 {
			t.Errorf("%s: declarations differ from themselves: %+v", release, again.Changes[0])
		}
	}
}

// readPackage reads another package of the library in one of its releases.
func readPackage(t *testing.T, p demo.Package, release string) *reading.Result {
	t.Helper()
	dir := t.TempDir()
	if err := demo.Lay(dir, release); err != nil {
		t.Fatal(err)
	}
	r, err := reading.Read(os.DirFS(dir), reading.Options{Package: p.Name, Source: contract.SourceInfo{Kind: "directory"}})
	if err != nil {
		t.Fatal(err)
	}
	return r
}

// TestOtherPackages holds that the packages for other frameworks are read whole, that
// their apps are scanned whole, and what becomes of those between releases.
func TestOtherPackages(t *testing.T) {
	want := map[string]string{
		"kiosk 1.2.0 to 2.0.0":      "5 break, 1 unsure, 1 shift, 12 hold, 2 behind",
		"quay-signs 2.0.0 to 2.1.0": "4 break, 0 unsure, 0 shift, 11 hold, 0 behind",
	}
	for _, p := range demo.Packages {
		var before *contract.Listing
		dir := t.TempDir()
		if err := demo.LayApp(dir, p.App); err != nil {
			t.Fatal(err)
		}
		s, err := usage.Scan(os.DirFS(dir), usage.Options{Libraries: []string{p.Name}})
		if err != nil {
			t.Fatal(err)
		}
		if len(s.Unread) > 0 || s.Packages[0].Range == "" || !slices.Equal(s.Packages[0].Locked, p.Releases[:1]) {
			t.Errorf("%s is scanned as %+v, unread %+v", p.App, s.Packages, s.Unread)
		}
		for _, release := range p.Releases {
			r := readPackage(t, p, release)
			if r.Listing.Package.Version != release || len(r.Listing.Components) < 4 || len(r.Listing.Unread)+len(r.Conflicts) > 0 {
				t.Errorf("%s %s: %d components, unread %+v, conflicts %+v", p.Name, release, len(r.Listing.Components), r.Listing.Unread, r.Conflicts)
			}
			if before != nil {
				found := impact.Of(change.Compare(before, r.Listing, change.Options{}), before, s, impact.Options{})
				key := fmt.Sprintf("%s %s to %s", p.App, before.Package.Version, release)
				x := found.Totals
				got := fmt.Sprintf("%d break, %d unsure, %d shift, %d hold, %d behind", x.Breaks, x.Unsure, x.Shifts, x.Holds, x.Behind)
				if want[key] != "" && got != want[key] {
					t.Errorf("%s: %s, want %s", key, got, want[key])
				}
				delete(want, key)
			}
			before = r.Listing
		}
	}
	for key := range want {
		t.Errorf("%s was not looked at", key)
	}
}

// TestPackagesDiffer holds in what the packages of the library differ: a few members by
// design, and nothing that only their frameworks spell otherwise.
func TestPackagesDiffer(t *testing.T) {
	sides := []*contract.Listing{read(t, layLibrary(t, "2.1.0")).Listing}
	for _, p := range demo.Packages {
		sides = append(sides, readPackage(t, p, "2.1.0").Listing)
	}
	settings, err := style.ReadSettings(os.DirFS(layLibrary(t, "2.1.0")), "packages/vue")
	if err != nil || settings.Library != "Fairlead" {
		t.Fatalf("the settings of a package are %+v, %v", settings, err)
	}
	p := style.Compared(sides, settings, time.Now())
	told := map[string]bool{}
	for _, g := range p.Gaps {
		word := g.Component + " " + g.Member + " " + g.Rule
		if g.Waived != nil {
			word += " accepted"
		}
		told[word] = true
	}
	for _, want := range []string{"FareTag size P05", "FareTag as P02 accepted", "Lever hold P02", "Lever wide P02", "Notice title P03", "Notice dismiss P06", "SailingRow density P04", "useTide  P01 accepted", "Timetable tone P02"} {
		if !told[want] {
			t.Errorf("not told: %s", want)
		}
	}
	for _, no := range []string{"FareTag tone P04", "FareTag note P07", "FareTag explain P06", "Lever press P06", "Lever children P02", "Timetable defaultValue P02", "Timetable valueChange P06", "Timetable value P05"} {
		if told[no] {
			t.Errorf("told, and no difference: %s", no)
		}
	}
}
