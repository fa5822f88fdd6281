package access

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// Two that the reference program of Argon2 made (its command line, as Debian ships it), one
// with our settings and one with others: what is kept says how it was made.
func TestPassphrasesOfTheReferenceProgram(t *testing.T) {
	const words = "four loose words here"
	for _, kept := range []string{
		"$argon2id$v=19$m=65536,t=3,p=2$c29tZXNhbHQxMjM0NTY3OA$S0zzpVuSg/OYXJ5WUCA2KediUmAZO243zKGs5wS6D/o",
		"$argon2id$v=19$m=4096,t=1,p=4$c29tZXNhbHQxMjM0NTY3OA$KZHB/WmgZycPq9fY4JR63+n5+EN2fc5x",
	} {
		require.True(t, fits(words, kept))
		require.False(t, fits(words+" ", kept))
		require.False(t, fits(words, kept[:len(kept)-2]+"AA"))
	}
	own := hashed(words, New(nil, Options{}).cost)
	require.True(t, strings.HasPrefix(own, "$argon2id$v=19$m=65536,t=3,p=2$"))
	require.True(t, fits(words, own))
	require.NotEqual(t, own, hashed(words, Usual), "each has a salt of its own")
	for _, bad := range []string{"", "$argon2id$", "$argon2i$v=19$m=1,t=1,p=1$AA$AA", "$argon2id$v=19$m=x$AA$AA$"} {
		require.False(t, fits(words, bad), bad)
	}
}

// Six digits, all of them as likely as the others: of a hundred thousand, each tenth within
// five deviations of what is expected.
func TestDigitsAreEven(t *testing.T) {
	const n, deviation = 100_000, 95 // the root of n × 0.1 × 0.9
	var first [10]int
	for range n {
		d := sixDigits()
		require.Len(t, d, 6)
		first[d[0]-'0']++
	}
	for digit, many := range first {
		require.InDelta(t, n/10, many, 5*deviation, "%d", digit)
	}
}

// Of the newer addresses a whole household counts as one place.
func TestPlaces(t *testing.T) {
	require.Equal(t, placeOf("2001:db8:1:2:3::4"), placeOf("2001:db8:1:2:ffff::1"))
	require.NotEqual(t, placeOf("2001:db8:1:2::4"), placeOf("2001:db8:1:3::4"))
	require.NotEqual(t, placeOf("192.0.2.1"), placeOf("192.0.2.2"))
	var l limits
	now := time.Now()
	for i := range 8 {
		require.Equal(t, i < triesAtOnce, l.let("signIn", "192.0.2.1", now) != nil)
	}
	require.NotNil(t, l.let("pairDevice", "192.0.2.1", now), "another door has a pace of its own")
	require.NotNil(t, l.let("signIn", "192.0.2.1", now.Add(triesEvery)), "and then every so often")
}

// What one device does to one thing is one deed for ten minutes; another device's, and
// another thing's, is another.
func TestASittingIsOneDeed(t *testing.T) {
	var r recent
	now := time.Now()
	is := func(device, thing string, at time.Time) bool {
		n, ok := r.last(device, "addEvents", thing, at)
		require.True(t, !ok || n == 7)
		return ok
	}
	require.False(t, is("phone", "run 1", now))
	r.remember("phone", "addEvents", "run 1", now, 7)
	require.True(t, is("phone", "run 1", now.Add(sitting-time.Second)))
	require.False(t, is("phone", "run 2", now))
	require.False(t, is("laptop", "run 1", now))
	require.False(t, is("phone", "run 1", now.Add(sitting)))
}

// Every operation that changes something says what was done; a role has what those before
// it have.
func TestThePolicySaysWhatWasDone(t *testing.T) {
	for _, op := range Operations() {
		changes := false
		for _, word := range strings.Fields("put remove import merge split move make end change take") {
			changes = changes || strings.HasPrefix(op, word)
		}
		if changes && op != "putRun" { // which opens a run, and writes nothing
			require.NotEmpty(t, rules[op].did, op)
		}
	}
	for i, role := range order {
		for j, least := range order {
			require.Equal(t, i >= j, role.May(least))
		}
	}
	require.False(t, Role("gardener").May(Assistant))
	require.False(t, Owner.May("gardener"))
}
