// Package machine is the ball machine: what one can do, the programme it is given for
// a drill, and how a programme is made easier or harder.
//
// A programme is the drill's balls as they leave the machine: from where, how fast and
// in what direction (the flights of core/pattern), with what spin, and how long until
// the next. What a machine can do is data of its sport (core/sport/…/machine.json);
// the figures are common practice.
//
// Steps go from one ball in one place over more balls, in their order and then
// shuffled, to balls that come anywhere near their places. Practice at the first step
// is isolated: the student knows what comes. At the others it is linked.
package machine
