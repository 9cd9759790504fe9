package inspect_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/contract"
	"steadysocket/core/inspect"
	"steadysocket/core/reading"
	"steadysocket/core/usage"
)

// library reads the contracts of a small library that is given as its files.
func library(t *testing.T, name, manifest string, files map[string]string) *contract.Listing {
	t.Helper()
	fsys := fstest.MapFS{"package.json": {Data: []byte(fmt.Sprintf(`{"name": %q, "version": "1.0.0", "exports": {".": "./index.tsx"}%s}`, name, manifest))}}
	for file, text := range files {
		fsys[file] = &fstest.MapFile{Data: []byte(text)}
	}
	r, err := reading.Read(fsys, reading.Options{Marks: true})
	if err != nil {
		t.Fatal(err)
	}
	return r.Listing
}

// found inspects an app that is given as its files and lists what is found, as
// file:line kind member, with ? behind what is not sure.
func found(t *testing.T, l *contract.Listing, manifest string, files map[string]string) (list []string, out *inspect.Inspection) {
	t.Helper()
	if manifest == "" {
		manifest = fmt.Sprintf(`{"name": "app", "dependencies": {%q: "^1.0.0", "react": "^19.0.0"}}`, l.Package.Name)
	}
	fsys := fstest.MapFS{"package.json": {Data: []byte(manifest)}}
	for file, text := range files {
		fsys[file] = &fstest.MapFile{Data: []byte(text)}
	}
	scan, err := usage.Scan(fsys, usage.Options{Libraries: []string{l.Package.Name}})
	if err != nil {
		t.Fatal(err)
	}
	out = inspect.Of(scan, []inspect.Library{{Locked: l}})
	for _, f := range out.Findings {
		mark := map[inspect.Sureness]string{inspect.Likely: "?", inspect.Unsure: "??"}[f.Sure]
		list = append(list, strings.TrimSpace(fmt.Sprintf("%s:%d %s %s", f.At.File, f.At.Line, f.Kind, f.Member))+mark)
	}
	slices.Sort(list)
	return list, out
}

const quay = `
import { Children, cloneElement, createContext, useContext } from 'react';
import type { ButtonHTMLAttributes, ReactNode } from 'react';
const Tide = createContext<{ level: number } | null>(null);
export function TideProvider({ children }: { children: ReactNode }) { return <Tide.Provider value={{ level: 3 }}>{children}</Tide.Provider>; }
function useTide() { const t = useContext(Tide); if (!t) throw new Error('no TideProvider'); return t; }
/** Needs the tide. */
export function Buoy({ name }: { name: string }) { const { level } = useTide(); return <i>{name}{level}</i>; }
export interface PushProps extends ButtonHTMLAttributes<HTMLButtonElement> { tone?: 'calm' | 'loud'; onPush?: (at: number) => void }
export function Push({ tone = 'calm', onPush, ...rest }: PushProps) { return <button data-tone={tone} onClick={() => onPush?.(1)} {...rest} />; }
export function Mast({ as: Tag = 'div', flag, ...rest }: { as?: 'div' | 'a'; flag?: boolean; [other: string]: unknown }) { return <Tag {...rest}>{flag}</Tag>; }
export function Sign({ text, large }: { text: string; large?: boolean }) { return <p><b>{text}</b>{large && <em>!</em>}</p>; }
`

// TestSites holds single uses against a library: what is found, and what is not.
func TestSites(t *testing.T) {
	l := library(t, "quay", `, "peerDependencies": {"react": ">=18"}`, map[string]string{"index.tsx": quay})
	app := `{"name": "app", "dependencies": {"quay": "^1.0.0", "react": "^19.0.0"}}`
	for _, test := range []struct{ name, use, want string }{
		{"right", `<Push tone="loud" onPush={(at) => at} type="submit" aria-label="x" data-x="1" onClick={go} className="a" tabIndex={0} key="k">a</Push>`, ""},
		{"a letter more", `<Push tonee="loud" />`, "member attribute-stray tonee"},
		{"a letter less, in another case", `<Push Tone="loud" />`, "member attribute-stray Tone"},
		{"letters swapped", `<Push tnoe="loud" />`, "member attribute-stray tnoe"},
		{"an attribute of another element", `<Push href="/" />`, "member attribute-stray href"},
		{"an event of the element", `<Push onPointerDown={go} />`, ""},
		{"an event of nobody", `<Push onPushed={go} />`, "member attribute-stray onPushed"},
		{"an event where nothing is passed on", `<Sign text="a" onClick={go} />`, "member event-unknown onClick"},
		{"two values of which one is wrong", `<Push tone={go ? 'loud' : 'quiet'} />`, "member value-unknown tone"},
		{"a value that is not known", `<Push tone={props.tone} />`, ""},
		{"a value behind a spread that may carry another", `<Push tone="quiet" {...props} />`, "member value-unknown tone??"},
		{"undefined", `<Push tone={undefined} />`, ""},
		{"a flag as text", `<Sign text="a" large="false" />`, "member text-for-value large"},
		{"a number as text is text", `<Sign text="3" />`, ""},
		{"what is missing in a spread", `<Sign {...props} />`, ""},
		{"what is missing", `<Sign large />`, "member member-missing text"},
		{"what ends as an attribute whatever the type says", `<Mast sail="red" flga />`, "member attribute-stray flga; member attribute-stray sail"},
		{"content without a place", `<Sign text="a">more</Sign>`, "member content-dropped children"},
		{"content that goes on with the rest", `<Push>go</Push>`, ""},
		{"a provider that is not there", `<Buoy name="a" />`, "member provider-missing TideProvider?"},
		{"a provider above", `<TideProvider><p><Buoy name="a" /></p></TideProvider>`, ""},
		{"braces in a text", `<Sign text="{name}" />`, "member code-as-text text?"},
		{"braces that are meant", `<Sign text="{ a: 1 }" />`, ""},
		{"a handler that takes too much", `<Push onPush={(at, why) => why} />`, "member payload-unknown onPush"},
		{"a handler that names too much", `<Push onPush={(at, why) => at} />`, ""},
		{"a style that is none", `<Push style={{ colour: 'red' }} />`, "member style-key-unknown colour"},
		{"what begins with $", `<Sign text="a" $wide />`, ""},
	} {
		source := "import { Buoy, Mast, Push, Sign, TideProvider } from 'quay';\nexport function Page(props) {\n  const go = () => 1;\n  return " + test.use + ";\n}\n"
		got, _ := found(t, l, app, map[string]string{"page.jsx": source})
		for i := range got {
			got[i] = strings.Replace(got[i], "page.jsx:4 ", "member ", 1)
		}
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: %s\nfound %q\nwant  %q", test.name, test.use, text, test.want)
		}
	}
}

// TestBeside holds what a library needs beside it.
func TestBeside(t *testing.T) {
	l := library(t, "quay", `, "peerDependencies": {"react": ">=18", "tailwindcss": ">=3", "sails": "*"}, "peerDependenciesMeta": {"sails": {"optional": true}}`, map[string]string{"index.tsx": quay})
	source := map[string]string{"page.jsx": "import { Sign } from 'quay';\nexport const Page = () => <Sign text='a' />;\n"}
	got, _ := found(t, l, `{"name": "app", "dependencies": {"quay": "^1.0.0"}}`, source)
	if want := []string{"package.json:1 peer-missing react", "package.json:1 peer-missing tailwindcss"}; !slices.Equal(got, want) {
		t.Errorf("found %v, want %v", got, want)
	}
	for globs, want := range map[string][]string{
		`'./src/**/*.jsx'`: {"tailwind.config.js:1 style-scan-missing tailwindcss?"},
		`'./src/**/*.jsx', './node_modules/quay/**/*.js'`: nil,
	} {
		source["tailwind.config.js"] = "export default { content: [" + globs + "] };\n"
		got, _ := found(t, l, `{"name": "app", "dependencies": {"quay": "^1.0.0", "react": "^19.0.0", "tailwindcss": "^3.4.0"}}`, source)
		if !slices.Equal(got, want) {
			t.Errorf("%s: found %v, want %v", globs, got, want)
		}
	}
	delete(source, "tailwind.config.js")
	source["package-lock.json"] = `{"lockfileVersion": 3, "packages": {"node_modules/quay": {"version": "1.0.0"}, "node_modules/react": {"version": "17.0.2"}, "node_modules/tailwindcss": {"version": "3.4.0"}, "node_modules/x/node_modules/react": {"version": "18.2.0"}}}`
	got, _ = found(t, l, `{"name": "app", "dependencies": {"quay": "^1.0.0", "react": "^17.0.0", "tailwindcss": "^3.4.0"}}`, source)
	if want := []string{"package.json:1 package-twice react?", "package.json:1 peer-old react"}; !slices.Equal(got, want) {
		t.Errorf("found %v, want %v", got, want)
	}
}

// TestAssumed holds which packages the components that an app uses take for granted.
func TestAssumed(t *testing.T) {
	l := library(t, "quay", `, "dependencies": {"ropes": "^1.0.0"}, "peerDependencies": {"react": ">=18"}, "devDependencies": {"knots": "^2.0.0"}`, map[string]string{
		"index.tsx": "export * from './Sign';\nexport * from './Mast';\n",
		"Sign.tsx":  "import { useState } from 'react';\nimport { tie } from 'ropes/tie';\nimport fs from 'node:fs';\nimport path from 'path';\nimport type { Knot } from 'types-only';\nimport { drawn } from './drawn';\nexport function Sign({ text }: { text: string }) { return <p>{drawn(tie(text))}</p>; }\n",
		"drawn.ts":  "import { knot } from 'knots';\nimport '@sails/set/canvas.css';\nimport icon from 'virtual:icons/x';\nexport const drawn = (text: string) => knot(text) + icon;\n",
		"Mast.tsx":  "import { wood } from 'wood';\nexport function Mast() { return <i>{wood}</i>; }\n",
	})
	for _, test := range []struct{ name, has, page, want string }{
		{"what is used", "", "<Sign text='a' />", "package.json:1 package-assumed @sails/set?; package.json:1 package-assumed knots?"},
		{"all are used", "", "<><Sign text='a' /><Mast /></>", "package.json:1 package-assumed @sails/set?; package.json:1 package-assumed knots?; package.json:1 package-assumed wood?"},
		{"the app has it", `, "knots": "2", "@sails/set": "1"`, "<Sign text='a' />", ""},
		{"nothing is used", "", "<p />", ""},
	} {
		got, _ := found(t, l, `{"name": "app", "dependencies": {"quay": "^1.0.0", "react": "^19.0.0"`+test.has+`}}`, map[string]string{"page.jsx": "import { Sign, Mast } from 'quay';\nexport const Page = () => " + test.page + ";\n"})
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: found %q, want %q", test.name, text, test.want)
		}
	}
}

// TestPartsThroughOwnComponents holds that a part may stand in its main component
// through components of the app, and that one use which does not is found.
func TestPartsThroughOwnComponents(t *testing.T) {
	l := library(t, "quay", "", map[string]string{"index.tsx": `
import { createContext, useContext } from 'react';
const Deck = createContext<{ open: boolean } | null>(null);
export function Decks({ children }: { children?: React.ReactNode }) { return <Deck.Provider value={{ open: true }}><ul>{children}</ul></Deck.Provider>; }
function Cabin({ no }: { no: number }) { const deck = useContext(Deck); if (!deck) throw new Error('in no Decks'); return <li>{no}</li>; }
Decks.Cabin = Cabin;
`})
	rows := "import { Decks } from 'quay';\nexport function Rows() { return <Decks.Cabin no={1} />; }\nexport function Frame({ children }) { return <Decks><li />{children}</Decks>; }\n"
	for _, test := range []struct{ name, page, want string }{
		{"at once", "<Decks><Decks.Cabin no={2} /></Decks>", ""},
		{"through a row", "<Decks><Rows /></Decks>", ""},
		{"through a frame", "<Frame><Decks.Cabin no={2} /></Frame>", ""},
		{"through both", "<Frame><Rows /></Frame>", ""},
		{"a row outside", "<div><Decks><Rows /></Decks><Rows /></div>", "rows.jsx:2 part-outside?"},
		{"outside", "<div><Decks /><Decks.Cabin no={2} /></div>", "page.jsx:3 part-outside?"},
	} {
		page := "import { Decks } from 'quay';\nimport { Frame, Rows } from './rows';\nexport const Page = () => " + test.page + ";\n"
		got, _ := found(t, l, "", map[string]string{"page.jsx": page, "rows.jsx": rows})
		if !strings.Contains(test.page, "Rows") {
			got = slices.DeleteFunc(got, func(s string) bool { return strings.HasPrefix(s, "rows.jsx") }) // it is used nowhere
		}
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: found %q, want %q", test.name, text, test.want)
		}
	}
}

// TestLayers holds what an app lays over a library.
func TestLayers(t *testing.T) {
	l := library(t, "quay", "", map[string]string{"index.tsx": quay})
	_, out := found(t, l, "", map[string]string{
		"a.jsx": `import { Push, Sign } from 'quay';
export function Shout({ words, strength, ...rest }) { return <Push {...rest} tone="loud" title={words} />; }
export function Louder(props) { return <Shout words="!" {...props} />; }
export const Page = () => <Louder strength={2} onPush={go} />;
export function Sign2() { return <Sign text="a" />; }
`,
		"theme.js":  `export const theme = { components: { Push: { defaultProps: { tone: 'loud' }, styles: { root: { color: 'red', '&:hover': { color: 'blue' } } } }, Other: { defaultProps: { a: 1 } } } };`,
		"class.jsx": "import { Push } from 'quay';\nexport class Old extends Push {}\n",
		"sign.jsx":  "import { Sign as Base } from 'quay';\nexport function Sign(props) { return <p><Base {...props} /></p>; }\nexport const Two = () => <Sign text='b' />;\n",
	})
	var got []string
	for _, w := range out.Layers.Wrappers {
		got = append(got, fmt.Sprintf("%s of %s, %d deep, fixes %v, adds %v, renames %v, hides %v, used %d", w.Name, w.Component, w.Depth, w.Fixes, w.Adds, w.Renames, w.Hides, w.Uses))
	}
	want := []string{
		"Shout of Push, 1 deep, fixes [{tone 'loud'}], adds [strength], renames [{words title}], hides [tone], used 1",
		"Louder of Push, 2 deep, fixes [], adds [], renames [], hides [], used 1",
		"Sign of Sign, 1 deep, fixes [], adds [], renames [], hides [], used 1",
	}
	if !slices.Equal(got, want) {
		t.Errorf("wrappers are\n%s\nwant\n%s", strings.Join(got, "\n"), strings.Join(want, "\n"))
	}
	got = nil
	for _, d := range out.Layers.Defaults {
		got = append(got, fmt.Sprint(d.Component, " ", d.Member, " ", d.Value, " ", d.Part, " ", d.State, " ", d.Style, " ", d.Known))
	}
	if want := []string{"Push tone 'loud'    true", "Push   root  color true", "Push   root &:hover color true"}; !slices.Equal(got, want) {
		t.Errorf("what holds for all uses is %q, want %q", got, want)
	}
	if x := out.Layers.Extensions; len(x) != 1 || x[0].Component != "Push" || x[0].In != "Old" {
		t.Errorf("extensions are %+v", x)
	}
	if x := out.Layers.Shadows; len(x) != 1 || x[0].File != "sign.jsx" || !x[0].Wraps {
		t.Errorf("shadows are %+v", x)
	}
}

// TestReachIns holds styles and queries against what a component promises.
func TestReachIns(t *testing.T) {
	l := library(t, "quay", "", map[string]string{"index.tsx": quay})
	for css, want := range map[string]string{
		".page { }":                       "",
		".push { }":                       "",
		".push:hover { background: red }": "",
		".push { background: red }":       "state-lost .push?",
		".push { background: red } .push:hover { background: blue }": "",
		".push[data-tone=loud] { color: red }":                       "",
		".push > span { }":                                           "",
		".push .q-x1 { }":                                            "reach-in .push .q-x1?",
		".push .own { }":                                             "",
		".push + p { }":                                              "",
		".sign b { }":                                                "reach-in .sign b",
		".sign { b { } }":                                            "reach-in .sign b",
		".sign > :first-child { }":                                   "reach-in .sign > :first-child?",
		".sign i { }":                                                "",
	} {
		got, _ := found(t, l, "", map[string]string{"a.css": css, "page.jsx": "import { Push, Sign } from 'quay';\nexport const Page = () => <div className='page'><Push className='push'><span className='own'>a</span></Push><Sign text='a' className='sign' /></div>;\n"})
		got = slices.DeleteFunc(got, func(s string) bool { return strings.HasPrefix(s, "page.jsx") }) // Sign takes no class
		for i := range got {
			_, got[i], _ = strings.Cut(got[i], " ")
		}
		if text := strings.Join(got, "; "); text != want {
			t.Errorf("%s: found %q, want %q", css, text, want)
		}
	}
	// The same as objects and templates around the component, in tables and in queries.
	for code, want := range map[string]string{
		"export const B = () => <Sign text='a' sx={{ color: 'red', '& b': { color: 'blue' } }} />;":                   "reach-in & b",
		"export const B = () => <Sign text='a' css={(theme) => [{ '> b': { color: theme.ink } }]} />;":                "reach-in & > b",
		"export const B = () => <Sign text='a' sx={{ '&:hover': { color: 'blue' }, '@media print': { top: 0 } }} />;": "",
		"export const B = styled(Sign)({ b: 1, '& b:first-child': { top: 0 } });":                                     "reach-in & b:first-child",
		"export const B = styled(Sign)`b { top: 0; }`;":                                                               "reach-in & b",
		"export const t = { components: { Sign: { styles: { root: { '& b': { top: 0 } } } } } };":                     "reach-in & b",
		"export const q = () => document.querySelector('.sign b');":                                                   "reach-in .sign b",
		"export const q = () => screen.getByTestId('other');":                                                         "",
	} {
		got, _ := found(t, l, "", map[string]string{"page.jsx": "import styled from 'styles';\nimport { Sign } from 'quay';\nexport const A = () => <Sign text='a' className='sign' />;\n" + code + "\n"})
		got = slices.DeleteFunc(got, func(s string) bool { return !strings.Contains(s, "reach-in") })
		for i := range got {
			_, got[i], _ = strings.Cut(got[i], " ")
		}
		if text := strings.Join(got, "; "); text != want {
			t.Errorf("%s: found %q, want %q", code, text, want)
		}
	}
}

// TestFingerprints holds that what is known stays known while lines move, counts grow and
// other uses come: only a finding that was not there has a new fingerprint.
func TestFingerprints(t *testing.T) {
	l := library(t, "quay", "", map[string]string{"index.tsx": quay})
	prints := func(text string) map[string]string {
		_, out := found(t, l, "", map[string]string{"a.jsx": text})
		m := map[string]string{}
		for _, f := range out.Findings {
			m[f.Fingerprint] = string(f.Kind) + " " + f.Member
		}
		return m
	}
	head := "import { Push, Buoy } from 'quay';\n"
	uses := "export const A = () => <><Push tonne='x'/><Buoy name='x'/></>;\nexport const B = () => <><Push style={{ top: 1, left: 2 }}/><Push style={{ top: 1, left: 2 }}/></>;\n"
	before := prints(head + uses)
	kinds := map[string]bool{}
	for _, text := range before {
		kinds[strings.Fields(text)[0]] = true
	}
	if !kinds[string(inspect.StyleRepeated)] || !kinds[string(inspect.ProviderMissing)] {
		t.Fatalf("only %v are found", before)
	}
	after := prints(head + "\n\n" + uses + "export const C = () => <><Push style={{ top: 1, left: 2 }}/><A/><Push tonne='y'/></>;\n")
	for print, text := range before {
		if after[print] != text {
			t.Errorf("%s is new after lines were put in", text)
		}
	}
	if len(after) != len(before)+1 {
		t.Errorf("one mistake more makes %d of %d", len(after), len(before))
	}
}

// TestStyles holds which styles of uses are told: those that are repeated, and those that a
// prop of the component is there for.
func TestStyles(t *testing.T) {
	l := library(t, "quay", "", map[string]string{"index.tsx": `
export const Plank = ({ width, size, sx, style, children }: { width?: number; size?: 's' | 'm'; sx?: object; style?: object; children?: any }) => <i style={style}>{children}</i>;
`})
	times := func(n int, use string) string { return strings.Repeat(use, n) }
	for _, test := range []struct{ name, uses, want string }{
		{"one declaration, three times", times(3, "<Plank style={{ top: 1 }} />"), ""},
		{"one declaration, four times", times(4, "<Plank style={{ top: 1 }} />"), "style-repeated style note"},
		{"two declarations, once", times(1, "<Plank style={{ top: 1, left: 2 }} />"), ""},
		{"two declarations, twice", "<Plank style={{ top: 1, left: 2 }} /><Plank style={{ left: 2, top: 1 }} />", "style-repeated style note"},
		{"two declarations, twice, not the same", "<Plank style={{ top: 1, left: 2 }} /><Plank style={{ left: 2, top: 2 }} />", ""},
		{"two declarations, four times", times(4, "<Plank style={{ top: 1, left: 2 }} />"), "style-repeated style should"},
		{"what a prop of that name sets", "<Plank style={{ width: 1 }} />", "style-for-prop width note"},
		{"what a prop may set that may mean something else", "<Plank style={{ fontSize: 1 }} />", ""},
		{"the component's own way to be styled", "<Plank sx={{ width: 1 }} />", ""},
	} {
		_, out := found(t, l, "", map[string]string{"a.jsx": "import { Plank } from 'quay';\nexport const A = () => <>" + test.uses + "</>;\n"})
		var got []string
		for _, f := range out.Findings {
			got = append(got, fmt.Sprint(f.Kind, " ", f.Member, " ", f.Weight))
		}
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: found %q, want %q", test.name, text, test.want)
		}
	}
}

// TestSpreadsThroughWrappers holds which keys of what is spread at a component of the app
// reach the library's: what the wrapper takes out for itself does not, and what it gives
// under another name does under that.
func TestSpreadsThroughWrappers(t *testing.T) {
	l := library(t, "quay", "", map[string]string{"index.tsx": `
export const Plank = ({ tone, children }: { tone?: 'calm' | 'loud'; children?: any }) => <i>{tone}{children}</i>;
`})
	for _, test := range []struct{ name, wrapper, use, want string }{
		{"handed on", "({ ...rest }) => <Plank {...rest} />", "<Wrap {...given} />", "a.jsx:3 record-key-lost kay"},
		{"taken out", "({ key2, ...rest }) => <Plank {...rest} />", "<Wrap {...taken} />", ""},
		{"by another name", "({ mood, ...rest }) => <Plank tone={mood} {...rest} />", "<Wrap {...moody} />", "a.jsx:3 value-unknown tone"},
		{"by another name alone", "({ mood }) => <Plank tone={mood} />", "<Wrap {...moody} />", "a.jsx:3 value-unknown tone"},
		{"not at all", "({ mood }) => <Plank tone='calm' />", "<Wrap {...moody} />", ""},
	} {
		code := "import { Plank } from 'quay';\nconst Wrap = " + test.wrapper + ";\nexport const A = () => { const given = { kay: 1, tone: 'calm' }, taken = { key2: 1 }, moody = { mood: 'grim' }; return " + test.use + "; };\n"
		got, _ := found(t, l, "", map[string]string{"a.jsx": code})
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: found %q, want %q", test.name, text, test.want)
		}
	}
}
