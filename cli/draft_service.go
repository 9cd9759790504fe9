// This file moves drafts between folders and the service.

package cli

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"path/filepath"

	"github.com/spf13/cobra"

	"steadysocket/client"
	"steadysocket/core/design"
)

// baseFile notes, beside a draft's files, which state of the service's they began with.
const baseFile = ".steady-draft.json"

// base is what baseFile holds.
type base struct {
	Service  string `json:"service"`
	Name     string `json:"name"`
	Revision int    `json:"revision"`
}

// readBase gives what a folder began with; the zero base where nothing is noted, or
// another service is meant.
func (s *shell) readBase(folder string) (b base) {
	data, err := os.ReadFile(filepath.Join(folder, baseFile))
	if err != nil || json.Unmarshal(data, &b) != nil || b.Service != s.service {
		return base{}
	}
	return b
}

func (s *shell) noteBase(folder string, state *client.DraftState) error {
	data, err := json.Marshal(base{s.service, state.State.Name, state.State.Revision})
	if err != nil {
		return err
	}
	return writeFiles(folder, map[string][]byte{baseFile: append(data, '\n')}, true)
}

func (s *shell) addDraftCommand() *cobra.Command {
	var name, what string
	cmd := &cobra.Command{
		Use:   "draft FOLDER",
		Short: "Adds a draft, or a further state of one",
		Long: "Keeps the draft of a folder in the service. The folder notes which state its files began\n" +
			"with: where somebody else has changed the draft since, nothing is written over, and the\nother version can be fetched beside.",
		Example: "  steady add draft ./drafts/notice-bar --what \"one more alternative\"",
		Args:    arguments("one FOLDER"),
		RunE: func(cmd *cobra.Command, args []string) error {
			folder := args[0]
			head, texts, err := design.Texts(os.DirFS(folder), ".")
			if err != nil {
				return &readError{err}
			}
			began := s.readBase(folder)
			if name == "" {
				if name = began.Name; name == "" {
					abs, err := filepath.Abs(folder)
					if err != nil {
						return &readError{err}
					}
					name = filepath.Base(abs)
				}
			}
			if name != began.Name {
				began.Revision = 0
			}
			state, err := s.client().SaveDraft(cmd.Context(), name, began.Revision, head, texts, what)
			var refused *client.Error
			if errors.As(err, &refused) && (refused.Status == 412 || refused.Status == 409) {
				refused.Right = fmt.Sprintf("see it with: steady draft fetch %s ./other-folder", name)
			}
			if err != nil {
				return err
			}
			if err := s.noteBase(folder, state); err != nil {
				return err
			}
			s.line("%s is kept as revision %d.", name, state.State.Revision)
			return nil
		},
	}
	cmd.Flags().StringVar(&name, "name", "", "what the draft is called; its folder's name where none is given")
	cmd.Flags().StringVar(&what, "what", "", "what was done, in a few words")
	return cmd
}

func (s *shell) draftFetch() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "fetch NAME FOLDER",
		Short:   "Writes a draft that the service keeps into a folder",
		Long:    "Writes draft.yaml, the contract files and the schemas into a folder that holds none of them\nyet, and notes which state they are, for steady add draft.",
		Example: "  steady draft fetch notice-bar ./drafts/notice-bar",
		Args:    arguments("NAME", "FOLDER"),
		RunE: func(cmd *cobra.Command, args []string) error {
			return s.fetchDraft(cmd.Context(), args[0], args[1])
		},
	}
	return cmd
}

func (s *shell) fetchDraft(ctx context.Context, name, folder string) error {
	state, err := s.client().Draft(ctx, name)
	if err != nil {
		return err
	}
	draft, broken, err := design.Assemble(design.File, state.Draft, func(file string) (string, []byte, error) {
		return file, []byte(state.Contracts[file]), nil
	})
	if err != nil {
		return &readError{err}
	}
	for name, err := range broken {
		return &readError{fmt.Errorf("the alternative %s: %w", name, err)}
	}
	files, err := draft.Files()
	if err != nil {
		return err
	}
	for _, a := range draft.Alternatives {
		files[a.File] = []byte(state.Contracts[a.File]) // as people wrote it
	}
	if err := writeFiles(folder, files, false); err != nil {
		return err
	}
	if err := s.noteBase(folder, state); err != nil {
		return err
	}
	s.line("%s holds revision %d of %s, by %s.", folder, state.State.Revision, name, state.State.By)
	return nil
}
