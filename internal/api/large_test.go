package api

import (
	"context"
	"database/sql"
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strconv"
	"testing"
	"time"

	"hodometer/internal/club"
	"hodometer/internal/club/answer"
	"hodometer/internal/demo"
	"hodometer/internal/store"
	"hodometer/internal/store/growth"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/require"
)

// largeClub is a club of several years: LARGE times the demo's nine weeks of 44 lessons, 50
// where nothing is said, and 450 for ten years of forty lessons a week.
func largeClub(b *testing.B) (path string, times int) {
	times, _ = strconv.Atoi(os.Getenv("LARGE"))
	times = max(times, 50)
	path = filepath.Join(b.TempDir(), "club.db")
	s, err := store.Open(b.Context(), path)
	require.NoError(b, err)
	require.NoError(b, demo.Fill(b.Context(), club.New(s)))
	require.NoError(b, s.Close())
	require.NoError(b, growth.Grow(b.Context(), path, times))
	return path, times
}

// bare answers with the rows of one query, in the framework that we use and nothing else.
func bare(b *testing.B, db *sql.DB, query string, args ...any) http.Handler {
	e := echo.New()
	e.GET("/", func(c *echo.Context) error {
		rows, err := db.QueryContext(c.Request().Context(), query, args...)
		if err != nil {
			return err
		}
		defer rows.Close()
		names, err := rows.Columns()
		if err != nil {
			return err
		}
		all := []map[string]any{}
		for rows.Next() {
			row, into := make([]any, len(names)), make([]any, len(names))
			for i := range row {
				into[i] = &row[i]
			}
			if err := rows.Scan(into...); err != nil {
				return err
			}
			one := map[string]any{}
			for i, name := range names {
				one[name] = row[i]
			}
			all = append(all, one)
		}
		return c.JSON(http.StatusOK, all)
	})
	return e
}

// The pages of a club of years, each beside one indexed query of the same rows in the bare
// framework: ×bare is how many times as long ours takes.
func BenchmarkLargeClub(b *testing.B) {
	path, _ := largeClub(b)
	begun := time.Now()
	d := deskOver(b, path)
	b.Logf("opened in %d ms", time.Since(begun).Milliseconds())
	db, err := sql.Open("sqlite", "file:"+path+"?mode=ro")
	require.NoError(b, err)
	b.Cleanup(func() { db.Close() })
	text := func(query string) (out string) {
		require.NoError(b, db.QueryRow(query).Scan(&out))
		return out
	}
	id := text("select id from lessons order by date desc limit 1 offset 30")
	who := text("select id from students order by name limit 1")
	const players = "(select json_group_array(json_array(o.student_id, o.side)) from game_players o" +
		" where o.run_id = g.run_id and o.block_id = g.block_id and o.n = g.n)"
	for _, page := range []struct {
		name, path, query string
		args              []any
	}{
		{"lessons", "/api/v1/lessons", "select l.*, (select group_concat(s.name) from lesson_students p" +
			" join students s on s.id = p.student_id where p.lesson_id = l.id), (select json_group_array(title)" +
			" from blocks where lesson_id = l.id) from lessons l order by date desc, start desc limit 50", nil},
		{"log", "/api/v1/runs?limit=30", "select r.*, (select json_group_array(json_array(student_id, block_id," +
			" step, shot, at, balls, good, best, met, kind, stage, drill, drill_title, hit, more)) from counted" +
			" where run_id = r.id), (select json_group_array(json_array(block_id, n, at, title, court, points_a," +
			" points_b, won_a, won_b, over, winner, favours, game, marks, own, " + players + ")) from games g" +
			" where run_id = r.id), (select json_group_array(json_array(student_id, effort, engagement," +
			" confidence, note)) from attended where run_id = r.id) from runs r" +
			" order by started_at desc limit 30", nil},
		{"lesson", "/api/v1/lessons/" + id, "select l.*, b.* from lessons l join blocks b on b.lesson_id = l.id" +
			" where l.id = ?", []any{id}},
		{"student", "/api/v1/students/" + who, "select r.run_id, r.at, r.balls, r.good, r.best, r.hit, r.more" +
			" from counted r where r.student_id = ? union all select g.run_id, g.at, g.points_a, g.points_b," +
			" g.over, g.marks, json_array(g.own, g.title, g.game, g.won_a, g.won_b, g.winner, g.favours, " +
			players + ") from game_players p join games g on g.run_id = p.run_id and g.block_id = p.block_id" +
			" and g.n = p.n where p.student_id = ?", []any{who, who}},
		{"month", "/api/v1/lessons?from=2026-10-01&until=2026-11-01&limit=200", "select l.*, (select" +
			" group_concat(s.name) from lesson_students p join students s on s.id = p.student_id where" +
			" p.lesson_id = l.id), (select json_group_array(title) from blocks where lesson_id = l.id) from" +
			" lessons l where date >= '2026-10-01' and date < '2026-11-01' order by date desc", nil},
	} {
		b.Run(page.name, func(b *testing.B) {
			ask := func(h http.Handler, path string) time.Duration {
				from := time.Now()
				w := httptest.NewRecorder()
				h.ServeHTTP(w, httptest.NewRequest("GET", "http://localhost"+path, nil))
				require.Equal(b, http.StatusOK, w.Code, w.Body.String())
				require.True(b, json.Valid(w.Body.Bytes()))
				return time.Since(from)
			}
			h := bare(b, db, page.query, page.args...)
			ask(h, "/")
			ask(d.handler, page.path)
			var ours, theirs time.Duration
			for b.Loop() {
				ours += ask(d.handler, page.path)
				theirs += ask(h, "/")
			}
			b.ReportMetric(float64(ours)/float64(theirs), "×bare")
			b.ReportMetric(float64(ours.Microseconds())/float64(b.N), "µs/page")
		})
	}
}

// A club of years is opened, and gives its first page.
func BenchmarkLargeStart(b *testing.B) {
	path, _ := largeClub(b)
	for b.Loop() {
		s, err := store.Open(context.Background(), path)
		require.NoError(b, err)
		_, err = club.New(s).Lessons(context.Background(), answer.Part{}, false)
		require.NoError(b, err)
		require.NoError(b, s.Close())
	}
	// What it takes once its old runs are packed and its sittings joined.
	s, err := store.Open(b.Context(), path)
	require.NoError(b, err)
	c := club.New(s)
	c.SetClock(func() time.Time { return time.Now().AddDate(0, 1, 0) })
	_, err = c.Pack(b.Context())
	require.NoError(b, err)
	_, err = c.Tidy(b.Context())
	require.NoError(b, err)
	require.NoError(b, s.Close())
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(b, err)
	defer db.Close()
	_, err = db.Exec("vacuum")
	require.NoError(b, err)
	var events int
	require.NoError(b, db.QueryRow("select (select count(*) from events) + "+
		"(select coalesce(sum(number), 0) from packed_events)").Scan(&events))
	_, err = db.Exec("pragma wal_checkpoint(truncate)")
	require.NoError(b, err)
	info, err := os.Stat(path)
	require.NoError(b, err)
	b.ReportMetric(float64(info.Size())/1e6, "MB")
	b.ReportMetric(float64(info.Size())/float64(events), "B/event")
	if os.Getenv("TABLES") != "" {
		rows, err := db.Query("select name, sum(pgsize) n from dbstat group by name order by n desc limit 12")
		require.NoError(b, err)
		defer rows.Close()
		for rows.Next() {
			var name string
			var n int
			require.NoError(b, rows.Scan(&name, &n))
			b.Logf("%s %.1f B/event", name, float64(n)/float64(events))
		}
	}
}
