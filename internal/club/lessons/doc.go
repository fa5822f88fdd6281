// Package lessons keeps lessons: their blocks, their versions, and what is done at home until
// the next one. It asks the core what a lesson comes to for the students who are in it.
package lessons
