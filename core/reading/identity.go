// This file makes one component of what several modules of a package export under one
// name, where it is one, and gives different ones names of their own.

package reading

import (
	"path"
	"slices"
	"strconv"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/place"
)

// identify looks at the components of the same name. The first of them, that of the main
// module where there is one, keeps the name. Another that is the same component becomes a
// further path to it; one that is not is named by its module, or its class.
func (r *reader) identify() {
	l := r.listing
	by := map[string][]int{}
	for i := range l.Components {
		by[l.Components[i].Component] = append(by[l.Components[i].Component], i)
	}
	if len(by) == len(l.Components) {
		return
	}
	gone := map[int]bool{}
	renamed := map[contract.OtherPath]string{} // by module and former name
	bundles := r.bundles()
	for _, list := range by {
		if len(list) < 2 {
			continue
		}
		// The order of names is the order in which modules are listed: the main one comes first.
		var different []int
	next:
		for _, i := range list {
			c := &l.Components[i]
			for _, j := range different {
				if first := &l.Components[j]; sameComponent(first, c, bundles) {
					join(first, c)
					gone[i] = true
					continue next
				}
			}
			different = append(different, i)
		}
		for _, i := range different[1:] {
			c := &l.Components[i]
			name := r.nameApart(c, func(name string) bool { return by[name] != nil })
			renamed[contract.OtherPath{Module: c.Export.Module, Name: c.Component}] = name
			by[name] = []int{i}
			c.Component = name
		}
	}
	at := 0
	l.Components = slices.DeleteFunc(l.Components, func(contract.Contract) bool { at++; return gone[at-1] })
	if len(renamed) == 0 {
		return
	}
	for i := range l.Components {
		c := &l.Components[i]
		if name := renamed[contract.OtherPath{Module: c.Export.Module, Name: c.Export.Of}]; name != "" {
			c.Export.Of = name
		}
		for j := range c.Parts {
			if name := renamed[contract.OtherPath{Module: c.Export.Module, Name: c.Parts[j].Component}]; name != "" {
				c.Parts[j].Component = name
			}
		}
	}
}

// bundleShare is how much of what a module exports the main one must export too, for the
// module to be the same code built in another way.
const bundleShare = 0.8

// bundles names the modules that hold the library once more: built for another module
// system, or as one file.
func (r *reader) bundles() map[string]bool {
	main := map[string]bool{}
	all := map[string][]string{}
	for i := range r.listing.Components {
		c := &r.listing.Components[i]
		for _, p := range c.Paths() {
			if p.Module == "." {
				main[p.Name] = true
			} else {
				all[p.Module] = append(all[p.Module], p.Name)
			}
		}
	}
	found := map[string]bool{}
	for module, list := range all {
		shared := 0
		for _, name := range list {
			if main[name] {
				shared++
			}
		}
		found[module] = place.InOutput(module) && float64(shared) >= bundleShare*float64(len(list))
	}
	return found
}

// sameComponent reports whether two contracts of one name are one component: declared at
// one place, by the same source built in two ways, or with the same interface.
func sameComponent(a, b *contract.Contract, bundles map[string]bool) bool {
	switch {
	case a.Kind != b.Kind:
		return false
	case a.At != nil && b.At != nil && samePlace(*a.At, *b.At):
		return true
	case bundles[a.Export.Module] != bundles[b.Export.Module] && (a.Export.Module == "." || b.Export.Module == "."):
		return true
	case a.At != nil && b.At != nil && place.InOutput(a.At.File) && place.InOutput(b.At.File) && place.Unbuilt(a.At.File) == place.Unbuilt(b.At.File):
		return true
	}
	return face(a) == face(b)
}

func samePlace(a, b place.Place) bool {
	return a.File == b.File && a.Line == b.Line && a.Column == b.Column
}

// face is the interface of a component without how it is reached.
func face(c *contract.Contract) string {
	bare := *c
	bare.Export = contract.Export{}
	bare.Hashes()
	return bare.InterfaceHash
}

// join makes the paths of one contract further paths of another.
func join(to, c *contract.Contract) {
	known := to.Paths()
	for _, p := range c.Paths() {
		if c.Export.Kind == "member" && p == c.Paths()[0] {
			p.Name = c.Export.Of + "." + p.Name
		}
		if !slices.Contains(known, p) {
			known = append(known, p)
			to.Export.Also = append(to.Export.Also, p)
		}
	}
}

// nameApart gives a component another name than one that is taken: that of its export or
// class, else with its module in front.
func (r *reader) nameApart(c *contract.Contract, taken func(name string) bool) string {
	if name := c.Export.Name; names.IsComponent(name) && c.Export.Kind != "member" && !taken(name) {
		return name
	}
	module := strings.TrimSuffix(strings.TrimPrefix(c.Export.Module, "./"), path.Ext(c.Export.Module))
	name := module + "/" + c.Component
	for n := 2; taken(name); n++ {
		name = module + "/" + c.Component + strconv.Itoa(n)
	}
	return name
}
