-- name: ListStudents :many
select * from students order by name, id;

-- name: GetStudent :one
select * from students where id = ?;

-- name: InsertStudent :exec
insert into students (id, version, name, hand, level, more, archived) values (?, 1, ?, ?, ?, ?, ?);

-- name: UpdateStudent :execrows
update students set version = version + 1, name = ?, hand = ?, level = ?, more = ?, archived = ? where id = ? and version = ?;

-- name: KeepFormerName :exec
insert or ignore into former_names (student_id, name) values (?, ?);

-- name: MergeStudent :exec
update students set version = version + 1, merged = cast(sqlc.arg('into') as text) where id = sqlc.arg('id') or merged = sqlc.arg('id');

-- name: SplitStudent :exec
update students set version = version + 1, merged = null where id = ?;

-- name: ListResultsOfStudent :many
select * from counted where student_id in (select w.id from who w where w.one = sqlc.arg('student')) order by at, run_id, block_id, step, shot;

-- name: ListCalled :many
-- What everybody is called who ever was a student here.
select w.id, w.one, s.name, s.level from who w join students s on s.id = w.one;

-- name: ListGroups :many
select * from groups order by name, id;

-- name: GetGroup :one
select * from groups where id = ?;

-- name: InsertGroup :exec
insert into groups (id, version, name, students) values (?, 1, ?, ?);

-- name: UpdateGroup :execrows
update groups set version = version + 1, name = ?, students = ? where id = ? and version = ?;

-- name: DeleteGroup :exec
delete from groups where id = ?;

-- name: ListSessionsOfStudent :many
select r.lesson_id, r.started_at, r.minutes, cast(own.effort as integer) as rating,
  cast(own.engagement as integer) as engagement, cast(own.note as text) as note,
  cast(coalesce((select group_concat(t.word, ', ') from tags t where t.run_id = r.id and t.student_id in (select w.id from who w where w.one = sqlc.arg('student'))), '') as text) as words
from (select x.run_id, max(x.effort) as effort, max(x.engagement) as engagement, max(x.note) as note from attended x where x.student_id in (select w.id from who w where w.one = sqlc.arg('student')) group by x.run_id) own
join runs r on r.id = own.run_id
where r.status = 'finished'
order by r.started_at desc;

-- name: ListPlannedOfStudent :many
-- Lessons not given yet, from that day on.
select l.id, l.date, l.slot_minutes
from lessons l join lesson_students p on p.lesson_id = l.id
where p.student_id in (select w.id from who w where w.one = sqlc.arg('student')) and l.date >= sqlc.arg('from')
  and not exists (select 1 from runs r where r.lesson_id = l.id and r.status = 'finished')
order by l.date, l.start;

-- name: ListShown :many
select * from shown where student_id in (select w.id from who w where w.one = sqlc.arg('student')) order by day desc, id desc;

-- name: PutShown :exec
insert into shown (student_id, id, day, words, place) values (?, ?, ?, ?, ?)
on conflict (student_id, id) do update set day = excluded.day, words = excluded.words, place = excluded.place;

-- name: DropShown :execrows
delete from shown where shown.id = sqlc.arg('id') and shown.student_id in (select w.id from who w where w.one = sqlc.arg('student'));
