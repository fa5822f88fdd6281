package flight

import (
	"fmt"
	"math"
)

// Gravity is standard gravity, m/s² (ISO 80000-3).
const Gravity = 9.80665

// Ball is what flies: the data of one ball.
type Ball struct {
	ID       string
	Mass     float64 // kg
	Diameter float64 // m
	// Drag is Cd where it does not depend on spin; 0 means Štěpánek's law.
	Drag float64
	// LiftCap bounds Cl = s/v, s the speed of the ball's skin; 0 with Drag 0
	// means Štěpánek's law.
	LiftCap float64
	// Terminal is a shuttle's terminal speed, m/s; 0 for a ball.
	Terminal float64
	// Restitution is the share of vertical speed kept by a bounce: √(rebound ÷
	// drop) of the rule book's drop test.
	Restitution float64
	// Friction is μ between ball and floor, Inertia β in I = β m r² [memory].
	Friction, Inertia float64
}

// Rebounds of the rule books' drop tests, in the middle of their ranges:
// tennis 135–147 cm from 254 (ITF), red 85–105, orange 105–120, green 120–135,
// table tennis 23 from 30 cm (ITTF), pickleball 30–34 in from 78 (USA
// Pickleball) [rule; memory]. Junior masses and sizes are the middle of the ITF
// ranges; squash rebound from common practice for a warm ball.
var balls = []Ball{
	{
		ID:          "tennis",
		Mass:        0.0577,
		Diameter:    0.067,
		Restitution: drop(1.41, 2.54),
		Friction:    0.6,
		Inertia:     0.55,
	},
	{
		ID:          "tennisGreen",
		Mass:        0.0493,
		Diameter:    0.0660,
		Restitution: drop(1.275, 2.54),
		Friction:    0.6,
		Inertia:     0.55,
	},
	{
		ID:          "tennisOrange",
		Mass:        0.0414,
		Diameter:    0.0643,
		Restitution: drop(1.125, 2.54),
		Friction:    0.6,
		Inertia:     0.55,
	},
	{
		ID:          "tennisRed",
		Mass:        0.0425,
		Diameter:    0.0750,
		Restitution: drop(0.95, 2.54),
		Friction:    0.6,
		Inertia:     0.55,
	},
	{
		ID:          "tableTennis",
		Mass:        0.0027,
		Diameter:    0.040,
		Drag:        0.45,
		LiftCap:     0.35,
		Restitution: drop(0.23, 0.30),
		Friction:    0.25,
		Inertia:     2.0 / 3,
	},
	{
		ID:          "squash",
		Mass:        0.024,
		Diameter:    0.040,
		Drag:        0.45,
		LiftCap:     0.3,
		Restitution: drop(0.30, 2.54),
		Friction:    0.5,
		Inertia:     0.55,
	},
	{
		ID:          "pickleball",
		Mass:        0.024,
		Diameter:    0.074,
		Drag:        0.45,
		LiftCap:     0.3,
		Restitution: drop(0.8128, 1.9812),
		Friction:    0.4,
		Inertia:     2.0 / 3,
	},
	{ID: "shuttle", Mass: 0.0051, Diameter: 0.065, Terminal: 6.7, Restitution: 0, Friction: 1, Inertia: 0.5},
}

func drop(rebound, from float64) float64 { return math.Sqrt(rebound / from) }

// BallByID finds a ball, or says which there are.
func BallByID(id string) (*Ball, error) {
	names := make([]string, len(balls))
	for i := range balls {
		if balls[i].ID == id {
			return &balls[i], nil
		}
		names[i] = balls[i].ID
	}
	return nil, fmt.Errorf("no ball called %q; there are %v", id, names)
}

// Air is the state of the air.
type Air struct {
	Altitude    float64 // m above the sea
	Temperature float64 // °C
}

// Standard is the air that figures are given for when nothing else is said.
var Standard = Air{0, 20}

// Density of dry air in kg/m³: pressure by the standard atmosphere (ISO 2533),
// temperature as given.
func (a Air) Density() float64 {
	pressure := 101325 * math.Pow(1-2.25577e-5*a.Altitude, 5.25588)
	return pressure / (287.053 * (a.Temperature + 273.15))
}

// medium is a ball in some air: all that acceleration needs.
type medium struct {
	ball Ball
	k    float64 // ½ρA/m, 1/m
}

func (b *Ball) in(air Air) medium {
	area := math.Pi * b.Diameter * b.Diameter / 4
	return medium{*b, 0.5 * air.Density() * area / b.Mass}
}

// accel is the acceleration at velocity v with spin w.
func (m *medium) accel(v, w Vec) Vec {
	speed := v.Length()
	if m.ball.Terminal > 0 {
		return v.times(-Gravity*speed/(m.ball.Terminal*m.ball.Terminal)).add(-Gravity, Vec{0, 0, 1})
	}
	cd, cl := m.ball.Drag, 0.0
	skin := w.Length() * m.ball.Diameter / 2
	published := m.ball.Drag == 0 && m.ball.LiftCap == 0
	switch {
	case skin == 0 || speed == 0:
		if published {
			cd = 0.508
		}
	case published:
		r := speed / skin
		cd = dragAt(r)
		cl = 1 / (2.022 + 0.981*r)
	default:
		cl = min(m.ball.LiftCap, skin/speed)
	}
	a := v.times(-m.k * cd * speed)
	a.Z -= Gravity
	if cl > 0 {
		lift := w.cross(v)
		if l := lift.Length(); l > 0 {
			a = a.add(m.k*cl*speed*speed/l, lift)
		}
	}
	return a
}

// stepanek is Štěpánek's drag coefficient at v/s = r.
func stepanek(r float64) float64 { return 0.508 + math.Pow(22.503+4.196*math.Pow(r, 2.5), -0.4) }

// The law is needed six times a step, and its powers cost more than all the
// rest; read off a table it is exact to 2e-6.
const (
	dragTo   = 64.0
	dragRows = 4096
)

var dragTable = func() (t [dragRows + 2]float64) {
	for i := range t {
		t[i] = stepanek(float64(i) * dragTo / dragRows)
	}
	return t
}()

func dragAt(r float64) float64 {
	if r >= dragTo {
		return stepanek(r)
	}
	x := r * dragRows / dragTo
	i := int(x)
	return dragTable[i] + (x-float64(i))*(dragTable[i+1]-dragTable[i])
}
