// This file says whether a site gives a combination of members and values.

package match

import (
	"slices"
	"strings"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/site"
	"steadysocket/core/types"
)

// Combination says whether a site gives all of a combination. A value of true stands for
// "is given" where the member is no flag.
func (g *Given) Combination(c *contract.Contract, when map[string]any) Presence {
	all := Present
	for name, want := range when {
		spelled := SpelledIn(c, name)
		p, _ := g.Is(spelled)
		if p == Absent {
			return Absent
		}
		if want == true && !isFlag(c.Prop(name)) {
			all = min(all, p)
			continue
		}
		x, sure := g.Value(spelled)
		wanted := (site.Value{V: want}).String()
		switch {
		case x.Literal != nil && x.Literal.String() != wanted:
			if sure {
				return Absent
			}
			all = Perhaps
		case x.Literal != nil && sure:
		case x.Literal == nil && sure && x.All && !slices.ContainsFunc(x.MayBe, func(v site.Value) bool { return v.String() == wanted }):
			return Absent
		default:
			all = Perhaps
		}
	}
	return all
}

func isFlag(p *contract.Prop) bool {
	return p != nil && p.Type.Known() && types.Assignable(types.True, p.Type.T).Answer == types.Yes
}

// InMode says whether a site is a use in the mode that is chosen so, with the members by
// which it is.
func (g *Given) InMode(c *contract.Contract, when map[string]any) (Presence, string) {
	sure := Present
	var list []string
	for name, v := range when {
		spelled := SpelledIn(c, name)
		list = append(list, spelled)
		p, _ := g.Is(spelled)
		if p == Absent {
			if prop := c.Prop(name); prop != nil && prop.Default.Kind == contract.DefaultValue {
				if !slices.Contains(change.Chosen(v), site.Value{V: prop.Default.Value}.String()) {
					return Absent, ""
				}
				continue
			}
			if !slices.Contains(change.Chosen(v), "null") {
				return Absent, ""
			}
			continue
		}
		x, known := g.Value(spelled)
		switch {
		case !known || x.Literal == nil && !x.All:
			sure = Perhaps
		case x.Literal != nil:
			if !slices.Contains(change.Chosen(v), x.Literal.String()) {
				return Absent, ""
			}
		default:
			in := 0
			for _, may := range x.MayBe {
				if slices.Contains(change.Chosen(v), may.String()) {
					in++
				}
			}
			if in == 0 {
				return Absent, ""
			}
			if in < len(x.MayBe) {
				sure = Perhaps
			}
		}
	}
	slices.Sort(list)
	return sure, strings.Join(list, ", ")
}
