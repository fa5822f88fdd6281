package store

// ofRun are the tables with what happened in a run, with what a row is.
var ofRun = []struct {
	table string
	what  words
}{
	{"events", words{}}, // said in one with those that are packed
	{"packed_events", words{}},
	{"results", words{"result", "results"}},
	{"attended", words{"student’s ratings and note", "students’ ratings and notes"}},
	{"tags", words{"observation", "observations"}},
	{"game_players", words{}},
	{"games", words{"game", "games"}},
	{"shared_notes", words{"shared note", "shared notes"}},
}

// given takes a lesson with its runs, or one run, out of the file, and remembers only the ids, so
// that no device brings it back.
func (e *erasing) given(of Subject, at int64) error {
	column := "id"
	if of.Kind == ALesson {
		column = "lesson_id"
	}
	e.ids = []any{of.ID}
	there, err := e.number("select count(*) from " + string(of.Kind) + " where id = ?")
	if err != nil {
		return err
	}
	if there == 0 {
		return ErrNone
	}
	runs := "(select id from runs where " + column + " = ?)"
	entries, err := e.entries(of.ID, runs)
	if err != nil {
		return err
	}
	e.amount(&e.out.Goes, entries, words{"entry made while counting", "entries made while counting"})
	for _, t := range ofRun {
		if err := e.goes("delete from "+t.table+" where run_id in "+runs, t.what); err != nil {
			return err
		}
	}
	if _, err := e.tx.ExecContext(
		e.ctx,
		"insert or ignore into erased (id, at, kind) select id, ?2, 'runs' from runs where "+
			column+" = ?1",
		of.ID,
		at,
	); err != nil {
		return err
	}
	if err := note(e.ctx, e.tx, Erasure{ID: of.ID, Kind: of.Kind, At: at}, false); err != nil {
		return err
	}
	if _, err := e.tx.ExecContext(e.ctx, "update evidence set version = version + 1"); err != nil {
		return err
	}
	if err := e.goes(
		"delete from runs where "+column+" = ?",
		words{"lesson that was given", "times it was given"},
	); err != nil {
		return err
	}
	if of.Kind == ARun {
		e.amount(&e.out.Stays, 1, words{one: "plan, as it was given last or changed since"})
	} else {
		for _, t := range []string{"lesson_versions", "blocks", "lesson_students"} {
			if _, err := e.tx.ExecContext(e.ctx, "delete from "+t+" where lesson_id = ?", of.ID); err != nil {
				return err
			}
		}
		if err := e.goes(
			"delete from lessons where id = ?",
			words{"plan with all its versions", "plans"},
		); err != nil {
			return err
		}
	}
	_, err = e.tx.ExecContext(
		e.ctx,
		`delete from texts where id not in (select text from lesson_versions where text is not null
		union select text from runs where text is not null)`,
	)
	return err
}

// entries are how many events there are in runs, loose and packed.
func (e *erasing) entries(id, runs string) (n int64, err error) {
	err = e.tx.QueryRowContext(e.ctx, "select (select count(*) from events where run_id in "+runs+
		") + (select coalesce(sum(number), 0) from packed_events where run_id in "+runs+")", id, id).Scan(&n)
	return n, err
}
