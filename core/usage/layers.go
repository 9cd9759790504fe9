// This file notes what an app lays over a library: wrappers, defaults and styles that hold
// for all uses, and what the app holds beside it.

package usage

import (
	"maps"
	"path"
	"regexp"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/marks"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// wrappersSaid notes the components of the app that hand on what they are given.
func (s *scanner) wrappersSaid() {
	for _, u := range s.uses {
		if u.within == "" || !u.rest && !u.whole && !(u.outer && len(u.forward) > 0) || u.to.library == "" && s.wrappers[u.to.local] == nil {
			continue
		}
		w := site.Wrapper{Of: u.within, Rest: u.rest || u.whole, Takes: []string{}, Hands: []site.Handed{}, At: u.site.At}
		w.At.Span = nil
		if u.to.library == "" {
			w.Inner = u.to.local
		} else {
			w.Site = u.site.ID
		}
		for name := range u.drops {
			w.Takes = append(w.Takes, name)
		}
		for as, prop := range u.forward {
			w.Hands = append(w.Hands, site.Handed{Prop: prop, As: as})
		}
		sort.Strings(w.Takes)
		sort.Slice(w.Hands, func(i, j int) bool { return w.Hands[i].As < w.Hands[j].As })
		s.scan.Wrappers = append(s.scan.Wrappers, w)
	}
	sort.SliceStable(s.scan.Wrappers, func(i, j int) bool { return s.scan.Wrappers[i].At.Less(s.scan.Wrappers[j].At) })
}

// tables are the keys under which a theme or a provider is given what holds for all uses
// of components, by their names. Under defaults the values stand at once.
var tables = map[string]bool{"components": true, "defaults": true, "theme": true}

// defaultTables are the keys of the values of props in such a table; all other records are
// of styles.
var defaultTables = map[string]bool{"defaultProps": true, "props": true, "defaults": true}

// defaults notes what is set for all uses of components.
func (s *scanner) defaults() {
	for _, m := range s.modules() {
		if strings.HasSuffix(m.Path, ".d.ts") || !strings.Contains(m.Source, "components") && !strings.Contains(m.Source, "defaults") && !strings.Contains(m.Source, "defaultProps") {
			continue
		}
		w := &walker{s: s, m: m}
		w.push()
		syntax.WalkFile(m.File, func(n syntax.Node) bool {
			switch n := n.(type) {
			case *syntax.Property:
				name, ok := syntax.KeyName(n.Key)
				o, record := syntax.Bare(n.Value).(*syntax.Object)
				if ok && record && tables[name] {
					w.byComponent(o)
				}
			case *syntax.Binary: // X.defaultProps = { … }
				target, ok := n.X.(*syntax.Member)
				if !ok || n.Op != "=" || lastName(target) != "defaultProps" {
					return true
				}
				if to, ok := w.resolve(target.X); ok && to.library != "" {
					if o, ok := syntax.Bare(n.Y).(*syntax.Object); ok {
						w.valuesFor(to.name, o)
					}
				}
			}
			return true
		})
	}
}

// byComponent notes a table by components' names.
func (w *walker) byComponent(o *syntax.Object) {
	for _, p := range o.Props {
		component, ok := syntax.KeyName(p.Key)
		of, record := syntax.Bare(p.Value).(*syntax.Object)
		if !ok || !record || !names.IsComponent(component) {
			continue
		}
		plain := &syntax.Object{}
		for _, entry := range of.Props {
			name, ok := syntax.KeyName(entry.Key)
			inner, record := syntax.Bare(entry.Value).(*syntax.Object)
			switch {
			case !ok:
			case record && defaultTables[name]:
				w.valuesFor(component, inner)
			case record:
				w.stylesFor(component, name, "", "", inner, 0)
			default:
				plain.Props = append(plain.Props, entry)
			}
		}
		w.valuesFor(component, plain)
	}
}

// valuesFor notes the defaults of a component's props.
func (w *walker) valuesFor(component string, o *syntax.Object) {
	for _, p := range o.Props {
		name, ok := syntax.KeyName(p.Key)
		if !ok || p.Value == nil || p.Kind == syntax.SpreadProperty {
			continue
		}
		if _, isFunc := syntax.Bare(p.Value).(*syntax.Func); isFunc && (name == "render" || name == "setup" || name == "data") {
			continue // a component of the app's own
		}
		at := w.m.Place(p)
		at.Span = nil
		g := &site.Given{Spelled: name, At: at}
		w.value(g, p.Value)
		g.Expression = strings.TrimPrefix(g.Expression, content)
		w.s.scan.Defaults = append(w.s.scan.Defaults, site.AppDefault{Component: component, Given: g, At: at})
	}
}

// maxStyleDepth bounds how deep a record of styles is followed.
const maxStyleDepth = 6

// stylesFor notes the styles of a component: the first level names parts, what is written
// as a selector a state.
func (w *walker) stylesFor(component, route, part, state string, o *syntax.Object, depth int) {
	if depth > maxStyleDepth {
		return
	}
	for _, p := range o.Props {
		name, ok := syntax.KeyName(p.Key)
		if !ok || p.Value == nil {
			continue
		}
		value := syntax.Bare(p.Value)
		if fn, ok := value.(*syntax.Func); ok && fn.X != nil {
			value = syntax.Bare(fn.X)
		}
		inner, record := value.(*syntax.Object)
		switch {
		case record && (strings.ContainsAny(name, "&:.[") || depth > 0):
			w.stylesFor(component, route, part, strings.TrimSpace(state+" "+name), inner, depth+1)
		case record:
			w.stylesFor(component, route, name, state, inner, depth+1)
		default:
			at := w.m.Place(p)
			at.Span = nil
			w.s.scan.Defaults = append(w.s.scan.Defaults, site.AppDefault{Component: component, Style: name, Part: part, State: state, At: at})
		}
	}
}

// beside notes all that the app depends on.
func (s *scanner) beside(locked map[string][]string) {
	m := s.set.Manifest
	all := map[string]bool{}
	for _, list := range []map[string]string{m.Dependencies, m.DevDependencies, m.PeerDependencies, m.Optional} {
		for name := range list {
			all[name] = true
		}
	}
	for _, name := range slices.Sorted(maps.Keys(all)) {
		use := site.PackageUse{Name: name, Range: m.Range(name), Locked: locked[name]}
		if use.Locked == nil {
			use.Locked = []string{}
		}
		s.scan.Beside = append(s.scan.Beside, use)
	}
}

// scanners are the tools that make styles from the files which they scan, by what their
// configuration is called.
var scanners = map[string]string{"tailwind": "tailwindcss", "uno": "unocss", "windi": "windicss", "panda": "@pandacss/dev"}

// scannedBy are the keys of their configurations that say which files those are.
var scannedBy = map[string]bool{"content": true, "include": true, "purge": true}

// styleScans notes the configurations that say which files styles are made from.
func (s *scanner) styleScans() {
	for _, m := range s.set.Modules() {
		base := path.Base(m.Path)
		called, _, ok := strings.Cut(base, ".config.")
		tool := scanners[called]
		if !ok || tool == "" {
			continue
		}
		syntax.WalkFile(m.File, func(n syntax.Node) bool {
			p, ok := n.(*syntax.Property)
			if !ok {
				return true
			}
			if name, _ := syntax.KeyName(p.Key); !scannedBy[name] {
				return true
			}
			value := syntax.Bare(p.Value)
			if o, ok := value.(*syntax.Object); ok {
				if files := o.Lookup("files"); files != nil {
					value = syntax.Bare(files.Value)
				}
			}
			list, ok := value.(*syntax.Array)
			if !ok {
				return true
			}
			scan := site.StyleScan{Tool: tool, Globs: []string{}, At: m.Place(p)}
			scan.At.Span = nil
			for _, x := range list.Elems {
				if v, ok := literal(x); ok {
					if text, ok := v.V.(string); ok {
						scan.Globs = append(scan.Globs, text)
						continue
					}
				}
				scan.Globs = append(scan.Globs, oneLine(m.Source[x.Pos():x.Stop()])) // computed: what it names is read off its text
			}
			s.scan.StyleScans = append(s.scan.StyleScans, scan)
			return false
		})
	}
}

// leastMark is how many nodes a declaration of the app has at least whose fingerprint is
// taken.
const leastMark = 40

// marks takes the fingerprints of a module's declarations.
func (s *scanner) marks(m *modules.Module) {
	if strings.HasSuffix(m.Path, ".d.ts") {
		return
	}
	for _, mark := range marks.OfFile(m.File, leastMark) {
		at := m.Place(mark.Node)
		at.Span = nil
		s.scan.Marks = append(s.scan.Marks, site.Mark{Of: mark.Name, Size: mark.Size, Marks: marks.Encode(mark.Marks), At: at})
	}
}

// inSelector are the classes of a selector.
var inSelector = regexp.MustCompile(`\.(-?[A-Za-z_][\w-]*)`)

// foreign says of each style which of its classes no markup of the app gives: they can
// only come from elsewhere.
func (s *scanner) foreign() {
	asked := map[string]bool{}
	for _, u := range s.scan.StyleUses {
		for _, c := range inSelector.FindAllStringSubmatch(u.Selector, -1) {
			asked[c[1]] = true
		}
	}
	if len(asked) == 0 {
		return
	}
	found := map[string]bool{}
	// What a class is joined from stands whole or in pieces: a piece gives what begins so.
	var pieces []string
	note := func(words, begins []string) {
		for _, w := range words {
			if asked[w] {
				found[w] = true
			}
		}
		pieces = append(pieces, begins...)
	}
	for _, m := range append(s.modules(), s.pageModules...) {
		note(given(m))
	}
	for _, f := range s.kept {
		note(f.Words, f.Pieces)
	}
	for name := range asked {
		if slices.ContainsFunc(pieces, func(p string) bool { return strings.HasPrefix(name, p) }) {
			found[name] = true
		}
	}
	for i := range s.scan.StyleUses {
		u := &s.scan.StyleUses[i]
		for _, c := range inSelector.FindAllStringSubmatch(u.Selector, -1) {
			if !found[c[1]] && !slices.Contains(u.Foreign, c[1]) {
				u.Foreign = append(u.Foreign, c[1])
			}
		}
	}
}

// aClass is a word that a class may be.
var aClass = regexp.MustCompile(`^-?[A-Za-z_][\w-]{0,60}$`)

// given lists the words of a module's markup and texts that a class may be, and those that
// one may begin with.
func given(m *modules.Module) (list, pieces []string) {
	seen := map[string]bool{}
	words := func(text string) {
		for _, w := range strings.Fields(text) {
			if !seen[w] && aClass.MatchString(w) {
				seen[w] = true
				list = append(list, w)
			}
		}
	}
	visit := func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Call:
			if _, selector := query(n); selector != "" {
				return false // it asks and does not give
			}
		case *syntax.Literal:
			if n.Kind == syntax.StringLiteral {
				words(n.Value)
			}
		case *syntax.Template:
			for i, text := range n.Texts {
				words(text)
				if i < len(n.Exprs) {
					if list := strings.Fields(text); len(list) > 0 && !strings.HasSuffix(text, " ") && len(list[len(list)-1]) > 2 {
						pieces = append(pieces, list[len(list)-1])
					}
				}
			}
		case *syntax.Tagged:
			return false // styles ask
		case *syntax.Attribute:
			words(n.Text)
		case *syntax.Member: // styles.row of a sheet that is imported
			words(lastName(n))
		case *syntax.Property:
			if name, ok := syntax.KeyName(n.Key); ok {
				words(name)
			}
		}
		return true
	}
	syntax.WalkFile(m.File, visit)
	if m.File.Markup != nil {
		syntax.Walk(m.File.Markup, visit)
	}
	sort.Strings(list)
	return list, pieces
}
