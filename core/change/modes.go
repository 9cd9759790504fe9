// This file compares the modes of a component: which members go together.

package change

import (
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// modesOf gives the modes of a contract, those that its props tell of one by
// one among them.
func modesOf(c *contract.Contract) []contract.Mode {
	list := slices.Clone(c.Modes)
	for _, p := range c.Props {
		for _, per := range p.PerMode {
			member := contract.ModeMember{Name: p.Name, Type: per.Type, Required: per.Required}
			at := slices.IndexFunc(list, func(m contract.Mode) bool { return reflect.DeepEqual(m.When, per.When) })
			if at < 0 {
				list = append(list, contract.Mode{When: per.When, Members: []contract.ModeMember{member}})
				continue
			}
			list[at].Members = append(slices.Clone(list[at].Members), member)
		}
	}
	return list
}

// modeText names a mode by what chooses it.
func modeText(when map[string]any) string {
	var list []string
	for _, name := range slices.Sorted(maps.Keys(when)) {
		list = append(list, name+"="+jsonText(when[name]))
	}
	return strings.Join(list, " with ")
}

// Chosen gives the values by which a mode is chosen, as JSON; "null" stands for
// a member that is not given.
func Chosen(v any) []string {
	list, several := v.([]any)
	if !several {
		return []string{jsonText(v)}
	}
	var out []string
	for _, one := range list {
		out = append(out, jsonText(one))
	}
	return out
}

// meet gives the choices that two modes have in common; false where they have none.
func meet(a, b map[string]any) (map[string]any, bool) {
	both := maps.Clone(b)
	if both == nil {
		both = map[string]any{}
	}
	for name, v := range a {
		w, asked := both[name]
		if !asked {
			both[name] = v
			continue
		}
		var common []any
		for _, x := range choices(v) {
			if has(Chosen(w), jsonText(x)) {
				common = append(common, x)
			}
		}
		switch len(common) {
		case 0:
			return nil, false
		case 1:
			both[name] = common[0]
		default:
			both[name] = common
		}
	}
	return both, true
}

func choices(v any) []any {
	if list, several := v.([]any); several {
		return list
	}
	return []any{v}
}

// inMode is what a member is in one mode.
type inMode struct {
	t        types.Type
	required contract.Fact
	absent   bool
}

// memberIn gives what a member is in a mode; where the mode says nothing of it,
// what it is in every one.
func memberIn(c *contract.Contract, m *contract.Mode, name string) inMode {
	for _, x := range m.Members {
		if x.Name == name {
			return inMode{orUnknown(x.Type), x.Required, x.Absent}
		}
	}
	if p := c.Prop(name); p != nil {
		return inMode{orUnknown(p.Type), p.Required, false}
	}
	if x := c.Slot(name); x != nil {
		return inMode{types.Content, x.Required, false}
	}
	if e := c.Event(name); e != nil {
		return inMode{&types.Func{Params: Params(e.Payload), Result: orUnknown(e.Returns)}, e.Required, false}
	}
	return inMode{absent: true}
}

// modes compares mode by mode. What a row of a member tells already, because it
// holds in every mode, is not told again of each.
func (c *comparison) modes(me Member, o, n *contract.Contract) {
	old, new := modesOf(o), modesOf(n)
	if reflect.DeepEqual(old, new) || !o.Complete || !n.Complete {
		return
	}
	told := map[string]bool{}
	for _, ch := range c.changes {
		if ch.Component == o.Component {
			told[ch.Member.Name] = true
		}
	}
	for _, list := range []*[]contract.Mode{&old, &new} {
		if len(*list) == 0 {
			*list = []contract.Mode{{}} // one mode, in which all members go together
		}
	}
	for i := range old {
		m, met := &old[i], false
		for j := range new {
			when, ok := meet(m.When, new[j].When)
			if !ok {
				continue
			}
			met = true
			for _, name := range memberNames(m, &new[j]) {
				if !told[name] {
					c.inMode(name, when, memberIn(o, m, name), memberIn(n, &new[j], name), o, n)
				}
			}
		}
		if !met && !valueGone(o, n, m) { // else told by the row of the value that chose it
			c.add(found{kind: ModeRemoved, member: me, why: modeText(m.When), detail: modeText(m.When), before: side(modeText(m.When), o.At), extra: Detail{Value: m.When}})
		}
	}
	for i := range new {
		if !slices.ContainsFunc(old, func(m contract.Mode) bool { _, ok := meet(m.When, new[i].When); return ok }) {
			c.add(found{kind: ModeAdded, member: me, why: modeText(new[i].When), detail: modeText(new[i].When), after: side(modeText(new[i].When), n.At)})
		}
	}
}

// valueGone reports whether a value that chose a mode is no longer one of its
// prop's.
func valueGone(o, n *contract.Contract, m *contract.Mode) bool {
	for name, v := range m.When {
		p := n.Prop(name)
		if p == nil {
			return o.Prop(name) != nil
		}
		values, open, ok := types.Values(orUnknown(p.Type))
		if !ok || open {
			continue
		}
		for _, chosen := range Chosen(v) {
			if chosen != "null" && !has(literals(values), chosen) {
				return true
			}
		}
	}
	return false
}

func memberNames(a, b *contract.Mode) []string {
	set := map[string]bool{}
	for _, m := range []*contract.Mode{a, b} {
		for _, x := range m.Members {
			set[x.Name] = true
		}
	}
	return slices.Sorted(maps.Keys(set))
}

// inMode compares one member in one mode.
func (c *comparison) inMode(name string, when map[string]any, a, b inMode, o, n *contract.Contract) {
	where := modeText(when)
	f := found{member: memberOf("prop", name, contract.SpelledAs(spelledName(n, o, name))), detail: where, before: side(modeMemberText(a), o.At), after: side(modeMemberText(b), n.At)}
	narrowed := func(what string, field string) {
		f.kind, f.why, f.extra = ModeNarrowed, fmt.Sprintf("%s where %s", what, where), Detail{Value: when, Field: []string{field}}
	}
	switch {
	case a.absent && b.absent:
		return
	case a.absent && b.required == contract.Yes:
		narrowed(f.member.Spelled+" must be given", "required")
	case a.absent:
		f.kind, f.why = ModeWidened, fmt.Sprintf("%s may be given where %s", f.member.Spelled, where)
	case b.absent:
		narrowed(f.member.Spelled+" can no longer be given", "absent")
	case a.required == contract.No && b.required == contract.Yes:
		narrowed(f.member.Spelled+" must be given", "required")
	default:
		switch relate(a.t, b.t) {
		case same, rewritten:
			if a.required != contract.Yes || b.required != contract.No {
				return
			}
			f.kind, f.why = ModeWidened, fmt.Sprintf("%s may be left out where %s", f.member.Spelled, where)
		case widened:
			f.kind, f.why = ModeWidened, fmt.Sprintf("more may be given for %s where %s", f.member.Spelled, where)
		case unsure:
			f.kind, f.why, f.extra = TypeUnsure, types.Assignable(a.t, b.t).Why, Detail{Value: when}
		default:
			narrowed("less may be given for "+f.member.Spelled, "type")
		}
	}
	c.add(f)
}

func modeMemberText(m inMode) string {
	switch {
	case m.absent:
		return "absent"
	case m.required == contract.Yes:
		return "required: " + m.t.String()
	}
	return m.t.String()
}

// spelledName gives the spelling of a member in the first contract that has it.
func spelledName(first, second *contract.Contract, name string) string {
	if spelled, ok := first.SpelledOf(name); ok {
		return spelled
	}
	spelled, _ := second.SpelledOf(name)
	return spelled
}
