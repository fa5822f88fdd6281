-- name: ListResults :many
-- What was counted from one moment to another, of one student or ('') all.
select sqlc.embed(r), s.name, runs.title from counted r
join students s on s.id = r.student_id join runs on runs.id = r.run_id
where (sqlc.arg('student') = '' or r.student_id in (select w.id from who w where w.one = sqlc.arg('student'))) and r.at >= sqlc.arg('since') and r.at < sqlc.arg('until')
order by r.at, r.run_id, r.student_id, r.block_id, r.step limit sqlc.arg('limit');
