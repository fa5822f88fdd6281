-- +goose Up
-- What a goal asked of its balls is the same in most lessons with its drill: it stands once.
create table asks (
    id   integer primary key,
    body text not null unique
) strict;
insert into asks (body) select distinct asked from results;
create table results_asking (
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
    radius     real not null,
    ask        integer not null references asks (id),
    kind       text not null,
    skill      text not null,
    stage      text not null,
    drill      text not null,
    edition    text not null,
    more       text not null,
    primary key (run_id, student_id, block_id, step, shot)
) strict, without rowid;
insert into results_asking
select run_id, student_id, block_id, step, shot, at, balls, good, best, met, radius,
    (select id from asks where body = asked), kind, skill, stage, drill, edition, more
from results;
drop table results;
alter table results_asking rename to results;
create index results_by_student on results (student_id, skill, at);
create view counted as
select r.run_id, r.student_id, r.block_id, r.step, r.shot, r.at, r.balls, r.good, r.best, r.met, r.radius,
    r.kind, r.skill, r.stage, r.drill, r.edition, r.more, r.ask, a.body as asked
from results r join asks a on a.id = r.ask;
-- A lesson is read from its last version; its blocks are what lists show and look for.
alter table blocks drop column body;
