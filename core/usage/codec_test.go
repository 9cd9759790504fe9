package usage

import (
	"reflect"
	"testing"

	"steadysocket/core/place"
	"steadysocket/core/site"
)

// whole is facts with something in each kind of field.
func whole() *facts {
	given := site.Given{Name: "a", Keys: []string{}, Literal: &site.Value{V: "text"}, MayBe: []site.Value{{V: true}, {V: nil}, {V: []any{"x", 1.5}}}, Takes: &site.Takes{Params: []site.Taken{{Position: 1, All: true}}}, At: place.Place{File: "f", Span: &place.Span{1, 300}}}
	return &facts{about: about{Digest: "d", Imports: []string{"b"}, Global: true, Tags: tagFacts{Names: [][2]string{{"A", "b"}}}},
		gave: gave{Words: []string{"w", ""}, Uses: []keptUse{{Pass: -3, Library: "l", Forward: map[string]string{"a": "b"}, Drops: map[string]bool{}, Site: site.Site{ID: "i", Props: []site.Given{given}, Slots: []site.Given{}}}}, Marks: []site.Mark{{Of: "x", Size: 1 << 40}}}}
}

// TestKeptIsReadBack holds that what is kept comes back as it was.
func TestKeptIsReadBack(t *testing.T) {
	rec := &record{Fixed: "fixed", Tags: "tags", Files: map[string]*facts{"a": whole(), "b": {}}}
	data := rec.write()
	var back record
	if err := back.read(data); err != nil {
		t.Fatal(err)
	}
	for name, f := range back.Files {
		if err := f.open(); err != nil {
			t.Fatal(err)
		}
		if !reflect.DeepEqual(f, rec.Files[name]) {
			t.Errorf("%s comes back as\n%+v\nwant\n%+v", name, f, rec.Files[name])
		}
	}
	if back.Fixed != rec.Fixed || back.Tags != rec.Tags || len(back.Files) != 2 {
		t.Errorf("the record comes back as %+v", back)
	}
	for n := range data {
		var cut record
		if err := cut.read(data[:n]); err == nil {
			t.Errorf("%d of %d bytes are read as whole", n, len(data))
		}
	}
}

// FuzzKept holds that nothing that is kept brings a scan down.
func FuzzKept(f *testing.F) {
	f.Add((&record{Fixed: "fixed", Files: map[string]*facts{"a": whole()}}).write())
	f.Add([]byte{0, 0, 255, 255, 255, 255, 255, 255, 255, 255, 255, 1})
	f.Fuzz(func(_ *testing.T, data []byte) {
		var rec record
		if rec.read(data) != nil {
			return
		}
		for _, x := range rec.Files {
			_ = x.open() // an error is an answer
		}
	})
}
