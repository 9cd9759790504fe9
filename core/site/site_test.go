package site

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"

	"steadysocket/core/place"
)

func sample(file, in string, ordinal int, tone string) Site {
	return Site{ID: MakeID(file, in, "FareTag", ordinal), Package: "p", Component: "FareTag", Form: Element, In: in,
		At: place.Place{File: file, Line: ordinal, Column: 1}, Props: []Given{{Name: "tone", Spelled: "tone", Literal: &Value{tone}}}}
}

func TestMatchLosesNoSite(t *testing.T) {
	rng := rand.New(rand.NewPCG(1, 2))
	for range 500 {
		make_ := func() []Site {
			var list []Site
			for i := range rng.IntN(8) {
				list = append(list, sample(fmt.Sprint("f", rng.IntN(2)), fmt.Sprint("D", rng.IntN(2)), i, fmt.Sprint("t", rng.IntN(3))))
			}
			return list
		}
		old, new := make_(), make_()
		seenOld, seenNew := map[int]int{}, map[int]int{}
		for _, p := range Match(old, new) {
			seenOld[p.Old]++
			seenNew[p.New]++
		}
		for i := range old {
			if seenOld[i] != 1 {
				t.Fatalf("old site %d is in %d pairs", i, seenOld[i])
			}
		}
		for i := range new {
			if seenNew[i] != 1 {
				t.Fatalf("new site %d is in %d pairs", i, seenNew[i])
			}
		}
	}
}

func TestMatchFollowsASiteThatMoved(t *testing.T) {
	old := []Site{sample("a.tsx", "A", 1, "calm"), sample("a.tsx", "A", 2, "urgent")}
	new := []Site{sample("a.tsx", "A", 1, "notice"), sample("a.tsx", "A", 2, "calm"), sample("b.tsx", "B", 1, "urgent")}
	got := map[int]int{}
	for _, p := range Match(old, new) {
		got[p.Old] = p.New
	}
	if got[0] != 1 || got[1] != 2 {
		t.Errorf("sites are paired as %v; the first moved down, the second to another file", got)
	}
}

func TestJSONRoundTrip(t *testing.T) {
	want := Scan{Format: Format, Reader: "1", App: App{Name: "booking", Digest: "d"}, Covers: []string{"p"}, Packages: []PackageUse{}, OtherUses: []OtherUse{}, Unread: []Unread{},
		Sites: []Site{{ID: "a", Package: "p", Component: "C", Form: Element, At: place.Place{File: "a.tsx", Line: 1, Column: 1}, Props: []Given{
			{Name: "a", Literal: &Value{nil}}, {Name: "b", Literal: &Value{json.Number("3")}}, {Name: "c", MayBe: []Value{{"m"}, {false}}, All: true},
			{Spread: "rest", Keys: []string{"k"}, Open: true}},
			Slots:  []Given{{Name: "row", Takes: &Takes{Params: []Taken{{Position: 1, Fields: []string{"a"}}, {Position: 2, All: true}}}}},
			Events: []Given{{Name: "x", Takes: &Takes{Unknown: true}}}, Via: []string{}}}}
	data, err := json.Marshal(want)
	if err != nil {
		t.Fatal(err)
	}
	got, err := Parse(data)
	if err != nil {
		t.Fatal(err)
	}
	if !reflect.DeepEqual(*got, want) {
		t.Errorf("reads back as %+v\nwant %+v", *got, want)
	}
	if _, err := Parse([]byte(`{"format":"steady.contracts/1"}`)); err == nil {
		t.Error("another format is taken for a scan")
	}
}

// right is the smallest scan that is taken.
const right = `{"format": "steady.uses/1", "reader": "8", "app": {"name": "booking", "digest": "d"}, "covers": ["p"],
"sites": [{"id": "a", "package": "p", "component": "C", "form": "element", "at": {"file": "a.tsx", "line": 1, "column": 1}, "props": [{"name": "tone", "spelled": "tone", "literal": "x\u0000"}]}]}`

func TestParseRefuses(t *testing.T) {
	if _, err := Parse([]byte(right)); err != nil {
		t.Fatalf("the right scan is refused: %v", err)
	}
	for _, test := range []struct{ name, old, new, want string }{
		{"a reader that is no number", `"8"`, `"dev"`, `reader must be the number of the scanner's version, not "dev"`},
		{"a reader of zero", `"8"`, `"0"`, `not "0"`},
		{"another format", `uses/1`, `uses/2`, `its format is "steady.uses/2"`},
		{"no app", `"booking"`, `""`, "app.name must name the app"},
		{"no digest", `"d"`, `""`, "app.digest must say"},
		{"covers nothing", `["p"]`, `[]`, "covers must name the packages"},
		{"a NUL in a package", `["p"]`, `["p\u0000"]`, "covers[0] holds the character U+0000"},
		{"a NUL in a name", `"spelled": "tone"`, `"spelled": "to\u0000ne"`, "line 2, column 200: sites[0] holds the character U+0000 in a name"},
		{"an empty site", `"sites": [`, `"sites": [{},`, "line 2, column 13: sites[0] has no id"},
		{"a form that is none", `"element"`, `"elephant"`, `has the form "elephant"`},
		{"no component", `"component": "C"`, `"component": ""`, "does not say which component"},
		{"no place", `"line": 1`, `"line": 0`, "does not say in which file and line"},
		{"an empty import", `"sites": [`, `"imports": [{}], "sites": [`, "imports[0] does not say in which file"},
		{"sites that are no list", `"sites": [`, `"sites": 3, "x": [`, "sites must be a list"},
		{"a prop that is no object", `"props": [`, `"props": [3, `, "sites[0]: cannot unmarshal number"},
		{"more behind it", `]}]}`, `]}]} {}`, "something stands behind"},
		{"cut off", `]}]}`, `]}`, "this is not JSON"},
		{"a list", `{"format"`, `["format"`, "this is no scan"},
		{"too deep", `"x\u0000"`, strings.Repeat("[", 70) + strings.Repeat("]", 70), "nested more than 64 deep"},
	} {
		text := strings.Replace(right, test.old, test.new, 1)
		if text == right {
			t.Fatalf("%s: nothing was changed", test.name)
		}
		if _, err := Parse([]byte(text)); err == nil || !strings.Contains(err.Error(), test.want) {
			t.Errorf("%s: %v, want %q", test.name, err, test.want)
		}
	}
}

func FuzzParse(f *testing.F) {
	f.Add(right)
	f.Fuzz(func(t *testing.T, text string) {
		s, err := Parse([]byte(text))
		if err != nil {
			return
		}
		data, err := json.Marshal(s)
		if err != nil {
			t.Fatalf("what was taken cannot be written: %v", err)
		}
		again, err := Parse(data)
		if err != nil {
			t.Fatalf("what was written is refused: %v\n%s", err, data)
		}
		if !reflect.DeepEqual(s, again) {
			t.Errorf("reads back as %+v\nwant %+v", again, s)
		}
	})
}
