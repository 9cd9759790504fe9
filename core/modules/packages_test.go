package modules

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"testing/fstest"
)

// TestInstalled finds modules of other packages as the compiler does.
func TestInstalled(t *testing.T) {
	s := open(t, map[string]string{
		"package.json": `{"name": "lib", "imports": {"#in": "./src/in.ts"}}`, "src/a.ts": "", "src/in.ts": "",
		"node_modules/plain/package.json": `{"types": "./t/index.d.ts", "main": "./m.js"}`, "node_modules/plain/t/index.d.ts": "", "node_modules/plain/deep.d.ts": "",
		"node_modules/script/package.json": `{"main": "./m.js"}`, "node_modules/script/m.js": "", "node_modules/@types/script/package.json": `{"types": "index.d.ts"}`, "node_modules/@types/script/index.d.ts": "",
		"node_modules/@s/maps/package.json": `{"exports": {".": {"import": {"types": "./a.d.mts", "default": "./a.mjs"}}, "./x/*": {"types": "./d/*.d.ts"}, "./no": null}}`,
		"node_modules/@s/maps/a.d.mts":      "", "node_modules/@s/maps/d/one.d.ts": "", "node_modules/@s/maps/hidden.d.ts": "",
		"node_modules/old/package.json": `{"typesVersions": {"<=4.0": {"*": ["x/*"]}, ">=4.1": {"*": ["ts/*"]}}}`, "node_modules/old/ts/index.d.ts": "", "node_modules/old/ts/sub.d.ts": "",
		"node_modules/module/package.json": `{"module": "./m/index.js", "main": "./c/index.js"}`, "node_modules/module/m/index.d.ts": "", "node_modules/module/c/index.js": "",
		"node_modules/folder/package.json": `{}`, "node_modules/folder/part/package.json": `{"types": "../p.d.ts"}`, "node_modules/folder/p.d.ts": "",
		"node_modules/user/package.json": `{"types": "i.d.ts", "imports": {"#own": "./own.d.ts"}}`, "node_modules/user/i.d.ts": "", "node_modules/user/own.d.ts": "", "node_modules/user/node_modules/plain/package.json": `{"types": "near.d.ts"}`, "node_modules/user/node_modules/plain/near.d.ts": "",
	})
	tests := []struct{ from, name, want string }{
		{"src/a.ts", "plain", "node_modules/plain/t/index.d.ts"}, {"src/a.ts", "plain/deep", "node_modules/plain/deep.d.ts"},
		{"src/a.ts", "script", "node_modules/@types/script/index.d.ts"}, {"src/a.ts", "@s/maps", "node_modules/@s/maps/a.d.mts"},
		{"src/a.ts", "@s/maps/x/one", "node_modules/@s/maps/d/one.d.ts"}, {"src/a.ts", "@s/maps/hidden", ""}, {"src/a.ts", "@s/maps/no", ""},
		{"src/a.ts", "old", "node_modules/old/ts/index.d.ts"}, {"src/a.ts", "old/sub", "node_modules/old/ts/sub.d.ts"},
		{"src/a.ts", "module", ""}, {"src/a.ts", "folder/part", "node_modules/folder/p.d.ts"}, {"src/a.ts", "nowhere", ""},
		{"node_modules/user/i.d.ts", "plain", "node_modules/user/node_modules/plain/near.d.ts"}, {"node_modules/user/i.d.ts", "#own", "node_modules/user/own.d.ts"},
		{"node_modules/user/i.d.ts", "script", "node_modules/@types/script/index.d.ts"}, {"src/a.ts", "#in", "src/in.ts"},
	}
	for _, test := range tests {
		s.Installed = true
		if got, ok := s.Resolve(test.from, test.name); got != test.want && (ok || test.want != "") {
			t.Errorf("%s from %s is %q, want %q", test.name, test.from, got, test.want)
		}
		s.Installed = false
		if got, ok := s.Resolve("src/a.ts", test.name); ok && !strings.HasPrefix(test.name, "#") {
			t.Errorf("%s is followed to %s where other packages are not asked for", test.name, got)
		}
	}
	for file, want := range map[string]string{"src/a.ts": " false", "node_modules/plain/m.js": "plain true", "node_modules/@s/maps/a.d.mts": "@s/maps true", "node_modules/user/node_modules/@types/script/i.d.ts": "script true"} {
		pkg, foreign := s.Foreign(file)
		if got := fmt.Sprint(pkg, " ", foreign); got != want {
			t.Errorf("%s belongs to %q, want %q", file, got, want)
		}
	}
}

// TestPackagesBeside finds packages of one source that are not installed.
func TestPackagesBeside(t *testing.T) {
	s, err := Open(files(map[string]string{
		"package.json": `{"workspaces": ["packages/*"]}`, "packages/ui/package.json": `{"name": "@s/ui"}`, "packages/ui/src/index.ts": "",
		"packages/base/package.json": `{"name": "@s/base", "exports": "./dist/index.js"}`, "packages/base/src/index.ts": "",
	}), "packages/ui")
	if err != nil {
		t.Fatal(err)
	}
	s.Installed = true
	got, ok := s.Resolve("packages/ui/src/index.ts", "@s/base")
	if pkg, foreign := s.Foreign(got); !ok || got != "packages/base/src/index.ts" || pkg != "@s/base" || !foreign {
		t.Errorf("@s/base is %q of %q", got, pkg)
	}
}

// TestNamesHandedOn follows names through every way of handing them on.
func TestNamesHandedOn(t *testing.T) {
	s := open(t, map[string]string{
		"a.ts": `import Whole = require('./assigned'); import * as Space from './space'; import Deep = Space.Outer.Inner; import { ambient } from 'nowhere';
/// <reference path="./late.d.ts" />
import './adds'; export { Merged } from './merged'; export declare namespace Merged { type Extra = 1 }
declare module './space' { interface Grown { more: 1 } }`,
		"assigned.ts": `declare function Assigned(): void; declare namespace Assigned { interface Held {} } export = Assigned;`,
		"space.ts":    `export namespace Outer { export namespace Inner { export type Core = 1 } } export namespace Outer.Dotted { export type Far = 2 } export interface Grown { first: 1 }`,
		"merged.ts":   `export interface Merged { a: 1 }`,
		"adds.ts":     `import { Inner } from './whole'; declare module './whole' { interface Inner { two: Other } interface Fresh {} }`,
		"whole.ts":    `export * from './inner'; export interface Other {}`,
		"inner.ts":    `export interface Inner { one: 1 } export interface Apart {}`,
		"global.d.ts": `declare module 'nowhere' { export const ambient: 3 } interface Everywhere { e: 1 }`,
		"add.ts":      `export {}; declare global { interface Everywhere { f: 2 } }`,
	})
	s.Installed = true
	s.Survey([]string{"a.ts", "global.d.ts", "add.ts"}, whole)
	a := s.Module("a.ts")
	find := func(names ...string) string {
		sym, ok := s.Local(a, names[0])
		if !ok {
			sym, ok = s.Global(names[0])
		}
		for _, name := range names[1:] {
			if ok {
				sym, ok = s.Member(sym, name)
			}
		}
		switch {
		case !ok:
			return "nothing"
		case sym.External():
			return "external " + sym.Package
		}
		return fmt.Sprintf("%s %d", sym.Module.Path, len(sym.Decls))
	}
	for names, want := range map[string]string{
		"Whole": "assigned.ts 2", "Whole.Held": "assigned.ts 1", "Deep.Core": "space.ts 1", "Space.Outer.Dotted.Far": "space.ts 1", "Space.Outer.Inner": "space.ts 1", "Space.None": "nothing",
		"Space.Grown": "space.ts 2", "ambient": "global.d.ts 1", "Everywhere": "global.d.ts 2", "Nobody": "nothing",
	} {
		if got := find(strings.Split(names, ".")...); got != want {
			t.Errorf("%s is %q, want %q", names, got, want)
		}
	}
	if sym, ok := s.Export(a, "Merged"); !ok || len(sym.Decls) != 2 || sym.Module.Path != "merged.ts" {
		t.Errorf("Merged is %+v", sym)
	}
	// What adds to a file adds to what that passes on whole.
	for module, want := range map[string]string{"whole.ts": "inner.ts 2", "inner.ts": "inner.ts 2"} {
		if sym, ok := s.Export(s.Module(module), "Inner"); !ok || fmt.Sprintf("%s %d", sym.Module.Path, len(sym.Decls)) != want {
			t.Errorf("Inner of %s is %+v", module, sym)
		}
	}
	if sym, ok := s.Export(s.Module("whole.ts"), "Fresh"); !ok || len(sym.Decls) != 1 {
		t.Errorf("what is added only is %+v", sym)
	}
	if sym, ok := s.Export(s.Module("whole.ts"), "Apart"); !ok || len(sym.Decls) != 1 {
		t.Errorf("what nobody adds to is %+v", sym)
	}
	if sym, ok := s.Export(s.Module("whole.ts"), "Inner"); ok {
		if other, ok := s.Local(sym.Decls[1].Module, "Other"); !ok || other.Module.Path != "whole.ts" {
			t.Errorf("what is added to is known there as %+v", other)
		}
	}
	if names, _ := s.ExportNames(s.Module("assigned.ts")); strings.Join(names, " ") != "Held default" {
		t.Errorf("what is assigned gives out %v", names)
	}
}

// TestPatterns lists the modules that patterns of an exports map give out, and
// none that another key takes away or that is no module.
func TestPatterns(t *testing.T) {
	files := fstest.MapFS{}
	for _, name := range []string{"dist/index.d.ts", "dist/Lever/index.d.ts", "dist/Plank/index.d.ts", "dist/Plank/inner.d.ts", "dist/hidden/index.d.ts", "dist/deep/Quay/index.d.ts", "icons/icon-bell.d.ts", "icons/other.d.ts", "css/a.css"} {
		files[name] = &fstest.MapFile{Data: []byte("export {}")}
	}
	files["package.json"] = &fstest.MapFile{Data: []byte(`{ "name": "lib", "exports": {
		".": "./dist/index.d.ts", "./*": { "types": "./dist/*/index.d.ts", "default": "./dist/*/index.js" }, "./hidden": null, "./deep/*": null,
		"./icons/*": "./icons/icon-*.d.ts", "./css/*": "./css/*.css", "./any/*": "./dist/*" } }`)}
	s, err := Open(files, ".")
	if err != nil {
		t.Fatal(err)
	}
	found, more := s.Patterns()
	var got []string
	for _, e := range found {
		got = append(got, e.Module)
	}
	if want := "./Lever ./Plank ./icons/bell"; strings.Join(got, " ") != want || more {
		t.Errorf("the patterns give out %v, %v; want %s", got, more, want)
	}
}

// TestFolders lists the folders that are modules of a package without exports, each for
// what makes it one, and none of those that are something else.
func TestFolders(t *testing.T) {
	all := map[string]string{
		"index.d.ts": "", "lever/package.json": `{"types": "./parts/lever.d.ts"}`, "lever/parts/lever.d.ts": "", "icons/bell/package.json": `{"main": "../../lib/bell.js"}`, "lib/bell.js": "",
		"plank/index.d.ts": "", "plank/deep/index.d.ts": "", "lib/index.d.ts": "", "lib/package.json": `{"types": "index.d.ts"}`, "code/index.js": "",
		"own/package.json": `{"name": "lib/own", "main": "x"}`, "own/x.ts": "", "other/package.json": `{"name": "other", "main": "x"}`, "other/x.ts": "",
		"site/package.json": `{"main": "x", "dependencies": {"lib": "1"}}`, "site/x.ts": "", "empty/package.json": `{"type": "commonjs"}`, "gone/package.json": `{"main": "nothing"}`,
		"round/package.json": `{"main": "../again"}`, "again/package.json": `{"main": "../round"}`, "node_modules/x/index.d.ts": "", "a/b/c/package.json": `{"main": "x"}`, "a/b/c/x.ts": "",
	}
	for _, test := range []struct{ name, manifest, root, want string }{
		{"declarations at the top", `{"name": "lib", "types": "index.d.ts"}`, "index.d.ts", "./icons/bell lib/bell.js true, ./lever lever/parts/lever.d.ts true, ./own own/x.ts true, ./plank plank/index.d.ts false"},
		{"declarations elsewhere", `{"name": "lib", "types": "lib/index.d.ts"}`, "lib/index.d.ts", "./icons/bell lib/bell.js true, ./lever lever/parts/lever.d.ts true, ./own own/x.ts true"},
		{"no root", `{"name": "lib"}`, "", "./icons/bell lib/bell.js true, ./lever lever/parts/lever.d.ts true, ./own own/x.ts true, ./plank plank/index.d.ts false"},
		{"exports", `{"name": "lib", "exports": "./index.d.ts"}`, "index.d.ts", ""},
		{"workspaces", `{"name": "lib", "workspaces": ["own"]}`, "index.d.ts", ""},
		{"no name", `{"types": "index.d.ts"}`, "index.d.ts", ""},
	} {
		all["package.json"] = test.manifest
		s, err := Open(files(all), ".")
		if err != nil {
			t.Fatal(err)
		}
		found, more := s.Folders(test.root)
		var got []string
		for _, f := range found {
			got = append(got, fmt.Sprint(f.Module, " ", f.File, " ", f.Said))
		}
		if strings.Join(got, ", ") != test.want || more {
			t.Errorf("%s: the folders are %s, %v; want %s", test.name, strings.Join(got, ", "), more, test.want)
		}
	}
	many := map[string]string{"package.json": `{"name": "lib"}`}
	for i := range maxPatterns + 1 {
		many[fmt.Sprintf("part%d/index.d.ts", i)] = ""
	}
	s, err := Open(files(many), ".")
	if err != nil {
		t.Fatal(err)
	}
	if found, more := s.Folders(""); len(found) != maxPatterns || !more {
		t.Errorf("%d folders, more %v", len(found), more)
	}
}

// TestAlone holds which sources are looked through for packages beside the one
// at their root.
func TestAlone(t *testing.T) {
	for _, test := range []struct {
		name  string
		files map[string]string
		alone bool
	}{
		{"one package", map[string]string{"package.json": `{"name": "a"}`, "inner/package.json": `{"name": "b"}`}, true},
		{"workspaces", map[string]string{"package.json": `{"name": "a", "workspaces": ["inner"]}`, "inner/package.json": `{"name": "b"}`}, false},
		{"a workspace file", map[string]string{"package.json": `{"name": "a"}`, "pnpm-workspace.yaml": "packages: [inner]", "inner/package.json": `{"name": "b"}`}, false},
	} {
		test.files["inner/index.ts"] = ""
		fsys := files(test.files)
		m, err := ReadManifest(fsys, ".")
		if err != nil {
			t.Fatal(err)
		}
		if got := m.Alone(fsys); got != test.alone {
			t.Errorf("%s: alone %v", test.name, got)
		}
		s, err := Open(fsys, ".")
		if err != nil {
			t.Fatal(err)
		}
		s.Installed = true
		if _, found := s.Resolve("a.ts", "b"); found == test.alone {
			t.Errorf("%s: the package beside it is found: %v", test.name, found)
		}
	}
}

// TestManyPackages holds that modules of more packages than manifests are kept are found,
// and found again, as they are in a set of their own.
func TestManyPackages(t *testing.T) {
	all := map[string]string{"package.json": `{"name": "app"}`, "src/a.ts": ""}
	var names []string
	for i := range 3 * maxManifests {
		pkg := fmt.Sprintf("mole-%d", i)
		folder := "node_modules/" + pkg + "/"
		all[folder+"package.json"] = fmt.Sprintf(`{"name": %q, "exports": {".": {"types": "./at/%d.d.ts"}, "./lamp": "./lamp.d.ts", "./none": null}}`, pkg, i)
		all[fmt.Sprintf("%sat/%d.d.ts", folder, i)], all[folder+"lamp.d.ts"], all[folder+"none.d.ts"] = "", "", ""
		names = append(names, pkg, pkg+"/lamp", pkg+"/none", pkg+"/unlisted")
	}
	open := func() *Set {
		s, err := Open(files(all), ".")
		if err != nil {
			t.Fatal(err)
		}
		s.Installed = true
		return s
	}
	s, found := open(), 0
	for round := range 3 {
		for _, name := range names {
			file, ok := s.Resolve(fmt.Sprintf("src/of%d/a.ts", round), name)
			alone, _ := open().Resolve("src/a.ts", name)
			if file != alone || ok != (file != "") {
				t.Errorf("round %d: %s is %q, in a set of its own %q", round, name, file, alone)
			}
			if ok {
				found++
			}
		}
	}
	if want := 3 * 2 * 3 * maxManifests; found != want {
		t.Errorf("%d names were found, want %d", found, want)
	}
}

// FuzzInstalled holds that whatever a package says of itself, a name leads to a file that
// is there and tells types, or nowhere, and to the same one each time.
func FuzzInstalled(f *testing.F) {
	f.Add(`{"exports": {".": {"types": "./a.d.ts"}, "./b/*": ["./b/*.js", null], "./c/": "./b/"}}`, "b/x")
	f.Add(`{"types": "a", "typesVersions": {"*": {"*": ["b/*"], "a": ["../../other/a.d.ts"]}}}`, "")
	f.Add(`{"main": "./b", "typings": "../../../src/a.ts"}`, "b")
	f.Add(`{"exports": {"types@>=5": "./*", "default": "./node_modules/x.ts"}}`, "..")
	f.Fuzz(func(t *testing.T, manifest, module string) {
		all := map[string]string{"package.json": `{"name": "app"}`, "src/a.ts": "", "node_modules/mole/package.json": manifest, "node_modules/mole/a.d.ts": "", "node_modules/mole/b/x.d.ts": "", "node_modules/mole/b/index.ts": "", "node_modules/other/a.d.ts": ""}
		ask := func() []string {
			s, err := Open(files(all), ".")
			if err != nil {
				t.Fatal(err)
			}
			s.Installed = true
			var list []string
			for _, name := range []string{"mole", "mole/" + module, "mole/" + module, "mole"} {
				file, ok := s.Resolve("src/a.ts", name)
				if _, there := all[file]; ok && (!there || !typed(file)) || ok != (file != "") {
					t.Fatalf("%q leads to %q", name, file)
				}
				list = append(list, file)
			}
			return list
		}
		first, again := ask(), ask()
		if !slices.Equal(first, again) || first[0] != first[3] || first[1] != first[2] {
			t.Fatalf("the same names lead to %v and %v", first, again)
		}
	})
}
