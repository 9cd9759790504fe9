// This file reads what goes through the tree beside props: contexts that a
// component provides or needs, props that it puts into its children, members of
// sibling parts that must be equal. What connects components is worked out when
// all of them are read.

package reading

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// contextKey names a context by its declaration.
type contextKey struct{ Module, Name string }

// shared is a context of the library.
type shared struct {
	Key      contextKey
	Fields   []contract.Field // of the record that it carries
	Whole    contract.Type    // of what it carries where that is no record
	Fallback bool             // it has a value where nobody provides one
}

// need is a context that a component reads.
type need struct {
	Key      contextKey
	Optional bool
}

// equal is a member that a component holds against a field of a context.
type equal struct {
	Key   contextKey
	Field string
	Prop  string
}

// found is what one component has to do with contexts.
type found struct {
	Component string
	Provides  []contextKey
	Needs     []need
	Equals    []equal
}

// foundIn gathers what the body of a component reads from contexts.
func (r *reader) foundIn(m *made, c *contract.Contract) *found {
	f := &found{Component: c.Component}
	r.found = append(r.found, f)
	var fn syntax.Node = m.fn
	if m.class != nil {
		fn = m.class
		if p, ok := r.static(m, "contextType"); ok {
			if s := r.contextOf(p.module, p.value); s != nil {
				f.Needs = append(f.Needs, need{s.Key, s.Fallback})
			}
		}
	}
	reads := &contextReads{r: r, module: m.module}
	reads.walk(fn)
	for _, n := range reads.needs {
		if !slices.ContainsFunc(f.Needs, func(o need) bool { return o.Key == n.Key }) {
			f.Needs = append(f.Needs, n)
		}
	}
	if m.fn != nil {
		f.Equals = reads.equals(m.fn, r.takenBy(m))
	}
	return f
}

// contextReads walks a body for the contexts that it reads, through the
// library's own hooks.
type contextReads struct {
	r      *reader
	module *modules.Module
	ofHook bool // a hook of the library: what it calls is gathered, and not followed
	calls  []hookOf
	needs  []need
	locals map[string]read // what a name holds of a context
}

// hookOf is a hook of the library.
type hookOf struct {
	fn     *syntax.Func
	module *modules.Module
}

// read is a context, or one field of it, behind a name.
type read struct {
	key   contextKey
	field string
}

// maxHooks bounds through how many hooks one is followed.
const maxHooks = 100

func (w *contextReads) walk(n syntax.Node) {
	throws := false
	syntax.Walk(n, func(n syntax.Node) bool {
		if ret, ok := n.(*syntax.Return); ok && ret.Throw {
			throws = true
		}
		return true
	})
	syntax.Walk(n, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Declarator:
			if call, ok := syntax.Bare(n.Value).(*syntax.Call); ok && !w.ofHook {
				w.bind(n.Name, w.call(call, throws))
				return true
			}
		case *syntax.Call:
			w.call(n, throws)
		}
		return true
	})
}

// call notes the context that a call reads, and gives it.
func (w *contextReads) call(c *syntax.Call, throws bool) *contextKey {
	name := w.r.fromReact(w.module, c.Fun)
	if (name == "useContext" || name == "use") && len(c.Args) == 1 {
		s := w.r.contextOf(w.module, c.Args[0])
		if s == nil {
			return nil
		}
		w.add(need{s.Key, s.Fallback || !throws})
		return &s.Key
	}
	id, ok := c.Fun.(*syntax.Ident)
	if !ok || !names.IsHook(id.Name) {
		return nil
	}
	sym, ok := w.r.set.Local(w.module, id.Name)
	if !ok || sym.External() || sym.Module == nil {
		return nil
	}
	if _, foreign := w.r.set.Foreign(sym.Module.Path); foreign {
		return nil
	}
	value, _ := valueOf(sym)
	fn, ok := syntax.Bare(value).(*syntax.Func)
	if !ok {
		return nil
	}
	hook := hookOf{fn, sym.Module}
	if w.ofHook {
		w.calls = append(w.calls, hook)
		return nil
	}
	needs := w.r.needsOf(hook)
	for _, n := range needs {
		w.add(n)
	}
	if len(needs) == 1 {
		return &needs[0].Key
	}
	return nil
}

// needsOf lists the contexts that a hook reads, itself and through all hooks that it
// calls. It does not matter which of them is asked for first.
func (r *reader) needsOf(hook hookOf) []need {
	if known, ok := r.hookNeeds[hook.fn]; ok {
		return known
	}
	all := &contextReads{}
	list, seen := []hookOf{hook}, map[*syntax.Func]bool{hook.fn: true}
	for i := 0; i < len(list) && i < maxHooks; i++ {
		own := r.hooks[list[i].fn]
		if own == nil {
			own = &contextReads{r: r, module: list[i].module, ofHook: true}
			own.walk(list[i].fn)
			r.hooks[list[i].fn] = own
		}
		for _, n := range own.needs {
			all.add(n)
		}
		for _, called := range own.calls {
			if !seen[called.fn] {
				seen[called.fn] = true
				list = append(list, called)
			}
		}
	}
	r.hookNeeds[hook.fn] = all.needs
	return all.needs
}

func (w *contextReads) add(n need) {
	for i, o := range w.needs {
		if o.Key == n.Key {
			w.needs[i].Optional = o.Optional && n.Optional
			return
		}
	}
	w.needs = append(w.needs, n)
}

// bind notes what a declaration takes of a context. A record that is taken
// apart at once must be there.
func (w *contextReads) bind(p syntax.Pattern, key *contextKey) {
	if key == nil {
		return
	}
	if w.locals == nil {
		w.locals = map[string]read{}
	}
	switch p := p.(type) {
	case *syntax.Ident:
		w.locals[p.Name] = read{*key, ""}
	case *syntax.ObjectPattern:
		for _, prop := range p.Props {
			name, ok := "", false
			if prop.Key != nil {
				name, ok = syntax.KeyName(prop.Key)
			}
			if id, plain := prop.Target.(*syntax.Ident); plain && ok {
				w.locals[id.Name] = read{*key, name}
			}
		}
	}
}

// equals finds where a field of a context is compared with a prop.
func (w *contextReads) equals(fn *syntax.Func, t *taken) (list []equal) {
	field := func(x syntax.Expr) (read, bool) {
		switch x := syntax.Bare(x).(type) {
		case *syntax.Ident:
			f, ok := w.locals[x.Name]
			return f, ok
		case *syntax.Member:
			id, plain := syntax.Bare(x.X).(*syntax.Ident)
			name, named := x.Name.(*syntax.Ident)
			if plain && named {
				if f, ok := w.locals[id.Name]; ok && f.field == "" {
					return read{f.key, name.Name}, true
				}
			}
		}
		return read{}, false
	}
	prop := func(x syntax.Expr) string {
		name := drawnName(x)
		if rest, ok := strings.CutPrefix(name, t.props+"."); ok && t.props != "" {
			return rest
		}
		return t.propOf(name)
	}
	syntax.Walk(fn, func(n syntax.Node) bool {
		b, ok := n.(*syntax.Binary)
		if !ok || b.Op != "===" && b.Op != "==" && b.Op != "!==" && b.Op != "!=" {
			return true
		}
		for _, pair := range [][2]syntax.Expr{{b.X, b.Y}, {b.Y, b.X}} {
			f, isField := field(pair[0])
			if p := prop(pair[1]); isField && f.field != "" && p != "" {
				list = append(list, equal{f.key, f.field, w.r.canonical(p)})
			}
		}
		return true
	})
	return list
}

// contextOf gives the context that an expression names, or nil where it is none
// of the library's own.
func (r *reader) contextOf(m *modules.Module, x syntax.Expr) *shared {
	var sym modules.Symbol
	ok := false
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident:
		sym, ok = r.set.Local(m, x.Name)
	case *syntax.Member:
		if id, plain := x.X.(*syntax.Ident); plain {
			space, found := r.set.Local(m, id.Name)
			if name, named := x.Name.(*syntax.Ident); found && named {
				sym, ok = r.set.Member(space, name.Name)
			}
		}
	}
	if !ok || sym.External() || sym.Module == nil {
		return nil
	}
	key := contextKey{sym.Module.Path, sym.Name}
	if s, known := r.contexts[key]; known {
		return s
	}
	r.contexts[key] = nil
	value, _ := valueOf(sym)
	call, isCall := syntax.Bare(value).(*syntax.Call)
	if !isCall || r.fromReact(sym.Module, call.Fun) != "createContext" {
		return nil
	}
	s := &shared{Key: key}
	if len(call.Args) > 0 {
		v, literal := literalValue(call.Args[0])
		s.Fallback = !literal || v != nil
	}
	s.fill(r, sym.Module, call)
	r.contexts[key] = s
	return s
}

// fill says of what type the context's value is.
func (s *shared) fill(r *reader, m *modules.Module, call *syntax.Call) {
	var of evaluate.Type
	scope := evaluate.In(m)
	switch {
	case len(call.TypeArgs) == 1:
		of = r.eval.Type(call.TypeArgs[0], scope)
	case len(call.Args) == 1:
		of = r.eval.Expr(call.Args[0], scope)
	}
	if of == nil {
		return
	}
	plain := types.Without(orAny(r.quiet(of).T), types.Null, types.Undefined)
	if o, ok := plain.(*types.Object); ok && len(o.Indexes) == 0 {
		s.Fields = namedOf(o).Fields
		return
	}
	s.Whole = contract.TypeOf(plain)
}

// provided gives the context that an element provides; nil where it is no provider.
func (r *reader) provided(m *modules.Module, x *syntax.Element) *shared {
	switch name := x.Name.(type) {
	case *syntax.Member:
		if id, ok := name.Name.(*syntax.Ident); ok && id.Name == "Provider" {
			return r.contextOf(m, name.X)
		}
	case *syntax.Ident:
		if isTagName(name.Name) {
			return r.contextOf(m, name)
		}
	}
	return nil
}

// provider tells providers among the elements of a module.
func (r *reader) provider(m *modules.Module) func(*syntax.Element) bool {
	return func(x *syntax.Element) bool { return r.provided(m, x) != nil }
}

// tag notes a provider among what is drawn.
func (f *found) tag(d *drawing, x *syntax.Element) {
	if s := d.r.provided(d.m.module, x); s != nil && !slices.Contains(f.Provides, s.Key) {
		f.Provides = append(f.Provides, s.Key)
	}
}

// clone notes what is put into a child by copying it.
func (f *found) clone(d *drawing, x *syntax.Call) {
	if len(x.Args) < 2 {
		return
	}
	o, ok := syntax.Bare(x.Args[1]).(*syntax.Object)
	if !ok {
		if id, named := syntax.Bare(x.Args[1]).(*syntax.Ident); named && len(d.locals[id.Name]) == 1 {
			o, ok = syntax.Bare(d.locals[id.Name][0].x).(*syntax.Object)
		}
	}
	if !ok {
		return
	}
	child := d.text(x.Args[0])
	for _, p := range o.Props {
		name, ok := syntax.KeyName(p.Key)
		if !ok || p.Kind != syntax.InitProperty || name == "key" || name == "ref" {
			continue
		}
		// What reads the child's own value leaves it a say.
		overrides := contract.Yes
		if strings.Contains(d.text(p.Value), child+".props."+name) {
			overrides = contract.No
		}
		in := contract.Injected{Name: name, Type: d.r.quiet(d.r.eval.Expr(p.Value, d.scope)), Overrides: overrides}
		if !slices.ContainsFunc(d.c.Context.Injects, func(o contract.Injected) bool { return o.Name == name }) {
			d.c.Context.Injects = append(d.c.Context.Injects, in)
		}
	}
}

// children reads what a function does with each child.
func (f *found) children(d *drawing, s *contract.Slot, fn *syntax.Func) {
	syntax.Walk(fn, func(n syntax.Node) bool {
		if c, ok := n.(*syntax.Call); ok && d.r.fromReact(d.m.module, c.Fun) == "cloneElement" {
			f.clone(d, c)
		}
		return true
	})
	w := d.where[s.Name]
	if w.always == 0 && w.sometimes == 0 {
		w.always++
	}
}

// connect works out, when all components are read, who provides what others
// need, which parts share state, and which of their members belong together.
func (r *reader) connect() {
	providers := map[contextKey]string{}
	for _, f := range r.found {
		for _, key := range f.Provides {
			if _, known := providers[key]; !known && r.listing.Component(f.Component) != nil {
				providers[key] = f.Component
			}
		}
	}
	for _, f := range r.found {
		c := r.listing.Component(f.Component)
		if c == nil {
			continue
		}
		for _, key := range f.Provides {
			if r.readable[key] {
				c.Context.Provides = append(c.Context.Provides, r.contexts[key].carries()...)
			}
		}
		for _, n := range f.Needs {
			if slices.Contains(f.Provides, n.Key) {
				continue // it stands in what it provides itself
			}
			name, known := providers[n.Key]
			if !known {
				name = n.Key.Name
			}
			if name == c.Component || slices.ContainsFunc(c.Context.Needs, func(p contract.Provider) bool { return p.Name == name }) {
				continue
			}
			c.Context.Needs = append(c.Context.Needs, contract.Provider{Name: name, From: r.listing.Package.Name, Optional: n.Optional})
			r.within(c, name, n)
		}
	}
	r.pairUp(providers)
	for i := range r.listing.Components {
		c := &r.listing.Components[i]
		slices.SortFunc(c.Context.Needs, func(a, b contract.Provider) int { return strings.Compare(a.Name, b.Name) })
	}
}

// carries lists what a context carries: the fields of its record, or itself.
func (s *shared) carries() []contract.Carried {
	if s.Fields == nil {
		name := names.LowerFirst(strings.TrimSuffix(s.Key.Name, "Context"))
		return []contract.Carried{{Name: name, Type: s.Whole}}
	}
	var list []contract.Carried
	for _, f := range s.Fields {
		list = append(list, contract.Carried{Name: f.Name, Type: f.Type})
	}
	return list
}

// noteReadable notes the contexts that an app can read by one exported name: the
// context itself, or what a hook reads.
func (r *reader) noteReadable(e entry) {
	if e.symbol.Module == nil || e.symbol.External() {
		return
	}
	var list []contextKey
	if isVariable := func(d modules.Declared) bool { _, ok := d.Node.(*syntax.Declarator); return ok }; len(e.symbol.Decls) == 0 || slices.ContainsFunc(e.symbol.Decls, isVariable) {
		list = append(list, contextKey{e.symbol.Module.Path, e.symbol.Name})
	}
	if names.IsHook(e.name) {
		value, _ := valueOf(e.symbol)
		if fn, ok := syntax.Bare(value).(*syntax.Func); ok {
			for _, n := range r.needsOf(hookOf{fn, e.symbol.Module}) {
				list = append(list, n.Key)
			}
		}
	}
	for _, key := range list {
		r.readable[key] = true
	}
	if r.log != nil {
		r.log.Readable = append(r.log.Readable, list...)
	}
}

// within notes on the component that a part hangs on where the part must stand
// and what state it shares.
func (r *reader) within(part *contract.Contract, provider string, n need) {
	owner, _, isPart := strings.Cut(part.Component, ".")
	rest, joined := strings.CutPrefix(part.Component, provider)
	joined = joined && rest != "" && names.MayBeComponent(rest) && r.framework.joins
	if joined {
		owner = provider
	}
	c := r.listing.Component(owner)
	if c == nil || !isPart && !joined {
		return
	}
	if joined && !slices.ContainsFunc(c.Parts, func(p contract.Part) bool { return p.Component == part.Component }) {
		// No member of the component: its name and what it needs say that it belongs to it.
		at := *part.At
		c.Parts = append(c.Parts, contract.Part{Name: rest, Spelled: contract.SpelledAs(part.Component), Component: part.Component, Origin: "own", At: &at})
	}
	for i := range c.Parts {
		p := &c.Parts[i]
		if p.Component != part.Component {
			continue
		}
		if !n.Optional && !slices.Contains(p.Within, provider) {
			p.Within = append(p.Within, provider)
			slices.Sort(p.Within)
		}
		if provider != owner {
			continue
		}
		if r.contexts[n.Key] == nil {
			continue
		}
		for _, f := range r.contexts[n.Key].carries() {
			if !slices.Contains(p.Shares, f.Name) {
				p.Shares = append(p.Shares, f.Name)
			}
		}
		slices.Sort(p.Shares)
	}
}

// pairUp finds members of different parts that are held against one field of a
// context: they must carry equal values.
func (r *reader) pairUp(providers map[contextKey]string) {
	type fieldKey struct {
		key   contextKey
		field string
	}
	held := map[fieldKey][]string{}
	var order []fieldKey
	for _, f := range r.found {
		if r.listing.Component(f.Component) == nil {
			continue
		}
		for _, e := range f.Equals {
			k := fieldKey{e.Key, e.Field}
			name := f.Component
			if owner := providers[e.Key]; owner != "" {
				name = strings.TrimPrefix(name, owner+".")
			}
			if held[k] == nil {
				order = append(order, k)
			}
			if member := name + "." + e.Prop; !slices.Contains(held[k], member) {
				held[k] = append(held[k], member)
			}
		}
	}
	for _, k := range order {
		list := held[k]
		owner := r.listing.Component(providers[k.key])
		if len(list) < 2 || owner == nil {
			continue
		}
		slices.Sort(list)
		owner.Pairs = append(owner.Pairs, contract.Pair{Members: list, Because: "each is held against " + k.field + " of what is shared"})
	}
}
