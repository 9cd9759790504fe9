// This file reads the style hooks of a React component: literal classes, data
// attributes, and custom properties that it sets or reads.

package reading

import (
	"regexp"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// hookList gathers style hooks with the members that each reflects.
type hookList map[hookKey]*reflected

type hookKey struct {
	group string // class, data, part or property
	name  string
}

// reflected is what a hook shows: the members it depends on; always where it
// also stands without condition.
type reflected struct {
	by     map[string]bool
	always bool
}

func (l hookList) add(group, name string, by []string) {
	key := hookKey{group, name}
	if l[key] == nil {
		l[key] = &reflected{by: map[string]bool{}}
	}
	l[key].always = l[key].always || len(by) == 0
	for _, b := range by {
		l[key].by[b] = true
	}
}

func (l hookList) hooks() contract.StyleHooks {
	var h contract.StyleHooks
	for key, r := range l {
		hook := contract.Hook{Name: key.name}
		if len(r.by) > 0 && (!r.always || key.group != "class") {
			var by []string
			for name := range r.by {
				by = append(by, name)
			}
			slices.Sort(by)
			hook.Reflects = "reflects " + strings.Join(by, ", ")
		}
		switch key.group {
		case "class":
			h.Classes = append(h.Classes, hook)
		case "data":
			h.Data = append(h.Data, hook)
		case "part":
			h.CSSParts = append(h.CSSParts, hook)
		default:
			h.Properties = append(h.Properties, hook)
		}
	}
	for _, list := range []contract.Hooks{h.Classes, h.Data, h.Properties, h.CSSParts} {
		slices.SortFunc(list, func(a, b contract.Hook) int { return strings.Compare(a.Name, b.Name) })
	}
	return h
}

// attribute reads one attribute of an element.
func (d *drawing) attribute(name string, value syntax.Expr, tag string) {
	x := value
	if c, ok := value.(*syntax.Container); ok {
		x = c.X
	}
	switch {
	case name == "className" || name == "class":
		d.classes(x, nil, 0)
	case strings.HasPrefix(name, "data-"):
		d.hooks.add("data", name, d.props(x))
	case name == "style":
		d.style(x, 0)
	}
}

// classToken is a class that a style sheet can name without escapes.
var classToken = regexp.MustCompile(`^-?[A-Za-z_][\w-]*$`)

// maxClasses bounds the values that one hole in a class stands for.
const maxClasses = 30

// joiners are the usual calls that join classes from their arguments.
var joiners = map[string]bool{"clsx": true, "classNames": true, "classnames": true, "cx": true, "cn": true, "twMerge": true}

// classes reads the literal classes of an expression. by are the members that
// decide whether they stand there.
func (d *drawing) classes(x syntax.Expr, by []string, depth int) {
	if x == nil || depth > 20 || !d.step() {
		return
	}
	also := func(n syntax.Node) []string { return append(slices.Clip(by), d.props(n)...) }
	switch x := syntax.Bare(x).(type) {
	case *syntax.Literal:
		if x.Kind == syntax.StringLiteral {
			d.tokens([]string{x.Value}, nil, by)
		}
	case *syntax.Template:
		d.tokens(x.Texts, x.Exprs, by)
	case *syntax.Conditional:
		d.classes(x.Then, also(x.If), depth+1)
		d.classes(x.Else, also(x.If), depth+1)
	case *syntax.Binary:
		switch x.Op {
		case "&&":
			d.classes(x.Y, also(x.X), depth+1)
		case "||", "??":
			d.classes(x.X, by, depth+1)
			d.classes(x.Y, by, depth+1)
		case "+":
			texts, holes := sum(x)
			d.tokens(texts, holes, by)
		}
	case *syntax.Array:
		for _, elem := range x.Elems {
			d.classes(elem, by, depth+1)
		}
	case *syntax.Object:
		for _, p := range x.Props {
			if name, ok := syntax.KeyName(p.Key); ok && p.Kind == syntax.InitProperty {
				d.tokens([]string{name}, nil, also(p.Value))
			} else if c, ok := p.Key.(*syntax.Computed); ok {
				d.classes(c.X, also(p.Value), depth+1)
			}
		}
	case *syntax.Call:
		d.joined(x, by, depth)
	case *syntax.Ident:
		if len(d.locals[x.Name]) > 0 {
			d.local(x.Name, func(value syntax.Expr) { d.classes(value, by, depth+1) })
			return
		}
		d.computed(x, by)
	case *syntax.Index:
		if !d.table(x, by, depth) {
			d.computed(x, by)
		}
	case *syntax.Member:
		d.computed(x, by)
	}
}

// table reads the classes that stand in a table, TABLE[key]: those of the values that the
// key can be, where these are known. It reports whether there was one.
func (d *drawing) table(x *syntax.Index, by []string, depth int) bool {
	o, in, ok := d.r.objectOf(d.m.module, x.X, 0)
	if !ok {
		return false
	}
	also := append(slices.Clip(by), d.props(x.Key)...)
	keys := d.values(x.Key)
	for _, p := range o.Props {
		name, named := syntax.KeyName(p.Key)
		if p.Kind != syntax.InitProperty || !named || len(keys) > 0 && !slices.Contains(keys, name) {
			continue
		}
		if in == d.m.module {
			d.classes(p.Value, also, depth+1)
		} else if l, ok := d.r.constant(in, p.Value, 0).node.(*syntax.Literal); ok {
			d.classes(l, also, depth+1)
		}
	}
	return true
}

// joined reads the arguments of a call that joins classes.
func (d *drawing) joined(x *syntax.Call, by []string, depth int) {
	switch f := x.Fun.(type) {
	case *syntax.Ident:
		if joiners[f.Name] {
			for _, arg := range x.Args {
				d.classes(arg, by, depth+1)
			}
		}
	case *syntax.Member:
		if id, ok := f.Name.(*syntax.Ident); ok && (id.Name == "join" || id.Name == "filter" || id.Name == "trim" || id.Name == "concat") {
			d.classes(f.X, by, depth+1)
		}
	}
}

// sum takes a + b + c apart into texts with holes between.
func sum(x syntax.Expr) (texts []string, holes []syntax.Expr) {
	texts = []string{""}
	var visit func(x syntax.Expr)
	visit = func(x syntax.Expr) {
		switch b := syntax.Bare(x).(type) {
		case *syntax.Binary:
			if b.Op == "+" {
				visit(b.X)
				visit(b.Y)
				return
			}
		case *syntax.Literal:
			if b.Kind == syntax.StringLiteral {
				texts[len(texts)-1] += b.Value
				return
			}
		}
		holes = append(holes, x)
		texts = append(texts, "")
	}
	visit(x)
	return texts, holes
}

// hole marks a hole in a text of classes; no class can hold it.
const hole = "\x00"

// tokens notes the classes of a text. A hole within a class stands for the
// values that it can have, where those are known; a hole of its own is read as
// classes.
func (d *drawing) tokens(texts []string, holes []syntax.Expr, by []string) {
	n := -1
	for _, token := range strings.Fields(strings.Join(texts, hole)) {
		if !strings.Contains(token, hole) {
			d.class(token, by)
			continue
		}
		count := strings.Count(token, hole)
		n += count
		if token == hole && n < len(holes) {
			d.classes(holes[n], by, 1)
			continue
		}
		if count != 1 || n >= len(holes) {
			continue
		}
		before, after, _ := strings.Cut(token, hole)
		also := append(slices.Clip(by), d.props(holes[n])...)
		for _, value := range d.values(holes[n]) {
			d.class(before+value+after, also)
		}
	}
}

func (d *drawing) class(token string, by []string) {
	if classToken.MatchString(token) {
		d.hooks.add("class", token, by)
	}
}

// computed notes the classes that an expression can be by its type.
func (d *drawing) computed(x syntax.Expr, by []string) {
	also := append(slices.Clip(by), d.props(x)...)
	for _, value := range d.values(x) {
		for _, token := range strings.Fields(value) {
			d.class(token, also)
		}
	}
}

// values lists the texts that an expression can be, where they are a closed set.
func (d *drawing) values(x syntax.Expr) (list []string) {
	var known types.Type
	if d.known != nil {
		known = d.known(x)
	}
	if of := d.r.eval.Expr(x, d.scope); of != nil && known == nil {
		known = d.r.quiet(of).T
	}
	if known == nil || known == types.Type(types.Any) {
		known = d.propType(x)
	}
	if known == nil {
		return nil
	}
	values, open, ok := types.Values(types.Without(known, types.Undefined, types.Null))
	if !ok || open || len(values) > maxClasses {
		return nil
	}
	for _, v := range values {
		if v.Of == types.String || v.Of == types.Number {
			list = append(list, v.Text())
		}
	}
	return list
}

// propType gives the type of the prop that a name or member of the body stands for, as the
// contract has it; nil for any other.
func (d *drawing) propType(x syntax.Expr) types.Type {
	spelled := d.t.spelled(dottedName(syntax.Bare(x)))
	if spelled == "" {
		return nil
	}
	_, name := d.r.framework.spelling(spelled)
	if p := d.c.Prop(name); p != nil && p.Spelled.Or(name) == spelled {
		return p.Type.T
	}
	return nil
}

// propertyName finds custom properties in a text of styles.
var propertyName = regexp.MustCompile(`(?:^|[^\w-])(--[A-Za-z_][\w-]*)`)

// style reads the custom properties of an inline style.
func (d *drawing) style(x syntax.Expr, depth int) {
	if x == nil || depth > 10 || !d.step() {
		return
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Object:
		for _, p := range x.Props {
			if p.Kind == syntax.SpreadProperty {
				d.style(p.Value, depth+1)
				continue
			}
			name, ok := syntax.KeyName(p.Key)
			if c, computed := p.Key.(*syntax.Computed); !ok && computed {
				if l, text := syntax.Bare(c.X).(*syntax.Literal); text {
					name = l.Value
				}
			}
			if strings.HasPrefix(name, "--") {
				d.hooks.add("property", name, d.props(p.Value))
			}
			if p.Value != nil {
				d.read(p.Value)
			}
		}
	case *syntax.Conditional:
		d.style(x.Then, depth+1)
		d.style(x.Else, depth+1)
	case *syntax.Binary:
		d.style(x.X, depth+1)
		d.style(x.Y, depth+1)
	case *syntax.Ident:
		d.local(x.Name, func(value syntax.Expr) { d.style(value, depth+1) })
	}
}

// read notes custom properties that a value reads.
func (d *drawing) read(x syntax.Expr) {
	syntax.Walk(x, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Literal:
			d.hooks.inText(n.Value)
		case *syntax.Template:
			d.hooks.inText(strings.Join(n.Texts, " "))
		}
		return true
	})
}

// inText notes the custom properties of a text of styles.
func (l hookList) inText(text string) {
	for _, m := range propertyName.FindAllStringSubmatch(text, -1) {
		l.add("property", m[1], nil)
	}
}
