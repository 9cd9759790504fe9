// This file finds the styles and queries of an app that reach inside of a component, and
// those that hit more than was meant.

package inspect

import (
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/match"
	"steadysocket/core/names"
	"steadysocket/core/site"
)

// ReachIns finds the styles and queries of an app that reach inside of the components of
// one release, and whether another still has what they rely on.
func ReachIns(scan *site.Scan, locked, other *contract.Listing) []match.ReachIn {
	return Of(scan, []Library{{Locked: locked, Newest: other}}).Layers.ReachIns
}

// anchor is a component that a part of a selector stands for.
type anchor struct {
	contract *contract.Contract
	library  *Library
	how      string
	sure     Sureness
}

// anchors finds what the parts of selectors stand for.
type anchors struct {
	byClass map[string][]anchor // classes that sites are given, and classes that one component alone promises
	byTag   map[string]anchor   // of custom elements
	byName  map[string]anchor   // package and component
	byData  map[string][]anchor // data attributes that components promise
}

func (a *app) anchors() *anchors {
	x := &anchors{byClass: map[string][]anchor{}, byTag: map[string]anchor{}, byName: map[string]anchor{}, byData: map[string][]anchor{}}
	hooks := map[string][]anchor{}
	for i := range a.libraries {
		lib := &a.libraries[i]
		for n := range lib.Locked.Components {
			c := &lib.Locked.Components[n]
			own := anchor{c, lib, "", Sure}
			x.byName[lib.Locked.Package.Name+"#"+c.Component] = own
			if c.Framework == "web component" {
				for _, tag := range c.Root.Elements {
					x.byTag[tag] = own
				}
			}
			for _, h := range c.StyleHooks.Classes {
				hooks[h.Name] = append(hooks[h.Name], own)
			}
			for _, h := range c.StyleHooks.Data {
				x.byData[h.Name] = append(x.byData[h.Name], own)
			}
		}
	}
	for class, list := range hooks {
		if len(list) == 1 {
			list[0].how = "the class " + class + ", which it promises"
			x.byClass[class] = list
		}
	}
	for i := range a.scan.Sites {
		s := &a.scan.Sites[i]
		own, ok := x.byName[s.Package+"#"+s.Component]
		if !ok {
			if c := a.index[s.Package].Find(s.Module, s.Component); c != nil {
				own, ok = x.byName[s.Package+"#"+c.Component]
			}
		}
		if !ok {
			continue
		}
		for _, g := range s.Props {
			if g.Spelled != "className" && g.Spelled != "class" || g.Literal == nil {
				continue
			}
			text, _ := g.Literal.V.(string)
			for _, class := range strings.Fields(text) {
				own.how = fmt.Sprintf("the class %s, which %s:%d gives it", class, g.At.File, g.At.Line)
				if !slices.ContainsFunc(x.byClass[class], func(y anchor) bool { return y.contract == own.contract }) {
					x.byClass[class] = append(x.byClass[class], own)
				}
			}
		}
	}
	return x
}

// of finds the components that a compound stands for.
func (x *anchors) of(c compound, u site.StyleUse) []anchor {
	if c.amp && u.Component != "" {
		if own, ok := x.byName[u.Package+"#"+u.Component]; ok {
			own.how = "the styles around it"
			return []anchor{own}
		}
	}
	if own, ok := x.byTag[c.tag]; ok && c.tag != "" {
		own.how = "its tag"
		return []anchor{own}
	}
	for _, class := range c.classes {
		if list := x.byClass[class]; len(list) > 0 {
			return list
		}
	}
	for _, attr := range c.attrs {
		if list := x.byData[attr]; len(list) == 1 {
			own := list[0]
			own.how = "the attribute " + attr + ", which it promises"
			return []anchor{own}
		}
	}
	return nil
}

// reachIns looks at every style and query of the app.
func reachIns(a *app) {
	x := a.anchors()
	styles := append(slices.Clone(a.scan.StyleUses), a.tableStyles()...)
	type key struct{ component, name string }
	states := map[key]map[string]bool{} // what is set again in some state
	for _, u := range styles {
		for _, list := range selectors(u.Selector) {
			last := list[len(list)-1]
			for _, own := range x.of(last, u) {
				for _, name := range u.Sets {
					if last.inState() {
						k := key{own.contract.Component, name}
						if states[k] == nil {
							states[k] = map[string]bool{}
						}
						states[k][u.Selector] = true
					}
				}
			}
		}
	}
	for _, u := range styles {
		if strings.HasPrefix(u.Selector, "--") {
			continue
		}
		for _, list := range selectors(u.Selector) {
			if a.leaks(x, u, list) {
				continue
			}
			for i, c := range list {
				owns := x.of(c, u)
				for _, own := range owns {
					a.reaches(own, u, list, i)
				}
				if len(owns) > 0 && i == len(list)-1 && !c.inState() && u.Query == "" {
					for _, own := range owns {
						a.restOnly(own, u, func(name string) bool { return len(states[key{own.contract.Component, name}]) > 0 })
					}
				}
				if len(owns) > 0 {
					break
				}
			}
		}
	}
}

// tableStyles are the selectors of a table of styles by components' names: what is written
// there is written around the component.
func (a *app) tableStyles() (list []site.StyleUse) {
	for _, d := range a.scan.Defaults {
		c, _ := a.component(d.Component)
		if c == nil || !strings.HasPrefix(d.State, "&") {
			continue
		}
		list = append(list, site.StyleUse{Selector: d.State, Package: c.Package, Component: c.Component, Sets: []string{strings.Join(names.Words(d.Style), "-")}, At: d.At})
	}
	return list
}

// reaches looks at what stands behind the part of a selector that is a component.
func (a *app) reaches(own anchor, u site.StyleUse, list []compound, i int) {
	c := own.contract
	if c.Framework == "web component" {
		if part := list[i].part; part != "" && len(c.StyleHooks.CSSParts) > 0 && !slices.ContainsFunc(c.StyleHooks.CSSParts, func(h contract.Hook) bool { return h.Name == part }) {
			a.reach(own, u, "the CSS part "+part+", which it does not promise", Sure, "unknown")
		}
		if strings.HasPrefix(u.Query, "shadowRoot.") {
			a.reach(own, u, "its shadow tree", Sure, "unknown")
		}
		return // what stands between its tags is the app's own
	}
	for _, in := range list[i+1:] {
		if in.before == '+' || in.before == '~' {
			return // beside it
		}
		sure := Sure
		if len(c.Slots) > 0 {
			sure = Likely // the app's own content may be meant
		}
		switch foreign := foreignClass(in, u, c); {
		case in.tag != "" && names.MayBeComponent(in.tag):
			return
		case foreign != "":
			a.reach(own, u, "the class "+foreign+", which is no style hook", Likely, "unknown")
		case len(in.classes) > 0:
			return // a class of the app's own: its own content
		case in.tag != "" && drawsElement(c.Inside, in.tag, 0):
			if in.byPlace() {
				a.reach(own, u, fmt.Sprintf("where <%s> stands", in.tag), sure, own.still(in.tag))
			} else {
				a.reach(own, u, "<"+in.tag+">", sure, own.still(in.tag))
			}
		case in.tag == "" && in.byPlace() && draws(c.Inside):
			a.reach(own, u, "the order of what stands inside", Likely, "unknown")
		case in.tag == "" && len(in.attrs) > 0 && draws(c.Inside):
			attr := in.attrs[0]
			if !slices.ContainsFunc(c.StyleHooks.Data, func(h contract.Hook) bool { return h.Name == attr }) {
				a.reach(own, u, "the attribute "+attr, Likely, "unknown")
			}
		default:
			continue
		}
		return // what stands further in is told by this
	}
}

// foreignClass gives a class that no markup of the app gives and the component does not
// promise.
func foreignClass(in compound, u site.StyleUse, c *contract.Contract) string {
	for _, class := range in.classes {
		if slices.Contains(u.Foreign, class) && !slices.ContainsFunc(c.StyleHooks.Classes, func(h contract.Hook) bool { return h.Name == class }) {
			return class
		}
	}
	return ""
}

// drawsElement reports whether an outline holds an element below its root.
func drawsElement(list []contract.Outline, tag string, depth int) bool {
	return slices.ContainsFunc(list, func(o contract.Outline) bool {
		return depth > 0 && o.Element == tag || drawsElement(o.Children, tag, depth+1)
	})
}

// still says whether the newest release draws an element inside.
func (own anchor) still(tag string) string {
	if own.library.Newest == nil {
		return "unknown"
	}
	c := own.library.Newest.Component(own.contract.Component)
	switch {
	case c == nil:
		return "no"
	case len(c.Inside) == 0:
		return "unknown"
	case drawsElement(c.Inside, tag, 0):
		return "yes"
	}
	return "no"
}

func (a *app) reach(own anchor, u site.StyleUse, relies string, sure Sureness, still string) {
	what, mend := "the style "+u.Selector, "style it by what it promises: "+promised(own.contract)
	if u.Query != "" {
		what, mend = u.Query+" of "+u.Selector, "look for what it promises: "+promised(own.contract)
	}
	if !own.contract.Root.Known && own.contract.Framework == "react" {
		sure = Unsure // declarations show neither what is promised nor what stands inside
	}
	r := match.ReachIn{Package: own.contract.Package, Component: own.contract.Component, Selector: u.Selector, Query: u.Query, Relies: relies, Sure: string(sure), Still: still, At: u.At}
	a.layers.ReachIns = append(a.layers.ReachIns, r)
	why := fmt.Sprintf("%s relies on %s, in %s (known by %s)", what, relies, own.contract.Component, own.how)
	weight := Should
	if still == "no" {
		why += "; the newest release does not have it any more"
		weight = Must
	}
	a.tell(told{kind: Reach, weight: weight, sure: sure, member: u.Selector, meant: own.contract.Component, at: u.At, why: why, mend: mend, detail: u.Selector}, own.library.Locked)
}

// promised lists the style hooks of a component.
func promised(c *contract.Contract) string {
	var list []string
	for _, hooks := range []contract.Hooks{c.StyleHooks.Classes, c.StyleHooks.CSSParts, c.StyleHooks.Properties, c.StyleHooks.Data} {
		for _, h := range hooks {
			list = append(list, h.Name)
		}
	}
	switch {
	case len(list) == 0 && !c.Root.Known:
		return "which hooks it has is not shown by its declarations"
	case len(list) == 0:
		return "it has no style hook, so ask for one"
	}
	return listed(list)
}

// leaks finds a selector that is made of nothing but a state which several components
// show, and so hits all of them.
func (a *app) leaks(x *anchors, u site.StyleUse, list []compound) bool {
	if len(list) != 1 || u.Query != "" {
		return false
	}
	c := list[0]
	if c.tag != "" || c.amp || c.any || len(c.classes) > 0 || len(c.attrs) == 0 {
		return false
	}
	hit := x.byData[c.attrs[0]]
	if len(hit) < 2 {
		return false
	}
	var named []string
	for _, own := range hit {
		named = append(named, own.contract.Component)
	}
	slices.Sort(named)
	named = slices.Compact(named)
	a.tell(told{kind: StateLeak, member: u.Selector, at: u.At, why: fmt.Sprintf("%s is a state that %s show, and names none of them", u.Selector, strings.Join(named, ", ")), mend: "put a class or element of the one before it", detail: u.Selector}, hit[0].library.Locked)
	return true
}

// resting are the properties that states usually set again.
var resting = map[string]bool{"color": true, "background": true, "background-color": true, "border-color": true, "border": true, "box-shadow": true, "opacity": true, "outline": true, "text-decoration": true, "fill": true, "stroke": true}

// active are the elements that a browser and most styles show in several states.
var active = map[string]bool{"button": true, "a": true, "input": true, "select": true, "textarea": true, "summary": true, "option": true}

// restOnly finds a look that is set at rest and in no state of something that has states.
func (a *app) restOnly(own anchor, u site.StyleUse, inState func(name string) bool) {
	if !slices.ContainsFunc(own.contract.Root.Elements, func(e string) bool { return active[e] }) {
		return
	}
	var lost []string
	for _, name := range u.Sets {
		if resting[name] && !inState(name) && !slices.Contains(lost, name) {
			lost = append(lost, name)
		}
	}
	if len(lost) == 0 {
		return
	}
	a.tell(told{kind: StateLost, sure: Likely, member: u.Selector, meant: own.contract.Component, at: u.At, why: fmt.Sprintf("%s sets %s of %s at rest, and in no state: hovered, focused or disabled it may look as before", u.Selector, strings.Join(lost, ", "), own.contract.Component),
		mend: "set it for the states too", detail: u.Selector}, own.library.Locked)
}
