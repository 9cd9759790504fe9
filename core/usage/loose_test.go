package usage_test

import (
	"fmt"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/site"
	"steadysocket/core/usage"
)

func scanOf(t *testing.T, files map[string]string) *site.Scan {
	t.Helper()
	fsys := fstest.MapFS{}
	if files["package.json"] == "" {
		fsys["package.json"] = &fstest.MapFile{Data: []byte(`{"name": "app", "dependencies": {"lib": "^1.0.0", "vue": "^3.5.0"}}`)}
	}
	for name, text := range files {
		fsys[name] = &fstest.MapFile{Data: []byte(text)}
	}
	s, err := usage.Scan(fsys, usage.Options{Libraries: []string{"lib"}})
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// loose lists what stands for nothing, with its kind, and ? where a tool may tell.
func loose(s *site.Scan) string {
	var list []string
	for _, l := range s.Loose {
		text := fmt.Sprint(l.Kind, " ", l.Name)
		if l.Perhaps {
			text += "?"
		}
		list = append(list, text)
	}
	return strings.Join(list, ", ")
}

// TestLooseInModules holds which tags and names of JSX stand for nothing.
func TestLooseInModules(t *testing.T) {
	for text, want := range map[string]string{
		`export const A = () => <Lever />;`:                                                                "tag Lever",
		`import { Lever } from 'lib'; export const A = () => <Lever />;`:                                   "",
		`export const A = () => <lever><button/></lever>;`:                                                 "tag lever",
		`import { Button } from 'lib'; export const A = () => <p><button/><Button/></p>;`:                  "",
		`import { Button } from 'lib'; export const A = () => <p><button tone="x"/><Button/></p>;`:         "element button",
		`import { Button } from 'lib'; export const A = () => <p><button type="x" key="k"/><Button/></p>;`: "",
		`import { Button } from 'lib'; export const A = () => <button/>;`:                                  "element button",
		`import { Button } from 'lib'; export const A = () => <button/>; export const B = [Button];`:       "",
		`export const A = () => <p>{late}</p>;`:                                                            "name late",
		`export const A = ({ late }) => <p>{late}</p>;`:                                                    "",
		`export const A = (props) => { const { late } = props; return <p>{late}</p>; };`:                   "",
		`export const A = () => <p>{[1].map((n) => n + m)}</p>;`:                                           "name m",
		`export const A = () => { try { b(); } catch (late) { return <p>{late}</p>; } };`:                  "",
		`export const A = () => { for (const x of y) return <p>{x}</p>; };`:                                "",
		`export function A() { return <p>{B}{window.x}{JSON.stringify(A)}</p>; } class B {}`:               "",
		`export const A = () => <Ships.Row />; import * as Ships from './x';`:                              "",
		`export const A = () => <Ships.Row />;`:                                                            "tag Ships",
		`export const A = () => <><X.Y/>{late}</>; const X = {}; var late;`:                                "",
		`export const A = () => <p>{(function late() { return late; })()}{() => class In {}}</p>`:          "",
		`export const A = ({ rows }) => rows.map((row, at) => <p key={at} id={row}/>);`:                    "key at",
		`export const A = ({ rows }) => rows.map((row, at) => <p key={row.id} id={at}/>);`:                 "",
		`outside();`: "",
	} {
		if got := loose(scanOf(t, map[string]string{"a.jsx": text})); got != want {
			t.Errorf("%s\nfound %q, want %q", text, got, want)
		}
	}
	// A type checker tells of names, and of no tags in another letter case.
	if got := loose(scanOf(t, map[string]string{"a.tsx": `export const A = () => <p><lever/>{late}</p>;`})); got != "tag lever" {
		t.Errorf("in a checked file %q is found", got)
	}
}

// TestLooseInTemplates holds which tags and names of a template stand for nothing, by what
// its script declares in either style.
func TestLooseInTemplates(t *testing.T) {
	setup := func(script, template string) string {
		return "<script setup>\n" + script + "\n</script>\n<template>" + template + "</template>\n"
	}
	options := func(options, template string) string {
		return "<script>\nexport default { " + options + " };\n</script>\n<template>" + template + "</template>\n"
	}
	for text, want := range map[string]string{
		setup("", "<p>{{ late }}</p>"):                                "name late",
		setup("const late = 1;", "<p :title=\"late\">{{ late }}</p>"): "",
		setup("import { late } from './x';", "<p>{{ late.x }}</p>"):   "",
		setup("defineProps(['late']);", "<p>{{ late }}</p>"):          "",
		"<script setup lang=\"ts\">\ndefineProps<{ late: boolean }>();\n</script>\n<template><p>{{ late }}{{ gone }}</p></template>\n": "name gone",
		setup("", "<p v-for=\"(row, at) in rows\" :key=\"row\">{{ row }}</p>"):                                                         "name rows",
		setup("const rows = [];", "<p v-for=\"(row, at) in rows\" :key=\"at\">{{ row }}</p>"):                                          "key at",
		setup("import { Row } from 'lib';", "<Row><template #a=\"{ x }\">{{ x }}{{ y }}</template>{{ x }}</Row>"):                      "name y, name x",
		setup("", "<p @click=\"go($event, $attrs.x, Math.max(1))\"/>"):                                                                 "name go",
		setup("", "<Lever/><fare-tag/><p/>"):                                                                                           "tag Lever, tag fare-tag",
		setup("import { Lever } from 'lib';", "<lever/><Lever/>"):                                                                      "",
		setup("import { FareTag } from 'lib';", "<fare-tag/>"):                                                                         "",
		options("data() { return { late: 1 }; }, computed: { a() {}, ...mapState(['b']) }, methods: { go() {} }, props: { c: String }, inject: ['d']", "<p @click=\"go\">{{ late }}{{ a }}{{ b }}{{ c }}{{ d }}{{ e }}</p>"): "name e",
		options("data: () => ({ late: 1 }), setup() { return { a: 1 }; }", "<p>{{ late }}{{ a }}{{ b }}</p>"):                                                                                                                "name b",
		options("mixins: [x]", "<p>{{ late }}</p>"):                         "", // it may come from there
		options("computed: { ...others }", "<p>{{ late }}</p>"):             "",
		options("components: { Lever }", "<lever/><Gone/>"):                 "tag Gone",
		"<template><RouterLink/><Transition/><svg><path/></svg></template>": "",
	} {
		if got := loose(scanOf(t, map[string]string{"Page.vue": text})); got != want {
			t.Errorf("%s\nfound %q, want %q", text, got, want)
		}
	}
	registered := scanOf(t, map[string]string{"Page.vue": setup("", "<Anchor/><Late/><p>{{ $t('x') }}{{ money }}</p>"), "main.js": "app.component('Anchor', X); app.config.globalProperties.money = 1; import X from 'x';"})
	if got := loose(registered); got != "tag Late" {
		t.Errorf("beside registrations %q is found", got)
	}
	plugin := scanOf(t, map[string]string{"Page.vue": setup("", "<Late/>"), "main.js": "import kit from 'kit'; import { createPinia } from 'pinia'; app.use(createPinia()).use(kit);"})
	if got := loose(plugin); got != "tag Late?" {
		t.Errorf("beside a plugin %q is found", got)
	}
	nuxt := scanOf(t, map[string]string{"package.json": `{"name": "app", "dependencies": {"nuxt": "^3.15.0"}}`, "pages/a.vue": setup("", "<p>{{ late }}</p>")})
	if got := loose(nuxt); got != "name late?" {
		t.Errorf("where a tool imports by name %q is found", got)
	}
}

// TestForeignClasses holds which classes of a selector no markup of the app gives.
func TestForeignClasses(t *testing.T) {
	s := scanOf(t, map[string]string{
		"a.css": ".page .x1 { }\n.row--late .styles { }\n.joined-a { }\n.asked { }",
		"a.jsx": "import styles from './a.css';\nexport const A = ({ k }) => <p className='page' data-x={`joined-${k}`}>{styles.styles}{cx({ 'row--late': k })}{document.querySelector('.asked')}</p>;",
	})
	var got []string
	for _, u := range s.StyleUses {
		if len(u.Foreign) > 0 {
			got = append(got, u.Selector+": "+strings.Join(u.Foreign, " "))
		}
	}
	if text := strings.Join(got, "; "); text != ".asked: asked; .page .x1: x1; .asked: asked" && text != ".page .x1: x1; .asked: asked; .asked: asked" {
		t.Errorf("foreign are %q", text)
	}
}
