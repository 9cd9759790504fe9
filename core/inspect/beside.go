// This file finds what components need beside them and the app lacks.

package inspect

import (
	"fmt"
	"maps"
	"path"
	"slices"
	"strings"

	"github.com/Masterminds/semver/v3"

	"steadysocket/core/contract"
	"steadysocket/core/match"
	"steadysocket/core/place"
	"steadysocket/core/site"
)

// beside looks at the peers of each package, at copies of packages that must be there
// once, and at what components import and nothing brings.
func beside(a *app) {
	held := map[string]site.PackageUse{}
	for _, p := range a.scan.Beside {
		held[p.Name] = p
	}
	at := place.Place{File: "package.json", Line: 1, Column: 1}
	for i := range a.libraries {
		l := a.libraries[i].Locked
		for _, name := range slices.Sorted(maps.Keys(l.Package.Peers)) {
			need := l.Package.Peers[name]
			p, there := held[name]
			switch {
			case !there && slices.Contains(l.Package.OptionalPeers, name):
			case !there:
				a.tell(told{kind: PeerMissing, member: name, at: at, why: fmt.Sprintf("%s needs %s %s beside it, and the app does not depend on it", l.Package.Name, name, need), mend: "add " + name + " to the app", detail: name}, l)
			case !satisfied(p, need):
				a.tell(told{kind: PeerOld, member: name, at: at, why: fmt.Sprintf("%s needs %s %s, and the app has %s", l.Package.Name, name, need, versionsOf(p)), mend: "bring " + name + " to a version that fits", detail: name}, l)
			}
			if len(p.Locked) > 1 {
				a.tell(told{kind: PackageTwice, member: name, at: at, sure: Likely, why: fmt.Sprintf("%s is there in several versions (%s): what one of them provides the other does not see", name, strings.Join(p.Locked, ", ")), mend: "bring them to one version", detail: name}, l)
			}
		}
		for _, p := range a.scan.Packages {
			if p.Name == l.Package.Name && len(p.Locked) > 1 {
				a.tell(told{kind: PackageTwice, member: p.Name, at: at, sure: Likely, why: fmt.Sprintf("%s is there in several versions (%s): a provider of the one is not seen by components of the other", p.Name, strings.Join(p.Locked, ", ")), mend: "bring them to one version", detail: p.Name}, l)
			}
		}
		a.assumed(l, held, at)
		a.unscanned(l, at)
	}
}

// assumed finds packages that the components which the app uses import, and that neither
// their library brings nor the app depends on.
func (a *app) assumed(l *contract.Listing, held map[string]site.PackageUse, at place.Place) {
	used := map[string]bool{}
	for i := range a.scan.Sites {
		s := &a.scan.Sites[i]
		if c := a.index[s.Package].Find(s.Module, s.Component); c != nil && s.Package == l.Package.Name {
			used[c.Component] = true
		}
	}
	for _, needs := range l.Package.Assumes {
		if _, there := held[needs.Package]; there {
			continue
		}
		var by []string
		for _, component := range needs.By {
			if used[component] {
				by = append(by, component)
			}
		}
		if len(by) > 0 {
			a.tell(told{kind: PackageAssumed, member: needs.Package, at: at, sure: Likely, why: fmt.Sprintf("%s imports %s for %s, and neither brings it nor asks for it; the app does not depend on it", l.Package.Name, needs.Package, listed(by)),
				mend: "add " + needs.Package + " to the app", detail: needs.Package}, l)
		}
	}
}

// satisfied reports whether the versions that an app holds fit a range; what cannot be
// told fits.
func satisfied(p site.PackageUse, need string) bool {
	want, err := semver.NewConstraint(need)
	if err != nil {
		return true
	}
	for _, v := range p.Locked {
		if version, err := semver.NewVersion(v); err == nil && !want.Check(version) && version.Prerelease() == "" {
			return false
		}
	}
	return true
}

func versionsOf(p site.PackageUse) string {
	if len(p.Locked) > 0 {
		return strings.Join(p.Locked, ", ")
	}
	return p.Range
}

// unscanned finds libraries whose styles a tool of the app makes only from the files that
// it scans, and does not scan there.
func (a *app) unscanned(l *contract.Listing, at place.Place) {
	for _, s := range a.scan.StyleScans {
		if _, needed := l.Package.Peers[s.Tool]; !needed {
			continue
		}
		found := slices.ContainsFunc(s.Globs, func(g string) bool { return strings.Contains(g, l.Package.Name) })
		if !found && len(s.Globs) > 0 {
			a.tell(told{kind: ScanMissing, member: s.Tool, at: s.At, sure: Likely, why: fmt.Sprintf("%s makes styles only for the files that it scans, and those of %s are not among them: %s", s.Tool, l.Package.Name, listed(s.Globs)),
				mend: "add " + path.Join("node_modules", l.Package.Name) + " to what is scanned", detail: s.Tool}, l)
		}
	}
}

// providers finds components that stand below nothing that provides what they need.
func providers(a *at) {
	if a.site.Form != site.Element && a.site.Form != site.Call {
		return
	}
	n := a.tree.nodes[nodeKey(a.site.At)]
	if n == nil || len(a.belongsTo()) > 0 {
		return // a part is told of as one
	}
	for _, need := range a.contract.Context.Needs {
		if need.Optional || need.From != "" && need.From != a.site.Package {
			continue
		}
		is := func(c *contract.Contract) bool {
			return c.Package == a.contract.Package && (c.Component == need.Name || c.Component == need.Name+"Provider" || c.Component == need.Name+".Provider" ||
				slices.ContainsFunc(c.Context.Provides, func(p contract.Carried) bool { return p.Name == need.Name }))
		}
		if !slices.ContainsFunc(a.listing.Components, func(c contract.Contract) bool { return is(&c) }) {
			continue // who provides it was not read
		}
		p, by := a.tree.within(n, a.site.Owner(), is, map[string]bool{})
		if p != match.Absent {
			continue
		}
		t := told{kind: ProviderMissing, member: need.Name, sure: Likely, why: fmt.Sprintf("%s needs %s above it, and nothing here stands in one", a.contract.Component, need.Name), mend: "put " + need.Name + " around it", detail: need.Name}
		if by != nil {
			t.why += fmt.Sprintf(" where %s:%d uses what it stands in", by.at.File, by.at.Line)
		}
		a.say(t)
	}
}
