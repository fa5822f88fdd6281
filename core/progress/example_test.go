package progress_test

import (
	"fmt"

	"hodometer/core/court"
	"hodometer/core/progress"
	"hodometer/core/target"
	"hodometer/core/units"
)

// A club student made thirteen of twenty a week ago: what is believed of the
// next ball at the same circle, held with 80 % certainty.
func ExampleBelief() {
	tennis, _ := court.ByID("tennis")
	club, _ := target.LevelOf(units.Club)
	aim := court.Point{Y: 6}
	circle := club.Curve(target.Stroke{
		Court: tennis, Area: court.Singles, Aim: aim,
		Counts: target.Circle{Centre: aim, Radius: 1.3716}, Length: 20, Widened: 1,
	})
	b := progress.Unknown(0).Seen(&circle, 20, 13).After(7)
	r := b.Rate(&circle)
	fmt.Printf("%.0f %%, between %.0f and %.0f\n", 100*r.Mean, 100*r.Low, 100*r.High)
	// Output: 60 %, between 46 and 74
}
