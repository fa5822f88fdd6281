package machine_test

import (
	"encoding/json"
	"math"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	core "hodometer/core/machine"
	"hodometer/core/pattern"
	"hodometer/internal/machine"
)

var noon = time.Date(2026, 5, 17, 12, 0, 0, 0, time.UTC)

// feeds is a pattern of two balls of a tennis machine, two seconds apart.
func feeds() pattern.Pattern {
	ball := pattern.Feed{
		How: pattern.ByMachine, From: pattern.Place{Y: 11, Z: 1}, By: "clearance", Want: 1,
		Meet: pattern.Falling, Height: 0.9, Stroke: pattern.Forehand, Gap: 2,
	}
	left, right := ball, ball
	left.To.X, left.To.Y, right.To.X, right.To.Y = -2, -8, 2, -8
	return pattern.Pattern{
		Court: "tennis",
		Area:  "singles",
		Hand:  "right",
		Feeds: []pattern.Feed{left, right},
	}
}

func programme(t require.TestingT, s core.Setting) *core.Programme {
	p, err := core.Make(nil, feeds(), s)
	require.NoError(t, err)
	return &p
}

func tennis(t require.TestingT) core.Kind {
	k, ok := core.For("tennis")
	require.True(t, ok)
	return k
}

// Over 500 balls the mean and the scatter of the landings are those of the programme, within three standard errors.
func TestBallsLandWhereTheProgrammeHasThem(t *testing.T) {
	k := tennis(t)
	k.Hopper = 1000
	for name, s := range map[string]core.Setting{
		"in place": {}, "shuffled": {Shuffled: true}, "anywhere": {Anywhere: 1.2, Shuffled: true},
	} {
		sim := machine.NewSim(k, "s", 4)
		p := programme(t, s)
		sim.Hear(machine.Message{Kind: machine.Load, Programme: p}, noon)
		sim.Hear(machine.Message{Kind: machine.Start, Countdown: 3}, noon)
		const n = 500
		var across, along []float64
		for at := noon; len(across) < n; at = at.Add(time.Second) {
			for _, m := range sim.Until(at) {
				if m.Kind == machine.Thrown {
					to := feeds().Feeds[m.Feed].To
					across, along = append(across, m.Land.X-to.X), append(along, m.Land.Y-to.Y)
				}
			}
		}
		// A point even over a circle of radius r has a variance of r²/4 along each axis; its fourth moment is r⁴/8.
		even := s.Anywhere * s.Anywhere / 4
		for what, c := range map[string]struct {
			got   []float64
			sigma float64
		}{"across": {across, k.Scatter.Across}, "along": {along, k.Scatter.Along}} {
			want := c.sigma*c.sigma + even
			mean, square := 0.0, 0.0
			for _, v := range c.got {
				mean += v / n
				square += v * v / n
			}
			fourth := 3*math.Pow(c.sigma, 4) + 6*c.sigma*c.sigma*even + math.Pow(s.Anywhere, 4)/8
			assert.Less(t, math.Abs(mean), 3*math.Sqrt(want/n), "%s %s: mean", name, what)
			assert.Less(
				t,
				math.Abs(square-want),
				3*math.Sqrt((fourth-want*want)/n),
				"%s %s: variance",
				name,
				what,
			)
		}
	}
}

// Whatever a client says and whenever, a ball has the number after the one before, none leaves an empty hopper, none
// before a countdown of three seconds, and none after a stop.
func TestAnyOrderOfMessages(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := tennis(t)
		k.Hopper = rapid.IntRange(1, 12).Draw(t, "hopper")
		sim := machine.NewSim(k, "s", rapid.Uint64().Draw(t, "seed"))
		sim.JamIn = rapid.SampledFrom([]int{0, 3, 9}).Draw(t, "jams")
		at, n, left := noon, 0, k.Hopper
		var may time.Time // before which nothing may leave; zero: nothing at all
		for range rapid.IntRange(1, 60).Draw(t, "steps") {
			at = at.Add(time.Duration(rapid.IntRange(0, 5000).Draw(t, "ms")) * time.Millisecond)
			for _, m := range sim.Until(at) {
				if m.Kind != machine.Thrown {
					continue
				}
				n, left = n+1, left-1
				if m.N != n || *m.Left != left || left < 0 {
					t.Fatalf("ball %d with %d left, after %d with %d", m.N, *m.Left, n, left)
				}
				if may.IsZero() || m.At < may.UnixMilli() {
					t.Fatalf("a ball left at %d, which may not before %v", m.At, may)
				}
			}
			m := machine.Message{Kind: rapid.SampledFrom([]machine.Kind{
				machine.Load,
				machine.Start,
				machine.Rate,
				machine.Pause,
				machine.Stop,
				machine.Refill,
				machine.Hello,
				machine.Beat,
			}).Draw(t, "kind")}
			switch m.Kind {
			case machine.Load:
				m.Programme = programme(t, core.Setting{Balls: rapid.IntRange(0, 2).Draw(t, "balls")})
			case machine.Start:
				m.Countdown = rapid.IntRange(3, 8).Draw(t, "countdown")
			case machine.Rate:
				m.PerMinute = rapid.Float64Range(4, 45).Draw(t, "rate")
			}
			for _, said := range sim.Hear(m, at) {
				switch said.Kind {
				case machine.Counting:
					may = at.Add(3 * time.Second)
				case machine.Pause, machine.Stop:
					may = time.Time{}
				case machine.Refill:
					may, left = time.Time{}, k.Hopper
				}
			}
		}
	})
}

func TestWhatCannotBeDone(t *testing.T) {
	sim := machine.NewSim(tennis(t), "s", 1)
	said := sim.Hear(machine.Message{Kind: machine.Start, Countdown: 3}, noon)
	assert.Equal(t, "Load a programme first.", said[0].Why)
	p := programme(t, core.Setting{})
	p.Balls[0].Speed = 70
	said = sim.Hear(machine.Message{Kind: machine.Load, Programme: p}, noon)
	assert.Equal(t, "Ball 1 leaves at 252 km/h: this machine throws at 14 km/h to 162 km/h.", said[0].Why)
	sim.Hear(machine.Message{Kind: machine.Load, Programme: programme(t, core.Setting{})}, noon)
	said = sim.Hear(machine.Message{Kind: machine.Rate, PerMinute: 90}, noon)
	assert.Equal(t, "90 balls a minute: this machine feeds 4 to 45.", said[0].Why)
	sim.Hear(machine.Message{Kind: machine.Rate, PerMinute: 40}, noon)
	sim.Hear(machine.Message{Kind: machine.Start, Countdown: 3}, noon)
	balls := sim.Until(noon.Add(7600 * time.Millisecond)) // 3, 4.5, 6 and 7.5 s
	assert.Len(t, balls, 5)
	assert.InDelta(t, 40, balls[4].Setting.PerMinute, 1e-9)
}

func TestMessagesThatAreNone(t *testing.T) {
	long := `{"kind":"` + strings.Repeat("a", machine.MaxMessage) + `"}`
	for text, why := range map[string]string{
		``:                                  "no message",
		`[]`:                                "no message",
		`{"kind":"beat","loud":true}`:       "no message",
		`{"kind":"beat"}{"kind":"beat"}`:    "one message at a time",
		long:                                "at most",
		`{"kind":"dance"}`:                  "does not understand",
		`{"kind":"hello","version":9}`:      "version 1",
		`{"kind":"load"}`:                   "without a programme",
		`{"kind":"start","countdown":0}`:    "3 to 30 seconds",
		`{"kind":"rate","perMinute":1e300}`: "1 to 200",
		`{"kind":"load","programme":{"balls":[]}}`:                      "1 to 24 balls",
		`{"kind":"load","programme":{"balls":[{"gap":0}]}}`:             "0.2 to 60 s",
		`{"kind":"load","programme":{"balls":[{"gap":1,"speed":1e9}]}}`: "out of any court",
	} {
		_, err := machine.Read([]byte(text))
		assert.ErrorContains(t, err, why, text)
	}
}

// FuzzRead: whatever comes over the line, a machine reads it or refuses it, and goes on.
func FuzzRead(f *testing.F) {
	for _, m := range []machine.Message{
		{Kind: machine.Hello, Version: 1, Sport: "tennis"},
		{Kind: machine.Load, Programme: programme(f, core.Setting{Shuffled: true})},
		{Kind: machine.Start, Countdown: 3},
		{Kind: machine.Rate, PerMinute: 20},
		{Kind: machine.Stop},
	} {
		text, err := json.Marshal(m)
		require.NoError(f, err)
		f.Add(string(text))
	}
	f.Add(`{"kind":"load","programme":{"court":"tennis","balls":[{"gap":0.2}],"anywhere":3}}`)
	f.Fuzz(func(t *testing.T, text string) {
		m, err := machine.Read([]byte(text))
		if err != nil {
			return
		}
		sim := machine.NewSim(tennis(t), "s", 1)
		sim.Hear(m, noon)
		sim.Hear(machine.Message{Kind: machine.Start, Countdown: 3}, noon)
		for _, said := range sim.Until(noon.Add(time.Minute)) {
			if _, err := json.Marshal(said); err != nil {
				t.Fatalf("it says what cannot be sent: %v", err)
			}
		}
	})
}
