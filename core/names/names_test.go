package names

import (
	"strings"
	"testing"
)

func TestReact(t *testing.T) {
	tests := []struct {
		spelled string
		kind    Kind
		name    string
	}{
		{"onDismiss", Event, "dismiss"},
		{"onOpenChange", Event, "openChange"},
		{"renderRow", Slot, "row"},
		{"children", Slot, "default"},
		{"only", Prop, "only"},
		{"on", Prop, "on"},
		{"render", Prop, "render"},
		{"rendered", Prop, "rendered"},
		{"fare-tag", Prop, "fareTag"},
		{"data-tone", Prop, "data-tone"},
		{"aria-label", Prop, "aria-label"},
	}
	for _, test := range tests {
		if kind, name := React(test.spelled); kind != test.kind || name != test.name {
			t.Errorf("React(%q) = %s %q, want %s %q", test.spelled, kind, name, test.kind, test.name)
		}
	}
}

// TestFirst holds that letters are changed, not bytes, and that nothing stays
// nothing.
func TestFirst(t *testing.T) {
	for name, want := range map[string][3]string{
		"fareTag": {"FareTag", "fareTag", "defaultFareTag"},
		"Été":     {"Été", "été", "defaultÉté"},
		"_x":      {"_x", "_x", "default_x"},
		"":        {"", "", "default"},
	} {
		if got := [3]string{UpperFirst(name), LowerFirst(name), Initial(name)}; got != want {
			t.Errorf("%q gives %q, want %q", name, got, want)
		}
	}
}

func TestIsComponent(t *testing.T) {
	for name, want := range map[string]bool{"FareTag": true, "Timetable.Row": true, "X": true, "Timetable.row": false, "fareTag": false, "PORTS": false, "_X": false, "": false, "Row.": false} {
		if IsComponent(name) != want {
			t.Errorf("IsComponent(%q) = %v, want %v", name, !want, want)
		}
	}
}

func TestWords(t *testing.T) {
	for name, want := range map[string]string{"isUrgent": "is urgent", "fare-tag": "fare tag", "HTMLTag2": "html tag2", "QuayMap.Row": "quay map row", "": ""} {
		if got := strings.Join(Words(name), " "); got != want {
			t.Errorf("Words(%q) = %q, want %q", name, got, want)
		}
	}
}
