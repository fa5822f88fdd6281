// Package answer holds what every part of a club answers with: a page of a list, a thing that
// is not there, and a save that came too late.
package answer
