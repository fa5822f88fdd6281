-- +goose Up
-- What shows how a student was on a day, kept elsewhere: a video, a sheet of paper. A line, and
-- an address or the name of a file.
create table shown (
    student_id text not null references students (id),
    id         text not null,
    day        text not null,
    words      text not null,
    place      text not null,
    primary key (student_id, id)
) strict, without rowid;
