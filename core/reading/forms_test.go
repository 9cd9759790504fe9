package reading

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"steadysocket/core/contract"
)

// reliedOn lists what an app relies on in a component, as far as each form of publishing it
// can tell.
func reliedOn(c *contract.Contract) string {
	var list []string
	for _, p := range c.Props {
		list = append(list, fmt.Sprintf("prop %s %s: %v required %v", p.Name, p.Spelled.Attribute, p.Type.T, p.Required))
	}
	for _, e := range c.Events {
		list = append(list, "event "+e.Spelled.Or(e.Name))
	}
	for _, s := range c.Slots {
		text := "slot " + s.Spelled.Or(s.Name)
		if s.Gives != nil {
			for _, f := range s.Gives.Fields {
				text += " " + f.Name
			}
		}
		list = append(list, text)
	}
	for _, h := range c.StyleHooks.CSSParts {
		list = append(list, "part "+h.Name)
	}
	slices.Sort(list)
	return strings.Join(list, "\n")
}

// TestFormsAgree reads the same component from its source, from what a build makes of
// it, and from a description file alone: the three say the same.
func TestFormsAgree(t *testing.T) {
	tests := []struct {
		name  string
		want  []string // that must be among the facts, so that three empty ones do not agree
		forms map[string]map[string]string
	}{
		{"vue", []string{"prop label : string required yes", "prop tone : 'calm' | 'urgent' required no", "event settle", "event update:open", "slot default", "slot row id at"}, map[string]map[string]string{
			"source": {
				"package.json": `{ "name": "lib", "version": "1.0.0", "exports": "./src/index.ts", "peerDependencies": { "vue": "3" } }`,
				"src/index.ts": "export { default as FareTag } from './FareTag.vue'",
				"src/FareTag.vue": `<script setup lang="ts">
defineProps<{ label: string; tone?: 'calm' | 'urgent'; open?: boolean }>()
defineEmits<{ settle: [pence: number]; 'update:open': [value: boolean] }>()
defineSlots<{ default(): any; row(given: { id: string; at: number }): any }>()
</script>
<template><div><slot /><slot name="row" id="a" :at="1" /></div></template>`,
			},
			"built": {
				"package.json":    `{ "name": "lib", "version": "1.0.0", "exports": { ".": { "types": "./dist/index.d.ts", "import": "./dist/index.js" } }, "peerDependencies": { "vue": "3" } }`,
				"dist/index.js":   "export {}",
				"dist/index.d.ts": "export { default as FareTag } from './FareTag.vue.js'",
				"dist/FareTag.vue.d.ts": `type Props = { label: string; tone?: 'calm' | 'urgent'; open?: boolean };
declare const _default: import('vue').DefineComponent<Props, {}, {}, {}, {}, import('vue').ComponentOptionsMixin, import('vue').ComponentOptionsMixin,
  { settle: (pence: number) => any; 'update:open': (value: boolean) => any }, string, import('vue').PublicProps,
  Readonly<Props> & Readonly<{ onSettle?: (pence: number) => any; 'onUpdate:open'?: (value: boolean) => any }>, { open: boolean }, {}, {}, {}, string,
  import('vue').ComponentProvideOptions, false, {}, HTMLDivElement>;
declare const made: { new (): { $slots: { default(): any; row(given: { id: string; at: number }): any } } } & typeof _default;
export default made;`,
			},
			"described": {
				"package.json": `{ "name": "lib", "version": "1.0.0", "web-types": "./web-types.json", "main": "./index.min.js", "peerDependencies": { "vue": "3" } }`,
				"index.min.js": "export const q = 1",
				"web-types.json": `{ "framework": "vue", "name": "lib", "version": "1.0.0", "contributions": { "html": { "vue-components": [ { "name": "FareTag",
  "props": [ { "name": "label", "type": "string", "required": true }, { "name": "tone", "type": "'calm' | 'urgent'" }, { "name": "open", "type": "boolean" } ],
  "slots": [ { "name": "default" }, { "name": "row", "vue-properties": [ { "name": "id", "type": "string" }, { "name": "at", "type": "number" } ] } ],
  "js": { "events": [ { "name": "settle", "arguments": [ { "name": "pence", "type": "number" } ] }, { "name": "update:open", "arguments": [ { "name": "value", "type": "boolean" } ] } ] } } ] } } }`,
			},
		}},
		{"web component", []string{"prop rowCount row-count: number required no", "prop tone tone: 'calm' | 'urgent' required no", "event settle", "slot default", "slot note", "part base"}, map[string]map[string]string{
			"source": {
				"package.json": `{ "name": "lib", "version": "1.0.0", "exports": "./src/fare-tag.ts", "peerDependencies": { "lit": "3" } }`,
				"src/fare-tag.ts": `import { LitElement, html } from 'lit';
import { customElement, property, state } from 'lit/decorators.js';
@customElement('fare-tag')
export class FareTag extends LitElement {
  @property({ reflect: true }) tone: 'calm' | 'urgent' = 'calm';
  @property({ type: Number, attribute: 'row-count' }) rowCount = 3;
  @state() private busy = false;
  render() { return html` + "`<p part=\"base\"><slot></slot><slot name=\"note\"></slot></p>`" + `; }
  close() { this.dispatchEvent(new CustomEvent('settle')); }
}`,
			},
			"built": {
				"package.json": `{ "name": "lib", "version": "1.0.0", "exports": { ".": { "types": "./dist/fare-tag.d.ts", "import": "./dist/fare-tag.js" } }, "peerDependencies": { "lit": "3" } }`,
				"dist/fare-tag.d.ts": `import { LitElement } from 'lit';
export declare class FareTag extends LitElement {
  tone: 'calm' | 'urgent';
  rowCount: number;
  private busy;
  render(): import('lit').TemplateResult<1>;
  close(): void;
}
declare global { interface HTMLElementTagNameMap { 'fare-tag': FareTag } }`,
				"dist/fare-tag.js": `import { LitElement as L, html as x } from 'lit';
import { property as n, state as r } from 'lit/decorators.js';
var FareTag = class extends L {
  constructor() { super(); this.tone = 'calm'; this.rowCount = 3; this.busy = false; }
  render() { return x` + "`<p part=\"base\"><slot></slot><slot name=\"note\"></slot></p>`" + `; }
  close() { this.dispatchEvent(new CustomEvent('settle')); }
};
decorated([n({ reflect: true })], FareTag.prototype, 'tone', 2);
decorated([n({ type: Number, attribute: 'row-count' })], FareTag.prototype, 'rowCount', 2);
decorated([r()], FareTag.prototype, 'busy', 2);
export { FareTag };`,
			},
			"described": {
				"package.json": `{ "name": "lib", "version": "1.0.0", "customElements": "custom-elements.json", "main": "./index.min.js", "peerDependencies": { "lit": "3" } }`,
				"index.min.js": "export const q = 1",
				"custom-elements.json": `{ "schemaVersion": "1.0.0", "modules": [ { "kind": "javascript-module", "path": "src/fare-tag.js", "declarations": [ { "kind": "class", "name": "FareTag", "tagName": "fare-tag", "customElement": true,
  "members": [ { "kind": "field", "name": "tone", "type": { "text": "'calm' | 'urgent'" }, "attribute": "tone", "reflects": true }, { "kind": "field", "name": "rowCount", "type": { "text": "number" }, "attribute": "row-count" },
    { "kind": "field", "name": "busy", "privacy": "private" }, { "kind": "method", "name": "close" } ],
  "events": [ { "name": "settle" } ], "slots": [ { "name": "" }, { "name": "note" } ], "cssParts": [ { "name": "base" } ] } ] } ] }`,
			},
		}},
	}
	for _, test := range tests {
		var first string
		for _, form := range []string{"source", "built", "described"} {
			r, err := readFiles(t, test.forms[form], Options{})
			if err != nil {
				t.Fatalf("%s, %s: %v", test.name, form, err)
			}
			if len(r.Listing.Components) != 1 {
				t.Fatalf("%s, %s: %d components; %v", test.name, form, len(r.Listing.Components), r.Listing.Unread)
			}
			got := reliedOn(&r.Listing.Components[0])
			if first == "" {
				first = got
			}
			if got != first {
				t.Errorf("%s, %s:\n%s\nthe source says\n%s", test.name, form, got, first)
			}
		}
		for _, want := range test.want {
			if !slices.Contains(strings.Split(first, "\n"), want) {
				t.Errorf("%s: %q is not among\n%s", test.name, want, first)
			}
		}
	}
}

// TestMixins holds how classes are put together: what is applied last stands nearest,
// helpers hand mixins on, accessors keep the attribute that a farther class declared,
// and comments of scripts tell types.
func TestMixins(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json": `{ "name": "lib", "version": "1.0.0", "exports": "./src/tag.js", "peerDependencies": { "lit": "3" } }`,
		"src/tag.js": `import { LitElement } from 'lit';
import { once } from 'helpers';
const Far = (base) => class extends base {
  static get properties() { return { shown: { type: Boolean, attribute: 'is-shown' }, deep: { type: String } }; }
};
const FarOnce = once(Far);
const Near = (base) => class extends FarOnce(base) {
  static get properties() { return { deep: { attribute: false }, mode: { type: String } }; }
  get shown() { return this.hasAttribute('is-shown'); }
  set shown(value) { this.toggleAttribute('is-shown', value); }
  constructor() {
    super();
    /** @type {'begin' | 'all'} */
    this.mode = 'all';
  }
};
export class MixedTag extends Near(Far(LitElement)) {}
customElements.define('mixed-tag', MixedTag);`,
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	got := reliedOn(&r.Listing.Components[0])
	want := "prop deep : <nil> required no\nprop mode mode: 'begin' | 'all' required no\nprop shown is-shown: boolean required no"
	if got != want || !r.Listing.Components[0].Complete {
		t.Errorf("complete %v:\n%s\nwant\n%s\n%v", r.Listing.Components[0].Complete, got, want, r.Listing.Unread)
	}
}

// TestInstalled holds how components are reached that a plugin registers: by name, by
// their own names, all of a list, a record or a module.
func TestInstalled(t *testing.T) {
	one := func(name string) string {
		return "export default { name: '" + name + "', props: ['a'], template: '<p>{{ a }}</p>' }"
	}
	tests := []struct{ install, want string }{
		{"import A from './A'; export default { install(app) { app.component('fl-a', A); } }", "FlA"},
		{"import A from './A'; import B from './B'; export default function (app) { app.component(A.name, A); app.component('Other', B); }", "FlAlpha Other"},
		{"import A from './A'; import B from './B'; const all = [A, B]; export function install(app) { all.forEach(c => app.component(c.name, c)); }", "FlAlpha FlBeta"},
		{"import A from './A'; import B from './B'; const all = { One: A, Two: B }; const install = app => { for (const key in all) app.component(key, all[key]) }; export default { install }", "One Two"},
		{"import * as all from './all'; export default { install(app) { Object.keys(all).forEach(k => app.component(k, all[k])) } }", "FlAlpha FlBeta"},
		{"import A from './A'; export { default as Alpha } from './A'; export default { install(app) { app.component('fl-a', A); } }", "Alpha=FlA"},
		{"import A from './A'; export { A }; export default { install(app) { app.component('A', A); } }", "A"},
	}
	for _, test := range tests {
		r, err := readFiles(t, map[string]string{"package.json": `{ "name": "lib", "exports": "./index.js", "peerDependencies": { "vue": "3" } }`, "index.js": test.install,
			"A.js": one("fl-alpha"), "B.js": one("fl-beta"), "all.js": "export { default as Alpha } from './A'; export { default as Beta } from './B'"}, Options{})
		if err != nil {
			t.Fatal(err)
		}
		var got []string
		for _, c := range r.Listing.Components {
			name := c.Export.Name
			for _, also := range c.Export.Also {
				name += "=" + also.Name
			}
			got = append(got, name)
		}
		slices.Sort(got)
		if strings.Join(got, " ") != test.want {
			t.Errorf("%s:\n%v, want %s", test.install, got, test.want)
		}
	}
}

// TestDefinedTwice holds that a tag of two classes is told.
func TestDefinedTwice(t *testing.T) {
	r, err := readFiles(t, map[string]string{"package.json": `{ "name": "lib", "exports": "./index.js" }`,
		"index.js": "export class A extends HTMLElement {}\ncustomElements.define('fl-a', A);\nexport class B extends HTMLElement {}\ncustomElements.define('fl-a', B);"}, Options{Framework: "web component"})
	if err != nil {
		t.Fatal(err)
	}
	if len(r.Listing.Unread) != 1 || !strings.Contains(r.Listing.Unread[0].Why, "fl-a is defined twice, by A at index.js:1") {
		t.Errorf("%+v", r.Listing.Unread)
	}
}

// seeds adds the files of a folder to a fuzz corpus.
func seeds(f *testing.F, pattern string) {
	list, err := filepath.Glob(pattern)
	if err != nil || len(list) == 0 {
		f.Fatal(list, err)
	}
	for _, name := range list {
		data, err := os.ReadFile(name)
		if err != nil {
			f.Fatal(err)
		}
		f.Add(string(data))
	}
}

// FuzzReadVue holds that no single-file component brings the reader down, and that what
// it finds has a place.
func FuzzReadVue(f *testing.F) {
	seeds(f, "testdata/vue/*.vue")
	f.Add("<script setup>defineProps(x); const x = { ...x }</script><template><slot :name='a' v-bind='b' v-for='c of c'><slot/></template>")
	f.Fuzz(func(t *testing.T, text string) {
		readsWithPlaces(t, map[string]string{"package.json": `{ "name": "lib", "exports": "./index.ts", "peerDependencies": { "vue": "3" } }`, "index.ts": "export { default as A } from './A.vue'; export * from './A.vue'", "A.vue": text})
	})
}

// FuzzReadElement does the same for classes of custom elements and their manifests.
func FuzzReadElement(f *testing.F) {
	seeds(f, "testdata/elements/*.ts")
	f.Add("const M = b => class extends M(b) {}; export class A extends M(M(HTMLElement)) { static properties = { ...A.properties } }")
	f.Add(`{ "modules": [ { "path": "a.ts", "declarations": [ { "kind": "class", "name": "A", "tagName": "a-b", "members": [ { "kind": "field", "name": "", "type": { "text": "A<" } } ] } ] } ] }`)
	f.Fuzz(func(t *testing.T, text string) {
		readsWithPlaces(t, map[string]string{"package.json": `{ "name": "lib", "exports": "./a.ts", "customElements": "a.json", "peerDependencies": { "lit": "3" } }`, "a.ts": text, "b.d.ts": text, "b.js": text, "a.json": text})
	})
}

func readsWithPlaces(t *testing.T, files map[string]string) {
	r, err := readFiles(t, files, Options{})
	if err != nil {
		return
	}
	for _, c := range r.Listing.Components {
		if c.At == nil || c.Component == "" {
			t.Errorf("%q has no place or name", c.Component)
		}
	}
}

// TestSlotsToldApart holds that slots whose spellings come to one name have names of their
// own: what is under a name is one thing.
func TestSlotsToldApart(t *testing.T) {
	for _, test := range []struct{ members, names string }{
		{"label?: React.ReactNode; onLabel?: React.ReactNode", "label onLabel"},
		{"title?: React.ReactNode; renderTitle?: (of: string) => React.ReactNode", "renderTitle title"},
		{"onLabel?: React.ReactNode", "label"},
		{"renderTitle?: (of: string) => React.ReactNode; onTitle: () => void", "title"},
		{"children?: React.ReactNode; renderRow?: (of: string) => React.ReactNode", "default row"},
	} {
		c, _ := component(t, "export declare function X(props: { "+test.members+" }): React.ReactElement;")
		var names []string
		for _, s := range c.Slots {
			names = append(names, s.Name)
		}
		slices.Sort(names)
		if got := strings.Join(names, " "); got != test.names {
			t.Errorf("the slots of %s are called %s, not %s", test.members, got, test.names)
		}
	}
}

// TestOwnModulesDeclared holds that a package is read whose types file declares its modules
// by name, some of them in several pieces.
func TestOwnModulesDeclared(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json": `{"name": "@quay/kit", "version": "1.0.0", "types": "kit.d.ts", "peerDependencies": {"react": "19"}}`,
		"kit.d.ts": `declare module '@quay/kit/src/lamp' {
  import { ReactNode } from 'react';
  import { Tone } from '@quay/kit/src/tone';
  export interface LampProps { tone: Tone; children?: ReactNode }
  export const Lamp: (props: LampProps) => ReactNode;
}
declare module '@quay/kit/src/tone' { export type Tone = 'calm' | 'loud'; }
declare module '@quay/kit' { export * from '@quay/kit/src/lamp'; }
declare module '@quay/kit' { export type Words = { 'lamp.label': any }; }
`}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	c := r.Listing.Component("Lamp")
	if c == nil || len(r.Listing.Exports) != 2 || len(r.Listing.Unread) != 0 {
		t.Fatalf("components are %+v, exports %+v, unread %+v", r.Listing.Components, r.Listing.Exports, r.Listing.Unread)
	}
	if tone := c.Props[0]; tone.Name != "tone" || len(tone.Values) != 2 || tone.Required != contract.Yes || len(c.Slots) != 1 {
		t.Errorf("the lamp takes %+v and %+v", tone, c.Slots)
	}
}

// TestDefaultNames holds what default exports are called: by the name that people gave
// them, else by the place where they stand.
func TestDefaultNames(t *testing.T) {
	declared := func(name string) string {
		return "import * as React from 'react';\ndeclare const " + name + ": (p: { a: string }) => React.JSX.Element;\nexport default " + name + ";\n"
	}
	for _, test := range []struct{ file, text, want string }{
		{"Table.d.ts", declared("_default"), "Table"},
		{"Table.d.ts", declared("Named"), "Named"},
		{"side-bar/index.d.ts", declared("_default"), "SideBar"},
		{"index.d.ts", declared("default_1"), "RcTable"},
		{"index.d.ts", "export default function (p: { a: string }): React.JSX.Element;\n", "RcTable"},
	} {
		files := map[string]string{"package.json": `{ "name": "@saltmarsh/rc-table", "types": "./main.d.ts" }`, test.file: test.text, "main.d.ts": fmt.Sprintf("export { default } from './%s';\n", strings.TrimSuffix(test.file, ".d.ts"))}
		r, err := readFiles(t, files, Options{})
		if err != nil {
			t.Fatal(err)
		}
		if l := r.Listing; len(l.Components) != 1 || l.Components[0].Component != test.want || l.Components[0].Export.Name != "default" {
			t.Errorf("%s: the components are %+v, want %s", test.file, l.Components, test.want)
		}
	}
}

// TestRequiredBesideWhatIsMissing holds that a member is said to be required, or not to be,
// only where no way that could not be read may say otherwise.
func TestRequiredBesideWhatIsMissing(t *testing.T) {
	r, err := readFiles(t, map[string]string{"package.json": `{ "name": "lib", "types": "./index.d.ts", "peerDependencies": { "react": "19" } }`, "index.d.ts": `
import * as React from 'react';
import type { Missing } from 'nowhere';
export declare function Both(p: { a: string; b: string; c?: string } | { b: string; d: string }): React.JSX.Element;
export declare function Partly(p: { a: string; b?: string } | Missing): React.JSX.Element;
export declare function Wholly(p: { a: string } & Missing): React.JSX.Element;
`}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	got := map[string]string{}
	for _, c := range r.Listing.Components {
		for _, p := range c.Props {
			got[c.Component+"."+p.Name] = p.Required.String()
		}
	}
	for name, want := range map[string]string{"Both.a": "no", "Both.b": "yes", "Both.c": "no", "Both.d": "no", "Partly.a": "unknown", "Partly.b": "no", "Wholly.a": "yes"} {
		if got[name] != want {
			t.Errorf("whether %s is required is said to be %q, want %q", name, got[name], want)
		}
	}
}
