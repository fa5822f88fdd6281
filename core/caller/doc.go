// Package caller makes the calls of a drill without a feeder: corners, directions or
// numbers at a rhythm, or the bare beat of a metronome.
//
// Random calls are kept apart: no place comes twice in a row, and of any two places none
// has been called more than two times oftener than the other [trade], so that no corner
// is forgotten and none can be guessed. A scripted order is called as it is written. The
// time between calls may shorten by a share each minute, down to a least.
package caller
