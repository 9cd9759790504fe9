// This file writes the figures into docs/reading.md.

package main

import (
	"fmt"
	"os"
	"strings"
	"time"
)

const (
	begin = "<!-- measured: begin -->"
	end   = "<!-- measured: end -->"
)

// write puts the table between its marks.
func write(name string, rows []row) error {
	data, err := os.ReadFile(name)
	if err != nil {
		return err
	}
	before, rest, ok := strings.Cut(string(data), begin)
	_, after, ended := strings.Cut(rest, end)
	if !ok || !ended {
		return fmt.Errorf("%s has no place for the table: it should hold %s and %s", name, begin, end)
	}
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s with TypeScript 5.9.\n\n", time.Now().Format("2006-01-02"))
	b.WriteString("| library | style | components | own members | agreed | required wrong | closed set wrong | parameters wrong | origin wrong | invented | lost | unknown | ours | compiler |\n")
	b.WriteString("|---|---|---|---|---|---|---|---|---|---|---|---|---|---|\n")
	for _, r := range rows {
		fmt.Fprintf(&b, "| %s %s | %s | %d | %d | %.2f %% | %d | %d | %d | %d | %d | %d | %d | %.2f s | %.2f s |\n", r.Name, r.Version, r.Style, r.Components, r.Members, 100*r.share(),
			r.Counts[wrongRequired], r.Counts[wrongValues], r.Counts[wrongParams], r.Counts[wrongOrigin], r.Counts[invented], r.Counts[lost], r.Counts[unknown], r.Ours.Seconds(), r.Theirs.Seconds())
	}
	return os.WriteFile(name, []byte(before+begin+"\n"+b.String()+end+after), 0o644)
}
