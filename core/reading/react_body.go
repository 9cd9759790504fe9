// This file reads what a React component does with its props: defaults, root,
// forwarded attributes, fallbacks.

package reading

import (
	"encoding/json"
	"iter"
	"reflect"
	"regexp"
	"strings"
	"unicode"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// taken is how a component takes its props apart.
type taken struct {
	byName map[string]*syntax.PatternProp // by the prop's spelling
	order  []string
	rest   string  // local name of what is left over
	props  string  // local name of all props, "" where they are taken apart at once
	merged *merged // the call that handed them back; nil for none
}

// takenOf looks at the first parameter of a function, or at this.props in a
// class, and at what the body takes from it.
func takenOf(m *made) *taken {
	t := &taken{byName: map[string]*syntax.PatternProp{}}
	if m.class != nil {
		t.props = "this.props"
		syntax.Walk(m.class, func(n syntax.Node) bool {
			if v, ok := n.(*syntax.VarDecl); ok {
				t.from(v)
			}
			return true
		})
		return t
	}
	if m.fn == nil || len(m.fn.Params) == 0 {
		return t
	}
	switch p := m.fn.Params[0].Name.(type) {
	case *syntax.ObjectPattern:
		t.pattern(p)
	case *syntax.Ident:
		t.props = p.Name
		if m.fn.Body == nil {
			break
		}
		for _, s := range m.fn.Body.Body {
			if v, ok := s.(*syntax.VarDecl); ok {
				t.from(v)
			}
		}
	}
	return t
}

// from notes const { a, b } = props.
func (t *taken) from(v *syntax.VarDecl) {
	for _, d := range v.Decls {
		o, pattern := d.Name.(*syntax.ObjectPattern)
		if !pattern || d.Value == nil {
			continue
		}
		switch x := d.Value.(type) {
		case *syntax.Ident:
			if x.Name == t.props {
				t.pattern(o)
			}
		case *syntax.Member:
			if dotted(x) == t.props {
				t.pattern(o)
			}
		}
	}
}

func (t *taken) pattern(o *syntax.ObjectPattern) {
	for _, p := range o.Props {
		if p.Rest {
			if id, ok := p.Target.(*syntax.Ident); ok {
				t.rest = id.Name
			}
			continue
		}
		if name, ok := syntax.KeyName(p.Key); ok {
			if t.byName[name] == nil {
				t.order = append(t.order, name)
			}
			t.byName[name] = p
		}
	}
}

// local gives the local name of a prop, "" where it has none.
func (t *taken) local(name string) string {
	if p := t.byName[name]; p != nil {
		if id, ok := p.Target.(*syntax.Ident); ok {
			return id.Name
		}
	}
	return ""
}

// shape is what can be known of untyped props: the names taken apart. Where the
// props are kept as a whole, more of them may be taken.
func (t *taken) shape(m *made) *evaluate.Shape {
	s := &evaluate.Shape{}
	if t.props != "" {
		var at syntax.Node = m.class
		if m.class == nil {
			at = m.fn.Params[0]
		}
		s.Bases = append(s.Bases, evaluate.Base{Name: t.props, At: m.module.Place(at)})
	}
	for _, name := range t.order {
		if name == "" {
			continue // cannot be given by name
		}
		s.Members = append(s.Members, evaluate.Member{Name: name, Optional: true, At: m.module.Place(t.byName[name])})
	}
	return s
}

// defaults gives the static table of defaults of a component, or nil, with the
// module that it stands in.
func (r *reader) defaults(m *made) (*syntax.Object, *modules.Module) {
	if p, ok := r.static(m, "defaultProps"); ok {
		if o, in, ok := r.objectOf(p.module, p.value, 0); ok {
			return o, in
		}
	}
	return nil, nil
}

// defaultOf gives the default of a prop. Where several stand side by side, the
// static table is filled in first, then the table that a call fills in, so what
// follows in the body never comes to pass; the documentation speaks where nothing
// else does.
func (s *sorter) defaultOf(name string, d doc) contract.Default {
	for i := len(s.m.layers) - 1; i >= 0; i-- {
		if table, in := s.r.defaults(s.m.layers[i].outer); table != nil {
			if x, at := s.r.lookup(in, table, name, 0); x != nil {
				return defaultValue(at, x)
			}
		}
	}
	if s.defaults != nil {
		if x, at := s.r.lookup(s.tableIn, s.defaults, name, 0); x != nil {
			return defaultValue(at, x)
		}
	}
	if m := s.taken.merged; m != nil && m.table != nil {
		if p := m.table.Lookup(name); p != nil {
			return defaultValue(m.tableIn, p.Value)
		}
	}
	if p := s.taken.byName[name]; p != nil && p.Default != nil {
		return defaultValue(s.m.module, p.Default)
	}
	if s.body != nil {
		if x := s.body.assigned[s.localOf(name)]; x != nil {
			return defaultValue(s.m.module, x)
		}
	}
	if d.fallback != "" {
		return documented(d.fallback)
	}
	if s.body == nil && s.m.styled == nil {
		return contract.Default{Kind: contract.DefaultUnknown}
	}
	return contract.Default{}
}

// localOf is the text by which the body names a prop.
func (s *sorter) localOf(name string) string {
	if local := s.taken.local(name); local != "" {
		return local
	}
	return s.taken.props + "." + name
}

// defaultValue is a default as an expression of a module gives it.
func defaultValue(m *modules.Module, x syntax.Expr) contract.Default {
	if v, ok := literalValue(x); ok {
		if v == nil {
			if id, ok := x.(*syntax.Ident); ok && id.Name == "undefined" {
				return contract.Default{}
			}
		}
		return contract.Default{Kind: contract.DefaultValue, Value: v}
	}
	return contract.Default{Kind: contract.DefaultExpression, Expression: evaluate.Written(m, x)}
}

// documented is a default as the documentation writes it.
func documented(written string) contract.Default {
	f := syntax.Parse("default.ts", "("+written+")")
	if len(f.Errors) == 0 && len(f.Body) == 1 {
		if e, ok := f.Body[0].(*syntax.ExprStmt); ok {
			if v, ok := literalValue(e.X); ok {
				return contract.Default{Kind: contract.DefaultValue, Value: v}
			}
		}
	}
	return contract.Default{Kind: contract.DefaultExpression, Expression: written}
}

// literalValue gives the JSON value of a literal expression.
func literalValue(x syntax.Expr) (any, bool) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Literal:
		switch x.Kind {
		case syntax.StringLiteral:
			return x.Value, true
		case syntax.BooleanLiteral:
			return x.Value == "true", true
		case syntax.NullLiteral:
			return nil, true
		case syntax.NumberLiteral:
			if json.Valid([]byte(x.Value)) {
				return json.Number(x.Value), true
			}
		}
	case *syntax.Unary:
		if l, ok := x.X.(*syntax.Literal); ok && x.Op == "-" && l.Kind == syntax.NumberLiteral && json.Valid([]byte(l.Value)) {
			return json.Number("-" + l.Value), true
		}
	case *syntax.Ident:
		if x.Name == "undefined" {
			return nil, true
		}
	case *syntax.Template:
		if len(x.Exprs) == 0 && !strings.Contains(x.Texts[0], `\`) {
			return x.Texts[0], true
		}
	case *syntax.Array:
		list := []any{}
		for _, elem := range x.Elems {
			if elem == nil {
				return nil, false
			}
			v, ok := literalValue(elem)
			if !ok {
				return nil, false
			}
			list = append(list, v)
		}
		return list, true
	case *syntax.Object:
		m := map[string]any{}
		for _, p := range x.Props {
			if p.Kind != syntax.InitProperty || p.Shorthand {
				return nil, false
			}
			name, ok := syntax.KeyName(p.Key)
			v, known := literalValue(p.Value)
			if !ok || !known {
				return nil, false
			}
			m[name] = v
		}
		return m, true
	}
	return nil, false
}

func jsonNumber(s string) any {
	if json.Valid([]byte(s)) {
		return json.Number(s)
	}
	return s
}

// use is what the body does with one prop.
type use struct {
	fallback contract.Fact
	inLoop   contract.Fact
	root     bool
}

// body is the facts gathered in one walk over a component's function.
type body struct {
	fallback map[string]bool // local names drawn with something to stand in
	drawn    map[string]bool // local names that occur
	looped   map[string]bool // local names that occur inside a call of map
	tags     map[string]bool // local names used as the outermost tag
	spreads  []spread
	roots    []syntax.Expr
	assigned map[string]syntax.Expr   // what a name that is not given becomes
	values   map[string][]syntax.Expr // what names of the body are bound or assigned to
	funcs    map[string]*syntax.Func  // its functions, "this.x" for methods
	made     map[*syntax.Call]*syntax.Element
	handed   bool // all attributes that are not named are handed to a call
}

func (b *body) use(t *taken, name string) use {
	local := t.local(name)
	if local == "" && t.props != "" {
		local = t.props + "." + name
	}
	u := use{root: b.tags[local]}
	switch {
	case !b.drawn[local]:
		u.fallback, u.inLoop = contract.Unknown, contract.Unknown
	default:
		u.fallback, u.inLoop = contract.FactOf(b.fallback[local]), contract.FactOf(b.looped[local])
	}
	return u
}

// body walks a component's function once.
func (r *reader) body(m *made, t *taken) *body {
	b := &body{fallback: map[string]bool{}, drawn: map[string]bool{}, looped: map[string]bool{}, tags: map[string]bool{}, assigned: map[string]syntax.Expr{},
		values: map[string][]syntax.Expr{}, funcs: map[string]*syntax.Func{}, made: map[*syntax.Call]*syntax.Element{}}
	spreads := func(x *syntax.Element) {
		for _, a := range x.Attrs {
			if a.Spread {
				b.spreads = append(b.spreads, spread{a.Value, x})
			}
		}
	}
	var walk func(n syntax.Node, looped bool)
	walk = func(n syntax.Node, looped bool) {
		switch n := n.(type) {
		case *syntax.Ident:
			b.drawn[n.Name] = true
			b.looped[n.Name] = b.looped[n.Name] || looped
		case *syntax.Member:
			if name := dotted(n); name != "" {
				b.drawn[name] = true
				b.looped[name] = b.looped[name] || looped
			}
		case *syntax.Binary:
			b.assign(n)
			if id, ok := syntax.Bare(n.X).(*syntax.Ident); ok && n.Op == "=" {
				b.bind(id, n.Y)
			}
			if n.Op == "&&" { // what is asked is not drawn
				walk(n.X, false)
				walk(n.Y, looped)
				return
			}
			if (n.Op == "??" || n.Op == "||") && draws(n.Y) {
				b.fallback[drawnName(n.X)] = true
			}
		case *syntax.Conditional:
			name := tested(n.If)
			if name != "" && draws(n.Else) && holdsName(n.Then, name) {
				b.fallback[name] = true
			}
			if name != "" && draws(n.Then) && holdsName(n.Else, name) {
				b.fallback[name] = true
			}
			walk(n.If, false)
			walk(n.Then, looped)
			walk(n.Else, looped)
			return
		case *syntax.Element:
			spreads(n)
		case *syntax.Declarator:
			b.bind(n.Name, n.Value)
		case *syntax.FuncDecl:
			if n.Func.Name != nil {
				b.funcs[n.Func.Name.Name] = n.Func
			}
		case *syntax.Call:
			if e := r.elementMade(m.module, n); e != nil {
				b.made[n] = e
				spreads(e)
			} else if assigning(n) == nil {
				for _, arg := range n.Args {
					whole, _ := b.holds(arg, t, maxHeld-1)
					b.handed = b.handed || whole
				}
			}
			if member, ok := n.Fun.(*syntax.Member); ok {
				if id, ok := member.Name.(*syntax.Ident); ok && (id.Name == "map" || id.Name == "flatMap") {
					walk(n.Fun, looped)
					for _, arg := range n.Args {
						walk(arg, true)
					}
					return
				}
			}
		}
		syntax.Children(n, func(child syntax.Node) { walk(child, looped) })
	}
	if m.fn.Body != nil {
		walk(m.fn.Body, false)
	}
	if m.fn.X != nil {
		walk(m.fn.X, false)
	}
	b.roots = givenBack(m.fn)
	if m.class != nil { // render may leave all of it to other methods
		for name, fn := range m.methods() {
			b.funcs["this."+name] = fn
			if fn == m.fn || name == "constructor" {
				continue
			}
			if fn.Body != nil {
				walk(fn.Body, false)
			} else if fn.X != nil {
				walk(fn.X, false)
			}
		}
	}
	elements, _ := b.outermost(r.provider(m.module))
	for _, x := range elements {
		if tag := tagName(x); isTagName(tag) || strings.Contains(tag, ".") {
			b.tags[tag] = true
		}
	}
	return b
}

// methods are the functions that the class of a component holds, by name.
func (m *made) methods() iter.Seq2[string, *syntax.Func] {
	return func(yield func(string, *syntax.Func) bool) {
		for _, member := range m.class.Members {
			name, ok := syntax.KeyName(member.Key)
			fn, isFunc := member.Value.(*syntax.Func)
			if ok && isFunc && !member.Modifiers.Has(syntax.Static) && !yield(name, fn) {
				return
			}
		}
	}
}

// bind notes what a name of the body is bound or assigned to.
func (b *body) bind(name syntax.Pattern, value syntax.Expr) {
	id, ok := name.(*syntax.Ident)
	if !ok || value == nil {
		return
	}
	if fn, isFunc := value.(*syntax.Func); isFunc {
		b.funcs[id.Name] = fn
	} else {
		b.values[id.Name] = append(b.values[id.Name], value)
	}
}

// assign notes x ??= y, x = x ?? y, and x ?? y where it is given a name or drawn.
func (b *body) assign(n *syntax.Binary) {
	switch n.Op {
	case "??=", "||=":
		b.becomes(drawnName(n.X), n.Y)
	case "??":
		if _, call := syntax.Bare(n.X).(*syntax.Call); call {
			return
		}
		if _, ok := literalValue(n.Y); ok {
			b.becomes(drawnName(n.X), n.Y)
		}
	}
}

// becomes notes what a name that is not given becomes; two that differ are no
// default.
func (b *body) becomes(name string, x syntax.Expr) {
	if name == "" {
		return
	}
	if before, known := b.assigned[name]; known {
		old, okOld := literalValue(before)
		now, okNow := literalValue(x)
		if !okOld || !okNow || !reflect.DeepEqual(old, now) {
			b.assigned[name] = nil
		}
		return
	}
	b.assigned[name] = x
}

// dotted gives a.b, and this.props.b.
func dotted(m *syntax.Member) string {
	name, named := m.Name.(*syntax.Ident)
	if !named {
		return ""
	}
	switch x := m.X.(type) {
	case *syntax.Ident:
		return x.Name + "." + name.Name
	case *syntax.Keyword:
		if x.Word == "this" {
			return "this." + name.Name
		}
	case *syntax.Member:
		if inner := dotted(x); inner == "this.props" {
			return inner + "." + name.Name
		}
	}
	return ""
}

// drawnName gives the name behind x, x() or x?.().
func drawnName(x syntax.Expr) string {
	x = syntax.Bare(x)
	if call, ok := x.(*syntax.Call); ok {
		return drawnName(call.Fun)
	}
	return dottedName(x)
}

// dottedName gives the name behind x, a.b and this.props.b.
func dottedName(x syntax.Expr) string {
	switch x := x.(type) {
	case *syntax.Ident:
		return x.Name
	case *syntax.Member:
		return dotted(x)
	}
	return ""
}

// tested gives the name that a condition asks for: x, !x, x != null and the like.
func tested(x syntax.Expr) string {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Unary:
		if x.Op == "!" {
			return tested(x.X)
		}
	case *syntax.Binary:
		if strings.HasPrefix(x.Op, "!=") || strings.HasPrefix(x.Op, "==") {
			return drawnName(x.X)
		}
	default:
		return drawnName(x)
	}
	return ""
}

// draws reports whether an expression shows something.
func draws(x syntax.Expr) bool {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Literal:
		return x.Kind == syntax.StringLiteral && x.Value != "" || x.Kind == syntax.NumberLiteral
	case *syntax.Ident:
		return x.Name != "undefined"
	case *syntax.Conditional:
		return draws(x.Then) || draws(x.Else)
	case *syntax.Bad:
		return false
	}
	return true
}

func holdsName(n syntax.Node, name string) bool {
	found := false
	syntax.Walk(n, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Ident:
			found = found || n.Name == name
		case *syntax.Member:
			found = found || dotted(n) == name
		}
		return !found
	})
	return found
}

func tagName(e *syntax.Element) string {
	switch n := e.Name.(type) {
	case *syntax.Ident:
		return n.Name
	case *syntax.Member:
		return dotted(n)
	}
	return ""
}

// propOf gives the prop that a local name was taken from.
func (t *taken) propOf(local string) string {
	for name, p := range t.byName {
		if id, ok := p.Target.(*syntax.Ident); ok && id.Name == local {
			return name
		}
	}
	return ""
}

// spelled gives how the prop is spelled that a name of the body stands for: taken from the
// props, or a member of them; "" for any other.
func (t *taken) spelled(name string) string {
	if rest, ok := strings.CutPrefix(name, t.props+"."); ok && t.props != "" {
		return rest
	}
	return t.propOf(name)
}

// isTagName reports whether a tag is a value in scope: one in lower case is
// always a native element, whatever is called so.
func isTagName(tag string) bool { return tag != "" && strings.ToLower(tag[:1]) != tag[:1] }

// propOfTag gives the prop that a tag was taken from.
func (t *taken) propOfTag(tag string) string {
	if !isTagName(tag) {
		return ""
	}
	return t.propOf(tag)
}

// chosen fills in that a prop chooses the root, and among what.
func (r *reader) chosen(c *contract.Contract, t *taken, prop string, elements *[]string) {
	p := c.Prop(prop)
	if p == nil {
		return
	}
	p.Role = contract.RoleIdentity
	c.Root.ChosenBy = prop
	if p.Default.Kind == contract.DefaultValue {
		if s, ok := p.Default.Value.(string); ok {
			*elements = append([]string{s}, *elements...)
		}
	} else if p.Default.Kind == contract.DefaultExpression {
		*elements = append([]string{p.Default.Expression}, *elements...)
	}
	if !p.Type.Known() {
		return
	}
	values, open, ok := types.Values(p.Type.T)
	if !ok || open {
		return
	}
	for _, v := range values {
		c.Root.Among = append(c.Root.Among, v.Text())
		found := false
		for _, e := range *elements {
			found = found || e == v.Text()
		}
		if !found {
			*elements = append(*elements, v.Text())
		}
	}
}

// doc is a documentation comment taken apart.
type doc struct {
	text       string
	deprecated *contract.Deprecated
	fallback   string // of @default
}

var (
	docInline = regexp.MustCompile(`[ \t]@(deprecated|default|defaultValue)\b`)
	docSince  = regexp.MustCompile(`\bsince\s+v?(\d[\w.+-]*\w)`)
	docUntil  = regexp.MustCompile(`\buntil\s+v?(\d[\w.+-]*\w)`)
)

// parseDoc takes the text and the @deprecated tag out of a documentation comment.
func parseDoc(comment string) doc {
	var d doc
	if strings.Contains(comment, " @") || strings.Contains(comment, "\t@") {
		comment = docInline.ReplaceAllString(comment, "\n@$1")
	}
	text, tags, _ := strings.Cut("\n"+comment, "\n@")
	d.text = strings.TrimSpace(text)
	for _, tag := range strings.Split(tags, "\n@") {
		tag = strings.TrimSpace(tag)
		end := strings.IndexFunc(tag+" ", unicode.IsSpace)
		word, rest := tag[:end], tag[end:]
		if word == "default" || word == "defaultValue" {
			d.fallback = strings.Trim(strings.TrimSpace(rest), "`")
		}
		if word != "deprecated" {
			continue
		}
		note := strings.Join(strings.Fields(rest), " ")
		dep := &contract.Deprecated{Note: note}
		if m := docSince.FindStringSubmatch(note); m != nil {
			dep.Since = m[1]
		}
		if m := docUntil.FindStringSubmatch(note); m != nil {
			dep.Until = m[1]
		}
		d.deprecated = dep
	}
	return d
}
