// This file makes the edits that mend: each replaces text that is seen to stand at its
// place.

package inspect

import (
	"strings"
	"unicode/utf8"

	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/site"
)

// offset gives where a place stands in the text of the site; false where that does not
// hold it.
func (a *at) offset(p place.Place) (int, bool) {
	line, column := a.site.At.Line, a.site.At.Column
	text := a.site.Text
	for i := 0; i < len(text); {
		if line == p.Line && column == p.Column {
			return i, p.File == a.site.At.File
		}
		r, size := utf8.DecodeRuneInString(text[i:])
		i += size
		switch {
		case r == '\n':
			line, column = line+1, 1
		case r >= 0x10000:
			column += 2
		default:
			column++
		}
	}
	return 0, false
}

// attribute is something given as it is written: its name, the whole of it, and what
// stands for the value with its quotes or braces, "" for none.
type attribute struct{ name, whole, value string }

// written finds how something given is written.
func (a *at) written(x site.Given) (attribute, bool) {
	i, ok := a.offset(x.At)
	if !ok {
		return attribute{}, false
	}
	text := a.site.Text[i:]
	end := strings.IndexAny(text, "= \t\r\n/>,}")
	if colon := strings.Index(text, ": "); colon >= 0 && (end < 0 || colon < end) && !strings.HasPrefix(text, ":") {
		end = colon // an entry of a record
	}
	if end <= 0 {
		return attribute{}, false
	}
	out := attribute{name: text[:end], whole: text[:end]}
	if text[end] != '=' {
		return out, true
	}
	value, ok := valueOf(text[end+1:])
	if ok {
		out.value, out.whole = value, text[:end+1]+value
	}
	return out, ok
}

// valueOf takes a value in quotes or braces off the front of a text.
func valueOf(text string) (string, bool) {
	if text == "" {
		return "", false
	}
	switch text[0] {
	case '"', '\'':
		end := strings.IndexByte(text[1:], text[0])
		return text[:max(end+2, 0)], end >= 0
	case '{':
		depth := 0
		for i, c := range text {
			switch c {
			case '{':
				depth++
			case '}':
				if depth--; depth == 0 {
					return text[:i+1], true
				}
			}
		}
		return "", false
	}
	end := strings.IndexAny(text, " \t\r\n>")
	return text[:max(end, 0)], end > 0
}

// rename writes another name for what is given, in the notation that it stands in.
func (a *at) rename(x site.Given, to string) []Edit {
	w, ok := a.written(x)
	if !ok {
		return nil
	}
	name := w.name
	for _, sign := range []string{"v-bind:", "v-on:", "v-slot:", "v-model:", ":", "@", "#", "."} {
		rest, ok := strings.CutPrefix(name, sign)
		if !ok {
			continue
		}
		old, modifiers, dotted := strings.Cut(rest, ".")
		if dotted {
			modifiers = "." + modifiers
		}
		return []Edit{{At: x.At, Old: name, New: sign + a.cased(old, to) + modifiers}}
	}
	if name != x.Spelled && names.Camel(name) != x.Spelled {
		return nil
	}
	return []Edit{{At: x.At, Old: name, New: a.cased(name, to)}}
}

// cased writes a name with hyphens where the old one had them, or where a tag's
// attributes are so written.
func (a *at) cased(old, to string) string {
	if a.contract.Framework == "vue" && (strings.Contains(old, "-") || old == strings.ToLower(old) && to != strings.ToLower(to)) {
		return strings.Join(names.Words(to), "-")
	}
	if a.contract.Framework == "web component" {
		for _, p := range a.contract.Props {
			if p.Spelled.Name == to && p.Spelled.Attribute != "" {
				return p.Spelled.Attribute
			}
		}
	}
	return to
}

// replaceValue writes another value in place of an old one, within the same quotes.
func (a *at) replaceValue(x site.Given, old, to string) []Edit {
	w, ok := a.written(x)
	if !ok || strings.Count(w.value, old) != 1 {
		return nil
	}
	return []Edit{{At: x.At, Old: w.whole, New: strings.TrimSuffix(w.whole, w.value) + strings.Replace(w.value, old, to, 1)}}
}

// bind gives as a value what is given as a text.
func (a *at) bind(x site.Given, value string) []Edit {
	w, ok := a.written(x)
	if !ok || w.value == "" || strings.ContainsAny(value, `"'`) {
		return nil
	}
	switch a.contract.Framework {
	case "react":
		return []Edit{{At: x.At, Old: w.whole, New: w.name + "={" + strings.TrimSpace(value) + "}"}}
	case "vue":
		return []Edit{{At: x.At, Old: w.whole, New: ":" + w.name + `="` + strings.TrimSpace(value) + `"`}}
	}
	return nil
}

// unbind gives as a text what is given as a name.
func (a *at) unbind(x site.Given, text string) []Edit {
	w, ok := a.written(x)
	if !ok || w.value == "" {
		return nil
	}
	name := strings.TrimPrefix(strings.TrimPrefix(w.name, "v-bind"), ":")
	return []Edit{{At: x.At, Old: w.whole, New: name + `="` + text + `"`}}
}
