// Package progress estimates how well a student makes a ball, from what was
// counted on court, and says how sure that is.
//
// The chance p of a good ball is held as a Beta distribution: a prior worth a
// few balls from the student's level, plus the good ones and the misses of each
// session, each session fading by half every half-life (default 21 days)
// [rule: conjugate Bayes; the half-life is common practice]. Sessions played to
// another target radius r0 are first carried over to the radius r asked about:
// with a normal spread, 1 − p = (1 − p0)^((r/r0)²).
package progress
