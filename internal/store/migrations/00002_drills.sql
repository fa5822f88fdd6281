-- +goose Up
-- The club's own drills, as documents. Those that ship are not kept here.
create table drills (
    id       text primary key,
    version  integer not null,
    saved_at integer not null,
    removed  integer not null, -- off the shelf; lessons and versions keep theirs
    body     text not null
) strict;

-- Every state a drill was saved in.
create table drill_versions (
    drill_id text not null references drills (id),
    version  integer not null,
    saved_at integer not null,
    body     text not null,
    primary key (drill_id, version)
) strict;

-- The coach's favourites, shipped or own.
create table drill_favourites (
    drill_id text primary key
) strict, without rowid;
