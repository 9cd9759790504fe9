package place

import "testing"

func TestPosition(t *testing.T) {
	tests := []struct {
		text         string
		offset       int
		line, column int
	}{
		{"", 0, 1, 1},
		{"ab\ncd", 4, 2, 2},
		{"ab\r\ncd", 4, 2, 1},
		{"ab\rcd", 3, 2, 1},
		{"é!", 2, 1, 2},
		{"⛴!", 3, 1, 2},
		{"🚢!", 4, 1, 3},
		{"ab", 99, 1, 3},
		{"ab", -1, 1, 1},
	}
	for _, test := range tests {
		got := NewLines(test.text).Position(test.offset)
		if got.Line != test.line || got.Column != test.column {
			t.Errorf("Position(%q, %d) = %v, want %d:%d", test.text, test.offset, got, test.line, test.column)
		}
	}
}

func TestLineKeepsEveryByteButTheEnds(t *testing.T) {
	l := NewLines("one\r\ntwo\nthree")
	for i, want := range []string{"", "one", "two", "three", ""} {
		if got := l.Line(i); got != want {
			t.Errorf("Line(%d) = %q, want %q", i, got, want)
		}
	}
}

func TestDigestOfMarksPartsOff(t *testing.T) {
	if DigestOf("ab", "c") == DigestOf("a", "bc") {
		t.Error("parts that differ only in their borders have one digest")
	}
}
