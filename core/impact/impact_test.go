package impact

import (
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/site"
	"steadysocket/core/usage"
)

func listing(t *testing.T, version, lines string) *contract.Listing {
	t.Helper()
	c, err := contract.ParseFile("x.yaml", []byte("contract: 1\ncomponent: X\nexport: { module: ., name: X, kind: named }\n"+lines))
	if err != nil {
		t.Fatalf("%v in\n%s", err, lines)
	}
	c.Hashes()
	l := &contract.Listing{Reader: "1", Package: contract.PackageInfo{Name: "lib", Version: version}, Components: []contract.Contract{*c}}
	for i := range c.Parts {
		part := contract.Contract{Component: c.Parts[i].Component, Complete: true, Export: contract.Export{Module: ".", Name: c.Parts[i].Name, Kind: "member", Of: "X"}}
		part.Hashes()
		l.Components = append(l.Components, part)
	}
	return l
}

// scan scans one file of an app. The type checker sees .tsx and not .jsx.
func scan(t *testing.T, name, body string) *site.Scan {
	t.Helper()
	text := "import { X } from 'lib';\nimport * as L from 'lib';\n" + body
	s, err := usage.Scan(fstest.MapFS{name: {Data: []byte(text)}}, usage.Options{Libraries: []string{"lib"}, App: site.App{Name: "app"}})
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// outcomes are pairs of contracts with uses and what becomes of each use.
var outcomes = []struct {
	name, old, new string
	uses           [][2]string
}{
	{"component gone", "", "-", [][2]string{{"<X/>", "breaks"}}},
	{"prop removed", "props: { a: string }", "", [][2]string{
		{`<X a="1"/>`, "breaks"}, {`<X/>`, "holds"}, {`<X {...o}/>`, "unsure"}, {`<X {...{ a: 1 }}/>`, "breaks"}, {`<X {...{ b: 1 }}/>`, "holds"}, {`<X a="1" {...o}/>`, "breaks"},
	}},
	{"prop added required", "", "props: { a: { type: string, required: true } }", [][2]string{
		{`<X/>`, "breaks"}, {`<X a="1"/>`, "holds"}, {`<X {...o}/>`, "unsure"}, {`<X a={undefined}/>`, "breaks"},
	}},
	{"value removed", "props: { tone: \"'calm' | 'hush'\" }", "props: { tone: \"'calm' | 'loud'\" }", [][2]string{
		{`<X tone="hush"/>`, "breaks"}, {`<X tone="calm"/>`, "holds"}, {`<X/>`, "holds"}, {`<X tone={t}/>`, "unsure"}, {`<X tone={b ? 'calm' : 'hush'}/>`, "breaks"},
		{`<X tone={b ? 'calm' : 'calm'}/>`, "holds"}, {`<X tone={t || 'calm'}/>`, "unsure"}, {`<X {...o}/>`, "unsure"}, {`<X tone="hush" {...o}/>`, "unsure"}, {`<X {...o} tone="calm"/>`, "holds"}, {`<X {...o} tone="hush"/>`, "breaks"},
	}},
	{"default changed", "props: { size: { type: \"'s' | 'm'\", default: { value: m } } }", "props: { size: { type: \"'s' | 'm'\", default: { value: s } } }", [][2]string{
		{`<X/>`, "shifts"}, {`<X size="m"/>`, "holds"}, {`<X size={undefined}/>`, "shifts"}, {`<X {...o}/>`, "unsure"}, {`<X {...{ size: 'm' }}/>`, "holds"},
	}},
	{"type narrowed", "props: { a: \"string | number\" }", "props: { a: number }", [][2]string{
		{`<X a={3}/>`, "holds"}, {`<X a="3"/>`, "breaks"}, {`<X a={x}/>`, "unsure"}, {`<X a={b ? 1 : 2}/>`, "holds"}, {`<X a={b ? 1 : '2'}/>`, "breaks"}, {`<X/>`, "holds"},
	}},
	{"set closed", "props: { a: \"'x' | 'y' | (string & {})\" }", "props: { a: \"'x' | 'y'\" }", [][2]string{{`<X a="x"/>`, "holds"}, {`<X a="z"/>`, "breaks"}, {`<X a={v}/>`, "unsure"}}},
	{"limits", "props: { a: { type: number, limits: { max: 9 } } }", "props: { a: { type: number, limits: { max: 6 } } }", [][2]string{{`<X a={6}/>`, "holds"}, {`<X a={7}/>`, "breaks"}, {`<X a={n}/>`, "unsure"}, {`<X/>`, "holds"}}},
	{"unit", "props: { a: { type: number, unit: pence } }", "props: { a: { type: number, unit: pounds } }", [][2]string{{`<X a={6}/>`, "breaks"}, {`<X/>`, "holds"}}},
	{"flag folded", "props: { urgent: boolean, tone: \"'x' | 'y'\" }", "props: { tone: { type: \"'x' | 'y' | 'z'\", was: [{ prop: urgent, when: true, gives: z }] } }", [][2]string{{`<X urgent/>`, "breaks"}, {`<X tone="x"/>`, "holds"}}},
	{"shadowing", "passThrough: [{ to: root }]", "passThrough: [{ to: root }]\nprops: { title: string }", [][2]string{{`<X title="a"/>`, "shifts"}, {`<X/>`, "holds"}}},
	{"clashing", "passThrough: [{ to: root }]", "passThrough: [{ to: root }]\nprops: { title: number }", [][2]string{{`<X title="a"/>`, "breaks"}, {`<X title={3}/>`, "holds"}, {`<X/>`, "holds"}}},
	{"pass-through removed", "passThrough: [{ to: root }]\nprops: { a: string }", "props: { a: string }", [][2]string{
		{`<X a="1"/>`, "holds"}, {`<X className="c"/>`, "breaks"}, {`<X key="k" ref={r}/>`, "holds"}, {`<X {...o}/>`, "unsure"}, {`<X {...{ id: 'i' }}/>`, "breaks"},
	}},
	{"pass-through narrowed", "passThrough: [{ to: root }]", "passThrough: [{ to: root, except: [style] }]", [][2]string{{`<X style={s}/>`, "breaks"}, {`<X id="i"/>`, "holds"}}},
	{"pass-through moved", "passThrough: [{ to: root }]", "passThrough: [{ to: inner, element: input }]", [][2]string{{`<X id="i"/>`, "shifts"}, {`<X/>`, "holds"}}},
	{"root changed", "root: { elements: [div] }", "root: { elements: [ol] }", [][2]string{{`<X/>`, "shifts"}}},
	{"root choice", "root: { elements: [p, i], chosenBy: as, among: [p, i] }\nprops: { as: \"'p' | 'i'\" }", "root: { elements: [p] }", [][2]string{{`<X as="i"/>`, "breaks"}, {`<X/>`, "holds"}}},
	{"slot removed", "slots: { default: { spelled: children, form: content } }", "", [][2]string{{`<X>text</X>`, "breaks"}, {`<X children="a"/>`, "breaks"}, {"<X>\n</X>", "holds"}, {`<X/>`, "holds"}}},
	{"slot required", "slots: { default: { spelled: children, form: content } }", "slots: { default: { spelled: children, form: content, required: true } }", [][2]string{{`<X>text</X>`, "holds"}, {`<X/>`, "breaks"}}},
	{"slot form", "slots: { row: { spelled: row, form: content } }", "slots: { row: { spelled: row, form: function } }", [][2]string{{`<X row={<b/>}/>`, "breaks"}, {`<X row={() => <b/>}/>`, "holds"}, {`<X/>`, "holds"}}},
	{"fallback", "slots: { default: { spelled: children, form: content, fallback: true } }", "slots: { default: { spelled: children, form: content } }", [][2]string{{`<X>text</X>`, "holds"}, {`<X/>`, "shifts"}}},
	{"slot in a loop", "slots: { default: { spelled: children, form: content } }", "slots: { default: { spelled: children, form: content, inLoop: true } }", [][2]string{{`<X>text</X>`, "shifts"}, {`<X/>`, "holds"}}},
	{"slot data", "slots: { row: { spelled: renderRow, form: function, gives: { form: named, fields: { a: string, b: string } } } }", "slots: { row: { spelled: renderRow, form: function, gives: { form: named, fields: { a: string } } } }", [][2]string{
		{`<X renderRow={({ a }) => a}/>`, "holds"}, {`<X renderRow={({ b }) => b}/>`, "breaks"}, {`<X renderRow={(r) => r.b}/>`, "breaks"}, {`<X renderRow={(r) => r.a}/>`, "holds"},
		{`<X renderRow={(r) => <Y r={r}/>}/>`, "unsure"}, {`<X renderRow={draw}/>`, "unsure"}, {`<X renderRow={({ a, ...r }) => a}/>`, "unsure"}, {`<X/>`, "holds"}, {`<X renderRow={() => null}/>`, "holds"},
	}},
	{"event removed", "events: { full: { spelled: onFull } }", "", [][2]string{{`<X onFull={f}/>`, "breaks"}, {`<X/>`, "holds"}, {`<X {...o}/>`, "unsure"}}},
	{"handler required", "events: { full: { spelled: onFull } }", "events: { full: { spelled: onFull, required: true } }", [][2]string{{`<X onFull={f}/>`, "holds"}, {`<X/>`, "breaks"}}},
	{"payload removed", "events: { go: { spelled: onGo, payload: { form: positional, fields: [{ x: string }, { y: string }] } } }", "events: { go: { spelled: onGo, payload: { form: positional, fields: [{ x: string }] } } }", [][2]string{
		{`<X onGo={(x) => x}/>`, "holds"}, {`<X onGo={(x, y) => y}/>`, "breaks"}, {`<X onGo={() => 1}/>`, "holds"}, {`<X onGo={go}/>`, "unsure"},
	}},
	{"payload within a record", "events: { go: { spelled: onGo, payload: { form: positional, fields: [{ press: \"{ at: number; long: boolean }\" }] } } }", "events: { go: { spelled: onGo, payload: { form: positional, fields: [{ press: \"{ at: number }\" }] } } }", [][2]string{
		{`<X onGo={({ at }) => at}/>`, "holds"}, {`<X onGo={({ long }) => long}/>`, "breaks"}, {`<X onGo={(p) => p.long}/>`, "breaks"}, {`<X onGo={(p) => f(p)}/>`, "unsure"}, {`<X onGo={(p) => { const { long } = p; return long }}/>`, "breaks"},
	}},
	{"payload form", "events: { go: { spelled: onGo, payload: { form: positional, fields: [{ x: string }] } } }", "events: { go: { spelled: onGo, payload: { form: named, fields: { x: string } } } }", [][2]string{{`<X onGo={(x) => x}/>`, "breaks"}, {`<X onGo={() => 1}/>`, "holds"}}},
	{"held", "props: { v: { spelled: v, type: string }, i: { spelled: i, type: string } }\nevents: { c: {} }\ntwoWay: [{ value: v, initial: i, change: c, held: both }]", "props: { v: { spelled: v, type: string }, i: { spelled: i, type: string } }\nevents: { c: {} }\ntwoWay: [{ value: v, initial: i, change: c, held: app }]", [][2]string{{`<X v="1"/>`, "holds"}, {`<X/>`, "breaks"}}},
	{"exclusion", "props: { a: boolean, b: boolean }", "props: { a: boolean, b: boolean }\nexclusions: [{ when: { a: true, b: true } }]", [][2]string{{`<X a b/>`, "breaks"}, {`<X a/>`, "holds"}, {`<X a b={false}/>`, "holds"}, {`<X a b={c}/>`, "unsure"}}},
	{"companion", "props: { a: string, b: string }", "props: { a: string, b: string }\ncompanions: [{ given: a, needs: [b] }]", [][2]string{{`<X a="1"/>`, "breaks"}, {`<X a="1" b="2"/>`, "holds"}, {`<X b="2"/>`, "holds"}, {`<X a="1" {...o}/>`, "unsure"}}},
	{"handle", "handle: { type: Ref<HTMLElement> }", "handle: { type: Ref<HTMLDivElement> }", [][2]string{{`<X ref={r}/>`, "breaks"}, {`<X/>`, "holds"}}},
	{"deprecated", "props: { a: string }", "props: { a: { type: string, deprecated: { since: 2.0.0, successor: b } } }", [][2]string{{`<X a="1"/>`, "holds"}, {`<X/>`, "holds"}}},
	{"native tag of that name", "props: { a: string }", "", [][2]string{{`<L.X a="1"/>`, "breaks"}}},
}

func TestOutcomes(t *testing.T) {
	for _, row := range outcomes {
		t.Run(row.name, func(t *testing.T) {
			old := listing(t, "1.0.0", row.old)
			new := listing(t, "2.0.0", strings.TrimPrefix(row.new, "-"))
			if row.new == "-" {
				new.Components = nil
			}
			changes := change.Compare(old, new, change.Options{})
			for _, use := range row.uses {
				got := Of(changes, old, scan(t, "a.tsx", "export const A = ({ o, t, b, x, v, n, s, r, f, c, go, draw, Y }) => "+use[0]), Options{All: true})
				if len(got.Sites) != 1 {
					t.Fatalf("%s has %d sites", use[0], len(got.Sites))
				}
				if s := got.Sites[0]; s.Outcome != Outcome(use[1]) {
					t.Errorf("%s %s, want %s; because %v", use[0], s.Outcome, use[1], s.Because)
				}
			}
		})
	}
}

// TestEveryKindHasARule holds that each kind that can touch a site has a rule,
// and each that cannot has none.
func TestEveryKindHasARule(t *testing.T) {
	for _, row := range change.Rows {
		_, ok := rules[row.Kind]
		harmless := row.Verdict == change.Additive && row.Kind != change.Deprecated || row.Verdict == change.Neutral && row.Kind != change.StageChanged || row.Where == "package"
		if ok == harmless {
			t.Errorf("%s (%s): has a rule: %v", row.Kind, row.Verdict, ok)
		}
	}
}

// TestSilentIsDecidedByTheSite holds that what is silent where nothing checks
// types is silent in .jsx and told in .tsx.
func TestSilentIsDecidedByTheSite(t *testing.T) {
	old, new := listing(t, "1.0.0", "props: { a: string }"), listing(t, "2.0.0", "")
	changes := change.Compare(old, new, change.Options{})
	for name, want := range map[string]bool{"a.tsx": false, "a.jsx": true} {
		got := Of(changes, old, scan(t, name, `export const A = () => <X a="1"/>`), Options{})
		if got.Sites[0].Because[0].Silent != want {
			t.Errorf("%s: silent %v, want %v", name, !want, want)
		}
	}
}

func TestWrappers(t *testing.T) {
	const wrapper = "export const W = ({ size, ...rest }) => <X {...rest} size={size}/>;\n"
	old := listing(t, "1.0.0", "props: { tone: \"'calm' | 'hush'\", size: { type: \"'s' | 'm'\", default: { value: m } } }")
	new := listing(t, "2.0.0", "props: { tone: \"'calm' | 'loud'\", size: { type: \"'s' | 'm'\", default: { value: s } } }")
	changes := change.Compare(old, new, change.Options{})
	tests := []struct {
		uses              string
		wrapper           Outcome
		sites, behind, at int
	}{
		{"export const A = () => <W tone='hush'/>", Breaks, 1, 1, 1},
		{"export const A = () => <W tone='calm'/>", Holds, 1, 1, 1},
		{"export const A = () => <><W tone='calm'/><W tone='hush'/></>", Breaks, 1, 2, 2},
		{"export const A = ({ o }) => <W {...o}/>", Unsure, 1, 1, 1},
		{"", Unsure, 1, 0, 0},
	}
	for _, test := range tests {
		got := Of(changes, old, scan(t, "a.tsx", wrapper+test.uses), Options{All: true})
		var w *Site
		for i := range got.Sites {
			if len(got.Sites[i].Via) == 0 {
				w = &got.Sites[i]
			}
		}
		if w == nil || w.Outcome != test.wrapper || w.Behind != test.at || got.Totals.Sites != test.sites || got.Totals.Behind != test.behind {
			t.Errorf("%q: the wrapper is %+v, totals %+v", test.uses, w, got.Totals)
		}
	}
}

// TestBreaksOnlyThroughBreaking holds the invariant over every row above, and
// that totals count each site once.
func TestBreaksOnlyThroughBreaking(t *testing.T) {
	for _, row := range outcomes {
		old, new := listing(t, "1.0.0", row.old), listing(t, "2.0.0", strings.TrimPrefix(row.new, "-"))
		for _, pair := range [][2]*contract.Listing{{old, new}, {new, old}} {
			changes := change.Compare(pair[0], pair[1], change.Options{})
			verdicts := map[string]change.Verdict{}
			for _, c := range changes.Changes {
				verdicts[c.ID] = c.Verdict
			}
			for _, use := range row.uses {
				got := Of(changes, pair[0], scan(t, "a.tsx", "export const A = ({ o }) => "+use[0]), Options{All: true})
				tt := got.Totals
				if tt.Breaks+tt.Unsure+tt.Shifts+tt.Holds != tt.Sites || tt.Sites != 1 {
					t.Errorf("%s: totals are %+v", use[0], tt)
				}
				for _, s := range got.Sites {
					for _, c := range s.Because {
						if c.Outcome == Breaks && verdicts[c.Change] != change.Breaking {
							t.Errorf("%s breaks through %s, which is %s", use[0], c.Change, verdicts[c.Change])
						}
						if c.Why == "" || c.At.File == "" {
							t.Errorf("%s: a cause without reason or place: %+v", use[0], c)
						}
					}
				}
			}
		}
	}
}

func TestReachOfApp(t *testing.T) {
	s := scan(t, "a.tsx", "export const A = () => <X/>")
	s.Packages = []site.PackageUse{{Name: "lib", Range: "^1.0.0", Locked: []string{"1.0.0"}}}
	old, new := listing(t, "1.0.0", ""), listing(t, "1.4.0", "props: { a: string }")
	if got := Of(change.Compare(old, new, change.Options{}), old, s, Options{}).Reach; got.Unasked != "yes" || got.Range != "^1.0.0" {
		t.Errorf("reach is %+v", got)
	}
}
