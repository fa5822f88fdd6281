package demo

import (
	"bytes"
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"hodometer/core/units"
	"hodometer/internal/access"
	"hodometer/internal/api"
	"hodometer/internal/club"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/lessons"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

// It takes seconds to fill, so it is filled once.
func TestTheDemo(t *testing.T) {
	s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "demo.db"))
	require.NoError(t, err)
	defer s.Close()
	c := club.New(s)
	require.NoError(t, Fill(t.Context(), c))
	t.Run("tells its story", func(t *testing.T) { tellsItsStory(t, c) })
	t.Run("is answered in few bytes", func(t *testing.T) { isAnsweredInFewBytes(t, c, s) })
}

// The story the demo tells must be there to read: one student moves up, one is
// stuck, and there is a lesson today.
func tellsItsStory(t *testing.T, c *club.Club) {
	ctx := t.Context()
	people, err := c.Students(ctx)
	require.NoError(t, err)
	gain := map[string]float64{}
	for _, p := range people {
		r, err := c.Record(ctx, p.ID)
		require.NoError(t, err)
		require.NotEmpty(t, r.Skills, p.Name)
		for _, k := range r.Skills { // since the third session, when luck has evened out
			if n := len(k.Track); n > 3 {
				gain[p.Name] += (k.Track[n-1].Chance.Mean - k.Track[2].Chance.Mean) / float64(len(r.Skills))
			}
		}
	}
	require.Greater(t, gain["Wren Ashdown"], 0.08)
	require.Less(t, gain["Tove Marlin"], 0.08)

	found, err := c.Lessons(ctx, answer.Part{Limit: 200}, false)
	require.NoError(t, err)
	today := 0
	for _, l := range found.Items {
		if l.Date == time.Now().Format(time.DateOnly) {
			today++
			whole, err := c.Lesson(ctx, l.ID)
			require.NoError(t, err)
			plan, err := c.Reckon(ctx, whole, units.Metric, "")
			require.NoError(t, err)
			require.LessOrEqual(t, plan.Over, 0)
			require.Len(t, plan.Blocks[1].Before, 2)
		}
	}
	require.Equal(t, 1, today)
	groups, err := c.Groups(ctx)
	require.NoError(t, err)
	require.Len(t, groups, 7)
	log, err := c.Log(ctx, answer.Part{Limit: 200}, false)
	require.NoError(t, err)
	require.Len(t, log.Items, 11+27+3+1)
	machines := 0
	for _, e := range log.Items {
		if e.Title == "By machine" {
			given, err := c.Run(ctx, e.ID)
			require.NoError(t, err)
			for _, b := range given.State.Blocks {
				for _, s := range b.Students {
					machines += strings.Count(s.Machine, "keeps up with")
				}
			}
		}
		require.Equal(t, "finished", e.Status)
		require.Greater(t, e.Minutes, 35.0)
		for _, s := range e.Students {
			require.True(t, s.Balls > 0 || len(s.Marks) > 0, "%s %s", e.Title, s.Name)
			require.Positive(t, s.Engaged)
		}
	}
	require.GreaterOrEqual(t, machines, 3, "the ball machine fed each of three")
}

// Answers stay light: eight students in a full lesson within 120 kB, its drafts
// within 150 kB, before they are packed.
func isAnsweredInFewBytes(t *testing.T, c *club.Club, s *store.Store) {
	h, err := api.New(c, api.Options{Doors: access.New(s, access.Options{Open: true}), Patience: time.Minute})
	require.NoError(t, err)
	bytesOf := func(path string, question map[string]any) int {
		text, err := json.Marshal(question)
		require.NoError(t, err)
		r := httptest.NewRequest("POST", "http://localhost"+path, bytes.NewReader(text))
		r.Header.Set("Content-Type", "application/json")
		w := httptest.NewRecorder()
		h.ServeHTTP(w, r)
		require.Equal(t, http.StatusOK, w.Code, w.Body.String())
		return w.Body.Len()
	}
	all, err := c.Lessons(t.Context(), answer.Part{Limit: 200}, false)
	require.NoError(t, err)
	eight := slices.IndexFunc(all.Items, func(l lessons.Summary) bool { return len(l.Students) == 8 })
	require.GreaterOrEqual(t, eight, 0)
	l, err := c.Lesson(t.Context(), all.Items[eight].ID)
	require.NoError(t, err)
	check := bytesOf("/api/v1/lessons/check", map[string]any{"lesson": l, "detail": l.Blocks[1].ID})
	require.Less(t, check, 120_000)
	drafts := bytesOf("/api/v1/lessons/drafts", map[string]any{
		"students": l.Students, "court": l.Court, "date": time.Now().Format(time.DateOnly),
		"start": "17:00", "minutes": 90,
	})
	require.Less(t, drafts, 150_000)
	t.Logf("check %d bytes, drafts %d bytes", check, drafts)
}
