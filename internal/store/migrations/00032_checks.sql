-- +goose Up
-- What a row may say is told by its table: each status, kind and role is one of those there are,
-- what is counted is not negative, and whatever names a row of another table names one that is
-- there. Short columns come before long ones, so that they are read without what lies between.
-- A word that no version ever wrote becomes the nearest one, and no file is refused for it.
drop view who;
drop view counted;

create table students_checked (
    id       text primary key,
    version  integer not null check (version > 0),
    archived integer not null default 0 check (archived in (0, 1)),
    merged   text references students (id) check (merged <> id), -- the one they live on in
    hand     text not null check (hand in ('right', 'left')),
    level    text not null check (level in ('beginner', 'club', 'performance')),
    name     text not null,
    more     text not null default '{}'
) strict;
insert into students_checked (id, version, archived, merged, hand, level, name, more)
select id, max(version, 1), archived <> 0,
    case when merged <> '' and merged <> id and exists (select 1 from students o where o.id = s.merged)
        then merged end,
    case when hand = 'left' then 'left' else 'right' end,
    case when level in ('beginner', 'club', 'performance') then level else 'club' end, name, more
from students s;
drop table students;
alter table students_checked rename to students;
create index students_by_one on students (cast(coalesce(merged, id) as text));

-- Who everybody is: a student who was merged into another is that one. It is the one way to
-- follow them.
create view who as select id, cast(coalesce(merged, id) as text) as one from students;

create table lessons_checked (
    id           text primary key,
    version      integer not null check (version > 0),
    slot_minutes integer not null check (slot_minutes >= 0),
    date         text not null,
    start        text not null,
    court        text not null,
    coach        text references coaches (id),
    title        text not null,
    aim          text not null,
    more         text not null default '{}'
) strict;
insert into lessons_checked (id, version, slot_minutes, date, start, court, coach, title, aim, more)
select id, max(version, 1), max(slot_minutes, 0), date, start, court, coach, title, aim, more from lessons;
drop table lessons;
alter table lessons_checked rename to lessons;
create index lessons_by_day on lessons (date, start, id);
create index lessons_by_coach on lessons (coach, date) where coach is not null;

create table blocks_checked (
    lesson_id text not null references lessons (id),
    place     integer not null check (place >= 0),
    minutes   integer not null check (minutes >= 0),
    id        text not null,
    kind      text not null
        check (kind in ('warmUp', 'drill', 'serve', 'game', 'talk', 'break', 'physical', 'stretch')),
    title     text not null,
    primary key (lesson_id, place)
) strict, without rowid;
insert into blocks_checked (lesson_id, place, minutes, id, kind, title)
select lesson_id, place, max(minutes, 0), id,
    case when kind in ('warmUp', 'drill', 'serve', 'game', 'talk', 'break', 'physical', 'stretch') then kind
        else 'talk' end, title
from blocks;
drop table blocks;
alter table blocks_checked rename to blocks;

create table runs_checked (
    id         text primary key,
    lesson_id  text not null references lessons (id),
    text       integer references texts (id),
    started_at integer not null,
    status     text not null check (status in ('ready', 'running', 'paused', 'finished', 'givenUp', 'removed')),
    minutes    real not null check (minutes >= 0),
    title      text not null default '',
    students   text not null default '[]',
    note       text not null
) strict;
insert into runs_checked (id, lesson_id, text, started_at, status, minutes, title, students, note)
select id, lesson_id, text, started_at,
    case when status in ('ready', 'running', 'paused', 'finished', 'givenUp', 'removed') then status else 'removed' end,
    max(minutes, 0.0), title, students, note
from runs;
drop table runs;
alter table runs_checked rename to runs;
create index runs_by_lesson on runs (lesson_id, started_at);
create index runs_by_start on runs (started_at, id, status, lesson_id);
create index runs_by_text on runs (text);

create table events_checked (
    run_id text not null references runs (id),
    id     text not null,
    device text not null default '',
    body   text not null,
    primary key (run_id, id)
) strict, without rowid;
insert into events_checked (run_id, id, device, body) select run_id, id, device, body from events;
drop table events;
alter table events_checked rename to events;

-- What was counted, and of what, is the same in most lessons with a drill: the drill, its stage and
-- what the stage asked stand once.
create table asks_checked (
    id      integer primary key,
    kind    text not null check (kind in ('total', 'inARow', 'timed', 'rally', 'race', 'repetitions', 'clock')),
    drill   text not null,
    edition text not null,
    stage   text not null,
    title   text not null, -- of the drill
    body    text not null  -- JSON
) strict;
insert into asks_checked (kind, drill, edition, stage, title, body)
select distinct case when r.kind in ('total', 'inARow', 'timed', 'rally', 'race', 'repetitions', 'clock') then r.kind
        else 'total' end,
    r.drill, r.edition, r.stage, coalesce(r.more ->> '$.title', ''), a.body
from results r join asks a on a.id = r.ask;
create index asks_by_drill on asks_checked (drill, edition, stage);

create table results_checked (
    run_id     text not null references runs (id),
    student_id text not null references students (id),
    block_id   text not null,
    step       integer not null check (step >= 0),
    shot       integer not null check (shot >= 0),
    at         integer not null,
    balls      integer not null check (balls >= 0),
    good       integer not null check (good >= 0),
    best       integer not null check (best >= 0),
    met        integer not null check (met in (0, 1)),
    radius     real not null check (radius >= 0),
    ask        integer not null references asks (id),
    skill      text not null,
    more       text not null, -- JSON; without the title, and without the name where that is the stage
    primary key (run_id, student_id, block_id, step, shot)
) strict, without rowid;
insert into results_checked
select r.run_id, r.student_id, r.block_id, r.step, r.shot, r.at, r.balls, r.good, r.best, r.met, max(r.radius, 0.0),
    (select min(c.id) from asks_checked c
     where c.drill = r.drill and c.edition = r.edition and c.stage = r.stage and c.body = a.body
         and c.title = coalesce(r.more ->> '$.title', '') and (c.kind = r.kind or c.kind = 'total')
     order by c.kind = r.kind desc),
    r.skill,
    case when r.more ->> '$.name' = r.stage then json_remove(r.more, '$.title', '$.name')
        else json_remove(r.more, '$.title') end
from results r join asks a on a.id = r.ask;
drop table results;
drop table asks;
alter table asks_checked rename to asks;
alter table results_checked rename to results;
create index results_by_student on results (student_id, skill, at);
create view counted as
select r.run_id, r.student_id, r.block_id, r.step, r.shot, r.at, r.balls, r.good, r.best, r.met, r.radius,
    a.kind, r.skill, a.stage, a.drill, a.edition,
    cast(json_insert(r.more, '$.title', a.title, '$.name', a.stage) as text) as more, r.ask, a.body as asked
from results r join asks a on a.id = r.ask;

create table games_checked (
    run_id   text not null references runs (id),
    block_id text not null,
    n        integer not null check (n >= 0),
    at       integer not null,
    court    integer not null check (court >= 0),
    points_a integer not null,
    points_b integer not null,
    won_a    integer not null check (won_a >= 0),
    won_b    integer not null check (won_b >= 0),
    over     integer not null check (over in (0, 1)),
    winner   integer not null,
    favours  real not null, -- share of rallies that the rules give side A among equals
    title    text not null,
    game     text not null default '',
    marks    text not null, -- JSON
    own      text not null, -- JSON
    primary key (run_id, block_id, n)
) strict, without rowid;
insert into games_checked (run_id, block_id, n, at, court, points_a, points_b, won_a, won_b, over, winner,
    favours, title, game, marks, own)
select run_id, block_id, n, at, court, points_a, points_b, won_a, won_b, over <> 0, winner,
    favours, title, game, marks, own
from games;

create table game_players_checked (
    student_id text not null references students (id),
    run_id     text not null,
    block_id   text not null,
    n          integer not null,
    side       integer not null check (side in (0, 1)),
    primary key (student_id, run_id, block_id, n),
    foreign key (run_id, block_id, n) references games (run_id, block_id, n)
) strict, without rowid;
insert into game_players_checked (student_id, run_id, block_id, n, side)
select p.student_id, p.run_id, p.block_id, p.n, p.side
from game_players p join games g on g.run_id = p.run_id and g.block_id = p.block_id and g.n = p.n;
drop table game_players;
drop table games;
alter table games_checked rename to games;
alter table game_players_checked rename to game_players;
create index game_players_by_game on game_players (run_id, block_id, n);

create table attended_checked (
    run_id     text not null references runs (id),
    student_id text not null references students (id),
    engagement integer not null default 0 check (engagement between 0 and 10),
    effort     integer not null default 0 check (effort between 0 and 10),
    confidence integer not null default 0 check (confidence between 0 and 10),
    note       text not null,
    primary key (run_id, student_id)
) strict, without rowid;
insert into attended_checked (run_id, student_id, engagement, effort, confidence, note)
select run_id, student_id, engagement, effort, confidence, note from attended;
drop table attended;
alter table attended_checked rename to attended;
create index attended_by_student on attended (student_id);

create table documents_checked (
    kind     text not null check (kind in ('drill', 'game', 'ladder', 'course')),
    id       text not null,
    version  integer not null check (version > 0),
    saved_at integer not null,
    removed  integer not null check (removed in (0, 1)),
    body     text not null,
    primary key (kind, id)
) strict, without rowid;
insert into documents_checked (kind, id, version, saved_at, removed, body)
select kind, id, max(version, 1), saved_at, removed <> 0, body from documents;

create table document_versions_checked (
    kind     text not null,
    id       text not null,
    version  integer not null check (version > 0),
    saved_at integer not null,
    body     text not null,
    primary key (kind, id, version),
    foreign key (kind, id) references documents (kind, id)
) strict, without rowid;
insert into document_versions_checked (kind, id, version, saved_at, body)
select v.kind, v.id, v.version, v.saved_at, v.body
from document_versions v join documents d on d.kind = v.kind and d.id = v.id;
drop table document_versions;
drop table documents;
alter table documents_checked rename to documents;
alter table document_versions_checked rename to document_versions;

create table devices_checked (
    id    text primary key,
    role  text not null check (role in ('assistant', 'coach', 'owner')),
    way   text not null check (way in ('passphrase', 'code')),
    since integer not null,
    seen  integer not null,
    ended integer not null, -- 0: may come in
    coach text references coaches (id),
    name  text not null,
    known text not null default ''
) strict, without rowid;
insert into devices_checked (id, role, way, since, seen, ended, coach, name, known)
select id, case when role in ('assistant', 'coach', 'owner') then role else 'assistant' end,
    case when way in ('passphrase', 'code') then way else 'code' end, since, seen, ended, coach, name, known
from devices;
drop table devices;
alter table devices_checked rename to devices;
create index devices_by_known on devices (known) where known <> '';

create table deeds_checked (
    n      integer primary key,
    at     integer not null,
    number integer not null default 0 check (number >= 0),
    role   text not null check (role in ('nobody', 'assistant', 'coach', 'owner')),
    device text not null,
    who    text not null,
    what   text not null, -- an operation of the contract
    thing  text not null  -- the id it was done to
) strict;
insert into deeds_checked (n, at, number, role, device, who, what, thing)
select n, at, max(number, 0), case when role in ('nobody', 'assistant', 'coach', 'owner') then role else 'nobody' end,
    device, who, what, thing
from deeds;
drop table deeds;
alter table deeds_checked rename to deeds;

create table moves_checked (
    student_id text not null references students (id),
    ladder     text not null,
    n          integer not null check (n >= 0),
    at         integer not null,
    kind       text not null check (kind in ('begin', 'up', 'ease', 'set', 'word', 'off')),
    rung       text not null,
    reason     text not null,
    primary key (student_id, ladder, n)
) strict, without rowid;
insert into moves_checked (student_id, ladder, n, at, kind, rung, reason)
select student_id, ladder, n, at,
    case when kind in ('begin', 'up', 'ease', 'set', 'word', 'off') then kind else 'word' end, rung, reason
from moves;
drop table moves;
alter table moves_checked rename to moves;
