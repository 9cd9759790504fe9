package match_test

import (
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/contract"
	"steadysocket/core/match"
	"steadysocket/core/site"
	"steadysocket/core/usage"
)

func parse(t *testing.T, lines string) *contract.Contract {
	t.Helper()
	c, err := contract.ParseFile("x.yaml", []byte("contract: 1\ncomponent: X\nexport: { module: ., name: X, kind: named }\n"+lines))
	if err != nil {
		t.Fatalf("%v in\n%s", err, lines)
	}
	c.Framework = "react"
	return c
}

// one scans a file that uses X once.
func one(t *testing.T, use string) *site.Site {
	t.Helper()
	text := "import { X } from 'lib';\nexport const a = (o, b) => " + use + ";\n"
	s, err := usage.Scan(fstest.MapFS{"a.tsx": {Data: []byte(text)}}, usage.Options{Libraries: []string{"lib"}})
	if err != nil || len(s.Sites) != 1 {
		t.Fatalf("%s: %d sites, %v", use, len(s.Sites), err)
	}
	return &s.Sites[0]
}

const members = "props: { a: { type: string }, flag: { type: boolean }, tone: { type: \"'x' | 'y'\", default: { value: x } } }\nslots: { row: { spelled: renderRow, form: function } }\nevents: { go: { spelled: onGo } }"

// TestPresence holds whether a member is given, and what it is.
func TestPresence(t *testing.T) {
	c := parse(t, members)
	for _, test := range []struct {
		use, member string
		presence    match.Presence
		sure        bool
		literal     string
	}{
		{`<X a="1" />`, "a", match.Present, true, `"1"`},
		{`<X />`, "a", match.Absent, false, ""},
		{`<X a={undefined} />`, "a", match.Absent, true, ""},
		{`<X {...o} />`, "a", match.Perhaps, false, ""},
		{`<X {...{ a: '2' }} />`, "a", match.Present, true, `"2"`},
		{`<X a="1" {...{ a: '2' }} />`, "a", match.Present, true, `"2"`},
		{`<X {...{ a: '2' }} a="1" />`, "a", match.Present, true, `"1"`},
		{`<X a="1" {...o} />`, "a", match.Present, false, `"1"`},
		{`<X {...o} a="1" />`, "a", match.Present, true, `"1"`},
		{`<X {...{ flag: true }} />`, "a", match.Absent, false, ""},
		{`<X flag />`, "flag", match.Present, true, "true"},
		{`<X renderRow={() => 1} />`, "renderRow", match.Present, true, ""},
		{`<X onGo={b} />`, "onGo", match.Present, true, ""},
	} {
		g := match.Of(one(t, test.use), c)
		p, _ := g.Is(test.member)
		x, sure := g.Value(test.member)
		literal := ""
		if x.Literal != nil {
			literal = x.Literal.String()
		}
		if p != test.presence || sure != test.sure || literal != test.literal {
			t.Errorf("%s: %s is given: %v, surely %v, as %s; want %v, %v, %s", test.use, test.member, p, sure, literal, test.presence, test.sure, test.literal)
		}
	}
}

// TestCombinations holds whether a site gives all of a combination, and in which mode it is.
func TestCombinations(t *testing.T) {
	c := parse(t, members)
	for _, test := range []struct {
		use  string
		when map[string]any
		want match.Presence
	}{
		{`<X flag tone="y" />`, map[string]any{"flag": true, "tone": "y"}, match.Present},
		{`<X flag tone="x" />`, map[string]any{"flag": true, "tone": "y"}, match.Absent},
		{`<X flag={false} tone="y" />`, map[string]any{"flag": true, "tone": "y"}, match.Absent},
		{`<X flag tone={b ? 'x' : 'y'} />`, map[string]any{"flag": true, "tone": "y"}, match.Perhaps},
		{`<X flag tone={b ? 'x' : 'x'} />`, map[string]any{"flag": true, "tone": "y"}, match.Absent},
		{`<X flag tone={o.tone} />`, map[string]any{"flag": true, "tone": "y"}, match.Perhaps},
		{`<X flag {...o} />`, map[string]any{"flag": true, "tone": "y"}, match.Perhaps},
		{`<X flag a="1" />`, map[string]any{"flag": true, "a": true}, match.Present}, // true stands for: is given
		{`<X flag onGo={b} />`, map[string]any{"flag": true, "go": true}, match.Present},
		{`<X flag />`, map[string]any{"flag": true, "go": true}, match.Absent},
	} {
		if got := match.Of(one(t, test.use), c).Combination(c, test.when); got != test.want {
			t.Errorf("%s gives %v: %v, want %v", test.use, test.when, got, test.want)
		}
	}
	for _, test := range []struct {
		use  string
		when map[string]any
		want match.Presence
	}{
		{`<X tone="y" />`, map[string]any{"tone": "y"}, match.Present},
		{`<X tone="x" />`, map[string]any{"tone": "y"}, match.Absent},
		{`<X />`, map[string]any{"tone": "x"}, match.Present}, // by default
		{`<X />`, map[string]any{"tone": "y"}, match.Absent},
		{`<X />`, map[string]any{"a": nil}, match.Present}, // chosen by not being given
		{`<X a="1" />`, map[string]any{"a": nil}, match.Absent},
		{`<X tone={o.t} />`, map[string]any{"tone": "y"}, match.Perhaps},
		{`<X tone={b ? 'x' : 'y'} />`, map[string]any{"tone": []any{"x", "y"}}, match.Present},
	} {
		if got, by := match.Of(one(t, test.use), c).InMode(c, test.when); got != test.want || got != match.Absent && by == "" {
			t.Errorf("%s is in the mode %v: %v by %q, want %v", test.use, test.when, got, by, test.want)
		}
	}
}

// TestKeys holds what members are known by where kinds have notations of their own.
func TestKeys(t *testing.T) {
	for _, test := range []struct{ framework, name, want string }{
		{"react", "go", "onGo"}, {"react", "row", "renderRow"}, {"react", "a", "a"}, {"vue", "go", "@go"}, {"vue", "row", "#renderRow"}, {"vue", "a", "a"},
	} {
		c := parse(t, members)
		c.Framework = test.framework
		if test.framework == "vue" {
			c.Event("go").Spelled = contract.SpelledAs("onGo") // a listener that is declared as a prop
		}
		if got := match.SpelledIn(c, test.name); got != test.want {
			t.Errorf("%s of %s is known by %s, want %s", test.name, test.framework, got, test.want)
		}
	}
	c := parse(t, members)
	c.Export.Also = []contract.OtherPath{{Module: "./x", Name: "Y"}}
	l := &contract.Listing{Components: []contract.Contract{*c}}
	index := match.Components(l)
	for _, by := range [][2]string{{"", "X"}, {"./x", "Y"}} {
		if index.Find(by[0], by[1]) != &l.Components[0] {
			t.Errorf("%v finds nothing", by)
		}
	}
	if got := match.Spellings(c); !got["a"] || !got["renderRow"] || !got["onGo"] || got["row"] {
		t.Errorf("the spellings are %v", got)
	}
	if text := strings.TrimSpace(match.TypeOf("a").String() + match.TypeOf(true).String()); text != "'a'true" {
		t.Errorf("the types of literals are %s", text)
	}
}

// TestComponents holds that a component is found by each way in which an app can import
// it, and what hangs on it by each of them too.
func TestComponents(t *testing.T) {
	l := &contract.Listing{Components: []contract.Contract{
		{Component: "Table", Export: contract.Export{Module: "./table", Name: "default", Kind: "default", Also: []contract.OtherPath{{Module: ".", Name: "Table"}}}},
		{Component: "Table.Row", Export: contract.Export{Module: "./table", Name: "Row", Kind: "member", Of: "Table"}},
		{Component: "Parts.Cell", Export: contract.Export{Module: ".", Name: "Cell", Kind: "member", Of: "Parts"}},
	}}
	index := match.Components(l)
	for from, want := range map[[2]string]string{
		{"./table", "default"}: "Table", {"", "Table"}: "Table", {"./table", "default.Row"}: "Table.Row", {"", "Table.Row"}: "Table.Row",
		{"", "Parts.Cell"}: "Parts.Cell", {"./table", "Table"}: "", {"", "default"}: "", {"", "Table.Cell"}: "",
	} {
		if got := found(index, from); got != want {
			t.Errorf("%s of %q is %q, want %q", from[1], from[0], got, want)
		}
	}
}

func found(index *match.Index, by [2]string) string {
	if c := index.Find(by[0], by[1]); c != nil {
		return c.Component
	}
	return ""
}

// TestFiles holds that a component is found by the paths of files too, of each way in which
// a package is built, and which modules are known to be there.
func TestFiles(t *testing.T) {
	l := &contract.Listing{
		Package: contract.PackageInfo{Modules: []string{".", "./parts/*"}, Files: []contract.File{
			{Path: "./es/table/index", Gives: map[string]string{"default": "Table", "Row": "Row"}},
			{Path: "./es/table/row", Gives: map[string]string{"default": "Row"}},
			{Path: "./lib/table/index"}, {Path: "./lib/other/index"}, {Path: "./theme"},
		}},
		Components: []contract.Contract{
			{Component: "Table", Export: contract.Export{Module: ".", Name: "Table", Kind: "named"}},
			{Component: "Table.Cell", Export: contract.Export{Module: ".", Name: "Cell", Kind: "member", Of: "Table"}},
			{Component: "Row", Export: contract.Export{Module: ".", Name: "Row", Kind: "named"}},
		}}
	index := match.Components(l)
	for by, want := range map[[2]string]string{
		{"./es/table", "default"}: "Table", {"./es/table/index", "default"}: "Table", {"./es/table/index.js", "Row"}: "Row", {"./es/table/row", "default"}: "Row",
		{"./lib/table", "default"}: "Table", {"./lib/table/index.js", "Row"}: "Row", {"./es/table", "default.Cell"}: "Table.Cell",
		{"./lib/other", "default"}: "", {"./es/table", "Table"}: "", {"./es/table", "default.Row"}: "", {"./cjs/table", "default"}: "",
	} {
		if got := found(index, by); got != want {
			t.Errorf("%s of %q is %q, want %q", by[1], by[0], got, want)
		}
	}
	for module, want := range map[string]match.Existence{
		"": match.There, "./parts/row": match.There, "./es/table": match.There, "./lib/other/index.mjs": match.There, "./theme": match.There,
		"./cjs/table": match.Missing, "./es/tables": match.Missing, "./es/table.css": match.Unknown, "./package.json": match.Unknown,
	} {
		if got := index.Module(module); got != want {
			t.Errorf("%q is %v, want %v", module, got, want)
		}
	}
	l.Package.MoreModules = true
	if got := match.Components(l).Module("./cjs/table"); got != match.Unknown {
		t.Errorf("a module of a package of which not all modules are listed is %v", got)
	}
}
