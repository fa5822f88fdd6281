package court

import (
	"fmt"
	"math"
	"slices"

	"hodometer/core/sport"
)

// Point is a place on the floor, in metres in the court's frame.
type Point struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// Mirror reflects the point across the long axis: right becomes left.
func (p Point) Mirror() Point { return Point{-p.X, p.Y} }

// Distance in metres from p to q.
func (p Point) Distance(q Point) float64 { return math.Hypot(p.X-q.X, p.Y-q.Y) }

// Area is the part of the court in play.
type Area string

// The two areas that a rule book knows.
const (
	Singles Area = "singles"
	Doubles Area = "doubles"
)

// End is one half of the court, as the near player sees it.
type End string

// The two ends.
const (
	Near End = "near"
	Far  End = "far"
)

// sign is the direction of y toward that end's baseline.
func (e End) sign() float64 {
	if e == Near {
		return -1
	}
	return 1
}

// Hand is the hand a student plays with.
type Hand string

// The two hands.
const (
	RightHand Hand = "right"
	LeftHand  Hand = "left"
)

// Line is one painted line, from edge to edge.
type Line struct {
	Name string `json:"name"`
	From Point  `json:"from"`
	To   Point  `json:"to"`
	// Areas in which the line bounds play; a singles sideline does not bound
	// a doubles rally, but it does bound the service boxes.
	Areas []Area `json:"areas"`
	// Baseline is the line at the end, which is painted wider.
	Baseline bool `json:"baseline,omitempty"`
}

// Net is the net's top edge: Centre metres high at x = 0, rising in a straight
// line to Post at the posts, which stand PostOutside metres outside the
// sideline of the area played (singles sticks in singles).
type Net struct {
	Centre      float64 `json:"centre"`
	Post        float64 `json:"post"`
	PostOutside float64 `json:"postOutside"`
}

// Box is a rectangle of the floor, bounds included, that holds in some areas.
type Box struct {
	Name  string `json:"name"`
	Min   Point  `json:"min"`
	Max   Point  `json:"max"`
	Areas []Area `json:"areas"`
}

// Contains says whether p lies in the box or on its edge.
func (b Box) Contains(p Point) bool {
	return p.X >= b.Min.X && p.X <= b.Max.X && p.Y >= b.Min.Y && p.Y <= b.Max.Y
}

// Walls are the heights, in metres, of the lines on the walls of a court that
// has walls and no net. The front wall is the plane y = 0; the out line falls
// straight along the sides from Out at the front to OutBack at the back.
type Walls struct {
	Tin         float64 `json:"tin"`
	ServiceLine float64 `json:"serviceLine"`
	Out         float64 `json:"out"`
	OutBack     float64 `json:"outBack"`
}

// Court is the data of one court. One with Walls has its near end only: y runs
// from 0 at the front wall to −HalfLength at the back.
type Court struct {
	ID    string `json:"id"`
	Sport string `json:"sport"`
	Name  string `json:"name"`
	Short string `json:"short"` // the name in a list of one's own
	Ball  string `json:"ball"`  // id of the ball played on it
	// Ages are the years from and to which a junior stage is meant for, about; nil: anybody's.
	Ages       []int            `json:"ages,omitempty"`
	Table      bool             `json:"table"` // played on, stood around
	Words      sport.Words      `json:"words"`
	Play       Play             `json:"play"`
	HalfLength float64          `json:"halfLength"` // net to baseline, or front wall to back
	HalfWidth  map[Area]float64 `json:"halfWidth"`  // centre to sideline
	RunBack    float64          `json:"runBack"`    // floor drawn and usable behind the baseline
	RunSide    float64          `json:"runSide"`    // floor drawn and usable outside the doubles sideline
	Net        Net              `json:"net"`
	Walls      *Walls           `json:"walls,omitempty"`
	Lines      []Line           `json:"lines"`
	Boxes      []Box            `json:"boxes"` // service boxes: "near deuce", "far ad"…
	Schemes    []Scheme         `json:"schemes"`
	Spots      []Spot           `json:"spots"`
}

// Half is the half width of an area; an area the court lacks counts as singles.
func (c *Court) Half(a Area) float64 {
	if w, ok := c.HalfWidth[a]; ok {
		return w
	}
	return c.HalfWidth[Singles]
}

// Target is the end in which the near player's ball must land: the far one, or
// the only one there is.
func (c *Court) Target() End {
	if c.Walls != nil {
		return Near
	}
	return Far
}

// In says whether a ball of a rally that must land at that end is in.
func (c *Court) In(a Area, end End, p Point) bool {
	if c.Walls != nil && end == Far {
		return false
	}
	y := p.Y * end.sign()
	return math.Abs(p.X) <= c.Half(a) && y > 0 && y <= c.HalfLength
}

// InServe says whether a serve is in. The serve is struck from end from, from
// the right (deuce) or left (ad) of the centre as the server faces the net, and
// must land in the box diagonally opposite; between walls both stand at the near
// end. It errs when the court has no such box.
func (c *Court) InServe(a Area, from End, deuce bool, p Point) (bool, error) {
	box, err := c.ServiceBox(a, from, deuce)
	if err != nil {
		return false, err
	}
	return box.Contains(p), nil
}

// ServiceBox is the box that a serve from that end and side must hit.
func (c *Court) ServiceBox(a Area, from End, deuce bool) (Box, error) {
	receiver, side := Near, "ad"
	if from == Near && c.Walls == nil {
		receiver = Far
	}
	if deuce {
		side = "deuce"
	}
	name := string(receiver) + " " + side
	i := slices.IndexFunc(c.Boxes, func(b Box) bool { return b.Name == name && slices.Contains(b.Areas, a) })
	if i < 0 {
		return Box{}, fmt.Errorf("court %q has no service box %q in %s", c.ID, name, a)
	}
	return c.Boxes[i], nil
}

// NetHeight is the height of the net's top edge in metres at x, for the area
// played; zero beyond the posts, where a ball may pass.
func (c *Court) NetHeight(a Area, x float64) float64 {
	post := c.Half(a) + c.Net.PostOutside
	if math.Abs(x) > post+1e-9 { // a hair of rounding is still the post
		return 0
	}
	return c.Net.Centre + (c.Net.Post-c.Net.Centre)*math.Abs(x)/post
}

// Nearest is the line of that area closest to p, and how far away it is.
func (c *Court) Nearest(a Area, p Point) (Line, float64) {
	best, least := Line{}, math.Inf(1)
	for _, l := range c.Lines {
		if !slices.Contains(l.Areas, a) {
			continue
		}
		if d := l.Distance(p); d < least {
			best, least = l, d
		}
	}
	return best, least
}

// Distance in metres from p to the nearest point of the line.
func (l Line) Distance(p Point) float64 {
	dx, dy := l.To.X-l.From.X, l.To.Y-l.From.Y
	t := ((p.X-l.From.X)*dx + (p.Y-l.From.Y)*dy) / (dx*dx + dy*dy)
	t = min(1, max(0, t))
	return p.Distance(Point{l.From.X + t*dx, l.From.Y + t*dy})
}

// Offsets are the measures a coach lays out with a tape: how far inside the
// nearest sideline and baseline a point is (negative: outside), and how far
// from the net. All in metres.
type Offsets struct {
	Side         string  `json:"side"` // "left" or "right", as the near player sees it
	End          End     `json:"end"`
	FromSideline float64 `json:"fromSideline"`
	FromBaseline float64 `json:"fromBaseline"`
	FromNet      float64 `json:"fromNet"`
}

// Measure gives the offsets of p from the lines of that area.
func (c *Court) Measure(a Area, p Point) Offsets {
	o := Offsets{Side: "right", End: Far,
		FromSideline: c.Half(a) - math.Abs(p.X),
		FromBaseline: c.HalfLength - math.Abs(p.Y),
		FromNet:      math.Abs(p.Y)}
	if p.X < 0 {
		o.Side = "left"
	}
	if p.Y < 0 {
		o.End = Near
	}
	return o
}

// OnFloor says whether p lies on the court or the run-off around it, where a
// person or a cone may stand.
func (c *Court) OnFloor(p Point) bool {
	if c.Walls != nil && p.Y > 0 {
		return false
	}
	return math.Abs(p.X) <= c.Half(Doubles)+c.RunSide && math.Abs(p.Y) <= c.HalfLength+c.RunBack
}

// ToEdge is how far a ray from p runs before it leaves the half court of that
// end, in metres; direction theta in radians from the x axis toward y. It is
// zero when p is out.
func (c *Court) ToEdge(a Area, end End, p Point, theta float64) float64 {
	if !c.In(a, end, p) {
		return 0
	}
	w, dx, dy := c.Half(a), math.Cos(theta), math.Sin(theta)*end.sign()
	y := p.Y * end.sign()
	t := math.Inf(1)
	if dx != 0 {
		t = min(t, (math.Copysign(w, dx)-p.X)/dx)
	}
	if dy > 0 {
		t = min(t, (c.HalfLength-y)/dy)
	} else if dy < 0 {
		t = min(t, -y/dy)
	}
	return t
}

// Window is the spread of directions, in radians either side of straight
// ahead, that reaches the far court between its sidelines at depth metres
// beyond the net. Left is negative. From the centre it is symmetric; from a
// corner the cross-court side is the wider, the more so the shorter the ball.
// Between walls it is the window of first bounces depth metres from the front
// wall, which the ball meets on the way: the court beyond it, as in a mirror.
func (c *Court) Window(a Area, from Point, depth float64) (left, right float64) {
	w := c.Half(a)
	return math.Atan2(-w-from.X, depth-from.Y), math.Atan2(w-from.X, depth-from.Y)
}
