// This file ties the names and tags that stand for nothing, and what is imported, to the
// contracts.

package inspect

import (
	"fmt"
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

// looseNames finds names at sites that stand for nothing: a text without quotes, a word
// misspelt, or a name that only the component knows.
func looseNames(a *app) {
	for _, l := range a.scan.Loose {
		if l.Kind != site.LooseName && l.Kind != site.LooseKey && l.Kind != site.LooseMarks || l.At.Span == nil {
			continue
		}
		x := a.siteAround(l.At)
		if x == nil {
			continue
		}
		if l.Kind != site.LooseName {
			x.keyOrMarks(l)
			continue
		}
		given, content := x.givenAround(l.At)
		if given == nil {
			continue
		}
		sure := Sure
		if l.Perhaps {
			sure = Likely
		}
		if content {
			inner := x.innerName(l.Name)
			if inner == "" {
				continue // a mistake of the app's own, and not about the component
			}
			t := told{kind: InnerName, member: given.Spelled, at: l.At, sure: sure, why: fmt.Sprintf("content of %s reads %s, which stands for nothing there: %s", given.Spelled, l.Name, inner), mend: "read the app's own name", detail: l.Name}
			if slot, ok := x.handedOut(l.Name); ok {
				t.meant, t.mend = l.Name, "take it from what "+slot+" gives"
				if x.contract.Framework == "vue" && slot == given.Spelled && given.Takes != nil && len(given.Takes.Params) == 0 {
					t.mend = takenInTemplate(slot, l.Name)
				}
			}
			x.say(t)
			continue
		}
		t := told{kind: NameUnbound, member: given.Spelled, at: l.At, sure: sure, why: fmt.Sprintf("%s is read for %s, and stands for nothing there", l.Name, given.Spelled), mend: "declare it, or read what was meant", detail: l.Name}
		if given.Expression == l.Name {
			m, ok := x.memberOf(contract.MemberProp, given.Spelled)
			switch {
			case ok && m.prop != nil && slices.Contains(textsOf(m.prop.Values), l.Name):
				t.meant, t.mend = "'"+l.Name+"'", "give the text: "+l.Name+" is one of its values"
				t.edits = x.unbind(*given, l.Name)
			case ok && m.prop != nil && m.prop.Type.Known() && m.prop.Type.String() == "string":
				t.mend = "if the text was meant, give it as a text"
			}
		}
		x.say(t)
	}
}

// keyOrMarks tells of keys and interpolations that stand at the site itself.
func (a *at) keyOrMarks(l site.Loose) {
	opens := a.site.At.Span[0] + len(a.site.Text)
	switch {
	case l.Kind == site.LooseMarks:
		a.say(told{kind: MarksShared, member: l.Name, at: l.At, sure: Likely, why: fmt.Sprintf("%s is evaluated by the server, and the tag is written for a script of the page", l.Name), mend: "give it by a directive (v-text, :attribute), or escape it for the server", detail: l.Name})
	case l.At.Span[0] < opens:
		a.say(told{kind: KeyUnstable, member: "key", at: l.At, why: fmt.Sprintf("the key of %s is its place in the list (%s): when the list changes, state stays with the place and not with the item", a.contract.Component, l.Name), mend: "give an id of the item", detail: l.Name})
	}
}

func textsOf(values []any) (list []string) {
	for _, v := range values {
		if s, ok := v.(string); ok {
			list = append(list, s)
		}
	}
	return list
}

// siteAround gives the innermost site of a library component around a place.
func (a *app) siteAround(p place.Place) *at {
	list := a.tree.files[p.File]
	next := sort.Search(len(list), func(i int) bool { return list[i].span()[0] > p.Span[0] })
	if next == 0 {
		return nil
	}
	best := list[next-1]
	for best != nil && (best.contract == nil || best.span()[1] < p.Span[1]) {
		best = best.parent
	}
	if best == nil {
		return nil
	}
	for _, s := range best.sites {
		if len(s.Via) > 0 {
			continue
		}
		for i := range a.libraries {
			if l := a.libraries[i].Locked; l.Package.Name == s.Package {
				return a.held(s, best.contract, l)
			}
		}
	}
	return nil
}

// givenAround gives what a place within a site belongs to: the attribute it stands in, or
// the slot whose content it is.
func (a *at) givenAround(p place.Place) (given *site.Given, content bool) {
	opens := a.site.At.Span[0] + len(a.site.Text)
	content = p.Span[0] >= opens
	for _, list := range [][]site.Given{a.site.Props, a.site.Events, a.site.Slots} {
		for i := range list {
			g := &list[i]
			if p.Less(g.At) || given != nil && !given.At.Less(g.At) {
				continue
			}
			given = g
		}
	}
	if given == nil {
		return nil, content
	}
	// In JSX what draws a slot stands in an attribute.
	isSlot := slices.ContainsFunc(a.site.Slots, func(g site.Given) bool { return g.At == given.At && g.Spelled == given.Spelled })
	return given, content || isSlot
}

// looseTags finds components that are used and not known there, and elements in place of
// components.
func looseTags(a *app) {
	for _, l := range a.scan.Loose {
		if l.Kind != site.LooseTag && l.Kind != site.LooseElement {
			continue
		}
		for i := range a.libraries {
			if a.looseTag(l, a.libraries[i].Locked) {
				break
			}
		}
	}
}

func (a *app) looseTag(l site.Loose, listing *contract.Listing) bool {
	if listing.Package.Framework == "web component" {
		return a.looseElement(l, listing)
	}
	first, _, _ := strings.Cut(l.Name, ".")
	name := names.UpperFirst(names.Camel(first))
	var known []string
	for i := range listing.Components {
		if c := &listing.Components[i]; c.Kind != contract.KindLogic && !strings.Contains(c.Component, ".") {
			known = append(known, c.Export.Name)
		}
	}
	vue := strings.HasSuffix(l.At.File, ".vue")
	t := told{at: l.At, member: l.Name, detail: l.Name}
	lower := !names.MayBeComponent(l.Name)
	switch i := slices.IndexFunc(known, func(k string) bool { return strings.EqualFold(k, name) }); {
	case i >= 0 && lower && !(vue && strings.Contains(l.Name, "-")):
		t.kind, t.meant = NativeNamesake, known[i]
		t.why, t.mend = fmt.Sprintf("<%s> is an element of the page; %s is the component of that name", l.Name, known[i]), "write <"+known[i]+">"
		t.edits = []Edit{{At: after(l.At, 1), Old: l.Name, New: known[i]}}
		if l.Kind == site.LooseElement {
			t.sure = Likely // the element may be meant
		}
	case i >= 0:
		t.kind, t.meant = ComponentUnbound, known[i]
		t.why, t.mend = fmt.Sprintf("%s is used here and neither imported nor registered", known[i]), fmt.Sprintf("import { %s } from '%s'", known[i], listing.Package.Name)
	default:
		near := contract.Nearest(name, known)
		if !closeTo(name, near) || html.Element(l.Name) {
			return false
		}
		t.kind, t.meant, t.sure = ComponentUnbound, near, Likely
		t.why, t.mend = fmt.Sprintf("<%s> stands for nothing here", l.Name), "write "+near
	}
	if l.Perhaps {
		t.sure = Likely
	}
	a.tell(t, listing)
	return true
}

// unknownComponent finds sites of components that the package does not have. What is
// imported by name is told where it is imported.
func (a *app) unknownComponent(s *site.Site, l *contract.Listing) {
	main, part, isPart := strings.Cut(s.Component, ".")
	if s.Found == "" && !isPart || len(s.Via) > 0 || names.IsHook(s.Component) || part == "Provider" || part == "Consumer" {
		return
	}
	t := told{kind: ComponentUnbound, at: s.At, member: s.Component, why: fmt.Sprintf("%s %s has no %s", l.Package.Name, l.Package.Version, s.Component), mend: "use what it has", sure: Likely, detail: s.Component}
	var known []string
	for i := range l.Components {
		c := &l.Components[i]
		known = append(known, c.Component)
	}
	written := s.Component
	if s.Found == "tag" {
		t.member, t.why, known = hyphened(s.Component), fmt.Sprintf("nothing defines <%s>", hyphened(s.Component)), nil
		for i := range l.Components {
			known = append(known, l.Components[i].Root.Elements...)
		}
		written = t.member
	} else if isPart {
		c := a.index[s.Package].Find(s.Module, main)
		if strings.Contains(part, ".") || c == nil || len(c.Parts) == 0 || len(c.Bases) > 0 {
			return // what it has beside itself was not read
		}
		known = nil
		for _, p := range c.Parts {
			known = append(known, main+"."+p.Name)
		}
	}
	near := contract.Nearest(written, known)
	if s.Found == "module" && !closeTo(written, near) {
		return // what else a module or a layer registers, and under which prefix, is not seen
	}
	if s.Found == "plugin" && !closeTo(written, near) {
		t.sure, t.why = Unsure, fmt.Sprintf("nothing that was read registers %s, and %s has no component of that name", s.Component, l.Package.Name)
	}
	if closeTo(written, near) {
		t.meant, t.mend = near, "write "+near
		if s.Form == site.Element && strings.HasPrefix(s.Text, "<"+written) {
			t.edits = []Edit{{At: after(s.At, 1), Old: written, New: near}}
		}
	}
	a.tell(t, l)
}

func hyphened(name string) string { return strings.Join(names.Words(name), "-") }

// looseElement finds tags that are nearly those of custom elements.
func (a *app) looseElement(l site.Loose, listing *contract.Listing) bool {
	var known []string
	for i := range listing.Components {
		known = append(known, listing.Components[i].Root.Elements...)
	}
	near := contract.Nearest(l.Name, known)
	if l.Perhaps || !strings.Contains(l.Name, "-") || !closeTo(l.Name, near) || l.Name == near {
		return false
	}
	a.tell(told{kind: ComponentUnbound, at: l.At, member: l.Name, meant: near, sure: Likely, why: fmt.Sprintf("<%s> is no element that anything defines", l.Name), mend: "write <" + near + ">",
		edits: []Edit{{At: after(l.At, 1), Old: l.Name, New: near}}}, listing)
	return true
}

// after is a place some columns further on.
func after(p place.Place, columns int) place.Place {
	p.Column += columns
	p.Span = nil
	return p
}

// tell notes a finding that belongs to no site.
func (a *app) tell(t told, listing *contract.Listing) {
	f := a.finding(t)
	f.Package, f.Component = listing.Package.Name, t.meant
	if listing.Component(t.meant) == nil {
		f.Component = ""
	}
	f.At.Span = nil
	f.Fingerprint = t.gist()
	a.found = append(a.found, f)
}

// imports finds names and modules that a package does not have.
func imports(a *app) {
	for n := range a.libraries {
		listing := a.libraries[n].Locked
		known := map[string]bool{}
		var all []string
		add := func(name string) {
			if !known[name] && name != "" {
				known[name] = true
				all = append(all, name)
			}
		}
		for i := range listing.Components {
			c := &listing.Components[i]
			if c.Export.Kind == "member" { // what it hangs on is exported, were it only a table of components
				add(c.Export.Of)
			} else {
				add(c.Export.Name)
			}
			for _, also := range c.Export.Also {
				add(also.Name)
			}
			if c.Framework == "web component" { // the class is imported, the element is called otherwise
				add(c.Component)
				add(c.Component + "Element")
			}
		}
		for _, e := range listing.Exports {
			add(e.Name)
		}
		index := a.index[listing.Package.Name]
		for _, i := range a.scan.Imports {
			if i.Package != listing.Package.Name || i.Name == "*" || strings.HasSuffix(i.At.File, ".d.ts") {
				continue // compilers are told to leave declarations alone (skipLibCheck), and nothing runs them
			}
			t := told{kind: ImportUnknown, at: i.At, member: i.Name, detail: i.Module + i.Name}
			switch {
			case i.Module != "" && index.Module(i.Module) == match.Missing:
				t.why = fmt.Sprintf("%s has no module %s", listing.Package.Name, i.Module)
				t.mend, t.sure = "import from "+listing.Package.Name, Likely
			case known[i.Name] || a.declares(listing, i.Name):
				continue
			case i.Module != "":
				continue // what else a module of its own holds is not listed
			case len(listing.Unread) > 0 && listing.Package.Framework != "react" && i.Type:
				continue // types of other packages that it hands on are not listed
			case len(listing.Unread) > 0 && listing.Package.Framework != "react":
				t.sure = Unsure
				fallthrough
			default:
				t.why = fmt.Sprintf("%s %s exports no %s", listing.Package.Name, listing.Package.Version, i.Name)
				t.mend = "import what it exports"
				if near := contract.Nearest(i.Name, all); closeTo(i.Name, near) {
					t.meant, t.mend = near, "import "+near
					t.edits = []Edit{{At: after(i.At, 0), Old: i.Name, New: near}}
				}
				if i.Name == "default" {
					t.why, t.edits, t.meant = fmt.Sprintf("%s has no default export", listing.Package.Name), nil, ""
					t.mend = "import it by its name, in braces"
					if known[i.Local] {
						t.meant, t.mend = i.Local, "write { "+i.Local+" }"
						t.edits = []Edit{{At: after(i.At, 0), Old: i.Local, New: "{ " + i.Local + " }"}}
					}
				}
			}
			a.tell(t, listing)
		}
	}
}

// paths finds components that are imported by several paths.
func paths(a *app) {
	type key struct{ pkg, name string }
	count := map[key]map[string]int{}
	for _, i := range a.scan.Imports {
		k := key{i.Package, i.Name}
		if i.Type || i.Name == "*" || i.Name == "default" || !names.IsComponent(i.Name) {
			continue
		}
		if count[k] == nil {
			count[k] = map[string]int{}
		}
		count[k][i.Module]++
	}
	for _, i := range a.scan.Imports {
		by := count[key{i.Package, i.Name}]
		if len(by) < 2 {
			continue
		}
		usual := ""
		for module, n := range by {
			if n > by[usual] || n == by[usual] && module < usual {
				usual = module
			}
		}
		if i.Module == usual {
			continue
		}
		for n := range a.libraries {
			if listing := a.libraries[n].Locked; listing.Package.Name == i.Package && a.index[i.Package].Find(i.Module, i.Name) != nil {
				path := i.Package + strings.TrimPrefix(usual, ".")
				a.tell(told{kind: ImportPaths, at: i.At, member: i.Name, meant: i.Name, why: fmt.Sprintf("%s is imported from %s here, and from %s elsewhere", i.Name, i.Package+strings.TrimPrefix(i.Module, "."), path), mend: "import it from " + path, detail: i.Module}, listing)
			}
		}
	}
}
