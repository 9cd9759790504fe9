// This file sorts what a component takes by what it controls.

package design

import (
	"slices"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// Control is what a member controls.
type Control string

// What members control.
const (
	ControlData      Control = "data"
	ControlRendered  Control = "what is rendered"
	ControlLook      Control = "look"
	ControlBehaviour Control = "behaviour and state"
	ControlHandlers  Control = "handlers"
	ControlNative    Control = "pass-through"
)

// Group is the members that control one thing.
type Group struct {
	Control Control   `json:"control"`
	Members []Grouped `json:"members"`
	// Over says that there are more than a reader keeps in mind; Remedy then says what
	// fits, and Because why.
	Over    bool   `json:"over"`
	Limit   int    `json:"limit"`
	Remedy  string `json:"remedy,omitempty"`
	Because string `json:"because,omitempty"`
}

// Grouped is a member of a group, and what put it there.
type Grouped struct {
	Kind   contract.MemberKind `json:"kind"`
	Name   string              `json:"name"`
	Reason string              `json:"reason"`
}

// controls is the table of groups in the order they are shown: how many members each
// may hold before it is hard to keep in mind, and what takes some away.
var controls = []struct {
	control Control
	limit   int
	remedy  string
	because string
}{
	{ControlData, 6, "hand in one record with these fields, or split the component", "a use that lists seven values repeats what one record says once"},
	{ControlRendered, 4, "let the app fill a slot, or give parts that it arranges", "flags for regions grow by one for each region and each order of them"},
	{ControlLook, 4, "fold flags into one closed set for each axis, or read design tokens", "each further axis multiplies the looks that somebody must draw and test"},
	{ControlBehaviour, 5, "let the app hold the value, or amend state changes by a function", "behaviour by flags cannot answer the next wish without another flag"},
	{ControlHandlers, 6, "report fewer, larger happenings with a payload that tells them apart", "who listens to seven events rebuilds the component's state outside"},
	{ControlNative, 8, "forward undeclared attributes to one element and list none", "attributes that are listed one by one are never complete"},
}

// sorting is the table of what puts a prop into a group; the first row that fits
// decides.
var sorting = []struct {
	control Control
	fits    func(c *contract.Contract, p *contract.Prop) bool
	reason  string
}{
	{ControlNative, func(_ *contract.Contract, p *contract.Prop) bool { return p.Origin == "dom" }, "an attribute of the native element"},
	{ControlRendered, func(c *contract.Contract, p *contract.Prop) bool { return c.Root.ChosenBy == p.Name }, "it chooses the element"},
	{ControlBehaviour, func(c *contract.Contract, p *contract.Prop) bool { return holds(c, p.Name) }, "it is held as state"},
	{ControlLook, func(_ *contract.Contract, p *contract.Prop) bool { return p.Role == contract.RoleVariant }, "a closed set that selects an appearance"},
	{ControlData, func(_ *contract.Contract, p *contract.Prop) bool { return p.Role == contract.RoleData }, "declared as data"},
	{ControlRendered, func(_ *contract.Contract, p *contract.Prop) bool { return p.Role == contract.RoleContent }, "it decides what appears"},
	{ControlBehaviour, func(_ *contract.Contract, p *contract.Prop) bool {
		return p.Role == contract.RoleState || p.Role == contract.RoleBehaviour
	}, "declared as state or behaviour"},
	{ControlBehaviour, func(_ *contract.Contract, p *contract.Prop) bool { return isFunction(p.Type) }, "a function that decides"},
	{ControlLook, func(_ *contract.Contract, p *contract.Prop) bool {
		return hasWord(p.Name, lookWords) || isStyle(p.Type)
	}, "its name or type speaks of looks"},
	{ControlLook, func(_ *contract.Contract, p *contract.Prop) bool { values, _ := choices(p); return values != nil }, "one of a set of values"},
	{ControlRendered, func(_ *contract.Contract, p *contract.Prop) bool { return isFlag(p) && hasWord(p.Name, regionWords) }, "a flag for a region"},
	{ControlBehaviour, func(_ *contract.Contract, p *contract.Prop) bool { return isFlag(p) && hasWord(p.Name, stateWords) }, "a flag for a state"},
	{ControlLook, func(_ *contract.Contract, p *contract.Prop) bool { return isFlag(p) && hasWord(p.Name, toneWords) }, "a flag for an appearance"},
	{ControlRendered, func(_ *contract.Contract, p *contract.Prop) bool { return isFlag(p) && p.Required != contract.Yes }, "a flag that may be left out"},
	{ControlData, func(*contract.Contract, *contract.Prop) bool { return true }, "a value that the app hands in"},
}

// Words in names that tell what a prop controls.
var (
	lookWords   = []string{"class", "style", "color", "colour", "size", "width", "height", "align", "padding", "margin", "gap", "elevation", "radius", "weight", "ink", "density"}
	regionWords = []string{"show", "hide", "with", "without", "has", "no", "render", "visible"}
	stateWords  = []string{"disabled", "loading", "busy", "open", "opened", "checked", "selected", "active", "expanded", "collapsed", "readonly", "read", "invalid", "pressed", "auto", "focus", "persist", "modal", "required", "dismissible", "closable", "interactive", "live"}
	toneWords   = []string{"primary", "secondary", "danger", "warning", "info", "success", "urgent", "quiet", "calm", "small", "large", "compact", "wide", "dense", "outlined", "ghost", "inverted", "bold", "thin", "rounded", "block", "full", "vertical", "horizontal", "rtl"}
)

// words makes a set of words.
func words(list ...string) map[string]bool {
	set := map[string]bool{}
	for _, w := range list {
		set[w] = true
	}
	return set
}

// holds reports whether a prop is part of a two-way value.
func holds(c *contract.Contract, name string) bool {
	return slices.ContainsFunc(c.TwoWay, func(t contract.TwoWay) bool { return t.Value == name || t.Initial == name })
}

func isFunction(t contract.Type) bool {
	if !t.Known() {
		return false
	}
	_, ok := types.Without(t.T, types.Undefined, types.Null).(*types.Func)
	return ok
}

func isStyle(t contract.Type) bool {
	if !t.Known() {
		return false
	}
	n, ok := types.Without(t.T, types.Undefined).(*types.Named)
	return ok && n.Own() && n.Name == "Style"
}

// Groups sorts the members of a contract by what they control. Groups without
// members are left out.
func Groups(c *contract.Contract) []Group {
	by := map[Control][]Grouped{}
	put := func(to Control, kind contract.MemberKind, name, reason string) {
		by[to] = append(by[to], Grouped{kind, name, reason})
	}
	for _, p := range c.Props {
		for _, row := range sorting {
			if row.fits(c, p) {
				put(row.control, contract.MemberProp, p.Name, row.reason)
				break
			}
		}
	}
	for _, s := range c.Slots {
		put(ControlRendered, contract.MemberSlot, s.Name, "the app fills it")
	}
	for _, p := range c.Parts {
		put(ControlRendered, contract.MemberPart, p.Name, "the app arranges it")
	}
	for _, e := range c.Events {
		if e.Origin == "dom" {
			put(ControlNative, contract.MemberEvent, e.Name, "an event of the native element")
			continue
		}
		put(ControlHandlers, contract.MemberEvent, e.Name, "the app listens")
	}
	var out []Group
	for _, row := range controls {
		members := by[row.control]
		if len(members) == 0 {
			continue
		}
		g := Group{Control: row.control, Members: members, Limit: row.limit, Over: len(members) > row.limit}
		if g.Over {
			g.Remedy, g.Because = row.remedy, row.because
		}
		out = append(out, g)
	}
	return out
}
