// This file settles what is in dispute by uses: where our contract and the list
// of members that the compiler gives differ, small uses are compiled that only
// one of the two lets through. A list is made for one choice of type arguments;
// a use is what an app writes.

package main

import (
	"context"
	_ "embed"
	"fmt"
	"maps"
	"slices"
	"strings"

	"steadysocket/core/contract"
)

//go:embed uses.cjs
var usesScript string

// use is one use that is compiled.
type use struct {
	Module     string `json:"module"`
	Tag        string `json:"tag"`
	Attributes string `json:"attributes"`
}

// trial is the uses that settle one difference. Ours is right where those of
// accepted are let through and those of refused are not.
type trial struct {
	differ int
	bases  []trialBase
}

// trialBase is a trial from one set of other members that must be given: of some
// that exclude each other, one or the other.
type trialBase struct{ accepted, refused []int }

// maxUses bounds the uses that are compiled for one library.
const maxUses = 20000

// settle compiles uses for the differences that uses can settle, and counts
// those in which we are right as agreed.
func (out *comparison) settle(typescript, folder string, modules map[string]string) error {
	var uses []use
	var trials []trial
	given := func(name string) string { return fmt.Sprintf("{...{ %q: null as any }}", name) }
	for i, d := range out.Differ {
		t := trial{differ: i}
		for _, needed := range bases(d, given) {
			var base trialBase
			add := func(list *[]int, attributes ...string) {
				*list = append(*list, len(uses))
				uses = append(uses, use{d.of.Export.Module, reached(d.of), strings.Join(attributes, " ")})
			}
			with := func(attribute string) []string { return append(slices.Clip(needed), attribute) }
			switch {
			case d.Kind == wrongRequired && d.Ours == contract.Yes.String():
				add(&base.accepted, with(given(d.Member))...)
				add(&base.refused, needed...)
			case d.Kind == wrongRequired && d.Ours == contract.No.String():
				add(&base.accepted, needed...)
			case d.Kind == wrongValues && len(d.values) > 0 && len(d.values) <= 200:
				for _, v := range d.values {
					add(&base.accepted, with(fmt.Sprintf("{...{ %q: %s as const }}", d.Member, v))...)
				}
				add(&base.refused, with(fmt.Sprintf("{...{ %q: 'none of them' as const }}", d.Member))...)
			case d.Kind == invented:
				// What the compiler lets an app give is not invented, though it may come
				// under a signature that takes any name.
				add(&base.accepted, with(fmt.Sprintf("%s={null as any}", d.Member))...)
			default:
				continue
			}
			t.bases = append(t.bases, base)
		}
		if len(t.bases) > 0 {
			trials = append(trials, t)
		}
	}
	if len(uses) == 0 || len(uses) > maxUses {
		return nil
	}
	fine, err := compiled(typescript, folder, modules, uses)
	if err != nil {
		return err
	}
	settled := map[int]bool{}
	for _, t := range trials {
		right := slices.ContainsFunc(t.bases, func(b trialBase) bool {
			return !slices.ContainsFunc(b.accepted, func(i int) bool { return !fine[i] }) && !slices.ContainsFunc(b.refused, func(i int) bool { return fine[i] })
		})
		if right {
			d := out.Differ[t.differ]
			settled[t.differ] = true
			out.Counts[d.Kind]--
			if d.Kind != invented {
				out.Counts[agreed]++
			}
			out.Settled++
		}
	}
	kept := out.Differ[:0:0]
	for i, d := range out.Differ {
		if !settled[i] {
			kept = append(kept, d)
		}
	}
	out.Differ = kept
	return nil
}

// bases gives the sets of other members that a use must give: those that are
// required, and with them one of each that exclude each other.
func bases(d difference, given func(string) string) [][]string {
	var needed []string
	for name, m := range members(d.of) {
		if m.required == contract.Yes && name != d.Member {
			needed = append(needed, given(name))
		}
	}
	slices.Sort(needed)
	list := [][]string{needed}
	for _, x := range d.of.Exclusions {
		for _, name := range slices.Sorted(maps.Keys(x.When)) {
			if p := d.of.Prop(name); p != nil {
				list = append(list, append(slices.Clip(needed), given(p.Spelled.Or(name))))
			}
		}
	}
	return list
}

// compiled says of each use whether the compiler lets it through. What is handed to a
// script is bounded, so it takes them in portions.
func compiled(typescript, folder string, modules map[string]string, uses []use) (fine []bool, err error) {
	for portion := range slices.Chunk(uses, 700) {
		var some []bool
		if err := script(context.Background(), aroundScript+usesScript, typescript, folder, &some, modules, portion); err != nil {
			return nil, err
		}
		fine = append(fine, some...)
	}
	return fine, nil
}
