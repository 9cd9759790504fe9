// This file tells types apart that have one name in both releases and another declaration.

package change

import (
	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// marked gives two contracts in which the names that are declared otherwise now are told
// apart: a name that stayed says nothing of a type that did not. Fingerprints of
// declarations and of sources are not compared with each other.
func (c *comparison) marked(o, n *contract.Contract) (old, new *contract.Contract) {
	before := map[string]string{}
	for _, name := range o.Names {
		before[name.Name] = name.Digest
	}
	moved := map[string]string{}
	for _, name := range n.Names {
		if was := before[name.Name]; was != "" && was != name.Digest && was[0] == name.Digest[0] {
			moved[name.Name] = name.Digest
		}
	}
	if len(moved) == 0 {
		return o, n
	}
	mark := func(t types.Type, prints map[string]string) types.Type {
		if !mentions(t, moved) {
			return t
		}
		return types.Rename(t, func(n *types.Named, args []types.Type) types.Type {
			bare := types.Named{Name: n.Name, From: n.From}
			made := &types.Named{Name: n.Name, From: n.From, Args: args}
			if moved[bare.String()] != "" {
				made.Mark = prints[bare.String()]
			}
			return made
		})
	}
	old = o.WithTypes(func(t types.Type) types.Type { return mark(t, before) })
	new = n.WithTypes(func(t types.Type) types.Type { return mark(t, moved) })
	return old, new
}

// mentions reports whether a type holds one of the names.
func mentions(t types.Type, names map[string]string) bool {
	found := false
	types.VisitNames(t, func(n *types.Named) {
		bare := types.Named{Name: n.Name, From: n.From}
		found = found || names[bare.String()] != ""
	})
	return found
}
