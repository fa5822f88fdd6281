package flight

import (
	"fmt"
	"math"
	"sync"

	"hodometer/core/sport"
	"hodometer/core/units"
)

// Gravity is standard gravity, m/s² (ISO 80000-3).
const Gravity = 9.80665

// Ball is what flies: the data of one ball.
type Ball struct {
	ID string `json:"id"`
	// Court is where it flies when nothing else is said; "": over no net.
	Court    string  `json:"court"`
	Mass     float64 `json:"mass"`     // kg
	Diameter float64 `json:"diameter"` // m
	Law      Law     `json:"law"`
	// Drag is Cd of a smooth ball, LiftCap bounds its Cl = s/v, s the speed of
	// the ball's skin.
	Drag    float64 `json:"drag"`
	LiftCap float64 `json:"liftCap"`
	// Terminal is a shuttle's terminal speed, m/s.
	Terminal float64 `json:"terminal"`
	// Restitution is the share of vertical speed kept by a bounce: √(rebound ÷
	// drop) of the rule book's drop test.
	Restitution float64 `json:"-"`
	// Friction is μ between ball and floor, Inertia β in I = β m r² [memory].
	Friction float64 `json:"friction"`
	Inertia  float64 `json:"inertia"`
}

// Law says how a ball is slowed and lifted.
type Law string

// The laws: Štěpánek's for felt, constant drag and lift as the spin for a smooth
// ball, the square of the speed for a shuttle.
const (
	Felt    Law = "felt"
	Smooth  Law = "smooth"
	Shuttle Law = "shuttle"
)

// document is a ball as its sport's folder writes it: rebound from a drop, in
// the middle of the range of the rule book's drop test. Tennis 135–147 cm from
// 254 (ITF), red 85–105, orange 105–120, green 120–135, table tennis 23 from
// 30 cm (ITTF), pickleball 30–34 in from 78 (USA Pickleball) [rule; memory].
// Junior masses and sizes are the middle of the ITF ranges; squash rebound from
// common practice for a warm ball.
type document struct {
	Ball
	Rebound units.Measure `json:"rebound"`
	Drop    units.Measure `json:"drop"`
}

// balls are those of every sport.
var balls = sync.OnceValue(func() []Ball {
	var out []Ball
	for _, s := range sport.All() {
		var own []document
		s.Read("balls", &own)
		for _, d := range own {
			if d.Law != Felt && d.Law != Smooth && d.Law != Shuttle {
				panic("core/sport/" + s.ID + "/balls.json: no law of the air called " + string(d.Law))
			}
			d.Restitution = math.Sqrt(float64(d.Rebound / d.Drop))
			out = append(out, d.Ball)
		}
	}
	return out
})

// BallByID finds a ball, or says which there are.
func BallByID(id string) (*Ball, error) {
	all := balls()
	for i := range all {
		if all[i].ID == id {
			return &all[i], nil
		}
	}
	var names []string
	for _, b := range all {
		names = append(names, b.ID)
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
	if m.ball.Law == Shuttle {
		return v.times(-Gravity*speed/(m.ball.Terminal*m.ball.Terminal)).add(-Gravity, Vec{0, 0, 1})
	}
	cd, cl := m.ball.Drag, 0.0
	skin := w.Length() * m.ball.Diameter / 2
	published := m.ball.Law == Felt
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
