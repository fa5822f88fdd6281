-- name: ListDrills :many
select * from drills where removed = 0 order by saved_at desc, id limit 2000;

-- name: GetDrill :one
select * from drills where id = ?;

-- name: InsertDrill :exec
insert into drills (id, version, saved_at, removed, body) values (?, 1, ?, 0, ?);

-- name: UpdateDrill :exec
update drills set version = version + 1, saved_at = ?, removed = 0, body = ? where id = ?;

-- name: RemoveDrill :execrows
update drills set removed = 1 where id = ? and removed = 0;

-- name: InsertDrillVersion :exec
insert into drill_versions (drill_id, version, saved_at, body) values (?, ?, ?, ?);

-- name: ListDrillVersions :many
select version, saved_at, body from drill_versions where drill_id = ? order by version desc limit 200;

-- name: ListFavourites :many
select drill_id from drill_favourites;

-- name: AddFavourite :exec
insert into drill_favourites (drill_id) values (?) on conflict do nothing;

-- name: DropFavourite :exec
delete from drill_favourites where drill_id = ?;
