package machine

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"time"

	"hodometer/core/court"
	"hodometer/core/machine"
	"hodometer/core/pattern"
	"hodometer/core/units"
)

// Version of the protocol.
const Version = 1

// Kind of a message.
type Kind string

// What a client says to a machine.
const (
	Hello  Kind = "hello"  // which Client it is, of which version, for which Sport; Since: the last ball it knows of
	Load   Kind = "load"   // a Programme; what was fed goes on being counted
	Start  Kind = "start"  // feed after Countdown seconds
	Rate   Kind = "rate"   // PerMinute from the next ball on
	Pause  Kind = "pause"  // feed nothing until Start
	Stop   Kind = "stop"   // the same, for good: also of a countdown
	Refill Kind = "refill" // the hopper is full again, or the jam is cleared
	Beat   Kind = "beat"   // the client is still there
	Bye    Kind = "bye"    // the client leaves
)

// What a machine says besides: hello, pause, stop, refill, beat and bye are answered by themselves.
const (
	Loaded   Kind = "loaded"   // the programme is taken
	Refused  Kind = "refused"  // Why
	Counting Kind = "counting" // it starts in Countdown seconds
	Running  Kind = "running"  // it feeds
	Thrown   Kind = "ball"     // ball N left
	Empty    Kind = "empty"    // the hopper is empty
	Jam      Kind = "jam"      // a ball is stuck
)

// Timing of a connection.
const (
	// BeatEvery is how often both sides say that they are there.
	BeatEvery = 250 * time.Millisecond
	// Lost is after what silence of its client a machine stops.
	Lost = 900 * time.Millisecond
	// LeastCountdown is before the first ball, in seconds.
	LeastCountdown = 3
	mostCountdown  = 30
	// MaxMessage is the longest message, in bytes.
	MaxMessage = 64 << 10
)

// Message is one message of the protocol. Only what its kind needs is set.
type Message struct {
	Kind      Kind               `json:"kind"`
	Version   int                `json:"version,omitempty"`
	Sport     string             `json:"sport,omitempty"`
	Client    string             `json:"client,omitempty"`
	Since     int                `json:"since,omitempty"`
	Programme *machine.Programme `json:"programme,omitempty"`
	Countdown int                `json:"countdown,omitempty"`
	PerMinute float64            `json:"perMinute,omitempty"`

	// Machine is what it is and can do; Simulated: no ball is really thrown.
	Machine   *machine.Kind `json:"machine,omitempty"`
	Simulated bool          `json:"simulated,omitempty"`
	// Session is the machine's since it was switched on: balls are numbered anew in another.
	Session string `json:"session,omitempty"`
	// N is the number of the ball, from 1, and of the last one in a hello; At when it left, in ms
	// since 1970 by the machine's clock; Feed which ball of the drill's pattern it is, Land where
	// it comes down.
	N    int          `json:"n,omitempty"`
	At   int64        `json:"at,omitempty"`
	Feed int          `json:"feed,omitempty"`
	Land *court.Point `json:"land,omitempty"`
	// Setting is what the programme of the ball was made by.
	Setting *machine.Setting `json:"setting,omitempty"`
	// Left are the balls in the hopper.
	Left *int   `json:"left,omitempty"`
	Why  string `json:"why,omitempty"`
}

// Read reads one message and says what is wrong with it.
func Read(text []byte) (m Message, err error) {
	if len(text) > MaxMessage {
		return m, fmt.Errorf("a message has at most %d bytes", MaxMessage)
	}
	d := json.NewDecoder(bytes.NewReader(text))
	d.DisallowUnknownFields()
	if err := d.Decode(&m); err != nil {
		return m, fmt.Errorf("this is no message of the protocol: %w", err)
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return m, errors.New("one message at a time")
	}
	return m, m.validate().Err()
}

func (m Message) validate() (p units.Problems) {
	switch m.Kind {
	case Hello:
		if m.Version != Version {
			p.Add(
				"version",
				fmt.Sprintf("this machine speaks version %d of the protocol, not %d", Version, m.Version),
			)
		}
		if len(m.Client) > 100 {
			p.Add("client", "the name of a client has at most 100 characters")
		}
		if m.Since < 0 {
			p.Add("since", "balls are numbered from 1")
		}
	case Load:
		if m.Programme == nil {
			p.Add("programme", "nothing is loaded without a programme")
		} else {
			p.Under("programme", programme(m.Programme))
		}
	case Start:
		if m.Countdown < LeastCountdown || m.Countdown > mostCountdown {
			p.Add(
				"countdown",
				fmt.Sprintf("a machine starts after %d to %d seconds", LeastCountdown, mostCountdown),
			)
		}
	case Rate:
		if !(m.PerMinute >= 1 && m.PerMinute <= 200) {
			p.Add("perMinute", "a rate is 1 to 200 balls a minute")
		}
	case Pause, Stop, Refill, Beat, Bye:
	default:
		p.Add("kind", fmt.Sprintf("a machine does not understand %q", m.Kind))
	}
	return p
}

// programme lists what no machine could be given.
func programme(m *machine.Programme) (p units.Problems) {
	if len(m.Balls) < 1 || len(m.Balls) > pattern.MostFeeds {
		p.Add("balls", fmt.Sprintf("a programme has 1 to %d balls", pattern.MostFeeds))
	}
	if !(m.Anywhere >= 0 && m.Anywhere <= machine.MostAnywhere) {
		p.Add("anywhere", fmt.Sprintf("a ball comes within 0 to %g m of its place", machine.MostAnywhere))
	}
	p.Under("setting", m.Setting.Validate())
	for i, b := range m.Balls {
		at := fmt.Sprintf("balls[%d].", i)
		if !(b.Gap >= 0.2 && b.Gap <= 60) {
			p.Add(at+"gap", "balls come 0.2 to 60 s apart")
		}
		for field, v := range map[string]float64{
			"speed": b.Speed, "elevation": b.Elevation, "heading": b.Heading, "met": b.Met,
			"from.x": b.From.X, "from.y": b.From.Y, "from.z": b.From.Z, "to.x": b.To.X, "to.y": b.To.Y,
		} {
			if !(math.Abs(v) <= 360) {
				p.Add(at+field, "this is out of any court")
			}
		}
	}
	return p
}
