// This file turns source text into tokens, on demand and in the parser's context.

package syntax

import (
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// scanner holds the current token. It is copied whole to try a reading and to
// go back from it.
type scanner struct {
	tok     token
	start   int  // of the current token
	end     int  // of the current token
	prevEnd int  // of the token before
	newline bool // a line ends between the token before and this one
	tokens  int  // so many were met
}

// next moves to the next token.
func (p *parser) next() {
	p.prevEnd = p.end
	p.newline = false
	if p.gaveUp {
		p.tok, p.start, p.end = tEOF, len(p.text), len(p.text)
		return
	}
	p.start = p.skipTrivia(p.end)
	p.scanToken()
	p.tokens++
}

// skipTrivia passes white space and comments and gives the offset behind them.
func (p *parser) skipTrivia(i int) int {
	text := p.text
	for i < len(text) {
		switch c := text[i]; {
		case c == ' ' || c == '\t' || c == '\v' || c == '\f':
			i++
		case c == '\n' || c == '\r':
			p.newline = true
			i++
		case c == '/' && i+1 < len(text) && text[i+1] == '/':
			from := i
			for i < len(text) && text[i] != '\n' && text[i] != '\r' {
				i++
			}
			p.comment(from, i)
		case c == '/' && i+1 < len(text) && text[i+1] == '*':
			from := i
			if n := strings.Index(text[i+2:], "*/"); n >= 0 {
				i += n + 4
			} else {
				i = len(text)
				p.errorAt(from, "a comment is opened here and never closed; close it with */")
			}
			if strings.ContainsAny(text[from:i], "\n\r") {
				p.newline = true
			}
			p.comment(from, i)
		case c == '#' && i == 0 && strings.HasPrefix(text, "#!"):
			for i < len(text) && text[i] != '\n' {
				i++
			}
		case c >= utf8.RuneSelf:
			r, size := utf8.DecodeRuneInString(text[i:])
			switch {
			case r == '\u2028' || r == '\u2029':
				p.newline = true
			case r == '\ufeff' || unicode.Is(unicode.Zs, r) || r == '\u0085':
			default:
				return i
			}
			i += size
		default:
			return i
		}
	}
	return i
}

// comment keeps a comment. Where a place is scanned again, perhaps as something
// else, the last time counts.
func (p *parser) comment(start, end int) {
	n := len(p.comments)
	for n > 0 && p.comments[n-1].Stop() > start {
		n--
	}
	p.comments = append(p.comments[:n], Comment{Between(start, end)})
}

// scanToken reads the token at p.start.
func (p *parser) scanToken() {
	text, i := p.text, p.start
	if i >= len(text) {
		p.tok, p.end = tEOF, len(text)
		p.start = len(text)
		return
	}
	c := text[i]
	switch {
	case isWordByte[c] && (c < '0' || c > '9') || c >= utf8.RuneSelf || c == '\\':
		p.scanWord()
		return
	case c >= '0' && c <= '9' || c == '.' && i+1 < len(text) && text[i+1] >= '0' && text[i+1] <= '9':
		p.scanNumber()
		return
	}
	switch c {
	case '"', '\'':
		p.scanString(c)
	case '`':
		p.scanTemplate(tTemplate, tTemplateHead)
	case '#':
		p.end = p.wordEnd(i + 1)
		p.tok = tPrivate
		if p.end == i+1 {
			p.tok = tUnknown
		}
	case '{':
		p.punct(tLBrace, 1)
	case '}':
		p.punct(tRBrace, 1)
	case '(':
		p.punct(tLParen, 1)
	case ')':
		p.punct(tRParen, 1)
	case '[':
		p.punct(tLBracket, 1)
	case ']':
		p.punct(tRBracket, 1)
	case ';':
		p.punct(tSemi, 1)
	case ',':
		p.punct(tComma, 1)
	case ':':
		p.punct(tColon, 1)
	case '@':
		p.punct(tAt, 1)
	case '~':
		p.punct(tTilde, 1)
	case '>':
		p.punct(tGreater, 1) // joined on demand: types close with > > as often as >>
	case '.':
		if p.at(1) == '.' && p.at(2) == '.' {
			p.punct(tEllipsis, 3)
		} else {
			p.punct(tDot, 1)
		}
	case '?':
		switch {
		case p.at(1) == '?' && p.at(2) == '=':
			p.punct(tAssignOp, 3)
		case p.at(1) == '?':
			p.punct(tOperator, 2)
		case p.at(1) == '.' && (p.at(2) < '0' || p.at(2) > '9'):
			p.punct(tQuestionDot, 2)
		default:
			p.punct(tQuestion, 1)
		}
	case '=':
		switch {
		case p.at(1) == '=' && p.at(2) == '=':
			p.punct(tOperator, 3)
		case p.at(1) == '=':
			p.punct(tOperator, 2)
		case p.at(1) == '>':
			p.punct(tArrow, 2)
		default:
			p.punct(tAssign, 1)
		}
	case '!':
		switch {
		case p.at(1) == '=' && p.at(2) == '=':
			p.punct(tOperator, 3)
		case p.at(1) == '=':
			p.punct(tOperator, 2)
		default:
			p.punct(tBang, 1)
		}
	case '+', '-':
		switch {
		case p.at(1) == c:
			p.punct(tIncrement, 2)
		case p.at(1) == '=':
			p.punct(tAssignOp, 2)
		case c == '+':
			p.punct(tPlus, 1)
		default:
			p.punct(tMinus, 1)
		}
	case '*':
		switch {
		case p.at(1) == '*' && p.at(2) == '=':
			p.punct(tAssignOp, 3)
		case p.at(1) == '*':
			p.punct(tOperator, 2)
		case p.at(1) == '=':
			p.punct(tAssignOp, 2)
		default:
			p.punct(tStar, 1)
		}
	case '&', '|':
		kind := tAnd
		if c == '|' {
			kind = tOr
		}
		switch {
		case p.at(1) == c && p.at(2) == '=':
			p.punct(tAssignOp, 3)
		case p.at(1) == c:
			p.punct(tOperator, 2)
		case p.at(1) == '=':
			p.punct(tAssignOp, 2)
		default:
			p.punct(kind, 1)
		}
	case '/', '%', '^':
		switch {
		case p.at(1) == '=':
			p.punct(tAssignOp, 2)
		case c == '/':
			p.punct(tSlash, 1)
		default:
			p.punct(tOperator, 1)
		}
	case '<':
		switch {
		case p.at(1) == '<' && p.at(2) == '=':
			p.punct(tAssignOp, 3)
		case p.at(1) == '<':
			p.punct(tOperator, 2)
		case p.at(1) == '=':
			p.punct(tOperator, 2)
		default:
			p.punct(tLess, 1)
		}
	default:
		_, size := utf8.DecodeRuneInString(text[i:])
		p.punct(tUnknown, size)
	}
}

// at gives the byte n behind the start of the current token, 0 past the end.
func (p *parser) at(n int) byte {
	if p.start+n < len(p.text) {
		return p.text[p.start+n]
	}
	return 0
}

func (p *parser) punct(kind token, size int) { p.tok, p.end = kind, p.start+size }

var isWordByte = func() (table [256]bool) {
	for c := range table {
		table[c] = c == '$' || c == '_' || c >= '0' && c <= '9' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z'
	}
	return
}()

func (p *parser) scanWord() {
	p.end = p.wordEnd(p.start)
	if p.end == p.start {
		_, size := utf8.DecodeRuneInString(p.text[p.start:])
		p.punct(tUnknown, size)
		return
	}
	p.tok = reserved(p.text[p.start:p.end])
}

// wordEnd gives the offset behind the identifier that starts at i.
func (p *parser) wordEnd(i int) int {
	text := p.text
	for i < len(text) {
		c := text[i]
		switch {
		case isWordByte[c]:
			i++
		case c == '\\':
			n := escapeEnd(text, i)
			if n == 0 {
				return i
			}
			i = n
		case c >= utf8.RuneSelf:
			r, size := utf8.DecodeRuneInString(text[i:])
			if !unicode.IsLetter(r) && !unicode.IsDigit(r) && !unicode.Is(unicode.Mn, r) && !unicode.Is(unicode.Mc, r) &&
				!unicode.Is(unicode.Nl, r) && !unicode.Is(unicode.Pc, r) && r != '\u200c' && r != '\u200d' &&
				!unicode.Is(unicode.Other_ID_Start, r) && !unicode.Is(unicode.Other_ID_Continue, r) {
				return i
			}
			i += size
		default:
			return i
		}
	}
	return i
}

// escapeEnd gives the offset behind a \uXXXX or \u{…} at i, or 0.
func escapeEnd(text string, i int) int {
	if i+2 >= len(text) || text[i+1] != 'u' {
		return 0
	}
	if text[i+2] == '{' {
		if n := strings.IndexByte(text[i:min(i+12, len(text))], '}'); n > 0 {
			return i + n + 1
		}
		return 0
	}
	if i+6 > len(text) {
		return 0
	}
	if _, err := strconv.ParseUint(text[i+2:i+6], 16, 32); err != nil {
		return 0
	}
	return i + 6
}

func (p *parser) scanNumber() {
	text, i := p.text, p.start
	p.tok = tNumber
	if text[i] == '0' && i+1 < len(text) && strings.IndexByte("xXoObB", text[i+1]) >= 0 {
		for i += 2; i < len(text) && isWordByte[text[i]]; i++ {
		}
	} else {
		for i < len(text) {
			c := text[i]
			if (c == 'e' || c == 'E') && i+1 < len(text) && (text[i+1] == '+' || text[i+1] == '-') {
				i++
			} else if !isWordByte[c] && c != '.' {
				break
			} else if c == '.' && strings.IndexByte(text[p.start:i], '.') >= 0 {
				break
			}
			i++
		}
	}
	if text[i-1] == 'n' {
		p.tok = tBigInt
	}
	p.end = i
}

func (p *parser) scanString(quote byte) {
	text := p.text
	for i := p.start + 1; i < len(text); i++ {
		switch text[i] {
		case quote:
			p.tok, p.end = tString, i+1
			return
		case '\\':
			if i+2 < len(text) && text[i+1] == '\r' && text[i+2] == '\n' {
				i++
			}
			i++
		case '\n', '\r':
			p.tok, p.end = tString, i
			p.errorAt(p.start, "a string is opened here and not closed on its line; close it with "+string(quote))
			return
		}
	}
	p.tok, p.end = tString, len(text)
	p.errorAt(p.start, "a string is opened here and never closed; close it with "+string(quote))
}

// scanTemplate reads from the ` or } at p.start to the next ${ or the end.
func (p *parser) scanTemplate(whole, open token) {
	text := p.text
	for i := p.start + 1; i < len(text); i++ {
		switch text[i] {
		case '`':
			p.tok, p.end = whole, i+1
			return
		case '\\':
			i++
		case '$':
			if i+1 < len(text) && text[i+1] == '{' {
				p.tok, p.end = open, i+2
				return
			}
		}
	}
	p.tok, p.end = whole, len(text)
	p.errorAt(p.start, "a template is opened here and never closed; close it with `")
}

// rescanTemplate reads on behind the } of a template's expression.
func (p *parser) rescanTemplate() { p.scanTemplate(tTemplateTail, tTemplateMid) }

// rescanGreater joins a > with what follows into one operator.
func (p *parser) rescanGreater() {
	n := 1
	for n < 3 && p.at(n) == '>' {
		n++
	}
	if p.at(n) == '=' {
		p.end = p.start + n + 1
		p.tok = tAssignOp
		if n == 1 {
			p.tok = tOperator
		}
	} else if n > 1 {
		p.tok, p.end = tOperator, p.start+n
	}
}

// rescanRegexp reads the regular expression at the current / or /=.
func (p *parser) rescanRegexp() {
	text, class := p.text, false
	for i := p.start + 1; i < len(text); i++ {
		switch c := text[i]; {
		case c == '\\':
			i++
		case c == '\n' || c == '\r':
			p.errorAt(p.start, "a regular expression is opened here and not closed on its line; close it with /")
			p.tok, p.end = tRegexp, i
			return
		case c == '[':
			class = true
		case c == ']':
			class = false
		case c == '/' && !class:
			p.tok, p.end = tRegexp, p.wordEnd(i+1)
			return
		}
	}
	p.errorAt(p.start, "a regular expression is opened here and never closed; close it with /")
	p.tok, p.end = tRegexp, len(text)
}

// rescanLess turns a << back into a single <, as generic calls need it.
func (p *parser) rescanLess() {
	if p.tok == tOperator && strings.HasPrefix(p.text[p.start:p.end], "<<") {
		p.punct(tLess, 1)
	}
}

// jsxName lengthens the current word by the '-' and word parts that JSX allows.
func (p *parser) jsxName() {
	if !p.tok.isWord() {
		return
	}
	for p.end < len(p.text) && p.text[p.end] == '-' {
		p.end = p.wordEnd(p.end + 1)
	}
	p.tok = tIdent
}

// jsxText moves to the next token between JSX tags: text, '{', '<' or the end.
func (p *parser) jsxText() {
	p.prevEnd = p.end
	p.newline = false
	p.start = p.end
	if p.start >= len(p.text) || p.gaveUp {
		p.tok = tEOF
		return
	}
	switch p.text[p.start] {
	case '{':
		p.punct(tLBrace, 1)
	case '<':
		p.punct(tLess, 1)
	default:
		n := strings.IndexAny(p.text[p.start:], "{<")
		if n < 0 {
			n = len(p.text) - p.start
		}
		p.punct(tJSXText, n)
	}
}

// jsxValue moves behind the = of an attribute; strings there have no escapes.
func (p *parser) jsxValue() {
	p.prevEnd = p.end
	p.newline = false
	p.start = p.skipTrivia(p.end)
	if c := p.at(0); c == '"' || c == '\'' {
		if n := strings.IndexByte(p.text[p.start+1:], c); n >= 0 {
			p.punct(tString, n+2)
			return
		}
		p.errorAt(p.start, "an attribute's string is opened here and never closed; close it with "+string(c))
		p.punct(tString, len(p.text)-p.start)
		return
	}
	p.scanToken()
}

// unquote decodes the escapes of a string literal given with its quotes.
func unquote(raw string) string {
	if len(raw) < 2 {
		return ""
	}
	body := raw[1:]
	if body[len(body)-1] == raw[0] {
		body = body[:len(body)-1]
	}
	if strings.IndexByte(body, '\\') < 0 {
		return body
	}
	var b strings.Builder
	for i := 0; i < len(body); {
		c := body[i]
		if c != '\\' || i+1 >= len(body) {
			b.WriteByte(c)
			i++
			continue
		}
		c = body[i+1]
		i += 2
		switch c {
		case 'n':
			b.WriteByte('\n')
		case 't':
			b.WriteByte('\t')
		case 'r':
			b.WriteByte('\r')
		case 'b':
			b.WriteByte('\b')
		case 'f':
			b.WriteByte('\f')
		case 'v':
			b.WriteByte('\v')
		case '0':
			b.WriteByte(0)
		case '\n':
		case '\r':
			if i < len(body) && body[i] == '\n' {
				i++
			}
		case 'x':
			if i+2 <= len(body) {
				if v, err := strconv.ParseUint(body[i:i+2], 16, 32); err == nil {
					b.WriteRune(rune(v))
					i += 2
				}
			}
		case 'u':
			r, size := unicodeEscape(body[i:])
			b.WriteRune(r)
			i += size
		default:
			b.WriteByte(c)
		}
	}
	return b.String()
}

// unicodeEscape decodes what follows \u: XXXX, a surrogate pair, or {…}.
func unicodeEscape(s string) (rune, int) {
	if strings.HasPrefix(s, "{") {
		n := strings.IndexByte(s, '}')
		if n < 0 {
			return utf8.RuneError, 0
		}
		v, err := strconv.ParseUint(s[1:n], 16, 32)
		if err != nil || v > unicode.MaxRune {
			return utf8.RuneError, n + 1
		}
		return rune(v), n + 1
	}
	if len(s) < 4 {
		return utf8.RuneError, 0
	}
	v, err := strconv.ParseUint(s[:4], 16, 32)
	if err != nil {
		return utf8.RuneError, 0
	}
	if v >= 0xD800 && v < 0xDC00 && len(s) >= 10 && s[4:6] == `\u` {
		if w, err := strconv.ParseUint(s[6:10], 16, 32); err == nil && w >= 0xDC00 && w < 0xE000 {
			return rune((v-0xD800)<<10 + (w - 0xDC00) + 0x10000), 10
		}
	}
	return rune(v), 4
}
