package progress_test

import (
	"fmt"

	"hodometer/core/progress"
	"hodometer/core/units"
)

// A club student made thirteen of twenty a week ago: what is believed of the
// next ball at the same target, held with 80 % certainty.
func ExampleJudge() {
	prior, _ := progress.PriorFor(units.Club)
	seen := []progress.Evidence{{DaysAgo: 7, Balls: 20, Good: 13, Radius: prior.Radius}}
	e := progress.Judge(prior, seen, prior.Radius, progress.HalfLife)
	low, high := e.Interval()
	fmt.Printf("%.0f %%, between %.0f and %.0f\n", 100*e.Mean(), 100*low, 100*high)
	// Output: 61 %, between 47 and 74
}
