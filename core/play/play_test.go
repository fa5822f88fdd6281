package play_test

import (
	"fmt"
	"slices"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/play"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// on is a block of a shelf drill for n students, who are all there.
func on(t require.TestingT, id string, n int) (*lesson.Lesson, *lesson.Block) {
	d, err := library.ByID(id)
	require.NoError(t, err)
	b := lesson.ForDrill(d)
	b.ID, b.Minutes = sample.ID(11), 12
	l := &lesson.Lesson{
		ID: sample.ID(1), Title: "Lesson", Date: "2026-11-29", Start: "17:00", SlotMinutes: 60,
		Court: d.Pattern.Court, Blocks: []lesson.Block{b},
	}
	for i := range n {
		l.Students = append(l.Students, sample.ID(101+i))
	}
	require.Empty(t, l.Validate())
	return l, &l.Blocks[0]
}

// match is a game of the shelf as a block holds it.
func match(t require.TestingT, id string) *lesson.Match {
	g, err := game.PresetByID(id)
	require.NoError(t, err)
	out := lesson.MatchOf(g)
	return &out
}

func everybody(n int) (out []int) {
	for i := range n {
		out = append(out, i)
	}
	return out
}

// begun is a block of a shelf drill whose first turn is called.
func begun(t require.TestingT, id string, n int) (*play.Script, play.State) {
	l, b := on(t, id, n)
	s := play.Compile(l, b, everybody(n))
	st := s.Begin()
	s.Enter(&st, 0)
	return s, st
}

// tap counts the ball that is due, and says whose it was at which stage.
func tap(s *play.Script, st *play.State, did play.Did, clock int64) play.Effects {
	return s.Play(
		st,
		play.Outcome{Did: did, Student: play.Nobody, Stage: play.Nobody, Where: play.Nobody, Clock: clock},
	)
}

// Serve wide, then the open court, two students: three good balls are a serve and the
// ball after it of the first, and a serve of the second.
func TestATapIsCreditedToTheBallThatIsDue(t *testing.T) {
	s, st := begun(t, "serve-wide-open-court", 2)
	var whose []string
	for range 5 {
		e := tap(s, &st, play.Good, 0)
		whose = append(whose, fmt.Sprint(e.Student, e.Stage))
	}
	require.Equal(t, []string{"0 0", "0 1", "1 0", "1 1", "0 0"}, whose)
	require.Equal(t, 2, s.OwnAt(&st, 0, 0).Good)
	require.Equal(t, 1, s.OwnAt(&st, 0, 1).Good)

	// What comes after it is said beforehand, over the change too.
	s, st = begun(t, "serve-wide-open-court", 2)
	for i := range 6 {
		due := s.Due(&st, play.Nobody)
		next := s.Next(&st, due)
		require.Equal(t, []int{(i + 1) / 2 % 2, (i + 1) % 2}, []int{next.Student, next.Stage}, i)
		require.Equal(t, due, s.Due(&st, play.Nobody), "asking changes nothing")
		tap(s, &st, play.Good, 0)
	}

	// The coach's own tap takes precedence, and the turn goes on from there.
	s, st = begun(t, "serve-wide-open-court", 2)
	s.Play(&st, play.Outcome{Did: play.Good, Student: 0, Stage: 1, Where: play.Nobody})
	require.Equal(t, 2, st.Fed, "the serve was played, and not counted")
	require.Equal(t, 1, st.Balls)
	e := tap(s, &st, play.Good, 0)
	require.Equal(t, []int{1, 0}, []int{e.Student, e.Stage})
}

// A rally goes on with the ball that began it, so that only that one is out of the basket.
func TestTheBallsOfARallyAreNotOutOfTheBasket(t *testing.T) {
	s, st := begun(t, "serve-volley-bonus", 2)
	full := st.BasketLeft
	for range 4 {
		tap(s, &st, play.Good, 0)
	}
	require.Equal(t, 4, st.Fed)
	require.Equal(t, 2, st.New)
	require.Equal(t, full-2, st.BasketLeft)
}

// The next student comes up for the approach while this one hits the overhead, and what
// is tapped of them meanwhile is of their own turn.
func TestTheNextComesUpBeforeTheEnd(t *testing.T) {
	s, st := begun(t, "three-part-point", 2)
	for range 2 {
		require.False(t, s.Comes(&st))
		require.Equal(t, 0, tap(s, &st, play.Good, 0).Student)
	}
	require.True(t, s.Comes(&st))
	s.Play(&st, play.Outcome{Did: play.Good, Student: 1, Stage: play.Nobody, Where: play.Nobody})
	require.Equal(t, 0, st.Turn.N, "the first still has the overhead")
	require.Equal(t, 0, tap(s, &st, play.Good, 0).Student)
	require.Equal(t, 1, tap(s, &st, play.Good, 0).Student)
	require.Equal(t, 1, st.Turn.N)
	due := s.Due(&st, play.Nobody)
	require.Equal(t, []int{1, 3}, []int{due.Student, due.Ball}, "the approach was hit already")
}

// The server and the returner are two students: each ball is of who hits it.
func TestABallIsOfTheRoleThatHitsIt(t *testing.T) {
	s, st := begun(t, "deep-serve-return", 2)
	for range 4 {
		e := tap(s, &st, play.Good, 0)
		require.Equal(t, e.Student, e.Stage, "the first serves, the second returns")
	}
}

// One ball, five good ones at each station: a miss goes back to the first; all seven
// stations are climbed, and no change is called on the way.
func TestOneBallClimbsTheStations(t *testing.T) {
	s, st := begun(t, "four-stations-volley", 2)
	require.Equal(t, play.NoBasket, st.BasketLeft)
	for range 12 {
		require.Equal(t, 0, tap(s, &st, play.Good, 0).Student)
	}
	require.Equal(t, 2, st.Students[0].Stage)
	e := tap(s, &st, play.Miss, 0)
	require.True(t, st.Turn.Full, "leave at the first mistake")
	require.Equal(t, 1, e.Focus)
	require.Equal(t, 0, st.Students[0].Stage, "begins again at the first station")
	require.Equal(t, 2, st.Students[0].Far)
	for range 35 {
		require.Equal(t, 1, tap(s, &st, play.Good, 0).Student)
	}
	require.True(t, st.Students[1].Met)
	require.Equal(t, 7, st.Students[1].Far)
	require.True(t, st.Turn.Full)
	for i := range 10 {
		require.Equal(t, 0, tap(s, &st, play.Good, 0).Student, i)
	}
	require.Equal(t, 2, st.Students[0].Stage, "the stations met before are played again")
}

// Four zones of twenty seconds run by themselves, student after student, until the coach
// holds them.
func TestZonesRunByTheBell(t *testing.T) {
	s, st := begun(t, "through-the-zones", 2)
	zone := func() []int { return []int{s.Hitter(st.Turn.Seat), st.Students[s.Hitter(st.Turn.Seat)].Stage} }
	for i := range 4 {
		require.Equal(t, []int{0, i}, zone())
		tap(s, &st, play.Good, int64(i)*20_000+5_000)
		s.Time(&st, int64(i+1)*20_000)
		require.True(t, s.TallyAt(&st, 0, i).Met, "its time is spent")
	}
	require.True(t, st.Turn.Rests)
	s.Time(&st, 85_000)
	require.Equal(t, []int{1, 0}, zone(), "the next steps in, five seconds to change")
	s.Hold(&st, true, 90_000)
	s.Time(&st, 200_000)
	require.Equal(t, []int{1, 0}, zone(), "held")
	s.Hold(&st, false, 200_000)
	s.Time(&st, 201_000)
	require.Equal(t, []int{1, 1}, zone())
	s.Time(&st, 1_000_000)
	require.Greater(t, st.Turn.N, 3, "and so on")
	require.Equal(t, 4, st.Balls)
}

// Two lines with two partners at the net: each has their own place, and each goes the
// same way through all of them.
func TestTwoLinesAndThePartnersAtTheNet(t *testing.T) {
	l, b := on(t, "lines-two-net-partner", 6)
	y := play.RoundOf(l, b, everybody(6))
	var first []string
	way := make([][]string, 6)
	for t0, turn := range y.Turns {
		for p, held := range turn {
			for _, who := range held {
				if way[who] = append(way[who], y.Places[p].ID); t0 == 0 {
					first = append(first, y.Places[p].ID)
				}
			}
		}
	}
	require.Equal(
		t,
		[]string{"role-left", "line-left", "role-right", "line-right", "role-net", "role-net"},
		first,
	)
	round := []string{"role-left", "line-right", "role-right", "role-net", "role-net", "line-left"}
	for who := range way {
		at := slices.Index(round, way[who][0])
		if way[who][0] == "role-net" && way[who][1] != "role-net" {
			at++
		}
		require.Equal(t, append(slices.Clone(round[at:]), round[:at]...), way[who])
	}
}

// Who has hit collects, where everybody collects what they hit.
func TestWhoHasHitCollects(t *testing.T) {
	l, b := on(t, "line-collect", 4)
	y := play.RoundOf(l, b, everybody(4))
	for t0 := range y.Turns[:3] {
		next := y.Turns[t0+1]
		for p, place := range y.Places {
			if place.Doing == "collecting" {
				require.Equal(t, y.Turns[t0][0], next[p])
			}
		}
	}
}

// A number of balls drawn anew for each turn is within its bounds, takes every value, and
// is the same for whoever asks.
func TestADrawnNumberOfBalls(t *testing.T) {
	s, _ := begun(t, "line-workout", 3)
	again, _ := begun(t, "line-workout", 3)
	seen := map[int]int{}
	for n := range 600 {
		balls := s.BallsOf(n, drill.End{By: drill.ByBalls, Least: 3, Most: 8})
		require.Equal(t, balls, again.BallsOf(n, drill.End{By: drill.ByBalls, Least: 3, Most: 8}))
		seen[balls]++
	}
	require.Len(t, seen, 6)
	for balls, n := range seen {
		require.InDelta(t, 100, n, 40, "%d balls", balls)
	}
	require.False(t, s.Told())
}

// Two timed run-outs, and the next student is called.
func TestRunOutsFillATurn(t *testing.T) {
	s, st := begun(t, "shuttle-run-outs", 3)
	ran := func(who int) play.Effects {
		return s.Play(&st, play.Outcome{Did: play.Timed, Student: who, Stage: 0, Value: 14_000})
	}
	require.Equal(t, play.Nobody, ran(0).Focus)
	require.Equal(t, 1, ran(0).Focus)
	require.True(t, st.Turn.Full)
	ran(1)
	require.Equal(t, 1, st.Turn.N)
}

// A rally of n shots that ends with B's miss: A made ⌈n/2⌉, B the others and a miss.
func TestARallyOfTwoCountsForBoth(t *testing.T) {
	for n := range 9 {
		s, st := begun(t, "warm-up-pair", 2)
		s.Play(
			&st,
			play.Outcome{
				Did:     play.Rally,
				Student: 1,
				Players: []int{0, 1},
				Stage:   0,
				Value:   n,
				Where:   play.Nobody,
			},
		)
		a, b := s.OwnAt(&st, 0, 0), s.OwnAt(&st, 1, 0)
		require.Equal(t, []int{(n + 1) / 2, (n + 1) / 2}, []int{a.Good, a.Balls}, n)
		require.Equal(t, []int{n / 2, n/2 + 1}, []int{b.Good, b.Balls}, n)
	}
}

// A repetition that was rated and not held is not met, and the rating is of the stage
// whose repetition it was.
func TestARatingIsOfItsRepetition(t *testing.T) {
	s, st := begun(t, "loosen-the-grip", 1)
	for range 6 {
		s.Play(&st, play.Outcome{Did: play.Reps, Student: 0, Stage: 0, Value: 1})
	}
	require.Equal(t, 1, st.Students[0].Stage)
	rate := func(value int) {
		s.Play(&st, play.Outcome{Did: play.Rated, Student: 0, Stage: st.Students[0].Stage, Value: value})
	}
	rate(0)
	require.Equal(t, [3]int{1, 0, 0}, s.OwnAt(&st, 0, 0).Held)
	require.False(t, s.TallyAt(&st, 0, 0).Met, "none was held")
	rate(2)
	require.True(t, s.TallyAt(&st, 0, 0).Met)
}

// Everybody on the side that wins a point has a point; a new pair begins at nothing.
func TestTheWinnersHaveAPointEach(t *testing.T) {
	l, b := on(t, "line-collect", 5)
	l.Blocks[0] = lesson.Block{ID: b.ID, Kind: lesson.Game, Title: "Take the net", Minutes: 20,
		Arrangement: &lesson.Arrangement{Manner: lesson.OnDeck}, Match: match(t, "takeTheNet")}
	l.Blocks[0].Match.Rules.WarmUp = 0
	require.Empty(t, l.Validate())
	s := play.Compile(l, &l.Blocks[0], everybody(5))
	st := s.Begin()
	s.Enter(&st, 0)
	first := st.Courts[0].Sides
	for i := range 5 {
		s.Point(&st, play.Point{Side: i % 2, Player: play.Nobody})
	}
	require.NotEqual(t, first, st.Courts[0].Sides)
	require.Zero(t, st.Courts[0].Score.Points)
	own := st.Courts[0].Score.Own
	for _, who := range first[0] {
		require.Equal(t, 3, own[who])
	}
	for _, who := range first[1] {
		require.Equal(t, 2, own[who])
	}
}

// Two against one: three students play, none waits, and each is the one in turn.
func TestSidesOfAnySize(t *testing.T) {
	l, b := on(t, "line-collect", 3)
	l.Blocks[0] = lesson.Block{ID: b.ID, Kind: lesson.Game, Title: "Two against one", Minutes: 12,
		Match: match(t, "twoAgainstOne")}
	require.Empty(t, l.Validate())
	ones := map[int]bool{}
	for turn := range 3 {
		s := play.Compile(l, &l.Blocks[0], everybody(3))
		st := s.Begin()
		s.Enter(&st, 0)
		s.Call(&st, turn, 0)
		sides := st.Courts[0].Sides
		require.Len(t, sides[0], 1)
		require.Len(t, sides[1], 2)
		ones[sides[0][0]] = true
	}
	require.Len(t, ones, 3)
}

// Whatever is played, credits equal taps, balls brought are those counted and those not,
// and the same steps give the same state.
func TestCreditsEqualTaps(t *testing.T) {
	ids := []string{
		"serve-wide-open-court",
		"serve-and-volley",
		"four-stations-volley",
		"lines-two-net-partner",
		"line-workout",
		"net-alley-centre-alley",
		"outside-the-gates",
		"line-collect",
		"deep-serve-return",
		"warm-up-pair",
		"short-ball-corners",
		"through-the-zones",
	}
	rapid.Check(t, func(t *rapid.T) {
		id := rapid.SampledFrom(ids).Draw(t, "drill")
		d, err := library.ByID(id)
		require.NoError(t, err)
		n := rapid.IntRange(1, min(8, d.Players.Most)).Draw(t, "students")
		s, st := begun(t, id, n)
		twin := st.Clone()
		good, miss := 0, 0
		clock := int64(0)
		for range rapid.IntRange(0, 80).Draw(t, "taps") {
			clock += int64(rapid.IntRange(0, 9_000).Draw(t, "ms"))
			o := play.Outcome{
				Did:     play.Good,
				Student: play.Nobody,
				Stage:   play.Nobody,
				Where:   play.Nobody,
				Clock:   clock,
			}
			if rapid.IntRange(0, 3).Draw(t, "miss") == 0 {
				o.Did, o.Where = play.Miss, rapid.IntRange(0, 3).Draw(t, "where")
			}
			if rapid.IntRange(0, 5).Draw(t, "whose") == 0 {
				o.Student = rapid.IntRange(0, n-1).Draw(t, "student")
			}
			due := s.Due(&st, o.Student)
			e := s.Play(&st, o)
			require.Equal(t, e, s.Play(&twin, o))
			if e.Student == play.Nobody {
				continue
			}
			if id != "through-the-zones" { // where a bell may ring before the tap
				require.Equal(t, due.Student, e.Student, "who is due is who is credited")
			}
			if o.Did == play.Good {
				good++
			} else {
				miss++
			}
		}
		sumGood, sumBalls, sumMissed := 0, 0, 0
		for _, own := range st.Own {
			sumGood, sumBalls = sumGood+own.Good, sumBalls+own.Balls
			for _, m := range own.Misses {
				sumMissed += m
			}
		}
		require.Equal(t, good, sumGood)
		require.Equal(t, good+miss, sumBalls)
		require.Equal(t, miss, sumMissed)
		require.Equal(t, good+miss, st.Balls)
		require.GreaterOrEqual(t, st.Fed, st.Balls, "contacts never exceed balls")
		require.Equal(t, st, twin)
	})
}

// A step of a ball allocates nothing.
func TestAStepAllocatesNothing(t *testing.T) {
	s, st := begun(t, "short-ball-corners", 4)
	i := 0
	require.Zero(t, testing.AllocsPerRun(1000, func() {
		i++
		tap(s, &st, play.Did(i%3/2), int64(i)*4000)
	}))
}

func BenchmarkBall(b *testing.B) {
	s, st := begun(b, "short-ball-corners", 4)
	for i := range b.N {
		tap(s, &st, play.Did(i%3/2), int64(i)*4000)
	}
}

// Late or early in mid-turn: the counts, the turn and whose turn it is go on.
func TestComingAndGoingInMidTurn(t *testing.T) {
	l, b := on(t, "line-deep-short-deep", 5)
	s := play.Compile(l, b, []int{0, 1, 3, 4})
	st := s.Begin()
	s.Enter(&st, 0)
	for range 4 {
		tap(s, &st, play.Good, 0)
	}
	require.Equal(t, []int{1, 1}, []int{st.Turn.N, s.Hitter(st.Turn.Seat)})
	all := play.Compile(l, b, everybody(5))
	require.Equal(t, play.Nobody, all.Carry(&st, s, 0))
	require.Equal(t, []int{1, 1, 1}, []int{st.Turn.N, all.Hitter(st.Turn.Seat), st.Turn.Balls})
	require.Equal(t, 3, all.OwnAt(&st, 0, 0).Good)
	gone := play.Compile(l, b, []int{0, 2, 3, 4})
	require.Equal(t, 2, gone.Carry(&st, all, 0), "who hits has left: the next takes over")
	require.Equal(t, 0, st.Turn.Balls)
	require.Equal(t, 2, tap(gone, &st, play.Good, 0).Student)
}

// Where a turn ends as its stage is met, who has met everything is passed over: the balls are
// those of the others.
func TestWhoHasMetEverythingIsPassedOver(t *testing.T) {
	l, b := on(t, "short-ball-corners", 2)
	d := b.Drill.Clone()
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal.Count = 2
	d.Turn = &drill.Turn{Ends: []drill.End{{By: drill.ByMet}, {By: drill.ByBalls, Count: 4}}}
	b.Drill = &d
	require.Empty(t, l.Validate())
	s := play.Compile(l, b, everybody(2))
	st := s.Begin()
	s.Enter(&st, 0)
	for range 2 {
		s.Play(
			&st,
			play.Outcome{Did: play.Good, Student: play.Nobody, Stage: play.Nobody, Where: play.Nobody},
		)
	}
	require.True(t, st.Students[0].Met)
	for n := range 3 { // the second misses for three turns
		s.Call(&st, st.Turn.N+1, 0)
		require.Equal(t, 1, s.Due(&st, play.Nobody).Student, "turn %d", n)
		for range 4 {
			s.Play(
				&st,
				play.Outcome{Did: play.Miss, Student: play.Nobody, Stage: play.Nobody, Where: play.Nobody},
			)
		}
		require.True(t, st.Turn.Full)
	}
}

// Before anybody is there, a block at stations whose stages run by the bell waits: nobody is
// due, and it begins when somebody comes.
func TestStationsByTheBellWaitForSomebody(t *testing.T) {
	l, b := on(t, "through-the-zones", 2)
	b.Arrangement = &lesson.Arrangement{Manner: lesson.Stations, Others: []string{"serves"}}
	empty, both := play.Compile(l, b, nil), play.Compile(l, b, everybody(2))
	st := empty.Begin()
	empty.Enter(&st, 0)
	empty.Time(&st, 60_000)
	require.Equal(t, play.Nobody, empty.Due(&st, play.Nobody).Student)
	both.Carry(&st, empty, 60_000)
	both.Enter(&st, 60_000)
	require.NotEqual(t, play.Nobody, both.Due(&st, play.Nobody).Student)
}

// A turn, or a streak with its miss, comes to the same counted when it is over as ball by ball.
func TestCountedWhenTheTurnIsOver(t *testing.T) {
	for kind, good := range map[goal.Kind]int{goal.Total: 3, goal.InARow: 4} {
		l, b := on(t, "short-ball-corners", 2)
		d := b.Drill.Clone()
		d.Stages = d.Stages[:1]
		d.Stages[0].Goal = goal.Goal{Kind: kind, Count: 9}
		d.TurnBalls = 5
		b.Drill = &d
		require.Empty(t, l.Validate())
		s := play.Compile(l, b, everybody(2))
		each, whole := s.Begin(), s.Begin()
		s.Enter(&each, 0)
		s.Enter(&whole, 0)
		for i := range 5 {
			did := play.Good
			if i >= good {
				did = play.Miss
			}
			tap(s, &each, did, int64(i))
		}
		o := play.Outcome{
			Did:     play.Many,
			Student: 0,
			Stage:   0,
			Value:   good,
			Of:      5,
			Where:   play.Nobody,
			At:      1,
			Clock:   4,
		}
		if kind == goal.InARow {
			o.Of = good
			s.Play(&whole, o)
			o = play.Outcome{Did: play.Miss, Student: 0, Stage: 0, Where: play.Nobody, At: 1, Clock: 4}
		}
		s.Play(&whole, o)
		one, other := s.OwnAt(&each, 0, 0), s.OwnAt(&whole, 0, 0)
		require.Equal(t, []int{one.Balls, one.Good}, []int{other.Balls, other.Good}, kind)
		x, y := s.TallyAt(&each, 0, 0), s.TallyAt(&whole, 0, 0)
		require.Equal(t, []int{x.Count, x.Streak}, []int{y.Count, y.Streak}, kind)
		if kind == goal.InARow {
			require.Equal(t, x.Best, y.Best)
		}
		require.Equal(t, each.Turn, whole.Turn, kind)
		require.True(t, whole.Turn.Full)
	}
}
