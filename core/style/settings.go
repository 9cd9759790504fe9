// Package style holds a library's house style and checks its contracts against
// it: rules, findings, waivers. What goes in are the contracts of one package
// and the settings from steady.yaml at the library's root; what comes out are
// findings, each with its place and what would mend it.
package style

import (
	"errors"
	"io/fs"
	"path"
	"time"

	"steadysocket/core/change"
	"steadysocket/core/contract"
)

// File is the name of the settings file at a library's root.
const File = "steady.yaml"

// SettingsVersion is the version of the settings format.
const SettingsVersion = 1

// Settings are what a library says about itself.
type Settings struct {
	Library    string            `c:"library"`
	Owner      string            `c:"owner"`
	Owed       Owed              `c:"owed"`
	Vocabulary []Idea            `c:"vocabulary,keyed"`
	Weights    map[string]string `c:"weights"`
	Waivers    []Waiver          `c:"waivers"`
	Pairings   []Pairing         `c:"pairings"`
}

// Owed says how the step of a release is held against its changes.
type Owed struct {
	Behavioural string `c:"behavioural"` // the step that behavioural changes owe: patch, minor or major
	Gate        string `c:"gate"`        // owed or owedIfUnsure
}

// Idea is one shared idea of the library: its name, and other names for it that
// are not to be used.
type Idea struct {
	Name      string   `c:"name"`
	InsteadOf []string `c:"insteadOf"`
}

// Waiver is an accepted finding.
type Waiver struct {
	Rule      string `c:"rule"`
	Component string `c:"component"`
	Member    string `c:"member"`
	Reason    string `c:"reason"`
	Owner     string `c:"owner"`
	Until     string `c:"until"` // a day, 2027-03-31; "" for no end
}

// Pairing confirms or refuses that two members are one.
type Pairing struct {
	Kind      string `c:"kind"`
	Component string `c:"component"`
	Old       string `c:"old"`
	New       string `c:"new"`
	Refused   bool   `c:"refused"`
}

// ParseSettings reads a settings file. The error is contract.Problems.
func ParseSettings(name string, data []byte) (*Settings, error) {
	s := &Settings{}
	if err := contract.ReadDocument(name, data, "steady", SettingsVersion, s); err != nil {
		return nil, err
	}
	var problems contract.Problems
	bad := func(message string) {
		problems = append(problems, &contract.Problem{File: name, Message: message})
		problems[len(problems)-1].At.Line, problems[len(problems)-1].At.Column = 1, 1
	}
	if !oneOf(s.Owed.Behavioural, "", "patch", "minor", "major") {
		bad("owed.behavioural must be patch, minor or major, not " + s.Owed.Behavioural)
	}
	if !oneOf(s.Owed.Gate, "", "owed", "owedIfUnsure") {
		bad("owed.gate must be owed or owedIfUnsure, not " + s.Owed.Gate)
	}
	for rule, weight := range s.Weights {
		if _, ok := byID[rule]; !ok {
			bad("weights names the rule " + rule + ", which there is not; " + knownRules())
		}
		if !oneOf(weight, string(Must), string(Should), string(Note), "off") {
			bad("the weight of " + rule + " must be must, should, note or off, not " + weight)
		}
	}
	for _, w := range s.Waivers {
		if _, ok := byID[w.Rule]; !ok {
			bad("a waiver names the rule " + w.Rule + ", which there is not; " + knownRules())
		}
		if w.Reason == "" || w.Owner == "" {
			bad("the waiver of " + w.Rule + " for " + w.Component + " needs a reason and an owner")
		}
		if _, err := time.Parse(time.DateOnly, w.Until); w.Until != "" && err != nil {
			bad("until must be a day like 2027-03-31, not " + w.Until)
		}
	}
	for _, p := range s.Pairings {
		if !oneOf(p.Kind, "component", "prop", "slot", "event", "part") {
			bad("the kind of a pairing must be component, prop, slot, event or part, not " + p.Kind)
		}
	}
	if len(problems) > 0 {
		return nil, problems
	}
	return s, nil
}

func oneOf(s string, list ...string) bool {
	for _, x := range list {
		if s == x {
			return true
		}
	}
	return false
}

// FindSettings gives the path of the settings that hold in dir, and their text: those
// that stand there, else those of the library around it, which may come as several
// packages. Without any the path is "".
func FindSettings(fsys fs.FS, dir string) (name string, text []byte, err error) {
	for {
		name = path.Join(dir, File)
		text, err = fs.ReadFile(fsys, name)
		if !errors.Is(err, fs.ErrNotExist) {
			return name, text, err
		}
		if dir == "." {
			return "", nil, nil
		}
		dir = path.Dir(dir)
	}
}

// ReadSettings reads the settings that hold in dir; without a file they are empty.
func ReadSettings(fsys fs.FS, dir string) (*Settings, error) {
	name, text, err := FindSettings(fsys, dir)
	if err != nil {
		return nil, err
	}
	if name == "" {
		return &Settings{}, nil
	}
	return ParseSettings(name, text)
}

// SettingsSchema is the JSON Schema of steady.yaml.
func SettingsSchema() ([]byte, error) {
	return contract.DocumentSchema("The settings of a library, steady.yaml", "steady", SettingsVersion, &Settings{})
}

// CompareOptions gives what comparing needs of the settings.
func (s *Settings) CompareOptions() change.Options {
	o := change.Options{BehaviouralOwes: change.Step(s.Owed.Behavioural), GateHoldsToOwed: s.Owed.Gate == "owed"}
	for _, p := range s.Pairings {
		o.Pairings = append(o.Pairings, change.Confirmed{Component: p.Component, Kind: p.Kind, Old: p.Old, New: p.New, Refused: p.Refused})
	}
	return o
}
