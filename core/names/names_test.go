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

func TestWords(t *testing.T) {
	for name, want := range map[string]string{"isUrgent": "is urgent", "fare-tag": "fare tag", "HTMLTag2": "html tag2", "QuayMap.Row": "quay map row", "": ""} {
		if got := strings.Join(Words(name), " "); got != want {
			t.Errorf("Words(%q) = %q, want %q", name, got, want)
		}
	}
}
