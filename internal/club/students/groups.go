package students

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Group is a list of students who are taught together.
type Group struct {
	ID       string   `json:"id"`
	Version  int      `json:"version"`
	Name     string   `json:"name"`
	Students []string `json:"students"`
}

// Groups lists the groups, by name.
func (c *Roll) Groups(ctx context.Context) (out []Group, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListGroups(ctx)
		out = make([]Group, len(rows))
		for i, r := range rows {
			out[i] = Group{ID: r.ID, Version: int(r.Version), Name: r.Name}
			if err := json.Unmarshal([]byte(r.Students), &out[i].Students); err != nil {
				return fmt.Errorf("group %s: %w", r.ID, err)
			}
		}
		return err
	})
	return out, err
}

// Group is one of them.
func (c *Roll) Group(ctx context.Context, id string) (out Group, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetGroup(ctx, id)
		if err != nil {
			return answer.OrMissing(err, "group")
		}
		out = Group{ID: row.ID, Version: int(row.Version), Name: row.Name}
		return json.Unmarshal([]byte(row.Students), &out.Students)
	})
	return out, err
}

// SaveGroup makes a group (version 0) or changes the version that was read.
func (c *Roll) SaveGroup(ctx context.Context, g Group) (Group, error) {
	var p units.Problems
	if !lesson.IsID(g.ID) {
		p.Add("id", "a group's id is a UUID in lower case")
	}
	g.Name = strings.TrimSpace(g.Name)
	p.Named("name", g.Name, "a group needs a name")
	if len(g.Students) > lesson.MaxStudents {
		p.Add(
			"students",
			fmt.Sprintf("a group has up to %d students, got %d", lesson.MaxStudents, len(g.Students)),
		)
	}
	for i, s := range g.Students {
		if slices.Contains(g.Students[:i], s) {
			p.Add(fmt.Sprintf("students[%d]", i), "this student is in the group twice")
		}
	}
	if err := p.Err(); err != nil {
		return g, err
	}
	err := c.store.Write(ctx, func(q *gen.Queries) error {
		if err := Known(ctx, q, g.Students); err != nil {
			return err
		}
		// A page that was opened before somebody was erased names them still.
		said, err := store.Unnamed(ctx, c.store, q, struct {
			Name string `json:"name"`
		}{g.Name}, g.Students)
		if err != nil {
			return err
		}
		g.Name = said.Name
		g.Students = slices.DeleteFunc(slices.Clone(g.Students), c.store.IsErased)
		list, err := json.Marshal(slices.Concat([]string{}, g.Students))
		if err != nil {
			return err
		}
		now, err := q.GetGroup(ctx, g.ID)
		isNew := errors.As(answer.OrMissing(err, "group"), &answer.Missing{}) && g.Version == 0
		switch {
		case isNew:
			return q.InsertGroup(ctx, gen.InsertGroupParams{ID: g.ID, Name: g.Name, Students: string(list)})
		case err != nil:
			return answer.OrMissing(err, "group")
		case int(now.Version) != g.Version:
			return answer.Stale{What: "group", Changes: []string{"renamed to " + now.Name}}
		}
		_, err = q.UpdateGroup(
			ctx,
			gen.UpdateGroupParams{Name: g.Name, Students: string(list), ID: g.ID, Version: int64(g.Version)},
		)
		return err
	})
	g.Version++
	return g, err
}

// RemoveGroup takes a group away; its students and lessons stay.
func (c *Roll) RemoveGroup(ctx context.Context, id string) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		if _, err := q.GetGroup(ctx, id); err != nil {
			return answer.OrMissing(err, "group")
		}
		return q.DeleteGroup(ctx, id)
	})
}

// Known refuses students nobody has heard of.
func Known(ctx context.Context, q *gen.Queries, ids []string) error {
	var p units.Problems
	for i, id := range ids {
		if _, err := q.GetStudent(ctx, id); errors.Is(err, store.ErrNone) {
			p.Add(fmt.Sprintf("students[%d]", i), "this student does not exist")
		} else if err != nil {
			return err
		}
	}
	return p.Err()
}

// FirstName of a student, for who may know no more.
func (c *Roll) FirstName(ctx context.Context, student string) (name string, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		row, err := q.GetStudent(ctx, student)
		name = row.Name
		return answer.OrMissing(err, "student")
	})
	if words := strings.Fields(name); len(words) > 0 {
		name = words[0]
	}
	return name, err
}
