package flight

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func named(t require.TestingT, id string) *Ball {
	b, err := BallByID(id)
	require.NoError(t, err)
	return b
}

const degree = math.Pi / 180

// from is a launch a metre up, with a net 11.885 m ahead at y = 0.
func from(speed, degrees, topRpm float64) Launch {
	return Launch{From: Vec{0, -11.885, 1}, Speed: speed, Elevation: degrees * degree, Top: RPM(topRpm)}
}

// Closed form of flight without air [rule]: 25 m/s at 6° from 1.0 m lands
// 19.6625 m away after 0.79083 s.
func TestWithoutAir(t *testing.T) {
	vacuum := Ball{ID: "stone", Mass: 1e9, Diameter: 0.067, Law: Smooth, Drag: 0.5, LiftCap: 1}
	f := Fly(&vacuum, Standard, from(25, 6, 0), Options{})
	require.InDelta(t, 19.6625, f.Landing.At.Y+11.885, 0.00005)
	require.InDelta(t, 0.79083, f.Landing.Time, 0.000005)
	vz := 25 * math.Sin(6*degree)
	require.InDelta(t, 1+vz*vz/(2*Gravity), f.Apex, 1e-9)
}

// Constant Cd 0.55 at ρ 1.204, integrated elsewhere [memory]: 16.50 m after
// 0.788 s, 0.925 m over the floor at the net.
func TestConstantDrag(t *testing.T) {
	b := *named(t, "tennis")
	b.Law, b.Drag, b.LiftCap = Smooth, 0.55, 1
	f := Fly(&b, Standard, from(25, 6, 0), Options{})
	require.InDelta(t, 16.50, f.Landing.At.Y+11.885, 0.005)
	require.InDelta(t, 0.788, f.Landing.Time, 0.0005)
	require.True(t, f.Crossed)
	require.InDelta(t, 0.925, f.Net.At.Z, 0.0005)
}

// Štěpánek's coefficients [paper: Štěpánek 1988; memory]: 25 m/s at 8°.
func TestSpinBendsTheFlight(t *testing.T) {
	b := named(t, "tennis")
	flat, top := Fly(b, Standard, from(25, 8, 0), Options{}), Fly(b, Standard, from(25, 8, 1800), Options{})
	require.InDelta(t, 18.85, flat.Landing.At.Y+11.885, 0.005)
	require.InDelta(t, 1.352, flat.Net.At.Z, 0.0005)
	require.InDelta(t, 15.05, top.Landing.At.Y+11.885, 0.005)
	require.InDelta(t, 0.821, top.Net.At.Z, 0.0005)
	back := Fly(b, Standard, from(25, 8, -1800), Options{})
	require.Greater(t, back.Landing.At.Y, flat.Landing.At.Y, "backspin floats")
}

// Closed form of a fall with drag [rule]: a shuttle through 6 m takes
// (V/g)·acosh(e^{gh/V²}) = 1.3563 s and ends at V·tanh(gt/V) = 6.452 m/s.
func TestShuttleFalls(t *testing.T) {
	f := Fly(named(t, "shuttle"), Standard, Launch{From: Vec{0, 0, 6}}, Options{})
	require.InDelta(t, 1.3563, f.Landing.Time, 0.00005)
	require.InDelta(t, 6.452, f.Landing.Speed(), 0.0005)
}

// ISO 2533: 1.225 kg/m³ at the sea at 15 °C, 1.112 at 1 000 m at 8.5 °C [rule].
func TestDensity(t *testing.T) {
	require.InDelta(t, 1.225, Air{0, 15}.Density(), 0.0005)
	require.InDelta(t, 1.112, Air{1000, 8.5}.Density(), 0.0005)
	require.InDelta(t, 1.204, Standard.Density(), 0.0005)
}

func TestDragTableIsTheLaw(t *testing.T) {
	for r := 0.0; r < 80; r += 0.0037 {
		require.InDelta(t, stepanek(r), dragAt(r), 2e-6)
	}
}

func drawLaunch(t *rapid.T) (*Ball, Launch) {
	b := named(t, rapid.SampledFrom(balls()).Draw(t, "ball").ID)
	whole := func(name string, lo, hi int) float64 { return float64(rapid.IntRange(lo, hi).Draw(t, name)) }
	return b, Launch{
		From: Vec{whole("x", -4, 4), -8, 1}, Speed: whole("speed", 5, 45),
		Elevation: whole("elevation", -10, 60) * degree, Heading: whole("heading", -20, 20) * degree,
		Top: RPM(whole("top", -3000, 3000)), Side: RPM(whole("side", -2000, 2000)),
	}
}

// Energy never grows; mirror in, mirror out; thinner air carries a ball without
// spin further; the path is in order of time.
func TestLawsOfFlight(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b, l := drawLaunch(t)
		f := Fly(b, Standard, l, Options{Path: true})
		require.True(t, f.Landed)
		energy := func(m Moment) float64 { return Gravity*m.At.Z + m.Velocity.dot(m.Velocity)/2 }
		for i := 1; i < len(f.Path); i++ {
			require.Greater(t, f.Path[i].Time, f.Path[i-1].Time)
			require.LessOrEqual(t, energy(f.Path[i]), energy(f.Path[i-1])+1e-4)
		}
		m := l
		m.From.X, m.Heading, m.Side = -l.From.X, -l.Heading, -l.Side
		g := Fly(b, Standard, m, Options{})
		require.InDelta(t, f.Landing.At.X, -g.Landing.At.X, 1e-6)
		require.InDelta(t, f.Landing.At.Y, g.Landing.At.Y, 1e-6)
		require.InDelta(t, f.Apex, g.Apex, 1e-6)
		l.Top, l.Side = 0, 0
		low, high := Fly(b, Standard, l, Options{}), Fly(b, Air{3000, 20}, l, Options{})
		require.GreaterOrEqual(t, high.Landing.At.Y, low.Landing.At.Y-1e-9)
	})
}

func BenchmarkFly(b *testing.B) {
	ball, l := named(b, "tennis"), from(25, 8, 1800)
	b.ReportAllocs()
	for b.Loop() {
		Fly(ball, Standard, l, Options{})
	}
}

// A path read more finely is the same flight: it starts and ends alike and lies
// on the parabola where there is no drag.
func TestResample(t *testing.T) {
	b := Ball{Mass: 1, Diameter: 1e-9, Law: Smooth, Drag: 1e-12}
	f := Fly(&b, Standard, Launch{From: Vec{0, -11, 1}, Speed: 25, Elevation: 0.1}, Options{Path: true})
	fine := Resample(f.Path, 0.025)
	require.Equal(t, f.Path[0], fine[0])
	require.Equal(t, f.Landing, fine[len(fine)-1])
	require.Greater(t, len(fine), len(f.Path))
	for _, m := range fine {
		require.InDelta(t, 1+25*math.Sin(0.1)*m.Time-Gravity*m.Time*m.Time/2, m.At.Z, 1e-6)
	}
}
