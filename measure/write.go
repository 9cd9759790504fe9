// This file writes the figures into docs/reading.md.

package main

import (
	"fmt"
	"os"
	"strings"
	"time"
)

// between puts a text between the marks of a name in a file.
func between(name, mark, text string) error {
	begin, end := "<!-- "+mark+": begin -->", "<!-- "+mark+": end -->"
	data, err := os.ReadFile(name)
	if err != nil {
		return err
	}
	before, rest, ok := strings.Cut(string(data), begin)
	_, after, ended := strings.Cut(rest, end)
	if !ok || !ended {
		return fmt.Errorf("%s has no place for the table: it should hold %s and %s", name, begin, end)
	}
	return os.WriteFile(name, []byte(before+begin+"\n"+text+end+after), 0o644)
}

// writeUpgrades puts the figures of impact into their place.
func writeUpgrades(name string, rows []*outcome) error {
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s with TypeScript 5.9.\n\n", time.Now().Format("2006-01-02"))
	b.WriteString("| library | upgrade | app | files | sites | given by name | of it known | broken | found | unsure of those | missed | said to break | of them silently | false alarms | unsure in all |\n|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|\n")
	for _, j := range rows {
		fmt.Fprintf(&b, "| %s | %s → %s | %s | %d | %d | %d | %d | %d | %d | %d | %d | %d | %d | %d | %d |\n", j.Name, j.From, j.To, j.App, j.Files, j.Sites, j.Given, j.Known, j.Broken, j.Found, j.Unsure, j.Missed, j.Breaks, j.Silent, j.False, j.AllUnsure)
	}
	return between(name, "judged", b.String())
}

// write puts a table of libraries into its place.
func write(name, mark string, rows []row) error {
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s with TypeScript 5.9.\n\n", time.Now().Format("2006-01-02"))
	b.WriteString("| library | style | components | own members | agreed | required wrong | closed set wrong | parameters wrong | origin wrong | invented | lost | unknown | settled by uses | ours | compiler | memory, times the source |\n")
	b.WriteString("|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|\n")
	for _, r := range rows {
		fmt.Fprintf(&b, "| %s %s | %s | %d | %d | %.2f %% | %d | %d | %d | %d | %d | %d | %d | %d | %.2f s | %.2f s | %.1f |\n", r.Name, r.Version, r.Style, r.Components, r.Members, 100*r.share(),
			r.Counts[wrongRequired], r.Counts[wrongValues], r.Counts[wrongParams], r.Counts[wrongOrigin], r.Counts[invented], r.Counts[lost], r.Counts[unknown], r.Settled, r.Ours.Seconds(), r.Theirs.Seconds(), r.Memory)
	}
	return between(name, mark, b.String())
}
