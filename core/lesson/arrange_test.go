package lesson

import (
	"fmt"
	"math"
	"testing"

	"hodometer/core/library"
	"hodometer/core/progress"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// group makes n students; the first few are beginners.
func group(n, beginners int) (out []Student, ids []string) {
	for i := range n {
		s := Student{
			ID:    id(100 + i),
			Name:  fmt.Sprintf("Student%d", i),
			Hand:  "right",
			Level: progress.Club,
			Seen:  map[string][]progress.Evidence{},
		}
		if i < beginners {
			s.Level = progress.Beginner
		}
		out, ids = append(out, s), append(ids, s.ID)
	}
	return out, ids
}

// line is a lesson of one drill block for n.
func line(t require.TestingT, drillID string, n, minutes int) (*Lesson, []Student) {
	e, err := library.ByID(drillID)
	require.NoError(t, err)
	students, ids := group(n, 0)
	d := e.Drill.Clone()
	return &Lesson{
		ID:          id(1),
		Title:       "Line",
		Date:        "2026-05-17",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       d.Pattern.Court,
		Students:    ids,
		Blocks:      []Block{{ID: id(10), Kind: Drill, Title: d.Title, Minutes: minutes, Drill: &d}},
	}, students
}

// However a group is arranged, whoever comes late or leaves early, every lane
// covers every minute once, and what the lanes say of hitting is what the
// contacts say.
func TestLanesCoverEveryMinuteOnce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 12).Draw(t, "n")
		l, students := line(
			t,
			rapid.SampledFrom([]string{"line-deep-short-deep", "deep-past-marker", "short-ball-machine", "line-collect"}).
				Draw(t, "drill"),
			n,
			rapid.IntRange(3, 30).Draw(t, "minutes"),
		)
		b := &l.Blocks[0]
		b.Drill.Hitters = rapid.IntRange(1, 4).Draw(t, "hitters")
		switch rapid.IntRange(0, 2).Draw(t, "way") {
		case 1:
			b.Arrange = &Arrangement{
				Way:        Posts,
				Feeders:    rapid.IntRange(0, 4).Draw(t, "feeders"),
				Collectors: rapid.IntRange(0, 3).Draw(t, "collectors"),
			}
		case 2:
			b.Arrange = &Arrangement{
				Way:    Stations,
				Others: []string{"serves", "shadow"}[:rapid.IntRange(1, 2).Draw(t, "stations")],
			}
		}
		game := Templates(mustCourt(t, "tennis"))[2]
		game.ID, game.Arrange = id(
			11,
		), &Arrangement{
			Way: rapid.SampledFrom([]Way{RoundRobin, Partners, OnDeck, WinnersStay}).Draw(t, "game"),
		}
		l.Blocks = append(l.Blocks, game)
		l.Have = &Means{Courts: rapid.IntRange(1, 3).Draw(t, "courts"), Kit: []string{}}
		if rapid.Bool().Draw(t, "late") {
			from := rapid.IntRange(0, 20).Draw(t, "from")
			l.There = []Stay{
				{Student: students[n-1].ID, From: from, To: from + rapid.IntRange(1, 30).Draw(t, "to")},
			}
		}
		require.Empty(t, l.Validate())
		plan := Reckon(l, students, units.Metric)
		for _, lane := range append([][]Span{plan.Coach}, lanesOf(plan)...) {
			at := 0.0
			for _, s := range lane {
				require.InDelta(t, at, s.From, 1e-6)
				require.Greater(t, s.To, s.From)
				sum := 0.0
				for _, d := range []Doing{Hitting, Waiting, Collecting, Feeding, Watching, Away, Resting, Moving, Listening} {
					sum += s.Minutes(d)
				}
				require.InDelta(t, s.To-s.From, sum, 1e-6, "every minute at one thing")
				at = s.To
			}
			require.InDelta(t, plan.Minutes.Value, at, 1e-6)
		}
		for i, p := range plan.Students {
			require.InDelta(
				t,
				plan.Minutes.Value,
				p.Part.Hitting+p.Part.Feeding+p.Part.Collecting+p.Part.Waiting+p.Part.Away,
				1e-6,
				students[i].Name,
			)
		}
	})
}

func lanesOf(p Plan) (out [][]Span) {
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
		l, _ := line(t, "line-deep-short-deep", n, 10)
		b := &l.Blocks[0]
		b.Drill.Hitters = rapid.IntRange(1, 5).Draw(t, "hitters")
		b.Arrange = &Arrangement{
			Way:        Posts,
			Feeders:    rapid.IntRange(0, 5).Draw(t, "feeders"),
			Collectors: rapid.IntRange(0, 3).Draw(t, "collectors"),
		}
		y := b.posts(n)
		held := make([]map[string]int, n)
		for p := range held {
			held[p] = map[string]int{}
		}
		for _, turn := range y.turns {
			seen := 0
			for i, who := range turn {
				for _, p := range who {
					held[p][y.places[i].Name]++
					seen++
				}
			}
			require.Equal(t, n, seen, "everybody is somewhere, nobody twice")
		}
		for p := range held {
			require.Equal(t, held[0], held[p])
		}
		r := l.Rotation(b, 0, n)
		require.Zero(t, r.Apart)
	})
}

// Games give everybody who can play at least so often as anybody else allows:
// changing partners and round robins leave nobody more than one turn behind
// over a round, on any number of courts.
func TestGamesAreShared(t *testing.T) {
	for n := 3; n <= 13; n++ {
		for courts := 1; courts <= 3; courts++ {
			for _, way := range []Way{Partners, RoundRobin, OnDeck} {
				if way != RoundRobin && n < 4 {
					continue
				}
				b := Templates(mustCourt(t, "tennis"))[2]
				b.Arrange = &Arrangement{Way: way}
				y, ok := b.games(n, courts, 20)
				require.True(t, ok)
				hits := make([]int, n)
				for _, turn := range y.turns {
					for i, who := range turn {
						for _, p := range who {
							if y.places[i].Doing == "hitting" {
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
	b := Templates(mustCourt(t, "tennis"))[2]
	b.Match.Rules.SecondsPerPoint = 12
	b.Arrange = &Arrangement{Way: OnDeck}
	y, _ := b.games(7, 1, 15)
	require.InDelta(t, 1, y.each, 1e-9, "five rallies of twelve seconds")
	require.Len(t, y.turns, 7, "seven turns and everybody is back")
	for t0 := range 6 {
		for place := range 7 {
			require.Equal(t, (y.turns[t0][place][0]+1)%7, y.turns[t0+1][place][0])
		}
	}
	lane := []Span{{From: 0, To: 7, Doing: Turns, Cycle: y.beats(3)}}
	require.InDelta(t, 4, spent(lane, Hitting), 1e-9)
	require.InDelta(t, 3, spent(lane, Waiting), 1e-9)
}

// Eight in one line wait most of the time; the arrangement that is offered first
// waits least, holds nobody idle who need not be, and stays valid.
func TestTheOfferWaitsLeast(t *testing.T) {
	l, students := line(t, "line-deep-short-deep", 8, 10)
	for _, have := range []*Means{nil, {Courts: 2, Kit: []string{}}, {Courts: 1, Kit: []string{"machine"}}} {
		l.Have = have
		plan := Reckon(l, students, units.Metric)
		hand := InHand(l, &plan, l.Blocks[0].ID, students, units.Metric)
		require.NotEmpty(t, hand.Offers)
		waits := 0.0
		for _, p := range hand.Rotation.Shares {
			waits += p.Waiting / (p.Waiting + p.Hitting) / 8
		}
		require.InDelta(t, 7.0/8, waits, 0.01, "single file of eight")
		last := -1.0
		for _, o := range hand.Offers {
			require.GreaterOrEqual(t, o.Waiting, last-0.011)
			last = o.Waiting
			changed := *l
			changed.Blocks = o.Fix.Blocks
			require.Empty(t, changed.Validate(), o.Fix.Words)
			now := Reckon(&changed, students, units.Metric)
			got := 0.0
			for _, s := range now.Students {
				got += s.Part.Waiting / 80
			}
			require.InDelta(t, o.Waiting, got, 1e-6, o.Fix.Words)
		}
		require.Less(t, hand.Offers[0].Waiting, 0.55)
	}
}

// Somebody who comes ten minutes late has a third fewer minutes of a half-hour
// drill, and while they are away the others share the balls.
func TestLateOnesShareLess(t *testing.T) {
	l, students := line(t, "line-deep-short-deep", 4, 30)
	whole := Reckon(l, students, units.Metric)
	l.There = []Stay{{Student: students[3].ID, From: 10}}
	late := Reckon(l, students, units.Metric)
	each := whole.Students[0].Contacts.Value
	require.Less(t, late.Students[3].Contacts.Value, each*0.72)
	require.Greater(t, late.Students[0].Contacts.Value, each*1.05)
	sum, all := 0.0, 0.0
	for i := range students {
		sum += late.Students[i].Contacts.Value
		all += whole.Students[i].Contacts.Value
	}
	require.InDelta(t, all, sum, 6, "the balls fed are the same")
	require.InDelta(t, 10, late.Students[3].Part.Away, 1e-9)
}

// One who keeps 60% in against one who keeps 40% in: played out by hand.
func TestRallyChanceAndHandicap(t *testing.T) {
	won, n := 0, 200_000
	rng := newRand()
	for i := range n {
		toHit := i % 2
		for rng.Float64() < []float64{0.6, 0.4}[toHit] {
			toHit = 1 - toHit
		}
		if toHit == 1 {
			won++
		}
	}
	require.InDelta(t, float64(won)/float64(n), rallyChance(0.6, 0.4), 4*math.Sqrt(0.25/float64(n)))
	require.InDelta(t, 0.5, rallyChance(0.7, 0.7), 1e-12)

	l, students := today(t)
	game := &l.Blocks[2]
	chance, level := game.even([]float64{0.75, 0.5}, students)
	require.Greater(t, chance, 0.9)
	require.NotNil(t, level)
	fit := level.Fix.Blocks[0]
	require.Greater(t, fit.Match.Rules.To, fit.Match.Rules.ToB)
	chance, level = fit.even([]float64{0.75, 0.5}, students)
	require.InDelta(t, 0.5, chance, 0.1)
	require.Nil(t, level)
}

// An own version, tempo and counts change that student's drill and nobody else's.
func TestOwnDrills(t *testing.T) {
	l, students := line(t, "line-deep-short-deep", 3, 20)
	b := l.Blocks[0]
	before := Reckon(l, students, units.Metric).Blocks[0].Drill
	l.Blocks[0] = b.with(
		Own{Student: students[1].ID, Scale: 1, Tempo: 1.5, Version: "oneSide", Counts: []int{3}},
	)
	require.Empty(t, l.Validate())
	after := Reckon(l, students, units.Metric).Blocks[0].Drill
	require.Equal(t, before.Players[0], after.Players[0])
	require.Equal(t, 3, after.Players[1].Steps[0].Goal.Count)
	require.InDelta(
		t,
		before.Players[1].Contacts.Value/1.5,
		after.Players[1].Contacts.Value,
		5,
		"slower balls are fewer",
	)
}

// The tempo is levelled for each by what they move and play themselves: another's
// own version of the feeds changes nothing for those who come after.
func TestTempoIsLevelledForEach(t *testing.T) {
	l, students := line(t, "line-wide-crossover", 3, 10)
	d := l.Blocks[0].Drill
	d.Pattern = d.Pattern.Tempo(0.55)
	tempo := func() map[string]float64 {
		plan := Reckon(l, students, units.Metric)
		for _, v := range InHand(l, &plan, l.Blocks[0].ID, students, units.Metric).Levels {
			if v.What == "tempo" {
				out := map[string]float64{}
				for _, o := range v.Fix.Blocks[0].Own {
					out[o.Student] = o.Tempo
				}
				return out
			}
		}
		return nil
	}
	all := tempo()
	require.Greater(t, all[students[2].ID], 1.0)
	l.Blocks[0] = l.Blocks[0].with(Own{Student: students[0].ID, Scale: 1, Version: "onePlace"})
	require.Equal(t, all[students[2].ID], tempo()[students[2].ID])
	fit := l.Blocks[0].with(Own{Student: students[2].ID, Scale: 1, Tempo: all[students[2].ID]})
	asks, ok := fit.DrillFor(students[2].ID).Pattern.Asks(movers[progress.Club])
	require.True(t, ok)
	require.LessOrEqual(t, asks.Ratio, tooTight)
}

// Three drills of which two share their markers: the order that sets out less
// is offered, and costs what it says.
func TestDrillsThatShareASetUp(t *testing.T) {
	l, students := line(t, "four-stations-volley", 2, 10)
	for i, e := range []string{"line-workout", "four-stations-volley"} {
		d, err := library.ByID(e)
		require.NoError(t, err)
		l.Blocks = append(
			l.Blocks,
			Block{ID: id(20 + i), Kind: Drill, Title: d.Drill.Title, Minutes: 10, Drill: &d.Drill},
		)
	}
	was := Reckon(l, students, units.Metric)
	var fix *Fix
	for _, n := range was.Notices {
		if n.Kind == "sharedSetUp" {
			fix = &n.Fixes[0]
		}
	}
	require.NotNil(t, fix)
	require.True(t, fix.Whole)
	l.Blocks = fix.Blocks
	now := Reckon(l, students, units.Metric)
	require.LessOrEqual(t, now.Between.Value, was.Between.Value-worthMoving)
	for _, n := range now.Notices {
		require.NotEqual(t, "sharedSetUp", n.Kind)
	}
}

// Means that are not there are said, with the change that mends it.
func TestWhatIsNotAtHand(t *testing.T) {
	l, students := line(t, "line-deep-short-deep", 4, 20)
	l.Have = &Means{Balls: 24, Kit: []string{}}
	kinds := func() map[string]Notice {
		out := map[string]Notice{}
		for _, n := range Reckon(l, students, units.Metric).Blocks[0].Notices {
			out[n.Kind] = n
		}
		return out
	}
	few := kinds()["tooFewBalls"]
	require.Len(t, few.Fixes, 1)
	l.Blocks = few.Fixes[0].Blocks
	require.NotContains(t, kinds(), "tooFewBalls")
	l, _ = line(t, "short-ball-machine", 2, 10)
	l.Have = &Means{Kit: []string{}}
	require.Contains(t, kinds(), "kitMissing")
	l.Have.Kit = []string{"machine", "markers"}
	require.NotContains(t, kinds(), "kitMissing")
}
