// This file prints what an inspection found: as a table, and as a text for a merge
// request.

package cli

import (
	"fmt"
	"strings"

	"github.com/jedib0t/go-pretty/v6/table"

	"steadysocket/core/inspect"
	"steadysocket/core/place"
)

func (s *shell) printInspection(found *inspect.Inspection, baseline bool) error {
	switch s.format {
	case "json":
		return s.json(found)
	case "sarif":
		return s.json(inspectionLog(found, baseline))
	case "markdown":
		s.printMergeText(found, baseline)
		return nil
	}
	for _, h := range found.Held {
		s.line("%s held against %s", found.App.Name, heldText(h))
	}
	s.line("")
	var rows []table.Row
	for _, f := range found.Findings {
		if f.Known {
			continue
		}
		mend := f.Mend
		if len(f.Edits) > 0 {
			mend += " ✎"
		}
		rows = append(rows, table.Row{mark(f), placeText(f.At), f.Component, string(f.Kind) + sureText(f), f.Why + "\n→ " + mend})
	}
	if len(rows) > 0 {
		s.grid(table.Row{"", "place", "component", "kind", "what is wrong, and what mends it (✎ an exact edit is known)"}, rows, 4)
		s.line("")
	}
	s.line("%s", totalsText(found, baseline))
	s.printLayers(&found.Layers)
	s.printUnread(found)
	return nil
}

// printLayers writes what the app lays over the library. Copies and reach-ins stand among
// the findings.
func (s *shell) printLayers(l *inspect.Layers) {
	var rows []table.Row
	for _, w := range l.Wrappers {
		text := []string{}
		if len(w.Fixes) > 0 {
			var list []string
			for _, f := range w.Fixes {
				list = append(list, f.Member+"="+shortened(f.Value))
			}
			text = append(text, "fixes "+strings.Join(list, ", "))
		}
		if len(w.Adds) > 0 {
			text = append(text, "adds "+strings.Join(w.Adds, ", "))
		}
		if len(w.Renames) > 0 {
			var list []string
			for _, r := range w.Renames {
				list = append(list, r.Prop+" → "+r.As)
			}
			text = append(text, "renames "+strings.Join(list, ", "))
		}
		if len(w.Hides) > 0 {
			text = append(text, "hides "+few(w.Hides))
		}
		rows = append(rows, table.Row{"wrapper", placeText(w.At), w.Component, w.Name, fmt.Sprintf("%s; used %s, %s itself %s", strings.Join(text, "; "), times(w.Uses), w.Component, times(w.Bare))})
	}
	for _, d := range l.Defaults {
		text := d.Member + "=" + shortened(d.Value)
		if d.Style != "" {
			text = strings.TrimSpace(strings.Join([]string{d.Part, d.State}, " ")) + ": " + d.Style
		}
		if !d.Known {
			text += ", which it does not have"
		}
		rows = append(rows, table.Row{"for all uses", placeText(d.At), d.Component, "", text})
	}
	for _, x := range l.Extensions {
		rows = append(rows, table.Row{"extension", placeText(x.At), x.Component, x.In, "extends it as a class"})
	}
	for _, x := range l.Shadows {
		text := "is called as it and draws something of its own"
		if x.Wraps {
			text = "is called as it and draws it"
		}
		rows = append(rows, table.Row{"same name", x.File, x.Component, "", text})
	}
	if len(rows) > 0 {
		s.line("")
		s.line("What the app lays over the library:")
		s.line("")
		s.grid(table.Row{"", "place", "component", "by", ""}, rows, 4)
	}
}

func placeText(p place.Place) string { return fmt.Sprintf("%s:%d:%d", p.File, p.Line, p.Column) }

func times(n int) string {
	switch n {
	case 0:
		return "nowhere"
	case 1:
		return "once"
	}
	return fmt.Sprintf("%d times", n)
}

func shortened(text string) string {
	if r := []rune(text); len(r) > 40 {
		return string(r[:39]) + "…"
	}
	return text
}

func (s *shell) printUnread(found *inspect.Inspection) {
	if n := len(found.Unread); n > 0 {
		s.line("")
		s.line("%s could not be read (--format json lists all):", count(n, "place", "places"))
		for i, u := range found.Unread {
			if i == 5 {
				s.line("  …")
				break
			}
			s.line("  %s:%d: %s", u.At.File, u.At.Line, u.Why)
		}
	}
}

// mark tells weights apart by shape.
func mark(f inspect.Finding) string {
	switch f.Weight {
	case inspect.Must:
		return "✗ must"
	case inspect.Should:
		return "! should"
	}
	return "· note"
}

func sureText(f inspect.Finding) string {
	text := ""
	if f.Sure != inspect.Sure {
		text = "\n" + string(f.Sure)
	}
	if f.Silent {
		if text == "" {
			return "\nsilent"
		}
		return text + ", silent"
	}
	return text
}

func heldText(h inspect.Held) string {
	text := h.Package + " " + h.Version
	switch {
	case h.Exact:
		return text + ", which it is locked to"
	case len(h.Locked) == 0:
		return text + "; what it is locked to is not known"
	}
	return text + "; it is locked to " + strings.Join(h.Locked, ", ")
}

func totalsText(found *inspect.Inspection, baseline bool) string {
	t := found.Totals
	text := fmt.Sprintf("%s · %s: %d must, %d should, %d note · %d silent", count(t.Sites, "site", "sites"), count(t.Findings, "finding", "findings"), t.Must, t.Should, t.Note, t.Silent)
	if baseline {
		text += fmt.Sprintf(" · %d known before, %d new, %d mended", t.Known, t.Findings-t.Known, len(found.Mended))
	}
	return text
}

// maxMerge bounds the findings of one text.
const maxMerge = 50

// printMergeText writes what is new as Markdown, by file.
func (s *shell) printMergeText(found *inspect.Inspection, baseline bool) {
	fresh := []inspect.Finding{}
	for _, f := range found.Findings {
		if !f.Known {
			fresh = append(fresh, f)
		}
	}
	noun := "findings"
	if baseline {
		noun = "new findings"
	}
	if len(fresh) == 1 {
		noun = strings.TrimSuffix(noun, "s")
	}
	s.line("### %s: %d %s at the use sites of %s", found.App.Name, len(fresh), noun, heldNames(found))
	s.line("")
	s.line("%s.", totalsText(found, baseline))
	file := ""
	for i, f := range fresh {
		if i == maxMerge {
			s.line("")
			s.line("… and %d more.", len(fresh)-maxMerge)
			break
		}
		if f.At.File != file {
			file = f.At.File
			s.line("")
			s.line("**`%s`**", file)
			s.line("")
		}
		s.line("* line %d, %s `%s`%s: %s. **%s.**", f.At.Line, f.Weight, f.Kind, sureMark(f), quoted(f.Why), quoted(f.Mend))
		for _, e := range f.Edits {
			s.line("")
			s.line("  ```diff")
			s.line("  - %s", strings.ReplaceAll(e.Old, "\n", "\n  - "))
			if e.New != "" {
				s.line("  + %s", strings.ReplaceAll(e.New, "\n", "\n  + "))
			}
			s.line("  ```")
		}
	}
	if len(found.Mended) > 0 {
		s.line("")
		s.line("Mended since the baseline: %d.", len(found.Mended))
		for _, k := range found.Mended {
			s.line("* `%s` %s: %s", k.File, k.Kind, quoted(k.Why))
		}
	}
	if n := len(found.Unread); n > 0 {
		s.line("")
		s.line("%s could not be read, and nothing is said of them.", count(n, "place", "places"))
	}
}

func sureMark(f inspect.Finding) string {
	if f.Sure == inspect.Sure {
		return ""
	}
	return " (" + string(f.Sure) + ")"
}

func heldNames(found *inspect.Inspection) string {
	var list []string
	for _, h := range found.Held {
		list = append(list, h.Package+" "+h.Version)
	}
	return strings.Join(list, ", ")
}

// quoted keeps what a text says from being taken for Markdown or markup.
func quoted(text string) string {
	return strings.NewReplacer("<", "&lt;", "*", "\\*", "_", "\\_", "`", "\\`").Replace(text)
}
