package store

import (
	"database/sql"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"
)

// before is a file as the version before a migration left it.
func before(t *testing.T, migration int64) (path string, db *sql.DB) {
	path = filepath.Join(t.TempDir(), "club.db")
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	p, err := steps(db)
	require.NoError(t, err)
	_, err = p.UpTo(t.Context(), migration-1)
	require.NoError(t, err)
	return path, db
}

// What an older version wrote is there after its tables were made anew, a word that nobody
// knows becomes the nearest, and what referred to nothing does not any more.
func TestTablesAreMadeAnewWithAllThatWasInThem(t *testing.T) {
	path, db := before(t, 32)
	for _, write := range []string{
		`insert into students (id, version, name, hand, level, more, archived, merged) values
			('wren', 3, 'Wren Holt', 'left', 'performance', '{"notes":"x"}', 0, ''),
			('twin', 1, 'W. Holt', 'right', 'beginner', '{}', 1, 'wren'),
			('odd', 0, 'Odd', 'both', 'expert', '{}', 2, 'nobody')`,
		`insert into lessons (id, version, title, aim, date, start, slot_minutes, court) values
			('l', 2, 'Tuesday', 'Depth', '2026-11-24', '17:00', 60, 'tennis')`,
		`insert into lesson_students values ('l', 0, 'wren')`,
		`insert into blocks values ('l', 0, 'b', 'drill', 'Corners', 12), ('l', 1, 'c', 'nap', 'Rest', 3)`,
		`insert into runs (id, lesson_id, started_at, status, minutes, note, title, students) values
			('r', 'l', 5, 'finished', 61.5, 'Windy', 'Tuesday', '["wren"]')`,
		`insert into events (run_id, id, body, device) values ('r', 'e', '{"kind":"good"}', 'phone')`,
		`insert into asks (id, body) values (1, '[]')`,
		`insert into results values
			('r', 'wren', 'b', 0, 0, 7, 20, 12, 4, 1, 1.5, 1, 'total', 'forehand', 'Deep', 'd', 'e',
				'{"title":"Corners","name":"Deep","count":12}'),
			('r', 'wren', 'b', 1, 0, 8, 9, 3, 2, 0, 1.5, 1, 'guess', 'forehand', 'Deep', 'd', 'e',
				'{"title":"Corners","name":"Deeper"}')`,
		`insert into games (run_id, block_id, n, at, title, court, points_a, points_b, won_a, won_b, over, winner,
			favours, marks, own, game) values ('r', 'b', 0, 8, 'To 11', 0, 11, 4, 11, 4, 1, 0, 0.5, '[]', '[]', 'g')`,
		`insert into game_players values ('wren', 'r', 'b', 0, 1), ('wren', 'r', 'b', 9, 0)`,
		`insert into attended values ('r', 'wren', 'Good', 3, 5, 7)`,
		`insert into documents values ('drill', 'd', 2, 9, 0, '{}')`,
		`insert into document_versions values ('drill', 'd', 1, 8, '{"v":1}'), ('drill', 'gone', 1, 8, '{}')`,
		`insert into devices (id, name, role, way, since, seen, ended) values
			('p', 'Phone', 'coach', 'code', 1, 2, 0)`,
		`insert into deeds (n, at, device, who, role, what, thing, number) values
			(4, 1, 'p', 'Phone', 'coach', 'x', 'r', 2)`,
		`insert into moves values ('wren', 'ladder', 0, 3, 'up', 'two', 'gate met')`,
	} {
		_, err := db.Exec(write)
		require.NoError(t, err, write)
	}
	require.NoError(t, db.Close())
	s := openAt(t, path)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	for _, is := range [][2]string{
		{
			`select group_concat(id || version || archived || coalesce(merged, '-') || hand || level || name, ' ') from
			(select * from students order by id)`,
			"odd11-rightclubOdd twin11wrenrightbeginnerW. Holt wren30-leftperformanceWren Holt",
		},
		{
			`select more from students where id = 'wren'`,
			`{"notes":"x"}`,
		},
		{
			`select group_concat(id, ' ') from (select id from who where one = 'wren' order by id)`,
			"twin wren",
		},
		{
			`select version || title || aim || date || start || slot_minutes || court from lessons`,
			"2TuesdayDepth2026-11-2417:0060tennis",
		},
		{
			`select group_concat(id || kind || title || minutes, ' ') from blocks`,
			"bdrillCorners12 ctalkRest3",
		},
		{
			`select status || minutes || note || title || students from runs`,
			`finished61.5WindyTuesday["wren"]`,
		},
		{
			`select id || body || device from events`,
			`e{"kind":"good"}phone`,
		},
		{
			`select group_concat(balls || good || kind || skill || stage || drill || edition || radius || hit, ' ')
				from counted`,
			"2012totalforehandDeepde1.50 93totalforehandDeepde1.50",
		},
		{
			`select group_concat(drill_title || more, ' ') from counted`,
			`Corners{"count":12} Corners{"name":"Deeper"}`,
		},
		{`select group_concat(more, ' ') from results`, `{"count":12} {"name":"Deeper"}`},
		{`select count(*) from asks`, "1"},
		{
			`select title || game || points_a || winner || favours from games`,
			"To 11g1100.5",
		},
		{
			`select group_concat(n || '-' || side) from game_players`,
			"0-1",
		},
		{
			`select note || engagement || effort || confidence from attended`,
			"Good357",
		},
		{
			`select group_concat(id || version || body) from document_versions`,
			`d1{"v":1}`,
		},
		{
			`select name || role || way || seen from devices`,
			"Phonecoachcode2",
		},
		{
			`select n || who || role || number from deeds`,
			"4Phonecoach2",
		},
		{
			`select kind || rung || reason from moves`,
			"uptwogate met",
		},
		{
			`select count(*) from pragma_foreign_key_check`,
			"0",
		},
		{
			`select * from pragma_integrity_check`,
			"ok",
		},
	} {
		var got string
		require.NoError(t, s.write.QueryRow(is[0]).Scan(&got), is[0])
		require.Equal(t, is[1], got, is[0])
	}
	var plan string
	row := s.write.QueryRow(`explain query plan select id from who where one = 'wren'`)
	require.NoError(t, row.Scan(new(int), new(int), new(int), &plan))
	require.Contains(t, plan, "students_by_one", "who everybody is takes an index")
}

// A table refuses what makes no sense, whoever writes it.
func TestTablesRefuseWhatMakesNoSense(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "club.db"))
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	const lesson = `insert into lessons (id, version, title, aim, date, start, slot_minutes, court) values
		('l', 1, '', '', '2026-11-24', '17:00', 60, 'tennis')`
	_, err := s.write.Exec(lesson)
	require.NoError(t, err)
	for _, write := range []string{
		`insert into students (id, version, name, hand, level) values ('a', 1, 'A', 'both', 'club')`,
		`insert into students (id, version, name, hand, level) values ('a', 1, 'A', 'left', 'expert')`,
		`insert into students (id, version, name, hand, level, merged) values ('a', 1, 'A', 'left', 'club', 'a')`,
		`insert into students (id, version, name, hand, level, merged) values ('a', 1, 'A', 'left', 'club', 'b')`,
		`insert into runs (id, lesson_id, started_at, status, minutes, note) values ('r', 'l', 0, 'lost', 0, '')`,
		`insert into runs (id, lesson_id, started_at, status, minutes, note) values ('r', 'm', 0, 'ready', 0, '')`,
		`insert into blocks (lesson_id, place, id, kind, title, minutes) values ('l', 0, 'b', 'nap', '', 5)`,
		`insert into devices (id, name, role, way, since, seen, ended) values ('p', '', 'king', 'code', 0, 0, 0)`,
		`insert into documents values ('poem', 'd', 1, 0, 0, '{}')`,
		`insert into game_players values ('a', 'r', 'b', 0, 0)`,
		`insert into moves values ('a', 'l', 0, 0, 'fall', '', '')`,
	} {
		_, err := s.write.Exec(write)
		require.ErrorContains(t, err, "constraint failed", write)
	}
}
