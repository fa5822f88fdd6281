package machine

import (
	"fmt"
	"math"
	"strings"

	"hodometer/core/court"
	"hodometer/core/sport"
	"hodometer/core/units"
)

// Range is between which figures a machine can be set, both included.
type Range struct {
	Least float64 `json:"least"`
	Most  float64 `json:"most"`
}

func (r Range) holds(v float64) bool { return v >= r.Least-1e-9 && v <= r.Most+1e-9 }

// Scatter is how far from its place a ball lands, as standard deviations in m.
type Scatter struct {
	Across float64 `json:"across"`
	Along  float64 `json:"along"`
}

// Kind is what a machine of a sport can do.
type Kind struct {
	Sport     string  `json:"sport"`
	Name      string  `json:"name"`
	Speed     Range   `json:"speed"`     // of the ball as it leaves, m/s
	TopRPM    Range   `json:"topRpm"`    // below 0 backspin
	SideRPM   Range   `json:"sideRpm"`   // seen from above, anticlockwise
	PerMinute Range   `json:"perMinute"` // balls
	Height    Range   `json:"height"`    // of the release over the floor or table, m
	Swivel    float64 `json:"swivel"`    // degrees to either side
	Hopper    int     `json:"hopper"`    // balls that it holds
	Scatter   Scatter `json:"scatter"`
}

// For is the machine of a sport, and whether there is one.
func For(id string) (Kind, bool) {
	s, err := sport.ByID(id)
	if err != nil {
		return Kind{}, false
	}
	k := Kind{Sport: s.ID}
	s.Read("machine", &k)
	return k, k.Hopper > 0
}

// Of is the machine for a court.
func Of(courtID string) (Kind, bool) {
	c, err := court.ByID(courtID)
	if err != nil {
		return Kind{}, false
	}
	return For(c.Sport)
}

// Cannot lists what of a programme the machine cannot do, each with what it can.
func (k Kind) Cannot(p Programme, system units.System) []string {
	out := []string{}
	say := func(format string, a ...any) { out = append(out, fmt.Sprintf(format, a...)) }
	if c, err := court.ByID(p.Court); err == nil && c.Sport != k.Sport {
		s, _ := sport.ByID(c.Sport)
		say("This is a %s; the drill is for %s.", strings.ToLower(k.Name), strings.ToLower(s.Name))
		return out
	}
	if r := p.PerMinute(); !k.PerMinute.holds(r) {
		say("%.0f balls a minute: this machine feeds %g to %g.", r, k.PerMinute.Least, k.PerMinute.Most)
	}
	for i, b := range p.Balls {
		ball := fmt.Sprintf("Ball %d", i+1)
		if !b.CanFly {
			say("%s cannot fly as it is drawn. Edit the drill.", ball)
			continue
		}
		if !k.Speed.holds(b.Speed) {
			say("%s leaves at %s: this machine throws at %s to %s.", ball, units.Speed(b.Speed, system),
				units.Speed(k.Speed.Least, system), units.Speed(k.Speed.Most, system))
		}
		if !k.TopRPM.holds(b.TopRPM) {
			say("%s has %s: this machine gives %s.", ball, topspin(b.TopRPM), k.spins())
		}
		if !k.SideRPM.holds(b.SideRPM) {
			say("%s has %.0f rpm of sidespin: this machine gives %s.", ball, math.Abs(b.SideRPM), k.sides())
		}
		if !k.Height.holds(b.From.Z) {
			say(
				"%s leaves from %s: this machine throws from %s to %s high.",
				ball,
				units.Length(b.From.Z, system),
				units.Length(k.Height.Least, system),
				units.Length(k.Height.Most, system),
			)
		}
	}
	if turn := p.swivel(); turn > 2*k.Swivel {
		say("The balls spread over %.0f°: this machine turns through %.0f°.", turn, 2*k.Swivel)
	}
	return out
}

func topspin(rpm float64) string {
	if rpm < 0 {
		return fmt.Sprintf("%.0f rpm of backspin", -rpm)
	}
	return fmt.Sprintf("%.0f rpm of topspin", rpm)
}

// spins are what a machine can do about topspin, in words.
func (k Kind) spins() string {
	if k.TopRPM.Least == 0 && k.TopRPM.Most == 0 {
		return "no spin"
	}
	return fmt.Sprintf("up to %.0f rpm of backspin and %.0f of topspin", -k.TopRPM.Least, k.TopRPM.Most)
}

func (k Kind) sides() string {
	if k.SideRPM.Least == 0 && k.SideRPM.Most == 0 {
		return "none"
	}
	return fmt.Sprintf("up to %.0f rpm", k.SideRPM.Most)
}
