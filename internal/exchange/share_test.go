package exchange_test

import (
	"context"
	"encoding/json"
	"math/rand/v2"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/shares"
	"hodometer/internal/exchange"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// handed is a club with one of everything that can be handed on, and what that is.
func handed(t *testing.T) (*clubtest.Club, shares.Share) {
	c, l := clubtest.New(t) // of Wren
	who := l.Students[0]
	d := l.Blocks[1].Drill.Clone()
	d.ID, d.Title = clubtest.ID(), "Corridor of cones"
	_, err := c.SaveDrill(ctx, d.ID, 0, d)
	require.NoError(t, err)
	s, err := c.SaveLadder(ctx, documents.ShelfLadder{Ladder: ladder.Ladder{
		Format: ladder.Format, Version: ladder.Version, ID: clubtest.ID(), Title: "To the cones",
		Sport: "tennis", Rungs: []ladder.Rung{{ID: "one", Title: "Through them", Drill: d.ID}},
	}})
	require.NoError(t, err)
	l.Title, l.Aim = "Wren before the cup", "Depth"
	l.Blocks[1].Variants = []lesson.Variant{{Student: who, Scale: 1.5}}
	told := l.Blocks[1].Drill.Clone()
	told.Title, told.Intent = "Corners for Wren", "Wren goes deep"
	told.Cues, told.Stages[0].Cue = []string{"Low, Wren", "Early"}, "Wren: slower"
	l.Blocks[1].Drill = &told
	l.Blocks[1].Notes = "Wren: stay low\nCount aloud"
	l.Attendance = []lesson.Stay{{Student: who, From: 5}}
	l, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	laid := clubtest.Weeks(t, c, []string{who})
	laid.Course.Title = "Four weeks for Wren"
	w, err := c.SaveCourse(ctx, laid)
	require.NoError(t, err)
	given, _ := clubtest.Round(
		t,
		c,
		who,
		d,
		append(clubtest.Many(run.Good, 0, 9), clubtest.Many(run.Miss, 0, 4)...)...)
	out, err := c.Share(ctx, shares.Asked{
		Lessons: []string{l.ID}, Ladders: []string{s.Ladder.ID}, Weeks: []string{w.Course.ID},
		Runs: []string{given.ID},
	})
	require.NoError(t, err)
	return c, out
}

// What is handed on survives the file. Lessons and weeks have nobody's name or id in them;
// another club takes it in, with all that was counted, and nothing twice.
func TestAnotherClubTakesItIn(t *testing.T) {
	c, s := handed(t)
	file, err := exchange.WriteShare(s)
	require.NoError(t, err)
	back, err := exchange.ReadShare(file)
	require.NoError(t, err)
	again, err := exchange.WriteShare(back)
	require.NoError(t, err)
	require.JSONEq(t, string(file), string(again))
	people, err := c.Roll.Students(ctx)
	require.NoError(t, err)
	for _, part := range []any{s.Lessons, s.Weeks} {
		text, err := json.Marshal(part)
		require.NoError(t, err)
		require.NotContains(t, string(text), "Wren")
		require.NotContains(t, string(text), people[0].ID)
	}
	require.Equal(t, "Count aloud", s.Lessons[0].Blocks[1].Notes)
	require.Equal(t, []string{"Early"}, s.Lessons[0].Blocks[1].Drill.Cues)
	require.Len(t, s.Drills, 1, "the ladder's own drill goes with it")

	other := clubtest.Open(t, filepath.Join(t.TempDir(), "other.db"))
	_, err = other.Take(ctx, back, shares.For{}, false)
	require.ErrorContains(t, err, "choose the students")
	log, err := other.Log(ctx, answer.Part{Limit: 9}, false)
	require.NoError(t, err)
	require.Empty(t, log.Items, "refused whole")

	would, err := other.Take(ctx, back, shares.For{}, true)
	require.NoError(t, err)
	require.Equal(t, []string{"Wren"}, would.Students)
	everybody, err := other.Roll.Students(ctx)
	require.NoError(t, err)
	require.Empty(t, everybody, "it was only asked")
	only := back
	only.Weeks = nil
	taken, err := other.Take(ctx, only, shares.For{From: "2026-06-08"}, false)
	require.NoError(t, err)
	everybody, err = other.Roll.Students(ctx)
	require.NoError(t, err)
	require.Len(t, everybody, 1)
	log, err = other.Log(ctx, answer.Part{Limit: 9}, false)
	require.NoError(t, err)
	there, err := c.Log(ctx, answer.Part{Limit: 9}, false)
	require.NoError(t, err)
	require.Equal(t, there.Items[0].Day, log.Items[0].Day)
	require.Equal(t, [2]int{13, 9}, [2]int{log.Items[0].Students[0].Balls, log.Items[0].Students[0].Good})
	was, err := c.Record(ctx, people[0].ID)
	require.NoError(t, err)
	is, err := other.Record(ctx, everybody[0].ID)
	require.NoError(t, err)
	require.Equal(t, was.Skills, is.Skills, "it is believed there as it was here")
	l, err := other.Lesson(ctx, taken.Lessons[0].ID)
	require.NoError(t, err)
	require.Equal(t, "2026-06-08", l.Date)
	require.Empty(t, l.Students)

	only = back
	only.Lessons = nil
	taken, err = other.Take(
		ctx,
		only,
		shares.For{Students: []string{everybody[0].ID}, From: "2026-07-06"},
		false,
	)
	require.NoError(t, err)
	require.Equal(t, 2, taken.Known, "the drill and the given lesson")
	require.Empty(t, taken.Students)
	w, err := other.Course(ctx, taken.Weeks[0].ID)
	require.NoError(t, err)
	require.Equal(t, []string{everybody[0].ID}, w.Course.Students)
	require.NotEmpty(t, w.Course.Lessons)
	require.GreaterOrEqual(t, w.Course.Lessons[0].Date, "2026-07-06")
	log, err = other.Log(ctx, answer.Part{Limit: 9}, false)
	require.NoError(t, err)
	require.Len(t, log.Items, 1)
}

// A student is found by name where the id is another's file's; of two of one name nobody is
// guessed.
func TestStudentsAreFoundByName(t *testing.T) {
	_, s := handed(t)
	s.Weeks, s.Lessons = nil, nil
	c, l := clubtest.New(t) // has a Wren of her own
	taken, err := c.Take(ctx, s, shares.For{}, false)
	require.NoError(t, err)
	require.Empty(t, taken.Students)
	record, err := c.Record(ctx, l.Students[0])
	require.NoError(t, err)
	require.Equal(t, 13, record.Lessons[0].Balls)

	c, _ = clubtest.New(t)
	two, err := c.Roll.Students(ctx)
	require.NoError(t, err)
	twin := two[0]
	twin.ID, twin.Version = clubtest.ID(), 0
	_, err = c.SaveStudent(ctx, twin)
	require.NoError(t, err)
	_, err = c.Take(ctx, s, shares.For{}, false)
	require.ErrorContains(t, err, "several students here are called Wren")
}

// Of a thousand files that were spoilt in one place each is refused with a line, or is read as
// what it then says: written again it reads alike, and all that is in it is valid.
func TestAThousandSpoiltFiles(t *testing.T) {
	_, s := handed(t)
	file, err := exchange.WriteShare(s)
	require.NoError(t, err)
	rng := rand.New(rand.NewPCG(25, 1000))
	refused := 0
	for n := range 1000 {
		spoilt := spoil(t, file, rng, n)
		got, err := exchange.ReadShare(spoilt)
		if err != nil {
			refused++
			var p units.Problems
			require.ErrorAs(t, err, &p, "%s", spoilt)
			require.Contains(t, err.Error(), "line ")
			continue
		}
		again, err := exchange.WriteShare(got)
		require.NoError(t, err)
		back, err := exchange.ReadShare(again)
		require.NoError(t, err, "%s", again)
		twice, err := exchange.WriteShare(back)
		require.NoError(t, err)
		require.JSONEq(t, string(again), string(twice))
	}
	require.Greater(t, refused, 300)
	require.Less(t, refused, 990, "some are still good")
}

// spoil changes one thing in a file: every other time a byte, else a value or a key.
func spoil(t *testing.T, file []byte, rng *rand.Rand, n int) []byte {
	if n%2 == 0 {
		out := append([]byte{}, file...)
		out[rng.IntN(len(out))] = "0\"{},:x-"[rng.IntN(8)]
		return out
	}
	var whole any
	require.NoError(t, json.Unmarshal(file, &whole))
	values := []any{nil, "", "x", -1, 0, 3, 1e9, true, []any{}, map[string]any{}, strings.Repeat("y", 600)}
	at := whole
	for {
		var next any
		switch v := at.(type) {
		case map[string]any:
			keys := make([]string, 0, len(v))
			for k := range v {
				keys = append(keys, k)
			}
			k := keys[rng.IntN(len(keys))]
			if next = v[k]; leaf(next) || rng.IntN(12) == 0 {
				if rng.IntN(5) == 0 {
					delete(v, k)
				} else {
					v[k] = values[rng.IntN(len(values))]
				}
				next = nil
			}
		case []any:
			i := rng.IntN(len(v))
			if next = v[i]; leaf(next) || rng.IntN(12) == 0 {
				v[i] = values[rng.IntN(len(values))]
				next = nil
			}
		}
		if at = next; at == nil {
			break
		}
	}
	out, err := json.MarshalIndent(whole, "", " ")
	require.NoError(t, err)
	return out
}

// leaf reports whether there is nothing within a value.
func leaf(v any) bool {
	switch v := v.(type) {
	case map[string]any:
		return len(v) == 0
	case []any:
		return len(v) == 0
	}
	return true
}

// A lesson that was given on another day than it was planned for stands under that day in the
// other club too, however long after it comes there.
func TestAGivenLessonKeepsItsDay(t *testing.T) {
	c, l := clubtest.New(t)
	played := time.Date(2026, 5, 20, 17, 0, 0, 0, time.Local)
	c.SetClock(func() time.Time { return played.AddDate(0, 0, -7) })
	l.Date = "2026-05-15"
	l, err := c.SaveLesson(ctx, l)
	require.NoError(t, err)
	c.SetClock(func() time.Time { return played })
	id := clubtest.Begun(t, c, l.ID)
	clubtest.Finish(t, c, id)
	s, err := c.Share(ctx, shares.Asked{Runs: []string{id}})
	require.NoError(t, err)
	other := clubtest.Open(t, filepath.Join(t.TempDir(), "other.db"))
	other.SetClock(func() time.Time { return played.AddDate(1, 0, 0) })
	_, err = other.Take(ctx, s, shares.For{}, false)
	require.NoError(t, err)
	log, err := other.Log(ctx, answer.Part{Limit: 9}, false)
	require.NoError(t, err)
	require.Len(t, log.Items, 1)
	require.Equal(t, played.UnixMilli(), log.Items[0].Day.UnixMilli())
}
