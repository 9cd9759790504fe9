// This file is what reading prints: steady.contracts/1.

package contract

import (
	"bytes"
	"encoding/json"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"steadysocket/core/place"
	"steadysocket/core/types"
)

// ListingFormat names the format of a listing.
const ListingFormat = "steady.contracts/1"

// Listing is the contracts of one source as one reader found them.
type Listing struct {
	Format     string      `c:"format"`
	Reader     string      `c:"reader"`
	Source     SourceInfo  `c:"source"`
	Library    LibraryInfo `c:"library"`
	Package    PackageInfo `c:"package"`
	Components []Contract  `c:"components,always"`
	Exports    []Exported  `c:"exports,always"`
	// Types are what the names stand for that contracts give types by.
	Types  []Definition `c:"types"`
	Unread []Unread     `c:"unread,always"`
}

// Definition is a declared type that contracts give by its name, with the fingerprint of
// its declaration.
type Definition struct {
	Name   string `c:"name"`
	Digest string `c:"digest"`
	Type   Type   `c:"type"`
}

// SourceInfo says what was read.
type SourceInfo struct {
	Kind   string `c:"kind"`
	Digest string `c:"digest"`
	Ref    string `c:"ref"`
}

// LibraryInfo names the library that a package belongs to.
type LibraryInfo struct {
	Name  string `c:"name"`
	Owner string `c:"owner"`
}

// PackageInfo is what is released and installed.
type PackageInfo struct {
	Name      string            `c:"name"`
	Version   string            `c:"version"`
	Framework string            `c:"framework"`
	Peers     map[string]string `c:"peers"`
	// OptionalPeers are those that the package can do without.
	OptionalPeers []string `c:"optionalPeers"`
	// Assumes are packages that the sources of components import and the manifest does
	// not bring, where that was asked for: an app must have them.
	Assumes []Assumed `c:"assumes"`
	Modules []string  `c:"modules"`
	// MoreModules says that more modules can be imported than were read.
	MoreModules bool `c:"moreModules"`
	// Files are those that apps can import by their paths although no module is listed
	// for them.
	Files []File `c:"files"`
	// Stale names the components and other exports of which the package's built
	// files say something else than its sources, where it holds both.
	Stale []string `c:"stale"`
}

// File is a file of a package that apps can import by its path, which is written without
// its ending: ./es/button/index. Gives names the components that it exports, by the names
// that they have there; what it gives besides is not listed.
type File struct {
	Path  string            `c:"path"`
	Gives map[string]string `c:"gives"`
}

// Assumed is a package that components take for granted. By names them.
type Assumed struct {
	Package string   `c:"package"`
	By      []string `c:"by"`
}

// Exported is another export of a package: a type, constant or function with
// its shape.
type Exported struct {
	Module string       `c:"module"` // the first that exports it, "" for the main one
	Name   string       `c:"name"`
	Kind   string       `c:"kind"`
	Type   Type         `c:"type"`
	At     *place.Place `c:"at,position"`
}

// Unread is something that was seen and not understood.
type Unread struct {
	At        *place.Place `c:"at,position"`
	Component string       `c:"component"`
	Why       string       `c:"why"`
}

// Component gives the contract of a component by name, or nil.
func (l *Listing) Component(name string) *Contract {
	for i := range l.Components {
		if l.Components[i].Component == name {
			return &l.Components[i]
		}
	}
	return nil
}

// JSON writes a listing with all that is derived: values, hashes.
func (l *Listing) JSON() ([]byte, error) {
	l.Format = ListingFormat
	for i := range l.Components {
		c := &l.Components[i]
		c.Hashes()
		c.Derive()
	}
	return indent(encode(reflect.ValueOf(l).Elem(), listForm))
}

// Derive fills in what follows from the types of props. Props that several
// contracts share have it already and are not written to.
func (c *Contract) Derive() {
	for _, p := range c.Props {
		p.derive()
	}
}

func (p *Prop) derive() {
	var list []any
	var open bool
	if p.Type.Known() {
		var values []*types.Literal
		values, open, _ = types.Values(p.Type.T)
		for _, v := range values {
			list = append(list, literalValue(v))
		}
	}
	if open != p.Open || !slices.EqualFunc(list, p.Values, func(a, b any) bool { return reflect.DeepEqual(a, b) }) {
		p.Values, p.Open = list, open
	}
}

// literalValue gives a literal as a JSON value.
func literalValue(l *types.Literal) any {
	data, err := l.MarshalJSON()
	if err != nil {
		return l.Value
	}
	tree, err := parseJSON("", data)
	if err != nil {
		return l.Value
	}
	return tree.anyOf()
}

// MarshalJSON writes a listing as JSON does, on one line.
func (l *Listing) MarshalJSON() ([]byte, error) {
	data, err := l.JSON()
	if err != nil {
		return nil, err
	}
	var buf bytes.Buffer
	err = json.Compact(&buf, data)
	return buf.Bytes(), err
}

// UnmarshalJSON reads what JSON wrote.
func (l *Listing) UnmarshalJSON(data []byte) error {
	read, err := ParseListing("listing", data)
	if err != nil {
		return err
	}
	*l = *read
	return nil
}

// ParseListing reads what JSON wrote. The error is Problems.
func ParseListing(name string, data []byte) (*Listing, error) {
	tree, err := parseTree(name, data, maxListBytes)
	if err != nil {
		return nil, err
	}
	d := &decoder{file: name, form: listForm, at: map[string]place.Position{}}
	l := &Listing{}
	if tree.kind != mapNode || tree.get("format") == nil || tree.get("format").text != ListingFormat {
		d.problem(tree.at, "this is no listing of contracts; one says \"format\": %s", strconv.Quote(ListingFormat))
		return nil, Problems(d.problems)
	}
	d.structValue(reflect.ValueOf(l).Elem(), tree, "", "")
	if !readerVersion.MatchString(l.Reader) {
		d.problem(tree.at, "reader must be the number of the reader's version, not %q", l.Reader)
	}
	if len(d.problems) > 0 {
		return nil, Problems(d.problems)
	}
	d.listed(l, tree.get("components"))
	if len(d.problems) > 0 {
		return nil, Problems(d.problems)
	}
	for i := range l.Components {
		l.Components[i].Derive()
	}
	// Hashes are made anew: somebody may have edited what they are of.
	HashAll(l.Components)
	return l, nil
}

// readerVersion is how readers number themselves.
var readerVersion = regexp.MustCompile(`^[1-9][0-9]{0,8}$`)

// name reports a name that nothing can be called by.
func (d *decoder) name(at place.Position, what, name string) {
	if strings.ContainsRune(name, 0) {
		d.problem(at, "the %s %q holds the character U+0000", what, name)
	}
}

// listed reports what cannot be meant in the contracts of a listing.
func (d *decoder) listed(l *Listing, components *node) {
	seen := map[string]bool{}
	start := place.Position{Line: 1, Column: 1}
	d.name(start, "library", l.Library.Name)
	d.name(start, "package", l.Package.Name)
	d.name(start, "version", l.Package.Version)
	for i := range l.Components {
		c := &l.Components[i]
		at := place.Position{Line: 1, Column: 1}
		if components != nil && i < len(components.list) {
			at = components.list[i].at
		}
		switch {
		case c.Component == "":
			d.problem(at, "components[%d] has no name", i)
			continue
		case seen[c.Component]:
			d.problem(at, "the component %q is listed twice", c.Component)
		}
		seen[c.Component] = true
		d.name(at, "component", c.Component)
		one := &decoder{file: d.file, form: listForm, found: true, base: at}
		one.validate(c)
		for _, p := range one.problems {
			d.problem(p.At, "%s: %s", c.Component, p.Message)
		}
	}
}

// IsListing reports whether data looks like a listing, so that a file can be
// told from a contract file before it is read whole.
func IsListing(data []byte) bool {
	tree, err := parseTree("", data, maxListBytes)
	return err == nil && tree.kind == mapNode && tree.get("format") != nil
}

// MarshalJSON writes a contract as it stands in a listing, hashes included.
func (c *Contract) MarshalJSON() ([]byte, error) {
	c.Hashes()
	c.Derive()
	var buf bytes.Buffer
	n := encode(reflect.ValueOf(c).Elem(), listForm)
	if n == nil {
		n = &node{kind: mapNode}
	}
	compact(&buf, n)
	return buf.Bytes(), nil
}

// UnmarshalJSON reads what MarshalJSON wrote.
func (c *Contract) UnmarshalJSON(data []byte) error {
	tree, err := parseTree("contract", data, maxListBytes)
	if err != nil {
		return err
	}
	d := &decoder{file: "contract", form: listForm, at: map[string]place.Position{}}
	d.structValue(reflect.ValueOf(c).Elem(), tree, "", "")
	if len(d.problems) > 0 {
		return Problems(d.problems)
	}
	return nil
}
