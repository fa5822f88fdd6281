package drill

import (
	"cmp"
	"math"
	"reflect"
	"slices"

	"hodometer/core/court"
	"hodometer/core/footwork"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/target"
	"hodometer/core/units"
)

// Mirror is the drill on the other side of the court, for the same student:
// forehands become backhands. Mirrored twice it is the same.
func (d *Drill) Mirror() Drill {
	out := d.mirrored(d.Pattern.Mirror())
	for i := range out.Stages {
		st := &out.Stages[i]
		st.Stroke = st.Stroke.OtherSide()
		for j := range st.Shots {
			st.Shots[j].Stroke = st.Shots[j].Stroke.OtherSide()
		}
	}
	out.inWords()
	return out
}

// OtherHand is the drill for a student of the other hand.
func (d *Drill) OtherHand() Drill { return d.mirrored(d.Pattern.OtherHand()) }

func (d *Drill) mirrored(p pattern.Pattern) Drill {
	out := d.with(p)
	for i, t := range out.Targets {
		out.Targets[i] = t.Mirror()
	}
	for i := range out.Stages {
		if p := out.Stages[i].Place; p != nil {
			*p = p.Mirror()
		}
	}
	return out
}

// with is the drill around another pattern. A turn stays a whole number of
// rounds when it was one.
func (d *Drill) with(p pattern.Pattern) Drill {
	out := d.Clone()
	if was, is := len(d.Pattern.Feeds), len(p.Feeds); was != is && d.TurnBalls%was == 0 {
		out.TurnBalls = min(500, d.TurnBalls/was*is)
	}
	out.Pattern = p
	return out
}

// On is the drill on another court of the sport or another: targets shrink or
// grow with it.
func (d *Drill) On(k *pattern.Flights, id string) (Drill, error) {
	p, err := k.On(d.Pattern, id)
	if err != nil {
		return Drill{}, err
	}
	return d.scaled(p), nil
}

// scaled carries the targets over to the court of that pattern.
func (d *Drill) scaled(p pattern.Pattern) Drill {
	out := d.with(p)
	from, err := d.Court()
	to, err2 := court.ByID(p.Court)
	if err != nil || err2 != nil {
		return out
	}
	kx, ky := to.HalfWidth[p.Area]/from.HalfWidth[p.Area], to.HalfLength/from.HalfLength
	round := func(v float64) float64 { return math.Round(v*100) / 100 }
	for i, t := range out.Targets {
		t.At = court.Point{X: t.At.X * kx, Y: t.At.Y * ky}
		t.Radius, t.Width, t.Depth = round(t.Radius*min(kx, ky)), round(t.Width*kx), round(t.Depth*ky)
		out.Targets[i] = t
	}
	return out
}

// PaceFirst is the drill as those teach it who want match pace before streaks:
// four balls, a fifth quicker, counted in all [trade].
func (d *Drill) PaceFirst() Drill {
	p := d.Pattern.Tempo(0.8)
	out := d.with(p)
	out.TurnBalls = 4
	for i := range out.Stages {
		out.Stages[i].Goal.Kind = goal.Total
	}
	return out
}

// ControlFirst is the drill as those teach it who want long streaks at half
// pace first: a half slower, counted in a row [trade].
func (d *Drill) ControlFirst() Drill {
	out := d.with(d.Pattern.Tempo(1.5))
	for i := range out.Stages {
		g := &out.Stages[i].Goal
		if !g.Kind.StartsAgain() {
			*g = goal.Goal{Kind: goal.InARow, Count: max(3, g.Count/2)}
		}
	}
	return out
}

// HalfPaceFirst is the drill with a stage before its first: the same at half pace, five
// in a row, as a gate [trade]; false where that stands already or there is no room.
func (d *Drill) HalfPaceFirst() (Drill, bool) {
	if s := d.Stages[0]; len(d.Stages) == MaxStages || s.Paced() < 1 || !d.ByChance(s) {
		return Drill{}, false
	}
	out := d.Clone()
	slow := out.Stages[0]
	slow.Name, slow.Pace, slow.Gate = "Half pace", 0.5, GateEach
	slow.Goal, slow.Holder = goal.Goal{Kind: goal.InARow, Count: 5}, Each
	out.Stages = append([]Stage{slow}, out.Stages...)
	return out, true
}

// OneStageLess is the drill without its last stage; false where it has only one.
func (d *Drill) OneStageLess() (Drill, bool) {
	if len(d.Stages) == 1 {
		return Drill{}, false
	}
	out := d.Clone()
	out.Stages = out.Stages[:len(out.Stages)-1]
	out.Stages[len(out.Stages)-1].Gate = NoGate
	return out, true
}

// bends are what can be done to a drill's feeds while the others keep theirs.
var bends = []struct {
	units.Term
	bend func(d *Drill) Drill
}{
	{units.Term{ID: "mirror", Label: "mirror image"}, (*Drill).Mirror},
	{units.Term{ID: "otherHand", Label: "other hand"}, (*Drill).OtherHand},
	{
		units.Term{ID: "reverse", Label: "reverse order"},
		func(d *Drill) Drill { return d.with(d.Pattern.Reverse()) },
	},
	{
		units.Term{ID: "swapDepths", Label: "short and deep swapped"},
		func(d *Drill) Drill { return d.with(d.Pattern.SwapDepths()) },
	},
	{
		units.Term{ID: "onePlace", Label: "to one place"},
		func(d *Drill) Drill { return d.with(d.Pattern.OnePlace()) },
	},
	{
		units.Term{ID: "oneSide", Label: "to one side"},
		func(d *Drill) Drill { return d.with(d.Pattern.OneSide()) },
	},
	{
		units.Term{ID: "shuffled", Label: "shuffled"},
		func(d *Drill) Drill { return d.with(d.Pattern.Shuffled()) },
	},
	{
		units.Term{ID: "nearer", Label: "from nearer to the net"},
		(*Drill).Nearer,
	},
	{
		units.Term{ID: "fewer", Label: "one ball fewer"},
		func(d *Drill) Drill { return d.with(d.Pattern.Fewer()) },
	},
}

// Nearer is the drill with a shorter shot: struck nearer to the net, at targets nearer to it.
func (d *Drill) Nearer() Drill {
	out := d.with(d.Pattern.Nearer())
	if reflect.DeepEqual(out.Pattern, d.Pattern) {
		return out
	}
	for i := range out.Targets {
		out.Targets[i].At.Y *= pattern.Nearer
	}
	return out
}

// Bends are the bends of a feeding pattern that one student can have.
func Bends() (out []units.Term) {
	for _, b := range bends {
		out = append(out, b.Term)
	}
	return out
}

// Bent is the drill with one of Bends, by its id; as it is where the id is "".
func (d *Drill) Bent(id string) Drill {
	for _, b := range bends {
		if b.ID == id {
			return b.bend(d)
		}
	}
	return d.Clone()
}

// Anywhere is the drill with each ball moved by up to radius metres.
func (d *Drill) Anywhere(radius float64, seed uint64) Drill {
	return d.with(d.Pattern.Anywhere(radius, seed))
}

// Reach is how far apart, in metres, the two farthest balls of the pattern come.
func (d *Drill) Reach() (most float64) {
	for i, f := range d.Pattern.Feeds {
		for _, g := range d.Pattern.Feeds[:i] {
			most = max(most, f.To.Distance(g.To))
		}
	}
	return most
}

// Neighbour is a drill one bend away, with what it asks: the worst time ratio
// (over 1 something is out of reach), and seconds, metres and balls of a turn.
type Neighbour struct {
	ID      string  `json:"id"`
	Label   string  `json:"label"`
	Drill   Drill   `json:"drill"`
	Ratio   float64 `json:"ratio"`
	Seconds float64 `json:"seconds"`
	Metres  float64 `json:"metres"`
	Balls   int     `json:"balls"`
	// Good is the chance of a good ball at the first goal; 0 for repetitions.
	Good float64 `json:"good"`
}

// Neighbours are the drill's bends from easier to harder: by the worst time
// ratio of that mover, then by the chance of a good ball. rerate gives the
// rates of one student for each. Bends that change nothing or cannot be fed
// are left out.
func (d *Drill) Neighbours(
	k *pattern.Flights,
	curves *target.Curves,
	m footwork.Mover,
	rerate Rerate,
) []Neighbour {
	var out []Neighbour
	seen := map[string]bool{d.Edition(): true} // two ways that come to one drill are one
	add := func(id, words string, b Drill, n pattern.Neighbour) {
		if b.Validate().Err() != nil || seen[b.Edition()] {
			return
		}
		seen[b.Edition()] = true
		good := 0.0
		if players := rerate(&b); len(players) > 0 {
			if r := b.Turns(curves, k, 1, 1).Rates(players[0])[0]; r != nil {
				good = r.Mean
			}
		}
		out = append(out, Neighbour{id, words, b, n.Ratio, n.Seconds, n.Metres, n.Balls, good})
	}
	for _, n := range k.Neighbours(d.Pattern, m, d.TurnBalls) {
		b := d.with(n.Pattern)
		switch {
		case n.ID == "mirror":
			b = d.Mirror()
		case n.ID == "otherHand":
			b = d.OtherHand()
		case n.Pattern.Court != d.Pattern.Court:
			b = d.scaled(n.Pattern)
		}
		add(n.ID, n.Label, b, n)
	}
	type bent struct {
		id, words string
		drill     Drill
	}
	more := []bent{
		{"paceFirst", "Match pace, four balls", d.PaceFirst()},
		{"controlFirst", "Half pace, in a row",
			d.ControlFirst()},
	}
	if len(d.Targets) > 0 {
		more = append(
			more,
			bent{"wider", "Wider target", d.Wider(1.25)},
			bent{"closer", "Smaller target", d.Wider(0.8)},
		)
	}
	if b, ok := d.HalfPaceFirst(); ok {
		more = append(more, bent{"halfPaceFirst", "Half pace first, as a gate", b})
	}
	if b, ok := d.OneStageLess(); ok {
		more = append(more, bent{"oneStageLess", "Without the last stage", b})
	}
	for _, b := range more {
		if n, ok := k.Asks(b.drill.Pattern, m, b.drill.TurnBalls); ok {
			add(b.id, b.words, b.drill, n)
		}
	}
	slices.SortStableFunc(
		out,
		func(a, b Neighbour) int { return cmp.Or(cmp.Compare(a.Ratio, b.Ratio), cmp.Compare(b.Good, a.Good)) },
	)
	return out
}
