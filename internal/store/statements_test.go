package store

import (
	"fmt"
	"path/filepath"
	"testing"

	"hodometer/internal/store/gen"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A statement is kept from the first time it is asked on, answers as it did, and what is wrong
// with one is said each time.
func TestAStatementThatIsAskedAgainIsKept(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "club.db"))
	ctx := t.Context()
	groups := func(want int) {
		require.NoError(t, s.View(ctx, func(q *gen.Queries) error {
			rows, err := q.ListGroups(ctx)
			assert.Len(t, rows, want)
			return err
		}))
	}
	atOpen := len(s.reads.kept)
	groups(0)
	assert.Len(t, s.reads.kept, atOpen+1)
	require.NoError(t, s.Write(ctx, func(q *gen.Queries) error {
		for i := range 5 { // the second is prepared here, the others are that one
			g := gen.InsertGroupParams{ID: fmt.Sprint(i), Name: "Table", Students: "[]"}
			if err := q.InsertGroup(ctx, g); err != nil {
				return err
			}
		}
		return nil
	}))
	groups(5)
	assert.Len(t, s.reads.kept, atOpen+1)
	assert.Len(t, s.writes.kept, 1)
	require.NoError(t, s.Write(ctx, func(q *gen.Queries) error { return q.DeleteGroup(ctx, "0") }))
	groups(4)

	_, err := s.write.ExecContext(ctx, "alter table groups add column more text")
	require.NoError(t, err)
	groups(4) // the table is another, and the statement reads it anew
	for range 3 {
		err := s.Write(ctx, func(q *gen.Queries) error {
			return q.InsertGroup(ctx, gen.InsertGroupParams{ID: "1", Name: "Twice", Students: "[]"})
		})
		require.ErrorContains(t, err, "UNIQUE constraint failed")
	}
	groups(4)
}

// However many texts are asked, only so many are kept.
func TestOnlySoManyStatementsAreKept(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "club.db"))
	for i := range mostStatements + 20 {
		tx, err := s.read.BeginTx(t.Context(), nil)
		require.NoError(t, err)
		a := s.reads.in(tx)
		var got int
		require.NoError(t, a.QueryRowContext(t.Context(), fmt.Sprintf("select %d", i)).Scan(&got))
		assert.Equal(t, i, got)
		require.NoError(t, tx.Rollback())
		a.keep(t.Context(), s.read)
	}
	assert.Len(t, s.reads.kept, mostStatements)
}
