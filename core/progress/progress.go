package progress

import (
	"math"

	"hodometer/core/court"
	"hodometer/core/units"

	"gonum.org/v1/gonum/stat/distuv"
)

// HalfLife in days after which a session counts half [trade].
const HalfLife = 21.0

// Prior is what a level alone says of the chance to land within Radius metres:
// it weighs as much as Balls balls of which the share Mean were good.
type Prior struct {
	Mean, Balls, Radius float64
}

var priorMeans = map[units.Level]float64{units.Beginner: 0.35, units.Club: 0.5, units.Performance: 0.65}

// PriorFor a level, for a circle of 4.5 ft off a fed ball [trade].
func PriorFor(l units.Level) (Prior, error) {
	p := Prior{Balls: 6, Radius: 1.3716}
	p.Mean = priorMeans[l]
	return p, l.Validate()
}

// On is the prior on that court: a shorter court is played with a smaller
// spread in proportion, so that a club player's at a table is a hand's breadth
// [trade]. Between walls the length to the back wall stands for half a court.
func (p Prior) On(c *court.Court) Prior {
	p.Radius *= c.HalfLength / (units.Feet(78) / 2)
	return p
}

// Evidence is one session's count at one skill.
type Evidence struct {
	DaysAgo     float64
	Balls, Good int
	Radius      float64 // of the target then, metres
}

// Estimate is a Beta(Alpha, Beta) belief about the chance of a good ball.
type Estimate struct {
	Alpha, Beta float64
	// Weight is how many balls, after fading, the estimate rests on.
	Weight float64
}

// At carries a success rate from radius r0 to radius r.
func At(rate, r0, r float64) float64 { return 1 - math.Pow(1-rate, r*r/(r0*r0)) }

// Judge weighs prior and evidence into an estimate for a target of that radius
// (metres), older evidence fading with that half-life (days).
func Judge(prior Prior, seen []Evidence, radius, halfLife float64) Estimate {
	mean := At(prior.Mean, prior.Radius, radius)
	e := Estimate{Alpha: prior.Balls * mean, Beta: prior.Balls * (1 - mean)}
	for _, s := range seen {
		if s.Balls == 0 {
			continue
		}
		weight := float64(s.Balls) * math.Exp2(-max(0, s.DaysAgo)/halfLife)
		rate := At(float64(s.Good)/float64(s.Balls), s.Radius, radius)
		e.Alpha += weight * rate
		e.Beta += weight * (1 - rate)
		e.Weight += weight
	}
	return e
}

// Mean of the estimate.
func (e Estimate) Mean() float64 { return e.Alpha / (e.Alpha + e.Beta) }

// Interval holds the chance with 80 % certainty, 10 % left over at each side.
func (e Estimate) Interval() (low, high float64) {
	d := distuv.Beta{Alpha: e.Alpha, Beta: e.Beta}
	return d.Quantile(0.1), d.Quantile(0.9)
}

// AtLeast is how sure it is that the chance is p or better.
func (e Estimate) AtLeast(p float64) float64 {
	return distuv.Beta{Alpha: e.Alpha, Beta: e.Beta}.Survival(p)
}
