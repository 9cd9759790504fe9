// This file prints what the commands for drafts say.

package cli

import (
	"fmt"
	"slices"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"

	"steadysocket/core/design"
	"steadysocket/core/style"
)

func (s *shell) printDrafts(folder string, drafts []foundDraft) {
	if len(drafts) == 0 {
		s.line("There is no draft in %s. Begin one:\n  steady draft create %s/NAME --component NAME", folder, strings.TrimSuffix(folder, "/"))
		return
	}
	var rows []table.Row
	for _, d := range drafts {
		state := "open"
		switch {
		case d.Problem != "":
			state = d.Problem
		case d.Finished != "":
			state = "finished with " + d.Finished
		}
		rows = append(rows, table.Row{d.Folder, d.Component, orDash(d.Owner), strings.Join(d.Alternatives, ", "), d.Wishes, state})
	}
	s.grid(table.Row{"draft", "component", "owner", "alternatives", "wishes", "state"}, rows, 3, 5)
}

func (s *shell) printDraft(d *design.Draft, all []looked) {
	head := d.Component
	for _, part := range []string{d.Library, d.Owner, string(d.Stance)} {
		if part != "" {
			head += " · " + part
		}
	}
	s.line("%s", head)
	if d.Notes != "" {
		s.line("%s", wrap(d.Notes, 100))
	}
	s.line("")
	header := table.Row{""}
	summary, counts, known := table.Row{"summary"}, table.Row{"members"}, table.Row{"to know first"}
	flex := []int{}
	for i, a := range all {
		header = append(header, a.Alternative)
		summary = append(summary, a.Summary)
		counts = append(counts, countsOf(a.Members))
		known = append(known, knownWords(a.MustKnow))
		flex = append(flex, i+1)
	}
	rows := []table.Row{summary, counts, known}
	for _, control := range controlsOf(all) {
		row := table.Row{string(control)}
		for _, a := range all {
			row = append(row, groupWords(a.Groups, control))
		}
		rows = append(rows, row)
	}
	s.grid(header, rows, flex...)
	for _, a := range all {
		for _, x := range a.Doubts {
			s.line("doubtful in %s: %s", a.Alternative, strings.TrimPrefix(x.Member+": "+x.What, ": "))
		}
	}
	if d.Finished != nil {
		s.line("\nFinished with %s, by %s on %s.", d.Finished.Alternative, d.Finished.By, d.Finished.On)
	}
	for i, x := range d.Decisions {
		if i == 0 {
			s.line("\nDecided")
		}
		s.line("  %s %s", x.What, x.Reason)
		for _, t := range x.TurnedDown {
			s.line("    turned down: %s", t)
		}
	}
	for i, w := range d.Wishes {
		if i == 0 {
			s.line("\nWished for, not now")
		}
		by := ""
		if len(w.AskedBy) > 0 {
			by = " (" + strings.Join(w.AskedBy, ", ") + ")"
		}
		s.line("  %s%s", w.What, by)
	}
}

func countsOf(n map[string]int) string {
	var parts []string
	for _, kind := range []string{"prop", "slot", "event", "part"} {
		if n[kind+"s"] > 0 {
			parts = append(parts, count(n[kind+"s"], kind, kind+"s"))
		}
	}
	return strings.Join(parts, ", ")
}

func knownWords(list []design.Needed) string {
	if len(list) == 0 {
		return "nothing"
	}
	lines := []string{count(len(list), "thing", "things")}
	for _, k := range list {
		lines = append(lines, "· "+k.What)
	}
	return strings.Join(lines, "\n")
}

// controlsOf lists what members of any alternative control, in their order.
func controlsOf(all []looked) (list []design.Control) {
	for _, a := range all {
		for _, g := range a.Groups {
			if !slices.Contains(list, g.Control) {
				list = append(list, g.Control)
			}
		}
	}
	return list
}

func groupWords(groups []design.Group, control design.Control) string {
	for _, g := range groups {
		if g.Control != control {
			continue
		}
		var names []string
		for _, m := range g.Members {
			names = append(names, m.Name)
		}
		out := strings.Join(names, ", ")
		if g.Over {
			out += fmt.Sprintf("\n%d are more than %d: %s", len(g.Members), g.Limit, g.Remedy)
		}
		return out
	}
	return "–"
}

func (s *shell) printStates(alternative string, x *design.States, proposals []design.Proposal) {
	if x.How == design.Bounded {
		s.line("%s: at most %s states; the rules are too entangled to count those that may occur", alternative, x.All)
	} else {
		s.line("%s: %s states (%s), of which %s may occur and %s must not; of those, %s can be written all the same", alternative, x.All, x.How, x.Allowed, x.Forbidden, x.Loose)
	}
	var rows []table.Row
	for _, a := range x.Axes {
		rows = append(rows, table.Row{a.Name, string(a.Kind), few(a.Values)})
	}
	if len(rows) > 0 {
		s.grid(table.Row{"axis", "kind", "values"}, rows, 2)
	}
	for _, g := range x.Exclusive {
		s.line("at most one of: %s", strings.Join(g, ", "))
	}
	for _, d := range x.Dead {
		s.line("never: %s", strings.TrimSpace(strings.Trim(d.Member+" = "+d.Value, " =")+" · "+d.Why))
	}
	if len(x.Silent) > 0 {
		s.line("described nowhere: %s", few(x.Silent))
	}
	for i, p := range proposals {
		if i == 0 {
			s.line("proposals")
		}
		left := fmt.Sprintf("%s states", p.All)
		if p.Loose != nil {
			left += fmt.Sprintf(", %s that must not occur", p.Loose)
		}
		s.line("  %s\n    %s · then %s", p.What, p.Because, left)
	}
}

// few joins at most a dozen words.
func few(words []string) string {
	if len(words) > 12 {
		return strings.Join(words[:12], ", ") + fmt.Sprintf(" and %d more", len(words)-12)
	}
	return strings.Join(words, ", ")
}

func (s *shell) printMatrix(m *design.Matrix) {
	s.line("")
	last := m.Axes[len(m.Axes)-1]
	header := table.Row{}
	for _, a := range m.Axes[:len(m.Axes)-1] {
		header = append(header, a.Name)
	}
	for _, v := range last.Values {
		header = append(header, last.Name+" "+v)
	}
	var rows []table.Row
	reasons := []string{}
	for i := 0; i < len(m.Cells); i += len(last.Values) {
		row := table.Row{}
		for _, v := range m.Cells[i].Values[:len(m.Axes)-1] {
			row = append(row, v)
		}
		for _, cell := range m.Cells[i : i+len(last.Values)] {
			if cell.Allowed.Sign() > 0 {
				row = append(row, cell.Allowed.String())
				continue
			}
			n := slices.Index(reasons, cell.Because)
			if n < 0 {
				n = len(reasons)
				reasons = append(reasons, cell.Because)
			}
			row = append(row, fmt.Sprintf("never (%d)", n+1))
		}
		rows = append(rows, row)
	}
	s.grid(header, rows)
	for i, r := range reasons {
		s.line("(%d) %s", i+1, r)
	}
}

func (s *shell) printCode(all []written) {
	last := ""
	for _, w := range all {
		if w.Scenario != last {
			if last != "" {
				s.line("")
			}
			s.line("── %s", w.Scenario)
			last = w.Scenario
		}
		if w.Problem != "" {
			s.line("%s: cannot be written: %s", w.Alternative, w.Problem)
			continue
		}
		s.line("%s · %s · %s, %s to know, %s around them", w.Alternative, w.Framework, count(w.Decisions, "decision", "decisions"), count(w.Members, "name", "names"), count(w.Boilerplate, "character", "characters"))
		for _, l := range strings.Split(w.Text, "\n") {
			s.line("    %s", l)
		}
		if w.Besides != "" {
			s.line("    besides: %s, which is not counted", w.Besides)
		}
		for _, c := range w.Cannot {
			s.line("    cannot be written: %s", c)
		}
	}
}

// outcomeMarks tell outcomes apart by shape.
var outcomeMarks = map[design.Outcome]string{design.Absorbed: "●", design.AdditiveNow: "+", design.BreakingNow: "✕", design.ReachingIn: "↯", design.NotArising: "–"}

func (s *shell) printWhatIf(t *design.WhatIfTable) {
	header := table.Row{"request"}
	totals := table.Row{"in all"}
	today := table.Row{"today"}
	var flex []int
	for i, a := range t.Alternatives {
		name := a.Alternative
		if a.Best && len(t.Alternatives) > 1 {
			name += " (ages best)"
		}
		header = append(header, name)
		var parts []string
		for _, o := range []design.Outcome{design.Absorbed, design.AdditiveNow, design.BreakingNow, design.ReachingIn, design.NotArising} {
			if n := a.Outcomes[o]; n > 0 {
				parts = append(parts, fmt.Sprintf("%d %s", n, o))
			}
		}
		totals = append(totals, strings.Join(parts, ", "))
		first := "nothing to know first"
		if a.MustKnow > 0 {
			first = count(a.MustKnow, "thing", "things") + " to know first"
		}
		today = append(today, count(a.Members, "member", "members")+", "+first)
		flex = append(flex, i+1)
	}
	var rows []table.Row
	for _, r := range t.Requests {
		row := table.Row{r.Asks}
		for _, a := range r.Answers {
			cell := outcomeMarks[a.Outcome] + " " + string(a.Outcome)
			switch {
			case a.By != "":
				cell += " by " + a.By
			case a.Change != "":
				cell += ": " + a.Change
			}
			row = append(row, cell)
		}
		rows = append(rows, row)
	}
	rows = append(rows, totals, today)
	s.grid(header, rows, flex...)
}

func (s *shell) printAdvice(a *design.Advice) {
	var rows []table.Row
	words := func(list []design.Need) string {
		var out []string
		for _, n := range list {
			out = append(out, string(n))
		}
		return strings.Join(out, ", ")
	}
	for _, p := range a.Patterns {
		name := p.Pattern
		if p.Instead != "" {
			name += "\nhere: " + p.Instead
		}
		rows = append(rows, table.Row{name, words(p.Serves), orDash(words(p.Beyond)), p.Cost})
	}
	s.grid(table.Row{"pattern", "serves", "allows beyond", "each use pays"}, rows, 1, 2, 3)
	for i, t := range a.Tensions {
		if i == 0 {
			s.line("\nDecided either way")
		}
		s.line("  %s\n    or %s", t.One, t.Other)
	}
}

// checked is one alternative held against a library.
type checked struct {
	Alternative string          `json:"alternative"`
	Findings    []style.Finding `json:"findings"`
	Offers      []design.Offer  `json:"offers"`
}

// refuses reports whether an unwaived must is among findings.
func refuses(list []style.Finding) bool {
	all := style.Findings{Findings: list}
	return all.Refused()
}

func (s *shell) printChecked(all []checked) {
	var rows []table.Row
	for _, a := range all {
		name := a.Alternative
		for _, f := range a.Findings {
			rows = append(rows, table.Row{name, string(f.Weight), f.Rule, orDash(f.Member), f.Why, f.Mend})
			name = ""
		}
		for _, o := range a.Offers {
			rows = append(rows, table.Row{name, "", "", o.Member, o.What, ""})
			name = ""
		}
		if name != "" {
			rows = append(rows, table.Row{name, "", "", "", "nothing found", ""})
		}
	}
	s.grid(table.Row{"alternative", "weight", "rule", "member", "why", "mend"}, rows, 4, 5)
}
