package evidence

import (
	"context"
	"fmt"
	"net/url"
	"strings"
	"time"
	"unicode/utf8"

	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/store/gen"
)

// Shown is something kept elsewhere that shows how a student was on a day: a video, a sheet of
// paper. Place is where it is: a web address, the name of a file, a folder on a shelf; "" where
// the line says it.
type Shown struct {
	ID    string `json:"id"`
	Day   string `json:"day"` // 2006-01-02
	Words string `json:"words"`
	Place string `json:"place"`
	// Link says that the place is a web address that can be opened.
	Link bool `json:"link"`
}

// Limits of what is kept.
const (
	mostShownWords = 300
	mostPlace      = 500
)

// Validate lists what is wrong with it.
func (s Shown) Validate() (p units.Problems) {
	if !lesson.IsID(s.ID) {
		p.Add("id", "an id is a UUID in lower case")
	}
	if _, err := time.Parse(time.DateOnly, s.Day); err != nil {
		p.Add("day", fmt.Sprintf("%q is not a date; write it as 2026-05-17", s.Day))
	}
	if s.Words == "" {
		p.Add("words", "say in a line what it shows")
	}
	if utf8.RuneCountInString(s.Words) > mostShownWords {
		p.Add("words", fmt.Sprintf("at most %d characters", mostShownWords))
	}
	if utf8.RuneCountInString(s.Place) > mostPlace {
		p.Add("place", fmt.Sprintf("at most %d characters", mostPlace))
	}
	return p
}

// isLink reports whether a place is a web address; what would run something is none.
func isLink(place string) bool {
	u, err := url.Parse(place)
	return err == nil && (u.Scheme == "https" || u.Scheme == "http") && u.Host != ""
}

// Show keeps what shows how a student was on a day, or changes it.
func (c *Ledger) Show(ctx context.Context, student string, s Shown) (Shown, error) {
	s.Words, s.Place = strings.TrimSpace(s.Words), strings.TrimSpace(s.Place)
	s.Link = isLink(s.Place)
	if err := s.Validate().Err(); err != nil {
		return s, err
	}
	return s, c.store.Write(ctx, func(q *gen.Queries) error {
		if _, err := q.GetStudent(ctx, student); err != nil {
			return answer.OrMissing(err, "student")
		}
		return q.PutShown(ctx, gen.PutShownParams{
			StudentID: student, ID: s.ID, Day: s.Day, Words: s.Words, Place: s.Place,
		})
	})
}

// Unshow takes it away again.
func (c *Ledger) Unshow(ctx context.Context, student, id string) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.DropShown(ctx, gen.DropShownParams{ID: id, Student: student})
		if err == nil && n == 0 {
			return answer.Missing{What: "line"}
		}
		return err
	})
}

// shown are those of a student, the latest day first.
func shown(ctx context.Context, q *gen.Queries, student string) ([]Shown, error) {
	out := []Shown{}
	rows, err := q.ListShown(ctx, student)
	for _, r := range rows {
		out = append(out, Shown{r.ID, r.Day, r.Words, r.Place, isLink(r.Place)})
	}
	return out, err
}
