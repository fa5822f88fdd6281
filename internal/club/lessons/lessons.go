package lessons

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Diary is where lessons are kept, and reckoned as they stand.
type Diary struct {
	store    *store.Store
	planner  *plan.Planner
	students *students.Roll
	evidence *evidence.Ledger
}

// New returns the diary in that file, which reckons with that planner.
func New(s *store.Store, p *plan.Planner, r *students.Roll, e *evidence.Ledger) *Diary {
	return &Diary{s, p, r, e}
}

// Outline is a block as a list shows it.
type Outline struct {
	Kind    string `json:"kind"`
	Title   string `json:"title"`
	Minutes int    `json:"minutes"`
}

// Summary is a lesson as a list shows it.
type Summary struct {
	ID          string    `json:"id"`
	Title       string    `json:"title"`
	Date        string    `json:"date"`
	Start       string    `json:"start"`
	SlotMinutes int       `json:"slotMinutes"`
	Court       string    `json:"court"`
	Students    []string  `json:"students"`   // names
	StudentIDs  []string  `json:"studentIds"` // in the same order
	Blocks      []Outline `json:"blocks"`
	Run         string    `json:"run,omitempty"` // the latest, if any
	RunStatus   string    `json:"runStatus,omitempty"`
	Coach       string    `json:"coach,omitempty"` // who gives it, by name
	CoachID     string    `json:"coachId,omitempty"`
}

// Lessons are a page of the lessons, latest day first, or earliest first.
func (c *Diary) Lessons(
	ctx context.Context,
	part answer.Part,
	earliest bool,
) (out answer.Page[Summary], err error) {
	if _, _, err := part.Times(time.UTC); err != nil { // a day that there is not
		return out, err
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		out, err = lessonsOf(ctx, q, part, earliest)
		return err
	})
	return out, err
}

// Every are the lessons of all pages.
func Every(ctx context.Context, q *gen.Queries, part answer.Part) (out []Summary, err error) {
	for part.Limit = 200; ; {
		page, err := lessonsOf(ctx, q, part, false)
		if err != nil {
			return nil, err
		}
		if out = append(out, page.Items...); page.Next == "" {
			return out, nil
		}
		part.After = page.Next
	}
}

func lessonsOf(
	ctx context.Context,
	q *gen.Queries,
	part answer.Part,
	earliest bool,
) (out answer.Page[Summary], err error) {
	key, err := part.Key(3)
	if err != nil {
		return out, err
	}
	since, until := part.Days()
	asked := gen.PageOfLessonsParams{
		Since: since, Until: until, Date: "9999", Student: part.Student, Words: part.WordList(),
		Limit: int64(part.AtMost() + 1),
	}
	if earliest {
		asked.Date = ""
	}
	if key != nil {
		asked.Date, asked.Start, asked.ID = key[0], key[1], key[2]
	}
	var rows []gen.PageOfLessonsRow
	if earliest {
		var ahead []gen.PageOfLessonsAheadRow
		ahead, err = q.PageOfLessonsAhead(ctx, gen.PageOfLessonsAheadParams(asked))
		for _, r := range ahead {
			rows = append(rows, gen.PageOfLessonsRow(r))
		}
	} else {
		rows, err = q.PageOfLessons(ctx, asked)
	}
	if err != nil {
		return out, err
	}
	page := answer.Paged(rows, part.AtMost(), func(r gen.PageOfLessonsRow) []string {
		return []string{r.Date, r.Start, r.ID}
	})
	out.Next = page.Next
	out.Items, err = summaries(ctx, q, page.Items)
	return out, err
}

// summaries are those lessons with their students, blocks and latest runs.
func summaries(ctx context.Context, q *gen.Queries, rows []gen.PageOfLessonsRow) ([]Summary, error) {
	at, ids := map[string]*Summary{}, make([]string, len(rows))
	out := make([]Summary, len(rows))
	for i, r := range rows {
		out[i] = Summary{
			ID:          r.ID,
			Title:       r.Title,
			Date:        r.Date,
			Start:       r.Start,
			SlotMinutes: int(r.SlotMinutes),
			Court:       r.Court,
			Students:    []string{},
			StudentIDs:  []string{},
			Blocks:      []Outline{},
			CoachID:     r.Coach.String,
		}
		at[r.ID], ids[i] = &out[i], r.ID
	}
	names, err := q.ListNamesInLessons(ctx, ids)
	if err != nil {
		return nil, err
	}
	for _, n := range names {
		s := at[n.LessonID]
		s.Students, s.StudentIDs = append(s.Students, n.Name), append(s.StudentIDs, n.StudentID)
	}
	blocks, err := q.ListBlockOutlines(ctx, ids)
	if err != nil {
		return nil, err
	}
	for _, b := range blocks {
		s := at[b.LessonID]
		s.Blocks = append(s.Blocks, Outline{b.Kind, b.Title, int(b.Minutes)})
	}
	if err := nameCoaches(ctx, q, out); err != nil {
		return nil, err
	}
	runs, err := q.ListLatestRuns(ctx, ids)
	for _, r := range runs {
		s := at[r.LessonID]
		s.Run, s.RunStatus = r.ID, r.Status
	}
	return out, err
}

// nameCoaches names who gives each of the lessons.
func nameCoaches(ctx context.Context, q *gen.Queries, all []Summary) error {
	if !slices.ContainsFunc(all, func(s Summary) bool { return s.CoachID != "" }) {
		return nil
	}
	rows, err := q.ListNamesOfCoaches(ctx)
	names := map[string]string{}
	for _, r := range rows {
		names[r.ID] = r.Name
	}
	for i := range all {
		all[i].Coach = names[all[i].CoachID]
	}
	return err
}

// LessonInShort is one lesson as a list shows it.
func (c *Diary) LessonInShort(ctx context.Context, id string) (out Summary, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListLessonDays(ctx, []string{id})
		if err != nil {
			return err
		}
		if len(rows) == 0 {
			return answer.Missing{What: "lesson"}
		}
		all, err := summaries(ctx, q, []gen.PageOfLessonsRow{gen.PageOfLessonsRow(rows[0])})
		out = all[0]
		return err
	})
	return out, err
}

// LastLesson is the latest lesson, given or planned, of just these students, or where there
// is none of any of them; Missing where none had one.
func (c *Diary) LastLesson(ctx context.Context, students []string) (l *lesson.Lesson, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		l, err = lastLesson(ctx, q, students)
		return err
	})
	if err == nil && l == nil {
		err = answer.Missing{What: "lesson"}
	}
	return l, err
}

// lastLesson is the same; nil where none had one.
func lastLesson(ctx context.Context, q *gen.Queries, students []string) (*lesson.Lesson, error) {
	text, err := json.Marshal(students)
	if err != nil {
		return nil, err
	}
	for _, only := range []int{len(students), 0} {
		id, err := q.LatestLessonOf(ctx, gen.LatestLessonOfParams{Students: string(text), Only: int64(only)})
		if errors.Is(err, store.ErrNone) {
			continue
		}
		if err != nil {
			return nil, err
		}
		return Read(ctx, q, id)
	}
	return nil, nil
}

// Lesson is one lesson, whole.
func (c *Diary) Lesson(ctx context.Context, id string) (l *lesson.Lesson, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		l, err = Read(ctx, q, id)
		return err
	})
	return l, err
}

// moreOf is what a lesson has beside its tape, as the table keeps it.
func moreOf(l *lesson.Lesson) (string, error) {
	text, err := json.Marshal(
		store.More{Resources: l.Resources, MatchOn: l.MatchOn, Attendance: l.Attendance},
	)
	return string(text), err
}

// Read returns the lesson of that id, whole; Missing where there is none.
func Read(ctx context.Context, q *gen.Queries, id string) (*lesson.Lesson, error) {
	row, err := q.GetLesson(ctx, id)
	if err != nil {
		return nil, answer.OrMissing(err, "lesson")
	}
	l := &lesson.Lesson{}
	if err := store.ReadText(row.Body, l); err != nil {
		return nil, fmt.Errorf("lesson %s: %w", id, err)
	}
	l.Format, l.FormatVersion, l.Version = lesson.Format, lesson.FormatVersion, int(row.Version)
	students, err := q.ListStudentsInLesson(ctx, id) // who turned out to be somebody else is them
	if err != nil {
		return nil, err
	}
	l.Students = []string{}
	if l.Blocks == nil {
		l.Blocks = []lesson.Block{}
	}
	for _, s := range students {
		l.Students = append(l.Students, s.ID)
	}
	return l, nil
}

// SaveLesson makes a lesson (version 0) or saves a change to the version that
// was read. A save that comes too late is put together with what was saved
// meanwhile, and refused with Stale where both changed the same thing. What is
// returned is the lesson as it now stands.
func (c *Diary) SaveLesson(ctx context.Context, l *lesson.Lesson) (saved *lesson.Lesson, err error) {
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		saved, err = c.SaveIn(ctx, q, l)
		return err
	})
	if err != nil {
		return nil, err
	}
	return saved, nil
}

// withoutErased is a lesson without students who were erased for good, whom a page that was opened
// before has in it still. In a lesson that was given they stay, as former students.
func (c *Diary) withoutErased(l, current *lesson.Lesson) *lesson.Lesson {
	out := func(id string) bool {
		return c.store.IsErased(id) && !slices.Contains(current.Students, id)
	}
	if !slices.ContainsFunc(l.Students, out) {
		return l
	}
	left := *l
	left.Students = slices.DeleteFunc(slices.Clone(l.Students), out)
	left.Attendance = slices.DeleteFunc(slices.Clone(l.Attendance), func(s lesson.Stay) bool {
		return out(s.Student)
	})
	left.Blocks = slices.Clone(l.Blocks)
	for i := range left.Blocks {
		b := &left.Blocks[i]
		b.Variants = slices.DeleteFunc(slices.Clone(b.Variants), func(v lesson.Variant) bool {
			return out(v.Student)
		})
	}
	return &left
}

// SaveIn saves a lesson as part of a larger write.
func (c *Diary) SaveIn(
	ctx context.Context,
	q *gen.Queries,
	l *lesson.Lesson,
) (*lesson.Lesson, error) {
	if err := l.Validate().Err(); err != nil {
		return nil, err
	}
	unnamed, err := store.Unnamed(ctx, c.store, q, *l, l.Students)
	if err != nil {
		return nil, err
	}
	l = &unnamed
	current, err := Read(ctx, q, l.ID)
	isNew := errors.As(err, &answer.Missing{}) && l.Version == 0
	if err == nil {
		l = c.withoutErased(l, current)
	}
	saved := *l
	saved.Title = strings.TrimSpace(l.Title)
	saved.Format, saved.FormatVersion = lesson.Format, lesson.FormatVersion
	saved.Version++
	extra, e := moreOf(l)
	if e != nil {
		return nil, e
	}
	if err := students.Known(ctx, q, l.Students); err != nil {
		return nil, err
	}
	if isNew {
		switch n, err := q.CountErased(ctx, []string{l.ID}); {
		case err != nil:
			return nil, err
		case n > 0:
			return nil, answer.Gone{What: "lesson"}
		}
	}
	switch {
	case isNew:
		err = q.InsertLesson(
			ctx,
			gen.InsertLessonParams{
				ID:          l.ID,
				Title:       l.Title,
				Aim:         l.Aim,
				Date:        l.Date,
				Start:       l.Start,
				SlotMinutes: int64(l.SlotMinutes),
				Court:       l.Court,
				More:        extra,
			},
		)
	case err != nil:
		return nil, err
	default:
		if current.Version != l.Version { // saved by somebody else meanwhile
			if saved, err = merged(ctx, q, l, current); err != nil {
				return nil, err
			}
			l = &saved
			if extra, err = moreOf(l); err != nil {
				return nil, err
			}
			saved.Version++
		}
		saved.Blocks = follow(saved.Blocks, current)
		_, err = q.UpdateLesson(
			ctx,
			gen.UpdateLessonParams{
				Title:       l.Title,
				Aim:         l.Aim,
				Date:        l.Date,
				Start:       l.Start,
				SlotMinutes: int64(l.SlotMinutes),
				Court:       l.Court,
				More:        extra,
				ID:          l.ID,
				Version:     int64(saved.Version - 1),
			},
		)
	}
	if err != nil {
		return nil, err
	}
	for _, b := range saved.Blocks {
		if b.Drill != nil {
			if err := documents.NameSituation(ctx, q, b.Drill); err != nil {
				return nil, err
			}
		}
	}
	if err := c.writeParts(ctx, q, &saved); err != nil {
		return nil, err
	}
	return &saved, nil
}

// follow are the blocks with the histories of stages that were renamed kept.
func follow(blocks []lesson.Block, was *lesson.Lesson) []lesson.Block {
	out := slices.Clone(blocks)
	for i := range out {
		b := &out[i]
		if old := was.Block(b.ID); b.Drill != nil && old != nil && old.Drill != nil {
			d := b.Drill.Clone()
			d.Follow(old.Drill)
			b.Drill = &d
		}
	}
	return out
}

// merged puts a late save and what was saved meanwhile together, or is Stale,
// with what changed since the version that was edited, where both changed the
// same thing.
func merged(ctx context.Context, q *gen.Queries, l, current *lesson.Lesson) (lesson.Lesson, error) {
	out := answer.Stale{What: "lesson", Version: current.Version, Current: current}
	body, err := q.GetLessonVersion(
		ctx,
		gen.GetLessonVersionParams{LessonID: l.ID, Version: int64(l.Version)},
	)
	if err == nil {
		var base lesson.Lesson
		if err := store.ReadText(body, &base); err != nil {
			return lesson.Lesson{}, err
		}
		if both, ok := lesson.Merge(&base, current, l); ok && both.Validate().Err() == nil {
			both.Version = current.Version
			return both, nil
		}
		out.Changes = lesson.Diff(&base, current)
	} else if !errors.Is(err, store.ErrNone) { // a version that never was has nothing to compare
		return lesson.Lesson{}, err
	}
	return lesson.Lesson{}, out
}

func (c *Diary) writeParts(ctx context.Context, q *gen.Queries, l *lesson.Lesson) error {
	if err := q.DeleteLessonStudents(ctx, l.ID); err != nil {
		return err
	}
	for i, s := range l.Students {
		if err := q.InsertLessonStudent(
			ctx,
			gen.InsertLessonStudentParams{LessonID: l.ID, Place: int64(i), StudentID: s},
		); err != nil {
			return err
		}
	}
	if err := q.DeleteBlocks(ctx, l.ID); err != nil {
		return err
	}
	for i, b := range l.Blocks {
		if err := q.InsertBlock(
			ctx,
			gen.InsertBlockParams{
				LessonID: l.ID,
				Place:    int64(i),
				ID:       b.ID,
				Kind:     string(b.Kind),
				Title:    b.Title,
				Minutes:  int64(b.Minutes),
			},
		); err != nil {
			return err
		}
	}
	whole, err := json.Marshal(l)
	if err != nil {
		return err
	}
	kept, err := store.KeepText(ctx, q, whole)
	if err != nil {
		return err
	}
	return q.InsertLessonVersion(
		ctx,
		gen.InsertLessonVersionParams{
			LessonID: l.ID,
			Version:  int64(l.Version),
			SavedAt:  c.store.Now().UnixMilli(),
			Text:     kept,
		},
	)
}

// Since is when the first lesson was saved; the zero time: none was.
func (c *Diary) Since(ctx context.Context) (at time.Time, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		ms, err := q.FirstWork(ctx)
		if ms > 0 {
			at = c.store.At(ms)
		}
		return err
	})
	return at, err
}
