-- +goose Up
create table students (
    id      text primary key,
    version integer not null,
    name    text not null,
    hand    text not null,
    level   text not null
) strict;

create table lessons (
    id           text primary key,
    version      integer not null,
    title        text not null,
    aim          text not null,
    date         text not null,
    start        text not null,
    slot_minutes integer not null,
    court        text not null
) strict;
create index lessons_by_day on lessons (date, start);

create table lesson_students (
    lesson_id  text not null references lessons (id),
    place      integer not null,
    student_id text not null references students (id),
    primary key (lesson_id, place)
) strict, without rowid;

-- body holds what only that kind of block has, as JSON.
create table blocks (
    lesson_id text not null references lessons (id),
    place     integer not null,
    id        text not null,
    kind      text not null,
    title     text not null,
    minutes   integer not null,
    body      text not null,
    primary key (lesson_id, place)
) strict;

-- Every state a lesson was ever saved in, whole, so that a late save can be
-- told what changed and nothing is lost by saving.
create table lesson_versions (
    lesson_id text not null references lessons (id),
    version   integer not null,
    saved_at  integer not null,
    body      text not null,
    primary key (lesson_id, version)
) strict;

-- lesson is the lesson as it was when the run began.
create table runs (
    id         text primary key,
    lesson_id  text not null references lessons (id),
    lesson     text not null,
    started_at integer not null,
    status     text not null,
    minutes    real not null,
    note       text not null
) strict;
create index runs_by_lesson on runs (lesson_id, started_at);
create index runs_by_start on runs (started_at);

create table events (
    run_id text not null references runs (id),
    id     text not null,
    body   text not null,
    primary key (run_id, id)
) strict, without rowid;

-- What a finished run keeps, so that old runs are not folded again.
create table results (
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
    primary key (run_id, student_id, block_id, step)
) strict, without rowid;
create index results_by_student on results (student_id, skill, at);

create table engagements (
    run_id     text not null references runs (id),
    student_id text not null references students (id),
    value      integer not null,
    primary key (run_id, student_id)
) strict, without rowid;
