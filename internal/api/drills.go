package api

import (
	"bytes"
	"context"

	"hodometer/core/drill"
	"hodometer/core/plan"
	"hodometer/core/units"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/lessons"
	"hodometer/internal/exchange"
)

func (h handlers) ListDrills(
	ctx context.Context,
	_ ListDrillsRequestObject,
) (ListDrillsResponseObject, error) {
	out, err := h.club.Drills(ctx)
	return ListDrills200JSONResponse(out), err
}

func (h handlers) GetDrill(ctx context.Context, r GetDrillRequestObject) (GetDrillResponseObject, error) {
	out, err := h.club.Drill(ctx, r.Drill)
	return GetDrill200JSONResponse(out), err
}

func (h handlers) PutDrill(ctx context.Context, r PutDrillRequestObject) (PutDrillResponseObject, error) {
	out, err := h.club.SaveDrill(ctx, r.Drill, r.Body.Version, r.Body.Drill)
	return PutDrill200JSONResponse(out), err
}

func (h handlers) RemoveDrill(
	ctx context.Context,
	r RemoveDrillRequestObject,
) (RemoveDrillResponseObject, error) {
	return RemoveDrill204Response{}, h.club.RemoveDrill(ctx, r.Drill)
}

func (h handlers) SetFavourite(
	ctx context.Context,
	r SetFavouriteRequestObject,
) (SetFavouriteResponseObject, error) {
	return SetFavourite204Response{}, h.club.SetFavourite(ctx, r.Drill, r.Body.Favourite)
}

func (h handlers) ListDrillVersions(
	ctx context.Context,
	r ListDrillVersionsRequestObject,
) (ListDrillVersionsResponseObject, error) {
	out, err := h.club.DrillVersions(ctx, r.Drill, partOf(nil, nil, nil, nil, r.Params.Limit, r.Params.After))
	return ListDrillVersions200JSONResponse(out), err
}

func (h handlers) CheckDrill(
	ctx context.Context,
	r CheckDrillRequestObject,
) (CheckDrillResponseObject, error) {
	q := r.Body
	out, err := h.club.CheckDrill(ctx, &q.Drill, lessons.Asked{
		Student: value(q.Student, ""),
		Level:   units.Level(value(q.Level, "")),
		BenchQuestion: plan.BenchQuestion{
			Students:   value(q.Students, 0),
			Minutes:    value(q.Minutes, 0),
			Paths:      value(q.Paths, false),
			Neighbours: value(q.Neighbours, false),
			Stage:      value(q.Stage, 0),
			Quick:      value(q.Quick, false),
			System:     units.System(value(q.Units, "metric")),
		},
	})
	return CheckDrill200JSONResponse(out), err
}

func (h handlers) ImportDrills(
	ctx context.Context,
	r ImportDrillsRequestObject,
) (ImportDrillsResponseObject, error) {
	drills, err := exchange.ReadDrills([]byte(*r.Body))
	if err != nil {
		return nil, err
	}
	if value(r.Params.DryRun, false) {
		return ImportDrills200JSONResponse(documents.Summed(drills)), nil
	}
	out, err := h.club.AddDrills(ctx, drills)
	return ImportDrills200JSONResponse(out), err
}

func (h handlers) ExportDrills(
	ctx context.Context,
	r ExportDrillsRequestObject,
) (ExportDrillsResponseObject, error) {
	var drills []drill.Drill
	for _, id := range r.Params.Id {
		s, err := h.club.Drill(ctx, id)
		if err != nil {
			return nil, err
		}
		drills = append(drills, s.Drill)
	}
	file, err := exchange.WriteDrills(drills)
	return attachment{bytes.NewReader(file), "application/json", "drills.json"}, err
}
