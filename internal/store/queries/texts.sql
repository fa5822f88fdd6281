-- name: FindText :one
select id from texts where hash = ?;

-- name: CountTexts :one
select count(*) from texts;

-- name: InsertText :one
insert into texts (hash, body) values (?, ?) returning id;

-- name: DropTexts :execrows
-- Those that no version and no run has any more.
delete from texts where not exists (select 1 from lesson_versions v where v.text = texts.id)
  and not exists (select 1 from runs r where r.text = texts.id);
