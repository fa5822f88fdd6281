// Package units holds the two things every other package of the core shares:
// lengths as coaches say them, and the Figure, a number that can say how it
// was reckoned.
//
// Inside the core all quantities are SI: metres, seconds, metres per second,
// radians, kilograms. Feet and inches exist only here and on the screen.
// 1 ft = 0.3048 m and 1 in = 0.0254 m exactly (international yard and pound
// agreement, 1959).
package units
