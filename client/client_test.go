package client

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"steadysocket/core/contract"
	"steadysocket/core/site"
)

// answering is a service that gives one answer and notes what it was asked.
func answering(t *testing.T, status int, body string) (*Client, *http.Request, *string) {
	t.Helper()
	asked, sent := &http.Request{}, new(string)
	s := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		*asked = *r
		data := make([]byte, 1<<20)
		n, _ := r.Body.Read(data)
		*sent = string(data[:n])
		w.WriteHeader(status)
		fmt.Fprint(w, body)
	}))
	t.Cleanup(s.Close)
	return New(s.URL+"/", "orla"), asked, sent
}

func TestCallsGoWhereTheyShould(t *testing.T) {
	ctx := context.Background()
	tests := []struct {
		call         func(c *Client) error
		answer       string
		method, path string
		actor        string
	}{
		{func(c *Client) error { _, err := c.Releases(ctx); return err }, `{"items": []}`, "GET", "/api/v1/releases", ""},
		{func(c *Client) error { _, err := c.Apps(ctx); return err }, `{"items": []}`, "GET", "/api/v1/apps", ""},
		{func(c *Client) error { _, err := c.Listing(ctx, "@a/b", "1.0.0"); return err }, `{"listing": {"format": "steady.contracts/1", "reader": "1"}}`, "GET", "/api/v1/packages/@a%2Fb/releases/1.0.0", ""},
		{func(c *Client) error { _, err := c.Findings(ctx, "@a/b", "1.0.0"); return err }, `{}`, "GET", "/api/v1/packages/@a%2Fb/releases/1.0.0/findings", ""},
		{func(c *Client) error { _, err := c.Scan(ctx, "a b"); return err }, `{}`, "GET", "/api/v1/apps/a%20b/scan", ""},
		{func(c *Client) error { _, err := c.Compare(ctx, "p", "1", "2"); return err }, `{}`, "GET", "/api/v1/packages/p/changes?from=1&to=2", ""},
		{func(c *Client) error { _, err := c.Impact(ctx, "p", "1", "2", "app"); return err }, `{}`, "GET", "/api/v1/packages/p/impact/app?from=1&to=2", ""},
		{func(c *Client) error { _, err := c.AddScan(ctx, &site.Scan{}); return err }, `{"added": true}`, "POST", "/api/v1/scans", "orla"},
		{func(c *Client) error { _, err := c.Withdraw(ctx, "@a/b", "1.0.0", "why"); return err }, `{"added": true}`, "POST", "/api/v1/packages/@a%2Fb/releases/1.0.0/withdrawal", "orla"},
		{func(c *Client) error { _, err := c.OfferAgain(ctx, "@a/b", "1.0.0"); return err }, `{"added": true}`, "DELETE", "/api/v1/packages/@a%2Fb/releases/1.0.0/withdrawal", "orla"},
		{func(c *Client) error { _, err := c.RemoveRelease(ctx, "p", "1.0.0", "why"); return err }, `{"added": true}`, "POST", "/api/v1/packages/p/releases/1.0.0/removal", "orla"},
		{func(c *Client) error { _, err := c.RemoveApp(ctx, "a b", "why"); return err }, `{"added": true}`, "POST", "/api/v1/apps/a%20b/removal", "orla"},
		{func(c *Client) error { _, err := c.AddRelease(ctx, &contract.Listing{}, "", nil); return err }, `{"added": true}`, "POST", "/api/v1/releases", "orla"},
	}
	for _, test := range tests {
		c, asked, sent := answering(t, 200, test.answer)
		if err := test.call(c); err != nil {
			t.Errorf("%s %s: %v", test.method, test.path, err)
			continue
		}
		if asked.Method != test.method || asked.RequestURI != test.path || asked.Header.Get("X-Steady-Actor") != test.actor {
			t.Errorf("%s %s was asked by %q, want %s %s by %q", asked.Method, asked.RequestURI, asked.Header.Get("X-Steady-Actor"), test.method, test.path, test.actor)
		}
		if test.method == "POST" && !json.Valid([]byte(*sent)) {
			t.Errorf("%s sends %.80s", test.path, *sent)
		}
	}
}

func TestReleasesPageByPage(t *testing.T) {
	pages := map[string]string{
		"":      `{"items": [{"package": "p", "version": "2"}], "next": "p@2"}`,
		"p@2":   `{"items": [{"package": "p", "version": "1"}], "next": "p@1"}`,
		"p@1":   `{"items": [{"package": "q", "version": "1"}]}`,
		"other": `{"items": []}`,
	}
	s := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) { fmt.Fprint(w, pages[r.URL.Query().Get("after")]) }))
	defer s.Close()
	list, err := New(s.URL, "x").Releases(context.Background())
	if err != nil || len(list) != 3 || list[2].Package != "q" {
		t.Errorf("the releases are %+v, %v", list, err)
	}
}

func TestErrorsSayWhatWasWrong(t *testing.T) {
	tests := []struct {
		status     int
		body, want string
	}{
		{404, `{"detail": "no app is called x", "right": "steady list shows them"}`, "no app is called x; steady list shows them"},
		{422, `{"detail": "one", "errors": ["one", "two"]}`, "one\ntwo"},
		{502, `<html>`, "answered 502 Bad Gateway"},
		{200, `<html>`, "the service's answer cannot be read"},
	}
	for _, test := range tests {
		c, _, _ := answering(t, test.status, test.body)
		_, err := c.Apps(context.Background())
		var e *Error
		if !errors.As(err, &e) || !strings.Contains(err.Error(), test.want) {
			t.Errorf("%d %s: %v, want %q", test.status, test.body, err, test.want)
		}
	}
	for address, want := range map[string]string{"http://127.0.0.1:1": "cannot be reached", "::": "give the service's address as http://host:port"} {
		_, err := New(address, "x").Apps(context.Background())
		var e *Error
		if !errors.As(err, &e) || e.Status != 0 || !strings.Contains(err.Error(), want) {
			t.Errorf("%s: %v", address, err)
		}
	}
}
