package main

import (
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"os"
	"path"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"time"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/reading"
	"steadysocket/core/types"
)

//go:embed elements.mjs
var elementsScript string

//go:embed elements.json
var elementLibraries []byte

// published is a custom elements manifest, as far as it is held against what the code
// tells. Source: the custom elements manifest's schema.
type published struct {
	Modules []struct {
		Path         string             `json:"path"`
		Declarations []publishedElement `json:"declarations"`
	} `json:"modules"`
}

type (
	publishedElement struct {
		Name          string            `json:"name"`
		TagName       string            `json:"tagName"`
		CustomElement bool              `json:"customElement"`
		Members       []publishedMember `json:"members"`
		Attributes    []publishedMember `json:"attributes"`
		Events        []publishedMember `json:"events"`
		Slots         []publishedMember `json:"slots"`
		CSSParts      []publishedMember `json:"cssParts"`
		CSSProperties []publishedMember `json:"cssProperties"`
		module        string
	}
	publishedMember struct {
		Kind     string `json:"kind"`
		Name     string `json:"name"`
		Privacy  string `json:"privacy"`
		Static   bool   `json:"static"`
		Readonly bool   `json:"readonly"`
		Type     struct {
			Text string `json:"text"`
		} `json:"type"`
	}
)

// inTests are files whose elements no app uses, though a manifest lists them.
var inTests = regexp.MustCompile(`(^|/)(test|tests|test-suites|test-helpers|__tests__|docs)/`)

// running is what the classes of a package say of themselves when they are loaded.
type running struct {
	Classes map[string][]string `json:"classes"`
	Failed  map[string]string   `json:"failed"`
}

// elementRow is what was found for one package of custom elements.
type elementRow struct {
	library
	*comparison
	Running int // elements whose classes could be loaded
	Ours    time.Duration
}

// measureElements measures the libraries of custom elements, or the one that is asked
// for: their code against the manifests that they publish and against the attributes
// that their loaded classes observe.
func measureElements(only, folder string, verbose bool) error {
	root, err := os.Getwd()
	if err != nil {
		return err
	}
	var rows []elementRow
	err = eachLibrary(elementLibraries, root, only, folder, beside("@lit-labs/ssr-dom-shim"), func(dir string, l library) error {
		r, err := measureElementLibrary(filepath.Join(dir, "node_modules", filepath.FromSlash(l.Name)), l)
		if err != nil {
			return err
		}
		rows = append(rows, *r)
		r.print(verbose)
		return nil
	})
	if err != nil {
		return err
	}
	if only == "" {
		return writeElements(filepath.Join(root, "docs", "reading.md"), rows)
	}
	return nil
}

func measureElementLibrary(dir string, l library) (*elementRow, error) {
	start := time.Now()
	result, err := readWith(dir, true, reading.Options{FromSource: l.Source, Framework: "web component", Undescribed: true})
	if err != nil {
		return nil, err
	}
	r := &elementRow{library: l, Ours: time.Since(start)}
	var manifest struct {
		CustomElements string `json:"customElements"`
	}
	var file published
	if err := readInto(filepath.Join(dir, "package.json"), &manifest); err != nil {
		return nil, err
	}
	if err := readInto(filepath.Join(dir, filepath.FromSlash(manifest.CustomElements)), &file); err != nil {
		return nil, err
	}
	var elements []publishedElement
	modules := map[string][]string{}
	for _, m := range file.Modules {
		for _, x := range m.Declarations {
			if x.TagName == "" || strings.HasPrefix(m.Path, "..") || inTests.MatchString(m.Path) {
				continue
			}
			if x.module = m.Path; !exists(filepath.Join(dir, filepath.FromSlash(m.Path))) { // paths may start at the manifest
				x.module = path.Join(path.Dir(manifest.CustomElements), m.Path)
			}
			elements = append(elements, x)
			modules[x.module] = append(modules[x.module], x.Name)
		}
	}
	var loaded running
	if err := module(context.Background(), elementsScript, dir, &loaded, modules); err != nil {
		return nil, err
	}
	r.comparison = compareElements(result.Listing, elements, &loaded)
	r.Running = len(loaded.Classes)
	return r, nil
}

func exists(name string) bool {
	_, err := os.Stat(name)
	return err == nil
}

func readInto(name string, into any) error {
	data, err := os.ReadFile(name)
	if err != nil {
		return err
	}
	return json.Unmarshal(data, into)
}

func (r *elementRow) print(verbose bool) {
	fmt.Printf("%s %s: %d elements (%d loaded), %d own members, %.2f %% agree, %d wrong; ours %v\n", r.Name, r.Version, r.Components, r.Running, r.Members, 100*r.share(), r.wrong(), r.Ours.Round(time.Millisecond))
	for _, kind := range []string{wrongValues, invented, lost, unknown} {
		if n := r.Counts[kind]; n > 0 {
			fmt.Printf("  %5d %s\n", n, kind)
		}
	}
	if len(r.Lost) > 0 {
		fmt.Printf("  elements lost %v\n", r.Lost)
	}
	if verbose {
		for _, d := range r.Differ {
			fmt.Printf("  %-20s %s.%s: ours %s; theirs %s\n", d.Kind, d.Component, d.Member, d.Ours, d.Theirs)
		}
	}
}

// compareElements holds what was read of custom elements against their manifest and
// against what their classes observe. A manifest tells of what somebody wrote down: what
// it leaves out may be there all the same, and only attributes that no class observes
// count as invented.
func compareElements(l *contract.Listing, elements []publishedElement, loaded *running) *comparison {
	out := &comparison{Counts: map[string]int{}}
	byTag, byClass := map[string]*contract.Contract{}, map[string]*contract.Contract{}
	for i := range l.Components {
		c := &l.Components[i]
		for _, tag := range c.Root.Elements {
			if byTag[tag] == nil {
				byTag[tag] = c
			}
		}
		byClass[c.Export.Name], byClass[c.Component] = c, c
	}
	for _, x := range elements {
		out.Components++
		c := byTag[x.TagName]
		if c == nil {
			c = byClass[x.Name]
		}
		observed, runs := loaded.Classes[x.module+"#"+x.Name]
		if c == nil {
			out.Lost = append(out.Lost, x.TagName)
			n := len(x.Slots) + len(x.Events) + len(x.CSSParts) + len(x.CSSProperties) + len(x.Attributes)
			out.Members += n
			out.Counts[lost] += n
			continue
		}
		out.element(c, &x, observed, runs)
	}
	return out
}

// handled are members of every element's base class, which no manifest need repeat.
var handled = []string{"connectedCallback", "disconnectedCallback", "attributeChangedCallback", "adoptedCallback", "styles", "properties", "updateComplete", "renderRoot", "isUpdatePending", "hasUpdated"}

func (out *comparison) element(c *contract.Contract, x *publishedElement, observed []string, runs bool) {
	note := func(name, kind, a, b string) {
		out.Members++
		out.Counts[kind]++
		if kind != agreed {
			out.Differ = append(out.Differ, difference{c.Component, name, kind, a, b, c, nil})
		}
	}
	has := func(here bool) string {
		switch {
		case here:
			return agreed
		case !c.Complete:
			return unknown
		}
		return lost
	}
	ofHandle := func(name string) bool {
		return c.Handle != nil && slices.ContainsFunc(c.Handle.Members, func(m contract.HandleMember) bool { return m.Name == name })
	}
	seen := map[string]bool{}
	for _, m := range x.Members {
		if m.Kind != "field" || m.Static || m.Privacy != "public" && m.Privacy != "" || strings.HasPrefix(m.Name, "_") || strings.HasPrefix(m.Name, "#") || seen[m.Name] || slices.Contains(handled, m.Name) {
			continue
		}
		seen[m.Name] = true
		i := slices.IndexFunc(c.Props, func(p *contract.Prop) bool { return p.Spelled.Name == m.Name || p.Name == names.Camel(m.Name) })
		if i < 0 {
			note(m.Name, has(ofHandle(m.Name)), "", m.Type.Text)
			continue
		}
		p := c.Props[i]
		theirs := valuesOf(m.Type.Text)
		switch {
		case theirs == nil:
			note(m.Name, agreed, "", "")
		case !p.Type.Known() || holdsUnread(p.Type.T):
			note(m.Name, unknown, "", m.Type.Text)
		default:
			ours := closed(types.Without(p.Type.T, types.Undefined, types.Null))
			if slices.Equal(ours, theirs) {
				note(m.Name, agreed, "", "")
			} else {
				note(m.Name, wrongValues, fmt.Sprint(ours), fmt.Sprint(theirs))
			}
		}
	}
	for _, m := range x.Events {
		if m.Name != "" {
			note("event "+m.Name, has(c.Event(names.Camel(m.Name)) != nil), "", m.Type.Text)
		}
	}
	for _, m := range x.Slots {
		note("slot "+m.Name, has(slices.ContainsFunc(c.Slots, func(s *contract.Slot) bool {
			return s.Spelled.Or(s.Name) == m.Name || (m.Name == "" || m.Name == "(default)") && s.Spelled.Name == "default"
		})), "", "")
	}
	hook := func(kind, name string) bool {
		list := c.StyleHooks.CSSParts
		if kind == "property" {
			list = c.StyleHooks.Properties
		}
		return slices.ContainsFunc(list, func(h contract.Hook) bool { return h.Name == name })
	}
	for _, m := range x.CSSParts {
		note("part "+m.Name, has(hook("part", m.Name)), "", "")
	}
	for _, m := range x.CSSProperties {
		note("property "+m.Name, has(hook("property", m.Name)), "", "")
	}
	if !runs {
		return
	}
	mine := map[string]bool{}
	for _, p := range c.Props {
		if p.Spelled.Attribute != "" {
			mine[p.Spelled.Attribute] = true
		}
	}
	for _, name := range observed {
		note("attribute "+name, has(mine[name] || nativeAttributes[name]), "", "observed")
		delete(mine, name)
	}
	for name := range mine {
		note("attribute "+name, invented, "", "not observed")
	}
}

// nativeAttributes may be observed by any element, whatever it declares.
var nativeAttributes = map[string]bool{"dir": true, "lang": true, "title": true, "hidden": true, "tabindex": true, "id": true, "class": true, "style": true, "role": true, "defer-hydration": true}

// valuesOf is the closed set of values that a type's text tells; nil for none.
func valuesOf(text string) []string {
	t, err := types.Parse(text)
	if err != nil {
		return nil
	}
	if values := closed(types.Without(t, types.Undefined, types.Null)); len(values) > 1 {
		return values
	}
	return nil
}

// writeElements puts the table of custom elements into its place.
func writeElements(name string, rows []elementRow) error {
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s with the manifests that the packages publish and with their loaded classes.\n\n", time.Now().Format("2006-01-02"))
	b.WriteString("| library | style | elements | loaded | own members | agreed | closed set wrong | invented | lost | unknown | ours |\n|---|---|---|---|---|---|---|---|---|---|---|\n")
	for _, r := range rows {
		fmt.Fprintf(&b, "| %s %s | %s | %d | %d | %d | %.2f %% | %d | %d | %d | %d | %.2f s |\n", r.Name, r.Version, r.Style, r.Components, r.Running, r.Members, 100*r.share(),
			r.Counts[wrongValues], r.Counts[invented], r.Counts[lost], r.Counts[unknown], r.Ours.Seconds())
	}
	return between(name, "elements", b.String())
}
