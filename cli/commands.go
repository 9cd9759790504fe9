// This file declares the commands.

package cli

import (
	"context"
	"fmt"
	"io/fs"
	"slices"
	"time"

	"github.com/spf13/cobra"

	"steadysocket/client"
	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/impact"
	"steadysocket/core/inspect"
	"steadysocket/core/modules"
	"steadysocket/core/site"
	"steadysocket/core/style"
	"steadysocket/source"
)

func manifestName(fsys fs.FS) string {
	m, err := modules.ReadManifest(fsys, ".")
	if err != nil {
		return ""
	}
	return m.Name
}

func (w *wants) flags(cmd *cobra.Command) {
	cmd.Flags().StringVar(&w.pkg, "package", "", "which package, where the source holds several")
	cmd.Flags().StringVar(&w.framework, "framework", "", "which framework, where it is not found out")
	cmd.Flags().StringArrayVar(&w.beside, "beside", nil, "folder of installed packages (node_modules) that types come from, where they are not around the source; may be given several times")
}

func (s *shell) readCommand() *cobra.Command {
	var w wants
	cmd := &cobra.Command{
		Use:     "read SOURCE",
		Short:   "Reads a library's components as contracts",
		Long:    "Reads the interface of every component that a package exports.\n" + sourceHelp,
		Example: "  steady read ./fairlead\n  steady read ./fairlead@2.0.0 --format json",
		Args:    arguments("one SOURCE"),
		RunE: func(cmd *cobra.Command, args []string) error {
			o, err := s.open(cmd.Context(), args[0], w)
			if err != nil {
				return err
			}
			if s.format == "json" {
				return s.json(o.listing)
			}
			s.printListing(o.listing)
			return nil
		},
	}
	w.flags(cmd)
	s.formats(cmd, "table", "json")
	return cmd
}

func (s *shell) checkCommand() *cobra.Command {
	var packages []string
	var framework string
	cmd := &cobra.Command{
		Use:     "check SOURCE",
		Short:   "Checks a library's contracts against its house style",
		Long:    "Runs the rules of consistency over a library. Exits with 1 on an unwaived finding\nof weight must. House style and waivers stand in steady.yaml at the library's root.\nSeveral packages of one source are held against each other, too: what one of them has\nand another lacks, and what differs.\n" + sourceHelp,
		Example: "  steady check ./fairlead\n  steady check ./fairlead --format sarif\n  steady check ./fairlead --package @saltmarsh/fairlead --package @saltmarsh/fairlead-vue",
		Args:    arguments("one SOURCE"),
		RunE: func(cmd *cobra.Command, args []string) error {
			if len(packages) == 0 {
				packages = []string{""}
			}
			refused := false
			var all []*style.Findings
			var sides []*contract.Listing
			var settings *style.Settings
			for _, pkg := range packages {
				o, err := s.open(cmd.Context(), args[0], wants{pkg: pkg, framework: framework})
				if err != nil {
					return err
				}
				found := style.Check(o.listing, o.conflicts, o.settings, time.Now())
				refused = refused || found.Refused()
				all = append(all, found)
				sides = append(sides, o.listing)
				if settings == nil {
					settings = o.settings
				}
			}
			var parity *style.Parity
			if len(sides) > 1 {
				parity = style.Compared(sides, settings, time.Now())
				refused = refused || parity.Refused()
			}
			if err := s.printFindings(all, parity); err != nil {
				return err
			}
			if refused {
				return errNo
			}
			return nil
		},
	}
	cmd.Flags().StringArrayVar(&packages, "package", nil, "which package, where the source holds several; may be given several times")
	cmd.Flags().StringVar(&framework, "framework", "", "which framework, where it is not found out")
	s.formats(cmd, "table", "json", "sarif")
	return cmd
}

// compared opens and compares two sources.
func (s *shell) compared(ctx context.Context, from, to string, w wants) (old, now *opened, changes *change.Changes, err error) {
	w.around = append(source.Around(from), source.Around(to)...)
	if old, err = s.open(ctx, from, w); err != nil {
		return nil, nil, nil, err
	}
	if now, err = s.open(ctx, to, w); err != nil {
		return nil, nil, nil, err
	}
	return old, now, change.Compare(old.listing, now.listing, now.settings.CompareOptions()), nil
}

const (
	gateHelp   = "exit with 1 when the declared version does not satisfy the required bump"
	strictHelp = "exit with 5 when something could not be read that the answer depends on"
)

func (s *shell) compareCommand() *cobra.Command {
	var w wants
	var gate, strict bool
	var which chosen
	cmd := &cobra.Command{
		Use:   "compare OLD NEW",
		Short: "Tells what is different between two releases and which version bump it requires",
		Long: "Compares the contracts of two releases: the version bump that the changes require,\nhow many there are of each verdict and kind, and then one row for each fact: what\n" +
			"changed, who catches it, and what it was and is.\nOLD and NEW are each a SOURCE. " + sourceHelp,
		Example: "  steady compare ./fairlead@1.2.0 ./fairlead@2.0.0\n  steady compare ./fairlead@2.1.0 ./fairlead --gate\n  steady compare ./fairlead@1.2.0 ./fairlead@2.0.0 --only breaking,unsure",
		Args:    arguments("OLD", "NEW"),
		RunE: func(cmd *cobra.Command, args []string) error {
			if err := which.check(); err != nil {
				return err
			}
			_, _, changes, err := s.compared(cmd.Context(), args[0], args[1], w)
			if err != nil {
				return err
			}
			if s.format == "json" {
				listed := *changes
				listed.Changes = which.of(changes.Changes)
				err = s.json(&listed)
			} else {
				s.printChanges(changes, which)
			}
			return orIncomplete(orGate(err, gate, changes), strict, changes)
		},
	}
	w.flags(cmd)
	which.flags(cmd)
	cmd.Flags().BoolVar(&gate, "gate", false, gateHelp)
	cmd.Flags().BoolVar(&strict, "strict", false, strictHelp)
	s.formats(cmd, "table", "json")
	return cmd
}

func orGate(err error, gate bool, c *change.Changes) error {
	if err == nil && gate && !c.Enough {
		return errNo
	}
	return err
}

// orIncomplete says that an answer rests on what could not be read, where that was asked
// for and nothing worse is to be said.
func orIncomplete(err error, strict bool, c *change.Changes) error {
	if err == nil && strict && (c.Incomplete.From != nil || c.Incomplete.To != nil) {
		return errIncomplete
	}
	return err
}

func (s *shell) usesCommand() *cobra.Command {
	var library []string
	cmd := &cobra.Command{
		Use:     "uses APP",
		Short:   "Lists every use of a library in an app",
		Long:    "Finds every use site of a library's components in an app, through the app's own\nbarrels, aliases and wrappers, with what each site gives.\nAPP is a directory, ./dir@git-ref or an archive.",
		Example: "  steady uses ./booking --library @saltmarsh/fairlead",
		Args:    arguments("one APP"),
		RunE: func(cmd *cobra.Command, args []string) error {
			if len(library) == 0 {
				return &callError{"say which library with --library, as in --library @saltmarsh/fairlead"}
			}
			scan, err := s.scan(cmd.Context(), args[0], library)
			if err != nil {
				return err
			}
			if s.format == "json" {
				return s.json(scan)
			}
			s.printScan(scan)
			return nil
		},
	}
	cmd.Flags().StringArrayVar(&library, "library", nil, "package name of the library; may be given several times")
	s.formats(cmd, "table", "json")
	return cmd
}

func (s *shell) impactCommand() *cobra.Command {
	var w wants
	var apps []string
	var failOn string
	var gate, all, strict bool
	cmd := &cobra.Command{
		Use:   "impact OLD NEW --app APP",
		Short: "Tells which use sites of an app break, shift or are unaffected",
		Long: "Decides for each use site of an app what the changes between two releases do to it.\nWith --fail-on it exits with 1 when an app is hit so hard or harder: breaks, unsure or\n" +
			"shifts. OLD and NEW are each a SOURCE; APP is a directory, ./dir@git-ref or an archive.\n" + sourceHelp,
		Example: "  steady impact ./fairlead@1.2.0 ./fairlead@2.0.0 --app ./booking\n  steady impact ./fairlead@1.2.0 ./fairlead@2.0.0 --app ./booking --app ./freight --fail-on breaks",
		Args:    arguments("OLD", "NEW"),
		RunE: func(cmd *cobra.Command, args []string) error {
			if len(apps) == 0 {
				return &callError{"say which app with --app, as in --app ./booking"}
			}
			if failOn != "" && !slices.Contains([]impact.Outcome{impact.Breaks, impact.Unsure, impact.Shifts}, impact.Outcome(failOn)) {
				return &callError{fmt.Sprintf("--fail-on %s is no outcome that an app can be hit by; there are breaks, unsure and shifts", failOn)}
			}
			old, now, changes, err := s.compared(cmd.Context(), args[0], args[1], w)
			if err != nil {
				return err
			}
			hit := false
			var list []*impact.Impact
			for _, app := range apps {
				scan, err := s.scan(cmd.Context(), app, []string{old.listing.Package.Name})
				if err != nil {
					return err
				}
				found := impact.Of(changes, old.listing, scan, impact.Options{All: all, ReachIns: inspect.ReachIns(scan, old.listing, now.listing)})
				hit = hit || failOn != "" && found.Totals.Worst().AtLeast(impact.Outcome(failOn))
				list = append(list, found)
			}
			switch {
			case s.format != "json":
				for i, found := range list {
					if i > 0 {
						s.line("")
					}
					s.printImpact(found)
				}
			case len(list) == 1:
				err = s.json(list[0])
			default:
				err = s.json(list)
			}
			if err == nil && hit {
				err = errNo
			}
			return orIncomplete(orGate(err, gate, changes), strict, changes)
		},
	}
	w.flags(cmd)
	cmd.Flags().StringArrayVar(&apps, "app", nil, "the app whose sites are looked at; may be given several times")
	cmd.Flags().StringVar(&failOn, "fail-on", "", "exit with 1 when something of an app breaks, is unsure or shifts")
	cmd.Flags().BoolVar(&gate, "gate", false, gateHelp)
	cmd.Flags().BoolVar(&strict, "strict", false, strictHelp)
	cmd.Flags().BoolVar(&all, "all", false, "list the sites that are unaffected too")
	s.formats(cmd, "table", "json")
	return cmd
}

func (s *shell) addCommand() *cobra.Command {
	cmd := &cobra.Command{Use: "add", Short: "Adds a release, an app or a draft to the service", Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, args []string) error { return cmd.Help() }}
	var w wants
	release := &cobra.Command{
		Use:     "release SOURCE",
		Short:   "Adds a release of a library",
		Long:    "Reads a source and keeps its contracts as a release. A release never changes: the same\nnumber with the same source is taken again silently, with another source refused.",
		Example: "  steady add release ./fairlead@2.0.0",
		Args:    arguments("one SOURCE"),
		RunE: func(cmd *cobra.Command, args []string) error {
			w.marks = true
			o, err := s.open(cmd.Context(), args[0], w)
			if err != nil {
				return err
			}
			added, err := s.client().AddRelease(cmd.Context(), o.listing, o.text, o.conflicts)
			if err != nil {
				return err
			}
			return s.printAdded(added, fmt.Sprintf("%d components", len(o.listing.Components)))
		},
	}
	w.flags(release)
	s.formats(release, "table", "json")
	var libraries []string
	app := &cobra.Command{
		Use:     "app SOURCE",
		Short:   "Adds the use sites of an app",
		Long:    "Scans an app and keeps its use sites. Without --library it looks for every package that\nthe service holds.",
		Example: "  steady add app ./booking",
		Args:    arguments("one SOURCE"),
		RunE: func(cmd *cobra.Command, args []string) error {
			look := libraries
			if len(look) == 0 {
				releases, err := s.client().Releases(cmd.Context())
				if err != nil {
					return err
				}
				look = packagesOf(releases)
				if len(look) == 0 {
					return &callError{"the service holds no library yet; add a release first, or say which with --library"}
				}
			}
			scan, err := s.scan(cmd.Context(), args[0], look)
			if err != nil {
				return err
			}
			added, err := s.client().AddScan(cmd.Context(), scan)
			if err != nil {
				return err
			}
			return s.printAdded(added, fmt.Sprintf("%d sites", len(scan.Sites)))
		},
	}
	app.Flags().StringArrayVar(&libraries, "library", nil, "package name of a library to look for; may be given several times")
	s.formats(app, "table", "json")
	cmd.AddCommand(release, app, s.addDraftCommand())
	return cmd
}

func packagesOf(releases []client.Release) []string {
	var list []string
	seen := map[string]bool{}
	for _, r := range releases {
		if !seen[r.Package] {
			seen[r.Package] = true
			list = append(list, r.Package)
		}
	}
	return list
}

func (s *shell) listCommand() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "list",
		Short:   "Lists the releases and apps that the service holds",
		Example: "  steady list\n  steady list --format json",
		Args:    arguments(),
		RunE: func(cmd *cobra.Command, args []string) error {
			releases, err := s.client().Releases(cmd.Context())
			if err != nil {
				return err
			}
			apps, err := s.client().Apps(cmd.Context())
			if err != nil {
				return err
			}
			if s.format == "json" {
				return s.json(map[string]any{"format": "steady.list/1", "releases": orEmpty(releases), "apps": orEmpty(apps)})
			}
			s.printList(releases, apps)
			return nil
		},
	}
	s.formats(cmd, "table", "json")
	return cmd
}

func orEmpty[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

func (s *shell) showCommand() *cobra.Command {
	cmd := &cobra.Command{
		Use:   "show LIBRARY@VERSION [COMPONENT] | APP",
		Short: "Shows a release, one of its components, or an app, as the service holds it",
		Example: "  steady show fairlead@2.0.0\n  steady show @saltmarsh/fairlead@2.0.0 FareTag\n" +
			"  steady show booking",
		Args: cobra.RangeArgs(1, 2),
		RunE: func(cmd *cobra.Command, args []string) error {
			name, version, ok := held(args[0])
			if !ok {
				scan, err := s.client().Scan(cmd.Context(), args[0])
				if err != nil {
					return err
				}
				return s.show(scan)
			}
			l, err := s.client().Listing(cmd.Context(), name, version)
			if err != nil {
				return err
			}
			if len(args) == 1 {
				if s.format == "json" {
					return s.json(l)
				}
				s.printListing(l)
				return nil
			}
			c := l.Component(args[1])
			if c == nil {
				return &callError{fmt.Sprintf("%s has no component %s%s", args[0], args[1], meant(args[1], l))}
			}
			if s.format == "json" {
				return s.json(c)
			}
			data, err := c.YAML()
			if err != nil {
				return err
			}
			_, err = s.out.Write(data)
			return err
		},
	}
	s.formats(cmd, "table", "json")
	return cmd
}

func (s *shell) show(scan *site.Scan) error {
	if s.format == "json" {
		return s.json(scan)
	}
	s.printScan(scan)
	return nil
}
