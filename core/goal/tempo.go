package goal

import (
	"fmt"
	"math"

	"hodometer/core/units"
)

// Tempo is how fast balls come: seconds from feed to feed, the balls in the
// basket, and the minutes to pick them up when it is empty. Basket 0 means
// balls never run out.
type Tempo struct {
	SecondsPerBall float64 `json:"secondsPerBall"`
	Basket         int     `json:"basket"`
	PickUpMinutes  float64 `json:"pickUpMinutes"`
}

// Validate lists what is wrong with the tempo.
func (t Tempo) Validate() (p units.Problems) {
	if !(t.SecondsPerBall >= 0.5 && t.SecondsPerBall <= 120) {
		p.Add(
			"secondsPerBall",
			fmt.Sprintf("time between feeds: 0.5 to 120 seconds, got %g", t.SecondsPerBall),
		)
	}
	if t.Basket < 0 || t.Basket > 2000 {
		p.Add("basket", fmt.Sprintf("balls in the basket: at most 2000, got %d", t.Basket))
	}
	if !(t.PickUpMinutes >= 0 && t.PickUpMinutes <= 60) {
		p.Add("pickUpMinutes", fmt.Sprintf("pick-up time: 0 to 60 minutes, got %g", t.PickUpMinutes))
	}
	return p
}

// PickUps is how often the basket must be refilled to feed so many balls.
func (t Tempo) PickUps(balls float64) float64 {
	if t.Basket == 0 || balls < 1 {
		return 0
	}
	return math.Floor((balls - 1) / float64(t.Basket))
}

// Minutes until the last of so many balls has been played.
func (t Tempo) Minutes(balls float64) float64 {
	return balls*t.SecondsPerBall/60 + t.PickUps(balls)*t.PickUpMinutes
}

// Balls is how many can be fed within so many minutes.
func (t Tempo) Balls(minutes float64) int {
	perBall, minutes := t.SecondsPerBall/60, minutes+1e-9 // a whole block is not lost to rounding
	if t.Basket == 0 {
		return max(0, int(minutes/perBall))
	}
	round := float64(t.Basket)*perBall + t.PickUpMinutes
	full := math.Floor(minutes / round)
	rest := min(float64(t.Basket), math.Floor((minutes-full*round)/perBall))
	return max(0, int(full)*t.Basket+int(rest))
}

// MeanMinutes is the mean time to meet the goal: the mean balls, and a pick-up
// for every time the basket is likely to run out before it is met.
func (t Tempo) MeanMinutes(g Goal, p float64) float64 {
	mean := g.MeanBalls(p)
	minutes := mean * t.SecondsPerBall / 60
	if t.Basket == 0 || t.PickUpMinutes == 0 {
		return minutes
	}
	if mean > 200*float64(t.Basket) { // so many that half a basket is nothing
		return minutes + mean/float64(t.Basket)*t.PickUpMinutes
	}
	for n := t.Basket; ; n += t.Basket {
		left := 1 - g.Chance(p, n)
		minutes += left * t.PickUpMinutes
		if left < 1e-9 {
			return minutes
		}
	}
}
