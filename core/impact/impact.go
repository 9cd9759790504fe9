// Package impact says what becomes of each use site under a set of changes:
// which break, which shift, which hold, and why, with the place of the cause.
package impact

import (
	"slices"
	"sort"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/match"
	"steadysocket/core/place"
	"steadysocket/core/site"
)

// Format names the format of an impact.
const Format = "steady.impact/1"

// Outcome is what becomes of a site.
type Outcome string

// The outcomes.
const (
	Breaks Outcome = "breaks"
	Unsure Outcome = "unsure"
	Shifts Outcome = "shifts"
	Holds  Outcome = "holds"
)

// precedence puts the worst first.
var precedence = map[Outcome]int{Breaks: 3, Unsure: 2, Shifts: 1, Holds: 0}

func worse(a, b Outcome) Outcome {
	if precedence[b] > precedence[a] {
		return b
	}
	return a
}

// Impact is the outcome of changes at the sites of one app.
type Impact struct {
	Format  string          `json:"format"`
	From    change.Ref      `json:"from"`
	To      change.Ref      `json:"to"`
	App     App             `json:"app"`
	Reach   Reach           `json:"reach"`
	Totals  Totals          `json:"totals"`
	Changes []change.Change `json:"changes"`
	Sites   []Site          `json:"sites"`
	// HookUses are the styles of the app that rely on a style hook or token that
	// changed; ReachIns those that reach inside of a component whose outline changed.
	HookUses  []StyleUse    `json:"hookUses"`
	ReachIns  []StyleUse    `json:"reachIns"`
	OtherUses []OtherUse    `json:"otherUses"`
	Unknown   Unknown       `json:"unknown"`
	Unread    []site.Unread `json:"unread"`
}

// Unknown counts the components whose defaults or fallbacks one of the two sides does not
// show: whether a use that leaves them out looks otherwise now is not known. None of them
// breaks by it.
type Unknown struct {
	Defaults  int `json:"defaults"`
	Fallbacks int `json:"fallbacks"`
}

// unknownOf counts what one side does not show.
func unknownOf(changes *change.Changes) Unknown {
	defaults, fallbacks := map[string]bool{}, map[string]bool{}
	for _, c := range changes.Changes {
		switch c.Kind {
		case change.DefaultUnknown:
			defaults[c.Component] = true
		case change.FallbackUnknown:
			fallbacks[c.Component] = true
		}
	}
	return Unknown{len(defaults), len(fallbacks)}
}

// StyleUse is a style of the app with what a change does to it.
type StyleUse struct {
	Change   string      `json:"change"`
	Outcome  Outcome     `json:"outcome"`
	Why      string      `json:"why"`
	Selector string      `json:"selector"`
	At       place.Place `json:"at"`
}

// OtherUse is a use of an exported type, constant or function with what a
// change of the package does to it.
type OtherUse struct {
	Change  string      `json:"change"`
	Outcome Outcome     `json:"outcome"`
	Why     string      `json:"why"`
	Name    string      `json:"name"`
	At      place.Place `json:"at"`
}

// App names the app.
type App struct {
	Name   string `json:"name"`
	Commit string `json:"commit"`
}

// Reach says whether the release comes to the app without anyone deciding:
// yes, no or unknown.
type Reach struct {
	Range   string   `json:"range"`
	Locked  []string `json:"locked"`
	Unasked string   `json:"unasked"`
}

// Totals counts sites by outcome. Sites behind wrappers are counted in Behind
// only.
type Totals struct {
	Sites  int `json:"sites"`
	Breaks int `json:"breaks"`
	Unsure int `json:"unsure"`
	Shifts int `json:"shifts"`
	Holds  int `json:"holds"`
	Behind int `json:"behind"`
	// Others counts what is no use site: styles, queries and imports that rely on what changed.
	Others Others `json:"others"`
}

// Others counts styles, queries and imports by outcome.
type Others struct {
	Breaks int `json:"breaks"`
	Unsure int `json:"unsure"`
	Shifts int `json:"shifts"`
}

func (o *Others) add(outcome Outcome) {
	switch outcome {
	case Breaks:
		o.Breaks++
	case Unsure:
		o.Unsure++
	case Shifts:
		o.Shifts++
	}
}

// Worst is the worst outcome of all that an app relies on.
func (t *Totals) Worst() Outcome {
	switch {
	case t.Breaks+t.Others.Breaks > 0:
		return Breaks
	case t.Unsure+t.Others.Unsure > 0:
		return Unsure
	case t.Shifts+t.Others.Shifts > 0:
		return Shifts
	}
	return Holds
}

// AtLeast reports whether an outcome is as bad as another, or worse.
func (o Outcome) AtLeast(other Outcome) bool { return precedence[o] >= precedence[other] }

// Site is one site with its outcome and all causes.
type Site struct {
	ID        string      `json:"id"`
	Component string      `json:"component"`
	At        place.Place `json:"at"`
	In        string      `json:"in"`
	Text      string      `json:"text"`
	Outcome   Outcome     `json:"outcome"`
	Because   []Cause     `json:"because"`
	Via       []string    `json:"via"`
	Behind    int         `json:"behind"`
}

// Cause is one change with what it does at a site.
type Cause struct {
	Change  string      `json:"change"`
	Outcome Outcome     `json:"outcome"`
	Silent  bool        `json:"silent"`
	Why     string      `json:"why"`
	At      place.Place `json:"at"`
	Edits   []string    `json:"edits"` // null: edits come with the work on migration
}

// Options say what is listed.
type Options struct {
	All bool // sites that hold too
	// ReachIns are the styles and queries of the app that reach inside of components.
	ReachIns []match.ReachIn
}

// Of works out the impact of changes on the sites of a scan. The changes are
// those that change.Compare gave for the listings old and new.
func Of(changes *change.Changes, old *contract.Listing, scan *site.Scan, o Options) *Impact {
	out := &Impact{
		Format: Format, From: changes.From, To: changes.To, App: App{scan.App.Name, scan.App.Commit},
		Reach: reach(changes, scan), Changes: []change.Change{}, Sites: []Site{}, Unread: scan.Unread,
		HookUses: hookUses(changes, scan), ReachIns: reachIns(changes, o.ReachIns), OtherUses: otherUses(changes, scan), Unknown: unknownOf(changes),
	}
	if out.Unread == nil {
		out.Unread = []site.Unread{}
	}
	for _, u := range append(slices.Clone(out.HookUses), out.ReachIns...) {
		out.Totals.Others.add(u.Outcome)
	}
	for _, u := range out.OtherUses {
		out.Totals.Others.add(u.Outcome)
	}
	byComponent := map[string][]*change.Change{}
	for i := range changes.Changes {
		c := &changes.Changes[i]
		byComponent[c.Component] = append(byComponent[c.Component], c)
		// A part that is gone concerns the sites of the part, which bear its name.
		if c.Kind == change.PartRemoved || c.Kind == change.PartRenamed {
			for _, name := range c.Detail.Names {
				byComponent[name] = append(byComponent[name], c)
			}
		}
	}
	index := match.Components(old)
	behind := map[string][]*Site{}
	var list []*Site
	bySite := map[string]*site.Site{}
	used, set := usedNames(scan), defaultsOf(scan)
	for i := range scan.Sites {
		s := &scan.Sites[i]
		if s.Package != changes.From.Package {
			continue
		}
		c := index.Find(s.Module, s.Component)
		name := s.Component
		if c != nil {
			name = c.Component
		}
		result := judge(s, c, byComponent[name], used, set)
		list = append(list, result)
		bySite[s.ID] = s
		if s.Through != "" {
			behind[s.Through] = append(behind[s.Through], result)
		}
	}
	settle(list, bySite, behind)
	referred := map[string]bool{}
	for _, u := range out.HookUses {
		referred[u.Change] = true
	}
	for _, u := range out.ReachIns {
		referred[u.Change] = true
	}
	for _, u := range out.OtherUses {
		referred[u.Change] = true
	}
	for _, s := range list {
		if len(s.Via) > 0 {
			out.Totals.Behind++
		} else {
			out.Totals.Sites++
			switch s.Outcome {
			case Breaks:
				out.Totals.Breaks++
			case Unsure:
				out.Totals.Unsure++
			case Shifts:
				out.Totals.Shifts++
			default:
				out.Totals.Holds++
			}
		}
		if s.Outcome == Holds && len(s.Because) == 0 && !o.All {
			continue
		}
		for _, cause := range s.Because {
			referred[cause.Change] = true
		}
		out.Sites = append(out.Sites, *s)
	}
	for _, c := range changes.Changes {
		if referred[c.ID] {
			out.Changes = append(out.Changes, c)
		}
	}
	sort.SliceStable(out.Sites, func(i, j int) bool {
		a, b := out.Sites[i], out.Sites[j]
		if a.Outcome != b.Outcome {
			return precedence[a.Outcome] > precedence[b.Outcome]
		}
		return a.At.Less(b.At)
	})
	return out
}

func reach(changes *change.Changes, scan *site.Scan) Reach {
	r := Reach{Locked: []string{}, Unasked: "unknown"}
	for _, p := range scan.Packages {
		if p.Name == changes.From.Package {
			r = Reach{p.Range, p.Locked, change.Reach(p.Range, changes.To.Version)}
		}
	}
	return r
}

// judge works out the outcome of one site.
func judge(s *site.Site, c *contract.Contract, changes []*change.Change, used map[string]bool, set map[appDefault]bool) *Site {
	out := &Site{ID: s.ID, Component: s.Component, At: s.At, In: s.In, Text: s.Text, Outcome: Holds, Because: []Cause{}, Via: s.Via}
	if out.Via == nil {
		out.Via = []string{}
	}
	g := match.Of(s, c)
	for _, ch := range changes {
		rule, ok := rules[ch.Kind]
		if !ok {
			continue
		}
		if len(s.Via) > 0 && !rule.handedOn {
			continue // told at the wrapper
		}
		a := &at{site: s, given: g, change: ch, contract: c, used: used, defaults: set}
		found, ok := rule.decide(a)
		if !ok {
			continue
		}
		if ch.Verdict != change.Breaking && found.outcome == Breaks {
			found.outcome = Unsure // a site breaks only through a breaking change
		}
		if ch.Verdict == change.Unsure && found.outcome != Holds {
			found.outcome = Unsure
		}
		place := found.at
		if place.File == "" {
			place = s.At
			place.Span = nil
		}
		out.Because = append(out.Because, Cause{
			Change: ch.ID, Outcome: found.outcome, Why: found.why, At: place,
			Silent: found.outcome != Holds && (ch.Silent == change.Always || found.silent || ch.Silent == change.Unchecked && !s.Checked),
		})
		out.Outcome = worse(out.Outcome, found.outcome)
	}
	sort.SliceStable(out.Because, func(i, j int) bool {
		return precedence[out.Because[i].Outcome] > precedence[out.Because[j].Outcome]
	})
	return out
}

// settle goes back to the wrappers. What a wrapper hands on by a spread is
// unsure there; what its own uses give decides it. Every use within the app is
// known, so where none gives the member, the wrapper holds.
func settle(list []*Site, sites map[string]*site.Site, behind map[string][]*Site) {
	for _, s := range list {
		uses := behind[s.ID]
		if len(uses) == 0 || len(s.Via) > 0 {
			continue
		}
		s.Behind = len(uses)
		for _, u := range uses {
			u.dropTold(s)
		}
		var kept []Cause
		outcome := Holds
		for _, cause := range s.Because {
			if cause.Outcome == Unsure && cause.Why == whySpread {
				found, ok := worstBehind(uses, cause.Change)
				if !ok {
					continue
				}
				cause = found
			}
			kept = append(kept, cause)
			outcome = worse(outcome, cause.Outcome)
		}
		s.Because, s.Outcome = kept, outcome
		if s.Because == nil {
			s.Because = []Cause{}
		}
	}
}

// dropTold takes away what the wrapper itself must mend: it gives the member by
// name, so its uses need no edit.
func (s *Site) dropTold(wrapper *Site) {
	kept := []Cause{}
	s.Outcome = Holds
	for _, c := range s.Because {
		told := false
		for _, w := range wrapper.Because {
			told = told || w.Change == c.Change && w.Outcome != Holds && w.Why != whySpread
		}
		if !told {
			kept = append(kept, c)
			s.Outcome = worse(s.Outcome, c.Outcome)
		}
	}
	s.Because = kept
}

func worstBehind(uses []*Site, change string) (Cause, bool) {
	var worst Cause
	found := false
	for _, u := range uses {
		for _, c := range u.Because {
			if c.Change == change && c.Outcome != Holds && (!found || precedence[c.Outcome] > precedence[worst.Outcome]) {
				worst, found = c, true
				worst.Why = "a use of this wrapper " + c.Why
			}
		}
	}
	return worst, found
}
