package api

import (
	"bytes"
	"context"

	"hodometer/internal/club/shares"
	"hodometer/internal/exchange"
)

func (h handlers) ShareParts(
	ctx context.Context,
	r SharePartsRequestObject,
) (SharePartsResponseObject, error) {
	s, err := h.club.Share(ctx, shares.Asked{
		Lessons: value(r.Params.Lesson, nil), Ladders: value(r.Params.Ladder, nil),
		Weeks: value(r.Params.Course, nil), Runs: value(r.Params.Run, nil),
	})
	if err != nil {
		return nil, err
	}
	file, err := exchange.WriteShare(s)
	return attachment{bytes.NewReader(file), "application/json", "hodometer.json"}, err
}

func (h handlers) TakeParts(ctx context.Context, r TakePartsRequestObject) (TakePartsResponseObject, error) {
	s, err := exchange.ReadShare([]byte(value(r.Body, "")))
	if err != nil {
		return nil, err
	}
	whom := shares.For{Students: value(r.Params.Student, nil), From: value(r.Params.From, "")}
	out, err := h.club.Take(ctx, s, whom, value(r.Params.DryRun, false))
	return TakeParts200JSONResponse(out), err
}
