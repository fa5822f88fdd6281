package store

import (
	"database/sql"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// What was said of a student before stands with who was there, also where nobody was kept as
// there, and what was not asked is 0.
func TestRatingsOfBeforeAreKept(t *testing.T) {
	db, err := sql.Open("sqlite", filepath.Join(t.TempDir(), "club.db")) // as the tables were then
	require.NoError(t, err)
	defer db.Close()
	_, err = db.Exec(`
create table attended (run_id text not null, student_id text not null, note text not null,
    primary key (run_id, student_id)) strict, without rowid;
create table engagements (run_id text not null, student_id text not null, value integer not null);
create table efforts (run_id text not null, student_id text not null, value integer not null);
insert into attended values ('r', 'both', 'late'), ('r', 'neither', '');
insert into engagements values ('r', 'both', 8), ('r', 'one', 6);
insert into efforts values ('r', 'both', 5), ('q', 'both', 9);`)
	require.NoError(t, err)
	migration, err := migrations.ReadFile("migrations/00025_felt.sql")
	require.NoError(t, err)
	_, up, _ := strings.Cut(string(migration), "-- +goose Up")
	_, err = db.Exec(up)
	require.NoError(t, err)
	rows, err := db.Query(
		`select run_id, student_id, note, engagement, effort, confidence from attended order by 1, 2`,
	)
	require.NoError(t, err)
	defer rows.Close()
	type row struct {
		run, student, note string
		felt               [3]int
	}
	var got []row
	for rows.Next() {
		var r row
		require.NoError(t, rows.Scan(&r.run, &r.student, &r.note, &r.felt[0], &r.felt[1], &r.felt[2]))
		got = append(got, r)
	}
	require.NoError(t, rows.Err())
	require.Equal(t, []row{
		{"q", "both", "", [3]int{0, 9, 0}},
		{"r", "both", "late", [3]int{8, 5, 0}},
		{"r", "neither", "", [3]int{}},
		{"r", "one", "", [3]int{6, 0, 0}},
	}, got)
	_, err = db.Exec(`update attended set confidence = 11`)
	require.Error(t, err)
}
