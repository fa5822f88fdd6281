package formation_test

import (
	"context"
	"testing"

	"hodometer/core/draft"
	"hodometer/core/formation"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/play"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// However a group is arranged, whoever comes late or leaves early, every lane
// covers every minute once, and what the lanes say of hitting is what the
// contacts say.
func TestLanesCoverEveryMinuteOnce(t *testing.T) {
	sample.Checks(t, 100)
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 12).Draw(t, "n")
		l, students := sample.Line(
			t,
			rapid.SampledFrom([]string{"line-deep-short-deep", "deep-past-marker", "short-ball-machine",
				"line-collect"}).
				Draw(t, "drill"),
			n,
			rapid.IntRange(3, 30).Draw(t, "minutes"),
		)
		b := &l.Blocks[0]
		b.Drill.Hitters = rapid.IntRange(1, 4).Draw(t, "hitters")
		switch rapid.IntRange(0, 2).Draw(t, "way") {
		case 1:
			b.Arrangement = &lesson.Arrangement{
				Manner:     lesson.Posts,
				Feeders:    rapid.IntRange(0, 4).Draw(t, "feeders"),
				Collectors: rapid.IntRange(0, 3).Draw(t, "collectors"),
			}
		case 2:
			b.Arrangement = &lesson.Arrangement{
				Manner: lesson.Stations,
				Others: []string{"serves", "shadow"}[:rapid.IntRange(1, 2).Draw(t, "stations")],
			}
		}
		game := draft.Templates(sample.Court(t, "tennis"))[2]
		game.ID, game.Arrangement = sample.ID(
			11,
		), &lesson.Arrangement{
			Manner: rapid.SampledFrom([]lesson.Manner{lesson.RoundRobin, lesson.Partners, lesson.OnDeck,
				lesson.WinnersStay}).
				Draw(t, "game"),
		}
		l.Blocks = append(l.Blocks, game)
		l.Resources = &lesson.Resources{Courts: rapid.IntRange(1, 3).Draw(t, "courts"), Equipment: []string{}}
		if rapid.Bool().Draw(t, "late") {
			from := rapid.IntRange(0, 20).Draw(t, "from")
			l.Attendance = []lesson.Stay{
				{Student: students[n-1].ID, From: from, To: from + rapid.IntRange(1, 30).Draw(t, "to")},
			}
		}
		require.Empty(t, l.Validate())
		got := reckon(t, l, students)
		for _, lane := range append([][]formation.Span{got.Coach}, lanesOf(got)...) {
			at := 0.0
			for _, s := range lane {
				require.InDelta(t, at, s.From, 1e-6)
				require.Greater(t, s.To, s.From)
				sum := 0.0
				for _, d := range []formation.Doing{
					formation.Hitting, formation.Waiting, formation.Collecting, formation.Feeding, formation.Watching,
					formation.Away, formation.Resting, formation.Moving, formation.Listening,
				} {
					sum += s.Minutes(d)
				}
				require.InDelta(t, s.To-s.From, sum, 1e-6, "every minute at one thing")
				at = s.To
			}
			require.InDelta(t, got.Minutes.Value, at, 1e-6)
		}
		for i, p := range got.Students {
			require.InDelta(
				t,
				got.Minutes.Value,
				p.Part.Hitting+p.Part.Feeding+p.Part.Collecting+p.Part.Waiting+p.Part.Away,
				1e-6,
				students[i].Name,
			)
		}
	})
}

func lanesOf(p plan.Plan) (out [][]formation.Span) {
	for _, s := range p.Students {
		out = append(out, s.Lane)
	}
	return out
}

// Over one round of the turns everybody has held each place of a drill equally
// often [rule: counting], and the lanes give each the same time at each thing.
func TestRotationsAreEqual(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(2, 12).Draw(t, "n")
		l, _ := sample.Line(t, "line-deep-short-deep", n, 10)
		b := &l.Blocks[0]
		b.Drill.Hitters = rapid.IntRange(1, 5).Draw(t, "hitters")
		b.Arrangement = &lesson.Arrangement{
			Manner:     lesson.Posts,
			Feeders:    rapid.IntRange(0, 5).Draw(t, "feeders"),
			Collectors: rapid.IntRange(0, 3).Draw(t, "collectors"),
		}
		y := play.Posts(b, n)
		held := make([]map[string]int, n)
		for p := range held {
			held[p] = map[string]int{}
		}
		for _, turn := range y.Turns {
			seen := 0
			for i, who := range turn {
				for _, p := range who {
					held[p][y.Places[i].Name]++
					seen++
				}
			}
			require.Equal(t, n, seen, "everybody is somewhere, nobody twice")
		}
		for p := range held {
			require.Equal(t, held[0], held[p])
		}
		r := formation.RotationOf(l, b, 0, n)
		require.Zero(t, r.Apart)
	})
}

// Games give everybody who can play at least so often as anybody else allows:
// changing partners and round robins leave nobody more than one turn behind
// over a round, on any number of courts.
func TestGamesAreShared(t *testing.T) {
	for n := 3; n <= 13; n++ {
		for courts := 1; courts <= 3; courts++ {
			for _, way := range []lesson.Manner{lesson.Partners, lesson.RoundRobin, lesson.OnDeck} {
				if way != lesson.RoundRobin && n < 4 {
					continue
				}
				b := draft.Templates(sample.Court(t, "tennis"))[2]
				b.Arrangement = &lesson.Arrangement{Manner: way}
				y, ok := play.Games(&b, n, courts, 20)
				require.True(t, ok)
				hits := make([]int, n)
				for _, turn := range y.Turns {
					for i, who := range turn {
						for _, p := range who {
							if y.Places[i].Doing == "hitting" {
								hits[p]++
							}
						}
					}
				}
				least, most := hits[0], hits[0]
				for _, h := range hits {
					least, most = min(least, h), max(most, h)
				}
				require.LessOrEqual(t, most-least, 1, "%s for %d on %d", way, n, courts)
			}
		}
	}
}

// Common practice [trade]: on deck for doubles, five balls, then all move one
// place; with seven, three wait at any time.
func TestFiveBallsThenMoveOnePlace(t *testing.T) {
	b := draft.Templates(sample.Court(t, "tennis"))[2]
	b.Match.Rules.SecondsPerPoint = 12
	b.Arrangement = &lesson.Arrangement{Manner: lesson.OnDeck}
	y, _ := play.Games(&b, 7, 1, 15)
	require.InDelta(t, 1, y.Each, 1e-9, "five rallies of twelve seconds")
	require.Len(t, y.Turns, 7, "seven turns and everybody is back")
	for t0 := range 6 {
		for place := range 7 {
			require.Equal(t, (y.Turns[t0][place][0]+1)%7, y.Turns[t0+1][place][0])
		}
	}
	lane := []formation.Span{{From: 0, To: 7, Doing: formation.Turns, Cycle: formation.Beats(y, 3)}}
	require.InDelta(t, 4, formation.PartOf(lane).Hitting, 1e-9)
	require.InDelta(t, 3, formation.PartOf(lane).Waiting, 1e-9)
}

// Eight in one line wait most of the time; the arrangement that is offered first
// waits least, holds nobody idle who need not be, and stays valid.
func TestTheOfferWaitsLeast(t *testing.T) {
	l, students := sample.Line(t, "line-deep-short-deep", 8, 10)
	for _, have := range []*lesson.Resources{nil, {Courts: 2, Equipment: []string{}}, {Courts: 1,
		Equipment: []string{"machine"}}} {
		l.Resources = have
		b := &l.Blocks[0]
		offers := plan.GroupOf(students).Offers(l, b)
		require.NotEmpty(t, offers)
		waits := 0.0
		for _, p := range formation.RotationOf(l, b, 0, 8).Shares {
			waits += p.Waiting / (p.Waiting + p.Hitting) / 8
		}
		require.InDelta(t, 7.0/8, waits, 0.01, "single file of eight")
		last := -1.0
		for _, o := range offers {
			require.GreaterOrEqual(t, o.Waiting, last-0.011)
			last = o.Waiting
			changed := *l
			changed.Blocks = o.Fix.Blocks
			require.Empty(t, changed.Validate(), o.Fix.Label)
			now := reckon(t, &changed, students)
			got := 0.0
			for _, s := range now.Students {
				got += s.Part.Waiting / 80
			}
			require.InDelta(t, o.Waiting, got, 1e-6, o.Fix.Label)
		}
		require.Less(t, offers[0].Waiting, 0.55)
	}
}

func reckon(t require.TestingT, l *lesson.Lesson, students []plan.Student) plan.Plan {
	out, err := new(plan.Planner).Plan(context.Background(), l, students, units.Metric)
	require.NoError(t, err)
	return out
}
