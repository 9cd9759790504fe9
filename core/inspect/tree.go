// This file holds what stands in what: sites within sites, through the app's own
// components.

package inspect

import (
	"fmt"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/match"
	"steadysocket/core/place"
	"steadysocket/core/site"
)

// node is one tag of a file with all that it is: sites of the library, directly or
// through wrappers, and uses of the app's own components.
type node struct {
	at       place.Place
	parent   *node
	sites    []*site.Site
	contract *contract.Contract // of the first site that has one
	also     []*contract.Contract
	own      []site.OwnUse
}

// tree finds nodes by site, and the uses of the app's own components.
type tree struct {
	nodes map[string]*node // by file and span
	files map[string][]*node
	uses  map[string][]*node              // by the component of the app that is used
	holds map[string][]*contract.Contract // what stands in a component of the app
}

func nodeKey(p place.Place) string {
	if p.Span == nil {
		return fmt.Sprint(p.File, ":", p.Line, ":", p.Column)
	}
	return fmt.Sprint(p.File, ":", p.Span[0], "-", p.Span[1])
}

func newTree(scan *site.Scan, index map[string]*match.Index) *tree {
	t := &tree{nodes: map[string]*node{}, files: map[string][]*node{}, uses: map[string][]*node{}, holds: map[string][]*contract.Contract{}}
	get := func(at place.Place) *node {
		key := nodeKey(at)
		if t.nodes[key] == nil {
			t.nodes[key] = &node{at: at}
			t.files[at.File] = append(t.files[at.File], t.nodes[key])
		}
		return t.nodes[key]
	}
	for i := range scan.Sites {
		s := &scan.Sites[i]
		if s.Form != site.Element && s.Form != site.Call {
			continue
		}
		n := get(s.At)
		n.sites = append(n.sites, s)
		if c := index[s.Package].Find(s.Module, s.Component); c != nil {
			n.also = append(n.also, c)
			if n.contract == nil {
				n.contract = c
			}
			if len(s.Via) == 0 {
				t.holds[s.Owner()] = append(t.holds[s.Owner()], c)
			}
		}
	}
	for _, u := range scan.Own {
		n := get(u.At)
		n.own = append(n.own, u)
		t.uses[u.Of] = append(t.uses[u.Of], n)
	}
	for _, list := range t.files {
		sort.Slice(list, func(i, j int) bool {
			a, b := list[i].span(), list[j].span()
			return a[0] < b[0] || a[0] == b[0] && a[1] > b[1]
		})
		var open []*node
		for _, n := range list {
			for len(open) > 0 && open[len(open)-1].span()[1] < n.span()[1] {
				open = open[:len(open)-1]
			}
			for len(open) > 0 && open[len(open)-1].span()[1] <= n.span()[0] {
				open = open[:len(open)-1]
			}
			if len(open) > 0 {
				n.parent = open[len(open)-1]
			}
			open = append(open, n)
		}
	}
	return t
}

func (n *node) span() place.Span {
	if n.at.Span == nil {
		return place.Span{}
	}
	return *n.at.Span
}

// around gives the nearest library component that a site stands in, and whether
// nothing of the app's own stands between.
func (t *tree) around(s *site.Site) (parent *node, direct bool) {
	n := t.nodes[nodeKey(s.At)]
	if n == nil {
		return nil, false
	}
	direct = true
	for p := n.parent; p != nil; p = p.parent {
		if p.contract != nil {
			return p, direct
		}
		direct = direct && len(p.own) == 0
	}
	return nil, direct
}

// within says whether a node stands in one of some components; where it surely does not
// everywhere, also by which use.
func (t *tree) within(n *node, owner string, is func(c *contract.Contract) bool, seen map[string]bool) (match.Presence, *node) {
	around := match.Absent
	for p := n.parent; p != nil; p = p.parent {
		if slices.ContainsFunc(p.also, is) {
			return match.Present, nil
		}
		for _, u := range p.own {
			if slices.ContainsFunc(t.holds[u.Of], is) {
				around = match.Perhaps // it may be put inside of it there
			}
		}
	}
	if around == match.Perhaps || seen[owner] {
		return match.Perhaps, nil
	}
	seen[owner] = true
	uses := t.uses[owner]
	if len(uses) == 0 {
		return match.Absent, nil
	}
	all := match.Present
	var by *node
	for _, u := range uses {
		in := ""
		for _, o := range u.own {
			if o.Of == owner {
				in = o.In
			}
		}
		p, _ := t.within(u, in, is, seen)
		if p == match.Absent && all != match.Absent {
			by = u
		}
		all = min(all, p)
	}
	return all, by
}

// partPlaces finds parts that stand outside of what they belong to.
func partPlaces(a *at) {
	if a.site.Form != site.Element && a.site.Form != site.Call {
		return
	}
	mains := a.belongsTo()
	if len(mains) == 0 {
		return
	}
	n := a.tree.nodes[nodeKey(a.site.At)]
	if n == nil {
		return
	}
	is := func(c *contract.Contract) bool {
		return slices.Contains(mains, c.Component) && c.Package == a.contract.Package
	}
	p, by := a.tree.within(n, a.site.Owner(), is, map[string]bool{})
	if p != match.Absent {
		return
	}
	main := strings.Join(mains, " or ")
	t := told{kind: PartOutside, why: fmt.Sprintf("%s stands in no %s", a.contract.Component, main), mend: "put it into " + main, meant: mains[0], sure: Likely}
	if by != nil {
		t.why += fmt.Sprintf(" where %s:%d uses what it stands in", by.at.File, by.at.Line)
	}
	a.say(t)
}

// belongsTo gives the components that a part must stand in, because it shares their state
// or is said to. A part that is only called after a component may stand anywhere.
func (a *at) belongsTo() (mains []string) {
	inside := false
	for i := range a.listing.Components {
		c := &a.listing.Components[i]
		for _, p := range c.Parts {
			if p.Component != a.contract.Component && (p.Component != "" || c.Component+"."+p.Name != a.contract.Component) {
				continue
			}
			if c.Component == a.contract.Component {
				continue
			}
			mains = append(mains, c.Component)
			for _, w := range p.Within {
				if !slices.Contains(mains, w) && w != "" {
					mains = append(mains, w, c.Component+"."+w)
				}
			}
			inside = inside || len(p.Shares) > 0 || len(p.Within) > 0
		}
	}
	for _, need := range a.contract.Context.Needs {
		inside = inside || !need.Optional && slices.ContainsFunc(mains, func(m string) bool { return strings.HasPrefix(need.Name, m) })
	}
	if !inside {
		return nil
	}
	return mains
}

// pairs finds parts whose values have no counterpart within their main component.
func pairs(a *at) {
	n := a.tree.nodes[nodeKey(a.site.At)]
	if n == nil || len(a.contract.Pairs) == 0 {
		return
	}
	for _, pair := range a.contract.Pairs {
		if len(pair.Members) == 2 {
			a.paired(n, pair)
		}
	}
}

// end is one side of a pair at one site.
type end struct {
	part  *at
	given site.Given
	value string
}

// paired compares the values of the two sides of one pair; where one cannot be known
// nothing is said.
func (a *at) paired(n *node, pair contract.Pair) {
	var sides [2][]end
	spelled := [2]string{}
	for i, m := range pair.Members {
		part, name, ok := strings.Cut(m, ".")
		if !ok {
			return
		}
		for _, in := range a.tree.files[n.at.File] {
			if in == n || in.span()[0] < n.span()[0] || in.span()[1] > n.span()[1] {
				continue
			}
			for k, c := range in.also {
				if c.Component != part && c.Component != a.contract.Component+"."+part || k >= len(in.sites) {
					continue
				}
				x := a.held(in.sites[k], c, a.listing)
				g, sure := x.given.Value(match.SpelledIn(c, name))
				if !sure || g.Literal == nil {
					return // one that is computed may meet any
				}
				spelled[i], _ = c.SpelledOf(name)
				sides[i] = append(sides[i], end{x, g, g.Literal.String()})
			}
		}
	}
	for i := range sides {
		mine, others := sides[i], sides[1-i]
		if len(others) == 0 {
			continue // they may stand elsewhere
		}
		known := []string{}
		for _, o := range others {
			known = append(known, fmt.Sprint(o.given.Literal.V))
		}
		seen := map[string]bool{}
		for _, m := range mine {
			switch {
			case !slices.ContainsFunc(others, func(o end) bool { return o.value == m.value }):
				t := told{kind: PairUnequal, member: spelled[i], at: m.given.At, why: fmt.Sprintf("no %s has the %s %s", others[0].part.contract.Component, spelled[1-i], words(*m.given.Literal)) + reasonOf(pair),
					mend: "give both the same value", detail: m.value}
				if near := contract.Nearest(fmt.Sprint(m.given.Literal.V), known); near != "" && i == 1 {
					t.meant, t.edits = near, m.part.replaceValue(m.given, fmt.Sprint(m.given.Literal.V), near)
				}
				m.part.say(t)
			case seen[m.value]:
				m.part.say(told{kind: PairUnequal, member: spelled[i], at: m.given.At, why: fmt.Sprintf("the %s %s stands there twice", spelled[i], words(*m.given.Literal)), mend: "give each its own value", detail: "twice" + m.value})
			}
			seen[m.value] = true
		}
	}
}

func reasonOf(pair contract.Pair) string {
	if pair.Because == "" {
		return ""
	}
	return ": " + pair.Because
}

// injected finds what a child gives and its parent puts over.
func injected(a *at) {
	parent, direct := a.tree.around(a.site)
	if parent == nil || !direct || parent.contract == nil {
		return
	}
	for _, i := range parent.contract.Context.Injects {
		if i.Overrides == contract.No {
			continue
		}
		key := match.SpelledIn(a.contract, i.Name)
		p, where := a.given.Is(key)
		if _, ok := a.members[key]; !ok || p != match.Present {
			continue
		}
		t := told{kind: InjectedOverwritten, member: i.Name, at: where, why: fmt.Sprintf("gives %s, and %s puts its own over it", i.Name, parent.contract.Component), mend: "give it to " + parent.contract.Component, detail: i.Name}
		if i.Overrides == contract.Unknown {
			t.sure = Unsure
		}
		a.say(t)
	}
}
