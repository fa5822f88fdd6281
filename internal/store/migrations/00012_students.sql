-- +goose Up
-- What a coach knows of a student beside name, hand and level: age band, sports with a
-- level each, aims, dates, notes, speed and reach, cautions; JSON. An archived student is
-- in no list that is chosen from; one merged into another lives on there.
alter table students add column more text not null default '{}';
alter table students add column archived integer not null default 0;
alter table students add column merged text not null default '';

-- Who somebody is: merged students are read as the one they live on in.
create view who as select id, cast(case merged when '' then id else merged end as text) as one from students;
create index students_by_merged on students (merged);

-- Documents of the club's own, by kind: ladders (those that ship are not kept here) and
-- courses of weeks ahead.
create table documents (
    kind     text not null,
    id       text not null,
    version  integer not null,
    saved_at integer not null,
    removed  integer not null,
    body     text not null,
    primary key (kind, id)
) strict, without rowid;

-- Every state a document was saved in.
create table document_versions (
    kind     text not null,
    id       text not null,
    version  integer not null,
    saved_at integer not null,
    body     text not null,
    primary key (kind, id, version)
) strict, without rowid;

-- A student's way on a ladder, move by move; nothing of it is changed afterwards.
create table moves (
    student_id text not null references students (id),
    ladder     text not null,
    n          integer not null,
    at         integer not null,
    kind       text not null,
    rung       text not null,
    reason     text not null,
    primary key (student_id, ladder, n)
) strict, without rowid;

-- Advice that a coach declined, and after how many sessions, so that it does not come
-- again for nothing new. kind is of what: a rung, a drill to repeat, one to play.
create table declined (
    student_id text not null references students (id),
    advice     text not null,
    at         integer not null,
    sessions   integer not null,
    primary key (student_id, advice)
) strict, without rowid;

-- What students do at home, as the coach chose it (JSON), and how often it was done.
create table home (
    student_id text not null references students (id),
    n          integer not null,
    at         integer not null,
    practices  text not null,
    primary key (student_id, n)
) strict, without rowid;
create table home_done (
    student_id text not null references students (id),
    practice   text not null,
    at         integer not null,
    run        text not null,
    times      integer not null,
    primary key (student_id, practice, at)
) strict, without rowid;

-- Lines about a student that a coach lets others read.
create table shared_notes (
    run_id     text not null references runs (id),
    student_id text not null references students (id),
    primary key (run_id, student_id)
) strict, without rowid;
