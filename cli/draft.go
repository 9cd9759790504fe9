// This file holds the commands for interfaces that are not built yet.

package cli

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/design"
)

const draftHelp = `DRAFT is a folder with a draft.yaml and the contract files that it names, or any
SOURCE: its components are then looked at like alternatives of a draft.
` + sourceHelp

// drafting is what the commands for drafts are asked beside the draft itself.
type drafting struct {
	wants
	alternatives []string
	component    string
}

func (d *drafting) flags(cmd *cobra.Command) {
	cmd.Flags().StringSliceVar(&d.alternatives, "alternative", nil, "which alternatives; all of them where none is named")
	cmd.Flags().StringVar(&d.component, "component", "", "which component, where DRAFT is a source that holds several")
	cmd.Flags().StringVar(&d.pkg, "package", "", "which package, where the source holds several")
}

func (s *shell) draftCommand() *cobra.Command {
	cmd := &cobra.Command{Use: "draft", Short: "Works on interfaces that are not built yet", Args: cobra.NoArgs,
		Long: "Compares alternative interfaces for a component before there is code: what they ask\nof apps, the states they have, the code that apps would write, what later requests\nwould cost. Works on files; no service is needed.",
		RunE: func(cmd *cobra.Command, args []string) error { return cmd.Help() }}
	cmd.AddCommand(s.draftCreate(), s.draftList(), s.draftShow(), s.draftStates(), s.draftCode(), s.draftWhatIf(), s.draftAdvise(), s.draftCheck(), s.draftSkeleton(), s.draftFinish(), s.draftHold(), s.draftFetch())
	return cmd
}

// openDraft opens what a command was given as a draft, with the alternatives that were
// asked for.
func (s *shell) openDraft(ctx context.Context, text string, d drafting) (*design.Draft, error) {
	draft, err := s.wholeDraft(ctx, text, d)
	if err != nil || len(d.alternatives) == 0 {
		return draft, err
	}
	var kept []design.Alternative
	for _, name := range d.alternatives {
		a := draft.Alternative(name)
		if a == nil {
			return nil, &callError{fmt.Sprintf("%s has no alternative %q; there are %s", text, name, join(alternativeNames(draft)))}
		}
		kept = append(kept, *a)
	}
	draft.Alternatives = kept
	return draft, nil
}

func alternativeNames(d *design.Draft) []string {
	var names []string
	for _, a := range d.Alternatives {
		names = append(names, a.Name)
	}
	return names
}

func (s *shell) wholeDraft(ctx context.Context, text string, d drafting) (*design.Draft, error) {
	if isDraft(text) {
		draft, err := design.Open(os.DirFS(text), ".")
		if err != nil {
			return nil, &readError{err}
		}
		if len(draft.Alternatives) == 0 {
			return nil, &readError{fmt.Errorf("the draft %s has no alternative yet; add one under alternatives: and its contract file beside it", text)}
		}
		return draft, nil
	}
	o, err := s.open(ctx, text, d.wants)
	if err != nil {
		return nil, err
	}
	draft := &design.Draft{Component: d.component, Library: o.listing.Library.Name}
	for i := range o.listing.Components {
		c := &o.listing.Components[i]
		if d.component == "" || c.Component == d.component {
			draft.Alternatives = append(draft.Alternatives, design.Alternative{Name: c.Component, Of: c})
		}
	}
	switch n := len(draft.Alternatives); {
	case n == 0 && d.component != "":
		return nil, &callError{fmt.Sprintf("%s holds no component %s", text, d.component)}
	case n == 0:
		return nil, &readError{fmt.Errorf("%s holds no component", text)}
	case n > design.MaxAlternatives:
		return nil, &callError{fmt.Sprintf("%s holds %d components; say which with --component", text, n)}
	}
	draft.Component = cmp.Or(draft.Component, draft.Alternatives[0].Of.Component)
	return draft, nil
}

func isDraft(folder string) bool {
	info, err := os.Stat(filepath.Join(folder, design.File))
	return err == nil && info.Mode().IsRegular()
}

// writeFiles writes files into a folder. None is left half-written, and none that is
// there already is written over.
func writeFiles(folder string, files map[string][]byte, over bool) error {
	if !over {
		for name := range files {
			if _, err := os.Stat(filepath.Join(folder, name)); err == nil {
				return &callError{fmt.Sprintf("%s is there already; choose another folder or move it away", filepath.Join(folder, name))}
			}
		}
	}
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return &readError{err}
	}
	for name, data := range files {
		target := filepath.Join(folder, name)
		part, err := os.CreateTemp(folder, ".steady-*")
		if err == nil {
			_, err = part.Write(data)
			err = errors.Join(err, part.Chmod(0o644), part.Close())
			if err == nil {
				err = os.Rename(part.Name(), target)
			} else {
				err = errors.Join(err, os.Remove(part.Name()))
			}
		}
		if err != nil {
			return &readError{err}
		}
	}
	return nil
}

func (s *shell) draftCreate() *cobra.Command {
	var d drafting
	var from, alternative, owner string
	cmd := &cobra.Command{
		Use:     "create FOLDER",
		Short:   "Begins a draft",
		Long:    "Begins a draft in a folder: draft.yaml, the contract file of its first alternative, and\nthe JSON Schemas by which editors complete both. Begins empty, or --from a SOURCE.\n" + sourceHelp,
		Example: "  steady draft create ./drafts/notice-bar --component NoticeBar\n  steady draft create ./drafts/fare-tag --component FareTag --from ./fairlead@2.1.0",
		Args:    arguments("one FOLDER"),
		RunE: func(cmd *cobra.Command, args []string) error {
			if d.component == "" {
				return &callError{"say which component with --component, as in --component NoticeBar"}
			}
			c := &contract.Contract{Component: d.component, Complete: true, Stage: contract.StageDraft, Export: contract.Export{Module: ".", Name: d.component, Kind: "named"}}
			library := ""
			if from != "" {
				o, err := s.open(cmd.Context(), from, d.wants)
				if err != nil {
					return err
				}
				if c = o.listing.Component(d.component); c == nil {
					return &callError{fmt.Sprintf("%s holds no component %s", from, d.component)}
				}
				library = o.listing.Library.Name
			}
			draft := &design.Draft{Component: d.component, Library: library, Owner: cmp.Or(owner, c.Owner),
				Alternatives: []design.Alternative{{Name: alternative, File: design.FileOf(alternative), Of: c}}}
			files, err := draft.Files()
			if err != nil {
				return err
			}
			if err := writeFiles(args[0], files, false); err != nil {
				return err
			}
			s.line("%s begins with the alternative %s. Edit %s, then:", args[0], alternative, filepath.Join(args[0], design.FileOf(alternative)))
			s.line("  steady draft show %s", args[0])
			return nil
		},
	}
	d.wants.flags(cmd)
	cmd.Flags().StringVar(&d.component, "component", "", "the component that is designed")
	cmd.Flags().StringVar(&from, "from", "", "a SOURCE whose contract the first alternative begins with")
	cmd.Flags().StringVar(&alternative, "alternative", "first", "name of the first alternative")
	cmd.Flags().StringVar(&owner, "owner", "", "who owns the draft")
	return cmd
}

// maxDraftDepth bounds how deep drafts are looked for.
const maxDraftDepth = 6

func (s *shell) draftList() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "list [FOLDER]",
		Short:   "Lists the drafts in a folder",
		Example: "  steady draft list ./drafts",
		Args:    cobra.MaximumNArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			folder := "."
			if len(args) == 1 {
				folder = args[0]
			}
			drafts, err := findDrafts(folder)
			if err != nil {
				return err
			}
			if s.format == "json" {
				return s.json(struct {
					Format string       `json:"format"`
					Drafts []foundDraft `json:"drafts"`
				}{"steady.drafts/1", drafts})
			}
			s.printDrafts(folder, drafts)
			return nil
		},
	}
	s.formats(cmd, "table", "json")
	return cmd
}

// foundDraft is a draft in a list.
type foundDraft struct {
	Folder       string   `json:"folder"`
	Component    string   `json:"component"`
	Owner        string   `json:"owner"`
	Alternatives []string `json:"alternatives"`
	Finished     string   `json:"finished"`
	Wishes       int      `json:"wishes"`
	Problem      string   `json:"problem"`
}

// findDrafts looks for drafts below a folder. One that cannot be read is listed with what
// is wrong.
func findDrafts(folder string) ([]foundDraft, error) {
	found := []foundDraft{}
	err := filepath.WalkDir(folder, func(name string, entry fs.DirEntry, err error) error {
		if err != nil {
			if name == folder {
				return &readError{err}
			}
			return nil
		}
		rel, _ := filepath.Rel(folder, name) // both begin alike
		if entry.IsDir() && name != folder && (entry.Name() == "node_modules" || strings.HasPrefix(entry.Name(), ".") || strings.Count(rel, string(filepath.Separator)) >= maxDraftDepth) {
			return fs.SkipDir
		}
		if entry.IsDir() || entry.Name() != design.File {
			return nil
		}
		f := foundDraft{Folder: filepath.ToSlash(filepath.Dir(name)), Alternatives: []string{}}
		data, err := os.ReadFile(name)
		var draft *design.Draft
		if err == nil {
			draft, err = design.Parse(name, data)
		}
		if err != nil {
			f.Problem = err.Error()
		} else {
			f.Component, f.Owner, f.Alternatives, f.Wishes = draft.Component, draft.Owner, alternativeNames(draft), len(draft.Wishes)
			if draft.Finished != nil {
				f.Finished = draft.Finished.Alternative
			}
		}
		found = append(found, f)
		return nil
	})
	return found, err
}

// looked is one alternative as it is shown.
type looked struct {
	Alternative string          `json:"alternative"`
	Summary     string          `json:"summary"`
	Members     map[string]int  `json:"members"`
	MustKnow    []design.Needed `json:"mustKnow"`
	Groups      []design.Group  `json:"groups"`
	Doubts      []design.Doubt  `json:"doubts"`
}

func (s *shell) draftShow() *cobra.Command {
	var d drafting
	cmd := &cobra.Command{
		Use:     "show DRAFT",
		Short:   "Shows what each alternative asks of an app",
		Long:    "Shows the alternatives side by side: their members sorted by what they control, and what\nan outsider must know before the first use works.\n" + draftHelp,
		Example: "  steady draft show ./drafts/notice-bar",
		Args:    arguments("one DRAFT"),
		RunE: func(cmd *cobra.Command, args []string) error {
			draft, err := s.openDraft(cmd.Context(), args[0], d)
			if err != nil {
				return err
			}
			var all []looked
			for _, a := range draft.Alternatives {
				all = append(all, looked{a.Name, cmp.Or(a.Summary, a.Of.Summary), map[string]int{"props": len(a.Of.Props), "slots": len(a.Of.Slots), "events": len(a.Of.Events), "parts": len(a.Of.Parts)},
					slices.Concat([]design.Needed{}, design.MustKnow(a.Of)), slices.Concat([]design.Group{}, design.Groups(a.Of)), design.Doubts(a.Of)})
			}
			if s.format == "json" {
				return s.json(struct {
					Format       string   `json:"format"`
					Component    string   `json:"component"`
					Alternatives []looked `json:"alternatives"`
				}{"steady.draft/1", draft.Component, all})
			}
			s.printDraft(draft, all)
			return nil
		},
	}
	d.flags(cmd)
	s.formats(cmd, "table", "json")
	return cmd
}

func (s *shell) draftStates() *cobra.Command {
	var d drafting
	var by []string
	cmd := &cobra.Command{
		Use:     "states DRAFT",
		Short:   "Counts the states of each alternative, and those that nobody means",
		Long:    "Counts the combinations of values that an app can give, how many of them must not occur,\nand how many of those no type forbids; proposes what would leave fewer. --by shows them\nas a matrix over one to three axes.\n" + draftHelp,
		Example: "  steady draft states ./drafts/notice-bar\n  steady draft states ./drafts/notice-bar --alternative flags --by isUrgent,isCalm",
		Args:    arguments("one DRAFT"),
		RunE: func(cmd *cobra.Command, args []string) error {
			draft, err := s.openDraft(cmd.Context(), args[0], d)
			if err != nil {
				return err
			}
			type counted struct {
				Alternative string            `json:"alternative"`
				States      *design.States    `json:"states"`
				Proposals   []design.Proposal `json:"proposals"`
				Matrix      *design.Matrix    `json:"matrix,omitempty"`
			}
			var all []counted
			for _, a := range draft.Alternatives {
				x := counted{a.Name, design.StatesOf(a.Of), slices.Concat([]design.Proposal{}, design.Proposals(a.Of)), nil}
				if len(by) > 0 {
					if x.Matrix, err = design.MatrixOf(a.Of, by...); err != nil {
						return &callError{fmt.Sprintf("%s: %v", a.Name, err)}
					}
				}
				all = append(all, x)
			}
			if s.format == "json" {
				return s.json(struct {
					Format       string    `json:"format"`
					Component    string    `json:"component"`
					Alternatives []counted `json:"alternatives"`
				}{"steady.states/1", draft.Component, all})
			}
			for i, x := range all {
				if i > 0 {
					s.line("")
				}
				s.printStates(x.Alternative, x.States, x.Proposals)
				if x.Matrix != nil {
					s.printMatrix(x.Matrix)
				}
			}
			return nil
		},
	}
	d.flags(cmd)
	cmd.Flags().StringSliceVar(&by, "by", nil, "one to three axes of a matrix, as in --by tone,size")
	s.formats(cmd, "table", "json")
	return cmd
}

// written is the code of one scenario in one alternative.
type written struct {
	Alternative string `json:"alternative"`
	Scenario    string `json:"scenario"`
	*design.Code
	Problem string `json:"problem,omitempty"` // why there is none
}

func (s *shell) draftCode() *cobra.Command {
	var d drafting
	var frameworks, scenarios []string
	var whole bool
	cmd := &cobra.Command{
		Use:     "code DRAFT",
		Short:   "Writes the code that an app would write under each alternative",
		Long:    "Writes each scenario as an app would write it, in the manner of a framework, with what it\ncosts: decisions to take, members to know, characters that say nothing of the app's own.\n" + draftHelp,
		Example: "  steady draft code ./drafts/notice-bar --framework vue\n  steady draft code ./drafts/lever --alternative reason --scenario \"simplest use\" --framework react,svelte",
		Args:    arguments("one DRAFT"),
		RunE: func(cmd *cobra.Command, args []string) error {
			draft, err := s.openDraft(cmd.Context(), args[0], d)
			if err != nil {
				return err
			}
			for _, f := range frameworks {
				if !slices.Contains(design.Frameworks(), f) {
					return &callError{fmt.Sprintf("no code is written for %q; there is %s", f, join(design.Frameworks()))}
				}
			}
			all := writeCode(draft, frameworks, scenarios)
			if len(all) == 0 {
				return &callError{fmt.Sprintf("no scenario is called so; there are %s", join(scenarioNames(draft)))}
			}
			switch {
			case s.format == "json":
				return s.json(struct {
					Format    string    `json:"format"`
					Component string    `json:"component"`
					Code      []written `json:"code"`
				}{"steady.code/1", draft.Component, all})
			case whole:
				for _, w := range all {
					if w.Code != nil {
						of := draft.Alternative(w.Alternative).Of
						module, err := design.ModuleOf(of, w.Code.Framework)
						if err != nil {
							return err
						}
						f := w.Code.File(of, module)
						s.line("# %s · %s · %s\n%s", w.Alternative, w.Scenario, f.Name, f.Text)
					}
				}
				return nil
			}
			s.printCode(all)
			return nil
		},
	}
	d.flags(cmd)
	cmd.Flags().StringSliceVar(&frameworks, "framework", []string{"react"}, "which frameworks: "+join(design.Frameworks()))
	cmd.Flags().StringSliceVar(&scenarios, "scenario", nil, "which scenarios; all of them where none is named")
	cmd.Flags().BoolVar(&whole, "whole", false, "write whole files, with imports and what is handed in")
	s.formats(cmd, "table", "json")
	return cmd
}

func scenarioNames(d *design.Draft) (names []string) {
	for _, a := range d.Alternatives {
		for _, x := range d.ScenariosOf(&a) {
			if !slices.Contains(names, x.Name) {
				names = append(names, x.Name)
			}
		}
	}
	return names
}

// writeCode writes scenarios for all alternatives, scenario by scenario.
func writeCode(d *design.Draft, frameworks, scenarios []string) (all []written) {
	for _, name := range scenarioNames(d) {
		if len(scenarios) > 0 && !slices.Contains(scenarios, name) {
			continue
		}
		for _, f := range frameworks {
			for _, a := range d.Alternatives {
				for _, x := range d.ScenariosOf(&a) {
					if x.Name != name {
						continue
					}
					w := written{Alternative: a.Name, Scenario: name}
					code, err := design.CodeOf(a.Of, x, f)
					if w.Code = code; err != nil {
						w.Problem = err.Error()
					}
					all = append(all, w)
				}
			}
		}
	}
	return all
}

func (s *shell) draftWhatIf() *cobra.Command {
	var d drafting
	cmd := &cobra.Command{
		Use:     "what-if DRAFT",
		Short:   "Tells what later requests would cost each alternative",
		Long:    "Puts the requests that come later in practice, and the draft's own, to each alternative:\nabsorbed today, met by an additive or a breaking change, or only by reaching in.\n" + draftHelp,
		Example: "  steady draft what-if ./drafts/sailing-list",
		Args:    arguments("one DRAFT"),
		RunE: func(cmd *cobra.Command, args []string) error {
			draft, err := s.openDraft(cmd.Context(), args[0], d)
			if err != nil {
				return err
			}
			table := draft.WhatIf()
			if s.format == "json" {
				return s.json(struct {
					Format    string `json:"format"`
					Component string `json:"component"`
					*design.WhatIfTable
				}{"steady.whatif/1", draft.Component, table})
			}
			s.printWhatIf(table)
			return nil
		},
	}
	d.flags(cmd)
	s.formats(cmd, "table", "json")
	return cmd
}

func (s *shell) draftAdvise() *cobra.Command {
	var needs []string
	var framework, stance, as, pattern, of string
	var known []string
	for _, n := range design.Needs {
		known = append(known, string(n))
	}
	cmd := &cobra.Command{
		Use:     "advise [FOLDER]",
		Short:   "Names the patterns that fit what is needed, with what each costs",
		Long:    "Ranks patterns by what apps need to do: " + join(known) + ".\nWith the FOLDER of a draft, --pattern and --as put a pattern's skeleton into it as a\nfurther alternative.",
		Example: "  steady draft advise --need \"vary one spot\" --need \"limit freedom on purpose\"\n  steady draft advise ./drafts/lever --pattern \"a slot with a fallback\" --of hint --as slotted",
		Args:    cobra.MaximumNArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			if pattern != "" || as != "" {
				if len(args) == 0 || pattern == "" || as == "" {
					return &callError{"a further alternative needs the FOLDER of a draft, --pattern and --as"}
				}
				return s.addPattern(args[0], pattern, of, as)
			}
			if len(needs) == 0 {
				return &callError{"say what is needed with --need: " + join(known)}
			}
			var list []design.Need
			for _, n := range needs {
				list = append(list, design.Need(n))
			}
			advice, err := design.Advise(list, framework, design.Stance(stance))
			if err != nil {
				return &callError{err.Error()}
			}
			if s.format == "json" {
				return s.json(struct {
					Format string `json:"format"`
					*design.Advice
				}{"steady.advice/1", advice})
			}
			s.printAdvice(advice)
			return nil
		},
	}
	cmd.Flags().StringArrayVar(&needs, "need", nil, "what apps need to do")
	cmd.Flags().StringVar(&framework, "framework", "", "the framework that it is for")
	cmd.Flags().StringVar(&stance, "stance", "", "how much freedom is meant: locked, slots, parts or full")
	cmd.Flags().StringVar(&pattern, "pattern", "", "the pattern whose skeleton becomes a further alternative")
	cmd.Flags().StringVar(&of, "of", "", "the alternative that the skeleton is put into; the first where none is named")
	cmd.Flags().StringVar(&as, "as", "", "name of the further alternative")
	s.formats(cmd, "table", "json")
	return cmd
}

// addPattern puts a pattern's skeleton into a draft as a further alternative.
func (s *shell) addPattern(folder, pattern, of, as string) error {
	draft, err := design.Open(os.DirFS(folder), ".")
	if err != nil {
		return &readError{err}
	}
	if draft.Alternative(as) != nil || len(draft.Alternatives) == 0 {
		return &callError{fmt.Sprintf("%s must have an alternative to begin with, and none that is called %s", folder, as)}
	}
	from := draft.Alternative(cmp.Or(of, draft.Alternatives[0].Name))
	if from == nil {
		return &callError{fmt.Sprintf("%s has no alternative %q; there are %s", folder, of, join(alternativeNames(draft)))}
	}
	made, err := design.Shaped(from.Of, pattern)
	if err != nil {
		return &callError{err.Error()}
	}
	draft.Alternatives = append(draft.Alternatives, design.Alternative{Name: as, File: design.FileOf(as), Summary: from.Name + ", with " + pattern, Pattern: pattern, Of: made})
	return s.saveDraft(folder, draft, as)
}

// saveDraft writes a draft back, with the contract files of the alternatives that are
// named.
func (s *shell) saveDraft(folder string, draft *design.Draft, changed ...string) error {
	files, err := draft.Files()
	if err != nil {
		return err
	}
	for _, a := range draft.Alternatives {
		if !slices.Contains(changed, a.Name) {
			delete(files, a.File) // people's own layout and comments stay
		}
	}
	if err := writeFiles(folder, files, true); err != nil {
		return err
	}
	for _, name := range changed {
		s.line("%s has the alternative %s now: %s", folder, name, filepath.Join(folder, draft.Alternative(name).File))
	}
	return nil
}

func (s *shell) draftCheck() *cobra.Command {
	var d drafting
	var against string
	cmd := &cobra.Command{
		Use:     "check DRAFT --against SOURCE",
		Short:   "Holds each alternative against the library that it will join",
		Long:    "Runs the library's rules over each alternative as if it stood in the library, and tells\nwhat the library calls the same things. Exits with 1 on an unwaived finding of weight must.\n" + draftHelp,
		Example: "  steady draft check ./drafts/notice-bar --against ./fairlead",
		Args:    arguments("one DRAFT"),
		RunE: func(cmd *cobra.Command, args []string) error {
			if against == "" {
				return &callError{"say which library with --against, as in --against ./fairlead"}
			}
			draft, err := s.openDraft(cmd.Context(), args[0], d)
			if err != nil {
				return err
			}
			o, err := s.open(cmd.Context(), against, d.wants)
			if err != nil {
				return err
			}
			around := design.Around(o.listing, o.settings)
			var all []checked
			refused := false
			for _, a := range draft.Alternatives {
				x := checked{a.Name, slices.Concat(around.Findings(a.Of, time.Now())), slices.Concat([]design.Offer{}, around.Offers(a.Of))}
				refused = refused || refuses(x.Findings)
				all = append(all, x)
			}
			if s.format == "json" {
				err = s.json(struct {
					Format       string    `json:"format"`
					Component    string    `json:"component"`
					Alternatives []checked `json:"alternatives"`
				}{"steady.draft-check/1", draft.Component, all})
			} else {
				s.printChecked(all)
			}
			if err == nil && refused {
				return errNo
			}
			return err
		},
	}
	d.flags(cmd)
	cmd.Flags().StringVar(&against, "against", "", "the library that the draft will join, a SOURCE")
	s.formats(cmd, "table", "json")
	return cmd
}

func (s *shell) draftSkeleton() *cobra.Command {
	var d drafting
	var into string
	cmd := &cobra.Command{
		Use:     "skeleton DRAFT FORM",
		Short:   "Writes a skeleton of one alternative, or a document about it",
		Long:    "Writes typed source in which the interface is whole and the inside is left to be written,\nor what tools and people read: " + join(design.Forms()) + ".\nPrints it, or writes files --into a folder.\n" + draftHelp,
		Example: "  steady draft skeleton ./drafts/lever react --alternative reason\n  steady draft skeleton ./drafts/lever sidecar --alternative reason --into ./src",
		Args:    arguments("DRAFT", "FORM"),
		RunE: func(cmd *cobra.Command, args []string) error {
			if !slices.Contains(design.Forms(), args[1]) {
				return &callError{fmt.Sprintf("%q is not written; there are %s", args[1], join(design.Forms()))}
			}
			a, err := s.oneAlternative(cmd.Context(), args[0], d)
			if err != nil {
				return err
			}
			files, err := design.Skeleton(a.Of, args[1])
			if err != nil {
				return &readError{err}
			}
			if into == "" {
				for _, f := range files {
					fmt.Fprint(s.out, f.Text)
				}
				return nil
			}
			set := map[string][]byte{}
			for _, f := range files {
				set[f.Name] = []byte(f.Text)
			}
			if err := writeFiles(into, set, false); err != nil {
				return err
			}
			for _, f := range files {
				s.line("%s", filepath.Join(into, f.Name))
			}
			return nil
		},
	}
	d.flags(cmd)
	cmd.Flags().StringVar(&into, "into", "", "folder that the files go to")
	return cmd
}

// oneAlternative opens the one alternative that is meant: the only one, the one that is
// named, or the one that the draft was finished with.
func (s *shell) oneAlternative(ctx context.Context, text string, d drafting) (*design.Alternative, error) {
	draft, err := s.openDraft(ctx, text, d)
	if err != nil {
		return nil, err
	}
	if len(draft.Alternatives) == 1 {
		return &draft.Alternatives[0], nil
	}
	if draft.Finished != nil && len(d.alternatives) == 0 {
		return draft.Alternative(draft.Finished.Alternative), nil
	}
	return nil, &callError{fmt.Sprintf("say which alternative with --alternative; there are %s", join(alternativeNames(draft)))}
}

func (s *shell) draftFinish() *cobra.Command {
	var into string
	cmd := &cobra.Command{
		Use:     "finish FOLDER ALTERNATIVE",
		Short:   "Makes one alternative the intended contract of the component",
		Long:    "Notes in the draft which alternative was chosen, by whom and when. Source is held against\nit from then on with steady draft hold. --into writes its contract file too.",
		Example: "  steady draft finish ./drafts/lever reason\n  steady draft finish ./drafts/lever reason --into ./fairlead/src",
		Args:    arguments("FOLDER", "ALTERNATIVE"),
		RunE: func(cmd *cobra.Command, args []string) error {
			draft, err := design.Open(os.DirFS(args[0]), ".")
			if err != nil {
				return &readError{err}
			}
			if draft.Alternative(args[1]) == nil {
				return &callError{fmt.Sprintf("%s has no alternative %q; there are %s", args[0], args[1], join(alternativeNames(draft)))}
			}
			draft.Finished = &design.Finished{Alternative: args[1], By: s.actor, On: time.Now().Format(time.DateOnly)}
			if into != "" {
				data, err := draft.Intended().YAML()
				if err != nil {
					return err
				}
				name := draft.Intended().Component + ".contract.yaml"
				if err := writeFiles(into, map[string][]byte{name: data}, false); err != nil {
					return err
				}
				s.line("%s", filepath.Join(into, name))
			}
			if err := s.saveDraft(args[0], draft); err != nil {
				return err
			}
			s.line("%s is finished with %s. Hold source against it with:\n  steady draft hold %s SOURCE", args[0], args[1], args[0])
			return nil
		},
	}
	cmd.Flags().StringVar(&into, "into", "", "folder that the intended contract's file goes to, beside the component's source")
	return cmd
}

func (s *shell) draftHold() *cobra.Command {
	var d drafting
	cmd := &cobra.Command{
		Use:     "hold DRAFT SOURCE",
		Short:   "Holds source against the contract that a draft intends",
		Long:    "Reads the component from source and tells where it is not what the draft intends: the\nchanges that lead from one to the other. Exits with 1 where there are any that an app\ncan notice.\n" + draftHelp,
		Example: "  steady draft hold ./drafts/lever ./fairlead",
		Args:    arguments("DRAFT", "SOURCE"),
		RunE: func(cmd *cobra.Command, args []string) error {
			a, err := s.oneAlternative(cmd.Context(), args[0], d)
			if err != nil {
				return err
			}
			o, err := s.open(cmd.Context(), args[1], d.wants)
			if err != nil {
				return err
			}
			c := o.listing.Component(a.Of.Component)
			if c == nil {
				return &readError{fmt.Errorf("%s holds no component %s", args[1], a.Of.Component)}
			}
			changes := design.Hold(a.Of, c)
			noticed := slices.ContainsFunc(changes.Changes, func(x change.Change) bool { return x.Verdict != change.Neutral })
			if s.format == "json" {
				err = s.json(changes)
			} else if len(changes.Changes) == 0 {
				s.line("%s is what %s intends.", a.Of.Component, args[0])
			} else {
				s.line("%s: what is intended → what is there\n", a.Of.Component)
				s.printChangeRows(changes.Changes)
			}
			if err == nil && noticed {
				return errNo
			}
			return err
		},
	}
	d.flags(cmd)
	s.formats(cmd, "table", "json")
	return cmd
}
