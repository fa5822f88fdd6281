package machine

import (
	"math"
	"math/rand/v2"
	"slices"
	"time"

	"hodometer/core/court"
	"hodometer/core/machine"
	"hodometer/core/units"
)

// state of a machine.
type state int

const (
	idle state = iota
	counting
	feeding
	stuck // empty or jammed
)

// remembered is how many of the last balls a machine can tell again [trade].
const remembered = 512

// Sim is a simulated machine. Its methods are told the time; they return what it says.
// It is not for several goroutines at once.
type Sim struct {
	Kind machine.Kind
	// Session names it since it was switched on.
	Session string
	// JamIn is one in how many balls gets stuck, at random; 0: none.
	JamIn int

	rng       *rand.Rand
	programme *machine.Programme
	order     []int // what is left of this round
	state     state
	next      time.Time // of the countdown's end, or of the next ball
	left      int
	n         int
	client    string
	thrown    []thrown
}

// thrown is a ball and whose it was.
type thrown struct {
	client string
	ball   Message
}

// NewSim returns a machine of that kind with a full hopper, whose scatter and jams are
// drawn from the seed.
func NewSim(k machine.Kind, session string, seed uint64) *Sim {
	return &Sim{Kind: k, Session: session, rng: rand.New(rand.NewPCG(seed, 30)), left: k.Hopper}
}

// hello is what the machine says of itself to a client, with the client's own balls after
// number since, as far as it remembers them.
func (s *Sim) hello(client string, since int) []Message {
	s.client = client
	kind, left := s.Kind, s.left
	out := []Message{
		{
			Kind:      Hello,
			Version:   Version,
			Machine:   &kind,
			Simulated: true,
			Session:   s.Session,
			N:         s.n,
			Left:      &left,
		},
	}
	for _, t := range s.thrown {
		if t.client == client && t.ball.N > since {
			out = append(out, t.ball)
		}
	}
	return out
}

// Hear does what a valid message asks at that time.
func (s *Sim) Hear(m Message, now time.Time) []Message {
	switch m.Kind {
	case Hello:
		return s.hello(m.Client, m.Since)
	case Load:
		return s.load(*m.Programme)
	case Start:
		return s.start(m.Countdown, now)
	case Rate:
		return s.rate(m.PerMinute)
	case Refill:
		s.left, s.state = s.Kind.Hopper, idle // nobody reaches into a machine that feeds
		return []Message{s.told(Refill, "")}
	case Pause, Stop, Bye:
		return s.Stop(m.Kind, "as you asked")
	case Beat:
		return []Message{{Kind: Beat}}
	}
	return nil
}

func (s *Sim) load(p machine.Programme) []Message {
	if cannot := s.Kind.Cannot(p, units.Metric); len(cannot) > 0 {
		return []Message{{Kind: Refused, Why: cannot[0]}}
	}
	s.programme, s.order = &p, nil
	return []Message{{Kind: Loaded, Setting: &p.Setting, PerMinute: p.PerMinute()}}
}

func (s *Sim) start(seconds int, now time.Time) []Message {
	switch {
	case s.programme == nil:
		return []Message{{Kind: Refused, Why: "Load a programme first."}}
	case s.state == stuck:
		return []Message{{Kind: Refused, Why: "The machine is empty or jammed. Refill it first."}}
	case s.state == feeding:
		return []Message{s.told(Running, "")}
	}
	s.state, s.next = counting, now.Add(time.Duration(seconds)*time.Second)
	return []Message{{Kind: Counting, Countdown: seconds}}
}

func (s *Sim) rate(perMinute float64) []Message {
	if s.programme == nil {
		return []Message{{Kind: Refused, Why: "Load a programme first."}}
	}
	trial := *s.programme
	trial.Balls = slices.Clone(trial.Balls)
	k := trial.PerMinute() / perMinute
	for i := range trial.Balls {
		trial.Balls[i].Gap *= k
	}
	trial.Setting.PerMinute = perMinute
	if cannot := s.Kind.Cannot(trial, units.Metric); len(cannot) > 0 {
		return []Message{{Kind: Refused, Why: cannot[0]}}
	}
	s.programme = &trial
	return []Message{{Kind: Loaded, Setting: &trial.Setting, PerMinute: perMinute}}
}

// Stop ends a countdown or the feeding, and says why.
func (s *Sim) Stop(kind Kind, why string) []Message {
	if s.state != stuck {
		s.state = idle
	}
	return []Message{s.told(kind, why)}
}

func (s *Sim) told(kind Kind, why string) Message {
	left := s.left
	return Message{Kind: kind, N: s.n, Left: &left, Why: why}
}

// Until lets the machine run until that time and returns what it said on the way.
func (s *Sim) Until(now time.Time) (out []Message) {
	for (s.state == counting || s.state == feeding) && !now.Before(s.next) {
		if s.state == counting {
			s.state = feeding
			out = append(out, s.told(Running, ""))
		}
		out = append(out, s.throw()...)
	}
	return out
}

// Next is when something happens by itself, and whether anything will.
func (s *Sim) Next() (time.Time, bool) { return s.next, s.state == counting || s.state == feeding }

// throw lets the next ball go, or says why none does.
func (s *Sim) throw() []Message {
	switch {
	case s.left == 0:
		s.state = stuck
		return []Message{s.told(Empty, "The hopper is empty.")}
	case s.JamIn > 0 && s.rng.IntN(s.JamIn) == 0:
		s.state = stuck
		return []Message{s.told(Jam, "A ball is stuck.")}
	}
	if len(s.order) == 0 {
		s.order = s.round()
	}
	at := s.next
	b := s.programme.Balls[s.order[0]]
	s.order = s.order[1:]
	s.n, s.left = s.n+1, s.left-1
	s.next = at.Add(time.Duration(b.Gap * float64(time.Second)))
	land, setting := s.land(b), s.programme.Setting
	setting.PerMinute = math.Round(10*s.programme.PerMinute()) / 10
	m := s.told(Thrown, "")
	m.At, m.Feed, m.Land, m.Setting = at.UnixMilli(), b.Feed, &land, &setting
	if s.thrown = append(s.thrown, thrown{s.client, m}); len(s.thrown) > remembered {
		s.thrown = slices.Clone(s.thrown[len(s.thrown)-remembered:])
	}
	return []Message{m}
}

// round is the order of the next balls.
func (s *Sim) round() []int {
	if n := len(s.programme.Balls); s.programme.Shuffled {
		return s.rng.Perm(n)
	}
	out := make([]int, len(s.programme.Balls))
	for i := range out {
		out[i] = i
	}
	return out
}

// land is where a ball comes down: about its place by the normal law, or evenly over the
// circle round it that was asked for and then so.
func (s *Sim) land(b machine.Ball) court.Point {
	to := b.To
	if r := s.programme.Anywhere; r > 0 {
		sin, cos := math.Sincos(2 * math.Pi * s.rng.Float64())
		r *= math.Sqrt(s.rng.Float64())
		to.X, to.Y = to.X+r*cos, to.Y+r*sin
	}
	to.X += s.Kind.Scatter.Across * s.rng.NormFloat64()
	to.Y += s.Kind.Scatter.Along * s.rng.NormFloat64()
	return to
}
