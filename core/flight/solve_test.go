package flight

import (
	"encoding/json"
	"math"
	"testing"

	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func tape(float64) float64 { return 0.95 }

// deep is a ball from over the near baseline to a metre and a half inside the
// far one.
func deep(by Given, want float64) Feed {
	return Feed{
		From: Vec{1, -11.5, 1},
		To:   Vec{-2, 10.4, 0.0335},
		Top:  RPM(1200),
		By:   by,
		Want: want,
		Net:  tape,
	}
}

// Each way of fixing a feed gives what was fixed, and lands where asked within
// a millimetre when flown again.
func TestSolvedFeedDoesWhatWasAsked(t *testing.T) {
	b := named(t, "tennis")
	for _, c := range []struct {
		by   Given
		want float64
		got  func(Answer) float64
	}{
		{BySpeed, 27, func(a Answer) float64 { return a.Launch.Speed }},
		{ByTime, 1.3, func(a Answer) float64 { return a.Flight.Landing.Time }},
		{ByApex, 3.0, func(a Answer) float64 { return a.Flight.Apex }},
		{ByClearance, 0.8, func(a Answer) float64 { return a.Flight.Net.At.Z - 0.95 }},
	} {
		a := Solve(b, Standard, deep(c.by, c.want), false)
		require.True(t, a.Feasible, "%v: %s", c.by, a.Reason)
		require.InDelta(t, c.want, c.got(a), 0.001, c.by)
		again := Fly(b, Standard, a.Launch, Options{Ground: 0.0335})
		require.InDelta(t, -2, again.Landing.At.X, 0.001, c.by)
		require.InDelta(t, 10.4, again.Landing.At.Y, 0.001, c.by)
	}
}

// Without air the launch is a formula [rule]: T seconds over D metres.
func TestSolveWithoutAir(t *testing.T) {
	stone := Ball{ID: "stone", Mass: 1e9, Diameter: 0.067, Law: Smooth, Drag: 0.5, LiftCap: 1}
	f := Feed{From: Vec{0, -10, 1}, To: Vec{0, 8, 0}, By: ByTime, Want: 1.2}
	a := Solve(&stone, Standard, f, false)
	require.True(t, a.Feasible)
	require.InDelta(t, math.Hypot(18/1.2, -1/1.2+Gravity*1.2/2), a.Launch.Speed, 0.002)
}

// Any launch that lands is found again from where it came down and any one
// thing about it; a ball and its mirror image have mirrored answers.
func TestEveryFlightCanBeAskedFor(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b, l := drawLaunch(t)
		l.Elevation = math.Abs(l.Elevation) / 2 // flat enough that there is one flat answer
		ground := b.Diameter / 2
		f := Fly(b, Standard, l, Options{Ground: ground})
		if f.Landing.Time > 4 || math.Hypot(f.Landing.At.X-l.From.X, f.Landing.At.Y-l.From.Y) < 1 {
			return // a lob that goes nowhere
		}
		feed := Feed{
			From: l.From,
			To:   f.Landing.At,
			Top:  l.Top,
			Side: l.Side,
			By:   ByTime,
			Want: f.Landing.Time,
		}
		a := Solve(b, Standard, feed, false)
		require.True(t, a.Feasible, a.Reason)
		require.InDelta(t, l.Speed, a.Launch.Speed, 0.05+0.01*l.Speed)
		require.InDelta(t, f.Landing.At.Y, a.Flight.Landing.At.Y, 0.001)
		m := feed
		m.From.X, m.To.X, m.Side = -feed.From.X, -feed.To.X, -feed.Side
		mirrored := Solve(b, Standard, m, false)
		require.InDelta(t, a.Launch.Speed, mirrored.Launch.Speed, 0.01)
		require.InDelta(t, a.Launch.Heading, -mirrored.Launch.Heading, 0.001)
	})
}

// What cannot be has its reason and the nearest that can.
func TestInfeasibleHasAReasonAndAWayOut(t *testing.T) {
	b := named(t, "tennis")
	slow := Solve(b, Standard, deep(BySpeed, 12), false)
	require.False(t, slow.Feasible)
	require.Contains(t, slow.Reason.String(), "lands after")
	require.True(t, slow.NearestFound)
	require.Greater(t, slow.Nearest, 12.0)
	require.True(t, Solve(b, Standard, deep(BySpeed, slow.Nearest+0.5), false).Feasible)

	low := Feed{From: Vec{0, -6, 0.3}, To: Vec{0, 5, 0.0335}, By: ByTime, Want: 0.4, Net: tape}
	hit := Solve(b, Standard, low, false)
	require.False(t, hit.Feasible)
	require.Contains(t, hit.Reason.String(), "below the tape")
	require.True(t, hit.NearestFound)
	require.Greater(t, hit.Nearest, 0.4, "a slower ball clears")
	low.Want = hit.Nearest + 0.01
	require.True(t, Solve(b, Standard, low, false).Feasible)

	for _, f := range []Feed{
		{From: Vec{0, -5, 1}, To: Vec{0, -5, 0}, By: ByTime, Want: 1},
		{From: Vec{0, -5, 1}, To: Vec{0, 5, 0}, By: ByApex, Want: 0.5},
		{From: Vec{0, -5, 1}, To: Vec{0, -2, 0}, By: ByClearance, Want: 0.5, Net: tape},
	} {
		a := Solve(b, Standard, f, false)
		require.False(t, a.Feasible)
		require.NotEmpty(t, a.Reason.String())
	}
}

// The aim is 50 µs.
func BenchmarkSolve(b *testing.B) {
	ball := named(b, "tennis")
	for _, f := range []Feed{deep(BySpeed, 27), deep(ByTime, 1.3), deep(ByApex, 3), deep(ByClearance, 0.8)} {
		b.Run(string(f.By), func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				Solve(ball, Standard, f, false)
			}
		})
	}
}

// A reason is said in the coach's units, and is read back as it was written.
func TestAReasonFollowsTheUnits(t *testing.T) {
	a := Solve(named(t, "tennis"), Standard, deep(BySpeed, 8), false)
	require.False(t, a.Feasible)
	require.Regexp(t, `\d m\b`, a.Reason.Say(units.Metric))
	require.Regexp(t, `\d (ft|in)\b`, a.Reason.Say(units.Imperial))
	written, err := json.Marshal(a.Reason)
	require.NoError(t, err)
	var read Reason
	require.NoError(t, json.Unmarshal(written, &read))
	require.Equal(t, a.Reason.String(), read.String())
}
