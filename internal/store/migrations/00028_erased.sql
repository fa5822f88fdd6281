-- +goose Up
-- Lessons and runs that were erased for good: a device that still holds one does not bring it back.
create table erased (
    id text primary key,
    at integer not null
) strict, without rowid;
