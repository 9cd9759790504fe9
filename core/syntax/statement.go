// This file parses statements, declarations, imports and exports.

package syntax

import "strings"

// statements parses up to the closing token, which it leaves.
func (p *parser) statements(closing token) []Stmt {
	var list []Stmt
	for p.tok != closing && p.tok != tEOF {
		if closing == tEOF && p.tok == tRBrace {
			return list
		}
		before := p.start
		s := p.statement()
		if s != nil {
			list = append(list, s)
		}
		if p.start == before {
			p.errorHere("a statement")
			p.next()
		}
	}
	return list
}

// blockStatements parses a body in braces. A body that was never closed ends
// where an import or export at the start of a line can only stand outside it.
func (p *parser) blockStatements(module bool) []Stmt {
	var list []Stmt
	for !p.givenUp() && p.tok != tRBrace && p.tok != tEOF && (module || !p.leavesBlock()) && p.tok != tCase && p.tok != tDefault {
		before := p.start
		if s := p.statement(); s != nil {
			list = append(list, s)
		}
		if p.start == before {
			p.errorHere(`a statement or "}"`)
			p.next()
		}
	}
	return list
}

// leavesBlock recognises what only stands at the top of a file.
func (p *parser) leavesBlock() bool {
	if p.start > 0 && p.text[p.start-1] != '\n' {
		return false
	}
	if p.tok == tExport {
		return true
	}
	if p.tok != tImport {
		return false
	}
	next, _ := p.peek()
	return next != tLParen && next != tDot
}

func (p *parser) block() *Block { return p.blockOf(false) }

func (p *parser) blockOf(module bool) *Block {
	start := p.start
	b := &Block{}
	if !p.expect(tLBrace, `"{"`) {
		b.Range = p.missing()
		return b
	}
	saved := p.noIn
	p.noIn = false
	b.Body = p.blockStatements(module)
	p.noIn = saved
	p.expect(tRBrace, `"}" that closes the block`)
	b.Range = p.from(start)
	return b
}

func (p *parser) statement() Stmt {
	p.enter()
	defer p.leave()
	start := p.start
	switch p.tok {
	case tLBrace:
		return p.block()
	case tSemi:
		p.next()
		return &Simple{p.from(start), ";", nil}
	case tVar:
		return p.varStatement(start, 0)
	case tConst:
		if next, _ := p.peek(); next == tEnum {
			return p.declaration(start, nil, 0)
		}
		return p.varStatement(start, 0)
	case tFunction, tClass, tEnum, tAt:
		return p.declaration(start, nil, 0)
	case tIf:
		return p.ifStatement()
	case tFor:
		return p.forStatement()
	case tWhile:
		p.next()
		cond := p.condition()
		body := p.statement()
		return &Loop{Range: p.from(start), Word: "while", Cond: cond, Body: body}
	case tDo:
		p.next()
		body := p.statement()
		p.expect(tWhile, `"while"`)
		cond := p.condition()
		p.accept(tSemi)
		return &Loop{Range: p.from(start), Word: "do", Cond: cond, Body: body}
	case tReturn, tThrow:
		throw := p.tok == tThrow
		p.next()
		var x Expr
		if !p.endsHere() {
			x = p.expression()
		}
		p.semicolon()
		return &Return{p.from(start), throw, x}
	case tBreak, tContinue, tDebugger:
		word := p.word()
		p.next()
		var label *Ident
		if p.tok == tIdent && !p.newline {
			label = p.ident("a label")
		}
		p.semicolon()
		return &Simple{p.from(start), word, label}
	case tSwitch:
		return p.switchStatement()
	case tTry:
		return p.tryStatement()
	case tWith:
		p.next()
		x := p.condition()
		body := p.statement()
		return &With{p.from(start), x, body}
	case tImport:
		if next, _ := p.peek(); next != tLParen && next != tDot {
			return p.importDeclaration()
		}
	case tExport:
		return p.exportDeclaration()
	case tIdent:
		if s := p.wordStatement(start); s != nil {
			return s
		}
	}
	x := p.expression()
	p.semicolon()
	return &ExprStmt{p.from(start), x}
}

// wordStatement parses what starts with a contextual word, or gives nil.
func (p *parser) wordStatement(start int) Stmt {
	next, newline := p.peek()
	switch word := p.word(); word {
	case "let":
		if next == tIdent || next == tLBrace || next == tLBracket || next.isWord() && next != tIn && next != tInstanceof {
			return p.varStatement(start, 0)
		}
	case "using":
		if next == tIdent && !newline && !p.look(func() bool { p.next(); return p.isWord("of") }) {
			return p.varStatement(start, 0)
		}
	case "await":
		if p.look(func() bool {
			p.next()
			ok := p.isWord("using") && !p.newline
			p.next()
			return ok && p.tok == tIdent && !p.newline
		}) {
			return p.varStatement(start, 0)
		}
	case "async":
		if next == tFunction && !newline {
			return p.declaration(start, nil, 0)
		}
	case "type", "interface", "namespace":
		if (next == tIdent || next == tVoid && word == "type") && !newline {
			return p.declaration(start, nil, 0)
		}
	case "module":
		if (next == tIdent || next == tString) && !newline {
			return p.declaration(start, nil, 0)
		}
	case "global":
		if next == tLBrace {
			return p.declaration(start, nil, 0)
		}
	case "abstract", "declare":
		if next.isWord() && next != tIn && next != tInstanceof && !newline && p.look(func() bool {
			p.next()
			return p.startsDeclaration()
		}) {
			return p.declaration(start, nil, 0)
		}
	}
	if next == tColon {
		label := p.ident("a label")
		p.next()
		body := p.statement()
		return &Labeled{p.from(start), label, body}
	}
	return nil
}

// startsDeclaration reports whether a declaration or one more modifier stands here.
func (p *parser) startsDeclaration() bool {
	switch p.tok {
	case tVar, tConst, tFunction, tClass, tEnum, tAt, tImport, tExport:
		return true
	case tIdent:
		switch p.word() {
		case "let", "type", "interface", "namespace", "module", "global", "abstract", "declare", "async", "using":
			return true
		}
	}
	return false
}

var declarationModifiers = map[string]Modifiers{"declare": Declare, "abstract": Abstract, "async": Async}

// declaration parses a declaration with its modifiers from the current token on.
func (p *parser) declaration(start int, decorators []Expr, mods Modifiers) Stmt {
	for p.tok == tAt {
		decorators = append(decorators, p.decorator())
	}
	for {
		if p.tok == tExport {
			mods |= Export
			p.next()
			if p.accept(tDefault) {
				mods |= Default
			}
			for p.tok == tAt {
				decorators = append(decorators, p.decorator())
			}
			continue
		}
		mod, ok := declarationModifiers[p.word()]
		if p.tok != tIdent || !ok {
			break
		}
		if next, newline := p.peek(); newline || !next.isWord() && next != tAt {
			break
		}
		p.next()
		mods |= mod
	}
	switch p.tok {
	case tFunction:
		fn := p.function(start, mods.Has(Async))
		if fn.Body == nil {
			p.semicolon()
		}
		return &FuncDecl{p.from(start), mods, fn}
	case tClass:
		class := p.class(start, decorators)
		return &ClassDecl{p.from(start), mods, class}
	case tEnum:
		return p.enum(start, mods)
	case tConst:
		if next, _ := p.peek(); next == tEnum {
			p.next()
			return p.enum(start, mods|Const)
		}
		return p.varStatement(start, mods)
	case tVar:
		return p.varStatement(start, mods)
	case tImport:
		return p.importEquals(start, mods)
	case tIdent:
		switch p.word() {
		case "let", "using":
			return p.varStatement(start, mods)
		case "type":
			p.next()
			a := &Alias{Modifiers: mods, Name: p.typeDeclName()}
			a.TypeParams = p.typeParams()
			p.expect(tAssign, `"=" and the type`)
			a.Type = p.typ()
			p.semicolon()
			a.Range = p.from(start)
			return a
		case "interface":
			return p.interfaceDecl(start, mods)
		case "namespace", "module", "global":
			return p.module(start, mods)
		}
	}
	p.errorHere("a declaration")
	if p.prevEnd <= start { // nothing passed yet: let the caller move on
		return &Bad{Between(start, start)}
	}
	return &Bad{p.from(start)}
}

// typeDeclName parses the name of a type, which may be a reserved word in
// hostile input only.
func (p *parser) typeDeclName() *Ident {
	if p.tok == tVoid {
		return p.anyName("a name")
	}
	return p.ident("the name of the type")
}

func (p *parser) varStatement(start int, mods Modifiers) Stmt {
	d := p.varDecl(start, mods)
	p.semicolon()
	d.Range = p.from(start)
	return d
}

func (p *parser) varDecl(start int, mods Modifiers) *VarDecl {
	d := &VarDecl{Modifiers: mods, Word: p.word()}
	if p.acceptWord("await") {
		d.Word = "await using"
	}
	p.next()
	for {
		at := p.start
		decl := &Declarator{Name: p.patternOf("the name of the variable")}
		if p.tok == tBang && !p.newline {
			p.next()
			decl.Definite = true
		}
		decl.Type = p.annotation()
		if p.accept(tAssign) {
			decl.Value = p.assignment()
		}
		decl.Range = p.from(at)
		d.Decls = append(d.Decls, decl)
		if !p.accept(tComma) {
			break
		}
	}
	d.Range = p.from(start)
	return d
}

func (p *parser) condition() Expr {
	p.expect(tLParen, `"("`)
	saved := p.noIn
	p.noIn = false
	x := p.expression()
	p.noIn = saved
	p.expect(tRParen, `")"`)
	return x
}

func (p *parser) ifStatement() Stmt {
	start := p.start
	p.next()
	s := &If{Cond: p.condition(), Then: p.statement()}
	if p.accept(tElse) {
		s.Else = p.statement()
	}
	s.Range = p.from(start)
	return s
}

func (p *parser) forStatement() Stmt {
	start := p.start
	p.next()
	s := &Loop{Word: "for", Await: p.acceptWord("await")}
	p.expect(tLParen, `"(" behind for`)
	p.noIn = true
	at := p.start
	switch {
	case p.tok == tSemi:
	case p.tok == tVar || p.tok == tConst || p.startsBinding():
		s.Init = p.varDecl(at, 0)
	default:
		x := p.expression()
		s.Init = &ExprStmt{p.from(at), x}
	}
	p.noIn = false
	switch {
	case p.tok == tIn:
		p.next()
		s.Word, s.Over = "for in", p.expression()
	case p.isWord("of"):
		p.next()
		s.Word, s.Over = "for of", p.assignment()
	default:
		p.expect(tSemi, `";", "in" or "of"`)
		if p.tok != tSemi {
			s.Cond = p.expression()
		}
		p.expect(tSemi, `";"`)
		if p.tok != tRParen {
			s.Post = p.expression()
		}
	}
	p.expect(tRParen, `")"`)
	s.Body = p.statement()
	s.Range = p.from(start)
	return s
}

// startsBinding reports whether let, using or await using opens a declaration
// in the head of a for statement.
func (p *parser) startsBinding() bool {
	return p.look(func() bool {
		switch {
		case p.isWord("let"):
			p.next()
			return p.tok == tLBrace || p.tok == tLBracket || p.tok == tIdent
		case p.isWord("using"):
			p.next()
			if p.isWord("of") {
				p.next()
				return p.tok == tAssign || p.tok == tSemi || p.tok == tColon
			}
			return p.tok == tIdent && !p.newline
		case p.isWord("await"):
			p.next()
			return p.isWord("using")
		}
		return false
	})
}

func (p *parser) switchStatement() Stmt {
	start := p.start
	p.next()
	s := &Switch{X: p.condition()}
	p.expect(tLBrace, `"{" behind the value of the switch`)
	p.list(tRBrace, tEOF, func() {
		at := p.start
		c := &Case{}
		switch {
		case p.accept(tCase):
			c.Cond = p.expression()
		case p.accept(tDefault):
		default:
			p.errorHere(`"case" or "default"`)
			return
		}
		p.expect(tColon, `":"`)
		c.Body = p.blockStatements(false)
		c.Range = p.from(at)
		s.Cases = append(s.Cases, c)
	})
	p.expect(tRBrace, `"}" that closes the switch`)
	s.Range = p.from(start)
	return s
}

func (p *parser) tryStatement() Stmt {
	start := p.start
	p.next()
	s := &Try{Body: p.block()}
	if p.accept(tCatch) {
		if p.accept(tLParen) {
			s.Param = p.patternOf("the name of the error")
			s.Type = p.annotation()
			p.expect(tRParen, `")"`)
		}
		s.Catch = p.block()
	}
	if p.accept(tFinally) {
		s.Finally = p.block()
	} else if s.Catch == nil {
		p.errorHere(`"catch" or "finally"`)
	}
	s.Range = p.from(start)
	return s
}

func (p *parser) importDeclaration() Stmt {
	start := p.start
	p.next()
	d := &Import{}
	if p.tok == tString {
		d.From = p.literal()
		return p.endImport(start, d)
	}
	if p.isWord("type") {
		next, _ := p.peek()
		d.TypeOnly = next == tLBrace || next == tStar || next == tIdent && p.look(func() bool {
			p.next()
			if !p.isWord("from") {
				return true
			}
			p.next()
			return p.isWord("from") || p.tok == tAssign
		})
		if d.TypeOnly {
			p.next()
		}
	} else if p.isWord("defer") || p.isWord("source") {
		if next, _ := p.peek(); next == tStar || next == tIdent && p.look(func() bool { p.next(); return !p.isWord("from") }) {
			p.next()
		}
	}
	if p.tok == tIdent {
		d.Default = p.ident("a name")
		if p.tok == tAssign {
			return p.importEqualsRest(start, 0, d.TypeOnly, d.Default)
		}
		if !p.accept(tComma) {
			return p.importSource(start, d)
		}
	}
	switch p.tok {
	case tStar:
		p.next()
		if !p.acceptWord("as") {
			p.errorHere(`"as"`)
		}
		d.Namespace = p.ident("the name of the namespace")
	case tLBrace:
		d.Specs = p.specs()
	default:
		p.errorHere(`"{", "*" or a name to import`)
	}
	return p.importSource(start, d)
}

func (p *parser) importSource(start int, d *Import) Stmt {
	if !p.acceptWord("from") {
		p.errorHere(`"from" and the module's name`)
	}
	d.From = p.source()
	return p.endImport(start, d)
}

func (p *parser) endImport(start int, d *Import) Stmt {
	d.Attrs = p.importAttrs()
	p.semicolon()
	d.Range = p.from(start)
	return d
}

// importAttrs parses with { … } or assert { … }.
func (p *parser) importAttrs() *Object {
	if p.tok == tWith || p.isWord("assert") && !p.newline {
		p.next()
		if p.tok == tLBrace {
			return p.object()
		}
		p.errorHere(`"{"`)
	}
	return nil
}

// specs parses { a, type b as c, default as d, "x y" as z }.
func (p *parser) specs() []*Spec {
	var list []*Spec
	p.expect(tLBrace, `"{"`)
	p.list(tRBrace, tComma, func() {
		start := p.start
		s := &Spec{}
		if p.isWord("type") {
			// type, type as, type as as, type as as x: "type" may be the name itself.
			s.TypeOnly = p.look(func() bool {
				p.next()
				if !p.isWord("as") {
					return p.tok.isWord() || p.tok == tString
				}
				p.next()
				if !p.isWord("as") {
					return !p.tok.isWord()
				}
				p.next()
				return p.tok.isWord()
			})
			if s.TypeOnly {
				p.next()
			}
		}
		s.Name = p.specName()
		s.As = s.Name
		if p.acceptWord("as") {
			s.As = p.specName()
		}
		s.Range = p.from(start)
		list = append(list, s)
	})
	p.expect(tRBrace, `"}"`)
	return list
}

func (p *parser) specName() Node {
	if p.tok == tString {
		return p.literal()
	}
	return p.anyName("a name")
}

// importEquals parses import X = … behind modifiers.
func (p *parser) importEquals(start int, mods Modifiers) Stmt {
	p.next()
	typeOnly := false
	if p.isWord("type") {
		if next, _ := p.peek(); next == tIdent {
			p.next()
			typeOnly = true
		}
	}
	return p.importEqualsRest(start, mods, typeOnly, p.ident("a name"))
}

func (p *parser) importEqualsRest(start int, mods Modifiers, typeOnly bool, name *Ident) Stmt {
	d := &ImportEquals{Modifiers: mods, TypeOnly: typeOnly, Name: name}
	p.expect(tAssign, `"="`)
	if next, _ := p.peek(); p.isWord("require") && next == tLParen {
		p.next()
		p.next()
		d.Require = p.source()
		p.expect(tRParen, `")"`)
	} else {
		d.Entity = p.entityName()
	}
	p.semicolon()
	d.Range = p.from(start)
	return d
}

// entityName parses A.B.C.
func (p *parser) entityName() Expr {
	start := p.start
	var x Expr
	if p.tok == tThis {
		p.next()
		x = &Keyword{p.from(start), "this"}
	} else {
		x = p.anyName("a name")
	}
	for p.tok == tDot {
		p.next()
		if p.tok == tPrivate {
			name := &PrivateName{Between(p.start, p.end), p.word()}
			p.next()
			x = &Member{Range: p.from(start), X: x, Name: name}
			continue
		}
		name := p.anyName("a name")
		x = &Member{Range: p.from(start), X: x, Name: name}
	}
	return x
}

func (p *parser) exportDeclaration() Stmt {
	start := p.start
	next, _ := p.peek()
	switch next {
	case tLBrace, tStar:
		p.next()
		return p.exportFrom(start, false)
	case tAssign:
		p.next()
		p.next()
		x := p.expression()
		p.semicolon()
		return &ExportAssign{p.from(start), x}
	case tDefault:
		return p.exportDefault()
	case tImport:
		p.next()
		return p.importEquals(start, Export)
	case tIdent:
		if p.look(func() bool {
			p.next()
			if !p.isWord("type") {
				return false
			}
			p.next()
			if p.tok == tStar {
				return true
			}
			return p.tok == tLBrace
		}) {
			p.next()
			p.next()
			return p.exportFrom(start, true)
		}
		if p.look(func() bool {
			p.next()
			ok := p.isWord("as")
			p.next()
			return ok && p.isWord("namespace")
		}) {
			p.next()
			p.next()
			p.next()
			name := p.ident("the name of the namespace")
			p.semicolon()
			return &ExportAsNamespace{p.from(start), name}
		}
		if p.look(func() bool {
			p.next()
			p.next()
			if p.accept(tComma) {
				return p.tok == tLBrace
			}
			return p.acceptWord("from") && p.tok == tString
		}) {
			p.next()
			return p.exportDefaultFrom(start)
		}
	}
	if !p.look(func() bool { p.next(); return p.startsDeclaration() }) {
		p.next()
		p.errorHere("a declaration, a list in braces, or default")
		return &Bad{p.from(start)}
	}
	return p.declaration(start, nil, 0)
}

func (p *parser) exportFrom(start int, typeOnly bool) Stmt {
	if p.accept(tStar) {
		d := &ExportAll{TypeOnly: typeOnly}
		if p.acceptWord("as") {
			d.As = p.specName()
		}
		d.From, d.Attrs = p.fromModule()
		d.Range = p.from(start)
		return d
	}
	d := &ExportList{TypeOnly: typeOnly, Specs: p.specs()}
	if p.acceptWord("from") {
		d.From = p.source()
		d.Attrs = p.importAttrs()
	}
	p.semicolon()
	d.Range = p.from(start)
	return d
}

// exportDefaultFrom parses export X from "m", export X, { … } from "m" and export default
// from "m", the proposal that sources in JavaScript are written with: X is the module's
// default.
func (p *parser) exportDefaultFrom(start int) Stmt {
	at := p.start
	as := p.anyName("a name")
	first := &Spec{Name: &Literal{Range: p.from(at), Kind: StringLiteral, Value: "default"}, As: as}
	first.Range = p.from(at)
	d := &ExportList{Specs: []*Spec{first}}
	if p.accept(tComma) {
		d.Specs = append(d.Specs, p.specs()...)
	}
	d.From, d.Attrs = p.fromModule()
	d.Range = p.from(start)
	return d
}

// fromModule parses from "m" with its attributes, and the end of the statement.
func (p *parser) fromModule() (*Literal, *Object) {
	if !p.acceptWord("from") {
		p.errorHere(`"from" and the module's name`)
	}
	from, attrs := p.source(), p.importAttrs()
	p.semicolon()
	return from, attrs
}

func (p *parser) exportDefault() Stmt {
	start := p.start
	if p.look(func() bool {
		p.next()
		p.next()
		switch p.tok {
		case tFunction, tClass, tAt:
			return true
		case tIdent:
			word := p.word()
			p.next()
			return !p.newline && (word == "async" && p.tok == tFunction || word == "abstract" && p.tok == tClass ||
				word == "interface" && p.tok == tIdent)
		}
		return false
	}) {
		return p.declaration(start, nil, 0)
	}
	p.next()
	if p.look(func() bool { p.next(); return p.acceptWord("from") && p.tok == tString }) {
		return p.exportDefaultFrom(start)
	}
	p.next()
	x := p.assignment()
	p.semicolon()
	return &ExportDefault{p.from(start), x}
}

func (p *parser) enum(start int, mods Modifiers) Stmt {
	p.next()
	e := &Enum{Modifiers: mods, Name: p.ident("the name of the enum")}
	p.expect(tLBrace, `"{"`)
	p.list(tRBrace, tComma, func() {
		at := p.start
		m := &EnumMember{Key: p.key()}
		if p.accept(tAssign) {
			m.Value = p.assignment()
		}
		m.Range = p.from(at)
		e.Members = append(e.Members, m)
	})
	p.expect(tRBrace, `"}" that closes the enum`)
	e.Range = p.from(start)
	return e
}

func (p *parser) interfaceDecl(start int, mods Modifiers) Stmt {
	p.next()
	d := &Interface{Modifiers: mods, Name: p.ident("the name of the interface")}
	d.TypeParams = p.typeParams()
	if p.accept(tExtends) {
		for {
			d.Extends = append(d.Extends, p.heritage())
			if !p.accept(tComma) {
				break
			}
		}
	}
	d.Body = p.objectType()
	d.Range = p.from(start)
	return d
}

// heritage parses one type of an extends or implements list.
func (p *parser) heritage() Type {
	start := p.start
	t := &TypeName{Name: p.entityName()}
	t.Args = p.typeArgs()
	t.Range = p.from(start)
	return t
}

func (p *parser) module(start int, mods Modifiers) Stmt {
	m := &Module{Modifiers: mods, Word: p.word()}
	at := p.start
	p.next()
	switch {
	case m.Word == "global":
		m.Name = &Ident{Between(at, at+len("global")), "global"}
	case p.tok == tString:
		m.Name = p.literal()
	default:
		m.Name = p.entityName()
	}
	if p.tok == tLBrace {
		m.Body = p.blockOf(true)
	} else {
		p.semicolon()
	}
	m.Range = p.from(start)
	return m
}

// Doc gives the documentation comment that stands directly before n, without
// its markers, or "".
func (f *File) Doc(n Node) string {
	lo, hi := 0, len(f.Comments)
	for lo < hi {
		mid := (lo + hi) / 2
		if f.Comments[mid].Stop() <= n.Pos() {
			lo = mid + 1
		} else {
			hi = mid
		}
	}
	for i := lo - 1; i >= 0; i-- {
		c := f.Comments[i]
		text := f.Text[c.Start:c.End]
		next := n.Pos()
		if i+1 < lo {
			next = f.Comments[i+1].Pos()
		}
		if strings.TrimSpace(f.Text[c.End:next]) != "" {
			return ""
		}
		if strings.HasPrefix(text, "/**") && len(text) > 4 {
			return docText(text)
		}
	}
	return ""
}

// docText removes the markers and the leading stars of a documentation comment.
func docText(comment string) string {
	comment = strings.TrimSuffix(strings.TrimPrefix(comment, "/**"), "*/")
	line, rest, more := strings.Cut(comment, "\n")
	if !more {
		return strings.TrimSpace(line)
	}
	var b strings.Builder
	b.Grow(len(comment))
	b.WriteString(strings.TrimSpace(line))
	for more {
		line, rest, more = strings.Cut(rest, "\n")
		b.WriteByte('\n')
		b.WriteString(strings.TrimSpace(strings.TrimPrefix(strings.TrimSpace(line), "*")))
	}
	return strings.TrimSpace(b.String())
}
