package cli_test

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"steadysocket/core/contract"
	"steadysocket/core/design"
	"steadysocket/demo"
)

// drafts lays the demo's drafts out where a test may change them.
func drafts(t *testing.T) string {
	t.Helper()
	dir := t.TempDir()
	for _, name := range demo.Drafts {
		if err := demo.LayDraft(filepath.Join(dir, name), name); err != nil {
			t.Fatal(err)
		}
	}
	return dir
}

// into reads what a command printed as JSON.
func into[T any](t *testing.T, out string) (x T) {
	t.Helper()
	if err := json.Unmarshal([]byte(out), &x); err != nil {
		t.Fatalf("%v\n%s", err, out)
	}
	return x
}

// TestDraftFromNothing begins a draft, edits it, looks at it, and finishes it.
func TestDraftFromNothing(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "quay-sign")
	if out := must(t, 0, nil, "draft", "create", dir, "--component", "QuaySign", "--owner", "quayside"); !strings.Contains(out, "steady draft show") {
		t.Errorf("nothing is said to do next:\n%s", out)
	}
	for _, name := range []string{design.File, "first.contract.yaml", design.SchemaFile, design.ContractSchemaFile} {
		if _, err := os.Stat(filepath.Join(dir, name)); err != nil {
			t.Error(err)
		}
	}
	// The file names the schema that editors complete it by.
	file := filepath.Join(dir, "first.contract.yaml")
	data, err := os.ReadFile(file)
	if err != nil || !strings.HasPrefix(string(data), "$schema: contract.schema.json\n") {
		t.Errorf("the contract file begins %q (%v)", data, err)
	}
	if code, _, errOut := steady(t, nil, "draft", "create", dir, "--component", "QuaySign"); code != 2 || !strings.Contains(errOut, "is there already") {
		t.Errorf("a second one in the same folder ends with %d: %s", code, errOut)
	}
	edited := string(data) + "props: { small: boolean, large: boolean }\nexclusions: [{ when: { small: true, large: true }, because: one size at a time }]\n"
	if err := os.WriteFile(file, []byte(edited), 0o644); err != nil {
		t.Fatal(err)
	}
	if out := must(t, 0, nil, "draft", "states", dir); !strings.Contains(out, "4 states (listed), of which 3 may occur") || !strings.Contains(out, "fold small and large into one set size") {
		t.Errorf("the states are\n%s", out)
	}
	must(t, 0, nil, "draft", "advise", dir, "--pattern", "a closed set of values", "--as", "toned")
	kept, err := os.ReadFile(file)
	if err != nil || string(kept) != edited {
		t.Errorf("a further alternative changed the first one:\n%s", kept)
	}
	if out := must(t, 0, nil, "draft", "show", dir); !strings.Contains(out, "toned") || !strings.Contains(out, "tone") {
		t.Errorf("shown is\n%s", out)
	}
	beside := t.TempDir()
	must(t, 0, nil, "draft", "finish", dir, "toned", "--into", beside)
	data, err = os.ReadFile(filepath.Join(beside, "QuaySign.contract.yaml"))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := contract.ParseFile("QuaySign.contract.yaml", data); err != nil {
		t.Error(err)
	}
	found := into[struct {
		Drafts []struct{ Finished, Owner string }
	}](t, must(t, 0, nil, "draft", "list", filepath.Dir(dir), "--format", "json"))
	if len(found.Drafts) != 1 || found.Drafts[0].Finished != "toned" || found.Drafts[0].Owner != "quayside" {
		t.Errorf("listed is %+v", found)
	}
}

// TestDraftsOfTheDemo works through the demo's drafts.
func TestDraftsOfTheDemo(t *testing.T) {
	dir := drafts(t)
	bar, list, lever := filepath.Join(dir, "notice-bar"), filepath.Join(dir, "sailing-list"), filepath.Join(dir, "lever")

	states := into[struct {
		Alternatives []struct {
			Alternative string
			States      struct{ All, Allowed, Loose int64 }
		}
	}](t, must(t, 0, nil, "draft", "states", bar, "--format", "json"))
	var loose []int64
	for _, a := range states.Alternatives {
		loose = append(loose, a.States.Loose)
	}
	if len(loose) != 4 || loose[0] != 15088 || loose[1] != 18 || loose[2] != 0 || loose[3] != 0 {
		t.Errorf("what must not occur and can be written is %v", loose)
	}

	aged := into[design.WhatIfTable](t, must(t, 0, nil, "draft", "what-if", bar, "--format", "json"))
	for _, a := range aged.Alternatives {
		if a.Best != (a.Alternative == "parts") {
			t.Errorf("%s ages best: %v", a.Alternative, a.Best)
		}
	}
	if last := aged.Requests[len(aged.Requests)-1]; last.Request != "a link in the text" || last.Answers[0].Outcome != design.ReachingIn || last.Answers[2].Outcome != design.Absorbed {
		t.Errorf("the draft's own request is %+v", last)
	}

	code := must(t, 0, nil, "draft", "code", list, "--alternative", "rows", "--scenario", "everything filled", "--framework", strings.Join(design.Frameworks(), ","))
	for _, want := range []string{"renderRow={({ sailing, chosen }) =>", "#row=\"{ sailing, chosen }\"", "{#snippet row({ sailing, chosen })}", "let-sailing=\"sailing\"", "cannot be written: a custom element hands no data", "<:row as |given|>"} {
		if !strings.Contains(code, want) {
			t.Errorf("the code lacks %s:\n%s", want, code)
		}
	}
	// Whole files import what the skeletons beside them are called.
	for _, x := range []struct{ alternative, framework, wants string }{
		{"rows", "react", "import { SailingList } from './SailingList';"},
		{"rows", "vue", "import SailingList from './SailingList.vue';"},
		{"rows", "svelte", "import SailingList from './SailingList.svelte';"},
		{"rows", "angular", "import { SailingList } from './sailing-list.component';"},
		{"logic", "react", "import { useSailings } from './useSailings';"},
		{"logic", "vue", "import { useSailings } from './useSailings';"},
		{"logic", "svelte", "import { useSailings } from './useSailings.svelte';"},
		{"logic", "web component", "import { useSailings } from './useSailings';"},
	} {
		file := must(t, 0, nil, "draft", "code", list, "--alternative", x.alternative, "--framework", x.framework, "--scenario", "simplest use", "--whole")
		if !strings.Contains(file, x.wants) {
			t.Errorf("%s in %s does not say %s:\n%s", x.alternative, x.framework, x.wants, file)
		}
		folder := t.TempDir()
		must(t, 0, nil, "draft", "skeleton", list, x.framework, "--alternative", x.alternative, "--into", folder)
		_, module, _ := strings.Cut(strings.TrimSuffix(x.wants, "';"), "'./")
		if found, err := filepath.Glob(filepath.Join(folder, module+"*")); err != nil || len(found) == 0 {
			t.Errorf("no file %s is written (%v)", module, err)
		}
	}
	whole := must(t, 0, nil, "draft", "code", lever, "--alternative", "reason", "--scenario", "simplest use", "--whole")
	if !strings.Contains(whole, "import { Lever } from './Lever';") || !strings.Contains(whole, "export function Example(") {
		t.Errorf("a whole file is\n%s", whole)
	}

	if out := must(t, 1, nil, "draft", "hold", lever, "./fairlead"); !strings.Contains(out, "boolean | string → boolean") {
		t.Errorf("held against the library it is\n%s", out)
	}
	checked := must(t, 0, nil, "draft", "check", bar, "--against", "./fairlead")
	if !strings.Contains(checked, "components call this tone: calm, notice, urgent") {
		t.Errorf("the library offers\n%s", checked)
	}
	advice := must(t, 0, nil, "draft", "advise", "--need", "share logic only", "--framework", "web component")
	if !strings.Contains(advice, "here: a class to extend or a controller") || !strings.Contains(advice, "shared logic as a function") {
		t.Errorf("the advice is\n%s", advice)
	}
}

// TestDraftFromTheLibrary begins a draft with a recorded contract, writes a skeleton of it
// beside a manifest, and reads that: source and draft agree.
func TestDraftFromTheLibrary(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "fare-tag")
	must(t, 0, nil, "draft", "create", dir, "--component", "FareTag", "--from", "./fairlead@2.1.0")
	if out := must(t, 0, nil, "draft", "show", dir, "--format", "json"); !strings.Contains(out, `"amount"`) {
		t.Errorf("the draft is\n%s", out)
	}
	lib := t.TempDir()
	if err := os.WriteFile(filepath.Join(lib, "package.json"), []byte(`{ "name": "made", "exports": { ".": "./src/FareTag.tsx" }, "peerDependencies": { "react": ">=18" } }`), 0o644); err != nil {
		t.Fatal(err)
	}
	for _, form := range []string{"react", "sidecar"} {
		must(t, 0, nil, "draft", "skeleton", dir, form, "--into", filepath.Join(lib, "src"))
	}
	must(t, 0, nil, "draft", "finish", dir, "first")
	if out := must(t, 0, nil, "draft", "hold", dir, lib); !strings.Contains(out, "is what") {
		t.Errorf("what was generated differs from what was drafted:\n%s", out)
	}
	for _, form := range design.Forms() {
		if out := must(t, 0, nil, "draft", "skeleton", "./fairlead@2.1.0", form, "--component", "Notice"); len(out) < 40 {
			t.Errorf("%s is %q", form, out)
		}
	}
}

// TestDraftsInTheService lets two people work on one draft: neither loses anything.
func TestDraftsInTheService(t *testing.T) {
	env := service(t)
	mine := filepath.Join(drafts(t), "lever")
	if out := must(t, 0, env, "add", "draft", mine); !strings.Contains(out, "lever is kept as revision 1") {
		t.Errorf("adding says %s", out)
	}
	if out := must(t, 0, env, "add", "draft", mine); !strings.Contains(out, "revision 1") {
		t.Errorf("adding the same again says %s", out)
	}
	theirs := filepath.Join(t.TempDir(), "lever")
	must(t, 0, env, "draft", "fetch", "lever", theirs)
	change := func(folder, from, to string) {
		file := filepath.Join(folder, "hint.contract.yaml")
		data, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(file, []byte(strings.Replace(string(data), from, to, 1)), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	change(theirs, "Why it is disabled.", "Why nothing happens.")
	must(t, 0, env, "add", "draft", theirs, "--what", "other words")
	change(mine, "Does one thing", "Does a single thing")
	code, _, errOut := steady(t, env, "add", "draft", mine)
	if code != 4 || !strings.Contains(errOut, "tester made revision 2") || !strings.Contains(errOut, "steady draft fetch lever") {
		t.Errorf("an edit of what has changed since ends with %d: %s", code, errOut)
	}
	both := filepath.Join(t.TempDir(), "both")
	must(t, 0, env, "draft", "fetch", "lever", both)
	if data, err := os.ReadFile(filepath.Join(both, "hint.contract.yaml")); err != nil || !strings.Contains(string(data), "Why nothing happens.") {
		t.Errorf("fetched is %s (%v)", data, err)
	}
	if code, _, errOut := steady(t, env, "draft", "fetch", "lever", both); code != 2 || !strings.Contains(errOut, "is there already") {
		t.Errorf("fetching over files ends with %d: %s", code, errOut)
	}
	change(both, "Does one thing", "Does a single thing")
	if out := must(t, 0, env, "add", "draft", both, "--name", "lever"); !strings.Contains(out, "revision 3") {
		t.Errorf("adding what holds both says %s", out)
	}
	if code, _, errOut := steady(t, env, "draft", "fetch", "missing", filepath.Join(both, "x")); code != 4 || !strings.Contains(errOut, "no draft missing") {
		t.Errorf("an unknown draft ends with %d: %s", code, errOut)
	}
	if code, _, errOut := steady(t, env, "add", "draft", filepath.Join(both, "nowhere")); code != 3 || !strings.Contains(errOut, "draft.yaml") {
		t.Errorf("no draft ends with %d: %s", code, errOut)
	}
}

// TestDraftErrors holds that wrong calls say what would be right.
func TestDraftErrors(t *testing.T) {
	dir := drafts(t)
	bar := filepath.Join(dir, "notice-bar")
	broken := filepath.Join(dir, "broken")
	if err := os.MkdirAll(broken, 0o755); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(filepath.Join(broken, "draft.yaml"), []byte("draft: 1\ncomponent: A\nstance: open\n"), 0o644); err != nil {
		t.Fatal(err)
	}
	for _, row := range []struct {
		code int
		want string
		args []string
	}{
		{2, "say which component", []string{"create", filepath.Join(dir, "new")}},
		{2, "holds no component Missing", []string{"create", filepath.Join(dir, "new"), "--component", "Missing", "--from", "./fairlead@2.1.0"}},
		{2, `no alternative "flag"; there are flags, sets, slots or parts`, []string{"show", bar, "--alternative", "flag"}},
		{2, `"tune" is no further axis`, []string{"states", bar, "--alternative", "sets", "--by", "tune"}},
		{2, "no code is written for \"solid\"", []string{"code", bar, "--framework", "solid"}},
		{2, "no scenario is called so; there are a delay", []string{"code", bar, "--scenario", "none"}},
		{2, "say what is needed with --need", []string{"advise"}},
		{2, `"more" is no need`, []string{"advise", "--need", "more"}},
		{2, "needs the FOLDER of a draft", []string{"advise", "--pattern", "a further prop"}},
		{2, `"more" is no pattern`, []string{"advise", bar, "--pattern", "more", "--as", "x"}},
		{2, "say which library with --against", []string{"check", bar}},
		{2, "is not written; there are react", []string{"skeleton", bar, "elm", "--alternative", "sets"}},
		{2, "say which alternative with --alternative", []string{"skeleton", bar, "react"}},
		{2, `no alternative "none"`, []string{"finish", bar, "none"}},
		{2, "say which with --component", []string{"show", "./fairlead@2.1.0"}},
		{3, "locked, slots, parts or full, not open", []string{"show", broken}},
		{3, "holds no component SailingList", []string{"hold", filepath.Join(dir, "sailing-list"), "./fairlead", "--alternative", "rows"}},
		{3, "no such file", []string{"list", filepath.Join(dir, "nowhere")}},
	} {
		code, _, errOut := steady(t, nil, append([]string{"draft"}, row.args...)...)
		if code != row.code || !strings.Contains(errOut, row.want) {
			t.Errorf("steady draft %s ends with %d: %s; want %d: %s", strings.Join(row.args, " "), code, errOut, row.code, row.want)
		}
	}
	if out := must(t, 0, nil, "draft", "list", dir, "--format", "json"); !strings.Contains(out, "locked, slots, parts or full, not open") {
		t.Errorf("a broken draft is not told in the list:\n%s", out)
	}
}
