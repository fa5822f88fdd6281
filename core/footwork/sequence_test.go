package footwork

import (
	"math"
	"testing"

	"hodometer/core/court"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// An obstacle in the middle of a straight way makes it longer by the two tangents and the arc
// between them, and one beside it does not.
func TestTheWayAroundAnObstacle(t *testing.T) {
	a, b := court.Point{X: -4}, court.Point{X: 4}
	// √(4² − r²) on either side, and an arc of π − 2·acos(r/4).
	want := 2*math.Sqrt(16-berth*berth) + berth*(math.Pi-2*math.Acos(berth/4)) - 8
	require.InDelta(t, want, around(a, b, []court.Point{{}}), 1e-9)
	require.Zero(t, around(a, b, []court.Point{{Y: berth}, {X: 6}, {X: -4}}))
	rapid.Check(t, func(t *rapid.T) {
		p := func() court.Point {
			return court.Point{
				X: rapid.Float64Range(-5, 5).Draw(t, "x"), Y: rapid.Float64Range(-5, 5).Draw(t, "y"),
			}
		}
		from, to, at := p(), p(), p()
		more := around(from, to, []court.Point{at})
		require.GreaterOrEqual(t, more, -1e-9)
		require.Less(t, more, (math.Pi-2)*berth+1e-9, "half way round at the most")
		require.InDelta(t, more, around(to, from, []court.Point{at}), 1e-9, "and back")
	})
}

// Moved into the student's way it costs metres and time; moved out of it again, none.
func TestAnObstacleIsRunAround(t *testing.T) {
	balls := []Ball{{Contact: court.Point{X: 4, Y: -10}, Available: 3}}
	start := court.Point{X: -3, Y: -10}
	free := Club.Sequence(start, balls)[0]
	beside := Club.Sequence(start, balls, court.Point{X: 0, Y: -7})[0]
	in := Club.Sequence(start, balls, court.Point{X: 0, Y: -10})[0]
	require.Equal(t, free, beside)
	require.Greater(t, in.Metres, free.Metres)
	require.Greater(t, in.Needed, free.Needed)
	require.Less(t, in.Slack, free.Slack)
}
