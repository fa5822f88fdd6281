package weeks

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"hodometer/core/course"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/students"
	"hodometer/internal/store/gen"
)

// Appointment is a lesson as a calendar shows it.
type Appointment struct {
	ID      string
	Title   string
	About   string
	Date    string // 2006-01-02, local
	Start   string // 15:04, local
	Minutes int
	Off     bool // called off
	// Changed is when the lesson or its course was last saved, s since 1970: it never goes back.
	Changed int64
}

// Calendar is every lesson, drafted or not, of one student or ("") all, or one lesson.
func (c *Weeks) Calendar(ctx context.Context, student, lesson string) (out []Appointment, err error) {
	if student != "" {
		err := c.store.View(
			ctx,
			func(q *gen.Queries) error { return students.Known(ctx, q, []string{student}) },
		)
		if err != nil {
			return nil, answer.Missing{What: "student"}
		}
	}
	var all []lessons.Summary
	err = c.store.View(ctx, func(q *gen.Queries) error {
		all, err = lessons.Every(ctx, q, answer.Part{Student: student})
		return err
	})
	if err != nil {
		return nil, err
	}
	weeks, err := c.Courses(ctx)
	if err != nil {
		return nil, err
	}
	named := map[string]string{}
	people, err := c.students.Students(ctx)
	if err != nil {
		return nil, err
	}
	for _, s := range people {
		named[s.ID] = s.Name
	}
	names := func(ids []string) string {
		whole := make([]string, len(ids))
		for i, id := range ids {
			whole[i] = named[id]
		}
		return strings.Join(units.CallNames(whole), ", ")
	}
	ids := make([]string, len(all))
	for i, l := range all {
		ids[i] = l.ID
	}
	changed, err := c.changed(ctx, ids)
	if err != nil {
		return nil, err
	}
	off := map[string]bool{}
	in := map[string]bool{}
	for _, l := range all {
		in[l.ID] = true
	}
	for _, w := range weeks {
		for _, s := range w.Course.Lessons {
			off[s.ID] = s.State != course.Planned
			changed[s.ID] = max(changed[s.ID], w.savedAt/1000)
			if in[s.ID] || student != "" && !slices.Contains(w.Course.Students, student) {
				continue
			}
			theme := units.LabelOf(course.Themes, string(w.Course.Weeks[s.Week].Theme))
			out = append(out, Appointment{
				ID:      s.ID,
				Title:   w.Course.Title,
				About:   strings.TrimPrefix(theme+"\n", "\n") + names(w.Course.Students),
				Date:    s.Date,
				Start:   s.Start,
				Minutes: s.Minutes,
				Off:     off[s.ID],
				Changed: changed[s.ID],
			})
		}
	}
	for _, l := range all {
		if student == "" || slices.Contains(l.StudentIDs, student) {
			out = append(out, Appointment{
				ID: l.ID, Title: l.Title, About: names(l.StudentIDs), Date: l.Date, Start: l.Start,
				Minutes: l.SlotMinutes, Off: off[l.ID], Changed: changed[l.ID],
			})
		}
	}
	if lesson != "" {
		out = slices.DeleteFunc(out, func(a Appointment) bool { return a.ID != lesson })
		if len(out) == 0 {
			return nil, answer.Missing{What: "lesson"}
		}
	}
	slices.SortFunc(out, func(a, b Appointment) int {
		return cmp.Or(cmp.Compare(a.Date+a.Start, b.Date+b.Start), cmp.Compare(a.ID, b.ID))
	})
	return out, nil
}

// changed is when each of these lessons was saved last, s since 1970.
func (c *Weeks) changed(ctx context.Context, ids []string) (map[string]int64, error) {
	out := map[string]int64{}
	return out, c.store.View(ctx, func(q *gen.Queries) error {
		for some := range slices.Chunk(ids, 1000) {
			rows, err := q.ListSavedAt(ctx, some)
			if err != nil {
				return err
			}
			for _, r := range rows {
				out[r.LessonID] = r.SavedAt / 1000
			}
		}
		return nil
	})
}
