package api

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"time"

	"steadysocket/core/contract"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/core/types"
	"steadysocket/service/store"
)

// pier is a release of one component that is not read from anywhere.
func pier(framework string, change func(c *contract.Contract)) *contract.Listing {
	text, err := types.Parse("string")
	if err != nil {
		panic(err)
	}
	c := contract.Contract{Component: "Pier", Package: "@saltmarsh/pier", Framework: framework, Kind: contract.KindComponent, Complete: true,
		Export: contract.Export{Module: ".", Name: "Pier", Kind: "named"},
		Props:  []*contract.Prop{{Name: "mark", Spelled: contract.Spelled{Name: "mark"}, Type: contract.Type{T: text}}}}
	change(&c)
	return &contract.Listing{Reader: "15", Source: contract.SourceInfo{Kind: "directory", Digest: "sha256:1"}, Library: contract.LibraryInfo{Name: "Pier"},
		Package: contract.PackageInfo{Name: "@saltmarsh/pier", Version: "1.0.0", Framework: framework}, Components: []contract.Contract{c}}
}

// appUsing is a scan of an app that uses Pier, and what else is wanted.
func appUsing(name string, props ...site.Given) *site.Scan {
	at := place.Place{File: "src/Quay.tsx", Line: 1, Column: 1}
	for i := range props {
		props[i].At = at
	}
	return &site.Scan{Format: site.Format, Reader: "9", App: site.App{Name: name, Path: ".", Digest: "sha256:" + name, Framework: "react"}, Covers: []string{"@saltmarsh/pier"},
		Packages: []site.PackageUse{{Name: "@saltmarsh/pier", Range: "^1.0.0", Locked: []string{"1.0.0"}}},
		Sites:    []site.Site{{ID: "src/Quay.tsx#Quay/Pier/1", Package: "@saltmarsh/pier", Component: "Pier", Form: site.Element, In: "Quay", At: at, Props: props}}}
}

// pages are the calls behind the console's pages.
var pages = []string{
	"/api/v1/releases", "/api/v1/components", "/api/v1/components?search=pier", "/api/v1/apps",
	"/api/v1/packages/%40saltmarsh%2Fpier/releases/1.0.0", "/api/v1/packages/%40saltmarsh%2Fpier/releases/1.0.0/findings",
	"/api/v1/packages/%40saltmarsh%2Fpier/components/Pier", "/api/v1/packages/%40saltmarsh%2Fpier/components/Pier/sites",
	"/api/v1/packages/%40saltmarsh%2Fpier/components/Pier/usage", "/api/v1/packages/%40saltmarsh%2Fpier/components/Pier/parity",
	"/api/v1/packages/%40saltmarsh%2Fpier/changes?from=1.0.0&to=1.0.0", "/api/v1/packages/%40saltmarsh%2Fpier/impact?from=1.0.0&to=1.0.0",
	"/api/v1/packages/%40saltmarsh%2Fpier/impact/harbour?from=1.0.0&to=1.0.0", "/api/v1/apps/harbour/scan", "/api/v1/apps/harbour/inspection",
}

// TestPagesStand adds what is unusual and right: all pages answer, and say what was added.
func TestPagesStand(t *testing.T) {
	for name, change := range map[string]func(c *contract.Contract){
		"a default that is the character U+0000": func(c *contract.Contract) {
			c.Props[0].Default = contract.Default{Kind: contract.DefaultValue, Value: "a\x00b"}
			c.Summary = "divides by \x00"
		},
		"no root":             func(c *contract.Contract) { c.Root = contract.Root{Known: true} },
		"logic without root":  func(c *contract.Contract) { c.Root = contract.Root{Known: true, None: true} },
		"a web component":     func(c *contract.Contract) { c.Framework = "web component"; c.Root = contract.Root{Known: true} },
		"a name with a slash": func(c *contract.Contract) { c.Props[0].Name = "a/b"; c.Props[0].Spelled.Name = "a/b" },
	} {
		s := serve(t)
		l := pier("react", change)
		if status, out := call(t, s, "POST", "/api/v1/releases", NewRelease{Listing: l}, signed); status != 201 {
			t.Errorf("%s: %d %v", name, status, out)
			continue
		}
		scan := appUsing("harbour", site.Given{Name: "mark", Spelled: "mark", Literal: &site.Value{V: "x\x00y"}})
		scan.Sites = append(scan.Sites, scan.Sites[0])
		scan.Sites[1].ID, scan.Sites[1].Found = "src/Quay.tsx#Quay/Pier/2", "tag"
		if status, out := call(t, s, "POST", "/api/v1/scans", scan, signed); status != 201 {
			t.Errorf("%s: the app: %d %v", name, status, out)
			continue
		}
		for _, page := range pages {
			if status, out := call(t, s, "GET", page, nil, nil); status != 200 {
				t.Errorf("%s: %s answers %d %v", name, page, status, out["detail"])
			}
		}
		_, out := call(t, s, "GET", "/api/v1/packages/%40saltmarsh%2Fpier/releases/1.0.0", nil, nil)
		components := out["listing"].(map[string]any)["components"].([]any)
		if len(components) != 1 {
			t.Errorf("%s: the release has %d components", name, len(components))
		}
	}
}

// TestWhatIsAddedIsChecked posts what tools could post and no reader prints.
func TestWhatIsAddedIsChecked(t *testing.T) {
	s := serve(t)
	for _, test := range []struct {
		name, want string
		change     func(l *contract.Listing)
	}{
		{"a reader that is no number", `the reader's version, not "dev"`, func(l *contract.Listing) { l.Reader = "dev" }},
		{"no digest", "from what it was made", func(l *contract.Listing) { l.Source.Digest = "" }},
		{"a version with NUL", "U+0000", func(l *contract.Listing) { l.Package.Version = "1\x00" }},
		{"a package with NUL", "U+0000", func(l *contract.Listing) { l.Package.Name = "pier\x00" }},
		{"a component with NUL", "U+0000", func(l *contract.Listing) { l.Components[0].Component = "Pi\x00er" }},
		{"a component twice", `"Pier" is listed twice`, func(l *contract.Listing) { l.Components = append(l.Components, l.Components[0]) }},
		{"a component without a name", "components[0] has no name", func(l *contract.Listing) { l.Components[0].Component = "" }},
		{"an axis that is no prop", `axes[0] names "tone"`, func(l *contract.Listing) { l.Components[0].Axes = []string{"tone"} }},
		{"a two-way value without its event", `twoWay[0].change names "change"`, func(l *contract.Listing) {
			l.Components[0].TwoWay = []contract.TwoWay{{Value: "mark", Change: "change", Held: contract.HeldByApp}}
		}},
	} {
		l := pier("react", func(*contract.Contract) {})
		test.change(l)
		status, out := call(t, s, "POST", "/api/v1/releases", NewRelease{Listing: l}, signed)
		if detail := fmt.Sprint(out["detail"]); status != 422 && status != 400 || !strings.Contains(detail, test.want) {
			t.Errorf("%s: %d %s, want %q", test.name, status, detail, test.want)
		}
	}
	if _, out := call(t, s, "GET", "/api/v1/releases", nil, nil); len(out["items"].([]any)) != 0 {
		t.Errorf("something that was refused is kept: %v", out)
	}
}

// TestBodiesAreBounded sends bodies that would become large, or never end.
func TestBodiesAreBounded(t *testing.T) {
	s := serve(t)
	for name, test := range map[string]struct {
		path, body string
		status     int
		want       string
	}{
		"half a million empty sites": {"/api/v1/scans", `{"format": "steady.uses/1", "sites": [{}` + strings.Repeat(",{}", 500_000) + `]}`, 422, "sites[0] has no id"},
		"more values than are taken": {"/api/v1/scans", `{"x": [0` + strings.Repeat(",0", maxBodyValues) + `]}`, 413, "it holds more than 8000000 values"},
		"nested without end":         {"/api/v1/scans", strings.Repeat("[", 1<<20), 413, "nested more than 64 deep"},
		"a nested listing":           {"/api/v1/releases", `{"listing": ` + strings.Repeat(`{"a":`, 1<<18), 413, "nested more than 64 deep"},
		"a draft of brackets":        {"/api/v1/design/look", strings.Repeat("[", 1<<20), 413, "nested more than 64 deep"},
	} {
		status, out := call(t, s, "POST", test.path, test.body, signed)
		if detail := fmt.Sprint(out["detail"]); status != test.status || !strings.Contains(detail, test.want) {
			t.Errorf("%s: %d %s, want %d %s", name, status, detail, test.status, test.want)
		}
	}
}

// TestSlowBodiesEnd sends a body that stops arriving.
func TestSlowBodiesEnd(t *testing.T) {
	before := bodyTime
	bodyTime = 300 * time.Millisecond
	defer func() { bodyTime = before }()
	s := serve(t)
	conn, err := net.Dial("tcp", s.Listener.Addr().String())
	if err != nil {
		t.Fatal(err)
	}
	defer conn.Close()
	fmt.Fprintf(conn, "POST /api/v1/scans HTTP/1.1\r\nHost: %s\r\nX-Steady-Actor: slow\r\nContent-Length: 1000\r\n\r\n{\"format\":", s.Listener.Addr())
	if err := conn.SetReadDeadline(time.Now().Add(20 * time.Second)); err != nil {
		t.Fatal(err)
	}
	answer, err := io.ReadAll(conn)
	if err != nil || !strings.Contains(string(answer), "408") || !strings.Contains(string(answer), "did not arrive") {
		t.Errorf("%v: %s", err, answer)
	}
}

// TestAppsAddedInParallel adds apps that share values, names and components, each in
// another order, all at once and again.
func TestAppsAddedInParallel(t *testing.T) {
	s := serve(t)
	var wg sync.WaitGroup
	for round := range 3 {
		for n := range 12 {
			scan := appUsing(fmt.Sprintf("app-%d", n))
			scan.App.Digest = fmt.Sprintf("sha256:%d-%d", n, round)
			for i := range 60 {
				x := scan.Sites[0]
				x.ID = fmt.Sprintf("src/Quay.tsx#Quay/Pier/%d", i+2)
				x.Component = fmt.Sprintf("Pier%d", (i*7+n*5)%30)
				x.Props = []site.Given{{Name: "m", Spelled: fmt.Sprintf("m%d", (i*11+n*3)%40), Literal: &site.Value{V: fmt.Sprintf("v%d-%d", round, (i*13+n*7)%50)}, At: x.At}}
				scan.Sites = append(scan.Sites, x)
			}
			wg.Go(func() {
				if status, out := call(t, s, "POST", "/api/v1/scans", scan, signed); status != 201 {
					t.Errorf("app %d: %d %v", n, status, out)
				}
			})
		}
		wg.Wait()
	}
}

// TestFaultsEndNoProcess holds that a fault in a goroutine becomes an error.
func TestFaultsEndNoProcess(t *testing.T) {
	var list []int
	if err := guarded(func() error { list[3] = 1; return nil }); err == nil || !strings.Contains(err.Error(), "index out of range") || !strings.Contains(err.Error(), "hostile_test.go") {
		t.Errorf("a fault becomes %v", err)
	}
	if err := guarded(func() error { return io.EOF }); !errors.Is(err, io.EOF) {
		t.Errorf("an error becomes %v", err)
	}
	if err := guarded(func() error { return nil }); err != nil {
		t.Errorf("nothing becomes %v", err)
	}
}

// TestMistakesCanBeUndone withdraws, offers again and removes.
func TestMistakesCanBeUndone(t *testing.T) {
	s := serve(t)
	release := "/api/v1/packages/%40saltmarsh%2Fpier/releases/1.0.0"
	add := func(l *contract.Listing, want int) {
		t.Helper()
		if status, out := call(t, s, "POST", "/api/v1/releases", NewRelease{Listing: l}, signed); status != want {
			t.Fatalf("adding: %d %v", status, out)
		}
	}
	newest := func() string {
		_, out := call(t, s, "GET", "/api/v1/packages/%40saltmarsh%2Fpier/components/Pier", nil, nil)
		r, _ := out["release"].(map[string]any)
		return fmt.Sprint(r["version"])
	}
	first := pier("react", func(*contract.Contract) {})
	add(first, 201)
	second := pier("react", func(c *contract.Contract) { c.Summary = "longer" })
	second.Package.Version, second.Source.Digest = "1.1.0", "sha256:2"
	add(second, 201)
	later := strings.Replace(release, "1.0.0", "1.1.0", 1)
	for _, step := range []struct {
		method, path string
		body         any
		header       map[string]string
		status       int
		newest       string
	}{
		{"POST", later + "/withdrawal", map[string]string{"reason": " "}, signed, 400, "1.1.0"},
		{"POST", later + "/withdrawal", map[string]string{"reason": "too long"}, nil, 400, "1.1.0"},
		{"POST", later + "/withdrawal", map[string]string{"reason": "too long"}, signed, 200, "1.0.0"},
		{"DELETE", later + "/withdrawal", nil, nil, 400, "1.0.0"},
		{"DELETE", later + "/withdrawal", nil, signed, 200, "1.1.0"},
		{"POST", later + "/removal", map[string]string{}, signed, 400, "1.1.0"},
		{"POST", later + "/removal", map[string]string{"reason": "a mistake"}, signed, 200, "1.0.0"},
		{"POST", later + "/removal", map[string]string{"reason": "a mistake"}, signed, 404, "1.0.0"},
		{"DELETE", later + "/withdrawal", nil, signed, 404, "1.0.0"},
	} {
		status, out := call(t, s, step.method, step.path, step.body, step.header)
		if status != step.status || newest() != step.newest {
			t.Errorf("%s %s: %d %v, newest %s; want %d, %s", step.method, step.path, status, out["detail"], newest(), step.status, step.newest)
		}
	}
	// The number is free again, with another source; what both releases shared is still there.
	second.Source.Digest = "sha256:3"
	add(second, 201)
	call(t, s, "POST", later+"/removal", map[string]string{"reason": "again"}, signed)
	if status, out := call(t, s, "GET", release, nil, nil); status != 200 || len(out["listing"].(map[string]any)["components"].([]any)) != 1 {
		t.Errorf("the release that stays: %d %v", status, out)
	}
	// By the library's name, and the last one: nothing is left.
	if status, out := call(t, s, "POST", "/api/v1/packages/Pier/releases/1.0.0/removal", map[string]string{"reason": "all"}, signed); status != 200 {
		t.Errorf("removing by the library's name: %d %v", status, out)
	}
	if status, _ := call(t, s, "GET", release, nil, nil); status != 404 {
		t.Errorf("the package of no release answers %d", status)
	}
	add(first, 201)

	if status, out := call(t, s, "POST", "/api/v1/scans", appUsing("harbour"), signed); status != 201 {
		t.Fatalf("adding an app: %d %v", status, out)
	}
	for _, want := range []int{200, 404} {
		if status, out := call(t, s, "POST", "/api/v1/apps/harbour/removal", map[string]string{"reason": "closed"}, signed); status != want {
			t.Errorf("removing an app: %d %v, want %d", status, out, want)
		}
	}
	if _, out := call(t, s, "GET", "/api/v1/apps", nil, nil); len(out["items"].([]any)) != 0 {
		t.Errorf("apps after a removal: %v", out)
	}
}

// TestAppsAreCountedByPackage adds an app that uses two packages.
func TestAppsAreCountedByPackage(t *testing.T) {
	s := serve(t)
	scan := appUsing("harbour")
	scan.Covers = append(scan.Covers, "@saltmarsh/quay", "@saltmarsh/tide")
	for n := range 3 {
		x := scan.Sites[0]
		x.ID, x.Package = fmt.Sprintf("src/Quay.tsx#Quay/Pier/%d", n+2), "@saltmarsh/quay"
		if n == 2 {
			x.Via = []string{"src/Own.tsx#Own"}
		}
		scan.Sites = append(scan.Sites, x)
	}
	if status, out := call(t, s, "POST", "/api/v1/scans", scan, signed); status != 201 {
		t.Fatalf("adding: %d %v", status, out)
	}
	_, out := call(t, s, "GET", "/api/v1/apps", nil, nil)
	app := out["items"].([]any)[0].(map[string]any)
	if got := fmt.Sprint(app["counts"]); got != "[map[behind:0 package:@saltmarsh/pier sites:1] map[behind:1 package:@saltmarsh/quay sites:2]]" || fmt.Sprint(app["sites"]) != "3" {
		t.Errorf("the app is counted as %s, %v in all", got, app["sites"])
	}
}

// TestInspectionsAreQueued holds that adding an app does not wait for its inspection, and
// that the inspection comes.
func TestInspectionsAreQueued(t *testing.T) {
	db, err := store.Open(context.Background(), cluster.Database(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(db.Close)
	ended, end := context.WithCancel(t.Context())
	end() // a service that does not work
	idle := httptest.NewServer(Handler(ended, db, slog.New(slog.DiscardHandler)))
	defer idle.Close()
	call(t, idle, "POST", "/api/v1/releases", NewRelease{Listing: pier("react", func(*contract.Contract) {})}, signed)
	if status, out := call(t, idle, "POST", "/api/v1/scans", appUsing("harbour"), signed); status != 201 {
		t.Fatalf("adding an app: %d %v", status, out)
	}
	found := func() any {
		_, out := call(t, idle, "GET", "/api/v1/apps", nil, nil)
		return out["items"].([]any)[0].(map[string]any)["found"]
	}
	if found() != nil {
		t.Error("the call that adds an app inspects it")
	}
	// Another service on the same database does what was queued.
	busy := httptest.NewServer(Handler(t.Context(), db, slog.New(slog.DiscardHandler)))
	defer busy.Close()
	for range 200 {
		if found() != nil {
			return
		}
		time.Sleep(50 * time.Millisecond)
	}
	t.Error("the inspection that was queued does not come")
}
