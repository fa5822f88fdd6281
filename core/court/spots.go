package court

import "fmt"

// Spot is a place with a name in the trade. A spot ByHand is named for the
// hand, not the side ("forehand corner"), and is given for a right-hander.
// All spots are given for the near end.
type Spot struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	At     Point  `json:"at"`
	ByHand bool   `json:"byHand"`
}

// SpotFor finds a named spot for a student of that hand at that end. Facing
// the net from the far end swaps left and right, so the spot turns half round.
func (c *Court) SpotFor(name string, hand Hand, end End) (Point, error) {
	for _, s := range c.Spots {
		if s.Name != name {
			continue
		}
		p := s.At
		if s.ByHand && hand == LeftHand {
			p = p.Mirror()
		}
		if end == Far {
			p = Point{-p.X, -p.Y}
		}
		return p, nil
	}
	return Point{}, fmt.Errorf("court %q has no spot called %q", c.ID, name)
}
