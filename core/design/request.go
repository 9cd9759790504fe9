// This file says what later requests would cost each alternative.

package design

import (
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// Outcome is what becomes of a request.
type Outcome string

// The outcomes, from cheapest to dearest. What does not arise costs nothing.
const (
	NotArising  Outcome = "does not arise"
	Absorbed    Outcome = "absorbed" // an app can do it today
	AdditiveNow Outcome = "additive"
	BreakingNow Outcome = "breaking"
	ReachingIn  Outcome = "only by reaching in" // until the change is made, an app would rely on insides
)

// Answer is what becomes of one request to one contract.
type Answer struct {
	Request string  `json:"request"`
	Outcome Outcome `json:"outcome"`
	// By is the member that absorbs it.
	By string `json:"by,omitempty"`
	// Change is the smallest change that would meet it, in words; Owed the step that the
	// change owes, as comparing the two contracts says.
	Change string      `json:"change,omitempty"`
	Owed   change.Step `json:"owed,omitempty"`
	Why    string      `json:"why"`
}

// request is a row of the catalogue.
type request struct {
	name  string
	asks  string
	poses func(c *contract.Contract) bool // whether it can be asked of a contract at all; nil for always
	// meets gives the member by which an app can do it today.
	meets []met
	// change makes the smallest change that would meet it, to a copy that shares its members,
	// and says what it is.
	change func(c *contract.Contract) (words string)
	// reaches says that apps which need it now would rely on the component's insides.
	reaches bool
	reason  string
}

// met is one way in which a request is met: it gives the member, or "".
type met struct {
	by  func(c *contract.Contract) string
	why string
}

// catalogue is the table of requests that come later in practice.
var catalogue = []request{
	{name: "another field", asks: "show another field of each item", poses: hasItems,
		meets: []met{
			{slotGivingRecord, "its content gets the whole record"},
			{itemsByParts, "the app writes each item itself"},
			{logic, "the app draws everything"},
		},
		change: func(c *contract.Contract) string {
			if s := givingSlot(c); s != nil {
				s = anew(c.Slots, s)
				gives := *s.Gives
				s.Gives = &gives
				s.Gives.Fields = append(slices.Clip(s.Gives.Fields), contract.Field{Name: "item", Type: contract.Type{T: types.Unknown}})
				return "give the whole item to " + slotWord(s.Name)
			}
			addSlot(c, "item", contract.FormFunction, &contract.Payload{Fields: []contract.Field{{Name: "item", Type: contract.Type{T: types.Unknown}}}})
			return "draw each item in a slot that is given it, with what is drawn now as fallback"
		},
		reason: "lists are shown on one page with other fields than on the next"},
	{name: "another place", asks: "move a region elsewhere", poses: draws,
		meets: []met{
			{arrangedParts, "the app arranges the parts"},
			{axisNamed("placement", "position", "side", "align", "alignment"), "a value says where"},
			{logic, "the app draws everything"},
			{onlyContent, "all that is drawn is the app's content"},
		},
		change: func(c *contract.Contract) string {
			addAxis(c, "placement", "start", "end")
			return "a closed set placement, with today's place as its default"
		}, reaches: true,
		reason: "an action above instead of below, an icon behind instead of before"},
	{name: "without a region", asks: "leave a region out", poses: draws,
		meets: []met{
			{arrangedParts, "the app leaves the part out"},
			{optionalRegion, "it appears only where it is given"},
			{regionFlag, "a flag decides"},
			{logic, "the app draws everything"},
		},
		change: func(c *contract.Contract) string {
			addProp(c, "without", "boolean", false)
			return "a flag for the region, off by default"
		}, reaches: true,
		reason: "a short form without header or footer is asked for first"},
	{name: "one's own content", asks: "put something of one's own into a region",
		meets: []met{
			{contentSlot, "it takes any content"},
			{arrangedParts, "the app puts it between the parts"},
			{logic, "the app draws everything"},
		},
		change: func(c *contract.Contract) string {
			addSlot(c, "region", contract.FormContent, nil)
			return "a slot for the region, with what is drawn now as fallback"
		},
		reason: "a badge beside the title, a link inside the text"},
	{name: "restyle a part", asks: "restyle one inner part",
		meets: []met{
			{anyHook, "the style hook is promised"},
			{arrangedParts, "the app gives the part a class of its own"},
			{logic, "the app draws everything"},
			{functionSlot, "the app draws that part"},
		},
		change: func(c *contract.Contract) string {
			c.StyleHooks.CSSParts = append(c.StyleHooks.CSSParts, contract.Hook{Name: "inner"})
			return "promise a style hook for the part"
		}, reaches: true,
		reason: "one product's theme needs what no value offers"},
	{name: "one more size", asks: "one more size",
		meets: []met{
			{openAxis("size", "scale", "density"), "any value is taken"},
			{numberNamed("size", "width", "height"), "any number is taken"},
			{propertyHook("size", "width", "height"), "a custom property sets it"},
		},
		change: func(c *contract.Contract) string {
			if p := closedAxis(c, "size", "scale", "density"); p != nil {
				p = anew(c.Props, p)
				p.Type = contract.Type{T: types.NewUnion(append(slices.Clone(types.Members(p.Type.T)), types.StringLiteral("further"))...)}
				return "one more value of " + p.Name
			}
			if flags := flagsNamed(c, "small", "large", "compact", "big", "mini", "tiny"); len(flags) > 0 {
				addProp(c, "further", "boolean", false)
				for _, f := range flags {
					c.Exclusions = append(c.Exclusions, contract.Exclusion{When: map[string]any{"further": true, f: true}, Because: "one size at a time"})
				}
				return "another flag, excluded against " + list(flags)
			}
			addAxis(c, "size", "m", "further")
			return "a closed set size, with today's size as its default"
		},
		reason: "dense tables and touch screens come"},
	{name: "another root", asks: "another root element", poses: draws,
		meets: []met{
			{func(c *contract.Contract) string {
				if c.Root.ChosenBy != "" && len(c.Root.Among) == 0 {
					return c.Root.ChosenBy
				}
				return ""
			}, "the app chooses the element"},
			{func(c *contract.Contract) string {
				if c.Root.ChosenBy != "" && len(c.Root.Among) > 2 {
					return c.Root.ChosenBy
				}
				return ""
			}, "the app chooses among several elements"},
		},
		change: func(c *contract.Contract) string {
			if p := c.Prop(c.Root.ChosenBy); p != nil {
				p = anew(c.Props, p)
				p.Type = contract.Type{T: types.NewUnion(append(slices.Clone(types.Members(p.Type.T)), types.StringLiteral("section"))...)}
				c.Root.Among = append(c.Root.Among, "section")
				return "one more element to choose from"
			}
			element := "div"
			if len(c.Root.Elements) > 0 {
				element = c.Root.Elements[0]
			}
			addAxis(c, "as", element, "section")
			c.Root.ChosenBy, c.Root.Among = "as", []string{element, "section"}
			c.Root.Elements = []string{element, "section"}
			return "let the app choose the element, with today's as default"
		},
		reason: "headings have levels, buttons become links"},
	{name: "the app holds it", asks: "the app wants to hold the value itself", poses: hasState,
		meets: []met{{appHolds, "given a value, it follows the app"}},
		change: func(c *contract.Contract) string {
			for i := range c.TwoWay {
				if c.TwoWay[i].Held == contract.HeldBySelf {
					t := &c.TwoWay[i]
					t.Held = contract.HeldByBoth
					if c.Event(t.Change) == nil {
						t.Change = t.Value + "Change"
						addEvent(c, t.Change, contract.Field{Name: t.Value, Type: typeOf(c, t.Value)})
					}
					return "follow the value where it is given, and report each change"
				}
			}
			name, _ := heldName(c)
			if c.Prop(name) == nil {
				addProp(c, name, "boolean", nil)
			}
			if c.Event(name+"Change") == nil {
				addEvent(c, name+"Change", contract.Field{Name: name, Type: typeOf(c, name)})
			}
			c.TwoWay = append(c.TwoWay, contract.TwoWay{Value: name, Change: name + "Change", Held: contract.HeldByBoth})
			return "report each change of " + name + ", and follow it where it is given"
		},
		reason: "two of them must agree, or the address bar must know"},
	{name: "another change", asks: "change how one event changes the state", poses: hasState,
		meets: []met{
			{func(c *contract.Contract) string {
				return first(c.StateChanges, func(s contract.StateChange) string { return s.Name })
			}, "the app may amend that change"},
			{appHolds, "the app decides what becomes of the value"},
			{func(c *contract.Contract) string {
				for _, e := range c.Events {
					if e.Cancelable == contract.Yes {
						return e.Name
					}
				}
				return ""
			}, "the app can stop it"},
		},
		change: func(c *contract.Contract) string {
			addProp(c, "amend", "(state: unknown, change: unknown) => unknown", nil)
			c.StateChanges = append(c.StateChanges, contract.StateChange{Name: "changed"})
			return "take a function that amends each state change"
		},
		reason: "steps that grow, choices that may not be taken back"},
	{name: "other markup", asks: "use the logic with quite other markup", poses: hasState,
		meets: []met{
			{logic, "it is logic without markup"},
			{drawsAll, "its content is a function of the state"},
		},
		change: func(c *contract.Contract) string {
			addSlot(c, "everything", contract.FormFunction, &contract.Payload{Fields: []contract.Field{{Name: "state", Type: contract.Type{T: types.Unknown}}}})
			return "give the logic out on its own beside the component, or hand the state to a slot for everything"
		},
		reason: "another product's design shares nothing but the behaviour"},
	{name: "a second action", asks: "a second action",
		meets: []met{
			{slotNamed("action", "actions", "footer", "end", "trailing", "controls"), "it takes any number of actions"},
			{partNamed("action", "actions", "button", "footer"), "the part may stand twice"},
			{onlyContent, "all that is drawn is the app's content"},
			{logic, "the app draws everything"},
		},
		change: func(c *contract.Contract) string {
			for _, p := range c.Props {
				if w := names.Words(p.Name); len(w) > 1 && w[0] == "action" {
					addProp(c, "secondActionLabel", "string", nil)
					addEvent(c, "secondAction")
					return "a second label and a second event, beside " + p.Name
				}
			}
			addSlot(c, "actions", contract.FormContent, nil)
			return "a slot for actions"
		},
		reason: "cancel joins confirm sooner or later"},
	{name: "a computed label", asks: "a translated or computed label",
		meets: []met{
			{labelProp, "the app hands in the text"},
			{contentSlot, "the text is the app's content"},
			{logic, "the app draws everything"},
		},
		change: func(c *contract.Contract) string {
			addProp(c, "label", "string", nil)
			return "take the text as a prop, with today's as its default"
		},
		reason: "words inside a component are in one language"},
	{name: "why it is disabled", asks: "a reason why it is disabled", poses: func(c *contract.Contract) bool { return disabling(c) != nil },
		meets: []met{
			{func(c *contract.Contract) string {
				if p := disabling(c); p != nil && !isFlag(p) {
					return p.Name
				}
				return ""
			}, "it may carry the reason"},
			{func(c *contract.Contract) string {
				for _, p := range c.Props {
					if hasWord(p.Name, []string{"reason", "hint"}) {
						return p.Name
					}
				}
				return ""
			}, "the reason is given beside it"},
		},
		change: func(c *contract.Contract) string {
			p := anew(c.Props, disabling(c))
			p.Type = contract.Type{T: types.NewUnion(types.Boolean, types.String)}
			return p.Name + " may be the reason as a text; an empty text counts as not disabled"
		},
		reason: "a dead button without a word brings people to the help desk"},
	{name: "another direction", asks: "right-to-left or vertical arrangement", poses: draws,
		meets: []met{
			{axisNamed("orientation", "direction", "layout", "flow"), "a value says how it runs"},
			{flagNamed("vertical", "rtl", "horizontal", "stacked"), "a flag says how it runs"},
			{logic, "the app draws everything"},
			{arrangedParts, "the app arranges the parts"},
		},
		change: func(c *contract.Contract) string {
			addAxis(c, "orientation", "horizontal", "vertical")
			return "a closed set orientation, with today's as its default"
		}, reaches: true,
		reason: "side panels are narrow, and other scripts run the other way"},
}

// Asked is a request of the catalogue as people read it.
type Asked struct{ Name, Asks, Reason string }

// Requests lists the catalogue.
func Requests() (all []Asked) {
	for _, r := range catalogue {
		all = append(all, Asked{r.name, r.asks, r.reason})
	}
	return all
}

// WhatIf answers all requests of the catalogue and a team's own for one contract.
func WhatIf(c *contract.Contract, own []OwnRequest) []Answer {
	var out []Answer
	for _, r := range catalogue {
		out = append(out, r.answer(c))
	}
	for i := range own {
		r := own[i].request()
		out = append(out, r.answer(c))
	}
	return out
}

// WhatIfTable is what becomes of each request to each alternative.
type WhatIfTable struct {
	Alternatives []Ageing     `json:"alternatives"`
	Requests     []RequestRow `json:"requests"`
}

// RequestRow is one request with an answer for each alternative, in their order.
type RequestRow struct {
	Request string   `json:"request"`
	Asks    string   `json:"asks"`
	Answers []Answer `json:"answers"`
}

// Ageing is how one alternative takes all requests, and what it asks of apps today.
type Ageing struct {
	Alternative string          `json:"alternative"`
	Outcomes    map[Outcome]int `json:"outcomes"`
	MustKnow    int             `json:"mustKnow"` // things to know before the first use
	Members     int             `json:"members"`
	Best        bool            `json:"best"` // no other ages better
}

// weights say how dear an outcome is where alternatives are compared: a breaking change
// costs every app a migration, reaching in costs whoever asks until the next one breaks.
var weights = map[Outcome]int{Absorbed: 0, NotArising: 0, AdditiveNow: 1, ReachingIn: 3, BreakingNow: 6}

// WhatIf puts all requests to all alternatives of a draft.
func (d *Draft) WhatIf() *WhatIfTable {
	out := &WhatIfTable{}
	var costs []int
	for i, a := range d.Alternatives {
		age := Ageing{Alternative: a.Name, Outcomes: map[Outcome]int{}, MustKnow: len(MustKnow(a.Of)), Members: len(memberNames(a.Of))}
		cost := 0
		for n, answer := range WhatIf(a.Of, d.Requests) {
			if i == 0 {
				asks := ""
				if n < len(catalogue) {
					asks = catalogue[n].asks
				} else {
					asks = d.Requests[n-len(catalogue)].Asks
				}
				out.Requests = append(out.Requests, RequestRow{Request: answer.Request, Asks: asks})
			}
			out.Requests[n].Answers = append(out.Requests[n].Answers, answer)
			age.Outcomes[answer.Outcome]++
			cost += weights[answer.Outcome]
		}
		out.Alternatives, costs = append(out.Alternatives, age), append(costs, cost)
	}
	for i := range out.Alternatives {
		out.Alternatives[i].Best = costs[i] == slices.Min(costs)
	}
	return out
}

// answer says what becomes of a request.
func (r *request) answer(c *contract.Contract) Answer {
	a := Answer{Request: r.name, Why: r.reason}
	if r.poses != nil && !r.poses(c) {
		a.Outcome, a.Why = NotArising, "it has nothing that this could be asked of"
		return a
	}
	for _, m := range r.meets {
		if by := m.by(c); by != "" {
			a.Outcome, a.By, a.Why = Absorbed, by, m.why
			return a
		}
	}
	changed := *c
	changed.Props, changed.Slots, changed.Events = slices.Clone(c.Props), slices.Clone(c.Slots), slices.Clone(c.Events)
	changed.TwoWay, changed.Exclusions = slices.Clone(c.TwoWay), slices.Clip(c.Exclusions)
	changed.StateChanges, changed.StyleHooks.CSSParts = slices.Clip(c.StateChanges), slices.Clip(c.StyleHooks.CSSParts)
	changed.Root.Among = slices.Clip(c.Root.Among)
	a.Change = r.change(&changed)
	a.Outcome, a.Owed = costs(c, &changed)
	if r.reaches && a.Outcome == AdditiveNow {
		a.Outcome = ReachingIn
	}
	return a
}

// anew puts a copy of a member into its place in a list, for a change to be made to it.
func anew[T any](list []*T, x *T) *T {
	made := *x
	list[slices.Index(list, x)] = &made
	return &made
}

// costs compares a contract with a changed one, which shares the members that stay.
func costs(before, after *contract.Contract) (Outcome, change.Step) {
	one, other := *before, *after
	one.Props, other.Props = apartFrom(before.Props, after.Props)
	one.Slots, other.Slots = apartFrom(before.Slots, after.Slots)
	one.Events, other.Events = apartFrom(before.Events, after.Events)
	before, after = &one, &other
	listed := func(c *contract.Contract, hash string) *contract.Listing {
		made := *c
		made.Stage = contract.StageReady                                       // what a change owes, not what a draft may
		made.ContentHash, made.InterfaceHash, made.InsideHash = hash, hash, "" // they differ: that is known
		return &contract.Listing{Package: contract.PackageInfo{Name: "draft", Version: "1.0.0"}, Components: []contract.Contract{made}}
	}
	found := change.Compare(listed(before, "before"), listed(after, "after"), change.Options{})
	for _, x := range found.Changes {
		if x.Verdict == change.Breaking {
			return BreakingNow, found.Owed
		}
	}
	return AdditiveNow, found.Owed
}

// apartFrom gives what each of two lists has alone.
func apartFrom[T any](a, b []*T) (alone, other []*T) {
	in := make(map[*T]bool, len(a))
	for _, x := range a {
		in[x] = true
	}
	for _, x := range b {
		if in[x] {
			in[x] = false
		} else {
			other = append(other, x)
		}
	}
	for _, x := range a {
		if in[x] {
			alone = append(alone, x)
		}
	}
	return alone, other
}

// copied gives a copy whose lists and members may be changed.
func copied(c *contract.Contract) *contract.Contract {
	made := *c
	made.Props, made.Slots, made.Events = copies(c.Props), copies(c.Slots), copies(c.Events)
	for _, s := range made.Slots {
		if s.Gives != nil {
			gives := *s.Gives
			gives.Fields = slices.Clone(gives.Fields)
			s.Gives = &gives
		}
	}
	made.TwoWay, made.Exclusions, made.StateChanges = slices.Clone(c.TwoWay), slices.Clone(c.Exclusions), slices.Clone(c.StateChanges)
	made.Root.Among, made.Root.Elements = slices.Clone(c.Root.Among), slices.Clone(c.Root.Elements)
	made.StyleHooks.CSSParts = slices.Clone(c.StyleHooks.CSSParts)
	made.Axes = slices.Clone(c.Axes)
	made.Parts = slices.Clone(c.Parts)
	return &made
}

func copies[T any](list []*T) []*T {
	out := make([]*T, len(list))
	for i, x := range list {
		made := *x
		out[i] = &made
	}
	return out
}

// freeName gives a name that no member has, beginning with the one that is wished for.
func freeName(c *contract.Contract, name string) string {
	taken := memberNames(c)
	for n := 2; slices.Contains(taken, name); n++ {
		name = strings.TrimRight(name, "0123456789") + fmt.Sprint(n)
	}
	return name
}

func addProp(c *contract.Contract, name, of string, fallback any) {
	p := &contract.Prop{Name: freeName(c, name), Type: contract.MustType(of)}
	if fallback != nil {
		p.Default = contract.Default{Kind: contract.DefaultValue, Value: fallback}
	}
	c.Props = append(c.Props, p)
}

func addAxis(c *contract.Contract, name string, values ...string) {
	var all []types.Type
	for _, v := range values {
		all = append(all, types.StringLiteral(v))
	}
	c.Props = append(c.Props, &contract.Prop{Name: freeName(c, name), Type: contract.Type{T: types.NewUnion(all...)}, Role: contract.RoleVariant,
		Default: contract.Default{Kind: contract.DefaultValue, Value: values[0]}})
}

func addSlot(c *contract.Contract, name string, form contract.Form, gives *contract.Payload) {
	c.Slots = append(c.Slots, &contract.Slot{Name: freeName(c, name), Form: form, Gives: gives, Fallback: contract.Yes})
}

func addEvent(c *contract.Contract, name string, fields ...contract.Field) {
	c.Events = append(c.Events, &contract.Event{Name: freeName(c, name), Payload: &contract.Payload{Positional: true, Fields: fields}, Returns: contract.Type{T: types.Void}})
}

func typeOf(c *contract.Contract, prop string) contract.Type {
	if p := c.Prop(prop); p != nil && p.Type.Known() {
		return p.Type
	}
	return contract.Type{T: types.Unknown}
}

func first[T any](list []T, name func(T) string) string {
	if len(list) == 0 {
		return ""
	}
	return name(list[0])
}

// hasItems reports whether a component draws several of something.
func hasItems(c *contract.Contract) bool {
	for _, s := range c.Slots {
		if s.InLoop == contract.Yes {
			return true
		}
	}
	return itemsProp(c) != nil || itemsByParts(c) != ""
}

func itemsProp(c *contract.Contract) *contract.Prop {
	for _, p := range c.Props {
		if p.Type.Known() {
			if list, ok := types.Without(p.Type.T, types.Undefined, types.Null).(*types.Array); ok && list.Elem != types.Type(types.String) {
				return p
			}
		}
	}
	return nil
}

// givingSlot is a slot whose content is given data.
func givingSlot(c *contract.Contract) *contract.Slot {
	for _, s := range c.Slots {
		if s.Gives != nil && !s.Gives.Unknown && len(s.Gives.Fields) > 0 {
			return s
		}
	}
	return nil
}

// slotGivingRecord is a slot whose content gets a whole record.
func slotGivingRecord(c *contract.Contract) string {
	for _, s := range c.Slots {
		if s.Gives == nil {
			continue
		}
		for _, f := range s.Gives.Fields {
			switch t := f.Type.T.(type) {
			case *types.Object:
				return s.Name
			case *types.Named:
				if !t.Own() {
					return s.Name
				}
			case types.Basic:
				if t == types.Unknown || t == types.Any {
					return s.Name
				}
			}
		}
	}
	return ""
}

// itemsByParts is a part that may stand several times.
func itemsByParts(c *contract.Contract) string {
	for _, p := range c.Parts {
		if hasWord(p.Name, []string{"row", "item", "option", "entry", "cell", "tab", "panel"}) && (p.Count == nil || p.Count.Max == nil || *p.Count.Max > 1) {
			return p.Name
		}
	}
	return ""
}

func arrangedParts(c *contract.Contract) string {
	if len(c.Parts) < 2 {
		return ""
	}
	return c.Parts[0].Name
}

func logic(c *contract.Contract) string {
	if c.Kind == contract.KindLogic || c.Root.Known && c.Root.None {
		return c.Component
	}
	return ""
}

// draws reports whether a component has markup of its own.
func draws(c *contract.Contract) bool { return logic(c) == "" }

// onlyContent is the slot of a component that draws nothing but its content.
func onlyContent(c *contract.Contract) string {
	if len(c.Slots) != 1 || c.Slots[0].Form == contract.FormFunction || len(c.Parts) > 0 {
		return ""
	}
	for _, g := range Groups(c) {
		if g.Control == ControlData || g.Control == ControlRendered && len(g.Members) > 1 {
			return ""
		}
	}
	return c.Slots[0].Name
}

func contentSlot(c *contract.Contract) string {
	for _, s := range c.Slots {
		if s.Form == contract.FormContent || s.Form == contract.FormElement || s.Form == "" {
			return s.Name
		}
	}
	return functionSlot(c)
}

func functionSlot(c *contract.Contract) string {
	for _, s := range c.Slots {
		if s.Form == contract.FormFunction || s.Form == contract.FormComponent {
			return s.Name
		}
	}
	return ""
}

// drawsAll is a slot for everything, which is given state.
func drawsAll(c *contract.Contract) string {
	if s := c.Slot("default"); s != nil && s.Form == contract.FormFunction && s.Gives != nil && len(s.Gives.Fields) > 0 {
		return s.Name
	}
	return ""
}

func optionalRegion(c *contract.Contract) string {
	for _, s := range c.Slots {
		if s.Required != contract.Yes && s.Fallback != contract.Yes && s.Name != "default" {
			return s.Name
		}
	}
	for _, p := range c.Props {
		if p.Required != contract.Yes && p.Role == contract.RoleContent && !isFlag(p) {
			return p.Name
		}
	}
	return ""
}

func regionFlag(c *contract.Contract) string {
	for _, p := range c.Props {
		if isFlag(p) && (p.Role == contract.RoleContent || hasWord(p.Name, regionWords)) {
			return p.Name
		}
	}
	return ""
}

func anyHook(c *contract.Contract) string {
	for _, hooks := range []contract.Hooks{c.StyleHooks.CSSParts, c.StyleHooks.Properties, c.StyleHooks.Classes} {
		if len(hooks) > 0 {
			return hooks[0].Name
		}
	}
	return ""
}

// propNamed finds a prop one of whose words is among some.
func propNamed(c *contract.Contract, fits func(p *contract.Prop) bool, wanted []string) *contract.Prop {
	for _, p := range c.Props {
		if hasWord(p.Name, wanted) && fits(p) {
			return p
		}
	}
	return nil
}

func named(p *contract.Prop) string {
	if p == nil {
		return ""
	}
	return p.Name
}

func axisNamed(wanted ...string) func(c *contract.Contract) string {
	return func(c *contract.Contract) string {
		return named(propNamed(c, func(p *contract.Prop) bool { values, _ := choices(p); return values != nil }, wanted))
	}
}

func openAxis(wanted ...string) func(c *contract.Contract) string {
	return func(c *contract.Contract) string {
		return named(propNamed(c, func(p *contract.Prop) bool { _, open := choices(p); return open }, wanted))
	}
}

func closedAxis(c *contract.Contract, wanted ...string) *contract.Prop {
	return propNamed(c, func(p *contract.Prop) bool { values, open := choices(p); return values != nil && !open }, wanted)
}

func numberNamed(wanted ...string) func(c *contract.Contract) string {
	return func(c *contract.Contract) string {
		return named(propNamed(c, func(p *contract.Prop) bool {
			return p.Type.Known() && slices.Contains(types.Members(p.Type.T), types.Type(types.Number))
		}, wanted))
	}
}

func flagNamed(wanted ...string) func(c *contract.Contract) string {
	return func(c *contract.Contract) string { return named(propNamed(c, isFlag, wanted)) }
}

func flagsNamed(c *contract.Contract, wanted ...string) (found []string) {
	for _, p := range c.Props {
		if isFlag(p) && hasWord(p.Name, wanted) {
			found = append(found, p.Name)
		}
	}
	return found
}

func propertyHook(wanted ...string) func(c *contract.Contract) string {
	return func(c *contract.Contract) string {
		for _, h := range c.StyleHooks.Properties {
			if hasWord(h.Name, wanted) {
				return h.Name
			}
		}
		return ""
	}
}

func slotNamed(wanted ...string) func(c *contract.Contract) string {
	return func(c *contract.Contract) string {
		for _, s := range c.Slots {
			if hasWord(s.Name, wanted) {
				return s.Name
			}
		}
		return ""
	}
}

func partNamed(wanted ...string) func(c *contract.Contract) string {
	return func(c *contract.Contract) string {
		for _, p := range c.Parts {
			if hasWord(p.Name, wanted) {
				return p.Name
			}
		}
		return ""
	}
}

// labelProp is a prop that takes a text which is drawn.
func labelProp(c *contract.Contract) string {
	return named(propNamed(c, func(p *contract.Prop) bool {
		return p.Type.Known() && slices.ContainsFunc(types.Members(p.Type.T), func(t types.Type) bool {
			n, own := t.(*types.Named)
			return t == types.Type(types.String) || own && n.Own() && n.Name == "Content"
		})
	}, []string{"label", "title", "text", "heading", "caption", "name", "message", "children"}))
}

func disabling(c *contract.Contract) *contract.Prop {
	return propNamed(c, func(p *contract.Prop) bool { return p.Type.Known() }, []string{"disabled", "inactive", "enabled"})
}

// hasState reports whether a component has state that somebody may want to hold.
func hasState(c *contract.Contract) bool {
	if len(c.TwoWay)+len(c.StateChanges) > 0 || c.Kind == contract.KindLogic {
		return true
	}
	name, known := heldName(c)
	return known || c.Prop(name) != nil
}

// heldName is the name of the value that a component holds, as far as its members show:
// what an initial value or a change event speaks of; else a name to begin with.
func heldName(c *contract.Contract) (name string, known bool) {
	for _, p := range c.Props {
		for _, before := range []string{"default", "initial"} {
			if rest, ok := strings.CutPrefix(p.Name, before); ok && rest != "" && rest == names.UpperFirst(rest) {
				return names.LowerFirst(rest), true
			}
		}
	}
	for _, e := range c.Events {
		if value, ok := strings.CutSuffix(e.Name, "Change"); ok && value != "" {
			return value, true
		}
	}
	return "open", false
}

func appHolds(c *contract.Contract) string {
	for _, t := range c.TwoWay {
		if t.Held != contract.HeldBySelf && t.Held != "" && t.Change != "" {
			return t.Value
		}
	}
	return ""
}
