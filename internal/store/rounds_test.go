package store

import (
	"database/sql"
	"encoding/json"
	"path/filepath"
	"strings"
	"testing"

	"hodometer/core/game"
	"hodometer/core/lesson"
	"hodometer/core/play"

	"github.com/stretchr/testify/require"
)

// A run of before in which six played a round robin on two courts keeps its ten rounds and who
// met whom in them; a lesson of now takes the fewest, eight. The rest of the document stays.
func TestRunsOfBeforeKeepTheirRounds(t *testing.T) {
	l := lesson.Lesson{
		ID: "l", Title: "Six", Court: "tennis", Students: []string{"a", "b", "c", "d", "e", "f"},
		Resources: &lesson.Resources{Courts: 2},
		Blocks: []lesson.Block{
			{ID: "1", Kind: lesson.Talk, Title: "Talk “é”", Minutes: 5},
			{
				ID:          "2",
				Kind:        lesson.Game,
				Title:       "Everybody meets",
				Minutes:     60,
				Arrangement: &lesson.Arrangement{Manner: lesson.RoundRobin},
				Match: &lesson.Match{
					Rules: game.Rules{To: 7, WinBy: 1, SecondsPerPoint: 12.5},
					Side:  1,
				},
			},
		},
	}
	require.Len(t, play.Pairings(&l, &l.Blocks[1]), 8)

	db, err := sql.Open("sqlite", filepath.Join(t.TempDir(), "club.db")) // as its table was then
	require.NoError(t, err)
	defer db.Close()
	text, err := json.Marshal(l)
	require.NoError(t, err)
	_, err = db.Exec(`create table runs (id, lesson_id, lesson, started_at, status, minutes, note)`)
	require.NoError(t, err)
	insert := `insert into runs (id, lesson_id, lesson, started_at, status, minutes, note)
		values (?, 'l', ?, 0, 'finished', 0, '')`
	_, err = db.Exec(insert, "games", string(text))
	require.NoError(t, err)
	bare := `{"id":"l","blocks":[{"id":"1","kind":"talk","minutes":5}]}`
	_, err = db.Exec(insert, "none", bare)
	require.NoError(t, err)
	migration, err := migrations.ReadFile("migrations/00015_whole_rounds.sql")
	require.NoError(t, err)
	_, up, _ := strings.Cut(string(migration), "-- +goose Up")
	_, err = db.Exec(up)
	require.NoError(t, err)

	read := func(id string) (out string) {
		require.NoError(t, db.QueryRow(`select lesson from runs where id = ?`, id).Scan(&out))
		return out
	}
	require.Equal(t, bare, read("none"))
	var kept lesson.Lesson
	require.NoError(t, json.Unmarshal([]byte(read("games")), &kept))
	require.Len(t, play.Pairings(&kept, &kept.Blocks[1]), 10)
	kept.Blocks[1].Match.WholeRounds = false
	require.Equal(t, l, kept)
}
