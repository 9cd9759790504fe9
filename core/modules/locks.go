// This file reads which versions lock files hold: those of npm, Yarn and pnpm.

package modules

import (
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"iter"
	"maps"
	"path"
	"regexp"
	"slices"
	"sort"
	"strings"

	"github.com/Masterminds/semver/v3"
	"go.yaml.in/yaml/v3"
	"steadysocket/core/place"
)

// lockReader reads one kind of lock file: it calls add for each package and version.
type lockReader struct {
	file   string
	read   func(text string, add func(name, version string)) error
	reason string
}

var lockReaders = []lockReader{
	{"package-lock.json", npmLock, "npm writes it"},
	{"npm-shrinkwrap.json", npmLock, "npm writes it for packages that are published with it"},
	{"yarn.lock", yarnLock, "Yarn writes it, versions 1 in a form of its own, later ones as YAML"},
	{"pnpm-lock.yaml", pnpmLock, "pnpm writes it"},
}

// LockFiles are the names of the lock files that are read.
func LockFiles() []string {
	var list []string
	for _, r := range lockReaders {
		list = append(list, r.file)
	}
	return list
}

// maxLock bounds the size of a lock file.
const maxLock = 256 << 20

// Locked gives every version of every package that the lock files in dir hold, sorted;
// nil where there is none. The error is a *FileError that says what was wrong.
func Locked(fsys fs.FS, dir string) (map[string][]string, error) {
	seen := map[string]map[string]bool{}
	found := false
	for _, r := range lockReaders {
		name := path.Join(dir, r.file)
		text, err := ReadText(fsys, name, maxLock)
		if errors.Is(err, fs.ErrNotExist) {
			continue
		}
		if err != nil {
			return nil, &FileError{place.Place{File: name, Line: 1, Column: 1}, err.Error()}
		}
		found = true
		if err := r.read(text, func(name, version string) {
			if name == "" || version == "" {
				return
			}
			if seen[name] == nil {
				seen[name] = map[string]bool{}
			}
			seen[name][version] = true
		}); err != nil {
			return nil, lockError(name, text, err)
		}
	}
	if !found {
		return nil, nil
	}
	out := map[string][]string{}
	for name, versions := range seen {
		for v := range versions {
			out[name] = append(out[name], v)
		}
		sort.Strings(out[name])
	}
	return out, nil
}

// lockError says where in a lock file something was wrong.
func lockError(name, text string, err error) error {
	at := place.Place{File: name, Line: 1, Column: 1}
	var syntax *json.SyntaxError
	if errors.As(err, &syntax) {
		offset := int(min(max(syntax.Offset-1, 0), int64(len(text))))
		at = place.NewLines(text).Place(name, offset, offset)
		at.Span = nil
	}
	return &FileError{at, "this is no lock file that can be read: " + err.Error()}
}

type lockedPackage struct {
	Version string `json:"version"`
	Link    bool   `json:"link"`
}

type lockedV1 struct {
	Version      string              `json:"version"`
	Dependencies map[string]lockedV1 `json:"dependencies"`
}

// npmLock reads a package-lock.json, in its versions 1 to 3.
func npmLock(text string, add func(name, version string)) error {
	var lock struct {
		Packages     map[string]lockedPackage `json:"packages"`
		Dependencies map[string]lockedV1      `json:"dependencies"`
	}
	if err := json.Unmarshal([]byte(text), &lock); err != nil {
		return err
	}
	const folder = "node_modules/"
	for key, entry := range lock.Packages {
		if i := strings.LastIndex(key, folder); i >= 0 && !entry.Link {
			add(key[i+len(folder):], entry.Version)
		}
	}
	if lock.Packages != nil {
		return nil
	}
	var walk func(table map[string]lockedV1, depth int)
	walk = func(table map[string]lockedV1, depth int) {
		for name, entry := range table {
			add(name, entry.Version)
			if depth < 64 {
				walk(entry.Dependencies, depth+1)
			}
		}
	}
	walk(lock.Dependencies, 0)
	return nil
}

// yarnLock reads a yarn.lock: entries begin at the start of a line with what they stand
// for, name@range, and say their version in a line of their own.
func yarnLock(text string, add func(name, version string)) error {
	var at []string
	for n, line := range strings.Split(text, "\n") {
		line = strings.TrimRight(line, "\r ")
		switch {
		case line == "" || strings.HasPrefix(line, "#"):
		case !strings.HasPrefix(line, " "):
			head, ok := strings.CutSuffix(line, ":")
			if !ok {
				return fmt.Errorf("line %d is no head of an entry: it should end in a colon", n+1)
			}
			at = at[:0]
			for _, one := range strings.Split(head, ",") {
				one = strings.Trim(strings.TrimSpace(one), `"`)
				if i := strings.LastIndexByte(one, '@'); i > 0 {
					one = one[:i]
					// name@npm:range and name@patch:name@… hold more than one @.
					if j := strings.IndexByte(one[1:], '@'); j >= 0 {
						one = one[:j+1]
					}
					at = append(at, one)
				}
			}
		default:
			rest, ok := strings.CutPrefix(strings.TrimSpace(line), "version")
			if !ok || !strings.HasPrefix(line, "  ") || strings.HasPrefix(line, "    ") {
				continue
			}
			version := strings.Trim(strings.TrimSpace(strings.TrimPrefix(rest, ":")), `"`)
			for _, name := range at {
				add(name, version)
			}
		}
	}
	return nil
}

// pnpmKey takes the key of a package apart: name and version, without peers.
var pnpmKey = regexp.MustCompile(`^/?((?:@[^/]+/)?[^/@]+)[/@](\d[^_(]*)`)

// pnpmLock reads a pnpm-lock.yaml, in its versions 5 to 9: its packages are named
// /name/version, /name@version or name@version, with peers behind.
func pnpmLock(text string, add func(name, version string)) error {
	// Into nodes, not into a map: the YAML package compares each key of a map with all others.
	var lock yaml.Node
	if err := yaml.Unmarshal([]byte(text), &lock); err != nil {
		return err
	}
	if len(lock.Content) == 0 {
		return nil
	}
	for key, value := range entries(lock.Content[0]) {
		if key != "packages" {
			continue
		}
		for key := range entries(value) {
			if m := pnpmKey.FindStringSubmatch(key); m != nil {
				add(m[1], m[2])
			}
		}
	}
	return nil
}

// entries gives the keys of a YAML map with their values; none of anything else.
func entries(n *yaml.Node) iter.Seq2[string, *yaml.Node] {
	return func(yield func(string, *yaml.Node) bool) {
		for i := 0; n.Kind == yaml.MappingNode && i+1 < len(n.Content); i += 2 {
			if !yield(n.Content[i].Value, n.Content[i+1]) {
				return
			}
		}
	}
}

// Disagree says what is wrong where a lock file holds no version that a manifest's
// range asks for; "" where nothing is, or where the range is none of versions.
func Disagree(declared string, locked []string) string {
	r, err := semver.NewConstraint(declared)
	if declared == "" || len(locked) == 0 || err != nil {
		return ""
	}
	for _, version := range locked {
		v, err := semver.NewVersion(version)
		if err != nil || r.Check(v) {
			return ""
		}
	}
	return fmt.Sprintf("the manifest asks for %s, and the lock file holds %s: it was not written again since", declared, strings.Join(locked, ", "))
}

// Range gives the range under which an app depends on a package: that of its own
// manifest, else that of the first of its workspaces that names it, by path.
func (s *Set) Range(name string) string {
	if own := s.Manifest.Range(name); own != "" {
		return own
	}
	packages, err := Packages(s.FS)
	if err != nil {
		return ""
	}
	for _, dir := range slices.Sorted(maps.Values(packages)) {
		if m, err := ReadManifest(s.FS, dir); err == nil {
			if declared := m.Range(name); declared != "" {
				return declared
			}
		}
	}
	return ""
}
