package club

import (
	"testing"
	"time"

	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// give runs a saved lesson of ten minutes of the drill a week before now: three
// good balls of ten, said to be so hard.
func give(t *testing.T, c *Club, l *lesson.Lesson, effort int) {
	at := c.Now()
	began, err := c.OpenRun(ctx, id(), l.ID)
	require.NoError(t, err)
	var events []run.Event
	add := func(e run.Event) {
		e.ID, e.At = id(), at.UnixMilli()
		events = append(events, e)
	}
	drill := l.Blocks[1].ID
	add(run.Event{Kind: run.Start})
	add(run.Event{Kind: run.GoTo, Block: drill})
	for i := range 10 {
		kind := run.Miss
		if i < 3 {
			kind = run.Good
		}
		add(run.Event{Kind: kind, Block: drill, Student: l.Students[0]})
	}
	at = at.Add(10 * time.Minute)
	add(run.Event{Kind: run.Finish})
	add(run.Event{Kind: run.Effort, Student: l.Students[0], Value: effort})
	_, err = c.AddEvents(ctx, began.ID, began.From(), events)
	require.NoError(t, err)
}

// What was given, counted and said to be hard comes back: in the load, in what
// fell short, and in what is due when weeks have gone by.
func TestTheNextLessonKnowsTheLast(t *testing.T) {
	c, l := withLesson(t)
	now := time.Date(2026, 5, 17, 17, 0, 0, 0, time.Local)
	c.SetClock(func() time.Time { return now.AddDate(0, 0, -6) })
	give(t, c, l, 8)
	c.SetClock(func() time.Time { return now })

	itself, err := c.Reckon(ctx, l, units.Metric, "")
	require.NoError(t, err)
	require.InDelta(t, 10*8, itself.Students[0].Load.Value, 0.1, "given, it is not planned any more")
	next := *l
	next.ID = id()
	made, err := c.Reckon(ctx, &next, units.Metric, "")
	require.NoError(t, err)
	planned := made.Minutes.Value * 5 // nobody has rated it yet
	require.InDelta(t, planned+10*8, made.Students[0].Load.Value, 0.1)

	w := Brief{Students: l.Students, Court: "tennis", Date: "2026-05-17", Start: "17:00", Minutes: 60}
	drafts, err := c.Drafts(ctx, w)
	require.NoError(t, err)
	require.Contains(t, drafts[0].Why, "Wren did not meet the goal of “Short ball to the corners” 6 days ago")
	for _, d := range drafts { // each can be saved as it is
		_, err := c.SaveLesson(ctx, &d.Lesson)
		require.NoError(t, err)
	}

	// The seven days end with the lesson: moved a day on, what was given six days
	// before is out, and the lesson planned for today, once saved, is in.
	moved := *l
	moved.ID, moved.Date = id(), now.AddDate(0, 0, 1).Format(time.DateOnly)
	later, err := c.Reckon(ctx, &moved, units.Metric, "")
	require.NoError(t, err)
	soon := 0.0
	for _, d := range drafts {
		soon += float64(d.Lesson.SlotMinutes) * 5
	}
	require.InDelta(t, planned+soon, later.Students[0].Load.Value, 0.1)

	c.SetClock(func() time.Time { return now.AddDate(0, 0, 40) })
	w.Date = c.Now().Format(time.DateOnly)
	drafts, err = c.Drafts(ctx, w)
	require.NoError(t, err)
	require.Contains(t, drafts[0].Why, "was last done 46 days ago")
	c.SetClock(func() time.Time { return now.AddDate(1, 0, 0) })
	w.Date = c.Now().Format(time.DateOnly)
	drafts, err = c.Drafts(ctx, w)
	require.NoError(t, err)
	require.NotContains(t, drafts[0].Why, "last done", "after a year nothing of it is left")
}

// A group is versioned, refuses who is not there, and can be brought back.
func TestGroupsAreVersioned(t *testing.T) {
	c, l := withLesson(t)
	g, err := c.SaveGroup(ctx, Group{ID: id(), Name: "Mondays", Students: l.Students})
	require.NoError(t, err)
	late := g
	g.Name = "Tuesdays"
	g, err = c.SaveGroup(ctx, g)
	require.NoError(t, err)
	var stale Stale
	_, err = c.SaveGroup(ctx, late)
	require.ErrorAs(t, err, &stale)
	require.Equal(t, []string{"renamed to Tuesdays"}, stale.Changes)
	for field, spoil := range map[string]func(*Group){
		"name":        func(g *Group) { g.Name = " " },
		"students[0]": func(g *Group) { g.Students = []string{id()} },
		"students[1]": func(g *Group) { g.Students = []string{l.Students[0], l.Students[0]} },
		"id":          func(g *Group) { g.ID = "one" },
	} {
		bad := g
		spoil(&bad)
		_, err := c.SaveGroup(ctx, bad)
		var p units.Problems
		require.ErrorAs(t, err, &p, field)
		require.Equal(t, field, p[0].Field)
	}
	require.NoError(t, c.RemoveGroup(ctx, g.ID))
	g.Version = 0
	back, err := c.SaveGroup(ctx, g)
	require.NoError(t, err)
	require.Equal(t, "Tuesdays", back.Name)
	all, err := c.Groups(ctx)
	require.NoError(t, err)
	require.Len(t, all, 1)
}
