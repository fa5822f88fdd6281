package club

import (
	"slices"
	"strings"
	"testing"
	"time"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/run"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// ofShelf is a drill that ships.
func ofShelf(t *testing.T, id string) drill.Drill {
	d, err := library.ByID(id)
	require.NoError(t, err)
	return d.Clone()
}

// many events of a kind.
func many(kind run.Kind, stage, n int) []run.Event {
	out := make([]run.Event, n)
	for i := range out {
		out[i] = run.Event{Kind: kind, Stage: stage}
	}
	return out
}

// brief is an hour's lesson of that student on the day that it is.
func brief(c *Club, student string) Brief {
	return Brief{
		Students: []string{student}, Court: "tennis", Date: c.Now().Format(time.DateOnly), Start: "17:00",
		Minutes: 60, System: units.Metric,
	}
}

// A student on a ladder is counted, judged, moved and planned for: the gate met on two
// days moves up, the next lesson asks for the next rung's stage and count; declined advice
// does not nag until something new was counted; a move can be taken back.
func TestARungGoesRound(t *testing.T) {
	c, l := withLesson(t)
	who := l.Students[0]
	day := time.Date(2026, 5, 4, 10, 0, 0, 0, time.Local)
	c.SetClock(func() time.Time { return day })
	const id = "short-ball-pressure"
	all, err := c.Move(ctx, who, Step{Ladder: id, Kind: ladder.Begin, Rung: "toss"})
	require.NoError(t, err)
	require.Equal(t, ladder.Stay, all.Ladders[0].Advice.Verdict)
	require.Contains(t, all.Ladders[0].Advice.Reason, "Nothing counted")

	toss := ofShelf(t, "short-ball-own-toss")
	for range 2 {
		day = day.AddDate(0, 0, 3)
		events := append(many(run.Good, 0, 8), many(run.Good, 1, 24)...)
		round(t, c, who, toss, events...)
	}
	all, err = c.LaddersOf(ctx, who)
	require.NoError(t, err)
	a := all.Ladders[0].Advice
	require.Equal(t, ladder.GoUp, a.Verdict, a.Reason)
	require.Equal(t, "tossRow", a.To)
	require.Equal(t, 2, a.Met)
	require.Contains(t, a.Reason, "Met on 2 of 2 days: Thu 7 May, Sun 10 May")

	// Declined, it is quiet, and the plan stays on the rung; counted again, it is back.
	all, err = c.Decline(ctx, who, adviceKey(id, a), true)
	require.NoError(t, err)
	require.True(t, all.Ladders[0].Declined)
	require.Equal(t, "toss", all.Ladders[0].Next.Rung)
	day = day.AddDate(0, 0, 3)
	round(t, c, who, toss, many(run.Good, 0, 8)...)
	all, err = c.LaddersOf(ctx, who)
	require.NoError(t, err)
	require.False(t, all.Ladders[0].Declined)

	_, err = c.Move(ctx, who, Step{Ladder: id, Kind: ladder.Up, Rung: "tossRow"})
	require.NoError(t, err)
	drafts, err := c.Drafts(ctx, brief(c, who))
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

	all, err = c.TakeBack(ctx, who, id)
	require.NoError(t, err)
	require.Equal(t, "toss", all.Ladders[0].Rung)
	_, err = c.Move(ctx, who, Step{Ladder: id, Kind: ladder.Set, Rung: "game"})
	require.ErrorContains(t, err, "a reason is needed")
	_, err = c.Move(ctx, who, Step{Ladder: id, Kind: ladder.Up, Rung: "roof"})
	require.ErrorContains(t, err, "does not have this rung")
}

// What stiffens goes back: repetitions not held twice running ease to the rung that is
// named, and the next lesson asks for it.
func TestARungIsEased(t *testing.T) {
	c, l := withLesson(t)
	who := l.Students[0]
	day := time.Date(2026, 5, 4, 10, 0, 0, 0, time.Local)
	c.SetClock(func() time.Time { return day })
	_, err := c.Move(ctx, who, Step{Ladder: "finger-holds", Kind: ladder.Begin, Rung: "two"})
	require.NoError(t, err)
	grip := ofShelf(t, "loosen-the-grip")
	for range 2 {
		day = day.AddDate(0, 0, 2)
		events := many(run.Good, 4, 6)
		for range 6 {
			events = append(events, run.Event{Kind: run.Held, Stage: 4, Value: 0})
		}
		round(t, c, who, grip, events...)
	}
	all, err := c.LaddersOf(ctx, who)
	require.NoError(t, err)
	require.Equal(t, ladder.GoEase, all.Ladders[0].Advice.Verdict, all.Ladders[0].Advice.Reason)
	require.Equal(t, "three", all.Ladders[0].Advice.To)
	require.Contains(t, all.Ladders[0].Advice.Reason, "2 lessons in a row")
}

// Renaming a stage goes on with its history.
func TestARenamedStageKeepsItsHistory(t *testing.T) {
	c, _ := withLesson(t)
	d := ofShelf(t, "loosen-the-grip")
	own := id()
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

// Two students who are one are read as one, and apart again, with nothing moved.
func TestMergeAndSplit(t *testing.T) {
	c, l := withLesson(t)
	who := l.Students[0]
	other, err := c.SaveStudent(ctx, Student{ID: id(), Name: "Wrenn", Hand: "right", Level: "club"})
	require.NoError(t, err)
	d := *l.Blocks[1].Drill
	round(t, c, who, d, many(run.Good, 0, 5)...)
	round(t, c, other.ID, d, many(run.Good, 0, 7)...)
	alone, err := c.Record(ctx, who)
	require.NoError(t, err)
	_, err = c.Merge(ctx, other.ID, who)
	require.NoError(t, err)
	both, err := c.Record(ctx, who)
	require.NoError(t, err)
	require.Len(t, both.Lessons, 2)
	require.Len(t, both.Skills[0].Track, 2)
	people, err := c.Students(ctx)
	require.NoError(t, err)
	require.Len(t, people, 1)
	log, err := c.Log(ctx, Part{}, false)
	require.NoError(t, err)
	for _, e := range log.Items {
		require.Equal(t, "Wren", e.Students[0].Name)
		require.Positive(t, e.Students[0].Balls)
	}
	_, err = c.Split(ctx, other.ID)
	require.NoError(t, err)
	again, err := c.Record(ctx, who)
	require.NoError(t, err)
	require.Equal(t, alone, again)
}

// What is to be done at home is chosen, asked for once, and shown with the evidence.
func TestHomeIsAskedOnce(t *testing.T) {
	c, l := withLesson(t)
	who := l.Students[0]
	proposed, err := c.HomeOf(ctx, who)
	require.NoError(t, err)
	require.False(t, proposed.Chosen)
	require.NotEmpty(t, proposed.Practices)
	require.Empty(t, proposed.Ask, "what was only proposed is not asked for")
	own := draft.Practice{ID: id(), Title: "Shadow", With: "alone", Times: 3}
	card, err := c.SaveHome(ctx, who, []draft.Practice{proposed.Shelf[0], own})
	require.NoError(t, err)
	require.Len(t, card.Ask, 2)
	sheet, err := c.Sheet(ctx, l.ID, units.Metric)
	require.NoError(t, err)
	require.Equal(t, card.Practices, sheet.Home[0], "the card after a lesson is the coach's")
	card, err = c.DidAtHome(ctx, who, own.ID, 2)
	require.NoError(t, err)
	require.Len(t, card.Ask, 1)
	require.Equal(t, 2, card.Done[0].Times)
	require.Equal(t, "Shadow", card.Done[0].Title)
	_, err = c.SaveHome(ctx, who, []draft.Practice{own, own, own, own})
	require.ErrorContains(t, err, "at most 3")
}

// A course's lessons have ids from the first; one that is drafted is the lesson of that
// id; rained off, its drills are in the next one's draft; the calendar keeps every id.
func TestWeeksCarryTheirWork(t *testing.T) {
	c, l := withLesson(t)
	day := time.Date(2026, 5, 4, 10, 0, 0, 0, time.Local) // a Monday
	c.SetClock(func() time.Time { return day })
	planned, err := c.PlanCourse(course.Course{
		Format: course.Format, Version: course.Version, ID: id(), Title: "Spring", Students: l.Students,
		Court: "tennis", Start: "17:00", Minutes: 60, Days: []int{2, 4}, From: "2026-05-05",
		Weeks: make([]course.Week, 3), Event: "2026-05-22",
	}, course.ToEvent)
	require.NoError(t, err)
	w, err := c.SaveCourse(ctx, planned)
	require.NoError(t, err)
	require.Len(t, w.Course.Lessons, 6)
	first, second := w.Course.Lessons[0].ID, w.Course.Lessons[1].ID
	before, err := c.Calendar(ctx, l.Students[0], "")
	require.NoError(t, err)

	made, err := c.DraftSlot(ctx, w.Course.ID, first)
	require.NoError(t, err)
	require.Equal(t, first, made.ID)
	require.Equal(t, "2026-05-05", made.Date)
	var roots []string
	for _, b := range made.Blocks {
		if b.Drill != nil && b.Kind == lesson.Drill {
			roots = append(roots, b.Drill.Root())
		}
	}
	w, err = c.ChangeCourse(ctx, w.Course.ID, SlotChange{Lesson: first, Do: "rain"})
	require.NoError(t, err)
	require.Equal(t, []string{first}, w.Course.Lessons[1].Carries)
	next, err := c.DraftSlot(ctx, w.Course.ID, second)
	require.NoError(t, err)
	carried := false
	for _, b := range next.Blocks {
		carried = carried || b.Drill != nil && strings.Contains(strings.Join(roots, " "), b.Drill.Root())
	}
	require.True(t, carried)

	// Moved, the lesson that is there moves too, and the calendar has the same ids.
	w, err = c.ChangeCourse(ctx, w.Course.ID, SlotChange{Lesson: second, Do: "move", Date: "2026-05-08"})
	require.NoError(t, err)
	moved, err := c.Lesson(ctx, second)
	require.NoError(t, err)
	require.Equal(t, "2026-05-08", moved.Date)
	after, err := c.Calendar(ctx, l.Students[0], "")
	require.NoError(t, err)
	ids := func(all []Appointment) (out []string) {
		for _, a := range all {
			out = append(out, a.ID)
		}
		return out
	}
	require.ElementsMatch(t, ids(before), ids(after))
	// Changed on its own page, it stays there whatever is changed in the weeks, which show it.
	moved.Date = "2026-05-09"
	_, err = c.SaveLesson(ctx, moved)
	require.NoError(t, err)
	w.Course.Weeks[2].Theme = course.Mix
	w, err = c.SaveCourse(ctx, w)
	require.NoError(t, err)
	moved, err = c.Lesson(ctx, second)
	require.NoError(t, err)
	require.Equal(t, "2026-05-09", moved.Date)
	require.Equal(t, "2026-05-09", w.Course.Lesson(second).Date)
	_, err = c.ChangeCourse(ctx, w.Course.ID, SlotChange{Lesson: second, Do: "move", Date: "tomorrow"})
	require.ErrorContains(t, err, "is not a date")
}

// A report counts what the log counts, and gives away no note that is not shared.
func TestReport(t *testing.T) {
	c, l := withLesson(t)
	who := l.Students[0]
	given, _ := round(
		t,
		c,
		who,
		*l.Blocks[1].Drill,
		append(many(run.Good, 0, 10), many(run.Miss, 1, 5)...)...)
	require.NoError(t, c.ShareNote(ctx, who, given.ID, true))
	r, err := c.Report(ctx, who, "", "")
	require.NoError(t, err)
	require.Equal(t, [3]int{1, 15, 10}, [3]int{r.Attended, r.Balls, r.Good})
	require.Positive(t, r.Metres)
	before, err := c.Report(ctx, who, "", "2020-01-01")
	require.NoError(t, err)
	require.Zero(t, before.Attended+before.Balls)
	_, err = c.Report(ctx, who, "yesterday", "")
	require.ErrorContains(t, err, "is not a date")
}

// Whoever stands on a rung that an edit took away goes on from the last one that is left.
func TestALadderIsChangedUnderAStudent(t *testing.T) {
	c, l := withLesson(t)
	who := l.Students[0]
	own := ladder.All()[0]
	own.Rungs = slices.Clone(own.Rungs) // those that ship are shared
	own.ID = id()
	saved, err := c.SaveLadder(ctx, ShelfLadder{Ladder: own})
	require.NoError(t, err)
	for i, kind := range []ladder.Kind{ladder.Begin, ladder.Up, ladder.Up} {
		_, err = c.Move(ctx, who, Step{Ladder: own.ID, Kind: kind, Rung: own.Rungs[i].ID})
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
