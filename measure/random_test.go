package main

import (
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/impact"
)

// taking is a member that random components may take: the types that it may
// have, and what uses may give. Not every value fits every type.
type taking struct {
	name   string
	types  []string
	values []string
}

var takings = []taking{
	{"tone", []string{"'calm' | 'loud'", "'calm' | 'loud' | 'urgent'", "'calm' | 'quiet'", "string", "'calm' | 'loud' | (string & {})", "'calm' | 'loud' | null"},
		[]string{`tone="calm"`, `tone="loud"`, `tone="urgent"`, `tone={given ? 'calm' : 'loud'}`, `tone={tones}`, `tone={text}`, `tone={null}`, "tone={`calm`}", `{...{ tone: 'calm' as const }}`, `{...toned}`}},
	{"size", []string{"number", "'s' | 'm'", "number | 's'", "1 | 2 | 3", "string"},
		[]string{`size={2}`, `size="s"`, `size={count}`, `size={given ? 1 : 2}`, `size={one}`, `size={count + 1}`, `{...{ size: 2 as const }}`}},
	{"open", []string{"boolean", "boolean | 'auto'", "'on' | 'off'", "true"}, []string{`open`, `open={true}`, `open={false}`, `open={given}`, `open="auto"`, `open="on"`, `open={!given}`}},
	{"label", []string{"string", "ReactNode", "string | number", "{ text: string; hint?: string }", "{ text: string }"},
		[]string{`label="Hi"`, `label={count}`, `label={<b />}`, `label={{ text: 'x' }}`, `label={labelled}`, `label={text.trim()}`, "label={`${count} left`}"}},
	{"rows", []string{"string[]", "{ id: string; spot?: number }[]", "readonly string[]", "{ id: string; spot: number }[]", "[string, string]"},
		[]string{`rows={['a', 'b']}`, `rows={[{ id: 'a' }]}`, `rows={[{ id: 'a', spot: 1 }]}`, `rows={words}`, `rows={fixed}`, `rows={words.map((w) => ({ id: w }))}`, `rows={[]}`}},
	{"onPick", []string{"(id: string) => void", "(id: string, spot: number) => void", "(item: { id: string; spot: number }) => void", "(item: { id: string }) => void", "(id: string | null) => void", "(spot: number) => void", "() => void", "(id: string) => boolean"},
		[]string{`onPick={() => {}}`, `onPick={(id) => say(id)}`, `onPick={(item) => say(item.id)}`, `onPick={({ spot }) => say(spot)}`, `onPick={(id, spot) => say(spot)}`, `onPick={(id, spot) => say(id)}`, `onPick={handle}`, `onPick={(id) => id.length > 1}`, `onPick={say}`}},
	{"renderRow", []string{"(row: { id: string; spot: number }) => ReactNode", "(row: { id: string }) => ReactNode", "(row: { id: string; spot: number }, index: number) => ReactNode", "ReactNode", "(row: { id: string; spot?: number }) => ReactNode"},
		[]string{`renderRow={(row) => <b>{row.id}</b>}`, `renderRow={({ spot }) => <b>{spot.toFixed()}</b>}`, `renderRow={(row, i) => <b>{i}</b>}`, `renderRow={<b />}`, `renderRow={() => null}`, `renderRow={(row) => show(row)}`}},
	{"children", []string{"ReactNode", "string", "ReactElement", "(deck: string) => ReactNode", "(deck: string, spot: number) => ReactNode"},
		[]string{`>text`, `><b />`, `>{(deck) => <b>{deck}</b>}`, `>{(deck, spot) => <b>{spot}</b>}`, `>{count}`, `>{given && <b />}`}},
	{"wide", []string{"boolean", "string"}, []string{`wide`, `wide={given}`, `wide="x"`}},
	{"title", []string{"string", "string | null"}, []string{`title="T"`, `title={text}`, `title={null}`, `{...{ title: text }}`}},
	{"limit", []string{"number", "{ min: number; max?: number }", "number | null"}, []string{`limit={3}`, `limit={{ min: 1 }}`, `limit={{ min: 1, max: 2 }}`, `limit={count}`}},
}

// modes are unions that a component's props may be of.
var modes = []string{
	"{ kind: 'one'; many?: never } | { kind: 'more'; many: number }", "{ kind: 'one' } | { kind: 'more'; many?: number }", "{ kind: 'one'; many: string } | { kind: 'more'; many: number }", "{ kind: 'one' | 'more'; many?: number }", "{ kind: 'more'; many: number }",
}

var modeValues = []string{`kind="one"`, `kind="more" many={2}`, `kind="one" many="x"`, `kind="more"`, `kind={given ? 'one' : 'more'}`}

// random is a component at one release: which members it takes, of which type,
// and which must be given; "" for a type that it does not take.
type random struct {
	types    []string
	required []bool
	mode     string
}

// seeded draws what STEADY_SEED chooses, and else the same each time; each test draws from
// a stream of its own.
func seeded(usual, stream uint64) *rand.Rand {
	seed, err := strconv.ParseUint(os.Getenv("STEADY_SEED"), 10, 64)
	if err != nil {
		seed = usual
	}
	return rand.New(rand.NewPCG(seed, stream))
}

func someOf(rng *rand.Rand, list []string) string { return list[rng.IntN(len(list))] }

func newRandom(rng *rand.Rand) random {
	r := random{make([]string, len(takings)), make([]bool, len(takings)), ""}
	for i, m := range takings {
		if rng.IntN(3) > 0 {
			r.types[i], r.required[i] = someOf(rng, m.types), rng.IntN(4) == 0
		}
	}
	if rng.IntN(4) == 0 {
		r.mode = someOf(rng, modes)
	}
	return r
}

// changed is the component at its next release.
func (r random) changed(rng *rand.Rand) random {
	out := random{slices.Clone(r.types), slices.Clone(r.required), r.mode}
	for range 1 + rng.IntN(3) {
		i := rng.IntN(len(takings))
		switch rng.IntN(6) {
		case 0:
			out.types[i] = ""
		case 1, 2, 3:
			out.types[i] = someOf(rng, takings[i].types)
		case 4:
			out.required[i] = !out.required[i]
		case 5:
			if r.mode != "" {
				out.mode = someOf(rng, modes)
			}
		}
	}
	return out
}

// declared writes the component's props and the component.
func (r random) declared(name string) string {
	var b strings.Builder
	fmt.Fprintf(&b, "export interface %sOwn {\n", name)
	for i, m := range takings {
		if r.types[i] != "" {
			mark := "?"
			if r.required[i] {
				mark = ""
			}
			fmt.Fprintf(&b, "  %s%s: %s;\n", m.name, mark, r.types[i])
		}
	}
	fmt.Fprintf(&b, "}\nexport type %sProps = %sOwn%s;\n", name, name, map[bool]string{true: " & (" + r.mode + ")"}[r.mode != ""])
	fmt.Fprintf(&b, "export declare function %s(props: %sProps): ReactElement;\n", name, name)
	return b.String()
}

// use writes one use. fits tells which values a type takes.
func (r random) use(rng *rand.Rand, name string, fits map[string][]string) string {
	attributes, content := "", ""
	for i, m := range takings {
		if r.types[i] == "" || !r.required[i] && rng.IntN(2) == 0 {
			continue
		}
		right := fits[m.name+": "+r.types[i]]
		if len(right) == 0 {
			continue
		}
		value := someOf(rng, right)
		if inner, ok := strings.CutPrefix(value, ">"); ok {
			content = inner
		} else {
			attributes += " " + value
		}
	}
	if r.mode != "" {
		attributes += " " + someOf(rng, modeValues)
	}
	if content == "" {
		return "<" + name + attributes + " />"
	}
	return "<" + name + attributes + ">" + content + "</" + name + ">"
}

// element writes a component with what it is given.
func element(name, attributes string) string {
	if inner, ok := strings.CutPrefix(attributes, ">"); ok {
		return "<" + name + ">" + inner + "</" + name + ">"
	}
	return "<" + name + " " + attributes + " />"
}

// appHead is what the uses give.
const appHead = `declare const given: boolean, text: string, count: number, tones: 'calm' | 'loud', words: string[], labelled: { text: string; hint: string };
declare const toned: { tone: 'loud' }, fixed: readonly string[], handle: (id: string) => void, one: 1;
declare function say(...all: unknown[]): void;
declare function show(row: { id: string; spot: number }): null;
`

// trialApp is an app beside a library, in a folder of its own, to be compiled.
type trialApp struct {
	t    *testing.T
	root string
}

func newTrialApp(t *testing.T) *trialApp {
	t.Helper()
	a := &trialApp{t, t.TempDir()}
	if err := os.Symlink(filepath.Join(console(t), "node_modules"), filepath.Join(a.root, "node_modules")); err != nil {
		t.Fatal(err)
	}
	return a
}

func (a *trialApp) write(text string, path ...string) {
	a.t.Helper()
	name := filepath.Join(append([]string{a.root}, path...)...)
	if err := os.MkdirAll(filepath.Dir(name), 0o755); err != nil {
		a.t.Fatal(err)
	}
	if err := os.WriteFile(name, []byte(text), 0o644); err != nil {
		a.t.Fatal(err)
	}
}

// compiled lays a release of the library and the app beside it, and gives the
// compiler's errors by file and line.
func (a *trialApp) compiled(version, library string, app map[string]string) map[string]string {
	a.t.Helper()
	a.write(fmt.Sprintf(`{ "name": "lib", "version": %q, "types": "./index.d.ts", "peerDependencies": { "react": "*" } }`, version), version, "node_modules", "lib", "package.json")
	a.write("import type { ReactElement, ReactNode } from 'react';\n"+library, version, "node_modules", "lib", "index.d.ts")
	a.write(`{ "name": "app", "dependencies": { "lib": "*" } }`, version, "package.json")
	for name, text := range app {
		a.write(text, version, "src", name)
	}
	list, err := compilerErrors(filepath.Join(console(a.t), "node_modules", "typescript"), filepath.Join(a.root, version))
	if err != nil {
		a.t.Fatal(err)
	}
	errors := map[string]string{}
	for _, e := range list {
		name := filepath.Base(e.File)
		if e.Start > len(app[name]) || app[name] == "" {
			a.t.Fatalf("an error stands nowhere: %+v", e)
		}
		errors[fmt.Sprint(name, ":", 1+strings.Count(app[name][:e.Start], "\n"))] = e.Text
	}
	return errors
}

// fitting asks the compiler which values each type takes.
func (a *trialApp) fitting() map[string][]string {
	a.t.Helper()
	library, app := "", "import * as L from 'lib';\n"
	type trial struct{ key, value string }
	var trials []trial
	for i, m := range takings {
		for j, of := range m.types {
			library += fmt.Sprintf("export declare function T%dx%d(props: { %s?: %s }): ReactElement;\n", i, j, m.name, of)
			for _, value := range m.values {
				app += fmt.Sprintf("export const use%d = () => %s;\n", len(trials), element(fmt.Sprintf("L.T%dx%d", i, j), value))
				trials = append(trials, trial{m.name + ": " + of, value})
			}
		}
	}
	errors := a.compiled("0.0.0", library, map[string]string{"trials.tsx": app + appHead})
	fits := map[string][]string{}
	for i, t := range trials {
		if errors[fmt.Sprint("trials.tsx:", i+2)] == "" {
			fits[t.key] = append(fits[t.key], t.value)
		}
	}
	return fits
}

// TestRandomChangesAgreeWithTheCompiler changes random components, and holds what
// we say becomes of random uses against the compiler: a use that it accepts before
// and not after must be broken or unsure, and a use that we say breaks, and that
// somebody is told of it, must be one that it does not accept.
func TestRandomChangesAgreeWithTheCompiler(t *testing.T) {
	const components, uses = 120, 14
	rng := seeded(5, 3)
	a := newTrialApp(t)
	fits := a.fitting()
	before, after := "", ""
	app := map[string]string{}
	for i := range components {
		name := fmt.Sprint("X", i)
		old := newRandom(rng)
		before, after = before+old.declared(name), after+old.changed(rng).declared(name)
		text := fmt.Sprintf("import { %s } from 'lib';\n", name)
		for j := range uses {
			text += fmt.Sprintf("export const use%d = () => %s;\n", j, old.use(rng, name, fits))
		}
		app[name+".tsx"] = text + appHead
	}
	errors := map[string]map[string]string{}
	listings := map[string]*contract.Listing{}
	for version, text := range map[string]string{"1.0.0": before, "2.0.0": after} {
		errors[version] = a.compiled(version, text, app)
		var err error
		if listings[version], err = read(filepath.Join(a.root, version, "node_modules", "lib"), true); err != nil {
			t.Fatal(err)
		}
	}
	scan, err := scanOf(filepath.Join(a.root, "1.0.0"), "lib")
	if err != nil {
		t.Fatal(err)
	}
	found := impact.Of(change.Compare(listings["1.0.0"], listings["2.0.0"], change.Options{}), listings["1.0.0"], scan, impact.Options{All: true})
	judged, broken, unsure, wrong := 0, 0, 0, 0
	for _, s := range found.Sites {
		name := filepath.Base(s.At.File)
		line := fmt.Sprint(name, ":", s.At.Line)
		if errors["1.0.0"][line] != "" {
			continue // it was no right use
		}
		judged++
		text := strings.Split(app[name], "\n")[s.At.Line-1]
		problem, breaks := errors["2.0.0"][line]
		if breaks {
			broken++
		}
		var why []string
		for _, c := range s.Because {
			why = append(why, fmt.Sprint(c.Outcome, " ", c.Change, " (", c.Why, ")"))
		}
		switch {
		case breaks && s.Outcome == impact.Unsure:
			unsure++
		case breaks && s.Outcome != impact.Breaks:
			if wrong++; wrong <= 20 {
				t.Errorf("%s\n is told as %s %v; the compiler: %s", text, s.Outcome, why, problem)
			}
		case !breaks && s.Outcome == impact.Breaks && !silently(s):
			if wrong++; wrong <= 20 {
				t.Errorf("%s\n is told as breaking: %v; the compiler accepts it", text, why)
			}
		case s.Outcome == impact.Unsure:
			unsure++
		}
	}
	if judged < components*uses/4 || broken < judged/10 {
		t.Errorf("only %d uses were judged, %d of them broken", judged, broken)
	}
	if unsure*5 > judged {
		t.Errorf("of %d uses %d are unsure", judged, unsure)
	}
	t.Logf("%d uses judged, %d broken, %d unsure, %d wrong", judged, broken, unsure, wrong)
}
