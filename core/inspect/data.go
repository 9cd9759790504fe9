// This file holds what handlers and content take against what they are handed.

package inspect

import (
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/match"
	"steadysocket/core/site"
	"steadysocket/core/types"
)

// payloads looks at what handlers take of events and content of slots.
func payloads(a *at) {
	if a.apart() && len(a.site.Via) > 0 {
		return // a wrapper's template decides what it hands out and reports
	}
	for key, m := range a.members {
		x, ok := a.given.By[key]
		if !ok || x.Takes == nil || x.Takes.Unknown {
			continue
		}
		switch {
		case m.event != nil && m.event.Payload != nil:
			a.takes(PayloadUnknown, x, m, m.event.Payload, a.contract.Component+" sends with "+m.spelled)
		case m.slot != nil && m.slot.Gives != nil:
			a.takes(SlotDataUnknown, x, m, m.slot.Gives, "the slot "+m.spelled+" gives")
		case m.slot != nil && m.slot.Gives == nil && len(x.Takes.Params) > 0 && a.apart() && a.contract.Complete:
			a.takes(SlotDataUnknown, x, m, &contract.Payload{}, "the slot "+m.spelled+" gives")
		}
	}
}

// takes holds what is taken against what is handed over.
func (a *at) takes(kind Kind, x site.Given, m member, p *contract.Payload, gives string) {
	if p.Unknown {
		return
	}
	named := !p.Positional
	last := len(p.Fields) - 1
	rest := !named && last >= 0 && p.Fields[last].Rest
	for _, t := range x.Takes.Params {
		switch {
		case rest && t.Position > last:
			continue // one of as many as there are
		case named && t.Position > 1 || !named && t.Position > len(p.Fields):
			if !t.All && len(t.Fields) == 0 {
				continue // it is named and not used
			}
			a.untaken(kind, x, m, fmt.Sprintf("takes a value at position %d", t.Position), gives, p, "")
		case named:
			known := fieldNames(p)
			for _, field := range t.Fields {
				if !slices.Contains(known, field) {
					a.untaken(kind, x, m, "takes "+field, gives, p, a.fieldMeant(field, known))
				}
			}
		default:
			field := p.Fields[t.Position-1]
			known, ok := keysOf(field.Type)
			for _, name := range t.Fields {
				if ok && !slices.Contains(known, name) {
					a.untaken(kind, x, m, fmt.Sprintf("takes %s.%s", field.Name, name), gives, p, a.fieldMeant(name, known))
				}
			}
		}
	}
}

func (a *at) fieldMeant(field string, known []string) string {
	if near := contract.Nearest(field, known); closeTo(field, near) {
		return near
	}
	return ""
}

func (a *at) untaken(kind Kind, x site.Given, m member, what, gives string, p *contract.Payload, meant string) {
	text := strings.Join(fieldNames(p), ", ")
	switch {
	case len(p.Fields) == 0:
		text = "nothing"
	case p.Positional:
		for _, f := range p.Fields {
			if keys, ok := keysOf(f.Type); ok && strings.HasPrefix(what, "takes "+f.Name+".") {
				text = f.Name + ", with " + strings.Join(keys, ", ")
			}
		}
	}
	t := told{kind: kind, member: m.spelled, at: x.At, why: what + "; " + gives + " " + text, meant: meant, mend: "take what is given", detail: what}
	if meant != "" {
		t.mend = "take " + meant
	}
	if a.contract.Complete && a.origin(m) != "dom" {
		a.say(t)
	}
}

// origin is where a member is declared.
func (a *at) origin(m member) string {
	switch {
	case m.event != nil:
		return m.event.Origin
	case m.slot != nil:
		return m.slot.Origin
	}
	return ""
}

func fieldNames(p *contract.Payload) (list []string) {
	for _, f := range p.Fields {
		list = append(list, f.Name)
	}
	return list
}

// keysOf lists the fields of a record whose fields are all known.
func keysOf(t contract.Type) (list []string, ok bool) {
	o, ok := t.T.(*types.Object)
	if !ok || len(o.Indexes) > 0 || len(o.Fields) == 0 {
		return nil, false
	}
	for _, f := range o.Fields {
		list = append(list, f.Name)
	}
	return list, true
}

// handedOut finds, for a name that content reads, the slot that gives it at this site.
func (a *at) handedOut(name string) (slot string, ok bool) {
	for _, s := range a.contract.Slots {
		if s.Gives != nil && slices.Contains(fieldNames(s.Gives), name) {
			if p, _ := a.given.Is(match.KeyOf(a.contract, contract.MemberSlot, s.Spelled.Or(s.Name))); p != match.Absent {
				return s.Spelled.Or(s.Name), true
			}
		}
	}
	return "", false
}

// known reports whether a name is one of the component's own: a member, or what it
// provides inside.
func (a *at) innerName(name string) string {
	if slot, ok := a.handedOut(name); ok {
		return "the slot " + slot + " gives it where it is taken"
	}
	for _, c := range a.contract.Context.Provides {
		if c.Name == name {
			return "it goes to the parts of " + a.contract.Component + " alone"
		}
	}
	if m, ok := a.memberOf(contract.MemberProp, name); ok {
		return fmt.Sprintf("%s is a member of %s and not of the app", m.spelled, a.contract.Component)
	}
	return ""
}

// takenInTemplate is what must be written to take a name from a slot.
func takenInTemplate(slot, name string) string {
	return fmt.Sprintf("take it: #%s=\"{ %s }\"", strings.TrimPrefix(slot, "#"), name)
}
