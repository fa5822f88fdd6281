// Package run folds what was tapped on court into the state to show.
//
// A run is a list of events that only grows. The device makes each event's id,
// a UUIDv7, so ids sort in the order things happened. The fold reads the set of
// events in that order: the same events in any batches, in any order of
// arrival, and however often repeated, give the same state. Nothing is ever
// taken out: undo is an event that names the one it cancels, and may itself be
// cancelled. What a kind of event needs and does stands in one table (kinds.go).
package run
