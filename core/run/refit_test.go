package run

import (
	"testing"

	"hodometer/core/drill"
	"hodometer/core/fit"
	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// A lesson that is late or early, once it is fitted again, ends when it should to within
// half a minute, or says how it cannot; what is over stays as it was, and no block leaves
// its room but one that has been in it too long.
func TestRefitEndsOnTime(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l := &lesson.Lesson{ID: uid(1)}
		for i := range rapid.IntRange(2, 8).Draw(t, "blocks") {
			least := rapid.IntRange(2, 10).Draw(t, "least")
			best := least + rapid.IntRange(0, 10).Draw(t, "up")
			l.Blocks = append(l.Blocks, lesson.Block{
				ID:      uid(20 + i),
				Kind:    lesson.Talk,
				Title:   "Block",
				Minutes: best,
				Span: &drill.Span{
					Least: least,
					Best:  best,
					Most:  best + rapid.IntRange(0, 10).Draw(t, "more"),
				},
				Fixed: rapid.IntRange(0, 5).Draw(t, "fixed") == 0,
			})
			l.SlotMinutes += best
		}
		s := &script{l: l}
		began := s.add(Event{Kind: Start})
		start := s.events[0].At
		require.NotEmpty(t, began)
		in := rapid.IntRange(0, len(l.Blocks)-1).Draw(t, "in")
		s.add(Event{Kind: GoTo, Block: l.Blocks[in].ID})
		now := start + int64(rapid.IntRange(0, 60*l.SlotMinutes*5/4).Draw(t, "seconds"))*1000
		// The time before this block is spent in it: the start was long ago.
		state := Fold(l, s.events)
		offer := state.Refit(l, now, start)
		if offer == nil {
			return
		}
		require.True(t, offer.Over >= worthSaying || offer.Over <= -worthSaying)
		for _, c := range offer.Changes {
			s.add(Event{Kind: Minutes, Block: c.Block, Value: c.Minutes})
			b := l.Block(c.Block)
			at := s.state(l).place(c.Block)
			require.GreaterOrEqual(t, at, in)
			require.False(t, at == in && c.Minutes == 0, "nobody leaves out where they are")
			if room := fit.Room(b); c.Minutes > 0 && at > in {
				require.True(t, c.Minutes >= room.Least && c.Minutes <= room.Most)
			}
			require.True(t, c.Minutes > 0 || fit.MayGo(b))
		}
		after := Fold(l, s.events)
		if again := after.Refit(l, now, start); again != nil {
			// It is said again only where leaving a block out made more room than was needed.
			require.Negative(t, again.Over, "%+v then %+v", offer, again)
			require.Contains(t, offer.Said, "leave out")
		}
	})
}

func (s *script) state(l *lesson.Lesson) State { return Fold(l, s.events) }

func (s State) place(block string) int {
	for i, b := range s.Blocks {
		if b.ID == block {
			return i
		}
	}
	return -1
}

// Nine minutes late before two blocks that can give: they give in proportion, and the
// sentence says so.
func TestNineMinutesOver(t *testing.T) {
	room := func(least, best int) *drill.Span { return &drill.Span{Least: least, Best: best, Most: best} }
	l := &lesson.Lesson{ID: uid(1), SlotMinutes: 60, Blocks: []lesson.Block{
		{ID: uid(20), Kind: lesson.Talk, Title: "Warm-up", Minutes: 10, Fixed: true},
		{ID: uid(21), Kind: lesson.Talk, Title: "Games", Minutes: 30, Span: room(18, 30)},
		{ID: uid(22), Kind: lesson.Talk, Title: "Serves", Minutes: 20, Span: room(14, 20)},
	}}
	s := &script{l: l}
	s.add(Event{Kind: Start})
	start := s.events[0].At
	s.add(Event{Kind: GoTo, Block: uid(21)})
	state := Fold(l, s.events)
	state.Since = start + 19*60_000
	require.Nil(t, state.Refit(l, start+19*60_000+59_000, start), "never in the first minute of a block")
	got := state.Refit(l, start+20*60_000, start)
	require.NotNil(t, got)
	require.Equal(t, "9 min over. Suggested: Games 6 min shorter, Serves 3 min shorter", got.Said)
	got = state.Refit(l, start+50*60_000, start)
	require.Equal(t, "10 min over. Suggested: leave out Serves", got.Said)
	require.Nil(t, state.Refit(l, start+10*60_000, start), "on time")
	require.Equal(t, start+60*60_000, Ends(l, start+5*60_000, start), "begun late, it ends with its slot")
	require.Equal(t, start+45*60_000, Ends(l, start-15*60_000, start), "begun early, it ends early")
}
