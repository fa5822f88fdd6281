package api

import (
	"bytes"
	"context"
	"io"
	"net/http"
	"slices"
	"strings"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/ladder"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/ladders"
	"hodometer/internal/club/weeks"
	"hodometer/internal/exchange"
	"hodometer/internal/store"
)

func (h handlers) ExportStudents(
	ctx context.Context,
	_ ExportStudentsRequestObject,
) (ExportStudentsResponseObject, error) {
	all, err := h.club.Students(ctx)
	if err != nil {
		return nil, err
	}
	groups, err := h.club.Groups(ctx)
	if err != nil {
		return nil, err
	}
	file, err := exchange.WriteStudents(all, groups)
	return attachment{bytes.NewReader(file), "text/csv; charset=utf-8", "students.csv"}, err
}

// VisitExportStudentsResponse writes it.
func (f attachment) VisitExportStudentsResponse(w http.ResponseWriter) error { return f.write(w) }

func (h handlers) ImportStudents(
	ctx context.Context,
	r ImportStudentsRequestObject,
) (ImportStudentsResponseObject, error) {
	from := r.Body
	if r.TextBody != nil {
		from = strings.NewReader(*r.TextBody)
	}
	file, err := io.ReadAll(from)
	if err != nil {
		return nil, err
	}
	rows, err := exchange.ReadStudents(file)
	if err != nil {
		return nil, err
	}
	out, err := h.club.ImportStudents(ctx, rows, value(r.Params.DryRun, false))
	return ImportStudents200JSONResponse(out), err
}

func (h handlers) OrderStudents(
	ctx context.Context,
	r OrderStudentsRequestObject,
) (OrderStudentsResponseObject, error) {
	out, err := h.club.OrderOf(ctx, r.Body.Students, value(r.Body.Longest, 11))
	return OrderStudents200JSONResponse(out), err
}

func (h handlers) MergeStudent(
	ctx context.Context,
	r MergeStudentRequestObject,
) (MergeStudentResponseObject, error) {
	out, err := h.club.Merge(ctx, r.Student, r.Body.Into)
	return MergeStudent200JSONResponse(out), err
}

func (h handlers) SplitStudent(
	ctx context.Context,
	r SplitStudentRequestObject,
) (SplitStudentResponseObject, error) {
	out, err := h.club.Split(ctx, r.Student)
	return SplitStudent200JSONResponse(out), err
}

// ArchiveStudent writes all that the club keeps about a student.
func (h handlers) ArchiveStudent(
	ctx context.Context,
	r ArchiveStudentRequestObject,
) (ArchiveStudentResponseObject, error) {
	a := exchange.Archive{Made: h.club.Now(), Groups: []string{}}
	var err error
	if a.About, err = h.club.About(ctx, r.Student); err != nil {
		return nil, err
	}
	if a.Report, err = h.club.Report(ctx, r.Student, "", ""); err != nil {
		return nil, err
	}
	groups, err := h.club.Groups(ctx)
	if err != nil {
		return nil, err
	}
	for _, g := range groups {
		if slices.Contains(g.Students, r.Student) {
			a.Groups = append(a.Groups, g.Name)
		}
	}
	for part := (answer.Part{Student: r.Student, Limit: 200}); ; {
		page, err := h.club.Log(ctx, part, false)
		if err != nil {
			return nil, err
		}
		if a.Lessons = append(a.Lessons, page.Items...); page.Next == "" {
			break
		}
		part.After = page.Next
	}
	file, err := exchange.WriteArchive(a)
	return attachment{bytes.NewReader(file), "application/zip", "student.zip"}, err
}

// VisitArchiveStudentResponse writes it.
func (f attachment) VisitArchiveStudentResponse(w http.ResponseWriter) error { return f.write(w) }

// EraseStudent takes a student out of the club for good.
func (h handlers) EraseStudent(
	ctx context.Context,
	r EraseStudentRequestObject,
) (EraseStudentResponseObject, error) {
	out, err := h.erase(ctx, store.Subject{Kind: store.AStudent, ID: r.Student}, r.Body, r.Params.DryRun)
	return EraseStudent200JSONResponse(out), err
}

// EraseLesson takes a lesson out of the club for good.
func (h handlers) EraseLesson(
	ctx context.Context,
	r EraseLessonRequestObject,
) (EraseLessonResponseObject, error) {
	out, err := h.erase(ctx, store.Subject{Kind: store.ALesson, ID: r.Lesson}, r.Body, r.Params.DryRun)
	return EraseLesson200JSONResponse(out), err
}

// EraseRun takes a lesson that was given out of the club for good.
func (h handlers) EraseRun(ctx context.Context, r EraseRunRequestObject) (EraseRunResponseObject, error) {
	out, err := h.erase(ctx, store.Subject{Kind: store.ARun, ID: r.Run}, r.Body, r.Params.DryRun)
	return EraseRun200JSONResponse(out), err
}

func (h handlers) erase(ctx context.Context, of store.Subject, by *Erasure, try *bool) (store.Erased, error) {
	folder := ""
	if h.copies != nil {
		folder = h.copies.Dir
	}
	of.Called = by.Name
	if by.Sentences != nil {
		of.Change = append([]string{}, *by.Sentences...)
	}
	return h.club.Erase(ctx, of, folder, value(try, false))
}

func (h handlers) ListLaddersOfStudent(
	ctx context.Context,
	r ListLaddersOfStudentRequestObject,
) (ListLaddersOfStudentResponseObject, error) {
	out, err := h.club.LaddersOf(ctx, r.Student)
	return ListLaddersOfStudent200JSONResponse(out), err
}

func (h handlers) MoveStudent(
	ctx context.Context,
	r MoveStudentRequestObject,
) (MoveStudentResponseObject, error) {
	out, err := h.club.Move(ctx, r.Student, ladders.Step{
		Ladder: r.Body.Ladder, Kind: ladder.Kind(r.Body.Kind), Rung: value(r.Body.Rung, ""),
		Reason: value(r.Body.Reason, ""),
	})
	return MoveStudent200JSONResponse(out), err
}

func (h handlers) TakeBackMove(
	ctx context.Context,
	r TakeBackMoveRequestObject,
) (TakeBackMoveResponseObject, error) {
	return TakeBackMove204Response{}, h.club.TakeBack(ctx, r.Student, r.Ladder)
}

func (h handlers) DeclineAdvice(
	ctx context.Context,
	r DeclineAdviceRequestObject,
) (DeclineAdviceResponseObject, error) {
	out, err := h.club.Decline(ctx, r.Student, r.Body.Advice, value(r.Body.Declined, true))
	return DeclineAdvice200JSONResponse(out), err
}

func (h handlers) GetHome(ctx context.Context, r GetHomeRequestObject) (GetHomeResponseObject, error) {
	out, err := h.club.HomeOf(ctx, r.Student)
	return GetHome200JSONResponse(out), err
}

func (h handlers) PutHome(ctx context.Context, r PutHomeRequestObject) (PutHomeResponseObject, error) {
	out, err := h.club.SaveHome(ctx, r.Student, append([]draft.Practice{}, r.Body.Practices...))
	return PutHome200JSONResponse(out), err
}

func (h handlers) DidAtHome(ctx context.Context, r DidAtHomeRequestObject) (DidAtHomeResponseObject, error) {
	out, err := h.club.DidAtHome(ctx, r.Student, r.Body.Practice, r.Body.Times)
	return DidAtHome200JSONResponse(out), err
}

func (h handlers) ReportStudent(
	ctx context.Context,
	r ReportStudentRequestObject,
) (ReportStudentResponseObject, error) {
	out, err := h.club.Report(ctx, r.Student, value(r.Params.From, ""), value(r.Params.To, ""))
	if err != nil || value(r.Params.As, "json") != "csv" {
		return ReportStudent200JSONResponse(out), err
	}
	file, err := exchange.WriteReport(out, h.club.Now().Location())
	return attachment{bytes.NewReader(file), "text/csv; charset=utf-8", "report.csv"}, err
}

// VisitReportStudentResponse writes it.
func (f attachment) VisitReportStudentResponse(w http.ResponseWriter) error { return f.write(w) }

func (h handlers) ShareNote(ctx context.Context, r ShareNoteRequestObject) (ShareNoteResponseObject, error) {
	return ShareNote204Response{}, h.club.ShareNote(ctx, r.Student, r.Run, r.Body.Shared)
}

func (h handlers) PutShown(ctx context.Context, r PutShownRequestObject) (PutShownResponseObject, error) {
	out, err := h.club.Show(ctx, r.Student, evidence.Shown{
		ID: r.Shown, Day: r.Body.Day, Words: r.Body.Words, Place: r.Body.Place,
	})
	return PutShown200JSONResponse(out), err
}

func (h handlers) RemoveShown(
	ctx context.Context,
	r RemoveShownRequestObject,
) (RemoveShownResponseObject, error) {
	return RemoveShown204Response{}, h.club.Unshow(ctx, r.Student, r.Shown)
}

func (h handlers) ListLadders(
	ctx context.Context,
	_ ListLaddersRequestObject,
) (ListLaddersResponseObject, error) {
	out, err := h.club.Ladders(ctx)
	return ListLadders200JSONResponse(out), err
}

func (h handlers) PutLadder(ctx context.Context, r PutLadderRequestObject) (PutLadderResponseObject, error) {
	if err := sameID(r.Ladder, r.Body.Ladder.ID); err != nil {
		return nil, err
	}
	out, err := h.club.SaveLadder(ctx, *r.Body)
	return PutLadder200JSONResponse(out), err
}

func (h handlers) RemoveLadder(
	ctx context.Context,
	r RemoveLadderRequestObject,
) (RemoveLadderResponseObject, error) {
	return RemoveLadder204Response{}, h.club.RemoveLadder(ctx, r.Ladder)
}

func (h handlers) ListCourses(
	ctx context.Context,
	_ ListCoursesRequestObject,
) (ListCoursesResponseObject, error) {
	out, err := h.club.Courses(ctx)
	return ListCourses200JSONResponse(out), err
}

func (h handlers) PlanCourse(
	_ context.Context,
	r PlanCourseRequestObject,
) (PlanCourseResponseObject, error) {
	out, err := h.club.PlanCourse(r.Body.Course, course.Manner(value(r.Body.Manner, "")))
	return PlanCourse200JSONResponse(out), err
}

func (h handlers) PutCourse(ctx context.Context, r PutCourseRequestObject) (PutCourseResponseObject, error) {
	if err := sameID(r.Course, r.Body.Course.ID); err != nil {
		return nil, err
	}
	out, err := h.club.SaveCourse(ctx, weeks.Course{Version: r.Body.Version, Course: r.Body.Course})
	return PutCourse200JSONResponse(out), err
}

func (h handlers) RemoveCourse(
	ctx context.Context,
	r RemoveCourseRequestObject,
) (RemoveCourseResponseObject, error) {
	return RemoveCourse204Response{}, h.club.RemoveCourse(ctx, r.Course)
}

func (h handlers) ChangeCourse(
	ctx context.Context,
	r ChangeCourseRequestObject,
) (ChangeCourseResponseObject, error) {
	out, err := h.club.ChangeCourse(ctx, r.Course, weeks.SlotChange{
		Lesson: r.Lesson, Do: string(r.Body.Do), Date: value(r.Body.Date, ""), Start: value(r.Body.Start, ""),
	})
	return ChangeCourse200JSONResponse(out), err
}

func (h handlers) DraftCourseLesson(
	ctx context.Context,
	r DraftCourseLessonRequestObject,
) (DraftCourseLessonResponseObject, error) {
	l, err := h.club.DraftSlot(ctx, r.Course, r.Lesson)
	if err != nil {
		return nil, err
	}
	return DraftCourseLesson200JSONResponse(*l), h.gives(ctx, l)
}

func (h handlers) GetCalendar(
	ctx context.Context,
	r GetCalendarRequestObject,
) (GetCalendarResponseObject, error) {
	all, err := h.club.Calendar(ctx, value(r.Params.Student, ""), value(r.Params.Lesson, ""))
	if err != nil {
		return nil, err
	}
	file, err := exchange.WriteCalendar(all, h.club.Now())
	return attachment{bytes.NewReader(file), "text/calendar; charset=utf-8", "lessons.ics"}, err
}

// VisitGetCalendarResponse writes it.
func (f attachment) VisitGetCalendarResponse(w http.ResponseWriter) error { return f.write(w) }

func (h handlers) GetLadder(ctx context.Context, r GetLadderRequestObject) (GetLadderResponseObject, error) {
	out, err := h.club.Ladder(ctx, r.Ladder)
	return GetLadder200JSONResponse(out), err
}

func (h handlers) GetCourse(ctx context.Context, r GetCourseRequestObject) (GetCourseResponseObject, error) {
	out, err := h.club.Course(ctx, r.Course)
	return GetCourse200JSONResponse(out), err
}
