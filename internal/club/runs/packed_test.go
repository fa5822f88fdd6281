package runs_test

import (
	"context"
	"testing"

	"hodometer/core/run"
	"hodometer/internal/club"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/runs"
	"hodometer/internal/store/gen"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// A run that was packed is what it was; what is added to it stands beside, is folded with the
// rest, and is packed the next time. Runs that go on and those of today are left alone.
func TestAPackedRunIsWhatItWas(t *testing.T) {
	c, l := clubtest.New(t)
	var old []string
	for i := range 12 { // more than are packed at once
		old = append(old, clubtest.Over(t, c, l.ID, 3+i, 10+i))
	}
	today, goesOn := clubtest.Over(t, c, l.ID, 0, 5), clubtest.Begun(t, c, l.ID)
	read := func(c *club.Club, id string) runs.Run {
		r, err := c.Run(ctx, id)
		require.NoError(t, err)
		return r
	}
	var was []runs.Run
	for _, id := range old {
		was = append(was, read(c.Club, id))
	}
	runs, err := c.Pack(ctx)
	require.NoError(t, err)
	require.Equal(t, len(old), runs)
	loose := func(id string) (n int) {
		require.NoError(t, c.Store.View(ctx, func(q *gen.Queries) error {
			texts, err := q.ListEvents(ctx, id)
			n = len(texts)
			return err
		}))
		return n
	}
	other := club.New(c.Store) // which remembers nothing
	for i, id := range old {
		require.Zero(t, loose(id))
		require.Equal(t, was[i], read(other, id))
		n, err := other.EventCount(ctx, id)
		require.NoError(t, err)
		require.Equal(t, len(was[i].Events), n)
	}
	require.Positive(t, loose(today))
	require.Positive(t, loose(goesOn))

	// Sent once more, an event changes nothing; a correction is taken, and packed in its turn.
	state, err := other.AddEvents(ctx, old[0], nil, was[0].Events[:3])
	require.NoError(t, err)
	require.Equal(t, was[0].State.Status, state.Status)
	require.Zero(t, loose(old[0]))
	note := run.Event{
		ID:   clubtest.ID(),
		At:   c.Now().UnixMilli(),
		Kind: run.Note,
		Text: "Better than it looks",
	}
	_, err = other.AddEvents(ctx, old[0], nil, []run.Event{note})
	require.NoError(t, err)
	require.Equal(t, 1, loose(old[0]))
	after := read(other, old[0])
	require.Len(t, after.Events, len(was[0].Events)+1)
	runs, err = other.Pack(ctx)
	require.NoError(t, err)
	require.Equal(t, 1, runs)
	require.Equal(t, after, read(club.New(c.Store), old[0]))
	runs, err = other.Pack(ctx)
	require.NoError(t, err)
	require.Zero(t, runs)
}

// Packed events that were damaged are told, not left out.
func TestDamagedEventsAreTold(t *testing.T) {
	c, l := clubtest.New(t)
	old := clubtest.Over(t, c, l.ID, 5, 40)
	_, err := c.Pack(ctx)
	require.NoError(t, err)
	require.NoError(t, c.Store.Write(ctx, func(q *gen.Queries) error {
		body, err := q.GetPacked(ctx, old)
		if err != nil {
			return err
		}
		body[len(body)/2] ^= 0x55
		return q.PutPacked(ctx, gen.PutPackedParams{RunID: old, Number: 42, Body: body})
	}))
	_, err = c.Run(ctx, old)
	require.ErrorContains(t, err, "events of run "+old)
}

// An event takes an eighth of the room once it is packed.
func TestPackingSavesRoom(t *testing.T) {
	c, l := clubtest.New(t)
	old := clubtest.Over(t, c, l.ID, 5, 300)
	was, err := c.Run(ctx, old)
	require.NoError(t, err)
	_, err = c.Pack(ctx)
	require.NoError(t, err)
	require.NoError(t, c.Store.View(ctx, func(q *gen.Queries) error {
		body, err := q.GetPacked(ctx, old)
		require.Less(t, len(body), 30*len(was.Events))
		return err
	}))
}
