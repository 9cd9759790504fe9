// This file finds what stands for nothing in the templates of single-file components.

package usage

import (
	"path"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// templateNames is what the template of one component can name.
type templateNames struct {
	s       *scanner
	m       *modules.Module
	own     map[string]bool // what its options give
	open    bool            // there may be more that is not seen
	perhaps bool            // a tool may give names a meaning
	script  bool            // the names of the script are those of the template
	file    *component
	scopes  []map[string]bool // what loops and slots give, outermost first
}

// looseInTemplate looks at the tags and names of a template.
func (s *scanner) looseInTemplate(m *modules.Module) {
	if m.File.Markup == nil {
		return
	}
	c := s.componentOf(m)
	t := &templateNames{s: s, m: m, own: map[string]bool{}, script: c.setup, file: c, open: c.open, perhaps: s.importsByName()}
	for name := range c.props {
		t.own[strings.TrimPrefix(name, "@")] = true
	}
	for name := range s.globalProperties() {
		t.own[name] = true
	}
	t.options()
	t.nodes(m.File.Markup.Nodes)
}

// importsByName reports whether a tool imports functions where their names are used.
func (s *scanner) importsByName() bool {
	m := s.set.Manifest
	if m.Range("nuxt") != "" || len(s.places().projects) > 0 {
		return true
	}
	for _, m := range s.set.Modules() {
		if strings.Contains(path.Base(m.Path), ".config.") && strings.Contains(m.Source, "AutoImport(") {
			return true
		}
	}
	return false
}

// globalProperties are the names that an app gives all its templates.
func (s *scanner) globalProperties() map[string]bool {
	list := map[string]bool{}
	for _, m := range s.set.Modules() {
		if !strings.Contains(m.Source, "globalProperties") && !strings.Contains(m.Source, ".prototype.") {
			continue
		}
		syntax.WalkFile(m.File, func(n syntax.Node) bool {
			if x, ok := n.(*syntax.Member); ok && (lastName(x.X) == "globalProperties" || lastName(x.X) == "prototype") {
				list[lastName(x)] = true
			}
			return true
		})
	}
	return list
}

// namedOptions are the options of a component whose keys its template can name; those of
// a function are the keys of what it gives back.
var namedOptions = map[string]bool{"data": true, "computed": true, "methods": true, "setup": true, "inject": true, "props": true}

// hidingOptions are the options by which more is named than is written there.
var hidingOptions = map[string]bool{"mixins": true, "extends": true, "template": true}

// options gathers what the options of the component give its template.
func (t *templateNames) options() {
	for _, stmt := range t.m.File.Body {
		export, ok := stmt.(*syntax.ExportDefault)
		if !ok {
			continue
		}
		x := syntax.Bare(export.X)
		if call, ok := x.(*syntax.Call); ok {
			x = lastArg(call)
		}
		o, ok := x.(*syntax.Object)
		if !ok {
			t.open = true
			continue
		}
		for _, p := range o.Props {
			name, known := "", false
			if p.Key != nil {
				name, known = syntax.KeyName(p.Key)
			}
			switch {
			case p.Kind == syntax.SpreadProperty || !known || hidingOptions[name]:
				t.open = true
			case namedOptions[name]:
				t.keys(p.Value)
			}
		}
	}
}

// keys notes the names that an option gives: the entries of a table or list, or what a
// function gives back.
func (t *templateNames) keys(x syntax.Expr) {
	switch x := syntax.Bare(x).(type) {
	case *syntax.Object:
		for _, p := range x.Props {
			if p.Kind == syntax.SpreadProperty {
				t.spread(p.Value)
			} else if name, ok := syntax.KeyName(p.Key); ok {
				t.own[name] = true
			} else {
				t.open = true
			}
		}
	case *syntax.Array:
		for _, elem := range x.Elems {
			if v, ok := literal(elem); ok {
				name, _ := v.V.(string)
				t.own[name] = true
			} else {
				t.open = true
			}
		}
	case *syntax.Func:
		if x.X != nil {
			t.keys(x.X)
			return
		}
		if x.Body != nil {
			syntax.Returns(x.Body, t.keys)
		}
	default:
		t.open = true
	}
}

// spread notes ...mapState(['a', 'b']): a call that is given the names.
func (t *templateNames) spread(x syntax.Expr) {
	call, ok := syntax.Bare(x).(*syntax.Call)
	if !ok || len(call.Args) == 0 {
		t.open = true
		return
	}
	switch last := syntax.Bare(call.Args[len(call.Args)-1]).(type) {
	case *syntax.Array, *syntax.Object:
		t.keys(last)
	default:
		t.open = true
	}
}

// stands reports whether a name stands for something in the template.
func (t *templateNames) stands(name string) bool {
	if t.own[name] || strings.HasPrefix(name, "$") || inTemplates[name] {
		return true
	}
	for _, scope := range t.scopes {
		if scope[name] {
			return true
		}
	}
	if !t.script {
		return false
	}
	return t.m.Imports.Has(name) || t.m.Decls.Has(name)
}

func (t *templateNames) nodes(list []syntax.Node) {
	for _, n := range list {
		switch n := n.(type) {
		case *syntax.Tag:
			t.tag(n)
		case *syntax.Interpolation:
			t.expression(n.X)
		}
	}
}

func (t *templateNames) expression(x syntax.Node) {
	if x == nil || t.open {
		return
	}
	f := freeNames{seen: func(id *syntax.Ident, _ *syntax.Element, _ bool) {
		if !t.stands(id.Name) {
			t.s.loose(t.m, id, site.Loose{Name: id.Name, Kind: site.LooseName, Perhaps: t.perhaps})
		}
	}}
	f.visit(x)
}

func (t *templateNames) tag(tag *syntax.Tag) {
	given := map[string]bool{}
	bind := func(d *syntax.Directive) {
		for _, p := range d.Params {
			for _, id := range modules.BoundNames(p.Name) {
				given[id.Name] = true
			}
		}
	}
	if d := tag.Directive("for"); d != nil {
		t.expression(d.X)
		bind(d)
	}
	t.scopes = append(t.scopes, given)
	if !t.known(tag) {
		t.s.loose(t.m, tag, site.Loose{Name: tag.Name, Kind: site.LooseTag, Perhaps: t.perhaps || len(t.s.places().plugins) > 0 || t.s.places().others})
	}
	t.placeAsKey(tag)
	for _, a := range tag.Attrs {
		d := a.Directive
		if d == nil || d.Name == "for" || d.Name == "slot" || d.Name == "slot-scope" || d.Name == "scope" {
			continue
		}
		t.expression(d.ArgX)
		if d.Body != nil {
			f := map[string]bool{}
			for _, stmt := range d.Body {
				declaredIn(stmt, f)
			}
			t.scopes = append(t.scopes, f)
			for _, stmt := range d.Body {
				t.expression(stmt)
			}
			t.scopes = t.scopes[:len(t.scopes)-1]
		} else if d.X != nil {
			t.expression(d.X)
		}
	}
	for _, a := range tag.Attrs {
		if d := a.Directive; d != nil && (d.Name == "slot" || d.Name == "slot-scope" || d.Name == "scope") {
			bind(d)
		}
	}
	t.nodes(tag.Nodes)
	t.scopes = t.scopes[:len(t.scopes)-1]
}

// placeAsKey finds a tag whose key is its place in the list that it is drawn for.
func (t *templateNames) placeAsKey(tag *syntax.Tag) {
	d := tag.Directive("for")
	if d == nil || len(d.Params) < 2 {
		return
	}
	index, ok := d.Params[1].Name.(*syntax.Ident)
	if !ok {
		return
	}
	for _, a := range tag.Attrs {
		if b := a.Directive; b != nil && b.Name == "bind" && b.Arg == "key" && b.X != nil && isName(b.X, index.Name) {
			t.s.loose(t.m, a, site.Loose{Name: index.Name, Kind: site.LooseKey})
		}
	}
}

// known reports whether a tag is an element, or a component that the file or the app
// knows under that name.
func (t *templateNames) known(n *syntax.Tag) bool {
	tag := n.Name
	name := names.UpperFirst(names.Camel(tag))
	if isElement(tag) || builtIn[name] {
		return true
	}
	if name == names.UpperFirst(names.Camel(strings.TrimSuffix(path.Base(t.m.Path), ".vue"))) {
		return true // itself
	}
	for registered := range t.file.registered {
		if sameComponent(registered, tag) {
			return true
		}
	}
	first, _, _ := strings.Cut(tag, ".")
	if t.script {
		for _, spelled := range []string{first, names.Camel(first), names.UpperFirst(names.Camel(first))} {
			if t.stands(spelled) {
				return true
			}
		}
	}
	p := t.s.places()
	if _, ok := p.registeredAt[name]; ok {
		return true
	}
	return len(t.s.byPlace(t.m, tag, t.m.Place(n))) > 0
}
