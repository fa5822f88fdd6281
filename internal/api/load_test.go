package api

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"sync"
	"testing"
	"time"

	"hodometer/core/run"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/require"
	_ "modernc.org/sqlite"
)

// One tap, as a device sends it, in a run that holds few events and in one that holds
// very many: it must not grow with the run.
func BenchmarkTap(b *testing.B) {
	for _, before := range []int{100, 10_000} {
		b.Run(fmt.Sprint(before), func(b *testing.B) {
			d := newDesk(b)
			l, students := d.pair()
			id, k := newID(), &tick{}
			send := func(n int) {
				events := make([]run.Event, n)
				for i := range events {
					events[i] = k.event(run.Event{
						Kind: run.Good, Block: drillOf(l).ID, Student: students[i%2].ID,
					})
				}
				body, _ := json.Marshal(map[string]any{
					"events": events, "lesson": map[string]any{"id": l.ID, "version": l.Version},
				})
				if w := d.raw("POST", "/api/v1/runs/"+id+"/events?state=false", body); w.Code != 204 {
					b.Fatal(w.Body.String())
				}
			}
			for range before / 100 {
				send(100)
			}
			for b.Loop() {
				send(1)
			}
		})
	}
}

// The load of a large club: so many runs, so many taps a second each, for so long.
const (
	courts      = 50
	tapsASecond = 5
	loadSeconds = 60
)

// BenchmarkCourts sends the taps of fifty courts for a minute and says how long an answer
// takes, in the middle and for the slowest in a hundred; beside it, in the same run, the
// same taps to a bare handler that inserts one row. None may be lost. Run it with
// -benchtime 1x.
func BenchmarkCourts(b *testing.B) {
	d := newDesk(b)
	l, students := d.pair()
	ours := httptest.NewServer(d.handler)
	defer ours.Close()
	bare := httptest.NewServer(bareHandler(b))
	defer bare.Close()
	client := &http.Client{Transport: &http.Transport{MaxIdleConnsPerHost: courts}}
	for b.Loop() {
		ids := make([]string, courts)
		for i := range ids {
			ids[i] = newID()
		}
		var mu sync.Mutex
		var lost int
		load := func(name string, path func(court int) string, wanted int) {
			var took []time.Duration
			var wait sync.WaitGroup
			for c := range courts {
				wait.Add(1)
				go func() {
					defer wait.Done()
					k := &tick{}
					every := time.NewTicker(time.Second / tapsASecond)
					defer every.Stop()
					for range tapsASecond * loadSeconds {
						<-every.C
						body, _ := json.Marshal(map[string]any{
							"lesson": map[string]any{"id": l.ID, "version": l.Version},
							"events": []run.Event{k.event(run.Event{
								Kind: run.Good, Block: drillOf(l).ID, Student: students[0].ID,
							})},
						})
						from := time.Now()
						r, err := client.Post(path(c), "application/json", bytes.NewReader(body))
						t := time.Since(from)
						ok := err == nil && r.StatusCode == wanted
						if err == nil {
							_, _ = io.Copy(io.Discard, r.Body)
							r.Body.Close()
						}
						mu.Lock()
						if took = append(took, t); !ok {
							lost++
						}
						mu.Unlock()
					}
				}()
			}
			wait.Wait()
			slices.Sort(took)
			b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, name+"-median-ms")
			b.ReportMetric(float64(took[len(took)*99/100].Microseconds())/1000, name+"-p99-ms")
		}
		load("bare", func(int) string { return bare.URL }, http.StatusNoContent)
		load("ours", func(c int) string {
			return ours.URL + "/api/v1/runs/" + ids[c] + "/events?state=false"
		}, http.StatusNoContent)
		require.Zero(b, lost)
		for _, id := range ids {
			var r struct{ Events []run.Event }
			w := d.raw("GET", "/api/v1/runs/"+id, nil)
			require.NoError(b, json.Unmarshal(w.Body.Bytes(), &r))
			require.Len(b, r.Events, tapsASecond*loadSeconds, "none is lost")
		}
	}
}

// bareHandler is the framework with one insert, kept as safely as ours.
func bareHandler(b *testing.B) http.Handler {
	db, err := sql.Open("sqlite", "file:"+filepath.Join(b.TempDir(), "bare.db")+
		"?_pragma=journal_mode(wal)&_pragma=synchronous(full)&_pragma=busy_timeout(5000)")
	require.NoError(b, err)
	b.Cleanup(func() { db.Close() })
	db.SetMaxOpenConns(1)
	_, err = db.ExecContext(context.Background(), "create table taps (id integer primary key, body text)")
	require.NoError(b, err)
	e := echo.New()
	e.POST("/", func(c *echo.Context) error {
		body, err := io.ReadAll(c.Request().Body)
		if err != nil {
			return err
		}
		if _, err := db.ExecContext(
			c.Request().Context(), "insert into taps (body) values (?)", string(body),
		); err != nil {
			return err
		}
		return c.NoContent(http.StatusNoContent)
	})
	return e
}
