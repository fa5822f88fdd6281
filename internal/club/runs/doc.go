// Package runs gives lessons: it adds what devices saw to the list of a run, tells whoever
// follows it, and writes what a finished run leaves in the log. The core folds the list; nothing
// of it is ever taken out.
package runs
