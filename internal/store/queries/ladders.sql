-- name: ListMoves :many
select * from moves where student_id in (select w.id from who w where w.one = sqlc.arg('student')) order by ladder, at, n;

-- name: LastMove :one
select cast(coalesce(max(n), -1) as integer) from moves where student_id = ? and ladder = ?;

-- name: InsertMove :exec
insert into moves (student_id, ladder, n, at, kind, rung, reason) values (?, ?, ?, ?, ?, ?, ?);

-- name: DeleteMove :execrows
delete from moves where student_id = ? and ladder = ? and n = ?;

-- name: ListDeclined :many
select * from declined where student_id = ?;

-- name: Decline :exec
insert into declined (student_id, advice, at, sessions) values (?, ?, ?, ?)
on conflict (student_id, advice) do update set at = excluded.at, sessions = excluded.sessions;

-- name: DropDeclined :exec
delete from declined where student_id = ? and advice = ?;

-- name: LatestHome :one
select * from home where student_id = ? order by n desc limit 1;

-- name: InsertHome :exec
insert into home (student_id, n, at, practices) values (?, ?, ?, ?);

-- name: ListHomeDone :many
select * from home_done where student_id in (select w.id from who w where w.one = sqlc.arg('student')) order by at;

-- name: PutHomeDone :exec
insert into home_done (student_id, practice, at, run, times) values (?, ?, ?, ?, ?)
on conflict (student_id, practice, at) do update set times = excluded.times;

-- name: ListSharedNotes :many
select run_id from shared_notes where student_id in (select w.id from who w where w.one = sqlc.arg('student'));

-- name: ShareNote :exec
insert into shared_notes (run_id, student_id) values (?, ?) on conflict do nothing;

-- name: KeepNote :exec
delete from shared_notes where run_id = ? and student_id = ?;

-- name: ListRunsOfStudentBetween :many
select r.id, t.body as lesson, r.started_at, r.minutes from runs r join texts t on t.id = r.text
where r.status = 'finished' and r.started_at >= sqlc.arg('since') and r.started_at < sqlc.arg('until')
  and exists (select 1 from attended x where x.run_id = r.id and x.student_id in (select w.id from who w where w.one = sqlc.arg('student')))
order by r.started_at;

-- name: CountMissed :one
select count(*) from runs r
where r.status = 'finished' and r.started_at >= sqlc.arg('since') and r.started_at < sqlc.arg('until')
  and exists (select 1 from lesson_students p where p.lesson_id = r.lesson_id and p.student_id in (select w.id from who w where w.one = sqlc.arg('student')))
  and not exists (select 1 from attended x where x.run_id = r.id and x.student_id in (select w.id from who w where w.one = sqlc.arg('student')));
