// Package formation says how a group moves through a block: who hits, feeds,
// collects and waits, turn by turn.
//
// A block's arrangement is laid out as places and turns (layout.go). From them
// come the lane of everybody over the block's minutes (lanes.go), the rotation
// to step through with what it comes to for each (rotation.go), the share of
// the balls each gets (parts.go), and the other ways to arrange it, ordered by
// who waits least (offers.go). What counts as waiting is defined once, in
// package rotation. A group is arranged anew whenever somebody comes or goes.
package formation
