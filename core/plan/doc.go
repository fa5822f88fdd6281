// Package plan reckons a lesson: when each block starts and ends and what it
// asks of each student, what will not work, and the changes that would mend it.
//
// Reckoning is pure: a lesson and what is known of its students in, the whole
// answer out. The sum of the blocks is the lesson; over the slot is that sum
// less the slot. A Planner remembers flights and blocks between questions, since
// a lesson is asked about again with every change; what it answers is what a new
// one would.
//
// Fitting is bounded water-filling: each flexible block gives the same share of
// its own room (fit.go). Between blocks count moving, setting out and picking up
// (between.go). Notices stand where their cause is (notices.go, advice.go);
// levelling brings targets, goals and tempo to each student (levelling.go).
package plan
