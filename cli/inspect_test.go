package cli_test

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"steadysocket/core/inspect"
	"steadysocket/demo"
)

// TestInspect holds an app against the release that it is locked to, whatever state the
// library's folder is in.
func TestInspect(t *testing.T) {
	for _, test := range []struct {
		app, version string
		code         int
	}{{"booking", "1.2.0", 1}, {"freight", "1.0.0", 1}, {"kiosk", "1.2.0", 1}, {"quay-signs", "2.0.0", 1}} {
		found := parse[inspect.Inspection](t, must(t, test.code, nil, "inspect", "./"+test.app, "--library", "./fairlead", "--format", "json"))
		if len(found.Held) != 1 || found.Held[0].Version != test.version || !found.Held[0].Exact {
			t.Errorf("%s is held against %+v", test.app, found.Held)
		}
		wanted := 0
		for _, m := range demo.Mistakes {
			if m.App == test.app {
				wanted++
			}
		}
		if len(found.Findings) != wanted || found.Totals.Findings != wanted {
			t.Errorf("%s has %d findings and tells %d, want %d", test.app, len(found.Findings), found.Totals.Findings, wanted)
		}
	}
	out := must(t, 1, nil, "inspect", "./booking", "--library", "./fairlead")
	for _, want := range []string{"held against @saltmarsh/fairlead 1.2.0, which it is locked to", "src/desk/Counter.jsx:16:14", "value-unknown", "gives 'urgnet' for tone", "→ give urgent ✎", "85 sites · ", "fixes side='end', unless a use gives it", "sise='l', which it does not have"} {
		if !strings.Contains(out, want) {
			t.Errorf("the table does not say %q:\n%s", want, out)
		}
	}
	// A release that is named is taken as it is, and that it is another is said.
	if out := must(t, 1, nil, "inspect", "./booking", "--library", "./fairlead@2.0.0"); !strings.Contains(out, "2.0.0; it is locked to 1.2.0") {
		t.Errorf("another release is told as\n%s", out)
	}
}

// TestInspectCalls holds what is said of calls that cannot be answered.
func TestInspectCalls(t *testing.T) {
	for _, test := range []struct {
		code int
		args []string
		want string
	}{
		{2, []string{"inspect"}, "steady inspect takes one APP"},
		{3, []string{"inspect", "./nowhere", "--library", "./fairlead"}, "./nowhere"},
		{3, []string{"inspect", "./booking", "--library", "./nowhere"}, "./nowhere is not there"},
		{2, []string{"inspect", "./booking", "--library", "./fairlead", "--format", "xml"}, "there is table, json, sarif or markdown"},
		{2, []string{"inspect", "./booking", "--library", "./kiosk"}, "uses none of the packages kiosk"},
		{3, []string{"inspect", "./booking", "--library", "./fairlead", "--baseline", "./booking/package.json"}, "is no baseline"},
		{3, []string{"inspect", "./booking", "--library", "./fairlead", "--write-baseline", "./nowhere/baseline.json"}, "nowhere"},
		{4, []string{"inspect", "./booking"}, "--library ./fairlead"},
		{4, []string{"inspect", "./booking", "--library", "@saltmarsh/fairlead"}, "is not installed beside ./booking"},
	} {
		code, out, errOut := steady(t, nil, test.args...)
		if code != test.code || !strings.Contains(errOut, test.want) || out != "" {
			t.Errorf("steady %s: exit %d, want %d; says %q, want %q; prints %q", strings.Join(test.args, " "), code, test.code, errOut, test.want, out)
		}
	}
}

// TestInspectBaseline holds that only what is new counts, and that what is mended is told.
func TestInspectBaseline(t *testing.T) {
	dir := t.TempDir()
	app, file := filepath.Join(dir, "kiosk"), filepath.Join(dir, "baseline.json")
	if err := demo.LayApp(app, "kiosk"); err != nil {
		t.Fatal(err)
	}
	must(t, 0, nil, "inspect", app, "--library", "./fairlead", "--write-baseline", file)
	data, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	s, err := jsonschema.NewCompiler().Compile("../docs/schemas/steady.baseline.1.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	doc, err := jsonschema.UnmarshalJSON(strings.NewReader(string(data)))
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Validate(doc); err != nil {
		t.Errorf("the baseline does not fit its schema: %v", err)
	}
	if out := must(t, 0, nil, "inspect", app, "--library", "./fairlead", "--baseline", file); !strings.Contains(out, "11 known before, 0 new, 0 mended") {
		t.Errorf("nothing new is told as\n%s", out)
	}
	// Lines move, one mistake is mended, one is made.
	help := filepath.Join(app, "components", "FareHelp.vue")
	source, err := os.ReadFile(help)
	if err != nil {
		t.Fatal(err)
	}
	text := strings.Replace(strings.Replace(string(source), `@explained`, `@explain`, 1), "<section>", "<section>\n    <FareTag :amount=\"1\" tonne=\"calm\" />\n", 1)
	if err := os.WriteFile(help, []byte(text), 0o644); err != nil {
		t.Fatal(err)
	}
	found := parse[inspect.Inspection](t, must(t, 1, nil, "inspect", app, "--library", "./fairlead", "--baseline", file, "--format", "json"))
	fresh := 0
	for _, f := range found.Findings {
		if !f.Known {
			fresh++
			if f.Member != "tonne" || f.Meant != "tone" {
				t.Errorf("told as new: %+v", f)
			}
		}
	}
	if fresh != 1 || found.Totals.Known != 10 || len(found.Mended) != 1 || found.Mended[0].Kind != inspect.EventUnknown {
		t.Errorf("%d new, %d known, mended %+v", fresh, found.Totals.Known, found.Mended)
	}
	out := must(t, 1, nil, "inspect", app, "--library", "./fairlead", "--baseline", file, "--format", "markdown")
	for _, want := range []string{"### kiosk: 1 new finding at the use sites of @saltmarsh/fairlead-vue 1.2.0", "**`components/FareHelp.vue`**", "  - tonne\n  + tone", "Mended since the baseline: 1."} {
		if !strings.Contains(out, want) {
			t.Errorf("the text for a merge request does not say %q:\n%s", want, out)
		}
	}
}

// TestInspectSARIF holds the output against what SARIF 2.1.0 asks of fixes and baselines.
func TestInspectSARIF(t *testing.T) {
	var log struct {
		Runs []struct {
			Tool struct {
				Driver struct {
					Rules []struct{ ID string }
				}
			}
			Results []struct {
				RuleID    string
				Level     string
				Locations []struct {
					PhysicalLocation struct {
						ArtifactLocation struct{ URI string }
						Region           struct{ StartLine, StartColumn int }
					}
				}
				Fixes []struct {
					ArtifactChanges []struct {
						Replacements []struct {
							DeletedRegion   struct{ StartLine, StartColumn, EndLine, EndColumn int }
							InsertedContent struct{ Text string }
						}
					}
				}
			}
		}
	}
	if err := json.Unmarshal([]byte(must(t, 1, nil, "inspect", "./booking", "--library", "./fairlead", "--format", "sarif")), &log); err != nil {
		t.Fatal(err)
	}
	if len(log.Runs) != 1 || len(log.Runs[0].Tool.Driver.Rules) != len(inspect.Rows) {
		t.Fatalf("%d runs", len(log.Runs))
	}
	known := map[string]bool{}
	for _, r := range log.Runs[0].Tool.Driver.Rules {
		known[r.ID] = true
	}
	fixes := 0
	for _, r := range log.Runs[0].Results {
		if !known[r.RuleID] || len(r.Locations) != 1 || r.Locations[0].PhysicalLocation.Region.StartLine < 1 {
			t.Errorf("a result is %+v", r)
		}
		for _, f := range r.Fixes {
			fixes++
			d := f.ArtifactChanges[0].Replacements[0].DeletedRegion
			if d.EndLine < d.StartLine || d.EndLine == d.StartLine && d.EndColumn <= d.StartColumn {
				t.Errorf("a fix of %s replaces %+v", r.RuleID, d)
			}
		}
	}
	if fixes < 8 {
		t.Errorf("%d fixes", fixes)
	}
}

// TestKindsInSchemas holds the closed list of kinds in the schemas against the table.
func TestKindsInSchemas(t *testing.T) {
	var want []string
	for _, row := range inspect.Rows {
		want = append(want, string(row.Kind))
	}
	slices.Sort(want)
	for _, name := range []string{"inspect", "baseline"} {
		data, err := os.ReadFile("../docs/schemas/steady." + name + ".1.schema.json")
		if err != nil {
			t.Fatal(err)
		}
		var doc any
		if err := json.Unmarshal(data, &doc); err != nil {
			t.Fatal(err)
		}
		lists := 0
		var walk func(x any)
		walk = func(x any) {
			switch x := x.(type) {
			case []any:
				for _, y := range x {
					walk(y)
				}
			case map[string]any:
				for key, y := range x {
					enum, ok := y.([]any)
					if key != "enum" || !ok || !slices.Contains(enum, any(want[0])) {
						walk(y)
						continue
					}
					lists++
					var got []string
					for _, kind := range enum {
						got = append(got, fmt.Sprint(kind))
					}
					slices.Sort(got)
					if !slices.Equal(got, want) {
						t.Errorf("steady.%s/1 knows %v, the table %v", name, got, want)
					}
				}
			}
		}
		walk(doc)
		if lists == 0 {
			t.Errorf("steady.%s/1 has no list of kinds", name)
		}
	}
}
