package change

import (
	"context"
	"encoding/json"
	"math/rand/v2"
	"os"
	"strings"
	"testing"

	"steadysocket/core/contract"
	"steadysocket/core/reading"
	"steadysocket/core/types"
	"steadysocket/demo"
)

// listing makes a listing of one component from the lines of its contract.
func listing(t *testing.T, version, lines string) *contract.Listing {
	t.Helper()
	l := &contract.Listing{Reader: "1", Package: contract.PackageInfo{Name: "p", Version: version, Framework: "react", Modules: []string{"."}}}
	for _, one := range strings.Split(lines, "\n---\n") {
		if strings.TrimSpace(one) == "" {
			continue
		}
		if !strings.HasPrefix(one, "component:") {
			one = "component: X\n" + one
		}
		c, err := contract.ParseFile("x.yaml", []byte("contract: 1\n"+one))
		if err != nil {
			t.Fatalf("%v in\n%s", err, one)
		}
		c.Hashes()
		l.Components = append(l.Components, *c)
	}
	return l
}

func kinds(c *Changes) string {
	var list []string
	for _, x := range c.Changes {
		list = append(list, string(x.Kind))
	}
	return strings.Join(list, " ")
}

// rows are pairs of contracts with what each direction must be told as. In
// there, the kinds stand in the order that they are printed.
var rows = []struct{ name, old, new, forth, back string }{
	{"component", "", "component: Y", "component-added", "component-removed"},
	{"component renamed", "component: Mark\nprops: { a: string, b: number }", "component: Sign\nwas: [Mark]\nprops: { a: string, b: number }", "component-renamed", "component-renamed"},
	{"component alike", "component: DeckMap\nprops: { decks: string, level: number }\nevents: { go: { payload: { form: positional, fields: [] } } }", "component: DeckPlan\nprops: { decks: string, level: number }\nevents: { go: { payload: { form: positional, fields: [] } } }", "component-renamed", "component-renamed"},
	{"component split", "component: Berth\nprops: { deck: string, level: number, fare: \"'low' | 'high'\", agent: string }", "component: BerthPlace\nprops: { deck: string, level: number }\n---\ncomponent: BerthFare\nprops: { fare: \"'low' | 'high'\", agent: string }",
		"component-split component-added component-added", "component-merged component-merged component-added"},
	{"component split by its word", "component: Berth\nprops: { deck: string }", "component: BerthPlace\nwas: [Berth]\n---\ncomponent: BerthFare\nwas: [Berth]",
		"component-split component-added component-added", "component-merged component-merged component-added"},
	{"component merged into one that stays", "component: Berth\nprops: { deck: string }\n---\ncomponent: Quote\nprops: { fare: number, agent: string }", "component: Berth\nprops: { deck: string, fare: number, agent: string }",
		"component-merged prop-added prop-added", "prop-removed prop-removed component-added"},
	{"component merged by its word", "component: Berth\nprops: { deck: string }\n---\ncomponent: Quote\nprops: { fare: number }", "component: Berth\nwas: [Quote]\nprops: { deck: string }",
		"component-merged", "component-added"},
	{"component gone, its members common", "component: Berth\nprops: { id: string, title: string }\n---\ncomponent: Quote\nprops: { id: string, title: string }\n---\ncomponent: Deck\nprops: { id: string, title: string }", "component: Quote\nprops: { id: string, title: string }\n---\ncomponent: Deck\nprops: { id: string, title: string }\n---\ncomponent: Zone\nprops: { id: string, title: string, x: string, y: string, z: string }",
		"component-removed component-added", "component-removed component-added"},
	{"component moved", "export: { module: ., name: X, kind: named }", "export: { module: ./x, name: X, kind: named }", "component-moved", "component-moved"},
	{"a further path", "export: { module: ., name: X, kind: named, also: [{ module: ./x, name: X }] }", "export: { module: ., name: X, kind: named }", "path-removed", ""},
	{"the first path is a further one", "export: { module: ., name: X, kind: named }", "export: { module: ./x, name: default, kind: default, also: [{ module: ., name: X }] }", "", "component-moved"},
	{"component moved, old path kept", "export: { module: ., name: X, kind: named }", "export: { module: ./x, name: X, kind: named, also: [{ module: ., name: X }] }", "", "component-moved"},
	{"export kind", "export: { module: ., name: X, kind: named }", "export: { module: ., name: X, kind: default }", "export-kind-changed", "export-kind-changed"},
	{"logic", "kind: component", "kind: logic", "component-to-logic", "component-to-logic"},
	{"stage ready", "stage: draft", "stage: ready", "stage-changed", "stage-changed"},
	{"stage retiring", "stage: ready", "stage: retiring", "stage-changed", "stage-changed"},
	{"deprecated prop", "props: { a: string }", "props: { a: { type: string, deprecated: { since: 1.0.0, successor: b } } }", "deprecated", ""},
	{"deprecated slot", "slots: { a: { form: content } }", "slots: { a: { form: content, deprecated: { since: 1.0.0 } } }", "deprecated", ""},
	{"deprecated event", "events: { a: {} }", "events: { a: { deprecated: { since: 1.0.0 } } }", "deprecated", ""},
	{"deprecated part", "parts: { A: { component: X.A } }", "parts: { A: { component: X.A, deprecated: { since: 1.0.0 } } }", "deprecated", ""},
	{"type parameter", "typeParameters: { T: { constraint: \"{ a: string }\" } }", "typeParameters: { T: { constraint: \"{ a: string; b: string }\" } }", "type-parameter-narrowed", "type-parameter-widened"},
	{"base", "props: { a: string }", "bases: [{ name: B, from: other }]\nprops: { a: string }", "base-unresolved", "base-unresolved"},
	{"base hides what went", "props: { a: string, b: string }", "bases: [{ name: B, from: other }]\nprops: { a: string }", "base-unresolved", "base-unresolved"},
	{"words", "summary: one", "summary: two", "words-changed", "words-changed"},
	{"root", "root: { elements: [div] }", "root: { elements: [ol] }", "root-changed", "root-changed"},
	{"root unknown", "root: { elements: [div] }", "summary: none", "root-unknown", "root-unknown"},
	{"root choice", "root: { elements: [p, span], chosenBy: as, among: [p, span] }\nprops: { as: \"'p' | 'span'\" }", "root: { elements: [p] }", "prop-removed root-choice-dropped", "prop-added"},
	{"pass-through", "passThrough: [{ to: root }]", "summary: none", "pass-through-removed", "pass-through-added"},
	{"pass-through narrowed", "passThrough: [{ to: root }]", "passThrough: [{ to: root, except: [style] }]", "pass-through-removed", "pass-through-added"},
	{"pass-through moved", "passThrough: [{ to: root }]", "passThrough: [{ to: inner, element: input }]", "pass-through-moved", "pass-through-moved"},
	{"pass-through unknown", "passThrough: [{ to: root }]", "passThrough: unknown", "pass-through-unknown", "pass-through-unknown"},

	{"taken as an attribute", "passThrough: unknown\nprops: { id: { spelled: id, type: string }, x: string }", "passThrough: [{ to: unknown, element: b }]", "prop-removed pass-through-added taken-as-attribute", "pass-through-removed prop-added prop-added"},
	{"taken as content", "passThrough: [{ to: unknown, element: b }]\nslots: { default: { spelled: children, form: content } }", "passThrough: [{ to: unknown, element: p }]", "taken-as-attribute", "slot-added"},
	{"taken as an event of an element", "passThrough: [{ to: unknown }]\nevents: { click: { spelled: onClick, payload: { form: positional, fields: [{ event: MouseEvent }] } }, select: { spelled: onSelect, payload: { form: positional, fields: [{ key: string }] } } }", "passThrough: [{ to: unknown, element: p }]", "event-removed taken-as-attribute", "event-added event-added"},
	{"prop", "props: { a: string }", "props: { a: string, b: number }", "prop-added", "prop-removed"},
	{"prop over an attribute", "passThrough: [{ to: root }]", "passThrough: [{ to: root }]\nprops: { title: string }", "prop-added-shadowing", "prop-removed"},
	{"prop against an attribute", "passThrough: [{ to: root }]", "passThrough: [{ to: root }]\nprops: { title: number }", "prop-added-clashing", "prop-removed"},
	{"prop added required", "summary: none", "props: { a: { type: string, required: true } }", "prop-added-required", "prop-removed"},
	{"prop becomes required", "props: { a: { type: string, default: { value: x } } }", "props: { a: { type: string, required: true } }", "prop-required", "prop-optional"},
	{"prop renamed by the contract", "props: { colour: string }", "props: { ink: { type: string, was: [colour] } }", "prop-renamed", "prop-renamed"},
	{"prop renamed by likeness", "props: { minutesLate: number, b: string }", "props: { minutesBehind: number, b: string }", "prop-renamed", "prop-renamed"},
	{"prop not alike", "props: { a: string, b: string }", "props: { quay: string, b: string }", "prop-removed prop-added", "prop-removed prop-added"},
	{"prop re-cased", "props: { fareTag: { spelled: fareTag, type: string } }", "props: { fareTag: { spelled: FareTag, type: string } }", "prop-renamed", "prop-renamed"},
	{"type", "props: { a: string }", "props: { a: \"string | number\" }", "type-widened", "type-narrowed"},
	{"type replaced", "props: { a: string }", "props: { a: number }", "type-replaced", "type-replaced"},
	{"type rewritten", "props: { a: \"{ b: string } & { c: string }\" }", "props: { a: \"{ b: string; c: string }\" }", "type-rewritten", "type-rewritten"},
	{"type unsure", "props: { a: Thing }", "props: { a: Other }", "type-unsure", "type-unsure"},
	{"type known on one side", "props: { a: string }", "props: { a: {} }", "type-unsure", "type-unsure"},
	{"any", "props: { a: any }", "props: { a: string }", "type-unsure", "type-unsure"},
	{"value", "props: { a: \"'x' | 'y'\" }", "props: { a: \"'x' | 'y' | 'z'\" }", "value-added", "value-removed"},
	{"value renamed", "props: { a: \"'x' | 'y'\" }", "props: { a: { type: \"'x' | 'z'\", was: [{ prop: a, when: y, gives: z }] } }", "value-renamed", "value-removed value-added"},
	{"values in another order", "props: { a: \"'x' | 'y'\" }", "props: { a: \"'y' | 'x'\" }", "", ""},
	{"set closed", "props: { a: \"'x' | 'y' | (string & {})\" }", "props: { a: \"'x' | 'y'\" }", "set-closed", "set-opened"},
	{"null beside values", "props: { a: \"'x' | 'y' | null\" }", "props: { a: \"'x' | 'y'\" }", "type-narrowed", "type-widened"},
	{"default", "props: { a: { type: string, default: { value: x } } }", "props: { a: { type: string, default: { value: y } } }", "default-changed", "default-changed"},
	{"default dropped", "props: { a: { type: string, default: { value: x } } }", "props: { a: { type: string } }", "default-changed", "default-changed"},
	{"a default that is undefined", "props: { a: { type: string, default: { expression: undefined } } }", "props: { a: { type: string } }", "", ""},
	{"undefined beside what may be left out", "props: { a: { type: 'string | undefined' } }", "props: { a: { type: string } }", "", ""},
	{"undefined beside what must be given", "props: { a: { type: 'string | undefined', required: true } }", "props: { a: { type: string, required: true } }", "type-narrowed", "type-widened"},
	{"null beside what may be left out", "props: { a: { type: 'string | null' } }", "props: { a: { type: string } }", "type-narrowed", "type-widened"},
	{"default unknown", "props: { a: { type: string, default: { value: x } } }", "props: { a: { type: string, default: unknown } }", "default-unknown", "default-unknown"},
	{"limits", "props: { a: { type: number, limits: { max: 9 } } }", "props: { a: { type: number, limits: { max: 6 } } }", "limits-tightened", "limits-loosened"},
	{"unit", "props: { a: { type: number, unit: pence } }", "props: { a: { type: number, unit: pounds } }", "unit-changed", "unit-changed"},
	{"flag folded", "props: { urgent: boolean, tone: \"'x' | 'y'\" }", "props: { tone: { type: \"'x' | 'y' | 'urgent'\", was: [{ prop: urgent, when: true, gives: urgent }] } }", "flag-folded value-added", "value-removed prop-added"},

	{"slot", "summary: none", "slots: { a: { form: content } }", "slot-added", "slot-removed"},
	{"slot added required", "summary: none", "slots: { a: { form: content, required: true } }", "slot-added-required", "slot-removed"},
	{"slot becomes required", "slots: { a: { form: content } }", "slots: { a: { form: content, required: true } }", "slot-required", "slot-optional"},
	{"slot gets a name", "slots: { default: { form: content } }", "slots: { heading: { form: content, was: [default] } }", "slot-renamed", "slot-renamed"},
	{"slot form", "slots: { a: { form: content } }", "slots: { a: { form: function } }", "slot-form-changed", "slot-form-changed"},
	{"slot takes one element", "slots: { a: { form: content } }", "slots: { a: { form: element } }", "slot-form-changed", "slot-form-widened"},
	{"text becomes an element", "props: { children: { spelled: children, type: string } }", "slots: { default: { spelled: children, form: element } }", "type-replaced", "type-replaced"},
	{"slot count", "slots: { a: { form: content } }", "slots: { a: { form: content, count: { max: 1 } } }", "slot-count-narrowed", "slot-count-widened"},
	{"slot accepts", "slots: { a: { form: content } }", "slots: { a: { form: content, accepts: [Row] } }", "slot-accepts-narrowed", "slot-accepts-widened"},
	{"slot data", "slots: { a: { form: function, gives: { form: named, fields: { x: string } } } }", "slots: { a: { form: function, gives: { form: named, fields: { x: string, y: string } } } }", "slot-data-added", "slot-data-removed"},
	{"slot data renamed", "slots: { a: { form: function, gives: { form: named, fields: { x: string } } } }", "slots: { a: { form: function, gives: { form: named, fields: { y: { type: string, was: x } } } } }", "slot-data-renamed", "slot-data-removed slot-data-added"},
	{"slot data widened", "slots: { a: { form: function, gives: { form: named, fields: { x: string } } } }", "slots: { a: { form: function, gives: { form: named, fields: { x: \"string | number\" } } } }", "slot-data-widened", "slot-data-narrowed"},
	{"slot data replaced", "slots: { a: { form: function, gives: { form: named, fields: { x: string } } } }", "slots: { a: { form: function, gives: { form: named, fields: { x: number } } } }", "slot-data-replaced", "slot-data-replaced"},
	{"slot data unsure", "slots: { a: { form: function, gives: { form: named, fields: { x: Thing } } } }", "slots: { a: { form: function, gives: { form: named, fields: { x: Other } } } }", "slot-data-unsure", "slot-data-unsure"},
	{"slot data form", "slots: { a: { form: function, gives: { form: named, fields: { x: string } } } }", "slots: { a: { form: function, gives: { form: positional, fields: [{ x: string }] } } }", "slot-data-form-changed", "slot-data-form-changed"},
	{"slot data sometimes", "slots: { a: { form: function, gives: { form: named, fields: { x: string } } } }", "slots: { a: { form: function, gives: { form: named, fields: { x: { type: string, optional: true } } } } }", "slot-data-sometimes", "slot-data-always"},
	{"fallback", "slots: { a: { form: content, fallback: true } }", "slots: { a: { form: content } }", "fallback-changed", "fallback-changed"},
	{"fallback unknown", "slots: { a: { form: content, fallback: unknown } }", "slots: { a: { form: content } }", "fallback-unknown", "fallback-unknown"},
	{"slot in a loop", "slots: { a: { form: content } }", "slots: { a: { form: content, inLoop: true } }", "slot-place-changed", "slot-place-changed"},
	{"slot in a condition", "slots: { a: { form: content } }", "slots: { a: { form: content, conditional: true } }", "slot-place-changed", "slot-place-changed"},
	{"text becomes content", "props: { title: { spelled: title, type: string } }", "slots: { title: { spelled: title, form: content } }", "type-widened", "type-narrowed"},

	{"event", "summary: none", "events: { a: {} }", "event-added", "event-removed"},
	{"event over a native one", "passThrough: [{ to: root }]", "passThrough: [{ to: root }]\nevents: { click: {} }", "event-added-shadowing", "event-removed"},
	{"event renamed", "events: { full: {} }", "events: { noneFree: { was: [full] } }", "event-renamed", "event-renamed"},
	{"event re-cased", "events: { a: { spelled: onA } }", "events: { a: { spelled: OnA } }", "event-renamed", "event-renamed"},
	{"handler", "events: { a: {} }", "events: { a: { required: true } }", "handler-required", "handler-optional"},
	{"handler new and required", "summary: none", "events: { a: { required: true } }", "handler-required", "event-removed"},
	{"payload", "events: { a: { payload: { form: positional, fields: [{ x: string }] } } }", "events: { a: { payload: { form: positional, fields: [{ x: string }, { y: string }] } } }", "payload-added", "payload-removed"},
	{"payload renamed by place", "events: { a: { payload: { form: positional, fields: [{ x: string }] } } }", "events: { a: { payload: { form: positional, fields: [{ y: string }] } } }", "", ""},
	{"payload reordered", "events: { a: { payload: { form: positional, fields: [{ x: string }, { y: number }] } } }", "events: { a: { payload: { form: positional, fields: [{ y: number }, { x: string }] } } }", "payload-reordered", "payload-reordered"},
	{"payload widened", "events: { a: { payload: { form: positional, fields: [{ x: string }] } } }", "events: { a: { payload: { form: positional, fields: [{ x: \"string | null\" }] } } }", "payload-widened", "payload-narrowed"},
	{"payload replaced", "events: { a: { payload: { form: positional, fields: [{ x: string }] } } }", "events: { a: { payload: { form: positional, fields: [{ x: number }] } } }", "payload-replaced", "payload-replaced"},
	{"payload within a record", "events: { a: { payload: { form: positional, fields: [{ x: \"{ p: string; q: string }\" }] } } }", "events: { a: { payload: { form: positional, fields: [{ x: \"{ p: string }\" }] } } }", "payload-removed", "payload-added"},
	{"payload unsure", "events: { a: { payload: { form: positional, fields: [{ x: Thing }] } } }", "events: { a: { payload: { form: positional, fields: [{ x: Other }] } } }", "payload-unsure", "payload-unsure"},
	{"payload unknown", "events: { a: { payload: unknown } }", "events: { a: { payload: { form: positional, fields: [] } } }", "payload-unsure", "payload-unsure"},
	{"payload form", "events: { a: { payload: { form: positional, fields: [{ x: string }] } } }", "events: { a: { payload: { form: named, fields: { x: string } } } }", "payload-form-changed", "payload-form-changed"},
	{"payload form of a like record", "events: { a: { payload: { form: named, fields: { x: string, y: string } } } }", "events: { a: { payload: { form: positional, fields: [{ p: \"{ x: string }\" }, { q: number }] } } }", "payload-removed payload-added", "payload-removed payload-added"},
	{"payload form of another record", "events: { a: { payload: { form: named, fields: { p: string, q: string } } } }", "events: { a: { payload: { form: positional, fields: [{ p: \"{ x: string }\" }, { q: number }] } } }", "payload-form-changed", "payload-form-changed"},
	{"payload sometimes", "events: { a: { payload: { form: positional, fields: [{ x: string }] } } }", "events: { a: { payload: { form: positional, fields: [{ x: { type: string, optional: true } }] } } }", "payload-sometimes", "payload-always"},
	{"returns", "events: { a: { returns: \"boolean\" } }", "events: { a: { returns: \"true\" } }", "returns-narrowed", "returns-widened"},
	{"returns unsure", "events: { a: { returns: Thing } }", "events: { a: { returns: Other } }", "returns-unsure", "returns-unsure"},
	{"cancelable", "events: { a: { cancelable: true } }", "events: { a: {} }", "cancelable-dropped", "cancelable-added"},
	{"bubbles", "events: { a: { bubbles: true } }", "events: { a: {} }", "bubbles-dropped", "bubbles-added"},
	{"held", "props: { v: string, i: string }\nevents: { c: {} }\ntwoWay: [{ value: v, initial: i, change: c, held: both }]", "props: { v: string, i: string }\nevents: { c: {} }\ntwoWay: [{ value: v, initial: i, change: c, held: app }]", "hold-dropped", "hold-added"},
	{"exclusion", "props: { a: boolean, b: boolean }", "props: { a: boolean, b: boolean }\nexclusions: [{ when: { a: true, b: true } }]", "combination-forbidden", "combination-allowed"},
	{"companion", "props: { a: boolean, b: boolean }", "props: { a: boolean, b: boolean }\ncompanions: [{ given: a, needs: [b] }]", "companion-needed", "companion-dropped"},

	{"part", "summary: none", "parts: { Row: { component: X.Row } }", "part-added", "part-removed"},
	{"part added required", "summary: none", "parts: { Row: { component: X.Row, required: true } }", "part-added-required", "part-removed"},
	{"part renamed", "parts: { Pane: { component: X.Pane } }", "parts: { Panel: { component: X.Panel, was: [Pane] } }", "part-renamed", "part-renamed"},
	{"part place", "parts: { Row: { component: X.Row } }", "parts: { Row: { component: X.Row, within: [X] } }", "part-place-changed", "part-place-changed"},
	{"handle", "handle: { type: Ref<HTMLElement> }", "handle: { type: Ref<HTMLDivElement> }", "handle-type-changed", "handle-type-changed"},
	{"exclusion of a member that is new", "props: { a: boolean }", "props: { a: boolean, b: boolean }\nexclusions: [{ when: { a: true, b: true } }]", "prop-added", "prop-removed"},
	{"companion of a member that is new", "props: { a: boolean }", "props: { a: boolean, b: boolean }\ncompanions: [{ given: b, needs: [a] }]", "prop-added", "prop-removed"},
	{"weaker exclusion", "props: { a: boolean, b: boolean }\nexclusions: [{ when: { a: true, b: true } }]", "props: { a: boolean, b: boolean }\nexclusions: [{ when: { a: true } }]", "combination-forbidden", "combination-allowed"},
	{"companion more", "props: { a: boolean, b: boolean, c: boolean }\ncompanions: [{ given: a, needs: [b] }]", "props: { a: boolean, b: boolean, c: boolean }\ncompanions: [{ given: a, needs: [c, b] }]", "companion-needed", "companion-dropped"},
	{"two-way value", "props: { v: string }\nevents: { c: { payload: unknown } }\ntwoWay: [{ value: v, change: c, held: app }]", "props: { v: \"string | number\" }\nevents: { c: { payload: unknown } }\ntwoWay: [{ value: v, change: c, held: app }]", "two-way-widened type-widened", "type-narrowed"},
	{"two-way value told by its event", "props: { v: string }\nevents: { c: { payload: { form: positional, fields: [{ x: string }] } } }\ntwoWay: [{ value: v, change: c, held: app }]", "props: { v: \"string | number\" }\nevents: { c: { payload: { form: positional, fields: [{ x: \"string | number\" }] } } }\ntwoWay: [{ value: v, change: c, held: app }]", "payload-widened type-widened", "type-narrowed payload-narrowed"},
	{"mode", modal + "modes:\n  - { when: { kind: one }, members: { limit: { absent: true } } }\n  - { when: { kind: many }, members: { limit: number } }", modal + "modes:\n  - { when: { kind: one }, members: { limit: { absent: true } } }", "mode-removed", "mode-added"},
	{"mode gone with its value", modal + "modes:\n  - { when: { kind: one }, members: { limit: { absent: true } } }\n  - { when: { kind: many }, members: { limit: number } }", "props: { kind: \"'one'\", limit: number }\nmodes:\n  - { when: { kind: one }, members: { limit: { absent: true } } }", "value-removed", "mode-added value-added"},
	{"mode narrowed", modal + "modes:\n  - { when: { kind: one }, members: { limit: number } }", modal + "modes:\n  - { when: { kind: one }, members: { limit: { absent: true } } }", "mode-narrowed", "mode-widened"},
	{"mode asks for more", modal + "modes:\n  - { when: { kind: one }, members: { limit: number } }", modal + "modes:\n  - { when: { kind: one }, members: { limit: { type: number, required: true } } }", "mode-narrowed", "mode-widened"},
	{"mode takes less", modal + "modes:\n  - { when: { kind: [one, many] }, members: { limit: \"number | string\" } }", modal + "modes:\n  - { when: { kind: [one, many] }, members: { limit: number } }", "mode-narrowed", "mode-widened"},
	{"modes fall away", modal + "modes:\n  - { when: { kind: one }, members: { limit: { absent: true } } }\n  - { when: { kind: many }, members: { limit: number } }", modal, "mode-widened", "mode-narrowed"},
	{"mode by prop", "props: { kind: \"'one' | 'many'\", v: { type: \"string | number\", perMode: [{ when: { kind: one }, type: string }] } }", "props: { kind: \"'one' | 'many'\", v: { type: \"string | number\", perMode: [{ when: { kind: one }, type: number }] } }", "mode-narrowed", "mode-narrowed"},
	{"handle member", "handle: { type: Ref<H>, members: { open: \"() => void\" } }", "handle: { type: Ref<H>, members: { open: \"() => void\", close: \"() => void\" } }", "handle-member-added", "handle-member-removed"},
	{"handle member poorer", "handle: { type: Ref<H>, members: { at: number } }", "handle: { type: Ref<H>, members: { at: \"number | null\" } }", "handle-member-poorer", "handle-member-richer"},
	{"handle member unsure", "handle: { type: Ref<H>, members: { at: Thing } }", "handle: { type: Ref<H>, members: { at: Other } }", "handle-member-unsure", "handle-member-unsure"},

	{"style hook", "styleHooks: { properties: [--a] }", "styleHooks: { properties: [--a, --b], classes: [c], data: { data-d: d } }", "style-hook-added style-hook-added style-hook-added", "style-hook-removed style-hook-removed style-hook-removed"},
	{"style hook reflects", "styleHooks: { data: { data-d: d } }", "styleHooks: { data: { data-d: e } }", "style-hook-changed", "style-hook-changed"},
	{"style hook reflects more", "styleHooks: { data: { data-d: reflects d } }", "styleHooks: { data: { data-d: \"reflects d, e\" } }", "", ""},
	{"style hook reflects another", "styleHooks: { data: { data-d: reflects d } }", "styleHooks: { data: { data-d: reflects e } }", "style-hook-changed", "style-hook-changed"},
	{"style hook unknown", "styleHooks: { classes: [c] }", "passThrough: unknown", "promise-unknown pass-through-unknown", "promise-unknown pass-through-unknown"},
	{"token", "theming: { tokens: [ink] }", "theming: { tokens: [] }", "token-dropped", "token-added"},
	{"app default", "theming: { appDefaults: [ink] }", "summary: none", "app-default-dropped", "app-default-added"},
	{"provider", "summary: none", "context: { needs: { Quay: { from: lib } } }", "provider-needed", "provider-dropped"},
	{"provider that may be missing", "context: { needs: { Quay: { from: lib, optional: true } } }", "context: { needs: { Quay: { from: lib } } }", "provider-needed", ""},
	{"provider read", "summary: none", "context: { needs: { Quay: { from: lib, optional: true } } }", "provider-read", "provider-dropped"},
	{"provider moved", "context: { needs: { Quay: { from: lib } } }", "context: { needs: { Quay: { from: other } } }", "provider-moved", "provider-moved"},
	{"provided", "context: { provides: { deck: string } }", "context: { provides: { deck: string, row: string } }", "provided-added", "provided-removed"},
	{"provided type", "context: { provides: { deck: string } }", "context: { provides: { deck: number } }", "provided-changed", "provided-changed"},
	{"provided unsure", "context: { provides: { deck: Thing } }", "context: { provides: { deck: Other } }", "provided-unsure", "provided-unsure"},
	{"injected", "context: { injects: { size: { type: string } } }", "context: { injects: { size: { type: string }, tone: { type: string } } }", "injected-added", "injected-removed"},
	{"injected over the child", "context: { injects: { size: { type: string } } }", "context: { injects: { size: { type: string, overrides: true } } }", "injected-overrides", ""},
	{"pairs", "pairs: [{ members: [A.x, B.x] }]", "pairs: [{ members: [B.y, A.x] }]", "pair-added pair-removed", "pair-added pair-removed"},
	{"pairs in another order", "pairs: [{ members: [A.x, B.x] }]", "pairs: [{ members: [B.x, A.x] }]", "", ""},
	{"state change", "stateChanges: { more: {} }", "stateChanges: { more: {}, fewer: {} }", "state-change-added", "state-change-removed"},
	{"state change renamed", "stateChanges: { less: {} }", "stateChanges: { fewer: { was: [less] } }", "state-change-renamed", "state-change-removed state-change-added"},
	{"state change payload", "stateChanges: { more: { payload: { form: named, fields: { count: number } } } }", "stateChanges: { more: { payload: { form: named, fields: { count: number, by: number } } } }", "state-change-richer", "state-change-poorer"},
	{"guarantee", "guarantees: [{ state: busy, promise: quiet }]", "guarantees: [{ state: busy, promise: quiet }, { state: busy, event: press, promise: nothing }]", "guarantee-added", "guarantee-withdrawn"},
	{"guarantee altered", "guarantees: [{ state: busy, promise: quiet }]", "guarantees: [{ state: busy, promise: loud }]", "guarantee-altered", "guarantee-altered"},
	{"value set", "valueSets: { signs: { from: s, version: 1.0.0, values: [a, b] } }", "valueSets: { signs: { from: s, version: 1.1.0, values: [a, b, c] } }", "value-set-value-added", "value-set-value-gone"},
	{"value set moved", "valueSets: { signs: { from: s, version: 1.0.0, values: [a] } }", "valueSets: { signs: { from: s, version: 1.1.0, values: [a] } }", "value-set-moved", "value-set-moved"},
	{"value set gone", "valueSets: { signs: { from: s, values: [a] } }", "summary: none", "value-set-gone", ""},
	{"inside", "inside: [{ element: div }]", "inside: [{ element: p }]", "inside-changed", "inside-changed"},
	{"inside and words", "summary: one\ninside: [{ element: div }]", "summary: two\ninside: [{ element: p }]", "inside-changed words-changed", "inside-changed words-changed"},
	{"result", logic + "result: { form: named, fields: { a: string } }", logic + "result: { form: named, fields: { a: string, b: string } }", "result-added", "result-removed"},
	{"result renamed", logic + "result: { form: named, fields: { a: string } }", logic + "result: { form: named, fields: { b: { type: string, was: a } } }", "result-renamed", "result-removed result-added"},
	{"result reordered", logic + "result: { form: positional, fields: [{ a: string }, { b: number }] }", logic + "result: { form: positional, fields: [{ b: number }, { a: string }] }", "result-reordered", "result-reordered"},
	{"result widened", logic + "result: { form: named, fields: { a: string } }", logic + "result: { form: named, fields: { a: \"string | null\" } }", "result-widened", "result-narrowed"},
	{"result replaced", logic + "result: { form: named, fields: { a: string } }", logic + "result: { form: named, fields: { a: number } }", "result-replaced", "result-replaced"},
	{"result unsure", logic + "result: { form: named, fields: { a: Thing } }", logic + "result: { form: named, fields: { a: Other } }", "result-unsure", "result-unsure"},
	{"result form", logic + "result: { form: named, fields: { a: string } }", logic + "result: { form: positional, fields: [{ a: string }] }", "result-form-changed", "result-form-changed"},
	{"result sometimes", logic + "result: { form: named, fields: { a: string } }", logic + "result: { form: named, fields: { a: { type: string, optional: true } } }", "result-sometimes", "result-always"},
	{"handle lost", "handle: { type: Ref<HTMLElement> }", "summary: none", "handle-lost", "handle-added"},
}

const (
	modal = "props: { kind: \"'one' | 'many'\", limit: number }\n"
	logic = "kind: logic\n"
)

// templateRows are the rows of frameworks with templates: with the silence of each kind
// behind a colon where it is not the row's own.
var templateRows = []struct{ name, framework, old, new, forth, back string }{
	{"an event called otherwise", "vue", "events: { rowPick: { spelled: row-pick } }", "events: { rowPick: { spelled: rowPick } }", "", ""},
	{"an event renamed", "vue", "events: { rowPick: {} }", "events: { pick: { was: [rowPick] } }", "event-renamed:always", "event-renamed:always"},
	{"an event gone", "vue", "events: { pick: {} }", "", "event-removed:always", "event-added"},
	{"a slot that got a name", "vue", "slots: { default: content }", "slots: { note: { form: content, was: [default] } }", "slot-renamed:always", "slot-renamed:always"},
	{"a slot spelled otherwise", "vue", "slots: { rowEnd: { spelled: row-end, form: content } }", "slots: { rowEnd: { spelled: rowEnd, form: content } }", "slot-renamed:always", "slot-renamed:always"},
	{"a slot gone", "web component", "slots: { note: content }", "", "slot-removed:always", "slot-added"},
	{"a prop and a slot of one name", "vue", "props: { note: string }", "slots: { note: content }", "prop-removed slot-added", "slot-removed:always prop-added"},
	{"slot data spelled otherwise", "vue", "slots: { row: { form: function, gives: { form: named, fields: { rowId: string } } } }", "slots: { row: { form: function, gives: { form: named, fields: { rowid: string } } } }", "slot-data-renamed", "slot-data-renamed"},
	{"the event of a two-way value", "vue", "props: { open: boolean }\nevents: { openChange: { spelled: 'update:open' } }\ntwoWay: [{ value: open, change: openChange, held: app }]", "props: { open: boolean }", "event-removed:always", "event-added"},
	{"an attribute that shows a property", "web component", "props: { rowCount: { type: number, spelled: { property: rowCount } } }", "props: { rowCount: { type: number, spelled: { property: rowCount, attribute: row-count } } }", "attribute-added", "attribute-removed"},
	{"another attribute", "web component", "props: { rowCount: { type: number, spelled: { property: rowCount, attribute: rows } } }", "props: { rowCount: { type: number, spelled: { property: rowCount, attribute: row-count } } }", "attribute-renamed", "attribute-renamed"},
	{"a file elsewhere", "vue", "component: QuayNote\nexport: { module: ./components/quay/Note.vue, name: QuayNote, kind: place }\nprops: { a: string, b: number, c: boolean }",
		"component: Note\nexport: { module: ./components/Note.vue, name: Note, kind: place }\nwas: [QuayNote]\nprops: { a: string, b: number, c: boolean }", "place-moved", "place-moved"},
	{"another file of the name", "vue", "component: QuayNote\nexport: { module: ./components/quay/Note.vue, name: QuayNote, kind: place }", "component: QuayNote\nexport: { module: ./components/QuayNote.vue, name: QuayNote, kind: place }", "place-taken", "place-taken"},
	{"a component gone", "vue", "component: X\n---\ncomponent: Y", "component: X", "component-removed:unchecked", "component-added"},
}

// TestTemplateRows holds what differs where uses stand in templates.
func TestTemplateRows(t *testing.T) {
	told := func(c *Changes) string {
		var list []string
		for _, x := range c.Changes {
			word := string(x.Kind)
			if x.Silent != ByKind[x.Kind].Silent {
				word += ":" + string(x.Silent)
			}
			list = append(list, word)
		}
		return strings.Join(list, " ")
	}
	for _, row := range templateRows {
		t.Run(row.name, func(t *testing.T) {
			old, new := listing(t, "1.0.0", row.old), listing(t, "2.0.0", row.new)
			for _, l := range []*contract.Listing{old, new} {
				l.Package.Framework = row.framework
				if len(l.Components) == 0 {
					l.Components = listing(t, "1.0.0", "component: X").Components
				}
				for i := range l.Components {
					l.Components[i].Framework = row.framework
				}
			}
			if got := told(Compare(old, new, Options{})); got != row.forth {
				t.Errorf("forth it is %q, want %q", got, row.forth)
			}
			if got := told(Compare(new, old, Options{})); got != row.back {
				t.Errorf("back it is %q, want %q", got, row.back)
			}
		})
	}
}

// TestRows holds every row of the table in both directions.
func TestRows(t *testing.T) {
	for _, row := range rows {
		if row.old == "" && row.new == "" {
			continue
		}
		t.Run(row.name, func(t *testing.T) {
			old, new := listing(t, "1.0.0", row.old), listing(t, "2.0.0", row.new)
			if row.old == "" {
				old.Components = nil
			}
			if got := kinds(Compare(old, new, Options{})); got != row.forth {
				t.Errorf("forth it is %q, want %q", got, row.forth)
			}
			if got := kinds(Compare(new, old, Options{})); got != row.back {
				t.Errorf("back it is %q, want %q", got, row.back)
			}
			for _, l := range []*contract.Listing{old, new} {
				if got := kinds(Compare(l, l, Options{})); got != "" {
					t.Errorf("compared with itself it is %q", got)
				}
			}
		})
	}
}

// TestStale holds what shows that built files are older than their sources.
func TestStale(t *testing.T) {
	tests := []struct{ name, built, sources, want string }{
		{"the same", "props: { a: string }", "props: { a: string }", ""},
		{"a prop came", "props: { a: string }", "props: { a: string, b: string }", "X"},
		{"a prop went", "props: { a: string, b: string }", "props: { a: string }", "X"},
		{"a value came", "props: { a: \"'x'\" }", "props: { a: \"'x' | 'y'\" }", "X"},
		{"another component", "component: X", "component: X\n---\ncomponent: Y", "Y"},
		{"what declarations cannot show", "props: { a: { type: string, default: unknown } }\nroot: unknown", "props: { a: { type: string, default: { value: x } } }\nroot: { elements: [div] }\npassThrough: [{ to: root }]", ""},
		{"partly known", "props: { a: string }\nbases: [{ name: B, from: other }]", "props: { a: string, b: string }", ""},
		{"another type of a value", "props: { a: string }", "props: { a: Thing }", ""},
	}
	for _, test := range tests {
		got := strings.Join(Stale(listing(t, "1.0.0", test.built), listing(t, "1.0.0", test.sources)), " ")
		if got != test.want {
			t.Errorf("%s: stale is %q, want %q", test.name, got, test.want)
		}
	}
}

// TestPackageRows holds the rows of what stands beside the components.
func TestPackageRows(t *testing.T) {
	base := func() *contract.Listing { return listing(t, "1.0.0", "") }
	tests := []struct {
		change      func(l *contract.Listing)
		forth, back string
	}{
		{func(l *contract.Listing) { l.Package.Modules = append(l.Package.Modules, "./tides") }, "module-added", "module-removed"},
		{func(l *contract.Listing) { l.Exports = []contract.Exported{{Name: "ports", Kind: "constant"}} }, "export-added", "export-removed"},
		{func(l *contract.Listing) { l.Package.Stale = []string{"X", "ports"} }, "built-stale built-stale", ""},
		{func(l *contract.Listing) { l.Package.Peers = map[string]string{"react": ">=18"} }, "peer-added", "peer-removed"},
		{func(l *contract.Listing) {
			l.Package.Peers, l.Package.OptionalPeers = map[string]string{"react": ">=18"}, []string{"react"}
		}, "peer-optional", "peer-optional"},
		{func(l *contract.Listing) {
			l.Package.Modules = append([]string{"./tides"}, l.Package.Modules...)
			l.Exports = []contract.Exported{{Name: "ports", Module: "./tides", Kind: "constant"}}
		}, "export-added module-added", "export-removed module-removed"},
	}
	for _, test := range tests {
		old, new := base(), base()
		test.change(new)
		if got := kinds(Compare(old, new, Options{})); got != test.forth {
			t.Errorf("forth it is %q, want %q", got, test.forth)
		}
		if got := kinds(Compare(new, old, Options{})); got != test.back {
			t.Errorf("back it is %q, want %q", got, test.back)
		}
	}
	old, new := base(), base()
	old.Exports = []contract.Exported{{Name: "f", Kind: "function", Type: contract.MustType("() => string")}}
	new.Exports = []contract.Exported{{Name: "f", Kind: "function", Type: contract.MustType("() => number")}}
	if got := kinds(Compare(old, new, Options{})); got != "export-changed" {
		t.Errorf("it is %q", got)
	}
}

// TestPackageRowsNearMisses holds what is no change, and what just is one.
func TestPackageRowsNearMisses(t *testing.T) {
	constant := func(module, name, of string) contract.Exported {
		return contract.Exported{Module: module, Name: name, Kind: "constant", Type: contract.MustType(of)}
	}
	type pkg = contract.PackageInfo
	for _, test := range []struct {
		name     string
		old, new contract.Listing
		want     string
	}{
		{"the version as a constant", contract.Listing{Package: pkg{Version: "1.0.0"}, Exports: []contract.Exported{constant("", "version", "'1.0.0'")}},
			contract.Listing{Package: pkg{Version: "1.1.0"}, Exports: []contract.Exported{constant("", "version", "'1.1.0'")}}, ""},
		{"another constant", contract.Listing{Package: pkg{Version: "1.0.0"}, Exports: []contract.Exported{constant("", "format", "'2.0.0'")}},
			contract.Listing{Package: pkg{Version: "1.1.0"}, Exports: []contract.Exported{constant("", "format", "'2.1.0'")}}, "export-changed"},
		{"one name in two modules", contract.Listing{Exports: []contract.Exported{constant("./a", "default", "1"), constant("./b", "default", "2")}},
			contract.Listing{Exports: []contract.Exported{constant("./a", "default", "1"), constant("./b", "default", "2")}}, ""},
		{"one name in two modules, one changed", contract.Listing{Exports: []contract.Exported{constant("./a", "default", "1"), constant("./b", "default", "2")}},
			contract.Listing{Exports: []contract.Exported{constant("./a", "default", "1"), constant("./b", "default", "3")}}, "export-changed"},
		{"listed with another module now", contract.Listing{Exports: []contract.Exported{constant("./a", "tides", "1")}},
			contract.Listing{Exports: []contract.Exported{constant("", "tides", "1")}}, ""},
		{"two that may be it", contract.Listing{Exports: []contract.Exported{constant("./a", "tides", "1")}},
			contract.Listing{Exports: []contract.Exported{constant("./b", "tides", "1"), constant("./c", "tides", "1")}}, "export-removed export-added export-added"},
		{"a module that is gone", contract.Listing{Package: pkg{Modules: []string{".", "./a"}}, Exports: []contract.Exported{constant("./a", "tides", "1")}},
			contract.Listing{Package: pkg{Modules: []string{"."}}}, "export-removed module-removed"},
		{"a module that was not read", contract.Listing{Package: pkg{Modules: []string{".", "./a"}}, Exports: []contract.Exported{constant("./a", "tides", "1")}},
			contract.Listing{Package: pkg{Modules: []string{"."}, MoreModules: true}}, "modules-unread"},
		{"an export of the main module, others not read", contract.Listing{Package: pkg{Modules: []string{"."}}, Exports: []contract.Exported{constant("", "tides", "1")}},
			contract.Listing{Package: pkg{Modules: []string{"."}, MoreModules: true}}, "export-removed"},
		{"the order of keys", contract.Listing{Exports: []contract.Exported{constant("", "tides", "{ a: 1; b: { c: 2; d: 3 } }")}},
			contract.Listing{Exports: []contract.Exported{constant("", "tides", "{ b: { d: 3; c: 2 }; a: 1 }")}}, ""},
		{"one key less", contract.Listing{Exports: []contract.Exported{constant("", "tides", "{ a: 1; b: 2 }")}},
			contract.Listing{Exports: []contract.Exported{constant("", "tides", "{ b: 2 }")}}, "export-changed"},
		{"an optional peer in other versions", contract.Listing{Package: pkg{Peers: map[string]string{"x": "1"}, OptionalPeers: []string{"x"}}},
			contract.Listing{Package: pkg{Peers: map[string]string{"x": "2"}, OptionalPeers: []string{"x"}}}, "peer-optional"},
		{"the same optional peer", contract.Listing{Package: pkg{Peers: map[string]string{"x": "1"}, OptionalPeers: []string{"x"}}},
			contract.Listing{Package: pkg{Peers: map[string]string{"x": "1"}, OptionalPeers: []string{"x"}}}, ""},
		{"no longer optional", contract.Listing{Package: pkg{Peers: map[string]string{"x": "1"}, OptionalPeers: []string{"x"}}},
			contract.Listing{Package: pkg{Peers: map[string]string{"x": "1"}}}, "peer-added"},
		{"optional now", contract.Listing{Package: pkg{Peers: map[string]string{"x": "1"}}},
			contract.Listing{Package: pkg{Peers: map[string]string{"x": "1"}, OptionalPeers: []string{"x"}}}, "peer-removed"},
		{"released together", contract.Listing{Package: pkg{Name: "@s/a", Version: "1.2.0", Peers: map[string]string{"@s/b": "^1.2.0"}}},
			contract.Listing{Package: pkg{Name: "@s/a", Version: "1.3.0", Peers: map[string]string{"@s/b": "^1.3.0"}}}, "peer-lockstep"},
		{"of the same scope, on its own", contract.Listing{Package: pkg{Name: "@s/a", Version: "1.2.0", Peers: map[string]string{"@s/b": "^4.0.0"}}},
			contract.Listing{Package: pkg{Name: "@s/a", Version: "1.3.0", Peers: map[string]string{"@s/b": "^5.0.0"}}}, "peer-narrowed"},
		{"of another scope", contract.Listing{Package: pkg{Name: "@s/a", Version: "1.2.0", Peers: map[string]string{"@t/b": "^1.2.0"}}},
			contract.Listing{Package: pkg{Name: "@s/a", Version: "1.3.0", Peers: map[string]string{"@t/b": "^1.3.0"}}}, "peer-narrowed"},
	} {
		if got := kinds(Compare(&test.old, &test.new, Options{})); got != test.want {
			t.Errorf("%s is %q, want %q", test.name, got, test.want)
		}
	}
}

func TestPeers(t *testing.T) {
	for _, test := range []struct {
		old, new string
		forth    Kind
		back     Kind
	}{
		{">=18", ">=19", PeerNarrowed, PeerWidened},
		{"^18.0.0", "^18.0.0 || ^19.0.0", PeerWidened, PeerNarrowed},
		{"^18.0.0", "^19.0.0", PeerNarrowed, PeerNarrowed},
		{"^18.0.0", ">=18.0.0 <19.0.0", "", ""},
		{"~1.2.3", "^1.2.3", PeerWidened, PeerNarrowed},
		{"1.2.3", "1.2.4", PeerNarrowed, PeerNarrowed},
		{"*", ">=0.0.0", "", ""},
		{"workspace:*", "^1.0.0", PeerUnsure, PeerUnsure},
	} {
		if got := peerKind(test.old, test.new); got != test.forth {
			t.Errorf("%s → %s is %q, want %q", test.old, test.new, got, test.forth)
		}
		if got := peerKind(test.new, test.old); got != test.back {
			t.Errorf("%s → %s is %q, want %q", test.new, test.old, got, test.back)
		}
	}
}

// TestEveryKindIsMet holds that each kind of the table stands in the tests above
// or in the demo's history.
func TestEveryKindIsMet(t *testing.T) {
	met := map[Kind]bool{BuiltStale: true, ModuleAdded: true, ModuleRemoved: true, ExportAdded: true, ExportRemoved: true, ExportChanged: true, PeerAdded: true, PeerRemoved: true, PeerNarrowed: true, PeerWidened: true, PeerUnsure: true, PeerOptional: true, PeerLockstep: true, ModulesUnread: true}
	for _, row := range rows {
		for _, kind := range strings.Fields(row.forth + " " + row.back) {
			met[Kind(kind)] = true
		}
	}
	for _, row := range templateRows {
		for _, kind := range strings.Fields(row.forth + " " + row.back) {
			kind, _, _ = strings.Cut(kind, ":")
			met[Kind(kind)] = true
		}
	}
	for _, row := range Rows {
		if !met[row.Kind] {
			t.Errorf("no test meets the kind %s", row.Kind)
		}
		if row.Why == "" || row.Site == "" || row.Where == "" {
			t.Errorf("the row %s is not whole", row.Kind)
		}
		delete(met, row.Kind)
	}
	for kind := range met {
		t.Errorf("the tests name the kind %s, which the table does not have", kind)
	}
}

// TestSwappedSides holds over the demo's history that swapping the sides swaps
// added and removed, wider and narrower, and that the same differences are told.
func TestSwappedSides(t *testing.T) {
	opposite := map[Kind]Kind{
		ComponentAdded: ComponentRemoved, PropAdded: PropRemoved, SlotAdded: SlotRemoved, EventAdded: EventRemoved, PartAdded: PartRemoved,
		ValueAdded: ValueRemoved, TypeWidened: TypeNarrowed, PayloadAdded: PayloadRemoved, PayloadWidened: PayloadNarrowed,
		DataAdded: DataRemoved, DataWidened: DataNarrowed, PassThroughAdded: PassThroughRemoved, PropOptional: PropRequired, SlotOptional: SlotRequired,
	}
	for a, b := range opposite {
		opposite[b] = a
	}
	listings := history(t)
	for i := range listings {
		for j := range listings {
			forth, back := Compare(listings[i], listings[j], Options{}), Compare(listings[j], listings[i], Options{})
			count := map[string]int{}
			tally := func(c *Changes, sign int, swap bool) {
				for _, x := range c.Changes {
					kind := x.Kind
					other, ok := opposite[kind]
					if !ok {
						continue
					}
					if swap {
						kind = other
					}
					if kind == PropAdded || kind == PropRemoved || kind == ComponentAdded || kind == ComponentRemoved {
						continue // a contract's own word on renames and flags holds in one direction only
					}
					count[x.Component+" "+x.Member.Name+" "+string(kind)] += sign
				}
			}
			tally(forth, 1, false)
			tally(back, -1, true)
			for what, n := range count {
				if n != 0 && !strings.HasPrefix(what, "Deck") {
					t.Errorf("%s → %s: %s is told %+d times more forth than back", listings[i].Package.Version, listings[j].Package.Version, what, n)
				}
			}
		}
	}
}

// history reads all releases of the demo library.
func history(t *testing.T) []*contract.Listing {
	t.Helper()
	var list []*contract.Listing
	for _, release := range demo.Releases {
		dir := t.TempDir()
		if err := demo.Lay(dir, release); err != nil {
			t.Fatal(err)
		}
		r, err := reading.Read(os.DirFS(dir), reading.Options{Library: "Fairlead"})
		if err != nil {
			t.Fatal(err)
		}
		list = append(list, r.Listing)
	}
	return list
}

// TestNoUnsureWithoutReason holds over the demo's history that nothing is unsure
// where all types resolve and nothing is unknown or any.
func TestNoUnsureWithoutReason(t *testing.T) {
	listings := history(t)
	for i := range listings {
		for j := range listings {
			for _, c := range Compare(listings[i], listings[j], Options{}).Changes {
				if c.Verdict != Unsure {
					continue
				}
				if c.Kind == RootUnknown && (!c.Detail.Old.Root.Known || !c.Detail.New.Root.Known) {
					continue
				}
				t.Errorf("%s → %s: %s is unsure: %s", listings[i].Package.Version, listings[j].Package.Version, c.ID, c.Why)
			}
		}
	}
}

func TestIDs(t *testing.T) {
	c := Compare(listing(t, "1.0.0", "component: FareTag\nprops: { tone: \"'calm' | 'a/b' | 'c%'\" }"), listing(t, "2.0.0", "component: FareTag\nprops: { tone: \"'calm' | 'x'\" }"), Options{})
	var ids []string
	for _, x := range c.Changes {
		ids = append(ids, x.ID)
	}
	want := "FareTag/prop/tone/value-removed/a%2Fb FareTag/prop/tone/value-removed/c%25 FareTag/prop/tone/value-added/x"
	if got := strings.Join(ids, " "); got != want {
		t.Errorf("the ids are\n%s, want\n%s", got, want)
	}
}

func TestSteps(t *testing.T) {
	const (
		breaks = "props: { a: string }|summary: none"
		adds   = "summary: none|props: { a: string }"
		shifts = "root: { elements: [a] }|root: { elements: [b] }"
		unsure = "props: { a: Thing }|props: { a: Other }"
		words  = "summary: one|summary: two"
		draft  = "stage: draft\nprops: { a: string }|stage: draft"
	)
	tests := []struct {
		pair, from, to        string
		owed, ifUnsure, given Step
		enough                bool
	}{
		{breaks, "1.2.0", "2.0.0", StepMajor, StepMajor, StepMajor, true},
		{breaks, "1.2.0", "1.3.0", StepMajor, StepMajor, StepMinor, false},
		{breaks, "0.4.0", "0.5.0", StepMinor, StepMinor, StepMinor, true},
		{breaks, "0.4.0", "0.4.1", StepMinor, StepMinor, StepPatch, false},
		{breaks, "0.0.3", "0.0.4", StepPatch, StepPatch, StepPatch, true},
		{breaks, "0.9.0", "1.0.0", StepMinor, StepMinor, StepMajor, true},
		{breaks, "1.2.0", "2.0.0-rc.1", StepMajor, StepMajor, StepMajor, true},
		{breaks, "2.0.0-rc.1", "2.0.0-rc.2", StepMajor, StepMajor, StepPatch, true},
		{adds, "1.2.0", "1.3.0", StepMinor, StepMinor, StepMinor, true},
		{adds, "1.2.0", "1.2.1", StepMinor, StepMinor, StepPatch, false},
		{adds, "0.4.0", "0.4.1", StepPatch, StepPatch, StepPatch, true},
		{shifts, "1.2.0", "1.2.1", StepMinor, StepMinor, StepPatch, false},
		{unsure, "1.2.0", "1.3.0", StepPatch, StepMajor, StepMinor, false},
		{words, "1.2.0", "1.2.1", StepPatch, StepPatch, StepPatch, true},
		{"summary: one|summary: one", "1.2.0", "1.2.0", StepNone, StepNone, StepNone, true},
		{draft, "1.2.0", "1.2.1", StepPatch, StepPatch, StepPatch, true},
		{breaks, "1.2.0", "not a number", StepMajor, StepMajor, StepNone, false},
	}
	for _, test := range tests {
		old, new, _ := strings.Cut(test.pair, "|")
		c := Compare(listing(t, test.from, old), listing(t, test.to, new), Options{})
		if c.Owed != test.owed || c.OwedIfUnsure != test.ifUnsure || c.Given != test.given || c.Enough != test.enough {
			t.Errorf("%s, %s → %s: owed %s, if unsure %s, given %s, enough %v; want %s, %s, %s, %v",
				test.pair, test.from, test.to, c.Owed, c.OwedIfUnsure, c.Given, c.Enough, test.owed, test.ifUnsure, test.given, test.enough)
		}
	}
	c := Compare(listing(t, "1.0.0", "props: { a: Thing }"), listing(t, "1.0.1", "props: { a: Other }"), Options{GateHoldsToOwed: true})
	if !c.Enough {
		t.Error("the house style holds the gate to owed, and the gate refuses")
	}
	c = Compare(listing(t, "1.0.0", "root: { elements: [a] }"), listing(t, "1.0.1", "root: { elements: [b] }"), Options{BehaviouralOwes: StepPatch})
	if !c.Enough {
		t.Error("the house style lets behavioural changes owe a patch, and the gate refuses")
	}
}

func TestPairings(t *testing.T) {
	old, new := listing(t, "1.0.0", "events: { full: {} }"), listing(t, "2.0.0", "events: { crowded: {} }")
	yes := Options{Pairings: []Confirmed{{Component: "X", Kind: "event", Old: "full", New: "crowded"}}}
	if got := kinds(Compare(old, new, yes)); got != "event-renamed" {
		t.Errorf("a confirmed pairing gives %q", got)
	}
	if got := kinds(Compare(old, new, Options{})); got != "event-removed event-added" {
		t.Errorf("without it, it is %q", got)
	}
	old, new = listing(t, "1.0.0", "props: { minutesLate: number }"), listing(t, "2.0.0", "props: { minutesBehind: number }")
	no := Options{Pairings: []Confirmed{{Component: "X", Kind: "prop", Old: "minutesLate", New: "minutesBehind", Refused: true}}}
	if got := kinds(Compare(old, new, no)); got != "prop-removed prop-added" {
		t.Errorf("a refused pairing gives %q", got)
	}
	// Two that are equally likely are not paired.
	old, new = listing(t, "1.0.0", "props: { x: string, y: string, lateMinutes: number }"), listing(t, "2.0.0", "props: { lateMinutesA: number, lateMinutesB: number, x: string, y: string }")
	if got := kinds(Compare(old, new, Options{})); got != "prop-removed prop-added prop-added" {
		t.Errorf("two equally likely give %q", got)
	}
}

func TestReach(t *testing.T) {
	tests := []struct{ declared, version, want string }{
		{"^1.2.0", "1.9.0", "yes"}, {"^1.2.0", "2.0.0", "no"}, {"~1.0.0", "1.1.0", "no"}, {"*", "9.0.0", "yes"}, {">=1 <3", "2.0.0", "yes"},
		{"workspace:*", "2.0.0", "unknown"}, {"file:../lib", "2.0.0", "unknown"}, {"next", "2.0.0", "unknown"}, {"", "2.0.0", "unknown"}, {"^1.0.0", "x", "unknown"},
	}
	for _, test := range tests {
		if got := Reach(test.declared, test.version); got != test.want {
			t.Errorf("Reach(%q, %q) = %s, want %s", test.declared, test.version, got, test.want)
		}
	}
}

// TestDirectionOfRandomTypes holds that what widens for who hands in narrows
// the other way round.
func TestDirectionOfRandomTypes(t *testing.T) {
	texts := []string{"string", "'a'", "'a' | 'b'", "number", "string | number", "{ a: string }", "{ a: string; b?: number }", "string[]", "readonly string[]", "() => string", "(a: string) => void", "boolean", "null", "unknown"}
	rng := rand.New(rand.NewPCG(4, 2))
	mirror := map[relation]relation{same: same, rewritten: rewritten, widened: narrowed, narrowed: widened, replaced: replaced}
	for range 500 {
		a, b := types.MustParse(texts[rng.IntN(len(texts))]), types.MustParse(texts[rng.IntN(len(texts))])
		if got := relate(b, a); got != mirror[relate(a, b)] {
			t.Errorf("%s → %s is %d, back it is %d", a, b, relate(a, b), got)
		}
	}
}

// TestCleanTreeAgainstItsHead is in the cli's tests, where git and archives are;
// here the same listing read twice shows no change.
func TestReadTwiceShowsNoChange(t *testing.T) {
	for i, l := range history(t) {
		if c := Compare(l, history(t)[i], Options{}); len(c.Changes) > 0 || c.Owed != StepNone {
			t.Errorf("%s against itself: %s", l.Package.Version, kinds(c))
		}
	}
}

func BenchmarkCompare(b *testing.B) {
	dir := b.TempDir()
	if err := demo.Build(context.Background(), dir); err != nil {
		b.Fatal(err)
	}
	r, err := reading.Read(os.DirFS(dir+"/fairlead"), reading.Options{})
	if err != nil {
		b.Fatal(err)
	}
	// 3,000 components, of which ten differ.
	old, new := &contract.Listing{}, &contract.Listing{}
	for i := range 3000 {
		c := r.Listing.Components[i%len(r.Listing.Components)]
		c.Component += strings.Repeat("x", i/len(r.Listing.Components)%200)
		c.Hashes()
		old.Components = append(old.Components, c)
		if i%300 == 0 {
			c.Props = nil
			c.Hashes()
		}
		new.Components = append(new.Components, c)
	}
	for b.Loop() {
		Compare(old, new, Options{})
	}
}

// TestStartOfAHeldValue holds that a value which starts the same by another prop
// has not changed, and that one which starts otherwise has.
func TestStartOfAHeldValue(t *testing.T) {
	one := func(value contract.Default, initial *contract.Default) *contract.Listing {
		c := contract.Contract{Component: "Count", Kind: contract.KindComponent, Complete: true, Root: contract.Root{Known: true, Elements: []string{"div"}},
			Props: []*contract.Prop{{Name: "value", Type: contract.MustType("number"), Default: value}}}
		if initial != nil {
			c.Props = append(c.Props, &contract.Prop{Name: "defaultValue", Type: contract.MustType("number"), Default: *initial})
			c.TwoWay = []contract.TwoWay{{Value: "value", Initial: "defaultValue", Held: contract.HeldByBoth}}
		}
		c.Hashes()
		return &contract.Listing{Components: []contract.Contract{c}}
	}
	num := func(n string) contract.Default {
		return contract.Default{Kind: contract.DefaultValue, Value: json.Number(n)}
	}
	for _, test := range []struct {
		initial string
		want    bool
	}{{"1", false}, {"2", true}} {
		initial := num(test.initial)
		a, b := one(num("1"), nil), one(contract.Default{}, &initial)
		for _, sides := range [][2]*contract.Listing{{a, b}, {b, a}} {
			changed := false
			for _, ch := range Compare(sides[0], sides[1], Options{}).Changes {
				changed = changed || ch.Kind == DefaultChanged && ch.Member.Name == "value"
			}
			if changed != test.want {
				t.Errorf("started with %s: changed is %v", test.initial, changed)
			}
		}
	}
}
