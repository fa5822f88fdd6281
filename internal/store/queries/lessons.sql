-- name: PageOfLessons :many
-- Lessons before a key, latest day first.
select l.id, l.title, l.date, l.start, l.slot_minutes, l.court, l.coach from lessons l
where l.date >= sqlc.arg('since') and l.date < sqlc.arg('until')
  and (l.date, l.start, l.id) < (sqlc.arg('date'), sqlc.arg('start'), sqlc.arg('id'))
  and (cast(sqlc.arg('student') as text) = '' or exists (select 1 from lesson_students p where p.lesson_id = l.id and p.student_id in (select w.id from who w where w.one = sqlc.arg('student'))))
  and not exists (select 1 from json_each(cast(sqlc.arg('words') as text)) w where not (instr(lower(l.title), w.value) > 0 or instr(lower(l.aim), w.value) > 0
    or exists (select 1 from lesson_students p join who on who.id = p.student_id join students s on s.id = who.one where p.lesson_id = l.id and instr(lower(s.name), w.value) > 0)
    or exists (select 1 from coaches c where c.id = l.coach and instr(lower(c.name), w.value) > 0)
    or exists (select 1 from blocks b where b.lesson_id = l.id and instr(lower(b.title), w.value) > 0)))
order by l.date desc, l.start desc, l.id desc limit sqlc.arg('limit');

-- name: PageOfLessonsAhead :many
-- Lessons after a key, earliest day first.
select l.id, l.title, l.date, l.start, l.slot_minutes, l.court, l.coach from lessons l
where l.date >= sqlc.arg('since') and l.date < sqlc.arg('until')
  and (l.date, l.start, l.id) > (sqlc.arg('date'), sqlc.arg('start'), sqlc.arg('id'))
  and (cast(sqlc.arg('student') as text) = '' or exists (select 1 from lesson_students p where p.lesson_id = l.id and p.student_id in (select w.id from who w where w.one = sqlc.arg('student'))))
  and not exists (select 1 from json_each(cast(sqlc.arg('words') as text)) w where not (instr(lower(l.title), w.value) > 0 or instr(lower(l.aim), w.value) > 0
    or exists (select 1 from lesson_students p join who on who.id = p.student_id join students s on s.id = who.one where p.lesson_id = l.id and instr(lower(s.name), w.value) > 0)
    or exists (select 1 from coaches c where c.id = l.coach and instr(lower(c.name), w.value) > 0)
    or exists (select 1 from blocks b where b.lesson_id = l.id and instr(lower(b.title), w.value) > 0)))
order by l.date asc, l.start asc, l.id asc limit sqlc.arg('limit');

-- name: ListLessonDays :many
-- When some lessons are.
select id, title, date, start, slot_minutes, court, coach from lessons where id in (sqlc.slice('ids'));

-- name: ListBlockOutlines :many
select lesson_id, kind, title, minutes from blocks where lesson_id in (sqlc.slice('ids')) order by lesson_id, place;

-- name: ListNamesInLessons :many
select ls.lesson_id, s.id as student_id, s.name from lesson_students ls join who w on w.id = ls.student_id join students s on s.id = w.one
where ls.lesson_id in (sqlc.slice('ids')) order by ls.lesson_id, ls.place;

-- name: ListNamesOfCoaches :many
select id, name from coaches;

-- name: ListLatestRuns :many
select lesson_id, id, status, max(started_at) as started_at from runs
where lesson_id in (sqlc.slice('ids')) and status not in ('removed', 'givenUp') group by lesson_id;

-- name: GetLesson :one
select l.*, t.body from lessons l join lesson_versions v on v.lesson_id = l.id and v.version = l.version
join texts t on t.id = v.text where l.id = ?;

-- name: ListStudentsInLesson :many
select s.* from lesson_students ls join who w on w.id = ls.student_id join students s on s.id = w.one where ls.lesson_id = ? order by ls.place;

-- name: InsertLesson :exec
insert into lessons (id, version, title, aim, date, start, slot_minutes, court, more) values (?, 1, ?, ?, ?, ?, ?, ?, ?);

-- name: UpdateLesson :execrows
update lessons set version = version + 1, title = ?, aim = ?, date = ?, start = ?, slot_minutes = ?, court = ?, more = ? where id = ? and version = ?;

-- name: DeleteBlocks :exec
delete from blocks where lesson_id = ?;

-- name: InsertBlock :exec
insert into blocks (lesson_id, place, id, kind, title, minutes) values (?, ?, ?, ?, ?, ?);

-- name: DeleteLessonStudents :exec
delete from lesson_students where lesson_id = ?;

-- name: InsertLessonStudent :exec
insert into lesson_students (lesson_id, place, student_id) values (?, ?, ?);

-- name: InsertLessonVersion :exec
insert into lesson_versions (lesson_id, version, saved_at, text) values (?, ?, ?, ?);

-- name: GetLessonVersion :one
select t.body from lesson_versions v join texts t on t.id = v.text where v.lesson_id = ? and v.version = ?;

-- name: ListElsewhere :many
-- Who of these students, a JSON list, is in another lesson on a day, which was not given yet.
select l.id, l.title, l.start, l.slot_minutes, w.one as student from lessons l
join lesson_students p on p.lesson_id = l.id join who w on w.id = p.student_id
where l.date = sqlc.arg('date') and l.id <> sqlc.arg('id')
  and w.one in (select a.value from json_each(cast(sqlc.arg('students') as text)) a)
  and not exists (select 1 from runs r where r.lesson_id = l.id and r.status = 'finished')
order by l.start, l.id, p.place;

-- name: ListSavedAt :many
select lesson_id, cast(max(saved_at) as integer) as saved_at from lesson_versions
where lesson_id in (sqlc.slice('ids')) group by lesson_id;

-- name: FirstSaved :one
select cast(coalesce(min(saved_at), 0) as integer) from lesson_versions where lesson_id = ?;

-- name: LessonVersionFrom :one
-- The version, or the one that its sitting became.
select v.version, t.body from lesson_versions v join texts t on t.id = v.text
where v.lesson_id = ? and v.version >= ? order by v.version limit 1;

-- name: ThinLessonVersions :execrows
-- Of the versions saved between these times all that were saved again in the same sitting.
delete from lesson_versions where rowid in (
    select v.rowid from lesson_versions v
    where v.saved_at >= sqlc.arg('since') and v.saved_at < sqlc.arg('until')
      and exists (select 1 from lesson_versions n where n.lesson_id = v.lesson_id and n.version > v.version
                  and n.saved_at < v.saved_at + sqlc.arg('sitting')));

-- name: ListLessonVersions :many
select v.version, v.saved_at, t.body from lesson_versions v join texts t on t.id = v.text
where v.lesson_id = ? and v.version < ? order by v.version desc limit ?;

-- name: LatestLessonOf :one
-- The latest lesson with any of these students, a JSON list; of just these, so many, where only is not 0.
select l.id from lessons l
where l.id in (select p.lesson_id from lesson_students p where p.student_id in (
        select w.id from who w where w.one in (select a.value from json_each(cast(sqlc.arg('students') as text)) a)))
  and (cast(sqlc.arg('only') as integer) = 0
    or (select count(*) from lesson_students p join who w on w.id = p.student_id
        where p.lesson_id = l.id and w.one in (select b.value from json_each(cast(sqlc.arg('students') as text)) b)) = sqlc.arg('only')
    and (select count(*) from lesson_students p where p.lesson_id = l.id) = sqlc.arg('only'))
order by l.date desc, l.start desc, l.id desc limit 1;
