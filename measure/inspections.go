// This file judges inspection: the apps of the upgrades are held against the release that
// they are written for, where the compiler finds nothing, and against the later one, where
// it finds much.

package main

import (
	"fmt"
	"path/filepath"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/inspect"
	"steadysocket/core/site"
)

// inspected is how inspection and compiler agree on the sites of one app.
type inspected struct {
	Right   int // findings at sites that the compiler has nothing against, of kinds that it tells
	Wrong   int // sites where the compiler finds an error
	Found   int // of them, sites of which something is found
	Missed  []string
	Extra   []string // sites of which something is surely found that the compiler tells of, and does not
	Silent  int      // sites of which only something is found that no compiler tells
	Unsure  int
	Imports int // names that are imported in vain, told at the import
}

// judgeInspection inspects an app against one release.
func judgeInspection(app, name string, listing *contract.Listing, errors []compilerError) (*inspected, error) {
	scan, err := scanOf(app, name)
	if err != nil {
		return nil, err
	}
	found := inspect.Of(scan, []inspect.Library{{Locked: listing}})
	j := &inspected{}
	byID := map[string]*site.Site{}
	for i := range scan.Sites {
		byID[scan.Sites[i].ID] = &scan.Sites[i]
	}
	// Errors belong to the innermost site around them; one of an import to the uses of the name.
	wrong := map[string]string{}
	for _, e := range errors {
		best, width := "", 1<<30
		for i := range scan.Sites {
			s := &scan.Sites[i]
			if s.At.File != e.File || s.At.Span == nil {
				continue
			}
			if first, _, _ := strings.Cut(s.Component, "."); e.Name != "" && first == e.Name {
				wrong[s.ID] = e.Text
			}
			if span := s.At.Span; e.Name == "" && span[0] <= e.Start && e.Start < span[1] && span[1]-span[0] < width {
				best, width = s.ID, span[1]-span[0]
			}
		}
		if best != "" {
			wrong[best] = e.Text
		}
	}
	said := map[string][]inspect.Finding{}
	vain := map[string]bool{}
	for _, f := range found.Findings {
		switch {
		case f.Site != "":
			said[f.Site] = append(said[f.Site], f)
		case f.Kind == inspect.ImportUnknown:
			j.Imports++
			vain[f.At.File+"#"+f.Member] = true
		case f.Kind == inspect.ComponentUnbound:
			for _, s := range scan.Sites {
				if s.At.File == f.At.File && s.At.Line == f.At.Line {
					said[s.ID] = append(said[s.ID], f)
				}
			}
		}
	}
	for i := range scan.Sites {
		s := &scan.Sites[i]
		first, _, _ := strings.Cut(s.Component, ".")
		told := vain[s.At.File+"#"+first] || len(said[s.ID]) > 0
		// What is wrong at a use of a wrapper is told at the wrapper too, by the one or the other.
		for _, other := range scan.Sites {
			if other.At.File == s.At.File && other.At.Line == s.At.Line && other.At.Column == s.At.Column {
				told = told || len(said[other.ID]) > 0
			}
		}
		text, broken := wrong[s.ID]
		switch {
		case broken:
			j.Wrong++
			if told {
				j.Found++
			} else {
				j.Missed = append(j.Missed, fmt.Sprintf("missed    %s %s: the compiler: %s", s.At, s.Component, text))
			}
		case told:
			loud := slices.IndexFunc(said[s.ID], func(f inspect.Finding) bool { return !f.Silent && f.Sure == inspect.Sure })
			switch {
			case loud >= 0:
				j.Extra = append(j.Extra, fmt.Sprintf("extra     %s %s: %s", s.At, s.Component, said[s.ID][loud].Why))
			case slices.ContainsFunc(said[s.ID], func(f inspect.Finding) bool { return f.Silent }):
				j.Silent++
			default:
				j.Unsure++
			}
		}
	}
	for _, f := range found.Findings {
		if !f.Silent && f.Sure == inspect.Sure {
			j.Right++
		}
	}
	return j, nil
}

// inspections judges both releases of an upgrade and prints what differs.
func (u upgrade) inspections(folders map[string]string, listings map[string]*contract.Listing, errors []compilerError, verbose bool) error {
	before, err := judgeInspection(folders[u.From], u.Name, listings[u.From], nil)
	if err != nil {
		return err
	}
	after, err := judgeInspection(folders[u.To], u.Name, listings[u.To], errors)
	if err != nil {
		return err
	}
	fmt.Printf("%s inspected: against %s %d findings where the compiler has none; against %s the compiler finds %d sites wrong: %d found, %d missed; %d told and not by the compiler; %d of which only we can tell, %d unsure\n",
		filepath.Base(u.App), u.From, before.Right, u.To, after.Wrong, after.Found, len(after.Missed), len(after.Extra), after.Silent, after.Unsure)
	if verbose {
		for _, d := range append(append(before.Extra, after.Missed...), after.Extra...) {
			fmt.Println("  " + d)
		}
	}
	return nil
}
