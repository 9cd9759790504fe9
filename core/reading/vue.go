// This file finds what a Vue package exports that is a component, and what of it is
// here: options, the script and template of a single-file component, a function
// that draws, a class, or a declared type.

package reading

import (
	"io/fs"
	"path"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/syntax"
	"steadysocket/core/vue"
)

// vueMade is a Vue component: what of it is here.
type vueMade struct {
	module  *modules.Module
	options []standing[*syntax.Object] // its own first, then those that it takes over
	script  *syntax.Section            // with setup; nil for none
	markup  *syntax.Markup             // nil for none
	in      *modules.Module            // that the markup stands in
	fn      *syntax.Func               // that draws, with props and context as parameters
	class   *syntax.Class              // whose decorators tell
	of      evaluate.Type              // declared; nil for none
	bases   []contract.Base            // what it takes over and is not here
	doc     standing[syntax.Node]
	at      place.Place
}

// vueExport reads an exported name if it is a component or shared logic, and reports
// whether it was one (or looked like one and was listed as unread).
func (r *reader) vueExport(e entry) bool {
	name := e.name
	if name == "default" && e.symbol.Module != nil {
		name = r.defaultName(e)
		if strings.Contains(path.Base(e.symbol.Module.Path), ".vue") && !names.IsComponent(name) {
			name = names.ByPlace(name) // single-file components are often called in lower case
		}
	}
	switch {
	case e.symbol.External():
		if names.IsComponent(e.name) && !vue.IsVue(e.symbol.Package) {
			r.unread(r.exportPlace(e), e.name, "%s is passed on from %s, which is not here", e.name, e.symbol.Package)
		}
		return true
	case e.symbol.Namespace:
		return r.space(e)
	case names.IsHook(name):
		return r.hook(name, e)
	case r.others[otherKey(e)]:
		return false // it was looked at before
	}
	export := contract.Export{Module: e.module, Name: e.name, Kind: "named"}
	if e.name == "default" {
		export.Kind = "default"
	}
	if found, ok := r.byPlace(e); ok {
		name, export.Name, export.Kind = found, found, contract.ExportPlace
	}
	if r.vueSymbol(name, e.symbol, export) {
		return true
	}
	return r.installed(e)
}

// componentFolder is where the components of a project stand that apps are laid over.
const componentFolder = "components/"

// byPlace gives the name that a component of such a project is found by; false where
// the package is none, or the file none of its components.
func (r *reader) byPlace(e entry) (string, bool) {
	if e.name != "default" || e.symbol.Module == nil || !r.isLayer() {
		return "", false
	}
	file := r.set.Rel(e.symbol.Module.Path)
	for _, before := range []string{"", "app/", "src/"} {
		if rest, ok := strings.CutPrefix(file, before+componentFolder); ok && strings.HasSuffix(rest, ".vue") {
			return names.ByPlace(rest), true
		}
	}
	return "", false
}

// isLayer reports whether a package is a project that apps are laid over: it has the
// configuration of one.
func (r *reader) isLayer() bool {
	for _, ending := range []string{"ts", "js", "mjs"} {
		if _, err := fs.Stat(r.set.FS, path.Join(r.set.Dir, "nuxt.config."+ending)); err == nil {
			return true
		}
	}
	return false
}

// vueSymbol reads what a symbol stands for, if it is a component.
func (r *reader) vueSymbol(name string, sym modules.Symbol, export contract.Export) bool {
	key := sym.Module.Path + "#" + sym.Name
	if _, file := sym.Node.(*syntax.File); file || sym.Node == nil {
		if r.further(key, export) {
			return true
		}
	}
	m, why := r.vueMake(name, sym)
	if m == nil {
		if why == "" || !names.IsComponent(name) {
			return false
		}
		r.unread(r.declaredAt(sym), name, "%s", why)
		return true
	}
	if !names.MayBeComponent(name) && m.of == nil && m.bare() {
		return false // what components take over is none itself
	}
	if export.Kind == "default" && !strings.HasSuffix(sym.Module.Path, ".d.ts") {
		if own := r.ownName(m); own != "" {
			name = own
		}
	}
	c := r.vueComponent(name, m)
	c.Export = export
	r.noteSeen(key)
	r.add(c)
	return true
}

// bare reports whether a component's record neither draws nor names itself.
func (m *vueMade) bare() bool {
	if m.script != nil || m.markup != nil || m.fn != nil || m.class != nil || len(m.options) == 0 {
		return false
	}
	for _, word := range []string{"name", "render", "setup", "template"} {
		if m.options[0].node.Lookup(word) != nil || lookupMethod(m.options[0].node, word) != nil {
			return false
		}
	}
	return true
}

// ownName is the name that a component gives itself, written as an exported one.
func (r *reader) ownName(m *vueMade) string {
	for _, o := range m.options[:min(1, len(m.options))] {
		if p := o.node.Lookup("name"); p != nil {
			if v, ok := literalValue(p.Value); ok {
				if s, ok := v.(string); ok && s != "" {
					return names.UpperFirst(names.Camel(s))
				}
			}
		}
	}
	return ""
}

// vueMake finds out whether a symbol is a component. It gives a reason where something
// may be one and cannot be read.
func (r *reader) vueMake(name string, sym modules.Symbol) (m *vueMade, why string) {
	if file, ok := sym.Node.(*syntax.File); ok {
		return r.singleFile(sym.Module, file, 0), ""
	}
	value, doc := valueOf(sym)
	if value != nil {
		if _, fn := syntax.Bare(value).(*syntax.Func); fn && sym.Name != "default" && !names.MayBeComponent(sym.Name) {
			return nil, "" // it may make one, and is none
		}
		if m = r.vueValue(sym.Module, value, 0); m != nil {
			m.found(standing[syntax.Node]{sym.Module, doc}, r.declaredAt(sym))
			return m, ""
		}
		if _, fn := syntax.Bare(value).(*syntax.Func); fn {
			return nil, ""
		}
	}
	if c := classOf(sym); c != nil {
		if m = r.vueClass(sym.Module, c); m != nil {
			m.found(standing[syntax.Node]{sym.Module, c}, r.declaredAt(sym))
			return m, ""
		}
	}
	if !names.MayBeComponent(sym.Name) && !names.MayBeComponent(name) && sym.Name != "default" && sym.Node == nil && !strings.HasPrefix(sym.Name, "_default") && !strings.HasPrefix(sym.Name, "__VLS") {
		return nil, ""
	}
	of := r.eval.Value(sym)
	if !r.declaresVue(of) {
		if why := r.eval.Unknown(of); why != "" && declaredAsVue(sym) {
			return nil, why
		}
		return nil, ""
	}
	m = &vueMade{module: sym.Module, of: of}
	for _, d := range sym.Decls {
		if doc == nil {
			doc = d.Stmt
		}
	}
	m.found(standing[syntax.Node]{sym.Module, doc}, r.declaredAt(sym))
	return m, ""
}

// declaredAsVue reports whether a declaration that is not understood is written like
// a component's.
func declaredAsVue(sym modules.Symbol) bool {
	for _, d := range sym.Decls {
		v, ok := d.Node.(*syntax.Declarator)
		if !ok || v.Type == nil {
			continue
		}
		text := d.Module.Source[v.Type.Pos():v.Type.Stop()]
		for _, word := range []string{"DefineComponent", "VueConstructor", "ComponentOptions"} {
			if strings.Contains(text, word) {
				return true
			}
		}
	}
	return false
}

// found notes where a component was found, unless something nearer to it is known.
func (m *vueMade) found(doc standing[syntax.Node], at place.Place) {
	if docOf(m.doc) == "" && doc.node != nil && doc.module.File != nil {
		m.doc = doc
	}
	if m.at.File == "" {
		m.at = at
	}
}

// vueMakers are the calls that make a component of the options among their arguments,
// by the last part of their name.
var vueMakers = map[string]bool{"defineComponent": true, "defineNuxtComponent": true, "defineCustomElement": true, "extend": true, "component": true}

// maxVueFollows bounds how far a component is followed through names and calls.
const maxVueFollows = 20

// vueValue finds the component behind a value; nil where it is none.
func (r *reader) vueValue(m *modules.Module, x syntax.Expr, depth int) *vueMade {
	if depth > maxVueFollows {
		return nil
	}
	switch x := syntax.Bare(x).(type) {
	case *syntax.Ident:
		sym, ok := r.set.Local(m, x.Name)
		if !ok || sym.External() || sym.Namespace || sym.Module == nil {
			return nil
		}
		return r.vueOf(sym, depth+1)
	case *syntax.Object:
		if isOptions(x) {
			made := &vueMade{module: m, at: r.at(m, x)}
			r.takeOptions(made, m, x, depth)
			return made
		}
	case *syntax.Func:
		if drawsVue(x) && (len(x.Params) == 0 || len(x.Params) < 3) {
			return &vueMade{module: m, fn: x, at: r.at(m, x)}
		}
	case *syntax.Class:
		return r.vueClass(m, x)
	case *syntax.Member:
		// require('./FareTag.vue').default
		call, ok := x.X.(*syntax.Call)
		name, named := x.Name.(*syntax.Ident)
		if ok && named && name.Name == "default" && isIdent(call.Fun, "require") {
			return r.vueLoaded(m, call, depth)
		}
	case *syntax.Call:
		return r.vueCall(m, x, depth)
	}
	return nil
}

// vueOf is the component that a symbol stands for.
func (r *reader) vueOf(sym modules.Symbol, depth int) *vueMade {
	if file, ok := sym.Node.(*syntax.File); ok {
		return r.singleFile(sym.Module, file, depth)
	}
	if value, doc := valueOf(sym); value != nil {
		made := r.vueValue(sym.Module, value, depth)
		if made != nil && doc != nil {
			made.found(standing[syntax.Node]{sym.Module, doc}, r.at(sym.Module, value))
		}
		return made
	}
	if c := classOf(sym); c != nil {
		return r.vueClass(sym.Module, c)
	}
	return nil
}

// vueCall finds the component that a call makes or hands on.
func (r *reader) vueCall(m *modules.Module, x *syntax.Call, depth int) *vueMade {
	if isIdent(x.Fun, "require") {
		return r.vueLoaded(m, x, depth)
	}
	name := calledName(x)
	if name == "defineAsyncComponent" {
		var made *vueMade
		syntax.Walk(x, func(n syntax.Node) bool {
			call, ok := n.(*syntax.Call)
			if k, isImport := (syntax.Node)(nil), false; ok {
				k = call.Fun
				_, isImport = k.(*syntax.Keyword)
				if isImport && made == nil {
					made = r.vueLoaded(m, call, depth)
				}
			}
			return made == nil
		})
		return made
	}
	for i, arg := range x.Args {
		if vueMakers[name] {
			o, in, ok := r.objectOf(m, arg, 0)
			if ok && (i == len(x.Args)-1 || isOptions(o)) {
				made := &vueMade{module: in, at: r.at(in, o)}
				r.takeOptions(made, in, o, depth)
				return made
			}
			if fn, ok := syntax.Bare(arg).(*syntax.Func); ok && i == 0 {
				made := &vueMade{module: m, fn: fn, at: r.at(m, fn)}
				if len(x.Args) > 1 {
					if o, in, ok := r.objectOf(m, x.Args[1], 0); ok {
						r.takeOptions(made, in, o, depth)
					}
				}
				made.module = m
				return made
			}
		}
		if made := r.vueValue(m, arg, depth+1); made != nil && (made.fn == nil || vueMakers[name] || len(made.options) > 0) {
			return made
		}
	}
	return nil
}

// calledName is the last part of the name of what is called, "" for none.
func calledName(x *syntax.Call) string {
	switch f := syntax.Bare(x.Fun).(type) {
	case *syntax.Ident:
		return f.Name
	case *syntax.Member:
		if id, ok := f.Name.(*syntax.Ident); ok {
			return id.Name
		}
	}
	return ""
}

// vueLoaded is the component that require() or import() of a literal name loads.
func (r *reader) vueLoaded(m *modules.Module, call *syntax.Call, depth int) *vueMade {
	if len(call.Args) == 0 {
		return nil
	}
	l, ok := call.Args[0].(*syntax.Literal)
	if !ok {
		return nil
	}
	sym, ok := r.set.Imported(m, l.Value, "default")
	if !ok || sym.External() || sym.Module == nil {
		return nil
	}
	return r.vueOf(sym, depth+1)
}

// vueOptions are the options that only components have; a record that has one of them
// is one.
var vueOptions = map[string]bool{"props": true, "emits": true, "template": true, "render": true, "setup": true, "computed": true, "mixins": true, "extends": true,
	"inheritAttrs": true, "components": true, "slots": true, "expose": true, "functional": true, "watch": true, "methods": true}

// isOptions reports whether a record is that of a component.
func isOptions(o *syntax.Object) bool {
	known := 0
	for _, p := range o.Props {
		name, ok := syntax.KeyName(p.Key)
		if !ok {
			continue
		}
		if vueOptions[name] {
			return true
		}
		if name == "name" || name == "data" || name == "created" || name == "mounted" {
			known++
		}
	}
	return known > 1
}

// drawsVue reports whether a function makes elements.
func drawsVue(fn *syntax.Func) bool {
	found := false
	syntax.Walk(fn, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Element:
			found = true
		case *syntax.Call:
			found = found || vueElementCall(n)
		}
		return !found
	})
	return found
}

// vueElementCalls make elements: Vue's own, and those that its compiler writes.
var vueElementCalls = map[string]bool{"h": true, "createVNode": true, "createElement": true, "createElementVNode": true, "createElementBlock": true,
	"createBlock": true, "_createVNode": true, "_createElementVNode": true, "_createElementBlock": true, "_createBlock": true, "_c": true, "$createElement": true}

func vueElementCall(x *syntax.Call) bool { return vueElementCalls[calledName(x)] && len(x.Args) > 0 }

// singleFile takes the blocks of a single-file component.
func (r *reader) singleFile(m *modules.Module, f *syntax.File, depth int) *vueMade {
	made := &vueMade{module: m, markup: f.Markup, in: m, at: place.Place{File: r.set.Rel(m.Path), Line: 1, Column: 1}}
	for _, s := range f.Sections {
		src := s.Attr("src")
		switch {
		case s.Name == "template" && src != nil:
			r.templateFile(made, path.Join(path.Dir(m.Path), src.Text))
		case s.Name != "script":
		case src != nil:
			if sym, ok := r.set.Imported(m, src.Text, "default"); ok && !sym.External() && depth <= maxVueFollows {
				if value, _ := valueOf(sym); value != nil {
					r.takeOver(made, r.vueValue(sym.Module, value, depth+1))
				}
			}
		case s.Attr("setup") != nil:
			made.script = s
			made.doc = standing[syntax.Node]{m, syntax.Between(s.Content.Stop(), s.Content.Stop())}
			if len(s.Body) > 0 {
				made.doc.node = s.Body[0]
			}
		default:
			for _, stmt := range s.Body {
				x, ok := stmt.(*syntax.ExportDefault)
				if !ok {
					continue
				}
				switch value := syntax.Bare(x.X).(type) {
				case *syntax.Object: // whatever stands in it
					r.takeOptions(made, m, value, depth)
				default:
					inner := r.vueValue(m, x.X, depth+1)
					if inner == nil {
						if call, ok := value.(*syntax.Call); ok {
							for _, arg := range call.Args {
								if o, in, ok := r.objectOf(m, arg, 0); ok {
									r.takeOptions(made, in, o, depth)
								}
							}
						}
					}
					r.takeOver(made, inner)
				}
				if docOf(made.doc) == "" {
					made.doc = standing[syntax.Node]{m, x}
				}
			}
			for _, stmt := range s.Body { // export default class … is a declaration
				if c, ok := stmt.(*syntax.ClassDecl); ok && c.Modifiers.Has(syntax.Default) {
					r.takeOver(made, r.vueClass(m, c.Class))
					made.doc = standing[syntax.Node]{m, c}
				}
			}
		}
	}
	return made
}

// takeOver takes what another component is, beside the template that stands here.
func (r *reader) takeOver(made, inner *vueMade) {
	if inner == nil {
		return
	}
	made.options = append(made.options, inner.options...)
	made.bases = append(made.bases, inner.bases...)
	if made.markup == nil {
		made.markup, made.in = inner.markup, inner.in
	}
	if made.fn == nil {
		made.fn = inner.fn
	}
	if made.class == nil {
		made.class = inner.class
	}
	if docOf(made.doc) == "" {
		made.doc = inner.doc
	}
}

// templateFile takes a template that stands in a file of its own.
func (r *reader) templateFile(made *vueMade, name string) {
	text, err := modules.ReadText(r.set.FS, name, syntax.MaxBytes)
	if err != nil {
		r.unread(made.at, "", "the template %s could not be read: %v", r.set.Rel(name), reason(err))
		return
	}
	r.readFiles[name] = true
	made.markup, made.in = r.template(name, text, 0, len(text))
}

// template parses a template, which stands in a text between two offsets.
func (r *reader) template(name, text string, from, to int) (*syntax.Markup, *modules.Module) {
	tree, errors := syntax.ParseTemplate(name, text, from, to)
	for _, e := range errors {
		at := e.At
		at.File = r.set.Rel(at.File)
		r.unread(at, "", "%s", e.Message)
	}
	return tree, &modules.Module{Path: name, Source: text, Lines: place.NewLines(text), File: &syntax.File{Name: name, Text: text}}
}

// takeOptions takes a record of options, with what it extends and mixes in.
func (r *reader) takeOptions(made *vueMade, m *modules.Module, o *syntax.Object, depth int) {
	made.options = append(made.options, standing[*syntax.Object]{m, o})
	if p := o.Lookup("template"); p != nil && made.markup == nil {
		r.templateText(made, m, p.Value)
	}
	taken := func(x syntax.Expr) {
		if x == nil || depth > maxVueFollows {
			return
		}
		inner := r.vueValue(m, x, depth+1)
		if inner == nil {
			if table, in, ok := r.objectOf(m, x, 0); ok { // one that holds nothing but data
				inner = &vueMade{}
				r.takeOptions(inner, in, table, depth+1)
			}
		}
		if inner == nil {
			at := r.at(m, x)
			made.bases = append(made.bases, contract.Base{Name: evaluate.Clip(evaluate.Written(m, x)), From: importedFrom(m, x), At: &at})
			return
		}
		made.options = append(made.options, inner.options...)
		made.bases = append(made.bases, inner.bases...)
	}
	if p := o.Lookup("extends"); p != nil {
		taken(p.Value)
	}
	if p := o.Lookup("mixins"); p != nil {
		list, in := r.elements(m, p.Value)
		if list == nil {
			if a, ok := syntax.Bare(p.Value).(*syntax.Array); !ok || len(a.Elems) > 0 {
				taken(p.Value)
			}
		}
		for _, x := range list {
			if in == m {
				taken(x)
			}
		}
	}
}

// importedFrom is the module that an expression's first name comes from, "" for none.
func importedFrom(m *modules.Module, x syntax.Node) (from string) {
	syntax.Walk(x, func(n syntax.Node) bool {
		if id, ok := n.(*syntax.Ident); ok && from == "" {
			from = m.Imports.Of(id.Name).From
		}
		return from == ""
	})
	return from
}

// templateText takes a template that is written as a text in a script.
func (r *reader) templateText(made *vueMade, m *modules.Module, x syntax.Expr) {
	from, to := 0, 0
	switch x := syntax.Bare(x).(type) {
	case *syntax.Literal:
		from, to = x.Pos()+1, x.Stop()-1
		if x.Kind != syntax.StringLiteral || from > to {
			return
		}
		if strings.HasPrefix(x.Value, "#") {
			r.unread(r.at(m, x), "", "the template stands in a page, under %s", x.Value)
			return
		}
	case *syntax.Template:
		from, to = x.Pos()+1, x.Stop()-1
		if len(x.Exprs) > 0 || from > to {
			r.unread(r.at(m, x), "", "the template is put together from texts")
			return
		}
	default:
		if s := r.importedText(m, x); s != "" {
			r.templateFile(made, s)
			return
		}
		r.unread(r.at(m, x), "", "the template is computed")
		return
	}
	if strings.Contains(m.Source[from:to], `\`) {
		// Escapes stand for other characters: their places are not those of the template.
		v, ok := literalValue(x)
		text, isText := v.(string)
		if !ok || !isText {
			r.unread(r.at(m, x), "", "the template is written with escapes that are not read")
			return
		}
		made.markup, made.in = r.template(m.Path, text, 0, len(text))
		return
	}
	made.markup, made.in = r.template(m.Path, m.Source, from, to)
}

// importedText is the file that a name imports as a text, "" where it is none.
func (r *reader) importedText(m *modules.Module, x syntax.Expr) string {
	id, ok := x.(*syntax.Ident)
	if !ok {
		return ""
	}
	from, _, _ := strings.Cut(m.Imports.Of(id.Name).From, "?")
	if page, _ := syntax.IsPage(from); !page || !strings.HasPrefix(from, ".") {
		return ""
	}
	name := path.Join(path.Dir(m.Path), from)
	if _, err := fs.Stat(r.set.FS, name); err != nil {
		return ""
	}
	return name
}

// vueClass takes a class that a decorator makes a component.
func (r *reader) vueClass(m *modules.Module, c *syntax.Class) *vueMade {
	for _, d := range c.Decorators {
		name := decoratorName(d)
		if name != "Component" && name != "Options" {
			continue
		}
		from := importedFrom(m, d)
		if !strings.Contains(from, "vue") {
			continue // other frameworks have decorators of that name
		}
		made := &vueMade{module: m, class: c, at: r.at(m, c), doc: standing[syntax.Node]{m, c}}
		if call, ok := d.(*syntax.Call); ok && len(call.Args) == 1 {
			if o, in, ok := r.objectOf(m, call.Args[0], 0); ok {
				r.takeOptions(made, in, o, 0)
			}
		}
		return made
	}
	return nil
}

// decoratorName is the name of a decorator, called or not.
func decoratorName(d syntax.Expr) string {
	switch d := syntax.Bare(d).(type) {
	case *syntax.Ident:
		return d.Name
	case *syntax.Call:
		return calledName(d)
	case *syntax.Member:
		if id, ok := d.Name.(*syntax.Ident); ok {
			return id.Name
		}
	}
	return ""
}
