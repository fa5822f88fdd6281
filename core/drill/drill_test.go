package drill

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/footwork"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/progress"
	"hodometer/core/target"
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
	return d.Turns(nil, nil, float64(students), float64(minutes))
}

// player is a student of that level of whom nothing was counted, but that their
// spread is about k times the level's.
func player(t testing.TB, name string, level units.Level, k float64, steps int) Player {
	l, err := target.LevelOf(level)
	require.NoError(t, err)
	m, err := footwork.For(level)
	require.NoError(t, err)
	q := Player{ID: name, Name: name, Hand: court.RightHand, Level: l, Mover: m}
	for range steps {
		q.Beliefs = append(q.Beliefs, progress.Unknown(math.Log(k)))
	}
	return q
}

// Common practice [trade]: 4.5 ft in from the sideline, 6.5 ft from the
// baseline, success within 4.5 ft.
func TestTargetIsMeasuredAsCoachesSayIt(t *testing.T) {
	d := shortBall(t)
	o := d.Outlook(nil, 20).Offsets
	require.InDelta(t, units.Feet(4.5), o.FromSideline, 1e-9)
	require.InDelta(t, units.Feet(6.5), o.FromBaseline, 1e-9)
	require.InDelta(t, units.Feet(4.5), d.Targets[0].Radius, 1e-9)
	require.Zero(t, d.Overhang())
}

func TestShapesFollowWingAndHand(t *testing.T) {
	d := shortBall(t)
	fh, bh := Stage{
		Stroke:    pattern.Forehand,
		Direction: CrossCourt,
	}, Stage{
		Stroke:    pattern.Backhand,
		Direction: CrossCourt,
	}
	balls, err := d.Pattern.Fly()
	require.NoError(t, err)
	shape := func(s Stage, hand court.Hand) Shape { return d.shape(s, hand, d.metAt(balls)) }
	right := shape(fh, court.RightHand)
	require.Positive(t, right.Hit.X)
	require.Negative(t, right.Aim.X, "cross-court crosses")
	require.Equal(t, right, shape(bh, court.LeftHand), "a left-hander's backhand is on the same side")
	straight := shape(Stage{Stroke: pattern.Forehand, Direction: Straight}, court.RightHand)
	require.Equal(t, right.Aim.Mirror(), straight.Aim)
}

// An independent count of the same thing: draw what may be true of each student
// at every skill, play the drill ball by ball with turns and pick-ups, and see
// how often they finish in time; and that eight truths in ten lie in the band.
func TestChanceAgreesWithPlayingItOut(t *testing.T) {
	d := shortBall(t)
	d.Stages = d.Stages[:3]
	players := []Player{player(t, "a", units.Club, 0.8, 3), player(t, "b", units.Performance, 1, 3)}
	const minutes, times = 14, 20000
	plan := d.Outlook(players, minutes)
	rng := rand.New(rand.NewPCG(7, 7))
	for i, p := range players {
		curves := turns(t, d, 2, minutes).Curves(p)
		own := d.TempoFor(2).Balls(minutes) / len(players)
		done := 0
		for range times {
			skills := map[Skill]float64{}
			step, count := 0, 0
			for ball := 0; ball < own && step < len(d.Stages); ball++ {
				s := d.Stages[step]
				if _, ok := skills[d.Skill(s)]; !ok {
					skills[d.Skill(s)] = p.Beliefs[step].Quantile(rng.Float64())
				}
				if rng.Float64() < curves[step].At(skills[d.Skill(s)]) {
					count++
				} else if s.Goal.Kind == goal.InARow {
					count = 0
				}
				if count == s.Goal.Count {
					step, count = step+1, 0
				}
			}
			if step == len(d.Stages) {
				done++
			}
		}
		f := plan.Players[i].Finish
		require.InDelta(t, f.Value, float64(done)/times, 4*math.Sqrt(0.25/times), p.Name)
		require.Less(t, *f.Low, f.Value)
		require.Greater(t, *f.High, f.Value)
		require.NotEmpty(t, plan.Players[i].Said)
	}
}

// Every change offered does what it promises and nothing else; it is the
// smallest of its sort.
func TestChangesReachWhatTheyPromise(t *testing.T) {
	d := shortBall(t)
	players := []Player{player(t, "a", units.Club, 0.45, 8), player(t, "b", units.Club, 0.4, 8)}
	require.Less(t, d.Outlook(players, 16).Worst(), Enough)
	changes := turns(t, d, 2, 16).Fitting(players)
	require.NotEmpty(t, changes)
	kinds := map[string]Adjustment{}
	for _, b := range changes {
		kinds[b.Kind] = b
		require.Empty(t, b.Drill.Validate(), b.Kind)
		worst := b.Drill.Outlook(players, float64(b.Minutes)).Worst()
		require.GreaterOrEqual(t, worst, Wanted, b.Kind)
		require.InDelta(t, b.Chance, worst, 1e-9, b.Kind)
	}
	require.Contains(t, kinds, Longer)
	require.Less(
		t,
		turns(t, d, 2, kinds[Longer].Minutes-1).worst(players, Wanted),
		Wanted,
		"a minute less is not enough",
	)
	require.Equal(t, 5, d.Stages[4].Goal.Count, "the drill itself is untouched")
	if b, ok := kinds[Wider]; ok {
		require.Zero(t, b.Drill.Overhang(), "the larger circle is moved into court")
	}
	hopeless := []Player{player(t, "a", units.Beginner, 2, 8)}
	require.Empty(t, turns(t, d, 2, 3).Fitting(hopeless), "nothing is offered that cannot work")
}

// What is nearly sure is stretched until it is not, and no further than the
// wanted chance.
func TestNearlySureIsStretched(t *testing.T) {
	d := shortBall(t)
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal = goal.Goal{Kind: goal.Total, Count: 3}
	players := []Player{player(t, "a", units.Performance, 0.8, 1)}
	o := d.Outlook(players, 15)
	require.Greater(t, o.Players[0].Half, NearlySure)
	changes := turns(t, d, 1, 15).Stretching(players)
	require.NotEmpty(t, changes)
	for _, b := range changes {
		p := b.Drill.Outlook(players, float64(b.Minutes)).Players[0]
		require.InDelta(t, b.Chance, p.Finish.Value, 1e-9, b.Kind)
		require.GreaterOrEqual(t, b.Chance, Wanted, b.Kind)
		require.LessOrEqual(t, b.Chance, o.Players[0].Finish.Value+1e-9, b.Kind)
	}
}

// What is not a ball stays out of chance: it is counted in repetitions and takes
// its time.
func TestRepetitionsHaveNoChance(t *testing.T) {
	d := shortBall(t)
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal = goal.Goal{Kind: goal.Total, Count: 12}
	for i := range d.Pattern.Feeds {
		d.Pattern.Feeds[i].How = pattern.Shadow
	}
	p := d.Outlook([]Player{player(t, "a", units.Club, 1, 1)}, 10).Players[0]
	require.Nil(t, p.Finish)
	require.Nil(t, p.Stages[0].Rate)
	require.Equal(t, "12 repetitions", p.Stages[0].GoalLabel)
	require.InDelta(t, 12*d.Tempo().SecondsPerBall/60, p.Likely.Value, 1e-9)
	require.Equal(t, 1.0, d.Outlook([]Player{player(t, "a", units.Club, 1, 1)}, 10).Worst())
	require.False(t, d.Playable())
}

// A wider target never lowers a chance, a beginner is never above a club player
// of whom as little is known, more effort never raises it, and what is fed to two
// hitters is never more than was fed.
func TestChancesAreWhatACoachExpects(t *testing.T) {
	d := shortBall(t)
	rate := func(d Drill, level units.Level) float64 {
		return turns(t, d, 2, 20).Rates(player(t, "a", level, 1, 8))[0].Mean
	}
	last := 0.0
	for k := 0.5; k < 2; k += 0.25 {
		now := rate(d.Wider(k), units.Club)
		require.GreaterOrEqual(t, now, last)
		require.Less(t, rate(d.Wider(k), units.Beginner), now)
		last = now
	}
	hurried := d.Clone()
	for i := range hurried.Pattern.Feeds {
		hurried.Pattern.Feeds[i].Stroke = pattern.Either
	}
	base := rate(hurried, units.Club)
	hurried.Pattern.Start.X, hurried.Pattern.Base.X = -4, -4 // the ball comes to the other side
	require.LessOrEqual(t, rate(hurried, units.Club), base)
	for _, hitters := range []int{1, 2} {
		d.Hitters = hitters
		o := d.Outlook([]Player{player(t, "a", units.Club, 1, 8), player(t, "b", units.Club, 1, 8)}, 20)
		require.LessOrEqual(t, o.Players[0].Contacts.Value+o.Players[1].Contacts.Value, o.Balls.Value)
	}
}

// A target past the line loses the part that is out, and no other.
func TestOverhangCostsChance(t *testing.T) {
	d := shortBall(t)
	players := []Player{player(t, "a", units.Club, 1, 8)}
	inside := d.Outlook(players, 20).Players[0].Stages[0].Rate.Mean
	d.Targets[0].At.X += 1
	require.InDelta(t, 1, d.Overhang(), 1e-6)
	out := d.Outlook(players, 20).Players[0].Stages[0].Rate.Mean
	require.Less(t, out, inside)
	require.Greater(t, out, inside/2)
	fixed := d.PulledIn()
	require.Zero(t, fixed.Overhang())
}

func TestImpossibleDrillsNameTheField(t *testing.T) {
	for field, spoil := range map[string]func(*Drill){
		"targets[0].at":        func(d *Drill) { d.Targets[0].At.X = 9 },
		"targets[0].radius":    func(d *Drill) { d.Targets[0].Radius = math.NaN() },
		"targets[0].kind":      func(d *Drill) { d.Targets[0].Kind = "star" },
		"stages[2].target":     func(d *Drill) { d.Stages[2].Target = 3 },
		"players":              func(d *Drill) { d.Players.Least = 9 },
		"focus":                func(d *Drill) { d.Focus = "winning" },
		"stages[1].goal.count": func(d *Drill) { d.Stages[1].Goal.Count = 0 },
		"stages[0].stroke":     func(d *Drill) { d.Stages[0].Stroke = "smash" },
		"stages":               func(d *Drill) { d.Stages = nil },
		"pattern.feeds[0].gap": func(d *Drill) { d.Pattern.Feeds[0].Gap = 0 },
		"basket":               func(d *Drill) { d.Basket = -1 },
		"pattern.court":        func(d *Drill) { d.Pattern.Court = "moon" },
		"pattern.area":         func(d *Drill) { d.Pattern.Area = "triples" },
		"pattern.start":        func(d *Drill) { d.Pattern.Start.Y = -40 },
		"turnBalls":            func(d *Drill) { d.TurnBalls = 0 },
		"stages[0].beside":     func(d *Drill) { d.Stages[0].Beside = true },
		"stages[1].counts[0]":  func(d *Drill) { d.Stages[1].Counts = []int{7} },
		"stages[0].shape":      func(d *Drill) { d.Stages[0].Shape = "looped" },
		"stages[0].choices[0].words": func(d *Drill) {
			d.Stages[0].Choices = []Choice{{ID: "air"}}
		},
		// Nothing ends it: repetitions are not missed, and a try of the clock is no stage met.
		"turn.ends": func(d *Drill) {
			d.Focus, d.Turn = Technique, &Turn{Ends: []End{{By: ByMiss}}}
		},
		"turn.runs": func(d *Drill) { d.Turn = &Turn{Runs: true} },
		"turn.ends[0].most": func(d *Drill) {
			d.Turn = &Turn{Ends: []End{{By: ByBalls, Least: 5, Most: 3}}}
		},
		"turn.again": func(d *Drill) { d.Turn = &Turn{OneBall: true, Again: "there"} },
		// Roles that nobody can hold, more hitters than said, a ball of nobody.
		"roles": func(d *Drill) {
			d.Roles = []Role{{ID: "a", Is: pattern.Hitter}, {ID: "net", Is: pattern.Partner, Held: 12}}
		},
		"hitters": func(d *Drill) {
			d.Roles = []Role{{ID: "a", Is: pattern.Hitter}, {ID: "b", Is: pattern.Hitter}}
		},
		"pattern.feeds[0].hitter": func(d *Drill) { d.Pattern.Feeds[0].Hitter = "nobody" },
		"format":                  func(d *Drill) { d.Format = "other" },
		"title":                   func(d *Drill) { d.Title = " " },
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

// New balls lie apart, so that each can be taken hold of.
func TestNewBallsLieApart(t *testing.T) {
	c, err := court.ByID("tennis")
	require.NoError(t, err)
	d := Blank(c)
	for range 5 {
		next := d.Edits().NextFeed
		for _, f := range d.Pattern.Feeds {
			require.Greater(t, f.To.Distance(next.To), 0.9, "%v", next.To)
		}
		d.Pattern.Feeds = append(d.Pattern.Feeds, next)
	}
}

// A goal that one ball in three is played for takes three times the balls, in
// the chain as in a count by hand: rally twice, go on the third.
func TestOnlyItsOwnBallsCountForAGoal(t *testing.T) {
	d := shortBall(t)
	d.Stages = []Stage{
		{Stroke: pattern.Forehand, Direction: Straight, Goal: goal.Goal{Kind: goal.InARow, Count: 3}},
	}
	rally := d.Pattern.Feeds[0]
	rally.Stroke, rally.How = pattern.Either, pattern.Live
	d.Pattern.Feeds = append(d.Pattern.Feeds, rally, rally)
	const minutes = 10
	p := player(t, "a", units.Performance, 0.6, 1)
	plan := d.Outlook([]Player{p}, minutes)
	curve := turns(t, d, 1, minutes).Curves(p)[0]
	rng := rand.New(rand.NewPCG(3, 9))
	done, times := 0, 40000
	balls := d.TempoFor(1).Balls(minutes)
	for range times {
		count, rate := 0, curve.At(p.Beliefs[0].Quantile(rng.Float64()))
		for i := 0; i < balls && count < 3; i++ {
			switch {
			case rng.Float64() >= 1.0/3: // not for this goal
			case rng.Float64() < rate:
				count++
			default:
				count = 0
			}
		}
		if count == 3 {
			done++
		}
	}
	require.InDelta(t, plan.Players[0].Finish.Value, float64(done)/float64(times), 0.01)
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

// A drill of the fourth version is read as one in which balls end every turn, and asks the
// same: its histories go on.
func TestTheVersionBeforeAsksTheSame(t *testing.T) {
	d := shortBall(t)
	text, err := json.Marshal(d)
	require.NoError(t, err)
	four := strings.Replace(string(text), `"version":5`, `"version":4`, 1)
	require.NotEqual(t, string(text), four)
	got, err := Read([]byte(four))
	require.NoError(t, err)
	require.Equal(t, d, got)
	require.Equal(t, d.Edition(), got.Edition())
	require.Equal(t, []End{{By: ByBalls, Count: 8}}, got.EndsOf())
	require.Equal(t, "after 8 balls", got.Until())
}
