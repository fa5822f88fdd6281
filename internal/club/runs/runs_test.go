package runs_test

import (
	"encoding/json"
	"sync"
	"testing"
	"time"

	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/runs"

	"github.com/stretchr/testify/require"
)

// Devices that tap at once, with repeats, lose nothing and count nothing twice.
func TestTapsFromManyDevices(t *testing.T) {
	c, l := clubtest.New(t)
	r, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	var all sync.WaitGroup
	for range 4 {
		all.Go(func() {
			for range 10 {
				e := run.Event{
					ID:      clubtest.ID(),
					At:      time.Now().UnixMilli(),
					Kind:    run.Good,
					Block:   l.Blocks[1].ID,
					Student: l.Students[0],
				}
				for range 2 {
					_, err := c.AddEvents(ctx, r.ID, r.From(), []run.Event{e})
					require.NoError(t, err)
				}
			}
		})
	}
	all.Wait()
	r, err = c.Run(ctx, r.ID)
	require.NoError(t, err)
	require.Equal(t, 40, r.State.Blocks[1].Balls)
	require.Equal(t, 40, r.State.Events)
}

// Many courts share one flush to the disk, and none pays for another: what is refused of
// one leaves nothing behind, what the others add is there after the file is read anew.
func TestManyCourtsAtOnce(t *testing.T) {
	c, l := clubtest.New(t)
	const courts, taps = 12, 15
	ids := make([]string, courts)
	var all sync.WaitGroup
	for i := range ids {
		ids[i] = clubtest.ID()
		all.Go(func() {
			of := &runs.Origin{ID: l.ID, Version: l.Version}
			for n := range taps {
				e := run.Event{
					ID: clubtest.ID(), At: time.Now().UnixMilli(), Kind: run.Good,
					Block: l.Blocks[1].ID, Student: l.Students[0],
				}
				wrong := e
				wrong.ID, wrong.Student = clubtest.ID(), clubtest.ID()
				if i%3 == 0 || n%4 == 0 { // refused, with a good one beside it: neither is taken
					_, err := c.AddEvents(ctx, ids[i], of, []run.Event{e, wrong})
					require.ErrorAs(t, err, &units.Problems{})
				}
				if i%3 != 0 {
					state, err := c.AddEvents(ctx, ids[i], of, []run.Event{e})
					require.NoError(t, err)
					require.Equal(t, n+1, state.Events)
				}
			}
		})
	}
	all.Wait()
	for i, one := range ids {
		r, err := club.New(c.Store).Run(ctx, one)
		if i%3 == 0 {
			require.ErrorAs(t, err, &answer.Missing{}, "nothing was begun")
			continue
		}
		require.NoError(t, err)
		require.Equal(t, taps, r.State.Events)
	}
}

// Editing a lesson after it was begun does not rewrite what is being run.
func TestRunKeepsItsLesson(t *testing.T) {
	c, l := clubtest.New(t)
	r, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	l.Blocks = l.Blocks[:1]
	_, err = c.SaveLesson(ctx, l)
	require.NoError(t, err)
	// Only now does it begin: what was opened is what is run.
	_, err = c.AddEvents(ctx, r.ID, r.From(), []run.Event{{ID: clubtest.ID(), At: 1, Kind: run.Start}})
	require.NoError(t, err)
	r, err = c.Run(ctx, r.ID)
	require.NoError(t, err)
	require.Len(t, r.Lesson.Blocks, 5)
}

func TestWhatCannotBegin(t *testing.T) {
	c, l := clubtest.New(t)
	_, err := c.OpenRun(ctx, clubtest.ID(), clubtest.ID())
	require.ErrorAs(t, err, &answer.Missing{})
	first, err := c.OpenRun(ctx, clubtest.ID(), l.ID)
	require.NoError(t, err)
	log, err := c.Log(ctx, answer.Part{}, false)
	require.NoError(t, err)
	require.Empty(t, log.Items, "opening it and leaving again leaves no row")
	_, err = c.AddEvents(
		ctx,
		first.ID,
		first.From(),
		[]run.Event{{ID: clubtest.ID(), At: 1, Kind: run.Start}},
	)
	require.NoError(t, err)
	other := *l
	other.ID, other.Version = clubtest.ID(), 0
	_, err = c.SaveLesson(ctx, &other)
	require.NoError(t, err)
	var p units.Problems
	_, err = c.OpenRun(ctx, first.ID, other.ID)
	require.ErrorAs(t, err, &p)
	other.Blocks, other.Version = nil, 1
	_, err = c.SaveLesson(ctx, &other)
	require.NoError(t, err)
	_, err = c.OpenRun(ctx, clubtest.ID(), other.ID)
	require.ErrorAs(t, err, &p, "a lesson without blocks cannot be run")
	_, err = c.AddEvents(ctx, clubtest.ID(), nil, []run.Event{{ID: clubtest.ID(), At: 1, Kind: run.Start}})
	require.ErrorAs(t, err, &answer.Missing{})
}

// Taking a run away, and bringing it back, changes what is believed and changes it back.
func TestTakenAwayAndBroughtBack(t *testing.T) {
	c, l := clubtest.New(t)
	d := l.Block(l.Blocks[1].ID).Drill.Clone()
	d.ID = "taken"
	r, _ := clubtest.Round(
		t,
		c,
		l.Students[0],
		d,
		run.Event{Kind: run.Good},
		run.Event{Kind: run.Good},
		run.Event{Kind: run.Miss},
	)
	record := func() string {
		out, err := c.Record(ctx, l.Students[0])
		require.NoError(t, err)
		text, err := json.Marshal(out)
		require.NoError(t, err)
		return string(text)
	}
	was := record()
	remove := run.Event{ID: clubtest.ID(), At: c.Now().UnixMilli(), Kind: run.Remove}
	_, err := c.AddEvents(ctx, r.ID, nil, []run.Event{remove})
	require.NoError(t, err)
	require.NotContains(t, record(), r.ID)
	_, err = c.AddEvents(
		ctx,
		r.ID,
		nil,
		[]run.Event{{ID: clubtest.ID(), At: c.Now().UnixMilli(), Kind: run.Undo, Undoes: remove.ID}},
	)
	require.NoError(t, err)
	require.Equal(t, was, record())
	again, err := c.Run(ctx, r.ID)
	require.NoError(t, err)
	require.True(t, again.Trace[0].Undone, "the trace stays")
	nothing := run.Event{ID: clubtest.ID(), At: 1, Kind: run.Amend, Amends: r.ID}
	_, err = c.AddEvents(ctx, r.ID, nil, []run.Event{nothing})
	var p units.Problems
	require.ErrorAs(t, err, &p, "what never happened is not amended")
}
