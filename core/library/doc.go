// Package library holds the drills that ship: one document a drill, in a folder
// a sport, in the format of docs/formats. A drill drawn on the workbench and
// taken out as a file can be put here as it is, under its id, and its id on the
// sport's shelf.json, which gives the order. Titles and words are our own;
// numbers are common practice [trade]. A test holds every one of them to its
// own reckoning: at its stated level each ball can be fed and reached, and
// nothing is wrong with it.
package library
