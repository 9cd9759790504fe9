// This file relates template-literal types.

package types

import "strings"

// piece is one step of a text with holes: a character, or a hole of a type.
type piece struct {
	char rune
	hole Type
}

func pieces(t Type) ([]piece, bool) {
	var list []piece
	text := func(s string) {
		for _, r := range s {
			list = append(list, piece{char: r})
		}
	}
	switch t := t.(type) {
	case *Literal:
		if t.Of != String {
			return nil, false
		}
		text(t.Value)
	case *Template:
		for i, s := range t.Texts {
			text(s)
			if i < len(t.Types) {
				if l, ok := t.Types[i].(*Literal); ok {
					text(l.Value)
				} else {
					list = append(list, piece{hole: t.Types[i]})
				}
			}
		}
	default:
		return nil, false
	}
	return list, true
}

// toTemplate reports whether every text of from has the form of to.
func toTemplate(from Type, to *Template) Verdict {
	source, ok := pieces(from)
	if !ok {
		return misfit(from, to)
	}
	target, _ := pieces(to)
	for _, p := range target {
		if n, ok := p.hole.(*Named); ok && !n.Own() {
			return unresolved(n)
		}
	}
	steps := 0
	if matches(source, target, &steps) {
		return yes
	}
	if steps > maxSteps {
		return unknown("the templates are too large to compare")
	}
	return misfit(from, to)
}

func matches(source, target []piece, steps *int) bool {
	if *steps++; *steps > maxSteps {
		return false
	}
	if len(target) == 0 {
		return len(source) == 0
	}
	want := target[0]
	if want.hole == nil {
		return len(source) > 0 && source[0].hole == nil && source[0].char == want.char && matches(source[1:], target[1:], steps)
	}
	for n := 0; n <= len(source); n++ {
		if fills(source[:n], want.hole) && matches(source[n:], target[1:], steps) {
			return true
		}
	}
	return false
}

// fills reports whether a run of pieces is a text of the hole's type.
func fills(run []piece, hole Type) bool {
	if len(run) == 1 && run[0].hole != nil && Assignable(run[0].hole, hole).Answer == Yes {
		return true
	}
	if hole == Type(String) || hole == Type(Any) {
		return true
	}
	var b strings.Builder
	for _, p := range run {
		if p.hole != nil {
			return false
		}
		b.WriteRune(p.char)
	}
	text := b.String()
	for _, m := range Members(hole) {
		switch m := m.(type) {
		case Basic:
			switch m {
			case Number:
				if f, ok := number(text); ok && jsNumber(f) == text {
					return true
				}
			case Boolean:
				if text == "true" || text == "false" {
					return true
				}
			case Null, Undefined:
				if text == string(m) {
					return true
				}
			case BigInt:
				if text != "" && strings.Trim(text, "0123456789") == "" && (text == "0" || text[0] != '0') {
					return true
				}
			case String:
				return true
			}
		case *Literal:
			if m.Value == text {
				return true
			}
		case *Template:
			inner, _ := pieces(m)
			steps := 0
			if matches(run, inner, &steps) {
				return true
			}
		}
	}
	return false
}

// jsNumber writes a number as JavaScript does, as far as it stays plain.
func jsNumber(f float64) string { return jsonNumber(formatFloat(f)) }

// maxSpelled bounds how many texts a template is spelled out to.
const maxSpelled = 100

// spelledOut gives the texts of a template whose holes are closed sets, or nil.
func (t *Template) spelledOut() Type {
	texts := []string{t.Texts[0]}
	for i, hole := range t.Types {
		values := []string{}
		for _, m := range Members(hole) {
			switch m := m.(type) {
			case *Literal:
				values = append(values, m.Value)
			case Basic:
				switch m {
				case Boolean:
					values = append(values, "true", "false")
				case Null, Undefined:
					values = append(values, string(m))
				default:
					return nil
				}
			default:
				return nil
			}
		}
		if len(texts)*len(values) > maxSpelled {
			return nil
		}
		var next []string
		for _, text := range texts {
			for _, value := range values {
				next = append(next, text+value+t.Texts[i+1])
			}
		}
		texts = next
	}
	list := make([]Type, len(texts))
	for i, text := range texts {
		list[i] = StringLiteral(text)
	}
	return NewUnion(list...)
}
