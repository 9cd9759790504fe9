// This file visits syntax trees.

package syntax

// Walk visits n and all below it in the order of the source, parents first.
// Where visit returns false, the children of that node are left out.
func Walk(n Node, visit func(Node) bool) {
	if visit(n) {
		Children(n, func(child Node) { Walk(child, visit) })
	}
}

// WalkFile visits every statement of a file and all below.
func WalkFile(f *File, visit func(Node) bool) {
	for _, s := range f.Body {
		Walk(s, visit)
	}
}

// Returns calls visit for what a body gives back, not for what functions and
// classes in it do.
func Returns(body Node, visit func(Expr)) {
	Walk(body, func(n Node) bool {
		switch n := n.(type) {
		case *Func, *Class:
			return false
		case *Return:
			if !n.Throw && n.X != nil {
				visit(n.X)
			}
		}
		return true
	})
}

// Lookup gives the property of an object literal that is written name: value,
// or nil.
func (o *Object) Lookup(name string) *Property {
	for _, p := range o.Props {
		if key, ok := KeyName(p.Key); ok && key == name && p.Kind == InitProperty {
			return p
		}
	}
	return nil
}

// Bare takes parentheses and casts off an expression.
func Bare(x Expr) Expr {
	for {
		switch inner := x.(type) {
		case *Paren:
			x = inner.X
		case *Cast:
			x = inner.X
		default:
			return x
		}
	}
}

// Unparenthesized takes parentheses away, and nothing else.
func Unparenthesized(x Expr) Expr {
	for {
		p, ok := x.(*Paren)
		if !ok {
			return x
		}
		x = p.X
	}
}

// Children calls yield for each child of n, in the order of the source.
func Children(n Node, yield func(Node)) {
	switch n := n.(type) {
	case *Ident, *PrivateName, *Literal, *Keyword, *Bad, *Text, *Simple, *Words, *Remark, *Foreign:
	case *File:
		each(yield, n.Body)
	case *Markup:
		each(yield, n.Nodes)
	case *Tag:
		each(yield, n.Attrs)
		each(yield, n.Nodes)
	case *Attribute:
		if d := n.Directive; d != nil {
			one(yield, d.ArgX)
			each(yield, d.Params)
			if d.Body != nil {
				each(yield, d.Body)
			} else {
				one(yield, d.X)
			}
		}
	case *Interpolation:
		one(yield, n.X)
	case *Template:
		each(yield, n.Exprs)
	case *Computed:
		one(yield, n.X)
	case *Array:
		each(yield, n.Elems)
	case *Object:
		each(yield, n.Props)
	case *Property:
		if !n.Shorthand {
			one(yield, n.Key)
		}
		one(yield, n.Value)
		one(yield, n.Default)
	case *Spread:
		one(yield, n.X)
	case *Func:
		ptr(yield, n.Name)
		each(yield, n.TypeParams)
		each(yield, n.Params)
		one(yield, n.Returns)
		ptr(yield, n.Body)
		one(yield, n.X)
	case *Param:
		each(yield, n.Decorators)
		one(yield, n.Name)
		one(yield, n.Type)
		one(yield, n.Default)
	case *Class:
		each(yield, n.Decorators)
		ptr(yield, n.Name)
		each(yield, n.TypeParams)
		one(yield, n.Extends)
		each(yield, n.ExtendArgs)
		each(yield, n.Implements)
		each(yield, n.Members)
	case *ClassMember:
		each(yield, n.Decorators)
		one(yield, n.Key)
		each(yield, n.Params)
		one(yield, n.Type)
		one(yield, n.Value)
	case *Unary:
		one(yield, n.X)
	case *Binary:
		one(yield, n.X)
		one(yield, n.Y)
	case *Conditional:
		one(yield, n.If)
		one(yield, n.Then)
		one(yield, n.Else)
	case *Call:
		one(yield, n.Fun)
		each(yield, n.TypeArgs)
		each(yield, n.Args)
	case *Member:
		one(yield, n.X)
		one(yield, n.Name)
	case *Index:
		one(yield, n.X)
		one(yield, n.Key)
	case *Tagged:
		one(yield, n.Tag)
		each(yield, n.TypeArgs)
		ptr(yield, n.Text)
	case *Paren:
		one(yield, n.X)
	case *Cast:
		if n.Op == "<>" {
			one(yield, n.Type)
			one(yield, n.X)
			return
		}
		one(yield, n.X)
		one(yield, n.Type)
	case *Instance:
		one(yield, n.X)
		each(yield, n.TypeArgs)
	case *Element:
		one(yield, n.Name)
		each(yield, n.TypeArgs)
		each(yield, n.Attrs)
		each(yield, n.Children)
	case *JSXNamespaced:
		ptr(yield, n.Space)
		ptr(yield, n.Name)
	case *Attr:
		one(yield, n.Name)
		one(yield, n.Value)
	case *Container:
		one(yield, n.X)
	case *ObjectPattern:
		each(yield, n.Props)
	case *PatternProp:
		if n.Key != nil && (n.Target == nil || n.Key.Pos() != n.Target.Pos()) {
			one(yield, n.Key)
		}
		one(yield, n.Target)
		one(yield, n.Default)
	case *ArrayPattern:
		each(yield, n.Elems)
	case Type:
		typeChildren(n, yield)
	default:
		statementChildren(n, yield)
	}
}

func statementChildren(n Node, yield func(Node)) {
	switch n := n.(type) {
	case *Block:
		each(yield, n.Body)
	case *VarDecl:
		each(yield, n.Decls)
	case *Declarator:
		one(yield, n.Name)
		one(yield, n.Type)
		one(yield, n.Value)
	case *FuncDecl:
		ptr(yield, n.Func)
	case *ClassDecl:
		ptr(yield, n.Class)
	case *ExprStmt:
		one(yield, n.X)
	case *Return:
		one(yield, n.X)
	case *If:
		one(yield, n.Cond)
		one(yield, n.Then)
		one(yield, n.Else)
	case *Loop:
		if n.Word == "do" {
			one(yield, n.Body)
			one(yield, n.Cond)
			return
		}
		one(yield, n.Init)
		one(yield, n.Cond)
		one(yield, n.Post)
		one(yield, n.Over)
		one(yield, n.Body)
	case *Switch:
		one(yield, n.X)
		each(yield, n.Cases)
	case *Case:
		one(yield, n.Cond)
		each(yield, n.Body)
	case *Try:
		ptr(yield, n.Body)
		one(yield, n.Param)
		one(yield, n.Type)
		ptr(yield, n.Catch)
		ptr(yield, n.Finally)
	case *Labeled:
		ptr(yield, n.Label)
		one(yield, n.Body)
	case *With:
		one(yield, n.X)
		one(yield, n.Body)
	case *Import:
		ptr(yield, n.Default)
		ptr(yield, n.Namespace)
		each(yield, n.Specs)
		ptr(yield, n.From)
		ptr(yield, n.Attrs)
	case *Spec:
		one(yield, n.Name)
		if n.As != nil && n.As.Pos() != n.Name.Pos() {
			one(yield, n.As)
		}
	case *ImportEquals:
		ptr(yield, n.Name)
		ptr(yield, n.Require)
		one(yield, n.Entity)
	case *ExportList:
		each(yield, n.Specs)
		ptr(yield, n.From)
		ptr(yield, n.Attrs)
	case *ExportAll:
		one(yield, n.As)
		ptr(yield, n.From)
		ptr(yield, n.Attrs)
	case *ExportDefault:
		one(yield, n.X)
	case *ExportAssign:
		one(yield, n.X)
	case *ExportAsNamespace:
		ptr(yield, n.Name)
	case *Interface:
		ptr(yield, n.Name)
		each(yield, n.TypeParams)
		each(yield, n.Extends)
		ptr(yield, n.Body)
	case *Alias:
		ptr(yield, n.Name)
		each(yield, n.TypeParams)
		one(yield, n.Type)
	case *Enum:
		ptr(yield, n.Name)
		each(yield, n.Members)
	case *EnumMember:
		one(yield, n.Key)
		one(yield, n.Value)
	case *Module:
		one(yield, n.Name)
		ptr(yield, n.Body)
	case *TypeParam:
		ptr(yield, n.Name)
		one(yield, n.Constraint)
		one(yield, n.Default)
	case *TupleElem:
		ptr(yield, n.Name)
		one(yield, n.Type)
	case *TypeMember:
		takes := n.Takes()
		one(yield, n.Key)
		each(yield, takes.TypeParams)
		each(yield, takes.Params)
		one(yield, n.Type)
	}
}

func typeChildren(n Type, yield func(Node)) {
	switch n := n.(type) {
	case *TypeName:
		one(yield, n.Name)
		each(yield, n.Args)
	case *LiteralType:
		ptr(yield, n.Value)
	case *TemplateType:
		each(yield, n.Types)
	case *ListType:
		each(yield, n.Types)
	case *ArrayType:
		one(yield, n.Elem)
	case *TupleType:
		each(yield, n.Elems)
	case *FuncType:
		each(yield, n.TypeParams)
		each(yield, n.Params)
		one(yield, n.Returns)
	case *ObjectType:
		each(yield, n.Members)
	case *MappedType:
		ptr(yield, n.Param)
		one(yield, n.As)
		one(yield, n.Type)
	case *ConditionalType:
		one(yield, n.Check)
		one(yield, n.Extends)
		one(yield, n.Then)
		one(yield, n.Else)
	case *InferType:
		ptr(yield, n.Param)
	case *OperatorType:
		one(yield, n.Type)
	case *IndexedType:
		one(yield, n.Object)
		one(yield, n.Index)
	case *QueryType:
		one(yield, n.X)
		each(yield, n.Args)
	case *ImportType:
		one(yield, n.From)
		ptr(yield, n.Attrs)
		one(yield, n.Name)
		each(yield, n.Args)
	case *PredicateType:
		ptr(yield, n.Name)
		one(yield, n.Type)
	case *ParenType:
		one(yield, n.Type)
	case *JSDocType:
		one(yield, n.Type)
	}
}

// one yields n unless it is a nil interface.
func one[T Node](yield func(Node), n T) {
	if any(n) != nil {
		yield(n)
	}
}

// ptr yields n unless it is a nil pointer.
func ptr[T any, P interface {
	*T
	Node
}](yield func(Node), n P) {
	if n != nil {
		yield(n)
	}
}

func each[T Node](yield func(Node), list []T) {
	for _, n := range list {
		if any(n) != nil {
			yield(n)
		}
	}
}
