// This file tells members of one kind apart that come to one canonical name.

package reading

import (
	"steadysocket/core/contract"
	"steadysocket/core/names"
)

// member is what a prop, a slot and an event have in common.
type member struct {
	name    *string
	spelled string
}

// tellApart gives members their names as spelled, where several of one kind come to one
// name: value beside modelValue, label beside onLabel. The one that is spelled as the name
// keeps it. What refers to members follows.
func tellApart(c *contract.Contract) {
	var props, slots, events []member
	for _, p := range c.Props {
		props = append(props, member{&p.Name, p.Spelled.Or(p.Name)})
	}
	for _, x := range c.Slots {
		slots = append(slots, member{&x.Name, x.Spelled.Or(x.Name)})
	}
	for _, e := range c.Events {
		events = append(events, member{&e.Name, e.Spelled.Or(e.Name)})
	}
	twoWay := twoWayMembers(c)
	renamed := spellOut(props)
	spellOut(slots)
	if spellOut(events) || renamed {
		for i, w := range twoWay {
			if w.value != nil {
				c.TwoWay[i].Value = w.value.Name
			}
			if w.change != nil {
				c.TwoWay[i].Change = w.change.Name
			}
		}
	}
	if renamed && len(c.Axes) > 0 {
		c.Axes = nil
		takeAxes(c)
	}
}

// spellOut renames those of a list of which another has the name, and reports whether it
// did.
func spellOut(list []member) (renamed bool) {
	count := map[string]int{}
	for _, m := range list {
		count[*m.name]++
	}
	if len(count) == len(list) {
		return false
	}
	taken := map[string]bool{}
	for _, m := range list { // those that keep their names
		if count[*m.name] == 1 || names.Camel(m.spelled) == *m.name && !taken[*m.name] {
			taken[*m.name] = true
		}
	}
	kept := map[string]bool{}
	for _, m := range list {
		name := *m.name
		if count[name] == 1 || names.Camel(m.spelled) == name && !kept[name] {
			kept[name] = true
			continue
		}
		for _, spelled := range []string{names.Camel(m.spelled), m.spelled, m.spelled + "'"} {
			if !taken[spelled] {
				*m.name, taken[spelled] = spelled, true
				break
			}
		}
		renamed = renamed || *m.name != name
	}
	return renamed
}

// twoWayMember is what an entry of the two-way values refers to.
type twoWayMember struct {
	value  *contract.Prop
	change *contract.Event
}

// twoWayMembers finds what the two-way values refer to, before anything is renamed: of
// several props or events of one name, those that belong together by their spelling.
func twoWayMembers(c *contract.Contract) []twoWayMember {
	list := make([]twoWayMember, len(c.TwoWay))
	for i, w := range c.TwoWay {
		for _, p := range c.Props {
			if p.Name != w.Value {
				continue
			}
			for _, e := range c.Events {
				if e.Name == w.Change && (list[i].value == nil || belongs(e, p) > belongs(list[i].change, list[i].value)) {
					list[i] = twoWayMember{p, e}
				}
			}
			if list[i].value == nil && w.Change == "" {
				list[i].value = p
			}
		}
	}
	return list
}

// belongs tells how surely an event's spelling says that it reports changes of a prop; 0
// where it does not.
func belongs(e *contract.Event, p *contract.Prop) int {
	if e == nil || p == nil {
		return 0
	}
	value := p.Spelled.Or(p.Name)
	switch e.Spelled.Or(e.Name) {
	case "update:" + value, "onUpdate:" + value:
		return 2
	case value + "Change", "on" + names.UpperFirst(value) + "Change":
		return 1
	}
	return 0
}
