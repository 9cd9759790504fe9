// This file runs the benchmarks of reading and writes their figures down.

package main

import (
	"fmt"
	"os"
	"os/exec"
	"regexp"
	"runtime"
	"slices"
	"strconv"
	"strings"
	"time"
)

// figure is one line of a benchmark: the sample, what was measured, the time of
// one run and, for memory, how many times the source.
type figure struct {
	sample, what string
	nanoseconds  float64
	times        float64
}

var (
	benchLine = regexp.MustCompile(`^BenchmarkLibrary/([^/]+)/(\w+)(?:-\d+)?\s+\d+\s+([\d.]+) ns/op`)
	timesPart = regexp.MustCompile(`([\d.]+) x-source`)
)

// figures takes the lines of a benchmark apart. Of several runs, the fastest counts,
// which other work on the machine held up least, and the most memory.
func figures(output string) (list []figure) {
	for _, line := range strings.Split(output, "\n") {
		m := benchLine.FindStringSubmatch(line)
		if m == nil {
			continue
		}
		f := figure{sample: m[1], what: m[2]}
		f.nanoseconds, _ = strconv.ParseFloat(m[3], 64) // the expression lets numbers through only
		if t := timesPart.FindStringSubmatch(line); t != nil {
			f.times, _ = strconv.ParseFloat(t[1], 64)
		}
		same := func(o figure) bool { return o.sample == f.sample && o.what == f.what }
		if i := slices.IndexFunc(list, same); i >= 0 {
			list[i].nanoseconds, list[i].times = min(list[i].nanoseconds, f.nanoseconds), max(list[i].times, f.times)
			continue
		}
		list = append(list, f)
	}
	return list
}

// speed runs the benchmarks and puts their figures into their place.
func speed(name string) error {
	cmd := exec.Command("go", "test", "./measure", "-run", "^$", "-bench", "Library", "-benchtime", "500ms", "-count", "6")
	cmd.Stderr = os.Stderr
	out, err := cmd.Output()
	if err != nil {
		return fmt.Errorf("the benchmarks could not be run: %w", err)
	}
	list := figures(string(out))
	if len(list) == 0 {
		return fmt.Errorf("the benchmarks said nothing:\n%s", out)
	}
	return between(name, "speed", speedTable(list))
}

// speedTable writes figures with one row for each sample.
func speedTable(list []figure) string {
	var order []string
	rows := map[string]map[string]figure{}
	for _, f := range list {
		if rows[f.sample] == nil {
			order = append(order, f.sample)
			rows[f.sample] = map[string]figure{}
		}
		rows[f.sample][f.what] = f
	}
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s on one core of %d (%s).\n\n", time.Now().Format("2006-01-02"), runtime.NumCPU(), runtime.GOARCH)
	b.WriteString("| library | parse | parse and read | the transpiler's transform | read against transform | memory, times the source |\n|---|---|---|---|---|---|\n")
	ms := func(f figure) string { return fmt.Sprintf("%.1f ms", f.nanoseconds/1e6) }
	for _, sample := range order {
		r := rows[sample]
		fmt.Fprintf(&b, "| %s | %s | %s | %s | %.2f | %.1f |\n", strings.ReplaceAll(sample, "-", " "), ms(r["parse"]), ms(r["read"]), ms(r["transpiler"]),
			r["read"].nanoseconds/max(1, r["transpiler"].nanoseconds), r["memory"].times)
	}
	return b.String()
}
