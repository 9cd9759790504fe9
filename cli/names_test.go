package cli_test

import (
	"slices"
	"strings"
	"testing"

	"steadysocket/core/change"
)

// TestTypesThatKeptTheirNames changes what stands behind the names of types, deeper than
// contracts give types out: each change is told, with its direction; laying a declaration
// out otherwise is none.
func TestTypesThatKeptTheirNames(t *testing.T) {
	const component = "import type { Deck } from './deck';\nexport interface HullProps { deck: Outer; onSail?: (at: Outer) => void }\ninterface Outer { middle: Middle; list: Many<Rope> }\ninterface Middle { deck: Deck }\n" +
		"export type Many<T> = T | T[];\nexport interface Rope { kind: 'hemp' | 'wire'; cut: Cut }\nexport interface Cut { length: Length }\nexport type Length = 'short' | 'long';\nexport declare function Hull(props: HullProps): JSX.Element;\n"
	const deck = "import type { Plan } from 'plans';\n/** Where one stands. */\nexport interface Deck { plank: Plank; again?: Deck; plan: Plan }\nexport interface Plank { wood: Wood }\nexport type Wood = 'oak' | 'teak';\n"
	const plan = "export interface Plan { sheet: { scale: number; note?: string } }\n"
	lay := func(component, deck, plan string) string {
		return tree(t, t.TempDir(), map[string]string{
			"package.json": `{"name": "@saltmarsh/hull", "version": "1.0.0", "types": "index.d.ts", "peerDependencies": {"react": "*"}}`,
			"index.d.ts":   component, "deck.d.ts": deck,
			"node_modules/plans/package.json": `{"name": "plans", "version": "1.0.0", "types": "index.d.ts"}`, "node_modules/plans/index.d.ts": plan,
		})
	}
	old := lay(component, deck, plan)
	for _, test := range []struct {
		name     string
		in       string // which text is changed
		from, to string
		want     string // verdicts and kinds of what is told
	}{
		{"nothing", "deck", "", "", ""},
		{"a comment", "deck", "Where one stands", "Where somebody stands", ""},
		{"layout and marks", "deck", "export type Wood = 'oak' | 'teak';", "export type Wood =\n  | \"oak\" // strong\n  | \"teak\"", "neutral type-rewritten"},
		{"separators", "deck", "plank: Plank; again?: Deck;", "plank: Plank,\n again?: Deck,", ""},
		{"a value less, four names down", "deck", "'oak' | 'teak'", "'oak'", "breaking type-narrowed, additive payload-narrowed"},
		{"a value more", "deck", "'oak' | 'teak'", "'oak' | 'teak' | 'pine'", "additive type-widened, breaking payload-widened"},
		{"another field must be given", "deck", "{ wood: Wood }", "{ wood: Wood; nails: number }", "breaking type-narrowed, additive payload-narrowed"},
		{"another field may be given", "deck", "{ wood: Wood }", "{ wood: Wood; nails?: number }", "told"},
		{"a field of another type", "deck", "{ wood: Wood }", "{ wood: number }", "breaking type-replaced, breaking payload-replaced"},
		{"behind a generic name", "component", "'hemp' | 'wire'", "'hemp'", "breaking type-narrowed, additive payload-narrowed"},
		{"behind two", "component", "'short' | 'long'", "'short' | 'long' | 'endless'", "additive type-widened, breaking payload-widened"},
		{"in another package", "plan", "scale: number", "scale: string", "breaking type-replaced, breaking payload-replaced"},
	} {
		texts := map[string]string{"component": component, "deck": deck, "plan": plan}
		changed := strings.Replace(texts[test.in], test.from, test.to, 1)
		if changed == texts[test.in] && test.from != "" {
			t.Fatalf("%s: nothing was changed", test.name)
		}
		texts[test.in] = changed
		// The packages around both are those of both: each has its own here.
		now := lay(texts["component"], texts["deck"], texts["plan"])
		list := []string{must(t, 0, nil, "read", old, "--format", "json"), must(t, 0, nil, "read", now, "--format", "json")}
		dir := tree(t, t.TempDir(), map[string]string{"old.json": list[0], "new.json": list[1]})
		got := parse[change.Changes](t, must(t, 0, nil, "compare", dir+"/old.json", dir+"/new.json", "--format", "json"))
		var kinds []string
		for _, c := range got.Changes {
			kinds = append(kinds, string(c.Verdict)+" "+string(c.Kind))
		}
		slices.Sort(kinds)
		want := strings.Split(test.want, ", ")
		slices.Sort(want)
		if test.want == "told" && len(kinds) > 0 {
			continue
		}
		if strings.Join(kinds, ", ") != strings.Join(want, ", ") {
			t.Errorf("%s: told is %v, want %s", test.name, kinds, test.want)
			for _, c := range got.Changes {
				t.Logf("  %s %s %s", c.ID, c.Why, c.Verdict)
			}
		}
	}
}

// TestTypesOfDeclaredComponents changes what stands behind names that are given by an
// alias, that bound a type parameter, that several declarations have: none of it is taken
// for the same.
func TestTypesOfDeclaredComponents(t *testing.T) {
	const component = "import type { Cargo as Barrel } from './barrel';\nimport type { Bale } from './bale';\n" +
		"export interface SparProps { of?: (all: { spar: SparProps }) => void; steer?: Steer; size?: 's' | 'm' }\nexport type Steer = (by: number) => void;\nexport declare function Spar(props: SparProps): JSX.Element;\n" +
		"export interface Load { weight: number }\nexport interface HoldProps<T> { rows?: T[] }\nexport declare const Hold: (<T extends Load = Load>(props: HoldProps<T>) => JSX.Element) & { displayName?: string };\n" +
		"export declare function Tun(props: { of?: { barrel: { inner: Barrel } } }): JSX.Element;\nexport declare function Pack(props: { of?: Bale }): JSX.Element;\n"
	const barrel = "export interface Cargo { self?: Cargo; hoops: number }\n"
	const bale = "interface Cargo { self?: Cargo; cords: number }\nexport interface Bale { self?: Bale; cargo: Cargo }\n"
	read := func(component, barrel, bale string) string {
		dir := tree(t, t.TempDir(), map[string]string{
			"package.json": `{"name": "@saltmarsh/spar", "version": "1.0.0", "types": "index.d.ts", "peerDependencies": {"react": "*"}}`,
			"index.d.ts":   component, "barrel.d.ts": barrel, "bale.d.ts": bale,
		})
		return must(t, 0, nil, "read", dir, "--format", "json")
	}
	old := read(component, barrel, bale)
	for _, test := range []struct {
		name             string
		in               string
		from, to         string
		component        string // of which something is told, "" for none
		verdicts         []change.Verdict
		nothingElseAbout string
	}{
		{"nothing", "component", "", "", "", nil, "Spar"},
		{"an alias of a function behind the component's own name", "component", "(by: number) => void", "(by: number, fast: boolean) => void", "Spar", []change.Verdict{change.Breaking, change.Additive}, "Hold"},
		{"what bounds a type parameter", "component", "weight: number", "weight: string", "Hold", []change.Verdict{change.Breaking}, "Spar"},
		{"what bounds it asks for less", "component", "weight: number", "weight?: number", "Hold", []change.Verdict{change.Additive}, "Spar"},
		{"one of two declarations of a name", "bale", "cords: number", "cords: string", "Pack", []change.Verdict{change.Breaking, change.Unsure}, "Spar"},
		{"the other", "barrel", "hoops: number", "hoops: string", "Tun", []change.Verdict{change.Breaking, change.Unsure}, "Spar"},
	} {
		texts := map[string]string{"component": component, "barrel": barrel, "bale": bale}
		texts[test.in] = strings.Replace(texts[test.in], test.from, test.to, 1)
		now := read(texts["component"], texts["barrel"], texts["bale"])
		dir := tree(t, t.TempDir(), map[string]string{"old.json": old, "new.json": now})
		got := parse[change.Changes](t, must(t, 0, nil, "compare", dir+"/old.json", dir+"/new.json", "--format", "json"))
		told := false
		for _, c := range got.Changes {
			told = told || c.Component == test.component && slices.Contains(test.verdicts, c.Verdict)
			if c.Component == test.nothingElseAbout || test.component == "" {
				t.Errorf("%s: told is %s %s of %s: %s", test.name, c.Verdict, c.Kind, c.Component, c.Why)
			}
		}
		if !told && test.component != "" {
			t.Errorf("%s: nothing of %v is told about %s: %v", test.name, test.verdicts, test.component, got.Changes)
		}
	}
}
