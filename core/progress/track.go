package progress

import (
	"math"

	"hodometer/core/units"
)

// Result is what one run counted of one goal of a student: the skill's id, when
// (milliseconds since 1970), how many balls, how many of them good, the best
// streak, whether the goal was met, and the radius of the target in metres.
type Result struct {
	Run    string
	Skill  string
	At     int64
	Balls  int
	Good   int
	Best   int
	Met    bool
	Radius float64
}

// Counted is one session's count at one skill, and the estimate after it.
type Counted struct {
	At    int64   `json:"at"` // ms since 1970
	Run   string  `json:"run"`
	Balls int     `json:"balls"`
	Good  int     `json:"good"`
	Best  int     `json:"best"`
	Met   bool    `json:"met"`
	Mean  float64 `json:"mean"`
	Low   float64 `json:"low"`
	High  float64 `json:"high"`
}

// Track is a student's way at one skill, oldest session first. The estimates
// are for a target of Radius metres, the last one played to.
type Track struct {
	Skill    string
	Radius   float64
	Sessions []Counted
}

// Tracks sorts results, which come in order of time, by skill, joins those of
// one run, and judges the student after each.
func Tracks(level units.Level, results []Result) ([]Track, error) {
	prior, err := PriorFor(level)
	if err != nil {
		return nil, err
	}
	out := []Track{}
	at := map[string]int{}
	for _, r := range results {
		i, ok := at[r.Skill]
		if !ok {
			i = len(out)
			at[r.Skill] = i
			out = append(out, Track{Skill: r.Skill})
		}
		k := &out[i]
		k.Radius = r.Radius
		if n := len(k.Sessions); n > 0 && k.Sessions[n-1].Run == r.Run {
			last := &k.Sessions[n-1]
			last.Balls += r.Balls
			last.Good += r.Good
			last.Best = max(last.Best, r.Best)
			last.Met = last.Met && r.Met
			continue
		}
		k.Sessions = append(
			k.Sessions,
			Counted{At: r.At, Run: r.Run, Balls: r.Balls, Good: r.Good, Best: r.Best, Met: r.Met},
		)
	}
	for i := range out {
		k := &out[i]
		for j := range k.Sessions {
			now := k.Sessions[j].At
			var seen []Evidence
			for _, r := range results {
				if r.Skill == k.Skill && r.At <= now {
					seen = append(seen, r.Evidence(now))
				}
			}
			e := Judge(prior, seen, k.Radius, HalfLife)
			k.Sessions[j].Mean = e.Mean()
			k.Sessions[j].Low, k.Sessions[j].High = e.Interval()
		}
	}
	return out, nil
}

// hour in milliseconds.
const hour = 60 * 60 * 1000

// Evidence is the result as it counts at that time, in milliseconds since 1970.
// It ages by the hour: an estimate that moved with every second could not be
// remembered. What a device with a fast clock dated ahead counts as new.
func (r Result) Evidence(now int64) Evidence {
	return Evidence{
		DaysAgo: math.Floor(float64(now-r.At)/hour) / 24,
		Balls:   r.Balls,
		Good:    r.Good,
		Radius:  r.Radius,
	}
}
