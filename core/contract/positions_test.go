package contract

import (
	"encoding/json"
	"reflect"
	"strings"
	"testing"

	"steadysocket/core/place"
)

func TestPositionsComeBack(t *testing.T) {
	c, err := ParseFile("x.yaml", []byte("contract: 1\ncomponent: X\nbases: [{ name: B, from: acme }]\nprops: { a: string, b: number }\nslots: { s: { form: content } }\nevents: { e: {} }\nparts: { Row: { component: X.Row } }\n"))
	if err != nil {
		t.Fatal(err)
	}
	before := *c
	line := 0
	c.eachPosition(func(key string, at **place.Place, written *string) {
		line++
		*at = &place.Place{File: "src/X.tsx", Line: line, Column: 1, Span: &place.Span{line, line + 1}}
		if written != nil {
			*written = "Written" + key
		}
	})
	c.Hashes()
	want := c.Positions()
	if len(want) != 7 {
		t.Fatalf("there are %d positions, want 7: %v", len(want), want)
	}
	data, err := json.Marshal(want)
	if err != nil {
		t.Fatal(err)
	}
	shared := *c
	c.SetPositions(nil)
	if !reflect.DeepEqual(shared.Positions(), want) {
		t.Error("the positions of members that another contract shares are gone")
	}
	shared = *c
	if left := c.Positions(); len(left) > 0 {
		t.Errorf("positions are left: %v", left)
	}
	hash := c.ContentHash
	if c.Hashes(); c.ContentHash != hash {
		t.Error("positions are in the content hash")
	}
	var back map[string]Position
	if err := json.Unmarshal(data, &back); err != nil {
		t.Fatal(err)
	}
	c.SetPositions(back)
	if !reflect.DeepEqual(c.Positions(), want) {
		t.Errorf("positions come back as %v, want %v", c.Positions(), want)
	}
	if left := shared.Positions(); len(left) > 0 {
		t.Errorf("a contract that shares members has positions of another: %v", left)
	}
	if before.At != nil {
		t.Error("a contract file gives positions")
	}
}

func TestCanonicalHasOneOrder(t *testing.T) {
	parse := func(text string) *Contract {
		c, err := ParseFile("x.yaml", []byte("contract: 1\ncomponent: X\n"+text))
		if err != nil {
			t.Fatal(err)
		}
		return c
	}
	a := parse("props: { b: string, a: \"'y' | 'x'\" }\nslots: { q: {}, p: {} }\nexclusions: [{ when: { b: z } }, { when: { a: x } }]\naxes: [b, a]\n").Canonical()
	b := parse("slots: { p: {}, q: {} }\naxes: [b, a]\nexclusions: [{ when: { a: x } }, { when: { b: z } }]\nprops: { a: \"'y' | 'x'\", b: string }\n").Canonical()
	x, errX := a.YAML()
	y, errY := b.YAML()
	if errX != nil || errY != nil || string(x) != string(y) {
		t.Errorf("two orders of one contract:\n%s\n%s", x, y)
	}
	if !strings.Contains(string(x), "'y' | 'x'") && !strings.Contains(string(x), "''y'' | ''x''") {
		t.Errorf("the order of values is not kept:\n%s", x)
	}
	if !reflect.DeepEqual(a.Axes, []string{"b", "a"}) {
		t.Errorf("the order of axes is not kept: %v", a.Axes)
	}
}

func TestReadDocument(t *testing.T) {
	type inner struct {
		Name string `c:"name"`
		Size int    `c:"size"`
	}
	type doc struct {
		Title string            `c:"title"`
		Items []inner           `c:"items,keyed"`
		Notes map[string]string `c:"notes"`
		On    bool              `c:"on"`
	}
	tests := []struct{ text, want string }{
		{"thing: 1\ntitle: a\nitems: { x: { size: 3 }, y: {} }\nnotes: { n: m }\non: true\n", ""},
		{"title: a\n", "f:1:1: the key thing is missing; write thing: 1"},
		{"thing: 2\n", "f:1:8: this is format 2; formats up to 1 are read"},
		{"thing: one\n", "f:1:8: this is format one; formats up to 1 are read"},
		{"thing: 1\nitems: { x: { size: big } }\n", "f:2:21: items.x.size must be a number, not a text"},
		{"thing: 1\nitems: { x: { size: 1.5 } }\n", "f:2:21: items.x.size must be a whole number, not 1.5"},
		{"thing: 1\nitems: [x]\n", "f:2:8: items must be a map, not a list"},
		{"thing: 1\non: maybe\n", "f:2:5: on must be true or false, not a text"},
		{"thing: 1\ntitel: a\n", `f:2:1: the key "titel" means nothing here; did you mean "title"?`},
		{"- a\n", "f:1:1: the file is a map that starts with thing: 1"},
	}
	for _, test := range tests {
		var d doc
		err := ReadDocument("f", []byte(test.text), "thing", 1, &d)
		got := ""
		if err != nil {
			got, _, _ = strings.Cut(err.Error(), "\n")
		}
		if got != test.want {
			t.Errorf("%q: %s, want %s", test.text, got, test.want)
		}
		if test.want == "" && (len(d.Items) != 2 || d.Items[0].Size != 3 || d.Notes["n"] != "m" || !d.On) {
			t.Errorf("read %+v", d)
		}
	}
	if _, err := DocumentSchema("a", "thing", 1, doc{}); err == nil {
		t.Error("a schema of what is no pointer is made")
	}
}

func TestNearest(t *testing.T) {
	known := []string{"props", "slots", "events", "passThrough", "typeParameters"}
	for word, want := range map[string]string{"prop": "props", "solts": "slots", "Event": "events", "passthru": "passThrough", "zzzzzz": "", strings.Repeat("x", 500): ""} {
		if got := Nearest(word, known); got != want {
			t.Errorf("Nearest(%.20q) = %q, want %q", word, got, want)
		}
	}
}
