package evidence_test

import (
	"context"
	"testing"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/students"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// Games played against each other say who wins a rally, in the next lesson with
// these two; taken back, they say nothing.
func TestGamesSayWhoWinsARally(t *testing.T) {
	c, l := clubtest.New(t)
	other, err := c.SaveStudent(
		ctx,
		students.Student{ID: clubtest.ID(), Name: "Tove", Hand: court.LeftHand, Level: "club"},
	)
	require.NoError(t, err)
	l.Students = append(l.Students, other.ID)
	l, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	game := -1
	for i := range l.Blocks {
		if l.Blocks[i].Match != nil {
			game = i
		}
	}
	require.Positive(t, game)
	chance := func() float64 {
		p, err := c.Reckon(ctx, l, units.Metric, "")
		require.NoError(t, err)
		if p.Blocks[game].Match.ChanceA == nil {
			return 0.5
		}
		return p.Blocks[game].Match.ChanceA.Value
	}
	before := chance()
	began, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	at := c.Now()
	var events []run.Event
	add := func(e run.Event) string {
		at = at.Add(10 * time.Second)
		e.ID, e.At = clubtest.ID(), at.UnixMilli()
		events = append(events, e)
		return e.ID
	}
	add(run.Event{Kind: run.Start})
	add(run.Event{Kind: run.GoTo, Block: l.Blocks[game].ID})
	for i := range 40 {
		add(
			run.Event{Kind: run.Point, Block: l.Blocks[game].ID, Value: i % 4 / 3},
		) // three in four to the first
	}
	end := add(run.Event{Kind: run.Finish})
	_, err = c.AddEvents(ctx, began.ID, began.From(), events)
	require.NoError(t, err)
	require.Greater(t, chance(), before+0.1)
	events = nil
	add(run.Event{Kind: run.Undo, Undoes: end})
	_, err = c.AddEvents(ctx, began.ID, began.From(), events)
	require.NoError(t, err)
	require.InDelta(t, before, chance(), 1e-12)
}

// Shots that take turns are a skill each, with their own balls; what a ball was besides
// good or missed is in the log, on the student's page, and said with the time before.
func TestShotsAndChoicesAreKept(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	d := l.Block(l.Blocks[1].ID).Drill.Clone()
	d.ID = "shots"
	d.Stages = []drill.Stage{{
		Name: "In turn", Stroke: "forehand", Direction: drill.CrossCourt,
		Goal: goal.Goal{Kind: goal.Total, Count: 2},
		Shots: []drill.Shot{
			{Stroke: "forehand", Direction: drill.CrossCourt},
			{Stroke: "backhand", Direction: drill.Straight, Shape: "slice"},
		},
		Choices: []drill.Choice{
			{ID: "air", Words: "In the air", Right: true}, {ID: "late", Words: "Too late", Wrong: true},
		},
	}}
	require.Empty(t, d.Validate())
	good, miss := run.Event{Kind: run.Good}, run.Event{Kind: run.Miss}
	air, late := run.Event{Kind: run.Choice}, run.Event{Kind: run.Choice, Value: 1}
	clubtest.Round(t, c, who, d, good, air, miss, late, good, air)
	_, given := clubtest.Round(t, c, who, d, good, air, good, air)

	record, err := c.Record(ctx, who)
	require.NoError(t, err)
	balls := map[string][2]int{}
	for _, s := range record.Skills {
		for _, mark := range s.Track {
			balls[string(s.ID)] = [2]int{
				balls[string(s.ID)][0] + mark.Balls,
				balls[string(s.ID)][1] + mark.Good,
			}
		}
	}
	require.Equal(t, [2]int{3, 3}, balls["forehand.crossCourt."+d.Situation])
	require.Equal(t, [2]int{2, 1}, balls["backhand.straight."+d.Situation+".slice"])
	said := ""
	for _, s := range record.Series {
		if s.Drill == "shots" {
			said = s.Said
		}
	}
	require.Contains(t, said, "in the air 2 (2 of 2 right, 2 of 3 the time before)")
	entries, err := c.Log(ctx, answer.Part{}, false)
	require.NoError(t, err)
	require.Contains(t, entries.Items[0].Students[0].Marks, "In turn: in the air 2")
	require.Equal(t, 2, entries.Items[0].Students[0].Good)
	require.Equal(t, 1, entries.Items[0].Students[0].Goals, "one goal, whichever shots it has")
	_ = given
}

// A situation of the coach's own is renamed between two lessons: the student has
// one history, shown under the new name.
func TestRenamingASituationKeepsItsHistory(t *testing.T) {
	c, l := clubtest.New(t)
	called := func(name string) {
		for i := range l.Blocks {
			if d := l.Blocks[i].Drill; d != nil {
				d.Situation, d.SituationName = "own-0192aaaa-0000-7000-8000-0000000000bb", name
			}
		}
		saved, err := c.SaveLesson(ctx, l)
		require.NoError(t, err)
		l = saved
		clubtest.Give(t, c, l, 5)
	}
	called("skidding ball")
	before, err := c.Record(ctx, l.Students[0])
	require.NoError(t, err)
	called("ball that stays low")
	after, err := c.Record(ctx, l.Students[0])
	require.NoError(t, err)

	require.Len(t, after.Skills, len(before.Skills), "no new history is begun")
	grown := 0
	for i, s := range after.Skills {
		require.Equal(t, before.Skills[i].ID, s.ID)
		if len(s.Track) == 2 {
			grown++
			require.Contains(t, before.Skills[i].Label, "skidding ball")
			require.Contains(t, s.Label, "ball that stays low")
		}
	}
	require.Equal(t, 1, grown)
}

// A lesson with an event nobody knows is refused whole, and so is a kind of
// block: nothing falls into somebody else's case.
func TestUnknownKindsAreRefused(t *testing.T) {
	c, l := clubtest.New(t)
	began, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	_, err = c.AddEvents(ctx, began.ID, began.From(), []run.Event{{ID: clubtest.ID(), At: 1, Kind: "juggle"}})
	require.ErrorContains(t, err, "juggle")
	l.Blocks[0].Kind = lesson.Kind("picnic")
	_, err = c.SaveLesson(ctx, l)
	require.ErrorContains(t, err, "picnic")
}

// A block that was left early is not failed: what could not be met yet was not tried. Where
// misses went is in the log, and on the student's page over the last lessons.
func TestLeftEarlyAndWhereItWent(t *testing.T) {
	c, l := clubtest.New(t)
	who, d := l.Students[0], l.Block(l.Blocks[1].ID).Drill.Clone()
	d.Stages = []drill.Stage{{
		Stroke: "forehand", Direction: drill.CrossCourt, Goal: goal.Goal{Kind: goal.Total, Count: 10},
	}}
	day := time.Date(2026, 5, 18, 10, 0, 0, 0, time.Local)
	played := func(good int, net, long int) evidence.Share {
		c.SetClock(func() time.Time { return day })
		day = day.AddDate(0, 0, 7)
		events := clubtest.Many(run.Good, 0, good)
		for range net {
			events = append(events, run.Event{Kind: run.Miss, Where: run.InNet})
		}
		for range long {
			events = append(events, run.Event{Kind: run.Miss, Where: run.Long})
		}
		clubtest.Round(t, c, who, d, events...)
		log, err := c.Log(ctx, answer.Part{Limit: 1}, false)
		require.NoError(t, err)
		return log.Items[0].Students[0]
	}
	early := played(3, 1, 0)
	require.Equal(t, []int{4, 0, 0}, []int{early.Balls, early.Goals, early.GoalsMet})
	require.Equal(t, "1 net", early.Missed)
	tried := played(4, 5, 2)
	require.Equal(t, []int{11, 1, 0}, []int{tried.Balls, tried.Goals, tried.GoalsMet})
	require.Equal(t, "5 net, 2 long", tried.Missed)
	met := played(10, 0, 1)
	require.Equal(t, []int{11, 1, 1}, []int{met.Balls, met.Goals, met.GoalsMet})

	record, err := c.Record(ctx, who)
	require.NoError(t, err)
	require.Len(t, record.Missed, 1)
	require.Equal(t, "6 net, 3 long", record.Missed[0].Said)
	require.Equal(t, 3, record.Missed[0].Lessons)
	require.Equal(t, d.Title, record.Missed[0].Title)
}
