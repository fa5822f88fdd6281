// Speed keeps the ledger of what the benchmarks cost. Machines differ, and one machine
// differs from hour to hour, so that a cost is kept as a multiple of a fixed piece of
// arithmetic that is measured in the same minute.
//
//	go run ./internal/speed          measures and prints the ledger
//	go run ./internal/speed -agree   and writes it to docs/speed.md
//	go run ./internal/speed -check   fails where a multiple has grown by half since
package main

import (
	"flag"
	"fmt"
	"os"
	"os/exec"
	"strings"
)

const ledgerFile = "docs/speed.md"

// loads are benchmarks that put the server under load for a set time: they have figures
// of their own.
const loads = "Courts|BackupUnderLoad|Killed"

func main() {
	agree := flag.Bool("agree", false, "write the ledger")
	check := flag.Bool("check", false, "fail where a multiple has grown by half")
	only := flag.String("only", "./core/... ./internal/... ./cmd/...", "packages")
	flag.Parse()
	if err := run(strings.Fields(*only), *agree, *check); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(packages []string, agree, check bool) error {
	listed, err := exec.Command("go", append([]string{"list"}, packages...)...).Output()
	if err != nil {
		return fmt.Errorf("packages: %w", err)
	}
	now := ledger{}
	for _, pkg := range strings.Fields(string(listed)) {
		before := yardstick()
		out, err := exec.Command(
			"go",
			"test",
			"-run",
			"^$",
			"-bench",
			".",
			"-skip",
			loads,
			"-benchtime",
			"100ms",
			"-count",
			"3",
			pkg,
		).CombinedOutput()
		if err != nil {
			return fmt.Errorf("%s: %w\n%s", pkg, err, out)
		}
		now.add(strings.TrimPrefix(pkg, "hodometer/"), string(out), min(before, yardstick()))
	}
	fmt.Print(now)
	if agree {
		return os.WriteFile(ledgerFile, []byte(page(now)), 0o644)
	}
	if !check {
		return nil
	}
	kept, err := os.ReadFile(ledgerFile)
	if err != nil {
		return fmt.Errorf("no ledger was agreed: %w", err)
	}
	if grown := now.grown(read(string(kept))); len(grown) > 0 {
		return fmt.Errorf("slower by half than agreed:\n%s", strings.Join(grown, "\n"))
	}
	return nil
}
