package evidence

import (
	"context"
	"fmt"
	"math"
	"time"

	"hodometer/core/units"
	"hodometer/internal/club/students"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Result is what was counted of one stage by one student in one lesson.
type Result struct {
	Day     string `json:"day"`
	At      int64  `json:"at"`
	Run     string `json:"run"`
	Lesson  string `json:"lesson"`
	Student string `json:"student"`
	Name    string `json:"name"`
	Drill   string `json:"drill"`
	Edition string `json:"edition"`
	Stage   string `json:"stage"`
	Kind    string `json:"kind"`
	Skill   string `json:"skill"`
	Balls   int    `json:"balls"`
	Good    int    `json:"good"`
	Best    int    `json:"best"`
	Met     bool   `json:"met"`
	// What it counted is flat beside it.
	store.MoreCounted
	Count int `json:"count"`
}

// Results are those of a period.
type Results struct {
	Results []Result `json:"results"`
	Games   []Game   `json:"games"`
}

// mostResults in one answer; more is refused, not cut.
const mostResults = 50_000

// Results lists what was counted from the one day to the other, both included and ""
// for none, of one student or ("") all.
func (c *Ledger) Results(ctx context.Context, student, from, to string) (out Results, err error) {
	since, until, err := Period(from, to, c.store.Now().Location())
	if err != nil {
		return out, err
	}
	out = Results{[]Result{}, []Game{}}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListResults(ctx, gen.ListResultsParams{
			Student: student, Since: since, Until: until, Limit: mostResults + 1,
		})
		if err != nil {
			return err
		}
		if len(rows) > mostResults {
			return units.Problems{
				{Field: "from", Detail: "more than 50 000 goals were counted in this time; " +
					"choose a shorter one"},
			}
		}
		for _, row := range rows {
			r := row.Counted
			k := Result{
				Day:     c.store.At(r.At).Format(time.DateOnly),
				At:      r.At,
				Run:     r.RunID,
				Lesson:  row.Title,
				Student: r.StudentID,
				Name:    row.Name,
				Drill:   r.Drill,
				Edition: r.Edition,
				Stage:   r.Stage,
				Kind:    r.Kind,
				Skill:   r.Skill,
				Balls:   int(r.Balls),
				Good:    int(r.Good),
				Best:    int(r.Best),
				Met:     r.Met != 0,
			}
			if k.MoreCounted, err = store.ReadMore(r); err != nil {
				return err
			}
			k.Count = k.MoreCounted.Count
			out.Results = append(out.Results, k)
		}
		return c.gamesBetween(ctx, q, &out, student, since, until)
	})
	return out, err
}

// gamesBetween puts in the games of the period.
func (c *Ledger) gamesBetween(
	ctx context.Context,
	q *gen.Queries,
	out *Results,
	student string,
	since, until int64,
) error {
	names, err := students.Names(ctx, q)
	if err != nil {
		return err
	}
	var ids []string
	for id, is := range names {
		if id == is.ID {
			ids = append(ids, id)
		}
	}
	if student != "" {
		ids = []string{student}
	}
	if len(ids) == 0 {
		return nil
	}
	rows, err := q.ListGamesOfStudents(ctx, store.List(ids...))
	for _, g := range gamesOf(rows, names) {
		if g.At >= since && g.At < until {
			out.Games = append(out.Games, g)
		}
	}
	return err
}

// Period is the time from one day to another where the club is, both included.
func Period(from, to string, where *time.Location) (since, until int64, err error) {
	until = math.MaxInt64
	var wrong units.Problems
	day := func(field, said string) (time.Time, bool) {
		if said == "" {
			return time.Time{}, false
		}
		t, err := time.ParseInLocation(time.DateOnly, said, where)
		if err != nil {
			wrong.Add(field, fmt.Sprintf("%q is not a date; write it as 2026-05-17", said))
		}
		return t, err == nil
	}
	if t, given := day("from", from); given {
		since = t.UnixMilli()
	}
	if t, given := day("to", to); given {
		until = t.AddDate(0, 0, 1).UnixMilli()
	}
	return since, until, wrong.Err()
}
