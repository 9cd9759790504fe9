package inspect_test

import (
	"slices"
	"strings"
	"testing"

	"steadysocket/core/contract"
)

// lamps is a small library of Vue.
var lamps = map[string]string{
	"index.tsx": "export { default as Lamp } from './Lamp.vue';\nexport { default as Wick } from './Wick.vue';\n",
	"Lamp.vue": `<script setup lang="ts">
defineProps<{ tone?: 'warm' | 'cold'; lit?: boolean; label: string; steps?: number; onDim?: (by: number) => void }>();
defineEmits<{ change: [lit: boolean]; 'update:steps': [steps: number] }>();
</script>
<template><div><slot name="shade" :height="3" :wide="true">shade</slot><slot /></div></template>
`,
	"Wick.vue": `<script setup lang="ts">
defineProps<{ length?: number }>();
</script>
<template><i /></template>
`,
}

// TestVueSites holds single uses in templates: what is found, and what is not.
func TestVueSites(t *testing.T) {
	l := library(t, "lamps", `, "exports": {".": "./index.tsx"}, "peerDependencies": {"vue": ">=3"}`, lamps)
	if len(l.Components) != 2 || l.Package.Framework != "vue" {
		t.Fatalf("the library is read as %d components of %s", len(l.Components), l.Package.Framework)
	}
	app := `{"name": "app", "dependencies": {"lamps": "^1.0.0", "vue": "^3.5.0"}}`
	for _, test := range []struct{ name, use, want string }{
		{"all is right", `<Lamp label="a" tone="warm" lit :steps="2" @change="on" @update:steps="on"><template #shade="{ height }">{{ height }}</template>text</Lamp>`, ""},
		{"a missing one", `<Lamp />`, "Page.vue:6 member-missing label"},
		{"another value", `<Lamp label="a" tone="worm" />`, "Page.vue:6 value-unknown tone"},
		{"a text for a number", `<Lamp label="a" steps="2" />`, "Page.vue:6 text-for-value steps"},
		{"a flag by its name", `<Lamp label="a" lit="lit" />`, ""},
		{"a letter away", `<Lamp label="a" lite />`, "Page.vue:6 attribute-stray lite"},
		{"an attribute of the root", `<Lamp label="a" title="x" data-x="1" />`, ""},
		{"an event that is not sent", `<Lamp label="a" @chance="on" />`, "Page.vue:6 event-unknown chance"},
		{"a native event on the root", `<Lamp label="a" @click="on" />`, ""},
		{"a model that is never changed", `<Lamp v-model:lit="lit" label="a" />`, "Page.vue:6 event-unknown update:lit"},
		{"a model that is", `<Lamp v-model:steps="on" label="a" />`, ""},
		{"a slot a letter away", `<Lamp label="a"><template #shape>x</template></Lamp>`, "Page.vue:6 slot-unknown shape"},
		{"another slot", `<Lamp label="a"><template #footer>x</template></Lamp>`, "Page.vue:6 slot-unknown footer"},
		{"what a slot does not give", `<Lamp label="a"><template #shade="{ hight }">{{ hight }}</template></Lamp>`, "Page.vue:6 slot-data-unknown shade"},
		{"a name that the slot gives and nobody takes", `<Lamp label="a"><template #shade>{{ height }}</template></Lamp>`, "Page.vue:6 inner-name shade"},
		{"content without a place", `<Wick>text</Wick>`, "Page.vue:6 content-dropped default"},
		{"a listener as a prop", `<Lamp label="a" :onChange="on" :onChange2="on" />`, "Page.vue:6 attribute-stray onChange2"},
		{"hyphens", `<lamp label="a" :on-dim="on" />`, ""},
	} {
		page := "<script setup>\nimport { Lamp, Wick } from 'lamps';\nconst on = 1;\nlet lit = true;\n</script>\n<template>" + test.use + "</template>\n"
		got, _ := found(t, l, app, map[string]string{"Page.vue": page})
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: %s\nfound %q\nwant  %q", test.name, test.use, text, test.want)
		}
	}
}

// TestModes holds uses of a component that comes in several forms.
func TestModes(t *testing.T) {
	l := library(t, "quay", `, "peerDependencies": {"react": ">=18"}`, map[string]string{"index.tsx": `
type Link = { kind: 'link'; to: string; onPush?: undefined };
type Push = { kind: 'push'; onPush: () => void; to?: undefined };
export function Lever(props: (Link | Push) & { label?: string }) { return <b>{props.kind}{props.label}</b>; }
`})
	if c := l.Component("Lever"); c == nil || len(c.Modes) != 2 {
		t.Fatalf("Lever is read as %+v", c)
	}
	for _, test := range []struct{ name, use, want string }{
		{"the one", `<Lever kind="link" to="/a" label="x" />`, ""},
		{"the other", `<Lever kind="push" onPush={() => 1} />`, ""},
		{"without what its form needs", `<Lever kind="link" />`, "page.jsx:2 member-missing to"},
		{"with what its form has not", `<Lever kind="link" to="/a" onPush={() => 1} />`, "page.jsx:2 combination-excluded onPush"},
		{"a form that is not known", `<Lever kind={kind} to="/a" />`, ""},
		{"no form", `<Lever label="x" />`, "page.jsx:2 member-missing kind"},
		{"no such form", `<Lever kind="pull" />`, "page.jsx:2 value-unknown kind"},
	} {
		got, _ := found(t, l, "", map[string]string{"page.jsx": "import { Lever } from 'quay';\nexport const Page = ({ kind }) => " + test.use + ";\n"})
		if text := strings.Join(got, "; "); text != test.want {
			t.Errorf("%s: %s\nfound %q\nwant  %q", test.name, test.use, text, test.want)
		}
	}
}

// TestServedContracts holds that contracts which were written and read again, as a service
// hands them out, find what those find that were read from source.
func TestServedContracts(t *testing.T) {
	l := library(t, "quay", `, "peerDependencies": {"react": ">=18"}`, map[string]string{"index.tsx": quay})
	data, err := l.JSON()
	if err != nil {
		t.Fatal(err)
	}
	served, err := contract.ParseListing("quay.json", data)
	if err != nil {
		t.Fatal(err)
	}
	app := map[string]string{"page.jsx": "import { Push, Sign } from 'quay';\nexport const Page = () => <div><Push tone='clam' onPush={(at, why) => why} /><Sign large /></div>;\n"}
	want, _ := found(t, l, "", app)
	got, _ := found(t, served, "", app)
	if !slices.Contains(want, "page.jsx:2 value-unknown tone") || !slices.Equal(got, want) {
		t.Errorf("found %v, from source %v", got, want)
	}
}
