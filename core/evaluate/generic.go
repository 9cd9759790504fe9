// This file evaluates what is computed from types: TypeScript's own generic
// types, conditions, and what they infer.

package evaluate

import (
	"slices"
	"strconv"
	"strings"

	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

func itoa(i int) string { return strconv.Itoa(i) }

// intrinsics are TypeScript's own generic types, and the names that stand for
// what every framework has. Each takes as many arguments as it says.
var intrinsics map[string]struct {
	args int
	make func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type
}

func init() {
	type row = struct {
		args int
		make func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type
	}
	marks := func(optional, readonly string) row {
		return row{1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return e.remarked(args[0], optional, readonly)
		}}
	}
	casing := func(change func(string) string) row {
		return row{1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			var all []Type
			for _, m := range parts(args[0]) {
				if l, ok := m.(literal); ok {
					m = text(change(l.value))
				}
				all = append(all, m)
			}
			return unite(all...)
		}}
	}
	first := func(change func(string) string) func(string) string {
		return func(s string) string {
			if s == "" {
				return s
			}
			r := []rune(s)
			return change(string(r[:1])) + string(r[1:])
		}
	}
	intrinsics = map[string]row{
		"$One":     {0, func(*Evaluator, []Type, *Scope, *syntax.TypeName) Type { return oneElement }},
		"$Content": {0, func(*Evaluator, []Type, *Scope, *syntax.TypeName) Type { return content }},
		"$Ref": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return &named{name: "Ref", args: args}
		}},
		"$Component": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return &component{known(args[0])}
		}},
		"$Element": {0, func(*Evaluator, []Type, *Scope, *syntax.TypeName) Type { return elementName }},
		"$PropsOf": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return e.propsOfEach(args[0], s, at)
		}},
		"$WithoutRef": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			var each []Type // a union stays one
			for _, of := range parts(args[0]) {
				if _, free := of.(*param); !free { // which is to be inferred from what is given
					of = e.omit(of, text("ref"))
				}
				each = append(each, of)
			}
			return unite(each...)
		}},

		"Array": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return &list{elem: known(args[0])}
		}},
		"ReadonlyArray": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return &list{known(args[0]), true}
		}},
		"Partial":  marks("+", ""),
		"Required": marks("-", ""),
		"Readonly": marks("", "+"),
		"Omit":     {2, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type { return e.omit(args[0], args[1]) }},
		"Pick":     {2, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type { return e.pick(args[0], args[1]) }},
		"Record": {2, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			var over *keyed
			if by, ok := args[0].(*param); ok {
				over = &keyed{by, known(args[1])}
			}
			return &object{over: over, fill: func() *shape {
				made := &shape{}
				for _, key := range parts(args[0]) {
					switch key := key.(type) {
					case literal:
						made.put(&member{name: key.value, numeric: key.of == types.Number, is: known(args[1]), module: s.Module, node: at})
					case word, *texts:
						if key != Type(wordNever) {
							made.indexes = append(made.indexes, index{key: known(key), of: known(args[1])})
						}
					default:
						made.indexes = append(made.indexes, index{key: known(wordString), of: known(args[1])})
						if _, known := key.(*odd); known {
							made.bases = append(made.bases, e.base(key))
						}
					}
				}
				return made
			}}
		}},
		"Exclude": {2, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return e.filter(args[0], args[1], false, s, at)
		}},
		"Extract": {2, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return e.filter(args[0], args[1], true, s, at)
		}},
		"NonNullable": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			if args[0] == Type(wordUnknown) {
				return nothing() // {}: anything but null and undefined
			}
			return without(args[0], wordNull, wordUndefined)
		}},
		"NoInfer": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type { return args[0] }},
		"ThisType": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return nothing()
		}},
		"Awaited": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type { return awaited(args[0]) }},
		"Parameters": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return e.ofSignature(args[0], s, at, func(s *shape) []*signature { return s.calls }, unknowns, paramsOf)
		}},
		"ConstructorParameters": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return e.ofSignature(args[0], s, at, func(s *shape) []*signature { return s.news }, unknowns, paramsOf)
		}},
		"ReturnType": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return e.ofSignature(args[0], s, at, func(s *shape) []*signature { return s.calls }, wordAny, func(sig *signature) Type { return sig.result.get() })
		}},
		"InstanceType": {1, func(e *Evaluator, args []Type, s *Scope, at *syntax.TypeName) Type {
			return e.ofSignature(args[0], s, at, func(s *shape) []*signature { return s.news }, wordAny, func(sig *signature) Type { return sig.result.get() })
		}},
		"Uppercase":    casing(strings.ToUpper),
		"Lowercase":    casing(strings.ToLower),
		"Capitalize":   casing(first(strings.ToUpper)),
		"Uncapitalize": casing(first(strings.ToLower)),
	}
}

// partly are those of them that tell something of what is only partly known.
var partly = map[string]bool{"Omit": true, "Pick": true, "Partial": true, "Required": true, "Readonly": true, "$Component": true, "$Ref": true, "$WithoutRef": true}

// intrinsic evaluates a name of the language's own, or gives nil.
func (e *Evaluator) intrinsic(name string, t *syntax.TypeName, s *Scope) Type {
	row, ok := intrinsics[name]
	if !ok {
		return nil
	}
	args := e.arguments(t.Args, s)
	if len(args) != row.args {
		return nil
	}
	for _, a := range args {
		if o, isOdd := a.(*odd); isOdd && !partly[name] {
			return o
		}
	}
	return row.make(e, args, s, t)
}

// remarked sets or takes away the marks of members and of elements.
func (e *Evaluator) remarked(t Type, optional, readonly string) Type {
	element := func(of *lazy) *lazy {
		switch optional {
		case "+":
			return &lazy{eval: func() Type { return unite(of.get(), wordUndefined) }}
		case "-":
			return &lazy{eval: func() Type { return without(of.get(), wordUndefined) }}
		}
		return of
	}
	var all []Type
	for _, part := range parts(t) {
		part = e.reduced(part)
		switch of := part.(type) {
		case *list:
			all = append(all, &list{elem: element(of.elem), readonly: marks(of.readonly, readonly)})
		case *tuple:
			made := &tuple{readonly: marks(of.readonly, readonly)}
			for _, elem := range of.elems {
				switch l, isList := elem.of.get().(*list); {
				case !elem.rest:
					if elem.optional && optional == "-" {
						elem.of = element(elem.of)
					}
					elem.optional = marks(elem.optional, optional)
				case isList:
					elem.of = known(&list{elem: element(l.elem), readonly: l.readonly})
				}
				made.elems = append(made.elems, elem)
			}
			all = append(all, made)
		default:
			all = append(all, e.marked(part, func(m, was *member) {
				if m.optional && optional == "-" {
					m.is = element(was.of())
				}
				m.optional, m.readonly = marks(m.optional, optional), marks(m.readonly, readonly)
			}))
		}
	}
	return unite(all...)
}

// marked changes the marks of every member, of each part of a union by itself.
func (e *Evaluator) marked(t Type, change func(m, was *member)) Type {
	var all []Type
	for _, part := range parts(t) {
		switch part := part.(type) {
		case *object, *both, *param, *named, *odd, *keys, *access:
			made := &object{fill: func() *shape { return e.shapeOf(part).each(change) }}
			all = append(all, made)
		default:
			all = append(all, part)
		}
	}
	return unite(all...)
}

// filter keeps the members of a union that are assignable to by, or the others.
func (e *Evaluator) filter(from, by Type, keep bool, s *Scope, at syntax.Node) Type {
	var kept []Type
	members := parts(from)
	for _, m := range members {
		if m = e.reduced(m); m == Type(wordNever) {
			continue
		}
		if m == Type(wordAny) {
			return wordAny
		}
		switch m.(type) {
		case *keys, *param, *access:
			kept = append(kept, m) // what it will be is decided by the app
			continue
		}
		switch fits := e.assignable(m, by); {
		case fits == types.Undecided:
			return e.odd(s, at, "whether %s is kept cannot be decided", e.label(m))
		case (fits == types.Yes) == keep:
			kept = append(kept, m)
		}
	}
	return unite(kept...)
}

func awaited(t Type) Type {
	var all []Type
	for _, m := range parts(t) {
		if n, ok := m.(*named); ok && (n.name == "Promise" || n.name == "PromiseLike") && len(n.args) == 1 {
			m = awaited(n.args[0])
		}
		all = append(all, m)
	}
	return unite(all...)
}

func paramsOf(sig *signature) Type {
	out := &tuple{}
	for _, p := range sig.params {
		if p.rest && len(sig.params) == 1 {
			return p.of.get()
		}
		out.elems = append(out.elems, element(p))
	}
	return out
}

// unknowns is a list of which nothing is known: the parameters of any.
var unknowns = &list{elem: known(wordUnknown)}

// ofSignature takes something from the last signature of each part of a type; ofAny is what
// that is of any.
func (e *Evaluator) ofSignature(t Type, s *Scope, at syntax.Node, which func(*shape) []*signature, ofAny Type, take func(*signature) Type) Type {
	var all []Type
	for _, part := range parts(t) {
		switch part {
		case wordAny:
			return ofAny
		case wordNever:
			continue
		}
		sigs := which(e.shapeOf(part))
		if len(sigs) == 0 {
			if n, ok := part.(*named); ok {
				return &named{name: Written(s.Module, at), from: n.from, at: n.at}
			}
			return e.odd(s, at, "%s cannot be called", e.label(part))
		}
		all = append(all, take(sigs[len(sigs)-1]))
	}
	return unite(all...)
}

// conditional evaluates A extends B ? X : Y; where A is a type parameter, for
// each member of a union by itself.
func (e *Evaluator) conditional(t *syntax.ConditionalType, s *Scope) Type {
	if n, ok := unparen(t.Check).(*syntax.TypeName); ok && len(n.Args) == 0 {
		if id, ok := n.Name.(*syntax.Ident); ok {
			if bound, ok := s.typeOf(id.Name); ok {
				if bound == Type(wordNever) {
					return wordNever
				}
				members := possible(bound)
				var all []Type
				for _, m := range members {
					if m = e.reduced(m); m == Type(wordNever) {
						continue
					}
					inner := s
					if len(members) > 1 {
						inner = s.with(binding{id.Name, m})
					}
					all = append(all, e.choose(t, inner, m))
				}
				return unite(all...)
			}
		}
	}
	return e.choose(t, s, e.Type(t.Check, s))
}

func (e *Evaluator) choose(t *syntax.ConditionalType, s *Scope, check Type) Type {
	check = settledOn(check)
	switch of := check.(type) {
	case *odd:
		return of
	case *param:
		members := possible(check)
		if len(members) == 1 && members[0] == check {
			break
		}
		var all []Type
		for _, m := range members {
			all = append(all, e.choose(t, s, m))
		}
		return unite(all...)
	}
	vars, names := e.inferred(t.Extends, s)
	inner := s
	if len(vars) > 0 {
		with := s.with(make([]binding, len(vars))...)
		for i, v := range vars {
			with.types[i] = binding{names[i], v}
		}
		found := asking(vars)
		e.infer(check, e.Type(t.Extends, with), found, 0)
		if e.looks > maxLooks {
			return e.odd(s, t, "what %s is made of is too much to infer from", Clip(Written(s.Module, t.Check)))
		}
		inner = s.with(make([]binding, len(vars))...)
		for i, v := range vars {
			inner.types[i] = binding{names[i], wordUnknown}
			if of := found[v].settle(); of != nil {
				if v.constraint != nil && e.assignable(of, v.constraint.get()) == types.No {
					return e.Type(t.Else, s)
				}
				inner.types[i].of = of
			} else if v.constraint != nil {
				inner.types[i].of = v.constraint.get()
			}
		}
	}
	if check == Type(wordAny) {
		return unite(e.Type(t.Then, inner), e.Type(t.Else, s))
	}
	extends := e.Type(t.Extends, inner)
	switch e.assignable(check, extends) {
	case types.Yes:
		return e.Type(t.Then, inner)
	case types.No:
		return e.Type(t.Else, s)
	}
	free, given := check.(*param)
	_, asked := extends.(*param)
	if (given || asked) && len(vars) == 0 {
		// The app decides, by what it gives: it is one or the other. What a default says
		// holds for most.
		then, otherwise := e.Type(t.Then, s), e.Type(t.Else, s)
		if writtenOut(t.Then) && writtenOut(t.Else) {
			usually := types.Undecided
			if given && free.fallback != nil {
				usually = e.assignable(free.fallback.get(), extends)
			}
			thenUnsure, elseUnsure := unsureBeside(then, otherwise), unsureBeside(otherwise, then)
			if usually != types.No {
				then = thenUnsure
			}
			if usually != types.Yes {
				otherwise = elseUnsure
			}
		}
		return unite(then, otherwise)
	}
	return e.odd(s, t, "whether %s extends %s cannot be decided", Clip(Written(s.Module, t.Check)), Clip(Written(s.Module, t.Extends)))
}

func writtenOut(t syntax.Type) bool {
	_, ok := unparen(t).(*syntax.ObjectType)
	return ok
}

// unsureBeside is an object type that holds or another one does, by what the app gives
// elsewhere: of members that the other does not require it is not known whether they may
// be left out.
func unsureBeside(of, beside Type) Type {
	o, ok := of.(*object)
	other, too := beside.(*object)
	if !ok || !too {
		return of
	}
	doubted := func(m *member) bool {
		also := other.get().member(m.name)
		return !m.optional && !m.unsure && (also == nil || also.optional)
	}
	if len(o.get().bases)+len(other.get().bases) > 0 || !slices.ContainsFunc(o.shape.members, doubted) {
		return of
	}
	made := &shape{indexes: o.shape.indexes, calls: o.shape.calls, news: o.shape.news}
	for _, m := range o.shape.members {
		if doubted(m) {
			m.of() // its type is made once
			copied := *m
			copied.unsure = true
			m = &copied
		}
		made.add(m)
	}
	return &object{fill: func() *shape { return made }}
}

// finite reports whether a type is a set of values.
func finite(t Type) bool {
	for _, m := range values(t) {
		if !isLiteral(m) && m != Type(wordUndefined) && m != Type(wordNull) {
			return false
		}
	}
	return true
}

// possible gives the members of a union; those of the constraint of a parameter that
// lists values, for the app chooses among them.
func possible(t Type) []Type {
	if p, ok := settledOn(t).(*param); ok && p.constraint != nil && finite(p.constraint.get()) {
		t = p.constraint.get()
	}
	return values(t)
}

// values gives the members of a union, true and false for boolean.
func values(t Type) (list []Type) {
	for _, m := range parts(t) {
		if m == Type(wordBoolean) {
			list = append(list, no, yes)
		} else {
			list = append(list, m)
		}
	}
	return list
}

// inferred gives the parameters that infer declares in a type. What stands for
// the rest of a list is a list, what stands in a template a text.
func (e *Evaluator) inferred(t syntax.Type, s *Scope) (vars []*param, names []string) {
	stands := map[*syntax.InferType]Type{}
	note := func(t syntax.Type, of Type) {
		if i, ok := unparen(t).(*syntax.InferType); ok {
			stands[i] = of
		}
	}
	syntax.Walk(t, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.FuncType:
			for _, p := range n.Params {
				if p.Rest {
					note(p.Type, &list{elem: known(wordUnknown)})
				}
			}
		case *syntax.TupleType:
			for _, elem := range n.Elems {
				if elem.Rest {
					note(elem.Type, &list{elem: known(wordUnknown)})
				}
			}
		case *syntax.TemplateType:
			for _, hole := range n.Types {
				note(hole, wordString)
			}
		case *syntax.InferType:
			i := slices.Index(names, n.Param.Name.Name)
			if i < 0 {
				i = len(vars)
				vars, names = append(vars, &param{name: n.Param.Name.Name}), append(names, n.Param.Name.Name)
			}
			switch {
			case n.Param.Constraint != nil:
				vars[i].constraint = e.later(n.Param.Constraint, s)
			case stands[n] != nil && vars[i].constraint == nil:
				vars[i].constraint = known(stands[n])
			}
		}
		return true
	})
	return vars, names
}

// candidates are what each type parameter asked for may be.
type candidates map[*param]*candidate

// candidate is what one may be: by what is given out, and by what is taken in,
// which all must fit.
type candidate struct {
	out, in []Type
	taking  bool // the place looked at is that of a parameter
}

// asking asks for type parameters of which nothing is known yet.
func asking(params []*param) candidates {
	found := candidates{}
	for _, p := range params {
		found[p] = &candidate{}
	}
	return found
}

func (c *candidate) add(t Type) {
	if c.taking {
		c.in = append(c.in, t)
	} else {
		c.out = append(c.out, t)
	}
}

// settle is the type that fits all candidates, or nil.
func (c *candidate) settle() Type {
	switch {
	case len(c.out) > 0:
		return unite(c.out...)
	case len(c.in) > 0:
		return intersect(c.in...)
	}
	return nil
}

// told counts what is known of one.
func (c *candidate) told() int { return len(c.out) + len(c.in) }

func (c candidates) told() map[*param]int {
	counts := make(map[*param]int, len(c))
	for p, of := range c {
		counts[p] = of.told()
	}
	return counts
}

// turn goes into the parameters of a function, or out of them.
func (c candidates) turn() {
	for _, of := range c {
		of.taking = !of.taking
	}
}

// Bounds on inference: how deep it looks into two types, and how often.
const (
	maxInfer = 12
	maxLooks = 20000
)

// infer collects what type parameters must be for from to be a to.
func (e *Evaluator) infer(from, to Type, found candidates, depth int) {
	if depth == 0 {
		e.looks = 0
	}
	if depth > maxInfer || e.looks > maxLooks || !mentions(to, found, 0) {
		return
	}
	e.looks++
	depth++
	switch to := to.(type) {
	case *param:
		from = settledOn(from)
		if c := found[to]; c != nil && from != nil {
			c.add(from)
		}
	case *union:
		// What the target names outright is not for its parameters.
		var bare []*param
		var left []Type
		for _, m := range to.list {
			if p, ok := m.(*param); ok {
				if found[p] != nil {
					bare = append(bare, p)
				}
			}
		}
		for _, f := range parts(from) {
			taken := false
			for _, m := range to.list {
				if identity(m) == identity(f) {
					taken = true
				} else if _, isParam := m.(*param); !isParam {
					before := count(found)
					e.infer(f, m, found, depth)
					taken = taken || count(found) > before
				}
			}
			if !taken {
				left = append(left, f)
			}
		}
		if len(bare) == 1 && len(left) > 0 {
			found[bare[0]].add(unite(left...))
		}
	case *both:
		for _, m := range to.list {
			e.infer(from, m, found, depth)
		}
	case *component:
		if props := e.erasedProps(from); props != nil {
			e.infer(props, to.props.get(), found, depth)
		}
	case *list:
		switch from := from.(type) {
		case *list:
			e.infer(from.elem.get(), to.elem.get(), found, depth)
		case *tuple:
			e.infer(tupleAt(from, wordNumber), to.elem.get(), found, depth)
		}
	case *tuple:
		e.inferTuple(from, to, found, depth)
	case *texts:
		if l, ok := from.(literal); ok {
			matchTexts(l.value, to, func(hole Type, value string) { e.infer(spelled(value, hole), hole, found, depth) })
		}
	case *named:
		if from, ok := from.(*named); ok && from.name == to.name && from.from == to.from {
			for i := range min(len(from.args), len(to.args)) {
				e.infer(from.args[i], to.args[i], found, depth)
			}
		}
	case *object:
		if f, ok := from.(*object); ok && f.key != nil && f.key == to.key {
			for i := range min(len(f.args), len(to.args)) {
				e.infer(f.args[i], to.args[i], found, depth)
			}
			return
		}
		if u, ok := from.(*union); ok {
			for _, m := range u.list {
				e.infer(m, to, found, depth)
			}
			return
		}
		pair := [2]any{identity(from), to}
		if e.inferring[pair] {
			return
		}
		e.inferring[pair] = true
		if to.over != nil && found[to.over.by] != nil && !isWord(from) {
			e.infer(e.keysOf(from), to.over.by, found, depth)
			for _, m := range e.shapeOf(from).members {
				e.infer(m.of().get(), to.over.of.get(), found, depth)
			}
			delete(e.inferring, pair)
			return
		}
		e.inferShape(from, to, found, depth)
		delete(e.inferring, pair)
	case *access:
		// Nothing can be said of T from T[K].
	}
}

// spelled is the value that a text in a template spells: a number or a word where
// the parameter there asks for one, else the text.
func spelled(value string, hole Type) Type {
	p, ok := hole.(*param)
	if !ok || p.constraint == nil {
		return text(value)
	}
	for _, asked := range parts(p.constraint.get()) {
		var of Type
		switch asked {
		case wordNumber:
			of = numberOf(value)
		case wordBigInt:
			of = literal{of: types.BigInt, value: value + "n"}
		case wordBoolean:
			of = literal{of: types.Boolean, value: value}
		default:
			of = asked
		}
		// Only what is spelled as the language spells it counts.
		if l, ok := of.(literal); ok && strings.TrimSuffix(l.value, "n") == value && (l.of != types.Boolean || value == "true" || value == "false") && (l.of != types.BigInt || isDigits(value)) {
			return l
		}
	}
	return text(value)
}

func isDigits(s string) bool {
	return s != "" && strings.IndexFunc(s, func(r rune) bool { return r < '0' || r > '9' }) < 0
}

// mentions reports whether a type may hold one of the parameters asked for:
// nothing is learned from others. Declared objects tell by their arguments.
func mentions(t Type, found candidates, depth int) bool {
	any := func(list []Type) bool {
		return slices.ContainsFunc(list, func(m Type) bool { return mentions(m, found, depth+1) })
	}
	if depth > maxInfer {
		return false
	}
	switch t := t.(type) {
	case *param:
		return found[t] != nil
	case *union:
		return any(t.list)
	case *both:
		return any(t.list)
	case *texts:
		return any(t.types)
	case *named:
		return any(t.args)
	case *list:
		return mentions(t.elem.get(), found, depth+1)
	case *component:
		return mentions(t.props.get(), found, depth+1)
	case *tuple:
		return slices.ContainsFunc(t.elems, func(x element) bool { return mentions(x.of.get(), found, depth+1) })
	case *object:
		return t.key == nil && t.where == nil || any(t.args)
	}
	return false
}

func count(found candidates) (n int) {
	for _, c := range found {
		n += c.told()
	}
	return n
}

func (e *Evaluator) inferTuple(from Type, to *tuple, found candidates, depth int) {
	source, ok := from.(*tuple)
	if !ok {
		return
	}
	for i, elem := range to.elems {
		switch {
		case elem.rest:
			after := len(to.elems) - i - 1
			rest := &tuple{}
			for j := i; j < len(source.elems)-after; j++ {
				rest.elems = append(rest.elems, source.elems[j])
			}
			e.infer(rest, elem.of.get(), found, depth)
			for j := range after {
				if k := len(source.elems) - after + j; k >= i && k < len(source.elems) {
					e.infer(source.elems[k].of.get(), to.elems[i+1+j].of.get(), found, depth)
				}
			}
			return
		case i < len(source.elems):
			e.infer(source.elems[i].of.get(), elem.of.get(), found, depth)
		}
	}
}

func (e *Evaluator) inferShape(from Type, to *object, found candidates, depth int) {
	target := to.get()
	switch from.(type) {
	case word, literal, *named, *odd:
		return
	}
	source := e.shapeOf(from)
	for _, m := range target.members {
		if other := source.member(m.name); other != nil {
			e.infer(other.of().get(), m.of().get(), found, depth)
		}
	}
	for _, i := range target.indexes {
		for _, m := range source.members {
			e.infer(m.of().get(), i.of.get(), found, depth)
		}
		for _, other := range source.indexes {
			e.infer(other.of.get(), i.of.get(), found, depth)
		}
	}
	for _, pair := range [][2][]*signature{{source.calls, target.calls}, {source.news, target.news}} {
		if len(pair[0]) > 0 && len(pair[1]) > 0 {
			e.inferSignature(pair[0][len(pair[0])-1], pair[1][len(pair[1])-1], found, depth)
		}
	}
}

func (e *Evaluator) inferSignature(from, to *signature, found candidates, depth int) {
	found.turn()
	for i, p := range to.params {
		if p.rest {
			rest := &tuple{}
			for _, q := range from.params[min(i, len(from.params)):] {
				rest.elems = append(rest.elems, element(q))
			}
			var of Type = rest
			if len(rest.elems) == 1 && rest.elems[0].rest {
				of = rest.elems[0].of.get()
			}
			e.infer(of, p.of.get(), found, depth)
			break
		}
		if t := from.at(i); t != nil {
			e.infer(t, p.of.get(), found, depth)
		}
	}
	found.turn()
	e.infer(from.result.get(), to.result.get(), found, depth)
}

// matchTexts matches a text with a template, each hole as short as can be, and
// gives what the holes hold; false where it does not match.
func matchTexts(value string, to *texts, hole func(t Type, value string)) bool {
	if !strings.HasPrefix(value, to.parts[0]) {
		return false
	}
	value = value[len(to.parts[0]):]
	type filled struct {
		t     Type
		value string
	}
	var all []filled
	for i, t := range to.types {
		next := to.parts[i+1]
		at := 0
		switch {
		case i == len(to.types)-1:
			if !strings.HasSuffix(value, next) {
				return false
			}
			at = len(value) - len(next)
		case next == "":
			if value == "" {
				return false
			}
			at = len([]byte(string([]rune(value)[:1])))
		default:
			if at = strings.Index(value, next); at < 0 {
				return false
			}
		}
		all = append(all, filled{t, value[:at]})
		value = value[at+len(next):]
	}
	for _, f := range all {
		hole(f.t, f.value)
	}
	return true
}

// instantiate gives type arguments to what can be called or constructed.
func (e *Evaluator) instantiate(of Type, args []Type) Type {
	if len(args) == 0 {
		return of
	}
	switch of.(type) {
	case *object, *both:
	default:
		return of
	}
	from := e.shapeOf(of)
	set := func(sigs []*signature) (out []*signature) {
		for _, sig := range sigs {
			if len(sig.typeParams) < len(args) {
				continue
			}
			by := map[*param]Type{}
			for i, p := range sig.typeParams {
				switch {
				case i < len(args):
					by[p] = args[i]
				case p.fallback != nil:
					by[p] = e.substitute(p.fallback.get(), by, 0)
				default:
					by[p] = wordUnknown
				}
			}
			out = append(out, e.given(sig, by))
		}
		return out
	}
	made := &shape{members: from.members, indexes: from.indexes, calls: set(from.calls), news: set(from.news), natives: from.natives, bases: from.bases}
	return &object{shape: made}
}
