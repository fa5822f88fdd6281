//go:build !race

package access

// How hard a passphrase is to try out: the second recommendation of RFC 9106, section 4,
// with two lanes in place of four (a club's server is a small computer).
const (
	passes    = 3
	memoryKiB = 64 << 10
)
