// Package flight flies a ball or a shuttle through the air, bounces it, and
// finds the launch that makes it land where a coach wants it.
//
// The ball is a point mass under gravity, quadratic drag and the lift of its
// spin:
//
//	a = −g ẑ − ½ρA/m · Cd |v| v + ½ρA/m · Cl v² · (ω × v)/|ω × v|
//
// with air density ρ from altitude and temperature (ISO 2533), and Cd, Cl for a
// tennis ball after Štěpánek 1988 [paper; memory]. A shuttle slows by g v²/V²,
// V its terminal speed (Cohen et al. 2015, The physics of badminton [paper;
// memory]). Spin stays as struck until the bounce. The equation is solved by
// the Dormand–Prince pair of order 5(4) with step control; crossings of the net
// plane and of the ground are found on the cubic through each step.
//
// Frame as in package court: y toward the far end, x to the right, z up from
// the floor. Spin: top is about the horizontal axis across the flight, positive
// when the top of the ball runs forward; side is about the vertical, positive
// anticlockwise from above, which curves the ball to the left.
//
// Left out: wind, the felt's wear and the seam, the racket, and the fading of
// spin in flight.
package flight
