package api

import (
	"context"

	"hodometer/core/course"
	"hodometer/core/drill"
	"hodometer/core/units"
	"hodometer/internal/club/drafts"
)

func (h handlers) DraftLessons(
	ctx context.Context,
	r DraftLessonsRequestObject,
) (DraftLessonsResponseObject, error) {
	q := r.Body
	out, err := h.club.Drafts(ctx, drafts.Brief{
		Students:  q.Students,
		Court:     q.Court,
		Date:      q.Date,
		Start:     q.Start,
		Minutes:   q.Minutes,
		Aim:       drill.Focus(value(q.Aim, "")),
		Resources: q.Resources,
		MatchOn:   value(q.MatchOn, ""),
		Theme:     course.Theme(value(q.Theme, "")),
		System:    units.System(value(q.Units, "metric")),
	})
	return DraftLessons200JSONResponse(out), err
}

func (h handlers) PlaceDrill(
	ctx context.Context,
	r PlaceDrillRequestObject,
) (PlaceDrillResponseObject, error) {
	system := units.System(value(r.Body.Units, "metric"))
	out, err := h.club.PlaceDrill(ctx, &r.Body.Lesson, &r.Body.Drill, system)
	return PlaceDrill200JSONResponse(out), err
}

func (h handlers) DraftShortRound(
	ctx context.Context,
	r DraftShortRoundRequestObject,
) (DraftShortRoundResponseObject, error) {
	b := r.Body
	out, err := h.club.ShortRound(ctx, b.Students, b.Title, b.Date, b.Start)
	if err != nil {
		return nil, err
	}
	return DraftShortRound200JSONResponse(*out), nil
}

func (h handlers) MatchFromBlock(
	_ context.Context,
	r MatchFromBlockRequestObject,
) (MatchFromBlockResponseObject, error) {
	out, err := h.club.MatchFrom(r.Body)
	return MatchFromBlock200JSONResponse(out), err
}

func (h handlers) ListLessonVersions(
	ctx context.Context,
	r ListLessonVersionsRequestObject,
) (ListLessonVersionsResponseObject, error) {
	out, err := h.club.LessonVersions(
		ctx,
		r.Lesson,
		partOf(nil, nil, nil, nil, r.Params.Limit, r.Params.After),
	)
	return ListLessonVersions200JSONResponse(out), err
}

func (h handlers) GetSheet(ctx context.Context, r GetSheetRequestObject) (GetSheetResponseObject, error) {
	out, err := h.club.Sheet(ctx, r.Lesson, units.System(value(r.Params.Units, "metric")))
	out.Students = asSeen(ctx, out.Students)
	return GetSheet200JSONResponse(out), err
}

func (h handlers) ListGroups(
	ctx context.Context,
	_ ListGroupsRequestObject,
) (ListGroupsResponseObject, error) {
	out, err := h.club.Groups(ctx)
	return ListGroups200JSONResponse(out), err
}

func (h handlers) PutGroup(ctx context.Context, r PutGroupRequestObject) (PutGroupResponseObject, error) {
	if err := sameID(r.Group, r.Body.ID); err != nil {
		return nil, err
	}
	out, err := h.club.SaveGroup(ctx, *r.Body)
	return PutGroup200JSONResponse(out), err
}

func (h handlers) RemoveGroup(
	ctx context.Context,
	r RemoveGroupRequestObject,
) (RemoveGroupResponseObject, error) {
	return RemoveGroup204Response{}, h.club.RemoveGroup(ctx, r.Group)
}

func (h handlers) GetGroup(ctx context.Context, r GetGroupRequestObject) (GetGroupResponseObject, error) {
	out, err := h.club.Group(ctx, r.Group)
	return GetGroup200JSONResponse(out), err
}
