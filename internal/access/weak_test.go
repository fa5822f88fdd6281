package access

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// What is guessed first is refused, whatever its length; a few words of one's own are not.
func TestWeakPassphrases(t *testing.T) {
	for _, words := range []string{
		"          ", "aaaaaaaaaaaa", "1234567890", "0987654321", "abcdefghijkl", "password1234", "Hodometer 2026",
		"tennis club 1", "ababababab", "Passphrase!!",
	} {
		require.Error(t, checkPassphrase(words), words)
	}
	for _, words := range []string{"four loose words here", "kettle rain bicycle", "x7!mQ2 pl0vB"} {
		require.NoError(t, checkPassphrase(words), words)
	}
}
