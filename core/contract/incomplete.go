// This file says how much of a listing could not be read.

package contract

import (
	"maps"
	"slices"
)

// Incomplete says how many components of a listing could not be read whole, and whose
// types are missing.
type Incomplete struct {
	Components int      `json:"components"` // that are not whole
	Of         int      `json:"of"`
	Packages   []string `json:"packages"` // that were not there
}

// Incomplete gives what could not be read of l; nil where all of it was.
func (l *Listing) Incomplete() *Incomplete {
	out := &Incomplete{Of: len(l.Components), Packages: []string{}}
	packages := map[string]bool{}
	for i := range l.Components {
		c := &l.Components[i]
		if c.Complete {
			continue
		}
		out.Components++
		for _, b := range c.Bases {
			if b.From != "" {
				packages[b.From] = true
			}
		}
	}
	if out.Components == 0 {
		return nil
	}
	out.Packages = slices.AppendSeq(out.Packages, maps.Keys(packages))
	slices.Sort(out.Packages)
	return out
}
