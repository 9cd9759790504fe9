// This file parses HTML pages, and those that a server's template language fills
// in: what that writes is passed over.

package syntax

import (
	"path"
	"slices"
	"strings"
	"unicode/utf8"
)

// htmlDialect reads directives too: a page may be the template of what a script
// mounts on it.
var htmlDialect = &markupDialect{name: "html", optional: true, open: "{{", close: "}}", directive: vueDirective}

// pages are the endings of pages that a server fills in, with the marks of the
// languages that do.
var pages = map[string][][2]string{
	".html":     nil,
	".htm":      nil,
	".php":      {{"<?", "?>"}, {"{!!", "!!}"}, {"{{", "}}"}},
	".erb":      {{"<%", "%>"}},
	".ejs":      {{"<%", "%>"}},
	".cshtml":   {},
	".twig":     {{"{%", "%}"}, {"{{", "}}"}, {"{#", "#}"}},
	".njk":      {{"{%", "%}"}, {"{{", "}}"}, {"{#", "#}"}},
	".jinja":    {{"{%", "%}"}, {"{{", "}}"}, {"{#", "#}"}},
	".j2":       {{"{%", "%}"}, {"{{", "}}"}, {"{#", "#}"}},
	".liquid":   {{"{%", "%}"}, {"{{", "}}"}},
	".hbs":      {{"{{", "}}"}},
	".mustache": {{"{{", "}}"}},
}

var pageDialects = func() map[string]*markupDialect {
	list := map[string]*markupDialect{}
	for ending, marks := range pages {
		d := *htmlDialect
		d.marks = marks
		if slices.Contains(marks, [2]string{d.open, d.close}) {
			d.open = "" // they are the server's
		}
		list[ending] = &d
	}
	return list
}()

// IsPage reports whether a file is a page of markup, by its ending. served says that
// a server fills it in before a browser reads it.
func IsPage(name string) (page, served bool) {
	ending := strings.ToLower(path.Ext(name))
	marks, page := pages[ending]
	return page, marks != nil
}

// scriptTypes are the types of scripts that are JavaScript (HTML standard, 4.12.1).
var scriptTypes = map[string]bool{"": true, "module": true, "text/javascript": true, "application/javascript": true}

// pageFile parses a page: its tags in Markup, its scripts in Body.
func pageFile(f *File) {
	m := &markup{name: f.Name, text: f.Text, dialect: pageDialects[strings.ToLower(path.Ext(f.Name))]}
	f.Markup, _ = m.parse(0, len(f.Text), "")
	Walk(f.Markup, func(n Node) bool {
		t, ok := n.(*Tag)
		if !ok || !strings.EqualFold(t.Name, "script") {
			return true
		}
		s := &Section{Range: t.Range, Name: "script", Attrs: t.Attrs}
		kind := s.Attr("type")
		if len(t.Nodes) != 1 || kind != nil && !scriptTypes[strings.ToLower(kind.Text)] {
			return false
		}
		s.Content = Between(t.Nodes[0].Pos(), t.Nodes[0].Stop())
		if m.holdsMarks(f.Text[s.Content.Pos():s.Content.Stop()]) {
			return false // a server writes in it
		}
		m.scriptOf(f, s)
		f.Sections = append(f.Sections, s)
		return false
	})
	f.Errors = append(f.Errors, m.errors...)
}

// ParseHTML parses HTML that stands in a text of its own, between two offsets: that of
// an element whose content a script writes.
func ParseHTML(name, text string, from, to int) (*Markup, []*Error) {
	if !utf8.ValidString(text) || to > min(len(text), MaxBytes) || from > to {
		return &Markup{}, nil
	}
	m := &markup{name: name, text: text, dialect: scriptedDialect}
	tree, _ := m.parse(from, to, "")
	return tree, m.errors
}

// scriptedDialect is HTML that a script writes: what the script puts in it is marked
// by who parses it.
var scriptedDialect = &markupDialect{name: "html", optional: true}
