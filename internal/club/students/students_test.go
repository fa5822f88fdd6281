package students_test

import (
	"context"
	"testing"

	"hodometer/core/court"
	"hodometer/core/run"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"
	"hodometer/internal/club/students"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

func TestStudentsAreVersioned(t *testing.T) {
	c, l := clubtest.New(t)
	r, err := c.Record(ctx, l.Students[0])
	require.NoError(t, err)
	s := r.Student
	s.Hand = court.LeftHand
	saved, err := c.SaveStudent(ctx, s)
	require.NoError(t, err)
	require.Equal(t, 2, saved.Version)
	var stale answer.Stale
	_, err = c.SaveStudent(ctx, s)
	require.ErrorAs(t, err, &stale)
	require.Contains(t, stale.Changes[0], "left-handed")
	_, err = c.SaveStudent(ctx, students.Student{ID: "me", Hand: "foot", Level: "god"})
	var p units.Problems
	require.ErrorAs(t, err, &p)
	require.Len(t, p, 4)
}

// A group is versioned, refuses who is not there, and can be brought back.
func TestGroupsAreVersioned(t *testing.T) {
	c, l := clubtest.New(t)
	g, err := c.SaveGroup(ctx, students.Group{ID: clubtest.ID(), Name: "Mondays", Students: l.Students})
	require.NoError(t, err)
	late := g
	g.Name = "Tuesdays"
	g, err = c.SaveGroup(ctx, g)
	require.NoError(t, err)
	var stale answer.Stale
	_, err = c.SaveGroup(ctx, late)
	require.ErrorAs(t, err, &stale)
	require.Equal(t, []string{"renamed to Tuesdays"}, stale.Changes)
	for field, spoil := range map[string]func(*students.Group){
		"name":        func(g *students.Group) { g.Name = " " },
		"students[0]": func(g *students.Group) { g.Students = []string{clubtest.ID()} },
		"students[1]": func(g *students.Group) { g.Students = []string{l.Students[0], l.Students[0]} },
		"id":          func(g *students.Group) { g.ID = "one" },
	} {
		bad := g
		spoil(&bad)
		_, err := c.SaveGroup(ctx, bad)
		var p units.Problems
		require.ErrorAs(t, err, &p, field)
		require.Equal(t, field, p[0].Field)
	}
	require.NoError(t, c.RemoveGroup(ctx, g.ID))
	g.Version = 0
	back, err := c.SaveGroup(ctx, g)
	require.NoError(t, err)
	require.Equal(t, "Tuesdays", back.Name)
	all, err := c.Groups(ctx)
	require.NoError(t, err)
	require.Len(t, all, 1)
}

// Two students who are one are read as one, and apart again, with nothing moved.
func TestMergeAndSplit(t *testing.T) {
	c, l := clubtest.New(t)
	who := l.Students[0]
	other, err := c.SaveStudent(
		ctx,
		students.Student{ID: clubtest.ID(), Name: "Wrenn", Hand: "right", Level: "club"},
	)
	require.NoError(t, err)
	d := *l.Blocks[1].Drill
	clubtest.Round(t, c, who, d, clubtest.Many(run.Good, 0, 5)...)
	clubtest.Round(t, c, other.ID, d, clubtest.Many(run.Good, 0, 7)...)
	alone, err := c.Record(ctx, who)
	require.NoError(t, err)
	_, err = c.Merge(ctx, other.ID, who)
	require.NoError(t, err)
	both, err := c.Record(ctx, who)
	require.NoError(t, err)
	require.Len(t, both.Lessons, 2)
	require.Len(t, both.Skills[0].Track, 2)
	people, err := c.Students(ctx)
	require.NoError(t, err)
	require.Len(t, people, 1)
	log, err := c.Log(ctx, answer.Part{}, false)
	require.NoError(t, err)
	for _, e := range log.Items {
		require.Equal(t, "Wren", e.Students[0].Name)
		require.Positive(t, e.Students[0].Balls)
	}
	_, err = c.Split(ctx, other.ID)
	require.NoError(t, err)
	again, err := c.Record(ctx, who)
	require.NoError(t, err)
	require.Equal(t, alone, again)
}
