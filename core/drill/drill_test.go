package drill

import (
	"encoding/json"
	"math"
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
		q.Beliefs = append(q.Beliefs, new(progress.Unknown(math.Log(k))))
	}
	return q
}

// Common practice [trade]: 4.5 ft in from the sideline, 6.5 ft from the
// baseline, success within 4.5 ft.
func TestTargetIsMeasuredAsCoachesSayIt(t *testing.T) {
	d := shortBall(t)
	o := turns(t, d, 1, 20).Outlook().Offsets
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

// What is not a ball stays out of chance: it is counted in repetitions and takes
// its time.
func TestRepetitionsHaveNoChance(t *testing.T) {
	d := shortBall(t)
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal = goal.Goal{Kind: goal.Total, Count: 12}
	for i := range d.Pattern.Feeds {
		d.Pattern.Feeds[i].How = pattern.Shadow
	}
	p := turns(t, d, 1, 10).Sketch(player(t, "a", units.Club, 1, 1))
	require.Nil(t, p.Stages[0].Rate)
	require.Equal(t, "12 repetitions", p.Stages[0].GoalLabel)
	require.Equal(t, 1.0, Outlook{Players: []PlayerOutlook{p}}.Worst())
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
		two := turns(t, d, 2, 20)
		own := two.Sketch(player(t, "a", units.Club, 1, 8)).Contacts.Value
		require.LessOrEqual(t, 2*own, two.Outlook().Balls.Value)
	}
}

// A target past the line loses the part that is out, and no other.
func TestOverhangCostsChance(t *testing.T) {
	d := shortBall(t)
	p := player(t, "a", units.Club, 1, 8)
	inside := turns(t, d, 1, 20).Rates(p)[0].Mean
	d.Targets[0].At.X += 1
	require.InDelta(t, 1, d.Overhang(), 1e-6)
	out := turns(t, d, 1, 20).Rates(p)[0].Mean
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
