// Package ladders says where each student stands on a ladder, what the core advises by the
// evidence, and what the coach did about it.
package ladders
