package drill

import (
	"math"
	"testing"

	"hodometer/core/court"
	"hodometer/core/footwork"
	"hodometer/core/goal"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// oneStage is the short-ball drill with its first stage alone, changed.
func oneStage(t testing.TB, change func(s *Stage)) Drill {
	d := shortBall(t)
	d.Stages = []Stage{d.Stages[0]}
	change(&d.Stages[0])
	require.Empty(t, d.Validate())
	return d
}

// At half pace the same student hits the same target more often, and the same balls
// take longer; from another place the target is as far as it is.
func TestAStagesOwnSetting(t *testing.T) {
	p := player(t, "a", units.Club, 1, 1)
	full := oneStage(t, func(*Stage) {})
	half := oneStage(t, func(s *Stage) { s.Pace = 0.5 })
	rate := func(d *Drill) float64 { return turns(t, *d, 1, 10).Rates(p)[0].Mean }
	require.Greater(t, rate(&half), rate(&full)+0.03)
	half.Basket, full.Basket = 0, 0
	slow, quick := turns(t, half, 1, 20).Sketch(p), turns(t, full, 1, 20).Sketch(p)
	require.InDelta(t, quick.Contacts.Value*math.Sqrt(0.5), slow.Contacts.Value, 2)
	asks := half.Asks(nil, 0, footwork.Club)
	require.Less(
		t,
		asks[0].Widened,
		full.Asks(nil, 0, footwork.Club)[0].Widened*0.85,
		"there is more time, too",
	)

	back := full.Pattern.Feeds[0].To
	back.Y -= 4
	farther := oneStage(t, func(s *Stage) { s.Place = &back })
	near, far := full.Asks(nil, 0, footwork.Club)[0], farther.Asks(nil, 0, footwork.Club)[0]
	require.InDelta(t, near.From.Y-4, far.From.Y, 2)
	require.Greater(t, far.Length, near.Length+3)
	require.Less(t, rate(&farther), rate(&full))
	require.Equal(t, full.Pattern, farther.Pattern, "the drill keeps its own")
}

func TestWhoHoldsAGoal(t *testing.T) {
	pair := Stage{Holder: Pair}
	for n := 1; n <= 9; n++ {
		for i := range n {
			with := HeldBy(pair, n, i)
			require.Contains(t, with, i)
			require.LessOrEqual(t, len(with), 3)
			require.True(t, n == 1 || len(with) > 1, "nobody is left alone")
			for _, j := range with {
				require.Equal(t, with, HeldBy(pair, n, j), "who is with me has me")
			}
		}
	}
	require.Equal(t, []int{2}, HeldBy(Stage{}, 5, 2))
	require.Len(t, HeldBy(Stage{Holder: Team}, 5, 2), 5)
}

func TestImpossibleStagesNameTheField(t *testing.T) {
	for field, spoil := range map[string]func(s *Stage){
		"pace":   func(s *Stage) { s.Pace = 3 },
		"feeds":  func(s *Stage) { s.Feeds = []int{9} },
		"place":  func(s *Stage) { s.Place = &court.Point{X: 99} },
		"holder": func(s *Stage) { s.Goal.Kind, s.Holder = goal.Race, Team },
		"gate":   func(s *Stage) { s.Gate = "maybe" },
	} {
		d := shortBall(t)
		spoil(&d.Stages[0])
		p := d.Validate()
		require.NotEmpty(t, p, field)
		require.Contains(t, p[0].Field, "stages[0]."+field)
	}
}

// Bends may change the stages; what they make is valid, and bent back it is the drill.
func TestBendsOfStages(t *testing.T) {
	d := shortBall(t)
	more, ok := d.HalfPaceFirst()
	require.True(t, ok)
	require.Empty(t, more.Validate())
	require.Len(t, more.Stages, len(d.Stages)+1)
	require.Equal(t, GateEach, more.Stages[0].Gate)
	_, again := more.HalfPaceFirst()
	require.False(t, again, "once is enough")
	less, ok := d.OneStageLess()
	require.True(t, ok)
	require.Empty(t, less.Validate())
	require.Equal(t, d.Stages[:len(d.Stages)-1], less.Stages)
}
