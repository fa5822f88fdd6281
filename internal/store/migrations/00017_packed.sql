-- +goose Up
-- The events of a run that is over, put together: their texts in the order of their ids, a line
-- each, by zlib (RFC 1950). What is added to such a run stands in events until it is packed too.
create table packed_events (
    run_id text primary key references runs (id),
    number integer not null check (number > 0),
    body   blob not null
) strict;
