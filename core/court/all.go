package court

import (
	"fmt"
	"slices"
)

// ByID finds a court, or says which there are.
func ByID(id string) (*Court, error) {
	for i := range all {
		if all[i].ID == id {
			return &all[i], nil
		}
	}
	names := make([]string, len(all))
	for i := range all {
		names[i] = all[i].ID
	}
	return nil, fmt.Errorf("no court called %q; there are %v", id, names)
}

// All lists the courts in the order a coach would look for them. The list is
// the caller's own.
func All() []Court { return slices.Clone(all) }

var all = func() []Court {
	var out []Court
	for _, p := range tennisPlans {
		out = append(out, p.court())
	}
	return append(out, tableTennis(), badminton(), squash(), pickleball())
}()

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

// both areas, for lines that bound singles and doubles alike.
var both = []Area{Singles, Doubles}

// mark adds a line across or along the court at each end, as the near player
// sees it; y is measured from the net.
func (c *Court) mark(name string, x1, y1, x2, y2 float64, areas ...Area) {
	for _, end := range []End{Near, Far} {
		s := end.sign()
		c.Lines = append(c.Lines, Line{string(end) + " " + name, Point{x1, s * y1}, Point{x2, s * y2}, areas})
	}
}

// side adds a pair of sidelines at x metres from the middle.
func (c *Court) side(name string, x float64, areas ...Area) {
	c.Lines = append(c.Lines,
		Line{"left " + name, Point{-x, -c.HalfLength}, Point{-x, c.HalfLength}, areas},
		Line{"right " + name, Point{x, -c.HalfLength}, Point{x, c.HalfLength}, areas})
}
