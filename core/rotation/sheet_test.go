package rotation

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Every rotation seats each player once a turn, every place but a shared station
// is held by one, time adds up, and moving one place is even after n turns.
func TestEveryoneIsSomewhere(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := Ask{
			Pattern: rapid.SampledFrom([]Pattern{Line, TwoLines, Roles, OnDeck, WinnersStay, Stations}).
				Draw(t, "pattern"),
			Players: rapid.IntRange(1, 20).Draw(t, "players"),
			Places:  rapid.IntRange(2, 3).Draw(t, "places"),
			Turns: rapid.IntRange(0, 60).
				Draw(t, "turns"),
			Balls:   rapid.IntRange(1, 9).Draw(t, "balls"),
			Seconds: 3,
			Change:  5,
			MostWins: rapid.IntRange(0, 3).
				Draw(t, "most"),
			Winners: rapid.SliceOfN(rapid.IntRange(0, 1), 0, 20).Draw(t, "winners"),
		}
		if len(a.Validate()) > 0 {
			return
		}
		s := Lay(a)
		for _, turn := range s.Turns {
			seen := []int{}
			for _, players := range turn {
				if a.Pattern != Stations && len(players) != 1 {
					t.Fatalf("a place is held by %v", players)
				}
				seen = append(seen, players...)
			}
			slices.Sort(seen)
			if len(turn) != len(s.Places) || len(seen) != a.Players ||
				len(slices.Compact(seen)) != a.Players {
				t.Fatalf("%d players at %d places: %v", a.Players, len(s.Places), turn)
			}
		}
		for _, h := range s.Shares {
			require.InDelta(t, s.Seconds, h.Hitting+h.Feeding+h.Collecting+h.Waiting, 1e-6)
			require.Equal(t, h.Turns*a.Balls, h.Balls)
		}
		require.GreaterOrEqual(t, s.Apart, s.LeastApart)
		switch a.Pattern {
		case Line, Roles, OnDeck:
			if a.Pattern != OnDeck { // neighbours on court move together
				require.LessOrEqual(t, s.Apart, 1)
			}
			if len(s.Turns)%a.Players == 0 {
				require.Zero(t, s.Apart)
			}
			require.Equal(t, a.Players, s.EvenAfter, "after n turns everyone has held each place once")
		case Stations:
			require.Equal(t, 0, s.Apart, "all are always at a station")
		}
	})
}

// Six in single file, three balls each every four seconds, five seconds to
// change: each hits 12 s of 102, and works one second for 7.5 of rest.
func TestTheLongLine(t *testing.T) {
	s := Lay(Ask{Pattern: Line, Players: 6, Balls: 3, Seconds: 4, Change: 5})
	require.Len(t, s.Turns, 6)
	require.InDelta(t, 102, s.Seconds, 1e-9)
	require.InDelta(t, 12.0/90, s.Shares[0].WorkToRest, 1e-9)
	two := Lay(Ask{Pattern: TwoLines, Players: 6, Turns: 6, Balls: 3, Seconds: 4, Change: 5})
	require.InDelta(t, 24.0/78, two.Shares[0].WorkToRest, 1e-9, "two lines: twice the turns")
	require.NotEqual(t, two.Turns[0][0], two.Turns[3][0], "and the side changes")
}

// The one who wins stays; after the most wins in a row both places change.
func TestWinnersStay(t *testing.T) {
	s := Lay(
		Ask{Pattern: WinnersStay, Players: 4, Turns: 5, Balls: 1, Seconds: 10, Winners: []int{0, 0, 1, 0, 0}},
	)
	court := func(i int) []int { return []int{s.Turns[i][0][0], s.Turns[i][1][0]} }
	require.Equal(t, []int{0, 1}, court(0))
	require.Equal(t, []int{0, 2}, court(1))
	require.Equal(t, []int{0, 3}, court(2))
	require.Equal(t, []int{3, 1}, court(3))
	s = Lay(
		Ask{
			Pattern:  WinnersStay,
			Players:  4,
			Turns:    3,
			Balls:    1,
			Seconds:  10,
			MostWins: 2,
			Winners:  []int{0, 0, 0},
		},
	)
	require.Equal(t, []int{3, 1}, []int{s.Turns[2][0][0], s.Turns[2][1][0]}, "two wins and out")
	require.NotEmpty(t, Ask{Pattern: OnDeck, Players: 3}.Validate())
	require.NotEmpty(t, Ask{Pattern: "circle", Players: 40}.Validate())
}
