package watch_test

import (
	"context"
	"slices"
	"testing"
	"time"

	"hodometer/core/game"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/plan"
	"hodometer/core/play"
	"hodometer/core/rehearse"
	"hodometer/core/run"
	"hodometer/core/watch"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

var began = time.Date(2026, 11, 30, 17, 0, 0, 0, time.UTC).UnixMilli()

// played is a play of the lesson, and its events.
func played(
	t require.TestingT,
	l *lesson.Lesson,
	students []plan.Student,
	number int,
) ([]rehearse.Trail, watch.Lesson) {
	var p plan.Planner
	trails, _, err := p.Watch(context.Background(), l, students, number)
	require.NoError(t, err)
	out := watch.Events(l, began, trails)
	for i, e := range out.Events {
		require.Empty(t, e.Validate(l), "%d: %+v", i, e)
		require.True(t, i == 0 || out.Events[i-1].ID < e.ID, "ids give the order")
		require.True(t, i == 0 || out.Events[i-1].At <= e.At, "and so does the time")
	}
	return trails, out
}

// One engine: whatever the drill, the arrangement, who is late and the play, the court shows
// the balls that were thrown and the goals that they met.
func TestTheCourtShowsWhatWasPlayed(t *testing.T) {
	sample.Checks(t, 100)
	all := library.All()
	rapid.Check(t, func(t *rapid.T) {
		d := &all[rapid.IntRange(0, len(all)-1).Draw(t, "drill")]
		students, ids := sample.Group(rapid.IntRange(1, 6).Draw(t, "students"), 1)
		l := &lesson.Lesson{
			ID:          sample.ID(1),
			Title:       "Lesson",
			Date:        "2026-11-30",
			Start:       "17:00",
			SlotMinutes: 90,
			Court:       d.Pattern.Court,
			Students:    ids,
			Attendance:  sample.Stays(t, ids[1:]), // nobody waits for an empty court
		}
		for i := range 2 {
			b := lesson.ForDrill(d)
			b.ID, b.Minutes = sample.ID(11+i), rapid.IntRange(2, 15).Draw(t, "minutes")
			b.Arrangement = sample.Arranged(t)
			l.Blocks = append(l.Blocks, b)
		}
		trails, w := played(t, l, students, rapid.IntRange(0, 500).Draw(t, "play"))
		state := run.Fold(l, w.Events)
		require.Equal(t, run.Finished, state.Status)
		for k, trail := range trails {
			balls := map[[2]int]int{}
			picked := 0
			for _, s := range trail.Steps {
				switch {
				case s.What == rehearse.PickedUp:
					picked++
				case s.What == rehearse.Tapped && (s.Outcome.Did == play.Good || s.Outcome.Did == play.Miss):
					balls[[2]int{s.Outcome.Student, s.Outcome.Stage}]++
				}
			}
			shown := state.Blocks[k]
			for _, m := range w.Blocks[k].Met {
				require.True(t, m.At >= w.Blocks[k].From && m.At <= w.Blocks[k].To, "met while it was on")
			}
			require.Equal(t, trail.Over, shown.ElapsedMs, "time")
			require.Equal(t, picked, shown.PickUps)
			for i, s := range shown.Students {
				for j, stage := range s.Stages {
					if !stage.Repeats {
						require.Equal(
							t,
							balls[[2]int{i, j}],
							stage.Balls,
							"block %d student %d stage %d",
							k,
							i,
							j,
						)
					}
					require.Equal(
						t,
						trail.Met[i*len(s.Stages)+j],
						stage.Met && !stage.Skipped,
						"block %d student %d stage %d",
						k,
						i,
						j,
					)
				}
			}
		}
	})
}

// So it does of games: each court has had the rallies of the play.
func TestTheCourtShowsGames(t *testing.T) {
	sample.Checks(t, 60)
	rapid.Check(t, func(t *rapid.T) {
		m := lesson.MatchOf(rapid.SampledFrom(game.Presets()).Draw(t, "game"))
		m.Rules.WarmUp = 0 // rallies before the first that counts are not shown
		students, ids := sample.Group(rapid.IntRange(2, 8).Draw(t, "students"), 1)
		l := &lesson.Lesson{
			ID: sample.ID(1), Title: "Lesson", Date: "2026-11-30", Start: "17:00", SlotMinutes: 90,
			Court: "tennis", Students: ids,
			Blocks: []lesson.Block{{
				ID: sample.ID(11), Kind: lesson.Game, Title: "Game", Match: &m,
				Minutes: rapid.IntRange(2, 30).Draw(t, "minutes"), Arrangement: sample.Arranged(t),
			}},
		}
		trails, w := played(t, l, students, rapid.IntRange(0, 500).Draw(t, "play"))
		rallies, shown := 0, 0
		for _, s := range trails[0].Steps {
			if s.What == rehearse.Rallied {
				rallies++
			}
		}
		for _, g := range run.Fold(l, w.Events).Games() {
			shown += g.Rallies[0] + g.Rallies[1]
		}
		require.Equal(t, rallies, shown)
	})
}

// The typical play of a lesson is the same each time it is asked for, and of 63 plays as many
// are longer at it as are shorter.
func TestTheTypicalPlay(t *testing.T) {
	l, students := sample.Today(t)
	var p plan.Planner
	first, number, err := p.Watch(context.Background(), l, students, plan.Typical)
	require.NoError(t, err)
	again, same, err := p.Watch(context.Background(), l, students, number)
	require.NoError(t, err)
	require.Equal(t, number, same)
	require.Equal(t, first, again)
	w := watch.Events(l, began, first)
	require.Len(t, w.Blocks, len(l.Blocks))
	for i, b := range w.Blocks {
		require.GreaterOrEqual(t, b.To-b.From, int64(l.Blocks[i].Minutes)*60_000)
		require.True(t, i == 0 || b.From >= w.Blocks[i-1].To, "one after the other")
	}
	require.True(t, slices.ContainsFunc(w.Events, func(e run.Event) bool { return e.Kind == run.Point }))
}
