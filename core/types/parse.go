// This file parses the type language.

package types

import (
	"fmt"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Limits on what is parsed.
const (
	MaxBytes = 256 << 10
	maxDepth = 200
)

// Error says what was wrong in the text of a type. Offset counts bytes.
type Error struct {
	Offset  int
	Message string
}

func (e *Error) Error() string {
	return fmt.Sprintf("%s (at character %d of the type)", e.Message, e.Offset+1)
}

// Parse reads the text of a type.
func Parse(text string) (t Type, err error) {
	if len(text) > MaxBytes {
		return nil, &Error{0, fmt.Sprintf("the type has %d bytes; at most %d are read", len(text), MaxBytes)}
	}
	if !utf8.ValidString(text) {
		return nil, &Error{0, "the type is not text in UTF-8"}
	}
	p := &parser{text: text}
	defer func() {
		// The one panic raised is our own way out of the recursion.
		if r := recover(); r != nil {
			e, ok := r.(*Error)
			if !ok {
				panic(r)
			}
			t, err = nil, e
		}
	}()
	p.next()
	t = p.typ()
	if p.kind != 0 {
		p.fail("expected the end of the type, found " + strconv.Quote(p.tok))
	}
	return t, nil
}

// MustParse parses a type that is known to be right.
func MustParse(text string) Type {
	t, err := Parse(text)
	if err != nil {
		panic(fmt.Sprintf("types: %q: %v", text, err))
	}
	return t
}

type parser struct {
	text  string
	pos   int  // behind the current token
	start int  // of the current token
	kind  byte // 0 end, 'w' word, 'n' number, 's' string, '`' template, '.' punctuation
	tok   string
	depth int
}

func (p *parser) fail(message string) { panic(&Error{p.start, message}) }

func (p *parser) want(what string) {
	if p.kind == 0 {
		p.fail("expected " + what + ", found the end of the type")
	}
	p.fail("expected " + what + ", found " + strconv.Quote(p.tok))
}

func (p *parser) next() {
	for p.pos < len(p.text) && strings.IndexByte(" \t\r\n", p.text[p.pos]) >= 0 {
		p.pos++
	}
	p.start = p.pos
	if p.pos == len(p.text) {
		p.kind, p.tok = 0, ""
		return
	}
	rest := p.text[p.pos:]
	r, size := utf8.DecodeRuneInString(rest)
	switch {
	case r == '_' || r == '$' || unicode.IsLetter(r):
		n := strings.IndexFunc(rest, func(r rune) bool {
			return r != '_' && r != '$' && !unicode.IsLetter(r) && !unicode.IsDigit(r)
		})
		if n < 0 {
			n = len(rest)
		}
		p.token('w', n)
	case r >= '0' && r <= '9':
		n := 1
		for n < len(rest) && (isHexOrMark(rest[n]) || (rest[n] == '+' || rest[n] == '-') && (rest[n-1] == 'e' || rest[n-1] == 'E') && !strings.HasPrefix(rest, "0x")) {
			n++
		}
		p.token('n', n)
		if _, ok := number(strings.TrimSuffix(p.tok, "n")); !ok {
			p.fail("not a number: " + p.tok)
		}
	case r == '\'' || r == '"':
		for n := 1; n < len(rest); n++ {
			if rest[n] == '\\' {
				n++
			} else if rest[n] == byte(r) {
				p.token('s', n+1)
				return
			}
		}
		p.fail("a string is opened here and never closed")
	case r == '`':
		p.token('`', 1)
	case strings.HasPrefix(rest, "=>"):
		p.token('.', 2)
	case strings.HasPrefix(rest, "..."):
		p.token('.', 3)
	case strings.IndexByte("|&()[]{}<>,;:?.=-", rest[0]) >= 0:
		p.token('.', 1)
	default:
		p.token('.', size)
		p.fail("unexpected " + strconv.Quote(p.tok))
	}
}

func isHexOrMark(c byte) bool {
	return c >= '0' && c <= '9' || c >= 'a' && c <= 'f' || c >= 'A' && c <= 'F' || c == '.' || c == '_' || c == 'x' || c == 'n' || c == 'o' || c == 'X' || c == 'O'
}

func (p *parser) token(kind byte, n int) {
	p.kind, p.tok = kind, p.text[p.pos:p.pos+n]
	p.pos += n
}

func (p *parser) is(tok string) bool {
	return p.tok == tok && (p.kind == '.' || p.kind == 'w' || p.kind == '`')
}

func (p *parser) accept(tok string) bool {
	if !p.is(tok) {
		return false
	}
	p.next()
	return true
}

func (p *parser) expect(tok string) {
	if !p.accept(tok) {
		p.want(strconv.Quote(tok))
	}
}

// look runs f and gives its answer without keeping what it passes.
func (p *parser) look(f func() bool) bool {
	saved := *p
	ok := f()
	*p = saved
	return ok
}

func (p *parser) typ() Type {
	if p.depth++; p.depth > maxDepth {
		p.fail(fmt.Sprintf("the type is nested more than %d deep", maxDepth))
	}
	defer func() { p.depth-- }()
	if p.is("<") || p.is("(") && p.look(p.isFunc) {
		return p.function()
	}
	p.accept("|")
	list := []Type{p.intersection()}
	for p.accept("|") {
		list = append(list, p.intersection())
	}
	return NewUnion(list...)
}

func (p *parser) intersection() Type {
	p.accept("&")
	list := []Type{p.operator()}
	for p.accept("&") {
		list = append(list, p.operator())
	}
	return NewIntersection(list...)
}

// isFunc tells (x: T) => R from (T).
func (p *parser) isFunc() bool {
	p.next()
	if p.is(")") || p.is("...") {
		return true
	}
	if p.kind != 'w' {
		return false
	}
	p.next()
	return p.is(":") || p.is("?") || p.is(",")
}

func (p *parser) function() Type {
	fn := &Func{}
	if p.accept("<") {
		for !p.is(">") {
			tp := TypeParam{Name: p.word("the name of a type parameter")}
			if p.accept("extends") {
				tp.Constraint = p.typ()
			}
			if p.accept("=") {
				tp.Default = p.typ()
			}
			fn.TypeParams = append(fn.TypeParams, tp)
			if !p.accept(",") {
				break
			}
		}
		p.expect(">")
	}
	fn.Params = p.params()
	p.expect("=>")
	fn.Result = p.typ()
	return fn
}

// params parses a list of parameters; one without a type takes any.
func (p *parser) params() []Param {
	var list []Param
	p.expect("(")
	for !p.is(")") {
		param := Param{Rest: p.accept("..."), Type: Any}
		param.Name = p.word("the name of a parameter")
		param.Optional = p.accept("?")
		if p.accept(":") {
			param.Type = p.typ()
		}
		list = append(list, param)
		if !p.accept(",") {
			break
		}
	}
	p.expect(")")
	return list
}

func (p *parser) word(want string) string {
	if p.kind != 'w' {
		p.want(want)
	}
	w := p.tok
	p.next()
	return w
}

func (p *parser) operator() Type {
	if p.is("readonly") && p.look(func() bool {
		p.next()
		return p.kind != 0 && (p.kind != '.' || p.is("[") || p.is("(") || p.is("{") || p.is("-"))
	}) {
		start := p.start
		p.next()
		switch t := p.operator().(type) {
		case *Array:
			return &Array{t.Elem, true}
		case *Tuple:
			return &Tuple{t.Elems, true}
		}
		p.start = start
		p.fail("readonly stands before an array or a tuple only")
	}
	t := p.primary()
	for p.is("[") {
		p.next()
		p.expect("]")
		t = &Array{Elem: t}
	}
	return t
}

func (p *parser) primary() Type {
	switch p.kind {
	case 's':
		l := StringLiteral(unquote(p.tok))
		p.next()
		return l
	case 'n':
		return p.number("")
	case '`':
		return p.template()
	case 'w':
		return p.name()
	}
	switch {
	case p.accept("-"):
		if p.kind != 'n' {
			p.want("a number")
		}
		return p.number("-")
	case p.accept("("):
		t := p.typ()
		p.expect(")")
		return t
	case p.is("["):
		return p.tuple()
	case p.is("{"):
		return p.object()
	}
	p.want("a type")
	return nil
}

func (p *parser) number(sign string) Type {
	l := &Literal{Number, sign + p.tok}
	if strings.HasSuffix(p.tok, "n") {
		l.Of = BigInt
	}
	p.next()
	return l
}

func (p *parser) name() Type {
	word := p.tok
	if word == "import" {
		return p.imported()
	}
	p.next()
	switch {
	case basics[word]:
		return Basic(word)
	case word == "true" || word == "false":
		return &Literal{Boolean, word}
	}
	n := &Named{Name: p.qualified(word)}
	n.Args = p.args()
	switch {
	case n.Name == "Array" && len(n.Args) == 1:
		return &Array{Elem: n.Args[0]}
	case n.Name == "ReadonlyArray" && len(n.Args) == 1:
		return &Array{n.Args[0], true}
	}
	return n
}

func (p *parser) qualified(name string) string {
	for p.is(".") {
		p.next()
		name += "." + p.word("a name behind the dot")
	}
	return name
}

func (p *parser) args() []Type {
	if !p.accept("<") {
		return nil
	}
	var list []Type
	for {
		list = append(list, p.typ())
		if !p.accept(",") {
			break
		}
	}
	p.expect(">")
	return list
}

// imported parses import('module').Name<Args>, a name with the module it came from.
func (p *parser) imported() Type {
	p.next()
	p.expect("(")
	if p.kind != 's' {
		p.want("the module's name in quotes")
	}
	n := &Named{From: unquote(p.tok)}
	p.next()
	p.expect(")")
	p.expect(".")
	n.Name = p.qualified(p.word("the name of the type"))
	n.Args = p.args()
	if n.From == "" {
		p.fail("the module's name is empty")
	}
	return n
}

func (p *parser) tuple() Type {
	p.next()
	t := &Tuple{}
	for !p.is("]") {
		e := Elem{Rest: p.accept("...")}
		if p.kind == 'w' && p.look(func() bool { p.next(); p.accept("?"); return p.is(":") }) {
			e.Name = p.word("a name")
			e.Optional = p.accept("?")
			p.expect(":")
		}
		e.Type = p.typ()
		if e.Name == "" && p.accept("?") {
			e.Optional = true
		}
		t.Elems = append(t.Elems, e)
		if !p.accept(",") {
			break
		}
	}
	p.expect("]")
	return t
}

func (p *parser) object() Type {
	p.next()
	o := &Object{}
	seen := map[string]bool{}
	for !p.is("}") {
		ro := p.is("readonly") && p.look(func() bool { p.next(); return p.kind == 'w' || p.kind == 's' || p.is("[") })
		if ro {
			p.next()
		}
		if p.accept("[") {
			p.word("the name of the key")
			p.expect(":")
			index := Index{Key: p.typ(), Readonly: ro}
			p.expect("]")
			p.expect(":")
			index.Value = p.typ()
			o.Indexes = append(o.Indexes, index)
		} else {
			f := &Field{Readonly: ro}
			switch p.kind {
			case 'w', 'n':
				f.Name = p.tok
			case 's':
				f.Name = unquote(p.tok)
			default:
				p.want("the name of a field")
			}
			if seen[f.Name] {
				p.fail("the field " + f.Name + " stands twice")
			}
			seen[f.Name] = true
			p.next()
			f.Optional = p.accept("?")
			if p.is("(") || p.is("<") {
				fn := p.method()
				f.Type = fn
			} else {
				p.expect(":")
				f.Type = p.typ()
			}
			o.Fields = append(o.Fields, f)
		}
		if !p.accept(";") && !p.accept(",") {
			break
		}
	}
	p.expect("}")
	return o
}

// method parses m(x: T): R, which is kept as a field of function type.
func (p *parser) method() Type {
	fn := &Func{}
	if p.is("<") {
		p.want("a method without type parameters, or a field of function type")
	}
	fn.Params = p.params()
	p.expect(":")
	fn.Result = p.typ()
	return fn
}

// template parses from the opening ` on; it reads the text itself, for blanks
// count in it.
func (p *parser) template() Type {
	t := &Template{}
	var b strings.Builder
	for {
		if p.pos >= len(p.text) {
			p.fail("a template is opened here and never closed")
		}
		c := p.text[p.pos]
		switch {
		case c == '`':
			p.pos++
			p.next()
			t.Texts = append(t.Texts, b.String())
			if len(t.Types) == 0 {
				return StringLiteral(t.Texts[0])
			}
			return t
		case c == '\\' && p.pos+1 < len(p.text):
			r, size := unescape(p.text[p.pos:])
			b.WriteString(r)
			p.pos += size
		case strings.HasPrefix(p.text[p.pos:], "${"):
			p.pos += 2
			t.Texts = append(t.Texts, b.String())
			b.Reset()
			p.next()
			t.Types = append(t.Types, p.typ())
			if !p.is("}") {
				p.want(`"}"`)
			}
			p.pos = p.start + 1
		default:
			b.WriteByte(c)
			p.pos++
		}
	}
}

// unquote decodes a string with its quotes.
func unquote(s string) string {
	var b strings.Builder
	for s = s[1 : len(s)-1]; s != ""; {
		if s[0] != '\\' {
			b.WriteByte(s[0])
			s = s[1:]
			continue
		}
		r, size := unescape(s)
		b.WriteString(r)
		s = s[size:]
	}
	return b.String()
}

// unescape decodes the escape at the start of s and says how long it is.
func unescape(s string) (string, int) {
	if len(s) < 2 {
		return "", len(s)
	}
	switch s[1] {
	case 'n':
		return "\n", 2
	case 'r':
		return "\r", 2
	case 't':
		return "\t", 2
	case 'u':
		if len(s) > 2 && s[2] == '{' {
			if n := strings.IndexByte(s, '}'); n > 0 {
				if v, err := strconv.ParseUint(s[3:n], 16, 32); err == nil && v <= unicode.MaxRune {
					return string(rune(v)), n + 1
				}
			}
		} else if len(s) >= 6 {
			if v, err := strconv.ParseUint(s[2:6], 16, 32); err == nil {
				return string(rune(v)), 6
			}
		}
	}
	_, size := utf8.DecodeRuneInString(s[1:])
	return s[1 : 1+size], 1 + size
}
