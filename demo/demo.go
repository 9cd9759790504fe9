// Package demo lays out the sample scenario, Saltmarsh Ferries, as real git
// repositories: the library Fairlead with one tag per release, and the apps
// that use it. Nothing of it is inserted anywhere by hand; the product reads it
// as it reads any source.
package demo

import (
	"context"
	"crypto/sha256"
	"embed"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"os/exec"
	"path"
	"path/filepath"
	"strings"
	"time"
)

//go:embed all:fairlead all:apps all:drafts
var source embed.FS

// Releases lists the tags of the library, oldest first.
var Releases = []string{"1.0.0", "1.1.0", "1.2.0", "2.0.0", "2.1.0"}

// Drafts lists the interfaces in the making, by the folders of their drafts.
var Drafts = []string{"notice-bar", "sailing-list", "lever"}

// Apps lists the apps of the scenario that use the library's package for React.
var Apps = []string{"booking", "freight"}

// Package is a package of the library for another framework than React: where it
// stands in the library's source, the releases that have it, and the app that uses it.
type Package struct {
	Name     string
	Dir      string
	Releases []string
	App      string
}

// Packages lists them.
var Packages = []Package{
	{"@saltmarsh/fairlead-vue", "packages/vue", []string{"1.2.0", "2.0.0", "2.1.0"}, "kiosk"},
	{"@saltmarsh/fairlead-elements", "packages/elements", []string{"2.0.0", "2.1.0"}, "quay-signs"},
}

// working names the layer that holds the library's unreleased state.
const working = "working"

// firstDay dates the first commit, so that two builds give equal commits.
var firstDay = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

// allApps lists all apps of the scenario.
func allApps() []string {
	list := append([]string{}, Apps...)
	for _, p := range Packages {
		list = append(list, p.App)
	}
	return list
}

// Build lays out DIR/fairlead and a folder for each app as git repositories.
// The library's unreleased state stays uncommitted in its working tree. What
// is already there and whole is left alone; a half-built repository is made anew.
func Build(ctx context.Context, dir string) error {
	if err := repository(ctx, filepath.Join(dir, "fairlead"), func(repo string) error {
		for i, release := range Releases {
			if err := layer(repo, path.Join("fairlead", release)); err != nil {
				return err
			}
			if err := commit(ctx, repo, "Fairlead "+release, release, firstDay.AddDate(0, 0, 21*i)); err != nil {
				return err
			}
		}
		return layer(repo, path.Join("fairlead", working))
	}); err != nil {
		return err
	}
	for _, app := range allApps() {
		if err := repository(ctx, filepath.Join(dir, app), func(repo string) error {
			if err := layer(repo, path.Join("apps", app)); err != nil {
				return err
			}
			return commit(ctx, repo, "The app "+app, "", firstDay.AddDate(0, 0, 60))
		}); err != nil {
			return err
		}
	}
	return repository(ctx, filepath.Join(dir, "drafts"), func(repo string) error {
		for _, draft := range Drafts {
			if err := LayDraft(filepath.Join(repo, draft), draft); err != nil {
				return err
			}
		}
		return commit(ctx, repo, "Drafts", "", firstDay.AddDate(0, 0, 90))
	})
}

// LayDraft writes one draft to DIR.
func LayDraft(dir, draft string) error { return layer(dir, path.Join("drafts", draft)) }

// Lay writes one state of the library, a release or "working", to DIR without git.
func Lay(dir, release string) error {
	for _, name := range append(append([]string{}, Releases...), working) {
		if err := layer(dir, path.Join("fairlead", name)); err != nil {
			return err
		}
		if name == release {
			return nil
		}
	}
	return fmt.Errorf("demo: no release %q; there are %s and %s", release, strings.Join(Releases, ", "), working)
}

// LayApp writes the source of one app to DIR without git.
func LayApp(dir, app string) error { return layer(dir, path.Join("apps", app)) }

// repository makes the repository at dir whole or not at all: it is filled
// beside its place and moved there when it is done.
func repository(ctx context.Context, dir string, fill func(repo string) error) error {
	stamp := filepath.Join(".git", "steady-demo")
	made, err := sum()
	if err != nil {
		return err
	}
	if old, err := os.ReadFile(filepath.Join(dir, stamp)); err == nil && string(old) == made {
		return nil
	}
	if err := os.RemoveAll(dir); err != nil { // half-built, or of an older demo
		return err
	}
	if err := os.MkdirAll(filepath.Dir(dir), 0o755); err != nil {
		return err
	}
	half, err := os.MkdirTemp(filepath.Dir(dir), ".half-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(half)
	if err := os.Chmod(half, 0o755); err != nil {
		return err
	}
	if err := git(ctx, half, nil, "init", "--quiet", "--initial-branch=main"); err != nil {
		return err
	}
	if err := fill(half); err != nil {
		return err
	}
	if err := os.WriteFile(filepath.Join(half, stamp), []byte(made), 0o644); err != nil {
		return err
	}
	return os.Rename(half, dir)
}

// sum is one sum over all embedded source, so that repositories built from an
// older one are built anew.
func sum() (string, error) {
	h := sha256.New()
	err := fs.WalkDir(source, ".", func(name string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			return err
		}
		data, err := source.ReadFile(name)
		if err != nil {
			return err
		}
		fmt.Fprintf(h, "%s %d\n", name, len(data))
		h.Write(data)
		return nil
	})
	return hex.EncodeToString(h.Sum(nil)), err
}

// layer copies one folder of the embedded source over repo and removes what
// its file .gone lists.
func layer(repo, from string) error {
	gone, err := source.ReadFile(path.Join(from, ".gone"))
	if err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	for _, name := range strings.Fields(string(gone)) {
		if err := os.Remove(filepath.Join(repo, filepath.FromSlash(name))); err != nil {
			return err
		}
	}
	return fs.WalkDir(source, from, func(name string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() || entry.Name() == ".gone" {
			return err
		}
		data, err := source.ReadFile(name)
		if err != nil {
			return err
		}
		to := filepath.Join(repo, filepath.FromSlash(strings.TrimPrefix(name, from+"/")))
		if err := os.MkdirAll(filepath.Dir(to), 0o755); err != nil {
			return err
		}
		return os.WriteFile(to, data, 0o644)
	})
}

func commit(ctx context.Context, repo, message, tag string, at time.Time) error {
	when := at.Format(time.RFC3339)
	env := []string{
		"GIT_AUTHOR_NAME=Saltmarsh Ferries", "GIT_AUTHOR_EMAIL=quayside@saltmarsh.example", "GIT_AUTHOR_DATE=" + when,
		"GIT_COMMITTER_NAME=Saltmarsh Ferries", "GIT_COMMITTER_EMAIL=quayside@saltmarsh.example", "GIT_COMMITTER_DATE=" + when,
	}
	if err := git(ctx, repo, env, "add", "--all"); err != nil {
		return err
	}
	if err := git(ctx, repo, env, "commit", "--quiet", "--no-gpg-sign", "-m", message); err != nil {
		return err
	}
	if tag == "" {
		return nil
	}
	return git(ctx, repo, env, "tag", tag)
}

// git runs one git command without the user's own configuration.
func git(ctx context.Context, dir string, env []string, args ...string) error {
	cmd := exec.CommandContext(ctx, "git", args...)
	cmd.Dir = dir
	cmd.Env = append(os.Environ(), append(env, "GIT_CONFIG_GLOBAL="+os.DevNull, "GIT_CONFIG_NOSYSTEM=1")...)
	if out, err := cmd.CombinedOutput(); err != nil {
		return fmt.Errorf("demo: git %s: %w: %s", args[0], err, strings.TrimSpace(string(out)))
	}
	return nil
}
