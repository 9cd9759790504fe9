// This file runs git, for refs and for the state of a directory.

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
	"regexp"
	"slices"
	"strings"
	"time"
)

// gitTime bounds how long one call of git may take.
const gitTime = 2 * time.Minute

// repository is a git repository that is read without its own configuration. A
// repository's .git/config can name programs that git then runs (core.fsmonitor,
// filters, hooks, transports), so git is pointed at a common directory of ours, which
// holds a configuration that we wrote, and links to the repository's refs and objects.
type repository struct {
	dir    string // where git runs: the folder that was asked for
	top    string // the work tree
	own    string // the repository's git directory, with HEAD and the index
	common string // our common directory, removed by close
}

// errNoRepository says that no repository holds a folder.
var errNoRepository = errors.New("not in a git repository")

// settingsKept are the settings of a repository that change what a ref or a file is
// taken for and cannot name a program; all others are left out.
var settingsKept = map[string]bool{
	"core.repositoryformatversion": true, "extensions.objectformat": true, "extensions.refstorage": true, // how it is stored
	"core.filemode": true, "core.symlinks": true, "core.ignorecase": true, "core.precomposeunicode": true, // what the file system can do
	"core.autocrlf": true, "core.eol": true, // how lines end in the work tree
	"core.sparsecheckout": true, "core.sparsecheckoutcone": true, "index.sparse": true, // which files are checked out
}

// plainSetting is a value that can be written into our configuration as it is.
var plainSetting = regexp.MustCompile(`^[A-Za-z0-9]+$`)

// openRepository finds the repository that holds dir. The error is errNoRepository
// where none does.
func openRepository(ctx context.Context, dir string) (*repository, error) {
	dir, err := filepath.Abs(dir)
	if err != nil {
		return nil, err
	}
	top, own, err := findRepository(dir)
	if err != nil {
		return nil, err
	}
	r := &repository{dir: dir, top: top, own: own}
	shared := own // of a linked work tree, refs and objects are the main one's
	if data, err := readSmall(filepath.Join(own, "commondir")); err == nil {
		shared = resolved(own, data)
	}
	if r.common, err = os.MkdirTemp("", "steady-git-"); err != nil {
		return nil, err
	}
	if err := r.prepare(ctx, shared); err != nil {
		r.close()
		return nil, err
	}
	return r, nil
}

// findRepository looks for .git in dir and the folders above it: a folder, or a file
// that names one.
func findRepository(dir string) (top, own string, err error) {
	for {
		at := filepath.Join(dir, ".git")
		if info, err := os.Stat(at); err == nil {
			if info.IsDir() {
				return dir, at, nil
			}
			if data, err := readSmall(at); err == nil {
				if named, ok := strings.CutPrefix(data, "gitdir:"); ok {
					return dir, resolved(dir, named), nil
				}
			}
			return "", "", errNoRepository
		}
		parent := filepath.Dir(dir)
		if parent == dir {
			return "", "", errNoRepository
		}
		dir = parent
	}
}

// readSmall reads a file of a few lines.
func readSmall(name string) (string, error) {
	info, err := os.Stat(name)
	if err != nil {
		return "", err
	}
	if !info.Mode().IsRegular() || info.Size() > 4096 {
		return "", fmt.Errorf("%s is no small file", name)
	}
	data, err := os.ReadFile(name)
	return string(data), err
}

// resolved gives a path that a file in dir names.
func resolved(dir, named string) string {
	named = strings.TrimSpace(named)
	if !filepath.IsAbs(named) {
		named = filepath.Join(dir, named)
	}
	return filepath.Clean(named)
}

// prepare fills our common directory.
func (r *repository) prepare(ctx context.Context, shared string) error {
	for _, name := range []string{"objects", "refs", "packed-refs", "shallow", "reftable"} {
		if _, err := os.Stat(filepath.Join(shared, name)); err != nil {
			continue // what is not there is not linked
		}
		if err := os.Symlink(filepath.Join(shared, name), filepath.Join(r.common, name)); err != nil {
			return err
		}
	}
	var config strings.Builder
	settings, _ := r.run(ctx, "/", "config", "--file", filepath.Join(shared, "config"), "--no-includes", "--null", "--list") // without: git's own defaults
	for _, one := range strings.Split(settings, "\x00") {
		key, value, _ := strings.Cut(one, "\n")
		section, name, _ := strings.Cut(key, ".")
		if settingsKept[strings.ToLower(key)] && plainSetting.MatchString(value) {
			fmt.Fprintf(&config, "[%s]\n\t%s = %s\n", section, name, value)
		}
	}
	return os.WriteFile(filepath.Join(r.common, "config"), []byte(config.String()), 0o600)
}

func (r *repository) close() {
	os.RemoveAll(r.common) // what stays lies in the system's folder for such files
}

// command makes a call of git in which nothing outside of our configuration counts: no
// settings of the system, the user, the repository or the environment, and no transport.
func (r *repository) command(ctx context.Context, dir string, args ...string) *exec.Cmd {
	cmd := exec.CommandContext(ctx, "git", append([]string{"-C", dir}, args...)...)
	for _, one := range os.Environ() {
		if !strings.HasPrefix(one, "GIT_") {
			cmd.Env = append(cmd.Env, one)
		}
	}
	cmd.Env = append(cmd.Env, "GIT_DIR="+r.own, "GIT_COMMON_DIR="+r.common, "GIT_WORK_TREE="+r.top,
		"GIT_CONFIG_NOSYSTEM=1", "GIT_CONFIG_GLOBAL="+os.DevNull, "GIT_ATTR_NOSYSTEM=1",
		"GIT_ALLOW_PROTOCOL=none", "GIT_NO_LAZY_FETCH=1", "GIT_NO_REPLACE_OBJECTS=1", "GIT_OPTIONAL_LOCKS=0", "GIT_TERMINAL_PROMPT=0", "LC_ALL=C")
	return cmd
}

// run runs git and gives what it prints, without white space around it.
func (r *repository) run(ctx context.Context, dir string, args ...string) (string, error) {
	ctx, cancel := context.WithTimeout(ctx, gitTime)
	defer cancel()
	var out, problems bytes.Buffer
	cmd := r.command(ctx, dir, args...)
	cmd.Stdout, cmd.Stderr = &out, &problems
	if err := cmd.Run(); err != nil {
		if message := strings.TrimSpace(problems.String()); message != "" {
			return "", errors.New(strings.SplitN(message, "\n", 2)[0])
		}
		return "", err
	}
	return strings.TrimSpace(out.String()), nil
}

// git runs git in the folder that was asked for.
func (r *repository) git(ctx context.Context, args ...string) (string, error) {
	return r.run(ctx, r.dir, args...)
}

// gitState gives the commit of a directory and whether it has changes; "" where it is
// in no repository, or git is not there. Submodules are not looked into: git would read
// the configuration of each.
func gitState(ctx context.Context, dir string) (commit string, dirty bool) {
	if _, err := exec.LookPath("git"); err != nil {
		return "", false
	}
	r, err := openRepository(ctx, dir)
	if err != nil {
		return "", false
	}
	defer r.close()
	commit, err = r.git(ctx, "rev-parse", "--verify", "HEAD")
	if err != nil {
		return "", false
	}
	changes, err := r.git(ctx, "status", "--porcelain", "--ignore-submodules=all", "--", ".")
	return commit, err == nil && changes != ""
}

// Ignored gives a function that reports whether the repository around a directory leaves a
// file of it out of version control; nil where the source is no such directory.
func (s *Source) Ignored(ctx context.Context) func(name string) bool {
	if s.Kind != Directory || s.Commit == "" {
		return nil
	}
	r, err := openRepository(ctx, s.Path)
	if err != nil {
		return nil
	}
	defer r.close()
	out, err := r.git(ctx, "ls-files", "--others", "--ignored", "--exclude-standard", "--directory", "-z", "--", ".")
	if err != nil || out == "" {
		return nil
	}
	files, folders := map[string]bool{}, []string{}
	for _, name := range strings.Split(strings.Trim(out, "\x00"), "\x00") {
		if strings.HasSuffix(name, "/") {
			folders = append(folders, name)
		} else {
			files[name] = true
		}
	}
	return func(name string) bool {
		return files[name] || slices.ContainsFunc(folders, func(folder string) bool { return strings.HasPrefix(name, folder) })
	}
}

func openGit(ctx context.Context, text, dir, ref string) (*Source, error) {
	if _, err := exec.LookPath("git"); err != nil {
		return nil, &Error{text, "git is not installed", "install git, or give a directory or an archive"}
	}
	r, err := openRepository(ctx, dir)
	if errors.Is(err, errNoRepository) {
		return nil, &Error{text, dir + " is not in a git repository", "leave out @" + ref + " to read it as it is"}
	}
	if err != nil {
		return nil, &Error{text, err.Error(), ""}
	}
	defer r.close()
	commit, err := r.git(ctx, "rev-parse", "--verify", "--end-of-options", ref+"^{commit}")
	if err != nil {
		tags, _ := r.git(ctx, "tag", "--list", "--sort=-creatordate")
		right := "give a branch, tag or commit of it"
		if tags != "" {
			right = "its newest tags are " + strings.Join(firstLines(tags, 5), ", ")
		}
		return nil, &Error{text, "the repository has no ref " + ref, right}
	}
	ctx, cancel := context.WithTimeout(ctx, gitTime)
	defer cancel()
	cmd := r.command(ctx, r.dir, "archive", "--format=tar", commit)
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

// Tags lists the tags of the repository whose top folder is dir; none where it is no such folder.
func Tags(ctx context.Context, dir string) ([]string, error) {
	if _, err := os.Stat(filepath.Join(dir, ".git")); err != nil {
		return nil, nil
	}
	r, err := openRepository(ctx, dir)
	if err != nil {
		return nil, nil // a file or folder of that name that is no repository
	}
	defer r.close()
	out, err := r.git(ctx, "tag", "--list")
	if err != nil {
		return nil, &Error{dir, "the tags could not be listed: " + err.Error(), "say which with @tag"}
	}
	return strings.Fields(out), nil
}
