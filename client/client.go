// Package client is the Go client of the service's API.
package client

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"strings"
	"time"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/impact"
	"steadysocket/core/inspect"
	"steadysocket/core/site"
	"steadysocket/core/style"
)

// Client calls one service.
type Client struct {
	base  string
	actor string
	http  *http.Client
}

// New makes a client for the service at base, http://127.0.0.1:7420 for
// instance. Actor signs what is written.
func New(base, actor string) *Client {
	return &Client{strings.TrimRight(base, "/"), actor, &http.Client{Timeout: 5 * time.Minute}}
}

// Error is a call that the service could not be reached for, or refused.
type Error struct {
	Base   string
	Status int // 0 where the service could not be reached
	Detail string
	Right  string
}

func (e *Error) Error() string {
	s := e.Detail
	if e.Status == 0 {
		s = "the service at " + e.Base + " cannot be reached: " + e.Detail
	}
	if e.Right != "" {
		s += "; " + e.Right
	}
	return s
}

func (c *Client) call(ctx context.Context, method, path string, query url.Values, in, out any) error {
	return c.callWith(ctx, method, path, query, nil, in, out)
}

// callWith calls with further header fields.
func (c *Client) callWith(ctx context.Context, method, path string, query url.Values, header map[string]string, in, out any) error {
	address := c.base + "/api/v1" + path
	if len(query) > 0 {
		address += "?" + query.Encode()
	}
	var body io.Reader
	if in != nil {
		data, err := json.Marshal(in)
		if err != nil {
			return err
		}
		body = bytes.NewReader(data)
	}
	req, err := http.NewRequestWithContext(ctx, method, address, body)
	if err != nil {
		return &Error{Base: c.base, Detail: err.Error(), Right: "give the service's address as http://host:port"}
	}
	if in != nil {
		req.Header.Set("Content-Type", "application/json")
	}
	if method != http.MethodGet {
		req.Header.Set("X-Steady-Actor", c.actor)
	}
	for name, value := range header {
		req.Header.Set(name, value)
	}
	resp, err := c.http.Do(req)
	if err != nil {
		var u *url.Error
		if errors.As(err, &u) {
			err = u.Err
		}
		return &Error{Base: c.base, Detail: err.Error(), Right: "start it, or name it with --service or STEADY_SERVICE"}
	}
	defer resp.Body.Close()
	data, err := io.ReadAll(resp.Body)
	if err != nil {
		return &Error{Base: c.base, Detail: err.Error()}
	}
	if resp.StatusCode >= 400 {
		var p struct {
			Detail string   `json:"detail"`
			Right  string   `json:"right"`
			Errors []string `json:"errors"`
		}
		if json.Unmarshal(data, &p) != nil || p.Detail == "" {
			p.Detail = fmt.Sprintf("the service at %s answered %s", c.base, resp.Status)
		}
		if len(p.Errors) > 1 {
			p.Detail = strings.Join(p.Errors, "\n")
		}
		return &Error{c.base, resp.StatusCode, p.Detail, p.Right}
	}
	if err := json.Unmarshal(data, out); err != nil {
		return &Error{Base: c.base, Status: resp.StatusCode, Detail: "the service's answer cannot be read: " + err.Error(), Right: "use a client of the service's version"}
	}
	return nil
}

// Added answers a write: whether anything was new.
type Added struct {
	Added   bool   `json:"added"`
	Subject string `json:"subject"`
}

// AddRelease keeps a reading of a release.
func (c *Client) AddRelease(ctx context.Context, l *contract.Listing, settings string, conflicts []style.Conflict) (Added, error) {
	var out Added
	in := struct {
		Listing   *contract.Listing `json:"listing"`
		Settings  string            `json:"settings"`
		Conflicts []style.Conflict  `json:"conflicts"`
	}{l, settings, conflicts}
	return out, c.call(ctx, http.MethodPost, "/releases", nil, in, &out)
}

// AddScan keeps a scan.
func (c *Client) AddScan(ctx context.Context, scan *site.Scan) (Added, error) {
	var out Added
	return out, c.call(ctx, http.MethodPost, "/scans", nil, scan, &out)
}

// Release is one release as it is listed.
type Release struct {
	Library    string    `json:"library"`
	Package    string    `json:"package"`
	Framework  string    `json:"framework"`
	Version    string    `json:"version"`
	Withdrawn  *string   `json:"withdrawn"`
	Components int       `json:"components"`
	Findings   int       `json:"findings"`
	AddedAt    time.Time `json:"addedAt"`
	AddedBy    string    `json:"addedBy"`
}

// App is one app as it is listed.
type App struct {
	Name     string            `json:"name"`
	Commit   string            `json:"commit"`
	Dirty    bool              `json:"dirty"`
	Covers   []string          `json:"covers"`
	Packages []site.PackageUse `json:"packages"`
	Sites    int               `json:"sites"`
	Counts   []PackageCount    `json:"counts"` // of the packages that it has sites of
	Behind   int               `json:"behind"`
	AddedAt  time.Time         `json:"addedAt"`
	AddedBy  string            `json:"addedBy"`
}

// PackageCount is how many sites an app has of one package.
type PackageCount struct {
	Package string `json:"package"`
	Sites   int    `json:"sites"`
	Behind  int    `json:"behind"`
}

// Of counts the sites that an app has of a package.
func (a *App) Of(pkg string) (sites, behind int) {
	for _, c := range a.Counts {
		if c.Package == pkg {
			return c.Sites, c.Behind
		}
	}
	return 0, 0
}

// Releases lists all releases, page by page.
func (c *Client) Releases(ctx context.Context) ([]Release, error) {
	var all []Release
	after := ""
	for {
		var page struct {
			Items []Release `json:"items"`
			Next  string    `json:"next"`
		}
		query := url.Values{}
		if after != "" {
			query.Set("after", after)
		}
		if err := c.call(ctx, http.MethodGet, "/releases", query, nil, &page); err != nil {
			return nil, err
		}
		all = append(all, page.Items...)
		if page.Next == "" {
			return all, nil
		}
		after = page.Next
	}
}

// Apps lists all apps.
func (c *Client) Apps(ctx context.Context) ([]App, error) {
	var page struct {
		Items []App `json:"items"`
	}
	return page.Items, c.call(ctx, http.MethodGet, "/apps", nil, nil, &page)
}

// Listing gives the contracts of a release with the library's settings.
func (c *Client) Listing(ctx context.Context, pkg, version string) (*contract.Listing, error) {
	var out struct {
		Listing contract.Listing `json:"listing"`
	}
	err := c.call(ctx, http.MethodGet, "/packages/"+url.PathEscape(pkg)+"/releases/"+url.PathEscape(version), nil, nil, &out)
	return &out.Listing, err
}

// Inspection gives what inspecting found in an app's current scan.
func (c *Client) Inspection(ctx context.Context, app string) (*inspect.Inspection, error) {
	var out struct {
		Inspection inspect.Inspection `json:"inspection"`
	}
	return &out.Inspection, c.call(ctx, http.MethodGet, "/apps/"+url.PathEscape(app)+"/inspection", nil, nil, &out)
}

// Findings gives what the rules found in a release.
func (c *Client) Findings(ctx context.Context, pkg, version string) (*style.Findings, error) {
	var out style.Findings
	return &out, c.call(ctx, http.MethodGet, "/packages/"+url.PathEscape(pkg)+"/releases/"+url.PathEscape(version)+"/findings", nil, nil, &out)
}

// Scan gives an app's current scan.
func (c *Client) Scan(ctx context.Context, app string) (*site.Scan, error) {
	var out site.Scan
	return &out, c.call(ctx, http.MethodGet, "/apps/"+url.PathEscape(app)+"/scan", nil, nil, &out)
}

func ends(from, to string) url.Values { return url.Values{"from": {from}, "to": {to}} }

// Compare gives what is different between two releases.
func (c *Client) Compare(ctx context.Context, pkg, from, to string) (*change.Changes, error) {
	var out change.Changes
	return &out, c.call(ctx, http.MethodGet, "/packages/"+url.PathEscape(pkg)+"/changes", ends(from, to), nil, &out)
}

// Impact gives what becomes of the sites of one app.
func (c *Client) Impact(ctx context.Context, pkg, from, to, app string) (*impact.Impact, error) {
	var out impact.Impact
	return &out, c.call(ctx, http.MethodGet, "/packages/"+url.PathEscape(pkg)+"/impact/"+url.PathEscape(app), ends(from, to), nil, &out)
}

// DraftState is one state of a draft: draft.yaml as JSON, and the contract files by name.
type DraftState struct {
	State struct {
		Name     string    `json:"name"`
		Revision int       `json:"revision"`
		What     string    `json:"what"`
		At       time.Time `json:"at"`
		By       string    `json:"by"`
	} `json:"state"`
	Draft     json.RawMessage   `json:"draft"`
	Contracts map[string]string `json:"contracts"`
}

// Draft gives the newest state of a draft.
func (c *Client) Draft(ctx context.Context, name string) (*DraftState, error) {
	var out DraftState
	return &out, c.call(ctx, http.MethodGet, "/drafts/"+url.PathEscape(name), nil, nil, &out)
}

// SaveDraft keeps a further state of a draft. Base is the revision that the edit began
// with, 0 for a draft that is new; the error has the status 412 where the draft changed
// since.
func (c *Client) SaveDraft(ctx context.Context, name string, base int, draft json.RawMessage, contracts map[string]string, what string) (*DraftState, error) {
	var out DraftState
	in := map[string]any{"name": name, "draft": draft, "contracts": contracts, "what": what}
	if base == 0 {
		return &out, c.call(ctx, http.MethodPost, "/drafts", nil, in, &out)
	}
	return &out, c.callWith(ctx, http.MethodPut, "/drafts/"+url.PathEscape(name), nil, map[string]string{"If-Match": fmt.Sprintf("%q", fmt.Sprint(base))}, in, &out)
}

// Reason says why something is withdrawn or removed.
type Reason struct {
	Reason string `json:"reason"`
}

// Withdraw marks a release as withdrawn.
func (c *Client) Withdraw(ctx context.Context, pkg, version, reason string) (Added, error) {
	var out Added
	return out, c.call(ctx, http.MethodPost, releasePath(pkg, version)+"/withdrawal", nil, Reason{reason}, &out)
}

// OfferAgain undoes a withdrawal.
func (c *Client) OfferAgain(ctx context.Context, pkg, version string) (Added, error) {
	var out Added
	return out, c.call(ctx, http.MethodDelete, releasePath(pkg, version)+"/withdrawal", nil, nil, &out)
}

// RemoveRelease removes a release that was added by mistake.
func (c *Client) RemoveRelease(ctx context.Context, pkg, version, reason string) (Added, error) {
	var out Added
	return out, c.call(ctx, http.MethodPost, releasePath(pkg, version)+"/removal", nil, Reason{reason}, &out)
}

// RemoveApp removes an app with all its scans.
func (c *Client) RemoveApp(ctx context.Context, app, reason string) (Added, error) {
	var out Added
	return out, c.call(ctx, http.MethodPost, "/apps/"+url.PathEscape(app)+"/removal", nil, Reason{reason}, &out)
}

func releasePath(pkg, version string) string {
	return "/packages/" + url.PathEscape(pkg) + "/releases/" + url.PathEscape(version)
}
