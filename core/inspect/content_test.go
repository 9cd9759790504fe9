package inspect

import (
	"testing"

	"steadysocket/core/types"
)

func TestContentMayFit(t *testing.T) {
	for _, test := range []struct {
		from, to string
		want     bool
	}{
		{"Content", "'calm' | 'loud' | Element<string>", true},
		{"Content", "string", true},
		{"Content", "number | null", true},
		{"Content", "() => void", false},
		{"Content", "{ at: number }[]", false},
		{"Content | boolean", "string", true},
		{"boolean", "string", false},
		{"Element<string>", "string", false}, // near miss: its form is known
	} {
		if got := contentMayFit(types.MustParse(test.from), types.MustParse(test.to)); got != test.want {
			t.Errorf("%s for %s: %v, want %v", test.from, test.to, got, test.want)
		}
	}
}
