package court

import (
	"hodometer/core/sport"
	"hodometer/core/units"
)

type (
	m  = units.Measure
	xy = [2]m
)

func (p plan) half(v map[Area]m) map[Area]float64 {
	out := map[Area]float64{}
	for a, w := range v {
		out[a] = float64(w)
	}
	return out
}

func at(p xy) Point { return Point{float64(p[0]), float64(p[1])} }

// plan is a court as its document writes it. What stands at both ends is
// written once, as the near player sees it: across at so far from the net,
// along from there to there, sides in pairs.
type plan struct {
	ID         string     `json:"id"`
	Name       string     `json:"name"`
	Short      string     `json:"short"`
	Ages       []int      `json:"ages"`
	Ball       string     `json:"ball"`
	Table      bool       `json:"table"`
	HalfLength m          `json:"halfLength"`
	HalfWidth  map[Area]m `json:"halfWidth"`
	RunBack    m          `json:"runBack"`
	RunSide    m          `json:"runSide"`
	Net        struct {
		Centre      m `json:"centre"`
		Post        m `json:"post"`
		PostOutside m `json:"postOutside"`
	} `json:"net"`
	Walls  *Walls `json:"walls"`
	Across []struct {
		Name     string `json:"name"`
		Y        m      `json:"y"`
		Half     m      `json:"half"`
		Areas    []Area `json:"areas"`
		Baseline bool   `json:"baseline"`
	} `json:"across"`
	Along []struct {
		Name  string `json:"name"`
		X     m      `json:"x"`
		From  m      `json:"from"`
		To    m      `json:"to"`
		Areas []Area `json:"areas"`
	} `json:"along"`
	Sides []struct {
		Name  string `json:"name"`
		X     m      `json:"x"`
		Areas []Area `json:"areas"`
	} `json:"sides"`
	Lines []struct {
		Name     string `json:"name"`
		From, To xy
	} `json:"lines"`
	Service []struct {
		From        m      `json:"from"`
		To          m      `json:"to"`
		Half        m      `json:"half"`
		Areas       []Area `json:"areas"`
		LineIsShort bool   `json:"lineIsShort"` // a ball on the near line is short
	} `json:"service"`
	Boxes []struct {
		Name     string `json:"name"`
		Min, Max xy
		Areas    []Area `json:"areas"`
	} `json:"boxes"`
	Schemes []struct {
		ID    string `json:"id"`
		Name  string `json:"name"`
		Kind  Kind   `json:"kind"`
		Half  m      `json:"half"`
		Tos   []m    `json:"tos"`
		Cuts  []m    `json:"cuts"`
		Zones []Zone `json:"zones"`
	} `json:"schemes"`
	Spots []struct {
		ID     string `json:"id"`
		Name   string `json:"name"`
		X      m      `json:"x"`
		Y      m      `json:"y"`
		ByHand bool   `json:"byHand"`
	} `json:"spots"`
	Play Play `json:"play"`
}

// areas, or both where a document names none.
func areas(a []Area) []Area {
	if len(a) == 0 {
		return []Area{Singles, Doubles}
	}
	return a
}

// court measures the document out.
func (p plan) court(s sport.Sport) Court {
	c := Court{
		ID:         p.ID,
		Sport:      s.ID,
		Name:       p.Name,
		Short:      p.Short,
		Ages:       p.Ages,
		Ball:       p.Ball,
		Table:      p.Table,
		Words:      s.Words,
		HalfLength: float64(p.HalfLength),
		HalfWidth:  p.half(p.HalfWidth),
		RunBack:    float64(p.RunBack),
		RunSide:    float64(p.RunSide),
		Walls:      p.Walls,
		Play:       p.Play,
		Net:        Net{float64(p.Net.Centre), float64(p.Net.Post), float64(p.Net.PostOutside)},
	}
	for _, l := range p.Across {
		c.mark(
			l.Name,
			l.Baseline,
			Point{-float64(l.Half), float64(l.Y)},
			Point{float64(l.Half), float64(l.Y)},
			areas(l.Areas),
		)
	}
	for _, l := range p.Along {
		c.mark(
			l.Name,
			false,
			Point{float64(l.X), float64(l.From)},
			Point{float64(l.X), float64(l.To)},
			areas(l.Areas),
		)
	}
	for _, l := range p.Sides {
		c.side(l.Name, float64(l.X), areas(l.Areas))
	}
	for _, l := range p.Lines {
		c.Lines = append(c.Lines, Line{Name: l.Name, From: at(l.From), To: at(l.To), Areas: areas(nil)})
	}
	for _, b := range p.Service {
		from := float64(b.From)
		if b.LineIsShort {
			from += 1e-9
		}
		c.Boxes = append(c.Boxes, boxes(from, float64(b.To), float64(b.Half), areas(b.Areas))...)
	}
	for _, b := range p.Boxes {
		c.Boxes = append(c.Boxes, Box{b.Name, at(b.Min), at(b.Max), areas(b.Areas)})
	}
	for _, q := range p.Schemes {
		c.Schemes = append(
			c.Schemes,
			Scheme{q.ID, q.Name, q.Kind, grid(float64(q.Half), q.Tos, q.Cuts, q.Zones)},
		)
	}
	for _, q := range p.Spots {
		c.Spots = append(c.Spots, Spot{q.ID, q.Name, Point{float64(q.X), float64(q.Y)}, q.ByHand})
	}
	if r := &c.Play.Rally; r.Depth == 0 {
		r.Depth = c.HalfLength + r.BehindLine
	}
	return c
}

// boxes are the four service boxes from..to metres beyond the net and half
// metres to either side of the centre. The deuce box is on the receiver's right.
func boxes(from, to, half float64, areas []Area) []Box {
	return []Box{
		{"near deuce", Point{0, -to}, Point{half, -from}, areas},
		{"near ad", Point{-half, -to}, Point{0, -from}, areas},
		{"far deuce", Point{-half, from}, Point{0, to}, areas},
		{"far ad", Point{0, from}, Point{half, to}, areas},
	}
}

// mark adds a line at each end, as the near player sees it; y is measured from
// the net.
func (c *Court) mark(name string, baseline bool, from, to Point, areas []Area) {
	for _, end := range []End{Near, Far} {
		s := end.sign()
		c.Lines = append(c.Lines,
			Line{string(end) + " " + name, Point{from.X, s * from.Y}, Point{to.X, s * to.Y}, areas, baseline})
	}
}

// side adds a pair of sidelines at x metres from the middle.
func (c *Court) side(name string, x float64, areas []Area) {
	c.Lines = append(c.Lines,
		Line{Name: "left " + name, From: Point{-x, -c.HalfLength}, To: Point{-x, c.HalfLength}, Areas: areas},
		Line{Name: "right " + name, From: Point{x, -c.HalfLength}, To: Point{x, c.HalfLength}, Areas: areas})
}
