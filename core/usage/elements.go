// This file finds the uses of custom elements: tags in pages, templates and JSX, and
// elements that a script makes or looks for, with what it then does to them.

package usage

import (
	"io/fs"
	"path"
	"regexp"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// foundTag: the tag is that of a custom element, which no file has to name.
const foundTag = "tag"

// elementTags is what an app's imports say of the tags that it may use.
type elementTags struct {
	classes map[string]target // classes of elements that are imported, by the tag that their name makes
	defined map[string]target // tags that the app itself defines; without library where the class is its own
	paths   map[string]target // modules that are imported for what they do, by the last part of their path
	whole   []string          // libraries that are imported whole for what they do
	others  bool              // other packages are, too
}

// tags gathers them.
func (s *scanner) tags() *elementTags {
	if s.elements != nil {
		return s.elements
	}
	t := &elementTags{classes: map[string]target{}, defined: map[string]target{}, paths: map[string]target{}}
	s.elements = t
	all := append(slices.Clone(s.set.Modules()), s.pageModules...)
	for _, m := range all {
		for _, i := range m.Imports.All() {
			t.imported(s, i.Name, i.From)
		}
		for _, stmt := range m.File.Body {
			if i, ok := stmt.(*syntax.Import); ok && i.From != nil && i.Default == nil && i.Namespace == nil && len(i.Specs) == 0 {
				t.sideEffect(s, i.From.Value)
			}
		}
		for _, sec := range m.File.Sections {
			if src := sec.Attr("src"); src != nil && sec.Name == "script" {
				for _, library := range s.libraries {
					if _, rest, ok := strings.Cut(src.Text, library); ok && (rest == "" || rest[0] == '/' || rest[0] == '@') {
						t.sideEffect(s, library)
					}
				}
			}
		}
		if strings.Contains(m.Source, "customElements.define") {
			s.definedTags(t, m)
		}
	}
	for _, f := range s.kept {
		for _, i := range f.Tags.Names {
			t.imported(s, i[0], i[1])
		}
		for _, from := range f.Tags.Effects {
			t.sideEffect(s, from)
		}
	}
	slices.Sort(t.whole)
	t.whole = slices.Compact(t.whole)
	return t
}

// imported notes an import that may be the class of an element.
func (t *elementTags) imported(s *scanner, name, from string) {
	if library, module, ok := s.library(from); ok && names.IsComponent(name) {
		least(t.classes, hyphenated(strings.TrimSuffix(name, "Element")), target{library: library, module: module, name: name})
	}
}

// least notes what a tag is; of several the first by name, in whatever order they come.
func least(table map[string]target, tag string, to target) {
	old, ok := table[tag]
	if !ok || to.library+"\x00"+to.module+"\x00"+to.name < old.library+"\x00"+old.module+"\x00"+old.name {
		table[tag] = to
	}
}

// sideEffect notes an import that takes no name.
func (t *elementTags) sideEffect(s *scanner, from string) {
	library, module, ok := s.library(from)
	switch {
	case !ok:
		if !strings.HasPrefix(from, ".") && !sheets[path.Ext(from)] {
			t.others = true
		}
	case module == "":
		t.whole = append(t.whole, library)
	default:
		base := path.Base(module)
		if i := strings.IndexByte(base, '.'); i > 0 {
			base = base[:i]
		}
		if base == "index" {
			base = path.Base(path.Dir(module))
		}
		least(t.paths, base, target{library: library, module: module, name: names.UpperFirst(names.Camel(base))})
	}
}

// definedTags notes customElements.define('tag', Class).
func (s *scanner) definedTags(t *elementTags, m *modules.Module) {
	w := &walker{s: s, m: m}
	w.push()
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		call, ok := n.(*syntax.Call)
		if !ok || lastName(call.Fun) != "define" || len(call.Args) < 2 {
			return true
		}
		v, ok := literal(call.Args[0])
		tag, text := v.V.(string)
		if !ok || !text {
			return true
		}
		to, _ := w.resolve(call.Args[1])
		t.defined[tag] = to
		return true
	})
}

// hyphenated writes FareTag as fare-tag.
func hyphenated(name string) string { return strings.Join(names.Words(name), "-") }

// tagTarget finds the element of a library that a tag is.
func (s *scanner) tagTarget(tag string) (target, bool) {
	tag = strings.ToLower(tag)
	if !strings.Contains(tag, "-") {
		return target{}, false
	}
	t := s.tags()
	if to, ok := t.defined[tag]; ok {
		return to, to.library != ""
	}
	if to, ok := t.classes[tag]; ok {
		return to, true
	}
	if to, ok := t.paths[tag]; ok {
		return to, true
	}
	if len(t.whole) == 1 && !t.others {
		return target{library: t.whole[0], name: names.UpperFirst(names.Camel(tag))}, true
	}
	return target{}, false
}

// undecidedTag says that a tag may come from several packages.
func (s *scanner) undecidedTag(tag string, at place.Place) {
	t := s.tags()
	_, own := t.defined[strings.ToLower(tag)]
	if strings.Contains(tag, "-") && !own && (len(t.whole) > 1 || len(t.whole) == 1 && t.others) {
		s.unreadTag(at, "which package defines <"+strings.ToLower(tag)+"> is not told by what the app imports")
	}
}

// Bounds on the pages that are read.
const (
	maxPages = 20000
	maxPage  = 4 << 20 // bytes
)

// findPages parses the pages of the app.
func (s *scanner) findPages(fsys fs.FS) (digest []string) {
	err := fs.WalkDir(fsys, ".", func(name string, entry fs.DirEntry, err error) error {
		if err != nil {
			return nil
		}
		if entry.IsDir() {
			if name != "." && modules.HoldsNoSource(entry.Name()) {
				return fs.SkipDir
			}
			return nil
		}
		if page, _ := syntax.IsPage(name); !page || len(s.pageModules) >= maxPages {
			return nil
		}
		text, err := modules.ReadText(fsys, name, maxPage)
		if err != nil {
			s.unreadTag(place.Place{File: name, Line: 1, Column: 1}, "the file could not be read: "+err.Error())
			return nil
		}
		digest = append(digest, name, text)
		m := modules.Parse(name, text)
		s.pageModules = append(s.pageModules, m)
		return nil
	})
	if err != nil {
		s.unreadTag(place.Place{File: ".", Line: 1, Column: 1}, "the pages could not be listed: "+err.Error())
	}
	return digest
}

// pages walks the tags and scripts of the app's pages.
func (s *scanner) pages() {
	for _, m := range s.pageModules {
		for _, err := range m.File.Errors {
			s.unreadTag(err.At, err.Message)
		}
		w := &templateWalker{walker: &walker{s: s, m: m, in: "page", apart: true, framework: vueKinds}, page: true, bare: true, events: map[string]bool{}}
		if m.File.Markup != nil { // one that was too deep has none, and was said above
			w.push()
			w.nodes(m.File.Markup.Nodes)
			w.pop()
		}
		script := &walker{s: s, m: m, framework: vueKinds}
		script.push()
		for _, stmt := range m.File.Body {
			script.statement(stmt)
		}
	}
}

// elementScripts follows the elements that scripts make or look for.
func (s *scanner) elementScripts() {
	t := s.tags()
	if len(t.classes)+len(t.paths)+len(t.whole)+len(t.defined) == 0 {
		return
	}
	for _, m := range append(s.modules(), s.pageModules...) {
		if strings.Contains(m.Source, "querySelector") || strings.Contains(m.Source, "createElement") || strings.Contains(m.Source, "getElementsByTagName") {
			s.elementScript(m)
		}
	}
}

// selected takes the tag that a selector ends with.
var selected = regexp.MustCompile(`(?:^|[\s>+~,])([a-z][a-z0-9]*-[a-z0-9-]*)[^\s>+~,]*$`)

func (s *scanner) elementScript(m *modules.Module) {
	w := &walker{s: s, m: m, framework: vueKinds, checked: checked(m)}
	w.push()
	made := map[string]*use{}        // by the name that holds the element
	direct := map[syntax.Node]*use{} // by the call that gives it
	for _, stmt := range m.File.Body {
		w.in = declaredName(stmt)
		syntax.Walk(stmt, func(n syntax.Node) bool {
			call, ok := n.(*syntax.Call)
			if !ok || len(call.Args) == 0 {
				return true
			}
			v, ok := literal(call.Args[0])
			text, isText := v.V.(string)
			if !ok || !isText {
				return true
			}
			tag, form := "", site.Reference
			switch lastName(call.Fun) {
			case "querySelector", "querySelectorAll", "closest":
				if found := selected.FindStringSubmatch(text); found != nil {
					tag = found[1]
				}
			case "getElementsByTagName":
				tag = text
			case "createElement":
				if _, member := call.Fun.(*syntax.Member); member {
					tag, form = text, site.Call
				}
			}
			to, ok := s.tagTarget(tag)
			if !ok {
				return true
			}
			u := w.site(to, form, call, call, nil)
			u.site.Found = foundTag
			direct[call] = u
			return true
		})
		syntax.Walk(stmt, func(n syntax.Node) bool {
			if d, ok := n.(*syntax.Declarator); ok && d.Value != nil {
				id, plain := d.Name.(*syntax.Ident)
				if u := direct[syntax.Bare(d.Value)]; u != nil && plain {
					made[id.Name] = u
				}
			}
			return true
		})
	}
	of := func(x syntax.Expr) *use {
		switch x := syntax.Bare(x).(type) {
		case *syntax.Ident:
			return made[x.Name]
		case *syntax.Call:
			return direct[x]
		}
		return nil
	}
	reached := map[*use]map[string]bool{}
	reach := func(u *use, name string) {
		if reached[u] == nil {
			reached[u] = map[string]bool{}
		}
		reached[u][name] = true
	}
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Binary:
			target, ok := n.X.(*syntax.Member)
			if !ok || n.Op != "=" {
				return true
			}
			if u, name := of(target.X), lastName(target); u != nil {
				g := site.Given{Spelled: name, At: m.Place(n)}
				g.At.Span = nil
				w.value(&g, n.Y)
				u.addElement(g)
			}
		case *syntax.Call:
			f, ok := n.Fun.(*syntax.Member)
			if !ok {
				return true
			}
			u := of(f.X)
			if u == nil {
				return true
			}
			at := m.Place(n)
			at.Span = nil
			name, text := "", false
			if len(n.Args) > 0 {
				if v, ok := literal(n.Args[0]); ok {
					name, text = v.V.(string)
				}
			}
			switch method := lastName(f); {
			case method == "addEventListener" && text && len(n.Args) > 1:
				u.add(vueEvent, site.Given{Spelled: name, Expression: w.text(n.Args[1]), Takes: w.detailTaken(n.Args[1]), At: at})
			case method == "setAttribute" && text && len(n.Args) > 1:
				g := site.Given{Spelled: name, At: at}
				w.value(&g, n.Args[1])
				u.addElement(g)
			case method == "toggleAttribute" && text:
				u.addElement(site.Given{Spelled: name, Expression: w.text(n), At: at})
			case standardMethods[method]:
			default:
				reach(u, method)
			}
		}
		return true
	})
	for u, fields := range reached {
		list := make([]string, 0, len(fields))
		for name := range fields {
			list = append(list, name)
		}
		sort.Strings(list)
		u.site.Props = append(u.site.Props, site.Given{Name: "ref", Spelled: "ref", Expression: "the element", Takes: &site.Takes{Params: []site.Taken{{Position: 1, Fields: list}}}, At: u.site.At})
	}
}

// standardMethods are those that every element has (DOM standard, Element and Node).
var standardMethods = map[string]bool{"addEventListener": true, "removeEventListener": true, "dispatchEvent": true, "getAttribute": true, "hasAttribute": true, "removeAttribute": true,
	"append": true, "appendChild": true, "prepend": true, "remove": true, "replaceWith": true, "querySelector": true, "querySelectorAll": true, "closest": true, "matches": true,
	"insertAdjacentHTML": true, "insertAdjacentElement": true, "getBoundingClientRect": true, "scrollIntoView": true, "contains": true, "cloneNode": true, "forEach": true, "item": true}

// addElement sorts what an element is given by a property or attribute.
func (u *use) addElement(g site.Given) {
	rest, on := strings.CutPrefix(g.Spelled, "on")
	switch {
	case on && rest != "" && g.Literal == nil && (g.Takes != nil || strings.Contains(rest, "-")):
		g.Spelled = strings.TrimPrefix(rest, "-")
		u.add(vueEvent, g)
	default:
		g.Name = names.Camel(g.Spelled)
		u.site.Props = append(u.site.Props, g)
	}
}

// detailTaken says what a listener takes of the detail of an event.
func (w *walker) detailTaken(x syntax.Expr) *site.Takes {
	fn, ok := syntax.Bare(x).(*syntax.Func)
	if id, isName := syntax.Bare(x).(*syntax.Ident); isName && !ok {
		if b, known := w.lookup(id.Name); known {
			fn, ok = b.value.(*syntax.Func)
		}
		if sym, found := w.s.set.Local(w.m, id.Name); found && !ok && sym.Module != nil && len(sym.Decls) == 1 {
			if d, isFunc := sym.Decls[0].Node.(*syntax.FuncDecl); isFunc {
				fn, ok = d.Func, true
			}
		}
	}
	if !ok {
		return &site.Takes{Unknown: true}
	}
	return ofDetail(fn)
}

// ofDetail says what a function takes of event.detail.
func ofDetail(fn *syntax.Func) *site.Takes {
	if len(fn.Params) == 0 {
		return &site.Takes{Params: []site.Taken{}}
	}
	taken := site.Taken{Position: 1}
	switch p := fn.Params[0].Name.(type) {
	case *syntax.ObjectPattern: // ({ detail: { by } })
		for _, prop := range p.Props {
			name, ok := syntax.KeyName(prop.Key)
			if prop.Rest || !ok {
				taken.All = true
				continue
			}
			if name != "detail" {
				continue
			}
			switch inner := prop.Target.(type) {
			case *syntax.ObjectPattern:
				for _, f := range inner.Props {
					if field, ok := syntax.KeyName(f.Key); ok && !f.Rest {
						taken.Fields = append(taken.Fields, field)
					} else {
						taken.All = true
					}
				}
			case *syntax.Ident:
				fields, all := fieldsUsed(fn, inner.Name)
				taken.Fields, taken.All = append(taken.Fields, fields...), taken.All || all
			}
		}
	case *syntax.Ident:
		seen := map[string]bool{}
		whole := false
		var visit func(n syntax.Node)
		visit = func(n syntax.Node) {
			if m, ok := n.(*syntax.Member); ok {
				if inner, ok := syntax.Bare(m.X).(*syntax.Member); ok && isName(inner.X, p.Name) && lastName(inner) == "detail" {
					seen[lastName(m)] = true
					return
				}
				if isName(m.X, p.Name) {
					whole = whole || lastName(m) == "detail"
					return // target, preventDefault and the like
				}
			}
			if d, ok := n.(*syntax.Declarator); ok {
				if o, pattern := d.Name.(*syntax.ObjectPattern); pattern {
					if inner, ok := syntax.Bare(d.Value).(*syntax.Member); ok && isName(inner.X, p.Name) && lastName(inner) == "detail" {
						for _, f := range o.Props {
							if field, ok := syntax.KeyName(f.Key); ok && !f.Rest {
								seen[field] = true
							} else {
								whole = true
							}
						}
						return
					}
				}
			}
			if isName(n, p.Name) {
				whole = true
				return
			}
			syntax.Children(n, visit)
		}
		inBody(fn, visit)
		for field := range seen {
			taken.Fields = append(taken.Fields, field)
		}
		sort.Strings(taken.Fields)
		taken.All = whole
	default:
		taken.All = true
	}
	if taken.All {
		taken.Fields = nil
	}
	return &site.Takes{Params: []site.Taken{taken}}
}

func isName(n syntax.Node, name string) bool {
	id, ok := n.(*syntax.Ident)
	return ok && id.Name == name
}
