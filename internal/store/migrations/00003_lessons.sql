-- +goose Up
-- What a lesson has beside its tape: means, the next match, who comes late; JSON.
alter table lessons add column more text not null default '{}';

-- Groups are lists of students that are taught together.
create table groups (
    id       text primary key,
    version  integer not null,
    name     text not null,
    students text not null -- ids, JSON
) strict;

-- How hard a student said a run was, 1 to 10, for the load.
create table efforts (
    run_id     text not null references runs (id),
    student_id text not null references students (id),
    value      integer not null,
    primary key (run_id, student_id)
) strict, without rowid;
