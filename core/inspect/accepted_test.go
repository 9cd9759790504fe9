package inspect_test

import (
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/contract"
	"steadysocket/core/reading"
)

// published reads a package as it is installed: its manifest and its files.
func published(t *testing.T, files map[string]string) *contract.Listing {
	t.Helper()
	fsys := fstest.MapFS{}
	for file, text := range files {
		fsys[file] = &fstest.MapFile{Data: []byte(text)}
	}
	r, err := reading.Read(fsys, reading.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return r.Listing
}

// declared is a published package that lists no modules: its declarations stand beside its
// code, built twice, and are passed on by index files.
var declared = map[string]string{
	"package.json": `{"name": "kit", "version": "1.0.0", "main": "lib/index.js", "types": "es/index.d.ts", "peerDependencies": {"react": ">=18"}}`,
	"es/index.d.ts": `
export { default as Lever } from './lever';
export * from './panel';
export * as Field from './field';
export { useRefs } from './refs';
`,
	"es/lever/index.d.ts": "import Lever from './Lever';\nexport type { LeverProps } from './Lever';\nexport default Lever;\n",
	"es/lever/Lever.d.ts": `
import * as React from 'react';
type Own = Omit<React.ComponentPropsWithoutRef<'button'>, 'color'> & { tone?: 'calm' | 'loud'; tile?: string };
type Joined<Source, Over> = Omit<Source, 'color' | keyof Over> & Over;
export type LeverProps = Joined<React.ComponentPropsWithoutRef<'button'>, Own> & { as?: React.ElementType };
declare const Lever: React.FC<LeverProps>;
export default Lever;
`,
	"es/panel.d.ts": `
import * as React from 'react';
export interface PanelProps { tone?: 'calm' | 'loud'; most?: number; onLeave?: (why: 'gone' | 'late') => void; of?: string[]; children?: React.ReactNode }
export declare const Panel: React.FC<PanelProps>;
`,
	"es/field.d.ts":           "import * as React from 'react';\nexport declare const Root: React.FC<{ name: string }>;\nexport declare const Label: React.FC<{ text?: string }>;\n",
	"es/refs.d.ts":            "export declare function useRefs(...refs: (string | undefined)[]): void;\n",
	"lib/index.js":            "module.exports = {};",
	"lib/lever/index.js":      "module.exports = {};",
	"lib/panel.js":            "module.exports = {};",
	"deprecated/package.json": `{"main": "../lib/panel.js", "types": "../es/panel.d.ts"}`,
	"theme.css":               "",
}

// TestWhatCompilersAccept holds that what a compiler accepts is no finding that is sure,
// and that its near misses are.
func TestWhatCompilersAccept(t *testing.T) {
	l := published(t, declared)
	for _, test := range []struct{ name, code, want string }{
		{"a folder's module", `import Lever from 'kit/es/lever'; export const A = () => <Lever tone="calm" />;`, ""},
		{"what it takes", `import Lever from 'kit/es/lever'; export const A = () => <Lever tone="clam" />;`, "a.tsx:1 value-unknown tone"},
		{"the same, built otherwise", `import Lever from 'kit/lib/lever/index.js'; export const A = () => <Lever tone="clam" />;`, "a.tsx:1 value-unknown tone"},
		{"a folder that stands for a file", `import { Panel } from 'kit/deprecated'; export const A = () => <Panel most="x" />;`, "a.tsx:1 text-for-value most"},
		{"a type of a module", `import type { LeverProps } from 'kit/lib/lever';`, ""},
		{"a style", `import 'kit/theme.css';`, ""},
		{"a folder that is not there", `import Lever from 'kit/es/levers'; export const A = () => <Lever />;`, "a.tsx:1 import-unknown default?"},
		{"a table of components", `import { Field } from 'kit'; export const A = () => <Field.Root name="x"><Field.Label /></Field.Root>;`, ""},
		{"another name", `import { Fields } from 'kit'; export const A = () => <Fields.Root />;`, "a.tsx:1 import-unknown Fields"},

		{"what is joined again", `import { Lever } from 'kit'; export const A = () => <Lever title="x" className="y" disabled onClick={() => 1} />;`, ""},
		{"a letter from a member, and an attribute", `import { Lever } from 'kit'; export const A = () => <Lever title="x" />;`, ""},
		{"a letter from a member", `import { Panel } from 'kit'; export const A = () => <Panel tune="calm" />;`, "a.tsx:1 member-unknown tune?"},
		{"left out", `import { Panel } from 'kit'; export const A = () => <Panel color="x" />;`, "a.tsx:1 member-unknown color?"},
		{"with a hyphen", `import { Panel } from 'kit'; export const A = () => <Panel aria-describedby="x" data-x="y" />;`, ""},
		{"in one word", `import { Panel } from 'kit'; export const A = () => <Panel dataX="y" />;`, "a.tsx:1 member-unknown dataX?"},
		{"of the component that is chosen", `import { Lever } from 'kit'; import { Link } from 'routes'; export const A = () => <Lever as={Link} to="/" tome="x" />;`, ""},

		{"a default that is one of the values", `import { Panel } from 'kit'; export const A = ({ tone = 'calm' }: { tone?: 'calm' | 'loud' }) => <Panel tone={tone} />;`, ""},
		{"a default that is none", `import { Panel } from 'kit'; export const A = ({ tone = 'x' }) => <Panel tone={tone} />;`, "a.tsx:1 value-mismatch tone?"},
		{"what a condition leaves", `import { Panel } from 'kit'; export const A = (p: { most: number | string }) => <Panel most={typeof p.most === 'number' ? p.most : undefined} />;`, ""},
		{"what a return leaves", `import { Panel } from 'kit'; export const A = (p: { most: number | string }) => { if (typeof p.most !== 'number') return null; return <Panel most={p.most} />; };`, ""},
		{"no condition", `import { Panel } from 'kit'; export const A = (p: { most: number | string }) => <Panel most={p.most} />;`, "a.tsx:1 value-mismatch most?"},
		{"a condition that leaves nothing", `import { Panel } from 'kit'; export const A = (p: { most: string }) => p.most && <Panel most={p.most} />;`, "a.tsx:1 value-mismatch most?"},
		{"a condition on something else", `import { Panel } from 'kit'; export const A = (p: { most: number | string }, q: boolean) => q && <Panel most={p.most} />;`, "a.tsx:1 value-mismatch most?"},

		{"a spread that is said to be of another type", `import { Panel } from 'kit'; type P = { most: number }; const given = { most: 'x' }; export const A = () => <Panel {...(given as any as P)} />;`, ""},
		{"a spread", `import { Panel } from 'kit'; const given: { most: string } = JSON.parse(''); export const A = () => <Panel {...given} />;`, "a.tsx:1 value-mismatch most?"},
		{"beside a spread of anything", `import { Panel } from 'kit'; export const A = (rest: any, p: { of: string }) => <Panel {...rest} of={p.of} />;`, "a.tsx:1 value-mismatch of??"},
		{"more arguments than are named", `import { useRefs } from 'kit'; export function A(p: { x: string; y: number }) { useRefs(p.x, p.x, p.x); return null; }`, ""},
		{"one of them wrong", `import { useRefs } from 'kit'; export function A(p: { x: string; y: number }) { useRefs(p.x, p.y); return null; }`, "a.tsx:1 value-mismatch refs?"},
	} {
		got, _ := found(t, l, "", map[string]string{"a.tsx": test.code})
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: %s\nfound %q\nwant  %q", test.name, test.code, text, test.want)
		}
	}
	// Without types, a state that is not there yet may become anything.
	code := `import { useState } from 'react'; import { Panel } from 'kit'; export const A = () => { const [why, setWhy] = useState(); return <Panel onLeave={setWhy} tone={why} />; };`
	if got, _ := found(t, l, "", map[string]string{"a.jsx": code}); len(got) > 0 {
		t.Errorf("%s\nfound %q", code, got)
	}
}

// TestNamesInTemplates holds what a tag of a template stands for beside what a plugin
// registers.
func TestNamesInTemplates(t *testing.T) {
	l := library(t, "lamps", `, "exports": {".": "./index.tsx"}, "peerDependencies": {"vue": ">=3"}`, lamps)
	app := `{"name": "app", "dependencies": {"lamps": "^1.0.0", "vue": "^3.5.0", "icons": "^1.0.0"}}`
	main := "import { createApp } from 'vue';\nimport { Lamp } from 'lamps';\nimport Page from './Page.vue';\ncreateApp(Page).use(Lamp).mount('#app');\n"
	for _, test := range []struct{ name, script, use, want string }{
		{"a component of a plugin", "", `<Lamp label="a" />`, ""},
		{"of another package", "import { Edit } from 'icons';", `<Edit />`, ""},
		{"by an alias that is not known", "import Edit from '@up/Edit.vue';", `<Edit />`, ""},
		{"the component itself", "", `<Page />`, ""},
		{"a letter away", "", `<Lanp label="a" />`, "Page.vue:4 component-unbound Lanp?"},
		{"nothing that is known", "", `<Sextant />`, "Page.vue:4 component-unbound Sextant??"},
		{"slots that stand elsewhere", "import { h } from 'vue'; import { Wick } from 'lamps'; const slots = make(); const drawn = () => h(Wick, {}, slots);", `<i />`, ""},
		{"content", "import { h } from 'vue'; import { Wick } from 'lamps'; const drawn = () => h(Wick, {}, 'x');", `<i />`, "Page.vue:2 content-dropped default"},
	} {
		page := "<script setup>\n" + test.script + "\n</script>\n<template>" + test.use + "</template>\n"
		got, _ := found(t, l, app, map[string]string{"Page.vue": page, "main.js": main})
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: %s\nfound %q\nwant  %q", test.name, page, text, test.want)
		}
	}
}
