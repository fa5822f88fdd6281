-- name: PageOfRuns :many
-- Runs before a key, latest first: those that count, or those that were removed or given up.
select r.id, r.lesson_id, r.title, r.students, r.started_at, r.status, r.minutes, r.note from runs r join lessons l on l.id = r.lesson_id
where r.started_at >= sqlc.arg('since') and r.started_at < sqlc.arg('until')
  and (r.started_at, r.id) < (cast(sqlc.arg('at') as integer), cast(sqlc.arg('id') as text))
  and (r.status in ('removed', 'givenUp')) = cast(sqlc.arg('gone') as integer)
  and (cast(sqlc.arg('student') as text) = '' or exists (select 1 from lesson_students p where p.lesson_id = r.lesson_id and p.student_id in (select w.id from who w where w.one = sqlc.arg('student')))
    or exists (select 1 from attended a where a.run_id = r.id and a.student_id in (select w.id from who w where w.one = sqlc.arg('student'))))
  and not exists (select 1 from json_each(cast(sqlc.arg('words') as text)) w where not (instr(lower(l.title), w.value) > 0 or (cast(sqlc.arg('judged') as integer) and instr(lower(r.note), w.value) > 0)
    or exists (select 1 from lesson_students p join who on who.id = p.student_id join students s on s.id = who.one
               where p.lesson_id = r.lesson_id and instr(lower(s.name), w.value) > 0)
    or exists (select 1 from attended a where cast(sqlc.arg('judged') as integer) and a.run_id = r.id and instr(lower(a.note), w.value) > 0)
    or exists (select 1 from tags t where cast(sqlc.arg('judged') as integer) and t.run_id = r.id and instr(lower(t.word), w.value) > 0)
    or exists (select 1 from blocks b where b.lesson_id = r.lesson_id and instr(lower(b.title), w.value) > 0)))
order by r.started_at desc, r.id desc limit sqlc.arg('limit');

-- name: GetRun :one
select r.id, r.lesson_id, r.started_at, r.status, t.body as lesson from runs r join texts t on t.id = r.text where r.id = ?;

-- name: InsertRun :exec
insert into runs (id, lesson_id, text, title, students, started_at, status, minutes, note) values (?, ?, ?, ?, ?, ?, 'ready', 0, '');

-- name: UpdateRun :exec
update runs set started_at = ?, status = ?, minutes = ?, note = ? where id = ?;

-- name: ListEvents :many
select body from events where run_id = ? order by id;

-- name: InsertEvent :exec
insert into events (run_id, id, body, device) values (?, ?, ?, ?) on conflict do nothing;

-- name: DeviceOfEvent :one
select device from events where run_id = ? and id = ?;

-- name: DeleteResults :exec
delete from results where run_id = ?;

-- name: InsertResult :exec
insert into results (run_id, student_id, block_id, step, skill, at, balls, good, best, met, radius, ask, more, shot)
values (sqlc.arg('run_id'), sqlc.arg('student_id'), sqlc.arg('block_id'), sqlc.arg('step'), sqlc.arg('skill'), sqlc.arg('at'), sqlc.arg('balls'), sqlc.arg('good'), sqlc.arg('best'), sqlc.arg('met'), sqlc.arg('radius'), sqlc.arg('ask'), sqlc.arg('more'), sqlc.arg('shot'));

-- name: FindAsk :one
select id from asks where drill = ? and edition = ? and stage = ? and kind = ? and title = ? and body = ? order by id limit 1;

-- name: InsertAsk :one
insert into asks (kind, drill, edition, stage, title, body) values (?, ?, ?, ?, ?, ?) returning id;

-- name: GetAsk :one
select body from asks where id = ?;

-- name: ListResultsOfRuns :many
select * from counted where run_id in (select value from json_each(cast(sqlc.arg('runs') as text))) order by run_id, student_id, block_id, step, shot;

-- name: ListAttended :many
select * from attended where run_id in (select value from json_each(cast(sqlc.arg('runs') as text)));

-- name: ListRunsOfStudents :many
select distinct r.id, t.body as lesson, r.started_at from runs r join attended x on x.run_id = r.id join texts t on t.id = r.text
where r.status = 'finished' and r.started_at >= sqlc.arg('since') and x.student_id in (select w.id from who w where w.one in (sqlc.slice('students')))
order by r.started_at desc limit 12;

-- name: ListResultsOfRun :many
select * from counted where run_id = ? order by student_id, block_id, step, shot;

-- name: DeleteGames :exec
delete from games where run_id = ?;

-- name: DeleteGamePlayers :exec
delete from game_players where run_id = ?;

-- name: InsertGame :exec
insert into games (run_id, block_id, n, at, title, court, points_a, points_b, won_a, won_b, over, winner, favours, marks, own, game)
values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?);

-- name: InsertGamePlayer :exec
insert into game_players (student_id, run_id, block_id, n, side) values (?, ?, ?, ?, ?);

-- name: ListGamesOfStudents :many
-- The games of any of these students, latest first, with everybody in them, their side before their id.
select g.*,
  cast((select json_group_array(p.side || w.one) from game_players p join who w on w.id = p.student_id
        where p.run_id = g.run_id and p.block_id = g.block_id and p.n = g.n) as text) as players
from (select distinct x.run_id, x.block_id, x.n from game_players x
      where x.student_id in (select v.id from who v where v.one in (select value from json_each(cast(sqlc.arg('students') as text))))) own
join games g on g.run_id = own.run_id and g.block_id = own.block_id and g.n = own.n
order by g.at desc, g.run_id, g.n desc
limit 2000;

-- name: ListGamesOfRuns :many
select g.*,
  cast((select json_group_array(p.side || w.one) from game_players p join who w on w.id = p.student_id
        where p.run_id = g.run_id and p.block_id = g.block_id and p.n = g.n) as text) as players
from games g
where g.run_id in (select value from json_each(cast(sqlc.arg('runs') as text)))
order by g.run_id, g.n;

-- name: DeleteTags :exec
delete from tags where run_id = ?;

-- name: InsertTag :exec
insert into tags (run_id, student_id, word, times) values (?, ?, ?, ?);

-- name: ListTagsOfStudent :many
select t.word, t.times, t.run_id, r.started_at from tags t join runs r on r.id = t.run_id
where t.student_id in (select w.id from who w where w.one = sqlc.arg('student')) order by r.started_at desc, t.word limit 400;

-- name: ListTagWords :many
-- The words there are, those used most first.
select word, cast(sum(times) as integer) as times from tags group by word order by times desc, word limit 40;

-- name: DeleteAttended :exec
delete from attended where run_id = ?;

-- name: InsertAttended :exec
insert into attended (run_id, student_id, note, engagement, effort, confidence) values (?, ?, ?, ?, ?, ?);

-- name: ListNotesOfStudent :many
select a.note, a.run_id, r.started_at from attended a join runs r on r.id = a.run_id
where a.student_id in (select w.id from who w where w.one = sqlc.arg('student')) and a.note <> '' order by r.started_at desc limit 100;

-- name: ListAttendedByStudent :many
select r.id as run_id, r.title, r.started_at, a.engagement, a.effort, a.confidence
from attended a join runs r on r.id = a.run_id
where a.student_id in (select w.id from who w where w.one = sqlc.arg('student')) order by r.started_at desc limit 200;

-- name: CountEvents :one
select cast((select count(*) from events e where e.run_id = sqlc.arg('run'))
    + coalesce((select p.number from packed_events p where p.run_id = sqlc.arg('run')), 0) as integer);

-- name: GetPacked :one
select body from packed_events where run_id = ?;

-- name: PutPacked :exec
insert into packed_events (run_id, number, body) values (?, ?, ?)
on conflict (run_id) do update set number = excluded.number, body = excluded.body;

-- name: DeleteEvents :exec
delete from events where run_id = ?;

-- name: ListToPack :many
-- Runs that are over, began before a time and have events that are not packed, the first ones first.
select r.id from runs r
where r.started_at < ? and r.status in ('finished', 'removed', 'givenUp')
  and exists (select 1 from events e where e.run_id = r.id)
order by r.started_at limit ?;

-- name: CountErased :one
select count(*) from erased where id in (sqlc.slice('ids'));

-- name: GetAside :one
select * from aside where run_id = ?;

-- name: PutAside :exec
insert into aside (run_id, device, at, body) values (?, ?, ?, ?) on conflict (run_id) do update set at = excluded.at, body = excluded.body;

-- name: CountAside :one
select count(*) from aside;

-- name: ListAside :many
select a.*, cast(coalesce(d.name, '') as text) as device_name from aside a left join devices d on d.id = a.device order by a.at desc;

-- name: DropAside :execrows
delete from aside where run_id = ?;
