// This file writes findings as SARIF. Source: OASIS, Static Analysis Results
// Interchange Format 2.1.0.

package cli

import (
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
	Suppressions []sarifSuppress   `json:"suppressions,omitempty"`
}

type sarifSuppress struct {
	Kind          string `json:"kind"`
	Justification string `json:"justification"`
}

type sarifLocation struct {
	Physical struct {
		Artifact struct {
			URI string `json:"uri"`
		} `json:"artifactLocation"`
		Region *sarifRegion `json:"region,omitempty"`
	} `json:"physicalLocation"`
}

type sarifRegion struct {
	Line   int `json:"startLine"`
	Column int `json:"startColumn"`
}

// levels are SARIF's words for our weights.
var levels = map[style.Weight]string{style.Must: "error", style.Should: "warning", style.Note: "note"}

func sarif(all []*style.Findings) sarifLog {
	log := sarifLog{Schema: "https://json.schemastore.org/sarif-2.1.0.json", Version: "2.1.0"}
	for _, f := range all {
		run := sarifRun{Columns: "utf16CodeUnits", Results: []sarifResult{}}
		run.Tool.Driver.Name = "Steady Socket"
		for _, rule := range style.Rules {
			r := sarifRule{ID: rule.ID, Short: sarifText{rule.Title}, Full: sarifText{rule.Reason}}
			r.Config.Level = levels[rule.Weight]
			run.Tool.Driver.Rules = append(run.Tool.Driver.Rules, r)
		}
		for _, x := range f.Findings {
			r := sarifResult{Rule: x.Rule, Level: levels[x.Weight], Message: sarifText{x.Why + ". " + x.Mend + "."}, Locations: []sarifLocation{},
				Fingerprints: map[string]string{"steady/1": x.Fingerprint}}
			if x.At != nil {
				var l sarifLocation
				l.Physical.Artifact.URI = x.At.File
				if x.At.Line > 0 {
					l.Physical.Region = &sarifRegion{x.At.Line, x.At.Column}
				}
				r.Locations = append(r.Locations, l)
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
