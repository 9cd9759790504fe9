package syntax

import (
	"bufio"
	"bytes"
	"fmt"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"testing"
)

// installed is where the console's packages stand.
const installed = "../../console/node_modules"

// TestParsesWhatIsInstalled parses every source file in the console's installed
// packages; TypeScript's own parser is the judge.
func TestParsesWhatIsInstalled(t *testing.T) {
	files := installedFiles(t)
	judged := judge(t, files)
	var wg sync.WaitGroup
	work := make(chan string)
	for range 4 {
		wg.Go(func() {
			for name := range work {
				text, err := os.ReadFile(name)
				if err != nil {
					t.Error(err)
					continue
				}
				f := Parse(name, string(text))
				if len(f.Errors) > 0 && judged[name] == 0 {
					t.Errorf("%v", f.Errors[0])
				}
				checkSpans(t, f)
			}
		})
	}
	for _, name := range files {
		work <- name
	}
	close(work)
	wg.Wait()
	t.Logf("parsed %d files", len(files))
}

// installedFiles lists the source files of the console's packages.
func installedFiles(t *testing.T) []string {
	t.Helper()
	root, err := filepath.Abs(installed)
	if err != nil {
		t.Fatal(err)
	}
	var files []string
	err = filepath.WalkDir(root, func(name string, entry fs.DirEntry, err error) error {
		if err == nil && entry.Type().IsRegular() && Parses(name) {
			files = append(files, name)
		}
		return err
	})
	if err != nil || len(files) < 1000 {
		t.Fatalf("the console's packages are not installed (%d files, %v): run make console-packages", len(files), err)
	}
	return files
}

// judge gives the number of errors that TypeScript's parser reports for each file.
func judge(t *testing.T, files []string) map[string]int {
	t.Helper()
	typescript, err := filepath.Abs(filepath.Join(installed, "typescript"))
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", "--max-old-space-size=4096", "testdata/judge.cjs", typescript)
	cmd.Stdin = strings.NewReader(strings.Join(files, "\n"))
	cmd.Stderr = os.Stderr
	out, err := cmd.Output()
	if err != nil {
		t.Fatal(err)
	}
	errors := map[string]int{}
	lines := bufio.NewScanner(bytes.NewReader(out))
	for lines.Scan() {
		count, name, _ := strings.Cut(lines.Text(), "\t")
		n, err := strconv.Atoi(count)
		if err != nil {
			t.Fatal(err)
		}
		errors[name] = n
	}
	if len(errors) != len(files) {
		t.Fatalf("the judge answered for %d of %d files", len(errors), len(files))
	}
	return errors
}

// checkSpans holds that children stand in order within their parents, and that
// names stand where their spans say.
func checkSpans(t *testing.T, f *File) {
	t.Helper()
	var visit func(parent Node)
	bad := 0
	visit = func(parent Node) {
		at := parent.Pos()
		Children(parent, func(child Node) {
			if child.Pos() < at || child.Stop() > parent.Stop() || child.Pos() > child.Stop() {
				if bad++; bad < 3 {
					t.Errorf("%s: %T %d-%d does not stand in order within %T %d-%d (from %d)", f.Name, child, child.Pos(), child.Stop(), parent, parent.Pos(), parent.Stop(), at)
				}
			}
			at = child.Pos()
			if id, ok := child.(*Ident); ok && id.Name != f.Text[id.Start:id.End] && id.Name != "global" {
				t.Errorf("%s: the name %q stands at %q", f.Name, id.Name, f.Text[id.Start:id.End])
			}
			visit(child)
		})
	}
	at := 0
	for _, s := range f.Body {
		if s.Pos() < at {
			t.Errorf("%s: statement at %d overlaps the one before it", f.Name, s.Pos())
		}
		at = s.Stop()
		visit(s)
	}
}

// TestGrammar parses corners of the grammar one by one, so that a failure names
// the corner. The judge over the installed packages covers the breadth.
func TestGrammar(t *testing.T) {
	tests := []struct{ file, text string }{
		{"a.ts", "const a = <T>(x: T) => x; const b = <string>y; let c = a<string>; f<T>(1)<2>(3)"},
		{"a.ts", "for (const x of y) ; for (let in z) ; for await (const a of b) {} for (var i = 0, n = ('a' in b); i < n; i++) {}"},
		{"a.ts", "class A<in out T> extends B<T> implements C, D { static { x } #p = 1; declare readonly y?: string; [k: string]: any; get z() { return 1 } constructor(private x = 1) { super() } accessor q = 2; static async *gen() { yield* 1 } abstract foo(): void }"},
		{"a.ts", "type A = B extends infer C extends string ? D : E; type F = { -readonly [K in keyof T as `x${K}`]-?: T[K] }; type G = [a: string, b?: number, ...c: X[]]; type H = [string?, ...T]"},
		{"a.ts", "type A = abstract new () => void; type B = (a: string) => a is string; type C = asserts; function f(x): asserts x is string; function g(this: Window, ...r: any[]): void"},
		{"a.ts", "declare module 'x' { export = y; export default function f(): void; } declare global { interface A {} } namespace A.B { export const c = 1 } export as namespace Z;"},
		{"a.ts", "import a, { type b as c, type as as d, default as e } from 'x' with { type: 'json' }; import type f from 'y'; import type, { g } from 'z'; import h = require('q'); export import i = A.B; import type from 'w';"},
		{"a.ts", "export * as n from 'a'; export { a as default, 'x y' as b } from 'b'; export type { T } from 'c'; export type * from 'd'; export default abstract class {} "},
		{"a.ts", "let x = a ? (b) : c => d; let y = a ? (b): c => d : e; let z = a ? b : (c, d) => e;"},
		{"a.ts", "a?.b?.[c]?.(d)!.e![f]; new A.B<C>(d).e; new (foo())(); new new X()(); import('x').then(); import.meta.url; x satisfies Y as const;"},
		{"a.ts", "const r = /[/]\\//g.test(a / b) && a++ / 2; const s = a\n/b/c; let t = `a${`b${c}`}d`"},
		{"a.ts", "@dec() class A { @prop({ a: 1 }) b; @c d() {} constructor(@inject() x) {} } export @d class B {}"},
		{"a.ts", "async () => { await x }; async x => await y; var async = 1; async(1); let of = [], get, set, type, as; type = 1; label: for (;;) break label"},
		{"a.ts", "enum E { A = 1 << 2, 'b-c', [`d`] } const enum F {} let x: unique symbol; let u: typeof import('x'); let i: import('y').Z<string>[]; using q = f();"},
		{"a.ts", "let a: { (x: string): void; new (y: number): A; m?<T>(): T; get x(): string; set x(v); readonly [i: number]: string; 'q-r'?: 1; 2: 2 }"},
		{"a.tsx", "const a = <T,>(x: T) => <b c='&amp;' d:e={f} {...g} h=<i/>>t {j} {/* k */} {...l}<></></b>; const m = <A.B<string> c-d />; const n = <T extends U>(x) => x; const k = <this.X/>"},
		{"a.tsx", "const a = <div>{x ? <a/> : y}</div> ?? <b>a > b</b>"},
		{"a.js", "let x = a < b > (c); let y = <a>{b}</a>; ({ a = 1 } = b); ({ get() {}, set: 1, async *x() {}, get y() { return 1 } }); a = b ? (c, d) => e : f"},
		{"a.js", "export a from 'b'; export c, { d as e } from 'f'; export from from 'g'; export default from 'i'; export async function h() {}"},
		{"a.js", "#!/usr/bin/env node\nwith (a) b; if (c) function d() {} else e; do x(); while (y) z()"},
	}
	for _, test := range tests {
		f := Parse(test.file, test.text)
		for _, err := range f.Errors {
			t.Errorf("%q: %v", test.text, err)
		}
		checkSpans(t, f)
	}
}

// TestTrees holds that ambiguous text is read as what it means.
func TestTrees(t *testing.T) {
	tests := []struct {
		file, text string
		want       string // the types of the nodes in order
	}{
		{"a.ts", "f<T>(x)", "ExprStmt Call Ident TypeName Ident Ident"},
		{"a.js", "f<T>(x)", "ExprStmt Binary Binary Ident Ident Paren Ident"},
		{"a.ts", "a < b || c > (d)", "ExprStmt Binary Binary Ident Ident Binary Ident Paren Ident"},
		{"a.ts", "a + b * c ** d ** e", "ExprStmt Binary Ident Binary Ident Binary Ident Binary Ident Ident"},
		{"a.ts", "(a, b) => c", "ExprStmt Func Param Ident Param Ident Ident"},
		{"a.ts", "(a, b)", "ExprStmt Paren Binary Ident Ident"},
		{"a.tsx", "<A b={c}>d</A>", "ExprStmt Element Ident Attr Ident Container Ident Text"},
		{"a.ts", "let x: A | B & C[]", "VarDecl Declarator Ident ListType TypeName Ident ListType TypeName Ident ArrayType TypeName Ident"},
		{"a.ts", "type F = (a: B) => (C)", "Alias Ident FuncType Param Ident TypeName Ident ParenType TypeName Ident"},
		{"a.ts", "x = y as Z", "ExprStmt Binary Ident Cast Ident TypeName Ident"},
	}
	for _, test := range tests {
		f := Parse(test.file, test.text)
		var got []string
		WalkFile(f, func(n Node) bool {
			got = append(got, strings.TrimPrefix(fmt.Sprintf("%T", n), "*syntax."))
			return true
		})
		if s := strings.Join(got, " "); s != test.want {
			t.Errorf("%s is read as\n%s, want\n%s", test.text, s, test.want)
		}
	}
}

// TestRecovery holds that one bad function does not lose the rest of its file.
func TestRecovery(t *testing.T) {
	bad := []string{
		"export function bad() { return (; }",
		"export function bad() { if (x { }",
		"export function bad( { return 1 }",
		"export function bad() { const a = [1, 2; }",
		"export function bad() { const s = 'open\n }",
		"export function bad() { return <div><b></div> }",
		"export function bad() { const x = { a: , b: 2 } }",
		"export function bad() { foo(",
		"export function bad() { a b c d }",
		"export interface Bad { a: ; b }",
		"export type Bad = { a: string",
		"export class Bad { method( { } }",
		"} }",
		"@",
		"let 5 = 3",
	}
	for _, text := range bad {
		f := Parse("bad.tsx", text+"\nexport function good() { return 1 }\n")
		found := false
		for _, s := range f.Body {
			if d, ok := s.(*FuncDecl); ok && d.Func.Name != nil && d.Func.Name.Name == "good" && d.Func.Body != nil {
				found = true
			}
		}
		if !found {
			t.Errorf("good is lost behind %q; errors: %v", text, f.Errors)
		}
		if len(f.Errors) == 0 {
			t.Errorf("no error for %q", text)
		}
		checkSpans(t, f)
	}
}

func TestErrorsNameThePlaceAndWhatWouldBeRight(t *testing.T) {
	f := Parse("src/Odd.tsx", "const a = 1;\nconst b = (1 + ;\n")
	want := `src/Odd.tsx:2:16: expected an expression, found ";"`
	if len(f.Errors) == 0 || f.Errors[0].Error() != want {
		t.Errorf("errors are %v, want %s", f.Errors, want)
	}
}

func TestHostileInput(t *testing.T) {
	deep := 200_000
	tests := map[string]string{
		"parens":    strings.Repeat("(", deep),
		"arrays":    strings.Repeat("[", deep),
		"objects":   "x=" + strings.Repeat("{a:", deep),
		"blocks":    strings.Repeat("{", deep),
		"elements":  strings.Repeat("<a>", deep),
		"types":     "type A = " + strings.Repeat("(", deep),
		"tuples":    "type A = " + strings.Repeat("[", deep),
		"generics":  "type A = " + strings.Repeat("A<", deep),
		"unary":     strings.Repeat("!", deep),
		"new":       strings.Repeat("new ", deep),
		"templates": strings.Repeat("`${", deep),
		"patterns":  "let " + strings.Repeat("{a:", deep),
		"members":   "a" + strings.Repeat(".b", deep),
		"arrows":    strings.Repeat("(a=", 2000),
		"ternaries": strings.Repeat("a?(b):", 2000),
		"keyof":     "type A = " + strings.Repeat("keyof ", deep),
		"functions": "type A = " + strings.Repeat("(a: ", deep),
		"lesses":    strings.Repeat("a<", 20000),
		"binary":    "\x00\x01\x02",
		"latin1":    "const caf\xe9 = 1",
	}
	for name, text := range tests {
		t.Run(name, func(t *testing.T) {
			f := Parse("hostile.tsx", text)
			if len(f.Errors) == 0 {
				t.Error("no error for hostile input")
			}
			if len(f.Errors) > maxErrors {
				t.Errorf("%d errors are kept", len(f.Errors))
			}
		})
	}
}

func TestDoc(t *testing.T) {
	f := Parse("a.ts", "/* no */\n/** One\n * line.\n */\n// also\nexport const a = 1;\nconst b = 2; /** not c's */ x();\nconst c = 3")
	want := []string{"One\nline.", "", "not c's", ""}
	for i, s := range f.Body {
		if got := f.Doc(s); got != want[i] {
			t.Errorf("statement %d has documentation %q, want %q", i, got, want[i])
		}
	}
}

func TestUnquote(t *testing.T) {
	for raw, want := range map[string]string{
		`'a\n\x41B\u{1F6A2}\'\` + "\n" + `z'`: "a\nAB🚢'z",
		`"\ud83d\udea2"`:                      "🚢",
		`'\u{110000}'`:                        "\uFFFD",
		`'open`:                               "open",
	} {
		if got := unquote(raw); got != want {
			t.Errorf("unquote(%s) = %q, want %q", raw, got, want)
		}
	}
}

func FuzzParse(f *testing.F) {
	for _, seed := range []string{
		"const a = <T,>(x: T) => <b {...c}>{d}</b>", "class A { #x = `a${b}` }", "type A<T> = { [K in keyof T]?: T[K] }",
		"a ? (b) : c => d", "export {", "<a><b></a>", "`${`${", "let {a: {b = c", "/[", "'", "/*", "x<<y>>()", "@@", "async (", "case", "default:",
	} {
		f.Add(seed, uint8(0))
	}
	endings := []string{".tsx", ".ts", ".js", ".d.ts"}
	f.Fuzz(func(t *testing.T, text string, dialect uint8) {
		checkSpans(t, Parse("fuzz"+endings[int(dialect)%len(endings)], text))
	})
}

// BenchmarkParse measures how many bytes a second are parsed, over the declaration
// files and sources of the console's packages.
func BenchmarkParse(b *testing.B) {
	for _, name := range []string{"@types/react/index.d.ts", "typescript/lib/lib.dom.d.ts", "react-dom/cjs/react-dom-client.development.js"} {
		b.Run(filepath.Base(name), func(b *testing.B) {
			text, err := os.ReadFile(filepath.Join(installed, name))
			if err != nil {
				b.Fatal(err)
			}
			source := string(text)
			b.SetBytes(int64(len(source)))
			b.ReportAllocs()
			for b.Loop() {
				Parse(name, source)
			}
		})
	}
}

// BenchmarkTemplates parses the demo's library in each of its languages, and its apps'
// templates and pages: templates beside TSX.
func BenchmarkTemplates(b *testing.B) {
	for _, ending := range []string{".tsx", ".vue", ".html"} {
		b.Run(ending[1:], func(b *testing.B) {
			var names, texts []string
			size := 0
			err := filepath.WalkDir("../../demo", func(name string, d fs.DirEntry, err error) error {
				if err != nil || d.IsDir() || filepath.Ext(name) != ending {
					return err
				}
				text, err := os.ReadFile(name)
				names, texts, size = append(names, name), append(texts, string(text)), size+len(text)
				return err
			})
			if err != nil || size == 0 {
				b.Fatal(size, err)
			}
			b.SetBytes(int64(size))
			b.ReportAllocs()
			for b.Loop() {
				for i, name := range names {
					if ending == ".html" {
						ParseHTML(name, texts[i], 0, len(texts[i]))
					} else {
						Parse(name, texts[i])
					}
				}
			}
		})
	}
}

// TestSpansReproduceTheText parses the text of every expression and type again
// by itself: it must be the same tree.
func TestSpansReproduceTheText(t *testing.T) {
	shape := func(n Node) string {
		var b strings.Builder
		Walk(n, func(n Node) bool {
			b.WriteString(strings.TrimPrefix(fmt.Sprintf("%T ", n), "*syntax."))
			return true
		})
		return b.String()
	}
	checked := 0
	for _, name := range []string{"react-router-dom/dist/index.d.ts", "@tanstack/react-virtual/src/index.tsx", "@tanstack/virtual-core/src/index.ts", "@tanstack/virtual-core/src/utils.ts"} {
		data, err := os.ReadFile(filepath.Join(installed, name))
		if err != nil {
			t.Fatal(err)
		}
		f := Parse(name, string(data))
		WalkFile(f, func(n Node) bool {
			text := f.Text[n.Pos():n.Stop()]
			switch n := n.(type) {
			case *Spread, *Text, *Container, *Keyword, *PrivateName, *JSXNamespaced, *ImportType, *PredicateType, *InferType, *Bad:
			case *Unary:
				if n.Op == "await" || strings.HasPrefix(n.Op, "yield") {
					return true
				}
				checked += again(t, name, "("+text+")", shape(n), func(f *File) Node { return f.Body[0].(*ExprStmt).X.(*Paren).X }, shape)
			case *Func:
				if n.Arrow {
					checked += again(t, name, "("+text+")", shape(n), func(f *File) Node { return f.Body[0].(*ExprStmt).X.(*Paren).X }, shape)
				}
			case Type:
				checked += again(t, name, "type T = "+text, shape(n), func(f *File) Node { return f.Body[0].(*Alias).Type }, shape)
			case *Ident, *Literal:
			case *Call, *Binary, *Conditional, *Object, *Array, *Element, *Index, *Cast, *Template:
				checked += again(t, name, "("+text+")", shape(n), func(f *File) Node { return f.Body[0].(*ExprStmt).X.(*Paren).X }, shape)
			}
			return true
		})
	}
	if checked < 1500 {
		t.Errorf("only %d nodes were parsed again", checked)
	}
}

// again parses text and holds the shape of what find finds in it.
func again(t *testing.T, name, text, want string, find func(*File) Node, shape func(Node) string) (one int) {
	t.Helper()
	if strings.Contains(want, "Keyword ") || strings.Contains(text, "await ") || strings.Contains(text, "infer ") || strings.Contains(text, "arguments") {
		return 0 // means something within its function or condition only
	}
	defer func() {
		if r := recover(); r != nil {
			t.Errorf("%s: %.80q is read as something else: %v", name, text, r)
		}
	}()
	f := Parse("again"+filepath.Ext(name), text)
	if len(f.Errors) > 0 || shape(find(f)) != want {
		t.Errorf("%s: %.80q by itself is another tree (%v)", name, text, f.Errors)
	}
	return 1
}

// TestErrorMessages holds what is said of the usual mistakes, and where.
func TestErrorMessages(t *testing.T) {
	tests := []struct{ file, text, want string }{
		{"a.ts", "const = 1", `a.ts:1:7: expected the name of the variable, found "="`},
		{"a.ts", "const a = ", `a.ts:1:11: expected an expression, found the end of the file`},
		{"a.ts", "f(1, 2", `a.ts:1:7: expected "," or the end of the list, found the end of the file`},
		{"a.ts", "if (a { }", `a.ts:1:7: expected ")", found "{"`},
		{"a.ts", "type A = ", `a.ts:1:10: expected a type, found the end of the file`},
		{"a.ts", "type A string", `a.ts:1:8: expected "=" and the type, found "string"`},
		{"a.ts", "import { a } 'x'", `a.ts:1:14: expected "from" and the module's name, found "'x'"`},
		{"a.ts", "import a from b", `a.ts:1:15: expected the name of a module in quotes, found "b"`},
		{"a.ts", "export 3", `a.ts:1:8: expected a declaration, a list in braces, or default, found "3"`},
		{"a.ts", "class { a b }", `a.ts:1:11: expected ";" or a new line behind the member, found "b"`},
		{"a.ts", "try {}", `a.ts:1:7: expected "catch" or "finally", found the end of the file`},
		{"a.ts", "switch (a) { b }", `a.ts:1:14: expected "case" or "default", found "b"`},
		{"a.ts", "a ? b", `a.ts:1:6: expected ":" of the conditional, found the end of the file`},
		{"a.ts", "'open", `a.ts:1:1: a string is opened here and never closed; close it with '`},
		{"a.ts", "'open\n'", `a.ts:1:1: a string is opened here and not closed on its line; close it with '`},
		{"a.ts", "/open", `a.ts:1:1: a regular expression is opened here and never closed; close it with /`},
		{"a.ts", "`open", "a.ts:1:1: a template is opened here and never closed; close it with `"},
		{"a.ts", "/* open", `a.ts:1:1: a comment is opened here and never closed; close it with */`},
		{"a.tsx", "<a><b></a>", `a.tsx:1:9: expected the end of <b>, found </a>`},
		{"a.tsx", "<a>text", `a.tsx:1:1: the element <a> is never closed`},
		{"a.tsx", "<a b=3/>", `a.tsx:1:6: expected a string or an expression in braces, found "3"`},
		{"a.tsx", "<a {b}/>", `a.tsx:1:5: expected "...", found "b"`},
		{"a.ts", "caf\xe9", `a.ts:1:1: this is not text in UTF-8; source files are`},
	}
	for _, test := range tests {
		f := Parse(test.file, test.text)
		if len(f.Errors) == 0 || f.Errors[0].Error() != test.want {
			t.Errorf("%q: %v, want %s", test.text, f.Errors, test.want)
		}
	}
}
