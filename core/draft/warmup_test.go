package draft_test

import (
	"fmt"
	"testing"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
)

// Each court has a script of five, ten and fifteen minutes for adults and for children; each
// partner has each role, and a shorter one keeps that as far as its minutes go.
func TestWarmUpsOfEverySportAndAge(t *testing.T) {
	does := func(script []lesson.Minute, partner int) (out []string) {
		for _, m := range script {
			for _, r := range m.Roles {
				if r.Partner == partner {
					out = append(out, r.Does)
				}
			}
		}
		return out
	}
	for _, c := range court.All() {
		all := draft.WarmUps(&c)
		require.Len(t, all, 6, c.ID)
		titles := map[string]bool{}
		for i, b := range all {
			require.Equal(t, []int{5, 10, 15}[i%3], b.Minutes, b.Title)
			require.Len(t, b.Script, b.Minutes, "%s on %s", b.Title, c.ID)
			require.False(t, titles[b.Title], "%s twice on %s", b.Title, c.ID)
			titles[b.Title] = true
			require.ElementsMatch(t, does(b.Script, 0), does(b.Script, 1), "%s on %s", b.Title, c.ID)
			for minutes := range b.Minutes + 3 {
				short := lesson.Shortened(b.Script, minutes)
				require.Len(t, short, min(minutes, b.Minutes))
				if minutes%2 == 0 || b.Minutes != 10 { // an odd minute of ten is a role that only one has
					require.ElementsMatch(t, does(short, 0), does(short, 1),
						fmt.Sprintf("%s on %s in %d minutes", b.Title, c.ID, minutes))
				}
			}
			l := lesson.Lesson{
				Format:        lesson.Format,
				FormatVersion: lesson.FormatVersion,
				ID:            "00000000-0000-7000-8000-000000000001",
				Title:         "Warm",
				Date:          "2026-05-17",
				Start:         "17:00",
				SlotMinutes:   60,
				Court:         c.ID,
				Students:      []string{},
			}
			b.ID = "00000000-0000-7000-8000-000000000002"
			l.Blocks = []lesson.Block{b}
			require.Empty(t, l.Validate())
		}
	}
}
