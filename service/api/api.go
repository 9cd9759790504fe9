// Package api is the service's HTTP interface: JSON under /api/v1, problem
// documents for errors, the console for everything else.
package api

import (
	"context"
	_ "embed"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"strings"
	"sync"
	"time"

	"github.com/gin-gonic/gin"

	"steadysocket/core/contract"
	"steadysocket/service/store"
	"steadysocket/service/web"
)

//go:embed openapi.json
var openAPI []byte

// Limits on requests.
const (
	maxBody    = 256 << 20
	maxTime    = 2 * time.Minute
	pageSize   = 200
	maxActor   = 200
	actorField = "X-Steady-Actor"
)

// server holds what the handlers need.
type server struct {
	store *store.Store
	log   *slog.Logger
	// neighbours are the library that drafts were held against last, by release and
	// reader: neither changes, and an editor asks at every key press.
	neighbours sync.Map
}

// Handler gives the service's handler. Hosts are the names under which it may
// be called besides the loopback addresses.
func Handler(s *store.Store, log *slog.Logger, hosts ...string) http.Handler {
	gin.SetMode(gin.ReleaseMode)
	r := gin.New()
	r.UseRawPath = true // package names hold slashes
	r.UnescapePathValues = true
	r.HandleMethodNotAllowed = true
	srv := &server{store: s, log: log}
	r.Use(srv.logged, srv.recovered, guard(hosts), limited)

	r.GET("/healthz", func(c *gin.Context) { c.JSON(http.StatusOK, gin.H{"status": "ok"}) })
	r.GET("/readyz", srv.ready)
	v1 := r.Group("/api/v1")
	for _, route := range srv.routes() {
		v1.Handle(route.method, route.path, route.handle)
	}
	console := web.Handler()
	r.NoRoute(func(c *gin.Context) {
		if strings.HasPrefix(c.Request.URL.Path, "/api/") || c.Request.Method != http.MethodGet && c.Request.Method != http.MethodHead {
			problem(c, Problem{Type: "not-found", Status: http.StatusNotFound, Detail: "there is nothing at " + c.Request.URL.Path, Right: "the calls are described at /api/v1/openapi.json"})
			return
		}
		console.ServeHTTP(c.Writer, c.Request)
	})
	r.NoMethod(func(c *gin.Context) {
		problem(c, Problem{Type: "method-not-allowed", Status: http.StatusMethodNotAllowed, Detail: c.Request.Method + " is not taken here", Right: "the calls are described at /api/v1/openapi.json"})
	})
	return r
}

type route struct {
	method, path string
	handle       gin.HandlerFunc
}

func (s *server) routes() []route {
	return []route{
		{"GET", "/openapi.json", func(c *gin.Context) { c.Data(http.StatusOK, "application/json", openAPI) }},
		{"GET", "/releases", s.listReleases},
		{"POST", "/releases", s.addRelease},
		{"GET", "/packages/:package/releases/:version", s.showRelease},
		{"GET", "/packages/:package/releases/:version/findings", s.showFindings},
		{"POST", "/packages/:package/releases/:version/withdrawal", s.withdraw},
		{"GET", "/components", s.listComponents},
		{"GET", "/packages/:package/components/:component", s.showComponent},
		{"GET", "/packages/:package/components/:component/sites", s.listSites},
		{"GET", "/packages/:package/components/:component/parity", s.showParity},
		{"GET", "/packages/:package/components/:component/usage", s.showUsage},
		{"GET", "/packages/:package/changes", s.compare},
		{"GET", "/packages/:package/impact", s.impact},
		{"GET", "/packages/:package/impact/:app", s.impactOnApp},
		{"GET", "/apps", s.listApps},
		{"POST", "/scans", s.addScan},
		{"GET", "/apps/:app/scan", s.showScan},
		{"GET", "/apps/:app/inspection", s.showInspection},
		{"GET", "/drafts", s.listDrafts},
		{"POST", "/drafts", s.addDraft},
		{"GET", "/drafts/:draft", s.showDraft},
		{"PUT", "/drafts/:draft", s.putDraft},
		{"GET", "/drafts/:draft/revisions", s.listDraftRevisions},
		{"GET", "/drafts/:draft/revisions/:revision", s.showDraft},
		{"POST", "/design/look", s.lookAtDraft},
		{"POST", "/design/skeleton", s.skeleton},
		{"GET", "/design/advice", s.advise},
		{"POST", "/design/shape", s.shape},
	}
}

// Problem is a problem document. Source: RFC 9457.
type Problem struct {
	Type   string   `json:"type"`
	Title  string   `json:"title"`
	Status int      `json:"status"`
	Detail string   `json:"detail"`
	Right  string   `json:"right,omitempty"` // what would be right
	Errors []string `json:"errors,omitempty"`
	Now    any      `json:"now,omitempty"` // what is kept now, where an edit began with something older
}

// titles are the titles of the stable problem types.
var titles = map[string]string{
	"not-found":          "Not found",
	"method-not-allowed": "Method not allowed",
	"bad-request":        "The call was wrong",
	"invalid":            "What was sent cannot be taken",
	"conflict":           "It is there already and differs",
	"no-base":            "The edit does not say what it began with",
	"outdated":           "It changed since the edit began",
	"too-large":          "What was sent is too large",
	"foreign":            "Called from elsewhere",
	"no-actor":           "Nobody signed the write",
	"unavailable":        "The database cannot be reached",
	"internal":           "Something went wrong in the service",
}

func problem(c *gin.Context, p Problem) {
	p.Title = titles[p.Type]
	p.Type = "urn:steady-socket:problem:" + p.Type
	data, err := json.Marshal(p)
	if err != nil {
		data = []byte("{}")
	}
	c.Abort()
	c.Data(p.Status, "application/problem+json", data)
}

// fail answers with the problem that an error means.
func (s *server) fail(c *gin.Context, err error) {
	var notFound *store.NotFound
	var conflict *store.Conflict
	var problems contract.Problems
	var tooLarge *http.MaxBytesError
	switch {
	case errors.As(err, &notFound):
		problem(c, Problem{Type: "not-found", Status: http.StatusNotFound, Detail: notFound.What, Right: notFound.Right})
	case errors.As(err, &conflict):
		problem(c, Problem{Type: "conflict", Status: http.StatusConflict, Detail: conflict.Message})
	case errors.As(err, &tooLarge):
		problem(c, Problem{Type: "too-large", Status: http.StatusRequestEntityTooLarge, Detail: fmt.Sprintf("at most %d bytes are taken", tooLarge.Limit)})
	case errors.As(err, &problems):
		p := Problem{Type: "invalid", Status: http.StatusUnprocessableEntity, Detail: problems[0].Error()}
		for _, one := range problems {
			p.Errors = append(p.Errors, one.Error())
		}
		problem(c, p)
	case c.Request.Context().Err() != nil && !errors.Is(c.Request.Context().Err(), context.DeadlineExceeded):
		c.Abort() // the caller has gone
	case store.Unavailable(err):
		s.log.Error("database", "error", err)
		problem(c, Problem{Type: "unavailable", Status: http.StatusServiceUnavailable, Detail: "the database does not answer; nothing was written", Right: "try again when it runs"})
	default:
		s.log.Error("request failed", "path", c.Request.URL.Path, "error", err)
		problem(c, Problem{Type: "internal", Status: http.StatusInternalServerError, Detail: "the request could not be answered; the service's log says why"})
	}
}

func bad(c *gin.Context, detail, right string) {
	problem(c, Problem{Type: "bad-request", Status: http.StatusBadRequest, Detail: detail, Right: right})
}

// logged writes one line per request.
func (s *server) logged(c *gin.Context) {
	start := time.Now()
	c.Next()
	s.log.Info("request", "method", c.Request.Method, "path", c.Request.URL.Path, "status", c.Writer.Status(), "ms", time.Since(start).Milliseconds())
}

// recovered turns a panic into a problem document.
func (s *server) recovered(c *gin.Context) {
	defer func() {
		if r := recover(); r != nil {
			s.log.Error("panic", "path", c.Request.URL.Path, "panic", fmt.Sprint(r))
			problem(c, Problem{Type: "internal", Status: http.StatusInternalServerError, Detail: "the request could not be answered; the service's log says why"})
		}
	}()
	c.Next()
}

// guard refuses calls that name another host or come from another origin, so
// that no page elsewhere can reach the service through a browser.
func guard(hosts []string) gin.HandlerFunc {
	allowed := map[string]bool{"localhost": true, "127.0.0.1": true, "::1": true}
	for _, h := range hosts {
		allowed[h] = true
	}
	name := func(host string) string {
		if h, _, err := net.SplitHostPort(host); err == nil {
			host = h
		}
		return strings.Trim(host, "[]")
	}
	return func(c *gin.Context) {
		if !allowed[name(c.Request.Host)] {
			problem(c, Problem{Type: "foreign", Status: http.StatusForbidden, Detail: "the service is not called " + c.Request.Host, Right: "call it by the address that it listens on"})
			return
		}
		if origin := c.GetHeader("Origin"); origin != "" {
			u, err := url.Parse(origin)
			if err != nil || u.Host != c.Request.Host {
				problem(c, Problem{Type: "foreign", Status: http.StatusForbidden, Detail: "pages of " + origin + " may not call the service"})
				return
			}
		}
		c.Next()
	}
}

// limited bounds the size and time of a request.
func limited(c *gin.Context) {
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, maxBody)
	ctx, cancel := context.WithTimeout(c.Request.Context(), maxTime)
	defer cancel()
	c.Request = c.Request.WithContext(ctx)
	c.Next()
}

func (s *server) ready(c *gin.Context) {
	if err := s.store.Ready(c.Request.Context()); err != nil {
		problem(c, Problem{Type: "unavailable", Status: http.StatusServiceUnavailable, Detail: "the database does not answer"})
		return
	}
	c.JSON(http.StatusOK, gin.H{"status": "ready"})
}

// actor gives who writes, or answers that nobody signed.
func actor(c *gin.Context) (string, bool) {
	a := strings.TrimSpace(c.GetHeader(actorField))
	if a == "" || len(a) > maxActor {
		problem(c, Problem{Type: "no-actor", Status: http.StatusBadRequest, Detail: "a write must say who writes", Right: "send the header " + actorField})
		return "", false
	}
	return a, true
}

// body reads the request's body as JSON into v, or answers what was wrong.
func (s *server) body(c *gin.Context, v any) bool {
	data, err := io.ReadAll(c.Request.Body)
	if err != nil {
		s.fail(c, err)
		return false
	}
	if err := json.Unmarshal(data, v); err != nil {
		var problems contract.Problems
		if errors.As(err, &problems) {
			s.fail(c, problems)
			return false
		}
		problem(c, Problem{Type: "invalid", Status: http.StatusUnprocessableEntity, Detail: "the body is not the JSON that is taken here: " + err.Error()})
		return false
	}
	return true
}
