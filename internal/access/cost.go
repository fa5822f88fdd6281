package access

// Cost is how hard a new passphrase is to try out. What is kept says how it was made.
type Cost int

const (
	// Usual is the second recommendation of RFC 9106, section 4, with two lanes in place of
	// four: a club's server is a small computer.
	Usual Cost = iota
	// Light is for tests that sign in by the hundred.
	Light
)

// argon2 returns how often the memory is gone through, and how much of it there is.
func (c Cost) argon2() (passes, memoryKiB uint32) {
	if c == Light {
		return 1, 1 << 10
	}
	return 3, 64 << 10
}
