// Package course is the weeks ahead of a student or a group: a pattern of days, a theme
// for each week, days off, an event to be fresh for; and the lessons that come of it.
//
// A lesson of a course has an id from the first day, whether it is drafted yet or not, so
// that a calendar made of it stays the same. What is moved keeps its work; what is dropped
// or rained off gives its work to the next lesson of the course. Load is package
// progress's, by the minutes planned.
package course
