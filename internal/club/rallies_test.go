package club

import (
	"testing"
	"time"

	"hodometer/core/court"
	"hodometer/core/run"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// Games played against each other say who wins a rally, in the next lesson with
// these two; taken back, they say nothing.
func TestGamesSayWhoWinsARally(t *testing.T) {
	c, l := withLesson(t)
	other, err := c.SaveStudent(ctx, Student{ID: id(), Name: "Tove", Hand: court.LeftHand, Level: "club"})
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
	began, err := c.OpenRun(ctx, id(), l.ID)
	require.NoError(t, err)
	at := c.Now()
	var events []run.Event
	add := func(e run.Event) string {
		at = at.Add(10 * time.Second)
		e.ID, e.At = id(), at.UnixMilli()
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
