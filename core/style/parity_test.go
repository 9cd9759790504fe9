package style

import (
	"strings"
	"testing"

	"steadysocket/core/contract"
)

// packageOf makes a package of one framework of components that are written as files.
func packageOf(t *testing.T, framework string, files ...string) *contract.Listing {
	t.Helper()
	l := &contract.Listing{Package: contract.PackageInfo{Name: "@saltmarsh/" + strings.ReplaceAll(framework, " ", "-"), Version: "1.0.0", Framework: framework}}
	for _, f := range files {
		c, err := contract.ParseFile("x.yaml", []byte("contract: 1\n"+f))
		if err != nil {
			t.Fatalf("%v in\n%s", err, f)
		}
		c.Framework = framework
		c.Hashes()
		l.Components = append(l.Components, *c)
	}
	return l
}

// TestParity holds what counts as a gap between two frameworks, and what does not.
func TestParity(t *testing.T) {
	tests := []struct{ name, a, b, react, other, want string }{
		{"the same", "react", "vue", "props: { tone: { type: \"'a' | 'b'\", default: { value: a } } }", "props: { tone: { type: \"'b' | 'a'\", default: { value: a } } }", ""},
		{"a member that one lacks", "react", "vue", "props: { quay: string }", "", "P02 quay"},
		{"a prop here, a slot there", "react", "vue", "slots: { title: content }", "props: { title: string }", "P03 title"},
		{"other values", "react", "vue", "props: { tone: \"'a' | 'b'\" }", "props: { tone: \"'a' | 'c'\" }", "P04 tone"},
		{"a type that cannot be decided", "react", "vue", "props: { a: Thing }", "props: { a: { type: '{ b: string }' } }", ""},
		{"another default", "react", "vue", "props: { size: { type: \"'s' | 'm'\", default: { value: s } } }", "props: { size: { type: \"'s' | 'm'\", default: { value: m } } }", "P05 size"},
		{"a flag that is not given", "react", "vue", "props: { busy: boolean }", "props: { busy: { type: boolean, default: { value: false } } }", ""},
		{"a default that is not known", "react", "vue", "props: { a: { type: string, default: unknown } }", "props: { a: { type: string, default: { value: x } } }", ""},
		{"an event that carries less", "react", "vue", "events: { dismiss: { payload: { form: positional, fields: [ { by: string } ] } } }", "events: { dismiss: { payload: { form: positional, fields: [] } } }", "P06 dismiss"},
		{"an event as a record", "react", "web component", "events: { dismiss: { payload: { form: positional, fields: [ { by: string } ] } } }", "events: { dismiss: { payload: { form: named, fields: { by: string } } } }", ""},
		{"one record by itself or named", "react", "vue", "events: { press: { payload: { form: positional, fields: [ { press: '{ at: number }' } ] } } }", "events: { press: { payload: { form: named, fields: { at: number } } } }", ""},
		{"slot data", "react", "vue", "slots: { row: { form: function, gives: { form: named, fields: { id: string } } } }", "slots: { row: { form: function, gives: { form: named, fields: { rowId: string } } } }", "P07 row"},
		{"slot data that an element cannot give", "react", "web component", "slots: { row: { form: function, gives: { form: named, fields: { id: string } } } }", "slots: { row: content }", ""},
		{"a slot that must be filled", "react", "vue", "slots: { row: { form: content, required: true } }", "slots: { row: content }", ""},
		{"a prop that must be given", "react", "vue", "props: { line: { type: string, required: true } }", "props: { line: string }", "P08 line"},
		{"a fallback", "react", "vue", "slots: { note: { form: content, fallback: true } }", "slots: { note: content }", "P09 note"},
		{"an initial value", "react", "vue", "props: { value: string, defaultValue: string }\nevents: { valueChange: {} }\ntwoWay: [{ value: value, initial: defaultValue, change: valueChange, held: both }]",
			"props: { value: string }\nevents: { valueChange: {} }\ntwoWay: [{ value: value, change: valueChange, held: both }]", ""},
		{"an accepted difference", "react", "vue", "props: { as: string }", "", "P02 as accepted"},
	}
	settings := &Settings{Waivers: []Waiver{{Rule: "P02", Component: "X", Member: "as", Reason: "no need", Owner: "fares"}}}
	for _, test := range tests {
		t.Run(test.name, func(t *testing.T) {
			a, b := packageOf(t, test.a, "component: X\n"+test.react), packageOf(t, test.b, "component: X\n"+test.other)
			told := func(p *Parity) string {
				var list []string
				for _, g := range p.Gaps {
					word := g.Rule + " " + g.Member
					if g.Waived != nil {
						word += " accepted"
					}
					if len(g.Sides) != 2 || g.Why == "" {
						t.Errorf("the gap is %+v", g)
					}
					list = append(list, word)
				}
				return strings.Join(list, ", ")
			}
			if got := told(Compared([]*contract.Listing{a, b}, settings, today)); got != test.want {
				t.Errorf("found %q, want %q", got, test.want)
			}
			if got := told(Compared([]*contract.Listing{b, a}, settings, today)); got != test.want {
				t.Errorf("with the sides swapped found %q, want %q", got, test.want)
			}
			if got := told(Compared([]*contract.Listing{a, a}, settings, today)); got != "" {
				t.Errorf("against itself found %q", got)
			}
		})
	}
}

// TestParityOfComponents holds how components are found in several packages.
func TestParityOfComponents(t *testing.T) {
	react := packageOf(t, "react", "component: Timetable", "component: Timetable.Row", "component: Plank", "component: Lever")
	vue := packageOf(t, "vue", "component: Timetable", "component: TimetableRow", "component: PressLever\ncounterpart: [{ package: '@saltmarsh/react', component: Lever }]")
	p := Compared([]*contract.Listing{react, vue}, &Settings{}, today)
	var got []string
	for _, c := range p.Components {
		got = append(got, c.Component+"="+strings.Join(c.Names, "+"))
	}
	if want := "Lever=Lever+PressLever Plank=Plank+ Timetable=Timetable+Timetable TimetableRow=Timetable.Row+TimetableRow"; strings.Join(got, " ") != want {
		t.Errorf("found %s, want %s", strings.Join(got, " "), want)
	}
	if len(p.Gaps) != 1 || p.Gaps[0].Rule != "P01" || p.Gaps[0].Component != "Plank" {
		t.Errorf("the gaps are %+v", p.Gaps)
	}
	if of := p.Of("Timetable.Row"); len(of.Components) != 1 || len(of.Gaps) != 0 {
		t.Errorf("of one component: %+v", of)
	}
	off := Compared([]*contract.Listing{react, vue}, &Settings{Weights: map[string]string{"P01": "off"}}, today)
	if len(off.Gaps) != 0 {
		t.Errorf("a rule that is off finds %+v", off.Gaps)
	}
	if strict := Compared([]*contract.Listing{react, vue}, &Settings{Weights: map[string]string{"P01": "must"}}, today); !strict.Refused() {
		t.Error("a gap of weight must does not refuse")
	}
}
