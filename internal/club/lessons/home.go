package lessons

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/lesson"
	"hodometer/core/sport"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Home is what a student does until next time: as the coach chose it, else what is
// proposed; what is said to have been done; and what else there is to choose from.
type Home struct {
	Practices []draft.Practice `json:"practices"`
	// Chosen says that the coach chose them, At when; nothing to ask for before.
	Chosen bool             `json:"chosen"`
	At     int64            `json:"at,omitempty"`
	Done   []Done           `json:"done"`
	Shelf  []draft.Practice `json:"shelf"`
	// Ask are the practices that were not asked for since they were chosen.
	Ask []draft.Practice `json:"ask"`
}

// Done is how often a practice was done between two lessons.
type Done struct {
	Practice string `json:"practice"`
	Title    string `json:"title"`
	At       int64  `json:"at"`
	Times    int    `json:"times"`
	Of       int    `json:"of,omitempty"` // that were wanted a week
}

// Limits of a card.
const (
	mostPractices = 3
	mostTimes     = 14
)

// HomeOf a student.
func (c *Diary) HomeOf(ctx context.Context, id string) (out Home, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetStudent(ctx, id)
		if err != nil {
			return answer.OrMissing(err, "student")
		}
		s := students.Of(row)
		out = Home{
			Done:      []Done{},
			Shelf:     []draft.Practice{},
			Ask:       []draft.Practice{},
			Practices: []draft.Practice{},
		}
		l, err := lastLesson(ctx, q, []string{id})
		if err != nil {
			return err
		}
		in := sport.All()[0].ID
		if len(s.Sports) > 0 {
			in = s.Sports[0].Sport
		}
		if l != nil {
			in = court.SportOf(l.Court)
			out.Practices = draft.Home(l, s.In(in))
		}
		out.Shelf = draft.Shelf(in, s.In(in))
		chosen, at, err := homeOf(ctx, q, id)
		if err != nil {
			return err
		}
		if at > 0 {
			out.Practices, out.Chosen, out.At = chosen, true, at
		}
		title := map[string]draft.Practice{}
		for _, p := range append(append([]draft.Practice{}, out.Shelf...), out.Practices...) {
			title[p.ID] = p
		}
		done, err := q.ListHomeDone(ctx, id)
		asked := map[string]bool{}
		for _, d := range done {
			p := title[d.Practice]
			out.Done = append(
				out.Done,
				Done{d.Practice, cmp.Or(p.Title, d.Practice), d.At, int(d.Times), p.Times},
			)
			if d.At >= out.At {
				asked[d.Practice] = true
			}
		}
		for _, p := range out.Practices {
			if out.Chosen && !asked[p.ID] {
				out.Ask = append(out.Ask, p)
			}
		}
		return err
	})
	return out, err
}

// homeOf is what the coach chose last, and when; 0 where nothing was.
func homeOf(ctx context.Context, q *gen.Queries, id string) (out []draft.Practice, at int64, err error) {
	row, err := q.LatestHome(ctx, id)
	if errors.Is(err, store.ErrNone) {
		return nil, 0, nil
	}
	if err != nil {
		return nil, 0, err
	}
	return out, row.At, json.Unmarshal([]byte(row.Practices), &out)
}

// SaveHome chooses what a student does until next time.
func (c *Diary) SaveHome(ctx context.Context, id string, practices []draft.Practice) (Home, error) {
	var p units.Problems
	if len(practices) > mostPractices {
		p.Add(
			"practices",
			fmt.Sprintf("a card has at most %d practices", mostPractices),
		)
	}
	for i := range practices {
		field := fmt.Sprintf("practices[%d]", i)
		if practices[i].ID == "" {
			p.Add(field+".id", "a practice needs an id")
		}
		p.Named(field+".title", practices[i].Title, "a practice needs a title")
		if practices[i].With != "" {
			p.OneOf(field+".with", practices[i].With, draft.Withs)
		}
		if n := practices[i].Times; n < 0 || n > mostTimes {
			p.Add(field+".times", fmt.Sprintf("0 to %d times a week", mostTimes))
		}
	}
	if err := p.Err(); err != nil {
		return Home{}, err
	}
	body, err := json.Marshal(append([]draft.Practice{}, practices...))
	if err != nil {
		return Home{}, err
	}
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		if _, err := q.GetStudent(ctx, id); err != nil {
			return answer.OrMissing(err, "student")
		}
		n := int64(0)
		if row, err := q.LatestHome(ctx, id); err == nil {
			n = row.N + 1
		} else if !errors.Is(err, store.ErrNone) {
			return err
		}
		return q.InsertHome(
			ctx,
			gen.InsertHomeParams{StudentID: id, N: n, At: c.store.Now().UnixMilli(), Practices: string(body)},
		)
	})
	if err != nil {
		return Home{}, err
	}
	return c.HomeOf(ctx, id)
}

// DidAtHome notes how often a practice was done since it was chosen.
func (c *Diary) DidAtHome(ctx context.Context, id, practice string, times int) (Home, error) {
	if times < 0 || times > mostTimes {
		return Home{}, units.Problems{{Field: "times", Detail: fmt.Sprintf("0 to %d times", mostTimes)}}
	}
	err := c.store.Write(ctx, func(q *gen.Queries) error {
		if _, err := q.GetStudent(ctx, id); err != nil {
			return answer.OrMissing(err, "student")
		}
		return q.PutHomeDone(ctx, gen.PutHomeDoneParams{
			StudentID: id, Practice: practice, At: c.store.Now().UnixMilli(), Times: int64(times),
		})
	})
	if err != nil {
		return Home{}, err
	}
	return c.HomeOf(ctx, id)
}

// CardOfHome is what a student's card shows after a lesson: what the coach chose, else
// what the lesson proposes.
func CardOfHome(
	ctx context.Context,
	q *gen.Queries,
	s students.Student,
	l *lesson.Lesson,
) ([]draft.Practice, error) {
	chosen, at, err := homeOf(ctx, q, s.ID)
	if err == nil && at == 0 {
		chosen = draft.Home(l, s.In(court.SportOf(l.Court)))
	}
	return chosen, err
}
