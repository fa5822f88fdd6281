package units_test

import (
	"strings"
	"testing"
	"unicode"

	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func named(name string) units.Problems {
	var p units.Problems
	p.Named("name", name, "needs a name")
	return p
}

// Names of any script, with their marks and punctuation, are names.
func TestNamesOfAnyScript(t *testing.T) {
	for _, name := range []string{
		"Wren", "Ñandú O’Shea-Lì", "Юлия", "محمد", "नेहा", "王小明",
		"ひなた", "Ọmọ́lará", "A|B", "Court ½ → 2",
	} {
		require.Empty(t, named(name), name)
		require.Equal(t, name, units.Seen(name))
	}
}

// Whatever cannot be seen is said, and left out; what is left is a name or nothing.
func TestWhatCannotBeSeenIsNoName(t *testing.T) {
	hidden := []rune{
		0, '\t', '\n', 0x7f, 0x85, 0xa0, 0xad, 0x34f, 0x115f, 0x17b4, 0x180e, 0x200b, 0x200c, 0x200d, 0x200e,
		0x200f, 0x2028, 0x202a, 0x202e, 0x2060, 0x2066, 0x2069, 0x2800, 0x3164, 0xfe0f, 0xfeff, 0xffa0,
		0xfffd, 0xe0001, 0xe000,
	}
	for _, r := range hidden {
		require.NotEmpty(t, named("Wr"+string(r)+"en"), "%U", r)
		want := "Wren"
		if unicode.IsSpace(r) {
			want = "Wr en"
		}
		require.Equal(t, want, units.Seen("Wr"+string(r)+"en"), "%U", r)
	}
	rapid.Check(t, func(t *rapid.T) {
		name := rapid.String().Draw(t, "name")
		seen := units.Seen(name)
		if seen == "" {
			require.NotEmpty(t, named(name))
			return
		}
		require.Empty(t, named(seen))
		require.Equal(t, seen, units.Seen(seen))
		require.Equal(t, len(named(name)) == 0, seen == strings.TrimSpace(name))
	})
}
