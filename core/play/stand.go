package play

import (
	"math"
	"slices"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/pattern"
	"hodometer/core/rotation"
)

// aRow is how many wait side by side.
const aRow = 4

// Stand returns where on the drill's court the holders of these places stand, in m, one for
// each: hitters side by side where the drill starts, feeders over the net, collectors behind
// them, the line behind the baseline [trade]. It is where a coach would put them, to be drawn;
// nothing is reckoned from it.
func Stand(d *drill.Drill, places []rotation.Place) []court.Point {
	c, err := d.Court()
	if err != nil {
		return make([]court.Point, len(places))
	}
	w, l, walls := c.Half(court.Doubles), c.HalfLength, c.Walls != nil
	feeder := court.Point{Y: 0.3 * l}
	if walls {
		feeder.Y = -0.35 * l
	}
	waiting := court.Point{X: 0.35 * w}
	for _, p := range []struct {
		role pattern.Role
		at   *court.Point
	}{{pattern.Feeder, &feeder}, {pattern.InLine, &waiting}} {
		i := slices.IndexFunc(d.Pattern.People, func(o pattern.Person) bool { return o.Role == p.role })
		if i >= 0 {
			*p.at = d.Pattern.People[i].At
		}
	}
	of := map[rotation.Doing]int{}
	for _, p := range places {
		of[p.Doing]++
	}
	out, seen := make([]court.Point, len(places)), map[rotation.Doing]int{}
	for k, p := range places {
		i, n := seen[p.Doing], of[p.Doing]
		seen[p.Doing]++
		across := func(x float64) float64 { // n of them, as wide apart as the court lets them
			if n == 1 {
				return x
			}
			return (2*(float64(i)+0.5) - float64(n)) * min(0.42*l, 2.1*w/float64(n)) / 2
		}
		switch p.Doing {
		case rotation.Hitting:
			out[k] = court.Point{X: across(d.Pattern.Start.X), Y: d.Pattern.Start.Y}
		case rotation.Feeding:
			out[k] = court.Point{X: across(feeder.X), Y: max(0.16*l, min(0.5*l, feeder.Y))}
			if walls {
				out[k].Y = -0.3 * l
			} else if c.Table {
				out[k].Y = 1.25 * l
			}
		case rotation.Collecting:
			out[k] = court.Point{X: across(0.7 * w), Y: 0.95 * l}
			if walls {
				out[k].Y = -0.08 * l
			} else if c.Table {
				out[k].Y = 1.5 * l
			}
		default:
			row := math.Floor(float64(i) / aRow)
			out[k] = court.Point{X: waiting.X*0.6 + (float64(i%aRow)-1.5)*0.16*l, Y: -1.16*l - row*0.15*l}
			if walls {
				out[k].Y = -0.95*l + row*0.1*l
			}
		}
	}
	return out
}
