package api

import (
	"context"
	"fmt"

	"hodometer/core/progress"
	"hodometer/core/target"
	"hodometer/core/units"
)

// levelWeighs is how many balls a level is worth beside what was logged, where a
// spread is asked for by itself [trade].
const levelWeighs = 6.0

// ReckonEstimate follows what was counted at circles about the aim, in the middle
// of the court's far end, and gives the chance at another.
func (h handlers) ReckonEstimate(
	_ context.Context,
	r ReckonEstimateRequestObject,
) (ReckonEstimateResponseObject, error) {
	q := r.Body
	c, err := courtByID(q.Court)
	if err != nil {
		return nil, err
	}
	level, err := target.LevelOf(units.Level(q.Level))
	if err != nil {
		return nil, missing("level", err.Error())
	}
	shot := value(q.Shot, target.ReferenceShot(c))
	curves := map[[2]float64]target.Curve{}
	curve := func(radius, length float64) *target.Curve {
		key := [2]float64{radius, length}
		k, ok := curves[key]
		if !ok {
			k = level.ClearCurve(radius, length)
			curves[key] = k
		}
		return &k
	}
	b, at := progress.Unknown(0), 0.0
	for i, s := range q.Sessions {
		field := fmt.Sprintf("sessions[%d].", i)
		if s.Good > s.Balls {
			return nil, missing(field+"good", "there cannot be more good balls than balls")
		}
		if i > 0 {
			if s.Day < at {
				return nil, missing(field+"day", "sessions come by day, the first first")
			}
			b = b.After(s.Day - at)
		}
		at = s.Day
		b = b.Seen(curve(s.Radius, value(s.Shot, shot)), s.Balls, s.Good)
	}
	if q.Day != nil && len(q.Sessions) > 0 {
		if *q.Day < at {
			return nil, missing("day", "it is asked on the day of the last session or later")
		}
		b = b.After(*q.Day - at)
	}
	rate := b.Rate(curve(q.Radius, shot))
	return ReckonEstimate200JSONResponse{
		Chance: rate.Mean, Low: rate.Low, High: rate.High, LogSpread: b.Mean(), Deviation: b.Deviation(),
	}, nil
}
