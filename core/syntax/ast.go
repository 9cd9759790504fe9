// This file declares the syntax tree of TypeScript and JSX; that of templates stands
// in markup.go.

package syntax

// Range is the half-open range of bytes that a node covers. The range of a
// child lies within that of its parent.
type Range struct{ Start, End int32 }

// Between is the range from one offset to another; both fit, for no source is
// larger than MaxBytes.
func Between(start, end int) Range { return Range{int32(start), int32(end)} }

// Pos gives the offset of the first byte.
func (r Range) Pos() int { return int(r.Start) }

// Stop gives the offset behind the last byte.
func (r Range) Stop() int { return int(r.End) }

// Node is any node of the tree.
type Node interface {
	Pos() int
	Stop() int
}

// Expr is an expression; JSX elements are expressions.
type Expr interface {
	Node
	expr()
}

// Stmt is a statement or declaration.
type Stmt interface {
	Node
	stmt()
}

// Type is a type as written.
type Type interface {
	Node
	typ()
}

// Pattern is what a value is bound to: an *Ident, *ObjectPattern or *ArrayPattern.
type Pattern interface {
	Node
	pattern()
}

// Modifiers is the set of modifier words before a declaration or member.
type Modifiers uint32

// The modifiers.
const (
	Export Modifiers = 1 << iota
	Default
	Declare
	Abstract
	Async
	Static
	Readonly
	Override
	Public
	Private
	Protected
	Accessor
	Const
	In
	Out
)

// Has reports whether all of want are set.
func (m Modifiers) Has(want Modifiers) bool { return m&want == want }

// File is one parsed source file.
type File struct {
	Range
	Name     string
	Text     string
	Body     []Stmt
	Comments []Comment
	Errors   []*Error
	Markup   *Markup    // of a single-file component or page, nil for none
	Sections []*Section // the blocks of a single-file component, the scripts of a page
	Tokens   int        // of its script; 0 for a single-file component or page
}

// Comment is a comment with its markers.
type Comment struct{ Range }

// Names and literals.
type (
	// Ident is a name; "this" in a parameter list is one too.
	Ident struct {
		Range
		Name string
	}
	// PrivateName is #name.
	PrivateName struct {
		Range
		Name string
	}
	// Literal is a number, bigint, string, regular expression, true, false or
	// null. Value is the decoded text of a string, else the source text.
	Literal struct {
		Range
		Kind  LiteralKind
		Value string
	}
	// Template is a template literal: Texts is one longer than Exprs. The texts
	// are as written, escapes included.
	Template struct {
		Range
		Texts []string
		Exprs []Expr
	}
	// Computed is a key in brackets.
	Computed struct {
		Range
		X Expr
	}
)

// LiteralKind tells literals apart.
type LiteralKind uint8

// The kinds of literals.
const (
	NumberLiteral LiteralKind = iota
	BigIntLiteral
	StringLiteral
	RegexpLiteral
	BooleanLiteral
	NullLiteral
)

// Expressions.
type (
	// Bad stands where something could not be parsed.
	Bad struct{ Range }
	// Keyword is this, super, import.meta, new.target or the import of import().
	Keyword struct {
		Range
		Word string
	}
	// Array is [a, , ...b]; a hole is nil.
	Array struct {
		Range
		Elems []Expr
	}
	// Object is an object literal.
	Object struct {
		Range
		Props []*Property
	}
	// Property is one entry of an object literal. Spread has only Value. A
	// shorthand has Key and Value over the same bytes; Default is set in the
	// cover grammar of assignment patterns ({ a = 1 }).
	Property struct {
		Range
		Kind      PropertyKind
		Shorthand bool
		Key       Node
		Value     Expr
		Default   Expr
	}
	// Spread is ...X in a call, array or JSX child.
	Spread struct {
		Range
		X Expr
	}
	// Func is a function, arrow or method value. Exactly one of Body and Result
	// expression X is set, unless the function has no body at all.
	Func struct {
		Range
		Name       *Ident
		TypeParams []*TypeParam
		Params     []*Param
		Returns    Type
		Body       *Block
		X          Expr
		Arrow      bool
		Async      bool
		Generator  bool
	}
	// Param is one parameter.
	Param struct {
		Range
		Decorators []Expr
		Modifiers  Modifiers
		Name       Pattern
		Type       Type
		Default    Expr
		Optional   bool
		Rest       bool
	}
	// Class is a class body with its heads.
	Class struct {
		Range
		Decorators []Expr
		Name       *Ident
		TypeParams []*TypeParam
		Extends    Expr
		ExtendArgs []Type
		Implements []Type
		Members    []*ClassMember
	}
	// ClassMember is one member of a class. Value is the initialiser of a field
	// or the *Func of a method, accessor, constructor or static block.
	ClassMember struct {
		Range
		Kind       MemberKind
		Optional   bool
		Definite   bool
		Modifiers  Modifiers
		Decorators []Expr
		Key        Node
		Params     []*Param // of an index signature
		Type       Type
		Value      Expr
	}
	// Unary is a prefix or postfix operator; await, yield, typeof, void and
	// delete are prefix operators. X is nil for a bare yield.
	Unary struct {
		Range
		Op      string
		X       Expr
		Postfix bool
	}
	// Binary is an infix operator, assignment and comma included.
	Binary struct {
		Range
		Op   string
		X, Y Expr
	}
	// Conditional is If ? Then : Else.
	Conditional struct {
		Range
		If, Then, Else Expr
	}
	// Call is Fun(Args) or new Fun(Args).
	Call struct {
		Range
		Fun      Expr
		TypeArgs []Type
		Args     []Expr
		New      bool
		Optional bool
	}
	// Member is X.Name; Name is an *Ident or *PrivateName.
	Member struct {
		Range
		X        Expr
		Name     Node
		Optional bool
	}
	// Index is X[Key].
	Index struct {
		Range
		X, Key   Expr
		Optional bool
	}
	// Tagged is a tagged template.
	Tagged struct {
		Range
		Tag      Expr
		TypeArgs []Type
		Text     *Template
	}
	// Paren is an expression in parentheses.
	Paren struct {
		Range
		X Expr
	}
	// Cast is X as Type, X satisfies Type, <Type>X or X!. Op is "as",
	// "satisfies", "<>" or "!"; "as const" has a nil Type.
	Cast struct {
		Range
		Op   string
		X    Expr
		Type Type
	}
	// Instance is F<Types> that is not called.
	Instance struct {
		Range
		X        Expr
		TypeArgs []Type
	}
)

// PropertyKind tells the entries of an object literal apart.
type PropertyKind uint8

// The kinds of properties.
const (
	InitProperty PropertyKind = iota
	MethodProperty
	GetProperty
	SetProperty
	SpreadProperty
)

// MemberKind tells the members of classes and object types apart.
type MemberKind uint8

// The kinds of members.
const (
	FieldMember MemberKind = iota
	MethodMember
	GetMember
	SetMember
	ConstructMember
	CallMember
	IndexMember
	StaticBlock
)

// JSX.
type (
	// Element is a JSX element or fragment. Name is nil for a fragment, else an
	// *Ident (its name may hold '-'), a *Member, a *JSXNamespaced or this.
	Element struct {
		Range
		Name     Expr
		TypeArgs []Type
		Attrs    []*Attr
		Children []Expr // *Text, *Container, *Spread in a container, *Element
		Open     Range  // the opening tag
		Closed   bool   // <X/>
	}
	// JSXNamespaced is a:b as a tag or attribute name.
	JSXNamespaced struct {
		Range
		Space, Name *Ident
	}
	// Attr is one attribute; a spread has only Value, a bare name no Value.
	Attr struct {
		Range
		Name   Node // *Ident or *JSXNamespaced
		Value  Expr // *Literal, *Container, *Element
		Spread bool
	}
	// Container is {X} in JSX; X is nil for {} and {/* */}.
	Container struct {
		Range
		X Expr
	}
	// Text is text between JSX tags, as written.
	Text struct {
		Range
		Value string
	}
)

// Patterns.
type (
	// ObjectPattern is { a, b: c = 1, ...rest }.
	ObjectPattern struct {
		Range
		Props []*PatternProp
	}
	// PatternProp is one entry of an object or array pattern. Key is nil in
	// array patterns and for a rest; Target is nil for a hole.
	PatternProp struct {
		Range
		Key     Node
		Target  Pattern
		Default Expr
		Rest    bool
	}
	// ArrayPattern is [a, , b = 1, ...rest].
	ArrayPattern struct {
		Range
		Elems []*PatternProp
	}
)

// Statements.
type (
	// Block is a list of statements in braces.
	Block struct {
		Range
		Body []Stmt
	}
	// VarDecl is var, let, const, using or await using. The head of a for
	// statement holds one too.
	VarDecl struct {
		Range
		Modifiers Modifiers
		Word      string
		Decls     []*Declarator
	}
	// Declarator is one binding of a VarDecl.
	Declarator struct {
		Range
		Name     Pattern
		Type     Type
		Value    Expr
		Definite bool
	}
	// FuncDecl is a function declaration.
	FuncDecl struct {
		Range
		Modifiers Modifiers
		Func      *Func
	}
	// ClassDecl is a class declaration.
	ClassDecl struct {
		Range
		Modifiers Modifiers
		Class     *Class
	}
	// ExprStmt is an expression as a statement.
	ExprStmt struct {
		Range
		X Expr
	}
	// Simple is an empty, debugger, break or continue statement.
	Simple struct {
		Range
		Word  string
		Label *Ident
	}
	// Return is a return or throw statement.
	Return struct {
		Range
		Throw bool
		X     Expr
	}
	// If is an if statement.
	If struct {
		Range
		Cond Expr
		Then Stmt
		Else Stmt
	}
	// Loop is for(;;), for-in, for-of, while or do. Word says which. Init is a
	// *VarDecl or an *ExprStmt.
	Loop struct {
		Range
		Word  string
		Await bool
		Init  Stmt
		Cond  Expr
		Post  Expr
		Over  Expr
		Body  Stmt
	}
	// Switch is a switch statement.
	Switch struct {
		Range
		X     Expr
		Cases []*Case
	}
	// Case is one case; Cond is nil for default.
	Case struct {
		Range
		Cond Expr
		Body []Stmt
	}
	// Try is a try statement.
	Try struct {
		Range
		Body    *Block
		Param   Pattern
		Type    Type
		Catch   *Block
		Finally *Block
	}
	// Labeled is a labelled statement.
	Labeled struct {
		Range
		Label *Ident
		Body  Stmt
	}
	// With is a with statement.
	With struct {
		Range
		X    Expr
		Body Stmt
	}
)

// Modules.
type (
	// Import is an import declaration.
	Import struct {
		Range
		TypeOnly  bool
		Default   *Ident
		Namespace *Ident
		Specs     []*Spec
		From      *Literal
		Attrs     *Object
	}
	// Spec is one name of an import or export list. Name is the name in the
	// other module (for an export without From: the local name), As the name
	// that it gets here. Both are set.
	Spec struct {
		Range
		TypeOnly bool
		Name, As Node // *Ident or *Literal
	}
	// ImportEquals is import X = require("m") or import X = A.B.
	ImportEquals struct {
		Range
		Modifiers Modifiers
		TypeOnly  bool
		Name      *Ident
		Require   *Literal
		Entity    Expr
	}
	// ExportList is export { … }, with or without from.
	ExportList struct {
		Range
		TypeOnly bool
		Specs    []*Spec
		From     *Literal
		Attrs    *Object
	}
	// ExportAll is export * from or export * as X from.
	ExportAll struct {
		Range
		TypeOnly bool
		As       Node
		From     *Literal
		Attrs    *Object
	}
	// ExportDefault is export default of an expression; a declaration carries
	// the modifiers Export and Default instead.
	ExportDefault struct {
		Range
		X Expr
	}
	// ExportAssign is export = X.
	ExportAssign struct {
		Range
		X Expr
	}
	// ExportAsNamespace is export as namespace X.
	ExportAsNamespace struct {
		Range
		Name *Ident
	}
)

// Type declarations.
type (
	// Interface is an interface declaration.
	Interface struct {
		Range
		Modifiers  Modifiers
		Name       *Ident
		TypeParams []*TypeParam
		Extends    []Type
		Body       *ObjectType
	}
	// Alias is a type alias.
	Alias struct {
		Range
		Modifiers  Modifiers
		Name       *Ident
		TypeParams []*TypeParam
		Type       Type
	}
	// Enum is an enumeration.
	Enum struct {
		Range
		Modifiers Modifiers
		Name      *Ident
		Members   []*EnumMember
	}
	// EnumMember is one member of an enumeration.
	EnumMember struct {
		Range
		Key   Node
		Value Expr
	}
	// Module is namespace A.B, module "m" or global. Body is nil without braces.
	Module struct {
		Range
		Modifiers Modifiers
		Word      string
		Name      Node // *Ident, *Member or *Literal
		Body      *Block
	}
	// TypeParam is one type parameter.
	TypeParam struct {
		Range
		Modifiers  Modifiers
		Name       *Ident
		Constraint Type
		Default    Type
	}
)

// Types.
type (
	// TypeName is a named type or a keyword type (string, any, void …).
	TypeName struct {
		Range
		Name Expr // *Ident or *Member
		Args []Type
	}
	// LiteralType is a string, number, boolean, null or negative number.
	LiteralType struct {
		Range
		Value    *Literal
		Negative bool
	}
	// TemplateType is a template-literal type.
	TemplateType struct {
		Range
		Texts []string
		Types []Type
	}
	// ListType is a union or intersection.
	ListType struct {
		Range
		Op    string // "|" or "&"
		Types []Type
	}
	// ArrayType is Elem[].
	ArrayType struct {
		Range
		Elem Type
	}
	// TupleType is a tuple.
	TupleType struct {
		Range
		Elems []*TupleElem
	}
	// TupleElem is one element of a tuple.
	TupleElem struct {
		Range
		Name     *Ident
		Optional bool
		Rest     bool
		Type     Type
	}
	// FuncType is a function or constructor type.
	FuncType struct {
		Range
		New        bool
		Abstract   bool
		TypeParams []*TypeParam
		Params     []*Param
		Returns    Type
	}
	// ObjectType is an object type literal.
	ObjectType struct {
		Range
		Members []*TypeMember
	}
	// TypeMember is one member of an object type. Type is the type of a field,
	// the result of a method, call or construct signature, or the value of an
	// index signature, whose single parameter stands in its Signature.
	TypeMember struct {
		Range
		Kind      MemberKind
		Optional  bool
		Modifiers Modifiers
		Key       Node
		Signature *Signature // nil for a field
		Type      Type
	}
	// Signature is what a member of an object type takes. Most members are fields, and
	// published declarations are made of them.
	Signature struct {
		TypeParams []*TypeParam
		Params     []*Param
	}
	// MappedType is { [K in T as N]: V }. ReadonlyMark and OptionalMark are "",
	// "+" or "-" with a set mark as "+".
	MappedType struct {
		Range
		Param        *TypeParam
		As           Type
		Type         Type
		ReadonlyMark string
		OptionalMark string
	}
	// ConditionalType is Check extends Extends ? Then : Else.
	ConditionalType struct {
		Range
		Check, Extends, Then, Else Type
	}
	// InferType is infer T.
	InferType struct {
		Range
		Param *TypeParam
	}
	// OperatorType is keyof, unique or readonly.
	OperatorType struct {
		Range
		Op   string
		Type Type
	}
	// IndexedType is Object[Index].
	IndexedType struct {
		Range
		Object, Index Type
	}
	// QueryType is typeof X<Args>.
	QueryType struct {
		Range
		X    Expr // *Ident, *Member or *ImportType
		Args []Type
	}
	// ImportType is import("m").Name<Args>; with Query it is typeof import("m").
	ImportType struct {
		Range
		From  Type
		Attrs *Object
		Name  Expr
		Args  []Type
		Query bool
	}
	// PredicateType is x is T, asserts x or asserts x is T.
	PredicateType struct {
		Range
		Asserts bool
		Name    *Ident
		Type    Type
	}
	// ParenType is a type in parentheses.
	ParenType struct {
		Range
		Type Type
	}
	// JSDocType is ?T, !T, T?, T! or *, met in declarations made from JSDoc.
	JSDocType struct {
		Range
		Mark string
		Type Type
	}
)

// Takes gives the type parameters and parameters of a member; none of a field.
func (m *TypeMember) Takes() Signature {
	if m.Signature == nil {
		return Signature{}
	}
	return *m.Signature
}

func (*Ident) expr()         {}
func (*PrivateName) expr()   {}
func (*Literal) expr()       {}
func (*Template) expr()      {}
func (*Bad) expr()           {}
func (*Keyword) expr()       {}
func (*Array) expr()         {}
func (*Object) expr()        {}
func (*Spread) expr()        {}
func (*Func) expr()          {}
func (*Class) expr()         {}
func (*Unary) expr()         {}
func (*Binary) expr()        {}
func (*Conditional) expr()   {}
func (*Call) expr()          {}
func (*Member) expr()        {}
func (*Index) expr()         {}
func (*Tagged) expr()        {}
func (*Paren) expr()         {}
func (*Cast) expr()          {}
func (*Instance) expr()      {}
func (*Element) expr()       {}
func (*JSXNamespaced) expr() {}
func (*Container) expr()     {}
func (*Text) expr()          {}
func (*ImportType) expr()    {}

func (*Ident) pattern()         {}
func (*ObjectPattern) pattern() {}
func (*ArrayPattern) pattern()  {}

func (*Bad) stmt()               {}
func (*Block) stmt()             {}
func (*VarDecl) stmt()           {}
func (*FuncDecl) stmt()          {}
func (*ClassDecl) stmt()         {}
func (*ExprStmt) stmt()          {}
func (*Simple) stmt()            {}
func (*Return) stmt()            {}
func (*If) stmt()                {}
func (*Loop) stmt()              {}
func (*Switch) stmt()            {}
func (*Try) stmt()               {}
func (*Labeled) stmt()           {}
func (*With) stmt()              {}
func (*Import) stmt()            {}
func (*ImportEquals) stmt()      {}
func (*ExportList) stmt()        {}
func (*ExportAll) stmt()         {}
func (*ExportDefault) stmt()     {}
func (*ExportAssign) stmt()      {}
func (*ExportAsNamespace) stmt() {}
func (*Interface) stmt()         {}
func (*Alias) stmt()             {}
func (*Enum) stmt()              {}
func (*Module) stmt()            {}

func (*Bad) typ()             {}
func (*TypeName) typ()        {}
func (*LiteralType) typ()     {}
func (*TemplateType) typ()    {}
func (*ListType) typ()        {}
func (*ArrayType) typ()       {}
func (*TupleType) typ()       {}
func (*FuncType) typ()        {}
func (*ObjectType) typ()      {}
func (*MappedType) typ()      {}
func (*ConditionalType) typ() {}
func (*InferType) typ()       {}
func (*OperatorType) typ()    {}
func (*IndexedType) typ()     {}
func (*QueryType) typ()       {}
func (*ImportType) typ()      {}
func (*PredicateType) typ()   {}
func (*ParenType) typ()       {}
func (*JSDocType) typ()       {}
