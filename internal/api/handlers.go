package api

import (
	"context"

	"hodometer/core/course"
	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/goal"
	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/plan"
	"hodometer/core/sport"
	"hodometer/core/units"
	"hodometer/internal/access"
	"hodometer/internal/club"
	"hodometer/internal/club/answer"
	"hodometer/internal/store"

	"github.com/google/uuid"
)

// handlers answers the operations of openapi.yaml. Each is one call to the club
// or the core; errors become problems in one place (problem.go).
type handlers struct {
	club   *club.Club
	doors  *access.Doors
	reach  Reach
	copies *store.Copies
}

func (h handlers) ListCourts(context.Context, ListCourtsRequestObject) (ListCourtsResponseObject, error) {
	return ListCourts200JSONResponse(court.All()), nil
}

func (h handlers) ListBlockTemplates(
	_ context.Context,
	r ListBlockTemplatesRequestObject,
) (ListBlockTemplatesResponseObject, error) {
	c, err := court.ByID(r.Court)
	if err != nil {
		return nil, answer.Missing{What: "court"}
	}
	return ListBlockTemplates200JSONResponse(named(draft.Palette(c))), nil
}

// named gives each block a new id.
func named(blocks []lesson.Block) []lesson.Block {
	for i := range blocks {
		blocks[i].ID = newID()
	}
	return blocks
}

func (h handlers) ListWarmUps(
	_ context.Context,
	r ListWarmUpsRequestObject,
) (ListWarmUpsResponseObject, error) {
	c, err := court.ByID(r.Court)
	if err != nil {
		return nil, answer.Missing{What: "court"}
	}
	return ListWarmUps200JSONResponse(named(draft.WarmUps(c))), nil
}

func (h handlers) BlankDrill(_ context.Context, r BlankDrillRequestObject) (BlankDrillResponseObject, error) {
	c, err := court.ByID(r.Court)
	if err != nil {
		return nil, answer.Missing{What: "court"}
	}
	return BlankDrill200JSONResponse(drill.Blank(c)), nil
}

func (h handlers) GetVocabulary(
	context.Context,
	GetVocabularyRequestObject,
) (GetVocabularyResponseObject, error) {
	return GetVocabulary200JSONResponse(vocabulary), nil
}

// vocabulary holds the words of every id.
var vocabulary = Vocabulary{
	LeastEvidence: (&ladder.Ladder{}).Least(),
	UsualCourt:    court.Usual().ID,
	Sports:        sport.All(),
	Ages:          units.Ages,
	Withs:         draft.Withs,
	Dimensions:    ladder.Dimensions,
	Forms:         ladder.Forms,
	Schools:       ladder.Schools,
	Themes:        course.Themes,
	CourseManners: course.Manners,
	Kinds:         lesson.Kinds,
	Goals:         goal.Descriptions(),
	Levels:        units.Levels,
	Focuses:       drill.Focuses,
	Situations:    drill.Situations,
	Strokes:       pattern.Strokes,
	Shapes:        pattern.Shapes,
	Directions:    drill.Directions,
	Hows:          pattern.Hows,
	Meets:         pattern.Meets,
	Efforts:       footwork.EffortTerms,
	Roles:         pattern.Roles,
	Objects:       pattern.Kinds,
	Afters:        drill.Afters,
	Ends:          drill.EndBys,
	Agains:        drill.Agains,
	Bends:         drill.Bends(),
	Manners:       lesson.Manners,
	Holders:       drill.Holders,
	Gates:         drill.Gates,
	Things:        drill.Things,
	Equipment:     drill.Equipment,
}

func newID() string { return uuid.Must(uuid.NewV7()).String() }

func (h handlers) ListStudents(
	ctx context.Context,
	_ ListStudentsRequestObject,
) (ListStudentsResponseObject, error) {
	out, err := h.club.Students(ctx)
	return ListStudents200JSONResponse(asSeen(ctx, out)), err
}

func (h handlers) GetStudent(
	ctx context.Context,
	r GetStudentRequestObject,
) (GetStudentResponseObject, error) {
	out, err := h.club.Record(ctx, r.Student)
	return GetStudent200JSONResponse(out), err
}

func (h handlers) PutStudent(
	ctx context.Context,
	r PutStudentRequestObject,
) (PutStudentResponseObject, error) {
	if err := sameID(r.Student, r.Body.ID); err != nil {
		return nil, err
	}
	out, err := h.club.SaveStudent(ctx, *r.Body)
	return PutStudent200JSONResponse(out), err
}

func (h handlers) ListLessons(
	ctx context.Context,
	r ListLessonsRequestObject,
) (ListLessonsResponseObject, error) {
	p := r.Params
	part := partOf(p.From, p.Until, p.Student, p.Words, p.Limit, p.After)
	out, err := h.club.Lessons(ctx, part, value(p.Order, Latest) == Earliest)
	return ListLessons200JSONResponse(out), err
}

// partOf a list is what its parameters ask for.
func partOf(from, until *Day, student, words *string, limit *int, after *string) answer.Part {
	return answer.Part{
		Since: value(from, ""), Until: value(until, ""), Student: value(student, ""),
		Words: value(words, ""), Limit: value(limit, 0), After: value(after, ""),
	}
}

func (h handlers) LastLesson(
	ctx context.Context,
	r LastLessonRequestObject,
) (LastLessonResponseObject, error) {
	l, err := h.club.LastLesson(ctx, r.Params.Students)
	if err != nil {
		return nil, err
	}
	return LastLesson200JSONResponse(*l), nil
}

func (h handlers) GetLessonSummary(
	ctx context.Context,
	r GetLessonSummaryRequestObject,
) (GetLessonSummaryResponseObject, error) {
	out, err := h.club.LessonInShort(ctx, r.Lesson)
	return GetLessonSummary200JSONResponse(out), err
}

func (h handlers) GetLesson(ctx context.Context, r GetLessonRequestObject) (GetLessonResponseObject, error) {
	l, err := h.club.Lesson(ctx, r.Lesson)
	if err != nil {
		return nil, err
	}
	return GetLesson200JSONResponse(*l), nil
}

func (h handlers) PutLesson(ctx context.Context, r PutLessonRequestObject) (PutLessonResponseObject, error) {
	if err := sameID(r.Lesson, r.Body.ID); err != nil {
		return nil, err
	}
	l, err := h.club.SaveLesson(ctx, r.Body)
	if err != nil {
		return nil, err
	}
	return PutLesson200JSONResponse(*l), h.gives(ctx, l)
}

// gives has a new lesson given by the coach who planned it, until they say otherwise.
func (h handlers) gives(ctx context.Context, l *lesson.Lesson) error {
	v := access.From(ctx)
	if v.Coach == "" || l.Version > 1 {
		return nil
	}
	return h.doors.Gives(ctx, l.ID, v.Coach)
}

func (h handlers) CheckLesson(
	ctx context.Context,
	r CheckLessonRequestObject,
) (CheckLessonResponseObject, error) {
	system := units.Metric
	if r.Body.Units != nil {
		system = units.System(*r.Body.Units)
	}
	plan, err := h.club.Reckon(ctx, &r.Body.Lesson, system, value(r.Body.Detail, ""))
	return CheckLesson200JSONResponse(plan), err
}

func (h handlers) WatchLesson(
	ctx context.Context,
	r WatchLessonRequestObject,
) (WatchLessonResponseObject, error) {
	out, err := h.club.Watch(ctx, &r.Body.Lesson, value(r.Body.Play, plan.Typical))
	return WatchLesson200JSONResponse(out), err
}

func (h handlers) ListRuns(ctx context.Context, r ListRunsRequestObject) (ListRunsResponseObject, error) {
	p := r.Params
	part := partOf(p.From, p.Until, p.Student, p.Words, p.Limit, p.After)
	part.Unjudged = !access.From(ctx).Role.May(access.Coach)
	out, err := h.club.Log(ctx, part, value(p.Gone, false))
	return ListRuns200JSONResponse(judged(ctx, out)), err
}

func (h handlers) GetRun(ctx context.Context, r GetRunRequestObject) (GetRunResponseObject, error) {
	out, err := h.club.Run(ctx, r.Run)
	return GetRun200JSONResponse(counting(ctx, out)), err
}

func (h handlers) PutRun(ctx context.Context, r PutRunRequestObject) (PutRunResponseObject, error) {
	out, err := h.club.OpenRun(ctx, r.Run, r.Body.Lesson)
	return PutRun200JSONResponse(counting(ctx, out)), err
}

func (h handlers) AddEvents(ctx context.Context, r AddEventsRequestObject) (AddEventsResponseObject, error) {
	out, err := h.club.AddEventsBy(ctx, by(ctx), r.Run, r.Body.Lesson, r.Body.Events)
	if err == nil && !value(r.Params.State, true) {
		return AddEvents204Response{}, nil
	}
	if !access.From(ctx).Role.May(access.Coach) {
		out = out.Unjudged()
	}
	return AddEvents200JSONResponse(out), err
}

func sameID(path, body string) error {
	if path != body {
		return units.Problems{
			{Field: "id", Detail: "the id in the address and the id in the body must be the same"},
		}
	}
	return nil
}
