-- name: ListStudents :many
select * from students order by name, id;

-- name: GetStudent :one
select * from students where id = ?;

-- name: InsertStudent :exec
insert into students (id, version, name, hand, level) values (?, 1, ?, ?, ?);

-- name: UpdateStudent :execrows
update students set version = version + 1, name = ?, hand = ?, level = ? where id = ? and version = ?;

-- name: ListResultsOfStudent :many
select * from results where student_id = ? order by at, run_id, block_id, step;
