package api

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"regexp"
	"strings"
	"testing"

	"steadysocket/core/contract"
	"steadysocket/core/reading"
	"steadysocket/core/site"
	"steadysocket/core/usage"
	"steadysocket/demo"
	"steadysocket/service/pgtest"
	"steadysocket/service/store"
)

var cluster *pgtest.Cluster

func TestMain(m *testing.M) { pgtest.Run(m, func(c *pgtest.Cluster) { cluster = c }) }

const pkg = "%40saltmarsh%2Ffairlead"

// serve starts the service on loopback with a database of its own.
func serve(t *testing.T) *httptest.Server {
	t.Helper()
	db, err := store.Open(context.Background(), cluster.Database(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(db.Close)
	s := httptest.NewServer(Handler(t.Context(), db, slog.New(slog.NewTextHandler(io.Discard, nil))))
	t.Cleanup(s.Close)
	return s
}

// call makes a request and reads the answer as JSON.
func call(t *testing.T, s *httptest.Server, method, path string, body any, header map[string]string) (int, map[string]any) {
	t.Helper()
	var reader io.Reader
	switch b := body.(type) {
	case nil:
	case string:
		reader = strings.NewReader(b)
	default:
		data, err := json.Marshal(b)
		if err != nil {
			t.Fatal(err)
		}
		reader = bytes.NewReader(data)
	}
	req, err := http.NewRequest(method, s.URL+path, reader)
	if err != nil {
		t.Fatal(err)
	}
	for k, v := range header {
		if k == "Host" {
			req.Host = v
		}
		req.Header.Set(k, v)
	}
	resp, err := http.DefaultClient.Do(req)
	if err != nil {
		t.Fatal(err)
	}
	defer resp.Body.Close()
	data, err := io.ReadAll(resp.Body)
	if err != nil {
		t.Fatal(err)
	}
	var out map[string]any
	if err := json.Unmarshal(data, &out); err != nil {
		t.Fatalf("%s %s answers no JSON: %.300s", method, path, data)
	}
	if resp.StatusCode >= 400 && resp.Header.Get("Content-Type") != "application/problem+json" {
		t.Errorf("%s %s fails as %s", method, path, resp.Header.Get("Content-Type"))
	}
	return resp.StatusCode, out
}

var signed = map[string]string{"X-Steady-Actor": "test"}

func listing(t *testing.T, release string) *contract.Listing {
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

func scanOf(t *testing.T, app string, libraries ...string) *site.Scan {
	t.Helper()
	dir := t.TempDir()
	if err := demo.LayApp(dir, app); err != nil {
		t.Fatal(err)
	}
	s, err := usage.Scan(os.DirFS(dir), usage.Options{Libraries: libraries})
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// filled is a service that holds two releases and an app.
func filled(t *testing.T) *httptest.Server {
	t.Helper()
	s := serve(t)
	for _, release := range []string{"1.2.0", "2.0.0"} {
		if status, out := call(t, s, "POST", "/api/v1/releases", NewRelease{Listing: listing(t, release)}, signed); status != http.StatusCreated {
			t.Fatalf("%d: %v", status, out)
		}
	}
	if status, out := call(t, s, "POST", "/api/v1/scans", scanOf(t, "booking", "@saltmarsh/fairlead"), signed); status != http.StatusCreated {
		t.Fatalf("%d: %v", status, out)
	}
	return s
}

func TestAnswers(t *testing.T) {
	s := filled(t)
	tests := []struct {
		path string
		look func(out map[string]any) bool
	}{
		{"/healthz", func(o map[string]any) bool { return o["status"] == "ok" }},
		{"/readyz", func(o map[string]any) bool { return o["status"] == "ready" }},
		{"/api/v1/openapi.json", func(o map[string]any) bool { return o["openapi"] == "3.1.0" }},
		{"/api/v1/releases", func(o map[string]any) bool { return len(o["items"].([]any)) == 2 }},
		{"/api/v1/releases?limit=1", func(o map[string]any) bool {
			return len(o["items"].([]any)) == 1 && o["next"] == "@saltmarsh/fairlead@2.0.0"
		}},
		{"/api/v1/releases?limit=1&after=@saltmarsh/fairlead@2.0.0", func(o map[string]any) bool { return len(o["items"].([]any)) == 1 && o["next"] == nil }},
		{"/api/v1/components?search=fare", func(o map[string]any) bool { return len(o["items"].([]any)) >= 1 }},
		{"/api/v1/packages/" + pkg + "/releases/2.0.0", func(o map[string]any) bool { return o["listing"].(map[string]any)["format"] == "steady.contracts/1" }},
		{"/api/v1/packages/Fairlead/releases/latest", func(o map[string]any) bool { return o["release"].(map[string]any)["version"] == "2.0.0" }},
		{"/api/v1/packages/" + pkg + "/releases/2.0.0/findings", func(o map[string]any) bool { return len(o["findings"].([]any)) > 3 }},
		{"/api/v1/packages/" + pkg + "/components/FareTag", func(o map[string]any) bool {
			return o["contract"].(map[string]any)["component"] == "FareTag" && len(o["history"].([]any)) == 2
		}},
		{"/api/v1/packages/" + pkg + "/components/Timetable.Row?version=1.2.0", func(o map[string]any) bool { return o["release"].(map[string]any)["version"] == "1.2.0" }},
		{"/api/v1/packages/" + pkg + "/components/FareTag/sites?limit=3", func(o map[string]any) bool { return len(o["items"].([]any)) == 3 && o["next"] != nil }},
		{"/api/v1/packages/" + pkg + "/changes?from=1.2.0&to=2.0.0", func(o map[string]any) bool { return o["owed"] == "major" && o["enough"] == true }},
		{"/api/v1/packages/" + pkg + "/impact?from=1.2.0&to=2.0.0", func(o map[string]any) bool {
			row := o["apps"].([]any)[0].(map[string]any)
			return row["scanned"] == true && row["totals"].(map[string]any)["breaks"].(float64) > 10
		}},
		{"/api/v1/packages/" + pkg + "/impact/booking?from=1.2.0&to=2.0.0", func(o map[string]any) bool { return o["format"] == "steady.impact/1" }},
		{"/api/v1/apps", func(o map[string]any) bool { return len(o["items"].([]any)) == 1 }},
		{"/api/v1/apps/booking/scan", func(o map[string]any) bool { return o["format"] == "steady.uses/1" }},
	}
	for _, test := range tests {
		status, out := call(t, s, "GET", test.path, nil, nil)
		if status != http.StatusOK || !test.look(out) {
			text, _ := json.Marshal(out)
			t.Errorf("%s: %d %.400s", test.path, status, text)
		}
	}
}

// TestBothImpactsAgree holds the row of an app in the overview against the
// impact on the app itself.
func TestBothImpactsAgree(t *testing.T) {
	s := filled(t)
	_, all := call(t, s, "GET", "/api/v1/packages/"+pkg+"/impact?from=1.2.0&to=2.0.0", nil, nil)
	_, one := call(t, s, "GET", "/api/v1/packages/"+pkg+"/impact/booking?from=1.2.0&to=2.0.0", nil, nil)
	a, _ := json.Marshal(all["apps"].([]any)[0].(map[string]any)["totals"])
	b, _ := json.Marshal(one["totals"])
	if string(a) != string(b) {
		t.Errorf("the overview says %s, the app itself %s", a, b)
	}
}

func TestProblems(t *testing.T) {
	s := filled(t)
	same := listing(t, "1.1.0")
	same.Package.Version = "1.2.0"
	nameless := listing(t, "1.1.0")
	nameless.Package.Name = ""
	tests := []struct {
		method, path string
		body         any
		header       map[string]string
		status       int
		kind, detail string
	}{
		{"GET", "/api/v1/nothing", nil, nil, 404, "not-found", "there is nothing at /api/v1/nothing"},
		{"PUT", "/api/v1/releases", nil, nil, 405, "method-not-allowed", "PUT is not taken here"},
		{"GET", "/api/v1/packages/nobody/releases/1.0.0", nil, nil, 404, "not-found", "no package or library is called nobody"},
		{"GET", "/api/v1/packages/" + pkg + "/releases/9.9.9", nil, nil, 404, "not-found", "@saltmarsh/fairlead has no release 9.9.9"},
		{"GET", "/api/v1/packages/" + pkg + "/components/Nothing", nil, nil, 404, "not-found", "@saltmarsh/fairlead@2.0.0 has no component Nothing"},
		{"GET", "/api/v1/packages/" + pkg + "/changes?from=1.2.0", nil, nil, 400, "bad-request", "from and to must name two releases"},
		{"GET", "/api/v1/packages/" + pkg + "/impact/nobody?from=1.2.0&to=2.0.0", nil, nil, 404, "not-found", "no app is called nobody"},
		{"GET", "/api/v1/releases?limit=0", nil, nil, 400, "bad-request", "limit must be a number from 1 to 1000, not 0"},
		{"GET", "/api/v1/packages/" + pkg + "/components/FareTag/sites?after=x", nil, nil, 400, "bad-request", "after must be the cursor that the page before gave"},
		{"POST", "/api/v1/releases", NewRelease{Listing: listing(t, "1.2.0")}, nil, 400, "no-actor", "a write must say who writes"},
		{"POST", "/api/v1/releases", "{", signed, 422, "invalid", "the body is not the JSON that is taken here"},
		{"POST", "/api/v1/releases", `{"listing": {"format": "steady.contracts/1", "componnets": []}}`, signed, 422, "invalid", `did you mean "components"?`},
		{"POST", "/api/v1/releases", "{}", signed, 400, "bad-request", "the listing is missing"},
		{"POST", "/api/v1/releases", NewRelease{Listing: nameless}, signed, 400, "bad-request", "the package has no name or no version"},
		{"POST", "/api/v1/releases", NewRelease{Listing: same}, signed, 409, "conflict", "@saltmarsh/fairlead@1.2.0 was added with another source"},
		{"POST", "/api/v1/releases", NewRelease{Listing: listing(t, "1.1.0"), Settings: "steady: 9"}, signed, 422, "invalid", "steady.yaml:1:9: this is format 9; formats up to 1 are read"},
		{"POST", "/api/v1/scans", `{"format": "steady.uses/2"}`, signed, 422, "invalid", `its format is "steady.uses/2"`},
		{"POST", "/api/v1/packages/" + pkg + "/releases/1.2.0/withdrawal", "{}", signed, 400, "bad-request", "a withdrawal needs its reason"},
		{"GET", "/api/v1/releases", nil, map[string]string{"Host": "evil.example"}, 403, "foreign", "the service is not called evil.example"},
		{"POST", "/api/v1/scans", "{}", map[string]string{"Origin": "https://evil.example"}, 403, "foreign", "pages of https://evil.example may not call the service"},
	}
	for _, test := range tests {
		status, out := call(t, s, test.method, test.path, test.body, test.header)
		detail, _ := out["detail"].(string)
		if status != test.status || out["type"] != "urn:steady-socket:problem:"+test.kind || !strings.Contains(detail, test.detail) || out["title"] == "" {
			t.Errorf("%s %s: %d %v, want %d %s: %s", test.method, test.path, status, out, test.status, test.kind, test.detail)
		}
	}
	if status, out := call(t, s, "GET", "/api/v1/releases", nil, map[string]string{"Origin": s.URL}); status != 200 {
		t.Errorf("the console's own origin is refused: %v", out)
	}
}

// TestALaterLibraryIsNotScanned holds that a package which a scan did not look
// for is told as not scanned, never as 0.
func TestALaterLibraryIsNotScanned(t *testing.T) {
	s := filled(t)
	for _, version := range []string{"1.0.0", "1.1.0"} {
		l := listing(t, version)
		l.Package.Name, l.Library.Name = "@saltmarsh/bowline", "Bowline"
		if status, out := call(t, s, "POST", "/api/v1/releases", NewRelease{Listing: l}, signed); status != 201 {
			t.Fatal(status, out)
		}
	}
	_, out := call(t, s, "GET", "/api/v1/packages/Bowline/impact?from=1.0.0&to=1.1.0", nil, nil)
	if row := out["apps"].([]any)[0].(map[string]any); row["scanned"] != false {
		t.Errorf("the app is told as scanned: %v", row)
	}
	if status, out := call(t, s, "GET", "/api/v1/packages/Bowline/impact/booking?from=1.0.0&to=1.1.0", nil, nil); status != 404 || !strings.Contains(out["detail"].(string), "did not look for") {
		t.Errorf("%d %v", status, out)
	}
	_, out = call(t, s, "GET", "/api/v1/components?search=FareTag", nil, nil)
	for _, c := range out["items"].([]any) {
		row := c.(map[string]any)
		if (row["sites"] == nil) != (row["package"] == "@saltmarsh/bowline") {
			t.Errorf("%v has sites %v", row["package"], row["sites"])
		}
	}
}

// TestTheDescriptionHoldsTheRoutes holds the OpenAPI document against the routes.
func TestTheDescriptionHoldsTheRoutes(t *testing.T) {
	var doc struct {
		Paths map[string]map[string]any `json:"paths"`
	}
	if err := json.Unmarshal(openAPI, &doc); err != nil {
		t.Fatal(err)
	}
	described := map[string]bool{}
	for path, methods := range doc.Paths {
		for method := range methods {
			described[strings.ToUpper(method)+" "+path] = true
		}
	}
	param := regexp.MustCompile(`:(\w+)`)
	for _, r := range (&server{}).routes() {
		key := r.method + " " + param.ReplaceAllString(r.path, "{$1}")
		if !described[key] {
			t.Errorf("%s is served and not described", key)
		}
		delete(described, key)
	}
	for key := range described {
		t.Errorf("%s is described and not served", key)
	}
}

func TestTheConsoleIsServed(t *testing.T) {
	s := serve(t)
	for _, path := range []string{"/", "/components/" + url.PathEscape("@a/b") + "/X", "/impact?from=1"} {
		resp, err := http.Get(s.URL + path)
		if err != nil {
			t.Fatal(err)
		}
		body, err := io.ReadAll(resp.Body)
		resp.Body.Close()
		if err != nil {
			t.Fatal(err)
		}
		// Without a build there is a clear word; with one there is the page.
		want := http.StatusOK
		if strings.Contains(string(body), "was not built into this program") {
			want = http.StatusNotFound
		}
		if resp.StatusCode != want || want == http.StatusOK && !strings.Contains(string(body), "<html") {
			t.Errorf("%s: %d, %.80s", path, resp.StatusCode, body)
		}
		if resp.Header.Get("Content-Security-Policy") == "" {
			t.Errorf("%s has no content security policy", path)
		}
	}
}

// TestTooLarge sends more than is taken.
func TestTooLarge(t *testing.T) {
	s := serve(t)
	req, err := http.NewRequest("POST", s.URL+"/api/v1/scans", io.LimitReader(endless{}, maxBody+1))
	if err != nil {
		t.Fatal(err)
	}
	req.Header.Set("X-Steady-Actor", "test")
	resp, err := http.DefaultClient.Do(req)
	if err != nil {
		t.Fatal(err)
	}
	defer resp.Body.Close()
	if resp.StatusCode != http.StatusRequestEntityTooLarge {
		t.Errorf("%d for %d bytes", resp.StatusCode, maxBody+1)
	}
}

type endless struct{}

func (endless) Read(p []byte) (int, error) {
	for i := range p {
		p[i] = ' '
	}
	return len(p), nil
}

func TestTheDatabaseGoesAway(t *testing.T) {
	s := filled(t)
	cluster.Stop()
	defer func() {
		if err := cluster.Start(); err != nil {
			t.Fatal(err)
		}
	}()
	for _, path := range []string{"/readyz", "/api/v1/releases", "/api/v1/components", "/api/v1/packages/Fairlead/changes?from=1.2.0&to=2.0.0"} {
		status, out := call(t, s, "GET", path, nil, nil)
		if status != http.StatusServiceUnavailable || out["type"] != "urn:steady-socket:problem:unavailable" {
			t.Errorf("%s without a database: %d %v", path, status, out)
		}
	}
	if status, _ := call(t, s, "GET", "/healthz", nil, nil); status != 200 {
		t.Errorf("the service itself is not healthy: %d", status)
	}
}
