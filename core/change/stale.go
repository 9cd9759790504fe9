// This file tells of what a package's built files are older than its sources.

package change

import (
	"slices"

	"steadysocket/core/contract"
)

// staleness are the kinds of changes between built files and their sources that
// show that both were not made from one text. What only one side can show
// (defaults, what is drawn) tells nothing.
var staleness = map[Kind]bool{
	ComponentAdded: true, ComponentRemoved: true, ComponentRenamed: true, ComponentSplit: true, ComponentMerged: true,
	PropAdded: true, PropAddedRequired: true, PropAddedShadowing: true, PropAddedClashing: true, PropRemoved: true, PropRenamed: true, PropRequired: true, PropOptional: true,
	ValueAdded: true, ValueRemoved: true, ValueRenamed: true,
	SlotAdded: true, SlotAddedRequired: true, SlotRemoved: true, SlotRenamed: true,
	EventAdded: true, EventAddedShadowing: true, EventRemoved: true, EventRenamed: true,
	ExportAdded: true, ExportRemoved: true,
}

// Stale names the components and other exports of which built files say something
// else than the sources beside them. Of a component of which one side is not
// completely known, nothing is said.
func Stale(built, sources *contract.Listing) []string {
	var names []string
	partly := func(l *contract.Listing, name string) bool {
		c := l.Component(name)
		return c != nil && !c.Complete
	}
	for _, c := range Compare(built, sources, Options{}).Changes {
		switch {
		case !staleness[c.Kind]:
		case c.Member.Kind == "package":
			names = append(names, c.Detail.Names...)
		case !partly(built, c.Component) && !partly(sources, c.Component):
			names = append(names, c.Component)
		}
	}
	slices.Sort(names)
	return slices.Compact(names)
}

// stale tells of built files that became stale: of each component, and of the
// other exports.
func (c *comparison) stale(old, new *contract.Listing) {
	for _, name := range missingFrom(new.Package.Stale, old.Package.Stale) {
		f := found{kind: BuiltStale, why: name}
		if n := new.Component(name); n != nil {
			c.old, c.new = old.Component(name), n
			f.member = Member{Kind: "component", Name: name, Spelled: n.Export.Name}
		} else {
			f.member, f.detail, f.extra = Member{Kind: "package", Name: "package"}, name, Detail{Names: []string{name}}
		}
		c.add(f)
		c.old, c.new = nil, nil
	}
}
