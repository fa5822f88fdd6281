package store

import (
	"database/sql"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"
)

// Another program that holds the file is said so, and once it lets go saving works again.
func TestAnotherProgramHoldsTheFile(t *testing.T) {
	path := filepath.Join(t.TempDir(), "club.db")
	s := openAt(t, path)
	put(t, s, "Wren")
	other, err := sql.Open("sqlite", "file:"+path+"?_txlock=exclusive")
	require.NoError(t, err)
	defer other.Close()
	tx, err := other.Begin()
	require.NoError(t, err)
	err = tryPut(s, "Tove")
	var said Trouble
	require.ErrorAs(t, err, &said)
	require.Contains(t, said.Why, "Another program is using")
	require.NoError(t, tx.Rollback())
	put(t, s, "Tove")
	require.NoError(t, s.Close())
}
