package club

import (
	"testing"

	"hodometer/core/lesson"
	"hodometer/core/run"

	"github.com/stretchr/testify/require"
)

// A situation of the coach's own is renamed between two lessons: the student has
// one history, shown under the new name.
func TestRenamingASituationKeepsItsHistory(t *testing.T) {
	c, l := withLesson(t)
	called := func(name string) {
		for i := range l.Blocks {
			if d := l.Blocks[i].Drill; d != nil {
				d.Situation, d.SituationName = "own-0192aaaa-0000-7000-8000-0000000000bb", name
			}
		}
		saved, err := c.SaveLesson(ctx, l)
		require.NoError(t, err)
		l = saved
		give(t, c, l, 5)
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
	c, l := withLesson(t)
	began, err := c.OpenRun(ctx, id(), l.ID)
	require.NoError(t, err)
	_, err = c.AddEvents(ctx, began.ID, began.From(), []run.Event{{ID: id(), At: 1, Kind: "juggle"}})
	require.ErrorContains(t, err, "juggle")
	l.Blocks[0].Kind = lesson.Kind("picnic")
	_, err = c.SaveLesson(ctx, l)
	require.ErrorContains(t, err, "picnic")
}
