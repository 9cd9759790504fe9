// This file answers the calls.

package api

import (
	"context"
	"net/http"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/gin-gonic/gin"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/impact"
	"steadysocket/core/inspect"
	"steadysocket/core/site"
	"steadysocket/core/style"
	"steadysocket/service/store"
)

// NewRelease is what adding a release sends: what was read, the library's
// settings as text, and what its contract files said otherwise.
type NewRelease struct {
	Listing   *contract.Listing `json:"listing"`
	Settings  string            `json:"settings"`
	Conflicts []style.Conflict  `json:"conflicts"`
}

// Added answers a write: whether anything was new.
type Added struct {
	Added   bool   `json:"added"`
	Subject string `json:"subject"`
}

func (s *server) addRelease(c *gin.Context) {
	who, ok := actor(c)
	if !ok {
		return
	}
	var in NewRelease
	if !s.body(c, &in) {
		return
	}
	switch {
	case in.Listing == nil:
		bad(c, "the listing is missing", "send what steady read --format json prints as listing")
		return
	case in.Listing.Package.Name == "" || in.Listing.Package.Version == "":
		bad(c, "the package has no name or no version", "give it both in its package.json")
		return
	case in.Listing.Source.Digest == "":
		bad(c, "the listing does not say from what it was made", "send what steady read --format json prints as listing")
		return
	}
	settings := &style.Settings{}
	if in.Settings != "" {
		var err error
		if settings, err = style.ParseSettings(style.File, []byte(in.Settings)); err != nil {
			s.fail(c, err)
			return
		}
	}
	findings := style.Check(in.Listing, in.Conflicts, settings, time.Now())
	added, err := s.store.AddRelease(c.Request.Context(), who, in.Listing, in.Settings, findings)
	if err != nil {
		s.fail(c, err)
		return
	}
	status := http.StatusOK
	if added {
		status = http.StatusCreated
	}
	c.JSON(status, Added{added, in.Listing.Package.Name + "@" + in.Listing.Package.Version})
}

func (s *server) addScan(c *gin.Context) {
	who, ok := actor(c)
	if !ok {
		return
	}
	data, done, ok := s.text(c)
	if !ok {
		return
	}
	defer done()
	in, err := site.Parse(data)
	if err != nil {
		s.fail(c, err)
		return
	}
	added, err := s.store.AddScan(c.Request.Context(), who, in)
	if err != nil {
		s.fail(c, err)
		return
	}
	s.wake() // the inspection of it is queued
	status := http.StatusOK
	if added {
		status = http.StatusCreated
	}
	c.JSON(status, Added{added, in.App.Name})
}

// page is one page of a list with the cursor of the next.
type page struct {
	Items any    `json:"items"`
	Next  string `json:"next,omitempty"`
}

// limit reads how many a caller wants on a page.
func limit(c *gin.Context) (int, bool) {
	text := c.Query("limit")
	if text == "" {
		return pageSize, true
	}
	n, err := strconv.Atoi(text)
	if err != nil || n < 1 || n > 1000 {
		bad(c, "limit must be a number from 1 to 1000, not "+text, "")
		return 0, false
	}
	return n, true
}

func (s *server) listReleases(c *gin.Context) {
	n, ok := limit(c)
	if !ok {
		return
	}
	list, err := s.store.Releases(c.Request.Context(), c.Query("package"))
	if err != nil {
		s.fail(c, err)
		return
	}
	from := 0
	if after := c.Query("after"); after != "" {
		for i, r := range list {
			if r.Package+"@"+r.Version == after {
				from = i + 1
			}
		}
	}
	next := ""
	list = list[from:]
	if len(list) > n {
		next = list[n-1].Package + "@" + list[n-1].Version
		list = list[:n]
	}
	c.JSON(http.StatusOK, page{orEmpty(list), next})
}

func orEmpty[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

func (s *server) showRelease(c *gin.Context) {
	r, err := s.store.ReadingOf(c.Request.Context(), c.Param("package"), c.Param("version"))
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, gin.H{"release": r.Release, "listing": r.Listing, "settings": r.Settings})
}

func (s *server) showFindings(c *gin.Context) {
	r, err := s.store.ReadingOf(c.Request.Context(), c.Param("package"), c.Param("version"))
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, r.Findings)
}

func (s *server) withdraw(c *gin.Context) {
	who, ok := actor(c)
	if !ok {
		return
	}
	var in struct {
		Reason string `json:"reason"`
	}
	if !s.body(c, &in) {
		return
	}
	if strings.TrimSpace(in.Reason) == "" {
		bad(c, "a withdrawal needs its reason", `send {"reason": "…"}`)
		return
	}
	s.written(c, func(ctx context.Context, pkg, version string) error {
		return s.store.Withdraw(ctx, who, pkg, version, in.Reason)
	})
}

// offerAgain undoes a withdrawal.
func (s *server) offerAgain(c *gin.Context) {
	who, ok := actor(c)
	if !ok {
		return
	}
	s.written(c, func(ctx context.Context, pkg, version string) error {
		return s.store.Withdraw(ctx, who, pkg, version, "")
	})
}

// written does a write about the release that a call names, and answers.
func (s *server) written(c *gin.Context, write func(ctx context.Context, pkg, version string) error) {
	ctx, version := c.Request.Context(), c.Param("version")
	pkg, err := s.store.PackageOf(ctx, c.Param("package"))
	if err == nil {
		err = write(ctx, pkg, version)
	}
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, Added{true, pkg + "@" + version})
}

// removal reads why something is removed, and who says so.
func (s *server) removal(c *gin.Context) (who, reason string, ok bool) {
	if who, ok = actor(c); !ok {
		return "", "", false
	}
	var in struct {
		Reason string `json:"reason"`
	}
	if !s.body(c, &in) {
		return "", "", false
	}
	if strings.TrimSpace(in.Reason) == "" {
		bad(c, "a removal needs its reason", `send {"reason": "…"}`)
		return "", "", false
	}
	return who, in.Reason, true
}

// removeRelease removes a release that was added by mistake.
func (s *server) removeRelease(c *gin.Context) {
	who, reason, ok := s.removal(c)
	if !ok {
		return
	}
	s.written(c, func(ctx context.Context, pkg, version string) error {
		return s.store.RemoveRelease(ctx, who, pkg, version, reason)
	})
}

// removeApp removes an app with all that was scanned of it.
func (s *server) removeApp(c *gin.Context) {
	who, reason, ok := s.removal(c)
	if !ok {
		return
	}
	if err := s.store.RemoveApp(c.Request.Context(), who, c.Param("app"), reason); err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, Added{true, c.Param("app")})
}

func (s *server) listComponents(c *gin.Context) {
	n, ok := limit(c)
	if !ok {
		return
	}
	list, next, err := s.store.Components(c.Request.Context(), c.Query("search"), c.Query("after"), n)
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, page{orEmpty(list), next})
}

// componentOf gives the component that a call names, in the release that it asks for.
func (s *server) componentOf(c *gin.Context) (*store.Reading, *contract.Contract, bool) {
	r, err := s.store.ComponentOf(c.Request.Context(), c.Param("package"), c.DefaultQuery("version", store.Latest), c.Param("component"))
	if err != nil {
		s.fail(c, err)
		return nil, nil, false
	}
	found := r.Listing.Component(c.Param("component"))
	if found == nil {
		s.fail(c, &store.NotFound{What: r.Release.Package + "@" + r.Release.Version + " has no component " + c.Param("component"), Right: "another release may have it"})
	}
	return r, found, found != nil
}

func (s *server) showComponent(c *gin.Context) {
	r, found, ok := s.componentOf(c)
	if !ok {
		return
	}
	history, err := s.store.HistoryOf(c.Request.Context(), r.Release.Package, found.Component)
	if err != nil {
		s.fail(c, err)
		return
	}
	findings := []style.Finding{}
	for _, f := range r.Findings.Findings {
		if f.Component == found.Component {
			findings = append(findings, f)
		}
	}
	apps, err := s.store.Apps(c.Request.Context())
	if err != nil {
		s.fail(c, err)
		return
	}
	scanned := []string{}
	for _, a := range apps {
		if holds(a.Covers, r.Release.Package) {
			scanned = append(scanned, a.Name)
		}
	}
	intended, err := s.intended(c.Request.Context(), r.Listing.Library.Name, found)
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, gin.H{"release": r.Release, "contract": found, "history": history, "findings": findings, "scannedApps": scanned, "intended": intended})
}

// showParity holds a component against the same one in the other packages of its
// library, each in its newest release.
func (s *server) showParity(c *gin.Context) {
	own, err := s.store.ReadingOf(c.Request.Context(), c.Param("package"), store.Latest)
	if err != nil {
		s.fail(c, err)
		return
	}
	releases, err := s.store.Releases(c.Request.Context(), "")
	if err != nil {
		s.fail(c, err)
		return
	}
	sides := []*contract.Listing{own.Listing}
	seen := map[string]bool{own.Release.Package: true}
	for _, r := range releases {
		if r.Library != own.Release.Library || seen[r.Package] {
			continue
		}
		seen[r.Package] = true
		other, err := s.store.ReadingOf(c.Request.Context(), r.Package, store.Latest)
		if err != nil {
			s.fail(c, err)
			return
		}
		sides = append(sides, other.Listing)
	}
	c.JSON(http.StatusOK, style.Compared(sides, own.Settings, time.Now()).Of(c.Param("component")))
}

func holds(list []string, s string) bool {
	for _, x := range list {
		if x == s {
			return true
		}
	}
	return false
}

func (s *server) listSites(c *gin.Context) {
	n, ok := limit(c)
	if !ok {
		return
	}
	after, err := strconv.ParseInt(c.DefaultQuery("after", "0"), 10, 64)
	if err != nil {
		bad(c, "after must be the cursor that the page before gave", "")
		return
	}
	list, next, err := s.store.SitesOf(c.Request.Context(), c.Param("package"), c.Param("component"), after, n)
	if err != nil {
		s.fail(c, err)
		return
	}
	p := page{Items: orEmpty(list)}
	if next > 0 {
		p.Next = strconv.FormatInt(next, 10)
	}
	c.JSON(http.StatusOK, p)
}

func (s *server) listApps(c *gin.Context) {
	list, err := s.store.Apps(c.Request.Context())
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, page{Items: orEmpty(list)})
}

func (s *server) showScan(c *gin.Context) {
	scan, err := s.store.ScanOf(c.Request.Context(), c.Param("app"), c.Query("package"), nil)
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, scan)
}

// both gives the two readings that a call compares, and their changes.
func (s *server) both(c *gin.Context) (old, now *store.Reading, changes *change.Changes, ok bool) {
	from, to := c.Query("from"), c.Query("to")
	if from == "" || to == "" {
		bad(c, "from and to must name two releases", "add ?from=1.0.0&to=2.0.0")
		return nil, nil, nil, false
	}
	old, err := s.store.ReadingOf(c.Request.Context(), c.Param("package"), from)
	if err != nil {
		s.fail(c, err)
		return nil, nil, nil, false
	}
	now, err = s.store.ReadingOf(c.Request.Context(), c.Param("package"), to)
	if err != nil {
		s.fail(c, err)
		return nil, nil, nil, false
	}
	return old, now, change.Compare(old.Listing, now.Listing, now.Settings.CompareOptions()), true
}

func (s *server) compare(c *gin.Context) {
	if _, _, changes, ok := s.both(c); ok {
		c.JSON(http.StatusOK, changes)
	}
}

// touched names the components that changes concern, with their parts, so that
// only their sites are fetched. Nil stands for all.
func touched(changes *change.Changes) []string {
	seen := map[string]bool{}
	var list []string
	add := func(name string) {
		if !seen[name] {
			seen[name] = true
			list = append(list, name)
		}
	}
	for _, ch := range changes.Changes {
		add(ch.Component)
		if old := ch.Detail.Old; old != nil {
			add(old.Export.Name)
		}
		if ch.Member.Kind == "part" {
			for _, name := range ch.Detail.Names {
				add(name)
			}
		}
	}
	return list
}

func (s *server) impactOnApp(c *gin.Context) {
	old, now, changes, ok := s.both(c)
	if !ok {
		return
	}
	scan, err := s.store.ScanOf(c.Request.Context(), c.Param("app"), old.Release.Package, nil)
	if err != nil {
		s.fail(c, err)
		return
	}
	if !holds(scan.Covers, old.Release.Package) {
		s.fail(c, &store.NotFound{What: "the scan of " + c.Param("app") + " did not look for " + old.Release.Package, Right: "scan it again with steady add app"})
		return
	}
	c.JSON(http.StatusOK, impact.Of(changes, old.Listing, scan, impact.Options{All: c.Query("all") != "", ReachIns: inspect.ReachIns(scan, old.Listing, now.Listing)}))
}

// AppImpact is one row of the impact on all apps.
type AppImpact struct {
	App     string         `json:"app"`
	Scanned bool           `json:"scanned"`
	Reach   impact.Reach   `json:"reach"`
	Totals  impact.Totals  `json:"totals"`
	Cells   map[string]any `json:"cells"` // by change: how many sites by outcome
}

// impact answers for all apps: apps × changes, counted by outcome.
func (s *server) impact(c *gin.Context) {
	old, _, changes, ok := s.both(c)
	if !ok {
		return
	}
	apps, err := s.store.Apps(c.Request.Context())
	if err != nil {
		s.fail(c, err)
		return
	}
	rows := make([]AppImpact, len(apps))
	errs := make([]error, len(apps))
	names := touched(changes)
	var wg sync.WaitGroup
	slots := make(chan struct{}, 4)
	for i, app := range apps {
		rows[i] = AppImpact{App: app.Name, Scanned: holds(app.Covers, old.Release.Package), Cells: map[string]any{}}
		if !rows[i].Scanned {
			continue
		}
		wg.Go(func() {
			slots <- struct{}{}
			defer func() { <-slots }()
			errs[i] = guarded(func() (err error) {
				rows[i], err = s.appRow(c.Request.Context(), app, old, changes, names)
				return err
			})
		})
	}
	wg.Wait()
	for _, err := range errs {
		if err != nil {
			s.fail(c, err)
			return
		}
	}
	c.JSON(http.StatusOK, gin.H{"changes": changes, "apps": rows})
}

func (s *server) appRow(ctx context.Context, app store.App, old *store.Reading, changes *change.Changes, names []string) (AppImpact, error) {
	scan, err := s.store.ScanOf(ctx, app.Name, old.Release.Package, names)
	if err != nil {
		return AppImpact{}, err
	}
	found := impact.Of(changes, old.Listing, scan, impact.Options{})
	// The sites of components that did not change hold; they were not fetched.
	all, behind, err := s.store.CountSites(ctx, app.Name, old.Release.Package)
	if err != nil {
		return AppImpact{}, err
	}
	found.Totals.Holds += all - found.Totals.Sites
	found.Totals.Sites, found.Totals.Behind = all, behind
	cells := map[string]any{}
	counts := map[string]map[impact.Outcome]int{}
	for _, x := range found.Sites {
		if len(x.Via) > 0 {
			continue
		}
		for _, cause := range x.Because {
			if counts[cause.Change] == nil {
				counts[cause.Change] = map[impact.Outcome]int{}
				cells[cause.Change] = counts[cause.Change]
			}
			counts[cause.Change][cause.Outcome]++
		}
	}
	return AppImpact{app.Name, true, found.Reach, found.Totals, cells}, nil
}
