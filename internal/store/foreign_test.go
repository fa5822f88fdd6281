package store

import (
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"
)

// A thorough look finds triggers and views that another program put there, one in the place of ours
// too, and takes none of ours for one.
func TestForeignTriggersAndViews(t *testing.T) {
	for what, put := range map[string]string{
		"":                "select 1",
		"trigger forget":  "create trigger forget after insert on students begin delete from results; end",
		"view everything": "create view everything as select * from students",
		"view who":        "drop view who; create view who as select id, id as one from students",
	} {
		path := filepath.Join(t.TempDir(), "club.db")
		s := openAt(t, path)
		_, err := s.write.ExecContext(t.Context(), put)
		require.NoError(t, err)
		require.NoError(t, s.Close())
		_, err = Look(t.Context(), path, true)
		if what == "" {
			require.NoError(t, err)
			continue
		}
		require.ErrorContains(t, err, "contains the "+what+", which is not Hodometer’s")
	}
}
