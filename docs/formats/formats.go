// Package formats holds the published schemas of the files that the product
// reads and writes.
package formats

import _ "embed"

// Drills is the JSON Schema of a drill document and of a shelf of them. It is
// generated from the API's contract.
//
//go:embed drill.schema.json
var Drills []byte

// Drills2 is the schema of drills of the version before, which are read too.
//
//go:embed drill-2.schema.json
var Drills2 []byte
