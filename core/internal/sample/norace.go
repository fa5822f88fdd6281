//go:build !race

package sample

// Race says that the race detector watches, so that a property takes ten times as long.
const Race = false
