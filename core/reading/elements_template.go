// This file reads what a custom element draws: slots, CSS parts, custom properties,
// the outline of its tree. Its templates stand in texts of its script.

package reading

import (
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
)

// elementSlot is one slot before it is sorted into the contract.
type elementSlot struct {
	name       string
	at         place.Place
	text       string // what documentation says of it
	deprecated *contract.Deprecated
	drawn      bool
	fallback   bool
	inLoop     bool
	standings
}

func (e *elementReading) slot(name string, at place.Place) *elementSlot {
	if name == "" || name == "(default)" || name == "default" {
		name = "default"
	}
	s := e.slots[name]
	if s == nil {
		s = &elementSlot{name: name, at: at}
		e.slots[name] = s
		e.order = append(e.order, name)
	}
	return s
}

// isHTML reports whether a tagged template is HTML: by the name of its tag, by that which
// it was imported under, or, where a bundler shortened it, as it begins with an element.
func (r *reader) isHTML(m *modules.Module, x *syntax.Tagged) bool {
	name := drawnName(x.Tag)
	if htmlTags[name] {
		return true
	}
	if sym, ok := r.set.Local(m, name); ok && htmlTags[sym.Name] {
		return true
	}
	text := strings.TrimLeft(m.Source[min(x.Text.Pos()+1, x.Text.Stop()):x.Text.Stop()], " \t\r\n")
	return len(name) <= 2 && len(text) > 1 && text[0] == '<' && (text[1] >= 'a' && text[1] <= 'z')
}

// htmlTags are the tags of templates that are HTML.
var htmlTags = map[string]bool{"html": true, "svg": true, "staticHtml": true}

// holeMark stands in a template for what the script puts there. No HTML holds it.
const holeMark = '\x01'

// elementDrawing walks the templates of one class.
type elementDrawing struct {
	e      *elementReading
	m      *modules.Module
	fn     syntax.Node // the function whose names are in force; nil for none
	loops  int
	light  bool // it draws into the document, not into a tree of its own
	steps  int
	busy   map[string]bool
	around []string // conditions on elements around
}

// draw reads the templates: what render gives back, what is set as HTML, and those
// that stand elsewhere.
func (e *elementReading) draw() {
	for _, part := range e.m.chain {
		e.in = part
		d := &elementDrawing{e: e, m: part.module, busy: map[string]bool{}}
		if fn, ok := e.methods["createRenderRoot"]; ok {
			syntax.Returns(bodyOf(fn.node), func(x syntax.Expr) {
				k, this := x.(*syntax.Keyword)
				d.light = d.light || this && k.Word == "this"
			})
		}
		var out []contract.Outline
		for _, member := range part.node.Members {
			name, _ := syntax.KeyName(member.Key)
			if name == "render" || name == "template" {
				if fn, ok := member.Value.(*syntax.Func); ok {
					out = append(out, d.function(fn, nil)...)
				} else if member.Value != nil {
					out = append(out, d.outline(member.Value, nil)...)
				}
			}
		}
		set := func(n syntax.Node) {
			syntax.Walk(n, func(n syntax.Node) bool {
				switch n := n.(type) {
				case *syntax.Binary:
					if target, ok := n.X.(*syntax.Member); ok && n.Op == "=" {
						if id, ok := target.Name.(*syntax.Ident); ok && id.Name == "innerHTML" {
							out = append(out, d.text(n.Y, nil)...)
						}
					}
				case *syntax.Call:
					switch calledName(n) {
					case "setHTMLUnsafe", "setHTML":
						if len(n.Args) > 0 {
							out = append(out, d.text(n.Args[0], nil)...)
						}
					case "insertAdjacentHTML":
						if len(n.Args) > 1 {
							out = append(out, d.text(n.Args[1], nil)...)
						}
					case "setAttribute", "toggleAttribute":
						d.set(n)
					}
				}
				return true
			})
		}
		for _, member := range part.node.Members {
			if member.Value != nil {
				set(member.Value)
			}
		}
		for _, s := range part.module.File.Body {
			if _, class := s.(*syntax.ClassDecl); !class && strings.Contains(part.module.Source[s.Pos():s.Stop()], "innerHTML") {
				set(s) // a template that all elements of the class are filled from
			}
		}
		// Templates that nothing led to are drawn at times.
		syntax.Walk(part.node, func(n syntax.Node) bool {
			if t, ok := n.(*syntax.Tagged); ok && !e.drawn[t] && e.r.isHTML(part.module, t) {
				d.template(t.Text, []string{"at times"}, t)
			}
			return true
		})
		if len(e.c.Inside) == 0 {
			e.c.Inside = out
		}
	}
}

func bodyOf(fn *syntax.Func) syntax.Node {
	if fn.Body == nil {
		return &syntax.Block{}
	}
	return fn.Body
}

// set reads setAttribute('data-tone', …).
func (d *elementDrawing) set(call *syntax.Call) {
	name, ok := firstText(call.Args)
	f, member := call.Fun.(*syntax.Member)
	if !ok || !member {
		return
	}
	k, this := f.X.(*syntax.Keyword)
	if !strings.HasPrefix(name, "data-") && !(this && k.Word == "this" && !strings.HasPrefix(name, "aria-") && name != "role" && name != "tabindex") {
		return
	}
	var by []string
	for _, arg := range call.Args[1:] {
		by = append(by, d.props(arg)...)
	}
	if len(by) > 0 || strings.HasPrefix(name, "data-") {
		d.e.hooks.add("data", name, by)
	}
}

// props lists the properties that an expression reads.
func (d *elementDrawing) props(n syntax.Node) (list []string) {
	syntax.Walk(n, func(n syntax.Node) bool {
		if m, ok := n.(*syntax.Member); ok {
			if name, ok := strings.CutPrefix(dotted(m), "this."); ok {
				for _, p := range d.e.c.Props {
					if p.Spelled.Name == name {
						list = append(list, p.Name)
					}
				}
			}
		}
		return true
	})
	return list
}

// text reads a text that is set as HTML.
func (d *elementDrawing) text(x syntax.Expr, when []string) []contract.Outline {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Template:
		return d.template(x, when, nil)
	case *syntax.Literal:
		if x.Kind == syntax.StringLiteral && !strings.Contains(d.m.Source[x.Pos():x.Stop()], `\`) {
			return d.piece(d.m.Source[x.Pos()+1:x.Stop()-1], x.Pos()+1, nil, when)
		}
	case *syntax.Tagged:
		return d.outline(x, when)
	case *syntax.Ident, *syntax.Call, *syntax.Member:
		return d.outline(x, when)
	}
	return nil
}

// outline outlines what an expression puts into a template.
func (d *elementDrawing) outline(x syntax.Expr, when []string) []contract.Outline {
	if d.steps++; x == nil || d.steps > maxSteps {
		return nil
	}
	text := func(n syntax.Node) string { return evaluate.Clip(evaluate.Written(d.m, n)) }
	switch x := syntax.Bare(x).(type) {
	case *syntax.Tagged:
		if d.e.r.isHTML(d.m, x) {
			d.e.drawn[x] = true
			return d.template(x.Text, when, x)
		}
	case *syntax.Conditional:
		yes := append(slices.Clip(when), text(x.If))
		no := append(slices.Clip(when), "not "+text(x.If))
		return append(d.outline(x.Then, yes), d.outline(x.Else, no)...)
	case *syntax.Binary:
		switch x.Op {
		case "&&":
			return d.outline(x.Y, append(slices.Clip(when), text(x.X)))
		case "||", "??":
			return append(d.outline(x.X, when), d.outline(x.Y, when)...)
		}
	case *syntax.Func:
		return d.function(x, when)
	case *syntax.Array:
		var out []contract.Outline
		for _, elem := range x.Elems {
			out = append(out, d.outline(elem, when)...)
		}
		return out
	case *syntax.Ident:
		if d.busy[x.Name] {
			return nil
		}
		d.busy[x.Name] = true
		defer delete(d.busy, x.Name)
		if d.fn != nil {
			if value := localIn(d.fn, x.Name); value != nil {
				return d.outline(value, when)
			}
		}
		if sym, ok := d.e.r.set.Local(d.m, x.Name); ok && !sym.External() && sym.Module == d.m {
			if value, _ := valueOf(sym); value != nil {
				if _, fn := value.(*syntax.Func); !fn {
					return d.outline(value, when)
				}
			}
		}
	case *syntax.Member:
		if name, ok := strings.CutPrefix(dotted(x), "this."); ok {
			return d.method(name, when)
		}
	case *syntax.Call:
		name := calledName(x)
		if f, ok := x.Fun.(*syntax.Member); ok {
			if own, ok := strings.CutPrefix(dotted(f), "this."); ok {
				return d.method(own, when)
			}
			if (name == "map" || name == "flatMap") && len(x.Args) > 0 {
				return d.each(x.Args[0], text(f.X), when)
			}
		}
		switch name {
		case "repeat", "map":
			if len(x.Args) > 1 {
				return d.each(x.Args[len(x.Args)-1], text(x.Args[0]), when)
			}
		case "when":
			var out []contract.Outline
			for i, arg := range x.Args[min(1, len(x.Args)):] {
				word := text(x.Args[0])
				if i > 0 {
					word = "not " + word
				}
				out = append(out, d.outline(arg, append(slices.Clip(when), word))...)
			}
			return out
		case "guard", "cache", "keyed", "choose", "until":
			var out []contract.Outline
			for _, arg := range x.Args {
				out = append(out, d.outline(arg, when)...)
			}
			return out
		}
		if id, ok := syntax.Bare(x.Fun).(*syntax.Ident); ok && !d.busy[id.Name] {
			if sym, ok := d.e.r.set.Local(d.m, id.Name); ok && !sym.External() && sym.Module == d.m {
				if value, _ := valueOf(sym); value != nil {
					if fn, ok := value.(*syntax.Func); ok {
						d.busy[id.Name] = true
						defer delete(d.busy, id.Name)
						return d.function(fn, when)
					}
				}
			}
		}
	}
	return nil
}

// each outlines what is drawn for each of several.
func (d *elementDrawing) each(fn syntax.Expr, of string, when []string) []contract.Outline {
	d.loops++
	out := d.outline(fn, when)
	d.loops--
	for i := range out {
		if out[i].Each == "" {
			out[i].Each = of
		}
	}
	return out
}

// method outlines what a method or getter of the class draws.
func (d *elementDrawing) method(name string, when []string) []contract.Outline {
	fn, ok := d.e.methods[name]
	if !ok {
		for _, part := range d.e.m.chain {
			for _, member := range part.node.Members {
				key, _ := syntax.KeyName(member.Key)
				if value, isFunc := member.Value.(*syntax.Func); isFunc && strings.TrimPrefix(key, "#") == strings.TrimPrefix(name, "#") && !ok {
					fn, ok = standing[*syntax.Func]{part.module, value}, true
				}
			}
		}
	}
	if !ok || d.busy["this."+name] {
		return nil
	}
	d.busy["this."+name] = true
	defer delete(d.busy, "this."+name)
	m := d.m
	d.m = fn.module
	out := d.function(fn.node, when)
	d.m = m
	return out
}

func (d *elementDrawing) function(fn *syntax.Func, when []string) (out []contract.Outline) {
	outer := d.fn
	d.fn = fn
	defer func() { d.fn = outer }()
	if fn.X != nil {
		return d.outline(fn.X, when)
	}
	if fn.Body == nil {
		return nil
	}
	returns := 0
	syntax.Returns(fn.Body, func(syntax.Expr) { returns++ })
	syntax.Returns(fn.Body, func(x syntax.Expr) {
		here := when
		if returns > 1 {
			here = append(slices.Clip(when), "one of several")
		}
		out = append(out, d.outline(x, here)...)
	})
	return out
}

// hole is a passage of a template that the script fills.
type templateHole struct {
	from, to int // within the template
	x        syntax.Expr
}

// template parses a template with the holes that the script fills.
func (d *elementDrawing) template(t *syntax.Template, when []string, tagged *syntax.Tagged) []contract.Outline {
	if tagged != nil {
		d.e.drawn[tagged] = true
	}
	from, to := t.Pos()+1, t.Stop()-1
	if from > to {
		return nil
	}
	text := []byte(d.m.Source[from:to])
	var holes []templateHole
	for _, x := range t.Exprs {
		if x.Pos() < from || x.Stop() > to {
			continue // the template does not end
		}
		start := strings.LastIndex(d.m.Source[from:x.Pos()], "${")
		end := strings.IndexByte(d.m.Source[x.Stop():to], '}')
		if start < 0 || end < 0 {
			continue
		}
		h := templateHole{start, x.Stop() + end + 1 - from, x}
		for i := h.from; i < h.to; i++ {
			text[i] = holeMark
		}
		holes = append(holes, h)
	}
	return d.piece(string(text), from, holes, when)
}

// piece reads a text of HTML that begins at an offset of the module.
func (d *elementDrawing) piece(text string, base int, holes []templateHole, when []string) []contract.Outline {
	tree, _ := syntax.ParseHTML(d.m.Path, text, 0, len(text)) // what a script completes may look broken
	w := &elementMarkup{d, base, holes}
	return w.list(tree.Nodes, when)
}

// elementMarkup walks one template.
type elementMarkup struct {
	*elementDrawing
	base  int
	holes []templateHole
}

func (w *elementMarkup) list(nodes []syntax.Node, when []string) (out []contract.Outline) {
	remark := ""
	for _, n := range nodes {
		switch n := n.(type) {
		case *syntax.Remark:
			remark = n.Text
		case *syntax.Words:
			for _, h := range w.holes {
				if h.from >= n.Pos() && h.from < n.Stop() {
					out = append(out, w.outline(h.x, when)...)
				}
			}
		case *syntax.Tag:
			out = append(out, w.tag(n, when, remark)...)
			remark = ""
		}
	}
	return out
}

// dynamic reports whether the script puts something into a text.
func dynamic(text string) bool { return strings.ContainsRune(text, holeMark) }

func (w *elementMarkup) tag(t *syntax.Tag, when []string, remark string) []contract.Outline {
	e := w.e
	if t.Name == "style" || t.Name == "script" {
		for _, n := range t.Nodes {
			if words, ok := n.(*syntax.Words); ok && t.Name == "style" {
				e.hooks.inText(words.Text)
			}
		}
		return nil
	}
	if t.Name == "slot" {
		return w.slotTag(t, when, remark)
	}
	for _, a := range t.Attrs {
		name := strings.ToLower(a.Name)
		switch {
		case name == "part":
			for _, part := range strings.Fields(a.Text) {
				if !dynamic(part) {
					e.hooks.add("part", part, nil)
				}
			}
			for _, h := range w.holes {
				if h.from >= a.Pos() && h.from < a.Stop() {
					w.partsOf(h.x)
				}
			}
		case name == "exportparts":
			for _, pair := range strings.Split(a.Text, ",") {
				inner, outer, renamed := strings.Cut(pair, ":")
				if !renamed {
					outer = inner
				}
				if outer = strings.TrimSpace(outer); outer != "" && !dynamic(outer) {
					e.hooks.add("part", outer, nil)
				}
			}
		case strings.HasPrefix(name, "data-"):
			var by []string
			for _, h := range w.holes {
				if h.from >= a.Pos() && h.from < a.Stop() {
					by = append(by, w.props(h.x)...)
				}
			}
			e.hooks.add("data", name, by)
		case name == "style":
			e.hooks.inText(a.Text)
		case name == "class" && w.light:
			for _, class := range strings.Fields(a.Text) {
				if classToken.MatchString(class) {
					e.hooks.add("class", class, nil)
				}
			}
		}
	}
	around := w.around
	w.around = append(slices.Clip(around), when...)
	children := w.list(t.Nodes, nil)
	w.around = around
	return []contract.Outline{{Element: t.Name, When: strings.Join(when, " and "), Children: children}}
}

// partsOf reads the parts that a record of classes names: partMap({ base: true }).
func (w *elementMarkup) partsOf(x syntax.Expr) {
	syntax.Walk(x, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Property:
			if name, ok := syntax.KeyName(n.Key); ok && classToken.MatchString(name) {
				w.e.hooks.add("part", name, w.props(n))
			}
			return false
		case *syntax.Literal:
			if n.Kind == syntax.StringLiteral {
				for _, part := range strings.Fields(n.Value) {
					if classToken.MatchString(part) {
						w.e.hooks.add("part", part, w.props(x))
					}
				}
			}
		}
		return true
	})
}

// slotTag outlines a place that the app fills.
func (w *elementMarkup) slotTag(t *syntax.Tag, when []string, remark string) []contract.Outline {
	e := w.e
	name := ""
	if a := t.Attr("name"); a != nil {
		name = a.Text
	}
	at := e.r.at(w.m, syntax.Between(w.base+t.Pos(), w.base+t.Open.Stop()))
	at.Span = nil
	for _, a := range t.Attrs {
		if a.Name == "part" && !dynamic(a.Text) {
			for _, part := range strings.Fields(a.Text) {
				e.hooks.add("part", part, nil)
			}
		}
	}
	if dynamic(name) {
		e.r.unread(at, e.c.Component, "the name of a slot is computed: %s", w.written(name, t))
		return nil
	}
	s := e.slot(name, at)
	s.drawn = true
	if d := e.r.doc(remark); s.text == "" && !dynamic(remark) {
		s.text, s.deprecated = d.text, d.deprecated
	}
	s.inLoop = s.inLoop || w.loops > 0
	s.fallback = s.fallback || slices.ContainsFunc(t.Nodes, syntax.Shows)
	if len(when)+len(w.around) == 0 {
		s.always++
	} else {
		s.sometimes++
	}
	children := w.list(t.Nodes, nil)
	for i := range children {
		children[i].Fallback = true
	}
	return []contract.Outline{{Slot: names.VueSlot(s.name), When: strings.Join(when, " and "), Children: children}}
}

// written is what the script puts into the name of a slot.
func (w *elementMarkup) written(name string, t *syntax.Tag) string {
	for _, h := range w.holes {
		if h.from >= t.Pos() && h.from < t.Open.Stop() {
			return evaluate.Clip(evaluate.Written(w.m, h.x))
		}
	}
	return name
}

// styles reads the custom properties of the styles of a class.
func (e *elementReading) styles(part standing[*syntax.Class]) {
	var read func(m *modules.Module, x syntax.Node, depth int)
	read = func(m *modules.Module, x syntax.Node, depth int) {
		if x == nil || depth > 8 {
			return
		}
		syntax.Walk(x, func(n syntax.Node) bool {
			switch n := n.(type) {
			case *syntax.Tagged:
				if drawnName(n.Tag) == "css" {
					e.hooks.inText(strings.Join(n.Text.Texts, " "))
				}
			case *syntax.Ident:
				if sym, ok := e.r.set.Local(m, n.Name); ok && !sym.External() && sym.Module != nil {
					if value, _ := valueOf(sym); value != nil {
						if t, ok := syntax.Bare(value).(*syntax.Tagged); ok && drawnName(t.Tag) == "css" {
							e.hooks.inText(strings.Join(t.Text.Texts, " "))
						} else if a, ok := syntax.Bare(value).(*syntax.Array); ok {
							read(sym.Module, a, depth+1)
						}
					}
				}
			}
			return true
		})
	}
	for _, member := range part.node.Members {
		if name, _ := syntax.KeyName(member.Key); name == "styles" && member.Modifiers.Has(syntax.Static) {
			read(part.module, staticValue(member), 0)
		}
	}
}

// finish sorts slots and style hooks into the contract.
func (e *elementReading) finish() {
	for _, name := range e.order {
		s := e.slots[name]
		at := s.at
		x := &contract.Slot{Name: names.VueSlot(name), Spelled: contract.SpelledAs(name), Form: contract.FormContent, Origin: "own", Description: s.text, Deprecated: s.deprecated, At: &at,
			Fallback: contract.FactOf(s.fallback), InLoop: contract.FactOf(s.inLoop), Conditional: contract.Yes}
		switch {
		case !s.drawn:
			x.Fallback, x.InLoop, x.Conditional = contract.Unknown, contract.Unknown, contract.Unknown
		case s.always > 0:
			x.Conditional = contract.No
		}
		if e.c.Slot(x.Name) != nil {
			x.Name = name
		}
		e.c.Slots = append(e.c.Slots, x)
	}
	e.c.StyleHooks = e.hooks.hooks()
}
