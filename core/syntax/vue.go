// This file parses Vue's single-file components and the directives of its
// templates, those of Vue 2 among them.

package syntax

import (
	"strings"
	"unicode/utf8"
)

var vueDialect = &markupDialect{name: "vue", exact: true, open: "{{", close: "}}", directive: vueDirective}

// templateLanguages are those of the block template that are read; any other is said.
var templateLanguages = map[string]bool{"": true, "html": true, "vue": true}

// scriptLanguages are those of the block script, by how they are read.
var scriptLanguages = map[string]dialect{
	"": {jsx: true}, "js": {jsx: true}, "javascript": {jsx: true}, "mjs": {jsx: true}, "jsx": {jsx: true},
	"ts": {types: true}, "typescript": {types: true}, "tsx": {types: true, jsx: true},
}

// vueFile parses a single-file component: its blocks, the statements of all its
// scripts in Body, its template in Markup.
func vueFile(f *File) {
	m := &markup{name: f.Name, text: f.Text, dialect: vueDialect, end: len(f.Text), root: &Markup{}}
	for m.at < m.end {
		n := strings.IndexByte(f.Text[m.at:], '<')
		if n < 0 {
			break
		}
		m.at += n
		rest := f.Text[m.at:]
		switch {
		case strings.HasPrefix(rest, "<!--"):
			m.remark()
		case len(rest) > 1 && startsName(rest[1]):
			f.Sections = append(f.Sections, m.section())
		case strings.HasPrefix(rest, "</"):
			m.say(m.at, "an end tag stands here that ends nothing")
			m.at += 2
		default:
			m.at++
		}
	}
	for _, s := range f.Sections {
		switch s.Name {
		case "script":
			m.scriptOf(f, s)
		case "template":
			if f.Markup == nil {
				f.Markup = s.Markup
			} else {
				m.say(s.Pos(), "a second <template> stands here; a component has one")
			}
		}
	}
	f.Errors = append(f.Errors, m.errors...)
}

func langOf(s *Section) string {
	if a := s.Attr("lang"); a != nil {
		return strings.ToLower(a.Text)
	}
	return ""
}

// section parses one block from its < on, without what stands in it.
func (m *markup) section() *Section {
	start := m.at
	m.at++
	t := &Tag{Name: m.tagName()}
	m.attributes(t)
	s := &Section{Name: t.Name, Attrs: t.Attrs}
	closed := strings.HasPrefix(m.text[m.at:], "/>")
	if n := strings.IndexByte(m.text[m.at:], '>'); n >= 0 {
		m.at += n + 1
	} else {
		m.say(start, "the tag <%s is never closed; close it with >", t.Name)
		m.at = m.end
	}
	if closed {
		s.Range, s.Content = Between(start, m.at), Between(m.at, m.at)
		return s
	}
	from := m.at
	switch {
	case s.Name == "template" && templateLanguages[langOf(s)]:
		inner := &markup{name: m.name, text: m.text, dialect: vueDialect, lines: m.lines}
		tree, stop := inner.parse(from, m.end, "template") // templates may stand in templates
		m.errors = append(m.errors, inner.errors...)
		s.Markup, s.Content = tree, Between(from, stop)
		if stop >= m.end {
			m.say(start, "the block <template> is opened here and never closed")
		}
		m.at = m.endOf(stop)
	default:
		if s.Name == "template" {
			m.say(start, "templates in %q are not read; the script of the component is", langOf(s))
		}
		end, behind := m.findEnd(from, s.Name)
		if end < 0 {
			m.say(start, "the block <%s> is opened here and never closed", s.Name)
			end, behind = m.end, m.end
		}
		s.Content = Between(from, end)
		m.at = behind
	}
	s.Range = Between(start, m.at)
	return s
}

// endOf is where an end tag ends that begins at an offset.
func (m *markup) endOf(begin int) int {
	if n := strings.IndexByte(m.text[begin:], '>'); n >= 0 {
		return begin + n + 1
	}
	return m.end
}

// scriptOf parses the statements of a script.
func (m *markup) scriptOf(f *File, s *Section) {
	lang, ok := scriptLanguages[langOf(s)]
	if !ok {
		m.say(s.Pos(), "scripts in %q are not read", langOf(s))
		return
	}
	p := &parser{name: f.Name, text: f.Text[:s.Content.Stop()], dialect: lang, lines: m.lines}
	p.scanner.end, p.scanner.prevEnd = s.Content.Pos(), s.Content.Pos()
	p.next()
	part := &File{}
	part.Body = p.statements(tEOF)
	p.statementsAtTopLevel(part)
	s.Body = part.Body
	if a := s.Attr("generic"); a != nil && a.Value.Stop() > a.Value.Pos() {
		m.inside(a.Value.Pos(), a.Value.Stop(), func(p *parser) {
			p.list(tEOF, tComma, func() { s.Generic = append(s.Generic, p.typeParam()) })
		})
	}
	f.Body = append(f.Body, part.Body...)
	f.Comments = append(f.Comments, p.comments...)
	m.errors = append(m.errors, p.errors...)
}

// ParseTemplate parses a template that stands in a text of its own, between two
// offsets: that of a component whose template is a string or another file.
func ParseTemplate(name, text string, from, to int) (*Markup, []*Error) {
	if !utf8.ValidString(text) || to > min(len(text), MaxBytes) || from > to {
		return &Markup{}, nil
	}
	m := &markup{name: name, text: text, dialect: vueDialect}
	tree, _ := m.parse(from, to, "")
	return tree, m.errors
}

// shorthands of Vue's directives, by their first sign.
var vueShorthands = map[byte]string{':': "bind", '.': "bind", '@': "on", '#': "slot"}

// vueDirective reads an attribute that is a directive.
func vueDirective(m *markup, t *Tag, a *Attribute) {
	d := &Directive{Range: a.Range}
	name := a.Name
	rest := ""
	switch {
	case len(name) > 1 && vueShorthands[name[0]] != "":
		d.Name, rest = vueShorthands[name[0]], name[1:]
		if name[0] == '.' {
			d.Modifiers = append(d.Modifiers, "prop")
		}
	case name == "#": // the unnamed slot
		d.Name = "slot"
	case strings.HasPrefix(name, "v-") && len(name) > 2:
		d.Name = name[2:]
		if i := strings.IndexAny(d.Name, ":."); i >= 0 {
			d.Name, rest = d.Name[:i], strings.TrimPrefix(d.Name[i:], ":")
		}
	case name == "slot-scope" || name == "scope" && t.Name == "template":
		d.Name = name
	default:
		return
	}
	from := a.Pos() + len(name) - len(rest)
	if strings.HasPrefix(rest, "[") {
		if i := strings.LastIndexByte(rest, ']'); i > 0 {
			d.ArgX = m.expression(from+1, from+i)
			rest = rest[i+1:]
			if rest != "" && d.Name != "slot" {
				d.Modifiers = append(d.Modifiers, strings.Split(strings.TrimPrefix(rest, "."), ".")...)
			}
			rest = ""
		}
	}
	switch {
	case d.Name == "slot" || rest == "":
		d.Arg = rest // names of slots may hold dots
	default:
		parts := strings.Split(rest, ".")
		d.Arg = parts[0]
		for _, mod := range parts[1:] {
			if mod != "" {
				d.Modifiers = append(d.Modifiers, mod)
			}
		}
	}
	a.Directive = d
	v := a.Value
	empty := strings.TrimSpace(m.text[v.Pos():v.Stop()]) == ""
	switch d.Name {
	case "slot", "slot-scope", "scope":
		if !empty {
			m.inside(v.Pos(), v.Stop(), func(p *parser) { d.Params = p.bareParams() })
		}
	case "for":
		m.loop(d, v)
	case "on":
		switch {
		case empty:
		case d.Arg == "" && d.ArgX == nil: // a record of handlers
			d.X = m.expression(v.Pos(), v.Stop())
		default:
			m.inside(v.Pos(), v.Stop(), func(p *parser) {
				p.await = true
				d.Body = p.statements(tEOF)
			})
			if len(d.Body) == 1 {
				if e, ok := d.Body[0].(*ExprStmt); ok {
					d.X = e.X
				}
			}
		}
	case "bind":
		switch {
		case !empty:
			d.X = m.expression(v.Pos(), v.Stop())
		case !a.HasValue && d.Arg != "":
			d.Short = true
			d.X = &Ident{Between(from, from+len(d.Arg)), camel(d.Arg)}
		}
	case "pre", "once", "cloak", "else":
	default:
		if !empty {
			d.X = m.expression(v.Pos(), v.Stop())
		}
	}
}

// camel writes a-b as aB.
func camel(s string) string {
	if !strings.Contains(s, "-") {
		return s
	}
	var b strings.Builder
	up := false
	for _, r := range s {
		if r == '-' {
			up = b.Len() > 0
			continue
		}
		if up {
			b.WriteString(strings.ToUpper(string(r)))
			up = false
			continue
		}
		b.WriteRune(r)
	}
	return b.String()
}

// bareParams parses parameters without their parentheses.
func (p *parser) bareParams() (list []*Param) {
	p.within(func() {
		p.list(tEOF, tComma, func() { list = append(list, p.param()) })
	})
	return list
}

// loop parses a, b in c and (a, b) of c.
func (m *markup) loop(d *Directive, v Range) {
	text := m.text[v.Pos():v.Stop()]
	at, width := -1, 0
	for _, word := range []string{" in ", " of "} {
		if i := strings.Index(strings.NewReplacer("\n", " ", "\t", " ", "\r", " ").Replace(text), word); i >= 0 && (at < 0 || i < at) {
			at, width = i, len(word)
		}
	}
	if at < 0 {
		if strings.TrimSpace(text) != "" {
			m.say(v.Pos(), "v-for takes a name, in or of, and what is gone through; found %q", text)
		}
		return
	}
	left := strings.TrimSpace(text[:at])
	from := v.Pos() + strings.Index(text, left)
	to := from + len(left)
	if strings.HasPrefix(left, "(") && strings.HasSuffix(left, ")") {
		from, to = from+1, to-1
	}
	if from < to {
		m.inside(from, to, func(p *parser) { d.Params = p.bareParams() })
	}
	d.X = m.expression(v.Pos()+at+width, v.Stop())
}
