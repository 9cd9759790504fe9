package syntax

import "testing"

// TestDocText holds which comment documents a declaration, and what is left of it.
func TestDocText(t *testing.T) {
	for _, c := range []struct{ name, text, want string }{
		{"one line", "/** A lamp. */\nconst a = 1;", "A lamp."},
		{"without blanks", "/**A lamp.*/ const a = 1;", "A lamp."},
		{"stars at the head of lines", "/**\n * A lamp.\n * With two lines.\n */\nconst a = 1;", "A lamp.\nWith two lines."},
		{"no stars", "/**\n  A lamp.\n\n  With a gap.\n*/\nconst a = 1;", "A lamp.\n\nWith a gap."},
		{"text behind the marker", "/** A lamp.\n *  * a point\n */\nconst a = 1;", "A lamp.\n* a point"},
		{"line ends of another system", "/**\r\n * A lamp.\r\n */\r\nconst a = 1;", "A lamp."},
		{"tags", "/**\n * A lamp.\n * @deprecated use Light\n */\nconst a = 1;", "A lamp.\n@deprecated use Light"},
		{"the nearest of two", "/** far */\n/** near */\nconst a = 1;", "near"},
		{"behind a plain comment", "/** A lamp. */\n// plain\nconst a = 1;", "A lamp."},
		{"plain comments only", "// plain\n/* plain */\nconst a = 1;", ""},
		{"of the statement before", "/** b */ const b = 2;\nconst a = 1;", ""},
		{"empty", "/***/\n/** */\nconst a = 1;", ""},
	} {
		t.Run(c.name, func(t *testing.T) {
			f := Parse("a.ts", c.text)
			if got := f.Doc(f.Body[len(f.Body)-1]); got != c.want {
				t.Errorf("the documentation is %q, want %q", got, c.want)
			}
		})
	}
}
