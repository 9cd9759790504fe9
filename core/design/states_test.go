package design

import (
	"fmt"
	"math/big"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"steadysocket/core/contract"
)

// parse reads a contract from the body of its file.
func parse(t testing.TB, body string) *contract.Contract {
	t.Helper()
	c, err := contract.ParseFile("a.contract.yaml", []byte("contract: 1\ncomponent: A\n"+body))
	if err != nil {
		t.Fatalf("%v\n%s", err, body)
	}
	return c
}

// TestStates holds how many states there are, and what is said of them.
func TestStates(t *testing.T) {
	flags := "props: { a: boolean, b: boolean, c: boolean }\n"
	for _, row := range []struct {
		name, body           string
		all, allowed, loose  int64
		exclusive, dead, how string
	}{
		{"nothing", "summary: none", 1, 1, 0, "", "", "listed"},
		{"data alone", "props: { amount: { type: number, required: true }, label: string }", 1, 1, 0, "", "", "listed"},
		{"flags", flags, 8, 8, 0, "", "", "listed"},
		{"a set with a default", "props: { tone: { type: \"'x' | 'y' | 'z'\", default: { value: x } } }", 3, 3, 0, "", "", "listed"},
		{"a set that may be left out", "props: { tone: \"'x' | 'y' | 'z'\" }", 4, 4, 0, "", "", "listed"},
		{"a set with any other", "props: { tone: { type: \"'x' | (string & {})\", default: { value: x } } }", 2, 2, 0, "", "", "listed"},
		{"a flag or a text", "props: { disabled: boolean | string }", 3, 3, 0, "", "", "listed"},
		{"slots", "slots: { default: { required: true }, icon: {}, note: {} }", 4, 4, 0, "", "", "listed"},
		{"a value that either may hold", "props: { open: boolean }\nevents: { openChange: {} }\ntwoWay: [{ value: open, change: openChange, held: both }]", 4, 4, 0, "", "", "listed"},
		{"an exclusion", flags + "exclusions: [{ when: { a: true, b: true }, because: no }]", 8, 6, 2, "a b", "", "listed"},
		{"an exclusion by type", flags + "exclusions: [{ when: { a: true, b: true }, inType: true }]", 8, 6, 0, "a b", "", "listed"},
		{"three of which one", flags + "exclusions: [{ when: { a: true, b: true } }, { when: { a: true, c: true } }, { when: { b: true, c: true } }]", 8, 4, 4, "a b c", "", "listed"},
		{"a companion", "props: { a: boolean }\nslots: { icon: {} }\ncompanions: [{ given: a, needs: [icon] }]", 4, 3, 1, "", "", "listed"},
		{"a companion that must be given anyhow", "props: { a: boolean, b: { type: string, required: true } }\ncompanions: [{ given: a, needs: [b] }]", 2, 2, 0, "", "", "listed"},
		{"events that a rule speaks of", "props: { closable: boolean }\nevents: { close: {}, open: {} }\ncompanions: [{ given: closable, needs: [close] }]", 4, 3, 1, "", "", "listed"},
		{"rules that leave nothing", flags + "exclusions: [{ when: { a: true } }, { when: { a: false } }]", 8, 0, 8, "", "the rules leave no state at all", "listed"},
		{"a value that never occurs", flags + "exclusions: [{ when: { a: true, b: true }, because: one }, { when: { a: true, b: false }, because: two }]", 8, 4, 4, "a b", "a = yes", "listed"},
		{"a companion that can never be met", "props: { a: boolean, b: boolean }\ncompanions: [{ given: a, needs: [b] }]\nexclusions: [{ when: { a: true, b: true } }]", 4, 2, 2, "a b", "a = yes", "listed"},
		{"a value that is not there", "props: { tone: { type: \"'x' | 'y'\", default: { value: x } }, a: boolean }\nexclusions: [{ when: { tone: z, a: true } }]", 4, 4, 0, "", "tone = z", "listed"},
		{"modes", "props: { kind: { type: \"'one' | 'many'\", required: true }, limit: number }\nmodes: [{ when: { kind: one }, members: { limit: { absent: true } } }, { when: { kind: many }, members: { limit: number } }]", 4, 3, 0, "", "", "listed"},
		{"a mode that nobody chooses", "props: { kind: { type: \"'one' | 'many'\", required: true } }\nmodes: [{ when: { kind: one }, members: {} }]", 2, 1, 0, "", "kind = many", "listed"},
		{"many flags", manyFlags(40) + "exclusions: [{ when: { f0: true, f1: true } }]", 1 << 40, 3 << 38, 1 << 38, "f0 f1", "", "counted"},
	} {
		t.Run(row.name, func(t *testing.T) {
			s := StatesOf(parse(t, row.body))
			if s.All.Int64() != row.all || s.Allowed.Int64() != row.allowed || s.Loose.Int64() != row.loose || string(s.How) != row.how {
				t.Errorf("there are %s states, %s allowed, %s loose (%s), want %d, %d, %d (%s)", s.All, s.Allowed, s.Loose, s.How, row.all, row.allowed, row.loose, row.how)
			}
			var groups []string
			for _, g := range s.Exclusive {
				groups = append(groups, strings.Join(g, " "))
			}
			if got := strings.Join(groups, ", "); got != row.exclusive {
				t.Errorf("at most one of %q, want %q", got, row.exclusive)
			}
			dead := ""
			for _, d := range s.Dead {
				dead += d.Member + " = " + d.Value + " · " + d.Why
			}
			if row.dead == "" && dead != "" || !strings.Contains(dead, row.dead) {
				t.Errorf("never so: %q, want %q", dead, row.dead)
			}
			if sum := new(big.Int).Add(s.Allowed, s.Forbidden); sum.Cmp(s.All) != 0 {
				t.Errorf("allowed and forbidden are %s of %s", sum, s.All)
			}
		})
	}
}

func manyFlags(n int) string {
	var b strings.Builder
	b.WriteString("props:\n")
	for i := range n {
		fmt.Fprintf(&b, "  f%d: boolean\n", i)
	}
	return b.String()
}

// randomSpace makes a contract of a few axes under random rules.
func randomSpace(t testing.TB, rng *rand.Rand) *contract.Contract {
	var b strings.Builder
	var names []string
	values := map[string][]string{}
	b.WriteString("props:\n")
	for i := range 3 + rng.IntN(5) {
		name := fmt.Sprint("p", i)
		names = append(names, name)
		if rng.IntN(2) == 0 {
			fmt.Fprintf(&b, "  %s: boolean\n", name)
			values[name] = []string{"true", "false"}
		} else {
			fmt.Fprintf(&b, "  %s: { type: \"'x' | 'y' | 'z'\"%s }\n", name, []string{"", ", default: { value: x }"}[rng.IntN(2)])
			values[name] = []string{"x", "y", "z", "true"}
		}
	}
	b.WriteString("slots: { icon: {} }\nexclusions:\n  - { when: { icon: true, p0: true } }\n")
	for range rng.IntN(7) {
		var when []string
		for _, i := range rng.Perm(len(names))[:1+rng.IntN(3)] {
			when = append(when, names[i]+": "+values[names[i]][rng.IntN(len(values[names[i]]))])
		}
		fmt.Fprintf(&b, "  - { when: { %s }, inType: %v }\n", strings.Join(when, ", "), rng.IntN(2) == 0)
	}
	b.WriteString("companions:\n  - { given: p1, needs: [p2] }\n")
	return parse(t, b.String())
}

// TestCountingIsListing counts the states of random contracts without listing them, and
// lists them one by one: both tell the same, for all states, for those with one value
// fixed, and for those that types let through.
func TestCountingIsListing(t *testing.T) {
	rng := rand.New(rand.NewPCG(seed(t), 3))
	for range 300 {
		c := randomSpace(t, rng)
		s := spaceOf(c)
		listed := int64(0)
		by := map[[2]int]int64{}
		s.each(func(values []int) {
			listed++
			for i, v := range values {
				by[[2]int{i, v}]++
			}
		})
		if n, ok := s.count(nil); !ok || n.Int64() != listed {
			t.Fatalf("counted %s, listed %d", n, listed)
		}
		for i, a := range s.axes {
			for v := range a.Values {
				if n, ok := s.count(map[int]int{i: v}); !ok || n.Int64() != by[[2]int{i, v}] {
					t.Fatalf("with %s = %s counted %s, listed %d", a.Name, a.Values[v], n, by[[2]int{i, v}])
				}
			}
		}
		typed := *s
		typed.nogoods = slices.DeleteFunc(slices.Clone(s.nogoods), func(g nogood) bool { return !g.inType })
		writable := int64(0)
		typed.each(func([]int) { writable++ })
		if n, ok := s.writable(); !ok || n.Int64() != writable {
			t.Fatalf("types let %s through, listed %d", n, writable)
		}
	}
}

// TestMatrixHoldsAllStates sums the fields of random matrices: no state is lost.
func TestMatrixHoldsAllStates(t *testing.T) {
	rng := rand.New(rand.NewPCG(seed(t), 4))
	for range 100 {
		c := randomSpace(t, rng)
		s := spaceOf(c)
		var axes []string
		for _, i := range rng.Perm(len(s.axes))[:1+rng.IntN(3)] {
			axes = append(axes, s.axes[i].Name)
		}
		m, err := MatrixOf(c, axes...)
		if err != nil {
			t.Fatal(err)
		}
		sum := big.NewInt(0)
		for _, cell := range m.Cells {
			sum.Add(sum, cell.Allowed)
			if (cell.Allowed.Sign() == 0) != (cell.Because != "") && cell.Allowed.Sign() != 0 {
				t.Errorf("%v is allowed %s times because %q", cell.Values, cell.Allowed, cell.Because)
			}
		}
		if all, _ := s.count(nil); sum.Cmp(all) != 0 {
			t.Errorf("the fields hold %s of %s states", sum, all)
		}
	}
	for _, row := range []struct {
		axes []string
		want string
	}{
		{nil, "one to three axes"}, {[]string{"p0", "p0"}, "no further axis"}, {[]string{"p00"}, `did you mean "p0"?`}, {[]string{"a", "b", "c", "d"}, "one to three axes"},
	} {
		if _, err := MatrixOf(parse(t, "props: { p0: boolean, p1: boolean }"), row.axes...); err == nil || !strings.Contains(err.Error(), row.want) {
			t.Errorf("a matrix by %v says %v, want %q", row.axes, err, row.want)
		}
	}
}

// TestEntangledRulesEnd holds that rules without any order end in a bounded time, and are
// then said to be bounded.
func TestEntangledRulesEnd(t *testing.T) {
	rng := rand.New(rand.NewPCG(1, 5))
	var b strings.Builder
	b.WriteString(manyFlags(60) + "exclusions:\n")
	for range 300 {
		p := rng.Perm(60)
		fmt.Fprintf(&b, "  - { when: { f%d: true, f%d: false, f%d: true } }\n", p[0], p[1], p[2])
	}
	s := StatesOf(parse(t, b.String()))
	if s.How != Bounded || s.Allowed != nil || s.Forbidden != nil || s.All.BitLen() != 61 {
		t.Errorf("%s states are %s", s.All, s.How)
	}
}

// TestManyMembers holds that a contract of thousands of members is looked at in a
// bounded time.
func TestManyMembers(t *testing.T) {
	c := parse(t, manyFlags(5000)+"exclusions: [{ when: { f0: true, f1: true } }, { when: { f4998: true, f4999: true } }]")
	s := StatesOf(c)
	if s.How != Counted || len(s.Exclusive) != 2 || s.All.BitLen() != 5001 {
		t.Errorf("%d bits of states are %s, with %v", s.All.BitLen(), s.How, s.Exclusive)
	}
	if answers := WhatIf(c, nil); len(answers) != len(catalogue) {
		t.Errorf("%d requests are answered", len(answers))
	}
}

// TestProposals holds what is proposed, and that each leads to fewer states or to fewer
// that nobody means, and never forbids what was allowed to all.
func TestProposals(t *testing.T) {
	for _, row := range []struct{ name, body, want string }{
		{"flags of which one", "props: { isUrgent: boolean, isCalm: boolean, wide: boolean }\nexclusions: [{ when: { isUrgent: true, isCalm: true } }]", "fold isUrgent and isCalm into one set tone"},
		{"sizes", "props: { small: boolean, large: boolean }\nexclusions: [{ when: { small: true, large: true } }]", "fold small and large into one set size"},
		{"a name that is taken", "props: { small: boolean, large: boolean, size: string }\nexclusions: [{ when: { small: true, large: true } }]", "fold small and large into one set size2"},
		{"a flag that an event tells", "props: { closable: boolean }\nevents: { dismiss: {} }", "leave out closable: dismiss tells it"},
		{"a flag that a slot tells", "props: { showIcon: boolean }\nslots: { icon: {} }", "leave out showIcon: icon tells it"},
		{"a flag that a prop tells", "props: { hideTitle: boolean, title: string }", "leave out hideTitle: title tells it"},
		{"two that go together", "props: { a: boolean }\nslots: { note: {} }\ncompanions: [{ given: a, needs: [note] }, { given: note, needs: [a] }]", "leave out a: note tells it"},
		{"an exclusion by type", "props: { tone: { type: \"'x' | 'y'\", default: { value: x } }, struck: boolean }\nexclusions: [{ when: { tone: y, struck: true } }]", "let the type say it: where tone is y, there is no struck"},
		{"nothing", "props: { closable: boolean, tone: \"'x' | 'y'\" }", ""},
		{"a flag that must be given", "props: { closable: { type: boolean, required: true } }\nevents: { close: {} }", ""},
	} {
		t.Run(row.name, func(t *testing.T) {
			c := parse(t, row.body)
			before := StatesOf(c)
			var said []string
			for _, p := range Proposals(c) {
				said = append(said, p.What)
				if p.All.Cmp(before.All) >= 0 && p.Loose.Cmp(before.Loose) >= 0 {
					t.Errorf("%s leaves %s states, %s loose, of %s and %s", p.What, p.All, p.Loose, before.All, before.Loose)
				}
				data, err := p.Of.YAML()
				if err != nil {
					t.Fatal(err)
				}
				if _, err := contract.ParseFile("b.contract.yaml", data); err != nil {
					t.Errorf("%s leads to a contract that is none: %v", p.What, err)
				}
			}
			if got := strings.Join(said, "; "); got != row.want {
				t.Errorf("proposed is %q, want %q", got, row.want)
			}
		})
	}
}
