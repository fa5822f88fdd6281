// Package formats holds the published schemas of the files that the product
// reads and writes.
package formats

import _ "embed"

// Drills is the JSON Schema of a drill document and of a shelf of them. It is
// generated from the API's contract.
//
//go:embed drill.schema.json
var Drills []byte

// Games is the JSON Schema of a game document and of several in one, generated too.
//
//go:embed game.schema.json
var Games []byte

// Share is the JSON Schema of what one coach hands to another, generated too.
//
//go:embed share.schema.json
var Share []byte

// Machine is the JSON Schema of a message between a ball machine and its client,
// generated too.
//
//go:embed machine.schema.json
var Machine []byte

// Drills4, Drills3 and Drills2 are the schemas of drills of versions before, which are
// read too.
var (
	//go:embed drill-4.schema.json
	Drills4 []byte
	//go:embed drill-3.schema.json
	Drills3 []byte
	//go:embed drill-2.schema.json
	Drills2 []byte
)
