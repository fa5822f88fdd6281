// Package ladder is the way a student goes up: rungs in an order, each with a
// drill's stage, a gate, the days it asks for and a rung to go back to; and the
// advice after a lesson, up, stay or ease, with its reason.
//
// Advice [trade]: up, when the gate was met on the days asked and the chance of a
// good ball is surely (0.8) at the gate's level; ease, when it is surely under the
// floor or two sessions running fell short; else stay. What was not tried is not a
// failure. Who was eased once shows it on one more day before going up again, so
// that nobody who stands still goes up and down in turn.
//
// A ladder is data (ladder.go; those that ship are in package library's folders),
// a student's way on one is a list of moves (stand.go), what was counted comes as
// evidence (evidence.go), and advice is made of the three (advice.go). The two axes
// along which all ladders go, what is trained and in what form, are in axes.go.
package ladder
