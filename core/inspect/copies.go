// This file finds declarations of an app that are a library component's source carried
// over by hand.

package inspect

import (
	"fmt"
	"maps"
	"slices"
	"sort"
	"strings"

	"github.com/Masterminds/semver/v3"

	"steadysocket/core/contract"
	"steadysocket/core/marks"
	"steadysocket/core/place"
)

// Copy is a declaration of an app that shares most of its fingerprint with a component's
// source. Version is the release that it is most alike, the oldest of equals; Alike are the
// others of these. Kept is the
// part of that release's marks which the copy still has, Own the part of the copy's marks
// which the release does not have, both from 0 to 1. Gained are the members that the
// newest release has and that one had not.
type Copy struct {
	Package   string      `json:"package"`
	Component string      `json:"component"`
	Name      string      `json:"name"`
	Version   string      `json:"version"`
	Alike     []string    `json:"alike"`
	Kept      float64     `json:"kept"`
	Own       float64     `json:"own"`
	Newest    string      `json:"newest"`
	Gained    []string    `json:"gained"`
	Lost      []string    `json:"lost"`
	At        place.Place `json:"at"`
}

// Bounds on what counts as a copy: fewer shared marks may be chance, and what keeps less
// has become something of its own.
const (
	leastShared = 8
	leastKept   = 0.5
)

// original is the source of one component in one release.
type original struct {
	contract *contract.Contract
	listing  *contract.Listing
	marks    []uint32
}

// copies joins the marks of the app with those of the releases. Its cost grows with the
// marks of both together, not with their product: only originals that share a mark with a
// declaration are held against it.
func copies(a *app) {
	for i := range a.libraries {
		lib := &a.libraries[i]
		var originals []original
		by := map[uint32][]int{}
		for _, l := range lib.releases() {
			for n := range l.Components {
				c := &l.Components[n]
				if m := marks.Decode(c.Marks); len(m) >= leastShared {
					for _, x := range m {
						by[x] = append(by[x], len(originals))
					}
					originals = append(originals, original{c, l, m})
				}
			}
		}
		if len(originals) == 0 {
			continue
		}
		for _, m := range a.scan.Marks {
			own := marks.Decode(m.Marks)
			shared := map[int]int{}
			for _, x := range own {
				for _, o := range by[x] {
					shared[o]++
				}
			}
			best, likeness, alike := -1, 0.0, []string{}
			for _, o := range slices.Sorted(maps.Keys(shared)) {
				n := shared[o]
				// How alike both are as a whole, so that of several releases the nearest is found.
				like := float64(n) / float64(len(originals[o].marks)+len(own)-n)
				kept := float64(n) / float64(len(originals[o].marks))
				switch {
				case n < leastShared || kept < leastKept || like < likeness:
				case like > likeness:
					best, likeness, alike = o, like, []string{}
				case originals[o].contract.Component == originals[best].contract.Component:
					alike = append(alike, originals[o].listing.Package.Version)
				}
			}
			if best >= 0 {
				a.copied(lib, originals[best], alike, m.Of, m.At, len(own), shared[best])
			}
		}
	}
	sort.SliceStable(a.layers.Copies, func(i, j int) bool { return a.layers.Copies[i].At.Less(a.layers.Copies[j].At) })
}

// releases lists all releases of a library that are known, oldest first.
func (l *Library) releases() []*contract.Listing {
	list := slices.Clone(l.Others)
	for _, one := range []*contract.Listing{l.Locked, l.Newest} {
		if one != nil && !slices.ContainsFunc(list, func(x *contract.Listing) bool { return x.Package.Version == one.Package.Version }) {
			list = append(list, one)
		}
	}
	sort.SliceStable(list, func(i, j int) bool {
		a, errA := semver.NewVersion(list[i].Package.Version)
		b, errB := semver.NewVersion(list[j].Package.Version)
		return errA == nil && errB == nil && a.LessThan(b)
	})
	return list
}

func (a *app) copied(lib *Library, o original, alike []string, name string, at place.Place, size, shared int) {
	c := Copy{Package: o.contract.Package, Component: o.contract.Component, Name: name, Version: o.listing.Package.Version, Alike: alike, Kept: ratio(shared, len(o.marks)), Own: ratio(size-shared, size), Gained: []string{}, Lost: []string{}, At: at}
	newest := lib.Newest
	if newest == nil {
		newest = lib.Locked
	}
	c.Newest = newest.Package.Version
	mend := "use " + c.Component + " of the library"
	if now := newest.Component(c.Component); now != nil {
		before, after := memberNames(o.contract), memberNames(now)
		for _, m := range after {
			if !slices.Contains(before, m) {
				c.Gained = append(c.Gained, m)
			}
		}
		for _, m := range before {
			if !slices.Contains(after, m) {
				c.Lost = append(c.Lost, m)
			}
		}
	} else {
		mend = "the library has no " + c.Component + " any more: keep it as the app's own, or ask what took its place"
	}
	a.layers.Copies = append(a.layers.Copies, c)
	version := c.Version
	if len(alike) > 0 {
		version += " (to " + alike[len(alike)-1] + " it is the same)"
	}
	why := fmt.Sprintf("%s is %s of %s carried over: %.0f %% of it is kept, %.0f %% of what stands there is the app's own", name, c.Component, version, 100*c.Kept, 100*c.Own)
	if len(c.Gained) > 0 {
		why += fmt.Sprintf("; since then the library gained %s", strings.Join(c.Gained, ", "))
	}
	sure := Likely
	if c.Kept >= 0.8 {
		sure = Sure
	}
	a.tell(told{kind: Copied, sure: sure, member: name, meant: c.Component, at: at, why: why, mend: mend, detail: name}, lib.Locked)
}

func ratio(n, of int) float64 {
	if of == 0 {
		return 0
	}
	return float64(n*1000/of) / 1000
}

// memberNames lists the members of a contract as they are spelled.
func memberNames(c *contract.Contract) []string {
	var list []string
	for _, m := range membersOf(c) {
		list = append(list, m.spelled)
	}
	slices.Sort(list)
	return slices.Compact(list)
}
