package reading

import (
	"fmt"
	"strings"
	"testing"
)

// TestTooLong holds what becomes of types that are made of more parts than are given out:
// by the names inside of them they are said whole; where there are none, that is said.
func TestTooLong(t *testing.T) {
	// 40 tables of 20 fields each are more than any type may be made of.
	var tables strings.Builder
	for i := range 40 {
		fmt.Fprintf(&tables, "t%d: {", i)
		for j := range 20 {
			fmt.Fprintf(&tables, " f%d: () => %d;", j, i*20+j)
		}
		tables.WriteString(" };\n")
	}
	for _, test := range []struct{ name, prop, want, unread string }{
		{"a name inside of a function", "sx?: 'plain' | ((theme: Theme) => void)", "'plain' | ((theme: Theme) => void)", ""},
		{"an alias of a union", "sx?: Choice", "'plain' | Theme | ((theme: Theme) => void)", ""},
		{"a function", "onPaint?: (theme: Theme, by: number) => Theme", "(theme: Theme, by: number) => Theme", ""},
		{"a type of the package", "sx?: { theme: Theme; at: number }", "{ theme: Theme; at: number }", ""},
		{"a type of the package beside a short one", "sx?: { small: Small; theme: Theme }", "{ small: { width: number; paint?: () => void }; theme: Theme }", ""},
		{"no name", "sx?: {" + strings.ReplaceAll(tables.String(), "\n", " ") + "}", "Unread", "more than 500 types"},
		{"a short one", "sx?: { small: Small }", "{ small: { width: number; paint?: () => void } }", ""},
	} {
		c, r := component(t, "interface Theme { "+tables.String()+" }\ninterface Small { width: number; paint?: () => void }\ntype Choice = 'plain' | Theme | ((theme: Theme) => void);\n"+
			"export const X = (p: { "+test.prop+" }) => <b/>;\n")
		got := ""
		switch {
		case len(c.Props) == 1:
			got = c.Props[0].Type.T.String()
		case len(c.Events) == 1:
			e := c.Events[0]
			got = e.Payload.Text(", ") + " => " + e.Returns.T.String()
		}
		if test.unread == "" && got != test.want || test.unread != "" && !strings.Contains(got, test.want) {
			t.Errorf("%s: %.200s is read as %.300s, not %s", test.name, test.prop, got, test.want)
		}
		var why []string
		for _, u := range r.Listing.Unread {
			why = append(why, u.Why)
		}
		if said := strings.Join(why, "; "); test.unread == "" && said != "" || !strings.Contains(said, test.unread) {
			t.Errorf("%s: said to be unread is %q, not %q", test.name, said, test.unread)
		}
	}
}
