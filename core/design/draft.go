// Package design is about interfaces that are not built yet. What goes in are
// drafts: alternative contracts for one component, with what was decided about
// them. What comes out is what alternatives are compared by: props sorted by what
// they control, what a person must know, the states they have, the code that an
// app would write, what later requests would cost, and skeletons of source.
package design

import (
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"path"
	"slices"
	"strings"

	"steadysocket/core/contract"
)

// Version is the version of the draft format.
const Version = 1

// File is the name of the file that a draft's folder begins with.
const File = "draft.yaml"

// Limits on drafts.
const (
	MaxAlternatives = 12
	maxScenarios    = 100
	maxRequests     = 100
)

// Stance is how much freedom a component is meant to leave.
type Stance string

// The stances, from least to most freedom.
const (
	StanceLocked Stance = "locked"
	StanceSlots  Stance = "slots"
	StanceParts  Stance = "parts"
	StanceFull   Stance = "full"
)

// Draft is an interface in the making: alternatives side by side, and what was
// said about them.
type Draft struct {
	Component    string              `c:"component"`
	Library      string              `c:"library"`
	Owner        string              `c:"owner"`
	Notes        string              `c:"notes"`
	Stance       Stance              `c:"stance"`
	Alternatives []Alternative       `c:"alternatives,keyed"`
	Finished     *Finished           `c:"finished"`
	Decisions    []contract.Decision `c:"decisions"`
	Wishes       []Wish              `c:"wishes"`
	Scenarios    []Scenario          `c:"scenarios,keyed"`
	Requests     []OwnRequest        `c:"requests,keyed"`
}

// Alternative is one contract of a draft.
type Alternative struct {
	Name    string             `c:"name"`
	File    string             `c:"file"` // beside the draft
	Summary string             `c:"summary"`
	Pattern string             `c:"pattern"` // the pattern that it came from
	Of      *contract.Contract // what the file holds
}

// Finished says which alternative became the intended contract.
type Finished struct {
	Alternative string `c:"alternative"`
	By          string `c:"by"`
	On          string `c:"on"` // a day, 2026-11-28
}

// Wish is something that was asked for and is not made now.
type Wish struct {
	What      string   `c:"what"`
	AskedBy   []string `c:"askedBy"`
	Meanwhile string   `c:"meanwhile"` // what those who asked do until then
}

// Alternative gives the alternative of a name, or nil.
func (d *Draft) Alternative(name string) *Alternative {
	for i := range d.Alternatives {
		if d.Alternatives[i].Name == name {
			return &d.Alternatives[i]
		}
	}
	return nil
}

// Parse reads a draft without its alternatives' contracts. The error is
// contract.Problems.
func Parse(name string, data []byte) (*Draft, error) {
	d := &Draft{}
	if err := contract.ReadDocument(name, data, "draft", Version, d); err != nil {
		return nil, err
	}
	var problems contract.Problems
	bad := func(format string, args ...any) {
		p := &contract.Problem{File: name, Message: fmt.Sprintf(format, args...)}
		p.At.Line, p.At.Column = 1, 1
		problems = append(problems, p)
	}
	if d.Component == "" {
		bad("the key component is missing; write component: and its name")
	}
	if !slices.Contains([]Stance{"", StanceLocked, StanceSlots, StanceParts, StanceFull}, d.Stance) {
		bad("stance must be locked, slots, parts or full, not %s", d.Stance)
	}
	for what, n := range map[string][2]int{"alternatives": {len(d.Alternatives), MaxAlternatives}, "scenarios": {len(d.Scenarios), maxScenarios}, "requests": {len(d.Requests), maxRequests}} {
		if n[0] > n[1] {
			bad("there are %d %s; a draft takes %d", n[0], what, n[1])
		}
	}
	for i := range d.Alternatives {
		a := &d.Alternatives[i]
		if a.File == "" {
			a.File = FileOf(a.Name)
		}
		if a.File != path.Base(a.File) || a.File == File {
			bad("the file of %s must stand beside the draft, as %s does", a.Name, FileOf(a.Name))
		}
	}
	if f := d.Finished; f != nil && d.Alternative(f.Alternative) == nil {
		bad("finished names the alternative %s, which there is not", f.Alternative)
	}
	for _, r := range d.Requests {
		if err := r.check(); err != nil {
			bad("the request %s: %v", r.Name, err)
		}
	}
	if len(problems) > 0 {
		slices.SortStableFunc(problems, func(a, b *contract.Problem) int { return strings.Compare(a.Message, b.Message) })
		return nil, problems
	}
	return d, nil
}

// FileOf is the usual file of an alternative.
func FileOf(alternative string) string { return alternative + ".contract.yaml" }

// Open reads a draft and its alternatives from a folder. What is wrong in any of
// the files is told together.
func Open(fsys fs.FS, dir string) (*Draft, error) {
	name := path.Join(dir, File)
	data, err := readFile(fsys, name)
	if err != nil {
		return nil, err
	}
	d, broken, err := Assemble(name, data, func(file string) (string, []byte, error) {
		name := path.Join(dir, file)
		data, err := readFile(fsys, name)
		return name, data, err
	})
	if err != nil {
		return nil, err
	}
	var problems contract.Problems
	for _, a := range d.Alternatives {
		var found contract.Problems
		switch err := broken[a.Name]; {
		case errors.As(err, &found):
			problems = append(problems, found...)
		case err != nil:
			return nil, fmt.Errorf("the alternative %s: %w", a.Name, err)
		}
	}
	if len(problems) > 0 {
		return nil, problems
	}
	return d, nil
}

// Assemble reads a draft, and each alternative's contract from what read gives for its
// file: the name to tell problems by, and the text. Alternatives that cannot be read have
// no contract; why is in broken, by their names.
func Assemble(name string, data []byte, read func(file string) (name string, data []byte, err error)) (d *Draft, broken map[string]error, err error) {
	if d, err = Parse(name, data); err != nil {
		return nil, nil, err
	}
	broken = map[string]error{}
	for i := range d.Alternatives {
		a := &d.Alternatives[i]
		file, data, err := read(a.File)
		if err == nil {
			a.Of, err = contract.ParseFile(file, data)
		}
		if err != nil {
			broken[a.Name] = err
		}
	}
	return d, broken, nil
}

// Texts gives a draft as it is sent: draft.yaml as JSON, and the contract files as people
// wrote them, by their names. All of it can be read, or it is an error as of Open.
func Texts(fsys fs.FS, dir string) (head json.RawMessage, contracts map[string]string, err error) {
	d, err := Open(fsys, dir)
	if err != nil {
		return nil, nil, err
	}
	if head, err = contract.WriteDocumentJSON("draft", Version, d); err != nil {
		return nil, nil, err
	}
	contracts = map[string]string{}
	for _, a := range d.Alternatives {
		data, err := readFile(fsys, path.Join(dir, a.File))
		if err != nil {
			return nil, nil, err
		}
		contracts[a.File] = string(data)
	}
	return head, contracts, nil
}

// readFile reads a file that is not larger than contract files may be.
func readFile(fsys fs.FS, name string) ([]byte, error) {
	info, err := fs.Stat(fsys, name)
	if err != nil {
		return nil, err
	}
	if info.Size() > contract.MaxBytes {
		return nil, fmt.Errorf("%s has %d bytes; at most %d are read", name, info.Size(), contract.MaxBytes)
	}
	return fs.ReadFile(fsys, name)
}

// Names of the schemas that files of a draft name, beside them.
const (
	SchemaFile         = "draft.schema.json"
	ContractSchemaFile = "contract.schema.json"
)

// Files gives all files of a draft by name: the draft, its alternatives, and the JSON
// Schemas by which editors complete them.
func (d *Draft) Files() (map[string][]byte, error) {
	files := map[string][]byte{}
	var err error
	if files[File], err = contract.WriteDocument("draft", Version, SchemaFile, d); err != nil {
		return nil, err
	}
	schemas, err := Schemas()
	if err != nil {
		return nil, err
	}
	maps.Copy(files, schemas)
	for _, a := range d.Alternatives {
		if files[a.File], err = a.Of.YAMLWithSchema(ContractSchemaFile); err != nil {
			return nil, fmt.Errorf("the alternative %s: %w", a.Name, err)
		}
	}
	return files, nil
}

// Schemas gives the JSON Schemas by which editors complete the files of a draft, by the
// names of the files that they go into.
func Schemas() (map[string][]byte, error) {
	draft, err := Schema()
	if err != nil {
		return nil, err
	}
	file, err := contract.FileSchema()
	return map[string][]byte{SchemaFile: draft, ContractSchemaFile: file}, err
}

// Schema is the JSON Schema of draft.yaml.
func Schema() ([]byte, error) {
	return contract.DocumentSchema("An interface in the making, draft.yaml", "draft", Version, &Draft{})
}

// Intended is the contract that a finished draft intends: its alternative with the
// draft's decisions, ready to be held against source. Nil where it is not finished.
func (d *Draft) Intended() *contract.Contract {
	if d.Finished == nil {
		return nil
	}
	a := d.Alternative(d.Finished.Alternative)
	if a == nil || a.Of == nil {
		return nil
	}
	c := *a.Of
	c.Words.Decisions = append(slices.Clone(c.Words.Decisions), d.Decisions...)
	if c.Owner == "" {
		c.Owner = d.Owner
	}
	return &c
}
