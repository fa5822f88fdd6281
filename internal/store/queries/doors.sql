-- name: GetPassphrase :one
select passphrase from club;

-- name: SetPassphrase :exec
update club set passphrase = ?;

-- name: GetClub :one
select id, copy, zone from club;

-- name: SetZone :exec
update club set zone = ?;

-- name: GetRetention :one
select keep_months, thinned from club;

-- name: SetRetention :exec
update club set keep_months = ?;

-- name: GetSession :one
select data from sessions where token = ? and expiry > ?;

-- name: PutSession :exec
insert into sessions (token, data, expiry) values (?, ?, ?)
on conflict (token) do update set data = excluded.data, expiry = excluded.expiry;

-- name: DropSession :exec
delete from sessions where token = ?;

-- name: DropSessionsBefore :exec
delete from sessions where expiry <= ?;

-- name: InsertDevice :exec
insert into devices (id, name, role, way, since, seen, ended) values (?, ?, ?, ?, ?, ?, 0);

-- name: GetDevice :one
select * from devices where id = ? and ended = 0;

-- name: ListDevices :many
select * from devices where ended = 0 order by seen desc, id limit 500;

-- name: SeeDevice :exec
update devices set seen = ? where id = ?;

-- name: ChangeDevice :execrows
update devices set name = ?, role = ? where id = ? and ended = 0;

-- name: EndDevice :execrows
update devices set ended = ? where id = ? and ended = 0;

-- name: EndDevicesByWay :exec
update devices set ended = ? where way = ? and ended = 0 and id <> ?;

-- name: InsertCardLink :exec
insert into card_links (id, student_id, secret, made, expires, opened, ended) values (?, ?, ?, ?, ?, 0, 0);

-- name: ListCardLinks :many
select * from card_links where student_id = ? and ended = 0 and expires > ? order by made desc;

-- name: OpenCardLink :one
update card_links set opened = ? where secret = ? and ended = 0 and expires > ? returning student_id, expires;

-- name: EndCardLink :execrows
update card_links set ended = ? where id = ? and student_id = ? and ended = 0;

-- name: InsertDeed :exec
insert into deeds (at, device, who, role, what, thing) values (?, ?, ?, ?, ?, ?);

-- name: ListDeeds :many
select d.n, d.at, d.who, d.role, d.what, d.thing,
    cast(coalesce(
        (select s.name from students s where s.id = d.thing),
        (select l.title from lessons l where l.id = d.thing),
        (select l.title from runs r join lessons l on l.id = r.lesson_id where r.id = d.thing),
        ''
    ) as text) as named
from deeds d where d.n < ? order by d.n desc limit 60;

-- name: FirstWork :one
select cast(coalesce(min(saved_at), 0) as integer) from lesson_versions;
