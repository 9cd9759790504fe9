// This file takes selectors apart, as far as it matters what they rely on. Source: W3C,
// Selectors Level 4.

package inspect

import (
	"slices"
	"strings"
)

// compound is what stands between two combinators of a selector.
type compound struct {
	before  byte // the combinator before it: ' ', '>', '+', '~'; 0 for the first
	tag     string
	classes []string
	attrs   []string // names
	pseudos []string // without colons, with what stands in parentheses
	part    string   // of ::part(…)
	amp     bool
	any     bool // *
}

// selectors takes a list of selectors apart.
func selectors(text string) (list [][]compound) {
	for _, one := range split(text, ',') {
		if c := compounds(one); len(c) > 0 {
			list = append(list, c)
		}
	}
	return list
}

// split splits a text where nothing is open.
func split(text string, at byte) (list []string) {
	depth, start := 0, 0
	for i := 0; i < len(text); i++ {
		switch text[i] {
		case '(', '[':
			depth++
		case ')', ']':
			depth--
		case at:
			if depth == 0 {
				list = append(list, text[start:i])
				start = i + 1
			}
		}
	}
	return append(list, text[start:])
}

func compounds(text string) (list []compound) {
	var c compound
	begun := false
	end := func() {
		if begun {
			list = append(list, c)
		}
		c, begun = compound{}, false
	}
	combinator := byte(0)
	for i := 0; i < len(text); {
		switch ch := text[i]; {
		case ch == ' ' || ch == '>' || ch == '+' || ch == '~':
			end()
			if ch != ' ' || combinator == 0 {
				combinator = ch
			}
			i++
			continue
		}
		if !begun {
			begun = true
			if len(list) > 0 {
				c.before = combinator
			}
			combinator = 0
		}
		switch ch := text[i]; ch {
		case '&':
			c.amp = true
			i++
		case '*':
			c.any = true
			i++
		case '.':
			name := word(text[i+1:])
			c.classes = append(c.classes, name)
			i += 1 + len(name)
		case '#':
			i += 1 + len(word(text[i+1:]))
		case '[':
			stop := closing(text, i, '[', ']')
			c.attrs = append(c.attrs, word(strings.TrimSpace(text[i+1:stop])))
			i = stop + 1
		case ':':
			colons := 1
			if strings.HasPrefix(text[i:], "::") {
				colons = 2
			}
			name := word(text[i+colons:])
			next, inner := i+colons+len(name), ""
			if next < len(text) && text[next] == '(' {
				stop := closing(text, next, '(', ')')
				inner = text[next+1 : stop]
				next = stop + 1
			}
			switch {
			case colons == 2 && name == "part":
				c.part = strings.TrimSpace(inner)
			case slices.Contains([]string{"deep", "slotted", "global"}, strings.TrimPrefix(name, "v-")) && inner != "":
				// What stands in :deep(…) lies inside of what the compound is.
				if c.tag == "" && !c.amp && !c.any && len(c.classes)+len(c.attrs)+len(c.pseudos) == 0 {
					c, begun = compound{}, false
				}
				end()
				for n, in := range compounds(inner) {
					if n == 0 && in.before == 0 && len(list) > 0 {
						in.before = ' '
					}
					list = append(list, in)
				}
			default:
				c.pseudos = append(c.pseudos, name)
			}
			i = next
			if i <= 0 {
				i = len(text)
			}
		default:
			name := word(text[i:])
			if name == "" {
				i++ // nothing that a selector holds
				continue
			}
			c.tag = name
			i += len(name)
		}
	}
	end()
	return list
}

// word takes a name off the front of a text.
func word(text string) string {
	for i := range len(text) {
		if c := text[i]; !(c == '-' || c == '_' || c >= '0' && c <= '9' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= 0x80) {
			return text[:i]
		}
	}
	return text
}

// closing finds the bracket that closes the one at an index, or the end.
func closing(text string, from int, open, shut byte) int {
	depth := 0
	for i := from; i < len(text); i++ {
		switch text[i] {
		case open:
			depth++
		case shut:
			if depth--; depth == 0 {
				return i
			}
		}
	}
	return max(len(text)-1, from+1)
}

// states are the pseudo-classes of a state.
var states = map[string]bool{"hover": true, "focus": true, "focus-visible": true, "focus-within": true, "active": true, "disabled": true, "enabled": true, "checked": true, "indeterminate": true,
	"invalid": true, "valid": true, "required": true, "read-only": true, "placeholder-shown": true, "visited": true, "link": true, "target": true, "open": true, "not": true}

// inState reports whether a compound says of what it names in which state.
func (c compound) inState() bool {
	return len(c.attrs) > 0 || slices.ContainsFunc(c.pseudos, func(p string) bool { return states[p] })
}

// byPlace reports whether a compound counts or takes whatever stands there.
func (c compound) byPlace() bool {
	return c.any || slices.ContainsFunc(c.pseudos, func(p string) bool {
		return strings.HasPrefix(p, "nth-") || strings.HasSuffix(p, "-child") || strings.HasSuffix(p, "-of-type")
	})
}
