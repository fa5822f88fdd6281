package machine

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/pattern"
)

// Ball is one ball as it leaves the machine, and where it comes down.
type Ball struct {
	Feed      int           `json:"feed"` // its place in the drill's pattern, from 0
	From      pattern.Place `json:"from"`
	Speed     float64       `json:"speed"`     // m/s
	Elevation float64       `json:"elevation"` // degrees over the horizontal
	Heading   float64       `json:"heading"`   // degrees from straight along the court, to the machine's right
	TopRPM    float64       `json:"topRpm"`
	SideRPM   float64       `json:"sideRpm"`
	Gap       float64       `json:"gap"` // s from this release to the next
	To        court.Point   `json:"to"`  // where it bounces or is met in the air
	Met       float64       `json:"met"` // s from the release until it is met
	CanFly    bool          `json:"canFly"`
}

// Programme is what a machine is given: balls that it feeds over and over.
type Programme struct {
	Court    string  `json:"court"`
	Setting  Setting `json:"setting"`
	Balls    []Ball  `json:"balls"`
	Shuffled bool    `json:"shuffled"`
	// Anywhere is how far from its place each ball may come, m, evenly over that circle.
	Anywhere float64 `json:"anywhere"`
}

// Make is the programme for those balls of a pattern that a machine feeds, or none where
// none are. What is known of their flights is not reckoned again; nil: nothing is.
func Make(known *pattern.Flights, p pattern.Pattern, s Setting) (Programme, error) {
	fed, places := Only(p)
	out := Programme{Court: p.Court, Setting: s, Anywhere: s.Anywhere, Balls: []Ball{}}
	if len(fed.Feeds) == 0 {
		return out, nil
	}
	fed = s.Pattern(fed)
	out.Shuffled = fed.Drawn
	flown, err := known.Fly(fed, false)
	if err != nil {
		return out, err
	}
	for i, f := range fed.Feeds {
		b := flown[i]
		out.Balls = append(out.Balls, Ball{
			Feed:      places[i],
			From:      f.From,
			Speed:     rounded(b.Pace),
			Elevation: rounded(degrees(b.Elevation)),
			Heading:   rounded(turned(degrees(b.Heading))),
			TopRPM:    f.TopRPM,
			SideRPM:   f.SideRPM,
			Gap:       f.Gap,
			To:        f.To,
			Met:       rounded(b.Contact - b.Release),
			CanFly:    b.Feasible,
		})
	}
	return out, nil
}

// Only is the pattern of those balls alone that a machine feeds, and their places in the
// whole one, from 0.
func Only(p pattern.Pattern) (fed pattern.Pattern, places []int) {
	fed = p.Clone()
	fed.Feeds = fed.Feeds[:0]
	for i, f := range p.Feeds {
		if f.How == pattern.ByMachine {
			fed.Feeds, places = append(fed.Feeds, f), append(places, i)
		}
	}
	return fed, places
}

// Fed is how many balls of a pattern a machine feeds.
func Fed(p pattern.Pattern) int {
	_, places := Only(p)
	return len(places)
}

func degrees(rad float64) float64 { return rad * 180 / math.Pi }

// turned is a heading from straight up the court as one from straight ahead for a machine,
// which throws up the court or down it.
func turned(heading float64) float64 {
	switch {
	case heading > 90:
		return heading - 180
	case heading < -90:
		return heading + 180
	}
	return heading
}

// rounded is to a thousandth: what a machine could not tell apart anyway.
func rounded(v float64) float64 { return math.Round(1000*v) / 1000 }

// PerMinute is the programme's rate.
func (p Programme) PerMinute() float64 {
	return perMinute(len(p.Balls), func(i int) float64 { return p.Balls[i].Gap })
}

// swivel is the angle between the balls that are farthest to the left and to the right.
func (p Programme) swivel() float64 {
	if len(p.Balls) == 0 {
		return 0
	}
	left, right := math.Inf(1), math.Inf(-1)
	for _, b := range p.Balls {
		left, right = min(left, b.Heading), max(right, b.Heading)
	}
	return right - left
}
