// This file withdraws and removes what the service keeps.

package cli

import (
	"context"
	"fmt"
	"strings"

	"github.com/spf13/cobra"

	"steadysocket/client"
)

func (s *shell) withdrawCommand() *cobra.Command {
	var reason string
	var undo bool
	cmd := &cobra.Command{
		Use:     "withdraw PACKAGE@VERSION",
		Short:   "Withdraws a release in the service, or offers it again",
		Long:    "Marks a release as withdrawn: it stays, with the reason, and is no longer the newest one\nthat others are compared with. --undo offers it again.",
		Example: "  steady withdraw @saltmarsh/fairlead@1.2.0 --reason 'changes a default silently'\n  steady withdraw @saltmarsh/fairlead@1.2.0 --undo",
		Args:    arguments("one PACKAGE@VERSION"),
		RunE: func(cmd *cobra.Command, args []string) error {
			pkg, version, ok := held(args[0])
			switch {
			case !ok:
				return &callError{fmt.Sprintf("%s names no release; write PACKAGE@VERSION", args[0])}
			case undo && reason != "":
				return &callError{"--undo takes no --reason"}
			case undo:
				return s.done(s.client().OfferAgain(cmd.Context(), pkg, version))("is offered again")
			}
			if err := needReason(reason); err != nil {
				return err
			}
			return s.done(s.client().Withdraw(cmd.Context(), pkg, version, reason))("is withdrawn")
		},
	}
	cmd.Flags().StringVar(&reason, "reason", "", "why it is withdrawn")
	cmd.Flags().BoolVar(&undo, "undo", false, "offer it again")
	s.formats(cmd, "table", "json")
	return cmd
}

func (s *shell) removeCommand() *cobra.Command {
	cmd := &cobra.Command{Use: "remove", Short: "Removes a release or an app that was added to the service by mistake", Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, args []string) error { return cmd.Help() }}
	cmd.AddCommand(s.removal("release", "PACKAGE@VERSION", "Removes a release with all that was read of it", "@saltmarsh/fairlead@1.2.0", func(ctx context.Context, what, reason string) (client.Added, error) {
		pkg, version, ok := held(what)
		if !ok {
			return client.Added{}, &callError{fmt.Sprintf("%s names no release; write PACKAGE@VERSION", what)}
		}
		return s.client().RemoveRelease(ctx, pkg, version, reason)
	}), s.removal("app", "NAME", "Removes an app with all its scans", "booking", func(ctx context.Context, what, reason string) (client.Added, error) {
		return s.client().RemoveApp(ctx, what, reason)
	}))
	return cmd
}

// removal makes a command that removes one kind of thing.
func (s *shell) removal(kind, argument, short, example string, remove func(ctx context.Context, what, reason string) (client.Added, error)) *cobra.Command {
	var reason string
	cmd := &cobra.Command{
		Use:     kind + " " + argument,
		Short:   short,
		Long:    short + ". The reason stays in the service's list of writes.",
		Example: "  steady remove " + kind + " " + example + " --reason 'added by mistake'",
		Args:    arguments("one " + argument),
		RunE: func(cmd *cobra.Command, args []string) error {
			if err := needReason(reason); err != nil {
				return err
			}
			return s.done(remove(cmd.Context(), args[0], reason))("is removed")
		},
	}
	cmd.Flags().StringVar(&reason, "reason", "", "why it is removed")
	s.formats(cmd, "table", "json")
	return cmd
}

func needReason(reason string) error {
	if strings.TrimSpace(reason) == "" {
		return &callError{"say why with --reason"}
	}
	return nil
}

// done prints what became of what a write was about.
func (s *shell) done(a client.Added, err error) func(what string) error {
	return func(what string) error {
		if err != nil {
			return err
		}
		if s.format == "json" {
			return s.json(a)
		}
		_, err := fmt.Fprintf(s.out, "%s %s\n", a.Subject, what)
		return err
	}
}
