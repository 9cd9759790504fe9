// This file writes findings as SARIF. Source: OASIS, Static Analysis Results
// Interchange Format 2.1.0.

package cli

import (
	"strings"
	"unicode/utf16"

	"steadysocket/core/inspect"
	"steadysocket/core/place"
	"steadysocket/core/style"
)

type sarifLog struct {
	Schema  string     `json:"$schema"`
	Version string     `json:"version"`
	Runs    []sarifRun `json:"runs"`
}

type sarifRun struct {
	Tool    sarifTool     `json:"tool"`
	Columns string        `json:"columnKind"`
	Results []sarifResult `json:"results"`
}

type sarifTool struct {
	Driver sarifDriver `json:"driver"`
}

type sarifDriver struct {
	Name  string      `json:"name"`
	Rules []sarifRule `json:"rules"`
}

type sarifRule struct {
	ID     string    `json:"id"`
	Short  sarifText `json:"shortDescription"`
	Full   sarifText `json:"fullDescription"`
	Config struct {
		Level string `json:"level"`
	} `json:"defaultConfiguration"`
}

type sarifText struct {
	Text string `json:"text"`
}

type sarifResult struct {
	Rule         string            `json:"ruleId"`
	Level        string            `json:"level"`
	Message      sarifText         `json:"message"`
	Locations    []sarifLocation   `json:"locations"`
	Fingerprints map[string]string `json:"partialFingerprints"`
	Baseline     string            `json:"baselineState,omitempty"`
	Fixes        []sarifFix        `json:"fixes,omitempty"`
	Suppressions []sarifSuppress   `json:"suppressions,omitempty"`
}

// sarifFix is one way to mend what was found.
type sarifFix struct {
	Description sarifText     `json:"description"`
	Changes     []sarifChange `json:"artifactChanges"`
}

type sarifChange struct {
	Artifact     sarifArtifact      `json:"artifactLocation"`
	Replacements []sarifReplacement `json:"replacements"`
}

type sarifReplacement struct {
	Deleted  sarifDeleted `json:"deletedRegion"`
	Inserted sarifText    `json:"insertedContent"`
}

type sarifDeleted struct {
	Line      int `json:"startLine"`
	Column    int `json:"startColumn"`
	EndLine   int `json:"endLine"`
	EndColumn int `json:"endColumn"`
}

type sarifArtifact struct {
	URI string `json:"uri"`
}

type sarifSuppress struct {
	Kind          string `json:"kind"`
	Justification string `json:"justification"`
}

type sarifLocation struct {
	Physical struct {
		Artifact sarifArtifact `json:"artifactLocation"`
		Region   *sarifRegion  `json:"region,omitempty"`
	} `json:"physicalLocation"`
}

type sarifRegion struct {
	Line   int `json:"startLine"`
	Column int `json:"startColumn"`
}

// levels are SARIF's words for our weights.
var levels = map[style.Weight]string{style.Must: "error", style.Should: "warning", style.Note: "note"}

func newLog() sarifLog {
	return sarifLog{Schema: "https://json.schemastore.org/sarif-2.1.0.json", Version: "2.1.0"}
}

func newRun() sarifRun {
	run := sarifRun{Columns: "utf16CodeUnits", Results: []sarifResult{}}
	run.Tool.Driver.Name = "Steady Socket"
	return run
}

func located(at place.Place) (l sarifLocation) {
	l.Physical.Artifact.URI = at.File
	if at.Line > 0 {
		l.Physical.Region = &sarifRegion{at.Line, at.Column}
	}
	return l
}

func sarif(all []*style.Findings) sarifLog {
	log := newLog()
	for _, f := range all {
		run := newRun()
		for _, rule := range style.Rules {
			r := sarifRule{ID: rule.ID, Short: sarifText{rule.Title}, Full: sarifText{rule.Reason}}
			r.Config.Level = levels[rule.Weight]
			run.Tool.Driver.Rules = append(run.Tool.Driver.Rules, r)
		}
		for _, x := range f.Findings {
			r := sarifResult{Rule: x.Rule, Level: levels[x.Weight], Message: sarifText{x.Why + ". " + x.Mend + "."}, Locations: []sarifLocation{},
				Fingerprints: map[string]string{"steady/1": x.Fingerprint}}
			if x.At != nil {
				r.Locations = append(r.Locations, located(*x.At))
			}
			if x.Waived != nil {
				r.Suppressions = []sarifSuppress{{"external", x.Waived.Reason}}
			}
			run.Results = append(run.Results, r)
		}
		log.Runs = append(log.Runs, run)
	}
	return log
}

// inspectionLog writes what was found in an app, with the edits as fixes and what the
// baseline holds marked as unchanged.
func inspectionLog(found *inspect.Inspection, baseline bool) sarifLog {
	log, run := newLog(), newRun()
	for _, row := range inspect.Rows {
		r := sarifRule{ID: string(row.Kind), Short: sarifText{"Occurs when " + row.Occurs + "."}, Full: sarifText{sentence(row.Reason)}}
		r.Config.Level = levels[style.Weight(row.Weight)]
		run.Tool.Driver.Rules = append(run.Tool.Driver.Rules, r)
	}
	for _, f := range found.Findings {
		r := sarifResult{Rule: string(f.Kind), Level: levels[style.Weight(f.Weight)], Message: sarifText{f.Why + ". " + sentence(f.Mend)}, Locations: []sarifLocation{located(f.At)},
			Fingerprints: map[string]string{"steady/1": f.Fingerprint}}
		if f.Sure == inspect.Unsure {
			r.Level = levels[style.Note]
		}
		if baseline {
			r.Baseline = "new"
			if f.Known {
				r.Baseline = "unchanged"
			}
		}
		for _, e := range f.Edits {
			r.Fixes = append(r.Fixes, sarifFix{sarifText{sentence(f.Mend)}, []sarifChange{{sarifArtifact{e.At.File}, []sarifReplacement{{deletedBy(e), sarifText{e.New}}}}}})
		}
		run.Results = append(run.Results, r)
	}
	log.Runs = append(log.Runs, run)
	return log
}

// deletedBy is the region that an edit replaces.
func deletedBy(e inspect.Edit) sarifDeleted {
	d := sarifDeleted{e.At.Line, e.At.Column, e.At.Line, e.At.Column}
	lines := strings.Split(e.Old, "\n")
	if len(lines) > 1 {
		d.EndLine, d.EndColumn = d.Line+len(lines)-1, 1
	}
	d.EndColumn += len(utf16.Encode([]rune(lines[len(lines)-1])))
	return d
}

// sentence writes a text of ours as one; what may begin with a name is not for it.
func sentence(text string) string {
	if text == "" {
		return ""
	}
	return strings.ToUpper(text[:1]) + text[1:] + "."
}
