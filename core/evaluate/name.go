// This file follows names to their declarations and gives those as types.

package evaluate

import (
	"strconv"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// keywords are names that mean the same everywhere.
var keywords = map[string]Type{
	"any": wordAny, "unknown": wordUnknown, "never": wordNever, "void": wordVoid, "undefined": wordUndefined, "null": wordNull,
	"string": wordString, "number": wordNumber, "boolean": wordBoolean, "bigint": wordBigInt, "symbol": wordSymbol, "object": wordObject,
}

// named evaluates a type name with its arguments.
func (e *Evaluator) named(t *syntax.TypeName, s *Scope) Type {
	head, rest, ok := entity(t.Name)
	if !ok {
		return e.odd(s, t, "this name is not read: %s", Clip(Written(s.Module, t)))
	}
	if len(rest) == 0 {
		if bound, local := s.typeNamed(head); bound != nil {
			return bound
		} else if local != nil {
			return e.local(local, head, e.arguments(t.Args, s), t)
		}
		if basic, ok := keywords[head]; ok {
			return basic
		}
	}
	if sym, ok := e.Set.Local(s.Module, head); ok {
		if sym.External() {
			if made := e.variants(sym.Package, t.Args, s); made != nil {
				return made
			}
		}
		return e.typeIn(sym, rest, e.arguments(t.Args, s), s, t)
	}
	if len(rest) == 0 {
		if head == "this" {
			return &named{name: "this"}
		}
		if made := e.intrinsic(head, t, s); made != nil {
			return made
		}
	}
	if module, ok := e.Names.Global[head]; ok && e.Set.Known[module] != nil {
		sym, ok := e.Set.Export(e.Set.Known[module], head)
		if !ok {
			sym = modules.Symbol{Module: e.Set.Known[module], Name: "*", Namespace: true}
		}
		if len(rest) == 0 {
			return e.odd(s, t, "%s is a namespace", head)
		}
		if _, ok := e.Set.Member(sym, rest[0]); !ok {
			return &named{name: strings.Join(rest, "."), from: module, args: e.arguments(t.Args, s), at: s.Module.Place(t)}
		}
		return e.typeIn(sym, rest, e.arguments(t.Args, s), s, t)
	}
	if sym, ok := e.Set.Global(head); ok {
		return e.typeIn(sym, rest, e.arguments(t.Args, s), s, t)
	}
	name := strings.Join(append([]string{head}, rest...), ".")
	if values := domSets[name]; values != nil {
		return oneOfTexts(values)
	}
	return &named{name: name, args: e.arguments(t.Args, s), at: s.Module.Place(t)}
}

// symbol evaluates what a declared name stands for, as a type.
func (e *Evaluator) symbol(sym modules.Symbol, args []Type, s *Scope, at syntax.Node) Type {
	key := declaration{sym.Module, sym.Name, false}
	if by, told := identified(args); told && len(args) > 0 {
		made := instance{key, by}
		if known, ok := e.instances[made]; ok {
			return known
		}
		of := e.declare(sym, key, args)
		if of == nil {
			of = e.odd(s, at, "%s is no type", sym.Name)
		}
		e.instances[made] = of
		return of
	}
	if len(args) == 0 {
		if made, ok := e.declared[key]; ok {
			if made == nil {
				return e.odd(s, at, "the type is defined by itself")
			}
			return made
		}
		e.declared[key] = nil // it is being evaluated
	}
	of := e.declare(sym, key, args)
	if of == nil {
		of = e.odd(s, at, "%s is no type", sym.Name)
	}
	if len(args) == 0 {
		e.declared[key] = of
	}
	return of
}

// made reports whether a type is written out, so that it is evaluated to one that
// nobody else has.
func made(t syntax.Type) bool {
	switch t := t.(type) {
	case *syntax.ParenType:
		return made(t.Type)
	case *syntax.ObjectType, *syntax.FuncType:
		return true
	}
	return false
}

// local evaluates a type that is declared in a body.
func (e *Evaluator) local(l *localType, name string, args []Type, at syntax.Node) Type {
	sym := modules.Symbol{Module: l.in.Module, Name: name, Decls: l.decls}
	by, told := identified(args)
	if !told {
		return e.declareIn(l.in, sym, l, args)
	}
	if of, ok := l.made[by]; ok {
		return of
	}
	if l.made == nil {
		l.made = map[identifiedArgs]Type{}
	}
	l.made[by] = e.odd(l.in, at, "the type is defined by itself")
	l.made[by] = e.declareIn(l.in, sym, l, args)
	return l.made[by]
}

func (e *Evaluator) declare(sym modules.Symbol, key declaration, args []Type) Type {
	return e.declareIn(nil, sym, key, args)
}

// declareIn evaluates what is declared in a body, or, where around is nil, at the top of
// its modules. key is its identity.
func (e *Evaluator) declareIn(around *Scope, sym modules.Symbol, key any, args []Type) Type {
	for _, decl := range sym.Decls {
		switch d := decl.Node.(type) {
		case *syntax.Alias:
			is := e.Type(d.Type, e.bind(around.or(decl.Module), d.TypeParams, args))
			switch of := is.(type) {
			case *object:
				if of.name != "" || of.key != nil {
					return of
				}
				if !made(d.Type) { // it may be that of others, too, who do not know the name
					of = &object{fill: of.get, opaque: of.opaque, from: of.from}
				}
				of.name, of.args, of.where = sym.Name, args, decl.Module
				return of
			case *union:
				if of.name == "" {
					return &union{of.list, sym.Name, args, decl.Module}
				}
			}
			return is
		case *syntax.Interface, *syntax.ClassDecl:
			return e.interfaceType(around, sym, key, args)
		case *syntax.Enum:
			var all []Type
			for _, m := range e.enumMembers(sym) {
				all = append(all, m.of().get())
			}
			return unite(all...)
		}
	}
	return nil
}

// or is the scope, or the top of a module where there is none.
func (s *Scope) or(m *modules.Module) *Scope {
	if s != nil {
		return s
	}
	return In(m)
}

// interfaceType is an interface or the instances of a class, with all its
// declarations.
func (e *Evaluator) interfaceType(around *Scope, sym modules.Symbol, key any, args []Type) Type {
	o := &object{name: sym.Name, key: key, args: args}
	known := e.known(sym.Module)
	if known != "" {
		o.from, o.opaque = known, true
	}
	o.fill = func() *shape {
		made := &shape{}
		native, element, weight := false, "", 0
		if known != "" && e.Names.Native != nil {
			element, native = e.Names.Native(sym.Name)
		}
		var inherited []Type
		for _, d := range sym.Decls {
			switch n := d.Node.(type) {
			case *syntax.Interface:
				inner := e.bind(around.or(d.Module), n.TypeParams, args, binding{"this", o})
				before := e.weight
				e.members(made, n.Body, inner)
				weight += e.weight - before
				if native && d.Module.Outer == sym.Module.Outer { // what others add is theirs
					for _, m := range made.members {
						m.native = true
					}
				}
				for _, parent := range n.Extends {
					inherited = append(inherited, e.Type(parent, inner))
				}
			case *syntax.ClassDecl:
				inner := e.bind(around.or(d.Module), n.Class.TypeParams, args, binding{"this", o})
				e.instance(made, n.Class, inner)
				if parent := e.superInstance(n.Class, inner); parent != nil {
					inherited = append(inherited, parent)
				}
			}
		}
		if native {
			made.natives = []Native{{Name: sym.Name, From: known, Element: element}}
		}
		for _, parent := range inherited {
			made.inherit(e.shapeOf(parent))
		}
		if native && len(made.natives) > 1 {
			made.natives = made.natives[:1] // the nearest name says it all
		}
		if known != "" {
			e.apart = append(e.apart, apart{o, weight + placeWeight*len(made.members)})
		}
		return made
	}
	return o
}

// known gives the name of the known module that m is, or stands in; of several the
// shortest.
func (e *Evaluator) known(m *modules.Module) string { return e.framework[outermost(m)] }

// knownNames gives the names of known modules; "" for those that are part of one.
func knownNames(set *modules.Set) map[*modules.Module]string {
	names := make(map[*modules.Module]string, len(set.Known))
	for name, m := range set.Known {
		before := names[m]
		switch {
		case strings.Contains(name, "/"):
			names[m] = before
		case before == "" || len(name) < len(before) || len(name) == len(before) && name < before:
			names[m] = name
		}
	}
	return names
}

// enumMembers gives the members of an enumeration, by the rules of the language.
func (e *Evaluator) enumMembers(sym modules.Symbol) []*member {
	var out []*member
	for _, d := range sym.Decls {
		n, ok := d.Node.(*syntax.Enum)
		if !ok {
			continue
		}
		next := 0
		// Members may be worked out from those before them.
		s := &Scope{Module: d.Module, values: map[string]*lazy{}}
		for _, m := range n.Members {
			name, _ := syntax.KeyName(m.Key)
			made := &member{name: name, readonly: true, module: d.Module, node: m}
			s.values[name] = &lazy{eval: func() Type { return made.of().get() }}
			switch value := e.constant(m.Value, s).(type) {
			case literal:
				value.enum = value.of == types.Number
				made.is = known(value)
				if i, err := strconv.Atoi(value.value); err == nil && value.of == types.Number {
					next = i + 1
				}
			case nil:
				made.is = known(literal{types.Number, strconv.Itoa(next), true})
				next++
			default:
				made.is = known(e.odd(In(d.Module), m, "the value of this enum member is worked out when it runs"))
			}
			out = append(out, made)
		}
	}
	return out
}

func (e *Evaluator) enumMember(sym modules.Symbol, name string) (Type, bool) {
	for _, m := range e.enumMembers(sym) {
		if m.name == name {
			return m.of().get(), true
		}
	}
	return nil, false
}

// query evaluates typeof x.
func (e *Evaluator) query(t *syntax.QueryType, s *Scope) Type {
	if i, ok := t.X.(*syntax.ImportType); ok {
		asked := *i
		asked.Query = true
		return e.imported(&asked, s)
	}
	head, rest, ok := entity(t.X)
	if !ok {
		return e.odd(s, t, "this name is not read: %s", Clip(Written(s.Module, t)))
	}
	of := e.valueNamed(head, rest, s, t)
	if len(t.Args) > 0 {
		return e.instantiate(of, e.arguments(t.Args, s))
	}
	return of
}

// valueNamed is the type of the value that a dotted name stands for.
func (e *Evaluator) valueNamed(head string, rest []string, s *Scope, at syntax.Node) Type {
	if v, ok := s.valueOf(head); ok {
		of := v.get()
		for _, part := range rest {
			of = e.accessed(of, text(part), s, at)
		}
		return of
	}
	sym, ok := e.Set.Local(s.Module, head)
	if !ok {
		if module, known := e.Names.Global[head]; known && e.Set.Known[module] != nil {
			sym, ok = modules.Symbol{Module: e.Set.Known[module], Name: "*", Namespace: true}, true
		} else {
			sym, ok = e.Set.Global(head)
		}
	}
	switch {
	case head == "undefined" && !ok:
		return wordUndefined
	case !ok:
		return &named{name: strings.Join(append([]string{"typeof " + head}, rest...), "."), at: s.Module.Place(at)}
	}
	return e.valueIn(sym, rest, s, at)
}

// valueIn is the type of a value inside of what a symbol stands for.
func (e *Evaluator) valueIn(sym modules.Symbol, rest []string, s *Scope, at syntax.Node) Type {
	for i, part := range rest {
		if inner, ok := e.Set.Member(sym, part); ok {
			sym = inner
			continue
		}
		of := e.Value(sym)
		for _, part := range rest[i:] {
			of = e.accessed(of, text(part), s, at)
		}
		return of
	}
	return e.Value(sym)
}

// Named is the type that a symbol declares; type parameters without a default
// stand for themselves.
func (e *Evaluator) Named(sym modules.Symbol) Type {
	if sym.Module == nil || len(sym.Decls) == 0 {
		return &odd{name: sym.Name, why: sym.Name + " is declared nowhere"}
	}
	return e.symbol(sym, nil, In(sym.Module), sym.Decls[0].Node)
}
