// This file knows the frameworks that have no reader, and says what was not found.

package reading

import (
	"fmt"
	"io/fs"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/modules"
)

// unreadFramework is a framework whose packages are recognised and not read.
type unreadFramework struct {
	name    string
	peers   []string // packages whose presence in the manifest tells
	endings []string // of files, where the manifest does not tell
	reason  string
}

var unreadFrameworks = []unreadFramework{
	{"Svelte", []string{"svelte", "@sveltejs/kit"}, []string{".svelte"}, "components are compiled to functions whose declarations name svelte's own types"},
	{"Angular", []string{"@angular/core"}, nil, "inputs and outputs stand in decorators and in static fields that the compiler writes"},
	{"Ember", []string{"ember-source", "@ember/component", "@glimmer/component"}, []string{".gts", ".gjs", ".hbs"}, "arguments stand in signatures and templates"},
	{"Solid", []string{"solid-js"}, nil, "JSX with other types than React's"},
	{"Preact", []string{"preact"}, nil, "JSX with types of its own"},
	{"Qwik", []string{"@builder.io/qwik", "@qwik.dev/core"}, nil, "components are made by calls that are taken apart when they are built"},
}

// named finds the first of these packages that a table of a manifest names.
func named(ranges map[string]string, packages []string) string {
	for _, name := range packages {
		if ranges[name] != "" {
			return name
		}
	}
	return ""
}

// unreadBy gives the framework without a reader that a manifest's table says a package is
// for, with the package that tells.
func unreadBy(ranges map[string]string) (f unreadFramework, by string) {
	for _, f := range unreadFrameworks {
		if by := named(ranges, f.peers); by != "" {
			return f, by
		}
	}
	return unreadFramework{}, ""
}

// noReader says that a package is for a framework without a reader.
func noReader(m *modules.Manifest, f unreadFramework, because string) error {
	return &NothingToRead{fmt.Sprintf("%s is a package for %s (%s), which has no reader yet; there are readers for %s. --framework reads it as one of those all the same",
		packageName(m), f.name, because, strings.Join(Frameworks(), ", "))}
}

func packageName(m *modules.Manifest) string {
	if m.Name == "" {
		return "this"
	}
	return m.Name
}

// maxLooked bounds the files and folders that are looked at for their endings.
const maxLooked = 5000

// unreadFiles gives the framework without a reader that a file of the package is of.
func unreadFiles(set *modules.Set) (found unreadFramework, ending string) {
	looked := 0
	_ = fs.WalkDir(set.FS, set.Dir, func(name string, entry fs.DirEntry, err error) error { // what cannot be looked into tells nothing
		looked++
		switch {
		case err != nil || entry.IsDir() && entry.Name() == "node_modules":
			return fs.SkipDir
		case looked > maxLooked:
			return fs.SkipAll
		case entry.IsDir():
			return nil
		}
		for _, f := range unreadFrameworks {
			for _, e := range f.endings {
				if strings.HasSuffix(name, e) {
					found, ending = f, e
					return fs.SkipAll
				}
			}
		}
		return nil
	})
	return found, ending
}

// maxReasons bounds how many remarks are repeated where nothing was found.
const maxReasons = 3

// NothingFound says that a package holds no component, what it was read as, and what could
// not be read; nil where one was found. Asked is the framework that was asked for, "" for
// none. The error is a *NothingToRead.
func NothingFound(l *contract.Listing, asked string) error {
	if len(l.Components) > 0 {
		return nil
	}
	name := l.Package.Name
	if l.Package.Version != "" {
		name += " " + l.Package.Version
	}
	text := fmt.Sprintf("no component was found in %s, which was read as a package for %s", name, l.Package.Framework)
	switch {
	case len(l.Unread) > 0:
		text += "; not read was:"
		for _, u := range l.Unread[:min(len(l.Unread), maxReasons)] {
			text += "\n  "
			if u.At != nil && u.At.File != "" {
				text += fmt.Sprintf("%s:%d: ", u.At.File, u.At.Line)
			}
			text += u.Why
		}
		if more := len(l.Unread) - maxReasons; more > 0 {
			text += fmt.Sprintf("\n  and %d more", more)
		}
	case asked == "":
		text += "; if it is one for another framework, say which with --framework; if its modules are built, read its sources or the declarations beside them"
	default:
		text += "; if its modules are built, read its sources or the declarations beside them"
	}
	return &NothingToRead{text}
}
