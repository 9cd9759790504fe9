package main

import (
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"maps"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/evanw/esbuild/pkg/api"

	"steadysocket/core/contract"
)

//go:embed drawn.cjs
var drawnScript string

// drawnKit is what the bodies of random components are made with.
const drawnKit = `import * as React from 'react';
import { createElement, forwardRef, memo, useMemo } from 'react';
type Tone = 'calm' | 'loud' | 'mild';
interface Given extends Omit<React.HTMLAttributes<HTMLElement>, 'children'> { head?: React.ReactNode; foot?: React.ReactNode; children?: React.ReactNode; open?: boolean; wide?: boolean; flat?: boolean; low?: boolean; tone: Tone; rows: string[] }
function Box({ title, children, shut }: { title?: React.ReactNode; children?: React.ReactNode; shut?: boolean }) { return <section><h1>{title}</h1>{!shut && <p>{children}</p>}</section>; }
function Many({ rows, children }: { rows: string[]; children?: React.ReactNode }) { return <ul>{rows.map(row => <li key={row}>{children}</li>)}</ul>; }
class Filled extends React.Component<{ title?: React.ReactNode; word: string }> { render() { const { title, word } = this.props; return <b>{title ?? <i>{word}</i>}</b>; } }
function Handing(props: { title?: React.ReactNode; children?: React.ReactNode; shut?: boolean }) { return <Box {...props} />; }
function Keeping({ title, ...rest }: { title?: React.ReactNode; children?: React.ReactNode; shut?: boolean }) { return <div>{title}<Box {...rest} /></div>; }
function Plain({ children }: { children?: React.ReactNode }) { return <>{children}</>; }
`

// drawnSlots are the slots that components have, as they are spelled.
var drawnSlots = []string{"head", "foot", "children"}

// bodyMaker writes bodies that draw slots in random places and states.
type bodyMaker struct {
	typeMaker
	words      int // each element has a word of its own
	rest       bool
	helpers    []string // statements before what is given back
	conditions []string // that were not asked yet: each is asked once, so that all can be met
}

func (m *bodyMaker) word() string {
	m.words++
	return fmt.Sprint("T", m.words)
}

func (m *bodyMaker) condition() string {
	if len(m.conditions) == 0 {
		return ""
	}
	last := len(m.conditions) - 1
	c := m.conditions[last]
	m.conditions = m.conditions[:last]
	return c
}

// attributes writes what an element carries.
func (m *bodyMaker) attributes() string {
	var list []string
	m.words++
	switch m.IntN(9) {
	case 0:
		list = append(list, fmt.Sprintf("className=\"c%d\"", m.words))
	case 1:
		list = append(list, fmt.Sprintf("className={`c%d c%[1]d-${tone}`}", m.words))
	case 2:
		list = append(list, fmt.Sprintf("className={open ? 'c%d-open' : 'c%[1]d-shut'}", m.words))
	case 3:
		list = append(list, fmt.Sprintf("className={['c%d', wide && 'c%[1]d-wide'].filter(Boolean).join(' ')}", m.words))
	case 4:
		list = append(list, fmt.Sprintf("data-d%d={tone}", m.words))
	case 5:
		list = append(list, fmt.Sprintf("data-d%d={open}", m.words), fmt.Sprintf("className={'c%d-' + tone}", m.words))
	case 6:
		list = append(list, fmt.Sprintf("className={{ calm: 'c%d-a', loud: 'c%[1]d-b', mild: 'c%[1]d-c' }[tone]}", m.words))
	}
	if m.rest && m.IntN(3) == 0 {
		switch spread := m.of("{...rest}", "{...rest}", "{...{ id: 'x', ...rest }}", "{...(rest || null)}", "held"); spread {
		case "held":
			m.helpers = append(m.helpers, "const attributes = { id: 'x', ...rest };")
			list = append(list, "{...attributes}")
		default:
			list = append(list, spread)
		}
		m.rest = false
	} else if m.IntN(12) == 0 {
		list = append(list, m.of("{...{ id: 'x' }}", "{...(open ? { id: 'x' } : { title: 'x' })}"))
	}
	return " " + strings.Join(list, " ")
}

func (m *bodyMaker) element(depth int) string {
	tag := m.of("div", "span", "p", "section", "ul", "b", "i", "header")
	if m.IntN(6) == 0 {
		attributes := m.of("null", "{}", "{ id: 'x' }")
		if m.rest && m.IntN(2) == 0 {
			attributes = m.of("rest", "{ ...rest }", "{ id: 'x', ...rest, title: 'y' }", "Object.assign({}, rest, { id: 'x' })")
			m.rest = false
		}
		text := "createElement('" + tag + "', " + attributes + ", '" + m.word() + "'"
		for range m.IntN(3) {
			text += ", " + m.expression(depth-1)
		}
		return text + ")"
	}
	text := "<" + tag + m.attributes() + ">" + m.word()
	for range m.IntN(3) {
		text += m.item(depth - 1)
	}
	return text + "</" + tag + ">"
}

// expression writes what can stand in braces.
func (m *bodyMaker) expression(depth int) string {
	slot := m.of(drawnSlots...)
	if depth <= 0 {
		return slot
	}
	inner := func() string { return m.expression(depth - 1) }
	element := func() string { return m.element(depth - 1) }
	switch m.IntN(20) {
	case 13:
		return "<Many rows={rows}>{" + inner() + "}</Many>"
	case 14:
		return "<Filled title={" + slot + "} word=\"" + m.word() + "\" />"
	case 15:
		tag := m.of("Handing", "Keeping")
		return "<" + tag + " title={" + slot + "} shut={open}>{" + inner() + "}</" + tag + ">"
	case 0:
		return slot
	case 1:
		if c := m.condition(); c != "" {
			return parenthesized(c) + " && " + parenthesized(inner())
		}
		return inner()
	case 2:
		if c := m.condition(); c != "" {
			return c + " ? " + parenthesized(inner()) + " : " + parenthesized(inner())
		}
		return inner()
	case 3:
		return slot + " ?? " + element()
	case 4:
		return slot + " && " + element()
	case 5:
		return slot + " ? <div>{" + slot + "}</div> : " + element()
	case 6:
		return "rows.map(row => <li key={row}>" + m.word() + "{" + inner() + "}</li>)"
	case 7:
		return element()
	case 8:
		return "<Box title={" + slot + "}" + " shut={open}>" + asChild(element()) + "</Box>"
	case 9:
		return "<Plain>{" + inner() + "}</Plain>"
	case 10:
		return "createElement('div', null, '" + m.word() + "', " + inner() + ")"
	case 11:
		return slot + " || " + element()
	case 12:
		return "<>{" + inner() + "}{" + inner() + "}</>"
	}
	name := fmt.Sprint("local", m.words)
	m.words++
	value, form := inner(), m.IntN(5)
	asked := ""
	if form > 2 {
		if asked = m.condition(); asked == "" {
			form = 0
		}
	}
	switch form {
	case 0:
		m.helpers = append(m.helpers, "const "+name+" = "+value+";")
	case 1:
		m.helpers = append(m.helpers, "const "+name+" = useMemo(() => "+value+", [open]);")
	case 2:
		m.helpers = append(m.helpers, "const draw"+name+" = () => "+value+";")
		return "draw" + name + "()"
	case 3:
		m.helpers = append(m.helpers, "let "+name+": React.ReactNode = null;", "if ("+asked+") "+name+" = "+value+";")
	case 4:
		m.helpers = append(m.helpers, "function draw"+name+"() { if ("+asked+") return null; return "+value+"; }")
		return "draw" + name + "()"
	}
	return name
}

// asChild writes an expression as a child of a tag.
func asChild(x string) string {
	if strings.HasPrefix(x, "<") {
		return x
	}
	return "{" + x + "}"
}

func (m *bodyMaker) item(depth int) string {
	if m.IntN(4) == 0 {
		return asChild(m.element(depth))
	}
	return "{" + m.expression(depth) + "}"
}

// component writes a component.
func (m *bodyMaker) component(name string) {
	m.helpers, m.rest = nil, m.IntN(2) == 0
	m.conditions = shuffled(m.Rand, []string{m.of("open", "!open"), m.of("wide", "!wide"), m.of("flat && low", "flat || low", "!flat", "!(flat && low)")})
	taken, rest := "head, foot, children, open, wide, flat, low, tone, rows", ""
	if m.rest {
		rest = ", ...rest"
	}
	depth := 1 + m.IntN(3)
	whole := m.element(depth)
	var before string
	if asked := m.condition(); asked != "" {
		switch m.IntN(9) {
		case 0:
			before = "if (" + asked + ") return null;"
		case 1:
			before = "if (" + asked + ") return " + m.element(depth-1) + ";"
		case 2:
			before = "switch (" + asked + ") { case true: return " + m.element(depth-1) + "; }"
		case 3:
			whole = asked + " ? " + whole + " : " + m.element(depth-1)
		case 4:
			before = "if (" + asked + ") { return " + m.element(depth-1) + "; } else if (rows.length > 9) { return null; }"
		case 5:
			before = "switch (" + asked + ") { case true: return null; default: break; }"
		}
	}
	var body string
	if before == "" && m.IntN(4) == 0 { // what is given back has a name
		m.helpers = append(m.helpers, "const whole = "+whole+";")
		whole = "whole"
	}
	held := strings.Join(m.helpers, " ")
	form := m.IntN(8)
	if (form == 4 || form == 5) && strings.Contains(held, "useMemo") {
		form = 0 // classes have no hooks
	}
	switch form {
	case 4:
		body = fmt.Sprintf("export class %s extends React.Component<Given> { render() { const { %s%s } = this.props; %s %s return %s; } }", name, taken, rest, held, before, whole)
	case 5:
		body = fmt.Sprintf("export class %s extends React.Component<Given> { private draw() { const { %s%s } = this.props; %s %s return %s; } render() { return this.draw(); } }", name, taken, rest, held, before, whole)
	case 6:
		body = fmt.Sprintf("export const %s = forwardRef<HTMLElement, Given>(({ %s%s }, ref) => { %s %s return %s; });", name, taken, rest, held, before, whole)
	case 7:
		body = fmt.Sprintf("const Inner%s = ({ %s%s }: Given) => { %s %s return %s; };\nexport const %[1]s = (props: Given) => <Inner%[1]s {...props} />;", name, taken, rest, held, before, whole)
	case 0:
		body = fmt.Sprintf("export function %s({ %s%s }: Given) { %s %s return %s; }", name, taken, rest, strings.Join(m.helpers, " "), before, whole)
	case 1:
		body = fmt.Sprintf("export const %s = ({ %s%s }: Given) => { %s %s return %s; };", name, taken, rest, strings.Join(m.helpers, " "), before, whole)
	case 2:
		body = fmt.Sprintf("export const %s = memo(function Within({ %s%s }: Given) { %s %s return %s; });", name, taken, rest, strings.Join(m.helpers, " "), before, whole)
	case 3:
		body = fmt.Sprintf("export function %s(props: Given) { const { %s%s } = props; %s %s return %s; }", name, taken, rest, strings.Join(m.helpers, " "), before, whole)
	}
	m.b.WriteString(body + "\n")
}

// state is what a component is drawn with.
type state struct {
	Component string         `json:"component"`
	Props     map[string]any `json:"props"`
	Slots     []string       `json:"slots"`
}

func (s *state) has(slot string) bool { return slices.Contains(s.Slots, slot) }

// but tells states apart by all but one prop or slot.
func (s *state) but(name string) string {
	props := maps.Clone(s.Props)
	delete(props, name)
	return fmt.Sprint(props, slices.DeleteFunc(slices.Clone(s.Slots), func(x string) bool { return x == name }))
}

// drawn is what came of it.
type drawn struct {
	Roots   []string       `json:"roots"`
	Slots   map[string]int `json:"slots"`
	Classes []string       `json:"classes"`
	Data    []string       `json:"data"`
	Probes  []string       `json:"probes"`
	Words   []string       `json:"words"`
}

// states lists the states that a component is drawn in: all flags and tones, few and more
// rows, each choice of slots.
func states(component string) (list []state) {
	for flags := range 16 {
		for _, tone := range []string{"calm", "loud", "mild"} {
			for _, rows := range [][]string{{"x", "y"}, {"x", "y", "z"}} {
				for given := range 1 << len(drawnSlots) {
					s := state{Component: component, Props: map[string]any{"open": flags&1 > 0, "wide": flags&2 > 0, "flat": flags&4 > 0, "low": flags&8 > 0, "tone": tone, "rows": rows}, Slots: []string{}}
					for i, slot := range drawnSlots {
						if given&(1<<i) > 0 {
							s.Slots = append(s.Slots, slot)
						}
					}
					list = append(list, s)
				}
			}
		}
	}
	return list
}

// TestRandomBodiesDrawWhatIsSaid writes components with random bodies, draws each in all
// its states, and holds what is drawn against the contracts: roots, where attributes go,
// which slots stand in some states only, in loops, or have something in their place, and
// the style hooks.
func TestRandomBodiesDrawWhatIsSaid(t *testing.T) {
	const components = 60
	m := &bodyMaker{typeMaker: typeMaker{Rand: seeded(8, 9)}}
	m.b.WriteString(drawnKit)
	from, names := map[string]string{}, []string{}
	var all []state
	for i := range components {
		name := fmt.Sprint("X", i)
		begin := m.b.Len()
		m.component(name)
		from[name], names = m.b.String()[begin:], append(names, name)
		all = append(all, states(name)...)
	}
	built := api.Transform(m.b.String(), api.TransformOptions{Loader: api.LoaderTSX, Format: api.FormatCommonJS, Target: api.ES2020})
	if len(built.Errors) > 0 {
		t.Fatal(built.Errors[0].Text)
	}
	a := newTrialApp(t)
	a.write(`{ "name": "lib", "version": "1.0.0", "exports": "./src/index.tsx", "peerDependencies": { "react": "*" } }`, "lib", "package.json")
	a.write(m.b.String(), "lib", "src", "index.tsx")
	a.write(string(built.Code), "run", "kit.js")
	var lines strings.Builder
	for _, s := range all {
		data, err := json.Marshal(s)
		if err != nil {
			t.Fatal(err)
		}
		lines.Write(append(data, '\n'))
	}
	a.write(lines.String(), "run", "states.jsonl")
	listing, err := read(filepath.Join(a.root, "lib"), true)
	if err != nil {
		t.Fatal(err)
	}
	var came []drawn
	if err := node(context.Background(), drawnScript, filepath.Join(a.root, "run"), &came, []string{"-", filepath.Join(a.root, "run", "kit.js"), filepath.Join(a.root, "run", "states.jsonl")}, nil); err != nil {
		t.Fatal(err)
	}
	if len(came) != len(all) {
		t.Fatalf("%d states were drawn of %d", len(came), len(all))
	}
	of := map[string][]int{}
	for i, s := range all {
		of[s.Component] = append(of[s.Component], i)
	}
	told := map[string]int{}
	for _, name := range names {
		c := listing.Component(name)
		if c == nil {
			t.Errorf("%s is not read: %s", name, from[name])
			continue
		}
		j := &drawnJudge{c: c, answered: strings.Contains(from[name], "shut="), wrong: func(what, format string, args ...any) {
			if told[what]++; told[what] <= 3 {
				t.Errorf("%s: %s\n of %s", what, fmt.Sprintf(format, args...), from[name])
			}
		}}
		for _, i := range of[name] {
			j.states, j.drawn = append(j.states, all[i]), append(j.drawn, came[i])
		}
		if !strings.Contains(from[name], "const Inner") { // what another component draws is told by that one
			j.roots()
			j.forwards()
			j.hooks()
		}
		for _, slot := range c.Slots {
			j.slot(slot)
		}
	}
	t.Logf("%d components in %d states: %v", len(names), len(all), told)
}

// drawnJudge holds one contract against what was drawn.
type drawnJudge struct {
	c        *contract.Contract
	answered bool // another component is asked the same as this one, which is not known to be the same
	states   []state
	drawn    []drawn
	wrong    func(what, format string, args ...any)
}

// seen gathers what was drawn in any state.
func (j *drawnJudge) seen(what func(d drawn) []string) []string {
	set := map[string]bool{}
	for _, d := range j.drawn {
		for _, x := range what(d) {
			set[x] = true
		}
	}
	return slices.Sorted(maps.Keys(set))
}

func (j *drawnJudge) roots() {
	seen := j.seen(func(d drawn) []string { return d.Roots })
	if said := slices.Sorted(slices.Values(j.c.Root.Elements)); j.c.Root.Known && !slices.Equal(said, seen) {
		j.wrong("root", "%s is said to draw %v and draws %v", j.c.Component, said, seen)
	}
}

func (j *drawnJudge) forwards() {
	if j.c.PassThrough.Unknown {
		j.wrong("pass-through unknown", "%s", j.c.Component)
		return
	}
	var said []string
	for _, f := range j.c.PassThrough.To {
		said = append(said, f.Element)
	}
	slices.Sort(said)
	said = slices.Compact(said)
	seen := j.seen(func(d drawn) []string { return d.Probes })
	if j.answered { // an element that is never met may stand among what is said
		said = slices.DeleteFunc(said, func(tag string) bool { return !slices.Contains(seen, tag) })
	}
	if !slices.Equal(said, seen) {
		j.wrong("pass-through", "%s is said to hand attributes to %v and hands them to %v (%+v)", j.c.Component, said, seen, j.c.PassThrough.To)
	}
}

func (j *drawnJudge) hooks() {
	for _, kind := range []struct {
		name string
		said contract.Hooks
		seen []string
	}{{"classes", j.c.StyleHooks.Classes, j.seen(func(d drawn) []string { return d.Classes })}, {"data", j.c.StyleHooks.Data, j.seen(func(d drawn) []string { return d.Data })}} {
		var said []string
		for _, h := range kind.said {
			said = append(said, h.Name)
		}
		if slices.ContainsFunc(kind.seen, func(name string) bool { return !slices.Contains(said, name) }) {
			j.wrong(kind.name, "%s is said to show %v and shows %v", j.c.Component, said, kind.seen)
		}
	}
}

// slot holds what is said of one slot against the states that it was given in.
func (j *drawnJudge) slot(s *contract.Slot) {
	name := s.Spelled.Or(s.Name)
	shown, absent, looped, replaced := false, false, false, false
	few, given := map[string]int{}, map[string]*drawn{}
	for i := range j.drawn {
		if at := &j.states[i]; at.has(name) {
			given[at.but(name)] = &j.drawn[i]
		}
	}
	for i, d := range j.drawn {
		at, n := &j.states[i], d.Slots[name]
		if at.has(name) {
			shown, absent = shown || n > 0, absent || n == 0
			before, seen := few[at.but("rows")]
			looped = looped || seen && n != before // it is drawn more often for more rows
			few[at.but("rows")] = n
			continue
		}
		other := given[at.but(name)]
		replaced = replaced || slices.ContainsFunc(d.Words, func(w string) bool { return !slices.Contains(other.Words, w) })
	}
	if !shown {
		return // nothing is known of what is not drawn
	}
	for _, is := range []struct {
		what string
		said contract.Fact
		seen bool
	}{{"in some states", s.Conditional, absent}, {"in a loop", s.InLoop, looped}, {"with something in its place", s.Fallback, replaced}} {
		switch {
		case is.said == contract.Unknown:
			j.wrong(is.what+" unknown", "%s.%s", j.c.Component, name)
		case j.answered && is.said == contract.Yes && !is.seen: // it is said to depend on what never differs
		case is.said != contract.FactOf(is.seen):
			j.wrong(fmt.Sprintf("%s: said %v", is.what, is.said), "%s.%s", j.c.Component, name)
		}
	}
}
