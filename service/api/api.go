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
	"os"
	"runtime/debug"
	"strings"
	"sync"
	"time"

	"github.com/gin-gonic/gin"
	"golang.org/x/sync/semaphore"

	"steadysocket/core/contract"
	"steadysocket/core/jsonlimit"
	"steadysocket/core/site"
	"steadysocket/service/store"
	"steadysocket/service/web"
)

//go:embed openapi.json
var openAPI []byte

// Limits on requests. What is made of a body takes several times its size, so that only so
// many bytes of bodies are under way at a time.
const (
	maxBody       = 128 << 20
	maxBodies     = maxBody
	maxDepth      = 64
	maxBodyValues = 8_000_000
	maxTime       = 2 * time.Minute
	pageSize      = 200
	maxActor      = 200
	actorField    = "X-Steady-Actor"
)

// server holds what the handlers need.
type server struct {
	store *store.Store
	log   *slog.Logger
	// neighbours are the library that drafts were held against last, by release and
	// reader: neither changes, and an editor asks at every key press.
	neighbours sync.Map
	bodies     *semaphore.Weighted // bytes of bodies that may still be read
	jobs       chan struct{}       // told of work that was queued
}

// Handler gives the service's handler, and does queued work until the context ends. Hosts
// are the names under which it may be called besides the loopback addresses.
func Handler(ctx context.Context, s *store.Store, log *slog.Logger, hosts ...string) http.Handler {
	gin.SetMode(gin.ReleaseMode)
	r := gin.New()
	r.UseRawPath = true // package names hold slashes
	r.UnescapePathValues = true
	r.HandleMethodNotAllowed = true
	srv := &server{store: s, log: log, bodies: semaphore.NewWeighted(maxBodies), jobs: make(chan struct{}, 1)}
	r.Use(srv.logged, srv.recovered, guard(hosts), limited)

	go srv.work(ctx)

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
		{"DELETE", "/packages/:package/releases/:version/withdrawal", s.offerAgain},
		{"POST", "/packages/:package/releases/:version/removal", s.removeRelease},
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
		{"POST", "/apps/:app/removal", s.removeApp},
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
	"too-slow":           "What was sent came too slowly",
	"foreign":            "Called from elsewhere",
	"no-actor":           "Nobody signed the write",
	"unavailable":        "The database cannot be reached",
	"busy":               "The service is busy",
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
	var limit *jsonlimit.Error
	var scan *site.Invalid
	switch {
	case errors.As(err, &limit):
		problem(c, Problem{Type: "too-large", Status: http.StatusRequestEntityTooLarge, Detail: "the body is refused before it is read: " + limit.Error()})
	case errors.As(err, &scan):
		problem(c, Problem{Type: "invalid", Status: http.StatusUnprocessableEntity, Detail: "this is no scan that can be taken: " + scan.Error(), Right: "send what steady uses --format json prints"})
	case errors.Is(err, os.ErrDeadlineExceeded):
		problem(c, Problem{Type: "too-slow", Status: http.StatusRequestTimeout, Detail: fmt.Sprintf("the body did not arrive within %v; nothing was written", bodyTime), Right: "send it again"})
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
			s.log.Error("panic", "path", c.Request.URL.Path, "panic", fmt.Sprint(r), "stack", string(debug.Stack()))
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

// bodyTime is how long a body may take to arrive.
var bodyTime = 2 * time.Minute

// text reads the request's body, within the limits on size, time and shape, or answers
// what was wrong. Done gives back the room that it takes.
func (s *server) text(c *gin.Context) (data []byte, done func(), ok bool) {
	size := c.Request.ContentLength
	if size < 0 || size > maxBody {
		size = maxBody // unknown, or refused while it is read
	}
	if err := s.bodies.Acquire(c.Request.Context(), size); err != nil {
		problem(c, Problem{Type: "busy", Status: http.StatusServiceUnavailable, Detail: "other large bodies are being read; nothing was written", Right: "send it again later"})
		return nil, nil, false
	}
	done = func() { s.bodies.Release(size) }
	// A writer that cannot set a deadline is none of a network's.
	_ = http.NewResponseController(c.Writer).SetReadDeadline(time.Now().Add(bodyTime))
	data, err := io.ReadAll(c.Request.Body)
	if err == nil {
		err = jsonlimit.Check(data, jsonlimit.Limits{Depth: maxDepth, Values: maxBodyValues})
	}
	if err != nil {
		done()
		s.fail(c, err)
		return nil, nil, false
	}
	return data, done, true
}

// body reads the request's body as JSON into v, or answers what was wrong.
func (s *server) body(c *gin.Context, v any) bool {
	data, done, ok := s.text(c)
	if !ok {
		return false
	}
	defer done()
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

// guarded runs f, for a goroutine of its own: a fault in it becomes its error, for nothing
// else would keep it from ending the process.
func guarded(f func() error) (err error) {
	defer func() {
		if fault := recover(); fault != nil {
			err = fmt.Errorf("a fault: %v\n%s", fault, debug.Stack())
		}
	}()
	return f()
}
