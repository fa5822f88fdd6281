package drafts

import (
	"context"
	"errors"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/lessons"

	"github.com/google/uuid"
)

// ShortRound returns a lesson of short games in which these students all meet, on the court
// and with the resources of their last lesson. Nothing is saved.
func (c *Drafter) ShortRound(
	ctx context.Context,
	students []string,
	title, date, start string,
) (*lesson.Lesson, error) {
	on, with := court.Usual(), (*lesson.Resources)(nil)
	switch last, err := c.lessons.LastLesson(ctx, students); {
	case err == nil:
		if on, err = court.ByID(last.Court); err != nil {
			return nil, err
		}
		with = last.Resources
	case !errors.As(err, &answer.Missing{}):
		return nil, err
	}
	l, ok := draft.ShortRound(on, len(students))
	if !ok {
		return nil, units.Problems{{Field: "students", Detail: "this sport has no game to rank by yet"}}
	}
	l.ID, l.Title, l.Date, l.Start = uuid.Must(uuid.NewV7()).String(), title, date, start
	l.Students, l.Resources = students, with
	lessons.Name(l.Blocks)
	return &l, l.Validate().Err()
}
