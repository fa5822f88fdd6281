// Package lesson is the lesson as a document: blocks on a tape of time, who
// comes, what is at hand, and what is each student's own.
//
// A lesson holds its own copy of each drill, so the library can change without
// rewriting history; blocks, drills, equipment and all else are known by ids
// that stay. The package says what a valid lesson is, puts two edits of one
// together (merge.go), says what changed (diff.go) and what stands for a single
// student (variant.go). It reckons nothing: who is where is package formation,
// what a lesson comes to is package plan.
package lesson
