// This file lays markup out as formatters of the web's communities do: on one line
// where it fits, else one attribute a line.

package design

import "strings"

// lineWidth is the width that markup is laid out to.
const lineWidth = 80

// element is one tag with attributes and children, each already written.
type element struct {
	tag      string
	attrs    []string
	children []string // lines, or whole elements
	// open says that the tag is never closed in one piece: custom elements are not.
	open bool
}

// lines writes an element.
func (e element) lines() []string {
	head := "<" + e.tag
	one := head
	multi := false
	for _, a := range e.attrs {
		one += " " + a
		multi = multi || strings.Contains(a, "\n")
	}
	alone := len(e.children) == 0
	end := ">"
	if alone && !e.open {
		end = " />"
	} else if alone {
		end = "></" + e.tag + ">"
	}
	if inner := strings.Join(e.children, ""); !multi && !alone && len(e.children) == 1 && !strings.HasPrefix(inner, "<") && !strings.HasPrefix(inner, "{#") && len(one+">"+inner+"</"+e.tag+">") <= lineWidth {
		return []string{one + ">" + inner + "</" + e.tag + ">"}
	}
	var out []string
	if !multi && len(one+end) <= lineWidth {
		out = append(out, one+end)
	} else {
		out = append(out, head)
		for _, a := range e.attrs {
			out = append(out, indent(strings.Split(a, "\n"))...)
		}
		out = append(out, strings.TrimPrefix(end, " "))
	}
	if alone {
		return out
	}
	out = append(out, indent(e.children)...)
	return append(out, "</"+e.tag+">")
}

// text writes an element as one text.
func (e element) text() string { return strings.Join(e.lines(), "\n") }

func indent(lines []string) []string {
	out := make([]string, 0, len(lines))
	for _, l := range lines {
		for _, part := range strings.Split(l, "\n") {
			if part != "" {
				part = "  " + part
			}
			out = append(out, part)
		}
	}
	return out
}
