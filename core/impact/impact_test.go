package impact

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/match"
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
	text := "import { useRef } from 'react';\nimport { X } from 'lib';\nimport * as L from 'lib';\n" + body
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
	{"slot takes one element", "slots: { default: { spelled: children, form: content } }", "slots: { default: { spelled: children, form: element } }", [][2]string{
		{`<X>text</X>`, "breaks"}, {`<X><b/></X>`, "holds"}, {`<X><b/><i/></X>`, "breaks"}, {`<X>text <i/></X>`, "breaks"}, {`<X/>`, "holds"}, {`<X>{t}</X>`, "unsure"}, {`<X>{1}</X>`, "breaks"},
		{`<X>{b ? <b/> : <i/>}</X>`, "holds"}, {`<X children={<b/>}/>`, "holds"}, {`<X children="a"/>`, "breaks"}, {`<X>{() => <b/>}</X>`, "breaks"}, {`<X {...o}/>`, "unsure"},
	}},
	{"slot takes any content", "slots: { default: { spelled: children, form: element } }", "slots: { default: { spelled: children, form: content } }", [][2]string{
		{`<X><b/></X>`, "holds"}, {`<X>text</X>`, "holds"}, {`<X/>`, "holds"},
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
	{"handle member", "handle: { type: Ref<H>, members: { focus: \"() => void\", open: \"() => void\" } }", "handle: { type: Ref<H>, members: { focus: \"() => void\" } }", [][2]string{
		{`<X ref={r}/>`, "unsure"}, {`<X/>`, "holds"}, {`<X ref={(h) => h.open()}/>`, "breaks"}, {`<X ref={(h) => h.focus()}/>`, "holds"}, {`(() => { const q = useRef(null); q.current.open(); return <X ref={q}/> })()`, "breaks"},
		{`(() => { const q = useRef(null); q.current.focus(); return <X ref={q}/> })()`, "holds"}, {`(() => { const q = useRef(null); go(q); return <X ref={q}/> })()`, "unsure"},
	}},
	{"typed ref", "handle: { type: Ref<HTMLElement> }", "handle: { type: Ref<HTMLDivElement> }", [][2]string{{`(() => { const q = useRef<HTMLElement>(null); return <X ref={q}/> })()`, "breaks"}, {`(() => { const q = useRef<HTMLDivElement>(null); return <X ref={q}/> })()`, "holds"}}},
	{"typed expressions", "props: { a: \"string | number\", tone: \"'calm' | 'hush'\" }", "props: { a: number, tone: \"'calm'\" }", [][2]string{
		{`((p: { m: number }) => <X a={p.m}/>)({ m: 1 })`, "holds"}, {`((p: { m: string }) => <X a={p.m}/>)({ m: '' })`, "breaks"}, {`((p: { m: string | number }) => <X a={p.m}/>)({ m: '' })`, "breaks"},
		{`((p: { m: 'calm' }) => <X tone={p.m}/>)(o)`, "holds"}, {`((p: { m: 'calm' | 'hush' }) => <X tone={p.m}/>)(o)`, "breaks"}, {`((p: { m?: 'calm' | 'hush' }) => <X tone={p.m}/>)(o)`, "breaks"},
		{`((p: { tone: 'hush' }) => <X {...p}/>)(o)`, "breaks"}, {`((p: { tone: 'calm' }) => <X {...p}/>)(o)`, "holds"}, {`((p: { tone?: 'hush' }) => <X {...p}/>)(o)`, "unsure"}, {`((p: { quay: string }) => <X {...p}/>)(o)`, "holds"},
	}},
	{"typed handler", "events: { go: { spelled: onGo, payload: { form: positional, fields: [{ x: string }] } } }", "events: { go: { spelled: onGo, payload: { form: positional, fields: [{ x: \"string | null\" }] } } }", [][2]string{
		{`<X onGo={(x: string) => go(x)}/>`, "breaks"}, {`<X onGo={(x: string | null) => go(x)}/>`, "holds"}, {`<X onGo={(x) => go(x)}/>`, "breaks"}, {`<X onGo={() => go()}/>`, "holds"},
	}},
	{"two-way widened", "props: { v: { spelled: v, type: string } }\nevents: { c: { spelled: onC, payload: unknown } }\ntwoWay: [{ value: v, change: c, held: app }]", "props: { v: { spelled: v, type: \"string | number\" } }\nevents: { c: { spelled: onC, payload: unknown } }\ntwoWay: [{ value: v, change: c, held: app }]", [][2]string{
		{`<X v="1"/>`, "holds"}, {`<X v="1" onC={(x) => go(x)}/>`, "breaks"}, {`<X v="1" onC={() => go()}/>`, "holds"}, {`<X v="1" onC={go}/>`, "unsure"},
	}},
	{"mode removed", modal + "modes:\n  - { when: { kind: one }, members: {} }\n  - { when: { kind: [many, null] }, members: {} }", modal + "modes:\n  - { when: { kind: one }, members: {} }", [][2]string{
		{`<X kind="many"/>`, "breaks"}, {`<X/>`, "breaks"}, {`<X kind="one"/>`, "holds"}, {`<X kind={t}/>`, "unsure"}, {`<X kind={b ? 'one' : 'many'}/>`, "unsure"},
	}},
	{"mode narrowed", modal + "modes:\n  - { when: { kind: one }, members: { limit: number } }", modal + "modes:\n  - { when: { kind: one }, members: { limit: { absent: true } } }", [][2]string{
		{`<X kind="one" limit={3}/>`, "breaks"}, {`<X kind="one"/>`, "holds"}, {`<X kind="many" limit={3}/>`, "holds"}, {`<X kind={t} limit={3}/>`, "unsure"}, {`<X kind="one" {...o}/>`, "unsure"},
	}},
	{"mode asks", modal + "modes:\n  - { when: { kind: one }, members: { limit: number } }", modal + "modes:\n  - { when: { kind: one }, members: { limit: { type: number, required: true } } }", [][2]string{
		{`<X kind="one" limit={3}/>`, "holds"}, {`<X kind="one"/>`, "breaks"}, {`<X kind="one" {...o}/>`, "unsure"},
	}},
	{"mode takes less", modal + "modes:\n  - { when: { kind: one }, members: { limit: \"number | string\" } }", modal + "modes:\n  - { when: { kind: one }, members: { limit: number } }", [][2]string{{`<X kind="one" limit={3}/>`, "unsure"}, {`<X kind="one"/>`, "holds"}}},
	{"style hook", "styleHooks: { classes: [c] }", "", [][2]string{{`<X/>`, "holds"}}},
	{"token", "theming: { tokens: [ink], appDefaults: [a] }", "theming: { appDefaults: [a] }", [][2]string{{`<X/>`, "holds"}}},
	{"app default", "theming: { appDefaults: [a] }", "", [][2]string{{`<X/>`, "holds"}}},
	{"provider", "", "context: { needs: { Quay: { from: lib } } }", [][2]string{{`<X/>`, "breaks"}}},
	{"provider from elsewhere", "", "context: { needs: { Quay: { from: other } } }", [][2]string{{`<X/>`, "unsure"}}},
	{"provided", "context: { provides: { deck: string } }", "", [][2]string{{`<X/>`, "holds"}, {`<X><b/></X>`, "unsure"}}},
	{"context unknown", "context: { provides: { deck: string } }", "passThrough: unknown", [][2]string{{`<X/>`, "holds"}, {`<X><b/></X>`, "unsure"}}},
	{"injected", "context: { injects: { size: { type: string } } }", "context: { injects: { size: { type: string, overrides: true } } }", [][2]string{{`<X/>`, "holds"}, {`<X><b/></X>`, "unsure"}}},
	{"pairs", "parts: { Tab: { component: X.Tab } }", "parts: { Tab: { component: X.Tab } }\npairs: [{ members: [Tab.deck, Panel.deck] }]", [][2]string{{`<X/>`, "holds"}}},
	{"state change", "props: { amend: { spelled: amend, type: \"() => void\", role: behaviour } }\nstateChanges: { more: {} }", "props: { amend: { spelled: amend, type: \"() => void\", role: behaviour } }", [][2]string{{`<X/>`, "holds"}, {`<X amend={go}/>`, "unsure"}}},
	{"state change of nothing known", "stateChanges: { more: {} }", "", [][2]string{{`<X/>`, "unsure"}}},
	{"guarantee", "guarantees: [{ state: busy, promise: quiet }]", "guarantees: [{ state: busy, promise: loud }]", [][2]string{{`<X/>`, "shifts"}}},
	{"outside value", "props: { icon: { spelled: icon, type: string, valueSet: signs } }\nvalueSets: { signs: { from: s, values: [bell, buoy] } }", "props: { icon: { spelled: icon, type: string, valueSet: signs } }\nvalueSets: { signs: { from: s, values: [bell] } }", [][2]string{
		{`<X icon="buoy"/>`, "breaks"}, {`<X icon="bell"/>`, "holds"}, {`<X icon={t}/>`, "unsure"}, {`<X/>`, "holds"}, {`<X icon={b ? 'bell' : 'buoy'}/>`, "breaks"}, {`<X icon={t || 'bell'}/>`, "unsure"},
	}},
	{"outside set gone", "props: { icon: { spelled: icon, type: string, valueSet: signs } }\nvalueSets: { signs: { from: s, values: [bell] } }", "props: { icon: { spelled: icon, type: string } }", [][2]string{{`<X icon="bell"/>`, "breaks"}, {`<X icon={t}/>`, "unsure"}, {`<X/>`, "holds"}}},
	{"inside", "inside: [{ element: div }]", "inside: [{ element: p }]", [][2]string{{`<X/>`, "holds"}}},
	{"deprecated", "props: { a: string }", "props: { a: { type: string, deprecated: { since: 2.0.0, successor: b } } }", [][2]string{{`<X a="1"/>`, "holds"}, {`<X/>`, "holds"}}},
	{"native tag of that name", "props: { a: string }", "", [][2]string{{`<L.X a="1"/>`, "breaks"}}},
}

const modal = "props: { kind: { spelled: kind, type: \"'one' | 'many'\" }, limit: { spelled: limit, type: \"number | string\" } }\n"

// TestLogic holds what becomes of calls of shared logic.
func TestLogic(t *testing.T) {
	logic := func(version, lines string) *contract.Listing {
		l := listing(t, version, "kind: logic\n"+lines)
		c := &l.Components[0]
		c.Component, c.Export.Name = "useX", "useX"
		c.Hashes()
		return l
	}
	const took = "props: { from: { spelled: from, type: string }, stops: { spelled: stops, type: number } }\n"
	for _, row := range []struct {
		name, old, new string
		uses           [][2]string
	}{
		{"result", took + "result: { form: named, fields: { a: string, b: string } }", took + "result: { form: named, fields: { a: string } }", [][2]string{
			{"const { b } = useX({ from: 'x' })", "breaks"}, {"const { a } = useX({ from: 'x' })", "holds"}, {"const r = useX(o); go(r.b)", "breaks"}, {"const r = useX(o); go(r.a)", "holds"}, {"go(useX(o))", "unsure"}, {"useX(o)", "holds"}, {"const r = useX(o); go(r)", "unsure"},
		}},
		{"result by place", took + "result: { form: positional, fields: [{ a: string }, { b: string }] }", took + "result: { form: positional, fields: [{ a: string }] }", [][2]string{{"const [a, b] = useX(o)", "breaks"}, {"const [a] = useX(o)", "holds"}, {"const [, b] = useX(o)", "breaks"}}},
		{"result form", took + "result: { form: positional, fields: [{ a: string }] }", took + "result: { form: named, fields: { a: string } }", [][2]string{{"const [a] = useX(o)", "breaks"}, {"useX(o)", "holds"}, {"go(useX(o))", "unsure"}}},
		{"result unknown", took + "result: unknown", took + "result: { form: named, fields: { a: string } }", [][2]string{{"const { a } = useX(o)", "unsure"}, {"useX(o)", "holds"}}},
		{"parameter of a record", took, "props: { from: { spelled: from, type: string } }", [][2]string{{"useX({ from: 'x', stops: 3 })", "breaks"}, {"useX({ from: 'x' })", "holds"}, {"useX(o)", "unsure"}, {"useX({ from: 'x', ...o })", "unsure"}}},
		{"parameter by place", took, "props: { from: { spelled: from, type: string }, stops: { spelled: stops, type: \"'a'\" } }", [][2]string{{"useX('x', 3)", "breaks"}, {"useX('x')", "holds"}, {"useX('x', 'a')", "holds"}}},
	} {
		old, new := logic("1.0.0", row.old), logic("2.0.0", row.new)
		changes := change.Compare(old, new, change.Options{})
		for _, use := range row.uses {
			text := "import { useX } from 'lib';\nexport const A = ({ o, go }) => { " + use[0] + "; return null }"
			s, err := usage.Scan(fstest.MapFS{"a.tsx": {Data: []byte(text)}}, usage.Options{Libraries: []string{"lib"}, App: site.App{Name: "app"}})
			if err != nil {
				t.Fatal(err)
			}
			got := Of(changes, old, s, Options{All: true})
			if len(got.Sites) != 1 || got.Sites[0].Outcome != Outcome(use[1]) {
				t.Errorf("%s: %s: %+v, want %s", row.name, use[0], got.Sites, use[1])
			}
		}
	}
}

// TestStylesOfTheApp ties styles to the hooks that are gone.
func TestStylesOfTheApp(t *testing.T) {
	old := listing(t, "1.0.0", "styleHooks: { classes: [fare-tag], cssParts: [label], properties: [--fare-ink], data: { data-tone: tone } }\ntheming: { tokens: [--ink] }")
	new := listing(t, "2.0.0", "")
	files := fstest.MapFS{
		"a.tsx": {Data: []byte("import styled from 'styled-components';\nexport const A = styled.div`\n  .fare-tag { color: ${(p) => p.ink}; }\n  &[data-tone='calm'] b { --fare-ink: red; }\n`;\nexport const B = () => <b style={{ '--fare-ink': 'red' }} title='.fare-tag' />;")},
		"a.css": {Data: []byte("/* .fare-tag { } */\n.page { .fare-tag:hover { color: var(--ink) } }\n.fare-tags::part(label) { }\n@media print { .fare-tag-x { --fare-ink-x: 1 } }\n")},
	}
	s, err := usage.Scan(files, usage.Options{Libraries: []string{"lib"}, App: site.App{Name: "app"}})
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, u := range Of(change.Compare(old, new, change.Options{}), old, s, Options{}).HookUses {
		got = append(got, fmt.Sprint(u.At.File, ":", u.At.Line, ":", u.At.Column, " ", u.Selector, " ", u.Outcome))
	}
	slices.Sort(got)
	want := []string{
		"a.css:2:38 --ink shifts", "a.css:2:9 .page .fare-tag:hover breaks", "a.css:3:1 .fare-tags::part(label) breaks",
		"a.tsx:3:3 .fare-tag breaks", "a.tsx:4:27 --fare-ink breaks", "a.tsx:4:3 [data-tone='calm'] b unsure", "a.tsx:6:36 --fare-ink breaks",
	}
	if !slices.Equal(got, want) {
		t.Errorf("styles are\n%s\nwant\n%s", strings.Join(got, "\n"), strings.Join(want, "\n"))
	}
}

// TestOtherUses ties uses of exported names to what is no longer exported.
func TestOtherUses(t *testing.T) {
	old, new := listing(t, "1.0.0", ""), listing(t, "2.0.0", "")
	old.Exports = []contract.Exported{{Name: "ports", Kind: "constant"}, {Name: "tides", Kind: "constant"}}
	new.Exports = old.Exports[1:]
	s, err := usage.Scan(fstest.MapFS{"a.ts": {Data: []byte("import { ports, tides } from 'lib';\nports.x(tides);")}}, usage.Options{Libraries: []string{"lib"}})
	if err != nil {
		t.Fatal(err)
	}
	found := Of(change.Compare(old, new, change.Options{}), old, s, Options{})
	if got := found.OtherUses; len(got) != 1 || got[0].Name != "ports" || got[0].Outcome != Breaks {
		t.Errorf("other uses are %+v", got)
	}
	// No site breaks, and the app is hit all the same.
	if found.Totals.Breaks != 0 || found.Totals.Others != (Others{Breaks: 1}) || found.Totals.Worst() != Breaks {
		t.Errorf("the totals are %+v, the worst is %s", found.Totals, found.Totals.Worst())
	}
}

func TestWorst(t *testing.T) {
	for _, test := range []struct {
		totals Totals
		want   Outcome
	}{
		{Totals{Holds: 3}, Holds}, {Totals{Shifts: 1, Holds: 3}, Shifts}, {Totals{Shifts: 1, Unsure: 1}, Unsure}, {Totals{Shifts: 1, Unsure: 1, Breaks: 1}, Breaks},
		{Totals{Shifts: 1, Others: Others{Unsure: 1}}, Unsure}, {Totals{Unsure: 1, Others: Others{Shifts: 1}}, Unsure}, {Totals{Others: Others{Breaks: 1}}, Breaks},
	} {
		got := test.totals.Worst()
		if got != test.want {
			t.Errorf("%+v: %s, want %s", test.totals, got, test.want)
		}
		for outcome, least := range map[Outcome]int{Holds: 0, Shifts: 1, Unsure: 2, Breaks: 3} {
			if at := map[Outcome]int{Holds: 0, Shifts: 1, Unsure: 2, Breaks: 3}[got]; got.AtLeast(outcome) != (at >= least) {
				t.Errorf("%s is at least %s: %v", got, outcome, got.AtLeast(outcome))
			}
		}
	}
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

// templateOutcomes are pairs of contracts with uses in templates and pages, and what
// becomes of each; "silent" says that nobody is told of it.
var templateOutcomes = []struct {
	name, framework, old, new string
	uses                      [][2]string
}{
	{"event renamed", "vue", "events: { rowPick: {} }", "events: { pick: { was: [rowPick] } }", [][2]string{
		{`<X @row-pick="go"/>`, "breaks silent"}, {`<X @rowPick="go"/>`, "breaks silent"}, {`<X :row-pick="1"/>`, "holds"}, {`<X v-on="all"/>`, "unsure silent"}, {`<X/>`, "holds"},
	}},
	{"slot gone", "vue", "slots: { note: content, default: content }", "slots: { default: content }", [][2]string{
		{`<X><template #note>a</template></X>`, "breaks silent"}, {`<X><b slot="note">a</b></X>`, "breaks silent"}, {`<X>a</X>`, "holds"}, {`<X note="a"/>`, "holds"}, {`<X/>`, "holds"},
	}},
	{"the unnamed slot gets a name", "vue", "slots: { default: content }", "slots: { body: { form: content, was: [default] } }", [][2]string{
		{`<X>a</X>`, "breaks silent"}, {`<X v-slot>a</X>`, "breaks silent"}, {`<X/>`, "holds"}, {`<X><!-- a --></X>`, "holds"},
	}},
	{"slot data re-cased", "vue", "slots: { row: { form: function, gives: { form: named, fields: { rowId: string, at: number } } } }", "slots: { row: { form: function, gives: { form: named, fields: { rowid: string, at: number } } } }", [][2]string{
		{`<X><template #row="{ rowId }">{{ rowId }}</template></X>`, "breaks silent"}, {`<X><template #row="bag">{{ bag.rowId }}</template></X>`, "breaks silent"},
		{`<X><template #row="{ at }">{{ at }}</template></X>`, "holds"}, {`<X><template #row="bag">{{ keep(bag) }}</template></X>`, "unsure silent"}, {`<X><template #row>a</template></X>`, "holds"},
	}},
	{"slot data comes", "vue", "slots: { default: content }", "slots: { default: { form: function, gives: { form: named, fields: { at: number } } } }", [][2]string{{`<X>a</X>`, "holds"}}},
	{"the event of a model gone", "vue", "props: { open: boolean }\nevents: { openChange: { spelled: 'update:open' } }", "props: { open: boolean }", [][2]string{
		{`<X v-model:open="a"/>`, "breaks silent"}, {`<X :open="a"/>`, "holds"}, {`<X @update:open="go"/>`, "breaks silent"}, {`<X :open.sync="a"/>`, "breaks silent"},
	}},
	{"value gone", "vue", "props: { tone: \"'calm' | 'hush'\" }", "props: { tone: \"'calm' | 'loud'\" }", [][2]string{
		{`<X tone="hush"/>`, "breaks silent"}, {`<X :tone="'hush'"/>`, "breaks silent"}, {`<X tone="calm"/>`, "holds"}, {`<X :tone="calm"/>`, "unsure silent"}, {`<X v-bind="{ tone: 'hush' }"/>`, "breaks silent"}, {`<X v-bind="all"/>`, "unsure silent"},
	}},
	{"default changed", "vue", "props: { size: { type: \"'s' | 'm'\", default: { value: m } } }", "props: { size: { type: \"'s' | 'm'\", default: { value: s } } }", [][2]string{{`<X/>`, "shifts silent"}, {`<X size="m"/>`, "holds"}, {`<X :size="undefined"/>`, "shifts silent"}}},
	{"exposed method gone", "vue", "handle: { members: { focus: '() => void' } }", "handle: { members: {} }", [][2]string{{`<X ref="x"/><i @click="$refs.x.focus()"/>`, "holds"}}},
	{"attribute renamed", "web component", "props: { rowCount: { type: number, spelled: { property: rowCount, attribute: rows } } }", "props: { rowCount: { type: number, spelled: { property: rowCount, attribute: row-count } } }", [][2]string{
		{`<fare-tag rows="3"></fare-tag>`, "breaks silent"}, {`<fare-tag ROWS=3></fare-tag>`, "breaks silent"}, {`<fare-tag row-count="3"></fare-tag>`, "holds"}, {`<script>document.createElement('fare-tag').rowCount = 3</script>`, "holds"},
	}},
	{"prop gone", "web component", "props: { tone: { type: string, spelled: { property: tone, attribute: tone } } }", "", [][2]string{
		{`<fare-tag tone="calm"></fare-tag>`, "breaks silent"}, {`<script>document.querySelector('fare-tag').tone = 'x'</script>`, "breaks silent"}, {`<fare-tag></fare-tag>`, "holds"},
	}},
	{"detail poorer", "web component", "events: { moved: { payload: { form: named, fields: { by: number, at: number } } } }", "events: { moved: { payload: { form: named, fields: { at: number } } } }", [][2]string{
		{`<script>document.querySelector('fare-tag').addEventListener('moved', (event) => go(event.detail.by))</script>`, "breaks silent"},
		{`<script>document.querySelector('fare-tag').addEventListener('moved', ({ detail }) => go(detail.at))</script>`, "holds"}, {`<fare-tag onmoved="go()"></fare-tag>`, "unsure silent"},
	}},
	{"slot gone in a page", "web component", "slots: { note: content }", "", [][2]string{{`<fare-tag><b slot="note">a</b></fare-tag>`, "breaks silent"}, {`<fare-tag><b>a</b></fare-tag>`, "holds"}}},
}

// TestTemplateOutcomes holds what becomes of uses in templates and pages.
func TestTemplateOutcomes(t *testing.T) {
	for _, test := range templateOutcomes {
		t.Run(test.name, func(t *testing.T) {
			old, new := listing(t, "1.0.0", test.old), listing(t, "2.0.0", test.new)
			for _, l := range []*contract.Listing{old, new} {
				l.Package.Framework, l.Components[0].Framework = test.framework, test.framework
				if test.framework == "web component" {
					l.Components[0].Component, l.Components[0].Export.Name = "FareTag", "FareTagElement"
				}
			}
			changes := change.Compare(old, new, change.Options{})
			for _, use := range test.uses {
				name, text := "a.vue", "<script setup>\nimport { X } from 'lib';\n</script>\n<template>"+use[0]+"</template>"
				if test.framework == "web component" {
					name, text = "a.html", "<script type=\"module\">import { FareTagElement } from 'lib';</script>\n"+use[0]
				}
				s, err := usage.Scan(fstest.MapFS{name: {Data: []byte(text)}}, usage.Options{Libraries: []string{"lib"}, App: site.App{Name: "app"}})
				if err != nil {
					t.Fatal(err)
				}
				got := Of(changes, old, s, Options{All: true})
				if len(got.Sites) != 1 {
					t.Fatalf("%s has %d sites", use[0], len(got.Sites))
				}
				outcome := string(got.Sites[0].Outcome)
				for _, cause := range got.Sites[0].Because {
					if cause.Silent && !strings.HasSuffix(outcome, "silent") {
						outcome += " silent"
					}
				}
				if outcome != use[1] {
					t.Errorf("%s %s, want %s; because %+v", use[0], outcome, use[1], got.Sites[0].Because)
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
		harmless := row.Verdict == change.Additive && row.Kind != change.Deprecated || row.Verdict == change.Neutral && row.Kind != change.StageChanged || row.Where == "package" && row.Kind != change.BuiltStale // it is told of components too
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

// TestRegroupedComponents holds what becomes of the uses of a component that was
// split, or merged into another.
func TestRegroupedComponents(t *testing.T) {
	whole := "props: { deck: string, level: number, fare: \"'low' | 'high'\", agent: string }"
	place, fare := "props: { deck: string, level: number }", "props: { fare: \"'low' | 'high'\", agent: string }"
	of := func(version string, by map[string]string) *contract.Listing {
		l := &contract.Listing{Reader: "1", Package: contract.PackageInfo{Name: "lib", Version: version}}
		for _, name := range []string{"X", "Place", "Fare"} {
			if lines, ok := by[name]; ok {
				c := listing(t, version, lines).Components[0]
				c.Component, c.Export.Name = name, name
				c.Hashes()
				l.Components = append(l.Components, c)
			}
		}
		return l
	}
	tests := []struct {
		name       string
		old, new   map[string]string
		use, cause string
	}{
		{"split", map[string]string{"X": whole}, map[string]string{"Place": place, "Fare": fare}, `<X deck="a"/>`, "X/component/component-split"},
		{"merged", map[string]string{"X": place, "Fare": fare}, map[string]string{"Place": whole}, `<X deck="a"/>`, "X/component/component-merged"},
		{"merged into one that stays", map[string]string{"X": place, "Fare": fare}, map[string]string{"Fare": whole}, `<X deck="a"/>`, "X/component/component-merged"},
	}
	for _, test := range tests {
		s := scan(t, "a.tsx", "export const a = "+test.use+";\n")
		old := of("1.0.0", test.old)
		i := Of(change.Compare(old, of("2.0.0", test.new), change.Options{}), old, s, Options{All: true})
		if len(i.Sites) != 1 || i.Sites[0].Outcome != Breaks || len(i.Sites[0].Because) != 1 || i.Sites[0].Because[0].Change != test.cause {
			t.Errorf("%s: %+v", test.name, i.Sites)
		}
	}
}

// TestAppDefaults holds that an app which sets its own default for all uses does not
// shift with the component's, and relies on being able to set one.
func TestAppDefaults(t *testing.T) {
	sized := func(size string) string {
		return "props: { size: { type: \"'s' | 'm'\", default: { value: " + size + " } }, tone: { type: string, default: { value: " + size + " } } }\n"
	}
	theme := "theming: { appDefaults: [size] }"
	for _, test := range []struct{ table, old, new, want string }{
		{"", sized("s"), sized("m"), "shifts size tone"},
		{"export const t = { components: { X: { defaultProps: { size: 's' } } } };", sized("s"), sized("m"), "shifts tone"},
		{"export const t = { defaults: { X: { size: 's', tone: 'x' } } };", sized("s"), sized("m"), "holds"},
		{"X.defaultProps = { size: 's', tone: 'x' };", sized("s"), sized("m"), "holds"},
		{"export const t = { components: { Y: { defaultProps: { size: 's' } } } };", sized("s"), sized("m"), "shifts size tone"},
		{"", sized("s") + theme, sized("s"), "holds"},
		{"export const t = { components: { X: { defaultProps: { size: 's' } } } };", sized("s") + theme, sized("s"), "shifts size"},
	} {
		old, now := listing(t, "1.0.0", test.old), listing(t, "2.0.0", test.new)
		found := Of(change.Compare(old, now, change.Options{}), old, scan(t, "a.tsx", test.table+"\nexport const a = <X/>;"), Options{All: true})
		if len(found.Sites) == 0 {
			t.Fatalf("%s: no site", test.table)
		}
		site := found.Sites[len(found.Sites)-1]
		got := string(site.Outcome)
		for _, name := range []string{"size", "tone"} {
			if slices.ContainsFunc(site.Because, func(c Cause) bool { return strings.Contains(c.Change, "/"+name) && c.Outcome == Shifts }) {
				got += " " + name
			}
		}
		if got != test.want {
			t.Errorf("%q: %s, want %s (%+v)", test.table, got, test.want, site.Because)
		}
	}
}

// TestReachInsOfTheApp holds that what reaches inside shifts where that is gone.
func TestReachInsOfTheApp(t *testing.T) {
	old, now := listing(t, "1.0.0", "inside: [{ element: p, children: [{ element: b }, { element: i }] }]"), listing(t, "2.0.0", "inside: [{ element: p, children: [{ element: i }] }]")
	reaching := []match.ReachIn{
		{Component: "X", Selector: ".x b", Relies: "<b>", Still: "no"}, {Component: "X", Selector: ".x i", Relies: "<i>", Still: "yes"},
		{Component: "X", Selector: ".x :first-child", Relies: "the order", Still: "unknown"}, {Component: "Y", Selector: ".y b", Relies: "<b>", Still: "no"},
	}
	s := scan(t, "a.tsx", "export const a = <X/>;")
	found := Of(change.Compare(old, now, change.Options{}), old, s, Options{ReachIns: reaching})
	var got []string
	for _, r := range found.ReachIns {
		got = append(got, fmt.Sprint(r.Selector, " ", r.Outcome))
	}
	if want := []string{".x b shifts", ".x :first-child unsure"}; !slices.Equal(got, want) || len(found.Changes) != 1 {
		t.Errorf("reach-ins %v of %d changes, want %v", got, len(found.Changes), want)
	}
	if same := Of(change.Compare(old, old, change.Options{}), old, s, Options{ReachIns: reaching}); len(same.ReachIns) > 0 {
		t.Errorf("nothing changed, and reach-ins are %+v", same.ReachIns)
	}
}

// TestWhatOneSideDoesNotShow holds that a default which one side does not show makes no site
// unsure, and is counted; one that both show and that differs shifts.
func TestWhatOneSideDoesNotShow(t *testing.T) {
	shown := "props: { tone: { type: string, default: { value: calm } } }\nslots: { note: { form: content, fallback: true } }"
	hidden := "props: { tone: { type: string, default: unknown } }\nslots: { note: { form: content, fallback: unknown } }"
	other := "props: { tone: { type: string, default: { value: loud } } }\nslots: { note: { form: content, fallback: true } }"
	for _, test := range []struct {
		name, old, new string
		want           Unknown
		outcome        Outcome
	}{
		{"shown by the old side only", shown, hidden, Unknown{1, 1}, Holds},
		{"shown by the new side only", hidden, shown, Unknown{1, 1}, Holds},
		{"shown by neither", hidden, hidden, Unknown{}, Holds},
		{"shown by both", shown, shown, Unknown{}, Holds},
		{"shown by both, and another", shown, other, Unknown{}, Shifts},
	} {
		old, new := listing(t, "1.0.0", test.old), listing(t, "1.1.0", test.new)
		got := Of(change.Compare(old, new, change.Options{}), old, scan(t, "a.tsx", "export const A = () => <X/>"), Options{All: true})
		if got.Unknown != test.want || len(got.Sites) != 1 || got.Sites[0].Outcome != test.outcome {
			t.Errorf("%s: %+v, %+v; want %+v, %s", test.name, got.Unknown, got.Sites, test.want, test.outcome)
		}
	}
}
