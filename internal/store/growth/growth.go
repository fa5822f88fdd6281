// Package growth makes a large club out of a small one, to see what a file of ten years is
// like: benchmarks use it, and nothing else.
package growth

import (
	"context"
	"database/sql"
	"fmt"
)

// Groups are how many times there are all students: each lesson that is copied is of one of
// these groups, in turn.
const Groups = 10

// another is the id of the n-th copy of a row: what ids have at random stays.
const another = "printf('%%08x', k) || substr(%s, 9)"

func idOf(column string) string { return fmt.Sprintf(another, column) }

// student is the same of a student, of whom there is a copy in each group.
func student(column string) string {
	return fmt.Sprintf("case k %% %d when 0 then %s else printf('%%08x', k %% %d) || substr(%s, 9) end",
		Groups, column, Groups, column)
}

// steps copy every table that grows, the rows that others refer to first. Each copy lies a week
// before the one it follows.
func steps() []string {
	const (
		back   = "k * 7 * 86400000"
		copies = "with recursive copies (k) as (select 1 union all select k + 1 from copies where k < ?) "
	)
	of := func(table, columns string) string {
		return copies + "insert into " + table + " select " + columns + " from " + table + ", copies"
	}
	// A lesson of another week is another text.
	const text = "text + k * 1000000"
	run, who, block := idOf("run_id"), student("student_id"), "block_id"
	return []string{
		of(
			"lessons",
			idOf(
				"id",
			)+", version, slot_minutes, date(date, printf('-%d days', k * 7)), start, court, coach, title, aim, more",
		),
		of("lesson_students", idOf("lesson_id")+", place, "+who),
		of("blocks", idOf("lesson_id")+", place, minutes, id, kind, title"),
		of("texts", "id + k * 1000000, unhex(substr(hex(hash), 1, 56) || printf('%08x', k)), body"),
		of("lesson_versions", idOf("lesson_id")+", version, saved_at - "+back+", "+text),
		of(
			"runs",
			idOf(
				"id",
			)+", "+idOf(
				"lesson_id",
			)+", "+text+", started_at - "+back+", status, minutes, title, students, note",
		),
		of("events", run+", id, device, body"),
		of("packed_events", run+", number, body"),
		of("results", run+", "+who+", "+block+", step, shot, at - "+back+
			", balls, good, best, met, radius, ask, skill, more"),
		of("games", run+", "+block+", n, at - "+back+
			", court, points_a, points_b, won_a, won_b, over, winner, favours, title, game, marks, own"),
		of("game_players", who+", "+run+", "+block+", n, side"),
		of("tags", run+", "+who+", word, times"),
		of("attended", run+", "+who+", engagement, effort, confidence, note"),
	}
}

// Grow copies the lessons and runs of a club file, which nobody has open, so many times, with
// all that was counted, and its students Groups times.
func Grow(ctx context.Context, path string, times int) error {
	db, err := sql.Open("sqlite", "file:"+path+"?_pragma=foreign_keys(off)&_pragma=synchronous(off)")
	if err != nil {
		return err
	}
	defer db.Close()
	db.SetMaxOpenConns(1)
	tx, err := db.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback() // after a commit there is nothing to roll back
	groups := fmt.Sprintf("with recursive copies (k) as (select 1 union all select k + 1 from copies"+
		" where k < %d) insert into students select %s, version, archived, merged, hand, level, name || ' ' || k,"+
		" more from students, copies where merged is null", Groups-1, idOf("id"))
	if _, err := tx.ExecContext(ctx, groups); err != nil {
		return fmt.Errorf("students: %w", err)
	}
	for _, step := range steps() {
		if _, err := tx.ExecContext(ctx, step, times); err != nil {
			return fmt.Errorf("%.60s: %w", step, err)
		}
	}
	if _, err := tx.ExecContext(ctx, "update evidence set version = version + 1"); err != nil {
		return err
	}
	return tx.Commit()
}
