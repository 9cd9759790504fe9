// Package evaluate turns types as written in source into types of the type
// language, across the files of a package and of those that it imports: names
// are followed to their declarations, generic ones are given their arguments,
// and what is computed from other types (picked, mapped, chosen by a condition)
// is computed, by the rules of the TypeScript language. What cannot be known is
// said with its place and gives no type; a name of a package that is not there
// stays a named unknown.
package evaluate

import (
	"fmt"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// Names is what a framework's own names mean, whether its type package is there
// or not. They are declared in the modules of modules.Set.Known, in terms of
// the names that the language has no declaration for: Content, Component<P>,
// Ref<T>, Style and PropsOf<T>.
type Names struct {
	// Global gives the module that a namespace without import stands for.
	Global map[string]string
	// Style is the interface of a known module that inline styles are.
	Style string
	// Native reports whether an interface of a known module is a set of native
	// attributes, and of which element, "" for any.
	Native func(name string) (element string, ok bool)
	// Identity holds the interfaces of known modules that say nothing but what the
	// framework itself takes of any component: what an instance is known by.
	Identity map[string]bool
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
	// Odd is what was not understood in the types given out so far.
	Odd []Odd

	declared  map[declaration]Type             // of declarations without type arguments
	instances map[instance]Type                // of those with
	out       map[Type]givenOut                // types given out before
	shared    map[memberType]givenOut          // types of members given out before
	lasting   *lasting                         // the same of members that are what they are written as; they stay
	pool      *types.Pool                      // of the types given out
	left      map[uint64][]string              // out of sets of native attributes, one of each list
	fixed     map[*syntax.ObjectType][]*member // members of generic types that are the same with all arguments, by their places; nil where it is not known, varies where they are not
	always    map[*syntax.ObjectType][]*member // the same of known modules
	lists     map[uint64][]Type                // members of unions, one of each list
	inferring map[[2]any]bool                  // pairs that are being inferred from
	framework map[*modules.Module]string       // names of known modules
	meanings  *meanings                        // of names that were given out
	elements  *shape                           // native elements with their attributes; nil until asked for
	apart     []apart                          // of known modules, in the order of being looked at
	looks     int                              // of the inference at hand
	erasing   bool                             // a type parameter stands for its constraint, whatever its default
	depth     int
	weight    int // of what was evaluated so far, in bytes
	steps     int // since depth was 0
}

// declaration names one declared thing: a name in a module, as a type or as a value.
type declaration struct {
	module *modules.Module
	name   string
	value  bool
}

// instance is a generic declaration with its arguments, by their identity.
type instance struct {
	declaration
	args identifiedArgs
}

// identifiedArgs are the identities of type arguments; of more than these, types are made
// anew each time.
type identifiedArgs [4]any

func identified(args []Type) (by identifiedArgs, ok bool) {
	if len(args) > len(by) {
		return by, false
	}
	for i, a := range args {
		by[i] = identity(a)
	}
	return by, true
}

// givenOut is a type as it was given out, with what was not understood in it.
type givenOut struct {
	plain types.Type
	odd   []Odd
}

// memberType is the type of a member, which many components may share.
type memberType struct {
	of       *lazy
	optional bool
}

// New makes an evaluator.
func New(set *modules.Set, names Names) *Evaluator {
	return &Evaluator{Set: set, Names: names, framework: knownNames(set), declared: map[declaration]Type{}, instances: map[instance]Type{}, out: map[Type]givenOut{}, inferring: map[[2]any]bool{}, fixed: map[*syntax.ObjectType][]*member{}, always: map[*syntax.ObjectType][]*member{}, shared: map[memberType]givenOut{}, lasting: &lasting{map[string]int32{}, map[writtenType]types.Type{}, map[writtenType][]Odd{}, map[declaredAt]bool{}}, pool: types.NewPool(), meanings: &meanings{byName: map[string]string{}, types: map[string]Type{}, nodes: map[declaredAt]*meaning{}}, left: map[uint64][]string{}, lists: map[uint64][]Type{}}
}

// Bounds on evaluation. Real libraries stay a hundredfold below them.
const (
	maxDepth   = 400    // how deep types are followed
	maxSteps   = 400000 // how many types one answer is made of
	maxMembers = 5000   // members of one set of props
	maxProduct = 128    // intersections that a product of unions gives
)

// Scope is where a type stands: its module, and what the names of type
// parameters and of values around it stand for.
type Scope struct {
	Module *modules.Module
	outer  *Scope
	types  []binding
	values map[string]*lazy
	local  map[string]*localType // types that are declared in a body
}

// localType is a type that is declared in the body of a function: what it means may
// depend on the function's type parameters.
type localType struct {
	decls []modules.Declared
	in    *Scope
	made  map[identifiedArgs]Type
}

// binding is what the name of a type stands for.
type binding struct {
	name string
	of   Type
}

// In is the scope at the top of a module.
func In(m *modules.Module) *Scope { return &Scope{Module: m} }

// with is the scope in which type names stand for types.
func (s *Scope) with(bound ...binding) *Scope {
	return &Scope{Module: s.Module, outer: s, types: bound}
}

// typeOf is what a type parameter, or a name that stands for a type, stands for.
func (s *Scope) typeOf(name string) (Type, bool) {
	of, _ := s.typeNamed(name)
	return of, of != nil
}

// typeNamed is what the name of a type stands for in the scope, or where it is declared in
// a body around; of the two the nearer.
func (s *Scope) typeNamed(name string) (Type, *localType) {
	for ; s != nil; s = s.outer {
		for i := range s.types {
			if s.types[i].name == name {
				return s.types[i].of, nil
			}
		}
		if l := s.local[name]; l != nil {
			return nil, l
		}
	}
	return nil, nil
}

func (s *Scope) valueOf(name string) (*lazy, bool) {
	for ; s != nil; s = s.outer {
		if v, ok := s.values[name]; ok {
			return v, true
		}
	}
	return nil, false
}

// free reports whether nothing in a type as written is bound in the scope: neither
// the name of a type nor that of a value.
func (s *Scope) free(t syntax.Type) bool {
	free := true
	syntax.Walk(t, func(n syntax.Node) bool {
		if id, ok := n.(*syntax.Ident); ok && free {
			of, local := s.typeNamed(id.Name)
			_, asValue := s.valueOf(id.Name)
			free = of == nil && local == nil && !asValue
		}
		return free
	})
	return free
}

// WithParams is the scope in which type parameters stand for themselves.
func (e *Evaluator) WithParams(s *Scope, params []*syntax.TypeParam) *Scope {
	inner, _ := e.free(s, params)
	return inner
}

// free binds type parameters to themselves.
func (e *Evaluator) free(s *Scope, params []*syntax.TypeParam) (*Scope, []*param) {
	if len(params) == 0 {
		return s, nil
	}
	inner := s.with(make([]binding, len(params))...)
	list := make([]*param, len(params))
	for i, p := range params {
		list[i] = e.param(p, inner)
		inner.types[i] = binding{p.Name.Name, list[i]}
	}
	return inner, list
}

func (e *Evaluator) param(p *syntax.TypeParam, s *Scope) *param {
	made := &param{name: p.Name.Name, exact: p.Modifiers.Has(syntax.Const)}
	if p.Constraint != nil {
		made.constraint = e.later(p.Constraint, s)
	}
	if p.Default != nil {
		made.fallback = e.later(p.Default, s)
	}
	return made
}

// bind is the scope of a generic declaration with its arguments, and what more
// is bound in it; a missing argument is the parameter's default, or the parameter
// itself.
func (e *Evaluator) bind(scope *Scope, params []*syntax.TypeParam, args []Type, more ...binding) *Scope {
	if len(params)+len(more) == 0 {
		return scope
	}
	inner := scope.with(make([]binding, len(params), len(params)+len(more))...)
	for i, p := range params {
		inner.types[i].name = p.Name.Name
		if i < len(args) {
			inner.types[i].of = args[i]
		} else {
			inner.types[i].of = e.param(p, inner)
		}
	}
	for i := len(args); i < len(params); i++ {
		if params[i].Default != nil {
			inner.types[i].of = e.Type(params[i].Default, inner)
		}
	}
	inner.types = append(inner.types, more...)
	return inner
}

// enter guards the depth and the length of evaluation.
func (e *Evaluator) enter() (why string) {
	if e.depth == 0 {
		e.steps = 0
	}
	e.depth++
	e.steps++
	e.weight += typeWeight
	switch {
	case e.steps > maxSteps:
		return fmt.Sprintf("the type is made of more than %d types", maxSteps)
	case e.depth > maxDepth:
		return fmt.Sprintf("the type is nested more than %d declarations deep", maxDepth)
	}
	return ""
}

// Weight is about how many bytes the types hold that were evaluated so far.
func (e *Evaluator) Weight() int { return e.weight }

// What things hold on average, in bytes, with the places where they are listed.
const (
	typeWeight   = 120 // a type that was looked at
	memberWeight = 90  // a member
	placeWeight  = 24  // a member of a type that others have too
	keyWeight    = 64  // a name that keyof gives
)

func (e *Evaluator) leave() { e.depth-- }

// Written gives a type as it stands in the source, blanks folded.
func Written(m *modules.Module, t syntax.Node) string {
	if t == nil {
		return ""
	}
	return strings.Join(strings.Fields(m.Source[t.Pos():t.Stop()]), " ")
}

// Clip shortens a text to at most 80 characters, for messages.
func Clip(s string) string {
	if len(s) <= 80 {
		return s
	}
	if r := []rune(s); len(r) > 80 {
		return string(r[:79]) + "…"
	}
	return s
}

func (e *Evaluator) odd(s *Scope, n syntax.Node, format string, args ...any) Type {
	return &odd{at: s.Module.Place(n), name: Clip(Written(s.Module, n)), why: fmt.Sprintf(format, args...)}
}

// PlainType evaluates a type to one of the type language; nil where it cannot
// be known, with the reason in Odd.
func (e *Evaluator) PlainType(t syntax.Type, s *Scope) types.Type {
	if t == nil {
		return types.Any // what has no type takes any
	}
	return e.Plain(e.Type(t, s))
}
