package inspect

import (
	"fmt"
	"strings"
	"testing"
)

func TestSelectors(t *testing.T) {
	for text, want := range map[string]string{
		".a":                                ".a",
		".a > b + .c":                       ".a|> b|+ .c",
		".a, x-y::part(label):hover":        ".a; x-y ::label :hover",
		"&:hover small":                     "& :hover|  small",
		".a[data-tone='calm'] *":            ".a [data-tone]|  *",
		".a :deep(.b > i)":                  ".a|  .b|> i",
		".a:not(.b, .c) li:nth-child(2n+1)": ".a :not|  li :nth-child",
		"a:hover , b":                       "a :hover; b",
		"#id .x":                            "|  .x",
		"":                                  "",
		"[":                                 " []",
		".a:is(":                            ".a :is",
	} {
		var out []string
		for _, one := range selectors(text) {
			var parts []string
			for _, c := range one {
				s := ""
				if c.before != 0 {
					s = string(c.before) + " "
				}
				if c.amp {
					s += "&"
				}
				if c.any {
					s += "*"
				}
				s += c.tag
				for _, x := range c.classes {
					s += "." + x
				}
				for _, x := range c.attrs {
					s += " [" + x + "]"
				}
				if c.part != "" {
					s += " ::" + c.part
				}
				for _, x := range c.pseudos {
					s += " :" + x
				}
				parts = append(parts, s)
			}
			out = append(out, strings.Join(parts, "|"))
		}
		if got := strings.Join(out, "; "); got != want {
			t.Errorf("%q is %q, want %q", text, got, want)
		}
	}
}

// FuzzSelectors holds that no text brings the parser down or keeps it.
func FuzzSelectors(f *testing.F) {
	for _, seed := range []string{".a > b", ":deep(", "::part(x)::part(", "[a=[b]", strings.Repeat(":not(", 200), ".a:is(.b, .c) ~ *"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		n := 0
		for _, one := range selectors(text) {
			n += len(one)
		}
		if n > len(text)+1 {
			t.Error(fmt.Sprint(n, " pieces of ", len(text), " bytes"))
		}
	})
}
