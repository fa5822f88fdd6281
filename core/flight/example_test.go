package flight_test

import (
	"fmt"

	"hodometer/core/court"
	"hodometer/core/flight"
)

// A ball fed from behind the far service line, a metre over the net, to bounce
// short of the near baseline: how fast it must leave.
func ExampleSolve() {
	c, _ := court.ByID("tennis")
	ball, _ := flight.BallByID(c.Ball)
	a := flight.Solve(ball, flight.Standard, flight.Feed{
		From: flight.Vec{Y: 7, Z: 1},
		To:   flight.Vec{X: 2, Y: -8, Z: ball.Diameter / 2},
		By:   flight.ByClearance,
		Want: 1,
		Net:  func(x float64) float64 { return c.NetHeight(court.Singles, x) },
	}, false)
	fmt.Println(a.Feasible)
	fmt.Printf("%.1f m/s, bounces after %.2f s\n", a.Launch.Speed, a.Flight.Landing.Time)
	// Output:
	// true
	// 17.0 m/s, bounces after 1.07 s
}
