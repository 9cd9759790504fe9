package reading

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"sort"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/contract"
	"steadysocket/core/site"
)

// expectations lists what the comments of a source say must be read, by line.
func expectations(t *testing.T, name string) map[int][]string {
	t.Helper()
	data, err := os.ReadFile(name)
	if err != nil {
		t.Fatal(err)
	}
	want := map[int][]string{}
	for i, line := range strings.Split(string(data), "\n") {
		parts := strings.Split(line, "//= ")
		for _, p := range parts[1:] {
			want[i+1] = append(want[i+1], strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(p), "-->")))
		}
	}
	return want
}

// facts lists what was read from a file, by line, in the words of the comments.
func facts(l *contract.Listing, file string) map[int][]string {
	got := map[int][]string{}
	note := func(line int, format string, args ...any) {
		got[line] = append(got[line], strings.TrimSpace(fmt.Sprintf(format, args...)))
	}
	required := func(f contract.Fact) string {
		return map[contract.Fact]string{contract.Yes: " required", contract.Unknown: " maybe"}[f]
	}
	unread := map[int]bool{}
	for _, u := range l.Unread {
		if u.At.File == file {
			unread[u.At.Line] = true
		}
	}
	for _, c := range l.Components {
		if c.At == nil {
			continue
		}
		line := c.At.Line
		if c.At.File != file {
			line = -1 // only what it takes over from here counts
		}
		if c.Root.Known {
			s := "root " + strings.Join(c.Root.Elements, " ")
			if c.Root.ChosenBy != "" {
				s += " by " + c.Root.ChosenBy
			}
			note(line, "%s", s)
		}
		for _, f := range c.PassThrough.To {
			note(line, "pass %s %s", f.To, f.Element)
		}
		if c.Handle != nil {
			note(line, "handle %s", c.Handle.Type)
		}
		if d := c.Deprecated; d != nil {
			note(line, "deprecated %s %s %s", d.Since, d.Until, d.Successor)
		}
		for _, w := range c.TwoWay {
			note(line, "two %s/%s/%s %s", w.Value, w.Initial, w.Change, w.Held)
		}
		for _, tp := range c.TypeParameters {
			note(line, "type %s extends %s", tp.Name, tp.Constraint)
		}
		for _, b := range c.Bases {
			if b.At.File == file {
				note(b.At.Line, "base %s", b.Name)
			}
		}
		for _, p := range c.Props {
			if p.At.File != file {
				continue
			}
			s := "prop " + p.Name + ": " + p.Type.String() + required(p.Required)
			if p.Default.Kind == contract.DefaultValue {
				s += " = " + site.Value{V: p.Default.Value}.String()
			}
			if p.Role != "" {
				s += " " + string(p.Role)
			}
			if unread[p.At.Line] {
				s += " unread"
			}
			note(p.At.Line, "%s", s)
		}
		for _, x := range c.Slots {
			if x.At.File != file {
				continue
			}
			s := "slot " + x.Name + " " + string(x.Form) + required(x.Required)
			if x.Fallback == contract.Yes {
				s += " fallback"
			}
			if x.InLoop == contract.Yes {
				s += " loop"
			}
			if x.Gives != nil {
				s += " gives " + payload(x.Gives)
			}
			note(x.At.Line, "%s", s)
		}
		for _, x := range c.Events {
			if x.At.File != file {
				continue
			}
			note(x.At.Line, "event %s %s%s", x.Name, payload(x.Payload), required(x.Required))
		}
		for _, x := range c.Parts {
			if x.At.File == file {
				note(x.At.Line, "part %s", x.Name)
			}
		}
	}
	delete(got, -1)
	return got
}

func payload(p *contract.Payload) string {
	if p.Unknown {
		return "unknown"
	}
	var list []string
	for _, f := range p.Fields {
		list = append(list, f.Name)
	}
	if p.Positional {
		return "(" + strings.Join(list, ", ") + ")"
	}
	return "{ " + strings.Join(list, ", ") + " }"
}

// TestSourcesSayWhatIsRead holds sources against their own comments, both ways.
func TestSourcesSayWhatIsRead(t *testing.T) {
	t.Run("react", func(t *testing.T) {
		sourcesSay(t, "testdata/react", "Base type, CONSTANT constant, Loud type, notAComponent constant, sizes constant")
	})
	t.Run("vue", func(t *testing.T) {
		sourcesSay(t, "testdata/vue", "Shared type, default constant, helper constant, shared constant, sharedProps constant")
	})
}

// TestElementSourcesSayWhatIsRead does the same for custom elements, with what their
// comments have no words for.
func TestElementSourcesSayWhatIsRead(t *testing.T) {
	l := sourcesSay(t, "testdata/elements", "Base class, NOTE constant, Sized function, helper function")
	tag := l.Component("FareTag")
	for _, p := range tag.Props {
		want := map[string]string{"tone": "tone", "rowCount": "row-count", "shownOnly": "shown-only"}[p.Name]
		if p.Spelled.Attribute != want {
			t.Errorf("the attribute of %s is %q, want %q", p.Name, p.Spelled.Attribute, want)
		}
	}
	row := l.Component("SailingRow")
	for name, want := range map[string]string{"quay": "quay", "stops": "", "lane": "lane-no", "size": "size"} {
		if got := row.Prop(name).Spelled.Attribute; got != want {
			t.Errorf("the attribute of %s is %q, want %q", name, got, want)
		}
	}
	hooks := func(list contract.Hooks) (out []string) {
		for _, h := range list {
			out = append(out, strings.TrimSpace(h.Name+" "+h.Reflects))
		}
		return out
	}
	for what, pair := range map[string][2]string{
		"parts of FareTag":         {strings.Join(hooks(tag.StyleHooks.CSSParts), ", "), "base, told"},
		"attributes of FareTag":    {strings.Join(hooks(tag.StyleHooks.Data), ", "), "data-kind"},
		"parts of SailingRow":      {strings.Join(hooks(row.StyleHooks.CSSParts), ", "), "base, foot, open reflects open"},
		"attributes of SailingRow": {strings.Join(hooks(row.StyleHooks.Data), ", "), "open reflects open, size reflects size"},
		"properties of SailingRow": {strings.Join(hooks(row.StyleHooks.Properties), ", "), "--sailing-row-ink"},
	} {
		if pair[0] != pair[1] {
			t.Errorf("the %s are %q, want %q", what, pair[0], pair[1])
		}
	}
	if e := tag.Event("movedOn"); e.Bubbles != contract.Yes || e.Cancelable != contract.No || tag.Event("madeFirst").Cancelable != contract.Yes {
		t.Errorf("what events do is read as %+v", e)
	}
	if m := tag.Handle.Members; len(m) != 2 || m[0].Name != "width" || m[1].Name != "next" {
		t.Errorf("the handle is %+v", m)
	}
}

func sourcesSay(t *testing.T, dir, otherExports string) *contract.Listing {
	t.Helper()
	r, err := Read(os.DirFS(dir), Options{Name: "testdata"})
	if err != nil {
		t.Fatal(err)
	}
	files, err := filepath.Glob(dir + "/*.*")
	if err != nil || len(files) == 0 {
		t.Fatal(files, err)
	}
	for _, name := range files {
		file := filepath.Base(name)
		want, got := expectations(t, name), facts(r.Listing, file)
		lines := map[int]bool{}
		for n := range want {
			lines[n] = true
		}
		for n := range got {
			lines[n] = true
		}
		for n := range lines {
			a, b := unique(want[n]), unique(got[n])
			if strings.Join(a, "\n") != strings.Join(b, "\n") {
				t.Errorf("%s:%d: read %q, the source says %q", file, n, b, a)
			}
		}
	}
	var others []string
	for _, x := range r.Listing.Exports {
		others = append(others, x.Name+" "+x.Kind)
	}
	if got := strings.Join(others, ", "); got != otherExports {
		t.Errorf("other exports are %s", got)
	}
	return r.Listing
}

func unique(list []string) []string {
	seen := map[string]bool{}
	var out []string
	for _, s := range list {
		if !seen[s] {
			seen[s] = true
			out = append(out, s)
		}
	}
	sort.Strings(out)
	return out
}

func readFiles(t *testing.T, files map[string]string, o Options) (*Result, error) {
	t.Helper()
	fsys := fstest.MapFS{}
	for name, text := range files {
		fsys[name] = &fstest.MapFile{Data: []byte(text)}
	}
	return Read(fsys, o)
}

const manifest = `{ "name": "lib", "version": "1.0.0", "exports": "./src/index.ts", "peerDependencies": { "react": ">=18" } }`

// TestExports holds how components are reached: barrels, renames, defaults,
// modules, several ways to one.
func TestExports(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json":   `{ "name": "lib", "version": "1.0.0", "exports": { ".": "./src/index.ts", "./tides": { "types": "./dist/tides.d.ts", "import": "./dist/tides.js" }, "./x/*": "./src/x/*.ts" } }`,
		"src/index.ts":   "export * from './barrel';\nexport { A as Renamed, default as Plain } from './a';\nexport { B } from 'far';\nexport * as Space from './a';\n",
		"src/barrel.ts":  "export * from './c.js';\nexport { A } from './a';\n",
		"src/a.tsx":      "export const A = () => <a/>;\nexport default function Plain() { return <b/> }\n",
		"src/c.tsx":      "const Hidden = () => <i/>;\nexport { Hidden as Shown };\nexport class K extends React.Component {}\n",
		"src/tides.tsx":  "export const Tide = () => <u/>;\n",
		"src/unused.tsx": "export const Unused = () => <u/>;\n",
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, c := range r.Listing.Components {
		s := c.Component + " " + c.Export.Module + "#" + c.Export.Name + " " + c.Export.Kind
		for _, also := range c.Export.Also {
			s += " +" + also.Module + "#" + also.Name
		}
		got = append(got, s)
	}
	want := "A .#A named +.#Renamed +.#Space.A; K .#K named; Plain .#Plain named; Shown .#Shown named; Tide ./tides#Tide named"
	if s := strings.Join(got, "; "); s != want {
		t.Errorf("components are\n%s, want\n%s", s, want)
	}
	unread := ""
	for _, u := range r.Listing.Unread {
		unread += u.At.String() + " " + u.Component + ": " + u.Why + "\n"
	}
	for _, part := range []string{"src/index.ts:3:10 B: B is passed on from far, which is not here"} {
		if !strings.Contains(unread, part) {
			t.Errorf("%q is not among the unread:\n%s", part, unread)
		}
	}
}

func TestUntypedComponents(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json": manifest,
		"src/index.ts": "export * from './a.jsx'",
		"src/a.jsx":    "export function A({ tone = 'calm', children, renderRow, onGo, ...rest }) { return <p {...rest}>{children}{renderRow()}{tone}</p> }\nexport const Whole = (given) => <p>{given.tone}</p>",
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	c := r.Listing.Component("A")
	if c == nil {
		t.Fatal("A is not read")
	}
	tone := c.Prop("tone")
	if tone == nil || tone.Type.Known() || tone.Required != contract.No || tone.Default.Value != "calm" {
		t.Errorf("tone is %+v", tone)
	}
	if s := c.Slot("default"); s == nil || s.Required != contract.Unknown {
		t.Errorf("the default slot is %+v", s)
	}
	if s := c.Slot("row"); s == nil {
		t.Error("the slot row is not read")
	}
	if p := c.Prop("onGo"); p == nil || p.Type.Known() {
		t.Errorf("onGo, of which nothing is known, is %+v", p)
	}
	if len(c.PassThrough.To) != 1 {
		t.Errorf("pass-through is %+v", c.PassThrough)
	}
	if w := r.Listing.Component("Whole"); w == nil || w.Complete || len(w.Bases) != 1 || w.Bases[0].Name != "given" {
		t.Errorf("Whole, which keeps its props whole, is %+v", w)
	}
}

// TestMembersWithoutName reads props that nothing can give by name, and names
// that begin with more than one byte.
func TestMembersWithoutName(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json": manifest,
		"src/index.ts": "export * from './a'; export * from './b.jsx'",
		"src/a.tsx":    "export function A(p: { '': string; 'été'?: string; 'étéChange'?: (x: string) => void }) { return <p /> }",
		"src/b.jsx":    "export function B({ '': none, word }) { return <p>{none}{word}</p> }",
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	a, b := r.Listing.Component("A"), r.Listing.Component("B")
	if a == nil || len(a.Props) != 2 || a.Prop("été") == nil || b == nil || len(b.Props) != 1 {
		t.Errorf("A is %+v, B is %+v", a, b)
	}
	if u := r.Listing.Unread; len(u) != 1 || u[0].Component != "A" || !strings.Contains(u[0].Why, "no name") {
		t.Errorf("unread is %+v", u)
	}
}

// TestWrappersStandElsewhere reads a component whose wrapper, with its types,
// documentation and parts, stands in another module than the function.
func TestWrappersStandElsewhere(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json":  manifest,
		"src/index.ts":  "export * from './wrap'",
		"src/wrap.tsx":  "import { memo } from 'react';\nimport { Plain } from './plain';\ntype Given = { tone: 'calm' };\n/** Wraps. */\nexport const Wrapped = memo<Given>(Plain);\nexport const Bare = memo(Plain);\nWrapped.Row = Plain;",
		"src/plain.tsx": "// A long head, so that places of one file are none of the other.\n/** Is plain. */\ntype Given = { other: 1 };\nexport const Plain = ({ tone }) => <p>{tone}</p>;",
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	for name, want := range map[string]string{"Wrapped": "Wraps. [tone] [Wrapped.Row]", "Bare": " [tone] []", "Wrapped.Row": " [tone] []"} {
		c := r.Listing.Component(name)
		if c == nil {
			t.Errorf("%s is not read: %+v", name, r.Listing.Unread)
			continue
		}
		props, parts := []string{}, []string{}
		for _, p := range c.Props {
			props = append(props, p.Name)
		}
		for _, p := range c.Parts {
			parts = append(parts, p.Component)
		}
		if got := fmt.Sprint(c.Summary, " ", props, " ", parts); got != want {
			t.Errorf("%s is %q, want %q", name, got, want)
		}
	}
	if p := r.Listing.Component("Wrapped").Prop("tone"); p == nil || p.Type.String() != "'calm'" {
		t.Errorf("tone is %+v", p)
	}
}

// FuzzRead holds that no source of a library brings the reader down.
func FuzzRead(f *testing.F) {
	seeds, err := filepath.Glob("testdata/react/*.ts*")
	if err != nil || len(seeds) == 0 {
		f.Fatal(seeds, err)
	}
	for _, name := range seeds {
		data, err := os.ReadFile(name)
		if err != nil {
			f.Fatal(err)
		}
		f.Add(string(data))
	}
	f.Add("import * as self from './a'; export const A = B; export const B = self.A; export function C(p: { '': C; é: D }) { return <A /> } type D = D | E<D>; type E<T> = { [K in keyof T]: E<T[K]> }")
	f.Fuzz(func(t *testing.T, text string) {
		r, err := readFiles(t, map[string]string{"package.json": manifest, "src/index.ts": "export * from './a'", "src/a.tsx": text}, Options{})
		if err != nil {
			return
		}
		for _, c := range r.Listing.Components {
			if c.At == nil {
				t.Errorf("%s has no place", c.Component)
			}
		}
	})
}

func TestSidecar(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json": manifest,
		"src/index.ts": "export * from './A'; export * from './B'",
		"src/A.tsx":    "export const A = ({ n = 1, m }: { n?: number; m: string }) => <p data-m={m}>{n}</p>",
		"src/A.contract.yaml": `contract: 1
component: A
owner: fares
stage: ready
root: { elements: [div] }
styleHooks: { properties: [--ink], data: { data-m: other } }
props:
  n: { unit: pence, limits: { min: 0 }, default: { value: 2 } }
  m: { was: [k] }
  gone: string
guarantees: [{ state: busy, promise: quiet }]
`,
		"src/B.tsx":           "export const B = () => <p/>",
		"src/B.contract.yaml": "contract: 1\ncomponent: B\nprosp: {}\n",
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	c := r.Listing.Component("A")
	if c.Owner != "fares" || c.Stage != contract.StageReady || c.Prop("n").Unit != "pence" || c.Prop("m").Was[0].Name != "k" || len(c.Guarantees) != 1 {
		t.Errorf("the file's words are lost: %+v", c)
	}
	if v := c.Prop("n").Default.Value; fmt.Sprint(v) != "1" {
		t.Errorf("the default is %v; the source says 1 and wins", v)
	}
	if h := c.StyleHooks; len(h.Properties) != 1 || len(h.Data) != 1 || h.Data[0].Reflects != "reflects m" {
		t.Errorf("the style hooks are %+v", h)
	}
	var conflicts []string
	for _, x := range r.Conflicts {
		conflicts = append(conflicts, fmt.Sprintf("%s %s: %s|%s", x.Member, x.What, x.Source, x.File))
	}
	sort.Strings(conflicts)
	if s := strings.Join(conflicts, "; "); s != " root: {true false [p]  []}|{true false [div]  []}; prop gone prop: none|gone; prop n default: 1|2" {
		t.Errorf("conflicts are %s", s)
	}
	if len(r.Listing.Unread) != 1 || !strings.Contains(r.Listing.Unread[0].Why, `did you mean "props"?`) {
		t.Errorf("the broken file gives %+v", r.Listing.Unread)
	}
}

func TestSourcesThatCannotBeRead(t *testing.T) {
	tests := []struct {
		name  string
		files map[string]string
		o     Options
		want  string
	}{
		{"several packages", map[string]string{"package.json": `{"workspaces": ["p/*"]}`, "p/a/package.json": `{"name": "a"}`, "p/b/package.json": `{"name": "b"}`}, Options{},
			"the source holds 2 packages; say which with --package: a, b"},
		{"several packages of a workspace that its own file tells of", map[string]string{"package.json": `{"name": "all"}`, "pnpm-workspace.yaml": "packages: [p/*]", "p/a/package.json": `{"name": "a"}`, "p/b/package.json": `{"name": "b"}`}, Options{},
			"the source holds 2 packages; say which with --package: a, b"},
		{"no such package", map[string]string{"package.json": `{"name": "a"}`}, Options{Package: "c"}, "the source holds no package c; it holds a"},
		{"nothing", map[string]string{"readme.md": "x"}, Options{}, "the source holds no module to read; there should be a package.json with exports or main, or files that end in .ts, .tsx, .js, .jsx or .vue"},
		{"broken manifest", map[string]string{"package.json": "{\n  \"name\": 3\n}"}, Options{}, "package.json:2:11: this is not right JSON: name cannot be number"},
		{"no JSON", map[string]string{"package.json": "{"}, Options{}, "package.json:1:"},
		{"framework", map[string]string{"package.json": manifest, "src/index.ts": ""}, Options{Framework: "basic"}, `the framework "basic" is not read; there are readers for react, vue`},
	}
	for _, test := range tests {
		_, err := readFiles(t, test.files, test.o)
		if err == nil || !strings.HasPrefix(err.Error(), test.want) {
			t.Errorf("%s: %v, want %s", test.name, err, test.want)
		}
	}
	var several *SeveralPackages
	if _, err := readFiles(t, tests[0].files, Options{}); !errors.As(err, &several) {
		t.Error("several packages are not told by their own error")
	}
	r, err := readFiles(t, map[string]string{"package.json": `{"workspaces": ["p/*"]}`, "p/a/package.json": `{"name": "a"}`, "p/a/index.ts": "export const A = () => <p/>", "p/b/package.json": `{"name": "b"}`}, Options{Package: "a"})
	if err != nil || r.Dir != "p/a" {
		t.Errorf("one of several: %+v, %v", r, err)
	}
}

// TestBrokenFilesLoseOnlyThemselves reads a package with hostile files.
func TestBrokenFilesLoseOnlyThemselves(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json":   manifest,
		"src/index.ts":   "export * from './good'; export * from './bad'; export * from './binary'; export * from './circle'; export { Lost } from './good'; export * from './nowhere'",
		"src/good.tsx":   "export const Good = () => <p/>",
		"src/bad.tsx":    "export const Bad = ({ a }: { a: string }) => <p>{a;\nexport const After = () => <i/>",
		"src/binary.ts":  "\x00\xff\x01",
		"src/circle.ts":  "export * from './circle'; export * from './index'; export type T = T[]; interface I extends I {}",
		"src/unread.txt": "x",
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	if r.Listing.Component("Good") == nil || r.Listing.Component("After") == nil {
		t.Errorf("good components are lost: %+v", r.Listing.Components)
	}
	unread := fmt.Sprint(len(r.Listing.Unread))
	for _, u := range r.Listing.Unread {
		unread += "\n" + u.At.String() + " " + u.Why
	}
	for _, part := range []string{"src/bad.tsx:1:", "src/binary.ts:1:1 this is not text in UTF-8", "the exported name Lost is declared nowhere", "all of ./nowhere is passed on"} {
		if !strings.Contains(unread, part) {
			t.Errorf("%q is not told among %s", part, unread)
		}
	}
}

func TestDigestIsOfWhatWasRead(t *testing.T) {
	files := map[string]string{"package.json": manifest, "src/index.ts": "export const A = () => <p/>", "tsconfig.json": "{}", "docs/readme.md": "a"}
	digest := func() string {
		r, err := readFiles(t, files, Options{})
		if err != nil {
			t.Fatal(err)
		}
		return r.Listing.Source.Digest
	}
	before := digest()
	files["docs/readme.md"] = "b"
	if digest() != before {
		t.Error("a file that is not read changes the digest")
	}
	files["src/index.ts"] = "export const A = () => <i/>"
	if digest() == before {
		t.Error("a file that is read does not change the digest")
	}
}

// BenchmarkRead measures the reading of the test's sources again and again.
func BenchmarkRead(b *testing.B) {
	var fsys fs.FS = os.DirFS("testdata/react")
	for b.Loop() {
		if _, err := Read(fsys, Options{Name: "testdata"}); err != nil {
			b.Fatal(err)
		}
	}
}

// TestDeclarations reads components of which only declarations are there: what
// those cannot show is unknown.
func TestDeclarations(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json": `{ "name": "lib", "types": "./index.d.ts" }`,
		"index.d.ts": `import * as React from 'react';
/** Moves. @deprecated use Crank */
export declare const Lever: React.ForwardRefExoticComponent<{
  /** @default 'calm' */
  tone?: 'calm' | 'loud';
  size?: number;
} & React.RefAttributes<HTMLElement>> & { Knob: React.FC<{ at: number }> };
export declare function Notice(props: { title: string; children?: React.ReactNode }): React.JSX.Element;
export declare class Board extends React.Component<{ rows: number }> { static Cell: typeof Notice; private hidden; }
export declare const Limits: { max: number };
export declare function parse(text: string): number;
export declare function useTide(port: string): { high: number; low: number };`,
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, c := range r.Listing.Components {
		s := c.Component + ":"
		for _, p := range c.Props {
			s += fmt.Sprintf(" %s %s %v", p.Name, p.Required, p.Default.Kind)
		}
		for _, x := range c.Slots {
			s += fmt.Sprintf(" slot %s %s", x.Name, x.Fallback)
		}
		if c.Handle != nil {
			s += " " + c.Handle.Type.String()
		}
		if c.Kind == contract.KindComponent && (c.Root.Known || !c.PassThrough.Unknown) {
			s += " root or pass-through is taken for known"
		}
		got = append(got, s)
	}
	want := "Board: rows yes 0; Board.Cell: title yes 0 slot default unknown; Lever: tone no 1 size no 3 Ref<HTMLElement>; Lever.Knob: at yes 0; Notice: title yes 0 slot default unknown; useTide: port yes 0"
	if s := strings.Join(got, "; "); s != want {
		t.Errorf("read\n%s, want\n%s", s, want)
	}
	if d := r.Listing.Component("Lever").Deprecated; d == nil || d.Successor != "" || d.Note != "use Crank" { // which the package does not have
		t.Errorf("Lever is deprecated as %+v", d)
	}
	if len(r.Listing.Exports) != 2 || len(r.Listing.Unread) != 0 {
		t.Errorf("other exports are %+v, unread %+v", r.Listing.Exports, r.Listing.Unread)
	}
}

// TestTheConsolesOwnParts reads the console's shared parts as a library: every
// exported name in capitals is a component or stands among the unread, with its place.
func TestTheConsolesOwnParts(t *testing.T) {
	const dir = "../../console/src/parts"
	r, err := Read(os.DirFS(dir), Options{Name: "parts"})
	if err != nil {
		t.Fatal(err)
	}
	index, err := os.ReadFile(filepath.Join(dir, "index.ts"))
	if err != nil {
		t.Fatal(err)
	}
	unread := map[string]bool{}
	for _, u := range r.Listing.Unread {
		if u.At.Line == 0 || u.At.File == "" {
			t.Errorf("unread without a place: %+v", u)
		}
		unread[u.Component] = true
	}
	names := regexp.MustCompile(`\b[A-Z]\w+`).FindAllString(string(index), -1)
	if len(names) < 15 {
		t.Fatalf("the parts are %v", names)
	}
	for _, name := range names {
		c := r.Listing.Component(name)
		switch {
		case c == nil && !unread[name]:
			t.Errorf("%s is neither read nor among the unread", name)
		case c != nil && !c.Complete && len(c.Bases) == 0:
			t.Errorf("%s is not complete and does not say why", name)
		}
	}
	// Beside the source: what the file says.
	choose := r.Listing.Component("Choose")
	if choose == nil || len(choose.Props) != 4 || choose.Event("valueChange") == nil || len(choose.TwoWay) != 1 {
		t.Errorf("Choose is read as %+v", choose)
	}
	rows := r.Listing.Component("Rows")
	if rows == nil || len(rows.TypeParameters) != 1 || rows.Slot("row") == nil || rows.Slot("row").InLoop != contract.Yes {
		t.Errorf("Rows is read as %+v", rows)
	}
}

// TestModesAndLogic reads what a comment on a line cannot say: which members go
// together, which exclude each other, and what shared logic takes and gives.
func TestModesAndLogic(t *testing.T) {
	r, err := Read(os.DirFS("testdata/react"), Options{Name: "testdata"})
	if err != nil {
		t.Fatal(err)
	}
	var modes []string
	for _, m := range r.Listing.Component("Modes").Modes {
		s := fmt.Sprint(m.When)
		for _, x := range m.Members {
			s += fmt.Sprintf(" %s %v %v", x.Name, x.Absent, x.Required)
		}
		modes = append(modes, s)
	}
	if got := strings.Join(modes, "; "); got != "map[kind:link] href false yes press true no; map[kind:action] href true no press false yes" {
		t.Errorf("modes are %s", got)
	}
	if x := r.Listing.Component("Apart").Exclusions; len(x) != 1 || !x[0].InType || fmt.Sprint(x[0].When) != "map[open:true start:true]" {
		t.Errorf("exclusions are %+v", x)
	}
	u := r.Listing.Component("useTide")
	if u == nil || u.Kind != contract.KindLogic || !u.Root.None || len(u.Props) != 2 || u.Props[1].Required != contract.No || u.Result == nil || !u.Result.Positional || len(u.Result.Fields) != 2 {
		t.Errorf("useTide is %+v", u)
	}
	if h := r.Listing.Component("Handled").Handle; h == nil || len(h.Members) != 2 || h.Members[0].Name != "reset" {
		t.Errorf("the handle is %+v", h)
	}
}

// TestTooManyNames holds that a package with more names than are read says so.
func TestTooManyNames(t *testing.T) {
	var text strings.Builder
	for i := range maxEntries + 5 {
		fmt.Fprintf(&text, "export declare const a%d: 1;\n", i)
	}
	r, err := readFiles(t, map[string]string{"package.json": `{ "name": "many", "types": "index.d.ts" }`, "index.d.ts": text.String()}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	if len(r.Listing.Exports) != maxEntries || len(r.Listing.Unread) != 1 || !strings.Contains(r.Listing.Unread[0].Why, "gives out more than 20000 names") {
		t.Errorf("%d exports, unread %+v", len(r.Listing.Exports), r.Listing.Unread)
	}
}
