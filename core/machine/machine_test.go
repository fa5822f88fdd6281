package machine_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"hodometer/core/drill"
	"hodometer/core/library"
	"hodometer/core/machine"
	"hodometer/core/pattern"
	"hodometer/core/sport"
	"hodometer/core/units"
)

// fed are the drills of the shelf that a machine feeds.
func fed(t *testing.T) (out []drill.Drill) {
	t.Helper()
	for _, d := range library.All() {
		if machine.Fed(d.Pattern) > 0 {
			out = append(out, d)
		}
	}
	require.NotEmpty(t, out)
	return out
}

func TestTheShelfsMachineDrillsCanBeFed(t *testing.T) {
	for _, d := range fed(t) {
		p, err := machine.Make(nil, d.Pattern, machine.Setting{})
		require.NoError(t, err)
		k, ok := machine.Of(d.Pattern.Court)
		require.True(t, ok, d.ID)
		assert.Empty(t, k.Cannot(p, units.Metric), d.ID)
		assert.InDelta(t, machine.Rate(d.Pattern), p.PerMinute(), 1e-9, d.ID)
		for i, b := range p.Balls {
			assert.Equal(t, d.Pattern.Feeds[b.Feed].To, b.To, "%s, ball %d", d.ID, i)
			assert.Positive(t, b.Met)
		}
	}
}

func TestEverySportSaysWhatItsMachineCanDo(t *testing.T) {
	for _, s := range sport.All() {
		k, ok := machine.For(s.ID)
		require.True(t, ok, s.ID)
		for what, r := range map[string]machine.Range{
			"speed": k.Speed, "rate": k.PerMinute, "height": k.Height,
		} {
			assert.Less(t, r.Least, r.Most, "%s of %s", what, s.ID)
		}
		assert.Positive(t, k.Scatter.Across, s.ID)
	}
	_, ok := machine.For("chess")
	assert.False(t, ok)
}

// What a machine cannot do is refused with what it can.
func TestRefused(t *testing.T) {
	p, err := machine.Make(nil, fedBy(t, "table-machine-push-open").Pattern, machine.Setting{})
	require.NoError(t, err)
	table, _ := machine.For("tableTennis")
	squash, _ := machine.For("squash")
	assert.Equal(t, []string{"This is a squash ball machine; the drill is for table tennis."},
		squash.Cannot(p, units.Metric))

	fast, spun, swift := clone(p), clone(p), clone(p)
	fast.Balls[1].Speed, spun.Balls[0].TopRPM = 40, -7000
	swift.Balls[0].Gap, swift.Balls[1].Gap, swift.Balls[2].Gap = 0.3, 0.3, 0.3
	assert.Equal(t, []string{"Ball 2 leaves at 144 km/h: this machine throws at 7 km/h to 65 km/h."},
		table.Cannot(fast, units.Metric))
	assert.Equal(t, []string{
		"Ball 1 has 7000 rpm of backspin: this machine gives up to 5000 rpm of backspin and 5000 of topspin.",
	}, table.Cannot(spun, units.Metric))
	assert.Equal(
		t,
		[]string{"200 balls a minute: this machine feeds 15 to 110."},
		table.Cannot(swift, units.Metric),
	)
	shuttles, _ := machine.For("badminton")
	spun.Court = "badminton"
	assert.Contains(
		t,
		shuttles.Cannot(spun, units.Metric),
		"Ball 1 has 7000 rpm of backspin: this machine gives no spin.",
	)
}

func clone(p machine.Programme) machine.Programme {
	p.Balls = append([]machine.Ball{}, p.Balls...)
	return p
}

func fedBy(t *testing.T, id string) drill.Drill {
	t.Helper()
	for _, d := range fed(t) {
		if d.ID == id {
			return d
		}
	}
	t.Fatalf("no drill %s is fed by a machine", id)
	return drill.Drill{}
}

// The steps go from one ball to all of them, each harder than the one before, whatever is chosen besides.
func TestSteps(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, pattern.MostFeeds).Draw(t, "balls")
		s := machine.Setting{
			Balls:     rapid.IntRange(0, n).Draw(t, "of"),
			Shuffled:  rapid.Bool().Draw(t, "shuffled"),
			Mirrored:  rapid.Bool().Draw(t, "mirrored"),
			PerMinute: rapid.SampledFrom([]float64{0, 12, 30}).Draw(t, "rate"),
		}
		steps := s.Steps(n, 4.1)
		said := map[string]bool{}
		for i, step := range steps {
			if step.Step(n) != i {
				t.Fatalf("step %d says that it is %d: %+v", i, step.Step(n), step)
			}
			if (i == 0) != step.Isolated(n) {
				t.Fatalf("step %d of %d, isolated: %v", i, n, step.Isolated(n))
			}
			if step.Mirrored != s.Mirrored || step.PerMinute != s.PerMinute {
				t.Fatal("what was chosen besides is lost")
			}
			if said[step.Say(n)] {
				t.Fatalf("two steps are called %q", step.Say(n))
			}
			said[step.Say(n)] = true
			rate, whole := machine.Rate(step.Pattern(spaced(n))), machine.Rate(spaced(n))
			if step.PerMinute == 0 && math.Abs(rate-whole) > 0.5 {
				t.Fatalf("%q comes %g a minute, all of them %g", step.Say(n), rate, whole)
			}
			if p := step.Validate(); len(p) > 0 {
				t.Fatal(p)
			}
		}
	})
}

// spaced is a pattern of n balls, one a second, the last of them late.
func spaced(n int) (p pattern.Pattern) {
	for i := range n {
		p.Feeds = append(p.Feeds, pattern.Feed{How: pattern.ByMachine, Gap: 1 + float64(i)/float64(n)})
	}
	return p
}

// A rate changes how far apart the balls come and keeps a slow second and a fast third
// one; mirrored twice a programme is as it was, and the machine stays where it stands.
func TestASettingKeepsTheRest(t *testing.T) {
	d := fedBy(t, "table-machine-push-open")
	was, err := machine.Make(nil, d.Pattern, machine.Setting{})
	require.NoError(t, err)
	rapid.Check(t, func(t *rapid.T) {
		rate := rapid.Float64Range(15, 60).Draw(t, "rate")
		p, err := machine.Make(nil, d.Pattern, machine.Setting{PerMinute: rate, Mirrored: true})
		require.NoError(t, err)
		assert.InEpsilon(t, rate, p.PerMinute(), 0.02)
		for i, b := range p.Balls {
			assert.InDelta(t, was.Balls[i].Gap*was.PerMinute()/rate, b.Gap, 0.006)
			assert.Equal(t, was.Balls[i].From, b.From)
			assert.InDelta(t, -was.Balls[i].To.X, b.To.X, 1e-9)
			assert.InDelta(t, -was.Balls[i].Heading, b.Heading, 0.01)
		}
	})
}

func TestSaid(t *testing.T) {
	for said, s := range map[string]machine.Setting{
		"all 3 balls in order":                              {},
		"1 ball in one place, 20 a minute":                  {Balls: 1, PerMinute: 20},
		"2 of 3 balls in order, mirrored":                   {Balls: 2, Mirrored: true},
		"all 3 balls, shuffled, anywhere near, 24 a minute": {Shuffled: true, Anywhere: 1, PerMinute: 24},
		"1 ball, anywhere near":                             {Balls: 1, Anywhere: 1},
	} {
		assert.Equal(t, said, s.Say(3))
	}
}

func TestBadSettings(t *testing.T) {
	for field, s := range map[string]machine.Setting{
		"balls": {Balls: 25}, "anywhere": {Anywhere: 4}, "perMinute": {PerMinute: 0.5},
	} {
		p := s.Validate()
		require.Len(t, p, 1)
		assert.Equal(t, field, p[0].Field)
	}
}
