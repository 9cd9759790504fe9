// This file names the tokens of TypeScript.

package syntax

// token is the kind of a token. Punctuation and reserved words have a kind
// each; the contextual words of TypeScript are identifiers.
type token uint8

const (
	tEOF token = iota
	tIdent
	tPrivate
	tNumber
	tBigInt
	tString
	tTemplate     // `…` whole
	tTemplateHead // `…${
	tTemplateMid  // }…${
	tTemplateTail // }…`
	tRegexp
	tJSXText
	tUnknown

	tLBrace
	tRBrace
	tLParen
	tRParen
	tLBracket
	tRBracket
	tSemi
	tComma
	tDot
	tEllipsis
	tQuestion
	tQuestionDot
	tColon
	tArrow
	tAt
	tLess
	tGreater
	tAssign // =
	tOr     // |
	tAnd    // &
	tPlus
	tMinus
	tStar
	tSlash
	tBang
	tTilde
	tIncrement // ++ and --
	tOperator  // any other infix operator
	tAssignOp  // any other assignment operator

	tBreak
	tCase
	tCatch
	tClass
	tConst
	tContinue
	tDebugger
	tDefault
	tDelete
	tDo
	tElse
	tEnum
	tExport
	tExtends
	tFalse
	tFinally
	tFor
	tFunction
	tIf
	tImport
	tIn
	tInstanceof
	tNew
	tNull
	tReturn
	tSuper
	tSwitch
	tThis
	tThrow
	tTrue
	tTry
	tTypeof
	tVar
	tVoid
	tWhile
	tWith
)

// reserved gives the kind of a word: its own for reserved words, else tIdent.
func reserved(word string) token {
	if len(word) < 2 || len(word) > 10 {
		return tIdent
	}
	switch word {
	case "break":
		return tBreak
	case "case":
		return tCase
	case "catch":
		return tCatch
	case "class":
		return tClass
	case "const":
		return tConst
	case "continue":
		return tContinue
	case "debugger":
		return tDebugger
	case "default":
		return tDefault
	case "delete":
		return tDelete
	case "do":
		return tDo
	case "else":
		return tElse
	case "enum":
		return tEnum
	case "export":
		return tExport
	case "extends":
		return tExtends
	case "false":
		return tFalse
	case "finally":
		return tFinally
	case "for":
		return tFor
	case "function":
		return tFunction
	case "if":
		return tIf
	case "import":
		return tImport
	case "in":
		return tIn
	case "instanceof":
		return tInstanceof
	case "new":
		return tNew
	case "null":
		return tNull
	case "return":
		return tReturn
	case "super":
		return tSuper
	case "switch":
		return tSwitch
	case "this":
		return tThis
	case "throw":
		return tThrow
	case "true":
		return tTrue
	case "try":
		return tTry
	case "typeof":
		return tTypeof
	case "var":
		return tVar
	case "void":
		return tVoid
	case "while":
		return tWhile
	case "with":
		return tWith
	}
	return tIdent
}

// isWord reports whether the token is spelled as an identifier.
func (t token) isWord() bool { return t == tIdent || t >= tBreak }

// precedence gives the binding power of infix operators, higher binds tighter.
func precedence(op string) int {
	switch op {
	case "??", "||":
		return 1
	case "&&":
		return 2
	case "|":
		return 3
	case "^":
		return 4
	case "&":
		return 5
	case "==", "!=", "===", "!==":
		return 6
	case "<", ">", "<=", ">=", "instanceof", "in", "as", "satisfies":
		return 7
	case "<<", ">>", ">>>":
		return 8
	case "+", "-":
		return 9
	case "*", "/", "%":
		return 10
	case "**":
		return 11
	}
	return 0
}
