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
insert into devices (id, name, role, way, since, seen, ended, coach, known)
values (sqlc.arg('id'), sqlc.arg('name'), sqlc.arg('role'), sqlc.arg('way'), sqlc.arg('since'), sqlc.arg('seen'), 0,
    nullif(cast(sqlc.arg('coach') as text), ''), sqlc.arg('known'));

-- name: GetDevice :one
select d.id, d.name, d.role, d.since, d.seen, cast(coalesce(c.id, '') as text) as coach, cast(coalesce(c.name, '') as text) as coach_name
from devices d left join coaches c on c.id = d.coach where d.id = ? and d.ended = 0 and coalesce(c.ended, 0) = 0;

-- name: KnownDevice :one
select id from devices where known = ?;

-- name: ListDevices :many
select d.id, d.name, d.role, d.way, d.since, d.seen, cast(coalesce(c.name, '') as text) as coach_name
from devices d left join coaches c on c.id = d.coach where d.ended = 0 order by d.seen desc, d.id limit 500;

-- name: SeeDevice :exec
update devices set seen = ? where id = ?;

-- name: ChangeDevice :execrows
update devices set name = ?, role = ? where id = ? and ended = 0;

-- name: EndDevice :execrows
update devices set ended = ? where id = ? and ended = 0;

-- name: EndDevicesByWay :exec
update devices set ended = ? where way = ? and coach is null and ended = 0 and id <> ?;

-- name: ListCoaches :many
-- Coaches, and how many lessons from a day on each gives.
select c.id, c.name, c.since, c.ended,
    (select count(*) from lessons l where l.coach = c.id and l.date >= ?) as ahead
from coaches c order by c.ended, lower(c.name), c.id;

-- name: GetCoach :one
select * from coaches where id = ?;

-- name: InsertCoach :exec
insert into coaches (id, name, passphrase, since, ended) values (?, ?, ?, ?, 0);

-- name: ChangeCoach :execrows
update coaches set name = ?, passphrase = ?, ended = ? where id = ?;

-- name: EndDevicesOfCoach :exec
update devices set ended = sqlc.arg('ended')
where coach = cast(sqlc.arg('coach') as text) and ended = 0 and id <> sqlc.arg('id');

-- name: EndDevicesOfCoachByWay :exec
update devices set ended = sqlc.arg('ended')
where coach = cast(sqlc.arg('coach') as text) and way = sqlc.arg('way') and ended = 0 and id <> sqlc.arg('id');

-- name: ListDevicesOfCoach :many
select id from devices where coach = cast(sqlc.arg('coach') as text) and ended = 0;

-- name: HandOver :exec
-- The lessons of one coach from a day on go to another.
update lessons set coach = cast(sqlc.arg('to') as text) where coach = cast(sqlc.arg('one') as text) and date >= sqlc.arg('since');

-- name: GiveLesson :exec
update lessons set coach = nullif(cast(sqlc.arg('coach') as text), '') where id = sqlc.arg('id');

-- name: InsertCardLink :exec
insert into card_links (id, student_id, secret, made, expires, opened, ended) values (?, ?, ?, ?, ?, 0, 0);

-- name: ListCardLinks :many
select * from card_links where student_id = ? and ended = 0 and expires > ? order by made desc;

-- name: OpenCardLink :one
update card_links set opened = ? where secret = ? and ended = 0 and expires > ? returning student_id, expires;

-- name: EndCardLink :execrows
update card_links set ended = ? where id = ? and student_id = ? and ended = 0;

-- name: InsertDeed :one
insert into deeds (at, device, who, role, what, thing, number) values (?, ?, ?, ?, ?, ?, ?) returning n;

-- name: AddToDeed :exec
update deeds set number = number + ? where n = ?;

-- name: ListDeeds :many
select d.n, d.at, d.who, d.role, d.what, d.thing, d.number,
    cast(coalesce(
        (select s.name from students s where s.id = d.thing),
        (select l.title from lessons l where l.id = d.thing),
        (select c.name from coaches c where c.id = d.thing),
        (select l.title from runs r join lessons l on l.id = r.lesson_id where r.id = d.thing),
        ''
    ) as text) as named
from deeds d where d.n < ? order by d.n desc limit 60;

-- name: FirstWork :one
select cast(coalesce(min(saved_at), 0) as integer) from lesson_versions;
