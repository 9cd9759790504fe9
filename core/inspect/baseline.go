// This file holds findings against a baseline, so that only what is new counts.

package inspect

import (
	"encoding/json"
	"fmt"
)

// BaselineFormat names the format of a baseline.
const BaselineFormat = "steady.baseline/1"

// Known is one finding of a baseline. What is beside the fingerprint is for who reads it.
type Known struct {
	Fingerprint string `json:"fingerprint"`
	Kind        Kind   `json:"kind"`
	File        string `json:"file"`
	Why         string `json:"why"`
}

// Baseline is the findings that an app knows of and lives with for now.
type Baseline struct {
	Format   string  `json:"format"`
	App      string  `json:"app"`
	Findings []Known `json:"findings"`
}

// Baseline makes a baseline of what was found.
func (i *Inspection) Baseline() *Baseline {
	b := &Baseline{Format: BaselineFormat, App: i.App.Name, Findings: []Known{}}
	for _, f := range i.Findings {
		b.Findings = append(b.Findings, Known{f.Fingerprint, f.Kind, f.At.File, f.Why})
	}
	return b
}

// ParseBaseline reads a baseline. The error says what is wrong with it.
func ParseBaseline(name string, data []byte) (*Baseline, error) {
	var b Baseline
	if err := json.Unmarshal(data, &b); err != nil {
		return nil, fmt.Errorf("%s is no baseline: %w", name, err)
	}
	if b.Format != BaselineFormat {
		return nil, fmt.Errorf("%s is no baseline: its format is %q, not %q", name, b.Format, BaselineFormat)
	}
	return &b, nil
}

// Against marks what the baseline holds and lists what of it is mended.
func (i *Inspection) Against(b *Baseline) {
	known := map[string]bool{}
	for _, k := range b.Findings {
		known[k.Fingerprint] = true
	}
	found := map[string]bool{}
	for n := range i.Findings {
		f := &i.Findings[n]
		f.Known = known[f.Fingerprint]
		found[f.Fingerprint] = true
	}
	i.Mended = []Known{}
	for _, k := range b.Findings {
		if !found[k.Fingerprint] {
			i.Mended = append(i.Mended, k)
		}
	}
	i.count()
}
