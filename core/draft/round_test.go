package draft_test

import (
	"testing"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/sport"

	"github.com/stretchr/testify/require"
)

// A short round is a lesson that holds, on a court of every sport, of two to sixteen: all play
// all, and nobody plays for longer than the slot.
func TestShortRounds(t *testing.T) {
	for _, s := range sport.All() {
		for _, c := range court.All() {
			if c.Sport != s.ID {
				continue
			}
			for n := 2; n <= lesson.MaxStudents; n++ {
				l, ok := draft.ShortRound(&c, n)
				require.True(t, ok, c.ID)
				l.ID, l.Title, l.Date, l.Start = sample.ID(1), "Ranking", "2026-05-17", "17:00"
				minutes := 0
				for i := range l.Blocks {
					l.Blocks[i].ID = sample.ID(10 + i)
					minutes += l.Blocks[i].Minutes
				}
				for i := range n {
					l.Students = append(l.Students, sample.ID(100+i))
				}
				require.Empty(t, l.Validate(), "%s, %d", c.ID, n)
				require.LessOrEqual(t, minutes, l.SlotMinutes)
				require.Equal(t, lesson.RoundRobin, l.Blocks[1].Arrangement.Manner)
				require.Equal(t, 7, l.Blocks[1].Match.Rules.To)
			}
		}
	}
	c, err := court.ByID("tennis")
	require.NoError(t, err)
	l, _ := draft.ShortRound(c, 4)
	require.Equal(t, "three-quarter-start", l.Blocks[1].Match.From.Root(), "without the serve")
}
