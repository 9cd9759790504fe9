// Package syntax turns source text into syntax trees with spans: a hand-written,
// error-tolerant recursive-descent parser for TypeScript, JavaScript and JSX.
// A bad function does not lose the rest of its file, and no input makes it
// panic or loop. Source of the grammar: ECMA-262, the JSX specification and the
// TypeScript language as its compiler accepts it.
package syntax

import (
	"cmp"
	"fmt"
	"path"
	"strings"
	"unicode/utf8"

	"steadysocket/core/place"
)

// MaxBytes is the largest source that is parsed.
const MaxBytes = 64 << 20

// maxDepth bounds the nesting of what is parsed.
const maxDepth = 1500

// maxErrors bounds the errors that are kept for a file.
const maxErrors = 50

// Error is what was wrong in a source text and what would be right.
type Error struct {
	At      place.Place
	Message string
}

func (e *Error) Error() string { return e.At.String() + ": " + e.Message }

// dialect says how the ambiguous corners of the grammar are read.
type dialect struct {
	jsx   bool // <x> is an element
	types bool // type arguments in expressions, <T>x
}

// dialects are found by the file's ending.
var dialects = map[string]dialect{
	".ts":  {types: true},
	".mts": {types: true},
	".cts": {types: true},
	".tsx": {types: true, jsx: true},
	".js":  {jsx: true},
	".jsx": {jsx: true},
	".mjs": {jsx: true},
	".cjs": {jsx: true},
	".vue": {}, // its blocks say their own
}

// Parses reports whether Parse knows the ending of name.
func Parses(name string) bool {
	_, ok := dialects[path.Ext(name)]
	return ok
}

// Parse parses one file. It always gives a tree; what could not be parsed is in
// its Errors, in the order of the source.
func Parse(name, text string) *File {
	p := &parser{name: name, text: text, dialect: dialects[path.Ext(name)]}
	f := &File{Name: name, Text: text}
	page, _ := IsPage(name)
	f.Range = Between(0, min(len(text), MaxBytes))
	switch {
	case len(text) > MaxBytes:
		p.errorAt(0, fmt.Sprintf("the file has %d bytes; at most %d are read", len(text), MaxBytes))
	case !utf8.ValidString(text) || strings.IndexByte(text, 0) >= 0:
		p.errorAt(0, "this is not text in UTF-8; source files are")
	case path.Ext(name) == ".vue":
		vueFile(f)
		return f
	case page:
		pageFile(f)
		return f
	default:
		p.next()
		f.Body = p.statements(tEOF)
		p.statementsAtTopLevel(f)
	}
	f.Comments, f.Errors, f.Tokens = p.comments, p.errors, p.tokens
	return f
}

// statementsAtTopLevel goes on behind a stray closing brace, so that the rest of
// the file is kept.
func (p *parser) statementsAtTopLevel(f *File) {
	for p.tok != tEOF {
		p.errorHere("a statement")
		p.next()
		f.Body = append(f.Body, p.statements(tEOF)...)
	}
}

type parser struct {
	scanner
	name          string
	text          string
	dialect       dialect
	ends          string // what ends where the text does, "" for the file
	errors        []*Error
	lines         *place.Lines
	comments      []Comment
	depth         int
	trying        int          // depth of speculation: errors are counted, not kept
	failed        bool         // an error was met while trying
	gaveUp        bool         // everything from here on is left out
	errorAtOffset int          // of the last error kept
	openTags      []string     // names of the JSX elements that are open
	notArrow      map[int]bool // offsets of ( or < at which no arrow function starts
	noIn          bool         // "in" ends the expression (heads of for statements)
	await         bool         // await is an operator here
	yield         bool         // yield is an operator here
	noReturn      bool         // an arrow's return type must be followed by : (then-branch of ?:)
	noCond        bool         // conditional types end here (extends clause of one)
	names         []Ident      // room for the next ones
}

// namesAtOnce is how many names are made in one piece: a tree holds more of them than of
// anything else.
const namesAtOnce = 8

func (p *parser) named(at Range, name string) *Ident {
	if len(p.names) == 0 {
		p.names = make([]Ident, namesAtOnce)
	}
	made := &p.names[0]
	p.names = p.names[1:]
	*made = Ident{at, name}
	return made
}

func (p *parser) errorAt(offset int, message string) {
	p.failed = true
	if p.trying > 0 || len(p.errors) >= maxErrors || len(p.errors) > 0 && p.errorAtOffset == offset {
		return
	}
	p.errorAtOffset = offset
	if p.lines == nil {
		p.lines = place.NewLines(p.text)
	}
	at := p.lines.Place(p.name, offset, offset)
	at.Span = nil
	p.errors = append(p.errors, &Error{at, message})
}

// errorHere says that something else was expected than the current token.
func (p *parser) errorHere(want string) {
	found := cmp.Or(p.ends, "the end of the file")
	if p.tok != tEOF {
		found = p.text[p.start:min(p.end, p.start+40)]
		if i := strings.IndexAny(found, "\r\n"); i >= 0 {
			found = found[:i]
		}
		found = fmt.Sprintf("%q", found)
	}
	p.errorAt(p.start, "expected "+want+", found "+found)
}

// word gives the text of the current token.
func (p *parser) word() string { return p.text[p.start:p.end] }

// isWord reports whether the current token is the contextual word w.
func (p *parser) isWord(w string) bool { return p.tok == tIdent && p.word() == w }

// accept passes the current token if it is of the kind.
func (p *parser) accept(kind token) bool {
	if p.tok != kind {
		return false
	}
	p.next()
	return true
}

func (p *parser) acceptWord(w string) bool {
	if !p.isWord(w) {
		return false
	}
	p.next()
	return true
}

// expect passes a token of the kind, or says that want is missing.
func (p *parser) expect(kind token, want string) bool {
	if p.accept(kind) {
		return true
	}
	p.errorHere(want)
	return false
}

// semicolon ends a statement by the rules of automatic insertion.
func (p *parser) semicolon() {
	if !p.accept(tSemi) && !p.endsHere() {
		p.errorHere(`";" or a new line`)
	}
}

func (p *parser) endsHere() bool {
	return p.tok == tSemi || p.tok == tRBrace || p.tok == tEOF || p.newline
}

// from gives the range from start to the end of the last token passed.
func (p *parser) from(start int) Range { return Between(start, max(start, p.prevEnd)) }

// missing gives the range of something that should stand here: empty, and within
// whatever is being parsed.
func (p *parser) missing() Range {
	p.prevEnd = p.start
	return Between(p.start, p.start)
}

// enter guards the depth of recursion; the caller must call leave.
func (p *parser) enter() {
	if p.depth++; p.depth == maxDepth {
		p.giveUp(fmt.Sprintf("nested more than %d deep; split it up", maxDepth))
	}
}

// giveUp ends the parse of the file here, also where it was only tried.
func (p *parser) giveUp(message string) {
	p.gaveUp = true
	trying := p.trying
	p.trying = 0
	p.errorAt(p.start, message)
	p.trying = trying
	p.next()
}

func (p *parser) leave() { p.depth-- }

// look runs f without keeping what it passes and gives its answer.
func (p *parser) look(f func() bool) bool {
	saved, failed := p.scanner, p.failed
	p.failed = false
	p.trying++
	ok := f()
	p.trying--
	p.scanner, p.failed = saved, failed
	return ok
}

// peek gives the kind of the token behind the current one.
func (p *parser) peek() (kind token, newline bool) {
	p.look(func() bool {
		p.next()
		kind, newline = p.tok, p.newline
		return true
	})
	return
}

// try runs f; if it says no or meets an error, everything is as before.
func (p *parser) try(f func() bool) bool {
	saved, failed, errors := p.scanner, p.failed, len(p.errors)
	p.failed = false
	p.trying++
	ok := f() && !p.failed
	p.trying--
	p.failed = failed
	if !ok {
		p.scanner = saved
		p.errors = p.errors[:errors]
	}
	return ok
}

// givenUp reports whether what is tried has failed, so that nothing is left to
// recover.
func (p *parser) givenUp() bool { return p.trying > 0 && p.failed }

// list parses items up to the closing token, which it leaves. Each round makes
// progress or drops a token, so that no input makes it loop.
func (p *parser) list(closing token, separator token, item func()) {
	for p.tok != closing && p.tok != tEOF {
		before := p.start
		item()
		if p.tok == closing {
			return
		}
		separated := separator == tEOF || p.accept(separator)
		if !separated {
			if p.stopsList(closing) {
				return
			}
			p.errorHere(`"," or the end of the list`)
		}
		if p.givenUp() {
			return
		}
		if p.start == before && p.tok != closing {
			if separator == tEOF {
				p.errorHere("another entry")
			}
			p.next()
		}
	}
}

// stopsList reports whether a token can only belong to what encloses a list
// that was never closed.
func (p *parser) stopsList(closing token) bool {
	switch p.tok {
	case tRBrace, tRParen, tRBracket:
		return true
	case tSemi, tReturn, tVar, tConst, tIf, tFor, tExport, tWhile, tSwitch, tTry, tThrow:
		return p.newline || p.tok == tSemi && closing != tRBrace
	}
	return false
}

// ident parses a name; reserved words are said to be wrong but taken.
func (p *parser) ident(want string) *Ident {
	start := p.start
	switch {
	case p.tok == tIdent:
		name := p.word()
		p.next()
		return p.named(p.from(start), name)
	case p.tok.isWord() && !p.newline && p.trying == 0 && p.tok != tExport && p.tok != tImport:
		p.errorHere(want)
		name := p.word()
		p.next()
		return p.named(p.from(start), name)
	}
	p.errorHere(want)
	return &Ident{p.missing(), ""}
}

// anyName parses a name where reserved words are names too.
func (p *parser) anyName(want string) *Ident {
	if !p.tok.isWord() {
		p.errorHere(want)
		return &Ident{p.missing(), ""}
	}
	start, name := p.start, p.word()
	p.next()
	return p.named(p.from(start), name)
}

// literal parses the literal at the current token.
func (p *parser) literal() *Literal {
	start, raw := p.start, p.word()
	l := &Literal{Value: raw}
	switch p.tok {
	case tNumber:
		l.Kind = NumberLiteral
	case tBigInt:
		l.Kind = BigIntLiteral
	case tString:
		l.Kind, l.Value = StringLiteral, unquote(raw)
	case tRegexp:
		l.Kind = RegexpLiteral
	case tTrue, tFalse:
		l.Kind = BooleanLiteral
	case tNull:
		l.Kind = NullLiteral
	}
	p.next()
	l.Range = p.from(start)
	return l
}

// source parses the string that names a module.
func (p *parser) source() *Literal {
	if p.tok != tString {
		p.errorHere("the name of a module in quotes")
		return &Literal{p.missing(), StringLiteral, ""}
	}
	return p.literal()
}

// key parses the name of a property or member.
func (p *parser) key() Node {
	start := p.start
	switch p.tok {
	case tString, tNumber, tBigInt:
		return p.literal()
	case tPrivate:
		name := p.word()
		p.next()
		return &PrivateName{p.from(start), name}
	case tLBracket:
		p.next()
		saved := p.noIn
		p.noIn = false
		x := p.expression()
		p.noIn = saved
		p.expect(tRBracket, `"]" behind the computed name`)
		return &Computed{p.from(start), x}
	}
	return p.anyName("a name")
}

// KeyName gives the name that a property key spells, and false where it is computed.
func KeyName(key Node) (string, bool) {
	switch key := key.(type) {
	case *Ident:
		return key.Name, true
	case *Literal:
		return key.Value, true
	case *Computed:
		if l, ok := key.X.(*Literal); ok && l.Kind == StringLiteral {
			return l.Value, true
		}
	}
	return "", false
}
