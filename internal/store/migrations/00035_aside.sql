-- +goose Up
-- What an assistant counted of a lesson that this file does not have: it is kept aside until the
-- owner takes it in or discards it.
create table aside (
    run_id text primary key,
    device text not null,
    at     integer not null,
    body   text not null check (json_valid(body))
) strict, without rowid;
