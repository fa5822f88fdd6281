package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/lesson"
	"hodometer/core/library"
)

// idsInstead brings documents and results to the version in which drills,
// situations, kit and skills have ids where they had only words. It is the fifth
// migration, in Go, since the documents are read by the readers of old versions.
// Whatever it cannot place gets an id made of its words, so that what belonged
// together still does, and no history begins anew.
func idsInstead(ctx context.Context, tx *sql.Tx) error {
	u := upgrade{ctx, tx, map[string]string{}, map[string]string{}}
	for _, step := range []func() error{u.titles, u.drills, u.lessons, u.results, u.situations} {
		if err := step(); err != nil {
			return err
		}
	}
	return nil
}

type upgrade struct {
	ctx   context.Context
	tx    *sql.Tx
	ids   map[string]string // of drills by their titles
	named map[string]string // words of the coach's own situations by their ids
}

// titles finds the ids of the drills there are; one that ships wins over the
// club's own of the same title, a later own one over an earlier.
func (u *upgrade) titles() error {
	rows, err := u.tx.QueryContext(u.ctx, `select id, body from drills order by saved_at, id`)
	if err != nil {
		return err
	}
	defer rows.Close()
	for rows.Next() {
		var id, body string
		if err := rows.Scan(&id, &body); err != nil {
			return err
		}
		var d struct{ Title string }
		if err := json.Unmarshal([]byte(body), &d); err != nil {
			return fmt.Errorf("drill %s: %w", id, err)
		}
		u.ids[d.Title] = id
	}
	for _, d := range library.All() {
		u.ids[d.Title] = d.ID
	}
	return rows.Err()
}

// identify gives a drill that had no id the one it has on the shelf.
func (u *upgrade) identify(d *drill.Drill) {
	if d.ID == "" {
		id, ok := u.ids[d.Title]
		if !ok {
			id = drill.OwnID(d.Title)
		}
		d.ID = id
	}
	if d.SituationName != "" {
		u.named[d.Situation] = d.SituationName
	}
}

// rewrite reads every row's body, with its key of one or two columns, and writes
// it back as made of it.
func (u *upgrade) rewrite(
	table, column string,
	key []string,
	of func(key []string, body string) (any, error),
) error {
	where := strings.Join(key, " = ? and ") + " = ?"
	rows, err := u.tx.QueryContext(
		u.ctx,
		fmt.Sprintf("select %s, %s from %s", strings.Join(key, ", "), column, table),
	)
	if err != nil {
		return err
	}
	defer rows.Close()
	type row struct {
		key  []string
		body string
	}
	var all []row
	for rows.Next() {
		r := row{key: make([]string, len(key))}
		into := make([]any, 0, len(key)+1)
		for i := range r.key {
			into = append(into, &r.key[i])
		}
		if err := rows.Scan(append(into, &r.body)...); err != nil {
			return err
		}
		all = append(all, r)
	}
	if err := rows.Err(); err != nil {
		return err
	}
	update := fmt.Sprintf("update %s set %s = ? where %s", table, column, where)
	for _, r := range all {
		now, err := of(r.key, r.body)
		if err != nil {
			return fmt.Errorf("%s %s: %w", table, strings.Join(r.key, " "), err)
		}
		text, isText := now.(string)
		if !isText {
			body, err := json.Marshal(now)
			if err != nil {
				return err
			}
			text = string(body)
		}
		args := []any{text}
		for _, k := range r.key {
			args = append(args, k)
		}
		if _, err := u.tx.ExecContext(u.ctx, update, args...); err != nil {
			return err
		}
	}
	return nil
}

func (u *upgrade) drills() error {
	read := func(key []string, body string) (any, error) {
		d, err := drill.Read([]byte(body))
		d.ID = key[0]
		u.identify(&d)
		return d, err
	}
	if err := u.rewrite("drills", "body", []string{"id"}, read); err != nil {
		return err
	}
	return u.rewrite("drill_versions", "body", []string{"drill_id", "version"}, read)
}

func (u *upgrade) lessons() error {
	whole := func(_ []string, body string) (any, error) { return lesson.ReadFirst([]byte(body), u.identify) }
	if err := u.rewrite("lesson_versions", "body", []string{"lesson_id", "version"}, whole); err != nil {
		return err
	}
	if err := u.rewrite("runs", "lesson", []string{"id"}, whole); err != nil {
		return err
	}
	err := u.rewrite("lessons", "more", []string{"id"}, func(_ []string, body string) (any, error) {
		l, err := lesson.ReadFirst([]byte(body), u.identify)
		return More{l.Resources, l.MatchOn, l.Attendance}, err
	})
	if err != nil {
		return err
	}
	return u.rewrite(
		"blocks",
		"body",
		[]string{"lesson_id", "place"},
		func(_ []string, body string) (any, error) {
			return lesson.ReadFirstBlock([]byte(body), u.identify)
		},
	)
}

// results are kept under the ids of their skills.
func (u *upgrade) results() error {
	rows, err := u.tx.QueryContext(u.ctx, `select distinct skill from results`)
	if err != nil {
		return err
	}
	defer rows.Close()
	var skills []string
	for rows.Next() {
		var words string
		if err := rows.Scan(&words); err != nil {
			return err
		}
		skills = append(skills, words)
	}
	if err := rows.Err(); err != nil {
		return err
	}
	for _, words := range skills {
		id, ok := drill.SkillFrom(words)
		if !ok {
			return fmt.Errorf("results are kept under %q, which is no skill", words)
		}
		if _, _, situation := id.Parts(); strings.HasPrefix(situation, drill.OwnPrefix) &&
			u.named[situation] == "" {
			_, u.named[situation], _ = strings.Cut(words, ", ")
		}
		if _, err := u.tx.ExecContext(
			u.ctx,
			`update results set skill = ? where skill = ?`,
			string(id),
			words,
		); err != nil {
			return err
		}
	}
	return nil
}

func (u *upgrade) situations() error {
	for id, words := range u.named {
		if _, err := u.tx.ExecContext(
			u.ctx,
			`insert into situations (id, words) values (?, ?)`,
			id,
			words,
		); err != nil {
			return err
		}
	}
	return nil
}
