// This file reads what a React component draws: the outline of the rendered
// tree, where its slots stand in it, and which flags decide no more than
// whether a region appears.

package reading

import (
	"maps"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// Bounds on an outline. What is drawn beyond them is left out of it, and so of
// the facts that rest on it.
const (
	maxNodes   = 600 // of one outline
	maxFollows = 20  // names and calls that are followed from one expression
	maxSteps   = 20000
)

// drawing walks what a component gives back.
type drawing struct {
	r        *reader
	m        *made
	t        *taken
	c        *contract.Contract
	scope    *evaluate.Scope
	locals   map[string][]bound      // what the body binds or assigns to a name
	funcs    map[string]*syntax.Func // its own functions, "this.x" for methods
	slots    map[string]*contract.Slot
	where    map[string]*standings // of slots, by name
	places   map[string][]spot     // where they are drawn in some states, by name
	replaced map[string]bool       // slots that something stands in the place of
	repeats  map[string]bool       // slots that others draw in a loop
	vague    map[string]bool       // slots of which others do what is not known
	region   map[string]int        // how often a name stands in a condition on what is drawn
	nodes    int
	steps    int
	busy     map[string]bool // names of the body that are being followed
	hooks    hookList
	found    *found
	known    func(syntax.Expr) types.Type // what types cannot be evaluated in a scope; nil for nothing
}

// standings count where a slot is drawn; of what is drawn sometimes, at how many known
// places.
type standings struct{ always, sometimes, elsewhere, places int }

// bound is a value that a name of the body is bound to, with what must hold for that.
type bound struct {
	x    syntax.Expr
	when []condition
}

func newDrawing(r *reader, m *made, t *taken, c *contract.Contract) *drawing {
	return &drawing{r: r, m: m, t: t, c: c, locals: map[string][]bound{}, funcs: map[string]*syntax.Func{}, slots: map[string]*contract.Slot{},
		where: map[string]*standings{}, places: map[string][]spot{}, replaced: map[string]bool{}, repeats: map[string]bool{}, vague: map[string]bool{}, region: map[string]int{}, busy: map[string]bool{}, hooks: hookList{}, found: &found{}}
}

// draw fills in what follows from the drawn tree.
func (r *reader) draw(c *contract.Contract, m *made, t *taken) {
	d := newDrawing(r, m, t, c)
	d.found = r.foundIn(m, c)
	d.scope = r.eval.Inside(m.fn, r.scope(m), nil)
	for _, s := range c.Slots {
		d.where[s.Name] = &standings{}
		if local := t.local(s.Spelled.Name); local != "" {
			d.slots[local] = s
		}
		if t.props != "" {
			d.slots[t.props+"."+s.Spelled.Name] = s
		}
	}
	d.gather()
	var list []contract.Outline
	if m.fn.X != nil {
		list = d.outline(m.fn.X, nil, 0)
	} else if m.fn.Body != nil {
		list, _ = d.block(m.fn.Body.Body, nil, 0)
	}
	c.Inside = list
	whole := d.steps <= maxSteps && d.nodes <= maxNodes
	if !whole {
		c.Inside = nil
		r.unread(r.at(m.module, m.fn), c.Component, "what %s draws is too large to be followed to the end", c.Component)
	}
	for _, s := range c.Slots {
		d.settle(s.Name)
		d.told(s, list, whole)
		switch w := d.where[s.Name]; {
		case w.always > 0:
			s.Conditional = contract.No
		case !whole:
			s.Conditional = contract.Unknown
		case w.elsewhere > 0 || w.sometimes == 0:
			s.Conditional = contract.Unknown
		default:
			s.Conditional = contract.Yes
		}
	}
	if whole {
		d.flags()
	}
	d.r.eval.Odd = nil
	c.StyleHooks = d.hooks.hooks()
}

// told fills in what the drawn tree tells of a slot, which is more than how the body is
// written: it goes through functions and methods.
func (d *drawing) told(s *contract.Slot, list []contract.Outline, whole bool) {
	w := d.where[s.Name]
	vague := w.elsewhere > 0 || d.vague[s.Name]
	known := whole && w.always+w.sometimes > 0 && !vague // all that becomes of it
	for _, fact := range []struct {
		of  *contract.Fact
		met bool
	}{{&s.InLoop, d.repeats[s.Name] || looped(list, s.Name, false)}, {&s.Fallback, d.replaced[s.Name]}} {
		switch {
		case fact.met:
			*fact.of = contract.Yes
		case vague && *fact.of == contract.No: // another component decides
			*fact.of = contract.Unknown
		case known && *fact.of == contract.Unknown:
			*fact.of = contract.No
		}
	}
}

// scope is where the body of a component stands.
func (r *reader) scope(m *made) *evaluate.Scope {
	return r.eval.WithParams(evaluate.In(m.module), m.fn.TypeParams)
}

// gather notes the names and functions of the body.
func (d *drawing) gather() {
	if d.m.class != nil {
		for name, fn := range d.m.methods() {
			d.funcs["this."+name] = fn
			if fn.Body != nil && fn != d.m.fn {
				d.gatherIn(fn.Body.Body, nil)
			}
		}
	}
	if d.m.fn.Body == nil {
		return
	}
	for _, s := range d.m.fn.Body.Body {
		d.r.eval.Locals(s, d.scope)
	}
	d.gatherIn(d.m.fn.Body.Body, nil)
}

// gatherIn notes what statements bind and assign, under conditions.
func (d *drawing) gatherIn(list []syntax.Stmt, when []condition) {
	for _, s := range list {
		switch s := s.(type) {
		case *syntax.Block:
			d.gatherIn(s.Body, when)
		case *syntax.If:
			d.gatherFrom(s.Cond, when)
			d.gatherIn([]syntax.Stmt{s.Then}, d.split(when, s.Cond, true))
			if s.Else != nil {
				d.gatherIn([]syntax.Stmt{s.Else}, d.split(when, s.Cond, false))
			}
		default:
			d.gatherFrom(s, when)
		}
	}
}

func (d *drawing) gatherFrom(n syntax.Node, when []condition) {
	syntax.Walk(n, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Declarator:
			if id, ok := n.Name.(*syntax.Ident); ok && n.Value != nil {
				if fn, isFunc := n.Value.(*syntax.Func); isFunc {
					d.funcs[id.Name] = fn
				} else {
					d.locals[id.Name] = append(d.locals[id.Name], bound{n.Value, when})
				}
			}
		case *syntax.FuncDecl:
			if n.Func.Name != nil {
				d.funcs[n.Func.Name.Name] = n.Func
			}
		case *syntax.Binary:
			if id, ok := syntax.Bare(n.X).(*syntax.Ident); ok && n.Op == "=" {
				d.locals[id.Name] = append(d.locals[id.Name], bound{n.Y, when})
			}
		}
		return true
	})
}

// block outlines what statements give back. ends says that nothing after them
// is reached.
func (d *drawing) block(list []syntax.Stmt, when []condition, follows int) (out []contract.Outline, ends bool) {
	for _, s := range list {
		var more []contract.Outline
		switch s := s.(type) {
		case *syntax.Return:
			if !s.Throw && s.X != nil {
				more = d.outline(s.X, when, follows)
			}
			return append(out, more...), true
		case *syntax.Block:
			more, ends = d.block(s.Body, when, follows)
		case *syntax.If:
			then, thenEnds := d.block([]syntax.Stmt{s.Then}, d.under(when, s.Cond, true), follows)
			more = then
			elseEnds := false
			if s.Else != nil {
				var otherwise []contract.Outline
				otherwise, elseEnds = d.block([]syntax.Stmt{s.Else}, d.under(when, s.Cond, false), follows)
				more = append(more, otherwise...)
			}
			ends = thenEnds && elseEnds
			if thenEnds && !elseEnds {
				when = d.under(when, s.Cond, false)
			} else if elseEnds && !thenEnds {
				when = d.split(when, s.Cond, true)
			}
		case *syntax.Switch:
			more, when, ends = d.switched(s, when, follows)
		case *syntax.Try:
			if s.Body != nil {
				more, ends = d.block(s.Body.Body, when, follows)
			}
		}
		out = append(out, more...)
		if ends {
			return out, true
		}
	}
	return out, false
}

func (d *drawing) text(n syntax.Node) string { return evaluate.Clip(evaluate.Written(d.m.module, n)) }

// names lists the props that an expression reads, by the name they have there.
func (d *drawing) names(n syntax.Node) (list []string) {
	if n == nil {
		return nil
	}
	syntax.Walk(n, func(n syntax.Node) bool {
		name := ""
		switch n := n.(type) {
		case *syntax.Member:
			name = dotted(n)
			if d.t.props == "" || !strings.HasPrefix(name, d.t.props+".") {
				syntax.Walk(n.X, func(inner syntax.Node) bool {
					if id, ok := inner.(*syntax.Ident); ok && d.t.propOf(id.Name) != "" {
						list = append(list, id.Name)
					}
					return true
				})
				return false
			}
		case *syntax.Ident:
			name = n.Name
			if d.t.propOf(name) == "" {
				return true
			}
		default:
			return true
		}
		list = append(list, name)
		return false
	})
	return list
}

// props lists the canonical names of the members that an expression reads,
// through the names of the body.
func (d *drawing) props(n syntax.Node) []string {
	set := map[string]bool{}
	var visit func(n syntax.Node, depth int)
	visit = func(n syntax.Node, depth int) {
		if !d.step() {
			return
		}
		for _, name := range d.names(n) {
			spelled := d.t.spelled(name)
			if _, known := d.r.framework.spelling(spelled); spelled != "" {
				set[known] = true
			}
		}
		if depth > 5 {
			return
		}
		syntax.Walk(n, func(n syntax.Node) bool {
			if id, ok := n.(*syntax.Ident); ok && len(d.locals[id.Name]) == 1 {
				d.local(id.Name, func(value syntax.Expr) { visit(value, depth+1) })
			}
			return true
		})
	}
	if n != nil {
		visit(n, 0)
	}
	list := make([]string, 0, len(set))
	for name := range set {
		list = append(list, name)
	}
	slices.Sort(list)
	return list
}

// node makes one node, under the conditions that it stands in.
func node(o contract.Outline, when []condition) contract.Outline {
	var texts []string
	for _, c := range when {
		if c.text != "" {
			texts = append(texts, c.text)
		}
	}
	o.When = strings.Join(texts, " and ")
	return o
}

// slot notes that a slot is drawn.
func (d *drawing) slot(s *contract.Slot, when []condition) contract.Outline {
	w := d.where[s.Name]
	if at := d.beyond(s, when); len(at) == 0 {
		w.always++
	} else {
		w.sometimes++
		d.sometimes(s.Name, at)
	}
	return node(contract.Outline{Slot: s.Name}, when)
}

// outline outlines what an expression draws.
func (d *drawing) outline(x syntax.Expr, when []condition, follows int) []contract.Outline {
	if x == nil || follows > maxFollows || d.nodes > maxNodes || !d.step() {
		return nil
	}
	x = syntax.Bare(x)
	if s := d.slots[drawnName(x)]; s != nil {
		if call, ok := x.(*syntax.Call); ok {
			d.attributes(call.Args...)
		}
		return []contract.Outline{d.slot(s, when)}
	}
	switch x := x.(type) {
	case *syntax.Element:
		return d.element(x, when, follows)
	case *syntax.Container:
		return d.outline(x.X, when, follows)
	case *syntax.Spread:
		return d.outline(x.X, when, follows)
	case *syntax.Conditional:
		tests := d.slots[tested(x.If)]
		then := d.outline(x.Then, d.under(when, x.If, true), follows)
		otherwise := d.outline(x.Else, d.split(when, x.If, false), follows)
		if tests != nil {
			d.instead(then, otherwise, tests.Name)
			d.instead(otherwise, then, tests.Name)
		}
		return append(then, otherwise...)
	case *syntax.Binary:
		switch x.Op {
		case "&&":
			return d.outline(x.Y, d.under(when, x.X, true), follows)
		case "||", "??":
			first := d.outline(x.X, when, follows)
			// It is plain to see what stands in whose place, so that it is not said.
			missing := condition{x: x.X, asked: asked{d.text(syntax.Bare(x.X)), true}}
			second := d.outline(x.Y, append(slices.Clip(when), missing), follows)
			if s := d.slots[drawnName(x.X)]; s != nil {
				d.instead(first, second, s.Name)
			}
			return append(first, second...)
		case ",":
			return d.outline(x.Y, when, follows)
		}
	case *syntax.Array:
		var out []contract.Outline
		for _, elem := range x.Elems {
			out = append(out, d.outline(elem, when, follows+1)...)
		}
		return out
	case *syntax.Ident:
		var out []contract.Outline
		d.follow(x.Name, func(b bound) {
			out = append(out, d.outline(b.x, append(slices.Clip(when), b.when...), follows+1)...)
		})
		return out
	case *syntax.Call:
		return d.call(x, when, follows)
	case *syntax.Func:
		return d.function(x, when, follows)
	}
	return nil
}

// step counts one step; false where there were too many.
func (d *drawing) step() bool {
	d.steps++
	return d.steps <= maxSteps
}

// local follows a name of the body to what it is bound or assigned to, but not
// into itself.
func (d *drawing) local(name string, follow func(value syntax.Expr)) {
	d.follow(name, func(b bound) { follow(b.x) })
}

// follow does so with what must hold for each value: what is assigned later under
// conditions takes the place of what came before.
func (d *drawing) follow(name string, follow func(b bound)) {
	if d.busy[name] {
		return
	}
	d.busy[name] = true
	defer delete(d.busy, name)
	for i, b := range d.locals[name] {
		when := b.when
		for _, later := range d.locals[name][i+1:] {
			if len(later.when) == 0 {
				continue
			}
			if c := unless(later.when); !slices.ContainsFunc(when, func(w condition) bool { return w.asked == c.asked }) {
				when = append(slices.Clip(when), c)
			}
		}
		follow(bound{b.x, when})
	}
}

// instead marks what stands where a slot is not filled.
func (d *drawing) instead(filled, otherwise []contract.Outline, slot string) {
	if !holdsSlot(filled, slot) {
		return
	}
	for i := range otherwise {
		if !holdsSlot(otherwise[i:i+1], slot) {
			otherwise[i].Fallback, d.replaced[slot] = true, true
		}
	}
}

func holdsSlot(list []contract.Outline, slot string) bool {
	return slices.ContainsFunc(list, func(o contract.Outline) bool { return o.Slot == slot || holdsSlot(o.Children, slot) })
}

func (d *drawing) function(fn *syntax.Func, when []condition, follows int) []contract.Outline {
	if fn.X != nil {
		return d.outline(fn.X, when, follows+1)
	}
	if fn.Body == nil {
		return nil
	}
	out, _ := d.block(fn.Body.Body, when, follows+1)
	return out
}

// element outlines a tag with its children and what its attributes hold.
func (d *drawing) element(x *syntax.Element, when []condition, follows int) []contract.Outline {
	d.nodes++
	tag := tagName(x)
	if s := d.slots[tag]; s != nil && s.Form == contract.FormComponent {
		return []contract.Outline{d.slot(s, when)}
	}
	inner := when
	fragment := x.Name == nil || d.r.fromReact(d.m.module, x.Name) == "Fragment"
	if !fragment {
		inner = nil
	}
	var children []contract.Outline
	tagged := x
	child := func(x syntax.Expr) {
		// Inside of an element its own conditions are not said again, but a slot
		// there stands in them all the same.
		before := d.count()
		children = append(children, d.outline(x, inner, follows)...)
		if fragment {
			return
		}
		if met := d.count(); maps.Equal(met, before) {
			return
		}
		d.handTo(d.drawnBy(tagged, "children"), before, when)
	}
	for _, a := range x.Attrs {
		if id, ok := a.Name.(*syntax.Ident); ok {
			d.attribute(id.Name, a.Value, tag)
		} else if a.Spread {
			d.spread(a.Value)
			d.handAll(x, a.Value, when)
		}
		if a.Value == nil || a.Spread {
			continue
		}
		value := syntax.Bare(a.Value)
		if c, ok := value.(*syntax.Container); ok {
			value = syntax.Bare(c.X)
		}
		slots := d.slotsIn(value)
		if !isTagName(tag) {
			if s := d.slots[drawnName(value)]; s != nil {
				d.where[s.Name].elsewhere++
			}
			continue
		}
		markup := d.drawsMarkup(value)
		if len(slots) == 0 && !markup {
			continue
		}
		// What is handed to another component may be drawn there.
		as, _ := syntax.KeyName(a.Name)
		fact := d.drawnBy(x, as)
		handed := d.count()
		if markup {
			children = append(children, d.outline(value, nil, follows+1)...)
		} else {
			d.outline(value, nil, follows+1)
		}
		for _, s := range slots {
			if *d.where[s.Name] == handed[s.Name] {
				d.where[s.Name].elsewhere++ // it is no part of what is drawn here
			}
		}
		d.handTo(fact, handed, when)
	}
	for _, c := range x.Children {
		child(c)
	}
	if fragment {
		return children
	}
	d.found.tag(d, x)
	name := tag
	if prop := d.t.propOfTag(tag); prop != "" {
		name = "{" + prop + "}"
	} else if rest, ok := strings.CutPrefix(tag, d.t.props+"."); ok && d.t.props != "" {
		name = "{" + rest + "}"
	}
	return []contract.Outline{node(contract.Outline{Element: name, Children: children}, when)}
}

// count notes how often each slot was met so far.
func (d *drawing) count() map[string]standings {
	m := make(map[string]standings, len(d.where))
	for name, w := range d.where {
		m[name] = *w
	}
	return m
}

// withhold turns what was met since as always drawn into sometimes, where a
// condition around it does not ask for the slot itself.
func (d *drawing) withhold(before map[string]standings, when []condition) {
	seen := map[*contract.Slot]bool{}
	for _, s := range d.slots {
		at := d.beyond(s, when)
		if seen[s] || len(at) == 0 {
			continue
		}
		seen[s] = true
		w, was := d.where[s.Name], before[s.Name]
		for i := was.places; i < w.places; i++ {
			d.places[s.Name][i] = append(slices.Clip(d.places[s.Name][i]), at...)
		}
		if more := w.always - was.always; more > 0 {
			w.always, w.sometimes = was.always, w.sometimes+more
			d.sometimes(s.Name, at)
		}
	}
}

// move turns what was met since into drawn elsewhere.
func (d *drawing) move(before map[string]standings) {
	for name, w := range d.where {
		was := before[name]
		w.elsewhere += w.always - was.always + w.sometimes - was.sometimes
		w.always, w.sometimes = was.always, was.sometimes
		d.forget(name, was)
	}
}

func (d *drawing) drawsMarkup(x syntax.Expr) bool {
	found := false
	if x != nil {
		syntax.Walk(x, func(n syntax.Node) bool {
			_, element := n.(*syntax.Element)
			found = found || element
			return !found
		})
	}
	return found
}

// slotsIn lists the slots that an expression names as a whole.
func (d *drawing) slotsIn(x syntax.Expr) (list []*contract.Slot) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Conditional:
		return append(d.slotsIn(x.Then), d.slotsIn(x.Else)...)
	case *syntax.Binary:
		return append(d.slotsIn(x.X), d.slotsIn(x.Y)...)
	case nil:
	default:
		if s := d.slots[drawnName(x)]; s != nil {
			list = append(list, s)
		}
	}
	return list
}

// spread reads the literal members of {...{ a: 1 }}.
func (d *drawing) spread(x syntax.Expr) {
	if o, ok := syntax.Bare(x).(*syntax.Object); ok {
		for _, p := range o.Props {
			if name, ok := syntax.KeyName(p.Key); ok && p.Kind == syntax.InitProperty {
				d.attribute(name, p.Value, "")
			}
		}
	}
}

func (d *drawing) attributes(args ...syntax.Expr) {
	for _, a := range args {
		d.spread(a)
	}
}

// call outlines what a call draws.
func (d *drawing) call(x *syntax.Call, when []condition, follows int) []contract.Outline {
	member, _ := x.Fun.(*syntax.Member)
	method := ""
	if member != nil {
		if id, ok := member.Name.(*syntax.Ident); ok {
			method = id.Name
		}
	}
	name := d.r.fromReact(d.m.module, x.Fun)
	if d.r.framework.elementCall != nil && d.r.framework.elementCall(x) {
		name = "createElement"
	}
	if member != nil && name == "" && d.r.fromReact(d.m.module, member.X) == "Children" {
		name = "Children." + method
	}
	switch {
	case name == "createElement" && len(x.Args) > 0:
		return d.made(x, when, follows)
	case name == "cloneElement" && len(x.Args) > 0:
		d.found.clone(d, x)
		return d.outline(x.Args[0], when, follows+1)
	case name == "Children.only" && len(x.Args) == 1:
		if s := d.slots[drawnName(x.Args[0])]; s != nil {
			one := 1
			s.Count = &contract.Count{Min: &one, Max: &one}
		}
		return d.outline(x.Args[0], when, follows+1)
	case name == "Children.toArray" && len(x.Args) == 1:
		return d.outline(x.Args[0], when, follows+1)
	case (name == "Children.map" || name == "Children.forEach") && len(x.Args) > 1:
		out := d.outline(x.Args[0], when, follows+1)
		if fn := d.functionOf(x.Args[1]); fn != nil {
			more := d.repeated(fn, x.Args[0], when, follows)
			// What is drawn of the child is the slot's content again.
			if s := d.slots[drawnName(x.Args[0])]; s != nil {
				d.found.children(d, s, fn)
			}
			out = append(out, more...)
		}
		return out
	case name == "useMemo" && len(x.Args) > 0, name == "useCallback" && len(x.Args) > 0:
		return d.outline(x.Args[0], when, follows+1)
	case method == "createPortal" && len(x.Args) > 0, isIdent(x.Fun, "createPortal") && len(x.Args) > 0:
		return d.outline(x.Args[0], when, follows+1)
	case (method == "map" || method == "flatMap") && len(x.Args) > 0:
		if s := d.slots[drawnName(x.Args[0])]; s != nil && s.Form == contract.FormFunction {
			o := d.slot(s, when)
			o.Each = d.text(member.X)
			return []contract.Outline{o}
		}
		if fn := d.functionOf(x.Args[0]); fn != nil {
			return d.repeated(fn, member.X, when, follows)
		}
		return nil
	case (method == "filter" || method == "reverse" || method == "concat") && member != nil:
		return d.outline(member.X, when, follows+1)
	case method == "call" || method == "apply":
		return d.outline(member.X, when, follows+1)
	}
	if fn := d.functionOf(x.Fun); fn != nil {
		return d.function(fn, when, follows)
	}
	return nil
}

func isIdent(x syntax.Node, name string) bool {
	id, ok := x.(*syntax.Ident)
	return ok && id.Name == name
}

// functionOf gives the function that an expression stands for within the body.
func (d *drawing) functionOf(x syntax.Expr) *syntax.Func {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Func:
		return x
	case *syntax.Ident:
		return d.funcs[x.Name]
	case *syntax.Member:
		return d.funcs[dotted(x)]
	}
	return nil
}

// repeated outlines what is drawn for each item.
func (d *drawing) repeated(fn *syntax.Func, of syntax.Expr, when []condition, follows int) []contract.Outline {
	out := d.function(fn, when, follows)
	for i := range out {
		if out[i].Each == "" {
			out[i].Each = d.text(of)
		}
	}
	return out
}

// made outlines createElement(tag, props, …children).
func (d *drawing) made(x *syntax.Call, when []condition, follows int) []contract.Outline {
	tag := ""
	switch t := syntax.Bare(x.Args[0]).(type) {
	case *syntax.Literal:
		tag = t.Value
	case *syntax.Ident:
		tag = t.Name
	case *syntax.Member:
		tag = dotted(t)
	}
	if s := d.slots[tag]; s != nil {
		return []contract.Outline{d.slot(s, when)}
	}
	d.nodes++
	if len(x.Args) > 1 {
		d.spread(x.Args[1])
	}
	var children []contract.Outline
	for _, arg := range x.Args[min(2, len(x.Args)):] {
		before := d.count()
		children = append(children, d.outline(arg, nil, follows+1)...)
		d.withhold(before, when)
	}
	if tag == "" {
		return children
	}
	return []contract.Outline{node(contract.Outline{Element: tag, Children: children}, when)}
}

// flags finds the flags that decide whether a region is drawn and nothing else:
// every place where the body reads them is a condition on what is drawn.
func (d *drawing) flags() {
	for _, p := range d.c.Props {
		if p.Role != "" || !p.Type.Known() || types.Without(p.Type.T, types.Undefined) != types.Type(types.Boolean) {
			continue
		}
		local := d.t.local(p.Spelled.Name)
		if local == "" {
			if d.t.props == "" {
				continue
			}
			local = d.t.props + "." + p.Spelled.Name
		}
		if n := d.region[local]; n > 0 && n == d.reads(local) {
			p.Role = contract.RoleContent
		}
	}
}

// reads counts how often the body reads a prop by its name there.
func (d *drawing) reads(local string) (n int) {
	var visit func(x syntax.Node) bool
	visit = func(x syntax.Node) bool {
		switch x := x.(type) {
		case *syntax.Attr:
			if x.Value != nil {
				syntax.Walk(x.Value, visit)
			}
			return false
		case *syntax.Ident:
			if x.Name == local {
				n++
			}
		case *syntax.Member:
			if dotted(x) == local {
				n++
				return false
			}
		case *syntax.PatternProp, syntax.Type:
			return false
		}
		return true
	}
	if d.m.fn.Body != nil {
		syntax.Walk(d.m.fn.Body, visit)
	}
	if d.m.fn.X != nil {
		syntax.Walk(d.m.fn.X, visit)
	}
	return n
}
