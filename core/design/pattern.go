// This file helps to choose between patterns: what each serves, what it costs, and what
// practitioners disagree on.

package design

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// Need is what somebody wants to be able to do.
type Need string

// The needs that are ticked.
const (
	NeedSpot      Need = "vary one spot"
	NeedDrawn     Need = "vary everything drawn"
	NeedBehaviour Need = "vary behaviour"
	NeedOrder     Need = "vary order and presence of regions"
	NeedLogic     Need = "share logic only"
	NeedLimit     Need = "limit freedom on purpose"
)

// Needs lists all needs.
var Needs = []Need{NeedSpot, NeedDrawn, NeedBehaviour, NeedOrder, NeedLogic, NeedLimit}

// pattern is a row of the table of patterns.
type pattern struct {
	name   string
	serves []Need
	power  int               // how much freedom it gives: 1 a value, 5 all
	cost   string            // what each use pays
	not    map[string]string // frameworks that lack it, with what they do instead
	reason string
	// shape makes the pattern's skeleton of a contract, as a further alternative.
	shape func(c *contract.Contract)
}

var patterns = []pattern{
	{"a closed set of values", []Need{NeedSpot, NeedLimit}, 1, "one value to know; a further look waits for a release", nil,
		"what may be chosen is known, drawn and tested", func(c *contract.Contract) { addAxis(c, "tone", "calm", "notice") }},
	{"a further prop", []Need{NeedSpot, NeedLimit}, 1, "one name to know; each adds its combinations to all others", nil,
		"the smallest change, and the one that is made too often", func(c *contract.Contract) { addProp(c, "note", "string", nil) }},
	{"a slot with a fallback", []Need{NeedSpot}, 2, "nothing for who is content with the fallback; markup for who is not, all or nothing", nil,
		"who passes nothing gets a good look, who passes something takes over", func(c *contract.Contract) { addSlot(c, "region", contract.FormContent, nil) }},
	{"a slot that is given data", []Need{NeedSpot, NeedDrawn}, 3, "markup for each use and names of data to know; what is handed out is interface", map[string]string{"web component": "a property that takes a function"},
		"the app draws, the component supplies", func(c *contract.Contract) {
			addSlot(c, "row", contract.FormFunction, &contract.Payload{Fields: []contract.Field{{Name: "item", Type: contract.Type{T: types.Unknown}}}})
		}},
	{"a component handed in", []Need{NeedSpot}, 3, "a component of the app's own for each look, which must accept what it is given", map[string]string{"web component": "the tag name of an element"},
		"an inner element is replaced as a whole", func(c *contract.Contract) { addSlot(c, "control", contract.FormComponent, nil) }},
	{"parts that share state", []Need{NeedOrder, NeedSpot}, 4, "several tags for each use, and the rules of how they stand", nil,
		"the use reads like the picture, and a part is added without touching the rest", func(c *contract.Contract) {
			for _, name := range []string{"Title", "Body", "Actions"} {
				if c.Part(name) == nil {
					c.Parts = append(c.Parts, contract.Part{Name: name, Component: c.Component + "." + name, Within: []string{c.Component}})
				}
			}
		}},
	{"a function that amends state changes", []Need{NeedBehaviour}, 4, "the kinds of change become interface; a function that gives nothing back wipes the state", map[string]string{"ember": "an argument that takes a function", "web component": "a property that takes a function"},
		"behaviour varies without a prop for each wish", func(c *contract.Contract) {
			addProp(c, "amend", "(state: unknown, change: unknown) => unknown", nil)
			c.StateChanges = append(c.StateChanges, contract.StateChange{Name: "changed"})
		}},
	{"a value that the app may hold", []Need{NeedBehaviour}, 3, "a variable and a handler for who holds it", nil,
		"two components can agree, and the app decides", func(c *contract.Contract) {
			name, _ := heldName(c)
			if c.Prop(name) == nil {
				addProp(c, name, "boolean", nil)
			}
			if c.Event(name+"Change") == nil {
				addEvent(c, name+"Change", contract.Field{Name: name, Type: typeOf(c, name)})
			}
			if !slices.ContainsFunc(c.TwoWay, func(t contract.TwoWay) bool { return t.Value == name }) {
				c.TwoWay = append(c.TwoWay, contract.TwoWay{Value: name, Change: name + "Change", Held: contract.HeldByBoth})
			}
		}},
	{"logic without markup", []Need{NeedLogic, NeedDrawn, NeedBehaviour}, 5, "all markup in each use; what repeats there is no longer the library's", map[string]string{"web component": "a class to extend or a controller"},
		"another drawing shares nothing but the behaviour", func(c *contract.Contract) {
			c.Kind, c.Root, c.PassThrough, c.Parts = contract.KindLogic, contract.Root{Known: true, None: true}, contract.PassThrough{}, nil
			c.Component = "use" + strings.TrimPrefix(c.Component, "use")
			c.Export.Name = c.Component
			var fields []contract.Field
			for _, t := range c.TwoWay {
				fields = append(fields, contract.Field{Name: t.Value, Type: typeOf(c, t.Value)})
			}
			c.Slots = nil
			c.Result = &contract.Payload{Fields: fields}
		}},
	{"content that is a function of the state", []Need{NeedDrawn, NeedLogic}, 5, "an instance for each use and all markup in it", map[string]string{"web component": "a property that takes a function"},
		"the component keeps the state, the app draws all of it", func(c *contract.Contract) {
			c.Slots = []*contract.Slot{{Name: "default", Form: contract.FormFunction, Required: contract.Yes, Gives: &contract.Payload{Fields: []contract.Field{{Name: "state", Type: contract.Type{T: types.Unknown}}}}}}
			c.Root = contract.Root{Known: true, None: true}
		}},
	{"props given to children", []Need{NeedSpot}, 3, "children must accept the names; a wrapper between breaks it, and what the app gave may be overwritten", map[string]string{"vue": "provide and inject", "svelte": "context", "angular": "a directive on the child", "ember": "a yielded hash", "web component": "properties set on slotted elements"},
		"the app's own element gets what it needs", func(c *contract.Contract) {
			c.Context.Injects = append(c.Context.Injects, contract.Injected{Name: "id", Type: contract.Type{T: types.String}})
			if c.Slot("default") == nil {
				one := 1
				c.Slots = append(c.Slots, &contract.Slot{Name: "default", Form: contract.FormElement, Required: contract.Yes, Count: &contract.Count{Min: &one, Max: &one}})
			}
		}},
	{"a subclass that overrides", []Need{NeedBehaviour, NeedDrawn}, 4, "knowledge of the insides: a renamed method breaks it without a word", map[string]string{"react": "a hook, or a component that wraps it", "vue": "extends, or a composable", "svelte": "a component that wraps it"},
		"one method is replaced and all else stays", func(c *contract.Contract) {
			if c.Handle == nil {
				c.Handle = &contract.Handle{}
			} else {
				made := *c.Handle
				made.Members = slices.Clip(made.Members)
				c.Handle = &made
			}
			c.Handle.Members = append(c.Handle.Members, contract.HandleMember{Name: "change", Type: contract.MustType("(state: unknown) => unknown"), Description: "May be overridden."})
		}},
	{"an upper component that wraps it", []Need{NeedLimit, NeedSpot}, 1, "a second component to keep in step; a hidden prop is missed", nil,
		"ordinary uses go through few props, special ones to what lies beneath", func(c *contract.Contract) {
			c.Props = slices.DeleteFunc(c.Props, func(p *contract.Prop) bool {
				return p.Required != contract.Yes && p.Role != contract.RoleVariant && p.Role != contract.RoleContent
			})
			forget(c)
		}},
}

// Patterns lists all patterns, each with all that it serves.
func Patterns() (all []Suggestion) {
	for _, p := range patterns {
		all = append(all, Suggestion{Pattern: p.name, Serves: p.serves, Cost: p.cost, Why: p.reason})
	}
	return all
}

// forget takes out the rules that speak of members which are not there any more.
func forget(c *contract.Contract) {
	has := func(name string) bool { return slices.Contains(memberNames(c), name) }
	c.Exclusions = slices.DeleteFunc(c.Exclusions, func(x contract.Exclusion) bool {
		return slices.ContainsFunc(sortedKeys(x.When), func(name string) bool { return !has(name) })
	})
	c.Companions = slices.DeleteFunc(slices.Clone(c.Companions), func(x contract.Companion) bool {
		return !has(x.Given) || slices.ContainsFunc(x.Needs, func(name string) bool { return !has(name) })
	})
	c.TwoWay = slices.DeleteFunc(c.TwoWay, func(t contract.TwoWay) bool { return !has(t.Value) })
	c.Axes = slices.DeleteFunc(c.Axes, func(name string) bool { return !has(name) })
	c.Modes = slices.DeleteFunc(slices.Clone(c.Modes), func(m contract.Mode) bool {
		return slices.ContainsFunc(sortedKeys(m.When), func(name string) bool { return !has(name) }) ||
			slices.ContainsFunc(m.Members, func(x contract.ModeMember) bool { return !has(x.Name) })
	})
	if !has(c.Root.ChosenBy) {
		c.Root.ChosenBy, c.Root.Among = "", nil
	}
}

// Tension is a matter that practitioners decide either way.
type Tension struct {
	One   string `json:"one"`
	Other string `json:"other"`
	needs []Need
}

var tensions = []Tension{
	{"freedom for the app: it knows its users", "restriction on purpose: one experience everywhere", []Need{NeedDrawn, NeedOrder, NeedLimit}},
	{"presets of looks: chosen by name, changed in one place", "free attributes: no preset ever fits all", []Need{NeedSpot, NeedLimit}},
	{"a component without markup: it stands in the tree like all others", "shared logic as a function: no instance, no nesting", []Need{NeedLogic}},
	{"a list of records: short, and typed in one place", "child elements: each may carry what the list cannot say", []Need{NeedOrder, NeedDrawn}},
	{"parts that are imported one by one: what is not used is dropped", "parts that hang on the main name or are handed out: found by completion", []Need{NeedOrder}},
	{"behaviour built in: nobody forgets it", "behaviour announced by an event: nobody is stuck with it", []Need{NeedBehaviour}},
}

// Suggestion is a pattern that fits what is needed.
type Suggestion struct {
	Pattern string `json:"pattern"`
	Serves  []Need `json:"serves"`
	Beyond  []Need `json:"beyond"` // what it would allow that nobody asked for
	Cost    string `json:"cost"`
	Why     string `json:"why"`
	Instead string `json:"instead,omitempty"` // what the framework has in its place
}

// Advice is the patterns that fit, best first, and what is decided either way.
type Advice struct {
	Patterns []Suggestion `json:"patterns"`
	Tensions []Tension    `json:"tensions"`
}

// powerOf is how much freedom a stance leaves, as patterns count it.
var powerOf = map[Stance]int{StanceLocked: 1, StanceSlots: 3, StanceParts: 4, StanceFull: 5}

// Advise ranks the patterns that serve what is needed: first those that serve most of
// it, then those that give the least freedom beyond it. A stance leaves out what gives
// more than it allows. Framework may be "".
func Advise(needs []Need, framework string, stance Stance) (*Advice, error) {
	for _, n := range needs {
		if !slices.Contains(Needs, n) {
			var all []string
			for _, known := range Needs {
				all = append(all, string(known))
			}
			return nil, fmt.Errorf("%q is no need; there are %s", n, list(all))
		}
	}
	out := &Advice{Patterns: []Suggestion{}, Tensions: []Tension{}}
	most, limited := powerOf[stance]
	for _, p := range patterns {
		if limited && p.power > most {
			continue
		}
		s := Suggestion{Pattern: p.name, Cost: p.cost, Why: p.reason, Instead: p.not[framework], Serves: []Need{}, Beyond: []Need{}}
		for _, n := range p.serves {
			if slices.Contains(needs, n) {
				s.Serves = append(s.Serves, n)
			} else {
				s.Beyond = append(s.Beyond, n)
			}
		}
		if len(s.Serves) > 0 {
			out.Patterns = append(out.Patterns, s)
		}
	}
	power := func(name string) int {
		return patterns[slices.IndexFunc(patterns, func(p pattern) bool { return p.name == name })].power
	}
	slices.SortStableFunc(out.Patterns, func(a, b Suggestion) int {
		return cmp.Or(len(b.Serves)-len(a.Serves), len(a.Beyond)-len(b.Beyond), power(a.Pattern)-power(b.Pattern))
	})
	for _, t := range tensions {
		if slices.ContainsFunc(t.needs, func(n Need) bool { return slices.Contains(needs, n) }) {
			out.Tensions = append(out.Tensions, t)
		}
	}
	return out, nil
}

// Shaped gives a contract with a pattern's skeleton put into it, as a further
// alternative of a draft.
func Shaped(c *contract.Contract, name string) (*contract.Contract, error) {
	for _, p := range patterns {
		if p.name == name {
			made := copied(c)
			p.shape(made)
			forget(made)
			return made, nil
		}
	}
	var all []string
	for _, p := range patterns {
		all = append(all, p.name)
	}
	return nil, fmt.Errorf("%q is no pattern; there are %s", name, list(all))
}
