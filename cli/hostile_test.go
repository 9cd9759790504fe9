package cli_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"syscall"
	"testing"

	"steadysocket/core/contract"
)

// tree writes files below a folder; a text that begins with "-> " is a link.
func tree(t *testing.T, dir string, files map[string]string) string {
	t.Helper()
	for name, text := range files {
		at := filepath.Join(dir, filepath.FromSlash(name))
		if err := os.MkdirAll(filepath.Dir(at), 0o755); err != nil {
			t.Fatal(err)
		}
		var err error
		if to, link := strings.CutPrefix(text, "-> "); link {
			err = os.Symlink(to, at)
		} else {
			err = os.WriteFile(at, []byte(text), 0o755)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	return dir
}

// gitIn runs git as somebody who owns the repository would.
func gitIn(t *testing.T, dir string, args ...string) {
	t.Helper()
	cmd := exec.Command("git", append([]string{"-C", dir, "-c", "user.name=Mo", "-c", "user.email=mo@example.org", "-c", "init.defaultBranch=main"}, args...)...)
	if out, err := cmd.CombinedOutput(); err != nil {
		t.Fatalf("git %v: %v: %s", args, err, out)
	}
}

// TestAReadRunsNothingOfTheSource gives a repository every setting with which git can be
// made to run a program: none of them runs, and the source is read all the same.
func TestAReadRunsNothingOfTheSource(t *testing.T) {
	ran := filepath.Join(t.TempDir(), "ran")
	dir := tree(t, t.TempDir(), map[string]string{
		"package.json":   `{"name": "@saltmarsh/pier", "version": "1.0.0", "peerDependencies": {"react": "*"}}`,
		"index.tsx":      "export function Pier(props: { length: number }) { return <p>{props.length}</p> }\n",
		".gitattributes": "*.tsx filter=evil diff=evil merge=evil\n",
		"evil.sh":        "#!/bin/sh\necho \"$@\" >> " + ran + "\ncat\n",
	})
	gitIn(t, dir, "init", "--quiet")
	gitIn(t, dir, "add", ".")
	gitIn(t, dir, "commit", "--quiet", "-m", "one")
	gitIn(t, dir, "tag", "1.0.0")
	evil := filepath.Join(dir, "evil.sh")
	for _, key := range []string{"core.fsmonitor", "core.sshCommand", "core.pager", "core.editor", "core.askPass", "core.gitProxy", "core.alternateRefsCommand",
		"filter.evil.clean", "filter.evil.smudge", "filter.evil.process", "diff.evil.command", "diff.evil.textconv", "diff.external", "merge.evil.driver",
		"uploadpack.packObjectsHook", "tar.tar.command", "tar.tar.gz.command", "credential.helper", "gpg.program", "alias.status", "alias.archive", "alias.rev-parse"} {
		gitIn(t, dir, "config", key, evil)
	}
	hooks := filepath.Join(dir, ".git", "hooks")
	for _, hook := range []string{"post-index-change", "reference-transaction", "post-checkout", "fsmonitor-watchman"} {
		tree(t, hooks, map[string]string{hook: "#!/bin/sh\necho " + hook + " >> " + ran + "\n"})
	}
	// A file that looks changed is put through the filter before it is compared.
	if err := os.WriteFile(filepath.Join(dir, "index.tsx"), []byte("export function Pier(props: { length: number, wide?: boolean }) { return <p>{props.length}</p> }\n"), 0o644); err != nil {
		t.Fatal(err)
	}
	for _, asked := range []string{dir, dir + "@1.0.0", dir + "@main"} {
		l := parse[contract.Listing](t, must(t, 0, nil, "read", asked, "--format", "json"))
		if len(l.Components) != 1 || l.Components[0].Component != "Pier" {
			t.Errorf("%s: %d components", asked, len(l.Components))
		}
	}
	must(t, 0, nil, "compare", dir+"@1.0.0", dir)
	must(t, 0, nil, "uses", dir, "--library", "@saltmarsh/quay")
	if told, err := os.ReadFile(ran); err == nil {
		t.Errorf("the source ran: %s", told)
	}
}

// TestAWorkTreeOfItsOwn reads a linked work tree, whose .git is a file.
func TestAWorkTreeOfItsOwn(t *testing.T) {
	dir := tree(t, t.TempDir(), map[string]string{
		"package.json": `{"name": "@saltmarsh/pier", "version": "1.0.0"}`,
		"index.tsx":    "export function Pier(props: { length: number }) { return <p>{props.length}</p> }\n",
	})
	gitIn(t, dir, "init", "--quiet")
	gitIn(t, dir, "add", ".")
	gitIn(t, dir, "commit", "--quiet", "-m", "one")
	linked := filepath.Join(t.TempDir(), "linked")
	gitIn(t, dir, "worktree", "add", "--quiet", linked)
	if out := must(t, 0, nil, "uses", linked, "--library", "@saltmarsh/quay", "--format", "json"); !strings.Contains(out, `"dirty": false`) || strings.Contains(out, `"commit": ""`) {
		t.Errorf("the state of a linked work tree is not known: %s", out)
	}
	must(t, 0, nil, "read", linked+"@HEAD")
}

// TestPipesAreNotWaitedFor gives pipes where files are wanted.
func TestPipesAreNotWaitedFor(t *testing.T) {
	dir := tree(t, t.TempDir(), map[string]string{
		"package.json": `{"name": "@saltmarsh/pier", "version": "1.0.0", "exports": {".": "./index.tsx", "./odd": "./odd.ts"}}`,
		"index.tsx":    "export function Pier(props: { length: number }) { return <p>{props.length}</p> }\n",
	})
	for _, name := range []string{"odd.ts", "alone.tgz", "alone.json", "steady.yaml"} {
		if err := syscall.Mkfifo(filepath.Join(dir, name), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	for name, want := range map[string]string{"alone.tgz": "neither a file nor a directory", "alone.json": "neither a file nor a directory"} {
		if code, _, errOut := steady(t, nil, "read", filepath.Join(dir, name)); code != 3 || !strings.Contains(errOut, want) {
			t.Errorf("reading %s exits with %d: %s", name, code, errOut)
		}
	}
	if code, _, errOut := steady(t, nil, "read", dir); code != 3 || !strings.Contains(errOut, "steady.yaml") {
		t.Errorf("a pipe as settings: exits with %d: %s", code, errOut)
	}
	os.Remove(filepath.Join(dir, "steady.yaml"))
	if out := must(t, 0, nil, "read", dir); !strings.Contains(out, "Pier") {
		t.Errorf("a pipe among the sources: %s", out)
	}
}

// TestLinkedPackages reads a package in the layout that keeps each version of a package
// once and links to it, and whose workspace packages are links too.
func TestLinkedPackages(t *testing.T) {
	store := "node_modules/.pnpm/"
	dir := tree(t, t.TempDir(), map[string]string{
		"pnpm-workspace.yaml":                                             "packages: ['packages/*']\n",
		"packages/kit/package.json":                                       `{"name": "@saltmarsh/kit", "version": "1.0.0", "main": "index.ts"}`,
		"packages/kit/index.ts":                                           "import type { Size } from '@tide/sizes'\nexport interface Shared { size: Size; depth: 'low' | 'high' }\n",
		"packages/kit/node_modules/@tide/sizes":                           "-> ../../../../" + store + "@tide+sizes@2.0.0/node_modules/@tide/sizes",
		"packages/pier/package.json":                                      `{"name": "@saltmarsh/pier", "version": "1.0.0", "main": "index.tsx"}`,
		"packages/pier/index.tsx":                                         "import type { Shared } from '@saltmarsh/kit'\nimport type { Base } from 'anchors'\nimport type { Secret } from 'leak'\nexport function Pier(props: Shared & Base) { return <p>{props.size}</p> }\nexport function Leak(props: Secret) { return <p /> }\n",
		"packages/pier/node_modules/anchors":                              "-> ../../../" + store + "anchors@1.0.0/node_modules/anchors",
		"packages/pier/node_modules/@saltmarsh":                           "-> ../../scope",
		"packages/scope/kit":                                              "-> ../kit",
		store + "anchors@1.0.0/node_modules/ropes":                        "-> ../../ropes@3.0.0/node_modules/ropes",
		store + "anchors@1.0.0/node_modules/anchors/package.json":         `{"name": "anchors", "version": "1.0.0", "types": "index.d.ts"}`,
		store + "anchors@1.0.0/node_modules/anchors/index.d.ts":           "import { Rope } from 'ropes'\nexport interface Base { rope: Rope }\n",
		store + "ropes@3.0.0/node_modules/ropes/package.json":             `{"name": "ropes", "version": "3.0.0", "types": "index.d.ts"}`,
		store + "ropes@3.0.0/node_modules/ropes/index.d.ts":               "export type Rope = 'hemp' | 'wire'\n",
		store + "@tide+sizes@2.0.0/node_modules/@tide/sizes/package.json": `{"name": "@tide/sizes", "version": "2.0.0", "types": "index.d.ts"}`,
		store + "@tide+sizes@2.0.0/node_modules/@tide/sizes/index.d.ts":   "export type Size = 's' | 'm'\n",
	})
	outside := tree(t, t.TempDir(), map[string]string{"package.json": `{"name": "leak", "types": "index.d.ts"}`, "index.d.ts": "export interface Secret { key: 'outside' }\n"})
	tree(t, dir, map[string]string{"packages/pier/node_modules/leak": "-> " + outside})
	want := map[string]string{"size": "'m' | 's'", "depth": "'high' | 'low'", "rope": "'hemp' | 'wire'"}
	for name, args := range map[string][]string{
		"in its folder":      {filepath.Join(dir, "packages/pier")},
		"from the workspace": {dir, "--package", "@saltmarsh/pier"},
	} {
		l := parse[contract.Listing](t, must(t, 0, nil, append([]string{"read", "--format", "json"}, args...)...))
		pier := l.Component("Pier")
		if pier == nil || !pier.Complete {
			t.Fatalf("%s: Pier is not whole: %+v", name, pier)
		}
		got := map[string]string{}
		for _, p := range pier.Props {
			got[p.Name] = p.Type.String()
		}
		for member, typ := range want {
			if sorted(got[member]) != sorted(typ) {
				t.Errorf("%s: %s is %s, not %s", name, member, got[member], typ)
			}
		}
		if leak := l.Component("Leak"); leak == nil || leak.Complete {
			t.Errorf("%s: a link that leads out of the project is followed", name)
		}
	}
	// Near miss: a package that is a folder and no link does not see what lies beside others.
	// What the package beside a folder that is a link sees, it sees in its own place too.
	out := must(t, 3, nil, "read", "--format", "json", filepath.Join(dir, store, "anchors@1.0.0/node_modules/anchors"), "--framework", "react")
	if out != "" {
		t.Errorf("a package without a component prints %s", out)
	}
}

// TestNothingFoundIsSaid reads packages for frameworks without a reader, and packages in
// which nothing is found: the client says so in a line that helps, and exits with 3.
func TestNothingFoundIsSaid(t *testing.T) {
	pier := "export function Pier(props: { length: number }) { return <p>{props.length}</p> }\n"
	for name, test := range map[string]struct {
		files map[string]string
		args  []string
		code  int
		want  string
	}{
		"Svelte by its manifest":        {map[string]string{"package.json": `{"name": "p", "peerDependencies": {"svelte": "5"}}`, "index.ts": "export const a = 1\n"}, nil, 3, "p is a package for Svelte (its manifest names svelte), which has no reader yet; there are readers for react, vue, web component."},
		"Svelte by its files":           {map[string]string{"package.json": `{"name": "p"}`, "index.ts": "export const a = 1\n", "Pier.svelte": "<p />"}, nil, 3, "it holds files that end in .svelte"},
		"Angular":                       {map[string]string{"package.json": `{"name": "p", "dependencies": {"@angular/core": "20"}}`, "index.ts": "export const a = 1\n"}, nil, 3, "p is a package for Angular"},
		"asked for all the same":        {map[string]string{"package.json": `{"name": "p", "peerDependencies": {"svelte": "5"}}`, "index.tsx": pier}, []string{"--framework", "react"}, 0, ""},
		"a framework and one beside it": {map[string]string{"package.json": `{"name": "p", "peerDependencies": {"react": "*", "svelte": "5"}}`, "index.tsx": pier}, nil, 0, ""},
		"developed with another":        {map[string]string{"package.json": `{"name": "p", "peerDependencies": {"react": "*"}, "devDependencies": {"svelte": "5"}}`, "index.tsx": pier}, nil, 0, ""},
		"no component":                  {map[string]string{"package.json": `{"name": "p", "version": "1.0.0", "peerDependencies": {"react": "*"}}`, "index.ts": "export const a = 1\n"}, nil, 3, "no component was found in p 1.0.0, which was read as a package for react"},
		"compiled modules":              {map[string]string{"package.json": `{"name": "p", "peerDependencies": {"react": "*"}}`, "index.js": "exports.Pier = Pier\n"}, nil, 3, "index.js:1: this module gives out its names by exports.x"},
	} {
		dir := tree(t, t.TempDir(), test.files)
		code, out, errOut := steady(t, nil, append([]string{"read", dir}, test.args...)...)
		if code != test.code || !strings.Contains(errOut, test.want) || code == 3 && out != "" {
			t.Errorf("%s: exits with %d, says %s%s, want %d %s", name, code, errOut, out, test.code, test.want)
		}
	}
}

// sorted puts the values of a union in order.
func sorted(union string) string {
	list := strings.Split(union, " | ")
	slices.Sort(list)
	return strings.Join(list, " | ")
}
