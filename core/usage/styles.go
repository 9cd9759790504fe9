// This file finds the styles of an app that may rely on what a component draws:
// the selectors of its style sheets and of the styles in its source, and the
// custom properties that it sets or reads.

package usage

import (
	"io/fs"
	"path"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/names"
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
		s.sheet(text, nil, func(start, end int) place.Place { return lines.Place(name, start, end) })
		return nil
	})
	if err != nil {
		s.scan.Unread = append(s.scan.Unread, site.Unread{At: place.Place{File: ".", Line: 1, Column: 1}, Why: "the style sheets could not be listed: " + err.Error()})
	}
	return digest
}

// inSource notes the styles that stand in a module: in templates that a tag takes, in
// blocks of styles, and as custom properties of inline styles; and the queries for what
// components draw.
func (s *scanner) inSource(m *modules.Module) {
	for _, sec := range m.File.Sections {
		if sec.Name == "style" && sec.Content.Stop() > sec.Content.Pos() {
			from := sec.Content.Pos()
			s.sheet(m.Source[from:sec.Content.Stop()], nil, func(start, end int) place.Place { return m.Lines.Place(m.Path, from+start, from+end) })
		}
	}
	w := &walker{s: s, m: m}
	w.push()
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Tagged:
			if n.Text == nil {
				return true
			}
			text := blanked(m.Source, n.Text)
			if len(text) < 2 || !strings.ContainsAny(text, ":{") {
				return true
			}
			s.sheet(text[1:len(text)-1], w.styled(n.Tag), func(start, end int) place.Place {
				return m.Lines.Place(m.Path, n.Text.Pos()+1+start, n.Text.Pos()+1+end)
			})
		case *syntax.Property:
			if name, ok := syntax.KeyName(n.Key); ok && strings.HasPrefix(name, "--") {
				s.styleUse(site.StyleUse{Selector: name}, m.Place(n.Key))
			}
		case *syntax.Call:
			if q, selector := query(n); selector != "" {
				s.styleUse(site.StyleUse{Selector: selector, Query: q}, m.Place(n.Args[0]))
			}
			if to := w.styled(n.Fun); to != nil { // styled(X)({ … })
				for _, arg := range n.Args {
					w.objectStyles(arg, to, "&", 0)
				}
			}
		case *syntax.Element:
			if list := w.tagTargets(n.Name); len(list) == 1 && list[0].library != "" {
				for _, a := range n.Attrs {
					if name, ok := a.Name.(*syntax.Ident); ok && objectRoutes[name.Name] {
						if c, ok := a.Value.(*syntax.Container); ok && c.X != nil {
							w.objectStyles(c.X, &list[0], "&", 0)
						}
					}
				}
			}
		}
		return true
	})
}

// objectRoutes are the attributes that are given styles as an object with selectors.
var objectRoutes = map[string]bool{"sx": true, "css": true, "styles": true, "xstyle": true}

// objectStyles notes the selectors of styles that are written as an object around a
// component, with what each sets.
func (w *walker) objectStyles(x syntax.Expr, of *target, around string, depth int) {
	if depth > maxStyleDepth {
		return
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Func: // of a theme
		if x.X != nil {
			w.objectStyles(x.X, of, around, depth+1)
		}
	case *syntax.Array:
		for _, one := range x.Elems {
			if one != nil {
				w.objectStyles(one, of, around, depth+1)
			}
		}
	case *syntax.Object:
		var sets []string
		for _, p := range x.Props {
			name, ok := "", false
			if p.Key != nil {
				name, ok = syntax.KeyName(p.Key)
			}
			if _, record := syntax.Bare(p.Value).(*syntax.Object); !record && ok {
				sets = append(sets, strings.Join(names.Words(name), "-"))
			} else if ok && strings.ContainsAny(name, "&.>[:*") && !strings.HasPrefix(name, "@") {
				selector := strings.ReplaceAll(name, "&", around)
				if !strings.Contains(name, "&") {
					selector = around + " " + strings.TrimSpace(name)
				}
				w.objectStyles(p.Value, of, selector, depth+1)
			} else if ok && strings.HasPrefix(name, "@") {
				w.objectStyles(p.Value, of, around, depth+1)
			}
		}
		w.s.styleUse(site.StyleUse{Selector: around, Package: of.library, Component: of.name, Sets: sets}, w.m.Place(x))
	}
}

// blanked is the text of a template; what stands in ${…} is blanked, so that places stay
// right.
func blanked(source string, t *syntax.Template) string {
	text := []byte(source[t.Pos():t.Stop()])
	for _, x := range t.Exprs {
		for i := x.Pos() - t.Pos() - 2; i <= x.Stop()-t.Pos() && i < len(text); i++ {
			if i >= 0 && text[i] != '\n' {
				text[i] = ' '
			}
		}
	}
	return string(text)
}

// styled finds the component of a library that a template of styles is written around:
// styled(X), and what follows it.
func (w *walker) styled(tag syntax.Expr) *target {
	for range 10 {
		switch x := syntax.Bare(tag).(type) {
		case *syntax.Call:
			if len(x.Args) > 0 {
				if to, ok := w.resolve(syntax.Bare(x.Args[0])); ok && to.library != "" && to.name != "*" {
					return &to
				}
			}
			tag = x.Fun
		case *syntax.Member:
			tag = x.X
		case *syntax.Instance:
			tag = x.X
		default:
			return nil
		}
	}
	return nil
}

// queries are the functions that look for what is drawn by a selector, or by an
// attribute that a test names.
var queries = map[string]string{"querySelector": "", "querySelectorAll": "", "closest": "", "matches": "", "locator": "", "waitForSelector": "", "getElementsByClassName": ".", "$": "", "$$": "",
	"getByTestId": "data-testid", "queryByTestId": "data-testid", "findByTestId": "data-testid", "getAllByTestId": "data-testid"}

// query gives the selector that a call looks for, "" for a call that looks for none.
func query(c *syntax.Call) (name, selector string) {
	name = lastName(c.Fun)
	form, ok := queries[name]
	if !ok || len(c.Args) == 0 {
		return name, ""
	}
	v, ok := literal(c.Args[0])
	text, isText := v.V.(string)
	if !ok || !isText || len(text) > maxText {
		return name, ""
	}
	if f, ok := c.Fun.(*syntax.Member); ok && lastName(f.X) == "shadowRoot" {
		name = "shadowRoot." + name
	}
	switch form {
	case "":
		return name, oneLine(text)
	case ".":
		return name, "." + strings.Join(strings.Fields(text), ".")
	}
	return name, "[" + form + `="` + text + `"]`
}

func (s *scanner) styleUse(u site.StyleUse, at place.Place) {
	if len(s.scan.StyleUses) < maxStyleUses {
		at.Span = nil
		u.At = at
		s.scan.StyleUses = append(s.scan.StyleUses, u)
	}
}

// sheet notes the selectors and custom properties of a style sheet. A nested
// selector is put behind those around it, in place of & where that stands. Of styles
// around a component & stays.
func (s *scanner) sheet(text string, of *target, at func(start, end int) place.Place) {
	var around []string
	blocks := []int{-1} // the style uses whose blocks are open; -1 for none
	start := 0
	if of != nil {
		around = []string{"&"}
	}
	note := func(selector string, p place.Place) int {
		u := site.StyleUse{Selector: selector}
		if of != nil && strings.HasPrefix(selector, "&") {
			u.Package, u.Component = of.library, of.name
		}
		s.styleUse(u, p)
		return len(s.scan.StyleUses) - 1
	}
	if of != nil {
		blocks[0] = note("&", at(0, 0))
	}
	property := func(from, to int) {
		if name, _, ok := strings.Cut(text[from:to], ":"); ok && blocks[len(blocks)-1] >= 0 && len(s.scan.StyleUses) < maxStyleUses {
			if name = strings.TrimSpace(name); name != "" && !strings.ContainsAny(name, " \n({&.#") {
				u := &s.scan.StyleUses[blocks[len(blocks)-1]]
				u.Sets = append(u.Sets, name)
			}
		}
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
				s.styleUse(site.StyleUse{Selector: text[i:end]}, at(i, end))
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
				blocks = append(blocks, note(whole, at(from, i)))
			} else {
				blocks = append(blocks, blocks[len(blocks)-1])
			}
			if len(whole) > maxText || len(around) > maxNesting {
				whole = ""
			}
			around = append(around, whole)
			start = i + 1
		case ';', '}':
			property(start, i)
			start = i + 1
			if c == '}' && len(blocks) > 1 {
				around, blocks = around[:len(around)-1], blocks[:len(blocks)-1]
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
