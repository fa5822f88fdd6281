-- +goose Up
-- A stage's shots may take turns, each a skill of its own: one result each. shot is its
-- place in the stage; the first has what the stage came to as a whole.
create table results_by_shot (
    run_id     text not null references runs (id),
    student_id text not null references students (id),
    block_id   text not null,
    step       integer not null,
    skill      text not null,
    at         integer not null,
    balls      integer not null,
    good       integer not null,
    best       integer not null,
    met        integer not null,
    radius     real not null,
    asked      text not null default '[]',
    kind       text not null default 'total',
    stage      text not null default '',
    drill      text not null default '',
    edition    text not null default '',
    more       text not null default '{}',
    shot       integer not null default 0,
    primary key (run_id, student_id, block_id, step, shot)
) strict, without rowid;
insert into results_by_shot
select run_id, student_id, block_id, step, skill, at, balls, good, best, met, radius, asked, kind, stage, drill, edition, more, 0
from results;
drop table results;
alter table results_by_shot rename to results;
create index results_by_student on results (student_id, skill, at);

-- Which game of the shelf it was; '' for one of before, or that was on none.
alter table games add column game text not null default '';
