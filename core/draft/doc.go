// Package draft makes lessons from what a coach knows: who comes, where, how
// long, what is at hand, what went before.
//
// Drafts are made by rules [trade], each of which can be read off the line that
// says why: what fell short last time, what is due, the aim step by step, into
// the match, something else with it (draft.go). The drills come from the shelf,
// those that ship and the club's own, weighed for the group (pool.go); around
// them comes what belongs in a lesson (compose.go, templates.go). What is left
// to do alone afterwards is in home.go.
package draft
