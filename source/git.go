// This file opens git refs through the git command.

package source

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"time"
)

// gitTime bounds one git command.
const gitTime = 2 * time.Minute

func gitCommand(ctx context.Context, dir string, args ...string) *exec.Cmd {
	cmd := exec.CommandContext(ctx, "git", append([]string{"-C", dir}, args...)...)
	cmd.Env = append(os.Environ(), "GIT_OPTIONAL_LOCKS=0", "GIT_TERMINAL_PROMPT=0", "LC_ALL=C")
	return cmd
}

func git(ctx context.Context, dir string, args ...string) (string, error) {
	ctx, cancel := context.WithTimeout(ctx, gitTime)
	defer cancel()
	var out, problems bytes.Buffer
	cmd := gitCommand(ctx, dir, args...)
	cmd.Stdout, cmd.Stderr = &out, &problems
	if err := cmd.Run(); err != nil {
		if message := strings.TrimSpace(problems.String()); message != "" {
			return "", errors.New(strings.SplitN(message, "\n", 2)[0])
		}
		return "", err
	}
	return strings.TrimSpace(out.String()), nil
}

// gitState gives the commit of a directory and whether anything in it differs
// from that commit; both are empty outside a repository.
func gitState(ctx context.Context, dir string) (commit string, dirty bool) {
	commit, err := git(ctx, dir, "rev-parse", "--verify", "HEAD")
	if err != nil {
		return "", false
	}
	changes, err := git(ctx, dir, "status", "--porcelain", "--", ".")
	return commit, err == nil && changes != ""
}

func openGit(ctx context.Context, text, dir, ref string) (*Source, error) {
	if _, err := exec.LookPath("git"); err != nil {
		return nil, &Error{text, "git is not installed", "install git, or give a directory or an archive"}
	}
	commit, err := git(ctx, dir, "rev-parse", "--verify", "--end-of-options", ref+"^{commit}")
	if err != nil {
		if _, err := git(ctx, dir, "rev-parse", "--git-dir"); err != nil {
			return nil, &Error{text, dir + " is not in a git repository", "leave out @" + ref + " to read it as it is"}
		}
		tags, _ := git(ctx, dir, "tag", "--list", "--sort=-creatordate")
		right := "give a branch, tag or commit of it"
		if tags != "" {
			right = "its newest tags are " + strings.Join(firstLines(tags, 5), ", ")
		}
		return nil, &Error{text, "the repository has no ref " + ref, right}
	}
	ctx, cancel := context.WithTimeout(ctx, gitTime)
	defer cancel()
	cmd := gitCommand(ctx, dir, "archive", "--format=tar", commit)
	out, err := cmd.StdoutPipe()
	if err != nil {
		return nil, err
	}
	var problems bytes.Buffer
	cmd.Stderr = &problems
	if err := cmd.Start(); err != nil {
		return nil, &Error{text, err.Error(), ""}
	}
	tree, readErr := readTar(text, out)
	_, _ = io.Copy(io.Discard, out) // lets git end by itself
	if err := cmd.Wait(); err != nil && readErr == nil {
		readErr = &Error{text, fmt.Sprintf("git archive failed: %v: %s", err, strings.TrimSpace(problems.String())), ""}
	}
	if readErr != nil {
		return nil, readErr
	}
	return &Source{FS: tree, Kind: Git, Path: dir, Ref: ref, Commit: commit}, nil
}

func firstLines(text string, n int) []string {
	lines := strings.Split(text, "\n")
	return lines[:min(n, len(lines))]
}

// Tags lists the tags of the repository that a folder is the root of, none where it is
// no repository.
func Tags(ctx context.Context, dir string) ([]string, error) {
	if _, err := os.Stat(filepath.Join(dir, ".git")); err != nil {
		return nil, nil
	}
	out, err := git(ctx, dir, "tag", "--list")
	if err != nil {
		return nil, &Error{dir, "the tags could not be listed: " + err.Error(), "say which with @tag"}
	}
	return strings.Fields(out), nil
}
