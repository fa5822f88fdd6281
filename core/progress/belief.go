package progress

import (
	"math"

	"hodometer/core/target"

	"gonum.org/v1/gonum/stat/distuv"
)

// Belief is what is held of ln k, k being a student's spread ÷ that of their
// level, at one skill: a share for each point of a grid from ln 0.3 to ln 3.5.
// Shares sum to 1. It is a value, and may be compared.
type Belief struct {
	share [points]float64
	balls float64 // that were counted
}

// points of the grid, some 0.03 apart in ln k.
const points = 81

// Before anything is counted ln k is normal about 0 with this deviation, and
// from day to day it drifts by a normal step of this variance [trade].
const (
	FirstDeviation = 0.35
	DriftPerDay    = 0.001
)

var (
	from  = math.Log(target.LeastK)
	to    = math.Log(target.MostK)
	width = (to - from) / (points - 1) // of a cell of the grid
)

// grid is ln k at a point.
func grid(i int) float64 { return from + float64(i)*width }

// Unknown is the belief before anything was counted, about that mean of ln k.
func Unknown(mean float64) (b Belief) {
	for i := range b.share {
		z := (grid(i) - mean) / FirstDeviation
		b.share[i] = math.Exp(-z * z / 2)
	}
	b.scale()
	return b
}

// Certain is the belief of who knows that ln k is that, between the two points of the grid
// about it: the truth of a student that is made up.
func Certain(lnK float64) (b Belief) {
	at := min(points-1, max(0, (lnK-from)/width))
	i := min(points-2, int(at))
	b.share[i+1] = at - float64(i)
	b.share[i] = 1 - b.share[i+1]
	return b
}

// scale makes the shares sum to 1.
func (b *Belief) scale() {
	sum := 0.0
	for _, s := range b.share {
		sum += s
	}
	for i := range b.share {
		b.share[i] /= sum
	}
}

// After is the belief so many days later, nothing having been counted: it
// fades, since the student drifts.
func (b Belief) After(days float64) Belief {
	if days <= 0 {
		return b
	}
	variance := DriftPerDay * days
	if deviation := math.Sqrt(variance); deviation >= width {
		return b.blurred(deviation)
	}
	// A step finer than the grid: so much of each share goes to either side.
	return b.convolved([]float64{1 - variance/(width*width), variance / (2 * width * width)})
}

// blurred by a normal step of that deviation, no finer than the grid.
func (b Belief) blurred(deviation float64) Belief {
	reach := min(points-1, int(math.Ceil(5*deviation/width)))
	kernel := make([]float64, reach+1)
	for d := range kernel {
		z := float64(d) * width / deviation
		kernel[d] = math.Exp(-z * z / 2)
	}
	return b.convolved(kernel)
}

// convolved with a kernel that is alike to both sides. What would leave the grid
// stays at its end.
func (b Belief) convolved(kernel []float64) (out Belief) {
	out.balls = b.balls
	for i, s := range b.share {
		if s == 0 {
			continue
		}
		for d, w := range kernel {
			out.share[min(points-1, i+d)] += w * s
			if d > 0 {
				out.share[max(0, i-d)] += w * s
			}
		}
	}
	out.scale()
	return out
}

// Seen is the belief after so many balls of a stroke with that curve, so many of
// them good: Bayes' rule with the binomial law.
func (b Belief) Seen(c *target.Curve, balls, good int) Belief {
	if balls <= 0 {
		return b
	}
	chance := onGrid(c)
	var weigh [points]float64
	most := math.Inf(-1)
	for i, p := range chance {
		p = min(1-1e-9, max(1e-9, p))
		weigh[i] = float64(good)*math.Log(p) + float64(balls-good)*math.Log1p(-p)
		if b.share[i] > 0 {
			most = max(most, weigh[i])
		}
	}
	for i := range b.share {
		b.share[i] *= math.Exp(weigh[i] - most)
	}
	b.scale()
	b.balls += float64(balls)
	return b
}

// Where curves are read: in the middle of the cells, and at their borders.
var (
	centres = target.PlacesAt(points, grid)
	edges   = target.PlacesAt(points+1, func(i int) float64 { return grid(i) - width/2 })
)

// onGrid is the chance of a curve at each point of the grid.
func onGrid(c *target.Curve) (out [points]float64) {
	for i := range out {
		out[i] = centres.Of(c, i)
	}
	return out
}

// Mean of ln k.
func (b *Belief) Mean() (mean float64) {
	for i, s := range b.share {
		mean += s * grid(i)
	}
	return mean
}

// Deviation of ln k.
func (b *Belief) Deviation() float64 {
	mean, square := b.Mean(), 0.0
	for i, s := range b.share {
		square += s * (grid(i) - mean) * (grid(i) - mean)
	}
	return math.Sqrt(square)
}

// Quantile of ln k: where the share q lies below, read in straight lines between
// the borders of the cells.
func (b *Belief) Quantile(q float64) float64 {
	below := 0.0
	for i, s := range b.share {
		if below+s >= q && s > 0 {
			return grid(i) - width/2 + width*(q-below)/s
		}
		below += s
	}
	return to
}

// Worlds fills out with n values of ln k, each as likely as the others: Quantile of the
// middle of each of n shares.
func (b *Belief) Worlds(out []float64) {
	i, below := 0, 0.0
	for j := range out {
		q := (float64(j) + 0.5) / float64(len(out))
		for i < points && (below+b.share[i] < q || b.share[i] <= 0) {
			below += b.share[i]
			i++
		}
		if out[j] = to; i < points {
			out[j] = grid(i) - width/2 + width*(q-below)/b.share[i]
		}
	}
}

// Chances is a curve as beliefs read it: at the borders of the cells, and in straight lines
// between them.
type Chances [points + 1]float64

// ChancesOf a curve.
func ChancesOf(c *target.Curve) (out Chances) {
	for i := range out {
		out[i] = edges.Of(c, i)
	}
	return out
}

// At is the chance at that ln k. Of the first and the last cell one half is in the range of k.
func (c *Chances) At(logK float64) float64 {
	at := min(points-0.5, max(0.5, (logK-from)/width+0.5))
	i := int(at)
	part := at - float64(i)
	switch i {
	case 0:
		part = 2*part - 1
	case points - 1:
		part *= 2
	}
	return c[i] + part*(c[i+1]-c[i])
}

// Rate is the chance of a good ball, and between what it lies with 80 %
// certainty.
type Rate struct {
	Mean float64 `json:"mean"`
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// Rate at a stroke with that curve.
func (b *Belief) Rate(c *target.Curve) Rate {
	chance := onGrid(c)
	r, falls := Rate{}, true
	for i, s := range b.share {
		r.Mean += s * chance[i]
		falls = falls && (i == 0 || chance[i] <= chance[i-1]+1e-6)
	}
	if falls { // a wider spread is never better
		r.Low, r.High = c.At(b.Quantile(0.9)), c.At(b.Quantile(0.1))
	} else {
		at := ChancesOf(c)
		r.Low, r.High = b.surelyAt(&at, 0.9), b.surelyAt(&at, 0.1)
	}
	return r.asWide(b.balls + levelBalls)
}

// levelBalls are how many counted balls a level is worth [trade].
const levelBalls = 12

// asWide is the rate with a range no narrower than so many counted balls justify: that of a
// Beta law of its mean. A wide target is made almost as often with a spread that is poor as
// with one that is good, and four of four say little of it all the same.
func (r Rate) asWide(balls float64) Rate {
	deviation := math.Sqrt(r.Mean * (1 - r.Mean) / (balls + 1))
	if r.High-r.Low > 2*1.3*deviation || !(deviation > 0) {
		return r
	}
	law := distuv.Beta{Alpha: balls * r.Mean, Beta: balls * (1 - r.Mean)}
	r.Low, r.High = min(r.Low, law.Quantile(0.1)), max(r.High, law.Quantile(0.9))
	return r
}

// surelyAt is the chance that is reached with so much certainty where the chances at the
// borders of the cells are those, found between 0 and 1 by halving.
func (b *Belief) surelyAt(borders *Chances, sure float64) float64 {
	lo, hi := 0.0, 1.0
	for range 20 {
		if mid := (lo + hi) / 2; b.atLeast(borders, mid) >= sure {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2
}

// AtLeast is how sure it is that the chance at a stroke with that curve is p or
// better.
func (b *Belief) AtLeast(c *target.Curve, p float64) float64 {
	at := ChancesOf(c)
	return b.atLeast(&at, p)
}

func (b *Belief) atLeast(borders *Chances, p float64) (sure float64) {
	for i, s := range b.share {
		// A cell counts by the part of it in which the chance is reached.
		most, least := borders[i], borders[i+1]
		switch {
		case min(least, most) >= p:
			sure += s
		case max(least, most) > p:
			sure += s * (max(least, most) - p) / math.Abs(most-least)
		}
	}
	return sure
}

// Pooled is the mean of ln k to begin with at a skill of which nothing was
// counted: that of the student's other skills, weighed by how well each is
// known, drawn toward 0 as if the level were one more of them.
func Pooled(others []Belief) float64 {
	const level = 1 / (FirstDeviation * FirstDeviation)
	sum, weight := 0.0, level
	for i := range others {
		d := others[i].Deviation()
		w := 1 / (d * d)
		sum += w * others[i].Mean()
		weight += w
	}
	return sum / weight
}
