-- +goose Up
-- What was erased is remembered so that nothing brings it back: what it was and, of a student, a
-- keyed digest of each name, by which late saves are known. done says that the file was written
-- anew without it, and the other files of the club too.
alter table erased add column kind text not null default '';
alter table erased add column key text not null default '';
alter table erased add column names text not null default '[]' check (json_valid(names));
alter table erased add column done integer not null default 1 check (done in (0, 1));

-- What students were called before they were renamed, to take it out of everything when they are
-- erased; for nothing else.
create table former_names (
    student_id text not null references students (id),
    name       text not null,
    primary key (student_id, name)
) strict, without rowid;
