-- name: ListRuns :many
select id, lesson_id, lesson, started_at, status, minutes, note from runs order by started_at desc, id desc limit 200;

-- name: GetRun :one
select * from runs where id = ?;

-- name: InsertRun :exec
insert into runs (id, lesson_id, lesson, started_at, status, minutes, note) values (?, ?, ?, ?, 'ready', 0, '');

-- name: UpdateRun :exec
update runs set started_at = ?, status = ?, minutes = ?, note = ? where id = ?;

-- name: ListEvents :many
select body from events where run_id = ? order by id;

-- name: InsertEvent :exec
insert into events (run_id, id, body) values (?, ?, ?) on conflict do nothing;

-- name: DeleteResults :exec
delete from results where run_id = ?;

-- name: InsertResult :exec
insert into results (run_id, student_id, block_id, step, skill, at, balls, good, best, met, radius, asked) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?);

-- name: ListResultsOfRuns :many
select r.* from results r join (select id from runs order by started_at desc, id desc limit 200) recent on recent.id = r.run_id order by r.run_id, r.student_id;

-- name: DeleteEngagements :exec
delete from engagements where run_id = ?;

-- name: InsertEngagement :exec
insert into engagements (run_id, student_id, value) values (?, ?, ?);

-- name: ListEngagements :many
select e.* from engagements e join (select id from runs order by started_at desc, id desc limit 200) recent on recent.id = e.run_id;

-- name: DeleteEfforts :exec
delete from efforts where run_id = ?;

-- name: InsertEffort :exec
insert into efforts (run_id, student_id, value) values (?, ?, ?);

-- name: ListRunsOfStudents :many
select distinct r.id, r.lesson, r.started_at from runs r join results x on x.run_id = r.id
where r.status = 'finished' and r.started_at >= sqlc.arg('since') and x.student_id in (sqlc.slice('students'))
order by r.started_at desc limit 12;

-- name: ListResultsOfRun :many
select * from results where run_id = ?;

-- name: DeleteRallies :exec
delete from rallies where run_id = ?;

-- name: InsertRallies :exec
insert into rallies (run_id, block_id, student_a, student_b, won_a, won_b) values (?, ?, ?, ?, ?, ?);

-- name: RalliesBetween :one
-- Won by the first of two against the second, and by the second.
select cast(coalesce(sum(case when student_a = sqlc.arg('a') then won_a else won_b end), 0) as integer) as won,
       cast(coalesce(sum(case when student_a = sqlc.arg('a') then won_b else won_a end), 0) as integer) as lost
from rallies
where (student_a = sqlc.arg('a') and student_b = sqlc.arg('b'))
   or (student_a = sqlc.arg('b') and student_b = sqlc.arg('a'));
