// Package drill describes a drill on court and reckons what it asks: balls,
// pick-ups, contacts and minutes, and the chance that each student meets its
// goals in the time there is.
//
// Students take turns at the feed, so with n students each gets every n-th
// ball of the block, and a student's b-th ball is the block's (n·b)-th. The
// chance of a good ball comes from outside as a rate at the target's radius;
// here the part of the circle that lies outside the lines is taken off it
// (package target), and the goals are reckoned as one course (package goal).
package drill
