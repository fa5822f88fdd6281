package memo

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// A value is made once while it is known, again when too many are, and every time
// where nothing is remembered.
func TestWhatIsRemembered(t *testing.T) {
	made := 0
	ask := func(m *Of[int, int], key int) int {
		return m.Get(key, 3, func() int { made++; return 10 * key })
	}
	var m Of[int, int]
	require.Equal(t, 10, ask(&m, 1))
	require.Equal(t, 10, ask(&m, 1))
	require.Equal(t, 1, made)
	for key := range 4 {
		require.Equal(t, 10*key, ask(&m, key))
	}
	require.Equal(t, 4, made)
	require.Equal(t, 10, ask(&m, 1), "all were forgotten when there were three")
	require.Equal(t, 5, made)
	require.Equal(t, 20, ask(nil, 2))
	require.Equal(t, 20, ask(nil, 2))
	require.Equal(t, 7, made)
}
