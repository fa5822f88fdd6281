package access

import (
	"crypto/rand"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/base64"
	"encoding/hex"
	"fmt"
	"math/big"
	"strings"
	"unicode"
	"unicode/utf8"

	"hodometer/core/units"

	"golang.org/x/crypto/argon2"
)

// Lanes and length of what is kept; cost.go has the rest.
const (
	lanes    = 2
	keyBytes = 32
)

// ShortestPassphrase, in characters [common practice].
const (
	ShortestPassphrase = 10
	longestPassphrase  = 200
)

// checkPassphrase says what is wrong with a new one.
func checkPassphrase(words string) error {
	switch n := utf8.RuneCountInString(words); {
	case n < ShortestPassphrase:
		return units.Problems{{Field: "passphrase", Detail: fmt.Sprintf(
			"at least %d characters; three or four unrelated words are easy to remember",
			ShortestPassphrase,
		)}}
	case n > longestPassphrase:
		return units.Problems{
			{Field: "passphrase", Detail: fmt.Sprintf("at most %d characters", longestPassphrase)},
		}
	}
	if weak(words) {
		return units.Problems{
			{Field: "passphrase", Detail: "too easy to guess; three or four unrelated words are" +
				" easy to remember"},
		}
	}
	return nil
}

// common are words that are tried first wherever somebody guesses [common practice], and ours.
var common = []string{
	"password",
	"passphrase",
	"passwort",
	"letmein",
	"welcome",
	"qwertyuiop",
	"qwerty",
	"asdfghjkl",
	"iloveyou",
	"administrator",
	"admin",
	"hodometer",
	"tennisclub",
	"badminton",
	"tabletennis",
	"pickleball",
	"changeme",
	"secret",
	"monkey",
	"dragon",
	"football",
	"baseball",
	"abcdefghij",
	"owner",
	"coach",
	"tennis",
	"squash",
	"club",
}

// weak reports whether a passphrase is one that is guessed first: fewer than five different characters,
// characters in the order of the alphabet or of the digits, or common words and digits with nothing else.
func weak(words string) bool {
	runes := []rune(strings.ToLower(words))
	different, inOrder := map[rune]bool{}, 0
	for i, r := range runes {
		different[r] = true
		if i > 0 && (r == runes[i-1]+1 || r == runes[i-1]-1 || r == '0' && runes[i-1] == '9') {
			inOrder++
		}
	}
	left := strings.ToLower(words)
	for _, c := range common {
		left = strings.ReplaceAll(left, c, "")
	}
	left = strings.TrimFunc(left, func(r rune) bool { return !unicode.IsLetter(r) })
	return len(different) < 5 || inOrder >= len(runes)-2 || left == ""
}

// hashed is a passphrase as it is kept: argon2id in the usual notation.
func hashed(words string, cost Cost) string {
	passes, memoryKiB := cost.argon2()
	salt := make([]byte, 16)
	_, _ = rand.Read(salt) // it never fails
	key := argon2.IDKey([]byte(words), salt, passes, memoryKiB, lanes, keyBytes)
	b := base64.RawStdEncoding.EncodeToString
	return fmt.Sprintf(
		"$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s",
		argon2.Version,
		memoryKiB,
		passes,
		lanes,
		b(salt),
		b(key),
	)
}

// fits says whether words are the passphrase that is kept so.
func fits(words, kept string) bool {
	parts := strings.Split(kept, "$")
	if len(parts) != 6 || parts[1] != "argon2id" {
		return false
	}
	var version, memory, times, threads int
	_, err1 := fmt.Sscanf(parts[2], "v=%d", &version)
	_, err2 := fmt.Sscanf(parts[3], "m=%d,t=%d,p=%d", &memory, &times, &threads)
	salt, err3 := base64.RawStdEncoding.DecodeString(parts[4])
	key, err4 := base64.RawStdEncoding.DecodeString(parts[5])
	if err1 != nil || err2 != nil || err3 != nil || err4 != nil || version != argon2.Version {
		return false
	}
	got := argon2.IDKey([]byte(words), salt, uint32(times), uint32(memory), uint8(threads), uint32(len(key)))
	return subtle.ConstantTimeCompare(got, key) == 1
}

// secret is 128 bits that cannot be guessed, as text.
func secret() string {
	b := make([]byte, 16)
	_, _ = rand.Read(b) // it never fails
	return base64.RawURLEncoding.EncodeToString(b)
}

// digest of a secret, as it is kept.
func digest(secret string) string {
	sum := sha256.Sum256([]byte(secret))
	return hex.EncodeToString(sum[:])
}

// sixDigits are drawn evenly.
func sixDigits() string {
	n, err := rand.Int(rand.Reader, big.NewInt(1_000_000))
	if err != nil {
		panic(err) // the system has no randomness; nothing is safe then
	}
	return fmt.Sprintf("%06d", n)
}
