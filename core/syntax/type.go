// This file parses types.

package syntax

// typ parses a type.
func (p *parser) typ() Type {
	p.enter()
	defer p.leave()
	saved := p.noCond
	p.noCond = false
	t := p.conditionalType()
	p.noCond = saved
	return t
}

func (p *parser) conditionalType() Type {
	start := p.start
	if p.startsFuncType() {
		return p.funcType()
	}
	t := p.unionType()
	if p.noCond || p.newline || p.tok != tExtends {
		return t
	}
	p.next()
	c := &ConditionalType{Check: t}
	p.noCond = true
	c.Extends = p.conditionalType()
	p.noCond = false
	p.expect(tQuestion, `"?" of the conditional type`)
	c.Then = p.typ()
	p.expect(tColon, `":" of the conditional type`)
	c.Else = p.typ()
	c.Range = p.from(start)
	return c
}

func (p *parser) startsFuncType() bool {
	switch p.tok {
	case tLess, tNew:
		return true
	case tLParen:
		return p.look(p.isFuncTypeParen)
	case tIdent:
		if p.isWord("abstract") {
			next, _ := p.peek()
			return next == tNew
		}
	}
	return false
}

// isFuncTypeParen tells (x: T) => R from (T).
func (p *parser) isFuncTypeParen() bool {
	p.next()
	switch p.tok {
	case tRParen, tEllipsis:
		return true
	case tLBrace, tLBracket:
		if p.patternOf("a name"); p.failed {
			return false
		}
	case tIdent, tThis:
		for {
			_, modifier := paramModifiers[p.word()]
			next, _ := p.peek()
			if !modifier || next != tIdent {
				break
			}
			p.next()
		}
		p.next()
	default:
		return false
	}
	switch p.tok {
	case tColon, tComma, tQuestion, tAssign:
		return true
	case tRParen:
		p.next()
		return p.tok == tArrow
	}
	return false
}

func (p *parser) funcType() Type {
	start := p.start
	t := &FuncType{Abstract: p.acceptWord("abstract"), New: p.accept(tNew)}
	t.TypeParams = p.typeParams()
	t.Params = p.params()
	p.expect(tArrow, `"=>" and the result`)
	t.Returns = p.returnType()
	t.Range = p.from(start)
	return t
}

// returnType parses a result, which may be a predicate.
func (p *parser) returnType() Type {
	start := p.start
	if p.isWord("asserts") {
		if next, newline := p.peek(); (next == tIdent || next == tThis) && !newline {
			p.next()
			t := &PredicateType{Asserts: true, Name: p.anyName("a name")}
			if p.acceptWord("is") {
				t.Type = p.typ()
			}
			t.Range = p.from(start)
			return t
		}
	}
	if p.tok == tIdent || p.tok == tThis {
		if p.look(func() bool { p.next(); return p.isWord("is") && !p.newline }) {
			t := &PredicateType{Name: p.anyName("a name")}
			p.next()
			t.Type = p.typ()
			t.Range = p.from(start)
			return t
		}
	}
	return p.typ()
}

func (p *parser) unionType() Type { return p.listType("|", tOr, p.intersectionType) }

func (p *parser) intersectionType() Type { return p.listType("&", tAnd, p.operatorType) }

func (p *parser) listType(op string, sep token, item func() Type) Type {
	start := p.start
	led := p.accept(sep)
	one := func() Type {
		if p.startsFuncType() && (led || p.prevEnd > start && p.text[p.prevEnd-1] == op[0]) {
			return p.funcType()
		}
		return item()
	}
	t := one()
	if p.tok != sep {
		if led {
			return &ListType{p.from(start), op, []Type{t}}
		}
		return t
	}
	l := &ListType{Op: op, Types: []Type{t}}
	for p.accept(sep) {
		l.Types = append(l.Types, one())
	}
	l.Range = p.from(start)
	return l
}

func (p *parser) operatorType() Type {
	p.enter()
	defer p.leave()
	start := p.start
	if p.tok == tIdent {
		switch word := p.word(); word {
		case "keyof", "unique", "readonly":
			if p.operand() {
				p.next()
				t := p.operatorType()
				return &OperatorType{p.from(start), word, t}
			}
		case "infer":
			if next, _ := p.peek(); next == tIdent {
				return p.inferType()
			}
		}
	}
	return p.postfixType()
}

// operand reports whether a type follows the current word, so that it is an operator.
func (p *parser) operand() bool {
	next, _ := p.peek()
	switch next {
	case tIdent, tLParen, tLBrace, tLBracket, tString, tNumber, tTypeof, tThis, tImport, tTemplate, tTemplateHead, tVoid, tNull, tTrue, tFalse:
		return true
	}
	return false
}

func (p *parser) inferType() Type {
	start := p.start
	p.next()
	at := p.start
	param := &TypeParam{Name: p.ident("a name")}
	if p.tok == tExtends {
		p.try(func() bool {
			p.next()
			saved := p.noCond
			p.noCond = true
			c := p.conditionalType()
			p.noCond = saved
			if !p.noCond && p.tok == tQuestion {
				return false
			}
			param.Constraint = c
			return true
		})
	}
	param.Range = p.from(at)
	return &InferType{p.from(start), param}
}

func (p *parser) postfixType() Type {
	start := p.start
	t := p.primaryType()
	for !p.newline {
		switch p.tok {
		case tLBracket:
			p.next()
			if p.accept(tRBracket) {
				t = &ArrayType{p.from(start), t}
				continue
			}
			index := p.typ()
			p.expect(tRBracket, `"]"`)
			t = &IndexedType{p.from(start), t, index}
		case tBang:
			p.next()
			t = &JSDocType{p.from(start), "!", t}
		case tQuestion:
			if p.look(func() bool { p.next(); return p.startsType() }) {
				return t
			}
			p.next()
			t = &JSDocType{p.from(start), "?", t}
		default:
			return t
		}
	}
	return t
}

// startsType reports whether the current token can open a type.
func (p *parser) startsType() bool {
	switch p.tok {
	case tIdent, tLParen, tLBrace, tLBracket, tString, tNumber, tBigInt, tMinus, tTypeof, tThis, tImport, tTemplate,
		tTemplateHead, tVoid, tNull, tTrue, tFalse, tNew, tLess, tOr, tAnd, tFunction, tStar, tQuestion, tBang:
		return true
	}
	return false
}

func (p *parser) primaryType() Type {
	start := p.start
	switch p.tok {
	case tString, tNumber, tBigInt, tTrue, tFalse, tNull:
		l := p.literal()
		return &LiteralType{p.from(start), l, false}
	case tMinus:
		p.next()
		if p.tok != tNumber && p.tok != tBigInt {
			p.errorHere("a number")
		}
		l := p.literal()
		return &LiteralType{p.from(start), l, true}
	case tTemplate, tTemplateHead:
		return p.templateType()
	case tLBrace:
		if p.look(p.isMapped) {
			return p.mappedType()
		}
		return p.objectType()
	case tLBracket:
		return p.tupleType()
	case tLParen:
		p.next()
		t := p.typ()
		p.expect(tRParen, `")"`)
		return &ParenType{p.from(start), t}
	case tTypeof:
		return p.queryType()
	case tImport:
		return p.importType(start, false)
	case tVoid, tThis:
		name := p.anyName("a type")
		return &TypeName{Range: p.from(start), Name: name}
	case tStar:
		p.next()
		return &JSDocType{p.from(start), "*", nil}
	case tQuestion, tBang:
		mark := p.word()
		p.next()
		if !p.startsType() {
			return &JSDocType{p.from(start), mark, nil}
		}
		t := p.operatorType()
		return &JSDocType{p.from(start), mark, t}
	case tIdent:
		t := &TypeName{Name: p.entityName()}
		if !p.newline {
			t.Args = p.typeArgs()
		}
		t.Range = p.from(start)
		return t
	}
	p.errorHere("a type")
	return &Bad{p.missing()}
}

func (p *parser) templateType() Type {
	start := p.start
	t := &TemplateType{}
	t.Texts = p.templateTexts("type", func() { t.Types = append(t.Types, p.typ()) })
	t.Range = p.from(start)
	return t
}

func (p *parser) queryType() Type {
	start := p.start
	p.next()
	q := &QueryType{}
	if p.tok == tImport {
		it := p.importType(p.start, true).(*ImportType)
		q.X = it
	} else {
		q.X = p.entityName()
		if !p.newline {
			q.Args = p.typeArgs()
		}
	}
	q.Range = p.from(start)
	return q
}

func (p *parser) importType(start int, query bool) Type {
	p.next()
	t := &ImportType{Query: query}
	p.expect(tLParen, `"("`)
	t.From = p.typ()
	if p.accept(tComma) && p.tok == tLBrace {
		t.Attrs = p.object()
		p.accept(tComma)
	}
	p.expect(tRParen, `")"`)
	if p.accept(tDot) {
		t.Name = p.entityName()
	}
	if !p.newline {
		t.Args = p.typeArgs()
	}
	t.Range = p.from(start)
	return t
}

func (p *parser) tupleType() Type {
	start := p.start
	p.next()
	t := &TupleType{}
	p.list(tRBracket, tComma, func() {
		at := p.start
		e := &TupleElem{Rest: p.accept(tEllipsis)}
		named := p.tok.isWord() && p.look(func() bool {
			p.next()
			p.accept(tQuestion)
			return p.tok == tColon
		})
		if named {
			e.Name = p.anyName("a name")
			e.Optional = p.accept(tQuestion)
			p.next()
		}
		e.Type = p.typ()
		if !named {
			if j, ok := e.Type.(*JSDocType); ok && j.Mark == "?" && j.Type != nil && j.Pos() == j.Type.Pos() {
				e.Optional, e.Type = true, j.Type
			}
		}
		e.Range = p.from(at)
		t.Elems = append(t.Elems, e)
	})
	p.expect(tRBracket, `"]" that closes the tuple`)
	t.Range = p.from(start)
	return t
}

// isMapped tells { [K in T]: V } from an object type.
func (p *parser) isMapped() bool {
	p.next()
	if p.tok == tPlus || p.tok == tMinus {
		return true
	}
	if p.isWord("readonly") {
		p.next()
	}
	if p.tok != tLBracket {
		return false
	}
	p.next()
	if !p.tok.isWord() {
		return false
	}
	p.next()
	return p.tok == tIn
}

func (p *parser) mappedType() Type {
	start := p.start
	p.next()
	m := &MappedType{}
	mark := func() string {
		sign := "+"
		if p.tok == tMinus {
			sign = "-"
		}
		if p.tok == tPlus || p.tok == tMinus {
			p.next()
		}
		return sign
	}
	if p.tok == tPlus || p.tok == tMinus || p.isWord("readonly") {
		m.ReadonlyMark = mark()
		p.acceptWord("readonly")
	}
	p.expect(tLBracket, `"["`)
	at := p.start
	m.Param = &TypeParam{Name: p.anyName("a name")}
	p.expect(tIn, `"in"`)
	m.Param.Constraint = p.typ()
	m.Param.Range = p.from(at)
	if p.acceptWord("as") {
		m.As = p.typ()
	}
	p.expect(tRBracket, `"]"`)
	if p.tok == tPlus || p.tok == tMinus || p.tok == tQuestion {
		m.OptionalMark = mark()
		p.expect(tQuestion, `"?"`)
	}
	m.Type = p.annotation()
	if !p.accept(tSemi) {
		p.accept(tComma)
	}
	p.expect(tRBrace, `"}" that closes the mapped type`)
	m.Range = p.from(start)
	return m
}

func (p *parser) objectType() *ObjectType {
	start := p.start
	t := &ObjectType{}
	if !p.expect(tLBrace, `"{"`) {
		t.Range = p.missing()
		return t
	}
	for !p.givenUp() && p.tok != tRBrace && p.tok != tEOF && !p.leavesBlock() {
		before := p.start
		t.Members = append(t.Members, p.typeMember())
		if !p.accept(tSemi) && !p.accept(tComma) && p.tok != tRBrace && !p.newline {
			p.errorHere(`";" or a new line behind the member`)
		}
		if p.start == before {
			p.next()
		}
	}
	p.expect(tRBrace, `"}" that closes the type`)
	t.Range = p.from(start)
	return t
}

func (p *parser) typeMember() *TypeMember {
	start := p.start
	m := &TypeMember{}
	switch {
	case p.tok == tLParen || p.tok == tLess:
		m.Kind = CallMember
		p.memberSignature(m)
		m.Range = p.from(start)
		return m
	case p.tok == tNew:
		if next, _ := p.peek(); next == tLParen || next == tLess {
			p.next()
			m.Kind = ConstructMember
			p.memberSignature(m)
			m.Range = p.from(start)
			return m
		}
	}
	for p.tok == tIdent && p.modifies() {
		mod, ok := memberModifiers[p.word()]
		if !ok || mod == Async {
			break
		}
		if next, newline := p.peek(); newline && next != tLBracket || next == tStar {
			break
		}
		m.Modifiers |= mod
		p.next()
	}
	if (p.isWord("get") || p.isWord("set")) && p.modifies() {
		m.Kind = GetMember
		if p.isWord("set") {
			m.Kind = SetMember
		}
		p.next()
	}
	if p.tok == tLBracket && p.startsIndex() {
		m.Kind = IndexMember
		m.Signature = &Signature{}
		m.Signature.Params, m.Type = p.indexSignature()
		m.Range = p.from(start)
		return m
	}
	m.Key = p.key()
	m.Optional = p.accept(tQuestion)
	if p.tok == tLParen || p.tok == tLess {
		if m.Kind == FieldMember {
			m.Kind = MethodMember
		}
		p.memberSignature(m)
	} else {
		m.Type = p.annotation()
		if p.tok == tAssign { // an initialiser is wrong here but read past
			p.errorHere(`";" or a new line behind the member`)
			p.next()
			p.assignment()
		}
	}
	m.Range = p.from(start)
	return m
}

func (p *parser) memberSignature(m *TypeMember) {
	m.Signature = &Signature{TypeParams: p.typeParams()}
	m.Signature.Params = p.params()
	if p.accept(tColon) {
		m.Type = p.returnType()
	}
}

// startsIndex tells [key: T]: V from a computed name.
func (p *parser) startsIndex() bool {
	return p.look(func() bool {
		p.next()
		if !p.tok.isWord() {
			return false
		}
		p.next()
		return p.tok == tColon || p.tok == tComma
	})
}

func (p *parser) indexSignature() ([]*Param, Type) {
	p.next()
	var params []*Param
	p.list(tRBracket, tComma, func() { params = append(params, p.param()) })
	p.expect(tRBracket, `"]"`)
	return params, p.annotation()
}

func (p *parser) typeParams() []*TypeParam {
	if p.tok != tLess {
		return nil
	}
	var list []*TypeParam
	p.next()
	p.list(tGreater, tComma, func() { list = append(list, p.typeParam()) })
	p.expect(tGreater, `">" that closes the type parameters`)
	return list
}

// typeParam parses one type parameter.
func (p *parser) typeParam() *TypeParam {
	start := p.start
	t := &TypeParam{}
	for {
		next, _ := p.peek()
		if p.tok == tConst {
			t.Modifiers |= Const
		} else if p.tok == tIn {
			t.Modifiers |= In
		} else if p.isWord("out") && (next == tIdent || next == tIn) {
			t.Modifiers |= Out
		} else {
			break
		}
		p.next()
	}
	t.Name = p.ident("the name of a type parameter")
	if p.accept(tExtends) {
		t.Constraint = p.typ()
	}
	if p.accept(tAssign) {
		t.Default = p.typ()
	}
	t.Range = p.from(start)
	return t
}

// typeArgs parses <T, …> where it stands.
func (p *parser) typeArgs() []Type {
	p.rescanLess()
	if p.tok != tLess {
		return nil
	}
	var list []Type
	p.next()
	saved := p.noCond
	p.noCond = false
	p.list(tGreater, tComma, func() { list = append(list, p.typ()) })
	p.noCond = saved
	p.expect(tGreater, `">" that closes the type arguments`)
	return list
}
