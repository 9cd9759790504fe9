// This file compares what a component promises beside its members: style hooks,
// theming, context, pairs, state changes, guarantees, outside value sets, what
// it draws inside.

package change

import (
	"fmt"
	"reflect"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// matched pairs two lists by key: what is on both sides, what went, what came,
// each in the order of its list.
func matched[T any](old, new []T, key func(T) string) (both [][2]T, gone, came []T) {
	oldBy, newBy := map[string]T{}, map[string]T{}
	for _, x := range old {
		oldBy[key(x)] = x
	}
	for _, x := range new {
		newBy[key(x)] = x
	}
	for _, x := range old {
		if y, ok := newBy[key(x)]; ok {
			both = append(both, [2]T{x, y})
		} else {
			gone = append(gone, x)
		}
	}
	for _, x := range new {
		if _, ok := oldBy[key(x)]; !ok {
			came = append(came, x)
		}
	}
	return both, gone, came
}

func itself(s string) string { return s }

// drawn reports whether a contract comes from something that shows what the
// component draws; a declaration does not.
func drawn(c *contract.Contract) bool { return !c.PassThrough.Unknown }

// promises compares all that this file is about.
func (c *comparison) promises(me Member, o, n *contract.Contract) {
	if drawn(o) == drawn(n) {
		c.styleHooks(o, n)
		c.context(o, n)
		c.inside(me, o, n)
	} else {
		for _, part := range []struct {
			name     string
			old, new any
		}{{"styleHooks", o.StyleHooks, n.StyleHooks}, {"context", o.Context, n.Context}} {
			if !reflect.DeepEqual(part.old, part.new) {
				c.add(found{kind: PromiseUnknown, member: me, why: promiseWords[part.name], detail: part.name, before: side(saidText(drawn(o)), o.At), after: side(saidText(drawn(n)), n.At)})
			}
		}
	}
	c.theming(o, n)
	c.pairs(me, o, n)
	c.stateChanges(o, n)
	c.guarantees(me, o, n)
	c.valueSets(o, n)
	c.payload(Member{Kind: "result", Name: "result", Spelled: "result"}, o.Result, n.Result, o.At, n.At, resultKinds)
}

var promiseWords = map[string]string{"styleHooks": "the style hooks", "context": "what it provides, needs and injects"}

func saidText(known bool) string {
	if known {
		return "known"
	}
	return "unknown"
}

// hookGroups are the kinds of style hooks, as they are listed.
var hookGroups = []struct {
	word string
	of   func(contract.StyleHooks) contract.Hooks
}{
	{"class", func(h contract.StyleHooks) contract.Hooks { return h.Classes }},
	{"part", func(h contract.StyleHooks) contract.Hooks { return h.CSSParts }},
	{"property", func(h contract.StyleHooks) contract.Hooks { return h.Properties }},
	{"data", func(h contract.StyleHooks) contract.Hooks { return h.Data }},
}

func (c *comparison) styleHooks(o, n *contract.Contract) {
	for _, g := range hookGroups {
		both, gone, came := matched(g.of(o.StyleHooks), g.of(n.StyleHooks), func(h contract.Hook) string { return h.Name })
		of := func(name string) Member { return Member{string(contract.MemberStyleHook), name, name} }
		for _, h := range gone {
			c.add(found{kind: HookRemoved, member: of(h.Name), why: h.Name, detail: g.word, before: side(hookText(h), o.At), extra: Detail{Names: []string{h.Name}}})
		}
		for _, h := range came {
			c.add(found{kind: HookAdded, member: of(h.Name), why: h.Name, detail: g.word, after: side(hookText(h), n.At)})
		}
		for _, h := range both {
			if a, b := h[0].Reflects, h[1].Reflects; a != "" && b != "" && !reflectAlike(a, b) {
				c.add(found{kind: HookChanged, member: of(h[0].Name), why: b, detail: g.word, before: side(hookText(h[0]), o.At), after: side(hookText(h[1]), n.At), extra: Detail{Names: []string{h[0].Name}}})
			}
		}
	}
}

// reflectAlike reports whether two hooks show the same: at least one member that
// the one reflects is reflected by the other. That a further member decides too
// is told where the member is.
func reflectAlike(a, b string) bool {
	was, listed := strings.CutPrefix(a, "reflects ")
	is, listedToo := strings.CutPrefix(b, "reflects ")
	if !listed || !listedToo {
		return a == b
	}
	old := strings.Split(was, ", ")
	return slices.ContainsFunc(strings.Split(is, ", "), func(name string) bool { return slices.Contains(old, name) })
}

func hookText(h contract.Hook) string {
	if h.Reflects == "" {
		return h.Name
	}
	return h.Name + ": " + h.Reflects
}

func (c *comparison) theming(o, n *contract.Contract) {
	for _, part := range []struct {
		word           string
		old, new       []string
		dropped, added Kind
	}{
		{"token", o.Theming.Tokens, n.Theming.Tokens, TokenDropped, TokenAdded},
		{"default", o.Theming.AppDefaults, n.Theming.AppDefaults, AppDefaultDropped, AppDefaultAdded},
	} {
		_, gone, came := matched(part.old, part.new, itself)
		for _, name := range gone {
			c.add(found{kind: part.dropped, member: Member{"theming", name, name}, why: name, before: side(name, o.At), extra: Detail{Names: []string{name}}})
		}
		for _, name := range came {
			c.add(found{kind: part.added, member: Member{"theming", name, name}, why: name, after: side(name, n.At)})
		}
	}
}

func (c *comparison) context(o, n *contract.Contract) {
	carried := func(x contract.Carried) string { return x.Name }
	both, gone, came := matched(o.Context.Provides, n.Context.Provides, carried)
	of := func(name string) Member { return Member{"context", name, name} }
	for _, x := range gone {
		c.add(found{kind: ProvidedRemoved, member: of(x.Name), why: x.Name, before: side(x.Type.String(), o.At)})
	}
	for _, x := range came {
		c.add(found{kind: ProvidedAdded, member: of(x.Name), why: x.Name, after: side(x.Type.String(), n.At)})
	}
	for _, x := range both {
		if !x[0].Type.Known() || !x[1].Type.Known() {
			continue
		}
		f := found{member: of(x[0].Name), why: x[0].Name, before: side(x[0].Type.String(), o.At), after: side(x[1].Type.String(), n.At)}
		// Handed back: the sides are swapped.
		switch relate(x[1].Type.T, x[0].Type.T) {
		case narrowed, replaced:
			f.kind = ProvidedChanged
		case unsure:
			f.kind = ProvidedUnsure
		default:
			continue
		}
		c.add(f)
	}
	bothNeeds, goneNeeds, cameNeeds := matched(o.Context.Needs, n.Context.Needs, func(x contract.Provider) string { return x.Name })
	for _, x := range goneNeeds {
		c.add(found{kind: ProviderDropped, member: of(x.Name), why: x.Name, before: side(providerText(x), o.At)})
	}
	for _, x := range cameNeeds {
		kind := ProviderNeeded
		if x.Optional {
			kind = ProviderRead
		}
		c.add(found{kind: kind, member: of(x.Name), why: providerText(x), after: side(providerText(x), n.At), extra: Detail{Names: []string{x.Name, x.From}}})
	}
	for _, x := range bothNeeds {
		a, b := x[0], x[1]
		f := found{member: of(a.Name), why: providerText(b), before: side(providerText(a), o.At), after: side(providerText(b), n.At), extra: Detail{Names: []string{b.Name, b.From}}}
		switch {
		case a.From != b.From && a.From != "" && b.From != "":
			f.kind = ProviderMoved
		case a.Optional && !b.Optional:
			f.kind = ProviderNeeded
		default:
			continue
		}
		c.add(f)
	}
	bothIn, goneIn, cameIn := matched(o.Context.Injects, n.Context.Injects, func(x contract.Injected) string { return x.Name })
	for _, x := range goneIn {
		c.add(found{kind: InjectedRemoved, member: of(x.Name), why: x.Name, before: side(injectedText(x), o.At)})
	}
	for _, x := range cameIn {
		kind := InjectedAdded
		if x.Overrides != contract.No {
			kind = InjectedOverrides
		}
		c.add(found{kind: kind, member: of(x.Name), why: x.Name, after: side(injectedText(x), n.At), extra: Detail{Names: []string{x.Name}}})
	}
	for _, x := range bothIn {
		if x[0].Overrides == contract.No && x[1].Overrides == contract.Yes {
			c.add(found{kind: InjectedOverrides, member: of(x[0].Name), why: x[0].Name, before: side(injectedText(x[0]), o.At), after: side(injectedText(x[1]), n.At), extra: Detail{Names: []string{x[0].Name}}})
		}
	}
}

func providerText(x contract.Provider) string {
	s := x.Name
	if x.From != "" {
		s += " of " + x.From
	}
	if x.Optional {
		s += ", if there is one"
	}
	return s
}

func injectedText(x contract.Injected) string {
	if x.Overrides == contract.Yes {
		return x.Name + ", over what the child gives"
	}
	return x.Name
}

// pairs compares which members of sibling parts must carry equal values.
func (c *comparison) pairs(me Member, o, n *contract.Contract) {
	key := func(p contract.Pair) string {
		members := slices.Sorted(slices.Values(p.Members))
		return strings.Join(members, " = ")
	}
	_, gone, came := matched(o.Pairs, n.Pairs, key)
	for _, p := range gone {
		c.add(found{kind: PairRemoved, member: me, why: key(p), detail: key(p), before: side(key(p), o.At), extra: Detail{Names: p.Members}})
	}
	for _, p := range came {
		c.add(found{kind: PairAdded, member: me, why: key(p), detail: key(p), after: side(key(p), n.At), extra: Detail{Names: p.Members}})
	}
}

// stateChanges compares the kinds of state change that an app may amend, and
// what each is told with.
func (c *comparison) stateChanges(o, n *contract.Contract) {
	both, gone, came := matched(o.StateChanges, n.StateChanges, func(s contract.StateChange) string { return s.Name })
	of := func(name string) Member { return Member{"stateChange", name, name} }
	renamed := map[string]bool{}
	for _, s := range gone {
		f := found{kind: StateChangeRemoved, member: of(s.Name), why: s.Name, before: side(payloadText(s.Payload), o.At)}
		for _, to := range came {
			if slices.ContainsFunc(to.Was, func(w contract.Was) bool { return w.Name == s.Name }) {
				renamed[to.Name] = true
				f.kind, f.why, f.detail, f.pairing = StateChangeRenamed, to.Name, to.Name, &Pairing{s.Name, to.Name, 1, "the contract says so"}
				f.after = side(payloadText(to.Payload), n.At)
			}
		}
		c.add(f)
	}
	for _, s := range came {
		if !renamed[s.Name] {
			c.add(found{kind: StateChangeAdded, member: of(s.Name), why: s.Name, after: side(payloadText(s.Payload), n.At)})
		}
	}
	for _, s := range both {
		before := len(c.changes)
		c.payload(of(s[0].Name), s[0].Payload, s[1].Payload, o.At, n.At, eventKinds)
		// One row stands for all that makes what is told poorer.
		poorer := slices.ContainsFunc(c.changes[before:], func(ch Change) bool { return ch.Verdict == Breaking })
		richer := len(c.changes) > before && !poorer
		c.drop(before)
		f := found{member: of(s[0].Name), why: s[0].Name, before: side(payloadText(s[0].Payload), o.At), after: side(payloadText(s[1].Payload), n.At)}
		switch {
		case poorer:
			f.kind = StateChangePoorer
		case richer:
			f.kind = StateChangeRicher
		default:
			continue
		}
		c.add(f)
	}
}

// drop takes back the changes from an index on.
func (c *comparison) drop(from int) {
	for _, ch := range c.changes[from:] {
		delete(c.ids, ch.ID)
	}
	c.changes = c.changes[:from]
}

func (c *comparison) guarantees(me Member, o, n *contract.Contract) {
	key := func(g contract.Guarantee) string { return strings.TrimSpace(g.State + " " + g.Event) }
	_, gone, came := matched(o.Guarantees, n.Guarantees, func(g contract.Guarantee) string { return key(g) + "\x00" + g.Promise })
	altered, withdrawn, added := matched(gone, came, key)
	text := func(g contract.Guarantee) string { return strings.TrimSpace(key(g) + ": " + g.Promise) }
	for _, g := range withdrawn {
		c.add(found{kind: GuaranteeWithdrawn, member: me, why: text(g), detail: key(g), before: side(text(g), o.At)})
	}
	for _, g := range added {
		c.add(found{kind: GuaranteeAdded, member: me, why: text(g), detail: key(g), after: side(text(g), n.At)})
	}
	for _, g := range altered {
		c.add(found{kind: GuaranteeAltered, member: me, why: text(g[1]), detail: key(g[0]), before: side(text(g[0]), o.At), after: side(text(g[1]), n.At)})
	}
}

// valueSets compares the outside sets that props take their values from.
func (c *comparison) valueSets(o, n *contract.Contract) {
	both, gone, _ := matched(o.ValueSets, n.ValueSets, func(v contract.ValueSet) string { return v.Name })
	of := func(name string) Member { return Member{"valueSet", name, name} }
	for _, v := range gone {
		c.add(found{kind: ValueSetGone, member: of(v.Name), why: v.Name, before: side(setText(v), o.At), extra: Detail{Names: takenFrom(o, v.Name)}})
	}
	for _, v := range both {
		a, b := v[0], v[1]
		_, lost, won := matched(a.Values, b.Values, jsonText)
		for _, x := range lost {
			c.add(found{kind: SetValueGone, member: of(a.Name), why: jsonText(x), detail: fmt.Sprint(x), before: side(setText(a), o.At), after: side(setText(b), n.At), extra: Detail{Names: takenFrom(o, a.Name), Value: x}})
		}
		for _, x := range won {
			c.add(found{kind: SetValueAdded, member: of(a.Name), why: jsonText(x), detail: fmt.Sprint(x), before: side(setText(a), o.At), after: side(setText(b), n.At)})
		}
		if len(lost)+len(won) == 0 && (a.Version != b.Version || a.From != b.From) {
			c.add(found{kind: ValueSetMoved, member: of(a.Name), why: setText(b), before: side(setText(a), o.At), after: side(setText(b), n.At)})
		}
	}
}

func setText(v contract.ValueSet) string {
	s := v.Name
	if v.From != "" {
		s += " of " + v.From
	}
	if v.Version != "" {
		s += " " + v.Version
	}
	return s
}

// takenFrom names the props that take their values from a set, as they are spelled.
func takenFrom(c *contract.Contract, set string) (list []string) {
	for _, p := range c.Props {
		if p.ValueSet == set {
			list = append(list, p.Spelled.Or(p.Name))
		}
	}
	return list
}

// inside tells that what is drawn has another outline; no use notices it that
// does not reach in.
func (c *comparison) inside(me Member, o, n *contract.Contract) {
	if len(o.Inside) > 0 && len(n.Inside) > 0 && !reflect.DeepEqual(o.Inside, n.Inside) {
		c.add(found{kind: InsideChanged, member: me, before: side(outlineText(o.Inside), o.At), after: side(outlineText(n.Inside), n.At)})
	}
}

// outlineText writes an outline in one line: elements with what stands in them.
func outlineText(list []contract.Outline) string {
	var out []string
	for _, x := range list {
		s := x.Element
		if x.Slot != "" {
			s = "{" + x.Slot + "}"
		}
		if x.When != "" {
			s += "?"
		}
		if x.Each != "" {
			s += "*"
		}
		if len(x.Children) > 0 {
			s += "(" + outlineText(x.Children) + ")"
		}
		out = append(out, s)
	}
	return strings.Join(out, " ")
}

// handleMembers compares what a ref reaches, member by member.
func (c *comparison) handleMembers(o, n *contract.Contract) {
	if o.Handle == nil || n.Handle == nil {
		return
	}
	both, gone, came := matched(o.Handle.Members, n.Handle.Members, func(m contract.HandleMember) string { return m.Name })
	of := func(name string) Member { return Member{"handle", name, name} }
	for _, m := range gone {
		f := found{kind: HandleMemberRemoved, member: of(m.Name), why: m.Name, before: side(m.Type.String(), o.At), extra: Detail{Field: []string{m.Name}, Position: 1}}
		for _, to := range came {
			if slices.ContainsFunc(to.Was, func(w contract.Was) bool { return w.Name == m.Name }) {
				f.pairing = &Pairing{m.Name, to.Name, 1, "the contract says so"}
			}
		}
		c.add(f)
	}
	for _, m := range came {
		c.add(found{kind: HandleMemberAdded, member: of(m.Name), why: m.Name, after: side(m.Type.String(), n.At)})
	}
	for _, m := range both {
		a, b := m[0], m[1]
		c.deprecated(of(a.Name), a.Deprecated, b.Deprecated, b.At)
		f := found{member: of(a.Name), why: a.Name, before: side(a.Type.String(), o.At), after: side(b.Type.String(), n.At), extra: Detail{Field: []string{a.Name}, Position: 1}}
		// Handed back: the sides are swapped.
		switch relate(orUnknown(b.Type), orUnknown(a.Type)) {
		case widened:
			f.kind = HandleMemberRicher
		case narrowed, replaced:
			f.kind = HandleMemberPoorer
		case unsure:
			f.kind, f.why = HandleMemberUnsure, types.Assignable(orUnknown(b.Type), orUnknown(a.Type)).Why
		default:
			continue
		}
		c.add(f)
	}
}
