// This file is the table of rules.

package style

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// Rule is one rule of consistency.
type Rule struct {
	ID     string
	Title  string
	Weight Weight
	// Reason says why the rule is there.
	Reason string
	// Example is a member that breaks it.
	Example string
	find    func(*library) []hit
}

// Rules is the table.
var Rules = []Rule{
	{"C01", "source and contract file agree", Should, "two sources of truth that differ mislead whoever reads the other", "required: true beside a source that says optional", conflicting("", "the source says %s, the contract file says %s", "change %s in the contract file, or the source")},
	{"C02", "what is declared is read", Note, "an app that gives it gives it for nothing", "dense?: boolean that the body never names", conflicting("declared, never read", "%s, and %s", "read %s, or take it away")},
	{"C03", "what is read is declared", Should, "nobody who reads the declaration knows of it", "({ ink }) beside a table of prop types without ink", conflicting("read, not declared", "%s, and %s", "declare %s")},
	{"C04", "a type that is written is attached", Should, "it looks as if the props were typed, and nothing changes", "interface MarkProps beside function Mark(props)", conflicting("written, not attached", "%s, and %s", "give the component's props the type %s")},
	{"C05", "a default stands in one place", Should, "of two defaults one never comes to pass", "size = 'm' beside defaultProps = { size: 's' }", conflicting("two defaults", "%s, %s", "keep one of the two for %s")},
	{"C06", "a ref reaches what its type says", Should, "an app calls what is not there", "Ref<{ open(): void }> beside useImperativeHandle that gives close", conflicting("handle", "%s, and %s", "make the type of the ref and what is put on it agree on %s")},
	{"H01", "a value comes with its change event", Should, "an app that holds a value must hear of its changes", "value without onValueChange", valueWithoutChange},
	{"H02", "an initial value comes with its value", Should, "an app that starts with an initial value cannot go on to hold it", "defaultLevel without level", initialWithoutValue},
	{"R01", "a name does not repeat its component", Should, "the component's name already says it at every use", "luggageWeight on LuggageLine", repeatsComponent},
	{"R12", "an optional variant has a default", Must, "without one nobody knows what stands there when nothing is given", "unit?: 'metres' | 'feet' with no default", variantWithoutDefault},
	{"R18", "flags are spelled one way", Should, "two spellings make people guess", "isBoarding among busy, live, struck", flagSpelling},
	{"R21", "one idea has one name, one set of values and one default", Should, "what is learnt on one component should hold on the next", "kind on one component, tone on the others", sameIdea},
}

var byID = func() map[string]Rule {
	m := map[string]Rule{}
	for _, r := range AllRules() {
		m[r.ID] = r
	}
	return m
}()

func knownRules() string {
	var list []string
	for _, r := range AllRules() {
		list = append(list, r.ID)
	}
	return "there are " + strings.Join(list, ", ")
}

// library is what the rules look at.
type library struct {
	listing   *contract.Listing
	settings  *Settings
	conflicts []Conflict
}

// own calls f for every prop that the library itself declares.
func (l *library) own(f func(c *contract.Contract, p *contract.Prop)) {
	for i := range l.listing.Components {
		c := &l.listing.Components[i]
		for _, p := range c.Props {
			if (p.Origin == "" || p.Origin == "own") && p.Deprecated == nil {
				f(c, p)
			}
		}
	}
}

func spelled(p *contract.Prop) string { return p.Spelled.Or(p.Name) }

// conflicting finds where the two sides of one claim differ. why takes both
// sides, mend what it is about.
func conflicting(claim, why, mend string) func(l *library) []hit {
	return func(l *library) []hit {
		var hits []hit
		for _, x := range l.conflicts {
			at := x.At
			c := l.listing.Component(x.Component)
			if c == nil || x.Claim != claim {
				continue
			}
			hits = append(hits, hit{component: c, member: x.Member, at: &at, detail: x.What, why: fmt.Sprintf(why, x.Source, x.File), mend: fmt.Sprintf(mend, x.What)})
		}
		return hits
	}
}

// repeatsComponent finds names of several words that begin with or hold a word
// of the component's name. A name that is such a word alone (sailing on
// SailingRow) names the data and is right.
func repeatsComponent(l *library) []hit {
	var hits []hit
	look := func(c *contract.Contract, name, spelled string, h hit) {
		words := names.Words(name)
		if len(words) < 2 {
			return
		}
		mine := map[string]bool{}
		for _, w := range names.Words(c.Component[strings.LastIndexByte(c.Component, '.')+1:]) {
			mine[w] = true
		}
		var repeated, rest []string
		for _, w := range words {
			if mine[w] {
				repeated = append(repeated, w)
			} else {
				rest = append(rest, w)
			}
		}
		if len(repeated) == 0 || len(rest) == 0 || words[0] == "default" || rest[0] == "change" {
			return
		}
		h.component, h.member = c, spelled
		h.why = fmt.Sprintf("%s repeats %q, which %s already says", spelled, strings.Join(repeated, " "), c.Component)
		h.mend = "call it " + joinCamel(rest)
		hits = append(hits, h)
	}
	for i := range l.listing.Components {
		c := &l.listing.Components[i]
		for _, s := range c.Slots {
			look(c, s.Name, s.Spelled.Name, hit{at: s.At})
		}
		for _, e := range c.Events {
			look(c, e.Name, e.Spelled.Name, hit{at: e.At})
		}
	}
	l.own(func(c *contract.Contract, p *contract.Prop) { look(c, p.Name, spelled(p), hit{at: p.At}) })
	return hits
}

func joinCamel(words []string) string {
	s := words[0]
	for _, w := range words[1:] {
		s += names.UpperFirst(w)
	}
	return s
}

func variantWithoutDefault(l *library) []hit {
	var hits []hit
	l.own(func(c *contract.Contract, p *contract.Prop) {
		if p.Role != contract.RoleVariant || p.Required != contract.No || p.Default.Kind != contract.DefaultNone {
			return
		}
		hits = append(hits, hit{component: c, member: spelled(p), at: p.At,
			why:  spelled(p) + " is optional and nothing says which of " + p.Type.String() + " holds without it",
			mend: "give " + spelled(p) + " a default, or make it required"})
	})
	return hits
}

// yesNo are the words that begin a flag spelled as a question.
var yesNo = map[string]bool{"is": true, "has": true, "can": true, "should": true, "was": true, "will": true, "are": true, "does": true}

// Limits below which the spelling of flags is no habit yet.
const (
	fewestFlags   = 3
	habitualShare = 0.6
)

func flagSpelling(l *library) []hit {
	type flag struct {
		c *contract.Contract
		p *contract.Prop
	}
	var asked, plain []flag
	l.own(func(c *contract.Contract, p *contract.Prop) {
		words := names.Words(p.Name)
		if !p.Type.Known() || !types.Equal(types.Without(p.Type.T, types.Undefined), types.Boolean) || len(words) == 0 || words[0] == "default" {
			return
		}
		if yesNo[words[0]] {
			asked = append(asked, flag{c, p})
		} else {
			plain = append(plain, flag{c, p})
		}
	})
	all := float64(len(asked) + len(plain))
	few, habit := asked, "without a question word"
	if len(asked) > len(plain) {
		few, habit = plain, "with a question word"
	}
	if all < fewestFlags || len(few) == 0 || float64(len(few))/all > 1-habitualShare {
		return nil
	}
	var hits []hit
	for _, f := range few {
		mend := "spell it " + habit
		if words := names.Words(f.p.Name); yesNo[words[0]] && len(words) > 1 {
			mend = "call it " + joinCamel(words[1:])
		}
		hits = append(hits, hit{component: f.c, member: spelled(f.p), at: f.p.At,
			why:  fmt.Sprintf("%d of %d flags of the library are spelled %s", int(all)-len(few), int(all), habit),
			mend: mend})
	}
	return hits
}

// variant is one axis of one component.
type variant struct {
	c      *contract.Contract
	p      *contract.Prop
	values string // sorted, as one text
	set    map[string]bool
}

func (l *library) variants() []variant {
	var list []variant
	l.own(func(c *contract.Contract, p *contract.Prop) {
		if p.Role != contract.RoleVariant {
			return
		}
		values, _, ok := types.Values(p.Type.T)
		if !ok {
			return
		}
		v := variant{c, p, "", map[string]bool{}}
		var texts []string
		for _, x := range values {
			v.set[x.String()] = true
			texts = append(texts, x.String())
		}
		sort.Strings(texts)
		v.values = strings.Join(texts, " | ")
		list = append(list, v)
	})
	return list
}

// overlap is the share of values that two sets have in common.
func overlap(a, b map[string]bool) float64 {
	shared := 0
	for v := range a {
		if b[v] {
			shared++
		}
	}
	return float64(shared) / float64(len(a)+len(b)-shared)
}

// alikeSets is how much two sets must overlap to be taken for one idea.
const alikeSets = 0.5

// sameIdea finds one idea under several names, with several sets of values or
// with several defaults. The evidence is the values and types themselves and
// the library's own vocabulary; no list of synonyms is built in.
func sameIdea(l *library) []hit {
	hits := l.vocabulary()
	variants := l.variants()
	// One set under several names: the name that most components use is right.
	bySet := map[string][]variant{}
	for _, v := range variants {
		bySet[v.values] = append(bySet[v.values], v)
	}
	for _, key := range slices.Sorted(maps.Keys(bySet)) {
		group := bySet[key]
		usual := most(group, func(v variant) string { return v.p.Name })
		for _, v := range group {
			if v.p.Name != usual {
				hits = append(hits, hit{component: v.c, member: spelled(v.p), at: v.p.At, detail: "name",
					why:  fmt.Sprintf("%s takes the same values as %s on %s", spelled(v.p), usual, others(group, usual, func(v variant) string { return v.p.Name })),
					mend: "call it " + usual})
			}
		}
	}
	byName := map[string][]variant{}
	for _, v := range variants {
		byName[v.p.Name] = append(byName[v.p.Name], v)
	}
	for _, name := range slices.Sorted(maps.Keys(byName)) {
		group := byName[name]
		usual := most(group, func(v variant) string { return v.values })
		var norm variant
		for _, v := range group {
			if v.values == usual {
				norm = v
				break
			}
		}
		var same []variant
		for _, v := range group {
			if v.values == usual {
				same = append(same, v)
				continue
			}
			if overlap(v.set, norm.set) >= alikeSets {
				hits = append(hits, hit{component: v.c, member: spelled(v.p), at: v.p.At, detail: "values",
					why:  fmt.Sprintf("%s takes %s here and %s on %s", name, v.values, usual, others(group, usual, func(v variant) string { return v.values })),
					mend: "take the same values, or another name"})
			}
		}
		value := func(v variant) string { return defaultText(v.p.Default) }
		withDefault := same[:0:0]
		for _, v := range same {
			if v.p.Default.Kind == contract.DefaultValue {
				withDefault = append(withDefault, v)
			}
		}
		if len(withDefault) < 2 {
			continue
		}
		usualDefault := most(withDefault, value)
		for _, v := range withDefault {
			if value(v) != usualDefault {
				hits = append(hits, hit{component: v.c, member: spelled(v.p), at: v.p.At, detail: "default",
					why:  fmt.Sprintf("without %s it is %s here and %s on %s", name, value(v), usualDefault, others(withDefault, usualDefault, value)),
					mend: "make " + usualDefault + " the default here too, or say in the advice why not"})
			}
		}
	}
	return append(hits, l.sharedTypes()...)
}

// vocabulary finds names that the house style gives another name for.
func (l *library) vocabulary() []hit {
	var hits []hit
	l.own(func(c *contract.Contract, p *contract.Prop) {
		for _, idea := range l.settings.Vocabulary {
			for _, other := range idea.InsteadOf {
				if p.Name == other {
					hits = append(hits, hit{component: c, member: spelled(p), at: p.At, detail: "vocabulary",
						why: fmt.Sprintf("the house style says %s for what is called %s here", idea.Name, other), mend: "call it " + idea.Name})
				}
			}
		}
	})
	return hits
}

// sharedTypes finds records of one shape under several names.
func (l *library) sharedTypes() []hit {
	byType := map[string][]variant{}
	l.own(func(c *contract.Contract, p *contract.Prop) {
		if !p.Type.Known() {
			return
		}
		t := p.Type.T
		if a, ok := t.(*types.Array); ok {
			t = a.Elem
		}
		if o, ok := t.(*types.Object); ok && len(o.Fields) >= 2 {
			key := types.Key(p.Type.T)
			byType[key] = append(byType[key], variant{c: c, p: p})
		}
	})
	var hits []hit
	name := func(v variant) string { return v.p.Name }
	for _, key := range slices.Sorted(maps.Keys(byType)) {
		group := byType[key]
		usual := most(group, name)
		for _, v := range group {
			if v.p.Name != usual {
				hits = append(hits, hit{component: v.c, member: spelled(v.p), at: v.p.At, detail: "type",
					why: fmt.Sprintf("%s holds the same record as %s on %s", spelled(v.p), usual, others(group, usual, name)), mend: "call it " + usual})
			}
		}
	}
	return hits
}

// most gives the text that most of a group have; of several, that of the first
// component by name.
func most(group []variant, text func(variant) string) string {
	count := map[string]int{}
	for _, v := range group {
		count[text(v)]++
	}
	best := ""
	for _, v := range group {
		if t := text(v); best == "" || count[t] > count[best] {
			best = t
		}
	}
	return best
}

// others names the components of a group that have a text.
func others(group []variant, want string, text func(variant) string) string {
	var list []string
	for _, v := range group {
		if text(v) == want {
			list = append(list, v.c.Component)
		}
	}
	if len(list) > 3 {
		return strings.Join(list[:3], ", ") + fmt.Sprintf(" and %d more", len(list)-3)
	}
	return strings.Join(list, ", ")
}

func defaultText(d contract.Default) string {
	data, err := json.Marshal(d.Value)
	if err != nil {
		return fmt.Sprint(d.Value)
	}
	return string(data)
}

// valueWithoutChange finds values that an app can hand in but never hears of.
func valueWithoutChange(l *library) []hit {
	var hits []hit
	l.own(func(c *contract.Contract, p *contract.Prop) {
		if p.Name != "value" && c.Prop(initialName(p.Name)) == nil {
			return
		}
		for _, w := range c.TwoWay {
			if w.Value == p.Name && w.Change != "" {
				return
			}
		}
		if !c.Complete {
			return // the event may stand in what could not be read
		}
		hits = append(hits, hit{component: c, member: spelled(p), at: p.At,
			why:  "an app can hand in " + spelled(p) + " and is never told that it changes",
			mend: "report its changes, or name it for what it shows"})
	})
	return hits
}

func initialName(value string) string {
	if value == "" {
		return ""
	}
	return names.Initial(value)
}

func initialWithoutValue(l *library) []hit {
	var hits []hit
	l.own(func(c *contract.Contract, p *contract.Prop) {
		rest, ok := strings.CutPrefix(p.Name, "default")
		if !ok || rest == "" || rest[:1] == strings.ToLower(rest[:1]) || !c.Complete {
			return
		}
		value := names.LowerFirst(rest)
		if c.Prop(value) != nil || c.Slot(value) != nil {
			return
		}
		hits = append(hits, hit{component: c, member: spelled(p), at: p.At,
			why:  "an app can say how " + value + " starts and never hold it",
			mend: "add " + value + " with its change event, or drop the word default"})
	})
	return hits
}
