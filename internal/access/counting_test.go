package access

import (
	"fmt"
	"testing"

	"hodometer/core/run"

	"github.com/stretchr/testify/require"
)

// Every kind of event, by every role, in a lesson of every age and state: in progress, finished, given
// up or removed; entered now or come late, of one's own or of others. What an assistant may is written
// down here once more, by hand, as the lines that open a door; whatever no line names is shut.
func TestWhoMayEnterWhat(t *testing.T) {
	type line struct{ age, state, when, whose string }
	opens := map[line]bool{}
	for _, age := range []string{"yesterday", "today", "tomorrow"} {
		opens[line{age, "in progress", "now", "own"}] = true
		opens[line{age, "in progress", "late", "own"}] = true
		opens[line{age, "finished", "late", "own"}] = true
	}
	for _, age := range []string{"last month", "two days ago", "in two days"} { // a phone without a network
		opens[line{age, "in progress", "late", "own"}] = true
		opens[line{age, "finished", "late", "own"}] = true
	}
	ages := map[string]int{
		"last month": 30, "two days ago": 2, "yesterday": 1, "today": 0, "tomorrow": -1, "in two days": -2,
	}
	cases := 0
	for _, kind := range run.Kinds() {
		for age, days := range ages {
			for _, state := range []string{"in progress", "finished", "gone"} {
				for _, when := range []string{"now", "late"} {
					for _, whose := range []string{"own", "others"} {
						c := Counting{
							Kind: kind, DaysAgo: days, Finished: state == "finished", Gone: state == "gone",
							Late: when == "late", Own: whose == "own",
						}
						may := opens[line{age, state, when, whose}] && kind != run.Remove &&
							kind != run.GiveUp
						for role, want := range map[Role]bool{Nobody: false, Assistant: may, Coach: true, Owner: true} {
							cases++
							why := fmt.Sprintf(
								"%s of %s, %s, %s, %s by %s",
								kind,
								age,
								state,
								when,
								whose,
								role,
							)
							require.Equal(t, want, role.MayCount(c) == nil, why)
						}
					}
				}
			}
		}
	}
	require.Len(t, run.Kinds(), 40, "a new kind of event: say who may enter it")
	t.Logf("%d cases", cases)
}
