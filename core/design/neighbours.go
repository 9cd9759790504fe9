// This file holds a draft against the library that it will join.

package design

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"steadysocket/core/contract"
	"steadysocket/core/style"
	"steadysocket/core/types"
)

// Neighbours are the contracts of a library, indexed by what they call things. It is
// made once and asked at every change of a draft.
type Neighbours struct {
	listing  *contract.Listing
	settings *style.Settings
	by       map[string][]used // props by canonical name, in the order of components
	named    map[string]string // other names of ideas, from the house style: name → the one to use
}

// used is a prop of a component of the library.
type used struct {
	component string
	prop      *contract.Prop
}

// Offer is what a library calls something that a draft is about to name.
type Offer struct {
	Member string `json:"member"` // of the draft
	Name   string `json:"name"`   // what the library calls it
	// Components is how many components have a prop of that name, Values what it takes in
	// most of them.
	Components int      `json:"components"`
	Values     []string `json:"values"`
	Default    string   `json:"default"`
	What       string   `json:"what"` // in words
}

// Around prepares a library for drafts. Settings may be nil.
func Around(l *contract.Listing, s *style.Settings) *Neighbours {
	if s == nil {
		s = &style.Settings{}
	}
	n := &Neighbours{l, s, map[string][]used{}, map[string]string{}}
	for i := range l.Components {
		for _, p := range l.Components[i].Props {
			if own(p.Origin) {
				n.by[p.Name] = append(n.by[p.Name], used{l.Components[i].Component, p})
			}
		}
	}
	for _, idea := range s.Vocabulary {
		for _, other := range idea.InsteadOf {
			n.named[other] = idea.Name
		}
	}
	return n
}

// Findings are what the rules of the library's style find in a contract that is to join
// it, or to take the place of the component of its name.
func (n *Neighbours) Findings(c *contract.Contract, today time.Time) []style.Finding {
	joined := *n.listing
	joined.Components = slices.DeleteFunc(slices.Clone(n.listing.Components), func(x contract.Contract) bool { return x.Component == c.Component })
	joined.Components = append(joined.Components, *withRoles(c))
	found := style.Check(&joined, nil, n.settings, today).Findings
	return slices.DeleteFunc(found, func(f style.Finding) bool { return f.Component != c.Component })
}

// withRoles gives props of a closed set the role that they have where nobody says
// otherwise.
func withRoles(c *contract.Contract) *contract.Contract {
	made := copied(c)
	for _, p := range made.Props {
		if values, _ := choices(p); p.Role == "" && len(values) > 1 && p.Name != c.Root.ChosenBy {
			p.Role = contract.RoleVariant
		}
	}
	return made
}

// synonyms are names that mean the same in many libraries. The house style's own
// vocabulary goes before it.
var synonyms = [][]string{
	{"tone", "variant", "kind", "type", "color", "colour", "emphasis", "severity", "intent", "appearance"},
	{"size", "scale", "density"},
	{"open", "visible", "shown", "expanded", "isOpen"},
	{"disabled", "isDisabled", "inactive"},
	{"busy", "loading", "pending", "isLoading"},
	{"label", "title", "caption", "heading", "text"},
	{"chosen", "selected", "active", "current", "value"},
	{"align", "alignment", "justify", "placement", "side", "position"},
	{"icon", "iconName", "glyph", "symbol"},
	{"items", "rows", "options", "entries", "data", "list"},
}

// Offers are the names, values and defaults that the library uses elsewhere for what the
// props of a contract mean: those that differ from the contract come first.
func (n *Neighbours) Offers(c *contract.Contract) []Offer {
	var out []Offer
	differs := map[string]bool{}
	for _, p := range c.Props {
		if !own(p.Origin) {
			continue
		}
		for _, name := range n.likely(p.Name) {
			o, differing := n.offer(c.Component, p, name)
			if o == nil || !differing && o.Components < enoughToSay {
				continue
			}
			out = append(out, *o)
			differs[o.Member+"\n"+o.Name] = differing
			break
		}
	}
	slices.SortStableFunc(out, func(a, b Offer) int {
		x, y := differs[a.Member+"\n"+a.Name], differs[b.Member+"\n"+b.Name]
		if x != y {
			return map[bool]int{true: -1, false: 1}[x]
		}
		return b.Components - a.Components
	})
	return out
}

// enoughToSay is how many components must agree with a draft for that to be told.
const enoughToSay = 3

// likely lists the names under which the library may hold what a name means: the one the
// house style wants, then the name itself and its synonyms by how many use them.
func (n *Neighbours) likely(name string) []string {
	all := []string{name}
	for _, group := range synonyms {
		if slices.Contains(group, name) {
			all = append(all, group...)
		}
	}
	slices.SortStableFunc(all, func(a, b string) int { return len(n.by[b]) - len(n.by[a]) })
	if wanted := n.named[name]; wanted != "" {
		all = append([]string{wanted}, all...)
	}
	return all
}

// offer says how the library uses a name; nil where no other component has it, or all
// that can be said is what the draft says already of a name that one other has.
func (n *Neighbours) offer(component string, p *contract.Prop, name string) (o *Offer, differing bool) {
	sets, defaults, written := map[string]int{}, map[string]int{}, map[string]types.Type{}
	o = &Offer{Member: p.Name, Name: name, Values: []string{}}
	for _, u := range n.by[name] {
		if u.component == component {
			continue
		}
		o.Components++
		if u.prop.Type.Known() {
			key := types.Key(u.prop.Type.T)
			if sets[key]++; written[key] == nil {
				written[key] = u.prop.Type.T // as it is written first, for the order of its values
			}
		}
		if u.prop.Default.Kind == contract.DefaultValue {
			defaults[jsonText(u.prop.Default.Value)]++
		}
	}
	if o.Components == 0 {
		return nil, false
	}
	most := mostOf(sets)
	if most != "" {
		if values, _, ok := types.Values(written[most]); ok {
			for _, v := range values {
				o.Values = append(o.Values, v.Text())
			}
		}
	}
	if o.Default = mostOf(defaults); 2*defaults[o.Default] <= o.Components {
		o.Default = "" // too few agree for it to say anything
	}
	differing = name != p.Name || p.Type.Known() && most != "" && types.Key(p.Type.T) != most
	o.What = fmt.Sprintf("%s %s this %s", plural(o.Components, "component"), verb(o.Components, "calls", "call"), name)
	if len(o.Values) > 0 {
		o.What += ": " + strings.Join(o.Values, ", ")
	}
	if o.Default != "" {
		o.What += fmt.Sprintf(" (%s if nothing is given)", o.Default)
	}
	return o, differing
}

func verb(n int, one, many string) string {
	if n == 1 {
		return one
	}
	return many
}

// mostOf gives the key that counts most, the first by name among equals.
func mostOf(counts map[string]int) string {
	best := ""
	for _, k := range sortedNames(counts) {
		if cmp.Compare(counts[k], counts[best]) > 0 {
			best = k
		}
	}
	return best
}
