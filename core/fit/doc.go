// Package fit makes blocks fill the minutes there are: before a lesson the slot, during
// it what is left of it. Every flexible block gives, or takes, the same share of its own
// room between its least, best and most minutes, which is the least worst share there
// can be; where even the least does not fit, it says what to leave out.
package fit
