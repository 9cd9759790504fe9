// This file runs the rules and weighs what they find.

package style

import (
	"sort"
	"strings"
	"time"

	"steadysocket/core/contract"
	"steadysocket/core/place"
)

// Format names the format of a list of findings.
const Format = "steady.findings/1"

// Weight is how much a finding matters.
type Weight string

// The weights. An unwaived must makes a check say no.
const (
	Must   Weight = "must"
	Should Weight = "should"
	Note   Weight = "note"
)

// Finding is one place that breaks a rule.
type Finding struct {
	Rule        string       `json:"rule"`
	Weight      Weight       `json:"weight"`
	Component   string       `json:"component"`
	Member      string       `json:"member"`
	At          *place.Place `json:"at"`
	Why         string       `json:"why"`
	Mend        string       `json:"mend"`
	Fingerprint string       `json:"fingerprint"`
	Waived      *Waived      `json:"waived"`
}

// Waived is the acceptance of a finding.
type Waived struct {
	Reason string `json:"reason"`
	Owner  string `json:"owner"`
	Until  string `json:"until"`
}

// Findings is all that the rules found in one package.
type Findings struct {
	Format   string    `json:"format"`
	Package  string    `json:"package"`
	Version  string    `json:"version"`
	Findings []Finding `json:"findings"`
	Overdue  []string  `json:"overdue"` // waivers past their day
}

// Refused reports whether an unwaived must is among the findings.
func (f *Findings) Refused() bool {
	for _, x := range f.Findings {
		if x.Weight == Must && x.Waived == nil {
			return true
		}
	}
	return false
}

// hit is what a rule found, before it is weighed.
type hit struct {
	component *contract.Contract
	member    string
	at        *place.Place
	detail    string // tells several hits at one member apart
	why, mend string
}

// Conflict is a fact on which a source differs from the contract file beside it
// (no claim), or from itself.
type Conflict struct {
	Claim                                 string
	Component, Member, What, Source, File string
	At                                    place.Place
}

// Check runs all rules over the contracts of one package. Today decides which
// waivers have run out.
func Check(l *contract.Listing, conflicts []Conflict, s *Settings, today time.Time) *Findings {
	out := &Findings{Format: Format, Package: l.Package.Name, Version: l.Package.Version, Findings: []Finding{}, Overdue: []string{}}
	lib := &library{listing: l, settings: s, conflicts: conflicts}
	for _, rule := range Rules {
		weight := rule.Weight
		switch w := s.Weights[rule.ID]; w {
		case "":
		case "off":
			continue
		default:
			weight = Weight(w)
		}
		for _, h := range rule.find(lib) {
			f := Finding{Rule: rule.ID, Weight: weight, Member: h.member, At: h.at, Why: h.why, Mend: h.mend}
			if h.component != nil {
				f.Component = h.component.Component
				if f.At == nil {
					f.At = h.component.At
				}
			}
			f.Fingerprint = place.DigestOf(f.Rule, f.Component, f.Member, h.detail)[len("sha256:"):][:16]
			f.Waived = s.waiver(f, today)
			out.Findings = append(out.Findings, f)
		}
	}
	for _, w := range s.Waivers {
		if w.Until != "" && w.Until < today.Format(time.DateOnly) {
			out.Overdue = append(out.Overdue, strings.TrimSpace(w.Rule+" "+w.Component+" "+w.Member)+" ran out on "+w.Until)
		}
	}
	order := map[Weight]int{Must: 0, Should: 1, Note: 2}
	sort.SliceStable(out.Findings, func(i, j int) bool {
		a, b := out.Findings[i], out.Findings[j]
		if order[a.Weight] != order[b.Weight] {
			return order[a.Weight] < order[b.Weight]
		}
		if a.Rule != b.Rule {
			return a.Rule < b.Rule
		}
		return a.Component+a.Member < b.Component+b.Member
	})
	return out
}

func (s *Settings) waiver(f Finding, today time.Time) *Waived {
	for _, w := range s.Waivers {
		if w.Rule != f.Rule || w.Component != f.Component || w.Member != "" && w.Member != f.Member {
			continue
		}
		if w.Until == "" || w.Until >= today.Format(time.DateOnly) {
			return &Waived{w.Reason, w.Owner, w.Until}
		}
	}
	return nil
}
