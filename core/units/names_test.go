package units_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"hodometer/core/units"
)

func TestCallNames(t *testing.T) {
	for _, c := range []struct{ names, called string }{
		{"Wren Abbot, Otto Quill", "Wren, Otto"},
		{"Otto Quill, Otto Reed", "Otto Q, Otto R"},
		{"Otto Quill, Otto Quast, Wren", "Otto Qui, Otto Qua, Wren"},
		{"Otto, Otto Quill", "Otto, Otto Q"},
		{"Student 1, Student 10, Student 2", "Student 1, Student 10, Student 2"},
		{"Ana Maria Silva, Ana Luz Silva", "Ana Maria Silva, Ana Luz Silva"},
		{"Åsa Östberg, Åsa Öman", "Åsa Ös, Åsa Öm"},
		{"otto quill, Otto Reed", "otto q, Otto R"},
	} {
		require.Equal(
			t,
			strings.Split(c.called, ", "),
			units.CallNames(strings.Split(c.names, ", ")),
			c.names,
		)
	}
}

// Whoever has a name of their own is called by something that nobody else is called.
func TestNobodyIsCalledAsAnother(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		names := rapid.SliceOfNDistinct(
			rapid.StringMatching(`(Ana|Otto|Åsa)( (A|Q|Ö)[a-b]{0,2}){0,2}`), 1, 8, strings.ToLower,
		).Draw(t, "names")
		called := units.CallNames(names)
		seen := map[string]bool{}
		for i, c := range called {
			require.False(t, seen[strings.ToLower(c)], "%q among %q", c, called)
			seen[strings.ToLower(c)] = true
			require.True(t, strings.HasPrefix(names[i], strings.Fields(c)[0]), "%q for %q", c, names[i])
		}
	})
}
