package drill

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A sentence on the other side names the other side, and only that; twice it is itself.
func TestOtherSideInWords(t *testing.T) {
	for was, is := range map[string]string{
		"Forehand from the left":         "Backhand from the right",
		"BACKHAND, then forehands":       "FOREHAND, then backhands",
		"Say left or right before it":    "Say right or left before it",
		"Up straight right after":        "Up straight right after",
		"All right: what is left of it?": "All right: what is left of it?",
		"Serve from the deuce side":      "Serve from the ad side",
		"":                               "",
		"Brightly leftover":              "Brightly leftover",
	} {
		require.Equal(t, is, otherSide(was))
	}
	rapid.Check(t, func(t *rapid.T) {
		words := rapid.SliceOf(rapid.SampledFrom([]string{
			"left", "right", "Forehand", "backhands", "or", "after", "all", "ball", "é", "’", ",", "12", " ",
		})).Draw(t, "words")
		text := ""
		for _, w := range words {
			text += w + " "
		}
		require.Equal(t, text, otherSide(otherSide(text)))
	})
}
