// Package watch turns one play of a rehearsal into the events of a run, so that the court
// shows a lesson before it is given, by the rules it will be given by.
package watch
