package ladders_test

import (
	"context"
	"slices"
	"strings"
	"testing"
	"time"

	"hodometer/core/drill"
	"hodometer/core/ladder"
	"hodometer/core/run"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/ladders"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// A student on a ladder is counted, judged, moved and planned for: the gate met on two
// days moves up, the next lesson asks for the next rung's stage and count; declined advice
// does not nag until something new was counted; a move can be taken back.
func TestARungGoesRound(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	day := time.Date(2026, 5, 4, 10, 0, 0, 0, time.Local)
	c.SetClock(func() time.Time { return day })
	const id = "short-ball-pressure"
	all, err := c.Move(ctx, who, ladders.Step{Ladder: id, Kind: ladder.Begin, Rung: "toss"})
	require.NoError(t, err)
	require.Equal(t, ladder.Stay, all.Ladders[0].Advice.Verdict)
	require.Contains(t, all.Ladders[0].Advice.Reason, "Nothing counted")

	toss := clubtest.OfShelf(t, "short-ball-own-toss")
	for range 2 {
		day = day.AddDate(0, 0, 3)
		events := append(clubtest.Many(run.Good, 0, 8), clubtest.Many(run.Good, 1, 24)...)
		clubtest.Round(t, c, who, toss, events...)
	}
	all, err = c.LaddersOf(ctx, who)
	require.NoError(t, err)
	a := all.Ladders[0].Advice
	require.Equal(t, ladder.GoUp, a.Verdict, a.Reason)
	require.Equal(t, "tossRow", a.To)
	require.Equal(t, 2, a.Met)
	require.Contains(t, a.Reason, "Met on 2 of 2 days: Thu 7 May, Sun 10 May")

	// Declined, it is quiet, and the plan stays on the rung; counted again, it is back.
	all, err = c.Decline(ctx, who, id+"/"+a.Rung+"/"+string(a.Verdict), true)
	require.NoError(t, err)
	require.True(t, all.Ladders[0].Declined)
	require.Equal(t, "toss", all.Ladders[0].Next.Rung)
	day = day.AddDate(0, 0, 3)
	clubtest.Round(t, c, who, toss, clubtest.Many(run.Good, 0, 8)...)
	all, err = c.LaddersOf(ctx, who)
	require.NoError(t, err)
	require.False(t, all.Ladders[0].Declined)

	_, err = c.Move(ctx, who, ladders.Step{Ladder: id, Kind: ladder.Up, Rung: "tossRow"})
	require.NoError(t, err)
	drafts, err := c.Drafts(ctx, clubtest.Brief(c, who))
	require.NoError(t, err)
	require.Equal(t, "Next on the ladder", drafts[0].Name)
	require.Contains(t, drafts[0].Why, "Wren: Three in a row from own toss")
	found := false
	for _, b := range drafts[0].Lesson.Blocks {
		if b.Drill != nil && b.Drill.Root() == "short-ball-own-toss" {
			found = true
			require.Equal(t, 2, b.Variant(who).Begin)
		}
	}
	require.True(t, found)

	require.NoError(t, c.TakeBack(ctx, who, id))
	all, err = c.LaddersOf(ctx, who)
	require.NoError(t, err)
	require.Equal(t, "toss", all.Ladders[0].Rung)
	_, err = c.Move(ctx, who, ladders.Step{Ladder: id, Kind: ladder.Set, Rung: "game"})
	require.ErrorContains(t, err, "a reason is needed")
	_, err = c.Move(ctx, who, ladders.Step{Ladder: id, Kind: ladder.Up, Rung: "roof"})
	require.ErrorContains(t, err, "does not have this rung")
}

// What stiffens goes back: repetitions not held twice running ease to the rung that is
// named, and the next lesson asks for it.
func TestARungIsEased(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	day := time.Date(2026, 5, 4, 10, 0, 0, 0, time.Local)
	c.SetClock(func() time.Time { return day })
	_, err := c.Move(ctx, who, ladders.Step{Ladder: "finger-holds", Kind: ladder.Begin, Rung: "two"})
	require.NoError(t, err)
	grip := clubtest.OfShelf(t, "loosen-the-grip")
	for range 2 {
		day = day.AddDate(0, 0, 2)
		events := clubtest.Many(run.Good, 4, 6)
		for range 6 {
			events = append(events, run.Event{Kind: run.Held, Stage: 4, Value: 0})
		}
		clubtest.Round(t, c, who, grip, events...)
	}
	all, err := c.LaddersOf(ctx, who)
	require.NoError(t, err)
	require.Equal(t, ladder.GoEase, all.Ladders[0].Advice.Verdict, all.Ladders[0].Advice.Reason)
	require.Equal(t, "three", all.Ladders[0].Advice.To)
	require.Contains(t, all.Ladders[0].Advice.Reason, "Too hard for now: held about")
}

// Renaming a stage goes on with its history.
func TestARenamedStageKeepsItsHistory(t *testing.T) {
	c, _ := clubtest.New(t)
	d := clubtest.OfShelf(t, "loosen-the-grip")
	own := clubtest.ID()
	saved, err := c.SaveDrill(ctx, own, 0, d)
	require.NoError(t, err)
	d = saved.Drill.Clone()
	was := d.Series(d.Stages[2])
	d.Stages[2].Name = "Tripod"
	saved, err = c.SaveDrill(ctx, own, saved.Version, d)
	require.NoError(t, err)
	require.Equal(t, was, saved.Drill.Series(saved.Drill.Stages[2]))
	require.Equal(t, "Tripod", saved.Drill.Stages[2].Label())
	d.Stages[2].Name = "Tripod, loose" // a screen that has not seen the key
	d.Stages[2].ID = ""
	saved, err = c.SaveDrill(ctx, own, saved.Version, d)
	require.NoError(t, err)
	require.Equal(t, was, saved.Drill.Series(saved.Drill.Stages[2]))
}

// Whoever stands on a rung that an edit took away goes on from the last one that is left.
func TestALadderIsChangedUnderAStudent(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	own := ladder.All()[0]
	own.Rungs = slices.Clone(own.Rungs) // those that ship are shared
	own.ID = clubtest.ID()
	saved, err := c.SaveLadder(ctx, documents.ShelfLadder{Ladder: own})
	require.NoError(t, err)
	for i, kind := range []ladder.Kind{ladder.Begin, ladder.Up, ladder.Up} {
		_, err = c.Move(ctx, who, ladders.Step{Ladder: own.ID, Kind: kind, Rung: own.Rungs[i].ID})
		require.NoError(t, err)
	}
	for want, rungs := range map[string][]ladder.Rung{
		own.Rungs[1].ID: own.Rungs[:2],
		own.Rungs[4].ID: own.Rungs[4:6],
	} {
		now := own
		now.Rungs = rungs
		for i := range now.Rungs {
			now.Rungs[i].Back = ""
		}
		saved.Ladder = now
		saved, err = c.SaveLadder(ctx, saved)
		require.NoError(t, err)
		all, err := c.LaddersOf(ctx, who)
		require.NoError(t, err)
		require.Equal(t, want, all.Ladders[0].Rung)
	}
}

// At the end of a ladder others of the sport are offered, and the one that was climbed drives no
// more drafts.
func TestAfterTheLastRung(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	day := time.Date(2026, 4, 7, 12, 0, 0, 0, time.UTC)
	c.SetClock(func() time.Time { return day })
	on := "uneven-net-race"
	all, err := c.Move(ctx, who, ladders.Step{Ladder: on, Kind: ladder.Begin, Rung: "r10"})
	require.NoError(t, err)
	require.Empty(t, all.Ladders[0].After, "it is not at its end yet")
	for range 2 { // no drill: met by the coach's word
		day = day.AddDate(0, 0, 2)
		all, err = c.Move(ctx, who, ladders.Step{Ladder: on, Kind: ladder.Word, Rung: "r10"})
		require.NoError(t, err)
	}
	require.Equal(t, ladder.Top, all.Ladders[0].Advice.Verdict, all.Ladders[0].Advice.Reason)
	require.Len(t, all.Ladders[0].After, 2)
	next := all.Ladders[0].After[0]
	require.NotEqual(t, on, next.ID)
	all, err = c.Move(ctx, who, ladders.Step{Ladder: next.ID, Kind: ladder.Begin, Rung: next.Rung})
	require.NoError(t, err)
	require.Len(t, all.Ladders, 2)
	for _, a := range all.Ladders[1].After {
		require.NotEqual(t, next.ID, a.ID, "what was begun is offered no more")
	}

	// One with drills: the last rung of it is drafted until it has been met.
	grip := clubtest.OfShelf(t, "ball-ladder")
	_, err = c.Move(ctx, who, ladders.Step{Ladder: "finger-holds", Kind: ladder.Begin, Rung: "net"})
	require.NoError(t, err)
	drafted := func() bool {
		made, err := c.Drafts(ctx, clubtest.Brief(c, who))
		require.NoError(t, err)
		return strings.Contains(made[0].Why, "Across the net")
	}
	require.True(t, drafted())
	at := slices.IndexFunc(grip.Stages, func(s drill.Stage) bool { return s.Name == "Across the net" })
	for range 4 {
		day = day.AddDate(0, 0, 2)
		events := clubtest.Many(run.Good, at, grip.Stages[at].Goal.Count)
		for range 3 {
			events = append(events, run.Event{Kind: run.Held, Stage: at, Value: 2})
		}
		clubtest.Round(t, c, who, grip, events...)
	}
	require.False(t, drafted())
}
