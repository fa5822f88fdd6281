// Package progress estimates what a student can be expected to hit from what was
// counted on court, says how sure that is, and reckons the load of a week.
//
// One number is unknown for each skill of a student: k, their spread ÷ that of
// their level (package target). Its logarithm is followed on a grid: normal
// before anything is counted, multiplied by the binomial likelihood of each
// session's balls at that session's own target, and blurred by a small normal
// step for every day between, so that old evidence fades [rule: Bayes' filter
// on a grid; the drift is common practice]. A success at any target tells about
// k, and k tells the chance at any other.
package progress
