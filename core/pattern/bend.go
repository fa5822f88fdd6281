package pattern

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"

	"hodometer/core/court"
	"hodometer/core/flight"
)

// Clone is a copy that shares nothing with p.
func (p Pattern) Clone() Pattern {
	p.Feeds = slices.Clone(p.Feeds)
	for i := range p.Feeds {
		p.Feeds[i].Aim, p.Feeds[i].Go = copied(p.Feeds[i].Aim), copied(p.Feeds[i].Go)
	}
	p.People, p.Objects = slices.Clone(p.People), slices.Clone(p.Objects)
	for i := range p.People {
		p.People[i].Aim = copied(p.People[i].Aim)
	}
	return p
}

func copied(p *court.Point) *court.Point {
	if p == nil {
		return nil
	}
	out := *p
	return &out
}

// places applies f to every place of the pattern, which must be a clone.
func (p *Pattern) places(f func(court.Point) court.Point) {
	p.Start, p.Base = f(p.Start), f(p.Base)
	for i := range p.Feeds {
		d := &p.Feeds[i]
		from := f(d.From.Floor())
		d.From.X, d.From.Y, d.To = from.X, from.Y, f(d.To)
		for _, q := range []*court.Point{d.Aim, d.Go} {
			if q != nil {
				*q = f(*q)
			}
		}
	}
	for i := range p.People {
		p.People[i].At = f(p.People[i].At)
		if a := p.People[i].Aim; a != nil {
			*a = f(*a)
		}
	}
	for i := range p.Objects {
		p.Objects[i].At = f(p.Objects[i].At)
	}
}

// OtherSide is the stroke on the other side of the body.
func (s Stroke) OtherSide() Stroke {
	switch s {
	case Forehand:
		return Backhand
	case Backhand:
		return Forehand
	}
	return s
}

// Mirror is the pattern on the other side of the court, for the same student:
// forehands become backhands. Mirrored twice it is the same.
func (p Pattern) Mirror() Pattern {
	p = p.OtherHand()
	p.Hand = map[court.Hand]court.Hand{court.RightHand: court.LeftHand, court.LeftHand: court.RightHand}[p.Hand]
	for i := range p.Feeds {
		p.Feeds[i].Stroke = p.Feeds[i].Stroke.OtherSide()
	}
	return p
}

// OtherHand is the same pattern for a student of the other hand: the court is
// mirrored, the strokes stay.
func (p Pattern) OtherHand() Pattern {
	p = p.Clone()
	p.places(court.Point.Mirror)
	for i := range p.Feeds {
		p.Feeds[i].SideRPM = -p.Feeds[i].SideRPM
	}
	p.Hand = map[court.Hand]court.Hand{court.RightHand: court.LeftHand, court.LeftHand: court.RightHand}[p.Hand]
	return p
}

// Reverse plays the balls in the other order; what belongs to the place in the
// rally stays: the rhythm, and the spin of that ball.
func (p Pattern) Reverse() Pattern {
	p = p.Clone()
	was := slices.Clone(p.Feeds)
	slices.Reverse(p.Feeds)
	for i := range p.Feeds {
		p.Feeds[i].inPlaceOf(was[i])
	}
	return p
}

// inPlaceOf gives a feed what belongs to the place in the rally where that one
// was.
func (f *Feed) inPlaceOf(was Feed) {
	f.Gap, f.TopRPM, f.SideRPM = was.Gap, was.TopRPM, was.SideRPM
}

// SwapDepths makes the deepest ball the shortest and so on.
func (p Pattern) SwapDepths() Pattern {
	p = p.Clone()
	near, deep := math.Inf(1), math.Inf(-1)
	for _, f := range p.Feeds {
		near, deep = min(near, f.To.Y), max(deep, f.To.Y)
	}
	for i := range p.Feeds {
		p.Feeds[i].To.Y = near + deep - p.Feeds[i].To.Y
	}
	return p
}

// Tempo stretches the time between feeds by k; under one is quicker.
func (p Pattern) Tempo(k float64) Pattern {
	p = p.Clone()
	for i := range p.Feeds {
		p.Feeds[i].Gap = math.Round(100*min(60, max(0.2, k*p.Feeds[i].Gap))) / 100
	}
	return p
}

// Moved is the pattern played somewhere else: the student and where the balls come,
// not who brings them nor where they are to go.
func (p Pattern) Moved(by court.Point) Pattern {
	p = p.Clone()
	shift := func(at *court.Point) { at.X, at.Y = at.X+by.X, at.Y+by.Y }
	shift(&p.Start)
	shift(&p.Base)
	for i := range p.Feeds {
		f := &p.Feeds[i]
		shift(&f.To)
		if f.Go != nil {
			shift(f.Go)
		}
	}
	return p
}

// Paced is the pattern at so much of its pace, as a coach means it: half pace is half
// the work put into the ball, so that it flies √½ as fast. A ball takes 1/√k as long to
// its bounce, and all come as much farther apart [trade, set by judgement]. A ball that
// cannot be made so slow or so fast flies as it did.
func (p Pattern) Paced(k float64) Pattern { return (*Flights)(nil).Paced(p, k) }

// Paced is Pattern.Paced with what is remembered of its balls.
func (known *Flights) Paced(p Pattern, k float64) Pattern {
	if k == 1 {
		return p
	}
	balls, err := known.Fly(p, false)
	c, err2 := court.ByID(p.Court)
	longer := math.Sqrt(1 / k)
	p = p.Tempo(longer)
	if err != nil || err2 != nil {
		return p
	}
	ball, err := flight.BallByID(c.Ball)
	if err != nil {
		return p
	}
	for i, f := range p.Feeds {
		was := balls[i].Bounce
		if f.Meet == InAir {
			was = balls[i].Contact
		}
		if f.By, f.Want = flight.ByTime, was*longer; f.How.Flown() && was > 0 &&
			known.ball(f, c, ball).Feasible {
			p.Feeds[i] = f
		}
	}
	return p
}

// OnePlace brings every ball to where the first comes.
func (p Pattern) OnePlace() Pattern {
	p = p.Clone()
	for i := range p.Feeds {
		p.Feeds[i].To, p.Feeds[i].Stroke = p.Feeds[0].To, p.Feeds[0].Stroke
	}
	return p
}

// Nearer has the student play a fifth nearer to the net, to an aim that is a fifth nearer: the
// shot is shorter. A serve is struck from behind its line, and a table and a wall stay where
// they are: there the pattern is as it was.
func (p Pattern) Nearer() Pattern {
	c, err := court.ByID(p.Court)
	serves := slices.ContainsFunc(p.Feeds, func(f Feed) bool { return f.Stroke == Serve })
	if err != nil || c.Table || c.Walls != nil || serves {
		return p
	}
	p = p.Clone()
	near := func(q court.Point) court.Point { return court.Point{X: q.X, Y: Nearer * q.Y} }
	p.Start, p.Base = near(p.Start), near(p.Base)
	for i := range p.Feeds {
		f := &p.Feeds[i]
		f.To = near(f.To)
		for _, q := range []*court.Point{f.Aim, f.Go} {
			if q != nil {
				*q = near(*q)
			}
		}
	}
	return p
}

// Nearer is how far from the net a shot that was made shorter begins and ends, as a share.
const Nearer = 0.8

// Shuffled has the order drawn anew every turn, so that the student knows the few
// places but not which is next.
func (p Pattern) Shuffled() Pattern {
	p = p.Clone()
	p.Drawn = len(p.Feeds) > 1
	return p
}

// drawn is the order in which the feeds come in a round: theirs, or for a pattern
// that is drawn anew what the round's number deals.
func (p Pattern) drawn(round int) []int {
	if p.Drawn {
		return rand.New(rand.NewPCG(uint64(round), 11)).Perm(len(p.Feeds))
	}
	out := make([]int, len(p.Feeds))
	for i := range out {
		out[i] = i
	}
	return out
}

// Anywhere moves each ball by up to radius metres, as the seed deals them.
func (p Pattern) Anywhere(radius float64, seed uint64) Pattern {
	p = p.Clone()
	c, err := court.ByID(p.Court)
	if err != nil {
		return p
	}
	rng := rand.New(rand.NewPCG(seed, 7))
	for i := range p.Feeds {
		s, k := math.Sincos(2 * math.Pi * rng.Float64())
		r := radius * math.Sqrt(rng.Float64())
		to := court.Point{X: p.Feeds[i].To.X + r*k, Y: p.Feeds[i].To.Y + r*s}
		w, l := c.HalfWidth[p.Area], c.HalfLength
		p.Feeds[i].To = court.Point{X: max(-w, min(w, to.X)), Y: max(-l, min(-0.1*l, to.Y))}
		p.Feeds[i].Stroke = Either
	}
	return p
}

// OneSide brings all balls to the side of the first.
func (p Pattern) OneSide() Pattern {
	p = p.Clone()
	side := p.Feeds[0].To.X
	for i := range p.Feeds {
		f := &p.Feeds[i]
		if f.To.X*side < 0 {
			f.To = f.To.Mirror()
			f.Stroke = f.Stroke.OtherSide()
		}
	}
	return p
}

// Fewer takes the last ball away; the pattern keeps one.
func (p Pattern) Fewer() Pattern {
	p = p.Clone()
	if len(p.Feeds) > 1 {
		p.Feeds = p.Feeds[:len(p.Feeds)-1]
	}
	return p
}

// More feeds the first ball once more at the end.
func (p Pattern) More() Pattern {
	p = p.Clone()
	if len(p.Feeds) < MostFeeds {
		p.Feeds = append(p.Feeds, p.Clone().Feeds[0])
	}
	return p
}

// On is the pattern on another court, every place in the same part of it. A
// speed belongs to its court, so feeds are fixed by their height over the net,
// scaled alike.
func (k *Flights) On(p Pattern, id string) (Pattern, error) {
	from, err := court.ByID(p.Court)
	if err != nil {
		return p, err
	}
	to, err := court.ByID(id)
	if err != nil {
		return p, err
	}
	if (from.Walls == nil) != (to.Walls == nil) {
		return p, fmt.Errorf("a pattern for %s has no like on %s", from.Name, to.Name)
	}
	balls, err := k.Fly(p, false)
	if err != nil {
		return p, err
	}
	p = p.Clone()
	kx, ky := to.HalfWidth[p.Area]/from.HalfWidth[p.Area], to.HalfLength/from.HalfLength
	// Run-off does not scale: who would stand past it stands at its edge.
	x, y := to.HalfWidth[court.Doubles]+to.RunSide, to.HalfLength+to.RunBack
	p.places(func(q court.Point) court.Point {
		return court.Point{X: max(-x, min(x, q.X*kx)), Y: max(-y, min(y, q.Y*ky))}
	})
	for i := range p.Feeds {
		f := &p.Feeds[i]
		if b := balls[i]; b.Net > 0 {
			f.By, f.Want = flight.ByClearance, max(0.05, math.Round(100*b.Over*ky)/100)
		}
		f.From.Z, f.Height = f.From.Z*math.Sqrt(ky), f.Height*math.Sqrt(ky)
		f.TopRPM, f.SideRPM = math.Round(f.TopRPM*ky), math.Round(f.SideRPM*ky)
	}
	p.Court = id
	return p, nil
}
