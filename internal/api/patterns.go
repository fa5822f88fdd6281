package api

import (
	"context"

	"hodometer/core/footwork"
)

// levels of movement that a coach can name without measuring.
var levels = map[string]footwork.Mover{"junior": footwork.Junior, "club": footwork.Club, "performance": footwork.Performance}

func (h handlers) CheckPattern(_ context.Context, r CheckPatternRequestObject) (CheckPatternResponseObject, error) {
	q := r.Body
	if err := q.Pattern.Validate().Err(); err != nil {
		return nil, err
	}
	mover := levels[string(value(q.Level, "club"))]
	if q.Mover != nil {
		mover = *q.Mover
	}
	plan, err := q.Pattern.Reckon(mover, value(q.Paths, false))
	if err != nil {
		return nil, err
	}
	out := CheckPattern200JSONResponse{Plan: plan, Notices: q.Pattern.Notices(mover, plan)}
	if value(q.Neighbours, false) {
		near := q.Pattern.Neighbours(mover)
		out.Neighbours = &near
	}
	return out, nil
}
