// Package exchange reads and writes the open formats: drills as JSON documents,
// one or a shelf of them, whose JSON Schema is published in docs/formats. A file
// is taken whole or refused with the line and the reason of everything wrong.
package exchange
