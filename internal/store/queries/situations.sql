-- name: ListSituations :many
select * from situations;

-- name: PutSituation :exec
insert into situations (id, words) values (?, ?) on conflict (id) do update set words = excluded.words;

-- name: EvidenceVersion :one
select version from evidence;

-- name: EvidenceChanged :exec
update evidence set version = version + 1;
