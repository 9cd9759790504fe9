// This file finds contracts by what apps import.

package match

import (
	"path"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/place"
)

// imported is what an app imports a component by; the module is "" for the main one.
type imported struct{ module, name string }

// Index finds the contracts of a listing by what apps import. The zero value finds none.
type Index struct {
	ways  map[imported]*contract.Contract
	files map[string]*contract.File // by path
	built map[string]*contract.File // those that export components, by path without folders of builds
	named map[string]*contract.Contract
	all   *contract.Listing
}

// Components indexes a listing.
func Components(l *contract.Listing) *Index {
	x := &Index{ways: map[imported]*contract.Contract{}, all: l, named: map[string]*contract.Contract{}}
	owners := map[string]*contract.Contract{}
	for i := range l.Components {
		c := &l.Components[i]
		x.named[c.Component] = c
		if c.Export.Kind != "member" {
			owners[c.Key()] = c
		}
	}
	for i := range l.Components {
		c := &l.Components[i]
		if c.Export.Kind == "member" {
			x.add(c.Export.Module, c.Component[strings.LastIndexByte(c.Component, '/')+1:], c)
			// It hangs on its owner however that is imported.
			if owner := owners[c.Export.Module+"#"+c.Export.Of]; owner != nil {
				x.add(owner.Export.Module, owner.Export.Name+"."+c.Export.Name, c)
				for _, also := range owner.Export.Also {
					x.add(also.Module, also.Name+"."+c.Export.Name, c)
				}
			}
			for _, also := range c.Export.Also {
				x.add(also.Module, also.Name, c)
			}
			continue
		}
		x.add(c.Export.Module, c.Export.Name, c)
		if c.Framework == "web component" { // a tag has no module
			if tag := c.Root.First(); tag != "" {
				x.add(".", names.UpperFirst(names.Camel(tag)), c)
			}
			x.add(".", c.Component, c)
		}
		for _, also := range c.Export.Also {
			x.add(also.Module, also.Name, c)
		}
	}
	if len(l.Package.Files) > 0 {
		x.files, x.built = map[string]*contract.File{}, map[string]*contract.File{}
		for i := range l.Package.Files {
			f := &l.Package.Files[i]
			x.files[f.Path] = f
			if key := place.Unbuilt(f.Path); len(f.Gives) > 0 && x.built[key] == nil {
				x.built[key] = f
			}
		}
	}
	return x
}

func (x *Index) add(module, name string, c *contract.Contract) {
	if module == "." {
		module = ""
	}
	if key := (imported{module, name}); x.ways[key] == nil {
		x.ways[key] = c
	}
}

// Find gives the contract of what a module exports under a name, nil where there is none.
// The module is "" for the main one, else as apps write it: one that the package lists, or
// the path of one of its files.
func (x *Index) Find(module, name string) *contract.Contract {
	if x == nil {
		return nil
	}
	if c := x.ways[imported{module, name}]; c != nil || module == "" {
		return c
	}
	f := x.file(module)
	if f == nil {
		return nil
	}
	if len(f.Gives) == 0 { // the same source, built for another module system
		if f = x.built[place.Unbuilt(f.Path)]; f == nil {
			return nil
		}
	}
	first, rest, member := strings.Cut(name, ".")
	c := x.named[f.Gives[first]]
	if c == nil || !member {
		return c
	}
	for _, way := range c.Paths() {
		if way.Module == "." {
			way.Module = ""
		}
		if part := x.ways[imported{way.Module, way.Name + "." + rest}]; part != nil {
			return part
		}
	}
	return nil
}

// file finds the file that apps import by a path: with or without its ending, or by its
// folder.
func (x *Index) file(module string) *contract.File {
	module = "./" + path.Clean(module)
	for _, name := range []string{module, strings.TrimSuffix(module, path.Ext(module)), module + "/index"} {
		if f := x.files[name]; f != nil {
			return f
		}
	}
	return nil
}

// Existence says whether something is there.
type Existence int

// Whether a module is there.
const (
	Unknown Existence = iota // not all modules of the package are listed
	There
	Missing
)

// Module says whether apps can import a module of the package.
func (x *Index) Module(module string) Existence {
	p := &x.all.Package
	for _, m := range p.Modules {
		if m == module || module == "" && m == "." {
			return There
		}
		if before, after, star := strings.Cut(m, "*"); star && strings.HasPrefix(module, before) && strings.HasSuffix(module, after) {
			return There
		}
	}
	switch {
	case x.file(module) != nil:
		return There
	case p.MoreModules || len(p.Modules) == 0 || !isCode(module):
		return Unknown
	}
	return Missing
}

// isCode reports whether a module may be one of code, by its ending: styles, images and
// tables are not listed.
func isCode(module string) bool {
	switch path.Ext(module) {
	case "", ".js", ".mjs", ".cjs", ".jsx", ".ts", ".mts", ".cts", ".tsx", ".vue":
		return true
	}
	return false
}
