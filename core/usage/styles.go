// This file finds the styles of an app that may rely on what a component draws:
// the selectors of its style sheets and of the styles in its source, and the
// custom properties that it sets or reads.

package usage

import (
	"io/fs"
	"path"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// sheets are the endings of style sheets. All share blocks, nesting and comments
// as far as selectors go.
var sheets = map[string]bool{".css": true, ".scss": true, ".less": true, ".pcss": true}

// Bounds on what is kept of styles.
const (
	maxSheet     = 4 << 20 // bytes of one style sheet
	maxStyleUses = 50000
	maxNesting   = 40
)

// styles notes the styles of the app and gives what the digest of the scan
// takes of them.
func (s *scanner) styles(fsys fs.FS) (digest []string) {
	err := fs.WalkDir(fsys, ".", func(name string, entry fs.DirEntry, err error) error {
		switch {
		case err != nil:
			return nil // listed with what could not be read where it matters
		case entry.IsDir():
			if name != "." && modules.HoldsNoSource(entry.Name()) {
				return fs.SkipDir
			}
			return nil
		case !sheets[path.Ext(name)]:
			return nil
		}
		text, err := modules.ReadText(fsys, name, maxSheet)
		if err != nil {
			s.scan.Unread = append(s.scan.Unread, site.Unread{At: place.Place{File: name, Line: 1, Column: 1}, Why: "the file could not be read: " + err.Error()})
			return nil
		}
		digest = append(digest, name, text)
		lines := place.NewLines(text)
		s.sheet(text, func(start, end int) place.Place { return lines.Place(name, start, end) })
		return nil
	})
	if err != nil {
		s.scan.Unread = append(s.scan.Unread, site.Unread{At: place.Place{File: ".", Line: 1, Column: 1}, Why: "the style sheets could not be listed: " + err.Error()})
	}
	return digest
}

// inSource notes the styles that stand in a module: in templates that a tag
// takes, and as custom properties of inline styles.
func (s *scanner) inSource(m *modules.Module) {
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Tagged:
			if n.Text == nil {
				return true
			}
			// What stands in ${…} is blanked, so that places stay right.
			text := []byte(m.Source[n.Text.Pos():n.Text.Stop()])
			for _, x := range n.Text.Exprs {
				for i := x.Pos() - n.Text.Pos() - 2; i <= x.Stop()-n.Text.Pos() && i < len(text); i++ {
					if i >= 0 && text[i] != '\n' {
						text[i] = ' '
					}
				}
			}
			if len(text) < 2 || !strings.ContainsAny(string(text), ":{") {
				return true
			}
			s.sheet(string(text[1:len(text)-1]), func(start, end int) place.Place {
				return m.Lines.Place(m.Path, n.Text.Pos()+1+start, n.Text.Pos()+1+end)
			})
		case *syntax.Property:
			if name, ok := syntax.KeyName(n.Key); ok && strings.HasPrefix(name, "--") {
				s.styleUse(name, m.Place(n.Key))
			}
		}
		return true
	})
}

func (s *scanner) styleUse(selector string, at place.Place) {
	if len(s.scan.StyleUses) < maxStyleUses {
		at.Span = nil
		s.scan.StyleUses = append(s.scan.StyleUses, site.StyleUse{Selector: selector, At: at})
	}
}

// sheet notes the selectors and custom properties of a style sheet. A nested
// selector is put behind those around it, in place of & where that stands.
func (s *scanner) sheet(text string, at func(start, end int) place.Place) {
	var around []string
	start := 0
	property := func(from, to int) {
		for i := from; i < to; {
			j := strings.Index(text[i:to], "--")
			if j < 0 {
				return
			}
			i += j
			end := i + 2
			for end < to && nameByte(text[end]) {
				end++
			}
			if end > i+2 && (i == 0 || !nameByte(text[i-1])) {
				s.styleUse(text[i:end], at(i, end))
			}
			i = end
		}
	}
	for i := 0; i < len(text); i++ {
		switch c := text[i]; c {
		case '/':
			if strings.HasPrefix(text[i:], "/*") {
				end := strings.Index(text[i+2:], "*/")
				if end < 0 {
					return
				}
				if strings.TrimSpace(text[start:i]) == "" {
					start = i + end + 4
				}
				i += end + 3
			} else if strings.HasPrefix(text[i:], "//") && (i == 0 || text[i-1] != ':') {
				end := strings.IndexByte(text[i:], '\n')
				if end < 0 {
					return
				}
				if strings.TrimSpace(text[start:i]) == "" {
					start = i + end
				}
				i += end
			}
		case '"', '\'':
			for i++; i < len(text) && text[i] != c && text[i] != '\n'; i++ {
				if text[i] == '\\' {
					i++
				}
			}
		case '{':
			selector := strings.Join(strings.Fields(text[start:i]), " ")
			from := start + len(text[start:i]) - len(strings.TrimLeft(text[start:i], " \t\r\n"))
			whole := selector
			outer := ""
			if len(around) > 0 {
				outer = around[len(around)-1]
			}
			switch {
			case strings.HasPrefix(selector, "@"):
				whole = outer
			case strings.Contains(selector, "&"):
				whole = strings.TrimSpace(strings.ReplaceAll(selector, "&", outer))
			case outer != "":
				whole = outer + " " + selector
			}
			if selector != "" && whole != "" && !strings.HasPrefix(selector, "@") && len(whole) <= maxText && from <= i {
				s.styleUse(whole, at(from, i))
			}
			if len(whole) > maxText || len(around) > maxNesting {
				whole = ""
			}
			around = append(around, whole)
			start = i + 1
		case ';', '}':
			property(start, i)
			start = i + 1
			if c == '}' && len(around) > 0 {
				around = around[:len(around)-1]
			}
		}
	}
	if start < len(text) {
		property(start, len(text))
	}
}

func nameByte(c byte) bool {
	return c == '-' || c == '_' || c >= '0' && c <= '9' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= 0x80
}
