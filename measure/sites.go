package main

import (
	"cmp"
	"context"
	_ "embed"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"steadysocket/core/names"
	"steadysocket/core/site"
	"steadysocket/core/usage"
)

//go:embed sites.cjs
var sitesScript string

// counted are the sites that Vue's own compiler sees in the sources of a package.
type counted struct {
	Sites []struct {
		File   string   `json:"file"`
		Line   int      `json:"line"`
		Column int      `json:"column"`
		Name   string   `json:"name"`
		Given  []string `json:"given"`
		Events []string `json:"events"`
		Slots  []string `json:"slots"`
		Spread int      `json:"spread"`
	} `json:"sites"`
	Failed []string `json:"failed"`
	Files  int      `json:"files"`
}

// vueSource is a published package whose single-file components use another one.
type vueSource struct {
	Name, Version string
	Folder        string // that its sources stand in
	Library       string
}

// vueSources are scanned for what they use.
var vueSources = []vueSource{{"@nuxt/ui", "4.11.2", "dist/runtime", "reka-ui"}}

// siteRow is what was found in one of them.
type siteRow struct {
	vueSource
	Files, Sites, Members    int
	Lost, Invented, Differ   []string
	Elsewhere                int // sites of ours that are no elements of a template
	Ours, Theirs             time.Duration
	FailedFiles              int
	MembersLost, MembersMore int
}

// measureSites scans published Vue sources and holds each site against what Vue's own
// compiler sees.
func measureSites(folder string, verbose bool) error {
	root, err := os.Getwd()
	if err != nil {
		return err
	}
	var rows []*siteRow
	for _, s := range vueSources {
		dir := folder
		if dir == "" {
			dir = filepath.Join(root, ".steady", "measure", slug(s.Name))
			if err := fetch(dir, s.Name, s.Version); err != nil {
				return fmt.Errorf("%s could not be fetched: %w", s.Name, err)
			}
			dir = filepath.Join(dir, "package")
		}
		r, err := countSites(filepath.Join(dir, filepath.FromSlash(s.Folder)), filepath.Join(root, "measure", "frameworks"), s)
		if err != nil {
			return fmt.Errorf("%s: %w", s.Name, err)
		}
		rows = append(rows, r)
		r.print(verbose)
	}
	if folder != "" {
		return nil
	}
	return writeSites(filepath.Join(root, "docs", "reading.md"), rows)
}

// fetch brings a package alone, without what it depends on.
func fetch(folder, name, version string) error {
	var there library
	if readInto(filepath.Join(folder, "package", "package.json"), &there) == nil && there.Version == version {
		return nil
	}
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return err
	}
	for _, args := range [][]string{{"npm", "pack", "--silent", "--pack-destination", folder, name + "@" + version},
		{"tar", "xzf", strings.NewReplacer("@", "", "/", "-").Replace(name) + "-" + version + ".tgz"}} {
		cmd := exec.Command(args[0], args[1:]...)
		cmd.Dir, cmd.Stderr = folder, os.Stderr
		if err := cmd.Run(); err != nil {
			return err
		}
	}
	return nil
}

func countSites(dir, compilers string, s vueSource) (*siteRow, error) {
	r := &siteRow{vueSource: s}
	start := time.Now()
	scan, err := usage.Scan(os.DirFS(dir), usage.Options{Libraries: []string{s.Library}})
	if err != nil {
		return nil, err
	}
	r.Ours = time.Since(start)
	start = time.Now()
	var k counted
	if err := node(context.Background(), sitesScript, dir, &k, []string{"-", compilers, dir}, []any{s.Library}); err != nil {
		return nil, err
	}
	r.Theirs = time.Since(start)
	r.hold(scan, &k)
	return r, nil
}

func (r *siteRow) hold(scan *site.Scan, k *counted) {
	r.Files, r.Sites, r.FailedFiles = k.Files, len(k.Sites), len(k.Failed)
	ours := map[string]*site.Site{}
	for i := range scan.Sites {
		s := &scan.Sites[i]
		if len(s.Via) > 0 {
			continue // of a wrapper: the wrapped one is counted where it stands
		}
		ours[fmt.Sprintf("%s:%d:%d %s", s.At.File, s.At.Line, s.At.Column, s.Component)] = s
	}
	for _, x := range k.Sites {
		key := fmt.Sprintf("%s:%d:%d %s", filepath.ToSlash(x.File), x.Line, x.Column, x.Name)
		s := ours[key]
		if s == nil {
			r.Lost = append(r.Lost, key)
			continue
		}
		delete(ours, key)
		r.given(key, "props", s.Props, x.Given, names.Camel)
		r.given(key, "events", s.Events, x.Events, names.Camel)
		r.given(key, "slots", s.Slots, x.Slots, func(name string) string { return name })
	}
	failed := strings.Join(k.Failed, "\n")
	for key, s := range ours {
		switch {
		case s.Form != site.Element || !strings.HasSuffix(s.At.File, ".vue"):
			r.Elsewhere++
		case !strings.Contains(failed, s.At.File):
			r.Invented = append(r.Invented, key)
		}
	}
	slices.Sort(r.Invented)
}

// given holds the names of what a site gives against theirs.
func (r *siteRow) given(key, what string, ours []site.Given, theirs []string, spelled func(string) string) {
	mine := map[string]int{}
	for _, g := range ours {
		if g.Spread == "" {
			mine[spelled(cmp.Or(g.Spelled, g.Name))]++
		}
	}
	for _, name := range theirs {
		r.Members++
		if name = spelled(name); mine[name] == 0 {
			r.MembersLost++
			r.Differ = append(r.Differ, fmt.Sprintf("%s: %s lost %s", key, what, name))
			continue
		}
		mine[name]--
	}
	for name, n := range mine {
		if n > 0 {
			r.MembersMore++
			r.Differ = append(r.Differ, fmt.Sprintf("%s: %s more %s", key, what, name))
		}
	}
}

func (r *siteRow) print(verbose bool) {
	fmt.Printf("%s %s in %s: %d files, %d sites, %d lost, %d invented, %d elsewhere; %d things given, %d lost, %d more; files that Vue refused %d; ours %v, Vue %v\n", r.Library, r.Version, r.Name, r.Files, r.Sites,
		len(r.Lost), len(r.Invented), r.Elsewhere, r.Members, r.MembersLost, r.MembersMore, r.FailedFiles, r.Ours.Round(time.Millisecond), r.Theirs.Round(time.Millisecond))
	if verbose {
		for _, list := range [][]string{r.Lost, r.Invented, r.Differ} {
			for _, line := range list {
				fmt.Println("  " + line)
			}
			fmt.Println()
		}
	}
}

// writeSites puts the table of sites into its place.
func writeSites(name string, rows []*siteRow) error {
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s with Vue's own compiler.\n\n", time.Now().Format("2006-01-02"))
	b.WriteString("| source | library | files | sites | lost | invented | things given | lost | more | ours | Vue |\n|---|---|---|---|---|---|---|---|---|---|---|\n")
	for _, r := range rows {
		fmt.Fprintf(&b, "| %s %s | %s | %d | %d | %d | %d | %d | %d | %d | %.2f s | %.2f s |\n", r.Name, r.Version, r.Library, r.Files, r.Sites, len(r.Lost), len(r.Invented), r.Members, r.MembersLost, r.MembersMore, r.Ours.Seconds(), r.Theirs.Seconds())
	}
	return between(name, "sites", b.String())
}
