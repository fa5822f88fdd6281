// Package machine is a simulated ball machine and the open protocol that it speaks, so
// that lessons can be run by machine where none stands, and so that somebody else can
// attach a real one.
//
// The protocol is JSON over a WebSocket (docs/formats/machine.md). Sim is the machine
// itself, without a clock or a connection of its own: it is told what time it is. Serve
// gives it both.
package machine
