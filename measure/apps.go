// This file judges inspection over published packages that carry their sources and use a
// library of components. They are made into apps with a manifest and a lock file of their
// own, and the compiler of their framework is run over them: what it accepts is no sure
// mistake.

package main

import (
	"bytes"
	"context"
	_ "embed"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"time"

	"steadysocket/core/inspect"
	"steadysocket/core/site"
	"steadysocket/core/usage"
	"steadysocket/source"
)

//go:embed apps.json
var appsText []byte

// publishedApp is one published package that is made into an app.
type publishedApp struct {
	Package   string   `json:"package"` // with its version
	Source    string   `json:"source"`  // the folder of its sources, "src" where it is not given
	Libraries []string `json:"libraries"`
	With      []string `json:"with"` // what else is installed
	Vue       bool     `json:"vue"`
	Loose     bool     `json:"loose"` // its own compiler is not strict
	JS        bool     `json:"js"`    // it is written in JavaScript
}

// appRow is what came of one app.
type appRow struct {
	publishedApp
	Files, Sites int
	Sure         int // findings that are sure and that a compiler tells of too
	Confirmed    int // of them, at sites where it does
	Refuted      int // of them, at sites where it does not
	Silent       int // findings that no compiler can tell
	Unsure       int
	Musts        int      // of all of them, of weight must and not unsure
	Missed       int      // sites where the compiler finds an error and nothing is said
	Lines        []string // everything that is worth to be read, one line each
	Took         time.Duration
}

// spec splits a package and its version.
func spec(s string) (name, version string) {
	if i := strings.LastIndex(s, "@"); i > 0 {
		return s[:i], s[i+1:]
	}
	return s, "latest"
}

// prepare makes the app in a folder: a manifest that depends on everything, the lock file
// that npm writes for it, and the package's sources.
func (p publishedApp) prepare(folder string) error {
	name, _ := spec(p.Package)
	from := filepath.Join(folder, "node_modules", filepath.FromSlash(name), filepath.FromSlash(p.source()))
	to := filepath.Join(folder, "src")
	if _, err := os.Stat(to); err == nil {
		return nil
	}
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return err
	}
	if err := os.WriteFile(filepath.Join(folder, "package.json"), []byte(`{ "private": true, "name": "measured-app", "version": "1.0.0" }`), 0o644); err != nil {
		return err
	}
	args := slices.Concat([]string{"install", "--ignore-scripts", "--no-audit", "--no-fund", "--silent", "--legacy-peer-deps", p.Package}, p.Libraries, p.With)
	if p.Vue {
		args = append(args, "vue-tsc@3", "typescript@5.9")
	}
	cmd := exec.Command("npm", args...)
	cmd.Dir, cmd.Stdout, cmd.Stderr = folder, os.Stderr, os.Stderr
	if err := cmd.Run(); err != nil {
		return err
	}
	return os.CopyFS(to, os.DirFS(from))
}

func (p publishedApp) source() string {
	if p.Source == "" {
		return "src"
	}
	return p.Source
}

// judge inspects the app and holds what is found against its compiler.
func (p publishedApp) judge(typescript, folder string) (*appRow, error) {
	row := &appRow{publishedApp: p}
	errs, err := p.compile(typescript, folder)
	if err != nil {
		return nil, err
	}
	start := time.Now()
	src, err := source.Open(context.Background(), folder)
	if err != nil {
		return nil, err
	}
	defer src.Close()
	src.With(source.Around(folder))
	var libraries []inspect.Library
	var names []string
	for _, l := range p.Libraries {
		name, _ := spec(l)
		listing, err := read(filepath.Join(folder, "node_modules", filepath.FromSlash(name)), true)
		if err != nil {
			return nil, err
		}
		libraries, names = append(libraries, inspect.Library{Locked: listing}), append(names, name)
	}
	scan, err := usage.Scan(src.FS, usage.Options{Libraries: names})
	if err != nil {
		return nil, err
	}
	found := inspect.Of(scan, libraries)
	row.Took = time.Since(start)
	row.hold(scan, found.Findings, errs)
	return row, nil
}

// hold holds findings against errors. A finding is confirmed by an error in its own site,
// which is the innermost one around it, or on its line.
func (r *appRow) hold(scan *site.Scan, findings []inspect.Finding, errs []compilerError) {
	files := map[string]bool{}
	for i := range scan.Sites {
		files[scan.Sites[i].At.File] = true
	}
	r.Files, r.Sites = len(files), len(scan.Sites)
	wrong, byID := innermost(scan, errs)
	told := map[string]bool{}
	for _, f := range findings {
		if f.Site != "" {
			told[f.Site] = true
		}
		must := f.Weight == inspect.Must && f.Sure != inspect.Unsure
		if must {
			r.Musts++
		}
		verdict := ""
		confirmed := wrong[f.Site] != ""
		for _, e := range errs {
			confirmed = confirmed || f.Site == "" && e.File == f.At.File && e.Line == f.At.Line
		}
		// Nothing checks JavaScript, but the compiler can be made to.
		silent := f.Silent && !(r.JS && slices.ContainsFunc(inspect.Rows, func(row inspect.Row) bool { return row.Kind == f.Kind && row.Told != inspect.Nobody }))
		switch {
		case f.Sure == inspect.Unsure:
			r.Unsure++
			verdict = "unsure"
		case silent:
			r.Silent++
			verdict = "silent"
		case confirmed:
			r.Sure++
			r.Confirmed++
			verdict = "confirmed"
		case f.Weight != inspect.Must:
			verdict = "advice"
		default:
			r.Sure++
			r.Refuted++
			verdict = "REFUTED"
		}
		r.Lines = append(r.Lines, fmt.Sprintf("%-9s %-6s %-18s %s %s: %s", verdict, f.Weight, f.Kind, f.At, f.Component, f.Why))
	}
	for id, e := range wrong {
		if s := byID[id]; s != nil && !told[id] {
			r.Missed++
			r.Lines = append(r.Lines, fmt.Sprintf("%-9s %-6s %-18s %s %s: %s", "missed", "", "", s.At, s.Component, e))
		}
	}
	slices.Sort(r.Lines)
}

// innermost gives the errors to the innermost sites around them.
func innermost(scan *site.Scan, errs []compilerError) (map[string]string, map[string]*site.Site) {
	byID := map[string]*site.Site{}
	for i := range scan.Sites {
		byID[scan.Sites[i].ID] = &scan.Sites[i]
	}
	wrong := map[string]string{}
	for _, e := range errs {
		var best []string
		width := 1 << 30
		for i := range scan.Sites {
			s := &scan.Sites[i]
			span := s.At.Span
			if s.At.File != e.File || span == nil || e.Start < span[0] || span[1] <= e.Start {
				continue
			}
			switch w := span[1] - span[0]; {
			case w < width:
				best, width = []string{s.ID}, w
			case w == width:
				best = append(best, s.ID)
			}
		}
		for _, id := range best {
			wrong[id] = fmt.Sprintf("TS%d %s", e.Code, e.Text)
		}
	}
	return wrong, byID
}

// compile runs the framework's compiler over the app's sources.
func (p publishedApp) compile(typescript, folder string) ([]compilerError, error) {
	if !p.Vue {
		var list []compilerError
		var how any = !p.Loose
		if p.JS {
			how = "js"
		}
		err := script(context.Background(), errorsScript, typescript, folder, &list, how)
		return list, err
	}
	config := map[string]any{
		"compilerOptions": map[string]any{"strict": !p.Loose, "noEmit": true, "skipLibCheck": true, "module": "esnext", "moduleResolution": "bundler", "target": "es2022", "jsx": "preserve",
			"allowJs": true, "checkJs": false, "lib": []string{"es2023", "dom", "dom.iterable"}, "types": []string{}},
		"include":            []string{"src/**/*"},
		"vueCompilerOptions": map[string]any{"strictTemplates": false, "checkUnknownComponents": true},
	}
	data, err := json.Marshal(config)
	if err != nil {
		return nil, err
	}
	if err := os.WriteFile(filepath.Join(folder, "tsconfig.judge.json"), data, 0o644); err != nil {
		return nil, err
	}
	cmd := exec.Command("node", "--max-old-space-size=8000", filepath.Join("node_modules", "vue-tsc", "bin", "vue-tsc.js"), "--pretty", "false", "-p", "tsconfig.judge.json")
	cmd.Dir = folder
	var out bytes.Buffer
	cmd.Stdout, cmd.Stderr = &out, &out
	var exit *exec.ExitError
	if err := cmd.Run(); err != nil && !errors.As(err, &exit) {
		return nil, err
	}
	return printedErrors(folder, out.String())
}

var printedError = regexp.MustCompile(`^(\S[^(]*)\((\d+),(\d+)\): error TS(\d+): (.*)$`)

// printedErrors reads errors as the compiler prints them: file(line,column): error TS1: text.
// Columns count UTF-16 units.
func printedErrors(folder, out string) ([]compilerError, error) {
	var list []compilerError
	lines := map[string][]string{}
	for text := range strings.Lines(out) {
		m := printedError.FindStringSubmatch(strings.TrimRight(text, "\r\n"))
		if m == nil {
			continue
		}
		e := compilerError{File: m[1], Text: m[5]}
		e.Line, _ = strconv.Atoi(m[2])
		column, _ := strconv.Atoi(m[3])
		e.Code, _ = strconv.Atoi(m[4])
		if lines[e.File] == nil {
			data, err := os.ReadFile(filepath.Join(folder, filepath.FromSlash(e.File)))
			if err != nil {
				return nil, err
			}
			lines[e.File] = strings.SplitAfter(string(data), "\n")
		}
		for i, line := range lines[e.File] {
			if i+1 < e.Line {
				e.Start += len(line)
				continue
			}
			units := 0
			for at, r := range line {
				if units >= column-1 {
					e.Start += at
					break
				}
				if units++; r > 0xFFFF {
					units++
				}
			}
			break
		}
		list = append(list, e)
	}
	if len(list) == 0 && strings.TrimSpace(out) != "" {
		return nil, fmt.Errorf("the compiler said something else: %.300s", out)
	}
	return list, nil
}

// judgeApps judges the listed apps, or the one that is asked for, and writes the figures
// down.
func judgeApps(only, folder string, verbose bool) error {
	var list []publishedApp
	if err := json.Unmarshal(appsText, &list); err != nil {
		return err
	}
	root, err := os.Getwd()
	if err != nil {
		return err
	}
	if folder == "" {
		folder = filepath.Join(root, ".steady", "measure", "apps")
	}
	typescript := filepath.Join(root, "console", "node_modules", "typescript")
	var rows []*appRow
	for _, p := range list {
		name, _ := spec(p.Package)
		if only != "" && name != only {
			continue
		}
		dir := filepath.Join(folder, slug(name))
		if err := p.prepare(dir); err != nil {
			return fmt.Errorf("%s could not be prepared: %w", p.Package, err)
		}
		row, err := p.judge(typescript, dir)
		if err != nil {
			return fmt.Errorf("%s: %w", p.Package, err)
		}
		fmt.Printf("%s: %d files, %d sites; sure %d: confirmed %d, refuted %d; silent %d, unsure %d; missed %d; musts %d; %.1f s\n",
			p.Package, row.Files, row.Sites, row.Sure, row.Confirmed, row.Refuted, row.Silent, row.Unsure, row.Missed, row.Musts, row.Took.Seconds())
		if verbose {
			for _, l := range row.Lines {
				fmt.Println("  " + l)
			}
		}
		rows = append(rows, row)
	}
	if only != "" {
		return nil
	}
	return writeApps(rows)
}

func writeApps(rows []*appRow) error {
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s.\n\n| app | over | files | sites | sure, where a compiler tells | confirmed by it | refuted by it | only we can tell | unsure | errors at sites of which nothing is said | took |\n|---|---|---|---|---|---|---|---|---|---|---|\n", time.Now().Format("2006-01-02"))
	for _, r := range rows {
		fmt.Fprintf(&b, "| %s | %s | %d | %d | %d | %d | %d | %d | %d | %d | %.1f s |\n", r.Package, strings.Join(r.Libraries, ", "), r.Files, r.Sites, r.Sure, r.Confirmed, r.Refuted, r.Silent, r.Unsure, r.Missed, r.Took.Seconds())
	}
	return between(filepath.Join("docs", "judges.md"), "apps", b.String())
}
