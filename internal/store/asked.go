package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/target"
	"hodometer/core/units"
)

// AskedOf is what a goal of a drill asked of students of a level, in turns of so
// many balls, as a result keeps it.
func AskedOf(
	k *pattern.Flights,
	d *drill.Drill,
	step int,
	level units.Level,
	balls int,
) (string, error) {
	asks := []drill.Ask{}
	if step < len(d.Stages) {
		m, err := footwork.For(level)
		if err != nil {
			return "", err
		}
		asks = append(asks, d.Asked(k, step, m, balls)...)
	}
	text, err := json.Marshal(asks)
	return string(text), err
}

// askedBefore fills in what was asked in results from before it was kept, from
// the lessons as they were given. It is the seventh migration, in Go, since it
// flies the balls of those lessons.
func askedBefore(ctx context.Context, tx *sql.Tx) error {
	rows, err := tx.QueryContext(ctx, `
		select x.run_id, x.block_id, x.student_id, x.step, x.radius, s.level, r.lesson
		from results x join runs r on r.id = x.run_id join students s on s.id = x.student_id
		order by r.id`)
	if err != nil {
		return err
	}
	defer rows.Close()
	type filled struct {
		run, block, student string
		step                int
		asked               string
	}
	var all []filled
	var flights pattern.Flights
	var l *lesson.Lesson
	of := ""
	for rows.Next() {
		var run, block, student, level, body string
		var step int
		var radius float64
		if err := rows.Scan(&run, &block, &student, &step, &radius, &level, &body); err != nil {
			return err
		}
		if run != of {
			of, l = run, &lesson.Lesson{}
			if err := json.Unmarshal([]byte(body), l); err != nil {
				return fmt.Errorf("lesson of run %s: %w", run, err)
			}
		}
		asked := ""
		if b := l.Block(block); b != nil && b.Drill != nil && step < len(b.Drill.Stages) {
			// In those days each ball began where the student starts.
			d := b.DrillFor(student)
			asked, err = AskedOf(&flights, d, step, units.Level(level), len(d.Pattern.Feeds))
		} else {
			asked, err = askedCircle(l.Court, radius)
		}
		if err != nil {
			return fmt.Errorf("result of run %s: %w", run, err)
		}
		all = append(all, filled{run, block, student, step, asked})
	}
	if err := rows.Err(); err != nil {
		return err
	}
	for _, f := range all {
		if _, err := tx.ExecContext(
			ctx,
			`update results set asked = ? where run_id = ? and student_id = ? and block_id = ? and step = ?`,
			f.asked, f.run, f.student, f.block, f.step,
		); err != nil {
			return err
		}
	}
	return nil
}

// askedCircle stands for a goal whose drill is not to be found: a circle of that
// radius about the aim, in the middle, from the usual length.
func askedCircle(courtID string, radius float64) (string, error) {
	c, err := court.ByID(courtID)
	if err != nil {
		return "[]", nil
	}
	aim := court.Point{Y: c.HalfLength / 2}
	if c.Target() == court.Near {
		aim.Y = -aim.Y
	}
	text, err := json.Marshal([]drill.Ask{{
		Share: 1, Court: c.ID, Area: court.Singles,
		Target: &drill.Target{Kind: drill.Circle, At: aim, Radius: radius},
		Aim:    aim, Length: target.ReferenceShot(c), Widened: 1,
	}})
	return string(text), err
}
