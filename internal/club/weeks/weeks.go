package weeks

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"hodometer/core/course"
	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/drafts"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// Weeks are the courses of lessons ahead.
type Weeks struct {
	store     *store.Store
	documents *documents.Shelf
	students  *students.Roll
	lessons   *lessons.Diary
	drafts    *drafts.Drafter
}

// New returns the weeks in that file.
func New(
	s *store.Store,
	shelf *documents.Shelf,
	r *students.Roll,
	l *lessons.Diary,
	d *drafts.Drafter,
) *Weeks {
	return &Weeks{s, shelf, r, l, d}
}

// Course is the weeks ahead of a student or a group, with what became of its lessons.
type Course struct {
	Version int           `json:"version"`
	Course  course.Course `json:"course"`
	// Drafted are the ids of the lessons that are there, Given of those that were given.
	Drafted []string          `json:"drafted"`
	Given   []string          `json:"given"`
	Loads   []course.WeekLoad `json:"loads"`
	savedAt int64             // ms since 1970
}

// Courses lists the weeks ahead, those that begin first coming first.
func (c *Weeks) Courses(ctx context.Context) (out []Course, err error) {
	out = []Course{}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListDocuments(ctx, string(documents.Courses))
		if err != nil {
			return err
		}
		if out, err = readCourses(ctx, q, rows...); err != nil {
			return err
		}
		slices.SortStableFunc(out, func(a, b Course) int { return cmp.Compare(a.Course.From, b.Course.From) })
		return nil
	})
	return out, err
}

// become is what a lesson of a course became once it was drafted.
type become struct {
	date, start string
	minutes     int
	given       bool
}

// readCourses reads the documents of courses, with what their lessons became.
func readCourses(ctx context.Context, q *gen.Queries, rows ...gen.Document) ([]Course, error) {
	out, ids := make([]Course, len(rows)), []string{}
	for i, r := range rows {
		out[i] = Course{Version: int(r.Version), savedAt: r.SavedAt, Drafted: []string{}, Given: []string{}}
		if err := json.Unmarshal([]byte(r.Body), &out[i].Course); err != nil {
			return nil, fmt.Errorf("course %s: %w", r.ID, err)
		}
		for _, s := range out[i].Course.Lessons {
			ids = append(ids, s.ID)
		}
	}
	lessons, err := becameOf(ctx, q, ids)
	if err != nil {
		return nil, err
	}
	for i := range out {
		out[i].became(lessons)
	}
	return out, nil
}

// becameOf says of those lessons that are there when they are and whether they were given.
func becameOf(ctx context.Context, q *gen.Queries, ids []string) (map[string]become, error) {
	out := map[string]become{}
	for some := range slices.Chunk(ids, 1000) {
		rows, err := q.ListLessonDays(ctx, some)
		if err != nil {
			return nil, err
		}
		for _, l := range rows {
			out[l.ID] = become{date: l.Date, start: l.Start, minutes: int(l.SlotMinutes)}
		}
		runs, err := q.ListLatestRuns(ctx, some)
		if err != nil {
			return nil, err
		}
		for _, r := range runs {
			l := out[r.LessonID]
			l.given = r.Status == "finished"
			out[r.LessonID] = l
		}
	}
	return out, nil
}

// became says what the course's lessons became.
func (out *Course) became(lessons map[string]become) {
	for i := range out.Course.Lessons {
		s := &out.Course.Lessons[i]
		l, there := lessons[s.ID]
		if there { // its own page may have changed it
			s.Date, s.Start, s.Minutes = l.date, l.start, l.minutes
			out.Drafted = append(out.Drafted, s.ID)
		}
		if l.given {
			out.Given = append(out.Given, s.ID)
		}
	}
	out.Course.Carry()
	out.Loads = out.Course.Loads()
}

// PlanCourse lays a course's lessons over its days; nothing is saved. Themes are laid
// where a manner is named.
func (c *Weeks) PlanCourse(w course.Course, m course.Manner) (Course, error) {
	w.Lessons = []course.Slot{}
	if err := validCourse(&w); err != nil {
		return Course{}, err
	}
	w.From = w.Begins()
	if m != "" {
		if err := w.Lay(m); err != nil {
			return Course{}, units.Problems{{Field: "manner", Detail: err.Error()}}
		}
	}
	w.Lessons = w.Make()
	for i := range w.Lessons {
		w.Lessons[i].ID = uuid.Must(uuid.NewV7()).String()
	}
	return Course{Course: w, Drafted: []string{}, Given: []string{}, Loads: w.Loads()}, nil
}

func validCourse(w *course.Course) error {
	p := w.Validate()
	if !lesson.IsID(w.ID) {
		p.Add("id", "an id is a UUID in lower case")
	}
	for i, s := range w.Lessons {
		if !lesson.IsID(s.ID) {
			p.Add(fmt.Sprintf("lessons[%d].id", i), "a lesson's id is a UUID in lower case")
		}
	}
	var under units.Problems
	under.Under("course", p)
	return under.Err()
}

// SaveCourse makes a course (version 0) or changes one; lessons that are drafted already
// go to the days they are on now. All of it happens, or nothing.
func (c *Weeks) SaveCourse(ctx context.Context, w Course) (Course, error) {
	if err := validCourse(&w.Course); err != nil {
		return w, err
	}
	out := w
	err := c.store.Write(ctx, func(q *gen.Queries) error {
		if err := students.Known(ctx, q, w.Course.Students); err != nil {
			return err
		}
		was, err := documents.Kept(ctx, q, documents.Courses, w.Course.ID, course.Course{})
		if err != nil {
			return err
		}
		w.Course, _, err = documents.Put(ctx, c.documents, q, documents.Courses, w.Course.ID, w.Version,
			w.Course, func(w course.Course) units.Problems { return w.Validate() })
		if err != nil {
			return err
		}
		if err := c.moveLessons(ctx, q, &w.Course, was); err != nil {
			return err
		}
		out, err = courseOf(ctx, q, w.Course.ID)
		return err
	})
	return out, err
}

// Course is one of the weeks ahead.
func (c *Weeks) Course(ctx context.Context, id string) (out Course, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		out, err = courseOf(ctx, q, id)
		return err
	})
	return out, err
}

func courseOf(ctx context.Context, q *gen.Queries, id string) (out Course, err error) {
	row, err := documents.Courses.Find(ctx, q, id)
	if err != nil {
		return out, err
	}
	one, err := readCourses(ctx, q, row)
	if err != nil {
		return out, err
	}
	return one[0], nil
}

// moveLessons puts drafted lessons on the days that the course moves them to. One whose
// day was changed on its own page stays there: only what moved in the course moves.
func (c *Weeks) moveLessons(
	ctx context.Context,
	q *gen.Queries,
	w *course.Course,
	was course.Course,
) error {
	for _, s := range w.Lessons {
		if old := was.Lesson(s.ID); old != nil && old.Date == s.Date && old.Start == s.Start {
			continue
		}
		l, err := lessons.Read(ctx, q, s.ID)
		if errors.As(err, &answer.Missing{}) {
			continue
		}
		if err != nil {
			return err
		}
		if l.Date == s.Date && l.Start == s.Start {
			continue
		}
		l.Date, l.Start = s.Date, s.Start
		if _, err := c.lessons.SaveIn(ctx, q, l); err != nil {
			return err
		}
	}
	return nil
}

// RemoveCourse takes a course away; lessons that were drafted stay.
func (c *Weeks) RemoveCourse(ctx context.Context, id string) error {
	return c.documents.Remove(ctx, documents.Courses, id)
}

// SlotChange is what is done to a lesson of a course.
type SlotChange struct {
	Lesson string
	Do     string // move, drop, rain, restore
	Date   string
	Start  string
}

// ChangeCourse moves a lesson of a course, calls it off or takes it up again.
func (c *Weeks) ChangeCourse(ctx context.Context, id string, ch SlotChange) (Course, error) {
	w, err := c.Course(ctx, id)
	if err != nil {
		return w, err
	}
	var wrong units.Problems
	switch ch.Do {
	case "move":
		s := w.Course.Lesson(ch.Lesson)
		start := ch.Start
		if s != nil && start == "" {
			start = s.Start
		}
		err = w.Course.Move(ch.Lesson, ch.Date, start)
	case "drop":
		err = w.Course.CallOff(ch.Lesson, course.Dropped)
	case "rain":
		err = w.Course.CallOff(ch.Lesson, course.Rained)
	case "restore":
		err = w.Course.Restore(ch.Lesson)
	default:
		err = fmt.Errorf("%q is none of move, drop, rain, restore", ch.Do)
	}
	if err != nil {
		if errors.As(err, &wrong) {
			return w, err
		}
		return w, units.Problems{{Field: "lesson", Detail: err.Error()}}
	}
	return c.SaveCourse(ctx, w)
}

// DraftSlot drafts one lesson of a course by its week's theme, the rungs of its students
// and the work it carries, and saves it under the id it always had. One that is there
// already stays as it is.
func (c *Weeks) DraftSlot(ctx context.Context, id, slot string) (*lesson.Lesson, error) {
	w, err := c.Course(ctx, id)
	if err != nil {
		return nil, err
	}
	s := w.Course.Lesson(slot)
	if s == nil {
		return nil, answer.Missing{What: "lesson in this weekly plan"}
	}
	if slices.Contains(w.Drafted, slot) {
		return c.lessons.Lesson(ctx, slot)
	}
	if s.State != course.Planned {
		return nil, units.Problems{
			{Field: "lesson", Detail: "this lesson is cancelled; reinstate it first"},
		}
	}
	week := w.Course.Weeks[s.Week]
	brief := drafts.Brief{
		Students: w.Course.Students, Court: w.Course.Court, Date: s.Date, Start: s.Start, Minutes: s.Minutes,
		Aim: drill.Focus(week.Aim), MatchOn: w.Course.Event, Theme: week.Theme,
	}
	if brief.Resources, err = c.atHand(ctx, &w.Course); err != nil {
		return nil, err
	}
	for _, from := range s.Carries {
		work, err := c.carried(ctx, from, w.Course.Lesson(from))
		if err != nil {
			return nil, err
		}
		brief.Carried = append(brief.Carried, work...)
	}
	drafts, err := c.drafts.Drafts(ctx, brief)
	if err != nil {
		return nil, err
	}
	if len(drafts) == 0 {
		return nil, units.Problems{
			{
				Field:  "course",
				Detail: "no drill on the shelf suits this group on this court; plan this lesson by hand",
			},
		}
	}
	l := drafts[0].Lesson
	l.ID, l.Version = slot, 0
	l.Title = fmt.Sprintf("%s, week %d: %s", w.Course.Title, s.Week+1, l.Title)
	return c.lessons.SaveLesson(ctx, &l)
}

// atHand is what is there for a lesson of the course: as the course says, else as at the last
// lesson of its students, and where there was none, what any coach brings.
func (c *Weeks) atHand(ctx context.Context, w *course.Course) (*lesson.Resources, error) {
	if w.Resources != nil {
		return w.Resources, nil
	}
	last, err := c.lessons.LastLesson(ctx, w.Students)
	switch {
	case err == nil && last.Resources != nil:
		return last.Resources, nil
	case err != nil && !errors.As(err, &answer.Missing{}):
		return nil, err
	}
	return &lesson.Resources{Equipment: []string{"markers"}}, nil
}

// carried is the work of a lesson that could not be given: its drills, where it had been
// drafted.
func (c *Weeks) carried(ctx context.Context, id string, s *course.Slot) (out []draft.Work, err error) {
	l, err := c.lessons.Lesson(ctx, id)
	if errors.As(err, &answer.Missing{}) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	why := "cancelled"
	if s != nil && s.State == course.Rained {
		why = "rained off"
	}
	for _, b := range l.Blocks {
		if b.Drill != nil && b.Kind == lesson.Drill {
			out = append(
				out,
				draft.Work{
					Drill: *b.Drill,
					Why:   fmt.Sprintf("%s on %s, %s", b.Title, c.sayDate(l.Date), why),
				},
			)
		}
	}
	return out, nil
}

func (c *Weeks) sayDate(date string) string {
	t, err := time.Parse(time.DateOnly, date)
	if err != nil {
		return date
	}
	return units.Day(t, c.store.Now())
}
