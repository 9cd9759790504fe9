// Command measure holds what Steady Socket reads of published React libraries
// against what the TypeScript compiler knows of them, member by member. It
// installs the libraries that libraries.json names into .steady/measure, and
// writes the figures into docs/reading.md.
package main

import (
	"cmp"
	"context"
	_ "embed"
	"encoding/json"
	"flag"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"steadysocket/core/contract"
	"steadysocket/core/reading"
	"steadysocket/source"
)

//go:embed libraries.json
var librariesText []byte

// library is one package that is measured.
type library struct {
	Name    string   `json:"name"`
	Version string   `json:"version"`
	Style   string   `json:"style"`   // what is special about it
	With    []string `json:"with"`    // what must be installed beside it
	Own     []string `json:"own"`     // packages that it gives out as its own
	Source  bool     `json:"source"`  // its sources are read, and held against what is built of them
	React   string   `json:"react"`   // the version that it is made for, "" for the newest
	Entry   string   `json:"entry"`   // of a package that carries its sources: the file that they begin with
	Runs    bool     `json:"runs"`    // it says what it takes when it runs, in tables of prop types
	Folders []string `json:"folders"` // other folders of its sources
}

// alone says that packages around a library are not used, as for an archive.
var alone bool

func main() {
	only := flag.String("only", "", "measure one library")
	folder := flag.String("folder", "", "folder whose node_modules holds the libraries; installed where it is not given")
	upgrades := flag.Bool("upgrades", false, "judge impact under upgrades only")
	fast := flag.Bool("speed", false, "measure speed and memory only")
	vueOnly := flag.Bool("vue", false, "measure Vue libraries only")
	elementsOnly := flag.Bool("elements", false, "measure libraries of custom elements only")
	sitesOnly := flag.Bool("sites", false, "count use sites of Vue sources only")
	sourcesOnly := flag.Bool("sources", false, "measure React libraries by the sources that they carry only")
	itselfOnly := flag.Bool("itself", false, "compare libraries with themselves only")
	appsOnly := flag.Bool("apps", false, "judge inspection over published apps only")
	mutationsOnly := flag.Bool("mutations", false, "judge comparing over libraries that are changed at random only")
	seed := flag.Uint64("seed", 22, "what the random changes of -mutations follow from")
	most := flag.Int("most", 150, "how many places -mutations changes in one library")
	verbose := flag.Bool("v", false, "list every difference")
	flag.BoolVar(&alone, "alone", false, "read each library without the packages around it")
	flag.Parse()
	var err error
	switch {
	case *mutationsOnly:
		err = runMutations(*only, *folder, *seed, *most, *verbose)
	case *appsOnly:
		err = judgeApps(*only, *folder, *verbose)
	case *itselfOnly:
		err = measureItself(*only, *folder)
	case *vueOnly:
		err = measureVue(*only, *folder, *verbose)
	case *sourcesOnly:
		err = runSources(*only, *folder, *verbose)
	case *elementsOnly:
		err = measureElements(*only, *folder, *verbose)
	case *sitesOnly:
		err = measureSites(*folder, *verbose)
	default:
		err = measureAll(*only, *folder, *verbose, *upgrades, *fast)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "measure:", err)
		os.Exit(1)
	}
}

// measureAll measures React libraries, and everything else where no library is asked
// for.
func measureAll(only, folder string, verbose, upgrades, fast bool) (err error) {
	if only == "" && !upgrades && folder == "" {
		err = speed(filepath.Join("docs", "reading.md")) // first, while nothing else runs
	}
	if err == nil && !fast {
		err = judgeUpgrades(only, verbose, upgrades)
	}
	if err == nil && !upgrades && !fast {
		err = run(only, folder, verbose)
	}
	if err == nil && only == "" && !upgrades && !fast && folder == "" {
		err = runSources("", "", verbose)
	}
	if err == nil && only == "" && !upgrades && !fast {
		if err = measureVue("", folder, verbose); err == nil {
			err = measureElements("", folder, verbose)
		}
		if err == nil && folder == "" {
			err = measureSites("", verbose)
		}
		if err == nil {
			err = measureItself("", folder)
		}
	}
	return err
}

// judgeUpgrades judges impact and writes the figures down.
func judgeUpgrades(only string, verbose, always bool) error {
	if only != "" && !always {
		return nil
	}
	var list []upgrade
	if err := json.Unmarshal(upgradesText, &list); err != nil {
		return err
	}
	root, err := os.Getwd()
	if err != nil {
		return err
	}
	var rows []*outcome
	for _, u := range list {
		if only != "" && u.Name != only {
			continue
		}
		j, err := u.judge(root, filepath.Join(root, "console", "node_modules", "typescript"), verbose)
		if err != nil {
			return fmt.Errorf("%s: %w", u.App, err)
		}
		j.print(verbose)
		rows = append(rows, j)
	}
	if only != "" {
		return nil
	}
	return writeUpgrades(filepath.Join(root, "docs", "reading.md"), rows)
}

func run(only, folder string, verbose bool) error {
	rows, err := rowsOf(librariesText, only, folder, verbose, measure)
	if err != nil || only != "" || alone {
		return err
	}
	return write(filepath.Join("docs", "reading.md"), "measured", rows)
}

func runSources(only, folder string, verbose bool) error {
	rows, err := rowsOf(sourcesText, only, folder, verbose, measureSources)
	if err != nil || only != "" {
		return err
	}
	return write(filepath.Join("docs", "reading.md"), "sources", rows)
}

// rowsOf measures the React libraries of a list.
func rowsOf(listed []byte, only, folder string, verbose bool, measure func(typescript, dir string, l library) (*row, error)) (rows []row, err error) {
	root, err := os.Getwd()
	if err != nil {
		return nil, err
	}
	typescript := filepath.Join(root, "console", "node_modules", "typescript")
	if folder != "" {
		if folder, err = filepath.Abs(folder); err != nil {
			return nil, err
		}
	}
	err = eachLibrary(listed, root, only, folder, reactFor, func(dir string, l library) error {
		r, err := measure(typescript, dir, l)
		if err != nil {
			return err
		}
		rows = append(rows, *r)
		r.print(verbose)
		return nil
	})
	return rows, err
}

// eachLibrary measures the libraries of a list, or the one that is asked for: each where
// it is installed in a folder, or brought there with what else it needs.
func eachLibrary(listed []byte, root, only, folder string, with func(l library) []string, measure func(dir string, l library) error) error {
	var list []library
	if err := json.Unmarshal(listed, &list); err != nil {
		return err
	}
	for _, l := range list {
		if only != "" && l.Name != only {
			continue
		}
		dir := folder
		if dir == "" {
			dir = filepath.Join(root, ".steady", "measure", slug(l.Name))
			if err := install(dir, l, with(l)); err != nil {
				return fmt.Errorf("%s could not be installed: %w", l.Name, err)
			}
		}
		if err := measure(dir, l); err != nil {
			return fmt.Errorf("%s: %w", l.Name, err)
		}
	}
	return nil
}

// beside names packages that every library of a list is installed with.
func beside(packages ...string) func(library) []string {
	return func(library) []string { return packages }
}

// reactFor names what a React library is installed with: the version that it is made for.
func reactFor(l library) []string {
	version := cmp.Or(l.React, "19")
	return []string{"react@" + version, "react-dom@" + version, "@types/react@" + version, "@types/react-dom@" + version}
}

// slug is the name of a library's folder.
func slug(name string) string {
	return strings.ReplaceAll(strings.TrimPrefix(name, "@"), "/", "__")
}

// install brings one library with npm, without running what it carries; each
// stands in a folder of its own, with what else it needs.
func install(folder string, l library, with []string) error {
	if data, err := os.ReadFile(filepath.Join(folder, "node_modules", l.Name, "package.json")); err == nil {
		var there struct{ Version string }
		if json.Unmarshal(data, &there) == nil && there.Version == l.Version {
			return nil
		}
	}
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return err
	}
	if err := os.WriteFile(filepath.Join(folder, "package.json"), []byte(`{ "private": true, "name": "measured" }`), 0o644); err != nil {
		return err
	}
	args := []string{"install", "--ignore-scripts", "--no-audit", "--no-fund", "--no-save", "--no-package-lock", "--legacy-peer-deps", l.Name + "@" + l.Version}
	cmd := exec.Command("npm", slices.Concat(args, with, l.With)...)
	cmd.Dir, cmd.Stdout, cmd.Stderr = folder, os.Stderr, os.Stderr
	return cmd.Run()
}

// read reads the package in a folder, with or without the packages around it.
func read(dir string, around bool) (*contract.Listing, error) {
	result, err := readWith(dir, around, reading.Options{})
	if err != nil {
		return nil, err
	}
	return result.Listing, nil
}

func readWith(dir string, around bool, o reading.Options) (*reading.Result, error) {
	src, err := source.Open(context.Background(), dir)
	if err != nil {
		return nil, err
	}
	defer src.Close()
	if around {
		src.With(source.Around(dir))
	}
	return reading.Read(src.FS, o)
}

// row is what was measured of one library.
type row struct {
	library
	*comparison
	Ours, Theirs time.Duration
	Read         int     // components in our listing
	Memory       float64 // the most that was alive at a time, in times the source
}

func measure(typescript, folder string, l library) (*row, error) {
	dir := filepath.Join(folder, "node_modules", filepath.FromSlash(l.Name))
	start := time.Now()
	result, err := readWith(dir, !alone, reading.Options{})
	if err != nil {
		return nil, err
	}
	ours, listing := time.Since(start), result.Listing
	memory, err := memoryOf(dir, !alone, result.Bytes)
	if err != nil {
		return nil, err
	}
	modules := asked(listing, l.Name)
	start = time.Now()
	k, err := ask(context.Background(), typescript, folder, modules)
	if err != nil {
		return nil, err
	}
	theirs := time.Since(start)
	made := compare(listing, k, l.declares(dir))
	if err := made.settle(typescript, folder, modules); err != nil {
		return nil, err
	}
	return &row{l, made, ours, theirs, len(listing.Components), memory}, nil
}

// asked gives the modules that the compiler is asked about: those by which
// something is reached first. The others give out the same again; they are
// taken out of the listing.
func asked(listing *contract.Listing, name string) map[string]string {
	modules := map[string]string{}
	for i := range listing.Components {
		m := listing.Components[i].Export.Module
		modules[m] = name + strings.TrimPrefix(m, ".")
	}
	for i := range listing.Components {
		x := &listing.Components[i].Export
		x.Also = slices.DeleteFunc(slices.Clone(x.Also), func(o contract.OtherPath) bool { return modules[o.Module] == "" })
	}
	return modules
}

// declares tells which files declare what is the library's own.
func (l library) declares(dir string) func(file string) bool {
	own := within(dir)
	return func(file string) bool {
		if own(file) {
			return true
		}
		_, rest, _ := strings.Cut(file, "node_modules/")
		return slices.ContainsFunc(l.Own, func(prefix string) bool { return strings.HasPrefix(rest, prefix) })
	}
}

func (r *row) print(verbose bool) {
	fmt.Printf("%s %s: %d components, %d own members, %.2f %% agree, %d wrong; ours %v, the compiler %v; memory %.1f times the source\n", r.Name, r.Version, r.Components, r.Members, 100*r.share(), r.wrong(), r.Ours.Round(time.Millisecond), r.Theirs.Round(time.Millisecond), r.Memory)
	for _, kind := range []string{wrongRequired, wrongValues, wrongParams, wrongOrigin, invented, lost, unknown} {
		if n := r.Counts[kind]; n > 0 {
			fmt.Printf("  %5d %s\n", n, kind)
		}
	}
	if len(r.Lost)+len(r.Unread)+len(r.Invented) > 0 {
		fmt.Printf("  components lost %v, unread %v, invented %v\n", r.Lost, r.Unread, r.Invented)
	}
	if verbose {
		for _, d := range r.Differ {
			fmt.Printf("  %-20s %s.%s: ours %s; theirs %s\n", d.Kind, d.Component, d.Member, d.Ours, d.Theirs)
		}
	}
}
