// This file compares what is handed back to the app: slot data and payloads.

package change

import (
	"strings"

	"fmt"

	"steadysocket/core/contract"
	"steadysocket/core/place"
	"steadysocket/core/types"
)

// payloadKinds names the changes of one kind of thing handed back.
type payloadKinds struct {
	added, removed, renamed, reordered, widened, narrowed, replaced, unsure, form, always, sometimes Kind
}

var (
	slotKinds   = payloadKinds{DataAdded, DataRemoved, DataRenamed, DataRemoved, DataWidened, DataNarrowed, DataReplaced, DataUnsure, DataFormChanged, DataRequired, DataOptional}
	resultKinds = payloadKinds{ResultAdded, ResultRemoved, ResultRenamed, ResultReordered, ResultWidened, ResultNarrowed, ResultReplaced, ResultUnsure, ResultFormChanged, ResultRequired, ResultOptional}
	eventKinds  = payloadKinds{PayloadAdded, PayloadRemoved, PayloadRemoved, PayloadReordered, PayloadWidened, PayloadNarrowed, PayloadReplaced, PayloadUnsure, PayloadFormChanged, PayloadRequired, PayloadOptional}
)

// payload compares two payloads, field by field.
func (c *comparison) payload(m Member, a, b *contract.Payload, at, bt *place.Place, k payloadKinds) {
	before, after := side(payloadText(a), at), side(payloadText(b), bt)
	switch {
	case a == nil && b == nil:
		return
	case a == nil:
		a = &contract.Payload{Positional: b.Positional}
	case b == nil:
		b = &contract.Payload{Positional: a.Positional}
	}
	if a.Unknown || b.Unknown {
		if a.Unknown != b.Unknown {
			c.add(found{kind: k.unsure, member: m, why: "it could be read on one side only", before: before, after: after})
		}
		return
	}
	if a.Positional != b.Positional {
		if x, y, ok := oneByOne(a, b); ok {
			c.positional(m, x, y, before, after, k)
			return
		}
		form := "one record"
		if b.Positional {
			form = "several values, one after the other"
		}
		c.add(found{kind: k.form, member: m, why: form, before: before, after: after})
		return
	}
	if a.Positional {
		c.positional(m, a, b, before, after, k)
		return
	}
	for _, f := range a.Fields {
		g := fieldOf(b.Fields, f.Name)
		if g == nil {
			if to, why := renamedField(a.Fields, b.Fields, f.Name); to != "" {
				c.add(found{kind: k.renamed, member: m, why: to, detail: f.Name, before: before, after: after, extra: Detail{Field: []string{f.Name}}, pairing: &Pairing{f.Name, to, 1, why}})
				continue
			}
			c.add(found{kind: k.removed, member: m, why: f.Name, detail: f.Name, before: before, after: after, extra: Detail{Field: []string{f.Name}}})
			continue
		}
		c.field(m, []string{f.Name}, 0, orUnknown(f.Type), orUnknown(g.Type), f.Optional, g.Optional, before, after, k)
	}
	for _, g := range b.Fields {
		if fieldOf(a.Fields, g.Name) == nil && (g.Was == "" || fieldOf(a.Fields, g.Was) == nil) && recased(a.Fields, b.Fields, g.Name) == "" {
			c.add(found{kind: k.added, member: m, why: g.Name, detail: g.Name, before: before, after: after})
		}
	}
}

// oneByOne takes the record that one side hands over for the first of the values
// that the other hands over, where both hold some of the same: a function takes
// both alike.
func oneByOne(a, b *contract.Payload) (x, y *contract.Payload, ok bool) {
	named, other := a, b
	if a.Positional {
		named, other = b, a
	}
	if len(named.Fields) == 0 || len(other.Fields) == 0 {
		return nil, nil, false
	}
	first, record := other.Fields[0].Type.T.(*types.Object)
	o := &types.Object{}
	for _, f := range named.Fields {
		o.Fields = append(o.Fields, &types.Field{Name: f.Name, Type: orUnknown(f.Type), Optional: f.Optional})
	}
	if !record || !shares(first, o) {
		return nil, nil, false
	}
	whole := &contract.Payload{Positional: true, Fields: []contract.Field{{Name: other.Fields[0].Name, Type: contract.TypeOf(o)}}}
	if a.Positional {
		return a, whole, true
	}
	return whole, b, true
}

func fieldOf(list []contract.Field, name string) *contract.Field {
	for i := range list {
		if list[i].Name == name {
			return &list[i]
		}
	}
	return nil
}

// renamedField finds what a field is called now: by the contract's word, else where
// nothing but capitals and hyphens differ.
func renamedField(before, after []contract.Field, old string) (now, why string) {
	for _, f := range after {
		if f.Was == old {
			return f.Name, "the contract says so"
		}
	}
	return recased(after, before, old), "only capitals and hyphens differ"
}

// recased finds in a list the one field of a name that differs from another in nothing
// but capitals and hyphens, and stands in the other list under neither; "" for none.
func recased(list, other []contract.Field, name string) (found string) {
	plain := func(s string) string { return strings.ToLower(strings.NewReplacer("-", "", "_", "").Replace(s)) }
	for _, f := range list {
		if f.Name != name && plain(f.Name) == plain(name) && fieldOf(other, f.Name) == nil {
			if found != "" {
				return "" // several: which of them is meant is not told
			}
			found = f.Name
		}
	}
	return found
}

// positional compares by place; names do not matter there.
func (c *comparison) positional(m Member, a, b *contract.Payload, before, after *Side, k payloadKinds) {
	if order := reordered(a, b); order != "" {
		c.add(found{kind: k.reordered, member: m, why: order, before: before, after: after, extra: Detail{Position: 1, Field: []string{a.Fields[0].Name}}})
		return
	}
	for i, f := range a.Fields {
		if i >= len(b.Fields) {
			c.add(found{kind: k.removed, member: m, why: f.Name, detail: f.Name, before: before, after: after, extra: Detail{Field: []string{f.Name}, Position: i + 1}})
			continue
		}
		g := b.Fields[i]
		c.field(m, []string{f.Name}, i+1, orUnknown(f.Type), orUnknown(g.Type), f.Optional, g.Optional, before, after, k)
	}
	for i := len(a.Fields); i < len(b.Fields); i++ {
		c.add(found{kind: k.added, member: m, why: b.Fields[i].Name, detail: b.Fields[i].Name, before: before, after: after})
	}
}

// reordered names the fields that changed places: the same names and types in
// another order.
func reordered(a, b *contract.Payload) string {
	if len(a.Fields) != len(b.Fields) || len(a.Fields) < 2 {
		return ""
	}
	moved := ""
	for i, f := range a.Fields {
		g := fieldOf(b.Fields, f.Name)
		if g == nil || g.Type.String() != f.Type.String() {
			return ""
		}
		if b.Fields[i].Name != f.Name && moved == "" {
			moved = f.Name
		}
	}
	return moved
}

// field compares one field. A record is compared by its own fields, one level
// down, so that a handler that takes only some of them is told apart.
func (c *comparison) field(m Member, path []string, position int, old, new types.Type, wasOptional, isOptional bool, before, after *Side, k payloadKinds) {
	name := joinPath(path)
	extra := Detail{Field: path, Position: position}
	switch {
	case wasOptional && !isOptional:
		c.add(found{kind: k.always, member: m, why: name, detail: name, before: before, after: after})
	case !wasOptional && isOptional:
		c.add(found{kind: k.sometimes, member: m, why: name, detail: name, before: before, after: after, extra: extra})
	}
	a, oldRecord := old.(*types.Object)
	b, newRecord := new.(*types.Object)
	if oldRecord && newRecord && len(path) == 1 && len(a.Indexes)+len(b.Indexes) == 0 && shares(a, b) {
		for _, f := range a.Fields {
			inner := append(append([]string{}, path...), f.Name)
			g := objectField(b, f.Name)
			if g == nil {
				c.add(found{kind: k.removed, member: m, why: joinPath(inner), detail: joinPath(inner), before: before, after: after, extra: Detail{Field: inner, Position: position}})
				continue
			}
			c.field(m, inner, position, f.Type, g.Type, f.Optional, g.Optional, before, after, k)
		}
		for _, g := range b.Fields {
			if objectField(a, g.Name) == nil {
				n := joinPath(append(append([]string{}, path...), g.Name))
				c.add(found{kind: k.added, member: m, why: n, detail: n, before: before, after: after})
			}
		}
		return
	}
	f := found{member: m, why: name, detail: name, before: before, after: after, extra: extra}
	// Handed back: the sides are swapped.
	switch relate(new, old) {
	case same, rewritten:
		return
	case widened:
		f.kind = k.narrowed
	case narrowed:
		f.kind = k.widened
	case replaced:
		f.kind = k.replaced
	case unsure:
		f.kind, f.why = k.unsure, fmt.Sprintf("%s: %s", name, types.Assignable(new, old).Why)
	}
	c.add(f)
}

func shares(a, b *types.Object) bool {
	for _, f := range a.Fields {
		if objectField(b, f.Name) != nil {
			return true
		}
	}
	return false
}

func objectField(o *types.Object, name string) *types.Field {
	for _, f := range o.Fields {
		if f.Name == name {
			return f
		}
	}
	return nil
}

func joinPath(path []string) string {
	s := path[0]
	for _, p := range path[1:] {
		s += "." + p
	}
	return s
}
