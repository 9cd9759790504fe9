// This file says what an app lays over a library: wrappers, what it sets for all uses,
// styles of single uses, extensions and shadows.

package inspect

import (
	"encoding/json"
	"fmt"
	"maps"
	"path"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/html"
	"steadysocket/core/match"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/site"
)

// Layers is what an app quietly relies upon, or lays over a library.
type Layers struct {
	Wrappers   []Wrapper       `json:"wrappers"`
	Defaults   []Default       `json:"defaults"`
	Styles     []OneOff        `json:"styles"`
	Extensions []Extension     `json:"extensions"`
	Shadows    []Shadow        `json:"shadows"`
	ReachIns   []match.ReachIn `json:"reachIns"`
	Copies     []Copy          `json:"copies"`
}

// Wrapper is a component of the app that hands on to a component of the library, through
// Depth wrappers. It fixes members, adds props of its own, hides members that cannot be
// given through it, and renames others. Uses counts its uses in the app, Bare those of
// the component itself.
type Wrapper struct {
	Name      string        `json:"name"`
	Package   string        `json:"package"`
	Component string        `json:"component"`
	Depth     int           `json:"depth"`
	Fixes     []Fixed       `json:"fixes"`
	Adds      []string      `json:"adds"`
	Hides     []string      `json:"hides"`
	Renames   []site.Handed `json:"renames"`
	Rest      bool          `json:"rest"`
	Uses      int           `json:"uses"`
	Bare      int           `json:"bare"`
	At        place.Place   `json:"at"`
}

// Fixed is a member with the value that a wrapper gives it.
type Fixed struct {
	Member string `json:"member"`
	Value  string `json:"value"`
}

// Default is a value or style that an app sets for all uses of a component. Known says
// that the component has such a member, or promises such a part.
type Default struct {
	Package   string      `json:"package"`
	Component string      `json:"component"`
	Member    string      `json:"member,omitempty"`
	Value     string      `json:"value,omitempty"`
	Style     string      `json:"style,omitempty"`
	Part      string      `json:"part,omitempty"`
	State     string      `json:"state,omitempty"`
	Known     bool        `json:"known"`
	At        place.Place `json:"at"`
}

// OneOff is a style that single uses of a component are given, with all the places that
// give the same.
type OneOff struct {
	Package   string        `json:"package"`
	Component string        `json:"component"`
	Route     string        `json:"route"` // style or template
	Style     string        `json:"style"`
	At        []place.Place `json:"at"`
}

// Extension is a class of the app that extends a component.
type Extension struct {
	Package   string      `json:"package"`
	Component string      `json:"component"`
	In        string      `json:"in"`
	At        place.Place `json:"at"`
}

// Shadow is a component of the app that is called as one of the library. Wraps says that
// it draws the library's, so that it extends rather than replaces it.
type Shadow struct {
	Package   string      `json:"package"`
	Component string      `json:"component"`
	File      string      `json:"file"`
	Wraps     bool        `json:"wraps"`
	At        place.Place `json:"at"`
}

// layersOf gathers them.
func layersOf(a *app) {
	a.wrappers()
	a.appDefaults()
	a.oneOffs()
	a.extensions()
}

// wrappers follows each wrapper to the component that it hands on to.
func (a *app) wrappers() {
	sites := map[string]*site.Site{}
	bare := map[string]int{}
	for i := range a.scan.Sites {
		s := &a.scan.Sites[i]
		sites[s.ID] = s
		if len(s.Via) == 0 {
			bare[s.Package+"#"+s.Component]++
		}
	}
	inner := map[string][]site.Wrapper{}
	for _, w := range a.scan.Wrappers {
		inner[w.Of] = append(inner[w.Of], w)
	}
	uses := map[string]int{}
	for _, u := range a.scan.Own {
		uses[u.Of]++
	}
	for _, w := range a.scan.Wrappers {
		for _, end := range ends(w, inner, 1, map[string]bool{}) {
			s := sites[end.wrapper.Site]
			if s == nil {
				continue
			}
			c := a.index[s.Package].Find(s.Module, s.Component)
			if c == nil {
				continue
			}
			out := Wrapper{Name: nameOf(w.Of), Package: s.Package, Component: c.Component, Depth: end.depth, Rest: w.Rest, Uses: uses[w.Of], Bare: bare[s.Package+"#"+s.Component], At: w.At, Fixes: []Fixed{}, Adds: []string{}, Hides: []string{}, Renames: []site.Handed{}}
			a.describe(&out, w, s, c)
			a.layers.Wrappers = append(a.layers.Wrappers, out)
		}
	}
}

type wrapperEnd struct {
	wrapper site.Wrapper
	depth   int
}

// ends follows a wrapper through others to those that hand on to the library.
func ends(w site.Wrapper, inner map[string][]site.Wrapper, depth int, seen map[string]bool) (list []wrapperEnd) {
	if w.Inner == "" {
		return []wrapperEnd{{w, depth}}
	}
	if seen[w.Inner] {
		return nil
	}
	seen[w.Inner] = true
	for _, next := range inner[w.Inner] {
		list = append(list, ends(next, inner, depth+1, seen)...)
	}
	return list
}

// nameOf is the name of a component of the app: of one that is its file's default, the
// file's.
func nameOf(of string) string {
	file, name, _ := strings.Cut(of, "#")
	if name != "default" {
		return name
	}
	base := path.Base(file)
	return strings.TrimSuffix(base, path.Ext(base))
}

// describe says what a wrapper makes of the members of what it wraps.
func (a *app) describe(out *Wrapper, w site.Wrapper, s *site.Site, c *contract.Contract) {
	handed := map[string]bool{}
	for _, h := range w.Hands {
		handed[h.As] = true
		prop := strings.TrimLeft(h.Prop, "@#")
		if as := strings.TrimLeft(h.As, "@#"); as != prop && !strings.HasPrefix(as, "$") {
			out.Renames = append(out.Renames, site.Handed{Prop: prop, As: as})
		}
	}
	taken := map[string]bool{}
	for _, h := range w.Hands {
		taken[h.Prop] = true
	}
	for _, name := range w.Takes {
		if !taken[name] {
			out.Adds = append(out.Adds, strings.TrimPrefix(name, "@"))
		}
	}
	g := match.Of(s, c)
	fixed := map[string]bool{}
	if w.Inner == "" { // of a wrapper of wrappers, what lies between is told there
		for key, m := range a.known(c).members {
			x, ok := g.By[key]
			if !ok || handed[key] || handed[x.Spelled] || x.Spread != "" {
				continue
			}
			// What is given before the rest may be given otherwise by a use.
			if w.Rest && !overrides(s, x) {
				out.Fixes = append(out.Fixes, Fixed{m.spelled, valueText(x) + ", unless a use gives it"})
				continue
			}
			fixed[key] = true
			out.Fixes = append(out.Fixes, Fixed{m.spelled, valueText(x)})
		}
	}
	for key, m := range a.known(c).members {
		if fixed[key] || !w.Rest && w.Inner == "" && !handed[key] && !handed[m.spelled] {
			out.Hides = append(out.Hides, m.spelled)
		}
	}
	sort.Strings(out.Hides)
	sort.Slice(out.Fixes, func(i, j int) bool { return out.Fixes[i].Member < out.Fixes[j].Member })
}

// overrides reports whether something is given behind all that is spread.
func overrides(s *site.Site, x site.Given) bool {
	return !slices.ContainsFunc(s.Props, func(g site.Given) bool { return g.Spread != "" && x.At.Less(g.At) })
}

func valueText(x site.Given) string {
	switch {
	case x.Literal != nil:
		return words(*x.Literal)
	case x.Expression != "":
		return x.Expression
	case x.Type != "":
		return x.Type
	}
	return "content"
}

// component finds a component by its name in the table of an app.
func (a *app) component(name string) (*contract.Contract, *Library) {
	for i := range a.libraries {
		if c := a.libraries[i].Locked.Component(name); c != nil {
			return c, &a.libraries[i]
		}
	}
	return nil, nil
}

// appDefaults ties what is set for all uses to the contracts, and finds what names
// nothing there.
func (a *app) appDefaults() {
	for _, d := range a.scan.Defaults {
		c, lib := a.component(d.Component)
		if c == nil {
			continue
		}
		out := Default{Package: c.Package, Component: c.Component, Style: d.Style, Part: d.Part, State: d.State, At: d.At, Known: true}
		if d.Given == nil {
			a.layers.Defaults = append(a.layers.Defaults, out)
			continue
		}
		x := a.held(&site.Site{Package: c.Package}, c, lib.Locked)
		_, ok := x.memberOf(contract.MemberProp, d.Given.Spelled)
		out.Member, out.Value, out.Known = d.Given.Spelled, valueText(*d.Given), ok
		a.layers.Defaults = append(a.layers.Defaults, out)
		if ok {
			continue
		}
		t := told{kind: ThemeKeyUnknown, member: d.Given.Spelled, at: d.At, meant: c.Component, sure: Likely, why: fmt.Sprintf("sets %s for all uses of %s, which has no such member", d.Given.Spelled, c.Component), mend: "take it out of the table", detail: d.Given.Spelled}
		if near := contract.Nearest(d.Given.Spelled, x.spelledAs("")); closeTo(d.Given.Spelled, near) {
			t.mend, t.edits = "write "+near, []Edit{{At: d.At, Old: d.Given.Spelled, New: near}}
		}
		a.tell(t, lib.Locked)
	}
}

// oneOffs gathers the styles of single uses, and finds those that stand several times and
// those for which there is a prop.
func (a *app) oneOffs() {
	type key struct{ pkg, component, route, style string }
	places := map[key][]place.Place{}
	first := map[key]*at{}
	note := func(s *site.Site, c *contract.Contract, lib *Library, route, style string, p place.Place) {
		k := key{c.Package, c.Component, route, style}
		p.Span = nil
		places[k] = append(places[k], p)
		if first[k] == nil {
			first[k] = a.held(s, c, lib.Locked)
		}
	}
	for i := range a.scan.Sites {
		s := &a.scan.Sites[i]
		c := a.index[s.Package].Find(s.Module, s.Component)
		lib := a.library(s.Package)
		if c == nil || lib == nil || len(s.Via) > 0 {
			continue
		}
		if s.Styles != "" {
			note(s, c, lib, "template", s.Styles, s.At)
		}
		for _, g := range s.Props {
			if g.Spelled != "style" && g.Spelled != "sx" && g.Spelled != "css" || len(g.Keys) == 0 {
				continue
			}
			note(s, c, lib, "style", declarations(g), g.At)
			if g.Spelled == "style" { // the others are the component's own way to be styled
				a.held(s, c, lib.Locked).propsFor(g)
			}
		}
	}
	for _, k := range sortedBy(places, func(k key) string { return k.pkg + k.component + k.route + k.style }) {
		list := places[k]
		a.layers.Styles = append(a.layers.Styles, OneOff{k.pkg, k.component, k.route, k.style, list})
		several := strings.Contains(k.style, ";")
		if len(list) < 2 || len(list) < oftenRepeated && !several {
			continue
		}
		x := first[k]
		t := told{kind: StyleRepeated, member: k.route, at: list[0], why: fmt.Sprintf("%d uses of %s are given the same style: %s", len(list), k.component, clipped(k.style)), mend: "make a wrapper of it, or ask for a value of the component's own", detail: k.style}
		if len(list) >= oftenRepeated && several {
			t.weight = Should
		}
		x.say(t)
	}
}

// oftenRepeated is from how many uses on the same style weighs more where it is several
// declarations, and is told at all where it is one: what is short looks the same by chance.
const oftenRepeated = 4

// sortedBy gives the keys of a map in the order of a text of theirs.
func sortedBy[K comparable, V any](m map[K]V, text func(K) string) []K {
	return slices.SortedFunc(maps.Keys(m), func(a, b K) int { return strings.Compare(text(a), text(b)) })
}

func clipped(text string) string {
	if len(text) > 80 {
		return strings.ToValidUTF8(text[:80], "") + " …"
	}
	return text
}

// declarations writes a style object in one order.
func declarations(g site.Given) string {
	var list []string
	for _, x := range g.Holds {
		value := x.Expression
		if x.Literal != nil {
			data, err := json.Marshal(x.Literal)
			if err == nil {
				value = strings.Trim(string(data), `"`)
			}
		}
		list = append(list, x.Spelled+": "+value)
	}
	sort.Strings(list)
	return strings.Join(list, "; ")
}

// served are the props by which components offer just what a style property sets. A prop
// that may mean something else (size for fontSize) is none.
var served = map[string][]string{
	"boxShadow": {"shadow", "elevation"}, "borderRadius": {"radius", "borderRadius"}, "color": {"color", "colour", "tone"}, "width": {"width"}, "height": {"height"},
	"fontWeight": {"weight", "fontWeight"}, "textAlign": {"align", "textAlign"}, "gap": {"gap"}, "padding": {"padding"}, "margin": {"margin"},
}

// propsFor finds what a style sets although the component has a prop for it.
func (a *at) propsFor(g site.Given) {
	for _, key := range g.Keys {
		if !html.Property(key) {
			continue
		}
		for _, name := range served[key] {
			m, ok := a.memberOf(contract.MemberProp, name)
			if !ok || m.prop == nil {
				continue
			}
			a.say(told{kind: StyleForProp, member: key, at: g.At, meant: m.spelled, sure: Likely, why: fmt.Sprintf("sets %s by a style, and %s has the prop %s", key, a.contract.Component, m.spelled), mend: "see whether " + m.spelled + " does it", detail: key})
			break
		}
	}
}

// extensions gathers classes that extend components, and components of the app that are
// called as the library's.
func (a *app) extensions() {
	for i := range a.scan.Sites {
		s := &a.scan.Sites[i]
		if s.Form == site.Extension {
			a.layers.Extensions = append(a.layers.Extensions, Extension{s.Package, s.Component, s.In, unspanned(s.At)})
		}
	}
	wraps := map[string]bool{}
	for _, w := range a.layers.Wrappers {
		wraps[w.Name+"#"+w.Component] = true
	}
	seen := map[string]bool{}
	for _, u := range a.scan.Own {
		name := names.UpperFirst(names.Camel(nameOf(u.Of)))
		c, _ := a.component(name)
		file, _, _ := strings.Cut(u.Of, "#")
		if c == nil || seen[u.Of] {
			continue
		}
		seen[u.Of] = true
		holds := slices.ContainsFunc(a.tree.holds[u.Of], func(in *contract.Contract) bool { return in == c })
		a.layers.Shadows = append(a.layers.Shadows, Shadow{c.Package, c.Component, file, holds || wraps[nameOf(u.Of)+"#"+c.Component], unspanned(u.At)})
	}
}

func unspanned(p place.Place) place.Place {
	p.Span = nil
	return p
}
