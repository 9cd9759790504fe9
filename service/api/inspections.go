// This file answers what inspecting finds in apps, and what apps do with components.

package api

import (
	"context"
	"encoding/json"
	"errors"
	"net/http"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"steadysocket/core/contract"
	"steadysocket/core/inspect"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/service/store"
)

// Inspection is what was found in an app, with the source of the sites that it names.
type Inspection struct {
	Inspection json.RawMessage     `json:"inspection"` // steady.inspect/1
	Texts      map[string]SiteText `json:"texts"`      // by site
}

// SiteText is the source of a site with the place where it begins.
type SiteText struct {
	Text string      `json:"text"`
	At   place.Place `json:"at"`
}

func (s *server) showInspection(c *gin.Context) {
	app := c.Param("app")
	doc, err := s.inspected(c.Request.Context(), app)
	if err != nil {
		s.fail(c, err)
		return
	}
	var found struct {
		Findings []struct {
			Site string `json:"site"`
		} `json:"findings"`
	}
	if err := json.Unmarshal(doc, &found); err != nil {
		s.fail(c, err)
		return
	}
	wanted := map[string]bool{}
	for _, f := range found.Findings {
		wanted[f.Site] = true
	}
	scan, err := s.store.ScanOf(c.Request.Context(), app, "", nil)
	if err != nil {
		s.fail(c, err)
		return
	}
	out := Inspection{doc, map[string]SiteText{}}
	for _, x := range scan.Sites {
		if wanted[x.ID] {
			out.Texts[x.ID] = SiteText{x.Text, x.At}
		}
	}
	c.JSON(http.StatusOK, out)
}

// heldAgainst finds the releases that an app is held against. Key names them.
func (s *server) heldAgainst(ctx context.Context, app store.App) (list []inspect.Library, key string, err error) {
	parts := []string{inspect.Version}
	for _, p := range app.Packages {
		if p.Range == "" && len(p.Locked) == 0 || !holds(app.Covers, p.Name) {
			continue
		}
		newest, err := s.store.ReadingOf(ctx, p.Name, store.Latest)
		var none *store.NotFound
		if errors.As(err, &none) {
			continue // the package is not kept here
		}
		if err != nil {
			return nil, "", err
		}
		lib := inspect.Library{Locked: newest.Listing}
		if n := len(p.Locked); n > 0 && p.Locked[n-1] != newest.Release.Version {
			locked, err := s.store.ReadingOf(ctx, p.Name, p.Locked[n-1])
			if err != nil && !errors.As(err, &none) {
				return nil, "", err
			}
			if err == nil {
				lib = inspect.Library{Locked: locked.Listing, Newest: newest.Listing}
			}
		}
		list = append(list, lib)
		for _, l := range []*contract.Listing{lib.Locked, lib.Newest} {
			if l != nil {
				parts = append(parts, p.Name, l.Package.Version, l.Reader, l.Source.Digest)
			}
		}
	}
	return list, place.DigestOf(parts...), nil
}

// inspected gives what was found in an app's current scan: what is kept of it, where it
// was held against the same releases, else anew.
func (s *server) inspected(ctx context.Context, name string) (json.RawMessage, error) {
	apps, err := s.store.Apps(ctx)
	if err != nil {
		return nil, err
	}
	i := slices.IndexFunc(apps, func(a store.App) bool { return a.Name == name })
	if i < 0 {
		return nil, &store.NotFound{What: "no app is called " + name, Right: "steady list shows those that are kept"}
	}
	libraries, key, err := s.heldAgainst(ctx, apps[i])
	if err != nil {
		return nil, err
	}
	if len(libraries) == 0 {
		return nil, &store.NotFound{What: name + " uses no package that is kept here", Right: "add its release with steady add release"}
	}
	doc, id, ok, err := s.store.KeptInspection(ctx, name, key)
	if ok || err != nil {
		return doc, err
	}
	scan, err := s.store.ScanOf(ctx, name, "", nil)
	if err != nil {
		return nil, err
	}
	found := inspect.Of(scan, libraries)
	if len(found.Layers.Copies) > 0 {
		for n := range libraries {
			if libraries[n].Others, err = s.otherReleases(ctx, libraries[n]); err != nil {
				return nil, err
			}
		}
		found = inspect.Of(scan, libraries)
	}
	if err := s.store.KeepInspection(ctx, id, key, found); err != nil {
		return nil, err
	}
	return json.Marshal(found)
}

// maxOthers bounds the further releases in which the source of a copy is looked for.
const maxOthers = 20

func (s *server) otherReleases(ctx context.Context, lib inspect.Library) (list []*contract.Listing, err error) {
	releases, err := s.store.Releases(ctx, lib.Locked.Package.Name)
	if err != nil {
		return nil, err
	}
	for _, r := range releases {
		if len(list) == maxOthers || r.Version == lib.Locked.Package.Version || lib.Newest != nil && r.Version == lib.Newest.Package.Version {
			continue
		}
		reading, err := s.store.ReadingOf(ctx, r.Package, r.Version)
		if err != nil {
			return nil, err
		}
		list = append(list, reading.Listing)
	}
	slices.Reverse(list) // oldest first
	return list, nil
}

// Usage is what apps do with a component.
type Usage struct {
	Apps    []store.AppCount `json:"apps"`
	Members []MemberUsage    `json:"members"`
	Parts   []PartUsage      `json:"parts"`
	Unseen  Unseen           `json:"unseen"`
}

// maxValues bounds the values that are listed of a member that takes any.
const maxValues = 5

// MemberUsage is how often a member is given, and with which values. Unknown counts the
// sites that give it a value which is not known, Others the values that are not listed.
type MemberUsage struct {
	Kind    string       `json:"kind"`
	Name    string       `json:"name"`
	Spelled string       `json:"spelled"`
	Sites   int          `json:"sites"`
	Apps    int          `json:"apps"`
	Unknown int          `json:"unknown"`
	Others  int          `json:"others"`
	Values  []ValueUsage `json:"values"`
}

// ValueUsage is how often one value is given; a value of a closed set that nobody gives is
// among them, with 0.
type ValueUsage struct {
	Value   string `json:"value"` // as JSON
	Sites   int    `json:"sites"`
	Apps    int    `json:"apps"`
	Default bool   `json:"default"` // it is what stands there without
}

// PartUsage is how often a part is used.
type PartUsage struct {
	Name  string `json:"name"`
	Sites int    `json:"sites"`
	Apps  int    `json:"apps"`
}

// Unseen is what the counts do not show: sites of which a spread hides something, sites
// behind wrappers, places that could not be read, and apps that were not scanned for the
// package.
type Unseen struct {
	Spreads    int      `json:"spreads"`
	Behind     int      `json:"behind"`
	Unread     int      `json:"unread"`
	NotScanned []string `json:"notScanned"`
}

func (s *server) showUsage(c *gin.Context) {
	ctx := c.Request.Context()
	reading, component, ok := s.componentOf(c)
	if !ok {
		return
	}
	pkg := reading.Release.Package
	name := usedAs(component)
	out := Usage{Members: []MemberUsage{}, Parts: []PartUsage{}, Unseen: Unseen{NotScanned: []string{}}}
	var err error
	if out.Apps, err = s.store.UsesOf(ctx, pkg, name); err != nil {
		s.fail(c, err)
		return
	}
	given, err := s.store.GivenOf(ctx, pkg, name)
	if err != nil {
		s.fail(c, err)
		return
	}
	scanned := map[string]bool{}
	for _, a := range out.Apps {
		scanned[a.App] = true
		out.Unseen.Spreads += a.Open
		out.Unseen.Behind += a.Behind
		out.Unseen.Unread += a.Unread
	}
	apps, err := s.store.Apps(ctx)
	if err != nil {
		s.fail(c, err)
		return
	}
	for _, a := range apps {
		if !scanned[a.Name] {
			out.Unseen.NotScanned = append(out.Unseen.NotScanned, a.Name)
		}
	}
	by := map[string][]store.MemberCount{}
	for _, g := range given {
		by[g.Member] = append(by[g.Member], g)
	}
	add := func(kind contract.MemberKind, name, spelled string, values []any, def contract.Default) {
		m := MemberUsage{Kind: string(kind), Name: name, Spelled: spelled, Values: []ValueUsage{}}
		defaultText := ""
		if def.Kind == contract.DefaultValue {
			defaultText = site.Value{V: def.Value}.String()
		}
		seen := map[string]bool{}
		for _, g := range by[store.MemberKey(component.Framework, kind, spelled)] {
			if g.Whole {
				m.Sites, m.Apps = g.Sites, g.Apps
				continue
			}
			if g.Value == "" {
				m.Unknown += g.Sites
				continue
			}
			seen[g.Value] = true
			if m.Others > 0 || len(values) == 0 && len(m.Values) == maxValues {
				m.Others++
			} else {
				m.Values = append(m.Values, ValueUsage{g.Value, g.Sites, g.Apps, g.Value == defaultText})
			}
		}
		for _, v := range values {
			if text := (site.Value{V: v}).String(); !seen[text] {
				m.Values = append(m.Values, ValueUsage{text, 0, 0, text == defaultText})
			}
		}
		out.Members = append(out.Members, m)
	}
	for _, p := range component.Props {
		add(contract.MemberProp, p.Name, p.Spelled.Or(p.Name), p.Values, p.Default)
	}
	for _, x := range component.Slots {
		add(contract.MemberSlot, x.Name, x.Spelled.Or(x.Name), nil, contract.Default{})
	}
	for _, x := range component.Events {
		add(contract.MemberEvent, x.Name, x.Spelled.Or(x.Name), nil, contract.Default{})
	}
	for _, p := range component.Parts {
		uses, err := s.store.UsesOf(ctx, pkg, p.Component)
		if err != nil {
			s.fail(c, err)
			return
		}
		part := PartUsage{Name: p.Name}
		for _, a := range uses {
			part.Sites += a.Sites
			if a.Sites > 0 {
				part.Apps++
			}
		}
		out.Parts = append(out.Parts, part)
	}
	c.JSON(http.StatusOK, out)
}

// usedAs is the name that sites know a component by: what apps import, or the part of
// another.
func usedAs(c *contract.Contract) string {
	if c.Export.Kind == "member" || c.Export.Name == "" || c.Framework == "web component" || strings.Contains(c.Component, ".") {
		return c.Component
	}
	return c.Export.Name
}
