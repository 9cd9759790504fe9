// This file declares steady inspect.

package cli

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"sort"
	"strings"

	"github.com/Masterminds/semver/v3"
	"github.com/spf13/cobra"

	"steadysocket/core/contract"
	"steadysocket/core/inspect"
	"steadysocket/core/modules"
	"steadysocket/core/reading"
	"steadysocket/core/site"
	"steadysocket/source"
)

func (s *shell) inspectCommand() *cobra.Command {
	var libraries []string
	var baseline, renew string
	cmd := &cobra.Command{
		Use:   "inspect APP",
		Short: "Finds the mistakes at an app's use sites that fail without a word",
		Long: `Holds every use site of an app against the contract of the release that the app is
locked to. Exits with 1 on a finding of weight must that is not in the baseline and
not unsure.
APP is a directory, ./dir@git-ref or an archive; or the name of an app that the service
holds, for what was found when it was added. --library says where the contracts
come from: a package name, for the package that is installed beside the app, else for
the release that the service holds; or a SOURCE. Of a git repository the tag of the
locked version is read. Without --library it looks for every package that the service
holds.
` + sourceHelp,
		Example: "  steady inspect ./booking --library ./fairlead\n  steady inspect ./booking --library @saltmarsh/fairlead --baseline steady-baseline.json\n  steady inspect ./booking --library ./fairlead --format markdown",
		Args:    arguments("one APP"),
		RunE: func(cmd *cobra.Command, args []string) error {
			found, err := s.inspected(cmd.Context(), args[0], libraries)
			if err != nil {
				return err
			}
			if baseline != "" {
				data, err := os.ReadFile(baseline)
				if err != nil {
					return &readError{err}
				}
				b, err := inspect.ParseBaseline(baseline, data)
				if err != nil {
					return &readError{err}
				}
				found.Against(b)
			}
			if renew != "" {
				if err := writeWhole(renew, found.Baseline()); err != nil {
					return &readError{err}
				}
				fmt.Fprintf(s.err, "steady: %d findings are written to %s; from now on only others count\n", len(found.Findings), renew)
				return nil
			}
			if err := s.printInspection(found, baseline != ""); err != nil {
				return err
			}
			if found.Refused() {
				return errNo
			}
			return nil
		},
	}
	cmd.Flags().StringArrayVar(&libraries, "library", nil, "package name or SOURCE of a library; may be given several times")
	cmd.Flags().StringVar(&baseline, "baseline", "", "file of findings that are known already; only others count")
	cmd.Flags().StringVar(&renew, "write-baseline", "", "write what is found to this file, as a baseline, in place of printing it")
	s.formats(cmd, "table", "json", "sarif", "markdown")
	return cmd
}

// writeWhole writes a file as JSON, whole or not at all.
func writeWhole(name string, v any) error {
	data, err := json.MarshalIndent(v, "", "  ")
	if err != nil {
		return err
	}
	half, err := os.CreateTemp(filepath.Dir(name), ".steady-*")
	if err != nil {
		return err
	}
	defer os.Remove(half.Name())
	if _, err := half.Write(append(data, '\n')); err != nil {
		half.Close()
		return err
	}
	if err := half.Close(); err != nil {
		return err
	}
	if err := os.Chmod(half.Name(), 0o644); err != nil {
		return err
	}
	return os.Rename(half.Name(), name)
}

// inspected scans an app and holds it against the releases that it is locked to.
func (s *shell) inspected(ctx context.Context, app string, libraries []string) (*inspect.Inspection, error) {
	path, _ := source.SplitRef(app)
	if _, err := os.Stat(path); err != nil && len(libraries) == 0 && !source.IsPath(app) {
		return s.client().Inspection(ctx, app)
	}
	if len(libraries) == 0 {
		releases, err := s.client().Releases(ctx)
		if err != nil {
			return nil, fmt.Errorf("%w; say where the contracts come from with --library, as in --library ./fairlead", err)
		}
		if libraries = packagesOf(releases); len(libraries) == 0 {
			return nil, &callError{"the service holds no library yet; add a release first, or say which with --library"}
		}
	}
	var named []string
	packages := make([][]string, len(libraries))
	for i, library := range libraries {
		var err error
		if packages[i], err = s.packagesIn(ctx, library); err != nil {
			return nil, err
		}
		named = append(named, packages[i]...)
	}
	slices.Sort(named)
	scan, err := s.scan(ctx, app, slices.Compact(named))
	if err != nil {
		return nil, err
	}
	var found []inspect.Library
	var sources []string
	for i, library := range libraries {
		for _, name := range packages[i] {
			if !usesPackage(scan, name) {
				continue
			}
			l, err := s.lockedListing(ctx, app, library, name, lockedTo(scan, name))
			if err != nil {
				return nil, err
			}
			lib := inspect.Library{Locked: l}
			if lib.Newest, err = s.newestListing(ctx, library, name, l); err != nil {
				return nil, err
			}
			found, sources = append(found, lib), append(sources, library)
		}
	}
	if len(found) == 0 {
		return nil, &callError{fmt.Sprintf("%s uses none of the packages %s", app, strings.Join(named, ", "))}
	}
	out := inspect.Of(scan, found)
	if len(out.Layers.Copies) == 0 {
		return out, nil
	}
	// From which release something was copied is known when all are.
	for i := range found {
		if found[i].Others, err = s.otherListings(ctx, sources[i], found[i]); err != nil {
			return nil, err
		}
	}
	return inspect.Of(scan, found), nil
}

// releasesOf gives the tags of a library's repository that are versions, oldest first,
// by version; none where it is no repository or one state of it was asked for.
func releasesOf(ctx context.Context, library string) (map[string]string, []*semver.Version, error) {
	path, ref := source.SplitRef(library)
	if info, err := os.Stat(path); err != nil || ref != "" || !info.IsDir() {
		return nil, nil, nil
	}
	tags, err := source.Tags(ctx, path)
	if err != nil {
		return nil, nil, err
	}
	by := map[string]string{}
	var versions []*semver.Version
	for _, tag := range tags {
		text := tag[strings.LastIndexByte(tag, '@')+1:]
		if v, err := semver.NewVersion(text); err == nil && by[v.String()] == "" {
			by[v.String()] = path + "@" + tag
			versions = append(versions, v)
		}
	}
	sort.Sort(semver.Collection(versions))
	return by, versions, nil
}

// newestListing gives the newest stable release that is known of a library; nil where that
// is the one at hand or none is known.
func (s *shell) newestListing(ctx context.Context, library, name string, locked *contract.Listing) (*contract.Listing, error) {
	by, versions, err := releasesOf(ctx, library)
	if err != nil {
		return nil, err
	}
	for _, v := range slices.Backward(versions) {
		if v.Prerelease() != "" {
			continue
		}
		if v.String() == locked.Package.Version {
			return nil, nil
		}
		o, err := s.open(ctx, by[v.String()], wants{pkg: name, marks: true})
		var none *reading.NothingToRead
		if errors.As(err, &none) {
			continue // the package is younger or gone
		}
		if err != nil {
			return nil, err
		}
		return o.listing, nil
	}
	if _, err := os.Stat(library); err == nil {
		return nil, nil
	}
	l, err := s.client().Listing(ctx, name, "latest")
	if err != nil || l.Package.Version == locked.Package.Version {
		return nil, nil // nothing is known of it: that is said of each reach-in
	}
	return l, nil
}

// maxOthers bounds the further releases that are read to find where a copy came from.
const maxOthers = 20

func (s *shell) otherListings(ctx context.Context, library string, lib inspect.Library) (list []*contract.Listing, err error) {
	by, versions, err := releasesOf(ctx, library)
	if err != nil {
		return nil, err
	}
	if len(versions) > maxOthers {
		versions = versions[len(versions)-maxOthers:]
	}
	for _, v := range versions {
		if v.String() == lib.Locked.Package.Version || lib.Newest != nil && v.String() == lib.Newest.Package.Version {
			continue
		}
		o, err := s.open(ctx, by[v.String()], wants{pkg: lib.Locked.Package.Name, marks: true})
		var none *reading.NothingToRead
		if errors.As(err, &none) {
			continue
		}
		if err != nil {
			return nil, err
		}
		list = append(list, o.listing)
	}
	return list, nil
}

// usesPackage reports whether an app depends on a package or uses it anyway.
func usesPackage(scan *site.Scan, name string) bool {
	for _, p := range scan.Packages {
		if p.Name == name && (p.Range != "" || len(p.Locked) > 0) {
			return true
		}
	}
	return slices.ContainsFunc(scan.Sites, func(x site.Site) bool { return x.Package == name })
}

// lockedTo gives the highest version that an app is locked to, "" for none.
func lockedTo(scan *site.Scan, name string) string {
	for _, p := range scan.Packages {
		if p.Name == name && len(p.Locked) > 0 {
			return p.Locked[len(p.Locked)-1]
		}
	}
	return ""
}

// packagesIn names the packages that a library is: itself, or those of a SOURCE.
func (s *shell) packagesIn(ctx context.Context, library string) ([]string, error) {
	path, _ := source.SplitRef(library)
	info, err := os.Stat(path)
	if err != nil {
		if name, _, ok := held(library); ok {
			return []string{name}, nil
		}
		if source.IsPath(library) {
			return nil, &readError{fmt.Errorf("%s is not there", library)}
		}
		return []string{library}, nil
	}
	if !info.IsDir() && !source.IsArchive(path) {
		o, err := s.open(ctx, library, wants{})
		if err != nil {
			return nil, err
		}
		return []string{o.listing.Package.Name}, nil
	}
	src, err := source.Open(ctx, library)
	if err != nil {
		return nil, err
	}
	defer src.Close()
	return packageNames(src.FS)
}

// lockedListing gives the contracts of a package in the version that an app is locked to;
// where that is not to be had, in the one that is.
func (s *shell) lockedListing(ctx context.Context, app, library, name, locked string) (*contract.Listing, error) {
	path, ref := source.SplitRef(library)
	if _, err := os.Stat(path); err != nil {
		return s.installedOrHeld(ctx, app, library, name, locked)
	}
	if ref == "" && locked != "" {
		tags, err := source.Tags(ctx, path)
		if err != nil {
			return nil, err
		}
		for _, tag := range []string{locked, "v" + locked, name + "@" + locked, name[strings.LastIndexByte(name, '/')+1:] + "@" + locked} {
			if slices.Contains(tags, tag) {
				library = path + "@" + tag
				break
			}
		}
	}
	o, err := s.open(ctx, library, wants{pkg: name, marks: true})
	if err != nil {
		return nil, err
	}
	return o.listing, nil
}

// installedOrHeld gives a package by its name: the one that is installed beside the app,
// else the release that the service holds.
func (s *shell) installedOrHeld(ctx context.Context, app, library, name, locked string) (*contract.Listing, error) {
	if _, version, ok := held(library); ok {
		return s.client().Listing(ctx, name, version)
	}
	appPath, _ := source.SplitRef(app)
	for dir, err := filepath.Abs(appPath); err == nil; dir = filepath.Dir(dir) {
		folder := filepath.Join(dir, "node_modules", filepath.FromSlash(name))
		if _, err := os.Stat(filepath.Join(folder, "package.json")); err == nil {
			o, err := s.open(ctx, folder, wants{marks: true})
			if err != nil {
				return nil, err
			}
			return o.listing, nil
		}
		if dir == filepath.Dir(dir) {
			break
		}
	}
	if locked == "" {
		locked = "latest"
	}
	l, err := s.client().Listing(ctx, name, locked)
	if err != nil {
		return nil, fmt.Errorf("%s is not installed beside %s, and: %w", name, app, err)
	}
	return l, nil
}

// packageNames names the packages of a source.
func packageNames(fsys fs.FS) ([]string, error) {
	packages, err := modules.Packages(fsys)
	if err != nil {
		return nil, &readError{err}
	}
	return slices.Sorted(maps.Keys(packages)), nil
}
