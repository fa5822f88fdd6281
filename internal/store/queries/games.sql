-- name: ListShelfGames :many
select * from game_shelf where removed = 0 order by saved_at desc, id limit 2000;

-- name: GetShelfGame :one
select * from game_shelf where id = ?;

-- name: InsertShelfGame :exec
insert into game_shelf (id, version, saved_at, removed, body) values (?, 1, ?, 0, ?);

-- name: UpdateShelfGame :exec
update game_shelf set version = version + 1, saved_at = ?, removed = 0, body = ? where id = ?;

-- name: RemoveShelfGame :execrows
update game_shelf set removed = 1 where id = ? and removed = 0;

-- name: InsertGameVersion :exec
insert into game_versions (game_id, version, saved_at, body) values (?, ?, ?, ?);

-- name: ListGameVersions :many
select version, saved_at, body from game_versions where game_id = ? order by version desc limit 200;
