package usage

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"reflect"
	"sort"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/site"
)

// words writes what a site gives as the comments of the test's sources do.
func words(s *site.Site) string {
	out := []string{s.Component, string(s.Form)}
	if len(s.Via) > 0 {
		out = append(out, "via", s.Via[0][strings.LastIndexByte(s.Via[0], '#')+1:])
	}
	kind := map[string]string{}
	for _, g := range s.Slots {
		kind[g.Spelled] = "#"
	}
	for _, g := range s.Events {
		kind[g.Spelled] = "@"
	}
	for _, g := range s.All() {
		if g.Position > 0 {
			g.Spelled = fmt.Sprint(g.Position)
		}
		switch mark := kind[g.Spelled]; {
		case g.Spread != "":
			text := "..." + g.Spread
			if len(g.Keys) > 0 {
				text += "[" + strings.Join(g.Keys, ",") + "]"
			}
			if len(g.Perhaps) > 0 {
				text += "?" + strings.Join(g.Perhaps, ",")
			}
			if g.Open {
				text += "+"
			}
			out = append(out, text)
		case g.Position > 0 && len(g.Keys) > 0:
			out = append(out, fmt.Sprint(g.Position, "=[", strings.Join(g.Keys, ","), "]"))
		case mark != "":
			text := takes(g.Takes)
			if mark == "#" {
				text = strings.TrimSuffix(text, "()")
			}
			out = append(out, mark+g.Name+text)
		case g.Literal != nil:
			out = append(out, g.Spelled+"="+g.Literal.String())
		case len(g.MayBe) > 0:
			var list []string
			for _, v := range g.MayBe {
				list = append(list, v.String())
			}
			text := g.Spelled + "~" + strings.Join(list, "|")
			if g.All {
				text += "!"
			}
			out = append(out, text)
		default:
			text := g.Spelled + "={" + g.Expression + "}" + takes(g.Takes)
			if g.Type != "" {
				text += ":" + g.Type
			}
			out = append(out, text)
		}
	}
	if s.Result != nil {
		out = append(out, "=>"+takes(s.Result))
	}
	return strings.Join(out, " ")
}

func takes(t *site.Takes) string {
	switch {
	case t == nil:
		return ""
	case t.Unknown:
		return "?"
	}
	var list []string
	for _, p := range t.Params {
		text := fmt.Sprint(p.Position, ":", strings.Join(p.Fields, ","))
		if p.All {
			text = fmt.Sprint(p.Position, ":*")
		}
		list = append(list, text)
	}
	return "(" + strings.Join(list, ";") + ")"
}

// TestSourcesSayWhatIsUsed holds an app against its own comments, both ways.
func TestSourcesSayWhatIsUsed(t *testing.T) {
	t.Run("react", func(t *testing.T) {
		sourcesSay(t, "testdata/react", map[string]int{"Props type": 3, "ports value": 1, "Timetable.reset value": 1})
	})
	t.Run("vue", func(t *testing.T) {
		s := sourcesSay(t, "testdata/vue", map[string]int{})
		var said []string
		for _, u := range s.Unread {
			said = append(said, fmt.Sprint(u.At.File, ": ", u.Why))
		}
		want := []string{
			"nuxt.config.ts: projects are laid over each other in a circle: . → base → .",
			"nuxt.config.ts: the project github:ferry/layer#v2 that this one is laid over stands in another repository, at v2",
		}
		if !reflect.DeepEqual(said, want) {
			t.Errorf("said %q, want %q", said, want)
		}
	})
	t.Run("elements", func(t *testing.T) { sourcesSay(t, "testdata/elements", map[string]int{}) })
}

func sourcesSay(t *testing.T, dir string, otherUses map[string]int) *site.Scan {
	t.Helper()
	s, err := Scan(os.DirFS(dir), Options{Libraries: []string{"lib"}, App: site.App{Name: "test"}})
	if err != nil {
		t.Fatal(err)
	}
	got := map[string][]string{}
	for i := range s.Sites {
		x := &s.Sites[i]
		key := fmt.Sprint(x.At.File, ":", x.At.Line)
		got[key] = append(got[key], words(x))
	}
	want := map[string][]string{}
	var files []string
	if err := filepath.WalkDir(dir, func(name string, d os.DirEntry, err error) error {
		if err == nil && !d.IsDir() {
			files = append(files, name)
		}
		return err
	}); err != nil {
		t.Fatal(err)
	}
	for _, name := range files {
		data, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		for i, line := range strings.Split(string(data), "\n") {
			for _, part := range strings.Split(line, "//= ")[1:] {
				key := fmt.Sprint(strings.TrimPrefix(filepath.ToSlash(name), dir+"/"), ":", i+1)
				for _, end := range []string{"*/}", "-->", "#}"} {
					part = strings.TrimSuffix(strings.TrimSpace(part), end)
				}
				want[key] = append(want[key], strings.TrimSpace(part))
			}
		}
	}
	keys := map[string]bool{}
	for key := range got {
		keys[key] = true
	}
	for key := range want {
		keys[key] = true
	}
	for key := range keys {
		sort.Strings(got[key])
		sort.Strings(want[key])
		if !reflect.DeepEqual(got[key], want[key]) {
			t.Errorf("%s: found %q, the source says %q", key, got[key], want[key])
		}
	}
	others := map[string]int{}
	for _, o := range s.OtherUses {
		others[o.Name+" "+o.Kind]++
	}
	if !reflect.DeepEqual(others, otherUses) {
		t.Errorf("other uses are %v, want %v", others, otherUses)
	}
	return s
}

func scanFiles(t *testing.T, files map[string]string) (*site.Scan, error) {
	t.Helper()
	fsys := fstest.MapFS{}
	for name, text := range files {
		fsys[name] = &fstest.MapFile{Data: []byte(text)}
	}
	return Scan(fsys, Options{Libraries: []string{"@saltmarsh/fairlead"}})
}

// FuzzScan holds that no source of an app brings the scanner down, and that
// every site it finds has a place and a component.
func FuzzScan(f *testing.F) {
	seeds, err := filepath.Glob("testdata/react/*.tsx")
	if err != nil || len(seeds) == 0 {
		f.Fatal(seeds, err)
	}
	for _, name := range seeds {
		data, err := os.ReadFile(name)
		if err != nil {
			f.Fatal(err)
		}
		f.Add(strings.ReplaceAll(string(data), "'lib", "'@saltmarsh/fairlead"))
	}
	f.Fuzz(func(t *testing.T, text string) {
		s, err := scanFiles(t, map[string]string{"package.json": `{ "name": "app" }`, "src/forms.tsx": text, "src/barrel.tsx": "export * from './forms'; export { Lever as Shared } from '@saltmarsh/fairlead'"})
		if err != nil {
			return
		}
		for _, x := range s.Sites {
			if x.At.Line < 1 || x.Component == "" || x.ID == "" {
				t.Errorf("a site is %+v", x)
			}
		}
	})
}

// FuzzScanTemplates does the same for templates and pages.
func FuzzScanTemplates(f *testing.F) {
	for _, pattern := range []string{"testdata/vue/*.vue", "testdata/elements/*.html", "testdata/elements/*.twig"} {
		seeds, err := filepath.Glob(pattern)
		if err != nil || len(seeds) == 0 {
			f.Fatal(pattern, err)
		}
		for _, name := range seeds {
			data, err := os.ReadFile(name)
			if err != nil {
				f.Fatal(err)
			}
			f.Add(strings.ReplaceAll(string(data), "'lib", "'@saltmarsh/fairlead"))
		}
	}
	f.Fuzz(func(t *testing.T, text string) {
		s, err := scanFiles(t, map[string]string{"package.json": `{ "name": "app", "dependencies": { "vue": "3", "@saltmarsh/fairlead": "1" } }`, "src/App.vue": text, "index.html": text, "page.php": text, "src/components/App.vue": text, "src/main.js": "import App from './App.vue'; app.component('fl-lever', App)"})
		if err != nil {
			return
		}
		for _, x := range s.Sites {
			if x.At.Line < 1 || x.Component == "" || x.ID == "" {
				t.Errorf("a site is %+v", x)
			}
		}
	})
}

func TestPackagesAndAliases(t *testing.T) {
	s, err := scanFiles(t, map[string]string{
		"package.json":      `{ "name": "app", "dependencies": { "@saltmarsh/fairlead": "^1.2.0" } }`,
		"package-lock.json": `{ "lockfileVersion": 3, "packages": { "node_modules/@saltmarsh/fairlead": { "version": "1.2.0" }, "node_modules/x/node_modules/@saltmarsh/fairlead": { "version": "1.0.0" } } }`,
		"tsconfig.json":     "{ // with comments\n \"extends\": \"./base\", \"compilerOptions\": { \"paths\": { \"~/*\": [\"./src/*\"], \"ui\": [\"./src/ui/index.ts\"] } }, }",
		"base.json":         `{ "compilerOptions": { "baseUrl": "." } }`,
		"src/ui/index.ts":   "export * from '@saltmarsh/fairlead';",
		"src/a.tsx":         "import { Notice } from '~/ui';\nimport { Plank } from 'ui';\nimport { Lever } from 'src/ui';\nexport const A = () => <><Notice/><Plank/><Lever/></>",
		"dist/a.js":         "import { Notice } from '@saltmarsh/fairlead'; <Notice/>",
		"src/old.jsx":       "// @ts-check\nimport { Notice } from '@saltmarsh/fairlead';\nexport default () => <Notice/>",
		"src/raw.jsx":       "import { Notice } from '@saltmarsh/fairlead';\nexport default () => <Notice/>",
	})
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, x := range s.Sites {
		got = append(got, fmt.Sprint(x.ID, " ", x.Checked))
	}
	want := "src/a.tsx#A/Notice/1 true; src/a.tsx#A/Plank/1 true; src/a.tsx#A/Lever/1 true; src/old.jsx#default/Notice/1 true; src/raw.jsx#default/Notice/1 false"
	if g := strings.Join(got, "; "); g != want {
		t.Errorf("sites are\n%s, want\n%s", g, want)
	}
	if p := s.Packages[0]; p.Range != "^1.2.0" || !reflect.DeepEqual(p.Locked, []string{"1.0.0", "1.2.0"}) {
		t.Errorf("the package is used as %+v", p)
	}
}

func TestOldLockFile(t *testing.T) {
	s, err := scanFiles(t, map[string]string{
		"package-lock.json": `{ "lockfileVersion": 1, "dependencies": { "a": { "version": "1.0.0", "dependencies": { "@saltmarsh/fairlead": { "version": "1.1.0" } } } } }`,
		"a.ts":              "",
	})
	if err != nil || !reflect.DeepEqual(s.Packages[0].Locked, []string{"1.1.0"}) {
		t.Errorf("%+v, %v", s, err)
	}
}

func TestBrokenFilesLoseOnlyThemselves(t *testing.T) {
	s, err := scanFiles(t, map[string]string{
		"a.tsx": "import { Notice } from '@saltmarsh/fairlead';\nexport const A = () => { return (; }\nexport const B = () => <Notice/>",
		"b.ts":  "\x00",
	})
	if err != nil {
		t.Fatal(err)
	}
	if len(s.Sites) != 1 || len(s.Unread) < 2 {
		t.Errorf("sites %+v, unread %+v", s.Sites, s.Unread)
	}
	if _, err := scanFiles(t, map[string]string{"readme.md": ""}); err == nil {
		t.Error("an app without source is scanned")
	}
	if _, err := scanFiles(t, map[string]string{"a.ts": "", "package-lock.json": "["}); err == nil || !strings.Contains(err.Error(), "package-lock.json:") {
		t.Errorf("a broken lock file: %v", err)
	}
	if _, err := scanFiles(t, map[string]string{"a.ts": "", "tsconfig.json": "{ \"compilerOptions\": 3 }"}); err == nil || !strings.Contains(err.Error(), "tsconfig.json:1:") {
		t.Errorf("a broken tsconfig: %v", err)
	}
}

// counter counts, with the TypeScript compiler, the elements and value
// references in the console that come from a package; import lines do not count.
const counter = `
const ts = require(process.argv[2]);
const pkg = process.argv[3];
const config = ts.getParsedCommandLineOfConfigFile(process.argv[4], {}, { ...ts.sys, onUnRecoverableConfigFileDiagnostic: (d) => { throw d; } });
const program = ts.createProgram(config.fileNames, config.options);
const checker = program.getTypeChecker();
const fromPackage = (symbol) => (symbol?.declarations ?? []).some((d) => {
  for (let n = d; n; n = n.parent) if (ts.isImportDeclaration(n)) return n.moduleSpecifier.text === pkg;
  return false;
});
// A name that is imported stands for what it names.
const real = (symbol) => (symbol && symbol.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(symbol) : symbol);
// What is styled is given all that the styled component is given.
const styled = (symbol) => (symbol?.declarations ?? []).some((d) => {
  const tag = d.initializer?.tag;
  return tag && ts.isCallExpression(tag) && fromPackage(checker.getSymbolAtLocation(tag.arguments[0]));
});
const isType = (n) => { for (let p = n.parent; p; p = p.parent) { if (ts.isTypeNode(p) && !ts.isExpressionWithTypeArguments(p)) return true; if (ts.isStatement(p) || ts.isExpression(p)) return false; } return false; };
const found = [];
for (const file of program.getSourceFiles()) {
  if (file.fileName.includes('node_modules')) continue;
  const visit = (n) => {
    if (ts.isImportDeclaration(n) || ts.isExportDeclaration(n)) return;
    if (ts.isJsxClosingElement(n)) return;
    if (ts.isJsxOpeningLikeElement(n) && styled(real(checker.getSymbolAtLocation(n.tagName)))) {
      const at = ts.getLineAndCharacterOfPosition(file, n.getStart(file));
      found.push(file.fileName + ':' + (at.line + 1) + ':' + (at.character + 1));
    }
    if (ts.isIdentifier(n) && !isType(n) && fromPackage(checker.getSymbolAtLocation(n))) {
      const named = ts.isPropertyAccessExpression(n.parent) && n.parent.name === n;
      if (!named) { const at = ts.getLineAndCharacterOfPosition(file, (ts.isJsxOpeningLikeElement(n.parent) ? n.parent : n).getStart(file)); found.push(file.fileName + ':' + (at.line + 1) + ':' + (at.character + 1)); }
    }
    ts.forEachChild(n, visit);
  };
  visit(file);
}
console.log(found.join('\n'));
`

// TestEveryUseInTheConsole holds that every element and value reference of
// React Aria in the console is found, against the TypeScript compiler's count.
func TestEveryUseInTheConsole(t *testing.T) {
	const pkg = "react-aria-components"
	console, err := filepath.Abs("../../console")
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", "-e", counter, "x", filepath.Join(console, "node_modules/typescript"), pkg, filepath.Join(console, "tsconfig.json"))
	cmd.Stderr = os.Stderr
	out, err := cmd.Output()
	if err != nil {
		t.Fatal(err)
	}
	want := map[string]bool{}
	for _, line := range strings.Fields(string(out)) {
		want[strings.TrimPrefix(line, console+"/")] = true
	}
	s, err := Scan(os.DirFS(console), Options{Libraries: []string{pkg}})
	if err != nil {
		t.Fatal(err)
	}
	got := map[string]bool{}
	for _, x := range s.Sites {
		if len(x.Via) == 0 {
			got[fmt.Sprintf("%s:%d:%d", x.At.File, x.At.Line, x.At.Column)] = true
		}
	}
	for _, o := range s.OtherUses {
		if o.Kind == "value" {
			got[fmt.Sprintf("%s:%d:%d", o.At.File, o.At.Line, o.At.Column)] = true
		}
	}
	for place := range want {
		if !got[place] {
			t.Errorf("the compiler finds a use at %s that we do not", place)
		}
	}
	for place := range got {
		if !want[place] {
			t.Errorf("we find a use at %s that the compiler does not", place)
		}
	}
	if len(want) < 8 {
		t.Errorf("the compiler found only %d uses", len(want))
	}
	t.Logf("%d uses of %s", len(want), pkg)
}
