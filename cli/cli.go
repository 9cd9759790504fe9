// Package cli is the command-line client: it parses, calls and prints. Nothing
// is computed here.
package cli

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"os/user"
	"path/filepath"
	"runtime"
	"strings"

	"github.com/spf13/cobra"
	"golang.org/x/term"

	"steadysocket/client"
	"steadysocket/core/contract"
	"steadysocket/core/modules"
	"steadysocket/core/reading"
	"steadysocket/source"
)

// Exit codes.
const (
	ExitDone    = 0
	ExitNo      = 1 // the gate or a check says no
	ExitCall    = 2 // the call was wrong
	ExitRead    = 3 // input could not be read
	ExitService = 4 // the service could not be reached or refused
	ExitPartly  = 5 // under --strict: the answer depends on what could not be read
)

// callError is a call that was wrong.
type callError struct{ message string }

func (e *callError) Error() string { return e.message }

// readError is input that could not be read.
type readError struct{ err error }

func (e *readError) Error() string { return e.err.Error() }
func (e *readError) Unwrap() error { return e.err }

// errNo says that a check said no; what it said is printed already.
var errNo = errors.New("no")

// errIncomplete says that an answer depends on what could not be read; that is printed
// already.
var errIncomplete = errors.New("incomplete")

// shell is what a run of the client works with.
type shell struct {
	out, err io.Writer
	service  string
	actor    string
	cache    string // folder that keeps readings, "" for none
	format   string
	tty      bool
}

// Run runs the client with the given arguments and gives its exit code.
func Run(ctx context.Context, args []string, out, errOut io.Writer) (code int) {
	defer func() {
		// A fault of ours: said in one sentence, with the place for us.
		if fault := recover(); fault != nil {
			fmt.Fprintf(errOut, "steady: this input met a fault in steady itself: %v\n%s", fault, faultPlace())
			code = ExitRead
		}
	}()
	s := &shell{out: out, err: errOut, tty: isTerminal(out)}
	root := s.root()
	root.SetArgs(args)
	root.SetOut(out)
	root.SetErr(errOut)
	err := root.ExecuteContext(ctx)
	if err == nil {
		return ExitDone
	}
	switch {
	case errors.Is(err, errNo):
		return ExitNo
	case errors.Is(err, errIncomplete):
		return ExitPartly
	}
	fmt.Fprintln(errOut, "steady:", err)
	return exitCode(err)
}

// faultPlace gives the first places of ours on the stack of a fault.
func faultPlace() string {
	callers := make([]uintptr, 32)
	frames := runtime.CallersFrames(callers[:runtime.Callers(4, callers)])
	var b strings.Builder
	for n := 0; n < 3; {
		frame, more := frames.Next()
		if strings.HasPrefix(frame.Function, "steadysocket/") && !strings.HasSuffix(frame.Function, "cli.Run") {
			fmt.Fprintf(&b, "  at %s:%d\n", filepath.Base(frame.File), frame.Line)
			n++
		}
		if !more {
			break
		}
	}
	return b.String()
}

// exitCode says which kind of failure an error is.
func exitCode(err error) int {
	var call *callError
	var several *reading.SeveralPackages
	var service *client.Error
	var read *readError
	switch {
	case errors.As(err, &call), errors.As(err, &several):
		return ExitCall
	case errors.As(err, &service):
		return ExitService
	case errors.As(err, &read):
		return ExitRead
	}
	var problems contract.Problems
	var opened *source.Error
	var nothing *reading.NothingToRead
	var file *modules.FileError
	if errors.As(err, &problems) || errors.As(err, &opened) || errors.As(err, &nothing) || errors.As(err, &file) {
		return ExitRead
	}
	return ExitCall // Cobra's own: unknown commands, options, arguments
}

func isTerminal(w io.Writer) bool {
	f, ok := w.(*os.File)
	return ok && term.IsTerminal(int(f.Fd()))
}

const sourceHelp = `SOURCE is a directory, ./dir@git-ref, a package archive (.tgz), a contract file or
a folder of contract files, a file that steady read --format json printed, or
library@version held by the service.`

func (s *shell) root() *cobra.Command {
	root := &cobra.Command{
		Use:   "steady",
		Short: "Keeps the interfaces of shared components, and knows who relies on them",
		Long: `steady reads the interfaces of a library's components as contracts, checks them,
compares releases, and matches them against every use in the apps.`,
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	root.CompletionOptions.HiddenDefaultCmd = true
	root.PersistentFlags().StringVar(&s.service, "service", envOr("STEADY_SERVICE", "http://127.0.0.1:7420"), "address of the service")
	root.PersistentFlags().StringVar(&s.cache, "cache", os.Getenv("STEADY_CACHE"), "folder that keeps readings, so that the next one costs what changed")
	root.PersistentFlags().StringVar(&s.actor, "actor", envOr("STEADY_ACTOR", userName()), "who signs what is written")
	root.AddCommand(s.readCommand(), s.checkCommand(), s.compareCommand(), s.usesCommand(), s.impactCommand(), s.inspectCommand(), s.addCommand(), s.listCommand(), s.showCommand(), s.withdrawCommand(), s.removeCommand(), s.draftCommand())
	return root
}

func envOr(name, otherwise string) string {
	if v := os.Getenv(name); v != "" {
		return v
	}
	return otherwise
}

func userName() string {
	if u, err := user.Current(); err == nil && u.Username != "" {
		return u.Username
	}
	return "unknown"
}

func (s *shell) client() *client.Client { return client.New(s.service, s.actor) }

// formats adds the option --format with the formats that a command prints.
func (s *shell) formats(cmd *cobra.Command, allowed ...string) {
	cmd.Flags().StringVar(&s.format, "format", "table", "what to print: "+join(allowed))
	inner := cmd.RunE
	cmd.RunE = func(cmd *cobra.Command, args []string) error {
		for _, a := range allowed {
			if s.format == a {
				return inner(cmd, args)
			}
		}
		return &callError{fmt.Sprintf("--format %s is not printed here; there is %s", s.format, join(allowed))}
	}
}

func join(list []string) string {
	s := ""
	for i, x := range list {
		switch {
		case i == 0:
		case i == len(list)-1:
			s += " or "
		default:
			s += ", "
		}
		s += x
	}
	return s
}

// arguments wants exactly the named arguments.
func arguments(names ...string) cobra.PositionalArgs {
	return func(cmd *cobra.Command, args []string) error {
		if len(args) == len(names) {
			return nil
		}
		return &callError{fmt.Sprintf("steady %s takes %s; %d were given. Example:\n%s", cmd.Name(), join(names), len(args), cmd.Example)}
	}
}

// json prints v as JSON, and nothing else goes to standard output.
func (s *shell) json(v any) error {
	if l, ok := v.(*contract.Listing); ok {
		data, err := l.JSON()
		if err != nil {
			return err
		}
		_, err = s.out.Write(data)
		return err
	}
	enc := json.NewEncoder(s.out)
	enc.SetEscapeHTML(false)
	enc.SetIndent("", "  ")
	return enc.Encode(v)
}
