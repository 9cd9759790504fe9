// This file prints types in canonical form.

package types

import (
	"encoding/json"
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

// at prints t so that it can stand where at least the given level is needed.
func at(t Type, level int) string {
	if t.level() < level {
		return "(" + t.String() + ")"
	}
	return t.String()
}

func (t Basic) String() string { return string(t) }

func (l *Literal) String() string {
	if l.Of == String {
		return Quote(l.Value)
	}
	return l.Value
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

func (t *Union) String() string        { return join(t.Members, " | ", levelOperator) }
func (t *Intersection) String() string { return join(t.Members, " & ", levelOperator) }

func join(list []Type, sep string, level int) string {
	parts := make([]string, len(list))
	for i, t := range list {
		parts[i] = at(t, level)
	}
	return strings.Join(parts, sep)
}

func (t *Array) String() string {
	if t.Readonly {
		return "readonly " + at(t.Elem, levelPostfix) + "[]"
	}
	return at(t.Elem, levelPostfix) + "[]"
}

func (t *Tuple) String() string {
	parts := make([]string, len(t.Elems))
	for i, e := range t.Elems {
		var s string
		switch {
		case e.Name != "" && e.Optional:
			s = e.Name + "?: " + e.Type.String()
		case e.Name != "":
			s = e.Name + ": " + e.Type.String()
		case e.Optional:
			s = at(e.Type, levelPostfix) + "?"
		default:
			s = e.Type.String()
		}
		if e.Rest {
			s = "..." + s
		}
		parts[i] = s
	}
	s := "[" + strings.Join(parts, ", ") + "]"
	if t.Readonly {
		return "readonly " + s
	}
	return s
}

func (t *Object) String() string {
	if len(t.Fields)+len(t.Indexes) == 0 {
		return "{}"
	}
	var parts []string
	for _, index := range t.Indexes {
		parts = append(parts, readonly(index.Readonly)+"[key: "+index.Key.String()+"]: "+index.Value.String())
	}
	for _, f := range t.Fields {
		parts = append(parts, readonly(f.Readonly)+fieldName(f.Name)+optional(f.Optional)+": "+f.Type.String())
	}
	return "{ " + strings.Join(parts, "; ") + " }"
}

func readonly(yes bool) string {
	if yes {
		return "readonly "
	}
	return ""
}

func optional(yes bool) string {
	if yes {
		return "?"
	}
	return ""
}

func fieldName(name string) string {
	if isWord(name) {
		return name
	}
	return Quote(name)
}

func (t *Func) String() string {
	var b strings.Builder
	if len(t.TypeParams) > 0 {
		parts := make([]string, len(t.TypeParams))
		for i, p := range t.TypeParams {
			parts[i] = p.Name
			if p.Constraint != nil {
				parts[i] += " extends " + p.Constraint.String()
			}
			if p.Default != nil {
				parts[i] += " = " + p.Default.String()
			}
		}
		b.WriteString("<" + strings.Join(parts, ", ") + ">")
	}
	parts := make([]string, len(t.Params))
	for i, p := range t.Params {
		parts[i] = p.Name + optional(p.Optional) + ": " + p.Type.String()
		if p.Rest {
			parts[i] = "..." + parts[i]
		}
	}
	b.WriteString("(" + strings.Join(parts, ", ") + ") => " + t.Result.String())
	return b.String()
}

func (t *Template) String() string {
	var b strings.Builder
	b.WriteByte('`')
	for i, text := range t.Texts {
		text = strings.NewReplacer("\\", "\\\\", "`", "\\`", "${", "\\${", "\n", "\\n", "\r", "\\r").Replace(text)
		b.WriteString(text)
		if i < len(t.Types) {
			b.WriteString("${" + t.Types[i].String() + "}")
		}
	}
	b.WriteByte('`')
	return b.String()
}

func (n *Named) String() string {
	s := n.Name
	if n.From != "" {
		s = "import(" + Quote(n.From) + ")." + n.Name
	}
	if len(n.Args) > 0 {
		s += "<" + join(n.Args, ", ", levelFunc) + ">"
	}
	return s
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
