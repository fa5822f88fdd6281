package flight

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// The rule books' own drop tests come back out of the bounce [rule; memory]:
// dropped without air from the height of the test, the ball rises into the
// range the test allows. Squash: common practice for a warm ball.
func TestDropTests(t *testing.T) {
	for id, r := range map[string]struct{ from, low, high float64 }{
		"tennis":       {2.54, 1.35, 1.47},
		"tennisGreen":  {2.54, 1.20, 1.35},
		"tennisOrange": {2.54, 1.05, 1.20},
		"tennisRed":    {2.54, 0.85, 1.05},
		"tableTennis":  {0.30, 0.225, 0.235},
		"pickleball":   {1.9812, 0.762, 0.8636},
	} {
		b := named(t, id)
		v, _ := b.Bounce(Vec{0, 0, -math.Sqrt(2 * Gravity * r.from)}, Vec{}, Vec{0, 0, 1})
		rise := v.Z * v.Z / (2 * Gravity)
		require.GreaterOrEqual(t, rise, r.low, id)
		require.LessOrEqual(t, rise, r.high, id)
	}
}

// Normal restitution √(rebound ÷ drop) lies in the ranges the tests give [rule;
// memory].
func TestRestitutionLiesInTheRuleBooksRanges(t *testing.T) {
	for id, r := range map[string][2]float64{
		"tennis": {0.729, 0.761}, "tableTennis": {0.8755, 0.8765}, "pickleball": {0.620, 0.660},
		"tennisRed": {0.58, 0.64}, "tennisOrange": {0.64, 0.69}, "tennisGreen": {0.69, 0.73},
	} {
		require.GreaterOrEqual(t, named(t, id).Restitution, r[0], id)
		require.LessOrEqual(t, named(t, id).Restitution, r[1], id)
	}
}

// Masses (g) and sizes (mm) of the balls of the junior stages: ITF Rules of Tennis, appendix on
// the ball, stages 3 to 1 [rule; memory].
func TestJuniorBallsAreAllowed(t *testing.T) {
	for id, r := range map[string]struct{ light, heavy, small, large float64 }{
		"tennisRed":    {36, 49, 70, 80},
		"tennisOrange": {36, 46.9, 60, 68.6},
		"tennisGreen":  {47, 51.5, 63, 68.6},
	} {
		b := named(t, id)
		require.GreaterOrEqual(t, 1000*b.Mass, r.light, id)
		require.LessOrEqual(t, 1000*b.Mass, r.heavy, id)
		require.GreaterOrEqual(t, 1000*b.Diameter, r.small, id)
		require.LessOrEqual(t, 1000*b.Diameter, r.large, id)
	}
}

// Closed form [rule]: a ball without spin that grips leaves rolling, with
// 1/(1+β) of its level speed; the slip is gone.
func TestAGrippingBallRolls(t *testing.T) {
	b := *named(t, "tennis")
	b.Friction = 100
	v, w := b.Bounce(Vec{0, 10, -8}, Vec{}, Vec{0, 0, 1})
	r := b.Diameter / 2
	skin := v.plus(w.cross(Vec{0, 0, -r}))
	require.InDelta(t, 0, math.Hypot(skin.X, skin.Y), 1e-9, "the skin stands still on the floor")
	require.InDelta(t, 10/(1+b.Inertia), v.Y, 1e-9)
	require.Negative(t, w.X, "it leaves with topspin")
}

// Energy never grows at a bounce; mirror in, mirror out; topspin kicks on and
// backspin checks.
func TestLawsOfTheBounce(t *testing.T) {
	up := Vec{0, 0, 1}
	rapid.Check(t, func(t *rapid.T) {
		b := named(t, rapid.SampledFrom(balls()).Draw(t, "ball").ID)
		f := func(name string, m int) float64 { return float64(rapid.IntRange(-m, m).Draw(t, name)) }
		v, w := Vec{
			f("vx", 20),
			f("vy", 40),
			-1 - math.Abs(f("vz", 20)),
		}, Vec{
			f("wx", 400),
			f("wy", 400),
			f("wz", 400),
		}
		energy := func(v, w Vec) float64 {
			r := b.Diameter / 2
			return v.dot(v) + b.Inertia*r*r*w.dot(w)
		}
		v2, w2 := b.Bounce(v, w, up)
		require.LessOrEqual(t, energy(v2, w2), energy(v, w)+1e-9)
		require.InDelta(t, -b.Restitution*v.Z, v2.Z, 1e-9)
		vm, wm := b.Bounce(Vec{-v.X, v.Y, v.Z}, Vec{w.X, -w.Y, -w.Z}, up)
		require.InDelta(t, v2.X, -vm.X, 1e-9)
		require.InDelta(t, w2.Y, -wm.Y, 1e-9)
	})
	b := named(t, "tennis")
	in := Vec{0, 15, -8}
	top, _ := b.Bounce(in, Vec{-300, 0, 0}, up)
	flat, _ := b.Bounce(in, Vec{}, up)
	back, _ := b.Bounce(in, Vec{300, 0, 0}, up)
	require.Greater(t, top.Y, flat.Y)
	require.GreaterOrEqual(t, flat.Y, back.Y)
}

func TestAfterTheBounce(t *testing.T) {
	b := named(t, "tennis")
	f := Fly(b, Standard, from(25, 8, 1200), Options{Ground: 0.0335})
	second := After(b, Standard, f.Landing, f.Spin, Options{Ground: 0.0335})
	require.True(t, second.Landed)
	require.Greater(t, second.Landing.At.Y, f.Landing.At.Y)
	require.Less(t, second.Apex, f.Apex)
	require.Greater(t, second.Landing.Time, f.Landing.Time)
}

// A straight drive along the side wall meets the front wall first, comes back
// low and bounces twice; a boast meets the side wall before the front.
func TestSquashWallToWall(t *testing.T) {
	b := named(t, "squash")
	names := func(l Launch) (out []string) {
		for _, k := range Rebound(b, Standard, l, WallsOf(squashCourt(t))) {
			out = append(out, k.On)
		}
		return out
	}
	drive := Launch{From: Vec{2.8, -7, 0.4}, Speed: 26, Elevation: 8 * degree}
	require.Equal(t, []string{"front-wall", "floor"}, names(drive)[:2])
	require.Equal(t, "floor", names(drive)[len(names(drive))-1])
	boast := Launch{From: Vec{2.4, -8, 0.4}, Speed: 32, Elevation: 14 * degree, Heading: 40 * degree}
	require.Equal(t, []string{"right-wall", "front-wall"}, names(boast)[:2])
	mirrored := boast
	mirrored.From.X, mirrored.Heading = -boast.From.X, -boast.Heading
	a, m := Rebound(
		b,
		Standard,
		boast,
		WallsOf(squashCourt(t)),
	), Rebound(
		b,
		Standard,
		mirrored,
		WallsOf(squashCourt(t)),
	)
	require.Len(t, m, len(a))
	for i := range a {
		require.InDelta(t, a[i].At.X, -m[i].At.X, 1e-6)
		require.InDelta(t, a[i].At.Y, m[i].At.Y, 1e-6)
		for _, w := range WallsOf(squashCourt(t)) {
			require.GreaterOrEqual(
				t,
				a[i].At.dot(w.Normal)-w.Offset,
				b.Diameter/2-1e-6,
				"the ball stays in the court",
			)
		}
	}
}
