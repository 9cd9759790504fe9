package cli_test

import (
	"encoding/json"
	"fmt"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"steadysocket/core/change"
	"steadysocket/core/impact"
)

// TestTheAnswerComesFirst holds that a comparison begins with at most ten lines that say
// what is required, how much changed and what could not be read, however much follows.
func TestTheAnswerComesFirst(t *testing.T) {
	out := must(t, 0, nil, "compare", "./fairlead@1.2.0", "./fairlead@2.0.0")
	head, rest, ok := strings.Cut(out, "\n\n")
	lines := strings.Split(head, "\n")
	if !ok || len(lines) > 10 || lines[0] != "@saltmarsh/fairlead 1.2.0 → 2.0.0" || lines[1] != "required bump: major, declared: major; 2.0.0 satisfies it" {
		t.Errorf("the answer is\n%s", head)
	}
	c := parse[change.Changes](t, must(t, 0, nil, "compare", "./fairlead@1.2.0", "./fairlead@2.0.0", "--format", "json"))
	counts := map[change.Verdict]int{}
	for _, x := range c.Changes {
		counts[x.Verdict]++
	}
	for verdict, n := range counts {
		if !strings.Contains(head, fmt.Sprintf("  %-12s %4d  ", verdict, n)) {
			t.Errorf("%d changes are %s; the answer is\n%s", n, verdict, head)
		}
	}
	if !strings.Contains(rest, "type checker") || strings.Contains(rest, "unchecked") {
		t.Errorf("who catches a change is\n%s", rest)
	}
	if out := must(t, 0, nil, "compare", "./fairlead@2.0.0", "./fairlead@2.0.0"); out != "@saltmarsh/fairlead 2.0.0 → 2.0.0\nrequired bump: none, declared: none; 2.0.0 satisfies it\nno changes\n" {
		t.Errorf("no changes are told as %q", out)
	}
}

// many lays a library of components that share what they take.
func many(t *testing.T, version, tone, words string) string {
	files := map[string]string{"package.json": fmt.Sprintf(`{"name": "@saltmarsh/many", "version": %q, "main": "index.tsx", "peerDependencies": {"react": "*"}}`, version)}
	index := ""
	for _, name := range []string{"Bollard", "Cleat", "Fender", "Gangway"} {
		index += fmt.Sprintf("/** %s %s */\nexport function %s({ tone }: { tone?: %s }) { return <p id={tone} /> }\n", name, words, name, tone)
	}
	files["index.tsx"] = index
	return tree(t, t.TempDir(), files)
}

// TestOneRowForOneFact compares components that changed alike.
func TestOneRowForOneFact(t *testing.T) {
	old, now := many(t, "1.0.0", "'calm' | 'loud'", "was"), many(t, "1.1.0", "'calm'", "is")
	out := must(t, 0, nil, "compare", old, now)
	if n := strings.Count(out, "value-removed"); n != 2 { // once in the answer
		t.Errorf("one fact stands %d times:\n%s", n, out)
	}
	for _, want := range []string{"4 changes in 4 components", "tone of Bollard and 3 more", "1 row for 4 changes; --all lists each", "1.1.0 does not satisfy it"} {
		if !strings.Contains(out, want) {
			t.Errorf("%q does not stand in\n%s", want, out)
		}
	}
	if all := must(t, 0, nil, "compare", old, now, "--all"); strings.Count(all, "value-removed") != 5 {
		t.Errorf("all of them are\n%s", all)
	}
	// Changes of words are counted, and listed where all are.
	said := many(t, "1.0.1", "'calm' | 'loud'", "is")
	if out := must(t, 0, nil, "compare", old, said); strings.Count(out, "words-changed") != 1 || !strings.Contains(out, "words-changed 4") {
		t.Errorf("words are told as\n%s", out)
	}
	if all := must(t, 0, nil, "compare", old, said, "--all"); strings.Count(all, "words-changed") != 5 {
		t.Errorf("all words are\n%s", all)
	}
	for _, test := range []struct {
		args []string
		n    int
	}{
		{nil, 4}, {[]string{"--only", "breaking"}, 4}, {[]string{"--only", "breaking,neutral"}, 4}, {[]string{"--only", "additive"}, 0},
		{[]string{"--component", "Cleat"}, 1}, {[]string{"--component", "Cleat", "--kind", "value-removed"}, 1}, {[]string{"--kind", "prop-removed"}, 0},
	} {
		c := parse[change.Changes](t, must(t, 0, nil, append([]string{"compare", old, now, "--format", "json"}, test.args...)...))
		if len(c.Changes) != test.n || c.Owed != change.StepMajor {
			t.Errorf("%v: %d changes, %s; want %d, and the bump of all", test.args, len(c.Changes), c.Owed, test.n)
		}
	}
	for arg, want := range map[string]string{"--only=broken": "--only broken is no verdict", "--kind=prop-remved": "did you mean prop-removed?"} {
		if code, _, errOut := steady(t, nil, "compare", old, now, arg); code != 2 || !strings.Contains(errOut, want) {
			t.Errorf("%s: %d %s", arg, code, errOut)
		}
	}
}

// TestFailOn lets impact fail where an app is hit, and only then; several apps are several
// answers.
func TestFailOn(t *testing.T) {
	steps := func(from, to string, more ...string) []string {
		return append([]string{"impact", "./fairlead@" + from, "./fairlead@" + to, "--app", "./booking"}, more...)
	}
	found := parse[impact.Impact](t, must(t, 0, nil, steps("1.2.0", "2.0.0", "--format", "json")...))
	if found.Totals.Breaks == 0 || found.Totals.Worst() != impact.Breaks {
		t.Fatalf("the demo's upgrade breaks nothing: %+v", found.Totals)
	}
	same := steps("2.0.0", "2.0.0")
	for _, test := range []struct {
		args []string
		code int
	}{
		{steps("1.2.0", "2.0.0"), 0}, {steps("1.2.0", "2.0.0", "--fail-on", "breaks"), 1}, {steps("1.2.0", "2.0.0", "--fail-on", "shifts"), 1},
		{append(same, "--fail-on", "shifts"), 0}, {append(same, "--fail-on", "breaks"), 0}, {append(same, "--fail-on", "holds"), 2},
		// Where nothing breaks and something shifts, only the weaker question fails.
		{steps("1.1.0", "1.2.0", "--fail-on", "breaks"), 0}, {steps("1.1.0", "1.2.0", "--fail-on", "shifts"), 1},
	} {
		if code, out, errOut := steady(t, nil, test.args...); code != test.code {
			t.Errorf("%v exits with %d, want %d: %s%s", test.args, code, test.code, out, errOut)
		}
	}
	both := steps("1.2.0", "2.0.0", "--app", "./freight", "--format", "json")
	var list []impact.Impact
	if err := json.Unmarshal([]byte(must(t, 0, nil, both...)), &list); err != nil || len(list) != 2 || list[0].App.Name != "booking" || list[1].App.Name != "freight" {
		t.Errorf("two apps are told as %d: %v", len(list), err)
	}
	if out := must(t, 0, nil, steps("1.2.0", "2.0.0", "--app", "./freight")...); strings.Count(out, "reaches this app automatically") != 2 {
		t.Errorf("two apps are told as\n%s", out)
	}
	// Styles, queries and imports count, too.
	counted, listed := 0, 0
	for _, app := range []string{"./booking", "./freight"} {
		for _, step := range [][2]string{{"1.0.0", "2.0.0"}, {"1.1.0", "2.0.0"}, {"1.0.0", "2.1.0"}} {
			found := parse[impact.Impact](t, must(t, 0, nil, "impact", "./fairlead@"+step[0], "./fairlead@"+step[1], "--app", app, "--format", "json"))
			o := found.Totals.Others
			counted += o.Breaks + o.Unsure + o.Shifts
			for _, u := range append(found.HookUses, found.ReachIns...) {
				if u.Outcome != impact.Holds {
					listed++
				}
			}
			for _, u := range found.OtherUses {
				if u.Outcome != impact.Holds {
					listed++
				}
			}
		}
	}
	if counted != listed {
		t.Errorf("of %d styles, queries and imports that are hit %d are counted", listed, counted)
	}
}

// TestIncompleteIsSaid compares archives whose types come from a package that is not in
// them: that is said first, asked for with --strict, and mended by --beside.
func TestIncompleteIsSaid(t *testing.T) {
	lay := func(version, from string) string {
		dir := tree(t, t.TempDir(), map[string]string{
			"package/package.json": fmt.Sprintf(`{"name": "@saltmarsh/pier", "version": %q, "types": "index.d.ts", "peerDependencies": {"react": "*"}}`, version),
			"package/index.d.ts":   "import type { Base } from " + from + ";\nexport declare function Pier(props: Base & { length?: number }): JSX.Element;\n",
		})
		name := filepath.Join(dir, "pier-"+version+".tgz")
		if out, err := exec.Command("tar", "-czf", name, "-C", dir, "package").CombinedOutput(); err != nil {
			t.Fatalf("tar: %v: %s", err, out)
		}
		return name
	}
	old, now := lay("1.0.0", "'anchors/one'"), lay("1.0.1", "'anchors/two'")
	beside := tree(t, t.TempDir(), map[string]string{
		"anchors/package.json": `{"name": "anchors", "version": "1.0.0"}`, "anchors/one.d.ts": "export interface Base { rope: 'hemp' | 'wire' }\n", "anchors/two.d.ts": "export interface Base { rope: 'hemp' }\n"})
	out := must(t, 0, nil, "compare", old, now)
	if !strings.Contains(out, "incomplete: 1 of 1 component in 1.0.0 need types of anchors") || !strings.Contains(out, "--beside node_modules") {
		t.Errorf("what is missing is told as\n%s", out)
	}
	c := parse[change.Changes](t, must(t, 5, nil, "compare", old, now, "--strict", "--format", "json"))
	if c.Incomplete.From == nil || c.Incomplete.To == nil || c.Incomplete.From.Components != 1 || strings.Join(c.Incomplete.From.Packages, " ") == "" {
		t.Errorf("what is missing is %+v", c.Incomplete)
	}
	c = parse[change.Changes](t, must(t, 0, nil, "compare", old, now, "--strict", "--format", "json", "--beside", beside))
	if c.Incomplete.From != nil || c.Incomplete.To != nil || len(c.Changes) != 1 || c.Changes[0].Kind != change.ValueRemoved {
		t.Errorf("with the packages beside: %+v %+v", c.Incomplete, c.Changes)
	}
	must(t, 2, nil, "compare", old, now, "--beside", filepath.Join(beside, "nothing"))
	// The gate says no before that.
	must(t, 1, nil, "compare", now, old, "--strict", "--gate", "--beside", beside)
}
