package rotation

import "hodometer/core/court"

// Stand returns where each place of a sheet is on a court, in m: where there is room for it
// [trade]. It is a picture; nothing is reckoned from it.
func (s *Sheet) Stand(kind Pattern, c *court.Court) []court.Point {
	w, l, walls := c.Half(court.Doubles), c.HalfLength, c.Walls != nil
	near := -0.92 * l
	if walls {
		near = -0.62 * l
	}
	first := len(s.Places) // of those who wait
	for i, p := range s.Places {
		if p.Doing == Waiting {
			first = i
			break
		}
	}
	// A file behind the hitters, or along the side where there are walls.
	file := func(i int, x float64) court.Point {
		if walls {
			return court.Point{X: x, Y: -0.8*l - float64(i)*l*0.05}
		}
		return court.Point{X: x, Y: -1.1*l - float64(i)*l*0.11}
	}
	// Left and right as the players see it, facing the net; from deck they come in at the back.
	spots := []court.Point{
		{X: 0.4 * w, Y: 0.28 * l}, {X: -0.4 * w, Y: 0.28 * l}, {X: -0.4 * w, Y: near}, {X: 0.4 * w, Y: near},
	}
	out := make([]court.Point, len(s.Places))
	for i, p := range s.Places {
		queue := i - first
		switch {
		case kind == Stations:
			columns := (len(s.Places) + 1) / 2
			out[i] = court.Point{X: -0.55 * w, Y: -0.85*l + float64(i/2)*1.7*l/float64(max(1, columns-1))}
			if i%2 == 1 {
				out[i].X = 0.55 * w
			}
		case kind == OnDeck && i < len(spots):
			out[i] = spots[i]
		case kind == OnDeck:
			out[i] = court.Point{X: 1.16 * w, Y: -0.5*l + float64(queue)*l*0.16}
		case kind == WinnersStay && i == 0:
			out[i] = court.Point{Y: near}
		case kind == WinnersStay && i == 1 && walls:
			out[i] = court.Point{Y: near + 0.2*l}
		case kind == WinnersStay && i == 1:
			out[i] = court.Point{Y: 0.92 * l}
		case kind == WinnersStay:
			out[i] = court.Point{X: -1.16 * w, Y: 0.1*l - float64(queue)*l*0.16}
		case kind == TwoLines && i == 0:
			out[i] = court.Point{X: -0.5 * w, Y: near}
		case kind == TwoLines && i == 1:
			out[i] = court.Point{X: 0.5 * w, Y: near}
		case kind == TwoLines && queue%2 == 1:
			out[i] = file(queue/2, 0.5*w)
		case kind == TwoLines:
			out[i] = file(queue/2, -0.5*w)
		case p.Doing == Feeding && walls:
			out[i] = court.Point{Y: -0.3 * l}
		case p.Doing == Feeding:
			out[i] = court.Point{Y: 0.18 * l}
		case p.Doing == Collecting && walls:
			out[i] = court.Point{X: 0.7 * w, Y: -0.1 * l}
		case p.Doing == Collecting:
			out[i] = court.Point{X: 0.7 * w, Y: 0.9 * l}
		case i == 0:
			out[i] = court.Point{Y: near}
		default:
			out[i] = file(queue, 0)
		}
	}
	return out
}
