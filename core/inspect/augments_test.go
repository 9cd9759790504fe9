package inspect_test

import (
	"strings"
	"testing"
)

// TestDeclarationsOfTheApp holds that what an app adds to a package's declarations is
// there, and that what it does not add is not.
func TestDeclarationsOfTheApp(t *testing.T) {
	l := published(t, declared)
	for _, test := range []struct{ name, added, code, want string }{
		{"a value", "declare module 'kit' { interface PanelTones { dark: true } }", `import { Panel } from 'kit'; export const A = () => <Panel tone="dark" />;`, ""},
		{"another value", "declare module 'kit' { interface PanelTones { dark: true } }", `import { Panel } from 'kit'; export const A = () => <Panel tone="dork" />;`, "a.tsx:1 value-unknown tone"},
		{"by a module of the package", "declare module 'kit/es/panel' { interface PanelTones { dark: true } }", `import { Panel } from 'kit'; export const A = () => <Panel tone="dark" />;`, ""},
		{"of another package", "declare module 'kite' { interface PanelTones { dark: true } }", `import { Panel } from 'kit'; export const A = () => <Panel tone="dark" />;`, "a.tsx:1 value-unknown tone"},
		{"a prop", "declare module 'kit' { interface PanelProps { depth?: number } }", `import { Panel } from 'kit'; export const A = () => <Panel depth={1} />;`, ""},
		{"a prop of all components", "declare module 'react' { interface Attributes { css?: string } }", `import { Panel } from 'kit'; export const A = () => <Panel css="x" />;`, ""},
		{"a global one", "declare global { namespace JSX { interface IntrinsicAttributes { 'data-css'?: string; css?: string } } }", `import { Panel } from 'kit'; export const A = () => <Panel css="x" />;`, ""},
		{"no declaration of it", "declare module 'react' { interface Attributes { style?: string } }", `import { Panel } from 'kit'; export const A = () => <Panel css="x" />;`, "a.tsx:1 member-unknown css?"},
		{"more than is listed", "import { More } from './more';\ndeclare module 'kit' { interface PanelProps extends More {} }", `import { Panel } from 'kit'; export const A = () => <Panel depth={1} />;`, "a.tsx:1 member-unknown depth??"},
		{"more of another", "import { More } from './more';\ndeclare module 'kit' { interface LeverProps extends More {} }", `import { Panel } from 'kit'; export const A = () => <Panel depth={1} />;`, "a.tsx:1 member-unknown depth?"},
		{"a name", "declare module 'kit' { export const Crane: string; type Hoist = string }", `import { Crane } from 'kit'; import type { Hoist } from 'kit'; export const A = Crane;`, ""},
		{"a name of another package", "declare module 'kite' { export const Crane: string }", `import { Crane } from 'kit'; export const A = Crane;`, "a.tsx:1 import-unknown Crane"},
		{"in a block that is no declaration", "export const kit = `declare module 'kit' { interface PanelTones { dark: true } }`;", `import { Panel } from 'kit'; export const A = () => <Panel tone="dark" />;`, "a.tsx:1 value-unknown tone"},
		{"an import of a declaration file", "import { Crane } from 'kit';\nexport type X = typeof Crane;", `import { Panel } from 'kit'; export const A = () => <Panel />;`, ""},

		{"a handler with more beside", "", `import { Panel } from 'kit'; type Both = ((why: 'gone' | 'late') => void) & { cancel(): void }; declare function debounced(): Both; export const A = () => <Panel onLeave={debounced()} />;`, ""},
		{"no handler", "", `import { Panel } from 'kit'; type Both = { a: 1 } & { cancel(): void }; declare function debounced(): Both; export const A = () => <Panel onLeave={debounced()} />;`, "a.tsx:1 handler-called onLeave"},
	} {
		got, _ := found(t, l, "", map[string]string{"a.tsx": test.code, "types/kit.d.ts": test.added})
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: %s\n%s\nfound %q\nwant  %q", test.name, test.added, test.code, text, test.want)
		}
	}
}

// TestNamesOfModules holds what tags stand for in an app that a package registers
// components in, as a module or as a layer: never a native element, and a component of the
// package only by its name.
func TestNamesOfModules(t *testing.T) {
	l := library(t, "lamps", `, "exports": {".": "./index.tsx"}, "peerDependencies": {"vue": ">=3"}`, lamps)
	app := `{"name": "app", "dependencies": {"lamps": "^1.0.0", "vue": "^3.5.0", "nuxt": "^4.0.0"}}`
	for _, how := range []string{"modules", "extends"} {
		for _, test := range []struct{ name, use, want string }{
			{"its component", `<Lamp label="a" />`, ""},
			{"its component, wrongly", `<Lamp labl="a" />`, "Page.vue:1 attribute-stray labl; Page.vue:1 member-missing label"},
			{"elements of HTML", `<div nosuch="x"><span title="x" /><button /></div>`, ""},
			{"elements of SVG", `<svg><path d="M0 0" /></svg>`, ""},
			{"what the tool brings", `<NuxtPage /><ClientOnly /><NuxtLink to="/" />`, ""},
			{"a letter away", `<Lanp label="a" />`, "Page.vue:1 component-unbound Lanp?"},
			{"something of another module", `<UCard />`, ""},
		} {
			got, _ := found(t, l, app, map[string]string{"Page.vue": "<template><main>" + test.use + "</main></template>\n", "nuxt.config.ts": "export default defineNuxtConfig({ " + how + ": ['lamps'] });\n"})
			if text := strings.Join(got, "; "); text != test.want {
				t.Errorf("%s, by %s: %s\nfound %q\nwant  %q", test.name, how, test.use, text, test.want)
			}
		}
	}
}
