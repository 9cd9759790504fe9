// This file opens what the commands are given.

package cli

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"sort"
	"strings"
	"time"

	"github.com/schollz/progressbar/v3"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/place"
	"steadysocket/core/reading"
	"steadysocket/core/site"
	"steadysocket/core/style"
	"steadysocket/core/usage"
	"steadysocket/source"
)

// opened is the contracts of one SOURCE with what came with them.
type opened struct {
	listing   *contract.Listing
	settings  *style.Settings
	text      string // of the settings file
	conflicts []style.Conflict
}

// what reading is asked for. Around are folders of installed packages beside
// those around the source itself: two that are compared share theirs.
type wants struct {
	pkg, framework string
	around         []string
	beside         []string     // folders of packages that were named
	kept           reading.Kept // nil for nowhere
	marks          bool         // the fingerprints of sources too
}

// keptIn gives where readings of a source are kept, by the folder that was asked for.
func (s *shell) keptIn(src *source.Source, around []string) reading.Kept {
	if s.cache == "" {
		return nil
	}
	path, err := filepath.Abs(src.Path)
	if err != nil {
		return nil
	}
	return source.Kept{Folder: s.cache, Of: strings.Join(append([]string{path, src.Ref}, around...), "\n")}
}

// progress shows that long work goes on, on a terminal only.
func (s *shell) progress(what string) func() {
	if !s.tty {
		return func() {}
	}
	bar := progressbar.NewOptions(-1, progressbar.OptionSetDescription(what), progressbar.OptionSetWriter(s.err), progressbar.OptionClearOnFinish(), progressbar.OptionSpinnerType(14))
	done := make(chan struct{})
	go func() {
		tick := time.NewTicker(100 * time.Millisecond)
		defer tick.Stop()
		for {
			select {
			case <-done:
				return
			case <-tick.C:
				_ = bar.Add(1) // a bar that cannot be drawn is no loss
			}
		}
	}()
	return func() {
		close(done)
		_ = bar.Finish()
	}
}

// open opens a SOURCE, whatever it is.
func (s *shell) open(ctx context.Context, text string, w wants) (*opened, error) {
	path, ref := source.SplitRef(text)
	info, err := os.Stat(path)
	if err != nil {
		if name, version, ok := held(text); ok {
			l, err := s.client().Listing(ctx, name, version)
			if err != nil {
				return nil, err
			}
			return &opened{listing: l, settings: &style.Settings{}}, nil
		}
	}
	if err == nil && ref == "" {
		switch {
		case info.Mode().IsRegular() && !source.IsArchive(path):
			return openFile(path)
		case info.IsDir():
			if o, ok, err := openFolder(path); ok || err != nil {
				return o, err
			}
		}
	}
	defer s.progress("reading " + text)()
	src, err := source.Open(ctx, text)
	if err != nil {
		return nil, err
	}
	defer src.Close()
	around := source.Around(text)
	for _, folder := range w.beside {
		if info, err := os.Stat(folder); err != nil || !info.IsDir() {
			return nil, &callError{fmt.Sprintf("--beside %s is no folder; give one that holds installed packages, as node_modules", folder)}
		}
	}
	for _, folder := range append(slices.Clone(w.beside), w.around...) {
		if !slices.Contains(around, folder) {
			around = append(around, folder)
		}
	}
	src.With(around)
	w.kept = s.keptIn(src, around)
	return readSource(src, text, w)
}

// held takes library@version apart. A path is told by its beginning.
func held(text string) (name, version string, ok bool) {
	if source.IsPath(text) {
		return "", "", false
	}
	i := strings.LastIndexByte(text, '@')
	if i <= 0 || i == len(text)-1 {
		return "", "", false
	}
	return text[:i], text[i+1:], true
}

// readSource reads the contracts and settings of an opened source.
func readSource(src *source.Source, text string, w wants) (*opened, error) {
	dir, err := reading.Find(src.FS, w.pkg)
	if err != nil {
		return nil, err
	}
	o := &opened{}
	if o.settings, err = style.ReadSettings(src.FS, dir); err != nil {
		return nil, &readError{err}
	}
	if _, text, err := style.FindSettings(src.FS, dir); err == nil {
		o.text = string(text)
	}
	name := filepath.Base(strings.TrimSuffix(text, "/"))
	if abs, err := filepath.Abs(src.Path); err == nil {
		name = filepath.Base(abs)
	}
	asked := reading.Options{
		Package: w.pkg, Framework: w.framework, Name: name, Library: o.settings.Library, Owner: o.settings.Owner,
		Source: contract.SourceInfo{Kind: string(src.Kind), Ref: src.Ref}, Kept: w.kept, Marks: w.marks,
	}
	result, err := reading.Read(src.FS, asked)
	if err == nil && result.Built {
		// What is published is what was built; whether that is what the sources say is held here.
		asked.FromSource = true
		l := result.Listing
		if sources, err := reading.Read(src.FS, asked); err == nil {
			l.Package.Stale = change.Stale(l, sources.Listing)
		} else {
			l.Unread = append(l.Unread, contract.Unread{At: &place.Place{File: "package.json", Line: 1, Column: 1}, Why: "whether the built files are those of the sources is not known: " + err.Error()})
		}
	}
	if err != nil {
		var several *reading.SeveralPackages
		if errors.As(err, &several) {
			return nil, err
		}
		return nil, &readError{err}
	}
	if err := reading.NothingFound(result.Listing, w.framework); err != nil {
		return nil, &readError{err}
	}
	o.listing = result.Listing
	for _, c := range result.Conflicts {
		o.conflicts = append(o.conflicts, style.Conflict{Claim: string(c.Claim), Component: c.Component, Member: c.Member, What: c.What, Source: c.Source, File: c.File, At: c.At})
	}
	return o, nil
}

// openFile opens a contract file or a listing.
func openFile(path string) (*opened, error) {
	data, err := os.ReadFile(path)
	if err != nil {
		return nil, &readError{err}
	}
	if contract.IsListing(data) {
		l, err := contract.ParseListing(path, data)
		if err != nil {
			return nil, err
		}
		return &opened{listing: l, settings: &style.Settings{}}, nil
	}
	c, err := contract.ParseFile(path, data)
	if err != nil {
		return nil, err
	}
	return &opened{listing: listingOf([]*contract.Contract{c}, path), settings: &style.Settings{}}, nil
}

// openFolder opens a folder that holds contract files and no manifest.
func openFolder(path string) (*opened, bool, error) {
	if _, err := os.Stat(filepath.Join(path, "package.json")); err == nil {
		return nil, false, nil
	}
	var files []string
	for _, ending := range []string{"*.contract.yaml", "*.contract.yml", "*.contract.json"} {
		found, err := filepath.Glob(filepath.Join(path, ending))
		if err != nil {
			return nil, false, err
		}
		files = append(files, found...)
	}
	sources, err := filepath.Glob(filepath.Join(path, "*.[jt]s*"))
	if err != nil || len(files) == 0 || len(sources) > 0 {
		return nil, false, err
	}
	sort.Strings(files)
	var list []*contract.Contract
	var problems contract.Problems
	for _, file := range files {
		data, err := os.ReadFile(file)
		if err != nil {
			return nil, true, &readError{err}
		}
		c, err := contract.ParseFile(file, data)
		var p contract.Problems
		switch {
		case errors.As(err, &p):
			problems = append(problems, p...)
		case err != nil:
			return nil, true, err
		default:
			list = append(list, c)
		}
	}
	if len(problems) > 0 {
		return nil, true, problems
	}
	o := &opened{listing: listingOf(list, path)}
	o.settings, err = style.ReadSettings(os.DirFS(path), ".")
	return o, true, err
}

func listingOf(list []*contract.Contract, path string) *contract.Listing {
	l := &contract.Listing{Reader: reading.Version, Source: contract.SourceInfo{Kind: "file"}, Package: contract.PackageInfo{Name: filepath.Base(path)}}
	for _, c := range list {
		c.Hashes()
		l.Components = append(l.Components, *c)
		if c.Package != "" {
			l.Package.Name, l.Package.Framework = c.Package, c.Framework
		}
		if c.Library != "" {
			l.Library.Name = c.Library
		}
	}
	return l
}

// scan scans an app for the uses of libraries.
func (s *shell) scan(ctx context.Context, text string, libraries []string) (*site.Scan, error) {
	for _, name := range libraries {
		if source.IsPath(name) {
			return nil, &callError{fmt.Sprintf("--library takes the name of a package here, as in --library @saltmarsh/fairlead; %s is a place (steady read tells the name of its package)", name)}
		}
	}
	defer s.progress("scanning " + text)()
	src, err := source.Open(ctx, text)
	if err != nil {
		return nil, err
	}
	defer src.Close()
	src.With(source.Around(text))
	app := site.App{Path: ".", Commit: src.Commit, Dirty: src.Dirty}
	if abs, err := filepath.Abs(src.Path); err == nil {
		app.Name = strings.TrimSuffix(filepath.Base(abs), ".tgz")
	}
	if m := manifestName(src.FS); m != "" {
		app.Name = m
	}
	asked := usage.Options{Libraries: libraries, App: app, Ignored: src.Ignored(ctx)}
	if kept := s.keptIn(src, source.Around(text)); kept != nil {
		asked.Kept = kept
	}
	scan, err := usage.Scan(src.FS, asked)
	if err != nil {
		return nil, &readError{fmt.Errorf("%s: %w", text, err)}
	}
	return scan, nil
}
