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
	// Put is what can be put on the court: a target, a person or a thing of each kind, where
	// one more of it goes.
	Put Put `json:"put"`
}

// Put is what one more target, person or thing is, by its kind.
type Put struct {
	Targets map[Kind]Target                 `json:"targets"`
	People  map[pattern.Role]pattern.Person `json:"people"`
	Objects map[string]pattern.Object       `json:"objects"`
}

// Edits of the drill as it stands.
func (d *Drill) Edits() Edits {
	n := len(d.Pattern.Feeds)
	return Edits{
		d.nextFeed(),
		d.turnBallsFor(n + 1),
		d.turnBallsFor(max(1, n-1)),
		d.Pattern.Sources(),
		d.put(),
	}
}

// put is what can be put on the drill's court, where coaches usually put it [trade]: sizes are
// those of a tennis court, for a court of this length.
func (d *Drill) put() Put {
	out := Put{map[Kind]Target{}, map[pattern.Role]pattern.Person{}, map[string]pattern.Object{}}
	c, err := d.Court()
	if err != nil {
		return out
	}
	const circle, box, gate, tennis = 1.4, 3.0, 1.8, 11.885 // m
	l, w, walls := c.HalfLength, c.Half(court.Doubles), c.Walls != nil
	size := l / tennis
	deep := 0.77 * l
	if walls {
		deep = -0.86 * l
	}
	for _, t := range []Target{
		{Kind: Circle, At: court.Point{Y: deep}, Radius: circle * size},
		{Kind: Box, At: court.Point{Y: deep}, Width: box * size, Depth: box * size},
		{Kind: Gate, At: court.Point{Y: 0.42 * l}, Width: gate * size},
	} {
		if walls {
			t.At.Y = deep
		}
		t.At.Y, t.Worth = hundredth(t.At.Y), 1
		t.Radius, t.Width, t.Depth = hundredth(t.Radius), hundredth(t.Width), hundredth(t.Depth)
		out.Targets[t.Kind] = t
	}
	spots := map[pattern.Role]court.Point{
		pattern.Feeder:    {Y: 0.55 * l},
		pattern.Partner:   {Y: l},
		pattern.Hitter:    {X: -0.6 * w, Y: -l},
		pattern.InLine:    {Y: -l - 0.6*c.RunBack},
		pattern.Collector: {X: 1.13 * w, Y: 0.9 * l},
	}
	if walls {
		spots = map[pattern.Role]court.Point{
			pattern.Feeder:    {X: -0.3 * w, Y: -0.5 * l},
			pattern.Partner:   {X: 0.4 * w, Y: -0.5 * l},
			pattern.Hitter:    {X: -0.5 * w, Y: -0.7 * l},
			pattern.InLine:    {Y: -0.97 * l},
			pattern.Collector: {X: -0.9 * w, Y: -0.15 * l},
		}
	}
	for role, at := range spots {
		taken := func(p pattern.Person) bool { return p.At.Distance(at) < 0.15*w }
		beside := 0.3 * w
		if at.X > 0 {
			beside = -beside
		}
		for slices.ContainsFunc(d.Pattern.People, taken) {
			at.X += beside // beside who stands there already, on the floor
		}
		out.People[role] = pattern.Person{
			Role: role, At: court.Point{X: hundredth(at.X), Y: hundredth(at.Y)},
		}
	}
	ahead := court.Point{Y: hundredth(0.3 * l)}
	if walls {
		ahead.Y = hundredth(-0.6 * l)
	}
	for _, k := range pattern.Kinds {
		out.Objects[k.ID] = pattern.Object{Kind: k.ID, At: ahead}
	}
	return out
}

// hundredth of a metre: what is set out by hand is not finer.
func hundredth(m float64) float64 { return math.Round(100*m) / 100 }

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
