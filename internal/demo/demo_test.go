package demo

import (
	"context"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"hodometer/core/units"
	"hodometer/internal/club"
	"hodometer/internal/club/answer"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

// The story the demo tells must be there to read: one student moves up, one is
// stuck, and there is a lesson today.
func TestTheStoryIsThere(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "demo.db"))
	require.NoError(t, err)
	defer s.Close()
	c := club.New(s)
	require.NoError(t, Fill(ctx, c))

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

	lessons, err := c.Lessons(ctx, answer.Part{Limit: 200}, false)
	require.NoError(t, err)
	today := 0
	for _, l := range lessons.Items {
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
