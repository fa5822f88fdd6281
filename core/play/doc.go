// Package play is the one engine that plays a block. It lays out the places and turns
// of those who are there, says which ball is due and who hits it, and what an outcome
// does: the coach's tap on court, or a throw of the dice in a rehearsal.
package play
