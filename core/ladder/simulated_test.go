package ladder

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"hodometer/core/court"
	"hodometer/core/goal"
	"hodometer/core/progress"
	"hodometer/core/target"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// pupil is a student whose truth is known, on a ladder of three circles, each smaller
// than the one before: twenty balls a week, twelve good ones are the gate.
type pupil struct {
	rng    *rand.Rand
	ladder Ladder
	curves []*target.Curve
	stand  Standing
	belief progress.Belief
	tries  map[string][]Try
	day    int
}

const weekly, balls, wanted = 7, 20, 12

func newPupil(t *testing.T, seed uint64, at string) *pupil {
	tennis, err := court.ByID("tennis")
	require.NoError(t, err)
	level, err := target.LevelOf(units.Club)
	require.NoError(t, err)
	gate := &goal.Goal{Kind: goal.Total, Count: wanted}
	p := &pupil{rng: rand.New(rand.NewPCG(seed, 14)), belief: progress.Unknown(0), tries: map[string][]Try{}}
	for i, radius := range []float64{2.3, 1.7, 1.2} {
		aim := court.Point{Y: 6}
		c := level.Curve(target.Stroke{
			Court: tennis, Area: court.Singles, Aim: aim, Length: 20, Widened: 1,
			Counts: target.Circle{Centre: aim, Radius: radius},
		})
		p.curves = append(p.curves, &c)
		p.ladder.Rungs = append(p.ladder.Rungs, Rung{ID: string(rune('a' + i)), Title: "circle", Gate: gate})
	}
	p.stand = Standing{{Kind: Begin, Rung: at}}
	return p
}

// lesson is one week: twenty balls at the rung's circle by a student of that spread,
// then the advice, which is taken.
func (p *pupil) lesson(logK float64) Verdict {
	rung, _ := p.stand.Now()
	i := p.ladder.At(rung)
	p.day += weekly
	good := 0
	for range balls {
		if p.rng.Float64() < p.curves[i].At(logK) {
			good++
		}
	}
	p.belief = p.belief.After(weekly).Seen(p.curves[i], balls, good)
	at := int64(p.day) * 24 * 3600 * 1000
	p.tries[rung] = append(p.tries[rung], Try{
		At: at, Day: p.day, Met: good >= wanted, Short: good < wanted, Balls: balls, Good: good,
	})
	a, _ := Advise(&p.ladder, p.stand, p.evidence(i), p.evidence(min(i+1, len(p.curves)-1)), time.Now())
	if a.To != "" {
		p.stand = append(p.stand, Move{Kind: Kind(a.Verdict), Rung: a.To, At: at, Day: p.day})
	}
	return a.Verdict
}

func (p *pupil) evidence(i int) Evidence {
	rate := p.belief.Rate(p.curves[i])
	level, floor := p.ladder.Rungs[i].Band()
	return Evidence{
		Tries: p.tries[p.ladder.Rungs[i].ID], Rate: &rate,
		Sure: p.belief.AtLeast(p.curves[i], level), Above: p.belief.AtLeast(p.curves[i], floor),
	}
}

// spread is the ln k at which that circle is hit with chance p.
func (p *pupil) spread(i int, chance float64) float64 {
	low, high := math.Log(target.LeastK), math.Log(target.MostK)
	for range 60 {
		if mid := (low + high) / 2; p.curves[i].At(mid) > chance {
			low = mid
		} else {
			high = mid
		}
	}
	return low
}

const runs = 500

// within is the share of runs in which that verdict came within so many lessons on the
// rung in the middle.
func within(t *testing.T, chance float64, lessons int, v Verdict) float64 {
	n := 0
	for seed := range uint64(runs) {
		p := newPupil(t, seed, "b")
		truth := p.spread(1, chance)
		for range lessons {
			if rung, _ := p.stand.Now(); rung == "b" && p.lesson(truth) == v {
				n++
				break
			}
		}
	}
	return float64(n) / runs
}

// Who hits three in four where three in five are asked is moved up within five
// lessons, nine times in ten; who hits under one in two is not, for all luck, in ten;
// who hits one in four is eased within four.
func TestReadyLuckyAndTooHard(t *testing.T) {
	require.GreaterOrEqual(t, within(t, 0.75, 5, GoUp), 0.90, "ready")
	require.LessOrEqual(t, within(t, 0.45, 10, GoUp), 0.05, "lucky")
	require.GreaterOrEqual(t, within(t, 0.25, 4, GoEase), 0.90, "too hard")
}

// Who held the rung and then slips is eased.
func TestSlips(t *testing.T) {
	n := 0
	for seed := range uint64(runs) {
		p := newPupil(t, seed, "b")
		for range 3 {
			p.lesson(p.spread(1, 0.58))
		}
		if rung, _ := p.stand.Now(); rung == "a" {
			continue
		}
		for range 6 {
			if rung, _ := p.stand.Now(); p.lesson(p.spread(p.ladder.At(rung), 0.2)) == GoEase {
				n++
				break
			}
		}
	}
	require.GreaterOrEqual(t, float64(n)/runs, 0.90)
}

// Who stands still where it is right for them, under what would move them up and over
// the floor, is wrongly moved at most once in ten lessons (going back to the rung that
// is right is not wrong), and goes up and down in turn hardly ever.
func TestStandsStill(t *testing.T) {
	for _, chance := range []float64{0.48, 0.52, 0.56} {
		twice, turns, wrong := 0, 0, 0
		for seed := range uint64(runs) {
			p := newPupil(t, seed, "b")
			truth := p.spread(1, chance)
			for range 10 {
				p.lesson(truth)
			}
			n := 0
			for i, m := range p.stand[1:] {
				if m.Rung != "b" {
					n++
				}
				if i > 1 && m.Kind != p.stand[i].Kind && m.Kind == p.stand[i-1].Kind {
					turns++
				}
			}
			if wrong += n; n > 1 {
				twice++
			}
		}
		t.Logf(
			"chance %.2f: %.2f wrong moves in ten lessons, more than one in %.1f %%, up and down in turn in %.1f %%",
			chance,
			float64(wrong)/runs,
			100*float64(twice)/runs,
			100*float64(turns)/runs,
		)
		require.LessOrEqual(t, float64(twice)/runs, 0.01)
		require.LessOrEqual(t, float64(turns)/runs, 0.01)
	}
}
