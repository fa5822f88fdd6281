package api

import (
	"database/sql"
	"fmt"
	"net/http"
	"os"
	"path/filepath"
	"testing"
	"time"

	"hodometer/core/library"
	"hodometer/core/pattern"
	"hodometer/core/units"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

// history is a club with so many students, each with so many lessons of eight stages
// behind them, and the ids.
func history(b *testing.B, students, lessons int) (*desk, *sql.DB, []string) {
	path := filepath.Join(b.TempDir(), "club.db")
	require.NoError(b, os.WriteFile(path, clubtest.Empty(), 0o600))
	d := deskOver(b, path)
	l, _ := d.pair()
	drill, err := library.ByID("short-ball-corners")
	require.NoError(b, err)
	asked := make([]string, len(drill.Stages))
	for i := range asked {
		asked[i], err = store.AskedOf(&pattern.Flights{}, drill, i, units.Club, drill.TurnBalls)
		require.NoError(b, err)
	}
	db, err := sql.Open("sqlite", "file:"+path+"?_pragma=busy_timeout(5000)")
	require.NoError(b, err)
	b.Cleanup(func() { db.Close() })
	tx, err := db.Begin()
	require.NoError(b, err)
	do := func(query string, args ...any) {
		_, err := tx.Exec(query, args...)
		require.NoError(b, err)
	}
	var ids []string
	begin := time.Now().AddDate(-3, 0, 0)
	for range students {
		ids = append(ids, newID())
		do(
			"insert into students (id, version, name, hand, level) values (?, 1, 'Somebody', 'right', 'club')",
			ids[len(ids)-1],
		)
	}
	for k := range lessons {
		run, at := newID(), begin.Add(time.Duration(k)*84*time.Hour).UnixMilli()
		do("insert into runs (id, lesson_id, text, title, started_at, status, minutes, note)"+
			" values (?, ?, (select id from texts limit 1), ?, ?, 'finished', 60, '')", run, l.ID, l.Title, at)
		for n, id := range ids {
			do("insert into attended (run_id, student_id, note) values (?, ?, '')", run, id)
			for i, s := range drill.Stages {
				if k+n == 0 {
					do(
						`insert into asks (kind, drill, edition, stage, title, body) values (?, ?, 'x', ?, '', ?)`,
						string(s.Goal.Kind),
						drill.ID,
						s.Key(),
						asked[i],
					)
				}
				do(
					`insert into results (run_id, student_id, block_id, step, skill, at, balls, good, best, met,
					 radius, ask, more, shot)
					 values (?, ?, 'block', ?, ?, ?, 20, ?, 5, 1, 1.37,
					 (select id from asks where drill = ? and edition = 'x' and stage = ?), '{"goal":10}', 0)`,
					run,
					id,
					i,
					string(drill.Skill(s)),
					at,
					10+(k+n)%9,
					drill.ID,
					s.Key(),
				)
			}
		}
	}
	do("update evidence set version = version + 1")
	require.NoError(b, tx.Commit())
	return d, db, ids
}

// A student's page with three years of two lessons a week, beside one indexed query of
// the same rows in the bare framework: once all is new, and once it was asked for before.
func BenchmarkStudentPage(b *testing.B) {
	d, db, ids := history(b, 1, 312)
	path := "/api/v1/students/" + ids[0]
	b.Run("bare", func(b *testing.B) {
		for b.Loop() {
			rows, err := db.Query(
				`select run_id, skill, at, balls, good, best, met, body, more from counted join asks on id = ask
				 where student_id = ? order by at`,
				ids[0],
			)
			require.NoError(b, err)
			n := 0
			for rows.Next() {
				var run, skill, asked, more string
				var at, balls, good, best, met int64
				require.NoError(b, rows.Scan(&run, &skill, &at, &balls, &good, &best, &met, &asked, &more))
				n++
			}
			require.Equal(b, 312*8, n)
		}
	})
	b.Run("again", func(b *testing.B) {
		for b.Loop() {
			require.Equal(b, http.StatusOK, d.raw("GET", path, nil).Code)
		}
	})
	b.Run("new", func(b *testing.B) {
		for b.Loop() {
			_, err := db.Exec("update evidence set version = version + 1")
			require.NoError(b, err)
			require.Equal(b, http.StatusOK, d.raw("GET", path, nil).Code)
		}
	})
}

// The estimates of two hundred students, of whom a million balls were counted, read and
// followed anew from the first.
func BenchmarkRebuildEstimates(b *testing.B) {
	const students, lessons = 200, 32 // of 8 stages with 20 balls each
	d, db, ids := history(b, students, lessons)
	for b.Loop() {
		_, err := db.Exec("update evidence set version = version + 1")
		require.NoError(b, err)
		for _, id := range ids {
			require.Equal(b, http.StatusOK, d.raw("GET", fmt.Sprintf("/api/v1/students/%s", id), nil).Code)
		}
	}
}
