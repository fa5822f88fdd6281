// Package weeks keeps plans of several weeks: it drafts their lessons, moves those that are
// there along with their days, and is the calendar.
package weeks
