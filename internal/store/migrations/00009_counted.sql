-- +goose Up
-- What a result is of, and what was counted besides balls: kind is the goal's, stage
-- what it was called, drill the root of the drill, edition a mark of the drill as it
-- was given (the same for drills that ask the same), more the rest as JSON.
alter table results add column kind text not null default 'total';
alter table results add column stage text not null default '';
alter table results add column drill text not null default '';
alter table results add column edition text not null default '';
alter table results add column more text not null default '{}';

-- Games as they were played, over or broken off: who, to what score, with what marks.
-- won_a and won_b are rallies.
create table games (
    run_id   text not null references runs (id),
    block_id text not null,
    n        integer not null,
    at       integer not null,
    title    text not null,
    court    integer not null,
    points_a integer not null,
    points_b integer not null,
    won_a    integer not null,
    won_b    integer not null,
    over     integer not null,
    winner   integer not null,
    favours  real not null, -- share of rallies that the rules give side A among equals
    marks    text not null, -- JSON
    own      text not null, -- JSON
    primary key (run_id, block_id, n)
) strict, without rowid;

create table game_players (
    student_id text not null references students (id),
    run_id     text not null,
    block_id   text not null,
    n          integer not null,
    side       integer not null,
    primary key (student_id, run_id, block_id, n)
) strict, without rowid;
create index game_players_by_game on game_players (run_id, block_id, n);

insert into games
select r.run_id, r.block_id, 0, runs.started_at, '', 0, r.won_a, r.won_b, r.won_a, r.won_b, 0, 0, 0, '{}', '{}'
from rallies r join runs on runs.id = r.run_id;
insert into game_players select student_a, run_id, block_id, 0, 0 from rallies;
insert into game_players select student_b, run_id, block_id, 0, 1 from rallies;
drop table rallies;

-- The coach's own words for what was seen, with how often.
create table tags (
    run_id     text not null references runs (id),
    student_id text not null references students (id),
    word       text not null,
    times      integer not null,
    primary key (run_id, student_id, word)
) strict, without rowid;
create index tags_by_student on tags (student_id);

-- Who was there, with a line about each where one was written.
create table attended (
    run_id     text not null references runs (id),
    student_id text not null references students (id),
    note       text not null,
    primary key (run_id, student_id)
) strict, without rowid;
create index attended_by_student on attended (student_id);
insert into attended select distinct run_id, student_id, '' from results;
insert into attended select distinct run_id, student_id, '' from game_players where true on conflict do nothing;
