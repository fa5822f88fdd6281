package court

import (
	"math"
	"testing"

	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func named(t testing.TB, id string) *Court {
	c, err := ByID(id)
	require.NoError(t, err)
	return c
}

// ITF Rules of Tennis, rule 1 [rule; memory]: 78 × 27 ft, 36 ft for doubles,
// service line 21 ft from the net, net 3 ft at the centre and 3 ft 6 in at the
// posts, which stand 3 ft outside the sideline.
func TestFullCourtIsTheRuleBooks(t *testing.T) {
	c := named(t, "tennis")
	require.InDelta(t, 23.77, 2*c.HalfLength, 0.005)
	require.InDelta(t, 8.23, 2*c.HalfWidth[Singles], 0.005)
	require.InDelta(t, 10.97, 2*c.HalfWidth[Doubles], 0.005)
	_, d := c.Nearest(Singles, Point{1, -units.Feet(21)})
	require.InDelta(t, 0, d, 1e-9)
	require.InDelta(t, units.Feet(3), c.NetHeight(Singles, 0), 1e-12)
	require.InDelta(t, units.Feet(3.5), c.NetHeight(Singles, units.Feet(13.5+3)), 1e-12)
	require.InDelta(t, units.Feet(3.5), c.NetHeight(Doubles, -units.Feet(18+3)), 1e-12)
	require.InDelta(
		t,
		units.Feet(3.25),
		c.NetHeight(Doubles, units.Feet(10.5)),
		1e-12,
		"halfway to the post, halfway up",
	)
	require.Zero(t, c.NetHeight(Singles, 7))
}

// Measures: ITF Rules of Tennis, appendix on competition for ten years and under; ages: the
// stages of the ITF's programme for that age [rule; memory].
func TestJuniorStagesLieInTheirRanges(t *testing.T) {
	for id, r := range map[string]struct {
		long0, long1, wide0, wide1, net0, net1 float64
		ages                                   []int
	}{
		"tennisRed":    {36, 42, 14, 20, 31.5, 33, []int{5, 8}},
		"tennisOrange": {58, 60, 20, 27, 31.5, 36, []int{8, 10}},
		"tennisGreen":  {78, 78, 27, 27, 36, 36, []int{9, 10}},
	} {
		c := named(t, id)
		require.Equal(t, id, c.Ball, "each stage has the ball of its colour")
		require.Equal(t, r.ages, c.Ages, id)
		in := func(ft0, ft1, metres float64) {
			require.GreaterOrEqual(t, metres, units.Feet(ft0)-1e-9, id)
			require.LessOrEqual(t, metres, units.Feet(ft1)+1e-9, id)
		}
		in(r.long0, r.long1, 2*c.HalfLength)
		in(r.wide0, r.wide1, 2*c.HalfWidth[Singles])
		if id != "tennisGreen" { // a full court, alleys and all
			in(r.wide0, r.wide1, 2*c.HalfWidth[Doubles])
		}
		in(r.net0/12, r.net1/12, c.NetHeight(Singles, 0))
	}
}

// Closed form over the rule book's dimensions [rule]: the window from the
// centre of the singles baseline to the far corners is 2·atan(13.5/78) =
// 19.64°, and the cross-court diagonal is 82.54 ft = 25.16 m.
func TestDiagonalAndAngle(t *testing.T) {
	c := named(t, "tennis")
	centre, err := c.SpotFor("centre mark", RightHand, Near)
	require.NoError(t, err)
	left, right := c.Window(Singles, centre, c.HalfLength)
	require.InDelta(t, 19.64, (right-left)*180/math.Pi, 0.005)
	require.InDelta(t, -left, right, 1e-12)

	from, _ := c.SpotFor("deuce corner", RightHand, Near)
	to, _ := c.SpotFor("deuce corner", RightHand, Far)
	require.InDelta(t, 25.16, from.Distance(to), 0.005)
	require.InDelta(t, units.Feet(82.54), from.Distance(to), 0.005)

	deepL, deepR := c.Window(Singles, from, c.HalfLength)
	shortL, _ := c.Window(Singles, from, 3)
	require.Greater(t, -deepL, deepR, "cross-court is the wider side")
	require.Greater(t, -shortL, -deepL, "and the shorter ball is wider still")
}

func TestInOrOut(t *testing.T) {
	c := named(t, "tennis")
	l, s, d := c.HalfLength, c.HalfWidth[Singles], c.HalfWidth[Doubles]
	for _, k := range []struct {
		why  string
		a    Area
		end  End
		p    Point
		want bool
	}{
		{"on both lines", Singles, Far, Point{s, l}, true},
		{"a millimetre wide", Singles, Far, Point{s + 0.001, l}, false},
		{"the alley is in for doubles", Doubles, Far, Point{s + 0.5, 5}, true},
		{"a millimetre long", Doubles, Far, Point{-d, l + 0.001}, false},
		{"own side of the net", Singles, Far, Point{0, -1}, false},
		{"near end", Singles, Near, Point{0, -1}, true},
	} {
		require.Equal(t, k.want, c.In(k.a, k.end, k.p), k.why)
	}
	for _, k := range []struct {
		why   string
		from  End
		deuce bool
		p     Point
		want  bool
	}{
		{"from the right, across to the left", Near, true, Point{-2, 5}, true},
		{"from the right, straight on", Near, true, Point{2, 5}, false},
		{"centre line is in for both", Near, false, Point{0, 6}, true},
		{"past the service line", Near, true, Point{-2, 6.41}, false},
		{"from the far end", Far, true, Point{2, -5}, true},
		{"the alley is out, doubles too", Near, true, Point{-s - 0.1, 4}, false},
	} {
		in, err := c.InServe(Singles, k.from, k.deuce, k.p)
		require.NoError(t, err)
		require.Equal(t, k.want, in, k.why)
	}
}

func TestSpotsFollowTheHandAndTheEnd(t *testing.T) {
	c := named(t, "tennis")
	rightNear, _ := c.SpotFor("forehand corner", RightHand, Near)
	leftNear, _ := c.SpotFor("forehand corner", LeftHand, Near)
	rightFar, _ := c.SpotFor("forehand corner", RightHand, Far)
	deuce, _ := c.SpotFor("deuce corner", LeftHand, Near)
	require.Equal(t, rightNear.Mirror(), leftNear)
	require.Equal(t, Point{-rightNear.X, -rightNear.Y}, rightFar)
	require.Equal(t, rightNear, deuce, "the deuce corner is the same for both hands")
	_, err := c.SpotFor("kitchen", RightHand, Near)
	require.ErrorContains(t, err, `"kitchen"`)
}

// Every scheme covers the near end without gap or overlap; depth numbers of
// the two schools add up; hands and ends mirror and turn.
func TestZonesCoverTheCourt(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := rapid.SampledFrom(All()).Draw(t, "court")
		require.Equal(t, ByDepth, c.Schemes[0].Kind)
		require.GreaterOrEqual(t, len(c.Schemes), 2)
		w := c.HalfWidth[Singles]
		p := Point{
			w * float64(rapid.IntRange(-999, 999).Draw(t, "x")) / 1000,
			-c.HalfLength * float64(rapid.IntRange(1, 999).Draw(t, "y")) / 1000,
		}
		for _, s := range c.Schemes {
			area := 0.0
			for i, z := range s.Zones {
				require.NotEmpty(t, z.Intent)
				lo, hi := z.Corners[0], z.Corners[2]
				area += (hi.X - lo.X) * (hi.Y - lo.Y)
				require.Equal(t, len(s.Zones)+1, s.Number(i, FromNet)+s.Number(i, FromBaseline))
			}
			require.InDelta(t, 2*w*c.HalfLength, area, 1e-9, s.Name)
			i := s.At(p, RightHand)
			require.Zero(t, s.Zones[i].Distance(p))
			require.Equal(t, i, s.At(p.Mirror(), LeftHand))
			require.Equal(t, i, s.At(Point{-p.X, -p.Y}, RightHand), "the far end is the near one turned")
		}
		d := c.Schemes[0]
		require.Equal(
			t,
			1,
			d.Number(d.At(Point{0, -c.HalfLength - 1}, RightHand), FromBaseline),
			"behind the baseline is the last",
		)
	})
}

// Mirroring the input mirrors the answer, and leaving the court along a ray
// ends on a line of the court.
func TestMirrorAndEdgeProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := rapid.SampledFrom(All()).Draw(t, "court")
		a := rapid.SampledFrom([]Area{Singles, Doubles}).Draw(t, "area")
		// Millimetres and half degrees: finer than a tape, coarse enough that
		// a ray along a line is not lost in rounding.
		p := Point{
			float64(rapid.IntRange(-8000, 8000).Draw(t, "x")) / 1000,
			float64(rapid.IntRange(-15000, 15000).Draw(t, "y")) / 1000,
		}
		theta := (float64(rapid.IntRange(-360, 359).Draw(t, "theta")) + 0.5) * math.Pi / 360
		_, d := c.Nearest(a, p)
		_, dm := c.Nearest(a, p.Mirror())
		require.InDelta(t, d, dm, 1e-9)
		require.Equal(t, c.In(a, Far, p), c.In(a, Far, p.Mirror()))
		require.InDelta(t, c.NetHeight(a, p.X), c.NetHeight(a, -p.X), 1e-12)
		require.Equal(t, p, p.Mirror().Mirror())
		end := c.Target()
		run := c.ToEdge(a, end, p, theta)
		require.InDelta(t, run, c.ToEdge(a, end, p.Mirror(), math.Pi-theta), 1e-9)
		if run > 0 {
			inside := Point{p.X + 0.999*run*math.Cos(theta), p.Y + 0.999*run*math.Sin(theta)}
			outside := Point{p.X + (run+1e-6)*math.Cos(theta), p.Y + (run+1e-6)*math.Sin(theta)}
			require.True(t, c.In(a, end, inside))
			require.False(t, c.In(a, end, outside))
		}
	})
}

// ITTF Laws 2.1–2.3, BWF Laws 1, USA Pickleball rule book [rule; memory].
func TestTheOtherCourtsAreTheRuleBooks(t *testing.T) {
	for id, r := range map[string]struct{ long, singles, doubles, netCentre, netPost float64 }{
		"tableTennis": {2.74, 1.525, 1.525, 0.1525, 0.1525},
		"badminton":   {13.40, 5.18, 6.10, 1.524, 1.55},
		"pickleball":  {units.Feet(44), units.Feet(20), units.Feet(20), 34 * units.Inch, 36 * units.Inch},
	} {
		c := named(t, id)
		require.InDelta(t, r.long, 2*c.HalfLength, 1e-9, id)
		require.InDelta(t, r.singles, 2*c.HalfWidth[Singles], 1e-9, id)
		require.InDelta(t, r.doubles, 2*c.HalfWidth[Doubles], 1e-9, id)
		require.InDelta(t, r.netCentre, c.NetHeight(Doubles, 0), 1e-9, id)
		require.InDelta(t, r.netPost, c.NetHeight(Doubles, c.HalfWidth[Doubles]+c.Net.PostOutside), 1e-9, id)
	}
	for _, k := range []struct {
		why, court string
		a          Area
		deuce      bool
		p          Point
		want       bool
	}{
		{"a singles serve may go deep", "badminton", Singles, true, Point{-1, 6.6}, true},
		{"a doubles serve may not", "badminton", Doubles, true, Point{-1, 6.6}, false},
		{"but it may go wide", "badminton", Doubles, true, Point{-2.8, 4}, true},
		{"short of the short service line", "badminton", Singles, true, Point{-1, 1.9}, false},
		{"on the non-volley line is short", "pickleball", Singles, true, Point{-1, units.Feet(7)}, false},
		{"past it, across", "pickleball", Doubles, false, Point{1, units.Feet(7.1)}, true},
		{"a singles serve goes anywhere", "tableTennis", Singles, true, Point{0.7, 0.3}, true},
		{"a doubles serve to the right half", "tableTennis", Doubles, true, Point{-0.4, 0.3}, true},
		{"not to the left", "tableTennis", Doubles, true, Point{0.4, 0.3}, false},
	} {
		in, err := named(t, k.court).InServe(k.a, Near, k.deuce, k.p)
		require.NoError(t, err, k.why)
		require.Equal(t, k.want, in, k.why)
	}
	_, err := named(t, "tableTennis").ServiceBox(Doubles, Near, false)
	require.ErrorContains(t, err, "far ad", "there is no serve from the left half")
}

// Data that a hand wrote: no line of no length, spots and boxes on the floor,
// the far end the near end turned half round.
func TestCourtDataHangsTogether(t *testing.T) {
	for _, c := range All() {
		names := map[string]bool{}
		for _, l := range c.Lines {
			require.Greater(t, l.From.Distance(l.To), 0.1, l.Name)
			require.False(t, names[l.Name], l.Name)
			names[l.Name] = true
		}
		for _, s := range c.Spots {
			require.True(t, c.OnFloor(s.At), "%s: %s", c.ID, s.Name)
			require.LessOrEqual(t, s.At.Y, 0.0, "spots are given for the near end")
		}
		for _, a := range []Area{Singles, Doubles} {
			far, err := c.ServiceBox(a, Near, true)
			require.NoError(t, err)
			near, err := c.ServiceBox(a, Far, true)
			require.NoError(t, err)
			if c.Walls == nil {
				require.Equal(t, near.Min, Point{-far.Max.X, -far.Max.Y})
			}
			require.LessOrEqual(t, far.Max.Y, c.HalfLength)
		}
	}
}

// WSF court specification [rule; memory].
func TestTheSquashCourtIsTheRuleBooks(t *testing.T) {
	c := named(t, "squash")
	require.InDelta(t, 9.75, c.HalfLength, 1e-9)
	require.InDelta(t, 6.40, 2*c.HalfWidth[Singles], 1e-9)
	require.Equal(t, Walls{Tin: 0.48, ServiceLine: 1.78, Out: 4.57, OutBack: 2.13}, *c.Walls)
	tee, err := c.SpotFor("T", LeftHand, Near)
	require.NoError(t, err)
	require.InDelta(t, 4.26, c.Measure(Singles, tee).FromBaseline, 1e-9)
	line, d := c.Nearest(Singles, tee)
	require.Contains(t, []string{"short line", "half court line"}, line.Name)
	require.InDelta(t, 0, d, 1e-9)
	for _, b := range c.Boxes[:2] {
		require.InDelta(t, 1.60, b.Max.X-b.Min.X, 1e-9)
		require.InDelta(t, 1.60, b.Max.Y-b.Min.Y, 1e-9)
	}
	in, err := c.InServe(Singles, Near, true, Point{-2, -8})
	require.NoError(t, err)
	require.True(t, in, "from the right, into the left quarter")
	in, _ = c.InServe(Singles, Near, true, Point{-2, -5})
	require.False(t, in, "short of the short line")
	require.False(t, c.In(Singles, Far, Point{0, 1}), "nothing lies beyond the front wall")
	require.False(t, c.OnFloor(Point{0, 0.1}))
}
