-- +goose Up
-- Situations that coaches named themselves: the words that are shown for their
-- ids. Those of the vocabulary are not kept here.
create table situations (
    id    text primary key,
    words text not null
) strict, without rowid;

-- One row: it counts the writes that change what is known of students, so that
-- whoever remembers them can tell whether they still are as they were.
create table evidence (
    version integer not null
) strict;
insert into evidence (version) values (0);
