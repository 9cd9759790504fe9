package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"reflect"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/impact"
	"steadysocket/core/place"
	"steadysocket/core/reading"
	"steadysocket/core/site"
	"steadysocket/core/style"
	"steadysocket/core/usage"
	"steadysocket/demo"
	"steadysocket/service/pgtest"
)

var cluster *pgtest.Cluster

func TestMain(m *testing.M) { pgtest.Run(m, func(c *pgtest.Cluster) { cluster = c }) }

func open(t testing.TB) *Store {
	t.Helper()
	s, err := Open(context.Background(), cluster.Database(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(s.Close)
	return s
}

func read(t testing.TB, release string) *contract.Listing {
	t.Helper()
	dir := t.TempDir()
	if err := demo.Lay(dir, release); err != nil {
		t.Fatal(err)
	}
	r, err := reading.Read(os.DirFS(dir), reading.Options{Library: "Fairlead", Source: contract.SourceInfo{Kind: "directory"}})
	if err != nil {
		t.Fatal(err)
	}
	return r.Listing
}

func scanApp(t testing.TB, app string) *site.Scan {
	t.Helper()
	dir := t.TempDir()
	if err := demo.LayApp(dir, app); err != nil {
		t.Fatal(err)
	}
	s, err := usage.Scan(os.DirFS(dir), usage.Options{Libraries: []string{"@saltmarsh/fairlead"}})
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func add(t testing.TB, s *Store, l *contract.Listing) {
	t.Helper()
	if _, err := s.AddRelease(context.Background(), "test", l, "steady: 1\nlibrary: Fairlead\n", style.Check(l, nil, &style.Settings{}, time.Now())); err != nil {
		t.Fatal(err)
	}
}

// TestReleasesComeBackWhole holds that a stored reading compares as no change
// against what was read, positions included.
func TestReleasesComeBackWhole(t *testing.T) {
	s := open(t)
	ctx := context.Background()
	for _, release := range demo.Releases {
		want := read(t, release)
		add(t, s, want)
		got, err := s.ReadingOf(ctx, "Fairlead", release)
		if err != nil {
			t.Fatal(err)
		}
		if c := change.Compare(want, got.Listing, change.Options{}); len(c.Changes) > 0 {
			t.Errorf("%s comes back changed: %+v", release, c.Changes)
		}
		for i := range want.Components {
			a, b := &want.Components[i], got.Listing.Component(want.Components[i].Component)
			if b == nil || a.ContentHash != b.ContentHash || !reflect.DeepEqual(a.Positions(), b.Positions()) {
				t.Errorf("%s: %s does not come back whole", release, a.Component)
			}
		}
		if got.Settings.Library != "Fairlead" || len(got.Findings.Findings) == 0 {
			t.Errorf("settings or findings are lost: %+v", got.Settings)
		}
	}
	list, err := s.Releases(ctx, "")
	if err != nil || len(list) != len(demo.Releases) || list[0].Version != "2.1.0" || list[0].Components < 15 {
		t.Errorf("the releases are %+v, %v", list, err)
	}
	var contracts int
	if err := s.pool.QueryRow(ctx, `select count(*) from contracts`).Scan(&contracts); err != nil || contracts >= 5*15 {
		t.Errorf("%d contracts are kept for five releases: equal ones are kept once, %v", contracts, err)
	}
}

func TestAReleaseNeverChanges(t *testing.T) {
	s := open(t)
	ctx := context.Background()
	l := read(t, "1.0.0")
	add(t, s, l)
	added, err := s.AddRelease(ctx, "test", l, "", &style.Findings{})
	if err != nil || added {
		t.Errorf("the same release again: added %v, %v", added, err)
	}
	other := read(t, "1.1.0")
	other.Package.Version = "1.0.0"
	var conflict *Conflict
	if _, err := s.AddRelease(ctx, "test", other, "", &style.Findings{}); !errors.As(err, &conflict) || !strings.Contains(err.Error(), "give it a new number") {
		t.Errorf("the number with another source: %v", err)
	}
	// A newer reader adds a reading and keeps the old one.
	l.Reader = reading.Version + "9"
	if added, err := s.AddRelease(ctx, "test", l, "", &style.Findings{}); err != nil || !added {
		t.Errorf("a newer reader: added %v, %v", added, err)
	}
	r, err := s.ReadingOf(ctx, "@saltmarsh/fairlead", "1.0.0")
	if err != nil || r.Release.Reader != reading.Version+"9" {
		t.Errorf("the newest reading is %+v, %v", r, err)
	}
	if err := s.Withdraw(ctx, "test", "@saltmarsh/fairlead", "1.0.0", "a wrong build"); err != nil {
		t.Fatal(err)
	}
	var missing *NotFound
	if _, err := s.ReadingOf(ctx, "Fairlead", Latest); !errors.As(err, &missing) {
		t.Errorf("a withdrawn release is the latest: %v", err)
	}
	if err := s.Withdraw(ctx, "test", "@saltmarsh/fairlead", "9.9.9", "x"); !errors.As(err, &missing) {
		t.Errorf("withdrawing what is not there: %v", err)
	}
	var writes int
	if err := s.pool.QueryRow(ctx, `select count(*) from writes where actor = 'test'`).Scan(&writes); err != nil || writes != 4 {
		t.Errorf("%d writes are noted, want 4: %v", writes, err)
	}
}

func TestScansComeBackWhole(t *testing.T) {
	s := open(t)
	ctx := context.Background()
	for _, app := range demo.Apps {
		want := scanApp(t, app)
		if added, err := s.AddScan(ctx, "test", want); err != nil || !added {
			t.Fatal(added, err)
		}
		if added, err := s.AddScan(ctx, "test", want); err != nil || added {
			t.Errorf("the same scan again: added %v, %v", added, err)
		}
		got, err := s.ScanOf(ctx, app, "", nil)
		if err != nil {
			t.Fatal(err)
		}
		a, errA := json.Marshal(want)
		b, errB := json.Marshal(got)
		if errA != nil || errB != nil || string(a) != string(b) {
			t.Errorf("%s comes back otherwise:\n%.300s\n%.300s", app, a, b)
		}
	}
	apps, err := s.Apps(ctx)
	if err != nil || len(apps) != 2 || apps[0].Name != "booking" || apps[0].Sites+apps[0].Behind < 40 {
		t.Errorf("the apps are %+v, %v", apps, err)
	}
	// A new state takes the place of the old one, and the old one again its place.
	changed := scanApp(t, "booking")
	changed.App.Digest, changed.Sites = "sha256:other", changed.Sites[:3]
	if _, err := s.AddScan(ctx, "test", changed); err != nil {
		t.Fatal(err)
	}
	if got, err := s.ScanOf(ctx, "booking", "", nil); err != nil || len(got.Sites) != 3 {
		t.Errorf("the new state is not the current one: %v", err)
	}
	if _, err := s.AddScan(ctx, "test", scanApp(t, "booking")); err != nil {
		t.Fatal(err)
	}
	if got, err := s.ScanOf(ctx, "booking", "", nil); err != nil || len(got.Sites) < 40 {
		t.Errorf("the old state again is not the current one: %v", err)
	}
	var all []SiteOf
	for after := int64(0); ; {
		page, next, err := s.SitesOf(ctx, "@saltmarsh/fairlead", "FareTag", after, 5)
		if err != nil {
			t.Fatal(err)
		}
		all = append(all, page...)
		if next == 0 {
			break
		}
		after = next
	}
	want := 0
	for _, app := range demo.Apps {
		for _, x := range scanApp(t, app).Sites {
			if x.Component == "FareTag" {
				want++
			}
		}
	}
	if len(all) != want {
		t.Errorf("%d sites of FareTag page by page, want %d", len(all), want)
	}
}

func TestComponentsSayWhetherTheyWereScanned(t *testing.T) {
	s := open(t)
	ctx := context.Background()
	add(t, s, read(t, "2.1.0"))
	list, _, err := s.Components(ctx, "", "", 100)
	if err != nil || len(list) < 15 || list[0].Sites != nil {
		t.Fatalf("before any scan: %+v, %v", list, err)
	}
	if _, err := s.AddScan(ctx, "test", scanApp(t, "booking")); err != nil {
		t.Fatal(err)
	}
	list, _, err = s.Components(ctx, "faretag", "", 100)
	if err != nil || len(list) != 1 || list[0].Sites == nil || *list[0].Sites < 5 {
		t.Errorf("after a scan: %+v, %v", list, err)
	}
	for _, search := range []string{"%", "_", `\`, "'"} {
		if list, _, err := s.Components(ctx, search, "", 100); err != nil || len(list) > 0 {
			t.Errorf("searching for %q gives %d components, %v", search, len(list), err)
		}
	}
	var names []string
	for after := ""; ; {
		page, next, err := s.Components(ctx, "", after, 4)
		if err != nil {
			t.Fatal(err)
		}
		for _, c := range page {
			names = append(names, c.Name)
		}
		if next == "" {
			break
		}
		after = next
	}
	if all, _, _ := s.Components(ctx, "", "", 100); len(names) != len(all) {
		t.Errorf("page by page there are %d components, at once %d", len(names), len(all))
	}
}

// TestReachAgreesWithImpact holds the counts of the database against the
// outcomes worked out site by site.
func TestReachAgreesWithImpact(t *testing.T) {
	t.Run("react", func(t *testing.T) {
		scans := map[string]*site.Scan{}
		for _, app := range demo.Apps {
			scans[app] = scanApp(t, app)
		}
		reachAgrees(t, "@saltmarsh/fairlead", read(t, "1.0.0"), read(t, "2.0.0"), scans, 8)
	})
	for _, p := range demo.Packages {
		t.Run(p.App, func(t *testing.T) {
			of := func(release string) *contract.Listing {
				dir := t.TempDir()
				if err := demo.Lay(dir, release); err != nil {
					t.Fatal(err)
				}
				r, err := reading.Read(os.DirFS(dir), reading.Options{Package: p.Name})
				if err != nil {
					t.Fatal(err)
				}
				return r.Listing
			}
			dir := t.TempDir()
			if err := demo.LayApp(dir, p.App); err != nil {
				t.Fatal(err)
			}
			scan, err := usage.Scan(os.DirFS(dir), usage.Options{Libraries: []string{p.Name}, App: site.App{Name: p.App}})
			if err != nil {
				t.Fatal(err)
			}
			reachAgrees(t, p.Name, of(p.Releases[0]), of(p.Releases[1]), map[string]*site.Scan{p.App: scan}, 2)
		})
	}
}

func reachAgrees(t *testing.T, pkg string, old, now *contract.Listing, scans map[string]*site.Scan, least int) {
	t.Helper()
	s := open(t)
	ctx := context.Background()
	for _, scan := range scans {
		if _, err := s.AddScan(ctx, "test", scan); err != nil {
			t.Fatal(err)
		}
	}
	changes := change.Compare(old, now, change.Options{})
	asked := 0
	for i := range changes.Changes {
		ch := &changes.Changes[i]
		if !Countable(ch.Kind) {
			continue
		}
		asked++
		counts, err := s.Reach(ctx, pkg, ch)
		if err != nil {
			t.Fatal(err)
		}
		for _, c := range counts {
			one := *changes
			one.Changes = []change.Change{*ch}
			bare := *scans[c.App]
			bare.Sites = nil
			for _, x := range scans[c.App].Sites {
				if len(x.Via) == 0 {
					bare.Sites = append(bare.Sites, x)
				}
			}
			want := impact.Of(&one, old, &bare, impact.Options{}).Totals
			if want.Breaks != c.Breaks || want.Shifts != c.Shifts {
				t.Errorf("%s at %s: the database says %+v, site by site it is %+v", ch.ID, c.App, c, want)
			}
		}
	}
	if asked < least {
		t.Errorf("only %d changes were asked for", asked)
	}
}

// TestNothingIsHalfThere cuts the connection in the middle of adding a large scan.
func TestNothingIsHalfThere(t *testing.T) {
	s := open(t)
	ctx := context.Background()
	scan := generated(20_000, "half")
	done := make(chan error, 1)
	go func() {
		_, err := s.AddScan(ctx, "test", scan)
		done <- err
	}()
	// Kill the backend as soon as it copies sites.
	killed := false
	for range 2000 {
		rows, err := s.pool.Exec(ctx, `select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and query ilike 'copy%sites%' and state = 'active'`)
		if err == nil && rows.RowsAffected() > 0 {
			killed = true
			break
		}
		time.Sleep(time.Millisecond)
	}
	err := <-done
	if !killed || err == nil {
		t.Fatalf("the copy was not cut: killed %v, %v", killed, err)
	}
	if !Unavailable(err) {
		t.Errorf("a cut connection is not told as such: %v", err)
	}
	var sites, scans, writes int
	if err := s.pool.QueryRow(ctx, `select (select count(*) from sites), (select count(*) from scans), (select count(*) from writes)`).Scan(&sites, &scans, &writes); err != nil {
		t.Fatal(err)
	}
	if sites+scans+writes != 0 {
		t.Errorf("half is there: %d sites, %d scans, %d writes", sites, scans, writes)
	}
	if added, err := s.AddScan(ctx, "test", scan); err != nil || !added {
		t.Errorf("adding it again: %v, %v", added, err)
	}
}

// TestTheDatabaseGoesAway stops the server in the middle and starts it again.
func TestTheDatabaseGoesAway(t *testing.T) {
	s := open(t)
	ctx := context.Background()
	add(t, s, read(t, "1.0.0"))
	cluster.Stop()
	err := s.Ready(ctx)
	if err == nil {
		t.Error("a stopped database is ready")
	}
	if _, err := s.Releases(ctx, ""); err == nil || !Unavailable(err) {
		t.Errorf("a stopped database is told as %v", err)
	}
	if err := cluster.Start(); err != nil {
		t.Fatal(err)
	}
	for range 50 {
		if err = s.Ready(ctx); err == nil {
			break
		}
		time.Sleep(100 * time.Millisecond)
	}
	if list, err := s.Releases(ctx, ""); err != nil || len(list) != 1 {
		t.Errorf("after the crash: %+v, %v", list, err)
	}
}

func TestSeveralServicesMigrateOnce(t *testing.T) {
	url := cluster.Database(t)
	var wg sync.WaitGroup
	for range 4 {
		wg.Go(func() {
			s, err := Open(context.Background(), url)
			if err != nil {
				t.Error(err)
				return
			}
			s.Close()
		})
	}
	wg.Wait()
	if _, err := Open(context.Background(), "postgres://nobody@127.0.0.1:1/x?connect_timeout=1"); err == nil {
		t.Error("a database that is not there is opened")
	}
	if _, err := Open(context.Background(), "not an address"); err == nil {
		t.Error("an address that is none is opened")
	}
}

// generated makes a scan of n sites of one component, of which a twentieth gives
// the value 'hush', another carries an open spread, and the rest gives others.
func generated(n int, app string) *site.Scan {
	s := &site.Scan{Format: site.Format, Reader: usage.Version, Covers: []string{"lib"}, App: site.App{Name: app, Digest: "sha256:" + app}, Packages: []site.PackageUse{{Name: "lib", Range: "^1.0.0", Locked: []string{"1.0.0"}}}}
	for i := range n {
		x := site.Site{ID: site.MakeID(fmt.Sprintf("src/%d.tsx", i/20), "A", "FareTag", i%20+1), Package: "lib", Component: "FareTag", Form: site.Element, In: "A", Checked: true,
			At: place.Place{File: fmt.Sprintf("src/%d.tsx", i/20), Line: i%20 + 1, Column: 1}, Text: "<FareTag />", Slots: []site.Given{}, Events: []site.Given{}, Via: []string{}}
		tone := []string{"calm", "notice", "hush"}[min(i%20, 2)%3]
		if i%20 != 2 {
			tone = []string{"calm", "notice"}[i%2]
		}
		x.Props = []site.Given{{Name: "amount", Spelled: "amount", Expression: "fare.total", At: x.At}, {Name: "tone", Spelled: "tone", Literal: &site.Value{V: tone}, At: x.At}}
		if i%20 == 3 {
			x.Props = []site.Given{{Spread: "rest", Open: true, At: x.At}}
		}
		s.Sites = append(s.Sites, x)
	}
	return s
}

// BenchmarkChangeOverAMillionSites answers what becomes of a million sites when
// one value of a closed set goes, and prints the plan of the query.
func BenchmarkChangeOverAMillionSites(b *testing.B) {
	s := open(b)
	ctx := context.Background()
	const apps, each = 20, 50_000
	start := time.Now()
	for i := range apps {
		if _, err := s.AddScan(ctx, "bench", generated(each, fmt.Sprint("app", i))); err != nil {
			b.Fatal(err)
		}
	}
	b.Logf("%d sites added in %v", apps*each, time.Since(start).Round(time.Millisecond))
	if _, err := s.pool.Exec(ctx, `vacuum analyze sites; `); err != nil {
		b.Fatal(err)
	}
	if _, err := s.pool.Exec(ctx, `vacuum analyze site_members`); err != nil {
		b.Fatal(err)
	}
	ch := &change.Change{Component: "FareTag", Kind: change.ValueRemoved, Verdict: change.Breaking, Member: change.Member{Kind: "prop", Name: "tone", Spelled: "tone"}, Detail: change.Detail{Value: "hush"}}
	for b.Loop() {
		counts, err := s.Reach(ctx, "lib", ch)
		if err != nil {
			b.Fatal(err)
		}
		total := Count{}
		for _, c := range counts {
			total.Breaks += c.Breaks
			total.Unsure += c.Unsure
			total.Holds += c.Holds
		}
		if total.Breaks != apps*each/20 || total.Unsure != apps*each/20 || total.Breaks+total.Unsure+total.Holds != apps*each {
			b.Fatalf("counted %+v", total)
		}
	}
	b.StopTimer()
	rows, err := s.pool.Query(ctx, "explain (analyze, costs off, timing off, summary on) "+reachQuery, "lib", "FareTag", int32(2), int32(3))
	if err != nil {
		b.Fatal(err)
	}
	plan, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil {
		b.Fatal(err)
	}
	b.Log("the plan:\n" + strings.Join(plan, "\n"))
}

// TestTagsAreKnownByTheirComponents holds that the sites of custom elements, whose scan
// knows tags alone, are kept with the names of the components that those are.
func TestTagsAreKnownByTheirComponents(t *testing.T) {
	ctx := t.Context()
	s := open(t)
	p := demo.Packages[1]
	scan := func() *site.Scan {
		dir := t.TempDir()
		if err := demo.LayApp(dir, p.App); err != nil {
			t.Fatal(err)
		}
		scan, err := usage.Scan(os.DirFS(dir), usage.Options{Libraries: []string{p.Name}})
		if err != nil {
			t.Fatal(err)
		}
		return scan
	}
	dir := t.TempDir()
	if err := demo.Lay(dir, "2.0.0"); err != nil {
		t.Fatal(err)
	}
	r, err := reading.Read(os.DirFS(dir), reading.Options{Package: p.Name, Library: "Fairlead", Source: contract.SourceInfo{Kind: "directory"}})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.AddRelease(ctx, "test", r.Listing, "", style.Check(r.Listing, nil, &style.Settings{}, time.Now())); err != nil {
		t.Fatal(err)
	}
	if _, err := s.AddScan(ctx, "test", scan()); err != nil {
		t.Fatal(err)
	}
	list, _, err := s.Components(ctx, "", "", 100)
	if err != nil {
		t.Fatal(err)
	}
	got := map[string]int{}
	for _, c := range list {
		got[c.Name] = *c.Sites
	}
	if want := map[string]int{"FareTag": 8, "Lever": 2, "Notice": 3, "TideStrip": 1}; !reflect.DeepEqual(got, want) {
		t.Errorf("the components have %v sites, want %v", got, want)
	}
}

// TestABadContractTakesNoOtherAlong spoils one contract that is kept: the others come back,
// and it is said which one does not.
func TestABadContractTakesNoOtherAlong(t *testing.T) {
	s := open(t)
	ctx := context.Background()
	l := read(t, "2.0.0")
	add(t, s, l)
	tag, err := s.pool.Exec(ctx, `update contracts set body = '{"contract": 1, "component": "FareTag", "prop": {}}' where hash = (select hash from reading_contracts where component = 'FareTag')`)
	if err != nil || tag.RowsAffected() != 1 {
		t.Fatalf("nothing was spoilt: %v", err)
	}
	r, err := s.ReadingOf(ctx, l.Package.Name, "2.0.0")
	if err != nil {
		t.Fatal(err)
	}
	if len(r.Listing.Components) != len(l.Components)-1 || r.Listing.Component("FareTag") != nil || r.Listing.Component("Lever") == nil {
		t.Errorf("%d of %d contracts come back", len(r.Listing.Components), len(l.Components))
	}
	last := r.Listing.Unread[len(r.Listing.Unread)-1]
	if last.Component != "FareTag" || !strings.Contains(last.Why, "cannot be read back") || !strings.Contains(last.Why, `did you mean "props"?`) {
		t.Errorf("it is said as %+v", last)
	}
	one, err := s.ComponentOf(ctx, l.Package.Name, Latest, "Lever")
	if err != nil || len(one.Listing.Components) != 1 || one.Listing.Components[0].Component != "Lever" {
		t.Errorf("one component comes back as %d: %v", len(one.Listing.Components), err)
	}
}

// TestJobs holds that work is done once, by whoever takes it, and again where it failed.
func TestJobs(t *testing.T) {
	s := open(t)
	ctx := context.Background()
	if _, ok, err := s.TakeJob(ctx); ok || err != nil {
		t.Fatalf("an empty queue gives a job: %v", err)
	}
	for range 2 { // one that waits is not added twice
		if _, err := s.AddScan(ctx, "test", generated(1, "one")); err != nil {
			t.Fatal(err)
		}
	}
	job, ok, err := s.TakeJob(ctx)
	if !ok || err != nil || job != (Job{InspectApp, "one"}) {
		t.Fatalf("the queue gives %v, %v, %v", job, ok, err)
	}
	if _, ok, _ := s.TakeJob(ctx); ok {
		t.Error("a job that is done is given to another")
	}
	if err := s.FinishJob(ctx, job, errors.New("no\x00thing")); err != nil {
		t.Fatal(err)
	}
	if _, ok, _ := s.TakeJob(ctx); ok {
		t.Error("a job that failed is given out at once")
	}
	if _, err := s.pool.Exec(ctx, `update jobs set due = now()`); err != nil {
		t.Fatal(err)
	}
	for n := 2; n <= maxJobAttempts; n++ {
		if _, ok, err = s.TakeJob(ctx); !ok || err != nil {
			t.Fatalf("attempt %d: %v", n, err)
		}
		if _, err := s.pool.Exec(ctx, `update jobs set due = now()`); err != nil {
			t.Fatal(err)
		}
	}
	if _, ok, _ := s.TakeJob(ctx); ok {
		t.Error("a job that always fails is tried for ever")
	}
	// Another scan of the app begins anew.
	again := generated(1, "one")
	again.App.Digest = "sha256:other"
	if _, err := s.AddScan(ctx, "test", again); err != nil {
		t.Fatal(err)
	}
	if job, ok, err = s.TakeJob(ctx); !ok || err != nil {
		t.Fatalf("the next scan: %v", err)
	}
	if err := s.FinishJob(ctx, job, nil); err != nil {
		t.Fatal(err)
	}
	var left int
	if err := s.pool.QueryRow(ctx, `select count(*) from jobs`).Scan(&left); err != nil || left != 0 {
		t.Errorf("%d jobs are left: %v", left, err)
	}
}
