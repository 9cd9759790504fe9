// This file works out the step in the version number that changes owe.
// Source: Semantic Versioning 2.0.0.

package change

import (
	"sort"

	"github.com/Masterminds/semver/v3"

	"steadysocket/core/contract"
)

// Step is a step in a version number.
type Step string

// The steps, smallest first.
const (
	StepNone  Step = "none"
	StepPatch Step = "patch"
	StepMinor Step = "minor"
	StepMajor Step = "major"
)

var stepRank = map[Step]int{StepNone: 0, StepPatch: 1, StepMinor: 2, StepMajor: 3}

// AtLeast reports whether s is as large as t.
func (s Step) AtLeast(t Step) bool { return stepRank[s] >= stepRank[t] }

func larger(a, b Step) Step {
	if a.AtLeast(b) {
		return a
	}
	return b
}

// owes is what each verdict owes; an unsure change owes what it may turn out to be.
var owes = map[Verdict]struct{ sure, unsure Step }{
	Breaking: {StepMajor, StepMajor},
	Additive: {StepMinor, StepMinor},
	Neutral:  {StepPatch, StepPatch},
	Unsure:   {StepPatch, StepMajor},
}

// weigh fills in what is owed and what was given.
func weigh(c *Changes, o Options) {
	behavioural := o.BehaviouralOwes
	if behavioural == "" {
		behavioural = StepMinor
	}
	sure, unsure := StepNone, StepNone
	for _, change := range c.Changes {
		s := owes[change.Verdict]
		if change.Verdict == Behavioural {
			s.sure, s.unsure = behavioural, behavioural
		}
		if old := change.Detail.Old; old != nil && old.Stage == contract.StageDraft {
			s.sure, s.unsure = smaller(s.sure, StepPatch), smaller(s.unsure, StepPatch)
		}
		sure, unsure = larger(sure, s.sure), larger(unsure, s.unsure)
	}
	from, errFrom := semver.NewVersion(c.From.Version)
	to, errTo := semver.NewVersion(c.To.Version)
	if errFrom == nil && from.Major() == 0 {
		sure, unsure = early(sure, from), early(unsure, from)
	}
	c.Owed, c.OwedIfUnsure = sure, unsure
	c.Given = StepNone
	if errFrom == nil && errTo == nil {
		c.Given = given(from, to)
	}
	want := c.OwedIfUnsure
	if o.GateHoldsToOwed {
		want = c.Owed
	}
	c.Enough = c.Given.AtLeast(want)
	if errFrom == nil && errTo == nil {
		sameNumber := from.Major() == to.Major() && from.Minor() == to.Minor() && from.Patch() == to.Patch()
		if sameNumber && from.Prerelease() != "" || from.Major() == 0 && to.Major() >= 1 {
			c.Enough = true // between pre-releases of one number nothing is owed; 1.0.0 satisfies anything below it
		}
	}
}

func smaller(a, b Step) Step {
	if a.AtLeast(b) {
		return b
	}
	return a
}

// early is what is owed below 1.0.0: 0.y.z a minor for what breaks, else a
// patch; 0.0.z a patch.
func early(s Step, from *semver.Version) Step {
	switch {
	case s == StepNone:
		return s
	case from.Minor() == 0 || s != StepMajor:
		return StepPatch
	}
	return StepMinor
}

// given is the step from one version to another; a pre-release of a number
// satisfies what the number does.
func given(from, to *semver.Version) Step {
	switch {
	case !to.GreaterThan(from):
		return StepNone
	case to.Major() > from.Major():
		return StepMajor
	case to.Minor() > from.Minor():
		return StepMinor
	}
	return StepPatch
}

// Reach says whether a release comes to an app without anyone deciding: "yes",
// "no", or "unknown" where the range is no range of versions.
func Reach(declared, version string) string {
	if declared == "" {
		return "unknown"
	}
	r, err := semver.NewConstraint(declared)
	if err != nil {
		return "unknown"
	}
	v, err := semver.NewVersion(version)
	if err != nil {
		return "unknown"
	}
	if r.Check(v) {
		return "yes"
	}
	return "no"
}

// verdictOrder puts what an app must know first to the top; within a verdict
// the always silent stand first.
var (
	verdictOrder = map[Verdict]int{Breaking: 0, Behavioural: 1, Unsure: 2, Additive: 3, Neutral: 4}
	silenceOrder = map[Silence]int{Always: 0, Unchecked: 1, Never: 2}
)

func sortChanges(list []Change) {
	sort.SliceStable(list, func(i, j int) bool {
		a, b := list[i], list[j]
		if verdictOrder[a.Verdict] != verdictOrder[b.Verdict] {
			return verdictOrder[a.Verdict] < verdictOrder[b.Verdict]
		}
		if silenceOrder[a.Silent] != silenceOrder[b.Silent] {
			return silenceOrder[a.Silent] < silenceOrder[b.Silent]
		}
		return a.ID < b.ID
	})
}
