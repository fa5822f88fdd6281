// Package sport holds all that a sport is, as data: one folder a sport.
//
// A folder has documents that the packages above read, each its own, so that
// this package imports nothing and knows none of their types:
//
//	sport.json   name, place in lists, and what things are called
//	courts.json  courts and stages, their zones, spots and usual paces (court)
//	balls.json   what flies, and how (flight)
//	games.json   games of its own, and which common ones are played (game)
//	lesson.json  warm-up, first game, stations, the wall (draft, formation)
//
// Lengths may be written as the rule books do: 1.98, "34 in", "13.5 ft". A
// folder that is put here is found; docs/adding.md has the order of the steps.
package sport
