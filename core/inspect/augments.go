// This file holds findings against what the app adds to the declarations of packages.

package inspect

import (
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/site"
)

// byAugment are the kinds that an added declaration may take the ground from: which names
// and which values there are.
var byAugment = map[Kind]bool{MemberUnknown: true, AttributeStray: true, EventUnknown: true, SlotUnknown: true,
	ValueUnknown: true, ValueMismatch: true, TextForValue: true}

// frameworkPackages are the packages whose declarations hold for all components.
var frameworkPackages = map[string]bool{"": true, "react": true, "preact": true, "vue": true, "@vue/runtime-core": true, "@vue/runtime-dom": true}

// declares reports whether the app itself declares a name in a package.
func (a *app) declares(l *contract.Listing, name string) bool {
	return slices.ContainsFunc(a.scan.Augments, func(x site.Augment) bool { return x.Package == l.Package.Name && x.Name == name })
}

// augmented reports whether a finding stays in the light of what the app declares: a name
// or a value that an added interface lists is there. Where such an interface is the
// component's and has more than is listed, the finding is unsure.
func (a *at) augmented(f *Finding, t told) bool {
	if !byAugment[f.Kind] || len(a.scan.Augments) == 0 {
		return true
	}
	given := []string{f.Member, strings.Trim(t.detail, `"`)}
	for _, x := range a.scan.Augments {
		if x.Package != a.listing.Package.Name && !frameworkPackages[x.Package] {
			continue
		}
		if slices.ContainsFunc(given, func(name string) bool {
			return name != "" && (slices.Contains(x.Keys, name) || slices.Contains(x.Keys, names.Camel(name)))
		}) {
			return false
		}
		component, _, _ := strings.Cut(a.contract.Component, ".")
		if x.Open && strings.HasPrefix(x.Name, component) && f.Sure != Unsure {
			f.Sure = Unsure
			f.Why += fmt.Sprintf("; %s:%d adds to %s of %s, and all that it adds could not be read", x.At.File, x.At.Line, x.Name, a.listing.Package.Name)
		}
	}
	return true
}
