package flight

import "math"

// Vec is a place (m), a velocity (m/s) or a spin (rad/s) in the court's frame.
type Vec struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	Z float64 `json:"z"`
}

func (a Vec) plus(b Vec) Vec           { return Vec{a.X + b.X, a.Y + b.Y, a.Z + b.Z} }
func (a Vec) minus(b Vec) Vec          { return Vec{a.X - b.X, a.Y - b.Y, a.Z - b.Z} }
func (a Vec) times(k float64) Vec      { return Vec{k * a.X, k * a.Y, k * a.Z} }
func (a Vec) dot(b Vec) float64        { return a.X*b.X + a.Y*b.Y + a.Z*b.Z }
func (a Vec) add(k float64, b Vec) Vec { return Vec{a.X + k*b.X, a.Y + k*b.Y, a.Z + k*b.Z} }

func (a Vec) cross(b Vec) Vec {
	return Vec{a.Y*b.Z - a.Z*b.Y, a.Z*b.X - a.X*b.Z, a.X*b.Y - a.Y*b.X}
}

// Length of the vector.
func (a Vec) Length() float64 { return math.Sqrt(a.dot(a)) }
