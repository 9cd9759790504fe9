package cli_test

import (
	"archive/tar"
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
	"fmt"
	"io/fs"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/design"
	"steadysocket/core/impact"
	"steadysocket/core/inspect"
	"steadysocket/core/site"
	"steadysocket/core/style"
	"steadysocket/demo"
	"steadysocket/service/pgtest"
)

var (
	cluster *pgtest.Cluster
	bin     string // folder of the built programs
	work    string // folder of the demo's repositories
)

func TestMain(m *testing.M) {
	var err error
	bin, err = os.MkdirTemp("", "steady-bin-")
	if err == nil {
		var out []byte
		cmd := exec.Command("go", "build", "-o", bin+"/", "steadysocket/cmd/steady", "steadysocket/cmd/steadysocketd")
		if out, err = cmd.CombinedOutput(); err != nil {
			err = fmt.Errorf("%w: %s", err, out)
		}
	}
	work = filepath.Join(bin, "demo")
	if err == nil {
		err = demo.Build(context.Background(), work)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	defer os.RemoveAll(bin)
	pgtest.Run(m, func(c *pgtest.Cluster) { cluster = c })
}

// steady runs the built client in the demo's folder.
func steady(t *testing.T, env []string, args ...string) (code int, out, errOut string) {
	t.Helper()
	ctx, cancel := context.WithTimeout(context.Background(), time.Minute)
	defer cancel()
	cmd := exec.CommandContext(ctx, filepath.Join(bin, "steady"), args...)
	cmd.Dir = work
	cmd.Env = append(os.Environ(), append([]string{"STEADY_SERVICE=http://127.0.0.1:1", "STEADY_ACTOR=tester"}, env...)...)
	var stdout, stderr bytes.Buffer
	cmd.Stdout, cmd.Stderr = &stdout, &stderr
	err := cmd.Run()
	if _, ok := err.(*exec.ExitError); err != nil && !ok {
		t.Fatal(err)
	}
	return cmd.ProcessState.ExitCode(), stdout.String(), stderr.String()
}

// must runs the client and wants an exit code.
func must(t *testing.T, want int, env []string, args ...string) string {
	t.Helper()
	code, out, errOut := steady(t, env, args...)
	if code != want {
		t.Fatalf("steady %s exits with %d, want %d\n%s%s", strings.Join(args, " "), code, want, out, errOut)
	}
	return out
}

func parse[T any](t *testing.T, text string) T {
	t.Helper()
	var v T
	if err := json.Unmarshal([]byte(text), &v); err != nil {
		t.Fatalf("%v in %.300s", err, text)
	}
	return v
}

// service starts the built service on a free port.
func service(t *testing.T) (env []string) {
	t.Helper()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	address := l.Addr().String()
	l.Close()
	cmd := exec.Command(filepath.Join(bin, "steadysocketd"), "-listen", address)
	cmd.Env = append(os.Environ(), "STEADY_DATABASE_URL="+cluster.Database(t))
	var log bytes.Buffer
	cmd.Stderr = &log
	if err := cmd.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		_ = cmd.Process.Signal(os.Interrupt)
		if err := cmd.Wait(); err != nil {
			t.Errorf("the service did not stop well: %v\n%s", err, log.String())
		}
	})
	for range 100 {
		if c, err := net.Dial("tcp", address); err == nil {
			c.Close()
			return []string{"STEADY_SERVICE=http://" + address}
		}
		time.Sleep(50 * time.Millisecond)
	}
	t.Fatalf("the service does not answer: %s", log.String())
	return nil
}

func TestRead(t *testing.T) {
	l := parse[contract.Listing](t, must(t, 0, nil, "read", "./fairlead@2.0.0", "--format", "json"))
	tag := l.Component("FareTag")
	if l.Package.Version != "2.0.0" || l.Library.Name != "Fairlead" || tag == nil || tag.Prop("tone").Was[0].Name != "isUrgent" || tag.Prop("amount").Unit != "pence" {
		t.Errorf("the reading is %+v", l.Package)
	}
	if len(l.Unread) > 0 {
		t.Errorf("unread: %+v", l.Unread)
	}
	table := must(t, 0, nil, "read", "./fairlead")
	for _, part := range []string{"@saltmarsh/fairlead 2.2.0-next", "FareTag", "amount*: number", "tone: 'calm' | 'notice' | 'urgent' = \"calm\"", "by as", "20 components, 11 other exports"} {
		if !strings.Contains(table, part) {
			t.Errorf("%q does not stand in\n%s", part, table)
		}
	}
}

// TestOneElement reads two releases of a package that takes one element where it took any
// content, compares them, and holds an app against the change.
func TestOneElement(t *testing.T) {
	dir := t.TempDir()
	lay := func(name, text string) {
		name = filepath.Join(dir, name)
		if err := os.MkdirAll(filepath.Dir(name), 0o755); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(name, []byte(text), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	for version, takes := range map[string]string{"1.0.0": "ReactNode", "2.0.0": "ReactElement"} {
		lay(version+"/package.json", `{"name": "@quay/signs", "version": "`+version+`", "types": "./index.d.ts", "peerDependencies": {"react": "*"}}`)
		lay(version+"/index.d.ts", "import type { ReactElement, ReactNode } from 'react';\nexport declare function Sign(props: { icon?: "+takes+"; children: "+takes+" }): ReactElement;\n")
	}
	lay("app/package.json", `{"name": "app", "dependencies": {"@quay/signs": "^1.0.0"}}`)
	lay("app/src/a.tsx", `import { Sign } from '@quay/signs';
export const fine = <Sign icon={<i />}><b /></Sign>;
export const text = <Sign>Departures</Sign>;
export const two = <Sign><b /><i /></Sign>;
export const icon = <Sign icon="→"><b /></Sign>;
`)
	old, new := filepath.Join(dir, "1.0.0"), filepath.Join(dir, "2.0.0")
	for _, test := range []struct {
		args []string
		want []string
	}{
		{[]string{"read", new}, []string{"icon (one element)", "default* (one element)"}},
		{[]string{"compare", old, new}, []string{"slot-form-changed", "it is filled by an element now", "required bump: major"}},
		{[]string{"compare", new, old}, []string{"slot-form-widened", "required bump: minor"}},
		{[]string{"impact", old, new, "--app", filepath.Join(dir, "app")}, []string{"gives 'Departures'", "gives Content[]", "gives '→'", "4 sites: 3 break, 0 unsure, 0 shift, 1 unaffected"}},
	} {
		out := must(t, 0, nil, test.args...)
		for _, part := range test.want {
			if !strings.Contains(out, part) {
				t.Errorf("steady %s: %q does not stand in\n%s", test.args[0], part, out)
			}
		}
	}
}

// pack packs a folder as npm pack does.
func pack(t *testing.T, dir string, skip ...string) string {
	t.Helper()
	name := filepath.Join(t.TempDir(), "package.tgz")
	f, err := os.Create(name)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	zipped := gzip.NewWriter(f)
	stream := tar.NewWriter(zipped)
	err = filepath.WalkDir(dir, func(path string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			if entry != nil && entry.Name() == ".git" {
				return fs.SkipDir
			}
			return err
		}
		for _, s := range skip {
			if entry.Name() == s {
				return nil
			}
		}
		data, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		rel, err := filepath.Rel(dir, path)
		if err != nil {
			return err
		}
		if err := stream.WriteHeader(&tar.Header{Name: "package/" + filepath.ToSlash(rel), Size: int64(len(data)), Mode: 0o644, Typeflag: tar.TypeReg}); err != nil {
			return err
		}
		_, err = stream.Write(data)
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	if err := stream.Close(); err != nil {
		t.Fatal(err)
	}
	if err := zipped.Close(); err != nil {
		t.Fatal(err)
	}
	return name
}

// TestTheSameSourceShowsNoChange holds a clean tree against its own HEAD, its
// packed archive, its saved reading and its contract files.
func TestTheSameSourceShowsNoChange(t *testing.T) {
	tree := filepath.Join(t.TempDir(), "fairlead")
	if out, err := exec.Command("git", "clone", "--quiet", "--branch", "2.1.0", filepath.Join(work, "fairlead"), tree).CombinedOutput(); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	saved := filepath.Join(t.TempDir(), "reading.json")
	if err := os.WriteFile(saved, []byte(must(t, 0, nil, "read", tree, "--format", "json")), 0o644); err != nil {
		t.Fatal(err)
	}
	for _, other := range []string{tree, tree + "@HEAD", pack(t, tree, "tsconfig.json"), saved} {
		for _, pair := range [][2]string{{tree, other}, {other, tree}} {
			c := parse[change.Changes](t, must(t, 0, nil, "compare", pair[0], pair[1], "--format", "json"))
			if len(c.Changes) > 0 || c.Owed != change.StepNone {
				t.Errorf("%s against %s: %+v", pair[0], pair[1], c.Changes)
			}
		}
	}
	// Contract files alone: each component written out by the client reads back the same.
	l := parse[contract.Listing](t, must(t, 0, nil, "read", tree, "--format", "json"))
	folder := t.TempDir()
	for i := range l.Components {
		data, err := l.Components[i].YAML()
		if err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(filepath.Join(folder, l.Components[i].Component+".contract.yaml"), data, 0o644); err != nil {
			t.Fatal(err)
		}
	}
	c := parse[change.Changes](t, must(t, 0, nil, "compare", tree, folder, "--format", "json"))
	for _, x := range c.Changes {
		if x.Member.Kind != "package" {
			t.Errorf("against its contract files: %s", x.ID)
		}
	}
}

func TestCompareAndGate(t *testing.T) {
	c := parse[change.Changes](t, must(t, 0, nil, "compare", "./fairlead@1.2.0", "./fairlead@2.0.0", "--format", "json", "--gate"))
	if c.Owed != change.StepMajor || !c.Enough {
		t.Errorf("1.2.0 → 2.0.0 owes %s, enough %v", c.Owed, c.Enough)
	}
	// 1.2.0 changed defaults silently and gave a minor; that is what is owed.
	must(t, 0, nil, "compare", "./fairlead@1.1.0", "./fairlead@1.2.0", "--gate")
	// The other way round the number goes back: not enough.
	out := must(t, 1, nil, "compare", "./fairlead@2.0.0", "./fairlead@1.2.0", "--gate")
	if !strings.Contains(out, "1.2.0 does not satisfy it") {
		t.Errorf("the gate says\n%s", out)
	}
	must(t, 0, nil, "compare", "./fairlead@2.0.0", "./fairlead@1.2.0")
	if text := must(t, 0, nil, "compare", "./fairlead@1.2.0", "./fairlead@2.0.0"); !strings.Contains(text, "FareTag.isUrgent") || !strings.Contains(text, "required bump: major, declared: major; 2.0.0 satisfies it") {
		t.Errorf("the table is\n%s", text)
	}
}

// TestBuiltFilesAndSources holds that a package is read as it was built, and that
// it is told where its sources say something else.
func TestBuiltFilesAndSources(t *testing.T) {
	lay := func(version, source, built string) string {
		dir := t.TempDir()
		for name, text := range map[string]string{
			"package.json":          `{ "name": "berth", "version": "` + version + `", "exports": { ".": { "types": "./dist/types/index.d.ts", "import": "./dist/index.js" } } }`,
			"src/index.tsx":         "export function FareTag({ tone = 'calm' }: { tone?: " + source + " }) { return <b data-tone={tone}/>; }\nexport const Berth = (p: { deck: string }) => <i>{p.deck}</i>;\n",
			"dist/index.js":         "export {};\n",
			"dist/types/index.d.ts": "export declare function FareTag({ tone }: { tone?: " + built + " }): import('react').JSX.Element;\nexport declare const Berth: (p: { deck: string }) => import('react').JSX.Element;\n",
		} {
			if err := os.MkdirAll(filepath.Dir(filepath.Join(dir, name)), 0o755); err != nil {
				t.Fatal(err)
			}
			if err := os.WriteFile(filepath.Join(dir, name), []byte(text), 0o644); err != nil {
				t.Fatal(err)
			}
		}
		return dir
	}
	before := lay("1.0.0", "'calm' | 'loud'", "'calm' | 'loud'")
	stale := lay("1.1.0", "'calm' | 'loud' | 'urgent'", "'calm' | 'loud'")
	fresh := lay("1.1.0", "'calm' | 'loud' | 'urgent'", "'calm' | 'loud' | 'urgent'")
	told := func(old, new string) (ids []string, step change.Step) {
		c := parse[change.Changes](t, must(t, 0, nil, "compare", old, new, "--format", "json"))
		for _, x := range c.Changes {
			ids = append(ids, x.ID)
		}
		return ids, c.Owed
	}
	for _, test := range []struct {
		name, old, new, want string
		owed                 change.Step
	}{
		{"stale", before, stale, "FareTag/component/built-stale", change.StepMajor},
		{"built anew", before, fresh, "FareTag/prop/tone/value-added/urgent", change.StepMinor},
		{"built at last", stale, fresh, "FareTag/prop/tone/value-added/urgent", change.StepMinor},
		{"nothing changed", before, before, "", change.StepNone},
	} {
		if ids, owed := told(test.old, test.new); strings.Join(ids, " ") != test.want || owed != test.owed {
			t.Errorf("%s: %v, owed %s", test.name, ids, owed)
		}
	}
	if out := must(t, 0, nil, "read", stale); !strings.Contains(out, "not built anew, the sources say something else: FareTag\n") {
		t.Errorf("reading prints\n%s", out)
	}
}

// TestCache holds that a reading that is kept is used, and says the same.
func TestCache(t *testing.T) {
	folder := t.TempDir()
	anew := must(t, 0, nil, "read", "./fairlead", "--format", "json")
	for range 2 {
		if again := must(t, 0, nil, "read", "./fairlead", "--format", "json", "--cache", folder); again != anew {
			t.Error("with a cache another reading is printed")
		}
	}
	entries, err := os.ReadDir(folder)
	if err != nil || len(entries) != 1 {
		t.Errorf("the folder holds %v, %v", entries, err)
	}
	if got := must(t, 1, nil, "check", "./fairlead", "--cache", folder, "--format", "json"); !strings.Contains(got, "R12") {
		t.Errorf("what is kept is checked as\n%s", got)
	}
}

func TestUsesAndImpact(t *testing.T) {
	s := parse[site.Scan](t, must(t, 0, nil, "uses", "./booking", "--library", "@saltmarsh/fairlead", "--format", "json"))
	if s.Format != site.Format || len(s.Sites) < 45 || s.Packages[0].Range != "^1.2.0" || len(s.App.Commit) != 40 {
		t.Errorf("the scan is %+v with %d sites", s.App, len(s.Sites))
	}
	if out := must(t, 0, nil, "uses", "./booking", "--library", "@saltmarsh/fairlead"); !strings.Contains(out, "85 sites, 4 behind wrappers") {
		t.Errorf("the table is\n%s", out)
	}
	x := parse[impact.Impact](t, must(t, 0, nil, "impact", "./fairlead@1.2.0", "./fairlead@2.0.0", "--app", "./booking", "--format", "json"))
	if x.Totals.Sites != 85 || x.Totals.Breaks < 10 || x.Totals.Shifts < 3 || x.Reach.Unasked != "no" {
		t.Errorf("the impact is %+v, reach %+v", x.Totals, x.Reach)
	}
	all := parse[impact.Impact](t, must(t, 0, nil, "impact", "./fairlead@1.2.0", "./fairlead@2.0.0", "--app", "./booking", "--format", "json", "--all"))
	if len(all.Sites) != 89 {
		t.Errorf("with --all %d sites are listed", len(all.Sites))
	}
	must(t, 1, nil, "impact", "./fairlead@2.0.0", "./fairlead@1.2.0", "--app", "./booking", "--gate")
}

func TestCheck(t *testing.T) {
	out := must(t, 1, nil, "check", "./fairlead@2.1.0", "--format", "json")
	f := parse[style.Findings](t, out)
	if f.Format != style.Format || len(f.Findings) != 10 {
		t.Errorf("%d findings: %s", len(f.Findings), out)
	}
	log := parse[struct {
		Version string
		Runs    []struct{ Results []struct{ RuleID string } }
	}](t, must(t, 1, nil, "check", "./fairlead@2.1.0", "--format", "sarif"))
	if log.Version != "2.1.0" || len(log.Runs[0].Results) != 10 {
		t.Errorf("SARIF is %+v", log)
	}
	// With the must waived the check says yes; past its day it says no again.
	dir := t.TempDir()
	if err := demo.Lay(dir, "2.1.0"); err != nil {
		t.Fatal(err)
	}
	waive := func(until string) {
		text := "steady: 1\nlibrary: Fairlead\nwaivers: [{ rule: R12, component: TideStrip, reason: the kiosk decides, owner: sailings, until: \"" + until + "\" }]\n"
		if err := os.WriteFile(filepath.Join(dir, "steady.yaml"), []byte(text), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	waive("2999-01-01")
	if out := must(t, 0, nil, "check", dir); !strings.Contains(out, "waived") {
		t.Errorf("the waived check says\n%s", out)
	}
	waive("2001-01-01")
	if out := must(t, 1, nil, "check", dir); !strings.Contains(out, "a waiver ran out: R12 TideStrip ran out on 2001-01-01") {
		t.Errorf("the overdue check says\n%s", out)
	}
}

func TestWithTheService(t *testing.T) {
	env := service(t)
	if out := must(t, 0, env, "list"); !strings.Contains(out, "no release is kept yet") || !strings.Contains(out, "no app is kept yet") {
		t.Errorf("an empty service lists\n%s", out)
	}
	must(t, 2, env, "add", "app", "./booking") // no library to look for yet
	for _, release := range []string{"1.2.0", "2.0.0"} {
		if out := must(t, 0, env, "add", "release", "./fairlead@"+release); !strings.Contains(out, "added @saltmarsh/fairlead@"+release) {
			t.Errorf("adding says %s", out)
		}
	}
	if out := must(t, 0, env, "add", "release", "./fairlead@2.0.0"); !strings.Contains(out, "is there already") {
		t.Errorf("adding again says %s", out)
	}
	if out := must(t, 0, env, "add", "app", "./booking"); !strings.Contains(out, "added booking: 89 sites") {
		t.Errorf("adding the app says %s", out)
	}
	if out := must(t, 0, env, "list"); !strings.Contains(out, "2.0.0") || !strings.Contains(out, "booking") || !strings.Contains(out, "tester") {
		t.Errorf("the list is\n%s", out)
	}
	if out := must(t, 0, env, "show", "Fairlead@2.0.0", "FareTag"); !strings.Contains(out, "component: FareTag") {
		t.Errorf("show says\n%s", out)
	}
	must(t, 0, env, "show", "@saltmarsh/fairlead@2.0.0")
	must(t, 0, env, "show", "booking", "--format", "json")
	if out := must(t, 1, env, "inspect", "booking"); !strings.Contains(out, "booking held against") || !strings.Contains(out, "value-unknown") {
		t.Errorf("the app as the service holds it is inspected as\n%s", out)
	}
	code, _, errOut := steady(t, env, "show", "fairlead@2.0.0")
	if code != 4 || !strings.Contains(errOut, "no package or library is called fairlead") {
		t.Errorf("an unknown library: %d %s", code, errOut)
	}
	code, _, errOut = steady(t, env, "show", "Fairlead@2.0.0", "FareTab")
	if code != 2 || !strings.Contains(errOut, "did you mean FareTag?") {
		t.Errorf("an unknown component: %d %s", code, errOut)
	}
	// A release held by the service stands against a directory.
	c := parse[change.Changes](t, must(t, 0, env, "compare", "@saltmarsh/fairlead@2.0.0", "./fairlead@2.0.0", "--format", "json"))
	if len(c.Changes) > 0 {
		t.Errorf("held against its source: %+v", c.Changes)
	}
	// The number again with another source is refused.
	dir := t.TempDir()
	if err := demo.Lay(dir, "2.1.0"); err != nil {
		t.Fatal(err)
	}
	data, err := os.ReadFile(filepath.Join(dir, "package.json"))
	if err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(filepath.Join(dir, "package.json"), bytes.Replace(data, []byte("2.1.0"), []byte("2.0.0"), 1), 0o644); err != nil {
		t.Fatal(err)
	}
	code, _, errOut = steady(t, env, "add", "release", dir)
	if code != 4 || !strings.Contains(errOut, "a release never changes: give it a new number") {
		t.Errorf("the number with another source: %d %s", code, errOut)
	}
}

func TestErrors(t *testing.T) {
	dir := t.TempDir()
	write := func(name, text string) string {
		path := filepath.Join(dir, name)
		if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(path, []byte(text), 0o644); err != nil {
			t.Fatal(err)
		}
		return path
	}
	broken := write("broken.contract.yaml", "contract: 1\ncomponent: X\nprosp: {}\n")
	write("several/package.json", `{"workspaces": ["*"]}`)
	write("several/a/package.json", `{"name": "a"}`)
	write("several/b/package.json", `{"name": "b"}`)
	write("settings/package.json", `{"name": "a"}`)
	write("settings/index.ts", "export const A = 1")
	write("settings/steady.yaml", "steady: 1\nwaiver: []\n")
	tests := []struct {
		args []string
		code int
		want string
	}{
		{[]string{"read"}, 2, "steady read takes one SOURCE; 0 were given"},
		{[]string{"reed", "x"}, 2, "unknown command"},
		{[]string{"read", "./fairlead", "--formt", "json"}, 2, "unknown flag"},
		{[]string{"read", "./fairlead", "--format", "xml"}, 2, "--format xml is not printed here; there is table or json"},
		{[]string{"compare", "./fairlead"}, 2, "steady compare takes OLD or NEW; 1 were given"},
		{[]string{"uses", "./booking"}, 2, "say which library with --library"},
		{[]string{"uses", "./booking", "--library", "./fairlead"}, 2, "--library takes the name of a package here, as in --library @saltmarsh/fairlead; ./fairlead is a place"},
		{[]string{"impact", "./fairlead@1.0.0", "./fairlead"}, 2, "say which app with --app"},
		{[]string{"read", "./nowhere"}, 3, "./nowhere: there is no such file or directory"},
		{[]string{"read", "./fairlead@9.9.9"}, 3, "the repository has no ref 9.9.9; its newest tags are 2.1.0, 2.0.0"},
		{[]string{"read", broken}, 3, `broken.contract.yaml:3:1: the key "prosp" means nothing here; did you mean "props"?`},
		{[]string{"read", filepath.Join(dir, "several")}, 2, "the source holds 2 packages; say which with --package: a, b"},
		{[]string{"read", filepath.Join(dir, "several"), "--package", "c"}, 3, "the source holds no package c; it holds a, b"},
		{[]string{"check", filepath.Join(dir, "settings")}, 3, `steady.yaml:2:1: the key "waiver" means nothing here; did you mean "waivers"?`},
		{[]string{"list"}, 4, "the service at http://127.0.0.1:1 cannot be reached"},
		{[]string{"show", "fairlead@1.0.0"}, 4, "start it, or name it with --service or STEADY_SERVICE"},
		{[]string{"read", "./fairlead", "--framework", "none"}, 3, `the framework "none" is not read`},
	}
	for _, test := range tests {
		code, out, errOut := steady(t, nil, test.args...)
		if code != test.code || !strings.Contains(errOut, test.want) || out != "" {
			t.Errorf("steady %s: exit %d, %q on standard error, %q on standard output; want %d and %q", strings.Join(test.args, " "), code, errOut, out, test.code, test.want)
		}
	}
}

// TestHelp holds that every command has an example from the demo.
func TestHelp(t *testing.T) {
	for _, command := range []string{"read", "check", "compare", "uses", "impact", "inspect", "add release", "add app", "list", "show",
		"draft create", "draft list", "draft show", "draft states", "draft code", "draft what-if", "draft advise", "draft check", "draft skeleton", "draft finish", "draft hold", "draft fetch", "add draft"} {
		out := must(t, 0, nil, append(strings.Fields(command), "--help")...)
		if !strings.Contains(out, "Examples:\n  steady "+command) {
			t.Errorf("steady %s --help has no example:\n%s", command, out)
		}
	}
	if out := must(t, 0, nil); !strings.Contains(out, "Available Commands") {
		t.Errorf("steady alone says\n%s", out)
	}
}

// TestPrintedFormatsFitTheirSchemas holds what the commands print against the
// JSON Schemas in docs/.
func TestPrintedFormatsFitTheirSchemas(t *testing.T) {
	tests := []struct {
		schema string
		code   int
		args   []string
	}{
		{"contracts", 0, []string{"read", "./fairlead"}},
		{"changes", 0, []string{"compare", "./fairlead@1.0.0", "./fairlead@2.1.0"}},
		{"uses", 0, []string{"uses", "./booking", "--library", "@saltmarsh/fairlead"}},
		{"impact", 0, []string{"impact", "./fairlead@1.0.0", "./fairlead@2.1.0", "--app", "./freight", "--all"}},
		{"findings", 1, []string{"check", "./fairlead@2.1.0", "--package", "@saltmarsh/fairlead"}},
		{"contracts", 0, []string{"read", "./fairlead", "--package", "@saltmarsh/fairlead-vue"}},
		{"contracts", 0, []string{"read", "./fairlead", "--package", "@saltmarsh/fairlead-elements"}},
		{"uses", 0, []string{"uses", "./kiosk", "--library", "@saltmarsh/fairlead-vue"}},
		{"uses", 0, []string{"uses", "./quay-signs", "--library", "@saltmarsh/fairlead-elements"}},
		{"impact", 0, []string{"impact", "./fairlead@1.2.0", "./fairlead@2.1.0", "--package", "@saltmarsh/fairlead-vue", "--app", "./kiosk", "--all"}},
		{"inspect", 1, []string{"inspect", "./booking", "--library", "./fairlead"}},
		{"inspect", 1, []string{"inspect", "./kiosk", "--library", "./fairlead"}},
		{"inspect", 1, []string{"inspect", "./quay-signs", "--library", "./fairlead"}},
		{"parity", 1, []string{"check", "./fairlead", "--package", "@saltmarsh/fairlead", "--package", "@saltmarsh/fairlead-vue"}},
	}
	for _, test := range tests {
		compiler := jsonschema.NewCompiler()
		s, err := compiler.Compile("../docs/schemas/steady." + test.schema + ".1.schema.json")
		if err != nil {
			t.Errorf("the schema of %s: %v", test.schema, err)
			continue
		}
		doc, err := jsonschema.UnmarshalJSON(strings.NewReader(must(t, test.code, nil, append(test.args, "--format", "json")...)))
		if err != nil {
			t.Fatal(err)
		}
		if err := s.Validate(doc); err != nil {
			t.Errorf("%s does not fit its schema: %v", test.schema, err)
		}
	}
}

// TestSchemasOfFilesAreCurrent holds the schemas that are made from the code
// against the files in docs/.
func TestSchemasOfFilesAreCurrent(t *testing.T) {
	for name, make := range map[string]func() ([]byte, error){
		"contract.1": contract.FileSchema, "steady.contracts.1": contract.ListingSchema, "steady.yaml.1": style.SettingsSchema, "draft.1": design.Schema,
	} {
		want, err := make()
		if err != nil {
			t.Fatal(err)
		}
		path := "../docs/schemas/" + name + ".schema.json"
		got, err := os.ReadFile(path)
		if err != nil || !bytes.Equal(got, want) {
			if os.Getenv("STEADY_WRITE_SCHEMAS") != "" {
				if err := os.WriteFile(path, want, 0o644); err != nil {
					t.Fatal(err)
				}
				continue
			}
			t.Errorf("%s is not what the code says (%v); write it anew with STEADY_WRITE_SCHEMAS=1 go test ./cli", path, err)
		}
	}
}

// TestOutputIsPlain holds that what is not printed on a terminal is plain.
func TestOutputIsPlain(t *testing.T) {
	if out := must(t, 0, nil, "read", "./fairlead"); regexp.MustCompile(`\x1b`).MatchString(out) {
		t.Error("terminal codes stand in what is not printed on a terminal")
	}
}

// TestListsInDocsAreCurrent holds the lists of kinds and rules in docs/ against
// the tables in the code.
func TestListsInDocsAreCurrent(t *testing.T) {
	var kinds, rules, requests, inspection strings.Builder
	kinds.WriteString("# Kinds of changes\n\nEvery kind that `steady compare` tells, as the table in `core/change/kinds.go` has it. The kind is the word used in\nids: component / member kind / member name / kind / detail, with `/` in a piece percent-encoded.\n\n| kind | where | verdict | silent | what it means to an app | what becomes of a site |\n|---|---|---|---|---|---|\n")
	for _, row := range change.Rows {
		fmt.Fprintf(&kinds, "| `%s` | %s | %s | %s | %s | %s |\n", row.Kind, row.Where, row.Verdict, row.Silent, strings.ReplaceAll(row.Why, "%s", "…"), row.Site)
	}
	rules.WriteString("# Rules\n\nWhat `steady check` looks for, as the table in `core/style/rules.go` has it. An unwaived `must` makes the check exit\nwith 1. Weights, vocabulary and waivers stand in `steady.yaml`.\n\n| rule | weight | what holds | why | an example that breaks it |\n|---|---|---|---|---|\n")
	for _, rule := range style.AllRules() {
		fmt.Fprintf(&rules, "| `%s` | %s | %s | %s | %s |\n", rule.ID, rule.Weight, rule.Title, rule.Reason, strings.ReplaceAll(rule.Example, "|", "\\|"))
	}
	requests.WriteString("# Requests and patterns\n\nWhat `steady draft what-if` asks of each alternative, as the table in `core/design/request.go` has it.\n\n| request | what it asks | why it comes |\n|---|---|---|\n")
	for _, r := range design.Requests() {
		fmt.Fprintf(&requests, "| %s | %s | %s |\n", r.Name, r.Asks, r.Reason)
	}
	requests.WriteString("\nWhat `steady draft advise` chooses among, as the table in `core/design/pattern.go` has it.\n\n| pattern | serves | why | each use pays |\n|---|---|---|---|\n")
	for _, p := range design.Patterns() {
		var serves []string
		for _, n := range p.Serves {
			serves = append(serves, string(n))
		}
		fmt.Fprintf(&requests, "| %s | %s | %s | %s |\n", p.Pattern, strings.Join(serves, ", "), p.Why, p.Cost)
	}
	inspection.WriteString("# Kinds of findings\n\nWhat `steady inspect` looks for, as the table in `core/inspect/kinds.go` has it. *Told by* says who else tells of it; where\nnobody does, a finding is silent.\n\n| kind | weight | told by | occurs when | why it is a mistake | example |\n|---|---|---|---|---|---|\n")
	for _, row := range inspect.Rows {
		fmt.Fprintf(&inspection, "| `%s` | %s | %s | %s | %s | %s |\n", row.Kind, row.Weight, row.Told, row.Occurs, row.Reason, "`"+strings.ReplaceAll(row.Example, "|", "\\|")+"`")
	}
	for path, want := range map[string]string{"../docs/findings.md": inspection.String(), "../docs/kinds.md": kinds.String(), "../docs/rules.md": rules.String(), "../docs/requests.md": requests.String()} {
		got, err := os.ReadFile(path)
		if err == nil && string(got) == want {
			continue
		}
		if os.Getenv("STEADY_WRITE_SCHEMAS") == "" {
			t.Errorf("%s is not what the code says; write it anew with STEADY_WRITE_SCHEMAS=1 go test ./cli", path)
		} else if err := os.WriteFile(path, []byte(want), 0o644); err != nil {
			t.Fatal(err)
		}
	}
}
