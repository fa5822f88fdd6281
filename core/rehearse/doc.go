// Package rehearse plays a block many times before it is played on court: dice take the
// coach's taps, and the engine that counts on court counts here too. What a lesson comes
// to is read off the plays, as means and shares.
package rehearse
