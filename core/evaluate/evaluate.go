// Package evaluate turns types as written in source into types of the type
// language, across the files of a package: names are followed to their
// declarations, interfaces are merged with what they extend, aliases are
// replaced. What it does not understand it says, with the place, and gives no
// type; a name of a package that is not there stays a named unknown.
package evaluate

import (
	"fmt"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// Names is what a framework's own type names mean, whether its type package is
// there or not. Either function may be nil.
type Names struct {
	// Type gives the meaning of a named type; module is "" for global names.
	Type func(module, name string, args []types.Type) (types.Type, bool)
	// Native recognises a set of native attributes and says of which element.
	Native func(module, name string, args []types.Type) (element string, ok bool)
	// Children recognises a type that adds content to the props given to it.
	Children func(module, name string) bool
	// Global gives the module that a namespace without import stands for.
	Global map[string]string
}

// Odd is something that was met and not understood.
type Odd struct {
	At  place.Place
	Why string
}

// Evaluator evaluates the types of one set of modules. It is not for use by
// several goroutines at once.
type Evaluator struct {
	Set   *modules.Set
	Names Names
	Odd   []Odd

	active map[string]bool // declarations being evaluated
	depth  int
	steps  int // since depth was 0
}

// New makes an evaluator.
func New(set *modules.Set, names Names) *Evaluator {
	return &Evaluator{Set: set, Names: names, active: map[string]bool{}}
}

// maxDepth bounds how deep types are followed.
const maxDepth = 60

// maxSteps bounds how many types one type is made of: declarations that name
// each other twice grow by doubling.
const maxSteps = 50_000

// maxMembers bounds the members of one set of props.
const maxMembers = 5_000

// Scope is where a type stands: its module and the type parameters in force.
type Scope struct {
	Module *modules.Module
	bound  map[string]binding
}

// binding is the type argument that a type parameter stands for; with a nil
// node it stands for itself.
type binding struct {
	node  syntax.Type
	scope Scope
}

// In is the scope at the top of a module.
func In(m *modules.Module) Scope { return Scope{Module: m} }

// WithParams is the scope in which type parameters stand for themselves.
func (s Scope) WithParams(params []*syntax.TypeParam) Scope {
	if len(params) == 0 {
		return s
	}
	inner := Scope{s.Module, map[string]binding{}}
	for name, b := range s.bound {
		inner.bound[name] = b
	}
	for _, p := range params {
		inner.bound[p.Name.Name] = binding{}
	}
	return inner
}

// bind is the scope of a generic declaration with its arguments; a missing
// argument is the parameter's default, or the parameter itself.
func bind(m *modules.Module, params []*syntax.TypeParam, args []syntax.Type, from Scope) Scope {
	inner := Scope{m, map[string]binding{}}
	for i, p := range params {
		switch {
		case i < len(args):
			inner.bound[p.Name.Name] = binding{args[i], from}
		case p.Default != nil:
			inner.bound[p.Name.Name] = binding{p.Default, inner}
		default:
			inner.bound[p.Name.Name] = binding{}
		}
	}
	return inner
}

func (e *Evaluator) odd(scope Scope, n syntax.Node, format string, args ...any) {
	e.Odd = append(e.Odd, Odd{scope.Module.Place(n), fmt.Sprintf(format, args...)})
}

// enter guards the depth of evaluation.
func (e *Evaluator) enter(scope Scope, n syntax.Node) bool {
	if e.depth == 0 {
		e.steps = 0
	}
	if e.steps++; e.steps >= maxSteps {
		if e.steps == maxSteps {
			e.odd(scope, n, "the type is made of more than %d types", maxSteps)
		}
		e.depth++
		return false
	}
	if e.depth++; e.depth > maxDepth {
		e.odd(scope, n, "the type is nested more than %d declarations deep", maxDepth)
		return false
	}
	return true
}

func (e *Evaluator) leave() { e.depth-- }

// Written gives a type as it stands in the source, blanks folded.
func Written(scope Scope, t syntax.Node) string {
	if t == nil {
		return ""
	}
	return strings.Join(strings.Fields(scope.Module.Source[t.Pos():t.Stop()]), " ")
}

// stands reports whether t means the same outside of its declaration: no type
// parameter in it stands for an argument.
func (s Scope) stands(t syntax.Node) bool {
	same := true
	if t == nil || len(s.bound) == 0 {
		return same
	}
	syntax.Walk(t, func(n syntax.Node) bool {
		if id, ok := n.(*syntax.Ident); ok && s.bound[id.Name].node != nil {
			same = false
		}
		return same
	})
	return same
}

// Type evaluates a type. It gives nil where it does not understand; the reason
// is then in Odd.
func (e *Evaluator) Type(t syntax.Type, scope Scope) types.Type {
	if t == nil {
		return types.Any // what has no type takes any
	}
	if !e.enter(scope, t) {
		e.leave()
		return nil
	}
	defer e.leave()
	switch t := t.(type) {
	case *syntax.ParenType:
		return e.Type(t.Type, scope)
	case *syntax.LiteralType:
		return literalType(t)
	case *syntax.TypeName:
		return e.named(t, scope)
	case *syntax.ListType:
		list := e.list(t.Types, scope)
		if list == nil {
			return nil
		}
		if t.Op == "|" {
			return types.NewUnion(list...)
		}
		return e.intersection(list)
	case *syntax.ArrayType:
		if elem := e.Type(t.Elem, scope); elem != nil {
			return &types.Array{Elem: elem}
		}
		return nil
	case *syntax.TupleType:
		return e.tuple(t, scope)
	case *syntax.FuncType:
		if t.New {
			break
		}
		return e.function(t.TypeParams, t.Params, t.Returns, scope)
	case *syntax.ObjectType:
		return e.object(t, scope)
	case *syntax.OperatorType:
		return e.operator(t, scope)
	case *syntax.TemplateType:
		list := e.list(t.Types, scope)
		if list == nil && len(t.Types) > 0 {
			return nil
		}
		return templateType(t.Texts, list)
	case *syntax.IndexedType:
		return e.indexed(t, scope)
	case *syntax.PredicateType:
		if t.Asserts {
			return types.Void
		}
		return types.Boolean
	}
	e.odd(scope, t, "this kind of type is not read yet: %s", Clip(Written(scope, t)))
	return nil
}

// Clip shortens a text to at most 80 characters, for messages.
func Clip(s string) string {
	if r := []rune(s); len(r) > 80 {
		return string(r[:79]) + "…"
	}
	return s
}

func literalType(t *syntax.LiteralType) types.Type {
	value := t.Value.Value
	if t.Negative {
		value = "-" + value
	}
	switch t.Value.Kind {
	case syntax.StringLiteral:
		return types.StringLiteral(value)
	case syntax.BooleanLiteral:
		return &types.Literal{Of: types.Boolean, Value: value}
	case syntax.BigIntLiteral:
		return &types.Literal{Of: types.BigInt, Value: value}
	case syntax.NullLiteral:
		return types.Null
	}
	return &types.Literal{Of: types.Number, Value: value}
}

func templateType(texts []string, list []types.Type) types.Type {
	if len(list) == 0 {
		return types.StringLiteral(texts[0])
	}
	return &types.Template{Texts: texts, Types: list}
}

// list evaluates several types; nil if one is not understood.
func (e *Evaluator) list(list []syntax.Type, scope Scope) []types.Type {
	out := make([]types.Type, 0, len(list))
	whole := true
	for _, t := range list {
		inner := e.Type(t, scope)
		if inner == nil {
			whole = false
			continue
		}
		out = append(out, inner)
	}
	if !whole {
		return nil
	}
	return out
}

// intersection joins types; objects are merged into one.
func (e *Evaluator) intersection(list []types.Type) types.Type {
	var rest []types.Type
	merged := &types.Object{}
	objects := 0
	for _, t := range list {
		o, ok := t.(*types.Object)
		if !ok || len(o.Fields)+len(o.Indexes) == 0 {
			rest = append(rest, t)
			continue
		}
		objects++
		merged = mergeObjects(merged, o)
	}
	if objects > 0 {
		rest = append([]types.Type{merged}, rest...)
	}
	return types.NewIntersection(rest...)
}

func mergeObjects(a, b *types.Object) *types.Object {
	out := &types.Object{Fields: append([]types.Field(nil), a.Fields...), Indexes: append(append([]types.Index(nil), a.Indexes...), b.Indexes...)}
next:
	for _, f := range b.Fields {
		for i := range out.Fields {
			if out.Fields[i].Name == f.Name {
				out.Fields[i].Type = types.NewIntersection(out.Fields[i].Type, f.Type)
				out.Fields[i].Optional = out.Fields[i].Optional && f.Optional
				continue next
			}
		}
		out.Fields = append(out.Fields, f)
	}
	return out
}

func (e *Evaluator) tuple(t *syntax.TupleType, scope Scope) types.Type {
	out := &types.Tuple{}
	for _, elem := range t.Elems {
		inner := e.Type(elem.Type, scope)
		if inner == nil {
			return nil
		}
		x := types.Elem{Type: inner, Optional: elem.Optional, Rest: elem.Rest}
		if elem.Name != nil {
			x.Name = elem.Name.Name
		}
		out.Elems = append(out.Elems, x)
	}
	return out
}

func (e *Evaluator) function(typeParams []*syntax.TypeParam, params []*syntax.Param, returns syntax.Type, scope Scope) types.Type {
	scope = scope.WithParams(typeParams)
	fn := &types.Func{}
	for _, p := range typeParams {
		tp := types.TypeParam{Name: p.Name.Name}
		if p.Constraint != nil {
			if tp.Constraint = e.Type(p.Constraint, scope); tp.Constraint == nil {
				return nil
			}
		}
		if p.Default != nil {
			if tp.Default = e.Type(p.Default, scope); tp.Default == nil {
				return nil
			}
		}
		fn.TypeParams = append(fn.TypeParams, tp)
	}
	for i, p := range params {
		name := fmt.Sprintf("arg%d", i+1)
		if id, ok := p.Name.(*syntax.Ident); ok {
			if id.Name == "this" {
				continue
			}
			name = id.Name
		}
		t := e.Type(p.Type, scope)
		if t == nil {
			return nil
		}
		fn.Params = append(fn.Params, types.Param{Name: name, Type: t, Optional: p.Optional || p.Default != nil, Rest: p.Rest})
	}
	if fn.Result = e.Type(returns, scope); fn.Result == nil {
		return nil
	}
	return fn
}

// object evaluates an object type literal.
func (e *Evaluator) object(t *syntax.ObjectType, scope Scope) types.Type {
	if len(t.Members) == 1 && t.Members[0].Kind == syntax.CallMember {
		m := t.Members[0]
		return e.function(m.TypeParams, m.Params, m.Type, scope)
	}
	return e.whole(e.Shape(t, scope), scope, t)
}

// whole turns a shape into a type: its fields, with what it extends beside them.
func (e *Evaluator) whole(s *Shape, scope Scope, at syntax.Node) types.Type {
	if s.Calls {
		e.odd(scope, at, "a type that can be called and has fields is not read yet")
		return nil
	}
	o := &types.Object{Indexes: s.Indexes}
	for _, m := range s.Members {
		if m.Type == nil {
			return nil
		}
		o.Fields = append(o.Fields, types.Field{Name: m.Name, Type: m.Type, Optional: m.Optional, Readonly: m.Readonly})
	}
	var list []types.Type
	if len(o.Fields)+len(o.Indexes) > 0 || len(s.Bases)+len(s.Natives) == 0 {
		list = append(list, o)
	}
	for _, b := range s.Bases {
		list = append(list, &types.Named{Name: b.Name, From: b.From})
	}
	for _, n := range s.Natives {
		list = append(list, &types.Named{Name: n.Name, From: n.From})
	}
	return types.NewIntersection(list...)
}

func (e *Evaluator) operator(t *syntax.OperatorType, scope Scope) types.Type {
	switch t.Op {
	case "readonly":
		switch inner := e.Type(t.Type, scope).(type) {
		case *types.Array:
			return &types.Array{Elem: inner.Elem, Readonly: true}
		case *types.Tuple:
			return &types.Tuple{Elems: inner.Elems, Readonly: true}
		case nil:
			return nil
		default:
			return inner
		}
	case "keyof":
		if keys, ok := e.keys(t.Type, scope); ok {
			list := make([]types.Type, len(keys))
			for i, k := range keys {
				list[i] = types.StringLiteral(k)
			}
			return types.NewUnion(list...)
		}
	case "unique":
		return types.Symbol
	}
	e.odd(scope, t, "this kind of type is not read yet: %s", Clip(Written(scope, t)))
	return nil
}

// keys gives the keys of a type or of the constant that a typeof names.
func (e *Evaluator) keys(t syntax.Type, scope Scope) ([]string, bool) {
	if q, ok := unparen(t).(*syntax.QueryType); ok {
		if o, ok := e.constant(q, scope).(*syntax.Object); ok {
			var keys []string
			for _, p := range o.Props {
				name, known := "", false
				if p.Key != nil {
					name, known = syntax.KeyName(p.Key)
				}
				if !known {
					return nil, false
				}
				keys = append(keys, name)
			}
			return keys, len(keys) > 0
		}
		return nil, false
	}
	s := e.Shape(t, scope)
	if len(s.Bases)+len(s.Natives)+len(s.Indexes) > 0 || len(s.Members) == 0 {
		return nil, false
	}
	var keys []string
	for _, m := range s.Members {
		keys = append(keys, m.Name)
	}
	return keys, true
}

func unparen(t syntax.Type) syntax.Type {
	for {
		p, ok := t.(*syntax.ParenType)
		if !ok {
			return t
		}
		t = p.Type
	}
}

// constant gives the value of the constant that a typeof names, its casts
// taken off, or nil.
func (e *Evaluator) constant(q *syntax.QueryType, scope Scope) syntax.Expr {
	id, ok := q.X.(*syntax.Ident)
	if !ok || len(q.Args) > 0 {
		return nil
	}
	sym, ok := e.Set.Local(scope.Module, id.Name)
	if !ok || len(sym.Decls) == 0 {
		return nil
	}
	d, ok := sym.Decls[0].Node.(*syntax.Declarator)
	if !ok || d.Value == nil || d.Type != nil {
		return nil
	}
	return syntax.Bare(d.Value)
}

// indexed evaluates T['key'] and (typeof list)[number].
func (e *Evaluator) indexed(t *syntax.IndexedType, scope Scope) types.Type {
	if q, ok := unparen(t.Object).(*syntax.QueryType); ok {
		if a, ok := e.constant(q, scope).(*syntax.Array); ok {
			var list []types.Type
			for _, x := range a.Elems {
				l, ok := x.(*syntax.Literal)
				if !ok || l.Kind == syntax.RegexpLiteral {
					list = nil
					break
				}
				list = append(list, literalType(&syntax.LiteralType{Value: l}))
			}
			if index := e.Type(t.Index, scope); len(list) > 0 && index == types.Type(types.Number) {
				return types.NewUnion(list...)
			}
		}
	} else if index, ok := e.Type(t.Index, scope).(*types.Literal); ok && index.Of == types.String {
		for _, m := range e.Shape(t.Object, scope).Members {
			if m.Name == index.Value {
				if m.Optional && m.Type != nil {
					return types.NewUnion(m.Type, types.Undefined)
				}
				return m.Type
			}
		}
	}
	e.odd(scope, t, "this kind of type is not read yet: %s", Clip(Written(scope, t)))
	return nil
}

// keywords are names that mean the same everywhere.
var keywords = map[string]types.Type{
	"any": types.Any, "unknown": types.Unknown, "never": types.Never, "void": types.Void, "undefined": types.Undefined,
	"null": types.Null, "string": types.String, "number": types.Number, "boolean": types.Boolean, "bigint": types.BigInt,
	"symbol": types.Symbol, "object": types.ObjectT,
}

// entity takes a name apart: its first part and the rest behind the dot.
func entity(x syntax.Expr) (head string, rest []string, ok bool) {
	switch x := x.(type) {
	case *syntax.Ident:
		return x.Name, nil, true
	case *syntax.Member:
		head, rest, ok = entity(x.X)
		id, plain := x.Name.(*syntax.Ident)
		if !plain {
			return "", nil, false
		}
		return head, append(rest, id.Name), ok
	}
	return "", nil, false
}

// target is what a type name was followed to.
type target struct {
	symbol modules.Symbol
	module string // of another package, or "" with a name that is global
	name   string
	param  *binding
}

// resolve follows a type name.
func (e *Evaluator) resolve(name syntax.Expr, scope Scope) (target, bool) {
	head, rest, ok := entity(name)
	if !ok {
		return target{}, false
	}
	if len(rest) == 0 {
		if b, ok := scope.bound[head]; ok {
			return target{param: &b, name: head}, true
		}
	}
	sym, found := e.Set.Local(scope.Module, head)
	for i, part := range rest {
		switch {
		case found && sym.External() && (sym.Name == "*" || sym.Name == "default"):
			sym = modules.Symbol{Package: sym.Package, Name: strings.Join(rest[i:], ".")}
			return target{symbol: sym, module: sym.Package, name: sym.Name}, true
		case found && sym.Namespace:
			sym, found = e.Set.Export(sym.Module, part)
		case !found:
			if module, ok := e.Names.Global[head]; ok {
				return target{module: module, name: strings.Join(rest, ".")}, true
			}
			return target{name: head + "." + strings.Join(rest, ".")}, true
		default:
			return target{name: head + "." + strings.Join(rest, ".")}, true
		}
	}
	switch {
	case !found:
		return target{name: head}, true
	case sym.External():
		return target{symbol: sym, module: sym.Package, name: sym.Name}, true
	}
	return target{symbol: sym, name: sym.Name}, true
}

// named evaluates a type name with its arguments.
func (e *Evaluator) named(t *syntax.TypeName, scope Scope) types.Type {
	to, ok := e.resolve(t.Name, scope)
	if !ok {
		e.odd(scope, t, "this name is not read yet: %s", Clip(Written(scope, t)))
		return nil
	}
	if to.param != nil {
		if to.param.node == nil {
			return &types.Named{Name: to.name}
		}
		return e.Type(to.param.node, to.param.scope)
	}
	if len(to.symbol.Decls) > 0 {
		return e.declared(t, to.symbol, scope)
	}
	if to.module == "" {
		if basic, ok := keywords[to.name]; ok {
			return basic
		}
		if made, ok := e.utility(t, to.name, scope); ok {
			return made
		}
	}
	args := e.list(t.Args, scope)
	if args == nil && len(t.Args) > 0 {
		return nil
	}
	if e.Names.Type != nil {
		if meaning, ok := e.Names.Type(to.module, to.name, args); ok {
			return meaning
		}
	}
	return &types.Named{Name: to.name, From: to.module, Args: args}
}

// declared evaluates a name that is declared in the source.
func (e *Evaluator) declared(t *syntax.TypeName, sym modules.Symbol, scope Scope) types.Type {
	key := sym.Module.Path + "#" + sym.Name
	if e.active[key] {
		return &types.Named{Name: sym.Name, Args: nil} // a type that holds itself
	}
	e.active[key] = true
	defer delete(e.active, key)
	for _, d := range sym.Decls {
		switch d := d.Node.(type) {
		case *syntax.Alias:
			return e.Type(d.Type, bind(sym.Module, d.TypeParams, t.Args, scope))
		case *syntax.Interface:
			if fn := e.callable(d, bind(sym.Module, d.TypeParams, t.Args, scope)); fn != nil {
				return fn
			}
			delete(e.active, key) // Shape guards by itself
			return e.whole(e.Shape(t, scope), scope, t)
		case *syntax.Enum:
			return e.enum(d, In(sym.Module))
		}
	}
	return &types.Named{Name: sym.Name} // a class, known by name
}

// callable gives the function that an interface with nothing but a call
// signature is.
func (e *Evaluator) callable(d *syntax.Interface, scope Scope) types.Type {
	if len(d.Body.Members) != 1 || d.Body.Members[0].Kind != syntax.CallMember || len(d.Extends) > 0 {
		return nil
	}
	m := d.Body.Members[0]
	return e.function(m.TypeParams, m.Params, m.Type, scope)
}

// enum gives the values of an enumeration, by the rules of the language.
func (e *Evaluator) enum(d *syntax.Enum, scope Scope) types.Type {
	var list []types.Type
	next := 0
	for _, m := range d.Members {
		l, ok := m.Value.(*syntax.Literal)
		switch {
		case m.Value == nil:
			list = append(list, &types.Literal{Of: types.Number, Value: fmt.Sprint(next)})
			next++
		case ok && l.Kind == syntax.StringLiteral:
			list = append(list, types.StringLiteral(l.Value))
		case ok && l.Kind == syntax.NumberLiteral:
			list = append(list, &types.Literal{Of: types.Number, Value: l.Value})
			fmt.Sscan(l.Value, &next)
			next++
		default:
			e.odd(scope, m, "the value of this enum member is worked out when it runs")
			return nil
		}
	}
	return types.NewUnion(list...)
}

// utility evaluates TypeScript's own generic types.
func (e *Evaluator) utility(t *syntax.TypeName, name string, scope Scope) (types.Type, bool) {
	arg := func(i int) types.Type {
		if i < len(t.Args) {
			return e.Type(t.Args[i], scope)
		}
		return nil
	}
	switch name {
	case "Array", "ReadonlyArray":
		if elem := arg(0); elem != nil {
			return &types.Array{Elem: elem, Readonly: name == "ReadonlyArray"}, true
		}
		return nil, len(t.Args) == 1
	case "Exclude", "Extract", "NonNullable":
		from := arg(0)
		if from == nil {
			return nil, true
		}
		var by types.Type = types.NewUnion(types.Null, types.Undefined)
		if name != "NonNullable" {
			if by = arg(1); by == nil {
				return nil, true
			}
		}
		var kept []types.Type
		for _, m := range types.Members(from) {
			switch fits := types.Assignable(m, by).Answer; {
			case fits == types.Undecided:
				e.odd(scope, t, "cannot be decided: %s", Clip(Written(scope, t)))
				return nil, true
			case (fits == types.Yes) == (name == "Extract"):
				kept = append(kept, m)
			}
		}
		return types.NewUnion(kept...), true
	case "Omit", "Pick", "Partial", "Required", "Readonly", "Record":
		return e.whole(e.Shape(t, scope), scope, t), true
	}
	return nil, false
}
