// This file finds the same sites again in another scan.

package site

import (
	"sort"
	"strings"
)

func sortGiven(list []Given) {
	sort.SliceStable(list, func(i, j int) bool { return before(list[i], list[j]) })
}

func before(a, b Given) bool {
	if a.At.Line != b.At.Line {
		return a.At.Line < b.At.Line
	}
	return a.At.Column < b.At.Column
}

// Pair is one site in two scans; either index is -1 where it is in one only.
type Pair struct{ Old, New int }

// Match pairs the sites of two scans: by id where what is given is alike too,
// then by what is given, then by id alone. Every site is in exactly one pair.
func Match(old, new []Site) []Pair {
	pairs := make([]Pair, 0, max(len(old), len(new)))
	usedOld, usedNew := make([]bool, len(old)), make([]bool, len(new))
	take := func(i, j int) {
		usedOld[i], usedNew[j] = true, true
		pairs = append(pairs, Pair{i, j})
	}
	pass := func(key func(*Site) string) {
		byKey := map[string][]int{}
		for j := range new {
			if !usedNew[j] {
				k := key(&new[j])
				byKey[k] = append(byKey[k], j)
			}
		}
		for i := range old {
			if usedOld[i] {
				continue
			}
			k := key(&old[i])
			if list := byKey[k]; len(list) > 0 {
				take(i, list[0])
				byKey[k] = list[1:]
			}
		}
	}
	pass(func(s *Site) string { return s.ID + "\x00" + s.given() })
	pass(func(s *Site) string { return s.At.File + "\x00" + s.In + "\x00" + s.given() })
	pass(func(s *Site) string { return s.given() })
	pass(func(s *Site) string { return s.ID })
	for i := range old {
		if !usedOld[i] {
			pairs = append(pairs, Pair{i, -1})
		}
	}
	for j := range new {
		if !usedNew[j] {
			pairs = append(pairs, Pair{-1, j})
		}
	}
	return pairs
}

// given is what a site gives, as one text without places.
func (s *Site) given() string {
	var b strings.Builder
	b.WriteString(s.Package + "#" + s.Component + "#" + string(s.Form) + strings.Join(s.Via, ","))
	for _, g := range s.All() {
		b.WriteString("\x00" + g.Spelled + g.Spread + "=" + g.Expression)
		if g.Literal != nil {
			b.WriteString(g.Literal.String())
		}
	}
	return b.String()
}
