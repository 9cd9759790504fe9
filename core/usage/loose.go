// This file finds the names and tags of an app that stand for nothing where they are
// used, and the names that it imports from the libraries.

package usage

import (
	"path"
	"slices"
	"strings"

	"steadysocket/core/html"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// maxLoose bounds how many loose names are told.
const maxLoose = 20000

// imports notes the names that files import from the libraries, or hand on.
func (s *scanner) imports() {
	for _, m := range append(s.modules(), s.pageModules...) {
		for local, i := range m.Imports.All() {
			s.imported(m, i.From, i.Name, local, i.TypeOnly, i.At)
		}
		for local, e := range m.Exports.All() {
			if e.From != "" {
				s.imported(m, e.From, e.Name, local, e.TypeOnly, e.At)
			}
		}
	}
}

func (s *scanner) imported(m *modules.Module, from, name, local string, typeOnly bool, at syntax.Node) {
	library, module, ok := s.library(from)
	if !ok || at == nil {
		return
	}
	s.scan.Imports = append(s.scan.Imports, site.Import{Package: library, Module: module, Name: name, Local: local, Type: typeOnly, At: m.Place(at)})
}

// everywhere are the names that hold in every script of a browser or of Node: those of
// the ECMAScript standard and of the usual web interfaces.
var everywhere = set(`AbortController AggregateError Array ArrayBuffer Atomics BigInt Blob Boolean BroadcastChannel CSS CustomEvent DOMException DOMParser DataView Date DocumentFragment Element Error EvalError Event
	EventSource EventTarget File FileReader Float32Array Float64Array FocusEvent FormData Function HTMLButtonElement HTMLElement HTMLInputElement Headers Image Infinity Int16Array Int32Array Int8Array IntersectionObserver Intl
	Iterator JSON JSX KeyboardEvent Map Math MouseEvent MutationObserver NaN Navigator Node NodeList Notification Number Object Option PointerEvent Promise Proxy RangeError React ReferenceError Reflect RegExp Request ResizeObserver
	Response SVGElement Set SharedArrayBuffer String Symbol SyntaxError TextDecoder TextEncoder TypeError URIError URL URLSearchParams Uint16Array Uint32Array Uint8Array Uint8ClampedArray WeakMap WeakRef WeakSet WebAssembly WebSocket
	Window Worker XMLHttpRequest alert arguments atob btoa caches cancelAnimationFrame clearInterval clearTimeout close confirm console crypto customElements decodeURI decodeURIComponent devicePixelRatio document encodeURI
	encodeURIComponent escape eval event exports external fetch getComputedStyle global globalThis history indexedDB innerHeight innerWidth isFinite isNaN isSecureContext localStorage location matchMedia module name navigator
	open origin parent parseFloat parseInt performance postMessage print process prompt queueMicrotask require requestAnimationFrame requestIdleCallback screen scroll scrollBy scrollTo scrollX scrollY self sessionStorage setImmediate
	setInterval setTimeout speechSynthesis status structuredClone super this top undefined unescape window __dirname __filename`)

// inTemplates are the names that a template of Vue reads beside those of its component.
var inTemplates = set(`Array BigInt Boolean Date Error Infinity Intl JSON Map Math NaN Number Object RegExp Set String Symbol arguments console decodeURI decodeURIComponent encodeURI encodeURIComponent isFinite isNaN parseFloat
	parseInt this undefined`)

func set(words string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(words) {
		m[w] = true
	}
	return m
}

// looseNames notes what stands for nothing, file by file.
func (s *scanner) looseNames() {
	for _, m := range s.modules() {
		if strings.HasSuffix(m.Path, ".d.ts") {
			continue
		}
		if path.Ext(m.Path) == ".vue" {
			s.looseInTemplate(m)
		}
		s.looseInModule(m)
	}
}

func (s *scanner) loose(m *modules.Module, n syntax.Node, l site.Loose) {
	if len(s.scan.Loose) < maxLoose {
		l.At = m.Place(n)
		s.scan.Loose = append(s.scan.Loose, l)
	}
}

// stands reports whether a name of a module stands for something: it is imported or
// declared at its top, or holds everywhere.
func (s *scanner) stands(m *modules.Module, name string) bool {
	if m.Imports.Has(name) {
		return true
	}
	if m.Decls.Has(name) || everywhere[name] {
		return true
	}
	_, ok := s.set.Global(name)
	return ok
}

// looseInModule looks at the tags of JSX, and in files that nothing checks at the names
// that stand in elements.
func (s *scanner) looseInModule(m *modules.Module) {
	namesakes := s.namesakes(m)
	told := checked(m) || path.Ext(m.Path) == ".vue"
	f := freeNames{seen: func(id *syntax.Ident, within *syntax.Element, tag bool) {
		switch {
		case within == nil || s.stands(m, id.Name):
		case tag:
			s.loose(m, id, site.Loose{Name: id.Name, Kind: site.LooseTag})
		case !told:
			s.loose(m, id, site.Loose{Name: id.Name, Kind: site.LooseName})
		}
	}, element: func(e *syntax.Element, name string) {
		switch {
		case namesakes[name] == unused, namesakes[name] == used && givesForeign(e, name):
			s.loose(m, e, site.Loose{Name: name, Kind: site.LooseElement})
		case !html.Element(name):
			if _, known := s.tagTarget(name); !known {
				_, own := s.tags().defined[name]
				s.loose(m, e, site.Loose{Name: name, Kind: site.LooseTag, Perhaps: own})
			}
		}
	}}
	top := map[string]bool{}
	for _, stmt := range m.File.Body {
		declaredIn(stmt, top)
	}
	f.bound = append(f.bound, top)
	for _, stmt := range m.File.Body {
		f.visit(stmt)
	}
	s.placeAsKey(m)
}

// placeAsKey finds elements whose key is their place in the list that they are made of.
func (s *scanner) placeAsKey(m *modules.Module) {
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		c, ok := n.(*syntax.Call)
		if !ok || lastName(c.Fun) != "map" || len(c.Args) == 0 {
			return true
		}
		fn, ok := c.Args[0].(*syntax.Func)
		if !ok || len(fn.Params) < 2 {
			return true
		}
		index, ok := fn.Params[1].Name.(*syntax.Ident)
		if !ok {
			return true
		}
		inBody(fn, func(n syntax.Node) {
			syntax.Walk(n, func(n syntax.Node) bool {
				a, ok := n.(*syntax.Attr)
				if !ok {
					return true
				}
				name, _ := a.Name.(*syntax.Ident)
				value, _ := a.Value.(*syntax.Container)
				if name != nil && name.Name == "key" && value != nil && value.X != nil && isName(value.X, index.Name) {
					s.loose(m, a, site.Loose{Name: index.Name, Kind: site.LooseKey})
				}
				return true
			})
		})
		return true
	})
}

// namesake says how a file uses an imported component that a native element is called as.
type namesake int

const (
	none namesake = iota
	used
	unused // the element may be meant for it
)

// namesakes are the components that a file imports and that a native element is called
// as, but for capitals, by the name of the element.
func (s *scanner) namesakes(m *modules.Module) map[string]namesake {
	list := map[string]namesake{}
	for local, i := range m.Imports.All() {
		if _, _, ok := s.library(i.From); ok && !i.TypeOnly && names.IsComponent(local) && html.Element(local) {
			list[strings.ToLower(local)] = unused
		}
	}
	if len(list) == 0 {
		return list
	}
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Import, *syntax.TypeName:
			return false
		case *syntax.Ident:
			if key := strings.ToLower(n.Name); list[key] != none && m.Imports.Has(n.Name) {
				list[key] = used
			}
		}
		return true
	})
	return list
}

// givesForeign reports whether an element is given by name what no element of that name
// knows.
func givesForeign(e *syntax.Element, name string) bool {
	return slices.ContainsFunc(e.Attrs, func(a *syntax.Attr) bool {
		id, ok := a.Name.(*syntax.Ident)
		return ok && id.Name != "key" && id.Name != "ref" && !html.Attribute(name, id.Name)
	})
}

// freeNames visits what is read and not declared around where it is read, below the top
// of a module.
type freeNames struct {
	seen    func(id *syntax.Ident, within *syntax.Element, tag bool)
	element func(e *syntax.Element, name string) // with the name of an element in lower case; nil for none
	bound   []map[string]bool
	within  *syntax.Element
}

func (f *freeNames) isBound(name string) bool {
	return slices.ContainsFunc(f.bound, func(scope map[string]bool) bool { return scope[name] })
}

func (f *freeNames) read(id *syntax.Ident, tag bool) {
	if !f.isBound(id.Name) {
		f.seen(id, f.within, tag)
	}
}

func (f *freeNames) visit(n syntax.Node) {
	switch n := n.(type) {
	case nil, syntax.Type, *syntax.Interface, *syntax.Alias, *syntax.Import, *syntax.ExportList, *syntax.ExportAll:
		return
	case *syntax.Ident:
		f.read(n, false)
		return
	case *syntax.Member:
		f.visit(n.X)
		return
	case *syntax.Property:
		if c, ok := n.Key.(*syntax.Computed); ok {
			f.visit(c)
		}
		if n.Value != nil {
			f.visit(n.Value)
		}
		return
	case *syntax.ClassMember:
		if c, ok := n.Key.(*syntax.Computed); ok {
			f.visit(c)
		}
		if n.Value != nil {
			f.visit(n.Value)
		}
		return
	case *syntax.Class:
		f.class(n)
		return
	case *syntax.Labeled:
		f.visit(n.Body)
		return
	case *syntax.Simple, *syntax.Enum, *syntax.PatternProp, *syntax.ObjectPattern, *syntax.ArrayPattern:
		f.patternDefaults(n)
		return
	case *syntax.Func:
		f.function(n)
		return
	case *syntax.Declarator:
		f.patternDefaults(n.Name)
		if n.Value != nil {
			f.visit(n.Value)
		}
		return
	case *syntax.Element:
		f.jsx(n)
		return
	}
	syntax.Children(n, f.visit)
}

// patternDefaults visits what a pattern takes where nothing is given.
func (f *freeNames) patternDefaults(p syntax.Node) {
	syntax.Walk(p, func(n syntax.Node) bool {
		if prop, ok := n.(*syntax.PatternProp); ok && prop.Default != nil {
			f.visit(prop.Default)
		}
		return true
	})
}

// function opens a scope with all that a function declares anywhere in it.
func (f *freeNames) function(fn *syntax.Func) {
	scope := map[string]bool{}
	if fn.Name != nil {
		scope[fn.Name.Name] = true
	}
	for _, p := range fn.Params {
		for _, id := range modules.BoundNames(p.Name) {
			scope[id.Name] = true
		}
	}
	if fn.Body != nil {
		declaredIn(fn.Body, scope)
	}
	f.bound = append(f.bound, scope)
	for _, p := range fn.Params {
		f.patternDefaults(p.Name)
		if p.Default != nil {
			f.visit(p.Default)
		}
	}
	if fn.Body != nil {
		f.visit(fn.Body)
	}
	if fn.X != nil {
		f.visit(fn.X)
	}
	f.bound = f.bound[:len(f.bound)-1]
}

// class visits what a class reads; its name stands within it, as a function's does.
func (f *freeNames) class(c *syntax.Class) {
	scope := map[string]bool{}
	if c.Name != nil {
		scope[c.Name.Name] = true
	}
	f.bound = append(f.bound, scope)
	if c.Extends != nil {
		f.visit(c.Extends)
	}
	for _, m := range c.Members {
		f.visit(m)
	}
	f.bound = f.bound[:len(f.bound)-1]
}

// declaredIn adds what a body declares, functions in it left out.
func declaredIn(body syntax.Node, into map[string]bool) {
	add := func(p syntax.Pattern) {
		for _, id := range modules.BoundNames(p) {
			into[id.Name] = true
		}
	}
	syntax.Walk(body, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Func:
			return false
		case *syntax.FuncDecl:
			if n.Func.Name != nil {
				into[n.Func.Name.Name] = true
			}
			return false
		case *syntax.ClassDecl:
			if n.Class.Name != nil {
				into[n.Class.Name.Name] = true
			}
			return false
		case *syntax.Class:
			if n.Name != nil {
				into[n.Name.Name] = true
			}
		case *syntax.Enum:
			into[n.Name.Name] = true
		case *syntax.Declarator:
			add(n.Name)
		case *syntax.Try:
			if n.Param != nil {
				add(n.Param)
			}
		}
		return true
	})
}

func (f *freeNames) jsx(e *syntax.Element) {
	around := f.within
	f.within = e
	switch name := e.Name.(type) {
	case *syntax.Ident:
		if names.MayBeComponent(name.Name) {
			f.read(name, true)
		} else if f.element != nil && name.Name != "this" {
			f.element(e, name.Name)
		}
	case *syntax.Member:
		x := name.X
		for {
			inner, ok := x.(*syntax.Member)
			if !ok {
				break
			}
			x = inner.X
		}
		if id, ok := x.(*syntax.Ident); ok && id.Name != "this" {
			f.read(id, true)
		}
	}
	for _, a := range e.Attrs {
		if a.Value != nil {
			f.visit(a.Value)
		}
	}
	for _, c := range e.Children {
		f.visit(c)
	}
	f.within = around
}
