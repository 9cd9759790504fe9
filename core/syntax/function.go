// This file parses functions and classes.

package syntax

// function parses from the word function on.
func (p *parser) function(start int, async bool) *Func {
	p.next()
	generator := p.accept(tStar)
	fn := &Func{Async: async, Generator: generator}
	if p.tok == tIdent {
		fn.Name = p.ident("a name")
	}
	p.signature(fn)
	fn.Range = p.from(start)
	return fn
}

// method parses parameters, result and body of a method.
func (p *parser) method(start int, async, generator bool) *Func {
	fn := &Func{Async: async, Generator: generator}
	p.signature(fn)
	fn.Range = p.from(start)
	return fn
}

// signature parses type parameters, parameters, result and body. A missing body
// is an overload or an ambient function.
func (p *parser) signature(fn *Func) {
	await, yield := p.await, p.yield
	p.await, p.yield = fn.Async, fn.Generator
	fn.TypeParams = p.typeParams()
	fn.Params = p.params()
	if p.tok == tColon {
		p.next()
		fn.Returns = p.returnType()
	}
	if p.tok == tLBrace {
		p.within(func() { fn.Body = p.block() })
	}
	p.await, p.yield = await, yield
}

func (p *parser) params() []*Param {
	var list []*Param
	if !p.expect(tLParen, `"("`) {
		return nil
	}
	p.within(func() {
		p.list(tRParen, tComma, func() { list = append(list, p.param()) })
	})
	p.expect(tRParen, `")" that closes the parameters`)
	return list
}

var paramModifiers = map[string]Modifiers{
	"public": Public, "private": Private, "protected": Protected, "readonly": Readonly, "override": Override,
}

func (p *parser) param() *Param {
	start := p.start
	q := &Param{}
	for p.tok == tAt {
		q.Decorators = append(q.Decorators, p.decorator())
	}
	for p.tok == tIdent {
		mod, ok := paramModifiers[p.word()]
		if !ok {
			break
		}
		if next, _ := p.peek(); next != tIdent && next != tLBrace && next != tLBracket {
			break
		}
		q.Modifiers |= mod
		p.next()
	}
	q.Rest = p.accept(tEllipsis)
	if p.tok == tThis {
		at := p.start
		p.next()
		q.Name = &Ident{p.from(at), "this"}
	} else {
		q.Name = p.patternOf("the name of a parameter")
	}
	q.Optional = p.accept(tQuestion)
	q.Type = p.annotation()
	if p.accept(tAssign) {
		q.Default = p.assignment()
	}
	q.Range = p.from(start)
	return q
}

// annotation parses : Type where it stands.
func (p *parser) annotation() Type {
	if p.tok != tColon {
		return nil
	}
	p.next()
	return p.typ()
}

// patternOf parses a binding: a name or a destructuring pattern.
func (p *parser) patternOf(want string) Pattern {
	p.enter()
	defer p.leave()
	start := p.start
	switch p.tok {
	case tLBrace:
		p.next()
		o := &ObjectPattern{}
		p.within(func() {
			p.list(tRBrace, tComma, func() { o.Props = append(o.Props, p.patternProp()) })
		})
		p.expect(tRBrace, `"}" that closes the pattern`)
		o.Range = p.from(start)
		return o
	case tLBracket:
		p.next()
		a := &ArrayPattern{}
		p.within(func() {
			for p.tok == tComma {
				a.Elems = append(a.Elems, &PatternProp{Range: Between(p.start, p.start)})
				p.next()
			}
			p.list(tRBracket, tComma, func() {
				if p.tok == tComma {
					a.Elems = append(a.Elems, &PatternProp{Range: Between(p.start, p.start)})
					return
				}
				at := p.start
				e := &PatternProp{Rest: p.accept(tEllipsis)}
				e.Target = p.patternOf("a name or a pattern")
				if p.accept(tAssign) {
					e.Default = p.assignment()
				}
				e.Range = p.from(at)
				a.Elems = append(a.Elems, e)
			})
		})
		p.expect(tRBracket, `"]" that closes the pattern`)
		a.Range = p.from(start)
		return a
	}
	return p.ident(want)
}

func (p *parser) patternProp() *PatternProp {
	start := p.start
	prop := &PatternProp{}
	if p.accept(tEllipsis) {
		prop.Rest = true
		prop.Target = p.patternOf("the name of the rest")
		prop.Range = p.from(start)
		return prop
	}
	prop.Key = p.key()
	if p.accept(tColon) {
		prop.Target = p.patternOf("a name or a pattern")
	} else if id, ok := prop.Key.(*Ident); ok {
		prop.Target = id
	} else {
		p.errorHere(`":" and a name`)
	}
	if p.accept(tAssign) {
		prop.Default = p.assignment()
	}
	prop.Range = p.from(start)
	return prop
}

// arrow parses an arrow function if one starts here, else gives nil.
func (p *parser) arrow() Expr {
	start := p.start
	switch p.tok {
	case tIdent:
		next, newline := p.peek()
		if next == tArrow && !newline {
			id := p.ident("a name")
			param := &Param{Range: id.Range, Name: id}
			return p.arrowBody(&Func{Params: []*Param{param}}, start)
		}
		if !p.isWord("async") || newline {
			return nil
		}
		switch next {
		case tIdent:
			if !p.look(func() bool { p.next(); p.next(); return p.tok == tArrow }) {
				return nil
			}
			p.next()
			id := p.ident("a name")
			return p.arrowBody(&Func{Params: []*Param{{Range: id.Range, Name: id}}, Async: true}, start)
		case tLParen, tLess:
			return p.tryArrow(start, true)
		}
	case tLParen:
		if p.maybeArrow() {
			return p.tryArrow(start, false)
		}
	case tLess:
		if !p.dialect.types {
			return nil
		}
		if p.dialect.jsx && !p.genericArrow() {
			return nil
		}
		return p.tryArrow(start, false)
	}
	return nil
}

// genericArrow tells <T,>() and <T extends X>() from an element in TSX.
func (p *parser) genericArrow() bool {
	return p.look(func() bool {
		p.next()
		if p.tok == tConst {
			p.next()
		}
		if p.tok != tIdent {
			return false
		}
		p.next()
		if p.tok == tExtends {
			p.next()
			return p.tok != tAssign && p.tok != tGreater && p.tok != tSlash
		}
		return p.tok == tComma || p.tok == tAssign
	})
}

// maybeArrow looks two tokens ahead to rule out most parenthesised expressions.
func (p *parser) maybeArrow() bool {
	return p.look(func() bool {
		p.next()
		switch {
		case p.tok == tRParen, p.tok == tEllipsis, p.tok == tLBrace, p.tok == tLBracket, p.tok == tThis, p.tok == tAt:
			return true
		case p.tok != tIdent:
			return false
		}
		p.next()
		switch p.tok {
		case tComma, tColon, tQuestion, tAssign, tRParen:
			return true
		}
		return p.tok == tIdent
	})
}

func (p *parser) tryArrow(start int, async bool) Expr {
	if p.notArrow[start] {
		return nil
	}
	fn := &Func{Async: async}
	await, yield := p.await, p.yield
	noReturn := p.noReturn
	head := func() bool {
		if async {
			p.next()
		}
		fn.TypeParams = p.typeParams()
		if p.tok != tLParen {
			return false
		}
		p.await, p.yield = async, false
		fn.Params = p.params()
		if p.tok == tColon {
			p.next()
			fn.Returns = p.returnType()
		}
		return p.tok == tArrow && !p.newline
	}
	var ok bool
	if noReturn && p.dialect.types || !p.dialect.types {
		// a ? (b) : c => d: the return type stands only if a colon follows the body.
		var whole Expr
		ok = p.try(func() bool {
			if !head() {
				return false
			}
			if fn.Returns == nil {
				return true
			}
			whole = p.arrowBody(fn, start)
			return noReturn && p.tok == tColon
		})
		if ok && whole != nil {
			p.await, p.yield = await, yield
			return whole
		}
	} else {
		ok = p.try(head)
	}
	p.await, p.yield = await, yield
	if !ok {
		if p.notArrow == nil {
			p.notArrow = map[int]bool{}
		}
		p.notArrow[start] = true
		return nil
	}
	return p.arrowBody(fn, start)
}

// arrowBody parses from the => on.
func (p *parser) arrowBody(fn *Func, start int) Expr {
	fn.Arrow = true
	p.expect(tArrow, `"=>"`)
	await, yield := p.await, p.yield
	p.await, p.yield = fn.Async, false
	if p.tok == tLBrace {
		p.within(func() { fn.Body = p.block() })
	} else {
		fn.X = p.assignment()
	}
	p.await, p.yield = await, yield
	fn.Range = p.from(start)
	return fn
}

func (p *parser) decorator() Expr {
	p.next()
	start := p.start
	return p.tail(start, p.primary(), true)
}

// class parses from the word class on.
func (p *parser) class(start int, decorators []Expr) *Class {
	c := &Class{Decorators: decorators}
	p.next()
	if p.tok == tIdent && !(p.isWord("implements") && p.look(func() bool { p.next(); return p.tok == tIdent })) {
		c.Name = p.ident("the name of the class")
	}
	c.TypeParams = p.typeParams()
	for {
		switch {
		case p.accept(tExtends):
			at := p.start
			c.Extends = p.tail(at, p.primaryOrNew(), true)
			if inst, ok := c.Extends.(*Instance); ok {
				c.Extends, c.ExtendArgs = inst.X, inst.TypeArgs
			} else if p.tok == tLess {
				c.ExtendArgs = p.typeArgs()
			}
			continue
		case p.acceptWord("implements"):
			for {
				c.Implements = append(c.Implements, p.heritage())
				if !p.accept(tComma) {
					break
				}
			}
			continue
		}
		break
	}
	if !p.expect(tLBrace, `"{" of the class`) {
		c.Range = p.from(start)
		return c
	}
	p.within(func() {
		for !p.givenUp() && p.tok != tRBrace && p.tok != tEOF && !p.leavesBlock() {
			if p.accept(tSemi) {
				continue
			}
			before := p.start
			c.Members = append(c.Members, p.classMember())
			if p.start == before {
				p.errorHere(`a member or "}"`)
				p.next()
			}
		}
	})
	p.expect(tRBrace, `"}" that closes the class`)
	c.Range = p.from(start)
	return c
}

func (p *parser) primaryOrNew() Expr {
	if p.tok == tNew {
		return p.newExpr()
	}
	return p.primary()
}

var memberModifiers = map[string]Modifiers{
	"public": Public, "private": Private, "protected": Protected, "static": Static, "readonly": Readonly,
	"override": Override, "abstract": Abstract, "declare": Declare, "accessor": Accessor, "async": Async,
}

func (p *parser) classMember() *ClassMember {
	start := p.start
	m := &ClassMember{}
	for p.tok == tAt {
		m.Decorators = append(m.Decorators, p.decorator())
	}
	for {
		mod, ok := memberModifiers[p.word()]
		if p.tok == tConst || p.tok == tExport { // met in broken code only
			p.errorHere("a member")
			p.next()
			continue
		}
		if p.tok != tIdent || !ok || !p.modifies() {
			break
		}
		next, newline := p.peek()
		if mod == Static && next == tLBrace {
			at := p.start
			p.next()
			m.Kind = StaticBlock
			fn := &Func{}
			await, yield := p.await, p.yield
			p.await, p.yield = false, false
			fn.Body = p.block()
			p.await, p.yield = await, yield
			fn.Range = p.from(at)
			fn.Start = fn.Body.Start
			m.Value = fn
			m.Range = p.from(start)
			return m
		}
		if newline && (mod == Async || mod == Accessor || mod == Declare || mod == Abstract && next != tIdent) {
			break
		}
		p.next()
		m.Modifiers |= mod
	}
	generator := p.accept(tStar)
	if !generator && (p.isWord("get") || p.isWord("set")) && p.modifies() {
		next, newline := p.peek()
		if !newline || next != tStar {
			m.Kind = GetMember
			if p.isWord("set") {
				m.Kind = SetMember
			}
			p.next()
		}
	}
	if p.tok == tLBracket && p.startsIndex() {
		m.Kind = IndexMember
		m.Params, m.Type = p.indexSignature()
		p.memberEnd()
		m.Range = p.from(start)
		return m
	}
	m.Key = p.key()
	if p.accept(tQuestion) {
		m.Optional = true
	} else if p.tok == tBang && !p.newline {
		p.next()
		m.Definite = true
	}
	if p.tok == tLParen || p.tok == tLess {
		if m.Kind == FieldMember {
			m.Kind = MethodMember
			if name, _ := KeyName(m.Key); name == "constructor" && !m.Modifiers.Has(Static) {
				m.Kind = ConstructMember
			}
		}
		fn := p.method(p.start, m.Modifiers.Has(Async), generator)
		m.Value = fn
		if fn.Body == nil {
			p.memberEnd()
		}
		m.Range = p.from(start)
		return m
	}
	m.Type = p.annotation()
	if p.accept(tAssign) {
		await, yield := p.await, p.yield
		p.await, p.yield = false, false
		m.Value = p.assignment()
		p.await, p.yield = await, yield
	}
	p.memberEnd()
	m.Range = p.from(start)
	return m
}

func (p *parser) memberEnd() {
	if !p.accept(tSemi) && !p.accept(tComma) && !p.endsHere() {
		p.errorHere(`";" or a new line behind the member`)
	}
}
