// Package library holds the drills that ship: documents of package drill like
// any a coach makes, written here in a short notation. Titles and words are our
// own; numbers are common practice [trade]. A test holds every one of them to
// its own reckoning: at its stated level each ball can be fed and reached, and
// nothing is wrong with it.
package library
