// This file parses expressions.

package syntax

// expression parses a comma expression.
func (p *parser) expression() Expr {
	start := p.start
	x := p.assignment()
	for p.tok == tComma {
		p.next()
		y := p.assignment()
		x = &Binary{p.from(start), ",", x, y}
	}
	return x
}

// within parses with "in" as an operator, as inside any brackets.
func (p *parser) within(f func()) {
	saved, cond := p.noIn, p.noReturn
	p.noIn, p.noReturn = false, false
	f()
	p.noIn, p.noReturn = saved, cond
}

// assignment parses an assignment expression, arrow functions included.
func (p *parser) assignment() Expr {
	p.enter()
	defer p.leave()
	start := p.start
	if p.yield && p.isWord("yield") {
		return p.yieldExpr()
	}
	if fn := p.arrow(); fn != nil {
		return fn
	}
	x := p.conditional()
	p.joinGreater()
	if p.tok == tAssign || p.tok == tAssignOp {
		op := p.word()
		p.next()
		y := p.assignment()
		return &Binary{p.from(start), op, x, y}
	}
	return x
}

// joinGreater joins a > that can only be an operator here.
func (p *parser) joinGreater() {
	if p.tok == tGreater {
		p.rescanGreater()
	}
}

func (p *parser) yieldExpr() Expr {
	start := p.start
	p.next()
	op := "yield"
	if p.tok == tStar && !p.newline {
		op = "yield*"
		p.next()
	}
	u := &Unary{Op: op}
	if !p.newline {
		switch p.tok {
		case tRParen, tRBracket, tRBrace, tComma, tSemi, tColon, tEOF, tIn, tTemplateMid, tTemplateTail:
		default:
			u.X = p.assignment()
		}
	}
	u.Range = p.from(start)
	return u
}

func (p *parser) conditional() Expr {
	start := p.start
	x := p.binary(1)
	if p.tok != tQuestion {
		return x
	}
	p.next()
	noIn, noReturn := p.noIn, p.noReturn
	p.noIn, p.noReturn = false, true
	then := p.assignment()
	p.noIn, p.noReturn = noIn, noReturn
	p.expect(tColon, `":" of the conditional`)
	els := p.assignment()
	return &Conditional{p.from(start), x, then, els}
}

// binary parses infix operators that bind at least as tight as min.
func (p *parser) binary(min int) Expr {
	start := p.start
	x := p.unary()
	for {
		p.joinGreater()
		prec := p.infix()
		if prec == 0 || prec < min {
			return x
		}
		op := p.word()
		if op == "as" || op == "satisfies" {
			p.next()
			c := &Cast{Op: op, X: x}
			if p.tok == tConst {
				p.next()
			} else {
				c.Type = p.typ()
			}
			c.Range = p.from(start)
			x = c
			continue
		}
		p.next()
		var y Expr
		if op == "**" {
			y = p.binary(prec)
		} else {
			y = p.binary(prec + 1)
		}
		x = &Binary{p.from(start), op, x, y}
	}
}

// infix gives the precedence of the current token as an infix operator, or 0.
func (p *parser) infix() int {
	switch p.tok {
	case tOperator, tLess, tGreater, tOr, tAnd, tPlus, tMinus, tStar, tSlash, tInstanceof:
		return precedence(p.word())
	case tIn:
		if p.noIn {
			return 0
		}
		return precedence("in")
	case tIdent:
		if !p.newline && (p.dialect.types || p.depth > 0) {
			if w := p.word(); w == "as" || w == "satisfies" {
				return precedence(w)
			}
		}
	}
	return 0
}

func (p *parser) unary() Expr {
	p.enter()
	defer p.leave()
	start := p.start
	switch p.tok {
	case tPlus, tMinus, tBang, tTilde, tTypeof, tVoid, tDelete, tIncrement:
		op := p.word()
		p.next()
		x := p.unary()
		return &Unary{p.from(start), op, x, false}
	case tIdent:
		if p.isWord("await") && p.awaits() {
			p.next()
			x := p.unary()
			return &Unary{p.from(start), "await", x, false}
		}
	case tLess:
		if p.dialect.types && !p.dialect.jsx {
			p.next()
			c := &Cast{Op: "<>"}
			if p.tok == tConst {
				p.next()
			} else {
				c.Type = p.typ()
			}
			p.expect(tGreater, `">"`)
			c.X = p.unary()
			c.Range = p.from(start)
			return c
		}
	}
	x := p.postfix()
	if p.tok == tIncrement && !p.newline {
		op := p.word()
		p.next()
		return &Unary{p.from(start), op, x, true}
	}
	return x
}

// awaits reports whether the word await is an operator here: always in async
// functions, and elsewhere where an operand follows on the same line.
func (p *parser) awaits() bool {
	if p.await {
		return true
	}
	next, newline := p.peek()
	if newline {
		return false
	}
	switch next {
	case tIdent, tNumber, tString, tThis, tNew, tSuper, tFunction, tClass, tImport, tTrue, tFalse, tNull, tTemplate, tTemplateHead, tLBrace, tTypeof, tVoid, tBigInt:
		return true
	case tLParen, tLBracket:
		return p.depth < 8 // at the top of a module
	}
	return false
}

// postfix parses members, calls and the like behind a primary expression.
func (p *parser) postfix() Expr {
	start := p.start
	var x Expr
	if p.tok == tNew {
		x = p.newExpr()
	} else {
		x = p.primary()
	}
	return p.tail(start, x, true)
}

// tail parses what follows a callee; without calls for the callee of new.
func (p *parser) tail(start int, x Expr, calls bool) Expr {
	for depth := 0; ; depth++ {
		if depth > 4*maxDepth {
			p.giveUp("a chain of too many members and calls; split it up")
			return x
		}
		switch p.tok {
		case tDot:
			p.next()
			x = &Member{X: x, Name: p.memberName()}
			x.(*Member).Range = p.from(start)
		case tQuestionDot:
			if !calls {
				return x
			}
			p.next()
			switch p.tok {
			case tLParen:
				args := p.args()
				x = &Call{Range: p.from(start), Fun: x, Args: args, Optional: true}
			case tLBracket:
				key := p.indexKey()
				x = &Index{p.from(start), x, key, true}
			case tLess:
				if types, ok := p.tryTypeArgs(); ok && p.tok == tLParen {
					args := p.args()
					x = &Call{Range: p.from(start), Fun: x, TypeArgs: types, Args: args, Optional: true}
					continue
				}
				p.errorHere("a call")
				return x
			case tTemplate, tTemplateHead:
				x = &Tagged{Tag: x, Text: p.template()}
				x.(*Tagged).Range = p.from(start)
			default:
				name := p.memberName()
				x = &Member{p.from(start), x, name, true}
			}
		case tLBracket:
			key := p.indexKey()
			x = &Index{p.from(start), x, key, false}
		case tLParen:
			if !calls {
				return x
			}
			args := p.args()
			x = &Call{Range: p.from(start), Fun: x, Args: args}
		case tTemplate, tTemplateHead:
			text := p.template()
			x = &Tagged{p.from(start), x, nil, text}
		case tBang:
			if p.newline || !p.dialect.types {
				return x
			}
			p.next()
			x = &Cast{p.from(start), "!", x, nil}
		case tLess, tOperator:
			if !p.dialect.types || p.tok == tOperator && p.word() != "<<" {
				return x
			}
			types, ok := p.tryTypeArgs()
			if !ok {
				return x
			}
			switch {
			case p.tok == tLParen && calls:
				args := p.args()
				x = &Call{Range: p.from(start), Fun: x, TypeArgs: types, Args: args}
			case p.tok == tTemplate || p.tok == tTemplateHead:
				text := p.template()
				x = &Tagged{p.from(start), x, types, text}
			default:
				x = &Instance{p.from(start), x, types}
				if p.tok == tLParen {
					return x
				}
			}
		default:
			return x
		}
	}
}

func (p *parser) memberName() Node {
	if p.tok == tPrivate {
		start, name := p.start, p.word()
		p.next()
		return &PrivateName{p.from(start), name}
	}
	return p.anyName("the name of a member")
}

func (p *parser) indexKey() Expr {
	p.next()
	var key Expr
	p.within(func() { key = p.expression() })
	p.expect(tRBracket, `"]"`)
	return key
}

// tryTypeArgs parses <T, …> if what follows shows that it is no comparison, by
// the rule of the TypeScript compiler.
func (p *parser) tryTypeArgs() (types []Type, ok bool) {
	ok = p.try(func() bool {
		p.rescanLess()
		if p.tok != tLess {
			return false
		}
		types = p.typeArgs()
		switch p.tok {
		case tLParen, tTemplate, tTemplateHead:
			return true
		case tLess, tGreater, tPlus, tMinus:
			return false
		}
		return p.newline || p.infix() > 0 || !p.startsExpr()
	})
	return
}

// startsExpr reports whether the current token can open an expression.
func (p *parser) startsExpr() bool {
	switch p.tok {
	case tIdent, tPrivate, tNumber, tBigInt, tString, tTemplate, tTemplateHead, tRegexp, tLBrace, tLParen, tLBracket,
		tLess, tPlus, tMinus, tSlash, tBang, tTilde, tIncrement, tAt, tClass, tDelete, tFalse, tFunction, tImport,
		tNew, tNull, tSuper, tThis, tTrue, tTypeof, tVoid:
		return true
	}
	return p.tok == tAssignOp && p.word() == "/="
}

func (p *parser) args() []Expr {
	var list []Expr
	p.next()
	p.within(func() {
		p.list(tRParen, tComma, func() { list = append(list, p.element()) })
	})
	p.expect(tRParen, `")" that closes the call`)
	return list
}

// element parses an expression or a spread.
func (p *parser) element() Expr {
	start := p.start
	if p.accept(tEllipsis) {
		x := p.assignment()
		return &Spread{p.from(start), x}
	}
	return p.assignment()
}

func (p *parser) newExpr() Expr {
	start := p.start
	p.next()
	if p.tok == tDot {
		p.next()
		p.anyName(`"target"`)
		return &Keyword{p.from(start), "new.target"}
	}
	at := p.start
	p.enter()
	defer p.leave()
	var fun Expr
	if p.tok == tNew {
		fun = p.newExpr()
	} else {
		fun = p.primary()
	}
	fun = p.tail(at, fun, false)
	c := &Call{Fun: fun, New: true}
	if inst, ok := fun.(*Instance); ok {
		c.Fun, c.TypeArgs = inst.X, inst.TypeArgs
	}
	if p.tok == tLParen {
		c.Args = p.args()
	}
	c.Range = p.from(start)
	return c
}

func (p *parser) primary() Expr {
	start := p.start
	switch p.tok {
	case tIdent:
		if p.isWord("async") {
			if next, newline := p.peek(); next == tFunction && !newline {
				p.next()
				return p.function(start, true)
			}
		}
		return p.ident("an expression")
	case tNumber, tBigInt, tString, tTrue, tFalse, tNull:
		return p.literal()
	case tSlash, tAssignOp:
		if p.text[p.start] == '/' {
			p.rescanRegexp()
			return p.literal()
		}
	case tTemplate, tTemplateHead:
		return p.template()
	case tLParen:
		p.next()
		var x Expr
		p.within(func() { x = p.expression() })
		p.expect(tRParen, `")"`)
		return &Paren{p.from(start), x}
	case tLBracket:
		return p.array()
	case tLBrace:
		return p.object()
	case tFunction:
		return p.function(start, false)
	case tClass, tAt:
		var decorators []Expr
		for p.tok == tAt {
			decorators = append(decorators, p.decorator())
		}
		if p.tok != tClass {
			p.errorHere("a class behind its decorators")
			return &Bad{p.from(start)}
		}
		return p.class(start, decorators)
	case tThis, tSuper:
		word := p.word()
		p.next()
		return &Keyword{p.from(start), word}
	case tImport:
		p.next()
		word := "import"
		if p.accept(tDot) {
			word += "." + p.anyName(`"meta"`).Name
		}
		return &Keyword{p.from(start), word}
	case tPrivate: // #x in obj
		name := p.word()
		p.next()
		return &PrivateName{p.from(start), name}
	case tLess:
		if p.dialect.jsx {
			return p.jsx(false)
		}
	}
	p.errorHere("an expression")
	return &Bad{p.missing()}
}

func (p *parser) array() Expr {
	start := p.start
	p.next()
	a := &Array{}
	p.within(func() {
		for p.tok == tComma {
			p.next()
			a.Elems = append(a.Elems, nil)
		}
		p.list(tRBracket, tComma, func() {
			if p.tok == tComma {
				a.Elems = append(a.Elems, nil)
				return
			}
			a.Elems = append(a.Elems, p.element())
		})
	})
	p.expect(tRBracket, `"]" that closes the array`)
	a.Range = p.from(start)
	return a
}

func (p *parser) object() *Object {
	start := p.start
	p.next()
	o := &Object{}
	p.within(func() {
		p.list(tRBrace, tComma, func() { o.Props = append(o.Props, p.property()) })
	})
	p.expect(tRBrace, `"}" that closes the object`)
	o.Range = p.from(start)
	return o
}

func (p *parser) property() *Property {
	start := p.start
	prop := &Property{}
	if p.accept(tEllipsis) {
		prop.Kind, prop.Value = SpreadProperty, p.assignment()
		prop.Range = p.from(start)
		return prop
	}
	async, generator := false, false
	if p.isWord("async") && p.modifies() {
		next, newline := p.peek()
		if !newline || next == tStar {
			async = true
			p.next()
		}
	}
	if p.accept(tStar) {
		generator = true
	}
	if !async && !generator && (p.isWord("get") || p.isWord("set")) && p.modifies() {
		prop.Kind = GetProperty
		if p.isWord("set") {
			prop.Kind = SetProperty
		}
		p.next()
	}
	named := p.tok == tIdent || p.tok.isWord()
	prop.Key = p.key()
	switch {
	case p.tok == tLParen || p.tok == tLess:
		if prop.Kind == InitProperty {
			prop.Kind = MethodProperty
		}
		prop.Value = p.method(p.start, async, generator)
	case prop.Kind != InitProperty:
		p.errorHere(`"(" of the accessor`)
		prop.Value = &Bad{p.missing()}
	case p.accept(tColon):
		prop.Value = p.assignment()
	case named:
		id := prop.Key.(*Ident)
		prop.Shorthand, prop.Value = true, id
		if p.accept(tAssign) {
			prop.Default = p.assignment()
		}
	default:
		p.errorHere(`":" and a value`)
		prop.Value = &Bad{p.missing()}
	}
	prop.Range = p.from(start)
	return prop
}

// modifies reports whether the current word stands before a name, so that it is
// a modifier and not the name itself.
func (p *parser) modifies() bool {
	next, _ := p.peek()
	switch next {
	case tString, tNumber, tBigInt, tLBracket, tPrivate, tStar, tLBrace:
		return next != tLBrace || p.isWord("static")
	}
	return next.isWord()
}

func (p *parser) template() *Template {
	start := p.start
	t := &Template{}
	t.Texts = p.templateTexts("expression", func() {
		p.within(func() { t.Exprs = append(t.Exprs, p.expression()) })
	})
	t.Range = p.from(start)
	return t
}

// templateTexts parses a template, with hole for what stands between ${ and }.
// It gives the texts around the holes: one more than there are holes.
func (p *parser) templateTexts(what string, hole func()) (texts []string) {
	for p.tok != tTemplate && p.tok != tTemplateTail {
		texts = append(texts, p.text[p.start+1:p.end-2])
		p.next()
		hole()
		if p.tok != tRBrace {
			p.errorHere(`"}" that closes the ` + what + ` in the template`)
			return append(texts, "")
		}
		p.rescanTemplate()
	}
	texts = append(texts, p.text[p.start+1:max(p.start+1, p.end-1)])
	p.next()
	return texts
}
