// This file judges impact: what we say of the use sites of an app under a major
// upgrade of a published library is held against the errors that the TypeScript
// compiler newly finds there. The apps are our own and stand in
// testdata/upgrades; they have no error before.

package main

import (
	"context"
	_ "embed"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/impact"
	"steadysocket/core/site"
	"steadysocket/core/usage"
	"steadysocket/source"
)

//go:embed upgrades.json
var upgradesText []byte

//go:embed errors.cjs
var errorsScript string

// upgrade is one library at two releases, with an app that uses it.
type upgrade struct {
	App      string   `json:"app"`
	Name     string   `json:"name"`
	From     string   `json:"from"`
	To       string   `json:"to"`
	React    string   `json:"react"`
	WithFrom []string `json:"withFrom"`
	WithTo   []string `json:"withTo"`
}

// compilerError is one error in an app.
type compilerError struct {
	File  string `json:"file"`
	Start int    `json:"start"` // offset
	Line  int    `json:"line"`
	Code  int    `json:"code"`
	Name  string `json:"name"` // what is imported, of an error there
	Text  string `json:"text"`
}

// outcome is how the two agree on the sites of one app.
type outcome struct {
	upgrade
	Files, Sites int
	Given        int // things given at sites by name
	Known        int // of them, those whose value, type or use is known
	Broken       int // sites where the compiler finds an error
	Found        int // of them, sites that we say break
	Unsure       int // of them, sites that we say are unsure
	Missed       int // of them, all others
	Breaks       int // sites that we say break
	Silent       int // of them, sites where the compiler finds nothing and we say that nobody is told
	False        int // of them, other sites where the compiler finds nothing
	AllUnsure    int // sites that we say are unsure
	Differ       []string
	Why          map[string]int // of what is unsure, by reason
}

// judge installs both releases and judges one upgrade.
func (u upgrade) judge(root, typescript string, verbose bool) (*outcome, error) {
	folders := map[string]string{}
	listings := map[string]*contract.Listing{}
	for _, side := range []struct {
		version string
		with    []string
	}{{u.From, u.WithFrom}, {u.To, u.WithTo}} {
		folder := filepath.Join(root, ".steady", "measure", slug(u.Name)+"-"+side.version)
		l := library{Name: u.Name, Version: side.version, With: side.with, React: u.React}
		if err := install(folder, l, reactFor(l)); err != nil {
			return nil, fmt.Errorf("%s %s could not be installed: %w", u.Name, side.version, err)
		}
		app := filepath.Join(folder, "app")
		if err := os.RemoveAll(app); err != nil {
			return nil, err
		}
		if err := os.CopyFS(app, os.DirFS(filepath.Join(root, "measure", "testdata", "upgrades", u.App))); err != nil {
			return nil, err
		}
		listing, err := read(filepath.Join(folder, "node_modules", filepath.FromSlash(u.Name)), true)
		if err != nil {
			return nil, err
		}
		folders[side.version], listings[side.version] = app, listing
	}
	before, err := compilerErrors(typescript, folders[u.From])
	if err != nil {
		return nil, err
	}
	if len(before) > 0 {
		return nil, fmt.Errorf("the app has an error before the upgrade: %s: %s", before[0].File, before[0].Text)
	}
	errors, err := compilerErrors(typescript, folders[u.To])
	if err != nil {
		return nil, err
	}
	scan, err := scanOf(folders[u.From], u.Name)
	if err != nil {
		return nil, err
	}
	if err := u.inspections(folders, listings, errors, verbose); err != nil {
		return nil, err
	}
	changes := change.Compare(listings[u.From], listings[u.To], change.Options{})
	found := impact.Of(changes, listings[u.From], scan, impact.Options{All: true})
	return u.hold(scan, found, errors), nil
}

// isKnown reports whether a scan knows what is given: its value, its type, what it
// takes of what it is handed, or that it is markup.
func isKnown(g site.Given) bool {
	return g.Literal != nil || g.All || g.Type != "" || g.Expression == "" || g.Takes != nil && !g.Takes.Unknown
}

// behind reports whether a cause comes from the uses of a wrapper.
func behind(c impact.Cause) bool { return strings.HasPrefix(c.Why, "a use of this wrapper") }

// silently reports whether all that breaks at a site is said to break without a
// word: no compiler can tell of it.
func silently(s impact.Site) bool {
	for _, c := range s.Because {
		if c.Outcome == impact.Breaks && !c.Silent {
			return false
		}
	}
	return true
}

func scanOf(app, name string) (*site.Scan, error) {
	src, err := source.Open(context.Background(), app)
	if err != nil {
		return nil, err
	}
	defer src.Close()
	src.With(source.Around(app))
	return usage.Scan(src.FS, usage.Options{Libraries: []string{name}})
}

// hold holds outcomes against errors, site by site. An error belongs to the
// innermost site around it; one of an import to every use of the name.
func (u upgrade) hold(scan *site.Scan, found *impact.Impact, errors []compilerError) *outcome {
	j := &outcome{upgrade: u, Why: map[string]int{}}
	outcomes := map[string]impact.Site{}
	for _, s := range found.Sites {
		outcomes[s.ID] = s
	}
	wrong := map[int][]string{}
	files := map[string]bool{}
	for i := range scan.Sites {
		files[scan.Sites[i].At.File] = true
	}
	for _, e := range errors {
		best, width := -1, 1<<30
		for i := range scan.Sites {
			s := &scan.Sites[i]
			if s.At.File != e.File {
				continue
			}
			if e.Name != "" {
				if name, _, _ := strings.Cut(s.Component, "."); name == e.Name {
					wrong[i] = append(wrong[i], e.Text)
				}
				continue
			}
			if span := s.At.Span; span != nil && span[0] <= e.Start && e.Start < span[1] && span[1]-span[0] < width {
				best, width = i, span[1]-span[0]
			}
		}
		if best >= 0 {
			wrong[best] = append(wrong[best], e.Text)
			// What a wrapper hands on is told at the wrapper; the compiler tells it
			// where the wrapper is used.
			for i := range scan.Sites {
				if scan.Sites[i].ID == scan.Sites[best].Through && slices.ContainsFunc(outcomes[scan.Sites[i].ID].Because, behind) {
					wrong[i] = append(wrong[i], e.Text)
				}
			}
		} else if e.Name == "" {
			j.Differ = append(j.Differ, fmt.Sprintf("no site   %s at %d: %s", e.File, e.Start, e.Text))
		}
	}
	j.Files = len(files)
	for i := range scan.Sites {
		s := &scan.Sites[i]
		if s.Form == site.Reference {
			continue // a name that is handed on; its uses are sites of their own
		}
		j.Sites++
		for _, g := range s.All() {
			if g.Spread == "" {
				j.Given++
				if isKnown(g) {
					j.Known++
				}
			}
		}
		said := outcomes[s.ID]
		texts, broken := wrong[i]
		why := ""
		if len(said.Because) > 0 {
			why = said.Because[0].Change + ": " + said.Because[0].Why
		}
		if broken {
			j.Broken++
		}
		switch said.Outcome {
		case impact.Breaks:
			j.Breaks++
			switch {
			case broken:
				j.Found++
			case silently(said):
				j.Silent++
				j.Differ = append(j.Differ, fmt.Sprintf("silent    %s: %s", s.At, why))
			default:
				j.False++
				j.Differ = append(j.Differ, fmt.Sprintf("false     %s: %s", s.At, why))
			}
		case impact.Unsure:
			j.AllUnsure++
			j.Why[said.Because[0].Why]++
			if broken {
				j.Unsure++
				j.Differ = append(j.Differ, fmt.Sprintf("unsure    %s: %s; the compiler: %s", s.At, why, texts[0]))
			} else {
				j.Differ = append(j.Differ, fmt.Sprintf("unsure-ok %s: %s", s.At, why))
			}
		default:
			if broken {
				j.Missed++
				j.Differ = append(j.Differ, fmt.Sprintf("missed    %s %s: the compiler: %s", s.At, s.Component, texts[0]))
			}
		}
	}
	slices.Sort(j.Differ)
	return j
}

// compilerErrors runs the compiler over an app.
func compilerErrors(typescript, app string) ([]compilerError, error) {
	var list []compilerError
	if err := script(context.Background(), errorsScript, typescript, app, &list); err != nil {
		return nil, err
	}
	return list, nil
}

func (j *outcome) print(verbose bool) {
	fmt.Printf("%s %s → %s at %s: %d files, %d sites; the compiler breaks %d: %d found, %d unsure, %d missed; said to break %d, of them silently %d and falsely %d; unsure in all %d\n",
		j.Name, j.From, j.To, j.App, j.Files, j.Sites, j.Broken, j.Found, j.Unsure, j.Missed, j.Breaks, j.Silent, j.False, j.AllUnsure)
	if verbose {
		for _, d := range j.Differ {
			fmt.Println("  " + d)
		}
	}
}
