-- name: ListDocuments :many
-- Those of a kind that are there, the one saved last first.
select * from documents where kind = ? and removed = 0 order by saved_at desc, id;

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

-- name: ListDocumentVersions :many
select version, saved_at, body from document_versions
where kind = ? and id = ? and version < ? order by version desc limit ?;

-- name: GetDocumentVersion :one
select body from document_versions where kind = ? and id = ? and version = ?;

-- name: ThinDocumentVersions :execrows
-- Of the versions saved before that time all that were saved again in the same sitting.
delete from document_versions
where document_versions.saved_at < sqlc.arg('until')
  and exists (select 1 from document_versions n
              where n.kind = document_versions.kind and n.id = document_versions.id
                and n.version > document_versions.version
                and n.saved_at < document_versions.saved_at + sqlc.arg('sitting'));

-- name: ListFavourites :many
select drill_id from drill_favourites;

-- name: AddFavourite :exec
insert into drill_favourites (drill_id) values (?) on conflict do nothing;

-- name: DropFavourite :exec
delete from drill_favourites where drill_id = ?;
