package place

import (
	"strings"
	"testing"
	"unicode/utf16"
)

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

// TestPositionInLongLines holds positions far behind the start of a line against
// counting rune by rune.
func TestPositionInLongLines(t *testing.T) {
	text := strings.Repeat("aé⛴🚢\n", 5) + strings.Repeat("é🚢b⛴", 400) + "\n" + strings.Repeat("x", 2048)
	l := NewLines(text)
	line, column := 1, 1
	for i, r := range text {
		if got := l.Position(i); got.Line != line || got.Column != column {
			t.Fatalf("Position(%d) = %v, want %d:%d", i, got, line, column)
		}
		column += len(utf16.Encode([]rune{r}))
		if r == '\n' {
			line, column = line+1, 1
		}
	}
	if got := l.Position(len(text)); got.Column != 2049 {
		t.Errorf("the end is at %v", got)
	}
	if got := NewLines("a\xff\xffb").Position(3); got.Column != 4 {
		t.Errorf("after bytes that are no text it is %v", got)
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
