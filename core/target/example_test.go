package target_test

import (
	"fmt"

	"hodometer/core/court"
	"hodometer/core/target"
)

// A club student aims at a circle inside the corner, by the rule of thumb.
func ExampleSpread_Hit() {
	c, _ := court.ByID("tennis")
	s := target.Spread{Across: 0.9, Along: 1.5}
	aim := court.Point{X: c.HalfWidth[court.Singles] - 1.37, Y: c.HalfLength - 1.98}
	l := s.Land(c, court.Singles, aim)
	fmt.Printf("%.0f %% hit within 1.37 m; %.0f %% in, %.0f %% wide, %.0f %% long\n",
		100*s.Hit(c, court.Singles, aim, 1.37), 100*l.In, 100*l.Wide, 100*l.Long)
	// Output:
	// 49 % hit within 1.37 m; 85 % in, 6 % wide, 9 % long
}
