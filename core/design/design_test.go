package design

import (
	"encoding/json"
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/style"
)

// demoDraft opens one of the demo's drafts.
func demoDraft(t testing.TB, name string) *Draft {
	t.Helper()
	d, err := Open(os.DirFS("../../demo/drafts"), name)
	if err != nil {
		t.Fatal(err)
	}
	return d
}

// TestGroups holds what puts a member into a group.
func TestGroups(t *testing.T) {
	for _, row := range []struct{ name, body, want string }{
		{"roles", "props: { tone: { type: \"'x' | 'y'\", role: variant }, amount: { type: number, role: data }, note: { type: string, role: content }, live: { type: boolean, role: state } }", "data: amount; what is rendered: note; look: tone; behaviour and state: live"},
		{"names of flags", "props: { showIcon: boolean, disabled: boolean, urgent: boolean, other: boolean }", "what is rendered: showIcon, other; look: urgent; behaviour and state: disabled"},
		{"types", "props: { style: Style, order: \"'a' | 'b'\", amend: \"(a: string) => string\", rows: 'string[]' }", "data: rows; look: style, order; behaviour and state: amend"},
		{"the root is chosen", "root: { elements: [a, b], chosenBy: as, among: [a, b] }\nprops: { as: \"'a' | 'b'\" }", "what is rendered: as"},
		{"a held value", "props: { open: boolean, defaultOpen: boolean }\nevents: { openChange: {} }\ntwoWay: [{ value: open, initial: defaultOpen, change: openChange, held: both }]", "behaviour and state: open, defaultOpen; handlers: openChange"},
		{"slots, parts, events, native attributes", "props: { id: { type: string, origin: dom } }\nslots: { default: {} }\nparts: { Row: {} }\nevents: { pick: {}, click: { origin: dom } }", "what is rendered: default, Row; handlers: pick; pass-through: id, click"},
	} {
		t.Run(row.name, func(t *testing.T) {
			var got []string
			for _, g := range Groups(parse(t, row.body)) {
				var names []string
				for _, m := range g.Members {
					names = append(names, m.Name)
				}
				got = append(got, string(g.Control)+": "+strings.Join(names, ", "))
			}
			if strings.Join(got, "; ") != row.want {
				t.Errorf("sorted is %q, want %q", strings.Join(got, "; "), row.want)
			}
		})
	}
}

// TestGroupsLoseNobody puts every member of random contracts into one group, and says of
// a group that is over-full what to do.
func TestGroupsLoseNobody(t *testing.T) {
	r := newRandom(t, 6)
	for range 100 {
		c := r.next()
		var in []string
		for _, g := range Groups(c) {
			if g.Over != (len(g.Members) > g.Limit) || g.Over != (g.Remedy != "") {
				t.Errorf("%d of %d members are over: %v, remedy %q", len(g.Members), g.Limit, g.Over, g.Remedy)
			}
			for _, m := range g.Members {
				in = append(in, m.Name)
			}
		}
		all := memberNames(c)
		slices.Sort(in)
		slices.Sort(all)
		if !slices.Equal(in, all) {
			t.Fatalf("in groups are %v, the contract has %v", in, all)
		}
	}
}

// TestMustKnow holds what must be known, and that what may be left out is not in it.
func TestMustKnow(t *testing.T) {
	for _, row := range []struct{ name, body, want string }{
		{"nothing", "props: { a: string }\nslots: { default: {} }\nevents: { pick: {} }", ""},
		{"a record with fields", "props: { fare: { type: '{ amount: number; via?: string }', required: true } }", "prop fare, field fare.amount"},
		{"a list of records", "props: { fares: { type: '{ amount: number }[]', required: true } }", "prop fares, field fares.amount"},
		{"a unit and an outside set", "props: { icon: { type: string, required: true, valueSet: icons }, size: { type: number, required: true, unit: pixels } }\nvalueSets: { icons: { from: icon-set } }", "prop icon, value set icons, prop size, unit size"},
		{"slots and events", "slots: { row: { form: function, required: true, gives: { form: named, fields: { a: string } } } }\nevents: { pick: { required: true } }", "slot row, slot data row, event pick"},
		{"parts and providers", "parts: { Row: { required: true, within: [A] } }\ncontext: { needs: { Timetable: {}, Theme: { optional: true } } }", "part Row, provider Timetable"},
		{"a companion of what is required", "props: { a: { type: string, required: true }, b: string, c: string }\ncompanions: [{ given: a, needs: [b] }, { given: c, needs: [b] }]", "prop a, companion b"},
		{"modes", "props: { kind: \"'x' | 'y'\" }\nmodes: [{ when: { kind: x }, members: {} }, { when: { kind: y }, members: {} }]", "mode kind"},
	} {
		t.Run(row.name, func(t *testing.T) {
			var got []string
			for _, k := range MustKnow(parse(t, row.body)) {
				got = append(got, k.Kind+" "+k.Name)
				if k.What == "" {
					t.Errorf("nothing is said of %s", k.Name)
				}
			}
			if strings.Join(got, ", ") != row.want {
				t.Errorf("to know are %q, want %q", strings.Join(got, ", "), row.want)
			}
		})
	}
}

const fareTag = `
root: { elements: [span] }
props:
  amount: { type: number, required: true }
  tone: { type: "'calm' | 'urgent'", default: { value: calm }, role: variant }
  legs: { type: "{ quay: string }[]" }
  struck: boolean
  label: string
  open: boolean
slots:
  default: { form: content }
  note: { form: function, gives: { form: named, fields: { amount: number } } }
  mark: { form: content }
  icon: { form: component }
events:
  explain: { payload: { form: positional, fields: [{ reason: string }] } }
  openChange: { payload: { form: positional, fields: [{ open: boolean }] } }
twoWay: [{ value: open, change: openChange, held: both }]
parts: { Row: { component: A.Row } }
`

// TestCode holds how each framework writes what a component is given.
func TestCode(t *testing.T) {
	for _, row := range []struct {
		given map[string]any
		want  []string // by framework, as Frameworks lists them
	}{
		{map[string]any{"amount": json.Number("12")}, []string{`<A amount={12} />`, `<A :amount="12" />`, `<A amount={12} />`, `<a [amount]="12" />`, `<a-element amount="12"></a-element>`, `<A @amount={{12}} />`}},
		{map[string]any{"tone": "urgent"}, []string{`<A tone="urgent" />`, `<A tone="urgent" />`, `<A tone="urgent" />`, `<a tone="urgent" />`, `<a-element tone="urgent"></a-element>`, `<A @tone="urgent" />`}},
		{map[string]any{"struck": true}, []string{`<A struck />`, `<A struck />`, `<A struck />`, `<a [struck]="true" />`, `<a-element struck></a-element>`, `<A @struck={{true}} />`}},
		{map[string]any{"struck": false}, []string{`<A struck={false} />`, `<A :struck="false" />`, `<A struck={false} />`, `<a [struck]="false" />`, `<a-element></a-element>`, `<A @struck={{false}} />`}},
		{map[string]any{"label": `it's "so"`}, []string{`<A label={'it\'s "so"'} />`, `<A :label="'it\'s &quot;so&quot;'" />`, `<A label={'it\'s "so"'} />`, `<a [label]="'it\'s &quot;so&quot;'" />`, `<a-element label="it's &quot;so&quot;"></a-element>`, `<A @label={{"it's \"so\""}} />`}},
		{map[string]any{"legs": true}, []string{`<A legs={legs} />`, `<A :legs="legs" />`, `<A legs={legs} />`, `<a [legs]="legs" />`, "<a-element id=\"a\"></a-element>\n\n<script>\n  const a = document.getElementById('a');\n  a.legs = legs;\n</script>", `<A @legs={{this.legs}} />`}},
		{map[string]any{"default": "Two crossings"}, []string{`<A>Two crossings</A>`, `<A>Two crossings</A>`, `<A>Two crossings</A>`, `<a>Two crossings</a>`, `<a-element>Two crossings</a-element>`, `<A>Two crossings</A>`}},
		{map[string]any{"note": true}, []string{`<A renderNote={({ amount }) => <span>{amount}</span>} />`, "<A>\n  <template #note=\"{ amount }\">{{ amount }}</template>\n</A>", "<A>\n  {#snippet note({ amount })}\n    {amount}\n  {/snippet}\n</A>", "<a>\n  <ng-template #note let-amount=\"amount\">{{ amount }}</ng-template>\n</a>", `<a-element></a-element>`, "<A>\n  <:note as |given|>{{given.amount}}</:note>\n</A>"}},
		{map[string]any{"mark": "New"}, []string{`<A mark={<span>New</span>} />`, "<A>\n  <template #mark>New</template>\n</A>", "<A>\n  {#snippet mark()}\n    New\n  {/snippet}\n</A>", "<a>\n  <span mark>New</span>\n</a>", "<a-element>\n  <span slot=\"mark\">New</span>\n</a-element>", "<A>\n  <:mark>New</:mark>\n</A>"}},
		{map[string]any{"icon": true}, []string{`<A icon={Icon} />`, `<A :icon="Icon" />`, `<A icon={Icon} />`, `<a [icon]="Icon" />`, `<a-element></a-element>`, `<A @icon={{this.icon}} />`}},
		{map[string]any{"explain": true}, []string{`<A onExplain={(reason) => handleExplain(reason)} />`, `<A @explain="(reason) => handleExplain(reason)" />`, `<A onexplain={(reason) => handleExplain(reason)} />`, `<a (explain)="handleExplain($event)" />`, "<a-element id=\"a\"></a-element>\n\n<script>\n  const a = document.getElementById('a');\n  a.addEventListener('explain', (event) => handleExplain(event.detail));\n</script>", `<A @onExplain={{this.handleExplain}} />`}},
		{map[string]any{"open": true}, []string{`<A open={open} onOpenChange={setOpen} />`, `<A v-model:open="open" />`, `<A bind:open />`, `<a [(open)]="open" />`, "<a-element id=\"a\"></a-element>\n\n<script>\n  const a = document.getElementById('a');\n  a.open = open;\n  a.addEventListener('open-change', (event) => setOpen(event.detail));\n</script>", `<A @open={{this.open}} @onOpenChange={{this.setOpen}} />`}},
		{map[string]any{"Row": true}, []string{"<A>\n  <A.Row />\n</A>", "<A>\n  <ARow />\n</A>", "<A>\n  <ARow />\n</A>", "<a>\n  <a-row />\n</a>", "<a-element>\n  <a-element-row></a-element-row>\n</a-element>", "<A as |a|>\n  <a.Row />\n</A>"}},
	} {
		for i, f := range Frameworks() {
			code, err := CodeOf(parse(t, fareTag), Scenario{Name: "one", Given: row.given}, f)
			if err != nil {
				t.Fatal(err)
			}
			if code.Text != row.want[i] {
				t.Errorf("in %s it is\n%s\nwant\n%s", f, code.Text, row.want[i])
			}
			if code.Decisions != 1 {
				t.Errorf("in %s %v takes %d decisions", f, row.given, code.Decisions)
			}
			_, slot := row.given["note"]
			_, handed := row.given["icon"]
			if want := f == "web component" && (slot || handed); want != (len(code.Cannot) > 0) {
				t.Errorf("in %s %v cannot be written: %v", f, row.given, code.Cannot)
			}
		}
	}
}

// TestScenariosThatCannotBe holds what is said of what a contract does not take.
func TestScenariosThatCannotBe(t *testing.T) {
	for want, given := range map[string]map[string]any{
		`A has no member "tune"; did you mean "tone"?`: {"tune": "urgent"},
		"loud is none of tone's values":                {"tone": "loud"},
	} {
		if _, err := CodeOf(parse(t, fareTag), Scenario{Name: "s", Given: given}, "react"); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v says %v, want %q", given, err, want)
		}
	}
	if _, err := CodeOf(parse(t, fareTag), Scenario{}, "none"); err == nil || !strings.Contains(err.Error(), "there is react") {
		t.Errorf("an unknown framework says %v", err)
	}
}

// TestProposedScenarios holds which scenarios a contract is looked at by, and that all of
// them can be written.
func TestProposedScenarios(t *testing.T) {
	var names []string
	for _, s := range Proposed(parse(t, fareTag)) {
		names = append(names, s.Name)
	}
	if got := strings.Join(names, ", "); got != "simplest use, everything filled, every event heard, the app holds the value, two that differ" {
		t.Errorf("proposed are %s", got)
	}
	if got := Proposed(parse(t, "props: { a: { type: string, required: true } }")); len(got) != 1 {
		t.Errorf("a component that takes one text has %d scenarios", len(got))
	}
	r := newRandom(t, 8)
	for range 100 {
		c := r.next()
		for _, s := range Proposed(c) {
			for _, f := range Frameworks() {
				code, err := CodeOf(c, s, f)
				if err != nil {
					t.Fatal(err)
				}
				if code.Boilerplate < 0 || code.Boilerplate > solid(code.Text) || strings.Contains(code.Text, "%!") {
					t.Errorf("%s in %s has %d characters of its own in\n%s", s.Name, f, code.Boilerplate, code.Text)
				}
			}
		}
	}
}

// TestCatalogue holds each request against a contract that absorbs it, one to which it
// does not arise or that must change, and what that change costs.
func TestCatalogue(t *testing.T) {
	const logicUnit = "kind: logic\nroot: none\n"
	rows := map[string][]struct {
		body, by string
		outcome  Outcome
	}{
		"another field": {{"props: { a: string }", "", NotArising}, {"props: { rows: '{ a: string }[]' }", "", AdditiveNow}, {"slots: { row: { form: function, inLoop: true, gives: { form: named, fields: { row: '{ a: string }' } } } }", "row", Absorbed},
			{"slots: { row: { form: function, inLoop: true, gives: { form: named, fields: { a: string } } } }", "", AdditiveNow}, {"parts: { Row: {} }", "Row", Absorbed}},
		"another place":      {{"props: { a: string }", "", ReachingIn}, {"props: { side: \"'a' | 'b'\" }", "side", Absorbed}, {"parts: { Icon: {}, Text: {} }", "Icon", Absorbed}, {logicUnit, "", NotArising}, {"slots: { default: {} }", "default", Absorbed}},
		"without a region":   {{"props: { a: string }", "", ReachingIn}, {"slots: { icon: {} }", "icon", Absorbed}, {"slots: { icon: { fallback: true } }", "", ReachingIn}, {"props: { showIcon: boolean }", "showIcon", Absorbed}},
		"one's own content":  {{"props: { a: string }", "", AdditiveNow}, {"slots: { icon: {} }", "icon", Absorbed}, {logicUnit, "A", Absorbed}},
		"restyle a part":     {{"props: { a: string }", "", ReachingIn}, {"styleHooks: { properties: { --a-ink: null } }", "--a-ink", Absorbed}, {"slots: { row: { form: function } }", "row", Absorbed}},
		"one more size":      {{"props: { a: string }", "", AdditiveNow}, {"props: { size: \"'s' | 'm'\" }", "", AdditiveNow}, {"props: { size: \"'s' | (string & {})\" }", "size", Absorbed}, {"props: { width: number }", "width", Absorbed}, {"props: { small: boolean }", "", AdditiveNow}, {"styleHooks: { properties: { --a-size: null } }", "--a-size", Absorbed}},
		"another root":       {{"root: { elements: [div] }", "", AdditiveNow}, {"root: { elements: [a, b, i], chosenBy: as, among: [a, b, i] }\nprops: { as: \"'a' | 'b' | 'i'\" }", "as", Absorbed}, {"root: { elements: [a, b], chosenBy: as, among: [a, b] }\nprops: { as: \"'a' | 'b'\" }", "", AdditiveNow}, {logicUnit, "", NotArising}},
		"the app holds it":   {{"props: { a: string }", "", NotArising}, {"props: { defaultOpen: boolean }", "", AdditiveNow}, {"props: { open: boolean }\nevents: { openChange: {} }\ntwoWay: [{ value: open, change: openChange, held: app }]", "open", Absorbed}, {"props: { open: boolean }\ntwoWay: [{ value: open, held: self }]", "", AdditiveNow}},
		"another change":     {{"props: { defaultOpen: boolean }", "", AdditiveNow}, {"props: { defaultOpen: boolean }\nstateChanges: { step: {} }", "step", Absorbed}, {"props: { defaultOpen: boolean }\nevents: { close: { cancelable: true } }", "close", Absorbed}},
		"other markup":       {{"props: { defaultOpen: boolean }", "", AdditiveNow}, {logicUnit, "A", Absorbed}, {"props: { defaultOpen: boolean }\nslots: { default: { form: function, gives: { form: named, fields: { open: boolean } } } }", "default", Absorbed}},
		"a second action":    {{"props: { a: string }", "", AdditiveNow}, {"props: { actionLabel: string }\nevents: { action: {} }", "", AdditiveNow}, {"slots: { actions: {} }", "actions", Absorbed}, {"parts: { Action: {} }", "Action", Absorbed}},
		"a computed label":   {{"props: { amount: number }", "", AdditiveNow}, {"props: { label: string }", "label", Absorbed}, {"slots: { default: {} }", "default", Absorbed}},
		"why it is disabled": {{"props: { a: string }", "", NotArising}, {"props: { disabled: boolean }", "", AdditiveNow}, {"props: { disabled: boolean | string }", "disabled", Absorbed}, {"props: { disabled: boolean, disabledReason: string }", "disabledReason", Absorbed}},
		"another direction":  {{"props: { a: string }", "", ReachingIn}, {"props: { orientation: \"'a' | 'b'\" }", "orientation", Absorbed}, {"props: { vertical: boolean }", "vertical", Absorbed}},
	}
	for _, r := range catalogue {
		if len(rows[r.name]) < 2 {
			t.Errorf("the request %s is not held", r.name)
		}
		for _, row := range rows[r.name] {
			a := r.answer(parse(t, row.body))
			if a.Outcome != row.outcome || a.By != row.by {
				t.Errorf("%s of %q is %s by %q, want %s by %q (%+v)", r.name, row.body, a.Outcome, a.By, row.outcome, row.by, a)
			}
			if a.Why == "" || (a.Change != "") != (a.Outcome == AdditiveNow || a.Outcome == ReachingIn || a.Outcome == BreakingNow) || (a.Change != "") != (a.Owed != "") {
				t.Errorf("%s of %q is told as %+v", r.name, row.body, a)
			}
		}
	}
}

// TestRequestsChangeNothing puts all requests to random contracts: those stay as they
// are, and what is additive owes no more than a minor step.
func TestRequestsChangeNothing(t *testing.T) {
	r := newRandom(t, 9)
	for range 60 {
		c := r.next()
		before, err := c.YAML()
		if err != nil {
			t.Fatal(err)
		}
		for i, a := range WhatIf(c, nil) {
			if a.Change != "" { // compared whole, it costs the same as compared by what changed
				whole := copied(c)
				if catalogue[i].change(whole); a.Outcome != ReachingIn {
					if outcome, owed := costs(c, whole); outcome != a.Outcome || owed != a.Owed {
						t.Errorf("%s is %s (%s), compared whole %s (%s)", a.Request, a.Outcome, a.Owed, outcome, owed)
					}
				}
			}
			if a.Outcome == AdditiveNow && a.Owed == change.StepMajor || a.Outcome == BreakingNow && a.Owed != change.StepMajor {
				t.Errorf("%s is %s and owes %s", a.Request, a.Outcome, a.Owed)
			}
		}
		Proposals(c)
		for _, p := range patterns {
			if _, err := Shaped(c, p.name); err != nil {
				t.Error(err)
			}
		}
		if after, _ := c.YAML(); string(after) != string(before) {
			t.Fatalf("looking at it changed it:\n%s\n%s", before, after)
		}
	}
}

// TestOwnRequests holds what a team's own requests are met by.
func TestOwnRequests(t *testing.T) {
	c := parse(t, fareTag+"styleHooks: { data: { data-tone: reflects tone } }")
	add := Addition{Props: []*contract.Prop{{Name: "extra", Type: contract.MustType("string")}}}
	for _, row := range []struct {
		name    string
		request OwnRequest
		want    Outcome
		by      string
	}{
		{"a prop", OwnRequest{MetBy: []Meets{{Prop: "tone"}}}, Absorbed, "tone"},
		{"a prop with a value", OwnRequest{MetBy: []Meets{{Prop: "tone", Value: "urgent"}}}, Absorbed, "tone"},
		{"a prop without that value", OwnRequest{MetBy: []Meets{{Prop: "tone", Value: "loud"}}}, AdditiveNow, ""},
		{"a slot that gives", OwnRequest{MetBy: []Meets{{Slot: "note", Gives: "amount"}}}, Absorbed, "note"},
		{"a slot that gives something else", OwnRequest{MetBy: []Meets{{Slot: "note", Gives: "legs"}}, ReachesIn: true}, ReachingIn, ""},
		{"an event", OwnRequest{MetBy: []Meets{{Event: "missing"}, {Event: "explain"}}}, Absorbed, "explain"},
		{"a part", OwnRequest{MetBy: []Meets{{Part: "Row"}}}, Absorbed, "Row"},
		{"a style hook", OwnRequest{MetBy: []Meets{{Hook: "data-tone"}}}, Absorbed, "data-tone"},
		{"nothing", OwnRequest{}, AdditiveNow, ""},
		{"what must go", OwnRequest{Otherwise: Addition{Removes: []string{"label"}}}, BreakingNow, ""},
		{"what must be given", OwnRequest{Otherwise: Addition{Props: []*contract.Prop{{Name: "extra", Type: contract.MustType("string"), Required: contract.Yes}}}}, BreakingNow, ""},
	} {
		row.request.Name, row.request.Asks = row.name, "something"
		if row.request.Otherwise.empty() {
			row.request.Otherwise = add
		}
		if err := row.request.check(); err != nil {
			t.Errorf("%s: %v", row.name, err)
		}
		all := WhatIf(c, []OwnRequest{row.request})
		if a := all[len(all)-1]; a.Outcome != row.want || a.By != row.by {
			t.Errorf("%s is %s by %q, want %s by %q", row.name, a.Outcome, a.By, row.want, row.by)
		}
	}
}

// TestAdvise holds which pattern comes first for each need, and what a stance leaves out.
func TestAdvise(t *testing.T) {
	for need, first := range map[Need]string{NeedSpot: "a slot with a fallback", NeedDrawn: "a slot that is given data", NeedBehaviour: "a value that the app may hold", NeedOrder: "parts that share state", NeedLogic: "content that is a function of the state", NeedLimit: "a closed set of values"} {
		a, err := Advise([]Need{need}, "react", "")
		if err != nil || len(a.Patterns) == 0 || a.Patterns[0].Pattern != first {
			t.Errorf("for %s comes %+v first (%v), want %s", need, a.Patterns[0], err, first)
		}
		for i, p := range a.Patterns {
			if p.Cost == "" || p.Why == "" || !slices.Contains(p.Serves, need) {
				t.Errorf("for %s pattern %d is %+v", need, i, p)
			}
		}
		if len(a.Tensions) == 0 {
			t.Errorf("nobody disagrees on %s", need)
		}
	}
	locked, err := Advise(Needs, "", StanceLocked)
	if err != nil || slices.ContainsFunc(locked.Patterns, func(s Suggestion) bool { return s.Pattern == "parts that share state" }) {
		t.Errorf("a locked component is offered %+v (%v)", locked, err)
	}
	if a, _ := Advise([]Need{NeedSpot}, "web component", ""); !slices.ContainsFunc(a.Patterns, func(s Suggestion) bool { return s.Instead != "" }) {
		t.Error("nothing is done otherwise with web components")
	}
	if _, err := Advise([]Need{"more"}, "", ""); err == nil || !strings.Contains(err.Error(), "vary one spot") {
		t.Errorf("an unknown need says %v", err)
	}
	if _, err := Shaped(parse(t, ""), "more"); err == nil {
		t.Error("an unknown pattern has a shape")
	}
}

// TestPatternsAreContracts puts each pattern into random contracts: what comes out can be
// written and read.
func TestPatternsAreContracts(t *testing.T) {
	r := newRandom(t, 10)
	for range 20 {
		c := r.next()
		for _, p := range patterns {
			made, err := Shaped(c, p.name)
			if err != nil {
				t.Fatal(err)
			}
			data, err := made.YAML()
			if err != nil {
				t.Fatal(err)
			}
			if _, err := contract.ParseFile("x.contract.yaml", data); err != nil {
				t.Fatalf("%s gives no contract: %v\n%s", p.name, err, data)
			}
		}
	}
}

// TestNeighbours holds what a library offers to a draft, and what its rules find.
func TestNeighbours(t *testing.T) {
	listing := &contract.Listing{Package: contract.PackageInfo{Name: "p"}}
	for i := range 4 {
		c := parse(t, "props: { tone: { type: \"'calm' | 'urgent'\", default: { value: calm } }, size: { type: \"'s' | 'm'\", default: { value: m } } }")
		c.Component = fmt.Sprint("C", i)
		listing.Components = append(listing.Components, *c)
	}
	settings := &style.Settings{Vocabulary: []style.Idea{{Name: "size", InsteadOf: []string{"extent"}}}}
	around := Around(listing, settings)
	for _, row := range []struct{ name, body, want string }{
		{"a synonym", "props: { variant: \"'a' | 'b'\" }", "variant: 4 components call this tone: calm, urgent (calm if nothing is given)"},
		{"other values", "props: { tone: \"'loud' | 'calm'\" }", "tone: 4 components call this tone: calm, urgent (calm if nothing is given)"},
		{"a name that the style does not want", "props: { extent: \"'s' | 'm'\" }", "extent: 4 components call this size: s, m (m if nothing is given)"},
		{"what differs comes first", "props: { size: \"'s' | 'm'\", kind: \"'a' | 'b'\" }", "kind: 4 components call this tone: calm, urgent (calm if nothing is given); size: 4 components call this size: s, m (m if nothing is given)"},
		{"nothing like it", "props: { quay: string }", ""},
		{"native attributes", "props: { tone: { type: string, origin: dom } }", ""},
	} {
		t.Run(row.name, func(t *testing.T) {
			var got []string
			for _, o := range around.Offers(parse(t, row.body)) {
				got = append(got, o.Member+": "+o.What)
			}
			if strings.Join(got, "; ") != row.want {
				t.Errorf("offered is %q, want %q", strings.Join(got, "; "), row.want)
			}
		})
	}
	found := around.Findings(parse(t, "props: { tone: { type: \"'calm' | 'urgent'\" } }"), time.Now())
	if len(found) == 0 || found[0].Rule != "R12" || len(listing.Components) != 4 {
		t.Errorf("found is %+v, and %d components are left", found, len(listing.Components))
	}
	replaced := parse(t, "props: { tone: { type: \"'loud' | 'calm'\", default: { value: calm } } }")
	replaced.Component = "C0"
	for _, f := range around.Findings(replaced, time.Now()) {
		if f.Component != "C0" || strings.Contains(f.Why, "C0,") {
			t.Errorf("a draft is held against the component that it replaces: %+v", f)
		}
	}
}

// TestDraftFiles reads the demo's drafts, writes and reads them again: nothing is lost.
func TestDraftFiles(t *testing.T) {
	for _, name := range []string{"notice-bar", "sailing-list", "lever"} {
		d := demoDraft(t, name)
		files, err := d.Files()
		if err != nil {
			t.Fatal(err)
		}
		fsys := fstest.MapFS{}
		for file, data := range files {
			fsys["d/"+file] = &fstest.MapFile{Data: data}
		}
		again, err := Open(fsys, "d")
		if err != nil {
			t.Fatal(err)
		}
		twice, err := again.Files()
		if err != nil {
			t.Fatal(err)
		}
		for file := range files {
			if string(files[file]) != string(twice[file]) {
				t.Errorf("%s/%s is\n%s\nthen\n%s", name, file, files[file], twice[file])
			}
		}
	}
	d := demoDraft(t, "lever")
	intended := d.Intended()
	if intended == nil || len(intended.Words.Decisions) != 1 || intended.Owner != "quayside" || len(d.Alternative("reason").Of.Words.Decisions) != 0 {
		t.Errorf("intended is %+v", intended)
	}
	if demoDraft(t, "notice-bar").Intended() != nil {
		t.Error("an open draft intends something")
	}
}

// TestDraftErrors holds that what is wrong is named with its file.
func TestDraftErrors(t *testing.T) {
	for name, row := range map[string]struct{ draft, file, want string }{
		"no version":             {"component: A", "", "write draft: 1"},
		"another version":        {"draft: 2\ncomponent: A", "", "format 2"},
		"no component":           {"draft: 1", "", "write component:"},
		"a stance":               {"draft: 1\ncomponent: A\nstance: open", "", "locked, slots, parts or full, not open"},
		"a key":                  {"draft: 1\ncomponent: A\nalternative: {}", "", `"alternative" means nothing`},
		"a file elsewhere":       {"draft: 1\ncomponent: A\nalternatives: { a: { file: ../a.yaml } }", "", "must stand beside the draft"},
		"its own file":           {"draft: 1\ncomponent: A\nalternatives: { a: { file: draft.yaml } }", "", "must stand beside the draft"},
		"a file that is missing": {"draft: 1\ncomponent: A\nalternatives: { a: {} }", "", "a.contract.yaml"},
		"a contract":             {"draft: 1\ncomponent: A\nalternatives: { a: {} }", "contract: 1\ncomponent: A\nprops: { a: \"'x\" }", "d/a.contract.yaml:3"},
		"finished with none":     {"draft: 1\ncomponent: A\nfinished: { alternative: b }", "", "finished names the alternative b"},
		"a request":              {"draft: 1\ncomponent: A\nrequests: { r: { asks: more } }", "", "the request r: it does not say what would be added"},
		"two in one entry":       {"draft: 1\ncomponent: A\nrequests: { r: { asks: more, metBy: [{ prop: a, slot: b }], otherwise: { removes: [a] } } }", "", "names one prop"},
		"too many":               {"draft: 1\ncomponent: A\nalternatives: { " + strings.Repeat("", 0) + manyAlternatives(13) + " }", "", "a draft takes 12"},
		"no text":                {"\xff\xfe", "", "not text in UTF-8"},
	} {
		t.Run(name, func(t *testing.T) {
			fsys := fstest.MapFS{"d/draft.yaml": {Data: []byte(row.draft)}}
			if row.file != "" {
				fsys["d/a.contract.yaml"] = &fstest.MapFile{Data: []byte(row.file)}
			}
			if _, err := Open(fsys, "d"); err == nil || !strings.Contains(err.Error(), row.want) {
				t.Errorf("it says %v, want %q", err, row.want)
			}
		})
	}
	if _, err := Open(fstest.MapFS{"d/draft.yaml": {Data: make([]byte, contract.MaxBytes+1)}}, "d"); err == nil || !strings.Contains(err.Error(), "at most") {
		t.Errorf("a file that is too large says %v", err)
	}
}

func manyAlternatives(n int) string {
	var list []string
	for i := range n {
		list = append(list, fmt.Sprintf("a%d: {}", i))
	}
	return strings.Join(list, ", ")
}

// TestHold holds source against what is intended: the same is no change, and what differs
// is told.
func TestHold(t *testing.T) {
	intended := parse(t, "props: { tone: { type: \"'calm' | 'urgent'\", default: { value: calm }, role: variant }, quay: string }\nevents: { pick: { payload: { form: positional, fields: [] } } }\nroot: { elements: [div] }")
	read := copied(ForReact(intended))
	read.Package, read.Export = "p", contract.Export{Module: ".", Name: "A", Kind: "named"}
	read.Hashes()
	if x := Hold(intended, read); len(x.Changes) > 0 {
		t.Errorf("the same is told as %+v", x.Changes)
	}
	read.Props = read.Props[:1]
	read.Props[0].Default = contract.Default{Kind: contract.DefaultValue, Value: "urgent"}
	read.Hashes()
	var kinds []string
	for _, x := range Hold(intended, read).Changes {
		kinds = append(kinds, string(x.Kind))
	}
	if got := strings.Join(kinds, " "); got != "prop-removed default-changed" && got != "default-changed prop-removed" {
		t.Errorf("what differs is %q", got)
	}
}

func FuzzParse(f *testing.F) {
	for _, name := range []string{"notice-bar", "sailing-list", "lever"} {
		data, err := os.ReadFile("../../demo/drafts/" + name + "/draft.yaml")
		if err != nil {
			f.Fatal(err)
		}
		f.Add(data)
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		if d, err := Parse("draft.yaml", data); err == nil {
			if _, err := contract.WriteDocument("draft", Version, "", d); err != nil {
				t.Errorf("what was read cannot be written: %v", err)
			}
		}
	})
}

// FuzzContract puts whatever parses as a contract through all that drafts are looked at by.
func FuzzContract(f *testing.F) {
	for _, name := range []string{"notice-bar/flags", "notice-bar/parts", "sailing-list/rows", "sailing-list/logic", "lever/reason"} {
		data, err := os.ReadFile("../../demo/drafts/" + name + ".contract.yaml")
		if err != nil {
			f.Fatal(err)
		}
		f.Add(data)
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		c, err := contract.ParseFile("a.contract.yaml", data)
		if err != nil {
			return
		}
		Groups(c)
		MustKnow(c)
		StatesOf(c)
		Proposals(c)
		WhatIf(c, nil)
		for _, s := range Proposed(c) {
			for _, framework := range Frameworks() {
				if code, err := CodeOf(c, s, framework); err == nil {
					code.File(c, "./A")
				}
			}
		}
		for _, form := range Forms() {
			if _, err := Skeleton(c, form); err != nil {
				t.Errorf("%s: %v", form, err)
			}
		}
	})
}

// BenchmarkDraft looks at a draft of four alternatives with sixty members each as the
// editor does at every change: states, what-if and code.
func BenchmarkDraft(b *testing.B) {
	var body strings.Builder
	body.WriteString("root: { elements: [div] }\nprops:\n")
	for i := range 40 {
		fmt.Fprintf(&body, "  p%d: { type: %q }\n", i, []string{"boolean", "'a' | 'b' | 'c'", "string", "number"}[i%4])
	}
	body.WriteString("slots:\n")
	for i := range 10 {
		fmt.Fprintf(&body, "  s%d: { form: content }\n", i)
	}
	body.WriteString("events:\n")
	for i := range 10 {
		fmt.Fprintf(&body, "  e%d: { payload: { form: positional, fields: [{ a: string }] } }\n", i)
	}
	body.WriteString("exclusions: [{ when: { p0: true, p4: true } }, { when: { p4: true, p8: true } }, { when: { p1: a, p5: b } }]\n")
	d := &Draft{Component: "A"}
	for i := range 4 {
		d.Alternatives = append(d.Alternatives, Alternative{Name: fmt.Sprint("a", i), Of: parse(b, body.String())})
	}
	b.ReportAllocs()
	for b.Loop() {
		d.WhatIf()
		for i := range d.Alternatives {
			a := &d.Alternatives[i]
			StatesOf(a.Of)
			for _, s := range d.ScenariosOf(a) {
				if _, err := CodeOf(a.Of, s, "react"); err != nil {
					b.Fatal(err)
				}
			}
		}
	}
}

// TestDoubts holds what is told of contracts that cannot be meant as they stand, and that
// nothing is told of the demo's.
func TestDoubts(t *testing.T) {
	for _, row := range []struct{ name, body, want string }{
		{"a type that nobody knows", "slots: { row: { form: function, gives: { form: named, fields: { row: Sailing, at: Date } } } }", "row: nobody declares the type Sailing"},
		{"a type that is imported", "props: { at: \"import('clock').Time\" }", ""},
		{"a type parameter", "typeParameters: { T: {} }\nprops: { rows: 'T[]' }", ""},
		{"a default of another type", "props: { size: { type: number, default: { value: wide } }, on: { type: boolean, default: { value: true } } }", "size: its default wide is no number"},
		{"parts with nothing to stand in", "parts: { Row: {} }", ": it has parts and takes no content for them to stand in; give it the slot default"},
		{"parts in content", "parts: { Row: {} }\nslots: { default: {} }", ""},
		{"a companion of itself", "props: { a: boolean }\ncompanions: [{ given: a, needs: [a] }]", "a: it is said to need itself"},
		{"one that must never be", "props: { a: boolean }\nexclusions: [{ when: { a: true } }]", "a: it must never be true: leave that out instead (no reason is given)"},
	} {
		t.Run(row.name, func(t *testing.T) {
			var got []string
			for _, d := range Doubts(parse(t, row.body)) {
				got = append(got, d.Member+": "+d.What)
			}
			if strings.Join(got, "; ") != row.want {
				t.Errorf("doubted is %q, want %q", strings.Join(got, "; "), row.want)
			}
		})
	}
	for _, name := range []string{"notice-bar", "sailing-list", "lever"} {
		for _, a := range demoDraft(t, name).Alternatives {
			if d := Doubts(a.Of); len(d) > 0 {
				t.Errorf("of %s/%s is doubted %+v", name, a.Name, d)
			}
		}
	}
}

// TestLogicIsCalled holds how each framework calls shared logic whose value the app holds.
func TestLogicIsCalled(t *testing.T) {
	c, err := contract.ParseFile("a.contract.yaml", []byte("contract: 1\ncomponent: useDial\nkind: logic\nexport: { module: ., name: useDial, kind: named }\nroot: none\n"+
		"props:\n  value: number\n  step: { type: number, required: true }\nevents: { valueChange: { payload: { form: positional, fields: [{ value: number }] } } }\n"+
		"twoWay: [{ value: value, change: valueChange, held: both }]\nresult: { form: named, fields: { turn: \"(by: number) => void\", full: boolean } }\n"))
	if err != nil {
		t.Fatal(err)
	}
	for framework, want := range map[string]string{
		"react":         "const { turn, full } = useDial({ step: 1, value, onValueChange: setValue });",
		"vue":           "const { turn, full } = useDial({ step: 1, value });",
		"svelte":        "const state = useDial({\n  step: 1,\n  get value() { return value; },\n  set value(valueNow) { value = valueNow; },\n});",
		"angular":       "protected readonly state = useDial({ step: 1, value: this.value });",
		"web component": "const { turn, full } = useDial({ step: 1, value, onValueChange: setValue });",
		"ember":         "{{#let (useDial step=1 value=this.value onValueChange=this.setValue) as |state|}}\n  {{! … }}\n{{/let}}",
	} {
		code, err := CodeOf(c, Scenario{Name: "held", Given: map[string]any{"value": true, "step": json.Number("1")}}, framework)
		if err != nil {
			t.Fatal(err)
		}
		if code.Text != want || code.Besides == "" || code.Decisions != 2 {
			t.Errorf("%s: %d decisions, besides %q\n%s\nwant\n%s", framework, code.Decisions, code.Besides, code.Text, want)
		}
	}
	for form, want := range map[string][]string{
		"manifest": {`"kind": "function"`, `"text": "{ value?: number; step: number; onValueChange?: (value: number) => void }"`, `"text": "{ turn: (by: number) => void; full: boolean }"`},
		"page":     {"## What it gives back", "| `turn` | `(by: number) => void` |"},
	} {
		files, err := Skeleton(c, form)
		if err != nil {
			t.Fatal(err)
		}
		for _, part := range want {
			if !strings.Contains(files[0].Text, part) || strings.Contains(files[0].Text, "customElement") {
				t.Errorf("the %s does not say %s:\n%s", form, part, files[0].Text)
			}
		}
	}
}

// TestSchemasJudge puts values to the JSON Schema of a prop of each kind of type: the
// schema takes what the type takes, and nothing else that JSON can say.
func TestSchemasJudge(t *testing.T) {
	for _, x := range []struct {
		of             string
		takes, refuses []string
	}{
		{"string", []string{`"a"`, `""`}, []string{`1`, `null`, `[]`}},
		{"number", []string{`1`, `-0.5`}, []string{`"1"`, `true`}},
		{"boolean", []string{`true`}, []string{`"true"`, `0`}},
		{"'s' | 'm'", []string{`"s"`, `"m"`}, []string{`"l"`, `"S"`, `null`, `1`}},
		{"'s' | null", []string{`"s"`, `null`}, []string{`"m"`, `""`}},
		{"1 | 2 | 'auto'", []string{`1`, `"auto"`}, []string{`3`, `"1"`}},
		{"'on'", []string{`"on"`}, []string{`"off"`, `true`}},
		{"boolean | string", []string{`false`, `"why"`}, []string{`1`, `{}`}},
		{"'s' | undefined", []string{`"s"`}, []string{`null`, `"m"`}},
		{"number[]", []string{`[]`, `[1, 2]`}, []string{`["1"]`, `1`}},
		{"[from: number, to?: string]", []string{`[1]`, `[1, "a"]`}, []string{`[]`, `["a"]`, `[1, "a", 2]`}},
		{"[number, ...string[]]", []string{`[1, "a"]`}, []string{`{}`}},
		{"{ id: string; places?: number }", []string{`{"id": "a"}`, `{"id": "a", "places": 2}`}, []string{`{}`, `{"id": 1}`, `{"id": "a", "places": "2"}`}},
		{"Record<string, number>", []string{`{"a": 1}`}, nil},
		{"{ a: string } & { b: number }", []string{`{"a": "x", "b": 1}`}, []string{`{"a": "x"}`, `{"b": 1}`}},
		{"{ a: { b: ('x' | 'y')[] } }", []string{`{"a": {"b": ["x"]}}`}, []string{`{"a": {"b": ["z"]}}`}},
		{"() => void", []string{`null`, `"a"`}, nil}, // JSON has no functions: left open
		{"Content", []string{`"a"`}, nil},
	} {
		c := &contract.Contract{Component: "A", Complete: true, Props: []*contract.Prop{{Name: "p", Type: contract.MustType(x.of)}, {Name: "needed", Type: contract.MustType("number"), Required: contract.Yes}}}
		files, err := Skeleton(c, "schema")
		if err != nil {
			t.Fatal(err)
		}
		parse := func(text string) any {
			v, err := jsonschema.UnmarshalJSON(strings.NewReader(text))
			if err != nil {
				t.Fatalf("%v in %s", err, text)
			}
			return v
		}
		compiler := jsonschema.NewCompiler()
		if err := compiler.AddResource("a.json", parse(files[0].Text)); err != nil {
			t.Fatal(err)
		}
		schema, err := compiler.Compile("a.json")
		if err != nil {
			t.Fatalf("%s: %v\n%s", x.of, err, files[0].Text)
		}
		for _, text := range x.takes {
			if err := schema.Validate(parse(`{"needed": 1, "p": ` + text + `}`)); err != nil {
				t.Errorf("the schema of %s refuses %s: %v", x.of, text, err)
			}
		}
		for _, text := range append(x.refuses, "") {
			whole := `{"needed": 1, "p": ` + text + `}`
			if text == "" {
				whole = `{"needed": 1, "q": 1}`
			}
			if schema.Validate(parse(whole)) == nil {
				t.Errorf("the schema of %s takes %s", x.of, whole)
			}
		}
		if schema.Validate(parse(`{}`)) == nil {
			t.Errorf("the schema of %s does without what must be given", x.of)
		}
	}
}
