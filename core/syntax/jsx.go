// This file parses JSX.

package syntax

import (
	"slices"
	"strings"
)

// jsx parses an element or fragment. A nested one leaves the scanner behind its
// closing > without reading on, because text follows there.
func (p *parser) jsx(nested bool) Expr {
	p.enter()
	defer p.leave()
	start := p.start
	e := &Element{}
	p.next()
	if p.tok == tGreater {
		e.Open = Between(start, p.end)
		p.jsxChildren(e)
		p.jsxClose(e, nested)
		e.Range = p.elementRange(start, e, nested)
		return e
	}
	e.Name = p.jsxTag()
	if p.tok == tLess || p.tok == tOperator && p.word() == "<<" {
		p.rescanLess()
		e.TypeArgs = p.typeArgs()
	}
	for p.tok != tGreater && p.tok != tSlash && p.tok != tEOF {
		before := p.start
		e.Attrs = append(e.Attrs, p.jsxAttr())
		if p.start == before {
			p.errorHere(`an attribute, "/>" or ">"`)
			p.next()
		}
	}
	if p.tok == tSlash {
		p.next()
		e.Closed = true
		e.Open = Between(start, p.end)
		p.jsxEnd(nested)
		e.Range = p.elementRange(start, e, nested)
		e.Open.End = min(e.Open.End, e.End)
		return e
	}
	e.Open = Between(start, p.end)
	if p.tok == tGreater {
		p.jsxChildren(e)
	}
	p.jsxClose(e, nested)
	e.Range = p.elementRange(start, e, nested)
	return e
}

// elementRange gives the range of the element just parsed; a broken one reaches
// at least as far as its children.
func (p *parser) elementRange(start int, e *Element, nested bool) Range {
	end := p.prevEnd
	if nested {
		end = p.end
	}
	end = max(end, start)
	if n := len(e.Children); n > 0 {
		end = max(end, e.Children[n-1].Stop())
	} else if n := len(e.Attrs); n > 0 {
		end = max(end, e.Attrs[n-1].Stop())
	}
	if !nested {
		p.prevEnd = end
	}
	return Between(start, end)
}

// jsxEnd passes the > of a tag.
func (p *parser) jsxEnd(nested bool) {
	if p.tok != tGreater {
		p.errorHere(`">"`)
		return
	}
	if !nested {
		p.next()
	}
}

// jsxChildren parses from the > of the opening tag to the < of the closing one.
func (p *parser) jsxChildren(e *Element) {
	name := jsxName(e.Name)
	errors := len(p.errors)
	p.openTags = append(p.openTags, name)
	defer func() { p.openTags = p.openTags[:len(p.openTags)-1] }()
	for {
		p.jsxText()
		switch p.tok {
		case tEOF:
			return
		case tJSXText:
			if end := p.leavesElement(); end >= 0 && len(p.errors) > errors {
				p.end = p.start + end
				return
			}
			e.Children = append(e.Children, &Text{Between(p.start, p.end), p.word()})
		case tLBrace:
			e.Children = append(e.Children, p.jsxContainer(true))
		case tLess:
			if i := p.skipTrivia(p.end); i < len(p.text) && p.text[i] == '/' {
				return
			}
			e.Children = append(e.Children, p.jsx(true))
			if p.tok == tEOF {
				return
			}
		}
	}
}

// leavesElement finds where text holds what only stands at the top of a file, an
// export or import at the start of a line: in an element that is broken already,
// the element ends there. It is -1 where there is none.
func (p *parser) leavesElement() int {
	text := p.word()
	for _, word := range []string{"\nexport ", "\nimport "} {
		if i := strings.Index(text, word); i >= 0 {
			return i
		}
	}
	return -1
}

// jsxClose parses the closing tag of e from its < on.
func (p *parser) jsxClose(e *Element, nested bool) {
	open := p.text[e.Open.Start:min(e.Open.End, e.Open.Start+30)]
	if p.tok != tLess {
		p.errorAt(e.Open.Pos(), "the element "+open+" is never closed")
		if !nested && p.tok != tEOF {
			p.next() // on behind the text at which it was given up
		}
		return
	}
	before := p.scanner
	p.next() // to the /
	p.next()
	at := p.start
	var name Expr
	if p.tok != tGreater {
		name = p.jsxTag()
	}
	if jsxName(name) != jsxName(e.Name) {
		p.errorAt(at, "expected the end of "+open+", found </"+jsxName(name)+">")
		if nested && slices.Contains(p.openTags, jsxName(name)) {
			// It closes an element further out: this one ends before it.
			p.scanner = before
			p.end = p.start
			return
		}
	}
	p.jsxEnd(nested)
}

// jsxName gives a tag's name as text, "" for a fragment.
func jsxName(x Expr) string {
	switch x := x.(type) {
	case *Ident:
		return x.Name
	case *Keyword:
		return x.Word
	case *Member:
		return jsxName(x.X) + "." + x.Name.(*Ident).Name
	case *JSXNamespaced:
		return x.Space.Name + ":" + x.Name.Name
	}
	return ""
}

func (p *parser) jsxTag() Expr {
	start := p.start
	p.jsxName()
	word := p.word()
	var x Expr = p.anyName("the name of an element")
	if word == "this" {
		x = &Keyword{p.from(start), "this"}
	}
	if id, ok := x.(*Ident); ok && p.tok == tColon {
		p.next()
		p.jsxName()
		return JSXNamespaced{Space: id, Name: p.anyName("a name")}.close(p, start)
	}
	for p.tok == tDot {
		p.next()
		p.jsxName()
		name := p.anyName("the name of a member")
		x = &Member{Range: p.from(start), X: x, Name: name}
	}
	return x
}

func (n JSXNamespaced) close(p *parser, start int) *JSXNamespaced {
	n.Range = p.from(start)
	return &n
}

func (p *parser) jsxAttr() *Attr {
	start := p.start
	a := &Attr{}
	if p.tok == tLBrace {
		p.next()
		p.expect(tEllipsis, `"..."`)
		p.within(func() { a.Value = p.assignment() })
		a.Spread = true
		p.expect(tRBrace, `"}"`)
		a.Range = p.from(start)
		return a
	}
	p.jsxName()
	name := p.anyName("the name of an attribute")
	a.Name = name
	if p.tok == tColon {
		p.next()
		p.jsxName()
		a.Name = JSXNamespaced{Space: name, Name: p.anyName("a name")}.close(p, start)
	}
	if p.tok == tAssign {
		p.jsxValue()
		switch p.tok {
		case tString:
			raw := p.word()
			l := &Literal{Between(p.start, p.end), StringLiteral, decodeEntities(raw[1:max(1, len(raw)-1)])}
			a.Value = l
			p.next()
		case tLBrace:
			a.Value = p.jsxContainer(false)
		case tLess:
			a.Value = p.jsx(false)
		default:
			p.errorHere("a string or an expression in braces")
		}
	}
	a.Range = p.from(start)
	return a
}

// jsxContainer parses {X}, {...X} or {}. A nested one is left at its }.
func (p *parser) jsxContainer(nested bool) Expr {
	start := p.start
	c := &Container{}
	p.next()
	p.within(func() {
		if p.tok == tEllipsis {
			c.X = p.element()
		} else if p.tok != tRBrace {
			c.X = p.expression()
		}
	})
	if p.tok != tRBrace {
		p.errorHere(`"}"`)
		// Go on behind the next } so that the rest of the element is kept.
		for p.tok != tRBrace && p.tok != tEOF && p.tok != tGreater && !p.leavesBlock() {
			p.next()
		}
	}
	if nested {
		if p.tok != tRBrace {
			p.end = p.prevEnd
		}
		c.Range = Between(start, max(start+1, p.end))
		return c
	}
	if p.tok == tRBrace {
		p.next()
	}
	c.Range = p.from(start)
	return c
}
