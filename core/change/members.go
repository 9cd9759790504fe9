// This file compares the members of two contracts: props, slots, events, parts.

package change

import (
	"encoding/json"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/types"
)

// members compares props, slots and events. A spelling that moved between the
// kinds is compared by type.
func (c *comparison) members(o, n *contract.Contract, h hidden) {
	c.crossKinds(o, n, func(o, n *contract.Contract) {
		c.props(o, n, h)
		c.slots(o, n, h)
		c.events(o, n, h)
	})
}

// crossKinds takes the spellings that are of another kind now out of both
// sides, compares them by type, and goes on with the rest.
func (c *comparison) crossKinds(o, n *contract.Contract, next func(o, n *contract.Contract)) {
	oldKinds, newKinds := spelledMembers(o), spelledMembers(n)
	moved := map[string]bool{}
	for spelled, a := range oldKinds {
		if b, ok := newKinds[spelled]; ok && a.member.Kind != b.member.Kind && !c.notation.apart {
			moved[spelled] = true
		}
	}
	if len(moved) == 0 {
		next(o, n)
		return
	}
	for _, spelled := range slices.Sorted(maps.Keys(moved)) {
		a, b := oldKinds[spelled], newKinds[spelled]
		c.typeChange(a.member, a.t, b.t, a.at, b.at)
		if a.required != b.required {
			c.requiredChange(a.member, a.required, b.required, PropRequired, PropOptional, a.at, b.at)
		}
	}
	oldRest, newRest := dropSpelled(o, moved), dropSpelled(n, moved)
	next(oldRest, newRest)
}

type spelledMember struct {
	member   Member
	t        types.Type
	required contract.Fact
	at       *place.Place
}

func spelledMembers(c *contract.Contract) map[string]spelledMember {
	m := map[string]spelledMember{}
	for _, p := range c.Props {
		m[p.Spelled.Name] = spelledMember{memberOf("prop", p.Name, p.Spelled), orUnknown(p.Type), p.Required, p.At}
	}
	for _, s := range c.Slots {
		var t types.Type = types.Content
		if s.Form == contract.FormFunction {
			t = &types.Func{Params: Params(s.Gives), Result: types.Content}
		} else if s.Type.Known() {
			t = s.Type.T
		} else if s.Form == contract.FormElement {
			t = types.OneElement
		}
		m[s.Spelled.Name] = spelledMember{memberOf("slot", s.Name, s.Spelled), t, s.Required, s.At}
	}
	for _, e := range c.Events {
		m[e.Spelled.Name] = spelledMember{memberOf("event", e.Name, e.Spelled), &types.Func{Params: Params(e.Payload), Result: orUnknown(e.Returns)}, e.Required, e.At}
	}
	delete(m, "")
	return m
}

// Params gives the parameters of the function that a payload is handed to.
func Params(p *contract.Payload) []types.Param {
	if p == nil {
		return nil
	}
	if p.Positional {
		var list []types.Param
		for _, f := range p.Fields {
			list = append(list, types.Param{Name: f.Name, Type: orUnknown(f.Type), Optional: f.Optional})
		}
		return list
	}
	o := &types.Object{}
	for _, f := range p.Fields {
		o.Fields = append(o.Fields, &types.Field{Name: f.Name, Type: orUnknown(f.Type), Optional: f.Optional})
	}
	return []types.Param{{Name: "given", Type: o}}
}

func dropSpelled(c *contract.Contract, spelled map[string]bool) *contract.Contract {
	out := *c
	out.Props, out.Slots, out.Events = nil, nil, nil
	for _, p := range c.Props {
		if !spelled[p.Spelled.Name] {
			out.Props = append(out.Props, p)
		}
	}
	for _, s := range c.Slots {
		if !spelled[s.Spelled.Name] {
			out.Slots = append(out.Slots, s)
		}
	}
	for _, e := range c.Events {
		if !spelled[e.Spelled.Name] {
			out.Events = append(out.Events, e)
		}
	}
	return &out
}

// propsByName finds the props of a contract by their names.
func propsByName(c *contract.Contract) map[string]*contract.Prop {
	by := make(map[string]*contract.Prop, len(c.Props))
	for _, p := range c.Props {
		if by[p.Name] == nil {
			by[p.Name] = p
		}
	}
	return by
}

func (c *comparison) props(o, n *contract.Contract, h hidden) {
	pairs, gone, came := c.match("prop", propItems(o), propItems(n))
	before, after := propsByName(o), propsByName(n)
	for _, p := range pairs {
		a, b := before[p.old], after[p.new]
		m := memberOf("prop", a.Name, a.Spelled)
		c.spelling(PropRenamed, m, p.pairing, spelling{a.Name, a.Spelled, a.At}, spelling{b.Name, b.Spelled, b.At})
		if p.pairing == nil { // else it goes with the property
			c.attribute(m, a, b)
		}
		c.prop(m, a, b)
	}
	for _, name := range gone {
		a := o.Prop(name)
		m := memberOf("prop", a.Name, a.Spelled)
		if into, value := folded(n, a.Name); into != "" {
			c.add(found{kind: FlagFolded, member: m, why: fmt.Sprintf("%s (%s)", into, value), detail: into, before: side(propText(a), a.At), after: side(into+"="+value, n.Prop(into).At), pairing: &Pairing{a.Name, into, 1, "the contract says so"}})
			continue
		}
		if h.new {
			continue // may stand in what could not be read
		}
		if c.takenOver(m, a.Type, propText(a), a.At) {
			continue
		}
		silent := Silence("")
		if !n.PassThrough.Unknown && len(n.PassThrough.To) > 0 && nativeFits(m.Spelled, a.Type) || takes(n, m.Spelled) {
			silent = Always
		}
		c.add(found{kind: PropRemoved, member: m, why: m.Spelled, silent: silent, before: side(propText(a), a.At)})
	}
	for _, name := range came {
		b := n.Prop(name)
		m := memberOf("prop", b.Name, b.Spelled)
		f := found{kind: PropAdded, member: m, why: b.Spelled.Or(b.Name), after: side(propText(b), b.At)}
		switch {
		case h.old:
			continue
		case b.Required == contract.Yes:
			f.kind = PropAddedRequired
		case o.PassThrough.Unknown && takes(o, m.Spelled):
			// It was taken before; where it went was not shown.
		case len(o.PassThrough.To) > 0 && native[m.Spelled] != nil:
			f.kind = PropAddedShadowing
			if !nativeFits(m.Spelled, b.Type) {
				f.kind = PropAddedClashing
			}
		}
		c.add(f)
	}
}

// spelling is what a member is called, how that is spelled and where.
type spelling struct {
	name    string
	spelled contract.Spelled
	at      *place.Place
}

// spelling notes a member that is called or spelled otherwise than before.
func (c *comparison) spelling(kind Kind, m Member, pairing *Pairing, a, b spelling) {
	of := contract.MemberKind(m.Kind)
	if pairing == nil && (Key(c.framework, of, a.spelled.Name) == Key(c.framework, of, b.spelled.Name) || a.spelled.Name == "" || b.spelled.Name == "") {
		return
	}
	now := b.spelled.Or(b.name)
	c.add(found{kind: kind, member: m, why: now, detail: b.name, pairing: pairing, before: side(a.spelled.Or(a.name), a.at), after: side(now, b.at)})
}

// attribute tells that a property is shown by another attribute.
func (c *comparison) attribute(m Member, a, b *contract.Prop) {
	old, now := a.Spelled.Attribute, b.Spelled.Attribute
	f := found{member: m, detail: now, before: side(orNone(old), a.At), after: side(orNone(now), b.At), extra: Detail{Names: []string{old}}}
	switch {
	case old == now:
		return
	case old == "":
		f.kind, f.why = AttributeAdded, now
	case now == "":
		f.kind, f.why = AttributeRemoved, old
	default:
		f.kind, f.why = AttributeRenamed, now
	}
	c.add(f)
}

// memberOf names a member; without a spelling it is spelled as it is called.
func memberOf(kind, name string, s contract.Spelled) Member {
	return Member{kind, name, s.Or(name)}
}

// takes reports whether a declaration takes an attribute that it does not list.
func takes(n *contract.Contract, spelled string) bool {
	if !n.PassThrough.Unknown {
		return false
	}
	return slices.ContainsFunc(n.PassThrough.To, func(f contract.Forward) bool {
		return f.Element == "*" && !slices.Contains(f.Except, spelled) || elementTakes(f, spelled)
	})
}

// elementTakes reports whether an attribute is one of the element that it would go to.
func elementTakes(f contract.Forward, spelled string) bool {
	return f.Element != "*" && !slices.Contains(f.Except, spelled) && names.ElementAttribute(f.Element, spelled)
}

// takenOver tells that a member is no longer declared and is taken all the same
// among the attributes of an element, of a type that it fits. Only where neither
// side shows where attributes go is that no change.
func (c *comparison) takenOver(m Member, of contract.Type, text string, at *place.Place) bool {
	if !c.old.PassThrough.Unknown || !c.new.PassThrough.Unknown || !of.Known() {
		return false
	}
	fits := slices.ContainsFunc(c.new.PassThrough.To, func(f contract.Forward) bool { return elementTakes(f, m.Spelled) })
	want := native[m.Spelled]
	if m.Spelled == "children" {
		want = types.Content
	}
	if !fits || want != nil && types.Assignable(of.T, want).Answer == types.No {
		return false
	}
	c.add(found{kind: TakenAsAttribute, member: m, why: m.Spelled, before: side(text, at)})
	return true
}

// reportsNatively reports whether an event hands over what an element would.
func reportsNatively(p *contract.Payload) bool {
	return p == nil || p.Unknown || len(p.Fields) > 0 && strings.Contains(p.Fields[0].Type.String(), "Event")
}

// native are the global attributes of HTML elements with the types that the
// frameworks' declarations give them. Source: HTML, global attributes.
var native = map[string]types.Type{
	"title": types.String, "id": types.String, "lang": types.String, "dir": types.String, "role": types.String, "slot": types.String,
	"className": types.String, "hidden": types.Boolean, "tabIndex": types.Number, "draggable": types.Boolean, "accessKey": types.String,
	"nonce": types.String, "color": types.String, "prefix": types.String, "property": types.String, "resource": types.String, "about": types.String,
	"spellCheck": types.Boolean, "translate": types.MustParse("'yes' | 'no'"), "contentEditable": types.Boolean, "inputMode": types.String,
}

func nativeFits(name string, t contract.Type) bool {
	want := native[name]
	return want != nil && t.Known() && types.Assignable(want, t.T).Answer == types.Yes
}

// folded finds the prop that took over a flag.
func folded(n *contract.Contract, flag string) (into, value string) {
	for _, p := range n.Props {
		for _, w := range p.Was {
			if w.Name == flag && w.Gives != nil && (w.Member == "" || w.Member == contract.MemberProp) {
				return p.Name, fmt.Sprint(w.Gives)
			}
		}
	}
	return "", ""
}

func propText(p *contract.Prop) string {
	s := p.Type.String()
	if d := defaultText(p.Default); d != "" {
		s += " = " + d
	}
	return s
}

// startOf is what a value is where it is not given: its default, or that of the
// prop that says how it starts where it is held by itself.
func startOf(c *contract.Contract, p *contract.Prop) contract.Default {
	if p.Default.Kind != contract.DefaultNone {
		return p.Default
	}
	for _, w := range c.TwoWay {
		if initial := c.Prop(w.Initial); w.Value == p.Name && initial != nil {
			return initial.Default
		}
	}
	return p.Default
}

func defaultText(d contract.Default) string {
	switch d.Kind {
	case contract.DefaultValue:
		data, err := json.Marshal(d.Value)
		if err != nil {
			return fmt.Sprint(d.Value)
		}
		return string(data)
	case contract.DefaultExpression:
		if d.Expression == "undefined" {
			return "" // the same as none
		}
		return d.Expression
	case contract.DefaultUnknown:
		return "unknown"
	}
	return ""
}

// prop compares two states of one prop.
func (c *comparison) prop(m Member, a, b *contract.Prop) {
	c.deprecated(m, a.Deprecated, b.Deprecated, b.At)
	becameRequired := c.requiredChange(m, a.Required, b.Required, PropRequired, PropOptional, a.At, b.At)
	c.propType(m, a, b)
	if !becameRequired && defaultText(a.Default) != defaultText(b.Default) && defaultText(startOf(c.old, a)) != defaultText(startOf(c.new, b)) {
		f := found{kind: DefaultChanged, member: m, why: m.Spelled, before: side(orNone(defaultText(a.Default)), a.At), after: side(orNone(defaultText(b.Default)), b.At)}
		if a.Default.Kind == contract.DefaultUnknown || b.Default.Kind == contract.DefaultUnknown {
			f.kind = DefaultUnknown
		}
		if !(a.Required == contract.Yes && b.Required != contract.Yes) { // a default that comes with becoming optional is part of that
			c.add(f)
		}
	}
	c.limits(m, a, b)
	if a.Unit != b.Unit && a.Unit != "" {
		c.add(found{kind: UnitChanged, member: m, why: orNone(b.Unit), before: side(a.Unit, a.At), after: side(orNone(b.Unit), b.At)})
	}
}

func orNone(s string) string {
	if s == "" {
		return "none"
	}
	return s
}

// requiredChange compares whether a member must be given; it reports whether it
// became required. Unknown on one side says nothing.
func (c *comparison) requiredChange(m Member, a, b contract.Fact, required, optional Kind, at, bt *place.Place) bool {
	text := map[contract.Fact]string{contract.Yes: "required", contract.No: "optional"}
	switch {
	case a == contract.No && b == contract.Yes:
		c.add(found{kind: required, member: m, why: m.Spelled, before: side(text[a], at), after: side(text[b], bt)})
		return true
	case a == contract.Yes && b == contract.No:
		c.add(found{kind: optional, member: m, why: m.Spelled, before: side(text[a], at), after: side(text[b], bt)})
	}
	return false
}

// propType compares the types of a prop: closed sets value by value, all else
// by direction.
func (c *comparison) propType(m Member, a, b *contract.Prop) {
	if !a.Type.Known() && !b.Type.Known() {
		return
	}
	if !a.Type.Known() || !b.Type.Known() {
		c.add(found{kind: TypeUnsure, member: m, why: "the type could be read on one side only", before: side(a.Type.String(), a.At), after: side(b.Type.String(), b.At)})
		return
	}
	was, is := a.Type.T, b.Type.T
	if a.Required != contract.Yes || b.Required != contract.Yes {
		// Undefined is what a member that may be left out is when it is.
		was, is = types.Without(was, types.Undefined), types.Without(is, types.Undefined)
	}
	oldValues, oldOpen, oldSet := types.Values(was)
	newValues, newOpen, newSet := types.Values(is)
	if !oldSet || !newSet || len(oldValues) < 2 && len(newValues) < 2 {
		c.typeChange(m, was, is, a.At, b.At)
		return
	}
	before, after := side(a.Type.String(), a.At), side(b.Type.String(), b.At)
	oldTexts, newTexts := literals(oldValues), literals(newValues)
	// null and undefined beside the values
	if rest := relate(beside(was), beside(is)); rest == narrowed || rest == replaced {
		c.add(found{kind: TypeNarrowed, member: m, before: before, after: after})
	} else if rest == widened {
		c.add(found{kind: TypeWidened, member: m, before: before, after: after})
	}
	switch {
	case oldOpen && !newOpen:
		c.add(found{kind: SetClosed, member: m, before: before, after: after})
	case !oldOpen && newOpen:
		c.add(found{kind: SetOpened, member: m, before: before, after: after})
	}
	renamed := map[string]string{}
	for _, w := range b.Was {
		if (w.Name == a.Name || w.Name == a.Spelled.Name) && w.When != nil && w.Gives != nil {
			renamed[jsonText(w.When)] = jsonText(w.Gives)
		}
	}
	for _, v := range oldValues {
		text := literalText(v)
		if has(newTexts, text) || newOpen && oldOpen {
			continue
		}
		if newOpen {
			continue // still allowed, no longer suggested
		}
		f := found{kind: ValueRemoved, member: m, why: types.Quote(v.Text()), detail: v.Text(), before: before, after: after, extra: Detail{Value: literalJSON(v)}}
		if v.Of != types.String {
			f.why = v.Text()
		}
		if to, ok := renamed[text]; ok && has(newTexts, to) {
			f.kind, f.why, f.pairing = ValueRenamed, to, &Pairing{text, to, 1, "the contract says so"}
		}
		c.add(f)
	}
	for _, v := range newValues {
		text := literalText(v)
		target := false
		for _, to := range renamed {
			target = target || to == text
		}
		if has(oldTexts, text) || oldOpen || target {
			continue
		}
		why := types.Quote(v.Text())
		if v.Of != types.String {
			why = v.Text()
		}
		c.add(found{kind: ValueAdded, member: m, why: why, detail: v.Text(), before: before, after: after, extra: Detail{Value: literalJSON(v)}})
	}
}

// beside is what stands in a type beside its literal values.
func beside(t types.Type) types.Type {
	var rest []types.Type
	for _, m := range types.Members(t) {
		if b, ok := m.(types.Basic); ok {
			rest = append(rest, b)
		}
	}
	return types.NewUnion(rest...)
}

func literals(list []*types.Literal) []string {
	out := make([]string, len(list))
	for i, l := range list {
		out[i] = literalText(l)
	}
	return out
}

// literalText is a literal as JSON.
func literalText(l *types.Literal) string {
	data, err := l.MarshalJSON()
	if err != nil {
		return l.Value
	}
	return string(data)
}

func literalJSON(l *types.Literal) any {
	switch l.Of {
	case types.Number:
		return json.Number(literalText(l))
	case types.Boolean:
		return l.Value == "true"
	}
	return l.Value
}

func jsonText(v any) string {
	data, err := json.Marshal(v)
	if err != nil {
		return fmt.Sprint(v)
	}
	return string(data)
}

func has(list []string, s string) bool {
	for _, x := range list {
		if x == s {
			return true
		}
	}
	return false
}

// typeKinds names the change for each relation of what is handed in.
var typeKinds = map[relation]Kind{rewritten: TypeRewritten, widened: TypeWidened, narrowed: TypeNarrowed, replaced: TypeReplaced, unsure: TypeUnsure}

func (c *comparison) typeChange(m Member, a, b types.Type, at, bt *place.Place) {
	r := relate(a, b)
	if r == same {
		return
	}
	f := found{kind: typeKinds[r], member: m, before: side(a.String(), at), after: side(b.String(), bt)}
	if r == unsure {
		f.why = types.Assignable(a, b).Why
	}
	c.add(f)
}

func (c *comparison) limits(m Member, a, b *contract.Prop) {
	if reflect.DeepEqual(a.Limits, b.Limits) {
		return
	}
	x, y := contract.Limits{}, contract.Limits{}
	if a.Limits != nil {
		x = *a.Limits
	}
	if b.Limits != nil {
		y = *b.Limits
	}
	tighter := tighten(x.Min, y.Min, 1) || tighten(x.Max, y.Max, -1) || tighten(x.MinLength, y.MinLength, 1) || tighten(x.MaxLength, y.MaxLength, -1) ||
		y.Pattern != "" && x.Pattern != y.Pattern
	kind := LimitsLoosened
	if tighter {
		kind = LimitsTightened
	}
	c.add(found{kind: kind, member: m, before: side(limitText(x), a.At), after: side(limitText(y), b.At)})
}

// tighten reports whether a bound moved inwards; sign is 1 for lower bounds.
func tighten(old, new any, sign float64) bool {
	if new == nil {
		return false
	}
	if old == nil {
		return true
	}
	return sign*(Number(new)-Number(old)) > 0
}

// Number gives a JSON number as a float.
func Number(v any) float64 {
	switch v := v.(type) {
	case json.Number:
		f, err := v.Float64()
		if err == nil {
			return f
		}
	case float64:
		return v
	case int:
		return float64(v)
	}
	return 0
}

func limitText(l contract.Limits) string {
	var list []string
	for _, part := range []struct {
		word  string
		value any
	}{{"from", l.Min}, {"to", l.Max}, {"length from", l.MinLength}, {"length to", l.MaxLength}} {
		if part.value != nil {
			list = append(list, fmt.Sprint(part.word, " ", part.value))
		}
	}
	if l.Pattern != "" {
		list = append(list, "like "+l.Pattern)
	}
	return orNone(strings.Join(list, ", "))
}

func (c *comparison) slots(o, n *contract.Contract, h hidden) {
	pairs, gone, came := c.match("slot", slotItems(o), slotItems(n))
	for _, p := range pairs {
		a, b := o.Slot(p.old), n.Slot(p.new)
		m := memberOf("slot", a.Name, a.Spelled)
		c.spelling(SlotRenamed, m, p.pairing, spelling{a.Name, a.Spelled, a.At}, spelling{b.Name, b.Spelled, b.At})
		c.slot(m, a, b)
	}
	for _, name := range gone {
		a := o.Slot(name)
		if h.new {
			continue
		}
		m := memberOf("slot", a.Name, a.Spelled)
		if a.Form == contract.FormContent && c.takenOver(m, contract.TypeOf(types.Content), slotText(a), a.At) {
			continue
		}
		c.add(found{kind: SlotRemoved, member: m, why: a.Spelled.Or(a.Name), before: side(slotText(a), a.At)})
	}
	for _, name := range came {
		b := n.Slot(name)
		if h.old {
			continue
		}
		f := found{kind: SlotAdded, member: memberOf("slot", b.Name, b.Spelled), why: b.Spelled.Or(b.Name), after: side(slotText(b), b.At)}
		if b.Required == contract.Yes {
			f.kind = SlotAddedRequired
		}
		c.add(f)
	}
}

func slotText(s *contract.Slot) string {
	text := string(s.Form)
	if s.Gives != nil {
		text += " that is given " + payloadText(s.Gives)
	}
	return text
}

func payloadText(p *contract.Payload) string {
	if p == nil {
		return "nothing"
	}
	return p.Text(", ")
}

func (c *comparison) slot(m Member, a, b *contract.Slot) {
	c.deprecated(m, a.Deprecated, b.Deprecated, b.At)
	c.requiredChange(m, a.Required, b.Required, SlotRequired, SlotOptional, a.At, b.At)
	// In a template content is written alike whether it takes what it is given or not.
	sameNotation := c.notation.apart && isContent(a.Form) && isContent(b.Form)
	if a.Form != b.Form && a.Form != "" && b.Form != "" && !sameNotation {
		kind := SlotFormChanged
		if a.Form == contract.FormElement && b.Form == contract.FormContent {
			kind = SlotFormWidened
		}
		c.add(found{kind: kind, member: m, why: formWord(b.Form), before: side(slotText(a), a.At), after: side(slotText(b), b.At)})
	} else {
		c.payload(m, a.Gives, b.Gives, a.At, b.At, slotKinds)
	}
	c.fact(m, a.Fallback, b.Fallback, FallbackChanged, FallbackUnknown, map[contract.Fact]string{contract.Yes: "a fallback", contract.No: "nothing"}, a.At, b.At)
	c.fact(m, a.InLoop, b.InLoop, SlotPlaceChanged, "", map[contract.Fact]string{contract.Yes: "once for each item", contract.No: "once"}, a.At, b.At)
	c.fact(m, a.Conditional, b.Conditional, SlotPlaceChanged, "", map[contract.Fact]string{contract.Yes: "only in some states", contract.No: "in every state"}, a.At, b.At)
	if !reflect.DeepEqual(a.Count, b.Count) {
		kind := SlotCountWidened
		if b.Count != nil && (a.Count == nil || bound(b.Count.Min, 0) > bound(a.Count.Min, 0) || bound(b.Count.Max, 1<<30) < bound(a.Count.Max, 1<<30)) {
			kind = SlotCountNarrowed
		}
		c.add(found{kind: kind, member: m, before: side(countText(a.Count), a.At), after: side(countText(b.Count), b.At)})
	}
	if !sameSet(a.Accepts, b.Accepts) {
		kind := SlotAcceptsWidened
		if len(b.Accepts) > 0 && (len(a.Accepts) == 0 || len(missingFrom(a.Accepts, b.Accepts)) > 0) {
			kind = SlotAcceptsNarrowed
		}
		c.add(found{kind: kind, member: m, before: side(strings.Join(a.Accepts, ", "), a.At), after: side(strings.Join(b.Accepts, ", "), b.At)})
	}
}

// isContent reports whether a slot is filled by what an app draws there.
func isContent(f contract.Form) bool { return f == contract.FormContent || f == contract.FormFunction }

func bound(n *int, open int) int {
	if n == nil {
		return open
	}
	return *n
}

func countText(n *contract.Count) string {
	if n == nil {
		return "any number"
	}
	high := "any number"
	if n.Max != nil {
		high = fmt.Sprint(*n.Max)
	}
	return fmt.Sprintf("%d to %s", bound(n.Min, 0), high)
}

// fact compares a fact; unknown on one side is the kind given for it, or no news.
func (c *comparison) fact(m Member, a, b contract.Fact, kind, unknownKind Kind, text map[contract.Fact]string, at, bt *place.Place) {
	switch {
	case a == b:
	case a == contract.Unknown || b == contract.Unknown:
		if unknownKind != "" {
			c.add(found{kind: unknownKind, member: m, why: m.Spelled, before: side(orUnknownText(text[a]), at), after: side(orUnknownText(text[b]), bt)})
		}
	default:
		c.add(found{kind: kind, member: m, why: text[b], detail: map[Kind]string{SlotPlaceChanged: strings.Fields(text[b])[0]}[kind], before: side(text[a], at), after: side(text[b], bt)})
	}
}

func orUnknownText(s string) string {
	if s == "" {
		return "unknown"
	}
	return s
}

func (c *comparison) events(o, n *contract.Contract, h hidden) {
	pairs, gone, came := c.match("event", eventItems(o), eventItems(n))
	for _, p := range pairs {
		a, b := o.Event(p.old), n.Event(p.new)
		m := memberOf("event", a.Name, a.Spelled)
		c.spelling(EventRenamed, m, p.pairing, spelling{a.Name, a.Spelled, a.At}, spelling{b.Name, b.Spelled, b.At})
		c.event(m, a, b)
	}
	for _, name := range gone {
		a := o.Event(name)
		if h.new {
			continue
		}
		m, silent := memberOf("event", a.Name, a.Spelled), Silence("")
		if takes(n, m.Spelled) {
			if reportsNatively(a.Payload) && c.takenOver(m, contract.TypeOf(types.Unknown), payloadText(a.Payload), a.At) {
				continue
			}
			silent = Always // the element reports an event of that name, of another kind
		}
		c.add(found{kind: EventRemoved, member: m, why: a.Spelled.Or(a.Name), silent: silent, before: side(payloadText(a.Payload), a.At)})
	}
	for _, name := range came {
		b := n.Event(name)
		if h.old {
			continue
		}
		f := found{kind: EventAdded, member: memberOf("event", b.Name, b.Spelled), why: b.Spelled.Or(b.Name), after: side(payloadText(b.Payload), b.At)}
		switch {
		case b.Required == contract.Yes:
			f.kind = HandlerRequired
		case o.PassThrough.Unknown && takes(o, f.member.Spelled):
		case len(o.PassThrough.To) > 0 && names.ElementEvent(b.Name):
			f.kind = EventAddedShadowing
		}
		c.add(f)
	}
}

func (c *comparison) event(m Member, a, b *contract.Event) {
	c.deprecated(m, a.Deprecated, b.Deprecated, b.At)
	c.requiredChange(m, a.Required, b.Required, HandlerRequired, HandlerOptional, a.At, b.At)
	c.payload(m, a.Payload, b.Payload, a.At, b.At, eventKinds)
	if a.Returns.Known() && b.Returns.Known() && !types.Equal(a.Returns.T, b.Returns.T) {
		f := found{member: m, before: side(a.Returns.String(), a.At), after: side(b.Returns.String(), b.At)}
		switch relate(a.Returns.T, b.Returns.T) {
		case widened, rewritten:
			f.kind = ReturnsWidened
		case unsure:
			f.kind, f.why = ReturnsUnsure, types.Assignable(a.Returns.T, b.Returns.T).Why
		default:
			f.kind = ReturnsNarrowed
		}
		c.add(f)
	}
	c.flag(m, a.Cancelable, b.Cancelable, CancelableDropped, CancelableAdded, a.At, b.At)
	c.flag(m, a.Bubbles, b.Bubbles, BubblesDropped, BubblesAdded, a.At, b.At)
}

func (c *comparison) flag(m Member, a, b contract.Fact, dropped, added Kind, at, bt *place.Place) {
	switch {
	case a == contract.Yes && b == contract.No:
		c.add(found{kind: dropped, member: m, before: side("yes", at), after: side("no", bt)})
	case a == contract.No && b == contract.Yes:
		c.add(found{kind: added, member: m, before: side("no", at), after: side("yes", bt)})
	}
}

// parts compares the sub-components of a component.
func (c *comparison) parts(o, n *contract.Contract) {
	pairs, gone, came := c.match("part", partItems(o), partItems(n))
	for _, p := range pairs {
		a, b := o.Part(p.old), n.Part(p.new)
		m := memberOf("part", a.Name, a.Spelled)
		if p.pairing != nil {
			c.add(found{kind: PartRenamed, member: m, why: b.Component, detail: b.Name, pairing: p.pairing, before: side(a.Component, a.At), after: side(b.Component, b.At), extra: Detail{Names: []string{a.Component}}})
		}
		c.deprecated(m, a.Deprecated, b.Deprecated, b.At)
		if drawn(o) == drawn(n) && (!sameSet(a.Within, b.Within) || len(missingFrom(a.Shares, b.Shares)) > 0) {
			c.add(found{kind: PartPlaceChanged, member: m, why: strings.Join(b.Within, ", "), before: side(strings.Join(a.Within, ", "), a.At), after: side(strings.Join(b.Within, ", "), b.At)})
		}
	}
	for _, name := range gone {
		a := o.Part(name)
		c.add(found{kind: PartRemoved, member: memberOf("part", a.Name, a.Spelled), why: a.Component, before: side(a.Component, a.At), extra: Detail{Names: []string{a.Component}}})
	}
	for _, name := range came {
		b := n.Part(name)
		kind := PartAdded
		if b.Required == contract.Yes {
			kind = PartAddedRequired
		}
		c.add(found{kind: kind, member: memberOf("part", b.Name, b.Spelled), why: b.Component, after: side(b.Component, b.At)})
	}
}

// formWord says in words how a slot is filled.
func formWord(f contract.Form) string {
	switch f {
	case contract.FormFunction:
		return "a function that draws it"
	case contract.FormComponent:
		return "a component"
	case contract.FormElement:
		return "an element"
	}
	return "content"
}
