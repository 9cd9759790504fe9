// This file holds source against what a draft intends.

package design

import (
	"slices"

	"steadysocket/core/change"
	"steadysocket/core/contract"
)

// Hold compares the contract that a draft intends with what was read from source: the
// changes lead from what is intended to what is there. What only a reading knows, and what
// the draft leaves open, is no change.
func Hold(intended, read *contract.Contract) *change.Changes {
	want := copied(As(intended, read.Framework))
	want.Library, want.Package, want.Framework, want.Export, want.Complete, want.Bases = read.Library, read.Package, read.Framework, read.Export, read.Complete, read.Bases
	want.Stage, want.Owner = read.Stage, read.Owner
	if !want.Root.Known {
		want.Root = read.Root
	}
	if want.Handle == nil {
		want.Handle = read.Handle
	}
	want.Inside, want.Parts = read.Inside, partsAsRead(want.Parts, read.Parts)
	want.Hashes()
	listed := func(c *contract.Contract, version string) *contract.Listing {
		return &contract.Listing{Reader: "", Package: contract.PackageInfo{Name: read.Package, Version: version, Framework: read.Framework}, Components: []contract.Contract{*c}}
	}
	return change.Compare(listed(want, "0.0.0"), listed(read, "0.0.0"), change.Options{})
}

// partsAsRead gives parts the spelling and component that reading found for them.
func partsAsRead(want, read []contract.Part) []contract.Part {
	out := slices.Clone(want)
	for i := range out {
		for _, r := range read {
			if r.Name == out[i].Name {
				out[i].Spelled, out[i].Origin = r.Spelled, r.Origin
				if out[i].Component == "" {
					out[i].Component = r.Component
				}
			}
		}
	}
	return out
}
