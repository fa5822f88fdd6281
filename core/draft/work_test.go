package draft_test

import (
	"fmt"
	"testing"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// Whatever the sport, the length and the number, water and talk are short, and most of the slot
// is work: drills, serves and games. The rest is the warm-up and what goes on between.
func TestMostOfALessonIsWork(t *testing.T) {
	table := "court n minutes: work, water, talk, idle\n"
	shares, hours := 0.0, 0.0
	turn, often := 0, 2 // of six numbers three, others on the next court
	if sample.Race {
		often = 8
	}
	for i, c := range court.All() {
		for _, n := range []int{1, 2, 3, 4, 6, 8} {
			if turn++; (turn+i)%often > 0 {
				continue
			}
			students, _ := sample.Group(n, 0)
			for _, minutes := range []int{60, []int{30, 45, 90}[turn/2%3]} {
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

// Where there is enough for the court and the level, no draft takes a drill of another court,
// such as a junior stage's for adults on a full court, or one of a lower level. Of a court with
// few drills of its own others are brought; the club's own drills stand beside all of them.
func TestDraftsStayOnTheirCourtAndLevel(t *testing.T) {
	for _, n := range []int{1, 2, 4} {
		for _, aim := range []drill.Focus{"", "shortBall", "depth"} {
			students, _ := sample.Group(n, 0)
			for _, d := range drafts(t, draft.Brief{
				Students: students, Date: "2026-05-17", Start: "17:00", Minutes: 60, Court: "tennis", Aim: aim,
			}) {
				for _, b := range d.Lesson.Blocks {
					if b.Drill == nil || b.Kind != lesson.Drill {
						continue
					}
					from, err := library.ByID(b.Drill.ID)
					require.NoError(t, err)
					require.Equal(t, "tennis", from.Pattern.Court, "%s in %s", from.Title, d.Name)
					require.NotEqual(t, units.Beginner, from.Level, "%s in %s", from.Title, d.Name)
				}
			}
		}
	}
	students, _ := sample.Group(2, 2)
	few := drafts(t, draft.Brief{
		Students: students, Date: "2026-05-17", Start: "17:00", Minutes: 60, Court: "tennisRed",
	})
	require.NotEmpty(t, few)
	own := sample.Drill(t, "short-ball-corners").Clone()
	own.ID, own.Title, own.Level = sample.ID(77), "Ours", units.Beginner
	students, _ = sample.Group(2, 0)
	found := false
	for _, d := range drafts(t, draft.Brief{
		Students: students, Date: "2026-05-17", Start: "17:00", Minutes: 60, Court: "tennis",
		Aim: own.Focus, Own: []drill.Drill{own},
	}) {
		for _, b := range d.Lesson.Blocks {
			found = found || b.Drill != nil && b.Drill.Title == "Ours"
		}
	}
	require.True(t, found)
}
