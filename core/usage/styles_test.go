package usage

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/place"
	"steadysocket/core/site"
)

// uses lists the style uses of one sheet as line:column selector.
func uses(text string) []string {
	s := &scanner{scan: &site.Scan{}}
	lines := place.NewLines(text)
	s.sheet(text, nil, func(start, end int) place.Place { return lines.Place("a.css", start, end) })
	var out []string
	for _, u := range s.scan.StyleUses {
		out = append(out, fmt.Sprintf("%d:%d %s", u.At.Line, u.At.Column, u.Selector))
	}
	return out
}

func TestSheet(t *testing.T) {
	for text, want := range map[string]string{
		".a { color: red }":                               "1:1 .a",
		".a,\n.b > c { }":                                 "1:1 .a, .b > c",
		"/* .x { } */ .a { /* --no: 1 */ --b: 2 }":        "1:14 .a; 1:33 --b",
		"// .x { }\n.a { }":                               "2:1 .a",
		".a { .b { } &:hover { } &__c { d: var(--e) } }":  "1:1 .a; 1:6 .a .b; 1:13 .a:hover; 1:25 .a__c; 1:39 --e",
		"@media (min-width: 3px) { .a { } }":              "1:27 .a",
		"@import url(http://x.y/z.css); .a { }":           "1:32 .a",
		".a { content: '} .x {'; } .b { }":                "1:1 .a; 1:27 .b",
		":root { --one: 1; --two: calc(var(--one) * 2) }": "1:1 :root; 1:9 --one; 1:19 --two; 1:35 --one",
		"x-part::part(label) { }":                         "1:1 x-part::part(label)",
		"--only: 1":                                       "1:1 --only",
		".a { .b { } } .c { }":                            "1:1 .a; 1:6 .a .b; 1:15 .c",
		"":                                                "",
		"} } .a {":                                        "1:5 .a",
		"a--b { }":                                        "1:1 a--b",
		"/* never ends":                                   "",
	} {
		if got := strings.Join(uses(text), "; "); got != want {
			t.Errorf("%q holds %s, want %s", text, got, want)
		}
	}
}

// FuzzSheet holds that no style sheet brings the scanner down, and that every
// place lies in it.
func FuzzSheet(f *testing.F) {
	for _, seed := range []string{".a { .b { } &:hover { --x: var(--y) } }", "/* { */ @media { ' } ' }", "}{};//\n{", strings.Repeat("a{", 100)} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		s := &scanner{scan: &site.Scan{}}
		s.sheet(text, nil, func(start, end int) place.Place {
			if start < 0 || end < start || end > len(text) {
				t.Errorf("a place is %d to %d of %d", start, end, len(text))
			}
			return place.Place{File: "a.css", Line: 1, Column: 1}
		})
		for _, u := range s.scan.StyleUses {
			if u.Selector == "" {
				t.Error("a style use has no selector")
			}
		}
	})
}

// TestStyleFiles holds which files are looked through, and that one that is too
// large is said to be.
func TestStyleFiles(t *testing.T) {
	files := fstest.MapFS{
		"a.tsx":                   {Data: []byte("export {}")},
		"src/one.css":             {Data: []byte(".one { }")},
		"src/two.scss":            {Data: []byte(".two { .in { } }")},
		"src/three.less":          {Data: []byte(".three { }")},
		"node_modules/x/four.css": {Data: []byte(".four { }")},
		"dist/five.css":           {Data: []byte(".five { }")},
		"src/large.css":           {Data: []byte(strings.Repeat(".a{}", maxSheet/4+1))},
	}
	s, err := Scan(files, Options{Libraries: []string{"lib"}})
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, u := range s.StyleUses {
		got = append(got, u.Selector)
	}
	slices.Sort(got)
	if strings.Join(got, " ") != ".one .three .two .two .in" {
		t.Errorf("the selectors are %v", got)
	}
	if len(s.Unread) != 1 || s.Unread[0].At.File != "src/large.css" {
		t.Errorf("unread is %+v", s.Unread)
	}
}
