package flight

import (
	"math"
	"testing"

	"hodometer/core/court"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func courtOf(t require.TestingT, id string) *court.Court {
	c, err := court.ByID(id)
	require.NoError(t, err)
	return c
}

func squashCourt(t require.TestingT) *court.Court { return courtOf(t, "squash") }

// From the baselines a pair new to it counts about 28 balls in a minute, and 50
// is the mark to aim at [trade]. 28 must be a beginner's pace, 50 a strong
// club player's with topspin; two minutes give twice one by construction.
func TestTheTempoOfATennisRally(t *testing.T) {
	c := courtOf(t, "tennis")
	slow := PaceFor(c, Standard, 28, 1, 0)
	require.True(t, slow.Feasible, slow.Reason)
	require.InDelta(t, 28, slow.BallsPerMinute(), 0.3)
	require.InDelta(t, 60, slow.Launch.Speed*3.6, 10, "km/h")
	quick := PaceFor(c, Standard, 50, 0.8, RPM(1500))
	require.True(t, quick.Feasible, quick.Reason)
	require.InDelta(t, 105, quick.Launch.Speed*3.6, 12, "km/h")
}

// On every court: faster is quicker, there and back is the same, and topspin
// holds a ball in that flies long.
func TestTempoAndBack(t *testing.T) {
	for _, c := range court.All() {
		x := c.Play.Rally
		pace := 2.3 * math.Sqrt(2*x.Depth*4) // between a lob and a drive
		clearance := 0.05 * x.Depth
		b := BeatAt(&c, Standard, pace, clearance, 0)
		require.Positive(t, b.Seconds, "%s: %s", c.ID, b.Reason)
		require.Less(t, BeatAt(&c, Standard, 1.3*pace, clearance, 0).Seconds, b.Seconds, c.ID)
		back := PaceFor(&c, Standard, b.BallsPerMinute(), clearance, 0)
		require.InDelta(t, pace, back.Launch.Speed, 0.02*pace, c.ID)
	}
	c := courtOf(t, "tennis")
	require.False(t, BeatAt(c, Standard, 30, 1, 0).Feasible)
	top, ok := Holding(c, Standard, 30, 1)
	require.True(t, ok)
	require.True(t, BeatAt(c, Standard, 30, 1, top).Feasible)
	require.Positive(t, top)
	require.False(t, BeatAt(c, Standard, 4, 1, 0).Reason.IsZero())
	require.False(t, PaceFor(c, Standard, 500, 1, 0).Feasible)
}

// A squash shot solved, played again between all four walls, bounces where it
// was asked, off the front wall, and mirrors.
func TestSquashShotsAreSolved(t *testing.T) {
	c, b := squashCourt(t), named(t, "squash")
	require.Equal(t, "squash", b.ID)
	found := 0
	rapid.Check(t, func(t *rapid.T) {
		cm := func(name string, lo, hi int) float64 { return float64(rapid.IntRange(lo, hi).Draw(t, name)) / 100 }
		f := Feed{
			From: Vec{cm("x", -250, 250), cm("y", -900, -300), cm("z", 30, 150)},
			To: Vec{
				cm("tx", -300, 300),
				cm("ty", -900, -100),
				b.Diameter / 2,
			},
			By:   BySpeed,
			Want: cm("speed", 1500, 5000),
		}
		shot := SolveWall(b, Standard, c, f)
		if shot.Bounce == nil {
			require.NotEmpty(t, shot.Reason.String())
			return
		}
		if shot.Touches[0].On != "front-wall" {
			require.NotEmpty(t, shot.Reason.String())
			return
		}
		if shot.Touches[1].On == "floor" {
			found++
			require.InDelta(t, f.To.X, shot.Bounce.At.X, 1e-3)
			require.InDelta(t, f.To.Y, shot.Bounce.At.Y, 1e-3)
		}
		if shot.Reason.IsZero() {
			require.Greater(t, shot.Front.At.Z, c.Walls.Tin)
			require.Less(t, shot.Front.At.Z, c.Walls.Out)
		}
		l := shot.Launch
		l.Heading, l.From.X = -l.Heading, -l.From.X
		m := PlayWall(b, Standard, c, l)
		require.InDelta(t, -shot.Bounce.At.X, m.Bounce.At.X, 1e-6)
		require.Equal(t, shot.Reason, m.Reason)
	})
	require.Positive(t, found)
}

// A given clearance over the tin and a given time are met.
func TestSquashByClearanceAndByTime(t *testing.T) {
	c, b := squashCourt(t), named(t, "squash")
	f := Feed{From: Vec{1, -6.5, 0.6}, To: Vec{-2.4, -8, b.Diameter / 2}, By: ByClearance, Want: 1}
	shot := SolveWall(b, Standard, c, f)
	require.Empty(t, shot.Reason.String())
	require.InDelta(t, 1.48, shot.Front.At.Z, 1e-3)
	f.By, f.Want = ByTime, shot.Bounce.Time
	again := SolveWall(b, Standard, c, f)
	require.InDelta(t, shot.Launch.Speed, again.Launch.Speed, 0.05)
	low := PlayWall(b, Standard, c, Launch{From: f.From, Speed: 25, Elevation: -0.01})
	require.Contains(t, low.Reason.String(), "tin")
	high := PlayWall(b, Standard, c, Launch{From: f.From, Speed: 30, Elevation: 0.8})
	require.Contains(t, high.Reason.String(), "out")
	short := PlayWall(b, Standard, c, Launch{From: f.From, Speed: 4})
	require.Contains(t, short.Reason.String(), "does not reach")
}

func BenchmarkTempo(b *testing.B) {
	c := courtOf(b, "tennis")
	for b.Loop() {
		BeatAt(c, Standard, 20, 1, 100)
	}
}

func BenchmarkSquashShot(b *testing.B) {
	c, ball := squashCourt(b), named(b, "squash")
	for b.Loop() {
		SolveWall(
			ball,
			Standard,
			c,
			Feed{From: Vec{1, -6.5, 0.6}, To: Vec{-2.4, -8, 0.02}, By: BySpeed, Want: 35},
		)
	}
}

// What is drawn is what is played: the path of a squash shot passes its touches
// and ends at its two bounces; that of a rally's ball ends where it is met.
func TestPathsAreWhatIsPlayed(t *testing.T) {
	c, b := squashCourt(t), named(t, "squash")
	shot := SolveWall(
		b,
		Standard,
		c,
		Feed{From: Vec{1, -6.5, 0.6}, To: Vec{-2.4, -8, b.Diameter / 2}, By: BySpeed, Want: 35},
	)
	before, after := WallPath(b, Standard, c, shot.Launch)
	require.Equal(t, shot.Launch.From, before[0].At)
	require.Equal(t, *shot.Bounce, before[len(before)-1])
	require.Equal(t, *shot.Bounce, after[0])
	second := shot.Touches[len(shot.Touches)-1]
	require.Equal(t, "floor", second.On)
	require.InDelta(t, second.At.Y, after[len(after)-1].At.Y, 1e-6)
	for i := 1; i < len(before); i++ {
		require.Greater(t, before[i].Time, before[i-1].Time)
		require.Less(t, before[i].Time-before[i-1].Time, 0.05, "often enough to draw")
	}
	for _, court := range court.All() {
		x := court.Play.Rally
		beat := BeatAt(&court, Standard, 2.3*math.Sqrt(8*x.Depth), 0.05*x.Depth, 0)
		path := BeatPath(&court, Standard, beat)
		require.InDelta(t, beat.Met.Time, path[len(path)-1].Time, 1e-6, court.ID)
		require.InDelta(t, beat.Met.At.Y, path[len(path)-1].At.Y, 1e-6, court.ID)
	}
}

// A squash speed or a clearance that cannot be has a nearest that can: it is
// offered, it works, and what is wanted already needs none.
func TestNearestOffTheWall(t *testing.T) {
	c, b := squashCourt(t), named(t, "squash")
	ask := func(by Given, want float64) WallShot {
		return SolveWall(
			b,
			Standard,
			c,
			Feed{From: Vec{1, -7, 0.5}, To: Vec{2.5, -8, b.Diameter / 2}, By: by, Want: want},
		)
	}
	for _, k := range []struct {
		by   Given
		want float64
	}{{BySpeed, 8}, {BySpeed, 6}, {ByClearance, -0.3}, {ByClearance, -0.05}, {ByClearance, 0}} {
		s := ask(k.by, k.want)
		require.NotEmpty(t, s.Reason.String())
		require.True(t, s.NearestFound, "%s %g", k.by, k.want)
		require.True(t, ask(k.by, s.Nearest).Reason.IsZero())
	}
	require.False(t, ask(BySpeed, 25).NearestFound)
}

// A clearance under the tape is answered with one over it.
func TestNearestOverTheNet(t *testing.T) {
	b := named(t, "tennis")
	f := Feed{
		From: Vec{0, -11, 1}, To: Vec{0, 9, b.Diameter / 2}, By: ByClearance, Want: -0.3,
		Net: func(float64) float64 { return 0.914 },
	}
	a := Solve(b, Standard, f, false)
	require.False(t, a.Feasible)
	require.True(t, a.NearestFound)
	f.Want = a.Nearest
	require.True(t, Solve(b, Standard, f, false).Feasible)
}

// Nobody plays a ball that is nearly down, and where it comes up too low it is no tempo: a
// beat that is feasible is met at a height at which somebody hits.
func TestNobodyPlaysABallThatIsDown(t *testing.T) {
	courts := court.All()
	low := 0
	rapid.Check(t, func(t *rapid.T) {
		c := courts[rapid.IntRange(0, len(courts)-1).Draw(t, "court")]
		x := c.Play.Rally
		pace := rapid.Float64Range(3, 45).Draw(t, "pace")
		b := BeatAt(&c, Standard, pace, rapid.Float64Range(0.05, 3).Draw(t, "clearance"), 0)
		if !b.Feasible {
			require.False(t, b.Reason.IsZero() && b.Seconds > 0, "it says why")
			low++
			return
		}
		if b.Met.Velocity.Z < 0 { // one that rises is played off the ground
			require.Greater(t, b.Met.At.Z, lowest*x.Height-0.02)
		}
	})
	require.Positive(t, low)
}
