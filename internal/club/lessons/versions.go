package lessons

import (
	"context"
	"fmt"
	"strconv"
	"time"

	"hodometer/core/lesson"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/documents"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// LessonVersion is a state a lesson was saved in, and what that save changed.
type LessonVersion struct {
	Version int           `json:"version"`
	SavedAt int64         `json:"savedAt"` // ms since 1970
	Changes []string      `json:"changes"`
	Lesson  lesson.Lesson `json:"lesson"`
}

// lookedBack is how far back sittings are looked for: a server that stood still for longer
// leaves them be.
const lookedBack = 90 * 24 * time.Hour

// ThinLessons keeps of each old sitting the last version alone, and returns how many went. What
// was run holds its own lesson.
func (c *Diary) ThinLessons(ctx context.Context) (gone int64, err error) {
	until := c.store.Now().Add(-documents.Apart)
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		gone, err = q.ThinLessonVersions(ctx, gen.ThinLessonVersionsParams{
			Since:   until.Add(-lookedBack).UnixMilli(),
			Until:   until.UnixMilli(),
			Sitting: documents.Sitting.Milliseconds(),
		})
		if err == nil && gone > 0 {
			_, err = q.DropTexts(ctx)
		}
		return err
	})
	return gone, err
}

// LessonVersions are a page of the states a lesson was saved in, latest first.
func (c *Diary) LessonVersions(
	ctx context.Context,
	id string,
	part answer.Part,
) (page answer.Page[LessonVersion], err error) {
	before, err := part.Before()
	if err != nil {
		return page, err
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		if _, err := q.GetLesson(ctx, id); err != nil {
			return answer.OrMissing(err, "lesson")
		}
		rows, err := q.ListLessonVersions(ctx, gen.ListLessonVersionsParams{
			LessonID: id, Version: before, Limit: int64(part.AtMost() + 1),
		})
		if err != nil {
			return err
		}
		out := make([]LessonVersion, len(rows)) // one more, to say what the last of the page changed
		for i, r := range rows {
			v := LessonVersion{Version: int(r.Version), SavedAt: r.SavedAt, Changes: []string{}}
			if err := store.ReadText(r.Body, &v.Lesson); err != nil {
				return fmt.Errorf("version %d of lesson %s: %w", r.Version, id, err)
			}
			v.Lesson.Version = v.Version
			if out[i] = v; i > 0 {
				if changes := lesson.Diff(&v.Lesson, &out[i-1].Lesson); changes != nil {
					out[i-1].Changes = changes
				}
			}
		}
		page = answer.Paged(out, part.AtMost(), func(v LessonVersion) []string {
			return []string{strconv.Itoa(v.Version)}
		})
		return nil
	})
	return page, err
}
