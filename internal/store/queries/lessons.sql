-- name: ListLessons :many
select id, title, date, start, slot_minutes, court from lessons order by date desc, start desc, id limit 500;

-- name: ListBlockOutlines :many
select lesson_id, kind, title, minutes from blocks order by lesson_id, place;

-- name: ListNamesInLessons :many
select ls.lesson_id, s.id as student_id, s.name from lesson_students ls join who w on w.id = ls.student_id join students s on s.id = w.one order by ls.lesson_id, ls.place;

-- name: ListLatestRuns :many
select lesson_id, id, status, max(started_at) as started_at from runs where status not in ('removed', 'givenUp') group by lesson_id;

-- name: GetLesson :one
select * from lessons where id = ?;

-- name: ListBlocks :many
select * from blocks where lesson_id = ? order by place;

-- name: ListStudentsInLesson :many
select s.* from lesson_students ls join who w on w.id = ls.student_id join students s on s.id = w.one where ls.lesson_id = ? order by ls.place;

-- name: InsertLesson :exec
insert into lessons (id, version, title, aim, date, start, slot_minutes, court, more) values (?, 1, ?, ?, ?, ?, ?, ?, ?);

-- name: UpdateLesson :execrows
update lessons set version = version + 1, title = ?, aim = ?, date = ?, start = ?, slot_minutes = ?, court = ?, more = ? where id = ? and version = ?;

-- name: DeleteBlocks :exec
delete from blocks where lesson_id = ?;

-- name: InsertBlock :exec
insert into blocks (lesson_id, place, id, kind, title, minutes, body) values (?, ?, ?, ?, ?, ?, ?);

-- name: DeleteLessonStudents :exec
delete from lesson_students where lesson_id = ?;

-- name: InsertLessonStudent :exec
insert into lesson_students (lesson_id, place, student_id) values (?, ?, ?);

-- name: InsertLessonVersion :exec
insert into lesson_versions (lesson_id, version, saved_at, body) values (?, ?, ?, ?);

-- name: GetLessonVersion :one
select body from lesson_versions where lesson_id = ? and version = ?;

-- name: ListLessonVersions :many
select version, saved_at, body from lesson_versions where lesson_id = ? order by version desc limit 100;

-- name: LatestLessonOf :one
select l.id from lessons l join lesson_students p on p.lesson_id = l.id
where p.student_id in (select w.id from students w where w.id = sqlc.arg('student') or w.merged = sqlc.arg('student'))
order by l.date desc, l.start desc limit 1;
