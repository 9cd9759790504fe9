// This file holds the names that a site gives against the members of its contract.

package inspect

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/html"
	"steadysocket/core/match"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/site"
)

// member is one member that a site may give.
type member struct {
	kind       contract.MemberKind
	name       string // canonical
	spelled    string
	deprecated *contract.Deprecated
	prop       *contract.Prop
	slot       *contract.Slot
	event      *contract.Event
}

// membersOf finds the members of a contract by what they are known by at a site.
func membersOf(c *contract.Contract) map[string]member {
	m := map[string]member{}
	for _, p := range c.Props {
		m[match.SpelledIn(c, p.Name)] = member{contract.MemberProp, p.Name, p.Spelled.Or(p.Name), p.Deprecated, p, nil, nil}
	}
	for _, s := range c.Slots {
		m[match.KeyOf(c, contract.MemberSlot, s.Spelled.Or(s.Name))] = member{contract.MemberSlot, s.Name, s.Spelled.Or(s.Name), s.Deprecated, nil, s, nil}
	}
	for _, e := range c.Events {
		m[match.KeyOf(c, contract.MemberEvent, e.Spelled.Or(e.Name))] = member{contract.MemberEvent, e.Name, e.Spelled.Or(e.Name), e.Deprecated, nil, nil, e}
	}
	return m
}

// spelledAs lists the spellings of the members of a kind; all kinds for "".
func (a *at) spelledAs(kind contract.MemberKind) (list []string) {
	for _, m := range a.members {
		if kind == "" || m.kind == kind {
			if m.prop != nil && m.prop.Spelled.Attribute != "" {
				list = append(list, m.prop.Spelled.Attribute)
			} else {
				list = append(list, m.spelled)
			}
		}
	}
	slices.Sort(list)
	return slices.Compact(list)
}

// apart reports whether the framework writes props, events and slots in notations of
// their own.
func (a *at) apart() bool { return match.KeyOf(a.contract, contract.MemberSlot, "x") != "x" }

// memberOf finds the member that something given is for.
func (a *at) memberOf(kind contract.MemberKind, spelled string) (member, bool) {
	m, ok := a.members[a.given.Key(kind, spelled)]
	return m, ok
}

// taken are names that the framework itself takes at any use.
var taken = map[string]map[string]bool{
	"react":         {"key": true, "ref": true},
	"vue":           {"key": true, "ref": true, "class": true, "style": true, "is": true, "slot": true, "slotScope": true, "ref_for": true},
	"web component": {"key": true, "ref": true, "class": true, "className": true, "style": true, "slot": true, "part": true, "exportparts": true, "id": true, "is": true},
}

// unknownMembers finds what is given and is no member.
func unknownMembers(a *at) {
	if a.site.Form != site.Element && a.site.Form != site.Call || a.contract.Kind == contract.KindLogic {
		return
	}
	for _, x := range a.site.All() {
		kind := match.KindAt(a.site, x)
		if x.Spread != "" || x.Position > 0 || taken[a.contract.Framework][x.Spelled] || strings.HasPrefix(x.Spelled, "$") {
			continue // what begins with $ is for a style of the app around it, and goes no further
		}
		if _, ok := a.memberOf(kind, x.Spelled); ok || a.listens(kind, x.Spelled) {
			continue
		}
		switch {
		case kind == contract.MemberSlot && x.Name == "default", x.Spelled == "children" && !a.apart():
			a.dropped(x)
		case kind == contract.MemberSlot && a.apart():
			a.unknownSlot(x)
		case kind == contract.MemberEvent && a.apart():
			a.unknownEvent(x)
		default:
			a.unknownName(kind, x)
		}
	}
}

// listens reports whether a prop is the listener of an event: Vue takes onDim for @dim.
func (a *at) listens(kind contract.MemberKind, spelled string) bool {
	event, ok := strings.CutPrefix(spelled, "on")
	if kind != contract.MemberProp || a.contract.Framework != "vue" || !ok || event == "" || names.UpperFirst(event) != event {
		return false
	}
	_, ok = a.memberOf(contract.MemberEvent, names.LowerFirst(event))
	return ok
}

// fate is what becomes of an undeclared attribute: it is lost, it reaches an
// element that knows it, it reaches one that does not, or nobody can tell.
type fate int

const (
	lost fate = iota
	known
	stray
	open
)

func (a *at) fateOf(name string) (fate, string) {
	if len(a.contract.Bases) > 0 || !a.contract.Complete {
		return open, ""
	}
	p := a.contract.PassThrough
	if element, chosen := a.chosen(); chosen && (p.Unknown || len(p.To) > 0) {
		if element == "" || html.Attribute(element, name) {
			return open, ""
		}
	}
	if a.contract.Framework == "web component" { // what stands on the tag stays there
		if html.Attribute("div", name) {
			return known, ""
		}
		return stray, "the element"
	}
	if p.Unknown && strings.Contains(name, "-") {
		return open, "" // no declaration lists such names, and JSX lets them all through
	}
	if p.Unknown && len(p.To) == 0 && (a.contract.Root.Known || a.contract.Framework != "react") {
		return open, "" // declarations list what is taken, and code that was not followed does not
	}
	best, element := lost, ""
	for _, to := range p.To {
		if slices.ContainsFunc(to.Except, func(x string) bool { return strings.EqualFold(x, name) }) {
			continue
		}
		switch {
		case to.Element == "" && p.Unknown: // the attributes of some element of HTML
			if html.Attribute("", name) {
				return known, "some element"
			}
		case to.Element == "*" || to.Element == "" || names.MayBeComponent(to.Element) || strings.HasPrefix(to.Element, "{"):
			return open, ""
		case html.Attribute(to.Element, name) || a.contract.Root.ChosenBy != "" && html.Attribute("", name):
			return known, to.Element
		case p.Unknown: // declarations list what is taken, and this is not
		default:
			best, element = stray, "<"+to.Element+">"
		}
	}
	return best, element
}

// choosers are what props are called by which an app chooses the outermost element.
var choosers = []string{"as", "component", "element", "tag", "el"}

// chosen gives the element that a site chooses as the outermost one, "" for one that is
// not known.
func (a *at) chosen() (element string, ok bool) {
	list := choosers
	if by := a.contract.Root.ChosenBy; by != "" {
		list = []string{by}
	}
	for _, name := range list {
		key := match.SpelledIn(a.contract, name)
		if _, member := a.members[key]; !member {
			continue
		}
		if p, _ := a.given.Is(key); p != match.Present {
			continue
		}
		if x, sure := a.given.Value(key); sure && x.Literal != nil {
			element, _ = x.Literal.V.(string)
		}
		return element, true
	}
	return "", false
}

// closeTo reports whether two names differ so little that the one was surely meant: by
// letter case, or by a letter or two.
func closeTo(a, b string) bool {
	if b == "" {
		return false
	}
	d := contract.Distance(strings.ToLower(a), strings.ToLower(b))
	return d == 0 || d == 1 && len(b) > 2 || d == 2 && len(b) > 5
}

// handsOn reports whether a site chooses a component as the outermost element: it takes
// what is not declared, and what that is called is its own affair.
func (a *at) handsOn() bool {
	element, chosen := a.chosen()
	return chosen && element == ""
}

// unknownName finds what became of a name that is no member.
func (a *at) unknownName(kind contract.MemberKind, x site.Given) {
	near := contract.Nearest(x.Spelled, a.spelledAs(""))
	isClose := closeTo(x.Spelled, near)
	t := told{kind: MemberUnknown, member: x.Spelled, at: x.At}
	if p := a.contract.PassThrough; p.Unknown && len(p.To) == 0 {
		t.sure = Likely // its types take nothing else; its code may
	}
	if len(a.site.Via) > 0 && !isClose {
		t.sure = Unsure // the wrapper may take it for itself, or hand it on with all the rest, where it does no harm
	}
	if isClose {
		t.meant, t.mend, t.edits = near, "write "+near, a.rename(x, near)
	} else {
		t.mend = "take it away, or find the member that was meant among " + listed(a.spelledAs(""))
	}
	isEvent := kind == contract.MemberEvent
	switch f, where := a.fateOf(x.Spelled); {
	case f == known && isClose && !html.Attribute("", x.Spelled):
		t.kind, t.why = AttributeStray, x.Spelled+" is no member; "+where+" takes it as an attribute"
	case f == known:
		return
	case f == open && (!isClose || a.handsOn() || html.Attribute("", x.Spelled)):
		return // some element knows it, so that nothing says that something else was meant
	case f == open:
		t.sure, t.why = Unsure, x.Spelled+" is no member that is known, and what undeclared names become of could not be read"
	case f == stray:
		t.kind, t.why = AttributeStray, fmt.Sprintf("%s is no member; it ends as an attribute of %s, which does not know it", x.Spelled, where)
		if isClose {
			t.weight = Must
		}
	case isEvent:
		t.kind, t.why = EventUnknown, fmt.Sprintf("%s never sends %s, and no element gets the handler", a.contract.Component, x.Spelled)
	default:
		t.why = fmt.Sprintf("%s has no member %s, and no element gets it", a.contract.Component, x.Spelled)
	}
	a.say(t)
}

// unknownEvent finds a listener to what is never sent.
func (a *at) unknownEvent(x site.Given) {
	known := a.spelledAs(contract.MemberEvent)
	near := contract.Nearest(x.Spelled, known)
	isClose := closeTo(x.Spelled, near)
	native := html.Event(x.Spelled)
	p := a.contract.PassThrough
	t := told{kind: EventUnknown, member: x.Spelled, at: x.At, why: a.contract.Component + " never sends " + x.Spelled}
	switch {
	case native && (a.contract.Framework == "web component" || p.Unknown || len(p.To) > 0):
		return // the element itself sends it
	case !isClose && a.fallsThrough():
		return // it goes on to a component inside, which may send it
	case strings.HasPrefix(x.Spelled, "vue:") || strings.HasPrefix(x.Spelled, "hook:") || strings.HasPrefix(x.Spelled, "vnode-"):
		return // of the life of a component
	case a.contract.Framework == "web component" && len(known) == 0, len(a.contract.Bases) > 0:
		t.sure = Unsure // nothing that it sends could be read
	case a.contract.Framework == "web component" && !isClose, a.fallsThrough():
		t.sure = Likely // what is inside may let one through
	}
	if strings.HasPrefix(x.Spelled, "update:") && len(a.site.Props) > 0 && a.modelOnly(x) {
		t.why = fmt.Sprintf("%s does not send %s: what the app holds by v-model is never changed", a.contract.Component, x.Spelled)
	}
	if isClose {
		t.meant, t.mend, t.edits = near, "listen to "+near, a.rename(x, near)
	} else if t.mend = "take the listener away"; len(known) > 0 {
		t.mend = "listen to one of " + listed(known)
	}
	a.say(t)
}

// fallsThrough reports whether a listener that is not declared may reach a component
// inside, rather than an element.
func (a *at) fallsThrough() bool {
	p := a.contract.PassThrough
	return a.contract.Framework == "vue" && (p.Unknown || slices.ContainsFunc(p.To, func(f contract.Forward) bool {
		return f.Element == "" || f.Element == "*" || names.MayBeComponent(f.Element)
	}))
}

// modelOnly reports whether a listener stands there through a two-way binding.
func (a *at) modelOnly(x site.Given) bool {
	return slices.ContainsFunc(a.site.Props, func(p site.Given) bool { return p.At.Line == x.At.Line && p.At.Column == x.At.Column })
}

// unknownSlot finds content for a slot that is not there.
func (a *at) unknownSlot(x site.Given) {
	known := a.spelledAs(contract.MemberSlot)
	near := contract.Nearest(x.Spelled, known)
	t := told{kind: SlotUnknown, member: x.Spelled, at: x.At, why: fmt.Sprintf("%s has no slot %s", a.contract.Component, x.Spelled)}
	switch {
	case len(a.contract.Bases) > 0 || !a.contract.Root.Known && len(known) == 0:
		t.sure = Unsure // its code draws what no declaration tells
	case !a.contract.Root.Known:
		t.sure = Likely
	}
	switch {
	case closeTo(x.Spelled, near):
		t.meant, t.mend, t.edits = near, "fill "+near, a.rename(x, near)
	case len(known) > 0:
		t.mend = "fill one of " + listed(known)
	default:
		t.mend = "take the content away: the component has no slot"
	}
	a.say(t)
}

// dropped finds content between the tags of what has no place for it.
func (a *at) dropped(x site.Given) {
	t := told{kind: ContentDropped, member: x.Spelled, at: x.At, why: a.contract.Component + " has no place for content between its tags", detail: "content"}
	t.mend = "take the content away"
	if known := a.spelledAs(contract.MemberSlot); len(known) > 0 {
		t.mend = "fill one of " + listed(known)
	}
	p := a.contract.PassThrough
	switch {
	case len(a.contract.Bases) > 0 || !a.contract.Complete:
		return
	case a.apart() && !a.contract.Root.Known && len(a.contract.Slots) == 0:
		return // its code draws what no declaration tells
	case a.apart() && !a.contract.Root.Known:
		t.sure = Likely
	case a.contract.Framework == "react" && (p.Unknown || len(p.To) > 0) && !draws(a.contract.Inside):
		return // it may go on with what is passed through
	case a.contract.Framework == "react" && len(p.To) > 0:
		t.sure = Likely
	}
	a.say(t)
}

// draws reports whether an outline is known to draw something of its own inside its root.
func draws(list []contract.Outline) bool {
	return slices.ContainsFunc(list, func(o contract.Outline) bool { return len(o.Children) > 0 })
}

// listed writes some names.
func listed(list []string) string {
	if len(list) > 12 {
		return strings.Join(list[:12], ", ") + " …"
	}
	return strings.Join(list, ", ")
}

// records finds the keys of what is spread that meet no member.
func records(a *at) {
	if a.contract.Kind == contract.KindLogic {
		return
	}
	for _, x := range a.site.All() {
		if x.Spread == "" {
			continue
		}
		for _, key := range x.Keys {
			if _, ok := a.memberOf(contract.MemberProp, key); ok || taken[a.contract.Framework][key] || a.isMember(key) {
				continue
			}
			near := contract.Nearest(key, a.spelledAs(""))
			isClose := closeTo(key, near)
			was := a.formerly(key)
			f, _ := a.fateOf(key)
			if f == known || f == open && (!isClose || a.handsOn()) && was == "" {
				continue
			}
			t := told{kind: RecordKeyLost, member: key, at: x.At, why: fmt.Sprintf("%s is spread, and its key %s meets no member of %s", x.Spread, key, a.contract.Component), detail: key}
			switch {
			case was != "":
				t.weight, t.meant, t.mend = Must, was, "give it as "+was+", as it is called now"
			case isClose:
				t.weight, t.sure, t.meant, t.mend = Must, Likely, near, "give it as "+near
			default:
				t.mend = "give only what the component takes"
			}
			a.say(t)
		}
	}
}

// isMember reports whether a name is that of a member of any kind.
func (a *at) isMember(spelled string) bool {
	return slices.ContainsFunc([]contract.MemberKind{contract.MemberProp, contract.MemberSlot, contract.MemberEvent}, func(kind contract.MemberKind) bool {
		_, ok := a.members[match.KeyOf(a.contract, kind, spelled)]
		return ok
	})
}

// formerly gives the member that was called so once.
func (a *at) formerly(name string) string {
	for _, p := range a.contract.Props {
		for _, w := range p.Was {
			if w.Name == name && w.When == nil {
				return p.Spelled.Or(p.Name)
			}
		}
	}
	return ""
}

// missing finds required members that a site does not give.
func missing(a *at) {
	if a.site.Form != site.Element && a.site.Form != site.Call || a.contract.Kind == contract.KindLogic {
		return
	}
	parent, _ := a.tree.around(a.site)
	for key, m := range a.members {
		if !m.required() {
			continue
		}
		if p, _ := a.given.Is(key); p != match.Absent || a.passedBy(parent, m) {
			continue
		}
		t := told{kind: MemberMissing, member: m.spelled, why: fmt.Sprintf("%s needs %s, and it is not given", a.contract.Component, m.spelled), mend: "give " + m.spelled, detail: m.spelled}
		if m.prop != nil && a.contract.Framework == "web component" {
			if m.prop.Spelled.Attribute == "" || a.site.Form == site.Call {
				continue // a script may set the property
			}
			t.sure = Likely
		}
		a.say(t)
	}
}

func (m member) required() bool {
	switch {
	case m.prop != nil:
		return m.prop.Required == contract.Yes && len(m.prop.PerMode) == 0 && m.prop.Default.Kind == contract.DefaultNone
	case m.slot != nil:
		return m.slot.Required == contract.Yes
	}
	return m.event.Required == contract.Yes
}

// passedBy reports whether the component around puts a member into its children.
func (a *at) passedBy(parent *node, m member) bool {
	return parent != nil && parent.contract != nil && slices.ContainsFunc(parent.contract.Context.Injects, func(i contract.Injected) bool { return i.Name == m.name || i.Name == m.spelled })
}

// combinations finds combinations that are excluded, and members that the chosen mode
// does not have.
func combinations(a *at) {
	for _, e := range a.contract.Exclusions {
		p := a.given.Combination(a.contract, e.When)
		if p == match.Absent {
			continue
		}
		list := slices.Sorted(maps.Keys(e.When))
		both := a.combined(list, e.When)
		first, _ := a.contract.SpelledOf(list[0])
		t := told{kind: CombinationExcluded, member: first, at: a.placeOf(list[len(list)-1]), why: "gives " + both + ": " + because(e.Because, "the contract excludes it"), mend: "give one of them", detail: both}
		if p == match.Perhaps {
			t.sure, t.why = Unsure, "may give "+both+": "+because(e.Because, "the contract excludes it")
		}
		a.say(t)
	}
	for _, mode := range a.contract.Modes {
		in, by := a.given.InMode(a.contract, mode.When)
		if in != match.Present {
			continue
		}
		for _, m := range mode.Members {
			spelled, _ := a.contract.SpelledOf(m.Name)
			p, where := a.given.Is(match.SpelledIn(a.contract, m.Name))
			switch {
			case m.Absent && p == match.Present:
				a.say(told{kind: CombinationExcluded, member: spelled, at: where, why: fmt.Sprintf("gives %s, which there is not where %s chooses this form", spelled, by), mend: "take " + spelled + " away, or choose another form", detail: m.Name})
			case !m.Absent && m.Required == contract.Yes && p == match.Absent:
				a.say(told{kind: MemberMissing, member: spelled, why: fmt.Sprintf("%s needs %s where %s chooses this form, and it is not given", a.contract.Component, spelled, by), mend: "give " + spelled, detail: m.Name})
			}
		}
	}
}

// combined writes a combination: kind 'urgent' with dismissable.
func (a *at) combined(list []string, when map[string]any) string {
	var parts []string
	for _, name := range list {
		spelled, _ := a.contract.SpelledOf(name)
		if when[name] != true {
			spelled += " " + words(site.Value{V: when[name]})
		}
		parts = append(parts, spelled)
	}
	return strings.Join(parts, " with ")
}

func because(reason, otherwise string) string {
	if reason == "" {
		return otherwise
	}
	return reason
}

// placeOf is where a member is given; nowhere where it is not written out.
func (a *at) placeOf(name string) place.Place {
	x, ok := a.given.By[match.SpelledIn(a.contract, name)]
	if !ok {
		return place.Place{}
	}
	return x.At
}

// companions finds members that are given without those that go with them.
func companions(a *at) {
	for _, c := range a.contract.Companions {
		p, where := a.given.Is(match.SpelledIn(a.contract, c.Given))
		if p != match.Present {
			continue
		}
		for _, need := range c.Needs {
			if q, _ := a.given.Is(match.SpelledIn(a.contract, need)); q == match.Absent {
				spelled, _ := a.contract.SpelledOf(need)
				given, _ := a.contract.SpelledOf(c.Given)
				a.say(told{kind: CompanionMissing, member: given, at: where, why: fmt.Sprintf("gives %s without %s: %s", given, spelled, because(c.Because, "the one goes with the other")), mend: "give " + spelled + " too", detail: spelled})
			}
		}
	}
}

// opposites are words of flags that say the contrary of each other.
var opposites = [][2]string{{"open", "closed"}, {"opened", "closed"}, {"shown", "hidden"}, {"visible", "hidden"}, {"enabled", "disabled"}, {"expanded", "collapsed"}, {"checked", "unchecked"},
	{"loading", "ready"}, {"horizontal", "vertical"}, {"primary", "secondary"}, {"inline", "block"}, {"compact", "roomy"}, {"light", "dark"}, {"left", "right"}, {"small", "large"}, {"editable", "readOnly"}}

// contradictions finds flags that are set against each other, or against what they
// override.
func contradictions(a *at) {
	for _, pair := range a.known(a.contract).opposing {
		x, y := a.setFlag(pair[0]), a.setFlag(pair[1])
		if x != "" && y != "" {
			a.say(told{kind: FlagsContradict, member: y, at: a.placeOf(y), sure: Likely, why: fmt.Sprintf("sets %s and %s, which say the contrary of each other", x, y), mend: "give one of them", detail: x + y})
		}
	}
	for _, hook := range a.contract.StyleHooks.Data {
		by, ok := strings.CutPrefix(hook.Reflects, "reflects ")
		if !ok {
			continue
		}
		list := strings.Split(by, ", ")
		for _, flag := range list {
			if a.setFlag(flag) == "" {
				continue
			}
			for _, axis := range list {
				p := a.contract.Prop(axis)
				if p == nil || axis == flag || len(p.Values) == 0 {
					continue
				}
				if given, where := a.given.Is(match.SpelledIn(a.contract, axis)); given == match.Present {
					a.say(told{kind: FlagsContradict, member: p.Spelled.Or(axis), at: where, sure: Likely,
						why: fmt.Sprintf("gives %s and sets %s, and both decide %s: only one can win", p.Spelled.Or(axis), flag, hook.Name), mend: "give one of them", detail: flag + axis})
				}
			}
		}
	}
}

// opposing finds the flags of a contract that say the contrary of each other, with or
// without is before them.
func opposing(c *contract.Contract) (list [][2]string) {
	flag := func(word string) string {
		for _, name := range []string{word, "is" + names.UpperFirst(word)} {
			if c.Prop(name) != nil {
				return name
			}
		}
		return ""
	}
	for _, pair := range opposites {
		if x, y := flag(pair[0]), flag(pair[1]); x != "" && y != "" {
			list = append(list, [2]string{x, y})
		}
	}
	return list
}

// setFlag gives the flag of a name if it is surely set, else "".
func (a *at) setFlag(name string) string {
	p := a.contract.Prop(name)
	if p == nil {
		return ""
	}
	x, sure := a.given.Value(match.SpelledIn(a.contract, name))
	if sure && x.Literal != nil && x.Literal.V == true {
		return name
	}
	return ""
}

// deprecated finds what will go.
func deprecated(a *at) {
	if d := a.contract.Deprecated; d != nil && len(a.site.Via) == 0 {
		a.say(told{kind: Deprecated, why: a.contract.Component + " is deprecated" + since(d), meant: d.Successor, mend: instead(d, "find another component"), detail: "component"})
	} else if s := a.contract.Stage; (s == contract.StageRetiring || s == contract.StageRetired) && len(a.site.Via) == 0 {
		a.say(told{kind: Deprecated, why: a.contract.Component + " is " + string(s), mend: "find another component", detail: "component"})
	}
	for key, m := range a.members {
		if m.deprecated == nil {
			continue
		}
		p, where := a.given.Is(key)
		if p != match.Present {
			continue
		}
		t := told{kind: Deprecated, member: m.spelled, at: where, why: m.spelled + " is deprecated" + since(m.deprecated), meant: m.deprecated.Successor, mend: instead(m.deprecated, "do without it"), detail: m.spelled}
		if x, ok := a.given.By[key]; ok && a.sameKind(m, m.deprecated.Successor) {
			t.edits = a.rename(x, m.deprecated.Successor)
		}
		a.say(t)
	}
}

// sameKind reports whether a successor is a member of the same kind and type, so that
// its name alone has to be written.
func (a *at) sameKind(m member, successor string) bool {
	for _, other := range a.members {
		if other.spelled == successor && other.kind == m.kind {
			return m.prop == nil || m.prop.Type.Known() && other.prop.Type.Known() && m.prop.Type.String() == other.prop.Type.String()
		}
	}
	return false
}

func since(d *contract.Deprecated) string {
	text := ""
	if d.Since != "" {
		text += " since " + d.Since
	}
	if d.Until != "" {
		text += " and goes with " + d.Until
	}
	if d.Note != "" && text == "" {
		text += ": " + d.Note
	}
	return text
}

func instead(d *contract.Deprecated, otherwise string) string {
	if d.Successor != "" {
		return "give " + d.Successor + " in its place"
	}
	return otherwise
}
