package growth_test

import (
	"path/filepath"
	"testing"

	"hodometer/internal/store"
	"hodometer/internal/store/growth"

	"github.com/stretchr/testify/require"
)

// Every table is copied with all the columns that it has now, so that a new one does not leave
// the benchmarks of a large club behind.
func TestEveryColumnIsCopied(t *testing.T) {
	path := filepath.Join(t.TempDir(), "club.db")
	s, err := store.Open(t.Context(), path)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	require.NoError(t, growth.Grow(t.Context(), path, 2))
}
