package reading

import (
	"bytes"
	"encoding/json"
	"io/fs"
	"maps"
	"os"
	"testing"
	"testing/fstest"

	"steadysocket/demo"
)

// within reads with another budget than the usual one, in bytes.
func within(t *testing.T, bytes int, fsys fs.FS, o Options) *Result {
	t.Helper()
	defer func(before int) { budget = before }(budget)
	budget = bytes
	result, err := Read(fsys, o)
	if err != nil {
		t.Fatal(err)
	}
	return result
}

// TestEvictingChangesNothing reads sources with all the memory there is, and so that
// all is evicted before each name: the outcome is the same to the byte.
func TestEvictingChangesNothing(t *testing.T) {
	sources := map[string]fs.FS{
		"console":      os.DirFS("../../console/src"),
		"declarations": os.DirFS("../../console/node_modules/react-aria-components"),
		"what holds for others": fstest.MapFS{
			"package.json": {Data: []byte(`{"name": "p", "exports": {".": "./index.ts", "./lamp": "./lamp.tsx"}}`)},
			"index.ts": {Data: []byte("import './more';\nexport * from './lamp';\nexport * from './all';\nexport * as ui from './all';\nexport { default } from './lamp';\n" +
				"export { gone } from './lamp';\nexport * from 'elsewhere';\n")},
			"all.ts": {Data: []byte("export { Shade as Cover, Shade } from './shade';\nimport { Shade } from './shade';\nexport const Both = Shade;\nexport type { Size } from './global';\n")},
			"shade.tsx": {Data: []byte("import { createContext, useContext } from 'react';\nimport { Lamp, type Base } from '.';\nexport const On = createContext({ on: false });\n" +
				"export interface ShadeProps extends Base { size?: Brightness; more: Extra }\n" +
				"export function Shade({ size = 'dim', more }: ShadeProps) { const { on } = useContext(On); return <Lamp kind={on ? 'x' : 'y'} />; }\n")},
			"lamp.tsx": {Data: []byte("/** What all have. */\nexport interface Base { kind?: 'x' | 'y' }\nexport function Lamp(p: Base & { children?: React.ReactNode }) { return <b className={p.kind}>{p.children}</b>; }\n" +
				"Lamp.Bulb = function Bulb(p: { watt: number }) { return <i>{p.watt}</i>; };\nexport default Lamp;\nexport function useLamp(b: Base): { on: boolean } { return { on: true }; }\n")},
			"global.d.ts": {Data: []byte("export type Size = 1 | 2;\ndeclare global { type Brightness = 'dim' | 'bright' }\n")},
			"more.ts":     {Data: []byte("import './global';\ndeclare module './lamp' { interface Base { added?: boolean } }\ndeclare global { interface Extra { a: 1 } }\nexport {};\n")},
		},
	}
	for _, release := range []string{"2.0.0", "2.1.0"} {
		dir := t.TempDir()
		if err := demo.Lay(dir, release); err != nil {
			t.Fatal(err)
		}
		sources["demo "+release] = os.DirFS(dir)
	}
	text := func(r *Result) []byte {
		data, err := json.Marshal(struct{ Listing, Conflicts any }{r.Listing, r.Conflicts})
		if err != nil {
			t.Fatal(err)
		}
		return data
	}
	for name, fsys := range sources {
		t.Run(name, func(t *testing.T) {
			entries := 0
			want := text(within(t, 1<<40, fsys, Options{Name: "p", Progress: func(int, int) { entries++ }}))
			if entries == 0 {
				t.Error("nobody is told of the progress")
			}
			for _, bytes := range []int{0, 1 << 10, 1 << 16, 1 << 20} {
				if got := text(within(t, bytes, fsys, Options{Name: "p"})); string(got) != string(want) {
					t.Errorf("a budget of %d bytes changes what is read:\n%s\nwant\n%s", bytes, got, want)
				}
			}
			kept := shelf{}
			for range 2 { // what is kept is the same, and what is made of it
				if got := text(within(t, 0, fsys, Options{Name: "p", Kept: kept})); !bytes.Equal(got, want) {
					t.Errorf("evicting changes what is kept:\n%s\nwant\n%s", got, want)
				}
			}
		})
	}
}

// TestOrderOfNames holds that a component is known by the first of its names, by
// modules and in them, in whatever order the files are read.
func TestOrderOfNames(t *testing.T) {
	fsys := fstest.MapFS{
		"package.json": {Data: []byte(`{"name": "p", "exports": {".": "./index.ts", "./a": "./a.tsx", "./z": "./z.tsx"}}`)},
		// What namespaces hold is known by their trees only: it is read where its name stands.
		"index.ts": {Data: []byte("export { Zed as Beta } from './z';\nexport * as Mid from './a';\nexport { Zoo } from './a';\nexport { Able } from './a';\nexport * as Aside from './z';\n")},
		"a.tsx":    {Data: []byte("export function Zoo() { return <b />; }\nexport function Able() { return <i />; }\nexport function Only() { return <u />; }\n")},
		"z.tsx":    {Data: []byte("export function Zed() { return <b />; }\nexport default Zed;\nexport function Late() { return <i />; }\n")},
	}
	for name, bytes := range map[string]int{"all at once": 1 << 40, "one by one": 0} {
		got := map[string]string{}
		for _, c := range within(t, bytes, fsys, Options{}).Listing.Components {
			text := c.Export.Module + " " + c.Export.Name
			for _, also := range c.Export.Also {
				text += ", " + also.Module + " " + also.Name
			}
			got[c.Component] = text
		}
		want := map[string]string{
			"Able": ". Able, . Mid.Able, ./a Able", "Zoo": ". Zoo, . Mid.Zoo, ./a Zoo", "Only": "./a Only, . Mid.Only",
			"Aside.Zed": ". Zed, . Beta, ./z Zed, ./z default", "Aside.Late": ". Late, ./z Late",
		}
		if !maps.Equal(got, want) {
			t.Errorf("%s: the components are reached by\n%v\nwant\n%v", name, got, want)
		}
	}
}
