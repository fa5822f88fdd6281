-- name: ListDocuments :many
select * from documents where kind = ? and removed = 0 order by id limit 2000;

-- name: GetDocument :one
select * from documents where kind = ? and id = ?;

-- name: InsertDocument :exec
insert into documents (kind, id, version, saved_at, removed, body) values (?, ?, 1, ?, 0, ?);

-- name: UpdateDocument :exec
update documents set version = version + 1, saved_at = ?, removed = 0, body = ? where kind = ? and id = ?;

-- name: RemoveDocument :execrows
update documents set removed = 1 where kind = ? and id = ? and removed = 0;

-- name: InsertDocumentVersion :exec
insert into document_versions (kind, id, version, saved_at, body) values (?, ?, ?, ?, ?);
