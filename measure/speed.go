// This file runs the benchmarks of reading and writes their figures down.

package main

import (
	"fmt"
	"os"
	"os/exec"
	"regexp"
	"runtime"
	"strconv"
	"strings"
	"time"
)

// figures are what a benchmark says of one sample: nanoseconds, and memory in times
// the source, by the names of its units.
type figures struct {
	sample string
	of     map[string]float64
}

var benchLine = regexp.MustCompile(`^BenchmarkLibrary/([^/]+?)(?:-\d+)?\s+\d+\s+(.+)$`)

// benched takes the lines of a benchmark apart.
func benched(output string) (list []figures) {
	for _, line := range strings.Split(output, "\n") {
		m := benchLine.FindStringSubmatch(line)
		if m == nil {
			continue
		}
		f := figures{m[1], map[string]float64{}}
		words := strings.Fields(m[2])
		for i := 0; i+1 < len(words); i += 2 {
			if n, err := strconv.ParseFloat(words[i], 64); err == nil {
				f.of[words[i+1]] = n
			}
		}
		list = append(list, f)
	}
	return list
}

// speed runs the benchmarks and puts their figures into their place.
func speed(name string) error {
	cmd := exec.Command("go", "test", "./measure", "-run", "^$", "-bench", "Library", "-benchtime", "40x")
	cmd.Stderr = os.Stderr
	out, err := cmd.Output()
	if err != nil {
		return fmt.Errorf("the benchmarks could not be run: %w", err)
	}
	list := benched(string(out))
	if len(list) == 0 {
		return fmt.Errorf("the benchmarks said nothing:\n%s", out)
	}
	return between(name, "speed", speedTable(list))
}

// speedTable writes figures with one row for each sample.
func speedTable(list []figures) string {
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s on one core of %d (%s).\n\n", time.Now().Format("2006-01-02"), runtime.NumCPU(), runtime.GOARCH)
	b.WriteString("| library | parse | parse and read | the transpiler's transform | read against transform | memory, times the source |\n|---|---|---|---|---|---|\n")
	for _, f := range list {
		ms := func(unit string) string { return fmt.Sprintf("%.1f ms", f.of[unit]/1e6) }
		fmt.Fprintf(&b, "| %s | %s | %s | %s | %.2f | %.1f |\n", strings.ReplaceAll(f.sample, "-", " "), ms("parse-ns"), ms("read-ns"), ms("transpiler-ns"),
			f.of["read-ns"]/max(1, f.of["transpiler-ns"]), f.of["memory-x-source"])
	}
	return b.String()
}
