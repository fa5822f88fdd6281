package drill

import (
	"math"
	"math/rand/v2"
	"testing"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/footwork"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

func shortBall(t testing.TB) Drill {
	c, err := court.ByID("tennis")
	require.NoError(t, err)
	d := shortBallOn(c)
	require.Empty(t, d.Validate())
	return d
}

func turns(t testing.TB, d Drill, students, minutes int) Turns {
	flown, err := d.Pattern.Fly()
	require.NoError(t, err)
	return d.Turns(flown, float64(students), float64(minutes))
}

func player(name string, p float64, steps int) Player {
	q := Player{ID: name, Name: name, Hand: court.RightHand}
	for range steps {
		q.Rates = append(q.Rates, Rate{p, p - 0.08, p + 0.08})
	}
	return q
}

// Common practice [trade]: 4.5 ft in from the sideline, 6.5 ft from the
// baseline, success within 4.5 ft.
func TestTargetIsMeasuredAsCoachesSayIt(t *testing.T) {
	d := shortBall(t)
	o := d.Outlook([]Player{player("a", 0.6, 8)}, 20).Offsets
	require.InDelta(t, units.Feet(4.5), o.FromSideline, 1e-9)
	require.InDelta(t, units.Feet(6.5), o.FromBaseline, 1e-9)
	require.InDelta(t, units.Feet(4.5), d.Targets[0].Radius, 1e-9)
	require.Zero(t, d.Overhang())
}

func TestShapesFollowWingAndHand(t *testing.T) {
	d := shortBall(t)
	fh, bh := Step{
		Stroke:    pattern.Forehand,
		Direction: CrossCourt,
	}, Step{
		Stroke:    pattern.Backhand,
		Direction: CrossCourt,
	}
	balls, err := d.Pattern.Fly()
	require.NoError(t, err)
	shape := func(s Step, hand court.Hand) Shape { return d.shape(s, hand, d.metAt(balls)) }
	right := shape(fh, court.RightHand)
	require.Positive(t, right.Hit.X)
	require.Negative(t, right.Aim.X, "cross-court crosses")
	require.Equal(t, right, shape(bh, court.LeftHand), "a left-hander's backhand is on the same side")
	straight := shape(Step{Stroke: pattern.Forehand, Direction: Straight}, court.RightHand)
	require.Equal(t, right.Aim.Mirror(), straight.Aim)
}

// An independent count of the same thing: play the drill ball by ball, with
// turns and pick-ups, and see how often both students finish in time.
func TestChanceAgreesWithPlayingItOut(t *testing.T) {
	d := shortBall(t)
	players := []Player{player("a", 0.62, 8), player("b", 0.7, 8)}
	const minutes, times = 25, 20000
	plan := d.Outlook(players, minutes)
	rng := rand.New(rand.NewPCG(7, 7))
	for i, p := range players {
		done := 0
		for range times {
			own, step, count := 0, 0, 0
			for step < len(d.Steps) {
				own++
				g := d.Steps[step].Goal
				if rng.Float64() < p.Rates[step].Mean {
					count++
				} else if g.Kind == goal.InARow {
					count = 0
				}
				if count == g.Count {
					step, count = step+1, 0
				}
			}
			if d.Tempo().Minutes(float64(own*len(players))) <= minutes {
				done++
			}
		}
		got := float64(done) / times
		require.InDelta(t, plan.Players[i].Finish.Value, got, 4*math.Sqrt(0.25/times), p.Name)
	}
}

// Every change offered does what it promises and nothing else; it is the
// smallest of its sort.
func TestBendsReachWhatTheyPromise(t *testing.T) {
	d := shortBall(t)
	sigmaFrom := func(p float64) Rerate {
		return func(d *Drill) []Player {
			r := d.Targets[0].Radius
			rate := 1 - math.Pow(1-p, r*r/(1.3716*1.3716))
			return []Player{player("a", rate, 8), player("b", rate+0.01, 8)}
		}
	}
	rerate := sigmaFrom(0.62)
	require.Less(t, d.Outlook(rerate(&d), 20).Worst(), Enough)
	bends := turns(t, d, 2, 20).Fitting(rerate)
	require.Len(t, bends, 3)
	for _, b := range bends {
		require.Empty(t, b.Drill.Validate(), b.Kind)
		worst := b.Drill.Outlook(rerate(&b.Drill), float64(b.Minutes)).Worst()
		require.GreaterOrEqual(t, worst, Wanted, b.Kind)
		require.InDelta(t, b.Chance, worst, 1e-9, b.Kind)
	}
	require.Less(
		t,
		turns(t, bends[1].Drill, 2, bends[1].Minutes-1).worst(rerate(&d)),
		Wanted,
		"a minute less is not enough",
	)
	require.Equal(t, 5, d.Steps[4].Goal.Count, "the drill itself is untouched")
	require.Zero(t, bends[2].Drill.Overhang(), "the larger circle is moved into court")
	require.Empty(t, turns(t, d, 2, 3).Fitting(sigmaFrom(0.05)), "nothing is offered that cannot work")
}

// A target past the line loses the part that is out, and no other.
func TestOverhangCostsChance(t *testing.T) {
	d := shortBall(t)
	inside := d.Outlook([]Player{player("a", 0.6, 8)}, 20).Players[0].Steps[0].Rate.Mean
	require.InDelta(t, 0.6, inside, 1e-9)
	d.Targets[0].At.X += 1
	require.InDelta(t, 1, d.Overhang(), 1e-6)
	out := d.Outlook([]Player{player("a", 0.6, 8)}, 20).Players[0].Steps[0].Rate.Mean
	require.Less(t, out, 0.6)
	require.Greater(t, out, 0.3)
	fixed := d.PulledIn()
	require.Zero(t, fixed.Overhang())
}

func TestImpossibleDrillsNameTheField(t *testing.T) {
	for field, spoil := range map[string]func(*Drill){
		"targets[0].at":        func(d *Drill) { d.Targets[0].At.X = 9 },
		"targets[0].radius":    func(d *Drill) { d.Targets[0].Radius = math.NaN() },
		"targets[0].kind":      func(d *Drill) { d.Targets[0].Kind = "star" },
		"steps[2].target":      func(d *Drill) { d.Steps[2].Target = 3 },
		"players":              func(d *Drill) { d.Players.Least = 9 },
		"focus":                func(d *Drill) { d.Focus = "winning" },
		"steps[1].goal.count":  func(d *Drill) { d.Steps[1].Goal.Count = 0 },
		"steps[0].stroke":      func(d *Drill) { d.Steps[0].Stroke = "smash" },
		"steps":                func(d *Drill) { d.Steps = nil },
		"pattern.feeds[0].gap": func(d *Drill) { d.Pattern.Feeds[0].Gap = 0 },
		"basket":               func(d *Drill) { d.Basket = -1 },
		"pattern.court":        func(d *Drill) { d.Pattern.Court = "moon" },
		"pattern.area":         func(d *Drill) { d.Pattern.Area = "triples" },
		"pattern.start":        func(d *Drill) { d.Pattern.Start.Y = -40 },
		"turnBalls":            func(d *Drill) { d.TurnBalls = 0 },
		"format":               func(d *Drill) { d.Format = "other" },
		"title":                func(d *Drill) { d.Title = " " },
	} {
		d := shortBall(t)
		spoil(&d)
		p := d.Validate()
		require.Len(t, p, 1, field)
		require.Equal(t, field, p[0].Field)
	}
}

// Two hundred feeds with their footwork: each solved, bounced, met at contact
// height, and the student run through all of them.
func BenchmarkTwoHundredFeeds(b *testing.B) {
	ball, err := flight.BallByID("tennis")
	require.NoError(b, err)
	c, err := court.ByID("tennis")
	require.NoError(b, err)
	net := func(x float64) float64 { return c.NetHeight(court.Singles, x) }
	for b.Loop() {
		balls := make([]footwork.Ball, 0, 200)
		for i := range 200 {
			to := flight.Vec{
				X: 3 * math.Sin(float64(i)),
				Y: -8 - 2*math.Cos(float64(i)),
				Z: ball.Diameter / 2,
			}
			a := flight.Solve(
				ball,
				flight.Standard,
				flight.Feed{
					From: flight.Vec{X: 0.5, Y: 7, Z: 1},
					To:   to,
					By:   flight.BySpeed,
					Want: 17,
					Net:  net,
				},
				false,
			)
			met := flight.After(
				ball,
				flight.Standard,
				a.Flight.Landing,
				a.Flight.Spin,
				flight.Options{Ground: 0.7},
			).Landing
			balls = append(
				balls,
				footwork.Ball{
					Contact:   court.Point{X: met.At.X, Y: met.At.Y},
					Available: met.Time,
					Between:   2,
					Recover:   court.Point{Y: -12},
				},
			)
		}
		footwork.Club.Sequence(court.Point{Y: -12}, balls)
	}
}

// A goal that one ball in three is played for takes three times the balls, in
// the chain as in a count by hand: rally twice, go on the third.
func TestOnlyItsOwnBallsCountForAGoal(t *testing.T) {
	d := shortBall(t)
	d.Steps = []Step{
		{Stroke: pattern.Forehand, Direction: Straight, Goal: goal.Goal{Kind: goal.InARow, Count: 3}},
	}
	rally := d.Pattern.Feeds[0]
	rally.Stroke, rally.How = pattern.Either, pattern.Live
	d.Pattern.Feeds = append(d.Pattern.Feeds, rally, rally)
	const p, minutes = 0.7, 10
	plan := d.Outlook([]Player{player("a", p, 1)}, minutes)
	rng := rand.New(rand.NewPCG(3, 9))
	done, times := 0, 40000
	balls := d.Tempo().Balls(minutes)
	for range times {
		count := 0
		for i := 0; i < balls && count < 3; i++ {
			switch {
			case rng.Float64() >= 1.0/3: // not for this goal
			case rng.Float64() < p:
				count++
			default:
				count = 0
			}
		}
		if count == 3 {
			done++
		}
	}
	require.InDelta(
		t,
		plan.Players[0].Finish.Value,
		float64(done)/float64(times),
		4*math.Sqrt(0.25/float64(times)),
	)
	require.Less(t, plan.Balls.Value, float64(balls)/2, "two in three come from the rally")
}

// Every kind of goal can say how its minutes come about.
func TestEveryKindOfGoalHasItsWords(t *testing.T) {
	for _, k := range goal.Kinds() {
		d := goalDerivations[goal.Kind(k.ID)]
		require.NotNil(t, d, k.ID)
		require.Contains(t, Derivations, d, "and they can be asked for")
	}
}
