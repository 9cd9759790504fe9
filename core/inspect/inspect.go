// Package inspect holds the use sites of an app against the contracts of the
// releases that it is locked to, and finds the mistakes that fail without a word.
// What goes in is a scan and the contracts; what comes out, steady.inspect/1, is a
// list of findings, each with its place, what was meant, how sure it is, and the
// edit that mends it.
package inspect

import (
	"fmt"
	"runtime"
	"slices"
	"sort"
	"strings"
	"sync"

	"steadysocket/core/contract"
	"steadysocket/core/match"
	"steadysocket/core/place"
	"steadysocket/core/site"
)

// Version is the version of the checks: what was found by another is looked for anew.
const Version = "1"

// Format names the format of an inspection.
const Format = "steady.inspect/1"

// Weight is how much a finding matters. A must that is new makes the command say no.
type Weight string

// The weights.
const (
	Must   Weight = "must"
	Should Weight = "should"
	Note   Weight = "note"
)

// Sureness is how sure a finding is.
type Sureness string

// The degrees: Sure is decided by what was read; Likely rests on a guess that is told;
// Unsure cannot be decided from source and never makes a command say no.
const (
	Sure   Sureness = "sure"
	Likely Sureness = "likely"
	Unsure Sureness = "unsure"
)

// Inspection is what was found in one app.
type Inspection struct {
	Format   string        `json:"format"`
	Reader   string        `json:"reader"`
	App      App           `json:"app"`
	Held     []Held        `json:"held"`
	Totals   Totals        `json:"totals"`
	Findings []Finding     `json:"findings"`
	Layers   Layers        `json:"layers"`
	Mended   []Known       `json:"mended"` // in the baseline and not found any more
	Unread   []site.Unread `json:"unread"`
}

// App names the app.
type App struct {
	Name      string `json:"name"`
	Commit    string `json:"commit"`
	Framework string `json:"framework"`
}

// Held is a release that sites were held against. Locked are the versions that the app
// is locked to; Exact says that Version is one of them.
type Held struct {
	Package string   `json:"package"`
	Version string   `json:"version"`
	Locked  []string `json:"locked"`
	Exact   bool     `json:"exact"`
	Newest  string   `json:"newest,omitempty"` // the newest release that is known
}

// Totals counts. Known are the findings that the baseline holds.
type Totals struct {
	Sites    int `json:"sites"`
	Findings int `json:"findings"`
	Must     int `json:"must"`
	Should   int `json:"should"`
	Note     int `json:"note"`
	Silent   int `json:"silent"`
	Known    int `json:"known"`
}

// Finding is one mistake. Silent says that nobody else would tell of it.
type Finding struct {
	Kind        Kind        `json:"kind"`
	Weight      Weight      `json:"weight"`
	Sure        Sureness    `json:"sure"`
	Silent      bool        `json:"silent"`
	Package     string      `json:"package"`
	Component   string      `json:"component"`
	Member      string      `json:"member,omitempty"` // as it is spelled there
	Site        string      `json:"site,omitempty"`   // the id of the use site
	At          place.Place `json:"at"`
	Why         string      `json:"why"`
	Meant       string      `json:"meant,omitempty"` // what was meant, as far as it shows
	Mend        string      `json:"mend"`
	Edits       []Edit      `json:"edits"`
	Fingerprint string      `json:"fingerprint"`
	Known       bool        `json:"known"`
}

// Edit is one change of the app's source: Old stands exactly at At, and New takes its
// place. An empty Old puts New in at At.
type Edit struct {
	At  place.Place `json:"at"`
	Old string      `json:"old"`
	New string      `json:"new"`
}

// app is what the rules look at beside single sites.
type app struct {
	scan      *site.Scan
	libraries []Library
	index     map[string]*match.Index
	tree      *tree
	layers    *Layers
	about     map[*contract.Contract]*about
	found     []Finding
}

// about is what is worked out of a contract once, for all its sites.
type about struct {
	members  map[string]member
	opposing [][2]string
}

func (a *app) known(c *contract.Contract) *about {
	if a.about[c] == nil {
		a.about[c] = &about{membersOf(c), opposing(c)}
	}
	return a.about[c]
}

// held gives a site held against its contract.
func (a *app) held(s *site.Site, c *contract.Contract, l *contract.Listing) *at {
	return &at{app: a, site: s, contract: c, listing: l, given: match.Of(s, c), members: a.known(c).members}
}

// Library is one package with the releases of it that are known: the one that sites are
// held against, the newest, and all others, oldest first; nil and none where they are not
// known.
type Library struct {
	Locked *contract.Listing
	Newest *contract.Listing
	Others []*contract.Listing
}

func (a *app) library(pkg string) *Library {
	for i := range a.libraries {
		if a.libraries[i].Locked.Package.Name == pkg {
			return &a.libraries[i]
		}
	}
	return nil
}

// at is one site held against its contract.
type at struct {
	*app
	site     *site.Site
	contract *contract.Contract
	listing  *contract.Listing
	given    *match.Given
	members  map[string]member
}

// Of inspects an app: its sites against the contracts of one release of each package,
// and what it lays over them.
func Of(scan *site.Scan, libraries []Library) *Inspection {
	out := &Inspection{Format: Format, Reader: scan.Reader, App: App{scan.App.Name, scan.App.Commit, scan.App.Framework}, Held: []Held{}, Findings: []Finding{}, Mended: []Known{}, Unread: scan.Unread,
		Layers: Layers{[]Wrapper{}, []Default{}, []OneOff{}, []Extension{}, []Shadow{}, []match.ReachIn{}, []Copy{}}}
	if out.Unread == nil {
		out.Unread = []site.Unread{}
	}
	a := &app{scan: scan, libraries: libraries, layers: &out.Layers, about: map[*contract.Contract]*about{}, index: map[string]*match.Index{}}
	byPackage := map[string]*contract.Listing{}
	for _, lib := range libraries {
		l := lib.Locked
		byPackage[l.Package.Name] = l
		a.index[l.Package.Name] = match.Components(l)
		held := Held{Package: l.Package.Name, Version: l.Package.Version, Locked: []string{}}
		for _, p := range scan.Packages {
			if p.Name == l.Package.Name && p.Locked != nil {
				held.Locked = p.Locked
			}
		}
		held.Exact = slices.Contains(held.Locked, l.Package.Version)
		if lib.Newest != nil {
			held.Newest = lib.Newest.Package.Version
		}
		out.Held = append(out.Held, held)
	}
	a.tree = newTree(scan, a.index)
	for i := range scan.Sites {
		if s := &scan.Sites[i]; byPackage[s.Package] != nil && len(s.Via) == 0 {
			out.Totals.Sites++
		}
	}
	a.atSites(byPackage)
	for _, row := range Rows {
		if row.atApp != nil {
			row.atApp(a)
		}
	}
	out.Findings = a.settled()
	out.count()
	return out
}

// atSites holds each site against its contract, some at a time on each core: what the checks
// look at beside a site is not changed by them.
func (a *app) atSites(byPackage map[string]*contract.Listing) {
	for _, l := range byPackage {
		for i := range l.Components {
			a.known(&l.Components[i])
		}
	}
	sites := a.scan.Sites
	parts := min(runtime.GOMAXPROCS(0), len(sites)/500+1)
	found := make([][]Finding, parts)
	var wait sync.WaitGroup
	for part := range parts {
		wait.Go(func() {
			own := *a
			own.found = nil
			for i := len(sites) * part / parts; i < len(sites)*(part+1)/parts; i++ {
				if l := byPackage[sites[i].Package]; l != nil {
					own.atSite(&sites[i], l)
				}
			}
			found[part] = own.found
		})
	}
	wait.Wait()
	for _, list := range found {
		a.found = append(a.found, list...)
	}
}

func (a *app) atSite(s *site.Site, l *contract.Listing) {
	c := a.index[s.Package].Find(s.Module, s.Component)
	if c == nil {
		a.unknownComponent(s, l)
		return
	}
	x := a.held(s, c, l)
	for _, row := range Rows {
		if row.atSite != nil && (len(s.Via) == 0 || row.handedOn) {
			row.atSite(x)
		}
	}
}

// settled sorts the findings, drops what is told twice, and numbers equal ones apart.
func (a *app) settled() []Finding {
	order := map[Weight]int{Must: 0, Should: 1, Note: 2}
	sort.SliceStable(a.found, func(i, j int) bool {
		x, y := a.found[i], a.found[j]
		if order[x.Weight] != order[y.Weight] {
			return order[x.Weight] < order[y.Weight]
		}
		if x.At.File != y.At.File || x.At.Line != y.At.Line || x.At.Column != y.At.Column {
			return x.At.Less(y.At)
		}
		if x.Kind != y.Kind {
			return x.Kind < y.Kind
		}
		return x.Member+x.Why < y.Member+y.Why
	})
	through := map[string]string{}
	for i := range a.scan.Sites {
		through[a.scan.Sites[i].ID] = a.scan.Sites[i].Through
	}
	type toldAt struct{ site, kind, member string }
	at := map[toldAt]bool{}
	for _, f := range a.found {
		at[toldAt{f.Site, string(f.Kind), f.Member}] = true
	}
	list := []Finding{}
	seen := map[string]bool{}
	prints := map[string]int{}
	for _, f := range a.found {
		if wrapper := through[f.Site]; wrapper != "" && at[toldAt{wrapper, string(f.Kind), f.Member}] {
			continue // the wrapper gives it by name: it is mended there
		}
		where := fmt.Sprint(f.Kind, f.At.File, f.At.Line, f.At.Column, f.Member, f.Why)
		if seen[where] {
			continue // one use through several wrappers, or of several components
		}
		seen[where] = true
		print := place.DigestOf(string(f.Kind), f.At.File, f.Component, f.Member, f.Fingerprint)
		prints[print]++
		f.Fingerprint = place.DigestOf(print, fmt.Sprint(prints[print]))[len("sha256:"):][:16]
		if f.Edits == nil {
			f.Edits = []Edit{}
		}
		list = append(list, f)
	}
	return list
}

func (i *Inspection) count() {
	t := Totals{Sites: i.Totals.Sites}
	for _, f := range i.Findings {
		t.Findings++
		switch f.Weight {
		case Must:
			t.Must++
		case Should:
			t.Should++
		default:
			t.Note++
		}
		if f.Silent {
			t.Silent++
		}
		if f.Known {
			t.Known++
		}
	}
	i.Totals = t
}

// Refused reports whether a must that is not known already was found, and not as unsure.
func (i *Inspection) Refused() bool {
	return slices.ContainsFunc(i.Findings, func(f Finding) bool { return f.Weight == Must && f.Sure != Unsure && !f.Known })
}

// told is what a rule has to say; what is empty is filled in by the row and the site.
type told struct {
	kind   Kind
	weight Weight
	sure   Sureness
	member string
	at     place.Place
	why    string
	meant  string
	mend   string
	edits  []Edit
	detail string // tells findings of one member apart, whatever line they stand on
}

// gist is what of it stays the same while lines move, counts grow and releases come.
func (t told) gist() string {
	if t.detail != "" {
		return t.detail
	}
	return t.why
}

// say notes a finding at a site.
func (a *at) say(t told) {
	f := a.app.finding(t)
	f.Package, f.Component, f.Site = a.site.Package, a.contract.Component, a.site.ID
	if f.At.File == "" {
		f.At = a.site.At
	}
	f.At.Span = nil
	// A call is generic over the props, and takes what is too much.
	loose := a.site.Form == site.Call && (f.Kind == MemberUnknown || f.Kind == AttributeStray)
	f.Silent = silent(f.Kind, a.site.Checked && !loose)
	if !a.augmented(&f, t) {
		return
	}
	f.Fingerprint = strings.Join([]string{a.site.In, t.gist()}, "\x00")
	a.found = append(a.found, f)
}

// finding fills in what the row of a kind says.
func (a *app) finding(t told) Finding {
	row := rowOf[t.kind]
	f := Finding{Kind: t.kind, Weight: row.Weight, Sure: Sure, Member: t.member, At: t.at, Why: t.why, Meant: t.meant, Mend: t.mend, Edits: t.edits, Silent: silent(t.kind, false)}
	if t.weight != "" {
		f.Weight = t.weight
	}
	if t.sure != "" {
		f.Sure = t.sure
	}
	return f
}

func silent(kind Kind, checked bool) bool {
	switch rowOf[kind].Told {
	case Compiler:
		return false
	case Checker:
		return !checked
	}
	return true
}
