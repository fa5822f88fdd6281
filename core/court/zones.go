package court

import "math"

// Zone is a piece of the near end, as a right-hander stands in it, with what a
// student there should be trying to do.
type Zone struct {
	ID      string  `json:"id"`
	Name    string  `json:"name"`
	Intent  string  `json:"intent"`
	Corners []Point `json:"corners"` // a convex polygon, in order
}

// Kind is what the zones of a scheme tell apart.
type Kind string

// The kinds. A depth scheme lists its zones from the net (or front wall) back.
const (
	ByDepth  Kind = "depth"
	BySide   Kind = "side"
	ByCorner Kind = "corner"
)

// Scheme is one way to divide the court into zones.
type Scheme struct {
	ID    string `json:"id"`
	Name  string `json:"name"`
	Kind  Kind   `json:"kind"`
	Zones []Zone `json:"zones"`
}

// Numbering is where a coach starts to count depth zones. Two schools count
// over the same bands in opposite directions, so the number is only a label.
type Numbering string

// The two schools.
const (
	FromNet      Numbering = "fromNet"
	FromBaseline Numbering = "fromBaseline"
)

// Number of the i-th zone of a scheme, counted as that school counts.
func (s Scheme) Number(i int, n Numbering) int {
	if n == FromBaseline {
		return len(s.Zones) - i
	}
	return i + 1
}

// At is the index of the zone that a student of that hand stands in at p, on
// either end; outside the lines it is the nearest zone's.
func (s Scheme) At(p Point, hand Hand) int {
	if p.Y > 0 { // the far end is the near end turned half round
		p = Point{-p.X, -p.Y}
	}
	if hand == LeftHand {
		p = p.Mirror()
	}
	best, least := 0, math.Inf(1)
	for i, z := range s.Zones {
		if d := z.Distance(p); d < least {
			best, least = i, d
		}
	}
	return best
}

// Distance in metres from p to the zone; zero inside it.
func (z Zone) Distance(p Point) float64 {
	least, turn, inside := math.Inf(1), 0.0, true
	for i, a := range z.Corners {
		b := z.Corners[(i+1)%len(z.Corners)]
		side := (b.X-a.X)*(p.Y-a.Y) - (b.Y-a.Y)*(p.X-a.X)
		if side*turn < 0 { // left of one edge and right of another
			inside = false
		}
		if side != 0 {
			turn = side
		}
		least = min(least, Line{From: a, To: b}.Distance(p))
	}
	if inside {
		return 0
	}
	return least
}

// grid divides the near end into rows of depth, ending at the next of tos, each
// cut across at the x of cuts (from −half to half). The cells come row by row,
// from left to right.
func grid(half float64, tos, cuts []m, cells []Zone) []Zone {
	out, from := make([]Zone, 0, len(cells)), 0.0
	for _, depth := range tos {
		to, left := float64(depth), -half
		for i := range len(cuts) + 1 {
			right := half
			if i < len(cuts) {
				right = float64(cuts[i])
			}
			z := cells[len(out)]
			z.Corners = []Point{{left, -to}, {right, -to}, {right, -from}, {left, -from}}
			out = append(out, z)
			left = right
		}
		from = to
	}
	return out
}
