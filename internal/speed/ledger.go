package main

import (
	"fmt"
	"maps"
	"math"
	"regexp"
	"runtime"
	"slices"
	"strconv"
	"strings"
	"time"
)

// ledger is what each benchmark costs, in yardsticks.
type ledger map[string]float64

// allowed is how many times its agreed cost a benchmark may take: what two runs on a shared
// machine differ by, and a little more.
const allowed = 1.5

// rounds of the yardstick, some milliseconds of them.
const rounds = 1_000_000

// yardstick is how long the fixed piece of arithmetic takes, in nanoseconds: the least of
// a few times, for whatever else the machine does only adds to it.
func yardstick() float64 {
	least := time.Duration(math.MaxInt64)
	for range 15 {
		began := time.Now()
		x, sum := uint64(1), 0.0
		for range rounds {
			x = (x ^ x>>30) * 0xbf58476d1ce4e5b9
			sum += math.Sqrt(float64(x >> 11))
		}
		least = min(least, time.Since(began))
		runtime.KeepAlive(sum) // or it would be left out
	}
	return float64(least.Nanoseconds())
}

// a line of a benchmark: "BenchmarkFold10000-2   100   7286123 ns/op".
var line = regexp.MustCompile(`(?m)^Benchmark(\S+?)(?:-\d+)?\s+\d+\s+([\d.]+) ns/op`)

// add puts in the benchmarks of a package as they were printed, the least of each.
func (l ledger) add(pkg, printed string, yard float64) {
	for _, m := range line.FindAllStringSubmatch(printed, -1) {
		name := pkg + " " + m[1]
		ns, err := strconv.ParseFloat(m[2], 64)
		if err != nil {
			continue
		}
		if was, ok := l[name]; !ok || ns/yard < was {
			l[name] = ns / yard
		}
	}
}

// grown names those that cost more than what is allowed over what was agreed. New ones
// have nothing to be compared with.
func (l ledger) grown(agreed ledger) (out []string) {
	for _, name := range slices.Sorted(maps.Keys(l)) {
		if was, ok := agreed[name]; ok && l[name] > allowed*was {
			out = append(out, fmt.Sprintf("%s: %s, agreed %s", name, say(l[name]), say(was)))
		}
	}
	return out
}

func (l ledger) String() string {
	var b strings.Builder
	b.WriteString("| benchmark | yardsticks |\n| --- | --: |\n")
	for _, name := range slices.Sorted(maps.Keys(l)) {
		fmt.Fprintf(&b, "| `%s` | %s |\n", name, say(l[name]))
	}
	return b.String()
}

// say a multiple to three figures.
func say(v float64) string { return strconv.FormatFloat(v, 'g', 3, 64) }

// row of the ledger as it is kept.
var row = regexp.MustCompile("(?m)^\\| `([^`]+)` \\| ([^ |]+) \\|$")

// read a ledger that was written.
func read(text string) ledger {
	out := ledger{}
	for _, m := range row.FindAllStringSubmatch(text, -1) {
		if v, err := strconv.ParseFloat(m[2], 64); err == nil {
			out[m[1]] = v
		}
	}
	return out
}

// page is the ledger as it is kept.
func page(l ledger) string {
	return `# Speed

What each benchmark costs, as a multiple of a fixed piece of arithmetic: a million rounds of a multiplication, a
square root and a sum, the yardstick of ` + "`internal/speed`" + `. It is measured before and after each package, so
that a slow hour of the machine slows both. ` + "`make bench-check`" + ` measures again and fails where a multiple has
grown by half; ` + "`make bench`" + ` writes this page anew, which is how a new cost is agreed. Benchmarks that put
the server under load for a set time are left out.

` + l.String()
}
