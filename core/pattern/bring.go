package pattern

import (
	"fmt"
	"slices"
	"strconv"

	"hodometer/core/court"
)

// Nobody stands for no person and no thing.
const Nobody = -1

// atHand is how far from who brings a ball it may start, m [trade].
const atHand = 0.6

// machine is the kind of thing that brings balls.
const machine = "machine"

// Source is who or what brings a ball: one of the people or one of the things set out,
// by its place in the pattern's list. Both are Nobody where it is the student's own
// ball, and where nobody stands where it comes from.
type Source struct {
	Person int `json:"person"`
	Thing  int `json:"thing"`
}

// Sources are who brings each of the balls.
func (p Pattern) Sources() []Source {
	out := make([]Source, len(p.Feeds))
	for i := range p.Feeds {
		out[i] = p.source(i)
	}
	return out
}

// source is who stands nearest to where a ball comes from, within reach of it: the
// feeder or a partner, and for a machine's ball the machine.
func (p Pattern) source(feed int) Source {
	f, out, near := p.Feeds[feed], Source{Nobody, Nobody}, atHand
	switch {
	case !f.How.Flown():
	case f.How == ByMachine:
		for i, o := range p.Objects {
			if d := o.At.Distance(f.From.Floor()); o.Kind == machine && d < near {
				out.Thing, near = i, d
			}
		}
	default:
		for i, who := range p.People {
			if d := who.At.Distance(f.From.Floor()); who.Brings() && d < near {
				out.Person, near = i, d
			}
		}
	}
	return out
}

// Brings reports whether a person brings balls.
func (who Person) Brings() bool { return who.Role == Feeder || who.Role == Partner }

// nobodyBrings says which balls nobody brings, those from one place together, and who
// could.
func (p Pattern) nobodyBrings() (out []Notice) {
	said := make([]bool, len(p.Feeds))
	for i, f := range p.Feeds {
		if said[i] || !f.How.Flown() || p.source(i) != (Source{Nobody, Nobody}) {
			continue
		}
		var balls []int
		for j, o := range p.Feeds[i:] {
			alike := o.How.Flown() && (o.How == ByMachine) == (f.How == ByMachine)
			if j += i; alike && f.From.Floor().Distance(o.From.Floor()) < atHand &&
				p.source(j) == (Source{Nobody, Nobody}) {
				balls, said[j] = append(balls, j), true
			}
		}
		out = append(out, p.unbrought(balls))
	}
	return out
}

// unbrought is the notice of balls that come from one place where nobody stands.
func (p Pattern) unbrought(balls []int) Notice {
	f := p.Feeds[balls[0]]
	who, role := "Nobody", Feeder
	if f.How == Live {
		role = Partner
	}
	here, name := p.Clone(), string(role)
	var there *court.Point // where one stands already
	if f.How == ByMachine {
		who, name = "No machine", "machine"
		if i := slices.IndexFunc(p.Objects, func(o Object) bool { return o.Kind == machine }); i >= 0 {
			there = &p.Objects[i].At
		}
		here.Objects = append(here.Objects, Object{Kind: machine, At: f.From.Floor()})
	} else {
		if i := slices.IndexFunc(p.People, func(o Person) bool { return o.Role == role }); i >= 0 {
			there = &p.People[i].At
		}
		here.People = append(here.People, Person{Role: role, At: f.From.Floor()})
	}
	verb := "come"
	if len(balls) == 1 {
		verb = "comes"
	}
	n := Notice{
		Kind: NobodyBrings, Feed: balls[0], Fixes: []Fix{},
		Text: fmt.Sprintf("%s stands where %s %s from.", who, ballsSaid(balls), verb),
	}
	if there != nil {
		q := p.Clone()
		for _, i := range balls {
			q.Feeds[i].From.X, q.Feeds[i].From.Y = there.X, there.Y
		}
		n.Fixes = append(n.Fixes, Fix{"From the " + name, "the ball comes from there", q})
	}
	n.Fixes = append(n.Fixes, Fix{fmt.Sprintf("Put a %s there", name), "somebody brings it", here})
	return n
}

// ballsSaid names balls, from 0, as a coach does: "ball 2", "balls 1, 2 and 4".
func ballsSaid(balls []int) string {
	said := "ball "
	if len(balls) > 1 {
		said = "balls "
	}
	for k, i := range balls {
		switch {
		case k == 0:
		case k == len(balls)-1:
			said += " and "
		default:
			said += ", "
		}
		said += strconv.Itoa(i + 1)
	}
	return said
}
