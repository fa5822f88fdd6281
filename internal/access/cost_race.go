//go:build race

package access

// What is built to look for races tries passphrases by the hundred, at a tenth of the speed: it
// makes light of them. Nothing that is built so is given to anybody.
const (
	passes    = 1
	memoryKiB = 1 << 10
)
