package drill

import (
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/goal"
	"hodometer/core/pattern"
)

// Edits are what a workbench needs to know to change the number of balls: the
// ball that would come next, the balls of a turn with one more and one less, and who
// brings each ball.
type Edits struct {
	NextFeed       pattern.Feed `json:"nextFeed"`
	TurnBallsMore  int          `json:"turnBallsMore"`
	TurnBallsFewer int          `json:"turnBallsFewer"`

	Sources []pattern.Source `json:"sources"`
}

// Edits of the drill as it stands.
func (d *Drill) Edits() Edits {
	n := len(d.Pattern.Feeds)
	return Edits{d.nextFeed(), d.turnBallsFor(n + 1), d.turnBallsFor(max(1, n-1)), d.Pattern.Sources()}
}

// nextFeed is a new ball: like the last one, to the other side and the other wing, and
// shorter where another ball goes there already.
func (d *Drill) nextFeed() pattern.Feed {
	f := d.Pattern.Feeds[len(d.Pattern.Feeds)-1]
	if f.To.X == 0 {
		f.To.X = -1
	}
	f.To = f.To.Mirror()
	f.Stroke, f.Go = f.Stroke.OtherSide(), nil
	c, err := d.Court()
	if err != nil {
		return f
	}
	step := c.HalfLength / 12
	taken := func(o pattern.Feed) bool { return o.To.Distance(f.To) < step }
	for f.To.Y < -3*step && slices.ContainsFunc(d.Pattern.Feeds, taken) {
		f.To.Y += step
	}
	return f
}

// turnBallsFor is a turn's balls when the pattern gets so many feeds: as many
// rounds as before.
func (d *Drill) turnBallsFor(feeds int) int {
	rounds := math.Round(float64(d.TurnBalls) / float64(len(d.Pattern.Feeds)))
	return max(feeds, int(rounds)*feeds)
}

// Blank is a drill from nothing on that court: a student, a feeder, one ball as
// it is usually fed there, one goal.
func Blank(c *court.Court) Drill {
	f := c.Play.Feed
	start := court.Point{X: f.Start[0], Y: f.Start[1]}
	from := pattern.Place{X: f.From[0], Y: f.From[1], Z: f.From[2]}
	return Drill{
		Format: Format, Version: Version,
		Title: "New drill", Focus: "depth", Level: "club", Situation: "fedBall",
		Players: Span{1, 4, 8}, Minutes: Span{5, 10, 20}, Hitters: 1,
		Pattern: pattern.Pattern{
			Court: c.ID, Area: court.Singles, Hand: court.RightHand, Start: start, Base: start,
			Feeds: []pattern.Feed{{
				How: pattern.ByRacket, From: from, To: court.Point{X: f.To[0], Y: f.To[1]},
				By: flight.Given(f.By), Want: f.Want, Meet: pattern.Meet(f.Meet), Height: f.Height,
				Stroke: pattern.Forehand, Gap: f.Gap,
			}},
			People:  []pattern.Person{{Role: pattern.Feeder, At: from.Floor()}},
			Objects: []pattern.Object{},
		},
		Targets: []Target{},
		Stages: []Stage{{
			Stroke: pattern.Either, Direction: Anywhere, Goal: goal.Goal{Kind: goal.Total, Count: 10},
		}},
		Basket: 60, PickUp: 2, TurnBalls: 1, After: "backToLine",
		Cues: []string{}, Cautions: []string{}, Kit: []Item{},
	}
}
