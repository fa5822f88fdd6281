package drill

import (
	"fmt"
	"slices"

	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Role is a place that students hold in turn: one of the lines, the net, the baskets.
type Role struct {
	ID string `json:"id"`
	// Is what whoever holds it does: hits, plays as a partner, feeds or collects.
	Is   pattern.Role `json:"is"`
	Name string       `json:"name,omitempty"` // "left line"
	// Held is how many hold it at once; 0: one. Line: those who wait for it stand behind.
	Held int  `json:"held,omitempty"`
	Line bool `json:"line,omitempty"`
}

// Places is how many hold the role at once.
func (r Role) Places() int { return max(1, r.Held) }

// Label is what the role is called.
func (r Role) Label() string {
	if r.Name != "" {
		return r.Name
	}
	return units.LabelOf(pattern.Roles, string(r.Is))
}

// Seats is how many students the roles take at once; the drill's hitters where there
// are no roles.
func (d *Drill) Seats() (sum int) {
	if len(d.Roles) == 0 {
		return d.Hitters
	}
	for _, r := range d.Roles {
		sum += r.Places()
	}
	return sum
}

const mostRoles = 8

func (d *Drill) validateRoles() (p units.Problems) {
	if len(d.Roles) > mostRoles {
		p.Add("roles", fmt.Sprintf("a drill has at most %d roles, got %d", mostRoles, len(d.Roles)))
	}
	hits := 0
	for i, r := range d.Roles {
		field := fmt.Sprintf("roles[%d].", i)
		if r.ID == "" || slices.ContainsFunc(d.Roles[:i], func(o Role) bool { return o.ID == r.ID }) {
			p.Add(field+"id", "each role needs its own id")
		}
		p.OneOf(field+"is", string(r.Is), pattern.Roles)
		if r.Held < 0 || r.Held > maxPlayers {
			p.Add(field+"held", fmt.Sprintf("a role is held by 1 to %d at once, got %d", maxPlayers, r.Held))
		}
		if r.Is == pattern.Hitter {
			hits += r.Places()
		}
	}
	if len(d.Roles) > 0 {
		if hits == 0 {
			p.Add("roles", "nobody hits: make one of the roles a hitter")
		}
		if seats := d.Seats(); seats > d.Players.Most {
			p.Add(
				"roles",
				fmt.Sprintf("the roles take %d students at once, and the drill is for at most %d: "+
					"allow more students, or let fewer hold a role", seats, d.Players.Most),
			)
		}
		if hits > 0 && hits != d.Hitters {
			p.Add("hitters", fmt.Sprintf("the roles let %d hit at once, so “hit at once” is %d", hits, hits))
		}
	}
	for i, f := range d.Pattern.Feeds {
		if f.Hitter != "" && !slices.ContainsFunc(d.Roles, func(r Role) bool {
			return r.ID == f.Hitter && (r.Is == pattern.Hitter || r.Is == pattern.Partner)
		}) {
			p.Add(fmt.Sprintf("pattern.feeds[%d].hitter", i),
				"no role that hits has this id: choose who hits the ball")
		}
	}
	return p
}
