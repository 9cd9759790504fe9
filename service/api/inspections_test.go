package api

import (
	"encoding/json"
	"fmt"
	"maps"
	"net/http"
	"slices"
	"strings"
	"testing"

	"steadysocket/core/inspect"
	"steadysocket/core/site"
	"steadysocket/demo"
)

// TestInspectionOfAnApp holds that the service finds what the demo's table says, keeps it
// with the scan, and works it out anew when a release comes.
func TestInspectionOfAnApp(t *testing.T) {
	s := filled(t)
	read := func() (found inspect.Inspection, texts map[string]SiteText) {
		t.Helper()
		status, out := call(t, s, "GET", "/api/v1/apps/booking/inspection", nil, nil)
		if status != http.StatusOK {
			t.Fatalf("%d: %v", status, out)
		}
		data, err := json.Marshal(out)
		if err != nil {
			t.Fatal(err)
		}
		var answer struct {
			Inspection inspect.Inspection
			Texts      map[string]SiteText
		}
		if err := json.Unmarshal(data, &answer); err != nil {
			t.Fatal(err)
		}
		return answer.Inspection, answer.Texts
	}
	found, texts := read()
	want := 0
	for _, m := range demo.Mistakes {
		if m.App == "booking" {
			want++
		}
	}
	if len(found.Findings) != want || found.Held[0].Version != "1.2.0" || !found.Held[0].Exact || found.Held[0].Newest != "2.0.0" {
		t.Errorf("%d findings, want %d; held against %+v", len(found.Findings), want, found.Held)
	}
	for _, f := range found.Findings {
		if x := texts[f.Site]; f.Site != "" && (!strings.HasPrefix(x.Text, "<") || x.At.File == "" || f.At.Line < x.At.Line) {
			t.Errorf("the source of %s is %+v", f.Site, x)
		}
	}
	if len(found.Layers.Wrappers) != 3 || len(found.Layers.ReachIns) != 3 {
		t.Errorf("%d wrappers, %d reach-ins", len(found.Layers.Wrappers), len(found.Layers.ReachIns))
	}
	_, apps := call(t, s, "GET", "/api/v1/apps", nil, nil)
	kept := apps["items"].([]any)[0].(map[string]any)["found"].(map[string]any)
	if int(kept["must"].(float64)) != found.Totals.Must {
		t.Errorf("the list of apps says %v, the inspection %+v", kept, found.Totals)
	}
	if again, _ := read(); len(again.Findings) != want {
		t.Errorf("what is kept has %d findings", len(again.Findings))
	}
	// 2.1.0 comes: what is newest is another.
	if status, out := call(t, s, "POST", "/api/v1/releases", NewRelease{Listing: listing(t, "2.1.0")}, signed); status != http.StatusCreated {
		t.Fatalf("%d: %v", status, out)
	}
	if later, _ := read(); later.Held[0].Newest != "2.1.0" {
		t.Errorf("after a release it is held against %+v", later.Held)
	}
	for _, path := range []string{"/api/v1/apps/nobody/inspection", "/api/v1/packages/" + pkg + "/components/Nothing/usage"} {
		if status, out := call(t, s, "GET", path, nil, nil); status != http.StatusNotFound || out["right"] == "" {
			t.Errorf("%s: %d %v", path, status, out)
		}
	}
}

// TestUsageAgreesWithTheSites counts what is given at the sites of a scan by hand.
func TestUsageAgreesWithTheSites(t *testing.T) {
	s := filled(t)
	scan := scanOf(t, "booking", "@saltmarsh/fairlead")
	for _, component := range []string{"FareTag", "Lever", "Timetable", "QuayMap"} {
		status, out := call(t, s, "GET", "/api/v1/packages/"+pkg+"/components/"+component+"/usage?version=1.2.0", nil, nil)
		if status != http.StatusOK {
			t.Fatalf("%d: %v", status, out)
		}
		data, err := json.Marshal(out)
		if err != nil {
			t.Fatal(err)
		}
		var got Usage
		if err := json.Unmarshal(data, &got); err != nil {
			t.Fatal(err)
		}
		given, values := map[string]int{}, map[string]int{}
		sites, open := 0, 0
		for _, x := range scan.Sites {
			if x.Component != component || len(x.Via) > 0 {
				continue
			}
			sites++
			hidden := false
			mine := map[string]bool{}
			for _, g := range x.All() {
				hidden = hidden || g.Open
				for _, name := range append([]string{g.Spelled}, g.Keys...) {
					if name != "" && (g.Spread != "" || name == g.Spelled) {
						mine[name] = true
					}
				}
				list := g.MayBe
				if g.Literal != nil {
					list = []site.Value{*g.Literal}
				}
				for _, v := range list {
					values[g.Spelled+"="+v.String()]++
				}
			}
			for name := range mine {
				given[name]++
			}
			if hidden {
				open++
			}
		}
		if len(got.Apps) != 1 || got.Apps[0].Sites != sites || got.Unseen.Spreads != open {
			t.Errorf("%s: %+v, want %d sites of which %d hide something", component, got.Apps, sites, open)
		}
		for _, m := range got.Members {
			if m.Sites != given[m.Spelled] {
				t.Errorf("%s: %s is counted %d times and given %d times", component, m.Spelled, m.Sites, given[m.Spelled])
			}
			for _, v := range m.Values {
				if v.Sites != values[m.Spelled+"="+v.Value] {
					t.Errorf("%s: %s=%s is counted %d times and given %d times", component, m.Spelled, v.Value, v.Sites, values[m.Spelled+"="+v.Value])
				}
			}
		}
		if component == "FareTag" {
			never := slices.DeleteFunc(slices.Clone(got.Members), func(m MemberUsage) bool { return m.Sites > 0 })
			if len(never) != 0 || len(values) == 0 {
				t.Errorf("never given: %+v of %v", never, slices.Sorted(maps.Keys(given)))
			}
		}
		if component == "QuayMap" && fmt.Sprint(got.Parts) != "[{Panel 3 1} {Tab 2 1}]" {
			t.Errorf("the parts of QuayMap are %v", got.Parts)
		}
	}
}
