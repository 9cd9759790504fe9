// This file works out the states that an interface has: the combinations of what an
// app can give that decide what is drawn.

package design

import (
	"cmp"
	"fmt"
	"maps"
	"math/big"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// AxisKind is what makes a member tell states apart.
type AxisKind string

// The kinds of axes.
const (
	AxisValues  AxisKind = "values"  // a closed or open set of values
	AxisFlag    AxisKind = "flag"    // yes or no
	AxisContent AxisKind = "content" // filled or empty
	AxisHeld    AxisKind = "held"    // by the app or by the component
	AxisGiven   AxisKind = "given"   // given or not, because something depends on it
)

// Axis is one thing that tells states apart, with its values in words.
type Axis struct {
	Name   string   `json:"name"`
	Kind   AxisKind `json:"kind"`
	Values []string `json:"values"`
}

// What values that are no literals are called.
const (
	valueNo      = "no"
	valueYes     = "yes"
	valueAbsent  = "not given"
	valueGiven   = "given"
	valueEmpty   = "empty"
	valueFilled  = "filled"
	valueText    = "a text"
	valueNumber  = "a number"
	valueOther   = "another value"
	valueByApp   = "by the app"
	valueBySelf  = "by itself"
	maxAxisWidth = 10_000
)

// How says how states were counted.
type How string

// The ways of counting. Listed and counted are exact; of what is bounded only all are
// known, the allowed lie below.
const (
	Listed  How = "listed"
	Counted How = "counted"
	Bounded How = "bounded"
)

// States is what is known of the states of one contract.
type States struct {
	Axes      []Axis   `json:"axes"`
	All       *big.Int `json:"all"`
	Forbidden *big.Int `json:"forbidden"` // nil where they are bounded only
	Allowed   *big.Int `json:"allowed"`   // nil where they are bounded only
	// Loose are the forbidden states that no type keeps an app from writing; nil where
	// they are bounded only.
	Loose     *big.Int   `json:"loose"`
	How       How        `json:"how"`
	Exclusive [][]string `json:"exclusive"` // flags of which at most one may be set
	Dead      []Dead     `json:"dead"`
	Silent    []string   `json:"undescribed"` // values that nobody described
}

// Dead is a value that can never occur, or a rule that never applies.
type Dead struct {
	Member string `json:"member"`
	Value  string `json:"value"`
	Why    string `json:"why"`
}

// axis is an axis while states are counted.
type axis struct {
	Axis
	literals []*types.Literal // beside Values, nil where a value is none
}

// atom says that an axis has one of some values.
type atom struct {
	axis int
	in   []bool // by value
}

// nogood is a combination that must not occur: all of its atoms together.
type nogood struct {
	atoms   []atom
	because string
	inType  bool // a type says so, and a compiler tells
}

// space is all that tells the states of a contract apart, and what forbids some.
type space struct {
	axes    []axis
	nogoods []nogood
	dead    []Dead
	at      map[string]int
	steps   int // of all counts so far
}

// maxCombinations bounds the combinations of discriminating values that are looked at
// for modes.
const maxCombinations = 4096

// spaceOf builds the space of a contract.
func spaceOf(c *contract.Contract) *space {
	s := &space{at: map[string]int{}}
	mentioned := mentionedIn(c)
	controls := map[string]Control{}
	for _, g := range Groups(c) {
		for _, m := range g.Members {
			if m.Kind == contract.MemberProp {
				controls[m.Name] = g.Control
			}
		}
	}
	for _, p := range c.Props {
		if !own(p.Origin) && !mentioned[p.Name] {
			continue
		}
		s.addProp(p, controls[p.Name], mentioned[p.Name])
	}
	for _, slot := range c.Slots {
		if slot.Required != contract.Yes {
			s.add(Axis{slot.Name, AxisContent, []string{valueEmpty, valueFilled}})
		}
	}
	for _, e := range c.Events {
		if mentioned[e.Name] && e.Required != contract.Yes {
			s.add(Axis{e.Name, AxisGiven, []string{valueAbsent, valueGiven}})
		}
	}
	for _, p := range c.Parts {
		if mentioned[p.Name] && p.Required != contract.Yes {
			s.add(Axis{p.Name, AxisGiven, []string{valueAbsent, valueGiven}})
		}
	}
	for _, t := range c.TwoWay {
		if t.Held == contract.HeldByBoth {
			s.add(Axis{"who holds " + t.Value, AxisHeld, []string{valueByApp, valueBySelf}})
		}
	}
	s.rules(c)
	return s
}

// mentionedIn gives the members that rules of a contract speak of.
func mentionedIn(c *contract.Contract) map[string]bool {
	set := map[string]bool{}
	for _, x := range c.Exclusions {
		for name := range x.When {
			set[name] = true
		}
	}
	for _, x := range c.Companions {
		set[x.Given] = true
		for _, need := range x.Needs {
			set[need] = true
		}
	}
	for _, m := range c.Modes {
		for name := range m.When {
			set[name] = true
		}
		for _, member := range m.Members {
			if member.Absent {
				set[member.Name] = true
			}
		}
	}
	return set
}

func (s *space) add(a Axis, literals ...*types.Literal) {
	if _, known := s.at[a.Name]; known {
		return // a prop and an event of one name are told apart by the prop
	}
	for len(literals) < len(a.Values) {
		literals = append(literals, nil)
	}
	s.at[a.Name] = len(s.axes)
	s.axes = append(s.axes, axis{a, literals})
}

// addProp adds the axis of a prop, where it is one: all that has values to choose from,
// and what may be left out where that shows or something depends on it.
func (s *space) addProp(p *contract.Prop, control Control, mentioned bool) {
	optional := p.Required != contract.Yes
	if isFlag(p) {
		s.add(Axis{p.Name, AxisFlag, []string{valueNo, valueYes}}, &types.Literal{Of: types.Boolean, Value: "false"}, &types.Literal{Of: types.Boolean, Value: "true"})
		return
	}
	if values, literals := valuesOf(p); values != nil {
		if optional && p.Default.Kind == contract.DefaultNone && !slices.Contains(values, valueNo) {
			values, literals = append([]string{valueAbsent}, values...), append([]*types.Literal{nil}, literals...)
		}
		s.add(Axis{p.Name, AxisValues, values}, literals...)
		return
	}
	if optional && (mentioned || control == ControlRendered) {
		s.add(Axis{p.Name, AxisGiven, []string{valueAbsent, valueGiven}})
	}
}

// valuesOf lists what a prop may be, where that is more than one kind of value and
// some of it is closed; nil where there is nothing to tell apart.
func valuesOf(p *contract.Prop) (values []string, literals []*types.Literal) {
	if !p.Type.Known() {
		return nil, nil
	}
	closed := false
	add := func(text string, l *types.Literal) {
		if !slices.Contains(values, text) && len(values) < maxAxisWidth {
			values, literals = append(values, text), append(literals, l)
		}
		closed = closed || l != nil
	}
	seen := map[string]bool{}
	for _, m := range types.Members(types.Without(p.Type.T, types.Undefined, types.Null)) {
		switch m := m.(type) {
		case *types.Literal:
			text := m.Text()
			if m.Of == types.Boolean {
				text = map[string]string{"true": valueYes, "false": valueNo}[m.Value]
			}
			if !seen[text] {
				seen[text], closed = true, true
				values, literals = append(values, text), append(literals, m)
			}
			if len(values) >= maxAxisWidth {
				return values, literals
			}
		case types.Basic:
			switch m {
			case types.Boolean:
				add(valueNo, &types.Literal{Of: types.Boolean, Value: "false"})
				add(valueYes, &types.Literal{Of: types.Boolean, Value: "true"})
			case types.String:
				add(valueText, nil)
			case types.Number:
				add(valueNumber, nil)
			default:
				add(valueOther, nil)
			}
		default:
			add(valueOther, nil)
		}
	}
	if !closed || len(values) < 2 {
		return nil, nil
	}
	return values, literals
}

// given are the values of an axis that count as given.
func (a *axis) given() []bool {
	in := make([]bool, len(a.Values))
	for i, v := range a.Values {
		in[i] = v != valueAbsent && v != valueEmpty && v != valueNo
	}
	return in
}

// matching are the values of an axis that a rule's value means; false where there are
// none.
func (a *axis) matching(v any) ([]bool, bool) {
	in, any := make([]bool, len(a.Values)), false
	for i, l := range a.literals {
		if l != nil && is(v, l) {
			in[i], any = true, true
		}
	}
	if any {
		return in, true
	}
	switch v {
	case true:
		return a.given(), true
	case false:
		for i, given := range a.given() {
			in[i], any = !given, any || !given
		}
	}
	return in, any
}

// atomOf turns what a rule says of a member into an atom. always: it is so in every
// state; never: in none.
func (s *space) atomOf(name string, v any) (a atom, always, never bool) {
	i, ok := s.at[name]
	if !ok { // it must be given, or nothing tells its values apart
		return atom{}, v == true, v != true
	}
	in, any := s.axes[i].matching(v)
	switch {
	case !any:
		return atom{}, false, true
	case !slices.Contains(in, false):
		return atom{}, true, false
	}
	return atom{i, in}, false, false
}

// forbid adds a rule that a combination must not occur.
func (s *space) forbid(because string, when map[string]any, inType bool) {
	g := nogood{because: because, inType: inType}
	for _, name := range slices.Sorted(maps.Keys(when)) {
		a, always, never := s.atomOf(name, when[name])
		switch {
		case never:
			s.dead = append(s.dead, Dead{name, jsonText(when[name]), "a rule names it, and it cannot be so"})
			return
		case !always:
			g.atoms = append(g.atoms, a)
		}
	}
	s.nogoods = append(s.nogoods, g)
}

// rules turns exclusions, companions and modes into combinations that must not occur.
func (s *space) rules(c *contract.Contract) {
	for _, x := range c.Exclusions {
		s.forbid(cmp.Or(x.Because, "excluded"), x.When, x.InType)
	}
	for _, x := range c.Companions {
		for _, need := range x.Needs {
			if i, ok := s.at[need]; ok && slices.Contains(s.axes[i].given(), false) {
				s.forbid(cmp.Or(x.Because, x.Given+" needs "+need), map[string]any{x.Given: true, need: false}, x.InType)
			}
		}
	}
	s.modes(c.Modes)
}

// modes forbids what no mode allows: combinations of discriminating values that no mode
// is chosen by, and members in modes in which they are absent.
func (s *space) modes(modes []contract.Mode) {
	if len(modes) == 0 {
		return
	}
	for _, m := range modes {
		for _, member := range m.Members {
			i, ok := s.at[member.Name]
			switch {
			case !ok:
			case member.Absent:
				when := maps.Clone(m.When)
				when[member.Name] = true
				s.forbid("there is no "+member.Name+" then", when, true)
			case member.Required == contract.Yes && slices.Contains(s.axes[i].given(), false) && s.axes[i].Kind != AxisFlag:
				when := maps.Clone(m.When)
				when[member.Name] = false
				s.forbid(member.Name+" must be given then", when, true)
			}
		}
	}
	var by []int
	combinations := 1
	for _, m := range modes {
		for _, name := range slices.Sorted(maps.Keys(m.When)) {
			if i, ok := s.at[name]; ok && !slices.Contains(by, i) {
				by = append(by, i)
				combinations *= len(s.axes[i].Values)
			}
		}
	}
	if len(by) == 0 || combinations > maxCombinations {
		return
	}
	chosen := make([]int, len(by))
	for n := range combinations {
		rest := n
		for k, i := range by {
			chosen[k] = rest % len(s.axes[i].Values)
			rest /= len(s.axes[i].Values)
		}
		if slices.ContainsFunc(modes, func(m contract.Mode) bool { return s.chooses(m, by, chosen) }) {
			continue
		}
		g := nogood{because: "no mode is chosen so", inType: true}
		for k, i := range by {
			in := make([]bool, len(s.axes[i].Values))
			in[chosen[k]] = true
			g.atoms = append(g.atoms, atom{i, in})
		}
		s.nogoods = append(s.nogoods, g)
	}
}

// chooses reports whether values of the discriminating axes choose a mode.
func (s *space) chooses(m contract.Mode, by, chosen []int) bool {
	for name, v := range m.When {
		i, ok := s.at[name]
		if !ok {
			continue
		}
		in, _ := s.axes[i].matching(v)
		if !in[chosen[slices.Index(by, i)]] {
			return false
		}
	}
	return true
}

// all is the number of combinations, allowed or not.
func (s *space) all() *big.Int {
	n := big.NewInt(1)
	for _, a := range s.axes {
		n.Mul(n, big.NewInt(int64(len(a.Values))))
	}
	return n
}

// maxListed bounds the states that are listed one by one.
const maxListed = 4096

// StatesOf works out the states of a contract.
func StatesOf(c *contract.Contract) *States {
	s := spaceOf(c)
	out := &States{All: s.all(), Axes: make([]Axis, len(s.axes)), Exclusive: [][]string{}, Dead: []Dead{}, Silent: []string{}}
	for i, a := range s.axes {
		out.Axes[i] = a.Axis
	}
	if out.All.Cmp(big.NewInt(maxListed)) <= 0 {
		out.How = Listed
		out.Allowed = big.NewInt(0)
		s.each(func([]int) { out.Allowed.Add(out.Allowed, big.NewInt(1)) })
	} else if n, ok := s.count(nil); ok {
		out.How, out.Allowed = Counted, n
	} else {
		out.How = Bounded
	}
	if out.Allowed != nil {
		out.Forbidden = new(big.Int).Sub(out.All, out.Allowed)
		if written, ok := s.writable(); ok {
			out.Loose = written.Sub(written, out.Allowed)
		}
	}
	out.Exclusive = append(out.Exclusive, s.exclusive()...)
	out.Dead = append(out.Dead, s.dead...)
	if out.How != Bounded {
		out.Dead = append(out.Dead, s.neverSo()...)
	}
	out.Silent = append(out.Silent, undescribed(c, s)...)
	return out
}

// writable is the number of states that types let an app write.
func (s *space) writable() (*big.Int, bool) {
	typed := *s
	typed.nogoods = slices.DeleteFunc(slices.Clone(s.nogoods), func(g nogood) bool { return !g.inType })
	return typed.count(nil)
}

// each calls visit with the values of each allowed state, by axis.
func (s *space) each(visit func(values []int)) {
	values := make([]int, len(s.axes))
	for {
		if !s.forbidden(values) {
			visit(values)
		}
		i := 0
		for ; i < len(values); i++ {
			if values[i]++; values[i] < len(s.axes[i].Values) {
				break
			}
			values[i] = 0
		}
		if i == len(values) {
			return
		}
	}
}

// forbidden reports whether a state must not occur.
func (s *space) forbidden(values []int) bool {
	return slices.ContainsFunc(s.nogoods, func(g nogood) bool {
		return !slices.ContainsFunc(g.atoms, func(a atom) bool { return !a.in[values[a.axis]] })
	})
}

// exclusive finds groups of flags of which no two may be set: greedily, the largest
// first.
func (s *space) exclusive() (groups [][]string) {
	against := map[int]map[int]bool{}
	for _, g := range s.nogoods {
		if len(g.atoms) != 2 {
			continue
		}
		a, b := g.atoms[0], g.atoms[1]
		if s.axes[a.axis].Kind != AxisFlag || s.axes[b.axis].Kind != AxisFlag || !a.in[1] || !b.in[1] {
			continue
		}
		for _, pair := range [][2]int{{a.axis, b.axis}, {b.axis, a.axis}} {
			if against[pair[0]] == nil {
				against[pair[0]] = map[int]bool{}
			}
			against[pair[0]][pair[1]] = true
		}
	}
	left := slices.SortedFunc(maps.Keys(against), func(a, b int) int {
		return cmp.Or(len(against[b])-len(against[a]), a-b)
	})
	for len(left) > 0 {
		group := left[:1:1]
		for _, i := range left[1:] {
			if !slices.ContainsFunc(group, func(j int) bool { return !against[i][j] }) {
				group = append(group, i)
			}
		}
		left = slices.DeleteFunc(slices.Clone(left), func(i int) bool { return slices.Contains(group, i) })
		if len(group) < 2 {
			continue
		}
		slices.Sort(group)
		var names []string
		for _, i := range group {
			names = append(names, s.axes[i].Name)
		}
		groups = append(groups, names)
	}
	return groups
}

// Bounds on the values that are tried for whether they can occur, and on the steps that
// all of that takes.
const (
	maxProbed     = 512
	maxProbeSteps = 100_000
)

// neverSo finds values that no allowed state has.
func (s *space) neverSo() (dead []Dead) {
	if n, ok := s.count(nil); ok && n.Sign() == 0 {
		return []Dead{{"", "", "the rules leave no state at all: " + s.reasons(-1, 0)}}
	}
	probed := 0
	concerned := map[int]bool{}
	for _, g := range s.nogoods {
		for _, a := range g.atoms {
			concerned[a.axis] = true
		}
	}
	for i, a := range s.axes {
		if !concerned[i] {
			continue
		}
		for v, text := range a.Values {
			if probed++; probed > maxProbed || s.steps > maxProbeSteps {
				return dead
			}
			if n, ok := s.count(map[int]int{i: v}); ok && n.Sign() == 0 {
				dead = append(dead, Dead{a.Name, text, "it can never be so: " + s.reasons(i, v)})
			}
		}
	}
	return dead
}

// reasons gives the reasons of the rules that speak of a value; of all where axis is -1.
func (s *space) reasons(axis, value int) string {
	var list []string
	for _, g := range s.nogoods {
		for _, a := range g.atoms {
			if (axis < 0 || a.axis == axis && a.in[value]) && !slices.Contains(list, g.because) {
				list = append(list, g.because)
			}
		}
		if len(g.atoms) == 0 && !slices.Contains(list, g.because) {
			list = append(list, g.because)
		}
	}
	return strings.Join(list, "; ")
}

// undescribed lists the values that no advice, description, guarantee or example speaks
// of: a flag by its name, a value with its axis.
func undescribed(c *contract.Contract, s *space) (out []string) {
	var text strings.Builder
	for _, g := range c.Guarantees {
		fmt.Fprintln(&text, g.State, g.Promise)
	}
	for _, e := range c.Words.Examples {
		fmt.Fprintln(&text, e.Code)
	}
	told := text.String()
	for _, a := range s.axes {
		switch a.Kind {
		case AxisFlag:
			if p := c.Prop(a.Name); p != nil && p.Description == "" && !strings.Contains(told, a.Name) {
				out = append(out, a.Name)
			}
		case AxisValues:
			for i, v := range a.Values {
				if a.literals[i] == nil {
					continue
				}
				advised := c.Words.Advice != nil && c.Words.Advice.Values[a.Name][v] != ""
				if !advised && !strings.Contains(told, v) {
					out = append(out, a.Name+" = "+v)
				}
			}
		}
	}
	return out
}

// Cell is one field of a matrix of states: how many states have its values.
type Cell struct {
	Values  []string `json:"values"` // by axis of the matrix
	Allowed *big.Int `json:"allowed"`
	Because string   `json:"because,omitempty"` // what forbids all of them
}

// Matrix is states by two or three of their axes.
type Matrix struct {
	Axes  []Axis `json:"axes"`
	Cells []Cell `json:"cells"`
}

// MatrixOf counts the states of a contract by some of its axes.
func MatrixOf(c *contract.Contract, axes ...string) (*Matrix, error) {
	s := spaceOf(c)
	if len(axes) < 1 || len(axes) > 3 {
		return nil, fmt.Errorf("a matrix shows one to three axes, not %d; there are %s", len(axes), s.names())
	}
	m := &Matrix{}
	var at []int
	cells := 1
	for _, name := range axes {
		i, ok := s.at[name]
		if !ok || slices.Contains(at, i) {
			hint := ""
			if near := contract.Nearest(name, slices.Collect(maps.Keys(s.at))); near != "" && !ok {
				hint = fmt.Sprintf("; did you mean %q?", near)
			}
			return nil, fmt.Errorf("%q is no further axis of %s; there are %s%s", name, c.Component, s.names(), hint)
		}
		at = append(at, i)
		m.Axes = append(m.Axes, s.axes[i].Axis)
		if cells *= len(s.axes[i].Values); cells > maxListed {
			return nil, fmt.Errorf("a matrix over %s has more than %d fields", list(axes), maxListed)
		}
	}
	for n := range cells {
		fixed, cell, rest := map[int]int{}, Cell{}, n
		for k := len(at) - 1; k >= 0; k-- {
			fixed[at[k]] = rest % len(m.Axes[k].Values)
			rest /= len(m.Axes[k].Values)
		}
		for _, i := range at {
			cell.Values = append(cell.Values, s.axes[i].Values[fixed[i]])
		}
		count, ok := s.count(fixed)
		if !ok {
			return nil, fmt.Errorf("the rules of %s are too many to count its states by %s", c.Component, list(axes))
		}
		if cell.Allowed = count; count.Sign() == 0 {
			cell.Because = s.because(fixed)
		}
		m.Cells = append(m.Cells, cell)
	}
	return m, nil
}

func (s *space) names() string {
	var all []string
	for _, a := range s.axes {
		all = append(all, a.Name)
	}
	if len(all) == 0 {
		return "none"
	}
	return list(all)
}

// because gives the reason of the first rule that some fixed values break by
// themselves, or of all that speak of them.
func (s *space) because(fixed map[int]int) string {
	var speaking []string
	for _, g := range s.nogoods {
		inside, touched := true, false
		for _, a := range g.atoms {
			v, is := fixed[a.axis]
			inside = inside && is && a.in[v]
			touched = touched || is && a.in[v]
		}
		if inside {
			return g.because
		}
		if touched && !slices.Contains(speaking, g.because) {
			speaking = append(speaking, g.because)
		}
	}
	return strings.Join(speaking, "; ")
}
