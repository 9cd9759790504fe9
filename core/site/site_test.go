package site

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"reflect"
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
	want := Scan{Format: Format, Reader: "1", Covers: []string{"p"}, Packages: []PackageUse{}, OtherUses: []OtherUse{}, Unread: []Unread{},
		Sites: []Site{{ID: "a", Props: []Given{
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
