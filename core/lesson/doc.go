// Package lesson lays blocks on a tape of time, says when each starts and ends
// and what it asks, and gives notice of what will not work, with changes that
// would.
//
// A lesson holds its own copy of each drill, so the library can change without
// rewriting history. Reckoning is pure: a lesson and what is known of its
// students in, the whole answer out. The sum of the blocks is the lesson; over
// the slot is that sum less the slot.
//
// Fitting is bounded water-filling: each flexible block gives the same share of
// its own room (fit.go). A group moves through a block by an arrangement
// (arrange.go), which gives every lane (lanes.go) and every offer to arrange it
// otherwise (offer.go). What is each student's own is in own.go and level.go,
// drafts from what a coach knows in draft.go, two edits put together in merge.go.
package lesson
