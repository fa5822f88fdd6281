// Package evidence says what is known of students by what was counted: the student a plan is
// reckoned with, the log, a student's record and the table of results. It writes nothing.
package evidence
