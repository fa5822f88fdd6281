// Package drafts hands the core what is known of the students of a lesson to come, and gives
// back the lessons it drafts. It saves nothing.
package drafts
