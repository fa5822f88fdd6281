package students

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"hodometer/core/court"
	"hodometer/core/lesson"
	"hodometer/core/sport"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Roll is the list of those who are taught.
type Roll struct{ store *store.Store }

// New returns the roll in that file.
func New(s *store.Store) *Roll { return &Roll{s} }

// Student is one person taught. No more is kept of a child than a lesson needs: an age
// band and no birth date, no address, nothing of anybody else.
type Student struct {
	ID      string      `json:"id"`
	Version int         `json:"version"`
	Name    string      `json:"name"` // as the coach wants it shown
	Hand    court.Hand  `json:"hand"`
	Level   units.Level `json:"level"` // where no sport says another
	About
	// Archived students are in no list that is chosen from; what was counted stays.
	Archived bool `json:"archived,omitempty"`
	// Merged is the student whom this one turned out to be; "": nobody else.
	Merged string `json:"merged,omitempty"`
}

// About is what else a coach knows of a student.
type About struct {
	Age    string    `json:"age,omitempty"` // one of units.Ages
	Sports []Playing `json:"sports,omitempty"`
	Aims   string    `json:"aims,omitempty"`
	Dates  []Dated   `json:"dates,omitempty"` // ahead: matches, exams, days away
	Notes  string    `json:"notes,omitempty"`
	// Cautions are shown courtside: "no overheads until March".
	Cautions []string `json:"cautions,omitempty"`
	// Speed is the top speed (m/s), Reach how far the racket reaches (m); 0: as the level.
	Speed float64 `json:"speed,omitempty"`
	Reach float64 `json:"reach,omitempty"`
}

// Playing is a sport a student plays, at what level and on which court.
type Playing struct {
	Sport string      `json:"sport"`
	Level units.Level `json:"level"`
	Stage string      `json:"stage,omitempty"` // a court; "": the full one
}

// Dated is a day ahead that plans have to know.
type Dated struct {
	On   string `json:"on"` // 2006-01-02
	What string `json:"what"`
}

// Limits of what is kept of a student.
const (
	mostName     = 60
	MostWords    = 2000
	mostDates    = 20
	mostCautions = 6
	mostCaution  = 100
	leastSpeed   = 1.0
	mostSpeed    = 10.0
	leastReach   = 0.3
	mostReach    = 3.0
)

// In is the level in a sport.
func (s *Student) In(sportID string) units.Level {
	for _, p := range s.Sports {
		if p.Sport == sportID {
			return p.Level
		}
	}
	return s.Level
}

func (s *Student) validate() (p units.Problems) {
	if !lesson.IsID(s.ID) {
		p.Add("id", "a student's id is a UUID in lower case")
	}
	needs := fmt.Sprintf("a student needs a name of up to %d characters", mostName)
	if p.Named("name", s.Name, needs); len([]rune(s.Name)) > mostName {
		p.Add("name", needs)
	}
	if s.Hand != court.RightHand && s.Hand != court.LeftHand {
		p.Add("hand", "the hand is right or left")
	}
	if err := s.Level.Validate(); err != nil {
		p.Add("level", err.Error())
	}
	if s.Age != "" {
		p.OneOf("age", s.Age, units.Ages)
	}
	for i, in := range s.Sports {
		field := fmt.Sprintf("sports[%d]", i)
		if _, err := sport.ByID(in.Sport); err != nil {
			p.Add(field+".sport", err.Error())
		}
		if slices.ContainsFunc(s.Sports[:i], func(o Playing) bool { return o.Sport == in.Sport }) {
			p.Add(field+".sport", "this sport is there twice")
		}
		if err := in.Level.Validate(); err != nil {
			p.Add(field+".level", err.Error())
		}
		if in.Stage != "" && court.SportOf(in.Stage) != in.Sport {
			p.Add(field+".stage", "this court is not for that sport")
		}
	}
	for i, d := range s.Dates {
		if _, err := time.Parse(time.DateOnly, d.On); err != nil {
			p.Add(
				fmt.Sprintf("dates[%d].on", i),
				fmt.Sprintf("%q is not a date; write it as 2026-05-17", d.On),
			)
		}
	}
	if len(s.Dates) > mostDates {
		p.Add("dates", fmt.Sprintf("at most %d upcoming dates", mostDates))
	}
	for field, text := range map[string]string{"aims": s.Aims, "notes": s.Notes} {
		if len([]rune(text)) > MostWords {
			p.Add(field, fmt.Sprintf("at most %d characters", MostWords))
		}
	}
	if len(s.Cautions) > mostCautions {
		p.Add("cautions", fmt.Sprintf("at most %d cautions", mostCautions))
	}
	for i, c := range s.Cautions {
		if n := len([]rune(c)); n == 0 || n > mostCaution {
			p.Add(
				fmt.Sprintf("cautions[%d]", i),
				fmt.Sprintf("a caution has 1 to %d characters", mostCaution),
			)
		}
	}
	between := func(field string, v, least, most float64, unit string) {
		if v != 0 && !(v >= least && v <= most) {
			p.Add(field, fmt.Sprintf("between %g and %g %s, or 0 for the usual value", least, most, unit))
		}
	}
	between("speed", s.Speed, leastSpeed, mostSpeed, "m/s")
	between("reach", s.Reach, leastReach, mostReach, "m")
	return p
}

// Of returns the student of a row.
func Of(s gen.Student) Student {
	out := Student{
		ID:       s.ID,
		Version:  int(s.Version),
		Name:     s.Name,
		Hand:     court.Hand(s.Hand),
		Level:    units.Level(s.Level),
		Archived: s.Archived != 0,
		Merged:   s.Merged.String,
	}
	_ = json.Unmarshal([]byte(s.More), &out.About) // written by us
	return out
}

// Students lists everybody, by name; those merged into others are not there.
func (c *Roll) Students(ctx context.Context) (out []Student, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListStudents(ctx)
		out = make([]Student, 0, len(rows))
		for _, r := range rows {
			if !r.Merged.Valid {
				out = append(out, Of(r))
			}
		}
		return err
	})
	return out, err
}

// lines has lines end in one way.
var lines = strings.NewReplacer("\r\n", "\n", "\r", "\n")

// tidy takes outer space away, and has lines end in one way.
func (s *Student) tidy() {
	s.Name = strings.TrimSpace(s.Name)
	s.Aims, s.Notes = strings.TrimSpace(lines.Replace(s.Aims)), strings.TrimSpace(lines.Replace(s.Notes))
	s.Cautions = slices.Clone(s.Cautions)
	for i, c := range s.Cautions {
		s.Cautions[i] = strings.TrimSpace(lines.Replace(c))
	}
}

// SaveStudent makes a student (version 0) or changes one.
func (c *Roll) SaveStudent(ctx context.Context, s Student) (Student, error) {
	s.tidy()
	if err := s.validate().Err(); err != nil {
		return s, err
	}
	err := c.store.Write(ctx, func(q *gen.Queries) (err error) {
		if err := q.EvidenceChanged(ctx); err != nil {
			return err
		}
		s, err = c.putStudent(ctx, q, s)
		return err
	})
	return s, err
}

func (c *Roll) putStudent(ctx context.Context, q *gen.Queries, s Student) (_ Student, err error) {
	if c.store.IsErased(s.ID) {
		return s, answer.Gone{What: "student"}
	}
	if s.About, err = store.Unnamed(ctx, c.store, q, s.About, nil); err != nil {
		return s, err
	}
	more, err := json.Marshal(s.About)
	if err != nil {
		return s, err
	}
	archived := int64(0)
	if s.Archived {
		archived = 1
	}
	now, err := q.GetStudent(ctx, s.ID)
	switch {
	case errors.Is(err, store.ErrNone) && s.Version == 0:
		return insertStudent(ctx, q, s)
	case err != nil:
		return s, answer.OrMissing(err, "student")
	case int(now.Version) != s.Version:
		return s, answer.Stale{
			What:    "student",
			Changes: []string{fmt.Sprintf("Now %s, %s-handed, %s", now.Name, now.Hand, now.Level)},
		}
	default:
		if now.Name != s.Name { // to take it out of everything when they are erased
			if err := q.KeepFormerName(
				ctx,
				gen.KeepFormerNameParams{StudentID: s.ID, Name: now.Name},
			); err != nil {
				return s, err
			}
		}
		_, err = q.UpdateStudent(ctx, gen.UpdateStudentParams{
			Name:     s.Name,
			Hand:     string(s.Hand),
			Level:    string(s.Level),
			More:     string(more),
			Archived: archived,
			ID:       s.ID,
			Version:  int64(s.Version),
		})
		s.Merged = now.Merged.String
	}
	s.Version++
	return s, err
}

// Bring puts a student in who is not there, as somebody knew them; one who is there stays as
// they are.
func Bring(ctx context.Context, kept *store.Store, q *gen.Queries, s Student) error {
	if kept.IsErased(s.ID) {
		s = Student{ID: s.ID, Name: store.Former, Level: units.Club, Archived: true}
	}
	if _, err := q.GetStudent(ctx, s.ID); !errors.Is(err, store.ErrNone) {
		return err
	}
	s.Name, s.Merged = units.Seen(s.Name), ""
	s.tidy()
	s.Hand = cmp.Or(s.Hand, court.RightHand)
	if err := s.validate().Err(); err != nil {
		return err
	}
	_, err := insertStudent(ctx, q, s)
	return err
}

// insertStudent puts in one who is not there yet.
func insertStudent(ctx context.Context, q *gen.Queries, s Student) (Student, error) {
	more, err := json.Marshal(s.About)
	if err != nil {
		return s, err
	}
	s.Version = 1
	archived := int64(0)
	if s.Archived {
		archived = 1
	}
	return s, q.InsertStudent(ctx, gen.InsertStudentParams{
		ID: s.ID, Name: s.Name, Hand: string(s.Hand), Level: string(s.Level), More: string(more),
		Archived: archived,
	})
}

// Merge makes one student of two: what was counted of the one counts for the other from
// then on. Nothing is moved: Split takes them apart again.
func (c *Roll) Merge(ctx context.Context, id, into string) (out Student, err error) {
	if id == into {
		return out, units.Problems{{Field: "into", Detail: "that is the same student"}}
	}
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		if err := q.EvidenceChanged(ctx); err != nil {
			return err
		}
		from, err := q.GetStudent(ctx, id)
		if err != nil {
			return answer.OrMissing(err, "student")
		}
		to, err := q.GetStudent(ctx, into)
		if err != nil {
			return answer.OrMissing(err, "student")
		}
		if from.Merged.Valid || to.Merged.Valid {
			return units.Problems{
				{Field: "into", Detail: "one of the two is already merged with another student"},
			}
		}
		if err := q.MergeStudent(
			ctx,
			gen.MergeStudentParams{Into: into, ID: id},
		); err != nil {
			return err
		}
		out = Of(to)
		return nil
	})
	return out, err
}

// Split takes a student that was merged into another out again.
func (c *Roll) Split(ctx context.Context, id string) (out Student, err error) {
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		if err := q.EvidenceChanged(ctx); err != nil {
			return err
		}
		if _, err := q.GetStudent(ctx, id); err != nil {
			return answer.OrMissing(err, "student")
		}
		if err := q.SplitStudent(ctx, id); err != nil {
			return err
		}
		row, err := q.GetStudent(ctx, id)
		out = Of(row)
		return err
	})
	return out, err
}

// Called is who somebody is: one who was merged is who they live on in.
type Called struct {
	ID, Name string
	Level    units.Level
}

// Names are what everybody is called, by id.
func Names(ctx context.Context, q *gen.Queries) (map[string]Called, error) {
	rows, err := q.ListCalled(ctx)
	if err != nil {
		return nil, err
	}
	called := make(map[string]Called, len(rows))
	for _, r := range rows {
		called[r.ID] = Called{r.One, r.Name, units.Level(r.Level)}
	}
	return called, nil
}
