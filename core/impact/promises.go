// This file holds the rules for what a component promises beside its members,
// and ties the styles and other uses of an app to what changed.

package impact

import (
	"slices"
	"strings"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/match"
	"steadysocket/core/site"
)

// never holds where a change touches no site by itself.
func never(*at) (verdict, bool) { return verdict{}, false }

// usedNames are the components that an app uses anywhere.
func usedNames(scan *site.Scan) map[string]bool {
	m := map[string]bool{}
	for i := range scan.Sites {
		m[scan.Sites[i].Component] = true
	}
	return m
}

// appDefault is a member whose default an app sets for all uses of a component.
type appDefault struct{ component, member string }

// defaultsOf gathers them. A table that names a component is taken to be in force.
func defaultsOf(scan *site.Scan) map[appDefault]bool {
	m := map[appDefault]bool{}
	for _, d := range scan.Defaults {
		if d.Given != nil {
			m[appDefault{d.Component, d.Given.Spelled}] = true
		}
	}
	return m
}

// ifDefault holds for sites that leave a member to its default. Where the app sets a
// default of its own for all uses, that of the component is never taken.
func ifDefault(outcome Outcome) func(*at) (verdict, bool) {
	missing := ifMissing(outcome, "does not give")
	return func(a *at) (verdict, bool) {
		if a.defaults[appDefault{a.contractName(), a.change.Member.Spelled}] {
			return verdict{}, false
		}
		return missing(a)
	}
}

// setForAll holds where the app sets a default that can no longer be set.
func setForAll(a *at) (verdict, bool) {
	for _, name := range append([]string{a.change.Member.Spelled, a.change.Member.Name}, a.change.Detail.Names...) {
		if a.defaults[appDefault{a.contractName(), name}] {
			return verdict{outcome: Shifts, why: "relies on the default of " + name + " that the app sets for all uses"}, true
		}
	}
	return verdict{}, false
}

// reachIns ties what reaches inside of components to the outlines that changed.
func reachIns(changes *change.Changes, list []match.ReachIn) []StyleUse {
	out := []StyleUse{}
	for _, c := range changes.Changes {
		if c.Kind != change.InsideChanged {
			continue
		}
		for _, r := range list {
			outcome := map[string]Outcome{"no": Shifts, "unknown": Unsure}[r.Still]
			if r.Component != c.Component || outcome == "" {
				continue
			}
			why := "relies on " + r.Relies + ", which is not there any more"
			if outcome == Unsure {
				why = "relies on " + r.Relies
			}
			out = append(out, StyleUse{Change: c.ID, Outcome: outcome, Why: why, Selector: r.Selector, At: r.At})
		}
	}
	return out
}

// promiseUnknown holds where a site may rely on what could be read on one side.
func promiseUnknown(a *at) (verdict, bool) {
	if strings.HasSuffix(a.change.ID, "context") {
		return ifFilled("what stands inside may rely on it")(a)
	}
	return verdict{}, false // the styles of an app stand apart from its sites
}

// ifFilled holds for sites with content of the app inside.
func ifFilled(why string) func(*at) (verdict, bool) {
	return func(a *at) (verdict, bool) {
		p, where := a.given.Is(a.given.Content())
		if p == match.Absent {
			return verdict{}, false
		}
		return verdict{outcome: Unsure, why: why, at: where}, true
	}
}

// provider looks whether the app uses what must stand above at all.
func provider(a *at) (verdict, bool) {
	names := a.change.Detail.Names
	if names[0] == "" || names[1] != "" && names[1] != a.site.Package {
		return verdict{outcome: Unsure, why: "whether " + names[0] + " stands above was not looked for"}, true
	}
	for _, name := range []string{names[0], names[0] + ".Provider", names[0] + "Provider"} {
		if a.used[name] {
			return verdict{outcome: Unsure, why: "whether " + name + " stands above this use is not known"}, true
		}
	}
	return verdict{outcome: Breaks, why: "the app uses no " + names[0] + " that could stand above"}, true
}

// pairs holds for apps that use the parts whose values belong together.
func pairs(a *at) (verdict, bool) {
	for _, member := range a.change.Detail.Names {
		part, _, _ := strings.Cut(member, ".")
		if a.used[part] || a.used[a.contractName()+"."+part] || a.site.Component == part {
			return verdict{outcome: Unsure, why: "whether its parts carry equal values was not worked out"}, true
		}
	}
	return verdict{}, false
}

func (a *at) contractName() string { return a.change.Detail.Old.Component }

// amends holds for sites that take part in how the state changes.
func amends(a *at) (verdict, bool) {
	known := false
	for _, p := range a.change.Detail.Old.Props {
		if p.Role != contract.RoleBehaviour {
			continue
		}
		known = true
		if given, where := a.given.Is(p.Spelled.Or(p.Name)); given != match.Absent {
			return verdict{outcome: Unsure, why: "amends state changes by " + p.Spelled.Or(p.Name), at: where}, true
		}
	}
	return verdict{outcome: Unsure, why: "whether it amends state changes is not known"}, !known
}

// takenFromSet looks for a value of an outside set.
func takenFromSet(a *at) (verdict, bool) {
	var unsure verdict
	for _, name := range a.change.Detail.Names {
		p, where := a.given.Is(name)
		if p == match.Absent {
			continue
		}
		x, sure := a.given.Value(name)
		gone := site.Value{V: a.change.Detail.Value}.String()
		switch {
		case x.Literal == nil && len(x.MayBe) == 0 || !sure:
			unsure = verdict{outcome: Unsure, why: "what it gives for " + name + " is not known", at: where}
		case a.change.Kind == change.ValueSetGone, x.Literal != nil && x.Literal.String() == gone,
			slices.ContainsFunc(x.MayBe, func(v site.Value) bool { return v.String() == gone }):
			return verdict{outcome: Breaks, why: "gives " + words(value(x)) + " for " + name, at: where}, true
		case x.Literal == nil && !x.All:
			unsure = verdict{outcome: Unsure, why: "what it gives for " + name + " is not known", at: where}
		}
	}
	return unsure, unsure.outcome != ""
}

// value is one value that is given.
func value(x site.Given) site.Value {
	if x.Literal != nil {
		return *x.Literal
	}
	return x.MayBe[0]
}

// reaches looks whether a member of the handle is used through the ref.
func reaches(outcome Outcome) func(*at) (verdict, bool) {
	return func(a *at) (verdict, bool) {
		p, where := a.given.Is("ref")
		if p != match.Present {
			return verdict{}, false
		}
		x := a.given.By["ref"]
		if x.Takes == nil || x.Takes.Unknown {
			return verdict{outcome: Unsure, why: "what is used through the ref is written elsewhere", at: where}, true
		}
		for _, t := range x.Takes.Params {
			switch {
			case t.All:
				return verdict{outcome: Unsure, why: "hands on what the ref reaches", at: where}, true
			case slices.Contains(t.Fields, a.change.Member.Name):
				return verdict{outcome: outcome, why: "uses " + a.change.Member.Name + " through the ref", at: where}, true
			}
		}
		return verdict{}, false
	}
}

// takesNamed looks whether the handler of the event that a change names takes
// what it reports.
func takesNamed(a *at) (verdict, bool) {
	spelled := a.change.Detail.Names[0]
	x, v, known := a.handler(spelled)
	if !known {
		return v, v.outcome != ""
	}
	for _, t := range x.Takes.Params {
		if t.Position == 1 && (t.All || len(t.Fields) > 0) {
			return verdict{outcome: Breaks, why: "takes what " + spelled + " reports", at: x.At}, true
		}
	}
	return verdict{}, false
}

// usesMode holds for sites in a mode that is gone.
func usesMode(a *at) (verdict, bool) {
	when, _ := a.change.Detail.Value.(map[string]any)
	switch in, by := a.given.InMode(a.change.Detail.Old, when); in {
	case match.Present:
		return verdict{outcome: Breaks, why: "uses the form that is chosen by " + by}, true
	case match.Perhaps:
		return verdict{outcome: Unsure, why: "may use the form that is chosen by " + by}, true
	}
	return verdict{}, false
}

// narrowedInMode holds for sites in a mode in which a member became required,
// absent or less.
func narrowedInMode(a *at) (verdict, bool) {
	when, _ := a.change.Detail.Value.(map[string]any)
	in, _ := a.given.InMode(a.change.Detail.Old, when)
	if in == match.Absent {
		return verdict{}, false
	}
	p, where := a.given.Is(a.spelled())
	var v verdict
	switch a.change.Detail.Field[0] {
	case "required":
		switch p {
		case match.Present:
			return verdict{}, false
		case match.Absent:
			v = verdict{outcome: Breaks, why: "does not give " + a.spelled()}
		default:
			v = verdict{outcome: Unsure, why: whySpread, at: where}
		}
	case "absent":
		switch p {
		case match.Absent:
			return verdict{}, false
		case match.Present:
			v = verdict{outcome: Breaks, why: "gives " + a.spelled(), at: where}
		default:
			v = verdict{outcome: Unsure, why: whySpread, at: where}
		}
	default:
		if p == match.Absent {
			return verdict{}, false
		}
		v = verdict{outcome: Unsure, why: "whether what it gives for " + a.spelled() + " still fits was not worked out", at: where}
	}
	if in == match.Perhaps && v.outcome == Breaks {
		v.outcome = Unsure
	}
	return v, true
}

// takesResult looks whether what logic gives back is taken.
func takesResult(outcome Outcome) func(*at) (verdict, bool) {
	return func(a *at) (verdict, bool) {
		if a.site.Form != site.Call || a.site.Result == nil {
			return verdict{outcome: Unsure, why: "what is taken of its result was not looked for"}, true
		}
		if a.change.Kind == change.ResultFormChanged || a.change.Kind == change.ResultReordered {
			switch {
			case a.site.Result.Unknown:
				return verdict{outcome: Unsure, why: "what is taken of its result is written elsewhere"}, true
			case len(a.site.Result.Params) == 0:
				return verdict{}, false
			}
			return verdict{outcome: outcome, why: "takes what is given back"}, true
		}
		return takesOf(a, a.site.Result, a.site.At, outcome)
	}
}

// hookUses ties the styles of an app to the style hooks and tokens that changed.
func hookUses(changes *change.Changes, scan *site.Scan) []StyleUse {
	list := []StyleUse{}
	for _, c := range changes.Changes {
		if c.Kind != change.HookRemoved && c.Kind != change.HookChanged && c.Kind != change.TokenDropped {
			continue
		}
		for _, u := range scan.StyleUses {
			outcome := relies(u.Selector, c.Member.Name)
			if outcome == "" {
				continue
			}
			if c.Verdict != change.Breaking && outcome == Breaks {
				outcome = Shifts
			}
			list = append(list, StyleUse{Change: c.ID, Outcome: outcome, Why: "relies on " + c.Member.Name, Selector: u.Selector, At: u.At})
		}
	}
	return list
}

// relies says whether a style names a hook: a class, a part or a custom property
// by a name of its own surely, an attribute perhaps, for others have it too.
func relies(selector, hook string) Outcome {
	switch {
	case strings.HasPrefix(hook, "--"):
		if selector == hook {
			return Breaks
		}
	case strings.HasPrefix(hook, "data-") || strings.HasPrefix(hook, "aria-"):
		if i := strings.Index(selector, "["+hook); i >= 0 && !nameAt(selector, i+1+len(hook)) {
			return Unsure
		}
	default:
		for _, form := range []string{"." + hook, "::part(" + hook} {
			for from := 0; ; {
				i := strings.Index(selector[from:], form)
				if i < 0 {
					break
				}
				from += i + len(form)
				if !nameAt(selector, from) {
					return Breaks
				}
			}
		}
	}
	return ""
}

// nameAt reports whether a name goes on at an index.
func nameAt(s string, i int) bool {
	return i < len(s) && (s[i] == '-' || s[i] == '_' || s[i] >= '0' && s[i] <= '9' || s[i] >= 'a' && s[i] <= 'z' || s[i] >= 'A' && s[i] <= 'Z')
}

// packageOutcomes is what a change of the package does to who uses the name.
var packageOutcomes = map[change.Kind]struct {
	outcome Outcome
	why     string
}{
	change.ExportRemoved: {Breaks, "uses what is no longer exported"},
	change.BuiltStale:    {Unsure, "uses what was not built anew"},
	change.ExportChanged: {Unsure, "uses what has another shape now"},
}

// otherUses ties the uses of exported types, constants and functions to what
// changed of them.
func otherUses(changes *change.Changes, scan *site.Scan) []OtherUse {
	list := []OtherUse{}
	for _, c := range changes.Changes {
		row, ok := packageOutcomes[c.Kind]
		if !ok {
			continue
		}
		for _, u := range scan.OtherUses {
			if u.Package == changes.From.Package && slices.Contains(c.Detail.Names, u.Name) {
				list = append(list, OtherUse{c.ID, row.outcome, row.why, u.Name, u.At})
			}
		}
	}
	return list
}
