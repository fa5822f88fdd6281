package students

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"hodometer/core/lesson"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// StudentRow is a student as a table has them.
type StudentRow struct {
	Line    int
	Student Student
	Groups  []string
	// Known are the columns that say something: the others leave a student as they were.
	Known map[string]bool
	Wrong string // "": nothing
}

// RowDone is what becomes of a row.
type RowDone struct {
	Line int    `json:"line"`
	Name string `json:"name"`
	Does string `json:"does"` // add, change, same, refuse
	Says string `json:"says"`
}

// Imported is what became of a table.
type Imported struct {
	Rows    []RowDone `json:"rows"`
	Added   int       `json:"added"`
	Changed int       `json:"changed"`
	Same    int       `json:"same"`
	Refused int       `json:"refused"`
	Groups  []string  `json:"groups"` // that were made or got more students
}

// ImportStudents takes in a table, or says (try) row by row what it would do. A row that
// is wrong is refused and the others are taken. Who has the id, or the name, of somebody
// who is there is changed in what the row says; the rest stays.
func (c *Roll) ImportStudents(ctx context.Context, rows []StudentRow, try bool) (out Imported, err error) {
	out = Imported{Rows: []RowDone{}, Groups: []string{}}
	undo := errors.New("preview only")
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		if err := q.EvidenceChanged(ctx); err != nil {
			return err
		}
		all, err := q.ListStudents(ctx)
		if err != nil {
			return err
		}
		in := importing{
			c:      c,
			q:      q,
			byID:   map[string]Student{},
			byName: map[string][]string{},
			line:   map[string]int{},
		}
		for _, r := range all {
			if s := Of(r); s.Merged == "" {
				in.byID[s.ID] = s
				in.byName[fold(s.Name)] = append(in.byName[fold(s.Name)], s.ID)
			}
		}
		for _, r := range all { // who is part of somebody else is that one
			if r.Merged.Valid {
				in.byID[r.ID] = in.byID[r.Merged.String]
			}
		}
		members := map[string][]string{}
		var names []string
		for _, row := range rows {
			done, id, err := in.row(ctx, row)
			if err != nil {
				return err
			}
			out.add(done)
			if id == "" {
				continue
			}
			for _, g := range row.Groups {
				if members[g] == nil {
					names = append(names, g)
				}
				members[g] = append(members[g], id)
			}
		}
		for _, g := range names {
			said, err := in.group(ctx, g, members[g])
			if err != nil {
				return err
			}
			if said != "" {
				out.Groups = append(out.Groups, said)
			}
		}
		if try {
			return undo
		}
		return nil
	})
	if errors.Is(err, undo) {
		err = nil
	}
	return out, err
}

func fold(name string) string { return strings.ToLower(strings.Join(strings.Fields(name), " ")) }

func (out *Imported) add(r RowDone) {
	out.Rows = append(out.Rows, r)
	switch r.Does {
	case "add":
		out.Added++
	case "change":
		out.Changed++
	case "same":
		out.Same++
	case "refuse":
		out.Refused++
	}
}

// importing is one table on its way in.
type importing struct {
	c      *Roll
	q      *gen.Queries
	byID   map[string]Student
	byName map[string][]string
	line   map[string]int // of the table, by the id it became
}

// row takes in one row; id is who it became, "" where it was refused.
func (in *importing) row(ctx context.Context, row StudentRow) (done RowDone, id string, err error) {
	s := row.Student
	done = RowDone{Line: row.Line, Name: s.Name, Does: "refuse", Says: row.Wrong}
	if row.Wrong != "" {
		return done, "", nil
	}
	if in.c.store.IsErased(s.ID) {
		done.Says = "a student with this id was erased for good: leave the id out to add somebody new"
		return done, "", nil
	}
	was, there := in.byID[s.ID]
	if !there {
		same := in.byName[fold(s.Name)]
		if lesson.IsID(s.ID) { // a namesake in the table itself is somebody else
			same = slices.DeleteFunc(slices.Clone(same), func(id string) bool { return in.line[id] > 0 })
		}
		switch {
		case len(same) > 1:
			done.Says = "several students have this name: add the right student’s id to the table"
			return done, "", nil
		case len(same) == 1:
			was, there = in.byID[same[0]], true
		}
	}
	if there {
		if line := in.line[was.ID]; line > 0 {
			done.Says = fmt.Sprintf("the same student as in line %d", line)
			return done, "", nil
		}
		return in.change(ctx, row, was)
	}
	s.tidy()
	if !lesson.IsID(s.ID) {
		s.ID = uuid.Must(uuid.NewV7()).String()
	}
	if wrong := s.validate(); len(wrong) > 0 {
		done.Says = wrong[0].Detail
		return done, "", nil
	}
	if s, err = insertStudent(ctx, in.q, s); err != nil {
		return done, "", err
	}
	in.remember(s, row.Line)
	done.Does, done.Says = "add", fmt.Sprintf("new: %s-handed, %s", s.Hand, s.Level)
	return done, s.ID, nil
}

func (in *importing) remember(s Student, line int) {
	if _, there := in.byID[s.ID]; !there {
		in.byName[fold(s.Name)] = append(in.byName[fold(s.Name)], s.ID)
	}
	in.byID[s.ID], in.line[s.ID] = s, line
}

// change puts what a row says into a student who is there.
func (in *importing) change(
	ctx context.Context,
	row StudentRow,
	was Student,
) (done RowDone, id string, err error) {
	s, n := was, row.Student
	n.tidy()
	var said []string
	put := func(column, words string, differs bool, set func()) {
		if row.Known[column] && differs {
			set()
			said = append(said, words)
		}
	}
	put("name", "name "+n.Name, n.Name != s.Name, func() { s.Name = n.Name })
	put("hand", string(n.Hand)+"-handed", n.Hand != s.Hand, func() { s.Hand = n.Hand })
	put("level", string(n.Level), n.Level != s.Level, func() { s.Level = n.Level })
	put("age", "age", n.Age != s.Age, func() { s.Age = n.Age })
	put("aims", "aims", n.Aims != s.Aims, func() { s.Aims = n.Aims })
	put("notes", "notes", n.Notes != s.Notes, func() { s.Notes = n.Notes })
	put("cautions", "cautions", !slices.Equal(n.Cautions, s.Cautions), func() { s.Cautions = n.Cautions })
	put("speed m/s", "speed", n.Speed != s.Speed, func() { s.Speed = n.Speed })
	put("reach m", "reach", n.Reach != s.Reach, func() { s.Reach = n.Reach })
	put("sports", "sports", !slices.Equal(plain(n.Sports), plain(s.Sports)), func() { s.Sports = n.Sports })
	if s.Archived {
		s.Archived = false
		said = append(said, "back from the archive")
	}
	done = RowDone{Line: row.Line, Name: was.Name, Does: "same", Says: "unchanged"}
	if len(said) > 0 {
		if wrong := s.validate(); len(wrong) > 0 {
			done.Does, done.Says = "refuse", wrong[0].Detail
			return done, "", nil
		}
		if s, err = in.c.putStudent(ctx, in.q, s); err != nil {
			return done, "", err
		}
		done.Does, done.Says = "change", strings.Join(said, ", ")
	}
	in.remember(s, row.Line)
	return done, s.ID, nil
}

// plain are sports without their stages, which a table does not have.
func plain(all []Playing) []Playing {
	out := make([]Playing, len(all))
	for i, p := range all {
		out[i] = Playing{Sport: p.Sport, Level: p.Level}
	}
	return out
}

// group puts students in a group of that name, which is made where there is none.
func (in *importing) group(ctx context.Context, name string, ids []string) (said string, err error) {
	rows, err := in.q.ListGroups(ctx)
	if err != nil {
		return "", err
	}
	g := gen.Group{}
	var now []string
	for _, r := range rows {
		if fold(r.Name) == fold(name) {
			g = r
			if err := json.Unmarshal([]byte(r.Students), &now); err != nil {
				return "", err
			}
		}
	}
	before := len(now)
	for _, id := range ids {
		if !slices.Contains(now, id) {
			now = append(now, id)
		}
	}
	added := len(now) - before
	if len(now) > lesson.MaxStudents {
		return fmt.Sprintf(
			"%s: left as it was, since a group has up to %d students",
			name,
			lesson.MaxStudents,
		), nil
	}
	if added == 0 {
		return "", nil
	}
	list, err := json.Marshal(now)
	if err != nil {
		return "", err
	}
	if g.ID == "" {
		id := uuid.Must(uuid.NewV7()).String()
		err = in.q.InsertGroup(ctx, gen.InsertGroupParams{ID: id, Name: name, Students: string(list)})
	} else {
		_, err = in.q.UpdateGroup(
			ctx,
			gen.UpdateGroupParams{Name: g.Name, Students: string(list), ID: g.ID, Version: g.Version},
		)
	}
	return fmt.Sprintf("%s: %d more", cmp.Or(g.Name, name), added), err
}
