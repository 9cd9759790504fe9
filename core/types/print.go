// This file prints types in canonical form.

package types

import (
	"encoding/json"
	"slices"
	"strconv"
	"strings"
)

func (t Basic) level() int       { return levelPostfix }
func (*Literal) level() int      { return levelPostfix }
func (*Union) level() int        { return levelUnion }
func (*Intersection) level() int { return levelIntersection }
func (t *Array) level() int {
	if t.Readonly {
		return levelOperator
	}
	return levelPostfix
}
func (t *Tuple) level() int {
	if t.Readonly {
		return levelOperator
	}
	return levelPostfix
}
func (*Object) level() int   { return levelPostfix }
func (*Func) level() int     { return levelFunc }
func (*Template) level() int { return levelPostfix }
func (*Named) level() int    { return levelPostfix }

// printer writes types one behind another. Sorted puts the members of unions and
// intersections in the order of their texts, and fields in that of their names.
type printer struct {
	strings.Builder
	sorted bool
}

func printed(t Type, sorted bool) string {
	p := printer{sorted: sorted}
	t.print(&p)
	return p.String()
}

func (t Basic) String() string         { return string(t) }
func (l *Literal) String() string      { return printed(l, false) }
func (t *Union) String() string        { return printed(t, false) }
func (t *Intersection) String() string { return printed(t, false) }
func (t *Array) String() string        { return printed(t, false) }
func (t *Tuple) String() string        { return printed(t, false) }
func (t *Object) String() string       { return printed(t, false) }
func (t *Func) String() string         { return printed(t, false) }
func (t *Template) String() string     { return printed(t, false) }
func (n *Named) String() string        { return printed(n, false) }

// at prints t so that it can stand where at least the given level is needed.
func (p *printer) at(t Type, level int) {
	if t.level() >= level {
		t.print(p)
		return
	}
	p.WriteByte('(')
	t.print(p)
	p.WriteByte(')')
}

// each calls print for n things, with sep between them.
func (p *printer) each(n int, sep string, print func(i int)) {
	for i := range n {
		if i > 0 {
			p.WriteString(sep)
		}
		print(i)
	}
}

// mark writes a word where it applies.
func (p *printer) mark(yes bool, word string) {
	if yes {
		p.WriteString(word)
	}
}

// members writes the members of a union or an intersection. Each is written
// once, however deep it stands.
func (p *printer) members(list []Type, sep string) {
	if !p.sorted {
		p.each(len(list), sep, func(i int) { p.at(list[i], levelOperator) })
		return
	}
	type member struct {
		text  string
		level int
	}
	all := make([]member, len(list))
	for i, t := range list {
		all[i] = member{printed(t, true), t.level()}
	}
	slices.SortStableFunc(all, func(a, b member) int { return strings.Compare(a.text, b.text) })
	p.each(len(all), sep, func(i int) {
		p.mark(all[i].level < levelOperator, "(")
		p.WriteString(all[i].text)
		p.mark(all[i].level < levelOperator, ")")
	})
}

func (t Basic) print(p *printer) { p.WriteString(string(t)) }

func (l *Literal) print(p *printer) {
	if l.Of == String {
		p.WriteString(Quote(l.Value))
		return
	}
	p.WriteString(l.Value)
}

func (t *Union) print(p *printer)        { p.members(t.Members, " | ") }
func (t *Intersection) print(p *printer) { p.members(t.Members, " & ") }

func (t *Array) print(p *printer) {
	p.mark(t.Readonly, "readonly ")
	p.at(t.Elem, levelPostfix)
	p.WriteString("[]")
}

func (t *Tuple) print(p *printer) {
	p.mark(t.Readonly, "readonly ")
	p.WriteByte('[')
	p.each(len(t.Elems), ", ", func(i int) {
		e := t.Elems[i]
		p.mark(e.Rest, "...")
		switch {
		case e.Name != "":
			p.WriteString(e.Name)
			p.mark(e.Optional, "?")
			p.WriteString(": ")
			e.Type.print(p)
		case e.Optional:
			p.at(e.Type, levelPostfix)
			p.WriteByte('?')
		default:
			e.Type.print(p)
		}
	})
	p.WriteByte(']')
}

func (t *Object) print(p *printer) {
	if len(t.Fields)+len(t.Indexes) == 0 {
		p.WriteString("{}")
		return
	}
	p.WriteString("{ ")
	p.each(len(t.Indexes), "; ", func(i int) {
		index := t.Indexes[i]
		p.mark(index.Readonly, "readonly ")
		p.WriteString("[key: ")
		index.Key.print(p)
		p.WriteString("]: ")
		index.Value.print(p)
	})
	p.mark(len(t.Indexes) > 0 && len(t.Fields) > 0, "; ")
	fields := t.Fields
	if p.sorted && !slices.IsSortedFunc(fields, byFieldName) {
		fields = slices.Clone(fields)
		slices.SortStableFunc(fields, byFieldName)
	}
	p.each(len(fields), "; ", func(i int) {
		f := fields[i]
		p.mark(f.Readonly, "readonly ")
		if isWord(f.Name) {
			p.WriteString(f.Name)
		} else {
			p.WriteString(Quote(f.Name))
		}
		p.mark(f.Optional, "?")
		p.WriteString(": ")
		f.Type.print(p)
	})
	p.WriteString(" }")
}

func byFieldName(a, b *Field) int { return strings.Compare(a.Name, b.Name) }

func (t *Func) print(p *printer) {
	if len(t.TypeParams) > 0 {
		p.WriteByte('<')
		p.each(len(t.TypeParams), ", ", func(i int) {
			tp := t.TypeParams[i]
			p.WriteString(tp.Name)
			if tp.Constraint != nil {
				p.WriteString(" extends ")
				tp.Constraint.print(p)
			}
			if tp.Default != nil {
				p.WriteString(" = ")
				tp.Default.print(p)
			}
		})
		p.WriteByte('>')
	}
	p.WriteByte('(')
	p.each(len(t.Params), ", ", func(i int) {
		param := t.Params[i]
		p.mark(param.Rest, "...")
		p.WriteString(param.Name)
		p.mark(param.Optional, "?")
		p.WriteString(": ")
		param.Type.print(p)
	})
	p.WriteString(") => ")
	t.Result.print(p)
}

var escapedInTemplate = strings.NewReplacer("\\", "\\\\", "`", "\\`", "${", "\\${", "\n", "\\n", "\r", "\\r")

func (t *Template) print(p *printer) {
	p.WriteByte('`')
	for i, text := range t.Texts {
		p.WriteString(escapedInTemplate.Replace(text))
		if i < len(t.Types) {
			p.WriteString("${")
			t.Types[i].print(p)
			p.WriteByte('}')
		}
	}
	p.WriteByte('`')
}

func (n *Named) print(p *printer) {
	if n.From != "" {
		p.WriteString("import(" + Quote(n.From) + ").")
	}
	p.WriteString(n.Name)
	if p.sorted && n.Mark != "" {
		p.WriteByte('#')
		p.WriteString(n.Mark)
	}
	if len(n.Args) > 0 {
		p.WriteByte('<')
		p.each(len(n.Args), ", ", func(i int) { n.Args[i].print(p) })
		p.WriteByte('>')
	}
}

// Quote writes a string in the single quotes that the language prints.
func Quote(s string) string {
	if isPlain(s) {
		return "'" + s + "'"
	}
	var b strings.Builder
	b.WriteByte('\'')
	for _, r := range s {
		switch {
		case r == '\'' || r == '\\':
			b.WriteByte('\\')
			b.WriteRune(r)
		case r == '\n':
			b.WriteString(`\n`)
		case r == '\r':
			b.WriteString(`\r`)
		case r == '\t':
			b.WriteString(`\t`)
		case r < 0x20 || r == 0x7f || r == '\u2028' || r == '\u2029':
			b.WriteString(`\u{` + strconv.FormatInt(int64(r), 16) + `}`)
		default:
			b.WriteRune(r)
		}
	}
	b.WriteByte('\'')
	return b.String()
}

// isPlain reports whether nothing in s needs to be escaped: so it is almost always.
func isPlain(s string) bool {
	for i := 0; i < len(s); i++ {
		if c := s[i]; c < 0x20 || c >= 0x7f || c == '\'' || c == '\\' {
			return false
		}
	}
	return true
}

func jsonString(s string) string {
	data, err := json.Marshal(s)
	if err != nil {
		return `""`
	}
	return string(data)
}

// jsonNumber writes a number of the type language, which may be hexadecimal or
// hold underscores, as JSON.
func jsonNumber(s string) string {
	if f, ok := number(s); ok {
		if data, err := json.Marshal(f); err == nil {
			return string(data)
		}
	}
	return jsonString(s)
}

// number gives the value of a number literal.
func number(s string) (float64, bool) {
	plain := strings.ReplaceAll(s, "_", "")
	if f, err := strconv.ParseFloat(plain, 64); err == nil {
		return f, true
	}
	if i, err := strconv.ParseInt(plain, 0, 64); err == nil {
		return float64(i), true
	}
	return 0, false
}

func formatFloat(f float64) string { return strconv.FormatFloat(f, 'g', -1, 64) }
