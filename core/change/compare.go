// This file compares listings component by component.

package change

import (
	"fmt"
	"maps"
	"reflect"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/place"
	"steadysocket/core/types"
)

type comparison struct {
	options   Options
	changes   []Change
	old, new  *contract.Contract // of the component at hand
	ids       map[string]int
	notation  notation
	framework string
	sides     *sides
	texts     map[*contract.Contract]map[string]bool // members of those that went or came
	gone      []string                               // modules of the old side that are no longer there, or were not read
	unlisted  map[string]bool                        // what may still be exported by a module that was not read
}

// found describes one change on its way into the list.
type found struct {
	kind    Kind
	member  Member
	why     string // fills the %s of the row's sentence
	detail  string // last piece of the id
	before  *Side
	after   *Side
	pairing *Pairing
	extra   Detail
	verdict Verdict // "" for the row's
	silent  Silence // "" for the row's
}

func (c *comparison) add(f found) {
	row := ByKind[f.kind]
	why := row.Why
	if strings.Contains(why, "%s") {
		why = fmt.Sprintf(why, f.why)
	}
	component := ""
	switch {
	case c.old != nil:
		component = c.old.Component
	case c.new != nil:
		component = c.new.Component
	}
	f.extra.Old, f.extra.New = c.old, c.new
	ch := Change{
		Component: component, Member: f.member, Kind: f.kind, Verdict: row.Verdict, Silent: row.Silent, Why: why,
		Before: f.before, After: f.after, Pairing: f.pairing, Detail: f.extra,
	}
	if f.verdict != "" {
		ch.Verdict = f.verdict
	}
	if s, ok := inTemplates[f.kind]; ok && c.notation.templates {
		ch.Silent = s
	}
	if f.silent != "" {
		ch.Silent = f.silent
	}
	name := f.member.Name
	if f.member.Kind == name || f.member.Kind == "component" {
		name = ""
	}
	ch.ID = id(component, f.member.Kind, name, string(f.kind), f.detail)
	if c.ids == nil {
		c.ids = map[string]int{}
	}
	if c.ids[ch.ID]++; c.ids[ch.ID] > 1 {
		ch.ID = id(ch.ID, fmt.Sprint(c.ids[ch.ID]))
	}
	c.changes = append(c.changes, ch)
}

func side(text string, at *place.Place) *Side { return &Side{Text: text, At: at} }

// components pairs the components of both sides and compares each pair.
func (c *comparison) components(old, new *contract.Listing) {
	oldBy, newBy := map[string]*contract.Contract{}, map[string]*contract.Contract{}
	for i := range old.Components {
		oldBy[old.Components[i].Component] = &old.Components[i]
	}
	for i := range new.Components {
		newBy[new.Components[i].Component] = &new.Components[i]
	}
	var gone, came []*contract.Contract
	var stay [][2]*contract.Contract
	for i := range old.Components {
		o := &old.Components[i]
		if n := newBy[o.Component]; n != nil {
			stay = append(stay, [2]*contract.Contract{o, n})
			c.pair(o, n, nil)
		} else {
			gone = append(gone, o)
		}
	}
	for i := range new.Components {
		if n := &new.Components[i]; oldBy[n.Component] == nil {
			came = append(came, n)
		}
	}
	regrouped := c.regroupedAsSaid(gone, came, stay)
	left := slices.DeleteFunc(slices.Clone(gone), func(o *contract.Contract) bool { return regrouped[o].into != nil })
	pairs := c.pairComponents(left, came)
	unpaired := slices.Clone(came)
	for o, p := range pairs {
		stay = append(stay, [2]*contract.Contract{o, p.new})
		unpaired = slices.DeleteFunc(unpaired, func(n *contract.Contract) bool { return n == p.new })
	}
	left = slices.DeleteFunc(left, func(o *contract.Contract) bool { return pairs[o].new != nil })
	maps.Copy(regrouped, c.regroup(left, unpaired, stay))
	for _, o := range gone {
		p, ok := pairs[o]
		if ok {
			c.pair(o, p.new, p.pairing)
			continue
		}
		c.old, c.new = o, nil
		if r, ok := regrouped[o]; ok {
			c.add(found{kind: r.kind, member: Member{Kind: "component", Name: o.Component, Spelled: o.Export.Name}, why: componentNames(r.into), before: side(o.Component, o.At), after: side(componentNames(r.into), r.into[0].At)})
			continue
		}
		if parent, _, isPart := strings.Cut(o.Component, "."); isPart && newBy[parent] != nil {
			continue // told as a part of the component that it belongs to
		}
		if c.unread(o.Export.Module, new) {
			c.unlisted[o.Component] = true
			continue
		}
		c.add(found{kind: ComponentRemoved, member: Member{Kind: "component", Name: o.Component, Spelled: o.Export.Name}, before: side(o.Component, o.At)})
	}
	for _, n := range came {
		taken := false
		for _, p := range pairs {
			taken = taken || p.new == n
		}
		if taken {
			continue
		}
		c.old, c.new = nil, n
		if parent, _, isPart := strings.Cut(n.Component, "."); isPart && oldBy[parent] != nil {
			continue
		}
		if c.unread(n.Export.Module, old) {
			continue
		}
		c.add(found{kind: ComponentAdded, member: Member{Kind: "component", Name: n.Component, Spelled: n.Export.Name}, after: side(n.Component, n.At)})
	}
	c.old, c.new = nil, nil
}

// unread reports whether a module may be there in a package of which not all modules were
// read.
func (c *comparison) unread(module string, in *contract.Listing) bool {
	return in.Package.MoreModules && !slices.Contains(in.Package.Modules, module)
}

// pair compares two contracts of one component.
func (c *comparison) pair(o, n *contract.Contract, pairing *Pairing) {
	c.old, c.new = o, n
	defer func() { c.old, c.new = nil, nil }()
	me := Member{Kind: "component", Name: o.Component, Spelled: o.Export.Name}
	if pairing != nil && o.Export.Kind == contract.ExportPlace && n.Export.Kind == contract.ExportPlace {
		c.add(found{kind: PlaceMoved, member: me, why: n.Component, detail: n.Component, pairing: pairing, before: side(o.Export.Module, o.At), after: side(n.Export.Module, n.At)})
	} else if pairing != nil {
		c.add(found{kind: ComponentRenamed, member: me, why: n.Component, detail: n.Component, pairing: pairing, before: side(o.Component, o.At), after: side(n.Component, n.At)})
	}
	if o.InterfaceHash != "" && o.InterfaceHash == n.InterfaceHash {
		if o.ContentHash != n.ContentHash {
			if o.InsideHash != n.InsideHash {
				c.inside(me, o, n)
				if sameWords(o, n) {
					return
				}
			}
			c.add(found{kind: WordsChanged, member: me, before: side(o.Summary, o.At), after: side(n.Summary, n.At)})
		}
		return
	}
	o, n = c.marked(o, n)
	if o.Kind != n.Kind && o.Kind != "" && n.Kind != "" {
		c.add(found{kind: ComponentToLogic, member: me, before: side(string(o.Kind), o.At), after: side(string(n.Kind), n.At)})
		return
	}
	c.export(me, o, n, pairing)
	if o.Stage != n.Stage {
		c.stage(me, o, n)
	}
	c.deprecated(me, o.Deprecated, n.Deprecated, n.At)
	hidden := c.bases(me, o, n)
	c.parameters(me, o, n)
	c.root(o, n)
	c.passThrough(o, n)
	before := len(c.changes)
	c.members(o, n, hidden)
	c.once(me, before)
	c.twoWay(o, n)
	c.combinations(o, n)
	c.parts(o, n)
	c.modes(me, o, n)
	c.handle(o, n)
	c.promises(me, o, n)
}

// sameWords reports whether two contracts of one interface differ in nothing
// but what is drawn inside.
func sameWords(o, n *contract.Contract) bool {
	a, b := *o, *n
	a.Inside, b.Inside = nil, nil
	a.Hashes()
	b.Hashes()
	return a.ContentHash == b.ContentHash
}

// once puts what could be read on one side only of several members into one
// change for each fact: a form of source that cannot show it tells no news of
// each member.
func (c *comparison) once(me Member, from int) {
	byKind := map[Kind][]Change{}
	for _, ch := range c.changes[from:] {
		if ch.Kind == DefaultUnknown || ch.Kind == FallbackUnknown {
			byKind[ch.Kind] = append(byKind[ch.Kind], ch)
		}
	}
	for _, kind := range []Kind{DefaultUnknown, FallbackUnknown} {
		list := byKind[kind]
		if len(list) < 2 {
			continue
		}
		c.changes = slices.DeleteFunc(c.changes, func(ch Change) bool { return ch.Kind == kind && ch.Component == list[0].Component })
		var names []string
		for _, ch := range list {
			names = append(names, ch.Member.Spelled)
		}
		c.add(found{kind: kind, member: me, why: strings.Join(names, ", "), before: list[0].Before, after: list[0].After, extra: Detail{Members: names}})
	}
}

// export compares how a component is reached.
func (c *comparison) export(me Member, o, n *contract.Contract, pairing *Pairing) {
	if o.Export.Name == "" || n.Export.Name == "" {
		return
	}
	now := n.Paths()
	if slices.Contains(now, o.Paths()[0]) {
		c.paths(me, o, n)
		return // the old way still leads there
	}
	switch {
	case o.Export.Kind == contract.ExportPlace && n.Export.Kind == contract.ExportPlace:
		if o.Export.Module != n.Export.Module && pairing == nil {
			c.add(found{kind: PlaceTaken, member: me, why: n.Export.Module, detail: n.Export.Module, before: side(o.Export.Module, o.At), after: side(n.Export.Module, n.At)})
		}
	case o.Export.Module != n.Export.Module:
		c.add(found{kind: ComponentMoved, member: me, why: n.Export.Module, detail: n.Export.Module, before: side(o.Export.Module, o.At), after: side(n.Export.Module, n.At)})
	case o.Export.Kind != n.Export.Kind:
		c.add(found{kind: ExportKindChanged, member: me, why: o.Export.Kind + " became " + n.Export.Kind, before: side(o.Export.Kind, o.At), after: side(n.Export.Kind, n.At)})
	case o.Export.Name != n.Export.Name && pairing == nil:
		c.add(found{kind: ComponentRenamed, member: me, why: n.Export.Name, detail: n.Export.Name, before: side(o.Export.Name, o.At), after: side(n.Export.Name, n.At)})
	}
}

// paths compares the further ways to a component whose first one stayed. A way through a
// module that is gone goes with that.
func (c *comparison) paths(me Member, o, n *contract.Contract) {
	now := n.Paths()
	for _, p := range o.Export.Also {
		if !slices.Contains(now, p) && !slices.Contains(c.gone, p.Module) {
			text := p.Name + " of " + p.Module
			c.add(found{kind: PathRemoved, member: me, why: text, detail: text, before: side(text, o.At), after: side(n.Export.Name+" of "+n.Export.Module, n.At), extra: Detail{Names: []string{p.Name}}})
		}
	}
}

// stages says what each move between stages means.
var stages = map[contract.Stage]Verdict{
	contract.StageRetiring: Additive, contract.StageRetired: Additive, contract.StageReady: Neutral, contract.StageDraft: Neutral, "": Neutral,
}

func (c *comparison) stage(me Member, o, n *contract.Contract) {
	c.add(found{kind: StageChanged, member: me, why: stageWord(n.Stage), verdict: stages[n.Stage], before: side(stageWord(o.Stage), o.At), after: side(stageWord(n.Stage), n.At)})
}

func stageWord(s contract.Stage) string {
	if s == "" {
		return "not said"
	}
	return string(s)
}

// deprecated reports a member that is deprecated now.
func (c *comparison) deprecated(m Member, o, n *contract.Deprecated, at *place.Place) {
	if o != nil || n == nil {
		return
	}
	why := ""
	if n.Successor != "" {
		why = ": use " + n.Successor
	} else if n.Note != "" {
		why = ": " + n.Note
	}
	c.add(found{kind: Deprecated, member: m, why: why, after: side(strings.TrimPrefix(why, ": "), at)})
}

// hidden says on which sides members may be missing because a base could not be
// read: what is missing there is no news.
type hidden struct{ old, new bool }

func (c *comparison) bases(me Member, o, n *contract.Contract) hidden {
	h := hidden{!o.Complete, !n.Complete}
	if o.Complete == n.Complete && reflect.DeepEqual(baseNames(o), baseNames(n)) {
		return h
	}
	which := append(missingFrom(baseNames(o), baseNames(n)), missingFrom(baseNames(n), baseNames(o))...)
	c.add(found{kind: BaseUnresolved, member: me, why: strings.Join(which, ", "),
		before: side(strings.Join(baseNames(o), ", "), o.At), after: side(strings.Join(baseNames(n), ", "), n.At)})
	return h
}

func baseNames(c *contract.Contract) []string {
	list := []string{}
	for _, b := range c.Bases {
		list = append(list, b.Name)
	}
	sort.Strings(list)
	return list
}

func missingFrom(list, in []string) (out []string) {
	for _, s := range list {
		found := false
		for _, t := range in {
			found = found || s == t
		}
		if !found {
			out = append(out, s)
		}
	}
	return out
}

func (c *comparison) parameters(me Member, o, n *contract.Contract) {
	for _, op := range o.TypeParameters {
		for _, np := range n.TypeParameters {
			if op.Name != np.Name {
				continue
			}
			a, b := orUnknown(op.Constraint), orUnknown(np.Constraint)
			f := found{member: me, why: op.Name, detail: op.Name, before: side(a.String(), o.At), after: side(b.String(), n.At)}
			switch relate(a, b) {
			case widened:
				f.kind = ParameterWidened
			case narrowed, replaced:
				f.kind = ParameterNarrowed
			case unsure:
				f.kind, f.why = TypeUnsure, "the type parameter "+op.Name+": "+types.Assignable(a, b).Why
			default:
				continue
			}
			c.add(f)
		}
	}
}

func orUnknown(t contract.Type) types.Type {
	if !t.Known() {
		return types.Unknown
	}
	return t.T
}

// relation is how one type stands to another, seen from who hands it in.
type relation int

const (
	same relation = iota
	rewritten
	widened
	narrowed
	replaced
	unsure
)

// relate compares two types that an app hands in. For what is handed back the
// sides are swapped.
func relate(old, new types.Type) relation {
	if types.Equal(old, new) {
		return same
	}
	a, b := types.Assignable(old, new).Answer, types.Assignable(new, old).Answer
	switch {
	case a == types.Yes && b == types.Yes:
		return rewritten
	case a == types.Yes:
		return widened
	case a == types.Undecided:
		return unsure
	case b == types.Yes:
		return narrowed
	}
	return replaced
}

func (c *comparison) root(o, n *contract.Contract) {
	m := Member{Kind: "root", Name: "root"}
	before, after := side(rootText(o.Root), o.At), side(rootText(n.Root), n.At)
	if o.Root.ChosenBy != "" && n.Root.ChosenBy == "" && n.Root.Known && n.Prop(o.Root.ChosenBy) == nil {
		c.add(found{kind: RootChoiceDropped, member: m, why: o.Root.ChosenBy, before: before, after: after, extra: Detail{Names: []string{o.Root.ChosenBy}}})
		return
	}
	switch {
	case o.Root.Known != n.Root.Known:
		c.add(found{kind: RootUnknown, member: m, before: before, after: after})
	case !o.Root.Known:
	case !sameSet(o.Root.Elements, n.Root.Elements) && !subset(o.Root.Elements, n.Root):
		c.add(found{kind: RootChanged, member: m, why: rootText(n.Root), before: before, after: after})
	}
}

// subset reports whether all old elements may still be chosen and the default
// one stays first, so that nothing changes where the app chose nothing.
func subset(old []string, n contract.Root) bool {
	return n.ChosenBy != "" && len(old) > 0 && len(n.Elements) > 0 && old[0] == n.Elements[0] && len(missingFrom(old, n.Elements)) == 0
}

func sameSet(a, b []string) bool {
	return len(missingFrom(a, b)) == 0 && len(missingFrom(b, a)) == 0
}

func rootText(r contract.Root) string {
	switch {
	case r.None:
		return "none"
	case !r.Known:
		return "unknown"
	}
	return "<" + strings.Join(r.Elements, ">, <") + ">"
}

func (c *comparison) passThrough(o, n *contract.Contract) {
	m := Member{Kind: "passThrough", Name: "passThrough"}
	before, after := side(forwardText(o.PassThrough), o.At), side(forwardText(n.PassThrough), n.At)
	if o.PassThrough.Unknown != n.PassThrough.Unknown {
		c.add(found{kind: PassThroughUnknown, member: m, before: before, after: after})
		return
	}
	had, has := len(o.PassThrough.To) > 0, len(n.PassThrough.To) > 0
	if o.PassThrough.Unknown && had && has {
		return // which are taken is told where a member is; where they go was never shown
	}
	switch {
	case !had && has:
		c.add(found{kind: PassThroughAdded, member: m, why: forwardText(n.PassThrough), before: before, after: after})
	case had && !has:
		c.add(found{kind: PassThroughRemoved, member: m, why: forwardText(o.PassThrough), before: before, after: after})
	case had && has:
		if !sameSet(targets(o.PassThrough), targets(n.PassThrough)) {
			c.add(found{kind: PassThroughMoved, member: m, why: forwardText(n.PassThrough), before: before, after: after})
		}
		if lost := missingFrom(exceptions(n.PassThrough), exceptions(o.PassThrough)); len(lost) > 0 {
			c.add(found{kind: PassThroughRemoved, member: m, why: forwardText(n.PassThrough) + " (" + strings.Join(lost, ", ") + ")", detail: strings.Join(lost, ","),
				before: before, after: after, extra: Detail{Names: lost}})
		}
		if won := missingFrom(exceptions(o.PassThrough), exceptions(n.PassThrough)); len(won) > 0 {
			c.add(found{kind: PassThroughAdded, member: m, why: forwardText(n.PassThrough) + " (" + strings.Join(won, ", ") + ")", detail: strings.Join(won, ","), before: before, after: after})
		}
	}
}

// targets names where attributes go: root, or inner with its element.
func targets(p contract.PassThrough) (list []string) {
	for _, f := range p.To {
		if f.To == "root" {
			list = append(list, "root")
		} else {
			list = append(list, f.To+" "+f.Element)
		}
	}
	return list
}

func exceptions(p contract.PassThrough) (list []string) {
	for _, f := range p.To {
		list = append(list, f.Except...)
	}
	return list
}

func forwardText(p contract.PassThrough) string {
	switch {
	case len(p.To) == 0 && p.Unknown:
		return "unknown"
	case len(p.To) == 0:
		return "none"
	}
	var list []string
	for _, f := range p.To {
		s := map[string]string{"root": "the root", "unknown": "an element that is not shown"}[f.To]
		if s == "" {
			s = "an inner element"
		}
		if f.Element != "" {
			s += " <" + f.Element + ">"
		}
		list = append(list, s)
	}
	return strings.Join(list, ", ")
}

func (c *comparison) twoWay(o, n *contract.Contract) {
	held := func(list []contract.TwoWay, value string) map[string]bool {
		for _, w := range list {
			if w.Value == value {
				return map[string]bool{"by the app": w.Held != contract.HeldBySelf, "by itself": w.Held != contract.HeldByApp}
			}
		}
		return nil
	}
	values := map[string]bool{}
	for _, w := range append(append([]contract.TwoWay{}, o.TwoWay...), n.TwoWay...) {
		values[w.Value] = true
	}
	for _, value := range slices.Sorted(maps.Keys(values)) {
		before, after := held(o.TwoWay, value), held(n.TwoWay, value)
		if before == nil || after == nil {
			continue // told by the rows of the members that came or went
		}
		for _, by := range []string{"by the app", "by itself"} {
			f := found{member: Member{Kind: "twoWay", Name: value, Spelled: value}, why: by, detail: strings.ReplaceAll(by, " ", "-"), extra: Detail{Names: []string{value}}}
			switch {
			case before[by] && !after[by]:
				f.kind = HoldDropped
			case !before[by] && after[by]:
				f.kind = HoldAdded
			default:
				continue
			}
			f.before, f.after = side(heldText(before), o.At), side(heldText(after), n.At)
			c.add(f)
		}
		c.widenedTwoWay(o, n, value)
	}
}

// widenedTwoWay tells that a value which may be more than it could is handed
// back too, where what reports it does not show that by itself.
func (c *comparison) widenedTwoWay(o, n *contract.Contract, value string) {
	a, b := o.Prop(value), n.Prop(value)
	if a == nil || b == nil || !a.Type.Known() || !b.Type.Known() || relate(a.Type.T, b.Type.T) != widened {
		return
	}
	at := slices.IndexFunc(n.TwoWay, func(w contract.TwoWay) bool { return w.Value == value })
	event := n.Event(n.TwoWay[at].Change)
	if event == nil {
		return
	}
	if before := o.Event(event.Name); before != nil && before.Payload != nil && event.Payload != nil && !before.Payload.Unknown && !event.Payload.Unknown {
		return // the rows of the payload tell whether more is reported
	}
	c.add(found{kind: TwoWayWidened, member: memberOf("twoWay", value, a.Spelled), why: a.Spelled.Or(value),
		before: side(a.Type.String(), a.At), after: side(b.Type.String(), b.At), extra: Detail{Names: []string{event.Spelled.Or(event.Name)}, Position: 1, Field: []string{value}}})
}

func heldText(held map[string]bool) string {
	var list []string
	for _, by := range []string{"by the app", "by itself"} {
		if held[by] {
			list = append(list, by)
		}
	}
	return "held " + strings.Join(list, " or ")
}

// combinations compares exclusions and companions as sets: what was forbidden
// by a weaker condition than before is forbidden still.
func (c *comparison) combinations(o, n *contract.Contract) {
	m := Member{Kind: "component", Name: o.Component}
	for _, e := range n.Exclusions {
		if forbids(o.Exclusions, e) || asksForNew(o, e) {
			continue
		}
		text := exclusionText(e)
		c.add(found{kind: CombinationForbidden, member: m, why: text, detail: text, silent: silenceOf(e.InType), after: side(text, n.At), extra: Detail{Names: slices.Sorted(maps.Keys(e.When)), Value: e.When}})
	}
	for _, e := range o.Exclusions {
		if text := exclusionText(e); !forbids(n.Exclusions, e) && !asksForNew(n, e) {
			c.add(found{kind: CombinationAllowed, member: m, why: text, detail: text, before: side(text, o.At)})
		}
	}
	for _, e := range n.Companions {
		missing := missingFrom(e.Needs, needed(o.Companions, e.Given))
		if text := companionText(e.Given, missing); len(missing) > 0 && hasMember(o, e.Given) {
			c.add(found{kind: CompanionNeeded, member: m, why: text, detail: text, silent: silenceOf(e.InType), after: side(text, n.At), extra: Detail{Names: append([]string{e.Given}, missing...)}})
		}
	}
	for _, e := range o.Companions {
		free := missingFrom(e.Needs, needed(n.Companions, e.Given))
		if text := companionText(e.Given, free); len(free) > 0 && hasMember(n, e.Given) {
			c.add(found{kind: CompanionDropped, member: m, why: text, detail: text, before: side(text, o.At)})
		}
	}
}

// silenceOf is how silent a combination is: a compiler tells what stands in the type.
func silenceOf(inType bool) Silence {
	if inType {
		return Unchecked
	}
	return Always
}

// forbids reports whether a list forbids all that e does.
func forbids(list []contract.Exclusion, e contract.Exclusion) bool {
	return slices.ContainsFunc(list, func(x contract.Exclusion) bool {
		for name, v := range x.When {
			if w, ok := e.When[name]; !ok || jsonText(v) != jsonText(w) {
				return false
			}
		}
		return true
	})
}

// asksForNew reports whether an exclusion forbids only what gives a member that a
// contract has not: no use of it that is right gives that.
func asksForNew(o *contract.Contract, e contract.Exclusion) bool {
	for name, v := range e.When {
		if v != false && !hasMember(o, name) {
			return true
		}
	}
	return false
}

// hasMember reports whether a contract has a member of a name.
func hasMember(c *contract.Contract, name string) bool {
	return c.Prop(name) != nil || c.Slot(name) != nil || c.Event(name) != nil || c.Part(name) != nil
}

// needed lists what must go with a member.
func needed(list []contract.Companion, given string) (names []string) {
	for _, e := range list {
		if e.Given == given {
			names = append(names, e.Needs...)
		}
	}
	return names
}

func exclusionText(e contract.Exclusion) string {
	var parts []string
	for _, name := range slices.Sorted(maps.Keys(e.When)) {
		parts = append(parts, fmt.Sprintf("%s=%v", name, e.When[name]))
	}
	return strings.Join(parts, " with ")
}

func companionText(given string, needs []string) string {
	return given + " needs " + strings.Join(slices.Sorted(slices.Values(needs)), ", ")
}

func (c *comparison) handle(o, n *contract.Contract) {
	m := Member{Kind: "handle", Name: "handle"}
	text := func(h *contract.Handle) string {
		if h == nil {
			return "none"
		}
		return h.Type.String()
	}
	before, after := side(text(o.Handle), o.At), side(text(n.Handle), n.At)
	switch {
	case o.Handle == nil && n.Handle == nil:
	case o.Handle == nil:
		c.add(found{kind: HandleAdded, member: m, before: before, after: after})
	case n.Handle == nil:
		c.add(found{kind: HandleLost, member: m, before: before, after: after})
	case o.Handle.Type.Known() && n.Handle.Type.Known() && !types.Equal(o.Handle.Type.T, n.Handle.Type.T):
		c.add(found{kind: HandleChanged, member: m, why: n.Handle.Type.String(), before: before, after: after})
	}
	c.handleMembers(o, n)
}

// packages compares what stands beside the components.
func (c *comparison) packages(old, new *contract.Listing) {
	c.old, c.new = nil, nil
	c.stale(old, new)
	pkg := Member{Kind: "package", Name: "package"}
	if !new.Package.MoreModules {
		for _, m := range c.gone {
			c.add(found{kind: ModuleRemoved, member: pkg, why: m, detail: m, before: side(m, nil)})
		}
	}
	if !old.Package.MoreModules {
		for _, m := range missingFrom(new.Package.Modules, old.Package.Modules) {
			c.add(found{kind: ModuleAdded, member: pkg, why: m, detail: m, after: side(m, nil)})
		}
	}
	c.exports(pkg, old, new)
	if n := len(c.unlisted); n > 0 {
		names := slices.Sorted(maps.Keys(c.unlisted))
		why := strings.Join(names[:min(n, 5)], ", ")
		if n > 5 {
			why += fmt.Sprintf(" and %d more", n-5)
		}
		c.add(found{kind: ModulesUnread, member: pkg, why: why, before: side(why, nil), extra: Detail{Names: names}})
	}
	c.peers(pkg, old.Package, new.Package)
}

// peers compares what must be installed beside a package. A peer that it can do without
// concerns nobody who has not got it.
func (c *comparison) peers(pkg Member, old, new contract.PackageInfo) {
	all := map[string]bool{}
	for name := range old.Peers {
		all[name] = true
	}
	for name := range new.Peers {
		all[name] = true
	}
	for _, name := range slices.Sorted(maps.Keys(all)) {
		before, had := old.Peers[name]
		after, has := new.Peers[name]
		wasOptional, isOptional := slices.Contains(old.OptionalPeers, name), slices.Contains(new.OptionalPeers, name)
		f := found{member: pkg, why: name, detail: name, before: side(name+" "+before, nil), after: side(name+" "+after, nil)}
		switch {
		case (!had || wasOptional) && (!has || isOptional):
			if before == after && had == has {
				continue
			}
			f.kind = PeerOptional
		case !had, wasOptional:
			f.kind = PeerAdded
		case !has, isOptional:
			f.kind = PeerRemoved
		case before == after:
			continue
		case lockstep(name, before, after, old, new):
			f.kind, f.why = PeerLockstep, name+" "+before+" → "+after
		default:
			f.kind, f.why = peerKind(before, after), name+" "+before+" → "+after
			if f.kind == "" {
				continue // the same versions, written otherwise
			}
		}
		if !had {
			f.before = nil
		}
		if !has {
			f.after = nil
		}
		c.add(f)
	}
}

// lockstep reports whether a peer is a package of the same scope that is released with the
// same number: its range moved from the old number of the package to the new one.
func lockstep(name, before, after string, old, new contract.PackageInfo) bool {
	scope, _, scoped := strings.Cut(old.Name, "/")
	if !scoped || !strings.HasPrefix(name, scope+"/") || old.Version == new.Version {
		return false
	}
	bare := func(r string) string { return strings.TrimLeft(r, "^~=v ") }
	return bare(before) == old.Version && bare(after) == new.Version
}

// exports compares what a package exports beside its components.
func (c *comparison) exports(pkg Member, old, new *contract.Listing) {
	pairs, gone, came := pairExports(old.Exports, new.Exports)
	named := func(x contract.Exported) string {
		if x.Module == "" {
			return x.Name
		}
		return x.Name + " of " + x.Module
	}
	for _, p := range pairs {
		x, n := p[0], p[1]
		if x.Type.Known() && n.Type.Known() && x.Kind != "type" && !types.Equal(x.Type.T, n.Type.T) && !isVersion(x, old) {
			c.add(found{kind: ExportChanged, member: pkg, why: named(x), detail: named(x), before: side(x.Type.String(), x.At), after: side(n.Type.String(), n.At), extra: Detail{Names: []string{x.Name}}})
		}
	}
	for _, x := range gone {
		switch {
		case new.Component(x.Name) != nil:
		case x.Module != "" && c.unread(x.Module, new):
			c.unlisted[named(x)] = true
		default:
			c.add(found{kind: ExportRemoved, member: pkg, why: named(x), detail: named(x), before: side(x.Kind+" "+x.Name, x.At), extra: Detail{Names: []string{x.Name}}})
		}
	}
	for _, x := range came {
		if old.Component(x.Name) == nil && !(x.Module != "" && c.unread(x.Module, old)) {
			c.add(found{kind: ExportAdded, member: pkg, why: named(x), detail: named(x), after: side(x.Kind+" "+x.Name, x.At), extra: Detail{Names: []string{x.Name}}})
		}
	}
}

// isVersion reports whether a constant is the package's own version: it changes with each
// release, and nobody relies on that it stays.
func isVersion(x contract.Exported, l *contract.Listing) bool {
	literal, ok := x.Type.T.(*types.Literal)
	return ok && literal.Of == types.String && literal.Value == l.Package.Version && l.Package.Version != ""
}

// pairExports pairs what two releases export: by module and name, then by name alone, for
// what is exported by several modules is listed with the first.
func pairExports(old, new []contract.Exported) (pairs [][2]contract.Exported, gone, came []contract.Exported) {
	type key struct{ module, name string }
	used := make([]bool, len(new))
	exact, loose := map[key]int{}, map[string][]int{}
	for i, x := range new {
		exact[key{x.Module, x.Name}] = i
		loose[x.Name] = append(loose[x.Name], i)
	}
	left := old[:0:0]
	for _, x := range old {
		if i, ok := exact[key{x.Module, x.Name}]; ok && !used[i] {
			used[i] = true
			pairs = append(pairs, [2]contract.Exported{x, new[i]})
		} else {
			left = append(left, x)
		}
	}
	for _, x := range left {
		list := slices.DeleteFunc(slices.Clone(loose[x.Name]), func(i int) bool { return used[i] })
		if len(list) == 1 {
			used[list[0]] = true
			pairs = append(pairs, [2]contract.Exported{x, new[list[0]]})
		} else {
			gone = append(gone, x)
		}
	}
	for i, x := range new {
		if !used[i] {
			came = append(came, x)
		}
	}
	return pairs, gone, came
}
