package draft_test

import (
	"fmt"
	"testing"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
)

// Whatever the sport, the length and the number, water and talk are short, and most of the slot
// is work: drills, serves and games. The rest is the warm-up and what goes on between.
func TestMostOfALessonIsWork(t *testing.T) {
	table := "court n minutes: work, water, talk, idle\n"
	shares, hours := 0.0, 0.0
	for _, c := range court.All() {
		for _, n := range []int{1, 2, 3, 4, 6, 8} {
			students, _ := sample.Group(n, 0)
			for _, minutes := range []int{30, 45, 60, 90} {
				for _, d := range drafts(t, draft.Brief{
					Students: students, Date: "2026-05-17", Start: "17:00", Minutes: minutes, Court: c.ID,
				}) {
					sum := map[lesson.Kind]int{}
					work, all := 0, 0
					for _, b := range d.Lesson.Blocks {
						sum[b.Kind] += b.Minutes
						all += b.Minutes
						if b.Kind == lesson.Drill || b.Kind == lesson.Game || b.Kind == lesson.Serve {
							work += b.Minutes
						}
					}
					row := fmt.Sprintf("%s %d %d %s: %d%%, %d, %d, %d", c.ID, n, minutes, d.Name,
						100*work/minutes, sum[lesson.Break], sum[lesson.Talk], minutes-all)
					table += row + "\n"
					require.LessOrEqual(t, sum[lesson.Break], 3, row)
					require.LessOrEqual(t, sum[lesson.Talk], 5, row)
					require.LessOrEqual(t, minutes-all, 10, row)
					if minutes >= 60 {
						require.GreaterOrEqual(t, float64(work)/float64(minutes), 0.4, row)
					}
					if minutes == 60 {
						require.GreaterOrEqual(t, float64(work)/float64(minutes), 0.55, row)
						shares, hours = shares+float64(work)/float64(minutes), hours+1
					}
				}
			}
		}
	}
	t.Log(table)
	require.GreaterOrEqual(t, shares/hours, 0.65, "of all hours together")
}
