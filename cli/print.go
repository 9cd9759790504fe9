// This file prints tables for people.

package cli

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"unicode/utf8"

	"github.com/jedib0t/go-pretty/v6/table"
	"github.com/jedib0t/go-pretty/v6/text"
	"golang.org/x/term"

	"steadysocket/client"
	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/impact"
	"steadysocket/core/site"
	"steadysocket/core/style"
)

// wide is the width of tables where no terminal tells one.
const wide = 150

// grid prints rows under a heading; the columns named by number in flex give
// way where the terminal is narrow.
func (s *shell) grid(header table.Row, rows []table.Row, flex ...int) {
	w := table.NewWriter()
	w.SetOutputMirror(s.out)
	style := table.StyleLight
	style.Options = table.OptionsNoBordersAndSeparators
	style.Options.SeparateHeader = true
	style.Format.Header = text.FormatDefault
	style.Box.PaddingLeft = ""
	style.Box.PaddingRight = "  "
	w.SetStyle(style)
	w.AppendHeader(header)
	w.AppendRows(rows)
	room := wide
	if f, ok := s.out.(*os.File); ok && s.tty {
		if columns, _, err := term.GetSize(int(f.Fd())); err == nil {
			room = columns
		}
	}
	fixed := 0
	isFlex := map[int]bool{}
	for _, n := range flex {
		isFlex[n] = true
	}
	for n := range header {
		widest := len(fmt.Sprint(header[n]))
		for _, r := range rows {
			if n < len(r) {
				widest = max(widest, text.LongestLineLen(fmt.Sprint(r[n])))
			}
		}
		if !isFlex[n] {
			fixed += widest + 2
		}
	}
	if len(flex) > 0 {
		each := max(16, (room-fixed)/len(flex)-2)
		var configs []table.ColumnConfig
		for _, n := range flex {
			configs = append(configs, table.ColumnConfig{Number: n + 1, WidthMax: each, WidthMaxEnforcer: wrap})
		}
		w.SetColumnConfigs(configs)
	}
	w.Render()
}

// wrap wraps each line of a cell by itself.
func wrap(cell string, width int) string {
	lines := strings.Split(cell, "\n")
	for i, l := range lines {
		lines[i] = text.WrapSoft(l, width)
	}
	return strings.Join(lines, "\n")
}

func (s *shell) line(format string, args ...any) { fmt.Fprintf(s.out, format+"\n", args...) }

func count(n int, one, many string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %s", n, many)
}

func (s *shell) printListing(l *contract.Listing) {
	s.line("%s %s · %s · read by reader %s", l.Package.Name, l.Package.Version, l.Package.Framework, l.Reader)
	s.line("%s, %s", count(len(l.Components), "component", "components"), count(len(l.Exports), "other export", "other exports"))
	s.printIncomplete(l.Package.Version, l.Incomplete())
	if n := len(l.Package.Stale); n > 0 {
		s.line("not built anew: the sources say something else than the built files of %s", count(n, "name", "names"))
	}
	if n := len(l.Unread); n > 0 {
		s.line("%s could not be read; they are listed last", count(n, "place", "places"))
	}
	s.line("")
	var rows []table.Row
	for i := range l.Components {
		c := &l.Components[i]
		rows = append(rows, table.Row{c.Component, props(c), slots(c), events(c), rootOf(c)})
	}
	s.grid(table.Row{"component", "props (* required, = default)", "slots (~ has a fallback)", "events", "root"}, rows, 1)
	rows = nil
	for i := range l.Components {
		name := l.Components[i].Component
		for _, line := range beside(&l.Components[i]) {
			rows = append(rows, table.Row{name, line[0], line[1]})
			name = ""
		}
	}
	if len(rows) > 0 {
		s.line("")
		s.grid(table.Row{"component", "beside", ""}, rows, 2)
	}
	var incomplete []string
	for _, c := range l.Components {
		if !c.Complete {
			incomplete = append(incomplete, c.Component)
		}
	}
	if len(incomplete)+len(l.Package.Stale)+len(l.Unread) > 0 {
		s.line("")
	}
	if len(incomplete) > 0 {
		s.line("incomplete, for something they extend could not be read: %s", strings.Join(incomplete, ", "))
	}
	if len(l.Package.Stale) > 0 {
		s.line("not built anew, the sources say something else: %s", strings.Join(l.Package.Stale, ", "))
	}
	for _, u := range l.Unread {
		who := ""
		if u.Component != "" {
			who = u.Component + ": "
		}
		s.line("unread  %s  %s%s", u.At, who, u.Why)
	}
}

func props(c *contract.Contract) string {
	var list []string
	for _, p := range c.Props {
		t := p.Written
		if t == "" || p.Role == contract.RoleVariant {
			t = p.Type.String()
		}
		t = text.Snip(t, 46, "…")
		mark := ""
		if p.Required == contract.Yes {
			mark = "*"
		}
		s := p.Spelled.Or(p.Name) + mark + ": " + t
		if p.Default.Kind == contract.DefaultValue {
			s += fmt.Sprintf(" = %v", (site.Value{V: p.Default.Value}).String())
		}
		list = append(list, s)
	}
	return strings.Join(list, "\n")
}

func slots(c *contract.Contract) string {
	var list []string
	for _, x := range c.Slots {
		s := x.Name
		if x.Required == contract.Yes {
			s += "*"
		}
		if x.Fallback == contract.Yes {
			s += "~"
		}
		if x.Gives != nil {
			s += " gives " + fields(x.Gives)
		}
		var where []string
		if x.Form == contract.FormElement {
			where = append(where, "one element")
		}
		if x.InLoop == contract.Yes {
			where = append(where, "for each item")
		}
		if x.Conditional == contract.Yes {
			where = append(where, "in some states")
		}
		if len(where) > 0 {
			s += " (" + strings.Join(where, ", ") + ")"
		}
		list = append(list, s)
	}
	return strings.Join(list, "\n")
}

// beside tells in lines what a contract holds beside props, slots, events and root.
func beside(c *contract.Contract) (lines [][2]string) {
	add := func(what string, list []string) {
		if len(list) > 0 {
			lines = append(lines, [2]string{what, strings.Join(list, "; ")})
		}
	}
	var hooks, parts, provides, needs, injects, pairs, changes, modes, promises, reached []string
	for _, group := range []contract.Hooks{c.StyleHooks.Classes, c.StyleHooks.CSSParts, c.StyleHooks.Properties, c.StyleHooks.Data} {
		for _, h := range group {
			hooks = append(hooks, strings.TrimSpace(h.Name+" "+h.Reflects))
		}
	}
	for _, p := range c.Parts {
		part := p.Name
		if len(p.Within) > 0 {
			part += " within " + strings.Join(p.Within, ", ")
		}
		if len(p.Shares) > 0 {
			part += ", shares " + strings.Join(p.Shares, ", ")
		}
		parts = append(parts, part)
	}
	for _, x := range c.Context.Provides {
		provides = append(provides, x.Name+": "+text.Snip(x.Type.String(), 46, "…"))
	}
	for _, x := range c.Context.Needs {
		need := x.Name
		if x.Optional {
			need += ", if there is one"
		}
		needs = append(needs, need)
	}
	for _, x := range c.Context.Injects {
		in := x.Name
		if x.Overrides == contract.Yes {
			in += ", over what the child gives"
		}
		injects = append(injects, in)
	}
	for _, p := range c.Pairs {
		pairs = append(pairs, strings.Join(p.Members, " = "))
	}
	for _, x := range c.StateChanges {
		changes = append(changes, x.Name)
	}
	for _, m := range c.Modes {
		modes = append(modes, modeWords(m))
	}
	for _, g := range c.Guarantees {
		promises = append(promises, strings.TrimSpace(strings.TrimSpace(g.State+" "+g.Event)+": "+g.Promise))
	}
	if c.Handle != nil {
		reach := "a ref"
		if c.Handle.Type.Known() {
			reach = c.Handle.Type.String()
		}
		var members []string
		for _, m := range c.Handle.Members {
			members = append(members, m.Name)
		}
		if len(members) > 0 {
			reach += " with " + strings.Join(members, ", ")
		}
		reached = append(reached, text.Snip(reach, 90, "…"))
	}
	var gives []string
	if c.Result != nil {
		gives = append(gives, fields(c.Result))
	}
	add("gives back", gives)
	add("handle", reached)
	add("modes", modes)
	add("parts", parts)
	add("style hooks", hooks)
	add("provides inside", provides)
	add("needs above", needs)
	add("gives its children", injects)
	add("equal", pairs)
	add("state changes", changes)
	add("promises", promises)
	return lines
}

// modeWords names what chooses a mode.
func modeWords(m contract.Mode) string {
	var list []string
	for name, v := range m.When {
		list = append(list, name+" "+(site.Value{V: v}).String())
	}
	slices.Sort(list)
	return strings.Join(list, ", ")
}

func fields(p *contract.Payload) string {
	if p.Unknown {
		return "unknown"
	}
	var list []string
	for _, f := range p.Fields {
		list = append(list, f.Name)
	}
	return strings.Join(list, ", ")
}

func events(c *contract.Contract) string {
	var list []string
	for _, x := range c.Events {
		s := x.Name
		if x.Payload != nil && (len(x.Payload.Fields) > 0 || x.Payload.Unknown) {
			s += " (" + fields(x.Payload) + ")"
		}
		list = append(list, s)
	}
	return strings.Join(list, "\n")
}

func rootOf(c *contract.Contract) string {
	switch {
	case c.Root.None:
		return "none"
	case !c.Root.Known:
		return "unknown"
	}
	s := strings.Join(c.Root.Elements, "\n")
	if c.Root.ChosenBy != "" {
		s += "\nby " + c.Root.ChosenBy
	}
	return s
}

// printFindings prints what was found in each package, and in what they differ; nil
// where there is one alone.
func (s *shell) printFindings(all []*style.Findings, parity *style.Parity) error {
	switch s.format {
	case "json":
		if parity == nil {
			return s.json(all[0])
		}
		parity.Findings = all
		return s.json(parity)
	case "sarif":
		if parity != nil {
			all = append(all, parity.AsFindings())
		}
		return s.json(sarif(all))
	}
	for _, f := range all {
		if len(f.Findings) == 0 {
			s.line("%s %s: nothing found", f.Package, f.Version)
			continue
		}
		var rows []table.Row
		waived := 0
		for _, x := range f.Findings {
			weight := string(x.Weight)
			if x.Waived != nil {
				weight = "waived"
				waived++
			}
			place := ""
			if x.At != nil {
				place = fmt.Sprintf("%s:%d", x.At.File, x.At.Line)
			}
			rows = append(rows, table.Row{weight, x.Rule, x.Component + "." + x.Member, place, x.Why, x.Mend})
		}
		s.line("%s %s", f.Package, f.Version)
		s.line("")
		s.grid(table.Row{"weight", "rule", "member", "place", "why", "what would mend it"}, rows, 4, 5)
		s.line("")
		s.line("%s, %d waived", count(len(f.Findings), "finding", "findings"), waived)
		for _, o := range f.Overdue {
			s.line("a waiver ran out: %s", o)
		}
	}
	if parity != nil {
		s.printParity(parity)
	}
	return nil
}

// printParity prints in what the packages of a library differ.
func (s *shell) printParity(p *style.Parity) {
	s.line("")
	head := table.Row{"component", "member", "rule", "differs"}
	var of []string
	for _, x := range p.Packages {
		of = append(of, fmt.Sprintf("%s %s (%s)", x.Name, x.Version, x.Framework))
		head = append(head, x.Framework)
	}
	s.line("%s", strings.Join(of, " ↔ "))
	s.line("")
	var rows []table.Row
	before := ""
	for _, g := range p.Gaps {
		component, why := g.Component, g.Why
		if component == before {
			component = ""
		}
		before = g.Component
		if g.Waived != nil {
			why += " (accepted: " + g.Waived.Reason + ")"
		}
		row := table.Row{component, g.Member, g.Rule, why}
		for _, side := range apart(g.Sides) {
			row = append(row, orDash(side))
		}
		rows = append(rows, row)
	}
	if len(rows) > 0 {
		flex := []int{3}
		for i := range p.Packages {
			flex = append(flex, 4+i)
		}
		s.grid(head, rows, flex...)
		s.line("")
	}
	s.line("%s", p.Text())
}

// apart shortens long texts to where they begin to differ, so that the difference is seen.
func apart(sides []string) []string {
	const room, shown = 60, 24
	common, first := "", true
	long := false
	for _, side := range sides {
		long = long || len([]rune(side)) > room
		if side == "" {
			continue
		}
		if first {
			common, first = side, false
		}
		for !strings.HasPrefix(side, common) {
			_, size := utf8.DecodeLastRuneInString(common)
			common = common[:len(common)-size]
		}
	}
	from := strings.LastIndexAny(common, " {(<")
	out := make([]string, len(sides))
	for i, side := range sides {
		if long && from > shown && side != "" {
			head := []rune(side[:from])
			side = string(head[:shown]) + "…" + side[from:]
		}
		if r := []rune(side); len(r) > 2*room {
			side = string(r[:2*room-1]) + "…"
		}
		out[i] = side
	}
	return out
}

func orDash(s string) string {
	if s == "" {
		return "–"
	}
	return s
}

func member(component string, m change.Member) string {
	switch m.Kind {
	case "component", "package":
		return orDash(component)
	case "root", "passThrough", "handle":
		return component + " " + m.Kind
	}
	return component + "." + spelledOr(m)
}

func spelledOr(m change.Member) string {
	if m.Spelled != "" {
		return m.Spelled
	}
	return m.Name
}

func (s *shell) printScan(scan *site.Scan) {
	s.line("%s · covers %s", scan.App.Name, strings.Join(scan.Covers, ", "))
	for _, p := range scan.Packages {
		s.line("%s  range %s, locked %s", p.Name, orDash(p.Range), orDash(strings.Join(p.Locked, ", ")))
	}
	s.line("")
	var rows []table.Row
	behind := 0
	for i := range scan.Sites {
		x := &scan.Sites[i]
		var given []string
		for _, g := range x.All() {
			given = append(given, givenText(g))
		}
		how := string(x.Form)
		if len(x.Via) > 0 {
			behind++
			how += " via " + wrapperName(x.Via[0])
		}
		if words := foundBy[x.Found]; words != "" {
			how += ", " + words
		}
		rows = append(rows, table.Row{fmt.Sprintf("%s:%d:%d", x.At.File, x.At.Line, x.At.Column), x.Component, how, strings.Join(given, ", ")})
	}
	s.grid(table.Row{"place", "component", "form", "gives"}, rows, 3)
	s.line("")
	s.line("%s, %d behind wrappers, %s", count(len(scan.Sites)-behind, "site", "sites"), behind, count(len(scan.OtherUses), "other use", "other uses"))
	for _, u := range scan.Unread {
		s.line("unread  %s  %s", u.At, u.Why)
	}
}

func givenText(g site.Given) string {
	switch {
	case g.Spread != "":
		open := ""
		if g.Open {
			open = ", open"
		}
		return "{..." + clip(g.Spread) + open + "}"
	case g.Literal != nil && g.Position > 0:
		return g.Literal.String() // an argument
	case g.Literal != nil:
		return g.Spelled + "=" + g.Literal.String()
	case len(g.MayBe) > 0:
		var list []string
		for _, v := range g.MayBe {
			list = append(list, v.String())
		}
		return g.Spelled + "=" + strings.Join(list, "|")
	case g.Expression == "":
		return g.Spelled
	}
	return g.Spelled + "={" + clip(g.Expression) + "}"
}

// foundBy says how a name is found that nothing imports.
var foundBy = map[string]string{"registered": "registered by the app", "plugin": "registered by the library", "auto": "imported by its tools", "layer": "from a layer", "module": "registered by a module", "tag": "by its tag"}

func clip(s string) string {
	if r := []rune(s); len(r) > 28 {
		return string(r[:27]) + "…"
	}
	return s
}

// marks tell outcomes apart by shape, beside their word.
var marks = map[impact.Outcome]string{impact.Breaks: "✕", impact.Unsure: "?", impact.Shifts: "~", impact.Holds: "·"}

func (s *shell) printImpact(x *impact.Impact) {
	s.line("%s %s → %s at %s", x.From.Package, orDash(x.From.Version), orDash(x.To.Version), x.App.Name)
	locked := "none"
	if len(x.Reach.Locked) > 0 {
		locked = strings.Join(x.Reach.Locked, ", ")
	}
	t := x.Totals
	s.line("%s: %d break, %d unsure, %d shift, %d unaffected; %d more behind wrappers", count(t.Sites, "site", "sites"), t.Breaks, t.Unsure, t.Shifts, t.Holds, t.Behind)
	if o := t.Others; o.Breaks+o.Unsure+o.Shifts > 0 {
		s.line("styles, queries and imports: %d break, %d unsure, %d shift", o.Breaks, o.Unsure, o.Shifts)
	}
	s.line("range %s, locked %s; reaches this app automatically: %s", orDash(x.Reach.Range), locked, x.Reach.Unasked)
	if u := x.Unknown; u.Defaults+u.Fallbacks > 0 {
		s.line("defaults of %s and fallbacks of %d are shown by one release only: a use that leaves them out may look otherwise, and does not break by it", count(u.Defaults, "component", "components"), u.Fallbacks)
	}
	if len(x.Unread) > 0 {
		s.line("%s of the app could not be read (listed below): uses there are not counted", count(len(x.Unread), "place", "places"))
	}
	s.line("")
	if len(x.Sites) > 0 {
		var rows []table.Row
		for _, site := range x.Sites {
			what := site.Component
			if len(site.Via) > 0 {
				what += " via " + wrapperName(site.Via[0])
			}
			if site.Behind > 0 {
				what += fmt.Sprintf(" (+%d behind)", site.Behind)
			}
			place := fmt.Sprintf("%s:%d", site.At.File, site.At.Line)
			if len(site.Because) == 0 {
				rows = append(rows, table.Row{marks[site.Outcome] + " " + string(site.Outcome), place, what, "", "", ""})
			}
			for i, cause := range site.Because {
				silent := ""
				if cause.Silent {
					silent = "silently"
				}
				head := table.Row{"", "", "", marks[cause.Outcome] + " " + cause.Why, silent, cause.Change}
				if i == 0 {
					head[0], head[1], head[2] = marks[site.Outcome]+" "+string(site.Outcome), place, what
				}
				rows = append(rows, head)
			}
		}
		s.grid(table.Row{"outcome", "place", "component", "why", "", "change"}, rows, 3, 5)
		s.line("")
	}
	var beside []table.Row
	for _, u := range append(slices.Clone(x.HookUses), x.ReachIns...) {
		beside = append(beside, table.Row{marks[u.Outcome] + " " + string(u.Outcome), fmt.Sprintf("%s:%d", u.At.File, u.At.Line), u.Selector, u.Why, u.Change})
	}
	for _, u := range x.OtherUses {
		beside = append(beside, table.Row{marks[u.Outcome] + " " + string(u.Outcome), fmt.Sprintf("%s:%d", u.At.File, u.At.Line), u.Name, u.Why, u.Change})
	}
	if len(beside) > 0 {
		s.grid(table.Row{"outcome", "place", "style or name", "why", "change"}, beside, 2, 4)
		s.line("")
	}
	for _, u := range x.Unread {
		s.line("unread  %s  %s", u.At, u.Why)
	}
}

func (s *shell) printAdded(a client.Added, what string) error {
	if s.format == "json" {
		return s.json(a)
	}
	if a.Added {
		s.line("added %s: %s", a.Subject, what)
	} else {
		s.line("%s is there already: %s", a.Subject, what)
	}
	return nil
}

func (s *shell) printList(releases []client.Release, apps []client.App) {
	if len(releases) == 0 {
		s.line("no release is kept yet; add one with: steady add release ./fairlead@2.0.0")
	} else {
		var rows []table.Row
		for _, r := range releases {
			note := ""
			if r.Withdrawn != nil {
				note = "withdrawn: " + *r.Withdrawn
			}
			rows = append(rows, table.Row{r.Library, r.Package, r.Version, r.Components, r.Findings, r.AddedAt.Format("2006-01-02 15:04"), r.AddedBy, note})
		}
		s.grid(table.Row{"library", "package", "release", "components", "findings", "added", "by", ""}, rows)
	}
	s.line("")
	if len(apps) == 0 {
		s.line("no app is kept yet; add one with: steady add app ./booking")
		return
	}
	var rows []table.Row
	for _, a := range apps {
		for _, p := range a.Packages {
			sites, behind := a.Of(p.Name)
			rows = append(rows, table.Row{a.Name, p.Name, orDash(p.Range), orDash(strings.Join(p.Locked, ", ")), sites, behind, a.AddedAt.Format("2006-01-02 15:04"), a.AddedBy})
		}
	}
	s.grid(table.Row{"app", "uses", "range", "locked", "sites", "behind", "added", "by"}, rows)
}

func meant(name string, l *contract.Listing) string {
	var known []string
	for _, c := range l.Components {
		known = append(known, c.Component)
	}
	if near := contract.Nearest(name, known); near != "" {
		return "; did you mean " + near + "?"
	}
	return ""
}

// wrapperName is what people call a component of an app: its name, or that of its file
// where the file is the component.
func wrapperName(via string) string {
	file, name, _ := strings.Cut(via, "#")
	if name == "default" {
		file = file[strings.LastIndexByte(file, '/')+1:]
		name, _, _ = strings.Cut(file, ".")
	}
	return name
}
